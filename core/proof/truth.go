package proof

import (
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
)

var copula = regexp.MustCompile(`(?: is| are| means| mean)$`)

// names says whether a statement is about a term: it begins with it, and goes on with
// what it is.
func names(said, term string) bool {
	rest, begins := strings.CutPrefix(leadingArticle.ReplaceAllString(said, ""), term+" ")
	return begins && leadingCopula.MatchString(rest)
}

var (
	leadingArticle = regexp.MustCompile(`^(?:a|an|the) `)
	leadingCopula  = regexp.MustCompile(`^(?:is|are|means|mean) `)
)

// truth asks of a statement on what a term means whether the sources say the same: it
// is true where one explains the term in these words, and false where each that
// explains it does so in others and these are what another term means.
func (x *examination) truth() []Finding {
	if kind.Answers(x.Question) != kind.Truth || turned.MatchString(x.withoutMeanings()) {
		return nil
	}
	said := words(x.Stem)
	var same, own, other []entry
	for _, e := range x.library.terms {
		rest, about := strings.CutSuffix(said, " "+e.meaning)
		about = about && strings.HasSuffix(" "+copula.ReplaceAllString(rest, ""), " "+e.term)
		switch {
		case about:
			same = append(same, e)
		case names(said, e.term):
			own = append(own, e)
		case strings.HasSuffix(said, " "+e.meaning):
			other = append(other, e)
		}
	}
	f := Finding{Check: "grounding", At: "key"}
	truth, by := "", entry{}
	switch {
	case len(same) > 0:
		truth, by = "true", same[0]
	case len(own) > 0 && len(other) > 0:
		for _, e := range own {
			if likeness(language.Stems(e.Object), language.Stems(x.Stem)) > defended {
				return nil // it may say the same in other words
			}
		}
		truth, by = "false", own[0]
	default:
		return nil
	}
	f.Evidence = x.library.evidence(by, by.Object)
	if key, _ := x.KeyOption(); key.ID == truth {
		f.Verdict, f.shows = Pass, true
		f.Title, f.Says = "The statement is "+truth, fmt.Sprintf("The source says “%s”.", by.Quote)
		return []Finding{f}
	}
	f.Verdict, f.Title, f.Expected = Fail, "The key is wrong", truth
	f.Says = fmt.Sprintf("The source says “%s”, so the statement is %s.", by.Quote, truth)
	x.mend = x.mended(kind.Found{Option: truth})
	return []Finding{f}
}
