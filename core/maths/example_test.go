package maths_test

import (
	"fmt"

	"zincowl/core/maths"
)

func Example() {
	n, err := maths.ReadExpression("2(x + 1)/√3", maths.Notation{})
	fmt.Println(maths.LaTeX(n), maths.Names(n), err)
	// Output:
	// \frac{2\left(x + 1\right)}{\sqrt{3}} [x] <nil>
}
