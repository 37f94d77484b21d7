package table

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

const readings = "day,flow (m³/h),\"remark, if any\"\nMonday,420,\nTuesday,\"1,380\",\"high, after rain\"\n"

func TestRead(t *testing.T) {
	doc, err := Read("readings.csv", readings)
	if err != nil {
		t.Fatal(err)
	}
	p := doc.Passages[0]
	if len(doc.Passages) != 1 || p.Kind != source.Table || p.Locator.Row != 2 || len(p.Rows) != 3 || p.Rows[2][1] != "1,380" || p.Rows[2][2] != "high, after rain" {
		t.Errorf("%+v", doc.Passages)
	}
	if p.Rows[0][1] != "flow (m³/h)" || doc.Title != "readings.csv" || len(doc.Warnings) != 0 {
		t.Errorf("%+v", doc)
	}
}

func TestLongTablesBecomeSeveralPassages(t *testing.T) {
	var text strings.Builder
	text.WriteString("n\tsquare\n")
	for i := range 70 {
		fmt.Fprintf(&text, "%d\t%d\n", i, i*i)
	}
	doc, err := Read("squares.tsv", text.String())
	if err != nil || len(doc.Passages) != 3 {
		t.Fatalf("%d passages, %v", len(doc.Passages), err)
	}
	for i, p := range doc.Passages {
		if p.Rows[0][1] != "square" || p.Locator.Row != 2+i*rowsEach {
			t.Errorf("passage %d begins at row %d with %q", i, p.Locator.Row, p.Rows[0])
		}
	}
	if last := doc.Passages[2]; last.Rows[len(last.Rows)-1][1] != "4761" {
		t.Errorf("the last row is %q", last.Rows[len(last.Rows)-1])
	}
}

func TestTablesWithoutHeaderAndWithGaps(t *testing.T) {
	doc, err := Read("x.csv", "1;2;3\n4;5\n6;7;8\n")
	if err != nil || doc.Passages[0].Rows[0][0] != "column 1" || doc.Passages[0].Rows[2][2] != "" || len(doc.Warnings) != 1 || doc.Warnings[0].Locator.Row != 2 {
		t.Errorf("%+v, %v", doc, err)
	}
}

func TestIs(t *testing.T) {
	for text, want := range map[string]bool{
		"a\tb\n1\t2\n3\t4": true, "a;b\n1;2\n3;4": true, "a,b\n1,2\n3,4": true,
		"One, two.\nThree, four.": false, "words\nwords\nwords": false, "": false,
		"First, we open the gate.\nThen, as the level falls, we wait.\nLast, we wash.": false,
	} {
		if Is("Pasted text", text) != want {
			t.Errorf("Is(%q) is %v", text, !want)
		}
	}
	if Is("notes.txt", "a,b\n1,2\n3,4") || !Is("x.CSV", "anything") {
		t.Error("the name is not heard")
	}
}

func TestBadTables(t *testing.T) {
	for _, text := range []string{"", ",,\n,,\n", "a,b\n"} {
		var bad *source.BadInput
		if _, err := Read("x.csv", text); text != "a,b\n" && !errors.As(err, &bad) {
			t.Errorf("%q gives %v", text, err)
		}
	}
}

func FuzzRead(f *testing.F) {
	mangle.Add(f, 300, readings)
	mangle.Add(f, 100, "a\t\"b\n1")
	f.Fuzz(func(t *testing.T, text string) {
		Is("", text)
		doc, err := Read("x.csv", text)
		if err != nil {
			return
		}
		for _, p := range doc.Passages {
			for _, r := range p.Rows {
				if len(r) != len(p.Rows[0]) {
					t.Errorf("a row of %d in a table of %d", len(r), len(p.Rows[0]))
				}
			}
		}
	})
}
