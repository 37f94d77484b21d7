package exercise

import (
	"math/big"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/calculus"
)

// sloppiness is a wrong turn of differentiation.
type sloppiness struct {
	id, why                                                                                                     string
	noChain, productByParts, quotientByParts, quotientTurned, exponentKept, factorDropped, circularSign, bareLn bool
	constantKept                                                                                                bool
}

var sloppyDerivatives = []sloppiness{
	{id: "chain-rule-omitted", why: "The derivative of the inner function was left out.", noChain: true},
	{id: "product-by-parts", why: "The factors were differentiated one by one and multiplied.", productByParts: true},
	{id: "quotient-by-parts", why: "Above and below were differentiated by themselves.", quotientByParts: true},
	{id: "quotient-turned", why: "The two products above the line were exchanged.", quotientTurned: true},
	{id: "exponent-not-lowered", why: "The exponent came down but was not lowered.", exponentKept: true},
	{id: "factor-of-exponent-forgotten", why: "The exponent was lowered but did not come down as a factor.", factorDropped: true},
	{id: "sign-of-cosine", why: "The sign in the derivative of sine or cosine is wrong.", circularSign: true},
	{id: "logarithm-kept", why: "The derivative of the logarithm was taken for the logarithm of the derivative.", bareLn: true},
	{id: "constant-kept", why: "A constant was kept, whose derivative is 0.", constantKept: true},
}

// sloppy differentiates with one wrong turn taken wherever it can be. It takes
// the rules apart itself; calculus has the right ones for all that is not wrong.
func sloppy(n maths.Node, x string, s sloppiness) (maths.Node, error) {
	if !has(n, x) {
		if s.constantKept {
			return n, nil
		}
		return maths.Int(0), nil
	}
	d := func(n maths.Node) maths.Node {
		m, err := sloppy(n, x, s)
		if err != nil {
			return maths.Int(0)
		}
		return m
	}
	right := func(n maths.Node) (maths.Node, error) {
		m, _, err := calculus.Derivative(n, x)
		return m, err
	}
	switch n := n.(type) {
	case maths.Negative:
		return algebra.Negated(d(n.X)), nil
	case maths.Binary:
		switch n.Op {
		case '+', '-':
			return bin(n.Op, d(n.X), d(n.Y)), nil
		case '*':
			switch {
			case !has(n.X, x):
				return bin('*', n.X, d(n.Y)), nil
			case s.productByParts:
				return bin('*', d(n.X), d(n.Y)), nil
			}
			return bin('+', bin('*', d(n.X), n.Y), bin('*', n.X, d(n.Y))), nil
		case '/':
			if !has(n.Y, x) {
				return bin('/', d(n.X), n.Y), nil
			}
			if s.quotientByParts {
				return bin('/', d(n.X), d(n.Y)), nil
			}
			a, b := bin('*', d(n.X), n.Y), bin('*', n.X, d(n.Y))
			if s.quotientTurned {
				a, b = b, a
			}
			return bin('/', bin('-', a, b), bin('^', n.Y, maths.Int(2))), nil
		case '^':
			return sloppyPower(n, x, s, d)
		}
	case maths.Call:
		u := n.Args[0]
		name := maths.Name("u")
		by, _, err := calculus.Derivative(maths.WithParts(n, append([]maths.Node{name}, n.Args[1:]...)), "u")
		if err != nil {
			return nil, err
		}
		by = maths.Replace(by, map[string]maths.Node{"u": u})
		switch {
		case s.circularSign && (n.Func == "sin" || n.Func == "cos"):
			by = algebra.Negated(by)
		case s.bareLn && n.Func == "ln" && u != maths.Name(x):
			return maths.Call{Func: "ln", Args: []maths.Node{d(u)}}, nil
		}
		if s.noChain || u == maths.Name(x) {
			return by, nil
		}
		return bin('*', by, d(u)), nil
	}
	return right(n)
}

func sloppyPower(n maths.Binary, x string, s sloppiness, d func(maths.Node) maths.Node) (maths.Node, error) {
	if has(n.Y, x) {
		if has(n.X, x) {
			m, _, err := calculus.Derivative(n, x)
			return m, err
		}
		out := maths.Node(n)
		if n.X != maths.E {
			out = bin('*', n, maths.Call{Func: "ln", Args: []maths.Node{n.X}})
		}
		if s.exponentKept { // the power rule on an exponential
			return bin('*', n.Y, bin('^', n.X, bin('-', n.Y, maths.Int(1)))), nil
		}
		if s.noChain || n.Y == maths.Name(x) {
			return out, nil
		}
		return bin('*', out, d(n.Y)), nil
	}
	v, err := maths.Evaluate(n.Y, nil)
	if err != nil {
		return nil, err
	}
	less := maths.Node(maths.Number{Value: new(big.Rat).Sub(v, big.NewRat(1, 1))})
	out := bin('*', n.Y, bin('^', n.X, less))
	switch {
	case s.exponentKept:
		out = bin('*', n.Y, n)
	case s.factorDropped:
		out = bin('^', n.X, less)
	}
	if s.noChain || n.X == maths.Name(x) {
		return out, nil
	}
	return bin('*', out, d(n.X)), nil
}

func has(n maths.Node, x string) bool {
	found := false
	maths.Walk(n, func(n maths.Node) { found = found || n == maths.Name(x) })
	return found
}

// sloppyIntegrals take wrong turns of integration on the right result.
func (f Family) sloppyIntegrals(p problem, add func(id, why string, a answer)) {
	if d, _, err := calculus.Derivative(p.node, "x"); err == nil {
		add("differentiated", "It was differentiated where it has to be integrated.", f.rewritten(d))
	}
	truth, _, err := calculus.Integral(p.node, "x", algebra.DefaultBudget)
	if err != nil {
		return
	}
	for _, m := range []mutation{
		{"divisor-forgotten", "It was not divided by the new exponent, or by the factor of the variable.", func(n maths.Node) maths.Node {
			if b, ok := split(n, "/"); ok {
				return b.X
			}
			return nil
		}},
		{"multiplied-for-divided", "It was multiplied by the factor of the variable where it has to be divided.", multiplied},
		{"exponent-not-raised", "The exponent was not raised.", func(n maths.Node) maths.Node {
			b, ok := split(n, "^")
			if !ok {
				return nil
			}
			if v, ok := number(b.Y); ok {
				return bin('^', b.X, maths.Number{Value: new(big.Rat).Sub(v, big.NewRat(1, 1))})
			}
			return nil
		}},
	} {
		for _, n := range everywhere(truth, m.by) {
			add(m.id, m.why, f.rewritten(n))
		}
	}
	add("integrand-times-x", "It was multiplied by the variable.", f.rewritten(bin('*', maths.Name("x"), p.node)))
}
