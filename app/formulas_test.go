package app_test

import (
	"errors"
	"strings"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/question"
)

func TestTypedFormulas(t *testing.T) {
	w := newWorld(t)
	const jet = "v = √(2gh), where v is the jet speed in m/s,\n g is 9.81 m/s² and h is the head in m"
	f, err := w.UnderstandFormula(ctx, w.owner, w.course, jet)
	if err != nil || f.Says != "" || f.Units != "" || len(f.Variables) != 3 || f.Variables[1].Value != "9.81 m/s²" || !strings.Contains(f.LaTeX, "sqrt") {
		t.Fatalf("understood as %+v, %v", f, err)
	}
	var levels []question.Level
	for _, s := range f.Samples {
		levels = append(levels, s.Level)
		if !strings.Contains(s.Stem, "head") {
			t.Errorf("a sample asks %q", s.Stem)
		}
	}
	if len(levels) != 3 || levels[0] != question.Easy || levels[2] != question.Hard {
		t.Errorf("samples of the levels %v", levels)
	}

	for text, says := range map[string]string{
		"":           "no equals sign",
		"v = √(2gh)": "is not said",
		"v = (2gh":   "a closing bracket was expected",
		"A = b × c where A is the area in m², b is the width in m and c is the height in s": "",
	} {
		f, err := w.UnderstandFormula(ctx, w.owner, w.course, text)
		if err != nil || !strings.Contains(f.Says, says) || says == "" && f.Units == "" || len(f.Samples) > 0 {
			t.Errorf("%q is understood as %+v, %v", text, f, err)
		}
		bad := new(app.Invalid)
		if _, err := w.BringFormula(ctx, w.owner, w.course, uuid.New(), text); !errors.As(err, &bad) {
			t.Errorf("%q was brought: %v", text, err)
		}
	}

	id := uuid.New()
	for range 2 { // bringing twice is bringing once
		if a, err := w.BringFormula(ctx, w.owner, w.course, id, jet); err != nil || a.Name != "Formula for jet speed" {
			t.Fatalf("brought as %+v, %v", a, err)
		}
	}
	if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	a := w.arrival(id)
	if a.State != "read" || a.SourceID == nil {
		t.Fatalf("arrived as %+v", a)
	}
	r, err := w.Reading(ctx, w.owner, w.course, *a.SourceID, 0)
	if err != nil || len(r.List) != 1 || len(r.List[0].Facts) != 1 || r.List[0].Facts[0].LaTeX != f.LaTeX {
		t.Errorf("reads %+v, %v", r, err)
	}

	if _, err := w.UnderstandFormula(ctx, uuid.New(), w.course, jet); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a stranger is told %v", err)
	}
	if _, err := w.BringFormula(ctx, uuid.New(), w.course, uuid.New(), jet); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a stranger brought a formula: %v", err)
	}
}
