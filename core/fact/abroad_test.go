package fact

import (
	"strings"
	"testing"

	"zincowl/core/source/plain"
)

// padding makes the language of a short text plain.
var padding = map[string]string{
	"es": "¿Qué es lo que se ve en el agua de los ríos y de los lagos en la que se baña uno?", "fr": "Est-ce que les eaux de la rivière et des lacs sont dans le pays pour que l'on se baigne avec plaisir dans le lac?",
	"de": "Ist das Wasser der Flüsse und der Seen nicht auch von dem Land, in dem es ist, und mit den anderen für die Menschen auf der Erde?", "pt": "O que é que se vê na água dos rios e dos lagos em que não se nada com os outros para o bem do país?",
	"it": "Che cosa si vede nella acqua dei fiumi e dei laghi in cui non si nuota con gli altri per il bene del paese?",
}

func TestAbroad(t *testing.T) {
	for _, c := range []struct{ code, text, want string }{
		{"es", "La bomba centrífuga es una máquina que impulsa el agua con un rodete.", "definition: bomba centrífuga = una máquina que impulsa el agua con un rodete"},
		{"es", "Se denomina golpe de ariete a la sobrepresión que aparece al cerrar una válvula.", "definition: golpe de ariete = la sobrepresión que aparece al cerrar una válvula"},
		{"es", "El nivel del depósito no debe bajar de 1,2 metros.", "rule: not El nivel del depósito debe bajar de 1,2 metros"},
		{"es", "El cloro libre mata las bacterias del agua, pero no elimina la dureza.", "property: El cloro libre mata las bacterias del agua; property: not El cloro libre elimina la dureza"},
		{"es", "La instalación consta de tres filtros y un depósito.", "parts: La instalación consta de tres filtros y un depósito"},
		{"es", "Como el gas pesa más que el aire, los detectores se colocan cerca del suelo.", "cause: los detectores se colocan cerca del suelo"},
		{"es", "Quizá convenga cambiar el aceite de las bombas cada semana del verano.", ""},
		{"fr", "Le décanteur est un bassin dans lequel les boues se déposent lentement.", "definition: décanteur = un bassin dans lequel les boues se déposent lentement"},
		{"fr", "On appelle floc une masse légère de particules collées ensemble.", "definition: floc = une masse légère de particules collées ensemble"},
		{"de", "Ein Absetzbecken ist ein Behälter, in dem sich der Schlamm langsam absetzt.", "definition: Absetzbecken = ein Behälter, in dem sich der Schlamm langsam absetzt"},
		{"de", "Unter Trübung versteht man die Menge der Teilchen, die das Licht streuen.", "definition: Trübung = die Menge der Teilchen, die das Licht streuen"},
		{"pt", "O decantador é um tanque em que as partículas assentam devagar.", "definition: decantador = um tanque em que as partículas assentam devagar"},
		{"it", "Il decantatore è una vasca in cui le particelle si depositano lentamente.", "definition: decantatore = una vasca in cui le particelle si depositano lentamente"},
		{"fr", "La pression du réservoir principal reste toujours au-dessous de 6 bar pendant la nuit.", "amount: La pression du réservoir principal reste toujours au-dessous de 6 bar pendant la nuit."},
	} {
		doc := plain.Read("notes.txt", strings.Repeat(padding[c.code]+"\n\n", 4)+c.text)
		var got []string
		for _, f := range Read(doc.Passages) {
			if strings.Contains(padding[c.code], f.Quote) {
				continue
			}
			line := string(f.Type) + ": "
			switch {
			case f.Negated:
				line += "not "
				fallthrough
			case f.Predicate != "=" && f.Predicate != "says":
				line += strings.TrimSpace(f.Subject + " " + f.Predicate + " " + f.Object)
			case f.Predicate == "says":
				line += f.Object
			default:
				line += f.Subject + " = " + f.Object
			}
			got = append(got, line)
		}
		if strings.Join(got, "; ") != c.want {
			t.Errorf("%q gives %q, want %q", c.text, strings.Join(got, "; "), c.want)
		}
	}
}
