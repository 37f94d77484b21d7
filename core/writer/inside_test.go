package writer

import (
	"strings"
	"testing"
)

// What belongs into a sentence is asked among things of its kind, with the article that each
// takes.
func TestMissingTerms(t *testing.T) {
	m := studied(`Keys

A candidate key is a set of columns that names each row. A foreign key is a column that points to another table. A primary key is a column that the designer chose. An alternate key is a column that was left over.

Loans are tied to their members by a foreign key in most systems.
`)
	n := 0
	for _, i := range m.ideas {
		if i.frame != "missing term" {
			continue
		}
		q, err := i.write(source32(2, i.subject), Brief{}.withDefaults())
		if err != nil {
			continue
		}
		n++
		key, _ := q.KeyOption()
		_, hidden, _ := strings.Cut(q.Stem, "“")
		if whole := strings.Replace(strings.TrimSuffix(hidden, "”"), "…", key.Text, 1); whole != i.from.text {
			t.Errorf("%q with %q is %q", q.Stem, key.Text, whole)
		}
		for _, o := range q.Options {
			if o.Text == "a alternate key" || o.Text == "A alternate key" {
				t.Errorf("%q", o.Text)
			}
		}
	}
	if n == 0 {
		t.Error("no term is asked for")
	}
}
