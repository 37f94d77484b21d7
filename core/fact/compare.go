package fact

import (
	"regexp"
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths/decimal"
	"zincowl/core/source"
)

// A comparison sets things beside each other: a table whose rows or columns are
// things and whose cells say what they are like, or a sentence that says how one
// differs from another.

// serial is what tables of readings begin their rows with: days, months, dates,
// times, numbers.
var serial = regexp.MustCompile(`(?i)^(?:(?:mon|tues|wednes|thurs|fri|satur|sun)day|(?:jan|feb|mar|apr|may|june?|july?|aug|sept?|oct|nov|dec)\w*|week|day|month|year|no\.?|nr\.?|#|date|time)?[\s.]*[\d:./-]*$`)

// compared reads a table that is no glossary as a comparison.
func compared(p source.Passage) (Fact, bool) {
	if len(p.Rows) < 3 || len(p.Rows) > 16 || len(p.Rows[0]) < 3 || len(p.Rows[0]) > 9 {
		return Fact{}, false
	}
	words, all, serials := 0, 0, 0
	for _, row := range p.Rows[1:] {
		if serial.MatchString(strings.TrimSpace(row[0])) {
			serials++
		}
		for _, cell := range row[1:] {
			if cell = strings.TrimSpace(cell); cell == "" {
				continue
			}
			all++
			if _, ok := decimal.Parse(cell); !ok {
				words++
			}
		}
	}
	if all == 0 || 2*words < all || 2*serials >= len(p.Rows)-1 {
		return Fact{}, false
	}
	across, down := p.Rows[0][1:], make([]string, 0, len(p.Rows))
	for _, row := range p.Rows[1:] {
		down = append(down, row[0])
	}
	things, by := down, across // the rows are things and the header names what is said of them
	if strings.TrimSpace(p.Rows[0][0]) == "" {
		things, by = across, down
	}
	return Fact{Type: Comparison, Quote: p.Text, Subject: together(things), Predicate: "by", Object: together(by), Terms: things}, true
}

func together(list []string) string {
	var kept []string
	for _, s := range list {
		if s = strings.TrimSpace(s); s != "" {
			kept = append(kept, s)
		}
	}
	return strings.Join(kept, ", ")
}

var (
	unlike  = regexp.MustCompile(`(?i)^(?:unlike|in contrast to|compared (?:with|to)|as against)\s+([^,]{3,60}),\s+(.+)$`)
	whereas = regexp.MustCompile(`(?i)^(.{8,}?),?\s+whereas\s+(.{8,})$`)
)

// differs reads a sentence that sets two things against each other.
func differs(s language.Sentence) (Fact, bool) {
	if len(s.Tokens) < 6 || len(s.Tokens) > 45 || openers[s.Tokens[0].Lower] {
		return Fact{}, false
	}
	out := Fact{Type: Comparison, Quote: s.Text, Predicate: "against"}
	if m := unlike.FindStringSubmatch(s.Text); m != nil {
		out.Subject, out.Object = subjectOf(m[2]), m[1]
		return out, out.Subject != ""
	}
	if m := whereas.FindStringSubmatch(s.Text); m != nil {
		out.Subject, out.Object = subjectOf(m[1]), subjectOf(strings.TrimRight(m[2], "."))
		return out, out.Subject != "" && out.Object != ""
	}
	for i, t := range s.Tokens {
		if t.Lower != "than" || i < 3 || i+1 >= len(s.Tokens) {
			continue
		}
		comparative := false
		for _, b := range s.Tokens[max(0, i-6):i] {
			comparative = comparative || b.Tag == "JJR" || b.Tag == "RBR" || b.Lower == "more" || b.Lower == "less"
		}
		next := s.Tokens[i+1]
		before := s.Tokens[i-1].Lower
		// "more than 30" counts, "rather than" chooses, "than it was" compares with itself.
		if !comparative || before == "rather" || before == "other" || next.Tag == "CD" || openers[next.Lower] || startsNumber(next.Text) {
			continue
		}
		subject := subject(s)
		rest := s.Text[next.Start-s.Start:]
		if cut := strings.IndexAny(rest, ",;."); cut > 0 {
			rest = rest[:cut]
		}
		verbal := false
		for _, b := range s.Tokens[i+1 : min(len(s.Tokens), i+1+len(strings.Fields(rest)))] {
			verbal = verbal || b.Tag == "VBZ" || b.Tag == "VBP" || b.Tag == "VBD" || b.Tag == "MD"
		}
		if words := len(strings.Fields(rest)); subject == "" || words == 0 || words > 10 || verbal || strings.HasSuffix(subject, " to") {
			continue
		}
		out.Subject, out.Object = subject, strings.TrimSpace(rest)
		return out, true
	}
	return Fact{}, false
}

func startsNumber(text string) bool { return text != "" && (text[0] >= '0' && text[0] <= '9') }

// subjectOf is what a clause speaks of.
func subjectOf(clause string) string {
	sentences := language.Split(clause)
	if len(sentences) == 0 {
		return ""
	}
	language.Tag(sentences[:1])
	return subject(sentences[0])
}

// subject is what a tagged sentence speaks of: its words before the first verb.
func subject(s language.Sentence) string {
	for i, t := range s.Tokens {
		if strings.HasPrefix(t.Tag, "VB") && t.Tag != "VBG" && t.Tag != "VBN" || t.Tag == "MD" {
			if i == 0 || i > 8 || openers[s.Tokens[0].Lower] || openers[s.Tokens[i-1].Lower] || s.Tokens[i-1].Lower == "which" || s.Tokens[i-1].Lower == "who" {
				return ""
			}
			return strings.TrimRight(s.Span(0, i), " ,")
		}
	}
	return ""
}
