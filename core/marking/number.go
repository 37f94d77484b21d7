package marking

import (
	"math/big"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/work"
)

// Number is a number as a person types it, with its unit: "45 m/h", "4.5e2 m³",
// "2 1/2 h", "75π".
type Number struct {
	Unit  maths.Unit
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
	if q, ok := maths.ParseQuantity(text); ok && (language == "" || language == "en" || !strings.ContainsAny(q.Shown, ".,")) {
		return Number{q.Unit, q.Value, maths.Number{Value: q.Value}}, true
	}
	if q, ok := maths.Together(text); ok {
		return Number{q.Unit, q.Value, maths.Number{Value: q.Value}}, true
	}
	how := work.Notation(language)
	for i := 1; i <= len(text); i++ {
		unit, ok := maths.ParseUnit(text[i:])
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
	text := func(u maths.Unit) string {
		if u.Text == "" {
			return ""
		}
		return `\,\text{` + strings.NewReplacer("%", `\%`, "$", `\$`).Replace(u.Text) + "}"
	}
	if _, ok := t.node.(maths.Number); ok {
		shown, _ := maths.Show(t.Value, 12)
		return `\text{` + strings.NewReplacer("%", `\%`, "$", `\$`).Replace(maths.WithUnit(shown, t.Unit)) + "}"
	}
	shown, exact := maths.Show(t.Value, 4)
	sign := `\approx`
	if exact {
		sign = "="
	}
	return maths.LaTeX(t.node) + text(t.Unit) + " " + sign + ` \text{` + shown + "}" + text(t.Unit)
}
