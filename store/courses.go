package store

import (
	"context"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Course is one exam being prepared for.
type Course struct {
	ID       uuid.UUID  `db:"id"`
	Title    string     `db:"title"`
	Issuer   string     `db:"issuer"`
	ExamDate *time.Time `db:"exam_date"`
	PassMark float64    `db:"pass_mark"` // per cent
	Language string     `db:"language"`
	Version  int        `db:"version"`
	Role     Role       `db:"role"`
}

// AddCourse stores a new course with its owner.
func AddCourse(ctx context.Context, db DB, account uuid.UUID, c Course, now time.Time) (Scope, error) {
	_, err := db.Exec(ctx, `insert into courses (id, title, issuer, exam_date, pass_mark, created_at) values ($1, $2, $3, $4, $5, $6)`,
		c.ID, c.Title, c.Issuer, c.ExamDate, c.PassMark, now)
	if err != nil {
		return Scope{}, err
	}
	_, err = db.Exec(ctx, `insert into memberships (course_id, account_id, role) values ($1, $2, $3)`, c.ID, account, Owner)
	return Scope{account, c.ID, Owner}, err
}

// AddMember makes another account a member, or changes its role.
func AddMember(ctx context.Context, db DB, s Scope, account uuid.UUID, role Role) error {
	_, err := db.Exec(ctx, `insert into memberships (course_id, account_id, role) values ($1, $2, $3)
		on conflict (course_id, account_id) do update set role = excluded.role`, s.course, account, role)
	return err
}

const courseColumns = `c.id, c.title, c.issuer, c.exam_date, c.pass_mark, c.language, c.version, m.role`

// CourseOf reads a course.
func CourseOf(ctx context.Context, db DB, s Scope) (Course, error) {
	return one[Course](ctx, db, `select `+courseColumns+` from courses c join memberships m on m.course_id = c.id
		where c.id = $1 and m.account_id = $2`, s.course, s.account)
}

// ChangeCourse writes a course that was read at a version, and says
// ErrNotFound where that version is no longer the newest.
func ChangeCourse(ctx context.Context, db DB, s Scope, c Course, version int) error {
	return changed(ctx, db, `update courses set title = $3, issuer = $4, exam_date = $5, pass_mark = $6, version = version + 1
		where id = $1 and version = $2`, s.course, version, c.Title, c.Issuer, c.ExamDate, c.PassMark)
}

// Counts are the live numbers of the workline.
type Counts struct {
	Sources  int  `db:"sources"`
	Arriving int  `db:"arriving"` // being read
	Drafting int  `db:"drafting"` // batches under way
	Settling bool `db:"settling"` // changes that were not followed up yet
	Stuck    bool `db:"stuck"`    // and can't be
	Proofed  int  `db:"proofed"`
	ToProof  int  `db:"to_proof"`
	Waiting  int  `db:"waiting"` // on the bench, to be judged
	Ready    int  `db:"ready"`   // in the bank and not resting
}

// Sheet is a course as its desk shows it.
type Sheet struct {
	Course
	Counts
	Topics  []Topic        `db:"-"`
	Answers []TopicAnswers `db:"-"`
}

// Sheets reads the courses an account is a member of with their numbers, the next exam
// first; with a course, that one alone. All is asked at once.
func Sheets(ctx context.Context, db Sender, account, course uuid.UUID, now time.Time) ([]Sheet, error) {
	var out []Sheet
	var topics []struct {
		CourseID uuid.UUID `db:"course_id"`
		Topic
	}
	var answers []struct {
		CourseID uuid.UUID `db:"course_id"`
		TopicAnswers
	}
	var b pgx.Batch
	askAll(&b, &out, `select `+courseColumns+`,
		(select count(*) from sources where course_id = c.id) as sources,
		(select count(*) from arrivals where course_id = c.id and finished_at is null) as arriving,
		(select count(*) from batches where course_id = c.id and state in ('queued', 'running')) as drafting,
		settled < revision and stuck < revision as settling, settled < revision and stuck = revision as stuck, proofed, to_proof,
		(select count(*) from questions where course_id = c.id and state = 'bench') as waiting,
		(select count(*) from questions q where course_id = c.id and state = 'bank' and sound(verdict))
		 - (select count(*) from uncovered u join questions q on q.id = u.question_id
		    where u.account_id = $1 and u.at > $3 and q.course_id = c.id and q.state = 'bank' and sound(q.verdict)) as ready
		from courses c join memberships m on m.course_id = c.id where m.account_id = $1 and `+thisOrAny+`
		order by c.exam_date nulls last, c.title`, account, course, now.Add(-Rest))
	askAll(&b, &topics, `select t.course_id, `+topicColumns+` from topics t join memberships m on m.course_id = t.course_id
		where m.account_id = $1 and `+thisOrAny+` order by t.position, t.title`, account, course)
	askAll(&b, &answers, `select t.course_id, `+answerColumns+` from topic_totals t join memberships m on m.course_id = t.course_id and m.account_id = t.account_id
		where m.account_id = $1 and `+thisOrAny+` and counted > 0`, account, course)
	if err := db.SendBatch(ctx, &b).Close(); err != nil {
		return nil, err
	}
	at := make(map[uuid.UUID]int, len(out))
	for i := range out {
		at[out[i].ID] = i
	}
	for _, t := range topics {
		if i, ok := at[t.CourseID]; ok {
			out[i].Topics = append(out[i].Topics, t.Topic)
		}
	}
	for _, t := range answers {
		if i, ok := at[t.CourseID]; ok {
			out[i].Answers = append(out[i].Answers, t.TopicAnswers)
		}
	}
	return out, nil
}

// thisOrAny limits memberships m to a course, where one is named.
const thisOrAny = `($2 = '00000000-0000-0000-0000-000000000000'::uuid or m.course_id = $2)`

// Rest is how long a question rests after its key was uncovered on the bench.
const Rest = 7 * 24 * time.Hour
