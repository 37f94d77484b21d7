// Package story works out the short problems that every school sets in words: rule of
// three, percentages, shares, probabilities of simple events, means, angles, scales.
//
// The model: a stem is read (read.go) into its quantities, each with its unit or with
// what is counted, and into what it tells and what it asks. A schema is one way in which
// quantities can be to each other: so much for so many, a part of a whole, a change from
// one to another. Each schema looks for the words that show it, takes all quantities of
// the stem, and works out what is asked. A quantity that has no place, a word that
// changes what is asked, or two schemas that disagree, and nothing is said.
package story

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/units"
)

// Answer is a stem worked out.
type Answer struct {
	Value units.Quantity
	How   string // the working
}

// schemas are tried in this order; all have to agree.
var schemas = []func(*told) (Answer, bool){
	(*told).converted, (*told).inProportion, (*told).changedBy, (*told).partOf, (*told).percentOf, (*told).interest,
	(*told).chance, (*told).averaged, (*told).angle, (*told).divided, (*told).scaled, (*told).measured, (*told).packed, (*told).gained,
}

// Solve works a stem out; ok is false where no schema fits, or two disagree.
func Solve(stem string) (Answer, bool) {
	if strings.ContainsAny(stem, "^\\=") || len(stem) > longest {
		return Answer{}, false // mathematics, not a story
	}
	t := read(strings.ToValidUTF8(stem, "?"))
	if len(t.all) == 0 || len(t.all) > 12 {
		return Answer{}, false
	}
	var found []Answer
	for _, s := range schemas {
		if a, ok := s(t); ok {
			found = append(found, a)
		}
	}
	if len(found) == 0 {
		return Answer{}, false
	}
	for _, a := range found[1:] {
		if !a.Value.Unit.Same(found[0].Value.Unit) || !maths.Alike(a.Value.In(found[0].Value.Unit), found[0].Value.Value) {
			return Answer{}, false
		}
	}
	return found[0], true
}

// longest is the longest stem that is read, in bytes.
const longest = 1200

// in is a value in a unit, with its working.
func in(v *big.Rat, u units.Unit, how string, args ...any) (Answer, bool) {
	q := units.Quantity{Value: v, Unit: u}
	return Answer{q, fmt.Sprintf(how, args...) + " = " + q.Text(4)}, true
}

// percent is a share in per cent.
func percent(v *big.Rat, how string, args ...any) (Answer, bool) {
	u, _ := units.Parse("%")
	return in(new(big.Rat).Mul(v, big.NewRat(100, 1)), u, how, args...)
}

func mul(a, b *big.Rat) *big.Rat { return new(big.Rat).Mul(a, b) }
func add(a, b *big.Rat) *big.Rat { return new(big.Rat).Add(a, b) }
func sub(a, b *big.Rat) *big.Rat { return new(big.Rat).Sub(a, b) }

// quo is a quotient; of what has no divisor it is nil, which no schema gives out.
func quo(a, b *big.Rat) *big.Rat {
	if b.Sign() == 0 {
		return new(big.Rat)
	}
	return new(big.Rat).Quo(a, b)
}

var (
	convertTo = regexp.MustCompile(`(?i)\b(?:to|into|in|as)\s+([^\s?.,]+(?:\s+(?:per|a)\s+[^\s?.,]+)?)`)
	manyUnits = regexp.MustCompile(`(?i)\bhow many ([^\s?.,]+)(?: are| is| make| do| does| go| in| has|\b)`)
	converts  = regexp.MustCompile(`(?i)\b(?:convert|change|express|write|give|how many|what is|how much is|correspond\w*|equals?|is the same as|comes? to)\b`)
)

// converted is one quantity in another unit.
func (t *told) converted() (Answer, bool) {
	if len(t.all) != 1 || t.all[0].Unit.Text == "" || t.all[0].Unit.Text == "%" || !converts.MatchString(t.text) && len(strings.Fields(t.text)) > 8 || t.unsettled() || len(strings.Fields(t.text)) > 14 {
		return Answer{}, false
	}
	q := t.all[0]
	rest := t.text[:q.Start] + " # " + t.text[q.End:]
	for _, re := range []*regexp.Regexp{manyUnits, convertTo} {
		for _, m := range re.FindAllStringSubmatch(rest, -1) {
			u, ok := units.Parse(m[1])
			if ok && u.Text != "" && u.Same(q.Unit) && u.Factor.Cmp(q.Unit.Factor) != 0 {
				v := units.Quantity{Value: q.In(u), Unit: u}
				return Answer{v, q.text() + " are " + v.Text(6)}, true
			}
		}
	}
	return Answer{}, false
}

var (
	forSoMany = regexp.MustCompile(`(?i)\b(?:for|per|in|on|with|needs?|costs?|uses?|takes?|covers?|contains?|makes?|gives?|feeds?|serves?|weighs?|lasts?|fills?|pays?|earns?|prints?|packs?|produces?|travels?|drives?|walks?|runs?|cycles?|pumps?|are|is|corresponds?)\b`)
	agents    = regexp.MustCompile(`(?i)^(?:workers?|men|women|people|persons?|painters?|builders?|gardeners?|machines?|taps?|pipes?|pumps?|hands|labourers?|cleaners?|cows?|horses?|animals?|printers?|diggers?|drivers?)$`)
	doers     = regexp.MustCompile(`(?i)(?:ers|ors|men|women|ists|ians|crews?|teams?|such)$`)
	asksLong  = regexp.MustCompile(`(?i)\bhow (?:long|many (?:days|hours|minutes|weeks))\b|\bin what time\b`)
)

// inProportion is the rule of three: so much for so many, how much for how many others.
func (t *told) inProportion() (Answer, bool) {
	if len(t.all) != 3 || t.unsettled() || t.percents() > 0 || t.ratio != nil {
		return Answer{}, false
	}
	a, b, c := t.all[0], t.all[1], t.all[2]
	if a.Unit.Text == "" && a.noun == "" || b.Unit.Text == "" && b.noun == "" || a.alike(b) || t.parts(a, b) || !forSoMany.MatchString(t.text[a.End:b.Start]+" "+t.text[b.End:min(len(t.text), b.End+18)]+" "+t.text[max(0, a.Start-24):a.Start]) {
		return Answer{}, false
	}
	same, other := a, b
	switch {
	case c.alike(a):
	case c.alike(b):
		same, other = b, a
	default:
		return Answer{}, false
	}
	if !t.asksFor(other) {
		return Answer{}, false
	}
	if asksLong.MatchString(t.ask) && !agents.MatchString(same.noun) && doers.MatchString(same.noun) {
		return Answer{}, false // whether more of them need more or less is not said
	}
	if asksLong.MatchString(t.ask) && agents.MatchString(same.noun) {
		return in(quo(mul(other.Value, same.Value), c.inUnit(same)), other.Unit, "%s × %s ÷ %s, as more of them need less", other.text(), same.text(), c.text())
	}
	return in(quo(mul(other.Value, c.inUnit(same)), same.Value), other.Unit, "%s × %s ÷ %s", other.text(), c.text(), same.text())
}

var (
	percentAsked = regexp.MustCompile(`(?i)\b(?:(?:how many|what|which) per ?cent|percentage|what per ?cent|how many %|what %|in per ?cent|by how many percent)\b|%\s*\?|\bpercent(?:age)? (?:change|increase|decrease|rise|fall|profit|loss)`)
	shareAsked   = regexp.MustCompile(`(?i)\bwhat (?:share|fraction|part|proportion)\b|\bfraction of\b|\bshare of\b|\bproportion of\b`)
	fromTo       = regexp.MustCompile(`(?i)\bfrom [^.?]{0,14}$`)
	changes      = regexp.MustCompile(`(?i)\b(?:ris\w+|rose|rais\w+|increas\w+|grow\w*|grew|climb\w*|fall\w*|fell|drop\w*|decreas\w+|reduc\w+|cut|sank|sink\w*|shrank|went up|went down|goes up|goes down|lower\w*|chang\w+|sold|sells|marked down|now)\b`)
)

// changedBy is by how many per cent one amount became another.
func (t *told) changedBy() (Answer, bool) {
	if len(t.all) != 2 || !percentAsked.MatchString(t.text) || t.percents() > 0 || t.unsettled() {
		return Answer{}, false
	}
	a, b := t.all[0], t.all[1]
	between := t.text[a.End:b.Start]
	to := strings.HasSuffix(strings.TrimSpace(between), "to") || regexp.MustCompile(`(?i)\bto (?:only |just )?$`).MatchString(between)
	if !a.alike(b) || !to && !sold.MatchString(t.text) || !changes.MatchString(t.text) || a.Value.Sign() <= 0 {
		return Answer{}, false
	}
	v := quo(sub(b.inUnit(a), a.Value), a.Value)
	return percent(v.Abs(v), "(%s − %s) ÷ %s", b.text(), a.text(), a.text())
}

var (
	sold       = regexp.MustCompile(`(?i)\b(?:bought|buys|cost|costs|paid)\b.*\b(?:sold|sells|resold|sale)\b`)
	wholeAsked = regexp.MustCompile(`(?i)\bof (?:the|this|all) (?:class|group|whole|team|staff|herd|flock|total|course|crew|mixture|bag|box|set|them)\b`)
	firstOf    = regexp.MustCompile(`(?i)(?:^|[.?!] |, )(?:out )?of (?:the |all |a total of )?$`)
	outOf      = regexp.MustCompile(`(?i)^\s*(?:\pL+ ){0,2}(?:out )?of (?:the |a total of |all |its |his |her |my )?$`)
	ofWhom     = regexp.MustCompile(`(?i)\bof (?:whom|which|them|these|those)\b|\bof the\b|\bincluding\b`)
	blended    = regexp.MustCompile(`(?i)\b(?:mixed with|added to|dissolved in|stirred into|mixed into|are mixed|is mixed|and)\b`)
	negated    = regexp.MustCompile(`(?i)\b(?:not|no|without|other than|except)\b`)
)

// partOf is what share one amount is of another, or of both together.
func (t *told) partOf() (Answer, bool) {
	if len(t.all) != 2 || t.percents() > 0 || t.unsettled() || negated.MatchString(t.ask) || changes.MatchString(t.text) {
		return Answer{}, false
	}
	inPercent := percentAsked.MatchString(t.ask)
	if !inPercent && !shareAsked.MatchString(t.ask) {
		return Answer{}, false
	}
	a, b := t.all[0], t.all[1]
	between := t.text[a.End:b.Start]
	var part, whole *big.Rat
	how := ""
	switch {
	case a.Unit.Text == "" && firstOf.MatchString(t.text[:a.Start]) && a.Value.Cmp(b.Value) > 0 && b.Unit.Text == "" && !blended.MatchString(between):
		part, whole, how = b.Value, a.Value, b.Shown+" ÷ "+a.text() // "of 40 pupils 15 cycle"
	case a.Unit.Text == "" && a.noun != "" && b.noun != "" && !strings.EqualFold(a.noun, b.noun) && ofWhom.MatchString(between) && a.Value.Cmp(b.Value) > 0:
		part, whole, how = b.Value, a.Value, b.text()+" ÷ "+a.text() // "28 pupils, of whom 7 are girls"
	case a.Unit.Text == "" && a.noun == "" && b.Unit.Text == "" && outOf.MatchString(between) && a.Value.Cmp(b.Value) <= 0:
		part, whole, how = a.Value, b.Value, a.Shown+" ÷ "+b.Shown
	case a.Unit.Text == "" && b.Unit.Text == "" && a.noun != b.noun && commaList.MatchString(strings.TrimPrefix(strings.TrimSpace(between), a.noun)) && wholeAsked.MatchString(t.ask) && t.asksAbout(a.noun) != t.asksAbout(b.noun):
		whole, part, how = add(a.Value, b.Value), a.Value, a.text()+" ÷ ("+a.text()+" + "+b.text()+")"
		if t.asksAbout(b.noun) {
			part, how = b.Value, b.text()+" ÷ ("+a.text()+" + "+b.text()+")"
		}
	case !a.alike(b):
		return Answer{}, false
	case outOf.MatchString(between) && a.Value.Cmp(b.inUnit(a)) <= 0:
		part, whole, how = a.Value, b.inUnit(a), a.text()+" ÷ "+b.text()
	case ofWhom.MatchString(between) && a.Value.Cmp(b.inUnit(a)) > 0:
		part, whole, how = b.inUnit(a), a.Value, b.text()+" ÷ "+a.text()
	case blended.MatchString(between) && a.of != "" && b.of != "" && a.of != b.of:
		whole = add(a.Value, b.inUnit(a))
		asksA, asksB := t.asksAbout(a.of), t.asksAbout(b.of)
		switch {
		case asksA && !asksB:
			part, how = a.Value, a.text()+" ÷ ("+a.text()+" + "+b.text()+")"
		case asksB && !asksA:
			part, how = b.inUnit(a), b.text()+" ÷ ("+a.text()+" + "+b.text()+")"
		default:
			return Answer{}, false
		}
	default:
		return Answer{}, false
	}
	if inPercent || strings.Contains(t.ask, "share") {
		return percent(quo(part, whole), "%s", how)
	}
	return in(quo(part, whole), units.One, "%s", how)
}

var (
	goesUp     = regexp.MustCompile(`(?i)\b(?:increas\w*|rais\w*|ris\w*|rose|grow\w*|grew|gain\w*|more|plus|adds?|added|vat|surcharge|tip|goes up|went up|dearer|profit)\b`)
	goesDown   = regexp.MustCompile(`(?i)\b(?:decreas\w*|reduc\w*|discount|fall\w*|fell|drop\w*|los\w*|lower\w*|off|sale|cheaper|shrink\w*|shrank|deduct\w*|rebate|goes down|went down|less)\b`)
	asksChange = regexp.MustCompile(`(?i)\bhow much (?:is|are|was|were) (?:the |that |it )?(?:\pL+ )?(?:discount|reduction|saved?|rise|increase|tip|tax|vat|commission|deposit|rebate|off|that)\b|\bhow much (?:\pL+ ){1,3}(?:saved?|saves)\b|\bby how much\b|\bwhat is the (?:discount|reduction|saving|tip|tax|vat|increase|decrease|rise|fall|commission|deposit|loss|profit)\b`)
	asksBefore = regexp.MustCompile(`(?i)\b(?:before|original\w*|at first|initially|used to|was the (?:old|first|full|normal|usual) price)\b`)
	within     = regexp.MustCompile(`(?i)\b(?:includ\w+|inclusive|gross|net|after|already)\b|\bcontain\w* (?:\d+ ?% )?(?:vat|tax)\b`)
	charged    = regexp.MustCompile(`(?i)^\s*(?:commission|fee|deposit|duty|bonus|customs|stamp duty) (?:on|of|for) (?:\pL+ ){0,4}$`)
	holds      = regexp.MustCompile(`(?i)\b(?:solution|mixture|alloy|sample|brine|ore|sludge|cheese|cream|juice|acid)\b`)
	plainOf    = regexp.MustCompile(`(?i)^\s*(?:of|from)\s+(?:the |a |an |its |all |these |those |my |his |her |their |about |\pL+ of )*$`)
)

// percentOf is a percentage of an amount, or an amount changed by one.
func (t *told) percentOf() (Answer, bool) {
	if len(t.all) != 2 || t.percents() != 1 || t.unsettled() || percentAsked.MatchString(t.ask) {
		return Answer{}, false
	}
	p, q := t.all[0], t.all[1]
	if q.Unit.Text == "%" {
		p, q = q, p
	}
	rate := quo(p.Value, big.NewRat(100, 1))
	up, down := goesUp.MatchString(t.text), goesDown.MatchString(t.text)
	one := big.NewRat(1, 1)
	switch {
	case strings.Contains(strings.ToLower(t.text), "interest") || negated.MatchString(t.ask) || within.MatchString(t.text):
		return Answer{}, false
	case !up && !down && p.Start < q.Start && (plainOf.MatchString(t.text[p.End:q.Start]) || charged.MatchString(t.text[p.End:q.Start])) && !asksBefore.MatchString(t.text):
		return in(mul(rate, q.Value), q.Unit, "%s × %s", p.text(), q.text())
	case !up && !down && p.Start < q.Start && holds.MatchString(t.text[p.End:q.Start]) && regexp.MustCompile(`(?i)\bhow much \pL+ (?:does|do|is|are)\b`).MatchString(t.ask):
		return in(mul(rate, q.Value), q.Unit, "%s × %s", p.text(), q.text())
	case up == down:
		return Answer{}, false
	case asksBefore.MatchString(t.ask):
		if up {
			return in(quo(q.Value, add(one, rate)), q.Unit, "%s ÷ (1 + %s)", q.text(), p.text())
		}
		return in(quo(q.Value, sub(one, rate)), q.Unit, "%s ÷ (1 − %s)", q.text(), p.text())
	case asksChange.MatchString(t.ask):
		return in(mul(rate, q.Value), q.Unit, "%s × %s", p.text(), q.text())
	case up:
		return in(mul(q.Value, add(one, rate)), q.Unit, "%s × (1 + %s)", q.text(), p.text())
	}
	return in(mul(q.Value, sub(one, rate)), q.Unit, "%s × (1 − %s)", q.text(), p.text())
}

var (
	asksInterest = regexp.MustCompile(`(?i)\b(?:how much|what|find|calculate|the) (?:\pL+ ){0,3}interest\b|\binterest (?:is|earned|paid|after|for|comes to)\b`)
	asksSum      = regexp.MustCompile(`(?i)\b(?:worth|balance|total|amount|altogether|in the account|grow\w* to|in all|how much money|how much is (?:there|it|on|in))\b`)
)

// interest is what an amount brings at simple or compound interest.
func (t *told) interest() (Answer, bool) {
	lower := strings.ToLower(t.text)
	if len(t.all) != 3 && len(t.all) != 2 || t.percents() != 1 || !strings.Contains(lower, "interest") {
		return Answer{}, false
	}
	var rate, years, sum *quantity
	year, _ := units.Parse("year")
	for i := range t.all {
		switch q := &t.all[i]; {
		case q.Unit.Text == "%":
			rate = q
		case q.Unit.Same(year) || strings.HasPrefix(q.noun, "year") || strings.HasPrefix(q.noun, "month"):
			years = q
		default:
			sum = q
		}
	}
	if sum == nil || rate == nil || years == nil && len(t.all) == 3 {
		return Answer{}, false
	}
	n := big.NewRat(1, 1)
	if years != nil {
		n = new(big.Rat).Set(years.Value)
		if strings.HasPrefix(years.noun, "month") || strings.HasPrefix(years.Unit.Text, "month") {
			n.Quo(n, big.NewRat(12, 1))
		}
	} else if !regexp.MustCompile(`(?i)\b(?:after|in|for|at the end of) (?:a|one|the|the first) year\b|\bone year\b`).MatchString(lower) {
		return Answer{}, false
	}
	p := quo(rate.Value, big.NewRat(100, 1))
	compound := strings.Contains(lower, "compound")
	switch {
	case compound && !n.IsInt(), !compound && !strings.Contains(lower, "simple") && n.Cmp(big.NewRat(1, 1)) > 0:
		return Answer{}, false
	}
	gain := mul(mul(sum.Value, p), n)
	how := sum.text() + " × " + rate.text() + " × " + n.RatString()
	if compound {
		grown := new(big.Rat).Set(sum.Value)
		for range n.Num().Int64() {
			grown.Mul(grown, add(big.NewRat(1, 1), p))
		}
		gain, how = sub(grown, sum.Value), sum.text()+" × (1 + "+rate.text()+")^"+n.RatString()+" − "+sum.text()
	}
	switch {
	case asksInterest.MatchString(t.ask) && !asksSum.MatchString(t.ask):
		return in(gain, sum.Unit, "%s", how)
	case asksSum.MatchString(t.ask):
		return in(add(sum.Value, gain), sum.Unit, "%s + %s", sum.text(), how)
	}
	return Answer{}, false
}

var (
	meanWord   = regexp.MustCompile(`(?i)\b(mean|average|median|mode|range|total|sum)\b`)
	twoOfThese = regexp.MustCompile(`(?i)\b(?:and the|weighted|moving|running)\b`)
)

// averaged is the mean, median, mode, range or total of a list.
func (t *told) averaged() (Answer, bool) {
	if len(t.all) < 3 || t.list < len(t.all) || t.unsettled() {
		return Answer{}, false
	}
	words := meanWord.FindAllString(strings.ToLower(t.text), -1)
	slices.Sort(words)
	if words = slices.Compact(words); len(words) != 1 || twoOfThese.MatchString(t.ask) {
		return Answer{}, false
	}
	var values []*big.Rat
	unit := t.all[len(t.all)-1].Unit
	total := new(big.Rat)
	for _, q := range t.all {
		if q.Unit.Text != "" && q.Unit.Text != unit.Text {
			return Answer{}, false
		}
		values, total = append(values, q.Value), add(total, q.Value)
	}
	slices.SortFunc(values, (*big.Rat).Cmp)
	switch words[0] {
	case "mean", "average":
		return in(quo(total, big.NewRat(int64(len(values)), 1)), unit, "the sum of the %d values, %s, ÷ %[1]d", len(values), total.RatString())
	case "total", "sum":
		return in(total, unit, "the values together")
	case "range":
		return in(sub(values[len(values)-1], values[0]), unit, "the largest less the smallest")
	case "median":
		half := len(values) / 2
		v := values[half]
		if len(values)%2 == 0 {
			v = quo(add(v, values[half-1]), big.NewRat(2, 1))
		}
		return in(v, unit, "the middle of the ordered values")
	}
	count := map[string]int{}
	best, twice := "", false
	for _, v := range values {
		count[v.RatString()]++
	}
	for v, n := range count {
		switch {
		case best == "" || n > count[best]:
			best, twice = v, false
		case n == count[best]:
			twice = true
		}
	}
	if twice || count[best] < 2 {
		return Answer{}, false
	}
	v, _ := new(big.Rat).SetString(best)
	return in(v, unit, "the value that stands most often")
}

var (
	remaining = regexp.MustCompile(`(?i)\b(?:third|fourth|other|remaining|missing|last)\b`)
	sidedness = []struct {
		words  *regexp.Regexp
		total  int64
		angles int
	}{
		{regexp.MustCompile(`(?i)\btriangle\b`), 180, 2}, {regexp.MustCompile(`(?i)\b(?:quadrilateral|trapezium|kite)\b`), 360, 3},
		{regexp.MustCompile(`(?i)\bstraight line\b`), 180, 1}, {regexp.MustCompile(`(?i)\b(?:around|round|about) a point\b`), 360, 2},
	}
)

// angle is the one that is left of those that add up to a known sum.
func (t *told) angle() (Answer, bool) {
	if !strings.Contains(strings.ToLower(t.text), "angle") && !strings.Contains(t.text, "°") || !remaining.MatchString(t.text) || t.unsettledBut("third", "other", "remaining", "last") {
		return Answer{}, false
	}
	degree := regexp.MustCompile(`°|degrees?`)
	for _, s := range sidedness {
		if !s.words.MatchString(t.text) || len(t.all) != s.angles || regexp.MustCompile(`(?i)\b(?:isosceles|right-angled|equilateral|exterior|parallelogram)\b`).MatchString(t.text) {
			continue
		}
		left := big.NewRat(s.total, 1)
		var shown []string
		for _, q := range t.all {
			if !degree.MatchString(t.text[q.Start:min(len(t.text), q.End+9)]) {
				return Answer{}, false
			}
			left, shown = sub(left, q.Value), append(shown, q.Shown+"°")
		}
		if left.Sign() <= 0 {
			return Answer{}, false
		}
		return in(left, units.One, "%d° − %s", s.total, strings.Join(shown, " − "))
	}
	return Answer{}, false
}

var (
	largest  = regexp.MustCompile(`(?i)\b(?:largest|larger|biggest|bigger|greatest|greater|longest|longer|most)\b`)
	smallest = regexp.MustCompile(`(?i)\b(?:smallest|smaller|least|shortest|shorter|lesser)\b`)
	sharing  = regexp.MustCompile(`(?i)\b(?:divid\w+|shar\w+|split\w*|cut|mixed|parts?|in the ratio)\b`)
)

// divided is a part of an amount that is shared in a ratio.
func (t *told) divided() (Answer, bool) {
	if len(t.all) != 1 || len(t.ratio) < 2 || !sharing.MatchString(t.text) || t.unsettledBut("smaller", "larger", "first", "second", "third", "last") {
		return Answer{}, false
	}
	total, part := new(big.Rat), new(big.Rat)
	for _, r := range t.ratio {
		total = add(total, r)
	}
	sorted := slices.Clone(t.ratio)
	slices.SortFunc(sorted, (*big.Rat).Cmp)
	big, small := largest.MatchString(t.ask), smallest.MatchString(t.ask)
	switch named := t.sharer(); {
	case big && small:
		return Answer{}, false
	case big:
		part = sorted[len(sorted)-1]
	case small:
		part = sorted[0]
	case named >= 0 && named < len(t.ratio):
		part = t.ratio[named]
	default:
		return Answer{}, false
	}
	q := t.all[0]
	return in(mul(q.Value, quo(part, total)), q.Unit, "%s × %s ÷ %s", q.text(), part.RatString(), total.RatString())
}

var (
	onPaper  = regexp.MustCompile(`(?i)\bon (?:the |a |this )?(?:map|plan|drawing|sheet|paper)\b|\b(?:the|a) (?:model|map distance)\b`)
	inEarth  = regexp.MustCompile(`(?i)\b(?:real\w*|actual\w*|in reality|on the ground|in nature|true)\b`)
	hasScale = regexp.MustCompile(`(?i)\b(?:scale|map|plan|model|drawing)\b`)
)

// scaled is a length in reality by one on a plan, or the other way round.
func (t *told) scaled() (Answer, bool) {
	all := slices.DeleteFunc(slices.Clone(t.all), func(q quantity) bool { return q.word && q.Unit.Text == "" }) // "two wells are 6 cm apart"
	if len(all) != 1 || len(t.ratio) != 2 || t.ratio[0].Cmp(big.NewRat(1, 1)) != 0 || !hasScale.MatchString(t.text) || t.unsettled() {
		return Answer{}, false
	}
	q, n := all[0], t.ratio[1]
	metre, _ := units.Parse("m")
	if !q.Unit.Same(metre) {
		return Answer{}, false
	}
	switch really, drawn := inEarth.MatchString(t.ask), onPaper.MatchString(t.ask); {
	case really && !drawn:
		return in(mul(q.Value, n), q.Unit, "%s × %s", q.text(), n.RatString())
	case drawn && !really && !onPaper.MatchString(t.before):
		return in(quo(q.Value, n), q.Unit, "%s ÷ %s", q.text(), n.RatString())
	}
	return Answer{}, false
}

var (
	byBy      = regexp.MustCompile(`(?i)^\s*(?:long |wide )?(?:by|×|x|and)\s*$`)
	asksArea  = regexp.MustCompile(`(?i)\barea\b`)
	asksRound = regexp.MustCompile(`(?i)\b(?:perimeter|fence|round it|around it|border|edging)\b`)
	flat      = regexp.MustCompile(`(?i)\b(?:rectang\w+|room|floor|garden|field|plot|lawn|yard|wall|sheet|carpet|pitch|patio)\b`)
)

// measured is the area or perimeter of what measures so much by so much.
func (t *told) measured() (Answer, bool) {
	metre, _ := units.Parse("m")
	if len(t.all) != 2 || t.unsettled() || !flat.MatchString(t.text) || !byBy.MatchString(t.text[t.all[0].End:t.all[1].Start]) {
		return Answer{}, false
	}
	a, b := t.all[0], t.all[1]
	if !b.Unit.Same(metre) || a.Unit.Text != "" && !a.Unit.Same(metre) {
		return Answer{}, false
	}
	length := a.Value
	if a.Unit.Text != "" {
		length = a.inUnit(b)
	}
	switch area, round := asksArea.MatchString(t.ask), asksRound.MatchString(t.ask); {
	case area && !round:
		square, ok := units.Parse(b.Unit.Text + "²")
		if !ok {
			return Answer{}, false
		}
		return in(mul(length, b.Value), square, "%s × %s", a.text(), b.text())
	case round && !area:
		return in(mul(big.NewRat(2, 1), add(length, b.Value)), b.Unit, "2 × (%s + %s)", a.text(), b.text())
	}
	return Answer{}, false
}

var asksMany = regexp.MustCompile(`(?i)\bhow many (?:such |of these |of them |full |whole )?(\pL+)`)

// packed is how many times one amount goes into another of its kind.
func (t *told) packed() (Answer, bool) {
	m := asksMany.FindStringSubmatch(t.ask)
	if len(t.all) != 2 || m == nil || t.percents() > 0 || t.unsettled() {
		return Answer{}, false
	}
	a, b := t.all[0], t.all[1]
	if !a.alike(b) || a.Unit.Text == "" {
		return Answer{}, false
	}
	if u, ok := units.Parse(m[1]); ok && u.Text != "" {
		return Answer{}, false
	}
	small, large := a, b
	if a.Value.Cmp(b.inUnit(a)) > 0 {
		small, large = b, a
	}
	n := quo(large.inUnit(small), small.Value)
	if !n.IsInt() {
		return Answer{}, false
	}
	return in(n, units.One, "%s ÷ %s", large.text(), small.text())
}

// gained is the profit or the loss of what is bought and sold.
func (t *told) gained() (Answer, bool) {
	if len(t.all) != 2 || !sold.MatchString(t.text) || percentAsked.MatchString(t.ask) || t.percents() > 0 || t.unsettled() || !regexp.MustCompile(`(?i)\b(?:profit|loss|gain|lose|make)\b`).MatchString(t.ask) {
		return Answer{}, false
	}
	a, b := t.all[0], t.all[1]
	if !a.alike(b) {
		return Answer{}, false
	}
	v := sub(b.inUnit(a), a.Value)
	return in(v.Abs(v), a.Unit, "%s and %s differ", b.text(), a.text())
}
