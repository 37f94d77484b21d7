package proof

import (
	"math/rand/v2"
	"strings"
	"testing"

	"zincowl/core/exercise"
	"zincowl/core/kind"
	"zincowl/core/question"
)

// TestExercises proofs drawn exercises of all kinds, and plants a wrong key in each: of
// the first, those whose words can be read are cleared and the others worked out; the
// second are faulted.
func TestExercises(t *testing.T) {
	library := NewLibrary(nil)
	cleared, worked, planted := 0, 0, 0
	for _, f := range exercise.Families() {
		for _, l := range question.Levels {
			for _, k := range []question.Kind{question.Choice, question.Expression, question.Solution, question.Numeric} {
				if !f.Bears(l, k) {
					continue
				}
				for seed := range uint64(2) {
					q, err := f.Question(rand.New(rand.NewPCG(seed, 4)), l, k, 4)
					if err != nil {
						continue // not every level has answers of every kind
					}
					r := Examine(q.Question, library)
					switch {
					case r.Verdict == Cleared:
						cleared++
					case r.Verdict == Worked && (q.Figure != nil || !strings.Contains(q.Stem, "Solve")):
						worked++
					default:
						t.Errorf("%s %s %s: %s with key %s is %s: %+v", f.ID, l, k, q.Stem, kind.KeyText(q.Question), r.Verdict, r.Findings)
					}
					untold := q.Question
					untold.Task = nil
					// What is cleared needs no task for it; some stems are read where there is none.
					if r := Examine(untold, library); r.Verdict != Cleared && (Examine(q.Question, library).Verdict == Cleared || r.Verdict != Unproven) {
						t.Errorf("%s: %s is %s without its task: %+v", f.ID, q.Stem, r.Verdict, r.Findings)
					}
					if k == question.Numeric && q.Figure != nil {
						wrong := q.Question
						wrong.Key.Value = "1" + wrong.Key.Value
						r := Examine(wrong, library)
						if r.Verdict != Faulted || r.Mend == nil || r.Mend.Key.Value != q.Key.Value || r.Mend.Key.Unit != q.Key.Unit {
							t.Errorf("%s with the key %s is %s, mended %+v", q.Asks(), kind.KeyText(wrong), r.Verdict, r.Mend)
						}
					}
					if k != question.Choice {
						continue
					}
					wrong := q.Question
					for _, o := range q.Options {
						if o.ID != q.Key.Options[0] {
							wrong.Key = question.Key{Options: []string{o.ID}}
						}
					}
					if r := Examine(wrong, library); r.Verdict != Faulted {
						t.Errorf("%s: a wrong key, %s, is %s", wrong.Stem, kind.KeyText(wrong), r.Verdict)
					} else if r.Mend != nil && kind.KeyText(*r.Mend) != kind.KeyText(q.Question) {
						t.Errorf("%s: mended to %s, not to %s", wrong.Stem, kind.KeyText(*r.Mend), kind.KeyText(q.Question))
					} else {
						planted++
					}
				}
			}
		}
	}
	if cleared < 250 || worked < 150 || planted < 250 {
		t.Errorf("%d cleared, %d worked out and %d wrong keys found", cleared, worked, planted)
	}
}
