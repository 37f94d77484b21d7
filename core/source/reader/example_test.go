package reader_test

import (
	"context"
	"fmt"
	"os"

	"zincowl/core/source"
	"zincowl/core/source/reader"
)

func Example() {
	data, err := os.ReadFile("../testdata/screens-written.docx")
	if err != nil {
		fmt.Println(err)
		return
	}
	d, err := reader.Read(context.Background(), "screens-written.docx", data, source.Tools{}) // by content, not by name
	fmt.Println(len(d.Passages) > 0, err)
	// Output:
	// true <nil>
}
