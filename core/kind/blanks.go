package kind

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// blanks asks for the words that are left out of its stem.
type blanks struct{ base }

func (blanks) Answers() Answer { return Words }

var blankMarks = regexp.MustCompile(`<<(\d+)>>`)

func (blanks) Check(q question.Question) error {
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

func (blanks) Own(k question.Key) question.Key {
	return question.Key{Blanks: k.Blanks}
}

func (blanks) Key(q question.Question) string {
	var parts []string
	for _, accepted := range q.Key.Blanks {
		if len(accepted) > 0 {
			parts = append(parts, accepted[0])
		}
	}
	return strings.Join(parts, ", ")
}

func (blanks) Right(q question.Question) marking.Response {
	var out marking.Response
	for _, accepted := range q.Key.Blanks {
		out.Blanks = append(out.Blanks, accepted[0])
	}
	return out
}

func (blanks) Mark(q question.Question, r marking.Response, _ algebra.Budget, out *marking.Result) {
	typed := r.Blanks
	if len(typed) == 0 {
		typed = []string{r.Text}
	}
	out.Parts(len(q.Key.Blanks), func(i int) (given string, accepted []string) {
		if i < len(typed) {
			given = typed[i]
		}
		return given, q.Key.Blanks[i]
	})
}
