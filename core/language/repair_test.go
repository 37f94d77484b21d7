package language

import "testing"

func TestRepaired(t *testing.T) {
	for said, meant := range map[string]string{
		"Cook it to sixty – sorry, sixty-three degrees.":                         "Cook it to sixty-three degrees.",
		"The filter is washed every sixty, no, seventy hours.":                   "The filter is washed every seventy hours.",
		"Stay away until two days after the first – no, after the last symptom.": "Stay away until two days after the last symptom.",
		"The red valve – no, I mean the blue valve – is for chlorine.":           "the blue valve is for chlorine.",
		"It holds 40 litres, or rather 45 litres.":                               "It holds 45 litres.",
		"Sand, er, is graded first.":                                             "Sand is graded first.",
		"The pump has three, sorry, 4 blades.":                                   "The pump has 4 blades.",
		"It is the inlet, no, the outlet that leaks.":                            "It is the outlet that leaks.",
		"Red is for raw sewage – no, I tell a lie, grey is for raw sewage.":      "grey is for raw sewage.",
		// Nothing is taken back here.
		"There is no pump, no valve and no meter.":      "",
		"No, the valve is shut.":                        "",
		"The water is clear – no floc is left in it.":   "",
		"We wait, and then we drain it.":                "",
		"It is closed, wait until it opens.":            "",
		"The operator is sorry, but the filter is old.": "",
		"Sand settles, rather slowly, in cold water.":   "",
		"Is it safe? No, it is not.":                    "",
		"":                                              "",
	} {
		var got string
		for _, s := range Split(said) {
			r, changed := Repaired(s)
			if changed {
				got = r.Text
			}
			if changed != (meant != "") {
				t.Errorf("%q is mended to %q", said, r.Text)
			}
		}
		if meant != "" && got != meant {
			t.Errorf("%q is mended to %q, want %q", said, got, meant)
		}
	}
}
