package exercise

import (
	"errors"
	"math/big"
	"strings"
	"sync"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/derive"
	"zincowl/core/maths/interval"
	"zincowl/core/maths/work"
)

// answer is an answer as it is typed, which maths/work can judge, and as it is
// shown.
type answer struct{ typed, shown string }

var errNoAnswer = errors.New("no answer")

// answer is what a result says.
func (f Family) answer(p problem) (answer, error) {
	r := p.result
	switch {
	case f.task != "solve" && r.Set == "none":
		return answer{}, errNoAnswer
	case f.task == "rearrange":
		if strings.Contains(r.Expression, " or ") {
			return answer{}, errNoAnswer
		}
		return shownStatement(r.Expression), nil
	case f.task != "solve":
		return p.measured(shownExpression(r.Expression)), nil
	}
	return f.solution(r.Set, r.Values, r.Where)
}

// measured writes an answer with a unit as people do: as a decimal where it is a
// fraction. One that has no short decimal is none.
func (p problem) measured(a answer) answer {
	v, ok := value(a.typed)
	if !ok || p.unit == "" || v.IsInt() {
		return a
	}
	if decimal.Significant(v) > 4 || decimal.Exact(v) == v.RatString() {
		return answer{}
	}
	return answer{decimal.Exact(v), "$" + decimal.Exact(v) + "$"}
}

// solution writes a set of solutions.
func (f Family) solution(set string, values []string, where string) (answer, error) {
	x := f.variable
	if x == "" {
		x = "x"
	}
	switch set {
	case "none":
		return answer{"no solution", "no solution"}, nil
	case "all":
		return answer{"all real numbers", "all real numbers"}, nil
	case "finite":
		if strings.Contains(x, ",") { // points
			return shownStatement(strings.Join(values, " or ")), nil
		}
		var parts []string
		for _, v := range values {
			parts = append(parts, x+" = "+v)
		}
		return shownStatement(strings.Join(parts, " or ")), nil
	case "domain", "interval":
		if strings.Contains(where, "whole number") || where == "infinitely many points" {
			return answer{}, errNoAnswer
		}
		return shownStatement(where), nil
	}
	return answer{}, errNoAnswer
}

func shownExpression(typed string) answer {
	text, constant := strings.CutSuffix(typed, " + C")
	n, err := maths.ReadExpression(text, maths.Notation{})
	if err != nil {
		return answer{typed, typed}
	}
	shown := maths.LaTeX(n)
	if constant {
		shown += " + C"
	}
	return answer{typed, "$" + shown + "$"}
}

// shownStatement typesets relations joined by "or" and "and".
func shownStatement(typed string) answer {
	var parts []string
	for _, alternative := range strings.Split(typed, " or ") {
		var inner []string
		for _, one := range strings.Split(alternative, " and ") {
			inner = append(inner, shownRelation(one))
		}
		parts = append(parts, strings.Join(inner, " and "))
	}
	return answer{typed, strings.Join(parts, " or ")}
}

func shownRelation(typed string) string {
	r, err := maths.Read(typed, maths.Notation{})
	if err != nil {
		return typed
	}
	switch s := r.Statement.(type) {
	case maths.Relation:
		return "$" + derive.RelationLaTeX(s) + "$"
	case maths.Pair:
		return "$(" + maths.LaTeX(s.A) + ", " + maths.LaTeX(s.B) + ")$"
	case maths.Tuple:
		var parts []string
		for _, n := range s {
			parts = append(parts, maths.LaTeX(n))
		}
		return "$(" + strings.Join(parts, ", ") + ")$"
	}
	return typed
}

// apartSomewhere says whether two expressions are shown to differ by their values at
// one of a few points.
func apartSomewhere(a, b string) bool {
	m, err1 := maths.ReadExpression(a, maths.Notation{})
	n, err2 := maths.ReadExpression(b, maths.Notation{})
	if err1 != nil || err2 != nil {
		return false
	}
	const bits = 80
	for k := range int64(3) {
		env := map[string]interval.Interval{}
		for i, name := range append(maths.Names(m), maths.Names(n)...) {
			if _, ok := env[name]; !ok {
				env[name] = interval.Rat(big.NewRat(7*k+3*int64(i)+5, k+2), bits)
			}
		}
		x, err1 := algebra.Value(m, env, bits)
		y, err2 := algebra.Value(n, env, bits)
		if err1 == nil && err2 == nil && x.Disjoint(y) {
			return true
		}
	}
	return false
}

// reference is an answer that others are held against.
type reference struct {
	answer
	task    string
	outcome func() work.Result // of the answer taken as a statement
}

// reference prepares an answer to a problem for comparisons.
func (f Family) reference(p problem, a answer) reference {
	t := p.task
	t.Statement = a.typed
	switch f.task {
	case "solve", "rearrange":
	case "integrate":
		t.Task, t.Statement = "simplify", strings.TrimSuffix(a.typed, " + C")
	default:
		t.Task = "simplify"
	}
	return reference{a, f.task, sync.OnceValue(func() work.Result {
		r, err := work.Do(t, algebra.DefaultBudget)
		if err != nil {
			return work.Result{} // which leaves every claim unproven
		}
		return r
	})}
}

// differs says whether another answer is shown to be different.
func (r reference) differs(b answer) bool {
	if r.shown == b.shown || r.typed == b.typed {
		return false
	}
	typed := b.typed
	switch r.task {
	case "solve":
		for _, text := range []string{"no solution", "all real numbers"} { // no statement that could be solved
			if r.typed == text || b.typed == text {
				return true
			}
		}
	case "rearrange":
	case "integrate": // values up to a constant
		typed = strings.TrimSuffix(typed, " + C")
	default:
		if apartSomewhere(r.typed, b.typed) {
			return true
		}
	}
	return r.outcome().Judge(typed).Verdict == work.Wrong
}
