package ground

import (
	"testing"

	"zincowl/core/source"
)

func lockKeeping() *Index {
	text := []string{
		"The lock-keeper opens the sluices of the upper gate first, so that the chamber fills slowly.",
		"Boats that are longer than 24 metres wait below the bridge.",
		"In winter the gates are greased with tallow, because oil would run off.",
		"A red disc means that the chamber is being emptied.",
	}
	var doc source.Document
	for i, t := range text {
		doc.Passages = append(doc.Passages, source.Passage{ID: string(rune('a' + i)), Kind: source.Paragraph, Text: t})
	}
	return New([]Source{{ID: "lock", Doc: doc}})
}

func TestChoose(t *testing.T) {
	x := lockKeeping()
	for question, answers := range map[string][]string{
		"With what are the gates greased in winter?":     {"tallow", "oil", "wax", "soap"},
		"Why are the gates not greased with oil?":        nil, // what is not so is not looked up
		"What does a red disc mean?":                     {"The chamber is being emptied", "The chamber is full", "The bridge is closed", "The gate is greased"},
		"From which length on do boats wait?":            {"24 metres", "20 metres", "30 metres", "42 metres"},
		"A boat comes in winter. What should it do?":     nil, // a case
		"Which sluices does the lock-keeper open first?": {"Those of the upper gate", "Those of the lower gate", "Those of the bridge", "Those of the chamber"},
	} {
		found := x.Choose(question, answers)
		if answers == nil {
			if x.Choose(question, []string{"one", "another"}) != nil {
				t.Errorf("%q was looked up", question)
			}
			continue
		}
		sum, best := 0.0, 0
		for i, a := range found {
			sum += a.Share
			if a.Share > found[best].Share {
				best = i
			}
		}
		if best != 0 || sum < 0.999 || sum > 1.001 {
			t.Errorf("%q: the sources speak for %q: %+v", question, answers[best], found)
		}
		if found[0].Quote == "" || found[0].Source != "lock" {
			t.Errorf("%q: nothing is quoted: %+v", question, found[0])
		}
	}
}

// The order of the options changes nothing of what speaks for each.
func TestChooseInAnyOrder(t *testing.T) {
	x := lockKeeping()
	q := "With what are the gates greased in winter?"
	a, b := x.Choose(q, []string{"tallow", "oil", "wax"}), x.Choose(q, []string{"wax", "tallow", "oil"})
	for i, j := range []int{1, 2, 0} {
		if d := a[i].Share - b[j].Share; d > 1e-9 || d < -1e-9 {
			t.Errorf("option %d: %g and %g", i, a[i].Share, b[j].Share)
		}
	}
}

func TestChooseSaysNothing(t *testing.T) {
	if New(nil).Choose("What is greased?", []string{"gates", "boats"}) != nil {
		t.Error("something was found without sources")
	}
	if lockKeeping().Choose("What is it?", []string{"gates", "boats"}) != nil {
		t.Error("something was found for a question that says nothing")
	}
}
