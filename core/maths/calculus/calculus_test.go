package calculus

import (
	"math/big"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/interval"
)

func parse(t *testing.T, s string) maths.Node {
	t.Helper()
	n, err := maths.ReadExpression(s, maths.Notation{})
	if err != nil {
		t.Fatalf("%s: %v", s, err)
	}
	return n
}

// functions hold one of everything that is differentiated.
var functions = []string{
	"x^3 - 2x + 5", "(3x-1)^4", "x^2 sin(x)", "sin(x)/x", "e^(2x)", "2^x", "x^x", "ln(x^2+1)", "log(x)", "log_2(3x)", "sqrt(x^2+1)", "root(x, 3)",
	"|x|", "tan(x)", "sec(x)", "csc(x)", "cot(x)", "arcsin(x/3)", "arccos(x/3)", "arctan(2x)", "x^(2/3)", "1/(x+1)", "-cos(x^2)", "e^(-x) cos(3x)", "5", "(x+1)/(x^2+2)",
}

// TestDerivativesAgainstDifferences encloses the slope over a short interval
// and compares it with the derivative in the middle.
func TestDerivativesAgainstDifferences(t *testing.T) {
	const prec = 200
	h := big.NewRat(1, 1<<40)
	for _, s := range functions {
		n := parse(t, s)
		d, _, err := Derivative(n, "x")
		if err != nil {
			t.Errorf("%s: %v", s, err)
			continue
		}
		for _, x := range []*big.Rat{big.NewRat(2, 7), big.NewRat(13, 11), big.NewRat(5, 2)} {
			at := func(n maths.Node, x *big.Rat) interval.Interval {
				v, err := algebra.Value(n, map[string]interval.Interval{"x": interval.Rat(x, prec)}, prec)
				if err != nil {
					t.Fatalf("%s at %s: %v", n, x, err)
				}
				return v
			}
			up, down := at(n, new(big.Rat).Add(x, h)), at(n, new(big.Rat).Sub(x, h))
			slope, _ := up.Sub(down).Quo(interval.Rat(new(big.Rat).Add(h, h), prec))
			gap := slope.Sub(at(d, x)).Abs()
			if limit := big.NewFloat(1e-18); gap.Hi.Cmp(limit) > 0 {
				t.Errorf("(%s)' = %s is off by %.3g at %s", s, maths.Typed(d), gap.Hi, x)
			}
		}
	}
}

func TestDerivativeSteps(t *testing.T) {
	_, steps, err := Derivative(parse(t, "x^2 sin(3x)"), "x")
	if err != nil || len(steps) < 3 || steps[0].Rule != "product rule" || steps[2].Rule != "chain rule" {
		t.Errorf("steps are %v, %v", steps, err)
	}
}

func TestIntegrals(t *testing.T) {
	for _, s := range []string{
		"x^3 - 2x + 5", "(3x-1)^4", "e^(2x)", "2^x", "1/x", "1/(2x+1)", "sin(3x)", "cos(x/2)", "sqrt(x)", "1/x^2", "x(x+1)", "5/(3x-2)", "(x^2+1)/x", "1/sqrt(x)", "sqrt(4x+1)", "tan(x)", "7", "2^(3x)", "-e^(-x)",
	} {
		n := parse(t, s)
		f, steps, err := Integral(n, "x", algebra.DefaultBudget)
		if err != nil {
			t.Errorf("%s: %v", s, err)
			continue
		}
		back, _, _ := Derivative(f, "x")
		if algebra.Equivalent(back, n, algebra.DefaultBudget).Verdict != algebra.True {
			t.Errorf("∫ %s = %s, whose derivative is %s (%v)", s, maths.Typed(f), maths.Typed(back), steps)
		}
	}
	for _, s := range []string{"e^(x^2)", "sin(x)/x", "ln(x)*tan(x)"} {
		if f, _, err := Integral(parse(t, s), "x", algebra.DefaultBudget); err == nil {
			t.Errorf("∫ %s is said to be %s", s, maths.Typed(f))
		}
	}
	v, _, err := Definite(parse(t, "x^2"), "x", maths.Int(0), maths.Int(3), algebra.DefaultBudget)
	if err != nil || maths.Typed(v) != "9" {
		t.Errorf("∫ x² from 0 to 3 is %v, %v", v, err)
	}
}
