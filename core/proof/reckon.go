package proof

import (
	"fmt"
	"iter"
	"math"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/maths/units"
)

// result is what an expression over givens comes to.
type result struct {
	given
	how string
}

// notAlone are words for what the units of the numbers don't say.
var (
	converts   = regexp.MustCompile(`(?i)^(?:change|convert|express|write|how many)\b`)
	wideNumber = regexp.MustCompile(`(\d) (\d{3})\b`)
	notAlone   = regexp.MustCompile(`(?i)\b(?:twice|double[ds]?|half|halv\w+|third|quarter|squared?|cubed?|average|mean|median|remain\w*|rest|left over|another|other|both|each other|octave|times as|angle|circle|sphere|radius|diameter|triang\w+|falls?|dropped|kinetic|free fall|pie|probability|chance|random|compound|octagon|hexagon|scale|ratio|parallel|at 1 ?: ?\d|latitude|magnif\w+)\b`)
)

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

// subsets goes through all choices of some of them, at least one.
func subsets(all []result) iter.Seq[[]result] {
	return func(yield func([]result) bool) {
		for left := 1; left < 1<<len(all); left++ {
			var some []result
			for i := range all {
				if left&(1<<i) != 0 {
					some = append(some, all[i])
				}
			}
			if !yield(some) {
				return
			}
		}
	}
}

func bracketed(how string) string {
	if strings.Contains(how, " ") {
		return "(" + how + ")"
	}
	return how
}

var (
	perUnit = regexp.MustCompile(`(?i)\b(?:every|each|per) (?:(?:square|cubic) )?(?:met(?:re|er)|kilomet(?:re|er)|lit(?:re|er)|kilogram|kilo|gram|hour|minute|second|day|degree|volt|amp\w*|ton(?:ne)?)s?\b(?: of \pL+)? (?:\pL+ )?(?:gives?|costs?|adds?|needs?|takes?|weighs?|makes?|brings?|allows?)\b`)
	howMany = regexp.MustCompile(`(?i)\bhow many (\pL+)|\bin (\pL+)\??$`)
)

// askedUnit is the unit in which a stem asks for its answer: "how many litres".
func askedUnit(stem string) units.Unit {
	for _, m := range howMany.FindAllStringSubmatch(strings.TrimSpace(stem), -1) {
		if u, ok := units.Parse(m[1] + m[2]); ok {
			return u
		}
	}
	return units.One
}

func near(a, b float64) bool { return math.Abs(a-b) <= 0.006*math.Max(math.Abs(a), math.Abs(b)) }

// reckon asks what the numbers of the stem can come to by their units alone. Where
// that is one value, or two, the key has to be one of them; where the figures make
// the key and the units don't, the unit slipped.
func (x *examination) reckon() []Finding {
	text := wideNumber.ReplaceAllString(kind.KeyText(x.Question), "$1$2")
	key, ok := amount(text)
	if !ok || key.Unit.Zero != nil || x.Stimulus != "" || x.Given != nil || !x.quantitative() {
		return nil
	}
	if perUnit.MatchString(x.Stem) {
		return nil // "every metre of height gives 0.1 bar" is a rate that is told in a sentence
	}
	asked := askedUnit(x.Stem)
	if key.Unit.Text == "" && asked.Text != "" {
		key.Unit = asked
	}
	all, multiples := givens(x.Stem), folds(x.Stem)
	if len(all) < 1 || len(all) > mostGivens || len(all)+len(multiples) == 1 && !converts.MatchString(x.Stem) {
		return nil
	}
	k := asGiven(units.Found{Quantity: key})
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
	lenient := starts
	for _, g := range multiples {
		lenient = append(lenient, result{g, g.text})
	}
	for some := range subsets(lenient) {
		if (len(some) > 1 || len(starts) == 1) && slices.ContainsFunc(ways(some), func(r result) bool { return r.dim == k.dim && near(r.value, k.value) }) {
			return nil
		}
	}
	made := ways(lenient[:min(len(lenient), mostGivens)])
	if groups := grouped(x.Stem); len(groups) > 1 {
		made = nil
		for _, g := range groups {
			made = append(made, result{g, g.text})
		}
		made = ways(made)
	}
	options := []given{k}
	if len(x.Options) > 0 {
		options = nil
		for _, o := range x.Options {
			q, ok := amount(o.Text)
			if !ok {
				return nil
			}
			if q.Unit.Text == "" && asked.Text != "" {
				q.Unit = asked
			}
			options = append(options, asGiven(units.Found{Quantity: q}))
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
		// What two quantities of one kind are to each other is no slip of a unit.
		if alone := m.bare() && !k.bare() && measured > 0; slip == "" && !alone && m.figure != 0 && sameFigure(m.figure, k.figure) && !strings.Contains(m.how, "−") {
			slip = m.how
		}
	}
	fault := func(title, says string) []Finding {
		return []Finding{{Check: "reckon", Verdict: Unsure, At: "key", Title: title, Says: says}}
	}
	if slip == "" && key.Unit.Text != "" {
		for _, m := range fit {
			if r := math.Abs(m.value / k.value); near(r, 1e3) || near(r, 1e-3) || near(r, 1e6) || near(r, 1e-6) {
				slip = m.how
			}
		}
	}
	if slip != "" && key.Unit.Text != "" && (len(fit) > 0 || measured == len(all) || key.Unit.Text == "%") && (len(fit) <= 2 || key.Unit.Text == "%") && !slices.ContainsFunc(options, func(o given) bool {
		return slices.ContainsFunc(fit, func(r result) bool { return near(r.value, o.value) })
	}) {
		return fault("The unit does not fit", fmt.Sprintf("%s has the figures of “%s” but not its unit.", slip, text))
	}
	if strings.Contains(x.Stem, "%") || strings.Contains(x.Stem, "per cent") || notAlone.MatchString(x.Stem) || len(all) < 2 || measured < 1 || k.dim == (units.Dimension{}) && (measured < 2 || key.Unit.Text != "") {
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
