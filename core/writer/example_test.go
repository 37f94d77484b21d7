package writer_test

import (
	"context"
	"fmt"

	"zincowl/core/question"
	"zincowl/core/source/plain"
	"zincowl/core/writer"
)

func Example() {
	notes := plain.Read("notes.txt", "Settling\n\nDetention time = volume / flow, where the detention time is in h, the volume is in m³ and the flow is in m³/h.")
	m := writer.Study([]writer.Source{{ID: "notes", Title: "Notes", Doc: notes}})
	_, err := writer.Draft(context.Background(), m, writer.Brief{Count: 1, Seed: 7, Kinds: map[question.Kind]float64{question.Numeric: 1}}, func(q question.Question) error {
		fmt.Println(q.Level, q.Kind, q.Key.Unit != "", len(q.Worked) > 0)
		return nil
	})
	fmt.Println(err)
	// Output:
	// hard numeric true true
	// <nil>
}
