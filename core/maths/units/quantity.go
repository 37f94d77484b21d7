package units

import (
	"math/big"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/maths/decimal"
)

// Quantity is a value with its unit.
type Quantity struct {
	Value *big.Rat
	Unit  Unit
}

// In converts a quantity; the units must measure the same dimension. Points on
// a scale of temperature are moved to where the other scale begins.
func (q Quantity) In(u Unit) *big.Rat {
	v := new(big.Rat).Mul(q.Value, q.Unit.Factor)
	if q.Unit.Zero != nil && u.Zero != nil {
		v.Add(v, q.Unit.Zero)
		v.Sub(v, u.Zero)
	}
	return v.Quo(v, u.Factor)
}

// Text shows a quantity with up to the given number of significant digits.
func (q Quantity) Text(digits int) string {
	s, _ := q.Show(digits)
	return With(s, q.Unit)
}

// ToTheCent says whether so many digits are shown as money to the cent.
func (q Quantity) ToTheCent(digits int) bool {
	return q.Unit.Money() && decimal.Significant(q.Value) > digits && q.Value.Cmp(big.NewRat(1, 1)) >= 0
}

// Show is the number of Text, and whether it is exact. Money that has to be rounded is
// shown to the cent.
func (q Quantity) Show(digits int) (string, bool) {
	if q.ToTheCent(digits) {
		cents := q.Value.FloatString(2)
		v, _ := new(big.Rat).SetString(cents)
		return decimal.Group(strings.TrimSuffix(cents, ".00")), v.Cmp(q.Value) == 0
	}
	return decimal.Show(q.Value, digits)
}

// With joins a shown number with its unit.
func With(number string, u Unit) string {
	switch {
	case u.Text == "":
		return number
	case u.Text == "%":
		return number + "%"
	case u.Money():
		_, size := utf8.DecodeRuneInString(u.Text)
		if _, cents, ok := strings.Cut(number, "."); ok && len(cents) == 1 {
			number += "0"
		}
		return u.Text[:size] + number + u.Text[size:]
	}
	return number + " " + u.Text
}

// Found is a quantity that stands in a text.
type Found struct {
	Quantity
	Shown      string // the number as written
	Start, End int
}

// Find lists the numbers of a text with the units that follow them.
// A number that is part of a word ("H2O", "2024-style") is none.
func Find(text string) []Found {
	var out []Found
	for i := 0; i < len(text); {
		if text[i] < '0' || text[i] > '9' {
			i++
			continue
		}
		end := decimal.Scan(text, i)
		before, _ := utf8.DecodeLastRuneInString(text[:i])
		after, size := utf8.DecodeRuneInString(text[end:])
		start := i
		i = end
		if unicode.IsLetter(before) || before == '<' || after == '>' {
			continue
		}
		v, ok := decimal.Parse(text[start:end])
		if !ok {
			continue
		}
		if before == '-' || before == '−' {
			prior, _ := utf8.DecodeLastRuneInString(text[:start-utf8.RuneLen(before)])
			if start == utf8.RuneLen(before) || unicode.IsSpace(prior) || prior == '(' {
				v.Neg(v)
				start -= utf8.RuneLen(before)
			}
		}
		if ten, ok := decimal.PowerOfTen(text[end:]); ok {
			v.Mul(v, decimal.Pow10(ten.Power))
			end += ten.Length
			i = end
			after, size = utf8.DecodeRuneInString(text[end:])
		}
		f := Found{Quantity{v, One}, text[start:end], start, end}
		gap := 0
		if after == ' ' || after == '\u00a0' || after == '\u202f' {
			gap = size
		}
		if u, ok := symbols()[string(before)]; ok && strings.ContainsRune("$€£", before) {
			f.Unit, f.Start = u, start-utf8.RuneLen(before)
			if per, n := readUnit(u.Text + text[end:]); n > len(u.Text) { // "$0.18/kWh"
				f.Unit, f.End = per, end+n-len(u.Text)
				i = f.End
			}
		} else if u, n := readUnit(text[end+gap:]); n > 0 {
			f.Unit, f.End = u, end+gap+n
			i = f.End
		}
		out = append(out, f)
	}
	return out
}

// ParseQuantity reads a text that is one quantity and nothing else, such as an
// option or a typed answer.
func ParseQuantity(text string) (Found, bool) {
	found := Find(text)
	if len(found) != 1 || found[0].Start != 0 || found[0].End != len(text) {
		return Found{}, false
	}
	return found[0], true
}

// Together reads a text that is one quantity told in several units, the larger first:
// "1 h 30 min", "5 ft and 4 inches". It is in the unit of the first.
func Together(text string) (Quantity, bool) {
	found := Find(text)
	if len(found) < 2 || strings.TrimSpace(text[:found[0].Start]+text[found[len(found)-1].End:]) != "" {
		return Quantity{}, false
	}
	sum := found[0].Quantity
	for i, f := range found[1:] {
		gap := strings.TrimSpace(text[found[i].End:f.Start])
		if f.Unit.Text == "" || gap != "" && gap != "and" || !f.Unit.Same(sum.Unit) || f.Unit.Factor.Cmp(found[i].Unit.Factor) >= 0 {
			return Quantity{}, false
		}
		sum.Value = new(big.Rat).Add(sum.Value, f.In(sum.Unit))
	}
	return sum, sum.Unit.Text != ""
}
