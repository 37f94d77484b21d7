// Package split reads past papers and pasted lists of questions, in the layouts
// that people really have.
//
// The model: a paper is a list of lines, and every line that is not empty ends
// as a part of one question, of one stimulus, or as a leftover with the reason.
// Nothing is dropped, and nothing is guessed in silence: a question without a
// key has an empty one.
//
// Somebody who opens a strange paper sees at once how it is laid out, since what
// recurs is the structure. So nothing is decided line by line:
//
//   - line.go and column.go make lines of the text, without quote signs and the
//     times of a conversation, and put two columns one below the other;
//   - mark.go says what each line may be labelled as: numbers, letters, boxes,
//     bullets, with their places;
//   - chain.go finds the counts that run through the paper, by dynamic
//     programming over the marks of each form, and ways.go what else may begin a
//     question where nothing counts;
//   - compose.go reads the paper in each of these ways: it takes out the answers
//     that stand apart (list.go), gives each question what stands above it, finds
//     out what this paper does again and again (habits), and rates the reading by
//     how much it looks like a paper. The best one stands;
//   - options.go, lead.go, block.go, question.go and match.go take one question
//     apart with these habits; key.go writes keys, kind.go says what kind it is;
//   - table.go reads tables with a question a row.
//
// A person who sees that a line was taken for the wrong thing gives a Hint, and
// the paper is read again with it.
package split

import (
	"strings"

	"zincowl/core/question"
	"zincowl/core/source"
)

// MaxLines is the longest paper that is read.
const MaxLines = 60_000

// MaxLine is the longest line that is read, in bytes: a paper of a hundred pages
// that was pasted without a break is shorter.
const MaxLine = 256 << 10

// Role is what a line is to the part it belongs to.
type Role string

// The roles of lines.
const (
	Start       Role = "start"       // where a question begins
	Stem        Role = "stem"        // its stem goes on
	Option      Role = "option"      // one or more of its options
	Key         Role = "key"         // what is right
	Explanation Role = "explanation" // why it is right
	Section     Role = "section"     // a heading or an instruction, kept with the question below it
	Given       Role = "stimulus"    // what several questions are asked about
	Left        Role = "leftover"    // belongs to no question
)

var roles = []Role{Start, Stem, Option, Key, Explanation, Section, Given, Left}

// Hint is what a person says of a line, counted from 1.
type Hint struct {
	Line int  `json:"line" minimum:"0" maximum:"1000000"`
	As   Role `json:"as"`
}

// Ending is where a line ended.
type Ending struct {
	Line int    `json:"line" minimum:"0" maximum:"1000000"`
	As   Role   `json:"as"`
	Of   string `json:"of,omitempty"` // the id of its question or stimulus
}

// Leftover is a line that belongs to no question.
type Leftover struct {
	Text    string         `json:"text"`
	Locator source.Locator `json:"locator"`
	Why     string         `json:"why"`
}

// Paper is what was understood of a past paper.
type Paper struct {
	Questions []question.Question `json:"questions"`
	Stimuli   []question.Stimulus `json:"stimuli"`
	Leftovers []Leftover          `json:"leftovers"`
	Lines     []Ending            `json:"lines"`
	Layout    string              `json:"layout" doc:"in a sentence, how the paper was taken to be laid out"`
	Parts     []Part              `json:"parts" nullable:"false" doc:"that sentence part by part, with how else the paper may be read"`
	Doubts    []Doubt             `json:"doubts" nullable:"false" doc:"questions that may be meant otherwise"`
	Misread   []Misread           `json:"misread" nullable:"false" doc:"words that a scanner likely took for others"`
}

// Told is what a person says of a paper.
type Told struct {
	Hints  []Hint
	Keys   map[int]string // by the line on which their question begins, as a list of answers has them: "b", "a, c", "true", "6.9 kg"
	As     Choice         // how the whole paper is laid out
	Others bool           // say how else it may be, however long it is
}

// Text is Read without a choice among the readings.
func Text(text string, hints []Hint, keys map[int]string) (Paper, error) {
	return Read(text, Told{Hints: hints, Keys: keys})
}

// Read reads a past paper.
func Read(text string, told Told) (Paper, error) {
	if strings.TrimSpace(text) == "" {
		return Paper{}, source.Bad("There is nothing in this text; paste the questions.")
	}
	text = strings.NewReplacer("\r\n", "\n", "\r", "\n", "\f", "\n").Replace(strings.ToValidUTF8(text, "�"))
	raw := strings.Split(text, "\n")
	if len(raw) > MaxLines {
		return Paper{}, source.Bad("This text has %d lines and the limit is %d; split it between two questions and bring the parts.", len(raw), MaxLines)
	}
	for i, line := range raw {
		if len(line) > MaxLine {
			return Paper{}, source.Bad("Line %d is %d KB long and the limit is %d KB; break it where a question begins.", i+1, len(line)>>10, MaxLine>>10)
		}
	}
	p := newPaper(raw, told.Hints)
	if t := p.clone(); t.table() {
		if out := t.finish(told.Keys); answerable(out.Questions) {
			return out, nil
		}
	}
	return p.chosen(told), nil
}

// answerable says whether most questions have options or a key, as those of a table do;
// else its columns are only the tabs of a list.
func answerable(questions []question.Question) bool {
	n := 0
	for _, q := range questions {
		if len(q.Options) > 1 || !q.Key.Empty() {
			n++
		}
	}
	return n*10 >= len(questions)*6
}

// Lines writes a document as lines, so that a paper that came as a file can be
// read: its headings, paragraphs, items and rows, one below the other, and a
// line for each of its pictures.
func Lines(doc source.Document) string {
	var out strings.Builder
	page := 0
	for _, p := range doc.Passages {
		if p.Locator.Page != page || p.Kind == source.Heading {
			out.WriteString("\n")
			page = p.Locator.Page
		}
		if p.Kind == source.Picture {
			out.WriteString(linePicture(p.File) + "\n")
			continue
		}
		out.WriteString(p.Text + "\n")
	}
	return strings.TrimSpace(out.String()) + "\n"
}
