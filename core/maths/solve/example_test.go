package solve_test

import (
	"fmt"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/solve"
)

func Example() {
	r, _ := maths.Read("sqrt(x + 6) = x", maths.Notation{})
	s, err := solve.Solve(r.Statement, []string{"x"}, algebra.DefaultBudget)
	fmt.Println(s.Kind, err)
	for _, e := range s.Excluded {
		fmt.Println(e.Why)
	}
	// Output:
	// finite <nil>
	// x = -2 does not satisfy sqrt(x + 6) = x
}
