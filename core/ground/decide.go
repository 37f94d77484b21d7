package ground

import (
	_ "embed"
	"encoding/json"
	"sync"

	"zincowl/core/tree"
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

var trained = sync.OnceValue(func() tree.Model {
	var m tree.Model
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
