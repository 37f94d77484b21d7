package app_test

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/store"
)

// bankOf is how many questions stand in the bank of the benchmark.
const bankOf = 50_000

// limit is what the next question and its answer may take together.
const limit = 10 * time.Millisecond

// filled is a course whose bank holds copies of drafted questions, with a long
// past of answers.
func filled(b *testing.B) *world {
	w := newWorld(b)
	w.drafted(30)
	w.multiplied(bankOf)
	if _, err := w.pool.Exec(ctx, "analyze"); err != nil {
		b.Fatal(err)
	}
	var n int
	if err := w.pool.QueryRow(ctx, "select count(*) from questions where state = 'bank' and verdict = 'cleared'").Scan(&n); err != nil || n < bankOf*99/100 {
		b.Fatalf("the bank holds %d questions, %v", n, err)
	}
	return w
}

// multiplied fills the bank with copies of what was drafted.
func (w *world) multiplied(n int) {
	w.t.Helper()
	if _, err := w.pool.Exec(ctx, `
		with base as (select q.*, row_number() over () as n from questions q),
		fresh as (
			insert into questions (id, course_id, topic_id, state, fingerprint, version, verdict, kind, level, title, created_at)
			select gen_random_uuid(), course_id, topic_id, 'bank', fingerprint || '-' || k, 1, 'cleared', kind, level, title || ' ' || n, created_at
			from base, generate_series(1, $1 / (select count(*) from base)) k
			returning id, title),
		versions as (
			insert into question_versions (question_id, version, body, created_at)
			select f.id, 1, v.body, v.created_at from fresh f
			join base on base.title || ' ' || base.n = f.title join question_versions v on v.question_id = base.id)
		insert into proofs (question_id, version, revision, checks, verdict, findings, made_at)
		select f.id, 1, p.revision, p.checks, 'cleared', p.findings, p.made_at from fresh f
		join base on base.title || ' ' || base.n = f.title join proofs p on p.question_id = base.id`, n); err != nil {
		w.t.Fatal(err)
	}
}

// The next question is read and answered, as the page does it, with a full
// bank. Reported is the median as a share of the limit.
func BenchmarkNextQuestionAndAnswer(b *testing.B) {
	w := filled(b)
	var times []time.Duration
	var run app.DrillRun
	position := 1
	for b.Loop() {
		b.StopTimer()
		if position > run.Total {
			var err error
			if run, err = w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 100}); err != nil {
				b.Fatal(err)
			}
			position = 1
		}
		b.StartTimer()
		began := time.Now()
		if _, err := w.DrillItem(ctx, w.owner, w.course, run.ID, position); err != nil {
			b.Fatal(err)
		}
		if _, err := w.Answer(ctx, w.owner, w.course, run.ID, position, app.Answer{ID: uuid.New(), Confidence: "no idea"}); err != nil {
			b.Fatal(err)
		}
		times = append(times, time.Since(began))
		position++
	}
	slices.Sort(times)
	median := times[len(times)/2]
	b.ReportMetric(float64(median.Microseconds())/1000, "ms-median")
	b.ReportMetric(float64(median)/float64(limit), "of-10ms-limit")
}

func BenchmarkStartDrill(b *testing.B) {
	w := filled(b)
	for b.Loop() {
		if _, err := w.StartDrill(context.Background(), w.owner, w.course, uuid.New(), app.Ask{Count: 15}); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkWorkline(b *testing.B) {
	w := filled(b)
	for b.Loop() {
		if _, err := w.Course(ctx, w.owner, w.course); err != nil {
			b.Fatal(err)
		}
	}
}

// bookWords is how long the book of the benchmark is.
const bookWords = 450_000

// book is a text of that many words, with something to ask in every section.
func book() string {
	plain := strings.Repeat("The attendant walks along the channel in the morning and writes down what the gauges show before the valves are moved. ", 8)
	var out strings.Builder
	for n, words := 1, 0; words < bookWords; n++ {
		section := fmt.Sprintf("## Channel %d\n\nA sluice of sort %d is a gate that holds back the water of channel %d. The level in channel %d must not exceed %d mm.\n\n%s\n\n%s\n\n", n, n, n, n, 100+n, plain, plain)
		words += len(strings.Fields(section))
		out.WriteString(section)
	}
	return out.String()
}

// A course that holds a book of 450,000 words: what a person waits for, as shares of
// the limits.
func BenchmarkCourseWithABook(b *testing.B) {
	w := newWorld(b)
	if _, err := w.AddSource(ctx, w.owner, w.course, "book.md", []byte(book())); err != nil {
		b.Fatal(err)
	}
	w.settled()
	list, err := w.Sources(ctx, w.owner, w.course)
	if err != nil {
		b.Fatal(err)
	}
	timed := map[string]time.Duration{}
	took := func(name string, limit time.Duration, do func() error) {
		began := time.Now()
		if err := do(); err != nil {
			b.Fatal(name, err)
		}
		timed[name] += time.Since(began)
		b.ReportMetric(float64(timed[name])/float64(b.N)/float64(limit), name+"-of-"+limit.String())
	}
	for n := range b.N {
		took("rename", 200*time.Millisecond, func() error {
			_, err := w.ChangeSource(ctx, w.owner, w.course, list[0].ID, app.AboutSource{Title: fmt.Sprintf("The book %d", n), Standing: list[0].Standing, Dated: list[0].Dated})
			return err
		})
		took("note", 200*time.Millisecond, func() error {
			_, err := w.AddSource(ctx, w.owner, w.course, fmt.Sprintf("note%d.txt", n), fmt.Appendf(nil, "A penstock of sort %d is a gate that slides.", n))
			return err
		})
		took("cold", 2*time.Second, func() error {
			_, err := w.CanBear(ctx, w.owner, w.course)
			return err
		})
		took("warm", 50*time.Millisecond, func() error {
			_, err := w.CanBear(ctx, w.owner, w.course)
			return err
		})
		took("settle", 10*time.Second, func() error { return w.RunSettle(ctx, w.course) })
	}
}

// answers are how many attempts the benchmark of totals begins with, by two hundred
// accounts.
const answers = 1_000_000

// answered is a course in which many accounts have answered much, on forty topics.
func answered(b *testing.B) *world {
	w := filled(b)
	w.outlinedIn(40)
	for _, sql := range []string{
		`insert into accounts (id, name, name_key, password, created_at) select gen_random_uuid(), 'n' || n, 'n' || n, '-', now() from generate_series(1, 200) n`,
		`insert into memberships (course_id, account_id, role) select (select id from courses limit 1), id, 'candidate' from accounts where name like 'n%'`,
		`with t as (select id, row_number() over (order by position) - 1 as n from topics), q as (select id, case when r <= 1000 then r % 20 else 20 + r % 20 end as n from (select id, row_number() over () as r from questions) q) update questions set topic_id = t.id from q, t where questions.id = q.id and q.n = t.n`,
		`insert into sittings (id, course_id, account_id, label, asked, created_at) select gen_random_uuid(), (select id from courses limit 1), id, 'Weak first', '{}', now() - interval '90 days' from accounts`,
		`alter table attempts disable trigger all`,
		`insert into attempts (id, at, course_id, account_id, sitting_id, position, serial, question_id, version, verdict, revision, response, confidence, points, outof, weight)
			select gen_random_uuid(), now() - n * interval '7 seconds', s.course_id, s.account_id, s.id, n, 1, q.id, 1, 'cleared', 1, '{}', 'sure', n % 2, 1, 1
			from (select *, row_number() over () - 1 as at from sittings) s, generate_series(1, 1000000 / (select count(*)::int from sittings)) n
			join (select id, row_number() over () as at from questions) q on true where q.at = 1 + (n * 13 + s.at * 101) % (select count(*) from questions)`,
		`alter table attempts enable trigger all`,
	} {
		if _, err := w.pool.Exec(ctx, sql); err != nil {
			b.Fatalf("%.80s: %v", sql, err)
		}
	}
	if err := store.Recount(ctx, w.pool); err != nil {
		b.Fatal(err)
	}
	if _, err := w.pool.Exec(ctx, "analyze"); err != nil {
		b.Fatal(err)
	}
	var n int
	if err := w.pool.QueryRow(ctx, "select count(*) from attempts").Scan(&n); err != nil || n < answers*9/10 {
		b.Fatalf("%d attempts, %v", n, err)
	}
	return w
}

// outlinedIn gives the course so many topics.
func (w *world) outlinedIn(topics int) {
	var out strings.Builder
	for n := range topics {
		fmt.Fprintf(&out, "Topic number %d\n", n)
	}
	w.outlined(out.String())
}

// At a million attempts and 50,000 questions: the gaps, a drill, an answer, and taking
// twenty topics out that hold a thousand of the questions, as shares of their limits.
func BenchmarkAMillionAttempts(b *testing.B) {
	w := answered(b)
	took := func(name string, limit time.Duration, n int, do func() error) {
		var times []time.Duration
		for range n {
			began := time.Now()
			if err := do(); err != nil {
				b.Fatal(name, err)
			}
			times = append(times, time.Since(began))
		}
		slices.Sort(times)
		b.ReportMetric(float64(times[n/2])/float64(limit), name+"-of-"+limit.String())
	}
	for b.Loop() {
		took("gaps", 20*time.Millisecond, 15, func() error {
			_, err := w.Gaps(ctx, w.owner, w.course)
			return err
		})
		var run app.DrillRun
		took("drill", 50*time.Millisecond, 15, func() (err error) {
			run, err = w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 15})
			return err
		})
		position := 0
		took("answer", 10*time.Millisecond, 15, func() error {
			position++
			_, err := w.Answer(ctx, w.owner, w.course, run.ID, position, app.Answer{ID: uuid.New(), Confidence: "no idea"})
			return err
		})
		took("topics", 200*time.Millisecond, 1, func() error {
			_, err := w.pool.Exec(ctx, `select take_out_topics((select id from courses limit 1), (select array_agg(id) from (select id from topics order by position limit 20) t))`)
			return err
		})
	}
}

// bankLimit is what the list of a bank of ten thousand, and a change of all of them, may take.
const bankLimit = time.Second

// The whole bank is listed for the page, which searches it as one types. Reported is the
// median of listing as a share of the limit, with ten thousand questions of the fifty
// thousand that are stored.
func BenchmarkBank(b *testing.B) {
	w := filled(b)
	var times []time.Duration
	for b.Loop() {
		began := time.Now()
		list, err := w.Bank(ctx, w.owner, w.course)
		if err != nil || len(list) < 10_000 {
			b.Fatalf("%d questions, %v", len(list), err)
		}
		times = append(times, time.Since(began))
	}
	slices.Sort(times)
	b.ReportMetric(float64(times[len(times)/2])/float64(bankLimit), "of-limit")
}

// repeatLimit is what looking for repeats of a question in a bank of fifty thousand may take.
const repeatLimit = 2 * time.Millisecond

// A question is looked up among those of a full bank, in PostgreSQL as when it comes.
// Reported is the median as a share of the limit.
func BenchmarkAlike(b *testing.B) {
	w := filled(b)
	if _, err := w.pool.Exec(ctx, `update questions set bands = (select array_agg(('x' || substr(md5(id || ' ' || n), 1, 15))::bit(60)::bigint) from generate_series(1, 20) n)`); err != nil {
		b.Fatal(err)
	}
	if _, err := w.pool.Exec(ctx, "vacuum analyze questions"); err != nil {
		b.Fatal(err)
	}
	s, err := store.Enter(ctx, w.pool, w.owner, w.course)
	if err != nil {
		b.Fatal(err)
	}
	bands := make([]int64, 20)
	if err := w.pool.QueryRow(ctx, "select bands from questions order by id limit 1").Scan(&bands); err != nil {
		b.Fatal(err)
	}
	var times []time.Duration
	for b.Loop() {
		began := time.Now()
		if found, err := store.Alike(ctx, w.pool, s, bands, uuid.Nil, 40); err != nil || len(found) == 0 {
			b.Fatalf("%d found, %v", len(found), err)
		}
		times = append(times, time.Since(began))
	}
	slices.Sort(times)
	b.ReportMetric(float64(times[len(times)/2])/float64(repeatLimit), "of-limit")
}
