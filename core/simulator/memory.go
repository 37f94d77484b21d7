// Package simulator has candidates that are not real, to try plans on. It knows nothing of how
// packages memory and ability think: its candidates forget and learn by laws of their own, which
// those do not fit.
package simulator

import (
	"math"
	"math/rand/v2"
)

// Trace is what a simulated candidate has of one card.
type Trace interface {
	// Recall is how likely the card is recalled on a day.
	Recall(day float64) float64
	// Look is a look at the card on a day, whether it was recalled then or not.
	Look(day float64, recalled bool)
}

// Law is a way to forget and learn. Each card of a candidate has a Trace of its own, some easier than
// others.
type Law struct {
	Name string
	New  func(person, card *rand.Rand) Trace
}

// Laws are all of them: two traces that fade at different speeds (after Simon, “A note on Jost's law”,
// 1966), the activation of all looks together (Pavlik and Anderson, “Practice and forgetting effects on
// vocabulary memory”, 2005), and a half-life that multiplies.
var Laws = []Law{
	{"two traces", func(person, card *rand.Rand) Trace {
		gift := math.Exp(0.25 * person.NormFloat64())
		ease := math.Exp(0.45 * card.NormFloat64())
		return &traces{fast: 0.6, fastDays: 1.5 * gift * ease, slowDays: 20 * gift * ease}
	}},
	{"activation", func(person, card *rand.Rand) Trace {
		return &activation{threshold: -1.9 + 0.15*person.NormFloat64(), ease: 0.25 * card.NormFloat64()}
	}},
	{"half-life", func(person, card *rand.Rand) Trace {
		ease := math.Exp(0.4 * card.NormFloat64())
		least := 2 * math.Exp(0.3*person.NormFloat64()) * ease // after the answer was seen
		return &halfLife{days: 2 * least, least: least, grows: 1 + 1.1*math.Min(1.6, ease)}
	}},
}

// traces fade at two speeds; a look that succeeds moves some of the fast one into the slow one, and
// makes that slower.
type traces struct {
	fast               float64 // share of the fast one
	fastDays, slowDays float64
	at                 float64
	looked             bool
}

func (t *traces) Recall(day float64) float64 {
	if !t.looked {
		return 0
	}
	d := day - t.at
	return t.fast*math.Exp(-d/t.fastDays) + (1-t.fast)*math.Exp(-d/t.slowDays)
}

func (t *traces) Look(day float64, recalled bool) {
	faded := 1 - t.Recall(day)
	switch {
	case !t.looked:
		if recalled {
			t.fast -= 0.25
		}
	case recalled:
		t.fast *= 1 - 0.5*(0.3+faded)
		t.slowDays *= 1 + 2.2*faded + 0.1
	default:
		t.fast = math.Min(0.6, t.fast+0.15)
		t.slowDays *= 0.85
	}
	t.at, t.looked = day, true
}

// activation is the logarithm of the sum of what is left of each look, which fades the faster the more
// active the card was then.
type activation struct {
	threshold, ease float64
	days, decays    []float64
}

func (a *activation) level(day float64) float64 {
	sum := 0.0
	for i, d := range a.days {
		sum += math.Pow(math.Max(0.02, day-d), -a.decays[i])
	}
	return math.Log(sum) + a.ease
}

func (a *activation) Recall(day float64) float64 {
	if len(a.days) == 0 {
		return 0
	}
	return 1 / (1 + math.Exp((a.threshold-a.level(day))/0.35))
}

func (a *activation) Look(day float64, recalled bool) {
	decay := 0.3
	if len(a.days) > 0 {
		decay = math.Min(0.9, 0.14*math.Exp(a.level(day)/2)+0.24)
	}
	if !recalled {
		decay += 0.12
	}
	a.days, a.decays = append(a.days, day), append(a.decays, decay)
}

// halfLife halves at a speed that each look that succeeds lowers.
type halfLife struct {
	days, least, grows, at float64
	looked                 bool
}

func (h *halfLife) Recall(day float64) float64 {
	if !h.looked {
		return 0
	}
	return math.Exp2(-(day - h.at) / h.days)
}

func (h *halfLife) Look(day float64, recalled bool) {
	switch {
	case !h.looked:
		if !recalled {
			h.days = h.least
		}
	case recalled:
		h.days *= 1 + (h.grows-1)*math.Min(1, 0.2+2.5*(1-h.Recall(day)))
	default:
		h.days = math.Max(h.least, 0.45*h.days)
	}
	h.at, h.looked = day, true
}
