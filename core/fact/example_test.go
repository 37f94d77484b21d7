package fact_test

import (
	"fmt"

	"zincowl/core/fact"
	"zincowl/core/source/plain"
)

func Example() {
	notes := plain.Read("notes.txt", "Alum\n\nAlum binds fine particles, so that they settle. Good morning, everyone.")
	for _, f := range fact.Read(notes.Passages) {
		fmt.Printf("%s: %s %s %s, %s\n", f.Type, f.Subject, f.Predicate, f.Object, f.Under)
	}
	// Output:
	// purpose: Alum binds fine particles, so that they settle
}
