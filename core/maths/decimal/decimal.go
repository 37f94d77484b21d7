// Package decimal reads and writes exact numbers as they are shown: "1,620", "0.65",
// "3.2 × 10⁻⁵", rounded to significant digits or without loss.
package decimal

import (
	"math/big"
	"regexp"
	"strconv"
	"strings"
)

// MaxDigits is the length of the longest number that is read. What Exact prints
// of a number that was read stays within it, so that it can be read back.
const MaxDigits = 1000

// typedDecimal takes the commas of thousands and the typeset minus out of a number.
var typedDecimal = strings.NewReplacer(",", "", "−", "-")

// Parse reads "1,620", "0.65" or "-3" exactly. Commas part thousands.
func Parse(text string) (*big.Rat, bool) {
	text = typedDecimal.Replace(strings.TrimSpace(text))
	if text == "" || len(text) > MaxDigits || strings.ContainsAny(text, "eE/pPxX_") {
		return nil, false
	}
	return new(big.Rat).SetString(text)
}

// Terminates says whether a value has a finite decimal expansion.
func Terminates(v *big.Rat) bool {
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
	for ten := big.NewRat(10, 1); !scaled.IsInt() && n < MaxDigits; n++ {
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
	if Terminates(v) {
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
	scale := Exponent(v) - digits + 1
	unit := Pow10(scale)
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

// Exponent is the power of ten of the first digit of a value that is not zero.
func Exponent(v *big.Rat) int {
	abs := new(big.Rat).Abs(v)
	e := len(abs.Num().String()) - len(abs.Denom().String())
	if abs.Cmp(Pow10(e)) < 0 {
		e--
	}
	return e
}

// Pow10 is ten to the n-th.
func Pow10(n int) *big.Rat {
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
	if !Terminates(v) {
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
	s, exact := Text(v, digits)
	return Group(s), exact
}

// Text prints a value as Show does, but as digits and a point alone.
func Text(v *big.Rat, digits int) (string, bool) {
	if Significant(v) <= digits {
		return v.FloatString(places(v)), true
	}
	v = Round(v, digits)
	return v.FloatString(max(0, digits-1-Exponent(v))), false
}

// Group parts the thousands of a shown number by commas.
func Group(s string) string {
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
		return Agrees(mantissa, new(big.Rat).Quo(v, Pow10(power)))
	}
	s, ok := Parse(shown)
	if !ok {
		return false
	}
	if s.Cmp(v) == 0 {
		return true
	}
	digits := strings.TrimPrefix(typedDecimal.Replace(strings.TrimSpace(shown)), "-")
	_, fraction, _ := strings.Cut(digits, ".")
	half := new(big.Rat).Mul(Pow10(-len(fraction)), big.NewRat(1, 2))
	least := 2 // one digit proves nothing
	if zeros := len(digits) - len(strings.TrimRight(digits, "0")); fraction == "" && zeros > 0 {
		if len(digits)-zeros >= 2 { // they may be rounded
			half = new(big.Rat).Mul(Pow10(zeros), big.NewRat(1, 2))
		} else {
			least = 3 // "100", but not "10" for 9.5; of "9000" the last zero is not known
			half = new(big.Rat).Mul(Pow10(max(0, zeros-2)), big.NewRat(1, 2))
		}
	}
	gap := new(big.Rat).Sub(s, v)
	return gap.Abs(gap).Cmp(half) <= 0 && len(strings.TrimLeft(strings.ReplaceAll(digits, ".", ""), "0")) >= least
}

// tooSmall is where Show goes over to powers of ten.
var tooSmall = big.NewRat(1, 10_000)

// ten writes a shown decimal with a power of ten: "3.20 × 10⁻⁵".
func ten(v *big.Rat, digits int) string {
	e := Exponent(v)
	return new(big.Rat).Quo(v, Pow10(e)).FloatString(digits-1) + " × 10⁻" + raised.Replace(strconv.Itoa(-e))
}

// parseTen takes a number with a power of ten apart.
func parseTen(text string) (mantissa string, power int, ok bool) {
	at := strings.IndexAny(text, "×·*⋅")
	if at < 0 {
		return "", 0, false
	}
	n, ok := PowerOfTen(text[at:])
	return strings.TrimSpace(text[:at]), n.Power, ok && at+n.Length == len(text)
}

// TenPower is a power of ten that stands after a number, with its length in bytes.
type TenPower struct{ Power, Length int }

// PowerOfTen reads "× 10⁻⁵", "·10^-5" or "* 10^(-5)" at the start of a text.
func PowerOfTen(text string) (TenPower, bool) {
	m := timesTen.FindStringSubmatch(text)
	if m == nil {
		return TenPower{}, false
	}
	n, err := strconv.Atoi(strings.Map(lowered, m[1]+m[2]+m[3]))
	return TenPower{n, len(m[0])}, err == nil && max(n, -n) <= 300
}

var timesTen = regexp.MustCompile(`^\s?[×·*⋅]\s?10(?:([⁻]?[⁰¹²³⁴-⁹]+)|\^([-−]?\d+)|\^\(([-−]?\d+)\))`)

// lowered is a raised digit or sign on the line.
func lowered(r rune) rune {
	if l := Raised[r]; l != 0 {
		return l
	}
	if r == '−' {
		return '-'
	}
	return r
}

// Raised are raised digits and signs with what they are on the line.
var Raised = map[rune]rune{
	'⁰': '0', '¹': '1', '²': '2', '³': '3', '⁴': '4', '⁵': '5', '⁶': '6', '⁷': '7', '⁸': '8', '⁹': '9', '⁻': '-',
}

var raised = strings.NewReplacer("0", "⁰", "1", "¹", "2", "²", "3", "³", "4", "⁴", "5", "⁵", "6", "⁶", "7", "⁷", "8", "⁸", "9", "⁹")

// Scan goes over digits, a decimal point and commas that part thousands.
func Scan(text string, i int) int {
	digits := func(i int) int {
		for i < len(text) && text[i] >= '0' && text[i] <= '9' {
			i++
		}
		return i
	}
	i = digits(i)
	for i+3 < len(text) && text[i] == ',' && digits(i+1) == i+4 {
		i += 4
	}
	if i+1 < len(text) && text[i] == '.' && digits(i+1) > i+1 {
		i = digits(i + 1)
	}
	return i
}
