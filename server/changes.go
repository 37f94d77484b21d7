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
// changed: each waiting set holds a kind of change once.
type changes struct {
	mu    sync.Mutex
	pages map[uuid.UUID]map[*page]bool
}

type page struct {
	mu      sync.Mutex
	pending map[string]bool
	wake    chan struct{}
}

func newChanges() *changes { return &changes{pages: map[uuid.UUID]map[*page]bool{}} }

// listen hears the database until the context ends; a lost connection is taken
// up again.
func (c *changes) listen(ctx context.Context, pool *pgxpool.Pool, log *slog.Logger) {
	for ctx.Err() == nil {
		if err := store.Listen(ctx, pool, c.tell); err != nil && ctx.Err() == nil {
			log.Warn("changes are not heard for a moment", "error", err)
			select {
			case <-ctx.Done():
			case <-time.After(time.Second):
			}
		}
	}
	c.mu.Lock()
	defer c.mu.Unlock()
	for _, pages := range c.pages {
		for p := range pages {
			close(p.wake) // lets open streams end, so that the server can stop
		}
	}
	c.pages = nil
}

func (c *changes) tell(course uuid.UUID, what string) {
	c.mu.Lock()
	defer c.mu.Unlock()
	for p := range c.pages[course] {
		p.mu.Lock()
		p.pending[what] = true
		p.mu.Unlock()
		select {
		case p.wake <- struct{}{}:
		default:
		}
	}
}

// open registers a page; false where the server is stopping.
func (c *changes) open(course uuid.UUID) (*page, bool) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.pages == nil {
		return nil, false
	}
	p := &page{pending: map[string]bool{}, wake: make(chan struct{}, 1)}
	if c.pages[course] == nil {
		c.pages[course] = map[*page]bool{}
	}
	c.pages[course][p] = true
	return p, true
}

func (c *changes) close(course uuid.UUID, p *page) {
	c.mu.Lock()
	defer c.mu.Unlock()
	delete(c.pages[course], p)
	if len(c.pages[course]) == 0 {
		delete(c.pages, course)
	}
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
		p, ok := s.changes.open(in.Course)
		if !ok {
			return
		}
		defer s.changes.close(in.Course, p)
		beat := time.NewTicker(heartbeat)
		defer beat.Stop()
		if send.Data(change{}) != nil {
			return
		}
		for {
			select {
			case <-ctx.Done():
				return
			case _, ok := <-p.wake:
				if !ok {
					return
				}
				for _, what := range p.take() {
					if send.Data(change{what}) != nil {
						return
					}
				}
			case <-beat.C:
				if send.Data(change{}) != nil {
					return
				}
			}
		}
	})
}
