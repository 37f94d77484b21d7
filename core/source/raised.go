package source

import "strings"

var (
	superscript = strings.NewReplacer("0", "⁰", "1", "¹", "2", "²", "3", "³", "4", "⁴", "5", "⁵", "6", "⁶", "7", "⁷", "8", "⁸", "9", "⁹", "-", "⁻", "−", "⁻", "+", "⁺")
	subscript   = strings.NewReplacer("0", "₀", "1", "₁", "2", "₂", "3", "₃", "4", "₄", "5", "₅", "6", "₆", "7", "₇", "8", "₈", "9", "₉")
)

// Raised writes figures that stand above the line, or below it, as such: "m³",
// "H₂O". Text that is no figure stays as it is.
func Raised(text string, above bool) string {
	plain := strings.TrimSpace(text)
	switch {
	case plain == "" || strings.Trim(plain, "0123456789-−+") != "":
		return text
	case above:
		return superscript.Replace(plain)
	}
	return subscript.Replace(plain)
}
