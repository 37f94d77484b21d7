package writer

import (
	"fmt"
	"math/big"
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/question"
)

// equation is a formula with where it stands.
type equation struct {
	term
	maths.Formula
}

// ideas are the questions a formula bears: easy with its givens in its own
// units, medium with one given to be converted, hard with another unknown. Each
// as a choice and as a typed number. A formula whose units do not agree bears
// none.
func (e equation) ideas(ranges learned) []*idea {
	if e.CheckUnits() != nil {
		return nil
	}
	var out []*idea
	add := func(level question.Level, kind question.Kind, plan func(r *rand.Rand) (task, error)) {
		out = append(out, &idea{
			level: level, kind: kind, many: true, topic: e.topic, source: e.src.ID, passage: e.Passage,
			subject: string(level) + e.Text,
			write: func(r *rand.Rand, b Brief) (question.Question, error) {
				return e.write(r, b, kind, plan)
			},
		})
	}
	subject := e.Formula.Subject().Name
	var unknowns, convertible []string
	for _, v := range e.Variables[1:] {
		if expr, err := e.For(v.Name); err == nil && !maths.Equal(expr, maths.Name(v.Name)) {
			unknowns = append(unknowns, v.Name)
		}
		if len(maths.Siblings(v.Unit)) > 0 {
			convertible = append(convertible, v.Name)
		}
	}
	for _, kind := range []question.Kind{question.Choice, question.Numeric} {
		add(question.Easy, kind, func(r *rand.Rand) (task, error) {
			return e.draw(r, subject, "", ranges)
		})
		if len(convertible) > 0 {
			add(question.Medium, kind, func(r *rand.Rand) (task, error) {
				return e.draw(r, subject, convertible[r.IntN(len(convertible))], ranges)
			})
		}
		if len(unknowns) > 0 {
			add(question.Hard, kind, func(r *rand.Rand) (task, error) {
				return e.draw(r, unknowns[r.IntN(len(unknowns))], "", ranges)
			})
		}
	}
	return out
}

// task is a formula with numbers: what is given, what is asked, what it comes
// to.
type task struct {
	asked     maths.Variable
	expr      maths.Node // of the asked variable
	givens    map[string]maths.Quantity
	order     []string // the givens in the order of the formula
	converted string   // the given that is stated in another unit, or ""
	answer    *big.Rat
}

// draws is how often numbers are drawn before the best so far is taken.
const draws = 60

// draw finds plausible numbers with a readable answer. Values are drawn for all
// variables of the right side and the subject computed from them, so that also
// a question for another unknown has givens that belong together.
func (e equation) draw(r *rand.Rand, asked, convert string, ranges learned) (task, error) {
	v, _ := e.Variable(asked)
	expr, err := e.For(asked)
	if err != nil {
		return task{}, err
	}
	var best task
	bestCost := 1 << 30
	for range draws {
		t := task{asked: v, expr: expr, givens: map[string]maths.Quantity{}, converted: convert}
		values := map[string]*big.Rat{}
		for _, w := range e.Variables[1:] {
			values[w.Name] = ranges.pick(w, r)
		}
		total, err := maths.Evaluate(e.Expr, values)
		if err != nil || total.Sign() <= 0 {
			continue
		}
		cost := 0
		if subject := e.Formula.Subject(); asked != subject.Name {
			total = maths.Round(total, 3)
			if !plausible(subject, total) {
				continue
			}
			cost += 2 * max(0, maths.Significant(total)-2)
			t.givens[subject.Name] = maths.Quantity{Value: total, Unit: subject.Unit}
			t.order = append(t.order, subject.Name)
		}
		for _, w := range e.Variables[1:] {
			if w.Name == asked {
				continue
			}
			q := maths.Quantity{Value: values[w.Name], Unit: w.Unit}
			if w.Name == convert {
				q, err = restate(q, r)
				if err != nil {
					break
				}
				cost += 3*max(0, maths.Significant(q.Value)-3) + awkward(q.Value)
			}
			t.givens[w.Name] = q
			t.order = append(t.order, w.Name)
		}
		if err != nil {
			continue
		}
		answer, err := e.Compute(asked, t.givens)
		if err != nil || answer.Value.Sign() <= 0 || !plausible(v, answer.Value) {
			continue
		}
		t.answer = answer.Value
		cost += min(12, 2*max(0, maths.Significant(t.answer)-2)) + t.trivial()
		if cost < bestCost {
			best, bestCost = t, cost
		}
		if cost == 0 {
			break
		}
	}
	if best.answer == nil {
		return best, fmt.Errorf("No plausible numbers were found for %s.", e.Text)
	}
	return best, nil
}

// awkward is the cost of a stated number that a person would write in another
// unit.
func awkward(v *big.Rat) int {
	if v.Cmp(big.NewRat(1, 10)) < 0 || v.Cmp(big.NewRat(10000, 1)) >= 0 {
		return 4
	}
	return 0
}

// trivial is the cost of numbers that make the question easier than its level:
// a one, two givens alike, or an answer that is given.
func (t task) trivial() int {
	one := big.NewRat(1, 1)
	seen := map[string]bool{t.answer.RatString(): true}
	cost := 0
	if t.answer.Cmp(one) == 0 {
		cost += 6
	}
	for _, q := range t.givens {
		if q.Value.Cmp(one) == 0 || seen[q.Value.RatString()] {
			cost += 6
		}
		seen[q.Value.RatString()] = true
	}
	return cost
}

// restate gives a quantity in another unit of the same dimension, in a readable
// number. The numbers near the given one that stay short are preferred.
func restate(q maths.Quantity, r *rand.Rand) (maths.Quantity, error) {
	units := maths.Siblings(q.Unit)
	units = units[:min(len(units), 3)]
	r.Shuffle(len(units), func(i, j int) { units[i], units[j] = units[j], units[i] })
	for _, u := range units {
		v := maths.Round(q.In(u), 2)
		if v.Cmp(big.NewRat(1, 100)) >= 0 && v.Cmp(big.NewRat(100000, 1)) < 0 {
			return maths.Quantity{Value: v, Unit: u}, nil
		}
	}
	return q, fmt.Errorf("no other unit suits %s", q.Text(3))
}

// digits is the precision of answers.
const digits = 3

// write tells a task as a question.
func (e equation) write(r *rand.Rand, b Brief, kind question.Kind, plan func(*rand.Rand) (task, error)) (question.Question, error) {
	t, err := plan(r)
	if err != nil {
		return question.Question{}, err
	}
	number, exact := maths.Show(t.answer, digits)
	shown := maths.WithUnit(number, t.asked.Unit)
	q := question.Question{
		Title:  upperFirst(t.asked.Meaning) + " from " + strings.Join(meanings(e.Formula, t.order), " and "),
		Stem:   e.stem(t, r, b, exact),
		Worked: e.worked(t, shown, exact),
		Cites:  []question.Cite{e.cite()},
		Model:  e.model(t),
	}
	q.Explanation = e.Text + "."
	slips := e.slips(t)
	if t.converted != "" {
		q.LevelBecause = append(q.LevelBecause, "conversion")
	}
	if t.asked.Name != e.Formula.Subject().Name {
		q.LevelBecause = append(q.LevelBecause, "another unknown")
	}
	if kind == question.Numeric {
		q.Key = question.Key{Value: strings.ReplaceAll(number, ",", ""), Unit: t.asked.Unit.Text, Tolerance: "0.5%"}
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

// inOrder sorts numeric options by size, as papers print them.
func inOrder(q question.Question) question.Question {
	key, _ := q.KeyOption()
	slices.SortStableFunc(q.Options, func(a, b question.Option) int {
		x, _ := maths.ParseQuantity(a.Text)
		y, _ := maths.ParseQuantity(b.Text)
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
func (e equation) stem(t task, r *rand.Rand, b Brief, exact bool) string {
	var are, of []string
	articles := true
	for _, name := range t.order {
		v, _ := e.Variable(name)
		value := t.givens[name].Text(digits)
		are = append(are, "the "+v.Meaning+" is "+value)
		of = append(of, article(v.Meaning)+" of "+value)
		articles = articles && !participle(lastWord(v.Meaning))
	}
	ask := t.asked.Meaning
	if t.asked.Unit.Text != "" {
		ask += " in " + spoken(t.asked.Unit)
	}
	out := fill(frame(r, e.levelOf(t), b, articles), are, of, ask, b)
	if !exact {
		out = out[:len(out)-1] + ", to three significant figures" + out[len(out)-1:]
	}
	return out
}

// levelOf is the level of a task: its features, not its words, make it.
func (e equation) levelOf(t task) question.Level {
	switch {
	case t.asked.Name != e.Formula.Subject().Name:
		return question.Hard
	case t.converted != "":
		return question.Medium
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
func spoken(u maths.Unit) string {
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

// list joins parts with commas and "and".
func list(parts []string) string {
	if len(parts) < 2 {
		return strings.Join(parts, "")
	}
	return strings.Join(parts[:len(parts)-1], ", ") + " and " + parts[len(parts)-1]
}

func meanings(f maths.Formula, names []string) []string {
	var out []string
	for _, n := range names {
		v, _ := f.Variable(n)
		out = append(out, v.Meaning)
	}
	return out
}

// worked are the steps: the conversion, the formula turned round, the numbers
// put in, the result.
func (e equation) worked(t task, shown string, exact bool) []string {
	var steps []string
	values := map[string]string{}
	for _, name := range t.order {
		v, _ := e.Variable(name)
		q := t.givens[name]
		own := maths.Quantity{Value: q.In(v.Unit), Unit: v.Unit}
		number, whole := maths.Show(own.Value, 5)
		values[name] = maths.WithUnit(number, v.Unit)
		if name == t.converted {
			steps = append(steps, fmt.Sprintf("%s %s %s", q.Text(digits), equals(whole), values[name]))
		}
	}
	steps = append(steps, t.asked.Name+" = "+t.expr.String())
	return append(steps, fmt.Sprintf("%s %s %s", maths.Substituted(t.expr, values), equals(exact), shown))
}

func equals(exact bool) string {
	if exact {
		return "="
	}
	return "≈"
}

func (e equation) model(t task) *question.Model {
	givens := map[string]string{}
	for name, q := range t.givens {
		givens[name] = maths.WithUnit(maths.Exact(q.Value), q.Unit)
	}
	return &question.Model{Formulas: []string{e.Text}, Stages: []question.Stage{{Givens: givens}}, Asked: t.asked.Name, Unit: t.asked.Unit.Text}
}
