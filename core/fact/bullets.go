package fact

import (
	"regexp"
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
	if p.Kind == source.Heading && !strings.ContainsAny(p.Text, ".?!:;,") {
		return strings.TrimSpace(p.Text)
	}
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
func completing(lead string, heading bool, item source.Passage, about profile) ([]Fact, bool) {
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
		whole, ok := language.Single(lead + " " + lowerFirst(text) + ".")
		if !ok {
			return nil, false
		}
		facts := states(whole, clause.Read(whole))
		for i := range facts {
			facts[i].Quote = item.Text
		}
		return facts, true
	}
	if heading {
		return under(lead, text, item)
	}
	f := Fact{Type: Note, Quote: item.Text, Subject: lead, Predicate: ":", Object: text, Confidence: 0.8}
	leading := language.Split(lead)
	if len(leading) == 1 && !slices.ContainsFunc(clause.Read(leading[0]).Clauses, func(c clause.Clause) bool { return c.Kind == clause.Main }) && !several.MatchString(lead) {
		f.Type, f.Predicate = Parts, "include"
	}
	return []Fact{f}, true
}

// collective is a heading that names several things of something: "Signs of overload".
var collective = regexp.MustCompile(`(?i)^(?:the |main |common |typical |usual )*(\pL+) (?:of|for|in|to|when|during|after|before|with) \pL`)

// under reads an item that has no subject of its own below a heading that names one: "clog
// at the surface" below "Slow filters", or what is one of the "Signs of overload".
func under(heading, text string, item source.Passage) ([]Fact, bool) {
	if m := collective.FindStringSubmatch(heading); m != nil && language.Plural(strings.ToLower(m[1])) {
		first, ok := language.Single(text)
		if !ok || verbal[first.Tokens[0].Tag] {
			return nil, false
		}
		return []Fact{{Type: Parts, Quote: item.Text, Subject: heading, Predicate: "include", Object: text, Confidence: 0.8}}, true
	}
	whole, ok := language.Single(heading + " " + lowerFirst(text) + ".")
	if !ok {
		return nil, false
	}
	r := clause.Read(whole)
	for _, c := range r.Clauses {
		// The heading, and nothing but the heading, has to be what the item speaks of.
		if c.Kind != clause.Main || !c.Certain || c.Subject.From != 0 || c.Subject.To != len(heading) || c.Passive && !auxiliary.MatchString(r.Of(c.At)) {
			continue
		}
		facts := states(whole, r)
		for i := range facts {
			facts[i].Quote, facts[i].Confidence = item.Text, min(facts[i].Confidence, 0.7)
		}
		return slices.DeleteFunc(facts, func(f Fact) bool { return f.Type == Statement }), true
	}
	return nil, false
}

// verbal are the tags of verbs that say something, or order it.
var verbal = map[string]bool{"VB": true, "VBP": true, "VBZ": true}
