package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/fact"
	"zincowl/core/kind"
	"zincowl/core/proof"
	"zincowl/store"
)

// revise runs a journey that changes what a course's passages, standings, dates or
// outline say. Its consequences are drawn in the background.
func (a *App) revise(ctx context.Context, account, course uuid.UUID, roles []store.Role, f func(tx pgx.Tx, s store.Scope) error) error {
	return a.write(ctx, account, course, roles, func(tx pgx.Tx, s store.Scope) error {
		if err := a.revised(ctx, tx, s); err != nil {
			return err
		}
		return f(tx, s)
	})
}

// reviseAt runs a change that was computed for a revision of a course, as revise does;
// the error is errMoved where the course has a newer one.
func (a *App) reviseAt(ctx context.Context, s store.Scope, revision int64, f func(tx pgx.Tx, s store.Scope) error) error {
	return a.revise(ctx, s.Account(), s.Course(), editors, func(tx pgx.Tx, s store.Scope) error {
		if now, err := store.RevisionOf(ctx, tx, s); err != nil {
			return err
		} else if now != revision+1 {
			return errMoved
		}
		return f(tx, s)
	})
}

// revised counts a course's revision up and tells of it.
func (a *App) revised(ctx context.Context, tx pgx.Tx, s store.Scope) error {
	if _, err := store.Revise(ctx, tx, s); err != nil {
		return err
	}
	return a.queue.Wake(ctx, tx, s.Account())
}

// errMoved says that a course was revised meanwhile, so that what was computed for it
// may not hold.
var errMoved = errors.New("the course has been revised meanwhile")

// held keeps a course from being revised until the transaction ends; the error is
// errMoved where that has happened since a revision.
func held(ctx context.Context, tx pgx.Tx, s store.Scope, revision int64) error {
	now, err := store.HoldRevision(ctx, tx, s)
	if err == nil && now != revision {
		err = errMoved
	}
	return err
}

// RunSettle draws the consequences of what changed in a course, as the worker: facts
// are read where a better reader reads them, passages and questions sorted where the
// outline changed, and questions proofed again whose proof may no longer hold. Cut off,
// it goes on where it was.
func (a *App) RunSettle(ctx context.Context, course uuid.UUID) error {
	s, err := store.EnterAsOwner(ctx, a.pool, course)
	if errors.Is(err, ErrNotFound) {
		return nil // there is no such course any more, or nobody to see it
	}
	if err != nil {
		return err
	}
	for {
		if err := a.reread(ctx, s); err != nil {
			return fmt.Errorf("reading facts anew: %w", err)
		}
		at, err := store.UnsettledOf(ctx, a.pool, s)
		if err != nil {
			return err
		}
		if at.Unsorted {
			err = a.sort(ctx, s)
		} else if at.Settled == at.Revision {
			return nil
		} else {
			err = a.settle(ctx, s)
		}
		if err != nil && !errors.Is(err, errMoved) {
			return fmt.Errorf("settling course %s: %w", course, err)
		}
	}
}

// FailSettle records that a course can't be settled as it is.
func (a *App) FailSettle(ctx context.Context, course uuid.UUID) error {
	return store.Stick(ctx, a.pool, course)
}

// reread reads the facts of sources that an earlier version of the reader read.
func (a *App) reread(ctx context.Context, s store.Scope) error {
	before, err := store.SourcesReadBefore(ctx, a.pool, s, fact.Version)
	if err != nil {
		return err
	}
	for _, id := range before {
		src, err := store.SourceOf(ctx, a.pool, s, id)
		if errors.Is(err, ErrNotFound) {
			continue
		}
		if err != nil {
			return err
		}
		stored, err := store.Passages(ctx, a.pool, s, id)
		if err != nil {
			return err
		}
		facts := byPassage(fact.ReadParts(ctx, passages(stored), nil))
		if err := ctx.Err(); err != nil {
			return err
		}
		err = pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
			if _, err := store.Revise(ctx, tx, s); err != nil {
				return err
			}
			if now, err := store.SourceOf(ctx, tx, s, id); err != nil || now.Version != src.Version {
				return err // its new version was read as it came
			}
			if err := store.KeepFacts(ctx, tx, s, id, fact.Version, facts); err != nil {
				return err
			}
			return store.Announce(ctx, tx, s, "sources")
		})
		if err != nil && !errors.Is(err, ErrNotFound) {
			return err
		}
	}
	return nil
}

// byPassage are facts as they are stored.
func byPassage(facts []fact.Fact) map[string]any {
	lists := map[string][]fact.Fact{}
	for _, f := range facts {
		lists[f.Passage] = append(lists[f.Passage], f)
	}
	out := make(map[string]any, len(lists))
	for id, list := range lists {
		out[id] = list
	}
	return out
}

// readAtOnce is how many questions are read together to be proofed anew.
const readAtOnce = 100

// told is how often the progress of settling is written.
const told = time.Second

// settle proofs questions again whose proof may no longer hold, and records that the
// course is settled at the revision that it has.
func (a *App) settle(ctx context.Context, s store.Scope) error {
	known, err := a.study(ctx, s)
	if err != nil {
		return err
	}
	before, err := store.OverruledIn(ctx, a.pool, s)
	if err != nil {
		return err
	}
	now := make([]store.Overruled, 0)
	for _, o := range known.library.Overruled() {
		now = append(now, store.Overruled{Source: uuid.MustParse(o.Source), Passage: o.Passage, BySource: uuid.MustParse(o.BySource), ByPassage: o.ByPassage})
	}
	shaken, err := store.Shaken(ctx, a.pool, s, known.revision, proof.Version, differing(before, now))
	if err != nil {
		return err
	}
	last := a.now()
	var bodies map[uuid.UUID]json.RawMessage
	for i, q := range shaken {
		if i%readAtOnce == 0 {
			var ids []uuid.UUID
			for _, next := range shaken[i:min(i+readAtOnce, len(shaken))] {
				ids = append(ids, next.ID)
			}
			if bodies, err = store.Bodies(ctx, a.pool, s, ids); err != nil {
				return err
			}
		}
		if err := a.proofAnew(ctx, s, known, q, bodies[q.ID]); err != nil {
			return err
		}
		if at := a.now(); at.Sub(last) >= told && i+1 < len(shaken) {
			last = at
			if err := store.Proofing(ctx, a.pool, s, i+1, len(shaken)); err != nil {
				return err
			}
			a.announce(s.Course(), "bench")
		}
	}
	return pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		if err := store.Settle(ctx, tx, s, known.revision, now); errors.Is(err, ErrNotFound) {
			return errMoved
		} else if err != nil {
			return err
		}
		for _, what := range []string{"bench", "sources"} {
			if err := store.Announce(ctx, tx, s, what); err != nil {
				return err
			}
		}
		return nil
	})
}

// differing are what only one of two lists holds.
func differing(a, b []store.Overruled) []store.Overruled {
	out := []store.Overruled{}
	for _, o := range a {
		if !slices.Contains(b, o) {
			out = append(out, o)
		}
	}
	for _, o := range b {
		if !slices.Contains(a, o) {
			out = append(out, o)
		}
	}
	return out
}

// proofAnew adds a proof of a question at the revision that was studied. One that is
// no longer sound goes from the bank to the bench, unless a person kept it.
func (a *App) proofAnew(ctx context.Context, s store.Scope, known study, q store.Question, stored json.RawMessage) error {
	if stored == nil { // it is gone
		return nil
	}
	body, err := kind.Decode(stored)
	if err != nil {
		return err
	}
	anew, report, err := examined(ctx, body, known, nil)
	if err != nil {
		return err
	}
	anew.Version = q.Version
	return pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		if err := held(ctx, tx, s, known.revision); err != nil {
			return err
		}
		now, err := store.QuestionOf(ctx, tx, s, q.ID) // a person may have judged it meanwhile
		if err != nil || now.Version != q.Version || now.State == "dropped" {
			return ignored(err)
		}
		state := now.State
		if !report.Verdict.Sound() && state == "bank" && !now.Kept {
			state = "bench"
		}
		return ignored(store.AddProof(ctx, tx, s, q.ID, anew, state, a.now()))
	})
}

// ignored is an error but that something is gone.
func ignored(err error) error {
	if errors.Is(err, ErrNotFound) {
		return nil
	}
	return err
}
