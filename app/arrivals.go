package app

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"net/url"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/fact"
	"zincowl/core/source"
	"zincowl/store"
)

// Arrival is something on its way to being a source.
type Arrival struct {
	ID       uuid.UUID  `json:"id"`
	Name     string     `json:"name" doc:"of the file or the page; empty for pasted text"`
	State    string     `json:"state" enum:"queued,reading,read,refused,cancelled"`
	Done     int        `json:"done" doc:"pages read so far"`
	Pages    int        `json:"pages" doc:"0 until known, or where there are none"`
	Says     string     `json:"says" doc:"why it was refused, or what became of it"`
	SourceID *uuid.UUID `json:"source_id,omitempty"`
}

// Fetcher fetches a page or a file from a web address. What can't be fetched is
// a *source.BadInput with a sentence.
type Fetcher func(ctx context.Context, address string) (Fetched, error)

// Fetched is what came from a web address.
type Fetched struct {
	Address string // after redirects
	Name    string // a file name for the reader
	Data    []byte
	Dated   *time.Time // where the page tells it
}

// recent is how long an arrival that has ended is still listed.
const recent = 10 * time.Minute

// Bring takes a file or pasted text in, to be read in the background. The page
// chooses the id, so that bringing twice is bringing once.
func (a *App) Bring(ctx context.Context, account, course, id uuid.UUID, f File) (Arrival, error) {
	return a.bring(ctx, account, course, store.Arrival{ID: id, Sort: "source", Name: strings.TrimSpace(f.Name)}, f)
}

// BringAddress takes a web address in, to be fetched and read in the background.
func (a *App) BringAddress(ctx context.Context, account, course, id uuid.UUID, address string) (Arrival, error) {
	address = strings.TrimSpace(address)
	if !strings.Contains(address, "://") {
		address = "https://" + address
	}
	u, err := url.Parse(address)
	switch {
	case err != nil || u.Host == "" || strings.ContainsAny(u.Host, " _"):
		return Arrival{}, invalid("This is no web address; copy it from the browser's address line, for example https://example.org/page.")
	case u.Scheme != "http" && u.Scheme != "https":
		return Arrival{}, invalid("Only addresses that begin with http or https can be fetched; this one begins with %q. Save the page and bring the file.", u.Scheme)
	case u.User != nil:
		return Arrival{}, invalid("This address carries a name or a password; take them out, or save the page and bring the file.")
	}
	return a.bring(ctx, account, course, store.Arrival{ID: id, Sort: "source", Name: u.Host + u.Path, Address: u.String()}, File{})
}

func (a *App) bring(ctx context.Context, account, course uuid.UUID, arrival store.Arrival, f File) (Arrival, error) {
	var out Arrival
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if _, err := store.ArrivalOf(ctx, tx, s, arrival.ID); errors.Is(err, ErrNotFound) {
			if err := a.roomFor(ctx, tx, s, f.Size); err != nil {
				return err
			}
		}
		fresh, err := store.AddArrival(ctx, tx, s, arrival, f.Size, f.Data, a.now())
		if err != nil {
			return err
		}
		if fresh {
			if err := a.queue.Wake(ctx, tx, account); err != nil {
				return fmt.Errorf("queueing the reading: %w", err)
			}
		}
		stored, err := store.ArrivalOf(ctx, tx, s, arrival.ID)
		if err != nil {
			return err
		}
		out = arrivalView(stored)
		return store.Announce(ctx, tx, s, "arrivals")
	})
	return out, err
}

func arrivalView(s store.Arrival) Arrival {
	return Arrival{s.ID, s.Name, s.State, s.Done, s.Pages, s.Says, s.SourceID}
}

// Arrivals lists what the account brought that is on its way or has ended a
// short while ago.
func (a *App) Arrivals(ctx context.Context, account, course uuid.UUID) ([]Arrival, error) {
	out := []Arrival{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.Arrivals(ctx, a.pool, s, a.now().Add(-recent))
		for _, one := range stored {
			out = append(out, arrivalView(one))
		}
		return err
	})
	return out, err
}

// CancelArrival stops the reading of an arrival; one that has ended stays as it
// is.
func (a *App) CancelArrival(ctx context.Context, account, course, id uuid.UUID) (Arrival, error) {
	return a.endArrival(ctx, account, course, id, "cancelled", "")
}

func (a *App) endArrival(ctx context.Context, account, course, id uuid.UUID, state, says string) (Arrival, error) {
	var out Arrival
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if err := store.EndArrival(ctx, tx, s, id, state, says, nil, a.now()); err != nil && !errors.Is(err, ErrNotFound) {
			return err
		}
		stored, err := store.ArrivalOf(ctx, tx, s, id)
		if err != nil {
			return err
		}
		out = arrivalView(stored)
		return store.Announce(ctx, tx, s, "arrivals")
	})
	return out, err
}

// RunArrival reads an arrival and makes a source of it, as the worker. Run again
// after a stop it begins anew.
func (a *App) RunArrival(ctx context.Context, account, course, id uuid.UUID) error {
	s, err := enter(ctx, a.pool, account, course, editors)
	if errors.Is(err, ErrNotFound) || errors.Is(err, ErrForbidden) {
		return store.AbandonArrival(ctx, a.pool, id, "Whoever brought this may not bring sources to this course any more.", a.now())
	}
	if err != nil {
		return err
	}
	w := &watch{app: a, scope: s, id: id}
	ctx, w.stop = context.WithCancelCause(ctx)
	defer w.stop(nil)
	if err := w.tell(ctx, 0, 0, ""); errors.Is(err, errCancelled) {
		return nil // ended before it began
	} else if err != nil {
		return err
	}
	keep, err := a.readArrival(ctx, s, id, steps{
		pages: func(done, of int) { w.hear(ctx, done, of, "") },
		facts: w.found(ctx),
	})
	if errors.Is(context.Cause(ctx), errCancelled) {
		return nil
	}
	if err == nil {
		err = w.tell(ctx, w.pages, w.pages, "Sorting the passages into topics and keeping them.")
		if errors.Is(err, errCancelled) {
			return nil
		}
	}
	if err == nil {
		err = keep(ctx, func(tx pgx.Tx, source uuid.UUID, says string) error {
			if err := store.EndArrival(ctx, tx, s, id, "read", says, &source, a.now()); err != nil {
				return err
			}
			return store.Announce(ctx, tx, s, "arrivals")
		})
	}
	bad := new(Invalid)
	switch {
	case errors.Is(err, ErrNotFound):
		return nil // cancelled at the last moment
	case errors.As(err, &bad):
		_, err = a.endArrival(ctx, account, course, id, "refused", bad.Says)
	}
	if err != nil {
		return fmt.Errorf("reading arrival %s: %w", id, err)
	}
	return nil
}

// FailArrival records that an arrival can't be read.
func (a *App) FailArrival(ctx context.Context, id uuid.UUID, slow bool) error {
	says := "The reading stopped because of a fault of the program; your other sources are as they were. Bring it again, or as another format."
	if slow {
		says = "This took longer to read than is allowed; split it at a chapter and bring the parts."
	}
	return store.AbandonArrival(ctx, a.pool, id, says, a.now())
}

// keeper keeps what was read, in a transaction that also does what it is given, with
// the source that it became and what to tell the person.
type keeper func(ctx context.Context, also func(tx pgx.Tx, source uuid.UUID, says string) error) error

// readArrival fetches what has to be fetched and reads it.
func (a *App) readArrival(ctx context.Context, s store.Scope, id uuid.UUID, told steps) (keeper, error) {
	arrival, err := store.ArrivalOf(ctx, a.pool, s, id)
	if err != nil {
		return nil, err
	}
	var b brought
	if arrival.Address == "" {
		f := File{arrival.Name, arrival.Size, store.ArrivalBytes(ctx, a.pool, s, id)}
		if arrival.Sort == "paper" {
			return a.readPaper(ctx, s, f, told.pages)
		}
		b, err = a.readFile(ctx, f, told)
		if err != nil {
			return nil, err
		}
	} else if b, err = a.readAddress(ctx, arrival.Address, told); err != nil {
		return nil, err
	}
	return func(ctx context.Context, also func(tx pgx.Tx, source uuid.UUID, says string) error) error {
		return a.keepSource(ctx, s, b, func(tx pgx.Tx, o outcome) error { return also(tx, o.source, o.says()) })
	}, nil
}

// readAddress fetches a page or a file and reads it.
func (a *App) readAddress(ctx context.Context, address string, told steps) (brought, error) {
	if a.fetcher == nil {
		return brought{}, invalid("This server does not fetch web pages; save the page in your browser and bring the file.")
	}
	got, err := a.fetcher(ctx, address)
	if bad := new(source.BadInput); errors.As(err, &bad) {
		return brought{}, invalid("%s", bad.Says)
	}
	if err != nil {
		return brought{}, err
	}
	b, err := a.readFile(ctx, FileOf(got.Name, got.Data), told)
	b.Address, b.Origin = got.Address, got.Address
	if got.Dated != nil {
		b.Dated = got.Dated
	}
	return b, err
}

// says tells a person what became of what they brought, where that is not plain.
func (o outcome) says() string {
	if o.version == 1 {
		return ""
	}
	text := fmt.Sprintf("A new version: %d passages are new or changed.", o.passages)
	if o.cut == 0 {
		return text + " No question was drawn from those that are gone."
	}
	return text + fmt.Sprintf(" %s drawn from those that are gone: proofed again in a moment.", counted(o.cut, "question"))
}

// watch passes the progress of a reading on, not more often than a page can show
// it, and stops the reading where it was cancelled.
type watch struct {
	app   *App
	scope store.Scope
	id    uuid.UUID
	stop  context.CancelCauseFunc

	mu    sync.Mutex
	last  time.Time
	pages int // that the file has
}

// beat is how often progress is written.
const beat = 300 * time.Millisecond

func (w *watch) hear(ctx context.Context, done, of int, says string) {
	w.mu.Lock()
	defer w.mu.Unlock()
	w.pages = of
	if now := w.app.now(); now.Sub(w.last) >= beat {
		w.last = now
		if err := w.tell(ctx, done, of, says); err != nil {
			w.stop(err)
		}
	}
}

// longestTold is how long what was found may be, to be told beside the progress.
const longestTold = 140

// found tells what is found in a reading while it goes on: how much, and the weightiest of
// what was found last.
func (w *watch) found(ctx context.Context) func(done, of int, found []fact.Fact) {
	all, lately := 0, fact.Fact{}
	return func(done, of int, found []fact.Fact) {
		all += len(found)
		found = slices.DeleteFunc(slices.Clone(found), func(f fact.Fact) bool { return len(f.Quote) > longestTold })
		if len(found) > 0 {
			lately = slices.MaxFunc(found, func(a, b fact.Fact) int { return cmp.Compare(a.Weight, b.Weight) })
		}
		says := fmt.Sprintf("%s found in %d%% of it", counted(all, "fact"), 100*done/max(1, of))
		if quote := source.Fold(lately.Quote); quote != "" {
			says += ", lately: “" + strings.TrimRight(quote, ".") + ".”"
		} else {
			says += "."
		}
		w.hear(ctx, w.pages, w.pages, says)
	}
}

// tell writes progress; the error is errCancelled where the arrival has ended.
func (w *watch) tell(ctx context.Context, done, of int, says string) error {
	err := store.ReadArrival(ctx, w.app.pool, w.scope, w.id, done, of, says)
	if errors.Is(err, ErrNotFound) {
		return errCancelled
	}
	if err != nil {
		return err
	}
	return store.Announce(ctx, w.app.pool, w.scope, "arrivals")
}
