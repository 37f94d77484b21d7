package ground

import (
	"slices"
	"strings"

	"zincowl/core/language"
)

// Small words carry as much as others where two sentences share all the rest (the lexical
// relations of MacCartney and Manning, “Natural logic for textual inference”, 2007): more
// is not less, the day after is not the day of, and what is compared with what can't be
// exchanged.

// contrasts are small words and those that say the opposite.
var contrasts = func() map[string]map[string]bool {
	out := map[string]map[string]bool{}
	for _, pair := range []string{
		"more less", "more fewer", "most least", "most fewest", "before after", "with without", "above below", "over under", "in out", "up down", "on off", "into from", "to from", "into out",
		"first last", "always never", "all none", "each none", "every none", "early late", "earlier later", "sooner later", "inside outside", "upwards downwards", "forward backward", "ahead behind",
		"many few", "much little", "until after", "until since", "towards from", "both neither", "either neither", "often seldom", "often rarely", "beginning end", "start end", "top bottom",
	} {
		a, b, _ := strings.Cut(pair, " ")
		for _, p := range [][2]string{{a, b}, {b, a}} {
			if out[p[0]] == nil {
				out[p[0]] = map[string]bool{}
			}
			out[p[0]][p[1]] = true
		}
	}
	return out
}()

// relating are the words that say how two things stand to each other in time, place or
// condition, and that can't be exchanged for others.
var relating = language.WordSet(`before after until since without with except during between above below over under against inside outside behind through only not`)

// contrast looks for a small word of the statement in whose place the best sentence has
// its opposite, or another relation.
func (c *comparison) contrast(matches []match) {
	theirs := c.index.sentences[c.best].reading
	at := map[int]int{} // token of the statement to that of the sentence
	for _, m := range matches {
		if m.sentence == c.best && m.score >= 0.7 {
			at[c.said.terms[m.term].at] = m.at
		}
	}
	for i, t := range c.said.tokens {
		for w := range contrasts[t.Lower] {
			if !theirs.words[w] || theirs.words[t.Lower] || c.said.words[w] {
				continue
			}
			// Beside the same word.
			for k := max(0, i-3); k < min(len(c.said.tokens), i+4); k++ {
				if j, ok := at[k]; ok && slices.ContainsFunc(theirs.tokens[max(0, j-3):min(len(theirs.tokens), j+4)], func(o language.Token) bool { return o.Lower == w }) {
					c.values["contrast"] = 1
					c.found["opposite"] = w
				}
			}
		}
	}
	// Between two words that follow each other in both.
	var own []int
	for i := range at {
		own = append(own, i)
	}
	slices.Sort(own)
	for n := 1; n < len(own); n++ {
		i, j := own[n-1], own[n]
		p, q := at[i], at[j]
		if j-i > 5 || q <= p || q-p > 5 {
			continue
		}
		mine, other := relations(c.said.tokens[i+1:j]), relations(theirs.tokens[p+1:q])
		switch {
		case mine == other && mine != "":
			c.values["relation same"] = 1
		case mine != other:
			c.values["relation other"] = 1
		}
	}
}

// relations are the relating words among some tokens.
func relations(tokens []language.Token) string {
	var out []string
	for _, t := range tokens {
		if relating[t.Lower] {
			out = append(out, t.Lower)
		}
	}
	return strings.Join(out, " ")
}

// exchanged says whether two things that the statement and the best sentence both have
// stand in each other's places, the words around them being the same: how much of what is
// matched stands before or behind another match otherwise than there.
func (c *comparison) exchanged(matches []match) {
	type pair struct {
		mine, theirs int
		w            float64
	}
	var all []pair
	for _, m := range matches {
		if m.sentence == c.best && m.score >= 0.7 {
			t := c.said.terms[m.term]
			all = append(all, pair{t.at, m.at, t.weight})
		}
	}
	turned, pairs := 0.0, 0.0
	for i, a := range all {
		for _, b := range all[:i] {
			if a.theirs == b.theirs {
				continue
			}
			w := min(a.w, b.w)
			pairs += w
			if (a.mine < b.mine) != (a.theirs < b.theirs) {
				turned += w
			}
		}
	}
	if pairs > 0 {
		c.values["turned"] = turned / pairs
	}
}

// thanCrossed says whether what stands behind "than" in the one stands before it in the
// other, both ways.
func (c *comparison) thanCrossed(alike []map[string]float64) {
	like := c.like(alike)
	sides := func(r reading) (before, after []string) {
		at := slices.IndexFunc(r.tokens, func(t language.Token) bool { return t.Lower == "than" })
		if at < 0 {
			return nil, nil
		}
		end := len(r.tokens)
		for i := at + 1; i < len(r.tokens); i++ {
			if joints[r.tokens[i].Lower] && r.tokens[i].Lower != "than" {
				end = i
				break
			}
		}
		for _, t := range r.terms {
			switch {
			case t.at < at:
				before = append(before, t.lemma)
			case t.at < end:
				after = append(after, t.lemma)
			}
		}
		return before, after
	}
	mineBefore, mineAfter := sides(c.said)
	theirBefore, theirAfter := sides(c.index.sentences[c.best].reading)
	if len(mineAfter) == 0 || len(theirAfter) == 0 {
		return
	}
	sure := func(x, y string) float64 {
		if like(x, y) >= 0.8 {
			return 1
		}
		return 0
	}
	only := func(words, not []string) []string {
		return slices.DeleteFunc(slices.Clone(words), func(w string) bool { return slices.Contains(not, w) })
	}
	mine, their := only(mineAfter, mineBefore), only(theirAfter, theirBefore)
	if len(mine) == 0 || len(their) == 0 {
		return
	}
	back := func(x, y string) float64 { return sure(y, x) }
	crossed := min(within(mine, theirBefore, sure), within(their, mineBefore, back))
	same := within(mine, their, sure)
	if crossed > same+0.3 {
		c.values["than swapped"], c.values["than same"] = 1, 0
	}
}
