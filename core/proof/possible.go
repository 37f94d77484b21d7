package proof

import (
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
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
	{regexp.MustCompile(`(?i)\b(?:probability|chance|likelihood)\b(?:[^.?!]{0,80}?\b(?:is|was|equals|=)| of)\s+([-−–]?\d+(?:[.,]\d+)?)(?:[\s.,;?]|$)`), 0, 1, "a probability lies between 0 and 1"},
	{regexp.MustCompile(`(?i)\b(?:probability|chance|likelihood)\b(?:[^.?!]{0,80}?\b(?:is|was|equals|=)| of)\s+([-−–]?\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)`), 0, 100, "a probability is at most 100%"},
	{regexp.MustCompile(`(?i)\befficien(?:cy|t)\b[^.?!]{0,40}?\b(?:is|of|was|=)\s+([-−–]?\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)`), 0, 100, "nothing gives out more than it takes in"},
	{regexp.MustCompile(`(?i)([-−–]\s?\d+(?:[.,]\d+)?)\s*(?:°\s?C|degrees? (?:C|Celsius)|℃)`), -273.15, 1e9, "nothing is colder than −273.15 °C"},
	{regexp.MustCompile(`(?i)([-−–]\s?\d+(?:[.,]\d+)?)\s*K\b`), 0, 1e9, "nothing is colder than 0 K"},
	{regexp.MustCompile(`\bpH\b[^.?!]{0,24}?\b(?:is|of|=|was)\s+([-−–]?\d+(?:[.,]\d+)?)`), -2, 16, "no water has such a pH"},
	{regexp.MustCompile(`(?i)\b(?:relative )?humidity\b[^.?!]{0,30}?\b(?:is|of|was|=)\s+([-−–]?\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)`), 0, 101, "humidity is at most 100%"},
	{regexp.MustCompile(`(?i)\bcorrelation(?: coefficient)?\b[^.?!]{0,30}?\b(?:is|of|was|=)\s+([-−–]?\d+(?:[.,]\d+)?)`), -1, 1, "a correlation lies between −1 and 1"},
	{regexp.MustCompile(`(?i)\b(?:contents?|coins?|notes?|people|persons?|weight|mass|length|height|width|area|volume|age|number of \pL+|amount of \pL+|tank|bottle|tin|box)\b[^.?!]{0,50}?\b(?:is|of|was|held|holds|weighs|value of|measures)\s+(?:minus|negative)\s+(\d+(?:[.,]\d+)?)`), 1e9, 1e10, "it can't be less than nothing"},
}

var (
	angles   = regexp.MustCompile(`(?i)(?:\bangles? (?:of|in) (?:an? |the )?(?:\pL+ )?)?\b(triang\w+|quadrilateral|parallelogram|trapezi\w+|rectang\w+)\b(?:[^.?!]*\bangles?\b[^.?!]*| (?:are|measure|is)\b[^.?!]*)`)
	degrees  = regexp.MustCompile(`(\d+(?:[.,]\d+)?)\s*(?:°|degrees)`)
	capacity = regexp.MustCompile(`(?i)\b(?:an? |the )?(\d+(?:[.,]\d+)?\s*-?\s*(?:m?l|lit(?:re|er)s?|k?g|cl))\b[^.?!]*\b(?:bottle|tank|can|bag|jar|box|tin|sack|barrel|container|drum|bucket)\b[^.?!]*\bfull\b|\b(?:bottle|tank|can|bag|jar|tin|sack|barrel|container|drum|bucket) of (\d+(?:[.,]\d+)?\s*(?:m?l|lit(?:re|er)s?|k?g|cl))\b[^.?!]*\bfull\b`)
	taken    = regexp.MustCompile(`(?i)\b(?:used|took|taken|poured|removed|drawn|drew|sold|drank)\s+(\d+(?:[.,]\d+)?\s*(?:m?l|lit(?:re|er)s?|k?g|cl))\b[^.?!]*\b(?:out|of it|from it|off)\b|\b(\d+(?:[.,]\d+)?\s*(?:m?l|lit(?:re|er)s?|k?g|cl)) (?:is|are|was|were) (?:used|taken|poured|removed|drawn|sold|drunk|emptied)\b[^.?!]*\b(?:out|of it|from it|off)\b`)
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
			if ok && (v < b.low || v > b.high) && !ofAnEvent.MatchString(strings.TrimRight(m[0], ".?! ,;")) {
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
		b, ok2 := units.ParseQuantity(out[1] + out[2])
		if ok1 && ok2 && a.Unit.Same(b.Unit) && b.In(a.Unit).Cmp(a.Value) > 0 {
			return fail(out[0], "more is taken out than there was")
		}
	}
	if at, why := impossibleParts(x.Stem); why != "" {
		return fail(at, why)
	}
	return x.possibleKey()
}

var (
	outOfAll   = regexp.MustCompile(`(?i)\b(\d[\d,.]*) (?:\pL+ )?out of (?:the |a total of |all )?(\d[\d,.]*)\b`)
	wholeGroup = regexp.MustCompile(`(?i)\b(\d[\d,]*) (?:pupils|students|people|persons|children|members|balls|marbles|counters|beads|employees|staff|guests|passengers|patients|participants|voters|animals|residents|coins|cards|tickets|books)\b(?:[^.?!]{0,24}?\b(?:has|have|with|contains?|holds?|consists? of|of whom|of which|includ\w+|there are|are)\b|:)[^.?!\d]{0,16}((?:\d[\d,]* (?:\pL+ ){1,2}?(?:, |,? and |and )?)+\d[\d,]* \pL+)`)
	figureOnly = regexp.MustCompile(`\d[\d,]*`)
	splitWhole = regexp.MustCompile(`(?i)\b(?:chose|voted|prefer\w*|are|is|was|were|said|answered|spent|went|goes|go|come|comes|came|own\w*|made up|consists?|contains?|the rest)\b`)
	noShares   = regexp.MustCompile(`(?i)\b(?:ris\w*|rose|rais\w*|increas\w*|decreas\w*|fell|falls?|discounts?|reduc\w*|interest|humidity|more|less|growth|grew|probabilit\w+|chance|also|both|solution|concentration|efficien\w+|loads?|marks?|scor\w+|tests?)\b`)
	notADate   = regexp.MustCompile(`(?i)\b(?:31(?:st)? (?:of )?(?:april|june|september|november|february)|30(?:th)? (?:of )?february|(?:april|june|september|november) 31(?:st)?|february 3[01](?:st|th)?|3[2-9](?:nd|rd|th)? (?:of )?(?:january|february|march|april|may|june|july|august|september|october|november|december))\b`)
	ofAnEvent  = regexp.MustCompile(`(?i)^(?:probability|chance|likelihood) (?:that|of)\b(?:[^.?!]*?\b(?:is|was|equals|=)\b)[^.?!]*$`)
	beyondAll  = regexp.MustCompile(`(?i)(\d+(?:[.,]\d+)?)\s*(?:%|per ?cent) (?:of (?:the|all|its|our|their|those|these) (?:\pL+ ){0,2}(?:force|population|people|pupils|students|members|voters|seats|workers?|employees|staff|time|surface|area|land|class|group|group|water|air|animals|plants|patients|households|votes|marks|questions|answers)|lit|full|empty|covered|saturated|illuminated|filled|humid|pure|charged|literate|employed|unemployed|successful|complete|dark|absorbed|reflected)\b`)
	exceeding  = regexp.MustCompile(`(?i)\b(?:ris\w*|rose|grow\w*|grew|exceeding|increas\w*|more than|times|last year|before|compared|over-?full|overtime|above)\b`)
	enDash     = regexp.MustCompile(`((?:^|\s)(?:is|of|are|measures|has|with|and|was)\s)–(\d)`)
	notATime   = regexp.MustCompile(`(?i)\b(?:at|from|to|till|until|by|since|before|after)\s+((?:2[5-9]|[3-9]\d):[0-5]\d|\d{1,2}:[6-9]\d)\b`)
	belowZero  = regexp.MustCompile(`(?i)\b(?:altitude|depth|below|level|displac\w+|elevation|position|coordinate|error|chang\w+|differ\w+|deviation|tolerance|direction|velocity|lens|image|focal|axis)\b`)
)

// impossibleParts finds parts that make more than their whole, dates that no calendar
// has, and lengths and masses below nothing.
func impossibleParts(stem string) (at, why string) {
	for _, m := range outOfAll.FindAllStringSubmatch(stem, -1) {
		a, ok1 := number(m[1])
		b, ok2 := number(m[2])
		if ok1 && ok2 && a > b {
			return m[0], "a part is more than the whole"
		}
	}
	for _, m := range wholeGroup.FindAllStringSubmatch(stem, -1) {
		whole, ok := number(m[1])
		total, n := 0.0, 0
		for _, f := range figureOnly.FindAllString(m[2], -1) {
			v, _ := number(f)
			total, n = total+v, n+1
		}
		if ok && n > 1 && total > whole {
			return m[0], fmt.Sprintf("the parts make %g, which is more than %g", total, whole)
		}
	}
	for _, s := range language.Split(stem) {
		total, n := 0.0, 0
		for _, f := range units.Find(s.Text) {
			if f.Unit.Text == "%" {
				v, _ := f.Value.Float64()
				total, n = total+v, n+1
			}
		}
		if n >= 3 && total > 100.5 && splitWhole.MatchString(s.Text) && !noShares.MatchString(stem) {
			return s.Text, fmt.Sprintf("the shares make %g%%", total)
		}
	}
	for _, m := range beyondAll.FindAllStringSubmatch(stem, -1) {
		if v, ok := number(m[1]); ok && v > 100 && !exceeding.MatchString(stem) {
			return m[0], "no part is more than the whole"
		}
	}
	if m := notATime.FindStringSubmatch(stem); m != nil {
		return m[1], "no clock shows this"
	}
	if m := notADate.FindString(stem); m != "" {
		return m, "no calendar has this day"
	}
	if !belowZero.MatchString(stem) {
		for _, f := range units.Find(enDash.ReplaceAllString(stem, "$1−$2")) {
			if f.Value.Sign() < 0 && (f.Unit.Dim == metre.Dim || f.Unit.Dim == squareMetre.Dim || f.Unit.Dim == litre.Dim || f.Unit.Dim == gram.Dim) {
				return strings.TrimSpace(f.Shown + " " + f.Unit.Text), "it can't be less than nothing"
			}
		}
	}
	return "", ""
}

var (
	metre, _       = units.Parse("m")
	squareMetre, _ = units.Parse("m²")
	litre, _       = units.Parse("L")
	gram, _        = units.Parse("g")
)

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
