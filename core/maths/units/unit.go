// Package units knows units of measure, money among them, and quantities: values with
// their units, exactly converted, and found in a text.
package units

import (
	"math/big"
	"sort"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"

	"zincowl/core/maths/decimal"
)

// Dimension holds the exponents of the base dimensions: length, mass, time,
// temperature, current, amount, turbidity, count of things, and a currency each.
type Dimension [11]int8

// Unit is a unit of measure: what one of it is in the base units (m, kg, s …).
type Unit struct {
	Text   string // as written, "" for a bare number
	Factor *big.Rat
	Dim    Dimension
	// Zero is where the scale begins, in the base unit: 273.15 for °C. It is nil
	// for units that begin at nothing, and for differences of temperature.
	Zero *big.Rat
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
	dArea        = Dimension{0: 2}
	dVolume      = Dimension{0: 3}
	dPower       = Dimension{0: 2, 1: 1, 2: -3}
	dEnergy      = Dimension{0: 2, 1: 1, 2: -2}
	dPressure    = Dimension{0: -1, 1: 1, 2: -2}
)

// baseUnits: symbols, and the words they are spelled with.
var baseUnits = map[string]baseUnit{
	"m":    {"1", dLength, true, "metre meter"},
	"g":    {"1/1000", dMass, true, "gram"},
	"t":    {"1000", dMass, false, "tonne"},
	"s":    {"1", dTime, true, "second sec"},
	"min":  {"60", dTime, false, "minute"},
	"h":    {"3600", dTime, false, "hour hr"},
	"d":    {"86400", dTime, false, "day"},
	"L":    {"1/1000", dVolume, true, "litre liter l"},
	"ha":   {"10000", Dimension{0: 2}, false, "hectare"},
	"W":    {"1", dPower, true, "watt"},
	"Wh":   {"3600", dEnergy, true, ""},
	"J":    {"1", dEnergy, true, "joule"},
	"Pa":   {"1", dPressure, true, "pascal"},
	"bar":  {"100000", dPressure, true, ""},
	"V":    {"1", Dimension{0: 2, 1: 1, 2: -3, 4: -1}, true, "volt"},
	"A":    {"1", dCurrent, true, "ampere amp"},
	"N":    {"1", Dimension{0: 1, 1: 1, 2: -2}, true, "newton"},
	"°C":   {"1", dTemperature, false, ""},
	"°F":   {"5/9", dTemperature, false, ""},
	"K":    {"1", dTemperature, false, "kelvin"},
	"Hz":   {"1", Dimension{2: -1}, true, "hertz"},
	"Ω":    {"1", Dimension{0: 2, 1: 1, 2: -3, 4: -2}, true, "ohm"},
	"C":    {"1", Dimension{2: 1, 4: 1}, false, "coulomb"},
	"F":    {"1", Dimension{0: -2, 1: -1, 2: 4, 4: 2}, true, "farad"},
	"H":    {"1", Dimension{0: 2, 1: 1, 2: -2, 4: -2}, true, "henry"},
	"cal":  {"4.184", dEnergy, true, "calorie"},
	"atm":  {"101325", dPressure, false, ""},
	"mmHg": {"133.322387415", dPressure, false, ""},
	"nmi":  {"1852", dLength, false, ""},
	"kn":   {"1852/3600", Dimension{0: 1, 2: -1}, false, "knot"},
	"rpm":  {"1/60", Dimension{2: -1}, false, ""},
	"ft":   {"0.3048", dLength, false, "foot feet"},
	"yd":   {"0.9144", dLength, false, "yard"},
	"mi":   {"1609.344", dLength, false, "mile"},
	"inch": {"0.0254", dLength, false, "inches"},
	"acre": {"4046.8564224", dArea, false, "acre"},
	"gal":  {"0.003785411784", dVolume, false, "gallon"},
	"MG":   {"3785.411784", dVolume, false, ""},
	"gpm":  {"0.003785411784/60", Dimension{0: 3, 2: -1}, false, ""},
	"MGD":  {"3785.411784/86400", Dimension{0: 3, 2: -1}, false, "mgd"},
	"qt":   {"0.000946352946", dVolume, false, "quart"},
	"lb":   {"0.45359237", dMass, false, "lbs pound"},
	"oz":   {"0.028349523125", dMass, false, "ounce"},
	"psi":  {"6894.757293168361", dPressure, false, ""},
	"hp":   {"745.69987158227022", dPower, false, "horsepower"},
	"week": {"604800", dTime, false, ""},
	"year": {"31557600", dTime, false, ""},
	"$":    {"1", Dimension{8: 1}, false, "dollar"},
	"€":    {"1", Dimension{9: 1}, false, "euro"},
	"£":    {"1", Dimension{10: 1}, false, ""},
	"mol":  {"1", dAmount, true, "mole"},
	"NTU":  {"1", dTurbidity, false, ""},
	"%":    {"1/100", Dimension{}, false, "percent"},
	"ppm":  {"1/1000000", Dimension{}, false, ""},
	"rev":  {"1", dCount, false, "revolution"},
}

// zeros are where the scales of temperature begin, in kelvin.
var zeros = map[string]*big.Rat{"°C": big.NewRat(27315, 100), "°F": big.NewRat(45967*5, 900), "K": new(big.Rat), "kelvin": new(big.Rat)}

var prefixes = map[string]string{
	"G": "1000000000", "h": "100", "n": "1/1000000000", "M": "1000000", "k": "1000", "d": "1/10", "c": "1/100", "m": "1/1000", "µ": "1/1000000", "μ": "1/1000000", "u": "1/1000000",
}

var spelledPrefixes = map[string]string{"mega": "M", "kilo": "k", "deci": "d", "centi": "c", "milli": "m", "micro": "µ"}

// symbols is every way to write a single unit.
var symbols = sync.OnceValue(func() map[string]Unit {
	out := map[string]Unit{}
	put := func(text, factor string, by string, dim Dimension) {
		if _, taken := out[text]; taken {
			return
		}
		u := Unit{Text: text, Factor: big.NewRat(1, 1), Dim: dim, Zero: zeros[text]}
		for _, f := range []string{factor, by} {
			num, den, _ := strings.Cut(f, "/")
			v, _ := new(big.Rat).SetString(num)
			u.Factor.Mul(u.Factor, v)
			if den != "" {
				v, _ = new(big.Rat).SetString(den)
				u.Factor.Quo(u.Factor, v)
			}
		}
		out[text] = u
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

// Money says whether a unit is a currency, or a price such as $/kWh.
func (u Unit) Money() bool { return strings.IndexAny(u.Text, "$€£") == 0 }

// Parse reads a unit: "mg/L", "m³/h", "kJ/(kg·K)", "1/h"; "litres per second", "cubic metres a day", "%" and "" (a bare number)
// are. The second result is false where any part is unknown.
func Parse(text string) (Unit, bool) {
	text = strings.TrimSpace(text)
	if text == "" {
		return One, true
	}
	if rest, ok := strings.CutPrefix(text, "1/"); ok {
		text = "per " + rest
	}
	u, n := readUnit(text)
	return u, n == len(text)
}

// readUnit reads the longest unit that text begins with and says how many bytes
// it took; 0 where it begins with none.
func readUnit(text string) (Unit, int) {
	if rest, ok := strings.CutPrefix(text, "per "); ok { // "0.3 per h"
		u, n := readUnit(rest)
		if n == 0 || u.Zero != nil || u.Dim == (Dimension{}) {
			return One, 0
		}
		out := Unit{Text: "per " + u.Text, Factor: new(big.Rat).Inv(u.Factor)}
		for i := range out.Dim {
			out.Dim[i] = -u.Dim[i]
		}
		return out, len("per ") + n
	}
	u, n := readFactor(text)
	if n == 0 {
		return One, 0
	}
	out := Unit{Factor: new(big.Rat).Set(u.Factor), Dim: u.Dim, Zero: u.Zero}
	for {
		rest := text[n:]
		skip, divide := joint(rest)
		if skip == 0 {
			break
		}
		v, m := readFactor(rest[skip:])
		if m == 0 && divide && strings.HasPrefix(rest[skip:], "(") { // kJ/(kg·K)
			under, k := readUnit(rest[skip+1:])
			if k > 0 && strings.HasPrefix(rest[skip+1+k:], ")") {
				v, m = under, k+2
			}
		}
		if m == 0 {
			break
		}
		n += skip + m
		out.Zero = nil // a degree each hour is a difference
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
	out.Text = raisedPowers.Replace(text[:n])
	return out, n
}

// raisedPowers writes m3 and m^3 as m³.
var raisedPowers = strings.NewReplacer("^2", "²", "^3", "³", "^4", "⁴", "2", "²", "3", "³")

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
		if !unicode.IsLetter(r) && !strings.ContainsRune("°%$€£", r) {
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
	}{{"²", 2}, {"³", 3}, {"⁴", 4}, {"^2", 2}, {"^3", 3}, {"^4", 4}, {"2", 2}, {"3", 3}} {
		if strings.HasPrefix(text[end:], s.text) && (len(s.text) > 1 || u.Dim == dLength || u.Dim == dTime) {
			power, end = s.p, end+len(s.text)
			break
		}
	}
	if r, _ := utf8.DecodeRuneInString(text[end:]); unicode.IsDigit(r) || unicode.IsLetter(r) && text[end-1] != '%' {
		return One, 0
	}
	out := Unit{Text: text[:end], Factor: big.NewRat(1, 1)}
	if power == 1 {
		out.Zero = u.Zero
	}
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
		v, ok := Parse(text)
		if ok && v.Same(u) && v.Factor.Cmp(u.Factor) != 0 && u.Dim != (Dimension{}) {
			out = append(out, v)
		}
	}
	distance := func(v Unit) int {
		e := decimal.Exponent(v.In(u))
		return max(e, -e)
	}
	sort.SliceStable(out, func(i, j int) bool { return distance(out[i]) < distance(out[j]) })
	return out
}
