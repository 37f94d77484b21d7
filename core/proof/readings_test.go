package proof

import (
	"fmt"
	"strings"
	"testing"

	"zincowl/core/question"
)

// byPerson is a choice among amounts, the first of which is the key.
func byPerson(stem string, options ...string) question.Question {
	q := choice(stem, options...)
	q.Origin.By = "person"
	return q
}

func reading(q question.Question) *Finding {
	for _, f := range Examine(q, NewLibrary(nil)).Findings {
		if f.Check == "readings" {
			return &f
		}
	}
	return nil
}

// Each stem can be read in two ways, with both answers among its options; the same stem
// with the words that decide, or without the other answer, cannot.
func TestReadings(t *testing.T) {
	type kase struct {
		stem          string
		options       []string
		decided       string // the stem with words that decide
		first, second string // the answers under each reading
	}
	var cases []kase
	for _, n := range []struct {
		word string
		n    int
	}{{"Two", 2}, {"Three", 3}, {"four", 4}, {"6", 6}} {
		for _, things := range []string{"pumps", "raw water pumps", "wells"} {
			total := 7200 * n.n
			cases = append(cases, kase{
				fmt.Sprintf("%s %s deliver 40 L/s. How long does it take to fill a tank of %d L?", n.word, things, total),
				[]string{fmt.Sprintf("%d s", total/40), fmt.Sprintf("%d s", total/40/n.n), "75 s", "30 s"},
				fmt.Sprintf("%s %s deliver 40 L/s each. How long does it take to fill a tank of %d L?", n.word, things, total),
				fmt.Sprintf("%d s", total/40/n.n), fmt.Sprintf("%d s", total/40),
			})
		}
	}
	for _, verb := range []string{"is raised", "was lowered", "has been changed", "fell"} {
		a, b := 2, 3
		if verb == "was lowered" || verb == "fell" {
			a, b = 3, 2
		}
		cases = append(cases, kase{
			fmt.Sprintf("The dose of a works that treats 10 ML a day %s from %d mg/L to %d mg/L. How much chlorine is used in a day?", verb, a, b),
			[]string{fmt.Sprintf("%d kg", 10*b), fmt.Sprintf("%d kg", 10*a), "5 kg", "50 kg"},
			fmt.Sprintf("The dose of a works that treats 10 ML a day %s from %d mg/L to %d mg/L. How much chlorine is now used in a day?", verb, a, b),
			fmt.Sprintf("%d kg", 10*a), fmt.Sprintf("%d kg", 10*b),
		})
	}
	for _, d := range []struct{ from, to int }{{3, 9}, {11, 25}, {2, 30}} {
		cases = append(cases, kase{
			fmt.Sprintf("A filter is out of service from %d May to %d May. How many days is that?", d.from, d.to),
			[]string{fmt.Sprint(d.to - d.from), fmt.Sprint(d.to - d.from + 1), fmt.Sprint(d.to - d.from + 5), "2"},
			fmt.Sprintf("A filter is out of service from %d May to %d May inclusive. How many days is that?", d.from, d.to),
			fmt.Sprint(d.to - d.from + 1), fmt.Sprint(d.to - d.from),
		})
	}
	for _, n := range []int{4, 9, 19} {
		cases = append(cases, kase{
			fmt.Sprintf("A tank of 900 L is to be filled with disinfectant diluted 1:%d. How much disinfectant is needed?", n),
			[]string{fmt.Sprintf("%g L", 900/float64(n+1)), fmt.Sprintf("%.4g L", 900/float64(n)), "900 L", "12 L"},
			fmt.Sprintf("A tank of 900 L is to be filled with disinfectant diluted 1 part to %d parts of water. How much disinfectant is needed?", n),
			fmt.Sprintf("%.4g L", 900/float64(n)), fmt.Sprintf("%g L", 900/float64(n+1)),
		})
	}
	if f := reading(byPerson("A recipe for 4 loaves takes 2.6 kg of flour. How much is needed for 10 loaves?", "6.5 kg", "26 kg", "10.4 kg")); f != nil {
		t.Errorf("what a recipe takes is read as that of each loaf: %s", f.Says)
	}
	for _, c := range cases {
		f := reading(byPerson(c.stem, c.options...))
		if f == nil || f.Verdict != Unsure || len(f.Readings) != 2 {
			t.Errorf("%q %v is read in one way", c.stem, c.options)
			continue
		}
		if f.Readings[0].Answer != c.first || f.Readings[1].Answer != c.second {
			t.Errorf("%q reads %+v, want %s and %s", c.stem, f.Readings, c.first, c.second)
		}
		if f.Readings[0].Stem == c.stem || strings.Contains(f.Readings[0].Stem, "  ") {
			t.Errorf("%q is restated as %q", c.stem, f.Readings[0].Stem)
		}
		for _, r := range f.Readings { // as restated it has one reading
			if again := reading(byPerson(r.Stem, c.options...)); again != nil {
				t.Errorf("%q still reads two ways: %s", r.Stem, again.Says)
			}
		}
		if f := reading(byPerson(c.decided, c.options...)); f != nil {
			t.Errorf("%q: %s", c.decided, f.Says)
		}
		if f := reading(byPerson(c.stem, c.options[0], "1 t", "2 t", "7 t")); f != nil {
			t.Errorf("%q without the other answer: %s", c.stem, f.Says)
		}
	}
}
