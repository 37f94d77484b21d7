package fact

import (
	"slices"
	"strings"
	"testing"

	"zincowl/core/source"
)

func doc(heading string, parts ...string) []source.Passage {
	at := source.Locator{}
	var out []source.Passage
	if heading != "" {
		out = append(out, source.Passage{ID: "h", Kind: source.Heading, Text: heading})
		at.Heading = []string{heading}
	}
	for i, p := range parts {
		kind := source.Paragraph
		if text, item := strings.CutPrefix(p, "- "); item {
			kind, p = source.Item, text
		}
		out = append(out, source.Passage{ID: string(rune('a' + i)), Kind: kind, Text: p, Locator: at})
	}
	return out
}

func ofType(facts []Fact, t Type) []Fact {
	return slices.DeleteFunc(facts, func(f Fact) bool { return f.Type != t })
}

func TestSequences(t *testing.T) {
	for _, c := range []struct {
		passages []source.Passage
		name     string
		steps    int // 0 for none
	}{
		{doc("Backwash", "A bed is washed in this order:", "- close the inlet", "- open the air", "- open the wash water"), "A bed is washed in this order", 3},
		{doc("Starting a pump", "- Fill the casing with water.", "- Open the suction valve.", "- Start the motor.", "- Open the delivery valve slowly."), "Starting a pump", 4},
		{doc("", "Before anybody rakes by hand the following is done:", "- The penstock is throttled to half.", "- A second person stands at the stop switch.", "- A harness is worn."), "Before anybody rakes by hand the following is done", 3},
		{doc("Jar test", "Six jars are filled with raw water. Next each gets another dose, then all are stirred fast, and finally they stand for 20 minutes."), "Jar test", 4},
		{doc("Sampling", "First the tap is flamed. Then water runs for two minutes. After that the bottle is filled."), "Sampling", 3},
		{doc("Jar test", "Six jars are filled with raw water, each gets another dose, all are stirred fast and then slowly, and then they stand."), "Jar test", 4},
		// Kinds, not steps.
		{doc("Machines", "Three machines are in use:", "- Filter press: 35 per cent of solids", "- Centrifuge: 22 per cent", "- Belt press: 18 per cent"), "", 0},
		{doc("Kinds of valves", "- gate valves", "- check valves", "- butterfly valves"), "", 0},
		{doc("Words", "- Report of the day", "- Log in the office", "- Sample of the week"), "", 0},
		{doc("Two", "- Close the inlet.", "- Open the air."), "", 0},
		{doc("Notes", "If the pump is slower then the flow falls. The next pump is larger."), "", 0},
		{doc("Notes", "The first filter is old. It was then the only one."), "", 0},
	} {
		got := ofType(Read(c.passages), Sequence)
		switch {
		case c.steps == 0 && len(got) > 0:
			t.Errorf("%q is read as %q", c.passages[len(c.passages)-1].Text, got[0].Steps)
		case c.steps > 0 && len(got) != 1:
			t.Errorf("%q holds %d sequences", c.passages[len(c.passages)-1].Text, len(got))
		case c.steps > 0 && (got[0].Subject != c.name || len(got[0].Steps) != c.steps):
			t.Errorf("%q has the steps %q", got[0].Subject, got[0].Steps)
		}
	}
}

func TestComparisons(t *testing.T) {
	table := func(rows ...string) []source.Passage {
		p := source.Passage{ID: "t", Kind: source.Table}
		for _, r := range rows {
			p.Rows = append(p.Rows, strings.Split(r, "|"))
		}
		return []source.Passage{p}
	}
	for _, c := range []struct {
		passages        []source.Passage
		subject, object string
	}{
		{table("|chlorine|ozone", "residual|yes|no", "speed|fast|very fast"), "chlorine, ozone", "residual, speed"},
		{table("Screen|Opening|Cleaned by", "coarse|50 to 100 mm|rake", "drum|1 to 6 mm|spray"), "coarse, drum", "Opening, Cleaned by"},
		{doc("", "Ozone is a stronger oxidant than chlorine, but it leaves no residual."), "Ozone", "chlorine"},
		{doc("", "A slow sand filter needs more land than a rapid filter."), "A slow sand filter", "a rapid filter"},
		{doc("", "Unlike chlorine, ultraviolet light leaves nothing in the water."), "ultraviolet light", "chlorine"},
		{doc("", "Slow filters work at the surface, whereas rapid filters hold particles through the whole bed."), "Slow filters", "rapid filters"},
		{doc("", "Floc that sinks more slowly than the water rises is carried over the weir."), "", ""},
		// Readings, numbers and choices compare nothing.
		{table("day|flow|remark", "Monday|412|rain", "Tuesday|398|dry"), "", ""},
		{table("pump|flow|head", "P1|40|12", "P2|55|9"), "", ""},
		{doc("", "The sample must be read within no more than 20 minutes of standing."), "", ""},
		{doc("", "They are cleaned by backwashing rather than by scraping."), "", ""},
		{doc("", "It is heavier than water and gathers in the cellar."), "", ""},
		{doc("", "The level was higher than it had been in the spring."), "", ""},
		{doc("", "More than 40 kg of screenings in a day is entered in the log."), "", ""},
	} {
		got := ofType(Read(c.passages), Comparison)
		if c.subject == "" {
			if len(got) > 0 {
				t.Errorf("%q is read as %q against %q", c.passages[0].Text, got[0].Subject, got[0].Object)
			}
			continue
		}
		if len(got) != 1 || got[0].Subject != c.subject || got[0].Object != c.object {
			t.Errorf("%q, %v: %+v", c.passages[0].Text, c.passages[0].Rows, got)
		}
	}
}

// Read in parts, a long document gives the same facts in the same order.
func TestReadParts(t *testing.T) {
	var passages []source.Passage
	for i := range 400 {
		for _, p := range doc("Backwash", "A penstock is a sliding gate that shuts the flow into a channel.", "A bed is washed in this order:", "- close the inlet", "- open the air", "- open the wash water") {
			p.ID = string(rune('a'+i%26)) + p.ID
			passages = append(passages, p)
		}
	}
	whole := Read(passages)
	last, calls := 0, 0
	parts := ReadParts(t.Context(), passages, func(done, of int, _ []Fact) {
		if done <= last || of != len(passages) {
			t.Errorf("told %d of %d after %d", done, of, last)
		}
		last = done
		calls++
	})
	if len(whole) != 800 || len(parts) != len(whole) || last != len(passages) || calls < 5 {
		t.Fatalf("%d facts in parts, %d as a whole; told %d times", len(parts), len(whole), calls)
	}
	for i := range whole {
		if whole[i].ID != parts[i].ID {
			t.Fatalf("fact %d is %+v, was %+v", i, parts[i], whole[i])
		}
	}
}
