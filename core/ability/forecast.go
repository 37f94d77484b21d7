package ability

import (
	"math"

	"gonum.org/v1/gonum/mathext"
)

// Forecast is how an exam of today would likely go.
type Forecast struct {
	Likely float64   `json:"likely" doc:"marks of a hundred: the estimates of the topics by their weights"`
	Low    float64   `json:"low" doc:"it lies between these 8 times in 10"`
	High   float64   `json:"high"`
	Pass   float64   `json:"pass" doc:"the chance to reach the pass mark, from 0 to 1"`
	Curve  []float64 `json:"curve" nullable:"false" doc:"how likely each score from 0 to 100 is, in steps of one mark"`
}

const (
	bins  = 200 // of half a mark
	cells = 48  // that a topic's estimate is parted into
)

// Foresee forecasts an exam of so many questions in which topics have their weights, which come to 100.
// Each topic's share right is as uncertain as its answers leave it, the topics by themselves; and an
// exam asks few questions, which go well or badly by chance.
func Foresee(topics []Topic, pass float64, questions int) Forecast {
	dist := make([]float64, bins+1)
	dist[0] = 1
	out := Forecast{}
	chance := 0.0 // variance of the score where all shares are known
	for _, t := range topics {
		if t.Weight <= 0 {
			continue
		}
		alpha, beta := t.Answered.posterior()
		mean := alpha / (alpha + beta)
		out.Likely += t.Weight * mean
		second := mean * (alpha + 1) / (alpha + beta + 1)
		chance += 100 * t.Weight * (mean - second) / float64(max(1, questions))
		dist = added(dist, t.Weight, alpha, beta)
	}
	dist = blurred(dist, math.Sqrt(chance))
	sum := 0.0
	low, high := false, false
	for i, p := range dist {
		score := float64(i) * 100 / bins
		sum += p
		if !low && sum >= (1-Coverage)/2 {
			out.Low, low = score, true
		}
		if !high && sum >= (1+Coverage)/2 {
			out.High, high = score, true
		}
		if score >= pass-1e-9 {
			out.Pass += p
		}
	}
	out.Pass = min(1, out.Pass)
	for score := range 101 {
		p := dist[2*score]
		for _, side := range []int{2*score - 1, 2*score + 1} {
			if side >= 0 && side <= bins {
				p += dist[side] / 2
			}
		}
		out.Curve = append(out.Curve, p)
	}
	return out
}

// added is the distribution of a score to which a topic is added whose share right has a Beta
// distribution. The mean is kept exactly: what falls between two bins is parted between them.
func added(dist []float64, weight, alpha, beta float64) []float64 {
	out := make([]float64, len(dist))
	mean := alpha / (alpha + beta)
	mass, part := 0.0, 0.0 // below the cell
	for k := 1; k <= cells; k++ {
		x := float64(k) / cells
		to, toPart := mathext.RegIncBeta(alpha, beta, x), mean*mathext.RegIncBeta(alpha+1, beta, x)
		m := to - mass
		if m > 1e-12 {
			at := weight * (toPart - part) / m * bins / 100
			whole := int(at)
			rest := at - float64(whole)
			for i, p := range dist {
				if p == 0 {
					continue
				}
				out[min(bins, i+whole)] += p * m * (1 - rest)
				out[min(bins, i+whole+1)] += p * m * rest
			}
		}
		mass, part = to, toPart
	}
	return out
}

// blurred is a distribution with a normal error of so many marks, whose ends hold what would lie beyond.
func blurred(dist []float64, marks float64) []float64 {
	if marks < 0.05 {
		return dist
	}
	reach := min(bins, int(4*marks*bins/100)+1)
	kernel := make([]float64, reach+1)
	total := 0.0
	for d := range kernel {
		x := float64(d) * 100 / bins / marks
		kernel[d] = math.Exp(-x * x / 2)
		total += kernel[d]
		if d > 0 {
			total += kernel[d]
		}
	}
	out := make([]float64, len(dist))
	for i, p := range dist {
		if p == 0 {
			continue
		}
		for d := -reach; d <= reach; d++ {
			out[min(bins, max(0, i+d))] += p * kernel[max(d, -d)] / total
		}
	}
	return out
}
