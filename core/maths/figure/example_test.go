package figure_test

import (
	"fmt"

	"zincowl/core/maths/figure"
)

func Example() {
	f := figure.Rectangle(figure.Size{Text: "8 m", Value: 8}, figure.Asked(5))
	fmt.Println(f.Alt)
	// Output:
	// A rectangle with a width of 8 m and an unknown height.
}
