package kind

import (
	"errors"
	"math/rand/v2"
	"slices"

	"zincowl/core/question"
)

// truefalse asks whether its stem, a statement, is true: a choice of these two.
type truefalse struct{ choice }

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

// Deal leaves true before false.
func (truefalse) Deal(q question.Question, _ *rand.Rand) []string { return ids(q.Options) }

func (truefalse) Plain(q question.Question) []string { return []string{"True or false?"} }
