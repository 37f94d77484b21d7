package algebra

import (
	"errors"
	"testing"

	"zincowl/core/maths"
)

// A sum that nobody could read is not written down: writing it would take time by
// the square of its terms.
func TestSumsThatNobodyReads(t *testing.T) {
	for text, ok := range map[string]bool{"(x+1)^40*(y+2)^40*(z+3)^40": false, "(x+1)^40*(y+2)^20": true} {
		n, err := maths.Parse(text)
		if err != nil {
			t.Fatal(err)
		}
		for name, do := range map[string]func(maths.Node, Budget) (maths.Node, error){"expanded": Expanded, "simplified": Simplified} {
			if _, err := do(n, DefaultBudget); (err == nil) != ok || !ok && !errors.Is(err, ErrBudget) {
				t.Errorf("%s %s: %v", text, name, err)
			}
		}
	}
}
