package work

import (
	"math/big"
	"regexp"
	"strconv"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// rounding is what a statement asks for: places after the point, or significant
// figures; 0 of both is none.
type rounding struct{ places, figures int }

func (r rounding) asked() bool { return r.places > 0 || r.figures > 0 }

var numerals = map[string]int{"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6}

var roundingPhrase = regexp.MustCompile(`(?i)[,;.(]?\s*(?:give (?:your|the) answers?\s*|correct\s*|accurate\s*|rounded\s*|round\s*)*\bto (\d+|one|two|three|four|five|six) (decimal places?|d\.?\s?p\.?|decimals|places|significant figures?|significant digits?|s\.?\s?f\.?|sig\.? figs?|figures)\)?\.?\s*$`)

// takeRounding takes "to 2 decimal places" off the end of a statement.
func takeRounding(text string) (string, rounding) {
	m := roundingPhrase.FindStringSubmatchIndex(text)
	if m == nil {
		return text, rounding{}
	}
	n := numerals[strings.ToLower(text[m[2]:m[3]])]
	if n == 0 {
		n, _ = strconv.Atoi(text[m[2]:m[3]])
	}
	if n < 1 || n > 30 {
		return text, rounding{}
	}
	kind := strings.ToLower(text[m[4]:m[5]])
	if strings.HasPrefix(kind, "s") || kind == "figures" {
		return text[:m[0]], rounding{figures: n}
	}
	return text[:m[0]], rounding{places: n}
}

// digits is to how many significant figures a value is rounded.
func (r rounding) digits(calc *algebra.Calculator, f *algebra.Form) int {
	if r.figures > 0 {
		return r.figures
	}
	v, ok := calc.Decimal(f, 6)
	if !ok || v.Sign() == 0 {
		return r.places + 1
	}
	whole := 0
	for x := new(big.Rat).Abs(v); x.Cmp(big.NewRat(1, 1)) >= 0; whole++ {
		x.Quo(x, big.NewRat(10, 1))
	}
	for x := new(big.Rat).Abs(v); whole <= 0 && x.Cmp(big.NewRat(1, 10)) < 0 && whole > -30; whole-- {
		x.Mul(x, big.NewRat(10, 1))
	}
	return max(1, r.places+whole)
}

// decimalLiteral is a number as typed, with its sign: -1.26.
func decimalLiteral(n maths.Node) (*big.Rat, bool) {
	switch n := n.(type) {
	case maths.Number:
		return n.Value, true
	case maths.Negative:
		if v, ok := n.X.(maths.Number); ok {
			return new(big.Rat).Neg(v.Value), true
		}
	}
	return nil, false
}

// leastFigures is how many figures a value after ≈ must have.
const leastFigures = 3

// rounds says whether v is the value of f correctly rounded to three figures or
// more, or exactly. decided is false where v has too few figures to tell.
func rounds(calc *algebra.Calculator, v *big.Rat, f *algebra.Form) (right, decided bool) {
	if exact, ok := f.Rational(); ok && exact.Cmp(v) == 0 {
		return true, true
	}
	most := max(leastFigures, min(maths.Significant(v), 60))
	for figures := leastFigures; figures <= most+12; figures++ {
		x, ok := calc.Decimal(f, figures)
		if !ok {
			return false, false
		}
		if x.Cmp(v) == 0 {
			return true, true
		}
		if figures >= most && figures >= maths.Significant(v)+1 {
			break
		}
	}
	if maths.Significant(v) < leastFigures {
		for figures := 1; figures < leastFigures; figures++ {
			if x, ok := calc.Decimal(f, figures); ok && x.Cmp(v) == 0 {
				return false, false // rounded, but to fewer figures
			}
		}
	}
	return false, true
}
