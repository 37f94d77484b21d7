package algebra

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
