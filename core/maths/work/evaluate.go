package work

import (
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/school"
	"zincowl/core/maths/solve"
	"zincowl/core/maths/units"
)

var (
	callOf    = regexp.MustCompile(`^(?:[a-z]\(([a-z])\)\s*=\s*(.*\S))\s*[,;.]\s*(?:find |evaluate |what is )?[a-z]\((.*)\)\s*$`)
	convertTo = regexp.MustCompile(`(?i)^(.*\d.*\S)\s+(?:in|into|to|as)\s+([^\d]*\S)\s*$`)
	howMany   = regexp.MustCompile(`(?i)^\s*how many (\pL+) (?:are )?(?:there )?in ([\d.,]+ ?[^\s?]+(?: \d+ ?\pL+)?)\s*\??\s*$`)
	toAngle   = regexp.MustCompile(` (?:in|into|to|as) (degrees|radians) `)
)

// evaluate computes a number, a quantity, or an expression at given values.
func (w *worker) evaluate() error {
	read := phrase.Read(w.Statement, w.names()...)
	if read.Rounding.Asked {
		w.round = read.Rounding
	}
	if done, err := w.amount(read); done || err != nil {
		return err
	}
	if m := howMany.FindStringSubmatch(read.Text); m != nil && w.quantity(m[2]+" in "+m[1]) {
		return nil
	}
	if left := phrase.Unread(read.Pieces, evaluating(read.Pieces)); len(left) > 0 {
		if a, ok := school.Solve(read.Text); ok && a.Exact != nil && !slices.Contains(left, "nearest") {
			return w.taught(a)
		}
		return unread(left)
	}
	text := bare(read.Pieces)
	for _, read := range []func(string) (maths.Node, bool){w.definiteText, w.functionValue, w.area} {
		if n, ok := read(text); ok {
			return w.number(n, nil)
		}
	}
	if m := callOf.FindStringSubmatch(text); m != nil {
		if n, ok := w.expressionAt(m[2], m[1], m[3]); ok {
			return w.number(n, nil)
		}
	}
	n, doubts, err := w.valued()
	if err == nil && len(maths.Names(n)) == 0 {
		if m := toAngle.FindStringSubmatch(read.Words()); m != nil {
			return w.turned(n, m[1])
		}
		return w.number(n, doubts)
	}
	if done := w.quantity(text); done {
		return nil
	}
	if err != nil {
		return err
	}
	return fmt.Errorf("no value is given for %s", strings.Join(maths.Names(n), ", "))
}

// taught is what a formula of the schools comes to.
func (w *worker) taught(a school.Answer) error {
	w.step(algebra.Step{Rule: "formula", Text: a.Formula})
	if a.Bare {
		return w.number(a.Exact, nil)
	}
	calc := algebra.New(w.budget)
	f, err := calc.Form(a.Exact)
	if err != nil {
		w.undecided(err)
		return nil
	}
	w.out.Expression = units.With(exact(calc, f), a.Value.Unit)
	w.out.Values = []string{w.out.Expression}
	w.against = func(text string) { w.judgeMeasure(text, calc, f, a.Value.Unit) }
	return nil
}

// judgeMeasure compares a claim, a number with a unit, with a value in a unit.
func (w *worker) judgeMeasure(text string, calc *algebra.Calculator, f *algebra.Form, unit units.Unit) {
	short := measureText(strings.TrimSpace(text))
	around := about(short)
	short = strings.TrimSpace(strings.TrimLeft(short, "≈=~ "))
	number, u := short, units.Unit{}
	for i := range short { // the longest end that is a unit
		if tail := strings.TrimSpace(short[i:]); i > 0 && tail != "" {
			if found, ok := units.Parse(tail); ok && found.Text != "" {
				number, u = strings.TrimSpace(short[:i]), found
				break
			}
		}
	}
	if u.Text != "" {
		if !u.Same(unit) {
			w.claim(text, Wrong, "it does not measure the same; the value is %s", w.out.Expression)
			return
		}
		if u.Factor.Cmp(unit.Factor) != 0 {
			scale, err := calc.Mul(f, algebra.Rational(unit.In(u)))
			if err != nil {
				w.claim(text, Unproven, "%s", err)
				return
			}
			f = scale
		}
	}
	n, err := maths.ReadExpression(number, w.how)
	if err != nil || len(maths.Names(n)) > 0 {
		w.claim(text, Unproven, "a quantity was expected")
		return
	}
	if !w.judgeTerm(text, calc, element{n, around}, f) {
		if u.Text == "" {
			w.claim(text, Unproven, "the unit is missing")
			return
		}
		w.claim(text, Right, "")
	}
}

// evaluating are the words that mean nothing more in a task to evaluate: how the
// number is to be written, and the names of units.
func evaluating(pieces []phrase.Piece) map[string]bool {
	out := set([]string{"mixed", "standard", "decimal", "whole", "single", "convert", "round", "per", "area", "between", "ordinary", "scientific", "notation", "rounded"})
	for _, p := range pieces {
		if _, ok := units.Parse(p.Text); ok && p.Kind == phrase.Word {
			out[p.Text] = true
		}
	}
	return out
}

// bare is a text from its first mathematics on, without what follows behind a comma in
// words alone: "72 km/h to m/s".
func bare(pieces []phrase.Piece) string {
	first := slices.IndexFunc(pieces, func(p phrase.Piece) bool { return p.Kind != phrase.Word && p.Kind != phrase.Stop })
	if first > 0 && slices.Contains([]string{"area", "integral"}, pieces[first-1].Text) || first < 0 {
		first = 0
	}
	if at := slices.IndexFunc(pieces[:max(first, 0)], func(p phrase.Piece) bool { return p.Text == "area" }); at >= 0 {
		first = at
	}
	var out []string
	for i, p := range pieces[first:] {
		if p.Kind == phrase.Stop && (p.Text == "." || p.Text == "?" || p.Text == "," && !slices.ContainsFunc(pieces[first+i:], func(q phrase.Piece) bool { return q.Kind == phrase.Math })) {
			break
		}
		text := p.Text
		if p.Kind == phrase.Aside {
			text = "(" + text + ")"
		}
		out = append(out, text)
	}
	return strings.TrimSpace(strings.ReplaceAll(strings.Join(out, " "), " , ", ", "))
}

// expressionAt is an expression with a value put in the place of a name.
func (w *worker) expressionAt(text, name, value string) (maths.Node, bool) {
	n, err1 := maths.ReadExpression(text, w.how)
	v, err2 := maths.ReadExpression(value, w.how)
	if err1 != nil || err2 != nil {
		return nil, false
	}
	n = maths.Replace(n, map[string]maths.Node{name: v})
	return n, len(maths.Names(n)) == 0
}

// valued is the expression of a task with the values put in that the task gives.
func (w *worker) valued() (maths.Node, []string, error) {
	s, err := w.take(w.Statement, "mixed", "standard", "decimal", "whole", "single", "convert", "round", "ordinary", "scientific", "notation", "rounded")
	if err != nil {
		return nil, nil, err
	}
	values := map[string]maths.Node{}
	for _, r := range s.relations {
		rel, ok := r.(maths.Relation)
		if !ok || len(rel.Ops) != 1 || rel.Ops[0] != "=" {
			return nil, nil, fmt.Errorf("“%s” is not understood here", r)
		}
		name, lone := rel.Terms[0].(maths.Name)
		if !lone || len(maths.Names(rel.Terms[1])) > 0 {
			return nil, nil, fmt.Errorf("“%s” gives no value", maths.TypedRelation(rel))
		}
		values[string(name)] = rel.Terms[1]
	}
	var found []written
	for _, e := range s.written {
		if _, lone := e.node.(maths.Name); lone && len(s.written) > 1 || e.after == "leaving" || e.after == "of" && len(found) > 0 && e.node == maths.Pi {
			continue
		}
		found = append(found, e)
	}
	if len(s.calls) == 1 && len(found) == 1 { // "f(4) when f(x) = x²"
		if m := applied.FindStringSubmatch(found[0].text); m != nil && m[1] == s.calls[0].name {
			v, err := maths.ReadExpression(m[2], w.how)
			if err != nil {
				return nil, nil, err
			}
			return maths.Replace(s.calls[0].value, map[string]maths.Node{s.calls[0].of: v}), s.doubts, nil
		}
	}
	if len(found) != 1 || len(s.asked) > 0 || len(s.calls) > 0 {
		return nil, nil, fmt.Errorf("“%s” has no single expression", strings.TrimSpace(w.Statement))
	}
	return maths.Replace(found[0].node, values), s.doubts, nil
}

var applied = regexp.MustCompile(`^\s*([a-zA-Z])\s*\(([^()]*)\)\s*$`)

// turned is an angle in degrees or in radians.
func (w *worker) turned(n maths.Node, unit string) error {
	w.unit = "rad"
	if unit == "degrees" { // an angle is read in radians
		w.unit = "°"
		n = maths.Binary{Op: '/', X: n, Y: maths.Suffix{X: maths.Int(1), Op: "°"}}
	}
	return w.number(n, nil)
}

// definiteText reads an integral with its limits where a value is asked.
func (w *worker) definiteText(text string) (maths.Node, bool) {
	ps := phrase.Read(text).Pieces
	if len(ps) != 3 || ps[0].Kind != phrase.Integral || ps[0].From == "" || ps[1].Kind != phrase.Math || ps[2].Kind != phrase.Differential {
		return nil, false
	}
	a, err1 := maths.ReadExpression(ps[0].From, w.how)
	b, err2 := maths.ReadExpression(ps[0].To, w.how)
	n, err3 := maths.ReadExpression(ps[1].Text, w.how)
	if err := errors.Join(err1, err2, err3); err != nil {
		return nil, false
	}
	return w.definite(n, ps[2].By, a, b)
}

// number computes an expression without names and judges the claims.
func (w *worker) number(n maths.Node, doubts []string) error {
	if len(doubts) > 0 {
		w.undecided(errors.New(doubts[0]))
		return nil
	}
	calc := algebra.New(w.budget)
	f, err := calc.Form(n)
	if err == nil {
		var ok bool
		if ok, err = solve.Defined(n, calc); err == nil && !ok {
			err = algebra.ErrUndefined
		}
	}
	switch {
	case errors.Is(err, algebra.ErrUndefined):
		w.out.Set, w.out.Why = "none", "it has no real value"
		w.against = w.judgeNoValue
		return nil
	case err != nil:
		w.undecided(err)
		return nil
	}
	w.out.Expression = exact(calc, f)
	w.out.Values = []string{w.out.Expression}
	w.step(algebra.Step{Rule: "evaluate", Text: maths.Typed(n) + " = " + w.out.Expression})
	w.against = func(text string) { w.judgeNumber(text, calc, f) }
	return nil
}

func (w *worker) judgeNoValue(text string) {
	a := phrase.ReadAnswer(text, w.names(), w.spoken)
	_, err := maths.Read(a.Math, w.how)
	switch {
	case len(a.Unread) > 0:
		w.claim(text, Unproven, "%s", unread(a.Unread))
	case a.Says == phrase.Undefined, a.Says == phrase.None:
		w.claim(text, Right, "")
	case err != nil:
		w.claim(text, Unproven, "%s", err)
	default:
		w.claim(text, Wrong, "it has no real value")
	}
}

// judgeNumber compares a claim with a value.
func (w *worker) judgeNumber(text string, calc *algebra.Calculator, f *algebra.Form) {
	if w.otherAngle(text) {
		w.claim(text, Wrong, "it is %s %s", w.out.Expression, w.unit)
		return
	}
	a := phrase.ReadAnswer(w.unpriced(text), w.names(), w.spoken)
	switch {
	case len(a.Unread) > 0:
		w.claim(text, Unproven, "%s", unread(a.Unread))
		return
	case a.Says == phrase.Undefined, a.Says == phrase.None:
		w.claim(text, Wrong, "it is %s", w.out.Expression)
		return
	case a.Says != phrase.Mathematics || len(a.Reasons)+len(a.Names) > 0:
		w.claim(text, Unproven, "one number was expected")
		return
	}
	short := strings.TrimSpace(a.Math)
	around := a.About || about(short)
	short = strings.TrimSpace(strings.TrimLeft(short, "≈=~"))
	r, err := maths.Read(short, w.how)
	if err != nil {
		w.claim(text, Unproven, "%s", err)
		return
	}
	if len(r.Doubts) > 0 {
		w.claim(text, Unproven, "%s", r.Doubts[0])
		return
	}
	rel, ok := r.Statement.(maths.Relation)
	if !ok {
		w.claim(text, Unproven, "one number was expected")
		return
	}
	terms, ops := rel.Terms, rel.Ops
	switch {
	case len(ops) > 0 && len(maths.Names(terms[0])) > 0: // f(3) = 7
		terms = terms[1:]
	case around:
		ops = append([]string{"≈"}, ops...)
	default: // 1/3 ≈ 0.333
		ops = append([]string{"="}, ops...)
	}
	for i, t := range terms {
		if names := maths.Names(t); ops[i] == "=" && len(names) > 0 && !slices.ContainsFunc(names, func(n string) bool { return !slices.Contains(w.spoken, n) }) {
			w.claim(text, Wrong, "a number is asked for; it is %s", w.out.Expression)
			return
		}
		if ops[i] != "=" && ops[i] != "≈" || len(maths.Names(t)) > 0 {
			w.claim(text, Unproven, "one number was expected")
			return
		}
		for _, one := range maths.Choices(t) {
			if done := w.judgeTerm(text, calc, element{one, slices.Contains(ops[:i+1], "≈")}, f); done {
				return
			}
		}
	}
	w.claim(text, Right, "")
}

// judgeTerm notes a verdict, and says so, where a term is not shown to be the value.
func (w *worker) judgeTerm(text string, calc *algebra.Calculator, e element, f *algebra.Form) bool {
	g, err := calc.Form(e.node)
	if err != nil {
		if errors.Is(err, algebra.ErrUndefined) {
			w.claim(text, Wrong, "it is %s", w.out.Expression)
		} else {
			w.claim(text, Unproven, "%s", err)
		}
		return true
	}
	ok, decided := w.meets(calc, e, g, f)
	switch {
	case !decided:
		w.claim(text, Unproven, "it can't be decided whether this is %s, correctly rounded", w.out.Expression)
	case !ok:
		w.claim(text, Wrong, "it is %s", w.shown(calc, f))
	}
	return !decided || !ok
}

// shown is a value with its decimals where it is not a plain number.
func (w *worker) shown(calc *algebra.Calculator, f *algebra.Form) string {
	text := exact(calc, f)
	if v, ok := f.Rational(); ok && decimal.Significant(v) <= 12 {
		return text
	}
	if v, ok := calc.Decimal(f, 6); ok {
		return text + " ≈ " + decimal.Exact(v)
	}
	return text
}

// quantity computes an expression of quantities: "2.5 mg/L × 1.8 ML", "60 km/h
// in m/s". It says whether the statement was one.
func (w *worker) quantity(text string) bool {
	var unit *units.Unit
	if m := convertTo.FindStringSubmatch(text); m != nil {
		if u, ok := units.Parse(m[2]); ok {
			text, unit = m[1], &u
		}
	}
	value, err := w.measured(text)
	if err != nil {
		return false
	}
	if unit != nil && !unit.Same(value.Unit) {
		w.undecided(fmt.Errorf("%s does not measure that", unit.Text))
		return true
	}
	shown := decimal.Exact(value.Value)
	if unit != nil {
		value = units.Quantity{Value: value.In(*unit), Unit: *unit}
		shown = units.With(decimal.Exact(value.Value), *unit)
	}
	w.out.Expression = shown
	w.out.Values = []string{shown}
	w.against = func(text string) { w.judgeQuantity(text, value, unit) }
	return true
}

// measured computes a text in which at least one number has a unit.
func (w *worker) measured(text string) (units.Quantity, error) {
	values := map[string]units.Quantity{}
	var out strings.Builder
	last, measured := 0, 0
	found := units.Find(text)
	if q, ok := units.Together(text); ok {
		return q, nil
	}
	for i, f := range found {
		if f.Unit.Text == "" {
			continue
		}
		measured++
		name := fmt.Sprintf("quantity%c", 'a'+i%26)
		values[name] = f.Quantity
		out.WriteString(text[last:f.Start] + "(" + name + ")")
		last = f.End
	}
	out.WriteString(text[last:])
	if measured == 0 || len(values) != measured {
		return units.Quantity{}, errors.New("no quantity with a unit")
	}
	how := w.how
	for name := range values {
		how.Names = append(slices.Clone(how.Names), name)
	}
	n, err := maths.ReadExpression(out.String(), how)
	if err != nil {
		return units.Quantity{}, err
	}
	q, err := maths.Measure(n, values)
	if err != nil {
		return q, err
	}
	if name, ok := n.(maths.Name); ok { // a single quantity keeps its scale
		return values[string(name)], nil
	}
	return q, nil
}

// judgeQuantity compares a claim with a quantity.
func (w *worker) judgeQuantity(text string, truth units.Quantity, unit *units.Unit) {
	short := measureText(strings.TrimSpace(text))
	rounded := strings.HasPrefix(short, "≈") || strings.HasPrefix(short, "~")
	short = strings.TrimSpace(strings.TrimLeft(short, "≈=~"))
	q, ok := units.ParseQuantity(short)
	if !ok {
		value, err := w.measured(short)
		if err != nil {
			w.claim(text, Unproven, "one quantity was expected")
			return
		}
		q.Quantity = value
	}
	if q.Unit.Text == "" && q.Unit.Dim == (units.Dimension{}) && unit != nil {
		q.Unit = *unit
	}
	if !q.Unit.Same(truth.Unit) {
		w.claim(text, Wrong, "it does not measure the same; the value is %s", w.out.Expression)
		return
	}
	calc := algebra.New(w.budget)
	want := algebra.Rational(truth.In(q.Unit))
	ok, decided := w.meets(calc, element{maths.Number{Value: q.Value}, rounded}, algebra.Rational(q.Value), want)
	switch {
	case !decided:
		w.claim(text, Unproven, "too few figures are given to tell")
	case ok:
		w.claim(text, Right, "")
	default:
		w.claim(text, Wrong, "it is %s", w.out.Expression)
	}
}

var (
	inverseUnit = regexp.MustCompile(`([A-Za-zµμΩ°]+(?:[²³]|\^[23])?)[ ·]([a-zA-Z]{1,4})(?:⁻¹|\^\{?[-−]1\}?)`)
	inverseTwo  = regexp.MustCompile(`([A-Za-zµμΩ°]+(?:[²³]|\^[23])?)[ ·]([a-zA-Z]{1,4})(?:⁻²|\^\{?[-−]2\}?)`)
	thousands   = regexp.MustCompile(`(\d) (\d{3})\b`)
)

// measureText writes units with negative powers as quotients and closes thousands.
func measureText(text string) string {
	text = inverseUnit.ReplaceAllString(inverseTwo.ReplaceAllString(text, "$1/$2²"), "$1/$2")
	return thousands.ReplaceAllString(text, "$1$2")
}

var (
	sayRadians = regexp.MustCompile(`(?i)\brad(?:ian)?s?\b`)
	sayDegrees = regexp.MustCompile(`(?i)°|\bdeg(?:ree)?s?\b|\\circ`)
)

// otherAngle says whether a claim measures an angle by another unit than is asked.
func (w *worker) otherAngle(text string) bool {
	return w.unit == "°" && sayRadians.MatchString(text) || w.unit == "rad" && sayDegrees.MatchString(text)
}
