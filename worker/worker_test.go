package worker_test

import (
	"context"
	"fmt"
	"io"
	"log/slog"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/app"
	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/pglocal/pgtest"
	"zincowl/worker"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

var ctx = context.Background()

// works is a database with a course of each of some owners, and an application
// whose queue is not started yet.
type works struct {
	*app.App
	t      testing.TB
	pool   *pgxpool.Pool
	queue  *worker.Queue
	owners []owner
}

type owner struct{ account, course uuid.UUID }

func newWorks(t testing.TB, owners int) *works {
	t.Helper()
	w := &works{t: t, pool: pgtest.Pool(t)}
	w.App = app.New(w.pool, nil, time.Now)
	w.queue = w.newQueue()
	w.UseQueue(w.queue)
	for n := range owners {
		a, _, err := w.SignUp(ctx, fmt.Sprintf("owner %d", n), "a long sentence")
		if err != nil {
			t.Fatal(err)
		}
		c, err := w.AddCourse(ctx, a.ID, app.NewCourse{CourseText: app.CourseText{Title: "Intake", PassMark: 60}})
		if err != nil {
			t.Fatal(err)
		}
		w.owners = append(w.owners, owner{a.ID, c.ID})
	}
	return w
}

func (w *works) newQueue() *worker.Queue {
	w.t.Helper()
	q, err := worker.New(w.pool, w.App, slog.New(slog.DiscardHandler))
	if err != nil {
		w.t.Fatal(err)
	}
	return q
}

func (w *works) start() {
	w.t.Helper()
	if err := w.queue.Start(ctx); err != nil {
		w.t.Fatal(err)
	}
	w.t.Cleanup(func() { _ = w.queue.Stop(ctx) })
}

// readHere reads a file in this process.
func readHere(ctx context.Context, f app.File, p source.Progress) (source.Document, error) {
	data, err := io.ReadAll(f.Data)
	if err != nil {
		return source.Document{}, err
	}
	return reader.Read(ctx, f.Name, data, source.Tools{Progress: p})
}

// brings lets an owner bring a text and gives the arrival.
func (w *works) brings(o owner, name, text string) uuid.UUID {
	w.t.Helper()
	id := uuid.New()
	if _, err := w.Bring(ctx, o.account, o.course, id, app.FileOf(name, []byte(text))); err != nil {
		w.t.Fatal(err)
	}
	return id
}

func (w *works) ask(sql string, args ...any) (out string) {
	w.t.Helper()
	if err := w.pool.QueryRow(ctx, sql, args...).Scan(&out); err != nil {
		w.t.Fatal(err)
	}
	return out
}

func (w *works) do(sql string, args ...any) {
	w.t.Helper()
	if _, err := w.pool.Exec(ctx, sql, args...); err != nil {
		w.t.Fatal(err)
	}
}

// becomes waits for a row to be in a state.
func (w *works) becomes(state, table string, id uuid.UUID) {
	w.t.Helper()
	var is string
	for range 6000 {
		if is = w.ask(`select state from `+table+` where id = $1`, id); is == state {
			return
		}
		time.Sleep(10 * time.Millisecond) // the worker is another goroutine; nothing is asserted of its speed
	}
	w.t.Fatalf("%s %s is %s, want %s", table, id, is, state)
}

const text = "Screening\n\nA bar screen is a row of parallel bars that catches floating rubbish. A fine screen is a sheet of mesh that catches leaves.\n"

// Work that a worker was killed at goes on at another, whichever try it was.
func TestLostWorkGoesOn(t *testing.T) {
	w := newWorks(t, 1)
	o := w.owners[0]
	arrival := w.brings(o, "a.txt", text)
	w.do(`update river_job set state = 'running', attempt = 3, attempted_at = now(), attempted_by = '{ghost}'`)
	w.do(`update arrivals set state = 'reading'`)
	w.start()
	w.becomes("read", "arrivals", arrival)

	batch := uuid.New()
	w.do(`create function stop_jobs() returns trigger language plpgsql as $$ begin
		new.state := 'running'; new.attempt := 2; new.attempted_at := now(); new.attempted_by := '{ghost}'; return new; end $$`)
	w.do(`create trigger stop_jobs before insert on river_job for each row execute function stop_jobs()`)
	if _, err := w.StartBatch(ctx, o.account, o.course, batch, app.Brief{Count: 2, Seed: 1}); err != nil {
		t.Fatal(err)
	}
	w.do(`drop trigger stop_jobs on river_job`)
	w.becomes("done", "batches", batch)
}

// A job that its own worker is said to do and does not, since its end could not be
// written down, goes on.
func TestForgottenWorkGoesOn(t *testing.T) {
	w := newWorks(t, 1)
	w.start()
	var arrival uuid.UUID
	w.do(`create function forget_jobs() returns trigger language plpgsql as $$ begin
		new.state := 'running'; new.attempt := 1; new.attempted_at := now() - interval '1 minute';
		new.attempted_by := array(select id from workers); return new; end $$`)
	w.do(`create trigger forget_jobs before insert on river_job for each row execute function forget_jobs()`)
	arrival = w.brings(w.owners[0], "a.txt", text)
	w.do(`drop trigger forget_jobs on river_job`)
	w.becomes("read", "arrivals", arrival)
}

// What kills every worker that takes it ends, with a sentence.
func TestDeadlyWorkEnds(t *testing.T) {
	w := newWorks(t, 1)
	o := w.owners[0]
	arrival := w.brings(o, "a.txt", text)
	w.do(`update river_job set state = 'running', attempt = 1, attempted_at = now(), attempted_by = '{ghost}', metadata = '{"lost": 8}'`)
	w.start()
	w.becomes("refused", "arrivals", arrival)
	if says := w.ask(`select says from arrivals`); !strings.Contains(says, "fault of the program") {
		t.Error(says)
	}
	if n := w.ask(`select count(*)::text from river_job where state in ('available', 'running', 'retryable')`); n != "0" {
		t.Errorf("%s jobs are left", n)
	}
}

// What no job carries is found: a batch that was left running, an arrival whose
// job is gone.
func TestWhatNoJobCarries(t *testing.T) {
	w := newWorks(t, 1)
	o := w.owners[0]
	arrival := w.brings(o, "a.txt", text)
	w.do(`delete from river_job`)
	w.do(`update arrivals set state = 'reading'`)
	w.start()
	w.becomes("read", "arrivals", arrival)
	batch := uuid.New()
	w.do(`insert into batches (id, course_id, account_id, brief, state, wanted, created_at) values ($1, $2, $3, '{"count":2,"seed":1}', 'running', 2, now())`, batch, o.course, o.account)
	w.becomes("done", "batches", batch)
}

// Whoever loses the right to what they asked for is told, and nothing waits for
// ever.
func TestWorkOfWhoLostTheRight(t *testing.T) {
	w := newWorks(t, 1)
	o := w.owners[0]
	arrival, batch := w.brings(o, "a.txt", text), uuid.New()
	w.do(`insert into batches (id, course_id, account_id, brief, state, wanted, created_at) values ($1, $2, $3, '{"count":2,"seed":1}', 'queued', 2, now())`, batch, o.course, o.account)
	w.do(`update memberships set role = 'candidate'`)
	w.start()
	w.becomes("refused", "arrivals", arrival)
	w.becomes("failed", "batches", batch)
	if says := w.ask(`select says || failure from arrivals, batches`); !strings.Contains(says, "may not bring sources") || !strings.Contains(says, "may not draft") {
		t.Error(says)
	}
	if n := w.ask(`select count(*)::text from arrival_bytes`); n != "0" {
		t.Error("what was brought is kept")
	}
}

// One account that brings much leaves room for others, and its own small work
// does not wait for its large work.
func TestWorkIsShared(t *testing.T) {
	w := newWorks(t, 3)
	release := make(chan struct{})
	began := make(chan string, 100)
	w.UseReader(func(ctx context.Context, f app.File, p source.Progress) (source.Document, error) {
		began <- f.Name
		select {
		case <-release:
		case <-ctx.Done():
			return source.Document{}, ctx.Err()
		}
		return readHere(ctx, f, p)
	})
	greedy := w.owners[0]
	for n := range 12 {
		w.brings(greedy, fmt.Sprintf("large%d.txt", n), text+strings.Repeat(fmt.Sprintf("Word %d. ", n), 2000))
	}
	w.brings(greedy, "small.txt", text)
	w.start()
	<-began
	jobs := func(o owner) string {
		return w.ask(`select count(*)::text from river_job where state in ('available', 'running', 'retryable', 'scheduled') and args->>'account' = $1::text`, o.account)
	}
	places := w.ask(`select sum(places)::text from workers`)
	var n, most int
	fmt.Sscan(jobs(greedy), &n)
	fmt.Sscan(places, &most)
	if n > most/2 {
		t.Errorf("one account holds %d of %d places", n, most)
	}
	other := w.brings(w.owners[1], "other.txt", text)
	for name := range began {
		if name == "other.txt" {
			break
		}
	}
	close(release)
	w.becomes("read", "arrivals", other)
	order := []string{}
	for len(order) < 12-1 {
		if name := <-began; name != "other.txt" {
			order = append(order, name)
		}
		if len(order) == 1 && most/2 == 1 && order[0] != "small.txt" {
			t.Errorf("%s goes before the small text", order[0])
		}
	}
}

// A worker that is stopped gives back what it does, and loses none of its tries.
func TestStoppedWorkGoesOn(t *testing.T) {
	w := newWorks(t, 1)
	began := make(chan struct{}, 10)
	w.UseReader(func(ctx context.Context, _ app.File, _ source.Progress) (source.Document, error) {
		began <- struct{}{}
		<-ctx.Done()
		return source.Document{}, ctx.Err()
	})
	arrival := w.brings(w.owners[0], "a.txt", text)
	for range 5 {
		q := w.newQueue()
		if err := q.Start(ctx); err != nil {
			t.Fatal(err)
		}
		<-began
		now, cancel := context.WithTimeout(ctx, 10*time.Millisecond)
		if err := q.Stop(now); err != nil {
			t.Fatal(err)
		}
		cancel()
		w.do(`update river_job set state = 'available', scheduled_at = now() where state = 'scheduled'`)
	}
	w.UseReader(func(ctx context.Context, f app.File, p source.Progress) (source.Document, error) {
		return readHere(ctx, f, p)
	})
	w.start()
	w.becomes("read", "arrivals", arrival)
	if n := w.ask(`select count(*)::text from workers`); n != "1" {
		t.Errorf("%s workers show life", n)
	}
}

// Batches of one course at once fill the places that a twin took.
func TestTwinBatchesAreFilled(t *testing.T) {
	w := newWorks(t, 1)
	o := w.owners[0]
	var notes strings.Builder
	notes.WriteString("Parts\n\n")
	for n := range 90 {
		fmt.Fprintf(&notes, "A part%c%c is a piece of metal number %d that holds the valve of a pump in its place.\n\n", 'a'+n/26, 'a'+n%26, n)
	}
	notes.WriteString("Velocity = flow / area, where the velocity is in m/s, the flow is in m³/s and the area is in m².\n")
	w.start()
	w.becomes("read", "arrivals", w.brings(o, "notes.txt", notes.String()))
	_ = w.queue.Stop(ctx)
	var ids []uuid.UUID
	for range 3 {
		id := uuid.New()
		if _, err := w.StartBatch(ctx, o.account, o.course, id, app.Brief{Count: 30, Seed: 7}); err != nil {
			t.Fatal(err)
		}
		ids = append(ids, id)
	}
	done := make(chan error, len(ids))
	for _, id := range ids { // whatever the queue would do one after another
		go func() { done <- w.RunBatch(ctx, o.account, o.course, id) }()
	}
	for range ids {
		if err := <-done; err != nil {
			t.Fatal(err)
		}
	}
	for _, id := range ids {
		b, err := w.Batch(ctx, o.account, o.course, id)
		if err != nil {
			t.Fatal(err)
		}
		if b.Drafted+len(b.Declined) != 30 {
			t.Errorf("a batch of 30 has %d questions and declines %d", b.Drafted, len(b.Declined))
		}
	}
}
