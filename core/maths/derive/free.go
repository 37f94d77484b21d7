package derive

import (
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/solve"
)

// Rearrange frees a variable that stands once in a formula; nil where it can't.
func Rearrange(r maths.Relation, x string) []Line {
	out, _ := free(r, x)
	return out
}

// free undoes one operation after the other where the unknown stands once; false
// where it does not, or where an operation is not undone here.
func free(r maths.Relation, x string) ([]Line, bool) {
	left, right := r.Terms[0], r.Terms[1]
	count := func(n maths.Node) int {
		c := 0
		maths.Walk(n, func(n maths.Node) {
			if n == maths.Name(x) {
				c++
			}
		})
		return c
	}
	if count(left)+count(right) != 1 {
		return nil, false
	}
	if count(right) == 1 {
		left, right = right, left
	}
	var out []Line
	for left != maths.Name(x) {
		rule, u, value, ends := undo(left, right, x)
		if rule == "" {
			return nil, false
		}
		if ends {
			return append(out, Line{Rule: rule, Text: endOf(rule, u, value)}), true
		}
		left, right = u, plain(value)
		rel := maths.Relation{Terms: []maths.Node{left, right}, Ops: []string{"="}}
		out = append(out, Line{Rule: rule, Relation: &rel})
	}
	return out, true
}

// endOf says how it goes on where one equation becomes several, or none.
func endOf(rule string, u, value maths.Node) string {
	v := maths.Typed(plain(value))
	if strings.HasPrefix(rule, "two cases") || strings.HasPrefix(rule, "take both roots") {
		return maths.Typed(u) + " = " + v + " or " + maths.Typed(u) + " = " + maths.Typed(plain(algebra.Negated(value)))
	}
	return maths.Typed(u) + " = " + v
}

// plain is an expression in lowest terms.
func plain(n maths.Node) maths.Node {
	if len(maths.Names(n)) > 0 {
		return short(n)
	}
	if m, err := algebra.Expanded(n, algebra.DefaultBudget); err == nil {
		return m
	}
	return n
}

func sign(n maths.Node) (int, bool) {
	calc := algebra.New(algebra.DefaultBudget)
	f, err := calc.Form(n)
	if err != nil || len(f.Names()) > 0 {
		return 0, false
	}
	s, err := calc.Sign(f)
	return s, err == nil
}

// undo takes the outermost operation off the side with the unknown: what is left
// there, and what the other side becomes. ends is true where more than one
// equation, or none, is left.
func undo(n, other maths.Node, x string) (rule string, u, value maths.Node, ends bool) {
	in := func(n maths.Node) bool { return slices.Contains(maths.Names(n), x) }
	op := func(op byte, a, b maths.Node) maths.Node { return maths.Binary{Op: op, X: a, Y: b} }
	switch n := n.(type) {
	case maths.Negative:
		return "change the signs", n.X, algebra.Negated(other), false
	case maths.Binary:
		switch n.Op {
		case '+':
			if in(n.X) {
				return "subtract from both sides", n.X, op('-', other, n.Y), false
			}
			return "subtract from both sides", n.Y, op('-', other, n.X), false
		case '-':
			if in(n.X) {
				return "add to both sides", n.X, op('+', other, n.Y), false
			}
			return "take from both sides and change the signs", n.Y, op('-', n.X, other), false
		case '*':
			if in(n.X) {
				return "divide", n.X, op('/', other, n.Y), false
			}
			return "divide", n.Y, op('/', other, n.X), false
		case '/':
			if in(n.X) {
				return "multiply", n.X, op('*', other, n.Y), false
			}
			if s, ok := sign(other); ok && s == 0 {
				return "a fraction is zero only where its numerator is", n, other, true
			}
			return "turn both sides over", n.Y, op('/', n.X, other), false
		}
		return undoPower(n, other, x)
	case maths.Call:
		return undoCall(n, other)
	}
	return "", nil, nil, false
}

func undoPower(n maths.Binary, other maths.Node, x string) (rule string, u, value maths.Node, ends bool) {
	if !slices.Contains(maths.Names(n.Y), x) {
		v, err := maths.Evaluate(n.Y, nil)
		if err != nil || !v.IsInt() || v.Sign() <= 0 {
			return "", nil, nil, false
		}
		root := maths.Node(maths.Call{Func: "root", Args: []maths.Node{other, n.Y}})
		if v.Cmp(big.NewRat(2, 1)) == 0 {
			root = maths.Call{Func: "sqrt", Args: []maths.Node{other}}
		}
		if v.Num().Bit(0) == 1 {
			return "take the root", n.X, root, false
		}
		switch s, ok := sign(other); {
		case !ok:
			return "", nil, nil, false
		case s < 0:
			return "an even power is never negative", n, other, true
		case s == 0:
			return "take the root", n.X, maths.Int(0), false
		}
		if n.X == maths.Name(x) {
			return "take both roots", n.X, root, true
		}
		return "take both roots of the bracket", n.X, root, true
	}
	if s, ok := sign(other); ok && s <= 0 {
		return "a power is never negative", n, other, true
	}
	log := func(of maths.Node) maths.Node { return maths.Call{Func: "ln", Args: []maths.Node{of}} }
	if n.X == maths.E {
		return "take natural logarithms", n.Y, log(other), false
	}
	e := plain(maths.Binary{Op: '/', X: log(other), Y: log(n.X)})
	if _, ok := number(e); ok {
		return "compare the exponents", n.Y, e, false
	}
	return "take logarithms", n.Y, e, false
}

func undoCall(n maths.Call, other maths.Node) (rule string, u, value maths.Node, ends bool) {
	arg := n.Args[0]
	pow := func(a, b maths.Node) maths.Node { return maths.Binary{Op: '^', X: a, Y: b} }
	s, known := sign(other)
	switch n.Func {
	case "sqrt":
		if known && s < 0 {
			return "a root is never negative", n, other, true
		}
		return "square both sides", arg, pow(other, maths.Int(2)), false
	case "root":
		return "raise both sides to the power", arg, pow(other, n.Args[1]), false
	case "ln":
		return "write as a power of e", arg, pow(maths.E, other), false
	case "log":
		if len(n.Args) == 2 {
			return "write as a power of the base", arg, pow(n.Args[1], other), false
		}
		return "write as a power of ten", arg, pow(maths.Int(10), other), false
	case "abs":
		switch {
		case known && s < 0:
			return "a distance is never negative", n, other, true
		case known && s == 0:
			return "a distance is zero only at its point", arg, maths.Int(0), false
		}
		return "two cases" + afterwards(arg), arg, other, true
	case "sin", "cos", "tan":
		return "inverse function of the " + map[string]string{"sin": "sine", "cos": "cosine", "tan": "tangent"}[n.Func], n, other, true
	}
	return "", nil, nil, false
}

// afterwards says what frees the unknown once its expression is known.
func afterwards(n maths.Node) string {
	_, name := n.(maths.Name)
	multiple := len(factorsOf(terms(n)[0].n)) > 1
	switch {
	case name:
		return ""
	case isSum(n) && multiple:
		return ", then shift and divide"
	case isSum(n):
		return ", then shift"
	case multiple:
		return ", then divide"
	}
	return ", then solve each"
}

// inequality solves by undoing operations where the unknown stands once in sums
// and products, by cases of a distance, or by the signs between the zeros.
func inequality(r maths.Relation, x string, s solve.Solution) []Line {
	left, right := r.Terms[0], r.Terms[1]
	op := r.Ops[0]
	if c, ok := left.(maths.Call); ok && c.Func == "abs" && !slices.Contains(maths.Names(right), x) {
		return append([]Line{distance(c.Args[0], op, right)}, fromEnd(s, x)...)
	}
	if polynomial(left) && polynomial(right) && degree(left, x) <= 1 && degree(right, x) <= 1 {
		out := prepare(r, x)
		last := r
		if n := len(out); n > 0 {
			last = *out[n-1].Relation
		}
		rule := "divide"
		if sg, ok := slopeSign(last.Terms[0], x); ok && sg < 0 {
			rule = "divide by a negative number, which turns the sign"
		}
		if !slices.Contains(maths.Names(last.Terms[0]), x) {
			return append(out, Line{Rule: "always or never true", Relation: &last})
		}
		if last.Terms[0] == maths.Name(x) {
			return out
		}
		return append(out, Line{Rule: rule, Text: s.Line.Text(x)})
	}
	var out []Line
	if b, ok := left.(maths.Call); ok && b.Func == "abs" || containsAbs(left) || containsAbs(right) {
		if rule, u, value, ends := undo(left, right, x); rule != "" && !ends && !slices.Contains(maths.Names(right), x) {
			rel := maths.Relation{Terms: []maths.Node{u, plain(value)}, Ops: r.Ops}
			return append([]Line{{Rule: rule, Relation: &rel}}, inequality(rel, x, s)...)
		}
		return append(without(fromSolver(s, nil), "collect terms", "divide"), fromEnd(s, x)...)
	}
	if polynomial(left) && polynomial(right) {
		out = prepare(r, x)
		if n := len(out); n > 0 {
			left, right = out[n-1].Relation.Terms[0], out[n-1].Relation.Terms[1]
		}
	}
	if !maths.Equal(right, maths.Int(0)) {
		d := short(maths.Binary{Op: '-', X: left, Y: right})
		rel := maths.Relation{Terms: []maths.Node{d, maths.Int(0)}, Ops: r.Ops}
		if polynomial(left) && polynomial(right) {
			if flat, err := algebra.Expanded(maths.Binary{Op: '-', X: left, Y: right}, algebra.DefaultBudget); err == nil {
				d = flat
			}
		}
		rule := "bring everything to one side"
		if num, den, ok := binary(d, '/'); ok && slices.Contains(maths.Names(den), x) {
			rule = "bring to one fraction"
			left = maths.Binary{Op: '/', X: num, Y: den}
		} else {
			left = d
		}
		out = append(out, Line{Rule: rule, Relation: &rel})
	}
	return append(append(out, signsBetween(left, x)...), fromEnd(s, x)...)
}

func containsAbs(n maths.Node) bool {
	found := false
	maths.Walk(n, func(n maths.Node) {
		if c, ok := n.(maths.Call); ok && c.Func == "abs" {
			found = true
		}
	})
	return found
}

func slopeSign(n maths.Node, x string) (int, bool) {
	a, _, ok := linear(maths.Relation{Terms: []maths.Node{n, maths.Int(0)}}, x)
	if !ok {
		return 0, false
	}
	return sign(a)
}

// distance reads |u| < c as lying between, and |u| > c as lying outside.
func distance(u maths.Node, op string, c maths.Node) Line {
	sg, _ := sign(c)
	text := func(a string) string { return maths.Typed(u) + " " + a }
	switch {
	case sg < 0 && (op == ">" || op == "≥"), sg == 0 && op == "≥":
		return Line{Rule: "a distance is never negative, so this is always true"}
	case sg < 0, sg == 0 && op == "<":
		return Line{Rule: "a distance is never negative, so this is never true"}
	case op == "<" || op == "≤":
		return Line{Rule: "lies between" + afterwards(u), Text: maths.Typed(plain(algebra.Negated(c))) + " " + op + " " + text(op+" "+maths.Typed(c))}
	}
	turned := map[string]string{">": "<", "≥": "≤"}[op]
	return Line{Rule: "lies outside" + afterwards(u), Text: text(turned+" "+maths.Typed(plain(algebra.Negated(c)))) + " or " + text(op+" "+maths.Typed(c))}
}

// signsBetween tells where an expression can change its sign.
func signsBetween(n maths.Node, x string) []Line {
	var out []Line
	num, den, quotient := binary(n, '/')
	if !quotient {
		num = n
	}
	if fs := Factor(num); len(fs) > 0 && slices.Contains(maths.Names(num), x) && !factored(num) {
		out = append(out, fs...)
	}
	above := slices.Contains(maths.Names(num), x)
	below := quotient && slices.Contains(maths.Names(den), x)
	switch {
	case above && below:
		out = append(out, Line{Rule: "zeros above and below the line"})
	case below:
		out = append(out, Line{Rule: "the sign is that of the denominator"})
	default:
		out = append(out, Line{Rule: "zeros"})
	}
	return append(out, Line{Rule: "signs between the zeros"})
}

func factored(n maths.Node) bool { return len(factorsOf(n)) > 1 || !isSum(n) }

// fromEnd is the last line of an inequality.
func fromEnd(s solve.Solution, x string) []Line {
	if len(s.Line) == 0 && s.Kind != solve.All {
		return []Line{{Rule: "nothing is left"}}
	}
	if s.Kind == solve.All {
		return []Line{{Rule: "everything fits"}}
	}
	return []Line{{Rule: "solution", Text: s.Line.Text(x)}}
}

// System tells how two linear equations in two unknowns are solved.
func System(relations []maths.Relation, unknowns []string, s solve.Solution) []Line {
	calc := algebra.New(algebra.DefaultBudget)
	if len(relations) != 2 || len(unknowns) != 2 {
		return fromSolver(s, nil)
	}
	var a [2][2]*big.Rat
	for i, r := range relations {
		if r.Terms[0] == maths.Name(unknowns[0]) || r.Terms[0] == maths.Name(unknowns[1]) {
			return append([]Line{{Rule: "put the one into the other", Relation: &relations[i]}}, fromSolver(s, nil)...)
		}
		f, err := calc.Form(maths.Binary{Op: '-', X: r.Terms[0], Y: r.Terms[1]})
		if err != nil {
			return fromSolver(s, nil)
		}
		for j, x := range unknowns {
			c, _, ok := calc.Linear(f, x)
			if !ok {
				a[i][j] = new(big.Rat)
				if slices.Contains(f.Names(), x) {
					return append([]Line{{Rule: "solve the linear one and put it into the other"}}, fromSolver(s, nil)...)
				}
				continue
			}
			if a[i][j], ok = c.Rational(); !ok {
				return append([]Line{{Rule: "solve the linear one and put it into the other"}}, fromSolver(s, nil)...)
			}
		}
	}
	rule := "multiply to match the coefficients"
	for j := range 2 {
		opposite := new(big.Rat).Neg(a[1][j])
		switch {
		case a[0][j].Sign() == 0 || a[1][j].Sign() == 0:
			rule = "one equation has one unknown"
		case a[0][j].Cmp(opposite) == 0 && rule != "one equation has one unknown":
			rule = "add the equations"
		case a[0][j].Cmp(a[1][j]) == 0 && rule == "multiply to match the coefficients":
			rule = "subtract the equations"
		case (a[0][j].Cmp(big.NewRat(1, 1)) == 0 || a[1][j].Cmp(big.NewRat(1, 1)) == 0) && rule == "multiply to match the coefficients":
			rule = "solve for the unknown without a factor and put it in"
		}
	}
	var out []Line
	for i, r := range relations {
		if len(prepare(r, "")) > 0 && slices.ContainsFunc(prepare(r, ""), func(l Line) bool { return l.Rule != "combine like terms" }) {
			out = append(out, prepare(relations[i], "")[0])
		}
	}
	out = append(out, Line{Rule: rule})
	return append(out, without(fromSolver(s, nil), "collect terms", "divide")...)
}
