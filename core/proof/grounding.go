package proof

import (
	"fmt"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/question"
	"zincowl/core/source"
)

// grounding asks whether the quoted words stand in the source, and whether they
// hold the key.
func (x *examination) grounding() []Finding {
	if len(x.Cites) == 0 {
		return []Finding{{Check: "grounding", Verdict: NotApplicable, Title: "No evidence is named", Says: "This question names no passage it was drawn from."}}
	}
	var out []Finding
	for _, c := range x.Cites {
		out = append(out, x.ground(c))
	}
	return out
}

func (x *examination) ground(c question.Cite) Finding {
	f := Finding{Check: "grounding", At: "cites", Title: "Evidence"}
	at, ok := x.library.cited(c)
	if !ok {
		f.Verdict, f.Title = Unsure, "The evidence is gone"
		f.Says = "The passage this question was drawn from is no longer in the sources."
		return f
	}
	f.Evidence = []Evidence{{Source: at.source, Passage: c.Passage, Title: x.library.titles[at.source], Quote: c.Quote, Locator: at.passage.Locator}}
	if c.Quote == "" || !strings.Contains(source.Fold(at.passage.Text), source.Fold(c.Quote)) {
		f.Verdict, f.Title = Fail, "The quote is not in the source"
		f.Says = "These words do not stand in the passage they are said to come from."
		return f
	}
	for _, o := range x.library.overruled[at.at()] {
		if strings.Contains(source.Fold(c.Quote), source.Fold(o.lost.Quote)) || strings.Contains(source.Fold(o.lost.Quote), source.Fold(c.Quote)) {
			f.Verdict, f.Title = Fail, "Another source overrules it"
			f.Says = fmt.Sprintf("“%s” counts more, or is newer, and says “%s”.", x.library.titles[o.by.source], o.by.Quote)
			f.Evidence = append(f.Evidence, x.library.evidence(o.by, o.by.Object)...)
			return f
		}
	}
	holds, shows := x.held(c)
	if !shows && !x.said {
		f.Verdict, f.Title = Unsure, "The quote does not hold the key"
		f.Says = fmt.Sprintf("“%s” can't be found in the words quoted.", kind.KeyText(x.Question))
		return f
	}
	f.Verdict, f.Evidence[0].Holds = Pass, holds
	f.Says = "The quote stands in the source and holds the key."
	if !shows {
		f.Says = "The quote stands in the source."
	}
	f.shows = shows && kind.Answers(x.Question) == kind.Words
	return f
}

// held finds the words of the quote that hold the key, and says whether it does.
func (x *examination) held(c question.Cite) (string, bool) {
	switch {
	case kind.Answers(x.Question) == kind.Words:
		key := x.Key.Blanks[0][0]
		if strings.Contains(words(c.Quote), words(x.filled(key))) {
			return key, true
		}
		return "", false
	case kind.Answers(x.Question) == kind.Truth: // whether it is so is said elsewhere
		return "", common(language.Stems(x.Stem), language.Stems(c.Quote)) > 0
	case x.quantitative():
		solved, _ := x.solve()
		if solved == nil {
			return "", false
		}
		for _, e := range solved.by {
			if at, _ := x.library.cited(c); e.at() == at.at() && strings.Contains(source.Fold(c.Quote), source.Fold(e.Quote)) {
				return e.Text, true
			}
		}
		return "", false
	}
	key := kind.KeyText(x.Question)
	if i := strings.Index(strings.ToLower(c.Quote), strings.ToLower(key)); i >= 0 && kind.Answers(x.Question) == kind.OneOption {
		return c.Quote[i : i+len(key)], true
	}
	return "", strings.Contains(words(c.Quote), words(key))
}
