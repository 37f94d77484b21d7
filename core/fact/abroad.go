package fact

import (
	"regexp"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/spanish"
)

// What is not English: Spanish clause by clause, and of French, German, Portuguese and
// Italian the plain definitions and what has a number with a unit; else a sentence is
// taken as a whole.

// abroad draws what a sentence of another language than English states, if somebody stands
// by it.
func abroad(s language.Sentence, code string) []Fact {
	if unsaid.MatchString(s.Text) || strings.HasSuffix(s.Text, "?") || len(s.Tokens) < 4 {
		return nil
	}
	for _, shape := range definitionsIn[code] {
		if m := shape.FindStringSubmatch(s.Text); m != nil {
			if f, ok := definedAbroad(s, m[shape.SubexpIndex("term")], m[shape.SubexpIndex("says")], code); ok {
				return []Fact{f}
			}
		}
	}
	whole, ok := foreign(s)
	if code == "es" {
		if found := inSpanish(s, ok); len(found) > 0 {
			return found
		}
	}
	if !ok {
		return nil
	}
	if countedAs.MatchString(s.Text) {
		whole.Type = Amount
	}
	return []Fact{whole}
}

// foreign takes a sentence of another language as a whole.
func foreign(s language.Sentence) (Fact, bool) {
	if len(s.Tokens) < 7 {
		return Fact{}, false
	}
	long := 0
	for _, t := range s.Tokens {
		if len(t.Text) > 4 || number.MatchString(t.Text) {
			long++
		}
	}
	if long < 5 {
		return Fact{}, false
	}
	return saying(s), true
}

// unsaid are words of Spanish, French, German, Portuguese and Italian by which nobody
// stands by a sentence, or by which it speaks of the text.
var unsaid = regexp.MustCompile(`(?i)(?:^|\PL)(?:quizás?|tal vez|más o menos|página|actividades|ejercicios?|capítulo|unidad|peut-être|chapitre|vielleicht|seite|kapitel|übung|talvez|capítulo|forse|pagina|capitolo|esercizi)(?:\PL|$)`)

// countedAs is a number with what it counts or a unit.
var countedAs = regexp.MustCompile(`\d[\d.,]*\s?(?:%|°|\pL)`)

const (
	phrase   = `(?P<term>[\pL’'-]+(?: [\pL’'-]+){0,3})`
	statedAs = `(?P<says>[^.;]{15,180})`
)

// definitionsIn are the shapes of plain definitions by language.
var definitionsIn = map[string][]*regexp.Regexp{
	"es": {
		regexp.MustCompile(`(?i)(?:^|[,;] )se (?:llama|llaman|denomina|denominan) ` + phrase + ` (?:a|al) (?P<says>[^.;,]{12,160})`),
		regexp.MustCompile(`(?i)^(?P<says>(?:un|una|el|la|los|las) [^.;,]{12,120}) se (?:llama|llaman|denomina|denominan|conoce como|conocen como) (?:el |la |los |las )?` + phrase + `[.,;]`),
		regexp.MustCompile(`(?i)(?P<says>\bun[ao]? [^.;,]{8,80}),? (?:llamad|denominad|conocid)[oa] (?:como )?(?:el |la )?` + phrase + `[.,;]`),
		regexp.MustCompile(`(?i)^(?:el |la |los |las |un |una )?` + phrase + ` (?:es|son) (?P<says>un[ao]?s? [^.;]{15,180})`),
		regexp.MustCompile(`(?i)^por (?:el |la |los |las )?` + phrase + ` (?:se entiende|entendemos) ` + statedAs),
	},
	"fr": {
		regexp.MustCompile(`(?i)^(?:le |la |l['’]|les |un |une |des )?` + phrase + ` (?:est|sont) (?P<says>(?:une?|des|le|la|l['’])\s?[^.;]{15,180})`),
		regexp.MustCompile(`(?i)^on (?:appelle|nomme) ` + phrase + ` (?P<says>(?:une?|le|la|les|tout|toute|l['’])\s?[^.;]{12,180})`),
	},
	"de": {
		regexp.MustCompile(`(?i)^(?:der |die |das |ein |eine )?` + phrase + ` (?:ist|sind) (?P<says>(?:eine?|der|die|das) [^.;]{15,180})`),
		regexp.MustCompile(`(?i)^unter (?:einer? |einem )?` + phrase + ` versteht man ` + statedAs),
	},
	"pt": {
		regexp.MustCompile(`(?i)^(?:o |a |os |as |um |uma )?` + phrase + ` (?:é|são) (?P<says>(?:um|uma|o|a|os|as) [^.;]{15,180})`),
		regexp.MustCompile(`(?i)^chama(?:-se|m-se) ` + phrase + ` (?:a|ao|à|aos|às) ` + statedAs),
	},
	"it": {
		regexp.MustCompile(`(?i)^(?:il |la |lo |l['’]|i |gli |le |un |una )?` + phrase + ` (?:è|sono) (?P<says>(?:un|una|uno|il|la|lo|l['’]|un['’])\s?[^.;]{15,180})`),
		regexp.MustCompile(`(?i)^si chiama(?:no)? ` + phrase + ` ` + statedAs),
	},
}

// pointing are first words that name no term in any of these languages.
var pointing = language.WordSet(`este esta estos estas esto eso ese esa aquel lo ello ella él ellos ellas uno otro no sí que qué cada todo todos ce cette ces c'est il elle on qui cela es dies diese dieser dieses das er sie wer was isto esse essa ele ela isso questo questa questi quello lui lei chi si`)

func definedAbroad(s language.Sentence, term, meaning, code string) (Fact, bool) {
	first, _, _ := strings.Cut(strings.ToLower(term), " ")
	meaning = strings.TrimRight(strings.TrimSpace(meaning), ".,;: ")
	if pointing[first] || len(strings.Fields(meaning)) < minMeaning || len(strings.Fields(meaning)) > maxMeaning || circular(strings.ToLower(term), meaning) {
		return Fact{}, false
	}
	if code != "de" { // which writes its nouns with a capital
		term = lowerFirst(term)
	}
	return Fact{Type: Definition, Quote: s.Text, Subject: term, Predicate: "=", Object: meaning, Confidence: 0.8}, true
}

// What verbs of Spanish say of a fact.
var (
	spanishParts  = language.WordSet(`constar componer dividir comprender contener formar constituir incluir integrar`)
	spanishCauses = language.WordSet(`causar provocar producir aumentar reducir disminuir impedir evitar permitir originar favorecer dificultar destruir`)
	spanishRules  = regexp.MustCompile(`(?i)\b(?:está prohibido|queda prohibido|es obligatorio|no se puede|no se pueden|solo se puede|solo se pueden|es necesario|es imprescindible|no se permite)\b`)
	spanishWhy    = language.WordSet(`porque pues`)
)

// inSpanish draws what the clauses of a Spanish sentence state: of a short one, that is not
// full, only what is more than a property.
func inSpanish(s language.Sentence, full bool) []Fact {
	var out []Fact
	for _, c := range spanish.Read(s) {
		rule := c.Modal == "haber que" || c.Modal == "deber" || c.Modal == "tener que" || spanishRules.MatchString(s.Text)
		if c.Rest == "" && c.Under == "" || c.Subject == "" && !rule || len(strings.Fields(c.Rest)) > 40 {
			continue
		}
		f := Fact{Type: Property, Quote: s.Text, Subject: c.Subject, Predicate: c.Verb, Object: c.Rest, Under: c.Under, Negated: c.Negated, Confidence: 0.75}
		if first, _, _ := strings.Cut(strings.ToLower(c.Subject), " "); pointing[first] {
			f.Confidence = 0.6
		}
		switch {
		case rule:
			f.Type = Rule
		case spanishWhy[c.Link] || c.Link == "como" || c.Link == "puesto que" || c.Link == "ya que" || spanishCauses[c.Lemma]:
			f.Type = Cause
		case c.Link == "si" || c.Link == "cuando":
			f.Type = Condition
		case c.Link == "aunque" || c.Link == "mientras":
			f.Type = Contrast
		case spanishParts[c.Lemma]:
			f.Type = Parts
		case number.MatchString(c.Rest) || countedAs.MatchString(c.Rest):
			f.Type = Amount
		case c.Lemma == "ser" && (strings.HasPrefix(c.Rest, "un ") || strings.HasPrefix(c.Rest, "una ")):
			f.Type = Kind
		}
		if full || f.Type != Property && f.Type != Kind {
			out = append(out, f)
		}
	}
	return out
}
