package proof

import (
	"slices"
	"strings"
	"testing"

	"zincowl/core/question"
	"zincowl/core/source/markdown"
)

// Each fault has a mend, and as mended the question has it no more.
func TestMends(t *testing.T) {
	ask := func(change func(q *question.Question), stem string, options ...string) question.Question {
		q := byPerson(stem, options...)
		change(&q)
		return q
	}
	keep := func(*question.Question) {}
	works := NewLibrary([]Source{{ID: "w", Title: "Works", Doc: markdown.Read("works.md", []byte("# Mixing\n\nThe flocculator turns slowly. Its paddles bring the particles together.\n"))}})
	typed := question.Question{ID: "q", Title: "A voltage", Kind: question.Numeric, Level: question.Easy, Stem: "A current of 3 A flows through a heater of 4 Ω. What is the voltage across it?",
		Key: question.Key{Value: "12", Tolerance: "1%"}, Origin: question.Origin{By: "person"}}
	for name, c := range map[string]struct {
		q    question.Question
		want func(q question.Question) bool
	}{
		"a term as the sources spell it": {
			ask(keep, "What does the floculator do to the particles?", "It brings them together", "It lets them sink", "It dissolves them", "It kills them"),
			func(q question.Question) bool { return strings.Contains(q.Stem, "the flocculator") },
		},
		"a unit added": {typed, func(q question.Question) bool { return q.Key.Unit == "V" }},
		"the right key": {
			ask(keep, "A current of 3 A flows through a heater of 4 Ω. What is the voltage across it?", "7 V", "12 V", "0.75 V", "1.33 V"),
			func(q question.Question) bool { return q.Key.Options[0] == "b" },
		},
		"a corrected step": {
			ask(func(q *question.Question) {
				q.Worked = []string{"10 × 60 = 600", "600 × 12 = 7,800"}
			}, "A pump delivers 12 L/s. How much water is that in 10 minutes?", "7,200 L", "120 L", "720 L", "1,200 L"),
			func(q question.Question) bool { return q.Worked[1] == "600 × 12 = 7,200" },
		},
		"a corrected conversion": {
			ask(func(q *question.Question) { q.Explanation = "12 L/s for 10 min gives 7.2 m³ = 720 L." }, "A pump delivers 12 L/s. How much water is that in 10 minutes?", "7,200 L", "120 L", "7,000 L", "1,200 L"),
			func(q question.Question) bool { return strings.Contains(q.Explanation, "7,200 L") },
		},
		"the negation set out": {
			ask(keep, "Which of these is not part of a rapid filter?", "A schmutzdecke", "A layer of gravel", "An underdrain", "A bed of sand"),
			func(q question.Question) bool { return strings.Contains(q.Stem, "is **not** part") },
		},
		"an exception set out": {
			ask(keep, "All of these hold back particles except", "A chlorinator", "A coarse screen", "A bed of sand", "A cartridge"),
			func(q question.Question) bool { return strings.HasSuffix(q.Stem, "**except**") },
		},
		"an equal option replaced by a slip": {
			ask(func(q *question.Question) {
				q.Slips = []question.Slip{{ID: "turned", Value: "20 min", Why: "multiplied"}}
			}, "How long is half an hour and a quarter of an hour?", "45 min", "30 min", "0.5 h", "15 min"),
			func(q question.Question) bool { o, _ := q.Option("c"); return o.Text == "20 min" && o.Slip == "turned" },
		},
		"an equal option left out": {
			ask(keep, "How long is half an hour and a quarter of an hour?", "45 min", "30 min", "0.5 h", "15 min"),
			func(q question.Question) bool { return len(q.Options) == 3 },
		},
		"an option that sums up left out": {
			ask(keep, "Which of these lifts water?", "A pump", "A weir", "A screen", "None of the above"),
			func(q question.Question) bool { return len(q.Options) == 3 },
		},
	} {
		before := Examine(c.q, works)
		if before.Mend == nil {
			t.Errorf("%s: %s without a mend: %v", name, before.Verdict, objections(before.Findings))
			continue
		}
		if !c.want(*before.Mend) {
			t.Errorf("%s: mended as %s %v %q", name, before.Mend.Stem, before.Mend.Worked, before.Mend.Explanation)
		}
		after := Examine(*before.Mend, works)
		if left := objections(after.Findings); len(left) > 0 {
			t.Errorf("%s: as mended it is %s: %v", name, after.Verdict, left)
		}
		if slices.Equal(c.q.Options, before.Mend.Options) && c.q.Stem == before.Mend.Stem && slices.Equal(c.q.Worked, before.Mend.Worked) && c.q.Explanation == before.Mend.Explanation && slices.Equal(c.q.Key.Options, before.Mend.Key.Options) && c.q.Key.Unit == before.Mend.Key.Unit {
			t.Errorf("%s: the mend changes nothing", name)
		}
	}
}

// Whatever a proof would mend in questions with a planted fault has fewer objections then,
// and the same again when it is proofed again.
func TestMendsHold(t *testing.T) {
	offered := 0
	for _, name := range subjectNames[:len(subjectNames)/2] {
		doc, posed := posedIn(t, name)
		l := subjectLibrary(t, name, doc)
		for _, p := range posed {
			if p.Kind != question.Choice {
				continue
			}
			q := p.Question
			q.Key = question.Key{Options: []string{other(q)}}
			r := Examine(q, l)
			if r.Mend == nil {
				continue
			}
			offered++
			had, left := objections(r.Findings), objections(Examine(*r.Mend, l).Findings)
			if len(left) >= len(had) {
				t.Errorf("%q has %v, and as mended %v", q.Stem, had, left)
			}
		}
	}
	if offered == 0 {
		t.Error("no mend was offered")
	}
}

// other is an option that is not the key.
func other(q question.Question) string {
	i := slices.IndexFunc(q.Options, func(o question.Option) bool { return !slices.Contains(q.Key.Options, o.ID) })
	return q.Options[i].ID
}
