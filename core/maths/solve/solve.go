// Package solve finds the real solutions of equations, inequalities and systems,
// exactly.
//
// The model: a statement is taken apart into relations between two expressions.
// What must hold for the expressions to have values at all (a denominator that
// is not zero, what stands under a root or a logarithm) is listed first
// (condition.go). An equation gives candidates, all values at which its sides may
// be equal (algebra.Roots); each is put back into the conditions and into the
// relation as it was written, and is kept or excluded with the reason. An
// inequality is decided at the finitely many points where its truth can change
// and once in each gap between them (line.go). Nothing is kept or excluded by a
// rounded number: what can't be decided makes the whole result an error.
package solve

import (
	"errors"
	"fmt"
	"slices"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// Kind is what a set of solutions looks like.
type Kind string

// The kinds.
const (
	None     Kind = "none"
	Finite   Kind = "finite"
	All      Kind = "all"      // every real number
	Domain   Kind = "domain"   // true wherever both sides have a value
	Interval Kind = "interval" // intervals, or infinitely many points
)

// Excluded is a value that looked like a solution and is none.
type Excluded struct {
	Value *algebra.Form
	Why   string
}

// Solution is what a statement is true of.
type Solution struct {
	Unknowns []string
	Kind     Kind
	Line     Line              // of one unknown, but for periodic solutions
	Periodic []algebra.Root    // each for all whole periods, beside Line
	Points   [][]*algebra.Form // of several unknowns, one value each
	flat     *branch           // of several unknowns with infinitely many values
	Excluded []Excluded
	Steps    []algebra.Step
	budget   algebra.Budget
}

// Errors.
var (
	// ErrUndecided says that no method here decides the statement.
	ErrUndecided = errors.New("no method here decides this")
	// ErrNotSolvable says that a statement is none that can be solved.
	ErrNotSolvable = errors.New("this is not an equation, an inequality or a set")
)

// relation is one comparison of two expressions.
type relation struct {
	left, right maths.Node
	op          string
}

func (r relation) String() string {
	return maths.Typed(r.left) + " " + r.op + " " + maths.Typed(r.right)
}

// Solve finds what a statement is true of. The unknowns are named in the order
// of their values; where none are given, they are the names of the statement. The
// error is ErrUndecided, ErrNotSolvable or one of algebra.
func Solve(s maths.Statement, unknowns []string, budget algebra.Budget) (Solution, error) {
	return SolveWith(s, unknowns, nil, budget)
}

// SolveWith is Solve for a statement that tells several unknowns by names that run
// over all numbers: x = 4 - 2t, y = t.
func SolveWith(s maths.Statement, unknowns, running []string, budget algebra.Budget) (Solution, error) {
	if len(unknowns) == 0 {
		unknowns = names(s)
	}
	if len(unknowns) == 0 {
		unknowns = []string{"x"}
	}
	v := &solver{unknowns: unknowns, running: running, budget: budget}
	var out Solution
	var err error
	if len(unknowns) == 1 {
		out, err = v.one(s)
	} else {
		out, err = v.several(s)
	}
	out.Unknowns, out.Steps, out.budget = unknowns, v.steps, budget
	if errors.Is(err, algebra.ErrBeyond) {
		err = ErrUndecided
	}
	return out, err
}

// names are the variables of a statement, in order.
func names(s maths.Statement) []string {
	var out []string
	add := func(nodes ...maths.Node) {
		for _, n := range nodes {
			if n != nil {
				out = append(out, maths.Names(n)...)
			}
		}
	}
	switch s := s.(type) {
	case maths.Relation:
		add(s.Terms...)
	case maths.Any:
		for _, part := range s {
			out = append(out, names(part)...)
		}
	case maths.All:
		for _, part := range s {
			out = append(out, names(part)...)
		}
	case maths.Member:
		out = append(out, string(s.Name))
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// solver works on one statement.
type solver struct {
	unknowns []string
	running  []string // names that stand for all numbers
	budget   algebra.Budget
	steps    []algebra.Step
}

func (v *solver) x() string { return v.unknowns[0] }

func (v *solver) note(rule, text string) {
	v.steps = append(v.steps, algebra.Step{Rule: rule, Text: text})
}

// calculator is a fresh one, with what it may do.
func (v *solver) calculator() *algebra.Calculator { return algebra.New(v.budget) }

// one solves for a single unknown.
func (v *solver) one(s maths.Statement) (Solution, error) {
	switch s := s.(type) {
	case maths.Nothing:
		return Solution{Kind: None}, nil
	case maths.Everything:
		line, err := v.without(s.Except)
		return v.finished(line, nil, nil), err
	case maths.Finite:
		line, err := v.points(s)
		return v.finished(line, nil, nil), err
	case maths.Pair:
		line, err := v.span(s)
		return v.finished(line, nil, nil), err
	case maths.Member:
		if string(s.Name) != v.x() {
			return Solution{}, ErrNotSolvable
		}
		return v.one(s.In)
	case maths.Any:
		return v.any(s)
	case maths.Relation, maths.All:
		relations, ok := flatten(s)
		if !ok {
			return Solution{}, ErrNotSolvable
		}
		return v.together(relations)
	}
	return Solution{}, ErrNotSolvable
}

// flatten lists the relations that have to hold together. A ± makes it fail:
// that is a choice, and any takes care of it.
func flatten(s maths.Statement) ([]relation, bool) {
	switch s := s.(type) {
	case maths.Relation:
		var out []relation
		for i, op := range s.Ops {
			if op == "⇒" {
				return nil, false
			}
			out = append(out, relation{s.Terms[i], s.Terms[i+1], op})
		}
		return out, len(out) > 0
	case maths.Member:
		return member(s)
	case maths.All:
		var out []relation
		for _, part := range s {
			more, ok := flatten(part)
			if !ok {
				return nil, false
			}
			out = append(out, more...)
		}
		return out, true
	}
	return nil, false
}

// member writes x ∈ (a, b] as relations.
func member(s maths.Member) ([]relation, bool) {
	switch in := s.In.(type) {
	case maths.Everything:
		return nil, len(in.Except) == 0
	case maths.Pair:
		op := func(open bool) string {
			if open {
				return "<"
			}
			return "≤"
		}
		var out []relation
		if in.A != nil {
			out = append(out, relation{in.A, s.Name, op(in.OpenA)})
		}
		if in.B != nil {
			out = append(out, relation{s.Name, in.B, op(in.OpenB)})
		}
		return out, true
	}
	return nil, false
}

// any joins the solutions of alternatives.
func (v *solver) any(s maths.Any) (Solution, error) {
	return joined(v, s, v.one)
}

// joined solves several alternatives and puts their solutions together.
func joined[T any](v *solver, alternatives []T, each func(T) (Solution, error)) (Solution, error) {
	var lines []Line
	var periodic []algebra.Root
	for _, a := range alternatives {
		one, err := each(a)
		if err != nil {
			return one, err
		}
		lines = append(lines, one.whole())
		periodic = append(periodic, one.Periodic...)
	}
	line, err := v.union(lines)
	return v.finished(line, periodic, nil), err
}

// finished tells the kind of a solution from its parts.
func (v *solver) finished(line Line, periodic []algebra.Root, excluded []Excluded) Solution {
	out := Solution{Kind: Interval, Line: line, Periodic: periodic, Excluded: excluded}
	switch {
	case len(periodic) > 0:
	case len(line) == 0:
		out.Kind = None
	case len(line) == 1 && line[0].Lo == nil && line[0].Hi == nil:
		out.Kind = All
	case !slices.ContainsFunc(line, func(s Span) bool { return !s.point() }):
		out.Kind = Finite
	}
	return out
}

// whole is the line of a solution, also of one that is everything.
func (s Solution) whole() Line {
	if s.Kind == All {
		return Line{{}}
	}
	return s.Line
}

// expand replaces ± by both signs.
func expand(relations []relation) [][]relation {
	for i, r := range relations {
		left, right := maths.Signs(r.left), maths.Signs(r.right)
		if len(left) == 1 && len(right) == 1 {
			continue
		}
		var out [][]relation
		for k := range max(len(left), len(right)) {
			alternative := slices.Clone(relations)
			alternative[i] = relation{left[k%len(left)], right[k%len(right)], r.op}
			out = append(out, expand(alternative)...)
		}
		return out
	}
	return [][]relation{relations}
}

// together solves relations that have to hold at once.
func (v *solver) together(relations []relation) (Solution, error) {
	alternatives := expand(relations)
	if len(alternatives) == 1 {
		return v.conjunction(relations)
	}
	return joined(v, alternatives, v.conjunction)
}

// conjunction solves by the first equation that is no identity, or by scanning
// the line.
func (v *solver) conjunction(relations []relation) (Solution, error) {
	conditions := conditionsOf(relations)
	for i, r := range relations {
		if r.op != "=" && r.op != "≈" {
			continue
		}
		rest := slices.Delete(slices.Clone(relations), i, i+1)
		out, identity, err := v.equation(r, rest, conditions)
		if err != nil || !identity {
			return out, err
		}
		v.note("identity", fmt.Sprintf("both sides of %s are the same", r))
		out, err = v.conjunctionOf(rest, conditions)
		if err == nil && len(rest) == 0 && out.Kind != All && out.Kind != None {
			out.Kind = Domain
		}
		return out, err
	}
	return v.conjunctionOf(relations, conditions)
}

func (v *solver) conjunctionOf(relations []relation, conditions []Condition) (Solution, error) {
	if slices.ContainsFunc(relations, func(r relation) bool { return r.op == "=" || r.op == "≈" }) {
		return v.conjunction(relations)
	}
	line, err := v.scan(relations, conditions)
	if errors.Is(err, algebra.ErrBeyond) {
		if alternatives, ok := v.bySign(relations, conditions); ok {
			return joined(v, alternatives, v.conjunction)
		}
	}
	return v.finished(line, nil, nil), err
}

// bySign parts relations into two cases, by the sign of what stands in one of their
// absolute values. What had to hold before still has to.
func (v *solver) bySign(relations []relation, conditions []Condition) ([][]relation, bool) {
	var inside maths.Node
	for _, r := range relations {
		for _, side := range []maths.Node{r.left, r.right} {
			maths.Walk(side, func(n maths.Node) { // the last met is among the inner ones
				if c, ok := n.(maths.Call); ok && c.Func == "abs" && slices.Contains(maths.Names(c.Args[0]), v.x()) {
					inside = c.Args[0]
				}
			})
		}
	}
	if inside == nil {
		return nil, false
	}
	var out [][]relation
	for _, sign := range []struct {
		value maths.Node
		op    string
	}{{inside, "≥"}, {maths.Negative{X: inside}, "<"}} {
		put := func(n maths.Node) maths.Node {
			return maths.Put(n, maths.Call{Func: "abs", Args: []maths.Node{inside}}, sign.value)
		}
		var one []relation
		for _, r := range relations {
			one = append(one, relation{put(r.left), put(r.right), r.op})
		}
		one = append(one, relation{inside, maths.Int(0), sign.op})
		for _, c := range conditions {
			kept := c.kept()
			one = append(one, relation{put(kept.left), kept.right, kept.op})
		}
		out = append(out, one)
	}
	return out, true
}

// equation finds the candidates of an equation and puts each back.
func (v *solver) equation(r relation, rest []relation, conditions []Condition) (out Solution, identity bool, err error) {
	calc := v.calculator()
	forms, err := calc.Forms(r.left, r.right)
	if err != nil {
		if errors.Is(err, algebra.ErrUndefined) {
			v.note("no value", fmt.Sprintf("%s has a side without a value", r))
			return Solution{Kind: None}, false, nil
		}
		return out, false, err
	}
	difference, err := calc.Sub(forms[0], forms[1])
	if err != nil {
		return out, false, err
	}
	if calc.Same(difference, algebra.Int(0)) {
		return out, true, nil
	}
	v.note("equation", r.String())
	cleared, err := calc.Cleared(forms[0], forms[1])
	if err != nil {
		return out, false, err
	}
	if len(difference.Parts()[1].Names()) > 0 {
		v.note("clear denominators", maths.Typed(calc.Node(cleared))+" = 0")
	}
	roots, steps, err := calc.Roots(cleared, v.x())
	if errors.Is(err, algebra.ErrBeyond) {
		if alternatives, ok := v.bySign(append([]relation{{calc.Node(forms[0]), calc.Node(forms[1]), r.op}}, rest...), conditions); ok {
			out, err = joined(v, alternatives, v.conjunction)
			return out, false, err
		}
	}
	if err != nil {
		return out, false, err
	}
	v.steps = append(v.steps, steps...)
	if roots, err = v.within(roots, rest); err != nil {
		return out, false, err
	}
	var kept []*algebra.Form
	var periodic []algebra.Root
	var excluded []Excluded
	for _, root := range roots {
		why, ok, err := v.check(root.Value, append([]relation{r}, rest...), conditions)
		if err != nil {
			return out, false, err
		}
		switch {
		case ok && root.Period != nil:
			if !v.periodicCheck(root, r, conditions) {
				return out, false, ErrUndecided
			}
			periodic = append(periodic, root)
		case root.Period != nil:
			if v.periodicCheck(root, r, conditions) {
				return out, false, ErrUndecided // excluded at one period and not at others
			}
		case ok:
			kept = append(kept, root.Value)
		case !root.Quiet && why != "":
			excluded = append(excluded, Excluded{root.Value, why})
			v.note("check", why)
		}
	}
	line, err := v.ascending(kept)
	return v.finished(line, periodic, excluded), false, err
}

// periodicCheck puts a periodic root back at three neighbouring periods.
func (v *solver) periodicCheck(root algebra.Root, r relation, conditions []Condition) bool {
	calc := v.calculator()
	for n := int64(-1); n <= 2; n++ {
		shift, err := calc.Mul(algebra.Int(n), root.Period)
		if err != nil {
			return false
		}
		x, err := calc.Add(root.Value, shift)
		if err != nil {
			return false
		}
		if _, ok, err := v.check(x, []relation{r}, conditions); err != nil || !ok {
			return false
		}
	}
	return true
}

// check puts a value into the conditions and the relations. Where it is refused,
// it says why.
func (v *solver) check(x *algebra.Form, relations []relation, conditions []Condition) (why string, ok bool, err error) {
	calc := v.calculator()
	defer calc.With(map[string]*algebra.Form{v.x(): x})()
	shown := v.x() + " = " + maths.Typed(calc.Node(x))
	for _, c := range conditions {
		holds, err := c.holds(calc)
		if err != nil {
			return "", false, err
		}
		if !holds {
			return fmt.Sprintf("%s makes %s undefined", shown, maths.Typed(c.Part)), false, nil
		}
	}
	for i, r := range relations {
		holds, err := r.holds(calc)
		if err != nil {
			return "", false, err
		}
		if !holds && i == 0 {
			return fmt.Sprintf("%s does not satisfy %s", shown, r), false, nil
		}
		if !holds {
			return "", false, nil
		}
	}
	return "", true, nil
}

// holds says whether a relation is true with the names as the calculator knows
// them.
func (r relation) holds(calc *algebra.Calculator) (bool, error) {
	forms, err := calc.Forms(r.left, r.right)
	if err != nil {
		if errors.Is(err, algebra.ErrUndefined) {
			return false, nil
		}
		return false, err
	}
	sign, err := calc.Compare(forms[0], forms[1])
	if err != nil {
		return false, err
	}
	switch r.op {
	case "=", "≈":
		return sign == 0, nil
	case "≠":
		return sign != 0, nil
	case "<":
		return sign < 0, nil
	case "≤":
		return sign <= 0, nil
	case ">":
		return sign > 0, nil
	case "≥":
		return sign >= 0, nil
	}
	return false, ErrNotSolvable
}
