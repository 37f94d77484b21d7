package ground

import (
	_ "embed"
	"encoding/json"
	"math"
	"sync"
)

// names are what a comparison measures, in the order of the weights.
var names = []string{
	"own", "cover", "exact", "missing", "unknown", "worst", "verbs", "length", "straight", "crossed", "split", "no clause",
	"number", "same number", "other number", "no number", "denied once", "denied twice", "denies", "they deny", "predicate denied", "opposite", "opposite near",
	"wider", "as wide", "wider than narrow", "only mine", "only theirs", "narrow", "compares", "than swapped", "than same",
	"reasons", "they reason", "what found", "why found", "why missing", "orders", "same order", "other order",
	"polarity same", "polarity other", "opposed",
	"replaced", "theirs left", "theirs length", "worst clause", "best clause", "clauses", "least telling",
	"together", "parted", "joined", "rival", "parts", "narrowed", "widened",
	"halves same", "halves crossed", "signs same", "signs differ",
	"contrast", "relation same", "relation other", "turned",
}

// Features are the measures of a comparison.
func (c *comparison) Features() []float64 {
	out := make([]float64, 0, len(names))
	for _, n := range names {
		out = append(out, c.values[n])
	}
	return out
}

// verdicts in the order of the weights.
var verdicts = []Verdict{Supported, Contradicted, NotFound}

//go:embed model.json
var modelData []byte

var trained = sync.OnceValue(func() Model {
	var m Model
	if err := json.Unmarshal(modelData, &m); err != nil {
		panic("the model of package ground: " + err.Error()) // it is part of the program
	}
	return m
})

// decide turns features into the likeliest verdict and its probability.
func decide(features []float64) (Verdict, float64) {
	p := trained().Probabilities(features)
	best := 0
	for i := range p {
		if p[i] > p[best] {
			best = i
		}
	}
	if best != 2 && p[best] < sureEnough {
		return NotFound, 1 - p[best]
	}
	return verdicts[best], p[best]
}

// sureEnough is how sure support or contradiction has to be to be said: silence costs
// less than a verdict turned round.
const sureEnough = 0.65

// Model is a list of rounds of trees, one tree for each of supported, contradicted and
// not found, whose values are added up.
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
