package work

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/solve"
)

// steps audits a derivation: it names the first line that does not follow from
// the one before. Lines are either equal expressions or equations with the same
// solutions. A line may have more solutions than the one before (both sides
// squared) if a later line has those of the first again.
func (w *worker) steps() error {
	lines := w.Lines
	if len(lines) == 0 {
		lines = strings.Split(w.Statement, "\n")
	} else if w.isStart(w.Statement) && w.Statement != lines[0] {
		lines = append([]string{w.Statement}, lines...)
		defer func() { // lines are counted as they were given
			if n := w.out.FirstBadLine; n != nil && *n > 1 {
				*n--
			}
		}()
	}
	var read []maths.Statement
	continued := false
	for i, text := range lines {
		if strings.TrimSpace(text) == "" {
			continue
		}
		text = strings.TrimSpace(text)
		for _, lead := range []string{"⇒", "=>", "⟹", "∴", "so ", "therefore "} {
			text = strings.TrimSpace(strings.TrimPrefix(text, lead))
		}
		if strings.HasPrefix(text, "=") && i > 0 {
			continued = true
			text = strings.TrimPrefix(text, "=")
		}
		s, doubts, err := w.readStatement(text)
		if err != nil {
			return fmt.Errorf("line %d: %w", i+1, err)
		}
		if len(doubts) > 0 {
			w.undecided(fmt.Errorf("line %d: %s", i+1, doubts[0]))
			return nil
		}
		read = append(read, s)
	}
	if len(read) == 0 {
		return errors.New("there are no lines to audit")
	}
	bad, why, err := w.audit(read, continued)
	if err != nil {
		if !undecidable(err) {
			return err
		}
		w.undecided(err)
		return nil
	}
	w.out.FirstBadLine, w.out.Why = &bad, why
	w.against = func(text string) { w.claim(text, Unproven, "claims are not judged with steps") }
	return nil
}

// isStart says whether the statement is the line before the first, rather than
// words about them.
func (w *worker) isStart(text string) bool {
	if strings.TrimSpace(text) == "" {
		return false
	}
	_, _, err := w.readStatement(text)
	return err == nil
}

// audit gives the first bad line, from 1, or 0.
func (w *worker) audit(lines []maths.Statement, continued bool) (int, string, error) {
	expressions, numeric := true, true
	for _, s := range lines {
		r, ok := s.(maths.Relation)
		expressions = expressions && ok && len(r.Ops) == 0
		if !ok {
			numeric = false
			continue
		}
		for _, t := range r.Terms {
			numeric = numeric && len(maths.Names(t)) == 0
		}
	}
	if expressions || continued || numeric {
		return w.auditExpressions(lines, numeric && !continued && !expressions)
	}
	if len(w.unknowns()) > 1 {
		return w.auditSystem(lines)
	}
	return w.auditEquations(w.carried(lines))
}

// carried are lines with the restriction of the first: what bounds the unknown by
// itself goes on to hold.
func (w *worker) carried(lines []maths.Statement) []maths.Statement {
	first, ok := lines[0].(maths.All)
	if !ok {
		return lines
	}
	var bounds []maths.Statement
	for _, part := range first {
		if r, ok := part.(maths.Relation); ok && bounded(r) {
			bounds = append(bounds, r)
		} else if m, ok := part.(maths.Member); ok {
			bounds = append(bounds, m)
		}
	}
	if len(bounds) == 0 || len(bounds) == len(first) {
		return lines
	}
	out := []maths.Statement{lines[0]}
	for _, s := range lines[1:] {
		out = append(out, within(s, bounds))
	}
	return out
}

// within is a statement under further bounds, which each of its alternatives gets.
func within(s maths.Statement, bounds []maths.Statement) maths.Statement {
	if any, ok := s.(maths.Any); ok {
		out := make(maths.Any, len(any))
		for i, part := range any {
			out[i] = within(part, bounds)
		}
		return out
	}
	if all, ok := s.(maths.All); ok {
		return append(slices.Clone(all), bounds...)
	}
	return append(maths.All{s}, bounds...)
}

// bounded says whether a relation compares a lone name with numbers, by order.
func bounded(r maths.Relation) bool {
	lone := 0
	for _, t := range r.Terms {
		if _, ok := t.(maths.Name); ok {
			lone++
		} else if len(maths.Names(t)) > 0 {
			return false
		}
	}
	return lone == 1 && !slices.ContainsFunc(r.Ops, func(op string) bool { return !strings.Contains("<≤>≥", op) })
}

// auditSystem wants every line to hold at each solution of the first, and the last to
// have no other ones if it names all unknowns.
func (w *worker) auditSystem(lines []maths.Statement) (int, string, error) {
	unknowns := w.unknowns()
	truth, err := solve.Solve(lines[0], unknowns, w.budget)
	if err != nil {
		return 0, "", err
	}
	if truth.Kind != solve.Finite {
		return 0, "", solve.ErrUndecided
	}
	calc := algebra.New(w.budget)
	for i, s := range lines[1:] {
		for _, p := range truth.Points {
			at := map[string]maths.Node{}
			for k, x := range unknowns {
				at[x] = calc.Node(p[k])
			}
			holds, err := w.holds(s, at)
			if err != nil {
				return 0, "", err
			}
			if !holds {
				return i + 2, "it does not hold at the solution of the first line", nil
			}
		}
	}
	last := statementNames(lines[len(lines)-1:])
	for _, x := range unknowns {
		if !slices.Contains(last, x) {
			return 0, "", nil
		}
	}
	end, err := solve.Solve(lines[len(lines)-1], unknowns, w.budget)
	if err != nil {
		return 0, "", err
	}
	if end.Kind == solve.Finite && len(end.Points) < len(truth.Points) {
		return len(lines), "a solution is lost", nil
	}
	return 0, "", nil
}

// holds says whether a statement is true at a point.
func (w *worker) holds(s maths.Statement, at map[string]maths.Node) (bool, error) {
	switch s := s.(type) {
	case maths.Any:
		for _, part := range s {
			if ok, err := w.holds(part, at); ok || err != nil {
				return ok, err
			}
		}
		return false, nil
	case maths.All:
		for _, part := range s {
			if ok, err := w.holds(part, at); !ok || err != nil {
				return ok, err
			}
		}
		return true, nil
	case maths.Relation:
		calc := algebra.New(w.budget)
		for i, op := range s.Ops {
			forms, err := calc.Forms(maths.Replace(s.Terms[i], at), maths.Replace(s.Terms[i+1], at))
			if err != nil {
				return false, err
			}
			sign, err := calc.Compare(forms[0], forms[1])
			if err != nil {
				return false, err
			}
			ok := map[string]bool{"=": sign == 0, "≠": sign != 0, "<": sign < 0, "≤": sign <= 0, ">": sign > 0, "≥": sign >= 0}[op]
			if !ok {
				return false, nil
			}
		}
		return true, nil
	}
	return false, solve.ErrUndecided
}

// auditExpressions wants each expression to equal the one before; apart, each
// line alone.
func (w *worker) auditExpressions(lines []maths.Statement, apart bool) (int, string, error) {
	var before maths.Node
	for i, s := range lines {
		r, ok := s.(maths.Relation)
		if !ok {
			return 0, "", solve.ErrUndecided
		}
		if apart {
			before = nil
		}
		for k, t := range r.Terms {
			if before != nil {
				if k > 0 && r.Ops[k-1] != "=" {
					return 0, "", solve.ErrUndecided
				}
				switch c := algebra.Equivalent(before, t, w.budget); c.Verdict {
				case algebra.False:
					return i + 1, fmt.Sprintf("%s is not equal to %s", maths.Typed(t), maths.Typed(before)), nil
				case algebra.Unproven:
					return 0, "", solve.ErrUndecided
				}
			}
			before = t
		}
	}
	return 0, "", nil
}

// auditEquations compares the solutions of the lines.
func (w *worker) auditEquations(lines []maths.Statement) (int, string, error) {
	unknowns := w.unknowns()
	sets := make([]solve.Solution, len(lines))
	for i, s := range lines {
		out, err := solve.Solve(s, unknowns, w.budget)
		if err != nil {
			return 0, "", err
		}
		if len(unknowns) == 0 {
			unknowns = out.Unknowns
		}
		sets[i] = out
	}
	last := len(lines) - 1
	ends, err := solve.Same(sets[last], sets[0])
	if err != nil {
		return 0, "", err
	}
	wider := false // a line has more solutions than the first, for now
	for i := 1; i <= last; i++ {
		same, err := solve.Same(sets[i], sets[i-1])
		if err != nil {
			return 0, "", err
		}
		if same {
			continue
		}
		back, err := solve.Same(sets[i], sets[0])
		if err != nil {
			return 0, "", err
		}
		if wider && back {
			wider = false
			continue
		}
		gained, err := solve.Within(sets[i-1], sets[i])
		if err != nil {
			return 0, "", err
		}
		if gained && ends {
			wider = true
			continue
		}
		return i + 1, w.change(sets[i-1], sets[i], gained), nil
	}
	return 0, "", nil
}

// change says what a bad line does to the solutions.
func (w *worker) change(before, after solve.Solution, gained bool) string {
	text := func(s solve.Solution) string {
		one := &worker{Task: Task{}, budget: w.budget}
		one.describe(s)
		return one.contrast(s)
	}
	if gained {
		return fmt.Sprintf("this line has solutions that the line before has not: before, %s; now, %s", text(before), text(after))
	}
	if lost, err := solve.Within(after, before); err == nil && lost {
		return fmt.Sprintf("a solution is lost: before, %s; now, %s", text(before), text(after))
	}
	return fmt.Sprintf("before, %s; now, %s", text(before), text(after))
}
