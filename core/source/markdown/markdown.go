// Package markdown reads Markdown (CommonMark with tables) through goldmark's
// tree.
package markdown

import (
	"bytes"
	"strings"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/ast"
	"github.com/yuin/goldmark/extension"
	extast "github.com/yuin/goldmark/extension/ast"
	"github.com/yuin/goldmark/text"

	"zincowl/core/source"
)

var parser = goldmark.New(goldmark.WithExtensions(extension.Table)).Parser()

// Read makes a document of Markdown that is known to be valid UTF-8.
func Read(origin string, data []byte) source.Document {
	data = tame(data)
	b := source.NewBuilder(origin, "markdown")
	r := &walker{data: data, b: b}
	r.blocks(parser.Parse(text.NewReader(data)))
	return b.Document()
}

type walker struct {
	data []byte
	b    *source.Builder
	last int // offset up to which lines have been counted
	line int // lines before last
}

func (w *walker) blocks(parent ast.Node) {
	for n := parent.FirstChild(); n != nil; n = n.NextSibling() {
		switch n := n.(type) {
		case *ast.Heading:
			w.b.Heading(n.Level, w.inline(n), w.at(n))
		case *ast.Paragraph, *ast.TextBlock:
			w.b.Text(source.Paragraph, w.inline(n), w.at(n))
		case *ast.List:
			w.items(n)
		case *extast.Table:
			w.table(n)
		case *ast.FencedCodeBlock, *ast.CodeBlock:
			w.b.Text(source.Paragraph, string(w.lines(n)), w.at(n))
		default:
			w.blocks(n)
		}
	}
}

// items adds each item's own text as one passage, then what is nested in it.
func (w *walker) items(list *ast.List) {
	for item := list.FirstChild(); item != nil; item = item.NextSibling() {
		for n := item.FirstChild(); n != nil; n = n.NextSibling() {
			if sub, ok := n.(*ast.List); ok {
				w.items(sub)
				continue
			}
			w.b.Text(source.Item, w.inline(n), w.at(n))
		}
	}
}

func (w *walker) table(t *extast.Table) {
	var rows [][]string
	for row := t.FirstChild(); row != nil; row = row.NextSibling() {
		var cells []string
		for cell := row.FirstChild(); cell != nil; cell = cell.NextSibling() {
			cells = append(cells, source.Fold(w.inline(cell)))
		}
		rows = append(rows, cells)
	}
	w.b.Table(rows, w.at(t))
}

// inline is the text of a node without its marks of emphasis; what those set off is told
// to the builder.
func (w *walker) inline(n ast.Node) string {
	return w.text(n, func(e *ast.Emphasis) {
		if _, within := e.Parent().(*ast.Emphasis); !within {
			w.b.Emphasise(w.text(e, func(*ast.Emphasis) {}))
		}
	})
}

func (w *walker) text(n ast.Node, emphasis func(*ast.Emphasis)) string {
	var out strings.Builder
	_ = ast.Walk(n, func(c ast.Node, entering bool) (ast.WalkStatus, error) {
		if !entering {
			return ast.WalkContinue, nil
		}
		switch c := c.(type) {
		case *ast.Text:
			out.Write(c.Segment.Value(w.data))
			if c.SoftLineBreak() || c.HardLineBreak() {
				out.WriteByte(' ')
			}
		case *ast.String:
			out.Write(c.Value)
		case *ast.AutoLink:
			out.Write(c.Label(w.data))
		case *ast.Emphasis:
			emphasis(c)
		}
		return ast.WalkContinue, nil
	})
	return out.String()
}

func (w *walker) lines(n ast.Node) []byte {
	var out bytes.Buffer
	for i := range n.Lines().Len() {
		seg := n.Lines().At(i)
		out.Write(seg.Value(w.data))
	}
	return out.Bytes()
}

// at is the line on which a block begins. Blocks come in order, so lines are
// counted once.
func (w *walker) at(n ast.Node) int {
	offset := -1
	_ = ast.Walk(n, func(c ast.Node, entering bool) (ast.WalkStatus, error) {
		if entering && c.Type() == ast.TypeBlock && c.Lines() != nil && c.Lines().Len() > 0 {
			offset = c.Lines().At(0).Start
			return ast.WalkStop, nil
		}
		return ast.WalkContinue, nil
	})
	if offset > w.last {
		w.line += bytes.Count(w.data[w.last:offset], []byte{'\n'})
		w.last = offset
	}
	return w.line + 1
}
