package pdf_test

import (
	"context"
	"fmt"
	"os"

	"zincowl/core/source"
	"zincowl/core/source/pdf"
)

func Example() {
	data, err := os.ReadFile("../testdata/screens-office.pdf")
	if err != nil {
		fmt.Println(err)
		return
	}
	d, err := pdf.Read(context.Background(), "screens-office.pdf", data, source.Tools{})
	fmt.Println(len(d.Passages) > 0, err)
	// Output:
	// true <nil>
}
