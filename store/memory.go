package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// Look is one look at a card.
type Look struct {
	ID      uuid.UUID `db:"id"`
	At      time.Time `db:"at"`
	CardID  uuid.UUID `db:"card_id"`
	Said    string    `db:"said"`
	Went    string    `db:"went"`
	Typed   string    `db:"typed"`
	Seconds int       `db:"seconds"`
}

// Memory is what the looks of an account at a card come to.
type Memory struct {
	CardID     uuid.UUID  `db:"card_id"`
	Stability  float64    `db:"stability"`
	Difficulty float64    `db:"difficulty"`
	At         *time.Time `db:"at"`
	Looks      int        `db:"looks"`
	Lapses     int        `db:"lapses"`
	Resting    bool       `db:"resting"`
	NotBefore  *time.Time `db:"not_before"`
}

// Wish is what a member asks of their memory, and how it was found to work.
type Wish struct {
	Forget   float64         `db:"forget"`
	Weights  json.RawMessage `db:"weights"`
	Fitted   int             `db:"fitted"`
	ExamDate *time.Time      `db:"exam_date"`
}

const memoriesOf = `select card_id, stability, difficulty, at, looks, lapses, resting, not_before from memories where course_id = $1 and account_id = $2`

// Memories are an account's, of the cards of a course that it has any of.
func Memories(ctx context.Context, db DB, s Scope) ([]Memory, error) {
	return all[Memory](ctx, db, memoriesOf, s.course, s.account)
}

// MemoryOf is an account's memory of a card, locked until the transaction ends; a card that has none
// gets one.
func MemoryOf(ctx context.Context, db DB, s Scope, card uuid.UUID) (Memory, error) {
	if _, err := db.Exec(ctx, `insert into memories (account_id, card_id, course_id) select $2, c.id, c.course_id from cards c where c.course_id = $1 and c.id = $3 and not c.dropped on conflict do nothing`,
		s.course, s.account, card); err != nil {
		return Memory{}, err
	}
	return one[Memory](ctx, db, memoriesOf+` and card_id = $3 for update`, s.course, s.account, card)
}

// KeepMemory stores what became of a memory.
func KeepMemory(ctx context.Context, db DB, s Scope, m Memory) error {
	return changed(ctx, db, `update memories set stability = $4, difficulty = $5, at = $6, looks = $7, lapses = $8, resting = $9, not_before = $10 where course_id = $1 and account_id = $2 and card_id = $3`,
		s.course, s.account, m.CardID, m.Stability, m.Difficulty, m.At, m.Looks, m.Lapses, m.Resting, m.NotBefore)
}

// AddLook adds a look and counts it with its member, unless it is there already.
func AddLook(ctx context.Context, db DB, s Scope, l Look) (fresh bool, err error) {
	tag, err := db.Exec(ctx, `with added as (
			insert into looks (id, at, course_id, account_id, card_id, said, went, typed, seconds) values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict do nothing returning 1)
		update memberships set looks = looks + 1 where course_id = $3 and account_id = $4 and exists (select 1 from added)`,
		l.ID, l.At, s.course, s.account, l.CardID, l.Said, l.Went, l.Typed, l.Seconds)
	return err == nil && tag.RowsAffected() == 1, err
}

// Looks are those of an account in a course, by card, in the order of their time.
func Looks(ctx context.Context, db DB, s Scope) ([]Look, error) {
	return all[Look](ctx, db, `select id, at, card_id, said, went, typed, seconds from looks where course_id = $1 and account_id = $2 order by card_id, at, id`, s.course, s.account)
}

// WishOf is what a member asks of their memory.
func WishOf(ctx context.Context, db DB, s Scope) (Wish, error) {
	return one[Wish](ctx, db, `select m.forget, m.weights, m.fitted, c.exam_date from memberships m join courses c on c.id = m.course_id where m.course_id = $1 and m.account_id = $2`, s.course, s.account)
}

// SetWish stores which share a member lets go.
func SetWish(ctx context.Context, db DB, s Scope, forget float64) error {
	return changed(ctx, db, `update memberships set forget = $3 where course_id = $1 and account_id = $2`, s.course, s.account, forget)
}

// SetWeights stores how a member's memory was found to work, from so many looks.
func SetWeights(ctx context.Context, db DB, s Scope, weights json.RawMessage, looks int) error {
	return changed(ctx, db, `update memberships set weights = $3, fitted = $4 where course_id = $1 and account_id = $2`, s.course, s.account, weights, looks)
}

// Unfitted is a membership whose memory can be fitted anew.
type Unfitted struct {
	CourseID  uuid.UUID `db:"course_id"`
	AccountID uuid.UUID `db:"account_id"`
}

// UnfittedMemories are some memberships with so many looks at least, and so many more than they were
// last fitted from, a quarter of those at least.
func UnfittedMemories(ctx context.Context, db DB, fewest, more, limit int) ([]Unfitted, error) {
	return all[Unfitted](ctx, db, `select m.course_id, m.account_id from memberships m
		where m.looks >= greatest($1, m.fitted + greatest($2, m.fitted / 4)) limit $3`, fewest, more, limit)
}

// RightOn is a right answer to a question of a topic.
type RightOn struct {
	TopicID uuid.UUID `db:"topic_id"`
	At      time.Time `db:"at"`
	Share   float64   `db:"share"`
}

// RightSince are an account's right answers in a course since a moment, in the order of their time, at
// most so many, the latest ones.
func RightSince(ctx context.Context, db DB, s Scope, since time.Time, limit int) ([]RightOn, error) {
	return all[RightOn](ctx, db, `select * from (select q.topic_id, a.at, (a.points / a.outof)::float8 as share from attempts a join questions q on q.id = a.question_id
		where a.course_id = $1 and a.account_id = $2 and a.at > $3 and q.topic_id is not null and a.points >= a.outof / 2 order by a.at desc limit $4) r order by at`, s.course, s.account, since, limit)
}

// LockMemories are an account's memories in a course, kept from changing until the transaction ends.
func LockMemories(ctx context.Context, db DB, s Scope) ([]Memory, error) {
	return all[Memory](ctx, db, memoriesOf+` order by card_id for update`, s.course, s.account)
}
