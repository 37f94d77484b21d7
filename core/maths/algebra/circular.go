package algebra

import (
	"math/big"
	"slices"

	"zincowl/core/maths"
)

// survey looks at all angles of an expression beforehand, so that sin 2x and
// sin 3x/2 are written with one angle x/2.
func (c *Calculator) survey(n maths.Node) {
	maths.Walk(n, func(n maths.Node) {
		call, ok := n.(maths.Call)
		if !ok || !slices.Contains([]string{"sin", "cos", "tan", "cot", "sec", "csc"}, call.Func) {
			return
		}
		for _, part := range c.parts(c.read(call.Args[0])) {
			key := part.unit.key()
			if key == kernelForm(piKernel).key() {
				continue
			}
			c.angles[key] = commonMeasure(c.angles[key], part.c)
		}
	})
}

// commonMeasure is the largest rational of which both are whole multiples.
func commonMeasure(a, b *big.Rat) *big.Rat {
	b = new(big.Rat).Abs(b)
	if a == nil {
		return b
	}
	num := new(big.Int).GCD(nil, nil, new(big.Int).Mul(a.Num(), b.Denom()), new(big.Int).Mul(b.Num(), a.Denom()))
	return new(big.Rat).SetFrac(num, new(big.Int).Mul(a.Denom(), b.Denom()))
}

// sine is sin f, or cos f.
func (c *Calculator) sine(f *Form, cosine bool) *Form {
	parts := c.parts(f)
	s, cos := c.both(parts)
	if cosine {
		return cos
	}
	return s
}

// both are the sine and cosine of a sum of angles, by the addition theorems.
func (c *Calculator) both(parts []part) (s, cos *Form) {
	s, cos = zero, &Form{one, one}
	for _, p := range parts {
		ps, pc := c.bothOf(p)
		s, cos = c.add(c.mul(s, pc), c.mul(cos, ps)), c.sub(c.mul(cos, pc), c.mul(s, ps))
	}
	return s, cos
}

// bothOf are the sine and cosine of one angle.
func (c *Calculator) bothOf(p part) (s, cos *Form) {
	if k := single(p.unit.num); k != nil && p.unit.den.isOne() && k.n == 1 && k.d == 1 {
		switch k.k.kind {
		case kindPi:
			return c.ofPi(new(big.Rat).Sub(p.c, big.NewRat(1, 2))), c.ofPi(p.c)
		case kindAsin:
			x := k.k.arg
			root := c.root(c.sub(&Form{one, one}, c.mul(x, x)), 2)
			return c.multiple(p.c, x, root, big.NewRat(1, 1))
		case kindAtan:
			x := k.k.arg
			root := c.root(c.add(&Form{one, one}, c.mul(x, x)), 2)
			return c.multiple(p.c, c.quo(x, root), c.quo(&Form{one, one}, root), big.NewRat(1, 1))
		}
	}
	measure := c.angles[p.unit.key()]
	if measure == nil {
		measure = new(big.Rat).Abs(p.c)
	}
	if times := new(big.Rat).Quo(p.c, measure); !times.IsInt() {
		measure = commonMeasure(measure, p.c)
	}
	angle := c.mul(Rational(measure), p.unit)
	return c.multiple(p.c, kernelForm(functionKernel(kindSin, angle)), kernelForm(functionKernel(kindCos, angle)), measure)
}

// multiple are the sine and cosine of times/measure of an angle whose own are
// given.
func (c *Calculator) multiple(times *big.Rat, s, cos *Form, measure *big.Rat) (*Form, *Form) {
	v := new(big.Rat).Quo(times, measure)
	n, d, ok := small(v)
	if !ok || d != 1 || max(n, -n) > 24 {
		raise(ErrBeyond)
	}
	outS, outC := zero, &Form{one, one}
	for range max(n, -n) {
		outS, outC = c.add(c.mul(outS, cos), c.mul(outC, s)), c.sub(c.mul(outC, cos), c.mul(outS, s))
	}
	if n < 0 {
		outS = c.neg(outS)
	}
	return outS, outC
}

// ofPi is cos qπ: in roots where q is a multiple of 1/12 or 1/10, else a kernel
// with 0 < q < 1/2.
func (c *Calculator) ofPi(q *big.Rat) *Form {
	two := big.NewRat(2, 1)
	turns := new(big.Int).Div(q.Num(), new(big.Int).Mul(q.Denom(), big.NewInt(2)))
	q = new(big.Rat).Sub(q, new(big.Rat).Mul(two, new(big.Rat).SetInt(turns))) // 0 ≤ q < 2
	if q.Cmp(big.NewRat(1, 1)) > 0 {
		q.Sub(two, q)
	}
	sign := big.NewRat(1, 1)
	if q.Cmp(big.NewRat(1, 2)) > 0 {
		q.Sub(big.NewRat(1, 1), q)
		sign.Neg(sign)
	}
	root := func(n int64) *Form { return &Form{c.rootOfRational(big.NewRat(n, 1), 2), one} }
	var out *Form
	switch q.RatString() {
	case "0":
		out = &Form{one, one}
	case "1/2":
		return zero
	case "1/3":
		out = Rational(big.NewRat(1, 2))
	case "1/4":
		out = c.mul(Rational(big.NewRat(1, 2)), root(2))
	case "1/6":
		out = c.mul(Rational(big.NewRat(1, 2)), root(3))
	case "1/12":
		out = c.mul(Rational(big.NewRat(1, 4)), c.add(root(6), root(2)))
	case "5/12":
		out = c.mul(Rational(big.NewRat(1, 4)), c.sub(root(6), root(2)))
	case "1/5":
		out = c.mul(Rational(big.NewRat(1, 4)), c.add(root(5), &Form{one, one}))
	case "2/5":
		out = c.mul(Rational(big.NewRat(1, 4)), c.sub(root(5), &Form{one, one}))
	default:
		out = kernelForm(cosineKernel(q))
	}
	return c.mul(Rational(sign), out)
}

// known are angles as parts of π with the squares of their sines and tangents.
var (
	knownSines    = map[string]string{"0": "0", "1/4": "1/6", "1/2": "1/4", "3/4": "1/3", "1": "1/2"}
	knownTangents = map[string]string{"0": "0", "1/3": "1/6", "1": "1/4", "3": "1/3"}
)

// asin is the arc sine; the angle is a part of π where it is known.
func (c *Calculator) asin(f *Form) *Form { return c.arc(f, knownSines, kindAsin) }

// atan is the arc tangent.
func (c *Calculator) atan(f *Form) *Form { return c.arc(f, knownTangents, kindAtan) }

func (c *Calculator) arc(f *Form, known map[string]string, k kind) *Form {
	sign := 1
	if len(f.Names()) == 0 {
		s, err := c.sign(f)
		if err != nil {
			raise(err)
		}
		if s < 0 {
			f, sign = c.neg(f), -1
		}
		if v, ok := c.mul(f, f).Rational(); ok {
			if part, ok := known[v.RatString()]; ok {
				q, _ := new(big.Rat).SetString(part)
				return c.mul(Rational(q.Mul(q, big.NewRat(int64(sign), 1))), kernelForm(piKernel))
			}
			if k == kindAsin && v.Cmp(big.NewRat(1, 1)) > 0 {
				raise(ErrUndefined)
			}
		}
	} else if len(f.num) > 0 && f.num[len(f.num)-1].c.Sign() < 0 {
		f, sign = c.neg(f), -1
	}
	return c.mul(Rational(big.NewRat(int64(sign), 1)), kernelForm(functionKernel(k, f)))
}
