// Package derive writes worked steps as a teacher would: a line after the other,
// each by one rule that has a name.
//
// Arithmetic computes numbers operation by operation; Expand, Factor and Simplify
// rewrite an expression rule by rule (rewrite.go has the rules); Equation clears
// fractions, multiplies out and collects before it lets solve do the rest. The
// last line of a derivation always comes from algebra or solve, and every line
// before it is compared with the first: a rewriting that is not shown to be equal
// is left out.
package derive

import (
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/solve"
)

// Line is a line of a derivation with the rule that leads to it. Either Node or
// Relation is set where the line is mathematics, else Text.
type Line struct {
	Rule     string
	Node     maths.Node
	Relation *maths.Relation
	Text     string
}

// LaTeX is the line for typesetting; "" for a line of words.
func (l Line) LaTeX() string {
	switch {
	case l.Node != nil:
		return maths.LaTeX(l.Node)
	case l.Relation != nil:
		return RelationLaTeX(*l.Relation)
	}
	return ""
}

// RelationLaTeX is a relation for typesetting.
func RelationLaTeX(r maths.Relation) string {
	var out strings.Builder
	for i, t := range r.Terms {
		if i > 0 {
			out.WriteString(map[string]string{"=": " = ", "≠": ` \ne `, "<": " < ", "≤": ` \le `, ">": " > ", "≥": ` \ge `, "≈": ` \approx `}[r.Ops[i-1]])
		}
		out.WriteString(maths.LaTeX(t))
	}
	return out.String()
}

// Rules are the names of the rules of a derivation, in order.
func Rules(lines []Line) []string {
	var out []string
	for _, l := range lines {
		out = append(out, l.Rule)
	}
	return out
}

// term is a part of a sum with its sign.
type term struct {
	n        maths.Node
	negative bool
}

// terms takes a sum apart.
func terms(n maths.Node) []term {
	switch n := n.(type) {
	case maths.Negative:
		return turned(terms(n.X))
	case maths.Binary:
		if n.Op == '+' {
			return append(terms(n.X), terms(n.Y)...)
		}
		if n.Op == '-' {
			return append(terms(n.X), turned(terms(n.Y))...)
		}
	}
	return []term{{n, false}}
}

func turned(ts []term) []term {
	out := slices.Clone(ts)
	for i := range out {
		out[i].negative = !out[i].negative
	}
	return out
}

func sum(ts []term) maths.Node {
	var out maths.Node
	for _, t := range ts {
		switch {
		case out == nil && t.negative:
			out = algebra.Negated(t.n)
		case out == nil:
			out = t.n
		case t.negative:
			out = maths.Binary{Op: '-', X: out, Y: t.n}
		default:
			out = maths.Binary{Op: '+', X: out, Y: t.n}
		}
	}
	if out == nil {
		return maths.Int(0)
	}
	return out
}

func isSum(n maths.Node) bool {
	b, ok := n.(maths.Binary)
	return ok && (b.Op == '+' || b.Op == '-')
}

// product joins two expressions in lowest terms, its sign apart.
func product(a, b maths.Node) term {
	n, err := algebra.Expanded(maths.Binary{Op: '*', X: a, Y: b}, algebra.DefaultBudget)
	if err != nil {
		n = maths.Binary{Op: '*', X: a, Y: b}
	}
	if isSum(n) {
		return term{n, false}
	}
	return signed(n)
}

// signed takes the sign off an expression.
func signed(n maths.Node) term {
	switch x := n.(type) {
	case maths.Negative:
		return term{x.X, true}
	case maths.Binary:
		if x.Op == '*' || x.Op == '/' {
			if t := signed(x.X); t.negative {
				return term{maths.Binary{Op: x.Op, X: t.n, Y: x.Y}, true}
			}
		}
	case maths.Number:
		if x.Value.Sign() < 0 {
			return term{maths.Number{Value: new(big.Rat).Neg(x.Value)}, true}
		}
	}
	return term{n, false}
}

// factorsOf takes a product apart.
func factorsOf(n maths.Node) []maths.Node {
	if b, ok := n.(maths.Binary); ok && b.Op == '*' {
		return append(factorsOf(b.X), factorsOf(b.Y)...)
	}
	return []maths.Node{n}
}

func times(factors []maths.Node) maths.Node {
	out := factors[0]
	for _, f := range factors[1:] {
		out = maths.Binary{Op: '*', X: out, Y: f}
	}
	return out
}

// Expand multiplies out.
func Expand(n maths.Node) []Line {
	var out []Line
	for range 12 {
		ts := terms(n)
		rule := ""
		for i, t := range ts {
			parts, by := expandTerm(t.n)
			if by == "" {
				continue
			}
			if t.negative {
				parts = turned(parts)
			}
			ts = append(append(slices.Clone(ts[:i]), parts...), ts[i+1:]...)
			rule = by
			break
		}
		if rule == "" {
			break
		}
		n = sum(ts)
		out = append(out, Line{Rule: rule, Node: n})
	}
	if end, err := algebra.Expanded(n, algebra.DefaultBudget); err == nil && maths.Typed(end) != maths.Typed(n) {
		out = append(out, Line{Rule: "collect like terms", Node: end})
	}
	return out
}

// expandTerm multiplies out one product or power of sums.
func expandTerm(n maths.Node) ([]term, string) {
	if b, ok := n.(maths.Binary); ok && b.Op == '^' && isSum(b.X) {
		k, ok := b.Y.(maths.Number)
		ts := terms(b.X)
		if !ok || len(ts) != 2 {
			if ok && k.Value.Cmp(big.NewRat(2, 1)) == 0 {
				return cross(ts, ts), "multiply each by each"
			}
			return nil, ""
		}
		x, y := ts[0], ts[1]
		sq := func(t term) term { return term{product(t.n, t.n).n, false} }
		switch k.Value.RatString() {
		case "2":
			mid := product(maths.Binary{Op: '*', X: maths.Int(2), Y: x.n}, y.n)
			return []term{sq(x), {mid.n, x.negative != y.negative}, sq(y)}, "square of a sum"
		case "3":
			square := maths.Binary{Op: '*', X: b.X, Y: maths.Binary{Op: '^', X: b.X, Y: maths.Int(2)}}
			return []term{{square, false}}, "split the power"
		}
		return nil, ""
	}
	fs := factorsOf(n)
	for i := range fs { // a power inside a product first
		if p, ok := fs[i].(maths.Binary); ok && p.Op == '^' && isSum(p.X) && len(fs) > 1 {
			if parts, by := expandTerm(fs[i]); by != "" && by != "split the power" {
				rest := slices.Clone(fs)
				rest[i] = sum(parts)
				return []term{{times(rest), false}}, by
			}
		}
	}
	var sums []int
	for i, f := range fs {
		if isSum(f) {
			sums = append(sums, i)
		}
	}
	switch {
	case len(sums) == 0 || len(fs) < 2:
		return nil, ""
	case len(sums) >= 2:
		i, j := sums[0], sums[1]
		a, b := terms(fs[i]), terms(fs[j])
		rule := "multiply each by each"
		parts := cross(a, b)
		if len(a) == 2 && len(b) == 2 && maths.Equal(a[0].n, b[0].n) && maths.Equal(a[1].n, b[1].n) && a[0].negative == b[0].negative && a[1].negative != b[1].negative {
			rule = "sum times difference"
			parts = []term{product(a[0].n, a[0].n), {product(a[1].n, a[1].n).n, true}}
		}
		rest := slices.Delete(slices.Clone(fs), j, j+1)
		if len(rest) == 1 {
			return parts, rule
		}
		rest[i] = sum(parts)
		return []term{{times(rest), false}}, rule
	}
	i := sums[0]
	rest := slices.Delete(slices.Clone(fs), i, i+1)
	return cross([]term{{times(rest), false}}, terms(fs[i])), "distribute"
}

// cross multiplies each term of the one sum by each of the other.
func cross(a, b []term) []term {
	var out []term
	for _, x := range a {
		for _, y := range b {
			p := product(x.n, y.n)
			p.negative = p.negative != (x.negative != y.negative)
			out = append(out, p)
		}
	}
	return out
}

// Factor splits into factors: what is common first, then by the shape of the
// rest.
func Factor(n maths.Node) []Line {
	end, err := algebra.Factored(n, algebra.DefaultBudget)
	if err != nil {
		return nil
	}
	var out []Line
	if commonBracket(n) {
		return []Line{{Rule: "common bracket", Node: end}}
	}
	flat, err := algebra.Expanded(n, algebra.DefaultBudget)
	if err != nil {
		return nil
	}
	if maths.Typed(flat) != maths.Typed(n) {
		out = append(out, Line{Rule: "collect like terms", Node: flat})
	}
	common, rest := commonFactor(end)
	if common != nil {
		inner, err := algebra.Expanded(rest, algebra.DefaultBudget)
		if err != nil {
			return out
		}
		out = append(out, Line{Rule: "common factor", Node: times(append(factorsOf(common), inner))})
		rest = inner
	} else {
		rest = flat
	}
	if !isSum(rest) {
		return out
	}
	count := algebra.FactorCount(end)
	if common != nil {
		count -= algebra.FactorCount(common)
	}
	if count < 2 {
		return out
	}
	out = append(out, Line{Rule: shapeOf(rest, count), Node: end})
	return out
}

// commonBracket says whether all terms of a sum share a bracket.
func commonBracket(n maths.Node) bool {
	ts := terms(n)
	if len(ts) < 2 {
		return false
	}
	for _, f := range factorsOf(ts[0].n) {
		if isSum(f) && !slices.ContainsFunc(ts, func(t term) bool {
			return !slices.ContainsFunc(factorsOf(t.n), func(g maths.Node) bool { return maths.Equal(f, g) })
		}) {
			return true
		}
	}
	return false
}

// commonFactor takes the numbers and powers of letters off a product.
func commonFactor(n maths.Node) (common, rest maths.Node) {
	if m, ok := n.(maths.Negative); ok {
		return commonFactor(m.X)
	}
	var plain, others []maths.Node
	for _, f := range factorsOf(n) {
		base := f
		if p, ok := f.(maths.Binary); ok && p.Op == '^' {
			base = p.X
		}
		if isSum(base) {
			others = append(others, f)
		} else {
			plain = append(plain, f)
		}
	}
	if len(plain) == 0 || len(others) == 0 {
		return nil, n
	}
	return times(plain), times(others)
}

// shapeOf names the way in which a sum splits into so many factors.
func shapeOf(n maths.Node, count int) string {
	ts := terms(n)
	square := func(t term) bool { return isPower(t.n, 2) }
	cube := func(t term) bool { return isPower(t.n, 3) }
	switch {
	case len(ts) == 2 && square(ts[0]) && square(ts[1]) && ts[0].negative != ts[1].negative && count == 2:
		return "difference of squares"
	case len(ts) == 2 && square(ts[0]) && square(ts[1]) && ts[0].negative != ts[1].negative:
		return "difference of squares, twice"
	case len(ts) == 2 && cube(ts[0]) && cube(ts[1]):
		return "sum of cubes"
	case len(ts) == 3 && square(ts[0]) && square(ts[2]) && count == 2 && isPerfect(n):
		return "square of a sum"
	case len(ts) == 3 && count == 2 && leadingOne(ts[0].n):
		return "two numbers by sum and product"
	case len(ts) == 3 && count == 2:
		return "split the middle term"
	case len(ts) == 3:
		return "quadratic in a power"
	case len(ts) == 4 && count == 2:
		return "group in pairs"
	}
	return "find a root and divide"
}

func leadingOne(n maths.Node) bool {
	_, number := factorsOf(n)[0].(maths.Number)
	return !number
}

// isPerfect says whether an expression is the square of another.
func isPerfect(n maths.Node) bool {
	f, err := algebra.Factored(n, algebra.DefaultBudget)
	if err != nil {
		return false
	}
	p, ok := f.(maths.Binary)
	return ok && p.Op == '^'
}

// isPower says whether a term is the k-th power of a term with whole numbers.
func isPower(n maths.Node, k int64) bool {
	for _, f := range factorsOf(n) {
		switch f := f.(type) {
		case maths.Number:
			if !f.Value.IsInt() {
				return false
			}
			r := new(big.Int).Abs(f.Value.Num())
			root := int64(0)
			for root*root*root <= 1<<40 && pow(root, k) < r.Int64() {
				root++
			}
			if pow(root, k) != r.Int64() {
				return false
			}
		case maths.Binary:
			e, ok := f.Y.(maths.Number)
			if f.Op != '^' || !ok || !e.Value.IsInt() || e.Value.Num().Int64()%k != 0 {
				return false
			}
		default:
			return false
		}
	}
	return true
}

func pow(n, k int64) int64 {
	out := int64(1)
	for range k {
		out *= n
	}
	return out
}

// Arithmetic computes an expression of numbers, one kind of operation a line:
// brackets come first by themselves, then powers, products, sums.
func Arithmetic(n maths.Node) []Line {
	var out []Line
	for range 24 {
		class := 0
		var ops string
		if next := everyAngle(n); maths.Typed(next) != maths.Typed(n) {
			n = next
			out = append(out, Line{Rule: "reduce to an acute angle", Node: n})
			continue
		}
		readyClass(n, &class, &ops)
		if class == 0 {
			break
		}
		next := reduce(n, class)
		if maths.Typed(next) == maths.Typed(n) {
			break
		}
		n = next
		out = append(out, Line{Rule: ruleOf(class, ops), Node: n})
	}
	return out
}

// The classes of operations, the higher ones first.
const (
	classSum = iota + 1
	classProduct
	classPower
)

// ready is the class of an operation on numbers alone.
func ready(n maths.Node) int {
	if _, done := number(n); done {
		return 0
	}
	for _, p := range maths.Parts(n) {
		if d, ok := p.(maths.Suffix); ok && d.Op == "°" {
			p = d.X
		}
		if _, ok := n.(maths.Call); ok && radians(p) {
			continue
		}
		if _, ok := number(p); !ok {
			return 0
		}
	}
	switch n := n.(type) {
	case maths.Binary:
		switch n.Op {
		case '+', '-':
			return classSum
		case '*', '/':
			return classProduct
		}
		return classPower
	case maths.Suffix:
		if n.Op == "°" {
			return 0 // stays until its function is known
		}
		return classPower
	case maths.Call:
		return classPower
	}
	return 0
}

// radians says whether an expression is a multiple of π.
func radians(n maths.Node) bool {
	found := false
	maths.Walk(n, func(n maths.Node) { found = found || n == maths.Pi })
	return found && len(maths.Names(n)) == 0
}

// everyAngle reduces sines, cosines and tangents of angles beyond a right one.
func everyAngle(n maths.Node) maths.Node {
	n = maths.MapParts(n, everyAngle)
	c, ok := n.(maths.Call)
	if !ok || c.Func != "sin" && c.Func != "cos" && c.Func != "tan" {
		return n
	}
	degrees, ok := c.Args[0].(maths.Suffix)
	if !ok || degrees.Op != "°" {
		return n
	}
	v, ok := number(degrees.X)
	if !ok || !v.IsInt() || v.Num().Int64() <= 90 || v.Num().Int64() > 360 {
		return n
	}
	d, negative := v.Num().Int64(), false
	switch {
	case d <= 180:
		d, negative = 180-d, c.Func != "sin"
	case d <= 270:
		d, negative = d-180, c.Func != "tan"
	default:
		d, negative = 360-d, c.Func != "cos"
	}
	var out maths.Node = maths.Call{Func: c.Func, Args: []maths.Node{maths.Suffix{X: maths.Int(d), Op: "°"}}}
	if negative {
		out = maths.Negative{X: out}
	}
	return out
}

// number is a number as it stands, with its sign.
func number(n maths.Node) (*big.Rat, bool) {
	switch n := n.(type) {
	case maths.Number:
		return n.Value, true
	case maths.Negative:
		if v, ok := number(n.X); ok {
			return new(big.Rat).Neg(v), true
		}
	case maths.Binary: // a fraction in lowest terms
		x, ok1 := n.X.(maths.Number)
		if m, ok := n.X.(maths.Negative); ok {
			x, ok1 = m.X.(maths.Number)
		}
		y, ok2 := n.Y.(maths.Number)
		if n.Op == '/' && ok1 && ok2 && x.Value.IsInt() && y.Value.IsInt() && y.Value.Cmp(big.NewRat(1, 1)) > 0 && x.Value.Sign() != 0 &&
			new(big.Int).GCD(nil, nil, x.Value.Num(), y.Value.Num()).Cmp(big.NewInt(1)) == 0 {
			v := new(big.Rat).Quo(x.Value, y.Value)
			if ok1 && n.X != maths.Node(x) {
				v.Neg(v)
			}
			return v, true
		}
	}
	return nil, false
}

// fraction says whether a number stands as a fraction.
func fraction(n maths.Node) bool {
	v, ok := number(n)
	if !ok || v.IsInt() {
		return false
	}
	_, plain := n.(maths.Number)
	return !plain
}

func readyClass(n maths.Node, class *int, ops *string) {
	for _, p := range maths.Parts(n) {
		readyClass(p, class, ops)
	}
	c := ready(n)
	if c == 0 || c < *class {
		return
	}
	op := "f"
	switch n := n.(type) {
	case maths.Binary:
		op = string(n.Op)
		if fraction(n.X) || fraction(n.Y) {
			op += "frac"
		}
	case maths.Suffix:
		op = n.Op
	case maths.Call:
		op = n.Func
	}
	if c > *class {
		*class, *ops = c, ""
	}
	if !strings.Contains(*ops, op) {
		*ops += op + " "
	}
}

// names of the rules of arithmetic, by the operations of a line.
var arithmetic = map[string]string{
	"+": "add", "-": "subtract", "*": "multiply", "/": "divide", "^": "powers", "%": "percentages as hundredths", "!": "factorials",
	"+frac": "add the fractions", "-frac": "subtract the fractions", "*frac": "multiply the fractions", "/frac": "turn over and multiply", "^frac": "power of a fraction",
	"sqrt": "roots", "root": "roots", "median": "order the values and take the middle", "mean": "add up and divide", "abs": "drop the sign",
	"sin": "sine of a known angle", "cos": "cosine of a known angle", "tan": "tangent of a known angle", "°": "degrees",
	"stdev": "sample standard deviation", "pstdev": "population standard deviation", "variance": "sample variance", "pvariance": "population variance",
	"max": "largest value", "min": "smallest value",
}

func ruleOf(class int, ops string) string {
	var names []string
	for _, op := range strings.Fields(ops) {
		if name := arithmetic[op]; name != "" && !slices.Contains(names, name) {
			names = append(names, name)
		}
	}
	if len(names) == 0 {
		return "functions"
	}
	slices.Sort(names)
	return strings.Join(names, ", ")
}

// reduce computes every operation of a class that is ready.
func reduce(n maths.Node, class int) maths.Node {
	if ready(n) == class {
		calc := algebra.New(algebra.DefaultBudget)
		if f, err := calc.Form(n); err == nil {
			return calc.Node(f)
		}
		return n
	}
	return maths.MapParts(n, func(part maths.Node) maths.Node { return reduce(part, class) })
}

// Equation solves a relation and says how: denominators are cleared, an unknown
// that stands once is freed by undoing one operation after the other, polynomials
// are multiplied out, collected and factored; the rest is the solver's own
// derivation. What had to be excluded comes last.
func Equation(r maths.Relation, x string, budget algebra.Budget) (solve.Solution, []Line, error) {
	s, err := solve.Solve(r, []string{x}, budget)
	if err != nil {
		return s, nil, err
	}
	lines := equation(r, x, s)
	for _, e := range s.Excluded {
		lines = append(lines, Line{Rule: "exclude", Text: e.Why})
	}
	return s, lines, nil
}

func equation(r maths.Relation, x string, s solve.Solution) []Line {
	if len(r.Ops) != 1 {
		return fromSolver(s, nil)
	}
	if r.Ops[0] != "=" {
		return inequality(r, x, s)
	}
	var out []Line
	if cleared, ok := clearDenominators(r, x); ok {
		out = append(out, Line{Rule: "clear the denominators", Relation: &cleared})
		r = cleared
	}
	if freed, ok := free(r, x); ok {
		return append(out, freed...)
	}
	if !polynomial(r.Terms[0]) || !polynomial(r.Terms[1]) {
		return append(out, fromSolver(s, out)...)
	}
	out = append(out, prepare(r, x)...)
	last := r
	if n := len(out); n > 0 && out[n-1].Relation != nil {
		last = *out[n-1].Relation
	}
	if degree(last.Terms[0], x) <= 1 && degree(last.Terms[1], x) <= 1 {
		if with, _ := split(last.Terms[0], x); len(with) == 0 {
			return append(out, Line{Rule: map[bool]string{true: "always true", false: "never true"}[maths.Equal(last.Terms[0], last.Terms[1])], Relation: &last})
		}
		if a, b, ok := linear(last, x); ok {
			end := maths.Relation{Terms: []maths.Node{maths.Name(x), short(maths.Binary{Op: '/', X: b, Y: a})}, Ops: []string{"="}}
			return divided(out, last, end)
		}
	}
	if freed, ok := free(last, x); ok {
		return append(out, freed...)
	}
	if maths.Equal(last.Terms[1], maths.Int(0)) {
		if fs := Factor(last.Terms[0]); len(fs) > 0 && algebra.FactorCount(fs[len(fs)-1].Node) > 1 {
			for _, l := range fs {
				rel := maths.Relation{Terms: []maths.Node{l.Node, maths.Int(0)}, Ops: last.Ops}
				out = append(out, Line{Rule: l.Rule, Relation: &rel})
			}
			out = append(out, Line{Rule: "a product is zero where a factor is"})
			return append(out, without(fromSolver(s, out), "factor", "collect terms", "divide")...)
		}
	}
	return append(out, without(fromSolver(s, out), "collect terms")...)
}

// without drops lines of some rules.
func without(lines []Line, rules ...string) []Line {
	return slices.DeleteFunc(lines, func(l Line) bool { return slices.Contains(rules, l.Rule) })
}

// FromStep is a step of the solver as a line: a relation where its text is one.
func FromStep(step algebra.Step) Line {
	l := Line{Rule: step.Rule, Text: step.Text}
	if read, err := maths.Read(step.Text, maths.Notation{}); err == nil && len(read.Doubts) == 0 {
		if rel, ok := read.Statement.(maths.Relation); ok && len(rel.Ops) > 0 {
			l.Relation, l.Text = &rel, ""
		}
	}
	return l
}

// fromSolver are the steps of the solver that are not told already.
func fromSolver(s solve.Solution, told []Line) []Line {
	var out []Line
	for _, step := range s.Steps {
		switch step.Rule {
		case "equation", "critical points", "check", "clear denominators":
			continue
		}
		l := FromStep(step)
		if n := len(out); n > 0 && same(l, out[n-1]) || n == 0 && len(told) > 0 && same(l, told[len(told)-1]) {
			continue
		}
		out = append(out, l)
	}
	return out
}

func same(a, b Line) bool {
	return a.Relation != nil && b.Relation != nil && maths.TypedRelation(*a.Relation) == maths.TypedRelation(*b.Relation)
}

// linear reads a·x = b.
func linear(r maths.Relation, x string) (a, b maths.Node, ok bool) {
	calc := algebra.New(algebra.DefaultBudget)
	f, err := calc.Form(r.Terms[0])
	if err != nil || slices.Contains(maths.Names(r.Terms[1]), x) {
		return nil, nil, false
	}
	over, rest, ok := calc.Linear(f, x)
	if !ok || !calc.Same(rest, algebra.Int(0)) {
		return nil, nil, false
	}
	if over, err = calc.Quo(over, f.Parts()[1]); err != nil {
		return nil, nil, false
	}
	return calc.Node(over), r.Terms[1], true
}

// clearDenominators multiplies both sides by what the unknown stands in below
// the line.
func clearDenominators(r maths.Relation, x string) (maths.Relation, bool) {
	var dens []maths.Node
	count := 0
	for _, t := range r.Terms {
		maths.Walk(t, func(n maths.Node) {
			if n == maths.Name(x) {
				count++
			}
			if b, ok := n.(maths.Binary); ok && b.Op == '/' && slices.Contains(maths.Names(b.Y), x) && !slices.ContainsFunc(dens, func(d maths.Node) bool { return maths.Equal(d, b.Y) }) {
				dens = append(dens, b.Y)
			}
		})
	}
	if len(dens) == 0 || count == 1 {
		return r, false
	}
	common := dens[0]
	for _, d := range dens[1:] { // a multiple of both that is no larger than needed
		if q := short(maths.Binary{Op: '/', X: common, Y: d}); polynomial(q) {
			continue
		}
		if q := short(maths.Binary{Op: '/', X: d, Y: common}); polynomial(q) {
			common = d
			continue
		}
		common = maths.Binary{Op: '*', X: common, Y: d}
	}
	out := maths.Relation{Ops: r.Ops}
	for _, t := range r.Terms {
		var total []term
		for _, part := range terms(t) {
			n := maths.Node(maths.Binary{Op: '*', X: common, Y: part.n})
			if num, den, ok := binary(part.n, '/'); ok {
				q := short(maths.Binary{Op: '/', X: common, Y: den})
				n = maths.Binary{Op: '*', X: q, Y: num}
				if maths.Equal(q, maths.Int(1)) {
					n = num
				}
			}
			if maths.Equal(part.n, maths.Int(1)) {
				n = common
			}
			total = append(total, term{n, part.negative})
		}
		out.Terms = append(out.Terms, sum(total))
	}
	if !polynomial(out.Terms[0]) || !polynomial(out.Terms[1]) {
		return r, false
	}
	return out, true
}

// divided ends the derivation of a linear equation, which has come to a·x = b.
func divided(lines []Line, last, end maths.Relation) []Line {
	if maths.TypedRelation(last) == maths.TypedRelation(end) {
		return lines
	}
	rule := "divide"
	if b, ok := last.Terms[0].(maths.Binary); ok && b.Op == '/' {
		rule = "multiply"
	}
	return append(lines, Line{Rule: rule, Relation: &end})
}

// polynomial says whether an expression is a sum of products of numbers and
// letters, divided by numbers alone.
func polynomial(n maths.Node) bool {
	ok := true
	maths.Walk(n, func(n maths.Node) {
		switch n := n.(type) {
		case maths.Call:
			ok = false
		case maths.Binary:
			if n.Op == '/' && len(maths.Names(n.Y)) > 0 {
				ok = false
			}
			if n.Op == '^' {
				if _, number := n.Y.(maths.Number); !number {
					ok = false
				}
			}
		}
	})
	return ok
}

// prepare clears fractions, multiplies out and brings the terms together.
func prepare(r maths.Relation, x string) []Line {
	var out []Line
	left, right := r.Terms[0], r.Terms[1]
	put := func(rule string, a, b maths.Node) {
		before := maths.TypedRelation(maths.Relation{Terms: []maths.Node{left, right}, Ops: r.Ops})
		rel := maths.Relation{Terms: []maths.Node{a, b}, Ops: r.Ops}
		if maths.TypedRelation(rel) != before {
			out = append(out, Line{Rule: rule, Relation: &rel})
		}
		left, right = a, b
	}
	if den := denominators(left, right); den.Cmp(big.NewInt(1)) > 0 {
		v := maths.Number{Value: new(big.Rat).SetInt(den)}
		clear := func(n maths.Node) maths.Node {
			m, err := algebra.Expanded(maths.Binary{Op: '*', X: v, Y: n}, algebra.DefaultBudget)
			if err != nil {
				return n
			}
			return m
		}
		put("clear the fractions", clear(left), clear(right))
	}
	expanded := func(n maths.Node) (maths.Node, bool) {
		lines := Expand(n)
		if len(lines) == 0 {
			return n, false
		}
		multiplied := slices.ContainsFunc(lines, func(l Line) bool { return l.Rule != "collect like terms" })
		return lines[len(lines)-1].Node, multiplied
	}
	a, m1 := expanded(left)
	b, m2 := expanded(right)
	if m1 || m2 {
		put("multiply out", a, b)
	} else {
		put("combine like terms", a, b)
	}
	inLeft, inRight := slices.Contains(maths.Names(left), x), slices.Contains(maths.Names(right), x)
	linear := degree(left, x) <= 1 && degree(right, x) <= 1
	switch {
	case linear && inLeft && inRight:
		with, without := split(right, x)
		moved, err := algebra.Expanded(maths.Binary{Op: '-', X: left, Y: sum(with)}, algebra.DefaultBudget)
		if err == nil {
			put("bring the unknown to one side", moved, sum(without))
		}
	case !linear && !maths.Equal(right, maths.Int(0)) && (inRight || hasLower(left, x)):
		moved, err := algebra.Expanded(maths.Binary{Op: '-', X: left, Y: right}, algebra.DefaultBudget)
		if err == nil {
			put("bring everything to one side", moved, maths.Int(0))
		}
	}
	if linear {
		if with, without := split(left, x); len(with) > 0 && len(without) > 0 {
			moved, err := algebra.Expanded(maths.Binary{Op: '-', X: right, Y: sum(without)}, algebra.DefaultBudget)
			if err == nil {
				rule := "subtract from both sides"
				if without[0].negative {
					rule = "add to both sides"
				}
				put(rule, sum(with), moved)
			}
		}
	}
	return out
}

// hasLower says whether a polynomial has the unknown to the first power, so that
// it can't be solved by taking a root.
func hasLower(n maths.Node, x string) bool {
	for _, t := range terms(n) {
		for _, f := range factorsOf(t.n) {
			if f == maths.Name(x) {
				return true
			}
		}
	}
	return false
}

// split parts the terms with the unknown from those without.
func split(n maths.Node, x string) (with, without []term) {
	for _, t := range terms(n) {
		if slices.Contains(maths.Names(t.n), x) {
			with = append(with, t)
		} else if !maths.Equal(t.n, maths.Int(0)) {
			without = append(without, t)
		}
	}
	return with, without
}

// degree is the highest power of the unknown that is written down.
func degree(n maths.Node, x string) int {
	d := 0
	maths.Walk(n, func(n maths.Node) {
		if n == maths.Name(x) {
			d = max(d, 1)
		}
		if b, ok := n.(maths.Binary); ok {
			if e, ok := b.Y.(maths.Number); ok && b.Op == '^' && slices.Contains(maths.Names(b.X), x) && e.Value.IsInt() {
				d = max(d, int(e.Value.Num().Int64()))
			}
			if b.Op == '*' && slices.Contains(maths.Names(b.X), x) && slices.Contains(maths.Names(b.Y), x) {
				d = max(d, 2)
			}
		}
	})
	return d
}

// denominators is the least common multiple of the numbers that divide.
func denominators(nodes ...maths.Node) *big.Int {
	out := big.NewInt(1)
	for _, n := range nodes {
		maths.Walk(n, func(n maths.Node) {
			b, ok := n.(maths.Binary)
			if !ok || b.Op != '/' {
				return
			}
			if v, ok := b.Y.(maths.Number); ok && v.Value.IsInt() && v.Value.Sign() > 0 {
				g := new(big.Int).GCD(nil, nil, out, v.Value.Num())
				out = new(big.Int).Mul(out, new(big.Int).Quo(v.Value.Num(), g))
			}
		})
	}
	return out
}
