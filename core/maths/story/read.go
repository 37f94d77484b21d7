package story

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths/units"
)

// told is a stem as it was read.
type told struct {
	text   string // with figures for number words
	ask    string // the sentence that asks
	before string // what stands before it
	all    []quantity
	ratio  []*big.Rat // "2 : 3 : 4", a ratio or a scale
	list   int        // how many quantities stand in one list
}

// quantity is a number of a stem with its unit, or with what is counted.
type quantity struct {
	units.Found
	noun string // of what has no unit: "6 people"
	of   string // what it is an amount of: "200 ml of syrup"
	word bool   // it is told in words: "two wells"
}

func (q quantity) text() string {
	if q.Unit.Text == "" && q.noun != "" {
		return q.Shown + " " + q.noun
	}
	return units.With(q.Shown, q.Unit)
}

// alike says whether two quantities measure, or count, the same kind of thing.
func (q quantity) alike(o quantity) bool {
	if q.Unit.Text == "%" || o.Unit.Text == "%" || q.Unit.Zero != nil || o.Unit.Zero != nil {
		return false
	}
	if q.Unit.Text == "" && o.Unit.Text == "" {
		return singular(q.noun) == singular(o.noun)
	}
	return q.Unit.Text != "" && o.Unit.Text != "" && q.Unit.Same(o.Unit)
}

// inUnit is a quantity's value in the unit of another one of its kind.
func (q quantity) inUnit(o quantity) *big.Rat {
	if q.Unit.Text == "" || o.Unit.Text == "" {
		return q.Value
	}
	return q.In(o.Unit)
}

// singular takes the ending of a plural off.
func singular(noun string) string {
	noun = strings.ToLower(noun)
	if irregular := map[string]string{"people": "person", "men": "man", "women": "woman", "children": "child"}[noun]; irregular != "" {
		return irregular
	}
	return strings.TrimSuffix(strings.TrimSuffix(noun, "s"), "e")
}

var numberWords = map[string]int{
	"two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16,
	"seventeen": 17, "eighteen": 18, "nineteen": 19, "twenty": 20, "thirty": 30, "forty": 40, "fifty": 50, "sixty": 60, "seventy": 70, "eighty": 80, "ninety": 90, "hundred": 100, "dozen": 12,
}

var (
	spokenNumber = regexp.MustCompile(`(?i)\b(?:(?:an?|one) )?([a-z]+)(?:-([a-z]+))?\b`)
	partOfOne    = regexp.MustCompile(`(?i)\b(?:(half) (?:an? )?|(?:an? |one )?(quarter) of an? |(three quarters) of an? )(hour|minute|litre|liter|metre|meter|kilometre|kilo|kilogram|tonne|ton|year|day)\b`)
	andAHalf     = regexp.MustCompile(`(?i)\b(\d+|an?|one|two|three|four|five|six) (hours?|years?|metres?|litres?|kilometres?|kilos?) and a half\b`)
	single       = regexp.MustCompile(`(?i)\b(?:one|a single) (litres?|liters?|metres?|meters?|kilometres?|kilometers?|kilograms?|kilos?|kg|km|tonnes?|hours?|minutes?|seconds?|days?|weeks?|grams?|square metre|cubic metre)\b`)
	wideNumber   = regexp.MustCompile(`(\d) (\d{3})\b`)
	thousands    = regexp.MustCompile(`(?i)\b(\d+(?:\.\d+)?) (thousand|million|billion)\b`)
	perCentWord  = regexp.MustCompile(`(?i)(\d)\s*(?:per ?cent)\b`)
	precision    = regexp.MustCompile(`(?i),?\s*\b(?:correct )?to (?:the nearest \pL+(?: \pL+)?|(?:\pL+|\d+) (?:significant figures?|decimal places?|s\.?f\.?|d\.?p\.?))\b\.?`)
)

// InFigures writes the number words of a text in figures, but for "one", which is mostly
// no number.
func InFigures(text string) string {
	out, _ := inFigures(text)
	return out
}

// inFigures is InFigures with the places at which figures stand for words.
func inFigures(text string) (string, map[int]bool) {
	text = partOfOne.ReplaceAllStringFunc(text, func(s string) string {
		m := partOfOne.FindStringSubmatch(s)
		return map[bool]string{true: "0.5 "}[m[1] != ""] + map[bool]string{true: "0.25 "}[m[2] != ""] + map[bool]string{true: "0.75 "}[m[3] != ""] + m[4]
	})
	text = andAHalf.ReplaceAllStringFunc(text, func(s string) string {
		m := andAHalf.FindStringSubmatch(s)
		number := strings.ToLower(m[1])
		if n := numberWords[number]; n > 0 {
			number = fmt.Sprint(n)
		} else if number == "a" || number == "an" || number == "one" {
			number = "1"
		}
		return number + ".5 " + m[2]
	})
	for wideNumber.MatchString(text) {
		text = wideNumber.ReplaceAllString(text, "$1$2")
	}
	text = perCentWord.ReplaceAllString(text, "$1 %")
	text = thousands.ReplaceAllStringFunc(text, func(s string) string {
		m := thousands.FindStringSubmatch(s)
		v, ok := new(big.Rat).SetString(m[1])
		if !ok {
			return s
		}
		return strings.TrimSuffix(strings.TrimRight(mul(v, big.NewRat(map[string]int64{"thousand": 1e3, "million": 1e6, "billion": 1e9}[strings.ToLower(m[2])], 1)).FloatString(3), "0"), ".")
	})
	var out strings.Builder
	spoken := map[int]bool{}
	last := 0
	for _, m := range spokenNumber.FindAllStringSubmatchIndex(text, -1) {
		first, second := numberWords[strings.ToLower(text[m[2]:m[3]])], 0
		if m[4] >= 0 {
			second = numberWords[strings.ToLower(text[m[4]:m[5]])]
		}
		if first == 0 || m[4] >= 0 && (first < 20 || first > 90 || second == 0 || second > 9) {
			continue
		}
		out.WriteString(text[last:m[0]])
		spoken[out.Len()] = true
		fmt.Fprint(&out, first+second)
		last = m[1]
	}
	out.WriteString(text[last:])
	return out.String(), spoken
}

var (
	ratioOf    = regexp.MustCompile(`\b(\d[\d,.]*)((?:\s?:\s?\d[\d,]*(?:\.\d+)?)+)`)
	sentence   = regexp.MustCompile(`[.?!](?:\s+|$)`)
	imperative = regexp.MustCompile(`(?i)^(?:find|work out|calculate|determine|compute|give|state|what|which|how|by|in|at|on|for|convert|change|express|write|share|divide)\b`)
	nounBehind = regexp.MustCompile(`^\s*((?:(?:red|blue|green|white|black|yellow|full|new|equal|large|small|different|such|same) )?)(\pL[\pL-]*)`)
	ofWhat     = regexp.MustCompile(`^\s+of\s+(?:the |a |an |pure |clean |plain )?(\pL+)`)
	idle       = regexp.MustCompile(`(?i)^\s+(?:of the |other |acute |interior |inner )?(?:angles?|farms?|towns?|villages?|cities|places?|points?|friends?|brothers?|sisters?|partners?|numbers?|sides?|people (?:share|divide|split))\b`)
	runsOn     = regexp.MustCompile(`^\s*(?:to|and|or|–|,|,? and)\s*$`)
	commaList  = regexp.MustCompile(`^\s*(?:,|,? and|;)\s*$`)
)

// functionWords are no nouns that a number counts.
var functionWords = set("of and or in on at by for from to is are was were the a an per with than as each how what which if into are has have had then when it its that this they be will can off up down out over under more less times")

func set(words string) map[string]bool {
	out := map[string]bool{}
	for w := range strings.FieldsSeq(words) {
		out[w] = true
	}
	return out
}

// read reads a stem.
func read(stem string) *told {
	text, spoken := inFigures(single.ReplaceAllString(precision.ReplaceAllString(stem, ""), "1 $1"))
	t := &told{}
	if m := ratioOf.FindStringSubmatchIndex(text); m != nil && !regexp.MustCompile(`\d:[0-5]\d\b`).MatchString(text[m[0]:m[1]]) {
		for _, n := range strings.FieldsFunc(text[m[0]:m[1]], func(r rune) bool { return r == ':' || r == ' ' }) {
			if v, ok := new(big.Rat).SetString(strings.ReplaceAll(n, ",", "")); ok {
				t.ratio = append(t.ratio, v)
			}
		}
		text = text[:m[0]] + strings.Repeat("_", m[1]-m[0]) + text[m[1]:]
	}
	t.text = text
	for _, f := range units.Find(text) {
		q := quantity{Found: f, word: spoken[f.Start]}
		rest := text[f.End:]
		if m := ofWhat.FindStringSubmatch(rest); m != nil {
			q.of = singular(m[1])
		}
		if f.Unit.Text == "" {
			if m := nounBehind.FindStringSubmatch(rest); m != nil && !functionWords[strings.ToLower(m[2])] {
				q.noun = strings.ToLower(m[2])
			}
		}
		if q.word && f.Unit.Text == "" && idle.MatchString(rest) {
			continue // "two angles of a triangle", "three friends": how many they are tells nothing else
		}
		t.all = append(t.all, q)
	}
	// "from 500 to 540 dollars": what the last one measures, the others do.
	for i := len(t.all) - 2; i >= 0; i-- {
		a, b := &t.all[i], t.all[i+1]
		if a.Unit.Text == "" && a.noun == "" && runsOn.MatchString(text[a.End:b.Start]) {
			a.Unit, a.noun = b.Unit, b.noun
		}
	}
	// "3 red and 5 blue balls": the noun stands behind the last of them.
	run := 1
	for i := range t.all {
		if i > 0 && commaList.MatchString(text[t.all[i-1].End:t.all[i].Start]) {
			run++
		} else if i > 0 && t.all[i-1].Unit.Text != "" || i > 0 {
			run = 1
		}
		t.list = max(t.list, run)
	}
	start, ends := 0, sentence.FindAllStringIndex(text, -1)
	if len(ends) == 0 || ends[len(ends)-1][1] < len(text) {
		ends = append(ends, []int{len(text), len(text)})
	}
	for _, e := range ends {
		s := text[start:e[1]]
		if strings.Contains(s, "?") || imperative.MatchString(strings.TrimSpace(s)) || e[1] == len(text) && t.ask == "" {
			t.ask, t.before = s, text[:start]
		}
		start = e[1]
	}
	return t
}

// percents is how many percentages a stem tells.
func (t *told) percents() int {
	n := 0
	for _, q := range t.all {
		if q.Unit.Text == "%" {
			n++
		}
	}
	return n
}

// unsettling are words that change what the quantities are to each other in ways that
// no schema reads.
var unsettling = regexp.MustCompile(`(?i)\b(?:twice|thrice|half|double[ds]?|triple[ds]?|third|quarter|fourth|differ\w*|exceed\w*|remaining|rest|left|another|other|both|further|additional|extra|except|only|more than|less than|first|second|last|again|then|difference|already|at least|at most|altogether|together|respectively|sum|product|compound|average speed|equal\w*|smaller|larger|ago|older|younger)\b`)

func (t *told) unsettled() bool { return unsettling.MatchString(t.text) }

// unsettledBut is unsettled, some words aside.
func (t *told) unsettledBut(words ...string) bool {
	return slices.ContainsFunc(unsettling.FindAllString(t.text, -1), func(w string) bool { return !slices.Contains(words, strings.ToLower(w)) })
}

var (
	asksMuch  = regexp.MustCompile(`(?i)\bhow much\b|\bwhat (?:is|does|do|will|would|mass|amount|volume|quantity|price|distance)\b`)
	asksCost  = regexp.MustCompile(`(?i)\b(?:cost|costs|price|pay|earn|earns|paid|worth)\b`)
	asksFar   = regexp.MustCompile(`(?i)\bhow far\b|\bdistance\b`)
	asksHeavy = regexp.MustCompile(`(?i)\b(?:how heavy|weigh|weighs|mass|weight)\b`)
	money     = regexp.MustCompile(`^(?:[$£€]|euros?|dollars?|pounds?|cents?|pence|francs?|crowns?|GBP|EUR|USD)`)
)

// asksFor says whether the question asks for something of the kind of a quantity.
func (t *told) asksFor(q quantity) bool {
	ask := strings.ToLower(t.ask)
	metre, _ := units.Parse("m")
	kilo, _ := units.Parse("kg")
	second, _ := units.Parse("s")
	unit := q.Unit.Text
	if unit == "" {
		return q.noun != "" && (strings.Contains(ask, "how many "+q.noun) || strings.Contains(ask, "how many "+singular(q.noun)) || money.MatchString(q.noun) && asksCost.MatchString(ask))
	}
	if m := manyUnits.FindStringSubmatch(ask); m != nil {
		u, ok := units.Parse(m[1])
		return ok && u.Same(q.Unit)
	}
	switch {
	case money.MatchString(unit):
		return asksCost.MatchString(ask) || asksMuch.MatchString(ask)
	case q.Unit.Same(metre):
		return asksFar.MatchString(ask) || strings.Contains(ask, "how long is") || strings.Contains(ask, "how high") || strings.Contains(ask, "length") || asksMuch.MatchString(ask)
	case q.Unit.Same(second):
		return asksLong.MatchString(ask) || strings.Contains(ask, "how long") || strings.Contains(ask, "what time")
	case q.Unit.Same(kilo):
		return asksMuch.MatchString(ask) || asksHeavy.MatchString(ask)
	}
	return asksMuch.MatchString(ask)
}

// asksAbout says whether the question names something.
func (t *told) asksAbout(name string) bool {
	return name != "" && strings.Contains(strings.ToLower(t.ask), name)
}

// parts says whether two amounts are joined as parts of one list.
func (t *told) parts(a, b quantity) bool { return commaList.MatchString(t.text[a.End:b.Start]) }

var properName = regexp.MustCompile(`\b[A-Z][a-z]+\b`)

// sharer is which of the names that share something is asked about, by the order in
// which they were named; -1 where none is.
func (t *told) sharer() int {
	if m := namedList.FindStringSubmatch(t.text); m != nil {
		if at := t.askedOf(strings.FieldsFunc(strings.ReplaceAll(strings.ToLower(m[1]), " and ", ","), func(r rune) bool { return r == ',' || r == ' ' })); at >= 0 {
			return at
		}
	}
	var names []string
	for _, n := range properName.FindAllString(t.before, -1) {
		if at := strings.Index(t.before, n); !slices.Contains(names, n) && !imperative.MatchString(n) && (at > 0 || regexp.MustCompile(regexp.QuoteMeta(n)+` (?:and|,)`).MatchString(t.before)) {
			names = append(names, n)
		}
	}
	return t.askedOf(names)
}

// namedList is what is shared or mixed in a ratio, one after the other.
var namedList = regexp.MustCompile(`(?i)((?:\pL+(?:,? and |, ))+\pL+)[^.,]{0,14}\bin the ratio\b`)

// askedOf is which of as many names as the ratio has parts the question asks about; -1
// where it is none, or several.
func (t *told) askedOf(names []string) int {
	if len(names) != len(t.ratio) {
		return -1
	}
	found := -1
	for i, n := range names {
		if regexp.MustCompile(`(?i)\b` + regexp.QuoteMeta(n) + `\b`).MatchString(t.ask) {
			if found >= 0 {
				return -1
			}
			found = i
		}
	}
	return found
}
