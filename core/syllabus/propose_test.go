package syllabus

import (
	"fmt"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/core/source/markdown"
)

func TestPropose(t *testing.T) {
	read := func(text string) source.Document { return markdown.Read("notes.md", []byte(text)) }
	book := read("# Water works\n\n## Preface\n\nx\n\n## Chapter 1. Filtration\n\nx\n\n### Slow sand filters\n\nx\n\n### Summary\n\nx\n\n#### A detail\n\nx\n\n## Chapter 2. Dosing\n\nx\n\n## Exercises\n\nx\n\n### Of pumps\n\nx\n")
	notes := read("# The filtration\n\nx\n\n# Records\n\nx\n")
	got := written(Outline{Topics: Propose([]source.Document{book, notes, read("no heading at all")})})
	if want := "Filtration\n  Slow sand filters\nDosing\nOf pumps\nRecords\n"; got != want {
		t.Errorf("proposed are\n%swant\n%s", got, want)
	}
	var long strings.Builder
	for i := range 200 {
		fmt.Fprintf(&long, "# Matter %s%d\n\nx\n\n## Part of %d\n\nx\n\n", strings.Repeat("i", i%7), i, i)
	}
	if got := Propose([]source.Document{read(long.String())}); len(got) != most {
		t.Errorf("%d topics are proposed", len(got))
	}
}
