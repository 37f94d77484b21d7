package kind

import (
	"zincowl/core/language"
	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// written asks for an answer in words: a sentence or two, or an essay. It is marked by the points
// of its key; where the key has none, each sentence of the model answer is one.
type written struct{ base }

func (written) Check(question.Question) error { return nil }

func (written) Own(k question.Key) question.Key {
	return question.Key{Reference: k.Reference, Points: k.Points}
}

func (written) Key(q question.Question) string { return q.Key.Reference }

func (written) Answers() Answer { return Prose }

func (w written) Right(q question.Question) marking.Response {
	return marking.Response{Text: w.Key(q)}
}

func (written) Mark(q question.Question, r marking.Response, _ algebra.Budget, out *marking.Result) {
	points := q.Key.Points
	if len(points) == 0 {
		for _, s := range language.Split(q.Key.Reference) {
			points = append(points, s.Text)
		}
	}
	if len(points) == 0 {
		out.Unmarked = true
		out.Feedback = "Not marked: there is no key to hold it against."
		return
	}
	var sources []string
	for _, c := range q.Cites {
		sources = append(sources, c.Quote)
	}
	out.Written(marking.NewPoints(q.Asks(), q.Key.Reference, points, sources), r.Text)
}
