package store

import "context"

// SlipCount is how often a slip was open to an account in the answers that count, and how often it was
// made, with the topics where.
type SlipCount struct {
	Slip   string   `db:"slip"`
	Open   int      `db:"open"`
	Made   int      `db:"made"`
	Topics []string `db:"topics"`
}

// Slips are those that an account made in a course in its latest answers, at most so many, the most
// frequent first. A slip is open where an option is reached by it, or a wrong amount is known to be.
func Slips(ctx context.Context, db DB, s Scope, answers int) ([]SlipCount, error) {
	return all[SlipCount](ctx, db, `with latest as (
			select a.question_id, a.version, a.slip from attempts a where a.course_id = $1 and a.account_id = $2 and a.points is not null order by a.at desc limit $3),
		open as (
			select l.slip as made, o.slip, t.title from latest l join question_versions v on v.question_id = l.question_id and v.version = l.version
			join questions q on q.id = l.question_id left join topics t on t.id = q.topic_id
			cross join lateral (
				select distinct x->>'slip' as slip from jsonb_array_elements(case when jsonb_typeof(v.body->'options') = 'array' then v.body->'options' else '[]' end) x where x->>'slip' <> ''
				union select x->>'id' from jsonb_array_elements(case when jsonb_typeof(v.body->'slips') = 'array' then v.body->'slips' else '[]' end) x) o)
		select slip, count(*)::int as open, count(*) filter (where made = slip)::int as made, coalesce(array_agg(distinct title) filter (where made = slip and title is not null), '{}') as topics
		from open group by slip having count(*) filter (where made = slip) > 0 order by made desc, open, slip limit 20`, s.course, s.account, answers)
}
