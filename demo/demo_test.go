package demo_test

import (
	"context"
	"encoding/json"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"zincowl/app"
	"zincowl/core/kind"
	"zincowl/core/marking"
	"zincowl/demo"
	"zincowl/pglocal/pgtest"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

func TestLoad(t *testing.T) {
	ctx := context.Background()
	pool := pgtest.Pool(t)
	now := time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)
	for range 2 { // the second time it is there
		if err := demo.Load(ctx, pool, now); err != nil {
			t.Fatal(err)
		}
	}
	a := app.New(pool, nil, func() time.Time { return now })
	account, err := a.SignIn(ctx, demo.Name, demo.Password, "")
	if err != nil {
		t.Fatal(err)
	}
	courses, err := a.Courses(ctx, account.ID)
	if err != nil || len(courses) != 1 {
		t.Fatalf("%d courses, %v", len(courses), err)
	}
	c := courses[0]
	if c.Counts.Waiting != 4 || c.Counts.Ready < 150 || c.Counts.Sources < 4 || *c.DaysToExam != 41 {
		t.Errorf("%+v", c.Counts)
	}
	// Every kind of question and of card that texts give is there.
	for what, want := range map[string]int{
		`select count(distinct kind) from questions where state = 'bank'`: 12,
		`select count(distinct kind) from cards`:                          5,
		`select count(*) from questions where state = 'bank' and id in (select question_id from question_versions where stimulus is not null)`: 1,
	} {
		var n int
		if err := pool.QueryRow(ctx, what).Scan(&n); err != nil || n < want {
			t.Errorf("%d, not %d, %v: %s", n, want, err, what)
		}
	}
	sources, err := a.Sources(ctx, account.ID, c.ID)
	if err != nil {
		t.Fatal(err)
	}
	for _, s := range sources {
		if s.Words < 800 || s.Drawn == 0 || len(s.Warnings) > 0 {
			t.Errorf("%s: %d words, %d drawn, %v", s.Title, s.Words, s.Drawn, s.Warnings)
		}
	}
	gaps, err := a.Gaps(ctx, account.ID, c.ID)
	if err != nil {
		t.Fatal(err)
	}
	// Which questions are drawn for a drill differs from load to load, so the order
	// of near topics may too: only what is furthest apart is sure.
	place := map[string]int{}
	for i, g := range gaps {
		place[g.Title] = i
		if i > 0 && g.AtStake > gaps[i-1].AtStake {
			t.Errorf("%s stands behind %s, with more at stake: %+v", g.Title, gaps[i-1].Title, gaps)
		}
	}
	if place["Chemical dosing"] > place["Records and accounts"] {
		t.Errorf("what weighs most and is known least comes late: %+v", gaps)
	}
	rows, err := pool.Query(ctx, `select v.body from questions q join question_versions v on v.question_id = q.id and v.version = q.version where q.state = 'bank'`)
	if err != nil {
		t.Fatal(err)
	}
	bodies, err := pgx.CollectRows(rows, pgx.RowTo[json.RawMessage])
	if err != nil {
		t.Fatal(err)
	}
	for _, body := range bodies {
		q, err := kind.Decode(body)
		if err != nil {
			t.Fatal(err)
		}
		if r := kind.Mark(q, kind.Right(q)); !r.Unmarked && r.Percent != 100 {
			t.Errorf("%s: its own key is marked %d: %s", q.Stem, r.Percent, r.Feedback)
		}
		for _, slip := range q.Slips {
			if a := kind.Answers(q); a == kind.Mathematics || a == kind.Amount {
				if r := kind.Mark(q, marking.Response{Text: slip.Value}); r.Percent == 100 {
					t.Errorf("%s: the slip %q is marked right", q.Stem, slip.Value)
				}
			}
		}
	}
	answered := 0
	for _, g := range gaps {
		if answered += g.Answered; g.Answered == 0 {
			t.Errorf("%s has no answer", g.Title)
		}
	}
	drills, err := a.Drills(ctx, account.ID, c.ID)
	if err != nil || len(drills) < 12 || answered < 150 {
		t.Errorf("%d drills with %d answers, %v", len(drills), answered, err)
	}
	for _, d := range drills {
		if d.CreatedAt.After(now) || d.CreatedAt.Before(now.AddDate(0, 0, -22)) || d.FinishedAt == nil {
			t.Errorf("%s at %s", d.Label, d.CreatedAt)
		}
	}
}
