package source

import (
	"slices"
	"strings"
)

// Builder collects passages in reading order. A reader calls Heading, Text and
// Table as it meets them; the builder keeps the heading path, makes the ids and
// recognises formulas.
type Builder struct {
	origin string
	doc    Document
	path   []string
	levels []int
	seen   map[string]int
	page   int // of what is added next, counted from 1; 0 where there are none
	sure   int // how sure what is added next is, in per cent; 0 where it was not recognised

	emphasis []string // what the next passage sets off
}

// NewBuilder starts a document. The origin, usually the file's name, is part of
// every passage id.
func NewBuilder(origin, kind string) *Builder {
	return &Builder{origin: origin, doc: Document{Kind: kind}, seen: map[string]int{}}
}

// Heading adds a heading of the given level (1 is outermost) and moves the
// heading path to it.
func (b *Builder) Heading(level int, text string, line int) {
	text = Fold(text)
	if text == "" {
		return
	}
	if b.doc.Title == "" && level == 1 {
		b.doc.Title = text
	}
	for len(b.levels) > 0 && b.levels[len(b.levels)-1] >= level {
		b.levels = b.levels[:len(b.levels)-1]
		b.path = b.path[:len(b.path)-1]
	}
	b.add(Passage{Kind: Heading, Text: text, Locator: b.at(line)})
	b.levels = append(b.levels, level)
	b.path = append(b.path, text)
}

// Text adds a paragraph or an item; one that states a formula becomes a
// passage of that kind.
func (b *Builder) Text(kind Kind, text string, line int) {
	text = Fold(text)
	if text == "" {
		return
	}
	if kind == Paragraph && StatesFormula(text) {
		kind = Formula
	}
	b.add(Passage{Kind: kind, Text: text, Locator: b.at(line)})
}

// Emphasise says that words of the next passage are set off there. Where most of it is,
// that sets nothing off.
func (b *Builder) Emphasise(words string) {
	if words = strings.Trim(Fold(words), " .,;:"); words != "" && len(strings.Fields(words)) <= 8 {
		b.emphasis = append(b.emphasis, words)
	}
}

// Asked adds a past question as a paragraph.
func (b *Builder) Asked(text string, line int) {
	b.add(Passage{Kind: Paragraph, Text: Fold(text), Locator: b.at(line)})
}

// AtPage says on which page the passages that are added next stand.
func (b *Builder) AtPage(page int) { b.page = page }

// Recognised says that what is added next was recognised in a picture, and how
// sure it is, in per cent; 0 for text that was written as such.
func (b *Builder) Recognised(percent int) { b.sure = percent }

// Spoken adds a paragraph that was said from one time to another.
func (b *Builder) Spoken(text, start, end string) {
	if text = Fold(text); text != "" {
		at := b.at(0)
		at.Start, at.End = start, end
		b.add(Passage{Kind: Paragraph, Text: text, Locator: at})
	}
}

// Table adds a table, its header first. Its text is its rows, cells parted by
// " | ".
func (b *Builder) Table(rows [][]string, line int) { b.table(rows, b.at(line)) }

// TableAt adds a part of a long table that begins at a row, counted from 1.
func (b *Builder) TableAt(rows [][]string, row int) {
	at := b.at(0)
	at.Row = row
	b.table(rows, at)
}

func (b *Builder) table(rows [][]string, at Locator) {
	if len(rows) == 0 {
		return
	}
	lines := make([]string, len(rows))
	for i, row := range rows {
		lines[i] = strings.Join(row, " | ")
	}
	b.add(Passage{Kind: Table, Text: strings.Join(lines, "\n"), Rows: rows, Locator: at})
}

// Document returns what was collected. A source without an outermost heading
// takes its title from its origin.
func (b *Builder) Document() Document {
	if b.doc.Title == "" {
		b.doc.Title = b.origin
	}
	captions(b.doc.Passages)
	return b.doc
}

func (b *Builder) at(line int) Locator {
	return Locator{Page: b.page, Heading: append([]string(nil), b.path...), Line: line}
}

func (b *Builder) add(p Passage) {
	b.seen[p.Text]++
	p.ID = passageID(b.origin, p.Text, b.seen[p.Text])
	p.Confidence = b.sure
	for _, w := range b.emphasis {
		if strings.Contains(p.Text, w) && 2*len(w) < len(p.Text) && !slices.Contains(p.Emphasis, w) {
			p.Emphasis = append(p.Emphasis, w)
		}
	}
	b.emphasis = nil
	b.doc.Passages = append(b.doc.Passages, p)
}

// Fold joins runs of white space into single blanks and trims the ends.
func Fold(text string) string { return strings.Join(strings.Fields(text), " ") }

// StatesFormula says whether a text is a formula with, perhaps, the list of
// what its letters mean: a short left side, one equals sign, and an operator or
// a "where" after it.
func StatesFormula(text string) bool {
	left, right, ok := strings.Cut(text, "=")
	if !ok || len(strings.Fields(left)) > 6 || strings.ContainsAny(left, ".:;,?!") || strings.TrimSpace(left) == "" {
		return false
	}
	statement, list, listed := strings.Cut(right, "where")
	return strings.ContainsAny(statement, "+−*/×÷·^") || strings.Contains(statement, " - ") || listed && list != ""
}
