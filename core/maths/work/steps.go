package work

import (
	"errors"
	"fmt"
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
	return w.auditEquations(lines)
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
