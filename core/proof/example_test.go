package proof_test

import (
	"fmt"

	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source/plain"
)

func Example() {
	notes := plain.Read("notes", "Screens\n\nThe head loss at a fine screen must not be more than 150 mm.")
	library := proof.NewLibrary([]proof.Source{{ID: "notes", Title: "Notes", Doc: notes}})
	q := question.Question{
		Kind: question.Choice, Level: question.Easy, Stem: "Solve $x^2 = 9$ over the real numbers.",
		Options: []question.Option{{ID: "a", Text: "$x = 3$"}, {ID: "b", Text: "$x = 3$ or $x = -3$"}}, Key: question.Key{Options: []string{"a"}},
	}
	r := proof.Examine(q, library)
	fmt.Println(r.Verdict, r.Mend.Key.Options)
	for _, f := range r.Findings {
		fmt.Println(f.Title+":", f.Says)
	}
	// Output:
	// faulted [b]
	// The key is wrong: The result is -3 or 3, not $x = 3$.
	// Two distinct options: No two options say the same.
	// No evidence is named: This question names no passage it was drawn from.
}
