package proof

import (
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
)

// bounded are quantities that have no values beyond some: the words that name one
// with the number and its unit, and the bounds.
var bounded = []struct {
	named     *regexp.Regexp
	low, high float64
	says      string
}{
	{regexp.MustCompile(`(?i)\b(?:probability|chance|likelihood)\b[^.?!]{0,80}?\b(?:is|of|was|equals|=)\s+([-−–]?\d+(?:[.,]\d+)?)(?:[\s.,;?]|$)`), 0, 1, "a probability lies between 0 and 1"},
	{regexp.MustCompile(`(?i)\b(?:probability|chance|likelihood)\b[^.?!]{0,80}?\b(?:is|of|was|equals|=)\s+([-−–]?\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)`), 0, 100, "a probability is at most 100%"},
	{regexp.MustCompile(`(?i)\befficien(?:cy|t)\b[^.?!]{0,40}?\b(?:is|of|was|=)\s+([-−–]?\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)`), 0, 100, "nothing gives out more than it takes in"},
	{regexp.MustCompile(`(?i)([-−–]\s?\d+(?:[.,]\d+)?)\s*(?:°\s?C|degrees? (?:C|Celsius)|℃)`), -273.15, 1e9, "nothing is colder than −273.15 °C"},
	{regexp.MustCompile(`(?i)([-−–]\s?\d+(?:[.,]\d+)?)\s*K\b`), 0, 1e9, "nothing is colder than 0 K"},
	{regexp.MustCompile(`\bpH\b[^.?!]{0,24}?\b(?:is|of|=|was)\s+([-−–]?\d+(?:[.,]\d+)?)`), -2, 16, "no water has such a pH"},
	{regexp.MustCompile(`(?i)\b(?:relative )?humidity\b[^.?!]{0,30}?\b(?:is|of|was|=)\s+([-−–]?\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)`), 0, 101, "humidity is at most 100%"},
	{regexp.MustCompile(`(?i)\bcorrelation(?: coefficient)?\b[^.?!]{0,30}?\b(?:is|of|was|=)\s+([-−–]?\d+(?:[.,]\d+)?)`), -1, 1, "a correlation lies between −1 and 1"},
	{regexp.MustCompile(`(?i)\b(?:contents?|coins?|notes?|people|persons?|weight|mass|length|height|width|area|volume|age|number of \pL+|amount of \pL+|tank|bottle|tin|box)\b[^.?!]{0,50}?\b(?:is|of|was|held|holds|weighs|value of|measures)\s+(?:minus|negative)\s+(\d+(?:[.,]\d+)?)`), 1e9, 1e10, "it can't be less than nothing"},
}

var (
	angles   = regexp.MustCompile(`(?i)\b(triang\w+|quadrilateral|parallelogram|trapezi\w+|rectang\w+)\b[^.?!]*\bangles?\b[^.?!]*`)
	degrees  = regexp.MustCompile(`(\d+(?:[.,]\d+)?)\s*(?:°|degrees)`)
	capacity = regexp.MustCompile(`(?i)\b(?:an? |the )?(\d+(?:[.,]\d+)?\s*-?\s*(?:m?l|lit(?:re|er)s?|k?g|cl))\b[^.?!]*\b(?:bottle|tank|can|bag|jar|box|tin|sack|barrel|container|drum|bucket)\b[^.?!]*\bfull\b|\b(?:bottle|tank|can|bag|jar|tin|sack|barrel|container|drum|bucket) of (\d+(?:[.,]\d+)?\s*(?:m?l|lit(?:re|er)s?|k?g|cl))\b[^.?!]*\bfull\b`)
	taken    = regexp.MustCompile(`(?i)\b(?:used|took|taken|poured|removed|drawn|drew|sold|drank)\s+(\d+(?:[.,]\d+)?\s*(?:m?l|lit(?:re|er)s?|k?g|cl))\b[^.?!]*\b(?:out|of it|from it|off)\b`)
)

// possible asks whether the values that the stem gives can occur.
func (x *examination) possible() []Finding {
	fail := func(at, why string) []Finding {
		return []Finding{{Check: "possible", Verdict: Unsure, At: "stem", Title: "A value can't occur",
			Says: fmt.Sprintf("“%s”: %s.", clipped(at), why)}}
	}
	for _, b := range bounded {
		for _, m := range b.named.FindAllStringSubmatch(x.Stem, -1) {
			v, ok := number(m[1])
			if ok && (v < b.low || v > b.high) {
				return fail(m[0], b.says)
			}
		}
	}
	for _, m := range angles.FindAllStringSubmatch(x.Stem, -1) {
		total, n := 0.0, 0
		for _, d := range degrees.FindAllStringSubmatch(m[0], -1) {
			if v, ok := number(d[1]); ok {
				total, n = total+v, n+1
			}
		}
		switch tri := strings.HasPrefix(strings.ToLower(m[1]), "triang"); {
		case tri && n == 3 && total != 180:
			return fail(m[0], fmt.Sprintf("the angles of a triangle add up to 180°, these to %g°", total))
		case tri && n == 2 && total >= 180:
			return fail(m[0], "two angles of a triangle are less than 180° together")
		case !tri && n == 4 && total != 360:
			return fail(m[0], fmt.Sprintf("the angles of a figure with four sides add up to 360°, these to %g°", total))
		}
	}
	if held, out := capacity.FindStringSubmatch(x.Stem), taken.FindStringSubmatch(x.Stem); held != nil && out != nil {
		a, ok1 := units.ParseQuantity(strings.ReplaceAll(held[1]+held[2], "-", " "))
		b, ok2 := units.ParseQuantity(out[1])
		if ok1 && ok2 && a.Unit.Same(b.Unit) && b.In(a.Unit).Cmp(a.Value) > 0 {
			return fail(out[0], "more is taken out than there was")
		}
	}
	return x.possibleKey()
}

// possibleKey asks the same of the key, where it is named by the stem.
func (x *examination) possibleKey() []Finding {
	text := kind.KeyText(x.Question)
	q, ok := units.ParseQuantity(text)
	if !ok {
		return nil
	}
	v, _ := q.Value.Float64()
	asks := strings.ToLower(x.asking())
	if strings.Contains(asks, "probability") && (q.Unit.Text == "" && (v < 0 || v > 1) || q.Unit.Text == "%" && (v < 0 || v > 100)) {
		return []Finding{{Check: "possible", Verdict: Fail, At: "key", Title: "The key can't occur", Says: fmt.Sprintf("%s is no probability: one lies between 0 and 1.", text)}}
	}
	if q.Value.Sign() < 0 && strings.Contains(asks, "how much is left") {
		return []Finding{{Check: "possible", Verdict: Fail, At: "key", Title: "The key can't occur", Says: fmt.Sprintf("What is left can't be %s.", text)}}
	}
	return nil
}

// number reads a number with any sign of minus.
func number(text string) (float64, bool) {
	text = strings.NewReplacer("−", "-", "–", "-", " ", "").Replace(text)
	v, ok := decimal.Parse(text)
	if !ok {
		return 0, false
	}
	f, _ := v.Float64()
	return f, true
}
