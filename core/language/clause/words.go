package clause

import (
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/language"
)

// word is a word of a sentence as the reader sees it: contractions are two, and marks
// of emphasis are none.
type word struct {
	text, lower string
	tag         string
	from, to    int
	forms       []language.Form // the ways to read it as a verb
}

var (
	prepositions = language.WordSet(`about above across after against along alongside amid among amongst around as at before behind below beneath beside besides between
		beyond by despite down during except for from in inside into like near of off on onto opposite out outside over past per since than through
		throughout till to toward towards under underneath unlike until unto up upon versus via with within without concerning regarding including excluding following`)
	conjunctions = language.WordSet(`if when whenever because since although though while whereas unless until till before after once as whether lest where wherever than whilst provided providing`)
	adverbial    = language.WordSet(`however moreover therefore thus hence consequently furthermore nevertheless nonetheless instead otherwise then also too again finally first second third next
		meanwhile similarly likewise still indeed often usually always sometimes generally normally ordinarily rarely seldom never here there now soon later
		afterwards so only just even perhaps maybe accordingly conversely namely overall together everywhere nowhere somewhere`)
	pronouns = language.WordSet(`i you he she it we they me him her us them this that these those one ones who something anything nothing everything someone anyone everyone nobody
		noone somebody anybody everybody none both neither either each some any all many most much few several others another such mine yours hers ours theirs
		itself himself herself themselves oneself yourself myself ourselves there more less half little former latter`)
	subjects    = language.WordSet(`i you he she it we they`) // pronouns that begin a clause within another
	determiners = language.WordSet(`the a an this that these those my your his her its our their no every each some any all both either neither another much many most few several such what which whose half enough more less fewer little`)
	relativesOf = language.WordSet(`who which that whose whom where when why`)
)

// leads are several words that act as one preposition or conjunction.
var leads = map[string]string{
	"according to": "P", "because of": "P", "due to": "P", "owing to": "P", "instead of": "P", "rather than": "P", "out of": "P", "in front of": "P", "apart from": "P",
	"as well as": "CC", "such as": "P", "as for": "P", "up to": "Q", "as opposed to": "P", "next to": "P", "thanks to": "P", "along with": "P", "together with": "P", "other than": "P", "away from": "P", "ahead of": "P", "by means of": "P", "in spite of": "P", "with respect to": "P", "with regard to": "P", "on top of": "P", "in place of": "P", "as part of": "P", "prior to": "P", "close to": "P", "as a result of": "P", "on behalf of": "P",
	"so that": "S", "in order that": "S", "even if": "S", "even though": "S", "even when": "S", "as soon as": "S", "as long as": "S", "now that": "S", "given that": "S", "such that": "S", "as if": "S", "as though": "S", "provided that": "S", "only if": "S", "only when": "S", "in case": "S", "except that": "S", "by the time": "S", "the moment": "S", "as far as": "S", "just as": "S", "so long as": "S", "not because": "S", "only because": "S", "in that": "S", "except when": "S", "except where": "S",
	"at least": "Q", "at most": "Q", "more than": "Q", "less than": "Q", "fewer than": "Q", "no more than": "Q", "no less than": "Q", "not more than": "Q", "not less than": "Q", "as much as": "Q", "as many as": "Q", "as little as": "Q", "no fewer than": "Q",
	"at once": "A", "at first": "A", "at last": "A", "in general": "A", "for example": "A", "for instance": "A", "as a rule": "A", "in fact": "A", "of course": "A", "in particular": "A",
	"on average": "A", "by hand": "A", "at all": "A", "as well": "A", "at most once": "A", "so far": "A", "by far": "A", "in turn": "A", "in theory": "A", "in practice": "A", "by contrast": "A", "on the other hand": "A",
	"on the contrary": "A", "as usual": "A", "in advance": "A", "at least once": "A", "by itself": "A", "in the end": "A", "after all": "A", "above all": "A", "no longer": "N",
	"in order to": "TO", "so as to": "TO",
}

// wordsOf cuts a sentence into words and tags them, where its tokens are not the words
// and tagged already.
func wordsOf(s language.Sentence) []word {
	cut := language.Sentence{Text: s.Text, Tokens: make([]language.Token, 0, len(s.Tokens)+4)}
	names := map[int]bool{}
	add := func(text string, from int) {
		cut.Tokens = append(cut.Tokens, language.Token{Text: text, Lower: strings.ToLower(text), Start: from, End: from + len(text)})
	}
	aside := asides(s.Tokens)
	quoted := -1
	same := len(s.Tokens) > 0 && s.Tokens[0].Tag != "" // tagged already, and the words are the tokens
	numbered := 0
	if n := len(s.Tokens); n > 3 && sectionNumber.MatchString(s.Tokens[0].Text) && unicode.IsUpper(firstRune(s.Tokens[1].Text)) {
		numbered = 1 // "1.5 Nobody may ride"
	}
	for i, t := range s.Tokens {
		from := t.Start - s.Start
		if aside[i] || i < numbered || t.Text == "." && i+1 < len(s.Tokens) && i > 0 && len(s.Tokens[i-1].Text) < 4 {
			same = false
			continue // a full stop within belongs to an abbreviation
		}
		switch t.Text {
		case "`", "“", "”", "\"":
			same = false
			// What is quoted in a word or three, or is code, is a name.
			if quoted >= 0 {
				if from > quoted && (t.Text == "`" || strings.Count(s.Text[quoted:from], " ") < 3) && !strings.ContainsAny(s.Text[quoted:from], ".,;?!") {
					for len(cut.Tokens) > 0 && cut.Tokens[len(cut.Tokens)-1].Start >= quoted {
						cut.Tokens = cut.Tokens[:len(cut.Tokens)-1]
					}
					add(s.Text[quoted:from], quoted)
					names[quoted] = true
				}
				quoted = -1
			} else {
				quoted = t.End - s.Start
			}
			continue
		case "*", "_", "‘", "«", "»", "**":
			same = false
			continue
		}
		lower := strings.ReplaceAll(t.Lower, "’", "'")
		if at := strings.LastIndexByte(lower, '\''); at > 0 && len(t.Text) == len(t.Lower) {
			at = strings.LastIndexAny(t.Text, "'’")
			for at > 0 && t.Text[at]&0xc0 == 0x80 { // the first byte of ’
				at--
			}
			switch tail := lower[strings.LastIndexByte(lower, '\'')+1:]; {
			case tail == "t" && at > 1 && strings.HasSuffix(lower, "n't") && lower != "can't" && lower != "won't" && lower != "shan't":
				same = false
				add(t.Text[:at-1], from)
				add(t.Text[at-1:], from+at-1)
				continue
			case tail == "s" || tail == "re" || tail == "ve" || tail == "ll" || tail == "d" || tail == "m":
				same = false
				add(t.Text[:at], from)
				add(t.Text[at:], from+at)
				continue
			}
		}
		add(t.Text, from)
	}
	cut.Tokens = perCent(cut.Text, cut.Tokens)
	if same && len(cut.Tokens) == len(s.Tokens) {
		for i := range cut.Tokens {
			cut.Tokens[i].Tag = s.Tokens[i].Tag
		}
	} else {
		language.Tag([]language.Sentence{cut})
	}
	out := make([]word, len(cut.Tokens))
	for i, t := range cut.Tokens {
		w := word{text: t.Text, lower: strings.ReplaceAll(t.Lower, "’", "'"), tag: t.Tag, from: t.Start, to: t.End}
		w.forms = language.VerbForms(w.lower)
		switch w.lower {
		case "'s":
			w.tag = "POS"
			if i > 0 && (pronouns[out[i-1].lower] || adverbial[out[i-1].lower] || out[i-1].lower == "what" || out[i-1].lower == "how" || out[i-1].lower == "where" || out[i-1].lower == "let") && out[i-1].lower != "one" {
				w.tag = "VBZ"
			}
		case "'re", "'m":
			w.tag = "VBP"
		case "'ve":
			w.tag = "VBP"
		case "'ll", "'d", "can't", "won't", "shan't", "cannot":
			w.tag = "MD"
		case "can", "could", "may", "might", "must", "shall", "should", "will", "would":
			if w.tag != "NN" || i == 0 || !determiners[out[i-1].lower] {
				w.tag = "MD"
			}
		case "n't", "not", "never":
			w.tag = "RB"
		case "is", "are", "was", "were", "am":
			w.tag = w.forms[0].Tag
		case "to":
			w.tag = "TO"
		case "except", "despite", "unlike", "versus":
			if i == 0 || out[i-1].tag != "TO" {
				w.tag = "IN"
			}
		case "whereas", "although", "unless", "because", "whether", "lest", "whenever", "if", "though", "wherever":
			w.tag = "IN"
		case "%", "°c", "°f", "°":
			w.tag = "NN"
		}
		if isPunct(w) && w.tag != "POS" && w.lower != "%" && !(strings.HasPrefix(w.lower, "'") && len(w.lower) > 1) {
			w.tag = "SYM"
		}
		if (w.noun() || w.tag == "JJ" && adverbial[w.lower]) && w.tag != "NNP" && onlyAdverb(w.lower) {
			w.tag = "RB"
		}
		if w.noun() && w.tag != "NNP" && !language.Can(w.lower, 'n') {
			for _, end := range []struct{ end, with, tag string }{{"er", "", "JJR"}, {"er", "e", "JJR"}, {"ier", "y", "JJR"}, {"est", "", "JJS"}, {"est", "e", "JJS"}, {"iest", "y", "JJS"}} {
				if stem, ok := strings.CutSuffix(w.lower, end.end); ok && len(stem) > 2 && language.Can(stem+end.with, 'a') {
					w.tag = end.tag
				}
			}
		}
		before := word{}
		if i > 0 {
			before = out[i-1]
		}
		switch { // what the lexicon knows better than the tagger
		case w.tag == "JJ" && language.Can(w.lower, 'n') && !language.Can(w.lower, 'a') && !strings.Contains(w.lower, "-"):
			w.tag = "NN"
		case w.verb() && w.tag != "VBZ" && len(w.forms) == 0 && !strings.HasPrefix(w.lower, "'"):
			switch {
			case language.Can(w.lower, 'a') || w.tag == "VBN" || w.tag == "VBD":
				w.tag = "JJ"
			case language.Can(w.lower, 'r'):
				w.tag = "RB"
			case w.tag != "VBG":
				w.tag = "NN"
			}
		case w.noun() && w.tag != "NNP" && !language.Can(w.lower, 'n') && !language.Can(language.Singular(w.lower), 'n') && language.Can(w.lower, 'a'):
			w.tag = "JJ"
		case w.noun() && w.tag != "NNP" && before.tag != "DT" && before.tag != "JJ" && before.tag != "PRP$" && before.tag != "CD" && before.tag != "POS" && mostlyVerb(w.lower):
			w.tag = "VBP"
		}
		if names[w.from] {
			w.tag = "NN"
		}
		if w.lower == "do" && w.tag != "VB" {
			w.tag = "VBP"
		}
		if w.lower == "that" && i+1 < len(cut.Tokens) && i == 0 && (cut.Tokens[1].Lower == "'s" || cut.Tokens[1].Lower == "’s" || cut.Tokens[1].Lower == "is" || cut.Tokens[1].Lower == "was") {
			w.tag = "DT"
		}
		if w.lower == "per cent" {
			w.tag = "NN"
		}
		if i > 0 && out[i-1].tag == "CD" && w.tag == "VBZ" && language.Can(language.Singular(w.lower), 'n') {
			w.tag = "NNS" // "40 litres a day"
		}
		if w.tag != "MD" && strings.ContainsAny(w.text, "/") && len(w.text) > 1 {
			w.tag = "NN"
		}
		out[i] = w
	}
	for i := range out { // "they ask first"
		if (out[i].lower == "first" || out[i].lower == "last") && out[i].tag == "JJ" && (i+1 == len(out) || isPunct(out[i+1])) && i > 0 && out[i-1].verb() {
			out[i].tag = "RB"
		}
	}
	return out
}

// onlyAdverb says that the lexicon has a word as an adverb and nothing else.
func onlyAdverb(word string) bool {
	return language.Can(word, 'r') && !language.Can(word, 'n') && !language.Can(word, 'v') && !language.Can(word, 'a') && !language.Can(language.Singular(word), 'n')
}

// sectionNumber is the number of a paragraph: "1.5".
var sectionNumber = regexp.MustCompile(`^\d{1,2}\.\d{1,2}$`)

func firstRune(s string) rune {
	r, _ := utf8.DecodeRuneInString(s)
	return r
}

// asides are the tokens that stand in brackets or between two dashes.
func asides(tokens []language.Token) map[int]bool {
	out := map[int]bool{}
	open := -1
	var dashes []int
	for i, t := range tokens {
		switch t.Text {
		case "(", "[":
			if open < 0 {
				open = i
			}
		case ")", "]":
			if open >= 0 && i-open < 40 {
				for k := open; k <= i; k++ {
					out[k] = true
				}
			}
			open = -1
		case "—", "–":
			if open < 0 {
				dashes = append(dashes, i)
			}
		}
	}
	if len(dashes) == 2 && dashes[0] > 0 && dashes[1]+1 < len(tokens) {
		for k := dashes[0]; k <= dashes[1]; k++ {
			out[k] = true
		}
	}
	return out
}

// mostlyVerb says that a word in its base form was met as a verb at least twenty times
// as often as as a noun.
func mostlyVerb(word string) bool {
	n, v, _, _ := language.Met(word)
	return v >= 20*(n+1)
}

// perCent makes one word of "per cent".
func perCent(text string, tokens []language.Token) []language.Token {
	out := tokens[:0]
	for _, t := range tokens {
		if n := len(out); n > 0 && t.Lower == "cent" && out[n-1].Lower == "per" {
			out[n-1] = language.Token{Text: text[out[n-1].Start:t.End], Lower: "per cent", Start: out[n-1].Start, End: t.End}
			continue
		}
		out = append(out, t)
	}
	return out
}

// base is the verb that a word is a form of, given its tag.
func (w word) base() string {
	switch w.lower {
	case "'s", "'re", "'m":
		return "be"
	case "'ve":
		return "have"
	}
	for _, f := range w.forms {
		if f.Tag == w.tag || f.Tag == "VB" && w.tag == "VBP" {
			return f.Base
		}
	}
	if len(w.forms) > 0 {
		return w.forms[0].Base
	}
	return w.lower
}

func (w word) noun() bool { return strings.HasPrefix(w.tag, "NN") }
func (w word) verb() bool { return strings.HasPrefix(w.tag, "VB") }
