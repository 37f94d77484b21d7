package recognise

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/core/source/pdf"
	"zincowl/core/source/reader"
)

func TestMain(m *testing.M) {
	pdf.CacheIn(filepath.Join(os.TempDir(), "zincowl-test-sandbox"))
	os.Exit(m.Run())
}

func TestParse(t *testing.T) {
	data, err := os.ReadFile("testdata/words.tsv")
	if err != nil {
		t.Fatal(err)
	}
	r := parse(string(data))
	if r.Width != 1424 || r.Height != 1236 || len(r.Words) < 15 || r.Words[0].Text != "Reservoir" || r.Words[1].Line != r.Words[0].Line || r.Words[2].Line == r.Words[0].Line {
		t.Errorf("read %+v", r)
	}
	if labels := r.Labels(); labels[0].Text != "Reservoir rounds" || labels[0].Box.Right <= labels[0].Box.Left {
		t.Errorf("labels are %+v", labels[:1])
	}
	if got := parse("level\tpage\nnonsense\n5\t1\n"); len(got.Words) != 0 {
		t.Errorf("nonsense reads as %+v", got)
	}
}

// A scan, turned a little and with noise, is read to headings, paragraphs,
// facts and items, on its own and as the only page of a PDF.
func TestAScanIsRead(t *testing.T) {
	if !Installed() {
		t.Skip(source.HowToRecognise)
	}
	for _, name := range []string{"scan.jpg", "scan.pdf"} {
		data, err := os.ReadFile("../core/source/pdf/testdata/" + name)
		if err != nil {
			t.Fatal(err)
		}
		doc, err := reader.Read(t.Context(), name, data, source.Tools{Recognise: Words})
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		var all []string
		for _, p := range doc.Passages {
			all = append(all, string(p.Kind)+" "+p.Text)
			if p.Confidence < 80 {
				t.Errorf("%s: %q is %d%% sure", name, p.Text, p.Confidence)
			}
		}
		text := strings.Join(all, "\n")
		for _, want := range []string{
			"heading Reservoir rounds", "heading Reading the staff", "paragraph A scour valve is a valve at the foot of a dam that lets silt out of the reservoir. It is opened for ten minutes in every month",
			"The level must not fall below 41.5 m in summer.", "formula Stored volume = area × depth, where the stored volume is in m³, the area is in m² and the depth is in m.",
		} {
			if !strings.Contains(text, want) {
				t.Errorf("%s lacks %q in\n%s", name, want, text)
			}
		}
		if len(doc.Warnings) == 0 || !strings.Contains(doc.Warnings[0].Says, "recognised") {
			t.Errorf("%s says %+v", name, doc.Warnings)
		}
	}
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	if _, err := Words(ctx, []byte("x")); !errors.Is(err, context.Canceled) {
		t.Errorf("given up: %v", err)
	}
	if _, err := Words(t.Context(), []byte("no picture")); err == nil {
		t.Error("what is no picture is read")
	}
}

// The scan among the corpus, word by word against what stands on the page.
func TestTheScanOfTheCorpus(t *testing.T) {
	if !Installed() {
		t.Skip(source.HowToRecognise)
	}
	const at = "../core/source/testdata/sludge-scan.pdf"
	data, err := os.ReadFile(at)
	if err != nil {
		t.Fatal(err)
	}
	expected, err := os.ReadFile(at + ".passages")
	if err != nil {
		t.Fatal(err)
	}
	doc, err := reader.Read(t.Context(), "scan.pdf", data, source.Tools{Recognise: Words})
	if err != nil {
		t.Fatal(err)
	}
	var want, got []string
	whole, all := 0, 0
	read := map[string]bool{}
	for _, p := range doc.Passages {
		got = append(got, strings.Fields(p.Text)...)
		read[string(p.Kind)+" "+p.Text] = true
	}
	for line := range strings.Lines(string(expected)) {
		field := strings.Split(strings.TrimSpace(line), "\t")
		want = append(want, strings.Fields(field[2])...)
		all++
		if read[field[0]+" "+field[2]] {
			whole++
		} else {
			t.Logf("not whole: %s", line)
		}
	}
	wrong := distance(want, got)
	t.Logf("%d of %d words wrong, %d of %d passages whole", wrong, len(want), whole, all)
	if wrong*100 > 4*len(want) {
		t.Errorf("%d of %d words are wrong:\n%s", wrong, len(want), strings.Join(got, " "))
	}
}

// distance is how many words have to be put in, taken out or exchanged.
func distance(a, b []string) int {
	row := make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := range a {
		before := row[0]
		row[0] = i + 1
		for j := range b {
			cost := before
			if a[i] != b[j] {
				cost++
			}
			before = row[j+1]
			row[j+1] = min(cost, row[j]+1, row[j+1]+1)
		}
	}
	return row[len(b)]
}
