package writer

import (
	"context"
	"encoding/json"
	"errors"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/maths/units"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/core/syllabus"
)

var topics = []syllabus.Topic{
	{ID: "dosing", Title: "Chemical dosing"}, {ID: "disinfection", Title: "Disinfection"}, {ID: "filtration", Title: "Filtration"},
	{ID: "coagulation", Title: "Coagulation and mixing"}, {ID: "sampling", Title: "Sampling and rules"}, {ID: "pumps", Title: "Pumps and hydraulics"},
	{ID: "records", Title: "Records and accounts"},
}

// course reads the sources of the demo course.
func course(t testing.TB) []Source {
	t.Helper()
	names, err := filepath.Glob("../../demo/sources/*")
	if err != nil || len(names) < 4 {
		t.Fatalf("the demo's sources are not there: %v, %v", names, err)
	}
	var out []Source
	var passages [][]source.Passage
	for _, name := range names {
		data, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		doc, err := reader.Read(t.Context(), filepath.Base(name), data, source.Tools{})
		if err != nil {
			t.Fatal(err)
		}
		out = append(out, Source{ID: filepath.Base(name), Title: doc.Title, Doc: doc, Topics: map[string]string{}})
		passages = append(passages, doc.Passages)
	}
	sorter := syllabus.NewSorter(topics, nil, passages...)
	for i := range out {
		for id, at := range sorter.Sort(passages[i]) {
			out[i].Topics[id] = at.Topic
		}
	}
	return out
}

func draft(t testing.TB, m *Material, b Brief) ([]question.Question, []Declined) {
	t.Helper()
	var out []question.Question
	declined, err := Draft(context.Background(), m, b, func(q question.Question) error {
		out = append(out, q)
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	return out, declined
}

func TestDraftsAreWhole(t *testing.T) {
	sources := course(t)
	m := Study(sources)
	passages := map[string]source.Passage{}
	for _, s := range sources {
		for _, p := range s.Doc.Passages {
			passages[p.ID] = p
		}
	}
	for seed := range uint64(5) {
		qs, declined := draft(t, m, Brief{Count: 200, Seed: seed + 1, Levels: map[question.Level]int{question.Easy: 110, question.Medium: 45, question.Hard: 45}})
		if len(qs)+len(declined) != 200 || len(qs) < 195 {
			t.Errorf("seed %d: %d drafted, %d declined", seed, len(qs), len(declined))
		}
		seen := map[string]bool{}
		for _, q := range qs {
			if err := kind.Validate(q); err != nil {
				t.Errorf("%s: %v", q.Stem, err)
			}
			if seen[q.ID] {
				t.Errorf("%s stands there twice", q.Stem)
			}
			seen[q.ID] = true
			if n := len(formulasOf(q)); len(q.Cites) == 0 || n > 0 && len(q.Cites) != n {
				t.Errorf("%s has the quotes %v", q.Stem, q.Cites)
			}
			for _, c := range q.Cites {
				if !strings.Contains(passages[c.Passage].Text, c.Quote) {
					t.Errorf("%s: the quote %v does not stand in its passage", q.Stem, c)
				}
			}
			checkOptions(t, q)
			if q.Model != nil {
				checkNumbers(t, q)
			}
		}
	}
}

// checkOptions asks that options differ and that each wrong one has its slip.
func checkOptions(t *testing.T, q question.Question) {
	t.Helper()
	key, _ := q.KeyOption()
	for i, o := range q.Options {
		for _, other := range q.Options[:i] {
			x, ok1 := units.ParseQuantity(o.Text)
			y, ok2 := units.ParseQuantity(other.Text)
			if o.Text == other.Text || ok1 && ok2 && x.In(y.Unit).Cmp(y.Value) == 0 {
				t.Errorf("%s: %q and %q are the same", q.Stem, o.Text, other.Text)
			}
		}
		if q.Kind == question.Choice && ((o.ID != key.ID) != (o.Slip != "") || o.Why == "") {
			t.Errorf("%s: option %q has the slip %q because %q", q.Stem, o.Text, o.Slip, o.Why)
		}
	}
}

// checkNumbers asks that every given is stated once with its unit, that the
// steps are there, and that the level is what it claims.
func formulasOf(q question.Question) []string {
	if q.Model == nil {
		return nil
	}
	return q.Model.Formulas
}

// features are what may make a question of formulas harder.
var features = map[question.Level][]string{question.Medium: {"conversion", "choice between formulas"}, question.Hard: {"another unknown", "chain", "before and after"}}

func checkNumbers(t *testing.T, q question.Question) {
	t.Helper()
	found := units.Find(q.Stem)
	if want := len(q.Model.Stages[0].Givens); len(found) != want && len(q.Model.Stages) == 1 || len(found) > want+1 {
		t.Errorf("%s states %d quantities for %d givens", q.Stem, len(found), len(q.Model.Stages[0].Givens))
	}
	if len(q.Worked) < 2 || !strings.Contains(q.Worked[len(q.Worked)-1], strings.TrimSuffix(kind.KeyText(q), " "+q.Model.Unit)) && q.Kind == question.Choice {
		t.Errorf("%s: the steps %q do not end at %s", q.Stem, q.Worked, kind.KeyText(q))
	}
	want := features[q.Level]
	if len(q.LevelBecause) != min(1, len(want)) || len(want) > 0 && !slices.Contains(want, q.LevelBecause[0]) {
		t.Errorf("%s is called %s because of %q", q.Stem, q.Level, q.LevelBecause)
	}
}

func TestTheSameSeedGivesTheSameBatch(t *testing.T) {
	batch := func(seed uint64) string {
		qs, _ := draft(t, Study(course(t)), Brief{Count: 60, Seed: seed})
		data, err := json.Marshal(qs)
		if err != nil {
			t.Fatal(err)
		}
		return string(data)
	}
	first, again := batch(7), batch(7)
	if first != again {
		t.Error("seed 7 gives two batches")
	}
	if first == batch(8) {
		t.Error("seeds 7 and 8 give one batch")
	}
}

func TestDraftKeepsToTheBrief(t *testing.T) {
	m := Study(course(t))
	qs, _ := draft(t, m, Brief{Count: 24, Seed: 1, Topics: []string{"filtration"}, Kinds: map[question.Kind]float64{question.Numeric: 1}, Levels: map[question.Level]int{question.Hard: 10}})
	hard := 0
	for _, q := range qs {
		if q.Topic != "filtration" || q.Kind != question.Numeric {
			t.Errorf("%s %s of %s", q.Kind, q.Level, q.Topic)
		}
		if q.Level == question.Hard {
			hard++
		}
	}
	if hard < 10 || len(qs) != 24 {
		t.Errorf("%d hard of %d", hard, len(qs))
	}

	before, _ := draft(t, m, Brief{Count: 40, Seed: 3})
	var avoid []string
	for _, q := range before {
		avoid = append(avoid, q.ID)
	}
	again, _ := draft(t, m, Brief{Count: 40, Seed: 3, Avoid: avoid})
	for _, q := range again {
		if slices.Contains(avoid, q.ID) {
			t.Errorf("%s was to be avoided", q.Stem)
		}
	}

	one := Brief{Count: 10, Seed: 1, From: []From{{Source: "plant-and-rules.md"}}}
	qs, _ = draft(t, m, one)
	for _, q := range qs {
		if q.Cites[0].Source != "plant-and-rules.md" {
			t.Errorf("%s was drawn from %s", q.Stem, q.Cites[0].Source)
		}
	}
}

func TestDraftDeclinesWithTheReason(t *testing.T) {
	doc, err := reader.Read(t.Context(), "thin.txt", []byte("Thin\n\nA weir is a notched plate over which settled water flows off."), source.Tools{})
	if err != nil {
		t.Fatal(err)
	}
	qs, declined := draft(t, Study([]Source{{ID: "thin", Doc: doc}}), Brief{Count: 6, Seed: 1, Levels: map[question.Level]int{question.Hard: 2}})
	if len(qs)+len(declined) != 6 || len(qs) > 2 {
		t.Fatalf("%d drafted, %d declined", len(qs), len(declined))
	}
	for _, q := range qs {
		if q.Level == question.Hard {
			t.Errorf("one sentence gives the hard question %s", q.Stem)
		}
	}
	for _, d := range declined {
		if !strings.HasPrefix(d.Why, "Nothing is left") && !strings.HasPrefix(d.Why, "Too few terms") {
			t.Errorf("%s: %q", d.Slot, d.Why)
		}
	}
}

func TestDraftStops(t *testing.T) {
	m := Study(course(t))
	ctx, cancel := context.WithCancel(context.Background())
	n := 0
	_, err := Draft(ctx, m, Brief{Count: 100, Seed: 1}, func(question.Question) error {
		if n++; n == 5 {
			cancel()
		}
		return nil
	})
	if !errors.Is(err, context.Canceled) || n != 5 {
		t.Errorf("%d drafted, %v", n, err)
	}
	full := errors.New("full")
	if _, err := Draft(context.Background(), m, Brief{Count: 9, Seed: 1}, func(question.Question) error { return full }); !errors.Is(err, full) {
		t.Error(err)
	}
}

func TestFormulasWithUnitsThatDisagreeBearNothing(t *testing.T) {
	doc, err := reader.Read(t.Context(), "wrong.txt", []byte("Mass = dose × volume, where the mass is in kg, the dose is in mg/L and the volume is in m³."), source.Tools{})
	if err != nil {
		t.Fatal(err)
	}
	if m := Study([]Source{{ID: "w", Doc: doc}}); len(m.ideas) != 0 {
		t.Errorf("%d ideas", len(m.ideas))
	}
}

// Drafting 200 questions from the demo's notes after they have been studied.
func BenchmarkDraft200(b *testing.B) {
	m := Study(course(b))
	for b.Loop() {
		draft(b, m, Brief{Count: 200, Seed: 9, Levels: map[question.Level]int{question.Easy: 110, question.Medium: 45, question.Hard: 45}})
	}
	b.ReportMetric(float64(b.N)/b.Elapsed().Seconds(), "x-of-1-batch/s")
}

func BenchmarkStudy(b *testing.B) {
	sources := course(b)
	for b.Loop() {
		Study(sources)
	}
}

// TestSkillsAreDrafted asks for exercises without any source: they spread over
// the statements, keep to their topics, and no stem comes twice.
func TestSkillsAreDrafted(t *testing.T) {
	skills := []Skill{{"Solve logarithmic equations", "logs"}, {"use the product rule", "calculus"}, {"say what floc is", "floc"}}
	draft := func(b Brief) (out []question.Question, declined []Declined) {
		declined, err := Draft(context.Background(), Study(nil), b, func(q question.Question) error {
			out = append(out, q)
			return nil
		})
		if err != nil {
			t.Fatal(err)
		}
		return out, declined
	}
	b := Brief{Count: 30, Seed: 9, Skills: skills, Kinds: map[question.Kind]float64{question.Choice: 0.6, question.Expression: 0.2, question.Solution: 0.2}}
	questions, declined := draft(b)
	if len(questions) != 30 || len(declined) != 0 {
		t.Fatalf("%d questions, declined %v", len(questions), declined)
	}
	topics, stems := map[string]int{}, map[string]bool{}
	for _, q := range questions {
		topics[q.Topic]++
		if stems[q.Stem] {
			t.Errorf("%s comes twice", q.Stem)
		}
		stems[q.Stem] = true
		if q.Origin.By != "writer" || q.Origin.From == "" || kind.Validate(q) != nil {
			t.Errorf("%+v", q)
		}
	}
	if topics["logs"] < 8 || topics["calculus"] < 8 || topics["floc"] > 0 {
		t.Errorf("topics: %v", topics)
	}
	again, _ := draft(b)
	for i := range again {
		if again[i].ID != questions[i].ID {
			t.Fatalf("the same seed gives %s and %s", again[i].Stem, questions[i].Stem)
		}
	}
	b.Topics = []string{"calculus"}
	only, _ := draft(b)
	for _, q := range only {
		if q.Topic != "calculus" {
			t.Errorf("%s is of topic %s", q.Stem, q.Topic)
		}
	}
	if !Practises("solve quadratic equations") || Practises("explain why floc settles") {
		t.Error("what can be practised is not told apart")
	}
}

// Statements are written where they are asked for: some true, some what another term
// means, none otherwise.
func TestStatements(t *testing.T) {
	m := Study(course(t))
	truths := map[string]int{}
	_, err := Draft(t.Context(), m, Brief{Count: 20, Levels: map[question.Level]int{question.Easy: 20}, Kinds: map[question.Kind]float64{question.TrueFalse: 1}, Seed: 3}, func(q question.Question) error {
		if q.Kind != question.TrueFalse {
			t.Errorf("%s is a %s", q.Stem, q.Kind)
		}
		if err := kind.Validate(q); err != nil {
			t.Errorf("%s: %v", q.Stem, err)
		}
		truths[q.Key.Options[0]]++
		return nil
	})
	if err != nil || truths["true"] < 4 || truths["false"] < 4 {
		t.Errorf("statements are %v, %v", truths, err)
	}
}

// oneKey checks that the proof clears a choice with its key, and faults it with any other.
func oneKey(t *testing.T, q question.Question, library *proof.Library) {
	t.Helper()
	for _, o := range q.Options {
		keyed, want := q, proof.Faulted
		if keyed.Key = (question.Key{Options: []string{o.ID}}); o.ID == q.Key.Options[0] {
			want = proof.Cleared
		}
		if r := proof.Examine(keyed, library); r.Verdict != want {
			t.Fatalf("%q with %q as key is %s: %+v", q.Asks(), o.Text, r.Verdict, r.Findings)
		}
	}
}
