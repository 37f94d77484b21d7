package writer

import (
	"fmt"
	"maps"
	"math/big"
	"slices"
	"strings"

	"zincowl/core/language/realise"
	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
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
func (t task) slips() []slip {
	var out []slip
	add := func(w wrong) {
		if w.value == nil || w.value.Sign() <= 0 || close(w.value, t.answer) || far(w.value, t.answer) || !sensible(t.asked, w.value) {
			return
		}
		for _, s := range out {
			if close(s.value, w.value) {
				return
			}
		}
		number, _ := units.Quantity{Value: w.value, Unit: t.asked.Unit}.Show(digits)
		if strings.Contains(number, ".") && !strings.Contains(number, "×") {
			number = strings.TrimRight(strings.TrimRight(number, "0"), ".")
		}
		if decimal.Agrees(number, t.answer) {
			return // "170" may be 174, rounded
		}
		out = append(out, slip{w.id, w.value, units.With(number, t.asked.Unit), w.why})
	}
	for _, find := range catalogue {
		for _, w := range find(t) {
			add(w)
		}
	}
	// A wrong answer that is absurdly far off tempts nobody: those come last.
	slices.SortStableFunc(out, func(a, b slip) int { return remote(a.value, t.answer) - remote(b.value, t.answer) })
	return out
}

// wrong is what a slip comes to, nil where it comes to nothing.
type wrong struct {
	id    string
	value *big.Rat
	why   string
}

// catalogue finds slips by what they are about, the likeliest first. A slip keeps
// its id whatever the formula, so that what recurs with a candidate can be seen.
var catalogue = []func(task) []wrong{
	task.changeSlips, task.choiceSlips, task.conversionSlips, task.chainSlips, task.formulaSlips, task.meaningSlips, task.operationSlips, task.scaleSlips,
}

// computed is the value of an expression, or nil.
func computed(n maths.Node, values map[string]*big.Rat) *big.Rat {
	v, err := maths.Estimate(n, values)
	if err != nil {
		return nil
	}
	return v
}

// with is a copy of values with another one for a name.
func with(values map[string]*big.Rat, name string, v *big.Rat) map[string]*big.Rat {
	out := maps.Clone(values)
	out[name] = v
	return out
}

// conversionSlips overlook units, or convert the wrong way.
func (t task) conversionSlips() []wrong {
	if t.converted == "" {
		return nil
	}
	v, given, own := t.variable(t.converted), t.givens[t.converted], t.own()
	said := given.Text(digits)
	factor := given.Unit.In(v.Unit)
	out := []wrong{
		{"unit-not-converted", computed(t.expr, with(own, v.Name, given.Value)), fmt.Sprintf("%s was put in as if it were in %s.", said, unitText(v.Unit))},
		{"conversion-turned-over", computed(t.expr, with(own, v.Name, new(big.Rat).Quo(given.Value, factor))), fmt.Sprintf("%s was multiplied where it has to be divided, or the other way about.", said)},
	}
	hour, minute, second := unit("h"), unit("min"), unit("s")
	if v.Unit.Same(hour) && (given.Unit.Factor.Cmp(minute.Factor) == 0 || given.Unit.Factor.Cmp(second.Factor) == 0) {
		hundred := new(big.Rat).Quo(given.Value, big.NewRat(100, 1))
		out = append(out, wrong{"sixties-as-hundredths", computed(t.expr, with(own, v.Name, hundred)), fmt.Sprintf("%s was written as a decimal without dividing by 60.", said)})
	}
	for _, power := range []struct {
		like   string
		root   int64
		unlike string
	}{{"m²", 2, "a length, not an area"}, {"m³", 3, "a length, not a volume"}} {
		if v.Unit.Same(unit(power.like)) {
			if root, ok := rootOf(factor, power.root); ok {
				out = append(out, wrong{"factor-of-lengths", computed(t.expr, with(own, v.Name, new(big.Rat).Mul(given.Value, root))), fmt.Sprintf("%s was converted with the factor of %s.", said, power.unlike)})
			}
		}
	}
	return out
}

func unit(text string) units.Unit {
	u, _ := units.Parse(text)
	return u
}

// rootOf is the exact root of a power of ten, other than one.
func rootOf(v *big.Rat, n int64) (*big.Rat, bool) {
	for e := int64(-9); e <= 9; e++ {
		ten := new(big.Rat).SetInt(new(big.Int).Exp(big.NewInt(10), big.NewInt(max(e, -e)), nil))
		if e < 0 {
			ten.Inv(ten)
		}
		power := big.NewRat(1, 1)
		for range n {
			power.Mul(power, ten)
		}
		if e != 0 && power.Cmp(v) == 0 {
			return ten, true
		}
	}
	return nil, false
}

// choiceSlips take the wrong formula of the sheet.
func (t task) choiceSlips() []wrong {
	if t.decoy == nil {
		return nil
	}
	v, own := t.decoy.Variable, t.own()
	out := []wrong{{"wrong-formula", t.decoy.value, fmt.Sprintf("The formula for the %s was taken.", t.decoy.other.Formula.Subject().Meaning)}}
	for _, w := range t.problem.Variables[1:] {
		out = append(out, wrong{"wrong-given", computed(t.expr, with(own, w.Name, own[v.Name])), fmt.Sprintf("The %s was put in for the %s.", v.Meaning, w.Meaning)})
	}
	return out
}

// chainSlips lose one of two formulas, or the precision between them.
func (t task) chainSlips() []wrong {
	if t.linked == nil {
		return nil
	}
	first, second := t.problem.inTurn(t.asked.Name)
	at, in := first.means(t.problem.link), second.means(t.problem.link)
	expr, err := second.For(t.asked.Name)
	if err != nil {
		return nil
	}
	own := t.own()
	exact := units.Quantity{Value: t.linked, Unit: at.Unit}.In(in.Unit)
	out := []wrong{{"first-step-alone", exact, fmt.Sprintf("The %s alone was taken for the answer.", at.Meaning)}}
	if exact.Cmp(t.linked) != 0 {
		out = append(out, wrong{"unit-between-steps", computed(expr, with(own, in.Name, t.linked)), fmt.Sprintf("The %s was carried over in %s as if it were in %s.", at.Meaning, unitText(at.Unit), unitText(in.Unit))})
	}
	for _, v := range first.Variables {
		if own[v.Name] != nil && v.Name != at.Name {
			out = append(out, wrong{"step-left-out", computed(expr, with(own, in.Name, own[v.Name])), fmt.Sprintf("The %s was put in where the %s has to be found first.", v.Meaning, in.Meaning)})
		}
	}
	rounded := decimal.Round(exact, 1)
	return append(out, wrong{"rounded-too-early", computed(expr, with(own, in.Name, rounded)), fmt.Sprintf("The %s was rounded to one digit before it was used.", in.Meaning)})
}

// formulaSlips use a formula as it stands though another unknown is asked for.
func (t task) formulaSlips() []wrong {
	subject := t.problem.Formula.Subject().Name
	if t.change != nil || t.asked.Name == subject {
		return nil
	}
	own := t.own()
	return []wrong{{"formula-not-turned-round", computed(t.problem.Expr, with(own, t.asked.Name, own[subject])), fmt.Sprintf("The numbers were put into %s as it stands.", t.problem.Text)}}
}

// meaningSlips mistake what a given is: the diameter for the radius, a share for its
// rest, per cent for a decimal.
func (t task) meaningSlips() []wrong {
	if t.change != nil {
		return nil
	}
	var out []wrong
	own := t.own()
	one, hundred := big.NewRat(1, 1), big.NewRat(100, 1)
	for _, name := range t.order {
		v, x := t.variable(name), own[name]
		meaning := strings.ToLower(v.Meaning)
		put := func(id string, x *big.Rat, why string) {
			out = append(out, wrong{id, computed(t.expr, with(own, name, x)), why})
		}
		switch {
		case strings.Contains(meaning, "radius"):
			put("diameter-for-radius", new(big.Rat).Mul(x, big.NewRat(2, 1)), fmt.Sprintf("The diameter was put in for the %s.", v.Meaning))
		case strings.Contains(meaning, "diameter"):
			put("radius-for-diameter", new(big.Rat).Quo(x, big.NewRat(2, 1)), fmt.Sprintf("The radius was put in for the %s.", v.Meaning))
		}
		if v.Unit.Text == "" && x.Cmp(one) < 0 {
			put("rest-for-share", new(big.Rat).Sub(one, x), fmt.Sprintf("What is left beside the %s was put in for it.", v.Meaning))
		}
		if v.Unit.Text == "%" {
			put("percent-as-number", new(big.Rat).Mul(x, hundred), fmt.Sprintf("%s was put in without dividing by a hundred.", t.givens[name].Text(digits)))
		}
	}
	return out
}

// operationSlips take one operation of the formula for another.
func (t task) operationSlips() []wrong {
	if t.change != nil {
		return nil
	}
	var out []wrong
	own := t.own()
	for _, w := range wrongTurns(t.expr) {
		out = append(out, wrong{w.id, computed(w.expr, own), w.why})
	}
	return out
}

// scaleSlips move the decimal point.
func (t task) scaleSlips() []wrong {
	var out []wrong
	for _, p := range []struct {
		by   *big.Rat
		says string
	}{{big.NewRat(10, 1), "ten times too much"}, {big.NewRat(1, 10), "a tenth of it"}, {big.NewRat(1000, 1), "a thousand times too much"}, {big.NewRat(1, 1000), "a thousandth of it"}} {
		out = append(out, wrong{"power-of-ten", new(big.Rat).Mul(t.answer, p.by), "The decimal point has moved; this is " + p.says + "."})
	}
	return out
}

// changeSlips mistake what a change is of, or which way it goes.
func (t task) changeSlips() []wrong {
	c := t.change
	if c == nil {
		return nil
	}
	hundred, one := big.NewRat(100, 1), big.NewRat(1, 1)
	share := new(big.Rat).Quo(c.percent, hundred)
	more, less := new(big.Rat).Add(one, share), new(big.Rat).Sub(one, share)
	given, subject := c.of.Meaning, c.asked.Meaning
	turned := more // the percentage on the wrong side
	if c.up {
		turned = less
	}
	factor := new(big.Rat).Quo(c.later, c.before)
	direct := new(big.Rat).Quo(c.to.Value, c.from.Value)
	switch c.asks {
	case forValue:
		return []wrong{
			{"change-turned-round", new(big.Rat).Quo(c.before, factor), fmt.Sprintf("The %s was taken to move the %s the other way.", given, subject)},
			{"power-of-the-change-forgotten", new(big.Rat).Mul(c.before, direct), fmt.Sprintf("The %s was taken to change as many times as the %s.", subject, given)},
			{"percent-taken-for-added", t.scaled(turned), "The percentage was taken off where it has to be added, or the other way about."},
			{"percent-of-the-answer", new(big.Rat).Mul(c.before, turned), fmt.Sprintf("The percentage was put on the %s itself.", subject)},
			{"change-for-new-value", distance(c.later, c.before), "This is by how much it changes, not what it becomes."},
			{"percentage-alone", new(big.Rat).Mul(c.before, share), fmt.Sprintf("This is %s%% of the first %s, not what it becomes.", decimal.Exact(c.percent), subject)},
			{"change-missed", c.before, "The change was not taken into account."},
			{"change-made-twice", new(big.Rat).Mul(c.later, factor), "The change was made twice."},
		}
	case forShare:
		wrongBase := new(big.Rat).Quo(distance(c.later, c.before), c.later)
		return []wrong{
			{"percentage-carried-over", c.percent, fmt.Sprintf("The %s was taken to change by the same percentage as the %s.", subject, given)},
			{"percentage-of-the-new-value", wrongBase.Mul(wrongBase, hundred), "It was compared with the value after the change, not the one before."},
			{"ratio-for-change", new(big.Rat).Mul(factor, hundred), "This is what it becomes in per cent of what it was, not the change."},
			{"percentage-left-over", new(big.Rat).Sub(hundred, t.answer), "This is what is left of a hundred per cent."},
			{"half-counted", new(big.Rat).Quo(t.answer, big.NewRat(2, 1)), "The change was spread over before and after; it counts once, from before."},
			{"change-made-twice", new(big.Rat).Mul(t.answer, big.NewRat(2, 1)), "The change was counted twice."},
		}
	}
	own := t.own()
	gap := distance(c.to.Value, c.from.Value)
	out := []wrong{
		{"new-value-for-change", c.later, fmt.Sprintf("This is the %s after the change, not by how much it changes.", subject)},
		{"change-missed", c.before, fmt.Sprintf("This is the %s before the change.", subject)},
		{"change-alone", computed(t.problem.Expr, with(own, c.of.Name, gap)), fmt.Sprintf("The change of the %s alone was put into the formula.", given)},
		{"percent-taken-for-added", distanceOf(computed(t.problem.Expr, with(own, c.of.Name, new(big.Rat).Mul(c.from.Value, turned))), c.before), "The percentage was taken off where it has to be added, or the other way about."},
		{"percentage-carried-over", new(big.Rat).Mul(c.before, share), fmt.Sprintf("The %s was taken to change by the same percentage as the %s.", subject, given)},
		{"before-and-after-added", new(big.Rat).Add(c.before, c.later), "Before and after were added where they have to be compared."},
		{"change-of-the-given", gap, fmt.Sprintf("This is by how much the %s changes.", given)},
	}
	for _, w := range wrongTurns(t.problem.Expr) {
		out = append(out, wrong{w.id, distanceOf(computed(w.expr, own), computed(w.expr, with(own, c.of.Name, c.to.Value))), w.why})
	}
	return out
}

// scaled is the subject's first value after the given was multiplied by a factor.
func (t task) scaled(factor *big.Rat) *big.Rat {
	if factor.Sign() <= 0 {
		return nil
	}
	times := t.change.scaled(factor)
	if times == nil {
		return nil
	}
	return times.Mul(t.change.before, times)
}

func distanceOf(a, b *big.Rat) *big.Rat {
	if a == nil || b == nil {
		return nil
	}
	return distance(a, b)
}

// remote is 1 for a value more than a hundred times off, else 0.
func remote(a, b *big.Rat) int {
	ratio := new(big.Rat).Quo(a, b)
	if ratio.Cmp(big.NewRat(100, 1)) > 0 || ratio.Cmp(big.NewRat(1, 100)) < 0 {
		return 1
	}
	return 0
}

func unitText(u units.Unit) string {
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
		turn := func(id, why string, n maths.Node) { out = append(out, wrongTurn{id, why, put(n)}) }
		switch n := n.(type) {
		case maths.Negative:
			turn("sign-lost", fmt.Sprintf("The minus sign before %s was lost.", the(n.X)), n.X)
			visit(n.X, func(m maths.Node) maths.Node { return put(maths.Negative{X: m}) })
		case maths.Call:
			x := n.Args[0]
			switch n.Func {
			case "sqrt", "root":
				turn("root-forgotten", fmt.Sprintf("The root of %s was not taken.", maths.Told(x)), x)
				turn("half-for-root", fmt.Sprintf("%s was halved where its root has to be taken.", maths.Told(x)), maths.Binary{Op: '/', X: x, Y: maths.Int(2)})
				turn("square-for-root", fmt.Sprintf("%s was squared where its root has to be taken.", maths.Told(x)), maths.Binary{Op: '^', X: x, Y: maths.Int(2)})
			case "log":
				turn("other-logarithm", "The natural logarithm was taken where that to base ten is meant.", maths.Call{Func: "ln", Args: n.Args[:1]})
			case "ln":
				turn("other-logarithm", "The logarithm to base ten was taken where the natural one is meant.", maths.Call{Func: "log", Args: n.Args})
			}
			visit(x, func(m maths.Node) maths.Node {
				return put(maths.Call{Func: n.Func, Args: append([]maths.Node{m}, n.Args[1:]...)})
			})
		}
		b, ok := n.(maths.Binary)
		if !ok {
			return
		}
		switch _, constant := b.Y.(maths.Number); {
		case b.Op == '*' && len(maths.Names(b.X)) == 0 && len(maths.Names(b.Y)) > 0:
			turn("factor-forgotten", fmt.Sprintf("It was not multiplied by %s.", maths.Told(b.X)), b.Y)
		case b.Op == '^' && b.X == maths.E:
			turn("ten-for-e", "Ten was raised to the power where e is meant.", maths.Binary{Op: '^', X: maths.Int(10), Y: b.Y})
		case b.Op == '^' && maths.Equal(b.X, maths.Int(10)) && !constant:
			turn("e-for-ten", "e was raised to the power where ten is meant.", maths.Binary{Op: '^', X: maths.E, Y: b.Y})
		}
		if _, constant := b.Y.(maths.Number); constant && b.Op == '^' {
			turn("power-forgotten", fmt.Sprintf("%s was not raised to its power.", realise.Upper(the(b.X))), b.X)
			turn("power-as-factor", fmt.Sprintf("%s was multiplied by %s where it has to be raised to it.", realise.Upper(the(b.X)), maths.Told(b.Y)), maths.Binary{Op: '*', X: b.X, Y: b.Y})
		}
		switch b.Op {
		case '/':
			turn("multiplied-for-divided", fmt.Sprintf("It was multiplied by %s, which has to divide.", the(b.Y)), maths.Binary{Op: '*', X: b.X, Y: b.Y})
			turn("ratio-turned-over", fmt.Sprintf("%s was divided by %s.", realise.Upper(the(b.Y)), the(b.X)), maths.Binary{Op: '/', X: b.Y, Y: b.X})
			turn("factor-forgotten", fmt.Sprintf("It was not divided by %s.", the(b.Y)), b.X)
		case '*':
			turn("divided-for-multiplied", fmt.Sprintf("It was divided by %s, which has to multiply.", the(b.Y)), maths.Binary{Op: '/', X: b.X, Y: b.Y})
			turn("added-for-multiplied", fmt.Sprintf("%s was added where it has to multiply.", realise.Upper(the(b.Y))), maths.Binary{Op: '+', X: b.X, Y: b.Y})
			turn("factor-forgotten", fmt.Sprintf("It was not multiplied by %s.", the(b.Y)), b.X)
		case '+':
			turn("sign-turned", fmt.Sprintf("%s was taken away.", realise.Upper(the(b.Y))), maths.Binary{Op: '-', X: b.X, Y: b.Y})
			turn("part-forgotten", fmt.Sprintf("%s was left out.", realise.Upper(the(b.Y))), b.X)
			turn("other-part-forgotten", fmt.Sprintf("%s was left out.", realise.Upper(the(b.X))), b.Y)
		case '-':
			turn("sign-turned", fmt.Sprintf("%s was added.", realise.Upper(the(b.Y))), maths.Binary{Op: '+', X: b.X, Y: b.Y})
			turn("part-forgotten", fmt.Sprintf("%s was left out.", realise.Upper(the(b.Y))), b.X)
			turn("order-turned", "The smaller was taken for the larger.", maths.Binary{Op: '-', X: b.Y, Y: b.X})
			turn("taken-from-nothing", fmt.Sprintf("%s alone was taken for the answer.", realise.Upper(the(b.Y))), b.Y)
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
	return maths.Told(n)
}

func lowerFirstWord(s string) string {
	r := []rune(s)
	if len(r) > 1 && r[1] >= 'A' && r[1] <= 'Z' {
		return s
	}
	return string(append([]rune(string(r[0]|0x20)), r[1:]...))
}
