package proof

import (
	"testing"

	"zincowl/core/question"
)

func TestEquationsOfAnExplanation(t *testing.T) {
	l := NewLibrary(nil)
	base := question.Question{
		ID: "e1", Kind: question.Solution, Level: question.Easy, Stem: "Solve $x^2 - 5x + 6 = 0$ over the real numbers.",
		Key: question.Key{Set: "finite", Values: []string{"2", "3"}},
	}
	for _, c := range []struct {
		worked      []string
		explanation string
		want        Verdict
	}{
		{[]string{"factor: $(x - 2)(x - 3) = 0$", "either $x - 2 = 0$ or $x - 3 = 0$"}, "", Cleared},
		{nil, "It is (x - 2)(x - 3) = 0, so x = 2 or x = 3.", Cleared},
		{nil, "With u = x - 2 it is u^2 - u = 0, and the discriminant is b^2 - 4ac = 1.", Cleared},
		{[]string{"factor: $(x - 1)(x - 6) = 0$"}, "", Faulted},
		{[]string{"factor: $(x - 2)(x - 3) = 0$", "so $x = 4$"}, "", Faulted},
		{nil, "Both (x + 2)(x + 3) = 0 and the formula give it.", Faulted},
	} {
		q := base
		q.Worked, q.Explanation = c.worked, c.explanation
		if r := Examine(q, l); r.Verdict != c.want {
			t.Errorf("%q %q is %s, want %s: %+v", c.worked, c.explanation, r.Verdict, c.want, r.Findings)
		}
	}
}
