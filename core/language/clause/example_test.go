package clause_test

import (
	"fmt"

	"zincowl/core/language"
	"zincowl/core/language/clause"
)

func Example() {
	s := language.Split("When the head loss rises, the filter is washed.")[0]
	r := clause.Read(s)
	for _, c := range r.Clauses {
		fmt.Println(c.Kind, c.Link, "|", r.Of(c.Subject), "|", c.Predicate, c.Passive, c.Asserted)
	}
	// Output:
	// adverbial When | the head loss | rises false true
	// main  | the filter | washed true true
}
