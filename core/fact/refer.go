package fact

import (
	"cmp"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/clause"
)

// How sure it is what a pronoun stands for: the only thing of its number that was spoken
// of, or the subject of the sentence before among several (after Grosz, Joshi and
// Weinstein, “Centering”, 1995).
const (
	onlyOne   = 0.9
	ofSubject = 0.7
)

// longSentence is how many tokens a sentence may have in which names and references are
// looked for: more are no sentence that somebody wrote.
const longSentence = 300

// mention is something that a sentence speaks of.
type mention struct {
	text    string
	at      int    // where it begins in its sentence
	head    string // its noun, in the singular
	plural  bool
	subject bool
}

// mentions are what a reading speaks of, subjects first.
func mentions(s language.Sentence, r clause.Reading) []mention {
	var out []mention
	if len(s.Tokens) > longSentence {
		return nil
	}
	add := func(span clause.Span, subject bool) {
		text := strings.Trim(r.Of(span), " ,;:")
		first, _, _ := strings.Cut(strings.ToLower(text), " ")
		if text == "" || anaphoric(text) || pronouns[first] || first == "no" || number.MatchString(first) || strings.HasSuffix(text, " them") || len(strings.Fields(text)) > 9 {
			return
		}
		m := mention{text: text, at: span.From, subject: subject}
		m.head, m.plural = headOf(s, span)
		if m.head == "" || slices.ContainsFunc(out, func(o mention) bool { return o.text == text }) {
			return
		}
		out = append(out, m)
	}
	for _, c := range r.Clauses {
		if c.Kind == clause.Main {
			add(c.Subject, true)
		}
	}
	for _, c := range r.Clauses {
		if c.Kind != clause.Main {
			add(c.Subject, false)
		}
		add(c.Object, false)
		if c.Base != "be" || pair.MatchString(r.Of(c.Complement)) { // what something is, is that thing
			add(c.Complement, false)
		}
		for _, p := range c.Preps {
			add(p.Object, false)
		}
	}
	return out
}

var pronouns = language.WordSet(`it they he she we you i this that these those who which what there one some most many all both each none nothing something everything everyone nobody him her them us`)

// headOf is the noun of a noun group, in the singular, and whether it is several things.
func headOf(s language.Sentence, span clause.Span) (string, bool) {
	head, plural := "", false
	for _, t := range s.Tokens {
		if t.Start-s.Start < span.From || t.End-s.Start > span.To {
			continue
		}
		if head != "" && (t.Tag == "IN" || t.Tag == "," || t.Tag == "TO" || strings.HasPrefix(t.Tag, "W") || strings.HasPrefix(t.Tag, "VB")) {
			break
		}
		if t.Lower == "and" && head != "" {
			return head, true
		}
		if t.Noun() || head == "" && t.Tag == "VBG" || head != "" && t.End-s.Start == span.To {
			head, plural = language.Singular(t.Lower), language.Plural(t.Lower)
		}
	}
	return head, plural
}

// refer says what an anaphoric subject stands for, and how sure that is: something that
// its sentence spoke of before it, or else what the sentence before spoke of. It is empty
// where more than one thing fits and none stands out.
func refer(f Fact, s language.Sentence, own, before []mention) (string, float64) {
	words := strings.Fields(strings.ToLower(f.Subject))
	at := -1
	for _, t := range s.Tokens {
		if len(words) > 0 && t.Lower == words[0] && strings.HasPrefix(s.Text[t.Start-s.Start:], f.Subject) {
			at = t.Start - s.Start
			break
		}
	}
	if at < 0 || expletive.MatchString(s.Text[at:]) {
		return "", 0
	}
	var ahead []mention
	for _, m := range own {
		if m.at+len(m.text) <= at {
			ahead = append(ahead, m)
		}
	}
	if len(ahead) > 0 {
		before = ahead
	}
	switch {
	case len(words) == 2 && words[0] == "the":
		return ofTwo(words[1], before)
	case len(words) > 1:
		noun := language.Singular(words[len(words)-1])
		for _, m := range before {
			if m.head == noun && !strings.Contains(strings.ToLower(m.text), strings.Join(words[1:], " ")) && len(words) == 2 {
				return m.text, onlyOne
			}
		}
		return "", 0
	case words[0] != "it" && words[0] != "they":
		return "", 0
	}
	var found []mention
	for _, m := range before {
		if m.plural == (words[0] == "they") && !(people[m.head] && words[0] == "it") {
			found = append(found, m)
		}
	}
	switch {
	case len(found) == 0:
		return "", 0
	case len(found) == 1 && found[0].subject:
		return found[0].text, onlyOne
	case len(found) == 1, found[0].subject && !found[1].subject:
		return found[0].text, ofSubject
	}
	return "", 0
}

// pair is two things named together.
var pair = regexp.MustCompile(`^(?:both |either )?([^,]+?) (?:and|or) ([^,]+)$`)

// ofTwo is which of two things "the former" or "the latter" is: of two that were named
// together, or of all two that were spoken of.
func ofTwo(which string, before []mention) (string, float64) {
	var two []string
	for _, m := range before {
		if m := pair.FindStringSubmatch(m.text); m != nil {
			if two != nil {
				return "", 0 // two pairs
			}
			two = m[1:]
		}
	}
	sure := onlyOne
	if two == nil && len(before) == 2 && !slices.ContainsFunc(before, func(m mention) bool { return strings.Contains(m.text, " and ") }) {
		ordered := slices.SortedFunc(slices.Values(before), func(a, b mention) int { return cmp.Compare(a.at, b.at) })
		two, sure = []string{ordered[0].text, ordered[1].text}, ofSubject
	}
	switch {
	case len(two) != 2 || pair.MatchString(two[0]) || pair.MatchString(two[1]):
		return "", 0
	case which == "former":
		return two[0], sure
	}
	return two[1], sure
}

// expletive is an "it" that stands for nothing: "it is known that", "it was she who".
var expletive = regexp.MustCompile(`(?i)^it (?:is|was|came|comes|seems|seemed|follows|appears|takes|took|depends|matters)\b.{0,60}?\b(?:that|who|whom|whether|to|because)\b`)

// people are nouns that "it" does not stand for.
var people = language.WordSet(`man woman person operator nurse doctor driver teacher student worker patient child customer buyer seller king queen minister author engineer manager inspector`)
