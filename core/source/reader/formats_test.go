package reader

import (
	"archive/zip"
	"bytes"
	"errors"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/core/source/pdf"
	"zincowl/tools/mangle"
)

func TestMain(m *testing.M) {
	pdf.CacheIn(filepath.Join(os.TempDir(), "zincowl-test-sandbox"))
	os.Exit(m.Run())
}

// besides are passages that only some formats have: the title and the author
// on a page of their own, the text of a note.
var besides = []string{"heading: Reservoir notes", "paragraph: Ines Tallow", "item: Seen at Tarn Foot."}

func TestOneTextInSeveralFormats(t *testing.T) {
	data, err := os.ReadFile("testdata/notes.txt")
	if err != nil {
		t.Fatal(err)
	}
	want := strings.Split(strings.TrimSpace(strings.ReplaceAll(string(data), `\n`, "⏎")), "\n")
	for _, name := range []string{"notes.docx", "notes.odt", "notes.epub", "notes.html"} {
		data, err := os.ReadFile(filepath.Join("testdata", name))
		if err != nil {
			t.Fatal(err)
		}
		doc, err := read("upload.bin", data) // the name says nothing
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		var got []string
		for _, p := range doc.Passages {
			line := string(p.Kind) + ": " + strings.ReplaceAll(p.Text, "\n", "⏎")
			if !slices.Contains(besides, line) {
				got = append(got, line)
			}
		}
		if !slices.Equal(got, want) {
			t.Errorf("%s:\n%s\nwant\n%s", name, strings.Join(got, "\n"), strings.Join(want, "\n"))
		}
		if doc.Title != "Reservoir notes" || doc.Language != "en" || "notes."+doc.Kind != name {
			t.Errorf("%s is a %s titled %q in %s", name, doc.Kind, doc.Title, doc.Language)
		}
	}
}

// packedFile makes a compressed document of some files.
func packedFile(t testing.TB, files map[string]string) []byte {
	t.Helper()
	var out bytes.Buffer
	z := zip.NewWriter(&out)
	for name, text := range files {
		w, err := z.Create(name)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := w.Write([]byte(text)); err != nil {
			t.Fatal(err)
		}
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

func TestPackedFilesThatAreRefused(t *testing.T) {
	docx := func(body string) map[string]string { return map[string]string{"word/document.xml": body} }
	whole, err := os.ReadFile("testdata/notes.docx")
	if err != nil {
		t.Fatal(err)
	}
	for name, c := range map[string]struct {
		data []byte
		says string
	}{
		"cut off":                 {whole[:len(whole)/2], "damaged"},
		"another kind":            {packedFile(t, map[string]string{"a.txt": "words"}), "of a kind that is not read"},
		"no XML":                  {packedFile(t, docx("<w:document><w:body>")), "damaged"},
		"nothing in it":           {packedFile(t, docx("<document><body><p/></body></document>")), "nothing to read"},
		"unpacks without end":     {packedFile(t, docx("<document>"+strings.Repeat(" ", 300<<20))), "far more than it should"},
		"nested without end":      {packedFile(t, docx(strings.Repeat("<a>", 100_000))), "nests too deeply"},
		"entities of its own":     {packedFile(t, docx(`<!DOCTYPE d [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><document><body><p><r><t>&b;</t></r></p></body></document>`)), "damaged"},
		"a book without contents": {packedFile(t, map[string]string{"META-INF/container.xml": "<container/>"}), "does not say where its contents are"},
		"a locked book": {packedFile(t, map[string]string{"META-INF/container.xml": "<container/>", "META-INF/encryption.xml": "<e/>", "META-INF/rights.xml": "<r/>"}),
			"locked"},
		"a drawing": {packedFile(t, map[string]string{"mimetype": "x", "content.xml": "<document-content><body><drawing/></body></document-content>"}), "without text"},
	} {
		_, err := read("x.docx", c.data)
		bad := new(source.BadInput)
		if !errors.As(err, &bad) || !strings.Contains(bad.Says, c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

func TestTrackedChangesAndHiddenText(t *testing.T) {
	doc, err := read("x.docx", packedFile(t, map[string]string{"word/document.xml": `<document><body><p>
		<r><t xml:space="preserve">A weir is </t></r><del><r><delText>a pipe</delText></r></del><ins><r><t>a plate</t></r></ins>
		<r><rPr><vanish/></rPr><t>secret</t></r><r><t>.</t></r></p></body></document>`}))
	if err != nil || len(doc.Passages) != 1 || doc.Passages[0].Text != "A weir is a plate." {
		t.Errorf("%+v, %v", doc.Passages, err)
	}
}

func FuzzPacked(f *testing.F) {
	for _, name := range []string{"notes.docx", "notes.odt", "notes.epub"} {
		data, err := os.ReadFile(filepath.Join("testdata", name))
		if err != nil {
			f.Fatal(err)
		}
		mangle.Add(f, 150, data)
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		_, _ = read("x", data)
	})
}

// Documents of one format after the other, whatever is in their main part.
func FuzzParts(f *testing.F) {
	mangle.Add(f, 300, `<document><body><p><pPr><pStyle val="x"/></pPr><r><t>y</t></r></p><tbl><tr><tc><p/></tc></tr></tbl></body></document>`)
	mangle.Add(f, 300, `<document-content><body><text><h outline-level="2">x</h><table><table-row><table-cell number-columns-repeated="99999999"/></table-row></table></text></body></document-content>`)
	f.Fuzz(func(t *testing.T, part string) {
		_, _ = read("x", packedFile(t, map[string]string{"word/document.xml": part, "word/styles.xml": part}))
		_, _ = read("x", packedFile(t, map[string]string{"mimetype": "x", "content.xml": part, "meta.xml": part}))
		_, _ = read("x", packedFile(t, map[string]string{"META-INF/container.xml": part, "c.opf": part}))
	})
}
