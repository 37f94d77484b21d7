package algebra

import (
	"testing"

	"zincowl/core/maths"
)

func TestEquivalent(t *testing.T) {
	for _, c := range []struct {
		a, b string
		want Verdict
	}{
		{"(x+1)^2", "x^2+2x+1", True},
		{"(x+1)^2", "x^2+1", False},
		{"ln(x^2)", "2ln(x)", True},
		{"sqrt(x^2)", "x", False},
		{"sqrt(x^2)", "|x|", True},
		{"sin(2x)", "2sin(x)cos(x)", True},
		{"sin(x+y)", "sin x cos y + cos x sin y", True},
		{"tan(x)^2+1", "sec(x)^2", True},
		{"e^(ln(x)+1)", "e*x", True},
		{"log_2(x)", "ln(x)/ln(2)", True},
		{"1/(1+sqrt(x))", "(1-sqrt(x))/(1-x)", True},
		{"a/b + c/d", "(a*d+b*c)/(b*d)", True},
		{"a/b + c/d", "(a+c)/(b+d)", False},
		{"(x^2-4)/(x-2)", "x+2", True},
		{"root(x^3, 3)", "x", True},
		{"sqrt(x^4)", "x^2", True},
		{"sqrt(2)+sqrt(3)", "sqrt(5+2sqrt(6))", True},
		{"sqrt(2)+sqrt(3)", "3.1463", False},
		{"2^(x+3)", "8*2^x", True},
		{"cos(2x)", "1-2sin(x)^2", True},
		{"ln(x)+ln(x+1)", "ln(x^2+x)", True},
		{"ln(x+1)", "ln(x)+1", False},
		{"arcsin(x)+arccos(x)", "π/2", True},
		{"sqrt(-1-x^2)", "sqrt(-1-x^2)", Unproven},
	} {
		got := Equivalent(parse(t, c.a), parse(t, c.b), DefaultBudget)
		if got.Verdict != c.want {
			t.Errorf("%s and %s: %v, want %v", c.a, c.b, got, c.want)
		}
	}
}

func TestShapes(t *testing.T) {
	for _, c := range []struct{ do, in, want string }{
		{"factor", "x^2-5x+6", "(x - 3)*(x - 2)"},
		{"factor", "6x^2+12x", "6x*(x + 2)"},
		{"factor", "x^2-y^2", "(x + y)*(x - y)"},
		{"factor", "x^3-x^2-x+1", "(x - 1)^2*(x + 1)"},
		{"factor", "x^2/4 - 1", "(x - 2)*(x + 2)/4"},
		{"factor", "9 - x^2", "-(x - 3)*(x + 3)"},
		{"factor", "x^4+4", "(x^2 - 2x + 2)*(x^2 + 2x + 2)"},
		{"factor", "2ax + 4ay", "2a*(x + 2y)"},
		{"expand", "(x+2)(x-3)", "x^2 - x - 6"},
		{"expand", "(a+b)^3", "a^3 + 3a^2*b + 3a*b^2 + b^3"},
		{"expand", "2(x - 1/2)", "2x - 1"},
		{"simplify", "(x^2-1)/(x^2-2x+1)", "(x + 1)/(x - 1)"},
		{"simplify", "(x+1)^10", "(x + 1)^10"},
		{"simplify", "2x + 3x - 5", "5x - 5"},
	} {
		do := map[string]func(maths.Node, Budget) (maths.Node, error){"factor": Factored, "expand": Expanded, "simplify": Simplified}[c.do]
		got, err := do(parse(t, c.in), DefaultBudget)
		if err != nil || maths.Typed(got) != c.want {
			t.Errorf("%s %s gives %v, %v, want %s", c.do, c.in, maths.Typed(got), err, c.want)
		}
	}
}
