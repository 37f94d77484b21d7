package source_test

import (
	"fmt"

	"zincowl/core/source/plain"
)

func Example() {
	d := plain.Read("notes.txt", "SCREENING\n\nA screen holds back coarse matter.")
	for _, p := range d.Passages {
		fmt.Println(p.Kind, p.Locator.Heading, p.Locator.Line, p.Text)
	}
	// Output:
	// heading [] 1 SCREENING
	// paragraph [SCREENING] 3 A screen holds back coarse matter.
}
