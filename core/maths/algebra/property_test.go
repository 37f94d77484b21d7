package algebra

import (
	"math/big"
	"math/rand/v2"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/interval"
)

// tree draws a random rational expression.
func tree(r *rand.Rand, depth int) maths.Node {
	if depth == 0 || r.IntN(5) == 0 {
		if r.IntN(2) == 0 {
			return maths.Name([]string{"x", "y"}[r.IntN(2)])
		}
		return maths.Int(int64(r.IntN(9) + 1))
	}
	switch r.IntN(9) {
	case 0:
		return maths.Binary{Op: '^', X: tree(r, depth-1), Y: maths.Int(int64(2 + r.IntN(2)))}
	case 1:
		return maths.Negative{X: tree(r, depth-1)}
	case 2:
		return maths.Call{Func: []string{"sqrt", "ln", "sin", "abs", "cos"}[r.IntN(5)], Args: []maths.Node{tree(r, depth-1)}}
	}
	return maths.Binary{Op: "+-*/"[r.IntN(4)], X: tree(r, depth-1), Y: tree(r, depth-1)}
}

// TestRewritingKeepsValues expands, factors and simplifies random expressions and
// compares certified values at random points.
func TestRewritingKeepsValues(t *testing.T) {
	const prec = 160
	r := rand.New(rand.NewPCG(2, 8))
	compared := 0
	for range 400 {
		n := tree(r, 4)
		for name, do := range map[string]func(maths.Node, Budget) (maths.Node, error){"expanded": Expanded, "factored": Factored, "simplified": Simplified} {
			m, err := do(n, Budget{Work: 40_000})
			if err != nil {
				continue
			}
			for range 4 {
				at := map[string]interval.Interval{
					"x": interval.Rat(big.NewRat(int64(r.IntN(81)-40), int64(1+r.IntN(7))), prec),
					"y": interval.Rat(big.NewRat(int64(r.IntN(81)-40), int64(1+r.IntN(7))), prec),
				}
				a, err1 := Value(n, at, prec)
				b, err2 := Value(m, at, prec)
				if err1 != nil {
					continue
				}
				if err2 != nil {
					continue // a root of what is zero, rounded below it
				}
				compared++
				if a.Disjoint(b) {
					t.Fatalf("%s %s is %s: %.6g and %.6g at x = %.6g, y = %.6g", maths.Typed(n), name, maths.Typed(m), a.Lo, b.Lo, at["x"].Lo, at["y"].Lo)
				}
			}
		}
	}
	if compared < 1000 {
		t.Errorf("only %d values were compared", compared)
	}
}

// TestWhatIsTypedIsReadBack prints expressions as typed and reads them again.
func TestWhatIsTypedIsReadBack(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 8))
	for i := range 3000 {
		n := tree(r, 4)
		back, err := maths.ReadExpression(maths.Typed(n), maths.Notation{})
		if err != nil || !maths.Equal(n, back) {
			t.Fatalf("%s is read back as %v, %v", maths.Typed(n), back, err)
		}
		if i > 400 {
			continue
		}
		back, err = maths.ReadExpression(maths.LaTeX(n), maths.Notation{})
		if err != nil || Equivalent(n, back, Budget{Work: 20_000}).Verdict == False {
			t.Fatalf("%s is read back from %s as %v, %v", maths.Typed(n), maths.LaTeX(n), back, err)
		}
	}
}

func TestBudgetStops(t *testing.T) {
	for _, s := range []string{"(a+b+c+d+f+g)^30", "9^9^9^9", "e^(e^(e^(e^10))) - 1"} {
		c := New(Budget{Work: 20_000})
		if f, err := c.Form(parse(t, s)); err == nil {
			if _, err := c.Sign(f); err == nil {
				t.Errorf("%s was computed with a small budget", s)
			}
		}
	}
}
