package memory

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"
)

var start = time.Date(2026, 3, 2, 8, 0, 0, 0, time.UTC)

func after(days float64) time.Time {
	return start.Add(time.Duration(days * 24 * float64(time.Hour)))
}

func near(t *testing.T, what string, got, want, by float64) {
	t.Helper()
	if math.IsNaN(got) || math.Abs(got-want) > by {
		t.Errorf("%s is %v, want %v", what, got, want)
	}
}

// The curve begins at 1, is at nine tenths after one stability, and falls ever more slowly.
func TestCurve(t *testing.T) {
	s := State{Stability: 7, Looks: 1, At: start}
	near(t, "recall at once", Usual.Recall(s, 0), 1, 0)
	near(t, "recall after a stability", Usual.Recall(s, 7), 0.9, 1e-9)
	last, slope := 1.0, math.Inf(1)
	for d := 1.0; d < 400; d *= 2 {
		r := Usual.Recall(s, d)
		if fell := (last - r) / d; r >= last || fell > slope {
			t.Errorf("after %v days %v are left, after %v before", d, r, last)
		} else {
			last, slope = r, fell
		}
		near(t, "until and recall", Usual.Until(s, r), d, 1e-6)
	}
	if Usual.Recall(State{}, 1) != 0 || Usual.Until(State{}, 0.9) != 0 {
		t.Error("a card never looked at is remembered")
	}
}

// What goes better, was surer, or was nearly forgotten makes the next interval longer.
func TestLooksMoveStability(t *testing.T) {
	first := func(s Said, w Went) State { return Usual.After(State{}, Look{start, s, w}) }
	if a, b, c := first(Sure, HadIt).Stability, first(Sure, Partly).Stability, first(Sure, Missed).Stability; a <= b || b <= c {
		t.Errorf("had %v, partly %v, missed %v", a, b, c)
	}
	if a, b := first(Sure, HadIt).Stability, first(Hunch, HadIt).Stability; a <= b {
		t.Errorf("sure %v, a hunch %v", a, b)
	}
	s := first(Sure, HadIt)
	next := func(days float64, said Said, went Went) State {
		return Usual.After(s, Look{s.At.Add(time.Duration(days * 24 * float64(time.Hour))), said, went})
	}
	early, late := next(0.1, Sure, HadIt).Stability, next(6, Sure, HadIt).Stability
	if early < s.Stability || late < early*1.5 {
		t.Errorf("from %v an early look leads to %v, a late one to %v", s.Stability, early, late)
	}
	had, partly, missed := next(3, Sure, HadIt), next(3, Sure, Partly), next(3, NoIdea, Missed)
	if had.Stability <= partly.Stability || partly.Stability <= missed.Stability || missed.Stability >= s.Stability || missed.Lapses != 1 {
		t.Errorf("had %+v, partly %+v, missed %+v", had, partly, missed)
	}
	if missed.Difficulty <= had.Difficulty {
		t.Errorf("a miss makes it %v hard, a hit %v", missed.Difficulty, had.Difficulty)
	}
	if r := Usual.Refreshed(s, after(5), 1); r.Stability <= s.Stability || r.Stability >= next(5, Sure, HadIt).Stability || r.At != s.At {
		t.Errorf("a question makes %v of %v", r, s)
	}
	if r := Usual.Refreshed(s, after(5), 0); r != s {
		t.Errorf("a wrong answer makes %v of %v", r, s)
	}
}

// Whatever happens, a state stays within its bounds, and the same looks lead to the same one.
func TestAnyHistory(t *testing.T) {
	for seed := range uint64(300) {
		looks := history(rand.New(rand.NewPCG(seed, 1)), 40)
		var s State
		for _, l := range looks {
			s = Usual.After(s, l)
			if !(s.Stability >= shortest && s.Stability <= longest && s.Difficulty >= 0 && s.Difficulty <= 1) {
				t.Fatalf("seed %d: %+v after %+v", seed, s, l)
			}
		}
		if Usual.Of(looks) != s {
			t.Fatalf("seed %d: not the same again", seed)
		}
	}
}

func history(r *rand.Rand, n int) []Look {
	at := start
	var out []Look
	for range n {
		at = at.Add(time.Duration(r.ExpFloat64() * 100 * float64(time.Hour)))
		out = append(out, Look{at, []Said{Sure, Hunch, NoIdea}[r.IntN(3)], []Went{HadIt, Partly, Missed}[r.IntN(3)]})
	}
	return out
}

// Weights are found again, near enough, from what somebody with other weights did; and with little
// to go by they stay near the usual ones.
func TestFit(t *testing.T) {
	true_ := Usual
	true_.First, true_.Gain, true_.Spaced, true_.Drop = [3]float64{-2, -0.6, 0.2}, 0.5, 3, 0.5
	cards := lived(true_, 120, 7)
	got, err := Fit(context.Background(), cards)
	if err != nil {
		t.Fatal(err)
	}
	again, _ := Fit(context.Background(), cards)
	if got != again {
		t.Error("the same looks give other weights")
	}
	unseen := lived(true_, 120, 8)
	usual, fitted, best := Usual.Surprise(unseen), got.Surprise(unseen), true_.Surprise(unseen)
	t.Logf("surprise at other cards: usual %.3f, fitted %.3f, true %.3f", usual, fitted, best)
	if fitted > best+(usual-best)/3 {
		t.Errorf("fitted weights are surprised by %v, usual ones by %v, the true ones by %v", fitted, usual, best)
	}
	few, err := Fit(context.Background(), lived(true_, 2, 9))
	if err != nil || math.Abs(few.Gain-Usual.Gain) > 0.6 {
		t.Errorf("two cards make %+v of the usual weights, %v", few, err)
	}
	if none, err := Fit(context.Background(), nil); err != nil || none != Usual {
		t.Errorf("no cards make %+v, %v", none, err)
	}
	ctx, stop := context.WithCancel(context.Background())
	stop()
	if _, err := Fit(ctx, cards); err == nil {
		t.Error("fitting goes on when nobody waits for it")
	}
}

// lived are cards as somebody whose memory has some weights looked at them, near the days on which
// they were due.
func lived(w Weights, cards int, seed uint64) [][]Look {
	r := rand.New(rand.NewPCG(seed, 3))
	var out [][]Look
	for range cards {
		s, at := State{}, start
		var looks []Look
		for range 6 {
			went := Missed
			if s.Looks == 0 && r.Float64() < 0.7 || r.Float64() < w.Recall(s, Days(s.At, at)) {
				went = HadIt
			}
			l := Look{at, Sure, went}
			looks, s = append(looks, l), w.After(s, l)
			at = at.Add(time.Duration((0.3 + 1.5*r.Float64()) * w.Until(s, 0.85) * 24 * float64(time.Hour)))
		}
		out = append(out, looks)
	}
	return out
}

// No look is planned after the exam, each card has one in the last days before it, and none comes
// later than what was asked for allows by more than a little.
func TestPlanKeepsTheWish(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	var cards []Card
	for i := range 300 {
		s := State{Stability: math.Exp(3 * r.NormFloat64()), Looks: 1, At: after(-10 * r.Float64())}
		cards = append(cards, Card{ID: fmt.Sprint(i), State: s.bounded()})
	}
	cards = append(cards, Card{ID: "new"})
	for _, days := range []int{1, 4, 20, 60} {
		wish := Wish{Forget: 0.1, Exam: after(float64(days))}
		plan := Usual.Plan(cards, wish, start)
		if len(plan) > 300 || days > 10 && len(plan) != 300 {
			t.Fatalf("%d days before the exam %d cards are planned", days, len(plan))
		}
		for _, d := range plan {
			s := cards[slices.IndexFunc(cards, func(c Card) bool { return c.ID == d.ID })].State
			natural := Day(start, s.At.Add(time.Duration(Usual.Until(s, 0.9)*24*float64(time.Hour))))
			switch {
			case d.Day < 0 || d.Day >= days:
				t.Errorf("%d days before the exam: looked at on day %d", days, d.Day)
			case natural >= days-lastLook && d.Day < min(natural, days-lastLook)-mostSlack:
				t.Errorf("%d days before the exam: the last look is on day %d", days, d.Day)
			case d.Day > max(0, natural)+mostSlack/3:
				t.Errorf("%d days before the exam: due on day %d and planned for %d", days, natural, d.Day)
			}
		}
	}
	off := []Card{{ID: "a", State: State{Stability: 1, Looks: 1, At: after(-9)}, Not: after(1)}}
	if plan := Usual.Plan(off, Wish{Forget: 0.1}, start); len(plan) != 1 || plan[0].Day != 1 {
		t.Errorf("not today, and yet %v", plan)
	}
}

// Days are evened out: from cards that fall due on few days comes a plan whose days hardly differ.
func TestPlanEvensOut(t *testing.T) {
	var cards []Card
	for i := range 240 {
		s := State{Stability: 20 + float64(i%2*10), Looks: 3, At: start}
		cards = append(cards, Card{ID: fmt.Sprint(i), State: s})
	}
	load := map[int]int{}
	most := 0
	for _, d := range Usual.Plan(cards, Wish{Forget: 0.1}, start) {
		load[d.Day]++
		most = max(most, load[d.Day])
	}
	if len(load) < 10 || most > 30 {
		t.Errorf("240 cards fall due on %d days, most %d on one: %v", len(load), most, load)
	}
}

// A day is a day of the calendar where the person is.
func TestDay(t *testing.T) {
	east := time.FixedZone("east", 9*3600)
	late := time.Date(2026, 3, 2, 23, 30, 0, 0, east)
	if got := Day(late, late.Add(time.Hour)); got != 1 {
		t.Errorf("half an hour after midnight is day %d", got)
	}
	if got := Day(late, late.Add(-23*time.Hour).UTC()); got != 0 {
		t.Errorf("the same morning is day %d", got)
	}
}

func BenchmarkFit(b *testing.B) {
	cards := lived(Usual, 60, 5)
	for b.Loop() {
		if _, err := Fit(context.Background(), cards); err != nil {
			b.Fatal(err)
		}
	}
	b.ReportMetric(b.Elapsed().Seconds()/float64(b.N), "of-limit") // one second
}

func BenchmarkPlan(b *testing.B) {
	r := rand.New(rand.NewPCG(4, 4))
	var cards []Card
	for i := range 2000 {
		cards = append(cards, Card{ID: fmt.Sprint(i), State: State{Stability: math.Exp(2 * r.NormFloat64()), Looks: 2, At: start}.bounded()})
	}
	for b.Loop() {
		Usual.Plan(cards, Wish{Forget: 0.1, Exam: after(60)}, start)
	}
	b.ReportMetric(b.Elapsed().Seconds()/float64(b.N)/0.05, "of-limit") // 50 ms for a course full of cards
}
