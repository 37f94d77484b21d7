package proof

import (
	"fmt"

	"zincowl/core/kind"
	"zincowl/core/language"
)

// Serves is what of an exam a question is for: a topic with its share of the marks, in per
// cent, and which of the topic's can-do statements. The topic is empty where it serves none.
type Serves struct {
	Topic      string  `json:"topic"`
	Share      float64 `json:"share"`
	Statement  string  `json:"statement,omitempty"`
	Statements int     `json:"statements,omitempty"` // that the topic has
}

// What is lost of relevance.
const (
	servesNone    = 70 // no topic of the outline
	servesTopic   = 10 // a topic, and none of the statements that it has
	servesNothing = 20 // a topic that is worth no marks
)

// Serving rates relevance by what of an outline the question serves, instead of by the
// sources.
func (r Ratings) Serving(s Serves) Ratings {
	r = r.without("relevance")
	r.Serves = &s
	points := 100
	lose := func(n int, says string) {
		points -= n
		r.Because = append(r.Because, Cost{"relevance", n, says})
	}
	switch {
	case s.Topic == "":
		lose(servesNone, "It serves no topic of the outline.")
	default:
		if s.Share == 0 {
			lose(servesNothing, fmt.Sprintf("“%s” has no share of the marks.", s.Topic))
		}
		if s.Statement == "" && s.Statements > 0 {
			lose(servesTopic, fmt.Sprintf("It fits none of what “%s” asks a candidate to do.", s.Topic))
		}
	}
	r.Relevance = &points
	return r
}

// relevance rates, where nothing shows the key, how much of what the question speaks of the
// sources speak of. Without sources it is not known.
func (x *examination) relevance(r *Ratings) {
	if len(x.library.passages) == 0 {
		return
	}
	known := x.library.spoken()
	met, all := 0, 0
	for w := range language.Stems(x.Stem + " " + kind.KeyText(x.Question)) {
		if all++; known[w] {
			met++
		}
	}
	points := 100
	if all > met && !x.proven {
		points = 100 * met / all
		r.Because = append(r.Because, Cost{"relevance", 100 - points, fmt.Sprintf("Of its %d telling words the sources have %d.", all, met)})
	}
	r.Relevance = &points
}
