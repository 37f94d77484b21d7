package ground

import (
	"testing"

	"zincowl/core/source"
)

// Which sentences of another source say one thing otherwise, and which speak of something else.
func TestOtherwise(t *testing.T) {
	for _, c := range []struct {
		ours, theirs string
		differ       bool
	}{
		{"The wash water of the sand filters is led back to the head of the works.", "The wash water of the sand filters is not led back to the head of the works.", true},
		{"A slow sand filter is cleaned by hand when the head loss is high.", "A slow sand filter is cleaned by hand when the head loss is low.", true},
		{"The records of each shift are kept in the office for five years.", "The records of each shift are kept in the office for 10 years.", true},
		{"The records of each shift are kept in the office for five years.", "The records of each shift are kept in the office for 5 years.", false},
		{"The records of each shift are kept in the office for five years.", "The records of each shift are kept in the office for many years.", false},
		{"In the inlet chamber the coarse screen is raked once in each shift.", "In the outlet chamber the fine screen is raked once in each shift.", false},
		{"Wait for five minutes.", "Wait for ten minutes.", false},
		{"A slow sand filter is cleaned by hand when the head loss is high.", "Is a slow sand filter cleaned by hand when the head loss is low?", false},
		{"A slow sand filter is cleaned by hand when the head loss is high.", "A rapid filter is washed with air when the head loss is low.", false},
		{"The duty chemist signs the log at the end of every shift.", "The duty chemist signs the log at the end of every shift.", false},
		{"The duty chemist signs the log at the end of every shift.", "The duty chemist signs the log at the beginning of every shift.", true},
	} {
		doc := func(text string) source.Document {
			return source.Document{Language: "en", Passages: []source.Passage{{ID: "1", Kind: source.Paragraph, Text: text}}}
		}
		x := New([]Source{{ID: "a", Doc: doc(c.ours)}, {ID: "b", Doc: doc(c.theirs)}})
		got := x.Otherwise(c.ours, "a")
		if (len(got) == 1 && got[0].Source == "b") != c.differ || len(got) > 1 {
			t.Errorf("%q against %q: %v, want differ %v", c.ours, c.theirs, got, c.differ)
		}
	}
}
