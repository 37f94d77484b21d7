package polynomial

import "math/big"

// Isolation is an interval with rational ends that holds one real root and no
// other: Lo < root < Hi, or Lo = root = Hi.
type Isolation struct{ Lo, Hi *big.Rat }

// sturm is the chain of remainders whose changes of sign count roots
// (J. C. F. Sturm, 1829).
func sturm(p Poly) []Poly {
	chain := []Poly{p, p.Derivative()}
	for {
		n := len(chain)
		_, r := chain[n-2].Div(chain[n-1])
		if len(r) == 0 {
			return chain
		}
		content, primitive := r.Primitive()
		if content.Sign() > 0 {
			primitive = primitive.Scale(big.NewRat(-1, 1))
		}
		chain = append(chain, primitive)
	}
}

func changes(chain []Poly, x *big.Rat) int {
	n, last := 0, 0
	for _, p := range chain {
		if s := p.At(x).Sign(); s != 0 {
			if last != 0 && s != last {
				n++
			}
			last = s
		}
	}
	return n
}

// Roots isolates the real roots of a polynomial without repeated roots, in
// ascending order.
func (p Poly) Roots() []Isolation {
	if p.Degree() < 1 {
		return nil
	}
	chain := sturm(p)
	bound := new(big.Rat) // Cauchy: no root is larger than 1 + max |c_i / c_n|
	for _, c := range p[:len(p)-1] {
		q := new(big.Rat).Quo(c, p.Lead())
		if q.Abs(q).Cmp(bound) > 0 {
			bound.Set(q)
		}
	}
	whole := new(big.Int).Quo(bound.Num(), bound.Denom())
	hi := new(big.Rat).SetInt(whole.Add(whole, big.NewInt(2)))
	lo := new(big.Rat).Neg(hi)
	var out []Isolation
	var split func(lo, hi *big.Rat, atLo, atHi int)
	split = func(lo, hi *big.Rat, atLo, atHi int) {
		switch atLo - atHi {
		case 0:
			return
		case 1:
			if p.At(hi).Sign() == 0 {
				out = append(out, Isolation{hi, hi})
			} else {
				out = append(out, Isolation{lo, hi})
			}
			return
		}
		mid := middle(lo, hi)
		at := changes(chain, mid)
		split(lo, mid, atLo, at)
		split(mid, hi, at, atHi)
	}
	split(lo, hi, changes(chain, lo), changes(chain, hi))
	for i := range out { // an end that is itself a root belongs to the neighbour
		for out[i].Lo.Cmp(out[i].Hi) != 0 && p.At(out[i].Lo).Sign() == 0 {
			mid := middle(out[i].Lo, out[i].Hi)
			switch {
			case p.At(mid).Sign() == 0:
				out[i] = Isolation{mid, mid}
			case changes(chain, mid)-changes(chain, out[i].Hi) == 1:
				out[i].Lo = mid
			default:
				out[i].Hi = mid
			}
		}
	}
	return out
}

func middle(a, b *big.Rat) *big.Rat {
	m := new(big.Rat).Add(a, b)
	return m.Quo(m, big.NewRat(2, 1))
}

// Refine narrows an isolation until it is no wider than 2^-bits, by halving.
// Its ends are whole numbers over a power of two, so that the sign in the middle
// is found with whole numbers alone.
func (p Poly) Refine(r Isolation, bits int) Isolation {
	if r.Lo.Cmp(r.Hi) == 0 {
		return r
	}
	_, whole := p.Primitive()
	c := integers(whole)
	k := uint(max(r.Lo.Denom().BitLen(), r.Hi.Denom().BitLen()) - 1)
	over := func(v *big.Rat) *big.Int {
		n := new(big.Int).Lsh(v.Num(), k)
		return n.Quo(n, v.Denom())
	}
	lo, hi := over(r.Lo), over(r.Hi)
	below := signAt(c, lo, k)
	width := new(big.Int)
	for width.Sub(hi, lo).BitLen() > max(int(k)-bits, 0)+1 || int(k) < bits {
		k++
		mid := new(big.Int).Add(lo, hi) // over 2^k
		lo.Lsh(lo, 1)
		hi.Lsh(hi, 1)
		switch s := signAt(c, mid, k); {
		case s == 0:
			v := new(big.Rat).SetFrac(mid, new(big.Int).Lsh(big.NewInt(1), k))
			return Isolation{v, v}
		case s == below:
			lo = mid
		default:
			hi = mid
		}
	}
	unit := new(big.Int).Lsh(big.NewInt(1), k)
	return Isolation{new(big.Rat).SetFrac(lo, unit), new(big.Rat).SetFrac(hi, unit)}
}

// signAt is the sign at n/2^k.
func signAt(c []*big.Int, n *big.Int, k uint) int {
	sum, t := new(big.Int), new(big.Int)
	for i := len(c) - 1; i >= 0; i-- {
		sum.Mul(sum, n)
		sum.Add(sum, t.Lsh(c[i], k*uint(len(c)-1-i)))
	}
	return sum.Sign()
}
