package store

import (
	"context"
	"time"

	"github.com/google/uuid"
)

// Revise counts a course's revision up, for whoever changes what its passages,
// standings, dates or outline say. Until the transaction ends nobody else changes
// them.
func Revise(ctx context.Context, tx DB, s Scope) (int64, error) {
	var revision int64
	err := tx.QueryRow(ctx, `update courses set revision = revision + 1, changed_by = $2 where id = $1 returning revision`, s.course, s.account).Scan(&revision)
	return revision, missing(err)
}

// Lock keeps everybody else from revising a course until the transaction ends, for
// whoever may revise it yet.
func Lock(ctx context.Context, tx DB, s Scope) error {
	return changed(ctx, tx, `select 1 from courses where id = $1 for no key update`, s.course)
}

// RevisionOf reads a course's revision.
func RevisionOf(ctx context.Context, db DB, s Scope) (int64, error) {
	var revision int64
	err := db.QueryRow(ctx, `select revision from courses where id = $1`, s.course).Scan(&revision)
	return revision, missing(err)
}

// HoldRevision reads a course's revision and keeps it from being counted up until the
// transaction ends.
func HoldRevision(ctx context.Context, tx DB, s Scope) (int64, error) {
	var revision int64
	err := tx.QueryRow(ctx, `select revision from courses where id = $1 for share`, s.course).Scan(&revision)
	return revision, missing(err)
}

// Unsort records that a course's passages and questions have to be sorted anew.
func Unsort(ctx context.Context, tx DB, s Scope) error {
	return changed(ctx, tx, `update courses set unsorted = true where id = $1`, s.course)
}

// Sorted records that they are.
func Sorted(ctx context.Context, tx DB, s Scope) error {
	return changed(ctx, tx, `update courses set unsorted = false where id = $1`, s.course)
}

// Unsettled is how far the consequences of a course's changes are drawn.
type Unsettled struct {
	Revision int64 `db:"revision"`
	Settled  int64 `db:"settled"`
	Unsorted bool  `db:"unsorted"`
}

// UnsettledOf reads that.
func UnsettledOf(ctx context.Context, db DB, s Scope) (Unsettled, error) {
	return one[Unsettled](ctx, db, `select revision, settled, unsorted from courses where id = $1`, s.course)
}

// Settle records that the consequences of a revision are drawn, with what is overruled
// at it. It says ErrNotFound where the course has a newer one.
func Settle(ctx context.Context, tx DB, s Scope, revision int64, overruled []Overruled) error {
	if err := changed(ctx, tx, `update courses set settled = revision, proofed = 0, to_proof = 0 where id = $1 and revision = $2`, s.course, revision); err != nil {
		return err
	}
	if _, err := tx.Exec(ctx, `delete from overruled where course_id = $1`, s.course); err != nil {
		return err
	}
	_, err := tx.Exec(ctx, `insert into overruled (course_id, source_id, passage_id, by_source, by_passage)
		select $1, * from jsonb_to_recordset($2) as o(source_id uuid, passage_id text, by_source uuid, by_passage text)`, s.course, encoded(overruled))
	return err
}

// Stick records that a course can't be settled at the revision it has.
func Stick(ctx context.Context, db DB, course uuid.UUID) error {
	_, err := db.Exec(ctx, `update courses set stuck = revision, proofed = 0, to_proof = 0 where id = $1 and settled < revision`, course)
	return err
}

// Proofing records how many of the questions that are proofed again are done.
func Proofing(ctx context.Context, db DB, s Scope, done, of int) error {
	_, err := db.Exec(ctx, `update courses set proofed = $2, to_proof = $3 where id = $1`, s.course, done, of)
	return err
}

// Overruled is a passage that holds what a passage of another source overrules.
type Overruled struct {
	Source    uuid.UUID `db:"source_id" json:"source_id"`
	Passage   string    `db:"passage_id" json:"passage_id"`
	BySource  uuid.UUID `db:"by_source" json:"by_source"`
	ByPassage string    `db:"by_passage" json:"by_passage"`
}

// OverruledIn lists what was overruled when a course was last settled.
func OverruledIn(ctx context.Context, db DB, s Scope) ([]Overruled, error) {
	return all[Overruled](ctx, db, `select source_id, passage_id, by_source, by_passage from overruled where course_id = $1`, s.course)
}

// Shaken lists the questions of a course whose proof may no longer hold at a revision:
// what it rests on is gone, is overruled or was, or other checks made it. Dropped ones
// are left out.
func Shaken(ctx context.Context, db DB, s Scope, revision int64, checks int, overruled []Overruled) ([]Question, error) {
	return all[Question](ctx, db, `select `+questionColumns+` join lateral (`+counting+`) p on true
		where q.course_id = $1 and q.state <> 'dropped' and p.revision < $3 and (q.again or p.checks < $4
			or exists (select 1 from cites c where c.question_id = q.id
				and not exists (select 1 from passages x where x.source_id = c.source_id and x.id = c.passage_id))
			or exists (select 1 from cites c join jsonb_to_recordset($5) as o(source_id uuid, passage_id text) using (source_id, passage_id) where c.question_id = q.id))
		order by q.created_at, q.id`, s.course, s.account, revision, checks, encoded(overruled))
}

// EnterAsOwner enters a course as one of its owners, for the work that nobody in
// particular asked for.
func EnterAsOwner(ctx context.Context, db DB, course uuid.UUID) (Scope, error) {
	s := Scope{course: course, role: Owner}
	err := db.QueryRow(ctx, `select account_id from memberships where course_id = $1 and role = 'owner' order by account_id limit 1`, course).Scan(&s.account)
	return s, missing(err)
}

// KeepFacts stores what was read in the passages of a source by a version of the
// reader, in place of what was there.
func KeepFacts(ctx context.Context, tx DB, s Scope, source uuid.UUID, reader int, facts map[string]any) error {
	if err := changed(ctx, tx, `update sources set reader = $3 where course_id = $1 and id = $2`, s.course, source, reader); err != nil {
		return err
	}
	if _, err := tx.Exec(ctx, `delete from facts where course_id = $1 and source_id = $2`, s.course, source); err != nil {
		return err
	}
	passages, lists := make([]string, 0, len(facts)), make([]string, 0, len(facts))
	for id, list := range facts {
		passages, lists = append(passages, id), append(lists, string(encoded(list)))
	}
	_, err := tx.Exec(ctx, `insert into facts (source_id, passage_id, course_id, list)
		select $2, f.id, $1, f.list from unnest($3::text[], $4::jsonb[]) as f(id, list)`, s.course, source, passages, lists)
	return err
}

// SourcesReadBefore lists the sources whose facts an earlier version of the reader
// read, past papers left out.
func SourcesReadBefore(ctx context.Context, db DB, s Scope, reader int) ([]uuid.UUID, error) {
	var out []uuid.UUID
	err := db.QueryRow(ctx, `select coalesce(array_agg(id order by created_at), '{}') from sources where course_id = $1 and reader < $2 and kind <> 'paper'`, s.course, reader).Scan(&out)
	return out, err
}

// Studied is a source as a course's sources are studied.
type Studied struct {
	ID       uuid.UUID  `db:"id"`
	Title    string     `db:"title"`
	Kind     string     `db:"kind"`
	Language string     `db:"language"`
	Standing string     `db:"standing"`
	Dated    *time.Time `db:"dated"`
	Reader   int        `db:"reader"` // the version that read its facts; 0 for none
	Passages []Passage  `db:"-"`
}

// Study reads all sources of a course with their passages and facts, past papers left
// out, in two queries.
func Study(ctx context.Context, db DB, s Scope) ([]Studied, error) {
	out, err := all[Studied](ctx, db, `select id, title, kind, language, standing, dated, reader from sources
		where course_id = $1 and kind <> 'paper' order by created_at, title, id`, s.course)
	if err != nil {
		return nil, err
	}
	at := make(map[uuid.UUID]int, len(out))
	for i, src := range out {
		at[src.ID] = i
	}
	rows, err := all[struct {
		SourceID uuid.UUID `db:"source_id"`
		Passage
	}](ctx, db, `select p.source_id, `+passageFields+`, '{}'::text[] as verdicts from passages p left join facts f on f.source_id = p.source_id and f.passage_id = p.id
		where p.course_id = $1 order by p.source_id, p.ordinal`, s.course)
	for _, row := range rows {
		if i, ok := at[row.SourceID]; ok {
			out[i].Passages = append(out[i].Passages, row.Passage)
		}
	}
	return out, err
}
