// Command storyfit fits the weights by which package story holds the options of a word
// problem against each other. Each line of a file is a problem: stem, the right option, the
// others, parted by " | ".
//
//	go run ./tools/storyfit FILE... > core/maths/story/likely.tsv
//
// It prints to standard error how often the right option is the likeliest for the tenth of
// the problems that was left out, and how often it is where it is sure.
package main

import (
	"fmt"
	"log"
	"maps"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"

	"zincowl/core/maths/story"
)

// problem is one with what reaches each option; the first option is right.
type problem struct {
	stem  string
	found [][]story.Features
}

const (
	parts   = 10
	rounds  = 150
	rate    = 0.3
	penalty = 0.006
)

func main() {
	var all []problem
	for _, file := range os.Args[1:] {
		data, err := os.ReadFile(file)
		if err != nil {
			log.Fatal(err)
		}
		for line := range strings.Lines(string(data)) {
			f := strings.Split(strings.TrimSpace(line), " | ")
			if len(f) < 3 {
				log.Fatalf("%s: %q is no problem with options", file, line)
			}
			if found := story.Candidates(f[0], f[1:]); found != nil {
				all = append(all, problem{f[0], found})
			}
		}
	}
	rand.New(rand.NewPCG(1, 2)).Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	right := 0
	var sure, wrong [10]int
	for part := range parts {
		var rest, out []problem
		for i, p := range all {
			if i%parts == part {
				out = append(out, p)
			} else {
				rest = append(rest, p)
			}
		}
		w := fit(rest)
		for _, p := range out {
			share, _ := story.Shares(p.found, w)
			best := 0
			for i := range share {
				if share[i] > share[best] || i > 0 && best == 0 && share[i] >= share[0] {
					best = i
				}
			}
			if best == 0 {
				right++
			} else if os.Getenv("SHOW") != "" {
				fmt.Fprintf(os.Stderr, "%.2f option %d of %q\n", share[best], best, p.stem)
			}
			for i := range sure {
				if share[best] >= 0.5+0.05*float64(i) {
					sure[i]++
					if best != 0 {
						wrong[i]++
					}
				}
			}
		}
	}
	fmt.Fprintf(os.Stderr, "left out: %d of %d right\n", right, len(all))
	for i := range sure {
		fmt.Fprintf(os.Stderr, "%.2f sure: %d, %d of them wrong\n", 0.5+0.05*float64(i), sure[i], wrong[i])
	}
	w := fit(all)
	for _, name := range slices.Sorted(maps.Keys(w)) {
		if math.Abs(w[name]) >= 0.005 {
			fmt.Printf("%s\t%.3f\n", name, w[name])
		}
	}
}

// fit climbs the penalised log-likelihood of the right options, each option standing with
// the expression that is best by the weights so far.
func fit(data []problem) map[string]float64 {
	w := map[string]float64{"none": -1, "left out": -1, "nouns off": -0.5, "steps": -0.1}
	past := map[string]float64{}
	for range rounds {
		g := map[string]float64{}
		for name, v := range w {
			g[name] = -penalty * v * float64(len(data)) / 10
		}
		for _, p := range data {
			share, best := story.Shares(p.found, w)
			for i, f := range best {
				d := -share[i]
				if i == 0 {
					d++
				}
				for name, v := range f {
					g[name] += d * v
				}
			}
		}
		for _, name := range slices.Sorted(maps.Keys(g)) {
			past[name] += g[name] * g[name]
			w[name] += rate * g[name] / math.Sqrt(past[name]+1e-6)
		}
	}
	return w
}
