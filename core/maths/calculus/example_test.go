package calculus_test

import (
	"fmt"

	"zincowl/core/maths"
	"zincowl/core/maths/calculus"
)

func Example() {
	n, _ := maths.ReadExpression("x^3 + 2x", maths.Notation{})
	d, _, err := calculus.Derivative(n, "x")
	fmt.Println(maths.Typed(d), err)
	// Output:
	// 3x^2 + 2 <nil>
}
