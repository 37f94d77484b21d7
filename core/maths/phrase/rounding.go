package phrase

import (
	"regexp"
	"strconv"
	"strings"

	"zincowl/core/maths/units"
)

var numerals = map[string]int{"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6}

var (
	toPlaces = regexp.MustCompile(`(?i)\(?(?:\bto\s+)?\b(\d+|one|two|three|four|five|six)[\s-]*(decimal places?|decimals?|d\.?\s?p(?:l?s?\b\.?)|places(?: after the (?:decimal )?point)?|significant (?:figures?|digits?)|s\.?\s?f\b\.?|sig\.?\s?(?:figs?|digits?)\b\.?|figures)\)?`)
	toUnit   = regexp.MustCompile(`(?i)\(?\bto (?:the )?nearest (hundredth|tenth|thousandth|penny|cent|whole number|integer|unit|whole (?:pound|dollar|euro|degree|number)|one|pound|dollar|euro|degree|metre|meter|centimetre|gram|second|minute|year|percent|per cent|ten|hundred|thousand)s?\b\)?`)
)

// toMeasure rounds to a unit: "to the nearest cm²".
var toMeasure = regexp.MustCompile(`(?i)\(?\bto the nearest ([^\s\d,;.)]+)\)?`)

var nearest = map[string]int{
	"hundredth": 2, "penny": 2, "cent": 2, "tenth": 1, "thousandth": 3, "ten": -1, "hundred": -2, "thousand": -3,
}

// rounding takes "to 2 decimal places", "(3 s.f.)" or "to the nearest penny" out of a
// text.
func rounding(text string) (string, Rounding) {
	if m := toPlaces.FindStringSubmatchIndex(text); m != nil {
		n := numerals[strings.ToLower(text[m[2]:m[3]])]
		if n == 0 {
			n, _ = strconv.Atoi(text[m[2]:m[3]])
		}
		kind := strings.ToLower(text[m[4]:m[5]])
		if n >= 1 && n <= 30 {
			out := Rounding{Asked: true, Places: n}
			if strings.HasPrefix(kind, "s") || strings.HasPrefix(kind, "f") {
				out = Rounding{Asked: true, Figures: n}
			}
			return text[:m[0]] + " " + text[m[1]:], out
		}
	}
	if m := toUnit.FindStringSubmatchIndex(text); m != nil {
		return text[:m[0]] + " " + text[m[1]:], Rounding{Asked: true, Places: nearest[strings.ToLower(text[m[2]:m[3]])]}
	}
	if m := toMeasure.FindStringSubmatchIndex(text); m != nil {
		if u, ok := units.Parse(text[m[2]:m[3]]); ok && u.Text != "" {
			return text[:m[0]] + " " + text[m[1]:], Rounding{Asked: true}
		}
	}
	return text, Rounding{}
}

var decimals = regexp.MustCompile(`\d+\.\d+`)

// Digits says whether a decimal of a text has more digits than are asked for, or fewer.
func (r Rounding) Digits(text string) (more, fewer bool) {
	for _, d := range decimals.FindAllString(text, -1) {
		whole, fraction, _ := strings.Cut(d, ".")
		have, want := len(fraction), r.Places
		if r.Figures > 0 {
			have, want = len(strings.TrimLeft(whole+fraction, "0")), r.Figures
		}
		more, fewer = more || have > want, fewer || have < want
	}
	return more, fewer
}

// Fits says whether all decimals of a text have as many digits as are asked for.
func (r Rounding) Fits(text string) bool {
	more, fewer := r.Digits(text)
	return !more && !fewer
}
