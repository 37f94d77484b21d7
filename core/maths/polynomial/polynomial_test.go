package polynomial

import (
	"math/big"
	"math/rand/v2"
	"testing"
)

func draw(r *rand.Rand, degree int) Poly {
	c := make([]int64, degree+1)
	for i := range c {
		c[i] = int64(r.IntN(19) - 9)
	}
	c[degree] = int64(1 + r.IntN(4))
	return Ints(c...)
}

func same(p, q Poly) bool { return len(p.Sub(q)) == 0 }

func TestFactorsMultiplyBack(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 9))
	for range 300 {
		p := draw(r, 1+r.IntN(3))
		for range 1 + r.IntN(3) {
			p = p.Mul(draw(r, 1+r.IntN(3)))
		}
		lead, factors, err := p.Factor()
		if err != nil {
			t.Fatalf("%v: %v", p, err)
		}
		product := New(lead)
		for _, f := range factors {
			for range f.N {
				product = product.Mul(f.Poly)
			}
			if again, parts, _ := f.Poly.Factor(); len(parts) != 1 || again.Cmp(big.NewRat(1, 1)) != 0 {
				t.Errorf("%v is said to be irreducible and splits into %v", f.Poly, parts)
			}
		}
		if !same(product, p) {
			t.Fatalf("%v factors to %v, whose product is %v", p, factors, product)
		}
	}
}

func TestFactorKnown(t *testing.T) {
	for _, c := range []struct {
		p       Poly
		degrees []int
	}{
		{Ints(-1, 0, 0, 0, 0, 0, 0, 0, 1), []int{1, 1, 2, 4}},                   // x^8 - 1
		{Ints(1, 0, -10, 0, 1), []int{4}},                                       // splits modulo every prime
		{Ints(4, 0, 0, 0, 1), []int{2, 2}},                                      // x^4 + 4
		{Ints(-1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1), []int{1, 1, 2, 2, 2, 4}}, // x^12 - 1
		{Ints(1, 1, 1, 1, 1), []int{4}},
		{Ints(-6, 11, -6, 1), []int{1, 1, 1}},
		{Ints(0, 0, 6, 5), []int{1, 1}},
	} {
		_, factors, err := c.p.Factor()
		var got []int
		for _, f := range factors {
			got = append(got, f.Poly.Degree())
		}
		if err != nil || len(got) != len(c.degrees) {
			t.Errorf("%v has factors of degree %v, %v; want %v", c.p, got, err, c.degrees)
		}
	}
}

func TestRootsAreIsolated(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 9))
	for range 300 {
		p := Ints(1)
		roots := map[int64]bool{}
		for range 1 + r.IntN(6) {
			n := int64(r.IntN(41) - 20)
			if !roots[n] {
				roots[n] = true
				p = p.Mul(Ints(-n, 2))
			}
		}
		p = p.Mul(Ints(int64(1+r.IntN(5)), 0, 1)) // no real root
		found := p.Roots()
		if len(found) != len(roots) {
			t.Fatalf("%v has %d roots, found %v", p, len(roots), found)
		}
		for _, f := range found {
			f = p.Refine(f, 40)
			two := new(big.Rat).Add(f.Lo, f.Hi)
			n, _ := two.Float64()
			if !roots[int64(n+0.5*sign(n))] {
				t.Errorf("%v: no root at %v", p, n/2)
			}
		}
	}
}

func sign(x float64) float64 {
	if x < 0 {
		return -1
	}
	return 1
}

func TestFactorIsBounded(t *testing.T) {
	c := make([]int64, 200)
	c[0], c[199] = -1, 1
	if _, _, err := Ints(c...).Factor(); err == nil {
		t.Error("a polynomial of degree 199 was factored")
	}
}
