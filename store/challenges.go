package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// Challenge is what somebody held against a key, and what became of it.
type Challenge struct {
	ID         uuid.UUID       `db:"id"`
	QuestionID uuid.UUID       `db:"question_id"`
	Version    int             `db:"version"`
	Mine       bool            `db:"mine"`
	By         string          `db:"by"` // the name of the account
	Claim      json.RawMessage `db:"claim"`
	Outcome    string          `db:"outcome"`
	Says       string          `db:"says"`
	FailsAt    string          `db:"fails_at"`
	Evidence   json.RawMessage `db:"evidence"`
	Made       *int            `db:"made"` // the version that was made of it
	Reopens    *uuid.UUID      `db:"reopens"`
	At         time.Time       `db:"at"`
}

const challengeColumns = `c.id, c.question_id, c.version, c.account_id = $2 as mine, a.name as by, c.claim, c.outcome, c.says, c.fails_at, c.evidence, c.made, c.reopens, c.at
	from challenges c join accounts a on a.id = c.account_id`

// AddChallenge keeps a challenge with what became of it; it is ErrNotFound where somebody
// else's challenge has the id.
func AddChallenge(ctx context.Context, db DB, s Scope, c Challenge) error {
	return changed(ctx, db, `insert into challenges (id, course_id, account_id, question_id, version, claim, outcome, says, fails_at, evidence, made, reopens, at)
		values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13) on conflict do nothing`,
		c.ID, s.course, s.account, c.QuestionID, c.Version, c.Claim, c.Outcome, c.Says, c.FailsAt, c.Evidence, c.Made, c.Reopens, c.At)
}

// ChallengeOf reads one challenge.
func ChallengeOf(ctx context.Context, db DB, s Scope, id uuid.UUID) (Challenge, error) {
	return one[Challenge](ctx, db, `select `+challengeColumns+` where c.course_id = $1 and c.id = $3`, s.course, s.account, id)
}

// ChallengesOf lists the challenges of a question, the latest first.
func ChallengesOf(ctx context.Context, db DB, s Scope, question uuid.UUID) ([]Challenge, error) {
	return all[Challenge](ctx, db, `select `+challengeColumns+` where c.course_id = $1 and c.question_id = $3 order by c.at desc, c.id`, s.course, s.account, question)
}

// Awaits says whether a challenge to the newest version of a question waits for a person.
func Awaits(ctx context.Context, db DB, s Scope, question uuid.UUID) (bool, error) {
	var waits bool
	err := db.QueryRow(ctx, `select exists(select 1 from challenges c join questions q on q.id = c.question_id and q.version = c.version
		where c.course_id = $1 and c.question_id = $2 and c.outcome = 'withdrawn' and q.state = 'bench')`, s.course, question).Scan(&waits)
	return waits, err
}

// Marked is an attempt as it is marked again.
type Marked struct {
	ID       uuid.UUID       `db:"id" json:"id"`
	At       time.Time       `db:"at" json:"at"`
	Response json.RawMessage `db:"response" json:"-"`
	Outof    float64         `db:"outof" json:"-"`
	Points   *float64        `db:"points" json:"points"`
	Slip     string          `db:"slip" json:"slip"`
}

// AttemptsAt reads all attempts at a version of a question, and keeps others from being
// added until the transaction ends.
func AttemptsAt(ctx context.Context, db DB, s Scope, question uuid.UUID, version int) ([]Marked, error) {
	if _, err := db.Exec(ctx, `select 1 from questions where course_id = $1 and id = $2 for update`, s.course, question); err != nil {
		return nil, err
	}
	return all[Marked](ctx, db, `select id, at, response, outof::float8, points::float8, slip from attempts where course_id = $1 and question_id = $2 and version = $3 order by at, id`, s.course, question, version)
}

// MarkAgain keeps what attempts at a version are marked with by the version that
// corrected it, and beside it what they were marked with first; makes the totals of the
// question anew; and has whoever answered it be told.
func MarkAgain(ctx context.Context, db DB, s Scope, question uuid.UUID, from, to int, marks []Marked, says string, now time.Time) error {
	if _, err := db.Exec(ctx, `update attempts a set first_points = coalesce(a.first_points, a.points), first_slip = coalesce(a.first_slip, a.slip), points = m.points, slip = m.slip
		from jsonb_to_recordset($3) as m(id uuid, at timestamptz, points numeric, slip text) where a.course_id = $1 and a.question_id = $2 and a.id = m.id and a.at = m.at`, s.course, question, encoded(marks)); err != nil {
		return err
	}
	// Read again, a place shows the key that is right.
	if _, err := db.Exec(ctx, `update places p set version = $4 from sittings d where d.id = p.sitting_id and d.course_id = $1 and p.question_id = $2 and p.version = $3`, s.course, question, from, to); err != nil {
		return err
	}
	if _, err := db.Exec(ctx, `insert into notices (account_id, course_id, question_id, says, at)
		select distinct a.account_id, $1::uuid, $2::uuid, $4, $5::timestamptz from attempts a where a.course_id = $1 and a.question_id = $2 and a.version = $3`, s.course, question, from, says, now); err != nil {
		return err
	}
	_, err := db.Exec(ctx, `select recount_question($1)`, question)
	return err
}

// Notice is something that the account is to be told.
type Notice struct {
	QuestionID uuid.UUID `db:"question_id"`
	Stem       string    `db:"stem"`
	Says       string    `db:"says"`
	At         time.Time `db:"at"`
}

// Notices lists what the account was not told yet.
func Notices(ctx context.Context, db DB, s Scope) ([]Notice, error) {
	return all[Notice](ctx, db, `select n.question_id, left(v.stem, 200) as stem, n.says, n.at from notices n join questions q on q.id = n.question_id
		join question_versions v on v.question_id = q.id and v.version = q.version
		where n.course_id = $1 and n.account_id = $2 and n.seen_at is null order by n.at desc limit 50`, s.course, s.account)
}

// SeeNotices records that the account was told of what there was until a moment.
func SeeNotices(ctx context.Context, db DB, s Scope, until, now time.Time) error {
	_, err := db.Exec(ctx, `update notices set seen_at = $4 where course_id = $1 and account_id = $2 and seen_at is null and at <= $3`, s.course, s.account, until, now)
	return err
}
