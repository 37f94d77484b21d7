package proof

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/maths/units"
)

// given is a number of the stem with its unit, as a value in base units.
type given struct {
	value  float64
	figure float64 // as it is written, whatever the unit
	dim    units.Dimension
	text   string
}

// result is what an expression over givens comes to.
type result struct {
	given
	how string
}

var (
	numberWords = map[string]string{"two": "2", "three": "3", "four": "4", "five": "5", "six": "6", "seven": "7", "eight": "8", "nine": "9", "ten": "10", "eleven": "11", "twelve": "12",
		"fifteen": "15", "twenty": "20", "thirty": "30", "forty": "40", "fifty": "50", "sixty": "60", "hundred": "100"}
	wordNumber = regexp.MustCompile(`(?i)\b(?:two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty|sixty|hundred)\b`)
	precision  = regexp.MustCompile(`(?i),?\s*\b(?:correct )?to (?:the nearest \pL+(?: \pL+)?|(?:\pL+|\d+) (?:significant figures?|decimal places?|s\.?f\.?|d\.?p\.?))\b\.?|, in \S+(?: \S+)?\?`)
	forEach    = regexp.MustCompile(`(?i)(\d\s*\pL{1,5}) (?:on|for|in|to) (?:each|every|the) (square met(?:re|er)|cubic met(?:re|er)|met(?:re|er)|kilogram|litre|liter|hour|minute|second|kg)\b`)
	wideNumber = regexp.MustCompile(`(\d) (\d{3})\b`)
	converts   = regexp.MustCompile(`(?i)^(?:change|convert|express|write|how many)\b`)
	notAlone   = regexp.MustCompile(`(?i)\b(?:twice|double[ds]?|half|halv\w+|third|quarter|squared?|cubed?|average|mean|median|remain\w*|rest|left over|another|other|both|each other|octave|times as|angle|circle|sphere|radius|diameter|triang\w+|falls?|dropped|kinetic|free fall|pie|probability|chance|random|compound|octagon|hexagon|scale|ratio|at 1 ?: ?\d|latitude|magnif\w+)\b`)
)

// givens are the numbers of a stem with their units.
func givens(stem string) []given {
	text := wordNumber.ReplaceAllStringFunc(precision.ReplaceAllString(stem, ""), func(w string) string { return numberWords[strings.ToLower(w)] })
	text = forEach.ReplaceAllString(text, "$1 per $2")
	var out []given
	for _, f := range units.Find(narrow(text)) {
		if f.Unit.Zero != nil {
			return nil // points on a scale are not multiplied
		}
		g := asGiven(f)
		if f.Unit.Text == "%" {
			g.figure /= 100
		}
		out = append(out, g)
	}
	return out
}

// narrow closes the gaps between thousands.
func narrow(text string) string {
	for wideNumber.MatchString(text) {
		text = wideNumber.ReplaceAllString(text, "$1$2")
	}
	return text
}

// mostGivens is how many numbers a stem has at most that are tried in all ways.
const mostGivens = 4

// ways are all results of expressions that use each of some givens once, with
// dimensions that fit: products and quotients of anything, sums and differences
// of what has one dimension.
func ways(all []result) []result {
	if len(all) == 1 {
		return all
	}
	var out []result
	for i := range all {
		for j := range all {
			if i == j {
				continue
			}
			var rest []result
			for k := range all {
				if k != i && k != j {
					rest = append(rest, all[k])
				}
			}
			for _, made := range joined(all[i], all[j], i < j) {
				out = append(out, ways(append(slices.Clone(rest), made))...)
			}
		}
	}
	return out
}

// joined are two results put together; what is symmetric only once.
func joined(a, b result, first bool) []result {
	var out []result
	if first {
		m := result{given{a.value * b.value, a.figure * b.figure, a.dim, ""}, a.how + " × " + b.how}
		for i := range m.dim {
			m.dim[i] += b.dim[i]
		}
		out = append(out, m)
		if a.dim == b.dim && a.dim != (units.Dimension{}) {
			out = append(out, result{given{a.value + b.value, a.figure + b.figure, a.dim, ""}, "(" + a.how + " + " + b.how + ")"})
		}
	}
	if b.value != 0 {
		q := result{given{a.value / b.value, a.figure / b.figure, a.dim, ""}, a.how + " ÷ " + bracketed(b.how)}
		for i := range q.dim {
			q.dim[i] -= b.dim[i]
		}
		out = append(out, q)
	}
	if a.dim == b.dim && a.dim != (units.Dimension{}) && a.value > b.value {
		out = append(out, result{given{a.value - b.value, a.figure - b.figure, a.dim, ""}, "(" + a.how + " − " + b.how + ")"})
	}
	return out
}

func bracketed(how string) string {
	if strings.Contains(how, " ") {
		return "(" + how + ")"
	}
	return how
}

func near(a, b float64) bool { return math.Abs(a-b) <= 0.006*math.Max(math.Abs(a), math.Abs(b)) }

// reckon asks what the numbers of the stem can come to by their units alone. Where
// that is one value, or two, the key has to be one of them; where the figures make
// the key and the units don't, the unit slipped.
func (x *examination) reckon() []Finding {
	text := narrow(kind.KeyText(x.Question))
	key, ok := units.ParseQuantity(text)
	if !ok || key.Unit.Zero != nil || x.Stimulus != "" || x.Given != nil || !x.quantitative() {
		return nil
	}
	all := givens(x.Stem)
	if len(all) < 1 || len(all) > mostGivens || len(all) == 1 && !converts.MatchString(x.Stem) {
		return nil
	}
	k := asGiven(key)
	measured := 0
	for _, g := range all {
		if g.dim != (units.Dimension{}) {
			measured++
		}
	}
	if measured == 0 && key.Unit.Text != "%" || key.Unit.Text == "" && measured < len(all)-1 {
		return nil
	}
	if s, _ := x.solve(); s != nil || x.doTask().decides() || strings.ContainsAny(x.Stem, `$\`) {
		return nil // the sources' formulas know better, and what is typeset is no given
	}
	var starts []result
	for _, g := range all {
		starts = append(starts, result{g, g.text})
	}
	// What some of the numbers make, or all, may be the key: the others are there to
	// be left aside.
	for left := 1; left < 1<<len(starts); left++ {
		var some []result
		for i := range starts {
			if left&(1<<i) != 0 {
				some = append(some, starts[i])
			}
		}
		if (len(some) > 1 || len(starts) == 1) && slices.ContainsFunc(ways(some), func(r result) bool { return r.dim == k.dim && near(r.value, k.value) }) {
			return nil
		}
	}
	made := ways(starts)
	options := []given{k}
	if len(x.Options) > 0 {
		options = nil
		for _, o := range x.Options {
			q, ok := units.ParseQuantity(o.Text)
			if !ok {
				return nil
			}
			options = append(options, asGiven(q))
		}
	}
	low, high := math.Inf(1), 0.0
	for _, o := range options {
		low, high = math.Min(low, math.Abs(o.value)), math.Max(high, math.Abs(o.value))
	}
	var fit []result // of the key's dimension
	slip := ""
	for _, m := range made {
		if m.dim == k.dim {
			if !slices.ContainsFunc(fit, func(r result) bool { return near(r.value, m.value) }) {
				fit = append(fit, m)
			}
		}
		if slip == "" && m.figure != 0 && sameFigure(m.figure, k.figure) && !strings.Contains(m.how, "−") {
			slip = m.how
		}
	}
	fault := func(title, says string) []Finding {
		return []Finding{{Check: "reckon", Verdict: Unsure, At: "key", Title: title, Says: says}}
	}
	if slip != "" && key.Unit.Text != "" && (len(fit) > 0 || measured == len(all) || key.Unit.Text == "%") && (len(fit) <= 2 || key.Unit.Text == "%") && !slices.ContainsFunc(options, func(o given) bool {
		return slices.ContainsFunc(fit, func(r result) bool { return near(r.value, o.value) })
	}) {
		return fault("The unit does not fit", fmt.Sprintf("%s has the figures of “%s” but not its unit.", slip, text))
	}
	if notAlone.MatchString(x.Stem) || len(all) < 2 || measured < 1 || k.dim == (units.Dimension{}) && (measured < 2 || key.Unit.Text != "") {
		return nil
	}
	inRange := slices.DeleteFunc(slices.Clone(fit), func(r result) bool { return r.value < low/8 || r.value > high*8 })
	if len(inRange) == 0 || len(inRange) > 2 {
		return nil
	}
	for i, o := range options {
		for _, r := range inRange {
			if near(r.value, o.value) && len(inRange) == 1 {
				return fault("Another option comes out", fmt.Sprintf("By their units alone the numbers make %s, which is “%s” and not “%s”.", r.how, x.Options[i].Text, text))
			}
			if near(r.value, o.value) {
				return nil
			}
		}
	}
	if len(x.Options) == 0 && len(inRange) > 1 {
		return nil
	}
	factor, _ := key.Unit.Factor.Float64()
	return fault("The right answer seems to be in none of the options", fmt.Sprintf("By their units the numbers make %s, about %.4g %s, and no option says so.", inRange[0].how, inRange[0].value/factor, key.Unit.Text))
}

func asGiven(f units.Found) given {
	v, _ := f.Value.Float64()
	factor, _ := f.Unit.Factor.Float64()
	return given{v * factor, v, f.Unit.Dim, strings.TrimSpace(f.Shown + " " + f.Unit.Text)}
}

// sameFigure says whether two numbers have the same digits, whatever the power of
// a thousand.
func sameFigure(a, b float64) bool {
	for _, scale := range []float64{1, 1e3, 1e-3, 1e6, 1e-6} {
		if math.Abs(a*scale-b) <= 1e-6*math.Abs(b) {
			return true
		}
	}
	return false
}
