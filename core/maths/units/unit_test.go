package units

import (
	"math/big"
	"testing"

	"zincowl/core/maths/decimal"
)

func unit(t testing.TB, s string) Unit {
	t.Helper()
	u, ok := Parse(s)
	if !ok {
		t.Fatalf("the unit %q is not read", s)
	}
	return u
}

func TestUnitsConvert(t *testing.T) {
	for _, c := range []struct{ from, to, want string }{
		{"ML/d", "m³/h", "125/3"},
		{"L/s", "m³/h", "18/5"},
		{"mg/L", "kg/ML", "1"},
		{"ha", "m²", "10000"},
		{"bar", "kPa", "100"},
		{"kWh", "J", "3600000"},
		{"g/L", "mg/L", "1000"},
		{"cubic metres per hour", "m³/h", "1"},
		{"litres per second", "L/s", "1"},
		{"megalitres a day", "ML/d", "1"},
		{"mm/s", "m/h", "18/5"},
		{"%", "", "1/100"},
		{"mg·min/L", "mg·s/L", "60"},
		{"N/m²", "Pa", "1"},
		{"m^3", "L", "1000"},
		{"m3", "L", "1000"},
		{"cm2", "m²", "1/10000"},
		{"m/s2", "m/s²", "1"},
		{"1/h", "1/d", "24"},
		{"per min", "per h", "60"},
		{"kJ/(kg·K)", "J/(kg·K)", "1000"},
		{"J/(mol·K)", "kJ/(mol·K)", "1/1000"},
		{"W/(m²·K⁴)", "W/(m^2·K^4)", "1"},
		{"Ω·F", "s", "1"},
		{"H·Hz", "Ω", "1"},
		{"kn", "km/h", "463/250"},
		{"atm", "kPa", "4053/40"},
		{"kcal", "J", "4184"},
		{"rpm", "per min", "1"},
	} {
		from, to := unit(t, c.from), unit(t, c.to)
		if !from.Same(to) {
			t.Errorf("%s and %s are not of one dimension", c.from, c.to)
			continue
		}
		if got := from.In(to).RatString(); got != c.want {
			t.Errorf("1 %s is %s %s, want %s", c.from, got, c.to, c.want)
		}
	}
	for _, s := range []string{"mgL", "m³h", "furlong", "kg/", "/h", "m²²", "per", "per cent", "1/", "kg2", "J/(kg·K", "J/kg·K)", "per %", "m23"} {
		if u, ok := Parse(s); ok {
			t.Errorf("%q was read as %v", s, u)
		}
	}
}

func TestSiblingsAreOfTheSameKind(t *testing.T) {
	for _, s := range []string{"mg/L", "m³/h", "kg", "h", "m", "kW"} {
		u := unit(t, s)
		list := Siblings(u)
		if len(list) == 0 {
			t.Errorf("%s has no sibling", s)
		}
		for _, v := range list {
			if !v.Same(u) || v.Factor.Cmp(u.Factor) == 0 {
				t.Errorf("%s is no sibling of %s", v.Text, s)
			}
		}
	}
}

func TestFindQuantities(t *testing.T) {
	for _, c := range []struct {
		text string
		want []string
	}{
		{"A bed of 36 m² is washed with 1,620 m³/h.", []string{"36 m²", "1,620 m³/h"}},
		{"The dose is 2.5 mg/L, for 1.8 ML at 65%.", []string{"2.5 mg/L", "1.8 ML", "65%"}},
		{"It fell to -4 °C and then 12.", []string{"-4 °C", "12"}},
		{"H2O and NH3 in 2024-style", []string{"2024"}},
		{"10 to 15 percent of 3 litres per second", []string{"10", "15 percent", "3 litres per second"}},
		{"<<1>> mg/L", nil},
		{"between 7.2 and 8.6 on that scale", []string{"7.2", "8.6"}},
		{"It holds 3.2 × 10⁻⁶ mol/L, not 5·10^-3 mol/L.", []string{"3.2 × 10⁻⁶ mol/L", "5·10^-3 mol/L"}},
		{"at 4 × 10 m and 3 × 10² m", []string{"4", "10 m", "3 × 10² m"}},
		{"decays at 0.3 per h, 5 per cent at most", []string{"0.3 per h", "5"}},
		{"fell 9.81 m/s2 over 12 m2 in 3 s", []string{"9.81 m/s2", "12 m2", "3 s"}},
		{"needs 4.18 kJ/(kg·K) and $0.18/kWh", []string{"4.18 kJ/(kg·K)", "$0.18/kWh"}},
	} {
		found := Find(c.text)
		var got []string
		for _, f := range found {
			got = append(got, c.text[f.Start:f.End])
		}
		if len(got) != len(c.want) {
			t.Errorf("%q holds %q, want %q", c.text, got, c.want)
			continue
		}
		for i := range got {
			if got[i] != c.want[i] {
				t.Errorf("%q holds %q, want %q", c.text, got, c.want)
			}
		}
	}
}

func BenchmarkFindQuantities(b *testing.B) {
	const text = "A bed of 36 m² is washed with 1,620 m³/h for 8 minutes at 45 m/h, and the tank holds 900 m³."
	b.SetBytes(int64(len(text)))
	for b.Loop() {
		Find(text)
	}
}

// What is shown is read back as the quantity, and agrees with it.
func TestShownQuantitiesAreReadBack(t *testing.T) {
	for _, value := range []string{"1/30000", "7/2", "123456/7", "-1/90000", "5/10000000", "99999/100000000", "2"} {
		for digits := 2; digits <= 6; digits++ {
			v := rat(t, value)
			q := Quantity{v, unit(t, "mol/L")}
			text := q.Text(digits)
			found, ok := ParseQuantity(text)
			if !ok || found.Unit.Text != "mol/L" || decimal.Round(found.Value, digits).Cmp(decimal.Round(v, digits)) != 0 {
				t.Errorf("%s is shown as %q and read as %v", value, text, found)
				continue
			}
			if found.Value.Sign() > 0 && !decimal.Agrees(found.Shown, v) {
				t.Errorf("%q does not agree with %s", found.Shown, value)
			}
		}
	}
}

func TestMoneyIsShownToTheCent(t *testing.T) {
	for value, want := range map[string]string{
		"72.6966": "$72.70", "12345.678": "$12,345.68", "1200": "$1,200", "0.5": "$0.50", "0.18333": "$0.183", "8.999": "$9", "3.4": "$3.40", "20.05": "$20.05",
	} {
		if got := (Quantity{rat(t, value), unit(t, "$")}).Text(3); got != want {
			t.Errorf("$%s is shown as %s, want %s", value, got, want)
		}
	}
	if _, exact := (Quantity{rat(t, "20.05"), unit(t, "$")}).Show(3); !exact {
		t.Error("whole cents are not exact")
	}
	if _, exact := (Quantity{rat(t, "20.055"), unit(t, "$")}).Show(3); exact {
		t.Error("half a cent is exact")
	}
	if got := (Quantity{rat(t, "72.6966"), unit(t, "$/kWh")}).Text(3); got != "$72.70/kWh" {
		t.Errorf("a price is shown as %s", got)
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
