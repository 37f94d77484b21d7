package docx_test

import (
	"fmt"
	"os"

	"zincowl/core/source/archive"
	"zincowl/core/source/docx"
)

func Example() {
	data, err := os.ReadFile("../testdata/screens-written.docx")
	if err != nil {
		fmt.Println(err)
		return
	}
	parts, err := archive.Open(data)
	if err != nil {
		fmt.Println(err)
		return
	}
	d, err := docx.Read("screens-written.docx", parts)
	fmt.Println(len(d.Passages) > 0, err)
	// Output:
	// true <nil>
}
