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
	"zincowl/core/question"
)

// Sources in other languages are asked about as far as their sentences are read: terms with
// their meanings, and numbers as blanks. What Spanish gives beside them is in spanish.go.

// meant is how a language asks for the meaning of a term.
var meant = map[string]string{"es": "¿Qué se entiende por «%s»?", "fr": "Que désigne « %s » ?", "de": "Was bedeutet „%s“?", "pt": "O que se entende por «%s»?", "it": "Che cosa s’intende per «%s»?"}

// pointing are first words that lean on what was said before.
var pointing = language.WordSet(`él ella ello ellos ellas esto eso este esta estos estas ese esa aquel aquella también además así entonces después luego pero il elle ils elles ce cela ces cette cet aussi ensuite donc puis mais
	er sie es dies diese dieser dieses das auch dann danach aber ele ela eles isto isso este também depois mas esso essa essi esse questo questa questi queste anche poi dopo ma no sí oui ja sim`)

// abroad are the ideas of facts in other languages than English.
func (m *Material) abroad(facts []term) []*idea {
	var out []*idea
	seen := map[string]bool{}
	for _, t := range facts {
		code := t.src.Doc.Language
		ask, ok := meant[code]
		sentences := language.Split(t.Quote)
		if !ok || len(sentences) != 1 || t.Hedged {
			continue
		}
		tokens := sentences[0].Tokens
		first := tokens[0].Lower
		if len(tokens) < 6 || len(tokens) > 34 || pointing[first] || strings.ContainsAny(t.Quote, "?¿|→=") || strings.HasSuffix(t.Quote, ":") || code == "es" && slices.ContainsFunc(tokens, func(k language.Token) bool { return pointers[k.Lower] }) || len([]rune(first)) < 2 && first != "a" && first != "o" && first != "e" {
			continue
		}
		add := func(k question.Kind, frame string, write func(*rand.Rand, Brief) (question.Question, error)) {
			out = append(out, &idea{level: question.Easy, kind: k, language: code, about: &t, topic: t.topic, source: t.src.ID, passage: t.Passage, subject: t.Quote, frame: frame, score: 0.5 + 0.4*t.Weight, write: write})
		}
		if t.Type == fact.Definition && len(strings.Fields(t.Object)) > 3 && len([]rune(t.Subject)) > 3 {
			add(question.Short, "meaning", func(*rand.Rand, Brief) (question.Question, error) {
				return question.Question{Title: t.Subject, Stem: fmt.Sprintf(ask, t.Subject), Key: question.Key{Reference: realise.Sentence(t.Object), Points: []string{realise.Upper(t.Object)}}, Explanation: t.Quote, Cites: []question.Cite{t.cite()}}, nil
			})
			if at := strings.Index(strings.ToLower(t.Quote), strings.ToLower(t.Subject)); at >= 0 && strings.Count(strings.ToLower(t.Quote), strings.ToLower(t.Subject)) == 1 {
				add(question.Blanks, "", func(*rand.Rand, Brief) (question.Question, error) {
					return question.Question{Title: shorten(t.Object, 50), Stem: t.Quote[:at] + question.BlankMark(1) + t.Quote[at+len(t.Subject):], Key: question.Key{Blanks: [][]string{{t.Quote[at : at+len(t.Subject)]}}}, Explanation: t.Quote, Cites: []question.Cite{t.cite()}}, nil
				})
			}
		}
		numbers := figures.FindAllStringIndex(t.Quote, -1)
		if seen[t.Quote] || len(numbers) != 1 || !apart(t.Quote, numbers[0][0], numbers[0][1]) || ranged.MatchString(t.Quote[numbers[0][1]:]) || bareNumber.MatchString(t.Quote[numbers[0][1]:]) {
			continue
		}
		seen[t.Quote] = true
		at := numbers[0]
		number := t.Quote[at[0]:at[1]]
		add(question.Blanks, "", func(*rand.Rand, Brief) (question.Question, error) {
			return question.Question{Title: shorten(t.Quote[:at[0]], 50), Stem: t.Quote[:at[0]] + question.BlankMark(1) + t.Quote[at[1]:], Key: question.Key{Blanks: [][]string{{number}}}, Explanation: t.Quote, Cites: []question.Cite{t.cite()}}, nil
		})
	}
	return out
}

// bareNumber is what stands behind a number of which it is not said what is counted.
var bareNumber = regexp.MustCompile(`^[,.;]`)
