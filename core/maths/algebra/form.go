package algebra

import (
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths/polynomial"
)

func kernelForm(k *kernel) *Form {
	return &Form{product(big.NewRat(1, 1), monomial{{k, 1, 1}}), one}
}

var zero = &Form{nil, one}

// mulSum multiplies and applies the relations of the kernels.
func (c *Calculator) mulSum(a, b sum) sum {
	if a.isOne() {
		return b
	}
	if b.isOne() {
		return a
	}
	var terms []term
	for _, x := range a {
		for _, y := range b {
			c.spend(1 + len(x.m) + len(y.m) + (x.c.Num().BitLen()+y.c.Num().BitLen())/64)
			terms = append(terms, c.reduced(new(big.Rat).Mul(x.c, y.c), x.m.times(y.m))...)
		}
	}
	return gathered(terms)
}

// powSum is a whole power, n ≥ 0.
func (c *Calculator) powSum(s sum, n int) sum {
	out := one
	for base := s; n > 0; n >>= 1 {
		if n&1 == 1 {
			out = c.mulSum(out, base)
		}
		if n > 1 {
			base = c.mulSum(base, base)
		}
	}
	return out
}

// floorDiv is the whole part of n/d, rounded down.
func floorDiv(n, d int) int {
	q := n / d
	if n%d != 0 && n < 0 {
		q--
	}
	return q
}

// reduced applies what is known of the powers of kernels to one product.
func (c *Calculator) reduced(coef *big.Rat, m monomial) sum {
	roots := 0
	for i, p := range m {
		whole := floorDiv(p.n, p.d)
		switch p.k.kind {
		case kindPrime:
			if whole != 0 {
				rest := c.without(m, i, whole)
				return c.reduced(new(big.Rat).Mul(coef, ratPower(p.k.n, whole)), rest)
			}
		case kindBase:
			if whole > 0 {
				return c.mulSum(c.reduced(coef, c.without(m, i, whole)), c.powSum(p.k.arg.num, whole))
			}
		case kindSin, kindCos:
			if whole >= 2 && (p.k.kind == kindSin) != c.keepSines {
				other := kindCos
				if c.keepSines {
					other = kindSin
				}
				square := product(big.NewRat(-1, 1), monomial{{functionKernel(other, p.k.arg), 2, 1}})
				return c.mulSum(c.reduced(coef, c.without(m, i, whole/2*2)), c.powSum(one.plus(square), whole/2))
			}
		case kindAbs:
			if whole >= 2 {
				return c.mulSum(c.reduced(coef, c.without(m, i, whole/2*2)), c.powSum(p.k.arg.num, whole/2*2))
			}
		case kindRootOf:
			if degree := p.k.root.poly.Degree(); whole >= degree {
				return c.mulSum(c.reduced(coef, c.without(m, i, whole)), c.rootPower(p.k, whole))
			}
		case kindCosine:
			// No relation is applied: powers of cos qπ stay.
		}
		if p.d == 2 && !p.k.positive() && len(p.k.free) > 0 {
			roots++
		}
	}
	if roots >= 2 {
		return c.mergedRoots(coef, m)
	}
	return product(coef, m)
}

// without takes a whole number off the exponent of the i-th power.
func (c *Calculator) without(m monomial, i, whole int) monomial {
	c.spend(4)
	return m.times(monomial{{m[i].k, -whole, 1}})
}

func ratPower(n *big.Int, e int) *big.Rat {
	v := new(big.Int).Exp(n, big.NewInt(int64(max(e, -e))), nil)
	if e < 0 {
		return new(big.Rat).SetFrac(big.NewInt(1), v)
	}
	return new(big.Rat).SetInt(v)
}

// mergedRoots joins square roots: √x · √(x+1) is √(x² + x) where both exist.
func (c *Calculator) mergedRoots(coef *big.Rat, m monomial) sum {
	inside := one
	var rest monomial
	for _, p := range m {
		if p.d != 2 || p.k.positive() || len(p.k.free) == 0 {
			rest = append(rest, p)
			continue
		}
		under := product(big.NewRat(1, 1), monomial{{p.k, 1, 1}})
		if p.k.kind == kindBase {
			under = p.k.arg.num
		}
		inside = c.mulSum(inside, under)
		if whole := floorDiv(p.n, 2); whole != 0 {
			rest = append(rest, power{p.k, whole, 1})
		}
	}
	return c.mulSum(c.reduced(coef, rest), c.rootOfSum(inside, 2))
}

// rootPower is a power of a root of a polynomial, written with lower powers.
func (c *Calculator) rootPower(k *kernel, n int) sum {
	x := polynomial.Ints(0, 1)
	p := polynomial.Ints(1)
	for range n {
		c.spend(4)
		_, p = p.Mul(x).Div(k.root.poly)
	}
	var out []term
	for i, v := range p {
		if v.Sign() != 0 && i > 0 {
			out = append(out, product(v, monomial{{k, i, 1}})...)
		} else if v.Sign() != 0 {
			out = append(out, constant(v)...)
		}
	}
	return gathered(out)
}

func (c *Calculator) add(f, g *Form) *Form {
	c.spend(2 + len(f.num) + len(g.num))
	if f.den.key() == g.den.key() {
		return c.quotient(f.num.plus(g.num), f.den)
	}
	return c.quotient(c.mulSum(f.num, g.den).plus(c.mulSum(g.num, f.den)), c.mulSum(f.den, g.den))
}

func (c *Calculator) neg(f *Form) *Form { return &Form{f.num.negated(), f.den} }

func (c *Calculator) sub(f, g *Form) *Form { return c.add(f, c.neg(g)) }

func (c *Calculator) mul(f, g *Form) *Form {
	return c.quotient(c.mulSum(f.num, g.num), c.mulSum(f.den, g.den))
}

func (c *Calculator) quo(f, g *Form) *Form {
	if len(g.num) == 0 {
		raise(ErrUndefined)
	}
	return c.quotient(c.mulSum(f.num, g.den), c.mulSum(f.den, g.num))
}

// whole is a whole power.
func (c *Calculator) whole(f *Form, n int) *Form {
	if n < 0 {
		if len(f.num) == 0 {
			raise(ErrUndefined)
		}
		return c.quotient(c.powSum(f.den, -n), c.powSum(f.num, -n))
	}
	return c.quotient(c.powSum(f.num, n), c.powSum(f.den, n))
}

// quotient is num/den in lowest terms.
func (c *Calculator) quotient(num, den sum) *Form {
	if len(den) == 0 {
		raise(ErrUndefined)
	}
	if len(num) == 0 {
		return zero
	}
	if den.isOne() {
		return &Form{num, one}
	}
	num, den = c.rationalised(num, den)
	num, den = c.lowest(num, den)
	if len(den) == 1 && len(den[0].m) == 0 {
		return &Form{num.scaled(new(big.Rat).Inv(den[0].c)), one}
	}
	content := contentOf(den)
	inverse := new(big.Rat).Inv(content)
	return &Form{num.scaled(inverse), den.scaled(inverse)}
}

// contentOf is the rational that leaves whole coefficients without a common
// divisor, the last of them positive.
func contentOf(s sum) *big.Rat {
	flat := make(polynomial.Poly, len(s))
	for i, t := range s {
		flat[i] = t.c
	}
	content, _ := flat.Primitive()
	return content
}

// rationalised moves roots of numbers, and single roots of sums, out of the
// denominator.
func (c *Calculator) rationalised(num, den sum) (sum, sum) {
	for range 12 {
		k, d := fractional(den)
		switch {
		case k == nil:
			return num, den
		case len(den) == 1:
			p := den[0].m[slices.IndexFunc(den[0].m, func(p power) bool { return p.k.key == k.key })]
			lift := c.reducedPower(k, p.d-p.n%p.d, p.d)
			num, den = c.mulSum(num, lift), c.mulSum(den, lift)
		case d == 2 && k.kind == kindPrime:
			conjugate := make(sum, len(den))
			for i, t := range den {
				conjugate[i] = t
				if slices.ContainsFunc(t.m, func(p power) bool { return p.k.key == k.key }) {
					conjugate[i].c = new(big.Rat).Neg(t.c)
				}
			}
			num, den = c.mulSum(num, conjugate), c.mulSum(den, conjugate)
			if len(den) == 0 {
				raise(ErrUndefined)
			}
		default:
			return num, den
		}
	}
	return num, den
}

func (c *Calculator) reducedPower(k *kernel, n, d int) sum {
	return c.reduced(big.NewRat(1, 1), monomial{power{k, 0, 1}.plus(n, d)})
}

// fractional finds a prime or sum under a fractional power; primes alone where
// there are several terms.
func fractional(s sum) (*kernel, int) {
	for _, t := range s {
		for _, p := range t.m {
			if p.d > 1 && (p.k.kind == kindPrime || p.k.kind == kindBase && len(s) == 1) {
				return p.k, p.d
			}
		}
	}
	return nil, 0
}

// lowest cancels what two sums have in common.
func (c *Calculator) lowest(num, den sum) (sum, sum) {
	common := den[0].m
	for _, s := range []sum{num, den} {
		for _, t := range s {
			common = common.common(t.m)
		}
	}
	if len(common) > 0 {
		by := common.raised(-1, 1)
		num, den = shifted(num, by), shifted(den, by)
	}
	if len(den) == 1 || len(num)*len(den) > 4096 {
		return num, den
	}
	list := variablesOf(num, den)
	p, q := list.multi(num), list.multi(den)
	c.spend(20 * (len(p) + len(q)))
	g, ok := polynomial.GCDMulti(p, q)
	if !ok || len(g) == 1 {
		return num, den
	}
	c.spend(20 * len(g))
	p, _ = p.Div(g)
	q, _ = q.Div(g)
	return list.sum(p), list.sum(q)
}

// common is what two monomials share, with the lower exponents; both above zero.
func (m monomial) common(o monomial) monomial {
	var out monomial
	for _, p := range m {
		for _, q := range o {
			if p.k.key == q.k.key && p.n > 0 && q.n > 0 {
				if q.n*p.d < p.n*q.d {
					p = q
				}
				out = append(out, p)
			}
		}
	}
	return out
}

func shifted(s sum, by monomial) sum {
	out := make([]term, len(s))
	for i, t := range s {
		m := t.m.times(by)
		out[i] = term{t.c, m, m.key()}
	}
	return gathered(out)
}

// indeterminate is a kernel taken as the variable of polynomials, to the power
// one over its unit.
type indeterminate struct {
	k    *kernel
	unit int
}

type indeterminates []indeterminate

func variablesOf(sums ...sum) indeterminates {
	var out indeterminates
	for _, s := range sums {
		for _, t := range s {
			for _, p := range t.m {
				at := slices.IndexFunc(out, func(v indeterminate) bool { return v.k.key == p.k.key })
				if at < 0 {
					out = append(out, indeterminate{p.k, p.d})
				} else {
					out[at].unit = out[at].unit / gcd(out[at].unit, p.d) * p.d
				}
			}
		}
	}
	slices.SortFunc(out, func(a, b indeterminate) int { return strings.Compare(a.k.key, b.k.key) })
	return out
}

func (v indeterminates) multi(s sum) polynomial.Multi {
	terms := make([]polynomial.Term, len(s))
	for i, t := range s {
		e := make([]int, len(v))
		for _, p := range t.m {
			for j := range v {
				if v[j].k.key == p.k.key {
					e[j] = p.n * (v[j].unit / p.d)
				}
			}
		}
		terms[i] = polynomial.Term{C: t.c, E: e}
	}
	return polynomial.NewMulti(terms)
}

func (v indeterminates) sum(p polynomial.Multi) sum {
	terms := make([]term, len(p))
	for i, t := range p {
		var m monomial
		for j, e := range t.E {
			if e != 0 {
				m = append(m, power{v[j].k, 0, 1}.plus(e, v[j].unit))
			}
		}
		terms[i] = term{t.C, m, m.key()}
	}
	return gathered(terms)
}

// factors splits a sum into a rational and powers of sums that can't be split
// further. Where that would take too long, the sum is its own factor.
func (c *Calculator) factors(s sum) (*big.Rat, []factorPower) {
	if len(s) == 1 {
		var out []factorPower
		for _, p := range s[0].m {
			out = append(out, factorPower{product(big.NewRat(1, 1), monomial{{p.k, 1, p.d}}), p.n})
		}
		return s[0].c, out
	}
	key := s.key()
	if known, ok := c.factored[key]; ok {
		return known.content, slices.Clone(known.factors)
	}
	list := variablesOf(s)
	p := list.multi(s)
	c.spend(50 * len(p))
	content, powers, err := p.Factor()
	if err != nil {
		content, p = p.Primitive()
		powers = []polynomial.PowerMulti{{Poly: p, N: 1}}
	}
	var out []factorPower
	for _, f := range powers {
		c.spend(50 * len(f.Poly))
		out = append(out, factorPower{list.sum(f.Poly), f.N})
	}
	c.factored[key] = factorisation{content, slices.Clone(out)}
	return content, out
}

// factorisation is a rational with the factors behind it.
type factorisation struct {
	content *big.Rat
	factors []factorPower
}

// factorPower is a factor with how often it divides.
type factorPower struct {
	s sum
	n int
}

// replaced puts Forms in the place of kernels for which by gives one.
func (c *Calculator) replaced(f *Form, by func(*kernel) *Form) *Form {
	num, changed1 := c.replacedSum(f.num, by)
	den, changed2 := c.replacedSum(f.den, by)
	if !changed1 && !changed2 {
		return f
	}
	return c.quo(num, den)
}

func (c *Calculator) replacedSum(s sum, by func(*kernel) *Form) (*Form, bool) {
	out, changed := zero, false
	for _, t := range s {
		f := &Form{constant(t.c), one}
		var rest monomial
		for _, p := range t.m {
			r := by(p.k)
			if r == nil {
				rest = append(rest, p)
				continue
			}
			changed = true
			f = c.mul(f, c.raised(r, p.n, p.d))
		}
		if !changed {
			continue
		}
		f = c.mul(f, &Form{product(big.NewRat(1, 1), rest), one})
		out = c.add(out, f)
	}
	if !changed {
		return &Form{s, one}, false
	}
	// Terms before the first change were passed over.
	for _, t := range s {
		if slices.ContainsFunc(t.m, func(p power) bool { return by(p.k) != nil }) {
			break
		}
		out = c.add(out, &Form{sum{t}, one})
	}
	return out, true
}

// settle puts f or -f in the place of |f| where the sign of f is known.
func (c *Calculator) settle(f *Form) *Form {
	if len(c.signs) == 0 {
		return f
	}
	return c.replaced(f, func(k *kernel) *Form {
		if k.kind != kindAbs {
			return nil
		}
		switch c.signs[k.arg.num.key()] {
		case 1:
			return k.arg
		case -1:
			return c.neg(k.arg)
		}
		return nil
	})
}
