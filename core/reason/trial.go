package reason

import (
	"fmt"
	"math/rand/v2"
	"strconv"
	"strings"

	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// condition is one of the two things that a trial varies: an amount, or one of two ways.
type condition struct {
	name  string
	unit  string
	steps []float64 // of an amount, evenly spaced
	ways  [2]string // else
}

// scene is what a trial is about.
type scene struct {
	what     string
	amount   condition
	way      condition
	result   string // "the time to dissolve"
	unit     string
	base     float64
	perStep  [2]float64 // the least and the most that a step of the amount changes the result
	byWay    [2]float64
	decimals int
}

var scenes = []scene{
	{"Sugar was dissolved in water of three temperatures, stirred slowly or fast.", condition{name: "temperature", unit: "°C", steps: []float64{10, 30, 50}}, condition{name: "stirring", ways: [2]string{"slow stirring", "fast stirring"}}, "time to dissolve", "s", 180, [2]float64{-45, -20}, [2]float64{-40, -14}, 0},
	{"Muddy water was settled with three doses of alum, mixed gently or hard.", condition{name: "dose", unit: "mg/L", steps: []float64{10, 20, 30}}, condition{name: "mixing", ways: [2]string{"gentle mixing", "hard mixing"}}, "turbidity left", "NTU", 6.4, [2]float64{-1.6, -0.6}, [2]float64{0.4, 1.2}, 1},
	{"Seedlings were grown at three amounts of light, with little or much water.", condition{name: "light", unit: "hours a day", steps: []float64{6, 10, 14}}, condition{name: "water", ways: [2]string{"little water", "much water"}}, "height after three weeks", "cm", 7, [2]float64{2, 5}, [2]float64{1, 6}, 0},
	{"Lists were learned with pauses of three lengths, read silently or aloud.", condition{name: "pause", unit: "min", steps: []float64{2, 6, 10}}, condition{name: "reading", ways: [2]string{"silent reading", "reading aloud"}}, "words recalled", "words", 9, [2]float64{1, 4}, [2]float64{1, 5}, 0},
	{"Paint was dried at three temperatures, in still or in moving air.", condition{name: "temperature", unit: "°C", steps: []float64{12, 18, 24}}, condition{name: "air", ways: [2]string{"still air", "moving air"}}, "drying time", "min", 240, [2]float64{-50, -25}, [2]float64{-60, -15}, 0},
	{"A pump was run at three speeds, with the valve half open or fully open.", condition{name: "speed", unit: "rpm", steps: []float64{900, 1200, 1500}}, condition{name: "valve", ways: [2]string{"a half-open valve", "a fully open valve"}}, "flow", "m³/h", 22, [2]float64{6, 14}, [2]float64{4, 16}, 0},
}

// trialOf is a trial with its results: by step of the amount, then by way.
type trialOf struct {
	scene
	results [3][2]float64
}

func (t trialOf) value(v float64) string {
	return strconv.FormatFloat(v, 'f', t.decimals, 64) + " " + t.unit
}

func (t trialOf) step(i int) string {
	return strconv.FormatFloat(t.amount.steps[i], 'f', -1, 64) + " " + t.amount.unit
}

// rows are the table of a trial.
func (t trialOf) rows() [][]string {
	out := [][]string{{realise.Upper(t.amount.name) + " (" + t.amount.unit + ")", realise.Upper(t.way.name), realise.Upper(t.result) + " (" + t.unit + ")"}}
	for i, s := range t.amount.steps {
		for k, w := range t.way.ways {
			out = append(out, []string{strconv.FormatFloat(s, 'f', -1, 64), w, strconv.FormatFloat(t.results[i][k], 'f', t.decimals, 64)})
		}
	}
	return out
}

// trial is a set on one table: which of two changes moved the result more, what the table
// bears out, what is to be expected between two rows.
func trial(r *rand.Rand, level question.Level) ([]question.Question, bool) {
	t := trialOf{scene: scenes[r.IntN(len(scenes))]}
	between := func(b [2]float64) float64 { return t.round(b[0] + r.Float64()*(b[1]-b[0])) }
	way := between(t.byWay)
	for k := range 2 {
		at := t.base
		if k == 1 {
			at += way
		}
		for i := range 3 {
			if i > 0 {
				at += between(t.perStep)
			}
			if t.results[i][k] = t.round(at); at <= 0 {
				return nil, false
			}
		}
	}
	about := &question.Stimulus{Kind: "table", Text: t.what + " Each row is the mean of ten runs.", Rows: t.rows()}
	var out []question.Question
	for _, ask := range []func(*rand.Rand) (question.Question, []answer, bool){t.whichMore, t.bearsOut, t.betweenRows} {
		q, answers, ok := ask(r)
		if !ok {
			return nil, false
		}
		q.Given, q.Level, q.LevelBecause = about, level, []string{"an inference from data"}
		if q, ok = offered(q, answers, r); !ok {
			return nil, false
		}
		out = append(out, q)
	}
	if level == question.Medium { // one comparison of rows
		for i := range out {
			out[i].LevelBecause = []string{"one connection"}
		}
		return out[2:], true
	}
	return out[:2], true
}

func (t trialOf) round(v float64) float64 {
	out, _ := strconv.ParseFloat(strconv.FormatFloat(v, 'f', t.decimals, 64), 64)
	return out
}

func distance(a, b float64) float64 { return max(a-b, b-a) }

// whichMore asks which of two changes from one row moved the result more.
func (t trialOf) whichMore(r *rand.Rand) (question.Question, []answer, bool) {
	k := r.IntN(2)
	from := t.results[0][k]
	amount, way := t.round(distance(t.results[2][k], from)), t.round(distance(t.results[0][1-k], from))
	half, far := t.round(distance(t.results[1][k], from)), t.round(distance(t.results[2][1-k], t.results[2][k]))
	if amount == way || half == amount || far == way || half == way {
		return question.Question{}, nil, false
	}
	one, two := "the change of "+t.amount.name, "the change of "+t.way.name
	say := func(first string, by, against float64) string {
		return fmt.Sprintf("%s: by %s against %s", realise.Upper(first), t.value(by), t.value(against))
	}
	verdict := func(amount, way float64) string {
		if amount > way {
			return say(one, amount, way)
		}
		return say(two, way, amount)
	}
	q := question.Question{
		Title: "Which change moved the " + t.result + " more",
		Stem: fmt.Sprintf("Begin at %s with %s. Which would move the %s more: going to %s, or changing to %s?",
			t.step(0), t.way.ways[k], t.result, t.step(2), t.way.ways[1-k]),
		Explanation: fmt.Sprintf("Going from %s to %s moves it from %s to %s; changing to %s moves it to %s.", t.step(0), t.step(2), t.value(from), t.value(t.results[2][k]), t.way.ways[1-k], t.value(t.results[0][1-k])),
	}
	wrong := say(two, way, amount)
	if amount <= way {
		wrong = say(one, amount, way)
	}
	if amount == far || half == far {
		return q, nil, false
	}
	answers := []answer{{verdict(amount, way), "", "Both begin at the same row."},
		{verdict(half, way), "row-taken-for-another", fmt.Sprintf("That goes to %s only.", t.step(1))},
		{verdict(amount, far), "row-taken-for-another", fmt.Sprintf("The second change is read at %s there.", t.step(2))},
		{verdict(half, far), "row-taken-for-another", "Neither change is read from the row to begin at."},
		{wrong, "comparison-turned-round", "The amounts are right, and the smaller one is named."}}
	return q, answers, true
}

// claim is a statement on a trial, and whether it holds.
type claim struct {
	text  string
	holds bool
	why   string
}

// claims are what can be said of a trial in one sentence.
func (t trialOf) claims() []claim {
	var out []claim
	add := func(holds bool, why, format string, args ...any) {
		out = append(out, claim{fmt.Sprintf(format, args...), holds, why})
	}
	for k, w := range t.way.ways {
		a, b, c := t.results[0][k], t.results[1][k], t.results[2][k]
		seen := fmt.Sprintf("With %s it is %s, %s and %s.", w, t.value(a), t.value(b), t.value(c))
		add(a < b && b < c, seen, "With %s, the %s rises each time the %s is raised.", w, t.result, t.amount.name)
		add(a > b && b > c, seen, "With %s, the %s falls each time the %s is raised.", w, t.result, t.amount.name)
		add(distance(a, b) > distance(b, c), seen, "With %s, the %s changes more from %s to %s than from %s to %s.", w, t.result, t.step(0), t.step(1), t.step(1), t.step(2))
	}
	for i := range t.amount.steps {
		a, b := t.results[i][0], t.results[i][1]
		seen := fmt.Sprintf("At %s it is %s with %s and %s with %s.", t.step(i), t.value(a), t.way.ways[0], t.value(b), t.way.ways[1])
		add(a > b, seen, "At %s, the %s is greater with %s than with %s.", t.step(i), t.result, t.way.ways[0], t.way.ways[1])
	}
	first, last := distance(t.results[0][0], t.results[0][1]), distance(t.results[2][0], t.results[2][1])
	seen := fmt.Sprintf("The two differ by %s at %s and by %s at %s.", t.value(first), t.step(0), t.value(last), t.step(2))
	add(first > last, seen, "Changing from %s to %s matters more at %s than at %s.", t.way.ways[0], t.way.ways[1], t.step(0), t.step(2))
	add(first < last, seen, "Changing from %s to %s matters more at %s than at %s.", t.way.ways[0], t.way.ways[1], t.step(2), t.step(0))
	return out
}

// bearsOut asks which of several claims the table bears out.
func (t trialOf) bearsOut(r *rand.Rand) (question.Question, []answer, bool) {
	q := question.Question{Title: "What the table bears out", Stem: "Which of these does the table bear out?"}
	var right, wrong []answer
	for _, c := range t.claims() {
		if c.holds {
			right = append(right, answer{c.text, "", c.why})
		} else {
			wrong = append(wrong, answer{c.text, "table-misread", c.why})
		}
	}
	if len(right) == 0 || len(wrong) < 3 {
		return q, nil, false
	}
	r.Shuffle(len(wrong), func(i, j int) { wrong[i], wrong[j] = wrong[j], wrong[i] })
	key := right[r.IntN(len(right))]
	q.Explanation = key.why
	return q, append([]answer{key}, wrong[:3]...), true
}

// betweenRows asks what is to be expected half way between two rows.
func (t trialOf) betweenRows(r *rand.Rand) (question.Question, []answer, bool) {
	k, i := r.IntN(2), r.IntN(2)
	middle := strconv.FormatFloat((t.amount.steps[i]+t.amount.steps[i+1])/2, 'f', -1, 64) + " " + t.amount.unit
	mean := func(a, b float64) string {
		return strings.TrimSuffix(strconv.FormatFloat((a+b)/2, 'f', t.decimals+1, 64), ".0") + " " + t.unit
	}
	q := question.Question{
		Title:       "What is to be expected between two rows",
		Stem:        fmt.Sprintf("The %s changes evenly between two rows. What is to be expected at %s with %s?", t.result, middle, t.way.ways[k]),
		Explanation: fmt.Sprintf("%s lies half way between %s (%s) and %s (%s).", middle, t.step(i), t.value(t.results[i][k]), t.step(i+1), t.value(t.results[i+1][k])),
	}
	return q, []answer{{mean(t.results[i][k], t.results[i+1][k]), "", "It lies half way between its two neighbours."},
		{mean(t.results[i][1-k], t.results[i+1][1-k]), "row-taken-for-another", fmt.Sprintf("That is so with %s.", t.way.ways[1-k])},
		{mean(t.results[0][k], t.results[2][k]), "row-taken-for-another", "That is half way between the first row and the last."},
		{mean(t.results[i][k], t.results[i][k]), "row-taken-for-another", fmt.Sprintf("That is the result at %s.", t.step(i))},
		{mean(t.results[i+1][k], t.results[i+1][k]), "row-taken-for-another", fmt.Sprintf("That is the result at %s.", t.step(i+1))},
	}, true
}
