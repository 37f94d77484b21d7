package plain

import (
	"reflect"
	"slices"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

func TestRead(t *testing.T) {
	const notes = `Evening notes

Screening
=========
A bar screen is a row of bars
that catches rubbish.

- first item
- second item that
  goes on
1) numbered

2.1 Approach velocity

Velocity = flow / area, where the velocity is in m/s,
the flow is in m³/s and the area is in m².
Keep it below 0.9 m/s.
term: what it means stays a paragraph
`
	type want struct {
		kind source.Kind
		line int
		path string
		text string
	}
	wants := []want{
		{source.Heading, 1, "", "Evening notes"},
		{source.Heading, 3, "", "Screening"},
		{source.Paragraph, 5, "Screening", "A bar screen is a row of bars that catches rubbish."},
		{source.Item, 8, "Screening", "first item"},
		{source.Item, 9, "Screening", "second item that goes on"},
		{source.Item, 11, "Screening", "numbered"},
		{source.Heading, 13, "Screening", "2.1 Approach velocity"},
		{source.Formula, 15, "Screening > 2.1 Approach velocity", "Velocity = flow / area, where the velocity is in m/s, the flow is in m³/s and the area is in m²."},
		{source.Paragraph, 17, "Screening > 2.1 Approach velocity", "Keep it below 0.9 m/s. term: what it means stays a paragraph"},
	}
	doc := Read("notes.txt", notes)
	var got []want
	for _, p := range doc.Passages {
		got = append(got, want{p.Kind, p.Locator.Line, strings.Join(p.Locator.Heading, " > "), p.Text})
	}
	if len(got) != len(wants) {
		t.Fatalf("%d passages, want %d: %+v", len(got), len(wants), got)
	}
	for i := range wants {
		if !reflect.DeepEqual(got[i], wants[i]) {
			t.Errorf("passage %d is %+v, want %+v", i, got[i], wants[i])
		}
	}
	if doc.Title != "Evening notes" {
		t.Errorf("the title is %q", doc.Title)
	}
}

// A line in capitals heads the notes right below it, whatever stands behind the capitals; a
// line of notes is never joined to the one before.
func TestNotesTypedLineByLine(t *testing.T) {
	doc := Read("n.txt", "Week 3\n\nTOO DIRTY = HLE (head loss excess)\nSigns: low outflow, noisy valve, high water over the bed\nCauses - silt in the river, dead algae, wash was skipped\n\nWASHING, once a day at most\nDrain — takes the wash water away to the lagoon\n\nPH of the water is\nread at the tap.")
	var got []string
	for _, p := range doc.Passages {
		got = append(got, string(p.Kind)+": "+p.Text)
	}
	want := []string{"heading: Week 3", "heading: TOO DIRTY = HLE (head loss excess)", "paragraph: Signs: low outflow, noisy valve, high water over the bed", "paragraph: Causes - silt in the river, dead algae, wash was skipped", "heading: WASHING, once a day at most", "paragraph: Drain — takes the wash water away to the lagoon", "paragraph: PH of the water is read at the tap."}
	if !slices.Equal(got, want) {
		t.Errorf("%q", got)
	}
}

// words are the words of a text without the marks that a reader may take away.
func words(text string) map[string]int {
	out := map[string]int{}
	for _, w := range strings.Fields(text) {
		if w = strings.Trim(w, "-*•–().=0123456789abcdefghijklmnopqrstuvwxyz"); w != "" {
			out[w]++
		}
	}
	return out
}

func FuzzReadLosesNothing(f *testing.F) {
	for _, s := range []string{"A b\n\nC d", "Title\n====\n\ntext", "- X\n- Y\n  Z", "A = B\nwhere C", "1. One\n\n2. Two"} {
		mangle.Add(f, 200, s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		text = strings.ToUpper(strings.ToValidUTF8(text, ""))
		doc := Read("x.txt", text)
		var all strings.Builder
		for _, p := range doc.Passages {
			all.WriteString(p.Text + " ")
		}
		have := words(all.String())
		for w, n := range words(text) {
			if have[w] < n {
				t.Fatalf("%q stands %d times in the text and %d times in the passages", w, n, have[w])
			}
		}
	})
}
