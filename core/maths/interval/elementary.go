package interval

import (
	"math/big"
	"sync"
)

// guard is how many digits more than asked for the series are computed with.
const guard = 48

func float(prec uint) *big.Float { return new(big.Float).SetPrec(prec) }

// around encloses what was computed with an error below 2^-(p+4) of bound.
func around(v *big.Float, p uint, bound *big.Float) Interval {
	slack := new(big.Float).SetMantExp(big.NewFloat(1), bound.MantExp(nil)-int(p)-2)
	return Interval{down(p).Sub(v, slack), up(p).Add(v, slack)}
}

// constant is a number that is computed once for each precision it is wanted in.
type constant struct {
	mu       sync.Mutex
	computed map[uint]*big.Float
	compute  func(prec uint) *big.Float
}

// to gives the constant, which is not to be changed, in at least prec digits.
func (c *constant) to(prec uint) *big.Float {
	c.mu.Lock()
	defer c.mu.Unlock()
	v, ok := c.computed[prec]
	if !ok {
		v = c.compute(prec)
		c.computed[prec] = v
	}
	return v
}

var (
	pis  = constant{computed: map[uint]*big.Float{}, compute: machin}
	ln2s = constant{computed: map[uint]*big.Float{}, compute: func(w uint) *big.Float { return artanh2(float(w).SetInt64(2), w) }}
)

func pi(prec uint) *big.Float { return pis.to(prec) }

// machin is π by his formula (1706): π = 16 arctan 1/5 - 4 arctan 1/239.
func machin(prec uint) *big.Float {
	w := prec + guard
	inverse := func(n int64) *big.Float {
		x := float(w).Quo(big.NewFloat(1), float(w).SetInt64(n))
		square := float(w).Mul(x, x)
		sum, power := float(w).Set(x), float(w).Set(x)
		for k := int64(3); power.MantExp(nil) > -int(w); k += 2 {
			power.Mul(power, square)
			power.Neg(power)
			sum.Add(sum, float(w).Quo(power, float(w).SetInt64(k)))
		}
		return sum
	}
	v := float(w).Mul(inverse(5), float(w).SetInt64(16))
	return v.Sub(v, float(w).Mul(inverse(239), float(w).SetInt64(4)))
}

// Pi encloses π.
func Pi(prec uint) Interval { return around(pi(prec), prec, pi(prec)) }

// Exp is e^x.
func (x Interval) Exp() (Interval, error) {
	lo, err := exp(x.Lo, x.prec())
	if err != nil {
		return x, err
	}
	if x.Lo.Cmp(x.Hi) == 0 {
		return lo, nil
	}
	hi, err := exp(x.Hi, x.prec())
	return Interval{lo.Lo, hi.Hi}, err
}

func exp(v *big.Float, p uint) (Interval, error) {
	if v.Sign() == 0 {
		return Int(1, p), nil
	}
	e := v.MantExp(nil)
	if e > 15 {
		return Interval{}, ErrTooLarge
	}
	halvings := max(0, e+8)
	w := p + guard + uint(2*halvings)
	r := float(w).SetMantExp(v, -halvings)
	sum, t := float(w).SetInt64(1), float(w).SetInt64(1)
	for k := int64(1); t.Sign() != 0 && t.MantExp(nil) > -int(w); k++ {
		t.Mul(t, r)
		t.Quo(t, float(w).SetInt64(k))
		sum.Add(sum, t)
	}
	for range halvings {
		sum.Mul(sum, sum)
	}
	return around(sum, p, sum), nil
}

// Ln is the natural logarithm; x must be positive.
func (x Interval) Ln() (Interval, error) {
	if x.Lo.Sign() <= 0 {
		return x, ErrUndefined
	}
	lo := ln(x.Lo, x.prec())
	if x.Lo.Cmp(x.Hi) == 0 {
		return lo, nil
	}
	return Interval{lo.Lo, ln(x.Hi, x.prec()).Hi}, nil
}

// ln by m · 2^k with m near 1 and ln m = 2 artanh (m-1)/(m+1).
func ln(v *big.Float, p uint) Interval {
	w := p + guard
	m := new(big.Float)
	k := v.MantExp(m) // m in [0.5, 1)
	m.SetPrec(w)
	if m.Cmp(big.NewFloat(0.7071)) < 0 {
		m.SetMantExp(m, 1)
		k--
	}
	sum := artanh2(m, w)
	if k != 0 {
		sum.Add(sum, float(w).Mul(ln2s.to(w), float(w).SetInt64(int64(k))))
	}
	if sum.Sign() == 0 {
		return Int(0, p)
	}
	// The error is relative to the larger of the parts: near 1 the sum is small
	// and exact enough by itself, as k is 0 there.
	return around(sum, p, sum)
}

// artanh2 is 2 artanh((m-1)/(m+1)) = ln m for m within a factor of 2 of 1.
func artanh2(m *big.Float, w uint) *big.Float {
	one := float(w).SetInt64(1)
	z := float(w).Quo(float(w).Sub(m, one), float(w).Add(m, one))
	square := float(w).Mul(z, z)
	sum, power := float(w).Set(z), float(w).Set(z)
	if z.Sign() == 0 {
		return sum
	}
	stop := z.MantExp(nil) - int(w)
	for k := int64(3); power.MantExp(nil) > stop; k += 2 {
		power.Mul(power, square)
		sum.Add(sum, float(w).Quo(power, float(w).SetInt64(k)))
	}
	return sum.Mul(sum, float(w).SetInt64(2))
}

// Sin is the sine.
func (x Interval) Sin() (Interval, error) { return x.circular(0) }

// Cos is the cosine.
func (x Interval) Cos() (Interval, error) { return x.circular(1) }

// circular computes sin(x + shift·π/2) in the middle of the interval and widens
// it by half its width, as neither function changes faster than its argument.
func (x Interval) circular(shift int64) (Interval, error) {
	p := x.prec()
	mid := x.Mid()
	e := max(0, mid.MantExp(nil))
	if e > 4096 {
		return x, ErrTooLarge
	}
	radius := up(p).Sub(x.Hi, x.Lo)
	w := p + guard + uint(e)
	quarter := float(w).Quo(pi(w), float(w).SetInt64(2))
	turns := float(w).Quo(mid, quarter)
	n := nearest(turns)
	r := float(w).Sub(float(w).Set(mid), float(w).Mul(quarter, float(w).SetInt(n)))
	n.Add(n, big.NewInt(shift))
	var v *big.Float
	switch quadrant := new(big.Int).And(n, big.NewInt(3)).Int64(); quadrant {
	case 0, 2:
		v = series(r, w, 1)
		if quadrant == 2 {
			v.Neg(v)
		}
	default:
		v = series(r, w, 0)
		if quadrant == 3 {
			v.Neg(v)
		}
	}
	out := around(v, p, big.NewFloat(1))
	return Interval{down(p).Sub(out.Lo, radius), up(p).Add(out.Hi, radius)}, nil
}

// nearest is the whole number nearest to v.
func nearest(v *big.Float) *big.Int {
	half := big.NewFloat(0.5)
	if v.Sign() < 0 {
		half.Neg(half)
	}
	n, _ := new(big.Float).SetPrec(v.Prec()).Add(v, half).Int(nil)
	return n
}

// series is the sine (first = 1) or the cosine (first = 0) of a small number.
func series(r *big.Float, w uint, first int64) *big.Float {
	t := float(w).SetInt64(1)
	if first == 1 {
		t.Set(r)
	}
	square := float(w).Mul(r, r)
	sum := float(w).Set(t)
	for k := first + 1; t.Sign() != 0 && t.MantExp(nil) > -int(w); k += 2 {
		t.Mul(t, square)
		t.Quo(t, float(w).SetInt64(k*(k+1)))
		t.Neg(t)
		sum.Add(sum, t)
	}
	return sum
}

// Atan is the arc tangent.
func (x Interval) Atan() Interval {
	return Interval{atan(x.Lo, x.prec()).Lo, atan(x.Hi, x.prec()).Hi}
}

func atan(v *big.Float, p uint) Interval {
	if v.Sign() == 0 {
		return Int(0, p)
	}
	w := p + guard
	one := float(w).SetInt64(1)
	x := float(w).Abs(v)
	turned := x.Cmp(one) > 0
	if turned {
		x = float(w).Quo(one, x)
	}
	for range 3 { // atan x = 2 atan(x / (1 + √(1 + x²)))
		root := float(w).Sqrt(float(w).Add(one, float(w).Mul(x, x)))
		x = float(w).Quo(x, root.Add(root, one))
	}
	square := float(w).Mul(x, x)
	sum, power := float(w).Set(x), float(w).Set(x)
	stop := x.MantExp(nil) - int(w)
	for k := int64(3); power.Sign() != 0 && power.MantExp(nil) > stop; k += 2 {
		power.Mul(power, square)
		power.Neg(power)
		sum.Add(sum, float(w).Quo(power, float(w).SetInt64(k)))
	}
	sum.Mul(sum, float(w).SetInt64(8))
	if turned {
		sum.Sub(float(w).Quo(pi(w), float(w).SetInt64(2)), sum)
	}
	if v.Sign() < 0 {
		sum.Neg(sum)
	}
	return around(sum, p, sum)
}

// Asin is the arc sine; x must lie in [-1, 1].
func (x Interval) Asin() (Interval, error) {
	one := Int(1, x.prec())
	if x.Lo.Cmp(big.NewFloat(-1)) < 0 || x.Hi.Cmp(big.NewFloat(1)) > 0 {
		return x, ErrUndefined
	}
	end := func(v *big.Float) Interval {
		y := Interval{v, v}
		root, _ := one.Sub(y.Mul(y)).Sqrt() // a hair below zero is zero here
		if q, err := y.Quo(root); err == nil {
			return q.Atan()
		}
		half, _ := Pi(x.prec()).Quo(Int(2, x.prec()))
		wide, _ := Int(1, x.prec()).Quo(Int(1<<20, x.prec()))
		if v.Sign() < 0 {
			half, wide = half.Neg(), wide.Neg()
			return Interval{half.Lo, half.Sub(wide).Hi}
		}
		return Interval{half.Sub(wide).Lo, half.Hi}
	}
	lo, hi := end(x.Lo), end(x.Hi)
	return Interval{lo.Lo, hi.Hi}, nil
}
