package proof

import (
	"fmt"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// longWord is how many letters a word has at least whose spelling is looked at.
const longWord = 7

// misspelt finds words that neither the sources nor the language have, and that one letter
// parts from a word of the sources: terms are spelt as these spell them.
func (x *examination) misspelt() []Finding {
	if len(x.library.passages) == 0 || x.isExercise() || x.Language != "" && x.Language != "en" {
		return nil
	}
	theirs := x.library.spelling()
	seen := map[string]bool{}
	for _, text := range append([]string{x.Stem}, optionTexts(x.Question)...) {
		for _, w := range lettered(text) {
			if len(w) < longWord || seen[w] || theirs.has[w] || known(w) {
				continue
			}
			seen[w] = true
			term := theirs.near(w)
			if term == "" {
				continue
			}
			x.touch(func(q *question.Question) {
				q.Stem = replaceWord(q.Stem, w, term)
				for i := range q.Options {
					q.Options[i].Text = replaceWord(q.Options[i].Text, w, term)
				}
			})
			return []Finding{{Check: "spelling", Verdict: Unsure, At: "stem", Title: "The sources spell it otherwise", Expected: term,
				Says: fmt.Sprintf("“%s” stands in no source; they write “%s”.", w, term)}}
		}
	}
	return nil
}

// known says whether the language has a word, in any form.
func known(w string) bool {
	return language.Known(w) || language.Known(language.Singular(w)) || language.Rank(w) < 50_000 || len(language.VerbForms(w)) > 0
}

// spelling is how the sources spell long words.
type spelling struct {
	has   map[string]bool
	holes map[string][]string // words by themselves with one letter left out
}

func spellingOf(passages map[at]place) spelling {
	s := spelling{map[string]bool{}, map[string][]string{}}
	for _, p := range passages {
		for _, w := range lettered(p.passage.Text) {
			if len(w) < longWord-1 || s.has[w] {
				continue
			}
			s.has[w] = true
			for _, h := range holes(w) {
				if !slices.Contains(s.holes[h], w) {
					s.holes[h] = append(s.holes[h], w)
				}
			}
		}
	}
	return s
}

// holes are a word and the word with each of its letters left out; the first letter is
// rarely mistaken, and stays.
func holes(w string) []string {
	out := []string{w}
	for i := 1; i < len(w); i++ {
		out = append(out, w[:i]+w[i+1:])
	}
	return out
}

// near is the word of the sources that one letter too many, too few or mistaken, or two
// exchanged, part from a word; "" where there is none, or more than one.
func (s spelling) near(w string) string {
	var found []string
	for _, h := range holes(w) {
		for _, c := range s.holes[h] {
			if c != w && !slices.Contains(found, c) && language.Stem(c) != language.Stem(w) && oneSlip(w, c) {
				found = append(found, c)
			}
		}
	}
	if len(found) != 1 {
		return ""
	}
	return found[0]
}

// oneSlip says whether one slip of the pen parts two words: not an ending, which makes
// another form.
func oneSlip(a, b string) bool {
	front := 0
	for front < len(a) && front < len(b) && a[front] == b[front] {
		front++
	}
	back := 0
	for back < len(a)-front && back < len(b)-front && a[len(a)-1-back] == b[len(b)-1-back] {
		back++
	}
	x, y := a[front:len(a)-back], b[front:len(b)-back]
	return back > 0 && len(x) <= 1 && len(y) <= 1 || len(x) == 2 && len(y) == 2 && x[0] == y[1] && x[1] == y[0]
}

// replaceWord puts a word in another's place, with its first letter as that had it.
func replaceWord(text, from, to string) string {
	low := strings.ToLower(text)
	if len(low) != len(text) {
		return text
	}
	for at := 0; ; {
		i := strings.Index(low[at:], from)
		if i < 0 {
			return text
		}
		i += at
		put := to
		if text[i] != low[i] {
			put = strings.ToUpper(to[:1]) + to[1:]
		}
		text = text[:i] + put + text[i+len(from):]
		low = strings.ToLower(text)
		at = i + len(put)
	}
}

// unitless asks of a number that is typed in no unit, and whose stem names none, whether
// what comes out has one.
func (x *examination) unitless() []Finding {
	if kind.Answers(x.Question) != kind.Amount || x.Key.Unit != "" || x.isExercise() {
		return nil
	}
	s, _ := x.solve()
	if s == nil || s.value.Unit.Text == "" || s.value.Unit.Text == "%" || s.value.Unit.Money() || s.value.Unit.Dim == (units.Dimension{}) || askedUnit(x.Stem).Text != "" || howMany.MatchString(x.asking()) {
		return nil
	}
	x.touch(func(q *question.Question) {
		if q.Key.Unit == "" {
			q.Key.Unit = s.value.Unit.Text
		}
	})
	return []Finding{{Check: "units", Verdict: Unsure, At: "key", Title: "No unit is given", Expected: s.text(),
		Says: fmt.Sprintf("What comes out is %s, and neither the stem nor the key names a unit.", s.text())}}
}
