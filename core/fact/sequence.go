package fact

import (
	"regexp"
	"strings"

	"zincowl/core/language"
	"zincowl/core/source"
)

// A sequence is what is done, or happens, in an order: a list of items that are
// orders or that the line before announces as steps, or sentences that say
// "then", "next", "finally". A list of kinds is none.

// fewest is how many steps make a sequence.
const fewest = 3

var announces = regexp.MustCompile(`(?i)\b(?:steps?|procedure|in (?:this|that|the following|the right) order|in order|sequence|as follows|proceed\w*|following (?:is|are|must be|has to be|have to be) done|do the following|how to|is done|are done|one after (?:the other|another))\b`)

// listed reads the items from passages[at] on as a sequence.
func listed(passages []source.Passage, at int) (Fact, bool) {
	to := at
	for to < len(passages) && passages[to].Kind == source.Item {
		to++
	}
	items := to - at
	if items < fewest || items > 30 {
		return Fact{}, false
	}
	intro := ""
	if at > 0 && passages[at-1].Kind == source.Paragraph {
		intro = lastSentence(passages[at-1].Text)
	}
	heading := ""
	if path := passages[at].Locator.Heading; len(path) > 0 {
		heading = path[len(path)-1]
	}
	if at > 0 && passages[at-1].Kind == source.Heading {
		heading = passages[at-1].Text
	}
	orders := 0
	var steps []string
	for _, p := range passages[at:to] {
		steps = append(steps, p.Text)
		if isOrder(p.Text) {
			orders++
		}
	}
	announced := announces.MatchString(heading) && intro == "" || announces.MatchString(intro)
	if !announced && 3*orders < 2*items {
		return Fact{}, false
	}
	name := strings.TrimRight(intro, ": ")
	if name == "" || !strings.HasSuffix(intro, ":") || len(name) > 90 {
		name = heading
	}
	if name == "" {
		name = steps[0]
	}
	return Fact{Type: Sequence, Quote: steps[0], Subject: name, Predicate: "is done by", Object: strings.Join(steps, " → "), Steps: steps}, true
}

// lastSentence is the sentence that a paragraph ends with.
func lastSentence(text string) string {
	all := language.Split(text)
	if len(all) == 0 {
		return text
	}
	return all[len(all)-1].Text
}

// after are the words that stand behind the verb of an order.
var after = language.WordSet("the a an all each every both it them its until for with to out off on up down in into that this no any two three nothing at by from")

// isOrder says whether an item tells somebody to do something: "Fill the
// casing".
func isOrder(text string) bool {
	sentences := language.Split(text)
	if len(sentences) == 0 {
		return false
	}
	language.Tag(sentences[:1])
	tokens := sentences[0].Tokens
	if len(tokens) < 2 {
		return false
	}
	first := tokens[0]
	if first.Lower == "do" || first.Lower == "never" || first.Lower == "always" {
		return true
	}
	return (first.Tag == "VB" || first.Tag == "VBP" || language.Verb(first.Lower)) && after[tokens[1].Lower]
}

// marker is a word that says that something follows, at the start of a clause.
var marker = regexp.MustCompile(`(?i)(?:^|[.;:]\s+|,\s+(?:and\s+)?|\s+and\s+)((?:and )?then|next|after (?:that|this|which)|afterwards|finally|lastly|in the end|at last|first|firstly|at first)\b,?\s*`)

// told reads a paragraph that tells steps one after the other.
func told(p source.Passage) (Fact, bool) {
	if p.Kind != source.Paragraph || len(p.Text) > 1500 {
		return Fact{}, false
	}
	found := marker.FindAllStringSubmatchIndex(p.Text, -1)
	later := 0 // words that only make sense after something
	for _, m := range found {
		if w := strings.ToLower(p.Text[m[2]:m[3]]); !strings.Contains(w, "first") {
			later++
		}
	}
	if later == 0 || len(found) < 2 {
		return Fact{}, false
	}
	// From the sentence with the first marker, or the one before it where that
	// marker only goes on, to the end of the one with the last.
	from, to, before := 0, len(p.Text), 0
	goesOn := !strings.Contains(strings.ToLower(p.Text[found[0][2]:found[0][3]]), "first")
	for _, s := range language.Split(p.Text) {
		if s.Start <= found[0][2] && s.Start+len(s.Text) > found[0][2] {
			from = s.Start
			if goesOn && found[0][2] < s.Start+4 {
				from = before
			}
		}
		before = s.Start
		if last := found[len(found)-1][2]; s.Start <= last && s.Start+len(s.Text) > last {
			to = s.Start + len(s.Text)
		}
	}
	var steps []string
	keep := func(clause string) {
		for part := range strings.SplitSeq(clause, ". ") {
			for _, step := range clauses(strings.Trim(strings.TrimSpace(part), ",;:. ")) {
				if len(strings.Fields(step)) >= 2 {
					steps = append(steps, step)
				}
			}
		}
	}
	at := from
	for _, m := range found {
		if m[0] > at {
			keep(p.Text[at:m[0]])
		}
		at = m[1]
	}
	keep(p.Text[at:to])
	if len(steps) < fewest {
		return Fact{}, false
	}
	name := steps[0]
	if path := p.Locator.Heading; len(path) > 0 {
		name = path[len(path)-1]
	}
	return Fact{Type: Sequence, Quote: p.Text[from:to], Subject: name, Predicate: "is done by", Object: strings.Join(steps, " → "), Steps: steps}, true
}

// clauses parts a sentence at its commas, where each part could be a clause of
// its own.
func clauses(text string) []string {
	parts := strings.Split(text, ", ")
	for _, p := range parts {
		if len(strings.Fields(p)) < 3 {
			return []string{text}
		}
	}
	return parts
}
