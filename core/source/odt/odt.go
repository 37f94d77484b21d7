// Package odt reads text documents in OpenDocument (ISO/IEC 26300): headings by
// their outline levels, paragraphs, list items, tables, raised and lowered
// figures. Notes and what was deleted with changes tracked are left out.
package odt

import (
	"strconv"
	"strings"

	"zincowl/core/source"
	"zincowl/core/source/archive"
)

const body = "content.xml"

// Is says whether an archive is a document of this format.
func Is(a *archive.Archive) bool { return a.Has(body) && a.Has("mimetype") }

// Read makes a document of an opened archive.
func Read(origin string, a *archive.Archive) (source.Document, error) {
	root, err := a.XML(body)
	if err != nil {
		return source.Document{}, err
	}
	text := root.Find("body").Child("text")
	if text == nil {
		return source.Document{}, source.Bad("This is an OpenDocument file without text, perhaps a drawing; save its text as .odt and bring that.")
	}
	r := &reader{archive: a, b: source.NewBuilder(origin, "odt"), raised: map[string]string{}}
	r.styles(root.Find("automatic-styles"))
	r.blocks(text, source.Paragraph)
	doc := r.b.Document()
	if meta, err := a.XML("meta.xml"); err == nil && doc.Title == origin {
		if title := source.Fold(meta.Find("title").Content()); title != "" {
			doc.Title = title
		}
	}
	return doc, nil
}

type reader struct {
	archive *archive.Archive
	b       *source.Builder
	raised  map[string]string // "super" or "sub", by style
}

// styles finds which styles raise or lower their text.
func (r *reader) styles(list *archive.Element) {
	if list == nil {
		return
	}
	for _, s := range list.Children {
		if p := s.Child("text-properties"); p != nil {
			if at, _, _ := strings.Cut(p.Attrs["text-position"], " "); at != "" {
				r.raised[s.Attrs["name"]] = at
			}
		}
	}
}

func (r *reader) blocks(parent *archive.Element, kind source.Kind) {
	for _, e := range parent.Children {
		switch e.Name {
		case "h":
			level, err := strconv.Atoi(e.Attrs["outline-level"])
			if err != nil {
				level = 1
			}
			r.b.Heading(level, r.inline(e), 0)
		case "p":
			for _, frame := range e.All("frame") {
				r.picture(frame)
			}
			switch style := e.Attrs["style-name"]; {
			case style == "Title":
				r.b.Heading(1, r.inline(e), 0)
			case strings.HasSuffix(style, "Caption") || style == "Table" || style == "Illustration":
				r.b.Text(source.Caption, r.inline(e), 0)
			default:
				r.b.Text(kind, r.inline(e), 0)
			}
		case "list", "list-item", "list-header":
			r.blocks(e, source.Item)
		case "section", "index-body":
			r.blocks(e, kind)
		case "table":
			r.table(e)
		}
	}
}

// picture adds the picture of a frame.
func (r *reader) picture(frame *archive.Element) {
	image := frame.Find("image")
	if image == nil {
		return
	}
	about := frame.Find("desc").Content()
	if about == "" {
		about = frame.Find("title").Content()
	}
	if data, err := r.archive.File(image.Attrs["href"]); err == nil && data != nil {
		r.b.Picture(data, about)
	}
}

// inline is the text of a paragraph.
func (r *reader) inline(parent *archive.Element) string {
	var out strings.Builder
	for _, e := range parent.Children {
		switch e.Name {
		case "":
			out.WriteString(e.Text)
		case "s", "tab", "line-break":
			out.WriteString(" ")
		case "note", "annotation", "frame", "bookmark", "tracked-changes":
		case "span":
			switch at := r.raised[e.Attrs["style-name"]]; {
			case strings.HasPrefix(at, "super") || at != "" && at[0] >= '1' && at[0] <= '9':
				out.WriteString(source.Raised(r.inline(e), true))
			case strings.HasPrefix(at, "sub") || strings.HasPrefix(at, "-"):
				out.WriteString(source.Raised(r.inline(e), false))
			default:
				out.WriteString(r.inline(e))
			}
		default:
			out.WriteString(r.inline(e))
		}
	}
	return out.String()
}

// maxRepeated bounds how often a cell or row that stands for several is
// repeated; empty ones at the edge of a sheet stand for thousands.
const maxRepeated = 64

func (r *reader) table(t *archive.Element) {
	var rows [][]string
	var collect func(parent *archive.Element)
	collect = func(parent *archive.Element) {
		for _, e := range parent.Children {
			switch e.Name {
			case "table-header-rows", "table-rows", "table-row-group":
				collect(e)
			case "table-row":
				var cells []string
				for _, c := range e.Children {
					if c.Name != "table-cell" && c.Name != "covered-table-cell" {
						continue
					}
					var parts []string
					for _, p := range c.Children {
						if text := source.Fold(r.inline(p)); p.Name == "p" && text != "" {
							parts = append(parts, text)
						}
					}
					n, err := strconv.Atoi(c.Attrs["number-columns-repeated"])
					if err != nil {
						n = 1
					}
					for range min(n, maxRepeated) {
						cells = append(cells, strings.Join(parts, " "))
					}
				}
				for len(cells) > 0 && cells[len(cells)-1] == "" {
					cells = cells[:len(cells)-1]
				}
				if len(cells) > 0 {
					rows = append(rows, cells)
				}
			}
		}
	}
	collect(t)
	width := 0
	for _, row := range rows {
		width = max(width, len(row))
	}
	for i := range rows {
		for len(rows[i]) < width {
			rows[i] = append(rows[i], "")
		}
	}
	r.b.Table(rows, 0)
}
