package store

import (
	"context"
	"encoding/json"

	"github.com/google/uuid"

	"zincowl/core/source"
)

// Topic is a node of a course's syllabus.
type Topic struct {
	ID     uuid.UUID       `db:"id"`
	Title  string          `db:"title"`
	Depth  int             `db:"depth"`
	Given  *float64        `db:"given"` // as the outline says it, in its unit
	Unit   string          `db:"unit"`
	Weight float64         `db:"weight"` // own share of the marks, per cent
	Share  json.RawMessage `db:"share"`  // how that came about
}

// Statement is one thing the candidate must be able to do.
type Statement struct {
	ID      uuid.UUID `db:"id"`
	TopicID uuid.UUID `db:"topic_id"`
	Text    string    `db:"text"`
}

const topicColumns = `t.id, t.title, t.depth, t.given, t.unit, t.weight, coalesce(t.share, 'null'::jsonb) as share`

const topicsOf = `select ` + topicColumns + ` from topics t where t.course_id = $1 order by t.position, t.title`

// Topics lists a course's topics in their order.
func Topics(ctx context.Context, db DB, s Scope) ([]Topic, error) {
	return all[Topic](ctx, db, topicsOf, s.course)
}

// Statements lists the can-do statements of a course's topics in their order.
func Statements(ctx context.Context, db DB, s Scope) ([]Statement, error) {
	return all[Statement](ctx, db, `select id, topic_id, text from statements where course_id = $1 order by position`, s.course)
}

// SetSyllabus makes the topics and statements of a course exactly these; what
// belonged to one that is gone belongs to none.
func SetSyllabus(ctx context.Context, db DB, s Scope, topics []Topic, statements []Statement) error {
	ids := make([]uuid.UUID, 0, len(topics))
	for _, t := range topics {
		ids = append(ids, t.ID)
	}
	if _, err := db.Exec(ctx, `select take_out_topics($1, (select coalesce(array_agg(id), '{}') from topics where course_id = $1 and id <> all($2)))`, s.course, ids); err != nil {
		return err
	}
	err := wholly(ctx, db, len(topics), `insert into topics (id, course_id, title, depth, given, unit, weight, position)
		select (n->>'ID')::uuid, $1, n->>'Title', (n->>'Depth')::int, (n->>'Given')::double precision, n->>'Unit', 0, i - 1 from jsonb_array_elements($2) with ordinality e(n, i)
		on conflict (id) do update set title = excluded.title, depth = excluded.depth, given = excluded.given, unit = excluded.unit, position = excluded.position
		where topics.course_id = excluded.course_id`, s.course, encoded(topics))
	if err != nil {
		return err
	}
	ids = ids[:0]
	for _, c := range statements {
		ids = append(ids, c.ID)
	}
	if _, err := db.Exec(ctx, `delete from statements where course_id = $1 and id <> all($2)`, s.course, ids); err != nil {
		return err
	}
	return wholly(ctx, db, len(statements), `insert into statements (id, course_id, topic_id, text, position)
		select (n->>'ID')::uuid, $1, (n->>'TopicID')::uuid, n->>'Text', i - 1 from jsonb_array_elements($2) with ordinality e(n, i)
		on conflict (id) do update set topic_id = excluded.topic_id, text = excluded.text, position = excluded.position
		where statements.course_id = excluded.course_id`, s.course, encoded(statements))
}

// TopicShare is what a topic weighs and how that came about.
type TopicShare struct {
	Topic  uuid.UUID       `json:"id"`
	Weight float64         `json:"weight"`
	Share  json.RawMessage `json:"share"`
}

// SetShares writes what topics weigh.
func SetShares(ctx context.Context, db DB, s Scope, shares []TopicShare) error {
	_, err := db.Exec(ctx, `update topics t set weight = n.weight, share = n.share
		from jsonb_to_recordset($2) as n(id uuid, weight double precision, share jsonb) where t.course_id = $1 and t.id = n.id`, s.course, encoded(shares))
	return err
}

// Placement is where a passage or a question belongs.
type Placement struct {
	TopicID     *uuid.UUID `db:"topic_id"`
	StatementID *uuid.UUID `db:"statement_id"`
	By          string     `db:"placed_by"`   // "words", "passage" or "person"
	Sure        int        `db:"placed_sure"` // per cent
}

// PlacePassages writes where the passages of a source belong by their words;
// one that is not named belongs nowhere, one that a person placed stays.
func PlacePassages(ctx context.Context, db DB, s Scope, id uuid.UUID, places map[string]Placement) error {
	passages, topics, statements, sure := make([]string, 0, len(places)), make([]*uuid.UUID, 0, len(places)), make([]*uuid.UUID, 0, len(places)), make([]int, 0, len(places))
	for p, at := range places {
		passages, topics, statements, sure = append(passages, p), append(topics, at.TopicID), append(statements, at.StatementID), append(sure, at.Sure)
	}
	_, err := db.Exec(ctx, `with placed as (select * from unnest($3::text[], $4::uuid[], $5::uuid[], $6::int[]) as t(passage, topic, statement, sure))
		update passages p set topic_id = t.topic, statement_id = t.statement, placed_sure = coalesce(t.sure, 0)
		from passages o left join placed t on t.passage = o.id
		where p.source_id = o.source_id and p.id = o.id and o.course_id = $1 and o.source_id = $2 and o.placed_by = 'words'
		and (p.topic_id, p.statement_id, p.placed_sure) is distinct from (t.topic, t.statement, coalesce(t.sure, 0))`, s.course, id, passages, topics, statements, sure)
	return err
}

// PlacePassage writes where passages of a source belong, whoever placed them
// before.
func PlacePassage(ctx context.Context, db DB, s Scope, id uuid.UUID, passages []string, at Placement) error {
	return changed(ctx, db, `update passages set topic_id = $4, statement_id = $5, placed_by = $6, placed_sure = $7
		where course_id = $1 and source_id = $2 and id = any($3) and ($4::uuid is null or exists (select 1 from topics t where t.id = $4 and t.course_id = $1))`,
		s.course, id, passages, at.TopicID, at.StatementID, at.By, at.Sure)
}

// FollowPassages gives the questions drawn from passages the topics that those
// have now; one that a person placed stays.
func FollowPassages(ctx context.Context, db DB, s Scope, id uuid.UUID, passages []string) error {
	_, err := db.Exec(ctx, `update questions q set topic_id = p.topic_id, statement_id = null, placed_by = 'passage', placed_sure = 100
		from cites c join passages p on p.source_id = c.source_id and p.id = c.passage_id join sources s on s.id = c.source_id
		where q.course_id = $1 and c.question_id = q.id and c.drawn and c.source_id = $2 and c.passage_id = any($3) and s.kind <> 'paper' and q.placed_by <> 'person'`,
		s.course, id, passages)
	return err
}

// PlaceQuestion writes where a question belongs, whoever placed it before.
func PlaceQuestion(ctx context.Context, db DB, s Scope, id uuid.UUID, at Placement) error {
	return changed(ctx, db, `update questions set topic_id = $3, statement_id = $4, placed_by = $5, placed_sure = $6
		where course_id = $1 and id = $2 and ($3::uuid is null or exists (select 1 from topics t where t.id = $3 and t.course_id = $1))`,
		s.course, id, at.TopicID, at.StatementID, at.By, at.Sure)
}

// SortedQuestion is where a question belongs by its words.
type SortedQuestion struct {
	ID uuid.UUID
	Placement
}

// PlaceQuestions writes where questions belong that no person placed.
func PlaceQuestions(ctx context.Context, db DB, s Scope, list []SortedQuestion) error {
	ids, topics, statements, by, sure := make([]uuid.UUID, len(list)), make([]*uuid.UUID, len(list)), make([]*uuid.UUID, len(list)), make([]string, len(list)), make([]int, len(list))
	for i, q := range list {
		ids[i], topics[i], statements[i], by[i], sure[i] = q.ID, q.TopicID, q.StatementID, q.By, q.Sure
	}
	_, err := db.Exec(ctx, `update questions q set topic_id = n.topic, statement_id = n.statement, placed_by = n.by, placed_sure = n.sure
		from unnest($2::uuid[], $3::uuid[], $4::uuid[], $5::text[], $6::int[]) as n(id, topic, statement, by, sure)
		where q.course_id = $1 and q.id = n.id and q.placed_by <> 'person'`, s.course, ids, topics, statements, by, sure)
	return err
}

// Decided is a text that a person gave a topic.
type Decided struct {
	Text    string    `db:"text"`
	TopicID uuid.UUID `db:"topic_id"`
}

// DecidedByPersons lists the passages and questions that persons placed, the
// latest of a great many.
func DecidedByPersons(ctx context.Context, db DB, s Scope) ([]Decided, error) {
	return all[Decided](ctx, db, `(select text, topic_id from passages where course_id = $1 and placed_by = 'person' and topic_id is not null order by source_id, ordinal limit 2000)
		union all (select v.stem, q.topic_id from questions q join question_versions v on v.question_id = q.id and v.version = q.version
			where q.course_id = $1 and q.placed_by = 'person' and q.topic_id is not null and q.state <> 'dropped' order by q.created_at limit 2000)`, s.course)
}

// Asked is a question with what places it: its text, and the topic of the
// passage it was drawn from.
type Asked struct {
	ID        uuid.UUID  `db:"id"`
	Stem      string     `db:"stem"`
	Options   []string   `db:"options"`
	Paper     bool       `db:"paper"` // a past question
	FromTopic *uuid.UUID `db:"from_topic"`
	Placement
}

// AskedQuestions lists the questions of a course that no person placed, dropped
// ones left out.
func AskedQuestions(ctx context.Context, db DB, s Scope) ([]Asked, error) {
	return all[Asked](ctx, db, `select q.id, v.stem, v.options,
			coalesce(c.kind = 'paper', false) as paper, c.topic_id as from_topic,
			q.topic_id, q.statement_id, q.placed_by, q.placed_sure
		from questions q join question_versions v on v.question_id = q.id and v.version = q.version
		left join lateral (select s.kind, p.topic_id from cites c join sources s on s.id = c.source_id
			join passages p on p.source_id = c.source_id and p.id = c.passage_id where c.question_id = q.id and c.drawn order by c.passage_id limit 1) c on true
		where q.course_id = $1 and q.state <> 'dropped' and q.placed_by <> 'person' order by q.created_at, q.id`, s.course)
}

// PastMarks is a past question with its marks.
type PastMarks struct {
	Paper       string     `db:"paper"`
	TopicID     *uuid.UUID `db:"topic_id"`
	StatementID *uuid.UUID `db:"statement_id"`
	Marks       float64    `db:"marks"`
}

// PastQuestions lists the past questions of a course by their papers. A
// question that states no marks counts one.
func PastQuestions(ctx context.Context, db DB, s Scope) ([]PastMarks, error) {
	return all[PastMarks](ctx, db, `select s.title as paper, q.topic_id, q.statement_id, v.marks
		from sources s join cites c on c.source_id = s.id and c.drawn join questions q on q.id = c.question_id
		join question_versions v on v.question_id = q.id and v.version = q.version
		where s.course_id = $1 and s.kind = 'paper' and q.state <> 'dropped' order by s.created_at, s.id, q.ordinal`, s.course)
}

// Covered counts what a topic, or a statement of it, has; both are null for
// what belongs nowhere.
type Covered struct {
	TopicID     *uuid.UUID `db:"topic_id"`
	StatementID *uuid.UUID `db:"statement_id"`
	Passages    int        `db:"passages"`
	Easy        int        `db:"easy"`
	Medium      int        `db:"medium"`
	Hard        int        `db:"hard"`
}

// Coverage counts passages and questions by topic and statement. Headings and
// past papers are no passages here; dropped questions don't count.
func Coverage(ctx context.Context, db DB, s Scope) ([]Covered, error) {
	return all[Covered](ctx, db, `select topic_id, statement_id, sum(passages)::int as passages, sum(easy)::int as easy, sum(medium)::int as medium, sum(hard)::int as hard from (
			select p.topic_id, p.statement_id, count(*) as passages, 0 as easy, 0 as medium, 0 as hard
			from passages p join sources s on s.id = p.source_id where p.course_id = $1 and p.kind <> 'heading' and s.kind <> 'paper' group by 1, 2
			union all
			select topic_id, statement_id, 0, count(*) filter (where level = 'easy'), count(*) filter (where level = 'medium'), count(*) filter (where level = 'hard')
			from questions where course_id = $1 and state <> 'dropped' group by 1, 2) c
		group by 1, 2`, s.course)
}

// Placed is a passage or a question with where it belongs.
type Placed struct {
	SourceID   *uuid.UUID      `db:"source_id"` // of a passage
	Passage    string          `db:"passage"`
	QuestionID *uuid.UUID      `db:"question_id"`
	Title      string          `db:"title"` // of the source, or of the question
	Text       string          `db:"text"`
	Locator    *source.Locator `db:"locator"`
	Level      string          `db:"level"`
	Placement
}

// PlacedIn lists what belongs to a topic, or to none, least sure first.
func PlacedIn(ctx context.Context, db DB, s Scope, topic *uuid.UUID, limit int) ([]Placed, error) {
	return all[Placed](ctx, db, `select * from (
			select p.source_id, p.id as passage, null::uuid as question_id, s.title, left(p.text, 300) as text, p.locator, '' as level, p.topic_id, p.statement_id, p.placed_by, p.placed_sure
			from passages p join sources s on s.id = p.source_id where p.course_id = $1 and p.topic_id is not distinct from $2 and p.kind <> 'heading' and s.kind <> 'paper'
			union all
			select null, '', q.id, q.title, left(v.stem, 300), null, q.level, q.topic_id, q.statement_id, q.placed_by, q.placed_sure
			from questions q join question_versions v on v.question_id = q.id and v.version = q.version
			where q.course_id = $1 and q.state <> 'dropped' and q.topic_id is not distinct from $2) x
		order by placed_sure, placed_by desc, title, text limit $3`, s.course, topic, limit)
}
