package proof

import (
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths/decimal"
	"zincowl/core/question"
)

// defended is the share of common words above which two meanings could be taken
// for each other.
const defended = 0.7

// singleKey asks of every option whether the sources would support it, and of a
// blank whether something else fits as well.
func (x *examination) singleKey() []Finding {
	switch kind.Answers(x.Question) {
	case kind.OneOption:
		if x.quantitative() {
			return nil // recompute has held every option against the value
		}
		return x.singleOption()
	case kind.Words:
		return x.singleFill()
	}
	return nil
}

// singleOption is for questions on what a term means, both ways round: each
// option is looked up beside the stem in what the sources explain.
func (x *examination) singleOption() []Finding {
	var right []question.Option
	var by []entry
	var close *question.Option
	if turned.MatchString(x.withoutMeanings()) {
		return nil
	}
	for i, o := range x.Options {
		e, fit := x.supports(o.Text)
		switch {
		case fit == 1:
			right, by = append(right, o), append(by, e)
		case fit > defended:
			close = &x.Options[i]
		}
	}
	key, _ := x.KeyOption()
	f := Finding{Check: "single-key", At: "key"}
	switch {
	case len(right) == 0:
		return nil // not a question of this sort; nothing is shown
	case len(right) > 1:
		f.Verdict, f.Title = Fail, "More than one option is right"
		f.Says = fmt.Sprintf("The sources support both “%s” and “%s”.", right[0].Text, right[1].Text)
		f.Evidence = append(x.library.evidence(by[0], ""), x.library.evidence(by[1], "")...)
	case right[0].ID != key.ID:
		f.Verdict, f.Title, f.Expected = Fail, "The key is wrong", right[0].Text
		f.Says = fmt.Sprintf("The sources say “%s”, not “%s”.", right[0].Text, key.Text)
		f.Evidence = x.library.evidence(by[0], right[0].Text)
		x.mend = x.mended(kind.Found{Option: right[0].ID})
	case close != nil:
		f.Verdict, f.Title, f.At = Unsure, "Another option may be defended", "options."+close.ID
		f.Says = fmt.Sprintf("“%s” shares most of its words with what is asked for.", close.Text)
	default:
		f.Verdict, f.shows = Pass, true
		f.Title = "One right option"
		f.Says = "Each option was looked up; the sources support the key alone."
	}
	return []Finding{f}
}

// supports says how well an option answers the stem by what the sources
// explain: 1 where a term and its meaning stand one in the stem and one in the
// option, less where only most words agree.
func (x *examination) supports(option string) (entry, float64) {
	stem := " " + words(x.Stem) + " "
	text := words(option)
	asked, offered := language.Stems(x.Stem), language.Stems(option)
	best := 0.0
	var by entry
	for _, e := range x.library.terms {
		fit := 0.0
		switch {
		case strings.Contains(stem, " "+e.term+" ") && asksMeaning(x.Stem, e.Subject):
			if text == e.meaning {
				fit = 1
			} else {
				fit = likeness(offered, e.stems)
			}
		case text == e.term || text == "the "+e.term || text == "a "+e.term || text == "an "+e.term:
			if strings.Contains(stem, " "+e.meaning+" ") {
				fit = 1
			} else {
				fit = 0.99 * covered(asked, e.stems)
			}
		}
		if fit > best {
			best, by = fit, e
		}
	}
	return by, best
}

// withoutMeanings is the stem without the meanings of terms it quotes, whose own
// words say nothing of how it asks.
func (x *examination) withoutMeanings() string {
	stem := words(x.Stem)
	for _, e := range x.library.terms {
		stem = strings.ReplaceAll(stem, e.meaning, "")
	}
	return stem
}

// asksMeaning says whether the stem is about the term itself and not about
// something that holds it ("What is a filter?", not "What is a filter bed?").
func asksMeaning(stem, term string) bool {
	rest := strings.ToLower(stem)
	i := strings.Index(rest, strings.ToLower(term))
	if i < 0 {
		return false
	}
	after := strings.TrimSpace(rest[i+len(term):])
	before := strings.Fields(rest[:i])
	if after != "" && !strings.ContainsAny(after[:1], "?.,:;”’\"") && !strings.HasPrefix(after, "mean") && !strings.HasPrefix(after, "is ") && !strings.HasPrefix(after, "refer") {
		return false
	}
	if n := len(before); n > 0 && (before[n-1] == "a" || before[n-1] == "an" || before[n-1] == "the") {
		before = before[:n-1]
	}
	if len(before) == 0 {
		return true
	}
	last := strings.Trim(before[len(before)-1], "“‘\"':,")
	switch last {
	case "is", "are", "does", "do", "term", "terms", "word", "define", "explain", "":
		return true
	case "of", "by":
		return len(before) > 1 && (strings.HasPrefix(before[len(before)-2], "mean") || before[len(before)-2] == "definition")
	}
	return false
}

// turned finds that a stem asks for what is not so; which option then is
// right can't be looked up.
var turned = regexp.MustCompile(`(?i)\b(not|except|never|least|false|incorrect|wrong|untrue|NO lo (?:es|son)|incorrect[oa]s?|fals[oa]s?)\b`)

// words is a text in lower case without punctuation, its words parted by single
// blanks.
func words(text string) string {
	var out []string
	for _, s := range language.Split(text) {
		for _, t := range s.Tokens {
			if t.Word() || t.Text[0] >= '0' && t.Text[0] <= '9' {
				out = append(out, t.Lower)
			}
		}
	}
	return strings.Join(out, " ")
}

// likeness is the share of common content words of the longer of two wordings
// that are not the same to the letter; it never reaches 1.
func likeness(a, b map[string]bool) float64 {
	return min(0.99, float64(common(a, b))/float64(max(1, len(a), len(b))))
}

// covered is the share of a meaning's content words that a stem holds.
func covered(stem, meaning map[string]bool) float64 {
	return float64(common(stem, meaning)) / float64(max(1, len(meaning)))
}

func common(a, b map[string]bool) int {
	n := 0
	for s := range b {
		if a[s] {
			n++
		}
	}
	return n
}

// singleFill asks whether something else than the key fits the first blank.
func (x *examination) singleFill() []Finding {
	if len(x.Key.Blanks) != 1 {
		return nil
	}
	key := x.Key.Blanks[0][0]
	before, after, _ := strings.Cut(x.Stem, question.BlankMark(1))
	frame := language.Stems(before + " " + after)
	f := Finding{Check: "single-key", At: "key", Verdict: Pass, Title: "One thing fits the blank", Says: "No other statement of the sources fills it differently."}
	if _, number := decimal.Parse(key); number {
		for _, e := range x.library.limits {
			if e.Quantity.Value == key || e.Quote == x.filled(key) {
				continue
			}
			b, a := e.Quote[:e.At], e.Quote[e.At+len(e.Quantity.Value):]
			if likeness(frame, language.Stems(b+" "+a)) > defended {
				f.Verdict, f.Title = Unsure, "Another number may fit"
				f.Says = fmt.Sprintf("The sources also say “%s”.", e.Quote)
				f.Evidence = x.library.evidence(e, e.Object)
				return []Finding{f}
			}
		}
		return []Finding{f}
	}
	for _, e := range x.library.terms {
		if e.term == words(key) {
			continue
		}
		if covered(frame, e.stems) > defended && len(strings.Fields(e.Object)) > 3 {
			f.Verdict, f.Title = Unsure, "Another term may fit"
			f.Says = fmt.Sprintf("“%s” is explained in much the same words.", e.Subject)
			f.Evidence = x.library.evidence(e, e.Subject)
			return []Finding{f}
		}
	}
	return []Finding{f}
}

// filled is the stem with its first blank filled in.
func (x *examination) filled(by string) string {
	return strings.Replace(x.Stem, question.BlankMark(1), by, 1)
}
