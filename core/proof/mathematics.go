package proof

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/units"
	"zincowl/core/maths/work"
	"zincowl/core/question"
)

// asked are the tasks of mathematics by the words that a stem asks for them with.
var asked = []struct {
	words *regexp.Regexp
	task  string
}{
	{regexp.MustCompile(`(?i)^solve\b.*\bfor \$[a-z]\$\.?$`), "rearrange"},
	{regexp.MustCompile(`(?i)^(?:solve|find (?:all|the) (?:real )?(?:solutions?|roots?)|what (?:is|are) the (?:real )?(?:solutions?|roots?))\b`), "solve"},
	{regexp.MustCompile(`(?i)^(?:differentiate|find the derivative|what is the derivative)\b`), "differentiate"},
	{regexp.MustCompile(`(?i)^(?:integrate|find an? (?:anti-?derivative|indefinite integral)|find \$\\int)`), "integrate"},
	{regexp.MustCompile(`(?i)^(?:multiply out|expand)\b`), "expand"},
	{regexp.MustCompile(`(?i)^factor(?:i[sz]e)?\b`), "factor"},
	{regexp.MustCompile(`(?i)^simplify\b`), "simplify"},
	{regexp.MustCompile(`(?i)^(?:evaluate|calculate|compute|work out|what is|find the value of)\b`), "evaluate"},
}

var (
	typeset  = regexp.MustCompile(`\$([^$]+)\$`)
	integral = regexp.MustCompile(`^\\int\s*(.*?)\s*(?:\\,)?\s*d([a-z])$`)
)

// task reads a stem as a task of mathematics: what stands in it between dollars, or
// all that follows the words that ask for it. It looks at nothing but the stem, and
// knows no drawings.
func (x *examination) task() (work.Task, bool) {
	stem := strings.TrimSpace(x.Stem)
	if x.Figure != nil {
		return work.Task{}, false
	}
	for _, a := range asked {
		m := a.words.FindString(stem)
		if m == "" {
			continue
		}
		t := work.Task{Task: a.task, Language: x.Language, Loose: true}
		set := typeset.FindAllStringSubmatch(stem, -1)
		if strings.Count(stem, "$")%2 != 0 || slices.ContainsFunc(set, func(m []string) bool { return phrase.Worded(m[1]) }) {
			set = nil // the signs are those of money
		}
		switch {
		case len(set) > 0:
			t.Statement = set[0][1]
			for _, more := range set[1:] {
				part := strings.TrimSpace(more[1])
				switch {
				case len(part) == 1 && (a.task == "rearrange" || a.task == "differentiate"):
					t.Variable = part
				case a.task == "solve" && strings.ContainsAny(part, `<>=\`):
					t.Statement += ", " + part
				case a.task == "evaluate": // "$f(3)$ for $f(x) = x^2$"
					t.Statement = strings.TrimRight(strings.TrimSpace(strings.ReplaceAll(stem[len(m):], "$", "")), "?.")
				default:
					return t, false // more than one thing is talked about
				}
			}
		case a.task == "evaluate" && len(units.Find(stem)) == 0:
			return t, false
		default:
			t.Statement = strings.TrimRight(strings.TrimSpace(stem[len(m):]), "?.")
		}
		if in := integral.FindStringSubmatch(t.Statement); in != nil && a.task == "integrate" {
			t.Statement, t.Variable = in[1], in[2]
		}
		t.Statement = strings.ReplaceAll(t.Statement, `\quad`, " ")
		if subject := phrase.Subject(x.Stem); a.task == "solve" && subject != "" && len(namesOf(x.Stem)) > 1 && !strings.Contains(unknowns(t.Statement), ", ") {
			t.Task, t.Statement, t.Variable = "rearrange", x.Stem, subject
			return t, true
		}
		if t.Variable == "" && (a.task == "solve" || a.task == "differentiate" || a.task == "integrate") {
			t.Variable = unknowns(t.Statement)
		}
		return t, true
	}
	return x.toldTask()
}

// toldTask reads a stem as a task that is set in other words.
func (x *examination) toldTask() (work.Task, bool) {
	task := phrase.Asks(x.Stem)
	if task == "" || task == "evaluate" && !mathematical.MatchString(x.Stem) {
		return work.Task{}, false
	}
	t := work.Task{Task: task, Statement: x.Stem, Language: x.Language, Loose: true}
	if task == "rearrange" {
		t.Variable = phrase.Subject(x.Stem)
	}
	return t, t.Task != "rearrange" || t.Variable != ""
}

// mathematical is what a stem to evaluate has, beside quantities that formulas are for.
var mathematical = regexp.MustCompile(`[\^√∛²³⁴÷×!°]|\\[a-z]|\b(?:log|ln|sin|cos|tan|sqrt)\b|\d\s*[-+/*]\s*\d`)

// unknowns are the names of a statement that are solved for by custom.
func unknowns(statement string) string {
	names := namesOf(statement)
	var out []string
	for _, n := range []string{"x", "y", "z"} {
		if names[n] {
			out = append(out, n)
		}
	}
	return strings.Join(out, ", ")
}

// namesOf are the names of a statement.
func namesOf(statement string) map[string]bool {
	names := map[string]bool{}
	var visit func(s maths.Statement)
	visit = func(s maths.Statement) {
		switch s := s.(type) {
		case maths.Relation:
			for _, t := range s.Terms {
				for _, n := range maths.Names(t) {
					names[n] = true
				}
			}
		case maths.All:
			for _, part := range s {
				visit(part)
			}
		case maths.Any:
			for _, part := range s {
				visit(part)
			}
		}
	}
	for _, p := range phrase.Read(statement).Pieces {
		if r, err := maths.Read(p.Text, maths.Notation{}); p.Kind == phrase.Math && err == nil {
			visit(r.Statement)
		}
	}
	return names
}

// claims are what the key, or each option, says of a task's outcome.
func (x *examination) claims() []string {
	switch kind.Answers(x.Question) {
	case kind.OneOption:
		var out []string
		for _, c := range kind.Claims(x.Question) {
			out = append(out, strings.ReplaceAll(c.Text, "$", ""))
		}
		return out
	case kind.Amount, kind.Mathematics:
		return []string{kind.KeyText(x.Question)}
	}
	return nil
}

// done is the stem's task with its outcome, worked once for all checks that ask.
type done struct {
	task   work.Task
	result work.Result
	told   bool // the task was not read but came with the question
}

// doTask does the task that a stem sets, with the claims of the key or the options:
// as it is read, or else as it came with the question. It is nil where there is none,
// or where it can't be done.
func (x *examination) doTask() *done {
	if x.tried {
		return x.done
	}
	x.tried = true
	if t, ok := x.task(); ok {
		t.Claims = x.claims()
		if r, err := work.Do(t, x.budget); err == nil {
			x.done = &done{task: t, result: r}
		}
	}
	if x.Task != nil && !x.done.decides() {
		t := work.Task{Task: x.Task.Task, Statement: x.Task.Statement, Variable: x.Task.Variable, Claims: x.claims(), Language: x.Language, Loose: true}
		if kind.Answers(x.Question) == kind.Amount {
			t.Claims = []string{x.Key.Value} // a task as data is about numbers, in the unit of the key
		}
		if r, err := work.Do(t, x.budget); err == nil {
			x.done = &done{t, r, true}
		}
	}
	return x.done
}

// decides says whether a task led to an outcome that claims can be held against.
func (d *done) decides() bool {
	return d != nil && len(d.task.Claims) > 0 && (d.result.Why == "" || d.result.Set != "")
}

// mathematics judges the key and every option by the outcome of the task that a stem
// sets.
func (x *examination) mathematics() []Finding {
	d := x.doTask()
	if !d.decides() {
		return nil
	}
	if x.quantitative() {
		if s, _ := x.solve(); s != nil && len(s.by) > 0 {
			return nil // the sources' own formula comes before what every school teaches
		}
	}
	var out Finding
	if kind.Answers(x.Question) == kind.OneOption {
		out = x.judgedOptions(d.result)
	} else {
		out = x.judgedKey(d)
	}
	if d.told && out.shows {
		out.shows, out.worked = false, true
		out.Title = "Worked out"
		out.Says = fmt.Sprintf("The task that came with the question comes to %s; that its words ask for this was not read.", out.Expected)
	}
	return []Finding{out}
}

// outcome is the result of a task in words.
func outcome(r work.Result) string {
	switch {
	case r.Expression != "":
		return r.Expression
	case r.Set == "finite":
		return strings.Join(r.Values, " or ")
	case r.Set == "none":
		return "no solution"
	case r.Set == "all":
		return "all real numbers"
	}
	return r.Where
}

func (x *examination) judgedOptions(r work.Result) Finding {
	out := Finding{Check: "solve", At: "key", Expected: outcome(r)}
	key, _ := x.KeyOption()
	var right, partly, open []question.Option
	further := map[string]bool{} // equal, but not done to the end
	for i, c := range r.Claims {
		switch {
		case c.Verdict == work.Right:
			right = append(right, x.Options[i])
			further[x.Options[i].ID] = c.Why != ""
		case c.Partly:
			partly = append(partly, x.Options[i])
		case c.Verdict == work.Unproven:
			open = append(open, x.Options[i])
		}
	}
	if len(right) == 0 { // of a root, the positive one may be meant
		open = append(open, partly...)
	}
	if len(right) > 1 { // "as far as possible" leaves one of those that are equal
		var done []question.Option
		for _, o := range right {
			if !further[o.ID] {
				done = append(done, o)
			}
		}
		if len(done) > 0 {
			right = done
		}
	}
	switch {
	case len(right) == 1 && right[0].ID == key.ID && len(open) == 0:
		out.Verdict, out.shows = Pass, true
		out.Title, out.Says = "Solved again", fmt.Sprintf("The result is %s.", out.Expected)
	case len(open) > 0 && (len(right) == 0 || right[0].ID == key.ID):
		out.Verdict, out.At = Unsure, "options."+open[0].ID
		out.Title = "An option could not be decided"
		out.Says = fmt.Sprintf("The result is %s; whether “%s” says the same is not shown.", out.Expected, open[0].Text)
	case len(right) == 1:
		out.Verdict, out.Title = Fail, "The key is wrong"
		out.Says = fmt.Sprintf("The result is %s, not %s.", out.Expected, key.Text)
		x.mend = x.mended(kind.Found{Option: right[0].ID})
	case len(right) == 0:
		out.Verdict, out.Title = Fail, "The right answer is in none of the options"
		out.Says = fmt.Sprintf("The result is %s, and no option says so.", out.Expected)
		x.mend = x.mended(kind.Found{Expression: out.Expected})
	default:
		out.Verdict, out.Title = Fail, "More than one option is right"
		out.Says = fmt.Sprintf("The result is %s, and both “%s” and “%s” say so.", out.Expected, right[0].Text, right[1].Text)
	}
	return out
}

func (x *examination) judgedKey(d *done) Finding {
	r := d.result
	out := Finding{Check: "solve", At: "key", Expected: outcome(r)}
	switch c := r.Claims[0]; {
	case c.Verdict == work.Right:
		out.Verdict, out.shows = Pass, true
		out.Title, out.Says = "Solved again", fmt.Sprintf("The result is %s.", out.Expected)
	case c.Verdict == work.Wrong && !c.Partly:
		out.Verdict, out.Title = Fail, "The key is wrong"
		out.Says = fmt.Sprintf("The result is %s, not %s.", out.Expected, kind.KeyText(x.Question))
		found := kind.Found{Expression: r.Expression, Set: r.Set, Values: r.Values, Where: r.Where}
		if v, ok := inDigits(r.Expression); ok && d.task.Claims[0] == x.Key.Value {
			found.Value = v
		}
		x.mend = x.mended(found)
	default:
		out.Verdict, out.Title = Unsure, "The key could not be decided"
		out.Says = fmt.Sprintf("The result is %s; whether the key says the same is not shown: %s.", out.Expected, c.Why)
	}
	return out
}

// inDigits is a result as it is typed: exactly where it ends, else to three digits.
func inDigits(expression string) (string, bool) {
	n, err := maths.ReadExpression(expression, maths.Notation{})
	if err != nil {
		return "", false
	}
	if v, err := maths.Evaluate(n, nil); err == nil && decimal.Significant(v) <= 7 {
		return decimal.Exact(v), true
	}
	v, ok := algebra.Rounded(n, 3, algebra.DefaultBudget)
	if !ok {
		return "", false
	}
	return decimal.Exact(v), true
}

// arithmetic recomputes every claim about numbers in the steps and the
// explanation.
func (x *examination) arithmetic() []Finding {
	var out []Finding
	look := func(at, text string) {
		for _, c := range work.Arithmetic(strings.ReplaceAll(text, "$", "")) {
			if c.Verdict == work.Wrong {
				out = append(out, Finding{Check: "arithmetic", Verdict: Fail, At: at, Title: "A step is wrong", Says: fmt.Sprintf("“%s” is wrong: %s.", c.Text, c.Why), Expected: strings.TrimPrefix(c.Why, "it is ")})
			}
		}
	}
	for i, line := range x.Worked {
		look(fmt.Sprintf("worked.%d", i), line)
	}
	look("explanation", x.Explanation)
	return out
}
