package writer

import (
	"math/rand/v2"

	"zincowl/core/exercise"
	"zincowl/core/question"
)

// Skill is a can-do statement with the topic it belongs to. What mathematics can
// be practised for it needs no source.
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
	return out
}

// Practises says whether exercises can be written for a can-do statement.
func Practises(statement string) bool { return len(exercise.Find(statement)) > 0 }
