// Package exercise writes questions of pure mathematics.
//
// The model: a Family practises one skill and has three levels, each with several
// forms, which are different ways to go about it: a form draws numbers and writes
// a statement. The answer comes from maths/work, which solves the statement; the
// worked steps come from maths/derive, or from the solver's own derivation; the
// wrong options come from slips (slip.go), each of them the answer that a named
// wrong turn leads to. A draw whose answer is not readable, or whose slips do not
// yield enough different answers, is drawn again with the next number of its
// random source, so that the same seed always gives the same question.
package exercise

import (
	"fmt"
	"math/big"
	"math/rand/v2"
	"slices"
	"strings"
	"sync"

	"zincowl/core/kind"
	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/derive"
	"zincowl/core/maths/figure"
	"zincowl/core/maths/solve"
	"zincowl/core/maths/units"
	"zincowl/core/maths/work"
	"zincowl/core/question"
)

// Family is a kind of exercise.
type Family struct {
	ID     string
	Title  string
	Skills []string // how it is asked for: "solve linear equations"
	Rates  Rates    // of special cases among its hard questions

	task     string // of maths/work
	variable string // x unless said
	tail     string // added to every statement
	relation bool   // the answer is a condition, not values
	share    bool   // the answer lies between 0 and 1
	signed   bool   // the answer to a question in words may be negative
	because  [3]string
	levels   [3][]form
}

// Rates are the least shares of special cases.
type Rates struct{ None, Identity, Extraneous float64 }

// form draws a statement.
type form func(d *draw) string

// draw is a source of numbers for a form.
type draw struct {
	r    *rand.Rand
	said string // the question in words, where the form tells it

	figure *figure.Figure // what it is asked about
	unit   string         // that it is asked in
	rule   string         // by which it is answered
	wrongs []mistake
}

// mistake is a slip of one question: the statement that is worked in its place.
type mistake struct{ id, why, statement string }

// n is a number from lo to hi.
func (d *draw) n(lo, hi int) int { return lo + d.r.IntN(max(1, hi-lo+1)) }

// nz is n without zero.
func (d *draw) nz(lo, hi int) int {
	for {
		if v := d.n(lo, hi); v != 0 {
			return v
		}
	}
}

func (d *draw) sign() int { return 1 - 2*d.r.IntN(2) }

func (d *draw) pick(of ...int) int { return of[d.r.IntN(len(of))] }

func (d *draw) of(texts ...string) string { return texts[d.r.IntN(len(texts))] }

func (d *draw) order() string { return d.of("<", "<=", ">", ">=") }

// say tells the question in words.
func (d *draw) say(format string, args ...any) { d.said = fmt.Sprintf(format, args...) }

// ask tells the question about a drawing, with the unit of the answer.
func (d *draw) ask(unit, format string, args ...any) {
	d.unit = unit
	d.said = fmt.Sprintf(format, args...)
	if unit != "" {
		d.said += ", in " + unit
	}
	d.said += "?"
}

// by says by which rule a question is answered, and gives its statement.
func (d *draw) by(rule, statement string) string {
	d.rule = rule
	return statement
}

// Families lists all families.
func Families() []Family { return slices.Clone(families) }

// Find gives the families that practise what a can-do statement asks for, the
// best first.
func Find(statement string) []Family {
	said := words(statement)
	type hit struct {
		f     Family
		score float64
	}
	var hits []hit
	for i, f := range families {
		best := 0.0
		for _, need := range phrases()[i] {
			n, missed := 0, 0
			for w := range need {
				switch {
				case said[w]:
					n++
				case !commonWords()[w]: // "rational" of "solve rational equations"
					missed++
				}
			}
			if n == len(need) || n >= 2 && 3*n >= 2*len(need) && missed == 0 {
				best = max(best, float64(n)+float64(n)/float64(len(need)))
			}
		}
		if best > 0 {
			hits = append(hits, hit{f, best})
		}
	}
	slices.SortStableFunc(hits, func(a, b hit) int {
		switch {
		case a.score > b.score:
			return -1
		case a.score < b.score:
			return 1
		}
		return 0
	})
	var out []Family
	for _, h := range hits {
		if h.score >= hits[0].score-0.5 {
			out = append(out, h.f)
		}
	}
	return out
}

// phrases are the words of the skills and the title of each family.
var phrases = sync.OnceValue(func() [][]map[string]bool {
	out := make([][]map[string]bool, len(families))
	for i, f := range families {
		for _, s := range f.Skills {
			out[i] = append(out[i], words(s))
		}
		out[i] = append(out[i], words(f.Title))
	}
	return out
})

// commonWords stand in the skills of so many families that they tell none apart.
var commonWords = sync.OnceValue(func() map[string]bool {
	families := map[string]int{}
	for _, of := range phrases() {
		seen := map[string]bool{}
		for _, phrase := range of {
			for w := range phrase {
				seen[w] = true
			}
		}
		for w := range seen {
			families[w]++
		}
	}
	out := map[string]bool{}
	for w, n := range families {
		out[w] = n >= 8
	}
	return out
})

// words are the words of a phrase that carry its meaning, cut to their stems.
func words(s string) map[string]bool {
	out := map[string]bool{}
	for _, w := range strings.FieldsFunc(strings.ToLower(s), func(r rune) bool { return r < 'a' || r > 'z' }) {
		switch w {
		case "the", "a", "an", "of", "and", "by", "with", "to", "use", "in", "can", "under":
			continue
		}
		for _, end := range []string{"ising", "izing", "ations", "ation", "ates", "ate", "ised", "ized", "ise", "ize", "ing", "ive", "ic", "ies", "es", "s", "e"} {
			if len(w) > len(end)+3 && strings.HasSuffix(w, end) {
				w = strings.TrimSuffix(w, end)
				break
			}
		}
		out[w] = true
	}
	return out
}

// levelIndex is the place of a level in a family.
func levelIndex(l question.Level) int { return slices.Index(question.Levels, l) }

// Bears says whether a family has questions of a level and a kind.
func (f Family) Bears(l question.Level, k question.Kind) bool {
	switch k {
	case question.Choice:
		return true
	case question.Solution:
		return f.task == "solve"
	case question.Expression:
		return f.task != "solve" && f.task != "evaluate"
	case question.Numeric:
		return f.task == "evaluate"
	}
	return false
}

// tries is how often a draw is repeated until it makes a question.
const tries = 60

// Posed is a question with the task behind it.
type Posed struct {
	question.Question
	Task  work.Task
	Rules []string // of the worked steps, in order
	right string   // the right answer as it is typed
}

// Question draws a question of a level and a kind; choices have so many options.
// The same random source gives the same question. The error says that no draw
// made one.
func (f Family) Question(r *rand.Rand, l question.Level, k question.Kind, options int) (Posed, error) {
	forms := f.levels[levelIndex(l)]
	start := r.IntN(len(forms))
	for try := range tries {
		p, err := f.pose(forms[(start+try/8)%len(forms)], r)
		if err != nil {
			continue
		}
		q, right, err := f.write(p, r, l, k, options)
		if err == nil {
			return Posed{q, p.task, derive.Rules(p.lines), right.typed}, nil
		}
	}
	return Posed{}, fmt.Errorf("no question of %s at level %s came out", f.ID, l)
}

// problem is a statement with its answer.
type problem struct {
	task      work.Task
	said      string
	node      maths.Node       // of a bare expression
	relations []maths.Relation // of a statement
	result    work.Result
	lines     []derive.Line

	figure *figure.Figure
	unit   string
	rule   string
	wrongs []mistake
}

// pose draws a statement and finds its answer.
func (f Family) pose(form form, r *rand.Rand) (problem, error) {
	d := &draw{r: r}
	typed := form(d)
	variable := f.variable
	if variable == "" {
		variable = "x"
	}
	read, err := maths.Read(typed, maths.Notation{})
	if err != nil || len(read.Doubts) > 0 {
		return problem{}, fmt.Errorf("%s: %q can't be read: %v %v", f.ID, typed, err, read.Doubts)
	}
	p := problem{said: d.said, figure: d.figure, unit: d.unit, rule: d.rule, wrongs: d.wrongs}
	if n, ok := read.Expression(); ok {
		p.node = tidy(n)
		typed = maths.Typed(p.node)
	} else {
		if p.relations = relationsOf(read.Statement); len(p.relations) == 0 {
			return problem{}, fmt.Errorf("%s: %q is no relation", f.ID, typed)
		}
		var parts []string
		for i := range p.relations {
			for j := range p.relations[i].Terms {
				p.relations[i].Terms[j] = tidy(p.relations[i].Terms[j])
			}
			parts = append(parts, maths.TypedRelation(p.relations[i]))
		}
		typed = strings.Join(parts, "; ") + f.tail
	}
	p.task = work.Task{Task: f.task, Statement: typed, Variable: variable}
	if p.result, err = work.Do(p.task, algebra.DefaultBudget); err != nil {
		return p, err
	}
	if p.result.Why != "" && f.task != "evaluate" || !f.readable(p) {
		return p, fmt.Errorf("%s: %s has no readable answer", f.ID, typed)
	}
	p.lines = p.derivation()
	return p, nil
}

func relationsOf(s maths.Statement) []maths.Relation {
	switch s := s.(type) {
	case maths.Relation:
		return []maths.Relation{s}
	case maths.All:
		var out []maths.Relation
		for _, part := range s {
			out = append(out, relationsOf(part)...)
		}
		return out
	}
	return nil
}

// longest bounds the text of an answer.
const longest = 60

// readable says whether an answer is one that can be asked for.
func (f Family) readable(p problem) bool {
	r := p.result
	if len(r.Expression) > longest || len(r.Values) > 6 {
		return false
	}
	for _, v := range r.Values {
		if len(v) > 32 || strings.HasPrefix(v, "≈") {
			return false
		}
	}
	switch f.task {
	case "solve":
		return r.Set != "" && len(r.Where) <= longest
	case "evaluate":
		v, ok := value(r.Expression)
		if p.unit != "" && p.measured(answer{typed: r.Expression}).typed == "" {
			return false // nobody measures in sevenths of a metre
		}
		return ok && r.Set == "" && (len(v.Num().String()) <= 7 && len(v.Denom().String()) <= 4) || !ok && r.Expression != "" && r.Set == ""
	}
	return r.Expression != "" && r.Expression != p.task.Statement
}

// value is a rational answer as a number.
func value(text string) (*big.Rat, bool) {
	n, err := maths.ReadExpression(text, maths.Notation{})
	if err != nil {
		return nil, false
	}
	v, err := maths.Evaluate(n, nil)
	return v, err == nil
}

// derivation are the worked steps.
func (p problem) derivation() []derive.Line {
	switch p.task.Task {
	case "expand":
		return derive.Expand(p.node)
	case "factor":
		return derive.Factor(p.node)
	case "simplify":
		return derive.Simplify(p.node)
	case "evaluate":
		lines := derive.Arithmetic(p.node)
		if p.figure != nil {
			lines = p.fromDrawing(lines)
		}
		return lines
	case "solve":
		if len(p.relations) > 1 {
			read, err := maths.Read(p.task.Statement, maths.Notation{})
			if err != nil {
				return nil
			}
			unknowns := strings.Split(p.task.Variable, ", ")
			if s, err := solve.Solve(read.Statement, unknowns, algebra.DefaultBudget); err == nil {
				return derive.System(p.relations, unknowns, s)
			}
		} else if len(p.relations[0].Ops) == 1 {
			if _, lines, err := derive.Equation(p.relations[0], p.task.Variable, algebra.DefaultBudget); err == nil {
				return lines
			}
		}
	case "rearrange":
		if lines := derive.Rearrange(p.relations[0], p.task.Variable); len(lines) > 0 {
			return lines
		}
	}
	var out []derive.Line
	for _, step := range p.result.Derivation() {
		switch {
		case step.Rule == "equation" || step.Rule == "critical points":
		case p.task.Task == "integrate" || p.task.Task == "differentiate": // "d/dx […] = …" is no relation
			out = append(out, derive.Line{Rule: step.Rule, Text: step.Text})
		default:
			out = append(out, derive.FromStep(step))
		}
	}
	return out
}

// fromDrawing puts before a calculation what is taken from the drawing, and after it
// the answer, where π or a root is left to be collected.
func (p problem) fromDrawing(lines []derive.Line) []derive.Line {
	lines = append([]derive.Line{{Rule: "put the numbers in", Node: p.node}}, lines...)
	last, err := maths.ReadExpression(p.result.Expression, maths.Notation{})
	if err == nil && maths.Typed(lines[len(lines)-1].Node) != maths.Typed(last) {
		lines = append(lines, derive.Line{Rule: "collect the factors", Node: last})
	}
	return lines
}

// write makes the question.
func (f Family) write(p problem, r *rand.Rand, l question.Level, k question.Kind, options int) (question.Question, answer, error) {
	q := question.Question{
		Kind: k, Title: f.Title, Level: l, LevelBecause: []string{f.because[levelIndex(l)]}, Marks: 1, Language: "en",
		Stem: f.stem(p), Figure: p.figure, Origin: question.Origin{By: "writer", From: f.ID},
		Task: &question.Task{Task: p.task.Task, Statement: p.task.Statement, Variable: p.task.Variable},
	}
	if p.rule != "" {
		q.Worked = append(q.Worked, p.rule)
	}
	for _, line := range p.lines {
		q.Worked = append(q.Worked, worked(line))
	}
	for _, e := range p.result.Excluded {
		q.Explanation = strings.TrimSpace(q.Explanation + " " + upperFirst(e.Why) + ".")
	}
	right, err := f.answer(p)
	if err != nil {
		return q, right, err
	}
	if last := len(q.Worked) - 1; f.task == "solve" && (last < 0 || !strings.HasSuffix(q.Worked[last], ": "+right.shown)) {
		q.Worked = append(q.Worked, "answer: "+right.shown)
	}
	found := f.slips(p, right)
	for _, s := range found {
		q.Slips = append(q.Slips, question.Slip{ID: s.id, Value: s.answer.typed, Why: s.why})
	}
	switch k {
	case question.Choice:
		if len(found) < options-1 {
			return q, right, fmt.Errorf("%s: only %d slips", f.ID, len(found))
		}
		f.choose(&q, r, right, found[:options-1])
	case question.Solution:
		q.Key = question.Key{Set: p.result.Set, Values: p.result.Values, Where: p.result.Where}
	case question.Expression:
		q.Key = question.Key{Expression: strings.TrimSuffix(right.typed, " + C")}
	case question.Numeric:
		v, ok := value(right.typed)
		if p.figure != nil && (!ok || decimal.Significant(v) > digits) {
			if v, ok = asDecimal(right.typed); ok {
				q.Stem += " Give the answer to three significant figures."
				q.Task.Statement += " to three significant figures"
				q.Key.Tolerance = "0.5%"
			}
		}
		if !ok || decimal.Significant(v) > 7 {
			return q, right, fmt.Errorf("%s: %s is no number to type", f.ID, right.typed)
		}
		q.Key.Value = decimal.Exact(v)
		if unit, ok := units.Parse(p.unit); ok {
			q.Key.Unit = unit.Text
		}
	default:
		return q, right, fmt.Errorf("%s has no questions of kind %s", f.ID, k)
	}
	q.ID = kind.Identify(q)
	return q, right, kind.Validate(q)
}

// digits is to how many figures an answer is rounded that has no end.
const digits = 3

// asDecimal is a number rounded for typing.
func asDecimal(typed string) (*big.Rat, bool) {
	n, err := maths.ReadExpression(typed, maths.Notation{})
	if err != nil {
		return nil, false
	}
	return algebra.Rounded(n, digits, algebra.DefaultBudget)
}

// choose lays out the options: the right one and the slips, in an order drawn
// anew.
func (f Family) choose(q *question.Question, r *rand.Rand, right answer, wrong []slip) {
	type option struct {
		text, slip, why string
		right           bool
	}
	all := []option{{text: right.shown, right: true}}
	for _, s := range wrong {
		all = append(all, option{s.answer.shown, s.id, s.why, false})
	}
	r.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	for i, o := range all {
		id := question.Letter(i)
		q.Options = append(q.Options, question.Option{ID: id, Text: o.text, Slip: o.slip, Why: o.why})
		if o.right {
			q.Key = question.Key{Options: []string{id}}
		}
	}
}

// stem asks the question.
func (f Family) stem(p problem) string {
	if p.said != "" {
		return p.said
	}
	shown := "$" + p.latex() + "$"
	switch p.task.Task {
	case "solve":
		switch {
		case len(p.relations) > 1 || f.variable != "":
			return "Solve the system " + shown + "."
		case f.tail != "":
			return "Solve " + shown + ` for $0 \le x < 2\pi$.`
		case f.relation:
			return "Solve the inequality " + shown + "."
		}
		return "Solve " + shown + " over the real numbers."
	case "rearrange":
		return fmt.Sprintf("Solve %s for $%s$.", shown, p.task.Variable)
	case "differentiate":
		return "Differentiate " + shown + " with respect to $x$."
	case "integrate":
		if _, sum := split(p.node, "+-"); sum {
			return "Find $\\int \\left(" + p.latex() + "\\right)\\,dx$."
		}
		return "Find $\\int " + p.latex() + "\\,dx$."
	case "expand":
		return "Multiply out " + shown + " and collect like terms."
	case "factor":
		return "Factor " + shown + " as far as possible."
	case "simplify":
		return "Simplify " + shown + "."
	}
	return "What is " + shown + "?"
}

func (p problem) latex() string {
	if p.node != nil {
		return maths.LaTeX(p.node)
	}
	var parts []string
	for _, r := range p.relations {
		parts = append(parts, derive.RelationLaTeX(r))
	}
	return strings.Join(parts, `,\quad `)
}

// worked is a line as it is shown: the rule, then the mathematics.
func worked(l derive.Line) string {
	if tex := l.LaTeX(); tex != "" {
		return l.Rule + ": $" + tex + "$"
	}
	if l.Text == "" {
		return l.Rule
	}
	return l.Rule + ": " + l.Text
}

func upperFirst(s string) string {
	if s == "" {
		return s
	}
	return strings.ToUpper(s[:1]) + s[1:]
}

// tidyLaTeX sets a statement that a form has written.
func tidyLaTeX(typed string) string {
	n, err := maths.ReadExpression(typed, maths.Notation{})
	if err != nil {
		return typed
	}
	return maths.LaTeX(tidy(n))
}

// tidy writes an expression as people do: 1x is x, a + -b is a - b, and nothing
// is added.
func tidy(n maths.Node) maths.Node {
	n = maths.MapParts(n, tidy)
	b, ok := n.(maths.Binary)
	if !ok {
		return n
	}
	zero, one := maths.Int(0), maths.Int(1)
	switch b.Op {
	case '+', '-':
		if maths.Equal(b.Y, zero) {
			return b.X
		}
		if maths.Equal(b.X, zero) {
			if b.Op == '-' {
				return algebra.Negated(b.Y)
			}
			return b.Y
		}
		if m, ok := b.Y.(maths.Negative); ok {
			return maths.Binary{Op: map[byte]byte{'+': '-', '-': '+'}[b.Op], X: b.X, Y: m.X}
		}
	case '*':
		if maths.Equal(b.X, one) {
			return b.Y
		}
		if m, ok := b.X.(maths.Negative); ok && maths.Equal(m.X, one) {
			return algebra.Negated(b.Y)
		}
		if maths.Equal(b.X, zero) {
			return zero
		}
	case '^':
		if maths.Equal(b.Y, one) {
			return b.X
		}
	case '/':
		if maths.Equal(b.Y, one) {
			return b.X
		}
	}
	return n
}
