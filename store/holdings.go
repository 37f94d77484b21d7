package store

import (
	"context"
	"time"

	"github.com/google/uuid"
)

// Holdings are what an account and a course hold, to be held against limits.
type Holdings struct {
	AccountBytes    int64 `db:"account_bytes"` // of sources it brought and of what is on its way
	Waiting         int   `db:"waiting"`       // of the account, to be read or drafted
	BatchesToday    int   `db:"batches_today"` // that the account asked for since a moment
	ArrivalsToday   int   `db:"arrivals_today"`
	CourseSources   int   `db:"course_sources"`
	CourseWords     int64 `db:"course_words"`
	CoursePages     int64 `db:"course_pages"`
	CourseQuestions int   `db:"course_questions"` // dropped ones left out
}

// HoldingsOf counts what a scope's account and course hold.
func HoldingsOf(ctx context.Context, db DB, s Scope, since time.Time) (Holdings, error) {
	return one[Holdings](ctx, db, `select
		(select coalesce(sum(size), 0) from sources where added_by = $2)::bigint
			+ (select coalesce(sum(size), 0) from arrivals where account_id = $2 and state in ('queued', 'reading'))::bigint as account_bytes,
		(select count(*) from arrivals where account_id = $2 and state in ('queued', 'reading'))
			+ (select count(*) from batches where account_id = $2 and state in ('queued', 'running')) as waiting,
		(select count(*) from batches where account_id = $2 and created_at > $3) as batches_today,
		(select count(*) from arrivals where account_id = $2 and created_at > $3) as arrivals_today,
		c.*, (select count(*) from questions where course_id = $1 and state <> 'dropped') as course_questions
		from (select count(*) as course_sources, coalesce(sum(words), 0)::bigint as course_words, coalesce(sum(pages), 0)::bigint as course_pages
			from sources where course_id = $1) c`, s.course, s.account, since)
}

// OwnedCourses counts the courses that an account owns.
func OwnedCourses(ctx context.Context, db DB, account uuid.UUID) (int, error) {
	var n int
	err := db.QueryRow(ctx, `select count(*) from memberships where account_id = $1 and role = 'owner'`, account).Scan(&n)
	return n, err
}

// OfCourse says ErrNotFound where one of some topics or sources is not the
// course's.
func OfCourse(ctx context.Context, db DB, s Scope, topics, sources []uuid.UUID) error {
	var strange bool
	err := db.QueryRow(ctx, `select exists(select 1 from unnest($2::uuid[]) as asked(id) where not exists (select 1 from topics t where t.course_id = $1 and t.id = asked.id))
		or exists(select 1 from unnest($3::uuid[]) as asked(id) where not exists (select 1 from sources s where s.course_id = $1 and s.id = asked.id))`,
		s.course, topics, sources).Scan(&strange)
	if err == nil && strange {
		return ErrNotFound
	}
	return err
}
