// Package marking holds a response against a key: how much of it is right,
// which slip a wrong answer comes from, and what to say.
package marking

import (
	"context"
	"encoding/json"
	"fmt"
	"math/big"
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// Response is an answer as given: options chosen, or text typed, one entry a
// blank. In JSON it has the shape of the key ({"options":["b"]}, {"value":"4.5",
// "unit":"kg"}, {"blanks":[["15"]]}) or is a string as typed.
type Response struct {
	Options []string
	Text    string
	Blanks  []string
}

// UnmarshalJSON reads either shape.
func (r *Response) UnmarshalJSON(data []byte) error {
	var text string
	if json.Unmarshal(data, &text) == nil {
		*r = Response{Text: text}
		return nil
	}
	var key struct {
		Options []string          `json:"options"`
		Value   string            `json:"value"`
		Unit    string            `json:"unit"`
		Text    string            `json:"text"`
		Blanks  []json.RawMessage `json:"blanks"`
	}
	if err := json.Unmarshal(data, &key); err != nil {
		return fmt.Errorf("a response is a text or has the shape of the key: %w", err)
	}
	*r = Response{Options: key.Options, Text: key.Text}
	if key.Value != "" {
		r.Text = strings.TrimSpace(key.Value + " " + key.Unit)
	}
	for _, b := range key.Blanks {
		var one string
		var many []string
		switch {
		case json.Unmarshal(b, &one) == nil:
			r.Blanks = append(r.Blanks, one)
		case json.Unmarshal(b, &many) == nil && len(many) > 0:
			r.Blanks = append(r.Blanks, many[0])
		default:
			r.Blanks = append(r.Blanks, "")
		}
	}
	return nil
}

// MarshalJSON writes the shape of the key, with typed text under "text".
func (r Response) MarshalJSON() ([]byte, error) {
	switch {
	case len(r.Options) > 0:
		return json.Marshal(map[string]any{"options": r.Options})
	case len(r.Blanks) > 0:
		return json.Marshal(map[string]any{"blanks": r.Blanks})
	}
	return json.Marshal(map[string]any{"text": r.Text})
}

// Empty says whether nothing was answered.
func (r Response) Empty() bool {
	for _, b := range r.Blanks {
		if strings.TrimSpace(b) != "" {
			return false
		}
	}
	return len(r.Options) == 0 && strings.TrimSpace(r.Text) == ""
}

// Result is what a response is worth.
type Result struct {
	Percent      int      `json:"percent"`
	Found        []string `json:"found"`
	Missing      []string `json:"missing"`
	Contradicted []string `json:"contradicted"`
	Slip         string   `json:"slip"`
	Feedback     string   `json:"feedback"`
}

// Mark holds a response against the question's key.
func Mark(q question.Question, r Response) Result {
	out, _ := MarkContext(context.Background(), q, r) // which does not end
	return out
}

// MarkContext marks a response as long as somebody waits for it; the error is the
// context's, and there is no mark then.
func MarkContext(ctx context.Context, q question.Question, r Response) (Result, error) {
	out := mark(q, r, algebra.DefaultBudget.For(ctx))
	if err := ctx.Err(); err != nil {
		return Result{}, err
	}
	return out, nil
}

func mark(q question.Question, r Response, budget algebra.Budget) Result {
	out := Result{Found: []string{}, Missing: []string{}, Contradicted: []string{}}
	if r.Empty() {
		out.Missing = append(out.Missing, q.KeyText())
		out.Feedback = "Nothing was answered. Right is " + q.KeyText() + "."
		return out
	}
	switch q.Kind {
	case question.Choice, question.TrueFalse:
		markChoice(q, r, &out)
	case question.Numeric:
		markNumber(q, r, budget, &out)
	case question.Blanks:
		markBlanks(q, r, &out)
	case question.Expression, question.Solution:
		markMathematics(q, r, budget, &out)
	}
	return out
}

func (out *Result) right(text string) {
	out.Percent = 100
	out.Found = append(out.Found, text)
	out.Feedback = "Right."
}

func (out *Result) wrong(q question.Question, slip, why string) {
	out.Missing = append(out.Missing, q.KeyText())
	out.Slip = slip
	out.Feedback = strings.TrimSpace(why + " Right is " + strings.TrimSuffix(q.KeyText(), ".") + ".")
}

func markChoice(q question.Question, r Response, out *Result) {
	chosen := r.Options
	if len(chosen) == 0 { // typed: an option's id or its text
		for _, o := range q.Options {
			if strings.EqualFold(r.Text, o.ID) || strings.EqualFold(strings.TrimSpace(r.Text), o.Text) {
				chosen = []string{o.ID}
			}
		}
	}
	if len(chosen) != 1 {
		out.wrong(q, "", "One option has to be chosen.")
		return
	}
	o, ok := q.Option(chosen[0])
	switch {
	case !ok:
		out.wrong(q, "", fmt.Sprintf("There is no option %q.", chosen[0]))
	case len(q.Key.Options) == 1 && o.ID == q.Key.Options[0]:
		out.right(o.Text)
	default:
		out.Contradicted = append(out.Contradicted, o.Text)
		out.wrong(q, o.Slip, o.Why)
	}
}

// markNumber accepts any unit of the right dimension, and the key's own where
// none is typed. The tolerance is the key's, or what the digits typed can show.
func markNumber(q question.Question, r Response, budget algebra.Budget, out *Result) {
	typed, ok := readTyped(r.Text, q.Language, budget)
	if !ok {
		out.wrong(q, "", fmt.Sprintf("“%s” is not read as one number.", r.Text))
		return
	}
	unit, _ := maths.ParseUnit(q.Key.Unit)
	want, ok := maths.ParseDecimal(q.Key.Value)
	if !ok {
		out.wrong(q, "", "The key of this question is not a number.")
		return
	}
	value := typed.value
	if typed.unit.Text != "" {
		if !typed.unit.Same(unit) {
			out.Contradicted = append(out.Contradicted, r.Text)
			out.wrong(q, "unit-of-another-kind", fmt.Sprintf("%s does not measure what is asked for.", typed.unit.Text))
			return
		}
		value = maths.Quantity{Value: typed.value, Unit: typed.unit}.In(unit)
	}
	if within(value, want, q.Key.Tolerance) {
		out.right(r.Text)
		return
	}
	out.Contradicted = append(out.Contradicted, r.Text)
	for _, s := range q.Slips {
		if v, ok := readTyped(s.Value, "", budget); ok && within(value, v.value, "1%") {
			out.wrong(q, s.ID, s.Why)
			return
		}
	}
	out.wrong(q, "", "")
}

// within says whether a value is the wanted one inside the tolerance, which is
// a share ("1%") or an amount.
func within(value, want *big.Rat, tolerance string) bool {
	if value.Cmp(want) == 0 {
		return true
	}
	limit, ok := maths.ParseDecimal(strings.TrimSuffix(tolerance, "%"))
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

func markBlanks(q question.Question, r Response, out *Result) {
	typed := r.Blanks
	if len(typed) == 0 {
		typed = []string{r.Text}
	}
	right := 0
	for i, accepted := range q.Key.Blanks {
		given := ""
		if i < len(typed) {
			given = typed[i]
		}
		if fits(given, accepted) {
			right++
			out.Found = append(out.Found, given)
			continue
		}
		out.Missing = append(out.Missing, accepted[0])
		if strings.TrimSpace(given) != "" {
			out.Contradicted = append(out.Contradicted, given)
		}
	}
	out.Percent = 100 * right / max(1, len(q.Key.Blanks))
	if out.Percent == 100 {
		out.Feedback = "Right."
		return
	}
	out.Feedback = "Right is " + strings.Join(out.Missing, ", ") + "."
}

// fits compares a typed answer with those accepted: numbers by value, words
// without regard to case, articles, hyphens and number (one or many).
func fits(given string, accepted []string) bool {
	for _, a := range accepted {
		x, ok1 := number(given)
		y, ok2 := number(a)
		if ok1 && ok2 {
			if x.Cmp(y) == 0 {
				return true
			}
			continue
		}
		if canonical(given) == canonical(a) && canonical(a) != "" {
			return true
		}
	}
	return false
}

// number reads digits or a small number word; a unit after it is left aside.
func number(text string) (*big.Rat, bool) {
	text = strings.TrimSpace(text)
	if n, ok := numberWords[strings.ToLower(text)]; ok {
		return big.NewRat(n, 1), true
	}
	if q, ok := maths.ParseQuantity(text); ok {
		return q.Value, true
	}
	return maths.ParseDecimal(text)
}

var numberWords = map[string]int64{
	"zero": 0, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11,
	"twelve": 12, "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16, "seventeen": 17, "eighteen": 18, "nineteen": 19, "twenty": 20,
	"thirty": 30, "forty": 40, "fifty": 50, "sixty": 60, "seventy": 70, "eighty": 80, "ninety": 90, "hundred": 100,
}

func canonical(text string) string {
	var out []string
	for _, w := range strings.Fields(strings.NewReplacer("-", " ", "’", "'", ".", "", ",", "").Replace(strings.ToLower(text))) {
		if w == "a" || w == "an" || w == "the" {
			continue
		}
		out = append(out, language.Singular(w))
	}
	return strings.Join(out, " ")
}
