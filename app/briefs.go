package app

import (
	"context"
	"encoding/json"
	"slices"
	"strings"
	"unicode/utf8"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/store"
)

// SavedBrief is a brief kept by name.
type SavedBrief struct {
	ID    uuid.UUID `json:"id"`
	Name  string    `json:"name"`
	Brief Brief     `json:"brief"`
}

// NewBrief is a brief to be kept.
type NewBrief struct {
	Name  string `json:"name" maxLength:"80"`
	Brief Brief  `json:"brief"`
}

// Briefs lists the kept briefs of a course.
func (a *App) Briefs(ctx context.Context, account, course uuid.UUID) ([]SavedBrief, error) {
	out := []SavedBrief{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		kept, err := store.Briefs(ctx, a.pool, s)
		for _, k := range kept {
			b := SavedBrief{ID: k.ID, Name: k.Name}
			_ = json.Unmarshal(k.Body, &b.Brief) // written by us
			out = append(out, b)
		}
		return err
	})
	return out, err
}

// mostBriefs is how many briefs a course keeps.
const mostBriefs = 50

// KeepBrief keeps a brief by name; one of the same name is replaced.
func (a *App) KeepBrief(ctx context.Context, account, course, id uuid.UUID, b NewBrief) ([]SavedBrief, error) {
	b.Name = strings.Join(strings.Fields(b.Name), " ")
	if b.Name == "" || utf8.RuneCountInString(b.Name) > 80 {
		return nil, invalid("A brief is kept by a name of 1 to 80 letters.")
	}
	if err := b.Brief.check(); err != nil {
		return nil, invalid("%s", err)
	}
	b.Brief.Seed, b.Brief.Like, b.Brief.Turn = 0, nil, "" // drawn anew each time, from all that is there
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		kept, err := store.Briefs(ctx, tx, s)
		if err != nil {
			return err
		}
		replaces := slices.ContainsFunc(kept, func(k store.SavedBrief) bool { return k.ID == id || strings.EqualFold(k.Name, b.Name) })
		if len(kept) >= mostBriefs && !replaces {
			return invalid("This course keeps %d briefs already; forget one first.", mostBriefs)
		}
		if err := store.KeepBrief(ctx, tx, s, store.SavedBrief{ID: id, Name: b.Name, Body: mustJSON(b.Brief)}, a.now()); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "batches")
	})
	if err != nil {
		return nil, err
	}
	return a.Briefs(ctx, account, course)
}

// DropBrief forgets a kept brief.
func (a *App) DropBrief(ctx context.Context, account, course, id uuid.UUID) ([]SavedBrief, error) {
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if err := store.DropBrief(ctx, tx, s, id); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "batches")
	})
	if err != nil {
		return nil, err
	}
	return a.Briefs(ctx, account, course)
}
