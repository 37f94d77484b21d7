package app_test

import (
	"errors"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/app"
	"zincowl/core/question"
	"zincowl/pglocal/pgtest"
	"zincowl/store"
)

// Whoever meets a limit is told which, and nothing of what they asked for is half
// there.
func TestLimits(t *testing.T) {
	for name, c := range map[string]struct {
		limit func(*app.Limits)
		do    func(w *world) error
		says  string
	}{
		"courses": {func(l *app.Limits) { l.Courses = 1 }, func(w *world) error {
			_, err := w.AddCourse(ctx, w.owner, app.NewCourse{CourseText: app.CourseText{Title: "Another", PassMark: 60}})
			return err
		}, "You own 1 courses"},
		"bytes": {func(l *app.Limits) { l.AccountMB = 1 }, func(w *world) error {
			_, err := w.Bring(ctx, w.owner, w.course, uuid.New(), app.FileOf("x.txt", make([]byte, 2<<20)))
			return err
		}, "more than the 1 MB"},
		"waiting to be read": {func(l *app.Limits) { l.Waiting = 1 }, func(w *world) error {
			w.bring("a.txt", "one")
			_, err := w.Bring(ctx, w.owner, w.course, uuid.New(), app.FileOf("b.txt", []byte("two")))
			return err
		}, "are waiting to be read or drafted"},
		"waiting to be drafted": {func(l *app.Limits) { l.Waiting = 1 }, func(w *world) error {
			w.bring("a.txt", "one")
			_, err := w.StartBatch(ctx, w.owner, w.course, uuid.New(), app.Brief{Count: 1})
			return err
		}, "are waiting to be read or drafted"},
		"arrivals": {func(l *app.Limits) { l.ArrivalsADay = 1 }, func(w *world) error {
			w.bring("a.txt", "one")
			_, err := w.BringAddress(ctx, w.owner, w.course, uuid.New(), "https://works.example/a")
			return err
		}, "go on tomorrow"},
		"batches": {func(l *app.Limits) { l.BatchesADay = 0 }, func(w *world) error {
			_, err := w.StartBatch(ctx, w.owner, w.course, uuid.New(), app.Brief{Count: 1})
			return err
		}, "go on tomorrow"},
		"sources": {func(l *app.Limits) { l.CourseSources = 0 }, func(w *world) error {
			_, err := w.Bring(ctx, w.owner, w.course, uuid.New(), app.FileOf("x.txt", []byte("text")))
			return err
		}, "as many as it can have"},
		"words": {func(l *app.Limits) { l.CourseWords = 20 }, func(w *world) error {
			_, err := w.AddSource(ctx, w.owner, w.course, "x.txt", []byte(notes))
			return err
		}, "it can have 20 words"},
		"questions": {func(l *app.Limits) { l.CourseQuestions = 0 }, func(w *world) error {
			_, err := w.StartBatch(ctx, w.owner, w.course, uuid.New(), app.Brief{Count: 1})
			return err
		}, "drop some first"},
	} {
		w := newWorld(t)
		l := app.DefaultLimits
		c.limit(&l)
		w.UseLimits(l)
		bad := new(app.Invalid)
		if err := c.do(w); !errors.As(err, &bad) || !strings.Contains(bad.Says, c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// Sent again, what was taken in before a limit was met is still taken in.
func TestLimitsDoNotUndo(t *testing.T) {
	w := newWorld(t)
	l := app.DefaultLimits
	l.Waiting = 1
	w.UseLimits(l)
	id := uuid.New()
	for range 2 {
		if a, err := w.Bring(ctx, w.owner, w.course, id, app.FileOf("a.txt", []byte("one"))); err != nil || a.State != "queued" {
			t.Errorf("%+v, %v", a, err)
		}
	}
}

func (w *world) bring(name, text string) {
	w.t.Helper()
	if _, err := w.Bring(ctx, w.owner, w.course, uuid.New(), app.FileOf(name, []byte(text))); err != nil {
		w.t.Fatal(err)
	}
}

// Of two last answers at the same moment one finishes the drill.
func TestLastAnswersAtOnce(t *testing.T) {
	w := newWorld(t)
	w.drafted(6)
	for n := range 12 {
		drill := uuid.New()
		run, err := w.StartDrill(ctx, w.owner, w.course, drill, app.Ask{Count: 2})
		if err != nil {
			t.Fatal(err)
		}
		var all sync.WaitGroup
		for _, p := range run.Places {
			all.Go(func() {
				if _, err := w.Answer(ctx, w.owner, w.course, drill, p.Position, app.Answer{ID: uuid.New(), Confidence: "no idea"}); err != nil {
					t.Error(err)
				}
			})
		}
		all.Wait()
		if run, err = w.Drill(ctx, w.owner, w.course, drill); err != nil || run.FinishedAt == nil {
			t.Fatalf("drill %d is not finished: %v", n+1, err)
		}
	}
}

// A batch for topics that have vanished draws from nothing else.
func TestABatchForVanishedTopics(t *testing.T) {
	w := newWorld(t)
	w.drafted(2)
	c, err := w.Course(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	id := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: 3, Topics: []uuid.UUID{c.Topics[0].ID}}); err != nil {
		t.Fatal(err)
	}
	if _, err := w.ChangeSyllabus(ctx, w.owner, w.course, []app.SyllabusTopic{{Title: "Quite another"}}, c.Version); err != nil {
		t.Fatal(err)
	}
	if err := w.RunBatch(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	b, err := w.Batch(ctx, w.owner, w.course, id)
	if err != nil || b.Drafted != 0 || len(b.Declined) != 1 || !strings.Contains(b.Declined[0].Why, "no longer in the outline") {
		t.Errorf("%+v, %v", b, err)
	}
	_, err = w.StartBatch(ctx, w.owner, w.course, uuid.New(), app.Brief{Count: 3, Topics: []uuid.UUID{c.Topics[0].ID}})
	says(t, err, "not among those of the course")
}

// No topic of another course can be given to anything, not even by a query that
// forgets to ask.
func TestTopicsStayInTheirCourse(t *testing.T) {
	w := newWorld(t)
	w.drafted(8)
	other, err := w.AddCourse(ctx, w.person("other"), app.NewCourse{CourseText: app.CourseText{Title: "Theirs", PassMark: 60}, Topics: []app.SyllabusTopic{{Title: "A secret topic"}}})
	if err != nil {
		t.Fatal(err)
	}
	theirs := other.Topics[0].ID
	list, err := w.Bench(ctx, w.owner, w.course)
	if err != nil || len(list) == 0 {
		t.Fatal(err)
	}
	at := slices.IndexFunc(list, func(i app.BenchItem) bool { return i.Kind == question.Choice })
	if at < 0 {
		t.Fatal("no choice was drafted")
	}
	q, err := w.Question(ctx, w.owner, w.course, list[at].ID)
	if err != nil {
		t.Fatal(err)
	}
	edit := app.Edit{Stem: "What is a bar screen, then?", Level: question.Easy, TopicID: &theirs, Key: question.Key{Options: []string{"a"}}, Options: []app.ShownOption{{ID: "a", Text: "a row of bars"}, {ID: "b", Text: "a pump"}}}
	if _, err := w.EditQuestion(ctx, w.owner, w.course, list[at].ID, edit, q.Version); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a question takes another course's topic: %v", err)
	}
	for _, sql := range []string{`update questions set topic_id = $1`, `update passages set topic_id = $1`} {
		if _, err := w.pool.Exec(ctx, sql, theirs); err == nil {
			t.Errorf("%s is done", sql)
		}
	}
	if err := w.PlaceQuestion(ctx, w.owner, w.course, list[0].ID, app.Belonging{TopicID: &theirs}); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a question is placed in another course's topic: %v", err)
	}
}

// A migration finds rows that went wrong before it and mends them.
func TestUpgrades(t *testing.T) {
	url := pgtest.Empty(t)
	if err := store.MigrateTo(ctx, url, 3); err != nil {
		t.Fatal(err)
	}
	conn, err := pgx.Connect(ctx, url)
	if err != nil {
		t.Fatal(err)
	}
	defer conn.Close(ctx)
	var ids [8]uuid.UUID
	for i := range ids {
		ids[i] = uuid.New()
	}
	for _, c := range []struct {
		sql  string
		args []any
	}{
		{`insert into accounts (id, name, name_key, password, created_at) values ($1, 'Keeper', 'keeper', '-', now())`, []any{ids[0]}},
		{`insert into sessions (token, data, expiry) values ('in clear', 'x', now() + interval '1 day')`, nil},
		{`insert into courses (id, title, pass_mark, created_at) values ($1, 'Intake', 60, now()), ($2, 'Theirs', 60, now())`, []any{ids[1], ids[2]}},
		{`insert into memberships values ($1, $2, 'owner')`, []any{ids[1], ids[0]}},
		{`insert into topics (id, course_id, title, weight, position) values ($1, $2, 'Ours', 50, 0), ($3, $4, 'Theirs', 50, 0)`, []any{ids[3], ids[1], ids[4], ids[2]}},
		{`insert into sources (id, course_id, title, origin, kind, language, words, hash, added_by, created_at) values ($1, $2, 'Notes', 'n.txt', 'text', 'en', 4, 'x', $3, now())`, []any{ids[5], ids[1], ids[0]}},
		{`insert into passages (source_id, id, course_id, ordinal, kind, text, locator, topic_id) values ($1, 'p1', $2, 0, 'paragraph', 'A weir is low.', '{}', $3), ($1, 'p2', $2, 1, 'paragraph', 'Ours.', '{}', $4)`, []any{ids[5], ids[1], ids[4], ids[3]}},
		{`insert into arrivals (id, course_id, account_id, name, state, created_at) values ($1, $2, $3, 'a.txt', 'queued', now())`, []any{ids[2], ids[1], ids[0]}},
		{`insert into arrival_bytes values ($1, 'twelve bytes')`, []any{ids[2]}},
		{`insert into questions (id, course_id, state, fingerprint, version, verdict, kind, level, title, created_at) values ($1, $2, 'bench', 'f', 2, 'held', 'choice', 'easy', 'Weirs', now())`, []any{ids[6], ids[1]}},
		{`insert into question_versions (question_id, version, body, verdict, findings, created_at) values ($1, 1, '{}', 'cleared', '[1]', now()), ($1, 2, '{}', 'held', '[2]', now())`, []any{ids[6]}},
		{`insert into cites values ($1, $2, 'p1')`, []any{ids[6], ids[5]}},
		{`insert into drills (id, course_id, account_id, label, asked, created_at) values ($1, $2, $3, 'Weak first', '{}', now())`, []any{ids[7], ids[1], ids[0]}},
		{`insert into drill_items (drill_id, position, question_id, version, options) values ($1, 1, $2, 1, '{}')`, []any{ids[7], ids[6]}},
		{`insert into responses (id, course_id, account_id, drill_id, position, question_id, version, response, confidence, percent, weight, answered_at) values ($1, $2, $3, $1, 1, $4, 1, '{}', 'sure', 100, 1, now())`, []any{ids[7], ids[1], ids[0], ids[6]}},
	} {
		if _, err := conn.Exec(ctx, c.sql, c.args...); err != nil {
			t.Fatalf("%s: %v", c.sql, err)
		}
	}
	if err := store.Migrate(ctx, url); err != nil {
		t.Fatal(err)
	}
	var got string
	if err := conn.QueryRow(ctx, `select concat_ws(' ', (select count(*) from sessions), (select topic_id is null from passages where id = 'p1'), (select topic_id = $1 from passages where id = 'p2'),
		(select size from sources), (select size from arrivals), (select concat(verdict, points, serial) from attempts), (select concat(counted, weight) from topic_totals), (select string_agg(version || verdict || findings, ' ' order by version) from proofs))`,
		ids[3]).Scan(&got); err != nil || got != "0 t t 19 12 cleared1.000000000000000000001 11 1cleared[1] 2held[2]" {
		t.Errorf("after the migration: %q, %v", got, err)
	}
	// What was there before is settled anew: all of it proofed by the checks of today.
	pool, err := store.Open(ctx, url)
	if err != nil {
		t.Fatal(err)
	}
	defer pool.Close()
	if err := app.New(pool, &queued{}, time.Now).RunSettle(ctx, ids[1]); err != nil {
		t.Fatal(err)
	}
	if err := conn.QueryRow(ctx, `select concat_ws(' ', (select count(*) from proofs), (select verdict from questions), (select revision - settled from courses where id = $1))`, ids[1]).Scan(&got); err != nil || got != "3 faulted 0" {
		t.Errorf("settled anew: %q, %v", got, err)
	}
	// And back, without losing what there was.
	if err := store.MigrateTo(ctx, url, 3); err != nil {
		t.Fatal(err)
	}
	if err := conn.QueryRow(ctx, `select concat_ws(' ', (select count(*) from accounts), (select count(*) from passages), (select count(*) from arrival_bytes), (select string_agg(verdict, ' ' order by version) from question_versions))`).Scan(&got); err != nil || got != "1 2 1 cleared faulted" {
		t.Errorf("after going back: %q, %v", got, err)
	}
}
