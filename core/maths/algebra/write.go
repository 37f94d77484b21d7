package algebra

import (
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
)

// Node writes a Form as an expression: sums by falling powers, numbers first,
// roots of numbers together.
func (c *Calculator) Node(f *Form) maths.Node {
	if len(f.num) == 0 {
		return maths.Int(0)
	}
	constant := len(f.Names()) == 0
	num, den := f.num, f.den
	if den.isOne() {
		if !constant || len(num) == 1 {
			return c.nodeOfSum(num)
		}
		common := denominatorOf(num)
		if common.IsInt64() && common.Int64() == 1 {
			return c.nodeOfSum(num)
		}
		scale := new(big.Rat).SetInt(common)
		return maths.Binary{Op: '/', X: c.nodeOfSum(num.scaled(scale)), Y: maths.Number{Value: scale}}
	}
	common := denominatorOf(num)
	if len(num) > 1 { // (x + 1)/2 · 1/x is (x + 1)/(2x)
		scale := new(big.Rat).SetInt(common)
		num, den = num.scaled(scale), den.scaled(scale)
	} else {
		den = den.scaled(new(big.Rat).SetInt(num[0].c.Denom()))
		num = num.scaled(new(big.Rat).SetInt(num[0].c.Denom()))
	}
	negative := ordered(num)[0].c.Sign() < 0 && allNegative(num)
	if negative {
		num = num.negated()
	}
	var out maths.Node = maths.Binary{Op: '/', X: c.nodeOfSum(num), Y: c.nodeOfSum(den)}
	if negative {
		return Negated(out)
	}
	return out
}

// Negated is an expression with its sign turned, written before its first
// factor.
func Negated(n maths.Node) maths.Node {
	switch n := n.(type) {
	case maths.Negative:
		return n.X
	case maths.Binary:
		if n.Op == '*' || n.Op == '/' {
			return maths.Binary{Op: n.Op, X: Negated(n.X), Y: n.Y}
		}
	}
	return maths.Negative{X: n}
}

func allNegative(s sum) bool {
	return !slices.ContainsFunc(s, func(t term) bool { return t.c.Sign() > 0 })
}

func denominatorOf(s sum) *big.Int {
	den := big.NewInt(1)
	for _, t := range s {
		g := new(big.Int).GCD(nil, nil, den, t.c.Denom())
		den = new(big.Int).Mul(den, new(big.Int).Quo(t.c.Denom(), g))
	}
	return den
}

// degree is how high the powers of a term are, its variables alone counted.
func (t term) degree() (total float64, kernels int) {
	for _, p := range t.m {
		if len(p.k.free) > 0 {
			total += float64(p.n) / float64(p.d)
			if p.k.kind != kindVariable {
				kernels++
			}
		}
	}
	return total, kernels
}

// ordered are the terms as they are written down: falling degree, then by name,
// the rational last; what is added first if the first would be taken away and it
// has the same degree.
func ordered(s sum) sum {
	out := slices.Clone(s)
	slices.SortStableFunc(out, func(a, b term) int {
		da, ka := a.degree()
		db, kb := b.degree()
		switch {
		case da != db && ka == 0 && kb == 0:
			if da > db {
				return -1
			}
			return 1
		case (da == 0) != (db == 0):
			if da > 0 {
				return -1
			}
			return 1
		case da == 0 && db == 0: // constants: rationals first, 1 + √5
			return len(a.m) - len(b.m)
		case da != db:
			if da > db {
				return -1
			}
			return 1
		}
		return lexical(a.m, b.m)
	})
	if len(out) == 2 && out[0].c.Sign() < 0 && out[1].c.Sign() > 0 {
		if d, _ := out[0].degree(); d == 0 {
			out[0], out[1] = out[1], out[0]
		}
	}
	return out
}

// lexical puts the higher power of the first name first.
func lexical(a, b monomial) int {
	for i := 0; i < len(a) && i < len(b); i++ {
		if d := strings.Compare(a[i].k.key, b[i].k.key); d != 0 {
			return d
		}
		if d := b[i].n*a[i].d - a[i].n*b[i].d; d != 0 {
			return d
		}
	}
	return len(a) - len(b)
}

func (c *Calculator) nodeOfSum(s sum) maths.Node {
	logs, rest := mergedLogs(s)
	var out maths.Node
	join := func(n maths.Node, negative bool) {
		switch {
		case out == nil && negative:
			out = Negated(n)
		case out == nil:
			out = n
		case negative:
			out = maths.Binary{Op: '-', X: out, Y: n}
		default:
			out = maths.Binary{Op: '+', X: out, Y: n}
		}
	}
	for _, t := range ordered(rest) {
		n := c.nodeOfTerm(new(big.Rat).Abs(t.c), t.m)
		join(n, t.c.Sign() < 0)
	}
	if logs != nil {
		join(logs.node, logs.negative)
	}
	if out == nil {
		return maths.Int(0)
	}
	return out
}

type mergedLog struct {
	node     maths.Node
	negative bool
}

// mergedLogs joins logarithms of primes: ln 2 + ln 5 is ln 10.
func mergedLogs(s sum) (*mergedLog, sum) {
	var rest sum
	measure := (*big.Rat)(nil)
	var found []term
	for _, t := range s {
		if len(t.m) == 1 && t.m[0].n == 1 && t.m[0].d == 1 && t.m[0].k.kind == kindLog && len(t.m[0].k.free) == 0 {
			if _, ok := t.m[0].k.arg.Rational(); ok {
				found = append(found, t)
				measure = commonMeasure(measure, t.c)
				continue
			}
		}
		rest = append(rest, t)
	}
	if len(found) < 2 {
		return nil, s
	}
	value := big.NewRat(1, 1)
	for _, t := range found {
		n := new(big.Rat).Quo(t.c, measure)
		v, _ := t.m[0].k.arg.Rational()
		if !n.IsInt() || n.Num().BitLen() > 6 {
			return nil, s
		}
		for range new(big.Int).Abs(n.Num()).Int64() {
			if n.Sign() > 0 {
				value.Mul(value, v)
			} else {
				value.Quo(value, v)
			}
		}
	}
	if value.Num().BitLen() > 40 || value.Denom().BitLen() > 40 {
		return nil, s
	}
	negative := value.Cmp(big.NewRat(1, 1)) < 0
	if negative {
		value.Inv(value)
	}
	var node maths.Node = maths.Call{Func: "ln", Args: []maths.Node{quotientNode(value)}}
	return &mergedLog{coefficient(measure, node), negative}, rest
}

func quotientNode(v *big.Rat) maths.Node {
	if v.IsInt() {
		return maths.Number{Value: v}
	}
	n := maths.Node(maths.Binary{Op: '/', X: maths.Number{Value: new(big.Rat).SetInt(new(big.Int).Abs(v.Num()))}, Y: maths.Number{Value: new(big.Rat).SetInt(v.Denom())}})
	if v.Sign() < 0 {
		n = Negated(n)
	}
	return n
}

// coefficient writes a positive rational before an expression: 3x/2.
func coefficient(v *big.Rat, n maths.Node) maths.Node {
	if n == nil {
		return quotientNode(v)
	}
	if v.Num().Cmp(big.NewInt(1)) != 0 {
		n = times(maths.Number{Value: new(big.Rat).SetInt(v.Num())}, n)
	}
	if !v.IsInt() {
		n = maths.Binary{Op: '/', X: n, Y: maths.Number{Value: new(big.Rat).SetInt(v.Denom())}}
	}
	return n
}

// times multiplies from the left: (2·x)·y, as products are read.
func times(x, y maths.Node) maths.Node {
	if x == nil {
		return y
	}
	if b, ok := y.(maths.Binary); ok && b.Op == '*' {
		return maths.Binary{Op: '*', X: times(x, b.X), Y: b.Y}
	}
	return maths.Binary{Op: '*', X: x, Y: y}
}

// nodeOfTerm writes a positive coefficient and a product of powers: roots of
// numbers under one sign, then letters, then functions.
func (c *Calculator) nodeOfTerm(coef *big.Rat, m monomial) maths.Node {
	var out maths.Node
	under := map[int]*big.Int{}
	var orders []int
	exponent := zero // of e
	for _, p := range m {
		switch p.k.kind {
		case kindPrime:
			if under[p.d] == nil {
				under[p.d] = big.NewInt(1)
				orders = append(orders, p.d)
			}
			under[p.d].Mul(under[p.d], new(big.Int).Exp(p.k.n, big.NewInt(int64(p.n)), nil))
		case kindExp:
			if _, up := c.exponential(p); up != nil {
				exponent = c.add(exponent, up)
			}
		}
	}
	slices.Sort(orders)
	for _, d := range orders {
		out = times(out, rootNode(maths.Number{Value: new(big.Rat).SetInt(under[d])}, 1, d))
	}
	for _, p := range m {
		switch p.k.kind {
		case kindPrime:
		case kindExp:
			if node, up := c.exponential(p); up == nil {
				out = times(out, node)
			}
		default:
			out = times(out, c.nodeOfPower(p))
		}
	}
	if up := c.Node(exponent); len(exponent.num) > 0 {
		if maths.Equal(up, maths.Int(1)) {
			out = times(out, maths.E)
		} else {
			out = times(out, maths.Binary{Op: '^', X: maths.E, Y: up})
		}
	}
	return coefficient(coef, out)
}

func rootNode(x maths.Node, n, d int) maths.Node {
	switch {
	case d == 1 && n == 1:
		return x
	case d == 1:
		return maths.Binary{Op: '^', X: x, Y: signedInt(n)}
	case n == 1 && d == 2:
		return maths.Call{Func: "sqrt", Args: []maths.Node{x}}
	case n == 1:
		return maths.Call{Func: "root", Args: []maths.Node{x, maths.Int(int64(d))}}
	}
	return maths.Binary{Op: '^', X: x, Y: quotientNode(big.NewRat(int64(n), int64(d)))}
}

func signedInt(n int) maths.Node {
	if n < 0 {
		return maths.Negative{X: maths.Int(int64(-n))}
	}
	return maths.Int(int64(n))
}

// exponential writes e^(n/d · arg) as a power of a number where arg has its
// logarithm (2^x), else it gives the exponent of e.
func (c *Calculator) exponential(p power) (node maths.Node, exponent *Form) {
	scale := big.NewRat(int64(p.n), int64(p.d))
	arg := p.k.arg
	if arg.den.isOne() && len(arg.num) == 1 {
		for i, q := range arg.num[0].m {
			if q.k.kind == kindLog && q.n == 1 && q.d == 1 && len(q.k.free) == 0 {
				rest := slices.Delete(slices.Clone(arg.num[0].m), i, i+1)
				up := c.Node(&Form{product(scale, rest), one})
				return maths.Binary{Op: '^', X: c.Node(q.k.arg), Y: up}, nil
			}
		}
	}
	return nil, &Form{arg.num.scaled(scale), arg.den}
}

func (c *Calculator) nodeOfPower(p power) maths.Node {
	k := p.k
	call := func(name string) maths.Node {
		return rootNode(maths.Call{Func: name, Args: []maths.Node{c.Node(k.arg)}}, p.n, p.d)
	}
	switch k.kind {
	case kindPi:
		return rootNode(maths.Pi, p.n, p.d)
	case kindVariable:
		return rootNode(maths.Name(k.name), p.n, p.d)
	case kindBase:
		return rootNode(c.Node(k.arg), p.n, p.d)
	case kindCosine:
		f := c.mul(Rational(k.q), kernelForm(piKernel))
		return rootNode(maths.Call{Func: "cos", Args: []maths.Node{c.Node(f)}}, p.n, p.d)
	case kindLog:
		arg := c.Node(k.arg)
		if len(k.free) > 0 {
			switch c.signs[k.arg.num.key()] {
			case 1:
			case -1:
				arg = c.Node(c.neg(k.arg))
			default:
				if !c.surelyPositive(k.arg.num) {
					arg = maths.Call{Func: "abs", Args: []maths.Node{arg}}
				}
			}
		}
		return rootNode(maths.Call{Func: "ln", Args: []maths.Node{arg}}, p.n, p.d)
	case kindSin:
		return call("sin")
	case kindCos:
		return call("cos")
	case kindAbs:
		return call("abs")
	case kindAsin:
		return call("arcsin")
	case kindAtan:
		return call("arctan")
	case kindRootOf:
		r := k.root.poly.Refine(k.root.at, 60)
		mid := new(big.Rat).Add(r.Lo, r.Hi)
		return rootNode(maths.Number{Value: decimal.Round(mid.Mul(mid, big.NewRat(1, 2)), 10)}, p.n, p.d)
	}
	return maths.Name("?")
}

// Rounded says whether a Form has a root in it that can be written as a rounded
// decimal alone.
func (f *Form) Rounded() bool {
	has := func(s sum) bool {
		return slices.ContainsFunc(s, func(t term) bool {
			return slices.ContainsFunc(t.m, func(p power) bool {
				return p.k.kind == kindRootOf || p.k.arg != nil && p.k.arg.Rounded()
			})
		})
	}
	return has(f.num) || has(f.den)
}

// Decimal is the value of a Form without variables, rounded to so many
// significant digits and certain in all of them; false where that can't be had.
func (c *Calculator) Decimal(f *Form, digits int) (v *big.Rat, ok bool) {
	var err error
	defer func() { ok = ok && err == nil }()
	defer catch(&err)
	if v, ok := f.Rational(); ok {
		return decimal.Round(v, digits), true
	}
	for _, prec := range precisions {
		x, err := c.enclose(f, nil, prec)
		if err != nil {
			return nil, false
		}
		lo, _ := x.Lo.Rat(nil)
		hi, _ := x.Hi.Rat(nil)
		if lo == nil || hi == nil {
			return nil, false
		}
		if a, b := decimal.Round(lo, digits), decimal.Round(hi, digits); a.Cmp(b) == 0 {
			return a, true
		}
	}
	return nil, false
}

// Rounded is the value of an expression without names to so many significant digits.
func Rounded(n maths.Node, digits int, budget Budget) (*big.Rat, bool) {
	c := New(budget)
	f, err := c.Form(n)
	if err != nil {
		return nil, false
	}
	return c.Decimal(f, digits)
}
