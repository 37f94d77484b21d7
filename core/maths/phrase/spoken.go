package phrase

import (
	"math/big"
	"regexp"
	"strings"
)

// comparison is a way to say how two sides compare.
type comparison struct {
	words []string
	sign  string
}

// comparisons have the longer ones first.
var comparisons = func() []comparison {
	var out []comparison
	for _, c := range [][2]string{
		{"is greater than or equal to", "≥"}, {"greater than or equal to", "≥"}, {"is less than or equal to", "≤"}, {"less than or equal to", "≤"},
		{"is not less than", "≥"}, {"is not more than", "≤"}, {"is no less than", "≥"}, {"is no more than", "≤"}, {"is not equal to", "≠"}, {"does not equal", "≠"}, {"not equal to", "≠"},
		{"is at least", "≥"}, {"at least", "≥"}, {"is at most", "≤"}, {"at most", "≤"},
		{"is greater than", ">"}, {"is more than", ">"}, {"is bigger than", ">"}, {"is larger than", ">"}, {"is above", ">"}, {"greater than", ">"}, {"more than", ">"}, {"bigger than", ">"}, {"larger than", ">"}, {"above", ">"},
		{"is less than", "<"}, {"is smaller than", "<"}, {"is below", "<"}, {"less than", "<"}, {"smaller than", "<"}, {"below", "<"},
		{"is equal to", "="}, {"is approximately", "≈"}, {"equals", "="}, {"equal to", "="},
	} {
		out = append(out, comparison{strings.Fields(c[0]), c[1]})
	}
	return out
}()

// spoken writes comparisons that are told in words between two stretches of mathematics
// as signs: "x is at least 3". In answers "x is 3" is one too, and so is "numbers above
// 2", which speak of the unknown.
func spoken(ps []Piece, answer bool, unknown string) []Piece {
	var out []Piece
	for i := 0; i < len(ps); i++ {
		sign, n := "", 0
		for _, c := range comparisons {
			if begins(ps[i:], c.words) {
				sign, n = c.sign, len(c.words)
				break
			}
		}
		if answer && n == 0 && ps[i].Kind == Word && ps[i].Text == "is" && (i+2 >= len(ps) || ps[i+2].Kind != Word || joins[ps[i+2].Text] != "") {
			sign, n = "=", 1
		}
		if n == 0 || i+n >= len(ps) || ps[i+n].Kind != Math {
			out = append(out, ps[i])
			continue
		}
		last := len(out) - 1
		switch {
		case last >= 0 && out[last].Kind == Math && lone.MatchString(strings.TrimSpace(out[last].Text)) || last >= 0 && out[last].Kind == Math && !answer:
			out[last].Text += " " + sign + " " + ps[i+n].Text
		case answer && unknown != "" && last >= 0 && out[last].Kind == Word && (strings.HasPrefix(out[last].Text, "number") || strings.HasPrefix(out[last].Text, "value") || strings.HasPrefix(out[last].Text, "real")):
			out = append(out, Piece{Kind: Math, Text: unknown + " " + sign + " " + ps[i+n].Text})
		default:
			out = append(out, ps[i])
			continue
		}
		i += n
	}
	return out
}

var (
	barred   = regexp.MustCompile(`(\d*)\.(\d*)\\(?:overline|bar|dot)\s*\{?(\d+)\}?`)
	dottedOf = regexp.MustCompile(`(\d*)\.(\d*?)(\d)\x{0307}(?:(\d*)(\d)\x{0307})?`)
	goingOn  = regexp.MustCompile(`(\d*)\.(\d+)(?:…|\.\.\.)`)
)

// recurring writes decimals that go on for ever as fractions: 0.3̇, 0.1\overline{6},
// 0.333…. Where it does not show what goes on, the dots stay and are not understood.
func recurring(text string) string {
	text = barred.ReplaceAllStringFunc(text, func(m string) string {
		p := barred.FindStringSubmatch(m)
		return fraction(p[1], p[2], p[3])
	})
	text = dottedOf.ReplaceAllStringFunc(text, func(m string) string {
		p := dottedOf.FindStringSubmatch(m)
		return fraction(p[1], p[2], p[3]+p[4]+p[5])
	})
	return goingOn.ReplaceAllStringFunc(text, func(m string) string {
		p := goingOn.FindStringSubmatch(m)
		digits := p[2]
		for block := 1; block <= len(digits)/2; block++ {
			tail := digits[len(digits)-block:]
			times := 1
			for strings.HasSuffix(digits[:len(digits)-block*times], tail) {
				times++
			}
			if times >= 3 || times == 2 && block > 1 {
				return fraction(p[1], digits[:len(digits)-block*times], tail)
			}
		}
		return m
	})
}

// fraction is whole.fixed with block going on for ever.
func fraction(whole, fixed, block string) string {
	read := func(s string) *big.Int {
		v, _ := new(big.Int).SetString("0"+s, 10)
		return v
	}
	power := func(n int) *big.Int { return new(big.Int).Exp(big.NewInt(10), big.NewInt(int64(n)), nil) }
	nines := new(big.Int).Sub(power(len(block)), big.NewInt(1))
	v := new(big.Rat).SetFrac(read(block), new(big.Int).Mul(nines, power(len(fixed))))
	v.Add(v, new(big.Rat).SetFrac(read(whole+fixed), power(len(fixed))))
	return "(" + v.RatString() + ")"
}
