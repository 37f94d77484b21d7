package kind

import (
	"strings"
	"testing"

	"zincowl/core/marking"
	"zincowl/core/question"
)

// TestTypedNumbers marks one number as many people type it.
func TestTypedNumbers(t *testing.T) {
	quantity := func(value, unit string) question.Question {
		return question.Question{Kind: question.Numeric, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Value: value, Unit: unit, Tolerance: "0.5%"}}
	}
	for _, c := range []struct {
		value, unit string
		right       []string
		wrong       []string
	}{
		{"471", "m³", []string{"471", "471 m³", "471 m3", "471 m^3", "471 cubic metres", "471,000 L", "4.71e2 m³", "4.71 × 10² m³", "4.71*10^2", "150π", "150π m³", "150 pi m³", "942/2", "= 471", " 471  m³ ", "471.2"}, []string{"", "471 L", "471 m²", "47.1", "-471", "47 1", "m³", "471 m³ or 472 m³", "about right", "4.71e3", "471 kg"}},
		{"0.0000398", "mol/L", []string{"0.0000398", "3.98e-5", "3.98 × 10⁻⁵ mol/L", "3.98×10^-5", "3.98*10^(-5)", "39.8 µmol/L", "10^(-4.4)", "0.0398 mmol/L"}, []string{"3.98", "3.98 × 10⁻⁴", "3.98e5", "0.0398 mol/L", "10^4.4"}},
		{"72.70", "$", []string{"72.70", "$72.70", "72.7", "72.70 dollars", "$72.69"}, []string{"$7.27", "€72.70", "$727"}},
		{"2.5", "h", []string{"2.5", "2.5 h", "150 min", "2 h 30 min", "2 1/2 h", "5/2", "2 hours 30 minutes", "9,000 s", "2½ h"}, []string{"2.3 h", "2 h", "2.5 min", "250"}},
		{"0.25", "", []string{"0.25", ".25", "1/4", "25%", "¼", "2.5e-1"}, []string{"25", "0.25 m", "1:4", "2.5%"}},
		{"-3.5", "°C", []string{"-3.5", "−3.5", "-3.5 °C", "−7/2"}, []string{"3.5", "-3.5 K", "-35"}},
		{"1620", "m³/h", []string{"1620", "1,620", "1,620 m³/h", "450 L/s", "0.45 m³/s", "1620 cubic metres per hour"}, []string{"1.620", "1,620 m³/s", "162"}},
	} {
		q := quantity(c.value, c.unit)
		for _, text := range c.right {
			if got := Mark(q, marking.Response{Text: text}); got.Percent != 100 {
				t.Errorf("%s %s typed as %q is %d%%: %s", c.value, c.unit, text, got.Percent, got.Feedback)
			}
		}
		for _, text := range c.wrong {
			if got := Mark(q, marking.Response{Text: text}); got.Percent != 0 {
				t.Errorf("%s %s typed as %q is %d%%", c.value, c.unit, text, got.Percent)
			}
		}
	}
}

// TestTypedMathematics marks expressions wherever they have a value, and solutions as sets.
func TestTypedMathematics(t *testing.T) {
	for _, c := range []struct {
		name  string
		q     question.Question
		right []string
		wrong []string
		open  []string // not understood, and said to be so
	}{
		{"an expression", question.Question{Kind: question.Expression, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Expression: "2x*cos(x^2)"}},
			[]string{"2x*cos(x^2)", "2x cos(x²)", "cos(x^2)*2*x", "x·cos(x^2) + x·cos(x^2)", "2·x·cos(x·x)", "y = 2x cos(x^2)"},
			[]string{"2x*sin(x^2)", "cos(x^2)", "2x*cos(x)^2", "x*cos(x^2)", "-2x*cos(x^2)", "0", "two x", "x = 2"},
			[]string{"", "2x*cos("}},
		{"an integral", question.Question{Kind: question.Expression, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Expression: "x^3/3 + C"}},
			[]string{"x^3/3 + C", "C + (1/3)x^3", "x³/3 + C"},
			[]string{"x^3 + C", "x^2/3 + C", "x^3/3"},
			[]string{"x^3/3 +"}},
		{"two roots", question.Question{Kind: question.Solution, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Set: "finite", Values: []string{"-sqrt(2)", "sqrt(2)"}}},
			[]string{"±√2", "x = ±√2", "x = √2 or x = -√2", "-√2, √2", "{√2, -√2}", "x = sqrt(2) or -sqrt(2)"},
			[]string{"√2", "±2", "no solution", "x = 1.41", "x > 0", "x = √2 or x = -√2 or x = 0"},
			[]string{"", "±", "x ="}},
		{"no solution", question.Question{Kind: question.Solution, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Set: "none"}},
			[]string{"no solution", "none", "no real solution", "∅"},
			[]string{"0", "x = 0", "all real numbers"},
			[]string{"", "?"}},
		{"an interval", question.Question{Kind: question.Solution, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Set: "interval", Where: "x > 3"}},
			[]string{"x > 3", "3 < x", "(3, ∞)", "x ∈ (3, ∞)"},
			[]string{"x >= 3", "x < 3", "3", "[3, ∞)", "(3, 10)", "all real numbers"},
			[]string{"", "x >"}},
		{"a point", question.Question{Kind: question.Solution, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Set: "finite", Values: []string{"(2, -1)"}}},
			[]string{"(2, -1)", "x = 2, y = -1", "x = 2 and y = -1", "y = -1; x = 2"},
			[]string{"(-1, 2)", "(2, 1)", "no solution"},
			[]string{"", "(2,"}},
	} {
		for _, text := range c.right {
			if got := Mark(c.q, marking.Response{Text: text}); got.Percent != 100 {
				t.Errorf("%s typed as %q is %d%%: %s", c.name, text, got.Percent, got.Feedback)
			}
		}
		for _, text := range append(c.wrong, c.open...) {
			if got := Mark(c.q, marking.Response{Text: text}); got.Percent != 0 {
				t.Errorf("%s typed as %q is %d%%", c.name, text, got.Percent)
			}
		}
		for _, text := range c.open {
			u := Understand(t.Context(), c.q.Kind, "en", text)
			if text != "" && u.Says == "" {
				t.Errorf("%s typed as %q is understood as %q", c.name, text, u.LaTeX)
			}
		}
		for _, text := range c.right {
			if u := Understand(t.Context(), c.q.Kind, "en", text); u.Says != "" || u.LaTeX == "" {
				t.Errorf("%s typed as %q is not understood: %s", c.name, text, u.Says)
			}
		}
	}
}

// A slip is named where what was typed is what it comes to, in whatever shape.
func TestTypedSlips(t *testing.T) {
	q := question.Question{
		Kind: question.Expression, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Expression: "6x*(x^2+1)^2"},
		Slips: []question.Slip{{ID: "chain-rule-omitted", Value: "3(x^2+1)^2", Why: "The inner derivative is missing."}},
	}
	for text, slip := range map[string]string{"3(x^2+1)^2": "chain-rule-omitted", "3(1+x²)(x²+1)": "chain-rule-omitted", "3x^4 + 6x^2 + 3": "chain-rule-omitted", "x": ""} {
		if got := Mark(q, marking.Response{Text: text}); got.Slip != slip || got.Percent != 0 {
			t.Errorf("%s: slip %q, %d%%", text, got.Slip, got.Percent)
		}
	}
	q = question.Question{
		Kind: question.Numeric, Level: question.Easy, Stem: "…", Language: "en", Key: question.Key{Value: "7.00", Unit: "m/s", Tolerance: "0.5%"},
		Slips: []question.Slip{{ID: "root-forgotten", Value: "49.1 m/s", Why: "The root was not taken."}, {ID: "power-of-ten", Value: "700 m/s", Why: "The point has moved."}},
	}
	for text, slip := range map[string]string{"49.1": "root-forgotten", "49.05 m/s": "root-forgotten", "177 km/h": "root-forgotten", "700": "power-of-ten", "12": ""} {
		if got := Mark(q, marking.Response{Text: text}); got.Slip != slip {
			t.Errorf("%s: slip %q, want %q", text, got.Slip, slip)
		}
	}
	if got := Mark(q, marking.Response{Text: "49.1"}); !strings.Contains(got.Feedback, "The root was not taken.") {
		t.Errorf("the feedback is %q", got.Feedback)
	}
}

// The comma is a decimal one where the language has it so.
func TestTypedInOtherLanguages(t *testing.T) {
	q := question.Question{Kind: question.Numeric, Level: question.Easy, Stem: "…", Language: "de", Key: question.Key{Value: "2.5", Unit: "h", Tolerance: "0.5%"}}
	for text, percent := range map[string]int{"2,5": 100, "2,5 h": 100, "150 min": 100, "25": 0} {
		if got := Mark(q, marking.Response{Text: text}); got.Percent != percent {
			t.Errorf("%q is %d%%, want %d%%", text, got.Percent, percent)
		}
	}
}
