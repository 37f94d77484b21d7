// Package interval computes with enclosures of real numbers: every result is
// certain to hold the value that is meant, however it was rounded.
//
// An Interval has two ends of a given precision. Sums, products, quotients and
// square roots are rounded outwards at each step; the elementary functions are
// computed from their series at a higher precision and widened by more than
// their error. The method is that of R. E. Moore, Interval Analysis (1966); the
// reductions of arguments are the usual ones of J.-M. Muller, Elementary
// Functions (2016).
package interval

import (
	"errors"
	"math/big"
)

// ErrUndefined is returned where a function has no value anywhere in its
// argument, or may have none.
var ErrUndefined = errors.New("undefined on this interval")

// ErrTooLarge is returned where a result would be beyond all use.
var ErrTooLarge = errors.New("too large to compute")

// Interval holds a real number between two ends.
type Interval struct{ Lo, Hi *big.Float }

func down(prec uint) *big.Float { return new(big.Float).SetPrec(prec).SetMode(big.ToNegativeInf) }
func up(prec uint) *big.Float   { return new(big.Float).SetPrec(prec).SetMode(big.ToPositiveInf) }

func (x Interval) prec() uint { return x.Lo.Prec() }

// Rat encloses a rational.
func Rat(v *big.Rat, prec uint) Interval { return Interval{down(prec).SetRat(v), up(prec).SetRat(v)} }

// Int encloses a whole number.
func Int(n int64, prec uint) Interval { return Rat(big.NewRat(n, 1), prec) }

// Between is the interval of two ends.
func Between(lo, hi *big.Rat, prec uint) Interval {
	return Interval{down(prec).SetRat(lo), up(prec).SetRat(hi)}
}

// Sign is -1 or 1 where every number of the interval has that sign, 0 where it
// is zero alone. The second result is false where the sign is not certain.
func (x Interval) Sign() (int, bool) {
	switch lo, hi := x.Lo.Sign(), x.Hi.Sign(); {
	case lo > 0:
		return 1, true
	case hi < 0:
		return -1, true
	case lo == 0 && hi == 0:
		return 0, true
	}
	return 0, false
}

// Disjoint says whether two intervals have no number in common.
func (x Interval) Disjoint(y Interval) bool { return x.Hi.Cmp(y.Lo) < 0 || y.Hi.Cmp(x.Lo) < 0 }

// Mid is a number in the middle.
func (x Interval) Mid() *big.Float {
	m := new(big.Float).SetPrec(x.prec()+2).Add(x.Lo, x.Hi)
	return m.Quo(m, big.NewFloat(2))
}

// Neg is -x.
func (x Interval) Neg() Interval {
	return Interval{down(x.prec()).Neg(x.Hi), up(x.prec()).Neg(x.Lo)}
}

// Add is x + y.
func (x Interval) Add(y Interval) Interval {
	return Interval{down(x.prec()).Add(x.Lo, y.Lo), up(x.prec()).Add(x.Hi, y.Hi)}
}

// Sub is x - y.
func (x Interval) Sub(y Interval) Interval { return x.Add(y.Neg()) }

// Mul is x · y.
func (x Interval) Mul(y Interval) Interval {
	p := x.prec()
	out := Interval{down(p).Mul(x.Lo, y.Lo), up(p).Mul(x.Lo, y.Lo)}
	for _, c := range [][2]*big.Float{{x.Lo, y.Hi}, {x.Hi, y.Lo}, {x.Hi, y.Hi}} {
		if lo := down(p).Mul(c[0], c[1]); lo.Cmp(out.Lo) < 0 {
			out.Lo = lo
		}
		if hi := up(p).Mul(c[0], c[1]); hi.Cmp(out.Hi) > 0 {
			out.Hi = hi
		}
	}
	return out
}

// Quo is x / y; y must not hold zero.
func (x Interval) Quo(y Interval) (Interval, error) {
	if s, ok := y.Sign(); !ok || s == 0 {
		return x, ErrUndefined
	}
	p := x.prec()
	one := big.NewFloat(1)
	return x.Mul(Interval{down(p).Quo(one, y.Hi), up(p).Quo(one, y.Lo)}), nil
}

// Abs is |x|.
func (x Interval) Abs() Interval {
	switch {
	case x.Lo.Sign() >= 0:
		return x
	case x.Hi.Sign() <= 0:
		return x.Neg()
	}
	hi := up(x.prec()).Neg(x.Lo)
	if x.Hi.Cmp(hi) > 0 {
		hi = x.Hi
	}
	return Interval{down(x.prec()), hi}
}

// maxExponent bounds the binary exponents of results.
const maxExponent = 1 << 16

// Pow is x to a whole power.
func (x Interval) Pow(n int) (Interval, error) {
	if n < 0 {
		y, err := x.Pow(-n)
		if err != nil {
			return x, err
		}
		return Int(1, x.prec()).Quo(y)
	}
	if n%2 == 0 {
		x = x.Abs()
	}
	out := Int(1, x.prec())
	for base := x; n > 0; n >>= 1 {
		if n&1 == 1 {
			out = out.Mul(base)
		}
		if base = base.Mul(base); base.Hi.MantExp(nil) > maxExponent || base.Lo.MantExp(nil) > maxExponent {
			if n > 1 {
				return x, ErrTooLarge
			}
		}
	}
	return out, nil
}

// Sqrt is √x; x must not be negative. Where it may be, the root of what is not
// negative is enclosed and the error is ErrUndefined.
func (x Interval) Sqrt() (Interval, error) {
	if x.Hi.Sign() < 0 {
		return x, ErrUndefined
	}
	var err error
	lo := x.Lo
	if lo.Sign() < 0 {
		lo, err = new(big.Float).SetPrec(x.prec()), ErrUndefined
	}
	// Float.Sqrt rounds to nearest; one step outwards makes the ends certain.
	p := x.prec()
	return widen(new(big.Float).SetPrec(p+8).Sqrt(lo), new(big.Float).SetPrec(p+8).Sqrt(x.Hi), p), err
}

// Root is the n-th root, n > 1; of a negative number for odd n alone.
func (x Interval) Root(n int) (Interval, error) {
	if n == 2 {
		return x.Sqrt()
	}
	if x.Lo.Sign() < 0 && n%2 == 1 {
		if x.Hi.Sign() <= 0 {
			y, err := x.Neg().Root(n)
			return y.Neg(), err
		}
		lo, err := Interval{x.Lo, x.Lo}.Root(n)
		if err != nil {
			return x, err
		}
		hi, err := Interval{x.Hi, x.Hi}.Root(n)
		return Interval{lo.Lo, hi.Hi}, err
	}
	if x.Hi.Sign() < 0 || x.Lo.Sign() < 0 {
		return x, ErrUndefined
	}
	if x.Hi.Sign() == 0 {
		return x, nil
	}
	end := func(v *big.Float) (Interval, error) {
		if v.Sign() == 0 {
			return Int(0, x.prec()), nil
		}
		l, err := Interval{v, v}.Ln()
		if err != nil {
			return x, err
		}
		q, _ := l.Quo(Int(int64(n), x.prec()))
		return q.Exp()
	}
	lo, err := end(x.Lo)
	if err != nil {
		return x, err
	}
	hi, err := end(x.Hi)
	return Interval{lo.Lo, hi.Hi}, err
}

// widen steps outwards by more than a unit of the last of p digits.
func widen(lo, hi *big.Float, p uint) Interval {
	return Interval{step(lo, p, down), step(hi, p, up)}
}

func step(v *big.Float, p uint, round func(uint) *big.Float) *big.Float {
	if v.Sign() == 0 {
		return round(p)
	}
	slack := new(big.Float).SetMantExp(big.NewFloat(1), v.MantExp(nil)-int(p))
	if round(p).Mode() == big.ToNegativeInf {
		return round(p).Sub(v, slack)
	}
	return round(p).Add(v, slack)
}
