package language

import (
	"strings"
	"unicode"
)

// breaks are the marks at which a speaker stops; amends the words by which what was said
// is taken back.
var (
	breaks = WordSet(`, – — - … ... .. ( )`)
	amends = [][]string{
		{"no", ",", "i", "mean"}, {"no", ",", "i", "tell", "a", "lie"}, {"i", "tell", "a", "lie"}, {"no", ",", "sorry"}, {"sorry", ",", "no"}, {"sorry", ",", "i", "mean"}, {"or", "rather"}, {"i", "mean"}, {"i", "should", "say"}, {"make", "that"}, {"excuse", "me"},
		{"let", "me", "correct", "that"}, {"correction"}, {"sorry"}, {"pardon"}, {"wait"}, {"no"},
	}
	fillers = WordSet(`er erm um uh hmm ehm`)
)

// Repaired is a sentence as its speaker meant it: fillers left out, and what was taken
// back replaced by what was said instead ("sixty, no, seventy" is "seventy"; compare
// Levelt, “Monitoring and self-repair in speech”, 1983). It says whether anything
// changed; its text is no longer that of the source.
func Repaired(s Sentence) (Sentence, bool) {
	text, changed := s.Text, false
	for range 5 { // a sentence that is mended more often is no sentence
		next, ok := amended(text)
		if !ok {
			break
		}
		text, changed = next, true
	}
	if !changed {
		return s, false
	}
	tokens := tokenize(text)
	if len(tokens) == 0 {
		return s, false
	}
	return sentence(text, tokens), true
}

// amended mends the first place in a text where its speaker corrects it.
func amended(text string) (string, bool) {
	tokens := tokenize(text)
	for i, t := range tokens {
		if fillers[t.Lower] {
			to := t.End
			if i+1 < len(tokens) && breaks[tokens[i+1].Text] {
				to = tokens[i+1].End
			}
			from := t.Start
			if i > 0 && tokens[i-1].Text == "," {
				from = tokens[i-1].Start
			}
			return strings.TrimSpace(text[:from]) + text[to:], true
		}
		if i == 0 || !breaks[t.Text] {
			continue
		}
		n := 0
		for _, words := range amends {
			if starts(tokens[i+1:], words) {
				n = len(words)
				break
			}
		}
		next := i + 1 + n
		if n == 0 || next >= len(tokens) {
			continue
		}
		// The word is set off behind as well, or a number follows it; "no" before a noun
		// denies it.
		off := breaks[tokens[next].Text]
		if !off && !(isNumber(tokens[next]) && tokens[i+1].Lower != "no") && tokens[next-1].Lower != "rather" && tokens[next-1].Lower != "mean" {
			continue
		}
		for next < len(tokens) && breaks[tokens[next].Text] {
			next++
		}
		if next == len(tokens) {
			continue
		}
		from, ok := takenBack(tokens[:i], tokens[next:])
		if !ok {
			continue
		}
		rest := text[tokens[next].Start:]
		if t.Text != "," { // a dash behind it goes with the one before
			rest = strings.Replace(rest, " "+t.Text+" ", " ", 1)
		}
		return text[:from] + rest, true
	}
	return text, false
}

func starts(tokens []Token, words []string) bool {
	if len(tokens) < len(words) {
		return false
	}
	for i, w := range words {
		if tokens[i].Lower != w {
			return false
		}
	}
	return true
}

// reach is how many words back a correction can go.
const reach = 8

// takenBack finds where that begins which a correction replaces: at the same word, at
// the word before the same two words, at the last number where a number follows, or else
// at the last word.
func takenBack(before, instead []Token) (int, bool) {
	first := instead[0]
	least := max(0, len(before)-reach)
	for k := len(before) - 1; k >= least; k-- {
		if before[k].Lower == first.Lower && first.Word() {
			return before[k].Start, true
		}
	}
	for k := len(before) - 3; k >= least && len(instead) > 2; k-- {
		if before[k+1].Lower == instead[1].Lower && before[k+2].Lower == instead[2].Lower {
			return before[k].Start, true
		}
	}
	if isNumber(first) {
		for k := len(before) - 1; k >= least; k-- {
			if isNumber(before[k]) {
				for k > 0 && isNumber(before[k-1]) {
					k--
				}
				return before[k].Start, true
			}
		}
		return 0, false
	}
	if last := before[len(before)-1]; last.Word() && Content(last.Lower) && Content(first.Lower) {
		return last.Start, true
	}
	return 0, false
}

func isNumber(t Token) bool {
	if unicode.IsDigit(firstRune(t.Text)) {
		return true
	}
	first, _, _ := strings.Cut(t.Lower, "-")
	_, known := tongues["en"].Number[first]
	return known || first == "hundred" || first == "thousand" || first == "million" || first == "half"
}
