package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/kind"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/store"
)

// BankItem is a question as the bank lists it: what is asked, and nothing of its answer.
type BankItem struct {
	ID       uuid.UUID      `json:"id"`
	TopicID  *uuid.UUID     `json:"topic_id,omitempty"`
	State    string         `json:"state" enum:"bench,bank"`
	Kept     bool           `json:"kept,omitempty" doc:"by a person, although not cleared"`
	Version  int            `json:"version"`
	Verdict  proof.Verdict  `json:"verdict" enum:"cleared,worked,held,faulted,unproven"`
	Kind     question.Kind  `json:"kind"`
	Level    question.Level `json:"level" enum:"easy,medium,hard"`
	Stem     string         `json:"stem" doc:"its first 300 letters"`
	From     string         `json:"from" doc:"who wrote it: writer, endpoint, import or person"`
	Tags     []string       `json:"tags,omitempty"`
	Sources  []uuid.UUID    `json:"sources,omitempty" doc:"that it was drawn from"`
	Attempts int            `json:"attempts,omitempty" doc:"of yours"`
	Last     *float64       `json:"last,omitempty" doc:"the share of the points that your last attempt got"`
	At       time.Time      `json:"at"`
}

// mostListed is how many questions a bank lists.
const mostListed = 20_000

// Bank lists all questions of a course, newest first, dropped ones left out.
func (a *App) Bank(ctx context.Context, account, course uuid.UUID) ([]BankItem, error) {
	out := []BankItem{}
	err := a.read(ctx, account, course, editors, func(s store.Scope) error {
		list, err := store.Bank(ctx, a.pool, s, mostListed)
		for _, q := range list {
			out = append(out, BankItem{
				ID: q.ID, TopicID: q.TopicID, State: q.State, Kept: q.Kept, Version: q.Version, Verdict: proof.Verdict(q.Verdict), Kind: question.Kind(q.Kind), Level: question.Level(q.Level),
				Stem: q.Stem, From: q.By, Tags: q.Tags, Sources: q.Sources, Attempts: q.Attempts, Last: q.Last, At: q.At,
			})
		}
		return err
	})
	return out, err
}

// ManyChange is one thing that is changed of many questions.
type ManyChange struct {
	Questions []store.Seen   `json:"questions" nullable:"false" maxItems:"20000" doc:"each at the version that was seen"`
	Do        string         `json:"do" enum:"topic,level,tag,untag,keep,drop,proof"`
	TopicID   *uuid.UUID     `json:"topic_id,omitempty" required:"false" doc:"of topic; none where there is none"`
	Level     question.Level `json:"level,omitempty" required:"false" enum:"easy,medium,hard,"`
	Tag       string         `json:"tag,omitempty" required:"false" maxLength:"60"`
}

// Changed is what came of a change of many questions.
type Changed struct {
	ID      uuid.UUID `json:"id"`
	Count   int       `json:"count" doc:"that were changed"`
	Refused int       `json:"refused" doc:"that were changed meanwhile, or can't be kept"`
	Undone  bool      `json:"undone"`
}

// ChangeMany changes one thing of many questions in one transaction. The page chooses its
// id, so that sending it twice changes once; by that id it is taken back.
func (a *App) ChangeMany(ctx context.Context, account, course, id uuid.UUID, c ManyChange) (Changed, error) {
	c.Tag = strings.Join(strings.Fields(c.Tag), " ")
	switch {
	case c.Do == "level" && !slices.Contains(question.Levels, c.Level):
		return Changed{}, invalid("Say which level: easy, medium or hard.")
	case (c.Do == "tag" || c.Do == "untag") && c.Tag == "":
		return Changed{}, invalid("Write the tag; it is a word or two.")
	}
	var out Changed
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if made, err := store.ChangeOf(ctx, tx, s, id); !errors.Is(err, ErrNotFound) {
			if err == nil {
				out, err = changedOf(made)
			}
			return err
		}
		if c.TopicID != nil {
			if err := store.OfCourse(ctx, tx, s, []uuid.UUID{*c.TopicID}, nil); err != nil {
				return err
			}
		}
		before, err := store.Hold(ctx, tx, s, c.Questions)
		if err != nil {
			return err
		}
		if c.Do == "keep" {
			if before, err = a.keepable(ctx, tx, s, before); err != nil {
				return err
			}
		}
		ids := make([]uuid.UUID, len(before))
		for i, f := range before {
			ids[i] = f.ID
		}
		if err := a.changeEach(ctx, tx, s, c, ids); err != nil {
			return err
		}
		if c.Do == "level" {
			for i := range before {
				before[i].Version++
			}
		}
		what := c
		what.Questions = nil
		made := store.BankChange{ID: id, What: mustJSON(what), Before: mustJSON(before), Refused: len(c.Questions) - len(before)}
		if err := store.AddChange(ctx, tx, s, made, a.now()); err != nil {
			return err
		}
		out = Changed{ID: id, Count: len(before), Refused: made.Refused}
		return store.Announce(ctx, tx, s, "bench")
	})
	return out, err
}

func (a *App) changeEach(ctx context.Context, tx pgx.Tx, s store.Scope, c ManyChange, ids []uuid.UUID) error {
	switch c.Do {
	case "topic":
		return store.PlaceMany(ctx, tx, s, ids, c.TopicID)
	case "level":
		return store.LevelMany(ctx, tx, s, ids, string(c.Level), a.now())
	case "tag", "untag":
		return store.TagMany(ctx, tx, s, ids, c.Tag, c.Do == "tag")
	case "keep":
		return store.StateMany(ctx, tx, s, ids, "bank")
	case "drop":
		return store.StateMany(ctx, tx, s, ids, "dropped")
	case "proof":
		if err := store.AgainMany(ctx, tx, s, ids); err != nil {
			return err
		}
		return a.revised(ctx, tx, s)
	}
	return invalid("There is no such change as “%s”.", c.Do)
}

// keepable are the questions that a person may keep: none that is faulted, and none
// without a key.
func (a *App) keepable(ctx context.Context, tx pgx.Tx, s store.Scope, all []store.Former) ([]store.Former, error) {
	var out []store.Former
	for part := range slices.Chunk(all, readAtOnce) {
		ids := make([]uuid.UUID, len(part))
		for i, f := range part {
			ids[i] = f.ID
		}
		bodies, err := store.Bodies(ctx, tx, s, ids)
		if err != nil {
			return nil, err
		}
		for _, f := range part {
			q, err := kind.Decode(bodies[f.ID])
			if err != nil {
				return nil, fmt.Errorf("reading question %s: %w", f.ID, err)
			}
			if !q.Key.Empty() && proof.Verdict(f.Verdict) != proof.Faulted {
				out = append(out, f)
			}
		}
	}
	return out, nil
}

func changedOf(c store.BankChange) (Changed, error) {
	var before []store.Former
	err := json.Unmarshal(c.Before, &before)
	return Changed{ID: c.ID, Count: len(before), Refused: c.Refused, Undone: c.UndoneAt != nil}, err
}

// UndoMany takes a change of many questions back. What was changed of one since stays.
func (a *App) UndoMany(ctx context.Context, account, course, id uuid.UUID) (Changed, error) {
	var out Changed
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		made, err := store.ChangeOf(ctx, tx, s, id)
		if err != nil {
			return err
		}
		if made.UndoneAt != nil {
			out, err = changedOf(made)
			return err
		}
		var what ManyChange
		var before []store.Former
		if err := errors.Join(json.Unmarshal(made.What, &what), json.Unmarshal(made.Before, &before)); err != nil {
			return err
		}
		count := 0
		switch what.Do {
		case "proof":
			return invalid("A proof that was made again can't be taken back; the latest counts.")
		case "level":
			count, err = a.formerLevels(ctx, tx, s, before)
		default:
			count, err = store.Restore(ctx, tx, s, before)
		}
		if err != nil {
			return err
		}
		if err := store.Undone(ctx, tx, s, id, a.now()); err != nil {
			return err
		}
		out = Changed{ID: id, Count: count, Refused: len(before) - count, Undone: true}
		return store.Announce(ctx, tx, s, "bench")
	})
	return out, err
}

// formerLevels gives questions back the level that each had, in a new version.
func (a *App) formerLevels(ctx context.Context, tx pgx.Tx, s store.Scope, before []store.Former) (int, error) {
	seen := make([]store.Seen, len(before))
	was := map[uuid.UUID]string{}
	for i, f := range before {
		seen[i], was[f.ID] = store.Seen{ID: f.ID, Version: f.Version}, f.Level
	}
	still, err := store.Hold(ctx, tx, s, seen)
	if err != nil {
		return 0, err
	}
	by := map[string][]uuid.UUID{}
	for _, f := range still {
		by[was[f.ID]] = append(by[was[f.ID]], f.ID)
	}
	for _, level := range question.Levels {
		if ids := by[string(level)]; len(ids) > 0 {
			if err := store.LevelMany(ctx, tx, s, ids, string(level), a.now()); err != nil {
				return 0, err
			}
		}
	}
	return len(still), nil
}
