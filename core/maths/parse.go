package maths

import (
	"fmt"
	"math/big"
	"strings"
	"unicode/utf8"
)

// maxDepth bounds how deeply brackets may nest.
const maxDepth = 60

// Parse reads an expression. The names are the variables it may use, which may
// be several words long ("available fraction"); where none are given, every run
// of words is a name. Single-letter names may stand side by side: "DV" is D × V
// when D and V are names. Errors are *SyntaxError.
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
	return n, nil
}

type parser struct {
	text   string
	tokens []token
	next   int
	names  []string
}

func (p *parser) peek() token { return p.tokens[p.next] }

func (p *parser) fail(t token, format string, args ...any) error {
	return &SyntaxError{p.text, t.at, fmt.Sprintf(format, args...)}
}

// sum = product { ("+" | "-") product }
func (p *parser) sum(depth int) (Node, error) {
	return p.chain(depth, "+-", p.product)
}

// product = power { ("*" | "/") power | power }: what stands side by side is
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
			y, err := p.signed(depth)
			if err != nil {
				return nil, err
			}
			x = Binary{t.text[0], x, y}
		case t.kind == tokenOpen || t.kind == tokenWord || t.kind == tokenNumber && p.afterBracket():
			y, err := p.power(depth)
			if err != nil {
				return nil, err
			}
			x = Binary{'*', x, y}
		default:
			return x, nil
		}
	}
}

func (p *parser) afterBracket() bool {
	return p.next > 0 && p.tokens[p.next-1].kind == tokenClose
}

func (p *parser) chain(depth int, ops string, operand func(int) (Node, error)) (Node, error) {
	x, err := operand(depth)
	if err != nil {
		return nil, err
	}
	for t := p.peek(); t.kind == tokenOp && strings.Contains(ops, t.text); t = p.peek() {
		p.next++
		y, err := operand(depth)
		if err != nil {
			return nil, err
		}
		x = Binary{t.text[0], x, y}
	}
	return x, nil
}

// signed = ["-" | "+"] power
func (p *parser) signed(depth int) (Node, error) {
	t := p.peek()
	if t.kind == tokenOp && (t.text == "-" || t.text == "+") {
		if depth >= maxDepth {
			return nil, p.fail(t, "this is nested too deeply")
		}
		p.next++
		x, err := p.signed(depth + 1)
		if err != nil || t.text == "+" {
			return x, err
		}
		return Negative{x}, nil
	}
	return p.power(depth)
}

// power = atom [ superscript | "^" signed ]
func (p *parser) power(depth int) (Node, error) {
	x, err := p.atom(depth)
	if err != nil {
		return nil, err
	}
	switch t := p.peek(); {
	case t.kind == tokenPower:
		p.next++
		n, ok := new(big.Rat).SetString(t.text)
		if !ok {
			return nil, p.fail(t, "a whole number was expected as the power")
		}
		return Binary{'^', x, Number{n}}, nil
	case t.kind == tokenOp && t.text == "^":
		p.next++
		y, err := p.signed(depth + 1)
		if err != nil {
			return nil, err
		}
		return Binary{'^', x, y}, nil
	}
	return x, nil
}

func (p *parser) atom(depth int) (Node, error) {
	t := p.peek()
	switch t.kind {
	case tokenNumber:
		p.next++
		v, ok := ParseDecimal(t.text)
		if !ok {
			return nil, p.fail(t, "%q is not a number", t.text)
		}
		return Number{v}, nil
	case tokenOpen:
		if depth >= maxDepth {
			return nil, p.fail(t, "this is nested too deeply")
		}
		p.next++
		x, err := p.sum(depth + 1)
		if err != nil {
			return nil, err
		}
		if c := p.peek(); c.kind != tokenClose {
			return nil, p.fail(c, "a closing bracket was expected")
		}
		p.next++
		return x, nil
	case tokenWord:
		return p.name()
	}
	if t.kind == tokenEnd {
		return nil, p.fail(t, "something is missing at the end")
	}
	return nil, p.fail(t, "a number, a name or a bracket was expected, not %q", t.text)
}

// name reads the longest run of words that is a known name, or, where no names
// are given, all the words there are.
func (p *parser) name() (Node, error) {
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
		for _, name := range p.names {
			if name == run || n > 1 && strings.EqualFold(name, run) || len(run) > 1 && strings.EqualFold(name, run) {
				p.next = start + n
				return Name(name), nil
			}
		}
	}
	if product := p.letters(words[0]); product != nil {
		p.next = start + 1
		return product, nil
	}
	return nil, p.fail(p.tokens[start], "%q is not one of the names of this formula", words[0])
}

// letters reads a word whose every letter is a name as their product.
func (p *parser) letters(word string) Node {
	if utf8.RuneCountInString(word) < 2 {
		return nil
	}
	var product Node
	for _, r := range word {
		known := false
		for _, name := range p.names {
			known = known || name == string(r)
		}
		if !known {
			return nil
		}
		if product == nil {
			product = Name(string(r))
		} else {
			product = Binary{'*', product, Name(string(r))}
		}
	}
	return product
}
