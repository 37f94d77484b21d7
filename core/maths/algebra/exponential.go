package algebra

import (
	"fmt"
	"math/big"

	"zincowl/core/maths"
)

// exponentials solves equations in several powers: of two terms by logarithms,
// homogeneous ones by dividing by one of the powers.
func (r *finder) exponentials(s sum, ks []*kernel) []Root {
	c := r.c
	if out, ok := r.oneExponential(s); ok {
		return out
	}
	if len(s) == 2 {
		up, ratio := zero, &Form{one, one}
		for i, t := range s {
			by := int64(1 - 2*i)
			var others monomial
			for _, p := range t.m {
				if r.has(p.k.free) {
					up = c.add(up, c.mul(p.k.arg, Rational(big.NewRat(by*int64(p.n), int64(p.d)))))
				} else {
					others = append(others, p)
				}
			}
			f := &Form{product(t.c, others), one}
			if i == 0 {
				ratio = c.quo(ratio, f)
			} else {
				ratio = c.neg(c.mul(ratio, f))
			}
		}
		if sign, err := c.sign(ratio); len(ratio.Names()) == 0 {
			if err != nil {
				raise(ErrBeyond)
			}
			if sign <= 0 {
				r.steps = append(r.steps, Step{"a power is never negative", "one side is positive and the other negative"})
				return nil
			}
		}
		l := c.log(ratio)
		r.note("take logarithms", up, l)
		return r.equation(up, l)
	}
	if len(ks) != 2 {
		raise(ErrBeyond)
	}
	total := -1
	coefs := map[int]sum{}
	for _, t := range s {
		degree, n := 0, 0
		var others monomial
		for _, p := range t.m {
			switch {
			case !r.has(p.k.free):
				others = append(others, p)
			case p.d != 1:
				raise(ErrBeyond)
			default:
				degree += p.n
				if p.k.key == ks[0].key {
					n = p.n
				}
			}
		}
		if total < 0 {
			total = degree
		}
		if degree != total {
			raise(ErrBeyond)
		}
		coefs[n] = coefs[n].plus(sum{{t.c, others, others.key()}})
	}
	r.steps = append(r.steps, Step{"substitution", fmt.Sprintf("u = (%s)/(%s)", maths.Typed(c.Node(kernelForm(ks[0]))), maths.Typed(c.Node(kernelForm(ks[1]))))})
	var out []Root
	for _, v := range r.polynomial(coefs, variableKernel("u"), 1) {
		sign, err := c.sign(v)
		if err != nil {
			raise(ErrBeyond)
		}
		if sign > 0 {
			out = append(out, r.equation(c.sub(ks[0].arg, ks[1].arg), c.log(v))...)
		}
	}
	return out
}

// oneExponential solves where the powers stand together in every term, as 2^x and
// 5^x do in 10^x: as a polynomial in their product.
func (r *finder) oneExponential(s sum) ([]Root, bool) {
	c := r.c
	var unit *Form // the exponent of the product
	ratios := make([]*big.Rat, len(s))
	coefs := make([]sum, len(s))
	measure := (*big.Rat)(nil)
	for i, t := range s {
		up := zero
		var others monomial
		for _, p := range t.m {
			if r.has(p.k.free) {
				up = c.add(up, c.mul(p.k.arg, Rational(big.NewRat(int64(p.n), int64(p.d)))))
			} else {
				others = append(others, p)
			}
		}
		coefs[i] = product(t.c, others)
		ratios[i] = new(big.Rat)
		if len(up.num) == 0 {
			continue
		}
		if unit == nil {
			unit = up
		}
		q, ok := c.quo(up, unit).Rational()
		if !ok || q.Sign() < 0 {
			return nil, false
		}
		ratios[i] = q
		measure = commonMeasure(measure, q)
	}
	if unit == nil || measure.Sign() == 0 {
		return nil, false
	}
	by := map[int]sum{}
	for i, q := range ratios {
		n, _, ok := small(new(big.Rat).Quo(q, measure))
		if !ok || n > 64 {
			return nil, false
		}
		by[n] = by[n].plus(coefs[i])
	}
	arg := c.mul(unit, Rational(measure))
	e := c.exp(arg)
	r.steps = append(r.steps, Step{"substitution", "u = " + maths.Typed(c.Node(e))})
	var out []Root
	for _, v := range r.polynomial(by, variableKernel("u"), 1) {
		sign, err := c.sign(v)
		if err != nil {
			raise(ErrBeyond)
		}
		if sign > 0 {
			out = append(out, r.equation(arg, c.log(v))...)
		}
	}
	return out, true
}
