// Package clause reads what English sentences state: clause by clause the verb, who
// or what does it, what is done or said of it, under which conjunction, and whether
// that is stated at all.
//
// The model: a sentence becomes words (words.go), among which noun groups and verb
// groups are found (group.go). A reader goes through them from left to right as a
// finite-state cascade does (after Abney, “Partial parsing via finite-state
// cascades”, 1996): what leads in, the subject with what describes it, the verb, its
// complements, what trails (read.go). It decides by what lies ahead and never goes
// back. What it can't place counts as a cost.
//
// A tagger is wrong about one clause verb in eight, so the tags are only the first
// reading. Where words can be something else, the sentence is read again so, and the
// reading that costs least is taken (choose.go). A clause in which another reading
// that costs nearly as little differs is not certain; nor is one with something left
// over in it.
package clause

import "zincowl/core/language"

// Span is a piece of a sentence, in byte offsets of its text.
type Span struct{ From, To int }

// Empty says that there is nothing.
func (s Span) Empty() bool { return s.To <= s.From }

// Prep is a preposition with what it governs.
type Prep struct {
	Word   string
	Object Span
}

// Kind is how a clause hangs in its sentence.
type Kind string

// The kinds of clauses.
const (
	Main       Kind = "main"
	Adverbial  Kind = "adverbial"  // with a conjunction: "when the pump stops"
	Relative   Kind = "relative"   // "which stops"
	Content    Kind = "content"    // what is said, known, meant: "that it stops"
	Nominal    Kind = "nominal"    // "what it stops"
	Participle Kind = "participle" // "stopped by a valve"
	Gerund     Kind = "gerund"     // "by stopping the pump"
	Infinitive Kind = "infinitive" // "to stop the pump"
)

// Clause is one clause of a sentence.
type Clause struct {
	Kind       Kind
	Predicate  string // the main verb as written
	Base       string // its base form
	At         Span   // the verb group
	Subject    Span
	Object     Span
	Complement Span
	Negated    bool
	Modal      string
	Passive    bool
	Past       bool
	Preps      []Prep
	Adverbs    []string
	Link       string // the word that joins it to another clause
	Of         int    // the index of the clause it hangs on; -1 for main clauses
	Asserted   bool   // it is stated, not only supposed, asked, wished or reported
	Imperative bool
	Certain    bool
	Whole      Span // from its first word to its last
}

// Reading is a sentence as it was read.
type Reading struct {
	Text    string
	Clauses []Clause
	Cost    float64 // of what could not be placed and of words read otherwise than tagged
	Left    float64 // of what could not be placed; 0 where all was
	Words   int
}

// Of is the text of a span.
func (r Reading) Of(s Span) string {
	if s.Empty() {
		return ""
	}
	return r.Text[s.From:s.To]
}

// Read reads a sentence, whose tokens may be tagged already and need not be. The same sentence is always read
// the same.
func Read(s language.Sentence) Reading { return choose(s.Text, wordsOf(s)) }
