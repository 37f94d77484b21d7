package work

import (
	"bufio"
	"encoding/json"
	"os"
	"strconv"
	"strings"
	"testing"

	"zincowl/core/maths/algebra"
)

// TestStrangers judges answers to tasks as strangers typed them. No verdict may be
// wrong, and few may be missing.
func TestStrangers(t *testing.T) {
	f, err := os.Open("testdata/strangers/equations.jsonl")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	all, decided := 0, 0
	for scan := bufio.NewScanner(f); scan.Scan(); {
		var row struct {
			ID, Kind, Statement, Variable string
			Truth                         struct {
				FirstBadLine *int `json:"first_bad_line"`
			}
			Claims []struct {
				Text    string
				Correct bool
			}
		}
		if err := json.Unmarshal(scan.Bytes(), &row); err != nil {
			t.Fatal(err)
		}
		task := Task{Task: row.Kind, Statement: row.Statement, Variable: row.Variable}
		if row.Kind == "derivative" {
			task.Task = "differentiate"
		}
		for _, c := range row.Claims {
			task.Claims = append(task.Claims, c.Text)
		}
		r, err := Do(task, algebra.DefaultBudget)
		if err != nil {
			r = Unread(task, err)
		}
		if row.Kind == "steps" {
			want := 0
			if row.Truth.FirstBadLine != nil {
				want = *row.Truth.FirstBadLine
			}
			all++
			if r.FirstBadLine != nil {
				decided++
				if *r.FirstBadLine != want {
					t.Errorf("%s: line %d, not %d", row.ID, *r.FirstBadLine, want)
				}
			}
			continue
		}
		for i, c := range row.Claims {
			all++
			switch v := r.Claims[i]; {
			case v.Verdict == Unproven:
			case (v.Verdict == Right) != c.Correct:
				t.Errorf("%s: %q: %q is said to be %s (%s)", row.ID, row.Statement, c.Text, v.Verdict, v.Why)
				fallthrough
			default:
				decided++
			}
		}
	}
	t.Logf("%d of %d decided", decided, all)
	if decided*100 < all*98 {
		t.Errorf("%d of %d are decided", decided, all)
	}
}

// row is a line of testdata/byhand.
type row struct {
	task   Task
	right  []bool // of each claim
	bad    int    // of steps
	hidden string // the line
}

// byHand reads a file of testdata/byhand; its README has the format.
func byHand(t *testing.T, file string) []row {
	t.Helper()
	data, err := os.ReadFile("testdata/byhand/" + file)
	if err != nil {
		t.Fatal(err)
	}
	var out []row
	for line := range strings.Lines(string(data)) {
		line = strings.TrimSpace(line)
		kind, rest, _ := strings.Cut(line, "|")
		variable, rest, ok := strings.Cut(rest, "|")
		if !ok {
			t.Fatalf("%q is no row", line)
		}
		r := row{task: Task{Task: kind, Variable: variable}, hidden: line}
		if kind == "steps" {
			at := strings.LastIndex(rest, "|")
			r.task.Statement = strings.ReplaceAll(rest[:at], `\n`, "\n")
			if end := rest[at+1:]; end != "ok" {
				r.bad, _ = strconv.Atoi(end)
			}
			out = append(out, r)
			continue
		}
		for i, part := range strings.Split(rest, "|") { // bars of absolute values part as well
			switch {
			case i > 0 && part != "" && strings.ContainsAny(part[:1], "+-"):
				r.task.Claims, r.right = append(r.task.Claims, part[1:]), append(r.right, part[0] == '+')
			case len(r.right) > 0:
				r.task.Claims[len(r.right)-1] += "|" + part
			case i > 0:
				r.task.Statement += "|" + part
			default:
				r.task.Statement = part
			}
		}
		out = append(out, r)
	}
	return out
}

// TestByHand holds further phrasings, answers and traps to their truth: no verdict may
// be wrong, and of all but the traps, whose words change what is asked, few may be
// missing.
func TestByHand(t *testing.T) {
	for file, least := range map[string]int{"phrases.txt": 96, "answers.txt": 94, "traps.txt": 0} {
		all, decided := 0, 0
		for _, row := range byHand(t, file) {
			r, err := Do(row.task, algebra.DefaultBudget)
			if err != nil {
				r = Unread(row.task, err)
			}
			if row.task.Task == "steps" {
				all++
				if r.FirstBadLine != nil {
					decided++
					if *r.FirstBadLine != row.bad {
						t.Errorf("%s: line %d", row.hidden, *r.FirstBadLine)
					}
				}
				continue
			}
			for i, c := range r.Claims {
				all++
				if c.Verdict == Unproven {
					continue
				}
				decided++
				if (c.Verdict == Right) != row.right[i] {
					t.Errorf("%s %q: %q is said to be %s (%s)", row.task.Task, row.task.Statement, c.Text, c.Verdict, c.Why)
				}
			}
		}
		t.Logf("%s: %d of %d decided", file, decided, all)
		if decided*100 < all*least {
			t.Errorf("%s: %d of %d are decided", file, decided, all)
		}
	}
}
