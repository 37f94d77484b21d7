// Package source holds what a candidate brought, cut into passages that know
// where they stand.
//
// A Document is a list of passages in reading order: headings, paragraphs,
// list items, tables, formulas. Each passage carries a Locator, so that a
// question drawn from it can lead back to the line it came from, and an id made
// from its text, so that it is recognised in a later version of the same
// source. The readers below this package (plain, markdown) make documents from
// bytes through a Builder; package reader picks the right one.
package source

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"strings"
)

// Kind says what sort of thing a passage is.
type Kind string

// The kinds of passage.
const (
	Heading   Kind = "heading"
	Paragraph Kind = "paragraph"
	Item      Kind = "item"
	Table     Kind = "table"
	Formula   Kind = "formula"
	Caption   Kind = "caption"
	Picture   Kind = "picture"
)

// Locator says where a passage stands in its source. Fields that do not apply
// to a format are empty.
type Locator struct {
	Page    int      `json:"page,omitempty"`
	Heading []string `json:"heading,omitempty"` // from the outermost heading inwards
	Line    int      `json:"line,omitempty"`    // first line, counted from 1
	Row     int      `json:"row,omitempty"`
	Start   string   `json:"start,omitempty"`
	End     string   `json:"end,omitempty"`
}

// String says where a passage stands: "line 14", "0:42", "row 31", or under
// which heading.
func (l Locator) String() string {
	switch {
	case l.Page > 0:
		return fmt.Sprintf("page %d", l.Page)
	case l.Start != "":
		return l.Start
	case l.Row > 0:
		return fmt.Sprintf("row %d", l.Row)
	case l.Line > 0:
		return fmt.Sprintf("line %d", l.Line)
	case len(l.Heading) > 0:
		return l.Heading[len(l.Heading)-1]
	}
	return "start"
}

// Passage is the smallest piece of a source that evidence points to.
type Passage struct {
	ID      string     `json:"id"`
	Kind    Kind       `json:"kind"`
	Text    string     `json:"text"`
	Rows    [][]string `json:"rows,omitempty"` // of a table, its header first
	Locator Locator    `json:"locator"`

	// Confidence is how sure the text is, in per cent, where it was recognised
	// in a picture; 0 where it was written as text.
	Confidence int `json:"confidence,omitempty"`
	// Emphasis are the words that the passage sets off, in italics or bold.
	Emphasis []string `json:"emphasis,omitempty"`
	// File, Caption and Labels are of a picture: its name among the document's
	// files, what is said of it, and what is written in it.
	File    string  `json:"file,omitempty"`
	Caption string  `json:"caption,omitempty"`
	Labels  []Label `json:"labels,omitempty"`
}

// Warning is something a reader noticed and the person should know.
type Warning struct {
	Locator Locator `json:"locator"`
	Says    string  `json:"says"`
}

// Document is a source as it was read.
type Document struct {
	Title    string    `json:"title"`
	Language string    `json:"language"`
	Kind     string    `json:"kind"` // "text" or "markdown"
	Pages    int       `json:"pages,omitempty"`
	Passages []Passage `json:"passages"`
	Warnings []Warning `json:"warnings,omitempty"`

	Files map[string][]byte `json:"-"` // pictures, by name
}

// Progress hears how many pages of how many are read.
type Progress func(done, of int)

// Words counts the words of all passages, headings included.
func (d Document) Words() int {
	n := 0
	for _, p := range d.Passages {
		n += len(strings.Fields(p.Text))
	}
	return n
}

// BadInput is the error of a reader that was given something it can't take. Its
// text is one sentence for the person who brought it: what is wrong and what
// to do.
type BadInput struct{ Says string }

func (e *BadInput) Error() string { return e.Says }

// Bad makes a BadInput from a format and its arguments.
func Bad(format string, args ...any) error {
	return &BadInput{Says: fmt.Sprintf(format, args...)}
}

// passageID names a passage by its source and text. The n-th repetition of the
// same text in one source gets its own id.
func passageID(origin, text string, n int) string {
	sum := sha256.Sum256(fmt.Appendf(nil, "%s\x00%s\x00%d", origin, text, n))
	return "p" + hex.EncodeToString(sum[:6])
}
