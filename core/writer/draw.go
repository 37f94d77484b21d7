package writer

import (
	"fmt"
	"math/big"
	"math/rand/v2"

	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// task is a problem with numbers: what is given, what is asked, what it comes to.
type task struct {
	problem   problem
	asked     maths.Variable
	expr      maths.Node // of the asked variable
	givens    map[string]units.Quantity
	order     []string // the givens as they are told
	converted string   // the given that is stated in another unit, or ""
	linked    *big.Rat // the value of a chain's link, in the unit of the part that finds it
	decoy     *decoy   // a given that only another formula needs
	change    *change  // what does not stay as it was
	answer    *big.Rat
	because   string // what makes it harder than easy
}

// variable finds what a given is, also one that the right formula has no use for.
func (t task) variable(name string) maths.Variable {
	if t.decoy != nil && name == t.decoy.Name {
		return t.decoy.Variable
	}
	v, _ := t.problem.Variable(name)
	return v
}

// own are the givens as bare numbers in the units of the formula.
func (t task) own() map[string]*big.Rat {
	out := map[string]*big.Rat{}
	for name, q := range t.givens {
		out[name] = q.In(t.variable(name).Unit)
	}
	return out
}

// irrational is how many digits an answer has that is rounded at any length.
const irrational = 30

// draws is how often numbers are drawn before the best so far is taken.
const draws = 60

// least draws tasks until one costs nothing, or takes the cheapest of so many draws.
// A draw that makes none is false.
func least(n int, draw func() (t task, cost int, ok bool)) (task, bool) {
	var best task
	lowest := -1
	for range n {
		t, cost, ok := draw()
		if !ok {
			continue
		}
		if n := decimal.Significant(t.answer); n < irrational { // of those all are alike
			cost += min(12, 2*max(0, n-2))
		}
		if cost += t.trivial(); lowest < 0 || cost < lowest {
			best, lowest = t, cost
		}
		if lowest == 0 {
			break
		}
	}
	return best, lowest >= 0
}

// draw finds plausible numbers with a readable answer. Values are drawn for all
// variables of the right side and the subject computed from them, so that also
// a question for another unknown has givens that belong together.
func (p problem) draw(r *rand.Rand, asked, convert string, ranges learned) (task, error) {
	v, _ := p.Variable(asked)
	expr, err := p.For(asked)
	if err != nil {
		return task{}, err
	}
	believable := ranges.plausible
	draw := func() (task, int, bool) {
		t := task{problem: p, asked: v, expr: expr, givens: map[string]units.Quantity{}, converted: convert}
		values := map[string]*big.Rat{}
		for _, w := range p.Variables[1:] {
			values[w.Name] = ranges.pick(w, r)
		}
		total, err := maths.Estimate(p.Expr, values)
		if err != nil || total.Sign() <= 0 {
			return t, 0, false
		}
		cost := 0
		if subject := p.Formula.Subject(); asked != subject.Name {
			total = decimal.Round(total, 3)
			if !believable(subject, total) {
				return t, 0, false
			}
			cost += 2 * max(0, decimal.Significant(total)-2)
			t.givens[subject.Name] = units.Quantity{Value: total, Unit: subject.Unit}
			t.order = append(t.order, subject.Name)
		}
		for _, w := range p.Variables[1:] {
			if w.Name == asked {
				continue
			}
			q := units.Quantity{Value: values[w.Name], Unit: w.Unit}
			if w.Name == convert {
				if q, err = restate(q, r); err != nil {
					return t, 0, false
				}
				cost += 3*max(0, decimal.Significant(q.Value)-3) + awkward(q.Value)
			}
			t.givens[w.Name] = q
			t.order = append(t.order, w.Name)
		}
		answer, err := p.Compute(asked, t.givens)
		if err != nil || answer.Value.Sign() <= 0 || !believable(v, answer.Value) || !t.link(ranges) {
			return t, 0, false
		}
		t.answer = answer.Value
		return t, cost, true
	}
	t, ok := least(draws*len(p.parts), draw)
	if !ok { // a formula of the very large or the very small
		believable = sensible
		t, ok = least(draws, draw)
	}
	if !ok {
		return t, fmt.Errorf("No plausible numbers were found for %s.", p.Text)
	}
	return t, nil
}

// awkward is the cost of a stated number that a person would write in another
// unit.
func awkward(v *big.Rat) int {
	if v.Cmp(big.NewRat(1, 10)) < 0 || v.Cmp(big.NewRat(10000, 1)) >= 0 {
		return 4
	}
	return 0
}

// trivial is the cost of numbers that make the question easier than its level:
// a one, two givens alike, or an answer that is given.
func (t task) trivial() int {
	one := big.NewRat(1, 1)
	seen := map[string]bool{t.answer.RatString(): true}
	cost := 0
	if t.answer.Cmp(one) == 0 {
		cost += 6
	}
	for _, q := range t.givens {
		if q.Value.Cmp(one) == 0 || seen[q.Value.RatString()] {
			cost += 6
		}
		seen[q.Value.RatString()] = true
	}
	return cost
}

// restate gives a quantity in another unit of the same dimension, in a readable
// number. The numbers near the given one that stay short are preferred.
func restate(q units.Quantity, r *rand.Rand) (units.Quantity, error) {
	others := units.Siblings(q.Unit)
	others = others[:min(len(others), 3)]
	r.Shuffle(len(others), func(i, j int) { others[i], others[j] = others[j], others[i] })
	for _, u := range others {
		v := decimal.Round(q.In(u), 2)
		if v.Cmp(big.NewRat(1, 100)) >= 0 && v.Cmp(big.NewRat(100000, 1)) < 0 {
			return units.Quantity{Value: v, Unit: u}, nil
		}
	}
	return q, fmt.Errorf("no other unit suits %s", q.Text(3))
}
