package solve

import (
	"errors"
	"slices"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// Branch is what a variable equals by the others, and where that holds.
type Branch struct {
	Node  maths.Node
	Where []string
}

// Rearrange turns an equation round for one of its variables: one branch for
// each value it may have. The error is ErrUndecided where no inverse is found.
func Rearrange(r maths.Relation, x string, budget algebra.Budget) ([]Branch, []algebra.Step, error) {
	if len(r.Ops) != 1 {
		return nil, nil, ErrNotSolvable
	}
	left, right := r.Terms[0], r.Terms[1]
	if !slices.Contains(maths.Names(maths.Binary{Op: '-', X: left, Y: right}), x) {
		return nil, nil, errors.New(x + " does not stand in the equation")
	}
	calc := algebra.New(budget)
	forms, err := calc.Forms(left, right)
	if err != nil {
		return nil, nil, err
	}
	cleared, err := calc.Cleared(forms[0], forms[1])
	if err != nil {
		return nil, nil, err
	}
	roots, steps, err := calc.Roots(cleared, x)
	if errors.Is(err, algebra.ErrBeyond) {
		err = ErrUndecided
	}
	if err != nil {
		return nil, nil, err
	}
	var out []Branch
	for _, root := range roots {
		if root.Period != nil {
			return nil, nil, ErrUndecided
		}
		b, ok, err := branchOf(left, right, x, root, budget)
		if err != nil {
			return nil, nil, err
		}
		if ok {
			out = append(out, b)
		}
	}
	return out, steps, nil
}

// branchOf puts a value back. It holds where the difference vanishes for some
// choice of the signs of what stands in absolute values; a value that holds for
// none is dropped where it came from a case nobody would look at.
func branchOf(left, right maths.Node, x string, root algebra.Root, budget algebra.Budget) (Branch, bool, error) {
	calc := algebra.New(budget)
	node := calc.Node(root.Value)
	b := Branch{Node: node}
	for _, c := range Conditions(node) {
		if text := c.String(); !slices.Contains(b.Where, text) {
			b.Where = append(b.Where, text)
		}
	}
	back := func(sign int) (bool, error) {
		try := algebra.New(budget)
		defer try.With(map[string]*algebra.Form{x: root.Value})()
		forms, err := try.Forms(left, right)
		if err != nil {
			return false, err
		}
		d, err := try.Sub(forms[0], forms[1])
		if err != nil {
			return false, err
		}
		if sign != 0 {
			if d, err = try.Unsigned(d, sign); err != nil {
				return false, err
			}
		}
		return try.Same(d, algebra.Int(0)), nil
	}
	for _, sign := range []int{0, 1, -1} {
		ok, err := back(sign)
		if errors.Is(err, algebra.ErrUndefined) {
			return b, false, nil
		}
		if err != nil {
			return b, false, err
		}
		if ok {
			if sign != 0 {
				b.Where = append(b.Where, "both sides have the same sign")
			}
			return b, true, nil
		}
	}
	if root.Quiet {
		return b, false, nil
	}
	return b, false, ErrUndecided
}
