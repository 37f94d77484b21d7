package markdown_test

import (
	"fmt"

	"zincowl/core/source/markdown"
)

func Example() {
	d := markdown.Read("notes.md", []byte("# Screens\n\nA *bar screen* holds back coarse matter."))
	for _, p := range d.Passages {
		fmt.Println(p.Kind, p.Locator.Heading, p.Text)
	}
	// Output:
	// heading [] Screens
	// paragraph [Screens] A bar screen holds back coarse matter.
}
