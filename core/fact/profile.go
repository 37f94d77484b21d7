package fact

import (
	"strings"

	"zincowl/core/language"
	"zincowl/core/source"
)

// profile is what a document is about, as its words tell: what is said in a few
// sentences only may be beside the subject.
type profile struct {
	language  string
	sentences int
	in        map[string]int // how many sentences each stem stands in
	headed    map[string]bool
	most      int     // of how many the commonest stands in
	people    float64 // the share of sentences about "he" or "she"
}

func profileOf(passages []source.Passage) profile {
	p := profile{language: tongue(passages), in: map[string]int{}, headed: map[string]bool{}}
	persons := 0
	for _, passage := range passages {
		for _, h := range passage.Locator.Heading {
			for stem := range language.Stems(h) {
				p.headed[stem] = true
			}
		}
		if passage.Kind == source.Picture {
			continue
		}
		for _, s := range language.Split(passage.Text) {
			p.sentences++
			for stem := range language.Stems(s.Text) {
				p.in[stem]++
			}
			for _, t := range s.Tokens {
				if l := t.Lower; l == "he" || l == "she" || l == "his" || l == "her" {
					persons++
					break
				}
			}
		}
	}
	for _, n := range p.in {
		p.most = max(p.most, n)
	}
	if p.sentences > 0 {
		p.people = float64(persons) / float64(p.sentences)
	}
	return p
}

// topical counts the stems of a sentence that the document speaks of elsewhere too.
func (p profile) topical(s language.Sentence) int {
	n := 0
	for stem := range language.Stems(s.Text) {
		if hollow[stem] {
			continue
		}
		if p.in[stem] >= 3 || p.headed[stem] && p.in[stem] >= 2 {
			n++
		}
	}
	return n
}

// person says that a subject is one person spoken of as "he" or "she".
func person(subject string) bool {
	switch strings.ToLower(subject) {
	case "he", "she":
		return true
	}
	return false
}
