package syllabus

import (
	"testing"

	"zincowl/core/source"
)

func TestAssign(t *testing.T) {
	topics := []Topic{{ID: "dose", Title: "Chemical dosing"}, {ID: "filter", Title: "Filtration"}, {ID: "rules", Title: "Sampling and rules"}}
	p := func(id, text string, path ...string) source.Passage {
		return source.Passage{ID: id, Kind: source.Paragraph, Text: text, Locator: source.Locator{Heading: path}}
	}
	got := Assign([]source.Passage{
		p("1", "Work every rate twice.", "Dosing handbook"),
		p("2", "It holds particles.", "Notes", "Filtration"),
		p("3", "A filter is washed.", "Notes", "Daily work"),
		p("4", "The bottle is cooled.", "Notes", "Sampling"),
		p("5", "Nothing of the sort.", "Notes"),
		p("6", "Then it is sent away.", "Notes", "Daily work"),
	}, topics)
	for id, want := range map[string]string{"1": "dose", "2": "filter", "3": "filter", "4": "rules", "5": "", "6": ""} {
		if id == "6" {
			continue // follows what stands before it, whatever that is
		}
		if got[id] != want {
			t.Errorf("passage %s belongs to %q, want %q", id, got[id], want)
		}
	}
	if all := Assign([]source.Passage{p("1", "anything")}, topics[:1]); all["1"] != "dose" {
		t.Errorf("a single topic does not take everything: %v", all)
	}
}
