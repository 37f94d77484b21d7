package proof

import (
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/question"
)

// tellings are the stems of the content words by which each option is told from the
// others.
func tellings(options []question.Option) map[string]map[string]bool {
	count := map[string]int{}
	all := map[string]map[string]bool{}
	for _, o := range options {
		all[o.ID] = language.Stems(o.Text)
		for s := range all[o.ID] {
			count[s]++
		}
	}
	for _, stems := range all {
		for s := range stems {
			if count[s] > 1 {
				delete(stems, s)
			}
		}
	}
	return all
}

var (
	endsWithAn = regexp.MustCompile(`(?i)\b(an?)\s*[:…_. ]*$`)
	soundsLong = regexp.MustCompile(`(?i)^(?:uni|use|usu|eur|one|once|u[^a-z])`)
)

// chosenOf says whether one of several options is chosen.
func chosenOf(q question.Question) bool {
	return len(q.Options) >= 3 && kind.Answers(q) == kind.OneOption
}

// giveaway asks whether the key can be told without knowing it: by grammar, by
// what the stem says before it asks, or by what another question says.
func (x *examination) giveaway() []Finding {
	if x.isExercise() {
		return nil // letters are no telling words
	}
	if other, ok := x.batch.says(x.Question); ok {
		return []Finding{{Check: "giveaway", Verdict: Unsure, At: "stem", Title: "Another question gives the answer away",
			Says: fmt.Sprintf("The answer stands in “%s”.", clipped(other.Stem))}}
	}
	if other, ok := x.batch.told(x.Question); ok {
		return []Finding{{Check: "giveaway", Verdict: Unsure, At: "stem", Title: "It gives away another question",
			Says: fmt.Sprintf("It says what “%s” asks: “%s”.", clipped(other.Stem), kind.KeyText(other))}}
	}
	key, ok := x.KeyOption()
	if !ok || !chosenOf(x.Question) {
		return nil
	}
	if m := endsWithAn.FindStringSubmatch(strings.TrimSpace(x.Stem)); m != nil {
		vowel := strings.EqualFold(m[1], "an")
		fits := 0
		for _, o := range x.Options {
			if beginsWithVowel(o.Text) == vowel {
				fits++
			}
		}
		if fits == 1 && beginsWithVowel(key.Text) == vowel {
			return []Finding{{Check: "giveaway", Verdict: Unsure, At: "stem", Title: "Grammar gives the answer away",
				Says: fmt.Sprintf("Only “%s” can follow “%s”; end the stem with “a(n)”, or put the article into the options.", key.Text, m[1])}}
		}
	}
	if x.quantitative() {
		return nil
	}
	if x.standsInStem(key) {
		return []Finding{{Check: "giveaway", Verdict: Unsure, At: "stem", Title: "The stem gives the answer away",
			Says: fmt.Sprintf("“%s” stands in the stem word for word, and no other option does.", key.Text)}}
	}
	own := tellings(x.Options)
	if sentences := language.Split(x.Stem); len(sentences) > 1 {
		asks := language.Stems(x.asking())
		for _, s := range sentences {
			if strings.HasSuffix(strings.TrimSpace(s.Text), "?") {
				continue
			}
			said := language.Stems(s.Text)
			if tells(said, own, key.ID, 1) && common(said, asks)*2 >= len(asks) && len(asks) > 0 {
				return []Finding{{Check: "giveaway", Verdict: Unsure, At: "stem", Title: "The stem gives the answer away",
					Says: fmt.Sprintf("“%s” says already what is asked.", clipped(s.Text))}}
			}
		}
	}
	if other, ok := x.batch.tells(x.Question, own, key); ok {
		return []Finding{{Check: "giveaway", Verdict: Unsure, At: "stem", Title: "Another question gives the answer away",
			Says: fmt.Sprintf("“%s” names what is asked and “%s”.", clipped(other.Stem), key.Text)}}
	}
	return nil
}

// numbered is a number with what is counted.
var numbered = regexp.MustCompile(`^[-−]?\d[\d,.]* \pL+$`)

// standsInStem says whether the words of the key, two at least, stand in the stem and those
// of no other option do.
func (x *examination) standsInStem(key question.Option) bool {
	stem := " " + words(x.Stem) + " "
	if _, number := amount(key.Text); number || numbered.MatchString(key.Text) {
		return false // a number of the list that is averaged
	}
	if x.Stimulus != "" || x.Given != nil || len(strings.Fields(key.Text)) < 2 || !strings.Contains(stem, " "+words(key.Text)+" ") {
		return false
	}
	for _, o := range x.Options {
		if o.ID != key.ID && strings.Contains(stem, " "+words(o.Text)+" ") {
			return false
		}
	}
	return true
}

// tells says whether words hold the telling words of the key, or all but a share
// of them, and of no other option.
func tells(said map[string]bool, own map[string]map[string]bool, key string, share float64) bool {
	if n := len(own[key]); n == 0 || float64(common(said, own[key])) < share*float64(n) {
		return false
	}
	for id, words := range own {
		if id != key && len(words) > 0 && common(said, words) == len(words) {
			return false
		}
	}
	return true
}

func beginsWithVowel(text string) bool {
	text = strings.ToLower(strings.TrimLeft(text, "“\"'( "))
	if text == "" || soundsLong.MatchString(text) {
		return false
	}
	return strings.ContainsRune("aeiou", rune(text[0])) || strings.HasPrefix(text, "hour") || strings.HasPrefix(text, "honest")
}
