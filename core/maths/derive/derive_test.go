package derive

import (
	"strings"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

func parse(t *testing.T, s string) maths.Node {
	t.Helper()
	n, err := maths.ReadExpression(s, maths.Notation{})
	if err != nil {
		t.Fatalf("%s: %v", s, err)
	}
	return n
}

func show(lines []Line) string {
	var out []string
	for _, l := range lines {
		text := l.Text
		if l.Node != nil {
			text = maths.Typed(l.Node)
		}
		if l.Relation != nil {
			text = maths.TypedRelation(*l.Relation)
		}
		out = append(out, l.Rule+": "+text)
	}
	return strings.Join(out, " | ")
}

func TestDerivations(t *testing.T) {
	for _, c := range []struct {
		do       func(maths.Node) []Line
		in, want string
	}{
		{Expand, "3(x+2) - 2(x-1)", "distribute: 3x + 6 - 2*(x - 1) | distribute: 3x + 6 - 2x + 2 | collect like terms: x + 8"},
		{Expand, "(x+3)(x-5)", "multiply each by each: x^2 - 5x + 3x - 15 | collect like terms: x^2 - 2x - 15"},
		{Expand, "(2x-3)^2", "square of a sum: 4x^2 - 12x + 9"},
		{Expand, "(x+4)(x-4)", "sum times difference: x^2 - 16"},
		{Factor, "6x^2 + 12x", "common factor: 6x*(x + 2)"},
		{Factor, "x^2 - 49", "difference of squares: (x - 7)*(x + 7)"},
		{Factor, "x^2 + 5x + 6", "two numbers by sum and product: (x + 2)*(x + 3)"},
		{Factor, "2x^2 - 18", "common factor: 2*(x^2 - 9) | difference of squares: 2*(x - 3)*(x + 3)"},
		{Factor, "x^2 - 6x + 9", "square of a sum: (x - 3)^2"},
		{Arithmetic, "3 + 4*2^3", "powers: 3 + 4*8 | multiply: 3 + 32 | add: 35"},
		{Arithmetic, "(2+3)*4 - 6/2", "divide: (2 + 3)*4 - 3 | add: 5*4 - 3 | multiply: 20 - 3 | subtract: 17"},
		{Simplify, "x^3*x^4", "multiply powers of one base: x^7"},
		{Simplify, "sqrt(12) + sqrt(27)", "take squares out of the root: 2*sqrt(3) + sqrt(27) | take squares out of the root: 2*sqrt(3) + 3*sqrt(3) | collect like terms: 5*sqrt(3)"},
		{Simplify, "log(4) + log(25)", "product law of logarithms: log(100) | evaluate the logarithm: 2"},
		{Simplify, "(x^2-9)/(x-3)", "factor and cancel: x + 3"},
	} {
		if got := show(c.do(parse(t, c.in))); got != c.want {
			t.Errorf("%s:\n got %s\nwant %s", c.in, got, c.want)
		}
	}
	for _, c := range []struct{ in, want string }{
		{"3(x-2) = 9", "divide: x - 2 = 3 | add to both sides: x = 5"},
		{"x/2 + x/3 = 5", "clear the fractions: 5x = 30 | divide: x = 6"},
		{"x^2 = 5x", "bring everything to one side: x^2 - 5x = 0 | common factor: x*(x - 5) = 0 | a product is zero where a factor is: "},
		{"sqrt(2x - 1) = 3", "square both sides: 2x - 1 = 9 | add to both sides: 2x = 10 | divide: x = 5"},
		{"x/(x - 2) = 3 + 2/(x - 2)", "clear the denominators: x = (x - 2)*3 + 2 | multiply out: x = 3x - 4 | bring the unknown to one side: -2x = -4 | divide: x = 2 | exclude: x = 2 makes x/(x - 2) undefined"},
		{"|3x| < 6", "lies between, then divide: -6 < 3x < 6 | solution: -2 < x < 2"},
		{"5x + 2 = 3x - 8", "bring the unknown to one side: 2x + 2 = -8 | subtract from both sides: 2x = -10 | divide: x = -5"},
	} {
		r, err := maths.Read(c.in, maths.Notation{})
		if err != nil {
			t.Fatal(err)
		}
		_, lines, err := Equation(r.Statement.(maths.Relation), "x", algebra.DefaultBudget)
		if err != nil || show(lines) != c.want {
			t.Errorf("%s:\n got %s, %v\nwant %s", c.in, show(lines), err, c.want)
		}
	}
}
