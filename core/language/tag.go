package language

import (
	"strconv"
	"strings"
	"unicode/utf8"
)

// Single is a text as one sentence, with its tokens tagged; it is not ok where it is none, or
// more than one.
func Single(text string) (Sentence, bool) {
	sentences := Split(text)
	if len(sentences) != 1 {
		return Sentence{}, false
	}
	Tag(sentences)
	return sentences[0], true
}

// Tag fills in the part of speech of every token of the sentences, in place.
func Tag(sentences []Sentence) {
	model := trained()
	for i := range sentences {
		tokens := sentences[i].Tokens
		model.tag(tokens)
		for j := range tokens {
			tokens[j].Tag = correct(tokens, j)
		}
	}
}

// tag goes through one sentence from left to right; each guess is evidence for
// the next two.
func (m *perceptron) tag(tokens []Token) {
	context := make([]string, 0, len(tokens)+4)
	context = append(context, "-START-", "-START2-")
	for _, t := range tokens {
		context = append(context, m.shape(t))
	}
	context = append(context, "-END-", "-END2-")
	before, before2 := "-START-", "-START2-"
	for i := range tokens {
		tag, certain := m.certain[plainForm(tokens[i].Text)]
		if !certain {
			tag = m.predict(context, i+2, plainForm(tokens[i].Text), before, before2)
		}
		tokens[i].Tag = tag
		before, before2 = tag, before
	}
}

// shape is how a token looks to its neighbours.
func (m *perceptron) shape(t Token) string {
	word := t.Lower
	switch {
	case strings.Contains(word, "-") && word[0] != '-':
		return "!HYPHEN"
	case word[0] >= '0' && word[0] <= '9':
		if _, err := strconv.Atoi(word); err == nil && len(word) == 4 {
			return "!YEAR"
		}
		return "!DIGITS"
	}
	return plainForm(word)
}

// plainForm writes typographic quotes and dashes as the training text did.
func plainForm(s string) string {
	if r, _ := utf8.DecodeRuneInString(s); r < utf8.RuneSelf && !strings.ContainsRune(s, '’') {
		return s
	}
	return strings.NewReplacer("’", "'", "‘", "'", "“", "\"", "”", "\"", "–", "-", "—", "-", "…", ".").Replace(s)
}

// correct mends what the tagger gets wrong about technical prose: words that
// the lexicon knows as one part of speech only, and verbs after a relative.
func correct(tokens []Token, i int) string {
	t := tokens[i]
	if !t.Word() || len(t.Text) < 3 {
		return t.Tag
	}
	if t.Tag != "NNS" && t.Tag != "NNP" && !t.Noun() && !strings.HasPrefix(t.Tag, "VB") {
		return t.Tag
	}
	w, known := lexicon()[t.Lower]
	switch {
	case t.Noun() && known && !w.can('n') && w.can('v'):
		return "VB"
	case strings.HasPrefix(t.Tag, "VB") && known && !w.can('v') && w.can('n') && !isVerbForm(t.Lower):
		return "NN"
	case t.Tag == "NNS" && i > 0 && relatives[tokens[i-1].Lower] && isVerbForm(t.Lower):
		return "VBZ" // "a tank that stores water"
	case t.Tag == "NNP" && known && w.can('n') && i == 0:
		return "NN"
	}
	return t.Tag
}

// relatives are the pronouns after which a word that could be either is a verb.
var relatives = map[string]bool{"that": true, "which": true, "who": true, "it": true, "he": true, "she": true}

// isVerbForm says whether some base form of the word is a verb.
func isVerbForm(word string) bool { return len(VerbForms(word)) > 0 }
