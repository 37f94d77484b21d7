package fact

import (
	"math"

	"zincowl/core/language"
)

// worth is what the type of a fact adds to how central it is: what is defined, computed or
// done in an order is asked about more than a cell of a table.
var worth = map[Type]float64{Definition: 0.2, Formula: 0.2, Sequence: 0.2, Limit: 0.1, Kind: 0.1, Event: 0.1, Cause: 0.1, Row: -0.2, Comparison: -0.1, Statement: -0.05}

// central is how central a fact is to its document, from 0 to 1: by how much of the
// document its words are about, its type, how much it says, and whether it stands by
// itself. Judged by teachers, most of what a text says is central, and this tells it from
// the rest only a little (correlation 0.14).
func (p profile) central(f Fact) float64 {
	sum, n := 0.0, 0.0
	for stem := range language.Stems(f.Quote) {
		if !hollow[stem] {
			sum += math.Log(1 + float64(p.in[stem]))
			n++
		}
	}
	w := 0.35 + worth[f.Type]
	if n > 0 {
		w += 0.4*sum/n/math.Log(2+float64(p.most)) + 0.1*min(1, n/12)
	}
	if f.Hedged {
		w -= 0.15
	}
	if anaphoric(f.Subject) && f.For == "" {
		w -= 0.2
	}
	return math.Round(100*min(1, max(0, w))) / 100
}
