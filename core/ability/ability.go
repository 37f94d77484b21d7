// Package ability estimates what a candidate can do, topic by topic, from the
// responses so far, and says where the marks are.
//
// The estimate of a topic is the share right with an 80 per cent interval. It
// is Bayesian with Jeffreys' prior, the Beta distribution with both parameters
// one half (Brown, Cai and DasGupta, “Interval estimation for a binomial
// proportion”, Statistical Science 16, 2001): at few answers the interval is
// wide, as it should be, and with none it is nearly everything.
package ability

import (
	"cmp"
	"slices"

	"gonum.org/v1/gonum/mathext"
)

// Answered is what a topic's responses add up to. Responses may weigh less than
// one: the first answer to a question whose key was seen counts half.
type Answered struct {
	Count  int     // how many responses
	Right  float64 // sum of weight × share right
	Weight float64 // sum of weights
}

// Coverage is how often, in the long run, an interval holds the true share.
const Coverage = 0.8

// SeenWeight is what the first answer counts to a question that was uncovered
// on the bench before.
const SeenWeight = 0.5

// Estimate is a share right, from 0 to 1, with its interval.
type Estimate struct {
	Share float64 `json:"share"`
	Low   float64 `json:"low"`
	High  float64 `json:"high"`
}

// posterior are the parameters of the Beta distribution of the share right.
func (a Answered) posterior() (alpha, beta float64) {
	return a.Right + 0.5, max(0, a.Weight-a.Right) + 0.5
}

// Of estimates the share right behind the answers.
func Of(a Answered) Estimate {
	alpha, beta := a.posterior()
	e := Estimate{
		Share: alpha / (alpha + beta),
		Low:   mathext.InvRegIncBeta(alpha, beta, (1-Coverage)/2),
		High:  mathext.InvRegIncBeta(alpha, beta, (1+Coverage)/2),
	}
	// At the ends the interval reaches the end, or it could never cover it.
	if a.Right == 0 {
		e.Low = 0
	}
	if a.Right >= a.Weight {
		e.High = 1
	}
	return e
}

// Gap is a topic with what is at stake in it.
type Gap struct {
	Topic    string   `json:"topic"` // its id
	Weight   float64  `json:"weight"`
	Answered int      `json:"answered"`
	Estimate Estimate `json:"estimate"`
	AtStake  float64  `json:"at_stake"` // marks: weight × (1 − share)
}

// Topic is a topic with its weight and answers.
type Topic struct {
	ID       string
	Weight   float64
	Answered Answered
}

// Gaps lists topics with most marks at stake first.
func Gaps(topics []Topic) []Gap {
	out := make([]Gap, 0, len(topics))
	for _, t := range topics {
		e := Of(t.Answered)
		out = append(out, Gap{Topic: t.ID, Weight: t.Weight, Answered: t.Answered.Count, Estimate: e, AtStake: t.Weight * (1 - e.Share)})
	}
	slices.SortStableFunc(out, func(a, b Gap) int { return cmp.Compare(b.AtStake, a.AtStake) })
	return out
}

// Deal gives each topic its share of n questions by the marks at stake in it,
// largest remainder first, never more than are available. Topics without
// weight share what is left over.
func Deal(n int, gaps []Gap, available map[string]int) map[string]int {
	out := map[string]int{}
	left := n
	for left > 0 {
		total := 0.0
		var open []Gap
		for _, g := range gaps {
			if out[g.Topic] < available[g.Topic] {
				g.AtStake = max(g.AtStake, 0.01)
				open = append(open, g)
				total += g.AtStake
			}
		}
		if len(open) == 0 {
			break
		}
		type rest struct {
			topic string
			part  float64
		}
		var rests []rest
		given := 0
		for _, g := range open {
			exact := float64(left) * g.AtStake / total
			whole := min(int(exact), available[g.Topic]-out[g.Topic])
			out[g.Topic] += whole
			given += whole
			if out[g.Topic] < available[g.Topic] {
				rests = append(rests, rest{g.Topic, exact - float64(whole)})
			}
		}
		slices.SortStableFunc(rests, func(a, b rest) int { return cmp.Compare(b.part, a.part) })
		for i := 0; i < len(rests) && given < left; i++ {
			out[rests[i].topic]++
			given++
		}
		left -= given
		if given == 0 {
			break
		}
	}
	return out
}
