// Package docx reads word-processor documents in Office Open XML
// (ISO/IEC 29500): headings by their styles or outline levels, paragraphs, list
// items, tables, raised and lowered figures. What was deleted with changes
// tracked is left out, what was inserted is kept.
package docx

import (
	"path"
	"strconv"
	"strings"

	"zincowl/core/source"
	"zincowl/core/source/archive"
)

const body = "word/document.xml"

// Is says whether an archive is a document of this format.
func Is(a *archive.Archive) bool { return a.Has(body) }

// Read makes a document of an opened archive.
func Read(origin string, a *archive.Archive) (source.Document, error) {
	root, err := a.XML(body)
	if err != nil {
		return source.Document{}, err
	}
	r := &reader{b: source.NewBuilder(origin, "docx"), levels: map[string]int{}}
	styles, err := a.XML("word/styles.xml")
	if err != nil {
		return source.Document{}, err
	}
	r.styles(styles.Find("styles"))
	if r.parts, err = relations(a); err != nil {
		return source.Document{}, err
	}
	r.archive = a
	r.blocks(root.Find("body"))
	doc := r.b.Document()
	if core, err := a.XML("docProps/core.xml"); err == nil && doc.Title == origin {
		if title := source.Fold(core.Find("title").Content()); title != "" {
			doc.Title = title
		}
	}
	return doc, nil
}

type reader struct {
	b      *source.Builder
	levels map[string]int // of heading styles, by their ids
	title  string         // the id of the title's style
	below  int            // 1 once there is a title, which stands above all headings

	archive *archive.Archive
	parts   map[string]string // what the document refers to, by id
}

// relations are the parts that a document refers to.
func relations(a *archive.Archive) (map[string]string, error) {
	root, err := a.XML("word/_rels/document.xml.rels")
	if err != nil {
		return nil, err
	}
	out := map[string]string{}
	if list := root.Find("Relationships"); list != nil {
		for _, e := range list.Children {
			if e.Attrs["TargetMode"] != "External" {
				out[e.Attrs["Id"]] = path.Join("word", e.Attrs["Target"])
			}
		}
	}
	return out, nil
}

// pictures adds the pictures of a paragraph.
func (r *reader) pictures(p *archive.Element) {
	for _, drawing := range p.All("drawing") {
		blip, about := drawing.Find("blip"), drawing.Find("docPr")
		if blip == nil {
			continue
		}
		if data, err := r.archive.File(r.parts[blip.Attrs["embed"]]); err == nil && data != nil {
			r.b.Picture(data, attr(about, "descr"))
		}
	}
}

// styles finds which styles are headings: by their built-in names, which stay
// English whatever the program's language, or by an outline level.
func (r *reader) styles(list *archive.Element) {
	if list == nil {
		return
	}
	for _, s := range list.Children {
		name := strings.ToLower(attr(s.Child("name"), "val"))
		if n, ok := strings.CutPrefix(name, "heading "); ok {
			if level, err := strconv.Atoi(n); err == nil {
				r.levels[s.Attrs["styleId"]] = level
			}
		} else if name == "title" {
			r.title = s.Attrs["styleId"]
		} else if level, err := strconv.Atoi(attr(s.Child("pPr", "outlineLvl"), "val")); err == nil && level < 9 {
			r.levels[s.Attrs["styleId"]] = level + 1
		}
	}
}

func attr(e *archive.Element, name string) string {
	if e == nil {
		return ""
	}
	return e.Attrs[name]
}

func (r *reader) blocks(parent *archive.Element) {
	if parent == nil {
		return
	}
	for _, e := range parent.Children {
		switch e.Name {
		case "p":
			r.paragraph(e)
		case "tbl":
			r.table(e)
		case "sdt":
			r.blocks(e.Child("sdtContent"))
		case "ins", "moveTo", "customXml", "smartTag":
			r.blocks(e)
		}
	}
}

func (r *reader) paragraph(p *archive.Element) {
	text := runs(p)
	properties := p.Child("pPr")
	style := attr(properties.Child("pStyle"), "val")
	level := r.levels[style]
	if n, err := strconv.Atoi(attr(properties.Child("outlineLvl"), "val")); err == nil && n < 9 {
		level = n + 1
	}
	numbered := properties.Child("numPr") != nil && attr(properties.Child("numPr", "numId"), "val") != "0"
	switch {
	case style == r.title && style != "":
		r.b.Heading(1, text, 0)
		r.below = 1
	case level > 0:
		r.b.Heading(level+r.below, text, 0)
	case numbered || strings.HasPrefix(strings.ToLower(style), "list"):
		r.b.Text(source.Item, text, 0)
	case strings.HasSuffix(strings.ToLower(style), "caption"):
		r.b.Text(source.Caption, text, 0)
	default:
		r.b.Text(source.Paragraph, text, 0)
	}
	r.pictures(p)
}

// runs is the text of a paragraph.
func runs(parent *archive.Element) string {
	var out strings.Builder
	for _, e := range parent.Children {
		switch e.Name {
		case "r":
			if e.Child("rPr", "vanish") == nil {
				out.WriteString(run(e))
			}
		case "hyperlink", "ins", "moveTo", "smartTag", "fldSimple", "customXml", "oMath", "oMathPara", "bdo", "dir":
			out.WriteString(runs(e))
		case "sdt":
			if content := e.Child("sdtContent"); content != nil {
				out.WriteString(runs(content))
			}
		}
	}
	return out.String()
}

func run(r *archive.Element) string {
	var out strings.Builder
	for _, e := range r.Children {
		switch e.Name {
		case "t":
			out.WriteString(e.Content())
		case "tab", "br", "cr":
			out.WriteString(" ")
		case "noBreakHyphen":
			out.WriteString("-")
		}
	}
	switch attr(r.Child("rPr", "vertAlign"), "val") {
	case "superscript":
		return source.Raised(out.String(), true)
	case "subscript":
		return source.Raised(out.String(), false)
	}
	return out.String()
}

func (r *reader) table(t *archive.Element) {
	var rows [][]string
	for _, tr := range t.Children {
		if tr.Name != "tr" {
			continue
		}
		var cells []string
		for _, tc := range tr.Children {
			if tc.Name != "tc" {
				continue
			}
			var parts []string
			for _, p := range tc.Children {
				if p.Name == "p" {
					if text := source.Fold(runs(p)); text != "" {
						parts = append(parts, text)
					}
				}
			}
			cells = append(cells, strings.Join(parts, " "))
		}
		if strings.Join(cells, "") != "" {
			rows = append(rows, cells)
		}
	}
	r.b.Table(rows, 0)
}
