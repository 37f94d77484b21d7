// Package language cuts text into sentences and tokens and says what part of
// speech each token is, in English.
//
// Sentences and tokens keep their byte offsets, so that a quote is always a
// piece of the text it was taken from. Tags are those of the Penn Treebank.
// Tagging is done by an averaged perceptron with the weights of package prose; the
// lexicon (WordNet 3.0, see NOTICE) supplies base forms and the broad
// kind of a noun: substance, artefact, process and so on.
package language

import (
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Token is a word, a number, a unit or a mark of punctuation.
type Token struct {
	Text       string
	Lower      string
	Tag        string // empty until tagged
	Start, End int    // byte offsets in the text that was split
}

// Noun says whether the token is tagged as a noun of any kind.
func (t Token) Noun() bool { return strings.HasPrefix(t.Tag, "NN") }

// Word says whether the token begins with a letter.
func (t Token) Word() bool {
	r, _ := utf8.DecodeRuneInString(t.Text)
	return unicode.IsLetter(r)
}

// Sentence is a run of tokens that ends with a full stop or with its block.
type Sentence struct {
	Text       string
	Start, End int
	Tokens     []Token
}

// Span is the piece of the sentence's text from token i up to, not including,
// token j.
func (s Sentence) Span(i, j int) string {
	if i >= j {
		return ""
	}
	return s.Text[s.Tokens[i].Start-s.Start : s.Tokens[j-1].End-s.Start]
}

// abbreviations end with a full stop that ends no sentence. They are written
// without it.
var abbreviations = map[string]bool{
	"e.g": true, "i.e": true, "etc": false, "cf": true, "vs": true, "approx": true, "ca": true, "no": false,
	"v": true, "fig": true, "figs": true, "eq": true, "sec": true, "ch": true, "vol": true, "dr": true, "mr": true,
	"mrs": true, "ms": true, "prof": true, "st": true, "max": true, "min": true, "temp": true, "incl": true,
}

// numbering is the number of a section or an item before a sentence.
var numbering = regexp.MustCompile(`^(?:\d+(?:\.\d+)+\.?|\(?[a-z0-9]{1,2}\)|§ ?\d+) +`)

// Unnumbered is a text without the number of its section or item.
func Unnumbered(text string) string { return numbering.ReplaceAllString(text, "") }

// Split cuts text into sentences with untagged tokens. Every byte that is not
// white space is in exactly one token.
func Split(text string) []Sentence {
	tokens := tokenize(text)
	var out []Sentence
	start := 0
	for i := range tokens {
		if !endsSentence(tokens, i) {
			continue
		}
		out = append(out, sentence(text, tokens[start:i+1]))
		start = i + 1
	}
	if start < len(tokens) {
		out = append(out, sentence(text, tokens[start:]))
	}
	return out
}

func sentence(text string, tokens []Token) Sentence {
	from, to := tokens[0].Start, tokens[len(tokens)-1].End
	return Sentence{Text: text[from:to], Start: from, End: to, Tokens: tokens}
}

// endsSentence decides at token i, looking at what stands before and after.
func endsSentence(tokens []Token, i int) bool {
	t := tokens[i].Text
	if i+1 == len(tokens) {
		return true
	}
	next := tokens[i+1]
	if isCloser(t) && i > 0 && isStop(tokens[i-1].Text) {
		return startsSentence(next) && next.Start > tokens[i].End
	}
	if !isStop(t) || isCloser(next.Text) && next.Start == tokens[i].End {
		return false
	}
	if t != "." {
		return startsSentence(next)
	}
	if i > 0 && tokens[i-1].End == tokens[i].Start {
		before := tokens[i-1].Lower
		if abbreviations[before] {
			return false
		}
		if utf8.RuneCountInString(before) == 1 && tokens[i-1].Word() && next.Start > tokens[i].End && i > 1 && !unicode.IsLower(firstRune(tokens[i-1].Text)) && len(before) == 1 && !endsWithUnit(tokens, i-1) {
			return false // an initial: "W. Harrow"
		}
	}
	return next.Start > tokens[i].End && startsSentence(next)
}

// endsWithUnit says whether a capital letter follows a number, as in "7 L.".
func endsWithUnit(tokens []Token, i int) bool {
	return i > 0 && unicode.IsDigit(firstRune(tokens[i-1].Text))
}

func isStop(t string) bool   { return t == "." || t == "!" || t == "?" }
func isCloser(t string) bool { return t == "”" || t == "\"" || t == ")" || t == "’" || t == "»" }

func startsSentence(t Token) bool {
	r := firstRune(t.Text)
	return unicode.IsUpper(r) || unicode.IsDigit(r) || strings.ContainsRune("“\"(‘«", r)
}

func firstRune(s string) rune {
	r, _ := utf8.DecodeRuneInString(s)
	return r
}

// tokenize cuts at white space and around punctuation, keeping together numbers
// ("1,620", "0.3"), words with inner hyphens, apostrophes and points ("e.g") and
// units ("mg/L", "m³/h").
func tokenize(text string) []Token {
	tokens := make([]Token, 0, len(text)/5)
	for i := 0; i < len(text); {
		r, size := utf8.DecodeRuneInString(text[i:])
		if unicode.IsSpace(r) {
			i += size
			continue
		}
		end := i + size
		switch {
		case unicode.IsDigit(r):
			end = scanNumber(text, end)
		case unicode.IsLetter(r) || r == '°':
			end = scanWord(text, end)
		}
		tok := Token{Text: text[i:end], Start: i, End: end}
		tok.Lower = strings.ToLower(tok.Text)
		tokens = append(tokens, tok)
		i = end
	}
	return tokens
}

func scanNumber(text string, i int) int {
	for i < len(text) {
		c := text[i]
		switch {
		case c >= '0' && c <= '9':
			i++
		case (c == '.' || c == ',') && i+1 < len(text) && text[i+1] >= '0' && text[i+1] <= '9':
			i += 2
		default:
			return i
		}
	}
	return i
}

func scanWord(text string, i int) int {
	for i < len(text) {
		r, size := utf8.DecodeRuneInString(text[i:])
		if unicode.IsLetter(r) || unicode.IsDigit(r) || unicode.Is(unicode.Mn, r) || strings.ContainsRune("²³⁰¹⁴⁵⁶⁷⁸⁹⁻₀₁₂₃₄₅₆₇₈₉°", r) {
			i += size
			continue
		}
		next, _ := utf8.DecodeRuneInString(text[i+size:])
		if strings.ContainsRune("-'’./·", r) && unicode.IsLetter(next) {
			i += size
			continue
		}
		return i
	}
	return i
}

var functionWords = map[string]string{
	"en": "the of and to in is that it for was are with as on be at by this from or a an which must when not do no its they can has have their into but",
	"es": "el la los las de que y en un una es se por con para del al como más pero su",
	"fr": "le la les des et en un une est que qui dans pour sur avec par du au plus pas ce",
	"de": "der die das und in ist von den mit zu auf für im dem ein eine nicht des als auch wird",
	"pt": "o a os as de que e em um uma é do da não para com por mais dos no na se",
	"it": "il lo la gli le di che e in un una è per con del della non si come più dei nel",
}

var functionSet = func() map[string]map[string]bool {
	sets := map[string]map[string]bool{}
	for language, words := range functionWords {
		sets[language] = WordSet(words)
	}
	return sets
}()

// Detect guesses the language of a text from its commonest function words, as
// a two-letter code. A text too short to tell is taken for English.
func Detect(text string) string {
	if len(text) > 20000 {
		text = text[:20000]
	}
	counts := map[string]int{}
	for _, w := range strings.Fields(strings.ToLower(text)) {
		w = strings.Trim(w, ".,;:!?()\"“”")
		for language, set := range functionSet {
			if set[w] {
				counts[language]++
			}
		}
	}
	best := "en"
	for _, language := range Codes[1:] {
		if counts[language] > counts[best]*3/2+2 {
			best = language
		}
	}
	return best
}
