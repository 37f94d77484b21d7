// Package html reads web pages that were saved to a file: the text of headings,
// paragraphs, items and tables, without menus, banners, footers and scripts.
package html

import (
	"encoding/base64"
	"strings"

	dom "golang.org/x/net/html"
	"golang.org/x/net/html/atom"

	"zincowl/core/source"
)

// Read makes a document of a page that is known to be valid UTF-8.
func Read(origin, text string) (source.Document, error) {
	b := source.NewBuilder(origin, "html")
	title, err := add(b, text, inlined)
	if err != nil {
		return source.Document{}, err
	}
	doc := b.Document()
	if doc.Title == origin && title != "" {
		doc.Title = title
	}
	return doc, nil
}

// Append adds the passages of a page to a document under way, for formats whose
// chapters are pages. File gives the pictures that the page refers to, or nil.
func Append(b *source.Builder, text string, file func(href string) []byte) error {
	_, err := add(b, text, file)
	return err
}

// add reads a page and gives the title in its head. Where the page marks its
// main part, only that is read. A page whose elements nest too deeply to be one
// that people read is refused.
func add(b *source.Builder, text string, file func(href string) []byte) (title string, err error) {
	root, err := dom.Parse(strings.NewReader(text))
	if err != nil {
		return "", source.Bad("This page can't be read as HTML (%v); open it in a browser, copy its text and paste that.", err)
	}
	r := &reader{b: b, file: file}
	start := root
	if main := find(root, func(n *dom.Node) bool { return n.DataAtom == atom.Main || attribute(n, "role") == "main" }); main != nil {
		start = main
	} else if article := find(root, func(n *dom.Node) bool { return n.DataAtom == atom.Article }); article != nil && only(root, atom.Article) {
		start = article
	}
	r.blocks(start)
	r.flush(source.Paragraph)
	if head := find(root, func(n *dom.Node) bool { return n.DataAtom == atom.Title }); head != nil {
		title = source.Fold(content(head))
	}
	return title, nil
}

type reader struct {
	b    *source.Builder
	text strings.Builder // of the block under way
	file func(href string) []byte
}

// inlined is a picture that a page carries within its address (RFC 2397); nil
// for one that stands elsewhere.
func inlined(href string) []byte {
	head, body, ok := strings.Cut(href, ",")
	if !ok || !strings.HasPrefix(head, "data:image/") || !strings.HasSuffix(head, ";base64") {
		return nil
	}
	data, err := base64.StdEncoding.DecodeString(body)
	if err != nil {
		return nil
	}
	return data
}

// skipped are elements whose content is no text of the page.
var skipped = map[atom.Atom]bool{
	atom.Head: true, atom.Script: true, atom.Style: true, atom.Noscript: true, atom.Template: true, atom.Nav: true, atom.Footer: true, atom.Aside: true,
	atom.Form: true, atom.Button: true, atom.Select: true, atom.Svg: true, atom.Iframe: true, atom.Object: true, atom.Dialog: true, atom.Menu: true,
}

// levels are headings with how deep they stand.
var levels = map[atom.Atom]int{atom.H1: 1, atom.H2: 2, atom.H3: 3, atom.H4: 4, atom.H5: 5, atom.H6: 6}

// breaking are elements that begin and end a block.
var breaking = map[atom.Atom]bool{
	atom.P: true, atom.Div: true, atom.Section: true, atom.Article: true, atom.Main: true, atom.Header: true, atom.Blockquote: true, atom.Pre: true,
	atom.Ul: true, atom.Ol: true, atom.Dl: true, atom.Li: true, atom.Dd: true, atom.Dt: true, atom.Figure: true, atom.Figcaption: true, atom.Table: true,
	atom.Hr: true, atom.Body: true, atom.Address: true, atom.Details: true, atom.Summary: true,
}

func (r *reader) flush(kind source.Kind) {
	r.b.Text(kind, r.text.String(), 0)
	r.text.Reset()
}

// blocks walks the children of an element. Text that stands between blocks is a
// paragraph of its own.
func (r *reader) blocks(parent *dom.Node) {
	for n := parent.FirstChild; n != nil; n = n.NextSibling {
		switch {
		case n.Type == dom.TextNode:
			r.text.WriteString(n.Data)
		case n.Type != dom.ElementNode || skipped[n.DataAtom] || hidden(n) || pageHeader(n):
		case levels[n.DataAtom] > 0:
			r.flush(source.Paragraph)
			r.b.Heading(levels[n.DataAtom], content(n), 0)
		case n.DataAtom == atom.Table:
			r.flush(source.Paragraph)
			r.table(n)
		case n.DataAtom == atom.Dl:
			r.flush(source.Paragraph)
			r.definitions(n)
		case n.DataAtom == atom.Li:
			r.flush(source.Paragraph)
			r.blocks(n)
			r.flush(source.Item)
		case n.DataAtom == atom.Figcaption:
			r.flush(source.Paragraph)
			r.blocks(n)
			r.flush(source.Caption)
		case n.DataAtom == atom.Br:
			r.text.WriteString("\n")
		case n.DataAtom == atom.Img:
			if data := r.file(attribute(n, "src")); data != nil {
				r.flush(source.Paragraph)
				r.b.Picture(data, attribute(n, "alt"))
			}
		case n.DataAtom == atom.Sup || n.DataAtom == atom.Sub:
			r.text.WriteString(mark(content(n), n.DataAtom == atom.Sup))
		case breaking[n.DataAtom]:
			kind := source.Paragraph
			if (n.DataAtom == atom.Ul || n.DataAtom == atom.Ol) && parent.DataAtom == atom.Li {
				kind = source.Item // the item's own text, before what is nested in it
			}
			r.flush(kind)
			r.blocks(n)
			kind = source.Paragraph
			if parent.DataAtom == atom.Li {
				kind = source.Item
			}
			r.flush(kind)
		default:
			switch n.DataAtom {
			case atom.Em, atom.I, atom.Strong, atom.B, atom.Dfn:
				r.b.Emphasise(content(n))
			}
			r.blocks(n)
		}
	}
}

// definitions reads a list of terms as items "term: meaning".
func (r *reader) definitions(list *dom.Node) {
	term := ""
	for n := list.FirstChild; n != nil; n = n.NextSibling {
		switch n.DataAtom {
		case atom.Dt:
			term = source.Fold(content(n))
		case atom.Dd:
			meaning := source.Fold(content(n))
			if term != "" {
				meaning = term + ": " + meaning
			}
			r.b.Text(source.Item, meaning, 0)
		case atom.Div:
			r.definitions(n)
		}
	}
}

func (r *reader) table(table *dom.Node) {
	var rows [][]string
	walk(table, func(n *dom.Node) bool {
		switch n.DataAtom {
		case atom.Caption:
			r.b.Text(source.Caption, content(n), 0)
			return false
		case atom.Tr:
			var cells []string
			for c := n.FirstChild; c != nil; c = c.NextSibling {
				if c.DataAtom == atom.Td || c.DataAtom == atom.Th {
					cells = append(cells, source.Fold(content(c)))
				}
			}
			if strings.TrimSpace(strings.Join(cells, "")) != "" {
				rows = append(rows, cells)
			}
			return false
		}
		return true
	})
	if len(rows) > 0 && len(rows[0]) == 1 { // a table that only lays out the page
		for _, row := range rows {
			r.b.Text(source.Paragraph, strings.Join(row, " "), 0)
		}
		return
	}
	r.b.Table(rows, 0)
}

// content is all text below a node that is shown, with raised and lowered
// figures as such.
func content(n *dom.Node) string {
	var out strings.Builder
	walk(n, func(c *dom.Node) bool {
		switch {
		case c.Type == dom.TextNode:
			out.WriteString(c.Data)
		case c != n && (skipped[c.DataAtom] || hidden(c)):
			return false
		case c != n && (c.DataAtom == atom.Sup || c.DataAtom == atom.Sub):
			out.WriteString(mark(content(c), c.DataAtom == atom.Sup))
			return false
		case breaking[c.DataAtom] || c.DataAtom == atom.Br:
			out.WriteString(" ")
		}
		return true
	})
	return out.String()
}

// mark is raised or lowered text; a mark of a footnote in brackets is left out.
func mark(text string, up bool) string {
	if text = strings.TrimSpace(text); up && strings.HasPrefix(text, "[") {
		return ""
	}
	return source.Raised(text, up)
}

func attribute(n *dom.Node, name string) string {
	for _, a := range n.Attr {
		if a.Key == name {
			return a.Val
		}
	}
	return ""
}

// hidden says whether an element is not shown or is a part of the page around
// the text.
func hidden(n *dom.Node) bool {
	for _, a := range n.Attr {
		switch {
		case a.Key == "hidden", a.Key == "aria-hidden" && a.Val == "true", a.Key == "style" && strings.Contains(strings.ReplaceAll(a.Val, " ", ""), "display:none"):
			return true
		case a.Key == "role" && (a.Val == "navigation" || a.Val == "banner" || a.Val == "contentinfo" || a.Val == "search"):
			return true
		case a.Key == "role" && (a.Val == "doc-noteref" || a.Val == "doc-backlink"), a.Key == "epub:type" && (a.Val == "noteref" || a.Val == "backlink"):
			return true // the mark of a note, and the way back from it
		}
	}
	return false
}

// pageHeader says whether an element is the banner of the whole page: a header
// that holds no heading of the text.
func pageHeader(n *dom.Node) bool {
	return n.DataAtom == atom.Header && find(n, func(c *dom.Node) bool { return c.DataAtom == atom.H1 || c.DataAtom == atom.H2 }) == nil
}

func walk(n *dom.Node, visit func(*dom.Node) bool) {
	if !visit(n) {
		return
	}
	for c := n.FirstChild; c != nil; c = c.NextSibling {
		walk(c, visit)
	}
}

func find(n *dom.Node, is func(*dom.Node) bool) *dom.Node {
	var found *dom.Node
	walk(n, func(c *dom.Node) bool {
		if found == nil && c.Type == dom.ElementNode && is(c) {
			found = c
		}
		return found == nil
	})
	return found
}

// only says whether there is exactly one element of a kind.
func only(n *dom.Node, kind atom.Atom) bool {
	count := 0
	walk(n, func(c *dom.Node) bool {
		if c.DataAtom == kind {
			count++
		}
		return count < 2
	})
	return count == 1
}
