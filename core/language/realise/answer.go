package realise

import (
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
)

// Told is a question and an answer told as one statement: "Where are worms found?", "in
// loam" becomes "worms are found in loam". Where the question can't be taken apart, the
// answer stands behind it. What stands there need not be good English, as nobody reads it;
// its words stand beside those that they belong to.
func Told(question, answer string) string {
	answer = strings.TrimRight(strings.TrimSpace(answer), ".")
	question = strings.TrimSpace(question)
	if at := blank.FindStringIndex(question); at != nil {
		return question[:at[0]] + answer + question[at[1]:]
	}
	sentences := language.Split(question)
	if len(sentences) == 0 {
		return answer
	}
	before, last := strings.TrimSpace(question[:sentences[len(sentences)-1].Start]), sentences[len(sentences)-1].Text
	if before != "" {
		before += " "
	}
	if !strings.HasSuffix(last, "?") {
		return before + strings.TrimRight(last, " :.…") + " " + small(answer)
	}
	single, ok := language.Single(strings.TrimRight(last, "? "))
	if !ok {
		return before + strings.TrimRight(last, "? ") + " " + small(answer)
	}
	language.Tag([]language.Sentence{single})
	return before + told(single.Tokens, answer)
}

var blank = regexp.MustCompile(`_{2,}|…{1,}$|\.{3,}$`)

var asking = language.WordSet(`what which who whom whose where when why how`)

// small is an answer as it stands within a sentence; a first word that is not a common one
// stays as it is.
func small(answer string) string {
	first, _, _ := strings.Cut(answer, " ")
	lower := strings.ToLower(first)
	if common := language.Known(lower) || language.Known(language.Singular(lower)) || !language.Content(lower) || len(language.VerbForms(lower)) > 0; first != lower && common && (strings.ToUpper(first) != first || len(first) == 1) {
		return strings.ToLower(answer[:1]) + answer[1:]
	}
	return answer
}

func text(tokens []language.Token) string {
	var b strings.Builder
	for i, t := range tokens {
		if i > 0 && t.Start > tokens[i-1].End {
			b.WriteByte(' ')
		}
		b.WriteString(t.Text)
	}
	return b.String()
}

// told puts the answer where the question has its asking word.
func told(tokens []language.Token, answer string) string {
	answer = small(answer)
	at := slices.IndexFunc(tokens, func(t language.Token) bool { return asking[t.Lower] })
	if at < 0 {
		return text(tokens) + " " + answer
	}
	lead, word := tokens[:at], tokens[at].Lower
	governs := "" // "in which", "for how long": the answer says it again or needs it
	if at > 0 && prepositions[lead[at-1].Lower] {
		governs = lead[at-1].Lower
		lead = lead[:at-1]
		if first, _, _ := strings.Cut(answer, " "); !prepositions[strings.ToLower(first)] && !conjunctions[strings.ToLower(first)] {
			answer = governs + " " + answer
		}
	}
	verb := at + 1
	for verb < len(tokens) && !opens(tokens, verb) {
		verb++
	}
	if verb == len(tokens) {
		return text(tokens) + " " + answer
	}
	asked := tokens[at+1 : verb] // "which colour", "how many hours"
	rest := tokens[verb+1:]
	if len(asked) > 1 && (asked[0].Lower == "many" || asked[0].Lower == "much") && len(strings.Fields(answer)) == 1 {
		answer += " " + text(asked[1:])
	}
	front := ""
	if len(lead) > 0 {
		front = text(lead) + " "
	}
	if word == "why" {
		if first, _, _ := strings.Cut(answer, " "); !conjunctions[strings.ToLower(first)] {
			answer = "because " + answer
		}
	}
	aux := tokens[verb].Lower
	if !modals[aux] && !being[aux] && !having[aux] && !doing[aux] {
		return strings.TrimSpace(front + answer + " " + text(tokens[verb:])) // the asking word is the subject
	}
	main := mainVerb(rest, aux, word)
	subject := len(rest)
	if main >= 0 {
		subject = main
	}
	switch {
	case main == 0, main < 0 && (doing[aux] || having[aux]) && (word == "who" || word == "what" || word == "which") && governs == "" && len(rest) > 0 && !nominal(rest[0]):
		return strings.TrimSpace(front + answer + " " + text(tokens[verb:]))
	case doing[aux] && main > 0:
		said := rest[main].Text
		if aux == "does" {
			said = Third(strings.ToLower(said))
		} else if aux == "did" {
			said = Form(strings.ToLower(said), "VBD")
		}
		behind := text(rest[main+1:])
		if len(asked) > 0 && word != "how" && language.NounKind(language.Singular(asked[len(asked)-1].Lower)) != "" && governs == "" {
			answer += " (" + text(asked) + ")"
		}
		if word == "what" || word == "which" || word == "who" || word == "whom" {
			return strings.Join(nonEmpty(front+text(rest[:subject]), said, answer, behind), " ")
		}
		return strings.Join(nonEmpty(front+text(rest[:subject]), said, behind, answer), " ")
	case main > 0:
		return strings.Join(nonEmpty(front+text(rest[:subject]), tokens[verb].Text, text(rest[main:]), answer), " ")
	}
	return strings.Join(nonEmpty(front+text(rest), tokens[verb].Text, answer), " ")
}

func nonEmpty(parts ...string) []string {
	var out []string
	for _, p := range parts {
		if p = strings.TrimSpace(p); p != "" {
			out = append(out, p)
		}
	}
	return out
}

var (
	prepositions = language.WordSet(`in at on by for from to of with into under over through during after before between within without about against on upon until since along across`)
	conjunctions = language.WordSet(`because so since as to in for when after before while if that by through`)
)

// opens says whether a token is the verb, or the auxiliary, with which the question goes on.
func opens(tokens []language.Token, i int) bool {
	t := tokens[i]
	if modals[t.Lower] || being[t.Lower] || having[t.Lower] || doing[t.Lower] {
		return true
	}
	if t.Tag != "VBZ" && t.Tag != "VBD" && t.Tag != "VBP" && t.Tag != "VB" {
		return false
	}
	return true
}

// nominal says whether a token can begin a subject.
func nominal(t language.Token) bool {
	switch t.Tag {
	case "DT", "PRP", "PRP$", "NN", "NNS", "NNP", "NNPS", "JJ", "CD":
		return true
	}
	return false
}

// mainVerb is where the verb, or what is said with a form of "be", stands behind an
// auxiliary and the subject: 0 where there is no subject between, -1 where there is none.
// Taggers take it for a noun often, so what it can be decides where no tag does.
func mainVerb(rest []language.Token, aux, word string) int {
	subject := word == "who" || word == "what" || word == "which" || word == "how"
	form := func(t language.Token, tags ...string) bool {
		return slices.ContainsFunc(language.VerbForms(t.Lower), func(f language.Form) bool { return slices.Contains(tags, f.Tag) })
	}
	fits := func(t language.Token) bool {
		switch {
		case doing[aux] || modals[aux]:
			return form(t, "VB") || t.Lower == "be" || t.Lower == "have"
		case having[aux]:
			return form(t, "VBN") || t.Lower == "been"
		}
		return form(t, "VBN") || strings.HasSuffix(t.Lower, "ing") && strings.HasPrefix(t.Tag, "VB") || t.Lower == "being"
	}
	if len(rest) > 0 && subject && !doing[aux] && fits(rest[0]) && !nominal(rest[0]) {
		return 0
	}
	noun, guess := false, -1
	for i, t := range rest {
		if noun && rest[i-1].Lower != "of" && !determiners[rest[i-1].Lower] {
			switch {
			case fits(t) && strings.HasPrefix(t.Tag, "VB"):
				if guess >= 0 && !doing[aux] {
					return guess
				}
				return i
			case fits(t) && guess < 0 && (doing[aux] || i+1 == len(rest) || !strings.HasPrefix(rest[i+1].Tag, "NN")):
				guess = i
			case being[aux] && t.Tag == "JJ" && (i+1 == len(rest) || !strings.HasPrefix(rest[i+1].Tag, "NN") && rest[i+1].Lower != "and"):
				if guess < 0 {
					guess = i
				}
			case conjunctions[t.Lower] && !prepositions[t.Lower]:
				return guess
			}
		}
		noun = noun || doing[aux] && !determiners[t.Lower] || strings.HasPrefix(t.Tag, "NN") || t.Tag == "PRP" || t.Tag == "CD" || t.Tag == "DT" && !determiners[t.Lower] || i == 0 && !determiners[t.Lower] && t.Tag != "JJ" && t.Tag != "IN"
	}
	return guess
}

var determiners = language.WordSet(`the a an this that these those its their his her our your my each every some any no and or`)
