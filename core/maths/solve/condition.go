package solve

import (
	"errors"
	"slices"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// need is what a condition asks of its expression.
type need int

const (
	notZero need = iota
	notNegative
	positive
)

// Condition is what must hold for a part of an expression to have a value.
type Condition struct {
	Of   maths.Node // what must not be zero, not be negative, or be positive
	Need need
	Part maths.Node // the part that has no value otherwise
}

// String is the condition as a relation: "x - 1 > 0".
func (c Condition) String() string {
	return maths.Typed(c.Of) + map[need]string{notZero: " ≠ 0", notNegative: " ≥ 0", positive: " > 0"}[c.Need]
}

// Broken is what holds where the condition does not.
func (c Condition) Broken() maths.Relation {
	return maths.Relation{Terms: []maths.Node{c.Of, maths.Int(0)}, Ops: []string{map[need]string{notZero: "=", notNegative: "<", positive: "≤"}[c.Need]}}
}

// kept is what a condition asks, as a relation.
func (c Condition) kept() relation {
	return relation{c.Of, maths.Int(0), map[need]string{notZero: "≠", notNegative: "≥", positive: ">"}[c.Need]}
}

// Conditions lists what must hold of the names of an expression for it to have a
// value.
func Conditions(n maths.Node) []Condition {
	return slices.DeleteFunc(conditions(n), func(c Condition) bool { return len(maths.Names(c.Of)) == 0 })
}

// Defined says whether an expression of numbers has a value as it stands:
// rewriting may have hidden a division by zero. Powers are left to the calculator,
// which refuses those that have none.
func Defined(n maths.Node, calc *algebra.Calculator) (bool, error) {
	for _, c := range conditions(n) {
		if b, ok := c.Part.(maths.Binary); ok && b.Op == '^' {
			continue
		}
		if ok, err := c.holds(calc); err != nil || !ok {
			return false, err
		}
	}
	return true, nil
}

// conditions lists what must hold, of numbers as well.
func conditions(n maths.Node) []Condition {
	var out []Condition
	maths.Walk(n, func(n maths.Node) {
		add := func(of maths.Node, need need) { out = append(out, Condition{of, need, n}) }
		switch n := n.(type) {
		case maths.Binary:
			switch n.Op {
			case '/':
				add(n.Y, notZero)
			case '^':
				conditionsOfPower(n, add)
			}
		case maths.Call:
			conditionsOfCall(n, add)
		}
	})
	return out
}

func conditionsOfPower(n maths.Binary, add func(maths.Node, need)) {
	v, err := maths.Evaluate(n.Y, nil)
	if err != nil {
		if n.X != maths.E {
			add(n.X, positive)
		}
		return
	}
	even := v.Denom().Bit(0) == 0
	switch {
	case even && v.Sign() < 0:
		add(n.X, positive)
	case even:
		add(n.X, notNegative)
	case v.Sign() <= 0:
		add(n.X, notZero)
	}
}

func conditionsOfCall(n maths.Call, add func(maths.Node, need)) {
	u := n.Args[0]
	call := func(name string) maths.Node { return maths.Call{Func: name, Args: []maths.Node{u}} }
	one := maths.Int(1)
	switch n.Func {
	case "sqrt":
		add(u, notNegative)
	case "root":
		conditionsOfPower(maths.Binary{Op: '^', X: u, Y: maths.Binary{Op: '/', X: one, Y: n.Args[1]}}, add)
	case "ln", "log":
		add(u, positive)
		if len(n.Args) == 2 {
			add(n.Args[1], positive)
			add(maths.Binary{Op: '-', X: n.Args[1], Y: one}, notZero)
		}
	case "tan", "sec":
		add(call("cos"), notZero)
	case "cot", "csc":
		add(call("sin"), notZero)
	case "arcsin", "arccos":
		add(maths.Binary{Op: '-', X: one, Y: maths.Binary{Op: '^', X: u, Y: maths.Int(2)}}, notNegative)
	}
}

func conditionsOf(relations []relation) []Condition {
	var out []Condition
	for _, r := range relations {
		out = append(out, Conditions(r.left)...)
		out = append(out, Conditions(r.right)...)
	}
	return out
}

// holds says whether a condition is met with the names as the calculator knows
// them. An expression that has no value itself fails it.
func (c Condition) holds(calc *algebra.Calculator) (bool, error) {
	f, err := calc.Form(c.Of)
	if err != nil {
		if errors.Is(err, algebra.ErrUndefined) {
			return false, nil
		}
		return false, err
	}
	sign, err := calc.Sign(f)
	if err != nil {
		return false, err
	}
	switch c.Need {
	case notZero:
		return sign != 0, nil
	case notNegative:
		return sign >= 0, nil
	}
	return sign > 0, nil
}
