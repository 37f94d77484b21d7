package decimal

import (
	"math/big"
	"testing"
)

func rat(t testing.TB, s string) *big.Rat {
	t.Helper()
	v, ok := new(big.Rat).SetString(s)
	if !ok {
		t.Fatalf("%q is no number", s)
	}
	return v
}

func TestShow(t *testing.T) {
	for _, c := range []struct {
		value  string
		digits int
		want   string
		exact  bool
	}{
		{"45", 3, "45", true},
		{"90/13", 3, "6.92", false},
		{"1620", 3, "1,620", true},
		{"58320", 3, "58,300", false},
		{"1/3", 3, "0.333", false},
		{"9999/10", 3, "1,000", false},
		{"2/3000", 2, "0.00067", false},
		{"-1234567", 7, "-1,234,567", true},
		{"0", 3, "0", true},
		{"1/8", 3, "0.125", true},
		{"5/2000", 1, "0.003", false}, // halves away from zero
		{"1/10000", 3, "0.0001", true},
		{"1/50000", 3, "2 × 10⁻⁵", true},
		{"1/30000", 3, "3.33 × 10⁻⁵", false},
		{"-9999/1000000000", 3, "-1.00 × 10⁻⁵", false},
		{"12/10000000000", 3, "1.2 × 10⁻⁹", true},
	} {
		got, exact := Show(rat(t, c.value), c.digits)
		if got != c.want || exact != c.exact {
			t.Errorf("Show(%s, %d) = %q, %v, want %q, %v", c.value, c.digits, got, exact, c.want, c.exact)
		}
	}
}

func TestAgrees(t *testing.T) {
	for _, c := range []struct {
		shown, value string
		want         bool
	}{
		{"6.92", "90/13", true},
		{"6.9", "90/13", true},
		{"7", "90/13", false}, // one digit proves nothing
		{"6.93", "90/13", false},
		{"58,300", "58320", true},
		{"58,000", "58320", true},
		{"59,000", "58320", false},
		{"45", "45", true},
		{"-3.5", "-7/2", true},
		{"x", "1", false},
		{"7.00", "7.0035", true}, // three digits are shown
		{"7.01", "7.0035", false},
		{"0.50", "0.5004", true},
		{"0.5", "0.5004", false},
		{"100", "100.02", true},
		{"100", "100.6", false},
		{"9,000", "9001.5", true}, // to three digits
		{"9,000", "9006", false},
		{"20,000", "20012", true},
		{"20,000", "20060", false},
		{"10", "9.5", false},
		{"10", "10.2", false},
		{"20", "20", true},
		{"3.98 × 10⁻⁵", "0.0000398107", true},
		{"3.99 × 10⁻⁵", "0.0000398107", false},
		{"3.98 · 10^-5", "0.0000398107", true},
		{"4 × 10⁻⁵", "0.00004", true},
		{"4 × 10⁻⁵", "0.0000398", false},
		{"4 × 10", "40", false},
	} {
		if got := Agrees(c.shown, rat(t, c.value)); got != c.want {
			t.Errorf("Agrees(%q, %s) = %v", c.shown, c.value, got)
		}
	}
}

func TestExactKeepsEverything(t *testing.T) {
	for _, s := range []string{"1/3", "7/8", "-22/7", "123456789/1000", "12"} {
		v := rat(t, s)
		back, ok := new(big.Rat).SetString(Exact(v))
		if !ok || back.Cmp(v) != 0 {
			t.Errorf("Exact(%s) = %q", s, Exact(v))
		}
	}
}

func TestParseDecimal(t *testing.T) {
	for s, want := range map[string]string{"1,620": "1620", "−3": "-3", " 0.65 ": "13/20"} {
		if v, ok := Parse(s); !ok || v.RatString() != want {
			t.Errorf("Parse(%q) = %v, %v", s, v, ok)
		}
	}
	for _, s := range []string{"", "1e400000000", "1/3", "0x10", "1_000", "abc"} {
		if v, ok := Parse(s); ok {
			t.Errorf("Parse(%q) = %s", s, v)
		}
	}
}

func TestDecimal(t *testing.T) {
	for _, c := range []struct {
		value  string
		digits int
		want   string
		exact  bool
	}{
		{"1/50000", 3, "0.00002", true}, {"1/30000", 3, "0.0000333", false}, {"58320", 3, "58300", false}, {"1620", 4, "1620", true}, {"2/3", 2, "0.67", false},
	} {
		if got, exact := Text(rat(t, c.value), c.digits); got != c.want || exact != c.exact {
			t.Errorf("Text(%s, %d) = %q, %v, want %q, %v", c.value, c.digits, got, exact, c.want, c.exact)
		}
	}
}
