package main

import (
	"fmt"
	"strings"

	"zincowl/core/maths/algebra"
	"zincowl/core/maths/work"
)

type workCmd struct {
	JSON   bool   `name:"json" help:"Print JSON, one object a line."`
	Strict bool   `help:"Exit with 1 if a claim or a line is wrong or unproven."`
	File   string `arg:"" help:"Tasks as lines of JSON, or - for standard input."`
}

// Run does mathematical tasks and judges what is claimed of them. A statement
// that can't be read leaves its claims unproven and says why.
func (c *workCmd) Run() error {
	out := lines()
	findings := false
	err := eachLine(c.File, func(task work.Task) error {
		result, err := work.Do(task, algebra.DefaultBudget)
		if err != nil {
			result = work.Unread(task, err)
		}
		findings = findings || result.FirstBadLine != nil && *result.FirstBadLine > 0 || result.Why != "" && result.Set == "" && result.Expression == ""
		for _, claim := range result.Claims {
			findings = findings || claim.Verdict != work.Right
		}
		if c.JSON {
			return out.Encode(result)
		}
		printWork(task, result)
		return nil
	})
	if err != nil {
		return err
	}
	if findings && c.Strict {
		return errFindings
	}
	return nil
}

func printWork(t work.Task, r work.Result) {
	fmt.Printf("%s  %s %s\n", t.ID, t.Task, t.Statement)
	for _, part := range []string{r.Set, strings.Join(r.Values, ", "), r.Where, r.Expression, r.Why} {
		if part != "" {
			fmt.Printf("    %s\n", part)
		}
	}
	for _, s := range r.Steps {
		fmt.Printf("      %s\n", s)
	}
	for _, e := range r.Excluded {
		fmt.Printf("    without %s: %s\n", e.Value, e.Why)
	}
	for _, c := range r.Claims {
		fmt.Printf("    %-8s  %s", c.Verdict, c.Text)
		if c.Why != "" {
			fmt.Printf(" (%s)", c.Why)
		}
		fmt.Println()
	}
	if r.FirstBadLine != nil {
		fmt.Printf("    first bad line: %d\n", *r.FirstBadLine)
	}
}
