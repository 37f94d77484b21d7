package work

import (
	"bufio"
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/solve"
	"zincowl/core/maths/units"
)

// posed is a task with its truth; see testdata/README.md.
type posed struct {
	Task Task `json:"task"`
	Want struct {
		Set          string   `json:"set"`
		Values       []string `json:"values"`
		Count        int      `json:"count"`
		Where        string   `json:"where"`
		Expression   string   `json:"expression"`
		Derivative   string   `json:"derivative"`
		Quantity     []string `json:"quantity"`
		FirstBadLine *int     `json:"first_bad_line"`
		Claims       []string `json:"claims"`
	} `json:"want"`
}

func corpus(t testing.TB, file string) []posed {
	t.Helper()
	f, err := os.Open(file)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	var out []posed
	scan := bufio.NewScanner(f)
	for scan.Scan() {
		var p posed
		if err := json.Unmarshal(scan.Bytes(), &p); err != nil {
			t.Fatalf("%s: %v", file, err)
		}
		out = append(out, p)
	}
	return out
}

// tally counts what became of tasks and claims of one kind.
type tally struct{ tasks, decided, claims, judged, wrong int }

// agrees says whether the outcome of a task is the truth; decided is false where
// there is no outcome.
func (p posed) agrees(r Result) (right, decided bool) {
	read := func(s string) maths.Node {
		n, err := maths.ReadExpression(strings.TrimSuffix(strings.TrimPrefix(s, "≈ "), " + C"), maths.Notation{})
		if err != nil {
			return maths.Name("unreadable")
		}
		return n
	}
	equal := func(a, b string) bool {
		return algebra.Equivalent(read(a), read(b), algebra.DefaultBudget).Verdict == algebra.True
	}
	switch w := p.Want; {
	case w.FirstBadLine != nil:
		return r.FirstBadLine != nil && *r.FirstBadLine == *w.FirstBadLine, r.FirstBadLine != nil
	case len(w.Quantity) > 0:
		q, ok := units.ParseQuantity(r.Expression)
		u, _ := units.Parse(w.Quantity[1])
		if !ok { // a quotient, or in base units
			number, _, _ := strings.Cut(r.Expression, " ")
			return r.Expression != "" && equal(number, w.Quantity[0]), r.Expression != ""
		}
		return q.Unit.Text == "" || equal(decimal.Exact(q.In(u)), w.Quantity[0]), true
	case w.Derivative != "":
		d := &worker{budget: algebra.DefaultBudget}
		d.Task = Task{Statement: strings.TrimSuffix(r.Expression, " + C"), Variable: "x"}
		d.Statement = d.Task.Statement
		if r.Expression == "" || d.differentiate() != nil {
			return false, r.Expression != ""
		}
		return equal(d.out.Expression, w.Derivative), true
	case w.Expression != "" && p.Task.Task == "rearrange":
		_, value, _ := strings.Cut(r.Expression, " = ")
		return equal(value, w.Expression), r.Expression != ""
	case w.Expression != "":
		return equal(r.Expression, w.Expression), r.Expression != ""
	}
	if r.Set == "" {
		return false, false
	}
	if r.Set != p.Want.Set {
		return false, true
	}
	if p.Want.Where != "" {
		a, err1 := maths.Read(p.Want.Where, maths.Notation{})
		b, err2 := maths.Read(r.Where, maths.Notation{})
		if r.Set != "interval" || err1 != nil || err2 != nil {
			return r.Set != "interval", true
		}
		x, err1 := solve.Solve(a.Statement, []string{"x"}, algebra.DefaultBudget)
		y, err2 := solve.Solve(b.Statement, []string{"x"}, algebra.DefaultBudget)
		same, err3 := solve.Same(x, y)
		return err1 == nil && err2 == nil && err3 == nil && same, true
	}
	if p.Want.Count > 0 {
		return len(r.Values) == p.Want.Count, true
	}
	if len(r.Values) != len(p.Want.Values) {
		return false, true
	}
	for _, v := range p.Want.Values {
		if !slices.ContainsFunc(r.Values, func(o string) bool { return o == v || !strings.HasPrefix(v, "(") && equal(o, v) }) {
			return false, true
		}
	}
	return true, true
}

// TestCorpus does all tasks of both parts and prints what was decided. No
// outcome and no verdict may be wrong, and 97 of 100 have to be decided.
func TestCorpus(t *testing.T) {
	for _, file := range []string{"testdata/tasks.jsonl", "testdata/apart.jsonl"} {
		byKind := map[string]*tally{}
		var kinds []string
		total := &tally{}
		for _, p := range corpus(t, file) {
			kind := p.Task.Task
			if byKind[kind] == nil {
				byKind[kind] = &tally{}
				kinds = append(kinds, kind)
			}
			r, err := Do(p.Task, algebra.DefaultBudget)
			if err != nil {
				r = Unread(p.Task, err)
			}
			right, decided := p.agrees(r)
			if decided && !right {
				t.Errorf("%s %s %q %v: %s %v %s %s %v; want %+v", p.Task.ID, kind, p.Task.Statement, p.Task.Lines, r.Set, r.Values, r.Where, r.Expression, r.FirstBadLine, p.Want)
			}
			if !decided {
				t.Logf("%s %s %q %v undecided: %s", p.Task.ID, kind, p.Task.Statement, p.Task.Lines, r.Why)
			}
			for _, c := range []*tally{byKind[kind], total} {
				c.tasks++
				if decided {
					c.decided++
				}
			}
			for i, c := range r.Claims {
				for _, n := range []*tally{byKind[kind], total} {
					n.claims++
					if c.Verdict != Unproven {
						n.judged++
					}
					if c.Verdict != Unproven && c.Verdict != p.Want.Claims[i] {
						n.wrong++
					}
				}
				switch {
				case c.Verdict == Unproven:
					t.Logf("%s %q: claim %q unproven: %s", p.Task.ID, p.Task.Statement, c.Text, c.Why)
				case c.Verdict != p.Want.Claims[i]:
					t.Errorf("%s %q: claim %q is said to be %s (%s), and is %s", p.Task.ID, p.Task.Statement, c.Text, c.Verdict, c.Why, p.Want.Claims[i])
				}
			}
		}
		var table strings.Builder
		fmt.Fprintf(&table, "%s\n%-14s %7s %9s %8s %8s %6s\n", file, "task", "tasks", "decided", "claims", "judged", "wrong")
		row := func(name string, n *tally) {
			fmt.Fprintf(&table, "%-14s %7d %9d %8d %8d %6d\n", name, n.tasks, n.decided, n.claims, n.judged, n.wrong)
		}
		for _, k := range kinds {
			row(k, byKind[k])
		}
		row("all", total)
		t.Log(table.String())
		if 100*total.decided < 97*total.tasks || 100*total.judged < 97*total.claims {
			t.Errorf("%s: %d of %d tasks decided, %d of %d claims judged", file, total.decided, total.tasks, total.judged, total.claims)
		}
	}
}

// BenchmarkCorpusSolve does the equations and inequalities of the corpus;
// testdata/README.md has what SymPy takes for them.
func BenchmarkCorpusSolve(b *testing.B) {
	var tasks []Task
	for _, p := range corpus(b, "testdata/tasks.jsonl") {
		if p.Task.Task == "solve" {
			p.Task.Claims = nil
			tasks = append(tasks, p.Task)
		}
	}
	for b.Loop() {
		for _, t := range tasks {
			if _, err := Do(t, algebra.DefaultBudget); err != nil {
				b.Fatal(err)
			}
		}
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/float64(b.N*len(tasks)), "µs/task")
}
