package ability_test

import (
	"fmt"

	"zincowl/core/ability"
)

func Example() {
	topics := []ability.Topic{
		{ID: "chemical dosing", Weight: 30, Answered: ability.Answered{Count: 10, Right: 4, Weight: 10}},
		{ID: "screening", Weight: 10, Answered: ability.Answered{Count: 2, Right: 2, Weight: 2}},
	}
	for _, g := range ability.Gaps(topics) {
		fmt.Printf("%s: %.0f%% right, %.1f marks at stake\n", g.Topic, 100*g.Estimate.Share, g.AtStake)
	}
	// Output:
	// chemical dosing: 41% right, 17.7 marks at stake
	// screening: 83% right, 1.7 marks at stake
}
