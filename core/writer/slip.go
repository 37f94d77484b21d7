package writer

import (
	"fmt"
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths"
)

// slip is a wrong turn taken with a task's numbers.
type slip struct {
	id    string
	value *big.Rat
	shown string
	why   string
}

// slips are the wrong answers that named slips lead to, the likeliest first.
// All are positive, within five powers of ten of the answer, and differ from it
// and from each other by more than two per cent, so that they stay different
// at the precision shown.
func (e equation) slips(t task) []slip {
	var out []slip
	add := func(id string, value *big.Rat, err error, why string) {
		if err != nil || value == nil || value.Sign() <= 0 || close(value, t.answer) || far(value, t.answer) {
			return
		}
		for _, s := range out {
			if close(s.value, value) {
				return
			}
		}
		if !sensible(t.asked, value) {
			return
		}
		number, _ := maths.Show(value, digits)
		if strings.Contains(number, ".") {
			number = strings.TrimRight(strings.TrimRight(number, "0"), ".")
		}
		out = append(out, slip{id, value, maths.WithUnit(number, t.asked.Unit), why})
	}
	own := map[string]*big.Rat{}   // in the formula's units
	naive := map[string]*big.Rat{} // as stated, units overlooked
	for name, q := range t.givens {
		v, _ := e.Variable(name)
		own[name], naive[name] = q.In(v.Unit), q.Value
	}
	if t.converted != "" {
		v, _ := e.Variable(t.converted)
		given := t.givens[t.converted]
		value, err := maths.Evaluate(t.expr, naive)
		add("unit-not-converted", value, err, fmt.Sprintf("%s was put in as if it were in %s.", given.Text(digits), unitText(v.Unit)))
		turned := map[string]*big.Rat{}
		for name, x := range own {
			turned[name] = x
		}
		turned[t.converted] = new(big.Rat).Quo(given.Value, given.Unit.In(v.Unit))
		value, err = maths.Evaluate(t.expr, turned)
		add("conversion-turned-over", value, err, fmt.Sprintf("%s was multiplied where it has to be divided, or the other way about.", given.Text(digits)))
	}
	if t.asked.Name != e.Formula.Subject().Name {
		// The formula as it stands, with the subject's value in the place of the unknown.
		asIs := map[string]*big.Rat{}
		for name, x := range own {
			asIs[name] = x
		}
		asIs[t.asked.Name] = own[e.Formula.Subject().Name]
		value, err := maths.Evaluate(e.Expr, asIs)
		add("formula-not-turned-round", value, err, fmt.Sprintf("The numbers were put into %s as it stands.", e.Text))
	}
	for _, w := range wrongTurns(t.expr) {
		value, err := maths.Evaluate(w.expr, own)
		add(w.id, value, err, w.why)
	}
	for _, p := range []struct {
		by   *big.Rat
		says string
	}{{big.NewRat(10, 1), "ten times too much"}, {big.NewRat(1, 10), "a tenth of it"}, {big.NewRat(1000, 1), "a thousand times too much"}, {big.NewRat(1, 1000), "a thousandth of it"}} {
		add("power-of-ten", new(big.Rat).Mul(t.answer, p.by), nil, "The decimal point has moved; this is "+p.says+".")
	}
	// A wrong answer that is absurdly far off tempts nobody: those come last.
	slices.SortStableFunc(out, func(a, b slip) int { return remote(a.value, t.answer) - remote(b.value, t.answer) })
	return out
}

// remote is 1 for a value more than a hundred times off, else 0.
func remote(a, b *big.Rat) int {
	ratio := new(big.Rat).Quo(a, b)
	if ratio.Cmp(big.NewRat(100, 1)) > 0 || ratio.Cmp(big.NewRat(1, 100)) < 0 {
		return 1
	}
	return 0
}

func unitText(u maths.Unit) string {
	if u.Text == "" {
		return "no unit"
	}
	return u.Text
}

// close says whether two values could be taken for each other.
func close(a, b *big.Rat) bool {
	gap := new(big.Rat).Sub(a, b)
	limit := new(big.Rat).Mul(new(big.Rat).Abs(b), big.NewRat(1, 50))
	return gap.Abs(gap).Cmp(limit) <= 0
}

// far says whether a value is so far off that nobody would take it.
func far(a, b *big.Rat) bool {
	ratio := new(big.Rat).Quo(a, b)
	return ratio.Cmp(big.NewRat(100000, 1)) > 0 || ratio.Cmp(big.NewRat(1, 100000)) < 0
}

// wrongTurn is an expression that somebody might compute in place of the right
// one.
type wrongTurn struct {
	id, why string
	expr    maths.Node
}

// wrongTurns changes one operation of an expression at a time, the outermost
// first.
func wrongTurns(n maths.Node) []wrongTurn {
	var out []wrongTurn
	var visit func(n maths.Node, put func(maths.Node) maths.Node)
	visit = func(n maths.Node, put func(maths.Node) maths.Node) {
		b, ok := n.(maths.Binary)
		if !ok {
			return
		}
		turn := func(id, why string, n maths.Node) { out = append(out, wrongTurn{id, why, put(n)}) }
		switch b.Op {
		case '/':
			turn("multiplied-for-divided", fmt.Sprintf("It was multiplied by %s, which has to divide.", the(b.Y)), maths.Binary{Op: '*', X: b.X, Y: b.Y})
			turn("ratio-turned-over", fmt.Sprintf("%s was divided by %s.", upperFirst(the(b.Y)), the(b.X)), maths.Binary{Op: '/', X: b.Y, Y: b.X})
			turn("factor-forgotten", fmt.Sprintf("It was not divided by %s.", the(b.Y)), b.X)
		case '*':
			turn("divided-for-multiplied", fmt.Sprintf("It was divided by %s, which has to multiply.", the(b.Y)), maths.Binary{Op: '/', X: b.X, Y: b.Y})
			turn("added-for-multiplied", fmt.Sprintf("%s was added where it has to multiply.", upperFirst(the(b.Y))), maths.Binary{Op: '+', X: b.X, Y: b.Y})
			turn("factor-forgotten", fmt.Sprintf("It was not multiplied by %s.", the(b.Y)), b.X)
		case '+':
			turn("sign-turned", fmt.Sprintf("%s was taken away.", upperFirst(the(b.Y))), maths.Binary{Op: '-', X: b.X, Y: b.Y})
			turn("part-forgotten", fmt.Sprintf("%s was left out.", upperFirst(the(b.Y))), b.X)
			turn("other-part-forgotten", fmt.Sprintf("%s was left out.", upperFirst(the(b.X))), b.Y)
		case '-':
			turn("sign-turned", fmt.Sprintf("%s was added.", upperFirst(the(b.Y))), maths.Binary{Op: '+', X: b.X, Y: b.Y})
			turn("part-forgotten", fmt.Sprintf("%s was left out.", upperFirst(the(b.Y))), b.X)
			turn("order-turned", "The smaller was taken for the larger.", maths.Binary{Op: '-', X: b.Y, Y: b.X})
			turn("taken-from-nothing", fmt.Sprintf("%s alone was taken for the answer.", upperFirst(the(b.Y))), b.Y)
		}
		visit(b.X, func(m maths.Node) maths.Node { return put(maths.Binary{Op: b.Op, X: m, Y: b.Y}) })
		visit(b.Y, func(m maths.Node) maths.Node { return put(maths.Binary{Op: b.Op, X: b.X, Y: m}) })
	}
	visit(n, func(m maths.Node) maths.Node { return m })
	return out
}

// the is an expression as a phrase within a sentence.
func the(n maths.Node) string {
	if name, ok := n.(maths.Name); ok {
		if len([]rune(string(name))) == 1 {
			return string(name)
		}
		return "the " + lowerFirstWord(string(name))
	}
	return n.String()
}

func lowerFirstWord(s string) string {
	r := []rune(s)
	if len(r) > 1 && r[1] >= 'A' && r[1] <= 'Z' {
		return s
	}
	return string(append([]rune(string(r[0]|0x20)), r[1:]...))
}
