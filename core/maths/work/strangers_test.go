package work

import (
	"bufio"
	"encoding/json"
	"os"
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
