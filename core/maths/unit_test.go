package maths

import "testing"

func unit(t testing.TB, s string) Unit {
	t.Helper()
	u, ok := ParseUnit(s)
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
		if u, ok := ParseUnit(s); ok {
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
		found := FindQuantities(c.text)
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

func TestFormula(t *testing.T) {
	expr, err := Parse("dose × volume / fraction")
	if err != nil {
		t.Fatal(err)
	}
	f := Formula{Text: "mass = dose × volume / fraction", Expr: expr, Variables: []Variable{
		{Name: "mass", Meaning: "mass", Unit: unit(t, "kg")}, {Name: "dose", Meaning: "dose", Unit: unit(t, "mg/L")}, {Name: "volume", Meaning: "volume", Unit: unit(t, "ML")}, {Name: "fraction", Meaning: "fraction", Unit: One},
	}}
	if err := f.CheckUnits(); err != nil {
		t.Errorf("the units are said not to agree: %v", err)
	}
	givens := map[string]Quantity{
		"dose": {rat(t, "5/2"), unit(t, "mg/L")}, "volume": {rat(t, "1800"), unit(t, "m³")}, "fraction": {rat(t, "65"), unit(t, "%")},
	}
	mass, err := f.Compute("mass", givens)
	if err != nil || mass.Text(3) != "6.92 kg" {
		t.Errorf("the mass is %v, %v", mass.Text(3), err)
	}
	givens["mass"] = Quantity{rat(t, "9"), unit(t, "kg")}
	delete(givens, "dose")
	dose, err := f.Compute("dose", givens)
	if err != nil || dose.Text(3) != "3.25 mg/L" {
		t.Errorf("the dose is %v, %v", dose.Text(3), err)
	}
	givens["volume"] = Quantity{rat(t, "3"), unit(t, "kg")}
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

func BenchmarkFindQuantities(b *testing.B) {
	const text = "A bed of 36 m² is washed with 1,620 m³/h for 8 minutes at 45 m/h, and the tank holds 900 m³."
	b.SetBytes(int64(len(text)))
	for b.Loop() {
		FindQuantities(text)
	}
}
