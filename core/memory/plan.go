package memory

import (
	"cmp"
	"hash/fnv"
	"slices"
	"time"
)

// Wish is what a person asks of their memory: to forget at most a share of what is learned, until an
// exam where there is one.
type Wish struct {
	Forget float64   // from 0.02 to 0.3
	Exam   time.Time // zero where no day is known
}

// lastLook is how many days before the exam the last looks are spread over.
const lastLook = 3

// Card is a card as it is planned.
type Card struct {
	ID    string
	State State
	Not   time.Time // not before this moment; zero where it does not matter
}

// Due is a card with the day that it is to be looked at, counted from today.
type Due struct {
	ID  string
	Day int
}

// Day is how many days of a calendar lie between two moments, in the place of the first.
func Day(from, to time.Time) int {
	to = to.In(from.Location())
	y, m, d := from.Date()
	start := time.Date(y, m, d, 0, 0, 0, 0, time.UTC)
	y, m, d = to.Date()
	return int(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Sub(start).Hours() / 24)
}

// slack is by which share of its interval a look may be moved to even the days out, and most by how
// many days.
const (
	slack     = 0.2
	mostSlack = 6
)

// Plan says on which day from today each card that was looked at before is to be looked at next, the
// soonest first: when recall falls to what the wish allows, within a few days of that where the days
// are uneven, and in time before the exam; each is looked at once more in the last days before it.
// Cards never looked at, and those that had that look, are left out. The same cards give the same plan.
func (w Weights) Plan(cards []Card, wish Wish, now time.Time) []Due {
	type open struct {
		Due
		low, high int
	}
	exam := -1
	if !wish.Exam.IsZero() && wish.Exam.After(now) {
		exam = Day(now, wish.Exam)
	}
	var all []open
	for _, c := range cards {
		if c.State.Looks == 0 {
			continue
		}
		days := w.Until(c.State, 1-wish.Forget)
		at := c.State.At.Add(time.Duration(days * 24 * float64(time.Hour)))
		day := Day(now, at)
		play := min(mostSlack, int(slack*days))
		// Early costs a little, late breaks the promise, and what is late already is not put off again.
		o := open{Due: Due{c.ID, max(0, day)}, low: max(0, day-play), high: max(0, day+play/3)}
		switch had := Day(now, c.State.At) >= exam-lastLook; {
		case exam < 0 || o.Day < exam-lastLook:
		case had && day >= exam:
			continue // it had its last look
		case had:
			o.high = min(o.high, exam-1)
			o.Day, o.low = min(o.Day, o.high), min(o.low, o.high)
		default:
			// The interval would reach past the last days: one of them it is, by chance of its name.
			h := fnv.New32a()
			h.Write([]byte(c.ID))
			last := max(0, exam-1-int(h.Sum32()%lastLook))
			o.Day, o.low, o.high = last, last, last
		}
		if earliest := Day(now, c.Not); !c.Not.IsZero() && earliest > 0 {
			o.Day, o.low, o.high = max(o.Day, earliest), max(o.low, earliest), max(o.high, earliest)
		}
		all = append(all, o)
	}
	slices.SortFunc(all, func(a, b open) int {
		return cmp.Or(cmp.Compare(a.high-a.low, b.high-b.low), cmp.Compare(a.Day, b.Day), cmp.Compare(a.ID, b.ID))
	})
	load := map[int]int{}
	out := make([]Due, 0, len(all))
	for _, o := range all { // those that can't be moved first
		best := o.Day
		for d := o.low; d <= o.high; d++ {
			if load[d] < load[best] || load[d] == load[best] && abs(d-o.Day) < abs(best-o.Day) {
				best = d
			}
		}
		load[best]++
		out = append(out, Due{o.ID, best})
	}
	slices.SortFunc(out, func(a, b Due) int { return cmp.Or(cmp.Compare(a.Day, b.Day), cmp.Compare(a.ID, b.ID)) })
	return out
}

func abs(n int) int { return max(n, -n) }
