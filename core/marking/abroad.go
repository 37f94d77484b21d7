package marking

import (
	"strings"

	"zincowl/core/language"
)

// Outside English nothing is known of what words mean. A point counts there by the stems of its
// words and its numbers, and whether as much of it is denied; a mark is never more than a proposal.

// abroad reads the language of a key that is not English.
func abroad(texts ...string) (*language.Tongue, bool) {
	code := language.Detect(strings.Join(texts, " "))
	if code == "en" {
		return nil, false
	}
	return language.In(code)
}

// Of the stems of a point that an answer has: from where on it is half made, and made.
const (
	someStems = 0.45
	mostStems = 0.7
)

// byStems says how each point stands in an answer in another language.
func (p *Points) byStems(answer string) (points []Point, percent int) {
	said, denied := stemsIn(p.tongue, answer)
	sum := 0
	for _, text := range p.texts {
		wanted, denies := stemsIn(p.tongue, text)
		has := 0
		for s := range wanted {
			if said[s] {
				has++
			}
		}
		at := Point{Text: text, Standing: Missed, Sure: 0.5}
		switch share := float64(has) / float64(max(1, len(wanted))); {
		case share >= someStems && len(p.texts) == 1 && denied%2 != denies%2:
			at.Standing = SaidContrary
		case share >= mostStems:
			at.Standing = Made
			sum += 100
		case share >= someStems:
			at.Standing = HalfMade
			sum += 50
		}
		points = append(points, at)
	}
	return points, sum / max(1, len(p.texts))
}

// stemsIn are the stems of what a text tells, with its numbers, and how often it denies.
func stemsIn(t *language.Tongue, text string) (stems map[string]bool, denied int) {
	stems = map[string]bool{}
	for _, s := range language.Split(text) {
		for _, w := range s.Tokens {
			switch {
			case t.Denying(w.Lower):
				denied++
			case w.Text[0] >= '0' && w.Text[0] <= '9':
				stems[strings.ReplaceAll(w.Text, ",", ".")] = true
			case w.Word() && t.Content(w.Lower):
				stems[t.Stem(w.Lower)] = true
			}
		}
	}
	return stems, denied
}
