package story

import (
	_ "embed"
	"math"
	"math/big"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"

	"zincowl/core/maths/units"
)

// Where no schema takes all of a stem, its options still say what its numbers may come to.
// Every expression over the numbers is tried that has the dimension of an option; each that
// comes to one has features: its operations, with the words of the stem that go with them,
// how many numbers it leaves out, whether what is counted cancels. A log-linear model over
// the options, each by its best expression, fitted on solved problems (tools/storyfit),
// makes shares of them (after Kushman, Artzi, Zettlemoyer and Barzilay, “Learning to
// automatically solve algebra word problems”, 2014, and Roy and Roth, 2015).

// Likely says how likely each option is what a stem comes to, from 0 to 1; nil where the
// options are no amounts, or the stem no short problem.
func Likely(stem string, options []string) []float64 {
	found := Candidates(stem, options)
	if found == nil {
		return nil
	}
	out, best := Shares(found, weights())
	for i, f := range best {
		if f["as it stands"]+f["none"] > 0 {
			out[i] = 0 // nothing was worked out
		}
	}
	return out
}

// Shares are the probabilities of options by what reaches each of them, and what reaches
// each best.
func Shares(found [][]Features, w map[string]float64) ([]float64, []Features) {
	out, best := make([]float64, len(found)), make([]Features, len(found))
	most, sum := math.Inf(-1), 0.0
	for i, c := range found {
		best[i], out[i] = highest(c, w)
		most = max(most, out[i])
	}
	for i := range out {
		out[i] = math.Exp(out[i] - most)
		sum += out[i]
	}
	for i := range out {
		out[i] /= sum
	}
	return out, best
}

// Features are what is told of an expression, by name.
type Features map[string]float64

// highest is the expression with the highest score, and that.
func highest(found []Features, w map[string]float64) (Features, float64) {
	var best Features
	most := math.Inf(-1)
	for _, f := range found {
		s := 0.0
		for _, name := range f.names() {
			s += w[name] * f[name]
		}
		if s > most {
			best, most = f, s
		}
	}
	return best, most
}

// names are sorted, so that sums come out the same each time.
func (f Features) names() []string {
	out := make([]string, 0, len(f))
	for n := range f {
		out = append(out, n)
	}
	slices.Sort(out)
	return out
}

//go:embed likely.tsv
var weightData string

var weights = sync.OnceValue(func() map[string]float64 {
	out := map[string]float64{}
	for line := range strings.Lines(weightData) {
		name, value, _ := strings.Cut(strings.TrimSpace(line), "\t")
		out[name], _ = strconv.ParseFloat(value, 64) // written by tools/storyfit
	}
	return out
})

// mostNumbers is how many numbers of a stem are put together in all ways.
const mostNumbers = 4

// cues are the words that go with operations.
var cues = []struct {
	name string
	re   *regexp.Regexp
}{
	{"together", regexp.MustCompile(`\b(?:total|altogether|in all|together|sum|plus|extra|whole|add\w*|and then|combined|also)\b`)},
	{"less", regexp.MustCompile(`\b(?:left|remain\w*|less|fewer|differ\w*|los[et]\w*|drops?|dropped|falls?|fell|reduc\w+|cheaper|cut|discount|rest|below|without|minus|sold|gives? away|taken?|spent|spends?|shrinks?|against|short\w*|fail\w*|spoil\w*|wast\w+|lowered|down|after)\b`)},
	{"rise", regexp.MustCompile(`\b(?:ris\w+|rose|increas\w+|rais\w+|mark-?up|tax|vat|grow\w*|grew|dearer|gains?|added|surcharge|tip|higher|more)\b`)},
	{"each", regexp.MustCompile(`\b(?:per|each|every|rate|a (?:day|week|hour|minute|second|month|year|kilogram|litre|metre|piece)|an hour|apiece|speed|knots?)\b|/`)},
	{"share", regexp.MustCompile(`\b(?:shar\w+|divid\w+|split|equal\w*|average|mean|cut into|fill\w*|pack\w*)\b`)},
	{"what part", regexp.MustCompile(`\b(?:what (?:share|part|proportion|fraction)|(?:what|which) percentage|how many per ?cent of|what per ?cent|in per ?cent)\b|how many % of`)},
	{"by what part", regexp.MustCompile(`\bby (?:what|how many|how much|which) (?:per|fraction|%|share|part)|\bper ?cent(?:age)? (?:more|less|change|rise|profit|loss|increase|decrease)|(?:profit|loss|rise|reduction|increase|change|growth) in per ?cent`)},
	{"changes", regexp.MustCompile(`\b(?:ris\w+|rose|f[ae]ll\w*|gr[eo]w\w*|increas\w*|decreas\w*|chang\w+|profit|loss|reduction|sells?|dropped)\b`)},
	{"before", regexp.MustCompile(`\b(?:before|original\w*|initial\w*|was its|used to|at first|full price|without the)\b`)},
	{"long", regexp.MustCompile(`\b(?:how long|how many (?:hours|minutes|days|weeks|seconds)|in what time|when)\b`)},
	{"far", regexp.MustCompile(`\b(?:how far|distance|how many (?:miles|kilometres|metres))\b`)},
	{"many", regexp.MustCompile(`\bhow many\b`)},
	{"extent", regexp.MustCompile(`\b(?:area|volume|wide|long|deep|high|covers?|by)\b`)},
	{"then", regexp.MustCompile(`\b(?:then|now|new|becomes?|does it (?:cost|weigh)|is paid|final|afterwards|net)\b`)},
	{"of", regexp.MustCompile(`% of|% is|% are|\bof (?:it|them|whom|these|which)\b`)},
	{"interest", regexp.MustCompile(`\b(?:interest|loan|account|commission|tax|deposit)\b`)},
	{"by so much", regexp.MustCompile(`\bby (?:about )?[\d£$€]`)},
	{"from to", regexp.MustCompile(`\bfrom\b.*\bto\b|\bwas\b.*\bnow\b|\bwas\b.*\band\b`)},
	{"more by", regexp.MustCompile(`\bhow much (?:more|less|longer|heavier|higher)\b|\bhow many (?:more|fewer)\b|\bdifference\b`)},
	{"rounded", regexp.MustCompile(`\b(?:nearest|about|approximately|roughly|whole|round(?:ed)?|decimal|significant|at least|at most)\b`)},
	{"so many", regexp.MustCompile(`\b(?:costs?|needs?|uses?|takes?|makes?|burns?|yields?|at the same)\b`)},
}

// beyond are words for what no expression over the numbers alone comes to.
var beyond = regexp.MustCompile(`(?i)\b(?:not|never|nobody|parallel|diagonal\w*|triang\w*|circ\w*|round|cylind\w*|spher\w*|doubl\w+ every|probab\w*|chance|dice?|(?:mean|average) speed of|there and back|and back|elastic\w*|compound|diameter|radius|first and the last|angle|bacteri\w*|inside|outside|perimeter|fence|around|bmi|body mass|edge|cube|square|posts?|ph|january|february|march|april|june|july|august|september|october|november|december|weeks? after)\b`)

var (
	perCentSign = regexp.MustCompile(`[\d.]+ ?%|part\b`)
	raising     = regexp.MustCompile(`\b(?:rais\w+|ris\w+|rose|increas\w+|gr[eo]w\w*|add\w*|mark-?up|tax|vat|surcharge|tip|plus|gain\w*|more|higher|dearer|up)\b`)
	lowering    = regexp.MustCompile(`\b(?:reduc\w+|less|los[et]\w*|fall\w*|fell|drop\w*|cut|discount|lower\w*|shr[aiu]nk\w*|cheaper|off|decreas\w+|down|sale|wast\w+|spent|evaporat\w+)\b`)
	doing       = regexp.MustCompile(`\b(?:workers?|men|women|people|painters?|builders?|bakers?|gardeners?|machines?|taps?|pipes?|pumps?|labourers?|cleaners?|cows?|horses?|animals?|printers?|diggers?|such)\b`)
)

// node is an expression over numbers of a stem.
type node struct {
	v     float64
	dim   units.Dimension
	nouns map[string]int // what is counted, with its power
	pct   bool
	ops   []string
	used  uint

	above, below uint // which numbers it is a product of, and is divided by

	word bool // it is a number told as a word, which may tell nothing: "two forks"
}

func joinNouns(a, b map[string]int, sign int) map[string]int {
	out := map[string]int{}
	for k, v := range a {
		out[k] += v
	}
	for k, v := range b {
		out[k] += sign * v
	}
	for k, v := range out {
		if v == 0 {
			delete(out, k)
		}
	}
	return out
}

func sameNouns(a, b map[string]int) bool { return len(joinNouns(a, b, -1)) == 0 }

func with(a, b node, op string, v float64) node {
	return node{v: v, dim: a.dim, nouns: a.nouns, used: a.used | b.used, ops: append(append(slices.Clone(a.ops), b.ops...), op), above: a.above | b.above, below: a.below | b.below}
}

// combine are the ways to put two expressions together.
func combine(a, b node) []node {
	var out []node
	add := func(n node) {
		if !math.IsNaN(n.v) && !math.IsInf(n.v, 0) {
			out = append(out, n)
		}
	}
	if a.pct && b.pct {
		for _, n := range []node{with(a, b, "points", math.Abs(a.v-b.v)), with(a, b, "points sum", a.v+b.v)} {
			n.pct = true
			add(n)
		}
		return out
	}
	if a.pct {
		a, b = b, a
	}
	if b.pct {
		p := b.v / 100
		add(with(a, b, "part of", a.v*p))
		add(with(a, b, "up", a.v*(1+p)))
		if p < 1 {
			add(with(a, b, "down", a.v*(1-p)))
			add(with(a, b, "undo down", a.v/(1-p)))
		}
		add(with(a, b, "undo up", a.v/(1+p)))
		add(with(a, b, "whole of", a.v/p))
		return out
	}
	m := with(a, b, "mul", a.v*b.v)
	for i := range m.dim {
		m.dim[i] += b.dim[i]
	}
	m.nouns = joinNouns(a.nouns, b.nouns, 1)
	add(m)
	for k, pair := range [][2]node{{a, b}, {b, a}} {
		x, y := pair[0], pair[1]
		d := with(x, y, []string{"div", "div back"}[k], x.v/y.v)
		for i := range d.dim {
			d.dim[i] -= y.dim[i]
		}
		d.nouns = joinNouns(x.nouns, y.nouns, -1)
		d.above, d.below = x.above|y.below, x.below|y.above
		add(d)
	}
	if a.dim == b.dim {
		op := ""
		if !sameNouns(a.nouns, b.nouns) {
			op = " unlike"
		}
		if len(a.ops)+len(b.ops) == 0 && a.v > 0 && b.v > 0 {
			for _, r := range []node{with(a, b, "change of the first"+op, math.Abs(b.v-a.v)/a.v), with(a, b, "change of the second"+op, math.Abs(b.v-a.v)/b.v), with(a, b, "first of both"+op, a.v/(a.v+b.v)), with(a, b, "second of both"+op, b.v/(a.v+b.v))} {
				r.dim, r.nouns = units.Dimension{}, nil
				add(r)
			}
		}
		add(with(a, b, "add"+op, a.v+b.v))
		if a.v >= b.v {
			add(with(a, b, "sub"+op, a.v-b.v))
		} else {
			n := with(a, b, "sub back"+op, b.v-a.v)
			n.nouns = b.nouns
			add(n)
		}
	}
	return out
}

// over are all expressions over some numbers, each used once at most.
func over(all []node, out *[]node) {
	if len(all) == 1 {
		*out = append(*out, all[0])
		return
	}
	for i := range all {
		for j := i + 1; j < len(all); j++ {
			var rest []node
			for k := range all {
				if k != i && k != j {
					rest = append(rest, all[k])
				}
			}
			for _, n := range combine(all[i], all[j]) {
				over(append(slices.Clone(rest), n), out)
			}
		}
	}
}

var (
	squared     = regexp.MustCompile(`(?i)\b(?:square|cubic) (?:milli|centi|kilo)?met(?:re|er)s?\b`)
	partWord    = regexp.MustCompile(`(?i)\b(?:(?:an?|one|two|three|four|[1-9]) )?(half|third|thirds|quarter|quarters|fifth|fifths|sixth|eighth|tenth)\b`)
	partsOf     = map[string]float64{"half": 2, "third": 3, "thirds": 3, "quarter": 4, "quarters": 4, "fifth": 5, "fifths": 5, "sixth": 6, "eighth": 8, "tenth": 10}
	timesWord   = regexp.MustCompile(`(?i)\b(twice|double[sd]?|triple[sd]?|thrice)\b`)
	clock       = regexp.MustCompile(`\b\d{1,2}[:.]\d\d\b`)
	bareOption  = regexp.MustCompile(`^[-−]?([\d,]+(?:\.\d+)?)\s*(?:(\pL+).*)?$`)
	fractionOpt = regexp.MustCompile(`^(\d+)\s*/\s*(\d+)$`)
)

// target is an option as an amount.
type target struct {
	v    float64
	dim  units.Dimension
	noun string
	pct  bool
	step float64 // of its last digit
}

func asTarget(text string) (target, bool) {
	text = strings.TrimSpace(text)
	if m := fractionOpt.FindStringSubmatch(text); m != nil {
		a, _ := strconv.ParseFloat(m[1], 64)
		b, _ := strconv.ParseFloat(m[2], 64)
		return target{v: a / b, step: 1e-9}, b != 0
	}
	step := func(shown string) float64 {
		if _, after, ok := strings.Cut(shown, "."); ok {
			n := 0
			for n < len(after) && after[n] >= '0' && after[n] <= '9' {
				n++
			}
			return math.Pow(10, -float64(n))
		}
		return 1
	}
	if q, ok := units.ParseQuantity(text); ok {
		if q.Unit.Zero != nil {
			return target{}, false
		}
		v, _ := q.Value.Float64()
		f, _ := q.Unit.Factor.Float64()
		t := target{v: v * f, dim: q.Unit.Dim, step: step(q.Shown) * f, pct: q.Unit.Text == "%"}
		if t.pct {
			t.v, t.step = v, step(q.Shown)
		}
		return t, true
	}
	if m := bareOption.FindStringSubmatch(text); m != nil {
		v, err := strconv.ParseFloat(strings.ReplaceAll(m[1], ",", ""), 64)
		return target{v: v, noun: singular(m[2]), step: step(m[1])}, err == nil
	}
	return target{}, false
}

// Candidates are, for each option, the expressions that come to it, by their features; the
// first one of each option is that nothing does.
func Candidates(stem string, options []string) [][]Features {
	if clock.MatchString(stem) || beyond.MatchString(squared.ReplaceAllString(stem, "")) || strings.ContainsAny(stem, "^\\=°") || len(stem) > longest || len(options) < 2 {
		return nil
	}
	var targets []target
	for _, o := range options {
		t, ok := asTarget(o)
		if !ok {
			return nil
		}
		targets = append(targets, t)
	}
	stem = strings.ToValidUTF8(stem, "?")
	stem = strings.TrimSpace(partOfOne.ReplaceAllStringFunc(stem, func(m string) string { return InFigures(m) }))
	t := read(partWord.ReplaceAllString(stem, "part"))
	if len(t.ratio) >= 2 {
		t.all = slices.DeleteFunc(t.all, func(q quantity) bool {
			return q.word && q.Value.IsInt() && q.Value.Num().Int64() == int64(len(t.ratio))
		})
	}
	var base []node
	add := func(n node) {
		n.used = 1 << len(base)
		n.above = n.used
		base = append(base, n)
	}
	for _, q := range t.all {
		if q.Unit.Zero != nil {
			return nil
		}
		v, _ := q.Value.Float64()
		f, _ := q.Unit.Factor.Float64()
		n := node{v: v * f, dim: q.Unit.Dim, nouns: map[string]int{}, word: q.word}
		if q.Unit.Text == "%" {
			n.v, n.pct = v, true
		}
		if q.noun != "" {
			n.nouns[singular(q.noun)] = 1
		}
		add(n)
	}
	for _, m := range partWord.FindAllStringSubmatch(stem, -1) {
		lead := 1.0
		switch {
		case strings.HasPrefix(strings.ToLower(m[0]), "two"):
			lead = 2
		case strings.HasPrefix(strings.ToLower(m[0]), "three"):
			lead = 3
		case strings.HasPrefix(strings.ToLower(m[0]), "four"):
			lead = 4
		case m[0][0] >= '1' && m[0][0] <= '9':
			lead = float64(m[0][0] - '0')
		}
		add(node{v: 100 * lead / partsOf[strings.ToLower(m[1])], pct: true, nouns: map[string]int{}, ops: []string{"fraction"}})
	}
	if m := timesWord.FindString(t.text); m != "" {
		n := 2.0
		if strings.HasPrefix(strings.ToLower(m), "t") && !strings.EqualFold(m, "twice") {
			n = 3
		}
		add(node{v: n, nouns: map[string]int{}, ops: []string{"times"}})
	}
	var all []node
	count := len(base)
	if t.list >= 3 && len(t.all) >= 3 {
		all = append(all, listed(tailed(base[:len(t.all)]), t.ask)...)
	}
	if len(t.ratio) >= 2 && len(base) == 1 {
		all = append(all, shared(base[0], t)...)
	}
	switch {
	case count == 0 || count > mostNumbers && len(all) == 0:
		return nil
	case len(all) > 0: // a whole or a share is asked for by name
	default:
		for left := uint(1); left < 1<<count; left++ {
			var some []node
			for i := range base {
				if left&(1<<i) != 0 {
					some = append(some, base[i])
				}
			}
			over(some, &all)
		}
	}
	lower := strings.ToLower(t.text)
	var said []string
	for _, c := range cues {
		if c.re.MatchString(lower) {
			said = append(said, c.name)
		}
	}
	for _, at := range perCentSign.FindAllStringIndex(lower, -1) {
		around := lower[max(0, at[0]-48):at[0]] + " " + lower[at[1]:min(len(lower), at[1]+24)]
		if raising.MatchString(around) {
			said = append(said, "raised there")
		}
		if lowering.MatchString(around) {
			said = append(said, "lowered there")
		}
	}
	if doing.MatchString(lower) {
		said = append(said, "done by some")
	}
	out := make([][]Features, len(targets))
	for i, want := range targets {
		out[i] = []Features{{"none": 1}}
		seen := map[string]bool{}
		for _, n := range all {
			f, ok := reaches(n, want, base, said)
			if !ok {
				continue
			}
			if key := strings.Join(f.names(), "|"); !seen[key] {
				seen[key] = true
				out[i] = append(out[i], f)
			}
		}
	}
	return out
}

// wholes are what a list of alike amounts can be asked for as a whole.
var wholes = []struct {
	op string
	re *regexp.Regexp
	of func(sorted []float64) float64
}{
	{"mean", regexp.MustCompile(`(?i)\b(?:mean|average)\b`), func(v []float64) float64 { return total(v) / float64(len(v)) }},
	{"median", regexp.MustCompile(`(?i)\bmedian\b`), func(v []float64) float64 { return (v[(len(v)-1)/2] + v[len(v)/2]) / 2 }},
	{"range", regexp.MustCompile(`(?i)\brange\b`), func(v []float64) float64 { return v[len(v)-1] - v[0] }},
	{"list sum", regexp.MustCompile(`(?i)\b(?:total|altogether|in all|sum|together)\b`), total},
}

func total(v []float64) float64 {
	sum := 0.0
	for _, x := range v {
		sum += x
	}
	return sum
}

// listed is what a list of alike amounts comes to as a whole, as the stem asks for.
func listed(base []node, ask string) []node {
	var used uint
	var values []float64
	for _, n := range base {
		if n.dim != base[0].dim || n.pct != base[0].pct {
			return nil
		}
		used |= n.used
		values = append(values, n.v)
	}
	slices.Sort(values)
	for _, w := range wholes {
		if w.re.MatchString(ask) {
			last := base[len(base)-1]
			return []node{{v: w.of(values), dim: last.dim, nouns: last.nouns, pct: last.pct, used: used, ops: []string{w.op}}}
		}
	}
	return nil
}

// tailed are the amounts of a list, of which the first may be how many there are: "five
// loaves weigh 740, 755, 750, 760 and 745 g".
func tailed(base []node) []node {
	if len(base) > 3 && base[0].dim != base[1].dim && base[0].v == float64(len(base)-1) || len(base) > 3 && base[0].v == float64(len(base)-1) && !sameNouns(base[0].nouns, base[len(base)-1].nouns) {
		return base[1:]
	}
	return base
}

// shared are the parts of a whole that is shared in a ratio.
func shared(whole node, t *told) []node {
	sum := 0.0
	for _, r := range t.ratio {
		v, _ := r.Float64()
		sum += v
	}
	var out []node
	asked := t.sharer()
	for i, r := range t.ratio {
		v, _ := r.Float64()
		op := "a share"
		if asked == i || ordinal(t.ask) == i {
			op = "its share"
		}
		if biggest := slices.IndexFunc(t.ratio, func(o2 *big.Rat) bool { return o2.Cmp(r) > 0 }) < 0; biggest && largestAsked.MatchString(t.ask) {
			op = "its share"
		}
		if smallest := slices.IndexFunc(t.ratio, func(o2 *big.Rat) bool { return o2.Cmp(r) < 0 }) < 0; smallest && smallestAsked.MatchString(t.ask) {
			op = "its share"
		}
		if sum > 0 {
			n := whole
			n.v, n.ops = whole.v*v/sum, []string{op}
			out = append(out, n)
		}
	}
	return out
}

var (
	largestAsked  = regexp.MustCompile(`(?i)\b(?:largest|larger|biggest|bigger|most|older|oldest|greatest|greater|longest|longer)\b`)
	smallestAsked = regexp.MustCompile(`(?i)\b(?:smallest|smaller|least|fewest|younger|youngest|shorter|shortest|lesser)\b`)
	ordinals      = []*regexp.Regexp{regexp.MustCompile(`(?i)\bfirst\b`), regexp.MustCompile(`(?i)\bsecond\b`), regexp.MustCompile(`(?i)\bthird\b`), regexp.MustCompile(`(?i)\bfourth\b`)}
)

// ordinal is which of several is asked about by its number; -1 where none is.
func ordinal(ask string) int {
	return slices.IndexFunc(ordinals, func(re *regexp.Regexp) bool { return re.MatchString(ask) })
}

// fewDigits is below what a number as it is shown says too little to be a rounded one.
const fewDigits = 100

// reaches says whether an expression comes to an option, and what is told of it.
func reaches(n node, want target, base []node, said []string) (Features, bool) {
	v := n.v
	f := Features{}
	switch {
	case want.pct && n.pct:
	case want.pct:
		if n.dim != (units.Dimension{}) {
			return nil, false
		}
		v *= 100
		f["as a share"] = 1
		for _, c := range said {
			f["as a share:"+c] = 1
		}
	case n.pct:
		if want.dim != (units.Dimension{}) {
			return nil, false
		}
		f["points"] = 1
	case n.dim != want.dim:
		return nil, false
	}
	tolerance := want.step * 0.501
	if digits := math.Abs(want.v) / want.step; digits < fewDigits && !slices.Contains(said, "rounded") {
		tolerance = 0 // a number of one or two digits is near too many others
	}
	if math.Abs(v-want.v) > max(tolerance, math.Abs(want.v)*1e-9) {
		return nil, false
	}
	if math.Abs(v-want.v) > math.Abs(want.v)*1e-6 {
		f["rounded"] = 1
	}
	nouns := map[string]int{}
	if want.noun != "" {
		nouns[want.noun] = 1
	}
	off := 0
	if !want.pct {
		for _, p := range joinNouns(n.nouns, nouns, -1) {
			off += max(p, -p)
		}
	} else {
		for _, p := range n.nouns {
			off += max(p, -p)
		}
	}
	f["nouns off"] = float64(min(off, 3))
	for i, b := range base {
		switch {
		case n.used&(1<<i) != 0:
		case b.word:
			f["left out word"]++
		default:
			f["left out"]++
		}
	}
	f["steps"] = float64(len(n.ops))
	for _, op := range n.ops {
		f[op]++
		for _, c := range said {
			f[op+":"+c] = 1
		}
	}
	if len(n.ops) == 0 {
		f["as it stands"] = 1
	}
	// Of two that count the same, which one divides: the earlier where more gives more.
	for j := range base {
		for i := range j {
			if base[i].dim != base[j].dim || !sameNouns(base[i].nouns, base[j].nouns) || base[i].pct || base[j].pct {
				continue
			}
			way := ""
			switch {
			case n.below&(1<<i) != 0 && n.above&(1<<j) != 0 && n.below&(1<<j) == 0:
				way = "the earlier divides"
			case n.below&(1<<j) != 0 && n.above&(1<<i) != 0 && n.below&(1<<i) == 0:
				way = "the later divides"
			default:
				continue
			}
			f[way] = 1
			for _, c := range said {
				f[way+":"+c] = 1
			}
		}
	}
	return f, true
}
