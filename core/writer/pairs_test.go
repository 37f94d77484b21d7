package writer

import (
	"os"
	"testing"

	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source/markdown"
)

// Passages of one text that speak of the same are compared where a statement asks for it; the
// proof looks each statement up in both.
func TestPassagesAreCompared(t *testing.T) {
	data, err := os.ReadFile("testdata/texts/beekeeping.md")
	if err != nil {
		t.Fatal(err)
	}
	doc := markdown.Read("bees.md", data)
	m := Study([]Source{{ID: "bees.md", Doc: doc, Topics: map[string]string{}}})
	library := proof.NewLibrary([]proof.Source{{ID: "bees.md", Doc: doc}})
	qs, _ := draft(t, m, Brief{Count: 12, Seed: 4, Kinds: map[question.Kind]float64{question.Choice: 1}, CanDo: []string{"Compare two passages on one subject"}})
	n := 0
	for _, q := range qs {
		if q.Given == nil {
			continue
		}
		n++
		oneKey(t, q, library)
	}
	if n < 3 {
		t.Errorf("%d questions on two passages", n)
	}
	for statement, want := range map[string]bool{"Compare accounts of one event in two sources": true, "Compare the two kinds of filter": false, "Read a passage": false} {
		if comparesTexts(statement) != want {
			t.Errorf("%q", statement)
		}
	}
}
