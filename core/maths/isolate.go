package maths

import "fmt"

// Isolate turns "subject = expr" round for one of the variables of expr and
// returns what that variable equals. It works by undoing one operation after
// the other, so the variable may stand in expr only once and not in a power
// other than the first.
func Isolate(subject string, expr Node, name string) (Node, error) {
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
			default:
				return nil, fmt.Errorf("%s stands in a power and can't be isolated exactly", name)
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
