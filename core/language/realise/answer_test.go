package realise

import "testing"

func TestTold(t *testing.T) {
	for _, c := range [][3]string{
		{"Where are worms found?", "In loam", "worms are found in loam"},
		{"What does the coarse screen hold back?", "Leaves", "the coarse screen holds leaves back"},
		{"Why is chlorine dosed last?", "Organic matter would use it up", "chlorine is dosed last because organic matter would use it up"},
		{"Which chamber sends the blood to the lungs?", "The right ventricle", "the right ventricle sends the blood to the lungs"},
		{"For how long does the water stay in the tank?", "3 hours", "the water stays in the tank for 3 hours"},
		{"What is the angle between the two norths called?", "Variation", "the angle between the two norths is called variation"},
		{"How many lines of position are needed for a fix?", "Two", "two lines of position are needed for a fix"},
		{"The sign of a ripe starter is", "a sunken top", "The sign of a ripe starter is a sunken top"},
		{"Salt ___ the yeasts.", "slows", "Salt slows the yeasts."},
		{"When did the bridge open?", "In 1874", "the bridge opened in 1874"},
		{"", "Zinc", "Zinc"},
	} {
		if got := Told(c[0], c[1]); got != c[2] {
			t.Errorf("Told(%q, %q) = %q, want %q", c[0], c[1], got, c[2])
		}
	}
}

func FuzzTold(f *testing.F) {
	f.Add("What is it?", "A weir")
	f.Add("Who?", "")
	f.Add("In which of the two does the? ___", "x")
	f.Fuzz(func(t *testing.T, question, answer string) {
		if len(question)+len(answer) < 500 {
			Told(question, answer)
		}
	})
}
