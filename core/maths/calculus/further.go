package calculus

import (
	"slices"
	"strconv"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// deepest bounds how often methods are applied to what another has left.
const deepest = 4

// search looks for an antiderivative by methods that may lead nowhere.
type search struct {
	budget algebra.Budget
	left   int // how many integrands may still be looked at
}

// mostTries bounds a search.
const mostTries = 300

// further integrates a sum term by term, each by the table, by halving the powers of
// sines and cosines, by substitution or by parts.
func (s *search) further(n maths.Node, x string, depth int) (maths.Node, []Step, bool) {
	if out, steps, ok := integrate(n, x); ok {
		return out, steps, true
	}
	if s.left--; depth > deepest || s.left < 0 || s.budget.Gone() != nil {
		return nil, nil, false
	}
	switch n := n.(type) {
	case maths.Negative:
		out, steps, ok := s.further(n.X, x, depth)
		return negative(out), steps, ok
	case maths.Binary:
		if n.Op == '+' || n.Op == '-' {
			a, first, ok1 := s.further(n.X, x, depth)
			b, second, ok2 := s.further(n.Y, x, depth)
			if !ok1 || !ok2 {
				return nil, nil, false
			}
			if n.Op == '+' {
				return plus(a, b), append(first, second...), true
			}
			return minus(a, b), append(first, second...), true
		}
		if up, ok := raised(n, x); ok {
			return s.further(up, x, depth+1)
		}
		if p, factor, ok := constantFactor(n, x); ok {
			out, steps, ok := s.further(p, x, depth+1)
			return times(factor, out), steps, ok
		}
	}
	for _, method := range []func(maths.Node, string, int) (maths.Node, []Step, bool){s.halved, s.arc, s.byParts, s.substituted} {
		if out, steps, ok := method(n, x, depth); ok {
			return out, steps, true
		}
	}
	return nil, nil, false
}

// raised writes exponentials below a line as factors above it: x/(3e^(2x)) is
// x·e^(-2x)/3.
func raised(n maths.Binary, x string) (maths.Node, bool) {
	if n.Op != '/' {
		return nil, false
	}
	var up, down []maths.Node
	var part func(m maths.Node)
	part = func(m maths.Node) {
		b, ok := m.(maths.Binary)
		switch {
		case ok && b.Op == '*':
			part(b.X)
			part(b.Y)
		case ok && b.Op == '^' && depends(b.Y, x) && !depends(b.X, x):
			up = append(up, power(b.X, negative(b.Y)))
		default:
			down = append(down, m)
		}
	}
	part(n.Y)
	if len(up) == 0 {
		return nil, false
	}
	out := n.X
	for _, f := range up {
		out = times(out, f)
	}
	for _, f := range down {
		out = over(out, f)
	}
	return out, true
}

// constantFactor parts a factor off that does not hold the variable.
func constantFactor(n maths.Binary, x string) (rest, factor maths.Node, ok bool) {
	switch {
	case n.Op == '*' && !depends(n.X, x):
		return n.Y, n.X, true
	case n.Op == '*' && !depends(n.Y, x):
		return n.X, n.Y, true
	case n.Op == '/' && !depends(n.Y, x) && !is(n.Y, 1):
		return n.X, over(maths.Int(1), n.Y), true
	case n.Op == '/' && !depends(n.X, x) && !is(n.X, 1):
		return over(maths.Int(1), n.Y), n.X, true
	}
	return nil, nil, false
}

// halved writes sin²u as (1 - cos 2u)/2, cos²u as (1 + cos 2u)/2 and sin u cos u as
// half the sine of 2u.
func (s *search) halved(n maths.Node, x string, depth int) (maths.Node, []Step, bool) {
	changed := false
	twice := func(u maths.Node) maths.Node {
		return maths.Call{Func: "cos", Args: []maths.Node{times(maths.Int(2), u)}}
	}
	var put func(n maths.Node) maths.Node
	put = func(n maths.Node) maths.Node {
		b, ok := n.(maths.Binary)
		if !ok {
			return maths.MapParts(n, put)
		}
		c, isCall := b.X.(maths.Call)
		switch {
		case b.Op == '^' && isCall && is(b.Y, 2) && c.Func == "sin":
			changed = true
			return over(minus(maths.Int(1), twice(c.Args[0])), maths.Int(2))
		case b.Op == '^' && isCall && is(b.Y, 2) && c.Func == "cos":
			changed = true
			return over(plus(maths.Int(1), twice(c.Args[0])), maths.Int(2))
		case b.Op == '*' && isCall:
			if d, ok := b.Y.(maths.Call); ok && (c.Func == "sin" && d.Func == "cos" || c.Func == "cos" && d.Func == "sin") && maths.Equal(c.Args[0], d.Args[0]) {
				changed = true
				return over(maths.Call{Func: "sin", Args: []maths.Node{times(maths.Int(2), c.Args[0])}}, maths.Int(2))
			}
		}
		return maths.MapParts(n, put)
	}
	again := put(n)
	if !changed {
		return nil, nil, false
	}
	parts := distributed(again)
	out, steps, ok := s.further(parts, x, depth+1)
	return out, append([]Step{{"double angle", maths.Typed(n) + " = " + maths.Typed(parts)}}, steps...), ok
}

// distributed multiplies a factor into a sum and divides a sum term by term.
func distributed(n maths.Node) maths.Node {
	b, ok := n.(maths.Binary)
	if !ok {
		return n
	}
	left, right := distributed(b.X), distributed(b.Y)
	sum := func(n maths.Node) (maths.Binary, bool) {
		b, ok := n.(maths.Binary)
		return b, ok && (b.Op == '+' || b.Op == '-')
	}
	switch {
	case b.Op == '*':
		if s, ok := sum(left); ok {
			return maths.Binary{Op: s.Op, X: distributed(times(s.X, right)), Y: distributed(times(s.Y, right))}
		}
		if s, ok := sum(right); ok {
			return maths.Binary{Op: s.Op, X: distributed(times(left, s.X)), Y: distributed(times(left, s.Y))}
		}
	case b.Op == '/':
		if s, ok := sum(left); ok {
			return maths.Binary{Op: s.Op, X: distributed(over(s.X, right)), Y: distributed(over(s.Y, right))}
		}
	}
	return maths.Binary{Op: b.Op, X: left, Y: right}
}

// arc integrates 1/(a² + x²) and 1/√(a² - x²).
func (s *search) arc(n maths.Node, x string, _ int) (maths.Node, []Step, bool) {
	b, ok := n.(maths.Binary)
	if !ok || b.Op != '/' || depends(b.X, x) {
		return nil, nil, false
	}
	inside, name := b.Y, "arctan"
	if r, ok := b.Y.(maths.Call); ok && r.Func == "sqrt" {
		inside, name = r.Args[0], "arcsin"
	}
	zero := maths.Replace(inside, map[string]maths.Node{x: maths.Int(0)})
	square := power(maths.Name(x), maths.Int(2))
	want := plus(zero, square)
	if name == "arcsin" {
		want = minus(zero, square)
	}
	v, err := maths.Evaluate(zero, nil)
	if err != nil || v.Sign() <= 0 || algebra.Equivalent(inside, want, s.budget).Verdict != algebra.True {
		return nil, nil, false
	}
	a := maths.Node(maths.Call{Func: "sqrt", Args: []maths.Node{zero}})
	out := maths.Node(maths.Call{Func: name, Args: []maths.Node{over(maths.Name(x), a)}})
	if name == "arctan" {
		out = over(out, a)
	}
	out = times(b.X, out)
	return out, []Step{{"inverse function", maths.Typed(out)}}, true
}

// substituted looks for an inner function whose derivative is a factor of the rest.
func (s *search) substituted(n maths.Node, x string, depth int) (maths.Node, []Step, bool) {
	u := "u_" + strconv.Itoa(depth) // of its own, since what is left may be substituted again
	var inner []maths.Node
	maths.Walk(n, func(m maths.Node) {
		if m != maths.Name(x) && depends(m, x) && !maths.Equal(m, n) && len(inner) < 24 && !slices.ContainsFunc(inner, func(o maths.Node) bool { return maths.Equal(o, m) }) {
			inner = append(inner, m)
		}
	})
	for _, g := range inner {
		slope, _, err := Derivative(g, x)
		if err != nil || is(slope, 0) {
			continue
		}
		put := func(m maths.Node) maths.Node { return maths.Put(m, g, maths.Name(u)) }
		rest, err := algebra.Simplified(over(put(n), slope), s.budget)
		if err != nil {
			continue
		}
		if rest = put(rest); depends(rest, x) && !depends(slope, x) { // of a linear one, x = (u - b)/a
			zero := maths.Replace(g, map[string]maths.Node{x: maths.Int(0)})
			rest = maths.Replace(rest, map[string]maths.Node{x: over(minus(maths.Name(u), zero), slope)})
		}
		if depends(rest, x) {
			continue
		}
		out, steps, ok := s.integrateInner(rest, u, depth+1)
		if !ok {
			continue
		}
		return maths.Replace(out, map[string]maths.Node{u: g}), append([]Step{{"substitution", "u = " + maths.Typed(g)}}, steps...), true
	}
	return nil, nil, false
}

func (s *search) integrateInner(n maths.Node, u string, depth int) (maths.Node, []Step, bool) {
	if out, steps, ok := s.further(n, u, depth); ok {
		return out, steps, true
	}
	expanded, err := algebra.Expanded(n, s.budget)
	if err != nil {
		return nil, nil, false
	}
	return s.further(divided(expanded, s.budget), u, depth)
}

// byParts integrates a power of the variable times an exponential, a sine or a cosine,
// or a power of it times a logarithm.
func (s *search) byParts(n maths.Node, x string, depth int) (maths.Node, []Step, bool) {
	pairs := [][2]maths.Node{{n, maths.Int(1)}}
	if b, ok := n.(maths.Binary); ok && b.Op == '*' {
		pairs = [][2]maths.Node{{b.X, b.Y}, {b.Y, b.X}}
	}
	for _, p := range pairs { // p[0] is differentiated, p[1] integrated
		if !lowers(p[0], x) {
			continue
		}
		slope, _, err := Derivative(p[0], x)
		if err != nil {
			continue
		}
		whole, _, ok := s.further(p[1], x, depth+1)
		if !ok {
			continue
		}
		rest, err := algebra.Simplified(times(slope, whole), s.budget)
		if err != nil {
			continue
		}
		out, steps, ok := s.further(rest, x, depth+1)
		if !ok {
			continue
		}
		return minus(times(p[0], whole), out), append([]Step{{"by parts", "u = " + maths.Typed(p[0]) + ", v' = " + maths.Typed(p[1])}}, steps...), true
	}
	return nil, nil, false
}

// lowers says whether the derivative of a factor is simpler than the factor.
func lowers(n maths.Node, x string) bool {
	switch n := n.(type) {
	case maths.Name:
		return string(n) == x
	case maths.Negative:
		return lowers(n.X, x)
	case maths.Call:
		return n.Func == "ln" || n.Func == "arctan" || n.Func == "arcsin"
	case maths.Binary:
		switch n.Op {
		case '^':
			v, ok := value(n.Y)
			return ok && v.IsInt() && v.Sign() > 0 && lowers(n.X, x)
		case '*':
			return (!depends(n.X, x) || lowers(n.X, x)) && (!depends(n.Y, x) || lowers(n.Y, x)) && depends(n, x)
		case '+', '-':
			return (!depends(n.X, x) || lowers(n.X, x)) && (!depends(n.Y, x) || lowers(n.Y, x)) && depends(n, x)
		}
	}
	return false
}
