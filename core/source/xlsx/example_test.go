package xlsx_test

import (
	"fmt"
	"os"

	"zincowl/core/source/xlsx"
)

func Example() {
	data, err := os.ReadFile("../testdata/readings-made.xlsx")
	if err != nil {
		fmt.Println(err)
		return
	}
	d, err := xlsx.Read("readings-made.xlsx", data)
	fmt.Println(len(d.Passages) > 0, err)
	// Output:
	// true <nil>
}
