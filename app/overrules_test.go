package app_test

import (
	"testing"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/marking"
	"zincowl/core/question"
)

// inWords is a drill of one question that asks for an answer in words.
func (w *world) inWords() uuid.UUID {
	w.t.Helper()
	q, err := w.WriteQuestion(ctx, w.owner, w.course, uuid.New(), app.Written{Kind: question.Short, Edit: app.Edit{Stem: "Why is the coarse screen of the works raked by hand?", Level: question.Medium,
		Key: question.Key{Reference: "Leaves block the bars. The rake of the machine is broken.", Points: []string{"Leaves block the bars", "The rake of the machine is broken"}}}})
	if err != nil {
		w.t.Fatal(err)
	}
	if q.State != "bank" {
		if _, err = w.Judge(ctx, w.owner, w.course, q.ID, "bank", q.Version); err != nil {
			w.t.Fatal(err)
		}
	}
	w.now = w.now.Add(8 * 24 * time.Hour)
	return w.drillOfOne()
}

// drillOfOne is a drill of one question.
func (w *world) drillOfOne() uuid.UUID {
	w.t.Helper()
	drill := uuid.New()
	if run, err := w.StartDrill(ctx, w.owner, w.course, drill, app.Ask{Count: 1, Kept: true}); err != nil || run.Total != 1 {
		w.t.Fatalf("%+v, %v", run, err)
	}
	return drill
}

func (w *world) says(drill uuid.UUID, text string) app.DrillItem {
	w.t.Helper()
	out, err := w.Answer(ctx, w.owner, w.course, drill, 1, app.Answer{ID: uuid.New(), Confidence: "sure", Given: app.Given{Text: text}})
	if err != nil {
		w.t.Fatal(err)
	}
	return out
}

// An answer in words is marked by its points; who gave it marks it otherwise, once for each press,
// and what says the same is marked so from then on.
func TestOverrule(t *testing.T) {
	w := newNotes(t)
	drill := w.inWords()
	f := w.says(drill, "Leaves block the bars.").Feedback
	if f.Unmarked || len(f.Points) != 2 || f.Percent == 0 || f.Percent == 100 || f.Own {
		t.Fatalf("%+v", f)
	}
	own := app.OwnMark{ID: uuid.New(), Standings: []marking.Standing{marking.Made, marking.HalfMade}}
	for range 2 { // as a page does that got no answer
		item, err := w.Overrule(ctx, w.owner, w.course, drill, 1, own)
		if err != nil || item.Feedback.Percent != 75 || !item.Feedback.Own || item.Feedback.Points[1].Standing != marking.HalfMade {
			t.Fatalf("%+v, %v", item.Feedback, err)
		}
	}
	var first, points float64
	var rows int
	if err := w.pool.QueryRow(ctx, `select first_points, points, (select count(*) from overrules) from attempts where sitting_id = $1`, drill).Scan(&first, &points, &rows); err != nil || points != 0.75 || first == points || rows != 1 {
		t.Errorf("kept as %v after %v in %d rows, %v", points, first, rows, err)
	}
	if f := w.says(w.drillOfOne(), "leaves block bars").Feedback; f.Percent != 75 || !f.Own {
		t.Errorf("the same words again: %+v", f)
	}
	if f := w.says(w.drillOfOne(), "The rake of the machine is broken.").Feedback; f.Own {
		t.Errorf("other words: %+v", f)
	}
}

// What can't be marked so is said in a sentence, and nothing is kept.
func TestOverruleRefuses(t *testing.T) {
	w := newNotes(t)
	drill := w.inWords()
	put := func(who, drill uuid.UUID, standings ...marking.Standing) error {
		_, err := w.Overrule(ctx, who, w.course, drill, 1, app.OwnMark{ID: uuid.New(), Standings: standings})
		return err
	}
	says(t, put(w.owner, drill, marking.Made, marking.Made), "not answered yet")
	w.says(drill, "Leaves block the bars.")
	says(t, put(w.owner, drill, marking.Made), "each of them")
	says(t, put(w.owner, drill, marking.Made, "splendid"), "contradicted")
	if err := put(w.person("stranger"), drill, marking.Made, marking.Made); err != app.ErrNotFound {
		t.Errorf("a stranger marks it: %v", err)
	}
	var rows int
	if err := w.pool.QueryRow(ctx, `select count(*) from overrules`).Scan(&rows); err != nil || rows != 0 {
		t.Errorf("%d rows, %v", rows, err)
	}
}
