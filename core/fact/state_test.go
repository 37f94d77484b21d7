package fact

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/core/source/markdown"
	"zincowl/core/source/plain"
)

func TestStates(t *testing.T) {
	for text, want := range map[string]string{
		"The outlet valve must be opened slowly.":                                   "rule: The outlet valve | must be opened | slowly",
		"Alum forms floc in the mixing chamber.":                                    "property: Alum | forms | floc in the mixing chamber",
		"If the residual falls, the dose is raised at once.":                        "condition: the dose | is raised |  under If the residual falls",
		"Cold water mixes badly because its viscosity is high.":                     "cause: Cold water | mixes |  under because its viscosity is high",
		"Each clarifier holds 900 m³ of water.":                                     "amount: Each clarifier | holds | 900 m³ of water",
		"The works consists of three filters and a clearwell.":                      "parts: The works | consists | of three filters and a clearwell",
		"Polymer too low → weak flocs → cloudy centrate.":                           "cause: Polymer too low | → | weak flocs → cloudy centrate.",
		"Raw water is pumped at night, whereas the treated water flows by gravity.": "contrast: Raw water | is pumped | at night under whereas the treated water flows by gravity",
	} {
		facts := Read([]source.Passage{paragraph(text)})
		if len(facts) == 0 {
			t.Errorf("%q yields nothing", text)
			continue
		}
		f := facts[0]
		got := fmt.Sprintf("%s: %s | %s | %s", f.Type, f.Subject, f.Predicate, f.Object)
		if f.Under != "" {
			got += " under " + f.Under
		}
		if got != want || f.Quote != text {
			t.Errorf("%q\n is %s\nwant %s", text, got, want)
		}
	}
}

func TestWhatIsNotAskedAbout(t *testing.T) {
	for _, text := range []string{
		"What does a weir do?", "Good morning, everyone.", "I always find this number sickening.", "Perhaps alum is cheaper than lime here.", "That's the catch.",
		"(copied from Jory's sheet)", "For example, 12 × 5 = 60.", "Last year the plant ran without a fault.", "Two kinds of screens are distinguished.", "? ask about the weir",
		"Please bring this handout to the exam.", "She thinks the pumps will be replaced.", "Read the next chapter for the quiz.",
	} {
		if facts := Read([]source.Passage{paragraph(text)}); len(facts) != 0 {
			t.Errorf("%q yields %+v", text, facts)
		}
	}
}

const fiveNotes = `A slow filter is cleaned when the head loss reaches 900 mm.

Because moist chlorine attacks steel, the lines are dried first.

The store must have two doors.

Lime raises the pH; alum lowers it.

Each bed of sand is 1.2 m deep, and its grains measure 0.5 mm.
`

// A passage gives the same facts whenever it is read, and wherever it stands.
func TestOrderDoesNotMatter(t *testing.T) {
	passages := plain.Read("notes.txt", fiveNotes).Passages
	of := func(list []source.Passage) map[string][]string {
		out := map[string][]string{}
		for _, f := range Read(list) {
			out[f.Passage] = append(out[f.Passage], f.ID)
		}
		return out
	}
	want := of(passages)
	if len(want) < 5 {
		t.Fatalf("only %d passages give facts", len(want))
	}
	turned := slices.Clone(passages)
	slices.Reverse(turned)
	for _, list := range [][]source.Passage{passages, turned} {
		for passage, ids := range of(list) {
			if !slices.Equal(ids, want[passage]) {
				t.Errorf("passage %s gives %v, gave %v", passage, ids, want[passage])
			}
		}
	}
}

// One sentence of a quarter of a megabyte is read in time that grows with its length.
func TestOneLongSentence(t *testing.T) {
	for _, piece := range []string{"water and sand, ", "which is that ", "not ", "(", "of the ", "is → ", "1.5 mg/L "} {
		Read([]source.Passage{paragraph(strings.Repeat(piece, 1<<18/len(piece)))})
	}
}

func BenchmarkReadParts(b *testing.B) {
	var text strings.Builder
	for text.Len() < 3_000_000 {
		text.WriteString(fiveNotes)
		text.WriteString("\n")
	}
	doc := plain.Read("notes.txt", text.String())
	words := doc.Words()
	Read(doc.Passages[:5]) // the lexicon and the tagger are read once
	for b.Loop() {
		ReadParts(b.Context(), doc.Passages, nil)
	}
	b.ReportMetric(float64(words)*float64(b.N)/b.Elapsed().Seconds(), "words/s")
}

func TestSilentSentencesSayWhy(t *testing.T) {
	doc := plain.Read("notes.txt", "Screens\n\nGood morning, everyone. A bar screen holds back sticks. What does it cost? Perhaps a rake is cheaper than a brush.\n\nThe screen must be raked every day.\n")
	var got []string
	for _, g := range Silent(doc.Passages, 0, 2) {
		got = append(got, g.Quote+" "+g.Why)
	}
	want := []string{"Good morning, everyone. it only greets or leads on", "What does it cost? it asks", "Perhaps a rake is cheaper than a brush. nobody stands by it"}
	if !slices.Equal(got, want) {
		t.Errorf("silent are %q", got)
	}
	if got := Silent(doc.Passages, 2, 9); len(got) != 0 {
		t.Errorf("silent are %v", got)
	}
}

// What a heading, a question or the sentence before names is what a line without a
// subject is about.
func TestSubjectsFromOutside(t *testing.T) {
	for _, c := range []struct {
		text string
		want []string // type, subject, what it stands for, predicate and object
	}{
		{"# Slow filters\n\n- clog at the surface\n- need days to ripen\n- strong against germs\n", []string{"property|Slow filters||clog|at the surface", "property|Slow filters||need|days to ripen"}},
		{"# Sodium chlorite\n\n- attacks steel and rubber\n- is never stored in the dark\n- two litres\n", []string{"property|Sodium chlorite||attacks|steel and rubber", "property|Sodium chlorite||is never stored|in the dark"}},
		{"# Signs of overload\n\n- raised pulse\n- dry mouth\n", []string{"parts|Signs of overload||include|raised pulse", "parts|Signs of overload||include|dry mouth"}},
		{"# Before the shift\n\n- raised pulse\n- dry mouth\n", nil},
		{"The two kinds are slow filters and rapid filters. The former are scraped; the latter are backwashed.", []string{"property|The former|slow filters|are scraped|", "property|the latter|rapid filters|are|backwashed"}},
		{"Copper, zinc and tin resist acid. The latter dissolves within an hour.", []string{"property|The latter||dissolves|within an hour"}},
		{"Q: What is a wet well?\n\nA: A chamber that holds raw water before it is pumped.", []string{"definition|wet well||is|a chamber that holds raw water before it is pumped"}},
		{"Mara: And what are mudballs?\n\nJoel: Lumps of floc and sand that form in a bed.", []string{"definition|mudballs||are|lumps of floc and sand that form in a bed"}},
		{"Mara: What is a wet well?\n\nJoel: The pumps were late again.", nil},
	} {
		var got []string
		for _, f := range Read(markdown.Read("t.md", []byte(c.text)).Passages) {
			if f.Type != Statement && f.Type != Note {
				got = append(got, strings.Join([]string{string(f.Type), f.Subject, f.For, f.Predicate, f.Object}, "|"))
			}
		}
		for _, w := range c.want {
			if !slices.Contains(got, w) {
				t.Errorf("%q gives %q, not %q", c.text, got, w)
			}
		}
		if c.want == nil && len(got) > 0 {
			t.Errorf("%q gives %q", c.text, got)
		}
	}
}
