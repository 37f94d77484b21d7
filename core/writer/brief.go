package writer

import (
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
	OtherUnknown *bool    `json:"other_unknown,omitempty"`
	From         []From   `json:"from,omitempty"` // empty means all sources
	Avoid        []string `json:"-"`              // ids of questions already held
	Seed         uint64   `json:"seed,omitempty"`

	used map[string]int // how often each frame has been told in the batch
}

// From names a source to draw from.
type From struct {
	Source string `json:"source"`
}

// MaxCount is the largest batch.
const MaxCount = 500

func (b Brief) withDefaults() Brief {
	if b.Options == 0 {
		b.Options = 4
	}
	for _, s := range b.CanDo {
		b.Skills = append(b.Skills[:len(b.Skills):len(b.Skills)], Skill{Statement: s})
	}
	if len(b.Kinds) == 0 {
		b.Kinds = map[question.Kind]float64{question.Choice: 0.7, question.Blanks: 0.15, question.Numeric: 0.15}
		if len(b.Skills) > 0 {
			b.Kinds = map[question.Kind]float64{question.Choice: 0.6, question.Blanks: 0.1, question.Numeric: 0.1, question.Expression: 0.1, question.Solution: 0.1}
		}
	}
	if b.Count > MaxCount {
		b.Count = MaxCount
	}
	return b
}

// turnsRound says whether formulas may be asked for another unknown.
func (b Brief) turnsRound() bool { return b.OtherUnknown == nil || *b.OtherUnknown }

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
