package story

import (
	"math/big"
	"regexp"
	"strconv"
	"strings"

	"zincowl/core/maths/units"
)

var (
	likely   = regexp.MustCompile(`(?i)\b(?:probability|chance|likelihood|how likely)\b`)
	oneDie   = regexp.MustCompile(`(?i)\b(?:an? |the |one )(?:fair |ordinary |normal |standard |six-sided |unbiased )*(?:die|dice)\b`)
	severalX = regexp.MustCompile(`(?i)\b(?:2|3|4|twice|both|two|three|again|each|first|second|replac\w+|without|together|sum|total|either|neither|or)\b`)
	oneCoin  = regexp.MustCompile(`(?i)\b(?:a|the|one) (?:fair )?coin\b`)
	drawn    = regexp.MustCompile(`(?i)\b(?:drawn|taken|picked|chosen|selected|pulled|draws|takes|picks|chooses)\b`)
	anEvent  = []struct {
		words *regexp.Regexp
		holds func(n, bound int) bool
	}{
		{regexp.MustCompile(`(?i)\b(?:at least|no less than|not less than) (\d+)\b|\b(\d+) or (?:more|higher|above|greater)\b`), func(n, b int) bool { return n >= b }},
		{regexp.MustCompile(`(?i)\b(?:at most|no more than|not more than) (\d+)\b|\b(\d+) or (?:less|lower|below|fewer)\b`), func(n, b int) bool { return n <= b }},
		{regexp.MustCompile(`(?i)\b(?:more|greater|higher|larger|bigger) than (?:a )?(\d+)\b|\b(?:above|over) (\d+)\b`), func(n, b int) bool { return n > b }},
		{regexp.MustCompile(`(?i)\b(?:less|smaller|lower|fewer) than (?:a )?(\d+)\b|\b(?:below|under) (\d+)\b`), func(n, b int) bool { return n < b }},
		{regexp.MustCompile(`(?i)\b(?:multiple of|divisible by) (?:a )?(\d+)\b`), func(n, b int) bool { return b > 0 && n%b == 0 }},
		{regexp.MustCompile(`(?i)\bnot (?:an? |the number )?(\d+)\b`), func(n, b int) bool { return n != b }},
		{regexp.MustCompile(`(?i)\beven\b()`), func(n, _ int) bool { return n%2 == 0 }},
		{regexp.MustCompile(`(?i)\bodd\b()`), func(n, _ int) bool { return n%2 == 1 }},
		{regexp.MustCompile(`(?i)\bprime\b()`), func(n, _ int) bool { return big.NewInt(int64(n)).ProbablyPrime(4) }},
		{regexp.MustCompile(`(?i)\b(?:an?|the number|number|shows?|throwing|rolling|getting|of|a score of) (\d+)\b`), func(n, b int) bool { return n == b }},
	}
	upToFaces = regexp.MustCompile(`(?i)\b(\d+)[- ]sided\b|\bnumbered (?:from )?1 (?:to|–|-) (\d+)\b|\bnumbers 1 (?:to|–|-) (\d+)\b`)
	kindsOf   = regexp.MustCompile(`(?i)(\d+) (\pL+)`)
	asksKind  = regexp.MustCompile(`(?i)\b(?:it is|being|is|of|an?|it'?s|drawing|picking|getting|taking) (?:an? )?(not |no )?(?:an? )?(\pL+)`)
)

// chance is the probability of a simple event: one throw of a die, one coin, one thing
// drawn from several kinds.
func (t *told) chance() (Answer, bool) {
	if !likely.MatchString(t.text) || t.percents() > 0 {
		return Answer{}, false
	}
	if a, ok := t.thrown(); ok {
		return a, true
	}
	return t.drawn()
}

// thrown is a number of one die, or of things numbered from one.
func (t *told) thrown() (Answer, bool) {
	faces := 6
	text := t.text
	m := upToFaces.FindStringSubmatchIndex(text)
	if m != nil {
		for i := 2; i < 8; i += 2 {
			if m[i] >= 0 {
				faces, _ = strconv.Atoi(text[m[i]:m[i+1]])
			}
		}
		text = regexp.MustCompile(`\b`+strconv.Itoa(faces)+`\b (?:\pL+ )?(?:sectors?|fields?|cards?|balls?|tickets?|discs?|parts?|faces?|sides?)`).ReplaceAllString(text[:m[0]]+text[m[1]:], "")
	} else if !oneDie.MatchString(text) {
		return Answer{}, false
	}
	for _, e := range anEvent {
		m := e.words.FindStringSubmatch(text)
		if m == nil {
			continue
		}
		bound, _ := strconv.Atoi(strings.Join(m[1:], ""))
		if severalX.MatchString(strings.Replace(text, m[0], "", 1)) || len(units.Find(strings.Replace(text, m[0], "", 1))) > 0 || faces < 2 || faces > 1000 {
			return Answer{}, false
		}
		n := 0
		for k := 1; k <= faces; k++ {
			if e.holds(k, bound) {
				n++
			}
		}
		return in(big.NewRat(int64(n), int64(faces)), units.One, "%d of %d", n, faces)
	}
	return Answer{}, false
}

// drawn is one thing taken from a number of kinds that are all told.
func (t *told) drawn() (Answer, bool) {
	if !drawn.MatchString(t.text) || len(sentence.FindAllString(t.before, -1)) > 2 || regexp.MustCompile(`(?i)\b(?:twice|both|again|second|replac\w+|without|two|2 \pL+ are (?:drawn|taken|picked|chosen))\b`).MatchString(t.text) {
		return Answer{}, false
	}
	kinds := map[string]int{}
	total := 0
	for _, m := range kindsOf.FindAllStringSubmatch(t.before, -1) {
		n, _ := strconv.Atoi(m[1])
		if functionWords[strings.ToLower(m[2])] {
			return Answer{}, false
		}
		kinds[singular(m[2])] += n
		total += n
	}
	if len(kinds) < 2 || len(units.Find(t.ask)) > 0 || regexp.MustCompile(`(?i)\b(?:total|altogether|in all)\b`).MatchString(t.before) {
		return Answer{}, false
	}
	ask := t.ask
	if at := likely.FindStringIndex(ask); at != nil {
		ask = ask[at[1]:]
	}
	named := map[string]bool{}
	for w := range strings.FieldsSeq(strings.ToLower(ask)) {
		if w = singular(strings.Trim(w, ".,?!")); kinds[w] > 0 {
			named[w] = true
		}
	}
	n := 0
	for k := range named {
		n += kinds[k]
	}
	if len(named) == 0 || len(named) == len(kinds) {
		return Answer{}, false
	}
	if negated.MatchString(ask) {
		if len(named) > 1 {
			return Answer{}, false
		}
		n = total - n
	}
	return in(big.NewRat(int64(n), int64(total)), units.One, "%d of %d", n, total)
}
