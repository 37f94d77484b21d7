package app_test

import (
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/writer"
)

// A brief can ask for cards beside its questions or alone; none is made twice, and one that is
// dropped is not made again.
func TestCardsAreMadeOnce(t *testing.T) {
	w := newWorld(t)
	w.drafted(1)
	ask := func(b app.Brief) app.Batch {
		t.Helper()
		id := uuid.New()
		if _, err := w.StartBatch(ctx, w.owner, w.course, id, b); err != nil {
			t.Fatal(err)
		}
		for range 2 { // done again after a stop
			if err := w.RunBatch(ctx, w.owner, w.course, id); err != nil {
				t.Fatal(err)
			}
		}
		out, err := w.Batch(ctx, w.owner, w.course, id)
		if err != nil || out.State != "done" {
			t.Fatal(out, err)
		}
		return out
	}
	first := ask(app.Brief{Cards: writer.CardBrief{Count: 4}})
	if first.Cards != 4 || first.Drafted != 0 {
		t.Errorf("%d cards and %d questions", first.Cards, first.Drafted)
	}
	second := ask(app.Brief{Count: 2, Cards: writer.CardBrief{Count: 3}})
	if second.Cards == 0 || second.Drafted == 0 {
		t.Errorf("%d cards and %d questions", second.Cards, second.Drafted)
	}
	deck, err := w.Deck(ctx, w.owner, w.course, 0)
	cards := deck.Cards
	if err != nil || len(cards) != first.Cards+second.Cards {
		t.Fatalf("%d cards, %v", len(cards), err)
	}
	met := map[string]bool{}
	for _, c := range cards {
		if c.Front == "" || c.Back == "" || met[c.Kind+c.Front+c.Back] || c.Source == "" {
			t.Errorf("%+v", c)
		}
		met[c.Kind+c.Front+c.Back] = true
	}
	gone := cards[0]
	if err := w.DropCard(ctx, w.owner, w.course, gone.ID); err != nil {
		t.Fatal(err)
	}
	ask(app.Brief{Cards: writer.CardBrief{Count: 50}})
	deck, err = w.Deck(ctx, w.owner, w.course, 0)
	cards = deck.Cards
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range cards {
		if c.Front == gone.Front && c.Back == gone.Back {
			t.Errorf("%q was dropped and is made again", c.Front)
		}
	}
	if err := w.DropCard(ctx, w.owner, w.course, uuid.New()); err == nil {
		t.Error("a card that is not there was dropped")
	}
	if _, err := w.StartBatch(ctx, w.owner, w.course, uuid.New(), app.Brief{}); err == nil {
		t.Error("a batch of nothing was begun")
	}
}
