package proof

import (
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/ground"
	"zincowl/core/kind"
	"zincowl/core/question"
	"zincowl/core/source"
)

// How sure the sources have to be, looked at as a whole, before they show a key right, and
// before they object to one. At these, of 80 questions on five subjects that the weights have
// not seen, three in ten are shown right, none is held, and more than half of the wrong keys are.
const (
	shownBy   = 0.85
	objecting = 0.80
	spokenOf  = 0.5 // how much of the question they have to speak of, to show its key
)

// ofSources says whether sentences of the sources can answer a question: there are some, and
// it is about nothing shown beside it, nothing to be reckoned, and no exercise.
func (x *examination) ofSources() bool {
	return len(x.library.passages) > 0 && x.Given == nil && x.Stimulus == "" && x.Figure == nil && !x.quantitative() && !x.isExercise()
}

// lookedUp looks the answer up in all sources, where the question names no evidence and
// nothing has shown its key: which option they speak for, and what they say of a statement.
func (x *examination) lookedUp() []Finding {
	if x.proven || len(x.Cites) > 0 || !x.ofSources() {
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

// listedToo asks of a question about what something is, has or does whether a source names
// another option in one list with the key.
func (x *examination) listedToo() []Finding {
	if kind.Answers(x.Question) != kind.OneOption || !x.ofSources() {
		return nil
	}
	key, ok := x.KeyOption()
	if !ok || comparing.MatchString(x.Stem) {
		return nil
	}
	for _, o := range x.Options {
		if o.ID == key.ID {
			continue
		}
		if a, ok := x.library.sentences().Listed(x.Stem, plainName(key.Text), plainName(o.Text)); ok {
			return []Finding{{Check: "single-key", Verdict: Unsure, At: "options." + o.ID, Title: "Another option stands in one list with the key",
				Says:     fmt.Sprintf("What the source says of “%s” it says of “%s” as well.", key.Text, o.Text),
				Evidence: x.library.sentenceOf(a.Source, a.Passage, a.Quote, a.Locator)}}
		}
	}
	return nil
}

// comparing are words by which a question asks for one of several that share something.
var comparing = regexp.MustCompile(`(?i)\b(?:first|last|most|least|best|more|less|only|largest|smallest|\pL{3,}est|before|after|besides|other than|apart from|instead|rather)\b`)

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

// Looked is what the sources say of one answer of a question.
type Looked struct {
	Option   string         `json:"option,omitempty"` // its id; none where the question is a statement
	Answer   string         `json:"answer"`           // none where answers can't be told apart
	Verdict  ground.Verdict `json:"verdict" enum:"supported,contradicted,not-found"`
	Share    float64        `json:"share"` // of all that speaks for any of the answers
	Says     string         `json:"says"`
	Evidence []Evidence     `json:"evidence,omitempty"`
}

// LookUp looks each answer of a question up in all sources: how far they speak for it rather
// than for the others, and where. Unlike a check it decides nothing and may be wrong.
func LookUp(q question.Question, l *Library) []Looked {
	if len(l.passages) == 0 {
		return nil
	}
	index := l.sentences()
	judged := func(statement string) Looked {
		j := index.Judge(statement)
		out := Looked{Answer: statement, Verdict: j.Verdict, Share: j.Sure, Says: j.Why}
		if j.Quote != "" {
			out.Evidence = l.sentenceOf(j.Source, j.Passage, j.Quote, j.Locator)
		}
		return out
	}
	if kind.Answers(q) == kind.Truth {
		return []Looked{judged(q.Stem)}
	}
	if len(q.Options) < 2 || len(q.Key.Pairs)+len(q.Key.Order) > 0 {
		out := []Looked{}
		for _, p := range q.Key.Points {
			out = append(out, judged(p))
		}
		if len(out) == 0 {
			answer := kind.KeyText(q)
			said := q.Stem + " " + answer
			if len(q.Key.Blanks) > 0 {
				said = strings.ReplaceAll(q.Stem, question.BlankMark(1), answer)
			}
			looked := judged(said)
			looked.Answer = answer
			out = append(out, looked)
		}
		return out
	}
	var answers []ground.Answer
	if x := (&examination{Question: q, library: l}); !x.quantitative() {
		answers = index.Choose(q.Stem, optionTexts(q))
	}
	if answers == nil { // amounts, cases, what is not so: no sentence says one of them rather than the others
		looked := judged(q.Stem)
		looked.Answer, looked.Verdict, looked.Share, looked.Says = "", ground.NotFound, 0, "The answers can't be looked up one by one; this is the nearest that the sources have."
		return []Looked{looked}
	}
	out := make([]Looked, len(q.Options))
	for i, o := range q.Options {
		a := answers[i]
		out[i] = Looked{Option: o.ID, Answer: o.Text, Verdict: ground.NotFound, Share: a.Share, Says: "The sources do not speak for it."}
		if a.Share >= 1/float64(len(q.Options)) {
			out[i].Verdict, out[i].Says = ground.Supported, "The sources speak for it."
		}
		if a.Quote != "" {
			out[i].Evidence = l.sentenceOf(a.Source, a.Passage, a.Quote, a.Locator)
		}
	}
	return out
}
