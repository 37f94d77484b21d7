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
	"zincowl/core/maths/phrase"
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

// negative says whether a value is shown to be negative wherever it was tried, all
// names that stand in it being positive.
func negative(n maths.Node, positive []string) bool {
	tried := 0
	for k := range int64(8) {
		env := map[string]interval.Interval{}
		for i, name := range maths.Names(n) {
			v := big.NewRat((k*(2*int64(i)+3)+5*int64(i))%13+1, (int64(i)+k)%3+1)
			if !slices.Contains(positive, name) && k%2 == 1 {
				v.Neg(v)
			}
			env[name] = interval.Rat(v, 80)
		}
		x, err := algebra.Value(n, env, 80)
		if err != nil {
			continue
		}
		if x.Hi.Sign() > 0 {
			return false
		}
		tried++
	}
	return tried > 0
}

// rearrange turns a formula round for one of its variables.
func (w *worker) rearrange() error {
	names := w.unknowns()
	if len(names) != 1 {
		return errors.New("the variable is missing; name the one that the formula is turned round for")
	}
	x := names[0]
	s, err := w.take(w.Statement, slices.Concat(forms, signWords)...)
	if err != nil {
		return err
	}
	var rel *maths.Relation
	var positive, signed []string
	for _, one := range s.relations {
		r, ok := one.(maths.Relation)
		if !ok {
			return fmt.Errorf("“%s” is no single equation", w.Statement)
		}
		if len(r.Ops) == 1 && r.Ops[0] == "=" && rel == nil {
			rel = &r
			continue
		}
		name, lone := r.Terms[0].(maths.Name)
		switch {
		case len(r.Ops) != 1 || r.Ops[0] == "=":
			return fmt.Errorf("“%s” is no single equation", w.Statement)
		case lone && maths.Equal(r.Terms[1], maths.Int(0)) && r.Ops[0] == ">":
			positive, signed = append(positive, string(name)), append(signed, string(name))
		case lone && maths.Equal(r.Terms[1], maths.Int(0)) && r.Ops[0] == "≥":
			signed = append(signed, string(name))
		}
	}
	if rel == nil {
		return fmt.Errorf("“%s” is no single equation", w.Statement)
	}
	if len(s.doubts) > 0 {
		w.undecided(errors.New(s.doubts[0]))
		return nil
	}
	w.spoken = statementNames([]maths.Statement{*rel})
	more, err := s.signed(w.spoken)
	if err != nil {
		return err
	}
	for _, one := range more {
		r := one.(maths.Relation)
		name := string(r.Terms[0].(maths.Name))
		switch r.Ops[0] {
		case ">":
			positive, signed = append(positive, name), append(signed, name)
		case "≥":
			signed = append(signed, name)
		}
	}
	branches, steps, err := solve.Rearrange(*rel, x, w.budget)
	if errors.Is(err, solve.ErrUndecided) {
		if n, ok := isolated(*rel, x, positive); ok {
			branches, err = []solve.Branch{{Node: n}}, nil
		}
	}
	if err != nil {
		if !undecidable(err) {
			return err
		}
		w.undecided(err)
		return nil
	}
	w.step(steps...)
	if slices.Contains(signed, x) {
		branches = slices.DeleteFunc(branches, func(b solve.Branch) bool { return negative(b.Node, signed) })
	}
	var shown []string
	for _, b := range branches {
		shown = append(shown, maths.Typed(b.Node))
	}
	if len(branches) > 0 {
		w.out.Expression = x + " = " + strings.Join(shown, " or "+x+" = ")
		w.out.Where = strings.Join(branches[0].Where, " and ")
	}
	var known []maths.Statement
	for _, name := range positive {
		if name != x {
			known = append(known, maths.Relation{Terms: []maths.Node{maths.Name(name), maths.Int(0)}, Ops: []string{">"}})
		}
	}
	if err := w.narrow(known); err != nil {
		return err
	}
	w.against = func(text string) { w.judgeBranches(text, x, branches) }
	return nil
}

// isolated undoes what is done to a variable that stands in an equation once, where
// all its names are positive.
func isolated(r maths.Relation, x string, positive []string) (maths.Node, bool) {
	for _, name := range statementNames([]maths.Statement{r}) {
		if !slices.Contains(positive, name) {
			return nil, false
		}
	}
	const other = "the other side"
	for i, side := range r.Terms {
		n, err := maths.IsolatePositive(other, side, x)
		if err == nil && !slices.Contains(maths.Names(r.Terms[1-i]), x) {
			return maths.Replace(n, map[string]maths.Node{other: r.Terms[1-i]}), true
		}
	}
	return nil, false
}

// judgeBranches compares what a claim says the variable is with all branches.
func (w *worker) judgeBranches(text, x string, branches []solve.Branch) {
	a := phrase.ReadAnswer(text, w.names(), w.spoken)
	if len(a.Unread) > 0 {
		w.claim(text, Unproven, "%s", unread(a.Unread))
		return
	}
	if a.Says != phrase.Mathematics {
		w.claim(text, Unproven, "%s alone on one side was expected", x)
		return
	}
	said, doubts, err := w.said(a, []string{x})
	if err != nil {
		w.claim(text, Unproven, "%s", err)
		return
	}
	if len(doubts) > 0 {
		w.claim(text, Unproven, "%s", doubts[0])
		return
	}
	said = unconditional(said)
	if r, ok := said.(maths.Relation); ok && len(r.Ops) == 1 && r.Ops[0] == "=" {
		if r.Terms[1] == maths.Name(x) && !slices.Contains(maths.Names(r.Terms[0]), x) {
			r.Terms = []maths.Node{r.Terms[1], r.Terms[0]}
			said = r
		}
		name, lone := r.Terms[0].(maths.Name)
		switch {
		case lone && string(name) == x && slices.Contains(maths.Names(r.Terms[1]), x):
			w.claim(text, Wrong, "%s still stands on the other side", x)
			return
		case lone && string(name) != x && slices.Contains(w.spoken, string(name)):
			w.claim(text, Wrong, "%s is asked for, not %s", x, name)
			return
		}
	}
	found, ok := elements(said, x)
	if !ok {
		w.claim(text, Unproven, "%s alone on one side was expected", x)
		return
	}
	matched := make([]bool, len(branches))
	for _, e := range found {
		hit, open := false, false
		for i, b := range branches {
			switch w.equivalent(e.node, b.Node).Verdict {
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
			w.claim(text, Wrong, "%s = %s fits as well, and nothing excludes it", x, maths.Typed(branches[i].Node))
			w.out.Claims[len(w.out.Claims)-1].Partly = true
			return
		}
	}
	w.claim(text, Right, "")
}

// unconditional is a claim without the conditions behind it: x = 1/y, y ≠ 0.
func unconditional(s maths.Statement) maths.Statement {
	all, ok := s.(maths.All)
	if !ok || len(all) < 2 {
		return s
	}
	for _, condition := range all[1:] {
		if r, ok := condition.(maths.Relation); !ok || len(r.Ops) == 0 || slices.Contains(r.Ops, "=") {
			return s
		}
	}
	return all[0]
}
