// Package work does mathematical tasks and judges what others say of them.
//
// A Task is a statement with what is to be done (solve it, differentiate it,
// expand it …) and claims about the outcome, or lines that are said to follow
// from each other. Do finds the outcome itself, without looking at the claims,
// and then holds each claim against it: right and wrong are said only where they
// are shown; a text that can be read two ways, and whatever no method decides,
// is unproven.
package work

import (
	"errors"
	"fmt"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/solve"
)

// Task is one thing to do, as a line of JSON.
type Task struct {
	ID        string   `json:"id"`
	Task      string   `json:"task"`
	Statement string   `json:"statement"`
	Variable  string   `json:"variable"`
	Claims    []string `json:"claims"`
	Lines     []string `json:"lines"`
	Language  string   `json:"language,omitempty"`
	// Loose takes a rounded number without its last zeros: 5.1 for 5.10.
	Loose bool `json:"loose,omitempty"`
}

// The verdicts on a claim.
const (
	Right    = "right"
	Wrong    = "wrong"
	Unproven = "unproven"
)

// Claim is a claim with what is known of it.
type Claim struct {
	Text    string `json:"text"`
	Verdict string `json:"verdict"`
	Why     string `json:"why,omitempty"`
	// Partly is true of a formula that was turned round where another sign of a root
	// fits as well: nothing that is said is wrong.
	Partly bool `json:"partly,omitempty"`
}

// Excluded is a value that is no solution although it looked like one.
type Excluded struct {
	Value string `json:"value"`
	Why   string `json:"why"`
}

// Result is the outcome of a task. Where nothing could be decided, Set and
// Expression are empty and Why says so.
type Result struct {
	ID         string     `json:"id"`
	Set        string     `json:"set,omitempty"`
	Values     []string   `json:"values,omitempty"`
	Where      string     `json:"where,omitempty"`
	Expression string     `json:"expression,omitempty"`
	Steps      []string   `json:"steps,omitempty"`
	Excluded   []Excluded `json:"excluded,omitempty"`
	Claims     []Claim    `json:"claims,omitempty"`
	// FirstBadLine counts from 1; 0 says that all lines follow, and nil that this
	// could not be decided or was not asked.
	FirstBadLine *int   `json:"first_bad_line,omitempty"`
	Why          string `json:"why,omitempty"`

	derivation []algebra.Step
	judge      func(text string) Claim
}

// Judge holds one more claim against the outcome, as Do has held those of its task,
// without doing the task again. It is not to be called from two goroutines at once.
func (r Result) Judge(text string) Claim {
	switch {
	case len(text) > maxText:
		return Claim{Text: text, Verdict: Unproven, Why: tooLong(text).Error()}
	case r.judge == nil:
		return Claim{Text: text, Verdict: Unproven, Why: r.Why}
	}
	return r.judge(text)
}

// Derivation is what Steps tell, with rule and text apart.
func (r Result) Derivation() []algebra.Step { return r.derivation }

// worker does one task.
type worker struct {
	Task
	how    maths.Notation
	round  phrase.Rounding
	budget algebra.Budget
	out    Result
	// What claims lean on: the names of the statement, its one equation, and whether
	// the unknown is an angle and degrees are spoken of.
	spoken         []string
	equation       *maths.Relation
	angle, degrees bool
	// story is true where words stand around the task that are not known: they may say
	// that an amount can't be negative.
	story bool
	// ends are the values that an unknown is said to lie between: whether it may be one
	// of them is not said.
	ends []maths.Node
	// within maps each name that a condition bounds to an expression whose values are
	// those that the condition allows.
	within map[string]maths.Node
	unit   string // of an amount that is asked for: % or the sign of a currency
	// against holds a claim against the outcome and notes the verdict; whoever finds
	// the outcome sets it.
	against func(text string)
}

// maxText bounds statements, claims and lines.
const maxText = 4000

func tooLong(text string) error {
	return fmt.Errorf("“%.20s…” is longer than %d characters", text, maxText)
}

// Do does a task with a budget of work for each of its parts. The error says
// what can't be read, in one sentence, or is that of the budget's context.
func Do(t Task, budget algebra.Budget) (Result, error) {
	for _, text := range append(append([]string{t.Statement}, t.Claims...), t.Lines...) {
		if len(text) > maxText {
			return Result{}, tooLong(text)
		}
	}
	w := &worker{Task: t, how: Notation(t.Language), budget: budget, out: Result{ID: t.ID}}
	for _, name := range w.names() {
		if len([]rune(name)) > 1 {
			w.how.Names = append(w.how.Names, name)
		}
	}
	var err error
	switch t.Task {
	case "solve":
		err = w.solve()
	case "differentiate":
		err = w.differentiate()
	case "integrate":
		err = w.integrate()
	case "expand", "factor", "simplify":
		err = w.shape()
	case "evaluate":
		err = w.evaluate()
	case "rearrange":
		err = w.rearrange()
	case "steps":
		err = w.steps()
	default:
		return Result{}, fmt.Errorf("the task %q is none of solve, differentiate, integrate, expand, factor, simplify, evaluate, rearrange and steps", t.Task)
	}
	if err == nil && w.against != nil {
		w.judgeAll()
	}
	if gone := budget.Gone(); gone != nil {
		return Result{}, gone
	}
	return w.out, err
}

// judgeAll holds the task's claims against the outcome, and lets further ones be held.
func (w *worker) judgeAll() {
	var claims []Claim
	for _, c := range w.Task.Claims {
		claims = append(claims, w.judge(c))
	}
	w.out.Claims, w.out.judge = claims, w.judge
}

// judge is the verdict on a claim.
func (w *worker) judge(text string) Claim {
	w.out.Claims = nil
	w.against(text)
	out := w.out.Claims[0]
	if out.Verdict == Right && w.round.Asked {
		return w.figured(out)
	}
	return out
}

// decimalComma are the languages that write 1,5 for three halves.
var decimalComma = map[string]bool{"de": true, "fr": true, "es": true, "it": true, "nl": true, "pl": true, "pt": true, "sv": true, "da": true, "nb": true, "fi": true, "cs": true}

func (w *worker) claim(text, verdict, format string, args ...any) {
	w.out.Claims = append(w.out.Claims, Claim{Text: text, Verdict: verdict, Why: fmt.Sprintf(format, args...)})
}

// undecided leaves all claims unproven.
func (w *worker) undecided(err error) {
	w.out.Why = err.Error()
	w.against = func(text string) { w.claim(text, Unproven, "%s", err) }
}

func (w *worker) step(steps ...algebra.Step) {
	w.out.derivation = append(w.out.derivation, steps...)
	for _, s := range steps {
		if s.Text == "" {
			w.out.Steps = append(w.out.Steps, s.Rule)
		} else {
			w.out.Steps = append(w.out.Steps, s.Rule+": "+s.Text)
		}
	}
}

// undecidable says whether an error means that nothing was decided, rather than
// that the input is bad.
func undecidable(err error) bool {
	for _, e := range []error{algebra.ErrBeyond, algebra.ErrBudget, algebra.ErrUndecided, solve.ErrUndecided, solve.ErrNotSolvable} {
		if errors.Is(err, e) {
			return true
		}
	}
	return false
}

// variable is the one that is named, or the only one there is.
func (w *worker) variable(n maths.Node) (string, error) {
	if w.Variable != "" {
		return w.Variable, nil
	}
	names := maths.Names(n)
	switch len(names) {
	case 0:
		return "x", nil
	case 1:
		return names[0], nil
	}
	for _, name := range names {
		if name == "x" {
			return name, nil
		}
	}
	return "", fmt.Errorf("the variable is missing; name one of %s", strings.Join(names, ", "))
}

// Unread is the result of a task that can't be read.
func Unread(t Task, err error) Result {
	w := &worker{Task: t, out: Result{ID: t.ID}}
	w.undecided(err)
	w.judgeAll()
	return w.out
}

// Notation is how mathematics is written in a language.
func Notation(language string) maths.Notation {
	return maths.Notation{DecimalComma: decimalComma[language]}
}
