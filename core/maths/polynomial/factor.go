package polynomial

import (
	"math/big"
	"math/bits"
	"slices"
)

// maxDegree and maxBits bound what is factored.
const (
	maxDegree = 64
	maxTrials = 1 << 14 // of combinations of factors modulo a prime
	maxSteps  = 1 << 21 // products of numbers modulo a prime
)

// Factor splits a polynomial into a rational and powers of irreducible
// polynomials of whole numbers, each primitive with a positive leading
// coefficient; in ascending degree.
func (p Poly) Factor() (*big.Rat, []Power, error) {
	content, _ := p.Primitive()
	if p.Degree() < 1 {
		return content, nil, nil
	}
	if p.Degree() > maxDegree {
		return nil, nil, ErrTooLarge
	}
	var out []Power
	for _, s := range p.SquareFree() {
		_, q := s.Poly.Primitive()
		irreducible, err := factorSquareFree(q)
		if err != nil {
			return nil, nil, err
		}
		for _, f := range irreducible {
			out = append(out, Power{f, s.N})
		}
	}
	slices.SortStableFunc(out, func(a, b Power) int { return compare(a.Poly, b.Poly) })
	lead := new(big.Rat).Set(p.Lead())
	for _, f := range out {
		for range f.N {
			lead.Quo(lead, f.Poly.Lead())
		}
	}
	return lead, out, nil
}

func compare(p, q Poly) int {
	if d := len(p) - len(q); d != 0 {
		return d
	}
	for i := len(p) - 1; i >= 0; i-- {
		if c := p[i].Cmp(q[i]); c != 0 {
			return c
		}
	}
	return 0
}

// factorSquareFree factors a primitive polynomial of whole numbers without
// repeated roots: modulo one prime larger than twice any coefficient that a
// factor can have, then by trying products of those factors (the "big prime"
// way of J. von zur Gathen and J. Gerhard, Modern Computer Algebra, 2013,
// algorithm 15.2).
func factorSquareFree(p Poly) ([]Poly, error) {
	roots, p := rationalRoots(p)
	if p.Degree() < 1 {
		return roots, nil
	}
	more, err := factorWithoutRoots(p)
	return append(roots, more...), err
}

// maxDivided bounds the coefficients whose divisors are tried for rational
// roots.
const maxDivided = 1 << 20

// rationalRoots splits off the linear factors x - a/b, where a divides the
// constant and b the leading coefficient. Where those are too large to be divided
// it splits off none.
func rationalRoots(p Poly) (linear []Poly, rest Poly) {
	for p.Degree() >= 1 {
		if p[0].Sign() == 0 {
			linear = append(linear, Ints(0, 1))
			p = New(p[1:]...)
			continue
		}
		f := rationalRoot(p)
		if f == nil {
			break
		}
		linear = append(linear, f)
		p, _ = p.Div(f)
		_, p = p.Primitive()
	}
	return linear, p
}

// small says whether the divisors of both ends of p can be listed.
func small(p Poly) bool {
	limit := big.NewInt(maxDivided)
	return p[0].Num().CmpAbs(limit) <= 0 && p.Lead().Num().CmpAbs(limit) <= 0
}

func rationalRoot(p Poly) Poly {
	if p.Degree() == 1 {
		return p
	}
	if !small(p) {
		return nil
	}
	if p.Degree() == 2 { // by the discriminant
		d := new(big.Int).Mul(p[1].Num(), p[1].Num())
		four := new(big.Int).Mul(p[2].Num(), p[0].Num())
		d.Sub(d, four.Lsh(four, 2))
		if d.Sign() < 0 {
			return nil
		}
		root := new(big.Int).Sqrt(d)
		if new(big.Int).Mul(root, root).Cmp(d) != 0 {
			return nil
		}
		a := new(big.Int).Lsh(p[2].Num(), 1)
		_, f := New(new(big.Rat).SetInt(root.Add(root, p[1].Num())), new(big.Rat).SetInt(a)).Primitive()
		return f
	}
	for _, b := range divisors(p.Lead().Num()) {
		for _, a := range divisors(p[0].Num()) {
			for _, sign := range []int64{1, -1} {
				if p.At(big.NewRat(sign*a, b)).Sign() == 0 {
					_, f := Ints(-sign*a, b).Primitive()
					return f
				}
			}
		}
	}
	return nil
}

func divisors(n *big.Int) []int64 {
	v := new(big.Int).Abs(n).Int64()
	var out []int64
	for d := int64(1); d*d <= v; d++ {
		if v%d == 0 {
			out = append(out, d)
			if d*d != v {
				out = append(out, v/d)
			}
		}
	}
	return out
}

// factorWithoutRoots factors a polynomial whose rational roots, if they could be
// looked for, are split off.
func factorWithoutRoots(p Poly) (out []Poly, err error) {
	if p.Degree() == 1 || p.Degree() <= 3 && small(p) {
		return []Poly{p}, nil
	}
	defer func() {
		if r := recover(); r == ErrTooLarge {
			out, err = nil, ErrTooLarge
		} else if r != nil {
			panic(r)
		}
	}()
	f := integers(p)
	most := new(big.Int)
	for _, c := range f {
		if c.CmpAbs(most) > 0 {
			most.Abs(c)
		}
	}
	// Mignotte: a factor's coefficients are below 2^n √(n+1) max|c|; times the
	// leading coefficient that is put back before comparing, and both signs.
	n := len(f) - 1
	bound := new(big.Int).Mul(most, new(big.Int).Abs(f[n]))
	bound.Mul(bound, new(big.Int).Sqrt(big.NewInt(int64(n+4))))
	bound.Lsh(bound, uint(n+2))
	if bound.BitLen() > 62 {
		return nil, ErrTooLarge
	}
	prime := new(big.Int).SetBit(bound, 0, 1)
	// Of a few primes the one with the fewest factors leaves least to try.
	var best modular
	var fewest [][]uint64
	left := maxSteps
	for tries := 0; tries < 3; {
		prime.Add(prime, big.NewInt(2))
		if !prime.ProbablyPrime(0) {
			continue
		}
		field := modular{prime.Uint64(), &left}
		g := field.reduce(f)
		if len(g) != len(f) || len(field.gcd(g, field.derivative(g))) != 1 {
			continue
		}
		tries++
		if factors := field.factor(field.monic(g)); fewest == nil || len(factors) < len(fewest) {
			best, fewest = field, factors
		}
		if n < 8 || len(fewest) < 4 {
			break
		}
	}
	return recombine(p, best, fewest)
}

func integers(p Poly) []*big.Int {
	out := make([]*big.Int, len(p))
	for i, c := range p {
		out[i] = new(big.Int).Set(c.Num())
	}
	return out
}

// recombine finds the factors over the integers among products of those modulo
// the prime.
func recombine(p Poly, field modular, small [][]uint64) ([]Poly, error) {
	var out []Poly
	err := choices(len(small), maxTrials, func(pick []int) bool {
		product := field.reduce([]*big.Int{p.Lead().Num()})
		for _, i := range pick {
			product = field.mul(product, small[i])
		}
		_, candidate := field.symmetric(product).Primitive()
		q, r := p.Div(candidate)
		if len(r) > 0 {
			return false
		}
		out = append(out, candidate)
		_, p = q.Primitive()
		small = without(small, pick)
		return true
	})
	if p.Degree() > 0 {
		out = append(out, p)
	}
	return out, err
}

func without[T any](all []T, pick []int) []T {
	for i := len(pick) - 1; i >= 0; i-- {
		all = slices.Delete(all, pick[i], pick[i]+1)
	}
	return all
}

// choices tries choices of indices below n, the smallest first and none of more
// than half of them, until none is left. A choice that is taken makes n smaller.
// After too many trials the error is ErrTooLarge.
func choices(n, most int, take func(pick []int) bool) error {
	trials := 0
	for size := 1; 2*size <= n; {
		pick := make([]int, size)
		for i := range pick {
			pick[i] = i
		}
		taken := false
		for more := true; more && !taken; {
			if trials++; trials > most {
				return ErrTooLarge
			}
			if taken = take(pick); !taken {
				more = next(pick, n)
			}
		}
		if taken {
			n -= size
		} else {
			size++
		}
	}
	return nil
}

// next steps to the next choice of ascending indices below n.
func next(pick []int, n int) bool {
	for i := len(pick) - 1; i >= 0; i-- {
		if pick[i] < n-len(pick)+i {
			pick[i]++
			for j := i + 1; j < len(pick); j++ {
				pick[j] = pick[j-1] + 1
			}
			return true
		}
	}
	return false
}

// modular computes with polynomials modulo a prime below 2^63, listed like Poly.
type modular struct {
	p    uint64
	left *int // products that may still be computed
}

func (m modular) spend(n int) {
	if *m.left -= n; *m.left < 0 {
		panic(ErrTooLarge)
	}
}

func (m modular) times(a, b uint64) uint64 {
	hi, lo := bits.Mul64(a, b)
	return bits.Rem64(hi, lo, m.p)
}

func (m modular) minus(a, b uint64) uint64 {
	if a >= b {
		return a - b
	}
	return a + m.p - b
}

func (m modular) plus(a, b uint64) uint64 {
	if s := a + b; s < m.p {
		return s
	}
	return a + b - m.p
}

func (m modular) inverse(a uint64) uint64 {
	return new(big.Int).ModInverse(new(big.Int).SetUint64(a), new(big.Int).SetUint64(m.p)).Uint64()
}

func (m modular) trim(f []uint64) []uint64 {
	n := len(f)
	for n > 0 && f[n-1] == 0 {
		n--
	}
	return f[:n]
}

func (m modular) reduce(f []*big.Int) []uint64 {
	p := new(big.Int).SetUint64(m.p)
	out := make([]uint64, len(f))
	for i, c := range f {
		out[i] = new(big.Int).Mod(c, p).Uint64()
	}
	return m.trim(out)
}

// symmetric reads residues as the whole numbers nearest to zero.
func (m modular) symmetric(f []uint64) Poly {
	out := make([]*big.Rat, len(f))
	for i, c := range f {
		v := int64(c)
		if c > m.p/2 {
			v = -int64(m.p - c)
		}
		out[i] = big.NewRat(v, 1)
	}
	return New(out...)
}

func (m modular) derivative(f []uint64) []uint64 {
	if len(f) < 2 {
		return nil
	}
	out := make([]uint64, len(f)-1)
	for i := range out {
		out[i] = m.times(f[i+1], uint64(i+1)%m.p)
	}
	return m.trim(out)
}

func (m modular) monic(f []uint64) []uint64 {
	if len(f) == 0 || f[len(f)-1] == 1 {
		return f
	}
	inverse := m.inverse(f[len(f)-1])
	out := make([]uint64, len(f))
	for i, c := range f {
		out[i] = m.times(c, inverse)
	}
	return out
}

func (m modular) mul(f, g []uint64) []uint64 {
	if len(f) == 0 || len(g) == 0 {
		return nil
	}
	m.spend(len(f) * len(g))
	out := make([]uint64, len(f)+len(g)-1)
	for i := range f {
		for j := range g {
			out[i+j] = m.plus(out[i+j], m.times(f[i], g[j]))
		}
	}
	return m.trim(out)
}

func (m modular) sub(f, g []uint64) []uint64 {
	out := make([]uint64, max(len(f), len(g)))
	copy(out, f)
	for i, c := range g {
		out[i] = m.minus(out[i], c)
	}
	return m.trim(out)
}

// div divides by a monic polynomial.
func (m modular) div(f, g []uint64) (quotient, remainder []uint64) {
	if len(f) < len(g) {
		return nil, f
	}
	m.spend((len(f) - len(g) + 1) * len(g))
	r := slices.Clone(f)
	out := make([]uint64, len(f)-len(g)+1)
	for i := len(out) - 1; i >= 0; i-- {
		c := r[i+len(g)-1]
		out[i] = c
		if c == 0 {
			continue
		}
		for j := range g {
			r[i+j] = m.minus(r[i+j], m.times(c, g[j]))
		}
	}
	return m.trim(out), m.trim(r[:len(g)-1])
}

func (m modular) gcd(f, g []uint64) []uint64 {
	f, g = m.monic(f), m.monic(g)
	for len(g) > 0 {
		_, r := m.div(f, g)
		f, g = g, m.monic(r)
	}
	return f
}

func (m modular) power(f []uint64, n *big.Int, by []uint64) []uint64 {
	out := []uint64{1}
	for i := n.BitLen() - 1; i >= 0; i-- {
		_, out = m.div(m.mul(out, out), by)
		if n.Bit(i) == 1 {
			_, out = m.div(m.mul(out, f), by)
		}
	}
	return out
}

// factor splits a monic polynomial without repeated factors by degree, then
// each part by the way of D. G. Cantor and H. Zassenhaus (1981).
func (m modular) factor(f []uint64) [][]uint64 {
	var out [][]uint64
	x := []uint64{0, 1}
	power := x
	for d := 1; len(f)-1 >= 2*d; d++ {
		power = m.power(power, new(big.Int).SetUint64(m.p), f)
		g := m.gcd(f, m.sub(power, x))
		if len(g) > 1 {
			out = append(out, m.equal(g, d)...)
			f, _ = m.div(f, g)
			_, power = m.div(power, f)
		}
	}
	if len(f) > 1 {
		out = append(out, f)
	}
	return out
}

// equal splits a product of factors that all have the degree d.
func (m modular) equal(f []uint64, d int) [][]uint64 {
	if len(f)-1 == d {
		return [][]uint64{f}
	}
	half := new(big.Int).Exp(new(big.Int).SetUint64(m.p), big.NewInt(int64(d)), nil)
	half.Rsh(half, 1)
	for c := uint64(1); ; c++ {
		// x + c, then x³ + c x² + 3c x + c² + 1 and so on: any sequence of trials
		// will do.
		trial := []uint64{c, 1}
		if d > 1 {
			trial = []uint64{(c*c + 1) % m.p, 3 * c % m.p, c % m.p, 1}
			for len(trial) < 2*d {
				trial = append(trial, (uint64(len(trial))*c+1)%m.p)
			}
		}
		_, trial = m.div(m.trim(trial), f)
		g := m.gcd(f, m.sub(m.power(trial, half, f), []uint64{1}))
		if len(g) > 1 && len(g) < len(f) {
			q, _ := m.div(f, g)
			return append(m.equal(g, d), m.equal(q, d)...)
		}
	}
}
