// Package polynomial computes with polynomials in one variable over the
// rationals: division, greatest common divisors, factors, and the real roots by
// Sturm's theorem.
//
// A Poly is immutable; its coefficients are listed from the constant upwards.
package polynomial

import (
	"errors"
	"math/big"
)

// Poly is a polynomial: c[0] + c[1] x + …, without leading zeros. The zero
// polynomial has no coefficients.
type Poly []*big.Rat

// ErrTooLarge is returned where a factorisation would take too long.
var ErrTooLarge = errors.New("the polynomial is too large to factor")

// New is the polynomial of the given coefficients, the constant first.
func New(c ...*big.Rat) Poly {
	n := len(c)
	for n > 0 && c[n-1].Sign() == 0 {
		n--
	}
	return Poly(c[:n:n])
}

// Ints is New for whole numbers.
func Ints(c ...int64) Poly {
	out := make([]*big.Rat, len(c))
	for i, v := range c {
		out[i] = big.NewRat(v, 1)
	}
	return New(out...)
}

// Degree is the highest power, -1 for zero.
func (p Poly) Degree() int { return len(p) - 1 }

// Lead is the leading coefficient; p must not be zero.
func (p Poly) Lead() *big.Rat { return p[len(p)-1] }

// At is the value at x.
func (p Poly) At(x *big.Rat) *big.Rat {
	out := new(big.Rat)
	for i := len(p) - 1; i >= 0; i-- {
		out.Mul(out, x)
		out.Add(out, p[i])
	}
	return out
}

// Add is p + q.
func (p Poly) Add(q Poly) Poly {
	out := make([]*big.Rat, max(len(p), len(q)))
	for i := range out {
		out[i] = new(big.Rat)
		if i < len(p) {
			out[i].Add(out[i], p[i])
		}
		if i < len(q) {
			out[i].Add(out[i], q[i])
		}
	}
	return New(out...)
}

// Scale is c · p.
func (p Poly) Scale(c *big.Rat) Poly {
	out := make([]*big.Rat, len(p))
	for i := range p {
		out[i] = new(big.Rat).Mul(p[i], c)
	}
	return New(out...)
}

// Sub is p - q.
func (p Poly) Sub(q Poly) Poly { return p.Add(q.Scale(big.NewRat(-1, 1))) }

// Mul is p · q.
func (p Poly) Mul(q Poly) Poly {
	if len(p) == 0 || len(q) == 0 {
		return nil
	}
	out := make([]*big.Rat, len(p)+len(q)-1)
	for i := range out {
		out[i] = new(big.Rat)
	}
	t := new(big.Rat)
	for i := range p {
		for j := range q {
			out[i+j].Add(out[i+j], t.Mul(p[i], q[j]))
		}
	}
	return New(out...)
}

// Div divides p by q, which must not be zero: p = quotient · q + remainder.
func (p Poly) Div(q Poly) (quotient, remainder Poly) {
	r := make([]*big.Rat, len(p))
	for i := range p {
		r[i] = new(big.Rat).Set(p[i])
	}
	if len(p) < len(q) {
		return nil, p
	}
	out := make([]*big.Rat, len(p)-len(q)+1)
	t := new(big.Rat)
	for i := len(out) - 1; i >= 0; i-- {
		c := new(big.Rat).Quo(r[i+len(q)-1], q.Lead())
		out[i] = c
		for j := range q {
			r[i+j].Sub(r[i+j], t.Mul(c, q[j]))
		}
	}
	return New(out...), New(r[:len(q)-1]...)
}

// Monic is p divided by its leading coefficient.
func (p Poly) Monic() Poly {
	if len(p) == 0 {
		return p
	}
	return p.Scale(new(big.Rat).Inv(p.Lead()))
}

// GCD is the greatest common divisor of p and q, monic.
func GCD(p, q Poly) Poly {
	for len(q) > 0 {
		_, r := p.Div(q)
		p, q = q, r.Monic()
	}
	return p.Monic()
}

// Derivative is p'.
func (p Poly) Derivative() Poly {
	if len(p) < 2 {
		return nil
	}
	out := make([]*big.Rat, len(p)-1)
	for i := range out {
		out[i] = new(big.Rat).Mul(p[i+1], big.NewRat(int64(i+1), 1))
	}
	return New(out...)
}

// Primitive splits p into a rational and a polynomial of whole numbers without
// a common divisor and with a positive leading coefficient.
func (p Poly) Primitive() (*big.Rat, Poly) {
	if len(p) == 0 {
		return new(big.Rat), p
	}
	num, den := new(big.Int), big.NewInt(1)
	for _, c := range p {
		num.GCD(nil, nil, num, new(big.Int).Abs(c.Num()))
		g := new(big.Int).GCD(nil, nil, den, c.Denom())
		den.Mul(den, new(big.Int).Quo(c.Denom(), g))
	}
	content := new(big.Rat).SetFrac(num, den)
	if p.Lead().Sign() < 0 {
		content.Neg(content)
	}
	return content, p.Scale(new(big.Rat).Inv(content))
}

// Power is a factor with how often it divides.
type Power struct {
	Poly Poly
	N    int
}

// SquareFree splits a polynomial that is not constant into powers of pairwise
// prime factors that have no repeated root (D. Y. Y. Yun, 1976). They are monic.
func (p Poly) SquareFree() []Power {
	p = p.Monic()
	var out []Power
	d := p.Derivative()
	g := GCD(p, d)
	b, _ := p.Div(g)
	c, _ := d.Div(g)
	for i := 1; b.Degree() > 0; i++ {
		rest := c.Sub(b.Derivative())
		f := GCD(b, rest)
		if f.Degree() > 0 {
			out = append(out, Power{f, i})
		}
		b, _ = b.Div(f)
		c, _ = rest.Div(f)
	}
	return out
}
