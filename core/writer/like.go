package writer

import (
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/question"
)

// Past questions can be the model of a batch: what the brief leaves open is taken from them, the
// kinds and their shares, the levels, how many options there are, how long a stem is and which
// topics they speak of. None of them is asked again, and a third of the places goes beyond
// them, wherever the sources and the syllabus lead.

// ofModels is the share of a batch that keeps to the topics of its models.
const ofModels = 2.0 / 3

// modelled fills what a brief leaves open from the questions that it should be like.
func (b Brief) modelled() Brief {
	shares, levels := map[question.Kind]float64{}, map[question.Level]float64{}
	var options []int
	for _, q := range b.Like {
		b.Avoid = append(b.Avoid, kind.Identify(q))
		if slices.Contains(kinds, q.Kind) {
			shares[q.Kind]++
		}
		if slices.Contains(question.Levels, q.Level) {
			levels[q.Level]++
		}
		if q.Kind == question.Choice && len(q.Options) > 1 {
			options = append(options, min(len(q.Options), maxOptions))
		}
	}
	if len(b.Kinds) == 0 && len(shares) > 0 {
		b.Kinds = shares
	}
	if len(b.Levels) == 0 && len(levels) > 0 {
		b.Levels = map[question.Level]int{}
		for _, l := range apportion(question.Levels, levels, b.Count) {
			b.Levels[l]++
		}
	}
	if b.Options == 0 && len(options) > 0 {
		b.Options = middle(options)
	}
	return b
}

func middle(list []int) int {
	slices.Sort(list)
	return list[len(list)/2]
}

// like makes a picker prefer what the models of a brief are like.
func (p *picker) like(models []question.Question) {
	if len(models) == 0 {
		return
	}
	on := map[string]int{}
	var lengths []int
	for _, q := range models {
		p.stems[q.Asks()] = true
		on[q.Topic]++
		lengths = append(lengths, len(strings.Fields(q.Stem)))
	}
	for topic, n := range on {
		p.topics[topic] -= int(ofModels * float64(p.brief.Count*n) / float64(len(models)))
	}
	long := 2*middle(lengths) + 8
	for n, i := range p.ideas {
		if i.from != nil && len(i.from.tokens) > long {
			p.behind[n]++
		}
	}
}
