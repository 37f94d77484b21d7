package maths

import (
	"errors"
	"math/big"
	"math/rand/v2"
	"strings"
	"testing"

	"zincowl/tools/mangle"
)

func TestParsePrints(t *testing.T) {
	for _, c := range []struct{ in, want string }{
		{"dose × volume / available fraction", "dose × volume ÷ available fraction"},
		{"a + b * c", "a + b × c"},
		{"(a + b) * c", "(a + b) × c"},
		{"a - (b - c)", "a − (b − c)"},
		{"a − b − c", "a − b − c"},
		{"a / (b / c)", "a ÷ (b ÷ c)"},
		{"-a + b", "-a + b"},
		{"x²", "x^2"},
		{"x^-1", "x^(-1)"},
		{"2(a + 1)", "2 × (a + 1)"},
		{"1,620 / 36", "1620 ÷ 36"},
		{"0.65·m", "0.65 × m"},
		{"d₁ + d₂", "d₁ + d₂"},
	} {
		n, err := Parse(c.in)
		if err != nil {
			t.Errorf("Parse(%q): %v", c.in, err)
			continue
		}
		if got := n.String(); got != c.want {
			t.Errorf("Parse(%q) prints %q, want %q", c.in, got, c.want)
		}
	}
}

func TestParseKnownNames(t *testing.T) {
	n, err := Parse("DV/a", "D", "V", "a")
	if err != nil || n.String() != "D × V ÷ a" {
		t.Errorf("DV/a reads as %v, %v", n, err)
	}
	if _, err := Parse("speed / time", "flow", "time"); err == nil {
		t.Error("an unknown name was read")
	}
}

func TestParseErrorsPointAtTheCharacter(t *testing.T) {
	for _, c := range []struct {
		in, says string
		at       int
	}{
		{"a + ", "missing at the end", 4},
		{"(a + b", "closing bracket", 6},
		{"a ? b", "has no meaning", 2},
		{"× a", "a number, a name or a bracket", 0},
		{"a) + b", "operator was expected", 1},
		{strings.Repeat("(", 200) + "a", "nested too deeply", 60},
		{strings.Repeat("a^", 200) + "a", "nested too deeply", 61},
		{strings.Repeat("a+", 5000), "longer than", 0},
	} {
		_, err := Parse(c.in)
		var syntax *SyntaxError
		if !errors.As(err, &syntax) {
			t.Errorf("Parse(%.20q) gives %v, want a syntax error", c.in, err)
			continue
		}
		if !strings.Contains(syntax.Says, c.says) || syntax.At != c.at {
			t.Errorf("Parse(%.20q) says %q at %d, want %q at %d", c.in, syntax.Says, syntax.At, c.says, c.at)
		}
	}
}

// tree draws a random expression.
func tree(r *rand.Rand, depth int) Node {
	if depth == 0 || r.IntN(4) == 0 {
		if r.IntN(2) == 0 {
			return Name(string(rune('a' + r.IntN(4))))
		}
		return Number{big.NewRat(int64(r.IntN(40)), []int64{1, 2, 4, 5, 8}[r.IntN(5)])}
	}
	if r.IntN(8) == 0 {
		return Negative{tree(r, depth-1)}
	}
	return Binary{"+-*/^"[r.IntN(5)], tree(r, depth-1), tree(r, depth-1)}
}

func TestParseReadsWhatIsPrinted(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for range 5000 {
		n := tree(r, 4)
		back, err := Parse(n.String(), "a", "b", "c", "d")
		if err != nil {
			t.Fatalf("%s can't be read back: %v", n, err)
		}
		if !Equal(n, back) {
			t.Fatalf("%s is read back as %s", n, back)
		}
	}
}

func FuzzParse(f *testing.F) {
	for _, s := range []string{"a+b", "x²/3", "((", "1,000.5", "−a^-2", "d₁·½", "ff++aAA+AAA"} {
		mangle.Add(f, 200, s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		n, err := Parse(s)
		if err != nil {
			return
		}
		again, err := Parse(n.String(), Names(n)...)
		if err != nil || again.String() != n.String() {
			t.Errorf("%q reads as %s, which reads as %v, %v", s, n, again, err)
		}
		LaTeX(n)
	})
}

func TestIsolateUndoesTheFormula(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	tried := 0
	for tried < 500 {
		n := tree(r, 3)
		name := Name("a")
		expr, err := Isolate("s", n, string(name))
		if err != nil {
			continue
		}
		values := map[string]*big.Rat{}
		for _, v := range Names(n) {
			values[v] = big.NewRat(int64(1+r.IntN(9)), int64(1+r.IntN(4)))
		}
		total, err := Evaluate(n, values)
		if err != nil {
			continue
		}
		want := values["a"]
		values["s"] = total
		got, err := Evaluate(expr, values)
		if err != nil {
			continue // the value drawn is one where the formula can't be turned round
		}
		tried++
		if got.Cmp(want) != 0 {
			t.Fatalf("s = %s turned round is a = %s: %s for %s", n, expr, got, want)
		}
	}
}

func TestIsolateRefuses(t *testing.T) {
	for _, s := range []string{"a + a × b", "b + c", "(1 + a)^b", "log(a × a)"} {
		n, err := Parse(s)
		if err != nil {
			t.Fatal(err)
		}
		if expr, err := Isolate("s", n, "a"); err == nil {
			t.Errorf("s = %s was turned round to a = %s", s, expr)
		}
	}
}

func TestEvaluateIsBounded(t *testing.T) {
	tower := "9^9"
	for range 50 {
		tower = "(" + tower + ")^9"
	}
	for _, s := range []string{"2^65", "2^(1/2)", "1/(3-3)", "0^(0-1)", tower} {
		n, err := Parse(s)
		if err != nil {
			t.Fatal(err)
		}
		if v, err := Evaluate(n, nil); err == nil {
			t.Errorf("%s has the value %s", s, v)
		}
	}
}
