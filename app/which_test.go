package app_test

import (
	"strings"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/question"
	"zincowl/store"
)

// A drill of what was missed has all of that and nothing else, one of new ones nothing that was
// answered; a label says what it was about.
func TestDrillOfMissedAndNew(t *testing.T) {
	w := newWorld(t)
	w.drafted(20)
	ask := func(ask app.Ask) (app.DrillRun, []string) {
		t.Helper()
		run, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), ask)
		if err != nil {
			t.Fatal(err)
		}
		var stems []string
		for p := 1; p <= run.Total; p++ {
			item, err := w.DrillItem(ctx, w.owner, w.course, run.ID, p)
			if err != nil {
				t.Fatal(err)
			}
			stems = append(stems, item.Stem)
		}
		return run, stems
	}
	_, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 5, Which: store.Missed})
	says(t, err, "No question is ready")
	first, _ := ask(app.Ask{Count: 8})
	missed := map[string]bool{}
	met := map[string]bool{}
	for p := 1; p <= first.Total; p++ {
		out := w.solve(first.ID, p, p%2 == 0)
		met[out.Stem] = true
		if p%2 == 1 {
			missed[out.Stem] = true
		}
	}
	run, stems := ask(app.Ask{Count: 50, Which: store.Missed})
	if len(stems) != len(missed) || run.Label != "Every topic, 4 missed" {
		t.Errorf("%q has %d of %d that were missed", run.Label, len(stems), len(missed))
	}
	for _, stem := range stems {
		if !missed[stem] {
			t.Errorf("%q was not missed", stem)
		}
	}
	run, stems = ask(app.Ask{Count: 50, Which: store.New, Levels: []question.Level{question.Easy, question.Medium}})
	if len(stems) == 0 || !strings.HasPrefix(run.Label, "Every topic, easy and medium, ") || !strings.HasSuffix(run.Label, " new") {
		t.Errorf("%q has %d", run.Label, len(stems))
	}
	for _, stem := range stems {
		if met[stem] {
			t.Errorf("%q is not new", stem)
		}
	}
}

// Slips are counted where they were open, and one press asks for questions that tempt to one.
func TestSlipsAreCountedAndDrilled(t *testing.T) {
	w := newWorld(t)
	w.drafted(30)
	run, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 20})
	if err != nil {
		t.Fatal(err)
	}
	made := map[string]int{}
	for p := 1; p <= run.Total; p++ {
		if out := w.solve(run.ID, p, false); out.Feedback.Slip != nil {
			made[out.Feedback.Slip.Name]++
		}
	}
	slips, err := w.Slips(ctx, w.owner, w.course)
	if err != nil || len(slips) == 0 || len(slips) != len(made) {
		t.Fatalf("%d slips were made, %d are counted: %v", len(made), len(slips), err)
	}
	for i, s := range slips {
		if s.Made != made[s.Name] || s.Open < s.Made || s.Estimate.Low > s.Estimate.High || len(s.Topics) == 0 {
			t.Errorf("%+v, made %d times", s, made[s.Name])
		}
		if i > 0 && s.Made > slips[i-1].Made {
			t.Errorf("%s comes behind one that is made less", s.Name)
		}
	}
	again, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 6, Slip: slips[0].ID})
	if err != nil || again.Total == 0 || !strings.Contains(again.Label, slips[0].Name) {
		t.Fatalf("%+v, %v", again, err)
	}
	for p := 1; p <= again.Total; p++ {
		s, err := store.Enter(ctx, w.pool, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		item, err := store.ItemAt(ctx, w.pool, s, again.ID, p)
		if err != nil || !strings.Contains(string(item.Body), `"`+slips[0].ID+`"`) {
			t.Errorf("%s does not tempt to %s, %v", item.Body, slips[0].ID, err)
		}
	}
	_, err = w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 6, Slip: "none-such"})
	says(t, err, "No question is ready")
	if theirs, err := w.Slips(ctx, w.person("stranger"), w.course); err != app.ErrNotFound {
		t.Errorf("a stranger reads %v, %v", theirs, err)
	}
}
