package writer

import (
	"fmt"
	"iter"
	"math/big"
	"math/rand/v2"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/language/realise"
)

// A false statement is a true one with one thing changed that a person could have in mind
// wrongly: a number, a direction, a thing for another of its kind. "Not" is never put in or
// taken out: that is no error of knowledge.

// falsehood is a sentence with one change.
type falsehood struct {
	text   string
	was    string // the words that were changed
	became string
	slip   string
	weight float64 // how good a change it is
}

// opposites are words that turn a statement round when one stands for the other: adverbs,
// prepositions and comparatives as they are, and verbs and nouns in their base forms.
const (
	opposites = `above/below before/after more/less higher/lower larger/smaller greater/smaller faster/slower longer/shorter stronger/weaker upward/downward upwards/downwards
		inside/outside maximum/minimum earlier/later highest/lowest warmer/cooler hotter/colder heavier/lighter deeper/shallower older/younger wider/narrower thicker/thinner
		oldest/newest upstream/downstream coarsest/finest largest/smallest quickly/slowly cheaper/dearer usually/rarely often/seldom most/few forwards/backwards uphill/downhill
		easier/harder sooner/later nearer/farther richer/poorer drier/wetter internal/external`
	oppositeVerbs = `increase/decrease rise/fall grow/shrink expand/contract open/close encourage/discourage attract/repel absorb/release include/exclude heat/cool
		strengthen/weaken accept/reject allow/forbid freeze/thaw evaporate/condense raise/lower lengthen/shorten accelerate/slow widen/narrow fill/empty improve/worsen
		import/export push/pull tighten/loosen inflate/deflate lift/lower enlarge/reduce precede/follow`
	oppositeNouns = `increase/decrease supply/demand income/expense asset/liability debit/credit gain/loss profit/loss buyer/seller lender/borrower import/export maximum/minimum beginning/end top/bottom
		winter/summer acid/alkali anode/cathode artery/vein cause/effect acceptance/rejection presence/absence strength/weakness input/output inflation/deflation employer/employee
		rise/fall excess/shortage surplus/deficit evaporation/condensation expansion/contraction host/guest`
)

var turns, verbTurns, nounTurns = bothWays(opposites), bothWays(oppositeVerbs), bothWays(oppositeNouns)

// bothWays leads from each word of pairs to the other.
func bothWays(pairs string) map[string]string {
	out := map[string]string{}
	for p := range strings.FieldsSeq(pairs) {
		a, b, _ := strings.Cut(p, "/")
		if out[a] == "" {
			out[a] = b
		}
		if out[b] == "" {
			out[b] = a
		}
	}
	return out
}

var (
	// ranged and rangeEnd stand behind the first and before the second number of a range.
	ranged   = regexp.MustCompile(`^(?:\s*(?:to|and|or|–|-)\s*\d|[^\d,]{0,12},? or \d)`)
	rangeEnd = regexp.MustCompile(`(?:\d\s*(?:to|and|–|-)|\bor)\s*$`)
	figures  = regexp.MustCompile(`\d+(?:[.,]\d+)*`)
	bound    = map[string]string{"at least": "at most", "at most": "at least", "more than": "less than", "less than": "more than", "no more than": "no less than"}
)

// falsehoods are the false statements that can be made of a sentence, the best first.
func (l *lore) falsehoods(s *said, r *rand.Rand) []falsehood {
	var out []falsehood
	add := func(from, to int, became, slip string, weight float64) {
		f := falsehood{text: s.text[:from] + became + s.text[to:], was: s.text[from:to], became: became, slip: slip, weight: weight}
		if strings.Contains(strings.ToLower(f.text), " than "+strings.ToLower(f.was)+" ") || l.stated(f, s) {
			return
		}
		f.text = realise.Upper(f.text)
		out = append(out, f)
	}
	amounts := figures.FindAllStringIndex(s.text, -1)
	for _, at := range amounts {
		if len(amounts) > 3 || s.exemplary(at[0]) || !apart(s.text, at[0], at[1]) || ranged.MatchString(s.text[at[1]:]) || rangeEnd.MatchString(s.text[:at[0]]) || vaguely.MatchString(s.text[:at[0]]) || strings.HasPrefix(s.text[at[1]:], " per cent or so") {
			continue
		}
		if other, ok := l.otherNumber(s, s.text[at[0]:at[1]], r); ok && opposed(s, at[0], s.text[at[0]:at[1]], other) {
			add(at[0], at[1], other, "number-of-another-size", 1)
		}
	}
	for i, t := range s.tokens {
		if other, ok := l.otherWord(s, i, r); ok && !(strings.Contains(s.text, ":") && t.Start < strings.Index(s.text, ":")) && opposed(s, t.Start, strconv.Itoa(2+slices.Index(numberWords, t.Lower)), strconv.Itoa(2+slices.Index(numberWords, other))) {
			add(t.Start, t.End, cased(other, t.Text), "number-of-another-size", 0.95)
		}
		compound := i+1 < len(s.tokens) && s.tokens[i+1].Noun()
		other, ok := turns[t.Lower]
		switch {
		case (t.Lower == "more" || t.Lower == "less" || t.Lower == "most" || t.Lower == "few") && !degree(s.tokens, i):
		case (t.Lower == "before" || t.Lower == "after") && !timed(s.tokens, i):
		case (t.Lower == "longer" || t.Lower == "later" || t.Lower == "more") && i > 0 && (s.tokens[i-1].Lower == "no" || s.tokens[i-1].Lower == "any"):
		case t.Lower == "lower" && i > 0 && (s.tokens[i-1].Tag == "TO" || s.tokens[i-1].Tag == "MD"): // what is done, not how much
		case t.Lower == "lower" && compound && !strings.Contains(s.text, " than "):
			if kind := language.NounKind(language.Singular(s.tokens[i+1].Lower)); len(l.holds[language.Stem("upper")]) > 0 || !measurable[kind] { // "the lower bed", and not "lower spending"
				add(t.Start, t.End, "upper", "direction-turned-round", 0.9)
			} else {
				add(t.Start, t.End, cased("higher", t.Text), "direction-turned-round", 0.9)
			}
		case ok && !strings.HasPrefix(t.Tag, "VB"):
			if (t.Lower != "above" && t.Lower != "below") || i+1 < len(s.tokens) {
				add(t.Start, t.End, cased(other, t.Text), "direction-turned-round", 0.9)
			}
		case t.Tag == "VBG" && i > 0 && s.tokens[i-1].Noun(), t.Noun() && i > 0 && s.tokens[i-1].Noun(): // part of a name
		case strings.HasPrefix(t.Tag, "VB") && i > 0 && !compound:
			if other := l.turnedVerb(t); other != "" && !followed(s.tokens, i) && !(s.tokens[i-1].Lower == "it" && i+1 < len(s.tokens) && s.tokens[i+1].Lower == "that") {
				add(t.Start, t.End, other, "direction-turned-round", 0.9)
			}
		case t.Noun() && !compound:
			if other := turnedNoun(t.Lower); other != "" && len(l.holds[language.Stem(other)]) > 0 { // a word of the subject
				add(t.Start, t.End, cased(other, t.Text), "opposite", 0.85)
			}
		case t.Tag == "JJ" && i > 0 && (being[s.tokens[i-1].Lower] || i > 1 && s.tokens[i-1].Tag == "RB" && being[s.tokens[i-2].Lower]) && !compound:
			if other := opposite(t.Lower); other != "" {
				add(t.Start, t.End, other, "opposite", 0.8)
			}
		}
		if became, n := narrowed(s.tokens, i); became != "" {
			add(t.Start, s.tokens[i+n-1].End, cased(became, t.Text), "scope", 0.85)
		}
		if t.Tag == "JJ" && i > 0 && compound && !being[s.tokens[i-1].Lower] { // "shared locks", where the sources speak of the opposite
			if other := opposite(t.Lower); other != "" && len(l.holds[language.Stem(other)]) > 0 {
				add(t.Start, t.End, cased(other, t.Text), "opposite", 0.85)
			}
		}
		if became, to := rule(s.tokens, i); became != "" {
			add(t.Start, s.tokens[to].End, became, "rule-taken-for-another", 0.8)
		}
	}
	out = append(out, l.swapped(s)...)
	for phrase, other := range bound {
		if i := strings.Index(s.text, " "+phrase+" "); i >= 0 && strings.Count(s.text, " "+phrase+" ") == 1 && !strings.HasSuffix(s.text[:i], " no") && !strings.HasSuffix(s.text[:i], " not") {
			add(i+1, i+1+len(phrase), other, "bound-turned-round", 0.9)
		}
	}
	for _, f := range append(l.exchanges(s, r), l.exchangesInside(s)...) {
		if !l.stated(f, s) {
			out = append(out, f)
		}
	}
	if s.since > 0 { // what only backs it stays as it is
		out = slices.DeleteFunc(out, func(f falsehood) bool { return !strings.HasPrefix(f.text, s.text[:s.since]) })
	}
	slices.SortStableFunc(out, func(a, b falsehood) int {
		switch {
		case a.weight != b.weight:
			return int(1000 * (b.weight - a.weight))
		}
		return strings.Compare(a.text, b.text)
	})
	return out
}

var (
	// fromBelow and fromAbove end with words that bound the number behind them.
	fromBelow = regexp.MustCompile(`(?i)\b(?:at least|more than|over|above|longer than|older than|larger than|greater than|higher than|deeper than|exceeds?|exceeded|no less than|not less than|no fewer than|beyond|after|minimum of) (?:the )?$`)
	fromAbove = regexp.MustCompile(`(?i)\b(?:at most|no more than|not more than|less than|fewer than|under|below|within|up to|shorter than|smaller than|younger than|lower than|not exceed|no longer than|no later than|maximum of|by the|before the|only) $`)
	// supposing begins what a statement only holds under.
	supposing = regexp.MustCompile(`(?i)\b(?:if|when|whenever|unless|once|that|which|who|whose|where)\b[^,;]*$`)
)

// opposed says whether a number in the place of another makes a bound wrong: what needs at
// least fifteen needs at least ten as well, and what holds beyond ten holds beyond eleven.
func opposed(s *said, at int, was, became string) bool {
	a, ok1 := new(big.Rat).SetString(strings.ReplaceAll(was, ",", ""))
	b, ok2 := new(big.Rat).SetString(strings.ReplaceAll(became, ",", ""))
	if !ok1 || !ok2 {
		return false
	}
	front := s.text[:at]
	up := b.Cmp(a) > 0
	under := supposing.MatchString(front)
	switch {
	case fromBelow.MatchString(front):
		return up != under
	case fromAbove.MatchString(front):
		return up == under
	case strings.HasPrefix(s.text[at+min(len(was), len(s.text)-at):], " or more"), strings.HasPrefix(s.text[at+min(len(was), len(s.text)-at):], " % or more"):
		return up != under
	}
	return true
}

// apart says whether a number stands by itself: not in a name, a range or a unit.
func apart(text string, from, to int) bool {
	before, after := " ", " "
	if from > 0 {
		before = text[:from]
	}
	if to < len(text) {
		after = text[to:]
	}
	last := []rune(before)[len([]rune(before))-1]
	first := []rune(after)[0]
	return !unicode.IsLetter(last) && !strings.ContainsRune("-–−/^", last) && !unicode.IsLetter(first) && !strings.ContainsRune("-–/^×", first)
}

var being = language.WordSet(`is are was were be become becomes remain remains stay stays`)

// timed says whether "before" or "after", the i-th of some words, tells a time: a doing or
// an amount of time stands beside it.
func timed(tokens []language.Token, i int) bool {
	if i+1 >= len(tokens) || i < 2 {
		return false
	}
	last := tokens[i-1]
	return tokens[i+1].Tag == "VBG" || last.Noun() && tokens[i-2].Tag == "CD" || last.Lower == "immediately" || last.Lower == "directly" || last.Lower == "shortly"
}

func cased(word, like string) string {
	if r := []rune(like); unicode.IsUpper(r[0]) {
		return realise.Upper(word)
	}
	return word
}

// opposite is the opposite of an adjective that is about as common and stands in the same
// company; empty where there is none or more than one.
func opposite(word string) string {
	best := ""
	for _, o := range language.Opposites(word) {
		if strings.Contains(o, " ") || language.Near(word, o) < 0.5 || language.Rank(o) > 15_000 || strings.HasSuffix(o, word) || strings.HasSuffix(word, o) {
			continue
		}
		if best != "" {
			return ""
		}
		best = o
	}
	return best
}

// turnedVerb is the opposite of a verb in its own form: one that is always so, or one that the
// sources speak of.
func (l *lore) turnedVerb(t language.Token) string {
	for _, f := range language.VerbForms(t.Lower) {
		if f.Tag != t.Tag && !(f.Tag == "VB" && t.Tag == "VBP") {
			continue
		}
		other := verbTurns[f.Base]
		if other == "" {
			one, two := language.VerbTakes(f.Base).Object, 0
			if other = opposite(f.Base); other != "" {
				two = language.VerbTakes(other).Object
			}
			if asksObject[f.Base] || asksObject[other] || len(l.holds[language.Stem(other)]) == 0 || max(one-two, two-one) > 2 {
				other = "" // a verb that says little, or that goes with other words
			}
		}
		if other != "" {
			return realise.Form(other, t.Tag)
		}
	}
	return ""
}

// exemplary says whether a number is only an example's: "moving 50 coins takes two updates".
func (s *said) exemplary(at int) bool {
	return len(s.tokens) > 2 && s.since == 0 && s.tokens[0].Tag == "VBG" && at < s.tokens[2].Start
}

// measurable are the kinds of things of which there can be more or less.
var measurable = map[string]bool{"attribute": true, "quantity": true, "time": true, "possession": true, "act": true, "process": true, "event": true, "state": true, "": true}

// narrowed is what words that begin at i become where the scope of a statement, or a share, is
// told wrong, and how many they are.
func narrowed(tokens []language.Token, i int) (became string, n int) {
	next := ""
	if i+1 < len(tokens) {
		next = tokens[i+1].Lower
	}
	pair := tokens[i].Lower + " " + next
	unit := 0 // "a third", where the sentence goes on with "the second third", is given away
	for _, t := range tokens {
		if language.Singular(t.Lower) == language.Singular(next) {
			unit++
		}
	}
	for _, p := range shares {
		if unit == 1 && (pair == p[0] || pair == p[1]) {
			if pair == p[0] {
				return p[1], 2
			}
			return p[0], 2
		}
	}
	switch t := tokens[i]; {
	case t.Lower == "all" && i+1 < len(tokens) && language.Plural(next) && (i == 0 || tokens[i-1].Lower != "of" && tokens[i-1].Lower != "not" && tokens[i-1].Lower != "at"):
		return "only some", 1
	case t.Lower == "always" && (i == 0 || tokens[i-1].Lower != "not" && tokens[i-1].Lower != "must"):
		return "only sometimes", 1
	case (t.Lower == "completely" || t.Lower == "entirely" || t.Lower == "wholly") && (i == 0 || tokens[i-1].Tag != "RB"):
		return "only partly", 1
	case t.Lower == "half" && next == "of":
		return "a third", 1
	}
	return "", 0
}

// shares are shares that could be taken for each other.
var shares = [][2]string{{"a third", "a quarter"}, {"two thirds", "three quarters"}, {"one third", "one quarter"}, {"by half", "by a third"}}

// followed says whether a particle or "from" goes with the verb at i, which its opposite
// would not take.
func followed(tokens []language.Token, i int) bool {
	for k := i + 1; k < min(len(tokens), i+5); k++ {
		if tokens[k].Lower == "from" || k == i+1 && (tokens[k].Tag == "RP" || tokens[k].Lower == "up" || tokens[k].Lower == "down" || tokens[k].Lower == "out" || tokens[k].Lower == "off") {
			return true
		}
	}
	return false
}

// turnedNoun is the opposite of a noun in its own number.
func turnedNoun(lower string) string {
	base := language.Singular(lower)
	if other := nounTurns[base]; other == "" || base == lower {
		return other
	}
	return realise.Third(nounTurns[base]) // nouns take their endings as verbs do
}

// degree says whether a word that compares amounts does so at i: "more easily", "most
// seeds", and not "a few hours" or "at most".
func degree(tokens []language.Token, i int) bool {
	if i > 0 && (tokens[i-1].Tag == "DT" || tokens[i-1].Lower == "at" || tokens[i-1].Lower == "no" || tokens[i-1].Lower == "or" || tokens[i-1].Lower == "any" || tokens[i-1].Lower == "once") || i+1 == len(tokens) {
		return false
	}
	next := tokens[i+1]
	if tokens[i].Lower == "most" || tokens[i].Lower == "few" {
		return next.Noun() && language.Plural(next.Lower) || next.Tag == "JJ"
	}
	return next.Tag == "JJ" || next.Tag == "RB" || next.Noun()
}

// rule turns what must be done into what need not, and what must not into what may; to is
// the last word of what is replaced.
func rule(tokens []language.Token, i int) (became string, to int) {
	t := tokens[i]
	for k, t := range tokens { // the reason, or what threatens, would speak for the rule that is no more
		if t.Lower == "since" || t.Lower == "because" || t.Lower == "so" || t.Lower == "otherwise" || t.Lower == "though" || t.Lower == "although" || t.Lower == "unless" || t.Lower == "except" || t.Text == ";" || k > 0 && tokens[k-1].Text == "," && (t.Lower == "or" || t.Lower == "for" || t.Lower == "as") {
			return "", 0
		}
	}
	if i == 0 || i+1 >= len(tokens) || tokens[i+1].Lower == "have" || len(tokens) > 2 && tokens[len(tokens)-2].Lower == "all" {
		return "", 0
	}
	next := tokens[i+1].Lower
	switch {
	case t.Lower == "must" && next == "not":
		return "may", i + 1
	case t.Lower == "must" && next != "never" && next != "always" && next != "only":
		return "need not", i
	case t.Lower == "may" && next == "not":
		return "may", i + 1
	case (t.Lower == "is" || t.Lower == "are") && (next == "forbidden" || next == "prohibited"):
		return t.Lower + " allowed", i + 1
	}
	return "", 0
}

// swapped exchanges two things of a sentence that are of one kind and told apart there.
func (l *lore) swapped(s *said) []falsehood {
	type place struct {
		*thing
		from, to int
	}
	var found []place
	for i := 0; i < len(s.tokens); i++ {
		for n := min(3, len(s.tokens)-i); n >= 1; n-- {
			last := s.tokens[i+n-1]
			if !last.Noun() || !grouped(s.tokens[i], true) {
				continue
			}
			if th := l.things[nameKey(s.text[s.tokens[i].Start:last.End])]; th != nil {
				found = append(found, place{th, s.tokens[i].Start, last.End})
				i += n - 1
				break
			}
		}
	}
	for a := range found {
		for b := a + 1; b < len(found); b++ {
			x, y := found[a], found[b]
			alike := x.together[nameKey(y.name)] || x.head == y.head && len(strings.Fields(x.name)) > 1 && len(strings.Fields(y.name)) > 1
			between := s.text[x.to:y.from]
			if !alike || x.thing == y.thing || x.plural != y.plural || len(strings.Fields(between)) < 3 || !parts.MatchString(between) && !(strings.Contains(between, ",") && slices.ContainsFunc(s.tokens, func(t language.Token) bool { return finite(t) && t.Start >= x.to && t.End <= y.from })) || len(found) > b+1 && slices.ContainsFunc(found[b+1:], func(p place) bool { return p.thing == x.thing || p.thing == y.thing }) {
				continue
			}
			one, two := s.text[x.from:x.to], s.text[y.from:y.to]
			if x.from == 0 {
				one, two = l.within(one), realise.Upper(two)
			}
			return []falsehood{{text: s.text[:x.from] + two + between + one + s.text[y.to:], was: s.text[x.from:x.to] + "” and “" + s.text[y.from:y.to], became: s.text[y.from:y.to] + "” and “" + s.text[x.from:x.to], slip: "two-things-exchanged", weight: 1}}
		}
	}
	return nil
}

// inner is a thing within a sentence, behind its subject, with others of its kind of which the
// sources do not say the same.
type inner struct {
	from, to int
	thing    *thing
	others   []*thing
}

// inside are the things of a sentence that others of their kind could be taken for.
func (l *lore) inside(s *said) iter.Seq[inner] {
	return func(yield func(inner) bool) {
		lower := strings.ToLower(s.text)
		for i := range s.tokens {
			for n := min(3, len(s.tokens)-i); n >= 1; n-- {
				last := s.tokens[i+n-1]
				if i+n < len(s.tokens) && language.Plural(s.tokens[i+n].Lower) && language.Can(language.Singular(s.tokens[i+n].Lower), 'n') {
					continue // part of a longer name, whatever its tag
				}
				if !last.Noun() || !grouped(s.tokens[i], true) || i > 0 && (s.tokens[i-1].Noun() || s.tokens[i-1].Tag == "JJ") || i+n < len(s.tokens) && s.tokens[i+n].Noun() {
					continue
				}
				from, to := s.tokens[i].Start, last.End
				th := l.things[nameKey(s.text[from:to])]
				if th == nil || language.Plural(last.Lower) != th.plural || strings.Count(lower, strings.ToLower(s.text[from:to])) > 1 || from < s.since {
					continue
				}
				rest := map[string]bool{}
				own := language.Stems(th.name)
				for w := range s.stems {
					if !own[w] {
						rest[w] = true
					}
				}
				in := inner{from: from, to: to, thing: th}
				for _, o := range l.siblings(th.name, th.plural, mostSiblings) {
					sameHead := o.head == th.head && n > 1 && len(strings.Fields(o.name)) == n
					if (sameHead || th.together[nameKey(o.name)] && language.Near(o.head, th.head) > 0.3 || th.defined && o.defined) && !strings.Contains(lower, strings.ToLower(o.name)) && !l.maybeTrue(language.Stems(o.name), rest) {
						in.others = append(in.others, o)
					}
				}
				if len(in.others) > 0 {
					if !yield(in) {
						return
					}
					break
				}
			}
		}
	}
}

// put is a thing in the place of another in a sentence, with the article that it takes there.
func (s *said) put(in inner, o *thing) (from int, name string) {
	if before := strings.TrimRight(s.text[:in.from], " "); strings.HasSuffix(before, " a") || strings.HasSuffix(before, " an") || before == "A" || before == "An" {
		from = strings.LastIndex(before, " ") + 1
		return from, cased(withIndefinite(o.name), s.text[from:in.from])
	}
	return in.from, cased(o.name, s.text[in.from:in.to])
}

// exchangesInside puts another thing of its kind in the place of one within a sentence.
func (l *lore) exchangesInside(s *said) []falsehood {
	for in := range l.inside(s) {
		from, name := s.put(in, in.others[0])
		return []falsehood{{text: s.text[:from] + name + s.text[in.to:], was: s.text[from:in.to], became: name, slip: "thing-of-the-same-kind", weight: 0.92}}
	}
	return nil
}

// parts are words between two things that tell them apart.
var parts = regexp.MustCompile(`(?i)\b(?:than|whereas|while|but|unlike|rather|not|against|instead|from|into|before|after)\b`)

// otherNumber is a number that could stand for one: another of the sources of like size
// that stands before the same word, or else one half or twice as large.
func (l *lore) otherNumber(s *said, number string, r *rand.Rand) (string, bool) {
	value, ok := new(big.Rat).SetString(strings.ReplaceAll(number, ",", ""))
	if !ok || value.Sign() <= 0 {
		return "", false
	}
	v, _ := value.Float64()
	var try []string
	integer := !strings.Contains(number, ".")
	switch {
	case integer && v >= 1400 && v < 2100 && !strings.Contains(number, ","): // a year
		for _, d := range []int{-10, 10, -4, 6} {
			try = append(try, strconv.Itoa(int(v)+d))
		}
	case integer && v <= 3:
		for _, d := range []int{1, 2} {
			try = append(try, strconv.Itoa(int(v)+d))
		}
	case integer && v <= 12:
		for _, d := range []int{-2, 2, 3, -1} {
			try = append(try, strconv.Itoa(int(v)+d))
		}
	default:
		for _, f := range []float64{0.5, 2, 1.5, 0.8} {
			try = append(try, shaped(v*f, number))
		}
	}
	r.Shuffle(len(try), func(i, j int) { try[i], try[j] = try[j], try[i] })
	percent := strings.Contains(s.text, number+"%") || strings.Contains(s.text, number+" %") || strings.Contains(s.text, number+" per cent")
	for _, t := range try {
		n, err := strconv.ParseFloat(strings.ReplaceAll(t, ",", ""), 64)
		if err != nil || n <= 0 || percent && n > 100 || t == number || strings.Contains(s.text, t) || integer && v > 3 && n < 2 {
			continue
		}
		return t, true
	}
	return "", false
}

// numberWords are the words for two to twelve, in order.
var numberWords = func() []string {
	english, _ := language.In("en")
	words := make([]string, 11)
	for w, n := range english.Number {
		if n >= 2 && n <= 12 {
			words[n-2] = w
		}
	}
	return words
}()

// otherWord is another number in place of one that is written as a word, the i-th of a
// sentence, where it counts what follows.
func (l *lore) otherWord(s *said, i int, r *rand.Rand) (string, bool) {
	at := slices.Index(numberWords, s.tokens[i].Lower)
	if at < 0 || i+1 >= len(s.tokens) || i > 0 && (s.tokens[i-1].Tag == "DT" || s.tokens[i-1].Lower == "or" || s.tokens[i-1].Lower == "some" || s.tokens[i-1].Lower == "about" || s.tokens[i-1].Lower == "first") {
		return "", false
	}
	if next := s.tokens[i+1]; !(next.Noun() && language.Plural(next.Lower)) && !(next.Tag == "JJ" && i+2 < len(s.tokens) && s.tokens[i+2].Noun()) {
		return "", false
	}
	other := at + 1 + r.IntN(2)
	if at > 2 && r.IntN(2) == 0 {
		other = at - 1 - r.IntN(2)
	}
	return numberWords[min(other, len(numberWords)-1)], min(other, len(numberWords)-1) != at
}

// shaped is a number written with as many figures as another has.
func shaped(v float64, like string) string {
	decimals := 0
	if i := strings.IndexByte(like, '.'); i >= 0 {
		decimals = len(like) - i - 1
	}
	if decimals == 0 {
		unit := 1.0
		digits := strings.ReplaceAll(like, ",", "")
		for strings.HasSuffix(digits, "0") && len(digits) > 2 {
			digits, unit = digits[:len(digits)-1], unit*10
		}
		if unit == 1 && strings.HasSuffix(digits, "5") || strings.HasSuffix(digits, "0") {
			unit *= 5
		}
		v = float64(int(v/unit+0.5)) * unit
	}
	out := strconv.FormatFloat(v, 'f', decimals, 64)
	if strings.Contains(like, ",") && len(out) > 3 {
		out = out[:len(out)-3] + "," + out[len(out)-3:]
	}
	return out
}

// exchanges put another thing of the same kind in the place of one of a sentence.
func (l *lore) exchanges(s *said, r *rand.Rand) []falsehood {
	var out []falsehood
	for _, f := range s.facts {
		subject := f.Subject
		at := strings.Index(strings.ToLower(s.text), strings.ToLower(subject))
		core := realise.Core(subject)
		if at != 0 || core == "" || strings.Contains(core, ",") || strings.Contains(core, " and ") || strings.Contains(core, " or ") {
			continue
		}
		if i := slices.IndexFunc(s.tokens, func(t language.Token) bool { return t.Start >= len(core) }); i >= 0 && (s.tokens[i].Noun() || strings.HasSuffix(s.tokens[i].Lower, "s") && !finite(s.tokens[i])) {
			continue // part of a longer name
		}
		bare := trimArticle(core)
		plural, ok := realise.Clause{Subject: subject, Verb: f.Predicate}.Plural()
		if !ok {
			continue
		}
		says := language.Stems(s.text[min(len(s.text), at+len(core)):])
		defines := f.Type == fact.Kind || slices.ContainsFunc(s.facts, func(f fact.Fact) bool { return f.Type == fact.Definition })
		of := strings.HasPrefix(s.text[at+len(core):], " of ")
		for _, o := range l.siblings(bare, plural, 6) {
			named := l.things[nameKey(bare)] != nil && l.things[nameKey(bare)].together[nameKey(o.name)]
			if (defines && !o.defined || of) && !named || named && o.head != realise.Head(bare) && language.Near(o.head, realise.Head(bare)) < 0.3 && language.Rank(o.head) < 30_000 {
				continue
			}
			if strings.Contains(strings.ToLower(s.text), strings.ToLower(o.name)) || l.maybeTrue(language.Stems(o.name), says) {
				continue
			}
			name := o.name
			if bare != core {
				name = strings.ToLower(core[:len(core)-len(bare)]) + name
				if low := strings.ToLower(name); strings.HasPrefix(low, "a ") || strings.HasPrefix(low, "an ") {
					name = withIndefinite(o.name)
				}
			}
			out = append(out, falsehood{text: realise.Upper(name + s.text[at+len(core):]), was: core, became: name, slip: "thing-of-the-same-kind", weight: 0.95})
		}
		if len(out) > 0 {
			r.Shuffle(len(out), func(i, j int) { out[i], out[j] = out[j], out[i] })
			return out[:min(2, len(out))]
		}
	}
	return out
}

func trimArticle(text string) string {
	first, rest, ok := strings.Cut(text, " ")
	if low := strings.ToLower(first); ok && (low == "the" || low == "a" || low == "an" || low == "every" || low == "each") {
		return rest
	}
	return text
}

func withIndefinite(name string) string {
	if strings.ContainsRune("aeiou", rune(strings.ToLower(name)[0])) {
		return "an " + name
	}
	return "a " + name
}

// stated says whether the sources may state what was made up: another sentence has what
// the change put in and most of the rest.
func (l *lore) stated(f falsehood, s *said) bool {
	in := language.Stems(f.became)
	if len(in) == 0 {
		if !figures.MatchString(f.became) {
			return false
		}
		in = map[string]bool{f.became: true}
	}
	rest := map[string]bool{}
	for w := range s.stems {
		if !in[w] {
			rest[w] = true
		}
	}
	return l.maybeTrue(in, rest)
}

// whyFalse says what a statement has wrong.
func (f falsehood) why() string {
	return fmt.Sprintf("The source says “%s”, not “%s”.", strings.TrimSpace(f.was), strings.TrimSpace(f.became))
}
