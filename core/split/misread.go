package split

import (
	"strings"
	"unicode"

	"zincowl/core/language"
)

// Misread is a word that was likely recognised wrongly, as a scanner does that takes
// "rn" for "m". Words are only ever changed by a person.
type Misread struct {
	Line   int    `json:"line"`
	Word   string `json:"word" doc:"as it stands in the line"`
	Likely string `json:"likely" doc:"the one word that it can be if letters were confused"`
}

// confused are letters that look alike in print, each with what it may stand for.
var confused = [][2]string{{"rn", "m"}, {"m", "rn"}, {"cl", "d"}, {"d", "cl"}, {"l", "i"}, {"i", "l"}, {"I", "l"}, {"l", "I"}, {"1", "l"}, {"1", "i"}, {"0", "o"}, {"vv", "w"}, {"m", "ru"}, {"u", "ii"}, {"ii", "u"}, {"h", "b"}, {"b", "h"}, {"c", "e"}, {"e", "c"}, {"5", "s"}, {"m", "in"}, {"in", "m"}, {"t", "f"}, {"f", "t"}, {"n", "ri"}, {"ri", "n"}}

// most misread words are listed, and so few words make a text too short to be sure of
// its language.
const (
	mostMisread = 200
	fewestWords = 40
)

// misread lists the words of English lines that nobody knows and that confusing
// letters once, or twice alike, makes one known word of. Where most words are unknown,
// it is another language.
func misread(lines []*line) []Misread {
	out := []Misread{}
	known, all := 0, 0
	seen := map[string]string{} // a word and what it can be
	for _, l := range lines {
		for _, w := range strings.FieldsFunc(l.raw, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) }) {
			if len([]rune(w)) < 4 || !strings.ContainsFunc(w, unicode.IsLower) {
				continue
			}
			if all++; knownWord(w) {
				known++
				continue
			}
			likely, looked := seen[w]
			if !looked {
				likely = meant(w)
				seen[w] = likely
			}
			if likely != "" && len(out) < mostMisread {
				out = append(out, Misread{l.n, w, likely})
			}
		}
	}
	if all < fewestWords || known*10 < all*7 {
		return []Misread{}
	}
	return out
}

// What is met among so many of the commonest words is known, and may be meant.
const (
	commonWords = 60_000
	meantWords  = 30_000
)

func knownWord(w string) bool {
	small := strings.ToLower(w)
	return language.Known(small) || language.Rank(small) < commonWords
}

// meant is the one known word that a word can be; "" where there is none, or several.
func meant(w string) string {
	found := ""
	for _, c := range confused {
		for at := 0; ; {
			i := strings.Index(w[at:], c[0])
			if i < 0 {
				break
			}
			at += i
			one := w[:at] + c[1] + w[at+len(c[0]):]
			at++
			for _, candidate := range []string{one, strings.ReplaceAll(w, c[0], c[1])} {
				if !mayBeMeant(candidate) || strings.EqualFold(candidate, found) {
					continue
				}
				if found != "" {
					return ""
				}
				found = candidate
			}
		}
	}
	return found
}

// mayBeMeant says whether a text is a word that is met often enough.
func mayBeMeant(w string) bool {
	return !strings.ContainsFunc(w, unicode.IsDigit) && strings.IndexFunc(w[1:], unicode.IsUpper) < 0 && language.Rank(strings.ToLower(w)) < meantWords
}
