package app_test

import (
	"errors"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/question"
	"zincowl/store"
)

// seen are the questions of a bank as a page saw them.
func seen(list []app.BankItem) []store.Seen {
	var out []store.Seen
	for _, q := range list {
		out = append(out, store.Seen{ID: q.ID, Version: q.Version})
	}
	return out
}

func (w *world) bank() []app.BankItem {
	w.t.Helper()
	list, err := w.Bank(ctx, w.owner, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	return list
}

func TestManyQuestionsAreChangedAndPutBack(t *testing.T) {
	w := newWorld(t)
	w.drafted(12)
	if before := w.bank(); len(before) < 8 {
		t.Fatalf("the bank has %d questions", len(before))
	}
	for name, c := range map[string]struct {
		change app.ManyChange
		is     func(q app.BankItem) bool
	}{
		"level": {app.ManyChange{Do: "level", Level: question.Hard}, func(q app.BankItem) bool { return q.Level == question.Hard }},
		"tag":   {app.ManyChange{Do: "tag", Tag: "  for   June "}, func(q app.BankItem) bool { return len(q.Tags) == 1 && q.Tags[0] == "for June" }},
	} {
		was := w.bank()
		c.change.Questions = seen(was)
		id := uuid.New()
		done, err := w.ChangeMany(ctx, w.owner, w.course, id, c.change)
		if err != nil || done.Count != len(was) || done.Refused != 0 {
			t.Fatalf("%s: %+v, %v", name, done, err)
		}
		for _, q := range w.bank() {
			if !c.is(q) {
				t.Errorf("%s: %+v", name, q)
			}
		}
		again, err := w.ChangeMany(ctx, w.owner, w.course, id, c.change)
		if err != nil || again != done {
			t.Errorf("%s sent twice: %+v, %v, first %+v", name, again, err, done)
		}
		undone, err := w.UndoMany(ctx, w.owner, w.course, id)
		if err != nil || undone.Count != len(was) || !undone.Undone {
			t.Fatalf("%s taken back: %+v, %v", name, undone, err)
		}
		for i, q := range w.bank() {
			if q.Level != was[i].Level || len(q.Tags) != len(was[i].Tags) || q.Verdict != was[i].Verdict {
				t.Errorf("%s taken back: %+v, was %+v", name, q, was[i])
			}
		}
		if twice, err := w.UndoMany(ctx, w.owner, w.course, id); err != nil || !twice.Undone {
			t.Errorf("%s taken back twice: %+v, %v", name, twice, err)
		}
	}
}

func TestDroppedTogetherAndPutBack(t *testing.T) {
	w := newWorld(t)
	w.drafted(10)
	was := w.bank()
	id := uuid.New()
	if _, err := w.ChangeMany(ctx, w.owner, w.course, id, app.ManyChange{Do: "drop", Questions: seen(was)[:4]}); err != nil {
		t.Fatal(err)
	}
	if now := w.bank(); len(now) != len(was)-4 {
		t.Errorf("%d of %d are left", len(now), len(was))
	}
	if _, err := w.UndoMany(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	if now := w.bank(); len(now) != len(was) {
		t.Errorf("%d of %d are back", len(now), len(was))
	}
}

func TestWhatWasChangedMeanwhileStays(t *testing.T) {
	w := newWorld(t)
	w.drafted(10)
	was := w.bank()
	stale := seen(was)
	stale[0].Version += 5
	done, err := w.ChangeMany(ctx, w.owner, w.course, uuid.New(), app.ManyChange{Do: "level", Level: question.Easy, Questions: stale})
	if err != nil || done.Refused != 1 || done.Count != len(was)-1 {
		t.Errorf("%+v, %v", done, err)
	}
	// A question of another course is none of this one.
	other := newWorld(t)
	other.drafted(4)
	done, err = w.ChangeMany(ctx, w.owner, w.course, uuid.New(), app.ManyChange{Do: "drop", Questions: []store.Seen{{ID: uuid.New(), Version: 1}}})
	if err != nil || done.Count != 0 || done.Refused != 1 {
		t.Errorf("a question of nowhere: %+v, %v", done, err)
	}
}

func TestChangesThatSayNothing(t *testing.T) {
	w := newWorld(t)
	w.drafted(4)
	list := seen(w.bank())
	topic := uuid.New()
	for name, c := range map[string]app.ManyChange{
		"no level": {Do: "level", Questions: list}, "an empty tag": {Do: "tag", Tag: "  ", Questions: list}, "no such change": {Do: "paint", Questions: list}, "a topic of nowhere": {Do: "topic", TopicID: &topic, Questions: list},
	} {
		var bad *app.Invalid
		if _, err := w.ChangeMany(ctx, w.owner, w.course, uuid.New(), c); err == nil || !errors.As(err, &bad) && !errors.Is(err, app.ErrNotFound) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if _, err := w.UndoMany(ctx, w.owner, w.course, uuid.New()); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("taking back what was never done: %v", err)
	}
	id := uuid.New()
	if _, err := w.ChangeMany(ctx, w.owner, w.course, id, app.ManyChange{Do: "proof", Questions: list}); err != nil {
		t.Fatal(err)
	}
	if _, err := w.UndoMany(ctx, w.owner, w.course, id); err == nil {
		t.Error("a proof was taken back")
	}
	if err := w.RunSettle(ctx, w.course); err != nil {
		t.Fatal(err)
	}
	for _, q := range w.bank() {
		if q.Verdict == "" {
			t.Errorf("%+v", q)
		}
	}
}

// A thousand questions are tagged together, and as before once that is taken back.
func TestAThousandAreTaggedAndPutBack(t *testing.T) {
	w := newWorld(t)
	w.drafted(10)
	w.multiplied(1000)
	was := w.bank()
	if len(was) < 1000 {
		t.Fatalf("the bank has %d questions", len(was))
	}
	id := uuid.New()
	done, err := w.ChangeMany(ctx, w.owner, w.course, id, app.ManyChange{Do: "tag", Tag: "autumn", Questions: seen(was)})
	if err != nil || done.Count != len(was) {
		t.Fatalf("%+v, %v", done, err)
	}
	// One is changed since.
	if _, err := w.ChangeMany(ctx, w.owner, w.course, uuid.New(), app.ManyChange{Do: "level", Level: question.Hard, Questions: seen(was)[:1]}); err != nil {
		t.Fatal(err)
	}
	undone, err := w.UndoMany(ctx, w.owner, w.course, id)
	if err != nil || undone.Count != len(was)-1 || undone.Refused != 1 {
		t.Fatalf("%+v, %v", undone, err)
	}
	for _, q := range w.bank() {
		if tagged := len(q.Tags) > 0; tagged != (q.ID == was[0].ID) {
			t.Errorf("%+v", q)
		}
	}
}
