package language

import (
	"bytes"
	"encoding/gob"
	"sync"

	"github.com/jdkato/prose/v2"
)

// perceptron is an averaged perceptron tagger (Collins 2002; features after
// Honnibal 2013) with the weights that ship in package prose. We run it on
// dense rows instead of maps: that is several times faster, and equal scores
// are decided by the order of the classes, so the same text always gets the
// same tags.
type perceptron struct {
	classes []string
	certain map[string]string    // words that have one tag only
	weights map[string][]float32 // feature to a weight for each class
}

var trained = sync.OnceValue(func() *perceptron {
	m := &perceptron{}
	var sparse map[string]map[string]float64
	decode("classes", &m.classes)
	decode("tags", &m.certain)
	decode("weights", &sparse)
	column := make(map[string]int, len(m.classes))
	for i, class := range m.classes {
		column[class] = i
	}
	m.weights = make(map[string][]float32, len(sparse))
	for feature, row := range sparse {
		dense := make([]float32, len(m.classes))
		for class, weight := range row {
			dense[column[class]] = float32(weight)
		}
		m.weights[feature] = dense
	}
	return m
})

func decode(name string, into any) {
	data := prose.MustAsset("model/AveragedPerceptron/" + name + ".gob")
	if err := gob.NewDecoder(bytes.NewReader(data)).Decode(into); err != nil {
		panic("tagger weights " + name + ": " + err.Error()) // the data is part of the program
	}
}

// predict finds the class with the highest score for the word at context[i],
// given the tags of the two words before it.
func (m *perceptron) predict(context []string, i int, word, before, before2 string) string {
	var scores [64]float32
	var key [96]byte
	sum := func(parts ...string) {
		k := key[:0]
		for j, p := range parts {
			if j > 0 {
				k = append(k, ' ')
			}
			k = append(k, p...)
		}
		for class, w := range m.weights[string(k)] {
			scores[class] += w
		}
	}
	sum("bias")
	sum("i suffix", suffix(word))
	sum("i pref1", word[:1])
	sum("i-1 tag", before)
	sum("i-2 tag", before2)
	sum("i tag+i-2 tag", before, before2)
	sum("i word", context[i])
	sum("i-1 tag+i word", before, context[i])
	sum("i-1 word", context[i-1])
	sum("i-1 suffix", suffix(context[i-1]))
	sum("i-2 word", context[i-2])
	sum("i+1 word", context[i+1])
	sum("i+1 suffix", suffix(context[i+1]))
	sum("i+2 word", context[i+2])
	best := 0
	for class := range m.classes {
		if scores[class] > scores[best] {
			best = class
		}
	}
	return m.classes[best]
}

func suffix(word string) string { return word[max(0, len(word)-3):] }
