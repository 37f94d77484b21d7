package fact

import (
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/clause"
	"zincowl/core/source"
)

// A line that leads on, "Signs of overload:" or "An operator must not:", is completed by
// each of the items below it.

// awaiting are words after which something has to follow.
var awaiting = language.WordSet(`to must not never may should can cannot shall will is are was were be by for with from of on in at into under over when if while because after before until include includes including means mean
	the a an its their has have had needs need requires require contains contain becomes become`)

// longest is how many words an item may have that completes a line.
const longest = 30

// leadOf is the line that the items from passages[at] on complete; empty where there is
// none.
func leadOf(passages []source.Passage, at int) string {
	if at == 0 {
		return ""
	}
	p := passages[at-1]
	if p.Kind != source.Paragraph && p.Kind != source.Heading {
		return ""
	}
	lead := lastSentence(p.Text)
	words := strings.Fields(lead)
	if len(words) == 0 || len(words) > 20 || strings.HasSuffix(lead, "?") {
		return ""
	}
	last := strings.ToLower(strings.TrimRight(words[len(words)-1], ":–—…"))
	bare := strings.TrimRight(lead, " :–—…")
	if !(strings.HasSuffix(lead, ":") && p.Kind == source.Paragraph) && !(awaiting[last] && !strings.ContainsAny(lead[len(lead)-1:], ".!")) || bare == "" {
		return ""
	}
	return bare
}

// completing reads an item as the end of the line that leads on to it. It is not ok where
// the item says something by itself.
func completing(lead string, item source.Passage, about profile) ([]Fact, bool) {
	text := strings.TrimRight(strings.TrimSpace(item.Text), ".;,")
	sentences := language.Split(text)
	if lead == "" || len(sentences) != 1 || len(sentences[0].Tokens) > longest || marked.MatchString(text) || strings.HasSuffix(text, "?") || itself(lead) || hedges.MatchString(lead) {
		return nil, false
	}
	for _, c := range clause.Read(sentences[0]).Clauses {
		if c.Kind == clause.Main && !c.Subject.Empty() && c.Certain {
			return nil, false
		}
	}
	words := strings.Fields(strings.ToLower(lead))
	if last := words[len(words)-1]; awaiting[last] && !strings.HasSuffix(strings.ToLower(lead), "the following") {
		whole := language.Split(lead + " " + lowerFirst(text) + ".")
		if len(whole) != 1 {
			return nil, false
		}
		language.Tag(whole)
		facts := states(whole[0], clause.Read(whole[0]))
		for i := range facts {
			facts[i].Quote = item.Text
		}
		return facts, true
	}
	f := Fact{Type: Note, Quote: item.Text, Subject: lead, Predicate: ":", Object: text, Confidence: 0.8}
	leading := language.Split(lead)
	if len(leading) == 1 && !slices.ContainsFunc(clause.Read(leading[0]).Clauses, func(c clause.Clause) bool { return c.Kind == clause.Main }) && !several.MatchString(lead) {
		f.Type, f.Predicate = Parts, "include"
	}
	return []Fact{f}, true
}
