package kind

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// most is how many options a question has at most.
const most = 8

// checkOptions says what does not fit together in options, or in a second column of
// them.
func checkOptions(list []question.Option, called string) error {
	ids := map[string]bool{}
	for i, o := range list {
		if strings.TrimSpace(o.Text) == "" {
			return fmt.Errorf("%s %s is empty; write it or take it out.", called, question.Letter(i))
		}
		if len(o.Text) > question.MaxText {
			return fmt.Errorf("%s %s is longer than %d characters; shorten it.", called, question.Letter(i), question.MaxText)
		}
		if o.ID == "" || ids[o.ID] {
			return fmt.Errorf("Two options share the id %q.", o.ID)
		}
		ids[o.ID] = true
	}
	return nil
}

// checkChoice says what does not fit together in the options of a choice and its key.
func checkChoice(q question.Question) error {
	if len(q.Options) < 2 || len(q.Options) > most {
		return fmt.Errorf("A choice has two to %d options; this one has %d.", most, len(q.Options))
	}
	if err := checkOptions(q.Options, "Option"); err != nil {
		return err
	}
	for i, id := range q.Key.Options {
		if _, ok := q.Option(id); !ok {
			return errors.New("The key names an option that is not there; mark the one that is right.")
		}
		if slices.Contains(q.Key.Options[:i], id) {
			return errors.New("The key names an option twice; name it once.")
		}
	}
	return nil
}

// shownOptions are options without what is said of them.
func shownOptions(list []question.Option) []question.Option {
	out := make([]question.Option, len(list))
	for i, o := range list {
		out[i] = question.Option{ID: o.ID, Text: o.Text}
	}
	return out
}

func ids(list []question.Option) []string {
	out := make([]string, len(list))
	for i, o := range list {
		out[i] = o.ID
	}
	return out
}

// dealt are the ids of options in an order of its own; amounts stay in order of size,
// and options that speak of those around them stay where they are.
func dealt(list []question.Option, r *rand.Rand) []string {
	out := ids(list)
	amounts := true
	for _, o := range list {
		_, amount := units.ParseQuantity(o.Text)
		amounts = amounts && amount
	}
	if !amounts && !slices.ContainsFunc(list, pointsAtOthers) {
		r.Shuffle(len(out), func(i, j int) { out[i], out[j] = out[j], out[i] })
	}
	return out
}

// others are words with which an option speaks of the options around it.
var others = regexp.MustCompile(`(?i)\b(?:above|below|all of (?:these|them)|none of (?:these|them)|both|neither|I{1,3} (?:and|only))\b`)

func pointsAtOthers(o question.Option) bool { return others.MatchString(o.Text) }

// offering is what rooms have in common that offer options and whose key names some.
type offering struct{ base }

func (offering) Own(k question.Key) question.Key { return question.Key{Options: k.Options} }

func (offering) Shown(q question.Question) Shown { return Shown{Options: shownOptions(q.Options)} }

func (offering) Deal(q question.Question, r *rand.Rand) []string { return dealt(q.Options, r) }

func (offering) Plain(q question.Question) []string { return plainOptions(q.Options) }

func (offering) Right(q question.Question) marking.Response {
	return marking.Response{Options: q.Key.Options}
}

// Claims are the options.
func (offering) Claims(q question.Question) []Claim {
	out := make([]Claim, len(q.Options))
	for i, o := range q.Options {
		out[i] = Claim{Option: o.ID, Text: o.Text, Right: slices.Contains(q.Key.Options, o.ID)}
	}
	return out
}

// texts are the texts of the options with the given ids, in the order of the options.
func texts(q question.Question, ids []string) []string {
	var out []string
	for _, o := range q.Options {
		if slices.Contains(ids, o.ID) {
			out = append(out, o.Text)
		}
	}
	return out
}

// plainOptions are options as lines.
func plainOptions(list []question.Option) []string {
	out := make([]string, len(list))
	for i, o := range list {
		out[i] = question.Letter(i) + ") " + o.Text
	}
	return out
}

// named is the option that a person types or chooses: its id, or its text.
func named(list []question.Option, text string) (question.Option, bool) {
	text = strings.TrimSpace(text)
	for _, o := range list {
		if strings.EqualFold(text, o.ID) || strings.EqualFold(text, o.Text) {
			return o, true
		}
	}
	return question.Option{}, false
}
