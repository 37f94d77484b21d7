package plain_test

import (
	"fmt"

	"zincowl/core/source/plain"
)

func Example() {
	d := plain.Read("notes.txt", "A weir\nmeasures flow.\n\n- bar screens\n- drum screens")
	for _, p := range d.Passages {
		fmt.Printf("%s %q\n", p.Kind, p.Text)
	}
	// Output:
	// paragraph "A weir measures flow."
	// item "bar screens"
	// item "drum screens"
}
