package work

import (
	"math/rand/v2"
	"strings"
	"testing"

	"zincowl/core/maths/algebra"
)

// frames are ways to set a task, with % for its mathematics and $ for its variable.
// None changes what is asked.
var frames = map[string][]string{
	"solve": {
		"Solve %", "Solve %.", "Solve the equation %", "Please solve: %", "Find $ when %", "Work out $ if %", "Determine all values of $ for which %", "% — find $",
		"For which real $ is % true?", "What are the solutions of %?", "Hence, or otherwise, solve %.", "Find all real solutions of %", "% Solve for $.", "Given that %, find $.",
		"Solve % over the real numbers.", "Solve for $: %", `Solve \(%\).`, "Solve $%$", "Solve %, showing all your working.", "By any method, solve %", "Find every real number $ that satisfies %",
	},
	"differentiate": {
		"Differentiate %", "Differentiate % with respect to $", "Find the derivative of %", "d/d$ (%)", "y = %. Find dy/d$.", "Find dy/d$ if y = %", "If f($) = %, find f'($).", "Work out the gradient function of %",
		`\frac{d}{d$}\left(%\right)`, "Given y = %, determine y'", "What is the derivative of % with respect to $?",
	},
	"integrate": {"Integrate %", "Integrate % with respect to $", "∫ (%) d$", "Find ∫ (%) d$", `\int (%)\,d$`, "Work out the indefinite integral of %", "Find the antiderivative of %"},
	"expand":    {"Expand %", "Multiply out %", "Expand and simplify %", "Remove the brackets: %", "Write % without brackets"},
	"factor":    {"Factorise %", "Factor % completely", "Fully factorise %.", "Write % as a product of factors", "Factorise % as far as possible"},
	"simplify":  {"Simplify %", "Simplify fully %", "Write % in its simplest form", "Simplify the expression %", "Reduce % to its simplest form"},
	"evaluate":  {"Evaluate %", "Work out %", "Calculate %", "Find the value of %", "What is %?", "Without a calculator, work out %"},
}

// sayings are ways to give an answer, with % for its mathematics; none changes it.
var sayings = []string{"%", "%.", "so %", "Answer: %", "The answer is %", "∴ %", "$%$", `\(%\)`, "Therefore %", "hence %"}

// TestWrapped sets tasks with a known truth in other words. A verdict may go missing,
// and never turn.
func TestWrapped(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 1))
	all, decided := 0, 0
	for _, p := range corpus(t, "testdata/tasks.jsonl") {
		kind := p.Task.Task
		if frames[kind] == nil || len(p.Want.Claims) != len(p.Task.Claims) || len(p.Task.Claims) == 0 || strings.ContainsAny(p.Task.Statement, "\n;$") || strings.Contains(p.Task.Statement, " and ") || worded(p.Task.Statement) {
			continue
		}
		task := p.Task
		frame := frames[kind][r.IntN(len(frames[kind]))]
		if strings.Contains(frame, "$") && !strings.Contains(frame, "$%$") {
			if len(task.Variable) != 1 {
				continue
			}
			frame = strings.ReplaceAll(frame, "$", task.Variable)
		}
		task.Statement = strings.Replace(frame, "%", p.Task.Statement, 1)
		task.Claims = nil
		for _, c := range p.Task.Claims {
			task.Claims = append(task.Claims, strings.Replace(sayings[r.IntN(len(sayings))], "%", c, 1))
		}
		out, err := Do(task, algebra.DefaultBudget)
		if err != nil {
			out = Unread(task, err)
		}
		for i, want := range p.Want.Claims {
			if want != Right && want != Wrong {
				continue
			}
			all++
			switch got := out.Claims[i]; got.Verdict {
			case want:
				decided++
			case Unproven:
			default:
				t.Errorf("%s %q: %q is said to be %s (%s)", kind, task.Statement, got.Text, got.Verdict, got.Why)
			}
		}
	}
	t.Logf("%d of %d decided", decided, all)
	if decided*100 < all*97 {
		t.Errorf("%d of %d are decided", decided, all)
	}
}

// worded says whether a statement of the corpus is told in words itself.
func worded(statement string) bool {
	for _, w := range strings.FieldsFunc(statement, func(r rune) bool { return r < 'a' || r > 'z' }) {
		if len(w) > 4 && w != "right" && w != "left" {
			return true
		}
	}
	return strings.Contains(statement, " in ") || strings.Contains(statement, " of ") || strings.Contains(statement, " at ") || strings.Contains(statement, " t ")
}
