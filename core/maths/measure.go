package maths

import (
	"fmt"
	"math/big"
	"slices"

	"zincowl/core/maths/units"
)

// Measure computes an expression of quantities, exactly and with its dimension;
// the result is in base units. Sums need parts of one dimension, and powers have
// to be small whole numbers; percentages count as hundredths.
func Measure(n Node, values map[string]units.Quantity) (units.Quantity, error) {
	switch n := n.(type) {
	case Number:
		return units.Quantity{Value: n.Value, Unit: units.One}, nil
	case Name:
		q, ok := values[string(n)]
		if !ok {
			return units.Quantity{}, fmt.Errorf("no value is given for %s", n)
		}
		base := units.Unit{Factor: big.NewRat(1, 1), Dim: q.Unit.Dim}
		if q.Unit.Zero != nil {
			base.Zero = new(big.Rat)
		}
		return units.Quantity{Value: q.In(base), Unit: units.Unit{Factor: base.Factor, Dim: base.Dim}}, nil
	case Negative:
		x, err := Measure(n.X, values)
		if err != nil {
			return x, err
		}
		return units.Quantity{Value: new(big.Rat).Neg(x.Value), Unit: x.Unit}, nil
	case Constant:
		v, err := Estimate(n, nil)
		return units.Quantity{Value: v, Unit: units.One}, err
	case Call:
		return measureCall(n, values)
	case Suffix:
		x, err := Measure(n.X, values)
		if err == nil && n.Op == "%" {
			return units.Quantity{Value: new(big.Rat).Mul(x.Value, big.NewRat(1, 100)), Unit: x.Unit}, nil
		}
		return x, err
	case Binary:
		return measureBinary(n, values)
	}
	return units.Quantity{}, fmt.Errorf("quantities can't be put into %s", n)
}

func measureBinary(n Binary, values map[string]units.Quantity) (units.Quantity, error) {
	x, err := Measure(n.X, values)
	if err != nil {
		return x, err
	}
	y, err := Measure(n.Y, values)
	if err != nil {
		return y, err
	}
	unit := units.Unit{Factor: big.NewRat(1, 1), Dim: x.Unit.Dim}
	switch n.Op {
	case '+', '-':
		if x.Unit.Dim != y.Unit.Dim {
			return x, fmt.Errorf("the units do not agree: %s and %s can't be %s", n.X, n.Y, map[byte]string{'+': "added", '-': "subtracted"}[n.Op])
		}
	case '^':
		bare := units.Dimension{}
		if x.Unit.Dim == bare && y.Unit.Dim == bare {
			v, err := Estimate(Binary{'^', Number{x.Value}, Number{y.Value}}, nil)
			return units.Quantity{Value: v, Unit: unit}, err
		}
		if y.Unit.Dim != bare || !y.Value.IsInt() || y.Value.Num().CmpAbs(big.NewInt(9)) > 0 {
			return x, fmt.Errorf("the units can't be followed through the power %s", n.Y)
		}
		for i := range unit.Dim {
			unit.Dim[i] *= int8(y.Value.Num().Int64())
		}
	default:
		for i := range unit.Dim {
			if n.Op == '*' {
				unit.Dim[i] += y.Unit.Dim[i]
			} else {
				unit.Dim[i] -= y.Unit.Dim[i]
			}
		}
	}
	v, err := apply(n.Op, x.Value, y.Value)
	return units.Quantity{Value: v, Unit: unit}, err
}

// measureCall takes a root of a quantity, or another function of a bare number.
func measureCall(n Call, values map[string]units.Quantity) (units.Quantity, error) {
	x, err := Measure(n.Args[0], values)
	if err != nil {
		return x, err
	}
	args := slices.Clone(n.Args)
	args[0] = Number{x.Value}
	unit := units.Unit{Factor: big.NewRat(1, 1), Dim: x.Unit.Dim}
	if unit.Dim != (units.Dimension{}) {
		if n.Func != "sqrt" {
			return x, fmt.Errorf("the units can't be followed through %s", n.Func)
		}
		for i, d := range unit.Dim {
			if d%2 != 0 {
				return x, fmt.Errorf("the units can't be followed through the root")
			}
			unit.Dim[i] = d / 2
		}
	}
	v, err := Estimate(Call{n.Func, args}, nil)
	return units.Quantity{Value: v, Unit: unit}, err
}
