package derive

import (
	"math/big"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// rule rewrites an expression at its top, or gives nil.
type rule struct {
	name string
	by   func(maths.Node) maths.Node
}

// Simplify rewrites by the laws of powers, roots, logarithms and fractions, the
// inner parts first, and ends with the shortest way to write the result.
func Simplify(n maths.Node) []Line {
	var out []Line
	start := n
	for range 10 {
		next, name := rewriteOnce(n)
		if next == nil || maths.Typed(next) == maths.Typed(n) {
			break
		}
		if algebra.Equivalent(start, next, algebra.DefaultBudget).Verdict != algebra.True {
			break
		}
		n = next
		out = append(out, Line{Rule: name, Node: n})
	}
	if end, err := algebra.Simplified(start, algebra.DefaultBudget); err == nil && maths.Typed(end) != maths.Typed(n) {
		out = append(out, Line{Rule: "collect like terms", Node: end})
	}
	return out
}

// rewriteOnce applies the first rule that fits, below first.
func rewriteOnce(n maths.Node) (maths.Node, string) {
	parts := maths.Parts(n)
	for i, p := range parts {
		if m, name := rewriteOnce(p); m != nil {
			all := append([]maths.Node{}, parts...)
			all[i] = m
			return maths.WithParts(n, all), name
		}
	}
	for _, r := range laws {
		if m := r.by(n); m != nil && maths.Typed(m) != maths.Typed(n) {
			return m, r.name
		}
	}
	return nil, ""
}

var laws = []rule{
	{"power of a power", powerOfPower},
	{"power of a product", powerOfProduct},
	{"multiply powers of one base", productOfPowers},
	{"divide powers of one base", quotientOfPowers},
	{"fractional exponent", fractionalExponent},
	{"negative exponent", negativeExponent},
	{"multiply the roots", productOfRoots},
	{"divide the roots", quotientOfRoots},
	{"take squares out of the root", squaresOut},
	{"rationalise the denominator", rationalise},
	{"power law of logarithms", powerLaw},
	{"product law of logarithms", func(n maths.Node) maths.Node { return joinedLogs(n, '+') }},
	{"quotient law of logarithms", func(n maths.Node) maths.Node { return joinedLogs(n, '-') }},
	{"evaluate the logarithm", plainLog},
	{"common denominator", commonDenominator},
	{"factor and cancel", cancel},
}

func binary(n maths.Node, op byte) (x, y maths.Node, ok bool) {
	b, ok := n.(maths.Binary)
	if !ok || b.Op != op {
		return nil, nil, false
	}
	return b.X, b.Y, true
}

// base splits a power; anything else is to the power 1.
func base(n maths.Node) (maths.Node, maths.Node) {
	if x, y, ok := binary(n, '^'); ok {
		return x, y
	}
	return n, maths.Int(1)
}

func short(n maths.Node) maths.Node {
	if m, err := algebra.Simplified(n, algebra.DefaultBudget); err == nil {
		return m
	}
	return n
}

func power(x, y maths.Node) maths.Node {
	if maths.Equal(y, maths.Int(1)) {
		return x
	}
	return maths.Binary{Op: '^', X: x, Y: y}
}

func powerOfPower(n maths.Node) maths.Node {
	x, y, ok := binary(n, '^')
	if !ok {
		return nil
	}
	b, e, ok := binary(x, '^')
	if !ok {
		return nil
	}
	return power(b, short(maths.Binary{Op: '*', X: e, Y: y}))
}

func powerOfProduct(n maths.Node) maths.Node {
	x, y, ok := binary(n, '^')
	if !ok {
		return nil
	}
	for _, op := range []byte{'*', '/'} {
		if a, b, ok := binary(x, op); ok {
			return maths.Binary{Op: op, X: power(a, y), Y: power(b, y)}
		}
	}
	return nil
}

func productOfPowers(n maths.Node) maths.Node {
	fs := factorsOf(n)
	for i := range fs {
		for j := i + 1; j < len(fs); j++ {
			a, m := base(fs[i])
			b, k := base(fs[j])
			if _, number := a.(maths.Number); number && maths.Equal(m, maths.Int(1)) && maths.Equal(k, maths.Int(1)) || !maths.Equal(a, b) {
				continue
			}
			fs[i] = power(a, short(maths.Binary{Op: '+', X: m, Y: k}))
			return times(append(fs[:j:j], fs[j+1:]...))
		}
	}
	return nil
}

func quotientOfPowers(n maths.Node) maths.Node {
	x, y, ok := binary(n, '/')
	if !ok {
		return nil
	}
	above, below := factorsOf(x), factorsOf(y)
	for i := range above {
		for j := range below {
			a, m := base(above[i])
			b, k := base(below[j])
			if _, number := a.(maths.Number); number && maths.Equal(m, maths.Int(1)) || !maths.Equal(a, b) || isSum(a) {
				continue
			}
			e := short(maths.Binary{Op: '-', X: m, Y: k})
			above[i] = power(a, e)
			if maths.Equal(e, maths.Int(0)) {
				above[i] = maths.Int(1)
			}
			if len(below) == 1 {
				return times(above)
			}
			return maths.Binary{Op: '/', X: times(above), Y: times(append(below[:j:j], below[j+1:]...))}
		}
	}
	return nil
}

func negativeExponent(n maths.Node) maths.Node {
	x, y, ok := binary(n, '^')
	if !ok {
		return nil
	}
	m, ok := y.(maths.Negative)
	if !ok || !maths.Equal(m, y) {
		return nil
	}
	if _, number := m.X.(maths.Number); !number {
		return nil
	}
	return maths.Binary{Op: '/', X: maths.Int(1), Y: power(x, m.X)}
}

func fractionalExponent(n maths.Node) maths.Node {
	x, y, ok := binary(n, '^')
	if !ok {
		return nil
	}
	v, err := maths.Evaluate(y, nil)
	if err != nil || v.IsInt() {
		return nil
	}
	if _, number := x.(maths.Number); !number {
		return nil
	}
	d := maths.Number{Value: new(big.Rat).SetInt(v.Denom())}
	root := maths.Node(maths.Call{Func: "root", Args: []maths.Node{x, d}})
	if v.Denom().Cmp(big.NewInt(2)) == 0 {
		root = maths.Call{Func: "sqrt", Args: []maths.Node{x}}
	}
	root = short(root)
	e := maths.Node(maths.Number{Value: new(big.Rat).SetInt(new(big.Int).Abs(v.Num()))})
	if v.Sign() < 0 {
		e = maths.Negative{X: e}
	}
	return power(root, e)
}

func sqrtOf(n maths.Node) (maths.Node, bool) {
	c, ok := n.(maths.Call)
	if !ok || c.Func != "sqrt" {
		return nil, false
	}
	return c.Args[0], true
}

func sqrt(n maths.Node) maths.Node { return maths.Call{Func: "sqrt", Args: []maths.Node{n}} }

func productOfRoots(n maths.Node) maths.Node {
	fs := factorsOf(n)
	for i := range fs {
		for j := i + 1; j < len(fs); j++ {
			a, ok1 := sqrtOf(fs[i])
			b, ok2 := sqrtOf(fs[j])
			if ok1 && ok2 {
				fs[i] = sqrt(short(maths.Binary{Op: '*', X: a, Y: b}))
				return times(append(fs[:j:j], fs[j+1:]...))
			}
		}
	}
	return nil
}

func quotientOfRoots(n maths.Node) maths.Node {
	x, y, ok := binary(n, '/')
	if !ok {
		return nil
	}
	a, ok1 := sqrtOf(x)
	b, ok2 := sqrtOf(y)
	if !ok1 || !ok2 {
		return nil
	}
	q := short(maths.Binary{Op: '/', X: a, Y: b})
	if v, ok := q.(maths.Number); !ok || !v.Value.IsInt() {
		return nil
	}
	return sqrt(q)
}

func squaresOut(n maths.Node) maths.Node {
	x, ok := sqrtOf(n)
	if !ok {
		return nil
	}
	m := short(n)
	if inner, still := sqrtOf(m); still && maths.Equal(inner, x) {
		return nil
	}
	return m
}

func rationalise(n maths.Node) maths.Node {
	_, y, ok := binary(n, '/')
	if !ok {
		return nil
	}
	surd := false
	maths.Walk(y, func(n maths.Node) {
		if _, ok := sqrtOf(n); ok {
			surd = true
		}
	})
	if !surd || len(maths.Names(y)) > 0 {
		return nil
	}
	return short(n)
}

func logOf(n maths.Node) (maths.Call, bool) {
	c, ok := n.(maths.Call)
	return c, ok && (c.Func == "log" || c.Func == "ln")
}

// relog is the same logarithm of something else.
func relog(c maths.Call, of maths.Node) maths.Node {
	args := append([]maths.Node{of}, c.Args[1:]...)
	return maths.Call{Func: c.Func, Args: args}
}

func sameLog(a, b maths.Call) bool {
	return a.Func == b.Func && len(a.Args) == len(b.Args) && (len(a.Args) == 1 || maths.Equal(a.Args[1], b.Args[1]))
}

func powerLaw(n maths.Node) maths.Node {
	x, y, ok := binary(n, '*')
	if !ok {
		return nil
	}
	c, ok := logOf(y)
	if _, number := x.(maths.Number); !number || !ok {
		return nil
	}
	return relog(c, short(maths.Binary{Op: '^', X: c.Args[0], Y: x}))
}

// joinedLogs joins two logarithms that are added, or of which one is taken away.
func joinedLogs(n maths.Node, op byte) maths.Node {
	b, ok := n.(maths.Binary)
	if !ok || b.Op != op {
		return nil
	}
	left, right := b.X, b.Y
	var before maths.Node
	if s, ok := left.(maths.Binary); ok && (s.Op == '+' || s.Op == '-') {
		before, left = s.X, s.Y
		if s.Op == '-' {
			return nil
		}
	}
	x, ok1 := logOf(left)
	y, ok2 := logOf(right)
	if !ok1 || !ok2 || !sameLog(x, y) {
		return nil
	}
	joined := relog(x, short(maths.Binary{Op: map[byte]byte{'+': '*', '-': '/'}[b.Op], X: x.Args[0], Y: y.Args[0]}))
	if before != nil {
		return maths.Binary{Op: '+', X: before, Y: joined}
	}
	return joined
}

func plainLog(n maths.Node) maths.Node {
	if _, ok := logOf(n); !ok || len(maths.Names(n)) > 0 {
		return nil
	}
	calc := algebra.New(algebra.DefaultBudget)
	f, err := calc.Form(n)
	if err != nil {
		return nil
	}
	if _, ok := f.Rational(); !ok {
		return nil
	}
	return calc.Node(f)
}

func commonDenominator(n maths.Node) maths.Node {
	b, ok := n.(maths.Binary)
	if !ok || b.Op != '+' && b.Op != '-' || len(maths.Names(n)) == 0 {
		return nil
	}
	_, d1, ok1 := binary(b.X, '/')
	_, d2, ok2 := binary(b.Y, '/')
	if !ok1 && !ok2 || ok1 && len(maths.Names(d1)) == 0 && (!ok2 || len(maths.Names(d2)) == 0) || ok2 && !ok1 && len(maths.Names(d2)) == 0 {
		return nil
	}
	m, err := algebra.Expanded(n, algebra.DefaultBudget)
	if err != nil {
		return nil
	}
	return m
}

func cancel(n maths.Node) maths.Node {
	x, y, ok := binary(n, '/')
	if !ok || !isSum(x) && !isSum(y) || len(maths.Names(y)) == 0 {
		return nil
	}
	m, err := algebra.Factored(n, algebra.DefaultBudget)
	if err != nil || algebra.Size(m) >= algebra.Size(n)+4 {
		return nil
	}
	return m
}
