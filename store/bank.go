package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// Listed is a question as the bank lists it, with how it went with the account.
type Listed struct {
	ID       uuid.UUID   `db:"id"`
	TopicID  *uuid.UUID  `db:"topic_id"`
	State    string      `db:"state"`
	Kept     bool        `db:"kept"`
	Version  int         `db:"version"`
	Verdict  string      `db:"verdict"`
	Kind     string      `db:"kind"`
	Level    string      `db:"level"`
	Stem     string      `db:"stem"`
	By       string      `db:"by"`
	Tags     []string    `db:"tags"`
	Sources  []uuid.UUID `db:"sources"`
	Attempts int         `db:"attempts"`
	Last     *float64    `db:"last_share"` // of the points, of the last attempt
	At       time.Time   `db:"created_at"`
}

// Bank lists the questions of a course, newest first, dropped ones left out.
func Bank(ctx context.Context, db DB, s Scope, limit int) ([]Listed, error) {
	return all[Listed](ctx, db, `select q.id, q.topic_id, q.state, q.kept_by is not null as kept, q.version, q.verdict, q.kind, q.level, left(v.stem, 300) as stem,
			coalesce(v.body->'origin'->>'by', '') as by, q.tags, coalesce(c.sources, '{}') as sources, coalesce(i.attempts, 0) as attempts, i.last_share::float8, q.created_at
		from questions q join question_versions v on v.question_id = q.id and v.version = q.version
		left join (select c.question_id, array_agg(distinct c.source_id) as sources from cites c join questions d on d.id = c.question_id
			where d.course_id = $1 and c.drawn group by 1) c on c.question_id = q.id
		left join item_states i on i.question_id = q.id and i.account_id = $2
		where q.course_id = $1 and q.state <> 'dropped' order by q.created_at desc, q.ordinal, q.id limit $3`, s.course, s.account, limit)
}

// Seen is a question at the version that a person saw.
type Seen struct {
	ID      uuid.UUID `json:"id"`
	Version int       `json:"version" minimum:"0" maximum:"2000000000"`
}

// Former is a question as it was before it was changed with many others.
type Former struct {
	ID          uuid.UUID  `db:"id" json:"id"`
	Version     int        `db:"version" json:"version"` // after the change
	TopicID     *uuid.UUID `db:"topic_id" json:"topic_id"`
	StatementID *uuid.UUID `db:"statement_id" json:"statement_id"`
	PlacedBy    string     `db:"placed_by" json:"placed_by"`
	Level       string     `db:"level" json:"level"`
	Tags        []string   `db:"tags" json:"tags"`
	State       string     `db:"state" json:"state"`
	KeptBy      *uuid.UUID `db:"kept_by" json:"kept_by"`
	Verdict     string     `db:"verdict" json:"-"`
}

// BankChange is what was changed of many questions at once.
type BankChange struct {
	ID       uuid.UUID       `db:"id"`
	What     json.RawMessage `db:"what"`
	Before   json.RawMessage `db:"before"`
	Refused  int             `db:"refused"` // others were changed meanwhile, or can't be
	UndoneAt *time.Time      `db:"undone_at"`
}

// ChangeOf reads a change.
func ChangeOf(ctx context.Context, db DB, s Scope, id uuid.UUID) (BankChange, error) {
	return one[BankChange](ctx, db, `select id, what, before, refused, undone_at from changes where course_id = $1 and id = $2 and account_id = $3`, s.course, id, s.account)
}

// AddChange keeps what was changed; it is ErrNotFound where somebody else's change has the id.
func AddChange(ctx context.Context, db DB, s Scope, c BankChange, now time.Time) error {
	return changed(ctx, db, `insert into changes (id, course_id, account_id, what, before, refused, made_at) values ($1, $2, $3, $4, $5, $6, $7) on conflict do nothing`,
		c.ID, s.course, s.account, c.What, c.Before, c.Refused, now)
}

// Hold reads the questions that are still at the versions that a person saw, dropped
// ones left out, and keeps them as they are until the transaction ends.
func Hold(ctx context.Context, db DB, s Scope, seen []Seen) ([]Former, error) {
	return all[Former](ctx, db, `select q.id, q.version, q.topic_id, q.statement_id, q.placed_by, q.level, q.tags, q.state, q.kept_by, q.verdict
		from questions q join jsonb_to_recordset($2) as w(id uuid, version int) on w.id = q.id and w.version = q.version
		where q.course_id = $1 and q.state <> 'dropped' order by q.id for update of q`, s.course, encoded(seen))
}

// PlaceMany moves questions to a topic, or to none.
func PlaceMany(ctx context.Context, db DB, s Scope, ids []uuid.UUID, topic *uuid.UUID) error {
	_, err := db.Exec(ctx, `update questions set topic_id = $3, placed_by = 'person', statement_id = case when topic_id is distinct from $3 then null else statement_id end
		where course_id = $1 and id = any($2)`, s.course, ids, topic)
	return err
}

// TagMany adds a tag to questions, or takes it away.
func TagMany(ctx context.Context, db DB, s Scope, ids []uuid.UUID, tag string, add bool) error {
	set := `array_remove(tags, $3)`
	if add {
		set = `array_append(array_remove(tags, $3), $3)`
	}
	_, err := db.Exec(ctx, `update questions set tags = `+set+` where course_id = $1 and id = any($2)`, s.course, ids, tag)
	return err
}

// LevelMany gives questions another level, in a new version each whose proof says what
// that of the version before says: what is asked is the same.
func LevelMany(ctx context.Context, db DB, s Scope, ids []uuid.UUID, level string, now time.Time) error {
	_, err := db.Exec(ctx, `insert into question_versions (question_id, version, body, made_by, created_at)
		select q.id, q.version + 1, jsonb_set(v.body, '{level}', to_jsonb($3::text)), $4, $5 from questions q join question_versions v on v.question_id = q.id and v.version = q.version
		where q.course_id = $1 and q.id = any($2)`, s.course, ids, level, s.account, now)
	if err != nil {
		return err
	}
	if _, err = db.Exec(ctx, `insert into proofs (question_id, version, revision, checks, verdict, findings, mend, ratings, made_at)
		select q.id, q.version + 1, p.revision, p.checks, p.verdict, p.findings, case when p.mend = 'null' then null else jsonb_set(p.mend, '{level}', to_jsonb($3::text)) end, p.ratings, $4
		from questions q join lateral (`+counting+`) p on true where q.course_id = $1 and q.id = any($2)`, s.course, ids, level, now); err != nil {
		return err
	}
	_, err = db.Exec(ctx, `update questions set version = version + 1, level = $3 where course_id = $1 and id = any($2)`, s.course, ids, level)
	return err
}

// StateMany moves questions to the bench, the bank or out. Those on the bench that are
// not cleared are kept under the account's name.
func StateMany(ctx context.Context, db DB, s Scope, ids []uuid.UUID, state string) error {
	_, err := db.Exec(ctx, `update questions set state = $3, kept_by = case when $3 = 'bank' and verdict not in ('cleared', 'worked') then $4::uuid end where course_id = $1 and id = any($2)`, s.course, ids, state, s.account)
	return err
}

// AgainMany asks for questions to be proofed again, by whoever settles the course next.
func AgainMany(ctx context.Context, db DB, s Scope, ids []uuid.UUID) error {
	_, err := db.Exec(ctx, `update questions set again = true where course_id = $1 and id = any($2)`, s.course, ids)
	return err
}

// Restore puts questions back to what they were, but for those that were changed since.
// It says how many were put back.
func Restore(ctx context.Context, db DB, s Scope, before []Former) (int, error) {
	tag, err := db.Exec(ctx, `update questions q set topic_id = case when f.topic_id is null or exists (select 1 from topics t where t.id = f.topic_id) then f.topic_id else q.topic_id end,
			statement_id = case when exists (select 1 from statements t where t.id = f.statement_id) then f.statement_id end,
			placed_by = f.placed_by, tags = f.tags, state = f.state, kept_by = f.kept_by
		from jsonb_to_recordset($2) as f(id uuid, version int, topic_id uuid, statement_id uuid, placed_by text, tags text[], state text, kept_by uuid)
		where q.course_id = $1 and q.id = f.id and q.version = f.version`, s.course, encoded(before))
	return int(tag.RowsAffected()), err
}

// Undone records that a change was taken back.
func Undone(ctx context.Context, db DB, s Scope, id uuid.UUID, now time.Time) error {
	return changed(ctx, db, `update changes set undone_at = $3 where course_id = $1 and id = $2 and account_id = $4 and undone_at is null`, s.course, id, now, s.account)
}
