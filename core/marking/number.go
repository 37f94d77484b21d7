package marking

import (
	"math/big"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/work"
)

// typed is a number as a person types it, with its unit: "45 m/h", "4.5e2 m³",
// "2 1/2 h", "75π".
type typed struct {
	node  maths.Node
	unit  maths.Unit
	value *big.Rat // to fifteen digits where it has no end
}

// maxTyped bounds what is read as a number.
const maxTyped = 200

// readTyped reads a number with the longest unit that it ends in.
func readTyped(text, language string, budget algebra.Budget) (typed, bool) {
	text = strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(text), "="))
	if len(text) > maxTyped {
		return typed{}, false
	}
	if q, ok := maths.ParseQuantity(text); ok && (language == "" || language == "en" || !strings.ContainsAny(q.Shown, ".,")) {
		return typed{maths.Number{Value: q.Value}, q.Unit, q.Value}, true
	}
	if q, ok := maths.Together(text); ok {
		return typed{maths.Number{Value: q.Value}, q.Unit, q.Value}, true
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
			return typed{n, unit, v}, true
		}
		if v, ok := algebra.Rounded(n, 15, budget); ok {
			return typed{n, unit, v}, true
		}
	}
	return typed{}, false
}

// latex is what was typed, with its value where that has to be worked out.
func (t typed) latex() string {
	text := func(u maths.Unit) string {
		if u.Text == "" {
			return ""
		}
		return `\,\text{` + strings.NewReplacer("%", `\%`, "$", `\$`).Replace(u.Text) + "}"
	}
	if _, ok := t.node.(maths.Number); ok {
		shown, _ := maths.Show(t.value, 12)
		return `\text{` + strings.NewReplacer("%", `\%`, "$", `\$`).Replace(maths.WithUnit(shown, t.unit)) + "}"
	}
	shown, exact := maths.Show(t.value, 4)
	sign := `\approx`
	if exact {
		sign = "="
	}
	return maths.LaTeX(t.node) + text(t.unit) + " " + sign + ` \text{` + shown + "}" + text(t.unit)
}
