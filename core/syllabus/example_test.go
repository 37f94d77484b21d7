package syllabus_test

import (
	"fmt"

	"zincowl/core/syllabus"
)

func Example() {
	o, err := syllabus.Read("Screening (30%)\n- can clean a bar screen\nChemical dosing (70%)\n- can set a dose\n")
	shares := syllabus.Weigh(o.Topics, nil)
	for i, t := range o.Topics {
		fmt.Printf("%s %.0f\n", t.Title, shares[i].Own)
	}
	fmt.Println(err)
	// Output:
	// Screening 30
	// Chemical dosing 70
	// <nil>
}
