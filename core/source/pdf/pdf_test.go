package pdf

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"image"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

func TestMain(m *testing.M) {
	CacheIn(filepath.Join(os.TempDir(), "zincowl-test-sandbox"))
	os.Exit(m.Run())
}

func file(t testing.TB, name string) []byte {
	t.Helper()
	data, err := os.ReadFile(filepath.Join("testdata", name))
	if err != nil {
		t.Fatal(err)
	}
	return data
}

func TestRead(t *testing.T) {
	for _, name := range []string{"two-columns", "manual"} {
		doc, err := read("x", file(t, name+".pdf"))
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		var got []string
		for _, p := range doc.Passages {
			got = append(got, fmt.Sprintf("%s %d %s", p.Kind, p.Locator.Page, strings.ReplaceAll(p.Text, "\n", "⏎")))
		}
		want := strings.Split(strings.TrimSpace(string(file(t, name+".txt"))), "\n")
		if at := slices.Index(want, "…"); at >= 0 { // what stands between repeats the start
			end := len(want) - at - 1
			if len(got) > at+end {
				got = slices.Concat(got[:at], []string{"…"}, got[len(got)-end:])
			}
		}
		for i := range max(len(got), len(want)) {
			g, w := "nothing", "nothing"
			if i < len(got) {
				g = got[i]
			}
			if i < len(want) {
				w = want[i]
			}
			if g != w {
				t.Errorf("%s, passage %d:\ngot  %s\nwant %s", name, i+1, g, w)
			}
		}
		if doc.Pages == 0 || doc.Kind != "pdf" {
			t.Errorf("%s has %d pages and is a %s", name, doc.Pages, doc.Kind)
		}
	}
}

// No word that the pages show is lost, and none stands there twice.
func TestEveryBedIsRead(t *testing.T) {
	doc, err := read("x", file(t, "two-columns.pdf"))
	if err != nil {
		t.Fatal(err)
	}
	var all strings.Builder
	for _, p := range doc.Passages {
		all.WriteString(p.Text + "\n")
	}
	for _, bed := range []string{"Sand", "Coal", "Gravel", "Garnet", "Pumice", "Glass"} {
		for _, want := range []string{bed + " beds", "A " + strings.ToLower(bed) + " bed is a layer that holds particles while water passes down through it."} {
			if n := strings.Count(all.String(), want); n != 1 {
				t.Errorf("%q stands there %d times", want, n)
			}
		}
	}
	if strings.Contains(all.String(), "Larkmere operator series") {
		t.Error("the running header is still there")
	}
}

func TestFilesThatAreRefused(t *testing.T) {
	for name, says := range map[string]string{"locked.pdf": "locked with a password", "cut.pdf": "damaged", "picture.pdf": "pictures of its pages and no text"} {
		_, err := read("x", file(t, name))
		bad := new(source.BadInput)
		if !errors.As(err, &bad) || !strings.Contains(bad.Says, says) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if doc, err := read("x", file(t, "manual.pdf")); err != nil || len(doc.Passages) == 0 {
		t.Errorf("after broken files a whole one can't be read: %v", err)
	}
}

// shared is a small file that shows one page ten to the power of levels times.
func shared(levels int) []byte {
	var parts []string
	add := func(s string) { parts = append(parts, fmt.Sprintf("%d 0 obj\n%s\nendobj\n", len(parts)+1, s)) }
	add("<</Type/Catalog/Pages 2 0 R>>")
	count := 1
	for range levels {
		count *= 10
	}
	for l := range levels {
		kids := strings.Repeat(fmt.Sprintf("%d 0 R ", 3+l), 10)
		add(fmt.Sprintf("<</Type/Pages/Count %d/Kids[%s]>>", count, kids))
		count /= 10
	}
	add(fmt.Sprintf("<</Type/Page/Parent %d 0 R/MediaBox[0 0 200 200]/Resources<</Font<</F1 %d 0 R>>>>/Contents %d 0 R>>", 1+levels, 3+levels, 4+levels))
	add("<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>")
	const text = "BT /F1 12 Tf 20 100 Td (A pump is a machine that moves water.) Tj ET"
	add(fmt.Sprintf("<</Length %d>>\nstream\n%s\nendstream", len(text), text))
	out, places := "%PDF-1.4\n", ""
	for _, p := range parts {
		places += fmt.Sprintf("%010d 00000 n \n", len(out))
		out += p
	}
	return fmt.Appendf(nil, "%sxref\n0 %d\n0000000000 65535 f \n%strailer<</Size %d/Root 1 0 R>>\nstartxref\n%d\n%%%%EOF", out, len(parts)+1, places, len(parts)+1, len(out))
}

func TestPagesThatAreShared(t *testing.T) {
	for levels, says := range map[int]string{6: "the limit is 5000", 3: "can't hold"} {
		_, err := read("x", shared(levels))
		if bad := new(source.BadInput); !errors.As(err, &bad) || !strings.Contains(bad.Says, says) {
			t.Errorf("%d levels: %v", levels, err)
		}
	}
	if doc, err := read("x", shared(1)); err != nil || doc.Pages != 10 {
		t.Errorf("ten pages: %d, %v", doc.Pages, err)
	}
}

func TestJoin(t *testing.T) {
	for _, c := range []struct {
		before string
		end    hyphen
		next   string
		cuts   bool
		want   string
	}{
		{"water is", none, "clean", true, "water is clean"},
		{"the back", broken, "washing of", false, "the backwashing of"},
		{"the fil-", maybe, "trate is", false, "the filtrate is"},
		{"the dis-", maybe, "infection of", false, "the disinfection of"},
		{"a slow-", maybe, "sand filter", false, "a slow-sand filter"},
		{"the mud-", maybe, "balls in", true, "the mudballs in"},
		{"the Kessel-", maybe, "Brandt rule", true, "the Kessel-Brandt rule"},
	} {
		if got := join(c.before, c.end, c.next, c.cuts); got != c.want {
			t.Errorf("join(%q, %v, %q) = %q, want %q", c.before, c.end, c.next, got, c.want)
		}
	}
}

// A hyphen is only taken away where a word is made whole.
func TestHyphensAreKept(t *testing.T) {
	for text, want := range map[string]struct {
		text string
		end  hyphen
	}{
		"pre-":                     {"pre-", maybe},
		"the fil" + string(cut):    {"the fil-", maybe},
		"the mud" + string(soft):   {"the mud", broken},
		"a" + string(soft) + "b c": {"ab c", none},
		"-":                        {"-", none},
	} {
		if got, end := endOf(text); got != want.text || end != want.end {
			t.Errorf("%q ends as %q, %v", text, got, end)
		}
	}
}

func FuzzRead(f *testing.F) {
	for _, name := range []string{"manual.pdf", "cut.pdf", "picture.pdf", "locked.pdf"} {
		mangle.Add(f, 25, file(f, name))
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		_, err := read("x", data)
		if bad := new(source.BadInput); err != nil && !errors.As(err, &bad) {
			t.Errorf("%v", err)
		}
	})
}

func BenchmarkRead(b *testing.B) {
	data := file(b, "two-columns.pdf")
	if _, err := read("x", data); err != nil { // starts the sandbox
		b.Fatal(err)
	}
	for b.Loop() {
		if _, err := read("x", data); err != nil {
			b.Fatal(err)
		}
	}
	b.ReportMetric(4*float64(b.N)/b.Elapsed().Seconds(), "pages/s")
}

// large is a manual of more than 2,000 pages that Debian's package r-doc-pdf
// brings; it is read where it lies.
const large = "/usr/share/R/doc/manual/fullrefman.pdf"

// BenchmarkLarge reads a manual to passages and compares the wall time with what
// poppler's pdftotext takes for its bare text, in the same run.
func BenchmarkLarge(b *testing.B) {
	data, err := os.ReadFile(large)
	if err != nil {
		b.Skip("install r-doc-pdf to read its manual")
	}
	if _, err := exec.LookPath("pdftotext"); err != nil {
		b.Skip("install poppler-utils to compare with pdftotext")
	}
	start := time.Now()
	if _, err := read("x", file(b, "manual.pdf")); err != nil {
		b.Fatal(err)
	}
	first := time.Since(start) // compiles the sandbox, or finds it compiled
	var ours, theirs time.Duration
	pages := 0
	for b.Loop() {
		start = time.Now()
		doc, err := read("x", data)
		if err != nil {
			b.Fatal(err)
		}
		ours, pages = ours+time.Since(start), doc.Pages
		start = time.Now()
		if err := exec.Command("pdftotext", large, os.DevNull).Run(); err != nil {
			b.Fatal(err)
		}
		theirs += time.Since(start)
	}
	b.ReportMetric(float64(ours)/float64(theirs), "of-pdftotext")
	b.ReportMetric(float64(pages), "pages")
	b.ReportMetric(first.Seconds(), "s-first")
	b.ReportMetric(float64(peak(b)), "MB-peak")
}

// peak is the most memory this process held, in MB.
func peak(b *testing.B) int {
	status, err := os.ReadFile("/proc/self/status")
	if err != nil {
		b.Fatal(err)
	}
	m := regexp.MustCompile(`VmHWM:\s+(\d+) kB`).FindSubmatch(status)
	if m == nil {
		b.Fatal("the system does not say how much memory was used")
	}
	kb, _ := strconv.Atoi(string(m[1]))
	return kb >> 10
}

func read(origin string, data []byte) (source.Document, error) {
	return Read(context.Background(), origin, data, source.Tools{})
}

// A picture is a passage of its own, where it stands, with its caption.
func TestPicturesOfAPage(t *testing.T) {
	doc, err := read("x", file(t, "figure.pdf"))
	if err != nil {
		t.Fatal(err)
	}
	var kinds []string
	for _, p := range doc.Passages {
		kinds = append(kinds, string(p.Kind))
	}
	if got := strings.Join(kinds, " "); got != "heading paragraph picture caption paragraph paragraph" {
		t.Fatalf("its passages are %s: %+v", got, doc.Passages)
	}
	p := doc.Passages[2]
	if p.Caption != "Figure 1. The way of the water through a filter." || p.Locator.Page != 1 {
		t.Errorf("the picture is %+v", p)
	}
	shown, _, err := image.Decode(bytes.NewReader(doc.Files[p.File]))
	if err != nil {
		t.Fatal(err)
	}
	if w, h := shown.Bounds().Dx(), shown.Bounds().Dy(); w < 400 || w > 900 || h*2 > w {
		t.Errorf("it is %d by %d pixels", w, h)
	}
	dark := 0
	for x := range shown.Bounds().Dx() {
		if r, _, _, _ := shown.At(x, shown.Bounds().Dy()/2).RGBA(); r < 0x8000 {
			dark++
		}
	}
	if dark < 4 {
		t.Errorf("it has %d dark points across the middle", dark)
	}
}
