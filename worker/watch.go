package worker

import (
	"context"
	"maps"
	"slices"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/store"
)

const (
	// beat is how often a worker shows life and looks for what nobody does.
	beat = 4 * time.Second
	// lag is how long after its end a job may still be marked as running.
	lag = 20 * time.Second
	// found is how many waiting things are queued at one look.
	found = 200
)

func (q *Queue) begin(job int64) {
	q.mu.Lock()
	defer q.mu.Unlock()
	q.doing[job] = time.Time{}
}

func (q *Queue) end(job int64) {
	q.mu.Lock()
	defer q.mu.Unlock()
	q.doing[job] = time.Now()
}

// mine are the jobs that this worker does, or did a moment ago.
func (q *Queue) mine() []int64 {
	q.mu.Lock()
	defer q.mu.Unlock()
	maps.DeleteFunc(q.doing, func(_ int64, ended time.Time) bool { return !ended.IsZero() && time.Since(ended) > lag })
	return slices.AppendSeq([]int64{}, maps.Keys(q.doing)) // none is an empty list, not null
}

func (q *Queue) showLife(ctx context.Context) error {
	return store.ShowLife(ctx, q.pool, q.id, q.places, time.Now())
}

// fitting is how often it is looked for memories to fit.
const fitting = time.Minute

// keep does something again and again until the context ends; what fails is told and done again.
func (q *Queue) keep(ctx context.Context, every time.Duration, fails string, do func(context.Context) error) {
	tick := time.NewTicker(every)
	defer tick.Stop()
	for {
		if err := do(ctx); err != nil && ctx.Err() == nil {
			q.log.Warn(fails, "error", err)
		}
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
	}
}

// look takes jobs back that nobody does, ends what was lost too often, and queues
// what no job carries.
func (q *Queue) look(ctx context.Context) error {
	ctx, cancel := context.WithTimeout(ctx, 30*time.Second)
	defer cancel()
	if err := q.showLife(ctx); err != nil {
		return err
	}
	lost, err := store.TakeBack(ctx, q.pool, q.id, q.mine(), time.Now(), losses)
	if err != nil {
		return err
	}
	for _, job := range lost {
		item, err := uuid.Parse(job.Item)
		if err != nil {
			continue // a job of another version of the program
		}
		q.log.Warn("a job was lost with its worker", "job", job.ID, "kind", job.Kind, "item", item, "given_up", job.Gone)
		if !job.Gone {
			continue
		}
		end := q.app.FailBatch
		switch job.Kind {
		case read{}.Kind():
			end = func(ctx context.Context, id uuid.UUID) error { return q.app.FailArrival(ctx, id, false) }
		case settle{}.Kind():
			end = q.app.FailSettle
		}
		if err := end(ctx, item); err != nil {
			return err
		}
	}
	waiting, err := store.WaitingFor(ctx, q.pool, uuid.Nil, found)
	if err != nil {
		return err
	}
	changed, err := store.ToSettle(ctx, q.pool, uuid.Nil, found)
	if err != nil {
		return err
	}
	accounts := map[uuid.UUID]bool{}
	for _, w := range waiting {
		accounts[w.AccountID] = true
	}
	for _, c := range changed {
		accounts[c.AccountID] = true
	}
	for account := range accounts {
		q.next(ctx, account)
	}
	if time.Since(q.roomMade) > time.Hour {
		if err := store.MakeRoomForAttempts(ctx, q.pool, time.Now()); err != nil {
			return err
		}
		q.roomMade = time.Now()
	}
	return store.ForgetWorkers(ctx, q.pool, time.Now().Add(-time.Hour))
}

var _ app.Queue = (*Queue)(nil)
