package work

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/calculus"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/solve"
)

// answerable says why a claim can't be held against the solution, if so: words that
// are not understood, or a reason or a remark that is not shown to be true.
func (w *worker) answerable(a phrase.Answer, truth solve.Solution) error {
	if len(a.Unread) > 0 {
		return unread(a.Unread)
	}
	for _, reason := range a.Reasons {
		r, err := maths.Read(reason, w.how)
		if err != nil || len(r.Doubts) > 0 {
			return fmt.Errorf("the reason “%s” is not understood", reason)
		}
		if s, err := solve.Solve(r.Statement, nil, w.budget); err != nil || s.Kind != solve.All {
			return fmt.Errorf("the reason “%s” is not shown", reason)
		}
	}
	for _, root := range a.Repeated {
		if !w.repeated(root, truth) {
			return fmt.Errorf("that %s is a repeated root is not shown", root)
		}
	}
	return nil
}

// repeated says whether a value is a root of the difference of both sides and of its
// derivative.
func (w *worker) repeated(text string, truth solve.Solution) bool {
	r, err := maths.Read(text, w.how)
	if err != nil || w.equation == nil || len(truth.Unknowns) != 1 {
		return false
	}
	x := truth.Unknowns[0]
	found, ok := elements(r.Statement, x)
	if !ok || len(found) == 0 {
		return false
	}
	difference := maths.Binary{Op: '-', X: w.equation.Terms[0], Y: w.equation.Terms[1]}
	slope, _, err := calculus.Derivative(difference, x)
	if err != nil {
		return false
	}
	last := map[string]maths.Node{x: found[len(found)-1].node}
	return algebra.Equivalent(maths.Replace(slope, last), maths.Int(0), w.budget).Verdict == algebra.True
}

// said is what a claim states of the unknowns.
func (w *worker) said(a phrase.Answer, unknowns []string) (maths.Statement, []string, error) {
	name := maths.Name(unknowns[0])
	compared := func(op string) maths.Statement {
		return maths.Relation{Terms: []maths.Node{name, maths.Int(0)}, Ops: []string{op}}
	}
	switch a.Says {
	case phrase.None:
		return maths.Nothing{}, nil, nil
	case phrase.Every:
		if a.Sign != "" {
			return compared(a.Sign), nil, nil
		}
		if a.Except == "" {
			return maths.Everything{}, nil, nil
		}
		r, err := maths.Read(strings.TrimRight(a.Except, ", "), w.how)
		if err != nil {
			return nil, nil, err
		}
		nodes, ok := maths.Excepted(r.Statement)
		if !ok {
			return nil, nil, errors.New("what is left out is not understood")
		}
		return maths.Everything{Except: nodes}, r.Doubts, nil
	case phrase.Undefined:
		return nil, nil, errors.New("a solution was expected")
	}
	r, err := maths.Read(strings.TrimLeft(a.Math, "≈~ "), w.how)
	if err != nil {
		return nil, nil, err
	}
	doubts := r.Doubts
	said := w.spelled(r.Statement, unknowns)
	if w.angles() && !a.Radians {
		said = inDegrees(said, unknowns)
	}
	return said, doubts, nil
}

// spelled gives the names of a claim the case of the unknowns and turns "14 = p"
// round. The name of a set goes: S = {11}.
func (w *worker) spelled(s maths.Statement, unknowns []string) maths.Statement {
	switch s := s.(type) {
	case maths.Any:
		out := make(maths.Any, len(s))
		for i, part := range s {
			out[i] = w.spelled(part, unknowns)
		}
		return out
	case maths.All:
		out := make(maths.All, len(s))
		for i, part := range s {
			out[i] = w.spelled(part, unknowns)
		}
		return out
	case maths.Relation:
		terms := slices.Clone(s.Terms)
		for i, t := range terms {
			if n, ok := t.(maths.Name); ok && !slices.Contains(unknowns, string(n)) && slices.Contains(unknowns, strings.ToLower(string(n))) && !slices.Contains(w.spoken, string(n)) {
				terms[i] = maths.Name(strings.ToLower(string(n)))
			}
		}
		if len(s.Ops) == 1 && s.Ops[0] == "=" && len(maths.Names(terms[0])) == 0 && len(unknowns) == 1 && terms[1] == maths.Name(unknowns[0]) {
			terms[0], terms[1] = terms[1], terms[0]
		}
		return maths.Relation{Terms: terms, Ops: s.Ops}
	}
	return s
}

// another is a name that a claim gives a value to and that the task does not know.
func (w *worker) another(s maths.Statement, unknowns []string) string {
	switch s := s.(type) {
	case maths.Any:
		for _, part := range s {
			if other := w.another(part, unknowns); other != "" {
				return other
			}
		}
	case maths.All:
		for _, part := range s {
			if other := w.another(part, unknowns); other != "" {
				return other
			}
		}
	case maths.Relation:
		n, ok := s.Terms[0].(maths.Name)
		if ok && len(s.Ops) == 1 && len(maths.Names(s.Terms[1])) == 0 && !slices.Contains(unknowns, string(n)) && !slices.Contains(w.spoken, string(n)) {
			return string(n)
		}
	}
	return ""
}

// angles says whether the answers are angles in degrees.
func (w *worker) angles() bool { return w.degrees && w.angle }

// inDegrees takes the bare numbers of a claim for degrees.
func inDegrees(s maths.Statement, unknowns []string) maths.Statement {
	switch s := s.(type) {
	case maths.Any:
		out := make(maths.Any, len(s))
		for i, part := range s {
			out[i] = inDegrees(part, unknowns)
		}
		return out
	case maths.All:
		out := make(maths.All, len(s))
		for i, part := range s {
			out[i] = inDegrees(part, unknowns)
		}
		return out
	case maths.Finite:
		out := make(maths.Finite, len(s))
		for i, n := range s {
			out[i] = degreesOf(n)
		}
		return out
	case maths.Member:
		return maths.Member{Name: s.Name, In: inDegrees(s.In, unknowns)}
	case maths.Pair:
		out := s
		if s.A != nil {
			out.A = degreesOf(s.A)
		}
		if s.B != nil {
			out.B = degreesOf(s.B)
		}
		return out
	case maths.Relation:
		terms := slices.Clone(s.Terms)
		for i, t := range terms {
			if n, ok := t.(maths.Name); !ok || !slices.Contains(unknowns, string(n)) {
				terms[i] = degreesOf(t)
			}
		}
		return maths.Relation{Terms: terms, Ops: s.Ops}
	}
	return s
}

// degreesOf is an amount in degrees where it names neither degrees nor π.
func degreesOf(n maths.Node) maths.Node {
	plain := true
	maths.Walk(n, func(n maths.Node) {
		if s, ok := n.(maths.Suffix); ok && s.Op == "°" || n == maths.Pi {
			plain = false
		}
	})
	if !plain {
		return n
	}
	if e, ok := n.(maths.Either); ok {
		return maths.Either{X: degreesOf(e.X)}
	}
	if b, ok := n.(maths.Binary); ok && (b.Op == '+' || b.Op == '-') {
		return maths.Binary{Op: b.Op, X: degreesOf(b.X), Y: degreesOf(b.Y)}
	}
	return maths.Suffix{X: n, Op: "°"}
}

// isAngle says whether an unknown stands in the arguments of circular functions and
// nowhere else.
func isAngle(s maths.Statement, x string) bool {
	inside, outside := false, false
	var look func(n maths.Node, within bool)
	look = func(n maths.Node, within bool) {
		if n == maths.Name(x) {
			inside, outside = inside || within, outside || !within
		}
		if c, ok := n.(maths.Call); ok && slices.Contains([]string{"sin", "cos", "tan", "sec", "csc", "cot"}, c.Func) {
			within = true
		}
		for _, part := range maths.Parts(n) {
			look(part, within)
		}
	}
	var each func(s maths.Statement)
	each = func(s maths.Statement) {
		switch s := s.(type) {
		case maths.Relation:
			if slices.ContainsFunc(s.Terms, func(n maths.Node) bool { return n == maths.Name(x) }) {
				return // a restriction
			}
			for _, t := range s.Terms {
				look(t, false)
			}
		case maths.All:
			for _, part := range s {
				each(part)
			}
		case maths.Any:
			for _, part := range s {
				each(part)
			}
		}
	}
	each(s)
	return inside && !outside
}

// running are the names of a claim that stand for all numbers.
func (w *worker) running(s maths.Statement, a phrase.Answer, unknowns []string) []string {
	if len(unknowns) < 2 {
		return nil
	}
	var out []string
	for _, n := range append(slices.Clone(a.Names), statementNames([]maths.Statement{s})...) {
		if !slices.Contains(unknowns, n) && !slices.Contains(w.spoken, n) && !slices.Contains(out, n) {
			out = append(out, n)
		}
	}
	return out
}

// twoSigns says whether one expression of a claim has more than one ±.
func twoSigns(s maths.Statement) bool {
	found := false
	each := func(n maths.Node) {
		count := 0
		maths.Walk(n, func(n maths.Node) {
			if _, ok := n.(maths.Either); ok {
				count++
			}
		})
		found = found || count > 1
	}
	switch s := s.(type) {
	case maths.Relation:
		for _, t := range s.Terms {
			each(t)
		}
	case maths.Finite:
		for _, n := range s {
			each(n)
		}
	case maths.Any:
		return slices.ContainsFunc(s, twoSigns)
	case maths.All:
		return slices.ContainsFunc(s, twoSigns)
	}
	return found
}
