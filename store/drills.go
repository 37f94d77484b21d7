package store

import (
	"context"
	"encoding/json"
	"fmt"
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
	Which  Which    // of those, by how they went
	Slip   string   // that they tempt to; empty means any
}

// args are the arguments of a query with the condition ready: the five of the constant, those that the
// query has beyond them, and the slip where one is asked for.
func (f Filter) args(course, account uuid.UUID, now time.Time, more ...any) []any {
	out := append([]any{course, account, now.Add(-Rest), f.levels(), f.Kept}, more...)
	if f.Slip != "" {
		out = append(out, f.Slip)
	}
	return out
}

// Which narrows questions by how the account answered them last.
type Which string

// Any question, those never answered, and those that were not wholly right.
const (
	AnyOfThem Which = ""
	New       Which = "new"
	Missed    Which = "missed"
)

// ready is the condition on a question q to enter a drill as a filter asks; see the constant. Where a
// slip is asked for, it is the argument of the number given.
func (f Filter) ready(slip int) string {
	ready := ready
	if f.Slip != "" {
		ready += fmt.Sprintf(` and exists (select 1 from question_versions t where t.question_id = q.id and t.version = q.version
			and (t.body @> jsonb_build_object('options', jsonb_build_array(jsonb_build_object('slip', $%[1]d::text))) or t.body @> jsonb_build_object('slips', jsonb_build_array(jsonb_build_object('id', $%[1]d::text)))))`, slip)
	}
	const answered = ` exists (select 1 from item_states o where o.account_id = $2 and o.question_id = q.id`
	switch f.Which {
	case New:
		return ready + ` and not` + answered + `)`
	case Missed:
		return ready + ` and` + answered + ` and o.last_share < 1)`
	}
	return ready
}

// ready is the condition on a question q to enter a drill; $1 course, $2
// account, $3 the time before which an uncovering no longer counts, $4 levels,
// $5 whether kept ones may come.
const ready = `q.course_id = $1 and q.state = 'bank' and (sound(q.verdict) or $5 and q.kept_by = $2)
	and (cardinality($4::text[]) = 0 or q.level = any($4))
	and not exists (select 1 from uncovered u where u.account_id = $2 and u.question_id = q.id and u.at > $3)`

func (f Filter) levels() []string {
	if f.Levels == nil {
		return []string{}
	}
	return f.Levels
}

// availableByTopic counts what is cleared by topic, from an index alone, less what rests
// for the account, and with what it kept.
const availableByTopic = `select topic_id, sum(n)::int as count from (
		select topic_id, count(*) as n from questions where course_id = $1 and state = 'bank' and sound(verdict)
			and (cardinality($4::text[]) = 0 or level = any($4)) group by 1
		union all
		select q.topic_id, -count(*) from uncovered u join questions q on q.id = u.question_id
			where u.account_id = $2 and u.at > $3 and q.course_id = $1 and q.state = 'bank' and sound(q.verdict)
			and (cardinality($4::text[]) = 0 or q.level = any($4)) group by 1
		union all
		select q.topic_id, count(*) from questions q where $5 and q.kept_by = $2 and not sound(q.verdict) and ` + ready + ` group by 1) c
	group by 1 having sum(n) > 0`

// available counts what each topic has for a drill; what is narrowed by how it went is looked up by
// that.
func (f Filter) available() string {
	if f.Which == AnyOfThem && f.Slip == "" {
		return availableByTopic
	}
	return `select q.topic_id, count(*)::int as count from questions q where ` + f.ready(6) + ` group by 1`
}

// AvailableByTopic counts what each topic has for a drill.
func AvailableByTopic(ctx context.Context, db DB, s Scope, f Filter, now time.Time) ([]Available, error) {
	return all[Available](ctx, db, f.available(), f.args(s.course, s.account, now)...)
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
	b.Queue(`select exists(select 1 from sittings where course_id = $1 and account_id = $2 and id = $3)`, course, account, drill).QueryRow(func(row pgx.Row) error {
		return row.Scan(&out.Known)
	})
	askAll(&b, &out.Topics, topicsOf, course)
	askAll(&b, &out.Answers, answersOf, course, account)
	askAll(&b, &out.Available, f.available(), f.args(course, account, now)...)
	return out, db.SendBatch(ctx, &b).Close()
}

// Picked is a question taken for a drill.
type Picked struct {
	ID       uuid.UUID       `db:"id"`
	Version  int             `db:"version"`
	Body     json.RawMessage `db:"body"`
	Stimulus string          `db:"stimulus"` // what it is asked about, with others; empty where it stands alone
}

const pickedFields = `v.body, coalesce(v.stimulus, '') as stimulus`

// Sets takes, stimulus by stimulus, all questions on one that are ready for a drill.
func Sets(ctx context.Context, db DB, s Scope, f Filter, stimuli []string, now time.Time) ([]Picked, error) {
	return all[Picked](ctx, db, `select q.id, q.version, `+pickedFields+` from question_versions v
		join questions q on q.id = v.question_id and q.version = v.version
		where v.stimulus = any($6) and `+f.ready(7)+` order by v.stimulus, q.ordinal, q.id`,
		f.args(s.course, s.account, now, stimuli)...)
}

// Dealt is how many questions a topic gives to a drill.
type Dealt struct {
	Topic *uuid.UUID
	Count int
}

// Pick takes questions of topics, topic by topic: those never answered first, from a
// place on that the seed says, then those answered wrong, then the others, longest ago
// first. The parts are looked through in this order and no further than is needed.
func Pick(ctx context.Context, db DB, s Scope, f Filter, shares []Dealt, seed string, now time.Time) ([]Picked, error) {
	topics, counts := make([]*uuid.UUID, len(shares)), make([]int32, len(shares))
	for i, share := range shares {
		topics[i], counts[i] = share.Topic, int32(share.Count)
	}
	return all[Picked](ctx, db, `with mine as materialized (
			select q.id, q.version, coalesce(q.topic_id, '`+noTopic+`') as topic, r.last_share, date_trunc('day', r.last_at) as day
			from item_states r join questions q on q.id = r.question_id where r.account_id = $2 and r.course_id = $1 and `+f.ready(9)+`)
		select p.id, p.version, `+pickedFields+` from unnest($6::uuid[], $7::int[]) with ordinality as w(topic, n, at)
		cross join lateral (
			select id, version, row_number() over () as rank from (
				(select q.id, q.version from questions q
					where `+f.ready(9)+` and coalesce(q.topic_id, '`+noTopic+`') = coalesce(w.topic, '`+noTopic+`') and q.id >= md5($8)::uuid
					and not exists (select 1 from item_states r where r.account_id = $2 and r.question_id = q.id) order by q.id)
				union all
				(select q.id, q.version from questions q
					where `+f.ready(9)+` and coalesce(q.topic_id, '`+noTopic+`') = coalesce(w.topic, '`+noTopic+`') and q.id < md5($8)::uuid
					and not exists (select 1 from item_states r where r.account_id = $2 and r.question_id = q.id) order by q.id)
				union all
				(select id, version from mine where topic = coalesce(w.topic, '`+noTopic+`') order by coalesce(last_share, 1) = 1, day, md5(id::text || $8))) c
			limit w.n) p
		join question_versions v on v.question_id = p.id and v.version = p.version
		order by w.at, p.rank`,
		f.args(s.course, s.account, now, topics, counts, seed)...)
}

// noTopic stands for the topic of what has none, where topics are compared.
const noTopic = "00000000-0000-0000-0000-000000000000"

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
	b.Queue(`with d as (insert into sittings (id, course_id, account_id, label, asked, created_at) values ($1, $2, $3, $4, $5, $6) on conflict (id) do nothing returning id)
		insert into places (sitting_id, position, question_id, version, options)
			select d.id, i.position, i.question_id, i.version, array(select jsonb_array_elements_text(i.options))
			from d, jsonb_to_recordset($7) as i(position int, question_id uuid, version int, options jsonb)`, d.ID, s.course, s.account, d.Label, d.Asked, now, encoded(rows))
	var drill Drill
	var out []Item
	askOne(&b, &drill, drillOf, s.course, s.account, d.ID)
	askAll(&b, &out, itemsOf, s.course, s.account, d.ID)
	return drill, out, db.SendBatch(ctx, &b).Close()
}

const drillColumns = `d.id, d.label, d.asked, d.created_at, d.finished_at,
	(select count(*) from places i where i.sitting_id = d.id) as total, r.answered, r.right, r.unmarked
	from sittings d cross join lateral (
		select count(*) as answered, count(*) filter (where points = outof) as right, count(*) filter (where points is null) as unmarked
		from attempts r where r.sitting_id = d.id and r.at >= d.created_at and r.serial = 1) r`

// Drills lists an account's drills, newest first.
func Drills(ctx context.Context, db DB, s Scope, limit int) ([]Drill, error) {
	return all[Drill](ctx, db, `select `+drillColumns+` where d.course_id = $1 and d.account_id = $2 order by d.created_at desc limit $3`, s.course, s.account, limit)
}

const drillOf = `select ` + drillColumns + ` where d.course_id = $1 and d.account_id = $2 and d.id = $3`

// itemsOf are the places of a drill with how each was answered.
const itemsOf = `select i.position, i.question_id, i.version, i.options, r.id is not null as answered, (100 * r.points / r.outof)::int as percent from places i
	join sittings d on d.id = i.sitting_id left join attempts r on r.sitting_id = i.sitting_id and r.position = i.position and r.serial = 1 and r.at >= d.created_at
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
	Revision   int64           `db:"revision"` // at which it was made
	Verdict    string          `db:"verdict"`
	Findings   json.RawMessage `db:"findings"`
	Nth        int             `db:"nth"` // of the places with the same stimulus; 0 where there is none
	Of         int             `db:"of"`
}

// placedFields are the columns of a placed item, of a place i with its question q,
// version v, topic t and proof p.
const placedFields = `i.position, i.question_id, i.version, i.options, coalesce(t.title, '') as topic, whole(v.body, v.stimulus, q.course_id) as body,
	p.proof_id, p.revision, p.verdict, p.findings, coalesce(o.nth, 0) as nth, coalesce(o.of, 0) as of`

// placedFrom joins what they are read from.
const placedFrom = `join question_versions v on v.question_id = i.question_id and v.version = i.version
	join questions q on q.id = i.question_id left join topics t on t.id = q.topic_id join lateral (` + countingOfVersion + `) p on true
	left join lateral (select count(*) filter (where i2.position <= i.position)::int as nth, count(*)::int as of
		from places i2 join question_versions v2 on v2.question_id = i2.question_id and v2.version = i2.version
		where i2.sitting_id = i.sitting_id and v2.stimulus = v.stimulus) o on v.stimulus is not null`

const itemAt = `select ` + placedFields + `
	from places i join sittings d on d.id = i.sitting_id
	` + placedFrom + `
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
	Given *Attempt // nil where it is not answered
	Made  int      // how often the account made the slip of that answer in the course
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
	askOne(&b, &row, `select m.role, `+placedFields+`,
			exists(select 1 from uncovered u where u.account_id = $2 and u.question_id = i.question_id)
			and not exists(select 1 from item_states r where r.account_id = $2 and r.question_id = i.question_id) as less
		from memberships m join sittings d on d.course_id = m.course_id and d.account_id = m.account_id join places i on i.sitting_id = d.id `+placedFrom+`
		where m.course_id = $1 and m.account_id = $2 and d.id = $3 and i.position = $4`, course, account, drill, position)
	askGiven(&b, &given, account, course, drill, position)
	if err := db.SendBatch(ctx, &b).Close(); err != nil {
		return OpenPlace{}, err
	}
	out := OpenPlace{Scope: Scope{account, course, row.Role}, Item: row.PlacedItem, Less: row.Less}
	if given != nil {
		out.Given, out.Made = &given.Attempt, given.Made
	}
	return out, nil
}
