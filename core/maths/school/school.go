// Package school knows the formulas that every school teaches, with their units.
//
// The model: each formula belongs to a topic, by the words with which a stem speaks of
// it: a circle, a cone, a speed. The formulas of the one topic that a stem speaks of
// make a sheet, and the stem is worked out from it as from the sheet of a course
// (sheet). Where a stem speaks of two topics nothing is said.
package school

import (
	_ "embed"
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"
	"sync"

	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/sheet"
	"zincowl/core/maths/units"
)

//go:embed formulas.tsv
var table string

// topic is what formulas belong to.
type topic struct {
	words    []string
	formulas []maths.Formula
	sheet    *sheet.Sheet
	shape    bool // its quantities are lengths, areas and volumes
}

var named = regexp.MustCompile(`^\s*(.+?) \((.+)\)\s*$`)

// topics are read once; a line that can't be read is a fault of the table, which its
// test finds.
var topics = sync.OnceValues(func() ([]*topic, error) {
	var out []*topic
	for line := range strings.Lines(table) {
		words, text, _ := strings.Cut(strings.TrimSpace(line), "\t")
		f, err := read(text)
		if err != nil {
			return nil, fmt.Errorf("%q: %w", line, err)
		}
		key := strings.Split(words, "|")
		at := slices.IndexFunc(out, func(t *topic) bool { return slices.Equal(t.words, key) })
		if at < 0 {
			at, out = len(out), append(out, &topic{words: key})
		}
		out[at].formulas = append(out[at].formulas, f)
		out[at].shape = strings.HasPrefix(f.Subject().Unit.Text, "cm")
	}
	for _, t := range out {
		t.sheet = sheet.New(t.formulas)
	}
	return out, nil
})

// read reads "area (cm²) = π*radius^2; radius (cm)".
func read(text string) (maths.Formula, error) {
	equation, rest, _ := strings.Cut(text, ";")
	subject, expression, ok := strings.Cut(equation, "=")
	if !ok {
		return maths.Formula{}, fmt.Errorf("no equation")
	}
	f := maths.Formula{}
	var names []string
	for _, part := range append([]string{subject}, strings.Split(rest, ";")...) {
		m := named.FindStringSubmatch(part)
		if m == nil {
			return f, fmt.Errorf("%q has no unit", part)
		}
		u, ok := units.Parse(m[2])
		if !ok {
			return f, fmt.Errorf("the unit %q is not known", m[2])
		}
		f.Variables = append(f.Variables, maths.Variable{Name: m[1], Meaning: m[1], Unit: u})
		names = append(names, m[1])
	}
	n, err := maths.Parse(strings.TrimSpace(expression), names...)
	if err != nil {
		return f, err
	}
	f.Expr = n
	f.Text = f.Variables[0].Name + " = " + n.String()
	return f, f.CheckUnits()
}

// Answer is a stem worked out.
type Answer struct {
	sheet.Answer
	Formula string // the last formula that was used
	Bare    bool   // the stem names no units, and the value has none
}

// Solve works a stem out; ok is false where no topic, or more than one, is spoken of,
// or where the answer is not sure.
func Solve(stem string) (Answer, bool) {
	all, err := topics()
	if err != nil {
		return Answer{}, false
	}
	stem = together(stem)
	words := map[string]bool{}
	for _, w := range strings.FieldsFunc(strings.ToLower(stem), func(r rune) bool { return r < 'a' || r > 'z' }) {
		words[w] = true
	}
	if n, ok := hypotenuse(stem, words); ok {
		return n, true
	}
	var found []Answer
	shapes := 0
	for _, t := range all {
		if !slices.ContainsFunc(t.words, func(w string) bool { return words[w] || words[w+"s"] }) {
			continue
		}
		if t.formulas[0].Subject().Name == "speed" && unsteady.MatchString(stem) {
			continue
		}
		if t.shape {
			if shapes++; shapes > 1 {
				return Answer{}, false // which of them is meant is not read
			}
		}
		if a, ok := t.solve(stem); ok {
			found = append(found, a)
		}
	}
	if len(found) == 0 {
		return Answer{}, false
	}
	for _, a := range found[1:] {
		if !a.Equal(found[0].Answer) {
			return Answer{}, false
		}
	}
	return found[0], true
}

// unsteady is what moves at no one speed.
var unsteady = regexp.MustCompile(`(?i)\b(?:accelerat\w*|decelerat\w*|from rest|to rest|slows?|brak(?:es?|ing)|initial(?:ly)?|final|returns?|then|constant acceleration|falls?|dropped|thrown|current of the river|wind|upstream|downstream)\b`)

var averageSpeed = regexp.MustCompile(`(?i)\baverage (speed)\b`)

func (t *topic) solve(stem string) (Answer, bool) {
	answers := t.sheet.Answers(averageSpeed.ReplaceAllString(stem, "$1"))
	if len(answers) == 0 || answers[0].Sure == sheet.Possible || t.shape && answers[0].Sure != sheet.Named || len(answers[0].Unused) > 0 {
		return Answer{}, false
	}
	for _, a := range answers[1:] {
		if a.Rivals(answers[0]) && !a.Equal(answers[0]) {
			return Answer{}, false
		}
	}
	out := Answer{Answer: answers[0], Formula: t.formulas[answers[0].Formulas[len(answers[0].Formulas)-1]].Text}
	out.inUnitOf(stem)
	out.Bare = !slices.ContainsFunc(units.Find(stem), func(f units.Found) bool { return f.Unit.Text != "" })
	return out, true
}

var (
	howFar  = regexp.MustCompile(`(?i)\bhow far\b`)
	howLong = regexp.MustCompile(`(?i)\bhow long (?:does it take|will it take|does the journey take|does the journey last)\b`)
)

// inUnitOf gives lengths, areas and volumes in the unit that the stem measures lengths
// by, where it names one unit alone and no other is asked for.
func (a *Answer) inUnitOf(stem string) {
	metre, _ := units.Parse("m")
	var length units.Unit
	for _, f := range units.Find(stem) {
		if !f.Unit.Same(metre) || f.Unit.Text == "" {
			continue
		}
		if length.Text != "" && length.Text != f.Unit.Text {
			return
		}
		length = f.Unit
	}
	if length.Text == "" || a.Exact == nil || strings.Contains(stem, " in ") {
		return
	}
	for _, power := range []string{"", "²", "³"} {
		u, ok := units.Parse(length.Text + power)
		if ok && u.Same(a.Value.Unit) && u.Factor.Cmp(a.Value.Unit.Factor) != 0 {
			a.Exact = maths.Binary{Op: '*', X: a.Exact, Y: maths.Number{Value: a.Value.Unit.In(u)}}
			a.Value = units.Quantity{Value: a.Value.In(u), Unit: u}
		}
	}
}

var joint = regexp.MustCompile(`\b\d[\d.]* ?(?:h|hours?|hrs?) (?:and )?\d[\d.]* ?(?:min|minutes?|mins?)\b`)

// together writes "2 h 30 min" in the smaller unit.
func together(stem string) string {
	stem = howLong.ReplaceAllString(howFar.ReplaceAllString(stem, "What distance"), "What time")
	return joint.ReplaceAllStringFunc(stem, func(m string) string {
		q, ok := units.Together(strings.NewReplacer("hrs", "h", "hr", "h", "mins", "min").Replace(m))
		min, _ := units.Parse("min")
		if !ok {
			return m
		}
		return decimal.Exact(q.In(min)) + " min"
	})
}

var amount = regexp.MustCompile(`\d`)

// hypotenuse is the longest side of a right-angled triangle by the two others.
func hypotenuse(stem string, words map[string]bool) (Answer, bool) {
	if !words["triangle"] || !words["hypotenuse"] || !words["right"] || !amount.MatchString(stem) {
		return Answer{}, false
	}
	found := units.Find(strings.NewReplacer("90°", "", "90 degrees", "").Replace(stem))
	if len(found) != 2 || !found[0].Unit.Same(found[1].Unit) || regexp.MustCompile(`(?i)hypotenuse (?:of |is |= ?|has )?(?:length )?\d|\d+ ?\w* hypotenuse`).MatchString(stem) {
		return Answer{}, false
	}
	u := found[0].Unit
	square := func(f units.Found) maths.Node {
		return maths.Binary{Op: '^', X: maths.Number{Value: f.In(u)}, Y: maths.Int(2)}
	}
	exact := maths.Call{Func: "sqrt", Args: []maths.Node{maths.Binary{Op: '+', X: square(found[0]), Y: square(found[1])}}}
	v, err := maths.Estimate(exact, nil)
	if err != nil {
		return Answer{}, false
	}
	out := Answer{Formula: "hypotenuse² = a² + b²", Bare: u.Text == ""}
	out.Value = units.Quantity{Value: new(big.Rat).Set(v), Unit: u}
	out.Exact, out.Sure = exact, sheet.Named
	out.Working = []string{"√(" + found[0].Shown + "² + " + found[1].Shown + "²) = " + out.Value.Text(3)}
	return out, true
}
