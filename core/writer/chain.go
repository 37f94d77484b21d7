package writer

import (
	"math/big"
	"math/rand/v2"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/question"
)

// chains are the questions that two formulas bear together: one finds what the
// other needs. They share a variable that one of them is written for; or any, where
// the source treats both under one topic, so that one and the same flow is meant.
func chains(all []equation, ranges learned) []*idea {
	at := map[string][]int{} // equations by what their variables mean
	for i, e := range all {
		for _, v := range e.Variables {
			key := strings.ToLower(v.Meaning)
			at[key] = append(at[key], i)
		}
	}
	var out []*idea
	for i, second := range all {
		for _, link := range second.Variables[1:] {
			if link.Value != nil {
				continue
			}
			for _, j := range at[strings.ToLower(link.Meaning)] {
				first := all[j]
				if i == j || !first.Formula.Subject().Means(link) && (first.src.ID != second.src.ID || first.topic != second.topic || first.topic == "") {
					continue
				}
				if p, ok := chained(first, second, link); ok {
					out = append(out, p.pose(question.Hard, "chain", func(r *rand.Rand, b Brief) (task, error) {
						asked := p.Variables[0].Name
						if b.turnsRound() && r.IntN(4) == 0 {
							if v := p.Variables[r.IntN(len(p.Variables))]; v.Value == nil {
								asked = v.Name
							}
						}
						return p.draw(r, asked, "", ranges)
					})...)
				}
			}
		}
	}
	return out
}

// chained puts the first formula into the second where the link stands.
func chained(first, second equation, link maths.Variable) (problem, bool) {
	from := first.means(link)
	expr, err := first.For(from.Name)
	if err != nil {
		return problem{}, false
	}
	p := problem{parts: []equation{first, second}, link: link}
	for _, v := range second.Variables {
		if v.Name != link.Name {
			p.Variables = append(p.Variables, v)
		}
	}
	for _, v := range first.Variables {
		if v.Name == from.Name {
			continue
		}
		for _, w := range second.Variables {
			if v.Name == w.Name || v.Means(w) {
				return problem{}, false // what both need besides the link may cancel out
			}
		}
		p.Variables = append(p.Variables, v)
	}
	one := big.NewRat(1, 1)
	switch ratio := from.Unit.In(link.Unit); ratio.Cmp(one) {
	case 1:
		expr = maths.Binary{Op: '*', X: expr, Y: maths.Number{Value: ratio}}
	case -1:
		expr = maths.Binary{Op: '/', X: expr, Y: maths.Number{Value: ratio.Inv(ratio)}}
	}
	p.Expr = maths.Replace(second.Expr, map[string]maths.Node{link.Name: expr})
	p.Text = second.Text + " with " + first.Text
	return p, true
}

// means finds the variable of an equation that is the same quantity as another.
func (e equation) means(v maths.Variable) maths.Variable {
	for _, w := range e.Variables {
		if w.Means(v) {
			return w
		}
	}
	return maths.Variable{}
}

// inTurn are the parts of a chain in the order they are worked for one of its
// variables: first the one that finds the link.
func (p problem) inTurn(asked string) (first, second equation) {
	if _, ok := p.parts[0].Variable(asked); ok {
		return p.parts[1], p.parts[0]
	}
	return p.parts[0], p.parts[1]
}

// link finds the value of a chain's link. It has to be a plausible one that can be
// written down in full, so that nothing hangs on how it is rounded.
func (t *task) link(ranges learned) bool {
	if len(t.problem.parts) < 2 {
		return true
	}
	first, _ := t.problem.inTurn(t.asked.Name)
	at := first.means(t.problem.link)
	expr, err := first.For(at.Name)
	if err != nil {
		return false
	}
	v, err := maths.Estimate(expr, t.own())
	if err != nil || v.Sign() <= 0 || decimal.Significant(v) > 4 || !ranges.plausible(at, v) {
		return false
	}
	t.linked = v
	return true
}
