// Command markfit fits the trees by which package marking judges the points of written answers,
// to answers that an examiner marked: a line of JSON each, with the question, points, answer,
// percent, and the numbers of the points found and contradicted.
//
//	go run ./tools/markfit answers.jsonl > core/marking/model.json.gz
//
// It prints to standard error how near the marks come to the examiner's for questions that were
// left out while fitting, a tenth of them at a time. With SHOW set in the environment it lists
// all of those marks.
package main

import (
	"bufio"
	"bytes"
	"compress/gzip"
	"encoding/json"
	"fmt"
	"log"
	"math"
	"os"
	"slices"

	"zincowl/core/marking"
	"zincowl/core/tree"
	"zincowl/tools/boost"
)

// marked is an answer as an examiner marked it.
type marked struct {
	Question, Source, Reference string
	Points                      []string
	Answer                      string
	Percent                     float64
	Found, Contradicted         []int

	measures [][]float64
	fold     int
}

// folds is in how many parts the questions are left out.
const folds = 10

var settings = boost.Settings{Rounds: 200, Depth: 4, Rate: 0.04, Rows: 0.5, Columns: 0.15, Fewest: 8}

func main() {
	if len(os.Args) != 2 {
		log.Fatal("usage: markfit answers.jsonl")
	}
	answers, err := read(os.Args[1])
	if err != nil {
		log.Fatal(err)
	}
	marks := make([]float64, len(answers))
	for out := range folds {
		m := fit(answers, out)
		for i, a := range answers {
			if a.fold == out {
				marks[i] = marking.PercentOf(probabilities(m, a))
			}
		}
	}
	report(answers, marks)
	if err := write(fit(answers, -1)); err != nil {
		log.Fatal(err)
	}
}

func read(file string) ([]marked, error) {
	data, err := os.ReadFile(file)
	if err != nil {
		return nil, err
	}
	var out []marked
	keys := map[string]*marking.Points{}
	fold := map[string]int{}
	for lines := bufio.NewScanner(bytes.NewReader(data)); lines.Scan(); {
		var a marked
		if err := json.Unmarshal(lines.Bytes(), &a); err != nil {
			return nil, fmt.Errorf("reading %s: %w", file, err)
		}
		if keys[a.Question] == nil {
			keys[a.Question] = marking.NewPoints(a.Question, a.Reference, a.Points, []string{a.Source})
			fold[a.Question] = len(fold) % folds
		}
		a.measures, a.fold = keys[a.Question].Measure(a.Answer), fold[a.Question]
		out = append(out, a)
	}
	return out, nil
}

// fit fits trees to all answers but those of one part.
func fit(answers []marked, but int) tree.Model {
	var samples []boost.Sample
	for _, a := range answers {
		for i, x := range a.measures {
			class := 2
			switch {
			case slices.Contains(a.Found, i):
				class = 0
			case slices.Contains(a.Contradicted, i):
				class = 1
			}
			if a.fold != but {
				samples = append(samples, boost.Sample{X: x, Class: class, Weight: 1})
			}
		}
	}
	return boost.Fit(samples, settings)
}

func probabilities(m tree.Model, a marked) [][3]float64 {
	var out [][3]float64
	for _, x := range a.measures {
		out = append(out, m.Probabilities(x))
	}
	return out
}

func report(answers []marked, marks []float64) {
	n := float64(len(answers))
	mx, my, absolute, over := 0.0, 0.0, 0.0, 0
	bands := map[string][]float64{}
	for i, a := range answers {
		mx += a.Percent / n
		my += marks[i] / n
		absolute += math.Abs(a.Percent-marks[i]) / n
		band := "partly right"
		switch {
		case a.Percent <= 15:
			band = "worth nothing"
			if marks[i] > 40 {
				over++
			}
		case a.Percent >= 95:
			band = "full"
		}
		bands[band] = append(bands[band], marks[i])
		if os.Getenv("SHOW") != "" {
			fmt.Fprintf(os.Stderr, "%3.0f %3.0f %s\n", a.Percent, marks[i], a.Answer)
		}
	}
	xy, xx, yy := 0.0, 0.0, 0.0
	for i, a := range answers {
		xy += (a.Percent - mx) * (marks[i] - my)
		xx += (a.Percent - mx) * (a.Percent - mx)
		yy += (marks[i] - my) * (marks[i] - my)
	}
	for _, band := range []string{"full", "partly right", "worth nothing"} {
		sum := 0.0
		for _, m := range bands[band] {
			sum += m
		}
		fmt.Fprintf(os.Stderr, "%-14s %3d, %.0f on average\n", band, len(bands[band]), sum/float64(max(1, len(bands[band]))))
	}
	fmt.Fprintf(os.Stderr, "questions left out: r %.3f, mean absolute error %.1f; worth nothing and given over 40: %d\n", xy/math.Sqrt(xx*yy), absolute, over)
}

func write(m tree.Model) error {
	z, err := gzip.NewWriterLevel(os.Stdout, gzip.BestCompression)
	if err != nil {
		return err
	}
	if err := json.NewEncoder(z).Encode(m); err != nil {
		return err
	}
	return z.Close()
}
