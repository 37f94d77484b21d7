package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// Overrule is an answer in words as the person who gave it marked it, point by point.
type Overrule struct {
	ID        uuid.UUID       `db:"id"`
	Position  int             `db:"position"`
	SittingID uuid.UUID       `db:"sitting_id"`
	Said      string          `db:"said"`
	Standings json.RawMessage `db:"standings"`
	Percent   int             `db:"percent"`
}

const overruleColumns = `id, position, sitting_id, said, standings, percent`

// AddOverrule keeps how an attempt is to be marked, marks it so, with what it was marked with first
// kept beside it, and makes the totals of its question anew. Sent twice it is kept once.
func AddOverrule(ctx context.Context, db DB, s Scope, o Overrule, a Attempt, points float64, now time.Time) error {
	if _, err := db.Exec(ctx, `select 1 from questions where course_id = $1 and id = $2 for update`, s.course, a.QuestionID); err != nil {
		return err
	}
	tag, err := db.Exec(ctx, `insert into overrules (id, course_id, account_id, sitting_id, position, question_id, version, said, standings, percent, was, at)
		values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) on conflict (id) do nothing`,
		o.ID, s.course, s.account, a.SittingID, a.Position, a.QuestionID, a.Version, o.Said, o.Standings, o.Percent, a.Points, now)
	if err != nil || tag.RowsAffected() == 0 {
		return err
	}
	if _, err := db.Exec(ctx, `update attempts set first_points = coalesce(first_points, points), first_slip = coalesce(first_slip, slip), points = $4
		where course_id = $1 and account_id = $2 and id = $3 and at = $5`, s.course, s.account, a.ID, points, a.At); err != nil {
		return err
	}
	_, err = db.Exec(ctx, `select recount_question($1)`, a.QuestionID)
	return err
}

// OverrulesOf are the account's marks of its own answers to a version of a question, the latest
// first.
func OverrulesOf(ctx context.Context, db DB, s Scope, question uuid.UUID, version int) ([]Overrule, error) {
	return all[Overrule](ctx, db, `select `+overruleColumns+` from overrules where course_id = $1 and account_id = $2 and question_id = $3 and version = $4 order by at desc, id`, s.course, s.account, question, version)
}
