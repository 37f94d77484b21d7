package sheet_test

import (
	"os"
	"strings"
	"testing"

	"zincowl/core/fact"
	"zincowl/core/maths"
	"zincowl/core/maths/sheet"
)

func read(t testing.TB, name string) *sheet.Sheet {
	t.Helper()
	data, err := os.ReadFile(name)
	if err != nil {
		t.Fatal(err)
	}
	var formulas []maths.Formula
	for _, text := range strings.Split(strings.TrimSpace(string(data)), "\n") {
		f, ok := fact.ReadFormula(text)
		if !ok || f.CheckUnits() != nil {
			t.Fatalf("%q is not read: %v", text, f.CheckUnits())
		}
		formulas = append(formulas, f)
	}
	return sheet.New(formulas)
}

// verdict is how sure the sheet is of a stem, with the answer that stands.
func verdict(answers []sheet.Answer) (string, sheet.Answer) {
	if len(answers) == 0 {
		return "none", sheet.Answer{}
	}
	for _, a := range answers[1:] {
		if a.Rivals(answers[0]) && !a.Equal(answers[0]) {
			return "unsure", answers[0]
		}
	}
	return map[sheet.Certainty]string{sheet.Named: "named", sheet.ByUnit: "unit", sheet.Possible: "unsure"}[answers[0].Sure], answers[0]
}

func TestStems(t *testing.T) {
	s := read(t, "testdata/sheet.txt")
	data, err := os.ReadFile("testdata/stems.tsv")
	if err != nil {
		t.Fatal(err)
	}
	for _, line := range strings.Split(strings.TrimSpace(string(data)), "\n") {
		parts := strings.Split(line, "\t")
		sure, a := verdict(s.Answers(parts[2]))
		shown := ""
		if parts[1] != "" && sure != "none" {
			shown = a.Value.Text(3)
		}
		if sure != parts[0] || shown != parts[1] {
			t.Errorf("%s\n  %s %q, want %s %q; %q taken %q unused %q", parts[2], sure, a.Value.Text(3), parts[0], parts[1], a.Working, a.Taken, a.Unused)
		}
	}
}

// TestStemsApart works stems that were written before the reader was last changed
// and not looked at while it was: none may come out wrong.
func TestStemsApart(t *testing.T) {
	s := read(t, "testdata/apart-sheet.txt")
	data, err := os.ReadFile("testdata/apart.tsv")
	if err != nil {
		t.Fatal(err)
	}
	lines := strings.Split(strings.TrimSpace(string(data)), "\n")
	decided := 0
	for _, line := range lines {
		want, stem, _ := strings.Cut(line, "\t")
		sure, a := verdict(s.Answers(stem))
		switch {
		case sure != "named" && sure != "unit":
			t.Logf("%s: %s, not %s", sure, stem, want)
		case a.Value.Text(3) != want:
			t.Errorf("%s: %s comes to %s by %q, not to %s", sure, stem, a.Value.Text(3), a.Working, want)
		default:
			decided++
		}
	}
	t.Logf("%d of %d decided", decided, len(lines))
	if 4*decided < 3*len(lines) {
		t.Errorf("only %d of %d stems are decided", decided, len(lines))
	}
}
