package maths

import (
	"fmt"
	"math/big"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"zincowl/core/maths/decimal"
)

// maxDepth bounds how deeply brackets may nest.
const maxDepth = 60

// Parse reads an expression. The names are the variables it may use, which may
// be several words long ("available fraction"); where none are given, every run
// of words is a name. Single-letter names may stand side by side: "mc²" is m × c²
// when m and c are names. Roots, logarithms and π are read; a function has its argument
// in brackets. Errors are *SyntaxError.
func Parse(text string, names ...string) (Node, error) {
	tokens, err := lex(text)
	if err != nil {
		return nil, err
	}
	p := &parser{text: text, tokens: tokens, names: names}
	n, err := p.sum(0)
	if err != nil {
		return nil, err
	}
	if t := p.peek(); t.kind != tokenEnd {
		return nil, p.fail(t, "an operator was expected before %q", t.text)
	}
	if len(p.doubts) > 0 {
		return nil, &SyntaxError{text, 0, p.doubts[0] + "; put brackets where they belong"}
	}
	return n, nil
}

type parser struct {
	text   string
	tokens []token
	next   int
	names  []string
	maths  bool // letters are names of their own, functions and signs are read
	bars   int  // how many |…| are open
	doubts []string
}

func (p *parser) peek() token { return p.tokens[p.next] }

// second is the token after the next.
func (p *parser) second() token { return p.tokens[min(p.next+1, len(p.tokens)-1)] }

func (p *parser) is(kind tokenKind, text string) bool {
	t := p.peek()
	return t.kind == kind && t.text == text
}

func (p *parser) fail(t token, format string, args ...any) error {
	return &SyntaxError{p.text, t.at, fmt.Sprintf(format, args...)}
}

func (p *parser) doubt(format string, args ...any) {
	p.doubts = append(p.doubts, fmt.Sprintf(format, args...))
}

// sum = product { ("+" | "-" | "±") product }
func (p *parser) sum(depth int) (Node, error) {
	x, err := p.product(depth)
	if err != nil {
		return nil, err
	}
	for t := p.peek(); t.kind == tokenOp && strings.Contains("+-±", t.text); t = p.peek() {
		p.next++
		y, err := p.product(depth)
		if err != nil {
			return nil, err
		}
		if t.text == "±" {
			x = Binary{'+', x, Either{y}}
		} else {
			x = Binary{t.text[0], x, y}
		}
	}
	return x, nil
}

// product = signed { ("*" | "/") signed | power }: what stands side by side is
// multiplied and binds as a product does.
func (p *parser) product(depth int) (Node, error) {
	x, err := p.signed(depth)
	if err != nil {
		return nil, err
	}
	for {
		t := p.peek()
		switch {
		case t.kind == tokenOp && (t.text == "*" || t.text == "/"):
			p.next++
			start := p.peek()
			y, err := p.signed(depth)
			if err == nil && p.divides(t) {
				y, err = p.monomial(y, depth)
			}
			switch {
			case err != nil:
				return nil, err
			case t.text == "*":
				x = times(x, y, start)
			default:
				x = Binary{'/', x, y}
			}
		case p.beginsFactor():
			y, err := p.power(depth)
			if err != nil {
				return nil, err
			}
			x = times(x, y, t)
		default:
			return x, nil
		}
	}
}

// divides says whether an operator is the sign ÷, which is written with spaces around
// and so divides by all that stands side by side behind it: 6x²y ÷ 2xy.
func (p *parser) divides(t token) bool {
	return strings.HasPrefix(p.text[t.at:], "÷") || strings.HasPrefix(p.text[t.at:], `\div`)
}

// monomial reads names side by side with what was read. A bracket there can be read two
// ways.
func (p *parser) monomial(y Node, depth int) (Node, error) {
	for p.peek().kind == tokenWord || p.peek().kind == tokenConstant {
		z, err := p.power(depth)
		if err != nil {
			return nil, err
		}
		y = Binary{'*', y, z}
	}
	if t := p.peek(); t.kind == tokenOpen && t.at == p.tokens[p.next-1].end {
		p.doubt("what is divided by before the bracket can be read two ways")
	}
	return y, nil
}

// times is a product. What is multiplied by letters side by side, which begin with the
// token start, is multiplied by one after the other.
func times(x, y Node, start token) Node {
	if b, ok := y.(Binary); ok && b.Op == '*' && start.kind == tokenWord {
		return Binary{'*', times(x, b.X, start), b.Y}
	}
	return Binary{'*', x, y}
}

// beginsFactor says whether the next token stands side by side with what was
// just read.
func (p *parser) beginsFactor() bool {
	t := p.peek()
	switch t.kind {
	case tokenOpen:
		return t.text != `\{`
	case tokenWord, tokenFunction, tokenConstant, tokenFraction:
		return true
	case tokenBar:
		return p.bars == 0
	case tokenNumber, tokenVulgar:
		before := p.tokens[max(p.next-1, 0)]
		return p.next > 0 && (before.kind == tokenClose || before.kind == tokenSuffix && before.text == "!" || before.kind == tokenWord && t.at > before.end && p.second().text == "^") // "x 5^x"
	}
	return false
}

// signed = { "-" | "+" } [ "±" ] power. Two minus signs in a row undo each other.
func (p *parser) signed(depth int) (Node, error) {
	negative, either := false, false
	for {
		t := p.peek()
		if t.kind != tokenOp || t.text != "-" && t.text != "+" && t.text != "±" {
			break
		}
		if either || t.text == "±" && negative {
			return nil, p.fail(t, "a number, a name or a bracket was expected, not another sign")
		}
		p.next++
		switch t.text {
		case "-":
			negative = !negative
		case "±":
			either = true
		}
	}
	x, err := p.power(depth)
	switch {
	case err != nil:
		return nil, err
	case either:
		return Either{x}, nil
	case negative:
		return Negative{x}, nil
	}
	return x, nil
}

// power = atom { suffix } [ superscript | "^" signed ]
func (p *parser) power(depth int) (Node, error) {
	x, err := p.atom(depth)
	if err != nil {
		return nil, err
	}
	for p.peek().kind == tokenSuffix {
		x = Suffix{x, p.peek().text}
		p.next++
	}
	return p.raised(x, depth)
}

func (p *parser) raised(x Node, depth int) (Node, error) {
	y, err := p.exponent(depth)
	if err != nil || y == nil {
		return x, err
	}
	return Binary{'^', x, y}, nil
}

// exponent reads what raises, or nothing.
func (p *parser) exponent(depth int) (Node, error) {
	switch t := p.peek(); {
	case t.kind == tokenPower:
		p.next++
		n, ok := new(big.Rat).SetString(t.text)
		if !ok {
			return nil, p.fail(t, "a whole number was expected as the power")
		}
		if n.Sign() < 0 {
			return Negative{Number{n.Neg(n)}}, nil
		}
		return Number{n}, nil
	case t.kind == tokenOp && t.text == "^":
		if depth >= maxDepth {
			return nil, p.fail(t, "this is nested too deeply")
		}
		p.next++
		if p.peek().kind == tokenOpen {
			return p.signed(depth + 1)
		}
		return p.signed(depth + 2) // as deep as the brackets it is printed with
	}
	return nil, nil
}

func (p *parser) atom(depth int) (Node, error) {
	t := p.peek()
	switch t.kind {
	case tokenNumber:
		return p.number()
	case tokenVulgar:
		p.next++
		return vulgarFraction(t.text), nil
	case tokenOpen:
		return p.bracket(depth)
	case tokenConstant:
		p.next++
		return Constant(t.text), nil
	case tokenBar:
		p.next++
		p.bars++
		x, err := p.within(depth, tokenBar, "the second | was expected")
		p.bars--
		return Call{"abs", []Node{x}}, err
	case tokenFraction:
		p.next++
		x, err := p.group(depth)
		if err != nil {
			return nil, err
		}
		y, err := p.group(depth)
		return Binary{'/', x, y}, err
	case tokenFunction:
		return p.call(depth)
	case tokenWord:
		if p.maths {
			p.next++
			return Name(t.text), nil
		}
		return p.name(depth)
	}
	if t.kind == tokenEnd {
		return nil, p.fail(t, "something is missing at the end")
	}
	return nil, p.fail(t, "a number, a name or a bracket was expected, not %q", p.text[t.at:t.end])
}

// number reads a number, and a mixed one: 2 1/2.
func (p *parser) number() (Node, error) {
	t := p.peek()
	p.next++
	v, ok := parseScientific(t.text)
	if !ok {
		return nil, p.fail(t, "%q is not a number", t.text)
	}
	if !p.maths || !v.IsInt() {
		return Number{v}, nil
	}
	switch n := p.peek(); {
	case n.kind == tokenVulgar:
		p.next++
		return Binary{'+', Number{v}, vulgarFraction(n.text)}, nil
	case n.kind == tokenNumber && n.at > t.end:
		if p.next+2 < len(p.tokens) && p.tokens[p.next+1].text == "/" && p.tokens[p.next+2].kind == tokenNumber {
			x, ok1 := decimal.Parse(n.text)
			y, ok2 := decimal.Parse(p.tokens[p.next+2].text)
			if ok1 && ok2 && x.IsInt() && y.IsInt() && x.Cmp(y) < 0 {
				p.next += 3
				return Binary{'+', Number{v}, Binary{'/', Number{x}, Number{y}}}, nil
			}
		}
		return nil, p.fail(n, "an operator was expected between %s and %s", t.text, n.text)
	}
	return Number{v}, nil
}

func vulgarFraction(text string) Node {
	v, _ := new(big.Rat).SetString(text)
	return Binary{'/', Number{new(big.Rat).SetInt(v.Num())}, Number{new(big.Rat).SetInt(v.Denom())}}
}

// parseScientific reads 1,620 and 1.5e3.
func parseScientific(text string) (*big.Rat, bool) {
	mantissa, power, found := strings.Cut(text, "e")
	v, ok := decimal.Parse(mantissa)
	if !found || !ok {
		return v, ok
	}
	n, err := strconv.Atoi(power)
	if err != nil || len(mantissa)+max(n, -n) > decimal.MaxDigits {
		return nil, false
	}
	return v.Mul(v, decimal.Pow10(n)), true
}

// within reads a sum and the token that closes it.
func (p *parser) within(depth int, shut tokenKind, says string) (Node, error) {
	if depth >= maxDepth {
		return nil, p.fail(p.tokens[p.next-1], "this is nested too deeply")
	}
	x, err := p.sum(depth + 1)
	if err != nil {
		return nil, err
	}
	if c := p.peek(); c.kind != shut {
		return nil, p.fail(c, "%s", says)
	}
	p.next++
	return x, nil
}

func (p *parser) bracket(depth int) (Node, error) {
	if depth >= maxDepth {
		return nil, p.fail(p.peek(), "this is nested too deeply")
	}
	p.next++
	bars := p.bars
	p.bars = 0
	x, err := p.within(depth, tokenClose, "a closing bracket was expected")
	p.bars = bars
	return x, err
}

// group reads what a command of LaTeX takes: a bracket, or one atom.
func (p *parser) group(depth int) (Node, error) {
	if p.peek().kind == tokenOpen {
		return p.bracket(depth)
	}
	return p.atom(depth)
}

// call reads a function: its power or base first, then its argument in brackets
// or side by side (sin 2x).
func (p *parser) call(depth int) (Node, error) {
	t := p.peek()
	if depth >= maxDepth {
		return nil, p.fail(t, "this is nested too deeply")
	}
	p.next++
	name, root := t.text, t.text == "√" || t.text == "∛" || t.text == "sqrt"
	var order, base, raise Node
	var err error
	if root {
		name = "sqrt"
		if t.text == "∛" {
			order = Int(3)
		}
		if p.is(tokenOpen, "[") && t.text == "sqrt" && p.text[t.at] == '\\' {
			if order, err = p.bracket(depth); err != nil {
				return nil, err
			}
		}
	}
	if p.peek().kind == tokenUnder && name == "log" {
		p.next++
		if n := p.peek(); n.kind == tokenNumber { // "log_3 27": no mixed number
			v, ok := parseScientific(n.text)
			if !ok {
				return nil, p.fail(n, "%q is not a number", n.text)
			}
			p.next++
			base = Number{v}
		} else if base, err = p.group(depth); err != nil {
			return nil, err
		}
	}
	if up, n := p.peek(), p.second(); !root && up.kind == tokenOp && up.text == "^" && n.kind == tokenNumber {
		v, ok := parseScientific(n.text) // "sin^2 30°": no mixed number
		if !ok {
			return nil, p.fail(n, "%q is not a number", n.text)
		}
		p.next += 2
		raise = Number{v}
	} else if !root && name != "exp" {
		if raise, err = p.exponent(depth); err != nil {
			return nil, err
		}
		if n, ok := raise.(Negative); ok && Equal(n.X, Int(1)) && inverses[name] != "" {
			name, raise = inverses[name], nil
		}
	}
	args, err := p.arguments(depth, root)
	if err != nil {
		return nil, err
	}
	if base != nil {
		args = append(args, base)
	}
	x, err := p.make(t, name, args, order)
	if err != nil || raise == nil {
		return x, err
	}
	return Binary{'^', x, raise}, nil
}

func (p *parser) make(t token, name string, args []Node, order Node) (Node, error) {
	if order != nil && len(Names(order)) > 0 {
		return Binary{'^', args[0], Binary{'/', Int(1), order}}, nil
	}
	if order != nil {
		name, args = "root", append(args, order)
	}
	if name == "exp" && len(args) == 1 {
		return Binary{'^', E, args[0]}, nil
	}
	if hyperbolic[name] && len(args) == 1 {
		up, down := Binary{'^', E, args[0]}, Binary{'^', E, Negative{args[0]}}
		switch name {
		case "sinh":
			return Binary{'/', Binary{'-', up, down}, Int(2)}, nil
		case "cosh":
			return Binary{'/', Binary{'+', up, down}, Int(2)}, nil
		}
		return Binary{'/', Binary{'-', up, down}, Binary{'+', up, down}}, nil
	}
	f := functions[name]
	if len(args) < f.least || f.most >= 0 && len(args) > f.most {
		return nil, p.fail(t, "%s does not take %d values", name, len(args))
	}
	return Call{name, args}, nil
}

// arguments reads (a, b), or what stands side by side up to the next operator
// or function; a root without brackets takes one factor.
func (p *parser) arguments(depth int, root bool) ([]Node, error) {
	if p.peek().kind == tokenOpen {
		open := p.peek()
		var out []Node
		bars := p.bars
		p.bars = 0
		defer func() { p.bars = bars }()
		for first := true; first || p.peek().kind == tokenComma; first = false {
			p.next++
			x, err := p.sum(depth + 1)
			if err != nil {
				return nil, err
			}
			out = append(out, x)
		}
		if c := p.peek(); c.kind != tokenClose {
			return nil, p.fail(c, "the bracket opened at character %d was expected to close", utf8.RuneCountInString(p.text[:open.at])+1)
		}
		p.next++
		return out, nil
	}
	if t := p.peek(); t.kind == tokenOp && t.text == "-" {
		x, err := p.signed(depth + 1)
		return []Node{x}, err
	}
	start := p.peek()
	x, err := p.argument(depth+1, root)
	if err != nil {
		return nil, err
	}
	for !root && (p.peek().kind == tokenWord || p.peek().kind == tokenConstant) {
		y, err := p.power(depth + 1)
		if err != nil {
			return nil, err
		}
		x = Binary{'*', x, y}
	}
	switch t := p.peek(); {
	case root && t.at == p.tokens[p.next-1].end && (t.kind == tokenWord || t.kind == tokenOpen || t.kind == tokenConstant || t.text == "^" || t.kind == tokenPower):
		p.doubt("how far the root before %q reaches can be read two ways", p.text[start.at:t.end])
	case !root && t.kind == tokenOpen && t.at == p.tokens[p.next-1].end && !p.callsWithin():
		p.doubt("what the function before %q is taken of can be read two ways", p.text[start.at:t.end])
	case !root && t.kind == tokenOp && t.text == "/" && t.at == p.tokens[p.next-1].end && p.second().kind != tokenFunction && p.second().at == t.end && !p.quotient():
		p.doubt("what the function before %q is taken of can be read two ways", p.text[start.at:p.second().end])
	}
	return []Node{x}, nil
}

// quotient says whether what is divided by a function's argument can only be meant for
// the function: sin x/x, sin x/(1 + cos x).
func (p *parser) quotient() bool {
	before, after := p.tokens[p.next-1], p.second()
	if before.kind == tokenWord && after.kind == tokenWord && before.text == after.text {
		return true
	}
	if after.kind != tokenOpen {
		return false
	}
	ahead := &parser{text: p.text, tokens: p.tokens, next: p.next + 1, maths: true}
	return ahead.callsWithin()
}

// callsWithin says whether a function is called in the bracket that comes next: what
// stands before it is a factor then, as in "sin x(sin x - 1)".
func (p *parser) callsWithin() bool {
	depth := 0
	for _, t := range p.tokens[p.next:] {
		switch t.kind {
		case tokenOpen:
			depth++
		case tokenClose:
			if depth--; depth == 0 {
				return false
			}
		case tokenFunction:
			return true
		}
	}
	return false
}

func (p *parser) argument(depth int, root bool) (Node, error) {
	if root {
		x, err := p.atom(depth)
		if err == nil && p.peek().kind == tokenSuffix {
			x = Suffix{x, p.peek().text}
			p.next++
		}
		return x, err
	}
	return p.power(depth)
}

// name reads the longest run of words that is a known name, or, where no names
// are given, all the words there are.
func (p *parser) name(depth int) (Node, error) {
	start := p.next
	end := start
	for p.tokens[end].kind == tokenWord {
		end++
	}
	words := make([]string, 0, end-start)
	for _, t := range p.tokens[start:end] {
		words = append(words, t.text)
	}
	if len(p.names) == 0 {
		p.next = end
		return Name(strings.Join(words, " ")), nil
	}
	longest := 0
	for _, name := range p.names {
		longest = max(longest, len(strings.Fields(name)))
	}
	for n := min(len(words), longest); n > 0; n-- {
		run := strings.Join(words[:n], " ")
		at := slices.Index(p.names, run) // as it is written, before any other case
		if at < 0 && len(run) > 1 {
			at = slices.IndexFunc(p.names, func(name string) bool { return strings.EqualFold(name, run) })
		}
		if at >= 0 {
			p.next = start + n
			return Name(p.names[at]), nil
		}
	}
	if letters := p.letters(words[0]); letters != nil {
		p.next = start + 1
		last := len(letters) - 1
		var err error
		if letters[last], err = p.raised(letters[last], depth); err != nil { // a power is of the letter before it
			return nil, err
		}
		product := letters[0]
		for _, l := range letters[1:] {
			product = Binary{'*', product, l}
		}
		return product, nil
	}
	return nil, p.fail(p.tokens[start], "%q is not one of the names of this formula", words[0])
}

// letters reads a word that is names of few letters side by side, "mcΔT"; an e under a
// power, as in "Pe^(rt)", is the number.
func (p *parser) letters(word string) []Node {
	var out []Node
	for rest := word; rest != ""; {
		name := ""
		for _, n := range p.names {
			if utf8.RuneCountInString(n) <= 3 && len(n) > len(name) && n != word && strings.HasPrefix(rest, n) {
				name = n
			}
		}
		if next := p.second(); name == "" && rest == "e" && next.kind == tokenOp && next.text == "^" {
			return append(out, E)
		}
		if name == "" {
			return nil
		}
		out = append(out, Name(name))
		rest = rest[len(name):]
	}
	return out
}
