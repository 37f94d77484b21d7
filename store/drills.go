package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// Drill is a run of questions with feedback at once.
type Drill struct {
	ID         uuid.UUID       `db:"id"`
	Label      string          `db:"label"`
	Asked      json.RawMessage `db:"asked"`
	CreatedAt  time.Time       `db:"created_at"`
	FinishedAt *time.Time      `db:"finished_at"`
	Total      int             `db:"total"`
	Answered   int             `db:"answered"`
	Right      int             `db:"right"` // wholly
}

// Item is one place of a drill.
type Item struct {
	Position   int       `db:"position"`
	QuestionID uuid.UUID `db:"question_id"`
	Version    int       `db:"version"`
	Options    []string  `db:"options"`
	Percent    *int      `db:"percent"` // nil until answered
}

// Available counts the questions a topic has for a drill.
type Available struct {
	TopicID *uuid.UUID `db:"topic_id"`
	Count   int        `db:"count"`
}

// Filter says which questions a drill may take.
type Filter struct {
	Levels []string // empty means all
	Kept   bool     // also those a person kept although not cleared
}

// ready is the condition on a question q to enter a drill; $1 course, $2
// account, $3 the time before which an uncovering no longer counts, $4 levels,
// $5 whether kept ones may come.
const ready = `q.course_id = $1 and q.state = 'bank' and (q.verdict = 'cleared' or $5 and q.kept_by = $2)
	and (cardinality($4::text[]) = 0 or q.level = any($4))
	and not exists (select 1 from uncovered u where u.account_id = $2 and u.question_id = q.id and u.at > $3)`

func (f Filter) levels() []string {
	if f.Levels == nil {
		return []string{}
	}
	return f.Levels
}

// AvailableByTopic counts what each topic has for a drill.
func AvailableByTopic(ctx context.Context, db DB, s Scope, f Filter, now time.Time) ([]Available, error) {
	return all[Available](ctx, db, `select q.topic_id, count(*) as count from questions q where `+ready+` group by 1`,
		s.course, s.account, now.Add(-Rest), f.levels(), f.Kept)
}

// Picked is a question taken for a drill.
type Picked struct {
	ID      uuid.UUID `db:"id"`
	Version int       `db:"version"`
}

// Pick takes n questions of a topic: those never answered and those answered
// wrong first, then those answered longest ago; what is equal, by the seed.
func Pick(ctx context.Context, db DB, s Scope, f Filter, topic *uuid.UUID, n int, seed string, now time.Time) ([]Picked, error) {
	return all[Picked](ctx, db, `select q.id, q.version from questions q
		left join (select distinct on (question_id) question_id, percent, answered_at from responses
			where account_id = $2 order by question_id, answered_at desc) r on r.question_id = q.id
		where `+ready+` and q.topic_id is not distinct from $6
		order by r.percent is not null and r.percent = 100, date_trunc('day', r.answered_at) nulls first, md5(q.id::text || $7) limit $8`,
		s.course, s.account, now.Add(-Rest), f.levels(), f.Kept, topic, seed, n)
}

// Bodies reads the newest bodies of picked questions, in their order.
func Bodies(ctx context.Context, db DB, s Scope, picked []Picked) ([]json.RawMessage, error) {
	ids, versions := make([]uuid.UUID, len(picked)), make([]int32, len(picked))
	for i, p := range picked {
		ids[i], versions[i] = p.ID, int32(p.Version)
	}
	var out []json.RawMessage
	err := db.QueryRow(ctx, `select coalesce(array_agg(v.body order by p.n), '{}') from unnest($2::uuid[], $3::int[]) with ordinality as p(id, version, n)
		join questions q on q.id = p.id and q.course_id = $1 join question_versions v on v.question_id = p.id and v.version = p.version`,
		s.course, ids, versions).Scan(&out)
	return out, err
}

// AddDrill stores a drill with its items and says whether it is new.
func AddDrill(ctx context.Context, db DB, s Scope, d Drill, items []Item, now time.Time) (bool, error) {
	tag, err := db.Exec(ctx, `insert into drills (id, course_id, account_id, label, asked, created_at) values ($1, $2, $3, $4, $5, $6) on conflict (id) do nothing`,
		d.ID, s.course, s.account, d.Label, d.Asked, now)
	if err != nil || tag.RowsAffected() == 0 {
		return false, err
	}
	for i, item := range items {
		if _, err := db.Exec(ctx, `insert into drill_items (drill_id, position, question_id, version, options) values ($1, $2, $3, $4, $5)`,
			d.ID, i+1, item.QuestionID, item.Version, item.Options); err != nil {
			return false, err
		}
	}
	return true, nil
}

const drillColumns = `d.id, d.label, d.asked, d.created_at, d.finished_at,
	(select count(*) from drill_items i where i.drill_id = d.id) as total,
	(select count(*) from responses r where r.drill_id = d.id) as answered,
	(select count(*) from responses r where r.drill_id = d.id and r.percent = 100) as right
	from drills d`

// Drills lists an account's drills, newest first.
func Drills(ctx context.Context, db DB, s Scope, limit int) ([]Drill, error) {
	return all[Drill](ctx, db, `select `+drillColumns+` where d.course_id = $1 and d.account_id = $2 order by d.created_at desc limit $3`, s.course, s.account, limit)
}

// DrillOf reads one of the account's drills.
func DrillOf(ctx context.Context, db DB, s Scope, id uuid.UUID) (Drill, error) {
	return one[Drill](ctx, db, `select `+drillColumns+` where d.course_id = $1 and d.account_id = $2 and d.id = $3`, s.course, s.account, id)
}

// Items lists the places of a drill with how each was answered.
func Items(ctx context.Context, db DB, s Scope, id uuid.UUID) ([]Item, error) {
	return all[Item](ctx, db, `select i.position, i.question_id, i.version, i.options, r.percent from drill_items i
		join drills d on d.id = i.drill_id left join responses r on r.drill_id = i.drill_id and r.position = i.position
		where d.course_id = $1 and d.account_id = $2 and d.id = $3 order by i.position`, s.course, s.account, id)
}

// PlacedItem is one place of a drill with the version of the question it asks.
type PlacedItem struct {
	Position   int             `db:"position"`
	QuestionID uuid.UUID       `db:"question_id"`
	Version    int             `db:"version"`
	Options    []string        `db:"options"`
	Topic      string          `db:"topic"`
	Body       json.RawMessage `db:"body"`
	Verdict    string          `db:"verdict"`
	Findings   json.RawMessage `db:"findings"`
}

// ItemAt reads one place of the account's drill.
func ItemAt(ctx context.Context, db DB, s Scope, drill uuid.UUID, position int) (PlacedItem, error) {
	return one[PlacedItem](ctx, db, `select i.position, i.question_id, i.version, i.options, coalesce(t.title, '') as topic, v.body, v.verdict, v.findings
		from drill_items i join drills d on d.id = i.drill_id
		join question_versions v on v.question_id = i.question_id and v.version = i.version
		join questions q on q.id = i.question_id left join topics t on t.id = q.topic_id
		where d.course_id = $1 and d.account_id = $2 and d.id = $3 and i.position = $4`, s.course, s.account, drill, position)
}

// HoldDrill lets nobody else answer in a drill until the transaction ends, so that
// of two last answers one sees the other.
func HoldDrill(ctx context.Context, db DB, s Scope, id uuid.UUID) error {
	return changed(ctx, db, `select 1 from drills where course_id = $1 and account_id = $2 and id = $3 for update`, s.course, s.account, id)
}

// FinishDrill records that every place is answered.
func FinishDrill(ctx context.Context, db DB, s Scope, id uuid.UUID, now time.Time) error {
	_, err := db.Exec(ctx, `update drills d set finished_at = $4 where d.course_id = $1 and d.account_id = $2 and d.id = $3 and d.finished_at is null
		and (select count(*) from responses r where r.drill_id = d.id) = (select count(*) from drill_items i where i.drill_id = d.id)`,
		s.course, s.account, id, now)
	return err
}

// Response is one answer as it was given and marked.
type Response struct {
	ID         uuid.UUID       `db:"id"`
	DrillID    uuid.UUID       `db:"drill_id"`
	Position   int             `db:"position"`
	QuestionID uuid.UUID       `db:"question_id"`
	Version    int             `db:"version"`
	Response   json.RawMessage `db:"response"`
	Confidence string          `db:"confidence"`
	Percent    int             `db:"percent"`
	Slip       string          `db:"slip"`
	Weight     float64         `db:"weight"`
	Seconds    int             `db:"seconds"`
	AnsweredAt time.Time       `db:"answered_at"`
}

// AddResponse stores a response and says whether it is new: a place of a drill
// is answered once.
func AddResponse(ctx context.Context, db DB, s Scope, r Response) (bool, error) {
	tag, err := db.Exec(ctx, `insert into responses (id, course_id, account_id, drill_id, position, question_id, version, topic_id, response, confidence, percent, slip, weight, seconds, answered_at)
		select $1, $2, $3, $4, $5, $6, $7, q.topic_id, $8, $9, $10, $11, $12, $13, $14 from questions q where q.id = $6 and q.course_id = $2
		on conflict do nothing`,
		r.ID, s.course, s.account, r.DrillID, r.Position, r.QuestionID, r.Version, r.Response, r.Confidence, r.Percent, r.Slip, r.Weight, r.Seconds, r.AnsweredAt)
	return tag.RowsAffected() > 0, err
}

const responseColumns = `id, drill_id, position, question_id, version, response, confidence, percent, slip, weight, seconds, answered_at from responses`

// ResponseTo reads how a place of a drill was answered.
func ResponseTo(ctx context.Context, db DB, s Scope, drill uuid.UUID, position int) (Response, error) {
	return one[Response](ctx, db, `select `+responseColumns+` where course_id = $1 and account_id = $2 and drill_id = $3 and position = $4`,
		s.course, s.account, drill, position)
}

// FirstWeighsLess says whether the account saw a question's key before it ever
// answered it.
func FirstWeighsLess(ctx context.Context, db DB, s Scope, question uuid.UUID) (bool, error) {
	var less bool
	err := db.QueryRow(ctx, `select exists(select 1 from uncovered where account_id = $1 and question_id = $2)
		and not exists(select 1 from responses where account_id = $1 and question_id = $2)`, s.account, question).Scan(&less)
	return less, err
}

// SlipCount says how often the account made a slip.
func SlipCount(ctx context.Context, db DB, s Scope, slip string) (made int, err error) {
	err = db.QueryRow(ctx, `select count(*) from responses where course_id = $1 and account_id = $2 and slip = $3`, s.course, s.account, slip).Scan(&made)
	return made, err
}

// TopicAnswers are the responses of an account to a topic, added up.
type TopicAnswers struct {
	TopicID *uuid.UUID `db:"topic_id"`
	Count   int        `db:"count"`
	Right   float64    `db:"right"`
	Weight  float64    `db:"weight"`
}

// Answers adds up an account's responses by the topics that the questions belong
// to now. Answers to questions that a
// person kept unproven are left out: nothing was shown about those.
func Answers(ctx context.Context, db DB, s Scope) ([]TopicAnswers, error) {
	return all[TopicAnswers](ctx, db, `select q.topic_id, count(*) as count, sum(r.weight * r.percent / 100.0) as right, sum(r.weight) as weight
		from responses r join questions q on q.id = r.question_id join question_versions v on v.question_id = r.question_id and v.version = r.version
		where r.course_id = $1 and r.account_id = $2 and v.verdict = 'cleared' group by 1`, s.course, s.account)
}
