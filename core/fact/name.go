package fact

import (
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/clause"
)

// A sentence gives a name to something in one of these ways:
//
//	MEANING is called | termed | known as | referred to as TERM
//	CLAUSE, a process called | known as TERM      the kind of thing is said beside it
//	CLAUSE; this is called TERM                   the clause, or the sentence before, is meant
//	MEANING is what we call TERM
//	by TERM is meant MEANING     TERM, by which is meant MEANING
//	TERM, which is MEANING       TERM, the GENUS that …,

// inWhich and thatSo are what a clause can be said to be, with what leads on to it: "a
// process in which water freezes", "the rule that water is boiled".
var (
	inWhich = language.WordSet(`process phenomenon method technique practice state condition situation procedure approach arrangement system reaction operation change stage step event mechanism disorder disease strategy cycle`)
	thatSo  = language.WordSet(`principle rule requirement theory view idea law doctrine assumption finding effect belief notion convention policy hypothesis`)
	often   = language.WordSet(`also often usually commonly sometimes generally therefore then thus correctly properly technically simply`)
)

// named draws the terms that a sentence names, with what they mean. before is the text of
// the sentence before it.
func named(s language.Sentence, before string) []Fact {
	var out []Fact
	if len(s.Tokens) > longSentence {
		return nil
	}
	add := func(f Fact, ok bool) {
		if ok && !slices.ContainsFunc(out, func(o Fact) bool { return strings.EqualFold(o.Subject, f.Subject) }) {
			out = append(out, f)
		}
	}
	for i := range s.Tokens {
		switch t := s.Tokens[i]; t.Lower {
		case "called", "termed", "named", "dubbed", "known", "referred", "call":
			add(calling(s, i, before))
		case "meant", "mean":
			add(meantBy(s, i))
		case ",":
			add(apposed(s, i))
			if i+2 < len(s.Tokens) && joining[s.Tokens[i+1].Lower] {
				add(defineFrom(s, i+2))
			}
		case ";":
			add(defineFrom(s, i+1))
		}
	}
	return out
}

// joining are words that begin another clause behind a comma.
var joining = language.WordSet(`and but whereas while yet`)

// defineFrom reads a definition in the clause that begins at a token.
func defineFrom(s language.Sentence, from int) (Fact, bool) {
	if from >= len(s.Tokens)-minMeaning {
		return Fact{}, false
	}
	at := s.Tokens[from].Start
	f, ok := define(language.Sentence{Text: s.Text[at-s.Start:], Start: at, End: s.End, Tokens: s.Tokens[from:]})
	f.Quote = s.Text
	return f, ok
}

// calling reads the name that stands behind a verb of naming, and what has it.
func calling(s language.Sentence, verb int, before string) (Fact, bool) {
	tokens := s.Tokens
	at := func(i int) string {
		if i < 0 || i >= len(tokens) {
			return ""
		}
		return tokens[i].Lower
	}
	name := verb + 1
	switch at(verb) {
	case "known":
		if at(name) != "as" {
			return Fact{}, false
		}
		name++
	case "referred":
		if at(name) != "to" || at(name+1) != "as" {
			return Fact{}, false
		}
		name += 2
	}
	article := ""
	if w := at(name); w == "a" || w == "an" || w == "the" {
		article = w
		name++
	}
	end := nameEnd(tokens, name)
	if end == name {
		return Fact{}, false
	}
	term := termText(s, name, end)
	prev := verb - 1
	for often[at(prev)] {
		prev--
	}
	switch w := at(prev); {
	case w == "is" || w == "are" || w == "was" || w == "were" || w == "be":
		subject := prev - 1
		for at(subject) == "may" || at(subject) == "can" || often[at(subject)] {
			subject--
		}
		switch pointer := at(subject); pointer {
		case "this", "that", "which":
			return clauseNamed(s, article, term, clauseBefore(s, subject, before, pointer), "")
		}
		return nounNamed(s, article, term, s.Span(clauseStart(tokens, subject+1), subject+1), w)
	case w == "we" || w == "people" || w == "they" || w == "one":
		if at(prev-1) != "what" {
			return Fact{}, false
		}
		if be := at(prev - 2); be == "is" || be == "are" {
			return nounNamed(s, article, term, s.Span(clauseStart(tokens, prev-2), prev-2), be)
		}
	case prev > 0 && tokens[prev].Noun() && at(verb) != "call" && (inWhich[w] || thatSo[w]):
		from := prev
		for from > 0 && at(from) != "," && prev-from < 5 {
			from--
		}
		if at(from) == "," {
			return clauseNamed(s, article, term, clauseBefore(s, from+1, "", ""), w)
		}
	}
	return Fact{}, false
}

// amountful are adjectives that say how much there is of something, and name none.
var amountful = language.WordSet(`little few some many much several other such more most less`)

// nameEnd gives the index behind a name that begins at start, or start where none does:
// the name has to end with its clause.
func nameEnd(tokens []language.Token, start int) int {
	ends := func(i int) bool {
		if i >= len(tokens) {
			return true
		}
		switch tokens[i].Text {
		case ".", ",", ";", ":", ")", "(", "–", "—", "!", "and", "but", "or":
			return true
		}
		return false
	}
	if end := nounPhrase(tokens, start); end > start && ends(end) {
		return end
	}
	for i := start; i < len(tokens) && i-start < 3; i++ {
		if !tokens[i].Word() || !language.Content(tokens[i].Lower) || strings.HasPrefix(tokens[i].Tag, "VBZ") {
			return start
		}
		if ends(i + 1) {
			return i + 1
		}
	}
	return start
}

// clauseBefore is the clause that a word which points back means: that before it in its
// sentence, or else the sentence before.
func clauseBefore(s language.Sentence, at int, before, pointer string) string {
	end := at
	for end > 0 && (s.Tokens[end-1].Text == "," || s.Tokens[end-1].Text == ";" || s.Tokens[end-1].Text == ":" || s.Tokens[end-1].Lower == "and" || s.Tokens[end-1].Text == "—" || s.Tokens[end-1].Text == "–") {
		end--
	}
	if end == 0 {
		if pointer == "this" || pointer == "that" {
			return before
		}
		return ""
	}
	if end == at {
		return "" // "the valve which is called …"
	}
	return s.Span(clauseStart(s.Tokens, end), end)
}

// clauseStart is where the clause begins that ends before a token.
func clauseStart(tokens []language.Token, end int) int {
	for i := end - 1; i > 0; i-- {
		t := tokens[i-1]
		if t.Text == ";" || t.Text == ":" || t.Text == "—" || t.Text == "–" || (t.Lower == "and" || t.Lower == "but") && i > 1 && tokens[i-2].Text == "," {
			return i
		}
	}
	return 0
}

// clauseNamed makes a definition of a clause that is named: "the fact that …", "a process
// in which …", or what it says where it is no whole clause ("grouping items into units").
func clauseNamed(s language.Sentence, article, term, says, kind string) (Fact, bool) {
	says = strings.Trim(says, " .,;:")
	read := language.Split(says)
	if len(read) != 1 || len(read[0].Tokens) < minMeaning || leadsOn.MatchString(says) {
		return Fact{}, false
	}
	r := clause.Read(read[0])
	whole := slices.ContainsFunc(r.Clauses, func(c clause.Clause) bool { return c.Kind == clause.Main && !c.Subject.Empty() && !c.Imperative })
	if len(r.Clauses) == 0 { // not read, but for its verb
		language.Tag(read)
		whole = read[0].Tokens[0].Tag != "VBG" && slices.ContainsFunc(read[0].Tokens[1:], func(t language.Token) bool { return t.Tag == "VBZ" || t.Tag == "VBP" })
	}
	says = lowerFirst(says)
	head := kind
	switch {
	case !whole && (kind != "" || strings.HasPrefix(says, "the ") || strings.HasPrefix(says, "a ")):
		language.Tag(read)
		g, ok := genus(read[0].Tokens)
		if head == "" {
			head = g
		}
		if head == "" || !ok && kind == "" {
			return Fact{}, false
		}
	case !whole:
		return Fact{}, false
	case inWhich[kind]:
		says = "a " + kind + " in which " + says
	case thatSo[kind]:
		says = "the " + kind + " that " + says
	default:
		says, head = "the fact that "+says, "fact"
	}
	if first := strings.Fields(says); anaphoric(strings.Join(first[:1], " ")) {
		return Fact{}, false
	}
	return definition(s.Text, article, term, "is", says, head)
}

// leadsOn is a clause that hangs on what was said before.
var leadsOn = regexp.MustCompile(`(?i)^(?:it|they|he|she|this|these|those|but|so|and|or|because|then|such|there)\b`)

// opening is a phrase that only leads in: "In a slow filter, …".
var opening = regexp.MustCompile(`(?i)^(?:in|at|on|for|among|within|under|during|by|with|however|moreover|finally|further)\b[^,]*, `)

// nounNamed makes a definition of a noun phrase that is named.
func nounNamed(s language.Sentence, article, term, says, verb string) (Fact, bool) {
	says = strings.Trim(says, " .,;:")
	if comma := strings.Index(says, ", "); comma > 0 && opening.MatchString(says) {
		says = says[comma+2:]
	}
	if len(strings.Fields(says)) < 3 || anaphoric(says) || leadsOn.MatchString(says) || strings.Contains(says, ";") {
		return Fact{}, false
	}
	read := language.Split(says)
	if len(read) != 1 {
		return Fact{}, false
	}
	language.Tag(read)
	head, ok := genus(read[0].Tokens)
	if first := read[0].Tokens[0]; !ok && first.Tag == "VBG" {
		head, ok = first.Lower, true
	}
	if first := strings.ToLower(read[0].Tokens[0].Text); first == "what" || first == "whatever" {
		head, ok = first, true
	}
	if !ok {
		return Fact{}, false
	}
	f, ok := definition(s.Text, "", term, verb, lowerFirst(says), head)
	f.Article = article
	return f, ok
}

// meantBy reads "by TERM is meant MEANING" and "by TERM we mean MEANING".
func meantBy(s language.Sentence, verb int) (Fact, bool) {
	tokens := s.Tokens
	if verb < 3 {
		return Fact{}, false
	}
	end := verb - 1 // "is", "we"
	switch tokens[end].Lower {
	case "is", "are", "we", "they", "people":
	default:
		return Fact{}, false
	}
	by := end - 1
	for by > 0 && tokens[by].Lower != "by" && end-by < 6 {
		by--
	}
	if tokens[by].Lower != "by" || by == end {
		return Fact{}, false
	}
	start := by + 1
	if tokens[start].Lower == "which" { // "a counter-offer, by which is meant …"
		end = by
		if end > 0 && tokens[end-1].Text == "," {
			end--
		}
		start = end
		for start > 0 && (tokens[start-1].Noun() || tokens[start-1].Tag == "JJ") && end-start < maxTerm {
			start--
		}
	}
	article := ""
	if w := tokens[start].Lower; w == "a" || w == "an" || w == "the" {
		article = w
		start++
	} else if start > 0 && (tokens[start-1].Lower == "a" || tokens[start-1].Lower == "an") {
		article = tokens[start-1].Lower
	}
	if start >= end || end-start > maxTerm || verb+minMeaning >= len(tokens) {
		return Fact{}, false
	}
	stop := meaningEnd(tokens, verb+1)
	head, ok := genus(tokens[verb+1 : stop])
	if !ok || stop-verb-1 < minMeaning {
		return Fact{}, false
	}
	return definition(s.Text, article, strings.Trim(s.Span(start, end), "“”\"'‘’*"), "means", s.Span(verb+1, stop), head)
}

// apposed reads what stands behind a term between commas: "TERM, which is a GENUS that
// …,", "TERM, the GENUS of …,".
func apposed(s language.Sentence, comma int) (Fact, bool) {
	tokens := s.Tokens
	// The term: the noun group that ends before the comma, an abbreviation in brackets aside.
	end := comma
	if end > 3 && tokens[end-1].Text == ")" && tokens[end-3].Text == "(" {
		end -= 3
	}
	start := end
	for start > 0 && end-start < maxTerm && (tokens[start-1].Noun() || tokens[start-1].Tag == "JJ" || tokens[start-1].Tag == "VBN" && end-start > 0) {
		start--
	}
	if start == end || !tokens[end-1].Noun() {
		return Fact{}, false
	}
	article := ""
	lead := start
	if start > 0 {
		if w := tokens[start-1].Lower; w == "a" || w == "an" || w == "the" {
			article = w
			lead--
		}
	}
	if lead > 0 {
		prev := tokens[lead-1]
		// Within a list, or behind a preposition that opens the sentence, it is something else.
		if prev.Text == "," || prev.Lower == "and" || prev.Lower == "or" || (prev.Tag == "IN" || prev.Tag == "TO") && (lead == 1 || article == "the") || prev.Tag == "CD" || prev.Tag == "PRP$" || amountful[tokens[start].Lower] {
			return Fact{}, false
		}
	}
	i := comma + 1
	relative := i+2 < len(tokens) && tokens[i].Lower == "which" && (tokens[i+1].Lower == "is" || tokens[i+1].Lower == "are")
	if relative {
		i += 2
	}
	if i+minMeaning > len(tokens) {
		return Fact{}, false
	}
	first := tokens[i].Lower
	if first != "a" && first != "an" && first != "the" && !(relative && tokens[i].Noun() && modified(tokens, i)) {
		return Fact{}, false
	}
	stop := i
	for stop < len(tokens) {
		if t := tokens[stop].Text; t == "," || t == ";" || t == ":" || t == "." || t == "—" || t == "–" || t == "!" || t == "?" {
			break
		}
		stop++
	}
	if stop-i < minMeaning {
		return Fact{}, false
	}
	// The meaning sets its genus apart at once, and no list goes on behind it.
	head, ok := genus(tokens[i:stop])
	if !ok || statement(tokens[i:stop], head) || !modified(tokens, i+1) && !slices.ContainsFunc(tokens[i:stop], func(t language.Token) bool { return opens[t.Lower] }) {
		return Fact{}, false
	}
	if naming.MatchString(s.Span(i, stop)) || listGoesOn(tokens, stop) {
		return Fact{}, false
	}
	// A verb has to stand in a relative clause.
	for _, t := range tokens[i:stop] {
		if t.Lower == "that" || strings.HasPrefix(t.Tag, "W") {
			break
		}
		if t.Tag == "VBZ" || t.Tag == "VBP" || t.Tag == "VBD" || t.Tag == "MD" || t.Lower == "cannot" {
			return Fact{}, false
		}
	}
	term := termText(s, start, end)
	if lead == 0 {
		term = lowerFirst(term)
	}
	f, ok := definition(s.Text, "", term, "is", s.Span(i, stop), head)
	f.Article = article
	return f, ok
}

var naming = regexp.MustCompile(`(?i)\b(?:called|termed|known as|referred to as)\b`)

// listGoesOn says that what stands before a comma is only the first of several.
func listGoesOn(tokens []language.Token, comma int) bool {
	if comma >= len(tokens) || tokens[comma].Text != "," {
		return false
	}
	for _, t := range tokens[comma+1 : min(len(tokens), comma+6)] {
		switch {
		case t.Lower == "and" || t.Lower == "or":
			return true
		case strings.HasPrefix(t.Tag, "VB") || t.Tag == "MD" || t.Text == "," || strings.HasPrefix(t.Tag, "W"):
			return false
		}
	}
	return false
}
