package reader

import (
	"context"
	"errors"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

func TestReadPicksByContentAndName(t *testing.T) {
	for _, c := range []struct{ name, text, kind, title string }{
		{"a.txt", "# not a heading\n\nwords here", "text", "a"},
		{"a.md", "# A heading\n\nwords", "markdown", "A heading"},
		{"Pasted text", "# A heading\n\nwords", "markdown", "A heading"},
		{"Pasted text", "Only words here.", "text", "Pasted text"},
		{"saved.txt", "<!doctype html><title>Pumps</title><p>One.<p>Two.", "html", "Pumps"},
		{"Pasted text", "<div><p>One.</p><p>Two.</p></div>", "html", "Pasted text"},
		{"notes.md", "<!-- a remark -->\n# A heading\n\nwords", "markdown", "A heading"},
		{"talk.txt", "WEBVTT\n\n00:01.000 --> 00:02.000\nA weir is a plate.", "captions", "talk"},
		{"Pasted text", "0:01 one\n0:05 two\n0:09 three", "captions", "Pasted text"},
		{"readings.csv", "day,flow\nMon,3\nTue,4", "table", "readings"},
		{"Pasted text", "day\tflow\nMon\t3\nTue\t4", "table", "Pasted text"},
		{"b.txt", "\xef\xbb\xbfTitle\n\nwords", "text", "Title"},
	} {
		doc, err := read(c.name, []byte(c.text))
		if err != nil || doc.Kind != c.kind || doc.Title != c.title {
			t.Errorf("Read(%q, %q) is a %s named %q, %v", c.name, c.text, doc.Kind, doc.Title, err)
		}
	}
}

func TestReadRefusesWithASentence(t *testing.T) {
	for name, c := range map[string]struct {
		data string
		says string
	}{
		"empty":       {"", "There is nothing in this text"},
		"blank":       {" \n\t\n", "There is nothing in this text"},
		"marks alone": {"---\n\n***\n", "marks but no words"},
		"latin-1":     {"one\ntwo\nthr\xe9e", "first odd byte is on line 3"},
		"UTF-16":      {"\xff\xfea\x00b\x00", "saved as UTF-16"},
		"a PDF":       {"%PDF-1.7 …", "This PDF is damaged"},
		"an archive":  {"PK\x03\x04…", "its list of parts can't be read"},
		"a zero byte": {"ab\x00c", "a zero byte stands at position 2"},
		"a film":      {"\x00\x00\x00\x18ftypisom\x00\x00", "bring its captions"},
		"a recording": {"OggS\x00\x02", "bring its captions"},
		"too large":   {strings.Repeat("word ", MaxBytes/5+1), "the limit is 200 MB"},
	} {
		_, err := read("x.md", []byte(c.data))
		bad := new(source.BadInput)
		if !errors.As(err, &bad) || !strings.Contains(bad.Says, c.says) {
			t.Errorf("%s: %v", name, err)
		} else if !strings.Contains(bad.Says, ";") {
			t.Errorf("%s: %q does not say what to do", name, bad.Says)
		}
	}
}

func TestReadWarnsOfAnotherLanguage(t *testing.T) {
	doc, err := read("x.txt", []byte(strings.Repeat("Der Filter ist ein Bett aus Sand, das die Teilchen aus dem Wasser nimmt und nicht mit der Luft. ", 5)))
	if err != nil || doc.Language != "de" || len(doc.Warnings) != 1 {
		t.Errorf("%s, %v, %v", doc.Language, doc.Warnings, err)
	}
}

func TestPassageIDsSurviveAnEdit(t *testing.T) {
	before, _ := read("x.txt", []byte("Title\n\nOne stays.\n\nTwo stays.\n\nTwo stays."))
	after, _ := read("x.txt", []byte("Title\n\nSomething new.\n\nOne stays.\n\nTwo stays.\n\nTwo stays."))
	ids := map[string]bool{}
	for _, p := range after.Passages {
		if ids[p.ID] {
			t.Errorf("two passages share the id %s", p.ID)
		}
		ids[p.ID] = true
	}
	for _, p := range before.Passages {
		if !ids[p.ID] {
			t.Errorf("%q has lost its id", p.Text)
		}
	}
}

func FuzzRead(f *testing.F) {
	mangle.Add(f, 200, "a.md", []byte("# x\n\ny = z"))
	mangle.Add(f, 100, "a.txt", []byte{0xff, 0xfe, 0})
	f.Fuzz(func(t *testing.T, name string, data []byte) {
		doc, err := read(name, data)
		if err == nil && len(doc.Passages) == 0 {
			t.Error("a document without passages was read")
		}
	})
}

func read(name string, data []byte) (source.Document, error) {
	return Read(context.Background(), name, data, source.Tools{})
}
