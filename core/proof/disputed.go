package proof

import (
	"fmt"
	"strings"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/source"
)

// disputed asks of what the findings rest on whether another source that counts as much
// says otherwise: then a person has to decide, and no finding alone shows the key.
func (x *examination) disputed(findings []Finding) []Finding {
	for _, f := range findings {
		if f.Verdict != Pass {
			continue
		}
		for _, e := range f.Evidence {
			for _, d := range x.library.disputes[at{e.Source, e.Passage}] {
				if quote := source.Fold(e.Quote); !strings.Contains(quote, source.Fold(d.one.Quote)) && !strings.Contains(source.Fold(d.one.Quote), quote) {
					continue
				}
				return x.library.disagreement(d.one.source, d.one.Quote, d.other.source, d.other.Quote, undecided,
					append(x.library.evidence(d.one, d.one.Object), x.library.evidence(d.other, d.other.Object)...))
			}
			if found := x.saidOtherwise(e); found != nil {
				return found
			}
		}
	}
	return nil
}

// saidOtherwise asks whether another source that counts no less repeats what is quoted and says one
// thing in it otherwise.
func (x *examination) saidOtherwise(e Evidence) []Finding {
	l := x.library
	if len(l.titles) < 2 {
		return nil
	}
	for _, s := range language.Split(e.Quote) {
		for _, o := range l.sentences().Otherwise(s.Text, e.Source) {
			order := fact.Outranks(l.counts[e.Source], l.counts[o.Source])
			if order < 0 {
				continue
			}
			decides := undecided
			if order > 0 {
				decides = "the second counts more or is newer; ask for what it says, or correct its standing"
			}
			return l.disagreement(e.Source, s.Text, o.Source, o.Quote, decides,
				[]Evidence{e, {Source: o.Source, Passage: o.Passage, Title: l.titles[o.Source], Quote: o.Quote, Locator: o.Locator}})
		}
	}
	return nil
}

// undecided is what is to be done where two sources count as much.
const undecided = "neither counts more or is newer; give one a higher standing, or its date"

// disagreement holds a question that rests on what two sources say differently.
func (l *Library) disagreement(one, says, other, saysOtherwise, decides string, evidence []Evidence) []Finding {
	return []Finding{{Check: "grounding", Verdict: Unsure, At: "cites", Title: "Two sources disagree", Evidence: evidence,
		Says: fmt.Sprintf("“%s” says “%s”, “%s” says “%s”, and %s.", l.titles[one], says, l.titles[other], saysOtherwise, decides)}}
}
