package work

import (
	"errors"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/phrase"
)

// constants are ways to write the constant of integration in words.
var constants = regexp.MustCompile(`\+\s*(?:a |some )?const(?:ant)?\.?\s*$|\+\s*C\s*,?\s*(?:where|with) C (?:is )?(?:a|any|an arbitrary) (?:real )?(?:constant|number)\.?\s*$`)

// claimed reads a claim that is an expression, or a chain of equal ones, with or
// without f'(x) = before it. A claim that can't be judged is noted as unproven, and ok
// is false.
func (w *worker) claimed(text string) (terms []maths.Node, ok bool) {
	read := text
	if w.Task.Task == "integrate" {
		read = constants.ReplaceAllString(text, "+ C")
	}
	a := phrase.ReadAnswer(read, w.names(), w.spoken)
	if len(a.Unread) > 0 {
		w.claim(text, Unproven, "%s", unread(a.Unread))
		return nil, false
	}
	if a.Says != phrase.Mathematics || len(a.Reasons) > 0 || len(a.Names) > 0 && w.Task.Task != "integrate" || a.Math == "" {
		w.claim(text, Unproven, "an expression was expected")
		return nil, false
	}
	r, err := maths.Read(a.Math, w.how)
	if err != nil {
		w.claim(text, Unproven, "%s", err)
		return nil, false
	}
	if len(r.Doubts) > 0 {
		w.claim(text, Unproven, "%s", r.Doubts[0])
		return nil, false
	}
	rel, ok := unconditional(r.Statement).(maths.Relation)
	if !ok || slices.ContainsFunc(rel.Ops, func(op string) bool { return op != "=" }) {
		w.claim(text, Unproven, "an expression was expected")
		return nil, false
	}
	terms = rel.Terms
	if name, is := terms[0].(maths.Name); is && len(terms) > 1 && !slices.Contains(w.spoken, string(name)) {
		terms = terms[1:] // what it is called
	}
	if len(terms) > 1 {
		if c, is := called(a.Math, rel); is {
			terms = []maths.Node{c.value}
		} else if name, is := terms[0].(maths.Name); is && (name == "y" || name == "f") {
			terms = terms[1:]
		}
	}
	return terms, true
}

// compare says whether a claim equals the outcome wherever both have a value and the
// conditions of the task hold; each part of a chain has to.
func (w *worker) compare(text string, terms []maths.Node, truth maths.Node) bool {
	var chosen []maths.Node
	for _, n := range terms {
		chosen = append(chosen, maths.Choices(n)...)
	}
	for _, n := range chosen[1:] {
		if c := w.equivalent(n, truth); c.Verdict != algebra.True {
			w.verdict(text, c, truth)
			return false
		}
	}
	return w.verdict(text, w.equivalent(chosen[0], truth), truth)
}

// equivalent compares two expressions where the conditions of the task hold.
func (w *worker) equivalent(a, b maths.Node) algebra.Comparison {
	if len(w.within) > 0 {
		c := algebra.Equivalent(maths.Replace(a, w.within), maths.Replace(b, w.within), w.budget)
		c.At = nil
		return c
	}
	return algebra.Equivalent(a, b, w.budget)
}

func (w *worker) verdict(text string, c algebra.Comparison, truth maths.Node) bool {
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

// shape expands, factors or simplifies.
func (w *worker) shape() error {
	n, ok, err := w.object()
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
		chain, ok := w.claimed(text)
		if !ok || !w.compare(text, chain, n) || best == nil {
			return
		}
		claim := chain[len(chain)-1]
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

// forms are words that tell the form of an answer.
var forms = []string{"sum", "sums", "product", "products", "multiple", "multiples", "quadratics", "difference", "two", "three", "single", "second", "whole", "integers", "integer", "natural", "constants", "ascending", "descending", "irreducible", "decimal", "standard", "mixed", "indices"}

// object is the one expression that a task is about.
func (w *worker) object() (maths.Node, bool, error) {
	s, err := w.take(w.Statement, slices.Concat(forms, signWords)...)
	if err != nil {
		return nil, false, err
	}
	if len(s.doubts) > 0 {
		w.undecided(errors.New(s.doubts[0]))
		return nil, false, nil
	}
	var found []written
	for _, e := range s.written {
		if slices.Contains([]string{"form", "forms", "of", "respect", "in", "terms", "and", "or", "where", "with", "to", "as", "by"}, e.after) && len(s.written) > 1 && (len(found) > 0 || e.after != "of") {
			continue // "in the form a + b√c", "in terms of x", "where a, b and c …"
		}
		found = append(found, e)
	}
	if len(found) > 1 {
		if _, lone := found[1].node.(maths.Name); !lone {
			return nil, false, fmt.Errorf("“%s” and “%s” stand beside each other; one expression was expected", found[0].text, found[1].text)
		}
	}
	var conditions []maths.Statement
	for _, r := range s.relations {
		rel, ok := r.(maths.Relation)
		if ok && len(found) == 0 && rel.Ops[0] == "=" && len(rel.Ops) == 1 {
			if name, lone := rel.Terms[0].(maths.Name); lone && name == "y" {
				found = append(found, written{node: rel.Terms[1]})
				continue
			}
			return nil, false, fmt.Errorf("“%s” is no expression, but a statement", maths.TypedRelation(rel))
		}
		conditions = append(conditions, r)
	}
	for _, c := range s.calls {
		found = append(found, written{node: c.value})
	}
	if len(found) == 0 || len(s.asked) > 0 {
		return nil, false, fmt.Errorf("“%s” has no expression", strings.TrimSpace(w.Statement))
	}
	n := found[0].node
	w.spoken = maths.Names(n)
	more, err := s.signed(maths.Names(n))
	if err != nil {
		return nil, false, err
	}
	return n, true, w.narrow(append(conditions, more...))
}

var signWords = slices.Sorted(maps.Keys(signs))

// signs are words that say the sign of names, and what they bound them by.
var signs = map[string]string{"positive": ">", "negative": "<", "non-negative": "≥", "nonnegative": "≥", "non-positive": "≤", "nonpositive": "≤", "nonzero": "≠", "non-zero": "≠"}

// signed are the conditions that words state: "x is positive", "for positive x", "all
// letters are positive". It fails where a word of a sign belongs to no name.
func (s *sentence) signed(names []string) ([]maths.Statement, error) {
	var out []maths.Statement
	return out, eachSign(s.Pieces, func(pieces []phrase.Piece, i int) error {
		of := namesBeside(pieces, i)
		if len(of) == 0 && len(names) == 1 && i+1 < len(pieces) && slices.Contains([]string{"solution", "solutions", "root", "roots", "value", "values", "answer", "answers", "number"}, pieces[i+1].Text) {
			of = names
		}
		if len(of) == 0 && s.Has("all", "everything", "both", "each", "quantities", "letters", "variables") {
			of = names
		}
		if len(of) == 0 {
			return unread([]string{pieces[i].Text})
		}
		for _, name := range of {
			out = append(out, maths.Relation{Terms: []maths.Node{maths.Name(name), maths.Int(0)}, Ops: []string{signs[pieces[i].Text]}})
		}
		return nil
	})
}

// eachSign calls f for every word of a sign, in brackets too.
func eachSign(pieces []phrase.Piece, f func([]phrase.Piece, int) error) error {
	for i, p := range pieces {
		if p.Kind == phrase.Aside {
			if err := eachSign(p.Parts, f); err != nil {
				return err
			}
		}
		if p.Kind == phrase.Word && signs[p.Text] != "" {
			if err := f(pieces, i); err != nil {
				return err
			}
		}
	}
	return nil
}

// namesBeside are the names that a word of a sign speaks of: those that follow it at
// once, or those before "is" or "are".
func namesBeside(pieces []phrase.Piece, i int) []string {
	name := func(p phrase.Piece) string {
		n, err := maths.ReadExpression(p.Text, maths.Notation{})
		if one, ok := n.(maths.Name); ok && err == nil && p.Kind == phrase.Math {
			return string(one)
		}
		return ""
	}
	between := func(p phrase.Piece) bool { return p.Text == "," || p.Text == "and" }
	var out []string
	for k := i + 1; k < len(pieces); k++ {
		if n := name(pieces[k]); n != "" {
			out = append(out, n)
		} else if len(out) == 0 || !between(pieces[k]) {
			break
		}
	}
	if len(out) > 0 || i < 2 || pieces[i-1].Text != "is" && pieces[i-1].Text != "are" {
		return out
	}
	for k := i - 2; k >= 0; k-- {
		if n := name(pieces[k]); n != "" {
			out = append(out, n)
		} else if !between(pieces[k]) {
			break
		}
	}
	return out
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
