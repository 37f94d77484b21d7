// Package calculus differentiates and integrates expressions by the rules that
// are taught, and tells which rule was used where.
package calculus

import (
	"fmt"
	"math/big"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// Step is one use of a rule.
type Step struct {
	Rule string // "chain rule"
	Text string // "(sin(3x))' = cos(3x)*3"
}

// Derivative differentiates an expression by x: the result, not simplified
// beyond what is plain, and the steps, the outer ones first. The error is
// algebra.ErrBeyond where a function has no rule here.
func Derivative(n maths.Node, x string) (maths.Node, []Step, error) {
	d := differentiator{x: x}
	out, err := d.of(n)
	return out, d.steps, err
}

type differentiator struct {
	x     string
	steps []Step
}

// note keeps a step; its result is written once the inner ones are done.
func (d *differentiator) note(rule string, n maths.Node, out *maths.Node) func() {
	at := len(d.steps)
	d.steps = append(d.steps, Step{Rule: rule})
	return func() {
		if *out != nil {
			d.steps[at].Text = fmt.Sprintf("d/d%s [%s] = %s", d.x, maths.Typed(n), maths.Typed(*out))
		}
	}
}

// depends says whether an expression has the variable in it.
func depends(n maths.Node, x string) bool {
	found := false
	maths.Walk(n, func(n maths.Node) { found = found || n == maths.Name(x) })
	return found
}

func (d *differentiator) of(n maths.Node) (out maths.Node, err error) {
	if !depends(n, d.x) {
		return maths.Int(0), nil
	}
	switch n := n.(type) {
	case maths.Name:
		return maths.Int(1), nil
	case maths.Negative:
		x, err := d.of(n.X)
		return negative(x), err
	case maths.Suffix:
		if n.Op == "!" {
			return nil, algebra.ErrBeyond
		}
		x, err := d.of(n.X)
		return maths.Suffix{X: x, Op: n.Op}, err
	case maths.Binary:
		return d.binary(n)
	case maths.Call:
		return d.call(n)
	}
	return nil, algebra.ErrBeyond
}

func (d *differentiator) binary(n maths.Binary) (out maths.Node, err error) {
	switch n.Op {
	case '+', '-':
		defer d.note("sum rule", n, &out)()
		x, y, err := d.both(n)
		if err != nil {
			return nil, err
		}
		if n.Op == '+' {
			return plus(x, y), nil
		}
		return minus(x, y), nil
	case '*':
		switch {
		case !depends(n.X, d.x):
			defer d.note("constant factor", n, &out)()
			y, err := d.of(n.Y)
			return times(n.X, y), err
		case !depends(n.Y, d.x):
			defer d.note("constant factor", n, &out)()
			x, err := d.of(n.X)
			return times(n.Y, x), err
		}
		defer d.note("product rule", n, &out)()
		x, y, err := d.both(n)
		if err != nil {
			return nil, err
		}
		return plus(times(x, n.Y), times(n.X, y)), nil
	case '/':
		if !depends(n.Y, d.x) {
			defer d.note("constant factor", n, &out)()
			x, err := d.of(n.X)
			return over(x, n.Y), err
		}
		defer d.note("quotient rule", n, &out)()
		x, y, err := d.both(n)
		if err != nil {
			return nil, err
		}
		return over(minus(times(x, n.Y), times(n.X, y)), power(n.Y, maths.Int(2))), nil
	}
	return d.power(n)
}

// both differentiates both parts.
func (d *differentiator) both(n maths.Binary) (x, y maths.Node, err error) {
	if x, err = d.of(n.X); err != nil {
		return nil, nil, err
	}
	y, err = d.of(n.Y)
	return x, y, err
}

// power differentiates u^n, a^u and u^v.
func (d *differentiator) power(n maths.Binary) (out maths.Node, err error) {
	switch {
	case !depends(n.Y, d.x):
		rule := "power rule"
		if n.X != maths.Name(d.x) {
			rule = "chain rule"
		}
		defer d.note(rule, n, &out)()
		x, err := d.of(n.X)
		return times(times(n.Y, power(n.X, less(n.Y))), x), err
	case !depends(n.X, d.x):
		rule := "exponential"
		if n.Y != maths.Name(d.x) {
			rule = "chain rule"
		}
		defer d.note(rule, n, &out)()
		y, err := d.of(n.Y)
		if n.X == maths.E {
			return times(n, y), err
		}
		return times(times(n, maths.Call{Func: "ln", Args: []maths.Node{n.X}}), y), err
	}
	defer d.note("logarithmic differentiation", n, &out)()
	ln := maths.Call{Func: "ln", Args: []maths.Node{n.X}}
	y, err := d.of(times(n.Y, ln))
	return times(n, y), err
}

// outer are the derivatives of functions by their argument.
func outer(n maths.Call) (maths.Node, string) {
	u := n.Args[0]
	call := func(name string) maths.Node { return maths.Call{Func: name, Args: []maths.Node{u}} }
	square := func(n maths.Node) maths.Node { return power(n, maths.Int(2)) }
	one := maths.Int(1)
	switch n.Func {
	case "sqrt":
		return over(one, times(maths.Int(2), n)), "power rule"
	case "ln":
		return over(one, u), "logarithm"
	case "log":
		var base maths.Node = maths.Int(10)
		if len(n.Args) == 2 {
			base = n.Args[1]
		}
		return over(one, times(u, maths.Call{Func: "ln", Args: []maths.Node{base}})), "logarithm"
	case "abs":
		return over(u, n), "absolute value"
	case "sin":
		return call("cos"), "sine"
	case "cos":
		return negative(call("sin")), "cosine"
	case "tan":
		return square(call("sec")), "tangent"
	case "cot":
		return negative(square(call("csc"))), "cotangent"
	case "sec":
		return times(call("sec"), call("tan")), "secant"
	case "csc":
		return negative(times(call("csc"), call("cot"))), "cosecant"
	case "arcsin":
		return over(one, maths.Call{Func: "sqrt", Args: []maths.Node{minus(one, square(u))}}), "arc sine"
	case "arccos":
		return negative(over(one, maths.Call{Func: "sqrt", Args: []maths.Node{minus(one, square(u))}})), "arc cosine"
	case "arctan":
		return over(one, plus(one, square(u))), "arc tangent"
	}
	return nil, ""
}

func (d *differentiator) call(n maths.Call) (out maths.Node, err error) {
	if n.Func == "root" && !depends(n.Args[1], d.x) {
		return d.power(maths.Binary{Op: '^', X: n.Args[0], Y: maths.Binary{Op: '/', X: maths.Int(1), Y: n.Args[1]}})
	}
	for _, a := range n.Args[1:] {
		if depends(a, d.x) {
			return nil, algebra.ErrBeyond
		}
	}
	by, rule := outer(n)
	if by == nil {
		return nil, algebra.ErrBeyond
	}
	if n.Args[0] != maths.Name(d.x) {
		rule = "chain rule"
	}
	defer d.note(rule, n, &out)()
	u, err := d.of(n.Args[0])
	return times(by, u), err
}

func value(n maths.Node) (*big.Rat, bool) {
	v, ok := n.(maths.Number)
	return v.Value, ok
}

func is(n maths.Node, v int64) bool {
	x, ok := value(n)
	return ok && x.Cmp(big.NewRat(v, 1)) == 0
}

func plus(x, y maths.Node) maths.Node {
	switch {
	case x == nil || y == nil:
		return nil
	case is(x, 0):
		return y
	case is(y, 0):
		return x
	}
	if n, ok := y.(maths.Negative); ok {
		return maths.Binary{Op: '-', X: x, Y: n.X}
	}
	return maths.Binary{Op: '+', X: x, Y: y}
}

func minus(x, y maths.Node) maths.Node {
	switch {
	case x == nil || y == nil:
		return nil
	case is(y, 0):
		return x
	case is(x, 0):
		return negative(y)
	}
	return maths.Binary{Op: '-', X: x, Y: y}
}

func times(x, y maths.Node) maths.Node {
	switch {
	case x == nil || y == nil:
		return nil
	case is(x, 0), is(y, 1):
		return x
	case is(y, 0), is(x, 1):
		return y
	}
	a, ok1 := value(x)
	b, ok2 := value(y)
	if ok1 && ok2 {
		return maths.Number{Value: new(big.Rat).Mul(a, b)}
	}
	if n, ok := x.(maths.Negative); ok {
		return negative(times(n.X, y))
	}
	if ok2 {
		return maths.Binary{Op: '*', X: y, Y: x}
	}
	return maths.Binary{Op: '*', X: x, Y: y}
}

func over(x, y maths.Node) maths.Node {
	if x == nil || y == nil {
		return nil
	}
	if is(x, 0) || is(y, 1) {
		return x
	}
	return maths.Binary{Op: '/', X: x, Y: y}
}

func negative(x maths.Node) maths.Node {
	if x == nil || is(x, 0) {
		return x
	}
	return algebra.Negated(x)
}

func power(x, y maths.Node) maths.Node {
	if is(y, 1) {
		return x
	}
	return maths.Binary{Op: '^', X: x, Y: y}
}

// less is an exponent less one.
func less(n maths.Node) maths.Node {
	v, err := maths.Evaluate(n, nil)
	if err != nil {
		return maths.Binary{Op: '-', X: n, Y: maths.Int(1)}
	}
	v = new(big.Rat).Sub(v, big.NewRat(1, 1))
	switch {
	case v.Sign() < 0 && v.IsInt():
		return maths.Negative{X: maths.Number{Value: v.Neg(v)}}
	case v.IsInt():
		return maths.Number{Value: v}
	}
	quotient := maths.Node(maths.Binary{Op: '/', X: maths.Number{Value: new(big.Rat).SetInt(new(big.Int).Abs(v.Num()))}, Y: maths.Number{Value: new(big.Rat).SetInt(v.Denom())}})
	if v.Sign() < 0 {
		return algebra.Negated(quotient)
	}
	return quotient
}
