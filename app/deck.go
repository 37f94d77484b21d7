package app

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/memory"
	"zincowl/store"
)

// Deck is the cards of a course as the account remembers them.
type Deck struct {
	Cards []Card        `json:"cards" nullable:"false"`
	OneIn int           `json:"one_in" doc:"at most one in so many may be forgotten"`
	Exam  *int          `json:"exam,omitempty" doc:"in how many days the exam is"`
	Load  []int         `json:"load" nullable:"false" doc:"how many cards are to be looked at today, tomorrow and so on"`
	Due   int           `json:"due" doc:"cards to be looked at today"`
	Fresh int           `json:"fresh" doc:"cards never looked at"`
	Known []TopicMemory `json:"known" nullable:"false" doc:"how much of each topic is remembered"`
	Yours bool          `json:"yours" doc:"how fast things are forgotten was found from the account's own looks"`
}

// TopicMemory is how much of a topic's cards is remembered.
type TopicMemory struct {
	Topic  string `json:"topic"`
	Cards  int    `json:"cards"`
	Looked int    `json:"looked" doc:"of those, that were looked at"`
	Recall int    `json:"recall" doc:"how much of all of them is recalled now, per cent"`
}

// How far the load is shown, and over how much right answers refresh cards.
const (
	shownDays     = 42
	refreshedBy   = 90 * 24 * time.Hour
	mostRefreshed = 5000
)

// Deck reads the cards of a course with what is due. East is by how many minutes the person's clock is
// ahead of UTC: their day begins at their midnight.
func (a *App) Deck(ctx context.Context, account, course uuid.UUID, east int) (Deck, error) {
	out := Deck{Cards: []Card{}, Load: []int{}, Known: []TopicMemory{}}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.Cards(ctx, a.pool, s, mostCards)
		if err != nil {
			return err
		}
		wish, err := store.WishOf(ctx, a.pool, s)
		if err != nil {
			return err
		}
		kept, err := store.Memories(ctx, a.pool, s)
		if err != nil {
			return err
		}
		memories := map[uuid.UUID]store.Memory{}
		for _, m := range kept {
			memories[m.CardID] = m
		}
		for _, c := range stored {
			card, err := cardOf(c)
			if err != nil {
				return err
			}
			out.Cards = append(out.Cards, card)
		}
		right, err := store.RightSince(ctx, a.pool, s, a.now().Add(-refreshedBy), mostRefreshed)
		if err != nil {
			return err
		}
		return out.remember(memories, right, wish, a.now().In(time.FixedZone("", 60*east)))
	})
	return out, err
}

// remember says of each card how it stands, and what is due when.
func (d *Deck) remember(memories map[uuid.UUID]store.Memory, right []store.RightOn, wish store.Wish, now time.Time) error {
	w, own, err := weightsOf(wish)
	if err != nil {
		return err
	}
	d.Yours = own
	d.OneIn = int(1/wish.Forget + 0.5)
	asked := memory.Wish{Forget: wish.Forget}
	if wish.ExamDate != nil {
		y, m, day := wish.ExamDate.Date()
		asked.Exam = time.Date(y, m, day, 23, 59, 0, 0, now.Location())
		if days := memory.Day(now, asked.Exam); days >= 0 {
			d.Exam = &days
		}
	}
	byTopic := map[uuid.UUID][]store.RightOn{}
	for _, r := range right {
		byTopic[r.TopicID] = append(byTopic[r.TopicID], r)
	}
	at := map[string]int{}
	var planned []memory.Card
	known := map[string]*TopicMemory{}
	var topics []string
	for i := range d.Cards {
		c := &d.Cards[i]
		m := memories[c.ID]
		state := stateOf(m)
		if c.TopicID != nil && m.At != nil {
			for _, r := range byTopic[*c.TopicID] {
				if r.At.After(*m.At) {
					state = w.Refreshed(state, r.At, r.Share)
				}
			}
		}
		c.Looks, c.Resting = m.Looks, m.Resting
		recall := w.Recall(state, memory.Days(state.At, now))
		c.Recall = int(100*recall + 0.5)
		if known[c.Topic] == nil {
			known[c.Topic] = &TopicMemory{Topic: c.Topic}
			topics = append(topics, c.Topic)
		}
		t := known[c.Topic]
		t.Cards++
		t.Recall += c.Recall
		if m.Looks > 0 {
			t.Looked++
			c.Fades, c.Step = fades(w, state)
			c.Since = memory.Days(state.At, now)
		}
		card := memory.Card{ID: c.ID.String(), State: state}
		if m.NotBefore != nil && m.NotBefore.After(now) {
			card.Not, c.PutOff = *m.NotBefore, true
		}
		switch {
		case m.Resting:
		case m.Looks == 0 && !c.PutOff:
			d.Fresh++
		default:
			at[card.ID] = i
			planned = append(planned, card)
		}
	}
	for _, due := range w.Plan(planned, asked, now) {
		day := due.Day
		d.Cards[at[due.ID]].Day = &day
		for len(d.Load) <= min(day, shownDays-1) && day < shownDays {
			d.Load = append(d.Load, 0)
		}
		if day < shownDays {
			d.Load[day]++
		}
		if day == 0 {
			d.Due++
		}
	}
	for _, title := range topics {
		t := known[title]
		t.Recall /= t.Cards
		d.Known = append(d.Known, *t)
	}
	return nil
}

// shownFading is how much of a card's forgetting is shown, in stabilities, and in how many steps.
const (
	shownFading = 4
	fadingSteps = 12
)

// fades is how likely a card is recalled, per cent, at equal steps from its last look on, and how many
// days one of them is.
func fades(w memory.Weights, s memory.State) (percent []float64, step float64) {
	step = shownFading * s.Stability / fadingSteps
	for i := range fadingSteps + 1 {
		percent = append(percent, math.Round(1000*w.Recall(s, step*float64(i)))/10)
	}
	return percent, step
}

// weightsOf are the weights of a member's memory, and whether they were found from their own looks.
func weightsOf(wish store.Wish) (memory.Weights, bool, error) {
	if wish.Weights == nil {
		return memory.Usual, false, nil
	}
	var w memory.Weights
	if err := json.Unmarshal(wish.Weights, &w); err != nil {
		return w, false, fmt.Errorf("reading the weights of a memory: %w", err)
	}
	return w, true, nil
}

func stateOf(m store.Memory) memory.State {
	s := memory.State{Stability: m.Stability, Difficulty: m.Difficulty, Looks: m.Looks, Lapses: m.Lapses}
	if m.At != nil {
		s.At = *m.At
	}
	return s
}

// kept puts a state into a stored memory.
func kept(m store.Memory, s memory.State) store.Memory {
	m.Stability, m.Difficulty, m.Looks, m.Lapses, m.At = s.Stability, s.Difficulty, s.Looks, s.Lapses, &s.At
	return m
}

// CardLook is how a card went.
type CardLook struct {
	ID      uuid.UUID   `json:"id" doc:"chosen by the page; sent twice, it counts once"`
	Said    memory.Said `json:"said" enum:"sure,hunch,no idea" doc:"before the card was turned"`
	Went    memory.Went `json:"went" enum:"had it,partly,missed" doc:"once it was turned"`
	Typed   string      `json:"typed,omitempty" required:"false" maxLength:"4000" doc:"what was typed before the turn"`
	Seconds int         `json:"seconds" minimum:"0" maximum:"86400"`
}

// LookAt keeps how a card went. It gives the days after which it is to be looked at again, before the
// exam comes into it.
func (a *App) LookAt(ctx context.Context, account, course, card uuid.UUID, in CardLook) (days float64, err error) {
	if !memory.Known(in.Said, in.Went) {
		return 0, invalid("A look says sure, hunch or no idea, and had it, partly or missed.")
	}
	err = a.write(ctx, account, course, anyMember, func(tx pgx.Tx, s store.Scope) error {
		m, err := store.MemoryOf(ctx, tx, s, card)
		if err != nil {
			return err
		}
		wish, err := store.WishOf(ctx, tx, s)
		if err != nil {
			return err
		}
		w, _, err := weightsOf(wish)
		if err != nil {
			return err
		}
		look := store.Look{ID: in.ID, At: a.now(), CardID: card, Said: string(in.Said), Went: string(in.Went), Typed: in.Typed, Seconds: in.Seconds}
		fresh, err := store.AddLook(ctx, tx, s, look)
		if err != nil {
			return fmt.Errorf("keeping a look: %w", err)
		}
		if fresh {
			m = kept(m, w.After(stateOf(m), memory.Look{At: look.At, Said: in.Said, Went: in.Went}))
			m.NotBefore = nil
			if err := store.KeepMemory(ctx, tx, s, m); err != nil {
				return fmt.Errorf("keeping a memory: %w", err)
			}
		}
		days = w.Until(stateOf(m), 1-wish.Forget)
		return nil
	})
	return days, err
}

// PutOff is how a card is kept away for a while.
type PutOff struct {
	Resting  bool       `json:"resting" doc:"out of use until the person takes it up again"`
	NotToday bool       `json:"not_today" doc:"not before the person's midnight"`
	Midnight *time.Time `json:"midnight,omitempty" required:"false" doc:"the person's next midnight, where it is not for today"`
}

// PutOffCard keeps a card away from the account, or brings it back.
func (a *App) PutOffCard(ctx context.Context, account, course, card uuid.UUID, p PutOff) error {
	return a.write(ctx, account, course, anyMember, func(tx pgx.Tx, s store.Scope) error {
		m, err := store.MemoryOf(ctx, tx, s, card)
		if err != nil {
			return err
		}
		if p.NotToday && (p.Midnight == nil || p.Midnight.Sub(a.now()) > 26*time.Hour) {
			return invalid("Not today is until the next midnight; say when that is.")
		}
		m.Resting, m.NotBefore = p.Resting, nil
		if p.NotToday {
			m.NotBefore = p.Midnight
		}
		return store.KeepMemory(ctx, tx, s, m)
	})
}

// ForgetAtMost sets that at most one card in so many may be forgotten.
func (a *App) ForgetAtMost(ctx context.Context, account, course uuid.UUID, oneIn int) error {
	if oneIn < 4 || oneIn > 50 {
		return invalid("At most 1 in %d can't be planned for; choose 4 to 50.", oneIn)
	}
	return a.write(ctx, account, course, anyMember, func(tx pgx.Tx, s store.Scope) error {
		return store.SetWish(ctx, tx, s, 1/float64(oneIn))
	})
}

// more is after how many further looks a memory is fitted again, and atOnce how many are fitted in one
// go.
const (
	more   = 100
	atOnce = 4
)

// FitMemories fits how members forget to what they did, where there is enough of it, as the worker.
// What the fitting found is used from the next look on; all memories are made anew by it.
func (a *App) FitMemories(ctx context.Context) error {
	open, err := store.UnfittedMemories(ctx, a.pool, memory.FewestLooks, more, atOnce)
	if err != nil {
		return fmt.Errorf("looking for memories to fit: %w", err)
	}
	for _, u := range open {
		if err := a.fitMemory(ctx, u.AccountID, u.CourseID); err != nil {
			return fmt.Errorf("fitting a memory: %w", err)
		}
	}
	return nil
}

func (a *App) fitMemory(ctx context.Context, account, course uuid.UUID) error {
	s, err := enter(ctx, a.pool, account, course, anyMember)
	if err != nil {
		return err
	}
	before, err := store.Looks(ctx, a.pool, s)
	if err != nil {
		return err
	}
	var cards [][]memory.Look
	for _, c := range looksByCard(before) {
		cards = append(cards, c.looks)
	}
	w, err := memory.Fit(ctx, cards)
	if err != nil {
		return err
	}
	return a.write(ctx, account, course, anyMember, func(tx pgx.Tx, s store.Scope) error {
		if err := store.SetWeights(ctx, tx, s, mustJSON(w), len(before)); err != nil {
			return err
		}
		memories, err := store.LockMemories(ctx, tx, s)
		if err != nil {
			return err
		}
		looks, err := store.Looks(ctx, tx, s) // which can be more by now
		if err != nil {
			return err
		}
		of := map[uuid.UUID]store.Memory{}
		for _, m := range memories {
			of[m.CardID] = m
		}
		for _, c := range looksByCard(looks) {
			if err := store.KeepMemory(ctx, tx, s, kept(of[c.card], w.Of(c.looks))); err != nil {
				return err
			}
		}
		return nil
	})
}

// cardLooks are the looks at a card, in the order of their time.
type cardLooks struct {
	card  uuid.UUID
	looks []memory.Look
}

// looksByCard parts looks that are in the order of their cards.
func looksByCard(looks []store.Look) (out []cardLooks) {
	for i, l := range looks {
		if i == 0 || l.CardID != looks[i-1].CardID {
			out = append(out, cardLooks{card: l.CardID})
		}
		at := &out[len(out)-1]
		at.looks = append(at.looks, memory.Look{At: l.At, Said: memory.Said(l.Said), Went: memory.Went(l.Went)})
	}
	return out
}
