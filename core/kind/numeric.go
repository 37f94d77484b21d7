package kind

import (
	"errors"
	"fmt"
	"math/big"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// numeric asks for a number, in any unit of the right dimension.
type numeric struct{ base }

func (numeric) Answers() Answer { return Amount }

func (numeric) Check(q question.Question) error {
	if strings.TrimSpace(q.Key.Value) == "" {
		return errors.New("The key has no value; give the number that is right.")
	}
	return nil
}

func (numeric) Own(k question.Key) question.Key {
	return question.Key{Value: k.Value, Unit: k.Unit, Tolerance: k.Tolerance}
}

func (numeric) Key(q question.Question) string {
	if q.Key.Unit == "%" {
		return q.Key.Value + "%"
	}
	return strings.TrimSpace(q.Key.Value + " " + q.Key.Unit)
}

func (numeric) Shown(q question.Question) Shown { return Shown{Unit: q.Key.Unit} }

func (n numeric) Claims(q question.Question) []Claim {
	return []Claim{{Text: n.Key(q), Right: true}}
}

func (numeric) Mend(q question.Question, found Found) (question.Question, bool) {
	q.Key.Value = found.Value
	return q, found.Value != ""
}

func (numeric) Typed() func(string, string, algebra.Budget) marking.Understood {
	return func(language, text string, budget algebra.Budget) marking.Understood {
		if t, ok := marking.ReadNumber(text, language, budget); ok {
			return marking.Understood{LaTeX: t.LaTeX()}
		}
		return marking.Understood{Says: "This is not read as one number with its unit."}
	}
}

func (n numeric) Right(q question.Question) marking.Response {
	return marking.Response{Text: n.Key(q)}
}

// Mark accepts any unit of the right dimension, and the key's own where none is typed.
// The tolerance is the key's, or what the digits typed can show.
func (numeric) Mark(q question.Question, r marking.Response, budget algebra.Budget, out *marking.Result) {
	typed, ok := marking.ReadNumber(r.Text, q.Language, budget)
	if !ok {
		out.Wrong("", fmt.Sprintf("“%s” is not read as one number.", r.Text))
		return
	}
	unit, _ := units.Parse(q.Key.Unit)
	want, ok := decimal.Parse(q.Key.Value)
	if !ok {
		out.Wrong("", "The key of this question is not a number.")
		return
	}
	value := typed.Value
	if typed.Unit.Text != "" {
		if !typed.Unit.Same(unit) {
			out.Contradicted = append(out.Contradicted, r.Text)
			out.Wrong("unit-of-another-kind", fmt.Sprintf("%s does not measure what is asked for.", typed.Unit.Text))
			return
		}
		value = units.Quantity{Value: typed.Value, Unit: typed.Unit}.In(unit)
	}
	if within(value, want, q.Key.Tolerance) {
		out.Right(r.Text)
		return
	}
	out.Contradicted = append(out.Contradicted, r.Text)
	for _, s := range q.Slips {
		if v, ok := marking.ReadNumber(s.Value, "", budget); ok && within(value, v.Value, "1%") {
			out.Wrong(s.ID, s.Why)
			return
		}
	}
	out.Wrong("", "")
}

// within says whether a value is the wanted one inside the tolerance, which is
// a share ("1%") or an amount.
func within(value, want *big.Rat, tolerance string) bool {
	if value.Cmp(want) == 0 {
		return true
	}
	limit, ok := decimal.Parse(strings.TrimSuffix(tolerance, "%"))
	if !ok {
		return false
	}
	if strings.HasSuffix(tolerance, "%") {
		limit.Mul(limit, big.NewRat(1, 100))
		limit.Mul(limit, new(big.Rat).Abs(want))
	}
	gap := new(big.Rat).Sub(value, want)
	return gap.Abs(gap).Cmp(limit) <= 0
}
