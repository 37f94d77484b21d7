package writer

import (
	"context"
	"regexp"
	"strings"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/question"
	"zincowl/core/source"
)

// drafted are questions from one formula.
func drafted(t *testing.T, text string, b Brief) []question.Question {
	t.Helper()
	doc := source.Document{Passages: []source.Passage{{ID: "p1", Kind: source.Paragraph, Text: text}}}
	m := Study([]Source{{ID: "s1", Title: "Formula", Doc: doc, Topics: map[string]string{}}})
	if len(b.Kinds) == 0 {
		b.Kinds = map[question.Kind]float64{question.Choice: 0.5, question.Numeric: 0.5}
	}
	var out []question.Question
	if _, err := Draft(context.Background(), m, b, func(q question.Question) error {
		out = append(out, q)
		return nil
	}); err != nil {
		t.Fatal(err)
	}
	return out
}

const jet = "The speed of a jet is v = √(2gh), where v is the jet speed in m/s, g is 9.81 m/s² and h is the head in m."

// A constant is told as it is, once, and never asked for, changed or converted.
func TestConstantsAreToldAndNeverAsked(t *testing.T) {
	questions := drafted(t, jet, Brief{Count: 60, Seed: 3})
	if len(questions) != 60 {
		t.Fatalf("%d questions were drafted", len(questions))
	}
	told := 0
	for _, q := range questions {
		n := strings.Count(q.Stem, "9.81 m/s²")
		told += n
		if n > 1 || strings.Contains(q.Title, "gravity") || regexp.MustCompile(`(?i)(?:what|find|calculate|work out|by how much|rises|falls)[^.]*gravity`).MatchString(q.Stem) {
			t.Errorf("%s: %s", q.Title, q.Stem)
		}
		if n == 0 && q.LevelBecause[0] != "before and after" {
			t.Errorf("the constant is missing: %s", q.Stem)
		}
		if strings.Contains(q.Stem, "981") || strings.Contains(q.Stem, "35.3") {
			t.Errorf("the constant is told in another unit: %s", q.Stem)
		}
	}
	if told < 40 {
		t.Errorf("the constant is told in %d of 60 stems", told)
	}
}

// Money is rounded to the cent, and said to be.
func TestMoneyIsAskedToTheCent(t *testing.T) {
	const interest = "A = P(1 + i)^n, where A is the final sum in $, P is the first sum in $, i is the interest and n is the number of years."
	cents := regexp.MustCompile(`^\d+(?:\.\d{2})?$|^\d+\.\d$`)
	rounded := 0
	for _, q := range drafted(t, interest, Brief{Count: 40, Seed: 4, Kinds: map[question.Kind]float64{question.Numeric: 1}}) {
		if q.Key.Unit != "$" {
			if strings.Contains(q.Stem, "nearest cent") {
				t.Errorf("%s asks for cents of %s", q.Stem, q.Key.Unit)
			}
			continue
		}
		if strings.Contains(q.Stem, "significant") || !cents.MatchString(q.Key.Value) {
			t.Errorf("%s: %s", q.Stem, q.Key.Value)
		}
		if strings.Contains(q.Stem, "to the nearest cent") {
			rounded++
		}
	}
	if rounded < 10 {
		t.Errorf("only %d are rounded to the cent", rounded)
	}
}

// Numbers stay such as a person can read, also where they are very small or very large.
func TestNumbersStayReadable(t *testing.T) {
	for _, text := range []string{
		"pH = −log10(c), where pH is a number and c is the concentration of hydrogen ions in mol/L.",
		"N = N0·exp(−kt), where N is the number of cells left, N0 is the number of cells at first, k is the die-off rate in 1/min and t is the time in min.",
		"V = πr²h, where V is the tank volume in m³, r is the radius in m and h is the depth in m.",
		"f = 1/(2π√(LC)), where f is the frequency in Hz, L is the inductance in H and C is the capacitance in F.",
		jet,
	} {
		zeros := regexp.MustCompile(`0\.0000|\d{1,3}(?:,\d{3}){3}`)
		levels := map[question.Level]int{}
		questions := drafted(t, text, Brief{Count: 30, Seed: 8})
		for _, q := range questions {
			levels[q.Level]++
			all := q.Stem + " " + strings.Join(q.Worked, " ")
			for _, o := range q.Options {
				all += " " + o.Text
			}
			if zeros.MatchString(all) {
				t.Errorf("unreadable numbers: %s", all)
			}
			if strings.Contains(all, "sqrt") || strings.Contains(all, "^2") || strings.Contains(all, "NaN") {
				t.Errorf("written as for a machine: %s", all)
			}
		}
		if len(questions) != 30 || levels[question.Easy] == 0 || levels[question.Hard] == 0 {
			t.Errorf("%s bears %d questions, of the levels %v", text, len(questions), levels)
		}
	}
}

// Worked steps put the numbers where the names stood, and end with the key.
func TestWorkedStepsOfPowers(t *testing.T) {
	e := formula(t, "V = πr²h, where V is the volume in m³, r is the radius in m and h is the depth in m")
	for _, c := range []struct {
		asked  string
		values map[string]string
		order  []string
		shown  string
		want   []string
	}{
		{"V", map[string]string{"r": "4 m", "h": "2.5 m"}, []string{"r", "h"}, "126 m³", []string{"V = π × r² × h", "π × (4 m)² × 2.5 m ≈ 126 m³"}},
		{"r", map[string]string{"V": "200 m³", "h": "5 m"}, []string{"V", "h"}, "3.57 m", []string{"r = √(V ÷ h ÷ π)", "√(200 m³ ÷ 5 m ÷ π) ≈ 3.57 m"}},
		{"h", map[string]string{"V": "200 m³", "r": "400 cm"}, []string{"V", "r"}, "3.98 m", []string{"400 cm = 4 m", "h = V ÷ (π × r²)", "200 m³ ÷ (π × (4 m)²) ≈ 3.98 m"}},
	} {
		task := given(t, e, c.asked, c.values)
		task.order = c.order
		if got := task.worked(c.shown, false); strings.Join(got, "; ") != strings.Join(c.want, "; ") {
			t.Errorf("%s is worked as %q, want %q", c.asked, got, c.want)
		}
	}
}

// What names two quantities alike, or has units that do not agree, bears nothing.
func TestFormulasThatBearNothing(t *testing.T) {
	for _, text := range []string{
		"F = 9/5 × C + 32, where F is the temperature in °F and C is the temperature in °C.",
		"V = πrh, where V is the volume in m³, r is the radius in m and h is the depth in m.",
		"A = b × c, where A is the area in m², b is the width in m and c is the height in s.",
	} {
		if n := len(drafted(t, text, Brief{Count: 5, Seed: 1})); n > 0 {
			t.Errorf("%s bears %d questions", text, n)
		}
	}
}

// Slips of powers, roots and logarithms are named by what was done.
func TestWrongTurnsOfPowers(t *testing.T) {
	for text, want := range map[string]string{
		"√(a)":     "root-forgotten half-for-root square-for-root",
		"log(a)":   "other-logarithm",
		"ln(a)":    "other-logarithm",
		"exp(a)":   "ten-for-e",
		"10^a":     "e-for-ten",
		"π × a":    "factor-forgotten divided-for-multiplied added-for-multiplied factor-forgotten",
		"a^3":      "power-forgotten power-as-factor",
		"-log(a)":  "sign-lost other-logarithm",
		"√(a × b)": "root-forgotten half-for-root square-for-root divided-for-multiplied added-for-multiplied factor-forgotten",
	} {
		n, err := maths.Parse(text)
		if err != nil {
			t.Fatal(err)
		}
		var got []string
		for _, w := range wrongTurns(n) {
			got = append(got, w.id)
			if w.why == "" || maths.Equal(w.expr, n) {
				t.Errorf("%s: %s is %s because %q", text, w.id, w.expr, w.why)
			}
		}
		if all := strings.Join(got, " "); all != want {
			t.Errorf("%s has the wrong turns %s, want %s", text, all, want)
		}
	}
}
