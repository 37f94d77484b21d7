package exercise

import (
	"regexp"
	"slices"
	"strings"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/work"
	"zincowl/core/question"
)

var typesetLine = regexp.MustCompile(`\$([^$]+)\$`)

// TestWorkedStepsFollow reads the worked steps as a candidate does, from what is
// typeset, and audits them: in a calculation or a rewriting each line is equal to the
// statement; in an equation no line loses a root or comes from nowhere.
func TestWorkedStepsFollow(t *testing.T) {
	lines, audited := 0, 0
	for _, f := range families {
		for _, l := range question.Levels {
			for seed := range uint64(6) {
				q, err := f.Question(seeded(seed, 55), l, question.Choice, 4)
				if err != nil {
					t.Error(err)
					continue
				}
				var shown []string
				for _, w := range q.Worked {
					if m := typesetLine.FindAllStringSubmatch(w, -1); len(m) == 1 {
						shown = append(shown, m[0][1])
					}
				}
				switch f.task {
				case "expand", "factor", "simplify", "evaluate":
					lines += equalLines(t, q, shown)
				case "solve":
					if len(relationsIn(q.Task.Statement)) == 1 && f.variable == "" && f.tail == "" && !f.relation {
						audited += followingLines(t, q, shown)
					}
				}
			}
		}
	}
	if lines < 1000 || audited < 100 {
		t.Errorf("only %d lines compared and %d derivations audited", lines, audited)
	}
	t.Logf("%d lines compared, %d derivations audited", lines, audited)
}

// equalLines counts the lines that were compared with the statement.
func equalLines(t *testing.T, q Posed, shown []string) int {
	t.Helper()
	n := 0
	for _, line := range shown {
		r, err := work.Do(work.Task{Task: "simplify", Statement: q.Task.Statement, Claims: []string{line}}, algebra.DefaultBudget)
		if err != nil || len(r.Claims) != 1 {
			continue // statistics are not rewritten
		}
		n++
		if r.Claims[0].Verdict == work.Wrong {
			t.Errorf("%s: the step %s is wrong: %s", q.Task.Statement, line, r.Claims[0].Why)
		}
	}
	return n
}

func relationsIn(statement string) []maths.Relation {
	r, err := maths.Read(statement, maths.Notation{})
	if err != nil {
		return nil
	}
	return relationsOf(r.Statement)
}

// followingLines audits the equations of a derivation, 1 if there were enough of them.
func followingLines(t *testing.T, q Posed, shown []string) int {
	t.Helper()
	if q.Explanation != "" {
		return 0 // a root is brought in and excluded again, in words
	}
	steps := []string{q.Task.Statement}
	left := ""
	for _, line := range shown {
		relations := relationsIn(line)
		if len(relations) != 1 || !slices.Equal(relations[0].Ops, []string{"="}) || slices.ContainsFunc(relations[0].Terms, func(n maths.Node) bool {
			return slices.ContainsFunc(maths.Names(n), func(name string) bool { return name != q.Task.Variable })
		}) {
			continue // words, cases, or a name that stands for a part
		}
		side, _, _ := strings.Cut(line, "=")
		if last := len(steps) - 1; side == left && len(relations[0].Terms) == 2 && len(maths.Names(relations[0].Terms[1])) == 0 {
			steps[last] += " or " + line // the cases stand one below the other
		} else {
			steps = append(steps, line)
		}
		left = side
	}
	if len(steps) < 2 || strings.Contains(strings.Join(q.Rules, " "), "case") {
		return 0
	}
	r, err := work.Do(work.Task{Task: "steps", Variable: q.Task.Variable, Lines: steps}, algebra.DefaultBudget)
	if err != nil {
		return 0
	}
	if r.FirstBadLine != nil && *r.FirstBadLine > 0 && len(q.Task.Statement) > 0 {
		// The last lines may be single roots of several, each on a line of its own.
		if last := steps[len(steps)-1]; strings.HasPrefix(last, q.Task.Variable+" =") {
			return 0
		}
		t.Errorf("%s: line %d of %q does not follow: %s", q.Task.Statement, *r.FirstBadLine, steps, r.Why)
	}
	return 1
}
