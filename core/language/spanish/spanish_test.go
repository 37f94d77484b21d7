package spanish

import (
	"fmt"
	"strings"
	"testing"

	"zincowl/core/language"
)

func TestForms(t *testing.T) {
	for word, want := range map[string]string{
		"válvulas": "válvula", "pulmones": "pulmón", "luces": "luz", "tienen": "tener", "sueldan": "soldar", "protege": "proteger", "construye": "construir", "produzca": "producir",
		"abre": "abrir", "cerrado": "cerrar", "cubiertas": "cubrir", "midiendo": "medir", "eran": "ser", "lavarse": "lavar", "bombean": "bombear", "realicen": "realizar",
	} {
		found := false
		for _, f := range forms(word) {
			found = found || f.lemma == want
		}
		if !found {
			t.Errorf("%s is read as %v, not as of %s", word, forms(word), want)
		}
	}
}

func TestRead(t *testing.T) {
	for text, want := range map[string]string{
		"El depósito tiene dos compuertas.":                           "El depósito | tiene/tener | dos compuertas",
		"Los filtros no se lavan durante la noche.":                   "Los filtros | not se lavan/lavar | durante la noche",
		"La válvula debe abrirse despacio.":                           "La válvula | debe abrirse/abrir (deber) | despacio",
		"Hay que cerrar la compuerta.":                                " | Hay que cerrar/cerrar (haber que) | la compuerta",
		"En verano, el agua del embalse es más turbia.":               "el agua del embalse | es/ser | más turbia",
		"El lodo se retira y la arena se lava.":                       "El lodo | se retira/retirar | ; la arena | se lava/lavar | ",
		"El cloro mata las bacterias y elimina el olor.":              "El cloro | mata/matar | las bacterias; El cloro | elimina/eliminar | el olor",
		"La bomba que alimenta el filtro consume mucha energía.":      "La bomba que alimenta el filtro | consume/consumir | mucha energía",
		"El agua fría es densa porque sus moléculas se mueven menos.": "El agua fría | es/ser | densa under porque sus moléculas se mueven menos",
		"Cuando baja la presión, la bomba se detiene.":                "la bomba | se detiene/detener |  under Cuando baja la presión",
		"¿Qué bomba se detiene?":                                      "",
		"Agua, arena y lodo.":                                         "",
		"Al abrir la válvula, el caudal aumenta.":                     "el caudal | aumenta/aumentar | ",
		"Los operarios han medido el caudal.":                         "Los operarios | han medido/medir | el caudal",
	} {
		var got []string
		for _, s := range language.Split(text) {
			for _, c := range Read(s) {
				line := c.Subject + " | "
				if c.Negated {
					line += "not "
				}
				line += c.Verb + "/" + c.Lemma
				if c.Modal != "" {
					line += " (" + c.Modal + ")"
				}
				line += " | " + c.Rest
				if c.Under != "" {
					line += " under " + c.Under
				}
				got = append(got, line)
			}
		}
		if strings.Join(got, "; ") != want {
			t.Errorf("%q is read as %q, want %q", text, strings.Join(got, "; "), want)
		}
	}
}

func Example() {
	s := language.Split("El cloro mata las bacterias.")[0]
	for _, w := range Tag(s) {
		fmt.Println(w.Text, w.Part, w.Lemma)
	}
	// Output:
	// El determiner el
	// cloro noun cloro
	// mata verb matar
	// las determiner las
	// bacterias noun bacteria
	// . mark .
}

func FuzzRead(f *testing.F) {
	f.Add("El cloro mata las bacterias, que no se ven; cuando, si y porque ya que.")
	f.Fuzz(func(t *testing.T, text string) {
		for _, s := range language.Split(text) {
			for _, c := range Read(s) {
				for _, piece := range []string{c.Subject, c.Verb, c.Rest, c.Under} {
					if !strings.Contains(s.Text, piece) {
						t.Errorf("%q is not in %q", piece, s.Text)
					}
				}
			}
		}
	})
}
