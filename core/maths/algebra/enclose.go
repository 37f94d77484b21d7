package algebra

import (
	"errors"
	"math/big"

	"zincowl/core/maths"
	"zincowl/core/maths/interval"
	"zincowl/core/maths/polynomial"
)

// ErrUndecided says that a number could not be told from zero.
var ErrUndecided = errors.New("this number can't be told from zero")

// precisions are tried one after the other, in bits.
var precisions = []uint{64, 160, 512, 1536}

// Sign is the sign of a Form without variables: -1, 0 or 1. ErrUndecided where
// it can't be told from zero.
func (c *Calculator) Sign(f *Form) (s int, err error) {
	defer catch(&err)
	return c.sign(f)
}

func (c *Calculator) sign(f *Form) (int, error) {
	if len(f.num) == 0 {
		return 0, nil
	}
	if v, ok := f.Rational(); ok {
		return v.Sign(), nil
	}
	if len(f.Names()) > 0 {
		return 0, ErrUndecided
	}
	for _, prec := range precisions {
		x, err := c.enclose(f, nil, prec)
		if err != nil {
			continue
		}
		if s, ok := x.Sign(); ok {
			return s, nil
		}
		if prec > precisions[0] && c.cancels(f.num) {
			return 0, nil
		}
	}
	return 0, ErrUndecided
}

// cancels says whether a sum of multiples of logarithms of numbers is shown to
// be zero: ln(2 + √3) + ln(2 - √3) is, as the product is 1.
func (c *Calculator) cancels(s sum) bool {
	scale := big.NewInt(1)
	for _, t := range s {
		g := new(big.Int).GCD(nil, nil, scale, t.c.Denom())
		scale = new(big.Int).Mul(scale, new(big.Int).Quo(t.c.Denom(), g))
	}
	product, up := &Form{one, one}, zero
	for _, t := range s {
		n, _, ok := small(new(big.Rat).Mul(t.c, new(big.Rat).SetInt(scale)))
		switch {
		case !ok || max(n, -n) > 24 || len(t.m) > 1:
			return false
		case len(t.m) == 0:
			up = c.add(up, Int(int64(n)))
		case t.m[0].k.kind == kindLog && t.m[0].n == 1 && t.m[0].d == 1:
			product = c.mul(product, c.whole(t.m[0].k.arg, n))
		default:
			return false
		}
	}
	return len(c.sub(product, c.exp(c.neg(up))).num) == 0
}

// Compare is the sign of f - g.
func (c *Calculator) Compare(f, g *Form) (s int, err error) {
	defer catch(&err)
	return c.sign(c.sub(f, g))
}

// Enclose is an interval around the value of a Form, with intervals for its
// variables.
func (c *Calculator) Enclose(f *Form, at map[string]interval.Interval, prec uint) (x interval.Interval, err error) {
	defer catch(&err)
	return c.enclose(f, at, prec)
}

func (c *Calculator) enclose(f *Form, at map[string]interval.Interval, prec uint) (interval.Interval, error) {
	num, err := c.encloseSum(f.num, at, prec)
	if err != nil || f.den.isOne() {
		return num, err
	}
	den, err := c.encloseSum(f.den, at, prec)
	if err != nil {
		return num, err
	}
	return num.Quo(den)
}

func (c *Calculator) encloseSum(s sum, at map[string]interval.Interval, prec uint) (interval.Interval, error) {
	total := interval.Int(0, prec)
	for _, t := range s {
		x := interval.Rat(t.c, prec)
		for _, p := range t.m {
			c.spend(2 + int(prec)/8)
			y, err := c.encloseKernel(p.k, at, prec)
			if err != nil {
				return x, err
			}
			if p.d > 1 {
				if y, err = y.Root(p.d); err != nil {
					return x, err
				}
			}
			if y, err = y.Pow(p.n); err != nil {
				return x, err
			}
			x = x.Mul(y)
		}
		total = total.Add(x)
	}
	return total, nil
}

func (c *Calculator) encloseKernel(k *kernel, at map[string]interval.Interval, prec uint) (interval.Interval, error) {
	switch k.kind {
	case kindPrime:
		return interval.Rat(new(big.Rat).SetInt(k.n), prec), nil
	case kindPi:
		return interval.Pi(prec), nil
	case kindVariable:
		x, ok := at[k.name]
		if !ok {
			return x, ErrUndecided
		}
		return x, nil
	case kindCosine:
		return interval.Pi(prec).Mul(interval.Rat(k.q, prec)).Cos()
	case kindRootOf:
		r := k.root.poly.Refine(k.root.at, int(prec)+8)
		k.root.at = r // the same root, and no need to look for it again
		return interval.Between(r.Lo, r.Hi, prec), nil
	}
	x, err := c.enclose(k.arg, at, prec)
	if err != nil {
		return x, err
	}
	switch k.kind {
	case kindBase:
		return x, nil
	case kindExp:
		return x.Exp()
	case kindLog:
		return x.Abs().Ln()
	case kindSin:
		return x.Sin()
	case kindCos:
		return x.Cos()
	case kindAbs:
		return x.Abs(), nil
	case kindAsin:
		return x.Asin()
	case kindAtan:
		return x.Atan(), nil
	}
	return x, ErrUndecided
}

// Value encloses an expression as it stands, with intervals for its names. The
// error is interval.ErrUndefined where some part of it may have no value.
func Value(n maths.Node, at map[string]interval.Interval, prec uint) (interval.Interval, error) {
	none := interval.Int(0, prec)
	parts := maths.Parts(n)
	x := make([]interval.Interval, len(parts))
	for i, p := range parts {
		var err error
		if x[i], err = Value(p, at, prec); err != nil {
			return none, err
		}
	}
	switch n := n.(type) {
	case maths.Number:
		return interval.Rat(n.Value, prec), nil
	case maths.Name:
		v, ok := at[string(n)]
		if !ok {
			return none, ErrUndecided
		}
		return v, nil
	case maths.Constant:
		if n == maths.Pi {
			return interval.Pi(prec), nil
		}
		return interval.Int(1, prec).Exp()
	case maths.Negative:
		return x[0].Neg(), nil
	case maths.Suffix:
		switch n.Op {
		case "%":
			return x[0].Quo(interval.Int(100, prec))
		case "°":
			return x[0].Mul(interval.Pi(prec)).Quo(interval.Int(180, prec))
		}
		return none, ErrUndecided
	case maths.Binary:
		switch n.Op {
		case '+':
			return x[0].Add(x[1]), nil
		case '-':
			return x[0].Sub(x[1]), nil
		case '*':
			return x[0].Mul(x[1]), nil
		case '/':
			return x[0].Quo(x[1])
		}
		return valueOfPower(n, x, prec)
	case maths.Call:
		return valueOfCall(n, x, prec)
	}
	return none, ErrUndecided
}

func valueOfPower(n maths.Binary, x []interval.Interval, prec uint) (interval.Interval, error) {
	if v, ok := literal(n.Y); ok {
		if a, b, ok := small(v); ok && b < 60 {
			y := x[0]
			if b > 1 {
				var err error
				if y, err = y.Root(b); err != nil {
					return y, interval.ErrUndefined
				}
			}
			return y.Pow(a)
		}
	}
	l, err := x[0].Ln()
	if err != nil {
		return x[0], interval.ErrUndefined
	}
	return l.Mul(x[1]).Exp()
}

// literal is the value of an expression of numbers alone, such as an exponent
// 2/3.
func literal(n maths.Node) (*big.Rat, bool) {
	v, err := maths.Evaluate(n, nil)
	return v, err == nil
}

func valueOfCall(n maths.Call, x []interval.Interval, prec uint) (interval.Interval, error) {
	reciprocal := func(y interval.Interval, err error) (interval.Interval, error) {
		if err != nil {
			return y, err
		}
		return interval.Int(1, prec).Quo(y)
	}
	switch n.Func {
	case "sqrt":
		return x[0].Sqrt()
	case "root":
		v, ok := literal(n.Args[1])
		if !ok || !v.IsInt() || !v.Num().IsInt64() || v.Num().Int64() < 2 || v.Num().Int64() > 60 {
			return x[0], ErrUndecided
		}
		return x[0].Root(int(v.Num().Int64()))
	case "abs":
		return x[0].Abs(), nil
	case "ln":
		return x[0].Ln()
	case "log":
		base := interval.Int(10, prec)
		if len(x) == 2 {
			base = x[1]
		}
		l, err := x[0].Ln()
		if err != nil {
			return l, err
		}
		b, err := base.Ln()
		if err != nil {
			return b, err
		}
		return l.Quo(b)
	case "sin":
		return x[0].Sin()
	case "cos":
		return x[0].Cos()
	case "sec":
		return reciprocal(x[0].Cos())
	case "csc":
		return reciprocal(x[0].Sin())
	case "tan", "cot":
		s, err := x[0].Sin()
		if err != nil {
			return s, err
		}
		cos, err := x[0].Cos()
		if err != nil {
			return s, err
		}
		if n.Func == "cot" {
			return cos.Quo(s)
		}
		return s.Quo(cos)
	case "arcsin":
		return x[0].Asin()
	case "arccos":
		y, err := x[0].Asin()
		if err != nil {
			return y, err
		}
		half, _ := interval.Pi(prec).Quo(interval.Int(2, prec))
		return half.Sub(y), nil
	case "arctan":
		return x[0].Atan(), nil
	}
	return x[0], ErrUndecided
}

// univariate is a sum as a polynomial in its only kernel, which stands under
// whole powers.
func univariate(s sum) (*kernel, polynomial.Poly, bool) {
	var k *kernel
	degree := 0
	for _, t := range s {
		if len(t.m) > 1 || len(t.m) == 1 && (t.m[0].d != 1 || t.m[0].n < 0 || t.m[0].n > 512) {
			return nil, nil, false
		}
		if len(t.m) == 1 {
			if k != nil && k.key != t.m[0].k.key {
				return nil, nil, false
			}
			k = t.m[0].k
			degree = max(degree, t.m[0].n)
		}
	}
	if k == nil {
		return nil, nil, false
	}
	out := make([]*big.Rat, degree+1)
	for i := range out {
		out[i] = new(big.Rat)
	}
	for _, t := range s {
		if len(t.m) == 0 {
			out[0] = t.c
		} else {
			out[t.m[0].n] = t.c
		}
	}
	return k, polynomial.New(out...), true
}
