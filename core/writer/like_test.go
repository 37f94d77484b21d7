package writer

import (
	"slices"
	"testing"

	"zincowl/core/question"
)

// What a brief leaves open is taken from the questions that it should be like, and what it says
// stands.
func TestModels(t *testing.T) {
	var models []question.Question
	for i, l := range []question.Level{question.Easy, question.Easy, question.Medium, question.Hard} {
		q := question.Question{Kind: question.Choice, Level: l, Stem: "Which of these is a filter?", Topic: "a", Options: make([]question.Option, 5)}
		if i == 3 {
			q = question.Question{Kind: question.TrueFalse, Level: l, Stem: "Sand floats.", Topic: "b", Options: make([]question.Option, 2)}
		}
		models = append(models, q)
	}
	b := Brief{Count: 10, Like: models}.withDefaults()
	if b.Options != 5 || b.Kinds[question.Choice] != 3 || b.Kinds[question.TrueFalse] != 1 || len(b.Kinds) != 2 {
		t.Errorf("%d options, kinds %v", b.Options, b.Kinds)
	}
	if b.Levels[question.Easy] != 5 || b.Levels[question.Medium]+b.Levels[question.Hard] != 5 {
		t.Errorf("levels %v", b.Levels)
	}
	own := Brief{Count: 10, Like: models, Options: 3, Kinds: map[question.Kind]float64{question.Short: 1}, Levels: map[question.Level]int{question.Hard: 10}}.withDefaults()
	if own.Options != 3 || len(own.Kinds) != 1 || own.Levels[question.Easy] != 0 {
		t.Errorf("what the brief says does not stand: %+v", own)
	}
	m := studied(filters)
	before, _ := draft(t, m, Brief{Count: 6, Seed: 3})
	after, _ := draft(t, m, Brief{Count: 12, Seed: 3, Like: before})
	for _, q := range after {
		if slices.ContainsFunc(before, func(o question.Question) bool { return o.Stem == q.Stem }) {
			t.Errorf("%q is asked again", q.Stem)
		}
	}
}
