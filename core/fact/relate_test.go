package fact

import (
	"strings"
	"testing"

	"zincowl/core/source/plain"
)

// claimed are the claims of texts, each a source.
func claimed(texts ...string) []Claim {
	var out []Claim
	for i, text := range texts {
		for _, f := range Read(plain.Read("notes.txt", text).Passages) {
			out = append(out, Claim{Fact: f, Source: string(rune('a' + i))})
		}
	}
	return out
}

func TestRelate(t *testing.T) {
	const book = "A slow sand filter is cleaned when the head loss reaches 900 mm of water."
	for says, want := range map[string]How{
		"When the head loss reaches 900 mm of water, a slow sand filter is cleaned.":    Repeats,
		"The slow sand filter is cleaned when its head loss reaches 600 mm of water.":   Contradicts,
		"A slow sand filter is not cleaned when the head loss reaches 900 mm of water.": Contradicts,
		"A slow sand filter covers a large area of land beside the river.":              Extends,
		"A rapid filter is washed with water and air once a day.":                       "",
		"Alum is stored in a dry place on the north side of the works.":                 "",
	} {
		claims := claimed(book, says)
		got := How("")
		for _, tie := range Relate(t.Context(), claims) {
			if claims[tie.From].Source == "b" && claims[tie.To].Source == "a" && (got == "" || got == Extends) {
				got = tie.How
			}
		}
		if got != want {
			t.Errorf("%q %s what the book says, want %q", says, got, want)
		}
	}
}

// Whoever gives the same text twice finds each of its sentences again, and none of them
// contradicted.
func TestATextRepeatsItself(t *testing.T) {
	text := strings.Join([]string{
		"Alum binds fine particles into floc.", "A clarifier holds the water for two hours and removes most of the floc.",
		"The outlet valve must be opened slowly.", "Cold water is denser than warm water and sinks to the bottom of the basin.",
	}, "\n\n")
	claims := claimed(text, text)
	repeated := map[int]bool{}
	for _, tie := range Relate(t.Context(), claims) {
		if tie.How == Contradicts {
			t.Errorf("%q contradicts %q", claims[tie.From].Quote, claims[tie.To].Quote)
		}
		if tie.How == Repeats {
			repeated[tie.From] = true
		}
	}
	if 2*len(repeated) != len(claims) {
		t.Errorf("of %d claims %d are found again", len(claims)/2, len(repeated))
	}
}
