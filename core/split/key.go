package split

import (
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/question"
)

var (
	trueWord  = regexp.MustCompile(`(?i)^(?:t|true|correct|right|yes|y|richtig|wahr|ja|verdadero|sí|si|vrai|oui)$`)
	falseWord = regexp.MustCompile(`(?i)^(?:f|false|incorrect|wrong|no|n|falsch|nein|falso|faux|non)$`)
	letterKey = regexp.MustCompile(`^(?i)(?:option|answer|choice)?\s*[(\[]?([a-h])[)\]]?((?:\s*(?:,|;|/|&|\+|and|or|y|und)?\s*[(\[]?[a-h][)\]]?)*)\s*($|[.):,;–—=]+\s*|\s-+\s+|\s+because\b|\s+bc\b|\s+\(|\s{2,}|\t)(.*)$`)
	digitKey  = regexp.MustCompile(`^\(?([1-8])\)?(?:[.):,;]|\s|$)\s*(.*)$`)
	digitKeys = regexp.MustCompile(`^\(?[1-8]\)?(?:\s*(?:,|;|&|\+|and)\s*\(?[1-8]\)?)+$`)
	romanKey  = regexp.MustCompile(`^(?i)\(?(i|ii|iii|iv|v|vi)\)?(?:[.):,;]|\s|$)\s*(.*)$`)
	oneLetter = regexp.MustCompile(`(?i)[a-h]`)
	binaryKey = regexp.MustCompile(`(?i)^(true|false|t|f|correct|incorrect|right|wrong|yes|no|verdadero|falso|richtig|falsch|wahr|vrai|faux)\b\s*[.,;:–—-]*\s*(.*)$`)
	pairKey   = regexp.MustCompile(`(\d{1,2}|[A-Za-z])\s*[-–—:=.)→>]*\s*([A-Za-z]|\d{1,2})\b`)
)

// setKey writes an answer, as a list of answers states it, into the key of a
// question, and returns what stands behind it.
func setKey(q *question.Question, text string) string {
	text = strings.TrimSpace(strings.Trim(strings.TrimSpace(text), "*"))
	if text == "" {
		return ""
	}
	switch {
	case q.Kind == question.Match:
		q.Key.Pairs = nil
		for _, m := range pairKey.FindAllStringSubmatch(text, -1) {
			q.Key.Pairs = append(q.Key.Pairs, []string{strings.ToLower(m[1]), strings.ToLower(m[2])})
		}
		return ""
	case q.Kind == question.TrueFalse:
		m := binaryKey.FindStringSubmatch(text)
		if m == nil {
			return text
		}
		q.Key = question.Key{Options: []string{"false"}}
		if isTrue(m[1]) {
			q.Key.Options[0] = "true"
		}
		return m[2]
	case len(q.Options) > 0:
		return setOptions(q, text)
	}
	if m := binaryKey.FindStringSubmatch(text); m != nil && (len(m[1]) > 1 || m[2] == "") && !strings.Contains(q.Stem, "__") && !strings.HasSuffix(q.Stem, "?") {
		q.Kind = question.TrueFalse
		q.Options = []question.Option{{ID: "true", Text: "True"}, {ID: "false", Text: "False"}}
		return setKey(q, text)
	}
	q.Key = question.Key{Reference: text}
	return ""
}

// setOptions finds the options that an answer names, by letter or by text.
func setOptions(q *question.Question, text string) string {
	if m := digitKey.FindStringSubmatch(text); m != nil && m[2] == "" && slices.Contains(q.Tags, numberedTag) && int(m[1][0]-'0') <= len(q.Options) {
		q.Key = question.Key{Options: []string{q.Options[m[1][0]-'1'].ID}} // its number comes before its text
		return ""
	}
	for _, o := range q.Options {
		if same(o.Text, text) {
			q.Key = question.Key{Options: []string{o.ID}}
			return ""
		}
	}
	if digitKeys.MatchString(text) && slices.Contains(q.Tags, numberedTag) {
		text = digits.ReplaceAllStringFunc(text, func(d string) string { return string('a' + d[0] - '1') })
	} else if m := romanKey.FindStringSubmatch(text); m != nil && slices.Contains(q.Tags, numberedTag) {
		text = string(rune('a'+fromNumeral(strings.ToLower(m[1]))-1)) + ". " + m[2]
	} else if m := digitKey.FindStringSubmatch(text); m != nil && slices.Contains(q.Tags, numberedTag) {
		text = string('a'+m[1][0]-'1') + ". " + m[2]
	}
	if m := letterKey.FindStringSubmatch(text); m != nil {
		ids := []string{strings.ToLower(m[1])}
		if !strings.Contains(m[2], "or") {
			for _, x := range oneLetter.FindAllString(strings.NewReplacer("and", "", "AND", "").Replace(m[2]), -1) {
				ids = append(ids, strings.ToLower(x))
			}
		}
		for _, id := range ids {
			if _, ok := q.Option(id); !ok {
				return text
			}
		}
		q.Key = question.Key{Options: ids}
		rest := strings.TrimSpace(m[4])
		if strings.HasSuffix(m[3], "(") {
			rest = strings.TrimSuffix(rest, ")")
		}
		if o, _ := q.Option(ids[0]); len(ids) == 1 && strings.HasPrefix(plainly(rest), plainly(o.Text)) && len(rest) >= len(o.Text) {
			rest = strings.TrimLeft(rest[len(o.Text):], " .,;:–—-") // the option's text, said again
		}
		return rest
	}
	for _, o := range q.Options {
		if p := plainly(o.Text); p != "" && strings.HasPrefix(plainly(text), p) && strings.ContainsRune(" ,;:(–—", runeAt(plainly(text), len(p))) {
			q.Key = question.Key{Options: []string{o.ID}}
			return text
		}
	}
	return text
}

// repeats says whether a reason begins by repeating the key, and gives the rest.
func repeats(q question.Question, text string) (string, bool) {
	probe := q
	probe.Key = question.Key{}
	rest := setKey(&probe, text)
	if kind.KeyText(probe) == kind.KeyText(q) && !probe.Key.Empty() && probe.Key.Reference == "" {
		return rest, true
	}
	return text, false
}
