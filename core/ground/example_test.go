package ground_test

import (
	"fmt"

	"zincowl/core/ground"
	"zincowl/core/source/plain"
)

func Example() {
	notes := plain.Read("notes.txt", "Settling\n\nSand settles faster than silt.")
	x := ground.New([]ground.Source{{ID: "notes", Doc: notes}})
	j := x.Judge("Silt settles faster than sand.")
	fmt.Println(j.Verdict, j.Quote)
	fmt.Println(j.Why)
	// Output:
	// contradicted Sand settles faster than silt.
	// The source has it the other way round.
}
