package proof

import (
	"fmt"
	"strings"
	"sync"
	"testing"
	"time"

	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/reader"
)

// What a thousand imported questions may take against a source of three hundred pages that
// was read before, on two cores.
const (
	importedLimit = 4 * time.Second
	pages         = 300
	wordsAPage    = 330
)

// BenchmarkImported proofs a thousand questions without evidence. Reported is the time as a
// share of the limit.
func BenchmarkImported(b *testing.B) {
	var text strings.Builder
	var asked []question.Question
	for n := 0; len(strings.Fields(text.String())) < pages*wordsAPage; n++ {
		for _, name := range subjectNames {
			doc, list := posedIn(b, name)
			// Every copy speaks of another works, so that no sentence stands there twice.
			fmt.Fprintf(&text, "# Part %d of %s\n\n%s\n\n", n, name, strings.ReplaceAll(doc, ". ", fmt.Sprintf(" in works %d. ", n)))
			for _, p := range list {
				if len(asked) < 1000 && !p.numbers {
					asked = append(asked, p.Question)
				}
			}
		}
	}
	doc, err := reader.Read(b.Context(), "book.md", []byte(text.String()), source.Tools{})
	if err != nil {
		b.Fatal(err)
	}
	l := NewLibrary([]Source{{ID: "book", Title: "A book", Doc: doc}})
	l.sentences()
	for b.Loop() {
		began := time.Now()
		work := make(chan question.Question)
		var group sync.WaitGroup
		for range 2 {
			group.Go(func() {
				for q := range work {
					Examine(q, l)
				}
			})
		}
		for _, q := range asked {
			work <- q
		}
		close(work)
		group.Wait()
		b.ReportMetric(float64(time.Since(began))/float64(importedLimit), "of-limit")
	}
}
