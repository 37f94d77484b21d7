package kind

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// order asks in which order its options come.
type order struct{ base }

func (order) Check(q question.Question) error {
	if len(q.Options) < 3 || len(q.Options) > most {
		return fmt.Errorf("An order has three to %d steps; this one has %d.", most, len(q.Options))
	}
	if err := checkOptions(q.Options, "Step"); err != nil {
		return err
	}
	if len(q.Key.Order) == 0 {
		return errors.New("The key has no order; say which step comes first, second and so on.")
	}
	if !slices.Equal(slices.Sorted(slices.Values(q.Key.Order)), slices.Sorted(slices.Values(ids(q.Options)))) {
		return errors.New("The key does not name every step once; put all of them in order.")
	}
	return nil
}

func (order) Own(k question.Key) question.Key { return question.Key{Order: k.Order} }

func (order) Key(q question.Question) string {
	var out []string
	for _, id := range q.Key.Order {
		o, _ := q.Option(id)
		out = append(out, o.Text)
	}
	return strings.Join(out, " → ")
}

func (order) Shown(q question.Question) Shown { return Shown{Options: shownOptions(q.Options)} }

// Deal puts the steps in an order that is not the right one.
func (order) Deal(q question.Question, r *rand.Rand) []string {
	out := ids(q.Options)
	for range 20 {
		r.Shuffle(len(out), func(i, j int) { out[i], out[j] = out[j], out[i] })
		if !slices.Equal(out, q.Key.Order) {
			break
		}
	}
	return out
}

func (order) Plain(q question.Question) []string { return plainOptions(q.Options) }

func (order) Right(q question.Question) marking.Response {
	return marking.Response{Options: q.Key.Order}
}

// Mark counts the pairs of steps that stand the right way round against those that
// don't (Kendall 1938): all right is 100 per cent, and what chance would give none. A
// step that is left out stands right with none.
func (order) Mark(q question.Question, r marking.Response, _ algebra.Budget, out *marking.Result) {
	given := r.Options
	if len(given) == 0 {
		for _, part := range strings.FieldsFunc(r.Text, func(r rune) bool { return r == ',' || r == ';' || r == '→' || r == '>' }) {
			if o, ok := named(q.Options, part); ok {
				given = append(given, o.ID)
			}
		}
	}
	right, pairs := 0, 0
	for i, a := range q.Key.Order {
		for _, b := range q.Key.Order[i+1:] {
			pairs++
			switch x, y := slices.Index(given, a), slices.Index(given, b); {
			case x < 0 || y < 0:
			case x < y:
				right++
			default:
				right--
			}
		}
	}
	out.Share(max(0, right), pairs)
	if out.Percent == 100 {
		out.Right(out.Key())
		return
	}
	for i, id := range given {
		if i < len(q.Key.Order) && q.Key.Order[i] != id {
			wrong, _ := q.Option(id)
			out.Contradicted = append(out.Contradicted, wrong.Text)
			break
		}
	}
	out.Missing = append(out.Missing, out.Key())
	out.Feedback = "Right is " + out.Key() + "."
}
