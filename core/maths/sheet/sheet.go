// Package sheet answers word problems from a sheet of formulas.
//
// The model: the variables of formulas are terms, and a term is one and the same
// in every formula that names it alike and measures it in the same dimension. A
// stem is read (stem.go) for its quantities, each named by a term or known by its
// unit alone, for the change it tells of ("the flow then rises by 20%"), and for
// what it asks. A route (route.go) is the formulas that lead from terms that are
// given to the one that is asked for, each formula used once. Each route that the
// quantities of the stem can be dealt to is an answer, and says how sure it is:
// by the names that the stem and the sheet share, or by units only.
package sheet

import (
	"cmp"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/units"
)

// Sheet is a list of formulas, ready to answer from. It does not change and may be
// shared.
type Sheet struct {
	formulas []maths.Formula
	terms    []term
	of       [][]int // the terms of each formula's variables, in their order
	with     [][]int // the formulas that speak of each term
	solves   []map[int]bool
}

// term is a quantity that formulas talk of.
type term struct {
	maths.Variable                  // as the first formula has it
	phrases        []string         // in small letters, the longest first
	letters        []*regexp.Regexp // find names of one letter
}

// New makes a sheet of formulas.
func New(formulas []maths.Formula) *Sheet {
	s := &Sheet{formulas: formulas}
	for _, f := range formulas {
		var of []int
		for _, v := range f.Variables {
			of = append(of, s.term(v))
		}
		s.of = append(s.of, of)
	}
	s.with = make([][]int, len(s.terms))
	for i, of := range s.of {
		s.solves = append(s.solves, s.solved(i))
		for _, t := range of {
			if n := len(s.with[t]); n == 0 || s.with[t][n-1] != i {
				s.with[t] = append(s.with[t], i)
			}
		}
	}
	return s
}

// term finds the term of a variable, or adds it.
func (s *Sheet) term(v maths.Variable) int {
	at := slices.IndexFunc(s.terms, func(t term) bool { return t.Means(v) })
	if at < 0 {
		at = len(s.terms)
		s.terms = append(s.terms, term{Variable: v})
	}
	t := &s.terms[at]
	for _, name := range []string{v.Meaning, v.Name} {
		if len([]rune(name)) < 2 {
			letter := "(" + regexp.QuoteMeta(name) + ")"
			for _, find := range []*regexp.Regexp{
				regexp.MustCompile(`(?:^|[\s(,])` + letter + `(?:\s*[=≈:]|[?.,]|\s+in\b|$)`),
				regexp.MustCompile(`\b(?:[Tt]he|[Aa]n?) ` + letter + `\s+(?:is|was|of|then|rises|falls)\b`),
			} {
				if !slices.ContainsFunc(t.letters, func(r *regexp.Regexp) bool { return r.String() == find.String() }) {
					t.letters = append(t.letters, find)
				}
			}
			continue
		}
		for _, phrase := range variants(strings.ToLower(name)) {
			if !slices.Contains(t.phrases, phrase) {
				t.phrases = append(t.phrases, phrase)
			}
		}
	}
	slices.SortStableFunc(t.phrases, func(a, b string) int { return cmp.Compare(len(b), len(a)) })
	return at
}

// variants are the ways to say a name: "volume of water" is "water volume" too.
func variants(name string) []string {
	out := []string{name}
	if what, of, ok := strings.Cut(name, " of "); ok {
		out = append(out, strings.TrimPrefix(of, "the ")+" "+what)
	}
	if words := strings.Fields(name); len(words) == 2 {
		out = append(out, words[1]+" of "+words[0], words[1]+" of the "+words[0])
	}
	return out
}

// Certainty is how well an answer is founded.
type Certainty int

// The certainties, in rising order.
const (
	Possible Certainty = iota // another reading may be meant
	ByUnit                    // some givens are known by their units alone, in the one way that fits
	Named                     // the stem names all givens and what it asks as the sheet does
)

// Answer is a stem worked out in one way.
type Answer struct {
	Formulas []int // of the sheet, in the order they are worked
	Asked    maths.Variable
	Value    units.Quantity // in the unit that the stem asks for
	Working  []string       // a line each formula, and one for a change
	Exact    maths.Node     // the same value as an expression in that unit; nil where something changes
	Sure     Certainty
	Taken    []string // "900 m³ for the volume", where the stem does not name it
	Unused   []string // quantities of the stem that were not needed
}

// maxAnswers bounds how many readings are looked at.
const maxAnswers = 400

// Answers works a stem out in every way that the sheet allows, the best founded
// first. Of equally good ones the shortest comes first; it is for the caller to
// see whether they agree.
func (s *Sheet) Answers(stem string) []Answer {
	t := s.read(stem)
	if len(t.found) == 0 && t.change == nil || len(t.found) > 10 {
		return nil
	}
	most := len(t.found)
	if t.change != nil && t.change.from != nil {
		most++
	}
	looks := maxLooks
	var out []Answer
	for _, asked := range t.asked {
		for _, r := range s.routes(asked, most, &looks) {
			if len(out) > maxAnswers {
				break
			}
			out = append(out, s.along(r, t)...)
		}
	}
	if t.change != nil {
		out = append(out, s.inProportion(t)...)
	}
	slices.SortStableFunc(out, func(a, b Answer) int {
		return cmp.Or(cmp.Compare(b.Sure, a.Sure), cmp.Compare(len(a.Unused), len(b.Unused)), cmp.Compare(len(a.Formulas), len(b.Formulas)))
	})
	return out
}

// Equal says whether two answers come to the same.
func (a Answer) Equal(b Answer) bool {
	return a.Value.Unit.Same(b.Value.Unit) && maths.Alike(b.Value.In(a.Value.Unit), a.Value.Value)
}

// Rivals says whether two answers are equally well founded.
func (a Answer) Rivals(b Answer) bool { return a.Sure == b.Sure && len(a.Unused) == len(b.Unused) }
