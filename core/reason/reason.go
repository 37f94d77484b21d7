// Package reason sets questions that are answered by drawing conclusions from what is given:
// a text that tells what brings about what, or a table of a trial.
//
// The model: a world is small, made up and closed: all that matters in it is told. Causes are
// links between things, of which some do not matter, told out of order (causes.go); a Trial
// crosses two conditions and has a result for each pair (trial.go). A Set is one world as a
// stimulus, with questions on it. The key of each is what the world yields; each wrong option
// is what it yields where one named link or row is overlooked, turned round or taken for
// another, so that a wrong answer tells which.
package reason

import (
	"math/rand/v2"
	"strings"

	"zincowl/core/language"
	"zincowl/core/question"
)

// Skill is one way of drawing conclusions.
type Skill struct {
	ID     string
	asks   map[string]bool // the stems of what a statement says that asks for it
	make   func(r *rand.Rand, level question.Level) ([]question.Question, bool)
	levels []question.Level
}

var skills = []Skill{
	{ID: "causes", asks: language.Stems("cause effect causal reason link chain consequence depend mechanism"), make: causes, levels: []question.Level{question.Medium, question.Hard}},
	{ID: "trial", asks: language.Stems("data table trial experiment result factor variable interpret measurement reading evidence"), make: trial, levels: []question.Level{question.Medium, question.Hard}},
}

// concluding are the stems of verbs by which a can-do statement asks for conclusions.
var concluding = language.Stems("reason infer conclude conclusion deduce interpret judge follow predict work trace draw inference analyse analyze evaluate")

// Find gives the skills that a can-do statement asks for: it has to say that something is to
// be concluded, and from what.
func Find(statement string) []Skill {
	said := language.Stems(statement)
	concludes := false
	for s := range said {
		concludes = concludes || concluding[s]
	}
	var out []Skill
	for _, k := range skills {
		n := 0
		for s := range said {
			if k.asks[s] && !concluding[s] {
				n++
			}
		}
		if concludes && n > 0 {
			out = append(out, k)
		}
	}
	return out
}

// Levels are those that the skill is asked at.
func (k Skill) Levels() []question.Level { return k.levels }

// draws is how many worlds are drawn until one has questions with enough different options.
const draws = 200

// Set draws a world and its questions, all of one level. The same random source gives the
// same set. It is empty where no world was found, which the tests hold to be never.
func (k Skill) Set(r *rand.Rand, level question.Level) []question.Question {
	for range draws {
		if set, ok := k.make(r, level); ok {
			return set
		}
	}
	return nil
}

// answer is a possible answer with what leads to it; the first of a list is right.
type answer struct{ text, slip, why string }

// offered makes answers the options of a question, in an order drawn by chance. It is not ok
// where fewer than four of them differ.
func offered(q question.Question, answers []answer, r *rand.Rand) (question.Question, bool) {
	var distinct []answer
	for _, a := range answers {
		fresh := true
		for _, d := range distinct {
			fresh = fresh && !strings.EqualFold(d.text, a.text)
		}
		if fresh && len(distinct) < 4 {
			distinct = append(distinct, a)
		}
	}
	if len(distinct) < 4 {
		return q, false
	}
	q.Options = make([]question.Option, len(distinct))
	for from, to := range r.Perm(len(distinct)) {
		a := distinct[from]
		q.Options[to] = question.Option{ID: question.Letter(to), Text: a.text, Slip: a.slip, Why: a.why}
		if from == 0 {
			q.Key = question.Key{Options: []string{question.Letter(to)}}
		}
	}
	q.Kind = question.Choice
	return q, true
}
