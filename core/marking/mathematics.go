package marking

import (
	"fmt"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/derive"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/work"
	"zincowl/core/question"
)

// Mathematics compares what is typed with the outcome of a task: expressions wherever
// both have a value, solutions as sets. The slips are those that the question names.
func Mathematics(t work.Task, typed string, slips []question.Slip, budget algebra.Budget, out *Result) {
	t.Claims = []string{typed}
	result, err := work.Do(t, budget)
	if err != nil || len(result.Claims) == 0 {
		out.Wrong("", "The key of this question can't be read.")
		return
	}
	switch c := result.Claims[0]; c.Verdict {
	case work.Right:
		out.Right(typed)
	case work.Unproven:
		out.Wrong("", fmt.Sprintf("“%s” is not understood: %s.", typed, strings.TrimSuffix(c.Why, ".")))
	case work.Wrong:
		if c.Partly {
			out.Wrong("", strings.ToUpper(c.Why[:1])+c.Why[1:]+".")
			return
		}
		out.Contradicted = append(out.Contradicted, typed)
		for _, s := range slips {
			same := t
			same.Statement = s.Value
			if again, err := work.Do(same, budget); err == nil && len(again.Claims) == 1 && again.Claims[0].Verdict == work.Right {
				out.Wrong(s.ID, s.Why)
				return
			}
		}
		out.Wrong("", "")
	}
}

// Understood is how a typed answer is read: as it is typeset, or what is wrong
// with it.
type Understood struct {
	LaTeX string `json:"latex"`
	Says  string `json:"says"` // what can't be read, or can be read two ways
}

// ReadMathematics says how a typed expression or set of solutions is read.
func ReadMathematics(language, text string, _ algebra.Budget) Understood {
	if phrase.Worded(text) { // "x = 3 only, since x > 0"
		switch a := phrase.ReadAnswer(text, nil, nil); {
		case len(a.Unread) > 0:
			return Understood{Says: fmt.Sprintf("This can't be read yet: “%s” is not understood here.", strings.Join(a.Unread, " "))}
		case a.Says == phrase.Mathematics && a.Math != "":
			text = a.Math
		}
	}
	r, err := maths.Read(strings.TrimPrefix(strings.TrimSpace(text), "="), work.Notation(language))
	if err != nil {
		return Understood{Says: "This can't be read yet: " + readable(err) + "."}
	}
	out := Understood{LaTeX: StatementLaTeX(r.Statement)}
	if len(r.Doubts) > 0 {
		out.Says = "Put in brackets: " + r.Doubts[0] + "."
	}
	return out
}

// readable is an error of reading without the text it quotes.
func readable(err error) string {
	if s, ok := err.(*maths.SyntaxError); ok {
		return fmt.Sprintf("at character %d %s", len([]rune(s.Text[:s.At]))+1, s.Says)
	}
	return err.Error()
}

// StatementLaTeX typesets a statement.
func StatementLaTeX(s maths.Statement) string {
	join := func(parts []maths.Statement, by string) string {
		var out []string
		for _, p := range parts {
			out = append(out, StatementLaTeX(p))
		}
		return strings.Join(out, by)
	}
	list := func(nodes []maths.Node) string {
		var out []string
		for _, n := range nodes {
			out = append(out, maths.LaTeX(n))
		}
		return strings.Join(out, ",\\; ")
	}
	switch s := s.(type) {
	case maths.Relation:
		return derive.RelationLaTeX(s)
	case maths.Any:
		return join(s, `\;\text{ or }\;`)
	case maths.All:
		return join(s, `\;\text{ and }\;`)
	case maths.Finite:
		return `\{` + list(s) + `\}`
	case maths.Tuple:
		return "(" + list(s) + ")"
	case maths.Pair:
		open, shut, a, b := "[", "]", `-\infty`, `\infty`
		if s.OpenA {
			open = "("
		}
		if s.OpenB {
			shut = ")"
		}
		if s.A != nil {
			a = maths.LaTeX(s.A)
		}
		if s.B != nil {
			b = maths.LaTeX(s.B)
		}
		return open + a + ",\\; " + b + shut
	case maths.Member:
		return maths.LaTeX(s.Name) + ` \in ` + StatementLaTeX(s.In)
	}
	return `\text{` + s.String() + "}"
}
