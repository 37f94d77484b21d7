package proof

import (
	"fmt"

	"zincowl/core/kind"
	"zincowl/core/maths/units"
)

// distinctOptions looks for two options that say the same: the same words, or
// the same amount written in two ways ("0.5 h" and "30 min").
func (x *examination) distinctOptions() []Finding {
	if len(kind.Claims(x.Question)) < 2 && len(x.Options) < 2 {
		return nil
	}
	for j, b := range x.Options {
		for _, a := range x.Options[:j] {
			switch {
			case fold(a.Text) == fold(b.Text):
				return []Finding{{
					Check: "distinct-options", Verdict: Fail, At: "options." + b.ID, Title: "Two options are the same",
					Says: fmt.Sprintf("“%s” stands there twice.", b.Text),
				}}
			case sameAmount(a.Text, b.Text):
				return []Finding{{
					Check: "distinct-options", Verdict: Fail, At: "options." + b.ID, Title: "Two options are equal",
					Says: fmt.Sprintf("“%s” and “%s” are the same amount, written in two ways.", a.Text, b.Text),
				}}
			}
		}
	}
	return []Finding{{
		Check: "distinct-options", Verdict: Pass, Title: fmt.Sprintf("%s distinct options", count(len(x.Options))),
		Says: "No two options say the same.",
	}}
}

func count(n int) string {
	return [...]string{"No", "One", "Two", "Three", "Four", "Five"}[min(n, 5)]
}

// sameAmount says whether two texts are one quantity, whatever the unit.
func sameAmount(a, b string) bool {
	x, ok1 := units.ParseQuantity(a)
	y, ok2 := units.ParseQuantity(b)
	if !ok1 || !ok2 || !x.Unit.Same(y.Unit) {
		return false
	}
	return x.In(y.Unit).Cmp(y.Value) == 0
}
