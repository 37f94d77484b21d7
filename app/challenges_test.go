package app_test

import (
	"errors"
	"testing"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/store"
)

// answered is a drill of one question, whose key is an option, answered by another; it
// gives the drill, the question and the option that was chosen.
func (w *world) answered(q app.Benched, option string) uuid.UUID {
	w.t.Helper()
	drill := uuid.New()
	run, err := w.StartDrill(ctx, w.owner, w.course, drill, app.Ask{Count: 1, Kept: true})
	if err != nil || run.Total != 1 {
		w.t.Fatalf("%+v, %v", run, err)
	}
	if _, err := w.Answer(ctx, w.owner, w.course, drill, 1, app.Answer{ID: uuid.New(), Confidence: "sure", Given: app.Given{Options: []string{option}}}); err != nil {
		w.t.Fatal(err)
	}
	return drill
}

// written is a question of a person's own, kept in the bank though its key may be wrong.
func (w *world) written(stem, key string, options ...string) app.Benched {
	w.t.Helper()
	e := app.Edit{Stem: stem, Level: question.Easy, Key: question.Key{Options: []string{key}}}
	for i, o := range options {
		e.Options = append(e.Options, app.ShownOption{ID: question.Letter(i), Text: o})
	}
	q, err := w.WriteQuestion(ctx, w.owner, w.course, uuid.New(), app.Written{Kind: question.Choice, Edit: e})
	if err != nil {
		w.t.Fatal(err)
	}
	if q.State != "bank" {
		if q, err = w.Judge(ctx, w.owner, w.course, q.ID, "bank", q.Version); err != nil {
			w.t.Fatalf("%s: %v", q.Verdict, err)
		}
	}
	w.now = w.now.Add(8 * 24 * time.Hour) // it rested
	return q
}

func newNotes(t *testing.T) *world {
	w := newWorld(t)
	if _, err := w.AddSource(ctx, w.owner, w.course, "evening.txt", []byte(notes)); err != nil {
		t.Fatal(err)
	}
	return w
}

func TestUpheldChallengeMarksAgain(t *testing.T) {
	w := newNotes(t)
	q := w.written("What does a rake lift off the bars of a screen?", "b", "rubbish", "salt", "calcium", "oil")
	if q.Verdict.Sound() || q.Verdict == proof.Faulted {
		t.Fatalf("the wrong key is %s", q.Verdict)
	}
	drill := w.answered(q, "a")
	before, err := w.DrillItem(ctx, w.owner, w.course, drill, 1)
	if err != nil || before.Feedback.Percent != 0 {
		t.Fatalf("%+v, %v", before.Feedback, err)
	}
	id := uuid.New()
	claim := app.Claim{Kind: "option", Option: "a"}
	c, err := w.Challenge(ctx, w.owner, w.course, drill, 1, id, claim)
	if err != nil || c.Outcome != proof.Upheld || c.Made == nil || len(c.Evidence) == 0 {
		t.Fatalf("%+v, %v", c, err)
	}
	again, err := w.Challenge(ctx, w.owner, w.course, drill, 1, id, claim)
	if err != nil || again.Outcome != c.Outcome || *again.Made != *c.Made {
		t.Errorf("sent twice: %+v, %v", again, err)
	}
	after, err := w.DrillItem(ctx, w.owner, w.course, drill, 1)
	if err != nil || after.Feedback.Percent != 100 || after.Feedback.RightText != "rubbish" {
		t.Errorf("%+v, %v", after.Feedback, err)
	}
	told, err := w.Notices(ctx, w.owner, w.course)
	if err != nil || len(told) != 1 {
		t.Fatalf("%+v, %v", told, err)
	}
	if err := w.SeeNotices(ctx, w.owner, w.course, told[0].At); err != nil {
		t.Fatal(err)
	}
	if told, _ = w.Notices(ctx, w.owner, w.course); len(told) != 0 {
		t.Errorf("told again: %+v", told)
	}
	now, err := w.Question(ctx, w.owner, w.course, q.ID)
	if err != nil || now.Version != q.Version+1 || now.Verdict != proof.Cleared {
		t.Errorf("%+v, %v", now.BenchItem, err)
	}
	stood := w.totals()
	if err := store.Recount(ctx, w.pool); err != nil {
		t.Fatal(err)
	}
	if anew := w.totals(); anew != stood {
		t.Errorf("the totals are\n%s\nand anew\n%s", stood, anew)
	}
}

func TestChallengesTurnedDownAndLeftToAPerson(t *testing.T) {
	w := newNotes(t)
	q := w.written("What does a rake lift off the bars of a screen?", "a", "rubbish", "salt", "calcium", "oil")
	drill := w.answered(q, "b")
	c, err := w.Challenge(ctx, w.owner, w.course, drill, 1, uuid.New(), app.Claim{Kind: "option", Option: "b"})
	if err != nil || c.Outcome != proof.TurnedDown || c.Made != nil || len(c.Evidence) == 0 {
		t.Fatalf("%+v, %v", c, err)
	}
	waits, err := w.Challenge(ctx, w.owner, w.course, drill, 1, uuid.New(), app.Claim{Kind: "words", Says: "I do not like it."})
	if err != nil || waits.Outcome != proof.Withdrawn {
		t.Fatalf("%+v, %v", waits, err)
	}
	now, err := w.Question(ctx, w.owner, w.course, q.ID)
	if err != nil || now.State != "bench" {
		t.Errorf("%+v, %v", now.BenchItem, err)
	}
	reopened, err := w.Reopen(ctx, w.owner, w.course, c.ID, uuid.New())
	if err != nil || !reopened.Again || reopened.Outcome != proof.TurnedDown {
		t.Errorf("%+v, %v", reopened, err)
	}
	list, err := w.Challenges(ctx, w.owner, w.course, q.ID)
	if err != nil || len(list) != 3 {
		t.Errorf("%d challenges, %v", len(list), err)
	}
	if _, err := w.Reopen(ctx, w.owner, w.course, uuid.New(), uuid.New()); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a challenge of nowhere: %v", err)
	}
}

func TestOnlyWhatWasAnsweredIsChallenged(t *testing.T) {
	w := newNotes(t)
	w.written("What does a rake lift off the bars of a screen?", "a", "rubbish", "salt", "calcium", "oil")
	drill := uuid.New()
	if _, err := w.StartDrill(ctx, w.owner, w.course, drill, app.Ask{Count: 1, Kept: true}); err != nil {
		t.Fatal(err)
	}
	var bad *app.Invalid
	if _, err := w.Challenge(ctx, w.owner, w.course, drill, 1, uuid.New(), app.Claim{Kind: "option", Option: "b"}); !errors.As(err, &bad) {
		t.Errorf("challenged before it was answered: %v", err)
	}
	other := newWorld(t)
	if _, err := w.Challenge(ctx, other.owner, w.course, drill, 1, uuid.New(), app.Claim{Kind: "option", Option: "b"}); err == nil {
		t.Error("challenged by a stranger")
	}
}

func TestFindingsAreSetAside(t *testing.T) {
	w := newNotes(t)
	e := app.Edit{Stem: "What does a rake lift off the bars of a screen?", Level: question.Easy, Key: question.Key{Options: []string{"b"}}}
	for i, o := range []string{"rubbish", "salt", "calcium", "oil"} {
		e.Options = append(e.Options, app.ShownOption{ID: question.Letter(i), Text: o})
	}
	q, err := w.WriteQuestion(ctx, w.owner, w.course, uuid.New(), app.Written{Kind: question.Choice, Edit: e})
	if err != nil || q.Verdict != proof.Held || q.Revealed == nil {
		t.Fatalf("%+v, %v", q.BenchItem, err)
	}
	for i, f := range q.Revealed.Findings {
		if f.Verdict != proof.Unsure {
			var bad *app.Invalid
			if _, err := w.SetAside(ctx, w.owner, w.course, q.ID, q.Version, q.Proof, i, "for no reason"); !errors.As(err, &bad) {
				t.Errorf("%s was set aside: %v", f.Title, err)
			}
			continue
		}
		old := q.Proof
		if q, err = w.SetAside(ctx, w.owner, w.course, q.ID, q.Version, q.Proof, i, " the works says salt "); err != nil {
			t.Fatal(err)
		}
		if _, err := w.SetAside(ctx, w.owner, w.course, q.ID, q.Version, old, i, "again"); !errors.Is(err, app.ErrStale) {
			t.Errorf("set aside by an old proof: %v", err)
		}
	}
	if q.Verdict != proof.Unproven {
		t.Errorf("with nothing that objects it is %s", q.Verdict)
	}
	kept, err := w.Judge(ctx, w.owner, w.course, q.ID, "bank", q.Version)
	if err != nil || !kept.Kept || kept.State != "bank" {
		t.Errorf("%+v, %v", kept.BenchItem, err)
	}
}
