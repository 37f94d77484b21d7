package writer

import (
	"slices"
	"strings"
	"testing"

	"zincowl/core/fact"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/plain"
)

const filtros = `Los filtros

El filtro lento trabaja en la superficie de la arena, porque allí vive una capa de organismos. Los filtros rápidos retienen las partículas en todo el espesor del lecho.

Los filtros rápidos se lavan cuando la pérdida de carga llega a 2,4 metros. El lavado consume unos 40 metros cúbicos de agua.

La arena gruesa retiene menos partículas que la arena fina. Las bombas no aspiran el agua a más de 7 metros de altura.

El cloro libre actúa con rapidez sobre las bacterias. El ozono no deja residuo en la red. Esta sustancia se produce en la propia planta.
`

func spanishSource() source.Document {
	doc := plain.Read("filtros.txt", filtros)
	doc.Language = "es"
	return doc
}

// Spanish sentences are asked about in more ways than one, at every level, and the proof
// clears each question or the writer may not give it.
func TestSpanish(t *testing.T) {
	doc := spanishSource()
	m := Study([]Source{{ID: "filtros.txt", Doc: doc, Topics: map[string]string{}}})
	library := proof.NewLibrary([]proof.Source{{ID: "filtros.txt", Doc: doc}})
	kinds, levels := map[question.Kind]bool{}, map[question.Level]bool{}
	for seed := range uint64(8) {
		qs, _ := draft(t, m, Brief{Count: 20, Seed: seed + 1})
		for _, q := range qs {
			if q.Language != "es" {
				t.Errorf("%q is in %s", q.Stem, q.Language)
			}
			if r := proof.Examine(q, library); !r.Verdict.Sound() {
				continue
			}
			kinds[q.Kind], levels[q.Level] = true, true
			if strings.Contains(q.Stem, "Esta sustancia") || slices.ContainsFunc(q.Options, func(o question.Option) bool { return strings.Contains(o.Text, "Esta sustancia") }) {
				t.Errorf("%q leans on what stood before", q.Stem)
			}
			// Told the other way round, it is found out.
			if q.Kind == question.TrueFalse {
				wrong := q
				wrong.Key = question.Key{Options: []string{map[string]string{"true": "false", "false": "true"}[q.Key.Options[0]]}}
				if r := proof.Examine(wrong, library); r.Verdict != proof.Faulted {
					t.Errorf("%q with %q as key is %s", q.Stem, wrong.Key.Options[0], r.Verdict)
				}
			}
		}
	}
	for _, k := range []question.Kind{question.TrueFalse, question.Blanks, question.Short, question.Choice} {
		if !kinds[k] {
			t.Errorf("nothing is asked as %s", k)
		}
	}
	for _, l := range question.Levels {
		if !levels[l] {
			t.Errorf("nothing is %s", l)
		}
	}
}

// A statement is told wrong by what no sentence entails: never a bound for one that follows
// from it, never a word whose opposite stands beside it.
func TestSpanishFalsehoods(t *testing.T) {
	doc := spanishSource()
	m := Study([]Source{{ID: "filtros.txt", Doc: doc, Topics: map[string]string{}}})
	var all []term
	for _, f := range fact.Read(doc.Passages) {
		all = append(all, term{Fact: f, src: &Source{ID: "filtros.txt", Doc: doc}})
	}
	told := oraciones(all)
	var wrong []string
	for _, o := range told {
		for _, f := range m.wrongly(o, told, source32(1, o.text)) {
			wrong = append(wrong, f.text)
		}
	}
	joined := strings.Join(wrong, "\n")
	for _, want := range []string{"La arena gruesa retiene más partículas que la arena fina.", "Las bombas aspiran el agua a más de 7 metros de altura."} {
		if !strings.Contains(joined, want) {
			t.Errorf("%q is missing in\n%s", want, joined)
		}
	}
	if strings.Contains(joined, "48 metros") {
		t.Errorf("a decimal comma was read as a thousand:\n%s", joined)
	}
	if strings.Contains(joined, "a más de 3") || strings.Contains(joined, "a más de 10") {
		t.Errorf("a bound was moved:\n%s", joined)
	}
}
