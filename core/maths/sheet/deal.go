package sheet

import (
	"maps"
	"slices"

	"zincowl/core/maths/units"
)

// along works a route with the quantities of a stem, in every way they can be dealt
// to its leaves.
func (s *Sheet) along(r route, t told) []Answer {
	c := t.change
	if c != nil && !slices.Contains(r.leaves, c.term) {
		return nil
	}
	known := map[int]units.Quantity{}
	var loose []given // known by unit alone
	var unused []string
	for _, g := range t.found {
		switch {
		case g.term < 0:
			loose = append(loose, g)
		case slices.Contains(r.leaves, g.term):
			known[g.term] = g.Quantity
		default:
			unused = append(unused, g.Text(5))
		}
	}
	if c != nil && c.from != nil {
		known[c.term] = *c.from
	}
	// What the stem gives is not worked out again.
	for b := r.before; b != nil; b = b.before {
		if slices.ContainsFunc(t.found, func(g given) bool { return g.term == b.asked }) {
			return nil
		}
	}
	var open []int
	for _, l := range r.leaves {
		if _, ok := known[l]; ok {
			continue
		}
		u := s.terms[l].Variable
		if u.Value != nil && !slices.ContainsFunc(loose, func(g given) bool { return g.Unit.Same(u.Unit) && g.Unit.Text != "" }) {
			known[l] = units.Quantity{Value: u.Value, Unit: u.Unit} // a constant the stem leaves out
			continue
		}
		open = append(open, l)
	}
	deals := s.deals(open, loose)
	var out []Answer
	for _, d := range deals {
		a := Answer{Formulas: r.formulasOf(), Asked: s.terms[r.asked].Variable, Unused: slices.Clone(unused)}
		all := maps.Clone(known)
		used := map[int]bool{}
		for leaf, i := range d {
			all[leaf], used[i] = loose[i].Quantity, true
		}
		for _, leaf := range open {
			a.Taken = append(a.Taken, loose[d[leaf]].Text(5)+" for the "+s.terms[leaf].Meaning)
		}
		for i, g := range loose {
			if !used[i] {
				a.Unused = append(a.Unused, g.Text(5))
			}
		}
		switch stray := len(loose) > len(open); {
		case stray || len(deals) > 1 || !t.clear:
			a.Sure = Possible
		case !t.named || len(open) > 0:
			a.Sure = ByUnit
		default:
			a.Sure = Named
		}
		if len(a.Unused) > 0 && a.Sure == ByUnit || c != nil && c.contradicts(all[c.term]) {
			a.Sure = Possible
		}
		if s.finish(&a, r, t, all) {
			out = append(out, a)
		}
	}
	return out
}

// finish computes an answer.
func (s *Sheet) finish(a *Answer, r route, t told, known map[int]units.Quantity) bool {
	before, err := s.work(r, known, &a.Working)
	if err != nil {
		return false
	}
	if t.change == nil {
		if t.asks != asksValue {
			return false
		}
		a.Value = t.shown(before)
		if n, u, err := s.exact(r, known); err == nil {
			a.Exact = scaled(n, u, a.Value.Unit)
		}
	} else {
		known[t.change.term] = t.change.after(known[t.change.term])
		after, err := s.work(r, known, &a.Working)
		if err != nil {
			return false
		}
		var last string
		if a.Value, last = t.compared(before, after); last != "" {
			a.Working = append(a.Working, last)
		}
		return true
	}
	// The last line ends with what is asked for, in its unit.
	if n := len(a.Working); a.Value.Unit.Text != before.Unit.Text || a.Value.Value.Cmp(before.Value) != 0 {
		a.Working[n-1] += sign(a.Value.Value) + a.Value.Text(3)
	}
	return true
}

// maxDeals bounds in how many ways quantities are dealt.
const maxDeals = 24

// deals are the ways to give each open leaf a quantity of its dimension.
func (s *Sheet) deals(open []int, loose []given) []map[int]int {
	out := []map[int]int{{}}
	for _, leaf := range open {
		var next []map[int]int
		for _, d := range out {
			for i, g := range loose {
				u := s.terms[leaf].Unit
				if !g.Unit.Same(u) || u.Text == "" && g.Unit.Text != "" && g.Unit.Text != "%" || taken(d, i) {
					continue
				}
				more := maps.Clone(d)
				more[leaf] = i
				if next = append(next, more); len(next) > maxDeals {
					return nil
				}
			}
		}
		out = next
	}
	return out
}

func taken(d map[int]int, i int) bool {
	for _, j := range d {
		if i == j {
			return true
		}
	}
	return false
}
