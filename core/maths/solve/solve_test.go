package solve

import (
	"strings"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// show writes a solution in one line.
func show(s Solution) string {
	calc := algebra.New(algebra.DefaultBudget)
	text := func(f *algebra.Form) string { return maths.Typed(calc.Node(f)) }
	var parts []string
	for _, p := range s.Points {
		var c []string
		for _, f := range p {
			c = append(c, text(f))
		}
		parts = append(parts, "("+strings.Join(c, ", ")+")")
	}
	if s.Kind == Finite && len(s.Unknowns) == 1 {
		for _, f := range s.Line.Points() {
			parts = append(parts, text(f))
		}
	}
	for _, r := range s.Periodic {
		parts = append(parts, text(r.Value)+" + n*"+text(r.Period))
	}
	if s.Kind == Domain || s.Kind == Interval && len(s.Periodic) == 0 && len(s.Unknowns) == 1 {
		parts = append(parts, s.Line.Text(s.Unknowns[0]))
	}
	for _, e := range s.Excluded {
		parts = append(parts, "without "+text(e.Value))
	}
	return strings.TrimSpace(string(s.Kind) + " " + strings.Join(parts, ", "))
}

func TestSolve(t *testing.T) {
	for _, c := range []struct{ in, want string }{
		{"2x + 3 = 11", "finite 4"},
		{"3(x-2) = 3x + 1", "none"},
		{"2(x+1) = 2x + 2", "all"},
		{"x/x = 1", "domain x != 0"},
		{"x^2 - 5x + 6 = 0", "finite 2, 3"},
		{"x^2 = 2", "finite -sqrt(2), sqrt(2)"},
		{"x^2 + x + 1 = 0", "none"},
		{"x^2 - 2x - 1 = 0", "finite 1 - sqrt(2), 1 + sqrt(2)"},
		{"x^3 - 6x^2 + 11x - 6 = 0", "finite 1, 2, 3"},
		{"x^3 = 5", "finite root(5, 3)"},
		{"x^4 - 5x^2 + 4 = 0", "finite -2, -1, 1, 2"},
		{"x^3 - x - 1 = 0", "finite 1.324717957"},
		{"1/(x-1) = 2/(x^2-1)", "none without 1"},
		{"x/(x-2) = 3", "finite 3"},
		{"(x^2-4)/(x-2) = 4", "none without 2"},
		{"sqrt(x+3) = x + 1", "finite 1, without -2"},
		{"sqrt(x) + sqrt(x+5) = 5", "finite 4"},
		{"sqrt(2x-1) = -3", "none"},
		{"root(x, 3) = -2", "finite -8"},
		{"|x-3| = 5", "finite -2, 8"},
		{"|2x+1| = x - 4", "none without -5, without 1"},
		{"|x-1| + |x+1| = 4", "finite -2, 2"},
		{"2^x = 8", "finite 3"},
		{"2^x = 5", "finite ln(5)/ln(2)"},
		{"4^x - 3*2^x + 2 = 0", "finite 0, 1"},
		{"e^(2x) - e^x - 6 = 0", "finite ln(3)"},
		{"2^x = 3^(x-1)", "finite ln(3)/ln(3/2)"},
		{"e^x = -1", "none"},
		{"10^(3x + 1) = 10000", "finite 1"},
		{"6^(2x) - 7*6^x + 6 = 0", "finite 0, 1"},
		{"2^x = 3^x", "finite 0"},
		{"log(x-1) + log(x+2) = 1", "finite 3, without -4"},
		{"ln(x) = 2", "finite e^2"},
		{"log_2(x) + log_2(x-2) = 3", "finite 4, without -2"},
		{"ln(x^2) = 2ln(x)", "domain x > 0"},
		{"ln(x)^2 - ln(x) - 2 = 0", "finite 1/e, e^2"},
		{"sin(x) = 1/2", "interval pi/6 + n*2*pi, 5*pi/6 + n*2*pi"},
		{"sin(x) = 1/2, 0 <= x < 2pi", "finite pi/6, 5*pi/6"},
		{"2cos(x)^2 + sin(x) - 1 = 0, 0 <= x < 2pi", "finite pi/2, 7*pi/6, 11*pi/6"},
		{"sin(2x) = sin(x), 0 <= x < 2pi", "finite 0, pi/3, pi, 5*pi/3"},
		{"tan(x) = 1", "interval pi/4 + n*pi"},
		{"sin(x) + cos(x) = 1, 0 <= x < 2pi", "finite 0, pi/2"},
		{"sin(x) = 2", "none"},
		{"x > 3", "interval x > 3"},
		{"x^2 - 4 < 0", "interval -2 < x < 2"},
		{"(x-1)/(x+2) >= 0", "interval x < -2 or x >= 1"},
		{"x^2 >= 0", "all"},
		{"x^2 < 0", "none"},
		{"x^2 <= 0", "finite 0"},
		{"|x - 2| < 3", "interval -1 < x < 5"},
		{"sqrt(x) < 2", "interval 0 <= x < 4"},
		{"ln(x) > 0", "interval x > 1"},
		{"2^x >= 8", "interval x >= 3"},
		{"1/x < 1", "interval x < 0 or x > 1"},
		{"-2 < x <= 3", "interval -2 < x <= 3"},
		{"x != 2", "interval x != 2"},
		{"x = 2 or x = -3", "finite -3, 2"},
		{"x = 1 ± sqrt(2)", "finite 1 - sqrt(2), 1 + sqrt(2)"},
		{"all real numbers except 0", "interval x != 0"},
		{"(-∞, 2] ∪ (3, ∞)", "interval x <= 2 or x > 3"},
		{"{1, 2}", "finite 1, 2"},
		{"no solution", "none"},
		{"x + y = 3; x - y = 1", "finite (2, 1)"},
		{"x + y = 3; 2x + 2y = 7", "none"},
		{"x + y = 3; 2x + 2y = 6", "interval"},
		{"x + y + z = 6; x - y = -1; z = 3", "finite (1, 2, 3)"},
		{"x^2 + y^2 = 25; x + y = 7", "finite (4, 3), (3, 4)"},
		{"x^2 - x = 0", "finite 0, 1"},
		{"x*e^x = e^x", "finite 1"},
		{"(x-1)(x+2)(x-3) > 0", "interval -2 < x < 1 or x > 3"},
		{"x^(2/3) = 4", "finite -8, 8"},
		{"x = 5", "finite 5"},
	} {
		r, err := maths.Read(c.in, maths.Notation{})
		if err != nil {
			t.Errorf("%s: %v", c.in, err)
			continue
		}
		got, err := Solve(r.Statement, nil, algebra.DefaultBudget)
		if err != nil {
			t.Errorf("%s: %v", c.in, err)
			continue
		}
		if show(got) != c.want {
			t.Errorf("%s is %q, want %q", c.in, show(got), c.want)
		}
	}
}
