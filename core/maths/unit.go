package maths

import (
	"math/big"
	"sort"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"
)

// Dimension holds the exponents of the base dimensions: length, mass, time,
// temperature, current, amount, turbidity, count of things.
type Dimension [8]int8

// Unit is a unit of measure: what one of it is in the base units (m, kg, s …).
type Unit struct {
	Text   string // as written, "" for a bare number
	Factor *big.Rat
	Dim    Dimension
}

// One is the unit of a bare number.
var One = Unit{Factor: big.NewRat(1, 1)}

// Same says whether two units measure the same dimension.
func (u Unit) Same(v Unit) bool { return u.Dim == v.Dim }

// In is how many of unit v one of u is; both must measure the same dimension.
func (u Unit) In(v Unit) *big.Rat { return new(big.Rat).Quo(u.Factor, v.Factor) }

type baseUnit struct {
	factor   string
	dim      Dimension
	prefixed bool // takes SI prefixes
	spelled  string
}

var (
	dLength      = Dimension{0: 1}
	dMass        = Dimension{1: 1}
	dTime        = Dimension{2: 1}
	dTemperature = Dimension{3: 1}
	dCurrent     = Dimension{4: 1}
	dAmount      = Dimension{5: 1}
	dTurbidity   = Dimension{6: 1}
	dCount       = Dimension{7: 1}
	dVolume      = Dimension{0: 3}
	dPower       = Dimension{0: 2, 1: 1, 2: -3}
	dEnergy      = Dimension{0: 2, 1: 1, 2: -2}
	dPressure    = Dimension{0: -1, 1: 1, 2: -2}
)

// baseUnits: symbols, and the words they are spelled with.
var baseUnits = map[string]baseUnit{
	"m":   {"1", dLength, true, "metre meter"},
	"g":   {"1/1000", dMass, true, "gram"},
	"t":   {"1000", dMass, false, "tonne"},
	"s":   {"1", dTime, true, "second sec"},
	"min": {"60", dTime, false, "minute"},
	"h":   {"3600", dTime, false, "hour hr"},
	"d":   {"86400", dTime, false, "day"},
	"L":   {"1/1000", dVolume, true, "litre liter l"},
	"ha":  {"10000", Dimension{0: 2}, false, "hectare"},
	"W":   {"1", dPower, true, "watt"},
	"Wh":  {"3600", dEnergy, true, ""},
	"J":   {"1", dEnergy, true, "joule"},
	"Pa":  {"1", dPressure, true, "pascal"},
	"bar": {"100000", dPressure, false, ""},
	"V":   {"1", Dimension{0: 2, 1: 1, 2: -3, 4: -1}, true, "volt"},
	"A":   {"1", dCurrent, true, "ampere amp"},
	"N":   {"1", Dimension{0: 1, 1: 1, 2: -2}, true, "newton"},
	"°C":  {"1", dTemperature, false, ""},
	"mol": {"1", dAmount, true, "mole"},
	"NTU": {"1", dTurbidity, false, ""},
	"%":   {"1/100", Dimension{}, false, "percent"},
	"ppm": {"1/1000000", Dimension{}, false, ""},
	"rev": {"1", dCount, false, "revolution"},
}

var prefixes = map[string]string{
	"M": "1000000", "k": "1000", "d": "1/10", "c": "1/100", "m": "1/1000", "µ": "1/1000000", "μ": "1/1000000", "u": "1/1000000",
}

var spelledPrefixes = map[string]string{"mega": "M", "kilo": "k", "deci": "d", "centi": "c", "milli": "m", "micro": "µ"}

// symbols is every way to write a single unit.
var symbols = sync.OnceValue(func() map[string]Unit {
	out := map[string]Unit{}
	put := func(text, factor string, by string, dim Dimension) {
		f, _ := new(big.Rat).SetString(factor)
		g, _ := new(big.Rat).SetString(by)
		if _, taken := out[text]; !taken {
			out[text] = Unit{text, f.Mul(f, g), dim}
		}
	}
	for _, pass := range []bool{false, true} { // plain symbols win over prefixed ones: "min", "d"
		for symbol, u := range baseUnits {
			names := strings.Fields(u.spelled)
			if !pass {
				put(symbol, u.factor, "1", u.dim)
				for _, name := range names {
					put(name, u.factor, "1", u.dim)
					put(name+"s", u.factor, "1", u.dim)
				}
				continue
			}
			if !u.prefixed {
				continue
			}
			for p, by := range prefixes {
				put(p+symbol, u.factor, by, u.dim)
				if symbol == "L" {
					put(p+"l", u.factor, by, u.dim)
				}
			}
			for word, p := range spelledPrefixes {
				for _, name := range names {
					put(word+name, u.factor, prefixes[p], u.dim)
					put(word+name+"s", u.factor, prefixes[p], u.dim)
				}
			}
		}
	}
	return out
})

// ParseUnit reads a unit: "mg/L", "m³/h", "kg/(m²·d)" is not needed and not
// read; "litres per second", "cubic metres a day", "%" and "" (a bare number)
// are. The second result is false where any part is unknown.
func ParseUnit(text string) (Unit, bool) {
	text = strings.TrimSpace(text)
	if text == "" {
		return One, true
	}
	u, n := readUnit(text)
	return u, n == len(text)
}

// readUnit reads the longest unit that text begins with and says how many bytes
// it took; 0 where it begins with none.
func readUnit(text string) (Unit, int) {
	u, n := readFactor(text)
	if n == 0 {
		return One, 0
	}
	out := Unit{Factor: new(big.Rat).Set(u.Factor), Dim: u.Dim}
	for {
		rest := text[n:]
		skip, divide := joint(rest)
		if skip == 0 {
			break
		}
		v, m := readFactor(rest[skip:])
		if m == 0 {
			break
		}
		n += skip + m
		sign := int8(1)
		if divide {
			sign = -1
			out.Factor.Quo(out.Factor, v.Factor)
		} else {
			out.Factor.Mul(out.Factor, v.Factor)
		}
		for i := range out.Dim {
			out.Dim[i] += sign * v.Dim[i]
		}
	}
	out.Text = text[:n]
	return out, n
}

// joint reads what stands between two factors of a unit.
func joint(text string) (length int, divide bool) {
	for _, j := range []struct {
		text   string
		divide bool
	}{{"/", true}, {" per ", true}, {" a ", true}, {" an ", true}, {"·", false}} {
		if strings.HasPrefix(text, j.text) {
			return len(j.text), j.divide
		}
	}
	return 0, false
}

// readFactor reads one unit with its power: "m³", "cubic metres", "m^2".
func readFactor(text string) (Unit, int) {
	power, n := 1, 0
	for word, p := range map[string]int{"cubic ": 3, "square ": 2} {
		if strings.HasPrefix(text, word) {
			power, n = p, len(word)
		}
	}
	end := n
	for end < len(text) {
		r, size := utf8.DecodeRuneInString(text[end:])
		if !unicode.IsLetter(r) && r != '°' && r != '%' {
			break
		}
		end += size
		if r == '%' {
			break
		}
	}
	u, ok := symbols()[text[n:end]]
	if !ok {
		return One, 0
	}
	for _, s := range []struct {
		text string
		p    int
	}{{"²", 2}, {"³", 3}, {"^2", 2}, {"^3", 3}} {
		if strings.HasPrefix(text[end:], s.text) {
			power, end = s.p, end+len(s.text)
		}
	}
	if r, _ := utf8.DecodeRuneInString(text[end:]); unicode.IsDigit(r) || unicode.IsLetter(r) && text[end-1] != '%' {
		return One, 0
	}
	out := Unit{text[:end], big.NewRat(1, 1), Dimension{}}
	for range power {
		out.Factor.Mul(out.Factor, u.Factor)
		for i := range out.Dim {
			out.Dim[i] += u.Dim[i]
		}
	}
	return out, end
}

// Siblings lists units in use for the same dimension as u, other than u itself,
// the nearest in size first. They are what a conversion converts from.
func Siblings(u Unit) []Unit {
	var out []Unit
	for _, text := range []string{
		"mg/L", "g/L", "kg", "g", "mg", "t", "L", "m³", "ML", "mL", "kL", "m³/h", "L/s", "ML/d", "m³/d", "L/min", "m³/s", "mL/min",
		"kg/d", "kg/h", "g/h", "g/min", "m", "mm", "km", "m²", "ha", "s", "min", "h", "d", "m/h", "mm/s", "m/s", "kW", "W", "kPa", "bar", "kWh", "%",
	} {
		v, ok := ParseUnit(text)
		if ok && v.Same(u) && v.Factor.Cmp(u.Factor) != 0 && u.Dim != (Dimension{}) {
			out = append(out, v)
		}
	}
	distance := func(v Unit) int {
		e := exponent(v.In(u))
		return max(e, -e)
	}
	sort.SliceStable(out, func(i, j int) bool { return distance(out[i]) < distance(out[j]) })
	return out
}
