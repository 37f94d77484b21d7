package sheet_test

import (
	"fmt"

	"zincowl/core/fact"
	"zincowl/core/maths"
	"zincowl/core/maths/sheet"
)

func Example() {
	formula, _ := fact.ReadFormula("Detention time = volume / flow, where the detention time is in h, the volume is in m³ and the flow is in m³/h.")
	s := sheet.New([]maths.Formula{formula})
	for _, a := range s.Answers("A tank has a volume of 900 m³ and a flow of 300 m³/h. What is the detention time in min?") {
		fmt.Println(a.Value, a.Working)
	}
	// Output:
	// {180/1 {min 60/1 [0 0 1 0 0 0 0 0 0 0 0] <nil>}} [900 m³ ÷ 300 m³/h = 3 h = 180 min]
}
