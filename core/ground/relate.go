package ground

import (
	"slices"

	"zincowl/core/language"
)

// part is a stretch of a text between commas, conjunctions and the like, with when it
// comes among the parts around it.
type part struct {
	from, to int // tokens
	time     float64
	words    []string // its terms
}

// joints begin a part of their own.
var joints = language.WordSet(`, ; : – — ( ) and but or whereas while then than when if because so which who where
	y pero mientras cuando porque aunque que et mais quand parce qui und aber während wenn weil ma mentre quando perché che e mas enquanto`)

// parts cuts a text and puts its parts in order of time, as far as words tell.
func parts(r reading) []part {
	var out []part
	from := 0
	cut := func(to int) {
		if to > from {
			out = append(out, part{from: from, to: to})
		}
		from = to
	}
	for i, t := range r.tokens {
		if joints[t.Lower] || r.tongue.After[t.Lower] || r.tongue.Before[t.Lower] {
			cut(i)
		}
	}
	cut(len(r.tokens))
	for i := range out {
		p := &out[i]
		p.time = float64(i)
		for _, t := range r.terms {
			if t.at >= p.from && t.at < p.to {
				p.words = append(p.words, t.lemma)
			}
		}
	}
	for i := range out {
		first := r.tokens[out[i].from].Lower
		initial := out[i].from == 0
		switch {
		case r.tongue.After[first] && !initial:
			out[i].time = float64(i) - 1.5
		case r.tongue.Before[first] && initial:
			out[i].time = float64(i) + 1.5
		}
	}
	return slices.DeleteFunc(out, func(p part) bool { return len(p.words) == 0 })
}

// howOften are words beside which "once" counts.
var howOften = language.WordSet(`least most than a an in per every each again more or only`)

// sequence finds two things of which a statement says that one comes before the other.
func (c *comparison) sequence() (before, after []string) {
	r := c.said
	end := len(r.tokens)
	words := func(from, to int) (out []string) {
		for _, t := range r.terms {
			if t.at >= from && t.at < to {
				out = append(out, t.lemma)
			}
		}
		return out
	}
	at := func(i int) string {
		if i < 0 || i >= end {
			return ""
		}
		return r.tokens[i].Lower
	}
	// "Before B, A": the first comma parts them.
	comma := slices.IndexFunc(r.tokens, func(t language.Token) bool { return t.Text == "," })
	within := func(i int) part {
		for _, p := range r.parts {
			if i >= p.from && i < p.to {
				return p
			}
		}
		return part{}
	}
	for i := range r.tokens {
		word, prev, next := at(i), at(i-1), at(i+1)
		article := prev == "the" || prev == "el" || prev == "la"
		stands := next == "" || next == "." || next == "," // with nothing behind it
		if word == "once" && (howOften[prev] || howOften[next]) {
			continue // "at least once a year" is a number and no order
		}
		switch {
		case word == "precede" || word == "precedes" || word == "preceded" || word == "preceden":
			if next == "by" {
				return words(i+1, end), words(0, i)
			}
			return words(0, i), words(i+1, end)
		case word == "follows" || word == "followed":
			if next == "by" {
				return words(0, i), words(i+1, end)
			}
			return words(i+1, end), words(0, i)
		case word == "earlier" && next == "than":
			return words(0, i), words(i, end)
		case r.tongue.First[word] && !article && next != "of" && next != "-":
			if p := within(i); len(p.words) > 0 {
				return words(p.from, p.to), append(words(0, p.from), words(p.to, end)...)
			}
		case r.tongue.Before[word] && !stands:
			switch {
			case i > 0:
				return words(0, i), words(i, end)
			case comma > 0:
				return words(comma, end), words(0, comma)
			}
			return nil, nil
		case r.tongue.After[word] && !stands && (word != "once" || i == 0 || prev == "," || prev == "only") && (word != "después" || next == "de"):
			switch {
			case i > 0:
				return words(i, end), words(0, i)
			case comma > 0:
				return words(0, comma), words(comma, end)
			}
			return nil, nil
		case (r.tongue.Then[word] || r.tongue.After[word]) && !article && (word != "last" && word != "next" || stands):
			if p := within(i); p.from > 0 {
				return words(0, p.from), words(p.from, p.to)
			}
		}
	}
	return nil, nil
}

// order compares which of two things comes first.
func (c *comparison) order(alike []map[string]float64) {
	v := c.values
	before, after := c.sequence()
	// What both share tells nothing.
	shared := func(w string, in []string) bool { return slices.Contains(in, w) }
	b := slices.DeleteFunc(slices.Clone(before), func(w string) bool { return shared(w, after) })
	a := slices.DeleteFunc(slices.Clone(after), func(w string) bool { return shared(w, before) })
	if len(a) == 0 || len(b) == 0 {
		return
	}
	v["orders"] = 1
	like := c.like(alike)
	type place struct {
		score, time float64
		at          int
	}
	find := func(words []string) place {
		best := place{at: -1}
		for _, k := range c.wide() {
			for i, p := range c.index.sentences[k].parts {
				if s := within(words, p.words, like); s > best.score+0.01 {
					best = place{s, float64(k)*1000 + p.time, k*1000 + i}
				}
			}
		}
		return best
	}
	first, second := find(b), find(a)
	if first.at < 0 || second.at < 0 || first.at == second.at {
		return
	}
	sure := min(first.score, second.score)
	if first.time < second.time {
		v["same order"] = sure
	} else {
		v["other order"] = sure
	}
}

// wide is the window with a few sentences more on each side.
func (c *comparison) wide() []int {
	var out []int
	s := c.index.sentences
	for k := max(0, c.best-4); k <= min(len(s)-1, c.best+4); k++ {
		if s[k].run == s[c.best].run {
			out = append(out, k)
		}
	}
	return out
}

// pairs compares which words belong together: those that stand in one part of the
// statement, where the source has them in one part, in two, or has another of the
// statement's words in its place.
func (c *comparison) pairs(alike []map[string]float64) {
	v := c.values
	mine := c.said.parts
	of := map[int]int{} // term to part
	for i, t := range c.said.terms {
		for p := range mine {
			if t.at >= mine[p].from && t.at < mine[p].to {
				of[i] = p
			}
		}
	}
	// In which parts of the source each term is found.
	type place struct{ k, p int }
	found := make([]map[place]bool, len(c.said.terms))
	for i := range c.said.terms {
		found[i] = map[place]bool{}
		for _, k := range c.window {
			for p, x := range c.index.sentences[k].parts {
				for _, w := range x.words {
					if alike[i][w] >= 0.7 {
						found[i][place{k, p}] = true
					}
				}
			}
		}
	}
	meet := func(i, j int) bool {
		for at := range found[i] {
			if found[j][at] {
				return true
			}
		}
		return false
	}
	together, parted, all, joined, apart, rival := 0.0, 0.0, 0.0, 0.0, 0.0, 0.0
	for i := range c.said.terms {
		for j := i + 1; j < len(c.said.terms); j++ {
			if len(found[i]) == 0 || len(found[j]) == 0 || c.said.terms[i].lemma == c.said.terms[j].lemma {
				continue
			}
			w := min(c.said.terms[i].weight, c.said.terms[j].weight)
			if of[i] == of[j] {
				all += w
				if meet(i, j) {
					together += w
				} else {
					parted += w
				}
			} else {
				apart += w
				if meet(i, j) {
					joined += w
					// j stands with i in the source and not in the statement: does i have
					// another partner in the statement that it does not meet in the source?
					for k := range c.said.terms {
						if k != i && k != j && len(found[k]) > 0 && of[k] == of[i] && !meet(i, k) && of[j] != of[i] {
							rival += w
							break
						}
					}
				}
			}
		}
	}
	if all > 0 {
		v["together"], v["parted"] = together/all, parted/all
	}
	if apart > 0 {
		v["joined"], v["rival"] = joined/apart, rival/apart
	}
	v["parts"] = min(1, float64(len(mine))/5)
}

// scoped compares how far clauses reach, where both speak of the same: a word that
// narrows in the source beside the words that the statement shares, and is not there.
func (c *comparison) scoped(matches []match) {
	v := c.values
	near := func(words map[string]bool, r reading, at int) bool {
		return slices.ContainsFunc(r.tokens[max(0, at-3):min(len(r.tokens), at+2)], func(t language.Token) bool { return words[plainly(t)] })
	}
	narrowed, widened, all := 0.0, 0.0, 0.0
	for i, m := range matches {
		if m.sentence < 0 || m.score < 0.7 {
			continue
		}
		t := c.said.terms[i]
		theirs := c.index.sentences[m.sentence].reading
		all += t.weight
		mineWide, theirsWide := near(c.said.tongue.All, c.said, t.at), near(theirs.tongue.All, theirs, m.at)
		if mineWide && (near(theirs.tongue.Some, theirs, m.at) || near(theirs.tongue.Only, theirs, m.at)) {
			narrowed += t.weight
		}
		if mineWide && !theirsWide {
			widened += t.weight
		}
	}
	if all > 0 {
		v["narrowed"], v["widened"] = min(1, 3*narrowed/all), min(1, 3*widened/all)
	}
}
