package algebra

import (
	"math/big"
	"slices"

	"zincowl/core/maths"
)

// legible is how many terms a sum may have to be written down: nobody reads more,
// and writing takes time by the square.
const legible = 1000

func (f *Form) written() *Form {
	if len(f.num) > legible || len(f.den) > legible {
		raise(ErrBudget)
	}
	return f
}

// Expanded is an expression multiplied out, in lowest terms.
func Expanded(n maths.Node, budget Budget) (out maths.Node, err error) {
	defer catch(&err)
	c := New(budget)
	f, err := c.Form(n)
	if err != nil {
		return nil, err
	}
	return c.Node(f.written()), nil
}

// Factored is an expression as a product of factors that can't be split over
// the rationals.
func Factored(n maths.Node, budget Budget) (out maths.Node, err error) {
	defer catch(&err)
	c := New(budget)
	f, err := c.Form(n)
	if err != nil {
		return nil, err
	}
	return c.productNode(f.written()), nil
}

func (c *Calculator) productNode(f *Form) maths.Node {
	if len(f.num) == 0 {
		return maths.Int(0)
	}
	num, negative, scale := c.productOf(f.num)
	over := new(big.Rat).SetInt(scale.Denom())
	top := new(big.Rat).SetInt(scale.Num())
	num = before(top, num)
	var den maths.Node
	if !f.den.isOne() {
		d, minus, more := c.productOf(f.den)
		negative = negative != minus
		den = before(over.Mul(over, more), d)
	} else if !scale.IsInt() {
		den = maths.Number{Value: over}
	}
	if den != nil {
		num = maths.Binary{Op: '/', X: num, Y: den}
	}
	if negative {
		return Negated(num)
	}
	return num
}

// before writes a positive whole number before a product, which may be nil.
func before(v *big.Rat, n maths.Node) maths.Node {
	switch {
	case n == nil:
		return maths.Number{Value: v}
	case v.Cmp(big.NewRat(1, 1)) == 0:
		return n
	}
	return times(maths.Number{Value: v}, n)
}

// productOf writes the factors of a sum, with the rational before them apart.
func (c *Calculator) productOf(s sum) (out maths.Node, negative bool, scale *big.Rat) {
	content, factors := c.factors(s)
	negative = content.Sign() < 0
	slices.SortStableFunc(factors, func(a, b factorPower) int { return len(a.s) - len(b.s) })
	for _, f := range factors {
		s := f.s
		if ordered(s)[0].c.Sign() < 0 { // 3 - x is written -(x - 3)
			s = s.negated()
			negative = negative != (f.n%2 == 1)
		}
		var n maths.Node
		if p := single(s); p != nil {
			n = c.nodeOfTerm(big.NewRat(1, 1), monomial{{p.k, p.n * f.n / gcd(p.n*f.n, p.d), p.d / gcd(p.n*f.n, p.d)}})
		} else {
			n = rootNode(c.nodeOfSum(s), f.n, 1)
		}
		out = times(out, n)
	}
	return out, negative, new(big.Rat).Abs(content)
}

// Simplified is the shortest of the ways in which an expression can be written
// here; the one that was given, where none is shorter.
func Simplified(n maths.Node, budget Budget) (out maths.Node, err error) {
	defer catch(&err)
	c := New(budget)
	f, err := c.Form(n)
	if err != nil {
		return nil, err
	}
	out = c.Node(f.written())
	if len(f.Names()) == 0 {
		return out, nil // 2√3, not √12
	}
	if product := c.productNode(f); Size(product) < Size(out) {
		out = product
	}
	if b, sum := n.(maths.Binary); sum && (b.Op == '+' || b.Op == '-') && !f.den.isOne() {
		return out, nil // one fraction, not a sum of them
	}
	if Size(n) < Size(out) {
		return n, nil
	}
	return out, nil
}

// Size is how many nodes an expression has.
func Size(n maths.Node) int {
	size := 0
	maths.Walk(n, func(maths.Node) { size++ })
	return size
}

// FactorCount is how many factors an expression has as it is written, numbers
// left aside and powers counted once each.
func FactorCount(n maths.Node) int {
	switch n := n.(type) {
	case maths.Number:
		return 0
	case maths.Negative:
		return FactorCount(n.X)
	case maths.Binary:
		switch n.Op {
		case '*', '/':
			return FactorCount(n.X) + FactorCount(n.Y)
		case '^':
			if v, ok := literal(n.Y); ok && v.IsInt() && v.Num().IsInt64() {
				return FactorCount(n.X) * int(max(1, min(v.Num().Int64(), 1000)))
			}
		}
	}
	return 1
}
