// Package question is the model of a question, a card's elder sister: what is
// asked, what is right, which slip leads to each wrong answer, and the evidence.
//
// A question is plain data and never changes once stored; an edit makes a new
// version. Validate says whether the parts fit together; whether they are true
// is the business of package proof. Its JSON is the one of the commands and of
// the web interface.
package question

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/maths/figure"
	"zincowl/core/source"
)

// Kind is how a question is answered.
type Kind string

// The kinds of question that are drafted, proofed and drilled.
const (
	Choice  Kind = "choice"  // one option is right
	Numeric Kind = "numeric" // a number is typed
	Blanks  Kind = "blanks"  // words are typed into the stem's blanks

	Expression Kind = "expression" // an expression is typed, in any equal form
	Solution   Kind = "solution"   // a set of solutions is typed: "x > 3", "no solution"
)

// The kinds that are read from past papers beside those.
const (
	Choices   Kind = "choices"   // several options are right
	TrueFalse Kind = "truefalse" // a statement; the options are "true" and "false"
	Short     Kind = "short"     // a sentence or two are written
	Essay     Kind = "essay"     // an answer of some length is written
	Match     Kind = "match"     // each option belongs to one of the matches
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
	Pairs     [][]string `json:"pairs,omitempty"`     // ids of an option and of what belongs to it

	Expression string   `json:"expression,omitempty"` // equal to what is asked for
	Set        string   `json:"set,omitempty"`        // finite, none, all, domain or interval
	Values     []string `json:"values,omitempty"`     // of a finite set
	Where      string   `json:"where,omitempty"`      // a domain or interval as a condition
}

// Empty says whether nothing is known to be right.
func (k Key) Empty() bool {
	return len(k.Options) == 0 && k.Value == "" && len(k.Blanks) == 0 && k.Reference == "" && len(k.Pairs) == 0 && k.Expression == "" && k.Set == ""
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
	Key          Key            `json:"key"`
	Worked       []string       `json:"worked,omitempty"`
	Explanation  string         `json:"explanation,omitempty"`
	Cites        []Cite         `json:"cites,omitempty"`
	Slips        []Slip         `json:"slips,omitempty"`
	Model        *Model         `json:"model,omitempty"`
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

// optionTexts are the texts of the options with the given ids, in the order of
// the options.
func (q Question) optionTexts(ids []string) []string {
	var out []string
	for _, o := range q.Options {
		if slices.Contains(ids, o.ID) {
			out = append(out, o.Text)
		}
	}
	return out
}

// KeyText is the right answer as a reader would write it.
func (q Question) KeyText() string {
	switch q.Kind {
	case Choice:
		o, _ := q.KeyOption()
		return o.Text
	case Choices, TrueFalse:
		return strings.Join(q.optionTexts(q.Key.Options), "; ")
	case Short, Essay:
		return q.Key.Reference
	case Match:
		var pairs []string
		for _, p := range q.Key.Pairs {
			pairs = append(pairs, strings.Join(p, "–"))
		}
		return strings.Join(pairs, ", ")
	case Numeric:
		if q.Key.Unit == "%" {
			return q.Key.Value + "%"
		}
		return strings.TrimSpace(q.Key.Value + " " + q.Key.Unit)
	case Expression:
		return q.Key.Expression
	case Solution:
		return q.Key.solution()
	case Blanks:
		var parts []string
		for _, accepted := range q.Key.Blanks {
			if len(accepted) > 0 {
				parts = append(parts, accepted[0])
			}
		}
		return strings.Join(parts, ", ")
	}
	return ""
}

// solution writes a set of solutions as it is typed.
func (k Key) solution() string {
	switch k.Set {
	case "none":
		return "no solution"
	case "all":
		return "all real numbers"
	case "finite":
		return strings.Join(k.Values, " or ")
	}
	return k.Where
}

// BlankMark is how the n-th blank, counted from 1, stands in a stem.
func BlankMark(n int) string { return fmt.Sprintf("<<%d>>", n) }

var blankMarks = regexp.MustCompile(`<<(\d+)>>`)

// MaxText bounds stems and options, in bytes.
const MaxText = 4000

// Validate says in one sentence what does not fit together, or returns nil.
func (q Question) Validate() error {
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
	switch q.Level {
	case Easy, Medium, Hard:
	default:
		return fmt.Errorf("The level %q is none of easy, medium and hard.", q.Level)
	}
	switch q.Kind {
	case Choice, Choices, TrueFalse:
		return q.validateChoice()
	case Numeric:
		if strings.TrimSpace(q.Key.Value) == "" {
			return fmt.Errorf("The key has no value; give the number that is right.")
		}
		return nil
	case Expression:
		if strings.TrimSpace(q.Key.Expression) == "" {
			return fmt.Errorf("The key has no expression; give the one that is right.")
		}
		return nil
	case Solution:
		return q.validateSolution()
	case Blanks:
		return q.validateBlanks()
	case Short, Essay:
		return nil
	case Match:
		return q.validateMatch()
	}
	return fmt.Errorf("The kind %q is not known; choice, numeric and blanks are the ones that can be written.", q.Kind)
}

// Posed says whether a kind of question can be asked in a drill.
func (k Kind) Posed() bool {
	return k == Choice || k == TrueFalse || k == Numeric || k == Blanks || k == Expression || k == Solution
}

// most is how many options a choice has at most.
const most = 8

func (q Question) validateChoice() error {
	if len(q.Options) < 2 || len(q.Options) > most {
		return fmt.Errorf("A choice has two to %d options; this one has %d.", most, len(q.Options))
	}
	ids := map[string]bool{}
	for i, o := range q.Options {
		if strings.TrimSpace(o.Text) == "" {
			return fmt.Errorf("Option %s is empty; write it or take it out.", Letter(i))
		}
		if len(o.Text) > MaxText {
			return fmt.Errorf("Option %s is longer than %d characters; shorten it.", Letter(i), MaxText)
		}
		if o.ID == "" || ids[o.ID] {
			return fmt.Errorf("Two options share the id %q.", o.ID)
		}
		ids[o.ID] = true
	}
	for _, id := range q.Key.Options {
		if !ids[id] {
			return fmt.Errorf("The key names an option that is not there; mark the one that is right.")
		}
	}
	if len(q.Key.Options) != 1 && q.Kind != Choices || len(q.Key.Options) == 0 {
		return fmt.Errorf("The key names no option, or more than one; mark the one that is right.")
	}
	return nil
}

func (q Question) validateSolution() error {
	k := q.Key
	switch {
	case k.Set == "finite" && len(k.Values) > 0, k.Set == "none", k.Set == "all", (k.Set == "domain" || k.Set == "interval") && k.Where != "":
		return nil
	}
	return fmt.Errorf("The key says no set of solutions; it is finite with its values, none, all, or a domain or interval with its condition.")
}

func (q Question) validateMatch() error {
	if len(q.Options) < 2 || len(q.Matches) < 2 {
		return fmt.Errorf("A match needs two entries on each side; this one has %d and %d.", len(q.Options), len(q.Matches))
	}
	for _, p := range q.Key.Pairs {
		left := slices.ContainsFunc(q.Options, func(o Option) bool { return len(p) == 2 && o.ID == p[0] })
		right := slices.ContainsFunc(q.Matches, func(o Option) bool { return len(p) == 2 && o.ID == p[1] })
		if !left || !right {
			return fmt.Errorf("The key joins %s, and one of these is not there.", strings.Join(p, " and "))
		}
	}
	return nil
}

func (q Question) validateBlanks() error {
	marks := blankMarks.FindAllStringSubmatch(q.Stem, -1)
	if len(marks) == 0 || len(marks) != len(q.Key.Blanks) {
		return fmt.Errorf("The stem has %d blanks and the key has %d; each blank <<1>>, <<2>> … needs its answers.", len(marks), len(q.Key.Blanks))
	}
	for i, m := range marks {
		if m[1] != strconv.Itoa(i+1) {
			return fmt.Errorf("The blanks of the stem are not numbered in order; blank %d is <<%s>>.", i+1, m[1])
		}
		if len(q.Key.Blanks[i]) == 0 || strings.TrimSpace(q.Key.Blanks[i][0]) == "" {
			return fmt.Errorf("Blank %d has no answer; give the words that fit.", i+1)
		}
	}
	return nil
}

// Letter is the name of the i-th option by its position: a, b, c …
func Letter(i int) string { return string(rune('a' + i)) }

// Asks is all that a question says before its options: its stem, and its drawing in
// words.
func (q Question) Asks() string {
	if q.Figure == nil {
		return q.Stem
	}
	return q.Figure.Alt + " " + q.Stem
}

// Identify gives a question an id made of what it asks and what is right, so
// that the same draft has the same id.
func Identify(q Question) string {
	sum := sha256.Sum256(fmt.Appendf(nil, "%s\x00%s\x00%s", q.Kind, q.Asks(), q.KeyText()))
	return "q" + hex.EncodeToString(sum[:8])
}
