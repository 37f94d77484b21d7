package writer

import (
	"bufio"
	_ "embed"
	"encoding/json"
	"fmt"
	"io"
	"maps"
	"math"
	"slices"
	"strconv"
	"strings"
	"sync"

	"zincowl/core/question"
)

// How likely a strict reader keeps a question is estimated from questions that were judged
// (testdata/judged.jsonl), by logistic regression with a ridge (Hoerl and Kennard, 1970; le
// Cessie and van Houwelingen, 1992): what its sentence is like, and the frame that it asks in.
// The ridge keeps a frame that was judged seldom near the others.

// Judgement is a drafted question with what a strict reader said of it.
type Judgement struct {
	Text    string         `json:"text"` // the source it was drafted from
	Level   question.Level `json:"level"`
	Kind    question.Kind  `json:"kind"`
	Frame   string         `json:"frame"`
	Stem    string         `json:"stem"`
	Options []string       `json:"options,omitempty"` // those of the key behind a star
	Key     string         `json:"key,omitempty"`
	Central float64        `json:"central,omitempty"`
	Sure    float64        `json:"sure,omitempty"`
	Words   int            `json:"words,omitempty"` // 0 where it asks about no sentence
	Backed  bool           `json:"backed,omitempty"`
	Told    float64        `json:"told,omitempty"`
	Kept    bool           `json:"kept"`
	Reason  string         `json:"reason,omitempty"` // why it was not
}

// Judgements reads a file of them, one object a line.
func Judgements(r io.Reader) ([]Judgement, error) {
	var out []Judgement
	scan := bufio.NewScanner(r)
	scan.Buffer(nil, 1<<20)
	for line := 1; scan.Scan(); line++ {
		var j Judgement
		if err := json.Unmarshal(scan.Bytes(), &j); err != nil {
			return nil, fmt.Errorf("line %d of the judgements: %w", line, err)
		}
		out = append(out, j)
	}
	return out, scan.Err()
}

// traits are what is known of a question before anybody reads it.
func traits(frame string, central, sure float64, words int, backed bool, told float64) map[string]float64 {
	out := map[string]float64{"always": 1, "central": central, "sure": sure, "long": math.Max(0, float64(words-18)) / 10, "told": told, "frame " + frame: 1}
	if backed {
		out["backed"] = 1
	}
	return out
}

func (j Judgement) traits() map[string]float64 {
	return traits(j.Frame, j.Central, j.Sure, j.Words, j.Backed, j.Told)
}

const (
	// ridge is how much a weight costs, and steps how often all are moved.
	ridge = 3.0
	steps = 400
)

// Fit finds the weights that tell best what was kept. The same judgements give the same weights.
func Fit(judged []Judgement) map[string]float64 {
	type trait struct {
		at    int
		value float64
	}
	index := map[string]int{}
	rows := make([][]trait, len(judged))
	for i, j := range judged {
		all := j.traits()
		for _, name := range slices.Sorted(maps.Keys(all)) { // sums depend on their order
			if _, met := index[name]; !met {
				index[name] = len(index)
			}
			rows[i] = append(rows[i], trait{index[name], all[name]})
		}
	}
	weights, slope := make([]float64, len(index)), make([]float64, len(index))
	for range steps {
		clear(slope)
		for i, row := range rows {
			sum, kept := 0.0, 0.0
			for _, t := range row {
				sum += weights[t.at] * t.value
			}
			if judged[i].Kept {
				kept = 1
			}
			for _, t := range row {
				slope[t.at] += (kept - logistic(sum)) * t.value
			}
		}
		for at := range weights {
			if at != index["always"] {
				slope[at] -= ridge * weights[at]
			}
			weights[at] += 2 * slope[at] / float64(len(judged))
		}
	}
	out := map[string]float64{}
	for name, at := range index {
		out[name] = weights[at]
	}
	return out
}

func logistic(x float64) float64 { return 1 / (1 + math.Exp(-x)) }

// likely is how likely a question is kept.
func likely(weights, traits map[string]float64) float64 {
	sum := 0.0
	for _, f := range slices.Sorted(maps.Keys(traits)) {
		sum += weights[f] * traits[f]
	}
	return logistic(sum)
}

//go:embed weights.tsv
var weightLines string

// fitted are the weights as they were fitted last.
var fitted = sync.OnceValue(func() map[string]float64 {
	out := map[string]float64{}
	for line := range strings.Lines(weightLines) {
		name, value, ok := strings.Cut(strings.TrimRight(line, "\n"), "\t")
		w, err := strconv.ParseFloat(value, 64)
		if !ok || err != nil {
			panic("weights.tsv: " + line) // it is part of the program
		}
		out[name] = w
	}
	return out
})

// WriteWeights writes weights as they are kept, a name and a number a line.
func WriteWeights(w io.Writer, weights map[string]float64) error {
	for _, name := range slices.Sorted(maps.Keys(weights)) {
		if _, err := fmt.Fprintf(w, "%s\t%.3f\n", name, weights[name]); err != nil {
			return err
		}
	}
	return nil
}
