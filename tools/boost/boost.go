// Package boost fits the trees of package tree.
package boost

import (
	"math"
	"math/rand/v2"
	"sort"

	"zincowl/core/tree"
)

// Sample is what was measured of one case, with the class that people gave it.
type Sample struct {
	X      []float64
	Class  int
	Weight float64 // how much it counts in fitting
	Made   bool    // by a program: it counts, and does not make a class likelier
}

// Settings are how trees are grown.
type Settings struct {
	Rounds, Depth int
	Rate          float64
	Rows, Columns float64 // which share of the samples, and of the features, a tree sees
	Fewest        int     // samples in a leaf
}

// ridge is added to each leaf's weight.
const ridge = 2.0

// Fit boosts trees (Friedman, “Greedy function approximation: a gradient boosting
// machine”, 2001): in each round a small tree for each class is fitted to what the
// probabilities still lack.
func Fit(samples []Sample, s Settings) tree.Model {
	n := len(samples)
	r := rand.New(rand.NewPCG(1, 2))
	// Statements that were made count, and do not make a class likelier.
	var people, every, scale [3]float64
	for _, o := range samples {
		every[o.Class] += o.Weight
		if !o.Made {
			people[o.Class] += o.Weight
		}
	}
	for k := range scale {
		scale[k] = people[k] / every[k] * float64(n) / (people[0] + people[1] + people[2])
	}
	var m tree.Model
	scores := make([][3]float64, n)
	all := make([]int, n)
	for i := range all {
		all[i] = i
	}
	sorted := make([][]int, len(samples[0].X))
	for f := range sorted {
		sorted[f] = append([]int(nil), all...)
		sort.SliceStable(sorted[f], func(a, b int) bool { return samples[sorted[f][a]].X[f] < samples[sorted[f][b]].X[f] })
	}
	for range s.Rounds {
		p := make([][3]float64, n)
		for i := range n {
			p[i] = tree.Softmax(scores[i])
		}
		var trees [3]tree.Tree
		for k := range 3 {
			g, h := make([]float64, n), make([]float64, n)
			for i, o := range samples {
				y := 0.0
				if o.Class == k {
					y = 1
				}
				g[i] = o.Weight * scale[o.Class] * (y - p[i][k])
				h[i] = o.Weight * scale[o.Class] * p[i][k] * (1 - p[i][k])
			}
			in := make([]bool, n)
			for i := range in {
				in[i] = r.Float64() < s.Rows
			}
			use := make([]bool, len(sorted))
			for i := range use {
				use[i] = r.Float64() < s.Columns
			}
			grow(samples, sorted, use, g, h, in, s.Depth, s, &trees[k])
			for i, o := range samples {
				scores[i][k] += trees[k].Value(o.X)
			}
		}
		m = append(m, trees)
	}
	return m
}

// grow adds a node, and those below it, to a tree.
func grow(samples []Sample, sorted [][]int, use []bool, g, h []float64, in []bool, left int, s Settings, t *tree.Tree) int {
	at := len(*t)
	*t = append(*t, tree.Node{Feature: -1})
	sumG, sumH, count := 0.0, 0.0, 0
	for i, ok := range in {
		if ok {
			sumG += g[i]
			sumH += h[i]
			count++
		}
	}
	leaf := math.Round(1e4*s.Rate*sumG/(sumH+ridge)) / 1e4
	if left == 0 || count < 2*s.Fewest {
		(*t)[at].Value = leaf
		return at
	}
	best, feature, threshold := 1e-6, -1, 0.0
	whole := sumG * sumG / (sumH + ridge)
	for f := range sorted {
		if !use[f] {
			continue
		}
		lg, lh, ln := 0.0, 0.0, 0
		last := math.Inf(-1)
		for _, i := range sorted[f] {
			if !in[i] {
				continue
			}
			x := samples[i].X[f]
			if x > last && ln >= s.Fewest && count-ln >= s.Fewest {
				gain := lg*lg/(lh+ridge) + (sumG-lg)*(sumG-lg)/(sumH-lh+ridge) - whole
				if gain > best {
					best, feature, threshold = gain, f, (x+last)/2
				}
			}
			lg += g[i]
			lh += h[i]
			ln++
			last = x
		}
	}
	if feature < 0 {
		(*t)[at].Value = leaf
		return at
	}
	low, high := make([]bool, len(in)), make([]bool, len(in))
	for i, ok := range in {
		if ok {
			if samples[i].X[feature] < threshold {
				low[i] = true
			} else {
				high[i] = true
			}
		}
	}
	(*t)[at].Feature, (*t)[at].Threshold = feature, float64(int(threshold*10000+0.5))/10000
	l := grow(samples, sorted, use, g, h, low, left-1, s, t)
	r := grow(samples, sorted, use, g, h, high, left-1, s, t)
	(*t)[at].Low, (*t)[at].High = l, r
	return at
}
