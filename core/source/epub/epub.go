// Package epub reads electronic books (EPUB 2 and 3): the chapters of the spine
// in their order, each read as a page.
package epub

import (
	"net/url"
	"path"
	"strings"
	"unicode/utf8"

	"zincowl/core/source"
	"zincowl/core/source/archive"
	"zincowl/core/source/html"
)

const container = "META-INF/container.xml"

// Is says whether an archive is a book of this format.
func Is(a *archive.Archive) bool { return a.Has(container) }

// Read makes a document of an opened archive.
func Read(origin string, a *archive.Archive) (source.Document, error) {
	if a.Has("META-INF/encryption.xml") && a.Has("META-INF/rights.xml") {
		return source.Document{}, source.Bad("This book is locked to its shop's reader; bring a copy that is not, or paste the part you need.")
	}
	root, err := a.XML(container)
	if err != nil {
		return source.Document{}, err
	}
	file := root.Find("rootfile")
	if file == nil {
		return source.Document{}, source.Bad("This book does not say where its contents are; it is damaged. Bring another copy.")
	}
	at := file.Attrs["full-path"]
	list, err := a.XML(at)
	if err != nil {
		return source.Document{}, err
	}
	chapters := map[string]string{}
	if manifest := list.Find("manifest"); manifest != nil {
		for _, item := range manifest.Children {
			if kind := item.Attrs["media-type"]; strings.Contains(kind, "html") && !strings.Contains(item.Attrs["properties"], "nav") {
				chapters[item.Attrs["id"]] = item.Attrs["href"]
			}
		}
	}
	b := source.NewBuilder(origin, "epub")
	if spine := list.Find("spine"); spine != nil {
		for _, ref := range spine.Children {
			href, ok := chapters[ref.Attrs["idref"]]
			if !ok || ref.Attrs["linear"] == "no" {
				continue
			}
			if plain, err := url.PathUnescape(href); err == nil {
				href = plain
			}
			data, err := a.File(path.Join(path.Dir(at), href))
			if err != nil {
				return source.Document{}, err
			}
			if !utf8.Valid(data) {
				data = []byte(strings.ToValidUTF8(string(data), "�"))
			}
			within := path.Dir(path.Join(path.Dir(at), href))
			if err := html.Append(b, string(data), func(src string) []byte { return picture(a, within, src) }); err != nil {
				return source.Document{}, err
			}
		}
	}
	doc := b.Document()
	if p := doc.Passages; len(p) > 1 && p[0].Kind == source.Heading && p[1].Kind == source.Heading && p[0].Text == p[1].Text && len(p[1].Locator.Heading) == 0 {
		doc.Passages = p[1:] // a title page before the title
	}
	if title := source.Fold(list.Find("metadata").Find("title").Content()); title != "" {
		doc.Title = title
	}
	return doc, nil
}

// picture is a picture that a chapter refers to; nil where there is none.
func picture(a *archive.Archive, within, src string) []byte {
	if plain, err := url.PathUnescape(src); err == nil {
		src = plain
	}
	data, err := a.File(path.Join(within, src))
	if err != nil {
		return nil
	}
	return data
}
