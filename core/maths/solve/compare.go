package solve

import (
	"math/big"
	"slices"

	"zincowl/core/maths/algebra"
)

// Same compares two solutions for the same unknowns as sets. The error is
// ErrUndecided where they can't be told apart or shown equal.
func Same(a, b Solution) (bool, error) {
	v := comparing(a)
	calc := v.calculator()
	if len(a.Unknowns) > 1 {
		if a.Kind == Interval || b.Kind == Interval {
			if a.Kind != b.Kind {
				return false, nil // infinitely many against finitely many
			}
			return v.sameFlat(calc, a, b)
		}
		return v.samePoints(calc, a.Points, b.Points)
	}
	if len(a.Periodic) > 0 || len(b.Periodic) > 0 {
		return v.samePeriodic(calc, a, b)
	}
	la, lb := a.whole(), b.whole()
	if len(la) != len(lb) {
		return false, nil
	}
	for i := range la {
		for _, ends := range [][2]*algebra.Form{{la[i].Lo, lb[i].Lo}, {la[i].Hi, lb[i].Hi}} {
			same, err := v.sameValue(calc, ends[0], ends[1])
			if err != nil || !same {
				return false, err
			}
		}
		if la[i].Lo != nil && la[i].OpenLo != lb[i].OpenLo || la[i].Hi != nil && la[i].OpenHi != lb[i].OpenHi {
			return false, nil
		}
	}
	return true, nil
}

// sameFlat compares sets of infinitely many points: each has to satisfy the equations
// of the other.
func (v *solver) sameFlat(calc *algebra.Calculator, a, b Solution) (bool, error) {
	if a.flat == nil || b.flat == nil {
		return false, ErrUndecided
	}
	within := func(a, b *branch) (bool, error) {
		for _, f := range b.equations(v.unknowns) {
			var err error
			for _, k := range a.known { // later ones stand in those before
				if f, err = calc.Replace(f, k.name, k.as); err != nil {
					return false, err
				}
			}
			if !calc.Same(f, algebra.Int(0)) {
				return false, nil
			}
		}
		return true, nil
	}
	for _, pair := range [][2]*branch{{a.flat, b.flat}, {b.flat, a.flat}} {
		if ok, err := within(pair[0], pair[1]); err != nil || !ok {
			return false, err
		}
	}
	return true, nil
}

// equations are what a set of points satisfies, without the names that run.
func (b *branch) equations(unknowns []string) []*algebra.Form {
	calc := algebra.New(algebra.DefaultBudget)
	var out []*algebra.Form
	for _, k := range b.known {
		if !slices.Contains(unknowns, k.name) {
			continue
		}
		if f, err := calc.Sub(algebra.Variable(k.name), k.as); err == nil {
			out = append(out, f)
		}
	}
	return out
}

// sameValue compares two values; nil is infinite.
func (v *solver) sameValue(calc *algebra.Calculator, a, b *algebra.Form) (bool, error) {
	if a == nil || b == nil {
		return a == b, nil
	}
	if calc.Same(a, b) {
		return true, nil
	}
	if len(a.Names())+len(b.Names()) > 0 { // with parameters: by the expressions
		switch algebra.Equivalent(calc.Node(a), calc.Node(b), v.budget).Verdict {
		case algebra.True:
			return true, nil
		case algebra.False:
			return false, nil
		}
		return false, ErrUndecided
	}
	s, err := calc.Compare(a, b)
	if err != nil {
		return false, ErrUndecided
	}
	return s == 0, nil
}

func (v *solver) samePoints(calc *algebra.Calculator, a, b [][]*algebra.Form) (bool, error) {
	for _, pair := range [][2][][]*algebra.Form{{a, b}, {b, a}} {
		for _, p := range pair[0] {
			found := false
			for _, q := range pair[1] {
				all := len(p) == len(q)
				for i := 0; all && i < len(p); i++ {
					same, err := v.sameValue(calc, p[i], q[i])
					if err != nil {
						return false, err
					}
					all = same
				}
				found = found || all
			}
			if !found {
				return false, nil
			}
		}
	}
	return true, nil
}

// samePeriodic compares points that repeat: over the shortest stretch that is a
// whole number of every period.
func (v *solver) samePeriodic(calc *algebra.Calculator, a, b Solution) (bool, error) {
	if len(a.Line) > 0 || len(b.Line) > 0 || len(a.Periodic) == 0 || len(b.Periodic) == 0 {
		if len(a.Periodic) == 0 && a.Kind != Interval || len(b.Periodic) == 0 && b.Kind != Interval {
			return false, nil // finitely many points against infinitely many
		}
		return false, ErrUndecided
	}
	all := append(slices.Clone(a.Periodic), b.Periodic...)
	common := big.NewInt(1)
	for _, r := range all {
		q, err := calc.Quo(r.Period, all[0].Period)
		if err != nil {
			return false, err
		}
		n, ok := q.Rational()
		if !ok {
			return false, ErrUndecided
		}
		g := new(big.Int).GCD(nil, nil, common, n.Num())
		common = new(big.Int).Mul(common, new(big.Int).Quo(n.Num(), g))
	}
	stretch, err := calc.Mul(all[0].Period, algebra.Rational(new(big.Rat).SetInt(common)))
	if err != nil {
		return false, err
	}
	x, err := spread(calc, a.Periodic, stretch)
	if err != nil {
		return false, err
	}
	y, err := spread(calc, b.Periodic, stretch)
	if err != nil {
		return false, err
	}
	for _, pair := range [][2][]*algebra.Form{{x, y}, {y, x}} {
		for _, p := range pair[0] {
			found := false
			for _, q := range pair[1] {
				whole, err := v.wholeTurns(calc, p, q, stretch)
				if err != nil {
					return false, err
				}
				found = found || whole
			}
			if !found {
				return false, nil
			}
		}
	}
	return true, nil
}

// spread lists the values of periodic roots over a stretch.
func spread(calc *algebra.Calculator, roots []algebra.Root, stretch *algebra.Form) ([]*algebra.Form, error) {
	var out []*algebra.Form
	for _, r := range roots {
		q, err := calc.Quo(stretch, r.Period)
		if err != nil {
			return nil, err
		}
		n, ok := q.Rational()
		if !ok || !n.IsInt() || n.Num().CmpAbs(big.NewInt(200)) > 0 {
			return nil, ErrUndecided
		}
		x := r.Value
		for range n.Num().Int64() {
			out = append(out, x)
			if x, err = calc.Add(x, r.Period); err != nil {
				return nil, err
			}
		}
	}
	return out, nil
}

// wholeTurns says whether two values lie a whole number of stretches apart.
func (v *solver) wholeTurns(calc *algebra.Calculator, p, q, stretch *algebra.Form) (bool, error) {
	d, err := calc.Sub(p, q)
	if err != nil {
		return false, err
	}
	if d, err = calc.Quo(d, stretch); err != nil {
		return false, err
	}
	if n, ok := d.Rational(); ok {
		return n.IsInt(), nil
	}
	n, ok := calc.Decimal(d, 12)
	if !ok {
		return false, ErrUndecided
	}
	if n.IsInt() || n.Sign() == 0 {
		return false, ErrUndecided // too close to tell
	}
	return false, nil
}

// comparing is a solver for what a solution is compared by, with no less to spend
// than is usual, however little its own statement needed.
func comparing(a Solution) *solver {
	budget := a.budget
	budget.Work = max(budget.Work, algebra.DefaultBudget.Work)
	return &solver{unknowns: a.Unknowns, budget: budget}
}

// Within says whether all of a lies in b.
func Within(a, b Solution) (bool, error) {
	v := comparing(a)
	calc := v.calculator()
	if len(a.Unknowns) > 1 {
		for _, p := range a.Points {
			both, err := v.samePoints(calc, append(slices.Clone(b.Points), p), b.Points)
			if err != nil || !both {
				return false, err
			}
		}
		return a.Kind != Interval, nil
	}
	if len(a.Periodic)+len(b.Periodic) > 0 {
		joined := b
		joined.Periodic = append(slices.Clone(b.Periodic), a.Periodic...)
		return v.samePeriodic(calc, joined, b)
	}
	line, err := v.union([]Line{a.whole(), b.whole()})
	if err != nil {
		return false, err
	}
	return Same(v.finished(line, nil, nil).named(a.Unknowns), b)
}

func (s Solution) named(unknowns []string) Solution {
	s.Unknowns = unknowns
	return s
}
