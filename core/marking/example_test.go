package marking_test

import (
	"fmt"

	"zincowl/core/marking"
)

func Example() {
	fmt.Println(marking.Fits("flocks", []string{"floc"}), marking.Fits("Floc", []string{"floc"}), marking.Fits("silt", []string{"floc"}))
	// Output:
	// false true false
}
