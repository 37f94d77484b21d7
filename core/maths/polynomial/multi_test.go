package polynomial

import (
	"math/big"
	"math/rand/v2"
	"testing"
)

func drawMulti(r *rand.Rand, vars, terms int) Multi {
	var out []Term
	for range terms {
		e := make([]int, vars)
		for i := range e {
			e[i] = r.IntN(2)
		}
		out = append(out, Term{big.NewRat(int64(1+r.IntN(9)), 1), e})
	}
	return NewMulti(out)
}

func TestMultiFactorsMultiplyBack(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 9))
	for range 200 {
		p := drawMulti(r, 2, 3).Mul(drawMulti(r, 2, 2)).Mul(drawMulti(r, 2, 3))
		content, factors, err := p.Factor()
		if err != nil {
			t.Fatal(err)
		}
		product := Multi{{content, []int{0, 0}}}
		for _, f := range factors {
			for range f.N {
				product = product.Mul(f.Poly)
			}
		}
		if !equalMulti(product, p) {
			t.Fatalf("%v factors to %v", p, factors)
		}
	}
}

func TestMultiDivisor(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 9))
	for range 300 {
		g := drawMulti(r, 3, 3)
		p, q := g.Mul(drawMulti(r, 3, 3)), g.Mul(drawMulti(r, 3, 2))
		d, ok := GCDMulti(p, q)
		if !ok {
			t.Fatalf("no divisor found of %v and %v", p, q)
		}
		if _, ok := d.Div(primitive(g)); !ok {
			t.Fatalf("%v divides both %v and %v, found %v", g, p, q, d)
		}
	}
}

func primitive(p Multi) Multi { _, p = p.Primitive(); return p }
