package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// Card is a front and a back to be recalled, as it is stored.
type Card struct {
	ID          uuid.UUID       `db:"id"`
	BatchID     *uuid.UUID      `db:"batch_id"`
	TopicID     *uuid.UUID      `db:"topic_id"`
	SourceID    *uuid.UUID      `db:"source_id"`
	Fingerprint string          `db:"fingerprint"`
	Kind        string          `db:"kind"`
	Body        json.RawMessage `db:"body"`
	Topic       string          `db:"topic"`  // its title
	Source      string          `db:"source"` // its title
	MadeBy      *uuid.UUID      `db:"made_by"`
	Version     int             `db:"version"`
}

// AddCard stores a card; one that the course has already is left as it is, also where it was
// dropped.
func AddCard(ctx context.Context, db DB, s Scope, c Card, now time.Time) error {
	_, err := db.Exec(ctx, `insert into cards (id, course_id, batch_id, topic_id, source_id, fingerprint, kind, body, made_by, created_at) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict do nothing`,
		c.ID, s.course, c.BatchID, c.TopicID, c.SourceID, c.Fingerprint, c.Kind, c.Body, c.MadeBy, now)
	return err
}

const cardColumns = `select c.id, c.batch_id, c.topic_id, c.source_id, c.fingerprint, c.kind, c.body, coalesce(t.title, '') as topic, coalesce(r.title, '') as source, c.made_by, c.version
		from cards c left join topics t on t.id = c.topic_id left join sources r on r.id = c.source_id
		where c.course_id = $1 and not c.dropped`

// CardOf is a card of a course that is not dropped.
func CardOf(ctx context.Context, db DB, s Scope, id uuid.UUID) (Card, error) {
	return one[Card](ctx, db, cardColumns+` and c.id = $2`, s.course, id)
}

// SameCard is the card of a course with a fingerprint, also one that was dropped.
func SameCard(ctx context.Context, db DB, s Scope, fingerprint string) (id uuid.UUID, dropped bool, err error) {
	err = db.QueryRow(ctx, `select id, dropped from cards where course_id = $1 and fingerprint = $2`, s.course, fingerprint).Scan(&id, &dropped)
	return id, dropped, missing(err)
}

// TakeUp puts a dropped card back into use.
func TakeUp(ctx context.Context, db DB, s Scope, id uuid.UUID) error {
	return changed(ctx, db, `update cards set dropped = false where course_id = $1 and id = $2`, s.course, id)
}

// EditCard changes what a card says, from the version that was edited.
func EditCard(ctx context.Context, db DB, s Scope, id uuid.UUID, version int, fingerprint string, body json.RawMessage, topic *uuid.UUID) error {
	return changed(ctx, db, `update cards set version = version + 1, fingerprint = $4, body = $5, topic_id = $6 where course_id = $1 and id = $2 and version = $3 and not dropped`, s.course, id, version, fingerprint, body, topic)
}

// Cards lists the cards of a course in the order in which they were made, at most so many.
func Cards(ctx context.Context, db DB, s Scope, limit int) ([]Card, error) {
	return all[Card](ctx, db, cardColumns+` order by c.created_at, c.id limit $2`, s.course, limit)
}

// CardsBefore are the fingerprints of all cards that a course had before a batch, and how many
// it has that are not dropped.
func CardsBefore(ctx context.Context, db DB, s Scope, batch uuid.UUID) (before []string, held int, err error) {
	err = db.QueryRow(ctx, `select coalesce(array_agg(fingerprint) filter (where batch_id is distinct from $2), '{}'), count(*) filter (where not dropped) from cards where course_id = $1`,
		s.course, batch).Scan(&before, &held)
	return before, held, err
}

// DropCard takes a card out of use; it is not made again.
func DropCard(ctx context.Context, db DB, s Scope, id uuid.UUID) error {
	return changed(ctx, db, `update cards set dropped = true where course_id = $1 and id = $2`, s.course, id)
}
