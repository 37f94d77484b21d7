package ground

import (
	"slices"
	"strings"
	"testing"

	"zincowl/core/source/plain"
)

const notes = `Slow filters

A slow sand filter is cleaned when the head loss reaches 900 mm. The top layer of sand, not the water above it, traps most of the particles.

Settling

Sand settles faster than silt. Cold water is denser than warm water, and so it sinks. Because alum binds fine particles, they form floc.

Chlorine

Chlorine gas must be stored below 30 °C. The store has two doors. Chlorine kills bacteria but does not remove hardness. Operators check the residual before they open the outlet valve.
`

func index() *Index {
	return New([]Source{{ID: "notes", Title: "Notes", Doc: plain.Read("notes.txt", notes)}})
}

func TestJudge(t *testing.T) {
	x := index()
	for _, c := range []struct {
		says string
		want Verdict
		why  string
	}{
		{"A slow sand filter is cleaned when the head loss is 900 mm.", Supported, ""},
		{"A slow sand filter is cleaned when the head loss reaches 300 mm.", Contradicted, "900"},
		{"Silt settles faster than sand.", Contradicted, "other way round"},
		{"It is not the case that sand settles faster than silt.", Contradicted, "denies"},
		{"Chlorine removes hardness.", Contradicted, ""},
		{"Chlorine does not remove hardness.", Supported, ""},
		{"Warm water is denser than cold water.", Contradicted, "other way round"},
		{"Membranes are replaced every five years by the manufacturer.", NotFound, ""},
		{"", NotFound, "nothing"},
	} {
		j := x.Judge(c.says)
		if j.Verdict != c.want || !strings.Contains(j.Why, c.why) {
			t.Errorf("%q is %s (%.2f): %s, by %q; want %s", c.says, j.Verdict, j.Sure, j.Why, j.Quote, c.want)
		}
	}
}

// Whatever the sources say: denied it is never supported, nor with the sides of a
// comparison exchanged.
func TestNothingSurvivesItsReverse(t *testing.T) {
	x := index()
	for _, s := range x.sentences {
		said := strings.TrimSuffix(s.text, ".")
		if j := x.Judge("It is not the case that " + said); j.Verdict == Supported {
			t.Errorf("%q is supported although it is denied", said)
		}
		if i := strings.Index(said, " than "); i > 0 {
			left, right, _ := strings.Cut(said, " ")
			rest, last, _ := strings.Cut(right, " than ")
			last, _, _ = strings.Cut(last, ",")
			if j := x.Judge(last + " " + rest + " than " + left); j.Verdict == Supported {
				t.Errorf("%q is supported the other way round", said)
			}
		}
	}
}

func TestRolesExchangedAreNotSupported(t *testing.T) {
	x := index()
	for _, says := range []string{"Bacteria kill chlorine.", "Fine particles bind alum.", "The residual checks operators.", "Hardness removes chlorine."} {
		if j := x.Judge(says); j.Verdict == Supported {
			t.Errorf("%q is supported by %q", says, j.Quote)
		}
	}
}

func TestAmounts(t *testing.T) {
	for text, want := range map[string]string{
		"within forty-eight hours": "48 h", "1,000,000 rows": "1000000 row", "two thousand crowns": "2000 crown", "30 °C": "30 °", "41 per cent": "41 %", "three quarters of it": "3/4 of", "0.5 mm": "1/2 mm", "none": "",
	} {
		got := ""
		if r := read(text, false, "en"); len(r.amounts) > 0 {
			got = strings.TrimSpace(r.amounts[0].value.RatString() + " " + r.amounts[0].unit)
		}
		if got != want {
			t.Errorf("%q has the amount %q, want %q", text, got, want)
		}
	}
}

func FuzzJudge(f *testing.F) {
	x := index()
	f.Add("Sand settles faster than silt.")
	f.Add("it is not true that it is not true that 1/2 of % than than before after because")
	f.Fuzz(func(t *testing.T, statement string) {
		if len(statement) > 500 {
			return
		}
		if j := x.Judge(statement); j.Verdict == "" || j.Why == "" {
			t.Errorf("%q is judged %+v", statement, j)
		}
	})
}

func BenchmarkJudge(b *testing.B) {
	var text strings.Builder
	for i := range 4000 { // of about 300 pages
		text.WriteString(strings.Split(notes, "\n\n")[1+2*(i%3)])
		text.WriteString("\n\n")
	}
	x := New([]Source{{ID: "notes", Doc: plain.Read("notes.txt", text.String())}})
	x.Judge("Sand settles faster than silt.")
	says := []string{"A slow sand filter is cleaned when the head loss is 900 mm.", "Silt settles faster than sand.", "The residual is checked once the valve is open."}
	for b.Loop() {
		for _, s := range says {
			x.Judge(s)
		}
	}
	b.ReportMetric(float64(b.Elapsed().Milliseconds())/float64(3*b.N), "ms/statement")
}

func TestSought(t *testing.T) {
	for statement, want := range map[string]string{
		"The filters of the works are washed with water.":     "filter wash water work",
		"Los filtros de la planta se lavan con agua.":         "agua filtros lavan planta",
		"Les filtres de la station sont lavés avec de l'eau.": "eau filtres lavés station",
		"of the to": "",
	} {
		var words []string
		for _, same := range Sought(statement) {
			words = append(words, same[0])
		}
		slices.Sort(words)
		if got := strings.Join(words, " "); got != want {
			t.Errorf("%q is sought by %q, want %q", statement, got, want)
		}
	}
}

// A passage that shares no word with a statement is found by words that stand in the same
// company.
func TestSoughtInOtherWords(t *testing.T) {
	for statement, word := range map[string]string{"The lorry was late.": "truck", "A physician has to sign.": "doctor", "Potassium leaves the cell.": "calcium"} {
		if !slices.ContainsFunc(Sought(statement), func(same []string) bool { return slices.Contains(same, word) }) {
			t.Errorf("%q is not sought by %q: %v", statement, word, Sought(statement))
		}
	}
}

func TestOtherLanguages(t *testing.T) {
	const es = `Los filtros

El agua del embalse pasa por tres filtros de arena. Los filtros se lavan cada 48 horas con agua limpia. El cloro mata las bacterias, pero no elimina la dureza. Que se sepa, no hay otra planta en la que los filtros se laven con aire.
`
	doc := plain.Read("notas.txt", es)
	doc.Language = "es"
	x := New([]Source{{ID: "es", Doc: doc}})
	for says, want := range map[string]Verdict{
		"Los filtros se lavan cada 48 horas con agua limpia.": Supported,
		"Los filtros se lavan cada 24 horas con agua limpia.": Contradicted,
		"La bomba del pozo consume mucha energía.":            NotFound,
	} {
		if j := x.Judge(says); j.Verdict != want {
			t.Errorf("%q is %s by %q, want %s", says, j.Verdict, j.Quote, want)
		}
	}
}
