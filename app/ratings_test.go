package app_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/store"
)

// typed is a choice that a person writes, the first option being its key.
func (w *world) typed(level question.Level, stem string, options ...string) app.Benched {
	w.t.Helper()
	e := app.Edit{Stem: stem, Level: level, Key: question.Key{Options: []string{"a"}}}
	for i, o := range options {
		e.Options = append(e.Options, app.ShownOption{ID: question.Letter(i), Text: o})
	}
	q, err := w.WriteQuestion(ctx, w.owner, w.course, uuid.New(), app.Written{Kind: question.Choice, Edit: e})
	if err != nil || q.Revealed == nil {
		w.t.Fatalf("%+v, %v", q, err)
	}
	return q
}

// Ratings go with the level and the topic that a question has now, without another proof.
func TestRatingsFollowLevelAndTopic(t *testing.T) {
	w := newWorld(t)
	w.drafted(2)
	q := w.typed(question.Easy, "Why does lime soften the water at the intake?", "It removes calcium", "It adds sand", "It warms the water")
	r := q.Revealed.Ratings
	if r == nil || r.LevelFit == nil || *r.LevelFit == 100 || r.Demands != question.Medium || r.Serves == nil || r.Serves.Topic != "" {
		t.Fatalf("rated %+v", r)
	}
	topic := w.bench()
	course, err := w.Course(ctx, w.owner, w.course)
	if err != nil || len(topic) == 0 {
		t.Fatal(err)
	}
	for _, c := range []app.ManyChange{{Do: "level", Level: question.Medium}, {Do: "topic", TopicID: &course.Topics[1].ID}} {
		now, err := w.Question(ctx, w.owner, w.course, q.ID)
		if err != nil {
			t.Fatal(err)
		}
		c.Questions = []store.Seen{{ID: now.ID, Version: now.Version}}
		if got, err := w.ChangeMany(ctx, w.owner, w.course, uuid.New(), c); err != nil || got.Count != 1 {
			t.Fatalf("%+v, %v", got, err)
		}
	}
	if q, err = w.Question(ctx, w.owner, w.course, q.ID); err != nil {
		t.Fatal(err)
	}
	r = q.Revealed.Ratings
	if r == nil || r.LevelFit == nil || *r.LevelFit != 100 || r.Serves.Topic != "Softening" || r.Serves.Share != 40 || *r.Relevance != 100 {
		t.Errorf("after that it is rated %+v", r)
	}
}

// A person says which of two readings is meant; the question is restated and proofed.
func TestAReadingIsChosen(t *testing.T) {
	w := newWorld(t)
	q := w.typed(question.Medium, "Three pumps deliver 40 L/s. How long does it take to fill a tank of 7200 L?", "180 s", "60 s", "75 s", "30 s")
	at := slices.IndexFunc(q.Revealed.Findings, func(f proof.Finding) bool { return len(f.Readings) == 2 })
	if q.Verdict != proof.Held || at < 0 {
		t.Fatalf("%s: %+v", q.Verdict, q.Revealed.Findings)
	}
	if _, err := w.ChooseReading(ctx, w.owner, w.course, q.ID, q.Version, "another", at, 0); err == nil {
		t.Error("a reading of another proof was chosen")
	}
	_, err := w.ChooseReading(ctx, w.owner, w.course, q.ID, q.Version, q.Proof, at, 2)
	says(t, err, "no such reading")
	other := w.person("other")
	if _, err := w.ChooseReading(ctx, other, w.course, q.ID, q.Version, q.Proof, at, 0); err == nil {
		t.Error("a stranger chose a reading")
	}
	now, err := w.ChooseReading(ctx, w.owner, w.course, q.ID, q.Version, q.Proof, at, 0)
	if err != nil || now.Version != 2 || !strings.Contains(now.Stem, "40 L/s each") || now.Revealed.Question.Key.Options[0] != "b" {
		t.Fatalf("%+v, %v", now, err)
	}
	if slices.ContainsFunc(now.Revealed.Findings, func(f proof.Finding) bool { return len(f.Readings) > 0 }) {
		t.Error("it still reads two ways")
	}
}

// What the sources say of each answer is shown to whoever has seen the key.
func TestAnswersAreLookedUp(t *testing.T) {
	w := newWorld(t)
	w.drafted(24)
	item := w.ofKind(question.Choice, "What is a")
	_, err := w.LookUpAnswers(ctx, w.owner, w.course, item.ID)
	says(t, err, "uncover")
	if _, err := w.Uncover(ctx, w.owner, w.course, item.ID); err != nil {
		t.Fatal(err)
	}
	looked, err := w.LookUpAnswers(ctx, w.owner, w.course, item.ID)
	if err != nil || len(looked) < 3 || !slices.ContainsFunc(looked, func(l proof.Looked) bool { return len(l.Evidence) > 0 }) {
		t.Errorf("%+v, %v", looked, err)
	}
}

// A tutor uncovers a batch; each question rests then for the tutor alone.
func TestManyAreUncovered(t *testing.T) {
	w := newWorld(t)
	w.drafted(5)
	var ids []uuid.UUID
	for _, q := range w.bench() {
		ids = append(ids, q.ID)
	}
	if n, err := w.UncoverMany(ctx, w.owner, w.course, ids); err != nil || n != 5 {
		t.Fatalf("%d, %v", n, err)
	}
	if n, err := w.UncoverMany(ctx, w.owner, w.course, ids); err != nil || n != 0 || w.counts().Ready != 0 {
		t.Errorf("again: %d, %v, ready %d", n, err, w.counts().Ready)
	}
	if _, err := w.UncoverMany(ctx, w.owner, w.course, append(ids[:1:1], uuid.New())); err == nil {
		t.Error("a question that is not there was uncovered")
	}
	if _, err := w.UncoverMany(ctx, w.person("another"), w.course, ids); err == nil {
		t.Error("a stranger uncovered questions")
	}
}
