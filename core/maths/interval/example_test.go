package interval_test

import (
	"fmt"

	"zincowl/core/maths/interval"
)

func Example() {
	root, _ := interval.Int(2, 64).Sqrt()
	sign, certain := root.Mul(root).Sub(interval.Int(2, 64)).Sign()
	fmt.Println(sign, certain) // zero lies in it, and nothing is told of the sign
	sign, certain = root.Sub(interval.Int(1, 64)).Sign()
	fmt.Println(sign, certain)
	// Output:
	// 0 false
	// 1 true
}
