package reader

import (
	"bytes"
	"context"
	"encoding/base64"
	"errors"
	"image"
	"image/color"
	"image/png"
	"os"
	"strings"
	"testing"

	"zincowl/core/source"
)

// drawing is a picture of a size.
func drawing(t testing.TB, width, height int, shade uint8) []byte {
	t.Helper()
	m := image.NewGray(image.Rect(0, 0, width, height))
	m.Set(1, 1, color.Gray{shade})
	var out bytes.Buffer
	if err := png.Encode(&out, m); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

// seen is what a recogniser makes of any picture.
func seen(context.Context, []byte) (source.Recognised, error) {
	line := source.Box{Left: 5, Top: 5, Right: 90, Bottom: 20}
	return source.Recognised{Width: 100, Height: 80, Words: []source.Word{
		{Text: "inlet", Box: source.Box{Left: 5, Top: 5, Right: 40, Bottom: 20}, Line: line, Confidence: 90},
		{Text: "pipe", Box: source.Box{Left: 45, Top: 5, Right: 90, Bottom: 20}, Line: line, Confidence: 80},
	}}, nil
}

func TestPicturesOfDocuments(t *testing.T) {
	pic, other, ornament := drawing(t, 100, 80, 200), drawing(t, 90, 90, 100), drawing(t, 12, 12, 100)
	for name, data := range map[string][]byte{
		"docx": packedFile(t, map[string]string{
			"word/document.xml": `<document><body><p><r><t>Before it.</t></r></p><p><r><drawing><docPr descr="A basin from above"/><blip embed="r1"/></drawing></r><r><drawing><blip embed="r2"/></drawing></r></p>
				<p><pPr><pStyle val="Caption"/></pPr><r><t>Figure 1: a basin</t></r></p></body></document>`,
			"word/_rels/document.xml.rels": `<Relationships><Relationship Id="r1" Target="media/a.png"/><Relationship Id="r2" Target="media/dot.png"/></Relationships>`,
			"word/media/a.png":             string(pic), "word/media/dot.png": string(ornament),
		}),
		"odt": packedFile(t, map[string]string{
			"mimetype":       "application/vnd.oasis.opendocument.text",
			"content.xml":    `<document-content><body><text><p>Before it.</p><p><frame><image href="Pictures/a.png"/><desc>A basin from above</desc></frame></p><p style-name="Illustration">Figure 1: a basin</p></text></body></document-content>`,
			"Pictures/a.png": string(pic),
		}),
		"epub": packedFile(t, map[string]string{
			"META-INF/container.xml": `<container><rootfile full-path="b/c.opf"/></container>`,
			"b/c.opf":                `<package><metadata/><manifest><item id="x" href="text/x.html" media-type="application/xhtml+xml"/></manifest><spine><itemref idref="x"/></spine></package>`,
			"b/text/x.html":          `<p>Before it.</p><figure><img src="../a%20b.png" alt="A basin from above"><figcaption>Figure 1: a basin</figcaption></figure><img src="none.png">`,
			"b/a b.png":              string(pic),
		}),
		"html": []byte(`<html><body><p>Before it.</p><img alt="A basin from above" src="data:image/png;base64,` + base64.StdEncoding.EncodeToString(pic) + `"><p>Figure 1: a basin</p><img src="https://works.example/x.png"></body></html>`),
	} {
		doc, err := Read(t.Context(), "x."+name, data, source.Tools{Recognise: seen})
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		var pictures []source.Passage
		for _, p := range doc.Passages {
			if p.Kind == source.Picture {
				pictures = append(pictures, p)
			}
		}
		if len(pictures) != 1 || len(doc.Files) != 1 {
			t.Errorf("%s has %d pictures and %d files", name, len(pictures), len(doc.Files))
			continue
		}
		p := pictures[0]
		if p.Caption != "Figure 1: a basin" || p.Text != "A basin from above inlet pipe" || len(p.Labels) != 1 || p.Labels[0].Text != "inlet pipe" || p.Labels[0].Box.Right != 90 || p.Confidence != 85 || !bytes.Equal(doc.Files[p.File], pic) {
			t.Errorf("%s: %+v", name, p)
		}
	}
	// The same picture twice is kept once, another beside it.
	doc, err := Read(t.Context(), "x.html", []byte("<html><body><p>Words.</p>"+strings.Repeat(`<img src="data:image/png;base64,`+base64.StdEncoding.EncodeToString(pic)+`">`, 3)+`<img src="data:image/png;base64,`+base64.StdEncoding.EncodeToString(other)+`">`), source.Tools{})
	if err != nil || len(doc.Files) != 2 {
		t.Errorf("%d pictures, %v", len(doc.Files), err)
	}
}

func TestPicturesByThemselves(t *testing.T) {
	bad := new(source.BadInput)
	pic := drawing(t, 100, 80, 200)
	for name, c := range map[string]struct {
		data  []byte
		tools source.Tools
		says  string
	}{
		"nothing recognises": {pic, source.Tools{}, "apt install tesseract-ocr"},
		"not installed": {pic, source.Tools{Recognise: func(context.Context, []byte) (source.Recognised, error) {
			return source.Recognised{}, source.ErrNoRecogniser
		}}, "apt install tesseract-ocr"},
		"no words": {pic, source.Tools{Recognise: func(context.Context, []byte) (source.Recognised, error) { return source.Recognised{}, nil }}, "No words were recognised"},
		"broken":   {pic[:20], source.Tools{Recognise: seen}, "broken, too small or too large"},
		"tiny":     {drawing(t, 3, 3, 1), source.Tools{Recognise: seen}, "broken, too small or too large"},
	} {
		if _, err := Read(t.Context(), "x.png", c.data, c.tools); !errors.As(err, &bad) || !strings.Contains(bad.Says, c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
	doc, err := Read(t.Context(), "board.png", pic, source.Tools{Recognise: seen})
	if err != nil || doc.Kind != "picture" || doc.Title != "board" || len(doc.Passages) != 2 || doc.Passages[0].Text != "inlet pipe" || doc.Passages[0].Confidence != 85 || doc.Passages[1].Kind != source.Picture {
		t.Errorf("read %+v, %v", doc, err)
	}
	scan, err := os.ReadFile("../pdf/testdata/scan.pdf")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := Read(t.Context(), "scan.pdf", scan, source.Tools{}); !errors.As(err, &bad) || !strings.Contains(bad.Says, "apt install tesseract-ocr") {
		t.Errorf("a scan without a recogniser: %v", err)
	}
	doc, err = Read(t.Context(), "scan.pdf", scan, source.Tools{Recognise: seen})
	if err != nil || len(doc.Passages) != 1 || doc.Passages[0].Confidence != 85 || doc.Passages[0].Locator.Page != 1 || len(doc.Warnings) != 1 {
		t.Errorf("a scan reads as %+v, %v", doc, err)
	}
}
