package fact

import (
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/clause"
)

var (
	// speaker is the name or letter before what somebody says.
	speaker = regexp.MustCompile(`^(?:[-–—] ?)?(?:\pL[\pL.'’ ]{0,24}): +`)
	// asksWhat is a question that a noun group answers.
	asksWhat = regexp.MustCompile(`(?i)^(?:(?:and|so|but|well|ok|now|then)\b,? )*what(?:[’']s| is| are) (?:meant by )?((?:an? |the )?[\pL\d][^?,;:]{1,60})\?$`)
)

// answered reads what somebody says who was asked what something is: "A chamber that holds
// raw water", after "What is a wet well?". It is not ok where the answer is a sentence by
// itself or the question was another one.
func answered(question string, s language.Sentence) (Fact, bool) {
	asked := asksWhat.FindStringSubmatch(speaker.ReplaceAllString(question, ""))
	said := speaker.ReplaceAllString(s.Text, "")
	if asked == nil || anaphoric(asked[1]) || strings.HasSuffix(said, "?") || len(s.Tokens) > longest {
		return Fact{}, false
	}
	for _, t := range language.Split(said) {
		r := clause.Read(t)
		for _, c := range r.Clauses {
			// In "a chamber that holds water before it is pumped" the last verb can be read as
			// that of the chamber.
			inside := slices.ContainsFunc(r.Clauses, func(o clause.Clause) bool { return o.Kind == clause.Relative && o.At.From < c.At.From })
			if c.Kind == clause.Main && !c.Subject.Empty() && !inside {
				return Fact{}, false
			}
		}
	}
	is := " is "
	if language.Plural(strings.ToLower(asked[1][strings.LastIndexByte(asked[1], ' ')+1:])) {
		is = " are "
	}
	made, ok := language.Single(asked[1] + is + lowerFirst(said))
	if !ok {
		return Fact{}, false
	}
	f, ok := define(made)
	f.Quote = s.Text
	return f, ok
}
