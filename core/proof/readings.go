package proof

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/story"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// Sense is a stem as it may be understood, with the answer that it then has.
type Sense struct {
	Stem   string `json:"reads"`
	Answer string `json:"key"`
}

// readings finds wording that can be read in two ways: an amount of several things that may
// be that of each or of all, a change of which neither side is named, ends that may count
// or not, parts that may be in a whole or beside it. That alone harms nobody: it objects
// where what the other reading comes to is offered as well.
func (x *examination) readings() []Finding {
	if !x.quantitative() || x.isExercise() || len(x.Options) == 0 {
		return nil
	}
	key, ok := x.KeyOption()
	if !ok {
		return nil
	}
	own, ok := amount(key.Text)
	if !ok || own.Value.Sign() <= 0 {
		return nil
	}
	for _, look := range []func(units.Quantity) []Sense{x.eachOrTogether, x.beforeOrAfter, x.endsCounted, x.inOrBeside} {
		if two := look(own); two != nil {
			return []Finding{{Check: "readings", Verdict: Unsure, At: "stem", Title: "It reads two ways", Readings: two,
				Says: fmt.Sprintf("Understood as “%s” it comes to %s; as “%s”, to %s.", clipped(two[0].Stem), two[0].Answer, clipped(two[1].Stem), two[1].Answer)}}
		}
	}
	return nil
}

// timesKey finds the option that is so many times the key; "" where there is none.
func (x *examination) timesKey(own units.Quantity, ratio *big.Rat) string {
	want := units.Quantity{Value: new(big.Rat).Mul(own.Value, ratio), Unit: own.Unit}
	for _, o := range x.Options {
		if agrees(o.Text, want) {
			return o.Text
		}
	}
	return ""
}

// pair is a key with the option that is some ratio of it, the smaller first.
func (x *examination) pair(own units.Quantity, ratio *big.Rat) (small, large string) {
	if ratio.Sign() <= 0 || ratio.Cmp(big.NewRat(1, 1)) == 0 {
		return "", ""
	}
	key, _ := x.KeyOption()
	for _, r := range []*big.Rat{ratio, new(big.Rat).Inv(ratio)} {
		if other := x.timesKey(own, r); other != "" {
			if r.Cmp(big.NewRat(1, 1)) < 0 {
				return other, key.Text
			}
			return key.Text, other
		}
	}
	return "", ""
}

// numberWord is a number of things in words or figures.
const numberWord = `(two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\d{1,3})`

var (
	severalDo    = regexp.MustCompile(`(?i)\b` + numberWord + ` ((?:[\pL-]+ ){0,2}[\pL-]+s) (\pL+)(?: (?:up|out|in|off|about|only|exactly))? (\d[\d.,]*)`)
	distributed  = regexp.MustCompile(`(?i)\b(?:each|every|per|apiece|together|in total|total|altogether|combined|combine|both|between them|jointly|all|respectively|sum|average|one of|identical|in all|as a whole|a piece|side by side|in series|in parallel|share|shared)\b`)
	changedTo    = regexp.MustCompile(`(?i)\b(?:rais|lower|increas|reduc|cut|chang|rise|rose|fall|fell|drop|grow|grew|went|goes|turn)\w*\b[^.?!\d]{0,40}\bfrom (\d[\d.,]*)[^.?!\d]{0,12} to (\d[\d.,]*)`)
	sideNamed    = regexp.MustCompile(`(?i)\b(?:now|then|new|old|before|after|afterwards|beforehand|first|final|finally|extra|more|less|fewer|further|difference|chang\w*|by how|sav\w*|additional\w*|increas\w*|decreas\w*|reduc\w*|rais\w*|rise|fall|drop\w*|per ?cent|percentage|longer|shorter|still|factor|ratio|mean|average|originally|later|gain\w*|los\w*|today|this year|last year)\b|%`)
	betweenDays  = regexp.MustCompile(`(?i)\bhow many days\b`)
	betweenWhole = regexp.MustCompile(`(?i)\bhow many (?:whole numbers|integers|numbers|even numbers|odd numbers)\b[^.?!]*\bbetween (\d+) and (\d+)\b`)
	endsNamed    = regexp.MustCompile(`(?i)\b(?:inclusive\w*|exclusive\w*|includ\w*|exclud\w*|both|count\w*|nights|with(?:out)? these|through|strictly|not less|at least|later|after)\b`)
	dilution     = regexp.MustCompile(`(?i)\b(?:dilut\w*|solution)\b[^.?!]{0,60}\b1\s?:\s?(\d{1,3})\b|\b1\s?:\s?(\d{1,3})\b[^.?!]{0,30}\b(?:dilut\w*|solution)\b`)
	partsNamed   = regexp.MustCompile(`(?i)\bparts?\b|\bratio\b|\bproportions?\b|\d\s*:\s*\d+\s*:`)
)

// with puts words behind the place of a stem that can be read in two ways.
func with(stem string, at int, words string) string { return stem[:at] + " " + words + stem[at:] }

// theyDo says whether a word is a verb in the form that goes with several.
func theyDo(word string) bool {
	return slices.ContainsFunc(language.VerbForms(strings.ToLower(word)), func(f language.Form) bool { return f.Tag == "VB" || f.Tag == "VBP" || f.Tag == "VBD" })
}

// ofThem ends before a number of things that is no subject: "a recipe for 4 loaves".
var ofThem = regexp.MustCompile(`(?i)\b(?:for|of|with|in|to|from|by|on|at|into|between|than|per)\s+$`)

// eachOrTogether reads "Three pumps deliver 40 L/s" as each of them, and as all.
func (x *examination) eachOrTogether(own units.Quantity) []Sense {
	m := severalDo.FindStringSubmatchIndex(x.Stem)
	if m == nil || distributed.MatchString(x.Stem) || !language.Plural(last(x.Stem[m[4]:m[5]])) || !theyDo(x.Stem[m[6]:m[7]]) || ofThem.MatchString(x.Stem[:m[2]]) {
		return nil
	}
	n, ok := decimal.Parse(strings.TrimSpace(story.InFigures(x.Stem[m[2]:m[3]])))
	if !ok || n.Cmp(big.NewRat(1, 1)) <= 0 {
		return nil
	}
	small, large := x.pair(own, n)
	if small == "" {
		return nil
	}
	found := units.Find(x.Stem)
	i := slices.IndexFunc(found, func(f units.Found) bool { return f.Start == m[8] })
	if i < 0 || found[i].Unit.Text == "" {
		return nil
	}
	each, together := large, small
	if rate := found[i].Unit.Dim; own.Unit.Text != "" && own.Unit.Same(second) && rate != second.Dim {
		each, together = small, large // what all do at once takes less time
	}
	return []Sense{{with(x.Stem, found[i].End, "each"), each}, {with(x.Stem, found[i].End, "together"), together}}
}

// beforeOrAfter reads a stem in which something is changed "from 2 to 3" and which asks
// without saying at which of the two.
func (x *examination) beforeOrAfter(own units.Quantity) []Sense {
	m := changedTo.FindStringSubmatch(x.Stem)
	asks := x.asking()
	if m == nil || sideNamed.MatchString(asks) || changedTo.MatchString(asks) || !strings.HasSuffix(strings.TrimSpace(x.Stem), "?") {
		return nil
	}
	was, ok1 := decimal.Parse(strings.TrimRight(m[1], ".,"))
	is, ok2 := decimal.Parse(strings.TrimRight(m[2], ".,"))
	if !ok1 || !ok2 || was.Sign() <= 0 || is.Sign() <= 0 {
		return nil
	}
	ratio := new(big.Rat).Quo(is, was)
	small, large := x.pair(own, ratio)
	if small == "" {
		return nil
	}
	before, after := small, large
	if (ratio.Cmp(big.NewRat(1, 1)) < 0) != (own.Unit.Text != "" && own.Unit.Same(second)) {
		before, after = large, small
	}
	end := strings.LastIndex(x.Stem, "?")
	return []Sense{{with(x.Stem, end, "before the change"), before}, {with(x.Stem, end, "after the change"), after}}
}

// endsCounted reads a stretch of days, or of whole numbers, with its ends and without.
func (x *examination) endsCounted(own units.Quantity) []Sense {
	if endsNamed.MatchString(x.Stem) {
		return nil
	}
	end := strings.LastIndex(x.Stem, "?")
	if end < 0 {
		return nil
	}
	offered := func(n int64) string {
		return x.timesKey(own, new(big.Rat).Quo(big.NewRat(n, 1), own.Value))
	}
	key, _ := x.KeyOption()
	two := func(less, more int64, without, including string) []Sense {
		a, b := offered(less), offered(more)
		if less <= 0 || a == "" || b == "" || a != key.Text && b != key.Text {
			return nil
		}
		return []Sense{{with(x.Stem, end, including), b}, {with(x.Stem, end, without), a}}
	}
	if m := betweenWhole.FindStringSubmatch(x.Stem); m != nil && !strings.Contains(m[0], "even") && !strings.Contains(m[0], "odd") {
		a, _ := decimal.Parse(m[1])
		b, _ := decimal.Parse(m[2])
		n := new(big.Rat).Sub(b, a)
		return two(n.Num().Int64()-1, n.Num().Int64()+1, "without these two", "with these two")
	}
	if !betweenDays.MatchString(x.Stem) {
		return nil
	}
	at := moments(x.Stem, false)
	if len(at) != 2 || !ofTheYear.MatchString(x.Stem) {
		return nil
	}
	days := int64(at[0].until(at[1]) / (24 * 60 * 60))
	return two(days, days+1, "if the first day is not counted", "if the first and the last day are counted")
}

// inOrBeside reads "diluted 1:4" as one part in four and as one part beside four.
func (x *examination) inOrBeside(own units.Quantity) []Sense {
	m := dilution.FindStringSubmatchIndex(x.Stem)
	if m == nil || partsNamed.MatchString(x.Stem) {
		return nil
	}
	at := m[2:4]
	if m[2] < 0 {
		at = m[4:6]
	}
	n, ok := decimal.Parse(x.Stem[at[0]:at[1]])
	one := big.NewRat(1, 1)
	if !ok || n.Cmp(one) <= 0 {
		return nil
	}
	in := fmt.Sprintf("(1 part in %s)", x.Stem[at[0]:at[1]])
	beside := fmt.Sprintf("(1 part and %s more)", x.Stem[at[0]:at[1]])
	if small, large := x.pair(own, new(big.Rat).Quo(new(big.Rat).Add(n, one), n)); small != "" { // of what is diluted
		return []Sense{{with(x.Stem, at[1], in), large}, {with(x.Stem, at[1], beside), small}}
	}
	if small, large := x.pair(own, new(big.Rat).Quo(n, new(big.Rat).Sub(n, one))); small != "" { // of what it is diluted with
		return []Sense{{with(x.Stem, at[1], in), small}, {with(x.Stem, at[1], beside), large}}
	}
	return nil
}

// Meant is a question as one of its readings has it: restated, with the key of that
// reading. What was said for another key is left out. It is not ok where the answer is none
// that can be given.
func (s Sense) Meant(q question.Question) (question.Question, bool) {
	before := kind.KeyText(q)
	q.Stem = s.Stem
	q, ok := answered(q, s.Answer)
	if ok && kind.KeyText(q) != before {
		q.Explanation, q.Worked, q.Model, q.Slips = "", nil, nil, nil
	}
	return q, ok
}
