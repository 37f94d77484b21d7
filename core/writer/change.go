package writer

import (
	"fmt"
	"math/big"
	"math/rand/v2"
	"slices"

	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// change is a before and an after of one formula: one given moves, and what it does
// to the subject is asked for.
type change struct {
	of, asked     maths.Variable
	percent       *big.Rat // by which it moves
	up, rises     bool     // the given, and the subject
	told          telling
	asks          asking
	power         *big.Rat // of the given that the subject is in proportion to, or nil
	before, later *big.Rat
	after         map[string]units.Quantity // the givens after it
	from, to      units.Quantity            // of the given
}

// telling is how a change is told.
type telling int

const (
	byPercent telling = iota // "rises by 20%"
	toValue                  // "rises to 540 m³/h"
	fromTo                   // "rises from 450 m³/h to 540 m³/h"
)

// asking is what is asked about a change.
type asking int

const (
	forDifference asking = iota // by how much does the subject change
	forValue                    // what does it become, when only its first value is known
	forShare                    // by what percentage does it change
)

var percents = []int64{5, 10, 12, 15, 20, 25, 30, 40, 50, 60, 75, 80}

// changes are the before-and-after questions that a formula bears.
func (e equation) changes(ranges learned) []*idea {
	p := e.alone()
	var free []string // givens that occur once
	for _, v := range e.Variables[1:] {
		if unit := v.Unit.Text; unit == "°C" || unit == "°F" {
			continue // nobody lets a temperature rise by a fifth
		}
		if _, err := e.For(v.Name); v.Value == nil && err == nil && !maths.Equal(e.Expr, maths.Name(v.Name)) {
			free = append(free, v.Name)
		}
	}
	if len(free) == 0 {
		return nil
	}
	return p.pose(question.Hard, "before and after", func(r *rand.Rand, _ Brief) (task, error) {
		return p.drawChange(r, free[r.IntN(len(free))], ranges)
	})
}

// drawChange finds plausible numbers for a change of one given.
func (p problem) drawChange(r *rand.Rand, name string, ranges learned) (task, error) {
	of, _ := p.Variable(name)
	subject := p.Formula.Subject()
	power := proportion(p.Expr, name)
	asks := asking(r.IntN(3))
	switch {
	case power == nil:
		asks = forDifference
	case asks == forDifference && !maths.Rational(p.Expr): // a difference of two roundings
		asks = forShare
	}
	t, ok := least(draws, func() (task, int, bool) {
		t := task{problem: p, asked: subject, expr: p.Expr, givens: map[string]units.Quantity{}}
		c := &change{of: of, asked: subject, asks: asks, power: power, up: r.IntN(2) == 0, told: telling(r.IntN(3)), after: map[string]units.Quantity{}}
		if asks == forValue {
			c.told = byPercent
		}
		c.percent = big.NewRat(percents[r.IntN(len(percents))], 1)
		factor := new(big.Rat).Quo(c.percent, big.NewRat(100, 1))
		if !c.up {
			factor.Neg(factor)
		}
		factor.Add(factor, big.NewRat(1, 1))
		for _, w := range p.Variables[1:] {
			t.givens[w.Name] = units.Quantity{Value: ranges.pick(w, r), Unit: w.Unit}
			c.after[w.Name] = t.givens[w.Name]
		}
		c.from = t.givens[name]
		c.to = units.Quantity{Value: new(big.Rat).Mul(c.from.Value, factor), Unit: of.Unit}
		c.after[name] = c.to
		var err1, err2 error
		c.before, err1 = maths.Estimate(p.Expr, t.own())
		c.later, err2 = maths.Estimate(p.Expr, task{problem: p, givens: c.after}.own())
		if err1 != nil || err2 != nil || c.before.Sign() <= 0 || c.later.Sign() <= 0 || c.before.Cmp(c.later) == 0 ||
			!ranges.plausible(subject, c.before) || !ranges.plausible(subject, c.later) || !sensible(of, c.to.Value) || decimal.Significant(c.to.Value) > 3 {
			return t, 0, false
		}
		c.rises = c.later.Cmp(c.before) > 0
		cost := 0
		if asks == forValue && decimal.Significant(c.before) >= irrational { // the same change, from a number that can be told
			c.before = decimal.Round(c.before, digits)
			c.later = new(big.Rat).Mul(c.before, c.scale())
		}
		switch asks {
		case forDifference:
			t.answer = distance(c.later, c.before)
			if t.answer.Cmp(distance(c.to.Value, c.from.Value)) == 0 {
				return t, 0, false // a sum moves by what its part moves
			}
			if decimal.Significant(c.before) > 5 || decimal.Significant(c.later) > 5 {
				return t, 0, false
			}
			cost += 2*max(0, decimal.Significant(c.before)-3) + 2*max(0, decimal.Significant(c.later)-3)
		case forValue:
			t.answer = c.later
			t.givens = map[string]units.Quantity{subject.Name: {Value: c.before, Unit: subject.Unit}}
			if decimal.Significant(c.before) > 3 {
				return t, 0, false
			}
		case forShare:
			t.asked = maths.Variable{Name: subject.Name, Meaning: subject.Meaning, Unit: hundredths}
			t.answer = new(big.Rat).Quo(distance(c.later, c.before), c.before)
			t.answer.Mul(t.answer, big.NewRat(100, 1))
			t.givens = map[string]units.Quantity{name: c.from}
			if c.told == byPercent && c.inProportion() {
				return t, 0, false // the answer would be told
			}
		}
		for _, w := range p.Variables {
			if _, ok := t.givens[w.Name]; ok && !(w.Name == name && (c.told == fromTo || asks == forShare)) {
				t.order = append(t.order, w.Name)
			}
		}
		t.change = c
		return t, cost, true
	})
	if !ok {
		return t, fmt.Errorf("No plausible change was found for %s.", p.Text)
	}
	return t, nil
}

var hundredths, _ = units.Parse("%")

func distance(a, b *big.Rat) *big.Rat {
	d := new(big.Rat).Sub(a, b)
	return d.Abs(d)
}

// proportion is the power of a name that an expression is in proportion to: 1 for
// products, -1 under a fraction bar, 2 for a square, ½ for a root. It is nil where
// anything else stands around the name.
func proportion(n maths.Node, name string) *big.Rat {
	power := big.NewRat(1, 1)
	for {
		switch m := n.(type) {
		case maths.Name:
			if string(m) != name {
				return nil
			}
			return power
		case maths.Call:
			if m.Func != "sqrt" {
				return nil
			}
			n, power = m.Args[0], power.Mul(power, big.NewRat(1, 2))
		case maths.Binary:
			inX := slices.Contains(maths.Names(m.X), name)
			if inX && slices.Contains(maths.Names(m.Y), name) {
				return nil
			}
			switch {
			case m.Op == '^' && inX:
				p, err := maths.Evaluate(m.Y, nil)
				if err != nil || p.Sign() == 0 {
					return nil
				}
				n, power = m.X, power.Mul(power, p)
			case m.Op != '*' && m.Op != '/':
				return nil
			case inX:
				n = m.X
			default:
				if n = m.Y; m.Op == '/' {
					power.Neg(power)
				}
			}
		default:
			return nil
		}
	}
}

// is says whether the subject is in proportion to a whole power of the given.
func (c change) is(power int64) bool {
	return c.power != nil && c.power.Cmp(big.NewRat(power, 1)) == 0
}

// inProportion says whether the subject changes by the same share as the given.
func (c change) inProportion() bool { return c.is(1) }

// scale is how many times as much the subject becomes.
func (c change) scale() *big.Rat { return c.scaled(new(big.Rat).Quo(c.to.Value, c.from.Value)) }

// scaled is how many times as much the subject is where the given is factor times as
// much; nil where that is nothing.
func (c change) scaled(factor *big.Rat) *big.Rat {
	return computed(maths.Binary{Op: '^', X: maths.Number{Value: factor}, Y: maths.Number{Value: c.power}}, nil)
}

// ratio tells how many times as much the subject becomes: 1.2, 1 ÷ 1.2, 1.2², √(1.2).
func (c change) ratio(times string) string {
	factor := maths.Node(maths.Name(times))
	half := big.NewRat(1, 2)
	switch {
	case c.is(1):
		return times
	case c.is(-1):
		return "1 ÷ " + times
	case c.power.Cmp(half) == 0:
		return maths.Told(maths.Call{Func: "sqrt", Args: []maths.Node{factor}})
	}
	return maths.Told(maths.Binary{Op: '^', X: factor, Y: maths.Number{Value: c.power}})
}

// changeFrames tell what is known at first, {are}, what happens, {then}, and ask,
// {ask}.
var changeFrames = []string{
	"{are}. The {then}. {ask}",
	"At first {are}. The {then}. {ask}",
	"Suppose that {are}. The {then}. {ask}",
	"To begin with, {are}. Later the {then}. {ask}",
}

var changeStories = []string{
	"At {place}, {are}. The {then}. {ask}",
	"In the morning, {are} at {place}. By noon the {then}. {ask}",
	"A shift at {place} starts when {are}. During the shift the {then}. {ask}",
	"The log of {place} shows that {are}. Later the {then}. {ask}",
	"On the first day of a trial at {place}, {are}. On the next day the {then}. {ask}",
	"The panel at {place} shows that {are}. An hour on, the {then}. {ask}",
	"Before a setting is changed at {place}, {are}. Afterwards the {then}. {ask}",
	"A trainee at {place} notes that {are}. Before long the {then}. {ask}",
	"For one shift at {place}, {are}. For the next the {then}. {ask}",
	"A test run at {place} begins when {are}. In its later part the {then}. {ask}",
	"The plan for {place} says that {are}. On the day itself the {then}. {ask}",
	"At the start of a run at {place}, {are}. Towards its end the {then}. {ask}",
}

// stillFrames are for changes of which nothing but the change is known.
var stillFrames = []string{
	"The {then} while all else stays the same. {ask}",
	"At {place} the {then}; nothing else is altered. {ask}",
	"On a shift at {place} the {then}, all else being equal. {ask}",
	"During a trial at {place} the {then}, and the rest is left as it was. {ask}",
}

func (c change) stem(r *rand.Rand, b Brief, are []string) string {
	then := c.of.Meaning + " " + map[bool]string{true: "rises", false: "falls"}[c.up]
	switch {
	case c.told == byPercent:
		then += " by " + units.With(decimal.Exact(c.percent), hundredths)
	case c.told == toValue && len(are) > 0:
		then += " to " + c.to.Text(digits)
	default:
		then += " from " + c.from.Text(digits) + " to " + c.to.Text(digits)
	}
	moves := map[bool]string{true: "rise", false: "fall"}[c.rises]
	var ask string
	switch c.asks {
	case forShare:
		ask = "By what percentage does the " + c.asked.Meaning + " " + moves + "?"
	case forValue:
		then += ", all else being equal"
		ask = "What is the new " + c.asked.Meaning
		if c.asked.Unit.Text != "" {
			ask += " in " + spoken(c.asked.Unit)
		}
		ask += "?"
	default:
		ask = "By how much does the " + c.asked.Meaning + " " + moves
		if c.asked.Unit.Text != "" {
			ask += ", in " + spoken(c.asked.Unit)
		}
		ask += "?"
	}
	frames := stillFrames
	if len(are) > 0 {
		frames = changeFrames
		if r.Float64() < b.stories() {
			frames = changeStories
		}
	} else if r.Float64() >= b.stories() {
		frames = stillFrames[:1]
	}
	return fill(b.turn(r, frames), are, nil, then, ask, b)
}

// worked are the steps: the formula, before, after, and the two compared.
func (c change) worked(t task, shown string, exact bool) []string {
	name := c.asked.Name
	steps := []string{name + " = " + maths.Told(t.problem.Expr)}
	unit := c.asked.Unit
	first, last := units.Quantity{Value: c.before, Unit: unit}.Text(5), units.Quantity{Value: c.later, Unit: unit}.Text(5)
	line := func(givens map[string]units.Quantity, v *big.Rat, text string) {
		values := map[string]string{}
		for name, q := range givens {
			values[name], _ = t.variable(name).Show(q)
		}
		steps = append(steps, fmt.Sprintf("%s %s %s", maths.Substituted(t.problem.Expr, values), equals(decimal.Significant(v) <= 5), text))
	}
	moved := fmt.Sprintf("%s %s %s%%", c.of.Name, map[bool]string{true: "+", false: "−"}[c.up], decimal.Exact(c.percent))
	factor := new(big.Rat).Quo(c.to.Value, c.from.Value)
	times := decimal.Exact(factor)
	switch c.asks {
	case forValue:
		steps = append(steps, moved+": "+times+" times as much")
		if c.is(-1) {
			return append(steps, fmt.Sprintf("%s ÷ %s %s %s", first, times, equals(exact), shown))
		}
		return append(steps, fmt.Sprintf("%s × %s %s %s", first, c.ratio(times), equals(exact), shown))
	case forShare:
		ratio := c.ratio(times)
		if c.inProportion() || c.told != byPercent {
			steps = append(steps, fmt.Sprintf("%s ÷ %s = %s", c.to.Text(5), c.from.Text(5), times))
		} else {
			steps = append(steps, moved+": "+times+" times as much")
		}
		if c.rises {
			return append(steps, fmt.Sprintf("(%s − 1) × 100%% %s %s", ratio, equals(exact), shown))
		}
		return append(steps, fmt.Sprintf("(1 − %s) × 100%% %s %s", ratio, equals(exact), shown))
	}
	line(t.givens, c.before, first)
	if c.told == byPercent {
		steps = append(steps, fmt.Sprintf("%s × %s = %s", c.from.Text(5), times, c.to.Text(5)))
	}
	line(c.after, c.later, last)
	high, low := last, first
	if !c.rises {
		high, low = first, last
	}
	return append(steps, fmt.Sprintf("%s − %s %s %s", high, low, equals(exact), shown))
}
