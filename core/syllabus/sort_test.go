package syllabus

import (
	"encoding/json"
	"os"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/core/source/reader"
)

func passage(id, text string, path ...string) source.Passage {
	return source.Passage{ID: id, Kind: source.Paragraph, Text: text, Locator: source.Locator{Heading: path}}
}

func TestSort(t *testing.T) {
	topics := []Topic{
		{ID: "dose", Title: "Chemical dosing"},
		{ID: "filter", Title: "Filtration", CanDo: []Statement{{ID: "ripen", Text: "explain how a scraped slow sand filter ripens"}, {ID: "wash", Text: "say when a rapid filter is washed"}}},
		{ID: "rules", Title: "Sampling and rules"},
	}
	passages := []source.Passage{
		passage("1", "Work every rate twice.", "Dosing handbook"),
		passage("2", "It holds particles in a bed of sand.", "Notes", "Filtration"),
		passage("3", "A slow sand filter that was scraped ripens for days.", "Notes", "Daily work"),
		passage("4", "The bottle is cooled.", "Notes", "Sampling"),
		passage("5", "Particles stay in the sand.", "Loose ends"),
		passage("6", "Nothing of the sort.", "Elsewhere"),
	}
	s := NewSorter(topics, nil, passages)
	got := s.Sort(passages)
	for id, want := range map[string]string{"1": "dose", "2": "filter", "3": "filter", "4": "rules", "5": "filter", "6": ""} {
		if got[id].Topic != want {
			t.Errorf("passage %s belongs to %+v, want %q", id, got[id], want)
		}
	}
	if got["3"].Statement != "ripen" || got["2"].Statement != "" {
		t.Errorf("statements are %q and %q", got["3"].Statement, got["2"].Statement)
	}
	if got["5"].Sure >= got["2"].Sure {
		t.Errorf("without a heading it is %g sure, with one %g", got["5"].Sure, got["2"].Sure)
	}
	// What a person decides teaches.
	taught := NewSorter(topics, []Example{{"The ledger lists every invoice.", "rules"}})
	if at, ok := taught.Of("Each invoice stands in the ledger."); !ok || at.Topic != "rules" {
		t.Errorf("after an example it belongs to %+v", at)
	}
	if _, ok := s.Of("Each invoice stands in the ledger."); ok {
		t.Error("without one it belongs to something")
	}
	if at, ok := NewSorter(topics[:1], nil).Of("anything"); !ok || at.Topic != "dose" || at.Sure != 1 {
		t.Errorf("a single topic does not take everything: %+v", at)
	}
	if _, ok := NewSorter(nil, nil).Of("anything"); ok {
		t.Error("without topics it belongs to something")
	}
}

// Past questions of the demo's exam, sorted by what the demo's sources teach.
// testdata/README.md says how they were made.
func TestSortQuestions(t *testing.T) {
	var course struct {
		Topics []Topic `json:"topics"`
	}
	data, err := os.ReadFile("../../demo/course.json")
	if err != nil {
		t.Fatal(err)
	}
	if err := json.Unmarshal(data, &course); err != nil {
		t.Fatal(err)
	}
	for i := range course.Topics {
		course.Topics[i].ID = course.Topics[i].Title
	}
	files, err := os.ReadDir("../../demo/sources")
	if err != nil {
		t.Fatal(err)
	}
	var documents [][]source.Passage
	for _, f := range files {
		data, err := os.ReadFile("../../demo/sources/" + f.Name())
		if err != nil {
			t.Fatal(err)
		}
		doc, err := reader.Read(t.Context(), f.Name(), data, source.Tools{})
		if err != nil {
			t.Fatal(err)
		}
		documents = append(documents, doc.Passages)
	}
	s := NewSorter(course.Topics, nil, documents...)
	for _, set := range []struct {
		file  string
		least float64
	}{{"tuned.tsv", 0.75}, {"apart.tsv", 0.75}} {
		text, err := os.ReadFile("testdata/" + set.file)
		if err != nil {
			t.Fatal(err)
		}
		bins := [5]struct{ all, right, sure float64 }{}
		right, placed, all := 0, 0, 0
		for line := range strings.Lines(string(text)) {
			topic, question, ok := strings.Cut(strings.TrimSpace(line), "\t")
			if !ok {
				t.Fatalf("%s: %q", set.file, line)
			}
			all++
			got, ok := s.Of(question)
			if !ok {
				t.Logf("%s: nowhere: %s", topic, question)
				continue
			}
			placed++
			bin := &bins[min(4, int((got.Sure-enough)*10))]
			bin.all++
			bin.sure += got.Sure
			if got.Topic == topic {
				right++
				bin.right++
			} else {
				t.Logf("%s, not %s (%.2f sure): %s", topic, got.Topic, got.Sure, question)
			}
		}
		t.Logf("%s: %d of %d placed, %d of them rightly", set.file, placed, all, right)
		for i, b := range bins {
			if b.all > 0 {
				t.Logf("sure %.1f to %.1f: %3.0f questions, on the mean %.2f sure, %.2f right", enough+float64(i)/10, enough+float64(i+1)/10, b.all, b.sure/b.all, b.right/b.all)
			}
		}
		if share := float64(right) / float64(all); share < set.least {
			t.Errorf("%s: only %.2f of the questions are placed rightly", set.file, share)
		}
	}
}

func BenchmarkSort(b *testing.B) {
	data, err := os.ReadFile("../../demo/sources/plant-and-rules.md")
	if err != nil {
		b.Fatal(err)
	}
	doc, err := reader.Read(b.Context(), "plant-and-rules.md", data, source.Tools{})
	if err != nil {
		b.Fatal(err)
	}
	var topics []Topic
	for _, t := range []string{"Dosing", "Filtration", "Sampling", "Records", "Pumps"} {
		topics = append(topics, Topic{ID: t, Title: t})
	}
	s := NewSorter(topics, nil, doc.Passages)
	for b.Loop() {
		s.Sort(doc.Passages)
	}
	b.ReportMetric(float64(len(doc.Passages))*float64(b.N)/b.Elapsed().Seconds(), "passages/s")
}
