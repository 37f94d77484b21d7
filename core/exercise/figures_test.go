package exercise

import (
	"regexp"
	"slices"
	"strings"
	"testing"

	"zincowl/core/maths/decimal"
	"zincowl/core/maths/figure"
	"zincowl/core/question"
)

var wholeNumber = regexp.MustCompile(`[−-]?\d+(?:\.\d+)?`)

// TestFiguresTellAllAndGiveNothingAway draws questions about figures: what the
// statement is computed from stands in the figure or the stem, everything written is
// told in words, and the answer stands nowhere unless it is one of the givens too.
func TestFiguresTellAllAndGiveNothingAway(t *testing.T) {
	drawn := 0
	for _, f := range slices.Concat(figureFamilies, readingFamilies) {
		for _, l := range question.Levels {
			for seed := range uint64(30) {
				q, err := f.Question(seeded(seed, 77), l, question.Choice, 4)
				if err != nil {
					t.Error(err)
					continue
				}
				drawn++
				if q.Figure == nil {
					t.Fatalf("%s: %s has no figure", f.ID, q.Stem)
				}
				if err := q.Figure.Validate(); err != nil {
					t.Errorf("%s: %v", f.ID, err)
				}
				told := q.Asks()
				for _, text := range q.Figure.Written() {
					if !strings.Contains(q.Figure.Alt, text) {
						t.Errorf("%s: %q is drawn and not told in %q", f.ID, text, q.Figure.Alt)
					}
				}
				for _, s := range q.Figure.Shapes {
					if s.Look == figure.Unknown && wholeNumber.MatchString(s.Text) {
						t.Errorf("%s: what is asked is marked with %q", f.ID, s.Text)
					}
				}
				if slices.Contains(wholeNumber.FindAllString(q.Stem, -1), q.right) && !strings.Contains(q.Figure.Alt, q.right) {
					t.Errorf("%s: %q holds its answer, %s", f.ID, q.Stem, q.right)
				}
				// A size that is asked for is written and told as unknown.
				if strings.Contains(q.Figure.Alt, "unknown") && !slices.ContainsFunc(q.Figure.Shapes, func(s figure.Shape) bool { return s.Look == figure.Unknown }) {
					t.Errorf("%s: %q marks nothing as unknown", f.ID, told)
				}
				if q.Worked[0] == "" || len(q.Worked) < 2 {
					t.Errorf("%s: %q is worked as %q", f.ID, told, q.Worked)
				}
			}
		}
	}
	if drawn < 800 {
		t.Errorf("only %d questions were drawn", drawn)
	}
}

func TestTypedNumbersOfFigures(t *testing.T) {
	measured, rounded := 0, 0
	for _, f := range figureFamilies {
		for _, l := range question.Levels {
			for seed := range uint64(10) {
				q, err := f.Question(seeded(seed, 31), l, question.Numeric, 4)
				if err != nil {
					t.Error(err)
					continue
				}
				v, ok := decimal.Parse(q.Key.Value)
				if !ok || v.Sign() <= 0 || decimal.Significant(v) > 7 {
					t.Errorf("%s: the key is %q", q.Asks(), q.Key.Value)
				}
				if strings.Contains(q.Stem, "three significant figures") {
					rounded++
					if decimal.Significant(v) > 3 || q.Key.Tolerance == "" {
						t.Errorf("%s: the key is %s with the tolerance %q", q.Stem, q.Key.Value, q.Key.Tolerance)
					}
				}
				if q.Key.Unit != "" {
					measured++
					if !strings.Contains(q.Stem, ", in "+q.Key.Unit+"?") {
						t.Errorf("%s: the key is in %s", q.Stem, q.Key.Unit)
					}
				}
			}
		}
	}
	if measured < 80 || rounded < 40 {
		t.Errorf("%d keys with measured, %d rounded", measured, rounded)
	}
}

func TestSkillsFindTheirFigures(t *testing.T) {
	for skill, want := range map[string]string{
		"Find the volumes of tanks and pipes": "solids", "Read bar charts and line charts": "charts", "Use the theorem of Pythagoras": "right-triangles",
		"Add vectors": "vectors", "Read intervals off a number line": "number-lines", "Work out the area of composite shapes": "areas",
		"Apply the sine rule and the cosine rule": "oblique-triangles", "Find the gradient of a line": "graphs", "Compute arcs and sectors of circles": "circles",
	} {
		found := Find(skill)
		if len(found) == 0 || found[0].ID != want {
			t.Errorf("%q finds %v, want %s first", skill, found, want)
		}
	}
}
