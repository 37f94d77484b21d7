package kind

import (
	"errors"
	"math/rand/v2"
	"slices"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// truefalse asks whether its stem, a statement, is true.
type truefalse struct{ base }

func (truefalse) Title() string { return "True or false" }

func (truefalse) Answers() Answer { return Truth }

// Truths are the options of every such question.
func Truths() []question.Option {
	return []question.Option{{ID: "true", Text: "True"}, {ID: "false", Text: "False"}}
}

func (truefalse) Check(q question.Question) error {
	if !slices.Equal(ids(q.Options), []string{"true", "false"}) {
		return errors.New("A statement is true or false; these two are its options, in this order.")
	}
	if len(q.Key.Options) != 1 || !slices.Contains(ids(q.Options), q.Key.Options[0]) {
		return errors.New("The key says neither true nor false; mark the one that is right.")
	}
	return nil
}

func (truefalse) Own(k question.Key) question.Key { return question.Key{Options: k.Options} }

func (truefalse) Key(q question.Question) string {
	o, _ := q.KeyOption()
	return o.Text
}

func (truefalse) Shown(q question.Question) Shown { return Shown{Options: shownOptions(q.Options)} }

// Deal leaves true before false.
func (truefalse) Deal(q question.Question, _ *rand.Rand) []string { return ids(q.Options) }

func (truefalse) Claims(q question.Question) []Claim { return optionClaims(q) }

// Filled is the statement, where the key says that it is true.
func (truefalse) Filled(q question.Question) string {
	if slices.Equal(q.Key.Options, []string{"true"}) {
		return q.Stem
	}
	return ""
}

func (truefalse) Plain(q question.Question) []string { return []string{"True or false?"} }

func (truefalse) Mend(q question.Question, found Found) (question.Question, bool) {
	return choice{}.Mend(q, found)
}

func (truefalse) Right(q question.Question) marking.Response {
	return marking.Response{Options: q.Key.Options}
}

func (truefalse) Mark(q question.Question, r marking.Response, budget algebra.Budget, out *marking.Result) {
	choice{}.Mark(q, r, budget, out)
}
