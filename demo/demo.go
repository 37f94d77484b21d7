// Package demo is a made-up course that shows what Zinc Owl does: its sources
// as files, brought in through the application's own journeys, and three weeks
// of answers by somebody whose strengths course.json describes.
package demo

import (
	"context"
	"embed"
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/app"
	"zincowl/core/kind"
	"zincowl/core/question"
	"zincowl/core/syllabus"
	"zincowl/core/writer"
	"zincowl/store"
)

//go:embed course.json sources
var files embed.FS

// Name and Password sign in to the demo.
const (
	Name     = "demo"
	Password = "larkmere-works"
)

// seed makes every load of the demo alike.
const seed = 20

type course struct {
	Title      string  `json:"title"`
	Issuer     string  `json:"issuer"`
	DaysToExam int     `json:"days_to_exam"`
	PassMark   float64 `json:"pass_mark"`
	// Levels is how many questions of each level are drafted.
	Levels map[question.Level]int `json:"levels"`
	// Cards is how many cards there are, and Kinds the kinds of which each is drafted.
	Cards  int             `json:"cards"`
	Kinds  []question.Kind `json:"kinds"`
	Topics []struct {
		Title  string      `json:"title"`
		Weight float64     `json:"weight"`
		Skill  float64     `json:"skill"` // share right in the last week
		CanDo  []app.CanDo `json:"can_do"`
	} `json:"topics"`
}

// inline runs no jobs: the load drafts its batch itself.
type inline struct{}

func (inline) Wake(context.Context, pgx.Tx, uuid.UUID) error { return nil }

// Load makes the demo account with its course unless it is there.
func Load(ctx context.Context, pool *pgxpool.Pool, now time.Time) error {
	if _, err := store.AccountByName(ctx, pool, Name); !errors.Is(err, store.ErrNotFound) {
		return err
	}
	data, err := files.ReadFile("course.json")
	if err != nil {
		return err
	}
	l := loader{pool: pool, clock: now.Add(-22 * 24 * time.Hour)}
	if err := json.Unmarshal(data, &l.course); err != nil {
		return fmt.Errorf("reading the demo course: %w", err)
	}
	l.app = app.New(pool, inline{}, func() time.Time { return l.clock })
	for _, step := range []func(context.Context, time.Time) error{l.people, l.sources, l.draft, l.spoil, l.answer, l.everyKind} {
		if err := step(ctx, now); err != nil {
			return fmt.Errorf("loading the demo: %w", err)
		}
	}
	return nil
}

type loader struct {
	pool    *pgxpool.Pool
	app     *app.App
	clock   time.Time
	course  course
	account uuid.UUID
	id      uuid.UUID
	skill   map[uuid.UUID]float64
}

func (l *loader) people(ctx context.Context, now time.Time) error {
	account, _, err := l.app.SignUp(ctx, Name, Password)
	if err != nil {
		return err
	}
	l.account = account.ID
	text := app.NewCourse{CourseText: app.CourseText{
		Title: l.course.Title, Issuer: l.course.Issuer, PassMark: l.course.PassMark,
		ExamDate: now.AddDate(0, 0, l.course.DaysToExam).UTC().Format(time.DateOnly),
	}}
	for _, t := range l.course.Topics {
		text.Topics = append(text.Topics, app.SyllabusTopic{Title: t.Title, Given: &syllabus.Weight{Value: t.Weight, Unit: syllabus.Percent}, CanDo: t.CanDo})
	}
	added, err := l.app.AddCourse(ctx, l.account, text)
	if err != nil {
		return err
	}
	l.id = added.ID
	l.skill = map[uuid.UUID]float64{}
	for i, t := range added.Topics {
		l.skill[t.ID] = l.course.Topics[i].Skill
	}
	return nil
}

func (l *loader) sources(ctx context.Context, _ time.Time) error {
	list, err := files.ReadDir("sources")
	if err != nil {
		return err
	}
	for _, f := range list {
		data, err := files.ReadFile("sources/" + f.Name())
		if err != nil {
			return err
		}
		if _, err := l.app.AddSource(ctx, l.account, l.id, f.Name(), data); err != nil {
			return fmt.Errorf("%s: %w", f.Name(), err)
		}
		l.clock = l.clock.Add(time.Minute)
	}
	return nil
}

func (l *loader) draft(ctx context.Context, _ time.Time) error {
	batch, count := uuid.New(), 0
	for _, n := range l.course.Levels {
		count += n
	}
	if _, err := l.app.StartBatch(ctx, l.account, l.id, batch, app.Brief{Count: count, Levels: l.course.Levels, Seed: seed}); err != nil {
		return err
	}
	return l.app.RunBatch(ctx, l.account, l.id, batch)
}

// everyKind drafts cards and questions of all kinds, as somebody would who wants to see what
// there is.
func (l *loader) everyKind(ctx context.Context, _ time.Time) error {
	batch := uuid.New()
	b := app.Brief{Count: 3 * len(l.course.Kinds), Kinds: map[question.Kind]float64{}, Seed: seed, Cards: writer.CardBrief{Count: l.course.Cards, Length: "long"}}
	for _, k := range l.course.Kinds {
		b.Kinds[k] = 1
	}
	if _, err := l.app.StartBatch(ctx, l.account, l.id, batch, b); err != nil {
		return err
	}
	return l.app.RunBatch(ctx, l.account, l.id, batch)
}

// spoil edits a few questions as a careless hand would, so that the bench has
// something to show.
func (l *loader) spoil(ctx context.Context, _ time.Time) error {
	s, err := store.Enter(ctx, l.pool, l.account, l.id)
	if err != nil {
		return err
	}
	items, err := l.app.Bench(ctx, l.account, l.id)
	if err != nil {
		return err
	}
	for _, spoil := range careless {
		for _, item := range items {
			v, err := store.VersionOf(ctx, l.pool, s, item.ID, item.Version)
			if err != nil {
				return err
			}
			var q question.Question
			if err := json.Unmarshal(v.Body, &q); err != nil {
				return err
			}
			e := app.Edit{Stem: q.Stem, Level: q.Level, TopicID: item.TopicID, Key: q.Key, Options: []app.ShownOption{}}
			for _, o := range q.Options {
				e.Options = append(e.Options, app.ShownOption{ID: o.ID, Text: o.Text})
			}
			if !spoil(&e, q) {
				continue
			}
			if _, err := l.app.EditQuestion(ctx, l.account, l.id, item.ID, e, item.Version); err != nil {
				return fmt.Errorf("editing “%s”: %w", q.Title, err)
			}
			break
		}
	}
	return nil
}

// careless are edits that make a question worse; each says whether it is for
// this question.
var careless = []func(e *app.Edit, q question.Question) bool{
	func(e *app.Edit, q question.Question) bool { // the key moved to a slip
		for _, o := range q.Options {
			if o.Slip == "unit-not-converted" {
				e.Key.Options = []string{o.ID}
				return true
			}
		}
		return false
	},
	func(e *app.Edit, q question.Question) bool { // an amount written twice
		right, _ := q.KeyOption()
		number, ok := strings.CutSuffix(right.Text, " m³")
		for i := range e.Options {
			if ok && e.Options[i].ID != right.ID {
				e.Options[i].Text = number + " cubic metres"
				return true
			}
		}
		return false
	},
	func(e *app.Edit, q question.Question) bool { // a stem that the sources don't answer
		term, ok := strings.CutPrefix(q.Stem, "What is a ")
		e.Stem = "What would an inspector look at first in a " + term
		return ok
	},
	func(e *app.Edit, q question.Question) bool { // a blank in altered words
		e.Stem = "By the rules of the province, " + q.Stem
		return kind.Answers(q) == kind.Words
	},
}

// answer lives through three weeks: a drill on most days, the share right
// rising from week to week towards the skill in each topic.
func (l *loader) answer(ctx context.Context, now time.Time) error {
	r := rand.New(rand.NewPCG(seed, 1))
	for day := 20; day >= 1; day-- {
		if day%5 == 3 {
			continue // a day off
		}
		evening := now.AddDate(0, 0, -day).Truncate(24 * time.Hour).Add(18 * time.Hour)
		l.clock = evening.Add(time.Duration(r.IntN(120)) * time.Minute)
		id := uuid.New()
		run, err := l.app.StartDrill(ctx, l.account, l.id, id, app.Ask{Count: 10 + r.IntN(9)})
		if err != nil {
			return err
		}
		if err := l.drill(ctx, run, r, 0.12*float64(day)/20); err != nil {
			return err
		}
	}
	return nil
}

func (l *loader) drill(ctx context.Context, run app.DrillRun, r *rand.Rand, behind float64) error {
	s, err := store.Enter(ctx, l.pool, l.account, l.id)
	if err != nil {
		return err
	}
	for _, place := range run.Places {
		item, err := store.ItemAt(ctx, l.pool, s, run.ID, place.Position)
		if err != nil {
			return err
		}
		stored, err := store.QuestionOf(ctx, l.pool, s, item.QuestionID)
		if err != nil {
			return err
		}
		q, err := kind.Decode(item.Body)
		if err != nil {
			return err
		}
		skill := 0.7
		if stored.TopicID != nil {
			skill = l.skill[*stored.TopicID]
		}
		knows := r.Float64() < skill-behind-map[question.Level]float64{question.Medium: 0.03, question.Hard: 0.1}[q.Level]
		in := app.Answer{ID: uuid.New(), Given: given(q, knows, r), Confidence: "sure", Seconds: 12 + r.IntN(70)}
		if roll := r.Float64(); !knows && roll < 0.12 {
			in.Confidence = "no idea"
		} else if roll < 0.35 {
			in.Confidence = "hunch"
		}
		l.clock = l.clock.Add(time.Duration(in.Seconds) * time.Second)
		if _, err := l.app.Answer(ctx, l.account, l.id, run.ID, place.Position, in); err != nil {
			return err
		}
	}
	return nil
}

// given is a right answer, or a wrong one that somebody might give.
func given(q question.Question, knows bool, r *rand.Rand) app.Given {
	right := kind.Right(q)
	if knows {
		return app.Given{Options: right.Options, Text: right.Text, Blanks: right.Blanks, Pairs: right.Pairs, Cells: right.Cells}
	}
	var wrong []string
	for _, c := range kind.Claims(q) {
		if !c.Right {
			wrong = append(wrong, c.Option)
		}
	}
	switch {
	case len(wrong) > 0:
		return app.Given{Options: []string{wrong[r.IntN(len(wrong))]}}
	case len(right.Pairs) > 1: // two of them exchanged
		pairs := slices.Clone(right.Pairs)
		pairs[0], pairs[1] = []string{pairs[0][0], pairs[1][1]}, []string{pairs[1][0], pairs[0][1]}
		return app.Given{Pairs: pairs}
	case len(right.Cells) > 0:
		cells := map[string]string{}
		for name := range right.Cells {
			cells[name] = "something else"
		}
		return app.Given{Cells: cells}
	case len(right.Options) > 1: // an order, or several
		return app.Given{Options: append(slices.Clone(right.Options[1:]), right.Options[0])}
	case len(q.Slips) > 0:
		return app.Given{Text: q.Slips[r.IntN(len(q.Slips))].Value}
	}
	return app.Given{Blanks: []string{"something else"}, Text: "1"}
}
