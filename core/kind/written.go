package kind

import (
	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// written asks for an answer in words: a sentence or two, or an essay. It is kept and
// shown beside the key, and not marked.
type written struct{ base }

func (written) Check(question.Question) error { return nil }

func (written) Own(k question.Key) question.Key {
	return question.Key{Reference: k.Reference, Points: k.Points}
}

func (written) Key(q question.Question) string { return q.Key.Reference }

func (w written) Right(q question.Question) marking.Response {
	return marking.Response{Text: w.Key(q)}
}

func (written) Mark(_ question.Question, _ marking.Response, _ algebra.Budget, out *marking.Result) {
	out.Unmarked = true
	out.Feedback = "Not marked: hold it against the key yourself."
}
