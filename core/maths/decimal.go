package maths

import (
	"math/big"
	"regexp"
	"strconv"
	"strings"
)

// maxDigits is the length of the longest number that is read. What Exact prints
// of a number that was read stays within it, so that it can be read back.
const maxDigits = 1000

// typedDecimal takes the commas of thousands and the typeset minus out of a number.
var typedDecimal = strings.NewReplacer(",", "", "−", "-")

// ParseDecimal reads "1,620", "0.65" or "-3" exactly. Commas part thousands.
func ParseDecimal(text string) (*big.Rat, bool) {
	text = typedDecimal.Replace(strings.TrimSpace(text))
	if text == "" || len(text) > maxDigits || strings.ContainsAny(text, "eE/pPxX_") {
		return nil, false
	}
	return new(big.Rat).SetString(text)
}

// terminates says whether a value has a finite decimal expansion.
func terminates(v *big.Rat) bool {
	d := new(big.Int).Set(v.Denom())
	for _, p := range []int64{2, 5} {
		prime, rest, r := big.NewInt(p), new(big.Int), new(big.Int)
		for {
			rest.QuoRem(d, prime, r)
			if r.Sign() != 0 {
				break
			}
			d.Set(rest)
		}
	}
	return d.IsInt64() && d.Int64() == 1
}

// places is how many digits after the point a terminating decimal needs.
func places(v *big.Rat) int {
	n := 0
	scaled := new(big.Rat).Set(v)
	for ten := big.NewRat(10, 1); !scaled.IsInt() && n < maxDigits; n++ {
		scaled.Mul(scaled, ten)
	}
	return n
}

// Exact prints a value without loss: as a decimal where it terminates, else as
// a quotient ("1/3").
func Exact(v *big.Rat) string {
	if v.IsInt() {
		return v.Num().String()
	}
	if terminates(v) {
		return v.FloatString(places(v))
	}
	return v.RatString()
}

// Round gives the value nearest to v with the given number of significant
// digits, halves away from zero.
func Round(v *big.Rat, digits int) *big.Rat {
	if v.Sign() == 0 {
		return new(big.Rat)
	}
	scale := exponent(v) - digits + 1
	unit := pow10(scale)
	q := new(big.Rat).Quo(v, unit)
	two := big.NewInt(2)
	num := new(big.Int).Mul(new(big.Int).Abs(q.Num()), two)
	num.Add(num, q.Denom())
	num.Quo(num, new(big.Int).Mul(q.Denom(), two))
	if v.Sign() < 0 {
		num.Neg(num)
	}
	return new(big.Rat).Mul(new(big.Rat).SetInt(num), unit)
}

// exponent is the power of ten of a value's first significant digit.
func exponent(v *big.Rat) int {
	abs := new(big.Rat).Abs(v)
	e := len(abs.Num().String()) - len(abs.Denom().String())
	if abs.Cmp(pow10(e)) < 0 {
		e--
	}
	return e
}

func pow10(n int) *big.Rat {
	p := new(big.Int).Exp(big.NewInt(10), big.NewInt(int64(max(n, -n))), nil)
	if n < 0 {
		return new(big.Rat).SetFrac(big.NewInt(1), p)
	}
	return new(big.Rat).SetInt(p)
}

// Significant counts the significant digits a terminating value needs; a value
// that does not terminate needs 99.
func Significant(v *big.Rat) int {
	if v.Sign() == 0 {
		return 1
	}
	if !terminates(v) {
		return 99
	}
	digits := strings.Trim(strings.ReplaceAll(strings.TrimPrefix(Exact(v), "-"), ".", ""), "0")
	return max(1, len(digits))
}

// Show prints a value for a reader: exactly where that takes no more than the
// given number of significant digits, else rounded to them; thousands parted by
// commas, and less than a ten-thousandth with a power of ten. The second result says
// whether it is exact.
func Show(v *big.Rat, digits int) (string, bool) {
	if v.Sign() != 0 && new(big.Rat).Abs(v).Cmp(tooSmall) < 0 {
		exact := Significant(v) <= digits
		if exact {
			digits = Significant(v)
		}
		return ten(Round(v, digits), digits), exact
	}
	s, exact := Decimal(v, digits)
	return group(s), exact
}

// Decimal prints a value as Show does, but as digits and a point alone.
func Decimal(v *big.Rat, digits int) (string, bool) {
	if Significant(v) <= digits {
		return v.FloatString(places(v)), true
	}
	v = Round(v, digits)
	return v.FloatString(max(0, digits-1-exponent(v))), false
}

func group(s string) string {
	whole, fraction, _ := strings.Cut(s, ".")
	sign := ""
	if strings.HasPrefix(whole, "-") {
		sign, whole = "-", whole[1:]
	}
	for i := len(whole) - 3; i > 0; i -= 3 {
		whole = whole[:i] + "," + whole[i:]
	}
	if fraction != "" {
		return sign + whole + "." + fraction
	}
	return sign + whole
}

// Agrees says whether a shown value is v rounded correctly to the digits it is
// shown with, or v itself.
func Agrees(shown string, v *big.Rat) bool {
	if mantissa, power, ok := parseTen(shown); ok {
		return Agrees(mantissa, new(big.Rat).Quo(v, pow10(power)))
	}
	s, ok := ParseDecimal(shown)
	if !ok {
		return false
	}
	if s.Cmp(v) == 0 {
		return true
	}
	digits := strings.TrimPrefix(typedDecimal.Replace(strings.TrimSpace(shown)), "-")
	_, fraction, _ := strings.Cut(digits, ".")
	half := new(big.Rat).Mul(pow10(-len(fraction)), big.NewRat(1, 2))
	least := 2 // one digit proves nothing
	if zeros := len(digits) - len(strings.TrimRight(digits, "0")); fraction == "" && zeros > 0 {
		if len(digits)-zeros >= 2 { // they may be rounded
			half = new(big.Rat).Mul(pow10(zeros), big.NewRat(1, 2))
		} else {
			least = 3 // "100", but not "10" for 9.5; of "9000" the last zero is not known
			half = new(big.Rat).Mul(pow10(max(0, zeros-2)), big.NewRat(1, 2))
		}
	}
	gap := new(big.Rat).Sub(s, v)
	return gap.Abs(gap).Cmp(half) <= 0 && len(strings.TrimLeft(strings.ReplaceAll(digits, ".", ""), "0")) >= least
}

// tooSmall is where Show goes over to powers of ten.
var tooSmall = big.NewRat(1, 10_000)

// ten writes a shown decimal with a power of ten: "3.20 × 10⁻⁵".
func ten(v *big.Rat, digits int) string {
	e := exponent(v)
	return new(big.Rat).Quo(v, pow10(e)).FloatString(digits-1) + " × 10⁻" + raisedDigits.Replace(strconv.Itoa(-e))
}

// parseTen takes a number with a power of ten apart.
func parseTen(text string) (mantissa string, power int, ok bool) {
	at := strings.IndexAny(text, "×·*⋅")
	if at < 0 {
		return "", 0, false
	}
	n, ok := powerOfTen(text[at:])
	return strings.TrimSpace(text[:at]), n.power, ok && at+n.length == len(text)
}

// tenPower is a power of ten that stands after a number, with its length in bytes.
type tenPower struct{ power, length int }

// powerOfTen reads "× 10⁻⁵", "·10^-5" or "* 10^(-5)" at the start of a text.
func powerOfTen(text string) (tenPower, bool) {
	m := timesTen.FindStringSubmatch(text)
	if m == nil {
		return tenPower{}, false
	}
	n, err := strconv.Atoi(strings.Map(lowered, m[1]+m[2]+m[3]))
	return tenPower{n, len(m[0])}, err == nil && max(n, -n) <= 300
}

var timesTen = regexp.MustCompile(`^\s?[×·*⋅]\s?10(?:([⁻]?[⁰¹²³⁴-⁹]+)|\^([-−]?\d+)|\^\(([-−]?\d+)\))`)

// lowered is a raised digit or sign on the line.
func lowered(r rune) rune {
	if l := superscripts[r]; l != 0 {
		return l
	}
	if r == '−' {
		return '-'
	}
	return r
}
