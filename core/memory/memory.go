// Package memory says how well something is remembered, and when it is to be looked at again.
//
// The model: what is recalled is forgotten along a power law of the time since (Wickelgren,
// “Single-trace fragility theory of memory dynamics”, 1974; Wixted and Carpenter, “The
// Wickelgren power law and the Ebbinghaus savings function”, 2007). A State has a stability, the
// days until nine of ten such things are still recalled, and a difficulty from 0 to 1. Each look
// moves both, by how it went, by what was said before the turn, and by how much had been forgotten
// by then: what is nearly forgotten gains most (Bjork and Bjork, “A new theory of disuse”, 1992).
// How far each of these reaches are Weights, which are fitted to a person from many looks (fit.go).
// Plan deals looks over days (plan.go).
package memory

import (
	"math"
	"time"
)

// Said is what somebody says before a card is turned.
type Said string

// What is said before the turn.
const (
	Sure   Said = "sure"
	Hunch  Said = "hunch"
	NoIdea Said = "no idea"
)

// Went is how a card went once it was turned.
type Went string

// How a card can go.
const (
	HadIt  Went = "had it"
	Partly Went = "partly"
	Missed Went = "missed"
)

// recalled is how much was recalled, from 0 to 1.
func (w Went) recalled() float64 {
	switch w {
	case HadIt:
		return 1
	case Partly:
		return 0.5
	}
	return 0
}

// Known says whether both are words of this package.
func Known(s Said, w Went) bool {
	return (s == Sure || s == Hunch || s == NoIdea) && (w == HadIt || w == Partly || w == Missed)
}

// Look is one look at a card.
type Look struct {
	At   time.Time
	Said Said
	Went Went
}

// State is what is remembered of one card. The zero State is that of a card never looked at.
type State struct {
	Stability  float64   // days after which nine of ten are recalled
	Difficulty float64   // from 0 to 1
	At         time.Time // of the last look
	Looks      int
	Lapses     int // how often it was missed after it was had
}

// Weights say how far a look reaches.
type Weights struct {
	First  [3]float64 // logarithm of the stability after a first look: missed, partly, had it
	Gain   float64    // of the logarithm of stability, by a look that recalls all
	Spaced float64    // how much more it gains for what was forgotten by then
	Tires  float64    // how much less it gains the stabler it is
	Hard   float64    // how much less it gains the harder it is
	Unsure float64    // which share of the gain a hunch brings
	Left   float64    // logarithm of the stability that is left by a miss
	Keeps  float64    // which share of the logarithm of stability before is left with it
	Drop   float64    // the exponent of the curve
}

// Usual are the weights of somebody about whom nothing is known yet.
var Usual = Weights{First: [3]float64{-1.2, 0.2, 1.1}, Gain: 0.85, Spaced: 6, Tires: 0.16, Hard: 0.5, Unsure: 0.65, Left: -0.4, Keeps: 0.3, Drop: 0.4}

// unknown is the difficulty of what nobody looked at.
const unknown = 0.4

// Bounds of stability, in days.
const (
	shortest = 0.02
	longest  = 3650
)

// marked is the share that is recalled after one stability.
const marked = 0.9

// Recall is the probability that something is recalled so many days after the last look.
func (w Weights) Recall(s State, days float64) float64 {
	if s.Looks == 0 {
		return 0
	}
	return math.Pow(1+w.bend()*max(0, days)/s.Stability, -w.Drop)
}

// bend makes the curve pass through marked after one stability.
func (w Weights) bend() float64 { return math.Pow(marked, -1/w.Drop) - 1 }

// Until is how many days it takes until recall falls to a share.
func (w Weights) Until(s State, share float64) float64 {
	if s.Looks == 0 {
		return 0
	}
	return s.Stability * (math.Pow(share, -1/w.Drop) - 1) / w.bend()
}

// Days are the days between two moments, none where the second is earlier.
func Days(from, to time.Time) float64 { return max(0, to.Sub(from).Hours()/24) }

// After is the state after a look.
func (w Weights) After(s State, l Look) State {
	out := State{Difficulty: s.Difficulty, At: l.At, Looks: s.Looks + 1, Lapses: s.Lapses}
	got := l.Went.recalled()
	if s.Looks == 0 {
		out.Difficulty = unknown
		first := w.First[int(2*got)]
		if l.Said != Sure && got > 0 {
			first -= 1 - w.Unsure
		}
		out.Stability = math.Exp(first)
		out.Difficulty += 0.3 * (0.5 - got)
		return out.bounded()
	}
	days := Days(s.At, l.At)
	forgotten := 1 - w.Recall(s, days)
	log := math.Log(s.Stability)
	gain := w.Gain * (0.25 + w.Spaced*forgotten) * math.Exp(-w.Tires*max(0, log)) * (1 - w.Hard*s.Difficulty)
	if l.Said != Sure {
		gain *= w.Unsure
	}
	kept := min(log, w.Left+w.Keeps*log-s.Difficulty/2)
	switch l.Went {
	case HadIt:
		log += gain
	case Partly: // between the two
		log += (gain + 2*(kept-log)) / 3
	default:
		log = kept
		out.Lapses++
	}
	out.Stability = math.Exp(log)
	// A miss of what should have been known says more of difficulty than a miss of what was forgotten.
	surprise := (1 - forgotten) - got
	out.Difficulty += 0.25 * surprise
	out.Difficulty += 0.05 * (unknown - out.Difficulty)
	return out.bounded()
}

func (s State) bounded() State {
	s.Stability = min(longest, max(shortest, s.Stability))
	s.Difficulty = min(1, max(0, s.Difficulty))
	return s
}

// Refreshed is the state after a question on the same topic was answered: right, it counts as a look
// that gains less than a card's own; wrong, it changes nothing, since it asked something else.
func (w Weights) Refreshed(s State, at time.Time, right float64) State {
	if s.Looks == 0 || right < 0.5 {
		return s
	}
	forgotten := 1 - w.Recall(s, Days(s.At, at))
	s.Stability *= math.Exp(refreshes * w.Gain * w.Spaced * forgotten * right)
	return s.bounded()
}

// refreshes is which share of the gain of a look a question on the topic brings; the time of the last
// look stays.
const refreshes = 0.25

// Of is the state after looks, in the order of their time.
func (w Weights) Of(looks []Look) (s State) {
	for _, l := range looks {
		s = w.After(s, l)
	}
	return s
}
