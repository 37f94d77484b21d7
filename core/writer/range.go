package writer

import (
	"math"
	"math/big"
	"math/rand/v2"
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/source"
)

// learned are the numbers that the sources themselves give for a word, by the
// word's stem: the doses, flows and rates that are usual there.
type learned map[string][]units.Quantity

// learn collects each quantity of a passage under the words shortly before it.
func (l learned) learn(passages []source.Passage) {
	for _, p := range passages {
		if p.Kind == source.Heading || p.Kind == source.Table {
			continue
		}
		for _, f := range units.Find(p.Text) {
			if f.Unit.Text == "" || f.Value.Sign() <= 0 {
				continue
			}
			for stem := range language.Stems(p.Text[max(0, f.Start-40):f.Start]) {
				l[stem] = append(l[stem], f.Quantity)
			}
		}
	}
}

// span is a range of plausible values in the unit it is listed for.
type span struct{ low, high string }

// byMeaning are ranges for bare numbers, by a word of their meaning.
var byMeaning = []struct {
	word string
	span span
}{
	{"efficiency", span{"0.55", "0.9"}}, {"fraction", span{"0.1", "0.9"}}, {"share", span{"0.1", "0.9"}}, {"factor", span{"0.2", "0.9"}},
	{"ratio", span{"1.2", "6"}}, {"loss rate", span{"0.04", "0.3"}}, {"gravity", span{"1.05", "1.5"}}, {"density", span{"0.9", "1.4"}},
	{"ph", span{"3", "11"}}, {"coefficient", span{"0.2", "0.9"}}, {"roughness", span{"0.01", "0.03"}}, {"slope", span{"0.001", "0.02"}},
	{"interest", span{"0.01", "0.09"}}, {"rate", span{"0.02", "0.12"}}, {"times a year", span{"2", "12"}}, {"years", span{"2", "25"}}, {"months", span{"3", "60"}}, {"number of", span{"20", "9000"}}, {"count", span{"20", "9000"}},
}

// byUnit are ranges by unit.
var byUnit = map[string]span{
	"mg/L": {"0.6", "24"}, "g/L": {"1", "60"}, "ML": {"0.4", "12"}, "ML/d": {"1.2", "24"}, "m³/h": {"40", "1800"}, "m³/d": {"400", "24000"},
	"L/s": {"5", "300"}, "m³/s": {"0.02", "0.6"}, "m³": {"60", "4800"}, "L": {"20", "4000"}, "mL": {"50", "900"}, "mL/min": {"20", "600"},
	"L/min": {"2", "90"}, "m²": {"12", "150"}, "m": {"1.2", "40"}, "mm": {"20", "600"}, "m/h": {"2", "48"}, "m/s": {"0.3", "2.4"},
	"h": {"0.5", "24"}, "min": {"2", "90"}, "s": {"10", "90"}, "d": {"2", "60"}, "kg": {"2", "450"}, "g": {"20", "900"}, "t": {"0.5", "20"},
	"kg/d": {"10", "600"}, "kg/h": {"0.5", "40"}, "Pa": {"2000", "60000"}, "kPa": {"20", "600"}, "bar": {"0.5", "8"}, "W": {"100", "5000"},
	"kW": {"2", "90"}, "kWh": {"20", "900"}, "%": {"5", "90"}, "NTU": {"0.2", "20"}, "mg": {"50", "900"}, "ha": {"1", "40"}, "V": {"12", "400"},
	"A": {"2", "60"}, "mg·min/L": {"6", "150"}, "km": {"1", "40"}, "cm": {"5", "90"},
	"mol/L": {"0.00000001", "0.02"}, "mol": {"0.1", "12"}, "J": {"20", "5000"}, "kJ": {"5", "900"}, "MJ": {"2", "400"}, "N": {"10", "2000"}, "kN": {"2", "300"},
	"Hz": {"20", "900"}, "°C": {"4", "90"}, "K": {"270", "370"}, "m/s²": {"0.4", "9.8"}, "kg/m³": {"700", "1400"}, "Ω": {"2", "400"}, "km/h": {"20", "120"},
	"H": {"0.002", "0.9"}, "mH": {"2", "900"}, "F": {"0.00001", "0.002"}, "µF": {"2", "900"}, "C": {"0.2", "20"}, "g/mol": {"18", "180"}, "mmol/L": {"2", "90"},
	"L/h": {"20", "4000"}, "L/d": {"100", "9000"}, "m³/min": {"0.5", "30"}, "g/min": {"5", "400"}, "kg/L": {"0.8", "1.5"}, "MPa": {"0.1", "20"},
	"per s": {"0.02", "0.6"}, "per min": {"0.01", "0.3"}, "per h": {"0.02", "0.6"}, "per d": {"0.02", "0.6"}, "$": {"20", "5000"},
}

// spanOf is the range for a variable: what the sources say of it, kept within what is usual for
// such a quantity, or for its unit where it is not known, else the usual alone.
func (l learned) spanOf(v maths.Variable) (low, high *big.Rat) {
	parse := func(s span) (*big.Rat, *big.Rat) {
		a, _ := decimal.Parse(s.low)
		b, _ := decimal.Parse(s.high)
		return a, b
	}
	met, most, known := l.usualOf(v)
	if !known && (v.Unit.Text == "" || v.Unit.Text == "%") {
		for _, m := range byMeaning {
			if strings.Contains(strings.ToLower(v.Meaning), m.word) {
				low, high = parse(m.span)
				if v.Unit.Text == "%" && high.Cmp(big.NewRat(1, 1)) <= 0 {
					low.Mul(low, big.NewRat(100, 1))
					high.Mul(high, big.NewRat(100, 1))
				}
				return low, high
			}
		}
	}
	usual := func() (*big.Rat, *big.Rat) {
		if known {
			return new(big.Rat).Set(met), new(big.Rat).Set(most)
		}
		if s, ok := byUnit[v.Unit.Text]; ok {
			return parse(s)
		}
		return parse(span{"2", "60"})
	}
	low, high = usual()
	var seen []*big.Rat
	for stem := range language.Stems(v.Meaning) {
		for _, q := range l[stem] {
			if q.Unit.Same(v.Unit) && v.Unit.Text != "" {
				seen = append(seen, q.In(v.Unit))
			}
		}
	}
	if len(seen) < 2 {
		return low, high
	}
	from, to := seen[0], seen[0]
	for _, x := range seen {
		if x.Cmp(from) < 0 {
			from = x
		}
		if x.Cmp(to) > 0 {
			to = x
		}
	}
	from, to = new(big.Rat).Mul(from, big.NewRat(2, 3)), new(big.Rat).Mul(to, big.NewRat(3, 2))
	if from.Cmp(low) > 0 {
		low = from
	}
	if to.Cmp(high) < 0 {
		high = to
	}
	if new(big.Rat).Mul(low, big.NewRat(2, 1)).Cmp(high) > 0 { // too narrow to vary
		return usual()
	}
	return low, high
}

// bare says whether a variable is of a kind that has no unit: a ratio, a factor, a count.
func bare(v maths.Variable) bool {
	meaning := strings.ToLower(v.Meaning)
	for _, m := range byMeaning {
		if strings.Contains(meaning, m.word) {
			return true
		}
	}
	return false
}

// pick draws a readable value from a variable's range: two significant digits,
// more often ending in 0, 2, 4, 5 or 8 than not; evenly over the powers of ten.
func (l learned) pick(v maths.Variable, r *rand.Rand) *big.Rat {
	if v.Value != nil {
		return v.Value
	}
	low, high := l.spanOf(v)
	a, _ := low.Float64()
	b, _ := high.Float64()
	for range 20 {
		x := a * math.Pow(b/a, r.Float64())
		value := decimal.Round(new(big.Rat).SetFloat64(x), 2)
		if value.Cmp(low) < 0 || value.Cmp(high) > 0 {
			continue
		}
		digits := strings.Trim(strings.ReplaceAll(decimal.Exact(value), ".", ""), "0")
		if len(digits) > 1 && strings.ContainsAny(digits[1:], "1379") && r.IntN(3) > 0 {
			continue
		}
		return value
	}
	return low
}

// plausible says whether an answer is one that a person would believe.
func (l learned) plausible(v maths.Variable, x *big.Rat) bool {
	if !sensible(v, x) {
		return false
	}
	if low, high, ok := l.usualOf(v); ok {
		return x.Cmp(new(big.Rat).Mul(low, big.NewRat(1, 5))) >= 0 && x.Cmp(new(big.Rat).Mul(high, big.NewRat(5, 1))) <= 0
	}
	usual, ok := byUnit[v.Unit.Text]
	if !ok {
		return x.Cmp(big.NewRat(1, 1000)) >= 0 && x.Cmp(big.NewRat(10_000_000, 1)) <= 0
	}
	low, _ := decimal.Parse(usual.low)
	high, _ := decimal.Parse(usual.high)
	return x.Cmp(low.Mul(low, big.NewRat(1, 30))) >= 0 && x.Cmp(high.Mul(high, big.NewRat(30, 1))) <= 0
}

// sensible says whether a value is possible at all: no share above the whole.
func sensible(v maths.Variable, x *big.Rat) bool {
	meaning := strings.ToLower(v.Meaning)
	if strings.Contains(meaning, "fraction") || strings.Contains(meaning, "efficiency") || strings.Contains(meaning, "loss rate") || strings.Contains(meaning, "share") {
		if v.Unit.Text == "%" {
			return x.Cmp(big.NewRat(100, 1)) <= 0
		}
		return x.Cmp(big.NewRat(1, 1)) <= 0
	}
	return true
}
