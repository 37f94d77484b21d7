package phrase

import (
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/maths"
	"zincowl/core/maths/units"
)

// Kind is what a piece of a text is.
type Kind int

// The kinds of pieces.
const (
	Word         Kind = iota // in lower case
	Math                     // a stretch of mathematics
	Stop                     // one of . , ; : ? ! and the end of a line
	Aside                    // words in brackets
	Derivative               // d/dx, dy/dx, f'(x)
	Integral                 // ∫, with its limits
	Differential             // the dx that ends what is integrated
)

// Piece is a stretch of a text.
type Piece struct {
	Kind  Kind
	Text  string  // in lower case for words; the sign for a stop
	Parts []Piece // of an aside

	// Of a derivative: the function, by what, how often, and where.
	Of, By string
	Order  int
	At     string
	// Of an integral; empty where there are none.
	From, To string

	glued bool // no space before it
}

// token is the least stretch that is looked at as one.
type token struct {
	text  string
	kind  tokenKind
	space bool // before it
	piece Piece
}

type tokenKind int

const (
	letters tokenKind = iota
	number
	sign // any other
	mark // a derivative or an integral
)

var (
	slope    = regexp.MustCompile(`^(?:d(?:\^?\{?([23])\}?|([²³]))?\s?([a-zA-Z]?)\s?/\s?d\s?([a-zθ])(?:\^?\{?[23]\}?|[²³])?|\\frac\s*\{\s*d(?:\^?\{?([23])\}?|([²³]))?\s*([a-zA-Z]?)\s*\}\s*\{\s*d\s*([a-z]|\\theta)\s*(?:\^?\{?[23]\}?|[²³])?\s*\})`)
	primed   = regexp.MustCompile(`^([a-zA-Z])('{1,3})(?:\s?\(([^()]*(?:\([^()]*\)[^()]*)*)\))?`)
	integral = regexp.MustCompile(`^∫`)
	digits   = regexp.MustCompile(`^(?:\d{1,3}(?: \d{3})+\b|\d+(?:[.,]\d+)*)`)
	by       = regexp.MustCompile(`^d[xyztuvrsθ]$`)
	run      = regexp.MustCompile(`^(?:(?:\pL{2,}-)+\pL{4,}|\pL{4,}(?:-\pL{2,})+|non-\pL+|\pL+(?:'\pL+)?)`)
	hyphened = regexp.MustCompile(`^(\pL+)-(\pL{2,})`)
	latex    = regexp.MustCompile(`^\\[a-zA-Z]+`)
	dotted   = regexp.MustCompile(`^(?:[a-z]\.){2,}`)
)

// tokens cuts a text.
func tokens(text string) []token {
	var out []token
	space, integrating := false, false
	for i := 0; i < len(text); {
		rest := text[i:]
		r, size := utf8.DecodeRuneInString(rest)
		before, _ := utf8.DecodeLastRuneInString(text[:i])
		fresh := i == 0 || !unicode.IsLetter(before)
		put := func(kind tokenKind, n int, p Piece) {
			out = append(out, token{rest[:n], kind, space, p})
			space, i = false, i+n
		}
		switch {
		case r == '\n':
			put(sign, size, Piece{})
		case unicode.IsSpace(r):
			space, i = true, i+size
		case fresh && slope.MatchString(rest):
			m := slope.FindStringSubmatch(rest)
			n := len(m[0])
			if next, _ := utf8.DecodeRuneInString(rest[n:]); unicode.IsLetter(next) {
				put(letters, len(run.FindString(rest)), Piece{})
				continue
			}
			order := map[string]int{"": 1, "2": 2, "²": 2, "3": 3, "³": 3}[m[1]+m[2]+m[5]+m[6]]
			put(mark, n, Piece{Kind: Derivative, Of: m[3] + m[7], By: strings.TrimPrefix(m[4]+m[8], `\`), Order: order})
		case fresh && primed.MatchString(rest) && !possessive(rest):
			m := primed.FindStringSubmatch(rest)
			put(mark, len(m[0]), Piece{Kind: Derivative, Of: m[1], Order: len(m[2]), At: m[3]})
		case integral.MatchString(rest):
			n, p := limits(rest)
			put(mark, n, p)
			integrating = true
		case r == '.' && len(rest) > 1 && rest[1] >= '0' && rest[1] <= '9' && !unicode.IsDigit(before):
			put(number, 1+len(digits.FindString(rest[1:])), Piece{})
		case digits.MatchString(rest):
			put(number, len(digits.FindString(rest)), Piece{})
		case latex.MatchString(rest):
			put(sign, len(latex.FindString(rest)), Piece{})
		case fresh && dotted.MatchString(rest):
			put(letters, len(dotted.FindString(rest)), Piece{})
		case unicode.IsLetter(r) && r != 'π' && !strings.ContainsRune("ℝℤℕℚℂ", r) && !raisedLetter(r):
			word := letterRun(rest)
			switch n := len(word); {
			case integrating && by.MatchString(word):
				put(mark, n, Piece{Kind: Differential, By: word[1:]})
			case integrating && n > 2 && by.MatchString(word[n-2:]) && !english[strings.ToLower(word)]:
				put(letters, n-2, Piece{})
			default:
				put(letters, n, Piece{})
			}
			integrating = integrating || strings.HasPrefix(strings.ToLower(word), "integra")
		default:
			put(sign, size, Piece{})
		}
	}
	return out
}

// letterRun is a run of letters that ends before a constant of its own. A hyphen joins
// what is a word by one of its sides: "use-by", "x-axis".
func letterRun(text string) string {
	word := run.FindString(text)
	if m := hyphened.FindStringSubmatch(text); m != nil && (english[strings.ToLower(m[1])] || english[strings.ToLower(m[2])] || len(m[2]) > 3) {
		return m[0]
	}
	for i, r := range word {
		if i > 0 && (r == 'π' || strings.ContainsRune("ℝℤℕℚℂ", r) || raisedLetter(r)) {
			return word[:i]
		}
	}
	return word
}

// raisedLetter says whether a letter is written as a power: eˣ.
func raisedLetter(r rune) bool { return strings.ContainsRune("ˣʸⁿᵏᵗᵐᵃᵇⁱʳᵖ", r) }

// possessive says whether an apostrophe goes on with a word: "x's".
func possessive(text string) bool {
	r, _ := utf8.DecodeRuneInString(text[2:])
	return unicode.IsLetter(r)
}

var (
	lower = regexp.MustCompile(`^∫\s*(?:_\s*(\{[^{}]*(?:\{[^{}]*\}[^{}]*)*\}|[^\s^{}])|([₀₁₂₃₄₅₆₇₈₉₋]+))?\s*(?:\^\s*(\{[^{}]*(?:\{[^{}]*\}[^{}]*)*\}|[^\s{}])|([⁰¹²³⁴⁵⁶⁷⁸⁹⁻]+|\^?π))?`)
	flat  = strings.NewReplacer("₀", "0", "₁", "1", "₂", "2", "₃", "3", "₄", "4", "₅", "5", "₆", "6", "₇", "7", "₈", "8", "₉", "9", "₋", "-",
		"⁰", "0", "¹", "1", "²", "2", "³", "3", "⁴", "4", "⁵", "5", "⁶", "6", "⁷", "7", "⁸", "8", "⁹", "9", "⁻", "-")
)

// limits reads an integral sign with its limits.
func limits(text string) (int, Piece) {
	m := lower.FindStringSubmatchIndex(text)
	part := func(i int) string {
		if m[i] < 0 {
			return ""
		}
		s := text[m[i]:m[i+1]]
		if strings.HasPrefix(s, "{") {
			return s[1 : len(s)-1]
		}
		return flat.Replace(s)
	}
	from, to := part(2)+part(4), part(6)+part(8)
	if from == "" || to == "" {
		return len("∫"), Piece{Kind: Integral}
	}
	return m[1], Piece{Kind: Integral, From: from, To: to}
}

// pieces groups tokens into words, mathematics and stops.
func pieces(text string, names []string) []Piece {
	ts := tokens(text)
	return grouped(ts, judge(ts, names), names)
}

func grouped(ts []token, isMath []bool, names []string) []Piece {
	var out []Piece
	var math []token
	flush := func() {
		if len(math) > 0 {
			out = append(out, Piece{Kind: Math, Text: joined(math)})
			math = nil
		}
	}
	for i := 0; i < len(ts); i++ {
		t := ts[i]
		switch {
		case t.kind == mark:
			flush()
			p := t.piece
			p.Text, p.glued = t.text, !t.space
			out = append(out, p)
		case !isMath[i] && t.kind == letters:
			flush()
			out = append(out, Piece{Kind: Word, Text: strings.ToLower(t.text)})
		case !isMath[i]:
			flush()
			out = append(out, Piece{Kind: Stop, Text: t.text})
		case t.text == "(" || t.text == "[" || t.text == "{":
			if end := closing(ts, i); end > i && (worded(ts[i+1:end], isMath[i+1:end]) || (t.text == "(" || t.text == "{" && i == 0) && related(ts[i+1:end])) {
				flush()
				inner := ts[i+1 : end]
				out = append(out, Piece{Kind: Aside, Text: joined(inner), Parts: grouped(inner, judge(inner, names), names)})
				i = end
				continue
			} else if end > i { // a bracket belongs together, with the commas in it
				math = append(math, ts[i:end+1]...)
				i = end
				continue
			}
			math = append(math, t)
		default:
			math = append(math, t)
		}
	}
	flush()
	return out
}

// worded says whether tokens hold a word or a mark.
func worded(ts []token, isMath []bool) bool {
	for i, t := range ts {
		if !isMath[i] && t.kind == letters && joins[strings.ToLower(t.text)] == "" {
			return true
		}
	}
	return false
}

// related says whether tokens hold a sign that relates two sides.
func related(ts []token) bool {
	for _, t := range ts {
		if t.text != "" && strings.Contains("=<>≤≥≠≈∈", t.text) {
			return true
		}
	}
	return false
}

// closing is where the bracket at i closes; brackets of an interval may be turned.
func closing(ts []token, i int) int {
	depth := 0
	for k := i; k < len(ts); k++ {
		switch ts[k].text {
		case "(", "[", "{":
			depth++
		case ")", "]", "}":
			if depth--; depth == 0 {
				return k
			}
		}
	}
	return -1
}

// joined is the text of tokens, with the spaces that were between them.
func joined(ts []token) string {
	var out strings.Builder
	for i, t := range ts {
		if i > 0 && t.space {
			out.WriteByte(' ')
		}
		if t.kind == number {
			t.text = strings.ReplaceAll(t.text, " ", "")
		}
		out.WriteString(t.text)
	}
	return out.String()
}

// judge says of each token whether it is mathematics.
func judge(ts []token, names []string) []bool {
	out := make([]bool, len(ts))
	depth := 0
	for i, t := range ts {
		switch {
		case t.kind == letters:
			out[i] = mathematical(ts, i, names)
		case t.kind == sign:
			switch t.text {
			case "(", "[", "{":
				depth++
			case ")", "]", "}":
				depth--
			}
			out[i] = !stops(ts, i, depth)
		default:
			out[i] = true
		}
	}
	return out
}

// stops says whether a sign ends a stretch of mathematics.
func stops(ts []token, i, depth int) bool {
	at := func(k int) token {
		if k < 0 || k >= len(ts) {
			return token{}
		}
		return ts[k]
	}
	switch ts[i].text {
	case "\n":
		return true
	case ",", ";":
		return depth <= 0
	case "?", "\"":
		return true
	case ":": // a ratio stands between amounts; a set says what it is a set of
		before, after := at(i-1), at(i+1)
		single := func(t token) bool { return t.kind == number || t.kind == letters && len(t.text) == 1 }
		ratio := single(before) && (single(after) || after.text == "£") && ts[i].space == after.space && (before.kind == number || !ts[i].space)
		return depth <= 0 && !ratio
	case ".":
		return true
	case "!": // a factorial stands behind what it is taken of
		before := at(i - 1)
		return ts[i].space || before.kind == letters && len(before.text) > 1
	}
	return false
}

// joins are words that join two stretches of mathematics.
var joins = map[string]string{"and": "and", "or": "or"}

// operand says whether something has to stand behind a token.
func operand(t token) bool {
	switch t.text {
	case "+", "-", "−", "–", "*", "×", "·", "/", "÷", "^", "√", "∛", "±", "∓", "{":
		return true
	}
	return false
}

// mathematical says whether a run of letters is mathematics: a name, a function, a
// constant, or names side by side.
func mathematical(ts []token, i int, names []string) bool {
	t := ts[i]
	word := t.text
	before, after := token{}, token{}
	if i > 0 {
		before = ts[i-1]
	}
	if i+1 < len(ts) {
		after = ts[i+1]
	}
	for _, n := range names {
		if n == word && len(n) > 1 {
			return true
		}
	}
	if maths.IsFunction(word) || word == "pi" || word == "oo" || maths.IsGreek(word) {
		switch {
		case word == "sec":
			return i == 0 || before.kind != number || t.space && after.kind == letters
		case !ambiguous[word]:
			return true
		case after.text == "(":
			return true
		}
		return unit(ts, i)
	}
	if utf8.RuneCountInString(word) == 1 {
		return !article(ts, i)
	}
	glued := i > 0 && !t.space && (before.kind == number || before.text == ")" || before.text == "]" || before.text == "}" || raisedSign(before.text) || strings.ContainsAny(before.text, "π½⅓⅔¼¾"))
	raised := i+1 < len(ts) && !after.space && (after.text == "^" || after.text == "_" || raisedSign(after.text))
	short := utf8.RuneCountInString(word) <= 4 && !strings.ContainsAny(word, "-'.")
	ends := i+1 >= len(ts) || operand(after) || after.kind == sign && strings.Contains(",.;?)=<>", after.text)
	if english[strings.ToLower(word)] && short && ends && i > 0 && strings.Contains("=<>≤≥≠", before.text) && before.text != "" &&
		!contractions[strings.ToLower(word)] && (spelledBy(word, names) || utf8.RuneCountInString(word) == 2 && word == strings.ToLower(word)) {
		return true // "t = an"
	}
	if english[strings.ToLower(word)] {
		return short && !contractions[strings.ToLower(word)] && (glued && !unitWord[word] || raised || operand(before))
	}
	if unit(ts, i) {
		return true
	}
	if strings.ContainsAny(word, "-'.") {
		return false
	}
	if composed(word, names) || short && spelledBy(word, names) {
		return true
	}
	if !short {
		return false
	}
	beside := func(t token, ok bool) bool {
		return ok && (operand(t) || t.text != "" && strings.Contains("=<>≤≥≠≈()|}", t.text))
	}
	return glued || raised || beside(before, i > 0) || beside(after, i+1 < len(ts))
}

func raisedSign(s string) bool {
	r, _ := utf8.DecodeRuneInString(s)
	return s != "" && (strings.ContainsRune("⁰¹²³⁴⁵⁶⁷⁸⁹⁻⁺₀₁₂₃₄₅₆₇₈₉", r) || raisedLetter(r))
}

// composed says whether a word is functions and single names without spaces, "xlnx".
func composed(word string, names []string) bool {
	rest, functions, loose := word, 0, 0
	for rest != "" {
		n := 0
		for k := min(len(rest), 6); k >= 2 && n == 0; k-- {
			if maths.IsFunction(rest[:k]) || rest[:k] == "pi" {
				n = k
			}
		}
		if n > 0 {
			functions++
			rest = rest[n:]
			continue
		}
		r, size := utf8.DecodeRuneInString(rest)
		if !strings.ContainsRune("xyztθen", r) && !contains(names, string(r)) {
			return false
		}
		loose++
		rest = rest[size:]
	}
	return functions > 0 && loose <= 2*functions
}

// spelledBy says whether a word is names of the task side by side: "ab".
func spelledBy(word string, names []string) bool {
	for _, r := range word {
		if !contains(names, string(r)) {
			return false
		}
	}
	return true
}

func contains(names []string, name string) bool {
	for _, n := range names {
		if n == name {
			return true
		}
	}
	return false
}

// article says whether "a" is the article: a noun follows.
func article(ts []token, i int) bool {
	if !strings.EqualFold(ts[i].text, "a") && ts[i].text != "I" || i+1 >= len(ts) {
		return false
	}
	next := ts[i+1]
	if next.kind == number && next.space && (i == 0 || ts[i-1].kind == letters && len(ts[i-1].text) > 1) {
		return true // "a 20% rise"
	}
	if r, size := utf8.DecodeRuneInString(next.text); next.kind == letters && next.space && size == len(next.text) && unicode.IsUpper(r) && i > 0 && ts[i-1].kind == letters && len(ts[i-1].text) > 1 {
		return true // "between a C and a G"
	}
	if next.kind != letters || !next.space || utf8.RuneCountInString(next.text) < 2 || maths.IsFunction(next.text) && !ambiguous[next.text] || behindName[strings.ToLower(next.text)] {
		return false
	}
	return i == 0 || !operand(ts[i-1]) && !strings.Contains("=<>≤≥≠(", ts[i-1].text)
}

// unit says whether a word is the unit of the number before it.
func unit(ts []token, i int) bool {
	if i == 0 {
		return false
	}
	if ts[i-1].kind != number && ts[i-1].text != "/" && !(ts[i-1].kind == letters && i > 1 && unit(ts, i-1)) {
		return false
	}
	_, ok := units.Parse(ts[i].text)
	return ok
}
