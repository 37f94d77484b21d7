package proof

import (
	"context"
	"slices"
	"testing"

	"zincowl/core/question"
)

// A batch that grows holds each question against those before it: what asks the same again,
// what an earlier one tells, and what tells an earlier one.
func TestBatchGrows(t *testing.T) {
	mixing := choice("What does the paddle of the flash mixer do to the coagulant?", "It spreads it through the raw water", "It settles it below the weir", "It warms it for the night", "It dries it for storage")
	other := choice("When is the tank of the standby generator filled?", "At each change of the shift", "Before the spring thaw", "After a burst main", "During the yearly audit")
	named := short("Who signs for the keys of the chlorine store?")
	named.Key = question.Key{Reference: "the duty chemist", Points: []string{"the duty chemist"}}
	for _, c := range []struct {
		name          string
		before, asked question.Question
		check         string // that objects, or none
	}{
		{"nothing in common", mixing, other, ""},
		{"the same again", mixing, mixing, "repeat"},
		{"the answer stands before", choice("What does the duty chemist read at dawn?", "The gauge", "The ledger", "The log", "The chart"), named, "giveaway"},
		{"it holds the answer of one before", named, choice("What does the duty chemist read at dawn?", "The gauge", "The ledger", "The log", "The chart"), "giveaway"},
	} {
		c.before.ID, c.asked.ID = "before", "asked"
		grown := NewBatch(nil).With(nil, c.before)
		r, err := ExamineBeside(context.Background(), c.asked, NewLibrary(nil), grown.With(nil, c.asked))
		if err != nil {
			t.Fatal(err)
		}
		got := ""
		if i := slices.IndexFunc(r.Findings, func(f Finding) bool {
			return (f.Check == "repeat" || f.Check == "giveaway") && f.Verdict == Unsure
		}); i >= 0 {
			got = r.Findings[i].Check
		}
		if got != c.check {
			t.Errorf("%s: %q objects, want %q", c.name, got, c.check)
		}
		if n := len(grown.all); n != 1 {
			t.Errorf("%s: the batch it was tried with has %d questions, want the 1 it had", c.name, n)
		}
	}
}

// What the writer draws again with other numbers is another question; with the same ones it is not.
func TestBatchGrowsWithOtherNumbers(t *testing.T) {
	drawn := func(id, stem, value string) question.Question {
		return question.Question{ID: id, Kind: question.Numeric, Level: question.Easy, Title: "A tank", Stem: stem, Key: question.Key{Value: value, Unit: "m³"}, Origin: question.Origin{By: "writer"}}
	}
	first := drawn("first", "A round tank is 4 m deep and 6 m wide. What does it hold?", "113")
	for stem, again := range map[string]bool{"A round tank is 3 m deep and 8 m wide. What does it hold?": false, "A round tank is 4 m deep and 6 m wide. What does it hold, then?": true} {
		q := drawn("next", stem, "151")
		r, err := ExamineBeside(context.Background(), q, NewLibrary(nil), NewBatch(nil).With(nil, first).With(nil, q))
		if err != nil {
			t.Fatal(err)
		}
		if got := slices.ContainsFunc(r.Findings, func(f Finding) bool { return f.Check == "repeat" }); got != again {
			t.Errorf("%q is the same again: %v", stem, got)
		}
	}
}

// What stands in the bank may be the same, and gives nothing away.
func TestBatchGrowsBesideBank(t *testing.T) {
	tells := choice("What does the duty chemist read at dawn?", "The gauge", "The ledger", "The log", "The chart")
	named := short("Who signs for the keys of the chlorine store?")
	named.Key = question.Key{Reference: "the duty chemist", Points: []string{"the duty chemist"}}
	tells.ID = "bank"
	look := func(q question.Question, bank ...question.Question) []Finding {
		r, _ := ExamineBeside(context.Background(), q, NewLibrary(nil), NewBatch(nil).With(bank, q))
		return slices.DeleteFunc(r.Findings, func(f Finding) bool { return f.Check != "repeat" && f.Check != "giveaway" })
	}
	if f := look(named, tells); len(f) > 0 {
		t.Errorf("the bank gives it away: %v", f)
	}
	again := tells
	again.ID = "again"
	if f := look(again, tells); len(f) != 1 || f[0].Check != "repeat" {
		t.Errorf("what stands in the bank is not found again: %v", f)
	}
}
