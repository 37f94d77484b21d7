package store

import (
	"cmp"
	"context"
	"encoding/json"
	"strconv"
	"time"

	"github.com/google/uuid"
)

// Batch is what came, or is coming, of a brief.
type Batch struct {
	ID         uuid.UUID       `db:"id"`
	Brief      json.RawMessage `db:"brief"`
	State      string          `db:"state"`
	Wanted     int             `db:"wanted"`
	Declined   json.RawMessage `db:"declined"`
	Failure    string          `db:"failure"`
	CreatedAt  time.Time       `db:"created_at"`
	FinishedAt *time.Time      `db:"finished_at"`
	Drafted    int             `db:"drafted"`
	Cleared    int             `db:"cleared"`
	Worked     int             `db:"worked"`
	Held       int             `db:"held"`
	Faulted    int             `db:"faulted"`
	Unproven   int             `db:"unproven"`
	Cards      int             `db:"cards"`
}

// AddBatch stores a batch to be drafted and says whether it is new.
func AddBatch(ctx context.Context, db DB, s Scope, id uuid.UUID, brief json.RawMessage, wanted int, now time.Time) (bool, error) {
	tag, err := db.Exec(ctx, `insert into batches (id, course_id, account_id, brief, state, wanted, created_at) values ($1, $2, $3, $4, 'queued', $5, $6)
		on conflict (id) do nothing`, id, s.course, s.account, brief, wanted, now)
	return tag.RowsAffected() > 0, err
}

const batchColumns = `b.id, b.brief, b.state, b.wanted, b.declined, b.failure, b.created_at, b.finished_at,
	(select count(*) from cards c where c.batch_id = b.id) as cards,
	count(q.id) as drafted,
	count(*) filter (where p.verdict = 'cleared') as cleared, count(*) filter (where p.verdict = 'worked') as worked, count(*) filter (where p.verdict = 'held') as held,
	count(*) filter (where p.verdict = 'faulted') as faulted, count(*) filter (where p.verdict = 'unproven') as unproven
	from batches b left join questions q on q.batch_id = b.id
	left join lateral (select verdict from proofs p where p.question_id = q.id and p.version = 1 order by p.id limit 1) p on true`

// Batches lists the latest batches of a course, newest first.
func Batches(ctx context.Context, db DB, s Scope, limit int) ([]Batch, error) {
	return all[Batch](ctx, db, `select `+batchColumns+` where b.course_id = $1 group by b.id order by b.created_at desc limit $2`, s.course, limit)
}

// BatchOf reads one batch.
func BatchOf(ctx context.Context, db DB, s Scope, id uuid.UUID) (Batch, error) {
	return one[Batch](ctx, db, `select `+batchColumns+` where b.course_id = $1 and b.id = $2 group by b.id`, s.course, id)
}

// BatchState reads only how a batch stands.
func BatchState(ctx context.Context, db DB, s Scope, id uuid.UUID) (string, error) {
	var state string
	err := db.QueryRow(ctx, `select state from batches where course_id = $1 and id = $2`, s.course, id).Scan(&state)
	return state, missing(err)
}

// BatchRoom reads how a batch stands and how many of its questions are still to be
// drafted.
func BatchRoom(ctx context.Context, db DB, s Scope, id uuid.UUID) (state string, left int, err error) {
	err = db.QueryRow(ctx, `select state, wanted - (select count(*) from questions q where q.batch_id = b.id)::int from batches b where course_id = $1 and id = $2`,
		s.course, id).Scan(&state, &left)
	return state, left, missing(err)
}

// StartBatch marks a batch as running unless it has ended, and says ErrNotFound
// where it has.
func StartBatch(ctx context.Context, db DB, s Scope, id uuid.UUID) error {
	return changed(ctx, db, `update batches set state = 'running' where course_id = $1 and id = $2 and state in ('queued', 'running')`, s.course, id)
}

// EndBatch records how a batch ended; one that ended before stays as it is.
func EndBatch(ctx context.Context, db DB, s Scope, id uuid.UUID, state string, declined json.RawMessage, failure string, now time.Time) error {
	_, err := db.Exec(ctx, `update batches set state = $3, declined = $4, failure = $5, finished_at = $6
		where course_id = $1 and id = $2 and state in ('queued', 'running')`, s.course, id, state, declined, failure, now)
	return err
}

// AbandonBatch ends a batch for whoever does the work, whether or not the account
// that asked for it may still do so, with a sentence why; and tells it.
func AbandonBatch(ctx context.Context, db DB, id uuid.UUID, says string, now time.Time) error {
	_, err := db.Exec(ctx, `with ended as (
			update batches set state = 'failed', failure = $2, finished_at = $3 where id = $1 and state in ('queued', 'running') returning course_id)
		select pg_notify('`+channel+`', course_id || ' batches') from ended`, id, says, now)
	return err
}

// Question is a question as the bench and the bank list it.
type Question struct {
	ID      uuid.UUID  `db:"id"`
	BatchID *uuid.UUID `db:"batch_id"`
	Placement
	State   string `db:"state"`
	Kept    bool   `db:"kept"` // by a person, although not cleared
	Version int    `db:"version"`
	Verdict string `db:"verdict"`
	Kind    string `db:"kind"`
	Level   string `db:"level"`
	Title   string `db:"title"`
	// Uncovered is when the account saw the key on the bench.
	Uncovered *time.Time `db:"uncovered"`
	Ordinal   int        `db:"ordinal"`
}

// Version is one version of a question with the proof of it that counts.
type Version struct {
	Version int             `db:"version"`
	Body    json.RawMessage `db:"body"`
	// Stimulus is what the question is asked about, which is stored once for all that
	// are; nil where there is none. As it is read it stands in the body.
	Stimulus *Stimulus `db:"-"`
	// Bands are the hashes by which questions that are nearly the same find each other.
	Bands []int64 `db:"-"`
	Proof
}

// Stimulus is what questions are asked about, by an id that is made of what it is.
type Stimulus struct {
	ID   string
	Body json.RawMessage
}

// Proof is what the checks said of a version of a question. It never changes.
type Proof struct {
	ID       int64           `db:"proof_id"`
	Revision int64           `db:"revision"` // of the course, at which it was made
	Checks   int             `db:"checks"`   // the version of the checks that made it
	Verdict  string          `db:"verdict"`
	Findings json.RawMessage `db:"findings"`
	Mend     json.RawMessage `db:"mend"`
	Ratings  json.RawMessage `db:"ratings"`
	Evidence []CitedPassage  `db:"-"` // what the findings show
}

// Name is a proof's id as others write it.
func (p Proof) Name() string { return strconv.FormatInt(p.ID, 10) }

// counting is the proof that counts for the newest version of a question q, counted
// the same for any version v below.
const (
	counting          = proofsOf + `q.id and p.version = q.version order by p.id desc limit 1`
	countingOfVersion = proofsOf + `v.question_id and p.version = v.version order by p.id desc limit 1`

	proofsOf = `select p.id as proof_id, p.revision, p.checks, p.verdict, p.findings, coalesce(p.mend, 'null'::jsonb) as mend, coalesce(p.ratings, 'null'::jsonb) as ratings
	from proofs p where p.question_id = `
)

// orNull is what is stored of something that a proof may lack.
func orNull(body json.RawMessage) any {
	if len(body) == 0 {
		return nil
	}
	return body
}

// NewQuestion is a question to be stored for the first time.
type NewQuestion struct {
	Question
	Fingerprint string
	Version     Version
	Cites       []CitedPassage
}

// CitedPassage is a passage that a question was drawn from.
type CitedPassage struct {
	Source  uuid.UUID `json:"source_id"`
	Passage string    `json:"passage_id"`
}

// Model is a past question as a batch is modelled on it.
type Model struct {
	TopicID *uuid.UUID      `db:"topic_id"`
	Level   string          `db:"level"`
	Body    json.RawMessage `db:"body"`
}

// QuestionsFrom reads the questions that were brought with some sources, at most so many,
// dropped ones left out.
func QuestionsFrom(ctx context.Context, db DB, s Scope, sources []uuid.UUID, limit int) ([]Model, error) {
	return all[Model](ctx, db, `select q.topic_id, q.level, whole(v.body, v.stimulus, q.course_id) as body
		from questions q join question_versions v on v.question_id = q.id and v.version = q.version
		where q.course_id = $1 and q.state <> 'dropped' and exists (select 1 from cites c where c.question_id = q.id and c.drawn and c.source_id = any($2))
		order by q.created_at, q.ordinal, q.id limit $3`, s.course, sources, limit)
}

// HasQuestion says whether a batch has a question of a fingerprint.
func HasQuestion(ctx context.Context, db DB, s Scope, batch uuid.UUID, fingerprint string) (bool, error) {
	var has bool
	err := db.QueryRow(ctx, `select exists(select 1 from questions where course_id = $1 and batch_id = $2 and fingerprint = $3)`, s.course, batch, fingerprint).Scan(&has)
	return has, err
}

// AddQuestion stores a question with its first version. A repeat of one that
// the course has is left out; the result says whether it was added.
func AddQuestion(ctx context.Context, db DB, s Scope, q NewQuestion, now time.Time) (bool, error) {
	tag, err := db.Exec(ctx, `insert into questions (id, course_id, batch_id, topic_id, statement_id, placed_by, placed_sure, ordinal, state, fingerprint, version, verdict, kind, level, title, created_at, bands)
		values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, 1, $11, $12, $13, $14, $15, $16) on conflict do nothing`,
		q.ID, s.course, q.BatchID, q.TopicID, q.StatementID, cmp.Or(q.By, "words"), q.Sure, q.Ordinal, q.State, q.Fingerprint, q.Version.Verdict, q.Kind, q.Level, q.Title, now, q.Version.Bands)
	if err != nil || tag.RowsAffected() == 0 {
		return false, err
	}
	q.Version.Version = 1
	return true, addVersion(ctx, db, s, q.ID, q.Version, q.Cites, nil, now)
}

func addVersion(ctx context.Context, db DB, s Scope, id uuid.UUID, v Version, cites []CitedPassage, by *uuid.UUID, now time.Time) error {
	if v.Stimulus != nil {
		_, err := db.Exec(ctx, `insert into stimuli (course_id, id, body) values ($1, $2, $3) on conflict do nothing`, s.course, v.Stimulus.ID, v.Stimulus.Body)
		if err != nil {
			return err
		}
	}
	_, err := db.Exec(ctx, `insert into question_versions (question_id, version, body, made_by, created_at) values ($1, $2, $3, $4, $5)`, id, v.Version, v.Body, by, now)
	if err != nil {
		return err
	}
	if _, err := db.Exec(ctx, `delete from cites where question_id = $1`, id); err != nil {
		return err
	}
	if err := cite(ctx, db, id, cites, true); err != nil {
		return err
	}
	return addProof(ctx, db, id, v, now)
}

// addProof adds a proof of a version, with what it shows as evidence.
func addProof(ctx context.Context, db DB, id uuid.UUID, v Version, now time.Time) error {
	_, err := db.Exec(ctx, `insert into proofs (question_id, version, revision, checks, verdict, findings, mend, ratings, made_at) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
		id, v.Version, v.Revision, v.Checks, v.Verdict, v.Findings, orNull(v.Mend), orNull(v.Ratings), now)
	if err != nil {
		return err
	}
	if _, err := db.Exec(ctx, `delete from cites where question_id = $1 and not drawn`, id); err != nil {
		return err
	}
	return cite(ctx, db, id, v.Evidence, false)
}

// cite stores what a question was drawn from, or what its proof shows as evidence.
func cite(ctx context.Context, db DB, id uuid.UUID, cites []CitedPassage, drawn bool) error {
	if len(cites) == 0 {
		return nil
	}
	_, err := db.Exec(ctx, `insert into cites (question_id, source_id, passage_id, drawn)
		select $1, source_id, passage_id, $3 from jsonb_to_recordset($2) as c(source_id uuid, passage_id text) on conflict do nothing`, id, encoded(cites), drawn)
	return err
}

// AddVersion stores a new version of a question that was read at the version
// before, and says ErrNotFound where that is no longer the newest.
func AddVersion(ctx context.Context, db DB, s Scope, id uuid.UUID, from int, v Version, state, title, level string, topic *uuid.UUID, cites []CitedPassage, now time.Time) error {
	v.Version = from + 1
	err := changed(ctx, db, `update questions set version = $4, verdict = $5, state = $6, title = $7, level = $8, kept_by = null, bands = $10,
		topic_id = $9, statement_id = case when topic_id is distinct from $9 then null else statement_id end,
		placed_by = case when topic_id is distinct from $9 then 'person' else placed_by end
		where course_id = $1 and id = $2 and version = $3`, s.course, id, from, v.Version, v.Verdict, state, title, level, topic, v.Bands)
	if err != nil {
		return err
	}
	return addVersion(ctx, db, s, id, v, cites, &s.account, now)
}

// AddProof adds a proof of a question's newest version, which counts from now on, and
// says ErrNotFound where there is a newer version.
func AddProof(ctx context.Context, db DB, s Scope, id uuid.UUID, v Version, state string, now time.Time) error {
	if err := changed(ctx, db, `update questions set verdict = $4, state = $5, again = false, bands = $6 where course_id = $1 and id = $2 and version = $3`,
		s.course, id, v.Version, v.Verdict, state, v.Bands); err != nil {
		return err
	}
	return addProof(ctx, db, id, v, now)
}

const questionColumns = `q.id, q.batch_id, q.topic_id, q.statement_id, q.placed_by, q.placed_sure, q.state, q.kept_by is not null as kept, q.version, q.verdict, q.kind, q.level, q.title, u.at as uncovered, q.ordinal
	from questions q left join uncovered u on u.question_id = q.id and u.account_id = $2`

// Bench lists what waits to be judged, then what is left of the newest batch,
// dropped ones left out.
func Bench(ctx context.Context, db DB, s Scope) ([]Question, error) {
	return all[Question](ctx, db, `select `+questionColumns+` where q.course_id = $1 and q.state <> 'dropped' and
		(q.state = 'bench' or q.batch_id = (select id from batches where course_id = $1 order by created_at desc limit 1))
		order by q.ordinal, q.created_at limit 1000`, s.course, s.account)
}

// QuestionOf reads one question.
func QuestionOf(ctx context.Context, db DB, s Scope, id uuid.UUID) (Question, error) {
	return one[Question](ctx, db, `select `+questionColumns+` where q.course_id = $1 and q.id = $3`, s.course, s.account, id)
}

// Alike reads the questions of a course that share most bands with some, one itself left
// out, dropped ones too.
func Alike(ctx context.Context, db DB, s Scope, bands []int64, but uuid.UUID, limit int) ([]json.RawMessage, error) {
	type near struct {
		Body json.RawMessage `db:"body"`
	}
	list, err := all[near](ctx, db, `select whole(v.body, v.stimulus, q.course_id) as body
		from (select id, version, course_id, created_at, (select count(*) from unnest(q.bands) b where b = any($2)) as shared from questions q
			where q.bands && $2 and q.course_id = $1 and q.state <> 'dropped' and q.id <> $3) q
		join question_versions v on v.question_id = q.id and v.version = q.version
		order by q.shared desc, q.created_at, q.id limit $4`, s.course, bands, but, limit)
	out := make([]json.RawMessage, len(list))
	for i, n := range list {
		out[i] = n.Body
	}
	return out, err
}

// VersionOf reads one version of a question.
func VersionOf(ctx context.Context, db DB, s Scope, id uuid.UUID, version int) (Version, error) {
	return one[Version](ctx, db, `select v.version, whole(v.body, v.stimulus, q.course_id) as body, p.*
		from question_versions v join questions q on q.id = v.question_id join lateral (`+countingOfVersion+`) p on true
		where q.course_id = $1 and q.id = $2 and v.version = $3`, s.course, id, version)
}

// Edition is a version of a question with who made it and the verdict that counts for it.
type Edition struct {
	Version int             `db:"version"`
	At      time.Time       `db:"created_at"`
	By      string          `db:"by"`
	Verdict string          `db:"verdict"`
	Body    json.RawMessage `db:"body"`
}

// VersionsOf reads the versions of a question, the newest first, fifty at most.
func VersionsOf(ctx context.Context, db DB, s Scope, id uuid.UUID) ([]Edition, error) {
	return all[Edition](ctx, db, `select v.version, v.created_at, coalesce(a.name, '') as by, coalesce(p.verdict, 'unproven') as verdict, whole(v.body, v.stimulus, q.course_id) as body
		from question_versions v join questions q on q.id = v.question_id left join accounts a on a.id = v.made_by left join lateral (`+countingOfVersion+`) p on true
		where q.course_id = $1 and q.id = $2 order by v.version desc limit 50`, s.course, id)
}

// NameOf is the name of the account.
func NameOf(ctx context.Context, db DB, s Scope) (string, error) {
	var name string
	err := db.QueryRow(ctx, `select name from accounts where id = $1`, s.account).Scan(&name)
	return name, missing(err)
}

// Bodies reads questions as they stand at their latest version.
func Bodies(ctx context.Context, db DB, s Scope, ids []uuid.UUID) (map[uuid.UUID]json.RawMessage, error) {
	type body struct {
		ID   uuid.UUID       `db:"id"`
		Body json.RawMessage `db:"body"`
	}
	list, err := all[body](ctx, db, `select q.id, whole(v.body, v.stimulus, q.course_id) as body from questions q join question_versions v on v.question_id = q.id and v.version = q.version
		where q.course_id = $1 and q.id = any($2)`, s.course, ids)
	out := make(map[uuid.UUID]json.RawMessage, len(list))
	for _, b := range list {
		out[b.ID] = b.Body
	}
	return out, err
}

// SetState moves a question to the bench, the bank or out, if it is still at
// the version the person saw. Kept says that a person keeps it although it is
// not cleared.
func SetState(ctx context.Context, db DB, s Scope, id uuid.UUID, version int, state string, kept bool) error {
	var by *uuid.UUID
	if kept {
		by = &s.account
	}
	return changed(ctx, db, `update questions set state = $4, kept_by = $5 where course_id = $1 and id = $2 and version = $3`,
		s.course, id, version, state, by)
}

// Uncover notes that the account saw the keys of some questions, and says of how many it had
// not seen them within Rest: looking again does not make a question rest longer. It is
// ErrNotFound where the course lacks one of them.
func Uncover(ctx context.Context, db DB, s Scope, now time.Time, ids ...uuid.UUID) (int, error) {
	var asked, there, fresh int
	err := db.QueryRow(ctx, `with there as (select id from questions where course_id = $1 and id = any($3)),
		fresh as (insert into uncovered (account_id, question_id, at) select $2, id, $4 from there
			on conflict (account_id, question_id) do update set at = excluded.at where uncovered.at <= $5 returning question_id)
		select (select count(distinct id) from unnest($3::uuid[]) id), (select count(*) from there), (select count(*) from fresh)`,
		s.course, s.account, ids, now, now.Add(-Rest)).Scan(&asked, &there, &fresh)
	if err == nil && there < asked {
		err = ErrNotFound
	}
	return fresh, err
}

// FingerprintsBefore lists the fingerprints of all questions of a course but
// those of one batch, dropped ones among them, so that no draft repeats them.
func FingerprintsBefore(ctx context.Context, db DB, s Scope, batch uuid.UUID) ([]string, error) {
	var out []string
	err := db.QueryRow(ctx, `select coalesce(array_agg(fingerprint), '{}') from questions where course_id = $1 and batch_id is distinct from $2`,
		s.course, batch).Scan(&out)
	return out, err
}

// Held counts the questions of a course by topic and level, dropped ones left
// out.
type Held struct {
	TopicID *uuid.UUID `db:"topic_id"`
	Level   string     `db:"level"`
	Count   int        `db:"count"`
}

// HeldQuestions counts what the course has already.
func HeldQuestions(ctx context.Context, db DB, s Scope) ([]Held, error) {
	return all[Held](ctx, db, `select topic_id, level, count(*) as count from questions where course_id = $1 and state <> 'dropped' group by 1, 2`, s.course)
}

// CountCut counts the questions that were drawn from passages a source no longer has,
// dropped ones left out.
func CountCut(ctx context.Context, db DB, s Scope, source uuid.UUID) (int, error) {
	var n int
	err := db.QueryRow(ctx, `select count(*) from questions q where q.course_id = $1 and q.state <> 'dropped'
		and exists (select 1 from cites c where c.question_id = q.id and c.drawn and c.source_id = $2
			and not exists (select 1 from passages p where p.source_id = c.source_id and p.id = c.passage_id))`, s.course, source).Scan(&n)
	return n, err
}
