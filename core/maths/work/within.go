package work

import (
	"fmt"
	"slices"

	"zincowl/core/maths"
)

// narrow notes the conditions under which expressions are compared. A bound name is
// replaced by an expression in a name of its own that takes every value inside of the
// bounds and no other: e^u for what is positive, a + e^u above a, and between a and b
// the mean of both weighted by e^u. At the bounds themselves both sides are compared
// by continuity. What is not zero, or not some value, is no narrower stretch.
func (w *worker) narrow(conditions []maths.Statement) error {
	type bounds struct{ lo, hi maths.Node }
	found := map[string]*bounds{}
	at := func(name string) *bounds {
		if found[name] == nil {
			found[name] = &bounds{}
		}
		return found[name]
	}
	for _, s := range conditions {
		if m, ok := s.(maths.Member); ok {
			if p, ok := m.In.(maths.Pair); ok {
				at(string(m.Name)).lo, at(string(m.Name)).hi = p.A, p.B
				continue
			}
		}
		r, ok := s.(maths.Relation)
		if !ok {
			return fmt.Errorf("the condition %s is not understood here", s)
		}
		for i, op := range r.Ops {
			left, right := r.Terms[i], r.Terms[i+1]
			if op == ">" || op == "≥" {
				left, right = right, left
			}
			name, isName := left.(maths.Name)
			other, isOther := right.(maths.Name)
			switch {
			case op == "≠":
			case op == "=" || op == "≈":
				return fmt.Errorf("the condition %s is not understood here", maths.TypedRelation(r))
			case isName && len(maths.Names(right)) == 0:
				at(string(name)).hi = right
			case isOther && len(maths.Names(left)) == 0:
				at(string(other)).lo = left
			default:
				return fmt.Errorf("the condition %s is not understood here", maths.TypedRelation(r))
			}
		}
	}
	names := make([]string, 0, len(found))
	for name := range found {
		names = append(names, name)
	}
	slices.Sort(names)
	for i, name := range names {
		b := found[name]
		power := maths.Binary{Op: '^', X: maths.E, Y: maths.Name(fmt.Sprintf("within_%c", 'a'+i%26))}
		if w.within == nil {
			w.within = map[string]maths.Node{}
		}
		switch {
		case b.lo != nil && b.hi != nil:
			w.within[name] = maths.Binary{Op: '/', X: maths.Binary{Op: '+', X: b.lo, Y: maths.Binary{Op: '*', X: b.hi, Y: power}}, Y: maths.Binary{Op: '+', X: maths.Int(1), Y: power}}
		case b.lo != nil && maths.Equal(b.lo, maths.Int(0)):
			w.within[name] = power
		case b.lo != nil:
			w.within[name] = maths.Binary{Op: '+', X: b.lo, Y: power}
		case b.hi != nil && maths.Equal(b.hi, maths.Int(0)):
			w.within[name] = maths.Negative{X: power}
		case b.hi != nil:
			w.within[name] = maths.Binary{Op: '-', X: b.hi, Y: power}
		}
	}
	return nil
}
