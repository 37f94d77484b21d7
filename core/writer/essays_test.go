package writer

import (
	"strings"
	"testing"

	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source/plain"
)

// An essay sets questions that have been asked nowhere else in its batch, and has a point for
// each of them.
func TestEssays(t *testing.T) {
	text := "Filters\n\nA slow filter is run to waste after scraping because its living layer has not ripened. Rapid filters are washed when the head loss reaches 2.4 m.\n\nIf the wash rate is too high, sand is carried over the weir. The surface is raked so that mud balls break up.\n"
	m := studied(text)
	q, ok := question.Question{}, false
	for _, i := range m.ideas {
		if i.kind == question.Essay {
			var err error
			if q, err = i.write(source32(1, "essay"), Brief{}.withDefaults()); err != nil {
				t.Fatal(err)
			}
			q, ok = finish(q, i), true
			break
		}
	}
	if !ok {
		t.Fatal("no essay was found")
	}
	asks := strings.Count(q.Stem, "?")
	if asks < leastAsked || len(q.Key.Points) < asks || q.Level != question.Hard || q.Marks != float64(len(q.Key.Points)) {
		t.Errorf("%+v", q)
	}
	if r := proof.Examine(q, proof.NewLibrary([]proof.Source{{ID: "notes", Doc: plain.Read("notes.txt", text)}})); r.Verdict != proof.Cleared {
		t.Errorf("%q is %s: %+v", q.Stem, r.Verdict, r.Findings)
	}
	out, _ := draft(t, m, Brief{Count: 12, Kinds: map[question.Kind]float64{question.Essay: 1, question.Short: 3}, Seed: 2})
	for _, e := range out {
		for _, s := range out {
			if e.Kind == question.Essay && s.Kind == question.Short && strings.Contains(e.Stem, s.Stem) {
				t.Errorf("%q is asked twice", s.Stem)
			}
		}
	}
}
