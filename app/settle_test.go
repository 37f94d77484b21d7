package app_test

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"sync"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source"
)

// unfounded counts the questions that count as cleared although a passage they were
// drawn from is not there.
func (w *world) unfounded() (n int) {
	w.t.Helper()
	err := w.pool.QueryRow(ctx, `select count(*) from questions q where q.course_id = $1 and q.verdict = 'cleared' and exists (
		select 1 from cites c where c.question_id = q.id and not exists (select 1 from passages p where p.source_id = c.source_id and p.id = c.passage_id))`, w.course).Scan(&n)
	if err != nil {
		w.t.Fatal(err)
	}
	return n
}

// A source that is corrected while a batch is drafted is not drafted from as it was:
// nothing enters the bank that the sources don't say.
func TestSourcesChangeWhileABatchIsDrafted(t *testing.T) {
	w := newWorld(t)
	w.brings("evening.txt", notes)
	var all sync.WaitGroup
	all.Go(func() {
		for round := range 12 {
			limit := fmt.Sprintf("must not exceed %d mm", 275+round)
			text := strings.NewReplacer("must not exceed 150 mm", limit, "A penstock is a sliding gate", fmt.Sprintf("A penstock is a gate of %d plates", round+3)).Replace(notes)
			id := uuid.New()
			if _, err := w.Bring(ctx, w.owner, w.course, id, app.FileOf("evening.txt", []byte(text))); err != nil {
				t.Error(err)
			}
			if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
				t.Error(err)
			}
		}
	})
	for range 3 {
		all.Go(func() {
			for range 3 {
				id := uuid.New()
				if _, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: 20, Levels: map[question.Level]int{question.Easy: 20}}); err != nil {
					t.Error(err)
				}
				if err := w.RunBatch(ctx, w.owner, w.course, id); err != nil {
					t.Error(err)
				}
			}
		})
	}
	all.Go(func() {
		for range 6 {
			if err := w.RunSettle(ctx, w.course); err != nil {
				t.Error(err)
			}
		}
	})
	all.Wait()
	w.settled()
	if n := w.unfounded(); n != 0 {
		t.Errorf("%d cleared questions rest on what is no longer there", n)
	}
	var bodies []json.RawMessage
	if err := w.pool.QueryRow(ctx, `select coalesce(array_agg(v.body->'cites'), '{}') from questions q join question_versions v on v.question_id = q.id and v.version = q.version
		where q.course_id = $1 and q.verdict = 'cleared'`, w.course).Scan(&bodies); err != nil {
		t.Fatal(err)
	}
	for _, body := range bodies {
		if said := string(body); strings.Contains(said, "150 mm") || strings.Contains(said, "sliding gate") {
			t.Errorf("cleared is what was drawn from %s", said)
		}
	}
	if len(bodies) < 8 {
		t.Errorf("only %d questions are cleared", len(bodies))
	}
}

// Proofs are only added: what was said once stays said, and the latest counts.
func TestProofsAreOnlyAdded(t *testing.T) {
	w := newWorld(t)
	w.drafted(20)
	proofs := func() (all, ahead int) {
		err := w.pool.QueryRow(ctx, `select count(*), count(*) filter (where q.verdict <> (select verdict from proofs l where l.question_id = q.id and l.version = q.version order by id desc limit 1))
			from proofs p join questions q on q.id = p.question_id where q.course_id = $1`, w.course).Scan(&all, &ahead)
		if err != nil {
			t.Fatal(err)
		}
		return all, ahead
	}
	before, _ := proofs()
	rules := w.brings("rules.txt", "Screening rules\n\nThe head loss over a bar screen must not exceed 100 mm.")
	overruled, wrong := proofs()
	if overruled <= before || wrong != 0 {
		t.Errorf("%d proofs became %d; %d questions count by another than the latest", before, overruled, wrong)
	}
	faulted := func() (n int) {
		list, err := w.Bench(ctx, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		for _, q := range list {
			if q.Verdict == proof.Faulted {
				n++
			}
		}
		return n
	}
	if faulted() == 0 {
		t.Fatal("nothing is overruled")
	}
	// Taking the rules out proofs again what they had overruled.
	if err := w.RemoveSource(ctx, w.owner, w.course, *rules.SourceID); err != nil {
		t.Fatal(err)
	}
	w.settled()
	after, wrong := proofs()
	if n := faulted(); n != 0 || after <= overruled || wrong != 0 {
		t.Errorf("without the rules %d questions are faulted; %d proofs became %d, and %d questions count by another than the latest", n, overruled, after, wrong)
	}
	if _, err := w.pool.Exec(ctx, `update proofs set checks = 0`); err != nil {
		t.Fatal(err)
	}
	// A new title changes nothing that a source says; other checks proof all again.
	list, err := w.Sources(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	var revision, later int64
	read := func(into *int64) {
		if err := w.pool.QueryRow(ctx, `select revision from courses where id = $1`, w.course).Scan(into); err != nil {
			t.Fatal(err)
		}
	}
	read(&revision)
	if _, err := w.ChangeSource(ctx, w.owner, w.course, list[0].ID, app.AboutSource{Title: "Another title", Standing: list[0].Standing, Dated: list[0].Dated}); err != nil {
		t.Fatal(err)
	}
	if read(&later); later != revision {
		t.Errorf("a new title made revision %d of %d", later, revision)
	}
	if _, err := w.ChangeSource(ctx, w.owner, w.course, list[0].ID, app.AboutSource{Title: "Another title", Standing: source.Talk}); err != nil {
		t.Fatal(err)
	}
	if read(&later); later == revision {
		t.Error("another standing made no revision")
	}
	w.settled()
	if again, _ := proofs(); again < after+20 {
		t.Errorf("by other checks %d proofs became %d", after, again)
	}
}

// A correction is accepted as it was shown, or refused.
func TestACorrectionIsTheOneThatWasShown(t *testing.T) {
	w := newWorld(t)
	w.drafted(20)
	list, err := w.Bench(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	for _, item := range list {
		if item.Kind != question.Choice {
			continue
		}
		open, err := w.Uncover(ctx, w.owner, w.course, item.ID)
		if err != nil {
			t.Fatal(err)
		}
		q := open.Revealed.Question
		e := app.Edit{Stem: q.Stem, Level: q.Level, TopicID: open.TopicID, Options: open.Options}
		for _, o := range q.Options {
			if o.ID != q.Key.Options[0] {
				e.Key = question.Key{Options: []string{o.ID}}
			}
		}
		wrong, err := w.EditQuestion(ctx, w.owner, w.course, item.ID, e, open.Version)
		if err != nil {
			t.Fatal(err)
		}
		if !wrong.Correction {
			continue
		}
		if _, err := w.AcceptCorrection(ctx, w.owner, w.course, item.ID, wrong.Version, open.Proof); !errors.Is(err, app.ErrStale) {
			t.Errorf("a correction that another proof showed: %v", err)
		}
		if mended, err := w.AcceptCorrection(ctx, w.owner, w.course, item.ID, wrong.Version, wrong.Proof); err != nil || mended.Verdict != proof.Cleared {
			t.Errorf("%+v, %v", mended, err)
		}
		return
	}
	t.Error("no question could be corrected")
}

// What a better reader would read is read again in the background, and settling that
// fails is tried again with the next change alone.
func TestABetterReaderReadsAgain(t *testing.T) {
	w := newWorld(t)
	w.brings("evening.txt", notes)
	var facts int
	count := func() int {
		if err := w.pool.QueryRow(ctx, `select coalesce(sum(jsonb_array_length(list)), 0) from facts where course_id = $1`, w.course).Scan(&facts); err != nil {
			t.Fatal(err)
		}
		return facts
	}
	before := count()
	for _, sql := range []string{`delete from facts`, `update sources set reader = 0`} {
		if _, err := w.pool.Exec(ctx, sql); err != nil {
			t.Fatal(err)
		}
	}
	bears, err := w.CanBear(ctx, w.owner, w.course)
	if err != nil || len(bears) == 0 {
		t.Fatalf("what was not read yet bears %v, %v", bears, err)
	}
	w.settled()
	if after := count(); after != before || before == 0 {
		t.Errorf("%d facts became %d", before, after)
	}
	if err := w.RemoveSource(ctx, w.owner, w.course, w.sources()[0].ID); err != nil {
		t.Fatal(err)
	}
	if err := w.FailSettle(ctx, w.course); err != nil {
		t.Fatal(err)
	}
	var waits bool
	if err := w.pool.QueryRow(ctx, `select settled < revision and stuck < revision from courses where id = $1`, w.course).Scan(&waits); err != nil || waits {
		t.Errorf("a course that can't be settled waits to be: %v, %v", waits, err)
	}
	w.brings("evening.txt", notes)
	if err := w.pool.QueryRow(ctx, `select settled = revision from courses where id = $1`, w.course).Scan(&waits); err != nil || !waits {
		t.Errorf("after the next change it is settled: %v, %v", waits, err)
	}
}

func (w *world) sources() []app.Source {
	w.t.Helper()
	list, err := w.Sources(ctx, w.owner, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	return list
}
