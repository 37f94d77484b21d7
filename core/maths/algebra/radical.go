package algebra

import (
	"math/big"
)

// rooted finds a kernel of the unknown under a fractional power, the longest
// first.
func (r *finder) rooted(s sum) (*kernel, int) {
	var best *kernel
	d := 0
	for _, t := range s {
		for _, p := range t.m {
			if p.d > 1 && r.has(p.k.free) && p.k.kind != kindExp && (best == nil || len(p.k.key) > len(best.key)) {
				best, d = p.k, p.d
			}
		}
	}
	return best, d
}

// unrooted isolates a root and raises both sides to its power.
func (r *finder) unrooted(s sum, k *kernel, d int) []Root {
	c := r.c
	coefs, d := r.coefficients(s, k)
	under := product(big.NewRat(1, 1), monomial{{k, 1, 1}})
	if k.kind == kindBase {
		under = k.arg.num
	}
	rest, roots := sum(nil), map[int]sum{}
	for n, s := range coefs {
		whole := n / d // of a variable, x^(3/2)
		s = c.mulSum(s, c.powSum(under, whole))
		if n%d == 0 {
			rest = rest.plus(s)
		} else {
			roots[n%d] = roots[n%d].plus(s)
		}
	}
	t := &Form{c.reducedPower(k, 1, d), one}
	switch {
	case len(roots) == 1 && roots[1] != nil:
		b := roots[1]
		r.note("isolate the root", c.mul(t, &Form{b, one}), &Form{rest.negated(), one})
		left, right := c.mulSum(c.powSum(b, d), under), c.powSum(rest.negated(), d)
		r.note("raise both sides", &Form{left, one}, &Form{right, one})
		return r.sum(left.plus(right.negated()))
	case d == 3: // the norm of A + B t + C t²
		a, b, e := rest, roots[1], roots[2]
		cube := c.powSum(a, 3).plus(c.mulSum(c.powSum(b, 3), under)).plus(c.mulSum(c.powSum(e, 3), c.powSum(under, 2)))
		mixed := c.mulSum(c.mulSum(a, b), c.mulSum(e, under))
		r.steps = append(r.steps, Step{"raise both sides", "both sides are raised to the third power"})
		return r.sum(cube.plus(mixed.scaled(big.NewRat(-3, 1))))
	}
	raise(ErrBeyond)
	return nil
}
