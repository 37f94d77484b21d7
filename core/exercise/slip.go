package exercise

import (
	"math/big"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/work"
)

// slip is a wrong answer with the wrong turn that leads to it.
type slip struct {
	id, why string
	answer  answer
}

// maxSlips bounds how many are kept of one problem.
const maxSlips = 5

// maxCandidates bounds how many wrong turns are judged.
const maxCandidates = 14

// slips are the wrong answers that wrong turns lead to, all different and all
// shown to be wrong.
func (f Family) slips(p problem, right answer) []slip {
	var found []slip
	used := map[string]int{}
	seen := map[string]bool{right.shown: true, right.typed: true}
	add := func(id, why string, a answer) {
		a = p.measured(a)
		if len(found) >= maxCandidates || used[id] > 2 || a.shown == "" || len(a.typed) > 2*longest || seen[a.shown] || seen[a.typed] || !f.possible(p, a) {
			return
		}
		seen[a.shown], seen[a.typed] = true, true
		used[id]++
		found = append(found, slip{id, why, a})
	}
	f.excludedKept(p, add)
	for _, m := range p.wrongs {
		if n, err := maths.ReadExpression(m.statement, maths.Notation{}); err == nil {
			add(m.id, m.why, f.rewritten(n))
		}
	}
	switch f.task {
	case "differentiate":
		for _, s := range sloppyDerivatives {
			if n, err := sloppy(p.node, "x", s); err == nil {
				add(s.id, s.why, f.rewritten(n))
			}
		}
	case "integrate":
		f.sloppyIntegrals(p, add)
	}
	for _, m := range mutations {
		if len(found) >= maxCandidates {
			break
		}
		for _, a := range f.mutated(p, m) {
			add(m.id, m.why, a)
		}
	}
	if len(found) < maxCandidates {
		f.aboutTheAnswer(p, right, add)
	}
	return f.distinct(p, likeliest(p, right, found))
}

// likeliest puts last what tempts nobody: an answer much longer than the right one,
// then one about a drawing that is far off.
func likeliest(p problem, right answer, found []slip) []slip {
	var size *big.Rat
	if p.figure != nil {
		size, _ = asDecimal(right.typed)
	}
	var out [3][]slip
	for _, s := range found {
		at := 0
		if len(s.answer.typed) > 2*len(right.typed)+8 {
			at = 1
		}
		if size != nil && size.Sign() != 0 {
			if v, ok := asDecimal(s.answer.typed); ok && farOff(v, size) {
				at = 2
			}
		}
		out[at] = append(out[at], s)
	}
	return slices.Concat(out[:]...)
}

// farOff says whether a number is more than thirty times too large or too small.
func farOff(v, right *big.Rat) bool {
	ratio := new(big.Rat).Abs(new(big.Rat).Quo(v, right))
	return ratio.Cmp(big.NewRat(30, 1)) > 0 || ratio.Cmp(big.NewRat(1, 30)) < 0
}

// possible says whether an answer to a question told in words is one at all:
// nothing is negative there, and no share is above the whole.
func (f Family) possible(p problem, a answer) bool {
	if p.said == "" || strings.Contains(p.said, "$") || f.signed {
		return true
	}
	v, ok := value(a.typed)
	if !ok {
		v, ok = asDecimal(a.typed)
	}
	if !ok {
		return p.figure == nil
	}
	return v.Sign() > 0 && (!f.share || v.Cmp(big.NewRat(1, 1)) < 0)
}

// distinct keeps what is shown to be wrong, and different from what was kept
// before.
func (f Family) distinct(p problem, found []slip) []slip {
	var out []slip
	var kept []reference
	for _, s := range found {
		if p.result.Judge(s.answer.typed).Verdict != work.Wrong {
			continue
		}
		if slices.ContainsFunc(kept, func(k reference) bool { return !k.differs(s.answer) }) {
			continue
		}
		if out = append(out, s); len(out) == maxSlips {
			break
		}
		kept = append(kept, f.reference(p, s.answer))
	}
	return out
}

// rewritten writes an expression in the way that the family asks for.
func (f Family) rewritten(n maths.Node) answer {
	var out maths.Node
	var err error
	switch f.task {
	case "expand":
		out, err = algebra.Expanded(n, algebra.DefaultBudget)
	case "factor":
		out = n
	default:
		out, err = algebra.Simplified(n, algebra.DefaultBudget)
	}
	if err != nil {
		return answer{}
	}
	typed := maths.Typed(out)
	if f.task == "integrate" {
		typed += " + C"
	}
	return shownExpression(typed)
}

// mutated are the answers to the problem with one wrong turn taken in it.
func (f Family) mutated(p problem, m mutation) []answer {
	var out []answer
	if p.node != nil && f.task != "differentiate" && f.task != "integrate" {
		for _, n := range everywhere(p.node, m.by) {
			if f.task == "factor" {
				if n, err := algebra.Factored(n, algebra.DefaultBudget); err == nil {
					out = append(out, f.rewritten(n))
				}
				continue
			}
			out = append(out, f.rewritten(n))
		}
		return out
	}
	for i, r := range p.relations {
		for j, t := range r.Terms {
			for _, n := range everywhere(t, m.by) {
				relations := slices.Clone(p.relations)
				relations[i].Terms = slices.Clone(r.Terms)
				relations[i].Terms[j] = n
				if a, ok := f.solved(p, relations); ok {
					out = append(out, a)
				}
			}
		}
	}
	return out
}

// solved is the answer to other relations.
func (f Family) solved(p problem, relations []maths.Relation) (answer, bool) {
	var parts []string
	for _, r := range relations {
		parts = append(parts, maths.TypedRelation(r))
	}
	t := p.task
	t.Statement = strings.Join(parts, "; ") + f.tail
	r, err := work.Do(t, algebra.DefaultBudget)
	if err != nil || r.Why != "" {
		return answer{}, false
	}
	q := problem{task: t, result: r}
	if !f.readable(q) {
		return answer{}, false
	}
	a, err := f.answer(q)
	return a, err == nil
}

// everywhere applies a rewriting at each place where it fits, one at a time.
func everywhere(n maths.Node, by func(maths.Node) maths.Node) []maths.Node {
	var out []maths.Node
	if m := by(n); m != nil {
		out = append(out, m)
	}
	parts := maths.Parts(n)
	for i, p := range parts {
		for _, m := range everywhere(p, by) {
			all := slices.Clone(parts)
			all[i] = m
			out = append(out, maths.WithParts(n, all))
		}
	}
	if len(out) > 3 {
		out = out[:3]
	}
	return out
}

// mutation is a wrong turn in an expression.
type mutation struct {
	id, why string
	by      func(maths.Node) maths.Node
}

func bin(op byte, x, y maths.Node) maths.Node { return maths.Binary{Op: op, X: x, Y: y} }

func sqrt(n maths.Node) maths.Node { return maths.Call{Func: "sqrt", Args: []maths.Node{n}} }

// split is a binary node with its sign, or false.
func split(n maths.Node, ops string) (maths.Binary, bool) {
	b, ok := n.(maths.Binary)
	return b, ok && strings.ContainsRune(ops, rune(b.Op))
}

func number(n maths.Node) (*big.Rat, bool) {
	v, err := maths.Evaluate(n, nil)
	return v, err == nil
}

// powersOfOneBase are the two powers that are multiplied or divided.
func powersOfOneBase(n maths.Node, ops string) (x, y maths.Binary, ok bool) {
	b, ok := split(n, ops)
	if !ok {
		return x, y, false
	}
	x, ok1 := split(b.X, "^")
	y, ok2 := split(b.Y, "^")
	return x, y, ok1 && ok2 && maths.Equal(x.X, y.X)
}

// multiplied multiplies what has to be divided.
func multiplied(n maths.Node) maths.Node {
	if b, ok := split(n, "/"); ok {
		return bin('*', b.X, b.Y)
	}
	return nil
}

// mutations are wrong turns in the order in which they are tried.
var mutations = []mutation{
	{"bracket-first-term-only", "Only the first term of the bracket was multiplied.", func(n maths.Node) maths.Node {
		b, ok := split(n, "*")
		if !ok {
			return nil
		}
		if s, ok := split(b.Y, "+-"); ok {
			if _, sum := split(b.X, "+-"); !sum {
				return bin(s.Op, bin('*', b.X, s.X), s.Y)
			}
		}
		return nil
	}},
	{"minus-before-bracket", "The minus before the bracket was taken for its first term alone.", func(n maths.Node) maths.Node {
		b, ok := split(n, "-")
		if !ok {
			return nil
		}
		if s, ok := split(b.Y, "+-"); ok {
			return bin(s.Op, bin('-', b.X, s.X), s.Y)
		}
		if m, ok := split(b.Y, "*/"); ok {
			inner, left := m.Y, true
			if m.Op == '/' {
				inner, left = m.X, false
			}
			if s, ok := split(inner, "+-"); ok {
				first, second := bin(m.Op, m.X, s.X), bin(m.Op, m.X, s.Y)
				if !left {
					first, second = bin('/', s.X, m.Y), bin('/', s.Y, m.Y)
				}
				return bin(s.Op, bin('-', b.X, first), second)
			}
		}
		return nil
	}},
	{"square-of-a-sum-by-terms", "A sum was raised to a power term by term.", func(n maths.Node) maths.Node {
		b, ok := split(n, "^")
		if !ok {
			return nil
		}
		if s, ok := split(b.X, "+-"); ok {
			if _, ok := number(b.Y); ok {
				return bin(s.Op, bin('^', s.X, b.Y), bin('^', s.Y, b.Y))
			}
		}
		return nil
	}},
	{"cross-terms-left-out", "Only first with first and last with last were multiplied.", func(n maths.Node) maths.Node {
		b, ok := split(n, "*")
		if !ok {
			return nil
		}
		x, ok1 := split(b.X, "+-")
		y, ok2 := split(b.Y, "+-")
		if !ok1 || !ok2 {
			return nil
		}
		last := bin('*', x.Y, y.Y)
		op := byte('+')
		if x.Op != y.Op {
			op = '-'
		}
		return bin(op, bin('*', x.X, y.X), last)
	}},
	{"root-of-a-sum-by-terms", "The root of a sum was taken term by term.", func(n maths.Node) maths.Node {
		c, ok := n.(maths.Call)
		if !ok || c.Func != "sqrt" {
			return nil
		}
		if s, ok := split(c.Args[0], "+-"); ok {
			return bin(s.Op, sqrt(s.X), sqrt(s.Y))
		}
		return nil
	}},
	{"root-taken-for-half", "The root was taken for a half.", func(n maths.Node) maths.Node {
		if c, ok := n.(maths.Call); ok && c.Func == "sqrt" {
			return bin('/', c.Args[0], maths.Int(2))
		}
		return nil
	}},
	{"logarithms-of-a-sum", "Logarithms were joined by adding what they are taken of.", func(n maths.Node) maths.Node {
		b, ok := split(n, "+-")
		if !ok {
			return nil
		}
		x, ok1 := b.X.(maths.Call)
		y, ok2 := b.Y.(maths.Call)
		if !ok1 || !ok2 || x.Func != y.Func || x.Func != "log" && x.Func != "ln" {
			return nil
		}
		return maths.Call{Func: x.Func, Args: append([]maths.Node{bin(b.Op, x.Args[0], y.Args[0])}, x.Args[1:]...)}
	}},
	{"factor-into-logarithm", "The factor before the logarithm was multiplied into it.", func(n maths.Node) maths.Node {
		b, ok := split(n, "*")
		if !ok {
			return nil
		}
		if c, ok := b.Y.(maths.Call); ok && (c.Func == "log" || c.Func == "ln") {
			return maths.Call{Func: c.Func, Args: append([]maths.Node{bin('*', b.X, c.Args[0])}, c.Args[1:]...)}
		}
		return nil
	}},
	{"logarithm-taken-for-quotient", "The logarithm was taken for a division by its base.", func(n maths.Node) maths.Node {
		c, ok := n.(maths.Call)
		if !ok || c.Func != "log" {
			return nil
		}
		base := maths.Int(10)
		if len(c.Args) == 2 {
			base = c.Args[1]
		}
		return bin('/', c.Args[0], base)
	}},
	{"exponent-taken-for-factor", "The exponent was taken for a factor.", func(n maths.Node) maths.Node {
		if b, ok := split(n, "^"); ok {
			return bin('*', b.X, b.Y)
		}
		return nil
	}},
	{"exponents-multiplied", "The exponents were multiplied where they have to be added.", func(n maths.Node) maths.Node {
		if x, y, ok := powersOfOneBase(n, "*"); ok {
			return bin('^', x.X, bin('*', x.Y, y.Y))
		}
		return nil
	}},
	{"exponents-added", "The exponents were added where they have to be multiplied.", func(n maths.Node) maths.Node {
		b, ok := split(n, "^")
		if !ok {
			return nil
		}
		if x, ok := split(b.X, "^"); ok {
			return bin('^', x.X, bin('+', x.Y, b.Y))
		}
		return nil
	}},
	{"exponents-divided", "The exponents were divided where they have to be subtracted.", func(n maths.Node) maths.Node {
		if x, y, ok := powersOfOneBase(n, "/"); ok {
			return bin('^', x.X, bin('/', x.Y, y.Y))
		}
		return nil
	}},
	{"negative-exponent-taken-for-sign", "The minus of the exponent was taken for the sign of the whole.", func(n maths.Node) maths.Node {
		b, ok := split(n, "^")
		if !ok {
			return nil
		}
		if m, ok := b.Y.(maths.Negative); ok {
			return maths.Negative{X: bin('^', b.X, m.X)}
		}
		return nil
	}},
	{"minus-squared", "The minus was squared along with the number.", func(n maths.Node) maths.Node {
		m, ok := n.(maths.Negative)
		if !ok {
			return nil
		}
		if b, ok := split(m.X, "^"); ok {
			return bin('^', maths.Negative{X: b.X}, b.Y)
		}
		return nil
	}},
	{"sign-lost-in-power", "The sign of the negative number was lost in the power.", func(n maths.Node) maths.Node {
		b, ok := split(n, "^")
		if !ok {
			return nil
		}
		if m, ok := b.X.(maths.Negative); ok {
			return maths.Negative{X: bin('^', m.X, b.Y)}
		}
		return nil
	}},
	{"fractions-added-across", "Numerators and denominators were added by themselves.", func(n maths.Node) maths.Node {
		b, ok := split(n, "+-")
		if !ok {
			return nil
		}
		x, ok1 := split(b.X, "/")
		y, ok2 := split(b.Y, "/")
		if !ok1 || !ok2 {
			return nil
		}
		return bin('/', bin(b.Op, x.X, y.X), bin(b.Op, x.Y, y.Y))
	}},
	{"ratio-turned-over", "The quotient was turned over.", func(n maths.Node) maths.Node {
		if b, ok := split(n, "/"); ok {
			return bin('/', b.Y, b.X)
		}
		return nil
	}},
	{"multiplied-for-divided", "It was multiplied where it has to be divided.", multiplied},
	{"from-left-to-right", "The operations were done from left to right.", func(n maths.Node) maths.Node {
		b, ok := split(n, "+-")
		if !ok {
			return nil
		}
		if m, ok := split(b.Y, "*/"); ok {
			return bin(m.Op, bin(b.Op, b.X, m.X), m.Y)
		}
		return nil
	}},
	{"sign-lost", "A term changed its sign on the way.", func(n maths.Node) maths.Node {
		b, ok := split(n, "+-")
		if !ok {
			return nil
		}
		return bin(map[byte]byte{'+': '-', '-': '+'}[b.Op], b.X, b.Y)
	}},
	{"percent-added-for-taken", "The percentage was added where it has to be taken off, or the other way about.", func(n maths.Node) maths.Node {
		b, ok := split(n, "*/")
		if !ok {
			return nil
		}
		if s, ok := split(b.Y, "+-"); ok && maths.Equal(s.X, maths.Int(1)) {
			return bin(map[byte]byte{'*': '/', '/': '*'}[b.Op], b.X, b.Y)
		}
		return nil
	}},
	{"absolute-value-dropped", "The absolute value was dropped, so that one case is missing.", func(n maths.Node) maths.Node {
		if c, ok := n.(maths.Call); ok && c.Func == "abs" {
			return c.Args[0]
		}
		return nil
	}},
	{"sine-for-cosine", "Sine and cosine were exchanged.", func(n maths.Node) maths.Node {
		c, ok := n.(maths.Call)
		if !ok || c.Func != "sin" && c.Func != "cos" {
			return nil
		}
		return maths.Call{Func: map[string]string{"sin": "cos", "cos": "sin"}[c.Func], Args: c.Args}
	}},
	{"factor-forgotten", "A factor was forgotten.", func(n maths.Node) maths.Node {
		b, ok := split(n, "*")
		if !ok {
			return nil
		}
		if v, ok := number(b.X); ok && v.Cmp(big.NewRat(1, 1)) != 0 {
			return b.Y
		}
		if _, ok := number(n); ok {
			return b.X
		}
		return nil
	}},
	{"term-forgotten", "A term was forgotten.", func(n maths.Node) maths.Node {
		b, ok := split(n, "+-")
		if !ok {
			return nil
		}
		return b.X
	}},
	{"root-forgotten", "The root was forgotten.", func(n maths.Node) maths.Node {
		if c, ok := n.(maths.Call); ok && (c.Func == "sqrt" || c.Func == "root") {
			return c.Args[0]
		}
		return nil
	}},
	{"divided-instead-of-rooted", "It was divided by the exponent where a root has to be taken.", func(n maths.Node) maths.Node {
		b, ok := split(n, "^")
		if !ok {
			return nil
		}
		if v, ok := number(b.Y); ok && v.IsInt() {
			if _, ok := number(b.X); !ok {
				return bin('*', b.Y, b.X)
			}
		}
		return nil
	}},
}

// excludedKept keeps a root that has to be excluded.
func (f Family) excludedKept(p problem, add func(id, why string, a answer)) {
	if len(p.result.Excluded) == 0 || f.task != "solve" {
		return
	}
	values := slices.Clone(p.result.Values)
	for _, e := range p.result.Excluded {
		values = append(values, e.Value)
	}
	if a, err := f.solution("finite", values, ""); err == nil {
		add("extraneous-root-kept", upperFirst(p.result.Excluded[0].Why)+".", a)
	}
	if len(p.result.Values) > 0 {
		if a, err := f.solution("finite", values[len(p.result.Values):], ""); err == nil {
			add("wrong-root-kept", "The root that has to be excluded was kept and the other dropped.", a)
		}
	}
}

// aboutTheAnswer turns the right answer itself into wrong ones.
func (f Family) aboutTheAnswer(p problem, right answer, add func(id, why string, a answer)) {
	r := p.result
	if f.task != "solve" && f.task != "rearrange" {
		n, err := maths.ReadExpression(strings.TrimSuffix(right.typed, " + C"), maths.Notation{})
		if err != nil {
			return
		}
		end := ""
		if f.task == "integrate" {
			end = " + C"
		}
		put := func(id, why string, n maths.Node) {
			if f.task == "evaluate" || f.task == "simplify" {
				if m, err := algebra.Simplified(n, algebra.DefaultBudget); err == nil {
					n = m
				}
			}
			add(id, why, shownExpression(maths.Typed(n)+end))
		}
		for _, m := range mutations {
			switch m.id {
			case "sign-lost", "ratio-turned-over", "factor-forgotten", "exponent-taken-for-factor", "term-forgotten", "sine-for-cosine", "multiplied-for-divided":
				for _, n := range everywhere(n, m.by) {
					put(m.id, m.why, n)
				}
			}
		}
		put("sign-lost", "The sign of the whole was lost.", algebra.Negated(n))
		if f.share {
			put("opposite-taken", "This is how likely the opposite is.", bin('-', maths.Int(1), n))
			put("halved", "It was divided by 2 once too often.", bin('/', n, maths.Int(2)))
			put("squared", "It was multiplied by itself.", bin('^', n, maths.Int(2)))
		}
		if f.task == "evaluate" {
			put("power-of-ten", "The decimal point has moved.", bin('*', maths.Int(10), n))
			put("power-of-ten", "The decimal point has moved.", bin('/', n, maths.Int(10)))
			put("one-too-many", "It was counted one too many.", bin('+', n, maths.Int(1)))
		}
		put("doubled", "A factor of 2 came in that does not belong.", bin('*', maths.Int(2), n))
		return
	}
	if f.task == "rearrange" {
		_, value, _ := strings.Cut(right.typed, " = ")
		n, err := maths.ReadExpression(value, maths.Notation{})
		if err != nil {
			return
		}
		for _, m := range mutations {
			for _, n := range everywhere(n, m.by) {
				add(m.id, m.why, shownStatement(p.task.Variable+" = "+maths.Typed(n)))
			}
		}
		for _, op := range "*/-+" {
			if b, ok := n.(maths.Binary); ok && byte(op) != b.Op && b.Op != '^' {
				add("wrong-operation", "The inverse of another operation was used.", shownStatement(p.task.Variable+" = "+maths.Typed(bin(byte(op), b.X, b.Y))))
			}
		}
		return
	}
	switch r.Set {
	case "finite":
		f.aboutValues(p, add)
	case "interval":
		f.aboutInterval(r.Where, add)
	}
	if r.Set != "none" {
		add("no-solution-said", "It was said that nothing fits.", answer{"no solution", "no solution"})
	}
	if r.Set != "all" {
		add("identity-said", "It was taken for an equation that is always true.", answer{"all real numbers", "all real numbers"})
	}
	if r.Set == "all" || r.Set == "none" {
		add("zero-taken-for-solution", "What came to 0 = 0 or to a contradiction was taken for a value.", shownStatement("x = 0"))
		add("value-made-up", "A value was read off a line that has none.", shownStatement("x = 1"))
		for _, v := range numbersOf(p) {
			add("number-of-the-statement", "A number of the statement was taken for the solution.", shownStatement("x = "+maths.Typed(v)))
			add("number-of-the-statement", "A number of the statement was taken for the solution.", shownStatement("x = "+maths.Typed(maths.Negative{X: v})))
		}
	}
}

// numbersOf are the numbers of a statement other than 0 and 1.
func numbersOf(p problem) []maths.Node {
	var out []maths.Node
	for _, r := range p.relations {
		for _, t := range r.Terms {
			maths.Walk(t, func(n maths.Node) {
				if v, ok := n.(maths.Number); ok && v.Value.Cmp(big.NewRat(1, 1)) > 0 && !slices.ContainsFunc(out, func(o maths.Node) bool { return maths.Equal(o, n) }) {
					out = append(out, n)
				}
			})
		}
	}
	return out
}

// aboutValues drops, turns and exchanges values.
func (f Family) aboutValues(p problem, add func(id, why string, a answer)) {
	values := p.result.Values
	put := func(id, why string, values []string) {
		if a, err := f.solution("finite", values, ""); err == nil {
			add(id, why, a)
		}
	}
	if strings.Contains(f.variable, ",") { // points
		for _, v := range values {
			inner := strings.Split(strings.Trim(v, "()"), ", ")
			if len(inner) == 2 {
				put("unknowns-exchanged", "The values of the unknowns were exchanged.", []string{"(" + inner[1] + ", " + inner[0] + ")"})
				put("sign-lost", "A sign was lost on the way.", []string{"(" + negated(inner[0]) + ", " + inner[1] + ")"})
				put("sign-lost", "A sign was lost on the way.", []string{"(" + inner[0] + ", " + negated(inner[1]) + ")"})
				put("signs-turned", "Both signs were turned.", []string{"(" + negated(inner[0]) + ", " + negated(inner[1]) + ")"})
			}
		}
		if len(values) > 1 {
			put("root-lost", "One of the points was lost.", values[:1])
		}
		return
	}
	if len(values) > 1 {
		put("root-lost", "A solution was lost.", values[1:])
		put("root-lost", "A solution was lost.", values[:len(values)-1])
	}
	var turned []string
	for _, v := range values {
		turned = append(turned, negated(v))
	}
	put("signs-turned", "The signs of the solutions were turned.", turned)
	if len(values) == 1 {
		put("root-added", "A root that does not belong was added.", []string{values[0], negated(values[0])})
	}
	put("not-divided", "The last division was left out.", scaled(values, "2*(%s)"))
	put("halved", "It was divided by 2 once too often.", scaled(values, "(%s)/2"))
}

func negated(v string) string { return scaled([]string{v}, "-(%s)")[0] }

// scaled writes values put into a pattern, in lowest terms.
func scaled(values []string, pattern string) []string {
	var out []string
	for _, v := range values {
		text := strings.Replace(pattern, "%s", v, 1)
		if n, err := maths.ReadExpression(text, maths.Notation{}); err == nil {
			if m, err := algebra.Simplified(n, algebra.DefaultBudget); err == nil {
				text = maths.Typed(m)
			}
		}
		out = append(out, text)
	}
	return out
}

var opposite = strings.NewReplacer("<=", ">=", ">=", "<=", "<", ">", ">", "<", "!=", "=")

// aboutInterval turns the direction, the ends and the inside of intervals.
func (f Family) aboutInterval(where string, add func(id, why string, a answer)) {
	put := func(id, why, where string) { add(id, why, shownStatement(where)) }
	parts := strings.Split(where, " or ")
	loosen := strings.NewReplacer("<=", "<", ">=", ">", "<", "<=", ">", ">=")
	put("ends-exchanged", "The ends of the interval were taken in where they are left out, or the other way about.", loosen.Replace(where))
	if len(parts) == 1 && strings.Count(where, "x") == 1 && strings.Count(where, "<") == 2 {
		fields := strings.Fields(where)
		if len(fields) == 5 { // a < x < b
			put("outside-for-inside", "The outside was taken for the inside.", "x "+fields[1]+" "+fields[0]+" or x "+opposite.Replace(fields[3])+" "+fields[4])
			put("half-of-it", "Only one end was kept.", "x "+fields[3]+" "+fields[4])
			put("half-of-it", "Only one end was kept.", "x "+opposite.Replace(fields[1])+" "+fields[0])
		}
		return
	}
	if len(parts) == 1 {
		put("direction-not-turned", "The sign of the inequality points the wrong way.", opposite.Replace(where))
	}
	if len(parts) == 2 {
		a, b := strings.Fields(parts[0]), strings.Fields(parts[1])
		if len(a) == 3 && len(b) == 3 {
			put("inside-for-outside", "The inside was taken for the outside.", a[2]+" "+a[1]+" x "+opposite.Replace(b[1])+" "+b[2])
		}
		put("half-of-it", "Only one part was kept.", parts[0])
		put("half-of-it", "Only one part was kept.", parts[1])
	}
	fields := strings.Fields(parts[0])
	if len(parts) == 1 && len(fields) == 3 {
		put("sign-lost", "A sign was lost on the way.", fields[0]+" "+fields[1]+" "+negated(fields[2]))
		put("sign-lost", "A sign was lost on the way, and the direction with it.", opposite.Replace(fields[0]+" "+fields[1])+" "+negated(fields[2]))
		put("taken-for-equation", "The inequality was taken for an equation.", "x = "+fields[2])
	}
}
