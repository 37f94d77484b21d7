package work

import (
	"strings"
	"testing"

	"zincowl/core/maths/algebra"
)

// TestConventions holds the verdicts to what is promised of them: exact sets over
// the reals, exact decimals after =, rounded ones after ≈, and unproven for what
// can be read two ways.
func TestConventions(t *testing.T) {
	for _, c := range []struct {
		task, statement, claim, want string
	}{
		// Sets are exact and over the reals.
		{"solve", "x^2 = 4", "x = 2", Wrong},
		{"solve", "x^2 = 4", "x = ±2", Right},
		{"solve", "x^2 = 4", "2 and -2", Right},
		{"solve", "x^2 = 4", "x = 2, x = -2", Right},
		{"solve", "x^2 = -4", "no real solution", Right},
		{"solve", "x^2 = -4", "x = 2", Wrong},
		{"solve", "1/x = 1/x", "all real numbers", Wrong},
		{"solve", "1/x = 1/x", "all real numbers except 0", Right},
		{"solve", "1/x = 1/x", "x ≠ 0", Right},
		{"solve", "x = x", "all real numbers", Right},
		{"solve", "sqrt(x) = sqrt(x)", "x ≥ 0", Right},
		{"solve", "x > 3", "(3, ∞)", Right},
		{"solve", "x > 3", "[3, ∞)", Wrong},
		{"solve", "x^2 < 9", "|x| < 3", Right},
		{"solve", "x^2 < 9", "x < 3", Wrong},
		{"solve", "x^2 ≥ 9", "x ≤ -3 or x ≥ 3", Right},
		{"solve", "(x-1)^2 = 0", "x = 1", Right},
		{"solve", "ln(x) = 1", "x = e", Right},
		{"solve", "3^x = 5", "x = log(5)/log(3)", Right},
		{"solve", "3^x = 5", "x = ln 5 / ln 3", Right},
		{"solve", "3^x = 5", "x = log_3(5)", Right},
		{"solve", "3^x = 5", "x = ln(5/3)", Wrong},
		{"solve", "x + y = 5; x - y = 1", "x = 3, y = 2", Right},
		{"solve", "x + y = 5; x - y = 1", "(2, 3)", Wrong},
		{"solve", "cos x = 0 for 0 ≤ x ≤ 2π", "x = π/2 or x = 3π/2", Right},
		{"solve", "cos x = 0", "x = π/2 + πn", Right},
		{"solve", "cos x = 0", "x = π/2 + 2πn", Wrong},
		{"solve", "cos x = 0", "x = π/2", Wrong},
		{"solve", "x^x = 4", "x = 3", Wrong},
		{"solve", "x^x = 4", "x = 2", Unproven},
		// Decimals.
		{"solve", "4x = 1", "x = 0.25", Right},
		{"solve", "3x = 1", "x = 0.333", Wrong},
		{"solve", "3x = 1", "x ≈ 0.333", Right},
		{"solve", "3x = 1", "x ≈ 0.334", Wrong},
		{"solve", "3x = 1", "x = 1/3 ≈ 0.333", Right},
		{"solve", "3x = 1, to 3 decimal places", "x = 0.333", Right},
		{"solve", "3x = 1, to 3 decimal places", "x = 0.33", Wrong},
		{"solve", "x^2 = 2 (to 3 significant figures)", "x = 1.41 or x = -1.41", Right},
		{"solve", "x^2 = 2", "x ≈ ±1.414", Right},
		{"solve", "x^2 = 2", "x ≈ ±1.4", Unproven},
		{"evaluate", "sin^2 30°", "1/4", Right},
		{"evaluate", "1 h 30 min in s", "5400 s", Right},
		{"evaluate", "2 h and 15 min in min", "135 min", Right},
		{"evaluate", "3 acres in ha", "1.21 ha", Wrong},
		{"evaluate", "2/3", "0.667", Wrong},
		{"evaluate", "2/3", "≈ 0.667", Right},
		{"evaluate", "2/3 to 2 decimal places", "0.67", Right},
		// How things are read.
		{"evaluate", "-3^2", "-9", Right},
		{"evaluate", "-3^2", "9", Wrong},
		{"evaluate", "6/2(1+2)", "9", Right},
		{"evaluate", "2^3^2", "512", Right},
		{"evaluate", "√2·8", "8√2", Right},
		{"evaluate", "15% of 80", "12", Right},
		{"evaluate", "standard deviation of 2, 4, 9", "3.6", Unproven},
		{"evaluate", "1/0", "undefined", Right},
		{"evaluate", "0^0", "1", Wrong},
		{"simplify", "1/2x", "x/2", Right},
		{"simplify", "1/2x", "1/(2x)", Wrong},
		{"simplify", "√2x", "x√2", Unproven},
		{"simplify", "sin x/2", "sin(x)/2", Unproven},
		// Equal on the common domain, and how far it could go.
		{"simplify", "(x^2-1)/(x-1)", "x + 1", Right},
		{"factor", "x^4 - 1", "(x^2 - 1)(x^2 + 1)", Right},
		{"expand", "(x+1)^2", "x(x + 2) + 1", Right},
		{"expand", "(x+1)^2", "x^2 + 1", Wrong},
		{"differentiate", "sin^2 x", "sin 2x", Right},
		{"differentiate", "ln|x|", "1/x", Right},
		{"differentiate", "x^2", "y' = 2x", Right},
		{"integrate", "cos 2x", "sin(2x)/2 + C", Right},
		{"integrate", "cos 2x", "sin(2x) + C", Wrong},
		// Quantities.
		{"evaluate", "90 km/h in m/s", "25 m/s", Right},
		{"evaluate", "90 km/h in m/s", "25 m", Wrong},
		{"evaluate", "-40 °C in °F", "-40 °F", Right},
		{"evaluate", "2 h + 30 min", "150 min", Right},
	} {
		r, err := Do(Task{Task: c.task, Statement: c.statement, Claims: []string{c.claim}}, algebra.DefaultBudget)
		if err != nil {
			r = Unread(Task{Claims: []string{c.claim}}, err)
		}
		if r.Claims[0].Verdict != c.want {
			t.Errorf("%s %q: %q is said to be %s (%s), want %s", c.task, c.statement, c.claim, r.Claims[0].Verdict, r.Claims[0].Why, c.want)
		}
	}
}

func TestFurtherIsSaid(t *testing.T) {
	for task, c := range map[string][2]string{
		"factor":   {"x^4 - 1", "(x^2 - 1)(x^2 + 1)"},
		"expand":   {"(x+1)^2", "x(x + 2) + 1"},
		"simplify": {"x + x + x", "2x + x"},
	} {
		r, err := Do(Task{Task: task, Statement: c[0], Claims: []string{c[1]}}, algebra.DefaultBudget)
		if err != nil || r.Claims[0].Verdict != Right || r.Claims[0].Why == "" {
			t.Errorf("%s %s as %s: %+v, %v", task, c[0], c[1], r.Claims, err)
		}
	}
}

func TestSteps(t *testing.T) {
	for _, c := range []struct {
		lines string
		bad   int
	}{
		{"2x + 3 = 11\n2x = 8\nx = 4", 0},
		{"2x + 3 = 11\n2x = 14\nx = 7", 2},
		{"2x + 3 = 11\n2x = 8\nx = 16", 3},
		{"x^2 = 3x\nx = 3", 2},
		{"x = 3\nx^2 = 9", 2},
		{"sqrt(x+3) = x + 1\nx + 3 = x^2 + 2x + 1\nx^2 + x - 2 = 0\nx = 1 or x = -2\nx = 1", 0},
		{"sqrt(x+3) = x + 1\nx + 3 = x^2 + 2x + 1\nx = 1 or x = -2", 2},
		{"log(x-1) + log(x+2) = 1\nlog((x-1)(x+2)) = 1\nx^2 + x - 2 = 10\n(x-3)(x+4) = 0\nx = 3", 0},
		{"-2x > 6\nx > -3", 2},
		{"-2x > 6\nx < -3", 0},
		{"(x+2)^2\n= x^2 + 4x + 4", 0},
		{"(x+2)^2\n= x^2 + 4", 2},
		{"3 + 4*2\n= 7*2\n= 14", 2},
		{"4.5/0.5 = 9\n9*2 = 19", 2},
	} {
		r, err := Do(Task{Task: "steps", Lines: strings.Split(c.lines, "\n")}, algebra.DefaultBudget)
		if err != nil || r.FirstBadLine == nil || *r.FirstBadLine != c.bad {
			t.Errorf("%q: first bad line %v, %v (%s), want %d", c.lines, r.FirstBadLine, err, r.Why, c.bad)
		}
		asStatement, err := Do(Task{Task: "steps", Statement: c.lines}, algebra.DefaultBudget)
		if err != nil || asStatement.FirstBadLine == nil || *asStatement.FirstBadLine != c.bad {
			t.Errorf("%q as a statement: %v, %v", c.lines, asStatement.FirstBadLine, err)
		}
	}
}

func TestRefusals(t *testing.T) {
	for _, c := range []struct{ task, statement, says string }{
		{"solve", "x + = 3", "at character 5"},
		{"solve", "2x + 1", "an equation or an inequality was expected"},
		{"evaluate", "3 + x", "no value is given for x"},
		{"differentiate", "a*b", "name one of"},
		{"dance", "x", "is none of solve"},
		{"solve", strings.Repeat("9", 1_000_000), "is longer than"},
		{"evaluate", strings.Repeat("(", 1500) + "1", "nested too deeply"},
	} {
		_, err := Do(Task{Task: c.task, Statement: c.statement}, algebra.DefaultBudget)
		if err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s %.20q: %v, want %q", c.task, c.statement, err, c.says)
		}
	}
}

func TestRearrangingWithSigns(t *testing.T) {
	for _, c := range []struct{ statement, claim, want string }{
		{"V = πr²h", "r = √(V/(πh))", Wrong},
		{"V = πr²h, r > 0, h > 0", "r = √(V/(πh))", Right},
		{"V = πr²h, r > 0, h > 0", "r = -√(V/(πh))", Wrong},
		{"V = πr²h, r > 0, h > 0", "r = √(V/h)", Wrong},
		{"V = πr²h, h > 0", "r = √(V/(πh))", Wrong},
	} {
		r, err := Do(Task{Task: "rearrange", Statement: c.statement, Variable: "r", Claims: []string{c.claim}}, algebra.DefaultBudget)
		if err != nil || r.Claims[0].Verdict != c.want {
			t.Errorf("%s: %s is %+v, %v, want %s", c.statement, c.claim, r.Claims, err, c.want)
		}
	}
}
