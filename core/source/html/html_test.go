package html

import (
	"errors"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

const page = `<!doctype html><html><head><title>Screens | Larkmere</title><style>p{}</style><script>var x = "not text"</script></head>
<body><header><a href="/">Larkmere works</a></header><nav><ul><li>Home</li><li>Rules</li></ul></nav>
<main><header><h1>Screens</h1></header>
<p>A <b>bar screen</b> is a row of bars<sup>[1]</sup> that
 catches rubbish. It holds CO<sub>2</sub> and 3 m<sup>3</sup>.</p>
Loose text between blocks.
<h2>Cleaning</h2>
<ol><li>close the gate</li><li><p>lift the rake</p><ul><li>slowly</li></ul></li></ol>
<dl><dt>Rake</dt><dd>a toothed arm that lifts rubbish</dd></dl>
<table><caption>Readings</caption><tr><th>day</th><th>flow (m³/h)</th></tr><tr><td>Monday</td><td>420</td></tr></table>
<figure><img src="x.png" alt="x"><figcaption>A rake at work.</figcaption></figure>
<p hidden>secret</p><div style="display: none">hidden</div><aside>Read also</aside>
</main><footer>Imprint</footer></body></html>`

func TestRead(t *testing.T) {
	doc, err := Read("page.html", page)
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, p := range doc.Passages {
		got = append(got, string(p.Kind)+": "+p.Text)
	}
	want := []string{
		"heading: Screens",
		"paragraph: A bar screen is a row of bars that catches rubbish. It holds CO₂ and 3 m³.",
		"paragraph: Loose text between blocks.",
		"heading: Cleaning",
		"item: close the gate",
		"item: lift the rake",
		"item: slowly",
		"item: Rake: a toothed arm that lifts rubbish",
		"caption: Readings",
		"table: day | flow (m³/h)\nMonday | 420",
		"caption: A rake at work.",
	}
	if strings.Join(got, "\n") != strings.Join(want, "\n") {
		t.Errorf("got\n%s\nwant\n%s", strings.Join(got, "\n"), strings.Join(want, "\n"))
	}
	if doc.Title != "Screens" {
		t.Errorf("the title is %q", doc.Title)
	}
	if path := doc.Passages[4].Locator.Heading; strings.Join(path, "/") != "Screens/Cleaning" {
		t.Errorf("the heading path is %q", path)
	}
}

func TestPagesWithoutAMainPart(t *testing.T) {
	doc, err := Read("x.html", `<title>Pumps</title><p>One.<p>Two<br>lines.<div>Three <span>and more</span><p>Four.</div>`)
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, p := range doc.Passages {
		got = append(got, p.Text)
	}
	if strings.Join(got, "|") != "One.|Two lines.|Three and more|Four." || doc.Title != "Pumps" {
		t.Errorf("%q, titled %q", got, doc.Title)
	}
}

func TestDeepNesting(t *testing.T) {
	nested := func(n int) string { return strings.Repeat("<div>", n) + "deep down" + strings.Repeat("</div>", n) }
	if doc, err := Read("x.html", nested(400)); err != nil || len(doc.Passages) != 1 || doc.Passages[0].Text != "deep down" {
		t.Errorf("%+v, %v", doc.Passages, err)
	}
	var bad *source.BadInput
	if _, err := Read("x.html", nested(100_000)); !errors.As(err, &bad) {
		t.Errorf("a page nested without end gives %v", err)
	}
}

func FuzzRead(f *testing.F) {
	mangle.Add(f, 300, page)
	mangle.Add(f, 100, "<table><tr><td><table><tr><td>x")
	mangle.Add(f, 100, "<li><ul><li><dl><dt>a<dd>b")
	f.Fuzz(func(t *testing.T, text string) {
		doc, err := Read("x.html", strings.ToValidUTF8(text, ""))
		if err != nil {
			return
		}
		for _, p := range doc.Passages {
			if p.Kind != source.Table && p.Text != source.Fold(p.Text) {
				t.Errorf("%q is not folded", p.Text)
			}
		}
	})
}

func BenchmarkRead(b *testing.B) {
	large := "<main>" + strings.Repeat(strings.Split(strings.Split(page, "<main>")[1], "</main>")[0], 12_000) + "</main>"
	b.SetBytes(int64(len(large)))
	for b.Loop() {
		if _, err := Read("x.html", large); err != nil {
			b.Fatal(err)
		}
	}
	b.ReportMetric(b.Elapsed().Seconds()/float64(b.N)/(float64(len(large))/10e6)/2, "of-2s-per-10MB")
}
