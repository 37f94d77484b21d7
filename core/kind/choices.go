package kind

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// choices offers options of which any number may be right.
type choices struct{ offering }

func (choices) Check(q question.Question) error {
	if err := checkChoice(q); err != nil {
		return err
	}
	if len(q.Key.Options) == 0 {
		return errors.New("The key names no option; mark those that are right.")
	}
	return nil
}

func (choices) Key(q question.Question) string { return strings.Join(texts(q, q.Key.Options), "; ") }

// Mark gives each right option that is chosen its share, and takes as much for each
// that is wrong.
func (choices) Mark(q question.Question, r marking.Response, _ algebra.Budget, out *marking.Result) {
	chosen := r.Options
	if len(chosen) == 0 {
		for _, part := range strings.FieldsFunc(r.Text, func(r rune) bool { return r == ',' || r == ';' }) {
			if o, ok := named(q.Options, part); ok {
				chosen = append(chosen, o.ID)
			}
		}
	}
	points := 0
	var wrong []question.Option
	for _, o := range q.Options {
		right, mine := slices.Contains(q.Key.Options, o.ID), slices.Contains(chosen, o.ID)
		switch {
		case right && mine:
			points++
			out.Found = append(out.Found, o.Text)
		case right:
			out.Missing = append(out.Missing, o.Text)
		case mine:
			points--
			wrong = append(wrong, o)
			out.Contradicted = append(out.Contradicted, o.Text)
		}
	}
	out.Share(max(0, points), len(q.Key.Options))
	switch {
	case out.Percent == 100:
		out.Feedback = "Right."
	case len(wrong) > 0:
		out.Slip = wrong[0].Slip
		out.Feedback = strings.TrimSpace(fmt.Sprintf("“%s” is not among them. %s Right is %s.", wrong[0].Text, wrong[0].Why, out.Key()))
	default:
		out.Feedback = fmt.Sprintf("There is more: %s.", strings.Join(out.Missing, "; "))
	}
}
