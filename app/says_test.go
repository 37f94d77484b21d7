package app_test

import (
	"strings"
	"testing"

	"zincowl/core/ground"
)

const filters = `Slow filters

A slow sand filter is cleaned when the head loss reaches 900 mm. Sand settles faster than silt.

Chlorine

Chlorine kills bacteria but does not remove hardness. Operators check the residual before they open the outlet valve.
`

// What sources say of a statement comes with the passage that decides, of whichever
// source it is; others' courses and empty ones say nothing.
func TestLookUp(t *testing.T) {
	w := newWorld(t)
	if said, err := w.LookUp(ctx, w.owner, w.course, "Silt settles faster than sand."); err != nil || said.Verdict != ground.NotFound || len(said.Nearest) != 0 {
		t.Errorf("an empty course says %+v, %v", said, err)
	}
	w.brings("filters.txt", filters)
	w.brings("other.txt", "Bar screens hold back sticks and leaves.")
	for says, want := range map[string]ground.Verdict{
		"Silt settles faster than sand.":                                ground.Contradicted,
		"A slow sand filter is cleaned when the head loss is 900 mm.":   ground.Supported,
		"A slow sand filter is cleaned when the head loss reaches 2 m.": ground.NotFound,
		"Membranes last for about seven years.":                         ground.NotFound,
	} {
		said, err := w.LookUp(ctx, w.owner, w.course, says)
		if err != nil || said.Verdict != want {
			t.Errorf("%q is %+v, %v; want %s", says, said, err, want)
		}
		if want != ground.NotFound && (len(said.Nearest) != 1 || said.Nearest[0].Title != "filters.txt" && !strings.Contains(said.Nearest[0].Title, "lter") || said.Nearest[0].Passage == "") {
			t.Errorf("%q rests on %+v", says, said.Nearest)
		}
	}
	if _, err := w.LookUp(ctx, w.owner, w.course, "of the to"); err == nil {
		t.Error("words that say nothing are looked up")
	}
	if _, err := w.LookUp(ctx, w.person("stranger"), w.course, "Silt settles faster than sand."); err == nil {
		t.Error("a stranger is told what the sources say")
	}
}
