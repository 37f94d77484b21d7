package maths

import (
	"fmt"
	"math/big"

	"zincowl/core/maths/decimal"
	"zincowl/core/maths/interval"
)

// Irrational values are computed with estimateBits binary digits, and estimateDigits
// decimal ones are kept of a result: few enough that what is rational after all, such as
// (√2)², comes out as it is.
const (
	estimateBits   = 192
	estimateDigits = 40
)

// Estimate computes a formula with the given values. It is exact, as Evaluate is, where
// each step has a rational value; where a root, a logarithm, a power or π has not, the
// result is right to 40 digits.
func Estimate(n Node, values map[string]*big.Rat) (*big.Rat, error) {
	e := estimator{values: values}
	v, err := e.value(n)
	if err == nil && e.rounded {
		v = decimal.Round(v, estimateDigits)
	}
	return v, err
}

// Settled takes the digits off that a computation with estimates leaves uncertain, so
// that what is short after all is shown so.
func Settled(v *big.Rat) *big.Rat {
	if short := decimal.Round(v, estimateDigits/2); v.Denom().BitLen() > estimateBits/4 {
		return short
	}
	return v
}

// Alike says whether two values are the same but for what estimates leave uncertain:
// their first fifteen digits.
func Alike(a, b *big.Rat) bool {
	gap := new(big.Rat).Sub(a, b)
	limit := new(big.Rat).Abs(b)
	return gap.Abs(gap).Cmp(limit.Quo(limit, decimal.Pow10(15))) <= 0
}

// Rational says whether an expression is rational wherever its names are.
func Rational(n Node) bool {
	ok := true
	Walk(n, func(n Node) {
		switch n := n.(type) {
		case Constant, Call:
			ok = false
		case Binary:
			if n.Op == '^' {
				p, err := Evaluate(n.Y, nil)
				ok = ok && err == nil && p.IsInt()
			}
		}
	})
	return ok
}

type estimator struct {
	values  map[string]*big.Rat
	rounded bool // something was irrational
}

func (e *estimator) value(n Node) (*big.Rat, error) {
	switch n := n.(type) {
	case Constant:
		e.rounded = true
		if n == Pi {
			return middle(interval.Pi(estimateBits), nil)
		}
		return middle(interval.Int(1, estimateBits).Exp())
	case Negative:
		x, err := e.value(n.X)
		if err != nil {
			return nil, err
		}
		return new(big.Rat).Neg(x), nil
	case Binary:
		y, err := e.value(n.Y)
		if err != nil {
			return nil, err
		}
		if n.Op == '^' && n.X == E {
			return e.exp(y)
		}
		x, err := e.value(n.X)
		if err != nil {
			return nil, err
		}
		if n.Op != '^' {
			return apply(n.Op, x, y)
		}
		if y.IsInt() {
			v, err := power(x, y)
			if err == nil || x.Sign() <= 0 {
				return v, err
			}
		}
		return e.power(x, y)
	case Call:
		args := make([]*big.Rat, len(n.Args))
		for i, a := range n.Args {
			v, err := e.value(a)
			if err != nil {
				return nil, err
			}
			args[i] = v
		}
		return e.call(n.Func, args)
	}
	return Evaluate(n, e.values)
}

// FormulaFunction finds the function that a formula calls by a word, of those that
// Estimate computes.
func FormulaFunction(word string) (name string, ok bool) {
	switch word {
	case "log10", "log_10", "log₁₀", "lg":
		return "log", true
	case "sqrt", "ln", "log", "abs", "exp":
		return word, true
	}
	return "", false
}

func (e *estimator) call(name string, args []*big.Rat) (*big.Rat, error) {
	x := args[0]
	switch name {
	case "sqrt":
		return e.root(x, 2)
	case "root":
		if !args[1].IsInt() || args[1].Num().CmpAbs(big.NewInt(maxPower)) > 0 {
			return nil, ErrUndefined
		}
		return e.root(x, args[1].Num().Int64())
	case "abs":
		return new(big.Rat).Abs(x), nil
	case "ln":
		return e.log(x)
	case "log":
		base := big.NewRat(10, 1)
		if len(args) == 2 {
			base = args[1]
		}
		if n, ok := exponentOf(x, base); ok {
			return big.NewRat(n, 1), nil
		}
		over, err := e.log(x)
		if err != nil {
			return nil, err
		}
		under, err := e.log(base)
		if err != nil || under.Sign() == 0 {
			return nil, ErrUndefined
		}
		return over.Quo(over, under), nil
	}
	return nil, fmt.Errorf("%s is not computed in formulas", name)
}

// exponentOf finds a small whole n with base^n = x.
func exponentOf(x, base *big.Rat) (int64, bool) {
	for n := int64(-15); n <= 15; n++ {
		if v, err := power(base, big.NewRat(n, 1)); err == nil && v.Cmp(x) == 0 {
			return n, true
		}
	}
	return 0, false
}

func (e *estimator) log(x *big.Rat) (*big.Rat, error) {
	if x.Sign() <= 0 {
		return nil, ErrUndefined
	}
	if x.IsInt() && x.Num().IsInt64() && x.Num().Int64() == 1 {
		return new(big.Rat), nil
	}
	e.rounded = true
	return middle(point(x).Ln())
}

// root is the real root of an order; of a perfect power it is exact.
func (e *estimator) root(x *big.Rat, order int64) (*big.Rat, error) {
	if order < 1 || x.Sign() < 0 && order%2 == 0 {
		return nil, ErrUndefined
	}
	if x.Sign() < 0 {
		v, err := e.root(new(big.Rat).Neg(x), order)
		if err != nil {
			return nil, err
		}
		return v.Neg(v), nil
	}
	over, ok1 := wholeRoot(x.Num(), order)
	under, ok2 := wholeRoot(x.Denom(), order)
	if ok1 && ok2 {
		return new(big.Rat).SetFrac(over, under), nil
	}
	e.rounded = true
	return middle(point(x).Root(int(order)))
}

// wholeRoot is the root of a whole number that is a perfect power.
func wholeRoot(x *big.Int, order int64) (*big.Int, bool) {
	if x.Sign() == 0 || order == 1 {
		return x, true
	}
	if order == 2 {
		v := new(big.Int).Sqrt(x)
		return v, new(big.Int).Mul(v, v).Cmp(x) == 0
	}
	near, err := middle(point(new(big.Rat).SetInt(x)).Root(int(order)))
	if err != nil {
		return nil, false
	}
	half := near.Add(near, big.NewRat(1, 2))
	v := new(big.Int).Quo(half.Num(), half.Denom())
	return v, new(big.Int).Exp(v, big.NewInt(order), nil).Cmp(x) == 0
}

// power is x^y for a y that is no small whole number.
func (e *estimator) power(x, y *big.Rat) (*big.Rat, error) {
	switch {
	case x.Sign() < 0 || x.Sign() == 0 && y.Sign() < 0:
		return nil, ErrUndefined
	case x.Sign() == 0:
		return new(big.Rat), nil
	case !y.IsInt() && y.Denom().IsInt64() && y.Denom().Int64() <= 6:
		r, err := e.root(x, y.Denom().Int64())
		if err != nil {
			return nil, err
		}
		if v, err := power(r, new(big.Rat).SetInt(y.Num())); err == nil {
			return v, nil
		}
	}
	log, err := e.log(x)
	if err != nil {
		return nil, err
	}
	return e.exp(log.Mul(log, y))
}

// exp is e^y.
func (e *estimator) exp(y *big.Rat) (*big.Rat, error) {
	switch {
	case y.Sign() == 0:
		return big.NewRat(1, 1), nil
	case y.Cmp(big.NewRat(2000, 1)) > 0 || y.Cmp(big.NewRat(-2000, 1)) < 0:
		return nil, ErrUndefined
	}
	e.rounded = true
	return middle(point(y).Exp())
}

// point is a value as an interval without width: it may be off in its last binary digit,
// which is far beyond the decimal ones that are kept.
func point(x *big.Rat) interval.Interval {
	v := new(big.Float).SetPrec(estimateBits).SetRat(x)
	return interval.Interval{Lo: v, Hi: v}
}

// middle is the middle of a narrow interval.
func middle(x interval.Interval, err error) (*big.Rat, error) {
	if err != nil {
		return nil, ErrUndefined
	}
	v, _ := x.Mid().Rat(nil)
	return v, nil
}
