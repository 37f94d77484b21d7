package work

import "testing"

func TestArithmetic(t *testing.T) {
	for _, c := range []struct {
		text string
		want []string
	}{
		{"4.5 ÷ 0.65 = 6.9", []string{Right}},
		{"4.5 ÷ 0.65 = 6.8", []string{Wrong}},
		{"So 2.5 mg/L × 1.8 ML = 4.5 kg of chlorine.", []string{Right}},
		{"So 2.5 mg/L × 1.8 ML = 45 kg of chlorine.", []string{Wrong}},
		{"2.5 mg/L × 1.8 ML = 4.5 m", []string{Wrong}},
		{"450 L/s = 1,620 m³/h", []string{Right}},
		{"450 L/s = 162 m³/h", []string{Wrong}},
		{"The rate is 1,620 / 36 = 45 m/h.", []string{Right}},
		{"15% of 80 = 12, and 80 + 12 = 92.", []string{Right, Right}},
		{"3² + 4² = 25 and √25 = 6", []string{Right, Wrong}},
		{"(1 − 0.7) × 100% = 30%", []string{Right}},
		{"0.3 × 100 = 30%", []string{Right}},
		{"(1 − 0.7) × 100% = 70%", []string{Wrong}},
		{"m = D × V ÷ a", nil},
		{"x = 3", nil},
		{"The dose is 2.5 mg/L.", nil},
		{"2 + 3 = 5 × 1", nil},
		{"1/3 ≈ 0.333", []string{Right}},
		{"7.5 mg × 14 ÷ 5 kg = 21 mg/kg", []string{Right}},
		{"16 mg/kg × 0.5 = 9 mg/kg", []string{Wrong}},
		{"V = π × (9.6 m)² × 6.4 m ≈ 1,850 m³", []string{Right}},
		{"V = π × (9.6 m)² × 6.4 m ≈ 590 m³", []string{Wrong}},
		{"√(2 × 9.81 m/s² × 2.5 m) ≈ 7.00 m/s", []string{Right}},
		{"√(2 × 9.81 m/s² × 2.5 m) ≈ 49.1 m/s", []string{Wrong}},
		{"½ × 160 kg × (2 m/s)² = 320 J", []string{Right}},
		{"−log(3.2 × 10⁻⁶) ≈ 5.49", []string{Right}},
		{"10^(−4.7) ≈ 2.00 × 10⁻⁵", []string{Right}},
		{"10^(−4.7) ≈ 2.00 × 10⁻⁴", []string{Wrong}},
		{"ln(160 ÷ 2,200) ÷ 8.2 ≈ −0.320", []string{Right}},
		{"880 × e^(−0.31 × 18) ≈ 3.32", []string{Right}},
		{"$100 ÷ (1 + 0.018)^21 ≈ $68.75", []string{Right}},
		{"A × 2 × 3 = 6", nil}, // what stands before an operator belongs to it
		{"y = b + 2 × 3 = 9", nil},
	} {
		var got []string
		for _, claim := range Arithmetic(c.text) {
			got = append(got, claim.Verdict)
		}
		if len(got) != len(c.want) {
			t.Errorf("%s: %v, want %v (%+v)", c.text, got, c.want, Arithmetic(c.text))
			continue
		}
		for i := range got {
			if got[i] != c.want[i] {
				t.Errorf("%s: %+v, want %v", c.text, Arithmetic(c.text), c.want)
			}
		}
	}
}
