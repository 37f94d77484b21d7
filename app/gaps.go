package app

import (
	"context"

	"github.com/google/uuid"

	"zincowl/core/ability"
	"zincowl/store"
)

// Gap is a topic with the marks at stake in it.
type Gap struct {
	TopicID  uuid.UUID        `json:"topic_id"`
	Title    string           `json:"title"`
	Within   string           `json:"within,omitempty" doc:"the topic that it is a part of"`
	Weight   float64          `json:"weight" doc:"share of the exam's marks, per cent"`
	Answered int              `json:"answered"`
	Estimate ability.Estimate `json:"estimate"`
	AtStake  float64          `json:"at_stake" doc:"marks of a hundred: weight × (1 − estimate)"`
	Ready    int              `json:"ready" doc:"questions that a drill on it could take"`
}

// Gaps lists the topics of a course, most marks at stake first.
func (a *App) Gaps(ctx context.Context, account, course uuid.UUID) ([]Gap, error) {
	out := []Gap{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		topics, err := store.Topics(ctx, a.pool, s)
		if err != nil {
			return err
		}
		gaps, err := a.gaps(ctx, a.pool, s, topics)
		if err != nil {
			return err
		}
		available, err := store.AvailableByTopic(ctx, a.pool, s, store.Filter{}, a.now())
		if err != nil {
			return err
		}
		ready := byTopic(available)
		titles, within := map[string]string{}, map[string]string{}
		var above []string
		for _, t := range topics {
			above = append(above[:t.Depth], t.Title)
			titles[t.ID.String()] = t.Title
			if t.Depth > 0 {
				within[t.ID.String()] = above[t.Depth-1]
			}
		}
		for _, g := range gaps {
			if g.Weight == 0 && g.Answered == 0 && ready[g.Topic] == 0 {
				continue // only the topics below it are asked about
			}
			out = append(out, Gap{uuid.MustParse(g.Topic), titles[g.Topic], within[g.Topic], g.Weight, g.Answered, g.Estimate, g.AtStake, ready[g.Topic]})
		}
		return nil
	})
	return out, err
}

// Forecast is how the exam would likely go today; it says nothing before anything was answered.
type Forecast struct {
	ability.Forecast
	Answered int     `json:"answered" doc:"answers that it rests on"`
	PassMark float64 `json:"pass_mark"`
	Asks     int     `json:"asks" doc:"how many questions the exam is taken to ask"`
}

// OpenSlip is a wrong turn that the account takes where it is open.
type OpenSlip struct {
	ID       string           `json:"id"`
	Name     string           `json:"name"`
	Open     int              `json:"open" doc:"answers in which it could have been made"`
	Made     int              `json:"made"`
	Estimate ability.Estimate `json:"estimate" doc:"how often it is made where it can be"`
	Topics   []string         `json:"topics" nullable:"false"`
}

// latestAnswers is in how many of the latest answers slips are counted.
const latestAnswers = 1000

// Slips lists the wrong turns that the account takes, those made most often first.
func (a *App) Slips(ctx context.Context, account, course uuid.UUID) ([]OpenSlip, error) {
	out := []OpenSlip{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		found, err := store.Slips(ctx, a.pool, s, latestAnswers)
		for _, c := range found {
			out = append(out, OpenSlip{c.Slip, slipName(c.Slip), c.Open, c.Made, ability.Of(ability.Answered{Count: c.Open, Right: float64(c.Made), Weight: float64(c.Open)}), list(c.Topics)})
		}
		return err
	})
	return out, err
}

// usualExam is how many questions an exam is taken to ask whose blueprint is not known.
const usualExam = 60

// Foresee forecasts the exam of a course from the account's answers.
func (a *App) Foresee(ctx context.Context, account, course uuid.UUID) (Forecast, error) {
	out := Forecast{Asks: usualExam}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		topics, err := store.Topics(ctx, a.pool, s)
		if err != nil {
			return err
		}
		answers, err := store.Answers(ctx, a.pool, s)
		if err != nil {
			return err
		}
		c, err := store.CourseOf(ctx, a.pool, s)
		if err != nil {
			return err
		}
		out.PassMark = c.PassMark
		list := weighed(topics, answers)
		for _, t := range list {
			out.Answered += t.Answered.Count
		}
		out.Forecast = ability.Foresee(list, c.PassMark, usualExam)
		return nil
	})
	return out, err
}

// gaps estimates the topics of a course from the account's responses.
func (a *App) gaps(ctx context.Context, db store.DB, s store.Scope, topics []store.Topic) ([]ability.Gap, error) {
	answers, err := store.Answers(ctx, db, s)
	if err != nil {
		return nil, err
	}
	return estimated(topics, answers), nil
}

// estimated are the topics of a course as they are estimated from answers.
func estimated(topics []store.Topic, answers []store.TopicAnswers) []ability.Gap {
	return ability.Gaps(weighed(topics, answers))
}

// weighed are the topics of a course with their shares of the exam and what was answered of each.
func weighed(topics []store.Topic, answers []store.TopicAnswers) []ability.Topic {
	byTopic := map[uuid.UUID]ability.Answered{}
	for _, t := range answers {
		if t.TopicID != nil {
			byTopic[*t.TopicID] = ability.Answered{Count: t.Count, Right: t.Right, Weight: t.Weight}
		}
	}
	total := 0.0
	for _, t := range topics {
		total += t.Weight
	}
	list := make([]ability.Topic, len(topics))
	for i, t := range topics {
		weight := 100 / float64(len(topics)) // where nothing is weighted, all weigh the same
		if total > 0 {
			weight = 100 * t.Weight / total
		}
		list[i] = ability.Topic{ID: t.ID.String(), Weight: weight, Answered: byTopic[t.ID]}
	}
	return list
}

// byTopic is what each topic has for a drill; "" is what has no topic.
func byTopic(counts []store.Available) map[string]int {
	out := map[string]int{}
	for _, c := range counts {
		out[text(c.TopicID)] = c.Count
	}
	return out
}
