// Package reader turns the bytes of a file into a document. It looks at the
// content, not at the name, to refuse what is not text and to tell pages and
// captions from notes; only where a text could be read as several things (plain
// text, Markdown, a table) does the name decide first.
package reader

import (
	"bytes"
	"context"
	"fmt"
	"path"
	"regexp"
	"strings"
	"unicode/utf8"

	"zincowl/core/language"
	"zincowl/core/source"
	"zincowl/core/source/archive"
	"zincowl/core/source/captions"
	"zincowl/core/source/docx"
	"zincowl/core/source/epub"
	"zincowl/core/source/html"
	"zincowl/core/source/markdown"
	"zincowl/core/source/media"
	"zincowl/core/source/odt"
	"zincowl/core/source/pdf"
	"zincowl/core/source/plain"
	"zincowl/core/source/table"
	"zincowl/core/source/xlsx"
)

// MaxBytes is the largest file that is read.
const MaxBytes = 200 << 20

// MaxText is the longest text that is read, in bytes: four million words, a dozen
// thick textbooks.
const MaxText = 24 << 20

var signatures = []struct{ magic, name string }{
	{"GIF8", "a picture of a kind that is not read (PNG and JPEG are)"},
	{"\xd0\xcf\x11\xe0", "an older office document"},
	{"\x1f\x8b", "a compressed file"},
	{"\x7fELF", "a program"},
}

var markdownSign = regexp.MustCompile(`(?m)^(#{1,6} \S|\|.*\|\s*$|\s*[-*] \*\*)`)

// MaxPictures is what the pictures of a document may come to, in bytes; those beyond
// are left out.
const MaxPictures = 48 << 20

// Read makes a document of a file or of pasted text and tells of its progress
// where the format has pages. An error is a *source.BadInput where the file is
// at fault, and the context's where that ended first.
func Read(ctx context.Context, name string, data []byte, tools source.Tools) (source.Document, error) {
	if len(data) > MaxBytes {
		return source.Document{}, source.Bad("This file is %d MB and the limit is %d MB; split it at a chapter and bring the parts.", (len(data)+1<<20-1)>>20, MaxBytes>>20)
	}
	doc, err := parse(ctx, name, data, tools)
	if err != nil {
		return source.Document{}, err
	}
	leaveOut(&doc)
	length := 0
	for _, p := range doc.Passages {
		length += len(p.Text)
	}
	if length > MaxText {
		return source.Document{}, source.Bad("This holds %d MB of text and the limit is %d MB; split it at a chapter and bring the parts.", (length+1<<20-1)>>20, MaxText>>20)
	}
	if tools.Recognise != nil {
		if err := source.Recognise(ctx, &doc, tools.Recognise); err != nil {
			return source.Document{}, fmt.Errorf("reading the labels of pictures: %w", err)
		}
	}
	if err := ctx.Err(); err != nil {
		return source.Document{}, err
	}
	if len(doc.Passages) == 0 {
		return source.Document{}, source.Bad("There is nothing to read in this text: it has marks but no words; bring notes with sentences in them.")
	}
	if doc.Title == name {
		doc.Title = strings.TrimSuffix(name, path.Ext(name))
	}
	doc.Language = language.Detect(spoken(doc))
	if doc.Language != "en" {
		doc.Warnings = append(doc.Warnings, source.Warning{Says: "This does not read like English. The built-in writer draws questions from English only."})
	}
	return doc, nil
}

// leaveOut leaves pictures out that go beyond what they may come to together, in the
// order in which they stand, and says so; their captions stay.
func leaveOut(doc *source.Document) {
	kept, total, gone := map[string][]byte{}, 0, 0
	passages := doc.Passages[:0]
	for _, p := range doc.Passages {
		if data, there := doc.Files[p.File]; p.File != "" && there {
			_, again := kept[p.File]
			if !again && total+len(data) > MaxPictures {
				gone++
				if p.File, p.Kind = "", source.Caption; p.Text == "" {
					continue
				}
			} else if !again {
				kept[p.File] = data
				total += len(data)
			}
		}
		passages = append(passages, p)
	}
	if gone == 0 {
		return
	}
	doc.Passages, doc.Files = passages, kept
	doc.Warnings = append(doc.Warnings, source.Warning{Says: fmt.Sprintf("%d pictures were left out, as all together come to more than %d MB; bring those that matter as files of their own.", gone, MaxPictures>>20)})
}

// parse picks the reader.
func parse(ctx context.Context, name string, data []byte, tools source.Tools) (source.Document, error) {
	switch {
	case pdf.Is(data):
		return pdf.Read(ctx, name, data, tools)
	case source.IsPicture(data):
		return pdf.Picture(ctx, name, data, tools.Recognise)
	case media.Is(data):
		return media.Read(name, data)
	case bytes.HasPrefix(data, []byte("PK\x03\x04")):
		return packed(name, data)
	}
	text, err := decode(data)
	if err != nil {
		return source.Document{}, err
	}
	switch ext := strings.ToLower(path.Ext(name)); {
	case captions.Is(text):
		return captions.Read(name, text)
	case isPage(text):
		return html.Read(name, text)
	case table.Is(name, text):
		return table.Read(name, text)
	case ext == ".md" || ext == ".markdown" || ext != ".txt" && markdownSign.MatchString(text):
		return markdown.Read(name, []byte(text)), nil
	}
	return plain.Read(name, text), nil
}

// packed reads the formats that are compressed folders.
func packed(name string, data []byte) (source.Document, error) {
	a, err := archive.Open(data)
	if err != nil {
		return source.Document{}, err
	}
	switch {
	case docx.Is(a):
		return docx.Read(name, a)
	case xlsx.Is(a):
		return xlsx.Read(name, data)
	case epub.Is(a):
		return epub.Read(name, a)
	case odt.Is(a):
		return odt.Read(name, a)
	}
	return source.Document{}, source.Bad("This is a compressed file of a kind that is not read (text documents, spreadsheets and books are); open it, copy its text and paste that.")
}

// spoken is the text of a document without the marks of its format.
func spoken(doc source.Document) string {
	var out strings.Builder
	for _, p := range doc.Passages {
		if p.Kind != source.Table {
			out.WriteString(p.Text + "\n")
		}
	}
	return out.String()
}

var (
	pageStart = regexp.MustCompile(`(?i)^\s*(?:<\?xml[^>]*>\s*)?(?:<!--.*?-->\s*)*<(?:!doctype\s+html|html|head|body)\b`)
	pageParts = regexp.MustCompile(`(?i)</(?:p|div|h[1-6]|li|td|section)>`)
)

// isPage says whether a text is HTML, whole or a piece copied out of a page.
func isPage(text string) bool {
	head := text[:min(len(text), 20_000)]
	return pageStart.MatchString(head) || strings.HasPrefix(strings.TrimSpace(head), "<") && len(pageParts.FindAllStringIndex(head, 3)) == 3
}

func decode(data []byte) (string, error) {
	for _, s := range signatures {
		if bytes.HasPrefix(data, []byte(s.magic)) {
			return "", source.Bad("This is %s, not a text file; open it, copy its text and paste that.", s.name)
		}
	}
	data = bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))
	if bytes.HasPrefix(data, []byte("\xff\xfe")) || bytes.HasPrefix(data, []byte("\xfe\xff")) {
		return "", source.Bad("This text is saved as UTF-16; save it as UTF-8 in your editor and bring it again.")
	}
	if i := bytes.IndexByte(data, 0); i >= 0 {
		return "", source.Bad("This is not a text file (a zero byte stands at position %d); open it, copy its text and paste that.", i)
	}
	if !utf8.Valid(data) {
		line := 1
		for rest := data; len(rest) > 0; {
			r, size := utf8.DecodeRune(rest)
			if r == utf8.RuneError && size == 1 {
				break
			}
			if r == '\n' {
				line++
			}
			rest = rest[size:]
		}
		return "", source.Bad("This text is not UTF-8 (the first odd byte is on line %d); save it as UTF-8 in your editor and bring it again.", line)
	}
	if len(bytes.TrimSpace(data)) == 0 {
		return "", source.Bad("There is nothing in this text; paste your notes or choose another file.")
	}
	return string(data), nil
}
