package kind_test

import (
	"fmt"

	"zincowl/core/kind"
	"zincowl/core/marking"
	"zincowl/core/question"
)

func Example() {
	q := question.Question{Kind: question.Numeric, Level: question.Easy, Stem: "How long does 60 m³ last at 24 m³/h?", Key: question.Key{Value: "2.5", Unit: "h"}}
	for _, typed := range []string{"2.5", "150 min", "2,4 h"} {
		fmt.Println(typed, kind.Mark(q, marking.Response{Text: typed}).Percent)
	}
	// Output:
	// 2.5 100
	// 150 min 100
	// 2,4 h 0
}
