package html_test

import (
	"fmt"

	"zincowl/core/source/html"
)

func Example() {
	d, err := html.Read("page", "<article><h1>Screens</h1><p>A bar screen holds back coarse matter before it reaches the pumps.</p></article>")
	fmt.Println(d.Title, err)
	for _, p := range d.Passages {
		fmt.Println(p.Kind, p.Text)
	}
	// Output:
	// Screens <nil>
	// heading Screens
	// paragraph A bar screen holds back coarse matter before it reaches the pumps.
}
