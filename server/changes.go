package server

import (
	"context"
	"log/slog"
	"net/http"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"
	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/store"
)

// changes passes what is announced in the database on to open pages. A page
// that is slow to read misses repetitions, never the fact that something
// changed: each waiting set holds a kind of change once. Where the database was
// not heard for a while every page is told that everything changed.
type changes struct {
	mu    sync.Mutex
	pages map[*page]bool // nil once the server stops
}

type page struct {
	course, account uuid.UUID

	mu      sync.Mutex
	pending map[string]bool
	wake    chan struct{}
}

// everything lists the kinds of change.
var everything = []string{"course", "arrivals", "sources", "batches", "bench", "drills", "responses"}

func newChanges() *changes { return &changes{pages: map[*page]bool{}} }

// listen hears the database until the context ends; a lost connection is taken
// up again.
func (c *changes) listen(ctx context.Context, pool *pgxpool.Pool, log *slog.Logger) {
	for ctx.Err() == nil {
		err := store.Listen(ctx, pool, func() { c.each(func(*page) []string { return everything }) }, c.tell)
		if err != nil && ctx.Err() == nil {
			log.Warn("changes are not heard for a moment", "error", err)
			select {
			case <-ctx.Done():
			case <-time.After(time.Second):
			}
		}
	}
	c.mu.Lock()
	defer c.mu.Unlock()
	for p := range c.pages {
		close(p.wake) // lets open streams end, so that the server can stop
	}
	c.pages = nil
}

// tell passes on that something of a course changed, or the access of an account.
func (c *changes) tell(id uuid.UUID, what string) {
	c.each(func(p *page) []string {
		if what == store.Access && p.account == id || p.course == id {
			return []string{what}
		}
		return nil
	})
}

// each tells every page what concerns it.
func (c *changes) each(concerns func(*page) []string) {
	c.mu.Lock()
	defer c.mu.Unlock()
	for p := range c.pages {
		told := concerns(p)
		if len(told) == 0 {
			continue
		}
		p.mu.Lock()
		for _, what := range told {
			p.pending[what] = true
		}
		p.mu.Unlock()
		select {
		case p.wake <- struct{}{}:
		default:
		}
	}
}

// linesMost is how many lines of changes an account may hold open at once.
const linesMost = 64

// open registers a page; false where the server is stopping or the account holds
// too many lines.
func (c *changes) open(course, account uuid.UUID) (*page, bool) {
	c.mu.Lock()
	defer c.mu.Unlock()
	held := 0
	for p := range c.pages {
		if p.account == account {
			held++
		}
	}
	if c.pages == nil || held >= linesMost {
		return nil, false
	}
	p := &page{course: course, account: account, pending: map[string]bool{}, wake: make(chan struct{}, 1)}
	c.pages[p] = true
	return p, true
}

func (c *changes) close(p *page) {
	c.mu.Lock()
	defer c.mu.Unlock()
	delete(c.pages, p)
}

func (p *page) take() []string {
	p.mu.Lock()
	defer p.mu.Unlock()
	var out []string
	for what := range p.pending {
		out = append(out, what)
	}
	clear(p.pending)
	return out
}

// change says that something of a course is no longer as it was read.
type change struct {
	What string `json:"what" doc:"course, arrivals, sources, batches, bench, drills, responses; empty to keep the line open"`
}

// heartbeat keeps proxies from closing a quiet line.
const heartbeat = 25 * time.Second

func (s *Server) changeOperation() {
	sse.Register(s.api, huma.Operation{
		OperationID: "changes", Method: http.MethodGet, Path: "/api/courses/{course}/changes", Summary: "Hear what changes in a course",
	}, map[string]any{"message": change{}}, func(ctx context.Context, in *InCourse, send sse.Sender) {
		p, ok := s.changes.open(in.Course, account(ctx))
		if !ok {
			return
		}
		defer s.changes.close(p)
		beat := time.NewTicker(heartbeat)
		defer beat.Stop()
		if send.Data(change{}) != nil {
			return
		}
		for {
			var told []string
			select {
			case <-ctx.Done():
				return
			case _, ok := <-p.wake:
				if !ok {
					return
				}
				told = p.take()
			case <-beat.C:
				told = []string{store.Access, ""}
			}
			for _, what := range told {
				if what == store.Access {
					if v, err := s.app.Visit(ctx, callerOf(ctx).session, in.Course); err != nil || !v.Member {
						return // signed out, or no member any more; what can't be told ends as well
					}
				} else if send.Data(change{what}) != nil {
					return
				}
			}
		}
	})
}
