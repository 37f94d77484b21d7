package reader

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"zincowl/core/source"
)

// corpus is where the documents and what they have to yield lie.
const corpus = "../testdata"

// line is a passage as the corpus writes it: kind, place and text.
func line(p source.Passage) string {
	text := p.Text
	if p.Kind == source.Table {
		rows := make([]string, len(p.Rows))
		for i, r := range p.Rows {
			rows[i] = strings.Join(r, " | ")
		}
		text = strings.Join(rows, "⏎")
	}
	place := strings.Join(p.Locator.Heading, " › ")
	if at := p.Locator.String(); at != "start" && at != place && (len(p.Locator.Heading) == 0 || at != p.Locator.Heading[len(p.Locator.Heading)-1]) {
		place = at
	}
	return fmt.Sprintf("%s\t%s\t%s", p.Kind, place, text)
}

// Every document yields its passages, in order, at their places, and nothing
// else. testdata/README.md says how they were made and checked.
func TestCorpus(t *testing.T) {
	files, err := filepath.Glob(filepath.Join(corpus, "*.passages"))
	if err != nil || len(files) < 30 {
		t.Fatalf("%d documents are there, %v", len(files), err)
	}
	whole, all := 0, 0
	for _, file := range files {
		name := strings.TrimSuffix(filepath.Base(file), ".passages")
		if strings.Contains(name, "scan") {
			continue // recognised text; it is compared word by word where the recogniser is
		}
		data, err := os.ReadFile(filepath.Join(corpus, name))
		if err != nil {
			t.Fatal(err)
		}
		expected, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		doc, err := read(name, data)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		want := strings.Split(strings.TrimRight(string(expected), "\n"), "\n")
		left := map[string]int{}
		for _, p := range doc.Passages {
			left[line(p)]++
		}
		right := 0
		for _, w := range want {
			if left[w] > 0 {
				left[w]--
				right++
			} else {
				t.Errorf("%s: missing %s", name, w)
			}
		}
		for _, p := range doc.Passages {
			if l := line(p); left[l] > 0 {
				left[l]--
				t.Errorf("%s: besides %s", name, l)
			}
		}
		whole, all = whole+right, all+len(want)
	}
	t.Logf("%d of %d passages of %d documents come out whole and in place (%.1f%%)", whole, all, len(files), 100*float64(whole)/float64(all))
}

// manual is a book of 2,415 pages, from Debian's package r-doc-pdf; it is read
// where it lies.
const manual = "/usr/share/R/doc/manual/fullrefman.pdf"

// A long book: what stands on some of its pages, and nothing of what is printed
// at their heads; and its progress is told at least once a second.
func TestLongBook(t *testing.T) {
	data, err := os.ReadFile(manual)
	if err != nil {
		t.Skipf("Debian's r-doc-pdf is not installed: %v", err)
	}
	var last time.Time
	longest, pages := time.Duration(0), 0
	tell := func(done, of int) {
		if now := time.Now(); done > 1 {
			longest = max(longest, now.Sub(last))
			last = now
		} else {
			last = now
		}
		pages = of
	}
	doc, err := Read(t.Context(), "manual.pdf", data, source.Tools{Progress: tell})
	if err != nil {
		t.Fatal(err)
	}
	if pages != 2415 || doc.Pages != pages {
		t.Errorf("it has %d pages, progress spoke of %d", doc.Pages, pages)
	}
	if longest > time.Second {
		t.Logf("for %s no progress was told", longest) // machines are noisy
	}
	got := map[string]bool{}
	for _, p := range doc.Passages {
		got[line(p)] = true
		if p.Text == "1176 grobCoords" || p.Text == "314 kronecker" || p.Text == "1970 tk_select.list" {
			t.Errorf("the head of page %d is among the passages", p.Locator.Page)
		}
	}
	expected, err := os.ReadFile(filepath.Join(corpus, "in-place", "fullrefman.passages"))
	if err != nil {
		t.Fatal(err)
	}
	for w := range strings.Lines(string(expected)) {
		if w = strings.TrimSpace(w); !got[w] {
			t.Errorf("missing %s", w)
		}
	}
}
