package maths

import (
	"errors"
	"math/big"
	"math/rand/v2"
	"strings"
	"testing"

	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

func numbers(t testing.TB, given map[string]string) map[string]*big.Rat {
	t.Helper()
	out := map[string]*big.Rat{}
	for name, text := range given {
		out[name] = rat(t, text)
	}
	return out
}

// TestEstimate holds irrational values against forty digits computed elsewhere, with
// arithmetic of sixty.
func TestEstimate(t *testing.T) {
	for _, c := range []struct {
		formula string
		values  map[string]string
		want    string
	}{
		{"π × r² × h", map[string]string{"r": "5.5", "h": "6.2"}, "589.2057021807657218736687665340707659312"},
		{"√(2 × g × h)", map[string]string{"g": "9.81", "h": "2.5"}, "7.003570517957251210474509320917935340649"},
		{"-log10(c)", map[string]string{"c": "0.000018"}, "4.744727494896693930196205298765276354832"},
		{"10^(-p)", map[string]string{"p": "4.7"}, "0.00001995262314968879601352455396739535557986"},
		{"n × exp(-k × t)", map[string]string{"n": "880", "k": "0.31", "t": "18"}, "3.319857656537140795994921505697103623305"},
		{"ln(a / b) / k", map[string]string{"a": "2200", "b": "160", "k": "8.2"}, "0.3196388809893390609546632522286541223410"},
		{"R^(2/3) × S^(1/2) / n", map[string]string{"R": "0.8", "S": "0.002", "n": "0.013"}, "2.964592258458449574694130331079225045591"},
		{"∛(3 × V / (4 × π))", map[string]string{"V": "113"}, "2.999139117950116303906424374159259141769"},
		{"P × (1 + i)^n", map[string]string{"P": "100", "i": "0.018", "n": "210"}, "4236.755287738961120876426610544769982715"},
		{"2^(-t / T)", map[string]string{"t": "14", "T": "3.2"}, "0.04819408829399815073788412069033546379084"},
		{"a^b", map[string]string{"a": "1.7", "b": "0.37"}, "1.216931410459134498088919380617372940780"},
		{"2 × π × √(L / g)", map[string]string{"L": "1.2", "g": "9.81"}, "2.197535945769470604215144923311675149555"},
	} {
		n, err := Parse(c.formula)
		if err != nil {
			t.Errorf("%s: %v", c.formula, err)
			continue
		}
		got, err := Estimate(n, numbers(t, c.values))
		if err != nil {
			t.Errorf("%s: %v", c.formula, err)
			continue
		}
		if want := rat(t, c.want); decimal.Round(got, 38).Cmp(decimal.Round(want, 38)) != 0 {
			t.Errorf("%s is %s, want %s", c.formula, decimal.Exact(got), c.want)
		}
	}
}

// What is rational comes out as it is, however it was come by.
func TestEstimateIsExactWhereItCan(t *testing.T) {
	for formula, want := range map[string]string{
		"√(16)": "4", "√(4 / 9)": "2/3", "√(2.25)": "3/2", "∛(27 / 8)": "3/2", "8^(2/3)": "4", "32^(0.2)": "2", "4^(-1/2)": "1/2",
		"log(1000)": "3", "log10(0.0001)": "-4", "ln(1)": "0", "√(2)^2": "2", "√(2) × √(8)": "4", "exp(ln(5))": "5", "ln(exp(3))": "3",
		"10^(log(7))": "7", "π / π": "1", "2^10": "1024", "(1/3)^3": "1/27", "0^(1/2)": "0", "a + √(9) − a": "3",
	} {
		n, err := Parse(formula)
		if err != nil {
			t.Errorf("%s: %v", formula, err)
			continue
		}
		got, err := Estimate(n, map[string]*big.Rat{"a": big.NewRat(7, 3)})
		if err != nil || got.RatString() != want {
			t.Errorf("%s is %v, %v, want %s", formula, got, err, want)
		}
	}
}

func TestEstimateRefuses(t *testing.T) {
	for _, formula := range []string{
		"√(0 − 4)", "ln(0)", "ln(-1)", "log(0 − 10)", "(0 − 2)^(1/2)", "0^(-1/2)", "1 / (√(4) − 2)", "exp(9999)", "10^(10^9)", "2.5^(99999.5)", "(0 − 3)^65", "b",
	} {
		n, err := Parse(formula)
		if err != nil {
			t.Errorf("%s: %v", formula, err)
			continue
		}
		if v, err := Estimate(n, nil); err == nil {
			t.Errorf("%s has the value %s", formula, decimal.Exact(v))
		} else if formula != "b" && !errors.Is(err, ErrUndefined) {
			t.Errorf("%s: %v", formula, err)
		}
	}
}

// powerTree is a random formula of positive names in which each stands once. It has one
// exponential at most: one within another leaves no digits to come back from.
func powerTree(r *rand.Rand, names *[]string, depth int) Node {
	if depth == 0 || len(*names) == 1 {
		name := (*names)[0]
		if len(*names) > 1 {
			*names = (*names)[1:]
		} else {
			return Int(int64(2 + r.IntN(5)))
		}
		return Name(name)
	}
	x := powerTree(r, names, depth-1)
	kind := r.IntN(8)
	Walk(x, func(n Node) {
		if b, ok := n.(Binary); kind >= 2 && ok && b.Op == '^' && (b.X == E || Equal(b.X, Int(10))) {
			kind = 7
		}
	})
	switch kind {
	case 0:
		return Call{"sqrt", []Node{x}}
	case 1:
		return Binary{'^', x, Int(int64(2 + r.IntN(2)))}
	case 2:
		return Call{"ln", []Node{Binary{'+', Int(2), x}}}
	case 3:
		return Binary{'^', Int(10), Binary{'/', x, Int(40)}}
	case 4:
		return Binary{'*', Pi, x}
	case 5:
		return Binary{'^', E, Negative{Binary{'/', x, Int(40)}}}
	}
	return Binary{"*/+"[r.IntN(3)], x, powerTree(r, names, depth-1)}
}

// TestIsolateUndoesPowers turns made-up formulas round for each of their names: what
// comes out, put back, gives the same.
func TestIsolateUndoesPowers(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 6))
	tried := 0
	for range 1500 {
		names := []string{"a", "b", "c", "d", "end"}
		n := powerTree(r, &names, 4)
		values := map[string]*big.Rat{}
		for _, v := range Names(n) {
			values[v] = big.NewRat(int64(2+r.IntN(8)), int64(1+r.IntN(4)))
		}
		total, err := Estimate(n, values)
		if err != nil || total.Sign() <= 0 {
			continue
		}
		for _, name := range Names(n) {
			expr, err := Isolate("s", n, name)
			if err != nil {
				t.Fatalf("s = %s can't be turned round for %s: %v", n, name, err)
			}
			given := map[string]*big.Rat{"s": total}
			for k, v := range values {
				if k != name {
					given[k] = v
				}
			}
			got, err := Estimate(expr, given)
			if errors.Is(err, ErrUndefined) {
				continue // too near to where a logarithm has no value
			}
			if err != nil {
				t.Fatalf("s = %s turned round is %s = %s: %v", n, name, expr, err)
			}
			tried++
			given[name] = got
			again, err := Estimate(n, given)
			if err != nil || decimal.Round(again, 30).Cmp(decimal.Round(total, 30)) != 0 {
				t.Fatalf("s = %s turned round is %s = %s: with %s for %s it comes to %v, not %v", n, name, expr, decimal.Exact(got), decimal.Exact(values[name]), again, decimal.Exact(total))
			}
		}
	}
	if tried < 2000 {
		t.Errorf("only %d were tried", tried)
	}
}

func TestIsolatePrints(t *testing.T) {
	for _, c := range []struct{ formula, name, want string }{
		{"π × r² × h", "r", "√(s ÷ h ÷ π)"},
		{"π × r² × h", "h", "s ÷ (π × r²)"},
		{"a³", "a", "∛(s)"},
		{"a^4", "a", "root(s, 4)"},
		{"√(2 × g × h)", "h", "s² ÷ (2 × g)"},
		{"∛(a)", "a", "s³"},
		{"-log10(c)", "c", "10^(−s)"},
		{"ln(a)", "a", "e^s"},
		{"n × exp(-k × t)", "t", "ln(s ÷ n) ÷ (−k)"},
		{"2^(t / T)", "T", "t ÷ (ln(s) ÷ ln(2))"},
		{"10^p", "p", "log(s)"},
		{"R^(2/3)", "R", "s^(3 ÷ 2)"},
		{"R^(1/2)", "R", "s²"},
		{"R^(-1)", "R", "s^(−1)"},
		{"P × (1 + i)^n", "n", "ln(s ÷ P) ÷ ln(1 + i)"},
	} {
		n, err := Parse(c.formula)
		if err != nil {
			t.Errorf("%s: %v", c.formula, err)
			continue
		}
		expr, err := Isolate("s", n, c.name)
		if err != nil || Told(expr) != c.want {
			t.Errorf("s = %s turned round for %s is %v, %v, want %s", c.formula, c.name, Told(expr), err, c.want)
		}
	}
}

func TestParseFormulas(t *testing.T) {
	for _, c := range []struct {
		in    string
		names string
		want  string
	}{
		{"πr²h", "r h", "π × r^2 × h"},
		{"2πr", "r", "2 × π × r"},
		{"mc^2", "m c", "m × c^2"},
		{"mc²", "m c", "m × c^2"},
		{"½mv²", "m v", "1 ÷ 2 × m × v^2"},
		{"a/bc", "a b c", "a ÷ (b × c)"},
		{"mcΔT", "m c ΔT", "m × c × ΔT"},
		{"Pe^(rt)", "P r t", "P × e^(r × t)"},
		{"√(2gh)", "g h", "sqrt(2 × g × h)"},
		{"2π√(L/g)", "L g", "2 × π × sqrt(L ÷ g)"},
		{"sqrt(a) + ln(b)", "a b", "sqrt(a) + ln(b)"},
		{"20·log10(x/y)", "x y", "20 × log(x ÷ y)"},
		{"lg(x)", "x", "log(x)"},
		{"pi × d", "d", "π × d"},
		{"log × 3", "log", "log × 3"}, // a name, as no bracket follows
		{"u_0 + exp(u_1)", "u_0 u_1", "u_0 + e^u_1"},
	} {
		n, err := Parse(c.in, strings.Fields(c.names)...)
		if err != nil || n.String() != c.want {
			t.Errorf("%s reads as %v, %v, want %s", c.in, n, err, c.want)
		}
	}
	for in, says := range map[string]string{
		"sin(a)":   "formulas with sin are not computed",
		"√":        "something is missing",
		"√2a":      "two ways",
		"sqrt(a":   "expected to close",
		"ln() + 1": "a number, a name or a bracket",
	} {
		if n, err := Parse(in, "a"); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s reads as %v, %v, want an error with %q", in, n, err, says)
		}
	}
}

func TestTold(t *testing.T) {
	for in, want := range map[string]string{
		"π × r^2 × h":              "π × r² × h",
		"x^(-1) + y^12":            "x^(−1) + y¹²",
		"(a + b)^2":                "(a + b)²",
		"pipe radius^2":            "(pipe radius)²",
		"sqrt(a) / ∛(b)":           "√(a) ÷ ∛(b)",
		"1/2 × m × v^2":            "½ × m × v²",
		"E / (1/2 × m)":            "E ÷ (½ × m)",
		"(2/3)^2 × a":              "(⅔)² × a",
		"-a × 3":                   "−a × 3",
		"5/7 × a":                  "5 ÷ 7 × a",
		"a^(2/3)":                  "a^⅔",
		"log(c) − ln(d) + e^(f/2)": "log(c) − ln(d) + e^(f ÷ 2)",
	} {
		n, err := Parse(in)
		if err != nil {
			t.Errorf("%s: %v", in, err)
			continue
		}
		n = Replace(n, map[string]Node{"e": E})
		if got := Told(n); got != want {
			t.Errorf("%s is told as %s, want %s", in, got, want)
		}
	}
	n, _ := Parse("π × r² × h")
	if got := Substituted(n, map[string]string{"r": "2 m", "h": "3 m"}); got != "π × (2 m)² × 3 m" {
		t.Errorf("with its numbers: %s", got)
	}
}

func TestCheckUnitsOfPowers(t *testing.T) {
	formula := func(text string, in ...string) Formula {
		left, right, _ := strings.Cut(text, " = ")
		n, err := Parse(right)
		if err != nil {
			t.Fatalf("%s: %v", text, err)
		}
		f := Formula{Text: text, Expr: n}
		for i, name := range append([]string{left}, Names(n)...) {
			f.Variables = append(f.Variables, Variable{Name: name, Meaning: name, Unit: unit(t, in[i])})
		}
		return f
	}
	for _, f := range []Formula{
		formula("V = π × r² × h", "m³", "m", "m"),
		formula("v = √(2 × g × h)", "m/s", "m/s²", "m"),
		formula("a = ∛(V)", "m", "m³"),
		formula("d = √(a² + b²)", "m", "m", "m"),
		formula("p = 0 − log(c)", "", "mol/L"),
		formula("N = M × exp(0 − k × t)", "", "", "", "min"),
		formula("v = R^(2/3) × S^(1/2) / n", "m/s", "m", "", ""),
		formula("q = C × H^(3/2)", "m³/s", "", "m"),
		formula("c = 331.3 + 0.606 × T", "m/s", "°C"),
		formula("f = 1 / (2 × π × √(L × C))", "Hz", "H", "F"),
	} {
		if err := f.CheckUnits(); err != nil {
			t.Errorf("%s: %v", f.Text, err)
		}
	}
	for _, f := range []Formula{
		formula("V = π × r × h", "m³", "m", "m"),
		formula("v = √(g × h)", "m", "m/s²", "m"),
		formula("A = √(a × b)", "m", "m²", "m²"),
		formula("s = a × t", "m", "m/s²", "s"),
		formula("x = a + b²", "m", "m", "m"),
	} {
		if f.CheckUnits() == nil {
			t.Errorf("%s is said to agree", f.Text)
		}
	}
}

func TestConstantsNeedNotBeGiven(t *testing.T) {
	n, err := Parse("√(2 × g × h)")
	if err != nil {
		t.Fatal(err)
	}
	f := Formula{Expr: n, Variables: []Variable{
		{Name: "v", Meaning: "speed", Unit: unit(t, "m/s")},
		{Name: "g", Meaning: "gravity", Unit: unit(t, "m/s²"), Value: rat(t, "9.81")},
		{Name: "h", Meaning: "head", Unit: unit(t, "m")},
	}}
	head := units.Quantity{Value: rat(t, "500"), Unit: unit(t, "cm")}
	v, err := f.Compute("v", map[string]units.Quantity{"h": head})
	if err != nil || v.Text(3) != "9.90 m/s" {
		t.Errorf("the speed is %s, %v", v.Text(3), err)
	}
	if v, err = f.Compute("v", map[string]units.Quantity{"h": head, "g": {Value: rat(t, "10"), Unit: unit(t, "m/s²")}}); err != nil || v.Text(3) != "10 m/s" {
		t.Errorf("with another gravity the speed is %s, %v", v.Text(3), err)
	}
	if _, err := f.Compute("v", nil); err == nil {
		t.Error("the head was not missed")
	}
}

func TestSettled(t *testing.T) {
	third := rat(t, "1/3")
	if Settled(third).Cmp(third) != 0 {
		t.Error("a plain fraction was rounded")
	}
	root, err := Estimate(Call{"sqrt", []Node{Int(2)}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	if two := Settled(new(big.Rat).Mul(root, root)); two.Cmp(rat(t, "2")) != 0 {
		t.Errorf("√2 × √2 settles at %s", decimal.Exact(two))
	}
}

func TestAlike(t *testing.T) {
	for _, c := range []struct {
		a, b string
		want bool
	}{{"1/3", "0.3333333333333333333", true}, {"1/3", "0.33333333", false}, {"0", "0", true}, {"0", "1/1000000", false}, {"-2", "2", false}, {"7", "7", true}} {
		if Alike(rat(t, c.a), rat(t, c.b)) != c.want {
			t.Errorf("%s and %s: not %v", c.a, c.b, c.want)
		}
	}
}

func TestRational(t *testing.T) {
	for text, want := range map[string]bool{"a/b + 3": true, "a^2": true, "a^-1": true, "√(a)": false, "π × a": false, "a^b": false, "a^(1/2)": false, "log(a)": false} {
		n, err := Parse(text)
		if err != nil || Rational(n) != want {
			t.Errorf("%s, %v: not %v", text, err, want)
		}
	}
}

func BenchmarkEstimate(b *testing.B) {
	n, err := Parse("N × exp(-k × t) + √(a² + π)")
	if err != nil {
		b.Fatal(err)
	}
	values := map[string]*big.Rat{"N": big.NewRat(880, 1), "k": big.NewRat(31, 100), "t": big.NewRat(18, 1), "a": big.NewRat(7, 3)}
	for b.Loop() {
		if _, err := Estimate(n, values); err != nil {
			b.Fatal(err)
		}
	}
}

func rat(t testing.TB, s string) *big.Rat {
	t.Helper()
	v, ok := new(big.Rat).SetString(s)
	if !ok {
		t.Fatalf("%q is no number", s)
	}
	return v
}

func unit(t testing.TB, s string) units.Unit {
	t.Helper()
	u, ok := units.Parse(s)
	if !ok {
		t.Fatalf("the unit %q is not read", s)
	}
	return u
}

func TestFormula(t *testing.T) {
	expr, err := Parse("dose × volume / fraction")
	if err != nil {
		t.Fatal(err)
	}
	f := Formula{Text: "mass = dose × volume / fraction", Expr: expr, Variables: []Variable{
		{Name: "mass", Meaning: "mass", Unit: unit(t, "kg")}, {Name: "dose", Meaning: "dose", Unit: unit(t, "mg/L")}, {Name: "volume", Meaning: "volume", Unit: unit(t, "ML")}, {Name: "fraction", Meaning: "fraction", Unit: units.One},
	}}
	if err := f.CheckUnits(); err != nil {
		t.Errorf("the units are said not to agree: %v", err)
	}
	givens := map[string]units.Quantity{
		"dose": {Value: rat(t, "5/2"), Unit: unit(t, "mg/L")}, "volume": {Value: rat(t, "1800"), Unit: unit(t, "m³")}, "fraction": {Value: rat(t, "65"), Unit: unit(t, "%")},
	}
	mass, err := f.Compute("mass", givens)
	if err != nil || mass.Text(3) != "6.92 kg" {
		t.Errorf("the mass is %v, %v", mass.Text(3), err)
	}
	givens["mass"] = units.Quantity{Value: rat(t, "9"), Unit: unit(t, "kg")}
	delete(givens, "dose")
	dose, err := f.Compute("dose", givens)
	if err != nil || dose.Text(3) != "3.25 mg/L" {
		t.Errorf("the dose is %v, %v", dose.Text(3), err)
	}
	givens["volume"] = units.Quantity{Value: rat(t, "3"), Unit: unit(t, "kg")}
	if _, err := f.Compute("dose", givens); err == nil {
		t.Error("a volume in kg was computed with")
	}
	f.Variables[2].Unit = unit(t, "m³")
	if err := f.CheckUnits(); err == nil {
		t.Error("mg/L × m³ was taken for kg")
	}
	f.Variables[2].Unit = unit(t, "h")
	if err := f.CheckUnits(); err == nil {
		t.Error("mg/L × h was taken for kg")
	}
}
