package writer

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"zincowl/core/question"
)

// Brief says what is wanted. Everything but Count has a default.
type Brief struct {
	Count  int                       `json:"count"`
	Levels map[question.Level]int    `json:"levels,omitempty"` // how many of each; the rest as the sources bear
	Kinds  map[question.Kind]float64 `json:"kinds,omitempty"`  // shares; a kind left out is not written
	// Options is how many options a choice has, the right one among them.
	Options int      `json:"options,omitempty"`
	Topics  []string `json:"topics,omitempty"` // ids; empty means all
	CanDo   []string `json:"can_do,omitempty"` // skills to practise, beside what the sources say
	Skills  []Skill  `json:"-"`                // the same with their topics
	// WordProblems is the share of questions told as a story, within each level;
	// Setting is where they happen ("the works of a small hill town").
	WordProblems *float64 `json:"word_problems,omitempty"`
	Setting      string   `json:"setting,omitempty"`
	// OtherUnknown says whether formulas may be asked for another of their
	// variables than the one they are written for; they may unless it is false.
	OtherUnknown *bool               `json:"other_unknown,omitempty"`
	From         []From              `json:"from,omitempty"` // empty means all sources
	Only         []Place             `json:"only,omitempty"` // passages; empty means all
	Near         []Place             `json:"near,omitempty"` // passages that come before others
	Lean         string              `json:"lean,omitempty"` // words; what has one of them comes before others
	Cards        CardBrief           `json:"cards,omitzero"` // beside the questions
	Like         []question.Question `json:"like,omitempty"` // past questions as models for what is left open
	Avoid        []string            `json:"-"`              // ids of questions already held
	// Without are kinds that are written only where the brief names them.
	Without []question.Kind `json:"-"`
	Seed    uint64          `json:"seed,omitempty"`

	used map[string]int // how often each frame has been told in the batch
	fits bool           // the sources speak of what the stories tell of
}

// From names a source to draw from.
type From struct {
	Source string `json:"source"`
}

// Place names a passage of a source: two sources may have the same one.
type Place struct {
	Source  string `json:"source"`
	Passage string `json:"passage"`
}

const (
	// MaxCount is the largest batch.
	MaxCount = 500
	// maxOptions is how many options a choice may have.
	maxOptions = 10
	// maxNamed is how many topics, sources or skills a brief may name.
	maxNamed = 1000
	// maxLean is how long the words to lean on may be.
	maxLean = 200
)

// Check says in a sentence what of a brief can't be done: every number in it
// has bounds, and every level and kind has to be one that there is.
func (b Brief) Check() error {
	if b.Count < 1 || b.Count > MaxCount {
		return fmt.Errorf("A batch has 1 to %d questions; this brief asks for %d.", MaxCount, b.Count)
	}
	wanted := 0
	for _, level := range slices.Sorted(maps.Keys(b.Levels)) {
		n := b.Levels[level]
		if !slices.Contains(question.Levels, level) {
			return fmt.Errorf("There is no level %q; the levels are easy, medium and hard.", clip(string(level)))
		}
		if n < 0 || n > MaxCount {
			return fmt.Errorf("%d %s questions can't be written; ask for 0 to %d.", n, level, MaxCount)
		}
		wanted += n
	}
	if wanted > b.Count {
		return fmt.Errorf("The levels add up to %d and the batch has %d questions; ask for fewer or for a larger batch.", wanted, b.Count)
	}
	for _, kind := range slices.Sorted(maps.Keys(b.Kinds)) {
		share := b.Kinds[kind]
		if !slices.Contains(kinds, kind) {
			return fmt.Errorf("There is no kind of question %q; ask for %s.", clip(string(kind)), kindNames())
		}
		if !(share >= 0 && share <= MaxCount) { // a share or a number of questions
			return fmt.Errorf("The share of %s questions is %g; a share is between 0 and 1.", kind, share)
		}
	}
	if err := b.Cards.Check(); err != nil {
		return err
	}
	if len(b.Lean) > maxLean {
		return fmt.Errorf("What to lean on has %d letters; name it in at most %d.", len(b.Lean), maxLean)
	}
	if b.Options != 0 && (b.Options < 2 || b.Options > maxOptions) {
		return fmt.Errorf("A choice has 2 to %d options; this brief asks for %d.", maxOptions, b.Options)
	}
	if w := b.WordProblems; w != nil && !(*w >= 0 && *w <= 1) {
		return fmt.Errorf("The share of word problems is %g; a share is between 0 and 1.", *w)
	}
	for what, n := range map[string]int{"topics": len(b.Topics), "skills": len(b.CanDo), "sources": len(b.From), "passages": len(b.Only) + len(b.Near), "models": len(b.Like)} {
		if n > maxNamed {
			return fmt.Errorf("The brief names %d %s; name at most %d.", n, what, maxNamed)
		}
	}
	return nil
}

// clip shortens what somebody wrote so that a sentence can hold it.
func clip(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}

// mixed are the shares of the kinds of a batch of which nothing else is said.
var mixed = map[question.Kind]float64{question.Choice: 0.42, question.Short: 0.1, question.Essay: 0.02, question.TrueFalse: 0.14, question.Blanks: 0.1, question.Choices: 0.06, question.Match: 0.04, question.Order: 0.02, question.Grid: 0.02, question.Numeric: 0.08}

func (b Brief) withDefaults() Brief {
	b = b.modelled()
	if b.Options == 0 {
		b.Options = 4
	}
	for _, s := range b.CanDo {
		b.Skills = append(b.Skills[:len(b.Skills):len(b.Skills)], Skill{Statement: s})
	}
	if len(b.Kinds) == 0 {
		b.Kinds = maps.Clone(mixed)
		if len(b.Skills) > 0 {
			b.Kinds = map[question.Kind]float64{question.Choice: 0.6, question.Blanks: 0.1, question.Numeric: 0.1, question.Expression: 0.1, question.Solution: 0.1}
		}
		for _, k := range b.Without {
			delete(b.Kinds, k)
		}
	}
	return b
}

// turnsRound says whether formulas may be asked for another unknown.
func (b Brief) turnsRound() bool { return b.OtherUnknown == nil || *b.OtherUnknown }

// wantsLevel says whether a place of a batch may have a level.
func (b Brief) wantsLevel(level question.Level) bool {
	dealt := 0
	for _, n := range b.Levels {
		dealt += n
	}
	return b.Levels[level] > 0 || dealt < b.Count
}

func (b Brief) wantsTopic(topic string) bool {
	if len(b.Topics) == 0 {
		return true
	}
	for _, t := range b.Topics {
		if t == topic {
			return true
		}
	}
	return false
}

func (b Brief) wantsSource(id string) bool {
	if len(b.From) == 0 {
		return true
	}
	for _, f := range b.From {
		if f.Source == id {
			return true
		}
	}
	return false
}

// kindNames lists the kinds that a brief may name.
func kindNames() string {
	var names []string
	for _, k := range kinds {
		names = append(names, string(k))
	}
	return strings.Join(names[:len(names)-1], ", ") + " or " + names[len(names)-1]
}
