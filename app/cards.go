package app

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/question"
	"zincowl/core/writer"
	"zincowl/store"
)

// Card is a card of a course with where it belongs.
type Card struct {
	ID     uuid.UUID       `json:"id"`
	Kind   string          `json:"kind" enum:"term,question,blank,cell,region,steps"`
	Front  string          `json:"front"`
	Back   string          `json:"back"`
	Rows   [][]string      `json:"rows,omitempty" nullable:"false" doc:"of a table, its covered cells empty"`
	File   string          `json:"file,omitempty" doc:"of a picture, its name"`
	Masks  []question.Mask `json:"masks,omitempty" nullable:"false" doc:"what is covered"`
	Quote  string          `json:"quote,omitempty" doc:"what the source says"`
	Topic  string          `json:"topic,omitempty"`
	Source string          `json:"source,omitempty" doc:"the title of its source"`
	From   *uuid.UUID      `json:"source_id,omitempty"`
}

// mostCards is how many cards a course holds.
const mostCards = 2000

// Cards lists the cards of a course, those made first before the others.
func (a *App) Cards(ctx context.Context, account, course uuid.UUID) ([]Card, error) {
	out := []Card{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.Cards(ctx, a.pool, s, mostCards)
		for _, c := range stored {
			var body question.Card
			if err := json.Unmarshal(c.Body, &body); err != nil {
				return fmt.Errorf("reading card %s: %w", c.ID, err)
			}
			card := Card{ID: c.ID, Kind: body.Kind, Front: body.Front, Back: body.Back, Rows: body.Rows, File: body.File, Masks: body.Masks, Topic: c.Topic, Source: c.Source, From: c.SourceID}
			if len(body.Cites) > 0 && len(body.Rows) == 0 {
				card.Quote = body.Cites[0].Quote
			}
			out = append(out, card)
		}
		return err
	})
	return out, err
}

// DropCard takes a card out of use.
func (a *App) DropCard(ctx context.Context, account, course, id uuid.UUID) ([]Card, error) {
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if err := store.DropCard(ctx, tx, s, id); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "batches")
	})
	if err != nil {
		return nil, err
	}
	return a.Cards(ctx, account, course)
}

// makeCards writes the cards of a batch. Done again after a stop it makes the same ones, which
// are then there already.
func (a *App) makeCards(ctx context.Context, s store.Scope, batch uuid.UUID, want writer.Brief, known study) error {
	before, there, err := store.CardsBefore(ctx, a.pool, s, batch)
	if err != nil {
		return fmt.Errorf("reading the cards that there are: %w", err)
	}
	want.Avoid = append(want.Avoid, before...)
	cards, err := writer.Cards(ctx, known.material, want)
	if err != nil {
		return fmt.Errorf("writing cards: %w", err)
	}
	if room := mostCards - there; len(cards) > room {
		cards = cards[:max(0, room)]
	}
	return pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		if err := held(ctx, tx, s, known.revision); err != nil {
			return err
		}
		for _, c := range cards {
			kept := store.Card{ID: uuid.New(), BatchID: &batch, TopicID: topicID(c.Topic), Fingerprint: c.ID, Kind: c.Kind, Body: mustJSON(c)}
			if len(c.Cites) > 0 {
				kept.SourceID = topicID(c.Cites[0].Source)
			}
			if err := store.AddCard(ctx, tx, s, kept, a.now()); err != nil {
				return fmt.Errorf("keeping a card: %w", err)
			}
		}
		return store.Announce(ctx, tx, s, "batches")
	})
}
