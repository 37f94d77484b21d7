package ground

import (
	"slices"

	"zincowl/core/language"
)

// parallel compares statements of two halves, "A does x and B does y", with a sentence
// that has all four: in whose company each stands there. Read from left to right, the
// words of one half stand together where the source says the same, and around those of
// the other half where it has them exchanged.
func (c *comparison) parallel(alike []map[string]float64) {
	v := c.values
	for cut := 1; cut < len(c.said.tokens)-1; cut++ {
		switch c.said.tokens[cut].Lower {
		case "and", "but", "whereas", "while", ",", ";", "y", "mientras", "pero", "rather", "not":
		default:
			continue
		}
		for _, k := range c.window {
			straight, crossed, weight := c.halves(alike, cut, c.index.sentences[k].reading)
			if weight < 0.5 {
				continue
			}
			switch {
			case straight > crossed:
				v["halves same"] = max(v["halves same"], (straight-crossed)*weight)
			default:
				v["halves crossed"] = max(v["halves crossed"], (crossed-straight)*weight)
			}
		}
	}
}

// halves reads the words of a sentence of the sources from left to right, each labelled
// by the half of the statement that it belongs to, and says how well they fall into two
// runs, and how well into one run amid the other.
func (c *comparison) halves(alike []map[string]float64, cut int, theirs reading) (straight, crossed, weight float64) {
	type mark struct {
		half int
		w    float64
	}
	// Words of both halves, or alike ones, tell nothing.
	half := func(i int) int {
		if c.said.terms[i].at < cut {
			return 0
		}
		return 1
	}
	var marks []mark
	var sums [2]float64
	found := map[int]bool{}
	all := 0.0
	for _, t := range c.said.terms {
		all += t.weight
	}
	for _, w := range theirs.terms {
		var best [2]float64
		which := [2]int{-1, -1}
		for i := range c.said.terms {
			if a := alike[i][w.lemma]; a > best[half(i)] {
				best[half(i)], which[half(i)] = a, i
			}
		}
		h := 0
		if best[1] > best[0] {
			h = 1
		}
		if best[h] < 0.75 || best[h]-best[1-h] < 0.2 {
			continue
		}
		t := c.said.terms[which[h]].weight
		marks = append(marks, mark{h, t})
		if !found[which[h]] {
			found[which[h]] = true
			sums[h] += t
		}
	}
	if len(marks) < 4 {
		return 0, 0, 0
	}
	var count [2]int
	for i := range found {
		count[half(i)]++
	}
	if count[0] < 2 || count[1] < 2 {
		return 0, 0, 0
	}
	// The best way to part the marks into runs of given halves.
	fit := func(runs []int) float64 {
		// best[r] is the most weight that agrees with the marks so far being in runs up to r.
		best := make([]float64, len(runs))
		used := make([]bool, len(runs))
		used[0] = true
		for _, m := range marks {
			next := slices.Clone(best)
			for r := range runs {
				from, ok := best[r], used[r]
				if r > 0 && used[r-1] && (best[r-1] > from || !ok) {
					from, ok = best[r-1], true
				}
				if !ok {
					continue
				}
				if runs[r] == m.half {
					from += m.w
				}
				next[r] = from
			}
			for r := len(runs) - 1; r > 0; r-- {
				used[r] = used[r] || used[r-1]
			}
			best = next
		}
		return slices.Max(best)
	}
	total := 0.0
	for _, m := range marks {
		total += m.w
	}
	two := max(fit([]int{0, 1}), fit([]int{1, 0}))
	three := max(fit([]int{0, 1, 0}), fit([]int{1, 0, 1}))
	return two / total, three / total, (sums[0] + sums[1]) / all
}

// signs compares, for the words that both share, whether they stand in what is denied.
func (c *comparison) signs(matches []match) {
	v := c.values
	same, differ, all := 0.0, 0.0, 0.0
	for i, m := range matches {
		if m.sentence < 0 || m.score < 0.6 {
			continue
		}
		t := c.said.terms[i]
		w := t.weight * m.score
		all += w
		theirs := c.index.sentences[m.sentence].signs
		if c.said.signs[t.at] == theirs[m.at] {
			same += w
		} else {
			differ += w
		}
	}
	if all > 0 {
		v["signs same"], v["signs differ"] = same/all, differ/all
	}
}

// borders end what is denied; "or" does not: "no x or y" denies both.
var borders = language.WordSet(`, ; : – — ( ) but and whereas while which who because so that if when pero y que sino mientras porque`)

// denied says of each token whether it stands in what is denied.
func denied(r reading) []bool {
	out := make([]bool, len(r.tokens))
	sign := false
	for i, t := range r.tokens {
		l := plainly(t)
		next := ""
		if i+1 < len(r.tokens) {
			next = r.tokens[i+1].Lower
		}
		switch {
		case l == "not" && next == "only", l == "no" && (next == "more" || next == "less" || next == "solo" || next == "sólo"):
		case r.denies(i), l == "rather" && next == "than":
			sign = !sign
		case borders[l]:
			sign = false
		}
		out[i] = sign
	}
	return out
}
