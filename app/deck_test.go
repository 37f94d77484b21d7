package app_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/memory"
	"zincowl/store"
)

// carded is a course with cards made by hand.
func carded(t *testing.T, n int) (*world, []app.Card) {
	w := newNotes(t)
	var out []app.Card
	for i := range n {
		c, err := w.MakeCard(ctx, w.owner, w.course, uuid.New(), app.NewCard{CardText: app.CardText{Front: fmt.Sprintf("Valve %d shuts what?", i), Back: "The inlet of a filter."}})
		if err != nil || !c.ByHand {
			t.Fatalf("%+v, %v", c, err)
		}
		out = append(out, c)
		w.now = w.now.Add(time.Second)
	}
	return w, out
}

func (w *world) deck() app.Deck {
	w.t.Helper()
	d, err := w.Deck(ctx, w.owner, w.course, 0)
	if err != nil {
		w.t.Fatal(err)
	}
	return d
}

func (w *world) look(card uuid.UUID, said memory.Said, went memory.Went) float64 {
	w.t.Helper()
	days, err := w.LookAt(ctx, w.owner, w.course, card, app.CardLook{ID: uuid.New(), Said: said, Went: went, Seconds: 5})
	if err != nil {
		w.t.Fatal(err)
	}
	return days
}

// A card comes back when it is nearly forgotten, sooner where it was missed, and sent twice a look
// counts once.
func TestDeckFollowsTheLooks(t *testing.T) {
	w, cards := carded(t, 3)
	if d := w.deck(); d.Fresh != 3 || d.Due != 0 || d.OneIn != 10 || len(d.Load) != 0 || d.Cards[0].Day != nil {
		t.Fatalf("%+v", d)
	}
	had := w.look(cards[0].ID, memory.Sure, memory.HadIt)
	missed := w.look(cards[1].ID, memory.NoIdea, memory.Missed)
	if had < 1 || missed >= had {
		t.Errorf("had it comes back after %v days, missed after %v", had, missed)
	}
	twice := app.CardLook{ID: uuid.New(), Said: memory.Hunch, Went: memory.Partly}
	for range 2 {
		if _, err := w.LookAt(ctx, w.owner, w.course, cards[2].ID, twice); err != nil {
			t.Fatal(err)
		}
	}
	d := w.deck()
	if d.Fresh != 0 || d.Cards[2].Looks != 1 || d.Cards[0].Day == nil || *d.Cards[0].Day < 1 || d.Cards[0].Recall != 100 {
		t.Errorf("%+v", d)
	}
	w.now = w.now.Add(time.Duration(had*24+20) * time.Hour)
	if d := w.deck(); d.Due < 2 || d.Cards[0].Recall > 91 || d.Cards[0].Recall < 70 {
		t.Errorf("%d due, %d%% recalled", d.Due, d.Cards[0].Recall)
	}
	if err := w.ForgetAtMost(ctx, w.owner, w.course, 4); err != nil {
		t.Fatal(err)
	}
	w.look(cards[0].ID, memory.Sure, memory.HadIt)
	if d := w.deck(); d.OneIn != 4 || *d.Cards[0].Day < int(1.5*had) {
		t.Errorf("at most 1 in 4: again in %d days", *d.Cards[0].Day)
	}
	says(t, w.ForgetAtMost(ctx, w.owner, w.course, 2), "choose 4 to 50")
	_, err := w.LookAt(ctx, w.owner, w.course, cards[0].ID, app.CardLook{ID: uuid.New(), Said: "perhaps", Went: memory.HadIt})
	says(t, err, "no idea")
}

// What is put off for today or is resting is not due; another account's looks are its own.
func TestCardsAreKeptAway(t *testing.T) {
	w, cards := carded(t, 3)
	for _, c := range cards {
		w.look(c.ID, memory.NoIdea, memory.Missed)
	}
	w.now = w.now.Add(3 * 24 * time.Hour)
	if d := w.deck(); d.Due != 3 {
		t.Fatalf("%d are due", d.Due)
	}
	midnight := w.now.Truncate(24 * time.Hour).Add(24 * time.Hour)
	if err := w.PutOffCard(ctx, w.owner, w.course, cards[0].ID, app.PutOff{NotToday: true, Midnight: &midnight}); err != nil {
		t.Fatal(err)
	}
	if err := w.PutOffCard(ctx, w.owner, w.course, cards[1].ID, app.PutOff{Resting: true}); err != nil {
		t.Fatal(err)
	}
	d := w.deck()
	if d.Due != 1 || !d.Cards[0].PutOff || *d.Cards[0].Day != 1 || !d.Cards[1].Resting || d.Cards[1].Day != nil {
		t.Errorf("%d are due: %+v", d.Due, d.Cards)
	}
	w.now = midnight.Add(time.Hour)
	if err := w.PutOffCard(ctx, w.owner, w.course, cards[1].ID, app.PutOff{}); err != nil {
		t.Fatal(err)
	}
	if d := w.deck(); d.Due != 3 {
		t.Errorf("the day after %d are due", d.Due)
	}
	says(t, w.PutOffCard(ctx, w.owner, w.course, cards[0].ID, app.PutOff{NotToday: true}), "next midnight")

	other := w.person("candidate")
	if err := w.Join("candidate", other); err != nil {
		t.Fatal(err)
	}
	theirs, err := w.Deck(ctx, other, w.course, 0)
	if err != nil || theirs.Fresh != 3 || theirs.Due != 0 {
		t.Errorf("%+v, %v", theirs, err)
	}
	if _, err := w.Deck(ctx, w.person("stranger"), w.course, 0); err != app.ErrNotFound {
		t.Errorf("a stranger reads the cards: %v", err)
	}
	if _, err := w.LookAt(ctx, w.owner, w.course, uuid.New(), app.CardLook{ID: uuid.New(), Said: memory.Sure, Went: memory.HadIt}); err != app.ErrNotFound {
		t.Errorf("a look at a card that is not there: %v", err)
	}
}

// Cards are made once, edited from the version that was read, and drawn from an answered question.
func TestCardsByHand(t *testing.T) {
	w, cards := carded(t, 1)
	again := app.NewCard{CardText: app.CardText{Front: cards[0].Front, Back: cards[0].Back}}
	if c, err := w.MakeCard(ctx, w.owner, w.course, cards[0].ID, again); err != nil || c.ID != cards[0].ID {
		t.Errorf("sent twice: %+v, %v", c, err)
	}
	_, err := w.MakeCard(ctx, w.owner, w.course, uuid.New(), again)
	says(t, err, "already")
	_, err = w.MakeCard(ctx, w.owner, w.course, uuid.New(), app.NewCard{CardText: app.CardText{Front: "  ", Back: "x"}})
	says(t, err, "write both")
	nowhere := uuid.New()
	_, err = w.MakeCard(ctx, w.owner, w.course, uuid.New(), app.NewCard{CardText: app.CardText{Front: "a", Back: "b", TopicID: &nowhere}})
	says(t, err, "not in this course")

	w.look(cards[0].ID, memory.Sure, memory.HadIt)
	edited, err := w.EditCard(ctx, w.owner, w.course, cards[0].ID, 1, app.CardText{Front: "Which valve shuts the inlet?", Back: "Valve 0"})
	if err != nil || edited.Version != 2 || edited.Front != "Which valve shuts the inlet?" {
		t.Fatalf("%+v, %v", edited, err)
	}
	if d := w.deck(); d.Cards[0].Looks != 1 {
		t.Errorf("an edit forgets the looks: %+v", d.Cards[0])
	}
	if _, err := w.EditCard(ctx, w.owner, w.course, cards[0].ID, 1, app.CardText{Front: "Stale", Back: "edit"}); err != app.ErrStale {
		t.Errorf("a stale edit: %v", err)
	}

	q := w.written("Which gate is shut first?", "a", "The inlet gate", "The outlet gate", "The drain", "The bypass")
	drill := w.answered(q, "b")
	c, err := w.CardFrom(ctx, w.owner, w.course, drill, 1, uuid.New())
	if err != nil || c.Front != "Which gate is shut first?" || c.Back != "The inlet gate" || !c.ByHand {
		t.Errorf("%+v, %v", c, err)
	}
	open := uuid.New()
	if _, err := w.StartDrill(ctx, w.owner, w.course, open, app.Ask{Count: 1, Kept: true}); err != nil {
		t.Fatal(err)
	}
	_, err = w.CardFrom(ctx, w.owner, w.course, open, 1, uuid.New())
	says(t, err, "not answered yet")
}

// From enough looks on, how somebody forgets is fitted to what they did, and their memories are made
// anew by it; nothing of it is lost or counted twice.
func TestMemoriesAreFitted(t *testing.T) {
	w, cards := carded(t, 40)
	for round := range 8 {
		for i, c := range cards {
			went := memory.HadIt
			if (i+round)%3 == 0 {
				went = memory.Missed
			}
			w.look(c.ID, memory.Sure, went)
		}
		w.now = w.now.Add(30 * time.Hour)
	}
	before := w.deck()
	for range 2 {
		if err := w.FitMemories(ctx); err != nil {
			t.Fatal(err)
		}
	}
	after := w.deck()
	if before.Yours || !after.Yours {
		t.Errorf("fitted before %v, after %v", before.Yours, after.Yours)
	}
	same := 0
	for i, c := range after.Cards {
		if c.Looks != before.Cards[i].Looks {
			t.Errorf("%d looks became %d", before.Cards[i].Looks, c.Looks)
		}
		if c.Recall == before.Cards[i].Recall {
			same++
		}
	}
	if same == len(after.Cards) {
		t.Error("the memories are as they were before")
	}
	s, err := store.Enter(ctx, w.pool, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	if wish, err := store.WishOf(ctx, w.pool, s); err != nil || wish.Fitted != 320 {
		t.Errorf("fitted from %d looks, %v", wish.Fitted, err)
	}
}
