package exercise_test

import (
	"fmt"
	"math/rand/v2"

	"zincowl/core/exercise"
	"zincowl/core/question"
)

func Example() {
	f := exercise.Find("solve linear equations")[0]
	q, err := f.Question(rand.New(rand.NewPCG(1, 1)), question.Easy, question.Solution, 4)
	fmt.Println(q.Stem, q.Key.Values, err)
	// Output:
	// Solve $5x + 7 = 47$ over the real numbers. [8] <nil>
}
