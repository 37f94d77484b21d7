package split

import (
	"cmp"
	"slices"
	"strings"
	"unicode"
)

// spot is a mark in its line.
type spot struct {
	line int // in the paper's lines
	mark
}

// weight is how much a mark by itself looks like one that begins something.
func (p *paper) weight(s spot) float64 {
	w := map[place]float64{first: 1, apart: 0.6, ended: 0.45, inline: 0.15}[s.place]
	l := p.lines[s.line]
	if s.place == first && (l.blank || l.speaks != "" || s.line == 0) {
		w += 0.2
	}
	if s.guess {
		w *= 0.8
	}
	if s.form.word == "" && s.form.open == "" && s.form.close == "" {
		w *= 0.7
	}
	if furnitureWords[s.form.word] {
		w *= 0.4
	}
	return w
}

// furnitureWords number what is no question.
var furnitureWords = map[string]bool{"page": true, "slide": true, "sheet": true, "chapter": true, "section": true, "part": true, "table": true, "figure": true, "fig": true, "step": true,
	"week": true, "unit": true, "module": true, "seite": true, "folie": true, "teil": true, "kapitel": true, "página": true, "parte": true, "capítulo": true, "tabelle": true, "paper": true, "lesson": true}

// succession is what it is worth that a mark follows another in one count; ok is
// false where it can't.
func succession(a, b []int) (float64, bool) {
	n := len(b)
	if len(a) != n {
		return 0, false
	}
	for i := range n {
		switch d := b[i] - a[i]; {
		case d == 0 && i < n-1:
			continue
		case i == n-1 && d == 1:
			return 1, true
		case i == n-1 && d > 1 && d <= 4:
			return 0.1 - 0.3*float64(d), true
		case i < n-1 && d > 0 && d <= 2 && allOne(b[i+1:]):
			return 1.1 - 0.2*float64(d), true
		}
		break
	}
	if allOne(b) && !allOne(a) {
		return restarts, true
	}
	return 0, false
}

// restarts is what it costs to begin a count again.
const restarts = -0.8

func allOne(v []int) bool {
	for _, x := range v {
		if x != 1 {
			return false
		}
	}
	return true
}

// window is how far back the mark before is looked for, in marks of one form.
const window = 48

// chain is the best count through marks of one form, by dynamic programming over
// the marks in their order: each mark is taken with what it is worth itself, and
// each step with what the succession is worth.
func (p *paper) chain(spots []spot) ([]spot, float64) {
	best := make([]float64, len(spots))
	from := make([]int, len(spots))
	top := -1
	for i, s := range spots {
		best[i], from[i] = 0, -1
		if len(s.value) > 0 && !allOne(s.value) {
			best[i] = -0.6
		}
		for j := i - 1; j >= 0 && j >= i-window; j-- {
			worth, ok := succession(spots[j].value, s.value)
			if !ok {
				continue
			}
			if spots[j].form != s.form {
				worth -= 0.5
			}
			if total := best[j] + worth; total > best[i] {
				best[i], from[i] = total, j
			}
		}
		best[i] += p.weight(s)
		if top < 0 || best[i] > best[top] {
			top = i
		}
	}
	if top < 0 {
		return nil, 0
	}
	var out []spot
	for i := top; i >= 0; i = from[i] {
		out = append(out, spots[i])
	}
	slices.Reverse(out)
	return out, best[top]
}

// counted are the chains by which questions may be numbered, the likelier first:
// of each form by itself, and of the forms that count alike together.
func (p *paper) counted() [][]spot {
	exact, alike := map[form][]spot{}, map[form][]spot{}
	for i, l := range p.lines {
		if l.header || l.row {
			continue
		}
		for _, m := range l.marks {
			if m.value == nil || m.place != first && m.form.close == "" && m.form.word == "" && m.form.open == "" {
				continue
			}
			loose := form{word: m.form.word, sort: m.form.sort}
			alike[loose] = append(alike[loose], spot{i, m})
			if !m.guess {
				exact[m.form] = append(exact[m.form], spot{i, m})
			}
		}
	}
	type candidate struct {
		spots []spot
		worth float64
	}
	var all []candidate
	try := func(spots []spot) {
		chain, worth := p.chain(spots)
		if len(chain) < 2 && !p.opens(chain) || len(chain) < 4 && chain[0].form.sort.letters() {
			return // two or three letters are rather options
		}
		again := beginnings(chain)
		sign := chain[0].form.sort
		if again > 1 && again*100 > 34*len(chain) || again > 2 && len(chain) <= most*again && (sign.letters() || sign == roman) {
			return // the options of each question
		}
		if chain[0].form.sort.letters() || chain[0].form.sort == roman {
			worth *= 0.5
		}
		all = append(all, candidate{chain, worth})
	}
	add := func(spots []spot) {
		// Marks at the beginnings of lines by themselves, then all of them.
		var strong []spot
		for _, s := range spots {
			if s.place == first {
				strong = append(strong, s)
			}
		}
		if len(strong) >= 2 && len(strong) < len(spots) {
			try(strong)
		}
		try(spots)
	}
	for _, f := range sortedForms(exact) {
		add(exact[f])
	}
	for _, f := range sortedForms(alike) {
		if one := alike[f]; len(one) > 0 && !sameForms(one) {
			add(one)
		}
	}
	for _, f := range sortedForms(exact) {
		if set := p.scattered(exact[f]); set != nil {
			all = append(all, candidate{set, float64(len(set))})
		}
	}
	slices.SortStableFunc(all, func(a, b candidate) int { return cmp.Compare(b.worth, a.worth) })
	var out [][]spot
	for _, c := range all {
		if len(out) < maxChains && !slices.ContainsFunc(out, func(o []spot) bool { return sameSpots(o, c.spots) }) {
			out = append(out, c.spots)
		}
	}
	return out
}

// maxChains is how many ways to number questions are tried.
const maxChains = 8

// opens says whether a single mark begins a paper of one question.
func (p *paper) opens(chain []spot) bool {
	return len(chain) == 1 && chain[0].place == first && chain[0].line < 8 && allOne(chain[0].value) && !chain[0].form.sort.letters()
}

func sameForms(spots []spot) bool {
	for _, s := range spots {
		if s.form != spots[0].form || s.guess {
			return false
		}
	}
	return true
}

func sortedForms[T any](by map[form]T) []form {
	out := make([]form, 0, len(by))
	for f := range by {
		out = append(out, f)
	}
	slices.SortFunc(out, func(a, b form) int {
		return cmp.Or(cmp.Compare(a.word, b.word), cmp.Compare(a.sort, b.sort), cmp.Compare(a.open, b.open), cmp.Compare(a.close, b.close))
	})
	return out
}

func sameSpots(a, b []spot) bool {
	return slices.EqualFunc(a, b, func(x, y spot) bool {
		return x.line == y.line && x.at == y.at && x.end == y.end && x.form.sort == y.form.sort
	})
}

// plainCount says whether a chain numbers questions as papers do: with figures, at
// the beginnings of lines, up from one.
func plainCount(chain []spot) bool {
	if len(chain) == 0 {
		return false
	}
	atFirst := 0
	for _, s := range chain {
		if s.place == first {
			atFirst++
		}
	}
	s := chain[0].form.sort
	if (s == roman || s == capital) && len(chain) < 4 {
		return false
	}
	return len(chain) >= 3 && !s.letters() && s != named && atFirst*10 >= len(chain)*7 && !furnitureWords[chain[0].form.word]
}

// beginnings is how often a chain begins its count.
func beginnings(chain []spot) int {
	n := 0
	for i, s := range chain {
		if i == 0 || allOne(s.value) {
			n++
		}
	}
	return n
}

// scattered are marks at the beginnings of lines that are 1 to n, each once, in
// another order: columns that were copied block by block.
func (p *paper) scattered(spots []spot) []spot {
	var out []spot
	seen := map[int]bool{}
	top := 0
	for _, s := range spots {
		if s.place != first || len(s.value) != 1 || s.form.sort != decimal || !strings.ContainsFunc(p.lines[s.line].text[s.end:], unicode.IsLetter) {
			continue
		}
		if seen[s.value[0]] {
			return nil
		}
		seen[s.value[0]] = true
		top = max(top, s.value[0])
		out = append(out, s)
	}
	if len(out) < 4 || top != len(out) {
		return nil
	}
	return out
}
