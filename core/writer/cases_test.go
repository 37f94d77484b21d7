package writer

import (
	"strings"
	"testing"

	"zincowl/core/proof"
	"zincowl/core/source/plain"
)

const rulesOfTheStore = `Rules of the store

The bulk store must hold at least 14 days of chemical. Hypochlorite must not be stored beside acid.

A spill of acid must be covered with dry sand. Drums must not be stacked above shoulder height.

Each delivery must be weighed on the yard scale. Check the label of every drum. Never smoke near the ozone room.
`

// What must be is told as done, what must not be as done all the same, and a limit by an amount
// on either side of it.
func TestRulesAreToldAsCases(t *testing.T) {
	m := studied(rulesOfTheStore)
	var keeps, breaks []string
	for _, d := range m.rules() {
		if text, ok := d.told(true, "Ida Morrow"); ok {
			keeps = append(keeps, text)
		}
		if text, ok := d.told(false, "Ida Morrow"); ok {
			breaks = append(breaks, text)
		}
	}
	for _, want := range []string{"The bulk store holds 18 days of chemical.", "A spill of acid is covered with dry sand.", "Each delivery is weighed on the yard scale."} {
		if !strings.Contains(strings.Join(keeps, "\n"), want) {
			t.Errorf("%q does not keep to a rule: %q", want, keeps)
		}
	}
	for _, want := range []string{"The bulk store holds 11 days of chemical.", "Hypochlorite is stored beside acid.", "Ida Morrow smokes near the ozone room."} {
		if !strings.Contains(strings.Join(breaks, "\n"), want) {
			t.Errorf("%q does not break a rule: %q", want, breaks)
		}
	}
}

// One case alone is the key, and the proof finds the same one on its own.
func TestCasesAreProofed(t *testing.T) {
	m := studied(rulesOfTheStore)
	library := proof.NewLibrary([]proof.Source{{ID: "notes", Doc: plain.Read("notes.txt", rulesOfTheStore)}})
	n := 0
	for _, i := range m.ideas {
		if i.frame != "case" {
			continue
		}
		q, err := i.write(source32(3, i.subject), Brief{}.withDefaults())
		if err != nil {
			t.Error(err)
			continue
		}
		q, n = finish(q, i), n+1
		oneKey(t, q, library)
	}
	if n < 4 {
		t.Errorf("%d cases", n)
	}
}
