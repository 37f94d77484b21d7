package solve

import (
	"errors"
	"slices"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// several solves for a number of unknowns at once: by solving one equation for
// one of them where that is linear, and putting it into the others.
func (v *solver) several(s maths.Statement) (Solution, error) {
	switch s := s.(type) {
	case maths.Nothing:
		return Solution{Kind: None}, nil
	case maths.Pair:
		if s.A == nil || s.B == nil {
			return Solution{}, ErrNotSolvable
		}
		return v.point([]maths.Node{s.A, s.B})
	case maths.Tuple:
		return v.point(s)
	case maths.Any:
		var out Solution
		for _, part := range s {
			one, err := v.several(part)
			if err != nil || one.Kind == Interval {
				return one, err
			}
			out.Points = append(out.Points, one.Points...)
		}
		return v.distinct(out.Points)
	}
	relations, ok := flatten(s)
	if !ok {
		return Solution{}, ErrNotSolvable
	}
	var points [][]*algebra.Form
	for _, alternative := range expand(relations) {
		out, err := v.system(alternative)
		if err != nil || out.Kind == Interval {
			return out, err
		}
		points = append(points, out.Points...)
	}
	return v.distinct(points)
}

func (v *solver) point(nodes []maths.Node) (Solution, error) {
	if len(nodes) != len(v.unknowns) {
		return Solution{}, ErrNotSolvable
	}
	for i, n := range nodes {
		if len(maths.Signs(n)) > 1 { // (±2, 1)
			var points [][]*algebra.Form
			for _, one := range maths.Signs(n) {
				other := slices.Clone(nodes)
				other[i] = one
				p, err := v.point(other)
				if err != nil {
					return p, err
				}
				points = append(points, p.Points...)
			}
			return v.distinct(points)
		}
	}
	if slices.ContainsFunc(nodes, func(n maths.Node) bool { return len(maths.Names(n)) > 0 }) {
		var relations []relation
		for i, n := range nodes {
			relations = append(relations, relation{maths.Name(v.unknowns[i]), n, "="})
		}
		return v.system(relations)
	}
	forms, err := v.calculator().Forms(nodes...)
	return Solution{Kind: Finite, Points: [][]*algebra.Form{forms}}, err
}

// distinct drops repeated points.
func (v *solver) distinct(points [][]*algebra.Form) (Solution, error) {
	calc := v.calculator()
	var out [][]*algebra.Form
	for _, p := range points {
		if !slices.ContainsFunc(out, func(q []*algebra.Form) bool { return slices.EqualFunc(p, q, calc.Same) }) {
			out = append(out, p)
		}
	}
	if len(out) == 0 {
		return Solution{Kind: None}, nil
	}
	return Solution{Kind: Finite, Points: out}, nil
}

// branch is a state of the elimination: equations that are left, and unknowns
// that are known by the others.
type branch struct {
	left  []*algebra.Form
	known []assignment
}

// assignment is an unknown by a Form in those assigned after it.
type assignment struct {
	name string
	as   *algebra.Form
}

func (v *solver) system(relations []relation) (Solution, error) {
	calc := v.calculator()
	start := branch{}
	for _, r := range relations {
		if r.op != "=" && r.op != "≈" {
			return Solution{}, ErrUndecided
		}
		forms, err := calc.Forms(r.left, r.right)
		if err != nil {
			return Solution{}, err
		}
		d, err := calc.Sub(forms[0], forms[1])
		if err != nil {
			return Solution{}, err
		}
		start.left = append(start.left, d)
		v.note("equation", r.String())
	}
	conditions := conditionsOf(relations)
	var points [][]*algebra.Form
	for open := []branch{start}; len(open) > 0; {
		b := open[len(open)-1]
		open = open[:len(open)-1]
		next, done, err := v.eliminate(calc, b)
		if err != nil {
			return Solution{}, err
		}
		if !done {
			open = append(open, next...)
			continue
		}
		if len(b.known) < len(v.unknowns)+len(v.running) {
			out := Solution{Kind: Interval}
			if len(open) == 0 && len(points) == 0 && len(conditions) == 0 {
				out.flat = &branch{left: start.left, known: b.known}
			}
			return out, nil
		}
		p, err := v.backwards(calc, b.known)
		if err != nil {
			return Solution{}, err
		}
		ok, err := v.checkPoint(p, relations, conditions)
		if err != nil {
			return Solution{}, err
		}
		if ok {
			points = append(points, p)
		}
	}
	return v.distinct(points)
}

// eliminate takes one step: it drops what is true, gives up a branch with a
// contradiction, or removes one unknown. done is true where no equation is left.
func (v *solver) eliminate(calc *algebra.Calculator, b branch) (next []branch, done bool, err error) {
	var left []*algebra.Form
	for _, f := range b.left {
		if calc.Same(f, algebra.Int(0)) {
			continue
		}
		if !v.involves(f) {
			if len(f.Names()) > 0 {
				return nil, false, ErrUndecided // depends on a parameter
			}
			sign, err := calc.Sign(f)
			if err != nil {
				return nil, false, err
			}
			if sign != 0 {
				v.note("contradiction", maths.Typed(calc.Node(f))+" = 0")
				return nil, false, nil
			}
			continue
		}
		left = append(left, f)
	}
	if len(left) == 0 {
		return nil, true, nil
	}
	for i, f := range left {
		for _, x := range slices.Concat(v.running, v.unknowns) {
			a, rest, ok := calc.Linear(f, x)
			if !ok || v.involves(a) || len(a.Names()) > 0 {
				continue
			}
			as, err := linearRoot(calc, a, rest)
			if err != nil {
				return nil, false, err
			}
			v.note("substitute", x+" = "+maths.Typed(calc.Node(as)))
			n, err := v.put(calc, b, slices.Delete(slices.Clone(left), i, i+1), x, as)
			return []branch{n}, false, err
		}
	}
	if next, ok, err := v.bySquares(calc, b, left); ok || err != nil {
		return next, false, err
	}
	if next, ok, err := v.byQuotient(calc, b, left); ok || err != nil {
		return next, false, err
	}
	for i, f := range left {
		names := v.unknownsOf(f)
		if len(names) != 1 {
			continue
		}
		roots, steps, err := calc.Roots(f, names[0])
		if err != nil {
			return nil, false, err
		}
		v.steps = append(v.steps, steps...)
		for _, r := range roots {
			if r.Period != nil {
				return nil, false, ErrUndecided
			}
			v.note("substitute", names[0]+" = "+maths.Typed(calc.Node(r.Value)))
			n, err := v.put(calc, b, slices.Delete(slices.Clone(left), i, i+1), names[0], r.Value)
			if errors.Is(err, algebra.ErrUndefined) {
				continue
			}
			if err != nil {
				return nil, false, err
			}
			next = append(next, n)
		}
		return next, false, nil
	}
	return nil, false, ErrUndecided
}

// linearRoot is the x of a·x + b = 0.
func linearRoot(calc *algebra.Calculator, a, b *algebra.Form) (*algebra.Form, error) {
	q, err := calc.Quo(b, a)
	if err != nil {
		return nil, err
	}
	return calc.Sub(algebra.Int(0), q)
}

// bySquares removes an unknown that stands in all equations as a square alone:
// x² + y² = 13, x² - y² = 5.
func (v *solver) bySquares(calc *algebra.Calculator, b branch, left []*algebra.Form) ([]branch, bool, error) {
	const square = "square of an unknown"
	for _, x := range v.unknowns {
		if len(left) < 2 {
			return nil, false, nil
		}
		root, err := calc.Form(maths.Call{Func: "sqrt", Args: []maths.Node{maths.Name(square)}})
		if err != nil {
			return nil, false, err
		}
		if even, err := v.evenIn(calc, left, x); err != nil {
			return nil, false, err
		} else if !even {
			continue
		}
		forms := make([]*algebra.Form, len(left))
		for i, f := range left {
			if forms[i], err = calc.Replace(f, x, root); err != nil {
				return nil, false, err
			}
		}
		shared := 0
		for _, f := range forms {
			if slices.Contains(f.Names(), square) {
				shared++
			}
		}
		for i, f := range forms {
			if shared < 2 {
				break
			}
			a, rest, ok := calc.Linear(f, square)
			if !ok || len(a.Names()) > 0 || slices.Contains(rest.Names(), square) {
				continue
			}
			as, err := linearRoot(calc, a, rest)
			if err != nil {
				return nil, false, err
			}
			next := branch{known: b.known}
			for k, g := range forms {
				if k == i {
					continue
				}
				if g, err = calc.Replace(g, square, as); err != nil {
					return nil, false, err
				}
				if slices.Contains(g.Names(), square) || slices.Contains(g.Names(), x) {
					return nil, false, nil
				}
				next.left = append(next.left, g)
			}
			v.note("subtract", "the equations give "+maths.Typed(calc.Node(next.left[0]))+" = 0")
			next.left = append(next.left, left[i])
			return []branch{next}, true, nil
		}
	}
	return nil, false, nil
}

// evenIn says whether an unknown and its opposite do the same in all equations.
func (v *solver) evenIn(calc *algebra.Calculator, left []*algebra.Form, x string) (bool, error) {
	opposite, err := calc.Sub(algebra.Int(0), algebra.Variable(x))
	if err != nil {
		return false, err
	}
	for _, f := range left {
		g, err := calc.Replace(f, x, opposite)
		if errors.Is(err, algebra.ErrBeyond) {
			return false, nil
		}
		if err != nil || !calc.Same(f, g) {
			return false, err
		}
	}
	return true, nil
}

// byQuotient removes an unknown that stands in an equation in the first degree, with a
// factor in the others: where that is zero, so is the rest.
func (v *solver) byQuotient(calc *algebra.Calculator, b branch, left []*algebra.Form) ([]branch, bool, error) {
	if len(left) < 2 {
		return nil, false, nil
	}
	for i, f := range left {
		for _, x := range v.unknowns {
			a, rest, ok := calc.Linear(f, x)
			if !ok || !v.involves(a) || slices.Contains(a.Names(), x) || slices.Contains(rest.Names(), x) {
				continue
			}
			as, err := linearRoot(calc, a, rest)
			if err != nil {
				return nil, false, err
			}
			others := slices.Delete(slices.Clone(left), i, i+1)
			v.note("substitute", x+" = "+maths.Typed(calc.Node(as)))
			n, err := v.put(calc, b, others, x, as)
			if err != nil {
				return nil, false, err
			}
			return []branch{n, {left: append(slices.Clone(others), a, rest), known: b.known}}, true, nil
		}
	}
	return nil, false, nil
}

// put replaces an unknown in what is left.
func (v *solver) put(calc *algebra.Calculator, b branch, left []*algebra.Form, x string, as *algebra.Form) (branch, error) {
	out := branch{known: append(slices.Clone(b.known), assignment{x, as})}
	for _, f := range left {
		g, err := calc.Replace(f, x, as)
		if err != nil {
			return out, err
		}
		out.left = append(out.left, g)
	}
	return out, nil
}

func (v *solver) unknownsOf(f *algebra.Form) []string {
	var out []string
	for _, n := range f.Names() {
		if slices.Contains(v.unknowns, n) || slices.Contains(v.running, n) {
			out = append(out, n)
		}
	}
	return out
}

func (v *solver) involves(f *algebra.Form) bool { return len(v.unknownsOf(f)) > 0 }

// backwards computes the unknowns from the last assigned to the first.
func (v *solver) backwards(calc *algebra.Calculator, known []assignment) ([]*algebra.Form, error) {
	values := map[string]*algebra.Form{}
	for i := len(known) - 1; i >= 0; i-- {
		f := known[i].as
		for name, value := range values {
			var err error
			if f, err = calc.Replace(f, name, value); err != nil {
				return nil, err
			}
		}
		values[known[i].name] = f
	}
	out := make([]*algebra.Form, len(v.unknowns))
	for i, x := range v.unknowns {
		out[i] = values[x]
	}
	return out, nil
}

func (v *solver) checkPoint(p []*algebra.Form, relations []relation, conditions []Condition) (bool, error) {
	calc := v.calculator()
	at := map[string]*algebra.Form{}
	for i, x := range v.unknowns {
		at[x] = p[i]
	}
	defer calc.With(at)()
	for _, c := range conditions {
		if ok, err := c.holds(calc); err != nil || !ok {
			return false, err
		}
	}
	for _, r := range relations {
		if ok, err := r.holds(calc); err != nil || !ok {
			return false, err
		}
	}
	return true, nil
}
