package writer

import (
	"testing"

	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source/markdown"
)

const pumpReadings = `# Pumps

## Pump readings of the high lift station

| Pump | Flow (m³/h) | Power drawn (kW) | Bearing temperature (°C) |
|---|---|---|---|
| H1 | 310 | 62.5 | 58 |
| H2 | 295 | 64.0 | 71 |
| H3 | 342 | 60.8 | 55 |
| H4 | 268 | 66.4 | 63 |
`

// A table of readings is shown with what is asked of it; the proof compares the rows itself,
// and finds any other key wrong.
func TestTablesOfReadings(t *testing.T) {
	doc := markdown.Read("pumps.md", []byte(pumpReadings))
	m := Study([]Source{{ID: "pumps.md", Doc: doc, Topics: map[string]string{}}})
	library := proof.NewLibrary([]proof.Source{{ID: "pumps.md", Doc: doc}})
	n := map[question.Level]int{}
	for _, i := range m.ideas {
		if i.frame != "data" {
			continue
		}
		for seed := range uint64(20) {
			q, err := i.write(source32(seed, "data"), Brief{}.withDefaults())
			if err != nil {
				t.Fatal(err)
			}
			q = finish(q, i)
			n[q.Level]++
			oneKey(t, q, library)
			other := q
			given := *q.Given
			given.Rows = append([][]string{{"Pump", "Flow (m³/h)", "Power drawn (kW)", "Bearing temperature (°C)"}, {"H1", "999", "1", "2"}}, given.Rows[2:]...)
			other.Given = &given
			if r := proof.Examine(other, library); r.Verdict == proof.Cleared {
				t.Errorf("a table that is not the source's is cleared")
			}
		}
	}
	if n[question.Hard] == 0 || n[question.Medium] == 0 {
		t.Errorf("%v", n)
	}
}

// What is no table of amounts with a name for each row is not asked so.
func TestNoTablesOfReadings(t *testing.T) {
	for _, text := range []string{
		"| a | b |\n|---|---|\n| x | 1 |\n",
		"| Pump | Note |\n|---|---|\n| H1 | loud |\n| H2 | hot |\n| H3 | new |\n",
		"| Pump | Flow |\n|---|---|\n| H1 | 3 |\n| H1 | 4 |\n| H2 | 5 |\n",
		"| Pump | Flow |\n|---|---|\n| H1 | 3 |\n| H2 | – |\n| H3 | 5 |\n",
	} {
		for _, p := range markdown.Read("t.md", []byte(text)).Passages {
			if _, ok := dataOf(&Source{}, p); ok {
				t.Errorf("%q is asked about", text)
			}
		}
	}
}
