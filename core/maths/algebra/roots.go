package algebra

import (
	"fmt"
	"math/big"
	"slices"

	"zincowl/core/maths"
	"zincowl/core/maths/polynomial"
)

// Root is a value at which a Form may be zero. With a period it stands for all
// values that lie whole periods apart.
type Root struct {
	Value  *Form
	Period *Form
	// Quiet is true of a value that comes from a case nobody would look at, such
	// as the negative sign under a logarithm.
	Quiet bool
}

// Step is a line of a derivation with the rule that leads to it.
type Step struct {
	Rule string
	Text string
}

// Roots finds all real values of a name at which a Form may be zero: each real
// zero is among them, and whoever asks puts them back to see which are. The
// error is ErrBeyond where no method finds them all.
func (c *Calculator) Roots(f *Form, x string) (roots []Root, steps []Step, err error) {
	defer catch(&err)
	r := &finder{c: c, x: x}
	found := r.sum(f.num)
	for _, root := range found {
		at := slices.IndexFunc(roots, func(o Root) bool {
			return (o.Period == nil) == (root.Period == nil) && c.Same(o.Value, root.Value)
		})
		if at < 0 {
			roots = append(roots, root)
		} else {
			roots[at].Quiet = roots[at].Quiet && root.Quiet
		}
	}
	return roots, r.steps, nil
}

// finder looks for the roots of one equation.
type finder struct {
	c      *Calculator
	x      string
	steps  []Step
	depth  int
	quiet  bool
	turned bool // sines and cosines were exchanged once
}

const maxDepth = 24

func (r *finder) note(rule string, left, right *Form) {
	text := maths.Typed(r.c.Node(left)) + " = " + maths.Typed(r.c.Node(right))
	r.steps = append(r.steps, Step{rule, text})
}

func (r *finder) has(names []string) bool { return slices.Contains(names, r.x) }

// equation finds the roots of left = right.
func (r *finder) equation(left, right *Form) []Root {
	return r.sum(r.c.sub(left, right).num)
}

func (r *finder) sum(s sum) []Root {
	r.depth++
	defer func() { r.depth-- }()
	if r.depth > maxDepth {
		raise(ErrBeyond)
	}
	if len(s) == 0 {
		raise(ErrBeyond) // true everywhere: not a matter of single roots
	}
	if !r.has(s.names()) {
		if len(s.names()) == 0 {
			if _, err := r.c.sign(&Form{s, one}); err != nil {
				raise(ErrBeyond)
			}
		}
		return nil
	}
	_, factors := r.c.factors(s)
	var with []factorPower
	for _, f := range factors {
		if r.has(f.s.names()) {
			with = append(with, f)
		}
	}
	if len(with) > 1 || len(with) == 1 && with[0].n > 1 {
		r.steps = append(r.steps, Step{"factor", maths.Typed(r.c.productNode(&Form{s, one})) + " = 0"})
	}
	var out []Root
	for _, f := range with {
		out = append(out, r.factor(f.s)...)
	}
	return out
}

// kernels are those of a sum that depend on the unknown.
func (r *finder) kernels(s sum) []*kernel {
	var out []*kernel
	for _, t := range s {
		for _, p := range t.m {
			if r.has(p.k.free) && !slices.ContainsFunc(out, func(k *kernel) bool { return k.key == p.k.key }) {
				out = append(out, p.k)
			}
		}
	}
	return out
}

func kinds(ks []*kernel, allowed ...kind) bool {
	return !slices.ContainsFunc(ks, func(k *kernel) bool { return !slices.Contains(allowed, k.kind) })
}

func (r *finder) factor(s sum) []Root {
	ks := r.kernels(s)
	if len(ks) == 1 {
		return r.single(s, ks[0])
	}
	for _, k := range ks {
		if k.kind == kindAbs {
			return r.cases(s, k)
		}
	}
	if k, d := r.rooted(s); k != nil {
		return r.unrooted(s, k, d)
	}
	switch {
	case kinds(ks, kindLog):
		return r.logarithms(s)
	case kinds(ks, kindExp):
		return r.exponentials(s, ks)
	case kinds(ks, kindSin, kindCos) && len(ks) == 2 && ks[0].arg.key() == ks[1].arg.key():
		return r.circular(s, ks)
	}
	raise(ErrBeyond)
	return nil
}

// coefficients writes a sum as a polynomial in k^(1/d).
func (r *finder) coefficients(s sum, k *kernel) (coefs map[int]sum, d int) {
	d = 1
	for _, t := range s {
		for _, p := range t.m {
			if p.k.key == k.key {
				d = d / gcd(d, p.d) * p.d
			}
		}
	}
	coefs = map[int]sum{}
	for _, t := range s {
		n := 0
		var rest monomial
		for _, p := range t.m {
			if p.k.key == k.key {
				n = p.n * (d / p.d)
			} else {
				rest = append(rest, p)
			}
		}
		coefs[n] = coefs[n].plus(sum{{t.c, rest, rest.key()}})
	}
	return coefs, d
}

// single finds the roots where one kernel alone depends on the unknown: of the
// polynomial in it first, then of kernel = value.
func (r *finder) single(s sum, k *kernel) []Root {
	coefs, d := r.coefficients(s, k)
	values := r.polynomial(coefs, k, d)
	var out []Root
	for _, v := range values {
		if d > 1 {
			if d%2 == 0 && len(v.Names()) == 0 && k.kind != kindVariable {
				if sign, err := r.c.sign(v); err == nil && sign < 0 {
					r.steps = append(r.steps, Step{"a root is never negative", maths.Typed(r.c.Node(kernelForm(k))) + " would be the square of a negative number"})
					continue
				}
			}
			v = r.c.whole(v, d)
		}
		out = append(out, r.inverse(k, v)...)
	}
	return out
}

// polynomial finds the real roots of a polynomial in t = k^(1/d).
func (r *finder) polynomial(coefs map[int]sum, k *kernel, d int) []*Form {
	degree, measure := 0, 0
	rational := true
	for n, s := range coefs {
		degree = max(degree, n)
		if n > 0 {
			if measure == 0 {
				measure = n
			}
			measure = gcd(measure, n)
		}
		rational = rational && len(s) == 1 && len(s[0].m) == 0
	}
	at := func(n int) *Form { return &Form{coefs[n], one} }
	lead := at(degree)
	switch {
	case degree == 1:
		v := r.c.neg(r.c.quo(at(0), lead))
		r.linearSteps(coefs, k, d, v)
		return []*Form{v}
	case len(coefs) == 2 && coefs[0] != nil || len(coefs) == 1:
		return r.binomial(r.c.neg(r.c.quo(at(0), lead)), degree)
	case degree == 2:
		return r.quadratic(at(2), at(1), at(0))
	case measure > 1: // a polynomial in t^measure
		inner := map[int]sum{}
		for n, s := range coefs {
			inner[n/measure] = s
		}
		r.steps = append(r.steps, Step{"substitution", fmt.Sprintf("u = %s", maths.Typed(r.c.Node(&Form{r.c.reducedPower(k, measure, d), one})))})
		var out []*Form
		for _, u := range r.polynomial(inner, k, 1) {
			out = append(out, r.binomial(u, measure)...)
		}
		return out
	case rational:
		p := make([]*big.Rat, degree+1)
		for i := range p {
			p[i] = new(big.Rat)
			if coefs[i] != nil {
				p[i] = coefs[i][0].c
			}
		}
		return r.isolated(polynomial.New(p...))
	}
	raise(ErrBeyond)
	return nil
}

// linearSteps tells how a x + b = 0 is solved.
func (r *finder) linearSteps(coefs map[int]sum, k *kernel, d int, v *Form) {
	t := &Form{r.c.reducedPower(k, 1, d), one}
	left := r.c.mul(&Form{coefs[1], one}, t)
	if len(coefs[0]) > 0 {
		r.note("collect terms", left, &Form{coefs[0].negated(), one})
	}
	if !coefs[1].isOne() {
		r.note("divide", t, v)
	}
}

// binomial finds the real t with t^n = v.
func (r *finder) binomial(v *Form, n int) []*Form {
	sign := 1
	if len(v.Names()) == 0 {
		s, err := r.c.sign(v)
		if err != nil {
			raise(ErrBeyond)
		}
		sign = s
	}
	switch {
	case sign == 0 || len(v.num) == 0:
		return []*Form{zero}
	case n == 1:
		return []*Form{v}
	case n%2 == 0 && sign < 0:
		r.steps = append(r.steps, Step{"no real root", "an even power is never negative"})
		return nil
	}
	root := r.c.root(v, n)
	r.steps = append(r.steps, Step{"take the root", maths.Typed(r.c.Node(root))})
	if n%2 == 1 {
		return []*Form{root}
	}
	return []*Form{r.c.neg(root), root}
}

// quadratic finds the real roots of a t² + b t + c.
func (r *finder) quadratic(a, b, c *Form) []*Form {
	k := r.c
	disc := k.sub(k.mul(b, b), k.mul(Rational(big.NewRat(4, 1)), k.mul(a, c)))
	sign := 1
	if len(disc.Names()) == 0 {
		s, err := k.sign(disc)
		if err != nil {
			raise(ErrBeyond)
		}
		sign = s
	}
	r.steps = append(r.steps, Step{"quadratic formula", "the discriminant is " + maths.Typed(k.Node(disc))})
	if sign < 0 {
		return nil
	}
	half := k.quo(Rational(big.NewRat(1, 2)), a)
	if sign == 0 {
		return []*Form{k.neg(k.mul(b, half))}
	}
	root := k.root(disc, 2)
	return []*Form{k.mul(k.sub(k.neg(b), root), half), k.mul(k.add(k.neg(b), root), half)}
}

// isolated finds the real roots of a polynomial of degree 3 or more that can't
// be split: they are told by the polynomial and an interval.
func (r *finder) isolated(p polynomial.Poly) []*Form {
	r.c.spend(200*len(p) + len(p)*len(p)*len(p)*len(p)/2)
	_, factors, err := p.Factor()
	if err != nil {
		raise(ErrBeyond)
	}
	var out []*Form
	for _, f := range factors {
		switch f.Poly.Degree() {
		case 1:
			out = append(out, Rational(new(big.Rat).Neg(new(big.Rat).Quo(f.Poly[0], f.Poly[1]))))
		case 2:
			out = append(out, r.quadratic(Rational(f.Poly[2]), Rational(f.Poly[1]), Rational(f.Poly[0]))...)
		default:
			for i, at := range f.Poly.Roots() {
				r.c.spend(50 * len(p))
				out = append(out, kernelForm(rootKernel(f.Poly, at, i)))
			}
			r.steps = append(r.steps, Step{"isolate the roots", fmt.Sprintf("by the changes of sign of Sturm's chain there are %d", len(f.Poly.Roots()))})
		}
	}
	return out
}

// inverse finds the roots of kernel = v.
func (r *finder) inverse(k *kernel, v *Form) []Root {
	if r.has(v.Names()) {
		raise(ErrBeyond)
	}
	c := r.c
	sign, constant := 0, len(v.Names()) == 0
	if constant {
		s, err := c.sign(v)
		if err != nil {
			raise(ErrBeyond)
		}
		sign = s
	}
	switch k.kind {
	case kindVariable:
		return []Root{{Value: v, Quiet: r.quiet}}
	case kindBase:
		return r.equation(k.arg, v)
	case kindExp:
		if constant && sign <= 0 {
			r.steps = append(r.steps, Step{"a power is never negative", maths.Typed(c.Node(kernelForm(k))) + " is greater than 0 everywhere"})
			return nil
		}
		l := c.log(v)
		r.note("take logarithms", k.arg, l)
		return r.equation(k.arg, l)
	case kindLog:
		e := c.exp(v)
		r.note("undo the logarithm", k.arg, e)
		known := c.signs[k.arg.num.key()]
		var out []Root
		if known >= 0 {
			out = r.equation(k.arg, e)
		}
		if known <= 0 {
			out = append(out, r.quietly(known == 0, func() []Root { return r.equation(k.arg, c.neg(e)) })...)
		}
		return out
	case kindAbs:
		if constant && sign < 0 {
			r.steps = append(r.steps, Step{"a distance is never negative", maths.Typed(c.Node(kernelForm(k))) + " is never below 0"})
			return nil
		}
		r.note("two cases", k.arg, v)
		out := r.equation(k.arg, v)
		if constant && sign == 0 {
			return out
		}
		r.note("two cases", k.arg, c.neg(v))
		return append(out, r.equation(k.arg, c.neg(v))...)
	case kindSin, kindCos:
		return r.angles(k, v)
	case kindAsin:
		return r.equation(k.arg, c.sine(v, false))
	case kindAtan:
		return r.equation(k.arg, c.quo(c.sine(v, false), c.sine(v, true)))
	}
	raise(ErrBeyond)
	return nil
}

func (r *finder) quietly(quiet bool, f func() []Root) []Root {
	before, steps := r.quiet, len(r.steps)
	r.quiet = r.quiet || quiet
	out := f()
	r.quiet = before
	if quiet {
		r.steps = r.steps[:steps]
	}
	return out
}

// cases solves with |f| = f and with |f| = -f.
func (r *finder) cases(s sum, k *kernel) []Root {
	var out []Root
	for _, f := range []*Form{k.arg, r.c.neg(k.arg)} {
		g := r.c.replaced(&Form{s, one}, func(o *kernel) *Form {
			if o.key == k.key {
				return f
			}
			return nil
		})
		r.note("two cases", g, zero)
		if len(g.num) == 0 {
			raise(ErrBeyond) // true on a whole half line
		}
		out = append(out, r.sum(g.num)...)
	}
	return out
}

// rooted finds a kernel of the unknown under a fractional power, the longest
// first.
func (r *finder) rooted(s sum) (*kernel, int) {
	var best *kernel
	d := 0
	for _, t := range s {
		for _, p := range t.m {
			if p.d > 1 && r.has(p.k.free) && p.k.kind != kindExp && (best == nil || len(p.k.key) > len(best.key)) {
				best, d = p.k, p.d
			}
		}
	}
	return best, d
}

// unrooted isolates a root and raises both sides to its power.
func (r *finder) unrooted(s sum, k *kernel, d int) []Root {
	c := r.c
	coefs, d := r.coefficients(s, k)
	under := product(big.NewRat(1, 1), monomial{{k, 1, 1}})
	if k.kind == kindBase {
		under = k.arg.num
	}
	rest, roots := sum(nil), map[int]sum{}
	for n, s := range coefs {
		whole := n / d // of a variable, x^(3/2)
		s = c.mulSum(s, c.powSum(under, whole))
		if n%d == 0 {
			rest = rest.plus(s)
		} else {
			roots[n%d] = roots[n%d].plus(s)
		}
	}
	t := &Form{c.reducedPower(k, 1, d), one}
	switch {
	case len(roots) == 1 && roots[1] != nil:
		b := roots[1]
		r.note("isolate the root", c.mul(t, &Form{b, one}), &Form{rest.negated(), one})
		left, right := c.mulSum(c.powSum(b, d), under), c.powSum(rest.negated(), d)
		r.note("raise both sides", &Form{left, one}, &Form{right, one})
		return r.sum(left.plus(right.negated()))
	case d == 3: // the norm of A + B t + C t²
		a, b, e := rest, roots[1], roots[2]
		cube := c.powSum(a, 3).plus(c.mulSum(c.powSum(b, 3), under)).plus(c.mulSum(c.powSum(e, 3), c.powSum(under, 2)))
		mixed := c.mulSum(c.mulSum(a, b), c.mulSum(e, under))
		r.steps = append(r.steps, Step{"raise both sides", "both sides are raised to the third power"})
		return r.sum(cube.plus(mixed.scaled(big.NewRat(-3, 1))))
	}
	raise(ErrBeyond)
	return nil
}

// logarithms solves Σ q ln|f| = v with rational q by multiplying the f.
func (r *finder) logarithms(s sum) []Root {
	c := r.c
	rest := zero
	var logs []*kernel
	var coefs []*Form
	for _, t := range s {
		var k *kernel
		var others monomial
		for _, p := range t.m {
			switch {
			case !r.has(p.k.free):
				others = append(others, p)
			case k != nil || p.n != 1 || p.d != 1:
				raise(ErrBeyond) // logarithms multiplied
			default:
				k = p.k
			}
		}
		f := &Form{product(t.c, others), one}
		if k == nil {
			rest = c.add(rest, f)
			continue
		}
		at := slices.IndexFunc(logs, func(o *kernel) bool { return o.key == k.key })
		if at < 0 {
			logs, coefs = append(logs, k), append(coefs, f)
		} else {
			coefs[at] = c.add(coefs[at], f)
		}
	}
	left, right := &Form{one, one}, &Form{one, one}
	common := big.NewInt(1)
	ratios := make([]*big.Rat, len(logs))
	for i := range logs {
		v, ok := c.quo(coefs[i], coefs[0]).Rational()
		if !ok {
			raise(ErrBeyond)
		}
		ratios[i] = v
		g := new(big.Int).GCD(nil, nil, common, v.Denom())
		common.Mul(common, new(big.Int).Quo(v.Denom(), g))
	}
	scale := new(big.Rat).SetInt(common)
	known := 1
	for i, k := range logs {
		n, _, ok := small(new(big.Rat).Mul(ratios[i], scale))
		if !ok || max(n, -n) > 12 {
			raise(ErrBeyond)
		}
		arg := k.arg
		switch c.signs[arg.num.key()] {
		case -1:
			arg = c.neg(arg)
		case 0:
			if n%2 != 0 && !c.surelyPositive(arg.num) {
				known = 0
			}
		}
		if n > 0 {
			left = c.mul(left, c.whole(arg, n))
		} else {
			right = c.mul(right, c.whole(arg, -n))
		}
	}
	e := c.exp(c.neg(c.mul(c.quo(rest, coefs[0]), Rational(scale))))
	r.note("join the logarithms", left, c.mul(e, right))
	out := r.equation(left, c.mul(e, right))
	if known == 0 {
		out = append(out, r.quietly(true, func() []Root { return r.equation(left, c.neg(c.mul(e, right))) })...)
	}
	return out
}

// exponentials solves equations in several powers: of two terms by logarithms,
// homogeneous ones by dividing by one of the powers.
func (r *finder) exponentials(s sum, ks []*kernel) []Root {
	c := r.c
	if out, ok := r.oneExponential(s); ok {
		return out
	}
	if len(s) == 2 {
		up, ratio := zero, &Form{one, one}
		for i, t := range s {
			by := int64(1 - 2*i)
			var others monomial
			for _, p := range t.m {
				if r.has(p.k.free) {
					up = c.add(up, c.mul(p.k.arg, Rational(big.NewRat(by*int64(p.n), int64(p.d)))))
				} else {
					others = append(others, p)
				}
			}
			f := &Form{product(t.c, others), one}
			if i == 0 {
				ratio = c.quo(ratio, f)
			} else {
				ratio = c.neg(c.mul(ratio, f))
			}
		}
		if sign, err := c.sign(ratio); len(ratio.Names()) == 0 {
			if err != nil {
				raise(ErrBeyond)
			}
			if sign <= 0 {
				r.steps = append(r.steps, Step{"a power is never negative", "one side is positive and the other negative"})
				return nil
			}
		}
		l := c.log(ratio)
		r.note("take logarithms", up, l)
		return r.equation(up, l)
	}
	if len(ks) != 2 {
		raise(ErrBeyond)
	}
	total := -1
	coefs := map[int]sum{}
	for _, t := range s {
		degree, n := 0, 0
		var others monomial
		for _, p := range t.m {
			switch {
			case !r.has(p.k.free):
				others = append(others, p)
			case p.d != 1:
				raise(ErrBeyond)
			default:
				degree += p.n
				if p.k.key == ks[0].key {
					n = p.n
				}
			}
		}
		if total < 0 {
			total = degree
		}
		if degree != total {
			raise(ErrBeyond)
		}
		coefs[n] = coefs[n].plus(sum{{t.c, others, others.key()}})
	}
	r.steps = append(r.steps, Step{"substitution", fmt.Sprintf("u = (%s)/(%s)", maths.Typed(c.Node(kernelForm(ks[0]))), maths.Typed(c.Node(kernelForm(ks[1]))))})
	var out []Root
	for _, v := range r.polynomial(coefs, variableKernel("u"), 1) {
		sign, err := c.sign(v)
		if err != nil {
			raise(ErrBeyond)
		}
		if sign > 0 {
			out = append(out, r.equation(c.sub(ks[0].arg, ks[1].arg), c.log(v))...)
		}
	}
	return out
}

// oneExponential solves where the powers stand together in every term, as 2^x and
// 5^x do in 10^x: as a polynomial in their product.
func (r *finder) oneExponential(s sum) ([]Root, bool) {
	c := r.c
	var unit *Form // the exponent of the product
	ratios := make([]*big.Rat, len(s))
	coefs := make([]sum, len(s))
	measure := (*big.Rat)(nil)
	for i, t := range s {
		up := zero
		var others monomial
		for _, p := range t.m {
			if r.has(p.k.free) {
				up = c.add(up, c.mul(p.k.arg, Rational(big.NewRat(int64(p.n), int64(p.d)))))
			} else {
				others = append(others, p)
			}
		}
		coefs[i] = product(t.c, others)
		ratios[i] = new(big.Rat)
		if len(up.num) == 0 {
			continue
		}
		if unit == nil {
			unit = up
		}
		q, ok := c.quo(up, unit).Rational()
		if !ok || q.Sign() < 0 {
			return nil, false
		}
		ratios[i] = q
		measure = commonMeasure(measure, q)
	}
	if unit == nil || measure.Sign() == 0 {
		return nil, false
	}
	by := map[int]sum{}
	for i, q := range ratios {
		n, _, ok := small(new(big.Rat).Quo(q, measure))
		if !ok || n > 64 {
			return nil, false
		}
		by[n] = by[n].plus(coefs[i])
	}
	arg := c.mul(unit, Rational(measure))
	e := c.exp(arg)
	r.steps = append(r.steps, Step{"substitution", "u = " + maths.Typed(c.Node(e))})
	var out []Root
	for _, v := range r.polynomial(by, variableKernel("u"), 1) {
		sign, err := c.sign(v)
		if err != nil {
			raise(ErrBeyond)
		}
		if sign > 0 {
			out = append(out, r.equation(arg, c.log(v))...)
		}
	}
	return out, true
}

// angles finds the x for which the sine or cosine of a linear term is v.
func (r *finder) angles(k *kernel, v *Form) []Root {
	c := r.c
	if len(v.Names()) > 0 {
		raise(ErrBeyond)
	}
	beyond, err := c.sign(c.sub(c.mul(v, v), &Form{one, one}))
	if err != nil {
		raise(ErrBeyond)
	}
	if beyond > 0 {
		r.steps = append(r.steps, Step{"out of range", "sines and cosines lie between -1 and 1"})
		return nil
	}
	pi := kernelForm(piKernel)
	turn := c.mul(Rational(big.NewRat(2, 1)), pi)
	first := c.asin(v)
	second := c.sub(pi, first)
	if k.kind == kindCos {
		first = c.sub(c.mul(Rational(big.NewRat(1, 2)), pi), first)
		second = c.neg(first)
	}
	r.note("inverse function", k.arg, first)
	switch {
	case len(v.num) == 0:
		return r.periodic(k.arg, pi, first)
	case beyond == 0:
		return r.periodic(k.arg, turn, first)
	}
	return r.periodic(k.arg, turn, first, second)
}

// periodic solves arg = value + period·n for a linear arg.
func (r *finder) periodic(arg, period *Form, values ...*Form) []Root {
	c := r.c
	zeroAt := c.substituted(arg, r.x, zero)
	slope := c.sub(c.substituted(arg, r.x, &Form{one, one}), zeroAt)
	if !c.Same(arg, c.add(zeroAt, c.mul(slope, Variable(r.x)))) || r.has(slope.Names()) {
		raise(ErrBeyond)
	}
	step := c.abs(c.quo(period, slope))
	var out []Root
	for _, v := range values {
		out = append(out, Root{Value: c.quo(c.sub(v, zeroAt), slope), Period: step, Quiet: r.quiet})
	}
	return out
}

// substituted puts a Form in the place of a variable that stands outside of all
// functions.
func (c *Calculator) substituted(f *Form, name string, by *Form) *Form {
	return c.replaced(f, func(k *kernel) *Form {
		if k.kind == kindVariable && k.name == name {
			return by
		}
		return nil
	})
}

// circular solves equations in the sine and the cosine of one angle.
func (r *finder) circular(s sum, ks []*kernel) []Root {
	c := r.c
	sine, cosine := ks[0], ks[1]
	if sine.kind == kindCos {
		sine, cosine = cosine, sine
	}
	if !r.turned { // 2cos² + sin - 1 has sines alone once cos² is 1 - sin²
		before := c.keepSines
		c.keepSines = !before
		var other sum
		for _, t := range s {
			other = other.plus(c.reduced(t.c, t.m))
		}
		if _, factors := c.factors(other); len(r.kernels(other)) == 1 || len(factors) > 1 {
			r.turned = true
			r.steps = append(r.steps, Step{"sin² + cos² = 1", maths.Typed(c.nodeOfSum(other)) + " = 0"})
			out := r.sum(other)
			c.keepSines, r.turned = before, false
			return out
		}
		c.keepSines = before
	}
	var a, b, rest sum // a sin + b cos + rest
	for _, t := range s {
		var others monomial
		var k *kernel
		for _, p := range t.m {
			switch {
			case !r.has(p.k.free):
				others = append(others, p)
			case k != nil || p.n != 1 || p.d != 1:
				raise(ErrBeyond)
			default:
				k = p.k
			}
		}
		one := sum{{t.c, others, others.key()}}
		switch {
		case k == nil:
			rest = rest.plus(one)
		case k.kind == kindSin:
			a = a.plus(one)
		default:
			b = b.plus(one)
		}
	}
	fa, fb := &Form{a, one}, &Form{b, one}
	ratio := c.quo(fb, fa)
	if len(rest) == 0 {
		r.steps = append(r.steps, Step{"divide by the cosine", "tan(" + maths.Typed(c.Node(sine.arg)) + ") = " + maths.Typed(c.Node(c.neg(ratio)))})
		return r.periodic(sine.arg, kernelForm(piKernel), c.atan(c.neg(ratio)))
	}
	// a sin m + b cos m = a √(1 + (b/a)²) sin(m + atan(b/a)).
	shift := c.atan(ratio)
	v := c.neg(c.quo(&Form{rest, one}, c.mul(fa, c.root(c.add(&Form{one, one}, c.mul(ratio, ratio)), 2))))
	r.steps = append(r.steps, Step{"one sine", "sin(" + maths.Typed(c.Node(c.add(sine.arg, shift))) + ") = " + maths.Typed(c.Node(v))})
	return r.angles(&kernel{kind: kindSin, arg: c.add(sine.arg, shift), free: sine.free}, v)
}
