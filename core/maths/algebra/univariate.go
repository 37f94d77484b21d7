package algebra

import (
	"fmt"
	"math/big"

	"zincowl/core/maths"
	"zincowl/core/maths/polynomial"
)

// polynomial finds the real roots of a polynomial in t = k^(1/d).
func (r *finder) polynomial(coefs map[int]sum, k *kernel, d int) []*Form {
	degree, measure := 0, 0
	rational := true
	for n, s := range coefs {
		degree = max(degree, n)
		if n > 0 {
			if measure == 0 {
				measure = n
			}
			measure = gcd(measure, n)
		}
		rational = rational && len(s) == 1 && len(s[0].m) == 0
	}
	at := func(n int) *Form { return &Form{coefs[n], one} }
	lead := at(degree)
	switch {
	case degree == 1:
		v := r.c.neg(r.c.quo(at(0), lead))
		r.linearSteps(coefs, k, d, v)
		return []*Form{v}
	case len(coefs) == 2 && coefs[0] != nil || len(coefs) == 1:
		return r.binomial(r.c.neg(r.c.quo(at(0), lead)), degree)
	case degree == 2:
		return r.quadratic(at(2), at(1), at(0))
	case measure > 1: // a polynomial in t^measure
		inner := map[int]sum{}
		for n, s := range coefs {
			inner[n/measure] = s
		}
		r.steps = append(r.steps, Step{"substitution", fmt.Sprintf("u = %s", maths.Typed(r.c.Node(&Form{r.c.reducedPower(k, measure, d), one})))})
		var out []*Form
		for _, u := range r.polynomial(inner, k, 1) {
			out = append(out, r.binomial(u, measure)...)
		}
		return out
	case rational:
		p := make([]*big.Rat, degree+1)
		for i := range p {
			p[i] = new(big.Rat)
			if coefs[i] != nil {
				p[i] = coefs[i][0].c
			}
		}
		return r.isolated(polynomial.New(p...))
	}
	raise(ErrBeyond)
	return nil
}

// linearSteps tells how a x + b = 0 is solved.
func (r *finder) linearSteps(coefs map[int]sum, k *kernel, d int, v *Form) {
	t := &Form{r.c.reducedPower(k, 1, d), one}
	left := r.c.mul(&Form{coefs[1], one}, t)
	if len(coefs[0]) > 0 {
		r.note("collect terms", left, &Form{coefs[0].negated(), one})
	}
	if !coefs[1].isOne() {
		r.note("divide", t, v)
	}
}

// binomial finds the real t with t^n = v.
func (r *finder) binomial(v *Form, n int) []*Form {
	sign := 1
	if len(v.Names()) == 0 {
		s, err := r.c.sign(v)
		if err != nil {
			raise(ErrBeyond)
		}
		sign = s
	}
	switch {
	case sign == 0 || len(v.num) == 0:
		return []*Form{zero}
	case n == 1:
		return []*Form{v}
	case n%2 == 0 && sign < 0:
		r.steps = append(r.steps, Step{"no real root", "an even power is never negative"})
		return nil
	}
	root := r.c.root(v, n)
	r.steps = append(r.steps, Step{"take the root", maths.Typed(r.c.Node(root))})
	if n%2 == 1 {
		return []*Form{root}
	}
	return []*Form{r.c.neg(root), root}
}

// quadratic finds the real roots of a t² + b t + c.
func (r *finder) quadratic(a, b, c *Form) []*Form {
	k := r.c
	disc := k.sub(k.mul(b, b), k.mul(Rational(big.NewRat(4, 1)), k.mul(a, c)))
	sign := 1
	if len(disc.Names()) == 0 {
		s, err := k.sign(disc)
		if err != nil {
			raise(ErrBeyond)
		}
		sign = s
	}
	r.steps = append(r.steps, Step{"quadratic formula", "the discriminant is " + maths.Typed(k.Node(disc))})
	if sign < 0 {
		return nil
	}
	half := k.quo(Rational(big.NewRat(1, 2)), a)
	if sign == 0 {
		return []*Form{k.neg(k.mul(b, half))}
	}
	root := k.root(disc, 2)
	return []*Form{k.mul(k.sub(k.neg(b), root), half), k.mul(k.add(k.neg(b), root), half)}
}

// isolated finds the real roots of a polynomial of degree 3 or more that can't
// be split: they are told by the polynomial and an interval.
func (r *finder) isolated(p polynomial.Poly) []*Form {
	r.c.spend(200*len(p) + len(p)*len(p)*len(p)*len(p)/2)
	_, factors, err := p.Factor()
	if err != nil {
		raise(ErrBeyond)
	}
	var out []*Form
	for _, f := range factors {
		switch f.Poly.Degree() {
		case 1:
			out = append(out, Rational(new(big.Rat).Neg(new(big.Rat).Quo(f.Poly[0], f.Poly[1]))))
		case 2:
			out = append(out, r.quadratic(Rational(f.Poly[2]), Rational(f.Poly[1]), Rational(f.Poly[0]))...)
		default:
			for i, at := range f.Poly.Roots() {
				r.c.spend(50 * len(p))
				out = append(out, kernelForm(rootKernel(f.Poly, at, i)))
			}
			r.steps = append(r.steps, Step{"isolate the roots", fmt.Sprintf("by the changes of sign of Sturm's chain there are %d", len(f.Poly.Roots()))})
		}
	}
	return out
}
