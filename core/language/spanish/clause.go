package spanish

import (
	"slices"
	"strings"

	"zincowl/core/language"
)

// Clause is what a clause states, in the words of its sentence.
type Clause struct {
	Subject string // empty where the verb stands without one
	Verb    string // the verb group as written, without its negation
	Lemma   string // of the main verb, in the infinitive
	Modal   string // the base form of what obliges or allows: "deber", "poder", "haber que"
	Rest    string // what follows the verb
	Negated bool
	Passive bool   // "es destruido", or with "se" and no other sign of who does it
	Under   string // a clause with "porque", "si", "cuando" that goes with it
	Link    string // its conjunction
}

// links join a clause to the one that it goes with.
var links = map[string]string{"porque": "porque", "pues": "pues", "puesto": "puesto que", "ya": "ya que", "si": "si", "cuando": "cuando", "aunque": "aunque", "mientras": "mientras", "como": "como", "para": "para que"}

// longest is how many tokens a sentence may have; more are no sentence that somebody wrote.
const longest = 300

// Read reads what a sentence states: its main clauses in their order.
func Read(s language.Sentence) []Clause {
	if len(s.Tokens) > longest {
		return nil
	}
	all := Tag(s)
	if n := len(all); n == 0 || all[n-1].Text == "?" || all[0].Text == "¿" {
		return nil
	}
	var out []Clause
	from := 0
	for i := 0; i <= len(all); i++ {
		if i < len(all) && !parts(all, from, i) {
			continue
		}
		if c, ok := clauseOf(s, all, from, i); ok {
			if joined := from > 0 && (all[from-1].Part == Conjunction); joined && c.Subject == "" && len(out) > 0 {
				c.Subject = out[len(out)-1].Subject
			}
			out = append(out, c)
		}
		from = i + 1
	}
	return out
}

// parts says that a main clause ends before a token: at a semicolon, a colon, a full stop,
// or at "y" or "pero" with another finite verb behind it.
func parts(all []Word, from, i int) bool {
	switch t := all[i]; {
	case t.Text == ";" || t.Text == ":" || t.Text == "." || t.Text == "—":
		return true
	case (t.Lower == "y" || t.Lower == "e" || t.Lower == "pero") && slices.ContainsFunc(all[from:i], func(w Word) bool { return w.Part == Verb }):
		for k := i + 1; k < len(all) && k < i+5; k++ {
			switch all[k].Part {
			case Verb:
				return true
			case Determiner, Noun, Adjective, Clitic, Negation, Adverb:
			default:
				return false
			}
		}
	}
	return false
}

// clauseOf reads the tokens from..to as one clause with what hangs on it.
func clauseOf(s language.Sentence, all []Word, from, to int) (Clause, bool) {
	// The finite verb that no conjunction, preposition or relative stands over.
	verb, under := -1, -1
	for i := from; i < to; i++ {
		w := all[i]
		if link := links[w.Lower]; link != "" && (w.Lower != "ya" && w.Lower != "puesto" && w.Lower != "para" || i+1 < to && all[i+1].Lower == "que") && (w.Lower != "como" || i == from) {
			if verb >= 0 {
				under = i
				break
			}
			// "Cuando …, …": the main clause begins behind the comma.
			comma := i
			for comma < to && all[comma].Text != "," {
				comma++
			}
			if i > from || comma == to {
				return Clause{}, false
			}
			c, ok := clauseOf(s, all, comma+1, to)
			if ok && c.Under == "" {
				c.Under, c.Link = s.Span(i, comma), link
			}
			return c, ok
		}
		if verb < 0 && (w.Lower == "que" || w.Lower == "donde" || w.Lower == "quien" || w.Lower == "cuyo" || w.Lower == "cuya" || w.Lower == "cuyos" || w.Lower == "cuyas") {
			// A relative clause: up to the next comma, or over its own verb.
			k := i + 1
			for k < to && all[k].Part != Verb {
				k++
			}
			i = k
			continue
		}
		if w.Lower == "es" && i+1 < to && all[i+1].Lower == "decir" { // "that is to say"
			i++
			continue
		}
		if w.Part == Verb && verb < 0 {
			verb = i
		}
	}
	if verb < 0 {
		return Clause{}, false
	}
	c := Clause{Lemma: all[verb].Lemma}
	start, end := verb, verb+1
	reflexive := false
	for start > from && (all[start-1].Part == Clitic || all[start-1].Part == Negation || all[start-1].Lower == "ya" || all[start-1].Lower == "también") {
		start--
		reflexive = reflexive || all[start].Lower == "se"
		c.Negated = c.Negated || all[start].Part == Negation
	}
	begin := verb
	if start < verb && all[verb-1].Part == Clitic {
		begin = verb - 1
	}
	for end < to && (all[end].Part == Participle || all[end].Part == Infinitive || all[end].Part == Gerund || all[end].Part == Adverb && end+1 < to && (all[end+1].Part == Participle || all[end+1].Part == Infinitive) ||
		all[end].Lower == "que" && (c.Lemma == "haber" || c.Lemma == "tener") && end+1 < to && all[end+1].Part == Infinitive || all[end].Lower == "de" && c.Lemma == "haber" && end == verb+1) {
		switch lemma := c.Lemma; {
		case all[end].Lower == "que":
			c.Modal = lemma + " que"
		case all[end].Part == Participle && lemma == "ser":
			c.Passive = true
			fallthrough
		case all[end].Part == Participle && (lemma == "haber" || lemma == "estar"), all[end].Part == Infinitive, all[end].Part == Gerund && lemma == "estar":
			if (lemma == "deber" || lemma == "poder") && all[end].Part == Infinitive {
				c.Modal = lemma
			}
			c.Lemma = all[end].Lemma
		case all[end].Part == Participle:
			goto done
		}
		end++
	}
done:
	if reflexive && !c.Passive {
		c.Passive = true
	}
	stop := to
	if under >= 0 {
		stop = under
		c.Under, c.Link = s.Span(under, to), links[all[under].Lower]
	}
	for stop > end && (all[stop-1].Text == "," || all[stop-1].Part == Conjunction) {
		stop--
	}
	c.Verb, c.Rest = s.Span(begin, end), s.Span(end, stop)
	c.Subject = subject(s, all, from, start)
	return c, true
}

// subject is the noun group before a verb: behind phrases that only lead in, and itself no
// prepositional phrase.
func subject(s language.Sentence, all []Word, from, to int) string {
	for to > from && (all[to-1].Text == "," || all[to-1].Part == Adverb) {
		to--
	}
	for from < to && (all[from].Part == Conjunction || all[from].Part == Mark || all[from].Part == Adverb) {
		from++
	}
	begins := from
	if from < to && (all[from].Part == Preposition || all[from].Lower == "al") { // "En reposo, el corazón …", "En reposo el corazón …"
		k := from + 1
		seen := false
		for k < to && all[k].Text != "," && !(seen && all[k].Part == Determiner && all[k-1].Part != Preposition) {
			seen = seen || all[k].Part == Noun || all[k].Part == Pronoun
			k++
		}
		if k < to && all[k].Text == "," {
			k++
		}
		from = k
	}
	// A verb in it that stands in no relative clause belongs to another clause.
	for k := from; k < to; k++ {
		if all[k].Lower == "que" || all[k].Part == Determiner && strings.HasPrefix(all[k].Lower, "cuy") {
			break
		}
		if all[k].Part == Verb {
			return ""
		}
	}
	// "La médula amarilla, en cambio": what is put in behind does not belong to it.
	for k := from + 1; k < to-1; k++ {
		if all[k].Text == "," && all[k+1].Part == Preposition {
			to = k
		}
	}
	for from < to && (all[from].Part == Conjunction || all[from].Part == Mark) {
		from++
	}
	if from < to && from > begins && all[from].Part != Determiner && all[from].Part != Pronoun && all[from].Part != Number || from < to && strings.HasPrefix(all[from].Lower, "cuánt") {
		return ""
	}
	for k := from + 1; k < to-1 && from > begins; k++ { // "en el glomérulo, un ovillo, la presión …"
		if all[k].Text == "," && all[k+1].Part == Determiner {
			from = k + 1
		}
	}
	if text := s.Span(from, to); strings.Count(text, "(") != strings.Count(text, ")") {
		return ""
	}
	for i := from; i < to; i++ {
		if all[i].Part == Noun || all[i].Part == Pronoun {
			if text := s.Span(from, to); strings.Count(text, ",") < 3 {
				return text
			}
			break
		}
	}
	return ""
}
