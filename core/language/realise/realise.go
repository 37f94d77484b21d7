// Package realise says propositions in English: as statements with another subject, and
// as questions for any of their parts.
//
// The model: a Clause is a subject, a verb group and the rest, each as it was written.
// What changes when it is asked is the verb group alone: its first auxiliary goes before
// the subject, or a form of "do" does where there is none, and the verb becomes its base
// form (Quirk, Greenbaum, Leech and Svartvik, A Comprehensive Grammar of the English
// Language, 1985, §11.4). What can't be taken apart so is refused: a question that is not
// English is worse than none.
package realise

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/language"
)

// Clause is a proposition: who or what, the verb group, and what stands behind it.
type Clause struct {
	Subject string // as it stands within a sentence: "the pump", "Mercury"
	Verb    string // "must not be opened"
	Rest    string // "by hand"
}

// group is a verb group taken apart.
type group struct {
	aux    string   // the auxiliary that goes before the subject in a question; "" where there is none
	denied bool     // "not" stands behind the auxiliary
	behind []string // what stands behind it: adverbs, further auxiliaries, the verb
	before []string // adverbs before a verb without auxiliary
	verb   string   // that verb, finite
}

var (
	modals = language.WordSet(`can could may might must shall should will would`)
	being  = language.WordSet(`is are was were`)
	having = language.WordSet(`has have had`)
	doing  = language.WordSet(`do does did`)
)

// analyse takes a verb group apart; it is not ok where it is none.
func analyse(verb string) (group, bool) {
	words := strings.Fields(verb)
	if len(words) == 0 || strings.ContainsAny(verb, ",;:()–—“”\"") {
		return group{}, false
	}
	var g group
	at := 0
	for at < len(words)-1 && !finite(words[at]) {
		at++
	}
	first := strings.ToLower(words[at])
	// A verb that stands alone is asked with "do", unless it is a form of "be".
	alone := at == len(words)-1
	if modals[first] || being[first] || (having[first] || doing[first]) && !alone && !adverbsOnly(words[at+1:]) {
		if at > 0 { // "often is seen"
			return group{}, false
		}
		g.aux = words[0]
		rest := words[1:]
		if len(rest) > 0 && rest[0] == "not" {
			g.denied, rest = true, rest[1:]
		}
		if slices.Contains(rest, "not") {
			return group{}, false
		}
		g.behind = rest
		return g, true
	}
	if first == "cannot" {
		return group{aux: "can", denied: true, behind: words[1:]}, at == 0
	}
	if strings.Contains(first, "’") || strings.Contains(first, "'") || slices.Contains(words, "not") {
		return group{}, false
	}
	if !alone && !adverbsOnly(words[at+1:]) {
		return group{}, false
	}
	if _, _, ok := tense(first); !ok {
		return group{}, false
	}
	g.before, g.verb, g.behind = words[:at], words[at], words[at+1:]
	return g, true
}

func finite(word string) bool {
	word = strings.ToLower(word)
	if modals[word] || being[word] || having[word] || doing[word] || word == "cannot" {
		return true
	}
	_, _, ok := tense(word)
	return ok && !strings.HasSuffix(word, "ly")
}

func adverbsOnly(words []string) bool {
	for _, w := range words {
		if !strings.HasSuffix(w, "ly") && !particles[w] {
			return false
		}
	}
	return true
}

var particles = language.WordSet(`up down in out off on away back over through apart together always never often also only usually sometimes still just even`)

// tense is the base form of a finite verb and the form of "do" that asks with it.
func tense(verb string) (base, do string, ok bool) {
	for _, f := range language.VerbForms(strings.ToLower(verb)) {
		switch f.Tag {
		case "VBZ":
			return f.Base, "does", true
		case "VBD":
			base, do, ok = f.Base, "did", true
		case "VB", "VBP":
			if !ok {
				base, do, ok = f.Base, "do", true
			}
		}
	}
	return base, do, ok
}

// Third is a verb in the third person of the present: "carries".
func Third(base string) string {
	switch base {
	case "be":
		return "is"
	case "have":
		return "has"
	}
	n := len(base)
	switch {
	case n > 1 && base[n-1] == 'y' && !strings.ContainsRune("aeiou", rune(base[n-2])):
		return base[:n-1] + "ies"
	case strings.HasSuffix(base, "s"), strings.HasSuffix(base, "x"), strings.HasSuffix(base, "z"), strings.HasSuffix(base, "ch"), strings.HasSuffix(base, "sh"), strings.HasSuffix(base, "o"):
		return base + "es"
	}
	return base + "s"
}

// Form is a verb in the form that a tag names (VB, VBZ, VBD, VBN, VBG); empty where the
// form is not known.
func Form(base, tag string) string {
	switch tag {
	case "VB", "VBP":
		return base
	case "VBZ":
		return Third(base)
	}
	if past, participle, ok := language.Irregular(base); ok && tag != "VBG" {
		if tag == "VBD" {
			return past
		}
		return participle
	}
	end := map[string]string{"VBD": "ed", "VBN": "ed", "VBG": "ing"}[tag]
	n := len(base)
	stems := []string{base}
	switch {
	case n < 3 || end == "":
		return ""
	case strings.HasSuffix(base, "e") && !(end == "ing" && strings.HasSuffix(base, "ee")):
		stems = []string{base[:n-1]}
	case end == "ed" && base[n-1] == 'y' && !strings.ContainsRune("aeiou", rune(base[n-2])):
		stems = []string{base[:n-1] + "i"}
	case !strings.ContainsRune("aeiouwxy", rune(base[n-1])) && strings.ContainsRune("aeiou", rune(base[n-2])) && !strings.ContainsRune("aeiou", rune(base[n-3])) && (strings.IndexAny(base[:n-2], "aeiouy") < 0 || doubles[base]):
		stems = []string{base + base[n-1:]}
	}
	return stems[0] + end
}

// doubles are longer verbs that end in a stressed syllable.
var doubles = language.WordSet(`permit admit submit commit emit omit prefer refer infer transfer defer occur control expel propel compel repel rebel begin forget regret equip`)

// Plural says whether the subject is several things; it is not ok where neither the verb
// nor the noun tells.
func (c Clause) Plural() (plural, ok bool) {
	g, good := analyse(c.Verb)
	if !good {
		return false, false
	}
	first := strings.ToLower(g.aux)
	if first == "" {
		first = strings.ToLower(g.verb)
	}
	switch first {
	case "is", "was", "has", "does":
		return false, true
	case "are", "were", "have", "do":
		return true, true
	}
	if g.verb != "" {
		for _, f := range language.VerbForms(first) {
			switch f.Tag {
			case "VBZ":
				return false, true
			case "VB", "VBP":
				return true, true
			}
		}
	}
	return Several(c.Subject)
}

// Several says whether a noun group is in the plural; it is not ok where its noun is not
// known.
func Several(noun string) (bool, bool) {
	words := strings.Fields(strings.ToLower(Core(noun)))
	if len(words) == 0 {
		return false, false
	}
	if slices.Contains(words, "and") {
		return true, true
	}
	last := strings.Trim(words[len(words)-1], ".,;:")
	return language.Plural(last), language.Known(language.Singular(last)) || len(words) > 1
}

var limiting = language.WordSet(`of in on at for with from to by that which who whose where between during under above below after before within without than as like against into through per near around among about over is are`)

// Core is a noun group up to its noun, without what follows it.
func Core(noun string) string {
	words := strings.Fields(noun)
	for i, w := range words {
		if i > 0 && limiting[strings.ToLower(strings.Trim(w, ",;:"))] {
			return strings.TrimRight(strings.Join(words[:i], " "), ",;:")
		}
		if i < len(words)-1 && strings.HasSuffix(w, ",") && i > 0 {
			return strings.TrimRight(strings.Join(words[:i+1], " "), ",")
		}
	}
	return noun
}

// Head is the noun of a noun group in the singular.
func Head(noun string) string {
	words := strings.Fields(strings.ToLower(Core(noun)))
	if len(words) == 0 {
		return ""
	}
	return language.Singular(strings.Trim(words[len(words)-1], ".,;:"))
}

// agreed is a verb group with its finite verb in the number of another subject.
func (g group) agreed(plural bool) ([]string, bool) {
	turn := func(word string) (string, bool) {
		low := strings.ToLower(word)
		pairs := [][2]string{{"is", "are"}, {"was", "were"}, {"has", "have"}, {"does", "do"}}
		for _, p := range pairs {
			if low == p[0] || low == p[1] {
				if plural {
					return p[1], true
				}
				return p[0], true
			}
		}
		return low, false
	}
	if g.aux != "" {
		first, _ := turn(g.aux)
		out := []string{first}
		if g.denied && first == "can" {
			out[0] = "cannot"
		} else if g.denied {
			out = append(out, "not")
		}
		return append(out, g.behind...), true
	}
	first, turned := turn(g.verb)
	if !turned {
		base, do, ok := tense(g.verb)
		switch {
		case !ok:
			return nil, false
		case do == "did":
		case plural:
			first = base
		default:
			first = Third(base)
		}
	}
	return slices.Concat(g.before, []string{first}, g.behind), true
}

// Statement says a clause of its own subject.
func (c Clause) Statement() string {
	return Sentence(join(c.Subject, c.Verb, c.Rest))
}

// Of says a clause of another subject, which is in the plural or not.
func (c Clause) Of(subject string, plural bool) (string, bool) {
	g, ok := analyse(c.Verb)
	if !ok {
		return "", false
	}
	words, ok := g.agreed(plural)
	return Sentence(join(subject, strings.Join(words, " "), c.Rest)), ok
}

// Which asks what a clause is true of: "Which of these clogs at the surface?" Wh is the
// question's subject, "which of these" or "which filters", in the plural or not.
func (c Clause) Which(wh string, plural bool) (string, bool) {
	said, ok := c.Of(wh, plural)
	return asked(said), ok
}

// Ask puts a question word before a clause: "Why is the bed washed slowly?" What the
// question asks for must not be in the clause any more. It is not ok where the clause
// can't be turned into a question.
func (c Clause) Ask(wh string) (string, bool) {
	g, ok := analyse(c.Verb)
	if !ok || c.Subject == "" {
		return "", false
	}
	if g.aux != "" {
		not := ""
		if g.denied {
			not = "not"
		}
		return asked(Sentence(join(wh, strings.ToLower(g.aux), c.Subject, not, strings.Join(g.behind, " "), c.Rest))), true
	}
	base, do, _ := tense(g.verb)
	if plural, known := Several(c.Subject); do == "do" && known && !plural && language.VerbForms(strings.ToLower(g.verb))[0].Tag != "VBZ" {
		return "", false // "the board put": of which time, can't be told
	} else if do == "did" && base == strings.ToLower(g.verb) && (plural || !known) {
		return "", false // "most systems let"
	}
	return asked(Sentence(join(wh, do, c.Subject, strings.Join(g.before, " "), base, strings.Join(g.behind, " "), c.Rest))), true
}

func join(parts ...string) string {
	return strings.Join(strings.Fields(strings.Join(parts, " ")), " ")
}

func asked(sentence string) string { return strings.TrimRight(sentence, ".;:, ") + "?" }

// Sentence is a text with a capital in front and a stop behind.
func Sentence(text string) string {
	text = strings.TrimRight(strings.TrimSpace(text), " ,;:")
	if text == "" {
		return ""
	}
	text = Upper(text)
	if !strings.ContainsAny(text[len(text)-1:], ".!?") {
		text += "."
	}
	return text
}

// Upper is a text with a capital in front, unless its first word has a capital further on
// ("pH").
func Upper(text string) string {
	first, size := utf8.DecodeRuneInString(text)
	word, _, _ := strings.Cut(text, " ")
	if text == "" || strings.IndexFunc(word, unicode.IsUpper) > 0 {
		return text
	}
	return string(unicode.ToUpper(first)) + text[size:]
}

// Lower is a text as it stands within a sentence: its first letter small, unless its first
// word is a name or an abbreviation.
func Lower(text string, name func(word string) bool) string {
	first, size := utf8.DecodeRuneInString(text)
	word, _, _ := strings.Cut(text, " ")
	bare := strings.TrimRight(word, ",.;:")
	if !unicode.IsUpper(first) || name != nil && name(bare) || len(bare) > 1 && strings.IndexFunc(bare[size:], unicode.IsUpper) >= 0 || len(bare) == 1 && (bare != "A" || len(text) == 1) {
		return text
	}
	return string(unicode.ToLower(first)) + text[size:]
}

// Done says as a fact what a clause says that has to be, or must not be: "The bed must be
// washed slowly" becomes "The bed is washed slowly", of a subject that is in the plural or
// not. Forbidden tells which of the two the clause says. It is not ok where it obliges nobody.
func (c Clause) Done(subject string, plural bool) (said string, forbidden, ok bool) {
	g, good := analyse(c.Verb)
	if !good || g.aux == "" {
		return "", false, false
	}
	aux, behind := strings.ToLower(g.aux), g.behind
	switch {
	case aux == "must" || aux == "shall", aux == "may" && g.denied:
	case (being[aux] || aux == "has" || aux == "have") && len(behind) > 0 && behind[0] == "to":
		behind = behind[1:]
	default:
		return "", false, false
	}
	forbidden = g.denied
	var words []string
	for i, w := range behind {
		switch {
		case w == "never" && len(words) == 0 && !forbidden:
			forbidden = true
		case (w == "always" || w == "then" || w == "also") && len(words) == 0:
		case strings.HasSuffix(w, "ly") && len(words) == 0 && i < len(behind)-1:
			words = append(words, w)
		case len(words) == 0 || strings.HasSuffix(words[len(words)-1], "ly") && len(words) == 1:
			switch {
			case w == "be" && plural:
				w = "are"
			case !plural:
				w = Third(w)
			}
			words = append(words, slices.Concat([]string{w}, behind[i+1:])...)
			return Sentence(join(subject, strings.Join(words, " "), c.Rest)), forbidden, !slices.Contains(behind, "only") && !slices.Contains(behind, "not")
		default:
			return "", false, false
		}
	}
	return "", false, false
}

// List joins parts as a sentence does: "a, b and c".
func List(parts []string) string {
	if len(parts) < 2 {
		return strings.Join(parts, "")
	}
	return strings.Join(parts[:len(parts)-1], ", ") + " and " + parts[len(parts)-1]
}
