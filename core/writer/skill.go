package writer

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"math/rand/v2"

	"zincowl/core/exercise"
	"zincowl/core/question"
	"zincowl/core/reason"
)

// Skill is a can-do statement with the topic it belongs to. What mathematics can
// be practised for it, and how conclusions are drawn, needs no source.
type Skill struct{ Statement, Topic string }

// ideas are the exercises of the families that practise the skill.
func (s Skill) ideas() []*idea {
	var out []*idea
	for _, f := range exercise.Find(s.Statement) {
		for _, l := range question.Levels {
			for _, k := range kinds {
				if !f.Bears(l, k) {
					continue
				}
				out = append(out, &idea{
					level: l, kind: k, many: true, topic: s.Topic, subject: "exercise " + string(l) + f.ID,
					write: func(r *rand.Rand, b Brief) (question.Question, error) {
						q, err := f.Question(r, l, k, b.Options)
						return q.Question, err
					},
				})
			}
		}
	}
	for _, k := range reason.Find(s.Statement) {
		for _, l := range k.Levels() {
			out = append(out, &idea{
				level: l, kind: question.Choice, many: true, topic: s.Topic, subject: "conclusions " + string(l) + k.ID, score: 0.9, set: 3,
				write: func(_ *rand.Rand, b Brief) (question.Question, error) { return next(k, l, b) },
			})
		}
	}
	return out
}

// next is the next question of the sets on a skill: all on one world are asked before another
// is made.
func next(k reason.Skill, l question.Level, b Brief) (question.Question, error) {
	name := "set on " + k.ID + " " + string(l)
	for world := 0; world <= b.used[name]; world++ {
		set := k.Set(source32(b.Seed, fmt.Sprint(name, world)), l)
		at := b.used[fmt.Sprint(name, world)]
		if at < len(set) {
			if b.used != nil {
				b.used[fmt.Sprint(name, world)]++
			}
			q := set[at]
			given := *q.Given
			given.ID = stimulusID(given)
			q.Given, q.Stimulus = &given, given.ID
			return q, nil
		}
		if world == b.used[name] && b.used != nil {
			b.used[name]++
		}
	}
	return question.Question{}, fmt.Errorf("No more worlds to draw conclusions from.")
}

// stimulusID names a stimulus by what it is.
func stimulusID(s question.Stimulus) string {
	sum := sha256.Sum256(fmt.Append(nil, s.Text, s.Rows))
	return "s" + hex.EncodeToString(sum[:8])
}

// Practises says whether exercises can be written for a can-do statement.
func Practises(statement string) bool {
	return len(exercise.Find(statement)) > 0 || len(reason.Find(statement)) > 0
}
