package writer

import (
	"math/big"
	"math/rand/v2"
	"slices"

	"zincowl/core/maths"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// decoy is a given that the right formula has no use for, and what another formula
// of the sheet would make of it.
type decoy struct {
	maths.Variable
	other equation
	value *big.Rat // of the other formula, in its own unit
}

// choices are questions in which the right formula has to be chosen: the givens
// would do for another one of the same topic as well.
func (e equation) choices(all []equation, ranges learned) []*idea {
	p := e.alone()
	var rivals []decoy
	for _, o := range all {
		if v, ok := e.rival(o); ok {
			rivals = append(rivals, decoy{Variable: v, other: o})
		}
	}
	if len(rivals) == 0 {
		return nil
	}
	return p.pose(question.Medium, "choice between formulas", func(r *rand.Rand, _ Brief) (task, error) {
		t, err := p.draw(r, e.Formula.Subject().Name, "", ranges)
		if err != nil {
			return t, err
		}
		d := rivals[r.IntN(len(rivals))]
		given := units.Quantity{Value: ranges.pick(d.Variable, r), Unit: d.Unit}
		values := t.own()
		for _, v := range d.other.Variables[1:] {
			if same := e.means(v); same.Name != "" {
				values[v.Name] = units.Quantity{Value: values[same.Name], Unit: same.Unit}.In(v.Unit)
			}
		}
		values[d.Name] = given.Value
		d.value, err = maths.Estimate(d.other.Expr, values)
		t.decoy = &d
		t.givens[d.Name] = given
		t.order = slices.Insert(t.order, r.IntN(len(t.order)+1), d.Name)
		return t, err
	})
}

// rival says whether another formula could be taken for this one: it shares a given
// and needs just one that this one has not.
func (e equation) rival(o equation) (maths.Variable, bool) {
	if o.topic != e.topic || o.src.ID != e.src.ID || e.means(o.Formula.Subject()).Name != "" {
		return maths.Variable{}, false
	}
	var more []maths.Variable
	for _, v := range o.Variables[1:] {
		if e.means(v).Name == "" {
			more = append(more, v)
		}
	}
	if len(more) != 1 || len(o.Variables) < 3 || o.means(e.Formula.Subject()).Name != "" {
		return maths.Variable{}, false
	}
	if _, taken := e.Variable(more[0].Name); taken {
		return maths.Variable{}, false
	}
	return more[0], true
}
