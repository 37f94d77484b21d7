package app_test

import (
	"context"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/app"
	"zincowl/pglocal/pgtest"
)

// trips counts how often the database is asked, and which of what is asked writes.
type trips struct {
	mu     sync.Mutex
	n      int
	writes []string
}

func (c *trips) asked(sql string) {
	for _, word := range []string{"insert ", "update ", "delete "} {
		if strings.Contains(strings.ToLower(sql), word) {
			c.writes = append(c.writes, sql)
		}
	}
}

func (c *trips) TraceQueryStart(ctx context.Context, _ *pgx.Conn, d pgx.TraceQueryStartData) context.Context {
	c.mu.Lock()
	defer c.mu.Unlock()
	if strings.Contains(d.SQL, "pg_notify") {
		return ctx // what was gathered is announced afterwards, whoever is asking then
	}
	c.n++
	c.asked(d.SQL)
	return ctx
}

func (c *trips) TraceQueryEnd(context.Context, *pgx.Conn, pgx.TraceQueryEndData) {}

func (c *trips) TraceBatchStart(ctx context.Context, _ *pgx.Conn, d pgx.TraceBatchStartData) context.Context {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.n++
	for _, q := range d.Batch.QueuedQueries {
		c.asked(q.SQL)
	}
	return ctx
}

func (c *trips) TraceBatchQuery(context.Context, *pgx.Conn, pgx.TraceBatchQueryData) {}

func (c *trips) TraceBatchEnd(context.Context, *pgx.Conn, pgx.TraceBatchEndData) {}

func (c *trips) of(do func()) (int, []string) {
	c.mu.Lock()
	c.n, c.writes = 0, nil
	c.mu.Unlock()
	do()
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.n, c.writes
}

// An answer asks the database three times with finding out who asks, a drill four
// times, and reading writes nothing.
func TestRoundTrips(t *testing.T) {
	config, err := pgxpool.ParseConfig(pgtest.URL(t))
	if err != nil {
		t.Fatal(err)
	}
	config.MaxConns = 1
	count := &trips{}
	config.ConnConfig.Tracer = count
	pool, err := pgxpool.NewWithConfig(ctx, config)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(pool.Close)
	w := &world{t: t, pool: pool, queue: &queued{}, now: time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)}
	w.App = app.New(pool, w.queue, func() time.Time { return w.now })
	w.owner = w.person("owner")
	c, err := w.AddCourse(ctx, w.owner, app.NewCourse{CourseText: app.CourseText{Title: "Intake", PassMark: 60}, Topics: []app.SyllabusTopic{{Title: "Screening"}, {Title: "Softening"}}})
	if err != nil {
		t.Fatal(err)
	}
	w.course = c.ID
	w.drafted(8)
	session, _, err := w.Begin(ctx, w.owner, "a browser")
	if err != nil {
		t.Fatal(err)
	}
	visit := func() {
		t.Helper()
		if v, err := w.Visit(ctx, session, w.course); err != nil || !v.Member {
			t.Fatal(err)
		}
	}
	var drill uuid.UUID
	steps := []struct {
		name string
		most int
		read bool
		do   func()
	}{
		{"a drill", 4, false, func() {
			drill = uuid.New()
			if _, err := w.StartDrill(ctx, w.owner, w.course, drill, app.Ask{Count: 4}); err != nil {
				t.Fatal(err)
			}
		}},
		{"a place", 2, true, func() {
			if _, err := w.DrillItem(ctx, w.owner, w.course, drill, 1); err != nil {
				t.Fatal(err)
			}
		}},
		{"an answer", 3, false, func() {
			if _, err := w.Answer(ctx, w.owner, w.course, drill, 1, app.Answer{ID: uuid.New(), Confidence: "no idea"}); err != nil {
				t.Fatal(err)
			}
		}},
		{"the drill as it stands", 2, true, func() {
			if _, err := w.Drill(ctx, w.owner, w.course, drill); err != nil {
				t.Fatal(err)
			}
		}},
	}
	for _, round := range []string{"the first time", "from then on"} { // statements are prepared the first time
		for _, s := range steps {
			n, writes := count.of(func() {
				visit()
				s.do()
			})
			if round == "from then on" && n > s.most {
				t.Errorf("%s asks %d times, at most %d are allowed", s.name, n, s.most)
			}
			if s.read && len(writes) > 0 {
				t.Errorf("%s writes: %q", s.name, writes)
			}
		}
	}
}
