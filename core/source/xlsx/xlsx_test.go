package xlsx

import (
	"errors"
	"fmt"
	"testing"

	"github.com/xuri/excelize/v2"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

// book makes a spreadsheet of sheets in their order.
func book(t testing.TB, sheets []string, cells map[string]map[string]any) []byte {
	t.Helper()
	f := excelize.NewFile()
	for i, name := range sheets {
		if i == 0 {
			if err := f.SetSheetName("Sheet1", name); err != nil {
				t.Fatal(err)
			}
		} else if _, err := f.NewSheet(name); err != nil {
			t.Fatal(err)
		}
		for at, v := range cells[name] {
			if err := f.SetCellValue(name, at, v); err != nil {
				t.Fatal(err)
			}
		}
	}
	out, err := f.WriteToBuffer()
	if err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

func TestRead(t *testing.T) {
	data := book(t, []string{"Week 1", "Empty", "Week 2"}, map[string]map[string]any{
		"Week 1": {"A1": "day", "B1": "flow (m³/h)", "A2": "Monday", "B2": 420, "A4": "Wednesday", "B4": 380.5},
		"Week 2": {"A1": "day", "B1": "flow (m³/h)", "A2": "Monday"},
	})
	doc, err := Read("readings.xlsx", data)
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, p := range doc.Passages {
		got = append(got, fmt.Sprintf("%s %v %q", p.Kind, p.Locator.Heading, p.Text))
	}
	want := []string{
		`heading [] "Week 1"`, `table [Week 1] "day | flow (m³/h)\nMonday | 420\nWednesday | 380.5"`,
		`heading [] "Week 2"`, `table [Week 2] "day | flow (m³/h)\nMonday | "`,
	}
	if fmt.Sprint(got) != fmt.Sprint(want) || doc.Title != "readings.xlsx" {
		t.Errorf("got %q titled %q", got, doc.Title)
	}
}

func TestBroken(t *testing.T) {
	data := book(t, []string{"A"}, map[string]map[string]any{"A": {"A1": 1}})
	bad := new(source.BadInput)
	if _, err := Read("x.xlsx", data[:len(data)/2]); !errors.As(err, &bad) {
		t.Errorf("%v", err)
	}
	for _, far := range []string{"A1048576", "XFD1", "XFD1048576"} {
		if _, err := Read("x.xlsx", book(t, []string{"A"}, map[string]map[string]any{"A": {"A1": 1, far: 2}})); !errors.As(err, &bad) {
			t.Errorf("a cell at %s: %v", far, err)
		}
	}
}

func FuzzRead(f *testing.F) {
	mangle.Add(f, 300, book(f, []string{"A", "B"}, map[string]map[string]any{"A": {"A1": "x", "B7": 3.5}}))
	f.Fuzz(func(t *testing.T, data []byte) {
		_, err := Read("x", data)
		if bad := new(source.BadInput); err != nil && !errors.As(err, &bad) {
			t.Errorf("%v", err)
		}
	})
}
