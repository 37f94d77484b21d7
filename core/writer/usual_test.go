package writer

import (
	"math/big"
	"math/rand/v2"
	"strings"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// Every row of the table can be used, and there are enough of them.
func TestUsualTable(t *testing.T) {
	rows := 0
	for line := range strings.SplitSeq(strings.TrimSpace(usualTable), "\n") {
		if strings.HasPrefix(line, "#") {
			continue
		}
		rows++
		c := strings.Split(line, "\t")
		if len(c) != 6 {
			t.Fatalf("%q has %d columns", line, len(c))
		}
		if _, ok := units.Parse(c[1]); !ok && c[1] != "-" {
			t.Errorf("%s: there is no unit %q", c[0], c[1])
		}
		low, ok1 := decimal.Parse(c[2])
		high, ok2 := decimal.Parse(c[3])
		if !ok1 || !ok2 || low.Sign() <= 0 || low.Cmp(high) >= 0 {
			t.Errorf("%s: from %s to %s", c[0], c[2], c[3])
		}
		if !strings.Contains("physics body trade money place", c[5]) {
			t.Errorf("%s: %q is no basis", c[0], c[5])
		}
	}
	if rows < 150 {
		t.Errorf("%d quantities", rows)
	}
}

// Givens lie where the quantity is met, in whatever unit it is asked.
func TestUsualGivens(t *testing.T) {
	for _, c := range []struct{ meaning, unit, low, high string }{
		{"body weight of the patient", "kg", "45", "110"},
		{"body weight", "g", "45000", "110000"},
		{"prescribed dose", "mg", "25", "900"},
		{"hydraulic gradient", "m/m", "0.001", "0.05"},
		{"focal length of the lens", "cm", "4", "60"},
		{"concentration of hydrogen ions", "mol/L", "0.00000001", "0.02"},
		{"pipe diameter", "m", "0.015", "0.6"},
		{"interest rate", "%", "0.5", "12"},
	} {
		unit, ok := units.Parse(c.unit)
		if !ok {
			t.Fatal(c.unit)
		}
		v := maths.Variable{Name: "x", Meaning: c.meaning, Unit: unit}
		low, _ := decimal.Parse(c.low)
		high, _ := decimal.Parse(c.high)
		for seed := range uint64(40) {
			x := learned{}.pick(v, rand.New(rand.NewPCG(seed, 1)))
			if x.Cmp(low) < 0 || x.Cmp(high) > 0 {
				t.Errorf("a %s of %s %s", c.meaning, x.FloatString(4), c.unit)
			}
		}
		if (learned{}).plausible(v, new(big.Rat).Mul(high, big.NewRat(6, 1))) {
			t.Errorf("%s: six times the most is believed", c.meaning)
		}
	}
}
