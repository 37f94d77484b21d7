package exercise

import (
	"math/rand/v2"
	"strings"
	"testing"

	"zincowl/core/question"
)

func seeded(parts ...uint64) *rand.Rand { return rand.New(rand.NewPCG(parts[0], parts[1])) }

// TestFormsMakeQuestions draws every form of every family often: each has to be
// readable, and to make a choice with four options most of the time.
func TestFormsMakeQuestions(t *testing.T) {
	for _, f := range families {
		t.Run(f.ID, func(t *testing.T) { t.Parallel(); formsOf(t, f) })
	}
}

func formsOf(t *testing.T, f Family) {
	for l, forms := range f.levels {
		if len(forms) < 3 {
			t.Errorf("%s has only %d forms at level %d", f.ID, len(forms), l)
		}
		for i, form := range forms {
			good, short, why := 0, 0, ""
			for seed := range uint64(3) {
				r := seeded(seed, uint64(100*l+i))
				p, err := f.pose(form, r)
				if err != nil {
					if strings.Contains(err.Error(), "can't be read") {
						t.Errorf("%v", err)
					}
					why = err.Error()
					continue
				}
				if _, _, err := f.write(p, r, question.Levels[l], question.Choice, 4); err != nil {
					short++
					why = err.Error() + " " + p.task.Statement
					continue
				}
				good++
			}
			if good < 1 {
				t.Errorf("%s, level %d, form %d: %d of 3 draws make a question (%d lack slips): %s", f.ID, l, i+1, good, short, why)
			}
		}
	}
}
