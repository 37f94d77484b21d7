package proof

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/markdown"
	"zincowl/core/source/reader"
	"zincowl/core/writer"
)

func TestAgainst(t *testing.T) {
	for _, c := range []struct {
		statement, quote string
		known, same      bool
		says, source     string
	}{
		{"The bed is washed slowly.", "However, the bed is also washed slowly.", true, true, "", ""},
		{"You must close the valve first.", "1.2 Close the valve first.", true, true, "", ""},
		{"The bed is washed quickly after a run.", "The bed is washed slowly after a run.", true, false, "quickly", "slowly"},
		{"A tank must hold at least 10 days of chemical.", "A tank must hold at least 20 days of chemical.", true, false, "10", "20"},
		{"The bearings must be kept below 40 °C.", "The bearings must be kept below 80 °C.", true, false, "40", "80"},
		{"Slow filters hold particles through the whole bed.", "Rapid filters hold particles through the whole bed.", true, false, "slow", "rapid"},
		{"The rapid one is scraped whereas the slow one is washed.", "The slow one is scraped whereas the rapid one is washed.", true, false, "rapid … slow", "slow … rapid"},
		{"A pump is a machine.", "The tank holds finished water for a day.", false, false, "", ""},
		{"It is.", "It is.", false, false, "", ""},
	} {
		same, ch, ok := against(c.statement, c.quote)
		if ok != c.known || same != c.same || ok && !same && (ch.says != c.says || ch.source != c.source) {
			t.Errorf("%q against %q: %v %v %+v", c.statement, c.quote, ok, same, ch)
		}
	}
}

const works = `# Filters

Slow filters work at their surface. Rapid filters hold particles through the whole bed. A tank must hold at least 20 days of chemical. Because cold water is thick, alum mixes badly in winter.

- Close the inlet.
- Drain the bed.
- Start the wash pump.

| Filter | Cleaned by | Rests |
|---|---|---|
| slow | scraping | days |
| rapid | washing | none |
`

// Each question is cleared as it is, and faulted, or no longer cleared, with another key.
func TestStated(t *testing.T) {
	doc := markdown.Read("works.md", []byte(works))
	l := NewLibrary([]Source{{ID: "w", Title: "Works", Doc: doc}})
	cite := func(begins string) question.Cite {
		for _, p := range doc.Passages {
			if i := len(begins); len(p.Text) >= i && p.Text[:i] == begins {
				quote := p.Text
				return question.Cite{Source: "w", Passage: p.ID, Quote: quote}
			}
		}
		t.Fatalf("no passage begins with %q", begins)
		return question.Cite{}
	}
	sentence := func(quote string) question.Cite { c := cite("Slow filters work"); c.Quote = quote; return c }
	options := func(texts ...string) (out []question.Option) {
		for i, text := range texts {
			out = append(out, question.Option{ID: question.Letter(i), Text: text})
		}
		return out
	}
	truths := []question.Option{{ID: "true", Text: "True"}, {ID: "false", Text: "False"}}
	right := func(ids ...string) question.Key { return question.Key{Options: ids} }
	for name, c := range map[string]struct {
		q     question.Question
		wrong question.Key
	}{
		"a true statement":  {question.Question{Kind: question.TrueFalse, Stem: "Slow filters work at their surface.", Options: truths, Key: right("true"), Cites: []question.Cite{sentence("Slow filters work at their surface.")}}, right("false")},
		"a false statement": {question.Question{Kind: question.TrueFalse, Stem: "Rapid filters work at their surface.", Options: truths, Key: right("false"), Cites: []question.Cite{sentence("Slow filters work at their surface.")}}, right("true")},
		"a number": {question.Question{Kind: question.Choice, Stem: "Which number is missing here? “A tank must hold at least … days of chemical.”", Options: options("10", "20", "30", "40"), Key: right("b"),
			Cites: []question.Cite{sentence("A tank must hold at least 20 days of chemical.")}}, right("c")},
		"a limit": {question.Question{Kind: question.Choice, Stem: "This is a rule: “A tank must hold at least … days of chemical.” Which of these would break it?", Options: options("20 days", "15 days", "25 days"), Key: right("b"),
			Cites: []question.Cite{sentence("A tank must hold at least 20 days of chemical.")}}, right("a")},
		"several statements": {question.Question{Kind: question.Choices, Stem: "Which of these statements are correct?", Options: options("Slow filters work at their surface.", "Slow filters hold particles through the whole bed.", "A tank must hold at least 20 days of chemical."), Key: right("a", "c"),
			Cites: []question.Cite{sentence("Slow filters work at their surface."), sentence("Rapid filters hold particles through the whole bed."), sentence("A tank must hold at least 20 days of chemical.")}}, right("a", "b")},
		"the wrong one": {question.Question{Kind: question.Choice, Stem: "Which statement is NOT correct?", Options: options("Slow filters work at their surface.", "Slow filters hold particles through the whole bed."), Key: right("b"),
			Cites: []question.Cite{sentence("Slow filters work at their surface."), sentence("Rapid filters hold particles through the whole bed.")}}, right("a")},
		"a written reason": {question.Question{Kind: question.Short, Stem: "Why does alum mix badly in winter?", Key: question.Key{Reference: "Cold water is thick.", Points: []string{"Cold water is thick"}},
			Cites: []question.Cite{sentence("Because cold water is thick, alum mixes badly in winter.")}}, question.Key{Reference: "The pumps are old.", Points: []string{"The pumps are old"}}},
		"a cell": {question.Question{Kind: question.Choice, Stem: "How is each cleaned by: what stands under cleaned by for slow?", Options: options("Scraping", "Washing", "None"), Key: right("a"), Cites: []question.Cite{cite("Filter |")}}, right("b")},
		"a match": {question.Question{Kind: question.Match, Stem: "Match.", Options: options("Slow", "Rapid"), Matches: []question.Option{{ID: "1", Text: "Washing"}, {ID: "2", Text: "Scraping"}}, Key: question.Key{Pairs: [][]string{{"a", "2"}, {"b", "1"}}},
			Cites: []question.Cite{cite("Filter |")}}, question.Key{Pairs: [][]string{{"a", "1"}, {"b", "2"}}}},
		"an order": {question.Question{Kind: question.Order, Stem: "In which order?", Options: options("Start the wash pump", "Close the inlet", "Drain the bed"), Key: question.Key{Order: []string{"b", "c", "a"}}, Cites: []question.Cite{cite("Close the inlet")}},
			question.Key{Order: []string{"c", "b", "a"}}},
	} {
		c.q.ID, c.q.Level = name, question.Easy
		if r := Examine(c.q, l); r.Verdict != Cleared {
			t.Errorf("%s is %s: %+v", name, r.Verdict, r.Findings)
		}
		c.q.Key = c.wrong
		if r := Examine(c.q, l); r.Verdict == Cleared {
			t.Errorf("%s with another key is cleared: %+v", name, r.Findings)
		}
	}
}

// From texts in six styles that no rule was made for, most of what is drafted is cleared; of
// that, nothing is cleared with another key, and nothing is asked twice.
func TestStrangeTexts(t *testing.T) {
	names, err := filepath.Glob("../writer/testdata/texts/*")
	if err != nil || len(names) != 6 {
		t.Fatalf("the texts are not there: %v, %v", names, err)
	}
	for _, name := range names {
		data, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		doc, err := reader.Read(t.Context(), filepath.Base(name), data, source.Tools{})
		if err != nil {
			t.Fatal(err)
		}
		m := writer.Study([]writer.Source{{ID: name, Title: doc.Title, Doc: doc}})
		l := NewLibrary([]Source{{ID: name, Title: doc.Title, Doc: doc}})
		drafted, cleared, moved := 0, 0, 0
		stems, parts := map[string]bool{}, map[string]bool{}
		if _, err := writer.Draft(t.Context(), m, writer.Brief{Count: 30, Seed: 7}, func(q question.Question) error {
			drafted++
			if Examine(q, l).Verdict != Cleared {
				return writer.ErrUnsound
			}
			cleared++
			if stems[q.Asks()] {
				t.Errorf("%s: %s is asked twice", name, q.Stem)
			}
			stems[q.Asks()] = true
			// One key is asked for once from one sentence, however it is asked.
			if part := q.Cites[0].Quote + "\x00" + kind.KeyText(q); q.Kind != question.TrueFalse && len(q.Cites) == 1 && q.Rows == nil {
				if parts[part] {
					t.Errorf("%s: %s asks again for %s", name, q.Stem, kind.KeyText(q))
				}
				parts[part] = true
			}
			for _, o := range q.Options {
				if wrong := clone(q); len(q.Key.Options) == 1 && o.ID != q.Key.Options[0] {
					wrong.Key.Options = []string{o.ID}
					moved++
					if r := Examine(wrong, l); r.Verdict == Cleared {
						t.Errorf("%s: %s is cleared with the key %s", name, q.Stem, o.Text)
					}
				}
			}
			return nil
		}); err != nil {
			t.Fatal(err)
		}
		if cleared < 8 || 10*cleared < 8*drafted {
			t.Errorf("%s: %d of %d drafts are cleared", name, cleared, drafted)
		}
		t.Logf("%s: %d of %d drafts cleared, %d keys moved", filepath.Base(name), cleared, drafted, moved)
	}
}

// A text of causes is read in whatever order and words it is told.
func TestCausesAreReadInOtherWords(t *testing.T) {
	about := &question.Stimulus{Kind: "case", Text: "This is what is known of the process. Brindle causes Calder. Without Ashen, no Calder is formed. Drey is produced by Calder. Drey is inhibited by Ember. Frost brings about Ember. Nothing else happens in any other way."}
	q := question.Question{Kind: question.Choice, Level: question.Hard, Given: about, Stem: "At first there are only Ashen and Brindle. What else is there in the end?",
		Options: []question.Option{{ID: "a", Text: "Calder"}, {ID: "b", Text: "Calder and Drey"}, {ID: "c", Text: "Ember"}, {ID: "d", Text: "Nothing else"}}}
	for stem, right := range map[string]string{
		q.Stem: "b",
		"At first there is only Brindle. What else is there in the end?":                                                       "d",
		"At first there are only Ashen and Brindle, and Calder is removed as soon as it forms. What else is there in the end?": "d",
		"At first there are only Brindle, Ashen and Ember. What else is there in the end?":                                     "a",
	} {
		for _, o := range q.Options {
			q.Stem, q.Key = stem, question.Key{Options: []string{o.ID}}
			want := Faulted
			if o.ID == right {
				want = Cleared
			}
			if r := Examine(q, NewLibrary(nil)); r.Verdict != want {
				t.Errorf("%q with %q is %s: %+v", stem, o.Text, r.Verdict, r.Findings)
			}
		}
	}
	q.Given = &question.Stimulus{Text: strings.Replace(about.Text, "Nothing else happens in any other way.", "", 1)}
	if r := Examine(q, NewLibrary(nil)); r.Verdict == Cleared || r.Verdict == Faulted {
		t.Errorf("what else may matter is not known, and it is %s", r.Verdict)
	}
}
