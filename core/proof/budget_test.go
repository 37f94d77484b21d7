package proof

import (
	"testing"
	"time"

	"zincowl/core/maths/algebra"
)

// What each check may take of the 100 milliseconds in which a question is proofed as it is
// typed; a check that is not listed may take checkBudget.
const checkBudget = 2 * time.Millisecond

var checkBudgets = map[string]time.Duration{
	"recompute": 15 * time.Millisecond, "mathematics": 15 * time.Millisecond, "reckon": 10 * time.Millisecond, "likely": 10 * time.Millisecond,
	"lookedUp": 25 * time.Millisecond, "absent": 5 * time.Millisecond, "speaksFor": 5 * time.Millisecond, "concluded": 5 * time.Millisecond, "completed": 5 * time.Millisecond,
}

// BenchmarkChecks runs every check over the questions of five subjects, each beside its
// source. Reported is the mean of the check that takes most of its budget, as a share of it.
func BenchmarkChecks(b *testing.B) {
	type asked struct {
		posed
		library *Library
	}
	var all []asked
	for _, name := range subjectNames[:len(subjectNames)/2] {
		text, list := posedIn(b, name)
		l := subjectLibrary(b, name, text)
		l.sentences()
		for _, p := range list {
			all = append(all, asked{p, l})
		}
	}
	took := map[string]time.Duration{}
	for b.Loop() {
		clear(took)
		for _, a := range all {
			x := &examination{Question: a.Question, library: a.library, budget: algebra.DefaultBudget}
			for _, c := range checks {
				began := time.Now()
				x.look(c)
				took[c.name] += time.Since(began)
			}
		}
	}
	worst, name := 0.0, ""
	var total time.Duration
	for _, c := range checks {
		budget, ok := checkBudgets[c.name]
		if !ok {
			budget = checkBudget
		}
		mean := took[c.name] / time.Duration(len(all))
		total += mean
		if share := float64(mean) / float64(budget); share > worst {
			worst, name = share, c.name
		}
		b.Logf("%-16s %8s of %s", c.name, mean.Round(time.Microsecond), budget)
	}
	b.Logf("most of its budget is taken by %s", name)
	b.ReportMetric(worst, "of-budget")
	b.ReportMetric(float64(total)/float64(100*time.Millisecond), "of-100ms-limit")
}
