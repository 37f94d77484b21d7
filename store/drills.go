package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
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
	Unmarked   int             `db:"unmarked"`
}

// Item is one place of a drill.
type Item struct {
	Position   int       `db:"position"`
	QuestionID uuid.UUID `db:"question_id"`
	Version    int       `db:"version"`
	Options    []string  `db:"options"`
	Answered   bool      `db:"answered"`
	Percent    *int      `db:"percent"` // nil until answered, and of what is not marked
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

const availableByTopic = `select q.topic_id, count(*) as count from questions q where ` + ready + ` group by 1`

// AvailableByTopic counts what each topic has for a drill.
func AvailableByTopic(ctx context.Context, db DB, s Scope, f Filter, now time.Time) ([]Available, error) {
	return all[Available](ctx, db, availableByTopic, s.course, s.account, now.Add(-Rest), f.levels(), f.Kept)
}

// Stock is what a drill is dealt from.
type Stock struct {
	Scope     Scope
	Known     bool // the drill was asked for before
	Topics    []Topic
	Answers   []TopicAnswers
	Available []Available
}

// StockOf enters a course and reads what a drill is dealt from, at once.
func StockOf(ctx context.Context, db Sender, account, course, drill uuid.UUID, f Filter, now time.Time) (Stock, error) {
	var out Stock
	var b pgx.Batch
	askScope(&b, &out.Scope, account, course)
	b.Queue(`select exists(select 1 from drills where course_id = $1 and account_id = $2 and id = $3)`, course, account, drill).QueryRow(func(row pgx.Row) error {
		return row.Scan(&out.Known)
	})
	askAll(&b, &out.Topics, topicsOf, course)
	askAll(&b, &out.Answers, answersOf, course, account)
	askAll(&b, &out.Available, availableByTopic, course, account, now.Add(-Rest), f.levels(), f.Kept)
	return out, db.SendBatch(ctx, &b).Close()
}

// Picked is a question taken for a drill.
type Picked struct {
	ID      uuid.UUID       `db:"id"`
	Version int             `db:"version"`
	Body    json.RawMessage `db:"body"`
}

// Dealt is how many questions a topic gives to a drill.
type Dealt struct {
	Topic *uuid.UUID
	Count int
}

// Pick takes questions of topics, topic by topic: those never answered and those
// answered wrong first, then those answered longest ago; what is equal, by the
// seed.
func Pick(ctx context.Context, db DB, s Scope, f Filter, shares []Dealt, seed string, now time.Time) ([]Picked, error) {
	topics, counts := make([]*uuid.UUID, len(shares)), make([]int32, len(shares))
	for i, share := range shares {
		topics[i], counts[i] = share.Topic, int32(share.Count)
	}
	return all[Picked](ctx, db, `with last as materialized (select distinct on (question_id) question_id, percent, answered_at from responses
			where account_id = $2 order by question_id, answered_at desc)
		select p.id, p.version, v.body from (
			select q.id, q.version, w.n, w.at, row_number() over (partition by w.at
				order by r.answered_at is not null and coalesce(r.percent, 100) = 100, date_trunc('day', r.answered_at) nulls first, md5(q.id::text || $8)) as rank
			from unnest($6::uuid[], $7::int[]) with ordinality as w(topic, n, at)
			join questions q on coalesce(q.topic_id, '00000000-0000-0000-0000-000000000000') = coalesce(w.topic, '00000000-0000-0000-0000-000000000000')
			left join last r on r.question_id = q.id
			where `+ready+`) p
		join question_versions v on v.question_id = p.id and v.version = p.version
		where p.rank <= p.n order by p.at, p.rank`,
		s.course, s.account, now.Add(-Rest), f.levels(), f.Kept, topics, counts, seed)
}

// AddDrill stores a drill with its items, unless it was asked for before, and reads
// how it stands.
func AddDrill(ctx context.Context, db Sender, s Scope, d Drill, items []Item, now time.Time) (Drill, []Item, error) {
	type row struct {
		Position int       `json:"position"`
		Question uuid.UUID `json:"question_id"`
		Version  int       `json:"version"`
		Options  []string  `json:"options"`
	}
	rows := make([]row, len(items))
	for i, item := range items {
		rows[i] = row{i + 1, item.QuestionID, item.Version, item.Options}
	}
	var b pgx.Batch
	b.Queue(`with d as (insert into drills (id, course_id, account_id, label, asked, created_at) values ($1, $2, $3, $4, $5, $6) on conflict (id) do nothing returning id)
		insert into drill_items (drill_id, position, question_id, version, options)
			select d.id, i.position, i.question_id, i.version, array(select jsonb_array_elements_text(i.options))
			from d, jsonb_to_recordset($7) as i(position int, question_id uuid, version int, options jsonb)`, d.ID, s.course, s.account, d.Label, d.Asked, now, encoded(rows))
	var drill Drill
	var out []Item
	askOne(&b, &drill, drillOf, s.course, s.account, d.ID)
	askAll(&b, &out, itemsOf, s.course, s.account, d.ID)
	return drill, out, db.SendBatch(ctx, &b).Close()
}

const drillColumns = `d.id, d.label, d.asked, d.created_at, d.finished_at,
	(select count(*) from drill_items i where i.drill_id = d.id) as total,
	(select count(*) from responses r where r.drill_id = d.id) as answered,
	(select count(*) from responses r where r.drill_id = d.id and r.percent = 100) as right,
	(select count(*) from responses r where r.drill_id = d.id and r.percent is null) as unmarked
	from drills d`

// Drills lists an account's drills, newest first.
func Drills(ctx context.Context, db DB, s Scope, limit int) ([]Drill, error) {
	return all[Drill](ctx, db, `select `+drillColumns+` where d.course_id = $1 and d.account_id = $2 order by d.created_at desc limit $3`, s.course, s.account, limit)
}

const drillOf = `select ` + drillColumns + ` where d.course_id = $1 and d.account_id = $2 and d.id = $3`

// itemsOf are the places of a drill with how each was answered.
const itemsOf = `select i.position, i.question_id, i.version, i.options, r.id is not null as answered, r.percent from drill_items i
	join drills d on d.id = i.drill_id left join responses r on r.drill_id = i.drill_id and r.position = i.position
	where d.course_id = $1 and d.account_id = $2 and d.id = $3 order by i.position`

// DrillOf enters a course and reads one of the account's drills with its places, at
// once.
func DrillOf(ctx context.Context, db Sender, account, course, id uuid.UUID) (Drill, []Item, error) {
	var s Scope
	var drill Drill
	var out []Item
	var b pgx.Batch
	askScope(&b, &s, account, course)
	askOne(&b, &drill, drillOf, course, account, id)
	askAll(&b, &out, itemsOf, course, account, id)
	return drill, out, db.SendBatch(ctx, &b).Close()
}

// PlacedItem is one place of a drill with the version of the question it asks.
type PlacedItem struct {
	Position   int             `db:"position"`
	QuestionID uuid.UUID       `db:"question_id"`
	Version    int             `db:"version"`
	Options    []string        `db:"options"`
	Topic      string          `db:"topic"`
	Body       json.RawMessage `db:"body"`
	ProofID    int64           `db:"proof_id"` // the one that counts
	Verdict    string          `db:"verdict"`
	Findings   json.RawMessage `db:"findings"`
}

const itemAt = `select i.position, i.question_id, i.version, i.options, coalesce(t.title, '') as topic, v.body, p.proof_id, p.verdict, p.findings
	from drill_items i join drills d on d.id = i.drill_id
	join question_versions v on v.question_id = i.question_id and v.version = i.version
	join questions q on q.id = i.question_id left join topics t on t.id = q.topic_id join lateral (` + countingOfVersion + `) p on true
	where d.course_id = $1 and d.account_id = $2 and d.id = $3 and i.position = $4`

// ItemAt reads one place of the account's drill.
func ItemAt(ctx context.Context, db DB, s Scope, drill uuid.UUID, position int) (PlacedItem, error) {
	return one[PlacedItem](ctx, db, itemAt, s.course, s.account, drill, position)
}

// OpenPlace is a place of a drill with all that showing it or marking an answer to
// it needs.
type OpenPlace struct {
	Scope Scope
	Item  PlacedItem
	// Less says that the account saw the question's key before it ever answered it.
	Less  bool
	Given *Response // nil where it is not answered
	Made  int       // how often the account made the slip of that answer in the course
}

// OpenPlaceOf opens a place of a drill of a member of its course, at once.
func OpenPlaceOf(ctx context.Context, db Sender, account, course, drill uuid.UUID, position int) (OpenPlace, error) {
	var row struct {
		PlacedItem
		Role Role `db:"role"`
		Less bool `db:"less"`
	}
	var given *given
	var b pgx.Batch
	askOne(&b, &row, `select m.role, i.position, i.question_id, i.version, i.options, coalesce(t.title, '') as topic, v.body, p.proof_id, p.verdict, p.findings,
			exists(select 1 from uncovered u where u.account_id = $2 and u.question_id = i.question_id)
			and not exists(select 1 from responses r where r.account_id = $2 and r.question_id = i.question_id) as less
		from memberships m join drills d on d.course_id = m.course_id and d.account_id = m.account_id join drill_items i on i.drill_id = d.id
		join question_versions v on v.question_id = i.question_id and v.version = i.version
		join questions q on q.id = i.question_id left join topics t on t.id = q.topic_id join lateral (`+countingOfVersion+`) p on true
		where m.course_id = $1 and m.account_id = $2 and d.id = $3 and i.position = $4`, course, account, drill, position)
	askGiven(&b, &given, account, course, drill, position)
	if err := db.SendBatch(ctx, &b).Close(); err != nil {
		return OpenPlace{}, err
	}
	out := OpenPlace{Scope: Scope{account, course, row.Role}, Item: row.PlacedItem, Less: row.Less}
	if given != nil {
		out.Given, out.Made = &given.Response, given.Made
	}
	return out, nil
}

// given is how a place of a drill was answered, with how often the account made the
// slip of that answer in the course.
type given struct {
	Response
	Made int `db:"made"`
}

// askGiven has a query read that; it stays nil where the place is not answered.
func askGiven(b *pgx.Batch, into **given, account, course, drill uuid.UUID, position int) {
	b.Queue(`select id, drill_id, position, question_id, version, verdict, response, confidence, percent, slip, weight, seconds, answered_at,
			case when slip = '' then 0 else (select count(*) from responses o where o.course_id = $1 and o.account_id = $2 and o.slip = r.slip) end as made
		from responses r where course_id = $1 and account_id = $2 and drill_id = $3 and position = $4`, course, account, drill, position).Query(func(rows pgx.Rows) error {
		found, err := pgx.CollectRows(rows, pgx.RowToStructByName[given])
		if len(found) > 0 {
			*into = &found[0]
		}
		return err
	})
}

// Response is one answer as it was given and marked.
type Response struct {
	ID         uuid.UUID       `db:"id"`
	DrillID    uuid.UUID       `db:"drill_id"`
	Position   int             `db:"position"`
	QuestionID uuid.UUID       `db:"question_id"`
	Version    int             `db:"version"`
	Verdict    string          `db:"verdict"` // that counted when it was given
	Response   json.RawMessage `db:"response"`
	Confidence string          `db:"confidence"`
	Percent    *int            `db:"percent"` // nil where it is not marked
	Slip       string          `db:"slip"`
	Weight     float64         `db:"weight"`
	Seconds    int             `db:"seconds"`
	AnsweredAt time.Time       `db:"answered_at"`
}

// AddResponse stores a response, unless its place was answered before, and reads
// what stands there now with how often the account made its slip. Where it was the
// last open place the drill is finished: answers of one drill wait for each other,
// so that of two last ones one sees the other.
func AddResponse(ctx context.Context, db Sender, s Scope, r Response) (kept Response, made int, err error) {
	var b pgx.Batch
	b.Queue(`select 1 from drills where course_id = $1 and account_id = $2 and id = $3 for update`, s.course, s.account, r.DrillID)
	b.Queue(`insert into responses (id, course_id, account_id, drill_id, position, question_id, version, verdict, topic_id, response, confidence, percent, slip, weight, seconds, answered_at)
		select $1, $2, $3, $4, $5, $6, $7, $15, q.topic_id, $8, $9, $10, $11, $12, $13, $14 from questions q where q.id = $6 and q.course_id = $2
		on conflict do nothing`,
		r.ID, s.course, s.account, r.DrillID, r.Position, r.QuestionID, r.Version, r.Response, r.Confidence, r.Percent, r.Slip, r.Weight, r.Seconds, r.AnsweredAt, r.Verdict)
	b.Queue(`update drills d set finished_at = $4 where d.course_id = $1 and d.account_id = $2 and d.id = $3 and d.finished_at is null
		and (select count(*) from responses r where r.drill_id = d.id) = (select count(*) from drill_items i where i.drill_id = d.id)`,
		s.course, s.account, r.DrillID, r.AnsweredAt)
	var given *given
	askGiven(&b, &given, s.account, s.course, r.DrillID, r.Position)
	if err := db.SendBatch(ctx, &b).Close(); err != nil {
		return Response{}, 0, err
	}
	if given == nil {
		return Response{}, 0, ErrNotFound // its id was taken by another response
	}
	return given.Response, given.Made, nil
}

// TopicAnswers are the responses of an account to a topic, added up.
type TopicAnswers struct {
	TopicID *uuid.UUID `db:"topic_id"`
	Count   int        `db:"count"`
	Right   float64    `db:"right"`
	Weight  float64    `db:"weight"`
}

// answersOf adds up an account's responses by the topics that the questions belong
// to now. Answers to questions that were not cleared when they were given are left
// out: nothing was shown about those.
const answersOf = `select q.topic_id, count(*) as count, sum(r.weight * r.percent / 100.0) as right, sum(r.weight) as weight
	from responses r join questions q on q.id = r.question_id
	where r.course_id = $1 and r.account_id = $2 and r.verdict = 'cleared' and r.percent is not null group by 1`

// Answers adds up an account's responses by topic.
func Answers(ctx context.Context, db DB, s Scope) ([]TopicAnswers, error) {
	return all[TopicAnswers](ctx, db, answersOf, s.course, s.account)
}
