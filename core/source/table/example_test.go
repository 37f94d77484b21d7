package table_test

import (
	"fmt"

	"zincowl/core/source/table"
)

func Example() {
	d, err := table.Read("pumps.csv", "pump,flow in m³/h\nP1,40\nP2,55\n")
	fmt.Println(d.Passages[0].Kind, d.Passages[0].Rows, err)
	// Output:
	// table [[pump flow in m³/h] [P1 40] [P2 55]] <nil>
}
