// Package worker does the long work in the background, as River jobs on
// PostgreSQL.
//
// What has to be done is a row: an arrival to be read, a batch to be drafted, a course
// whose changes have consequences. A job carries a row; it is queued in the transaction that
// asked for it where the account has a place left, else once it has one: an
// account holds at most half of the places of all workers, and its small work
// goes first (share.go). A worker shows life every few seconds; what one that has
// fallen silent did goes on at another, and what no job carries is found
// (watch.go). Every job can be done again: it goes on where it was, or begins
// anew without a trace of the first time.
package worker

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"runtime"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/riverqueue/river"
	"github.com/riverqueue/river/riverdriver/riverpgxv5"

	"zincowl/app"
	"zincowl/store"
)

// Queue takes jobs in, and does them once it is started. It implements
// app.Queue.
type Queue struct {
	client *river.Client[pgx.Tx]
	pool   *pgxpool.Pool
	app    *app.App
	log    *slog.Logger
	id     string // of this worker
	places int    // how many jobs it does at once, large ones left out

	mu     sync.Mutex
	doing  map[int64]time.Time // jobs of this worker; when one ended, or zero
	cancel context.CancelFunc  // ends the watch
	watch  sync.WaitGroup

	roomMade time.Time // in the log of attempts, by the watch alone
}

const (
	// attempts is how often a job that fails is tried, and losses how often one
	// may be lost with its worker.
	attempts = 3
	losses   = 8
)

// budget is how long one job may take, reading how long the reading of one file,
// which may be a book of pictures, and settling how long a course with a great many
// questions.
const (
	budget   = 10 * time.Minute
	reading  = 2 * time.Hour
	settling = 2 * time.Hour
)

// recess is how long a job waits where the database was away.
const recess = 2 * time.Second

// slack is what a reading ends before its budget does, so that the person is
// still told.
const slack = 15 * time.Second

// The queues: large work has places of its own, so that it never fills those of small
// work, and so have the consequences of changes.
const (
	small        = river.QueueDefault
	large        = "large"
	consequences = "consequences"
)

// New makes a queue whose jobs run the journeys of an App.
func New(pool *pgxpool.Pool, a *app.App, log *slog.Logger) (*Queue, error) {
	q := &Queue{pool: pool, app: a, log: log, id: uuid.NewString(), places: max(2, runtime.NumCPU()), doing: map[int64]time.Time{}}
	workers := river.NewWorkers()
	river.AddWorker(workers, &drafter{queue: q})
	river.AddWorker(workers, &reader{queue: q})
	river.AddWorker(workers, &settler{queue: q})
	client, err := river.NewClient(riverpgxv5.New(pool), &river.Config{
		ID:                q.id,
		Logger:            slog.New(slog.DiscardHandler), // jobs log what a person may act on themselves
		MaxAttempts:       attempts,
		JobTimeout:        budget,
		FetchPollInterval: time.Second,
		Queues:            map[string]river.QueueConfig{small: {MaxWorkers: q.places}, large: {MaxWorkers: max(1, q.places/2)}, consequences: {MaxWorkers: max(1, q.places/2)}},
		Workers:           workers,
	})
	if err != nil {
		return nil, fmt.Errorf("making the job queue: %w", err)
	}
	q.client = client
	return q, nil
}

// Start begins to do jobs, until Stop.
func (q *Queue) Start(ctx context.Context) error {
	if err := q.showLife(ctx); err != nil {
		return fmt.Errorf("showing life: %w", err)
	}
	if err := q.client.Start(ctx); err != nil {
		return err
	}
	watching, cancel := context.WithCancel(context.WithoutCancel(ctx))
	q.cancel = cancel
	q.watch.Go(func() { q.keep(watching, beat, "a worker could not look for lost work", q.look) })
	q.watch.Go(func() { q.keep(watching, fitting, "a worker could not fit memories", q.app.FitMemories) })
	return nil
}

// Stop lets running jobs end; those that take longer than the context are
// cancelled and go on when a worker is next there.
func (q *Queue) Stop(ctx context.Context) error {
	err := q.client.Stop(ctx)
	if err != nil {
		hard, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		defer cancel()
		err = q.client.StopAndCancel(hard)
	}
	q.cancel()
	q.watch.Wait()
	last, cancel := context.WithTimeout(context.Background(), 2*time.Second)
	defer cancel()
	return errors.Join(err, store.EndWorker(last, q.pool, q.id))
}

// draft is the job of drafting one batch.
type draft struct {
	Account uuid.UUID `json:"account"`
	Course  uuid.UUID `json:"course"`
	Batch   uuid.UUID `json:"batch"`
}

// Kind is the job's name in the queue.
func (draft) Kind() string { return "draft" }

type drafter struct {
	river.WorkerDefaults[draft]
	queue *Queue
}

// Work drafts the batch.
func (d *drafter) Work(ctx context.Context, job *river.Job[draft]) error {
	at := job.Args
	return d.queue.do(ctx, job.JobRow.ID, at.Account, job.Attempt, func(ctx context.Context) error {
		return d.queue.app.RunBatch(ctx, at.Account, at.Course, at.Batch)
	}, func(ctx context.Context, err error) error {
		d.queue.log.Error("a batch could not be drafted", "batch", at.Batch, "course", at.Course, "account", at.Account, "error", err)
		return d.queue.app.FailBatch(ctx, at.Batch)
	})
}

// read is the job of reading one arrival.
type read struct {
	Account uuid.UUID `json:"account"`
	Course  uuid.UUID `json:"course"`
	Arrival uuid.UUID `json:"arrival"`
}

// Kind is the job's name in the queue.
func (read) Kind() string { return "read" }

type reader struct {
	river.WorkerDefaults[read]
	queue *Queue
}

// Timeout is how long a file may take.
func (r *reader) Timeout(*river.Job[read]) time.Duration { return reading }

// Work reads the arrival.
func (r *reader) Work(ctx context.Context, job *river.Job[read]) error {
	at := job.Args
	return r.queue.do(ctx, job.JobRow.ID, at.Account, job.Attempt, func(ctx context.Context) error {
		ctx, cancel := context.WithTimeout(ctx, reading-slack)
		defer cancel()
		return r.queue.app.RunArrival(ctx, at.Account, at.Course, at.Arrival)
	}, func(ctx context.Context, err error) error {
		r.queue.log.Error("an arrival could not be read", "arrival", at.Arrival, "course", at.Course, "account", at.Account, "error", err)
		return r.queue.app.FailArrival(ctx, at.Arrival, errors.Is(err, context.DeadlineExceeded))
	})
}

// settle is the job of drawing the consequences of what changed in a course.
type settle struct {
	Account uuid.UUID `json:"account"` // who changed it
	Course  uuid.UUID `json:"course"`
}

// Kind is the job's name in the queue.
func (settle) Kind() string { return "settle" }

type settler struct {
	river.WorkerDefaults[settle]
	queue *Queue
}

// Timeout is how long a course may take.
func (s *settler) Timeout(*river.Job[settle]) time.Duration { return settling }

// Work settles the course.
func (s *settler) Work(ctx context.Context, job *river.Job[settle]) error {
	at := job.Args
	return s.queue.do(ctx, job.JobRow.ID, at.Account, job.Attempt, func(ctx context.Context) error {
		return s.queue.app.RunSettle(ctx, at.Course)
	}, func(ctx context.Context, err error) error {
		s.queue.log.Error("a course could not be settled", "course", at.Course, "account", at.Account, "error", err)
		return s.queue.app.FailSettle(ctx, at.Course)
	})
}

// do does a job of an account. What takes too long is not tried again; what fails
// otherwise is, and after the last try it is recorded that it failed, so that the
// person is not left waiting. A job that the worker's own end cuts off goes on
// when one is next there, and none of its tries is lost.
func (q *Queue) do(ctx context.Context, id int64, account uuid.UUID, attempt int, work func(context.Context) error, failed func(context.Context, error) error) error {
	q.begin(id)
	err := work(ctx)
	q.end(id)
	if errors.Is(ctx.Err(), context.Canceled) { // also of what told nobody that it was cut off
		return river.JobSnooze(time.Second)
	}
	if store.Away(err) { // which is no fault of the job
		return river.JobSnooze(recess)
	}
	defer q.next(context.WithoutCancel(ctx), account)
	if err == nil || attempt < attempts && !errors.Is(err, context.DeadlineExceeded) {
		return err
	}
	if ended := failed(context.WithoutCancel(ctx), err); ended != nil {
		return fmt.Errorf("recording that a job failed: %w", ended) // the watch finds it
	}
	return river.JobCancel(err)
}
