package sheet

import (
	"math/big"
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/maths/units"
)

// told is what a stem tells and asks.
type told struct {
	found  []given
	change *change
	asked  []int // terms it may ask for
	named  bool  // the asked one by its name
	unit   units.Unit
	in     bool // the unit is said
	asks   asking
	whole  bool // whole units only, rounded down
	clear  bool // nothing else is told that could matter
}

// given is a quantity of a stem with the term that it is called by, or -1.
type given struct {
	units.Found
	term int
}

// asking is what is asked of a term.
type asking int

const (
	asksValue asking = iota // its value, after the change if one is told
	asksBefore
	asksDifference
	asksPercentage
)

// mention is where a stem names a term.
type mention struct{ term, start, end int }

var (
	figures    = regexp.MustCompile(`(?i),? (?:correct )?to (?:one|two|three|four|\d) (?:significant figures|decimal places|s\.?f\.?|d\.?p\.?)`)
	imperative = regexp.MustCompile(`(?i)^\s*(?:find|work out|calculate|determine|compute|give|state|what|which|how)\b`)
	asksIn     = regexp.MustCompile(`(?i)\b(?:what|which|how|find|work out|calculate|determine|give)\b[^.?]*?\bin ([^\s,.?]+(?:(?: per | a )[^\s,.?]+)?)`)
	howMany    = regexp.MustCompile(`(?i)\bhow many ((?:whole |full |complete )?)([^\s,.?]+(?: metres| meters| litres)?(?:(?: per | a )[^\s,.?]+)?)`)
	// uncounted are words for numbers and comparisons, which are not read and may
	// change what is asked.
	uncounted = regexp.MustCompile(`(?i)\b(?:two|three|four|five|six|seven|eight|nine|ten|twelve|half|third|quarter|twice|thrice|dozen|both|each|every|per cent of|more than|less than|remaining|left over|spare|extra|average|altogether|ratio of|combined with)\b`)

	byHowMuch   = regexp.MustCompile(`(?i)\bby how much\b|\bhow much (?:more|less|higher|lower|longer|shorter|larger|smaller|faster|slower)\b|\bwhat is the (?:change|difference|rise|fall|increase|decrease) (?:in|of)\b|\bhow (?:far|much) does\b.*\b(?:rise|fall|change|drop)\b`)
	byHowManyIn = regexp.MustCompile(`(?i)\b(?:by )?(?:what|which) (?:percentage|per ?cent)\b|\bby how many per ?cent\b|\bpercentage (?:rise|fall|change|increase|decrease)\b`)
	atFirst     = regexp.MustCompile(`(?i)\bat first\b|\bbefore (?:that|the change)\b|\boriginal(?:ly)?\b|\bto begin with\b`)
)

// read finds what a stem tells and asks.
func (s *Sheet) read(stem string) told {
	stem = digits(figures.ReplaceAllString(strings.ToValidUTF8(stem, "?"), ""))
	var t told
	small := lower(stem)
	mentions := s.mentions(stem, small)
	found := units.Find(stem)
	found, t.change = s.readChange(small, found, mentions)
	claimed := map[mention]bool{}
	taken := map[int]bool{}
	for _, q := range found {
		m, ok := s.claim(small, q, mentions, taken)
		g := given{q, -1}
		if ok {
			g.term, taken[m.term], claimed[m] = m.term, true, true
			if q.Unit.Text == "" {
				g.Unit = s.terms[m.term].Unit
			}
		}
		t.found = append(t.found, g)
	}
	from, to := question(small)
	others := []byte(small) // a "half-life" counts nothing, and a "rise of temperature" may be a term
	for _, m := range mentions {
		for i := m.start; i < m.end; i++ {
			others[i] = '_'
		}
	}
	ask := string(others[from:to])
	t.clear = !uncounted.Match(others)
	switch {
	case byHowManyIn.MatchString(ask):
		t.asks = asksPercentage
	case byHowMuch.MatchString(ask):
		t.asks = asksDifference
	case t.change != nil && atFirst.MatchString(ask):
		t.asks = asksBefore
	}
	t.askedUnit(stem, stem[from:to])
	for _, m := range mentions {
		if m.start < from || m.end > to || claimed[m] || slices.Contains(t.asked, m.term) ||
			taken[m.term] && t.change == nil || t.change != nil && t.change.term == m.term {
			continue
		}
		if t.in && t.asks != asksPercentage && !t.unit.Same(s.terms[m.term].Unit) {
			continue
		}
		t.asked, t.named = append(t.asked, m.term), true
	}
	if len(t.asked) == 0 && t.in && t.asks != asksPercentage {
		for i, term := range s.terms {
			if term.Unit.Same(t.unit) && !taken[i] && term.Unit.Text != "" {
				t.asked = append(t.asked, i)
			}
		}
	}
	return t
}

// lower puts a text into small letters byte for byte, so that positions stay.
func lower(s string) string {
	return strings.Map(func(r rune) rune {
		if l := unicode.ToLower(r); utf8.RuneLen(l) == utf8.RuneLen(r) {
			return l
		}
		return r
	}, s)
}

// question is where the sentence that asks begins and ends.
func question(stem string) (from, to int) {
	ends := sentences(stem)
	start := 0
	for _, end := range ends {
		if strings.HasSuffix(strings.TrimSpace(stem[start:end]), "?") || imperative.MatchString(stem[start:end]) {
			from, to = start, end
		}
		start = end
	}
	if to == 0 && len(ends) > 0 {
		to = len(stem)
		if len(ends) > 1 {
			from = ends[len(ends)-2]
		}
	}
	return from, to
}

// sentences are the ends of sentences.
func sentences(stem string) []int {
	var out []int
	for i := 0; i < len(stem); i++ {
		if strings.IndexByte(".?!", stem[i]) >= 0 && (i+1 == len(stem) || stem[i+1] == ' ' || stem[i+1] == '\n') {
			out = append(out, i+1)
		}
	}
	if len(out) == 0 || out[len(out)-1] < len(stem) {
		out = append(out, len(stem))
	}
	return out
}

// mentions finds where the terms are named. A longer name hides a shorter one
// inside it. Names of one letter are read where an equals sign follows, or where
// they are asked for.
func (s *Sheet) mentions(stem, small string) []mention {
	var out []mention
	for i, t := range s.terms {
		for _, phrase := range t.phrases {
			for from := 0; ; {
				at := strings.Index(small[from:], phrase)
				if at < 0 {
					break
				}
				start := from + at
				from = start + len(phrase)
				end := from
				if strings.HasPrefix(small[end:], "s") && !wordAt(small, start, end) {
					end++
				}
				if wordAt(small, start, end) {
					out = append(out, mention{i, start, end})
				}
			}
		}
		for _, letter := range t.letters {
			for _, at := range letter.FindAllStringSubmatchIndex(stem, -1) {
				out = append(out, mention{i, at[2], at[3]})
			}
		}
	}
	out = slices.DeleteFunc(out, func(m mention) bool {
		return slices.ContainsFunc(out, func(o mention) bool {
			return o.end-o.start > m.end-m.start && o.start <= m.start && o.end >= m.end
		})
	})
	slices.SortStableFunc(out, func(a, b mention) int { return a.start - b.start })
	return slices.Compact(out)
}

func wordAt(s string, start, end int) bool {
	letter := func(c byte) bool { return c >= 'a' && c <= 'z' || c >= 0x80 }
	return (start == 0 || !letter(s[start-1])) && (end == len(s) || !letter(s[end]))
}

// farthest is how far a name may stand from its number, in bytes.
const farthest = 60

// claim finds the term that a quantity gives: the one named closest before it, or
// right after it ("2.5 mg/L dose"), in the same sentence, of those whose unit has
// its dimension.
func (s *Sheet) claim(stem string, q units.Found, mentions []mention, taken map[int]bool) (mention, bool) {
	var best mention
	gap := farthest + 1
	for _, m := range mentions {
		u := s.terms[m.term].Unit
		if taken[m.term] || !q.Unit.Same(u) && q.Unit.Text != "" || q.Unit.Text == "" && u.Text != "" && !precedes(stem, m, q) {
			continue
		}
		distance := q.Start - m.end
		between := ""
		if distance >= 0 {
			between = stem[m.end:q.Start]
		} else if m.start > q.Start && m.start < q.End { // "40 hours worked"
			distance = 0
		} else if m.start >= q.End {
			distance, between = (m.start-q.End)*4, stem[q.End:m.start]
		}
		if distance >= 0 && distance < gap && !strings.Contains(between, ". ") && !strings.Contains(between, "?") {
			best, gap = m, distance
		}
	}
	return best, gap <= farthest
}

// precedes says whether a bare number follows a name at once ("D = 2.5"), so that
// it can be taken in the unit of the name.
func precedes(stem string, m mention, q units.Found) bool {
	if m.end > q.Start {
		return false
	}
	switch strings.TrimSpace(stem[m.end:q.Start]) {
	case "=", "is", "of", ":":
		return true
	}
	return false
}

// kindsOfUnit are what is asked for without a unit.
var kindsOfUnit = []struct{ words, unit string }{
	{"how long does", "s"}, {"how long will", "s"}, {"how long is it", "s"}, {"how long can", "s"}, {"how long would", "s"}, {"for how long", "s"},
	{"how far", "m"}, {"how deep", "m"}, {"how high", "m"}, {"how wide", "m"}, {"how heavy", "kg"}, {"how fast", "m/s"},
}

// askedUnit finds the unit that is asked for.
func (t *told) askedUnit(stem, ask string) {
	if m := howMany.FindStringSubmatch(ask); m != nil {
		if u, ok := units.Parse(m[2]); ok && u.Text != "" && u.Text != "%" {
			t.unit, t.in, t.whole = u, true, m[1] != ""
			return
		}
	}
	for _, m := range asksIn.FindAllStringSubmatch(stem, -1) {
		for text := m[1]; text != ""; {
			if u, ok := units.Parse(text); ok && text != "a" {
				t.unit, t.in = u, true
				return
			}
			cut := strings.LastIndexByte(text, ' ')
			text = text[:max(cut, 0)]
		}
	}
	for _, k := range kindsOfUnit {
		if strings.Contains(strings.ToLower(ask), k.words) {
			if u, ok := units.Parse(k.unit); ok {
				t.unit, t.in = units.Unit{Factor: u.Factor, Dim: u.Dim}, true
				return
			}
		}
	}
}

// shown is a value in the unit that is asked for, or in its own.
func (t told) shown(v units.Quantity) units.Quantity {
	if t.in && t.unit.Text != "" && t.unit.Same(v.Unit) {
		u := symbol(t.unit, v.Unit)
		v = units.Quantity{Value: v.In(u), Unit: u}
	}
	if t.whole && v.Value.Sign() > 0 {
		v.Value = new(big.Rat).SetInt(new(big.Int).Quo(v.Value.Num(), v.Value.Denom()))
	}
	return v
}

// symbol is a unit as it is written, of one that may be spelled out.
func symbol(u, like units.Unit) units.Unit {
	if u.Factor.Cmp(like.Factor) == 0 {
		return like
	}
	for _, v := range units.Siblings(like) {
		if v.Factor.Cmp(u.Factor) == 0 {
			return v
		}
	}
	return u
}
