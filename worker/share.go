package worker

import (
	"context"
	"fmt"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/riverqueue/river"

	"zincowl/store"
)

const (
	// bulky is the size in bytes from which work is large, and light that up to
	// which it goes before other work.
	bulky = 8 << 20
	light = 512 << 10
)

// Draft queues the drafting of a batch.
func (q *Queue) Draft(ctx context.Context, tx pgx.Tx, account, course, batch uuid.UUID) error {
	return q.share(ctx, tx, account)
}

// Read queues the reading of an arrival.
func (q *Queue) Read(ctx context.Context, tx pgx.Tx, account, course, arrival uuid.UUID) error {
	return q.share(ctx, tx, account)
}

// share queues what an account waits for as far as it has places left: at most
// half of those that there are, and one at least.
func (q *Queue) share(ctx context.Context, tx pgx.Tx, account uuid.UUID) error {
	has, places, err := store.Share(ctx, tx, account, time.Now())
	if err != nil {
		return fmt.Errorf("looking for what is under way: %w", err)
	}
	left := max(1, max(places, q.places)/2) - has
	if left <= 0 {
		return nil // one that ends makes room
	}
	waiting, err := store.WaitingFor(ctx, tx, account, left)
	if err != nil {
		return fmt.Errorf("looking for what waits: %w", err)
	}
	for _, w := range waiting {
		o := &river.InsertOpts{Queue: small, Priority: 2}
		switch {
		case w.Size <= light:
			o.Priority = 1
		case w.Size > bulky:
			o.Queue, o.Priority = large, 3
		}
		var args river.JobArgs = read{w.AccountID, w.CourseID, w.ID}
		if w.Kind == "draft" {
			args = draft{w.AccountID, w.CourseID, w.ID}
		}
		if _, err := q.client.InsertTx(ctx, tx, args, o); err != nil {
			return fmt.Errorf("queueing a job: %w", err)
		}
	}
	return nil
}

// next queues what an account waits for after one of its jobs.
func (q *Queue) next(ctx context.Context, account uuid.UUID) {
	err := pgx.BeginFunc(ctx, q.pool, func(tx pgx.Tx) error { return q.share(ctx, tx, account) })
	if err != nil {
		q.log.Warn("what an account waits for could not be queued; the watch does it", "account", account, "error", err)
	}
}
