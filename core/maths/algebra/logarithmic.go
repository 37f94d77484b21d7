package algebra

import (
	"math/big"
	"slices"
)

// logarithms solves Σ q ln|f| = v with rational q by multiplying the f.
func (r *finder) logarithms(s sum) []Root {
	c := r.c
	rest := zero
	var logs []*kernel
	var coefs []*Form
	for _, t := range s {
		var k *kernel
		var others monomial
		for _, p := range t.m {
			switch {
			case !r.has(p.k.free):
				others = append(others, p)
			case k != nil || p.n != 1 || p.d != 1:
				raise(ErrBeyond) // logarithms multiplied
			default:
				k = p.k
			}
		}
		f := &Form{product(t.c, others), one}
		if k == nil {
			rest = c.add(rest, f)
			continue
		}
		at := slices.IndexFunc(logs, func(o *kernel) bool { return o.key == k.key })
		if at < 0 {
			logs, coefs = append(logs, k), append(coefs, f)
		} else {
			coefs[at] = c.add(coefs[at], f)
		}
	}
	left, right := &Form{one, one}, &Form{one, one}
	common := big.NewInt(1)
	ratios := make([]*big.Rat, len(logs))
	for i := range logs {
		v, ok := c.quo(coefs[i], coefs[0]).Rational()
		if !ok {
			raise(ErrBeyond)
		}
		ratios[i] = v
		g := new(big.Int).GCD(nil, nil, common, v.Denom())
		common.Mul(common, new(big.Int).Quo(v.Denom(), g))
	}
	scale := new(big.Rat).SetInt(common)
	known := 1
	for i, k := range logs {
		n, _, ok := small(new(big.Rat).Mul(ratios[i], scale))
		if !ok || max(n, -n) > 12 {
			raise(ErrBeyond)
		}
		arg := k.arg
		switch c.signs[arg.num.key()] {
		case -1:
			arg = c.neg(arg)
		case 0:
			if n%2 != 0 && !c.surelyPositive(arg.num) {
				known = 0
			}
		}
		if n > 0 {
			left = c.mul(left, c.whole(arg, n))
		} else {
			right = c.mul(right, c.whole(arg, -n))
		}
	}
	e := c.exp(c.neg(c.mul(c.quo(rest, coefs[0]), Rational(scale))))
	r.note("join the logarithms", left, c.mul(e, right))
	out := r.equation(left, c.mul(e, right))
	if known == 0 {
		out = append(out, r.quietly(true, func() []Root { return r.equation(left, c.neg(c.mul(e, right))) })...)
	}
	return out
}
