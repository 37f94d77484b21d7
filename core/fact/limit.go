package fact

import (
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths/units"
)

// A limit is a number that binds: "must not exceed 0.3 NTU", "at least 15
// minutes", "after 72 hours at the latest". The sentence has to be whole in
// itself, say that it binds, and give the number a unit.

var bindingPhrases = []string{
	"at least", "at most", "no more than", "not more than", "no less than", "not less than", "no longer than", "not exceed", "exceeds", "exceed",
	"not fall below", "falls below", "fall below", "below", "above", "within", "up to", "reaches", "reach", "at the latest", "maximum", "minimum", "limit",
	"no later than", "not be less than", "between", "never", "rises above", "drops below", "over", "under",
}

var bindingWords = language.WordSet("must shall should may limit allowed permitted required maximum minimum lowest highest latest never always needs need kept only washed replaced tested stopped")

// openers are first words that lean on the sentence before.
var openers = language.WordSet("it this that these those they such then however therefore so thus here there he she its their also instead otherwise both neither either")

func limits(s language.Sentence) []Fact {
	if len(s.Tokens) < 6 || len(s.Tokens) > 45 || openers[s.Tokens[0].Lower] {
		return nil
	}
	binds := false
	for _, t := range s.Tokens {
		binds = binds || bindingWords[t.Lower]
	}
	if !binds {
		return nil
	}
	found := units.Find(s.Text)
	var out []Fact
	for _, q := range found {
		if q.Unit.Text == "" || q.Unit.Text == "%" && len(found) > 2 {
			continue
		}
		before := strings.ToLower(s.Text[max(0, q.Start-28):q.Start])
		after := strings.ToLower(s.Text[q.End:min(len(s.Text), q.End+16)])
		phrase := binding(before, after)
		if phrase == "" || leansOn(s, q.Start) {
			continue
		}
		out = append(out, Fact{
			Type: Limit, Quote: s.Text, Subject: s.Text[:q.Start], Predicate: phrase, Object: s.Text[q.Start:q.End],
			Quantity: &Quantity{q.Shown, q.Unit.Text}, Negated: strings.Contains(before, "not ") || strings.Contains(before, "never "),
			At: q.Start,
		})
	}
	if len(out) > 2 { // a list of settings, not a rule
		return out[:2]
	}
	return out
}

// leansOn says whether a pronoun stands before the number, so that the sentence
// alone may not tell what it speaks of.
func leansOn(s language.Sentence, at int) bool {
	for _, t := range s.Tokens {
		if t.Start-s.Start >= at {
			return false
		}
		if t.Lower == "it" || t.Lower == "they" || t.Lower == "them" || t.Lower == "this" || t.Lower == "these" {
			return true
		}
	}
	return false
}

// binding is the phrase that makes a number a limit, or "".
func binding(before, after string) string {
	for _, p := range bindingPhrases {
		if i := strings.LastIndex(before, p); i >= 0 && len(before)-i-len(p) <= 8 {
			return p
		}
	}
	for _, p := range []string{"at the latest", "at most", "at least", "or more", "or less", "or longer"} {
		if strings.HasPrefix(strings.TrimSpace(after), p) {
			return p
		}
	}
	if strings.HasSuffix(strings.TrimSpace(before), "after") || strings.HasSuffix(strings.TrimSpace(before), "every") {
		return "after"
	}
	return ""
}
