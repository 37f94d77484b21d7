package maths

import (
	"errors"
	"fmt"
	"math/big"
)

// ErrUndefined is returned where an expression has no value that is computed
// here: a division by zero, a power that is not a small whole number, or a
// number too large to be of use.
var ErrUndefined = errors.New("the expression has no value here")

// maxPower bounds exponents and maxBits the size of what they make, so that no
// input can ask for a number that fills the memory.
const (
	maxPower = 64
	maxBits  = 1 << 14
)

// Evaluate computes an expression exactly with the given values.
func Evaluate(n Node, values map[string]*big.Rat) (*big.Rat, error) {
	switch n := n.(type) {
	case Number:
		return n.Value, nil
	case Name:
		v, ok := values[string(n)]
		if !ok {
			return nil, fmt.Errorf("no value is given for %s", n)
		}
		return v, nil
	case Negative:
		x, err := Evaluate(n.X, values)
		if err != nil {
			return nil, err
		}
		return new(big.Rat).Neg(x), nil
	case Binary:
		x, err := Evaluate(n.X, values)
		if err != nil {
			return nil, err
		}
		y, err := Evaluate(n.Y, values)
		if err != nil {
			return nil, err
		}
		return apply(n.Op, x, y)
	}
	return nil, fmt.Errorf("unknown expression %T", n)
}

func apply(op byte, x, y *big.Rat) (*big.Rat, error) {
	out := new(big.Rat)
	switch op {
	case '+':
		return out.Add(x, y), nil
	case '-':
		return out.Sub(x, y), nil
	case '*':
		return out.Mul(x, y), nil
	case '/':
		if y.Sign() == 0 {
			return nil, ErrUndefined
		}
		return out.Quo(x, y), nil
	case '^':
		return power(x, y)
	}
	return nil, fmt.Errorf("unknown operator %q", op)
}

func power(x, y *big.Rat) (*big.Rat, error) {
	if !y.IsInt() || !y.Num().IsInt64() {
		return nil, ErrUndefined
	}
	n := y.Num().Int64()
	if n < 0 && x.Sign() == 0 || max(n, -n) > maxPower {
		return nil, ErrUndefined
	}
	if max(n, -n)*int64(x.Num().BitLen()+x.Denom().BitLen()) > maxBits {
		return nil, ErrUndefined
	}
	out := big.NewRat(1, 1)
	for range max(n, -n) {
		out.Mul(out, x)
	}
	if n < 0 {
		out.Inv(out)
	}
	return out, nil
}
