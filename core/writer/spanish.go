package writer

import (
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/language/spanish"
	"zincowl/core/question"
)

// Spanish sources are asked about clause by clause: statements with one thing changed, why and
// when, what something is said of, and several statements from different places. A clause is
// asked about if its subject is a noun group of its own and nothing in its sentence points to
// what was said before.

// oracion is a Spanish sentence that can be understood by itself, with what its main clause
// states.
type oracion struct {
	term
	text    string // the sentence, or the part of it between semicolons
	tokens  []spanish.Word
	subject string // as it begins a sentence
}

// pointers are words that lean on what was said before, wherever they stand.
var pointers = language.WordSet(`este esta esto estos estas ese esa eso esos esas aquel aquella aquello aquellos aquellas dicho dicha dichos dichas ambos ambas tal tales último última últimos últimas él ella ello ellos ellas ahí aquí allí anterior anteriores siguiente siguientes primeros segundos primero segundo primera segunda primeras segundas mismo misma`)

// oraciones are the sentences that can be asked about, each once, by its weightiest fact with
// a subject of its own.
func oraciones(facts []term) []oracion {
	var out []oracion
	at := map[string]int{}
	for _, t := range facts {
		if t.src.Doc.Language != "es" || t.Hedged || strings.ContainsAny(t.Quote, "?¿|→=") {
			continue
		}
		text := pieceOf(t)
		sentences := language.Split(text)
		if figure := figures.FindStringIndex(text); figure != nil && bareNumber.MatchString(text[figure[1]:]) {
			continue // of what, was said before
		}
		if strings.ContainsAny(text, "()«»;:") || len(sentences) != 1 || len(sentences[0].Tokens) < 5 || len(sentences[0].Tokens) > 30 {
			continue
		}
		o := oracion{term: t, text: text, tokens: spanish.Tag(sentences[0])}
		if slices.ContainsFunc(o.tokens, func(w spanish.Word) bool { return pointers[w.Lower] }) || pointing[o.tokens[0].Lower] || o.tokens[0].Part == spanish.Conjunction || strings.HasPrefix(o.tokens[0].Lower, "su") && o.tokens[0].Part == spanish.Determiner {
			continue
		}
		if sigue.MatchString(text) || standsIn(o.tokens) {
			continue
		}
		o.subject = subjectIn(t)
		if o.subject == "" && t.Type != fact.Amount {
			continue
		}
		if k, met := at[text]; met {
			if out[k].Under == "" && t.Under != "" || out[k].subject == "" {
				out[k] = o
			}
			continue
		}
		at[text] = len(out)
		out = append(out, o)
	}
	return out
}

// sigue is in a Spanish sentence that goes on from the one before it.
var sigue = regexp.MustCompile(`(?i)\b(?:en cambio|por el contrario|por (?:lo )?tanto|por eso|por ello|sin embargo|no obstante|(?:los|las) (?:dos|tres)|uno y otro)\b`)

// standsIn says whether a pronoun before a verb stands for something that was said before: too
// few nouns stand before it.
func standsIn(tokens []spanish.Word) bool {
	nouns := 0
	for _, w := range tokens {
		switch {
		case w.Part == spanish.Noun:
			nouns++
		case w.Part == spanish.Clitic && w.Lower != "se" && nouns < 2:
			return true
		}
	}
	return false
}

// pieceOf is the part of a sentence between semicolons that a fact stands in, as a sentence.
func pieceOf(t term) string {
	for piece := range strings.SplitSeq(t.Quote, ";") {
		if core := strings.TrimSpace(t.Predicate + " " + t.Object); strings.Contains(piece, core) {
			return realise.Sentence(strings.TrimSpace(piece))
		}
	}
	return t.Quote
}

// subjectIn is the subject of a clause where it is a noun group with its article and nothing
// beside it.
func subjectIn(t term) string {
	words := strings.Fields(t.Subject)
	if len(words) < 2 || len(words) > 6 || strings.Contains(t.Subject, ",") {
		return ""
	}
	parsed := language.Split(t.Subject + " es.")
	if len(parsed) != 1 {
		return ""
	}
	nouns := 0
	for i, w := range spanish.Tag(parsed[0]) {
		switch {
		case i == 0 && !articles[w.Lower]:
			return ""
		case i == 1 && w.Part == spanish.Noun:
			nouns++
		}
	}
	// "El derecho" is an adjective that has lost its noun.
	if nouns == 0 || len(words) == 2 && lost[strings.ToLower(words[1])] {
		return ""
	}
	return realise.Upper(t.Subject)
}

var (
	articles = language.WordSet(`el la los las un una unos unas`)
	lost     = language.WordSet(`derecho derecha izquierdo izquierda interno interna externo externa resto primero primera segundo segunda mayor menor otro otra superior inferior mayoría`)
)

// spanishPairs are words with what puts a statement wrong in their place.
var spanishPairs = bothWays(`derecho/izquierdo derecha/izquierda derechos/izquierdos derechas/izquierdas mayor/menor mayores/menores más/menos aumenta/disminuye aumentan/disminuyen sube/baja suben/bajan dentro/fuera
		antes/después encima/debajo siempre/nunca interno/externo interna/externa internos/externos internas/externas superior/inferior superiores/inferiores máximo/mínimo máxima/mínima rápido/lento rápida/lenta rápidamente/lentamente
		grueso/delgado gruesa/delgada gruesas/delgadas gruesos/delgados caliente/frío largo/corto larga/corta largos/cortos largas/cortas abierto/cerrado abierta/cerrada fuerte/débil fuertes/débiles
		desde/hasta con/sin obligatorio/voluntario obligatoria/voluntaria acelera/frena aceleran/frenan entra/sale entran/salen gana/pierde ganan/pierden acreedor/deudor activo/pasivo ingresos/gastos compra/venta debe/haber`)

// wrongly are the ways to tell a Spanish sentence wrong in one place: a number, a word for its
// opposite, a denial left out, its subject for another.
func (m *Material) wrongly(o oracion, all []oracion, r *rand.Rand) []falsehood {
	var out []falsehood
	put := func(from, to int, text, slip string, weight float64) {
		out = append(out, falsehood{text: strings.TrimSpace(strings.ReplaceAll(o.text[:from]+text+o.text[to:], "  ", " ")), was: o.text[from:to], became: text, slip: slip, weight: weight})
	}
	start := o.tokens[0].Start
	here := map[string]bool{}
	for _, w := range o.tokens {
		here[w.Lower] = true
	}
	for i, w := range o.tokens {
		from, to := w.Start-start, w.End-start
		if to > len(o.text) {
			break
		}
		switch opposite := spanishPairs[w.Lower]; {
		case w.Part == spanish.Negation && w.Lower == "no" && i+1 < len(o.tokens) && (o.tokens[i+1].Part == spanish.Verb || o.tokens[i+1].Part == spanish.Clitic):
			text := o.text[:from] + strings.TrimPrefix(o.text[to:], " ")
			if i == 0 {
				text = realise.Upper(text)
			}
			if !strings.Contains(o.text, "sino") {
				out = append(out, falsehood{text: text, was: "no", slip: "denial-overlooked", weight: 0.9})
			}
		case opposite != "" && !here[opposite] && i > 0 && !(w.Lower == "con" || w.Lower == "desde" || w.Lower == "hasta"):
			put(from, to, opposite, "opposite", 1)
		}
	}
	if found := figures.FindAllStringIndex(o.text, -1); len(found) == 1 && apart(o.text, found[0][0], found[0][1]) && !spanishBound.MatchString(o.text[:found[0][0]]) && !ranged.MatchString(o.text[found[0][1]:]) {
		if other, ok := m.commaNumber(o.text, o.text[found[0][0]:found[0][1]], r); ok {
			put(found[0][0], found[0][1], other, "number-of-another-size", 0.8)
		}
	}
	if o.subject != "" && strings.HasPrefix(o.text, o.subject) && !withoutNoun.MatchString(o.text) {
		for _, k := range r.Perm(len(all)) {
			if other := all[k]; exchangeable(o, other) {
				put(0, len(o.subject), other.subject, "thing-of-the-same-kind", 0.7)
				break
			}
		}
	}
	return out
}

// commaNumber is another number in place of one with a decimal comma.
func (m *Material) commaNumber(text, number string, r *rand.Rand) (string, bool) {
	other, ok := m.lore.otherNumber(&said{text: text}, strings.ReplaceAll(strings.ReplaceAll(number, ".", ""), ",", "."), r)
	return strings.ReplaceAll(other, ".", ","), ok && !strings.Contains(number, ".")
}

// withoutNoun is in a sentence whose noun is left out in one place: another subject would give it
// another sense there.
var withoutNoun = regexp.MustCompile(`(?i)\b(?:el|la|los|las) (?:de|del|que)\b|\by (?:el|la|los|las) \S+ (?:solo|unos|unas|cerca)\b`)

// spanishBound ends with words that bind the number behind them: another one may be entailed.
var spanishBound = regexp.MustCompile(`(?i)\b(?:al menos|como (?:mínimo|máximo)|más de|menos de|hasta|a lo sumo|mayor(?:es)? (?:de|que)|menor(?:es)? (?:de|que)|superior(?:es)? a|inferior(?:es)? a) $`)

// exchangeable says whether one sentence's subject can stand for another's and make it wrong:
// it agrees in number, is of like length, and nothing alike is said of it.
func exchangeable(o, other oracion) bool {
	return other.subject != "" && !strings.EqualFold(other.subject, o.subject) && other.src == o.src &&
		firstWord(o.subject) == firstWord(other.subject) && near(len(o.subject), len(other.subject)) && !strings.Contains(strings.ToLower(o.text), strings.ToLower(trimFirst(other.Subject))) &&
		!strings.Contains(strings.ToLower(other.Quote), strings.ToLower(trimFirst(o.Subject))) && overlap(language.Stems(o.Object), language.Stems(other.Quote)) < 0.3
}

// lacking ends with a number without what is counted.
var lacking = regexp.MustCompile(`\d$`)

func firstWord(group string) string {
	first, _, _ := strings.Cut(group, " ")
	return first
}

func trimFirst(group string) string {
	_, rest, _ := strings.Cut(group, " ")
	return rest
}

// spanishReason and spanishCondition are how a clause begins that another rests on.
var (
	spanishReason    = regexp.MustCompile(`(?i)^(?:porque|ya que|puesto que|pues|dado que) `)
	spanishCondition = regexp.MustCompile(`(?i)^(?:cuando|si|siempre que) `)
)

// spanishIdeas are what Spanish sources can be asked beyond terms and numbers.
func (m *Material) spanishIdeas(facts []term) []*idea {
	all := oraciones(facts)
	var out []*idea
	for _, o := range all {
		add := func(k question.Kind, l question.Level, frame, part string, write func(*rand.Rand, Brief) (question.Question, error)) {
			out = append(out, &idea{level: l, kind: k, language: "es", about: &o.term, topic: o.topic, source: o.src.ID, passage: o.Passage, subject: o.Quote, frame: frame, part: part, score: 0.5 + 0.4*o.Weight, write: write})
		}
		level, because := question.Easy, []string(nil)
		if spanishReason.MatchString(o.Under) || spanishCondition.MatchString(o.Under) {
			level, because = question.Medium, []string{"cause"}
		}
		ask := func(title, stem string) question.Question {
			return question.Question{Title: shorten(title, 50), Stem: stem, Explanation: o.Quote, Cites: []question.Cite{o.cite()}, LevelBecause: because}
		}
		add(question.TrueFalse, level, "", "", func(r *rand.Rand, b Brief) (question.Question, error) {
			wrong := m.wrongly(o, all, r)
			r.Shuffle(len(wrong), func(i, j int) { wrong[i], wrong[j] = wrong[j], wrong[i] })
			return b.whether(ask(o.text, ""), o.text, wrong, true, func(falsehood) string { return "«" + o.Quote + "»" }, r)
		})
		if o.subject == "" || lacking.MatchString(strings.TrimRight(o.Object, ".,; ")) {
			continue
		}
		if strings.HasPrefix(o.text, o.subject) {
			rest := o.text[len(o.subject):]
			add(question.Choice, level, "falta", "subject", func(r *rand.Rand, b Brief) (question.Question, error) {
				q := ask("Qué falta: "+rest, "¿Qué falta aquí? «…"+rest+"»")
				var wrong []question.Option
				for _, k := range r.Perm(len(all)) {
					if other := all[k]; exchangeable(o, other) {
						wrong = append(wrong, question.Option{Text: other.subject, Slip: "thing-of-the-same-kind", Why: "De eso se dice otra cosa: «" + other.Quote + "»"})
					}
				}
				return offer(q, o.subject, wrong, b.Options, r)
			})
		}
		states := realise.Lower(o.Subject, nil) + " " + o.Predicate
		if o.Negated && !strings.Contains(o.Predicate, "no ") {
			states = realise.Lower(o.Subject, nil) + " no " + o.Predicate
		}
		if o.Object != "" {
			states += " " + strings.TrimRight(o.Object, ".,; ")
		}
		under := strings.TrimRight(o.Under, ".,; ")
		switch {
		case o.Object == "" && o.Predicate == "" || len(strings.Fields(under)) < 3 || strings.Contains(o.Object, ","):
		case spanishReason.MatchString(o.Under):
			add(question.Short, question.Medium, "por qué", "rests", func(*rand.Rand, Brief) (question.Question, error) {
				q := ask("Por qué "+states, "¿Por qué "+states+"?")
				q.Key = question.Key{Reference: realise.Sentence(under), Points: []string{realise.Upper(spanishReason.ReplaceAllString(under, ""))}}
				return q, nil
			})
		case spanishCondition.MatchString(o.Under):
			add(question.Short, question.Medium, "cuándo", "rests", func(*rand.Rand, Brief) (question.Question, error) {
				q := ask("Cuándo "+states, "¿Cuándo "+states+"?")
				q.Key = question.Key{Reference: realise.Sentence(under), Points: []string{realise.Upper(under)}}
				return q, nil
			})
		}
	}
	for _, t := range facts {
		if t.src.Doc.Language == "es" && t.Type == fact.Comparison && len(t.passage.Rows) > 0 {
			m.tables = append(m.tables, t)
			out = append(out, m.spanishTable(t)...)
		}
	}
	return append(out, m.spanishSeveral(all)...)
}

// spanishSeveral ask which of several statements hold, from different places.
func (m *Material) spanishSeveral(all []oracion) []*idea {
	var out []*idea
	const group = 8
	for from := 0; from+4 <= len(all); from += 3 {
		near := all[from:min(len(all), from+group)]
		near = slices.DeleteFunc(slices.Clone(near), func(o oracion) bool { return o.src != all[from].src })
		for n, stem := range []string{"¿Cuáles de estas afirmaciones son correctas?", "Tres de estas afirmaciones son correctas. ¿Cuál NO lo es?"} {
			k, right := question.Choices, 2
			if n == 1 {
				k, right = question.Choice, 3
			}
			out = append(out, &idea{level: question.Hard, kind: k, language: "es", topic: all[from].topic, source: all[from].src.ID, passage: all[from].Passage, subject: fmt.Sprint("es ", from, n), frame: stem, score: 0.6,
				write: func(r *rand.Rand, b Brief) (question.Question, error) {
					return m.spanishWhich(near, all, stem, right, b, r)
				}})
		}
	}
	return out
}

func (m *Material) spanishWhich(near, all []oracion, stem string, right int, b Brief, r *rand.Rand) (question.Question, error) {
	var told []statement
	for _, o := range near {
		why := "«" + o.Quote + "»"
		told = append(told, statement{term: o.term, text: o.text, why: why, wrong: func(r *rand.Rand) (falsehood, string, bool) {
			if wrong := m.wrongly(o, all, r); len(wrong) > 0 {
				return wrong[0], why, true
			}
			return falsehood{}, "", false
		}})
	}
	return b.among(question.Question{Title: "Qué es correcto: " + shorten(near[0].text, 36), Stem: stem}, told, right, strings.Contains(stem, " NO "), r)
}

// spanishTable asks for the cells of a table, and what belongs to what in it.
func (m *Material) spanishTable(t term) []*idea {
	c, ok := m.chartOf(t)
	if !ok {
		return nil
	}
	var out []*idea
	add := func(k question.Kind, l question.Level, subject string, write func(*rand.Rand) (question.Question, error)) {
		out = append(out, &idea{level: l, kind: k, language: "es", topic: t.topic, source: t.src.ID, passage: t.Passage, subject: t.Passage + subject, frame: "tabla", score: 0.8,
			write: func(r *rand.Rand, _ Brief) (question.Question, error) { return write(r) }})
	}
	for n := range 2 {
		add(question.Grid, question.Easy, fmt.Sprint("tabla", n), func(r *rand.Rand) (question.Question, error) {
			q, err := m.gaps(c, r)
			q.Title, q.Stem = "Qué falta en la tabla", "Completa lo que falta en esta tabla."
			return q, err
		})
	}
	for col := 1; col < len(c.by); col++ {
		add(question.Match, question.Medium, c.by[col], func(r *rand.Rand) (question.Question, error) {
			q, err := m.matchColumn(c, col, c.by[col], r)
			q.Title, q.Stem = "Qué corresponde a qué: "+shorten(c.by[col], 40), fmt.Sprintf("Relaciona cada elemento con lo que le corresponde («%s»).", c.by[col])
			return q, err
		})
	}
	return out
}
