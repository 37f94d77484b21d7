package proof

import (
	"context"
	"slices"

	"zincowl/core/question"
)

// touch notes what a check would change of the question, beside its key. The changes are
// made one after the other, each to what the ones before left.
func (x *examination) touch(change func(q *question.Question)) { x.touches = append(x.touches, change) }

// mending is the question as the checks would have it, nil where they know of nothing
// safer: examined again it must have fewer objections and no new one. A key that is
// changed takes along what was said for the one before where that still objects.
func (x *examination) mending(ctx context.Context, r Report) (*question.Question, error) {
	if x.mend == nil && len(x.touches) == 0 {
		return nil, nil
	}
	q := x.Question
	if x.mend != nil {
		q = *x.mend
	}
	q.Options, q.Worked = slices.Clone(q.Options), slices.Clone(q.Worked)
	for _, change := range x.touches {
		change(&q)
	}
	bare := q
	bare.Explanation, bare.Worked, bare.Model = "", nil, nil
	tries := []question.Question{q}
	if x.mend != nil {
		tries = append(tries, bare)
	}
	had := objections(r.Findings)
	for _, q := range tries {
		again, _, err := examine(ctx, q, x.library, x.batch)
		if err != nil {
			return nil, err
		}
		left := objections(again.Findings)
		fresh := slices.ContainsFunc(left, func(o string) bool { return !slices.Contains(had, o) })
		if len(left) < len(had) && !fresh {
			return &q, nil
		}
	}
	return nil, nil
}

// objections name what a proof objects to.
func objections(findings []Finding) (out []string) {
	for _, f := range findings {
		if f.Aside == nil && (f.Verdict == Fail || f.Verdict == Unsure) {
			out = append(out, f.Check+" "+f.Title)
		}
	}
	return out
}
