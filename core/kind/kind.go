// Package kind is a room for each kind of question.
//
// The model: a Room knows everything that is particular to one kind, a file each:
// which parts belong together, what is right in a reader's words, what may be shown
// before the answer and in which order, what the question claims, how what is typed
// is read and how it is marked. The rest of the program asks the room and never
// looks at the kind itself, so a new kind is a new file here, a line in the list of
// rooms, and its counterpart in the interface. docs/kinds.md says how one is added.
package kind

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"maps"
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// Room is what is particular to one kind of question.
type Room interface {
	// Check says in one sentence which parts do not fit together, or returns nil.
	Check(q question.Question) error
	// Own is what of a key belongs to the kind.
	Own(k question.Key) question.Key
	// Key is what is right as a reader would write it.
	Key(q question.Question) string
	// Shown is what a candidate sees beside the stem, in the order of the question.
	Shown(q question.Question) Shown
	// Deal puts what is shown in an order of its own, as far as order does not matter,
	// as ids.
	Deal(q question.Question, r *rand.Rand) []string
	// Answers is what an answer is, for the checks of the proof.
	Answers() Answer
	// Claims are the answers that a question speaks of, the key's marked as right.
	Claims(q question.Question) []Claim
	// Mend is the question with another key, as a check found it to be; false where
	// that can't be said in this kind.
	Mend(q question.Question, found Found) (question.Question, bool)
	// Right is the key as a response.
	Right(q question.Question) marking.Response
	// Mark holds a response that is not empty against the key.
	Mark(q question.Question, r marking.Response, budget algebra.Budget, out *marking.Result)
	// Typed says how a typed answer is read; it is nil where nothing is typed that
	// could be read in more than one way.
	Typed() func(language, text string, budget algebra.Budget) marking.Understood
	// Plain is the question beside its stem as lines of text, for print and exchange.
	Plain(q question.Question) []string
}

// Shown is what a candidate sees of a question beside its stem, and nothing of its
// answer.
type Shown struct {
	Options []question.Option // without what is said of them
	Matches []question.Option // of a match, what they belong to
	Rows    [][]string        // of a table, with the cells to be filled in empty
	Unit    string            // that a typed number is asked in
}

// Answer is what answers a question, however it is given: what the checks of the proof
// have to know of a kind.
type Answer int

// The sorts of answer. Checks say nothing of those that are something else.
const (
	SomethingElse Answer = iota
	OneOption            // one of the options
	Amount               // a number with its unit
	Mathematics          // an expression or a set
	Words                // what the stem leaves out
	Truth                // whether the stem is true
	Prose                // sentences of one's own
)

// Claim is one answer that a question speaks of.
type Claim struct {
	Option string // its id; "" for a key that is typed
	Text   string
	Right  bool
}

// Found is what a check found to be right. Which field is used depends on the check.
type Found struct {
	Option     string   // the id of an option
	Value      string   // a number, in the key's unit
	Expression string   // an equal expression
	Set        string   // a set of solutions, as in a key
	Values     []string // of it
	Where      string
}

// rooms are all kinds that there are.
var rooms = map[question.Kind]Room{
	question.Choice:     choice{},
	question.Choices:    choices{},
	question.TrueFalse:  truefalse{},
	question.Numeric:    numeric{},
	question.Blanks:     blanks{},
	question.Expression: expression{},
	question.Solution:   solution{},
	question.Short:      written{},
	question.Essay:      written{},
	question.Match:      match{},
	question.Order:      order{},
	question.Grid:       grid{},
}

// Names are all kinds that there are, in the order of their names.
func Names() []question.Kind { return slices.Sorted(maps.Keys(rooms)) }

// of is the room of a question's kind; one that is not known has nothing.
func of(q question.Question) Room {
	if room, ok := rooms[q.Kind]; ok {
		return room
	}
	return unknown{}
}

// Validate says in one sentence what of a question does not fit together, or returns
// nil. Whether it is true is the business of package proof.
func Validate(q question.Question) error {
	if err := q.Check(); err != nil {
		return err
	}
	room, ok := rooms[q.Kind]
	if !ok {
		return fmt.Errorf("The kind %q is not known; choice, numeric and blanks are the ones that can be written.", q.Kind)
	}
	return room.Check(q)
}

// KeyText is what is right as a reader would write it.
func KeyText(q question.Question) string { return of(q).Key(q) }

// Show is what a candidate sees of a question beside its stem.
func Show(q question.Question) Shown { return of(q).Shown(q) }

// Deal puts what is shown of a question in an order of its own, as ids.
func Deal(q question.Question, r *rand.Rand) []string { return of(q).Deal(q, r) }

// Answers is what answers a question.
func Answers(q question.Question) Answer { return of(q).Answers() }

// Claims are the answers that a question speaks of.
func Claims(q question.Question) []Claim { return of(q).Claims(q) }

// Mend is the question with the key that a check found.
func Mend(q question.Question, found Found) (question.Question, bool) { return of(q).Mend(q, found) }

// Plain is a question as lines of text: its stem, and what stands below it.
func Plain(q question.Question) []string { return append([]string{q.Asks()}, of(q).Plain(q)...) }

// Right is a question's key as a response.
func Right(q question.Question) marking.Response { return of(q).Right(q) }

// Mark holds a response against the question's key.
func Mark(q question.Question, r marking.Response) marking.Result {
	out, _ := MarkContext(context.Background(), q, r) // which does not end
	return out
}

// MarkContext marks a response as long as somebody waits for it; the error is the
// context's, and there is no mark then.
func MarkContext(ctx context.Context, q question.Question, r marking.Response) (marking.Result, error) {
	out := marking.NewResult(KeyText(q))
	if r.Empty() {
		out.Nothing()
	} else {
		of(q).Mark(q, r, algebra.DefaultBudget.For(ctx), &out)
	}
	if err := ctx.Err(); err != nil {
		return marking.Result{}, err
	}
	return out, nil
}

// Understand reads a typed answer of a kind without marking it, as long as ctx lasts.
func Understand(ctx context.Context, k question.Kind, language, text string) marking.Understood {
	room, ok := rooms[k]
	if !ok || room.Typed() == nil || strings.TrimSpace(text) == "" {
		return marking.Understood{}
	}
	return room.Typed()(language, text, algebra.DefaultBudget.For(ctx))
}

// Identify gives a question an id made of what it asks and what is right, so that the
// same draft has the same id.
func Identify(q question.Question) string {
	sum := sha256.Sum256(fmt.Appendf(nil, "%s\x00%s\x00%s", q.Kind, q.Asks(), KeyText(q)))
	return "q" + hex.EncodeToString(sum[:8])
}

// Schema is the version of how questions are stored.
const Schema = 1

// stored is a question as it is stored: what of its key belongs to its kind, and the
// version of that.
type stored struct {
	Schema int `json:"schema"`
	question.Question
}

// Encode writes a question as it is stored.
func Encode(q question.Question) (json.RawMessage, error) {
	q.Key = of(q).Own(q.Key)
	return json.Marshal(stored{Schema, q})
}

// Decode reads a stored question. What was stored before there was a version has the
// form of the first.
func Decode(data json.RawMessage) (question.Question, error) {
	var s stored
	if err := json.Unmarshal(data, &s); err != nil {
		return s.Question, fmt.Errorf("reading a stored question: %w", err)
	}
	if s.Schema > Schema {
		return s.Question, fmt.Errorf("a stored question has version %d, and this program knows version %d: it was written by a later one", s.Schema, Schema)
	}
	return s.Question, nil
}

// base is what most rooms have in common: nothing to show, to deal or to read.
type base struct{}

func (base) Shown(question.Question) Shown                                  { return Shown{} }
func (base) Deal(question.Question, *rand.Rand) []string                    { return []string{} }
func (base) Answers() Answer                                                { return SomethingElse }
func (base) Claims(question.Question) []Claim                               { return nil }
func (base) Mend(q question.Question, _ Found) (question.Question, bool)    { return q, false }
func (base) Right(question.Question) marking.Response                       { return marking.Response{} }
func (base) Plain(question.Question) []string                               { return nil }
func (base) Typed() func(string, string, algebra.Budget) marking.Understood { return nil }

// unknown is the room of a kind that there is none of.
type unknown struct{ base }

func (unknown) Check(question.Question) error                                             { return nil }
func (unknown) Own(k question.Key) question.Key                                           { return k }
func (unknown) Key(question.Question) string                                              { return "" }
func (unknown) Mark(question.Question, marking.Response, algebra.Budget, *marking.Result) {}
