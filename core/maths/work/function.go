package work

import (
	"regexp"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/calculus"
	"zincowl/core/maths/solve"
)

var (
	given   = regexp.MustCompile(`^(.+?),? (?:for|where|with|if) ([a-z]\([a-z]\) = .+)$`)
	means   = regexp.MustCompile(`^([a-z])\(([a-z])\) = (.+)$`)
	between = regexp.MustCompile(`^area between (.+) and (.+)$`)
)

// functionValue reads "f(3) for f(x) = 2x + 1", also of a function of a function:
// each f(…) is replaced by what f does with it.
func (w *worker) functionValue(text string) (maths.Node, bool) {
	m := given.FindStringSubmatch(text)
	if m == nil {
		return nil, false
	}
	rules := map[byte]func(maths.Node) maths.Node{}
	for _, part := range strings.Split(m[2], " and ") {
		d := means.FindStringSubmatch(strings.TrimSpace(part))
		if d == nil {
			return nil, false
		}
		body, err := maths.ReadExpression(d[3], w.how)
		if err != nil {
			return nil, false
		}
		rules[d[1][0]] = func(n maths.Node) maths.Node { return maths.Replace(body, map[string]maths.Node{d[2]: n}) }
	}
	typed, ok := w.applied(m[1], rules, 0)
	if !ok {
		return nil, false
	}
	n, err := maths.ReadExpression(typed, w.how)
	return n, err == nil && len(maths.Names(n)) == 0
}

// applied replaces every f(…) of a text, the inner ones first.
func (w *worker) applied(text string, rules map[byte]func(maths.Node) maths.Node, depth int) (string, bool) {
	if depth > 8 {
		return "", false
	}
	for i := 0; i+1 < len(text); i++ {
		rule := rules[text[i]]
		if rule == nil || text[i+1] != '(' || i > 0 && (text[i-1] == '\\' || text[i-1] >= 'a' && text[i-1] <= 'z') {
			continue
		}
		open, end := 0, i+1
		for ; end < len(text); end++ {
			if text[end] == '(' {
				open++
			} else if text[end] == ')' {
				if open--; open == 0 {
					break
				}
			}
		}
		if end == len(text) {
			return "", false
		}
		inner, ok := w.applied(text[i+2:end], rules, depth+1)
		if !ok {
			return "", false
		}
		arg, err := maths.ReadExpression(inner, w.how)
		if err != nil {
			return "", false
		}
		value := "(" + maths.Typed(rule(arg)) + ")"
		text = text[:i] + value + text[end+1:]
		i += len(value) - 1
	}
	return text, true
}

// area reads "area between A and B": the curves have to meet at two points, and
// the area is that between those.
func (w *worker) area(text string) (maths.Node, bool) {
	m := between.FindStringSubmatch(text)
	if m == nil {
		return nil, false
	}
	a, err1 := maths.ReadExpression(m[1], w.how)
	b, err2 := maths.ReadExpression(m[2], w.how)
	if err1 != nil || err2 != nil {
		return nil, false
	}
	s, err := solve.Solve(maths.Relation{Terms: []maths.Node{a, b}, Ops: []string{"="}}, []string{"x"}, w.budget)
	if err != nil || s.Kind != solve.Finite || len(s.Line) != 2 || len(solve.Conditions(a))+len(solve.Conditions(b)) > 0 {
		return nil, false
	}
	calc := algebra.New(w.budget)
	ends := s.Line.Points()
	out, _, err := calculus.Definite(maths.Binary{Op: '-', X: a, Y: b}, "x", calc.Node(ends[0]), calc.Node(ends[1]), w.budget)
	return maths.Call{Func: "abs", Args: []maths.Node{out}}, err == nil
}
