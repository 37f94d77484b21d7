package proof

import (
	"fmt"

	"zincowl/core/ground"
	"zincowl/core/kind"
	"zincowl/core/question"
	"zincowl/core/source"
)

// How sure the sources have to be, looked at as a whole, before they show a key right, and
// before they object to one. At these, of 80 questions on five subjects that the weights have
// not seen, a third is shown right, none is held, and more than half of the wrong keys are.
const (
	shownBy   = 0.85
	objecting = 0.80
	spokenOf  = 0.5 // how much of the question they have to speak of, to show its key
)

// lookedUp looks the answer up in all sources, where the question names no evidence and
// nothing has shown its key: which option they speak for, and what they say of a statement.
func (x *examination) lookedUp() []Finding {
	if x.proven || len(x.Cites) > 0 || len(x.library.passages) == 0 || x.Given != nil || x.Stimulus != "" || x.Figure != nil || x.quantitative() || x.isExercise() {
		return nil
	}
	switch kind.Answers(x.Question) {
	case kind.OneOption:
		return x.lookedUpOption()
	case kind.Truth:
		return x.lookedUpStatement()
	}
	return nil
}

func (x *examination) lookedUpOption() []Finding {
	key, ok := x.KeyOption()
	if !ok {
		return nil
	}
	for i, a := range x.library.sentences().Choose(x.Stem, optionTexts(x.Question)) {
		o := x.Options[i]
		switch {
		case o.ID == key.ID && a.Share >= shownBy && a.Covers >= spokenOf:
			return []Finding{{Check: "grounding", Verdict: Pass, At: "key", Title: "The sources say so", Says: fmt.Sprintf("Of the options, the sources speak for “%s”.", o.Text),
				Evidence: x.library.sentenceOf(a.Source, a.Passage, a.Quote, a.Locator), shows: true}}
		case o.ID != key.ID && a.Share >= objecting:
			return []Finding{{Check: "grounding", Verdict: Unsure, At: "options." + o.ID, Title: "The sources speak for another option", Says: fmt.Sprintf("What they say fits “%s” better than “%s”.", o.Text, key.Text),
				Expected: o.Text, Evidence: x.library.sentenceOf(a.Source, a.Passage, a.Quote, a.Locator)}}
		}
	}
	return nil
}

func (x *examination) lookedUpStatement() []Finding {
	j := x.library.sentences().Judge(x.Stem)
	says := map[ground.Verdict]string{ground.Supported: "true", ground.Contradicted: "false"}[j.Verdict]
	if says == "" || len(x.Key.Options) != 1 {
		return nil
	}
	evidence := x.library.sentenceOf(j.Source, j.Passage, j.Quote, j.Locator)
	switch {
	case says == x.Key.Options[0] && j.Sure >= shownBy:
		return []Finding{{Check: "grounding", Verdict: Pass, At: "key", Title: "The sources say so", Says: j.Why, Evidence: evidence, shows: true}}
	case says != x.Key.Options[0] && j.Sure >= objecting:
		return []Finding{{Check: "grounding", Verdict: Unsure, At: "key", Title: "The sources say otherwise", Says: j.Why, Expected: says, Evidence: evidence}}
	}
	return nil
}

// sentenceOf is a sentence of the sources as evidence.
func (l *Library) sentenceOf(source, passage, quote string, where source.Locator) []Evidence {
	return []Evidence{{Source: source, Passage: passage, Title: l.titles[source], Quote: quote, Locator: where}}
}

// alone looks things up in one passage and in nothing else.
func alone(p source.Passage) *ground.Index {
	return ground.New([]ground.Source{{ID: p.ID, Doc: source.Document{Passages: []source.Passage{p}}}})
}

// optionTexts are the options of a question as they are read.
func optionTexts(q question.Question) []string {
	out := make([]string, len(q.Options))
	for i, o := range q.Options {
		out[i] = o.Text
	}
	return out
}
