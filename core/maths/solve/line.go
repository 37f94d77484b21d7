package solve

import (
	"errors"
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
)

// Line is a set of real numbers: spans in ascending order that do not touch.
type Line []Span

// Span is an interval; an end that is nil is infinite. A point has the same
// value at both ends.
type Span struct {
	Lo, Hi         *algebra.Form
	OpenLo, OpenHi bool
}

func (s Span) point() bool { return s.Lo != nil && s.Lo == s.Hi }

// Points are the values of a set that consists of points.
func (l Line) Points() []*algebra.Form {
	var out []*algebra.Form
	for _, s := range l {
		out = append(out, s.Lo)
	}
	return out
}

// Text writes the set as a condition on a name: "-2 < x <= 3 or x > 5".
func (l Line) Text(x string) string {
	if len(l) == 0 {
		return "no real number"
	}
	calc := algebra.New(algebra.DefaultBudget)
	text := func(f *algebra.Form) string { return maths.Typed(calc.Node(f)) }
	if but, ok := l.holes(); ok {
		var parts []string
		for _, f := range but {
			parts = append(parts, x+" != "+text(f))
		}
		return strings.Join(parts, " and ")
	}
	var parts []string
	for _, s := range l {
		lo, hi := " <= ", " <= "
		if s.OpenLo {
			lo = " < "
		}
		if s.OpenHi {
			hi = " < "
		}
		switch {
		case s.point():
			parts = append(parts, x+" = "+text(s.Lo))
		case s.Lo == nil && s.Hi == nil:
			return "all real numbers"
		case s.Lo == nil:
			parts = append(parts, x+hi+text(s.Hi))
		case s.Hi == nil:
			parts = append(parts, x+strings.Replace(lo, "<", ">", 1)+text(s.Lo))
		default:
			parts = append(parts, text(s.Lo)+lo+x+hi+text(s.Hi))
		}
	}
	return strings.Join(parts, " or ")
}

// holes are the points that alone are missing from the line.
func (l Line) holes() ([]*algebra.Form, bool) {
	if len(l) < 2 || l[0].Lo != nil || l[len(l)-1].Hi != nil {
		return nil, false
	}
	var out []*algebra.Form
	for i := 1; i < len(l); i++ {
		if l[i-1].Hi == nil || l[i].Lo == nil || l[i-1].Hi != l[i].Lo || !l[i-1].OpenHi || !l[i].OpenLo {
			return nil, false
		}
		out = append(out, l[i].Lo)
	}
	return out, true
}

// points is the set of some expressions without unknowns.
func (v *solver) points(nodes []maths.Node) (Line, error) {
	calc := v.calculator()
	var values []*algebra.Form
	for _, n := range nodes {
		for _, one := range maths.Signs(n) {
			f, err := calc.Form(one)
			if err != nil {
				return nil, err
			}
			values = append(values, f)
		}
	}
	return v.ascending(values)
}

// ascending puts values in order and drops repeated ones.
func (v *solver) ascending(values []*algebra.Form) (Line, error) {
	values, err := v.sorted(values)
	var out Line
	for _, f := range values {
		out = append(out, Span{Lo: f, Hi: f})
	}
	return out, err
}

func (v *solver) sorted(values []*algebra.Form) ([]*algebra.Form, error) {
	calc := v.calculator()
	var failed error
	compare := func(a, b *algebra.Form) int {
		s, err := calc.Compare(a, b)
		if err != nil {
			failed = err
		}
		return s
	}
	values = slices.Clone(values)
	if slices.ContainsFunc(values, func(f *algebra.Form) bool { return len(f.Names()) > 0 }) {
		return values, nil // values with parameters have no order
	}
	slices.SortStableFunc(values, compare)
	values = slices.CompactFunc(values, func(a, b *algebra.Form) bool { return compare(a, b) == 0 })
	return values, failed
}

// without is everything but some values.
func (v *solver) without(except []maths.Node) (Line, error) {
	points, err := v.points(except)
	if err != nil {
		return nil, err
	}
	out := Line{{}}
	for _, p := range points {
		last := &out[len(out)-1]
		last.Hi, last.OpenHi = p.Lo, true
		out = append(out, Span{Lo: p.Lo, OpenLo: true})
	}
	return out, nil
}

// span is an interval as it is written.
func (v *solver) span(p maths.Pair) (Line, error) {
	calc := v.calculator()
	out := Span{OpenLo: p.OpenA, OpenHi: p.OpenB}
	var err error
	if p.A != nil {
		if out.Lo, err = calc.Form(p.A); err != nil {
			return nil, err
		}
	}
	if p.B != nil {
		if out.Hi, err = calc.Form(p.B); err != nil {
			return nil, err
		}
	}
	if out.Lo != nil && out.Hi != nil {
		s, err := calc.Compare(out.Lo, out.Hi)
		switch {
		case err != nil:
			return nil, err
		case s > 0 || s == 0 && (p.OpenA || p.OpenB):
			return nil, nil
		case s == 0:
			out.Hi = out.Lo
		}
	}
	return Line{out}, nil
}

// scan decides relations and conditions at every point where their truth can
// change, and once in each gap between.
func (v *solver) scan(relations []relation, conditions []Condition) (Line, error) {
	calc := v.calculator()
	var breaks []*algebra.Form
	var repeated []algebra.Root
	find := func(left, right maths.Node) error {
		forms, err := calc.Forms(left, right)
		if errors.Is(err, algebra.ErrUndefined) {
			return nil
		} else if err != nil {
			return err
		}
		d, err := calc.Sub(forms[0], forms[1])
		if err != nil || calc.Same(d, algebra.Int(0)) {
			return err
		}
		for _, f := range d.Parts() { // zeros, and where the quotient has none
			if !slices.Contains(f.Names(), v.x()) {
				continue
			}
			roots, steps, err := calc.Roots(f, v.x())
			if err != nil {
				return err
			}
			v.steps = append(v.steps, steps...)
			for _, r := range roots {
				if r.Period != nil {
					repeated = append(repeated, r)
				} else {
					breaks = append(breaks, r.Value)
				}
			}
		}
		return nil
	}
	for _, r := range relations {
		v.note("critical points", r.String())
		if err := find(r.left, r.right); err != nil {
			return nil, err
		}
	}
	for _, c := range conditions {
		if err := find(c.Of, maths.Int(0)); err != nil {
			return nil, err
		}
	}
	if len(repeated) > 0 {
		roots, err := v.within(repeated, relations)
		if err != nil {
			return nil, err
		}
		for _, r := range roots {
			if r.Period != nil {
				return nil, ErrUndecided
			}
			breaks = append(breaks, r.Value)
		}
	}
	return v.build(breaks, func(x *algebra.Form) (bool, error) {
		_, ok, err := v.check(x, relations, conditions)
		return ok, err
	})
}

// build makes the set of all x for which holds is true; its truth changes at the
// breaks alone.
func (v *solver) build(breaks []*algebra.Form, holds func(*algebra.Form) (bool, error)) (Line, error) {
	breaks, err := v.sorted(breaks)
	if err != nil {
		return nil, err
	}
	var out Line
	var open *Span
	for i := 0; i <= len(breaks); i++ {
		var lo, hi *algebra.Form
		if i > 0 {
			lo = breaks[i-1]
		}
		if i < len(breaks) {
			hi = breaks[i]
		}
		sample, err := v.between(lo, hi)
		if err != nil {
			return nil, err
		}
		gap, err := holds(sample)
		if err != nil {
			return nil, err
		}
		at := false
		if hi != nil {
			if at, err = holds(hi); err != nil {
				return nil, err
			}
		}
		if gap && open == nil {
			open = &Span{Lo: lo, OpenLo: true}
		}
		switch {
		case !gap && open != nil: // it ended at the point before
			open.Hi = lo
			out, open = append(out, *open), nil
		}
		if hi == nil {
			break
		}
		switch {
		case gap && !at:
			open.Hi, open.OpenHi = hi, true
			out, open = append(out, *open), nil
		case !gap && at:
			open = &Span{Lo: hi}
		}
	}
	if open != nil {
		out = append(out, *open)
	}
	for i := range out {
		if out[i].Lo == nil {
			out[i].OpenLo = true
		}
		if out[i].Hi == nil {
			out[i].OpenHi = true
		}
	}
	return out, nil
}

// between is a short rational strictly between two values; nil ends are
// infinite.
func (v *solver) between(lo, hi *algebra.Form) (*algebra.Form, error) {
	calc := v.calculator()
	switch {
	case lo == nil && hi == nil:
		return algebra.Int(0), nil
	case lo == nil:
		x, ok := calc.Decimal(hi, 3)
		if !ok {
			return nil, ErrUndecided
		}
		return algebra.Rational(beyond(x, -1)), nil
	case hi == nil:
		x, ok := calc.Decimal(lo, 3)
		if !ok {
			return nil, ErrUndecided
		}
		return algebra.Rational(beyond(x, 1)), nil
	}
	for digits := 3; digits < 60; digits *= 2 {
		a, ok1 := calc.Decimal(lo, digits)
		b, ok2 := calc.Decimal(hi, digits)
		if !ok1 || !ok2 {
			return nil, ErrUndecided
		}
		mid := new(big.Rat).Add(a, b)
		mid.Quo(mid, big.NewRat(2, 1))
		for short := 1; short <= digits+1; short++ {
			f := algebra.Rational(decimal.Round(mid, short))
			above, err1 := calc.Compare(f, lo)
			below, err2 := calc.Compare(f, hi)
			if err1 == nil && err2 == nil && above > 0 && below < 0 {
				return f, nil
			}
		}
	}
	return nil, ErrUndecided
}

// beyond is a whole number safely on one side of a rounded value.
func beyond(x *big.Rat, side int64) *big.Rat {
	margin := new(big.Rat).Abs(x)
	margin.Mul(margin, big.NewRat(1, 50))
	margin.Add(margin, big.NewRat(1, 1))
	x = new(big.Rat).Add(x, margin.Mul(margin, big.NewRat(side, 1)))
	n := new(big.Int).Quo(x.Num(), x.Denom())
	n.Add(n, big.NewInt(side))
	return new(big.Rat).SetInt(n)
}

// union joins sets: a point is in it where it is in one of them.
func (v *solver) union(lines []Line) (Line, error) {
	var breaks []*algebra.Form
	for _, l := range lines {
		for _, s := range l {
			for _, f := range []*algebra.Form{s.Lo, s.Hi} {
				if f != nil {
					breaks = append(breaks, f)
				}
			}
		}
	}
	if slices.ContainsFunc(breaks, func(f *algebra.Form) bool { return len(f.Names()) > 0 }) {
		return v.ascending(breaks) // points with parameters
	}
	return v.build(breaks, func(x *algebra.Form) (bool, error) {
		for _, l := range lines {
			if in, err := v.in(x, l); err != nil || in {
				return in, err
			}
		}
		return false, nil
	})
}

func (v *solver) in(x *algebra.Form, l Line) (bool, error) {
	calc := v.calculator()
	for _, s := range l {
		inside := true
		for _, end := range []struct {
			f    *algebra.Form
			open bool
			sign int
		}{{s.Lo, s.OpenLo, 1}, {s.Hi, s.OpenHi, -1}} {
			if end.f == nil {
				continue
			}
			c, err := calc.Compare(x, end.f)
			if err != nil {
				return false, err
			}
			inside = inside && (c == end.sign || c == 0 && !end.open)
		}
		if inside {
			return true, nil
		}
	}
	return false, nil
}

// within lists the values of periodic roots one by one where the relations bound
// the unknown on both sides.
func (v *solver) within(roots []algebra.Root, relations []relation) ([]algebra.Root, error) {
	if !slices.ContainsFunc(roots, func(r algebra.Root) bool { return r.Period != nil }) {
		return roots, nil
	}
	calc := v.calculator()
	lo, hi, err := v.bounds(calc, relations)
	if err != nil || lo == nil || hi == nil {
		return roots, err
	}
	var out []algebra.Root
	for _, r := range roots {
		if r.Period == nil {
			out = append(out, r)
			continue
		}
		first, err := count(calc, r, lo)
		if err != nil {
			return nil, err
		}
		last, err := count(calc, r, hi)
		if err != nil {
			return nil, err
		}
		if last-first > 400 {
			return nil, ErrUndecided
		}
		for n := first - 1; n <= last+1; n++ {
			shift, err := calc.Mul(algebra.Int(n), r.Period)
			if err != nil {
				return nil, err
			}
			x, err := calc.Add(r.Value, shift)
			if err != nil {
				return nil, err
			}
			if below, err := calc.Compare(x, lo); err != nil || below < 0 {
				if err != nil {
					return nil, err
				}
				continue
			}
			if above, err := calc.Compare(x, hi); err != nil || above > 0 {
				if err != nil {
					return nil, err
				}
				continue
			}
			out = append(out, algebra.Root{Value: x, Quiet: true})
		}
	}
	return out, nil
}

// count is about how many periods a bound is away from a root.
func count(calc *algebra.Calculator, r algebra.Root, bound *algebra.Form) (int64, error) {
	d, err := calc.Sub(bound, r.Value)
	if err != nil {
		return 0, err
	}
	q, err := calc.Quo(d, r.Period)
	if err != nil {
		return 0, err
	}
	v, ok := calc.Decimal(q, 6)
	if !ok {
		return 0, ErrUndecided
	}
	n := new(big.Int).Quo(v.Num(), v.Denom())
	if !n.IsInt64() {
		return 0, ErrUndecided
	}
	return n.Int64(), nil
}

// bounds are the tightest values that relations such as 0 <= x put the unknown
// between.
func (v *solver) bounds(calc *algebra.Calculator, relations []relation) (lo, hi *algebra.Form, err error) {
	for _, r := range relations {
		below := r.op == "<" || r.op == "≤"
		if !below && r.op != ">" && r.op != "≥" {
			continue
		}
		other, lower := r.right, !below
		if r.right == maths.Name(v.x()) {
			other, lower = r.left, below
		} else if r.left != maths.Name(v.x()) {
			continue
		}
		f, err := calc.Form(other)
		if err != nil || len(f.Names()) > 0 {
			continue
		}
		switch {
		case lower && lo == nil:
			lo = f
		case !lower && hi == nil:
			hi = f
		}
	}
	return lo, hi, nil
}
