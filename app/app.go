// Package app holds the journeys of Zinc Owl, one file each: accounts, courses,
// arrivals, sources, drafting, the bench, drills, gaps. Transactions are opened and
// permissions are asked here and nowhere else.
//
// Every journey on a course begins by entering it as an account; whoever is no
// member gets ErrNotFound, as if there were nothing. What a person has to mend
// is an *Invalid with a sentence; what somebody else changed in between is
// ErrStale.
package app

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/core/split"
	"zincowl/store"
)

// ErrNotFound is returned where there is nothing that the account may know of.
var ErrNotFound = store.ErrNotFound

// ErrForbidden is returned to a member whose role does not allow the journey.
var ErrForbidden = errors.New("Your role in this course does not allow this; ask its owner.")

// ErrStale is returned where something was changed since it was read.
var ErrStale = errors.New("This was changed elsewhere in the meantime; the newer text is loaded, make your change again.")

// Invalid is input that a person can mend; its text is the sentence to show.
type Invalid struct{ Says string }

func (e *Invalid) Error() string { return e.Says }

func invalid(format string, args ...any) error { return &Invalid{fmt.Sprintf(format, args...)} }

// Queue does in the background what accounts wait for: arrivals, batches and courses
// to be settled, which are rows.
type Queue interface {
	// Wake tells of such rows of an account, within the transaction that makes them.
	Wake(ctx context.Context, tx pgx.Tx, account uuid.UUID) error
}

// File is a file as it is brought; it can be read once.
type File struct {
	Name string
	Size int64
	Data io.Reader
}

// FileOf is a file of bytes.
func FileOf(name string, data []byte) File {
	return File{name, int64(len(data)), bytes.NewReader(data)}
}

// Reader makes a document of a file, as reader.Read does.
type Reader func(ctx context.Context, f File, progress source.Progress) (source.Document, error)

// Splitter splits a past paper, as split.Read does.
type Splitter func(ctx context.Context, text string, told split.Told) (split.Paper, error)

// App runs the journeys.
type App struct {
	pool  *pgxpool.Pool
	queue Queue
	now   func() time.Time

	reader  Reader
	split   Splitter
	fetcher Fetcher
	hasher  *hasher
	seen    used // sessions
	limits  Limits

	studied studies
	telling announcer
}

// New makes an App. The clock is passed in.
func New(pool *pgxpool.Pool, queue Queue, now func() time.Time) *App {
	return &App{pool: pool, queue: queue, now: now, reader: readAlone, split: splitAlone, hasher: newHasher(), limits: DefaultLimits}
}

// readAlone reads files in this process, without help from other programs.
func readAlone(ctx context.Context, f File, progress source.Progress) (source.Document, error) {
	data, err := io.ReadAll(f.Data)
	if err != nil {
		return source.Document{}, fmt.Errorf("taking a file in: %w", err)
	}
	return reader.Read(ctx, f.Name, data, source.Tools{Progress: progress})
}

// splitAlone splits a past paper in this process.
func splitAlone(_ context.Context, text string, told split.Told) (split.Paper, error) {
	return split.Read(text, told)
}

// UseReader sets what reads files, for a program that keeps readers apart.
func (a *App) UseReader(r Reader) { a.reader = r }

// UseSplitter sets what splits past papers, for a program that keeps that apart.
func (a *App) UseSplitter(s Splitter) { a.split = s }

// UseFetcher sets what fetches web addresses; without one none can be brought.
func (a *App) UseFetcher(f Fetcher) { a.fetcher = f }

// UseQueue sets where background work goes, for a worker that is itself made of
// the App.
func (a *App) UseQueue(q Queue) { a.queue = q }

// anyMember, editors and owners are the roles a journey may ask for.
var (
	anyMember = []store.Role{store.Owner, store.Tutor, store.Candidate}
	editors   = []store.Role{store.Owner, store.Tutor}
	owners    = []store.Role{store.Owner}
)

// Member says whether an account may know of a course.
func (a *App) Member(ctx context.Context, account, course uuid.UUID) error {
	_, err := store.Enter(ctx, a.pool, account, course)
	return err
}

// read runs a journey that changes nothing, on a pooled connection.
func (a *App) read(ctx context.Context, account, course uuid.UUID, roles []store.Role, f func(s store.Scope) error) error {
	s, err := enter(ctx, a.pool, account, course, roles)
	if err != nil {
		return err
	}
	return f(s)
}

// write runs a journey in a transaction.
func (a *App) write(ctx context.Context, account, course uuid.UUID, roles []store.Role, f func(tx pgx.Tx, s store.Scope) error) error {
	return pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		s, err := enter(ctx, tx, account, course, roles)
		if err != nil {
			return err
		}
		return f(tx, s)
	})
}

func enter(ctx context.Context, db store.DB, account, course uuid.UUID, roles []store.Role) (store.Scope, error) {
	s, err := store.Enter(ctx, db, account, course)
	if err != nil {
		return s, err
	}
	for _, r := range roles {
		if r == s.Role() {
			return s, nil
		}
	}
	return s, ErrForbidden
}

// stale turns "no such row at that version" into ErrStale, after the row itself
// is known to be there.
func stale(err error) error {
	if errors.Is(err, store.ErrNotFound) {
		return ErrStale
	}
	return err
}
