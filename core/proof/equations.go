package proof

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"zincowl/core/maths"
	"zincowl/core/maths/work"
)

// circular functions take an equation from one turn to another on the way.
var circularFunction = regexp.MustCompile(`\b(?:sin|cos|tan)`)

// equations solves every equation of the steps and the explanation. On the way to a
// solution an equation may have more roots than the stem, be one of several cases, or
// lead to a root that is excluded later; but one whose roots are all strangers to the
// stem can't belong there.
func (x *examination) equations() []Finding {
	if len(x.Worked) == 0 && x.Explanation == "" {
		return nil
	}
	d := x.doTask()
	if d == nil {
		return nil
	}
	t, r := d.task, d.result
	if t.Task != "solve" || t.Variable == "" || strings.Contains(t.Variable, ",") || circularFunction.MatchString(t.Statement) ||
		r.Set != "finite" || len(r.Values) == 0 || len(r.Values) > 6 {
		return nil
	}
	known := slices.Clone(r.Values)
	for _, e := range r.Excluded {
		known = append(known, e.Value)
	}
	var out []Finding
	look := func(at, text string) {
		for _, equation := range equationsIn(text, t.Variable) {
			if !x.strange(equation, t.Variable, known) {
				continue
			}
			out = append(out, Finding{Check: "equations", Verdict: Fail, At: at, Title: "An equation does not belong here",
				Says: fmt.Sprintf("No solution of the question satisfies “%s”.", equation), Expected: outcome(r)})
		}
	}
	for i, line := range x.Worked {
		look(fmt.Sprintf("worked.%d", i), line)
	}
	look("explanation", x.Explanation)
	return out
}

// equationsIn lists the equations in one variable alone that stand in a text, typeset
// or plain.
func equationsIn(text, variable string) []string {
	var found []string
	for _, m := range typeset.FindAllStringSubmatch(text, -1) {
		found = append(found, m[1])
	}
	found = append(found, plainEquations(typeset.ReplaceAllString(text, "; "), variable)...)
	return slices.DeleteFunc(found, func(e string) bool {
		r, err := maths.Read(e, maths.Notation{})
		if err != nil || len(r.Doubts) > 0 {
			return true
		}
		s, ok := r.Statement.(maths.Relation)
		if !ok || len(s.Ops) != 1 || s.Ops[0] != "=" {
			return true
		}
		names := slices.Concat(maths.Names(s.Terms[0]), maths.Names(s.Terms[1]))
		return len(names) == 0 || slices.ContainsFunc(names, func(n string) bool { return n != variable })
	})
}

// plainEquations lists what stands around the equals signs of a text as far as it is
// made of numbers, the variable, operators and brackets.
func plainEquations(text, variable string) []string {
	runes := []rune(text)
	part := func(i int) bool {
		r := runes[i]
		if unicode.IsLetter(r) {
			alone := func(j int) bool { return j < 0 || j >= len(runes) || !unicode.IsLetter(runes[j]) }
			return string(r) == variable && alone(i-1) && alone(i+1)
		}
		return unicode.IsDigit(r) || strings.ContainsRune(" .()^²³+-−*/·×÷√", r)
	}
	var out []string
	for i, r := range runes {
		if r != '=' {
			continue
		}
		from, to := i, i+1
		for from > 0 && part(from-1) {
			from--
		}
		for to < len(runes) && part(to) {
			to++
		}
		out = append(out, strings.Trim(string(runes[from:to]), " ."))
	}
	return out
}

// strange says whether an equation has roots and is shown to be satisfied by none of
// the values.
func (x *examination) strange(equation, variable string, values []string) bool {
	r, err := maths.Read(equation, maths.Notation{})
	if err != nil {
		return false
	}
	sides := r.Statement.(maths.Relation).Terms
	for _, v := range values {
		n, err := maths.ReadExpression(v, maths.Notation{})
		if err != nil {
			return false
		}
		at := func(side maths.Node) string {
			return maths.Typed(maths.Replace(side, map[string]maths.Node{variable: n}))
		}
		held, err := work.Do(work.Task{Task: "evaluate", Statement: at(sides[0]), Claims: []string{at(sides[1])}}, x.budget)
		if err != nil || len(held.Claims) != 1 || held.Claims[0].Verdict != work.Wrong {
			return false
		}
	}
	own, err := work.Do(work.Task{Task: "solve", Statement: equation, Variable: variable}, x.budget)
	return err == nil && own.Set == "finite" && len(own.Values) > 0
}
