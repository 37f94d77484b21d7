// Package marking has what responses are held against keys with: the response as it
// is given, the result, and the reading and comparing of words, numbers and
// mathematics as people type them. Which of these a question needs is known by its
// room in package kind.
package marking

import (
	"encoding/json"
	"fmt"
	"math/big"
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// Response is an answer as given: options chosen, or text typed, one entry a
// blank. In JSON it has the shape of the key ({"options":["b"]}, {"value":"4.5",
// "unit":"kg"}, {"blanks":[["15"]]}) or is a string as typed.
type Response struct {
	Options []string // chosen; of an order, all of them in the order given
	Text    string
	Blanks  []string
	Pairs   [][]string        // of a match
	Cells   map[string]string // of a table
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
		Order   []string          `json:"order"`
		Pairs   [][]string        `json:"pairs"`
		Cells   map[string]string `json:"cells"`
	}
	if err := json.Unmarshal(data, &key); err != nil {
		return fmt.Errorf("a response is a text or has the shape of the key: %w", err)
	}
	*r = Response{Options: key.Options, Text: key.Text, Pairs: key.Pairs, Cells: key.Cells}
	if len(key.Order) > 0 {
		r.Options = key.Order
	}
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
	case len(r.Pairs) > 0:
		return json.Marshal(map[string]any{"pairs": r.Pairs})
	case len(r.Cells) > 0:
		return json.Marshal(map[string]any{"cells": r.Cells})
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
	for _, c := range r.Cells {
		if strings.TrimSpace(c) != "" {
			return false
		}
	}
	return len(r.Options) == 0 && len(r.Pairs) == 0 && strings.TrimSpace(r.Text) == ""
}

// Result is what a response is worth.
type Result struct {
	Percent      int      `json:"percent"`
	Unmarked     bool     `json:"unmarked,omitempty"` // it is kept and shown, and not marked
	Found        []string `json:"found"`
	Missing      []string `json:"missing"`
	Contradicted []string `json:"contradicted"`
	Points       []Point  `json:"points,omitempty"`   // of an answer in words
	Doubtful     bool     `json:"doubtful,omitempty"` // a person should look at the mark
	Slip         string   `json:"slip"`
	Feedback     string   `json:"feedback"`

	key string
}

// NewResult is what nothing is worth, against a key in a reader's words.
func NewResult(key string) Result {
	return Result{Found: []string{}, Missing: []string{}, Contradicted: []string{}, key: key}
}

// Key is what is right, in a reader's words.
func (out *Result) Key() string { return out.key }

// Nothing records that nothing was answered.
func (out *Result) Nothing() {
	out.Missing = append(out.Missing, out.key)
	out.Feedback = "Nothing was answered. Right is " + out.key + "."
}

// Right records that all of a response is right.
func (out *Result) Right(text string) {
	out.Percent = 100
	out.Found = append(out.Found, text)
	out.Feedback = "Right."
}

// Wrong records that nothing of it is, by which slip, and why.
func (out *Result) Wrong(slip, why string) {
	out.Missing = append(out.Missing, out.key)
	out.Slip = slip
	out.Feedback = strings.TrimSpace(why + " Right is " + strings.TrimSuffix(out.key, ".") + ".")
}

// Share records that so many of so many parts are right.
func (out *Result) Share(right, of int) { out.Percent = 100 * right / max(1, of) }

// Parts marks a response of several parts, each typed and held against what is
// accepted for it.
func (out *Result) Parts(n int, part func(i int) (given string, accepted []string)) {
	right := 0
	for i := range n {
		given, accepted := part(i)
		if Fits(given, accepted) {
			right++
			out.Found = append(out.Found, given)
			continue
		}
		out.Missing = append(out.Missing, accepted[0])
		if strings.TrimSpace(given) != "" {
			out.Contradicted = append(out.Contradicted, given)
		}
	}
	if out.Share(right, n); out.Percent == 100 {
		out.Feedback = "Right."
		return
	}
	out.Feedback = "Right is " + strings.Join(out.Missing, ", ") + "."
}

// Fits compares a typed answer with those accepted: numbers by value, words
// without regard to case, articles, hyphens and number (one or many).
func Fits(given string, accepted []string) bool {
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
	word := strings.ToLower(text)
	if word == "hundred" {
		return big.NewRat(100, 1), true
	}
	english, _ := language.In("en")
	if n, ok := english.Number[word]; ok {
		return big.NewRat(n, 1), true
	}
	if q, ok := units.ParseQuantity(text); ok {
		return q.Value, true
	}
	return decimal.Parse(text)
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
