package writer

import (
	"regexp"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/realise"
)

// What follows from what is often said without "because": "The order carries no meaning, so a
// query has to ask for it", or in a sentence of its own that begins with "therefore".

// tie is how a sentence goes on from the one before it.
type tie int

const (
	follows  tie = iota + 1 // it follows from it
	explains                // it says why that is so
)

var (
	// resulting and sinceThen open a sentence that follows from the one before, or says why
	// that one holds.
	resulting = regexp.MustCompile(`(?i)^(?:for (?:this|that) reason|(?:this|that) is why|that[’']s why|which is why)[, ]+`)
	sinceThen = regexp.MustCompile(`(?i)^(?:(?:this|that) is because|the reason (?:for (?:this|that) )?is that)[, ]+`)
	// concluding are words by which a sentence concludes, wherever they stand in it.
	concluding = regexp.MustCompile(`(?i)^(?:hence|accordingly|consequently),? |\btherefore\b`)
	// soThat joins two statements of one sentence of which the second follows from the first.
	soThat = regexp.MustCompile(`^([^;:]{12,}?)(?:, (?:and )?so|, and therefore|[;,] hence|[;,] therefore|, which is why|, and for (?:this|that) reason) ([^;:]{12,})$`)
	// forReason joins a statement with why it holds.
	forReason = regexp.MustCompile(`^([^;:,]{16,}), for ([^;:]{12,})$`)
)

// leadOf is how a sentence goes on from the one before it.
func leadOf(text string) tie {
	switch text = language.Unnumbered(text); {
	case sinceThen.MatchString(text):
		return explains
	case resulting.MatchString(text), concluding.MatchString(text) && !strings.Contains(text, ", "):
		return follows
	}
	return 0
}

// consequence is a statement that follows from another.
type consequence struct {
	*said          // where both stand
	result, reason string
	clause         realise.Clause // the result taken apart, where it is plain
	plain          bool
}

// consequences are the statements that are said to follow from others, in one sentence or in
// two.
func (l *lore) consequences() []consequence {
	var out []consequence
	add := func(s *said, result, reason string) {
		result, reason = strings.TrimRight(result, ".,; "), l.within(strings.TrimRight(reason, ".,; "))
		if n := len(strings.Fields(reason)); n < 3 || n > 20 || doubled.MatchString(result) || doubled.MatchString(reason) || strings.ContainsAny(reason, ":;?") {
			return
		}
		// Each is understood by itself, but for what the question has named.
		if main := realise.Sentence(result); l.clear(main, s.before) && l.clear(strings.TrimRight(main, ".")+" because "+reason, s.before) {
			c, ok := l.clauseOf(main)
			out = append(out, consequence{s, result, reason, c, ok})
		}
	}
	for _, s := range l.said {
		if s.Hedged || s.told > 0 {
			continue
		}
		text := strings.TrimRight(s.text, ".")
		if found := soThat.FindStringSubmatchIndex(text); found != nil && s.states(0, found[3]) && ownSubject(s.tokensFrom(found[4])) {
			if l.clear(realise.Sentence(text[:found[3]]), s.before) {
				add(s, text[found[4]:found[5]], text[:found[3]])
			}
		} else if found := forReason.FindStringSubmatchIndex(text); found != nil && s.states(0, found[3]) && ownSubject(s.tokensFrom(found[4])) {
			add(s, text[:found[3]], text[found[4]:found[5]])
		}
		before := s.prior
		if before == nil || !before.alone || before.Hedged || before.told > 0 || !s.whole() || s.leads == 0 {
			continue
		}
		result, reason := s, before
		if s.leads == explains {
			result, reason = before, s
		}
		if joint, ok := together(before, s); ok {
			joint.before = before.before
			add(joint, result.text, reason.text)
		}
	}
	return out
}

// together is a sentence and the one after it as one place in the source.
func together(first, second *said) (*said, bool) {
	text := first.passage.Text
	from := strings.Index(text, first.Quote)
	if from < 0 || first.Passage != second.Passage || first.src != second.src {
		return nil, false
	}
	joint := *second
	if first.Quote != second.Quote {
		at := strings.Index(text[from+len(first.Quote):], second.Quote)
		if at < 0 || strings.TrimSpace(text[from+len(first.Quote):][:at]) != "" {
			return nil, false
		}
		joint.Quote = text[from : from+len(first.Quote)+at+len(second.Quote)]
	}
	return &joint, true
}

// tokensFrom are the tokens of a sentence from some place in it.
func (s *said) tokensFrom(at int) []language.Token {
	for i, t := range s.tokens {
		if t.Start >= at {
			return s.tokens[i:]
		}
	}
	return nil
}

// clauseOf takes a plain statement apart: one subject, one verb group. It is not ok where
// there may be more to it, or where putting the parts together again gives something else.
func (l *lore) clauseOf(text string) (realise.Clause, bool) {
	text = realise.Sentence(text)
	parsed, ok := parse(text)
	if !ok {
		return realise.Clause{}, false
	}
	return l.clauseIn(text, parsed.Tokens)
}

// clauseIn is clauseOf for a sentence whose tokens are known.
func (l *lore) clauseIn(text string, tokens []language.Token) (realise.Clause, bool) {
	if tokens[0].Tag == "IN" { // "On a dull morning, …"
		before, rest, cut := strings.Cut(text, ", ")
		if !cut || len(strings.Fields(before)) > 6 {
			return realise.Clause{}, false
		}
		c, ok := l.clauseOf(rest)
		c.Rest = strings.TrimSpace(c.Rest + " " + l.within(before))
		return c, ok && !strings.Contains(c.Rest, ",")
	}
	at := 0
	for at < len(tokens) && !finite(tokens[at]) {
		if t := tokens[at]; t.Text == "," || t.Tag == "WDT" || t.Tag == "WP" || t.Tag == "WRB" || t.Tag == "IN" && clausal[t.Lower] || t.Tag == "EX" {
			return realise.Clause{}, false
		}
		at++
	}
	if at == 0 || at >= len(tokens)-1 || tokens[at-1].Tag == "RB" {
		return realise.Clause{}, false
	}
	end := at + 1
	for end < len(tokens) && auxiliary[tokens[end-1].Lower] && (strings.HasPrefix(tokens[end].Tag, "VB") || tokens[end].Tag == "RB" && end+1 < len(tokens) && strings.HasPrefix(tokens[end+1].Tag, "VB") || tokens[end].Lower == "not") {
		end++
		if tokens[end-1].Tag == "RB" && end < len(tokens) && strings.HasPrefix(tokens[end].Tag, "VB") {
			end++
		}
	}
	start := tokens[0].Start
	c := realise.Clause{
		Subject: l.within(strings.TrimSpace(text[:tokens[at].Start-start])),
		Verb:    text[tokens[at].Start-start : tokens[end-1].End-start],
		Rest:    strings.TrimSpace(strings.TrimRight(text[tokens[end-1].End-start:], ". ")),
	}
	return c, strings.EqualFold(c.Statement(), text) && len(strings.Fields(c.Subject)) <= 10
}

// auxiliary are words that another verb follows in a verb group.
var auxiliary = language.WordSet(`is are was were be been has have had do does did can could may might must shall should will would not cannot`)
