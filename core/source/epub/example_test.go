package epub_test

import (
	"fmt"
	"os"

	"zincowl/core/source/archive"
	"zincowl/core/source/epub"
)

func Example() {
	data, err := os.ReadFile("../testdata/screens-converted.epub")
	if err != nil {
		fmt.Println(err)
		return
	}
	parts, err := archive.Open(data)
	if err != nil {
		fmt.Println(err)
		return
	}
	d, err := epub.Read("screens-converted.epub", parts)
	fmt.Println(len(d.Passages) > 0, err)
	// Output:
	// true <nil>
}
