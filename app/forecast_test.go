package app_test

import (
	"math"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
)

// The forecast rests on the same estimates as the gaps, and says nothing before the first answer.
func TestForecastFollowsTheAnswers(t *testing.T) {
	w := newWorld(t)
	w.drafted(12)
	if f, err := w.Foresee(ctx, w.owner, w.course); err != nil || f.Answered != 0 {
		t.Errorf("nothing answered: %+v, %v", f, err)
	}
	before := 0.0
	for _, right := range []bool{false, true} {
		drill := uuid.New()
		run, err := w.StartDrill(ctx, w.owner, w.course, drill, app.Ask{Count: 4})
		if err != nil {
			t.Fatal(err)
		}
		for position := 1; position <= run.Total; position++ {
			w.solve(drill, position, right)
		}
		f, err := w.Foresee(ctx, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		gaps, err := w.Gaps(ctx, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		likely := 0.0
		for _, g := range gaps {
			likely += g.Weight * g.Estimate.Share
		}
		if f.Answered == 0 || math.Abs(f.Likely-likely) > 1e-6 || f.Low > f.Likely || f.High < f.Likely || len(f.Curve) != 101 {
			t.Errorf("forecast %+v, gaps come to %v", f, likely)
		}
		if right && f.Likely <= before {
			t.Errorf("right answers take the score from %v to %v", before, f.Likely)
		}
		before = f.Likely
	}
	if _, err := w.Foresee(ctx, w.person("stranger"), w.course); err != app.ErrNotFound {
		t.Errorf("a stranger reads it: %v", err)
	}
}
