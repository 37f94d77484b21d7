package proof

import (
	"fmt"
	"math"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths/story"
	"zincowl/core/maths/units"
)

// given is a number of the stem with its unit, as a value in base units.
type given struct {
	value  float64
	figure float64 // as it is written, whatever the unit
	dim    units.Dimension
	text   string
}

func asGiven(f units.Found) given {
	v, _ := f.Value.Float64()
	factor, _ := f.Unit.Factor.Float64()
	return given{v * factor, v, f.Unit.Dim, strings.TrimSpace(f.Shown + " " + f.Unit.Text)}
}

func (g given) bare() bool { return g.dim == units.Dimension{} }

// duration is a stretch of time in seconds.
func duration(seconds float64, text string) given {
	return given{value: seconds, figure: seconds / 60, dim: second.Dim, text: text}
}

var second, _ = units.Parse("s")

// time is where a dimension has the power of time.
var timeAt = slices.IndexFunc(second.Dim[:], func(power int8) bool { return power != 0 })

var (
	precision    = regexp.MustCompile(`(?i),?\s*\b(?:correct )?to (?:the nearest \pL+(?: \pL+)?|(?:\pL+|\d+) (?:significant figures?|decimal places?|s\.?f\.?|d\.?p\.?))\b\.?|, in \S+(?: \S+)?\?`)
	forEach      = regexp.MustCompile(`(?i)(\d\s*\pL{1,5}) (?:on|for|in|to) (?:each|every|the) (square met(?:re|er)|cubic met(?:re|er)|met(?:re|er)|kilogram|litre|liter|hour|minute|second|kg)\b`)
	timesEach    = regexp.MustCompile(`(?i)(\d) times (?:a|per|each|every|in (?:a|one|each|every)) (second|minute|hour|day)\b`)
	ofSomething  = regexp.MustCompile(`(?i)(\d\s?(?:m?g|kg|mL|ml|L|l|litres?|grams?|kilos?)) of (?:\pL+ ){1,3}per (\pL+)`)
	oneOf        = regexp.MustCompile(`(?i)\b(?:in|for|within|during|after|takes?|lasts?|break of|pause of) (?:an?|one|the) (second|minute|hour|day|week)\b`)
	severalUnits = regexp.MustCompile(`(?i)\d[\d.]* ?(?:h|hours?|hrs?|days?|m|min|minutes?|mins?|kg|ft|feet|km) (?:and )?\d[\d.]* ?(?:min|minutes?|mins?|s|seconds?|secs?|g|hours?|h|cm|mm|m|inches|in)\b`)
	timeWord     = regexp.MustCompile(`(?i)\b(?:seconds?|minutes?|hours?|hourly|days?|daily|weeks?|weekly|months?|monthly|years?|yearly|annual\w*|night|overnight|morning|o'clock)\b`)
	ofEach       = regexp.MustCompile(`(?i)^ ?\pL+(?: \pL+)? of $`)
	byTwo        = regexp.MustCompile(`(?i)\b(?:twice|doubles?|doubled|doubling|octave|half|halves|halved|halving)\b`)
	byThree      = regexp.MustCompile(`(?i)\b(?:thrice|triples?|tripled|trebles?|trebled|a third)\b`)
)

// givens are the numbers of a stem with their units. Two points in time are the time
// between them; a stem with points on another scale has none, as those are not
// multiplied.
func givens(stem string) []given {
	var out []given
	if found := moments(stem, false); len(found) > 0 {
		if len(found) != 2 || found[0].kind != found[1].kind {
			return nil
		}
		out = append(out, duration(found[0].until(found[1]), stem[found[0].start:found[0].end]+" to "+stem[found[1].start:found[1].end]))
		stem = stem[:found[0].start] + stem[found[0].end:found[1].start] + stem[found[1].end:]
	}
	for _, f := range quantities(stem) {
		if f.Unit.Zero != nil {
			return nil
		}
		g := asGiven(f)
		if f.Unit.Text == "%" {
			g.figure /= 100
		}
		out = append(out, g)
	}
	return out
}

// quantities finds the numbers of a stem, number words and "an hour" among them, and
// what is told in two units as one. Of a rate the period is left out where the stem
// tells nothing else of time: "10 mg per kg per day in four doses" is about one day.
func quantities(stem string) []units.Found {
	text := story.InFigures(oneOf.ReplaceAllString(precision.ReplaceAllString(stem, ""), "in 1 $1"))
	text = forEach.ReplaceAllString(timesEach.ReplaceAllString(text, "$1 per $2"), "$1 per $2")
	text = ofSomething.ReplaceAllString(text, "$1 per $2")
	text = severalUnits.ReplaceAllStringFunc(text, func(m string) string {
		q, ok := units.Together(m)
		if !ok {
			return m
		}
		last := units.Find(m)[1].Unit
		return strings.TrimSuffix(q.In(last).FloatString(6), ".000000") + " " + last.Text
	})
	found := units.Find(text)
	rates := 0
	for _, f := range found {
		if f.Unit.Dim[timeAt] < 0 {
			rates++
		}
	}
	if len(found) > 1 && rates == 1 && oneKind(timeWord.FindAllString(text, -1)) {
		for i, f := range found {
			if at := max(strings.LastIndex(f.Unit.Text, " per "), strings.LastIndex(f.Unit.Text, " a "), strings.LastIndex(f.Unit.Text, "/")); at > 0 && timeWord.MatchString(f.Unit.Text[at:]) {
				if u, ok := units.Parse(f.Unit.Text[:at]); ok {
					found[i].Unit = u
				}
			}
		}
	}
	return found
}

// oneKind says whether words are all the same, plural or not.
func oneKind(words []string) bool {
	for _, w := range words {
		if !strings.EqualFold(strings.TrimSuffix(w, "s"), strings.TrimSuffix(words[0], "s")) {
			return false
		}
	}
	return len(words) > 0
}

// grouped puts a count and what each of it measures together: "three resistors of 10 Ω
// and one of 5 Ω" tells 30 Ω and 5 Ω.
func grouped(stem string) []given {
	text := story.InFigures(precision.ReplaceAllString(stem, ""))
	if len(moments(stem, false)) > 0 {
		return nil
	}
	found := units.Find(text)
	var out []given
	joined := false
	for i := 0; i < len(found); i++ {
		g := asGiven(found[i])
		if i+1 < len(found) && g.bare() && found[i].Unit.Text == "" && found[i].Value.IsInt() && ofEach.MatchString(text[found[i].End:found[i+1].Start]) {
			if each := asGiven(found[i+1]); !each.bare() && found[i+1].Unit.Zero == nil {
				g = given{g.value * each.value, g.figure * each.figure, each.dim, g.text + " × " + each.text}
				joined, i = true, i+1
			}
		}
		out = append(out, g)
	}
	if !joined {
		return nil
	}
	return out
}

// folds are the numbers that words for multiples stand for: twice, an octave, a third.
func folds(stem string) []given {
	var out []given
	for n, word := range map[float64]*regexp.Regexp{2: byTwo, 3: byThree} {
		if word.MatchString(stem) {
			out = append(out, given{value: n, figure: n, text: fmt.Sprint(n)})
		}
	}
	slices.SortFunc(out, func(a, b given) int { return int(math.Copysign(1, a.value-b.value)) })
	return out
}

var quotient = regexp.MustCompile(`^\s*(\d{1,6})\s*[/⁄]\s*(\d{1,6})\s*$`)

// amount reads a text that is one quantity, also one that is told in two units, or a
// fraction.
func amount(text string) (units.Quantity, bool) {
	if q, ok := units.ParseQuantity(text); ok {
		return q.Quantity, true
	}
	if bare, ok := strings.CutSuffix(strings.TrimSpace(text), "°"); ok {
		if q, ok := units.ParseQuantity(bare); ok && q.Unit.Text == "" {
			return q.Quantity, true
		}
	}
	if m := quotient.FindStringSubmatch(text); m != nil {
		v, ok := new(big.Rat).SetString(m[1] + "/" + m[2])
		return units.Quantity{Value: v, Unit: units.One}, ok
	}
	return units.Together(text)
}
