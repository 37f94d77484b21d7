package memory

import (
	"context"
	"math"
)

// FewestLooks is from how many looks on weights are fitted to a person.
const FewestLooks = 300

// spread is how far each weight is likely to lie from the usual one: the prior by which fitting is
// held back (maximum a posteriori).
var spread = [...]float64{1.2, 1.2, 1.2, 0.6, 3, 0.12, 0.3, 0.25, 1, 0.3, 0.2}

// Bounds of the weights, in the order of vector.
var (
	lowest  = [...]float64{-4, -3, -2, 0.05, 0, 0, 0, 0.1, -3, 0, 0.1}
	highest = [...]float64{5, 5, 6, 4, 20, 1, 0.95, 1, 5, 1, 1.5}
)

func (w Weights) vector() [11]float64 {
	return [...]float64{w.First[0], w.First[1], w.First[2], w.Gain, w.Spaced, w.Tires, w.Hard, w.Unsure, w.Left, w.Keeps, w.Drop}
}

func weightsOf(v [11]float64) Weights {
	for i := range v {
		v[i] = min(highest[i], max(lowest[i], v[i]))
	}
	return Weights{First: [3]float64{v[0], v[1], v[2]}, Gain: v[3], Spaced: v[4], Tires: v[5], Hard: v[6], Unsure: v[7], Left: v[8], Keeps: v[9], Drop: v[10]}
}

// Surprise is how little weights expected what happened to some cards, each with its looks in the
// order of their time: the mean negative log likelihood of each look but the first. None is zero.
func (w Weights) Surprise(cards [][]Look) float64 {
	sum, n := w.surprise(cards)
	return sum / max(1, n)
}

func (w Weights) surprise(cards [][]Look) (sum, n float64) {
	for _, looks := range cards {
		var s State
		for i, l := range looks {
			if i > 0 {
				p := min(0.999, max(0.001, w.Recall(s, Days(s.At, l.At))))
				got := l.Went.recalled()
				sum -= got*math.Log(p) + (1-got)*math.Log(1-p)
				n++
			}
			s = w.After(s, l)
		}
	}
	return sum, n
}

// Fit finds the weights that expect best what happened to a person's cards without straying far from
// the usual ones, by descending along each of them in turn with steps that shrink (Hooke and Jeeves,
// “Direct search”, 1961). It ends with the context, whose error it gives. The same looks give the
// same weights.
func Fit(ctx context.Context, cards [][]Look) (Weights, error) {
	usual := Usual.vector()
	cost := func(v [11]float64) float64 {
		sum, _ := weightsOf(v).surprise(cards)
		for i := range v {
			d := (v[i] - usual[i]) / spread[i]
			sum += d * d / 2
		}
		return sum
	}
	at := usual
	best := cost(at)
	step := 0.5
	for step > 0.02 {
		moved := false
		for i := range at {
			for _, by := range []float64{step, -step} {
				next := at
				next[i] = min(highest[i], max(lowest[i], at[i]+by*spread[i]))
				if c := cost(next); c < best-1e-9 {
					at, best, moved = next, c, true
					break
				}
			}
			if err := ctx.Err(); err != nil {
				return Usual, err
			}
		}
		if !moved {
			step /= 2
		}
	}
	return weightsOf(at), nil
}
