package proof

import (
	"fmt"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/question"
)

// Ratings say from 0 to 100 how clear a question is, how much it serves the exam and how
// well it fits the level that it claims, with what cost points. They are advice and never
// change a verdict. What can't be told has no rating.
type Ratings struct {
	Clarity   int            `json:"clarity"`
	Relevance *int           `json:"relevance,omitempty"`
	LevelFit  *int           `json:"level_fit,omitempty"`
	Demands   question.Level `json:"demands,omitempty"`  // the level that it asks for
	Features  []string       `json:"features,omitempty"` // what shows that
	Serves    *Serves        `json:"serves,omitempty"`   // of the outline, where there is one
	Because   []Cost         `json:"because,omitempty"`
}

// Cost is what a rating lost, and why.
type Cost struct {
	Of     string `json:"of"` // clarity, relevance or level_fit
	Points int    `json:"points"`
	Says   string `json:"says"`
}

// unclear are the checks whose objections say that a question is not clear, with what each
// costs.
var unclear = map[string]int{
	"writing": 20, "negation": 30, "dangling": 30, "absent": 40, "giveaway": 15, "distinct-options": 20,
	"readings": 40, "possible": 25, "repeat": 10, "spelling": 10, "units": 20, "whole": 60,
}

const (
	longSentence = 32  // words of a sentence that is long to hold in mind
	longStem     = 110 // words of a stem that is long to read
	oneLevelOff  = 35  // what a level beside the one demanded costs
)

func (x *examination) rate(findings []Finding) Ratings {
	r := Ratings{}
	x.clarity(&r, findings)
	x.relevance(&r)
	if features, told := x.demands(); told {
		r.Demands = demanded(features)
		for _, d := range features {
			r.Features = append(r.Features, d.says)
		}
	}
	return r.Claiming(x.Level)
}

// without are the ratings without one of them.
func (r Ratings) without(of string) Ratings {
	r.Because = slices.DeleteFunc(slices.Clone(r.Because), func(c Cost) bool { return c.Of == of })
	return r
}

// clarity rates how easily it is understood what is asked: what the checks of its writing
// object to, and how long its sentences are.
func (x *examination) clarity(r *Ratings, findings []Finding) {
	r.Clarity = 100
	lose := func(n int, says string) {
		n = min(n, r.Clarity)
		if r.Clarity -= n; n > 0 {
			r.Because = append(r.Because, Cost{"clarity", n, says})
		}
	}
	for _, f := range findings {
		if cost, of := unclear[f.Check]; of && f.Aside == nil && (f.Verdict == Fail || f.Verdict == Unsure) {
			lose(cost, f.Title+".")
		}
	}
	all, longest := 0, 0
	for _, s := range language.Split(x.Stem) {
		n := len(strings.Fields(s.Text))
		all, longest = all+n, max(longest, n)
	}
	if longest > longSentence {
		lose(min(20, longest-longSentence+4), fmt.Sprintf("Its longest sentence has %d words.", longest))
	}
	if all > longStem && x.Given == nil {
		lose(min(15, (all-longStem)/5+5), fmt.Sprintf("Its stem has %d words.", all))
	}
}

// Claiming rates how near a level that the question claims is to the one that it demands.
func (r Ratings) Claiming(level question.Level) Ratings {
	r = r.without("level_fit")
	r.LevelFit = nil
	claimed, demands := slices.Index(question.Levels, level), slices.Index(question.Levels, r.Demands)
	if claimed < 0 || demands < 0 {
		return r
	}
	points := 100
	if off := max(demands-claimed, claimed-demands); off > 0 {
		says := "one stated fact or one formula answers it"
		if len(r.Features) > 0 {
			says = strings.Join(r.Features, ", and ")
		}
		points -= oneLevelOff * off
		r.Because = append(r.Because, Cost{"level_fit", 100 - points, fmt.Sprintf("It claims to be %s and asks for what is %s: %s.", level, r.Demands, says)})
	}
	r.LevelFit = &points
	return r
}
