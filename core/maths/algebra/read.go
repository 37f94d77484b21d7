package algebra

import (
	"math/big"
	"slices"

	"zincowl/core/maths"
)

// read brings an expression to a Form.
func (c *Calculator) read(n maths.Node) *Form {
	c.spend(4)
	switch n := n.(type) {
	case maths.Number:
		return Rational(n.Value)
	case maths.Name:
		if f, ok := c.env[string(n)]; ok {
			return f
		}
		return Variable(string(n))
	case maths.Constant:
		if n == maths.Pi {
			return kernelForm(piKernel)
		}
		return c.exp(Rational(big.NewRat(1, 1)))
	case maths.Negative:
		return c.neg(c.read(n.X))
	case maths.Suffix:
		return c.suffix(n)
	case maths.Binary:
		return c.binary(n)
	case maths.Call:
		return c.call(n)
	}
	raise(ErrBeyond) // ± has no single value
	return nil
}

func (c *Calculator) suffix(n maths.Suffix) *Form {
	x := c.read(n.X)
	switch n.Op {
	case "%":
		return c.mul(x, Rational(big.NewRat(1, 100)))
	case "°":
		return c.mul(x, c.mul(kernelForm(piKernel), Rational(big.NewRat(1, 180))))
	}
	v, ok := x.Rational() // !
	if !ok {
		raise(ErrBeyond)
	}
	if !v.IsInt() || v.Sign() < 0 {
		raise(ErrUndefined)
	}
	if v.Num().Cmp(big.NewInt(500)) > 0 {
		raise(ErrBudget)
	}
	return Rational(new(big.Rat).SetInt(new(big.Int).MulRange(1, v.Num().Int64())))
}

func (c *Calculator) binary(n maths.Binary) *Form {
	x := c.read(n.X)
	if n.Op == '^' {
		if n.X == maths.E {
			return c.exp(c.read(n.Y))
		}
		return c.power(x, c.read(n.Y))
	}
	y := c.read(n.Y)
	switch n.Op {
	case '+':
		return c.add(x, y)
	case '-':
		return c.sub(x, y)
	case '*':
		return c.mul(x, y)
	}
	return c.quo(x, y)
}

func (c *Calculator) call(n maths.Call) *Form {
	args := make([]*Form, len(n.Args))
	for i, a := range n.Args {
		args[i] = c.read(a)
	}
	x := args[0]
	switch n.Func {
	case "sqrt":
		return c.root(x, 2)
	case "root":
		v, ok := args[1].Rational()
		if !ok {
			return c.power(x, c.quo(Rational(big.NewRat(1, 1)), args[1]))
		}
		if v.Sign() == 0 {
			raise(ErrUndefined)
		}
		return c.power(x, Rational(new(big.Rat).Inv(v)))
	case "abs":
		return c.abs(x)
	case "ln":
		return c.log(x)
	case "log":
		base := Rational(big.NewRat(10, 1))
		if len(args) == 2 {
			base = args[1]
		}
		return c.quo(c.log(x), c.log(base))
	case "sin":
		return c.sine(x, false)
	case "cos":
		return c.sine(x, true)
	case "tan":
		return c.quo(c.sine(x, false), c.sine(x, true))
	case "cot":
		return c.quo(c.sine(x, true), c.sine(x, false))
	case "sec":
		return c.quo(Rational(big.NewRat(1, 1)), c.sine(x, true))
	case "csc":
		return c.quo(Rational(big.NewRat(1, 1)), c.sine(x, false))
	case "arcsin":
		return c.asin(x)
	case "arccos":
		half := c.mul(kernelForm(piKernel), Rational(big.NewRat(1, 2)))
		return c.sub(half, c.asin(x))
	case "arctan":
		return c.atan(x)
	}
	return c.statistic(n.Func, args)
}

// statistic computes what is said of a list of values.
func (c *Calculator) statistic(name string, args []*Form) *Form {
	switch name {
	case "hcf", "lcm", "choose", "arrange":
		return counted(name, args)
	}
	n := Rational(big.NewRat(int64(len(args)), 1))
	total := zero
	for _, a := range args {
		total = c.add(total, a)
	}
	switch name {
	case "sum":
		return total
	case "mean":
		return c.quo(total, n)
	case "median", "min", "max", "range":
		sorted := slices.Clone(args)
		slices.SortStableFunc(sorted, func(a, b *Form) int {
			s, err := c.sign(c.sub(a, b))
			if err != nil {
				raise(err)
			}
			return s
		})
		last := sorted[len(sorted)-1]
		switch name {
		case "min":
			return sorted[0]
		case "max":
			return last
		case "range":
			return c.sub(last, sorted[0])
		}
		half := len(sorted) / 2
		if len(sorted)%2 == 1 {
			return sorted[half]
		}
		return c.quo(c.add(sorted[half-1], sorted[half]), Rational(big.NewRat(2, 1)))
	case "variance", "pvariance", "stdev", "pstdev":
		mean := c.quo(total, n)
		squares := zero
		for _, a := range args {
			squares = c.add(squares, c.whole(c.sub(a, mean), 2))
		}
		if name == "variance" || name == "stdev" {
			n = Rational(big.NewRat(int64(len(args)-1), 1))
		}
		v := c.quo(squares, n)
		if name == "stdev" || name == "pstdev" {
			return c.root(v, 2)
		}
		return v
	}
	raise(ErrBeyond)
	return nil
}

// counted is what whole numbers have in common, or in how many ways some of them are
// chosen or set in a row.
func counted(name string, args []*Form) *Form {
	var whole []*big.Int
	for _, a := range args {
		v, ok := a.Rational()
		if !ok {
			raise(ErrBeyond)
		}
		if !v.IsInt() || v.Sign() < 0 {
			raise(ErrUndefined)
		}
		whole = append(whole, v.Num())
	}
	out := new(big.Int).Set(whole[0])
	switch name {
	case "hcf", "lcm":
		for _, n := range whole[1:] {
			common := new(big.Int).GCD(nil, nil, out, n)
			if name == "hcf" {
				out = common
			} else if common.Sign() > 0 {
				out = new(big.Int).Mul(out, new(big.Int).Quo(n, common))
			}
		}
	default:
		n, k := whole[0], whole[1]
		if n.Cmp(big.NewInt(500)) > 0 {
			raise(ErrBudget)
		}
		if k.Cmp(n) > 0 {
			return zero
		}
		if name == "choose" {
			out.Binomial(n.Int64(), k.Int64())
		} else {
			out.MulRange(n.Int64()-k.Int64()+1, n.Int64())
		}
	}
	return Rational(new(big.Rat).SetInt(out))
}

// small is a rational as two small whole numbers.
func small(v *big.Rat) (n, d int, ok bool) {
	if !v.Num().IsInt64() || !v.Denom().IsInt64() {
		return 0, 0, false
	}
	a, b := v.Num().Int64(), v.Denom().Int64()
	if max(a, -a) > maxExponent || b > maxExponent {
		return 0, 0, false
	}
	return int(a), int(b), true
}

// maxPower bounds the whole powers of sums that are multiplied out.
const maxPower = 64

// power is x^y: by multiplication for whole y, as roots for rational y, else as
// e^(y ln x).
func (c *Calculator) power(x, y *Form) *Form {
	if v, ok := y.Rational(); ok {
		n, d, ok := small(v)
		if !ok {
			raise(ErrBudget)
		}
		return c.raised(x, n, d)
	}
	if b, ok := x.Rational(); ok && b.Sign() <= 0 || len(x.num) == 0 {
		raise(ErrBeyond) // 0^x and (-2)^x have values at some points alone
	}
	return c.exp(c.mul(y, c.log(x)))
}

// raised is f^(n/d).
func (c *Calculator) raised(f *Form, n, d int) *Form {
	if n == 0 && len(f.num) == 0 {
		raise(ErrUndefined) // 0^0
	}
	if d == 1 {
		if max(n, -n) > maxPower && len(f.num)+len(f.den) > 2 {
			raise(ErrBudget)
		}
		if v, ok := f.Rational(); ok && max(n, -n)*(v.Num().BitLen()+v.Denom().BitLen()) > 1<<16 {
			raise(ErrBudget)
		}
		return c.whole(f, n)
	}
	if d > 60 {
		raise(ErrBeyond)
	}
	return c.whole(c.root(f, d), n)
}

// root is the d-th root: of N/D it is the root of N·D^(d-1), over |D| or D.
func (c *Calculator) root(f *Form, d int) *Form {
	if len(f.num) == 0 {
		return zero
	}
	if f.den.isOne() {
		return &Form{c.rootOfSum(f.num, d), one}
	}
	under := c.rootOfSum(c.mulSum(f.num, c.powSum(f.den, d-1)), d)
	over := &Form{f.den, one}
	if d%2 == 0 {
		over = c.abs(over)
	}
	return c.quo(&Form{under, one}, over)
}

// rootOfSum is the d-th root of a sum: what is a d-th power comes out, what is
// left stays below one root (for even d) or a root a factor (for odd d).
func (c *Calculator) rootOfSum(s sum, d int) sum {
	if len(s) == 0 {
		return nil
	}
	even := d%2 == 0
	content, factors := c.factors(s)
	out := c.rootOfRational(new(big.Rat).Abs(content), d)
	inside := one
	if content.Sign() < 0 {
		if even {
			inside = integer(-1)
		} else {
			out = out.negated()
		}
	}
	for _, f := range factors {
		if k := single(f.s); k != nil && k.k.positive() {
			g := gcd(k.n*f.n, k.d*d)
			out = c.mulSum(out, c.reduced(big.NewRat(1, 1), monomial{{k.k, k.n * f.n / g, k.d * d / g}}))
			continue
		}
		outer, inner := f.n/d, f.n%d
		if outer > 0 {
			g := &Form{c.powSum(f.s, outer), one}
			if even && outer%2 == 1 {
				g = c.abs(g)
			}
			out = c.mulSum(out, g.num)
		}
		switch {
		case inner == 0:
		case even:
			inside = c.mulSum(inside, c.powSum(f.s, inner))
		default:
			out = c.mulSum(out, c.bareRoot(f.s, inner, d))
		}
	}
	if inside.isOne() {
		return out
	}
	if len(inside.names()) == 0 {
		sign, err := c.sign(&Form{inside, one})
		if err == nil && sign < 0 {
			raise(ErrUndefined)
		}
		if err == nil && sign == 0 {
			return nil
		}
		if d == 2 {
			if plain := c.denested(inside); plain != nil {
				return c.mulSum(out, plain)
			}
		}
	}
	return c.mulSum(out, c.bareRoot(inside, 1, d))
}

// single is the power that a sum consists of, or nil.
func single(s sum) *power {
	if len(s) == 1 && len(s[0].m) == 1 && s[0].c.IsInt() && s[0].c.Num().IsInt64() && s[0].c.Num().Int64() == 1 {
		return &s[0].m[0]
	}
	return nil
}

// bareRoot is s^(n/d) as one kernel.
func (c *Calculator) bareRoot(s sum, n, d int) sum {
	if p := single(s); p != nil && p.d == 1 && p.n == 1 && p.k.kind != kindSin && p.k.kind != kindCos {
		if len(p.k.free) == 1 && p.k.kind == kindVariable && d%2 == 0 {
			c.learn(s, 1)
		}
		return c.reducedPower(p.k, n, d)
	}
	if d%2 == 0 {
		c.learn(s, 1)
	}
	return c.reducedPower(&kernel{kind: kindBase, key: "f(" + s.key() + ")", free: s.names(), arg: &Form{s, one}}, n, d)
}

// learn keeps that a sum has a sign wherever all that is looked at has a value.
// A sum that is a multiple of a simpler one tells of that one.
func (c *Calculator) learn(s sum, sign int) {
	if len(s.names()) == 0 {
		return
	}
	content, factors := c.factors(s)
	odd := 0
	var f factorPower
	for _, g := range factors {
		if g.n%2 == 1 && !c.surelyPositive(g.s) {
			odd++
			f = g
		}
	}
	if odd != 1 {
		return
	}
	c.signs[f.s.key()] = sign * content.Sign()
}

// rootOfRational is the d-th root of a positive rational, prime by prime.
func (c *Calculator) rootOfRational(v *big.Rat, d int) sum {
	out := one
	for _, p := range c.primes(v) {
		g := gcd(p.n, d)
		out = c.mulSum(out, c.reduced(big.NewRat(1, 1), monomial{{primeKernel(p.prime), p.n / g, d / g}}))
	}
	return out
}

// primePower is a prime with its exponent in a rational.
type primePower struct {
	prime *big.Int
	n     int
}

// maxPrime bounds the primes that are looked for; what is left of a number is
// taken for a prime, which is sound, but may leave two equal roots apart.
const maxPrime = 4000

// primes takes a positive rational apart.
func (c *Calculator) primes(v *big.Rat) []primePower {
	if v.Num().BitLen()+v.Denom().BitLen() > 4096 {
		raise(ErrBudget)
	}
	var out []primePower
	take := func(n *big.Int, sign int) {
		n = new(big.Int).Set(n)
		q, r := new(big.Int), new(big.Int)
		for p := int64(2); p < maxPrime && n.BitLen() > 1; p++ {
			if n.IsInt64() && p*p > n.Int64() {
				break
			}
			d := big.NewInt(p)
			count := 0
			for q.QuoRem(n, d, r); r.Sign() == 0; q.QuoRem(n, d, r) {
				n.Set(q)
				count++
			}
			if count > 0 {
				out = append(out, primePower{d, sign * count})
			}
		}
		c.spend(20)
		if n.BitLen() <= 1 {
			return
		}
		count := 1
		if s := new(big.Int).Sqrt(n); new(big.Int).Mul(s, s).Cmp(n) == 0 {
			n, count = s, 2
		}
		out = append(out, primePower{n, sign * count})
	}
	take(v.Num(), 1)
	take(v.Denom(), -1)
	return out
}

// denested writes √(a + b√r) as a sum of two roots, or gives nil. It is one where
// a² - b²r is the square of a rational (A. Borodin, R. Fagin, J. E. Hopcroft and
// M. Tompa, Decreasing the nesting depth of expressions involving square roots,
// 1985).
func (c *Calculator) denested(s sum) sum {
	if len(s) != 2 {
		return nil
	}
	a, b := s[0], s[1]
	if len(a.m) > 0 {
		a, b = b, a
	}
	if len(a.m) > 0 || a.c.Sign() <= 0 {
		return nil
	}
	square := c.mulSum(sum{b}, sum{b})
	r, ok := (&Form{square, one}).Rational()
	if !ok {
		return nil
	}
	inner := new(big.Rat).Mul(a.c, a.c)
	d, ok := squareRoot(inner.Sub(inner, r))
	if !ok {
		return nil
	}
	half := big.NewRat(1, 2)
	x := new(big.Rat).Mul(new(big.Rat).Add(a.c, d), half)
	y := new(big.Rat).Mul(new(big.Rat).Sub(a.c, d), half)
	if x.Sign() <= 0 || y.Sign() <= 0 {
		return nil
	}
	second := c.rootOfRational(y, 2)
	if b.c.Sign() < 0 {
		second = second.negated()
	}
	return c.rootOfRational(x, 2).plus(second)
}

// squareRoot is the rational root of a rational, if it has one.
func squareRoot(v *big.Rat) (*big.Rat, bool) {
	if v.Sign() < 0 {
		return nil, false
	}
	n, d := new(big.Int).Sqrt(v.Num()), new(big.Int).Sqrt(v.Denom())
	out := new(big.Rat).SetFrac(n, d)
	return out, new(big.Rat).Mul(out, out).Cmp(v) == 0
}

// abs is |f|, factor by factor.
func (c *Calculator) abs(f *Form) *Form {
	return c.quo(c.absOfSum(f.num), c.absOfSum(f.den))
}

func (c *Calculator) absOfSum(s sum) *Form {
	if len(s.names()) == 0 {
		f := &Form{s, one}
		sign, err := c.sign(f)
		if err != nil {
			raise(err)
		}
		if sign < 0 {
			return c.neg(f)
		}
		return f
	}
	content, factors := c.factors(s)
	out := &Form{constant(new(big.Rat).Abs(content)), one}
	for _, f := range factors {
		g := &Form{f.s, one}
		if f.n%2 == 1 && !c.surelyPositive(f.s) {
			g = c.bareAbs(f.s)
		}
		out = c.mul(out, c.whole(g, f.n))
	}
	return out
}

func (c *Calculator) bareAbs(s sum) *Form {
	if len(s.names()) == 0 {
		return c.absOfSum(s)
	}
	return kernelForm(functionKernel(kindAbs, &Form{s, one}))
}

// surelyPositive says whether a sum that is no product is known not to be
// negative anywhere: a positive kernel, a polynomial without real roots, or a sum
// of positive terms.
func (c *Calculator) surelyPositive(s sum) bool {
	all := true
	for _, t := range s {
		positive := t.c.Sign() > 0
		for _, p := range t.m {
			positive = positive && (p.k.positive() || p.n%2 == 0 && p.d == 1 || p.d%2 == 0)
		}
		all = all && positive
	}
	if all {
		return true
	}
	k, p, ok := univariate(s)
	if !ok || k.kind != kindVariable || p.Degree()%2 == 1 {
		return false
	}
	c.spend(20 * len(p))
	for _, f := range p.SquareFree() {
		if len(f.Poly.Roots()) > 0 {
			return false
		}
	}
	return p[0].Sign() > 0
}

// exp is e^f, a kernel for each term of f.
func (c *Calculator) exp(f *Form) *Form {
	out := &Form{one, one}
	for _, part := range c.parts(f) {
		n, d, ok := small(part.c)
		if !ok {
			raise(ErrBudget)
		}
		if k := single(part.unit.num); k != nil && part.unit.den.isOne() && k.k.kind == kindLog && k.n == 1 && k.d == 1 {
			out = c.mul(out, c.raised(c.abs(k.k.arg), n, d)) // e^(c ln u) is u^c
			continue
		}
		e := product(big.NewRat(1, 1), monomial{{functionKernel(kindExp, part.unit), max(n, -n), d}})
		if n < 0 {
			out = c.quo(out, &Form{e, one})
		} else {
			out = c.mul(out, &Form{e, one})
		}
	}
	return out
}

// part is a rational before a Form whose coefficient is one.
type part struct {
	c    *big.Rat
	unit *Form
}

// parts takes a Form apart into terms.
func (c *Calculator) parts(f *Form) []part {
	var out []part
	for _, t := range f.num {
		unit := c.quotient(sum{{big.NewRat(1, 1), t.m, t.key}}, f.den)
		scale := new(big.Rat).Set(t.c)
		if len(unit.num) == 1 && unit.num[0].c.Cmp(big.NewRat(1, 1)) != 0 {
			scale.Mul(scale, unit.num[0].c)
			unit = &Form{sum{{big.NewRat(1, 1), unit.num[0].m, unit.num[0].key}}, unit.den}
		}
		out = append(out, part{scale, unit})
	}
	return out
}

// log is ln f = ln|f|, a kernel for each factor of f.
func (c *Calculator) log(f *Form) *Form {
	if len(f.num) == 0 {
		raise(ErrUndefined)
	}
	if len(f.Names()) == 0 {
		sign, err := c.sign(f)
		if err == nil && sign <= 0 {
			raise(ErrUndefined)
		}
	} else if f.den.isOne() {
		c.learn(f.num, 1)
	} else {
		c.learn(c.mulSum(f.num, f.den), 1)
	}
	return c.sub(c.logOfSum(f.num), c.logOfSum(f.den))
}

func (c *Calculator) logOfSum(s sum) *Form {
	content, factors := c.factors(s)
	out := zero
	for _, p := range c.primes(new(big.Rat).Abs(content)) {
		out = c.add(out, c.mul(Rational(big.NewRat(int64(p.n), 1)), c.logOfKernel(primeKernel(p.prime))))
	}
	for _, f := range factors {
		times := big.NewRat(int64(f.n), 1)
		var l *Form
		if p := single(f.s); p != nil {
			times.Mul(times, big.NewRat(int64(p.n), int64(p.d)))
			l = c.logOfKernel(p.k)
		} else {
			l = kernelForm(functionKernel(kindLog, &Form{f.s, one}))
		}
		out = c.add(out, c.mul(Rational(times), l))
	}
	return out
}

func (c *Calculator) logOfKernel(k *kernel) *Form {
	switch k.kind {
	case kindExp:
		return k.arg
	case kindAbs, kindBase:
		return c.logOfSum(k.arg.num)
	case kindPrime:
		return kernelForm(functionKernel(kindLog, Rational(new(big.Rat).SetInt(k.n))))
	}
	return kernelForm(functionKernel(kindLog, kernelForm(k)))
}
