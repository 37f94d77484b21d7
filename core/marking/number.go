package marking

import (
	"math/big"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/maths/work"
)

// Number is a number as a person types it, with its unit: "45 m/h", "4.5e2 m³",
// "2 1/2 h", "75π".
type Number struct {
	Unit  units.Unit
	Value *big.Rat // to fifteen digits where it has no end
	node  maths.Node
}

// maxTyped bounds what is read as a number.
const maxTyped = 200

// ReadNumber reads a number with the longest unit that it ends in.
func ReadNumber(text, language string, budget algebra.Budget) (Number, bool) {
	text = strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(text), "="))
	if len(text) > maxTyped {
		return Number{}, false
	}
	if q, ok := units.ParseQuantity(text); ok && (language == "" || language == "en" || !strings.ContainsAny(q.Shown, ".,")) {
		return Number{q.Unit, q.Value, maths.Number{Value: q.Value}}, true
	}
	if q, ok := units.Together(text); ok {
		return Number{q.Unit, q.Value, maths.Number{Value: q.Value}}, true
	}
	how := work.Notation(language)
	for i := 1; i <= len(text); i++ {
		unit, ok := units.Parse(text[i:])
		if !ok || unit.Text == "" && i < len(text) {
			continue
		}
		n, err := maths.ReadExpression(strings.TrimSpace(text[:i]), how)
		if err != nil || len(maths.Names(n)) > 0 {
			continue
		}
		if v, err := maths.Evaluate(n, nil); err == nil {
			return Number{unit, v, n}, true
		}
		if v, ok := algebra.Rounded(n, 15, budget); ok {
			return Number{unit, v, n}, true
		}
	}
	return Number{}, false
}

// LaTeX is what was typed, with its value where that has to be worked out.
func (t Number) LaTeX() string {
	text := func(u units.Unit) string {
		if u.Text == "" {
			return ""
		}
		return `\,\text{` + strings.NewReplacer("%", `\%`, "$", `\$`).Replace(u.Text) + "}"
	}
	if _, ok := t.node.(maths.Number); ok {
		shown, _ := decimal.Show(t.Value, 12)
		return `\text{` + strings.NewReplacer("%", `\%`, "$", `\$`).Replace(units.With(shown, t.Unit)) + "}"
	}
	shown, exact := decimal.Show(t.Value, 4)
	sign := `\approx`
	if exact {
		sign = "="
	}
	return maths.LaTeX(t.node) + text(t.Unit) + " " + sign + ` \text{` + shown + "}" + text(t.Unit)
}
