package main

import (
	"fmt"
	"math"
	"os"
	"path/filepath"

	"zincowl/core/ground"
	"zincowl/core/source"
)

// posed is a question with answers of which one is right, measured against its text.
type posed struct {
	text string
	key  int
	x    [][9]float64
}

// answersOf measures the questions of a text that have answers to choose from.
func answersOf(text string, questions []question, doc source.Document) []posed {
	index := ground.New([]ground.Source{{ID: "text", Doc: doc}})
	var out []posed
	for _, q := range questions {
		key, named := q.Key.(string)
		for i, o := range q.Options {
			if named && q.Kind == "choice" && o == key {
				if x := index.MeasureAnswers(q.Stem, q.Options); x != nil {
					out = append(out, posed{text, i, x})
				}
			}
		}
	}
	return out
}

// fitAnswers prints the weights of the measures of an answer, and how often the right one
// is the likeliest for texts that were left out.
func fitAnswers(folders []string) error {
	var all []posed
	for _, folder := range folders {
		files, err := filepath.Glob(filepath.Join(folder, "*.facts.json"))
		if err != nil {
			return err
		}
		for _, f := range files {
			in, name, doc, err := read(f)
			if err != nil {
				return err
			}
			all = append(all, answersOf(name, in.Questions, doc)...)
		}
	}
	texts := map[string]bool{}
	for _, p := range all {
		texts[p.text] = true
	}
	right, sure, wrong := 0, 0, 0
	for out := range texts {
		var rest []posed
		for _, p := range all {
			if p.text != out {
				rest = append(rest, p)
			}
		}
		w := ascend(rest)
		for _, p := range all {
			if p.text != out {
				continue
			}
			best, share := 0, ground.Shares(w, p.x)
			for i := range share {
				if share[i] > share[best] {
					best = i
				}
			}
			if best == p.key {
				right++
			}
			if share[best] >= 0.8 {
				sure++
				if best != p.key {
					wrong++
				}
			}
		}
	}
	fmt.Fprintf(os.Stderr, "left out: %d of %d right; where it is 0.8 sure, %d, %d of them wrong\n", right, len(all), sure, wrong)
	fmt.Println(ascend(all))
	return nil
}

// ascend fits the weights by gradient ascent with a step for each weight (Duchi, Hazan and
// Singer, 2011) and a penalty on their squares.
func ascend(data []posed) (w [9]float64) {
	const steps, rate, penalty = 400, 0.5, 0.002
	var past [9]float64
	for range steps {
		var g [9]float64
		for k := range g {
			g[k] = -penalty * w[k] * float64(len(data))
		}
		for _, p := range data {
			for i, share := range ground.Shares(w, p.x) {
				c := -share
				if i == p.key {
					c++
				}
				for k := range g {
					g[k] += c * p.x[i][k]
				}
			}
		}
		for k := range w {
			past[k] += g[k] * g[k]
			w[k] += rate * g[k] / math.Sqrt(past[k]+1e-6)
		}
	}
	return w
}
