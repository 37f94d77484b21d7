package algebra_test

import (
	"fmt"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

func Example() {
	a, _ := maths.ReadExpression("ln(x^2)", maths.Notation{})
	b, _ := maths.ReadExpression("2ln|x|", maths.Notation{})
	fmt.Println(algebra.Equivalent(a, b, algebra.DefaultBudget).Verdict == algebra.True)
	// Output:
	// true
}
