package work

import (
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/calculus"
	"zincowl/core/maths/solve"
)

var (
	assignedAt = regexp.MustCompile(`(?i)^(.*\S)\s*[,;]?\s+(?:at|when|if|where|for|with|given(?: that)?)\s+([a-zA-Z]\w*\s*=.*\S)\s*$`)
	callOf     = regexp.MustCompile(`^(?:[a-z]\(([a-z])\)\s*=\s*(.*\S))\s*[,;.]\s*(?:find |evaluate |what is )?[a-z]\((.*)\)\s*$`)
	convertTo  = regexp.MustCompile(`(?i)^(?:convert\s+)?(.*\d.*\S)\s+(?:in|into|to|as)\s+([^\d]*\S)\s*$`)
)

// evaluate computes a number, a quantity, or an expression at given values.
func (w *worker) evaluate() error {
	text := plain(w.Statement)
	for _, read := range []func(string) (maths.Node, bool){w.definite, w.functionValue, w.area} {
		if n, ok := read(text); ok {
			return w.number(n, nil)
		}
	}
	if n, doubts, ok := w.inWords(text); ok {
		return w.number(n, doubts)
	}
	if m := callOf.FindStringSubmatch(text); m != nil {
		text = m[2] + " at " + m[1] + " = " + m[3]
	}
	values := map[string]maths.Node{}
	if m := assignedAt.FindStringSubmatch(text); m != nil {
		if given, ok := w.assignments(m[2]); ok {
			text, values = m[1], given
		}
	}
	n, doubts, err := w.expression(text)
	if err == nil {
		n = maths.Replace(n, values)
		if len(maths.Names(n)) == 0 {
			return w.number(n, doubts)
		}
	}
	if done := w.quantity(text); done {
		return nil
	}
	if err != nil {
		return err
	}
	if len(maths.Names(n)) > 0 {
		return fmt.Errorf("no value is given for %s", strings.Join(maths.Names(n), ", "))
	}
	return nil
}

var definite = regexp.MustCompile(`^\\int_\{?(-?[\d.]+)\}?\^\{?(-?[\d.]+)\}?\s*(.*?)\s*(?:\\,)?\s*d([a-z])$`)

// definite reads ∫ from a to b, where the integrand has a value on all of the
// stretch.
func (w *worker) definite(text string) (maths.Node, bool) {
	m := definite.FindStringSubmatch(text)
	if m == nil {
		return nil, false
	}
	n, err := maths.ReadExpression(m[3], w.how)
	if err != nil {
		return nil, false
	}
	a, err1 := maths.ReadExpression(m[1], w.how)
	b, err2 := maths.ReadExpression(m[2], w.how)
	if err1 != nil || err2 != nil {
		return nil, false
	}
	for _, c := range solve.Conditions(n) {
		x := maths.Name(m[4])
		within := maths.All{maths.Relation{Terms: []maths.Node{a, x, b}, Ops: []string{"≤", "≤"}}, c.Broken()}
		if s, err := solve.Solve(within, []string{m[4]}, w.budget); err != nil || s.Kind != solve.None {
			return nil, false
		}
	}
	out, _, err := calculus.Definite(n, m[4], a, b, w.budget)
	return out, err == nil
}

// assignments reads "x = 3, y = -1".
func (w *worker) assignments(text string) (map[string]maths.Node, bool) {
	r, err := maths.Read(text, w.how)
	if err != nil || len(r.Doubts) > 0 {
		return nil, false
	}
	out := map[string]maths.Node{}
	var take func(s maths.Statement) bool
	take = func(s maths.Statement) bool {
		switch s := s.(type) {
		case maths.All:
			for _, part := range s {
				if !take(part) {
					return false
				}
			}
			return true
		case maths.Relation:
			name, ok := s.Terms[0].(maths.Name)
			if ok && len(s.Ops) == 1 && s.Ops[0] == "=" {
				out[string(name)] = s.Terms[1]
				return true
			}
		}
		return false
	}
	return out, take(r.Statement)
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

var noValue = regexp.MustCompile(`(?i)^(?:it is |is )?(?:undefined|not defined|not real|no real value|does not exist|no value|not a real number|dne|impossible)$`)

func (w *worker) judgeNoValue(text string) {
	r, err := maths.Read(text, w.how)
	switch {
	case noValue.MatchString(strings.TrimRight(strings.TrimSpace(text), ".")):
		w.claim(text, Right, "")
	case err != nil:
		w.claim(text, Unproven, "%s", err)
	default:
		if _, nothing := r.Statement.(maths.Nothing); nothing {
			w.claim(text, Right, "")
			return
		}
		w.claim(text, Wrong, "it has no real value")
	}
}

// judgeNumber compares a claim with a value.
func (w *worker) judgeNumber(text string, calc *algebra.Calculator, f *algebra.Form) {
	if noValue.MatchString(strings.TrimRight(strings.TrimSpace(text), ".")) {
		w.claim(text, Wrong, "it is %s", w.out.Expression)
		return
	}
	short := strings.TrimSpace(text)
	var signs []string
	for _, s := range []string{"≈", "=", "~"} {
		if rest, ok := strings.CutPrefix(short, s); ok {
			short, signs = strings.TrimSpace(rest), append(signs, s)
		}
	}
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
	if len(ops) > 0 { // f(3) = 7, or 1/3 ≈ 0.333
		if len(maths.Names(terms[0])) > 0 {
			terms = terms[1:]
		} else {
			ops = append([]string{"="}, ops...)
		}
	} else if len(signs) > 0 && signs[0] != "=" {
		ops = []string{"≈"}
	} else {
		ops = []string{"="}
	}
	for i, t := range terms {
		if ops[i] != "=" && ops[i] != "≈" || len(maths.Names(t)) > 0 {
			w.claim(text, Unproven, "one number was expected")
			return
		}
		g, err := calc.Form(t)
		if err != nil {
			if errors.Is(err, algebra.ErrUndefined) {
				w.claim(text, Wrong, "it is %s", w.out.Expression)
			} else {
				w.claim(text, Unproven, "%s", err)
			}
			return
		}
		ok, decided := w.meets(calc, element{t, slices.Contains(ops[:i+1], "≈")}, g, f)
		if !decided {
			w.claim(text, Unproven, "it can't be decided whether this is %s, correctly rounded", w.out.Expression)
			return
		}
		if !ok {
			w.claim(text, Wrong, "it is %s", w.shown(calc, f))
			return
		}
	}
	w.claim(text, Right, "")
}

// shown is a value with its decimals where it is not a plain number.
func (w *worker) shown(calc *algebra.Calculator, f *algebra.Form) string {
	text := exact(calc, f)
	if v, ok := f.Rational(); ok && maths.Significant(v) <= 12 {
		return text
	}
	if v, ok := calc.Decimal(f, 6); ok {
		return text + " ≈ " + maths.Exact(v)
	}
	return text
}

// quantity computes an expression of quantities: "2.5 mg/L × 1.8 ML", "60 km/h
// in m/s". It says whether the statement was one.
func (w *worker) quantity(text string) bool {
	var unit *maths.Unit
	if m := convertTo.FindStringSubmatch(text); m != nil {
		if u, ok := maths.ParseUnit(m[2]); ok {
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
	shown := maths.Exact(value.Value)
	if unit != nil {
		value = maths.Quantity{Value: value.In(*unit), Unit: *unit}
		shown = maths.WithUnit(maths.Exact(value.Value), *unit)
	}
	w.out.Expression = shown
	w.out.Values = []string{shown}
	w.against = func(text string) { w.judgeQuantity(text, value, unit) }
	return true
}

// measured computes a text in which at least one number has a unit.
func (w *worker) measured(text string) (maths.Quantity, error) {
	values := map[string]maths.Quantity{}
	var out strings.Builder
	last, units := 0, 0
	found := maths.FindQuantities(text)
	if q, ok := maths.Together(text); ok {
		return q, nil
	}
	for i, f := range found {
		if f.Unit.Text == "" {
			continue
		}
		units++
		name := fmt.Sprintf("quantity%c", 'a'+i%26)
		values[name] = f.Quantity
		out.WriteString(text[last:f.Start] + "(" + name + ")")
		last = f.End
	}
	out.WriteString(text[last:])
	if units == 0 || len(values) != units {
		return maths.Quantity{}, errors.New("no quantity with a unit")
	}
	how := w.how
	for name := range values {
		how.Names = append(slices.Clone(how.Names), name)
	}
	n, err := maths.ReadExpression(out.String(), how)
	if err != nil {
		return maths.Quantity{}, err
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
func (w *worker) judgeQuantity(text string, truth maths.Quantity, unit *maths.Unit) {
	short := strings.TrimSpace(text)
	rounded := strings.HasPrefix(short, "≈") || strings.HasPrefix(short, "~")
	short = strings.TrimSpace(strings.TrimLeft(short, "≈=~"))
	q, ok := maths.ParseQuantity(short)
	if !ok {
		value, err := w.measured(short)
		if err != nil {
			w.claim(text, Unproven, "one quantity was expected")
			return
		}
		q.Quantity = value
	}
	if q.Unit.Text == "" && q.Unit.Dim == (maths.Dimension{}) && unit != nil {
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
