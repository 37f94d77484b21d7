package algebra

import (
	"fmt"
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths/polynomial"
)

type kind byte

const (
	kindPrime    kind = 'a' // a prime number, under fractional powers alone
	kindPi       kind = 'b'
	kindRootOf   kind = 'c' // a real root of an irreducible polynomial
	kindCosine   kind = 'd' // cos qπ for a rational q
	kindVariable kind = 'e'
	kindBase     kind = 'f' // a sum, under fractional powers alone
	kindExp      kind = 'g' // e^arg, arg a product without coefficient
	kindLog      kind = 'h' // ln|arg|
	kindSin      kind = 'i'
	kindCos      kind = 'j'
	kindAbs      kind = 'k'
	kindAsin     kind = 'l'
	kindAtan     kind = 'm'
)

// kernel is what rational operations can't take apart. Two are the same when
// their keys are.
type kernel struct {
	kind kind
	key  string
	free []string // variables in it, in order

	name string   // of a variable
	n    *big.Int // of a prime
	q    *big.Rat // of cos qπ
	arg  *Form    // of what a function is taken
	root *rootOf  // of a root of a polynomial
}

// rootOf is the real root of an irreducible polynomial in an interval.
type rootOf struct {
	poly polynomial.Poly
	at   polynomial.Isolation
}

func variableKernel(name string) *kernel {
	return &kernel{kind: kindVariable, key: "e" + name, free: []string{name}, name: name}
}

func primeKernel(n *big.Int) *kernel {
	return &kernel{kind: kindPrime, key: fmt.Sprintf("a%06d:%s", n.BitLen(), n), n: n}
}

var piKernel = &kernel{kind: kindPi, key: "b"}

func functionKernel(k kind, arg *Form) *kernel {
	return &kernel{kind: k, key: string(k) + "(" + arg.key() + ")", free: arg.Names(), arg: arg}
}

func cosineKernel(q *big.Rat) *kernel {
	return &kernel{kind: kindCosine, key: "d" + q.RatString(), q: q}
}

func rootKernel(p polynomial.Poly, at polynomial.Isolation, index int) *kernel {
	var key strings.Builder
	fmt.Fprintf(&key, "c%d", index)
	for _, c := range p {
		key.WriteString("," + c.RatString())
	}
	return &kernel{kind: kindRootOf, key: key.String(), root: &rootOf{p, at}}
}

// positive says whether a kernel is above zero wherever it has a value.
func (k *kernel) positive() bool {
	switch k.kind {
	case kindPrime, kindPi, kindExp, kindAbs:
		return true
	}
	return false
}

// power is a kernel to a rational power n/d, in lowest terms with d > 0.
type power struct {
	k    *kernel
	n, d int
}

// maxExponent bounds exponents.
const maxExponent = 1 << 20

func (p power) plus(n, d int) power {
	n, d = p.n*d+n*p.d, p.d*d
	g := gcd(n, d)
	p.n, p.d = n/g, d/g
	if max(p.n, -p.n) > maxExponent || p.d > maxExponent {
		raise(ErrBudget)
	}
	return p
}

func gcd(a, b int) int {
	a, b = max(a, -a), max(b, -b)
	for b != 0 {
		a, b = b, a%b
	}
	return max(a, 1)
}

// monomial is a product of powers of kernels, in the order of their keys.
type monomial []power

func (m monomial) key() string {
	var out strings.Builder
	for _, p := range m {
		out.WriteString(p.k.key)
		if p.d == 1 {
			fmt.Fprintf(&out, "^%d|", p.n)
		} else {
			fmt.Fprintf(&out, "^%d/%d|", p.n, p.d)
		}
	}
	return out.String()
}

// times is the product of two monomials, no relation applied.
func (m monomial) times(o monomial) monomial {
	out := make(monomial, 0, len(m)+len(o))
	for len(m) > 0 && len(o) > 0 {
		switch strings.Compare(m[0].k.key, o[0].k.key) {
		case -1:
			out, m = append(out, m[0]), m[1:]
		case 1:
			out, o = append(out, o[0]), o[1:]
		default:
			if p := m[0].plus(o[0].n, o[0].d); p.n != 0 {
				out = append(out, p)
			}
			m, o = m[1:], o[1:]
		}
	}
	return append(append(out, m...), o...)
}

// raised is the monomial to a rational power, no relation applied.
func (m monomial) raised(n, d int) monomial {
	var out monomial
	for _, p := range m {
		g := gcd(p.n*n, p.d*d)
		if p.n*n != 0 {
			out = append(out, power{p.k, p.n * n / g, p.d * d / g})
		}
	}
	return out
}

func (m monomial) names() []string {
	var out []string
	for _, p := range m {
		out = union(out, p.k.free)
	}
	return out
}

// union joins two ordered lists.
func union(a, b []string) []string {
	if len(b) == 0 {
		return a
	}
	if len(a) == 0 {
		return b
	}
	out := append(slices.Clone(a), b...)
	slices.Sort(out)
	return slices.Compact(out)
}

// term is a coefficient before a monomial.
type term struct {
	c   *big.Rat
	m   monomial
	key string
}

// sum is a sum of terms in the order of their keys, none of them zero.
type sum []term

var one = sum{{big.NewRat(1, 1), nil, ""}}

func constant(v *big.Rat) sum {
	if v.Sign() == 0 {
		return nil
	}
	return sum{{v, nil, ""}}
}

func integer(n int64) sum { return constant(big.NewRat(n, 1)) }

func product(c *big.Rat, m monomial) sum {
	if c.Sign() == 0 {
		return nil
	}
	return sum{{c, m, m.key()}}
}

func (s sum) isOne() bool {
	return len(s) == 1 && len(s[0].m) == 0 && s[0].c.IsInt() && s[0].c.Num().IsInt64() && s[0].c.Num().Int64() == 1
}

func (s sum) names() []string {
	var out []string
	for _, t := range s {
		out = union(out, t.m.names())
	}
	return out
}

func (s sum) key() string {
	var out strings.Builder
	for _, t := range s {
		out.WriteString(t.c.RatString() + "*" + t.key + "+")
	}
	return out.String()
}

func (f *Form) key() string {
	if f.den.isOne() {
		return f.num.key()
	}
	return f.num.key() + "//" + f.den.key()
}

func (s sum) scaled(c *big.Rat) sum {
	if c.Sign() == 0 {
		return nil
	}
	out := make(sum, len(s))
	for i, t := range s {
		out[i] = term{new(big.Rat).Mul(t.c, c), t.m, t.key}
	}
	return out
}

func (s sum) negated() sum { return s.scaled(big.NewRat(-1, 1)) }

// plus is the sum of two sums.
func (s sum) plus(o sum) sum {
	out := make(sum, 0, len(s)+len(o))
	for len(s) > 0 && len(o) > 0 {
		switch strings.Compare(s[0].key, o[0].key) {
		case -1:
			out, s = append(out, s[0]), s[1:]
		case 1:
			out, o = append(out, o[0]), o[1:]
		default:
			if c := new(big.Rat).Add(s[0].c, o[0].c); c.Sign() != 0 {
				out = append(out, term{c, s[0].m, s[0].key})
			}
			s, o = s[1:], o[1:]
		}
	}
	return append(append(out, s...), o...)
}

// gathered puts terms in order and adds up what is alike.
func gathered(terms []term) sum {
	slices.SortStableFunc(terms, func(a, b term) int { return strings.Compare(a.key, b.key) })
	var out sum
	for _, t := range terms {
		if n := len(out); n > 0 && out[n-1].key == t.key {
			out[n-1].c = new(big.Rat).Add(out[n-1].c, t.c)
			continue
		}
		if n := len(out); n > 0 && out[n-1].c.Sign() == 0 {
			out = out[:n-1]
		}
		out = append(out, t)
	}
	if n := len(out); n > 0 && out[n-1].c.Sign() == 0 {
		out = out[:n-1]
	}
	return out
}
