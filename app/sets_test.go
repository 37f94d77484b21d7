package app_test

import (
	"strings"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
)

const onOneTable = `Works operator, spring

1. What does a weir do?
a) measures flow
b) softens water
c) dries sludge
Answer: a

Questions 2 to 4 refer to the table.
Pump    Flow (m³/h)
P1      40
P2      55
P3      25

2. Which pump lifts most?
a) P1
b) P2
c) P3
Answer: b

3. Which pump lifts least?
a) P1
b) P2
c) P3
Answer: c

4. How many pumps lift more than 30 m³/h?
a) one
b) two
c) three
Answer: b

5. What does a strainer hold back?
a) sand
b) salt
c) heat
Answer: a
`

// Questions on one table keep it once, are dealt together and in their order, and the
// table is there wherever one of them is read.
func TestSetsAreDealtTogether(t *testing.T) {
	w := newWorld(t)
	id := uuid.New()
	if _, err := w.BringPaper(ctx, w.owner, w.course, id, app.PaperText{Text: onOneTable}); err != nil {
		t.Fatal(err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	bench, err := w.Bench(ctx, w.owner, w.course)
	if err != nil || len(bench) != 5 {
		t.Fatalf("%d on the bench, %v", len(bench), err)
	}
	for _, b := range bench {
		if _, err := w.Judge(ctx, w.owner, w.course, b.ID, "bank", 1); err != nil {
			t.Fatal(err)
		}
	}
	var stimuli, pointing, within int
	if err := w.pool.QueryRow(ctx, `select (select count(*) from stimuli where course_id = $1), count(v.stimulus), count(*) filter (where v.body ? 'given')
		from question_versions v join questions q on q.id = v.question_id where q.course_id = $1`, w.course).Scan(&stimuli, &pointing, &within); err != nil || stimuli != 1 || pointing != 3 || within != 0 {
		t.Errorf("%d stimuli for %d questions, %d of which hold it themselves, %v", stimuli, pointing, within, err)
	}
	for range 6 { // from another place on each time
		drill := uuid.New()
		run, err := w.StartDrill(ctx, w.owner, w.course, drill, app.Ask{Count: 4, Kept: true})
		if err != nil {
			t.Fatal(err)
		}
		var stems []string
		for p := 1; p <= run.Total; p++ {
			item, err := w.DrillItem(ctx, w.owner, w.course, drill, p)
			if err != nil {
				t.Fatal(err)
			}
			if (item.About != nil) != (item.Of == 3) || item.About != nil && (item.About.Kind != "table" || len(item.About.Rows) < 3 || item.Nth != len(stems)+1) {
				t.Errorf("%q is %d of %d, about %+v", item.Stem, item.Nth, item.Of, item.About)
			}
			if item.About != nil {
				stems = append(stems, item.Stem)
			} else if n := len(stems); n != 0 && n != 3 {
				t.Errorf("%q stands between those of a set", item.Stem)
			}
		}
		if got := strings.Join(stems, " "); run.Total != 4 || got != "Which pump lifts most? Which pump lifts least? How many pumps lift more than 30 m³/h?" {
			t.Errorf("%d places, those of the set are %s", run.Total, got)
		}
	}
	for _, b := range bench {
		q, err := w.Question(ctx, w.owner, w.course, b.ID)
		if err != nil || (q.About != nil) != strings.Contains(q.Stem, "pump") {
			t.Errorf("%q on the bench is about %+v, %v", q.Stem, q.About, err)
		}
	}
}
