package calculus

import (
	"fmt"
	"math/big"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// Integral finds an antiderivative by x: of powers, exponentials, logarithms, sines and
// cosines of a linear term, their sums and multiples at once, else by substitution or by
// parts (further.go). The result is differentiated again and returned only where that
// gives the integrand back; else the error is algebra.ErrBeyond.
func Integral(n maths.Node, x string, budget algebra.Budget) (maths.Node, []Step, error) {
	out, steps, ok := integrate(n, x)
	if !ok {
		expanded, err := algebra.Expanded(n, budget)
		if err != nil {
			return nil, nil, err
		}
		expanded = divided(expanded, budget)
		if out, steps, ok = integrate(expanded, x); ok {
			steps = append([]Step{{"expand", maths.Typed(n) + " = " + maths.Typed(expanded)}}, steps...)
		} else if out, steps, ok = (&search{budget, mostTries}).further(n, x, 0); !ok {
			if out, steps, ok = (&search{budget, mostTries}).further(expanded, x, 0); !ok {
				return nil, nil, algebra.ErrBeyond
			}
		}
	}
	back, _, err := Derivative(out, x)
	if err != nil {
		return nil, nil, err
	}
	if algebra.Equivalent(back, n, budget).Verdict != algebra.True {
		return nil, nil, algebra.ErrBeyond
	}
	return out, steps, nil
}

// Definite is the integral of n from a to b, where the integrand has a value on
// all of that interval; the caller has to see to that.
func Definite(n maths.Node, x string, a, b maths.Node, budget algebra.Budget) (maths.Node, []Step, error) {
	f, steps, err := Integral(n, x, budget)
	if err != nil {
		return nil, nil, err
	}
	at := func(v maths.Node) maths.Node { return maths.Replace(f, map[string]maths.Node{x: v}) }
	difference := minus(at(b), at(a))
	out, err := algebra.Simplified(difference, budget)
	if err != nil {
		return nil, nil, err
	}
	return out, append(steps, Step{"limits", maths.Typed(difference) + " = " + maths.Typed(out)}), nil
}

// divided writes (a + b)/c as a/c + b/c, each in lowest terms.
func divided(n maths.Node, budget algebra.Budget) maths.Node {
	q, ok := n.(maths.Binary)
	if !ok || q.Op != '/' {
		return n
	}
	if s, ok := q.X.(maths.Binary); ok && (s.Op == '+' || s.Op == '-') {
		return maths.Binary{Op: s.Op, X: divided(over(s.X, q.Y), budget), Y: divided(over(s.Y, q.Y), budget)}
	}
	if out, err := algebra.Simplified(n, budget); err == nil {
		return out
	}
	return n
}

func integrate(n maths.Node, x string) (maths.Node, []Step, bool) {
	if !depends(n, x) {
		return times(n, maths.Name(x)), nil, true
	}
	switch n := n.(type) {
	case maths.Negative:
		out, steps, ok := integrate(n.X, x)
		return negative(out), steps, ok
	case maths.Binary:
		switch n.Op {
		case '+', '-':
			a, first, ok1 := integrate(n.X, x)
			b, second, ok2 := integrate(n.Y, x)
			if !ok1 || !ok2 {
				return nil, nil, false
			}
			steps := append(append([]Step{{"sum rule", ""}}, first...), second...)
			if n.Op == '+' {
				return plus(a, b), steps, true
			}
			return minus(a, b), steps, true
		case '*':
			for _, p := range [][2]maths.Node{{n.X, n.Y}, {n.Y, n.X}} {
				if !depends(p[0], x) {
					out, steps, ok := integrate(p[1], x)
					return times(p[0], out), append([]Step{{"constant factor", ""}}, steps...), ok
				}
			}
		case '/':
			if !depends(n.Y, x) {
				out, steps, ok := integrate(n.X, x)
				return over(out, n.Y), append([]Step{{"constant factor", ""}}, steps...), ok
			}
			if !depends(n.X, x) && !is(n.X, 1) {
				out, steps, ok := integrate(over(maths.Int(1), n.Y), x)
				return times(n.X, out), append([]Step{{"constant factor", ""}}, steps...), ok
			}
		}
	}
	return table(n, x)
}

// table holds what is integrated at once, of a linear term u = ax + b.
func table(n maths.Node, x string) (maths.Node, []Step, bool) {
	done := func(rule string, out, u maths.Node) (maths.Node, []Step, bool) {
		a, ok := slope(u, x)
		if !ok {
			return nil, nil, false
		}
		if u != maths.Name(x) {
			rule = "linear substitution, " + rule
		}
		if !is(a, 1) {
			out = over(out, a)
		}
		return out, []Step{{rule, fmt.Sprintf("∫ %s d%s = %s", maths.Typed(n), x, maths.Typed(out))}}, true
	}
	call := func(name string, u maths.Node) maths.Node { return maths.Call{Func: name, Args: []maths.Node{u}} }
	logarithm := func(u maths.Node) maths.Node { return call("ln", call("abs", u)) }
	switch n := n.(type) {
	case maths.Name:
		return done("power rule", over(power(n, maths.Int(2)), maths.Int(2)), n)
	case maths.Binary:
		switch {
		case n.Op == '/' && is(n.X, 1):
			if p, ok := n.Y.(maths.Binary); ok && p.Op == '^' && !depends(p.Y, x) {
				return table(power(p.X, negative(p.Y)), x)
			}
			if r, ok := n.Y.(maths.Call); ok && r.Func == "sqrt" {
				return table(power(r.Args[0], negative(over(maths.Int(1), maths.Int(2)))), x)
			}
			return done("logarithm", logarithm(n.Y), n.Y)
		case n.Op == '^' && is(n.Y, 2) && isCall(n.X, "sec"):
			u := n.X.(maths.Call).Args[0]
			return done("tangent", call("tan", u), u)
		case n.Op == '^' && !depends(n.Y, x):
			v, err := maths.Evaluate(n.Y, nil)
			if err != nil {
				return nil, nil, false
			}
			if v.Cmp(big.NewRat(-1, 1)) == 0 {
				return done("logarithm", logarithm(n.X), n.X)
			}
			up := less(maths.Number{Value: new(big.Rat).Add(v, big.NewRat(2, 1))})
			return done("power rule", over(power(n.X, up), up), n.X)
		case n.Op == '^' && n.X == maths.E:
			return done("exponential", n, n.Y)
		case n.Op == '^' && !depends(n.X, x):
			return done("exponential", over(n, call("ln", n.X)), n.Y)
		}
	case maths.Call:
		u := n.Args[0]
		switch n.Func {
		case "sqrt":
			return table(power(u, over(maths.Int(1), maths.Int(2))), x)
		case "sin":
			return done("sine", negative(call("cos", u)), u)
		case "cos":
			return done("cosine", call("sin", u), u)
		case "tan":
			return done("tangent", negative(logarithm(call("cos", u))), u)
		}
	}
	return nil, nil, false
}

func isCall(n maths.Node, name string) bool {
	c, ok := n.(maths.Call)
	return ok && c.Func == name
}

// slope is a in ax + b; false where the term is not linear.
func slope(u maths.Node, x string) (maths.Node, bool) {
	d, _, err := Derivative(u, x)
	if err != nil {
		return nil, false
	}
	a, err := algebra.Simplified(d, algebra.DefaultBudget)
	return a, err == nil && !depends(a, x) && !is(a, 0)
}
