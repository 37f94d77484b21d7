package kind

import (
	"testing"

	"zincowl/core/marking"
	"zincowl/core/question"
)

func TestNumbersAsPeopleTypeThem(t *testing.T) {
	q := question.Question{Kind: question.Numeric, Stem: "…", Key: question.Key{Value: "236", Unit: "m³", Tolerance: "0.5%"}, Slips: []question.Slip{{ID: "third-forgotten", Value: "225*pi", Why: "…"}}}
	for _, c := range []struct {
		typed   string
		percent int
		slip    string
	}{
		{"236", 100, ""}, {"236 m³", 100, ""}, {"= 2.36e2 m^3", 100, ""}, {"2.36 × 10^2 m³", 100, ""}, {"75π", 100, ""}, {"75 pi m³", 100, ""},
		{"236,000 L", 100, ""}, {"471/2 m³", 100, ""}, {"236 m²", 0, "unit-of-another-kind"}, {"225π m³", 0, "third-forgotten"},
		{"706.9", 0, "third-forgotten"}, {"75π x", 0, ""}, {"about 236", 0, ""}, {"1/0", 0, ""}, {"9^9^9^9 m³", 0, ""},
	} {
		r := Mark(q, marking.Response{Text: c.typed})
		if r.Percent != c.percent || r.Slip != c.slip {
			t.Errorf("%q gets %d%% with the slip %q: %s", c.typed, r.Percent, r.Slip, r.Feedback)
		}
	}
	german := q
	german.Language = "de"
	german.Key.Value = "2.5"
	if r := Mark(german, marking.Response{Text: "2,5 m³"}); r.Percent != 100 {
		t.Errorf("a decimal comma gets %d%%", r.Percent)
	}
	for typed, want := range map[string]string{
		"45 m/h": `\text{45 m/h}`, "75π m³": `75\pi \,\text{m³} \approx \text{235.6}\,\text{m³}`, "1/4": `\frac{1}{4} = \text{0.25}`, "20%": `\text{20\%}`,
	} {
		if u := Understand(t.Context(), question.Numeric, "en", typed); u.LaTeX != want || u.Says != "" {
			t.Errorf("%q is understood as %+v, want %q", typed, u, want)
		}
	}
}
