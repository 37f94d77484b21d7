package work

import (
	"math/big"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/phrase"
)

// rounded is a value as it is asked for; false where it can't be told.
func rounded(r phrase.Rounding, calc *algebra.Calculator, f *algebra.Form) (*big.Rat, bool) {
	if r.Figures > 0 {
		return calc.Decimal(f, r.Figures)
	}
	v, ok := calc.Decimal(f, 6)
	if !ok || v.Sign() == 0 {
		return v, ok
	}
	ten, whole := big.NewRat(10, 1), 0 // how many digits stand before the point
	for x := new(big.Rat).Abs(v); x.Cmp(big.NewRat(1, 1)) >= 0; whole++ {
		x.Quo(x, ten)
	}
	for x := new(big.Rat).Abs(v); whole <= 0 && x.Cmp(big.NewRat(1, 10)) < 0 && whole > -30; whole-- {
		x.Mul(x, ten)
	}
	if n := r.Places + whole; n > 0 {
		return calc.Decimal(f, n)
	} else if n < 0 {
		return new(big.Rat), true
	}
	// The first digit is the one after the last that is asked for.
	unit := big.NewRat(1, 1)
	for range max(r.Places, -r.Places) {
		if r.Places > 0 {
			unit.Quo(unit, ten)
		} else {
			unit.Mul(unit, ten)
		}
	}
	half := new(big.Rat).Quo(unit, big.NewRat(2, 1))
	switch _, exact := f.Rational(); new(big.Rat).Abs(v).Cmp(half) {
	case -1:
		return new(big.Rat), true
	case 0:
		if !exact {
			return nil, false
		}
	}
	if v.Sign() < 0 {
		unit.Neg(unit)
	}
	return unit, true
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
	most := max(leastFigures, min(decimal.Significant(v), 60))
	for figures := leastFigures; figures <= most+12; figures++ {
		x, ok := calc.Decimal(f, figures)
		if !ok {
			return false, false
		}
		if x.Cmp(v) == 0 {
			return true, true
		}
		if figures >= most && figures >= decimal.Significant(v)+1 {
			break
		}
	}
	if decimal.Significant(v) < leastFigures {
		for figures := 1; figures < leastFigures; figures++ {
			if x, ok := calc.Decimal(f, figures); ok && x.Cmp(v) == 0 {
				return false, false // rounded, but to fewer figures
			}
		}
	}
	return false, true
}

// figured holds a right claim to the digits that are asked for: more of them are wrong,
// and fewer may have lost a zero.
func (w *worker) figured(c Claim) Claim {
	switch more, fewer := w.round.Digits(c.Text); {
	case more:
		return Claim{Text: c.Text, Verdict: Wrong, Why: "it has more digits than are asked for"}
	case fewer && !w.Loose:
		return Claim{Text: c.Text, Verdict: Unproven, Why: "it has fewer digits than are asked for"}
	}
	return c
}
