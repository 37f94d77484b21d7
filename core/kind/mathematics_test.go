package kind

import (
	"testing"

	"zincowl/core/marking"
	"zincowl/core/question"
)

func TestMarkMathematics(t *testing.T) {
	solution := func(set string, values ...string) question.Question {
		return question.Question{Kind: question.Solution, Key: question.Key{Set: set, Values: values}, Slips: []question.Slip{{ID: "root-lost", Value: "x = 3", Why: "A solution was lost."}}}
	}
	interval := question.Question{Kind: question.Solution, Key: question.Key{Set: "interval", Where: "x < -2 or x >= 1"}}
	expression := question.Question{Kind: question.Expression, Key: question.Key{Expression: "2x*cos(x^2)"}}
	subject := question.Question{Kind: question.Expression, Key: question.Key{Expression: "t = (9y + 1)/(y - 1)"}, Slips: []question.Slip{{ID: "sign-lost", Value: "t = (9y - 1)/(y - 1)", Why: "A sign was lost."}}}
	for _, c := range []struct {
		q       question.Question
		typed   string
		percent int
		slip    string
	}{
		{solution("finite", "2", "3"), "x = 2 or x = 3", 100, ""},
		{solution("finite", "2", "3"), "3, 2", 100, ""},
		{solution("finite", "2", "3"), "{2, 3}", 100, ""},
		{solution("finite", "2", "3"), "3", 0, "root-lost"},
		{solution("finite", "2", "3"), "no solution", 0, ""},
		{solution("finite", "-sqrt(2)", "sqrt(2)"), "±√2", 100, ""},
		{solution("finite", "(2, -1)"), "(2, -1)", 100, ""},
		{solution("finite", "(2, -1)"), "x = 2, y = -1", 100, ""},
		{solution("none"), "no solution", 100, ""},
		{solution("none"), "x = 1", 0, ""},
		{solution("all"), "all real numbers", 100, ""},
		{interval, "x<-2 or x≥1", 100, ""},
		{interval, "(-∞, -2) ∪ [1, ∞)", 100, ""},
		{interval, "x > 1", 0, ""},
		{expression, "2x cos(x²)", 100, ""},
		{expression, "x*cos(x^2)*2", 100, ""},
		{expression, "2x sin(x^2)", 0, ""},
		{expression, "√2x", 0, ""},
		{expression, "2x(", 0, ""},
		{subject, "t = (9y + 1)/(y - 1)", 100, ""},
		{subject, "t = 9 + 10/(y - 1)", 100, ""},
		{subject, "(1 + 9y)/(y - 1)", 100, ""},
		{subject, "t = (9y - 1)/(y - 1)", 0, "sign-lost"},
		{subject, "y = (t + 1)/(t - 9)", 0, ""},
		{subject, "t", 0, ""},
	} {
		got := Mark(c.q, marking.Response{Text: c.typed})
		if got.Percent != c.percent || got.Slip != c.slip || got.Feedback == "" {
			t.Errorf("%q for %s: %+v", c.typed, KeyText(c.q), got)
		}
	}
}

func TestUnderstand(t *testing.T) {
	for _, c := range []struct {
		kind        question.Kind
		typed, want string
		says        bool
	}{
		{question.Expression, "1/(x+1)", `\frac{1}{x + 1}`, false},
		{question.Solution, "x>3", `x > 3`, false},
		{question.Solution, "x = 3 only, since x > 0", `x = 3`, false},
		{question.Solution, "±√2", `\pm \sqrt{2}`, false},
		{question.Expression, "√2x", `\sqrt{2}x`, true},
		{question.Expression, "(x+", "", true},
		{question.Numeric, "4.5 kg", `\text{4.5 kg}`, false},
	} {
		got := Understand(t.Context(), c.kind, "en", c.typed)
		if got.LaTeX != c.want || (got.Says != "") != c.says {
			t.Errorf("%q is understood as %+v", c.typed, got)
		}
	}
}
