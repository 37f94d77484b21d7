package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Attempt is one answer as it was given and marked. It never changes.
type Attempt struct {
	ID         uuid.UUID       `db:"id"`
	At         time.Time       `db:"at"`
	SittingID  uuid.UUID       `db:"sitting_id"`
	Position   int             `db:"position"`
	QuestionID uuid.UUID       `db:"question_id"`
	Version    int             `db:"version"`
	Verdict    string          `db:"verdict"`  // that counted for the version when it was given
	Revision   int64           `db:"revision"` // of the course, at which that was said
	Response   json.RawMessage `db:"response"`
	Confidence string          `db:"confidence"`
	Points     *float64        `db:"points"` // nil where it is not marked
	Outof      float64         `db:"outof"`
	Slip       string          `db:"slip"`
	Weight     float64         `db:"weight"`
	Seconds    int             `db:"seconds"`
}

// Percent is the share of the points; nil where it is not marked.
func (a Attempt) Percent() *int {
	if a.Points == nil {
		return nil
	}
	percent := int(100**a.Points/a.Outof + 1e-9)
	return &percent
}

// given is how a place of a sitting was answered, with how often the account made the
// slip of that answer in the course.
type given struct {
	Attempt
	Made int `db:"made"`
}

// askGiven has a query read that; it stays nil where the place is not answered.
func askGiven(b *pgx.Batch, into **given, account, course, sitting uuid.UUID, position int) {
	b.Queue(`select r.id, r.at, r.sitting_id, r.position, r.question_id, r.version, r.verdict, r.revision, r.response, r.confidence, r.points, r.outof, r.slip, r.weight, r.seconds,
			case when r.slip = '' then 0 else (select count(*) from attempts o where o.course_id = $1 and o.account_id = $2 and o.slip = r.slip) end as made
		from sittings s join attempts r on r.sitting_id = s.id and r.at >= s.created_at and r.position = $4
		where s.course_id = $1 and s.account_id = $2 and s.id = $3 order by r.serial desc limit 1`, course, account, sitting, position).Query(func(rows pgx.Rows) error {
		found, err := pgx.CollectRows(rows, pgx.RowToStructByName[given])
		if len(found) > 0 {
			*into = &found[0]
		}
		return err
	})
}

// addAttempt adds an attempt with what it counts for, in one statement: the question is
// held, so that it does not go to another topic meanwhile. With feedback at once a place
// takes one attempt, which counts; else it takes any number until the sitting is handed
// in, and the last one counts then.
const addAttempt = `with q as (select id from questions where id = $6 and course_id = $2 for share),
	s as (select feedback = 'at once' as once, finished_at is null as open, created_at from sittings where id = $4 and course_id = $2 and account_id = $3),
	earlier as (select count(*) as n from attempts a join s on a.at >= s.created_at where a.sitting_id = $4 and a.position = $5),
	added as (
		insert into attempts (id, at, course_id, account_id, sitting_id, position, question_id, version, serial, verdict, revision, response, confidence, points, outof, slip, hints, weight, seconds)
		select $1, $14, $2, $3, $4, $5, $6, $7, earlier.n + 1, $8, $9, $10, $11, $12, $13, $15, 0, $16, $17 from q, s, earlier
		where (s.once and earlier.n = 0 or not s.once and s.open) and not exists (select 1 from attempts a where a.id = $1)
		returning *)
	select count_attempts(array_agg(row(added.*)::attempts)) from added, s where s.once having count(*) > 0`

// AddAttempt adds an attempt at a place of a sitting, if the place takes one, and reads
// what stands there now with how often the account made its slip. Where it was the last
// open place of a sitting with feedback at once, that is finished: attempts of one
// sitting wait for each other, so that of two last ones one sees the other.
func AddAttempt(ctx context.Context, db Sender, s Scope, a Attempt) (kept Attempt, made int, err error) {
	var b pgx.Batch
	b.Queue(`select 1 from sittings where course_id = $1 and account_id = $2 and id = $3 for update`, s.course, s.account, a.SittingID)
	b.Queue(addAttempt, a.ID, s.course, s.account, a.SittingID, a.Position, a.QuestionID, a.Version, a.Verdict, a.Revision, a.Response, a.Confidence, a.Points, a.Outof, a.At, a.Slip, a.Weight, a.Seconds)
	b.Queue(`update sittings d set finished_at = $4 where d.course_id = $1 and d.account_id = $2 and d.id = $3 and d.finished_at is null and d.feedback = 'at once'
		and (select count(*) from attempts r where r.sitting_id = d.id and r.at >= d.created_at) = (select count(*) from places i where i.sitting_id = d.id)`,
		s.course, s.account, a.SittingID, a.At)
	var given *given
	askGiven(&b, &given, s.account, s.course, a.SittingID, a.Position)
	if err := db.SendBatch(ctx, &b).Close(); err != nil {
		return Attempt{}, 0, err
	}
	if given == nil {
		return Attempt{}, 0, ErrNotFound // its id was taken by another attempt
	}
	return given.Attempt, given.Made, nil
}

// HandIn ends a sitting that is handed in, and counts the last attempt at each place.
func HandIn(ctx context.Context, db DB, s Scope, sitting uuid.UUID, now time.Time) error {
	if err := changed(ctx, db, `update sittings set finished_at = $4 where course_id = $1 and account_id = $2 and id = $3 and feedback <> 'at once' and finished_at is null`,
		s.course, s.account, sitting, now); err != nil {
		return err
	}
	_, err := db.Exec(ctx, `select count_attempts(array_agg(a)) from attempts a where sitting_id = $1
		and exists (select 1 from counting_attempts c where c.id = a.id and c.at = a.at and c.sitting_id = $1) having count(*) > 0`, sitting)
	return err
}

// Recount makes all totals anew from the log of attempts.
func Recount(ctx context.Context, db DB) error {
	_, err := db.Exec(ctx, `select recount()`)
	return err
}

// MakeRoomForAttempts makes the months' parts of the log that are needed soon.
func MakeRoomForAttempts(ctx context.Context, db DB, now time.Time) error {
	_, err := db.Exec(ctx, `select make_room_for_attempts((date_trunc('month', $1::timestamptz) + n * interval '1 month')::date) from generate_series(0, 3) n`, now)
	return err
}

// TopicAnswers are the attempts of an account at a topic, added up.
type TopicAnswers struct {
	TopicID *uuid.UUID `db:"topic_id"`
	Count   int        `db:"count"`
	Right   float64    `db:"right"`
	Weight  float64    `db:"weight"`
}

// answersOf are an account's attempts by the topics that the questions belong to now.
// What was not cleared when it was answered is left out: nothing was shown about that.
const answersOf = `select ` + answerColumns + ` from topic_totals t where t.course_id = $1 and t.account_id = $2 and counted > 0`

const answerColumns = `t.topic_id, t.counted as count, t.points::float8 as right, t.weight::float8 as weight`

// Answers adds up an account's attempts by topic.
func Answers(ctx context.Context, db DB, s Scope) ([]TopicAnswers, error) {
	return all[TopicAnswers](ctx, db, answersOf, s.course, s.account)
}
