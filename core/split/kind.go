package split

import (
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/question"
)

var (
	gap      = regexp.MustCompile(`_{3,}|\(\s*[._…]{3,}\s*\)|\.{5,}|…{2,}|\[\s{2,}\]`)
	quantity = regexp.MustCompile(`^(?:[≈~=]|about|approximately|approx\.?|ca\.?)?\s*([-−+]?\d{1,3}(?:[ ,]\d{3})+(?:\.\d+)?|[-−+]?\d+(?:[.,]\d+)?(?:\s*[×x·]\s*10\^?[-−]?\d+)?)\s*([^\d\s,;.][^\d,;]{0,14}|%)?\.?$`)
	longTask = regexp.MustCompile(`(?i)\b(?:discuss|essay|in (?:at least )?\d{3} words|evaluate|critically)\b`)
)

// essayMarks is how many marks a question that is answered in words has, at
// least, where it is an essay.
const essayMarks = 8

// finishKind decides what kind a question is, when its key is known.
func finishKind(q *question.Question, it *item) {
	reference := q.Key.Reference
	switch {
	case q.Kind == question.Match || q.Kind == question.TrueFalse || q.Kind == question.Order:
	case len(q.Options) > 0 && len(q.Key.Options) > 1:
		q.Kind = question.Choices
	case len(q.Options) > 0:
		q.Kind = question.Choice
	case gap.MatchString(q.Stem):
		blanks(q)
	default:
		if value, unit, ok := number(reference); ok {
			q.Kind, q.Key = question.Numeric, question.Key{Value: value, Unit: unit}
			break
		}
		q.Kind = question.Short
		if q.Marks >= essayMarks || longTask.MatchString(q.Stem) {
			q.Kind = question.Essay
		}
	}
	q.Tags = nil
	if q.Title == "" {
		q.Title = Title(q.Stem)
	}
}

// number reads an answer as a number with its unit.
func number(text string) (value, unit string, ok bool) {
	m := quantity.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil || len(strings.Fields(m[2])) > 2 {
		return "", "", false
	}
	value = strings.NewReplacer(" ", "", "−", "-").Replace(m[1])
	if i := strings.LastIndex(value, ","); i >= 0 && len(value)-i == 4 {
		value = strings.ReplaceAll(value, ",", "") // thousands
	}
	return strings.ReplaceAll(value, ",", "."), strings.TrimSpace(m[2]), true
}

// blanks numbers the gaps of a stem and gives each its answers.
func blanks(q *question.Question) {
	q.Kind = question.Blanks
	n := 0
	q.Stem = gap.ReplaceAllStringFunc(q.Stem, func(string) string {
		n++
		return question.BlankMark(n)
	})
	reference := strings.TrimSpace(q.Key.Reference)
	q.Key = question.Key{}
	if reference == "" {
		return
	}
	parts := []string{reference}
	if n > 1 {
		for _, by := range []string{";", ",", " and ", "/"} {
			if parts = strings.Split(reference, by); len(parts) == n {
				break
			}
		}
		if len(parts) != n {
			q.Key = question.Key{Reference: reference} // to be parted by hand
			return
		}
	}
	for _, p := range parts {
		var accepted []string
		for _, a := range strings.Split(p, " / ") {
			accepted = append(accepted, strings.Trim(strings.TrimSpace(a), "."))
		}
		q.Key.Blanks = append(q.Key.Blanks, accepted)
	}
}

// titleWords is how many words of a stem make its title.
const titleWords = 7

// Title is what a question is listed as: of what it asks in the end, the first
// words that are not of the commonest.
func Title(stem string) string {
	if sentences := language.Split(stem); len(sentences) > 1 {
		for _, s := range slices.Backward(sentences) {
			if strings.HasSuffix(s.Text, "?") {
				stem = s.Text
				break
			}
		}
	}
	words := strings.Fields(strings.NewReplacer("<<", "", ">>", "").Replace(stem))
	for len(words) > titleWords && !strings.EqualFold(words[0], "how") && !language.Content(strings.ToLower(strings.Trim(words[0], "“\"(,.?"))) {
		words = words[1:]
	}
	if len(words) > titleWords {
		words = append(words[:titleWords:titleWords], "…")
	}
	text := strings.Join(words, " ")
	if text == "" {
		return "A question without words"
	}
	r := []rune(text)
	return strings.ToUpper(string(r[:1])) + string(r[1:])
}
