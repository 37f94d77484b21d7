package app_test

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/question"
	"zincowl/store"
)

// Briefs are kept by name, replaced by what takes the name, and seen by nobody outside of the
// course.
func TestBriefsAreKept(t *testing.T) {
	w := newWorld(t)
	weekly := app.NewBrief{Name: "  Weekly   mix ", Brief: app.Brief{Count: 12, Levels: map[question.Level]int{question.Easy: 4}, Lean: "pumps", Seed: 9}}
	first := uuid.New()
	for range 2 { // asked twice
		kept, err := w.KeepBrief(ctx, w.owner, w.course, first, weekly)
		if err != nil || len(kept) != 1 || kept[0].Name != "Weekly mix" || kept[0].Brief.Count != 12 || kept[0].Brief.Lean != "pumps" || kept[0].Brief.Seed != 0 {
			t.Fatalf("%+v, %v", kept, err)
		}
	}
	second := uuid.New()
	weekly.Name, weekly.Brief.Count = "weekly MIX", 20
	if kept, err := w.KeepBrief(ctx, w.owner, w.course, second, weekly); err != nil || len(kept) != 1 || kept[0].ID != second || kept[0].Brief.Count != 20 {
		t.Fatalf("%+v, %v", kept, err)
	}
	for name, b := range map[string]app.NewBrief{"letters": {Name: " "}, "80 letters": {Name: strings.Repeat("x", 81)}, "1 to 500": {Name: "Much", Brief: app.Brief{Count: 501}}} {
		if b.Brief.Count == 0 {
			b.Brief.Count = 5
		}
		_, err := w.KeepBrief(ctx, w.owner, w.course, uuid.New(), b)
		says(t, err, name)
	}
	if _, err := w.Briefs(ctx, w.person("somebody"), w.course); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("somebody reads the briefs: %v", err)
	}
	if _, err := w.DropBrief(ctx, w.owner, w.course, first); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a brief that was replaced is forgotten: %v", err)
	}
	if kept, err := w.DropBrief(ctx, w.owner, w.course, second); err != nil || len(kept) != 0 {
		t.Errorf("%+v, %v", kept, err)
	}
	for n := range 50 {
		weekly.Name = fmt.Sprint("Brief ", n)
		if _, err := w.KeepBrief(ctx, w.owner, w.course, uuid.New(), weekly); err != nil {
			t.Fatal(err)
		}
	}
	weekly.Name = "One more"
	_, err := w.KeepBrief(ctx, w.owner, w.course, uuid.New(), weekly)
	says(t, err, "50 briefs already")
	weekly.Name = "Brief 7"
	if _, err := w.KeepBrief(ctx, w.owner, w.course, uuid.New(), weekly); err != nil {
		t.Errorf("one of the same name is not replaced: %v", err)
	}
}

// A batch goes on from a question: on its passages, a level up or down, or with more of the sort.
func TestBatchesGoOnFromAQuestion(t *testing.T) {
	w := newWorld(t)
	w.drafted(12)
	bench, err := w.Bench(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	at := slices.IndexFunc(bench, func(i app.BenchItem) bool { return i.Level == question.Easy && i.Kind == question.Choice })
	if at < 0 {
		t.Fatal("no easy choice was drafted")
	}
	from := bench[at]
	run := func(turn app.Turn, count int) (app.Batch, []app.BenchItem) {
		t.Helper()
		id := uuid.New()
		if _, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: count, Seed: 3, Like: &from.ID, Turn: turn}); err != nil {
			t.Fatal(err)
		}
		if err := w.RunBatch(ctx, w.owner, w.course, id); err != nil {
			t.Fatal(err)
		}
		b, err := w.Batch(ctx, w.owner, w.course, id)
		if err != nil {
			t.Fatal(err)
		}
		all, err := w.Bench(ctx, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		return b, all
	}
	if b, all := run(app.More, 3); b.Drafted != 3 || slices.ContainsFunc(all, func(i app.BenchItem) bool { return i.Level != from.Level || i.Kind != from.Kind }) {
		t.Errorf("more of these: %+v, %+v", b, all)
	}
	if b, all := run(app.Harder, 1); b.Drafted != 1 || all[0].Level != question.Medium {
		t.Errorf("harder: %+v, %+v", b, all)
	}
	if b, _ := run(app.Easier, 1); b.Drafted != 0 || len(b.Declined) != 1 || !strings.Contains(b.Declined[0].Why, "Nothing is easier than easy") {
		t.Errorf("easier than easy: %+v", b)
	}
	if b, _ := run(app.Again, 1); b.Drafted+len(b.Declined) != 1 {
		t.Errorf("another take: %+v", b)
	}
	if b, _ := run(app.Elsewhere, 1); b.Drafted != 0 || len(b.Declined) != 1 || !strings.Contains(b.Declined[0].Why, "with numbers") {
		t.Errorf("another setting without numbers: %+v", b)
	}
	if _, err := w.AddSource(ctx, w.owner, w.course, "dosing.txt", []byte("Dosing\n\nMass = dose × volume, where the mass is in kg, the dose is in mg/L and the volume is in ML.\n")); err != nil {
		t.Fatal(err)
	}
	numeric := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, numeric, app.Brief{Count: 1, Seed: 4, Kinds: map[question.Kind]float64{question.Numeric: 1}, Levels: map[question.Level]int{question.Easy: 1}}); err != nil {
		t.Fatal(err)
	}
	if err := w.RunBatch(ctx, w.owner, w.course, numeric); err != nil {
		t.Fatal(err)
	}
	bench, err = w.Bench(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	from = bench[slices.IndexFunc(bench, func(i app.BenchItem) bool { return i.Kind == question.Numeric })]
	if b, _ := run(app.Elsewhere, 1); b.Drafted != 1 {
		t.Errorf("another setting: %+v", b)
	}
	var told bool
	if err := w.pool.QueryRow(ctx, `select bool_or(v.body->>'stem' ~ '(hill town|island|building site|harbour|mine|training hall)') from questions q join question_versions v on v.question_id = q.id where q.course_id = $1 and q.kind = 'numeric'`, w.course).Scan(&told); err != nil || !told {
		t.Errorf("no story is set elsewhere, %v", err)
	}
	other := uuid.New()
	_, err = w.StartBatch(ctx, w.owner, w.course, uuid.New(), app.Brief{Count: 1, Like: &other})
	says(t, err, "not in this course")
}

// What the proof sends back is kept with its place and round, three rounds of each, and once.
func TestWhatIsSentBackIsKept(t *testing.T) {
	w := newWorld(t)
	if _, err := w.AddSource(ctx, w.owner, w.course, "evening.txt", []byte(notes)); err != nil {
		t.Fatal(err)
	}
	id := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: 2, Seed: 5}); err != nil {
		t.Fatal(err)
	}
	s, err := store.Enter(ctx, w.pool, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	send := func(stem string) {
		t.Helper()
		if err := store.SendBack(ctx, w.pool, s, id, stem, store.Returned{Stem: stem, Level: "easy", Verdict: "faulted", Says: "Two options are alike."}, 3); err != nil {
			t.Fatal(err)
		}
	}
	send("before it runs")
	if err := store.StartBatch(ctx, w.pool, s, id); err != nil {
		t.Fatal(err)
	}
	for _, stem := range []string{"one", "two", "two", "three", "four"} {
		send(stem)
	}
	b, err := w.Batch(ctx, w.owner, w.course, id)
	if err != nil || len(b.Returned) != 3 || b.Returned[0] != (app.Returned{Place: 1, Round: 1, Stem: "one", Level: "easy", Verdict: "faulted", Says: "Two options are alike."}) || b.Returned[2].Round != 3 {
		t.Errorf("%+v, %v", b.Returned, err)
	}
}
