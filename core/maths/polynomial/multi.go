package polynomial

import (
	"cmp"
	"math/big"
	"slices"
)

// Multi is a polynomial in several variables: its terms in descending
// lexicographic order of their exponents, none of them zero. Every term lists
// one exponent a variable.
type Multi []Term

// Term is one coefficient with its exponents.
type Term struct {
	C *big.Rat
	E []int
}

// NewMulti sums terms up.
func NewMulti(terms []Term) Multi {
	out := slices.Clone(terms)
	slices.SortStableFunc(out, func(a, b Term) int { return slices.Compare(b.E, a.E) })
	n := 0
	for _, t := range out {
		if n > 0 && slices.Equal(out[n-1].E, t.E) {
			out[n-1].C = new(big.Rat).Add(out[n-1].C, t.C)
			continue
		}
		if n > 0 && out[n-1].C.Sign() == 0 {
			n--
		}
		out[n] = t
		n++
	}
	if n > 0 && out[n-1].C.Sign() == 0 {
		n--
	}
	return Multi(out[:n:n])
}

// Mul is p · q.
func (p Multi) Mul(q Multi) Multi {
	var terms []Term
	for _, a := range p {
		for _, b := range q {
			e := make([]int, len(a.E))
			for i := range e {
				e[i] = a.E[i] + b.E[i]
			}
			terms = append(terms, Term{new(big.Rat).Mul(a.C, b.C), e})
		}
	}
	return NewMulti(terms)
}

// Div divides by q, which must not be zero; false where it leaves a remainder.
func (p Multi) Div(q Multi) (Multi, bool) {
	var out []Term
	lead := q[0]
	for len(p) > 0 {
		e := make([]int, len(lead.E))
		for i := range e {
			if e[i] = p[0].E[i] - lead.E[i]; e[i] < 0 {
				return nil, false
			}
		}
		t := Term{new(big.Rat).Quo(p[0].C, lead.C), e}
		out = append(out, t)
		minus := Term{new(big.Rat).Neg(t.C), e}
		p = NewMulti(append(slices.Clone(p), Multi{minus}.Mul(q)...))
	}
	return out, true
}

// Primitive splits off the rational that leaves whole coefficients without a
// common divisor, the leading one positive.
func (p Multi) Primitive() (*big.Rat, Multi) {
	flat := make(Poly, len(p))
	for i, t := range p {
		flat[len(p)-1-i] = t.C
	}
	content, _ := flat.Primitive()
	if len(p) == 0 {
		return content, p
	}
	return content, p.scale(new(big.Rat).Inv(content))
}

func (p Multi) scale(c *big.Rat) Multi {
	out := make(Multi, len(p))
	for i, t := range p {
		out[i] = Term{new(big.Rat).Mul(t.C, c), t.E}
	}
	return out
}

// degree is the highest power of the i-th variable.
func (p Multi) degree(i int) int {
	d := 0
	for _, t := range p {
		d = max(d, t.E[i])
	}
	return d
}

// GCDMulti is a greatest common divisor of two polynomials that are not zero,
// primitive. It evaluates at a large number, takes the divisor of the values and
// reads the polynomial back from its digits (B. W. Char, K. O. Geddes and
// G. H. Gonnet, 1989). The second result is false where that did not succeed.
func GCDMulti(p, q Multi) (Multi, bool) {
	_, p = p.Primitive()
	_, q = q.Primitive()
	if len(p) == 1 || len(q) == 1 { // then it is a product of powers
		e := slices.Clone(p[0].E)
		for _, t := range slices.Concat(p, q) {
			for i := range e {
				e[i] = min(e[i], t.E[i])
			}
		}
		return Multi{{big.NewRat(1, 1), e}}, true
	}
	left := maxEvaluations
	return heuristic(p, q, &left)
}

// maxEvaluations bounds the work of a common divisor of several variables, each of
// which may need several numbers to be tried.
const maxEvaluations = 120

func heuristic(p, q Multi, left *int) (Multi, bool) {
	if *left--; *left < 0 {
		return nil, false
	}
	vars := len(p[0].E)
	v := -1
	for i := range vars {
		if p.degree(i) > 0 || q.degree(i) > 0 {
			v = i
			break
		}
	}
	if v < 0 {
		g := new(big.Int).GCD(nil, nil, new(big.Int).Abs(p[0].C.Num()), new(big.Int).Abs(q[0].C.Num()))
		return Multi{{new(big.Rat).SetInt(g), p[0].E}}, true
	}
	cp, p := p.Primitive()
	cq, q := q.Primitive()
	content := new(big.Int).GCD(nil, nil, new(big.Int).Abs(cp.Num()), new(big.Int).Abs(cq.Num()))
	xi := new(big.Int).Lsh(norm(p), 1)
	if other := new(big.Int).Lsh(norm(q), 1); other.Cmp(xi) < 0 {
		xi = other
	}
	xi.Add(xi, big.NewInt(29))
	for range 6 {
		if xi.BitLen()*(p.degree(v)+q.degree(v)+1) > 1<<14 {
			return nil, false
		}
		a, b := p.at(v, xi), q.at(v, xi)
		if len(a) > 0 && len(b) > 0 {
			if h, ok := heuristic(a, b, left); ok {
				g := digits(h, v, xi)
				_, g = g.Primitive()
				if _, ok := p.Div(g); ok {
					if _, ok := q.Div(g); ok {
						return g.scale(new(big.Rat).SetInt(content)), true
					}
				}
			}
		}
		xi.Mul(xi, big.NewInt(73794))
		xi.Quo(xi, big.NewInt(27011))
	}
	return nil, false
}

// norm is the largest coefficient of a polynomial of whole numbers.
func norm(p Multi) *big.Int {
	out := new(big.Int)
	for _, t := range p {
		if t.C.Num().CmpAbs(out) > 0 {
			out.Abs(t.C.Num())
		}
	}
	return out
}

func (p Multi) at(v int, x *big.Int) Multi {
	var terms []Term
	for _, t := range p {
		e := slices.Clone(t.E)
		e[v] = 0
		f := new(big.Rat).SetInt(new(big.Int).Exp(x, big.NewInt(int64(t.E[v])), nil))
		terms = append(terms, Term{f.Mul(f, t.C), e})
	}
	return NewMulti(terms)
}

// digits writes whole coefficients to the base x with digits from -x/2 to x/2,
// the i-th digit becoming the coefficient of the i-th power of the variable v.
func digits(p Multi, v int, x *big.Int) Multi {
	half := new(big.Int).Rsh(x, 1)
	var terms []Term
	for _, t := range p {
		rest := new(big.Int).Set(t.C.Num())
		for i := 0; rest.Sign() != 0; i++ {
			d := new(big.Int)
			rest.DivMod(rest, x, d)
			if d.Cmp(half) > 0 {
				d.Sub(d, x)
				rest.Add(rest, big.NewInt(1))
			}
			if d.Sign() != 0 {
				e := slices.Clone(t.E)
				e[v] = i
				terms = append(terms, Term{new(big.Rat).SetInt(d), e})
			}
		}
	}
	return NewMulti(terms)
}

// PowerMulti is a factor with how often it divides.
type PowerMulti struct {
	Poly Multi
	N    int
}

// Factor splits a polynomial that is not zero into a rational and powers of
// irreducible primitive polynomials, after L. Kronecker (1882): the variables
// become powers of a single one so far apart that nothing is mixed up, and
// products of the factors of that polynomial are tried. Where this would take
// too long the error is ErrTooLarge.
func (p Multi) Factor() (*big.Rat, []PowerMulti, error) {
	content, p := p.Primitive()
	if len(p) == 0 {
		return content, nil, nil
	}
	vars := len(p[0].E)
	var out []PowerMulti
	for i := range vars { // powers of the variables themselves
		least := p[0].E[i]
		for _, t := range p {
			least = min(least, t.E[i])
		}
		if least == 0 {
			continue
		}
		q := make(Multi, len(p))
		for j, t := range p {
			e := slices.Clone(t.E)
			e[i] -= least
			q[j] = Term{t.C, e}
		}
		p = q
		e := make([]int, vars)
		e[i] = 1
		out = append(out, PowerMulti{Multi{{big.NewRat(1, 1), e}}, least})
	}
	if parts := p.linear(); len(parts) == 1 { // the simple case of most formulas
		return content, sortedPowers(joinPower(out, PowerMulti{p, 1})), nil
	} else if len(parts) > 1 {
		for _, q := range parts {
			inner, more, err := q.Factor()
			if err != nil {
				return nil, nil, err
			}
			content = new(big.Rat).Mul(content, inner)
			for _, f := range more {
				out = joinPower(out, f)
			}
		}
		return content, sortedPowers(out), nil
	}
	weights := make([]int, vars)
	size := 1
	for i := range vars {
		weights[i] = size
		size *= p.degree(i) + 1
		if size > maxDegree+1 {
			return nil, nil, ErrTooLarge
		}
	}
	flat := make([]*big.Rat, size)
	for i := range flat {
		flat[i] = new(big.Rat)
	}
	for _, t := range p {
		n := 0
		for i, e := range t.E {
			n += weights[i] * e
		}
		flat[n] = t.C
	}
	_, powers, err := New(flat...).Factor()
	if err != nil {
		return nil, nil, err
	}
	var small []Poly
	for _, f := range powers {
		for range f.N {
			small = append(small, f.Poly)
		}
	}
	irreducible, err := p.assemble(small, weights)
	if err != nil {
		return nil, nil, err
	}
	for _, f := range irreducible {
		out = joinPower(out, PowerMulti{f, 1})
	}
	return content, sortedPowers(out), nil
}

// joinPower adds a factor to those found.
func joinPower(out []PowerMulti, f PowerMulti) []PowerMulti {
	at := slices.IndexFunc(out, func(o PowerMulti) bool { return equalMulti(o.Poly, f.Poly) })
	if at < 0 {
		return append(out, f)
	}
	out[at].N += f.N
	return out
}

func sortedPowers(out []PowerMulti) []PowerMulti {
	slices.SortStableFunc(out, func(a, b PowerMulti) int { return cmp.Compare(len(a.Poly), len(b.Poly)) })
	return out
}

// linear splits a polynomial that has one of its variables to the first power
// alone, a·v + b, into the common divisor of a and b and the rest, which can't be
// split; it is the only part where that divisor is a number. Without such a
// variable there are no parts.
func (p Multi) linear() []Multi {
	for v := range p[0].E {
		if len(p) == 1 || p.degree(v) != 1 {
			continue
		}
		var a, b []Term
		for _, t := range p {
			if t.E[v] == 1 {
				e := slices.Clone(t.E)
				e[v] = 0
				a = append(a, Term{t.C, e})
			} else {
				b = append(b, t)
			}
		}
		g, ok := GCDMulti(NewMulti(a), NewMulti(b))
		if !ok {
			continue
		}
		if len(g) == 1 && slices.Max(g[0].E) == 0 {
			return []Multi{p}
		}
		rest, _ := p.Div(g)
		return []Multi{g, rest}
	}
	return nil
}

func equalMulti(p, q Multi) bool {
	return slices.EqualFunc(p, q, func(a, b Term) bool { return a.C.Cmp(b.C) == 0 && slices.Equal(a.E, b.E) })
}

// assemble tries products of the factors in one variable, the smallest first.
func (p Multi) assemble(small []Poly, weights []int) ([]Multi, error) {
	var out []Multi
	err := choices(len(small), maxTrials/16, func(pick []int) bool {
		product := Ints(1)
		for _, i := range pick {
			product = product.Mul(small[i])
		}
		_, candidate := p.unflatten(product, weights).Primitive()
		q, ok := p.Div(candidate)
		if !ok {
			return false
		}
		out = append(out, candidate)
		_, p = q.Primitive()
		small = without(small, pick)
		return true
	})
	if len(p) > 1 || len(p) == 1 && slices.Max(p[0].E) > 0 {
		out = append(out, p)
	}
	return out, err
}

func (p Multi) unflatten(q Poly, weights []int) Multi {
	var terms []Term
	for n, c := range q {
		if c.Sign() == 0 {
			continue
		}
		e := make([]int, len(weights))
		rest := n
		for i := len(weights) - 1; i >= 0; i-- {
			e[i] = rest / weights[i]
			rest %= weights[i]
		}
		terms = append(terms, Term{c, e})
	}
	return NewMulti(terms)
}
