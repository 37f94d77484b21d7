package proof

import (
	"testing"
)

// Two options may be one in other words, other signs or another unit; options that only
// look alike are not.
func TestOptionsThatAreOne(t *testing.T) {
	object := func(options ...string) bool {
		for _, f := range Examine(byPerson("Which of these does the operator write down?", options...), NewLibrary(nil)).Findings {
			if (f.Check == "distinct-options" || f.Title == "One option describes and the others name") && f.Verdict != Pass {
				return true
			}
		}
		return false
	}
	for _, pair := range [][2]string{
		{"0.5 h", "30 min"}, {"sin 30°", "1/2"}, {"log₂ 8", "3"}, {"√16", "4"}, {"cos 60°", "0.5"}, {"2√3", "√12"}, {"half", "50 per cent"},
		{"Vitamin C", "Ascorbic acid"}, {"Erythrocyte", "Red blood cell"}, {"Hypertension", "High blood pressure"},
	} {
		if !object("Something else", pair[0], pair[1], "Another") {
			t.Errorf("%q and %q stand for two", pair[0], pair[1])
		}
	}
	for _, pair := range [][2]string{
		{"0.5 h", "50 min"}, {"sin 30°", "√3/2"}, {"log₂ 8", "log₂ 16"}, {"Vitamin C", "Vitamin D"}, {"Heart attack", "Heart failure"}, {"High blood pressure", "Low blood pressure"}, {"2x + 1", "x + 2"}, {"affect", "effect"},
	} {
		if object("Something else", pair[0], pair[1], "Another") {
			t.Errorf("%q and %q are taken for one", pair[0], pair[1])
		}
	}
	// A phrase among names stands out, whatever it is about; phrases among phrases do not.
	for i, p := range []string{"The weight of the air above the works", "An unusually slow rise of the level", "Recording at the proper amount and time"} {
		if !object("Pressure", "Humidity", "Speed", p) {
			t.Errorf("%d: %q does not stand out", i, p)
		}
		if object("The speed of the wind over the weir", "The depth of the water below it", "The colour of the sky at noon", p) {
			t.Errorf("%d: %q stands out among phrases", i, p)
		}
	}
	for _, summing := range []string{"All of the above", "None of these"} {
		if object("Pressure", "Humidity", "Speed", summing) {
			t.Errorf("%q is taken for a description", summing)
		}
	}
}
