package writer

import (
	"math/big"
	"math/rand/v2"
	"testing"

	"zincowl/core/fact"
	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/source"
)

// formula reads an equation as a source would state it.
func formula(t testing.TB, text string) equation {
	t.Helper()
	f, ok := fact.ReadFormula(text)
	if !ok {
		t.Fatalf("%q is not read", text)
	}
	return equation{Formula: f, term: term{src: &Source{}}}
}

// given is a task with the numbers of a test in it.
func given(t testing.TB, e equation, asked string, values map[string]string) task {
	t.Helper()
	v, _ := e.Variable(asked)
	expr, err := e.For(asked)
	if err != nil {
		t.Fatal(err)
	}
	out := task{problem: e.alone(), asked: v, expr: expr, givens: map[string]units.Quantity{}}
	for name, text := range values {
		q, ok := units.ParseQuantity(text)
		if !ok {
			t.Fatalf("%q is no quantity", text)
		}
		own, _ := e.Variable(name)
		if q.Unit.Text != own.Unit.Text {
			out.converted = name
		}
		out.givens[name] = q.Quantity
	}
	answer, err := e.Compute(asked, out.givens)
	if err != nil {
		t.Fatal(err)
	}
	out.answer = answer.Value
	return out
}

const mass = "mass = dose × volume / fraction, where the mass is in kg, the dose is in mg/L, the volume is in ML and the fraction is a decimal"

func TestSlipsComeToWhatTheyName(t *testing.T) {
	for _, c := range []struct {
		name, formula, asked string
		values               map[string]string
		want                 map[string]string
	}{
		{"as it stands", mass, "mass", map[string]string{"dose": "2.5 mg/L", "volume": "1.8 ML", "fraction": "0.65"}, map[string]string{
			"multiplied-for-divided": "2.93 kg", "factor-forgotten": "4.5 kg", "ratio-turned-over": "0.144 kg", "power-of-ten": "69.2 kg", "divided-for-multiplied": "2.14 kg",
		}},
		{"with a conversion", mass, "mass", map[string]string{"dose": "2.5 mg/L", "volume": "1,800 m³", "fraction": "0.65"}, map[string]string{
			"unit-not-converted": "6,920 kg", "factor-forgotten": "4.5 kg",
		}},
		{"for another unknown", mass, "dose", map[string]string{"mass": "9 kg", "volume": "1.8 ML", "fraction": "0.6"}, map[string]string{
			"formula-not-turned-round": "27 mg/L",
		}},
		{"a difference", "loss = supplied - billed, where the loss is in ML, the supplied is in ML and the billed is in ML", "loss",
			map[string]string{"supplied": "8 ML", "billed": "5 ML"}, map[string]string{"sign-turned": "13 ML", "part-forgotten": "8 ML", "taken-from-nothing": "5 ML"}},
		{"a sum", "total = free + bound, where the total is in mg/L, the free is in mg/L and the bound is in mg/L", "total",
			map[string]string{"free": "1.6 mg/L", "bound": "0.9 mg/L"}, map[string]string{"sign-turned": "0.7 mg/L", "part-forgotten": "1.6 mg/L", "other-part-forgotten": "0.9 mg/L"}},
		{"a round tank", "V = πr²h, where V is the volume in m³, r is the radius in m and h is the depth in m", "V",
			map[string]string{"r": "4 m", "h": "2.5 m"}, map[string]string{"factor-forgotten": "40 m³", "power-forgotten": "31.4 m³", "power-as-factor": "62.8 m³"}},
		{"its radius", "V = πr²h, where V is the volume in m³, r is the radius in m and h is the depth in m", "r",
			map[string]string{"V": "200 m³", "h": "5 m"}, map[string]string{"root-forgotten": "12.7 m", "half-for-root": "6.37 m", "square-for-root": "162 m"}},
		{"a jet", "v = √(2gh), where v is the speed in m/s, g is 9.81 m/s² and h is the head in m", "v",
			map[string]string{"g": "9.81 m/s²", "h": "5 m"}, map[string]string{"root-forgotten": "98.1 m/s", "half-for-root": "49.1 m/s", "factor-forgotten": "7 m/s"}},
		{"a logarithm", "pH = −log(c), where pH is a number and c is the concentration in mol/L", "pH",
			map[string]string{"c": "0.002 mol/L"}, map[string]string{"other-logarithm": "6.21"}},
		{"a power of ten", "pH = −log(c), where pH is a number and c is the concentration in mol/L", "c",
			map[string]string{"pH": "2.7"}, map[string]string{"e-for-ten": "0.0672 mol/L"}},
		{"a decay", "N = M × exp(−kt), where N is the number left, M is the number at first, k is the share a minute and t is the time in min", "N",
			map[string]string{"M": "900", "k": "0.1", "t": "6 min"}, map[string]string{"ten-for-e": "226", "divided-for-multiplied": "1,640"}},
		{"compound interest", "A = P(1 + i)^n, where A is the sum in $, P is the principal in $, i is the interest and n is the number of years", "A",
			map[string]string{"P": "$200", "i": "0.05", "n": "3"}, map[string]string{"power-of-ten": "$2,315.25", "divided-for-multiplied": "$172.77"}},
	} {
		e := formula(t, c.formula)
		task := given(t, e, c.asked, c.values)
		got := map[string][]string{}
		for _, s := range task.slips() {
			got[s.id] = append(got[s.id], s.shown)
			if s.why == "" || s.value.Cmp(task.answer) == 0 {
				t.Errorf("%s: the slip %s is %s because %q", c.name, s.id, s.shown, s.why)
			}
		}
		for id, want := range c.want {
			found := false
			for _, shown := range got[id] {
				found = found || shown == want
			}
			if !found {
				t.Errorf("%s: %s comes to %q, want %s", c.name, id, got[id], want)
			}
		}
	}
}

func TestNoShareAboveTheWhole(t *testing.T) {
	e := formula(t, "loss rate = lost / supplied, where the loss rate is a decimal, the lost is in ML and the supplied is in ML")
	task := given(t, e, "loss rate", map[string]string{"lost": "1.8 ML", "supplied": "6 ML"})
	for _, s := range task.slips() {
		if s.value.Cmp(big.NewRat(1, 1)) > 0 {
			t.Errorf("%s comes to %s", s.id, s.shown)
		}
	}
}

func TestRangesAreLearned(t *testing.T) {
	l := learned{}
	l.learn([]source.Passage{
		{Kind: source.Paragraph, Text: "The dose was 14 mg/L on Monday and the dose was 20 mg/L later."},
		{Kind: source.Heading, Text: "A dose of 900 mg/L"},
	})
	unit, _ := units.Parse("mg/L")
	low, high := l.spanOf(maths.Variable{Name: "dose", Meaning: "dose", Unit: unit})
	if low.Cmp(big.NewRat(28, 3)) != 0 || high.Cmp(big.NewRat(24, 1)) != 0 {
		t.Errorf("doses are drawn from %s to %s", low.FloatString(2), high.FloatString(2))
	}
	r := rand.New(rand.NewPCG(1, 1))
	for range 200 {
		v := l.pick(maths.Variable{Name: "dose", Meaning: "dose", Unit: unit}, r)
		if v.Cmp(low) < 0 || v.Cmp(high) > 0 || decimal.Significant(v) > 2 {
			t.Fatalf("a dose of %s was drawn", v.FloatString(4))
		}
	}
	low, high = learned{}.spanOf(maths.Variable{Name: "f", Meaning: "available fraction", Unit: units.One})
	if low.Sign() <= 0 || high.Cmp(big.NewRat(1, 1)) > 0 {
		t.Errorf("fractions are drawn from %s to %s", low, high)
	}
}

func TestNumbersAreNotTrivial(t *testing.T) {
	e := formula(t, "rate = flow / area, where the rate is in m/h, the flow is in m³/h and the area is in m²")
	trivial := 0
	for seed := range uint64(200) {
		task, err := e.alone().draw(rand.New(rand.NewPCG(seed, 7)), "rate", "", learned{})
		if err != nil {
			t.Fatal(err)
		}
		if task.trivial() > 0 {
			trivial++
		}
		if !(learned{}).plausible(task.asked, task.answer) {
			t.Errorf("a rate of %s", task.answer.FloatString(3))
		}
	}
	if trivial > 2 {
		t.Errorf("%d of 200 are trivial", trivial)
	}
}

func TestStemsReadNaturally(t *testing.T) {
	e := formula(t, "water lost = water supplied - water billed, where the water lost is in ML, the water supplied is in ML and the water billed is in ML")
	task := given(t, e, "water lost", map[string]string{"water supplied": "8 ML", "water billed": "5 ML"})
	task.order = []string{"water supplied", "water billed"}
	for seed := range uint64(40) {
		stem := task.stem(rand.New(rand.NewPCG(seed, 1)), Brief{}, true)
		for _, odd := range []string{"a water supplied", "a water billed", "  ", "?.", ".?"} {
			for i := range stem {
				if i+len(odd) <= len(stem) && stem[i:i+len(odd)] == odd {
					t.Errorf("%q holds %q", stem, odd)
				}
			}
		}
	}
}
