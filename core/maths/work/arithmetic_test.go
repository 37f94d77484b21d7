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
