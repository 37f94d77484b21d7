package proof

import (
	"fmt"
	"math/big"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/maths/data"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// reckonTable works out what is asked of the table that the question is about.
func (x *examination) reckonTable() []Finding {
	if x.Given == nil || len(x.Given.Rows) < 2 {
		return nil
	}
	a, ok := data.Answers(x.Given.Rows, x.Stem)
	if !ok {
		return nil
	}
	f := Finding{Check: "recompute", At: "key"}
	says := func(text string) bool {
		if len(a.Labels) > 0 {
			return fold(text) == fold(a.Labels[0]) || strings.HasPrefix(fold(text), fold(a.Labels[0])) && fold(text)[len(fold(a.Labels[0])):] == "day"
		}
		return a.Share && isShare(text, a.Value.Value) || !a.Share && isValue(text, a.Value)
	}
	key := kind.KeyText(x.Question)
	if _, number := amount(key); number && len(a.Labels) > 0 {
		return nil
	}
	right := 0
	other := ""
	for _, o := range x.Options {
		if says(o.Text) {
			if right++; o.Text != key {
				other = o.Text
			}
		}
	}
	switch {
	case says(key) && right <= 1:
		f.Verdict, f.shows, f.Title, f.Says = Pass, true, "Recomputed", a.How+"."
	case right > 1:
		return nil
	case right == 1:
		f.Verdict, f.Title, f.Says = Unsure, "Another answer came out", fmt.Sprintf("By the table: %s, which is “%s” and not “%s”.", a.How, other, key)
	default:
		if _, ok := amount(strings.TrimRight(key, "°")); !ok && len(a.Labels) == 0 {
			return nil // not told as a number
		}
		f.Verdict, f.Title, f.Says = Unsure, "Another answer came out", fmt.Sprintf("By the table: %s, not “%s”.", a.How, key)
	}
	return []Finding{f}
}

// isValue says whether a text shows a value, with its unit or with whatever word its
// author wrote behind it.
func isValue(text string, v units.Quantity) bool {
	found := units.Find(strings.TrimRight(strings.TrimSpace(text), "°."))
	if len(found) != 1 || strings.TrimSpace(text[:found[0].Start]) != "" {
		return false
	}
	if u := found[0].Unit; u.Text != "" && v.Unit.Text != "" {
		return agrees(text, v)
	}
	return decimal.Agrees(found[0].Shown, v.Value)
}

// isShare says whether a text tells a part of a whole: "0.44", "44%", "11/25".
func isShare(text string, v *big.Rat) bool {
	text = strings.TrimSpace(text)
	if n, d, ok := strings.Cut(text, "/"); ok {
		q, ok := new(big.Rat).SetString(strings.TrimSpace(n) + "/" + strings.TrimSpace(d))
		return ok && q.Cmp(v) == 0
	}
	found := units.Find(text)
	if len(found) != 1 || strings.TrimSpace(text[:found[0].Start]) != "" {
		return false
	}
	if found[0].Unit.Text == "%" {
		v = new(big.Rat).Mul(v, big.NewRat(100, 1))
	}
	return decimal.Agrees(found[0].Shown, v)
}
