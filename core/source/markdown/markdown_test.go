package markdown

import (
	"reflect"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

const notes = `# Dosing

A *dose* is the **mass** of chemical.
It goes on.

## Rates

- one [link](http://example.org)
- two
  - nested

| term | meaning |
|---|---|
| bund | a low wall |

Rate = dose × flow, where the rate is in kg/d.

    code = block
`

func TestRead(t *testing.T) {
	doc := Read("dosing.md", []byte(notes))
	type want struct {
		kind source.Kind
		line int
		text string
	}
	wants := []want{
		{source.Heading, 1, "Dosing"},
		{source.Paragraph, 3, "A dose is the mass of chemical. It goes on."},
		{source.Heading, 6, "Rates"},
		{source.Item, 8, "one link"},
		{source.Item, 9, "two"},
		{source.Item, 10, "nested"},
		{source.Table, 12, "term | meaning\nbund | a low wall"},
		{source.Formula, 16, "Rate = dose × flow, where the rate is in kg/d."},
		{source.Paragraph, 18, "code = block"},
	}
	var got []want
	for _, p := range doc.Passages {
		got = append(got, want{p.Kind, p.Locator.Line, p.Text})
	}
	if !reflect.DeepEqual(got, wants) {
		t.Errorf("got  %+v\nwant %+v", got, wants)
	}
	if rows := doc.Passages[6].Rows; len(rows) != 2 || rows[1][1] != "a low wall" {
		t.Errorf("the table's rows are %q", rows)
	}
	if h := doc.Passages[7].Locator.Heading; strings.Join(h, "/") != "Dosing/Rates" {
		t.Errorf("the heading path is %q", h)
	}
}

func FuzzRead(f *testing.F) {
	mangle.Add(f, 300, []byte(notes))
	mangle.Add(f, 100, []byte("# \n\n> a\n> - b\n\n1. c\n```\nd"))
	f.Fuzz(func(t *testing.T, data []byte) {
		if !strings.Contains(string(data), "\x00") {
			for _, p := range Read("x.md", data).Passages {
				if p.Locator.Line < 1 || p.Text != source.Fold(p.Text) && p.Kind != source.Table {
					t.Fatalf("%+v", p)
				}
			}
		}
	})
}

// What is deeper or denser than anything that people write is read in time that
// grows with its length. Each of these would take a quarter of an hour and more if
// it took time by the square, so that the test would not end.
func TestHostileMarks(t *testing.T) {
	for name, text := range map[string]func(n int) string{
		"lists":          func(n int) string { return "# T\n\n" + strings.Repeat("- ", n) + "a\n" },
		"numbered lists": func(n int) string { return "# T\n\n" + strings.Repeat("1. ", n) + "a\n" },
		"quotes":         func(n int) string { return "# T\n\n" + strings.Repeat(">", n) + " a\n" },
		"mixed":          func(n int) string { return "# T\n\n" + strings.Repeat("> - 1) ", n) + "a\n" },
		"links":          func(n int) string { return "# T\n\n" + strings.Repeat("[a](", n) + "\n" },
		"open links":     func(n int) string { return "# T\n\n" + strings.Repeat("[", n) + "\n" },
		"pictures":       func(n int) string { return "# T\n\n" + strings.Repeat("![a][", n) + "\n" },
		"columns": func(n int) string {
			return "|" + strings.Repeat("a|", n) + "\n|" + strings.Repeat("-|", n) + "\n" + strings.Repeat("|a\n", n)
		},
	} {
		doc := Read("x.md", []byte(text(300_000)))
		if len(doc.Passages) == 0 {
			t.Errorf("%s: nothing is read", name)
		}
	}
}

func TestTame(t *testing.T) {
	deep := strings.Repeat("> ", 40) + "- a"
	for in, want := range map[string]string{
		notes:                                   notes,
		"- - - a\n\n1. b\n":                     "- - - a\n\n1. b\n",
		deep:                                    strings.Repeat("> ", deepest-1) + ">a",
		strings.Repeat("-", 300):                strings.Repeat("-", 300), // a rule
		"12345678901. no list":                  "12345678901. no list",
		strings.Repeat("[", 2*dense) + "[\n\n[": strings.Repeat("[", 2*dense) + "\\[\n\n[",
	} {
		got := string(tame([]byte(in)))
		if got != want && strings.TrimRight(got, " ") != strings.TrimRight(want, " ") {
			t.Errorf("%.60q\nis   %.90q\nwant %.90q", in, got, want)
		}
	}
}
