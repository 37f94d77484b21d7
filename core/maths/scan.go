package maths

import (
	"fmt"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/maths/decimal"
)

// Notation is how a text of mathematics is written.
type Notation struct {
	Names        []string // variables of more than one letter
	DecimalComma bool     // 1,5 is three halves
}

// relations are the signs that join the sides of a statement.
var relations = map[string]string{
	"=": "=", "≠": "≠", "!=": "≠", "<": "<", "≤": "≤", "<=": "≤", ">": ">", "≥": "≥", ">=": "≥", "≈": "≈", "~": "≈", "≃": "≈", "=>": "⇒", "⇒": "⇒",
	`\ne`: "≠", `\neq`: "≠", `\lt`: "<", `\le`: "≤", `\leq`: "≤", `\gt`: ">", `\ge`: "≥", `\geq`: "≥", `\approx`: "≈",
}

// commands are what stands after a backslash, as one token each.
var commands = map[string]token{
	"cdot": {kind: tokenOp, text: "*"}, "times": {kind: tokenOp, text: "*"}, "div": {kind: tokenOp, text: "/"}, "pm": {kind: tokenOp, text: "±"},
	"pi": {kind: tokenConstant, text: string(Pi)}, "infty": {kind: tokenInfinity}, "frac": {kind: tokenFraction}, "dfrac": {kind: tokenFraction}, "tfrac": {kind: tokenFraction},
	"{": {kind: tokenOpen, text: `\{`}, "}": {kind: tokenClose, text: `\}`}, "cup": {kind: tokenJoin, text: "or"}, "lor": {kind: tokenJoin, text: "or"}, "land": {kind: tokenJoin, text: "and"},
	"in": {kind: tokenIn}, "degree": {kind: tokenSuffix, text: "°"}, "%": {kind: tokenSuffix, text: "%"}, "varnothing": {kind: tokenNothing}, "emptyset": {kind: tokenNothing},
	"vert": {kind: tokenBar}, "|": {kind: tokenBar}, "exp": {kind: tokenFunction, text: "exp"},
}

// silent are commands that only lay a text out.
var silent = []string{"left", "right", "big", "Big", "bigl", "bigr", "displaystyle", "quad", "qquad", ",", ";", ":", "!", " ", "(", ")", "[", "]", "mathrm", "text", "operatorname"}

// subscripts are digits that belong to a name or the base of a logarithm.
var subscripts = map[rune]byte{'₀': '0', '₁': '1', '₂': '2', '₃': '3', '₄': '4', '₅': '5', '₆': '6', '₇': '7', '₈': '8', '₉': '9'}

// glyphs are signs with one meaning.
var glyphs = map[rune]token{
	'±': {kind: tokenOp, text: "±"}, '|': {kind: tokenBar}, '%': {kind: tokenSuffix, text: "%"}, '°': {kind: tokenSuffix, text: "°"}, '!': {kind: tokenSuffix, text: "!"},
	'√': {kind: tokenFunction, text: "√"}, '∛': {kind: tokenFunction, text: "∛"}, 'π': {kind: tokenConstant, text: string(Pi)}, '∞': {kind: tokenInfinity},
	',': {kind: tokenComma}, ';': {kind: tokenSemicolon}, '_': {kind: tokenUnder}, '∪': {kind: tokenJoin, text: "or"}, '∨': {kind: tokenJoin, text: "or"}, '∧': {kind: tokenJoin, text: "and"},
	'∈': {kind: tokenIn}, '∅': {kind: tokenNothing}, 'ℝ': {kind: tokenEverything}, '\n': {kind: tokenSemicolon},
}

// raised are signs that are written as a power.
var raised = map[rune]string{
	'⁰': "0", '¹': "1", '²': "2", '³': "3", '⁴': "4", '⁵': "5", '⁶': "6", '⁷': "7", '⁸': "8", '⁹': "9", '⁻': "-", '⁺': "+", '⁽': "(", '⁾': ")",
	'ˣ': "x", 'ʸ': "y", 'ⁿ': "n", 'ᵏ': "k", 'ᵗ': "t", 'ᵐ': "m", 'ᵃ': "a", 'ᵇ': "b", 'ⁱ': "i", 'ʳ': "r", 'ᵖ': "p",
}

var vulgar = map[rune]string{
	'½': "1/2", '⅓': "1/3", '⅔': "2/3", '¼': "1/4", '¾': "3/4", '⅕': "1/5", '⅖': "2/5", '⅗': "3/5", '⅘': "4/5", '⅙': "1/6", '⅚': "5/6",
	'⅐': "1/7", '⅛': "1/8", '⅜': "3/8", '⅝': "5/8", '⅞': "7/8", '⅑': "1/9", '⅒': "1/10",
}

// scanner cuts mathematics as it is typed, pasted or set in LaTeX into tokens.
type scanner struct {
	text   string
	how    Notation
	out    []token
	doubts []string
}

func (s *scanner) put(t token, start, end int) {
	t.at, t.end = start, end
	s.out = append(s.out, t)
}

func (s *scanner) doubt(format string, args ...any) {
	s.doubts = append(s.doubts, fmt.Sprintf(format, args...))
}

func (s *scanner) scan() error {
	if len(s.text) > maxFormula {
		return &SyntaxError{Text: s.text[:40] + "…", At: 0, Says: fmt.Sprintf("this is longer than %d characters", maxFormula)}
	}
	for i := 0; i < len(s.text); {
		r, size := utf8.DecodeRuneInString(s.text[i:])
		two := s.text[i:min(len(s.text), i+2)]
		switch {
		case unicode.IsSpace(r) && r != '\n', r == '$', r == '\u2061', r == '\u200b':
			i += size
		case r >= '0' && r <= '9', r == '.' && i+1 < len(s.text) && s.text[i+1] >= '0' && s.text[i+1] <= '9':
			i = s.number(i)
		case raised[r] != "":
			end := i
			var inner strings.Builder
			for end < len(s.text) {
				r, size := utf8.DecodeRuneInString(s.text[end:])
				if raised[r] == "" {
					break
				}
				inner.WriteString(raised[r])
				end += size
			}
			if strings.IndexFunc(inner.String(), unicode.IsLetter) < 0 {
				t, end := scanSuperscript(s.text, i)
				if end == i {
					return &SyntaxError{s.text, i, fmt.Sprintf("%q has no meaning in mathematics here", r)}
				}
				s.put(t, i, end)
				i = end
				break
			}
			power := &scanner{text: inner.String(), how: s.how}
			if err := power.scan(); err != nil {
				return &SyntaxError{s.text, i, "this power can't be read"}
			}
			s.put(token{kind: tokenOp, text: "^"}, i, end)
			s.put(token{kind: tokenOpen, text: "("}, i, end)
			for _, t := range power.out[:len(power.out)-1] {
				s.put(t, i, end)
			}
			s.put(token{kind: tokenClose, text: ")"}, i, end)
			i = end
		case vulgar[r] != "":
			s.put(token{kind: tokenVulgar, text: vulgar[r]}, i, i+size)
			i += size
		case strings.HasPrefix(s.text[i:], "**"):
			s.put(token{kind: tokenOp, text: "^"}, i, i+2)
			i += 2
		case strings.HasPrefix(s.text[i:], "+-"), strings.HasPrefix(s.text[i:], "+/-"):
			end := i + strings.IndexByte(s.text[i:], '-') + 1
			begins := len(s.out) == 0 || s.out[len(s.out)-1].kind == tokenRelation || s.out[len(s.out)-1].kind == tokenComma || s.out[len(s.out)-1].kind == tokenOpen
			if end == i+2 && !begins && !strings.HasPrefix(s.text[end:], " ") {
				s.put(token{kind: tokenOp, text: "+"}, i, i+1)
				i++
				continue
			}
			s.put(token{kind: tokenOp, text: "±"}, i, end)
			i = end
		case relations[two] != "" && len(two) == 2:
			s.put(token{kind: tokenRelation, text: relations[two]}, i, i+2)
			i += 2
		case relations[string(r)] != "":
			s.put(token{kind: tokenRelation, text: relations[string(r)]}, i, i+size)
			i += size
		case operators[r] != "":
			s.put(token{kind: tokenOp, text: operators[r]}, i, i+size)
			i += size
		case glyphs[r] != (token{}):
			s.put(glyphs[r], i, i+size)
			i += size
		case strings.ContainsRune("([{", r):
			s.put(token{kind: tokenOpen, text: string(r)}, i, i+size)
			i += size
		case strings.ContainsRune(")]}", r):
			s.put(token{kind: tokenClose, text: string(r)}, i, i+size)
			i += size
		case r == '\\':
			end, err := s.command(i)
			if err != nil {
				return err
			}
			i = end
		case unicode.IsLetter(r):
			i = s.word(i)
		case subscripts[r] != 0 && len(s.out) > 0 && s.out[len(s.out)-1].text == "log":
			end := i
			var digits []byte
			for end < len(s.text) {
				r, size := utf8.DecodeRuneInString(s.text[end:])
				if subscripts[r] == 0 {
					break
				}
				digits, end = append(digits, subscripts[r]), end+size
			}
			s.put(token{kind: tokenUnder}, i, i)
			s.put(token{kind: tokenNumber, text: string(digits)}, i, end)
			i = end
		case r == '.' && strings.TrimSpace(s.text[i+1:]) == "":
			i = len(s.text) // a full stop
		default:
			return &SyntaxError{s.text, i, fmt.Sprintf("%q has no meaning in mathematics here", r)}
		}
	}
	s.put(token{kind: tokenEnd}, len(s.text), len(s.text))
	return nil
}

// number reads digits with a power of ten after e: 1.5e3.
func (s *scanner) number(i int) int {
	start := i
	digits := func(i int) int {
		for i < len(s.text) && s.text[i] >= '0' && s.text[i] <= '9' {
			i++
		}
		return i
	}
	text := ""
	switch {
	case s.how.DecimalComma:
		i = digits(i)
		for i+3 < len(s.text) && s.text[i] == '.' && digits(i+1) == i+4 {
			i += 4
		}
		if i+1 < len(s.text) && s.text[i] == ',' && digits(i+1) > i+1 {
			i = digits(i + 1)
		}
		text = strings.ReplaceAll(strings.ReplaceAll(s.text[start:i], ".", ""), ",", ".")
	case s.text[i] == '.':
		i = digits(i + 1)
		text = "0" + s.text[start:i]
	default:
		i = decimal.Scan(s.text, i)
		text = s.text[start:i]
	}
	if i < len(s.text) && (s.text[i] == 'e' || s.text[i] == 'E') {
		power := i + 1
		signed := power < len(s.text) && (s.text[power] == '-' || s.text[power] == '+')
		if signed {
			power++
		}
		if end := digits(power); end > power {
			if s.text[i] == 'e' && signed && !strings.Contains(text, ".") {
				s.doubt("%s can be a power of ten or %s times e", s.text[start:end], text)
			}
			text += "e" + s.text[i+1:end]
			i = end
		}
	}
	s.put(token{kind: tokenNumber, text: text}, start, i)
	return i
}

func (s *scanner) command(i int) (int, error) {
	end := i + 1
	for end < len(s.text) && (s.text[end] >= 'a' && s.text[end] <= 'z' || s.text[end] >= 'A' && s.text[end] <= 'Z') {
		end++
	}
	if end == i+1 && end < len(s.text) {
		_, size := utf8.DecodeRuneInString(s.text[end:])
		end += size
	}
	word := s.text[i+1 : end]
	bar := strings.HasPrefix(s.text[end:], "|")
	switch {
	case word == "left" && bar, word == "lvert":
		s.put(token{kind: tokenFunction, text: "abs"}, i, end)
		s.put(token{kind: tokenOpen, text: "("}, i, end)
		if bar && word == "left" {
			end++
		}
	case word == "right" && bar, word == "rvert":
		if bar && word == "right" {
			end++
		}
		s.put(token{kind: tokenClose, text: ")"}, i, end)
	case relations[`\`+word] != "":
		s.put(token{kind: tokenRelation, text: relations[`\`+word]}, i, end)
	case commands[word] != (token{}):
		s.put(commands[word], i, end)
		for range 2 { // \frac12 is a half
			if word != "frac" && word != "dfrac" && word != "tfrac" || end >= len(s.text) || s.text[end] < '0' || s.text[end] > '9' {
				break
			}
			s.put(token{kind: tokenNumber, text: s.text[end : end+1]}, end, end+1)
			end++
		}
	case slices.Contains(silent, word):
	case word == "circ":
		// ^{\circ} or ^\circ: what raises it goes
		for n := len(s.out); n > 0 && (s.out[n-1].text == "^" || s.out[n-1].text == "{"); n-- {
			s.out = s.out[:n-1]
		}
		s.put(token{kind: tokenSuffix, text: "°"}, i, end)
		if strings.HasPrefix(s.text[end:], "}") {
			end++
		}
	case greek[word]:
		s.put(token{kind: tokenWord, text: word}, i, end)
	default:
		f, ok := functionNamed(word)
		if !ok {
			return 0, &SyntaxError{s.text, i, fmt.Sprintf("the command \\%s is not known here", word)}
		}
		s.put(token{kind: tokenFunction, text: f}, i, end)
	}
	return end, nil
}

// joins are words between statements.
var joins = map[string]string{"or": "or", "and": "and", "OR": "or", "AND": "and", "oder": "or", "und": "and"}

// greekLetters are letters with a name to type them by.
var greekLetters = map[rune]string{'α': "alpha", 'β': "beta", 'γ': "gamma", 'δ': "delta", 'θ': "theta", 'λ': "lambda", 'μ': "mu", 'ρ': "rho", 'σ': "sigma", 'φ': "phi", 'ω': "omega"}

// word reads a run of letters: a function, a constant, a joining word, a known
// name, or letters side by side.
func (s *scanner) word(i int) int {
	start := i
	for i < len(s.text) {
		r, size := utf8.DecodeRuneInString(s.text[i:])
		if !unicode.IsLetter(r) || glyphs[r] != (token{}) || raised[r] != "" {
			break
		}
		i += size
	}
	for _, n := range s.how.Names {
		if strings.HasPrefix(s.text[start:], n) && len(n) >= i-start {
			s.put(token{kind: tokenWord, text: n}, start, start+len(n))
			return start + len(n)
		}
	}
	word := s.text[start:i]
	switch {
	case joins[word] != "":
		s.put(token{kind: tokenJoin, text: joins[word]}, start, i)
		return i
	case word == "of":
		s.put(token{kind: tokenOp, text: "*"}, start, i)
		return i
	case word == "in" && len(s.out) > 0:
		s.put(token{kind: tokenIn}, start, i)
		return i
	case word == "infinity" || word == "inf" || word == "oo":
		s.put(token{kind: tokenInfinity}, start, i)
		return i
	case word == "exp":
		s.put(token{kind: tokenFunction, text: "exp"}, start, i)
		return i
	case word == "cbrt":
		s.put(token{kind: tokenFunction, text: "∛"}, start, i)
		return i
	}
	s.letters(word, start)
	return s.tail(i)
}

// letters puts the tokens of a run of letters, the longest known words first.
func (s *scanner) letters(word string, start int) {
	for rest := word; rest != ""; {
		at := start + len(word) - len(rest)
		n := s.longest(rest)
		piece := rest[:n]
		f, isFunction := functionNamed(piece)
		r, _ := utf8.DecodeRuneInString(piece)
		switch {
		case isFunction:
			s.put(token{kind: tokenFunction, text: f}, at, at+n)
		case piece == "pi":
			s.put(token{kind: tokenConstant, text: string(Pi)}, at, at+n)
		case piece == "e":
			s.put(token{kind: tokenConstant, text: string(E)}, at, at+n)
		case greekLetters[r] != "":
			s.put(token{kind: tokenWord, text: greekLetters[r]}, at, at+n)
		default:
			s.put(token{kind: tokenWord, text: piece}, at, at+n)
		}
		rest = rest[n:]
	}
}

// longest is how much of a run of letters is one word: a function, a constant,
// a Greek name, all of it where it is a word of its own, else a letter.
func (s *scanner) longest(run string) int {
	for n := min(len(run), 9); n > 1; n-- {
		if _, ok := functionNamed(run[:n]); ok || greek[run[:n]] || run[:n] == "pi" {
			return n
		}
	}
	if len(run) > 3 && len([]rune(run)) == len(run) {
		known := false
		for n := 1; n < len(run); n++ {
			_, ok := functionNamed(run[n:])
			known = known || ok
		}
		if !known {
			return len(run)
		}
	}
	_, size := utf8.DecodeRuneInString(run)
	return size
}

// tail reads what belongs to the name or logarithm just read: x_1, x_max, x₁,
// log2.
func (s *scanner) tail(i int) int {
	last := &s.out[len(s.out)-1]
	r, _ := utf8.DecodeRuneInString(s.text[i:])
	digits := i
	for digits < len(s.text) && s.text[digits] >= '0' && s.text[digits] <= '9' {
		digits++
	}
	switch {
	case last.kind == tokenFunction && last.text == "log" && digits > i:
		if next, _ := utf8.DecodeRuneInString(s.text[digits:]); unicode.IsLetter(next) {
			s.doubt("log%s%c can be a logarithm to base %s or of %s%c", s.text[i:digits], next, s.text[i:digits], s.text[i:digits], next)
		}
		s.put(token{kind: tokenUnder}, i, i)
		s.put(token{kind: tokenNumber, text: s.text[i:digits]}, i, digits)
		return digits
	case last.kind == tokenWord && r == '_' && i+1 < len(s.text):
		end := i + 1
		if s.text[end] == '{' {
			if shut := strings.IndexByte(s.text[end:], '}'); shut > 1 && strings.IndexFunc(s.text[end+1:end+shut], notInIndex) < 0 {
				last.text += "_" + s.text[end+1:end+shut]
				last.end = end + shut + 1
				return last.end
			}
		}
		for end < len(s.text) && !notInIndex(rune(s.text[end])) {
			end++
		}
		if end > i+1 {
			last.text += s.text[i:end]
			last.end = end
			return end
		}
	case last.kind == tokenWord && subscripts[r] != 0:
		end := i
		last.text += "_"
		for end < len(s.text) {
			r, size := utf8.DecodeRuneInString(s.text[end:])
			if subscripts[r] == 0 {
				break
			}
			last.text += string(subscripts[r])
			end += size
		}
		last.end = end
		return end
	case last.kind == tokenWord && digits > i:
		s.doubt("%s%s can be a name or a product", last.text, s.text[i:digits])
		last.text += "_" + s.text[i:digits]
		last.end = digits
		return digits
	}
	return i
}

// notInIndex says what can't stand in the index of a name.
func notInIndex(r rune) bool {
	return r >= 0x80 || !unicode.IsLetter(r) && !unicode.IsDigit(r)
}
