package proof

import (
	"fmt"
	"math/big"
	"regexp"
	"strings"

	"zincowl/core/language"
)

// Cases are held against rules: what is done breaks a rule that forbids it, or one whose limit
// its amount does not keep to.

var (
	asksBreach = regexp.MustCompile(`(?i)\b(?:breaks?|violates?|against) (?:a|the|any|one of the|which) rules?\b|\bnot allowed\b`)
	asksHeed   = regexp.MustCompile(`(?i)\b(?:keeps?|follows?|complies|in line) (?:to|with)? ?(?:a|the|all) rules?\b`)
	forbids    = regexp.MustCompile(`(?i)\b(?:must|may|shall|do|does|is|are|can) (?:not|never)\b|\bcannot\b|\bnever\b|\bforbidden\b|\bprohibited\b|\b(?:is|are) not (?:to be|allowed)\b`)
	obliges    = regexp.MustCompile(`(?i)\b(?:must|shall|has to|have to|(?:is|are) to be|required)\b`)
)

// breach says whether what a text tells breaks the rule of a quote; it is not known where the
// text tells of something else.
func breach(text, quote string) (breaks, known bool) {
	theirs, own := language.Stems(numbers.ReplaceAllString(quote, " ")), language.Stems(numbers.ReplaceAllString(text, " "))
	for _, w := range strings.Fields(text) { // a person's name
		if stem := language.Stem(strings.ToLower(w)); w[0] >= 'A' && w[0] <= 'Z' && !theirs[stem] {
			delete(own, stem)
		}
	}
	if len(own) < 2 || 10*common(theirs, own) < 8*len(own) {
		return false, false
	}
	forbidden := forbids.MatchString(quote)
	if !forbidden && !obliges.MatchString(quote) && !orders(quote) {
		return false, false
	}
	said, ruled := numbers.FindAllString(text, -1), numbers.FindAllString(quote, -1)
	if len(said) == 0 || len(ruled) > 0 && said[0] == ruled[0] {
		return forbidden, true
	}
	if len(said) != 1 || len(ruled) != 1 || forbidden && !strings.Contains(strings.ToLower(quote), "not exceed") && !strings.Contains(strings.ToLower(quote), "not more") {
		return false, false
	}
	amount, ok := decimalIn(said[0])
	limit, good := decimalIn(ruled[0])
	open := strings.Replace(quote, ruled[0], "…", 1)
	for _, b := range binding {
		if ok && good && b.words.MatchString(open) {
			c := amount.Cmp(limit)
			return !(c == 0 && b.itself || c > 0 && b.above || c < 0 && !b.above), true
		}
	}
	return false, false
}

func decimalIn(text string) (*big.Rat, bool) {
	return new(big.Rat).SetString(strings.ReplaceAll(text, ",", ""))
}

// orders says whether a sentence begins as an order does.
func orders(quote string) bool {
	first, _, _ := strings.Cut(strings.TrimSpace(language.Unnumbered(quote)), " ")
	for _, f := range language.VerbForms(strings.ToLower(strings.Trim(first, ",:"))) {
		if f.Tag == "VB" || f.Tag == "VBP" {
			return true
		}
	}
	return false
}

// cases asks which options break a rule that is quoted, or keep to one.
func (x *examination) cases() []Finding {
	heed := asksHeed.MatchString(x.Stem)
	if !heed && !asksBreach.MatchString(x.Stem) || len(x.Options) == 0 {
		return nil
	}
	var right []string
	why := ""
	for _, o := range x.Options {
		found := false
		for _, c := range x.Cites {
			if breaks, known := breach(o.Text, c.Quote); known {
				found = true
				if breaks != heed {
					right = append(right, o.ID)
					why = c.Quote
				}
				break
			}
		}
		if !found {
			return nil
		}
	}
	return x.settled(right, "Each case was held against its rule", fmt.Sprintf("The rule that decides is “%s”.", why))
}
