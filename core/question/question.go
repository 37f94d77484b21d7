// Package question is the model of a question, a card's elder sister: what is
// asked, what is right, which slip leads to each wrong answer, and the evidence.
//
// A question is plain data and never changes once stored; an edit makes a new
// version. What is particular to one kind is known by its room in package kind;
// whether a question is true is the business of package proof. Its JSON is the one of the commands and of
// the web interface.
package question

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"slices"
	"strings"

	"zincowl/core/maths/figure"
	"zincowl/core/source"
)

// Kind is how a question is answered.
type Kind string

// The kinds of question. Each has its room in package kind.
const (
	Choice  Kind = "choice"  // one option is right
	Numeric Kind = "numeric" // a number is typed
	Blanks  Kind = "blanks"  // words are typed into the stem's blanks

	Expression Kind = "expression" // an expression is typed, in any equal form
	Solution   Kind = "solution"   // a set of solutions is typed: "x > 3", "no solution"

	Choices   Kind = "choices"   // several options are right
	TrueFalse Kind = "truefalse" // a statement; the options are "true" and "false"
	Short     Kind = "short"     // a sentence or two are written
	Essay     Kind = "essay"     // an answer of some length is written
	Match     Kind = "match"     // each option belongs to one of the matches
	Order     Kind = "order"     // the options are put in order
	Grid      Kind = "grid"      // the empty cells of a table are filled in
)

// Level is how much a question demands.
type Level string

// The levels, from one recalled fact to another unknown.
const (
	Easy   Level = "easy"
	Medium Level = "medium"
	Hard   Level = "hard"
)

// Levels lists all levels in order.
var Levels = []Level{Easy, Medium, Hard}

// Option is one of the answers offered.
type Option struct {
	ID   string `json:"id"`
	Text string `json:"text"`
	Why  string `json:"why,omitempty"`  // why it is right or wrong, for after the answer
	Slip string `json:"slip,omitempty"` // the slip that leads to it
}

// Key is what is right. Which field is used depends on the kind.
type Key struct {
	Options   []string   `json:"options,omitempty"`
	Value     string     `json:"value,omitempty"`
	Unit      string     `json:"unit,omitempty"`
	Tolerance string     `json:"tolerance,omitempty"` // "1%", or an amount in the key's unit
	Blanks    [][]string `json:"blanks,omitempty"`    // per blank, every answer that is accepted
	Reference string     `json:"reference,omitempty"` // a written answer that is right
	Points    []string   `json:"points,omitempty"`    // what a written answer has to say
	Pairs     [][]string `json:"pairs,omitempty"`     // ids of an option and of what belongs to it
	Order     []string   `json:"order,omitempty"`     // ids of the options

	Cells map[string]string `json:"cells,omitempty"` // of a table: r2c3 and what belongs there

	Expression string   `json:"expression,omitempty"` // equal to what is asked for
	Set        string   `json:"set,omitempty"`        // finite, none, all, domain or interval
	Values     []string `json:"values,omitempty"`     // of a finite set
	Where      string   `json:"where,omitempty"`      // a domain or interval as a condition
}

// Empty says whether nothing is known to be right.
func (k Key) Empty() bool {
	return len(k.Options) == 0 && k.Value == "" && len(k.Blanks) == 0 && k.Reference == "" && len(k.Pairs) == 0 && len(k.Order) == 0 && len(k.Cells) == 0 && k.Expression == "" && k.Set == ""
}

// Stimulus is what one or more questions are asked about: a text, a case, a
// table, a picture.
type Stimulus struct {
	ID     string     `json:"id"`
	Kind   string     `json:"kind"` // passage, case, table or picture
	Text   string     `json:"text"`
	Rows   [][]string `json:"rows,omitempty"`
	File   string     `json:"file,omitempty"`   // its picture, by name
	Source string     `json:"source,omitempty"` // the id of the source that has the picture
	Line   int        `json:"line,omitempty"`   // of the past paper it stands in
}

// Cite points to the evidence.
type Cite struct {
	Source  string         `json:"source"`
	Passage string         `json:"passage"`
	Quote   string         `json:"quote"`
	Locator source.Locator `json:"locator"`
}

// Slip is a named wrong turn and what it comes to.
type Slip struct {
	ID    string `json:"id"`
	Value string `json:"value"`
	Why   string `json:"why"`
}

// Stage is one set of givens of a quantitative question.
type Stage struct {
	Givens map[string]string `json:"givens"`
}

// Model is how a quantitative question was computed.
type Model struct {
	Formulas []string `json:"formulas"`
	Stages   []Stage  `json:"stages"`
	Asked    string   `json:"asked"`
	Unit     string   `json:"unit"`
}

// Task is what a question of mathematics sets, apart from the words that ask for it:
// package maths/work does it.
type Task struct {
	Task      string `json:"task"`
	Statement string `json:"statement"`
	Variable  string `json:"variable,omitempty"`
}

// Origin says who wrote a question.
type Origin struct {
	By   string `json:"by"` // writer, endpoint, import or person
	From string `json:"from,omitempty"`
	Line int    `json:"line,omitempty"`
}

// Question is one question.
type Question struct {
	ID           string         `json:"id"`
	Kind         Kind           `json:"kind"`
	Title        string         `json:"title"`
	Level        Level          `json:"level"`
	LevelBecause []string       `json:"level_because,omitempty"`
	Topic        string         `json:"topic,omitempty"`
	Tags         []string       `json:"tags,omitempty"`
	Marks        float64        `json:"marks,omitempty"`
	Number       string         `json:"number,omitempty"`
	Language     string         `json:"language,omitempty"`
	Stem         string         `json:"stem"`
	Stimulus     string         `json:"stimulus,omitempty"` // id of what it is asked about
	Given        *Stimulus      `json:"given,omitempty"`    // that itself, where the question stands alone
	Figure       *figure.Figure `json:"figure,omitempty"`   // a drawing of what it is about
	Options      []Option       `json:"options,omitempty"`
	Matches      []Option       `json:"matches,omitempty"` // the right column, of a match
	Rows         [][]string     `json:"rows,omitempty"`    // of a table, the first names its columns
	Key          Key            `json:"key"`
	Worked       []string       `json:"worked,omitempty"`
	Explanation  string         `json:"explanation,omitempty"`
	Cites        []Cite         `json:"cites,omitempty"`
	Slips        []Slip         `json:"slips,omitempty"`
	Model        *Model         `json:"model,omitempty"`
	Task         *Task          `json:"task,omitempty"`
	Origin       Origin         `json:"origin"`
}

// Option finds an option by its id.
func (q Question) Option(id string) (Option, bool) {
	for _, o := range q.Options {
		if o.ID == id {
			return o, true
		}
	}
	return Option{}, false
}

// KeyOption is the option that is right, of a question with one such option.
func (q Question) KeyOption() (Option, bool) {
	if len(q.Key.Options) != 1 {
		return Option{}, false
	}
	return q.Option(q.Key.Options[0])
}

// BlankMark is how the n-th blank, counted from 1, stands in a stem.
func BlankMark(n int) string { return fmt.Sprintf("<<%d>>", n) }

// MaxText bounds stems and options, in bytes.
const MaxText = 4000

// Check says in one sentence what of the parts that all kinds have does not fit, or
// returns nil. What is particular to a kind is checked in its room in package kind.
func (q Question) Check() error {
	if strings.TrimSpace(q.Stem) == "" {
		return fmt.Errorf("The stem is empty; write the question.")
	}
	if len(q.Stem) > MaxText {
		return fmt.Errorf("The stem is longer than %d characters; shorten it.", MaxText)
	}
	if q.Figure != nil {
		if err := q.Figure.Validate(); err != nil {
			return err
		}
	}
	if !slices.Contains(Levels, q.Level) {
		return fmt.Errorf("The level %q is none of easy, medium and hard.", q.Level)
	}
	return nil
}

// Letter is the name of the i-th option by its position: a, b, c …
func Letter(i int) string { return string(rune('a' + i)) }

// Asks is all that a question says before its options: what it is asked about, its drawing
// in words, and its stem.
func (q Question) Asks() string {
	out := q.Stem
	if q.Figure != nil {
		out = q.Figure.Alt + " " + out
	}
	if g := q.Given; g != nil {
		for _, row := range g.Rows {
			out = strings.Join(row, " | ") + "\n" + out
		}
		out = g.Text + "\n" + out
	}
	return out
}

// Card is a front and a back to be recalled.
type Card struct {
	ID     string     `json:"id"`
	Kind   string     `json:"kind"` // term, question, blank, cell, region or steps
	Front  string     `json:"front"`
	Back   string     `json:"back"`
	Rows   [][]string `json:"rows,omitempty"`   // of a cell, the table with the masked cells empty
	File   string     `json:"file,omitempty"`   // of a region, the picture, by name
	Source string     `json:"source,omitempty"` // the id of the source that has it
	Masks  []Mask     `json:"masks,omitempty"`  // what is covered
	Topic  string     `json:"topic,omitempty"`
	Cites  []Cite     `json:"cites,omitempty"`
	Origin Origin     `json:"origin"`
}

// CardID is an id made of what a card says, so that the same card has the same id.
func CardID(c Card) string {
	sum := sha256.Sum256(fmt.Appendf(nil, "%s\x00%s\x00%s\x00%v", c.Kind, c.Front, c.Back, c.Masks))
	return "c" + hex.EncodeToString(sum[:8])
}

// Mask is a covered cell of a table, r2c3, or a covered label of a picture, and what stands
// there.
type Mask struct {
	At   string      `json:"at,omitempty"`
	Box  *source.Box `json:"box,omitempty"`
	Text string      `json:"text"`
}
