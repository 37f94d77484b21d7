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

// Wake queues what an account waits for as far as it has places left: at most half of
// those that there are, and one at least. Of the courses that it changed one after
// another is settled, beside that.
func (q *Queue) Wake(ctx context.Context, tx pgx.Tx, account uuid.UUID) error {
	if err := q.settle(ctx, tx, account); err != nil {
		return err
	}
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

func (q *Queue) settle(ctx context.Context, tx pgx.Tx, account uuid.UUID) error {
	changed, err := store.ToSettle(ctx, tx, account, 1)
	if err != nil {
		return fmt.Errorf("looking for courses to be settled: %w", err)
	}
	for _, c := range changed {
		if _, err := q.client.InsertTx(ctx, tx, settle{c.AccountID, c.CourseID}, &river.InsertOpts{Queue: consequences}); err != nil {
			return fmt.Errorf("queueing a job: %w", err)
		}
	}
	return nil
}

// next queues what an account waits for after one of its jobs.
func (q *Queue) next(ctx context.Context, account uuid.UUID) {
	err := pgx.BeginFunc(ctx, q.pool, func(tx pgx.Tx) error { return q.Wake(ctx, tx, account) })
	if err != nil {
		q.log.Warn("what an account waits for could not be queued; the watch does it", "account", account, "error", err)
	}
}
