package algebra

import (
	"math/big"

	"zincowl/core/maths"
)

// angles finds the x for which the sine or cosine of a linear term is v.
func (r *finder) angles(k *kernel, v *Form) []Root {
	c := r.c
	if len(v.Names()) > 0 {
		raise(ErrBeyond)
	}
	beyond, err := c.sign(c.sub(c.mul(v, v), &Form{one, one}))
	if err != nil {
		raise(ErrBeyond)
	}
	if beyond > 0 {
		r.steps = append(r.steps, Step{"out of range", "sines and cosines lie between -1 and 1"})
		return nil
	}
	pi := kernelForm(piKernel)
	turn := c.mul(Rational(big.NewRat(2, 1)), pi)
	first := c.asin(v)
	second := c.sub(pi, first)
	if k.kind == kindCos {
		first = c.sub(c.mul(Rational(big.NewRat(1, 2)), pi), first)
		second = c.neg(first)
	}
	r.note("inverse function", k.arg, first)
	switch {
	case len(v.num) == 0:
		return r.periodic(k.arg, pi, first)
	case beyond == 0:
		return r.periodic(k.arg, turn, first)
	}
	return r.periodic(k.arg, turn, first, second)
}

// periodic solves arg = value + period·n for a linear arg.
func (r *finder) periodic(arg, period *Form, values ...*Form) []Root {
	c := r.c
	zeroAt := c.substituted(arg, r.x, zero)
	slope := c.sub(c.substituted(arg, r.x, &Form{one, one}), zeroAt)
	if !c.Same(arg, c.add(zeroAt, c.mul(slope, Variable(r.x)))) || r.has(slope.Names()) {
		raise(ErrBeyond)
	}
	step := c.abs(c.quo(period, slope))
	var out []Root
	for _, v := range values {
		out = append(out, Root{Value: c.quo(c.sub(v, zeroAt), slope), Period: step, Quiet: r.quiet})
	}
	return out
}

// circular solves equations in the sine and the cosine of one angle.
func (r *finder) circular(s sum, ks []*kernel) []Root {
	c := r.c
	sine, cosine := ks[0], ks[1]
	if sine.kind == kindCos {
		sine, cosine = cosine, sine
	}
	if !r.turned { // 2cos² + sin - 1 has sines alone once cos² is 1 - sin²
		before := c.keepSines
		c.keepSines = !before
		var other sum
		for _, t := range s {
			other = other.plus(c.reduced(t.c, t.m))
		}
		if _, factors := c.factors(other); len(r.kernels(other)) == 1 || len(factors) > 1 {
			r.turned = true
			r.steps = append(r.steps, Step{"sin² + cos² = 1", maths.Typed(c.nodeOfSum(other)) + " = 0"})
			out := r.sum(other)
			c.keepSines, r.turned = before, false
			return out
		}
		c.keepSines = before
	}
	var a, b, rest sum // a sin + b cos + rest
	for _, t := range s {
		var others monomial
		var k *kernel
		for _, p := range t.m {
			switch {
			case !r.has(p.k.free):
				others = append(others, p)
			case k != nil || p.n != 1 || p.d != 1:
				raise(ErrBeyond)
			default:
				k = p.k
			}
		}
		one := sum{{t.c, others, others.key()}}
		switch {
		case k == nil:
			rest = rest.plus(one)
		case k.kind == kindSin:
			a = a.plus(one)
		default:
			b = b.plus(one)
		}
	}
	fa, fb := &Form{a, one}, &Form{b, one}
	ratio := c.quo(fb, fa)
	if len(rest) == 0 {
		r.steps = append(r.steps, Step{"divide by the cosine", "tan(" + maths.Typed(c.Node(sine.arg)) + ") = " + maths.Typed(c.Node(c.neg(ratio)))})
		return r.periodic(sine.arg, kernelForm(piKernel), c.atan(c.neg(ratio)))
	}
	// a sin m + b cos m = a √(1 + (b/a)²) sin(m + atan(b/a)).
	shift := c.atan(ratio)
	v := c.neg(c.quo(&Form{rest, one}, c.mul(fa, c.root(c.add(&Form{one, one}, c.mul(ratio, ratio)), 2))))
	r.steps = append(r.steps, Step{"one sine", "sin(" + maths.Typed(c.Node(c.add(sine.arg, shift))) + ") = " + maths.Typed(c.Node(v))})
	return r.angles(&kernel{kind: kindSin, arg: c.add(sine.arg, shift), free: sine.free}, v)
}
