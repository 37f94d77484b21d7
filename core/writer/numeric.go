package writer

import (
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// equation is a formula with where it stands.
type equation struct {
	term
	maths.Formula
}

// problem is what tasks are drawn from: one formula, or two that share a variable,
// put together.
type problem struct {
	maths.Formula
	parts []equation     // as the sources state them
	link  maths.Variable // that two parts share; it is neither given nor asked for
}

// alone is the problem that a formula is by itself.
func (e equation) alone() problem { return problem{Formula: e.Formula, parts: []equation{e}} }

// quantitative are the questions that the formulas of all sources bear. Formulas
// whose units do not agree bear none.
func quantitative(all []equation, ranges learned) []*idea {
	var sound []equation
	for _, e := range all {
		if e.CheckUnits() == nil && e.tellsApart() && e.nameable() && e.measured() {
			sound = append(sound, e)
		}
	}
	var out []*idea
	for _, e := range sound {
		out = append(out, e.ideas(ranges)...)
		out = append(out, e.choices(sound, ranges)...)
		out = append(out, e.changes(ranges)...)
	}
	return append(out, chains(sound, ranges)...)
}

// tellsApart says whether no two variables of a formula are called the same, so that a
// stem can say which is which.
func (e equation) tellsApart() bool {
	for i, v := range e.Variables {
		if slices.ContainsFunc(e.Variables[:i], v.Means) {
			return false
		}
	}
	return true
}

// nameable says whether each variable goes by a noun group that can stand in a stem: a
// piece of the legend, "what would be left", can not.
func (e equation) nameable() bool {
	for _, v := range e.Variables {
		name, ok := language.Single(v.Meaning)
		if !ok || len(name.Tokens) > 9 || strings.ContainsAny(v.Meaning, "(),;:=/") {
			return false
		}
		noun := false
		for _, t := range name.Tokens {
			noun = noun || t.Noun() || t.Tag == "VBG" || language.Can(language.Singular(t.Lower), 'n')
			if t.Tag == "MD" || t.Tag == "WP" || t.Tag == "WDT" || t.Tag == "PRP" || t.Lower == "is" || t.Lower == "are" {
				return false
			}
		}
		if !noun {
			return false
		}
	}
	return true
}

// pure is how a legend says that something has no unit.
var pure = regexp.MustCompile(`(?i)\b(?:number|decimal|dimensionless|without units?)\b`)

// measured says whether the source names units, or each variable is of a kind that has none:
// numbers alone mean nothing otherwise.
func (e equation) measured() bool {
	if slices.ContainsFunc(e.Variables, func(v maths.Variable) bool { return v.Unit.Text != "" }) {
		return true
	}
	for _, v := range e.Variables {
		if v.Unit.Text == "" && v.Value == nil && !bare(v) && !pure.MatchString(e.Written) {
			return false
		}
	}
	return true
}

// plan draws a task.
type plan func(r *rand.Rand, b Brief) (task, error)

// pose makes the ideas of a plan: one as a choice and one as a typed number.
func (p problem) pose(level question.Level, feature string, plan plan) []*idea {
	at := p.parts[len(p.parts)-1]
	var out []*idea
	for _, kind := range []question.Kind{question.Choice, question.Numeric} {
		i := &idea{
			level: level, kind: kind, many: true, topic: at.topic, source: at.src.ID, passage: at.Passage,
			subject: string(level) + feature + p.Text, formula: p.Text, turned: feature == "another unknown",
			write: func(r *rand.Rand, b Brief) (question.Question, error) {
				t, err := plan(r, b)
				if err != nil {
					return question.Question{}, err
				}
				t.because = feature
				return t.write(r, b, kind)
			},
		}
		if first := p.parts[0]; first.src.ID != i.source {
			i.also = first.src.ID
		}
		out = append(out, i)
	}
	return out
}

// ideas are the questions that a formula bears by itself: easy with its givens in
// its own units, medium with one given to be converted, hard with another unknown.
func (e equation) ideas(ranges learned) []*idea {
	p := e.alone()
	subject := e.Formula.Subject().Name
	var unknowns, convertible []string
	for _, v := range e.Variables[1:] {
		if v.Value != nil {
			continue // a constant is always given, as it is
		}
		if expr, err := e.For(v.Name); err == nil && !maths.Equal(expr, maths.Name(v.Name)) {
			unknowns = append(unknowns, v.Name)
		}
		if len(units.Siblings(v.Unit)) > 0 {
			convertible = append(convertible, v.Name)
		}
	}
	out := p.pose(question.Easy, "", func(r *rand.Rand, _ Brief) (task, error) { return p.draw(r, subject, "", ranges) })
	if len(convertible) > 0 {
		out = append(out, p.pose(question.Medium, "conversion", func(r *rand.Rand, _ Brief) (task, error) {
			return p.draw(r, subject, convertible[r.IntN(len(convertible))], ranges)
		})...)
	}
	if len(unknowns) > 0 {
		out = append(out, p.pose(question.Hard, "another unknown", func(r *rand.Rand, _ Brief) (task, error) {
			return p.draw(r, unknowns[r.IntN(len(unknowns))], "", ranges)
		})...)
	}
	return out
}

// digits is the precision of answers.
const digits = 3

// write tells a task as a question.
func (t task) write(r *rand.Rand, b Brief, kind question.Kind) (question.Question, error) {
	number, exact := t.value().Show(digits)
	shown := units.With(number, t.asked.Unit)
	q := question.Question{
		Title:  t.title(),
		Stem:   t.stem(r, b, exact),
		Worked: t.worked(shown, exact),
		Model:  t.model(),
	}
	var texts []string
	for _, e := range t.problem.parts {
		q.Cites = append(q.Cites, e.cite())
		texts = append(texts, e.Text+".")
	}
	q.Explanation = strings.Join(texts, " ")
	if t.because != "" {
		q.LevelBecause = []string{t.because}
	}
	slips := t.slips()
	if kind == question.Numeric {
		value, _ := decimal.Text(t.answer, digits)
		if t.value().ToTheCent(digits) {
			value = strings.ReplaceAll(number, ",", "")
		}
		q.Key = question.Key{Value: value, Unit: t.asked.Unit.Text, Tolerance: "0.5%"}
		for _, s := range slips {
			q.Slips = append(q.Slips, question.Slip{ID: s.id, Value: s.shown, Why: s.why})
		}
		return q, nil
	}
	if len(slips) < b.Options-1 {
		return q, fmt.Errorf("Too few slips lead to different answers with these numbers.")
	}
	options := []question.Option{{Text: shown, Why: "This is what the formula comes to."}}
	for _, s := range slips[:b.Options-1] {
		options = append(options, question.Option{Text: s.shown, Slip: s.id, Why: s.why})
	}
	q = arrange(q, options, r)
	return inOrder(q), nil
}

// value is what is asked for.
func (t task) value() units.Quantity { return units.Quantity{Value: t.answer, Unit: t.asked.Unit} }

func (t task) title() string {
	if t.change != nil {
		return realise.Upper(t.change.asked.Meaning) + " when the " + t.change.of.Meaning + " changes"
	}
	return realise.Upper(t.asked.Meaning) + " from " + realise.List(t.meanings())
}

// inOrder sorts numeric options by size, as papers print them.
func inOrder(q question.Question) question.Question {
	key, _ := q.KeyOption()
	slices.SortStableFunc(q.Options, func(a, b question.Option) int {
		x, _ := units.ParseQuantity(a.Text)
		y, _ := units.ParseQuantity(b.Text)
		if x.Value == nil || y.Value == nil {
			return 0
		}
		return x.Value.Cmp(y.Value)
	})
	for i := range q.Options {
		q.Options[i].ID = question.Letter(i)
		if q.Options[i].Text == key.Text {
			q.Key.Options = []string{q.Options[i].ID}
		}
	}
	return q
}

// stem tells the givens once each with their units and asks, in a sentence drawn
// for the level.
func (t task) stem(r *rand.Rand, b Brief, exact bool) string {
	var are, of []string
	articles := true
	constants := ""
	for _, name := range t.order {
		v := t.variable(name)
		value := t.givens[name].Text(digits)
		if v.Value != nil {
			full, _ := v.Show(t.givens[name])
			constants += "Take the " + v.Meaning + " as " + full + ". "
			continue
		}
		are = append(are, "the "+v.Meaning+" is "+value)
		of = append(of, article(v.Meaning)+" of "+value)
		articles = articles && !participle(lastWord(v.Meaning))
	}
	var out string
	if t.change != nil {
		out = t.change.stem(r, b, are)
	} else {
		ask := t.asked.Meaning
		if t.asked.Unit.Text != "" {
			ask += " in " + spoken(t.asked.Unit)
		}
		out = fill(frame(r, t.manner(), b, articles), are, of, "", ask, b)
	}
	if !exact {
		rounding := ", to three significant figures"
		if t.value().ToTheCent(digits) {
			rounding = ", to the nearest cent"
		}
		out = out[:len(out)-1] + rounding + out[len(out)-1:]
	}
	return constants + out
}

// manner is the level whose stories suit the task: those of medium speak of other
// units, those of hard look backwards from a result.
func (t task) manner() question.Level {
	switch {
	case t.converted != "":
		return question.Medium
	case t.asked.Name != t.problem.Formula.Subject().Name:
		return question.Hard
	}
	return question.Easy
}

// participle says whether a word tells what was done to what stands before it:
// "the volume drawn".
func participle(word string) bool {
	switch word {
	case "drawn", "lost", "held", "kept", "given", "taken", "sold", "fed", "paid", "spent", "made", "known", "left", "put", "read":
		return true
	}
	return strings.HasSuffix(word, "ed") && len(word) > 4
}

// spoken is a unit as it follows "in".
func spoken(u units.Unit) string {
	if u.Text == "%" {
		return "per cent"
	}
	return u.Text
}

// article puts "a" or "an" before a meaning.
func article(meaning string) string {
	if strings.ContainsRune("aeiouAEIO", rune(meaning[0])) {
		return "an " + meaning
	}
	return "a " + meaning
}

func (t task) meanings() []string {
	var out []string
	for _, n := range t.order {
		if v := t.variable(n); v.Value == nil {
			out = append(out, v.Meaning)
		}
	}
	return out
}

// worked are the steps: the conversion, each formula turned round and with its
// numbers put in, the result.
func (t task) worked(shown string, exact bool) []string {
	if t.change != nil {
		return t.change.worked(t, shown, exact)
	}
	var steps []string
	values := map[string]string{}
	for _, name := range t.order {
		v, ok := t.problem.Variable(name)
		if !ok {
			continue // belongs to a formula that is not the right one
		}
		q := t.givens[name]
		text, whole := v.Show(q)
		values[name] = text
		if name == t.converted {
			steps = append(steps, fmt.Sprintf("%s %s %s", q.Text(digits), equals(whole), values[name]))
		}
	}
	expr := t.expr
	if t.linked != nil {
		first, second := t.problem.inTurn(t.asked.Name)
		at, in := first.means(t.problem.link), second.means(t.problem.link)
		found := units.Quantity{Value: t.linked, Unit: at.Unit}
		one, _ := first.For(at.Name) // drawing the task has worked both
		steps = append(steps, substituted(at.Name, one, values, equals(true), found.Text(5))...)
		carried := units.Quantity{Value: found.In(in.Unit), Unit: in.Unit}
		values[in.Name] = carried.Text(5)
		if in.Unit.Factor.Cmp(at.Unit.Factor) != 0 {
			steps = append(steps, found.Text(5)+" = "+carried.Text(5))
		}
		expr, _ = second.For(t.asked.Name)
	}
	return append(steps, substituted(t.asked.Name, expr, values, equals(exact), shown)...)
}

// substituted are the two lines of a formula: with its names and with its numbers.
func substituted(name string, expr maths.Node, values map[string]string, sign, shown string) []string {
	return []string{name + " = " + maths.Told(expr), fmt.Sprintf("%s %s %s", maths.Substituted(expr, values), sign, shown)}
}

func equals(exact bool) string {
	if exact {
		return "="
	}
	return "≈"
}

func (t task) model() *question.Model {
	m := &question.Model{Stages: []question.Stage{{Givens: stated(t.givens)}}, Asked: t.asked.Name, Unit: t.asked.Unit.Text}
	for _, e := range t.problem.parts {
		m.Formulas = append(m.Formulas, e.Text)
	}
	if t.change != nil {
		m.Stages = append(m.Stages, question.Stage{Givens: stated(t.change.after)})
	}
	return m
}

func stated(givens map[string]units.Quantity) map[string]string {
	out := map[string]string{}
	for name, q := range givens {
		out[name] = units.With(decimal.Exact(q.Value), q.Unit)
	}
	return out
}
