package reader

import (
	"strings"
	"testing"

	"zincowl/core/source"
)

// passagesOf reads a compressed document made of some files and lists its
// passages as kind and text.
func passagesOf(t *testing.T, files map[string]string) (source.Document, string) {
	t.Helper()
	doc, err := read("x", packedFile(t, files))
	if err != nil {
		t.Fatal(err)
	}
	var out []string
	for _, p := range doc.Passages {
		out = append(out, string(p.Kind)+": "+strings.ReplaceAll(p.Text, "\n", "⏎"))
	}
	return doc, strings.Join(out, "\n")
}

func TestWordProcessorDocument(t *testing.T) {
	doc, got := passagesOf(t, map[string]string{
		"word/styles.xml": `<styles><style styleId="berschrift1"><name val="heading 1"/></style><style styleId="Eigene"><name val="Eigene"/><pPr><outlineLvl val="1"/></pPr></style>
			<style styleId="Titel"><name val="Title"/></style></styles>`,
		"docProps/core.xml": `<coreProperties><title>Not used, there is a heading</title></coreProperties>`,
		"word/document.xml": `<document><body>
			<p><pPr><pStyle val="Titel"/></pPr><r><t>Pumps</t></r></p>
			<p><pPr><pStyle val="berschrift1"/></pPr><r><t>Start</t></r><r><t>ing</t></r></p>
			<p><r><t xml:space="preserve">The flow is 3 m</t></r><r><rPr><vertAlign val="superscript"/></rPr><t>3</t></r><r><t>/h; see </t></r><hyperlink><r><t>the log</t></r></hyperlink><r><tab/><t>here.</t></r></p>
			<sdt><sdtContent><p><pPr><pStyle val="Eigene"/></pPr><r><t>Priming</t></r></p></sdtContent></sdt>
			<p><pPr><numPr><ilvl val="0"/><numId val="2"/></numPr></pPr><r><t>fill the casing</t></r></p>
			<p><pPr><pStyle val="ListBullet"/></pPr><r><t>close the vent</t></r></p>
			<p><pPr><numPr><numId val="0"/></numPr></pPr><r><t>No longer numbered.</t></r></p>
			<p><pPr><outlineLvl val="2"/></pPr><r><t>By level</t></r></p>
			<tbl><tr><tc><p><r><t>pump</t></r></p></tc><tc><p><r><t>lift</t></r></p><p><r><t>(m)</t></r></p></tc></tr><tr><tc><p/></tc><tc><p/></tc></tr>
				<tr><tc><p><r><t>A</t></r></p></tc><tc><p><r><t>5</t></r></p></tc></tr></tbl>
		</body></document>`,
	})
	want := `heading: Pumps
heading: Starting
paragraph: The flow is 3 m³/h; see the log here.
heading: Priming
item: fill the casing
item: close the vent
paragraph: No longer numbered.
heading: By level
table: pump | lift (m)⏎A | 5`
	if got != want || doc.Title != "Pumps" {
		t.Errorf("titled %q:\n%s\nwant\n%s", doc.Title, got, want)
	}
	if path := doc.Passages[4].Locator.Heading; strings.Join(path, "/") != "Pumps/Starting/Priming" {
		t.Errorf("the heading path is %q", path)
	}
}

func TestOpenDocument(t *testing.T) {
	doc, got := passagesOf(t, map[string]string{
		"mimetype": "application/vnd.oasis.opendocument.text",
		"meta.xml": `<document-meta><meta><title>Weirs</title></meta></document-meta>`,
		"content.xml": `<document-content><automatic-styles>
			<style name="T1"><text-properties text-position="super 58%"/></style><style name="T2"><text-properties text-position="-33% 58%"/></style></automatic-styles>
			<body><text><tracked-changes><p>gone</p></tracked-changes>
			<p>Three<s c="3"/>m<span style-name="T1">3</span> of H<span style-name="T2">2</span>O<note><note-body><p>a note</p></note-body></note>.</p>
			<h outline-level="2">Kinds</h>
			<list><list-item><p>sharp</p><list><list-item><p>very sharp</p></list-item></list></list-item></list>
			<section><p>In a<line-break/>section.</p></section>
			<table><table-header-rows><table-row><table-cell><p>a</p></table-cell><table-cell number-columns-repeated="2"><p>b</p></table-cell></table-row></table-header-rows>
				<table-row><table-cell><p>1</p></table-cell><table-cell number-columns-repeated="16000"/></table-row></table>
		</text></body></document-content>`,
	})
	want := `paragraph: Three m³ of H₂O.
heading: Kinds
item: sharp
item: very sharp
paragraph: In a section.
table: a | b | b⏎1 |  | `
	if got != want || doc.Title != "Weirs" {
		t.Errorf("titled %q:\n%s\nwant\n%s", doc.Title, got, want)
	}
}

func TestBook(t *testing.T) {
	doc, got := passagesOf(t, map[string]string{
		"META-INF/container.xml": `<container><rootfiles><rootfile full-path="OEBPS/book.opf"/></rootfiles></container>`,
		"OEBPS/book.opf": `<package><metadata><title>The keeper's book</title></metadata>
			<manifest><item id="two" href="ch%202.xhtml" media-type="application/xhtml+xml"/><item id="one" href="text/one.xhtml" media-type="application/xhtml+xml"/>
				<item id="nav" href="nav.xhtml" media-type="application/xhtml+xml" properties="nav"/><item id="ad" href="ad.xhtml" media-type="application/xhtml+xml"/><item id="css" href="x.css" media-type="text/css"/></manifest>
			<spine><itemref idref="nav"/><itemref idref="one"/><itemref idref="two"/><itemref idref="ad" linear="no"/><itemref idref="lost"/></spine></package>`,
		"OEBPS/text/one.xhtml": `<html><head><title>1</title></head><body><h1>First</h1><p>One.<a epub:type="noteref" href="#n">1</a></p></body></html>`,
		"OEBPS/ch 2.xhtml":     `<html><body><h1>Second</h1><p>Two.</p></body></html>`,
		"OEBPS/nav.xhtml":      `<html><body><p>Contents</p></body></html>`,
		"OEBPS/ad.xhtml":       `<html><body><p>Buy more</p></body></html>`,
	})
	want := "heading: First\nparagraph: One.\nheading: Second\nparagraph: Two."
	if got != want || doc.Title != "The keeper's book" {
		t.Errorf("titled %q:\n%s\nwant\n%s", doc.Title, got, want)
	}
}
