package syllabus

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

// written prints an outline for comparing: depth by indent, the weight in
// brackets, statements behind a dash.
func written(o Outline) string {
	var b strings.Builder
	for _, t := range o.Topics {
		b.WriteString(strings.Repeat("  ", t.Depth) + t.Title)
		if t.Given != nil {
			fmt.Fprintf(&b, " [%g %s]", t.Given.Value, t.Given.Unit)
		}
		b.WriteString("\n")
		for _, c := range t.CanDo {
			b.WriteString(strings.Repeat("  ", t.Depth) + "- " + c.Text + "\n")
		}
	}
	return b.String()
}

func TestRead(t *testing.T) {
	for name, c := range map[string]struct {
		text, want, title string
		left              []string
	}{
		"numbered, per cent at the end": {
			"1. Chemical dosing (22%)\n2. Disinfection (18 %)\n3. Filtration – 15%\n",
			"Chemical dosing [22 percent]\nDisinfection [18 percent]\nFiltration [15 percent]\n", "", nil,
		},
		"dotted numbers and verbs": {
			"Syllabus of the Class II licence\n\n1 Filtration\n1.1 Slow sand filters\n1.1.1 Explain why a scraped filter is run to waste\n1.1.2 Calculate the filtration rate\n1.2 Rapid filters\n2 Dosing\n2.1 Pumps for chemicals\n",
			"Filtration\n  Slow sand filters\n  - Explain why a scraped filter is run to waste\n  - Calculate the filtration rate\n  Rapid filters\nDosing\n  Pumps for chemicals\n", "Syllabus of the Class II licence", nil,
		},
		"lead-in and bullets": {
			"Disinfection [20 marks]\nThe candidate can:\n• name three disinfectants\n• chlorine demand from dose and residual\nSampling [10 marks]\nThe candidate can:\n• take a sample at a tap\n",
			"Disinfection [20 marks]\n- name three disinfectants\n- chlorine demand from dose and residual\nSampling [10 marks]\n- take a sample at a tap\n", "", nil,
		},
		"indented": {
			"Filtration\n    Slow sand\n    Rapid\n        Backwash\nDosing\n    Pumps\n",
			"Filtration\n  Slow sand\n  Rapid\n    Backwash\nDosing\n  Pumps\n", "", nil,
		},
		"headings and bullets": {
			"# Outline\n## Filtration (30%)\n- Rapid filters\n- can describe a backwash\n## Dosing (70%)\n",
			"Filtration [30 percent]\n  Rapid filters\n  - can describe a backwash\nDosing [70 percent]\n", "Outline", nil,
		},
		"stars": {
			"Dosing ★★★\nFiltration ★★☆\nRecords *\n",
			"Dosing [3 stars]\nFiltration [2 stars]\nRecords [1 stars]\n", "", nil,
		},
		"weights first, ranges, and a total": {
			"20% Dosing\n30–40% Filtration\nSampling: 45 marks of the exam\nTotal: 100%\n",
			"Dosing [20 percent]\nFiltration [35 percent]\nSampling [45 marks]\n", "", []string{"Total: 100%"},
		},
		"letters below numbers, furniture": {
			"Contents\n1. Filtration ........ 4\na) Slow sand\nb) Rapid\nPage 2 of 9\n2. Dosing ........ 12\na) Pumps\n",
			"Filtration\n  Slow sand\n  Rapid\nDosing\n  Pumps\n", "", []string{"Contents", "Page 2 of 9"},
		},
		"units and weight lines": {
			"Unit 1: Filtration\nWeighting: 60%\n1.1 Slow sand\nUnit 2: Dosing\nWeighting: 40%\n2.1 Pumps\n",
			"Filtration [60 percent]\n  Slow sand\nDosing [40 percent]\n  Pumps\n", "", nil,
		},
		"romans": {
			"I. Filtration\n   A. Slow sand\n   B. Rapid\nII. Dosing\n   A. Pumps\nIII. Records\n",
			"Filtration\n  Slow sand\n  Rapid\nDosing\n  Pumps\nRecords\n", "", nil,
		},
		"verbs that are nouns": {
			"1. Use of pumps\n2. State law\n3. Design in general\n",
			"Use of pumps\nState law\nDesign in general\n", "", nil,
		},
		"prose is left over": {
			"Filtration\nThe board reserves the right to change this outline at any time before the examination takes place.\nDosing\n",
			"Filtration\nDosing\n", "", []string{"The board reserves the right to change this outline at any time before the examination takes place."},
		},
		"bold and marks in brackets": {
			"**Filtration** (15)\n**Dosing** (25)\n",
			"Filtration [15 marks]\nDosing [25 marks]\n", "", nil,
		},
		"comma separated": {
			"Topic,Sub-topic,Weight (%),Outcomes\nFiltration,Slow sand,10,explain ripening; calculate a rate\nFiltration,Rapid,15,\nDosing,,75,choose a pump\nTotal,,100,\n",
			"Filtration\n  Slow sand [10 percent]\n  - explain ripening\n  - calculate a rate\n  Rapid [15 percent]\nDosing [75 percent]\n- choose a pump\n", "", []string{"Total 100"},
		},
		"tabs with numbers": {
			"No.\tTopic\tMarks\n1\tFiltration\t40\n1.1\tSlow sand\t\n2\tDosing\t60\n",
			"Filtration [40 marks]\n  Slow sand\nDosing [60 marks]\n", "", nil,
		},
		"importance in stars of a table": {
			"Topic;Importance\nFiltration;3\nDosing;1\n",
			"Filtration [3 stars]\nDosing [1 stars]\n", "", nil,
		},
	} {
		o, err := Read(c.text)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		if got := written(o); got != c.want {
			t.Errorf("%s:\n%swant\n%s", name, got, c.want)
		}
		var left []string
		for _, l := range o.Leftovers {
			left = append(left, l.Text)
		}
		if fmt.Sprint(left) != fmt.Sprint(c.left) || o.Title != c.title {
			t.Errorf("%s: left over %q, titled %q", name, left, o.Title)
		}
	}
	for _, none := range []string{"", " \n\t", "12\n13", "Topic,Weight\n"} {
		if o, err := Read(none); !errors.Is(err, ErrNoOutline) && none != "Topic,Weight\n" {
			t.Errorf("%q reads as %+v, %v", none, o, err)
		}
	}
}

func TestFromDocument(t *testing.T) {
	head := func(text string, path ...string) source.Passage {
		return source.Passage{Kind: source.Heading, Text: text, Locator: source.Locator{Heading: path}}
	}
	o, err := FromDocument(source.Document{Passages: []source.Passage{
		head("Class II outline"), head("Filtration (30%)", "Class II outline"), {Kind: source.Item, Text: "explain ripening"}, {Kind: source.Item, Text: "Rapid filters"}, head("Dosing (70%)", "Class II outline"),
	}})
	if err != nil || written(o) != "Filtration [30 percent]\n- explain ripening\n  Rapid filters\nDosing [70 percent]\n" || o.Title != "Class II outline" {
		t.Errorf("%v, %q:\n%s", err, o.Title, written(o))
	}
	o, err = FromDocument(source.Document{Passages: []source.Passage{
		head("Outline"), {Kind: source.Table, Rows: [][]string{{"Area", "Share"}, {"Filtration", "30"}, {"Dosing", "70%"}}},
	}})
	if err != nil || written(o) != "Filtration [30 percent]\nDosing [70 percent]\n" {
		t.Errorf("%v:\n%s", err, written(o))
	}
}

// Every line is in a topic, a statement or a leftover, whatever the text.
func FuzzRead(f *testing.F) {
	mangle.Add(f, 200, "1. Dosing (22%)\n  - explain it\nTotal 100%")
	mangle.Add(f, 200, "Topic,Weight\nDosing,3\n,\n\"")
	mangle.Add(f, 200, "# A\n## B ★★\nThe candidate can:\n• x")
	f.Fuzz(func(t *testing.T, text string) {
		o, err := Read(text)
		if err != nil && !errors.Is(err, ErrNoOutline) {
			t.Fatal(err)
		}
		for i, topic := range o.Topics {
			if topic.Title == "" || topic.Depth < 0 || (i == 0 && topic.Depth != 0) || (i > 0 && topic.Depth > o.Topics[i-1].Depth+1) {
				t.Fatalf("topic %d is %+v", i, topic)
			}
			if topic.Given != nil && !(topic.Given.Value >= 0) {
				t.Fatalf("weight of %+v", topic)
			}
		}
		sum := 0.0
		for _, s := range Weigh(o.Topics, nil) {
			sum += s.Own
		}
		if len(o.Topics) > 0 && (sum < 99.9 || sum > 100.1) {
			t.Fatalf("the shares of %q come to %g", text, sum)
		}
	})
}
