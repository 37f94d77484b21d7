package maths

import (
	"errors"
	"fmt"
	"math/big"
	"strings"

	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// Variable is a name of a formula with what it means and its unit.
type Variable struct {
	Name    string // as it stands in the formula
	Meaning string // "mass of product"; the name itself where nothing else is said
	Unit    units.Unit
	Value   *big.Rat // of a constant, in its unit (9.81 m/s²); nil for what varies
}

// Means says whether two variables are one and the same quantity: they are called
// the same and measure the same dimension.
func (v Variable) Means(w Variable) bool {
	return strings.EqualFold(v.Meaning, w.Meaning) && v.Unit.Same(w.Unit)
}

// Show is the text of a quantity of the variable, in its own unit, as a worked step has
// it: five digits, of a constant all that the source gives. The second result says
// whether it is exact.
func (v Variable) Show(q units.Quantity) (string, bool) {
	digits := 5
	if v.Value != nil {
		digits = 15
	}
	number, exact := units.Quantity{Value: q.In(v.Unit), Unit: v.Unit}.Show(digits)
	return units.With(number, v.Unit), exact
}

// Formula is an equation with the list of what its names mean. The first
// variable is the subject, which stands alone on the left.
type Formula struct {
	Text      string // "mass of product = dose × volume ÷ available fraction"
	Expr      Node
	Variables []Variable
}

// Subject is the variable that the formula is written for.
func (f Formula) Subject() Variable { return f.Variables[0] }

// Variable finds a variable by its name.
func (f Formula) Variable(name string) (Variable, bool) {
	for _, v := range f.Variables {
		if v.Name == name {
			return v, true
		}
	}
	return Variable{}, false
}

// For is the formula turned round for one of its variables.
func (f Formula) For(name string) (Node, error) {
	if name == f.Subject().Name {
		return f.Expr, nil
	}
	return Isolate(f.Subject().Name, f.Expr, name)
}

// LaTeX writes the equation for typesetting.
func (f Formula) LaTeX() string { return LaTeX(Name(f.Subject().Name)) + " = " + LaTeX(f.Expr) }

// CheckUnits says whether the units of the right side come to that of the left.
// A formula with constants may carry a conversion in them, so that only the
// dimension is checked; without constants the size must agree too. Where a
// logarithm, or a power such as 2/3, is taken of what has a unit, or a bare number added
// to it, the formula rests on its units as they are, and nothing is checked. The error
// says what the right side comes to.
func (f Formula) CheckUnits() error {
	values := map[string]dimensioned{}
	constants := false
	Walk(f.Expr, func(n Node) {
		if c, ok := n.(Number); ok && c.Value.Cmp(big.NewRat(2, 1)) != 0 {
			constants = true
		}
		_, pi := n.(Constant)
		constants = constants || pi
	})
	for _, v := range f.Variables {
		values[v.Name] = dimensioned{v.Unit.Factor, v.Unit.Dim}
	}
	got, err := dimension(f.Expr, values)
	if errors.Is(err, errBareUnits) {
		return nil
	}
	if err != nil {
		return err
	}
	want := f.Subject().Unit
	if got.dim != want.Dim {
		if constants && got.dim == (units.Dimension{}) {
			return nil
		}
		return fmt.Errorf("the units do not agree: the right side does not come to %s", unitName(want))
	}
	if !constants && got.factor.Cmp(want.Factor) != 0 {
		ratio := new(big.Rat).Quo(got.factor, want.Factor)
		shown, _ := decimal.Show(ratio, 3)
		return fmt.Errorf("the units do not agree: the right side comes to %s times %s", shown, unitName(want))
	}
	return nil
}

func unitName(u units.Unit) string {
	if u.Text == "" {
		return "a bare number"
	}
	return u.Text
}

// dimensioned is a factor in base units with its dimension.
type dimensioned struct {
	factor *big.Rat
	dim    units.Dimension
}

// errBareUnits says that an operation was taken of the bare number of a quantity, in
// the unit that it happens to have.
var errBareUnits = errors.New("the units can't be followed")

// bare is what a logarithm or an exponent comes to: a number, of a number.
func (d dimensioned) bare() (dimensioned, error) {
	if d.dim != (units.Dimension{}) {
		return d, errBareUnits
	}
	return dimensioned{big.NewRat(1, 1), units.Dimension{}}, nil
}

// raised is a unit raised to a power.
func (d dimensioned) raised(p *big.Rat) (dimensioned, error) {
	if p.Num().CmpAbs(big.NewInt(9)) > 0 || p.Denom().Cmp(big.NewInt(9)) > 0 {
		return d, fmt.Errorf("the units can't be followed through the power %s", decimal.Exact(p))
	}
	over, under := int8(p.Num().Int64()), int8(p.Denom().Int64())
	for i := range d.dim {
		if d.dim[i]*over%under != 0 {
			return d, errBareUnits
		}
		d.dim[i] = d.dim[i] * over / under
	}
	var err error
	d.factor, err = Estimate(Binary{'^', Number{d.factor}, Number{p}}, nil)
	return d, err
}

// dimension computes an expression on units. Constants count as bare ones.
func dimension(n Node, values map[string]dimensioned) (dimensioned, error) {
	switch n := n.(type) {
	case Number:
		return dimensioned{big.NewRat(1, 1), units.Dimension{}}, nil
	case Name:
		return values[string(n)], nil
	case Constant:
		return dimensioned{big.NewRat(1, 1), units.Dimension{}}, nil
	case Negative:
		return dimension(n.X, values)
	case Call:
		x, err := dimension(n.Args[0], values)
		if err != nil {
			return x, err
		}
		switch n.Func {
		case "sqrt":
			return x.raised(big.NewRat(1, 2))
		case "root":
			order, err := Evaluate(n.Args[1], nil)
			if err != nil || order.Sign() == 0 {
				return x, fmt.Errorf("the units can't be followed through the root of order %s", n.Args[1])
			}
			return x.raised(order.Inv(order))
		case "abs":
			return x, nil
		}
		return x.bare()
	case Binary:
		x, err := dimension(n.X, values)
		if err != nil {
			return x, err
		}
		if n.Op == '^' {
			if p, err := Evaluate(n.Y, nil); err == nil {
				return x.raised(p)
			}
			if _, err := x.bare(); err != nil {
				return x, err
			}
			y, err := dimension(n.Y, values)
			if err != nil {
				return y, err
			}
			return y.bare()
		}
		y, err := dimension(n.Y, values)
		if err != nil {
			return y, err
		}
		sign := int8(0)
		switch n.Op {
		case '*':
			sign = 1
		case '/':
			sign = -1
		default:
			if x.dim != y.dim && (len(Names(n.X)) == 0 || len(Names(n.Y)) == 0) {
				return x, errBareUnits // 331.3 + 0.606 × temperature
			}
			if x.dim != y.dim {
				return x, fmt.Errorf("the units do not agree: %s and %s can't be %s", n.X, n.Y, map[byte]string{'+': "added", '-': "subtracted"}[n.Op])
			}
			return x, nil
		}
		factor, err := apply(n.Op, x.factor, y.factor)
		for i := range x.dim {
			x.dim[i] += sign * y.dim[i]
		}
		return dimensioned{factor, x.dim}, err
	}
	return dimensioned{}, fmt.Errorf("unknown expression %T", n)
}

// Compute finds the value of one variable, in its own unit, from quantities for
// all others; constants need not be given. Givens in other units are converted to
// those of the formula first.
func (f Formula) Compute(name string, givens map[string]units.Quantity) (units.Quantity, error) {
	asked, ok := f.Variable(name)
	if !ok {
		return units.Quantity{}, fmt.Errorf("%s does not stand in the formula", name)
	}
	expr, err := f.For(name)
	if err != nil {
		return units.Quantity{}, err
	}
	values := map[string]*big.Rat{}
	for _, v := range f.Variables {
		given, ok := givens[v.Name]
		if !ok && v.Value != nil {
			given, ok = units.Quantity{Value: v.Value, Unit: v.Unit}, true
		}
		if v.Name == name || !ok {
			continue
		}
		if !given.Unit.Same(v.Unit) {
			return units.Quantity{}, fmt.Errorf("%s is given in %s but is measured in %s", v.Name, unitName(given.Unit), unitName(v.Unit))
		}
		values[v.Name] = given.In(v.Unit)
	}
	out, err := Estimate(expr, values)
	if err != nil {
		return units.Quantity{}, err
	}
	return units.Quantity{Value: out, Unit: asked.Unit}, nil
}

// Substituted prints the right side for one variable with values in place of
// names: "2.5 mg/L × 1.8 ML ÷ 0.65".
func Substituted(expr Node, shown map[string]string) string {
	named := make(map[string]Node, len(shown))
	for name, text := range shown {
		named[name] = Name(text)
	}
	return strings.TrimSpace(Told(Replace(expr, named)))
}
