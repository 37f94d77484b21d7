package kind

import (
	"errors"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/work"
	"zincowl/core/question"
)

// expression asks for an expression, in any equal form.
type expression struct{ base }

func (expression) Answers() Answer { return Mathematics }

func (expression) Check(q question.Question) error {
	if strings.TrimSpace(q.Key.Expression) == "" {
		return errors.New("The key has no expression; give the one that is right.")
	}
	return nil
}

func (expression) Own(k question.Key) question.Key {
	return question.Key{Expression: k.Expression}
}

func (expression) Key(q question.Question) string { return q.Key.Expression }

func (e expression) Claims(q question.Question) []Claim {
	return []Claim{{Text: e.Key(q), Right: true}}
}

func (expression) Mend(q question.Question, found Found) (question.Question, bool) {
	q.Key = question.Key{Expression: strings.TrimSuffix(found.Expression, " + C")}
	return q, found.Expression != ""
}

func (expression) Typed() func(string, string, algebra.Budget) marking.Understood {
	return marking.ReadMathematics
}

func (e expression) Right(q question.Question) marking.Response {
	return marking.Response{Text: e.Key(q)}
}

// Mark takes a key with a subject, "t = …", for a formula that was turned round:
// the answer may leave the subject away.
func (expression) Mark(q question.Question, r marking.Response, budget algebra.Budget, out *marking.Result) {
	t := work.Task{Task: "simplify", Statement: q.Key.Expression, Language: q.Language}
	if subject, _, ok := strings.Cut(q.Key.Expression, "="); ok {
		t.Task, t.Variable = "rearrange", strings.TrimSpace(subject)
	}
	marking.Mathematics(t, r.Text, q.Slips, budget, out)
}

// solution asks for a set of solutions: "x > 3", "no solution".
type solution struct{ base }

func (solution) Answers() Answer { return Mathematics }

func (solution) Check(q question.Question) error {
	k := q.Key
	switch {
	case k.Set == "finite" && len(k.Values) > 0, k.Set == "none", k.Set == "all", (k.Set == "domain" || k.Set == "interval") && k.Where != "":
		return nil
	}
	return errors.New("The key says no set of solutions; it is finite with its values, none, all, or a domain or interval with its condition.")
}

func (solution) Own(k question.Key) question.Key {
	return question.Key{Set: k.Set, Values: k.Values, Where: k.Where}
}

// Key is the set as it is typed.
func (solution) Key(q question.Question) string {
	switch k := q.Key; k.Set {
	case "none":
		return "no solution"
	case "all":
		return "all real numbers"
	case "finite":
		return strings.Join(k.Values, " or ")
	default:
		return k.Where
	}
}

func (s solution) Claims(q question.Question) []Claim {
	return []Claim{{Text: s.Key(q), Right: true}}
}

func (solution) Mend(q question.Question, found Found) (question.Question, bool) {
	q.Key = question.Key{Set: found.Set, Values: found.Values, Where: found.Where}
	return q, found.Set != ""
}

func (solution) Typed() func(string, string, algebra.Budget) marking.Understood {
	return marking.ReadMathematics
}

func (s solution) Right(q question.Question) marking.Response {
	return marking.Response{Text: s.Key(q)}
}

func (s solution) Mark(q question.Question, r marking.Response, budget algebra.Budget, out *marking.Result) {
	t := work.Task{Task: "solve", Statement: s.Key(q), Variable: "x", Language: q.Language}
	if q.Key.Set == "finite" {
		if first := q.Key.Values[0]; strings.HasPrefix(first, "(") && strings.Contains(first, ", ") {
			t.Variable = strings.Join([]string{"x", "y", "z"}[:min(3, strings.Count(first, ", ")+1)], ", ")
		} else {
			t.Statement = "x = " + strings.Join(q.Key.Values, " or x = ")
		}
	}
	marking.Mathematics(t, r.Text, q.Slips, budget, out)
}
