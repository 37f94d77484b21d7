package algebra

import (
	"slices"

	"zincowl/core/maths"
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
