package writer

import (
	"testing"

	"zincowl/core/question"
)

// Questions on one stimulus come one after the other until its set is through.
func TestSetsComeWhole(t *testing.T) {
	qs, declined := draft(t, studied(filters), Brief{Count: 16, Seed: 5, Levels: map[question.Level]int{question.Hard: 16}, CanDo: []string{"Reason about causes and effects", "Interpret data from a table"}})
	on := map[string]int{}
	for _, q := range qs {
		if q.Given != nil {
			on[q.Given.ID]++
			if q.Stimulus != q.Given.ID {
				t.Errorf("%q is asked about %q and holds %q", q.Stem, q.Stimulus, q.Given.ID)
			}
		}
	}
	if len(on) < 2 {
		t.Fatalf("%d sets, %v", len(on), declined)
	}
	single := 0
	for _, n := range on {
		if n == 1 {
			single++
		}
	}
	if single > 2 {
		t.Errorf("%d of %d sets are broken off: %v", single, len(on), on)
	}
	if !Practises("Draw conclusions from data") || Practises("Know the parts of a pump") {
		t.Error("what can be practised is not told")
	}
}
