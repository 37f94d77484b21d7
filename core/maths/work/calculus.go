package work

import (
	"errors"
	"fmt"
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/calculus"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/solve"
)

// slope is what is asked of a function: its derivative of some order, maybe at a point.
type slope struct {
	of        maths.Node      // the function, or nil where a curve is given
	curve     *maths.Relation // an equation in two variables
	by        string
	dependent string // the other variable of a curve
	order     int
	at        maths.Node
}

var orders = map[string]int{"second": 2, "third": 3, "twice": 2}

// readSlope reads what is to be differentiated.
func (w *worker) readSlope() (*slope, bool, error) {
	s, err := w.take(w.Statement, slices.Concat([]string{"second", "third", "twice", "change", "tangent", "constants"}, signWords)...)
	if err != nil {
		return nil, false, err
	}
	if len(s.doubts) > 0 {
		w.undecided(errors.New(s.doubts[0]))
		return nil, false, nil
	}
	out := &slope{order: 1}
	if names := w.unknowns(); len(names) > 0 {
		out.by = names[0]
	}
	asked := phrase.Piece{}
	for _, p := range s.asked {
		if p.Kind != phrase.Derivative {
			return nil, false, errors.New("an integral is no function to be differentiated here")
		}
		if asked.Kind != phrase.Derivative || p.Order > asked.Order || p.At != "" {
			asked = p
		}
	}
	if asked.Kind == phrase.Derivative {
		out.order = max(1, asked.Order)
		if out.by == "" {
			out.by = asked.By
		}
		out.dependent = asked.Of
	}
	for word, n := range orders {
		if s.Has(word) {
			out.order = n
		}
	}
	for _, c := range s.calls {
		out.of = c.value
		if out.by == "" {
			out.by = c.of
		}
	}
	var object []written
	for _, e := range s.written {
		if name, lone := e.node.(maths.Name); lone && (string(name) == out.by || e.after == "to" || len(s.written)+len(s.relations) > 1 && slices.Contains([]string{"where", "and", "or", "of", "when", ""}, e.after) && (out.of != nil || len(object) > 0 || len(s.relations) > 0)) {
			if out.by == "" && e.after == "to" {
				out.by = string(name)
			}
			if string(name) != out.by || out.of != nil || len(object) > 0 || len(s.relations) > 0 || len(s.written) > 1 {
				continue
			}
		}
		object = append(object, e)
	}
	if len(object) > 1 {
		return nil, false, fmt.Errorf("“%s” and “%s” stand beside each other; one function was expected", object[0].text, object[1].text)
	}
	if len(object) == 1 {
		out.of = object[0].node
	}
	var conditions []maths.Statement
	for _, r := range s.relations {
		rel, ok := r.(maths.Relation)
		if !ok || len(rel.Ops) != 1 || rel.Ops[0] != "=" {
			conditions = append(conditions, r)
			continue
		}
		name, lone := rel.Terms[0].(maths.Name)
		switch right := maths.Names(rel.Terms[1]); {
		case lone && string(name) == out.by && len(right) == 0 || lone && out.by == "" && len(right) == 0:
			out.by, out.at = string(name), rel.Terms[1]
		case lone && !slices.Contains(right, string(name)) && out.of == nil && string(name) != out.by:
			out.of = rel.Terms[1]
		case out.of == nil && out.curve == nil:
			out.curve = &rel
		default:
			return nil, false, fmt.Errorf("what “%s” is for is not understood", maths.TypedRelation(rel))
		}
	}
	if asked.At != "" && asked.At != out.by {
		n, err := maths.ReadExpression(asked.At, w.how)
		if err != nil {
			return nil, false, err
		}
		if name, lone := n.(maths.Name); lone && out.by == "" {
			out.by = string(name)
		} else {
			out.at = n
		}
	}
	if out.of == nil && out.curve == nil {
		return nil, false, fmt.Errorf("“%s” has no function", strings.TrimSpace(w.Statement))
	}
	if out.of != nil && out.by == "" {
		if out.by, err = w.variable(out.of); err != nil {
			return nil, false, err
		}
	}
	if out.curve != nil {
		names := statementNames([]maths.Statement{*out.curve})
		slices.Sort(names)
		names = slices.Compact(names)
		if out.by == "" && slices.Contains(names, "x") {
			out.by = "x"
		}
		if rest := slices.DeleteFunc(slices.Clone(names), func(n string) bool { return n == out.by }); len(rest) == 1 && slices.Contains(names, out.by) {
			out.dependent = rest[0]
		} else if !slices.Contains(names, out.dependent) || !slices.Contains(names, out.by) {
			return nil, false, errors.New("which variable depends on which is not said")
		}
	}
	more, err := s.signed(nil)
	if err != nil {
		return nil, false, err
	}
	return out, true, w.narrow(append(conditions, more...))
}

func (w *worker) differentiate() error {
	s, ok, err := w.readSlope()
	if !ok || err != nil {
		return err
	}
	if s.curve != nil {
		return w.implicit(s)
	}
	n, d := s.of, s.of
	w.spoken = maths.Names(n)
	for range s.order {
		var steps []calculus.Step
		if d, steps, err = calculus.Derivative(d, s.by); err != nil {
			w.undecided(err)
			return nil
		}
		for _, one := range steps {
			w.step(algebra.Step(one))
		}
	}
	if s.at != nil {
		return w.number(maths.Replace(d, map[string]maths.Node{s.by: s.at}), nil)
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

// implicit differentiates a curve: dy/dx = -F_x/F_y for F(x, y) = 0.
func (w *worker) implicit(s *slope) error {
	if s.order != 1 || s.at != nil {
		w.undecided(errors.New("curves are differentiated once, and not at a point"))
		return nil
	}
	f := maths.Binary{Op: '-', X: s.curve.Terms[0], Y: s.curve.Terms[1]}
	w.spoken = maths.Names(f)
	fx, _, err1 := calculus.Derivative(f, s.by)
	fy, _, err2 := calculus.Derivative(f, s.dependent)
	if err := errors.Join(err1, err2); err != nil {
		w.undecided(err)
		return nil
	}
	d := maths.Node(maths.Negative{X: maths.Binary{Op: '/', X: fx, Y: fy}})
	if short, err := algebra.Simplified(d, w.budget); err == nil {
		d = short
	}
	w.out.Expression = maths.Typed(d)
	w.against = func(text string) {
		claim, ok := w.claimed(text)
		if !ok {
			return
		}
		last := claim[len(claim)-1]
		if w.equivalent(last, d).Verdict == algebra.True {
			w.compare(text, claim, d)
			return
		}
		if w.differsOn(s, last, d) { // off the curve they may differ and mean the same
			w.claim(text, Wrong, "it is %s", w.out.Expression)
			return
		}
		w.claim(text, Unproven, "it could be shown neither equal to %s on the curve nor different from it", w.out.Expression)
	}
	return nil
}

// differsOn says whether two expressions differ at some point of a curve.
func (w *worker) differsOn(s *slope, a, b maths.Node) bool {
	for _, pair := range [][2]string{{s.by, s.dependent}, {s.dependent, s.by}} { // one is chosen, the other solved for
		for _, x := range []maths.Node{maths.Int(1), maths.Int(2), maths.Int(-1), maths.Int(3), maths.Number{Value: big.NewRat(1, 2)}} {
			put := map[string]maths.Node{pair[0]: x}
			line := maths.Relation{Terms: []maths.Node{maths.Replace(s.curve.Terms[0], put), maths.Replace(s.curve.Terms[1], put)}, Ops: []string{"="}}
			points, err := solve.Solve(line, []string{pair[1]}, w.budget)
			if err != nil || points.Kind != solve.Finite && len(points.Periodic) == 0 {
				continue
			}
			calc := algebra.New(w.budget)
			values := points.Line.Points()
			for _, r := range points.Periodic {
				values = append(values, r.Value)
			}
			for _, y := range values {
				at := map[string]maths.Node{pair[0]: x, pair[1]: calc.Node(y)}
				if c := algebra.Equivalent(maths.Replace(a, at), maths.Replace(b, at), w.budget); c.Verdict == algebra.False {
					return true
				}
			}
		}
	}
	return false
}

func (w *worker) integrate() error {
	if !strings.Contains(w.Statement, "∫") && !strings.Contains(w.Statement, `\int`) && !strings.Contains(strings.ToLower(w.Statement), "integra") {
		w.Statement = "∫ " + w.Statement // so that dx is read as what it is
	}
	s, err := w.take(w.Statement, slices.Concat([]string{"indefinite", "definite", "change", "limits", "lower", "upper"}, signWords)...)
	if err != nil {
		return err
	}
	if len(s.doubts) > 0 {
		w.undecided(errors.New(s.doubts[0]))
		return nil
	}
	x := ""
	if names := w.unknowns(); len(names) > 0 {
		x = names[0]
	}
	var from, to maths.Node
	for _, p := range s.asked {
		switch p.Kind {
		case phrase.Differential:
			x = p.By
		case phrase.Integral:
			if p.From == "" {
				continue
			}
			var err1, err2 error
			from, err1 = maths.ReadExpression(p.From, w.how)
			to, err2 = maths.ReadExpression(p.To, w.how)
			if err := errors.Join(err1, err2); err != nil {
				return err
			}
		default:
			return errors.New("a derivative is no function to be integrated here")
		}
	}
	var object []maths.Node
	for _, e := range s.written {
		switch {
		case e.after == "from" || e.after == "between":
			from = e.node
		case (e.after == "to" || e.after == "and") && from != nil && to == nil:
			to = e.node
		case e.after == "to" || e.node == maths.Name(x) && len(s.written) > 1: // with respect to x
		default:
			object = append(object, e.node)
		}
	}
	for _, c := range s.calls {
		object = append(object, c.value)
	}
	var conditions []maths.Statement
	for _, r := range s.relations {
		if rel, ok := r.(maths.Relation); ok && len(rel.Ops) == 1 && rel.Ops[0] == "=" && len(object) == 0 {
			object = append(object, rel.Terms[1])
			continue
		}
		conditions = append(conditions, r)
	}
	if len(object) != 1 {
		return fmt.Errorf("“%s” has no single function to be integrated", strings.TrimSpace(w.Statement))
	}
	n := object[0]
	if x == "" {
		if x, err = w.variable(n); err != nil {
			return err
		}
	}
	w.spoken = maths.Names(n)
	more, err := s.signed(w.spoken)
	if err != nil {
		return err
	}
	if err := w.narrow(append(conditions, more...)); err != nil {
		return err
	}
	if from != nil && to != nil {
		value, ok := w.definite(n, x, from, to)
		if !ok {
			w.undecided(errors.New("no method here finds this integral"))
			return nil
		}
		return w.number(value, nil)
	}
	w.indefinite(n, x, s.Has("constant"))
	return nil
}

// indefinite finds an antiderivative. Claims are held against it by their derivative;
// where the constant is asked for, it has to be there.
func (w *worker) indefinite(n maths.Node, x string, constant bool) {
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
		last := claim[len(claim)-1]
		d, _, err := calculus.Derivative(last, x)
		if err != nil {
			w.claim(text, Unproven, "%s", err)
			return
		}
		free := slices.DeleteFunc(maths.Names(last), func(name string) bool { return slices.Contains(w.spoken, name) || name == x })
		if w.compare(text, []maths.Node{d}, n) && constant && len(free) == 0 {
			w.out.Claims[len(w.out.Claims)-1] = Claim{Text: text, Verdict: Wrong, Why: "the constant of integration is missing"}
		}
	}
}

// definite is the integral from a to b, where the integrand has a value on all of the
// stretch. Absolute values are parted where their sign changes.
func (w *worker) definite(n maths.Node, x string, a, b maths.Node) (maths.Node, bool) {
	name := maths.Name(x)
	for _, c := range solve.Conditions(n) {
		within := maths.All{maths.Relation{Terms: []maths.Node{a, name, b}, Ops: []string{"≤", "≤"}}, c.Broken()}
		if s, err := solve.Solve(within, []string{x}, w.budget); err != nil || s.Kind != solve.None {
			return nil, false
		}
	}
	var inside maths.Node
	maths.Walk(n, func(n maths.Node) {
		if c, ok := n.(maths.Call); ok && c.Func == "abs" && slices.Contains(maths.Names(c.Args[0]), x) {
			inside = c.Args[0]
		}
	})
	if inside == nil {
		out, _, err := calculus.Definite(n, x, a, b, w.budget)
		return out, err == nil
	}
	zeros, err := solve.Solve(maths.All{maths.Relation{Terms: []maths.Node{inside, maths.Int(0)}, Ops: []string{"="}}, maths.Relation{Terms: []maths.Node{a, name, b}, Ops: []string{"<", "<"}}}, []string{x}, w.budget)
	if err != nil || zeros.Kind != solve.Finite && zeros.Kind != solve.None {
		return nil, false
	}
	calc := algebra.New(w.budget)
	ends := []maths.Node{a}
	for _, z := range zeros.Line.Points() {
		ends = append(ends, calc.Node(z))
	}
	ends = append(ends, b)
	var sum maths.Node = maths.Int(0)
	for i := range len(ends) - 1 {
		middle := maths.Binary{Op: '/', X: maths.Binary{Op: '+', X: ends[i], Y: ends[i+1]}, Y: maths.Int(2)}
		f, err := calc.Form(maths.Replace(inside, map[string]maths.Node{x: middle}))
		if err != nil {
			return nil, false
		}
		sign, err := calc.Sign(f)
		if err != nil || sign == 0 {
			return nil, false
		}
		value := inside
		if sign < 0 {
			value = maths.Negative{X: inside}
		}
		part, ok := w.definite(maths.Put(n, maths.Call{Func: "abs", Args: []maths.Node{inside}}, value), x, ends[i], ends[i+1])
		if !ok {
			return nil, false
		}
		sum = maths.Binary{Op: '+', X: sum, Y: part}
	}
	return sum, true
}
