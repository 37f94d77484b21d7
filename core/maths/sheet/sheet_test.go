package sheet_test

import (
	"os"
	"strings"
	"testing"

	"zincowl/core/fact"
	"zincowl/core/maths"
	"zincowl/core/maths/sheet"
	"zincowl/tools/mangle"
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

// TestWaysToTellAChange tells one change in many ways, all with one answer.
func TestWaysToTellAChange(t *testing.T) {
	s := read(t, "testdata/sheet.txt")
	const before = "The wash flow is 1,620 m³/h and the bed area is 36 m². "
	for _, c := range []struct{ then, want string }{
		{"The wash flow then rises to 1,944 m³/h. What is the new wash rate?", "54 m/h"},
		{"The wash flow then rises by 20%. What is the new wash rate?", "54 m/h"},
		{"The wash flow is then raised by 324 m³/h. What does the wash rate become?", "54 m/h"},
		{"Later the wash flow increases by 20%. What is the wash rate then?", "54 m/h"},
		{"After a 20% rise in the wash flow, what is the wash rate?", "54 m/h"},
		{"With an increase of 20% in the wash flow, what is the wash rate in m/h?", "54 m/h"},
		{"The wash flow doubles. By how much does the wash rate rise?", "45 m/h"},
		{"The wash flow is halved. By how much does the wash rate fall?", "22.5 m/h"},
		{"The bed area falls to 30 m². By how much does the wash rate rise?", "9 m/h"},
		{"The bed area drops by 6 m². What is the new wash rate?", "54 m/h"},
		{"The wash flow is cut by 10%. By what percentage does the wash rate fall?", "10%"},
		{"The wash flow then rises by 20%. What was the wash rate at first?", "45 m/h"},
	} {
		sure, a := verdict(s.Answers(before + c.then))
		if sure != "named" || a.Value.Text(3) != c.want {
			t.Errorf("%s\n  %s %s by %q, want %s", c.then, sure, a.Value.Text(3), a.Working, c.want)
		}
	}
	for _, odd := range []string{
		"The wash flow then rises to 1,200 m³/h. What is the new wash rate?",
		"The wash flow then rises by 20% and the bed area falls by 10%. What is the new wash rate?",
		"The pressure then rises by 20%. What is the new wash rate?",
		"The wash flow then rises by 20%. What colour is the water now?",
	} {
		if sure, a := verdict(s.Answers(before + odd)); sure == "named" || sure == "unit" {
			t.Errorf("%s is answered with %s by %q", odd, a.Value.Text(3), a.Working)
		}
	}
}

// TestWorkingCanBeFollowed asks that each line's numbers are those of the line before
// or of the stem, and that the last one ends with the answer.
func TestWorkingCanBeFollowed(t *testing.T) {
	s := read(t, "testdata/sheet.txt")
	for stem, want := range map[string][]string{
		"The flow is 0.05 m³/s, the pressure is 120 kPa and the efficiency is 0.75. What is the power drawn in W?":                                {"0.05 m³/s × 120,000 Pa = 6,000 W", "6 kW ÷ 0.75 = 8 kW = 8,000 W"},
		"The water supplied is 8 ML and the water billed is 7 ML. What is the loss rate?":                                                         {"8 ML − 7 ML = 1 ML", "1 ML ÷ 8 ML = 0.125"},
		"The detention time is 4 h. The flow then rises by 25%. By how much does the detention time fall?":                                        {"4 h × 0.8 = 3.2 h", "4 h − 3.2 h = 0.8 h"},
		"The dose is 3 mg/L and the flow is 7 ML/d. What is the feed rate in g/h, to three significant figures?":                                  {"3 mg/L × 7 ML/d = 21 kg/d = 875 g/h"},
		"The chlorine dose is 3.2 mg/L, the chlorine demand is 2 mg/L and the CT value is 60 mg·min/L. How long is the contact time, in minutes?": {"3.2 mg/L − 2 mg/L = 1.2 mg/L", "60 mg·min/L ÷ 1.2 mg/L = 50 min"},
	} {
		answers := s.Answers(stem)
		if len(answers) == 0 || strings.Join(answers[0].Working, "; ") != strings.Join(want, "; ") {
			t.Errorf("%s\n  is worked as %+v, want %q", stem, answers, want)
		}
	}
}

func FuzzAnswers(f *testing.F) {
	s := read(f, "testdata/sheet.txt")
	data, err := os.ReadFile("testdata/stems.tsv")
	if err != nil {
		f.Fatal(err)
	}
	for _, line := range strings.Split(string(data), "\n") {
		if parts := strings.Split(line, "\t"); len(parts) == 3 {
			mangle.Add(f, 20, parts[2])
		}
	}
	f.Fuzz(func(t *testing.T, stem string) {
		for _, a := range s.Answers(stem) {
			if a.Value.Value == nil || len(a.Formulas) == 0 || len(a.Working) == 0 {
				t.Errorf("%q has the answer %+v", stem, a)
			}
		}
	})
}

// large is a sheet in which hundreds of formulas speak of one flow.
func large(t testing.TB) *sheet.Sheet {
	t.Helper()
	var formulas []maths.Formula
	for i := range 400 {
		name := string(rune('a'+i%26)) + string(rune('a'+i/26)) + "-basin"
		f, ok := fact.ReadFormula("loading of " + name + " = flow / area of " + name + ", where the loading of " + name + " is in m/h, the flow is in m³/h and the area of " + name + " is in m²")
		if !ok {
			t.Fatal("a formula is not read")
		}
		formulas = append(formulas, f)
	}
	return sheet.New(formulas)
}

func TestLargeSheets(t *testing.T) {
	s := large(t)
	sure, a := verdict(s.Answers("The flow is 450 m³/h and the area of ca-basin is 36 m². What is the loading of ca-basin in m/h?"))
	if sure != "named" || a.Value.Text(3) != "12.5 m/h" {
		t.Errorf("%s: %s", sure, a.Value.Text(3))
	}
	sure, a = verdict(s.Answers("The loading of ba-basin is 10 m/h, the area of ba-basin is 45 m² and the area of ca-basin is 36 m². What is the loading of ca-basin?"))
	if sure != "named" || a.Value.Text(3) != "12.5 m/h" {
		t.Errorf("in a chain, %s: %s", sure, a.Value.Text(3))
	}
}

func BenchmarkAnswers(b *testing.B) {
	for name, s := range map[string]*sheet.Sheet{"14 formulas": read(b, "testdata/sheet.txt"), "400 formulas": large(b)} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				s.Answers("The flow is 450 m³/h and 36 m² are covered. What is the surface loading in m/h?")
			}
		})
	}
}

// told is a stem with how sure an answer has to be, and the answer.
type told struct{ stem, sure, want string }

func holds(t *testing.T, s *sheet.Sheet, cases []told) {
	t.Helper()
	for _, c := range cases {
		sure, a := verdict(s.Answers(c.stem))
		shown := ""
		if sure != "none" {
			shown = a.Value.Text(3)
		}
		if sure != c.sure || shown != c.want {
			t.Errorf("%s\n  %s %s by %q, want %s %s", c.stem, sure, shown, a.Working, c.sure, c.want)
		}
	}
}

// TestPowersRootsAndConstants answers from formulas with more than the four operations.
func TestPowersRootsAndConstants(t *testing.T) {
	var formulas []maths.Formula
	for _, text := range []string{
		"V = πr²h, where V is the tank volume in m³, r is the tank radius in m and h is the water depth in m",
		"v = √(2gh), where v is the jet speed in m/s, g is 9.81 m/s² and h is the head in m",
		"pH value = −log10(c), where c is the concentration of hydrogen ions in mol/L and the pH value is a number",
		"N = N₀ × 2^(−t/T), where N is the number left, N₀ is the number at first, t is the time in h and T is the half-life in h",
		"P = C/(1 + i)^n, where P is the present value in $, C is the payment in $, i is the interest and n is the number of years",
	} {
		f, err := fact.TypedFormula(text)
		if err != nil || f.CheckUnits() != nil {
			t.Fatalf("%s: %v, %v", text, err, f.CheckUnits())
		}
		formulas = append(formulas, f)
	}
	s := sheet.New(formulas)
	holds(t, s, []told{
		{"A tank radius of 3 m goes with a water depth of 2.5 m. What is the tank volume in m³?", "named", "70.7 m³"},
		{"A tank radius of 3 m goes with a water depth of 2.5 m. What is the tank volume in litres?", "named", "70,700 L"},
		{"The tank volume is 200 m³ and the water depth is 5 m. What is the tank radius in m?", "named", "3.57 m"},
		{"The tank radius doubles. By what percentage does the tank volume rise?", "named", "300%"},
		{"The tank radius falls by 10%. By what percentage does the tank volume fall?", "named", "19%"},
		{"The tank volume is 60 m³. Then the tank radius rises by 50%. What is the new tank volume?", "named", "135 m³"},
		{"The head is 5 m. What is the jet speed in m/s?", "named", "9.90 m/s"},
		{"Take g = 10 m/s². The head is 5 m. What is the jet speed in m/s?", "named", "10 m/s"},
		{"The jet speed is 9.9 m/s. What is the head in m?", "named", "5.00 m"},
		{"The head rises from 2 m to 8 m. By what percentage does the jet speed rise?", "named", "100%"},
		{"The concentration of hydrogen ions is 3.2 × 10⁻⁶ mol/L. What is the pH value?", "named", "5.49"},
		{"The pH value is 4.7. What is the concentration of hydrogen ions in mol/L?", "named", "2.00 × 10⁻⁵ mol/L"},
		{"The number at first is 400, the time is 90 min and the half-life is 3 h. What is the number left?", "named", "283"},
		{"The number at first is 400, the number left is 50 and the half-life is 3 h. What is the time in h?", "named", "9 h"},
		{"The payment is $100, the interest is 0.018 and the number of years is 21. What is the present value?", "named", "$68.75"},
		{"The head is 5 m. What is the acceleration due to gravity?", "none", ""}, // a constant is not asked for
	})
}

// TestNumberWords reads small numbers told in words where a unit follows; any other
// number word leaves a stem open.
func TestNumberWords(t *testing.T) {
	f, err := fact.TypedFormula("power = work done / time, where the power is in W, the work done is in J and the time is in s")
	if err != nil {
		t.Fatal(err)
	}
	s := sheet.New([]maths.Formula{f})
	holds(t, s, []told{
		{"A winch has a work done of 1,800 J in half a minute. What is its power in W?", "unit", "60 W"},
		{"The work done is 1,800 J and the time is two minutes. What is the power in W?", "named", "15 W"},
		{"The work done is 5,400 J and the time is a minute and a half. What is the power in W?", "named", "60 W"},
		{"The work done is 5,400 J and the time is one and a half minutes. What is the power in W?", "named", "60 W"},
		{"The work done is 9,000 J and the time is a quarter of an hour. What is the power in W?", "named", "10 W"},
		{"The work done is 90,000 J and the time is 2 minutes and a half. What is the power in W?", "named", "600 W"},
		{"The work done is 90,000 J, and the time is 90 s and a half-day is over. What is the power in W?", "unsure", "1,000 W"},
		{"Two winches each have a work done of 1,800 J in half a minute. What is the power in W?", "unsure", "60 W"},
		{"Half the work done is 1,800 J, in 30 s. What is the power in W?", "unsure", "60 W"},
		{"The work done is 1,800 J in six a day. What is the power in W?", "none", ""},
	})
}
