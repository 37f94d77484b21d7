// Package archive opens documents that are compressed folders of XML, with
// limits that no honest document meets: how many files, how much they hold when
// unpacked, and how many times more than packed.
package archive

import (
	"archive/zip"
	"bytes"
	"encoding/xml"
	"errors"
	"io"
	"strings"

	"zincowl/core/source"
)

const (
	maxFiles = 20_000
	// maxUnpacked is what all files that are read may come to, in bytes.
	maxUnpacked = 400 << 20
	// maxRatio is how many times more than packed one large file may hold.
	maxRatio = 200
	// small is the size below which the ratio says nothing.
	small = 1 << 20
	// maxDepth is how deeply elements may nest.
	maxDepth = 256
)

// Archive is an opened document.
type Archive struct {
	files map[string]*zip.File
	left  int64
}

// Open reads the list of files of a compressed document.
func Open(data []byte) (*Archive, error) {
	z, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	if err != nil {
		return nil, source.Bad("This document is damaged (its list of parts can't be read); open it in its program, save it again and bring that.")
	}
	if len(z.File) > maxFiles {
		return nil, source.Bad("This document has %d parts, more than any that people write; save it again and bring that.", len(z.File))
	}
	a := &Archive{files: make(map[string]*zip.File, len(z.File)), left: maxUnpacked}
	for _, f := range z.File {
		a.files[strings.TrimPrefix(f.Name, "/")] = f
	}
	return a, nil
}

// Has says whether there is a file.
func (a *Archive) Has(name string) bool { return a.files[name] != nil }

// File unpacks a file; nil where there is none.
func (a *Archive) File(name string) ([]byte, error) {
	f := a.files[name]
	if f == nil {
		return nil, nil
	}
	limit := a.left
	if ratio := int64(f.CompressedSize64) * maxRatio; ratio > small {
		limit = min(limit, ratio)
	} else {
		limit = min(limit, small)
	}
	r, err := f.Open()
	if err != nil {
		return nil, damaged(name)
	}
	defer r.Close()
	data, err := io.ReadAll(io.LimitReader(r, limit+1))
	if int64(len(data)) > limit {
		return nil, source.Bad("A part of this document unpacks to far more than it should; it was not opened. Save it again in its program and bring that.")
	}
	if err != nil {
		return nil, damaged(name)
	}
	a.left -= int64(len(data))
	return data, nil
}

func damaged(name string) error {
	return source.Bad("This document is damaged (its part %s can't be read); open it in its program, save it again and bring that.", name)
}

// Element is a node of an XML file: an element with its children in order, or,
// without a name, text.
type Element struct {
	Name     string // without its namespace
	Attrs    map[string]string
	Text     string
	Children []*Element
}

// XML unpacks and parses a file; nil where there is none. Entities that a file
// declares itself are not expanded but refused.
func (a *Archive) XML(name string) (*Element, error) {
	data, err := a.File(name)
	if data == nil || err != nil {
		return nil, err
	}
	d := xml.NewDecoder(bytes.NewReader(data))
	root := &Element{}
	stack := []*Element{root}
	for {
		token, err := d.Token()
		if errors.Is(err, io.EOF) {
			return root, nil
		}
		if err != nil {
			return nil, damaged(name)
		}
		top := stack[len(stack)-1]
		switch t := token.(type) {
		case xml.StartElement:
			if len(stack) > maxDepth {
				return nil, source.Bad("The part %s of this document nests too deeply to be one that people write; save it again and bring that.", name)
			}
			e := &Element{Name: t.Name.Local}
			if len(t.Attr) > 0 {
				e.Attrs = make(map[string]string, len(t.Attr))
				for _, attr := range t.Attr {
					e.Attrs[attr.Name.Local] = attr.Value
				}
			}
			top.Children = append(top.Children, e)
			stack = append(stack, e)
		case xml.EndElement:
			stack = stack[:len(stack)-1]
		case xml.CharData:
			top.Children = append(top.Children, &Element{Text: string(t)})
		}
	}
}

// Child is the first child with a name, or nil. It may be called on nil.
func (e *Element) Child(path ...string) *Element {
	for _, name := range path {
		if e == nil {
			return nil
		}
		var next *Element
		for _, c := range e.Children {
			if c.Name == name {
				next = c
				break
			}
		}
		e = next
	}
	return e
}

// All lists the elements of a name at any depth, in their order. It may be asked
// of nil.
func (e *Element) All(name string) []*Element {
	if e == nil {
		return nil
	}
	var out []*Element
	for _, c := range e.Children {
		if c.Name == name {
			out = append(out, c)
		} else {
			out = append(out, c.All(name)...)
		}
	}
	return out
}

// Find is the first element with a name at any depth, or nil.
func (e *Element) Find(name string) *Element {
	if e == nil || e.Name == name {
		return e
	}
	for _, c := range e.Children {
		if found := c.Find(name); found != nil {
			return found
		}
	}
	return nil
}

// Content is all text below an element.
func (e *Element) Content() string {
	if e == nil {
		return ""
	}
	var out strings.Builder
	var walk func(*Element)
	walk = func(e *Element) {
		out.WriteString(e.Text)
		for _, c := range e.Children {
			walk(c)
		}
	}
	walk(e)
	return out.String()
}
