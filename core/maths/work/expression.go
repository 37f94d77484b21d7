package work

import (
	"errors"
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/calculus"
)

// claimed reads a claim that is an expression, with or without f'(x) = before
// it. A claim that can't be judged is noted as unproven, and ok is false.
func (w *worker) claimed(text string) (n maths.Node, ok bool) {
	short := functionOf.ReplaceAllString(text, "")
	r, err := maths.Read(short, w.how)
	if err != nil {
		w.claim(text, Unproven, "%s", err)
		return nil, false
	}
	if len(r.Doubts) > 0 {
		w.claim(text, Unproven, "%s", r.Doubts[0])
		return nil, false
	}
	n, ok = r.Expression()
	if rel, is := r.Statement.(maths.Relation); is && !ok && len(rel.Ops) == 1 && rel.Ops[0] == "=" {
		if name, is := rel.Terms[0].(maths.Name); is && (name == "y" || name == "f") {
			return rel.Terms[1], true
		}
	}
	if !ok {
		w.claim(text, Unproven, "an expression was expected")
	}
	return n, ok
}

// compare says whether a claim equals the outcome wherever both have a value.
func (w *worker) compare(text string, n, truth maths.Node) bool {
	c := algebra.Equivalent(n, truth, w.budget)
	switch c.Verdict {
	case algebra.True:
		w.claim(text, Right, "")
		return true
	case algebra.False:
		w.claim(text, Wrong, "%s", w.differ(c, truth))
	default:
		w.claim(text, Unproven, "it could be shown neither equal to %s nor different from it", maths.Typed(truth))
	}
	return false
}

func (w *worker) differ(c algebra.Comparison, truth maths.Node) string {
	if len(c.At) == 0 {
		return "it is " + maths.Typed(truth)
	}
	var at []string
	for _, name := range maths.Names(truth) {
		if v, ok := c.At[name]; ok {
			at = append(at, name+" = "+v.RatString())
		}
	}
	if len(at) == 0 {
		return "it is " + maths.Typed(truth)
	}
	return fmt.Sprintf("at %s it has another value than %s", strings.Join(at, ", "), maths.Typed(truth))
}

// wrapped is what a derivative is asked of: d/dx (x^2).
var wrapped = regexp.MustCompile(`^\s*d\s*/\s*d\s*([a-z])\s*[\[(](.*)[\])]\s*$`)

// function reads an expression with its variable. Where it can be read two ways,
// that is noted and ok is false without an error.
func (w *worker) function(text string) (n maths.Node, x string, ok bool, err error) {
	if n, ok, err = w.sure(text); !ok {
		return nil, "", false, err
	}
	x, err = w.variable(n)
	return n, x, err == nil, err
}

// sure reads an expression; ok is false where it can't be read, with the error,
// or can be read two ways, which is noted.
func (w *worker) sure(text string) (n maths.Node, ok bool, err error) {
	n, doubts, err := w.expression(text)
	if err == nil && len(doubts) > 0 {
		w.undecided(errors.New(doubts[0]))
	}
	return n, err == nil && len(doubts) == 0, err
}

func (w *worker) differentiate() error {
	text := plain(w.Statement)
	if m := wrapped.FindStringSubmatch(text); m != nil {
		text = m[2]
		if w.Variable == "" {
			w.Variable = m[1]
		}
	}
	n, x, ok, err := w.function(text)
	if !ok {
		return err
	}
	d, steps, err := calculus.Derivative(n, x)
	if err != nil {
		w.undecided(err)
		return nil
	}
	for _, s := range steps {
		w.step(algebra.Step(s))
	}
	short, err := algebra.Simplified(d, w.budget)
	if err != nil {
		short = d
	}
	w.out.Expression = maths.Typed(short)
	w.out.Where = domain(n)
	w.against = func(text string) {
		if claim, ok := w.claimed(text); ok {
			w.compare(text, claim, d)
		}
	}
	return nil
}

// integrand is what is integrated, with the variable: (2x + 1)^5 dx.
var integrand = regexp.MustCompile(`^(.*\S)\s*\bd([a-z])\s*$`)

func (w *worker) integrate() error {
	text := strings.TrimPrefix(strings.TrimSpace(plain(w.Statement)), "∫")
	if m := integrand.FindStringSubmatch(text); m != nil && (w.Variable == "" || w.Variable == m[2]) {
		text, w.Variable = m[1], m[2]
	}
	n, x, ok, err := w.function(text)
	if !ok {
		return err
	}
	if f, steps, err := calculus.Integral(n, x, w.budget); err == nil {
		for _, s := range steps {
			w.step(algebra.Step(s))
		}
		short, err := algebra.Simplified(f, w.budget)
		if err != nil {
			short = f
		}
		w.out.Expression = maths.Typed(short) + " + C"
	} else {
		w.out.Why = err.Error()
	}
	w.against = func(text string) { // by its derivative
		claim, ok := w.claimed(text)
		if !ok {
			return
		}
		d, _, err := calculus.Derivative(claim, x)
		if err != nil {
			w.claim(text, Unproven, "%s", err)
			return
		}
		w.compare(text, d, n)
	}
	return nil
}

// shape expands, factors or simplifies.
func (w *worker) shape() error {
	n, ok, err := w.sure(plain(w.Statement))
	if !ok {
		return err
	}
	do := map[string]func(maths.Node, algebra.Budget) (maths.Node, error){"expand": algebra.Expanded, "factor": algebra.Factored, "simplify": algebra.Simplified}[w.Task.Task]
	best, err := do(n, w.budget)
	switch {
	case errors.Is(err, algebra.ErrUndefined):
		w.out.Set, w.out.Why = "none", err.Error()
	case err != nil:
		w.out.Why = err.Error()
	default:
		w.out.Expression = maths.Typed(best)
		w.step(algebra.Step{Rule: w.Task.Task, Text: maths.Typed(n) + " = " + w.out.Expression})
		w.out.Where = domain(n)
	}
	w.against = func(text string) {
		claim, ok := w.claimed(text)
		if !ok || !w.compare(text, claim, n) || best == nil {
			return
		}
		last := &w.out.Claims[len(w.out.Claims)-1]
		switch {
		case w.Task.Task == "factor" && algebra.FactorCount(claim) < algebra.FactorCount(best):
			last.Why = "it can be factored further: " + maths.Typed(best)
		case w.Task.Task == "expand" && hasProductOfSums(claim):
			last.Why = "it can still be multiplied out: " + maths.Typed(best)
		case w.Task.Task == "simplify" && algebra.Size(claim) > algebra.Size(best):
			last.Why = "it can be written shorter: " + maths.Typed(best)
		}
	}
	return nil
}

// hasProductOfSums says whether a product or power of a sum is left.
func hasProductOfSums(n maths.Node) bool {
	sum := func(n maths.Node) bool {
		b, ok := n.(maths.Binary)
		return ok && (b.Op == '+' || b.Op == '-')
	}
	found := false
	maths.Walk(n, func(n maths.Node) {
		if b, ok := n.(maths.Binary); ok {
			found = found || b.Op == '*' && (sum(b.X) || sum(b.Y)) || b.Op == '^' && sum(b.X)
		}
	})
	return found
}
