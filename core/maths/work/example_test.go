package work_test

import (
	"fmt"

	"zincowl/core/maths/algebra"
	"zincowl/core/maths/work"
)

func Example() {
	r, err := work.Do(work.Task{Task: "solve", Statement: "x^2 = 9", Variable: "x", Claims: []string{"x = 3", "x = ±3"}}, algebra.DefaultBudget)
	fmt.Println(r.Values, err)
	for _, c := range r.Claims {
		fmt.Println(c.Text, c.Verdict)
	}
	// Output:
	// [-3 3] <nil>
	// x = 3 wrong
	// x = ±3 right
}
