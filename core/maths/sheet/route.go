package sheet

import (
	"maps"
	"math/big"
	"slices"

	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// route is a way to a term: a formula to be worked for it, after the route to one
// of its other terms if that is not given.
type route struct {
	asked   int // a term
	formula int
	before  *route
	leaves  []int // the terms that have to be given
}

// maxRoute bounds how many formulas a route has.
const maxRoute = 3

// maxLooks bounds how many formulas are looked at for one stem, in a sheet in which
// many speak of the same.
const maxLooks = 20_000

// routes are the ways to a term with no more than so many leaves, the shortest first.
func (s *Sheet) routes(asked, leaves int, looks *int) []route {
	var out []route
	for length := 1; length <= maxRoute; length++ {
		for _, r := range s.routesOf(asked, length, nil, nil, looks) {
			needed := 0
			for _, l := range r.leaves {
				if s.terms[l].Value == nil {
					needed++
				}
			}
			if needed <= leaves {
				out = append(out, r)
			}
		}
	}
	return out
}

// routesOf are the routes with so many formulas that use none of the given ones,
// and find none of the given terms.
func (s *Sheet) routesOf(asked, length int, used, above []int, looks *int) []route {
	var out []route
	for _, i := range s.with[asked] {
		if *looks--; *looks < 0 {
			break
		}
		of := s.of[i]
		if slices.Contains(used, i) || !s.solves[i][asked] {
			continue
		}
		var others []int
		for _, t := range of {
			if t != asked {
				others = append(others, t)
			}
		}
		if slices.ContainsFunc(others, func(t int) bool { return slices.Contains(above, t) }) {
			continue
		}
		if length == 1 {
			out = append(out, route{asked: asked, formula: i, leaves: others})
			continue
		}
		for at, t := range others {
			for _, before := range s.routesOf(t, length-1, append(slices.Clone(used), i), append(slices.Clone(above), asked), looks) {
				if slices.Contains(before.leaves, asked) {
					continue
				}
				leaves := slices.Concat(others[:at], others[at+1:])
				for _, l := range before.leaves {
					if !slices.Contains(leaves, l) {
						leaves = append(leaves, l)
					}
				}
				out = append(out, route{asked, i, &before, leaves})
			}
		}
	}
	return out
}

// solved says for which terms a formula can be worked: those that stand in it once.
func (s *Sheet) solved(formula int) map[int]bool {
	out := map[int]bool{}
	for _, t := range s.of[formula] {
		n := 0
		for _, o := range s.of[formula] {
			if o == t {
				n++
			}
		}
		_, err := s.formulas[formula].For(s.name(formula, t))
		out[t] = n == 1 && err == nil && s.terms[t].Value == nil
	}
	return out
}

// name is what a formula calls a term.
func (s *Sheet) name(formula, t int) string {
	at := slices.Index(s.of[formula], t)
	return s.formulas[formula].Variables[at].Name
}

// formulasOf lists the formulas of a route in the order they are worked.
func (r route) formulasOf() []int {
	if r.before == nil {
		return []int{r.formula}
	}
	return append(r.before.formulasOf(), r.formula)
}

// work computes a route with values for its leaves and adds a line for each
// formula.
func (s *Sheet) work(r route, known map[int]units.Quantity, lines *[]string) (units.Quantity, error) {
	values := known
	if r.before != nil {
		q, err := s.work(*r.before, known, lines)
		if err != nil {
			return q, err
		}
		values = maps.Clone(known)
		values[r.before.asked] = q
	}
	f := s.formulas[r.formula]
	givens := map[string]units.Quantity{}
	for i, t := range s.of[r.formula] {
		if q, ok := values[t]; ok && t != r.asked {
			givens[f.Variables[i].Name] = q
		}
	}
	name := s.name(r.formula, r.asked)
	out, err := f.Compute(name, givens)
	if err == nil && lines != nil {
		*lines = append(*lines, line(f, name, givens, out))
	}
	return out, err
}

// exact is what a route comes to as an expression of numbers, with its unit.
func (s *Sheet) exact(r route, known map[int]units.Quantity) (maths.Node, units.Unit, error) {
	f := s.formulas[r.formula]
	name := s.name(r.formula, r.asked)
	n, err := f.For(name)
	if err != nil {
		return nil, units.One, err
	}
	by := map[string]maths.Node{}
	for i, t := range s.of[r.formula] {
		v := f.Variables[i]
		if q, ok := known[t]; ok && t != r.asked {
			by[v.Name] = maths.Number{Value: q.In(v.Unit)}
		} else if r.before != nil && t == r.before.asked {
			part, u, err := s.exact(*r.before, known)
			if err != nil {
				return nil, u, err
			}
			by[v.Name] = scaled(part, u, v.Unit)
		}
	}
	v, _ := f.Variable(name)
	return maths.Replace(n, by), v.Unit, nil
}

// scaled is an amount of one unit in another.
func scaled(n maths.Node, from, to units.Unit) maths.Node {
	if from.Factor.Cmp(to.Factor) == 0 {
		return n
	}
	return maths.Binary{Op: '*', X: n, Y: maths.Number{Value: from.In(to)}}
}

// line shows a formula with its numbers: "2.5 mg/L × 1.8 ML ÷ 0.65 ≈ 6.92 kg".
func line(f maths.Formula, asked string, givens map[string]units.Quantity, value units.Quantity) string {
	expr, err := f.For(asked)
	if err != nil {
		return ""
	}
	shown := map[string]string{}
	for name, q := range givens {
		v, _ := f.Variable(name)
		shown[name], _ = v.Show(q)
	}
	return maths.Substituted(expr, shown) + sign(value.Value) + value.Text(3)
}

// sign stands before a value that is shown to three digits.
func sign(v *big.Rat) string {
	if decimal.Significant(v) > 3 {
		return " ≈ "
	}
	return " = "
}
