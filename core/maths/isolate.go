package maths

import (
	"fmt"
	"math/big"
)

// Isolate turns "subject = expr" round for one of the variables of expr and
// returns what that variable equals. It works by undoing one operation after
// the other, so the variable may stand in expr only once. Of an even root it takes
// the positive one: the variables of formulas are measured quantities.
func Isolate(subject string, expr Node, name string) (Node, error) {
	return isolate(subject, expr, name, false)
}

// IsolatePositive is Isolate where all quantities are positive, so that powers with a
// name in the exponent can be undone as well.
func IsolatePositive(subject string, expr Node, name string) (Node, error) {
	return isolate(subject, expr, name, true)
}

func isolate(subject string, expr Node, name string, positive bool) (Node, error) {
	count := 0
	Walk(expr, func(n Node) {
		if n == Name(name) {
			count++
		}
	})
	if count != 1 {
		return nil, fmt.Errorf("%s stands %d times in the formula; it can be isolated only where it stands once", name, count)
	}
	var other Node = Name(subject)
	for {
		switch n := expr.(type) {
		case Name:
			return other, nil
		case Negative:
			expr, other = n.X, Negative{other}
		case Binary:
			onLeft := contains(n.X, name)
			switch {
			case n.Op == '+' && onLeft:
				expr, other = n.X, Binary{'-', other, n.Y}
			case n.Op == '+':
				expr, other = n.Y, Binary{'-', other, n.X}
			case n.Op == '-' && onLeft:
				expr, other = n.X, Binary{'+', other, n.Y}
			case n.Op == '-':
				expr, other = n.Y, Binary{'-', n.X, other}
			case n.Op == '*' && onLeft:
				expr, other = n.X, Binary{'/', other, n.Y}
			case n.Op == '*':
				expr, other = n.Y, Binary{'/', other, n.X}
			case n.Op == '/' && onLeft:
				expr, other = n.X, Binary{'*', other, n.Y}
			case n.Op == '/':
				expr, other = n.Y, Binary{'/', n.X, other}
			case n.Op == '^' && onLeft:
				p, err := Evaluate(n.Y, nil)
				if err != nil && positive && !contains(n.Y, name) {
					expr, other = n.X, Binary{'^', other, Binary{'/', Int(1), n.Y}}
					continue
				}
				if err != nil || p.Sign() == 0 {
					return nil, fmt.Errorf("%s stands under the power %s and can't be isolated", name, n.Y)
				}
				expr, other = n.X, rootOf(other, n.Y, p)
			default:
				expr, other = n.Y, logOf(other, n.X)
			}
		case Call:
			if !contains(n.Args[0], name) {
				return nil, fmt.Errorf("%s stands in the base of %s and can't be isolated", name, n)
			}
			switch n.Func {
			case "sqrt":
				expr, other = n.Args[0], Binary{'^', other, Int(2)}
			case "root":
				expr, other = n.Args[0], Binary{'^', other, n.Args[1]}
			case "ln":
				expr, other = n.Args[0], Binary{'^', E, other}
			case "log":
				base := Int(10)
				if len(n.Args) == 2 {
					base = n.Args[1]
				}
				expr, other = n.Args[0], Binary{'^', base, other}
			default:
				return nil, fmt.Errorf("%s stands in %s and can't be isolated", name, n.Func)
			}
		default:
			return nil, fmt.Errorf("%s does not stand in the formula", name)
		}
	}
}

func contains(n Node, name string) bool {
	found := false
	Walk(n, func(n Node) { found = found || n == Name(name) })
	return found
}

// rootOf undoes a power, whose value is p.
func rootOf(n, power Node, p *big.Rat) Node {
	two := big.NewRat(2, 1)
	switch {
	case p.Cmp(two) == 0:
		return Call{"sqrt", []Node{n}}
	case p.IsInt() && p.Cmp(two) > 0:
		return Call{"root", []Node{n, power}}
	}
	inverse := new(big.Rat).Inv(p)
	if inverse.IsInt() {
		return Binary{'^', n, Number{inverse}}
	}
	return Binary{'^', n, Binary{'/', Number{new(big.Rat).SetInt(inverse.Num())}, Number{new(big.Rat).SetInt(inverse.Denom())}}}
}

// logOf undoes a power of a base.
func logOf(n, base Node) Node {
	switch {
	case base == E:
		return Call{"ln", []Node{n}}
	case Equal(base, Int(10)):
		return Call{"log", []Node{n}}
	}
	return Binary{'/', Call{"ln", []Node{n}}, Call{"ln", []Node{base}}}
}
