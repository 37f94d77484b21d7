package question_test

import (
	"fmt"

	"zincowl/core/question"
)

func Example() {
	q := question.Question{Kind: question.Blanks, Level: question.Easy, Stem: "Lime raises the " + question.BlankMark(1) + ".", Key: question.Key{Blanks: [][]string{{"pH"}}}}
	fmt.Println(q.Stem, q.Check())
	q.Level = "fair"
	fmt.Println(q.Check())
	// Output:
	// Lime raises the <<1>>. <nil>
	// The level "fair" is none of easy, medium and hard.
}
