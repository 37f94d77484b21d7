package proof

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/story"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// distinctOptions looks for two options that say the same: the same words, or
// the same amount written in two ways ("0.5 h" and "30 min").
func (x *examination) distinctOptions() []Finding {
	if len(kind.Claims(x.Question)) < 2 && len(x.Options) < 2 {
		return nil
	}
	for j, b := range x.Options {
		for _, a := range x.Options[:j] {
			switch {
			case fold(a.Text) == fold(b.Text):
				x.replaceOne(a, b)
				return []Finding{{
					Check: "distinct-options", Verdict: Fail, At: "options." + b.ID, Title: "Two options are the same",
					Says: fmt.Sprintf("“%s” stands there twice.", b.Text),
				}}
			case sameAmount(a.Text, b.Text) && !(quotient.MatchString(a.Text) && quotient.MatchString(b.Text) && !slices.Contains(x.Key.Options, a.ID) && !slices.Contains(x.Key.Options, b.ID)):
				x.replaceOne(a, b)
				return []Finding{{
					Check: "distinct-options", Verdict: Fail, At: "options." + b.ID, Title: "Two options are equal",
					Says: fmt.Sprintf("“%s” and “%s” are the same amount, written in two ways.", a.Text, b.Text),
				}}
			}
		}
	}
	if f := x.sameValues(); f != nil {
		return f
	}
	if f := x.synonyms(); f != nil {
		return f
	}
	return []Finding{{
		Check: "distinct-options", Verdict: Pass, Title: fmt.Sprintf("%s distinct options", count(len(x.Options))),
		Says: "No two options say the same.",
	}}
}

// replaceOne mends two options that say the same: the one that is not the key becomes what
// a named slip comes to, where none of the options says that yet; else it is left out,
// where enough are left.
func (x *examination) replaceOne(a, b question.Option) {
	gone := b
	if slices.Contains(x.Key.Options, b.ID) {
		gone = a
	}
	if slices.Contains(x.Key.Options, gone.ID) {
		return
	}
	x.touch(func(q *question.Question) {
		for _, s := range q.Slips {
			if slices.ContainsFunc(q.Options, func(o question.Option) bool { return fold(o.Text) == fold(s.Value) || sameAmount(o.Text, s.Value) }) {
				continue
			}
			for i := range q.Options {
				if q.Options[i].ID == gone.ID {
					q.Options[i] = question.Option{ID: gone.ID, Text: s.Value, Why: s.Why, Slip: s.ID}
					return
				}
			}
		}
		if len(q.Options) > fewestOthers+1 {
			q.Options = slices.DeleteFunc(q.Options, func(o question.Option) bool { return o.ID == gone.ID })
		}
	})
}

// oneMeaning is how alike two words are at least that share a common meaning.
const oneMeaning = 0.8

// synonyms looks for two options that differ in one word, or are one, where the two words
// mean the same. Where words themselves are asked about, they are meant to be told apart.
func (x *examination) synonyms() []Finding {
	if kind.Answers(x.Question) != kind.OneOption || ofWords.MatchString(x.Stem) || x.isExercise() {
		return nil
	}
	for j, b := range x.Options {
		for _, a := range x.Options[:j] {
			one, other, ok := differing(a.Text, b.Text)
			if named := language.SameName(plainName(a.Text), plainName(b.Text)); !named && (!ok || language.Stem(one) == language.Stem(other) || language.Alike(one, other) < oneMeaning) {
				continue
			}
			x.replaceOne(a, b)
			f := Finding{Check: "distinct-options", Verdict: Unsure, At: "options." + b.ID, Title: "Two options mean the same", Says: fmt.Sprintf("“%s” and “%s” are two words for one thing, so neither can be right.", a.Text, b.Text)}
			if slices.Contains(x.Key.Options, a.ID) || slices.Contains(x.Key.Options, b.ID) {
				f.Says = fmt.Sprintf("“%s” and “%s” are two words for one thing, so both are right.", a.Text, b.Text)
			}
			return []Finding{f}
		}
	}
	return nil
}

var article = regexp.MustCompile(`^(?:an?|the|at|in|on|by|with|to|for|of|its|their) `)

// worth is a number that is told by a root, a function or a constant.
var (
	worth     = regexp.MustCompile(`(?i)√|π|\b(?:sin|cos|tan|log|ln|lg|sqrt|pi|exp)\b|log[₀-₉]`)
	inDegrees = regexp.MustCompile(`(\d+(?:\.\d+)?)\s?°`)
)

// sameValues looks for two options that have one value, written in two ways: "sin 30°" and
// "1/2".
func (x *examination) sameValues() []Finding {
	if !slices.ContainsFunc(x.Options, func(o question.Option) bool { return worth.MatchString(o.Text) }) {
		return nil
	}
	nodes := make([]maths.Node, len(x.Options))
	for i, o := range x.Options {
		n, err := maths.ReadExpression(inDegrees.ReplaceAllString(strings.Trim(strings.TrimSpace(o.Text), "$."), "($1*pi/180)"), maths.Notation{})
		if err != nil {
			continue
		}
		if _, err := algebra.Value(n, nil, 64); err == nil { // it has no unknowns
			nodes[i] = n
		}
	}
	for j, b := range x.Options {
		for i, a := range x.Options[:j] {
			if nodes[i] == nil || nodes[j] == nil || !worth.MatchString(a.Text+" "+b.Text) || algebra.Equivalent(nodes[i], nodes[j], x.budget).Verdict != algebra.True {
				continue
			}
			x.replaceOne(a, b)
			return []Finding{{Check: "distinct-options", Verdict: Fail, At: "options." + b.ID, Title: "Two options are equal", Says: fmt.Sprintf("“%s” and “%s” have one value, written in two ways.", a.Text, b.Text)}}
		}
	}
	return nil
}

// plainName is a text as names are looked up.
func plainName(text string) string { return article.ReplaceAllString(fold(text), "") }

// differing is what two texts have otherwise, in words or names that the lexicon has whole.
func differing(a, b string) (string, string, bool) {
	p, q := article.ReplaceAllString(words(a), ""), article.ReplaceAllString(words(b), "")
	if language.Known(p) && language.Known(q) && strings.Contains(p+q, " ") {
		return p, q, p != q
	}
	x, y := strings.Fields(p), strings.Fields(q)
	for len(x) > 0 && len(y) > 0 && x[0] == y[0] {
		x, y = x[1:], y[1:]
	}
	for len(x) > 0 && len(y) > 0 && x[len(x)-1] == y[len(y)-1] {
		x, y = x[:len(x)-1], y[:len(y)-1]
	}
	if len(x) != 1 || len(y) != 1 || !language.Content(x[0]) || !language.Content(y[0]) {
		return "", "", false
	}
	return language.Singular(x[0]), language.Singular(y[0]), true
}

func count(n int) string {
	return [...]string{"No", "One", "Two", "Three", "Four", "Five"}[min(n, 5)]
}

var shareWord = regexp.MustCompile(`(?i)^(?:an?|one|two|three) (half|thirds?|quarters?|fifths?|tenths?)$|^half$`)

var glyphs = strings.NewReplacer("½", ".5", "¼", ".25", "¾", ".75")

// inWords reads an amount that may be told in words: "one half", "50 per cent", "four".
func inWords(text string) (units.Quantity, bool) {
	text = strings.TrimSpace(glyphs.Replace(text))
	if q, ok := amount(text); ok {
		return q, true
	}
	if m := shareWord.FindStringSubmatch(text); m != nil {
		n := map[byte]int64{'t': 2}[text[0]|0x20]
		if strings.EqualFold(strings.Fields(text)[0], "three") {
			n = 3
		}
		of := strings.TrimSuffix(strings.ToLower(m[1]), "s")
		if of == "" {
			of = "half"
		}
		return units.Quantity{Value: big.NewRat(max(n, 1), parts[of]), Unit: units.One}, true
	}
	q, ok := units.ParseQuantity(story.InFigures(text))
	return q.Quantity, ok
}

// sameAmount says whether two texts are one quantity, whatever the unit.
func sameAmount(a, b string) bool {
	x, ok1 := inWords(a)
	y, ok2 := inWords(b)
	if !ok1 || !ok2 || !x.Unit.Same(y.Unit) {
		return false
	}
	return x.In(y.Unit).Cmp(y.Value) == 0
}
