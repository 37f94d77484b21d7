package proof

import (
	"fmt"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/maths/story"
	"zincowl/core/question"
)

// likeliest is how likely an option has to be what the numbers of a stem come to before it
// counts: of the problems that were left out while the weights were fitted, one in 170 was
// then another one.
const likeliest = 0.9

// likely asks which of the options the numbers of the stem most likely come to, where
// nothing before could work the stem out.
func (x *examination) likely() []Finding {
	if x.proven || x.objected || x.Stimulus != "" || x.Given != nil || x.Figure != nil || x.isExercise() || kind.Answers(x.Question) != kind.OneOption {
		return nil
	}
	key, ok := x.KeyOption()
	if !ok {
		return nil
	}
	texts := optionTexts(x.Question)
	for i, share := range story.Likely(x.Stem, texts) {
		switch o := x.Options[i]; {
		case share < likeliest:
		case o.ID == key.ID:
			return []Finding{{Check: "reckon", Verdict: Pass, At: "key", Title: "The numbers come to it", Says: fmt.Sprintf("Put together as the words suggest, the numbers of the stem come to %s.", o.Text), shows: true}}
		default:
			return []Finding{{Check: "reckon", Verdict: Unsure, At: "key", Title: "The numbers come to another option", Says: fmt.Sprintf("Put together as the words suggest, the numbers of the stem come to %s, not %s.", o.Text, key.Text), Expected: o.Text}}
		}
	}
	return x.unitAlone(key, texts)
}

// unitAlone asks of a key that alone has another unit than the other options whether the
// numbers of the stem come to its figure in theirs.
func (x *examination) unitAlone(key question.Option, texts []string) []Finding {
	unit := ""
	for i, o := range x.Options {
		figure, u, ok := strings.Cut(strings.TrimSpace(o.Text), " ")
		switch {
		case !ok || len(figures(figure)) != 1:
			return nil
		case o.ID == key.ID:
			texts[i] = figure
		case unit == "":
			unit = u
		case u != unit:
			return nil
		}
	}
	mine := slices.IndexFunc(x.Options, func(o question.Option) bool { return o.ID == key.ID })
	if strings.HasSuffix(key.Text, " "+unit) {
		return nil
	}
	texts[mine] += " " + unit
	if share := story.Likely(x.Stem, texts); share != nil && share[mine] >= likeliest {
		x.touch(func(q *question.Question) {
			for i := range q.Options {
				if q.Options[i].ID == key.ID {
					q.Options[i].Text = texts[mine]
				}
			}
		})
		return []Finding{{Check: "reckon", Verdict: Unsure, At: "key", Title: "The unit slipped", Says: fmt.Sprintf("The numbers of the stem come to %s, not %s.", texts[mine], key.Text), Expected: texts[mine]}}
	}
	return nil
}
