// Package tree decides between three classes by small decision trees, whose values are added up
// and turned into probabilities. The trees are boosted by tools/boost.
package tree

import "math"

// Model is a list of rounds of trees, one tree for each class.
type Model [][3]Tree

// Tree is a decision tree; its first node is the root.
type Tree []Node

// Node asks whether a feature is below a threshold, or has a value where the feature is
// less than 0.
type Node struct {
	Feature   int     `json:"f"`
	Threshold float64 `json:"t,omitempty"`
	Low       int     `json:"l,omitempty"`
	High      int     `json:"h,omitempty"`
	Value     float64 `json:"v,omitempty"`
}

// Value is the value of the leaf that features lead to.
func (t Tree) Value(x []float64) float64 {
	i := 0
	for t[i].Feature >= 0 {
		if x[t[i].Feature] < t[i].Threshold {
			i = t[i].Low
		} else {
			i = t[i].High
		}
	}
	return t[i].Value
}

// Probabilities are those of supported, contradicted and not found.
func (m Model) Probabilities(x []float64) [3]float64 {
	var z [3]float64
	for _, round := range m {
		for k, t := range round {
			z[k] += t.Value(x)
		}
	}
	return Softmax(z)
}

// Softmax turns scores into probabilities.
func Softmax(z [3]float64) [3]float64 {
	sum := 0.0
	for k := range z {
		z[k] = math.Exp(z[k])
		sum += z[k]
	}
	for k := range z {
		z[k] /= sum
	}
	return z
}
