package kind

import (
	"errors"
	"fmt"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// choice offers options of which one is right.
type choice struct{ offering }

func (choice) Answers() Answer { return OneOption }

func (choice) Check(q question.Question) error {
	if err := checkChoice(q); err != nil {
		return err
	}
	if len(q.Key.Options) != 1 {
		return errors.New("The key names no option, or more than one; mark the one that is right.")
	}
	return nil
}

func (choice) Key(q question.Question) string {
	o, _ := q.KeyOption()
	return o.Text
}

// Mend makes another option the key, or writes the answer into the option that was.
func (choice) Mend(q question.Question, found Found) (question.Question, bool) {
	q.Options = append([]question.Option(nil), q.Options...)
	before := q.Key
	if found.Option != "" {
		q.Key = question.Key{Options: []string{found.Option}}
	}
	for i := range q.Options {
		switch o := &q.Options[i]; {
		case found.Option == "" && found.Expression != "" && len(before.Options) == 1 && o.ID == before.Options[0]:
			o.Text = found.Expression
		case found.Option == "":
		case o.ID == found.Option:
			o.Slip, o.Why = "", "Found by the proof to be right."
		case o.Slip == "":
			o.Why = "Given as the key before, and shown to be wrong."
		}
	}
	return q, found.Option != "" || found.Expression != ""
}

func (choice) Mark(q question.Question, r marking.Response, _ algebra.Budget, out *marking.Result) {
	chosen := r.Options
	if len(chosen) == 0 {
		if o, ok := named(q.Options, r.Text); ok {
			chosen = []string{o.ID}
		}
	}
	if len(chosen) != 1 {
		out.Wrong("", "One option has to be chosen.")
		return
	}
	o, ok := q.Option(chosen[0])
	switch {
	case !ok:
		out.Wrong("", fmt.Sprintf("There is no option %q.", chosen[0]))
	case len(q.Key.Options) == 1 && o.ID == q.Key.Options[0]:
		out.Right(o.Text)
	default:
		out.Contradicted = append(out.Contradicted, o.Text)
		out.Wrong(o.Slip, o.Why)
	}
}
