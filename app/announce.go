package app

import (
	"context"
	"sync"
	"time"

	"github.com/google/uuid"

	"zincowl/store"
)

// gather is how long changes that happen at every answer are gathered before they
// are told, and tellPatience how long telling may take.
const (
	gather       = 100 * time.Millisecond
	tellPatience = 5 * time.Second
)

// announcer gathers changes and tells them together. What is not told because the
// process dies is seen when a page is next read; everything else is announced in
// the transaction that changes it.
type announcer struct {
	mu      sync.Mutex
	pending map[store.Change]bool
}

// announce tells in a moment that something of a course has changed.
func (a *App) announce(course uuid.UUID, what string) {
	t := &a.telling
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.pending == nil {
		t.pending = map[store.Change]bool{}
		time.AfterFunc(gather, a.tell)
	}
	t.pending[store.Change{Course: course, What: what}] = true
}

func (a *App) tell() {
	t := &a.telling
	t.mu.Lock()
	var all []store.Change
	for c := range t.pending {
		all = append(all, c)
	}
	t.pending = nil
	t.mu.Unlock()
	ctx, cancel := context.WithTimeout(context.Background(), tellPatience)
	defer cancel()
	_ = store.AnnounceAll(ctx, a.pool, all) // a database that is away is told of by whoever listens
}
