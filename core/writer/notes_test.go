package writer

import (
	"slices"
	"strings"
	"testing"

	"zincowl/core/question"
)

const keepersNotes = `Keeping the beds - week 3

TOO DIRTY = HLE (head loss excess)
Signs: low outflow, noisy valve, high water over the bed
Causes - silt in the river, dead algae, wash skipped

TOO THIN = BLD (bed loss by degrees)
Signs: sand in the trough, cloudy filtrate, short runs
Causes - wash too hard, broken nozzle, gravel moved

PARTS
Underdrain — carries the filtrate off, must not clog
Trough — takes the wash water away to the lagoon
Nozzle — lets air into the bed, cracks in frost
Gauge — shows the head loss over the whole bed
Classic — works the other way
`

// Lists of one sort are told apart by what their headings name, and what is noted of a thing
// by its name.
func TestNotes(t *testing.T) {
	m := studied(keepersNotes)
	entries, rosters := m.entries()
	var named, lists []string
	for _, e := range entries {
		named = append(named, e.name)
	}
	for _, l := range rosters {
		lists = append(lists, l.sort+" of "+l.of+": "+strings.Join(l.items, "|"))
	}
	if want := []string{"Underdrain", "Trough", "Nozzle", "Gauge"}; !slices.Equal(named, want) {
		t.Errorf("named are %q, want %q", named, want)
	}
	if len(lists) != 4 || lists[0] != "signs of HLE (head loss excess): low outflow|noisy valve|high water over the bed" {
		t.Errorf("%q", lists)
	}
	own := map[string]string{"HLE": "low outflow noisy valve high water over the bed silt in the river dead algae wash skipped", "BLD": "sand in the trough cloudy filtrate short runs wash too hard broken nozzle gravel moved"}
	asked := map[string]int{}
	for _, i := range m.ideas {
		q, err := i.write(source32(5, i.subject), Brief{}.withDefaults())
		if err != nil {
			continue
		}
		asked[i.frame]++
		for _, o := range q.Options {
			if i.frame != "belongs" && i.frame != "belongs one" {
				break
			}
			of := "HLE"
			if strings.Contains(q.Stem, "BLD") {
				of = "BLD"
			}
			if right, in := slices.Contains(q.Key.Options, o.ID), strings.Contains(own[of], strings.ToLower(o.Text)); right != in {
				t.Errorf("%s: %s is right: %v, and stands in the list: %v", q.Stem, o.Text, right, in)
			}
		}
		if i.kind == question.Match && strings.Contains(q.Stem, "belongs to it") && len(q.Key.Pairs) != 4 {
			t.Errorf("%+v", q.Key.Pairs)
		}
	}
	for _, frame := range []string{"belongs", "belongs one", "list", "noted which", "noted what", "noted pairs"} {
		if asked[frame] == 0 {
			t.Errorf("nothing is asked by %q: %v", frame, asked)
		}
	}
}
