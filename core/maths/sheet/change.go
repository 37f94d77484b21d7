package sheet

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// change is what a stem tells of a term that does not stay as it was.
type change struct {
	term     int
	from, to *units.Quantity
	factor   *big.Rat // or how many times what it was
	by       *units.Quantity
	up, down bool // which way it is said to go, where it is
}

var (
	changes = regexp.MustCompile(`\b(?:(rises?|rose|risen|increases?|increased|raised|goes up|went up|grows?|grew|climbs?|climbed)|(falls?|fell|fallen|drops?|dropped|decreases?|decreased|lowered|cut|reduced|goes down|went down|shrinks?|shrank)|(doubles|doubled)|(trebles|trebled|triples|tripled)|(halves|halved)|(changes|changed|is set|was set|goes|went|is turned))\b`)
	// nouns tell a change as a thing: "a 20% rise in the flow", "a rise of 20% in".
	nouns = regexp.MustCompile(`\b(?:(rise|increase)|(fall|drop|decrease|reduction|cut))\b`)
)

// readChange finds the change that a stem tells, and the quantities that do not
// belong to it. Two changes are not read, which leaves their numbers unexplained.
func (s *Sheet) readChange(stem string, found []units.Found, mentions []mention) ([]units.Found, *change) {
	named := func(at int) bool {
		return slices.ContainsFunc(mentions, func(m mention) bool { return m.start <= at && at < m.end })
	}
	for _, at := range changes.FindAllStringSubmatchIndex(stem, -1) {
		if named(at[0]) {
			continue
		}
		kind := slices.IndexFunc([]int{1, 2, 3, 4, 5, 6}, func(g int) bool { return at[2*g] >= 0 })
		end := at[1] + sentences(stem[at[1]:])[0]
		var in []int // quantities after the verb in its sentence
		for i, q := range found {
			if q.Start >= at[1] && q.End <= end {
				in = append(in, i)
			}
		}
		c, used := changeOf(stem, kind, at[1], found, in)
		if c == nil {
			continue
		}
		c.up, c.down = kind == 0, kind == 1
		c.term = s.changed(stem, mentions, at[0])
		if c.term < 0 {
			continue
		}
		if q := c.to; q != nil && !q.Unit.Same(s.terms[c.term].Unit) || c.by != nil && !c.by.Unit.Same(s.terms[c.term].Unit) {
			continue
		}
		return without(found, used), c
	}
	for _, at := range nouns.FindAllStringSubmatchIndex(stem, -1) {
		if named(at[0]) {
			continue
		}
		rest := stem[at[1]:]
		var used []int
		var share *big.Rat
		for i, q := range found {
			before := q.End <= at[0] && strings.TrimSpace(stem[q.End:at[0]]) == ""
			after := q.Start >= at[1] && strings.TrimSpace(stem[at[1]:q.Start]) == "of"
			if (before || after) && q.Unit.Text == "%" {
				used, share = []int{i}, q.Value
				if after {
					rest = stem[q.End:]
				}
			}
		}
		if share == nil {
			continue
		}
		for _, m := range mentions {
			lead := m.start - (len(stem) - len(rest))
			if lead < 0 || lead > 12 || !strings.HasPrefix(strings.TrimSpace(rest[:lead]), "in") {
				continue
			}
			return without(found, used), &change{term: m.term, factor: times(share, at[2] < 0)}
		}
	}
	return found, nil
}

// times is the factor of a change by so many per cent.
func times(percent *big.Rat, down bool) *big.Rat {
	p := new(big.Rat).Quo(percent, big.NewRat(100, 1))
	if down {
		p.Neg(p)
	}
	return p.Add(p, big.NewRat(1, 1))
}

// changeOf reads what follows a verb: "by 20%", "by 30 m³/h", "to 540 m³/h", "from
// 450 to 540 m³/h". It says which quantities it took.
func changeOf(stem string, kind, verb int, found []units.Found, in []int) (*change, []int) {
	switch kind {
	case 2:
		return &change{factor: big.NewRat(2, 1)}, nil
	case 3:
		return &change{factor: big.NewRat(3, 1)}, nil
	case 4:
		return &change{factor: big.NewRat(1, 2)}, nil
	}
	if len(in) == 0 {
		return nil, nil
	}
	first := found[in[0]]
	lead := strings.Fields(stem[verb:first.Start])
	if len(lead) == 0 || len(lead) > 5 {
		return nil, nil
	}
	q := first.Quantity
	switch lead[len(lead)-1] {
	case "by":
		switch {
		case kind == 5:
			return nil, nil
		case q.Unit.Text == "%":
			return &change{factor: times(q.Value, kind == 1)}, in[:1]
		case kind == 1:
			q.Value = new(big.Rat).Neg(q.Value)
		}
		return &change{by: &q}, in[:1]
	case "to":
		return &change{to: &q}, in[:1]
	case "from":
		if len(in) < 2 || strings.TrimSpace(stem[first.End:found[in[1]].Start]) != "to" {
			return nil, nil
		}
		to := found[in[1]].Quantity
		if q.Unit.Text == "" {
			q.Unit = to.Unit
		}
		return &change{from: &q, to: &to}, in[:2]
	}
	return nil, nil
}

// changed is the term that a verb is about: the one named last before it in its
// sentence.
func (s *Sheet) changed(stem string, mentions []mention, verb int) int {
	start := 0
	for _, end := range sentences(stem) {
		if end <= verb {
			start = end
		}
	}
	out := -1
	for _, m := range mentions {
		if m.start >= start && m.end <= verb && verb-m.end <= 30 {
			out = m.term
		}
	}
	return out
}

func without(found []units.Found, used []int) []units.Found {
	var out []units.Found
	for i, q := range found {
		if !slices.Contains(used, i) {
			out = append(out, q)
		}
	}
	return out
}

// after is a term's value after the change.
func (c change) after(q units.Quantity) units.Quantity {
	switch {
	case c.to != nil:
		return units.Quantity{Value: c.to.In(q.Unit), Unit: q.Unit}
	case c.by != nil:
		return units.Quantity{Value: new(big.Rat).Add(q.Value, c.by.In(q.Unit)), Unit: q.Unit}
	}
	return units.Quantity{Value: new(big.Rat).Mul(q.Value, c.factor), Unit: q.Unit}
}

// contradicts says whether a term does not go the way it is said to.
func (c change) contradicts(before units.Quantity) bool {
	d := c.after(before).Value.Cmp(before.Value)
	return d == 0 || c.up && d < 0 || c.down && d > 0
}

// compared is what is asked of the values before and after, with its line.
func (t told) compared(before, after units.Quantity) (units.Quantity, string) {
	before, after = t.shown(before), t.shown(after)
	high, low := after, before
	if high.Value.Cmp(low.Value) < 0 {
		high, low = low, high
	}
	switch t.asks {
	case asksBefore:
		return before, ""
	case asksDifference:
		out := units.Quantity{Value: new(big.Rat).Sub(high.Value, low.Value), Unit: after.Unit}
		return out, high.Text(7) + " − " + low.Text(7) + sign(out.Value) + out.Text(3)
	case asksPercentage:
		if before.Value.Sign() == 0 {
			return before, ""
		}
		share := new(big.Rat).Sub(high.Value, low.Value)
		share.Quo(share, before.Value)
		out := units.Quantity{Value: share.Mul(share, big.NewRat(100, 1)), Unit: percent}
		return out, fmt.Sprintf("(%s − %s) ÷ %s%s%s", high.Text(7), low.Text(7), before.Text(7), sign(out.Value), out.Text(3))
	}
	return after, ""
}

var percent, _ = units.Parse("%")

// inProportion answers what a change makes of a term whose first value is given, or
// by what share it changes, where no other numbers are needed: the term has to
// change in the same proportion whatever the others are.
func (s *Sheet) inProportion(t told) []Answer {
	var out []Answer
	for _, asked := range t.asked {
		var first *units.Quantity
		var unused []string
		for _, g := range t.found {
			if g.term == asked {
				first = &g.Quantity
			} else {
				unused = append(unused, g.Text(5))
			}
		}
		if first == nil && t.asks != asksPercentage {
			continue
		}
		for i, of := range s.of {
			if !slices.Contains(of, asked) || !slices.Contains(of, t.change.term) || asked == t.change.term || !s.solves[i][asked] {
				continue
			}
			factor, ok := s.proportion(i, asked, *t.change)
			if !ok {
				continue
			}
			before := units.Quantity{Value: big.NewRat(100, 1), Unit: s.terms[asked].Unit}
			if first != nil {
				before = *first
			}
			after := units.Quantity{Value: new(big.Rat).Mul(before.Value, factor), Unit: before.Unit}
			a := Answer{Formulas: []int{i}, Asked: s.terms[asked].Variable, Unused: unused}
			var last string
			a.Value, last = t.compared(before, after)
			times, _ := decimal.Show(factor, 6)
			switch {
			case first == nil && after.Value.Cmp(before.Value) < 0:
				a.Working = []string{"(1 − " + times + ") × 100%" + sign(a.Value.Value) + a.Value.Text(3)}
			case first == nil:
				a.Working = []string{"(" + times + " − 1) × 100%" + sign(a.Value.Value) + a.Value.Text(3)}
			default:
				a.Working = []string{before.Text(4) + " × " + times + sign(after.Value) + after.Text(3)}
				if last != "" {
					a.Working = append(a.Working, last)
				}
			}
			if t.named && t.clear && len(unused) == 0 && (t.change.from == nil || !t.change.contradicts(*t.change.from)) {
				a.Sure = Named
			}
			out = append(out, a)
		}
	}
	return out
}

// proportion is the factor by which a formula's term changes, where it is the same
// for other numbers too.
func (s *Sheet) proportion(formula, asked int, c change) (*big.Rat, bool) {
	var factors []*big.Rat
	for _, seed := range []int64{3, 7} {
		known := map[int]units.Quantity{}
		for n, t := range s.of[formula] {
			if t != asked {
				known[t] = units.Quantity{Value: big.NewRat(seed*int64(n+2)+1, 2), Unit: s.terms[t].Unit}
			}
		}
		if c.from != nil {
			known[c.term] = *c.from
		} else if c.factor == nil {
			return nil, false
		}
		before, err1 := s.work(route{asked: asked, formula: formula}, known, nil)
		known[c.term] = c.after(known[c.term])
		after, err2 := s.work(route{asked: asked, formula: formula}, known, nil)
		if err1 != nil || err2 != nil || before.Value.Sign() == 0 {
			return nil, false
		}
		factors = append(factors, maths.Settled(new(big.Rat).Quo(after.Value, before.Value)))
	}
	return factors[0], maths.Alike(factors[0], factors[1])
}
