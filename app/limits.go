package app

import (
	"context"
	"fmt"
	"time"

	"github.com/google/uuid"

	"zincowl/store"
)

// Limits are what an account and a course may hold, and what an account may ask
// for. They are wide of what one person needs for one exam; whoever meets one is
// told in a sentence.
type Limits struct {
	Courses         int   `help:"Courses that an account may own." default:"100" env:"ZINCOWL_MAX_COURSES"`
	AccountMB       int64 `help:"What the sources that an account brought may come to, in MB." default:"2000" env:"ZINCOWL_MAX_ACCOUNT_MB"`
	Waiting         int   `help:"What an account may have waiting to be read or drafted." default:"200" env:"ZINCOWL_MAX_WAITING"`
	BatchesADay     int   `help:"Batches that an account may ask for in a day." default:"500" env:"ZINCOWL_MAX_BATCHES_A_DAY"`
	ArrivalsADay    int   `help:"Texts, files and addresses that an account may bring in a day." default:"2000" env:"ZINCOWL_MAX_ARRIVALS_A_DAY"`
	CourseSources   int   `help:"Sources of a course." default:"500" env:"ZINCOWL_MAX_COURSE_SOURCES"`
	CourseWords     int64 `help:"Words of a course's sources together." default:"4000000" env:"ZINCOWL_MAX_COURSE_WORDS"`
	CoursePages     int64 `help:"Pages of a course's sources together." default:"20000" env:"ZINCOWL_MAX_COURSE_PAGES"`
	CourseQuestions int   `help:"Questions of a course, dropped ones left out." default:"100000" env:"ZINCOWL_MAX_COURSE_QUESTIONS"`
}

// DefaultLimits hold where an operator says nothing else.
var DefaultLimits = Limits{
	Courses: 100, AccountMB: 2000, Waiting: 200, BatchesADay: 500, ArrivalsADay: 2000,
	CourseSources: 500, CourseWords: 4_000_000, CoursePages: 20_000, CourseQuestions: 100_000,
}

// UseLimits sets the limits.
func (a *App) UseLimits(l Limits) { a.limits = l }

// holdings counts what an account and a course hold, and what was asked for within
// a day.
func (a *App) holdings(ctx context.Context, db store.DB, s store.Scope) (store.Holdings, error) {
	h, err := store.HoldingsOf(ctx, db, s, a.now().Add(-24*time.Hour))
	if err != nil {
		return h, fmt.Errorf("counting what is held: %w", err)
	}
	return h, nil
}

// roomFor says what stands against bringing more bytes to a course.
func (a *App) roomFor(ctx context.Context, db store.DB, s store.Scope, bytes int64) error {
	h, err := a.holdings(ctx, db, s)
	if err != nil {
		return err
	}
	switch l := a.limits; {
	case h.Waiting >= l.Waiting:
		return invalid("%d things that you asked for are waiting to be read or drafted; bring more when some are done.", h.Waiting)
	case h.ArrivalsToday >= l.ArrivalsADay:
		return invalid("You brought %d sources within a day, which is as many as this server takes; go on tomorrow.", h.ArrivalsToday)
	case h.CourseSources >= l.CourseSources:
		return invalid("This course has %d sources, which is as many as it can have; take one out first.", h.CourseSources)
	case h.AccountBytes+bytes > l.AccountMB<<20:
		return invalid("Your sources come to %d MB, and with this to more than the %d MB that an account can have; take one out first.", h.AccountBytes>>20, l.AccountMB)
	case h.CourseWords >= l.CourseWords || h.CoursePages >= l.CoursePages:
		return full(h, l)
	}
	return nil
}

// roomToKeep says what stands against keeping what was read.
func (a *App) roomToKeep(ctx context.Context, db store.DB, s store.Scope, words, pages int) error {
	h, err := a.holdings(ctx, db, s)
	if err != nil {
		return err
	}
	if l := a.limits; h.CourseWords+int64(words) > l.CourseWords || h.CoursePages+int64(pages) > l.CoursePages {
		return full(h, l)
	}
	return nil
}

func full(h store.Holdings, l Limits) error {
	return invalid("The sources of this course come to %d words on %d pages, and it can have %d words and %d pages; take one out first, or make a second course.", h.CourseWords, h.CoursePages, l.CourseWords, l.CoursePages)
}

// roomToDraft says what stands against another batch.
func (a *App) roomToDraft(ctx context.Context, db store.DB, s store.Scope) error {
	h, err := a.holdings(ctx, db, s)
	if err != nil {
		return err
	}
	switch l := a.limits; {
	case h.Waiting >= l.Waiting:
		return invalid("%d things that you asked for are waiting to be read or drafted; ask for more when some are done.", h.Waiting)
	case h.BatchesToday >= l.BatchesADay:
		return invalid("You asked for %d batches within a day, which is as many as this server drafts; go on tomorrow.", h.BatchesToday)
	case h.CourseQuestions >= l.CourseQuestions:
		return invalid("This course has %d questions, which is as many as it can have; drop some first.", h.CourseQuestions)
	}
	return nil
}

// roomForCourse says what stands against another course of an account.
func (a *App) roomForCourse(ctx context.Context, db store.DB, account uuid.UUID) error {
	n, err := store.OwnedCourses(ctx, db, account)
	if err != nil {
		return fmt.Errorf("counting the courses: %w", err)
	}
	if n >= a.limits.Courses {
		return invalid("You own %d courses, which is as many as an account can have.", n)
	}
	return nil
}
