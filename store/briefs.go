package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// SavedBrief is a brief that is kept by name, to be asked for again.
type SavedBrief struct {
	ID   uuid.UUID       `db:"id"`
	Name string          `db:"name"`
	Body json.RawMessage `db:"body"`
}

// Briefs lists the kept briefs of a course by name.
func Briefs(ctx context.Context, db DB, s Scope) ([]SavedBrief, error) {
	return all[SavedBrief](ctx, db, `select id, name, body from briefs where course_id = $1 order by lower(name)`, s.course)
}

// KeepBrief stores a brief under a name; what has its id or its name in the course already is
// replaced.
func KeepBrief(ctx context.Context, db DB, s Scope, b SavedBrief, now time.Time) error {
	if _, err := db.Exec(ctx, `delete from briefs where course_id = $1 and (id = $2 or lower(name) = lower($3))`, s.course, b.ID, b.Name); err != nil {
		return err
	}
	return changed(ctx, db, `insert into briefs (id, course_id, name, body, created_at) values ($1, $2, $3, $4, $5) on conflict do nothing`, b.ID, s.course, b.Name, b.Body, now)
}

// DropBrief forgets a kept brief.
func DropBrief(ctx context.Context, db DB, s Scope, id uuid.UUID) error {
	return changed(ctx, db, `delete from briefs where course_id = $1 and id = $2`, s.course, id)
}

// Returned is a draft that the proof sent back.
type Returned struct {
	Place   int    `db:"place"` // of the batch, counted from 1
	Round   int    `db:"round"` // how often something was sent back for this place, with this one
	Stem    string `db:"stem"`
	Level   string `db:"level"`
	Verdict string `db:"verdict"`
	Says    string `db:"says"`
}

// SendBack keeps a draft that the proof sent back, up to most for one place. One that was kept
// before is not kept again.
func SendBack(ctx context.Context, db DB, s Scope, batch uuid.UUID, fingerprint string, r Returned, most int) error {
	_, err := db.Exec(ctx, `insert into returned (batch_id, fingerprint, place, round, stem, level, verdict, says)
		select b.id, $3, b.place, b.round, $4, $5, $6, $7 from (
			select b.id, 1 + (select count(*) from questions q where q.batch_id = b.id) as place,
				1 + (select count(*) from returned r where r.batch_id = b.id and r.place = 1 + (select count(*) from questions q where q.batch_id = b.id)) as round
			from batches b where b.course_id = $1 and b.id = $2 and b.state = 'running') b
		where b.round <= $8 on conflict do nothing`, s.course, batch, fingerprint, r.Stem, r.Level, r.Verdict, r.Says, most)
	return err
}

// SentBack lists what was sent back of a batch, the latest places first.
func SentBack(ctx context.Context, db DB, s Scope, batch uuid.UUID, limit int) ([]Returned, error) {
	return all[Returned](ctx, db, `select r.place, r.round, r.stem, r.level, r.verdict, r.says from returned r join batches b on b.id = r.batch_id
		where b.course_id = $1 and b.id = $2 order by r.place desc, r.round limit $3`, s.course, batch, limit)
}
