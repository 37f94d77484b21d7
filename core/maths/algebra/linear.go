package algebra

import "slices"

// Linear takes the sum above the line of a Form apart as a·x + b, where neither a
// nor b depends on x; false where it is not of that shape.
func (c *Calculator) Linear(f *Form, x string) (a, b *Form, ok bool) {
	var over, rest sum
	for _, t := range f.num {
		at := slices.IndexFunc(t.m, func(p power) bool { return slices.Contains(p.k.free, x) })
		if at < 0 {
			rest = append(rest, t)
			continue
		}
		if p := t.m[at]; p.k.kind != kindVariable || p.n != 1 || p.d != 1 {
			return nil, nil, false
		}
		m := slices.Delete(slices.Clone(t.m), at, at+1)
		if slices.Contains(m.names(), x) {
			return nil, nil, false
		}
		over = append(over, term{t.c, m, m.key()})
	}
	return &Form{gathered(over), one}, &Form{rest, one}, len(over) > 0
}

// Replace puts a Form in the place of a variable. The error is ErrBeyond where
// the variable stands inside a function.
func (c *Calculator) Replace(f *Form, name string, by *Form) (out *Form, err error) {
	defer catch(&err)
	for _, s := range []sum{f.num, f.den} {
		for _, t := range s {
			for _, p := range t.m {
				if p.k.kind != kindVariable && slices.Contains(p.k.free, name) {
					return nil, ErrBeyond
				}
			}
		}
	}
	return c.substituted(f, name, by), nil
}

// Cleared is the difference of two Forms times the least common multiple of
// their denominators: what is left of an equation once its denominators are
// cleared, with the roots that this may bring in.
func (c *Calculator) Cleared(f, g *Form) (out *Form, err error) {
	defer catch(&err)
	df, dg := f.den, g.den
	if !df.isOne() && !dg.isOne() {
		df, dg = c.lowest(df, dg)
	}
	return &Form{c.mulSum(f.num, dg).plus(c.mulSum(g.num, df).negated()), one}, nil
}

// Unsigned takes every |u| of a Form for u, or for -u where the sign is
// negative.
func (c *Calculator) Unsigned(f *Form, sign int) (out *Form, err error) {
	defer catch(&err)
	return c.replaced(f, func(k *kernel) *Form {
		switch {
		case k.kind != kindAbs:
			return nil
		case sign < 0:
			return c.neg(k.arg)
		}
		return k.arg
	}), nil
}
