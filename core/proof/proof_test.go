package proof

import (
	"context"
	"math/big"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/markdown"
	"zincowl/core/source/reader"
	"zincowl/core/writer"
)

// course reads the demo's sources for the writer and for the proof.
func course(t testing.TB) (*writer.Material, *Library) {
	t.Helper()
	names, err := filepath.Glob("../../demo/sources/*")
	if err != nil || len(names) < 4 {
		t.Fatalf("the demo's sources are not there: %v, %v", names, err)
	}
	var from []writer.Source
	var sources []Source
	for _, name := range names {
		data, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		doc, err := reader.Read(t.Context(), filepath.Base(name), data, source.Tools{})
		if err != nil {
			t.Fatal(err)
		}
		from = append(from, writer.Source{ID: name, Title: doc.Title, Doc: doc})
		sources = append(sources, Source{ID: name, Title: doc.Title, Doc: doc})
	}
	return writer.Study(from), NewLibrary(sources)
}

func drafts(t testing.TB, m *writer.Material, seed uint64) []question.Question {
	t.Helper()
	var out []question.Question
	b := writer.Brief{Count: 200, Seed: seed, Levels: map[question.Level]int{question.Easy: 110, question.Medium: 45, question.Hard: 45}}
	if _, err := writer.Draft(context.Background(), m, b, func(q question.Question) error {
		out = append(out, q)
		return nil
	}); err != nil {
		t.Fatal(err)
	}
	return out
}

func TestSoundDraftsAreCleared(t *testing.T) {
	m, l := course(t)
	for seed := range uint64(3) {
		for _, q := range drafts(t, m, seed+21) {
			if r := Examine(q, l); r.Verdict != Cleared {
				t.Errorf("%s (%s) is %s: %+v", q.Stem, kind.KeyText(q), r.Verdict, r.Findings)
			}
		}
	}
}

// A fault planted into a sound question; false where it does not apply.
type fault struct {
	name  string
	plant func(q *question.Question) bool
	// mends says that the proof has to know what is right instead.
	mends bool
	// may is the mildest verdict that is right: faulted, or held where the
	// sources alone can't show it wrong.
	may Verdict
}

var faults = []fault{
	{"key moved to another option", func(q *question.Question) bool {
		for _, o := range q.Options {
			if len(q.Key.Options) > 0 && o.ID != q.Key.Options[0] {
				q.Key.Options = []string{o.ID}
				return true
			}
		}
		return false
	}, true, Faulted},
	{"right amount in none of the options", func(q *question.Question) bool {
		if strings.Contains(q.Stem, "would break it") || strings.Contains(q.Stem, "does it apply") { // what is somewhat more does so too
			return false
		}
		for i, o := range q.Options {
			if v, ok := units.ParseQuantity(o.Text); ok && o.ID == q.Key.Options[0] {
				q.Options[i].Text = units.With(decimal.Exact(v.Value.Mul(v.Value, big.NewRat(11, 10))), v.Unit)
				return true
			}
		}
		return false
	}, true, Faulted},
	{"two options alike", func(q *question.Question) bool {
		if len(q.Options) > 1 {
			q.Options[1].Text = "  " + strings.ToUpper(q.Options[0].Text)
		}
		return len(q.Options) > 1
	}, false, Faulted},
	{"one amount in two units", func(q *question.Question) bool {
		for i, o := range q.Options {
			v, ok := units.ParseQuantity(o.Text)
			if !ok || o.ID == q.Key.Options[0] {
				continue
			}
			for _, u := range units.Siblings(v.Unit) {
				key, _ := q.KeyOption()
				k, _ := units.ParseQuantity(key.Text)
				if number := decimal.Exact(k.In(u)); len(number) < 12 && !strings.Contains(number, "/") {
					q.Options[i].Text = units.With(number, u)
					return true
				}
			}
		}
		return false
	}, false, Faulted},
	{"given changed", func(q *question.Question) bool {
		found := units.Find(q.Stem)
		if q.Model == nil || len(found) == 0 || len(q.Model.Stages) > 1 || slices.Contains(q.LevelBecause, "choice between formulas") {
			return false // it may not matter
		}
		f := found[0]
		q.Stem = q.Stem[:f.Start] + decimal.Exact(f.Value.Add(f.Value, f.Value)) + q.Stem[f.Start+len(f.Shown):]
		return true
	}, true, Faulted},
	{"change turned round", func(q *question.Question) bool {
		stem := q.Stem
		q.Stem = strings.Replace(stem, " rises by ", " falls by ", 1)
		return stem != q.Stem && strings.Contains(stem, "What is the new ") && !strings.Contains(stem, "100%")
	}, true, Faulted},
	{"typed number ten times too much", func(q *question.Question) bool {
		q.Key.Value += "0"
		return q.Kind == question.Numeric && !strings.Contains(q.Key.Value, ".")
	}, true, Faulted},
	{"typed number in a wrong unit", func(q *question.Question) bool {
		ok := q.Kind == question.Numeric && q.Key.Unit != "h" && q.Key.Unit != ""
		q.Key.Unit = "h"
		return ok
	}, true, Faulted},
	{"words of the quote changed", func(q *question.Question) bool {
		q.Cites[0].Quote = strings.Replace(q.Cites[0].Quote, " is ", " is not ", 1)
		return strings.Contains(q.Cites[0].Quote, " is not ")
	}, false, Faulted},
	{"quote from another passage", func(q *question.Question) bool {
		q.Cites[0].Quote = "A bar screen is a row of parallel bars."
		return true
	}, false, Faulted},
	{"another term in the blank", func(q *question.Question) bool {
		if q.Kind == question.Blanks {
			q.Key.Blanks = [][]string{{"zeolite"}}
		}
		return q.Kind == question.Blanks
	}, false, Held},
	{"another number in the blank", func(q *question.Question) bool {
		if q.Kind != question.Blanks {
			return false
		}
		_, number := decimal.Parse(q.Key.Blanks[0][0])
		q.Key.Blanks[0][0] += "5"
		return number
	}, false, Held},
	{"asked the other way", func(q *question.Question) bool {
		stem := q.Stem
		q.Stem = strings.Replace(q.Stem, "What is a ", "Which of these is not a ", 1)
		q.Stem = strings.Replace(q.Stem, "Which of these is ", "Which of these is not ", 1)
		return q.Stem != stem
	}, false, Unproven},
	{"evidence gone", func(q *question.Question) bool {
		q.Cites[0].Passage = "p0"
		return true
	}, false, Held},
}

// clone copies what a fault may change.
func clone(q question.Question) question.Question {
	q.Options = append([]question.Option(nil), q.Options...)
	q.Cites = append([]question.Cite(nil), q.Cites...)
	q.Key.Options = append([]string(nil), q.Key.Options...)
	var blanks [][]string
	for _, b := range q.Key.Blanks {
		blanks = append(blanks, append([]string(nil), b...))
	}
	q.Key.Blanks = blanks
	return q
}

// Every fault is found in every question it can be planted into: no faulted
// question may be cleared.
func TestPlantedFaultsAreFound(t *testing.T) {
	m, l := course(t)
	qs := append(drafts(t, m, 31), drafts(t, m, 32)...)
	changes := writer.Brief{Count: 60, Seed: 33, Kinds: map[question.Kind]float64{question.Choice: 1, question.Numeric: 1}, Levels: map[question.Level]int{question.Hard: 60}}
	if _, err := writer.Draft(t.Context(), m, changes, func(q question.Question) error {
		if q.Model != nil {
			qs = append(qs, q)
		}
		return nil
	}); err != nil {
		t.Fatal(err)
	}
	for _, f := range faults {
		planted, found, mended := 0, 0, 0
		for _, sound := range qs {
			q := clone(sound)
			if !f.plant(&q) {
				continue
			}
			planted++
			r := Examine(q, l)
			switch {
			case r.Verdict == Cleared:
				t.Errorf("%s: %s (%s) is cleared", f.name, q.Stem, kind.KeyText(q))
			case r.Verdict == Faulted, f.may == Held && r.Verdict == Held, f.may == Unproven:
				found++
			default:
				t.Errorf("%s: %s (%s) is only %s: %+v", f.name, q.Stem, kind.KeyText(q), r.Verdict, r.Findings)
			}
			if r.Mend == nil {
				continue
			}
			mended++
			if again := Examine(*r.Mend, l); f.mends && again.Verdict != Cleared {
				t.Errorf("%s: the correction of %s to %s is %s: %+v", f.name, q.Stem, kind.KeyText(*r.Mend), again.Verdict, again.Findings)
			}
		}
		if planted == 0 || f.mends && mended < planted*9/10 {
			t.Errorf("%s: planted %d times, mended %d", f.name, planted, mended)
		}
		t.Logf("%-36s planted %3d, found %3d, corrected %3d", f.name, planted, found, mended)
	}
}

func TestOtherSourcesProveNothing(t *testing.T) {
	m, _ := course(t)
	doc, err := reader.Read(t.Context(), "other.txt", []byte("Other\n\nA kiln is an oven that fires clay at a great heat."), source.Tools{})
	if err != nil {
		t.Fatal(err)
	}
	l := NewLibrary([]Source{{ID: "other", Title: "Other", Doc: doc}})
	for _, q := range drafts(t, m, 41) {
		if r := Examine(q, l); r.Verdict == Cleared {
			t.Errorf("%s is cleared by a source that says nothing of it", q.Stem)
		}
	}
}

func TestExamineSaysWhatIsMissing(t *testing.T) {
	_, l := course(t)
	r := Examine(question.Question{Kind: question.Choice, Level: question.Easy, Stem: "What is a weir?"}, l)
	if r.Verdict != Faulted || len(r.Findings) != 1 || r.Findings[0].Check != "whole" {
		t.Errorf("%+v", r)
	}
}

func TestFormulasThatDisagreeHold(t *testing.T) {
	doc, err := reader.Read(t.Context(), "two.txt", []byte("Loss = flow × 2, where the loss is in m and the flow is in m.\n\nLoss = flow × 3, where the loss is in m and the flow is in m."), source.Tools{})
	if err != nil {
		t.Fatal(err)
	}
	l := NewLibrary([]Source{{ID: "two", Title: "Two", Doc: doc}})
	r := Examine(question.Question{Kind: question.Numeric, Level: question.Easy, Stem: "The flow is 4 m. What is the loss in m?", Key: question.Key{Value: "8", Unit: "m"}}, l)
	if r.Verdict != Held || !strings.Contains(r.Findings[0].Says, "disagree") {
		t.Errorf("%s: %+v", r.Verdict, r.Findings)
	}
}

// What a source of higher standing says otherwise faults a question, and nothing
// new is drawn from it.
func TestTheHigherStandingWins(t *testing.T) {
	read := func(name, text string) source.Document {
		doc, err := reader.Read(t.Context(), name, []byte(text), source.Tools{})
		if err != nil {
			t.Fatal(err)
		}
		return doc
	}
	notes := read("notes.txt", "Notes\n\nThe chlorine residual at the last tap must be at least 0.1 mg/L.")
	rules := read("rules.txt", "Rules\n\nThe chlorine residual at the last tap must be at least 0.2 mg/L.")
	alone := writer.Study([]writer.Source{{ID: "notes", Title: "Notes", Doc: notes}})
	drawn := drafts(t, alone, 3)
	if len(drawn) == 0 {
		t.Fatal("nothing was drawn from the notes")
	}
	l := NewLibrary([]Source{{ID: "notes", Title: "Notes", Doc: notes, Standing: source.Notes}, {ID: "rules", Title: "Rules of Larkmere", Doc: rules, Standing: source.Rules}})
	for _, q := range drawn {
		r := Examine(q, l)
		if r.Verdict != Faulted || !strings.Contains(r.Findings[len(r.Findings)-1].Says, "“Rules of Larkmere” counts more") {
			t.Errorf("%s is %s: %+v", q.Stem, r.Verdict, r.Findings)
		}
	}
	if o := l.Overruled(); len(o) != 1 || o[0].Source != "notes" || o[0].BySource != "rules" {
		t.Errorf("overruled are %v", l.Overruled())
	}
	both := writer.Study([]writer.Source{{ID: "notes", Title: "Notes", Doc: notes, Standing: source.Notes}, {ID: "rules", Title: "Rules", Doc: rules, Standing: source.Rules}})
	for _, q := range drafts(t, both, 3) {
		if q.Cites[0].Source != "rules" {
			t.Errorf("%s is drawn from %s", q.Stem, q.Cites[0].Source)
		}
	}
}

func BenchmarkExamine(b *testing.B) {
	m, l := course(b)
	qs := drafts(b, m, 51)
	b.ResetTimer()
	for i := 0; b.Loop(); i++ {
		Examine(qs[i%len(qs)], l)
	}
}

// Two sources that hold the same paragraph are told apart: the evidence is the one that
// is cited, and taking the other out leaves it.
func TestEqualParagraphs(t *testing.T) {
	doc := markdown.Read("Pasted text", []byte("A clearwell is a covered tank that stores finished water.\n\nA weir is a plate that water flows over.\n"))
	sources := []Source{{ID: "first", Title: "First", Doc: doc}, {ID: "second", Title: "Second", Doc: doc}}
	q := question.Question{
		Kind: question.Blanks, Level: question.Easy, Stem: "A <<1>> is a covered tank that stores finished water.", Key: question.Key{Blanks: [][]string{{"clearwell"}}},
		Cites: []question.Cite{{Source: "first", Passage: doc.Passages[0].ID, Quote: "A clearwell is a covered tank that stores finished water."}},
	}
	for name, c := range map[string]struct {
		sources []Source
		verdict Verdict
	}{"both": {sources, Cleared}, "the one that is cited": {sources[:1], Cleared}, "the other": {sources[1:], Cleared}} {
		r := Examine(q, NewLibrary(c.sources))
		if r.Verdict != c.verdict {
			t.Errorf("%s: %s, %+v", name, r.Verdict, r.Findings)
		}
		for _, f := range r.Findings {
			for _, e := range f.Evidence {
				if name != "the other" && e.Source != "first" {
					t.Errorf("%s: the evidence is from %q", name, e.Source)
				}
			}
		}
	}
	other := []Source{sources[1], {ID: "first", Title: "First", Doc: markdown.Read("Pasted text", []byte("A weir is a plate that water flows over.\n"))}}
	if r := Examine(q, NewLibrary(other)); r.Verdict != Held {
		t.Errorf("a passage that its own source no longer has is evidence: %s", r.Verdict)
	}
}

// Statements that the writer makes are cleared, and faulted with the other key; what
// the sources don't explain is left alone.
func TestStatements(t *testing.T) {
	m, l := course(t)
	n := 0
	_, err := writer.Draft(t.Context(), m, writer.Brief{Count: 40, Levels: map[question.Level]int{question.Easy: 40}, Kinds: map[question.Kind]float64{question.TrueFalse: 1}, Seed: 5}, func(q question.Question) error {
		n++
		r := Examine(q, l)
		if r.Verdict != Cleared {
			t.Errorf("%s (%s) is %s: %+v", q.Stem, kind.KeyText(q), r.Verdict, r.Findings)
		}
		wrong := q
		wrong.Key = question.Key{Options: []string{map[string]string{"true": "false", "false": "true"}[q.Key.Options[0]]}}
		if r := Examine(wrong, l); r.Verdict != Faulted || r.Mend == nil || kind.KeyText(*r.Mend) != kind.KeyText(q) {
			t.Errorf("%s (%s) is %s", wrong.Stem, kind.KeyText(wrong), r.Verdict)
		}
		return nil
	})
	if err != nil || n < 20 {
		t.Errorf("%d statements, %v", n, err)
	}
	for _, stem := range []string{"A kiln is an oven that fires clay.", "A bar screen is not a row of bars.", "Water flows downhill.", "A bar screen is often made of steel."} {
		q := question.Question{Kind: question.TrueFalse, Level: question.Easy, Stem: stem, Options: kind.Truths(), Key: question.Key{Options: []string{"true"}}}
		if r := Examine(q, l); r.Verdict != Unproven {
			t.Errorf("%s is %s: %+v", stem, r.Verdict, r.Findings)
		}
	}
}
