package proof

import (
	"fmt"
	"math"
	"strings"
	"sync"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/syllabus"
)

// Serves is what of an exam a question is for: a topic with its share of the marks, in per
// cent, and the can-do statement. All are empty where it serves none.
type Serves struct {
	Topic     string  `json:"topic,omitempty"`
	Statement string  `json:"statement,omitempty"`
	Share     float64 `json:"share,omitempty"`
}

// Outline is an exam's outline with what sorts texts into it.
type Outline struct {
	Topics []syllabus.Topic
	Sorter *syllabus.Sorter
}

// Under is the library of a course that follows an outline, which is read when it is first
// asked for. Where it has no topics, relevance is told by the sources alone.
func (l *Library) Under(read func() Outline) *Library {
	out := *l
	out.outline = sync.OnceValue(read)
	return &out
}

// serves finds the topic and the statement that a question is for: the topic that it was
// given, else the one that its words belong to.
func (x *examination) serves() (Serves, bool) {
	if x.library.outline == nil {
		return Serves{}, false
	}
	o := x.library.outline()
	if len(o.Topics) == 0 {
		return Serves{}, false
	}
	words := strings.Join(append([]string{x.Stem, kind.KeyText(x.Question)}, optionTexts(x.Question)...), "\n")
	topic, statement := x.Topic, ""
	if topic != "" {
		statement = o.Sorter.Statement(topic, words)
	}
	find := func() (Serves, bool) {
		for _, t := range o.Topics {
			if t.ID != topic && t.Title != topic {
				continue
			}
			s := Serves{Topic: t.Title, Share: math.Round(10*t.Weight) / 10}
			for _, c := range t.CanDo {
				if c.ID == statement {
					s.Statement = c.Text
				}
			}
			return s, true
		}
		return Serves{}, false
	}
	if s, ok := find(); ok && topic != "" {
		return s, true
	}
	if at, ok := o.Sorter.Of(words); ok {
		topic, statement = at.Topic, at.Statement
		s, _ := find()
		return s, true
	}
	return Serves{}, true
}

// What is lost of relevance.
const (
	servesNone    = 70 // no topic of the outline
	servesTopic   = 10 // a topic, and none of the statements that it has
	servesNothing = 20 // a topic that is worth no marks
)

// relevance rates what a question is worth for the exam: by the outline where there is one,
// else by how much of what it speaks of the sources speak of.
func (x *examination) relevance(r *Ratings) {
	points := 100
	lose := func(n int, says string) {
		n = min(n, points)
		if points -= n; n > 0 {
			r.Because = append(r.Because, Cost{"relevance", n, says})
		}
	}
	s, outlined := x.serves()
	switch {
	case outlined:
		r.Serves = &s
		switch {
		case s.Topic == "":
			lose(servesNone, "It serves no topic of the outline.")
		case s.Share == 0:
			lose(servesNothing, fmt.Sprintf("“%s” has no share of the marks.", s.Topic))
		}
		if s.Topic != "" && s.Statement == "" && x.hasStatements(s.Topic) {
			lose(servesTopic, fmt.Sprintf("None of what “%s” asks a candidate to do fits it.", s.Topic))
		}
	case len(x.library.passages) == 0:
		return
	default:
		known := x.library.spoken()
		met, all := 0, 0
		for w := range language.Stems(x.Stem + " " + kind.KeyText(x.Question)) {
			if all++; known[w] {
				met++
			}
		}
		if all == 0 {
			return
		}
		if share := float64(met) / float64(all); share < 1 && !x.proven {
			lose(int(math.Round(100*(1-share))), fmt.Sprintf("Of its %d telling words the sources have %d.", all, met))
		}
	}
	r.Relevance = &points
}

// hasStatements says whether a topic has can-do statements at all.
func (x *examination) hasStatements(title string) bool {
	for _, t := range x.library.outline().Topics {
		if t.Title == title {
			return len(t.CanDo) > 0
		}
	}
	return false
}
