package work

import (
	"errors"
	"fmt"
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/interval"
	"zincowl/core/maths/solve"
)

// domain says what must hold for an expression to have a value.
func domain(n maths.Node) string {
	var parts []string
	seen := map[string]bool{}
	for _, c := range solve.Conditions(n) {
		if text := strings.NewReplacer("≠", "!=", "≥", ">=").Replace(c.String()); !seen[text] {
			seen[text] = true
			parts = append(parts, text)
		}
	}
	return strings.Join(parts, " and ")
}

// withSigns parts an equation from the names that are said to be positive beside it:
// "V = πr²h, r > 0".
func withSigns(s maths.Statement) (equation maths.Relation, positive []string, ok bool) {
	if r, ok := s.(maths.Relation); ok {
		return r, nil, true
	}
	all, _ := s.(maths.All)
	for i, part := range all {
		r, isRelation := part.(maths.Relation)
		switch {
		case !isRelation:
			return equation, nil, false
		case i == 0:
			equation = r
		case len(r.Ops) == 1 && r.Ops[0] == ">" && maths.Equal(r.Terms[1], maths.Int(0)):
			name, isName := r.Terms[0].(maths.Name)
			if !isName {
				return equation, nil, false
			}
			positive = append(positive, string(name))
		default:
			return equation, nil, false
		}
	}
	return equation, positive, len(all) > 0
}

// negative says whether a value is shown to be negative wherever it was tried, all
// names that stand in it being positive.
func negative(n maths.Node, positive []string) bool {
	tried := 0
	for k := range int64(8) {
		env := map[string]interval.Interval{}
		for i, name := range maths.Names(n) {
			v := big.NewRat(3*k+2*int64(i)+1, int64(i)+k+2)
			if !slices.Contains(positive, name) && k%2 == 1 {
				v.Neg(v)
			}
			env[name] = interval.Rat(v, 80)
		}
		x, err := algebra.Value(n, env, 80)
		if err != nil {
			continue
		}
		if x.Hi.Sign() >= 0 {
			return false
		}
		tried++
	}
	return tried > 0
}

// rearrange turns a formula round for one of its variables.
func (w *worker) rearrange() error {
	if w.Variable == "" {
		return errors.New("the variable is missing; name the one that the formula is turned round for")
	}
	r, err := maths.Read(plain(w.Statement), w.how)
	if err != nil {
		return err
	}
	rel, positive, ok := withSigns(r.Statement)
	if !ok || len(rel.Ops) != 1 || rel.Ops[0] != "=" {
		return fmt.Errorf("“%s” is no single equation", w.Statement)
	}
	if len(r.Doubts) > 0 {
		w.undecided(errors.New(r.Doubts[0]))
		return nil
	}
	branches, steps, err := solve.Rearrange(rel, w.Variable, w.budget)
	if err != nil {
		if !undecidable(err) {
			return err
		}
		w.undecided(err)
		return nil
	}
	w.step(steps...)
	if slices.Contains(positive, w.Variable) {
		branches = slices.DeleteFunc(branches, func(b solve.Branch) bool { return negative(b.Node, positive) })
	}
	var shown []string
	for _, b := range branches {
		shown = append(shown, maths.Typed(b.Node))
	}
	if len(branches) > 0 {
		w.out.Expression = w.Variable + " = " + strings.Join(shown, " or "+w.Variable+" = ")
		w.out.Where = strings.Join(branches[0].Where, " and ")
	}
	w.against = func(text string) { w.judgeBranches(text, branches) }
	return nil
}

// judgeBranches compares what a claim says the variable is with all branches.
func (w *worker) judgeBranches(text string, branches []solve.Branch) {
	r, err := maths.Read(text, w.how)
	if err != nil {
		w.claim(text, Unproven, "%s", err)
		return
	}
	if len(r.Doubts) > 0 {
		w.claim(text, Unproven, "%s", r.Doubts[0])
		return
	}
	found, ok := elements(r.Statement, w.Variable)
	if !ok {
		w.claim(text, Unproven, "%s alone on one side was expected", w.Variable)
		return
	}
	matched := make([]bool, len(branches))
	for _, e := range found {
		hit, open := false, false
		for i, b := range branches {
			switch algebra.Equivalent(e.node, b.Node, w.budget).Verdict {
			case algebra.True:
				matched[i], hit = true, true
			case algebra.Unproven:
				open = true
			}
		}
		if !hit {
			if open {
				w.claim(text, Unproven, "it could be shown neither equal to %s nor different from it", w.out.Expression)
			} else {
				w.claim(text, Wrong, "it is %s", w.out.Expression)
			}
			return
		}
	}
	for i, ok := range matched {
		if !ok {
			w.claim(text, Unproven, "%s = %s fits as well; which is meant is not said", w.Variable, maths.Typed(branches[i].Node))
			return
		}
	}
	w.claim(text, Right, "")
}
