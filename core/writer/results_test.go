package writer

import "testing"

// What follows is asked for by what it follows from, in one sentence or in two.
func TestConsequences(t *testing.T) {
	for text, want := range map[string][2]string{
		"The river carries silt, so the beds clog within days.":                                     {"Why do the beds clog within days?", "the river carries silt"},
		"Cold water is heavy, and so the particles sink slowly.":                                    {"Why do the particles sink slowly?", "cold water is heavy"},
		"Alum lowers the pH of the water. For this reason lime is added behind the mixer.":          {"Why is lime added behind the mixer?", "alum lowers the pH of the water"},
		"The seal of the pump burns within seconds. That is why the pump is never run dry.":         {"Why is the pump never run dry?", "the seal of the pump burns within seconds"},
		"Lime is added behind the mixer. This is because alum lowers the pH of the water.":          {"Why is lime added behind the mixer?", "alum lowers the pH of the water"},
		"Sand sinks faster than coal. The sand is therefore found at the bottom of the bed.":        {"Why is the sand found at the bottom of the bed?", "sand sinks faster than coal"},
		"The valve is opened slowly, so that no air is drawn in.":                                   {},
		"The gauge has stood still since May. The lagoon is emptied in autumn by the men on shift.": {},
	} {
		m := studied("Notes\n\n" + text)
		found := m.lore.followed
		if want[0] == "" {
			if len(found) > 0 {
				t.Errorf("%q: %q rests on %q", text, found[0].result, found[0].reason)
			}
			continue
		}
		if len(found) != 1 {
			t.Errorf("%q: %d consequences", text, len(found))
			continue
		}
		stem, _ := found[0].clause.Ask("why")
		if !found[0].plain || stem != want[0] || found[0].reason != want[1] {
			t.Errorf("%q: %q because %q", text, stem, found[0].reason)
		}
	}
}
