package work

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/solve"
)

func (w *worker) solve() error {
	s, doubts, err := w.readStatement(w.Statement)
	if err != nil {
		return err
	}
	if _, bare := (maths.Reading{Statement: s}).Expression(); bare {
		return fmt.Errorf("“%s” is an expression; an equation or an inequality was expected", w.Statement)
	}
	if len(doubts) > 0 {
		w.undecided(errors.New(doubts[0]))
		return nil
	}
	w.know(s)
	out, err := solve.Solve(s, w.unknowns(), w.budget)
	if err != nil {
		if !undecidable(err) {
			return err
		}
		w.out.Why = err.Error()
		w.against = func(text string) { w.refute(text, s, out.Unknowns, err) }
		return nil
	}
	if err := w.limited(out); err != nil {
		w.undecided(err)
		return nil
	}
	w.describe(out)
	w.against = func(text string) { w.judgeAnswer(text, out) }
	return nil
}

// limited says why a solution may not be what is asked: words that are not known may
// speak of amounts, which are positive.
func (w *worker) limited(out solve.Solution) error {
	calc := algebra.New(w.budget)
	for _, end := range w.ends {
		f, err := calc.Form(end)
		if err != nil {
			return err
		}
		for _, v := range out.Line.Points() {
			if s, err := calc.Compare(f, v); err != nil || s == 0 {
				return errors.New("whether the ends are included is not said")
			}
		}
		if out.Kind != solve.Finite && out.Kind != solve.None {
			return errors.New("whether the ends are included is not said")
		}
	}
	if !w.story || out.Kind == solve.None {
		return nil
	}
	values := out.Line.Points()
	for _, p := range out.Points {
		values = append(values, p...)
	}
	for _, v := range values {
		if sign, err := calc.Sign(v); err != nil || sign <= 0 {
			return errors.New("whether a value that is not positive is meant as well is not said")
		}
	}
	if out.Kind != solve.Finite {
		return errors.New("whether all of these are meant is not said")
	}
	return nil
}

// know notes what claims on a statement lean on: its names, whether it is one
// equation, and whether its unknown is an angle.
func (w *worker) know(s maths.Statement) {
	w.spoken = statementNames([]maths.Statement{s})
	first := s
	if all, ok := s.(maths.All); ok && len(all) > 0 {
		first = all[0]
	}
	if r, ok := first.(maths.Relation); ok && len(r.Ops) == 1 && r.Ops[0] == "=" {
		w.equation = &r
	}
	if u := w.unknowns(); len(u) == 1 {
		w.angle = isAngle(s, u[0])
	} else if len(u) == 0 && len(slices.Compact(slices.Sorted(slices.Values(w.spoken)))) == 1 {
		w.angle = isAngle(s, w.spoken[0])
	}
}

// describe writes a solution.
func (w *worker) describe(s solve.Solution) {
	calc := algebra.New(w.budget)
	w.step(s.Steps...)
	for _, e := range s.Excluded {
		w.out.Excluded = append(w.out.Excluded, Excluded{exact(calc, e.Value), e.Why})
	}
	x := s.Unknowns[0]
	w.out.Set = string(s.Kind)
	switch s.Kind {
	case solve.Finite:
		for _, f := range s.Line.Points() {
			w.out.Values = append(w.out.Values, exact(calc, f))
		}
		for _, p := range s.Points {
			var parts []string
			for _, f := range p {
				parts = append(parts, exact(calc, f))
			}
			w.out.Values = append(w.out.Values, "("+strings.Join(parts, ", ")+")")
		}
	case solve.Domain:
		w.out.Where = s.Line.Text(x)
	case solve.Interval:
		if len(s.Unknowns) > 1 {
			w.out.Where = "infinitely many points"
			return
		}
		var parts []string
		for _, r := range s.Periodic {
			value := exact(calc, r.Value)
			if value == "0" {
				value = exact(calc, r.Period) + "*n"
			} else {
				value += " + " + exact(calc, r.Period) + "*n"
			}
			w.out.Values = append(w.out.Values, value)
			parts = append(parts, x+" = "+value)
		}
		if len(s.Line) > 0 {
			parts = append(parts, s.Line.Text(x))
		}
		w.out.Where = strings.Join(parts, " or ")
		if len(s.Periodic) > 0 {
			w.out.Where += ", n any whole number"
		}
	}
}

// exact writes a value so that it is read back; a root that can be told by
// decimals alone comes after ≈.
func exact(calc *algebra.Calculator, f *algebra.Form) string {
	text := maths.Typed(calc.Node(f))
	if f.Rounded() {
		return "≈ " + text
	}
	return text
}

// element is one value of a claim, exact or after ≈.
type element struct {
	node    maths.Node
	rounded bool
}

// elements are the values of a claim that lists them; false where it is of
// another kind.
func elements(s maths.Statement, x string) ([]element, bool) {
	switch s := s.(type) {
	case maths.Finite:
		var out []element
		for _, n := range s {
			for _, one := range maths.Choices(n) {
				out = append(out, element{one, false})
			}
		}
		return out, true
	case maths.Any:
		var out []element
		for _, part := range s {
			more, ok := elements(part, x)
			if !ok {
				return nil, false
			}
			out = append(out, more...)
		}
		return out, true
	case maths.Member:
		if string(s.Name) == x {
			return elements(s.In, x)
		}
	case maths.Relation:
		value, rounded := s.Terms[0], false
		switch {
		case len(s.Ops) == 0:
		case s.Terms[0] != maths.Name(x):
			return nil, false
		case len(s.Ops) == 1 && (s.Ops[0] == "=" || s.Ops[0] == "≈"):
			value, rounded = s.Terms[1], s.Ops[0] == "≈"
		default:
			return nil, false
		}
		if slices.Contains(maths.Names(value), x) {
			return nil, false
		}
		var out []element
		for _, one := range maths.Choices(value) {
			out = append(out, element{one, rounded})
		}
		return out, true
	}
	return nil, false
}

// judgeAnswer holds a claim against the solution.
func (w *worker) judgeAnswer(text string, truth solve.Solution) {
	a := phrase.ReadAnswer(text, w.names(), w.spoken)
	if err := w.answerable(a, truth); err != nil {
		w.claim(text, Unproven, "%s", err)
		return
	}
	if a.Says == phrase.Infinite && truth.Kind != solve.Interval && truth.Kind != solve.All && truth.Kind != solve.Domain {
		w.claim(text, Wrong, "%s", w.contrast(truth))
		return
	}
	if a.Says == phrase.Infinite && a.Math == "" {
		if len(truth.Unknowns) == 1 && truth.Kind != solve.All {
			w.claim(text, Unproven, "which they are is not said")
			return
		}
		w.claim(text, Right, "")
		return
	}
	said, doubts, err := w.said(a, truth.Unknowns)
	if err != nil {
		w.claim(text, Unproven, "%s", err)
		return
	}
	if len(doubts) > 0 {
		w.claim(text, Unproven, "%s", doubts[0])
		return
	}
	if other := w.another(said, truth.Unknowns); other != "" {
		w.claim(text, Wrong, "%s is not what is asked for", other)
		return
	}
	if len(truth.Unknowns) == 1 {
		x := truth.Unknowns[0]
		if found, ok := elements(said, x); ok {
			if about(a.Math) || a.About {
				for i := range found {
					found[i].rounded = true
				}
			}
			w.judgeElements(text, found, truth)
			if last := &w.out.Claims[len(w.out.Claims)-1]; last.Verdict == Wrong && twoSigns(said) {
				last.Verdict, last.Why = Unproven, "which signs go together is not said"
			}
			return
		}
		if chain, ok := w.chainOf(said, x); ok { // x = 1/3 ≈ 0.333
			w.judgeChain(text, chain, truth)
			return
		}
	}
	claimed, err := solve.SolveWith(said, truth.Unknowns, w.running(said, a, truth.Unknowns), w.budget)
	if err != nil {
		w.claim(text, Unproven, "%s", err)
		return
	}
	w.judgeSet(text, claimed, truth)
}

// about says whether mathematics begins with the sign of what is rounded.
func about(text string) bool {
	text = strings.TrimSpace(text)
	return strings.HasPrefix(text, "≈") || strings.HasPrefix(text, "~")
}

// judgeSet compares a claimed set with the solution.
func (w *worker) judgeSet(text string, claimed, truth solve.Solution) {
	same, err := solve.Same(claimed, truth)
	switch {
	case err != nil:
		w.claim(text, Unproven, "%s", err)
	case same:
		w.claim(text, Right, "")
	default:
		w.claim(text, Wrong, "%s", w.contrast(truth))
	}
}

// contrast says what the solution is.
func (w *worker) contrast(truth solve.Solution) string {
	switch truth.Kind {
	case solve.None:
		return "there is no solution"
	case solve.All:
		return "every real number is a solution"
	case solve.Finite:
		return "the solutions are " + strings.Join(w.out.Values, ", ")
	case solve.Domain:
		return "it is true for " + w.out.Where
	}
	return "the solutions are " + w.out.Where
}

// chainOf is the chain x = a ≈ b.
func (w *worker) chainOf(s maths.Statement, x string) (maths.Relation, bool) {
	r, ok := s.(maths.Relation)
	if !ok || len(r.Ops) < 2 || r.Terms[0] != maths.Name(x) || slices.ContainsFunc(r.Ops, func(op string) bool { return op != "=" && op != "≈" }) {
		return r, false
	}
	return r, true
}

// judgeChain wants every link of the chain to be true and the first to be the
// solution.
func (w *worker) judgeChain(text string, r maths.Relation, truth solve.Solution) {
	before := len(w.out.Claims)
	for i, op := range r.Ops {
		var found []element
		for _, one := range maths.Signs(r.Terms[i+1]) {
			found = append(found, element{one, op == "≈" || i > 0 && r.Ops[i-1] == "≈"})
		}
		w.judgeElements(text, found, truth)
	}
	links := w.out.Claims[before:]
	worst := links[0]
	for _, l := range links {
		if l.Verdict == Wrong || l.Verdict == Unproven && worst.Verdict == Right {
			worst = l
		}
	}
	w.out.Claims = append(w.out.Claims[:before], worst)
}

// judgeElements compares a list of values with the solution as sets.
func (w *worker) judgeElements(text string, claimed []element, truth solve.Solution) {
	calc := algebra.New(w.budget)
	if truth.Kind != solve.Finite {
		for _, e := range claimed {
			if len(maths.Names(e.node)) > 0 { // such as π/6 + 2πn
				w.judgePeriodic(text, claimed, truth)
				return
			}
		}
		w.claim(text, Wrong, "%s", w.contrast(truth))
		return
	}
	want := truth.Line.Points()
	matched := make([]bool, len(want))
	for _, e := range claimed {
		f, err := calc.Form(e.node)
		if err != nil {
			if errors.Is(err, algebra.ErrUndefined) {
				w.claim(text, Wrong, "%s has no real value", maths.Typed(e.node))
			} else {
				w.claim(text, Unproven, "%s", err)
			}
			return
		}
		found := false
		for i, v := range want {
			ok, decided := w.meets(calc, e, f, v)
			if !decided {
				w.claim(text, Unproven, "it can't be decided whether %s is %s", maths.Typed(e.node), exact(calc, v))
				return
			}
			if ok {
				matched[i], found = true, true
			}
		}
		if !found {
			why := w.contrast(truth)
			for _, x := range w.out.Excluded {
				if g, err := calc.Form(e.node); err == nil && exact(calc, g) == x.Value {
					why = x.Why
				}
			}
			w.claim(text, Wrong, "%s", why)
			return
		}
	}
	for i, ok := range matched {
		if !ok {
			w.claim(text, Wrong, "%s is a solution too", exact(calc, want[i]))
			return
		}
	}
	w.claim(text, Right, "")
}

// meets compares one value of a claim with a solution. A decimal has to be
// exact, unless rounding was asked for or it stands after ≈.
func (w *worker) meets(calc *algebra.Calculator, e element, f, v *algebra.Form) (ok, decided bool) {
	if calc.Same(f, v) {
		return true, true
	}
	if len(f.Names())+len(v.Names()) > 0 {
		switch algebra.Equivalent(calc.Node(f), calc.Node(v), w.budget).Verdict {
		case algebra.True:
			return true, true
		case algebra.False:
			return false, true
		}
		return false, false
	}
	typed, literal := decimalLiteral(e.node)
	if turn, ok := e.node.(maths.Suffix); ok && turn.Op == "°" { // rounded in degrees
		if typed, literal = decimalLiteral(turn.X); literal && (e.rounded || w.round.Asked) {
			degree, err := calc.Form(maths.Suffix{X: maths.Int(1), Op: "°"})
			if err != nil {
				return false, false
			}
			if v, err = calc.Quo(v, degree); err != nil {
				return false, false
			}
			f = algebra.Rational(typed)
		}
	}
	switch {
	case e.rounded && literal:
		return rounds(calc, typed, v)
	case w.round.Asked && literal:
		x, ok := rounded(w.round, calc, v)
		if !ok {
			return false, false
		}
		if x.Cmp(typed) == 0 {
			return true, true
		}
	}
	s, err := calc.Compare(f, v)
	return err == nil && s == 0, err == nil
}

// judgePeriodic compares families such as π/6 + 2πn.
func (w *worker) judgePeriodic(text string, claimed []element, truth solve.Solution) {
	calc := algebra.New(w.budget)
	var out solve.Solution
	out.Unknowns, out.Kind = truth.Unknowns, solve.Interval
	for _, e := range claimed {
		names := maths.Names(e.node)
		if len(names) != 1 || !slices.Contains([]string{"n", "k", "m"}, names[0]) {
			w.claim(text, Unproven, "what the names stand for is not said")
			return
		}
		f, err := calc.Form(e.node)
		if err != nil {
			w.claim(text, Unproven, "%s", err)
			return
		}
		a, b, ok := calc.Linear(f, names[0])
		if !ok {
			w.claim(text, Unproven, "the family of values is not read")
			return
		}
		if den := f.Parts()[1]; !calc.Same(den, algebra.Int(1)) {
			if a, err = calc.Quo(a, den); err == nil {
				b, err = calc.Quo(b, den)
			}
			if err != nil {
				w.claim(text, Unproven, "%s", err)
				return
			}
		}
		out.Periodic = append(out.Periodic, algebra.Root{Value: b, Period: a})
	}
	w.judgeSet(text, out, truth)
}

// refute puts the values of a claim into a statement that could not be solved:
// a value that does not satisfy it makes the claim wrong.
func (w *worker) refute(text string, s maths.Statement, unknowns []string, why error) {
	a := phrase.ReadAnswer(text, w.names(), w.spoken)
	said, doubts, err := w.said(a, unknowns)
	rel, isRelation := s.(maths.Relation)
	if err != nil || len(a.Unread) > 0 || len(doubts) > 0 || len(unknowns) != 1 || !isRelation || len(rel.Ops) != 1 || rel.Ops[0] != "=" {
		w.claim(text, Unproven, "%s", why)
		return
	}
	found, ok := elements(said, unknowns[0])
	if !ok {
		w.claim(text, Unproven, "%s", why)
		return
	}
	for _, e := range found {
		if e.rounded || w.round.Asked {
			continue
		}
		by := map[string]maths.Node{unknowns[0]: e.node}
		c := algebra.Equivalent(maths.Replace(rel.Terms[0], by), maths.Replace(rel.Terms[1], by), w.budget)
		if c.Verdict == algebra.False {
			w.claim(text, Wrong, "%s does not satisfy %s", maths.Typed(e.node), maths.TypedRelation(rel))
			return
		}
	}
	w.claim(text, Unproven, "%s", why)
}
