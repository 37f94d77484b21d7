package work

import (
	"fmt"
	"math/big"
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// Arithmetic finds what a text claims of numbers, such as "4.5 ÷ 0.65 = 6.9" or
// "2.5 mg/L × 1.8 ML = 4.5 kg", and recomputes each claim at the precision that
// is shown. What has names in it, or nothing to compute, is left aside.
func Arithmetic(text string) []Claim {
	var out []Claim
	if !circular.MatchString(text) {
		text = degrees.ReplaceAllString(text, "$1$2") // angles that are added up, not taken as numbers
	}
	text = partOfUnit.ReplaceAllString(text, "($1) $2")
	for _, at := range equals.FindAllStringIndex(text, -1) {
		right, ok := quantityAfter(text[at[1]:])
		if !ok {
			continue
		}
		left, value, ok := computedBefore(text[:at[0]])
		if !ok {
			continue
		}
		claim := Claim{Text: strings.TrimSpace(left) + " " + strings.TrimSpace(text[at[0]:at[1]]) + " " + strings.TrimSpace(right.text)}
		if value.Unit.Dim != (units.Dimension{}) || right.Unit.Text != "" && value.Unit.Text == "%" {
			if !right.Unit.Same(value.Unit) {
				if right.Unit.Text == "" {
					continue // a bare number after a quantity says too little
				}
				claim.Verdict, claim.Why = Wrong, "the units do not agree"
				out = append(out, claim)
				continue
			}
			value.Value = value.In(right.Unit)
		}
		claim.Verdict = Right
		// "(1 − 0.7) × 100% = 30%" and "0.3 × 100 = 30%" are both written, and 21 mg/kg
		// is a share as well.
		share := right.Unit.Text != "" && right.Unit.Same(value.Unit) && near(right.Shown, right.Value, value.In(right.Unit))
		if !share && !near(right.Shown, right.Value, value.Value) {
			shown, _ := decimal.Show(value.Value, max(3, len(strings.Trim(right.Shown, "0.,"))))
			claim.Verdict, claim.Why = Wrong, fmt.Sprintf("it is %s", units.With(shown, right.Unit))
		}
		out = append(out, claim)
	}
	return out
}

var (
	circular   = regexp.MustCompile(`(?i)\b(?:sin|cos|tan|sec|cot|arc|rad)|π`)
	degrees    = regexp.MustCompile(`(\d)\s?°([^CFK]|$)`)
	partOfUnit = regexp.MustCompile(`\b(\d{1,3}/\d{1,3}) (\pL)`) // "1/3 h" is a third of an hour
)

var equals = regexp.MustCompile(`\s*[=≈]\s*`)

// near says whether a value is within half a unit of the last digit shown; zeros
// at the end of a whole number may stand for rounded digits.
func near(shown string, s, v *big.Rat) bool {
	if s.Cmp(v) == 0 || decimal.Agrees(shown, v) {
		return true
	}
	_, fraction, _ := strings.Cut(shown, ".")
	unit := big.NewRat(1, 2)
	for range fraction {
		unit.Mul(unit, big.NewRat(1, 10))
	}
	gap := new(big.Rat).Sub(s, v)
	return gap.Abs(gap).Cmp(unit) <= 0
}

type shownQuantity struct {
	units.Found
	text string
}

// quantityAfter reads the number with its unit that a text begins with; it must
// not go on with an operator.
func quantityAfter(text string) (shownQuantity, bool) {
	for _, f := range units.Find(text) {
		if strings.TrimLeft(text[:f.Start], " $€£") != "" {
			return shownQuantity{}, false
		}
		rest := strings.TrimLeft(text[f.End:], " ")
		if r, _ := utf8.DecodeRuneInString(rest); strings.ContainsRune("+-−*×·÷/^(²³", r) && rest != "" {
			return shownQuantity{}, false
		}
		return shownQuantity{f, text[:f.End]}, true
	}
	return shownQuantity{}, false
}

// farthest bounds how far before the sign a computation may begin.
const farthest = 120

// computedBefore reads the longest computation that a text ends with.
func computedBefore(text string) (string, units.Quantity, bool) {
	start := max(0, len(text)-farthest)
	for i := start; i < len(text); i++ {
		r, size := utf8.DecodeRuneInString(text[i:])
		before, _ := utf8.DecodeLastRuneInString(text[:i])
		if i > start && (unicode.IsLetter(before) && before != 'π' || unicode.IsDigit(before) || before == '.' || before == '^') || !(unicode.IsDigit(r) || strings.ContainsRune("(−-$€£√∛π½¼¾⅓⅔", r) || function.MatchString(text[i:])) {
			i += size - 1
			continue
		}
		piece := text[i:]
		if !strings.ContainsAny(piece, "+-−*×·÷/^(²³√∛%") && len(units.Find(piece)) != 1 {
			continue
		}
		if v, ok := computed(piece); ok {
			// What an operator joins to something unread is no claim by itself.
			joined, _ := utf8.DecodeLastRuneInString(strings.TrimRight(text[:i], " \u00a0"))
			return piece, v, !strings.ContainsRune("+*×·÷/^√∛π(", joined)
		}
	}
	return "", units.Quantity{}, false
}

// function is what a computation may begin with beside a number.
var function = regexp.MustCompile(`^(?:ln|log|sqrt|exp)\(|^e\^`)

// computed is the value of a computation with numbers or quantities; false for a
// bare number.
func computed(text string) (units.Quantity, bool) {
	w := &worker{budget: algebra.DefaultBudget}
	if q, err := w.measured(text); err == nil {
		return q, true
	}
	n, err := maths.ReadExpression(text, maths.Notation{})
	if err != nil || len(maths.Names(n)) > 0 {
		return units.Quantity{}, false
	}
	if _, bare := decimalLiteral(n); bare {
		return units.Quantity{}, false
	}
	calc := algebra.New(algebra.DefaultBudget)
	f, err := calc.Form(n)
	if err != nil {
		return units.Quantity{}, false
	}
	v, ok := f.Rational()
	if !ok {
		if v, ok = calc.Decimal(f, 15); !ok {
			return units.Quantity{}, false
		}
	}
	return units.Quantity{Value: v, Unit: units.One}, true
}
