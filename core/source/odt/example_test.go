package odt_test

import (
	"fmt"
	"os"

	"zincowl/core/source/archive"
	"zincowl/core/source/odt"
)

func Example() {
	data, err := os.ReadFile("../testdata/screens-written.odt")
	if err != nil {
		fmt.Println(err)
		return
	}
	parts, err := archive.Open(data)
	if err != nil {
		fmt.Println(err)
		return
	}
	d, err := odt.Read("screens-written.odt", parts)
	fmt.Println(len(d.Passages) > 0, err)
	// Output:
	// true <nil>
}
