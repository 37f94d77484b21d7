// Package worker does the long work in the background, as River jobs on
// PostgreSQL.
//
// A job is queued in the transaction that asked for it, so that there is never
// one without the other. Its progress is rows that the job writes as it goes; a
// job that is run again goes on where it was. Any number of processes may work
// on one database.
package worker

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"runtime"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/riverqueue/river"
	"github.com/riverqueue/river/riverdriver/riverpgxv5"

	"zincowl/app"
)

// Queue takes jobs in, and does them once it is started. It implements
// app.Queue.
type Queue struct {
	client *river.Client[pgx.Tx]
}

// attempts is how often a job that fails is tried.
const attempts = 3

// budget is how long one job may take, and reading how long the reading of one
// file, which may be a book of pictures.
const (
	budget  = 10 * time.Minute
	reading = 2 * time.Hour
)

// slack is what a reading ends before its budget does, so that the person is
// still told.
const slack = 15 * time.Second

// New makes a queue whose jobs run the journeys of an App.
func New(pool *pgxpool.Pool, a *app.App, log *slog.Logger) (*Queue, error) {
	workers := river.NewWorkers()
	river.AddWorker(workers, &drafter{app: a, log: log})
	river.AddWorker(workers, &reader{app: a, log: log})
	client, err := river.NewClient(riverpgxv5.New(pool), &river.Config{
		Logger:            slog.New(slog.DiscardHandler), // jobs log what a person may act on themselves
		MaxAttempts:       attempts,
		JobTimeout:        budget,
		FetchPollInterval: time.Second,
		Queues:            map[string]river.QueueConfig{river.QueueDefault: {MaxWorkers: max(2, runtime.NumCPU())}},
		Workers:           workers,
	})
	if err != nil {
		return nil, fmt.Errorf("making the job queue: %w", err)
	}
	return &Queue{client}, nil
}

// Start begins to do jobs, until Stop.
func (q *Queue) Start(ctx context.Context) error { return q.client.Start(ctx) }

// Stop lets running jobs end; those that take longer than the context are
// cancelled and go on when a worker is next there.
func (q *Queue) Stop(ctx context.Context) error {
	if err := q.client.Stop(ctx); err == nil {
		return nil
	}
	hard, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	return q.client.StopAndCancel(hard)
}

// Draft queues the drafting of a batch.
func (q *Queue) Draft(ctx context.Context, tx pgx.Tx, account, course, batch uuid.UUID) error {
	_, err := q.client.InsertTx(ctx, tx, draft{account, course, batch}, &river.InsertOpts{UniqueOpts: river.UniqueOpts{ByArgs: true}})
	return err
}

// Read queues the reading of an arrival.
func (q *Queue) Read(ctx context.Context, tx pgx.Tx, account, course, arrival uuid.UUID) error {
	_, err := q.client.InsertTx(ctx, tx, read{account, course, arrival}, &river.InsertOpts{UniqueOpts: river.UniqueOpts{ByArgs: true}})
	return err
}

// draft is the job of drafting one batch.
type draft struct {
	Account uuid.UUID `json:"account"`
	Course  uuid.UUID `json:"course"`
	Batch   uuid.UUID `json:"batch" river:"unique"`
}

// Kind is the job's name in the queue.
func (draft) Kind() string { return "draft" }

type drafter struct {
	river.WorkerDefaults[draft]
	app *app.App
	log *slog.Logger
}

// Work drafts the batch. After the last try that failed the batch is recorded
// as failed, so that the person is not left waiting.
func (d *drafter) Work(ctx context.Context, job *river.Job[draft]) error {
	at := job.Args
	err := d.app.RunBatch(ctx, at.Account, at.Course, at.Batch)
	if err == nil || job.Attempt < job.MaxAttempts {
		return err
	}
	d.log.Error("a batch could not be drafted", "batch", at.Batch, "error", err)
	ctx = context.WithoutCancel(ctx)
	if failed := d.app.FailBatch(ctx, at.Account, at.Course, at.Batch); failed != nil {
		return fmt.Errorf("recording that the batch failed: %w", failed)
	}
	return river.JobCancel(err)
}

// read is the job of reading one arrival.
type read struct {
	Account uuid.UUID `json:"account"`
	Course  uuid.UUID `json:"course"`
	Arrival uuid.UUID `json:"arrival" river:"unique"`
}

// Kind is the job's name in the queue.
func (read) Kind() string { return "read" }

type reader struct {
	river.WorkerDefaults[read]
	app *app.App
	log *slog.Logger
}

// Timeout is how long a file may take.
func (r *reader) Timeout(*river.Job[read]) time.Duration { return reading }

// Work reads the arrival. What takes too long is not tried again; what fails
// otherwise is, and recorded as refused after the last try.
func (r *reader) Work(ctx context.Context, job *river.Job[read]) error {
	at := job.Args
	bounded, cancel := context.WithTimeout(ctx, reading-slack)
	defer cancel()
	err := r.app.RunArrival(bounded, at.Account, at.Course, at.Arrival)
	slow := errors.Is(err, context.DeadlineExceeded)
	if err == nil || job.Attempt < job.MaxAttempts && !slow {
		return err
	}
	r.log.Error("an arrival could not be read", "arrival", at.Arrival, "error", err)
	if failed := r.app.FailArrival(context.WithoutCancel(ctx), at.Account, at.Course, at.Arrival, slow); failed != nil {
		return fmt.Errorf("recording that the arrival failed: %w", failed)
	}
	return river.JobCancel(err)
}
