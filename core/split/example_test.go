package split_test

import (
	"fmt"

	"zincowl/core/split"
)

func Example() {
	p, err := split.Text("1. What does a weir do?\na) measures flow\nb) softens water\nAnswer: a\n\n2. A softener adds hardness. (T/F)\nAnswer: False\n", nil, nil)
	for _, q := range p.Questions {
		fmt.Println(q.Number, q.Kind, q.Stem, q.Key.Options)
	}
	fmt.Println(err)
	// Output:
	// 1 choice What does a weir do? [a]
	// 2 truefalse A softener adds hardness. [false]
	// <nil>
}
