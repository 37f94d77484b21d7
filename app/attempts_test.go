package app_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/store"
)

// totals are all rows of what attempts come to.
func (w *world) totals() string {
	w.t.Helper()
	var out string
	err := w.pool.QueryRow(ctx, `select coalesce(string_agg(line, E'\n' order by line), '') from (
		select format('item %s %s %s %s %s %s %s %s', account_id, question_id, attempts, counted, trim_scale(points), trim_scale(weight), trim_scale(last_share), last_at) as line from item_states
		union all select format('topic %s %s %s %s %s', account_id, topic_id, counted, trim_scale(points), trim_scale(weight)) from topic_totals where counted > 0) l`).Scan(&out)
	if err != nil {
		w.t.Fatal(err)
	}
	return out
}

// What is kept as it goes is what the log comes to, whatever happened in between:
// several accounts answer, questions go to other topics, topics are taken out, a sitting
// is handed in with answers that were changed.
func TestTotalsAreThoseOfTheLog(t *testing.T) {
	for seed := range uint64(3) {
		w := newWorld(t)
		w.drafted(40)
		r := rand.New(rand.NewPCG(seed, 1))
		people := []uuid.UUID{w.owner}
		for _, name := range []string{"tutor", "candidate"} {
			who := w.person(name)
			if err := w.Join(name, who); err != nil {
				t.Fatal(err)
			}
			people = append(people, who)
		}
		outlines := []string{"Screening\nSoftening\n", "Screening\nSoftening\nHardness\nPumps\n", "Softening\n", "Screening\n  Rakes\nSoftening\n"}
		for range 24 {
			w.now = w.now.Add(time.Duration(1+r.IntN(900)) * time.Hour)
			switch who := people[r.IntN(len(people))]; r.IntN(6) {
			case 0:
				w.outlined(outlines[r.IntN(len(outlines))])
			case 1:
				s, err := w.Syllabus(ctx, w.owner, w.course)
				if err != nil {
					t.Fatal(err)
				}
				bench, err := w.Bench(ctx, w.owner, w.course)
				if err != nil {
					t.Fatal(err)
				}
				for range 5 {
					at := app.Belonging{TopicID: &s.Topics[r.IntN(len(s.Topics))].ID}
					if r.IntN(4) == 0 {
						at.TopicID = nil
					}
					if err := w.PlaceQuestion(ctx, w.owner, w.course, bench[r.IntN(len(bench))].ID, at); err != nil {
						t.Fatal(err)
					}
				}
			case 2:
				w.handedIn(who, r)
			default:
				id := uuid.New()
				run, err := w.StartDrill(ctx, who, w.course, id, app.Ask{Count: 6})
				if err != nil {
					continue // nothing to ask
				}
				for position := 1; position <= run.Total; position++ {
					if r.IntN(5) > 0 {
						in := app.Answer{ID: uuid.New(), Confidence: "hunch", Given: app.Given{Options: []string{string("abcd"[r.IntN(4)])}, Text: "5", Blanks: []string{"weir"}}}
						if _, err := w.Answer(ctx, who, w.course, id, position, in); err != nil {
							t.Fatal(err)
						}
					}
				}
			}
		}
		kept := w.totals()
		if err := store.Recount(ctx, w.pool); err != nil {
			t.Fatal(err)
		}
		if anew := w.totals(); anew != kept || !strings.Contains(kept, "topic ") {
			t.Errorf("seed %d: kept\n%s\nthe log comes to\n%s", seed, kept, anew)
		}
	}
}

// Join makes an account a member by the role of its name.
func (w *world) Join(role string, account uuid.UUID) error {
	s, err := store.Enter(ctx, w.pool, w.owner, w.course)
	if err != nil {
		return err
	}
	return store.AddMember(ctx, w.pool, s, account, store.Role(role))
}

// handedIn answers a sitting in any order, changes answers, and hands it in, or not.
func (w *world) handedIn(who uuid.UUID, r *rand.Rand) {
	w.t.Helper()
	id := uuid.New()
	run, err := w.StartDrill(ctx, who, w.course, id, app.Ask{Count: 5})
	if err != nil {
		return
	}
	if _, err := w.pool.Exec(ctx, `update sittings set feedback = 'when handed in', kind = 'rehearsal' where id = $1`, id); err != nil {
		w.t.Fatal(err)
	}
	s, err := store.Enter(ctx, w.pool, who, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	before := w.totals()
	for range 12 {
		position := 1 + r.IntN(run.Total)
		item, err := store.ItemAt(ctx, w.pool, s, id, position)
		if err != nil {
			w.t.Fatal(err)
		}
		points := float64(r.IntN(5)) / 4
		w.now = w.now.Add(time.Minute)
		given, _, err := store.AddAttempt(ctx, w.pool, s, store.Attempt{ID: uuid.New(), At: w.now, SittingID: id, Position: position, QuestionID: item.QuestionID, Version: item.Version,
			Verdict: item.Verdict, Revision: item.Revision, Response: []byte(`{}`), Confidence: "sure", Points: &points, Outof: 1, Weight: 1})
		if err != nil || *given.Points != points {
			w.t.Fatalf("an answer was changed to %v, and it stands as %+v: %v", points, given, err)
		}
	}
	if now := w.totals(); now != before {
		w.t.Errorf("what is not handed in counts:\n%s\nbefore:\n%s", now, before)
	}
	if r.IntN(3) == 0 {
		return
	}
	if err := store.HandIn(ctx, w.pool, s, id, w.now); err != nil {
		w.t.Fatal(err)
	}
	if err := store.HandIn(ctx, w.pool, s, id, w.now); err == nil {
		w.t.Error("a sitting is handed in twice")
	}
}

// Answers at once to one place count once; the last ones finish the drill; what is
// placed elsewhere at that moment takes its answers along.
func TestAnswersAndMovesAtOnce(t *testing.T) {
	w := newWorld(t)
	w.drafted(20)
	s, err := w.Syllabus(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	for range 6 {
		id := uuid.New()
		run, err := w.StartDrill(ctx, w.owner, w.course, id, app.Ask{Count: 4})
		if err != nil {
			t.Fatal(err)
		}
		var all sync.WaitGroup
		for position := 1; position <= run.Total; position++ {
			for range 3 {
				all.Go(func() {
					if _, err := w.Answer(ctx, w.owner, w.course, id, position, app.Answer{ID: uuid.New(), Confidence: "no idea"}); err != nil {
						t.Error(err)
					}
				})
			}
		}
		all.Go(func() {
			bench, err := w.Bench(ctx, w.owner, w.course)
			if err != nil {
				t.Error(err)
			}
			for i, q := range bench {
				if err := w.PlaceQuestion(ctx, w.owner, w.course, q.ID, app.Belonging{TopicID: &s.Topics[i%len(s.Topics)].ID}); err != nil {
					t.Error(err)
				}
			}
		})
		all.Wait()
		if done, err := w.Drill(ctx, w.owner, w.course, id); err != nil || done.FinishedAt == nil || done.Answered != run.Total {
			t.Errorf("%d of %d are answered, and it is finished: %v; %v", done.Answered, run.Total, done.FinishedAt, err)
		}
	}
	kept := w.totals()
	if err := store.Recount(ctx, w.pool); err != nil {
		t.Fatal(err)
	}
	if anew := w.totals(); anew != kept {
		t.Errorf("kept\n%s\nthe log comes to\n%s", kept, anew)
	}
	var odd int
	if err := w.pool.QueryRow(ctx, `select count(*) from (select from attempts group by sitting_id, position having count(*) > 1) o`).Scan(&odd); err != nil || odd > 0 {
		t.Errorf("%d places count twice, %v", odd, err)
	}
}

// Edits at once: one is kept, the others are told that it has changed.
func TestEditsAtOnce(t *testing.T) {
	w := newWorld(t)
	w.drafted(8)
	bench, err := w.Bench(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	open, err := w.Uncover(ctx, w.owner, w.course, bench[0].ID)
	if err != nil {
		t.Fatal(err)
	}
	q := open.Revealed.Question
	var all sync.WaitGroup
	kept := make(chan int, 8)
	for n := range 8 {
		all.Go(func() {
			e := app.Edit{Stem: fmt.Sprintf("%s (%d)", q.Stem, n), Level: q.Level, Options: open.Options, Key: q.Key}
			if _, err := w.EditQuestion(ctx, w.owner, w.course, open.ID, e, open.Version); err == nil {
				kept <- n
			} else if err != app.ErrStale {
				t.Error(err)
			}
		})
	}
	all.Wait()
	if len(kept) != 1 {
		t.Fatalf("%d edits of one version are kept", len(kept))
	}
	if now, err := w.Question(ctx, w.owner, w.course, open.ID); err != nil || now.Version != open.Version+1 || now.Stem != fmt.Sprintf("%s (%d)", q.Stem, <-kept) {
		t.Errorf("it is %+v, %v", now, err)
	}
}

// The same file at once is one source; taking out a source while a batch is drafted
// from it leaves nothing that rests on it.
func TestSourcesAtOnce(t *testing.T) {
	w := newWorld(t)
	var all sync.WaitGroup
	for range 4 {
		all.Go(func() {
			id := uuid.New()
			if _, err := w.Bring(ctx, w.owner, w.course, id, app.FileOf("evening.txt", []byte(notes))); err != nil {
				t.Error(err)
			}
			if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
				t.Error(err)
			}
		})
	}
	all.Wait()
	list := w.sources()
	if len(list) != 1 {
		t.Fatalf("one file brought four times at once is %d sources", len(list))
	}
	batch := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, batch, app.Brief{Count: 30, Seed: 3}); err != nil {
		t.Fatal(err)
	}
	all.Go(func() {
		if err := w.RunBatch(ctx, w.owner, w.course, batch); err != nil {
			t.Error(err)
		}
	})
	all.Go(func() {
		if err := w.RemoveSource(ctx, w.owner, w.course, list[0].ID); err != nil {
			t.Error(err)
		}
	})
	all.Wait()
	w.settled()
	if n := w.unfounded(); n != 0 {
		t.Errorf("%d cleared questions rest on a source that was taken out", n)
	}
	if b, err := w.Batch(ctx, w.owner, w.course, batch); err != nil || b.State != "done" || b.Drafted+len(b.Declined) != b.Wanted {
		t.Errorf("%+v, %v", b, err)
	}
}
