package ground

import (
	"cmp"
	"slices"

	"zincowl/core/language"
)

// Two sentences are held for one that is said otherwise only where nearly all of their words
// agree: what is short may speak of something else each time ("Wait five minutes").
const (
	leastAgreeing = 7   // words of either
	agreeing      = 0.8 // of the words of each
	crowd         = 60  // sentences that share a rare word before it is too common to look behind
)

// Otherwise finds sentences of other sources that repeat a sentence of one but say one thing in it
// otherwise: they deny it, or have the opposite or another number in one place. They are in the order
// of the sources.
func (x *Index) Otherwise(sentence, source string) []Judgement {
	return x.otherwise(read(sentence, false, tongueOf(sentence, x.languages)), source)
}

// Disagreement is a passage with a sentence that a passage of another source says otherwise.
type Disagreement struct{ Source, Passage, BySource, ByPassage string }

// Disagreements are all that the sources have, from the side of either.
func (x *Index) Disagreements() []Disagreement {
	var out []Disagreement
	for _, s := range x.sentences {
		if s.asks {
			continue
		}
		for _, o := range x.otherwise(s.reading, s.source) {
			out = append(out, Disagreement{s.source, s.passage, o.Source, o.Passage})
		}
	}
	return out
}

func (x *Index) otherwise(r reading, source string) []Judgement {
	mine := worded(r.tokens)
	if len(mine) < leastAgreeing {
		return nil
	}
	terms := slices.Clone(r.terms)
	slices.SortStableFunc(terms, func(a, b term) int { return cmp.Compare(len(x.in[a.lemma]), len(x.in[b.lemma])) })
	shared := map[int]int{}
	for _, t := range terms[:min(len(terms), 4)] { // one of which may be what they disagree in
		if list := x.in[t.lemma]; len(list) <= crowd {
			for _, s := range list {
				shared[s]++
			}
		}
	}
	var out []Judgement
	for at, n := range shared {
		s := x.sentences[at]
		if n < min(2, len(terms)) || s.source == source || s.asks || s.code != r.tongue.Code {
			continue
		}
		if why := saysOtherwise(r.tongue, mine, worded(s.reading.tokens)); why != "" {
			out = append(out, Judgement{Verdict: Contradicted, Source: s.source, Passage: s.passage, Quote: s.text, Locator: s.locator, Why: why, Sure: 0.9})
		}
	}
	slices.SortFunc(out, func(a, b Judgement) int {
		return cmp.Or(cmp.Compare(a.Source, b.Source), cmp.Compare(a.Passage, b.Passage), cmp.Compare(a.Quote, b.Quote))
	})
	return out
}

// saysOtherwise says in what two sentences disagree that are one but for a single stretch.
func saysOtherwise(tongue *language.Tongue, mine, theirs []language.Token) string {
	if len(theirs) < leastAgreeing {
		return ""
	}
	found, share := edits(mine, theirs)
	if share < agreeing || share*float64(len(mine)) < agreeing*float64(len(theirs)) {
		return ""
	}
	found = slices.DeleteFunc(found, func(e edit) bool { return sayNothing(e.mine) && sayNothing(e.theirs) })
	if len(found) != 1 {
		return ""
	}
	e := found[0]
	if denialAlone(e.mine) && len(e.theirs) == 0 || denialAlone(e.theirs) && len(e.mine) == 0 {
		return "The one denies what the other says."
	}
	if len(e.mine) != 1 || len(e.theirs) != 1 {
		return ""
	}
	a, b := e.mine[0], e.theirs[0]
	if contrasts[a.Lower][b.Lower] || opposed(lemmaOf(a), lemmaOf(b)) {
		return "They say the opposite in one place."
	}
	n, one := reading{tokens: e.mine, tongue: tongue}.amountAt(0)
	m, other := reading{tokens: e.theirs, tongue: tongue}.amountAt(0)
	if one > 0 && other > 0 && n.value.Cmp(m.value) != 0 {
		return "They give another number in one place."
	}
	return ""
}
