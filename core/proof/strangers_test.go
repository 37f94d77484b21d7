package proof

import (
	"bufio"
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"zincowl/core/language"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/core/writer"
)

// posedBy is a question that a stranger asks about a text, see testdata/strangers.
type posedBy struct {
	question.Question
	text string
}

// strangers are all questions of testdata/strangers, in the kinds that they have here.
func strangers(t testing.TB) []posedBy {
	t.Helper()
	data, err := os.ReadFile("testdata/strangers/questions.jsonl")
	if err != nil {
		t.Fatal(err)
	}
	var out []posedBy
	for lines := bufio.NewScanner(bytes.NewReader(data)); lines.Scan(); {
		var in struct {
			Text, Kind, Level, Stem, Key string
			Options, Points              []string
		}
		if err := json.Unmarshal(lines.Bytes(), &in); err != nil {
			t.Fatalf("%s: %v", lines.Text(), err)
		}
		q := question.Question{ID: in.Stem, Title: "A question", Kind: question.Kind(in.Kind), Level: question.Level(in.Level), Stem: in.Stem, Origin: question.Origin{By: "person"}}
		for i, o := range in.Options {
			q.Options = append(q.Options, question.Option{ID: question.Letter(i), Text: o})
			if o == in.Key {
				q.Key.Options = []string{question.Letter(i)}
			}
		}
		switch {
		case in.Kind == "case" && len(in.Options) > 0:
			q.Kind = question.Choice
		case in.Kind == "case", in.Kind == "short":
			q.Kind, q.Key = question.Short, question.Key{Reference: in.Key, Points: in.Points}
		case in.Kind == "truefalse":
			q.Options = []question.Option{{ID: "true", Text: "True"}, {ID: "false", Text: "False"}}
			q.Key.Options = []string{map[bool]string{true: "true", false: "false"}[strings.HasPrefix(in.Key, "T") || strings.HasPrefix(in.Key, "V") || in.Key == "true"]}
		case in.Kind == "blanks":
			q.Stem, q.Key.Blanks = strings.Replace(in.Stem, "____", question.BlankMark(1), 1), [][]string{{in.Key}}
		}
		out = append(out, posedBy{q, in.Text})
	}
	return out
}

// The level that the features of a question demand, held against the levels that strangers
// gave their questions.
func TestLevels(t *testing.T) {
	l := NewLibrary(nil)
	same, far, all := 0, 0, 0
	for _, q := range strangers(t) {
		r := Examine(q.Question, l)
		got := slices.Index(question.Levels, r.Ratings.Demands)
		if got < 0 {
			continue // an exercise, of which nothing is said
		}
		all++
		switch off := got - slices.Index(question.Levels, q.Level); off {
		case 0:
			same++
		case 2, -2:
			far++
		}
	}
	t.Logf("of %d questions %d have the level that their writers gave them, %d one two levels off", all, same, far)
	if 100*same < 80*all || 100*far > 3*all {
		t.Error("too many questions are given another level than their writers gave them")
	}
}

// bare is a question as somebody else would type it: without evidence, reasons or the name
// of its writer.
func bare(q question.Question) question.Question {
	q.Cites, q.Explanation, q.Title, q.LevelBecause, q.Worked, q.Model, q.Slips = nil, "", "A question", nil, nil, nil, nil
	q.Origin = question.Origin{By: "person"}
	q.Options = slices.Clone(q.Options)
	for i := range q.Options {
		q.Options[i].Why, q.Options[i].Slip = "", ""
	}
	return q
}

// reworded is a text with every second telling word replaced by the commonest other word
// for the same, where there is one in the same form.
func reworded(text string) string {
	n := 0
	return telltale.ReplaceAllStringFunc(text, func(w string) string {
		if n++; n%2 == 0 || !language.Content(w) {
			return w
		}
		best := ""
		for _, s := range language.Synonyms(w) {
			if !strings.Contains(s, " ") && language.Plural(s) == language.Plural(w) && (best == "" || language.Rank(s) < language.Rank(best)) {
				best = s
			}
		}
		if best == "" || language.Rank(best) > 20_000 {
			return w
		}
		return best
	})
}

var telltale = regexp.MustCompile(`\b\p{Ll}{4,}\b`)

// No check knows the sentences of our own writer: bare and in other words its questions
// fare as those of strangers on the same texts do.
func TestNoCheckKnowsItsWriter(t *testing.T) {
	type tally struct{ all, cleared, objected int }
	var theirs, ours [2]tally
	drafted, judged := 0, 0
	count := func(into *[2]tally, q question.Question, v Verdict) {
		k := 0
		if q.Kind == question.TrueFalse {
			k = 1
		}
		into[k].all++
		switch v {
		case Cleared:
			into[k].cleared++
		case Held, Faulted:
			into[k].objected++
		}
	}
	asked := strangers(t)
	files, _ := filepath.Glob("testdata/strangers/*")
	for _, file := range files {
		if ext := filepath.Ext(file); ext == ".jsonl" || strings.HasSuffix(file, "README.md") || strings.Contains(file, ".es.") {
			continue
		}
		data, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		doc, err := reader.Read(t.Context(), file, data, source.Tools{})
		if err != nil {
			t.Fatal(err)
		}
		l := NewLibrary([]Source{{ID: "s", Title: "A text", Doc: doc}})
		for _, q := range asked {
			if q.text == filepath.Base(file) && (q.Kind == question.Choice || q.Kind == question.TrueFalse) {
				count(&theirs, q.Question, Examine(q.Question, l).Verdict)
			}
		}
		material := writer.Study([]writer.Source{{ID: "s", Title: "A text", Doc: doc, Topics: map[string]string{}}})
		_, err = writer.Draft(t.Context(), material, writer.Brief{Count: 20, Seed: 3}, func(q question.Question) error {
			if q.Kind != question.Choice && q.Kind != question.TrueFalse || q.Model != nil || q.Given != nil {
				return nil
			}
			p := q
			p.Origin = question.Origin{By: "person"}
			if a, b := Examine(q, l).Verdict, Examine(p, l).Verdict; a != b {
				judged++
				t.Logf("written by the writer %q is %s, by a person %s", q.Stem, a, b)
			}
			drafted++
			p = bare(q)
			p.Stem = reworded(p.Stem)
			for i := range p.Options {
				if p.Kind == question.Choice {
					p.Options[i].Text = reworded(p.Options[i].Text)
				}
			}
			count(&ours, p, Examine(p, l).Verdict)
			return nil
		})
		if err != nil {
			t.Fatal(err)
		}
	}
	for k, name := range []string{"choices", "statements"} {
		a, b := theirs[k], ours[k]
		t.Logf("%s: of %d of strangers %d%% are cleared and %d%% objected to; of %d of our own in other words %d%% and %d%%", name, a.all, 100*a.cleared/a.all, 100*a.objected/a.all, b.all, 100*b.cleared/b.all, 100*b.objected/b.all)
	}
	if a, b := theirs[0], ours[0]; max(100*a.objected/a.all-100*b.objected/b.all, 100*b.objected/b.all-100*a.objected/a.all) > 5 {
		t.Error("choices of our own are objected to more seldom, or more often, than those of strangers")
	}
	if judged > 0 {
		t.Errorf("%d of %d questions are judged by who wrote them", judged, drafted)
	}
}
