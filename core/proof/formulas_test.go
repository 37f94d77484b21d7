package proof

import (
	"context"
	"fmt"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/maths/units"
	"zincowl/core/question"
	"zincowl/core/writer"
)

// TestFormulaQuestionsAreSolvedAgain drafts 1,000 questions, most of them from formulas, at all
// levels and answers each from its words alone. What makes each as hard as it claims
// is found again in the way it was solved; options are all different, one is right,
// and at least 25 different slips lead to the others.
func TestFormulaQuestionsAreSolvedAgain(t *testing.T) {
	m, l := course(t)
	type row struct{ drawn, again, stories int }
	rows := map[string]*row{}
	slips := map[string]int{}
	features := []string{"", "conversion", "choice between formulas", "another unknown", "chain", "before and after"}
	for _, f := range features {
		rows[f] = &row{}
	}
	stories := 0.5
	for seed := range uint64(3) {
		b := writer.Brief{
			Count: 500, Seed: seed + 91, WordProblems: &stories, Setting: "the works above the weir",
			Kinds:  map[question.Kind]float64{question.Numeric: 0.5, question.Choice: 0.5},
			Levels: map[question.Level]int{question.Easy: 60, question.Medium: 160, question.Hard: 280},
		}
		if _, err := writer.Draft(context.Background(), m, b, func(q question.Question) error {
			if q.Model == nil {
				return nil
			}
			feature := strings.Join(q.LevelBecause, " ")
			r := rows[feature]
			if r == nil {
				t.Fatalf("%s is hard by %q", q.Stem, feature)
			}
			r.drawn++
			if strings.Contains(q.Stem, b.Setting) {
				r.stories++
			}
			for _, s := range q.Slips {
				slips[s.ID]++
			}
			for _, o := range q.Options {
				if o.Slip != "" {
					slips[o.Slip]++
				}
			}
			if report := Examine(q, l); report.Verdict != Cleared {
				t.Errorf("%s (%s) is %s: %+v", q.Stem, kind.KeyText(q), report.Verdict, report.Findings)
				return nil
			}
			if !hasFeature(q, feature, l) {
				t.Errorf("%s is not what it claims to be: %s", q.Stem, feature)
				return nil
			}
			r.again++
			return nil
		}); err != nil {
			t.Fatal(err)
		}
	}
	var out strings.Builder
	total := 0
	fmt.Fprintf(&out, "%-26s %8s %14s %10s\n", "what makes it hard", "drawn", "solved again", "stories")
	for _, f := range features {
		r := rows[f]
		total += r.again
		name := f
		if name == "" {
			name = "nothing (easy)"
		}
		fmt.Fprintf(&out, "%-26s %8d %14d %10d\n", name, r.drawn, r.again, r.stories)
		if r.drawn < 20 || r.stories == 0 {
			t.Errorf("%s: only %d drawn, %d as stories", name, r.drawn, r.stories)
		}
	}
	t.Logf("%s%d slips", out.String(), len(slips))
	if total < 850 || len(slips) < 25 {
		t.Errorf("%d questions solved again, %d different slips", total, len(slips))
	}
}

// hasFeature finds in the reading of a stem what is claimed of it.
func hasFeature(q question.Question, feature string, l *Library) bool {
	answers := l.sheet.Answers(q.Stem)
	if len(answers) == 0 {
		return false
	}
	a := answers[0]
	f := l.formulas[a.Formulas[len(a.Formulas)-1]]
	subject := f.Formula.Subject().Meaning == a.Asked.Meaning
	switch feature {
	case "conversion":
		for name, given := range q.Model.Stages[0].Givens {
			v, ok := f.Variable(name)
			if got, read := units.ParseQuantity(given); ok && read && got.Unit.Factor.Cmp(v.Unit.Factor) != 0 {
				return subject
			}
		}
		return false
	case "choice between formulas":
		return len(a.Unused) == 1 && subject
	case "another unknown":
		return len(a.Formulas) == 1 && !subject
	case "chain":
		return len(a.Formulas) > 1
	case "before and after":
		return len(q.Model.Stages) == 2
	}
	return len(a.Formulas) == 1 && len(a.Unused) == 0 && subject
}
