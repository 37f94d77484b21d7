package writer

import (
	_ "embed"
	"math/big"
	"strings"
	"sync"

	"zincowl/core/language"
	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// usualTable are the ranges in which quantities of many fields are met; its head says how.
//
//go:embed usual.tsv
var usualTable string

// usual is the range in which a quantity is met in a field.
type usual struct {
	words     map[string]bool // of its name, in the singular
	bare      bool            // it has no unit
	low, high units.Quantity
	field     map[string]bool // the stems of what its field speaks of
}

var usuals = sync.OnceValue(func() []usual {
	var out []usual
	for line := range strings.SplitSeq(strings.TrimSpace(usualTable), "\n") {
		if strings.HasPrefix(line, "#") {
			continue
		}
		c := strings.Split(line, "\t")
		u := usual{words: singular(c[0]), bare: c[1] == "-", field: language.Stems(c[4])}
		low, _ := decimal.Parse(c[2])
		high, _ := decimal.Parse(c[3])
		u.low, u.high = units.Quantity{Value: low}, units.Quantity{Value: high}
		if !u.bare {
			unit, _ := units.Parse(c[1])
			u.low.Unit, u.high.Unit = unit, unit
		}
		out = append(out, u)
	}
	return out
})

// singular are the words of a name, nouns in the singular.
func singular(name string) map[string]bool {
	out := map[string]bool{}
	for w := range strings.FieldsSeq(strings.ToLower(name)) {
		out[language.Singular(w)] = true
	}
	return out
}

// usualOf is the range in which a variable is met: of the rows with its dimension whose name it
// has in it, the one with the longest name, of the field that the sources speak of.
func (l learned) usualOf(v maths.Variable) (low, high *big.Rat, ok bool) {
	meaning := singular(v.Meaning)
	stems := language.Stems(v.Meaning)
	best := -1.0
	for _, u := range usuals() {
		if u.bare != (v.Unit.Text == "") || !u.bare && !u.low.Unit.Same(v.Unit) || !covers(meaning, u.words) {
			continue
		}
		score := float64(len(u.words))
		for s := range u.field {
			if len(l[s]) > 0 || stems[s] {
				score += 0.4
				break
			}
		}
		if score > best {
			best, low, high, ok = score, u.low.Value, u.high.Value, true
			if !u.bare {
				low, high = u.low.In(v.Unit), u.high.In(v.Unit)
			}
		}
	}
	return low, high, ok
}
