package simulator_test

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"zincowl/core/memory"
	"zincowl/core/simulator"
)

var begins = time.Date(2026, 3, 2, 18, 0, 0, 0, time.UTC)

func moment(day float64) time.Time {
	return begins.Add(time.Duration(day * 24 * float64(time.Hour)))
}

// lived is what became of a candidate's cards over six weeks.
type lived struct {
	predicted, true_ []float64 // of each look after the weights were fitted
	loads            []int     // looks on each day from the third week on, new cards left out
	looks, missed    int
}

const (
	weeks  = 6
	cards  = 120
	perDay = 8 // new ones, for the first days
)

// live has a candidate look at what is due, each day at the same hour, and fits the weights at three
// hundred looks, and again at each doubling of them.
func live(law simulator.Law, seed uint64) lived {
	person := rand.New(rand.NewPCG(seed, 1))
	chance := rand.New(rand.NewPCG(seed, 2))
	card := rand.New(rand.NewPCG(seed, 3))
	gifts := person.Uint64()
	var out lived
	traces := make([]simulator.Trace, cards)
	history := make([][]memory.Look, cards)
	states := make([]memory.State, cards)
	w := memory.Usual
	fitted := 0
	look := func(i int, day float64) {
		p := traces[i].Recall(day)
		if states[i].Looks == 0 {
			p = 0.3 // some of it was known before
		} else {
			out.looks++
			if fitted > 0 {
				out.predicted = append(out.predicted, w.Recall(states[i], memory.Days(states[i].At, moment(day))))
				out.true_ = append(out.true_, p)
			}
		}
		l := memory.Look{At: moment(day), Said: memory.Sure, Went: memory.HadIt}
		if chance.Float64() >= p {
			l.Said, l.Went = memory.NoIdea, memory.Missed
			out.missed++
		}
		traces[i].Look(day, l.Went == memory.HadIt)
		history[i], states[i] = append(history[i], l), w.After(states[i], l)
	}
	for day := range 7 * weeks {
		var all []memory.Card
		for i := range cards {
			if states[i].Looks > 0 {
				all = append(all, memory.Card{ID: fmt.Sprint(i), State: states[i]})
			}
		}
		due := 0
		for _, d := range w.Plan(all, memory.Wish{Forget: 0.1, Exam: moment(7*weeks + 14)}, moment(float64(day))) {
			if d.Day > 0 {
				break
			}
			var i int
			_, _ = fmt.Sscan(d.ID, &i)
			look(i, float64(day)+0.0005*float64(due))
			due++
		}
		if day >= 21 {
			out.loads = append(out.loads, due)
		}
		for i := day * perDay; i < min(cards, (day+1)*perDay); i++ {
			traces[i] = law.New(rand.New(rand.NewPCG(gifts, 9)), card)
			look(i, float64(day)+0.02)
		}
		total := 0
		for _, h := range history {
			total += len(h)
		}
		if total >= memory.FewestLooks && total >= 2*fitted {
			w, _ = memory.Fit(context.Background(), history)
			fitted = total
			for i := range states {
				states[i] = w.Of(history[i])
			}
		}
	}
	return out
}

// binned is how far predictions lie from the truth on average over looks of like prediction.
func binned(predicted, truth []float64) float64 {
	type pair struct{ p, t float64 }
	var all []pair
	for i := range predicted {
		all = append(all, pair{predicted[i], truth[i]})
	}
	slices.SortFunc(all, func(a, b pair) int { return cmp.Compare(a.p, b.p) })
	sum, n := 0.0, 0
	for part := range slices.Chunk(all, max(1, len(all)/20)) {
		p, t := 0.0, 0.0
		for _, x := range part {
			p += x.p / float64(len(part))
			t += x.t / float64(len(part))
		}
		sum += (p - t) * (p - t) * float64(len(part))
		n += len(part)
	}
	return math.Sqrt(sum / float64(max(1, n)))
}

func apart(a, b []float64) float64 {
	sum := 0.0
	for i := range a {
		sum += (a[i] - b[i]) * (a[i] - b[i])
	}
	return math.Sqrt(sum / float64(max(1, len(a))))
}

// uneven is how far the looks of a day lie from those of the days around it, as a share of them.
func uneven(loads []int) float64 {
	sum, n := 0.0, 0
	for i := 1; i < len(loads); i++ {
		mean := float64(loads[i]+loads[i-1]) / 2
		if mean >= 5 {
			sum += math.Abs(float64(loads[i]-loads[i-1])) / mean
			n++
		}
	}
	return sum / float64(max(1, n))
}

// Laws forget: recall falls with every day, and a look makes the next forgetting slower.
func TestLaws(t *testing.T) {
	for _, law := range simulator.Laws {
		r := rand.New(rand.NewPCG(1, 1))
		trace := law.New(r, r)
		if trace.Recall(1) != 0 {
			t.Errorf("%s: recalled before it was seen", law.Name)
		}
		trace.Look(0, true)
		last := 1.0
		for day := 0.5; day < 60; day *= 2 {
			p := trace.Recall(day)
			if p < 0 || p > last {
				t.Errorf("%s: %v after %v days, %v before", law.Name, p, day, last)
			}
			last = p
		}
		once := trace.Recall(10)
		trace.Look(3, true)
		if twice := trace.Recall(13); twice <= once {
			t.Errorf("%s: ten days after one look %v are left, after two %v", law.Name, once, twice)
		}
	}
}

// measured is how near predictions come to what a law makes of some candidates.
type measured struct{ bins, each, uneven, missed, aDay float64 }

func measure(law simulator.Law, people int) (out measured) {
	var all lived
	for seed := range uint64(people) {
		l := live(law, seed)
		all.predicted, all.true_ = append(all.predicted, l.predicted...), append(all.true_, l.true_...)
		all.looks, all.missed = all.looks+l.looks, all.missed+l.missed
		out.uneven += uneven(l.loads) / float64(people)
	}
	out.bins, out.each = binned(all.predicted, all.true_), apart(all.predicted, all.true_)
	out.missed = float64(all.missed) / float64(all.looks+people*cards)
	out.aDay = float64(all.looks) / float64(people) / (7 * weeks)
	return out
}

// What is predicted of simulated candidates is what becomes of them, under laws that nothing was made
// for, and days are like each other. BenchmarkMemory prints the figures.
func TestPredictionsUnderOtherLaws(t *testing.T) {
	for _, law := range simulator.Laws {
		if m := measure(law, 2); m.bins > 0.1 || m.uneven > 0.35 {
			t.Errorf("%s: %+v", law.Name, m)
		}
	}
}

// BenchmarkMemory reports how far predicted recall lies from the true one after three hundred looks
// (root mean square, over twenty bins of prediction and look by look), as shares of the limit 0.05, and how
// much a day's looks differ from the day's before, as a share of the limit of a fifth.
func BenchmarkMemory(b *testing.B) {
	for _, law := range simulator.Laws {
		b.Run(law.Name, func(b *testing.B) {
			var m measured
			for b.Loop() {
				m = measure(law, 8)
			}
			b.ReportMetric(m.bins/0.05, "bins-of-limit")
			b.ReportMetric(m.each/0.05, "looks-of-limit")
			b.ReportMetric(m.uneven/0.2, "uneven-of-limit")
			b.ReportMetric(m.aDay, "looks/day")
			b.ReportMetric(m.missed, "missed")
		})
	}
}
