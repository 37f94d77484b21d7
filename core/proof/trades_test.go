package proof

import (
	"context"
	"fmt"
	"os"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/plain"
	"zincowl/core/writer"
)

// TestFormulasOfManyTrades takes each formula of a corpus as a source by itself, drafts a
// dozen questions from it and answers each from its words alone. How many could be used
// at first sight stands in the corpus's README.
func TestFormulasOfManyTrades(t *testing.T) {
	for _, corpus := range []struct {
		name  string
		least int // formulas that bear questions; three name neither units nor numbers and are refused
	}{{"formulas.txt", 55}, {"formulas-apart.txt", 28}} {
		data, err := os.ReadFile("testdata/" + corpus.name)
		if err != nil {
			t.Fatal(err)
		}
		var bear, drawn, held, of, planted int
		for _, text := range strings.Split(strings.TrimSpace(string(data)), "\n") {
			of++
			doc := plain.Read("formula.txt", text)
			m := writer.Study([]writer.Source{{ID: "formula", Title: "Formula", Doc: doc, Topics: map[string]string{}}})
			l := NewLibrary([]Source{{ID: "formula", Title: "Formula", Doc: doc, Standing: source.Textbook}})
			before := drawn
			b := writer.Brief{Count: 12, Seed: 5, Kinds: map[question.Kind]float64{question.Choice: 0.6, question.Numeric: 0.4}}
			if _, err := writer.Draft(context.Background(), m, b, func(q question.Question) error {
				drawn++
				switch r := Examine(q, l); r.Verdict {
				case Cleared:
					if wrong, ok := withSlipAsKey(q); ok && drawn%3 == 0 {
						planted++
						if r := Examine(wrong, l); r.Verdict != Faulted {
							t.Errorf("%s\n  %s with the key %s is %s: %+v", text, q.Stem, kind.KeyText(wrong), r.Verdict, r.Findings)
						}
					}
				case Held:
					held++
				default:
					t.Errorf("%s\n  %s (%s) is %s: %+v", text, q.Stem, kind.KeyText(q), r.Verdict, r.Findings)
				}
				return nil
			}); err != nil {
				t.Fatal(err)
			}
			if drawn > before {
				bear++
			} else {
				t.Logf("nothing is drawn from %s", text)
			}
		}
		t.Log(fmt.Sprintf("%s: %d of %d formulas bear questions; %d drawn, %d held; %d planted faults found", corpus.name, bear, of, drawn, held, planted))
		if bear < corpus.least || 100*held > drawn {
			t.Errorf("%s: %d of %d formulas bear questions, %d of %d questions are held", corpus.name, bear, of, held, drawn)
		}
	}
}

// withSlipAsKey is a question whose key is what its first slip comes to.
func withSlipAsKey(q question.Question) (question.Question, bool) {
	switch q.Kind {
	case question.Choice:
		for _, o := range q.Options {
			if o.Slip != "" {
				q.Key = question.Key{Options: []string{o.ID}}
				return q, true
			}
		}
	case question.Numeric:
		for _, s := range q.Slips {
			if found, ok := units.ParseQuantity(s.Value); ok {
				q.Key.Value, _ = decimal.Text(found.Value, 3)
				return q, true
			}
		}
	}
	return q, false
}
