package polynomial_test

import (
	"fmt"

	"zincowl/core/maths/polynomial"
)

func Example() {
	p := polynomial.Ints(-6, 1, 1) // x² + x - 6
	_, factors, _ := p.Factor()
	for _, f := range factors {
		fmt.Println(f.Poly, f.N)
	}
	// Output:
	// [-2/1 1/1] 1
	// [3/1 1/1] 1
}
