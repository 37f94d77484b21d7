package kind

import (
	"fmt"
	"math/rand/v2"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// match asks which of a second column each of its options belongs to.
type match struct{ base }

func (match) Check(q question.Question) error {
	if len(q.Options) < 2 || len(q.Matches) < 2 {
		return fmt.Errorf("A match needs two entries on each side; this one has %d and %d.", len(q.Options), len(q.Matches))
	}
	if err := checkOptions(q.Options, "Entry"); err != nil {
		return err
	}
	if err := checkOptions(q.Matches, "Entry"); err != nil {
		return err
	}
	seen := map[string]bool{}
	for _, p := range q.Key.Pairs {
		if len(p) != 2 {
			return fmt.Errorf("The key joins %s; each pair names one entry of each side.", strings.Join(p, " and "))
		}
		_, left := q.Option(p[0])
		_, right := find(q.Matches, p[1])
		if !left || !right {
			return fmt.Errorf("The key joins %s, and one of these is not there.", strings.Join(p, " and "))
		}
		if seen[p[0]] {
			return fmt.Errorf("The key joins %s twice.", p[0])
		}
		seen[p[0]] = true
	}
	return nil
}

func find(list []question.Option, id string) (question.Option, bool) {
	for _, o := range list {
		if o.ID == id {
			return o, true
		}
	}
	return question.Option{}, false
}

func (match) Own(k question.Key) question.Key {
	return question.Key{Pairs: k.Pairs}
}

func (match) Key(q question.Question) string {
	var pairs []string
	for _, p := range q.Key.Pairs {
		pairs = append(pairs, strings.Join(p, "–"))
	}
	return strings.Join(pairs, ", ")
}

func (match) Shown(q question.Question) Shown {
	return Shown{Options: shownOptions(q.Options), Matches: shownOptions(q.Matches)}
}

// Deal leaves both columns as they stand: they are often numbered in the stem.
func (match) Deal(q question.Question, _ *rand.Rand) []string { return ids(q.Options) }

func (match) Plain(q question.Question) []string {
	var out []string
	for _, o := range append(shownOptions(q.Options), q.Matches...) {
		out = append(out, o.ID+") "+o.Text)
	}
	return out
}

func (match) Right(q question.Question) marking.Response {
	return marking.Response{Pairs: q.Key.Pairs}
}

// Mark gives each entry its share.
func (match) Mark(q question.Question, r marking.Response, _ algebra.Budget, out *marking.Result) {
	given := map[string]string{}
	for _, p := range r.Pairs {
		if len(p) == 2 {
			given[p[0]] = p[1]
		}
	}
	right := 0
	var says []string
	for _, p := range q.Key.Pairs {
		left, _ := q.Option(p[0])
		belongs, _ := find(q.Matches, p[1])
		pair := left.Text + " – " + belongs.Text
		switch mine, ok := find(q.Matches, given[p[0]]); {
		case ok && mine.ID == p[1]:
			right++
			out.Found = append(out.Found, pair)
			continue
		case ok:
			out.Contradicted = append(out.Contradicted, left.Text+" – "+mine.Text)
		}
		out.Missing = append(out.Missing, pair)
		says = append(says, pair)
	}
	out.Share(right, len(q.Key.Pairs))
	if out.Feedback = "Right."; out.Percent < 100 {
		out.Feedback = "Right is " + strings.Join(says, "; ") + "."
	}
}
