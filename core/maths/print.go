package maths

import (
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/maths/decimal"
)

// How tightly a node holds its parts together when printed.
const (
	bindSum = iota + 1
	bindProduct
	bindPower
	bindAtom
)

func strength(n Node) int {
	switch n := n.(type) {
	case Negative, Either:
		return bindProduct
	case Binary:
		switch n.Op {
		case '+', '-':
			return bindSum
		case '*', '/':
			return bindProduct
		}
		return bindPower
	case Number:
		if n.Value.Sign() < 0 || !n.Value.IsInt() && !decimal.Terminates(n.Value) {
			return bindProduct // printed with a sign or as a quotient
		}
	}
	return bindAtom
}

// style is how operators look in plain text.
type style struct {
	signs map[byte]string
	minus string
	tight bool // 2x in place of 2 * x
	names map[Constant]string
	told  bool // with raised digits and root signs
}

var (
	reading = style{signs: map[byte]string{'+': " + ", '-': " − ", '*': " × ", '/': " ÷ ", '^': "^"}, minus: "-"}
	typing  = style{signs: map[byte]string{'+': " + ", '-': " - ", '*': "*", '/': "/", '^': "^"}, minus: "-", tight: true, names: map[Constant]string{Pi: "pi"}}
	telling = style{signs: reading.signs, minus: "−", told: true}
)

func (n Number) String() string   { return reading.text(n) }
func (n Name) String() string     { return string(n) }
func (n Constant) String() string { return string(n) }
func (n Negative) String() string { return reading.text(n) }
func (n Either) String() string   { return reading.text(n) }
func (n Binary) String() string   { return reading.text(n) }
func (n Call) String() string     { return reading.text(n) }
func (n Suffix) String() string   { return reading.text(n) }

// Typed prints an expression with the characters of a keyboard: 2x*cos(x^2),
// sqrt(2)/2. Read reads it back.
func Typed(n Node) string { return typing.text(n) }

// Told prints a formula as a worked step shows it: π × r² × h, √(2 × g × h).
func Told(n Node) string { return telling.text(n) }

func (s style) inner(n Node, at int) string {
	if sign := s.oneSign(n); sign != "" {
		return sign
	}
	if strength(n) < at {
		return "(" + s.text(n) + ")"
	}
	return s.text(n)
}

func (s style) text(n Node) string {
	switch n := n.(type) {
	case Number:
		return strings.Replace(decimal.Exact(n.Value), "-", s.minus, 1)
	case Name:
		return string(n)
	case Constant:
		if name, ok := s.names[n]; ok {
			return name
		}
		return string(n)
	case Negative:
		return s.minus + s.inner(n.X, bindPower)
	case Either:
		return "±" + s.inner(n.X, bindPower)
	case Suffix:
		return s.inner(n.X, bindAtom) + n.Op
	case Call:
		args := make([]string, len(n.Args))
		for i, a := range n.Args {
			args[i] = s.text(a)
		}
		if n.Func == "log" && len(n.Args) == 2 {
			if base, ok := n.Args[1].(Number); ok && base.Value.IsInt() && base.Value.Sign() > 0 {
				return "log_" + decimal.Exact(base.Value) + "(" + args[0] + ")"
			}
			return "log_(" + args[1] + ")(" + args[0] + ")"
		}
		switch {
		case s.told && n.Func == "sqrt":
			return "√(" + args[0] + ")"
		case s.told && n.Func == "root" && args[1] == "3":
			return "∛(" + args[0] + ")"
		}
		return n.Func + "(" + strings.Join(args, ", ") + ")"
	case Binary:
		if sign := s.oneSign(n); sign != "" {
			return sign
		}
		return s.binary(n)
	}
	return ""
}

// oneSign is a fraction that a told formula writes as one sign, or "".
func (s style) oneSign(n Node) string {
	b, ok := n.(Binary)
	if !s.told || !ok || b.Op != '/' {
		return ""
	}
	x, ok1 := b.X.(Number)
	y, ok2 := b.Y.(Number)
	if !ok1 || !ok2 {
		return ""
	}
	return fractions[decimal.Exact(x.Value)+"/"+decimal.Exact(y.Value)]
}

var fractions = map[string]string{"1/2": "½", "1/3": "⅓", "2/3": "⅔", "1/4": "¼", "3/4": "¾"}

func (s style) binary(n Binary) string {
	at := strength(n)
	left, right := at, at+1
	if n.Op == '^' {
		left, right = bindAtom, bindAtom
		if s.told {
			return s.raised(n)
		}
	}
	if n.Op == '+' {
		if e, ok := n.Y.(Either); ok {
			return s.inner(n.X, left) + " ± " + s.inner(e.X, bindProduct)
		}
	}
	if s.tight && n.Op == '*' && besides(n.X, n.Y) {
		return s.text(n.X) + s.text(n.Y)
	}
	return s.inner(n.X, left) + s.signs[n.Op] + s.inner(n.Y, right)
}

// raised writes a power with its digits above the line, and brackets what is a quantity
// or several words.
func (s style) raised(n Binary) string {
	base := s.inner(n.X, bindAtom)
	if name, ok := n.X.(Name); ok && strings.Contains(string(name), " ") || s.oneSign(n.X) != "" {
		base = "(" + base + ")"
	}
	if p, ok := n.Y.(Number); ok && p.Value.IsInt() && p.Value.Sign() > 0 {
		return base + raisedDigits.Replace(decimal.Exact(p.Value))
	}
	return base + "^" + s.inner(n.Y, bindAtom)
}

var raisedDigits = strings.NewReplacer("0", "⁰", "1", "¹", "2", "²", "3", "³", "4", "⁴", "5", "⁵", "6", "⁶", "7", "⁷", "8", "⁸", "9", "⁹")

// besides says whether a product is written without a sign: a number before a
// letter or a power of one.
func besides(x, y Node) bool {
	if m, negative := x.(Negative); negative {
		x = m.X
	}
	number, ok := x.(Number)
	if !ok || strength(number) < bindAtom {
		return false
	}
	if p, ok := y.(Binary); ok && p.Op == '^' {
		y = p.X
	}
	name, ok := y.(Name)
	return ok && len(name) == 1
}

// LaTeX writes an expression for typesetting; names of more than one letter
// stand upright.
func LaTeX(n Node) string {
	var out strings.Builder
	latex(&out, n, 0)
	return out.String()
}

var latexText = strings.NewReplacer(`\`, "", "{", "", "}", "", "$", `\$`, "%", `\%`, "_", `\_`, "#", `\#`, "&", `\&`, "^", "", "~", "")

func latex(out *strings.Builder, n Node, outer int) {
	at := strength(n)
	if b, ok := n.(Binary); ok && b.Op == '/' {
		at = bindPower // a fraction bar brackets by itself, but not under a power
		if m, negative := b.X.(Negative); negative {
			n, at = Negative{Binary{'/', m.X, b.Y}}, bindProduct
		}
	}
	if at < outer {
		out.WriteString(`\left(`)
		defer out.WriteString(`\right)`)
	}
	switch n := n.(type) {
	case Number:
		if !n.Value.IsInt() && !decimal.Terminates(n.Value) {
			if n.Value.Sign() < 0 {
				out.WriteString("-")
			}
			fmt.Fprintf(out, `\frac{%s}{%s}`, strings.TrimPrefix(n.Value.Num().String(), "-"), n.Value.Denom())
			return
		}
		out.WriteString(decimal.Exact(n.Value))
	case Name:
		latexName(out, string(n))
	case Constant:
		if n == Pi {
			out.WriteString(`\pi `)
		} else {
			out.WriteString(string(n))
		}
	case Negative:
		out.WriteString("-")
		latex(out, n.X, bindPower)
	case Either:
		out.WriteString(`\pm `)
		latex(out, n.X, bindPower)
	case Suffix:
		latex(out, n.X, bindAtom)
		out.WriteString(map[string]string{"%": `\%`, "°": `^{\circ}`, "!": "!"}[n.Op])
	case Call:
		latexCall(out, n)
	case Binary:
		latexBinary(out, n)
	}
}

var greek = map[string]bool{"alpha": true, "beta": true, "gamma": true, "delta": true, "theta": true, "lambda": true, "mu": true, "rho": true, "sigma": true, "phi": true, "omega": true}

var (
	numbered     = regexp.MustCompile(`^(\pL)([0-9₀-₉]{1,2})$`)
	loweredIndex = strings.NewReplacer("₀", "0", "₁", "1", "₂", "2", "₃", "3", "₄", "4", "₅", "5", "₆", "6", "₇", "7", "₈", "8", "₉", "9")
)

func latexName(out *strings.Builder, name string) {
	stem, index, found := strings.Cut(name, "_")
	if m := numbered.FindStringSubmatch(name); m != nil { // N0 and N₀ are N with an index
		stem, index, found = m[1], loweredIndex.Replace(m[2]), true
	}
	switch {
	case greek[stem]:
		out.WriteString(`\` + stem + " ")
	case len([]rune(stem)) == 1:
		out.WriteString(stem)
	default:
		fmt.Fprintf(out, `\text{%s}`, latexText.Replace(stem))
	}
	if found {
		fmt.Fprintf(out, "_{%s}", latexText.Replace(index))
	}
}

func latexCall(out *strings.Builder, n Call) {
	braced := func(open string, n Node, close string) {
		out.WriteString(open)
		latex(out, n, 0)
		out.WriteString(close)
	}
	switch {
	case n.Func == "sqrt":
		braced(`\sqrt{`, n.Args[0], "}")
		return
	case n.Func == "root":
		braced(`\sqrt[`, n.Args[1], "]")
		braced("{", n.Args[0], "}")
		return
	case n.Func == "abs":
		braced(`\left|`, n.Args[0], `\right|`)
		return
	}
	args := n.Args
	if name := functions[n.Func].latex; name != "" {
		out.WriteString(name)
	} else {
		fmt.Fprintf(out, `\operatorname{%s}`, n.Func)
	}
	if n.Func == "log" && len(args) == 2 {
		braced("_{", args[1], "}")
		args = args[:1]
	}
	out.WriteString(`\left(`)
	for i, a := range args {
		if i > 0 {
			out.WriteString(", ")
		}
		latex(out, a, 0)
	}
	out.WriteString(`\right)`)
}

func latexBinary(out *strings.Builder, n Binary) {
	at := strength(n)
	switch n.Op {
	case '/':
		out.WriteString(`\frac{`)
		latex(out, n.X, 0)
		out.WriteString(`}{`)
		latex(out, n.Y, 0)
		out.WriteString(`}`)
	case '^':
		latex(out, n.X, bindAtom)
		out.WriteString("^{")
		latex(out, n.Y, 0)
		out.WriteString("}")
	case '+', '-':
		latex(out, n.X, at)
		if e, ok := n.Y.(Either); ok && n.Op == '+' {
			out.WriteString(` \pm `)
			latex(out, e.X, bindProduct)
			return
		}
		out.WriteString(" " + string(n.Op) + " ")
		latex(out, n.Y, at+1)
	case '*':
		latex(out, n.X, at)
		if !sideBySide(n.X, n.Y) {
			out.WriteString(` \times `)
		}
		latex(out, n.Y, at+1)
	}
}

// sideBySide says whether a product is typeset without a sign: letters, brackets
// and functions after anything but words, never two numbers.
func sideBySide(x, y Node) bool {
	if b, ok := x.(Binary); ok && b.Op == '*' {
		return sideBySide(b.X, b.Y) && sideBySide(b.Y, y)
	}
	return quiet(x, true) && quiet(y, false)
}

func quiet(n Node, first bool) bool {
	switch n := n.(type) {
	case Number:
		return first
	case Name:
		stem, _, _ := strings.Cut(string(n), "_")
		return len([]rune(stem)) == 1 || greek[stem]
	case Negative:
		return first && quiet(n.X, true)
	case Binary:
		return n.Op == '+' || n.Op == '-' || n.Op == '^' && quiet(n.X, false) || n.Op == '/' && quiet(n.X, true) && quiet(n.Y, true)
	case Suffix, Either:
		return false
	}
	return true
}

// Words is an expression as it is read aloud: "x squared plus the square root of
// 3".
func Words(n Node) string {
	switch n := n.(type) {
	case Constant:
		if n == Pi {
			return "pi"
		}
	case Negative:
		return "minus " + wordsWithin(n.X, bindPower)
	case Either:
		return "plus or minus " + wordsWithin(n.X, bindPower)
	case Suffix:
		return wordsWithin(n.X, bindAtom) + map[string]string{"%": " per cent", "°": " degrees", "!": " factorial"}[n.Op]
	case Call:
		args := make([]string, len(n.Args))
		for i, a := range n.Args {
			args[i] = Words(a)
		}
		switch {
		case n.Func == "root":
			return "the root of order " + args[1] + " of " + args[0]
		case n.Func == "log" && len(args) == 2:
			return "the logarithm to base " + args[1] + " of " + args[0]
		}
		return functions[n.Func].words + " of " + strings.Join(args, " and ")
	case Binary:
		return binaryWords(n)
	}
	return n.String()
}

func wordsWithin(n Node, at int) string {
	if strength(n) < at {
		return "open bracket " + Words(n) + " close bracket"
	}
	return Words(n)
}

func binaryWords(n Binary) string {
	at := strength(n)
	if n.Op == '^' {
		x := wordsWithin(n.X, bindAtom)
		if p, ok := n.Y.(Number); ok && p.Value.IsInt() {
			switch p.Value.Num().String() {
			case "2":
				return x + " squared"
			case "3":
				return x + " cubed"
			}
		}
		return x + " to the power " + wordsWithin(n.Y, bindAtom)
	}
	if e, ok := n.Y.(Either); ok && n.Op == '+' {
		return wordsWithin(n.X, at) + " plus or minus " + wordsWithin(e.X, bindProduct)
	}
	joint := map[byte]string{'+': " plus ", '-': " minus ", '*': " times ", '/': " over "}[n.Op]
	return wordsWithin(n.X, at) + joint + wordsWithin(n.Y, at+1)
}
