package app

import (
	"context"
	"fmt"
	"math"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/ability"
	"zincowl/store"
)

// Topic is a topic with its share of the marks. It belongs to the nearest one
// before it that is less deep.
type Topic struct {
	ID     uuid.UUID `json:"id"`
	Title  string    `json:"title"`
	Depth  int       `json:"depth"`
	Weight float64   `json:"weight" doc:"share of the marks without the topics below it, per cent"`
}

// CourseText is what a person writes about a course.
type CourseText struct {
	Title    string  `json:"title" maxLength:"120"`
	Issuer   string  `json:"issuer" maxLength:"120" required:"false"`
	ExamDate string  `json:"exam_date" required:"false" doc:"YYYY-MM-DD, or empty"`
	PassMark float64 `json:"pass_mark" minimum:"0" maximum:"100" doc:"per cent"`
}

// NewCourse is a course to be made, with its outline where there is one
// already.
type NewCourse struct {
	CourseText
	Topics []SyllabusTopic `json:"topics,omitempty" required:"false" nullable:"false" maxItems:"600"`
}

// Course is a course with the live numbers of its workline.
type Course struct {
	ID uuid.UUID `json:"id"`
	CourseText
	Topics     []Topic    `json:"topics" nullable:"false"`
	Version    int        `json:"version"`
	Role       store.Role `json:"role"`
	DaysToExam *int       `json:"days_to_exam,omitempty"`
	Counts     Counts     `json:"counts"`
}

// Counts are the numbers at the stations.
type Counts struct {
	Sources  int  `json:"sources"`
	Arriving int  `json:"arriving" doc:"on their way to being sources"`
	Drafting int  `json:"drafting"`
	Settling bool `json:"settling" doc:"what changed in the sources or the outline is being followed up"`
	Stuck    bool `json:"stuck" doc:"it could not be followed up, and is tried again with the next change"`
	Proofed  int  `json:"proofed" doc:"of the questions that are proofed again because of it"`
	ToProof  int  `json:"to_proof"`
	Waiting  int  `json:"waiting"`
	Ready    int  `json:"ready"`
	Gaps     int  `json:"gaps" doc:"topics estimated below the pass mark"`
}

// Courses lists an account's courses.
func (a *App) Courses(ctx context.Context, account uuid.UUID) ([]Course, error) {
	sheets, err := store.Sheets(ctx, a.pool, account, uuid.Nil, a.now())
	if err != nil {
		return nil, fmt.Errorf("listing the courses: %w", err)
	}
	out := make([]Course, len(sheets))
	for i, sheet := range sheets {
		out[i] = a.courseView(sheet)
	}
	return out, nil
}

// Course reads a course.
func (a *App) Course(ctx context.Context, account, course uuid.UUID) (Course, error) {
	sheets, err := store.Sheets(ctx, a.pool, account, course, a.now())
	if err != nil {
		return Course{}, fmt.Errorf("reading a course: %w", err)
	}
	if len(sheets) == 0 {
		return Course{}, ErrNotFound
	}
	return a.courseView(sheets[0]), nil
}

// below counts the topics that were answered and are estimated below the pass
// mark.
func below(gaps []ability.Gap, pass float64) int {
	n := 0
	for _, g := range gaps {
		if g.Answered > 0 && g.Estimate.Share*100 < pass {
			n++
		}
	}
	return n
}

func (a *App) courseView(sheet store.Sheet) Course {
	c, n := sheet.Course, sheet.Counts
	out := Course{ID: c.ID, Version: c.Version, Role: c.Role, CourseText: CourseText{Title: c.Title, Issuer: c.Issuer, PassMark: c.PassMark}, Topics: []Topic{}}
	if c.ExamDate != nil {
		out.ExamDate = c.ExamDate.Format(time.DateOnly)
		today := a.now().UTC().Truncate(24 * time.Hour)
		days := int(math.Round(c.ExamDate.Sub(today).Hours() / 24))
		out.DaysToExam = &days
	}
	for _, t := range sheet.Topics {
		out.Topics = append(out.Topics, Topic{t.ID, t.Title, t.Depth, t.Weight})
	}
	gaps := estimated(sheet.Topics, sheet.Answers)
	out.Counts = Counts{n.Sources, n.Arriving, n.Drafting, n.Settling, n.Stuck, n.Proofed, n.ToProof, n.Waiting, max(0, n.Ready), below(gaps, c.PassMark)}
	return out
}

// check reads what a person wrote about a course.
func (text CourseText) check() (store.Course, error) {
	c := store.Course{Title: strings.TrimSpace(text.Title), Issuer: strings.TrimSpace(text.Issuer), PassMark: text.PassMark}
	if c.Title == "" {
		return c, invalid("The course has no title; write what the exam is called.")
	}
	if text.ExamDate != "" {
		date, err := time.Parse(time.DateOnly, text.ExamDate)
		if err != nil {
			return c, invalid("The exam date %q is no date; write it as 2027-01-31.", text.ExamDate)
		}
		c.ExamDate = &date
	}
	return c, nil
}

// AddCourse makes a course whose owner is the account.
func (a *App) AddCourse(ctx context.Context, account uuid.UUID, text NewCourse) (Course, error) {
	c, err := text.check()
	if err != nil {
		return Course{}, err
	}
	topics, statements, err := checkOutline(text.Topics)
	if err != nil {
		return Course{}, err
	}
	c.ID = uuid.New()
	err = pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		if err := a.roomForCourse(ctx, tx, account); err != nil {
			return err
		}
		s, err := store.AddCourse(ctx, tx, account, c, a.now())
		if err != nil {
			return err
		}
		if err := store.SetSyllabus(ctx, tx, s, topics, statements); err != nil {
			return err
		}
		return a.weigh(ctx, tx, s)
	})
	if err != nil {
		return Course{}, fmt.Errorf("adding the course: %w", err)
	}
	return a.Course(ctx, account, c.ID)
}

// ChangeCourse writes a course that was read at a version.
func (a *App) ChangeCourse(ctx context.Context, account, course uuid.UUID, text CourseText, version int) (Course, error) {
	c, err := text.check()
	if err != nil {
		return Course{}, err
	}
	err = a.write(ctx, account, course, owners, func(tx pgx.Tx, s store.Scope) error {
		if err := store.ChangeCourse(ctx, tx, s, c, version); err != nil {
			return stale(err)
		}
		return store.Announce(ctx, tx, s, "course")
	})
	if err != nil {
		return Course{}, err
	}
	return a.Course(ctx, account, course)
}
