package derive_test

import (
	"fmt"

	"zincowl/core/maths"
	"zincowl/core/maths/derive"
)

func Example() {
	n, _ := maths.ReadExpression("2(x + 3) - x", maths.Notation{})
	for _, line := range derive.Expand(n) {
		fmt.Printf("%s: %s\n", line.Rule, line.LaTeX())
	}
	// Output:
	// distribute: 2x + 6 - x
	// collect like terms: x + 6
}
