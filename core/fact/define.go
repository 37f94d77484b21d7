package fact

import (
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"
	"zincowl/core/language/clause"

	"zincowl/core/language"
	"zincowl/core/source"
)

// A definition is read from a sentence of one of these shapes:
//
//	[A | The] TERM is a GENUS that …        is, are, was: with an article
//	TERMS are GENUS of | that | which …     plural, without one
//	TERM means | refers to | is defined as …
//	TERM: meaning          TERM – meaning    (an item or a line of its own)

// maxTerm is the number of tokens a term may have.
const maxTerm = 5

// minMeaning is the number of words below which a meaning says too little to
// tell its term from others; maxMeaning the number above which it is no longer
// one.
const (
	minMeaning = 4
	maxMeaning = 32
)

func define(s language.Sentence) (Fact, bool) {
	start, article := afterOpening(s.Tokens)
	verb := nounPhrase(s.Tokens, start)
	if verb == start || verb >= len(s.Tokens)-minMeaning {
		return Fact{}, false
	}
	meaning, predicate := meaningStart(s.Tokens, verb)
	if meaning == 0 {
		return Fact{}, false
	}
	end := meaningEnd(s.Tokens, meaning)
	if end-meaning < minMeaning {
		return Fact{}, false
	}
	term := termText(s, start, verb)
	head, ok := genus(s.Tokens[meaning:end])
	says := s.Span(meaning, end)
	switch first := s.Tokens[meaning].Lower; {
	case term == "":
		return Fact{}, false
	case first == "what":
		head, ok = first, true
	case first == "those": // "igneous rocks are those that …" are rocks
		head, ok = language.Singular(s.Tokens[verb-1].Lower), true
		says = s.Tokens[verb-1].Lower + strings.TrimPrefix(says, s.Tokens[meaning].Text)
	}
	if !ok {
		return Fact{}, false
	}
	return definition(s.Text, article, term, predicate, says, head)
}

// definition checks a term and its meaning and makes the fact.
func definition(quote, article, term, predicate, meaning, head string) (Fact, bool) {
	meaning = strings.TrimRight(strings.TrimSpace(meaning), ".;,")
	lower := strings.ToLower(term)
	if len(strings.Fields(meaning)) > maxMeaning || namesNoTerm(lower) || mixedCase.MatchString(term) || circular(lower, meaning) || !sets(meaning) || article == "the" && strings.HasPrefix(meaning, "the ") {
		return Fact{}, false // "the first line is the status line" says which, not what
	}
	if anaphor.MatchString(meaning) || dangling.MatchString(meaning) || allVague(lower) || vague[head] && head != "what" || strings.EqualFold(term, meaning) {
		return Fact{}, false
	}
	return Fact{
		Type: Definition, Quote: quote, Subject: term, Predicate: predicate, Object: meaning,
		Head: head, Kind: language.NounKind(head), Article: article,
		Negated: false, Hedged: strings.Contains(meaning, "usually") || strings.Contains(meaning, "often"),
	}, true
}

// anaphor is a reference to something outside the sentence: what was said
// before, the page it stands on, or the people who talk there.
var anaphor = regexp.MustCompile(`(?i)\b(the two|the three|this|these|those two|the former|the latter|both of them|the above|mentioned|as said|as follows|` +
	`the following|previous(ly)?|earlier|we|us|our|you|your|i|my|let['’]s|here|(listing|figure|table|chapter|section|example|exercise|appendix) \d[\d.-]*)\b`)

// dangling is a pronoun in a meaning that needs what stood before.
var dangling = regexp.MustCompile(`(?i)^(?:the|an?) (?:other\b|\pL+ (?:they|it|we|he|she)\b)|\b(?:both|each|these|those|which|[^m] above|[^m] below)$`)

// namesNoTerm says whether what stands where a term should is a label, a
// position in a row, somebody's own, or no noun phrase at all.
func namesNoTerm(term string) bool {
	first, _, _ := strings.Cut(term, " ")
	return labels[first] || places[first] || numbering.MatchString(term) || strings.Contains(term, "n’t") || strings.Contains(term, "n't") ||
		strings.Contains(term, "’s ") || strings.Contains(term, "'s ") || strings.Contains(term, " and ") || strings.ContainsAny(term, "()[]{}<>=/_\"“”")
}

// sets says whether a meaning sets its term apart: "a kind of pointer" does
// not.
func sets(meaning string) bool {
	n := 0
	for s := range language.Stems(meaning) {
		if !lookThrough[s] {
			n++
		}
	}
	return n >= 2
}

// mixedCase is how programs write names: "changeColor".
var mixedCase = regexp.MustCompile(`\p{Ll}{2,}\p{Lu}`)

// circular says whether a meaning uses the term itself.
func circular(term, meaning string) bool {
	return strings.Contains(" "+strings.ToLower(strings.NewReplacer(",", "", "(", "", ")", "").Replace(meaning))+" ", " "+term+" ")
}

// numbering is a number of the kind that pages, figures and clauses bear.
var numbering = regexp.MustCompile(`\d[-.]\d|\s\d+$|^\pL\d`)

// places are first words that point into a row or at one of several.
var places = language.WordSet("first second third fourth fifth last next only other same final former latter previous following main whole entire new old current present the a an any every each no")

// vague words name nothing that a question could ask for.
var vague = language.WordSet(`it this that these those they there here one other another thing something way result reason purpose aim
	example first second third last next step figure table part kind type sort case point number lot note rule advantage
	disadvantage problem question answer following same most many some both each all he she we you what which idea matter
	difference danger trick key secret remedy cure exception time day place everything nothing anything everyone someone nobody everybody
	text content value name line output input goal task rest`)

// allVague says whether no word of a term names anything: "first step".
func allVague(term string) bool {
	for w := range strings.FieldsSeq(term) {
		if !vague[w] {
			return false
		}
	}
	return true
}

// afterOpening skips a short opening phrase that ends with a comma ("In a slow
// filter,") and an article, and says which article it was.
func afterOpening(tokens []language.Token) (int, string) {
	i := 0
	if tokens[0].Tag == "IN" {
		for j := 1; j < len(tokens) && j < 8; j++ {
			if tokens[j].Text == "," {
				i = j + 1
				break
			}
		}
	}
	if i < len(tokens) && (tokens[i].Lower == "a" || tokens[i].Lower == "an" || tokens[i].Lower == "the") {
		return i + 1, tokens[i].Lower
	}
	return i, ""
}

// nounPhrase gives the index after a noun phrase that begins at start, or start
// where there is none.
func nounPhrase(tokens []language.Token, start int) int {
	i, noun := start, -1
	for ; i < len(tokens) && i-start < maxTerm; i++ {
		t := tokens[i]
		switch {
		case t.Noun() || t.Tag == "VBG" || t.Tag == "FW":
			noun = i
		case (t.Tag == "JJ" || t.Tag == "VBN" || t.Tag == "VB" || t.Tag == "CD") && t.Word():
			if i+1 < len(tokens) && !(tokens[i+1].Noun() || tokens[i+1].Tag == "VBG" || tokens[i+1].Tag == "JJ") {
				noun = i // "the residual is": an adjective used as a noun
			}
		case t.Lower == "of" && noun == i-1 && i > start:
		default:
			if noun < 0 || noun != i-1 {
				return start
			}
			return i
		}
	}
	return start
}

// meaningStart looks at the verb and gives the index where the meaning begins,
// or 0 where this is no definition, with the predicate.
func meaningStart(tokens []language.Token, verb int) (int, string) {
	at := func(i int) string {
		if i < len(tokens) {
			return tokens[i].Lower
		}
		return ""
	}
	switch v := at(verb); v {
	case "means", "mean":
		if next := tokens[verb+1]; next.Noun() || next.Tag == "DT" || next.Tag == "VBG" || next.Tag == "JJ" {
			return verb + 1, v
		}
	case "refers":
		if at(verb+1) == "to" {
			return verb + 2, "refers to"
		}
	case "is", "are":
		i := verb + 1
		if at(i) == "what" || v == "are" && at(i) == "those" && (at(i+1) == "that" || at(i+1) == "which" || at(i+1) == "who" || at(i+1) == "whose") {
			return i, v
		}
		if at(i) == "defined" && at(i+1) == "as" {
			return i + 2, v
		}
		if at(i) == "the" && (at(i+1) == "same" || at(i+1) == "most" || tokens[i+1].Tag == "JJS" || tokens[i+1].Tag == "RBS") {
			return 0, ""
		}
		if at(i) == "a" || at(i) == "an" || at(i) == "the" || at(i) == "any" {
			return i, v
		}
		if i < len(tokens) && (v == "are" || tokens[i].Tag == "NN") && (tokens[i].Noun() || tokens[i].Tag == "JJ") && modified(tokens, i) {
			return i, v
		}
	}
	return 0, ""
}

// modified says whether the noun phrase at i goes on with words that set it
// apart: "lumps of …", "compounds that …".
func modified(tokens []language.Token, i int) bool {
	for j := i; j < len(tokens) && j < i+4; j++ {
		if j > i && (opens[tokens[j].Lower] || tokens[j].Tag == "VBN") && tokens[j-1].Noun() {
			return true
		}
	}
	return false
}

// opens are words that begin what sets a genus apart from others.
var opens = language.WordSet("that which who of in for from made formed used between where whose with by at on across through after under to inside above below left added sold kept per")

// meaningEnd cuts a meaning before a clause that only goes on: "; …", ", and it
// …", ", so …", ", but …".
func meaningEnd(tokens []language.Token, start int) int {
	depth := 0
	for i := start; i < len(tokens); i++ {
		switch t := tokens[i].Text; t {
		case "(":
			depth++
		case ")":
			depth--
		case ";", "—", ":":
			return i
		case ".", "!":
			return i
		case ",":
			if depth == 0 && i+1 < len(tokens) && breaks[tokens[i+1].Lower] {
				return i
			}
			if depth == 0 && i+2 < len(tokens) && tokens[i+1].Lower == "and" && goesOn(tokens[i+2:]) {
				return i
			}
		case "and": // "is resistance to scratching and is stated on a scale"
			if i+1 < len(tokens) && (tokens[i+1].Lower == "is" || tokens[i+1].Lower == "are") && !slices.ContainsFunc(tokens[start:i], func(t language.Token) bool { return strings.HasPrefix(t.Tag, "W") || t.Lower == "that" }) {
				return i
			}
		}
	}
	return len(tokens)
}

var breaks = language.WordSet("so but yet because although though while whereas since it they this these usually often normally")

// goesOn says whether a new clause with its own subject begins here.
func goesOn(tokens []language.Token) bool {
	for i, t := range tokens {
		if i > 9 || t.Text == "," {
			return false
		}
		if i == 0 && (breaks[t.Lower] || strings.HasPrefix(t.Lower, "it’") || strings.HasPrefix(t.Lower, "it'")) {
			return true
		}
		if strings.HasPrefix(t.Tag, "VBZ") || t.Tag == "VBP" || t.Tag == "MD" {
			return true
		}
	}
	return false
}

// genus is the head noun of a meaning, in base form: the last noun before what
// sets it apart. "any of", "a kind of", "a measure of" look through.
func genus(tokens []language.Token) (string, bool) {
	head := ""
	for i, t := range tokens {
		switch {
		case t.Noun() || t.Tag == "VBG" && i > 0 && tokens[i-1].Tag == "DT":
			head = language.Singular(t.Lower)
		case head != "" && t.Lower == "of" && lookThrough[head] && i+1 < len(tokens):
			rest, ok := genus(tokens[i+1:])
			if ok {
				return rest, true
			}
			return head, true
		case head != "":
			return head, true
		case t.Tag == "IN" || t.Tag == "WDT" || strings.HasPrefix(t.Tag, "VBZ"):
			return "", false
		}
	}
	return head, head != ""
}

var lookThrough = language.WordSet("kind type sort form piece group set series class mixture")

// termText is a term as it is written within a sentence.
func termText(s language.Sentence, start, end int) string {
	term := s.Span(start, end)
	if start == 0 || s.Tokens[start-1].Start == s.Start {
		term = lowerFirst(term)
	}
	return strings.Trim(term, "“”\"'‘’*")
}

// lowerFirst turns a capital that only stands there because a sentence begins.
func lowerFirst(text string) string {
	first, size := utf8.DecodeRuneInString(text)
	second, _ := utf8.DecodeRuneInString(text[size:])
	if !unicode.IsUpper(first) || unicode.IsUpper(second) || unicode.IsDigit(second) || second == '₂' {
		return text
	}
	return string(unicode.ToLower(first)) + text[size:]
}

var glossaryShape = regexp.MustCompile(`^([\p{L}][\p{L}\d₂₃₄ '’-]{1,40}?)\s*(?::| –| —| - )\s+(\S.+)$`)

// glossaryLine reads "term: meaning".
// ordinals begin what is no term.
var ordinals = language.WordSet("a an the one this that first second third last next another some our my")

func glossaryLine(p source.Passage) (Fact, bool) {
	m := glossaryShape.FindStringSubmatch(p.Text)
	if m == nil || len(strings.Fields(m[1])) > 4 || strings.Contains(m[2], "=") || strings.Count(m[2], ". ") > 1 {
		return Fact{}, false
	}
	if whole := language.Split(p.Text); p.Kind != source.Item && len(whole) > 1 {
		first, _, _ := strings.Cut(strings.ToLower(m[1]), " ")
		if ordinals[first] {
			return Fact{}, false // "One last remark: …"
		}
	}
	if !thing(m[1]) || strings.Count(m[2], ",") > 1 && !strings.Contains(m[2], " that ") && !strings.Contains(m[2], " which ") && !strings.Contains(m[2], " where ") && !strings.Contains(m[2], " with ") {
		return Fact{}, false // "Causes: bleeding, burns, drugs" says what there is, not what it means
	}
	s := language.Split(m[2])
	language.Tag(s)
	if len(s) > 0 {
		for _, c := range clause.Read(s[0]).Clauses {
			if ahead := s[0].Text[:c.At.From]; c.Kind == clause.Main && c.Certain && !c.Subject.Empty() && !strings.Contains(ahead, " that ") && !strings.Contains(ahead, "which ") { // "Osmosis — water crosses …" says what happens
				return Fact{}, false
			}
		}
	}
	if len(s) == 0 || len(strings.Fields(s[0].Text)) < minMeaning {
		return Fact{}, false
	}
	first := s[0].Tokens[0]
	if first.Tag != "DT" && !first.Noun() && first.Tag != "JJ" && !(first.Tag == "VBG" && s[0].Tokens[1].Lower == "of") {
		return Fact{}, false
	}
	if next := s[0].Tokens[1]; strings.Contains(m[2], "→") || first.Tag != "DT" && len(language.VerbForms(first.Lower)) > 0 && (next.Tag == "DT" || next.Tag == "PRP$") {
		return Fact{}, false // "Calcium: steadies the heart" says what it does
	}
	head, ok := genus(s[0].Tokens)
	if !ok || statement(s[0].Tokens, head) || language.NounKind(head) == "" || !language.Content(first.Lower) && first.Tag != "DT" {
		return Fact{}, false
	}
	f, ok := definition(p.Text, "", lowerFirst(m[1]), "is", lowerFirst(s[0].Text), head)
	if !ok || labels[strings.ToLower(m[1])] {
		return Fact{}, false
	}
	return finish(f, p), true
}

// statement says whether a meaning is a sentence of its own: its head is
// followed by its verb ("the function is called …").
func statement(tokens []language.Token, head string) bool {
	for i, t := range tokens[:len(tokens)-1] {
		if language.Singular(t.Lower) == head {
			next := tokens[i+1].Tag
			return next == "VBZ" || next == "VBP" || next == "MD" || next == "VBD"
		}
	}
	return false
}

var labels = language.WordSet(`note notes example examples remember warning tip tips summary step caution important remark question answer key listing figure
	fig table filename file chapter section exercise box equation part appendix item rule title author source date version page see`)

// glossary reads a table with two columns that are a term and its meaning.
func glossary(p source.Passage) []Fact {
	if len(p.Rows) < 3 || len(p.Rows[0]) != 2 {
		return nil
	}
	head := strings.ToLower(p.Rows[0][0] + " " + p.Rows[0][1])
	if !strings.Contains(head, "term") && !strings.Contains(head, "word") && !strings.Contains(head, "meaning") && !strings.Contains(head, "definition") {
		return nil
	}
	var out []Fact
	for _, row := range p.Rows[1:] {
		line := p
		line.Text = row[0] + ": " + row[1]
		if f, ok := glossaryLine(line); ok {
			f.Quote = row[0] + " | " + row[1]
			out = append(out, finish(f, p))
		}
	}
	return out
}
