package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/kind"
	"zincowl/core/question"
	"zincowl/core/writer"
	"zincowl/store"
)

// Card is a card of a course with where it belongs, and how it stands with the account.
type Card struct {
	ID      uuid.UUID       `json:"id"`
	Kind    string          `json:"kind" enum:"term,question,blank,cell,region,steps"`
	Front   string          `json:"front"`
	Back    string          `json:"back"`
	Rows    [][]string      `json:"rows,omitempty" nullable:"false" doc:"of a table, its covered cells empty"`
	File    string          `json:"file,omitempty" doc:"of a picture, its name"`
	Masks   []question.Mask `json:"masks,omitempty" nullable:"false" doc:"what is covered"`
	Quote   string          `json:"quote,omitempty" doc:"what the source says"`
	Topic   string          `json:"topic,omitempty"`
	TopicID *uuid.UUID      `json:"topic_id,omitempty"`
	Source  string          `json:"source,omitempty" doc:"the title of its source"`
	From    *uuid.UUID      `json:"source_id,omitempty"`
	Passage string          `json:"passage,omitempty" doc:"that it was drawn from"`
	ByHand  bool            `json:"by_hand" doc:"a person made it"`
	Version int             `json:"version"`

	Looks   int  `json:"looks" doc:"how often it was looked at"`
	Day     *int `json:"day,omitempty" doc:"in how many days it is to be looked at again; left out of one never looked at, resting or done before the exam"`
	Resting bool `json:"resting"`
	PutOff  bool `json:"put_off" doc:"not today"`
	Recall  int  `json:"recall" doc:"how likely it is recalled now, per cent"`

	Fades []float64 `json:"fades,omitempty" nullable:"false" doc:"how likely it is recalled, per cent, at equal steps since its last look"`
	Step  float64   `json:"step,omitempty" doc:"the days of one of these"`
	Since float64   `json:"since,omitempty" doc:"days since its last look"`
}

// mostCards is how many cards a course holds.
const mostCards = 2000

// cardOf is a stored card as the page sees it.
func cardOf(c store.Card) (Card, error) {
	var body question.Card
	if err := json.Unmarshal(c.Body, &body); err != nil {
		return Card{}, fmt.Errorf("reading card %s: %w", c.ID, err)
	}
	out := Card{ID: c.ID, Kind: body.Kind, Front: body.Front, Back: body.Back, Rows: body.Rows, File: body.File, Masks: body.Masks,
		Topic: c.Topic, TopicID: c.TopicID, Source: c.Source, From: c.SourceID, ByHand: c.MadeBy != nil, Version: c.Version}
	if len(body.Cites) > 0 {
		out.Passage = body.Cites[0].Passage
		if len(body.Rows) == 0 {
			out.Quote = body.Cites[0].Quote
		}
	}
	return out, nil
}

// DropCard takes a card out of use.
func (a *App) DropCard(ctx context.Context, account, course, id uuid.UUID) error {
	return a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if err := store.DropCard(ctx, tx, s, id); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "batches")
	})
}

// CardText is what a person writes on a card.
type CardText struct {
	Front   string     `json:"front" minLength:"1" maxLength:"2000"`
	Back    string     `json:"back" minLength:"1" maxLength:"4000"`
	TopicID *uuid.UUID `json:"topic_id,omitempty" required:"false"`
}

// body is the text as a card of a kind, with its fingerprint.
func (t CardText) body(c question.Card) (question.Card, error) {
	c.Front, c.Back = strings.TrimSpace(t.Front), strings.TrimSpace(t.Back)
	if c.Front == "" || c.Back == "" {
		return c, invalid("A card has a front and a back; write both.")
	}
	c.Topic = text(t.TopicID)
	c.ID = question.CardID(c)
	return c, nil
}

// NewCard is a card that a person makes, of nothing, of a passage, or of a question.
type NewCard struct {
	CardText
	SourceID *uuid.UUID `json:"source_id,omitempty" required:"false" doc:"what it is drawn from"`
	Passage  string     `json:"passage,omitempty" required:"false" maxLength:"200"`
}

// MakeCard makes a card by hand; the page chooses its id, so that sending twice makes one. What a card
// says already is not made again.
func (a *App) MakeCard(ctx context.Context, account, course, id uuid.UUID, n NewCard) (Card, error) {
	body, err := n.body(question.Card{Kind: "question", Origin: question.Origin{By: "person"}})
	if err != nil {
		return Card{}, err
	}
	err = a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if err := a.ofCourse(ctx, tx, s, n.TopicID, n.SourceID); err != nil {
			return err
		}
		if n.SourceID != nil && n.Passage != "" {
			says, err := store.PassageText(ctx, tx, s, *n.SourceID, n.Passage)
			if errors.Is(err, ErrNotFound) {
				return invalid("The passage that this card is drawn from is not in its source any more; load the page again.")
			}
			if err != nil {
				return fmt.Errorf("reading the passage of a card: %w", err)
			}
			body.Cites = []question.Cite{{Source: n.SourceID.String(), Passage: n.Passage, Quote: says}}
		}
		return a.addCard(ctx, tx, s, id, n.TopicID, n.SourceID, body)
	})
	if err != nil {
		return Card{}, err
	}
	return a.oneCard(ctx, account, course, id)
}

// CardFrom makes a card of a question that the account answered: its stem in front, its key and the
// reason for it behind.
func (a *App) CardFrom(ctx context.Context, account, course, drill uuid.UUID, position int, id uuid.UUID) (Card, error) {
	p, err := a.open(ctx, account, course, drill, position)
	if err != nil {
		return Card{}, err
	}
	if p.Given == nil {
		return Card{}, invalid("This question is not answered yet, and a card shows its key; answer it first.")
	}
	q := p.question
	body := question.Card{Kind: "question", Front: q.Asks(), Back: kind.KeyText(q), Cites: q.Cites, Topic: q.Topic, Origin: question.Origin{By: "person"}}
	if shown := kind.Show(q).Options; len(shown) > 0 {
		if key, ok := q.KeyOption(); ok {
			body.Back = key.Text
		}
	}
	if q.Explanation != "" {
		body.Back += "\n\n" + q.Explanation
	}
	body.ID = question.CardID(body)
	err = a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		stored, err := store.QuestionOf(ctx, tx, s, p.Item.QuestionID)
		if err != nil {
			return err
		}
		var from *uuid.UUID
		if len(q.Cites) > 0 {
			from = topicID(q.Cites[0].Source)
		}
		return a.addCard(ctx, tx, s, id, stored.TopicID, from, body)
	})
	if err != nil {
		return Card{}, err
	}
	return a.oneCard(ctx, account, course, id)
}

func (a *App) addCard(ctx context.Context, tx pgx.Tx, s store.Scope, id uuid.UUID, topic, from *uuid.UUID, body question.Card) error {
	switch same, dropped, err := store.SameCard(ctx, tx, s, body.ID); {
	case err == nil && same == id:
		return nil // sent twice
	case err == nil && !dropped:
		return invalid("There is a card that says just this already; look for it among the cards.")
	case err == nil:
		return invalid("A card that says just this was dropped; write it otherwise.")
	case !errors.Is(err, store.ErrNotFound):
		return err
	}
	_, held, err := store.CardsBefore(ctx, tx, s, uuid.Nil)
	if err != nil {
		return err
	}
	if held >= mostCards {
		return invalid("This course has %d cards, which is as many as it can have; drop some first.", held)
	}
	by := s.Account()
	if err := store.AddCard(ctx, tx, s, store.Card{ID: id, TopicID: topic, SourceID: from, Fingerprint: body.ID, Kind: body.Kind, Body: mustJSON(body), MadeBy: &by}, a.now()); err != nil {
		return err
	}
	return store.Announce(ctx, tx, s, "batches")
}

// EditCard changes what a card says, from the version that was edited.
func (a *App) EditCard(ctx context.Context, account, course, id uuid.UUID, version int, t CardText) (Card, error) {
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		stored, err := store.CardOf(ctx, tx, s, id)
		if err != nil {
			return err
		}
		var body question.Card
		if err := json.Unmarshal(stored.Body, &body); err != nil {
			return fmt.Errorf("reading card %s: %w", id, err)
		}
		if body, err = t.body(body); err != nil {
			return err
		}
		if err := a.ofCourse(ctx, tx, s, t.TopicID, nil); err != nil {
			return err
		}
		if same, _, err := store.SameCard(ctx, tx, s, body.ID); err == nil && same != id {
			return invalid("There is another card that says just this; drop one of them.")
		} else if err != nil && !errors.Is(err, store.ErrNotFound) {
			return err
		}
		if err := stale(store.EditCard(ctx, tx, s, id, version, body.ID, mustJSON(body), t.TopicID)); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "batches")
	})
	if err != nil {
		return Card{}, err
	}
	return a.oneCard(ctx, account, course, id)
}

// ofCourse says in a sentence where a topic or a source is none of the course.
func (a *App) ofCourse(ctx context.Context, tx pgx.Tx, s store.Scope, topic, from *uuid.UUID) error {
	var topics, sources []uuid.UUID
	if topic != nil {
		topics = append(topics, *topic)
	}
	if from != nil {
		sources = append(sources, *from)
	}
	err := store.OfCourse(ctx, tx, s, topics, sources)
	if errors.Is(err, ErrNotFound) {
		return invalid("This topic or source is not in this course any more; load the page again.")
	}
	return err
}

func (a *App) oneCard(ctx context.Context, account, course, id uuid.UUID) (out Card, err error) {
	err = a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.CardOf(ctx, a.pool, s, id)
		if err != nil {
			return err
		}
		out, err = cardOf(stored)
		return err
	})
	return out, err
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
