package maths

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/maths/decimal"
)

// SyntaxError says where a formula could not be read and what was expected.
type SyntaxError struct {
	Text string
	At   int // byte offset of the offending character
	Says string
}

func (e *SyntaxError) Error() string {
	return fmt.Sprintf("at character %d of %q: %s", utf8.RuneCountInString(e.Text[:e.At])+1, e.Text, e.Says)
}

type tokenKind int

const (
	tokenEnd      tokenKind = iota
	tokenNumber             // 1,620 or 0.65
	tokenWord               // a run of letters, with inner hyphens and subscripts
	tokenOp                 // + - * / ^ as one of those bytes
	tokenOpen               // ( [ {
	tokenClose              // ) ] }
	tokenPower              // superscript digits, as an integer
	tokenFunction           // by its name in functions.go, or √, ∛, exp
	tokenConstant           // π or e
	tokenVulgar             // ½ as 1/2
	tokenSuffix             // %, °, !
	tokenBar                // |
	tokenUnder              // _, before the base of a logarithm
	tokenFraction           // \frac
	tokenRelation           // = ≠ < ≤ > ≥ ≈
	tokenComma
	tokenSemicolon // also the end of a line
	tokenJoin      // or, and
	tokenIn        // ∈
	tokenInfinity
	tokenNothing    // ∅
	tokenEverything // ℝ
)

type token struct {
	kind tokenKind
	text string // an operator in ASCII, a superscript in plain digits
	at   int
	end  int
}

// maxFormula bounds what is read: longer texts are no formulas.
const maxFormula = 2000

var operators = map[rune]string{
	'+': "+", '-': "-", '−': "-", '–': "-", '*': "*", '×': "*", '·': "*", '⋅': "*", '/': "/", '÷': "/", '^': "^",
}

// lex cuts a formula into tokens, the last of them tokenEnd.
func lex(text string) ([]token, error) {
	if len(text) > maxFormula {
		return nil, &SyntaxError{Text: text[:40] + "…", At: 0, Says: fmt.Sprintf("this is longer than %d characters", maxFormula)}
	}
	var out []token
	for i := 0; i < len(text); {
		r, size := utf8.DecodeRuneInString(text[i:])
		start := i
		switch {
		case unicode.IsSpace(r):
			i += size
			continue
		case r >= '0' && r <= '9':
			i = decimal.Scan(text, i)
			out = append(out, token{tokenNumber, text[start:i], start, i})
		case decimal.Raised[r] != 0:
			t, end := scanSuperscript(text, i)
			t.at, t.end = start, end
			out = append(out, t)
			i = end
		case r == 'π':
			i += size
			out = append(out, token{tokenConstant, string(Pi), start, i})
		case vulgar[r] != "":
			i += size
			out = append(out, token{tokenVulgar, vulgar[r], start, i})
		case r == '√' || r == '∛':
			i += size
			out = append(out, token{tokenFunction, string(r), start, i})
		case unicode.IsLetter(r):
			i = scanName(text, i)
			t, err := named(text, start, i)
			if err != nil {
				return nil, err
			}
			out = append(out, t)
		case operators[r] != "":
			i += size
			out = append(out, token{tokenOp, operators[r], start, i})
		case strings.ContainsRune("([{", r):
			i += size
			out = append(out, token{tokenOpen, string(r), start, i})
		case strings.ContainsRune(")]}", r):
			i += size
			out = append(out, token{tokenClose, string(r), start, i})
		default:
			return nil, &SyntaxError{text, i, fmt.Sprintf("%q has no meaning in a formula here", r)}
		}
	}
	return append(out, token{tokenEnd, "", len(text), len(text)}), nil
}

// named is the name that stands in a stretch of text; pi is the number, and a function
// right before its bracket is one: log10(c).
func named(text string, start, end int) (token, error) {
	word := text[start:end]
	if word == "pi" {
		return token{tokenConstant, string(Pi), start, end}, nil
	}
	if strings.HasPrefix(text[end:], "(") {
		if function, ok := FormulaFunction(word); ok {
			return token{tokenFunction, function, start, end}, nil
		}
		if _, known := inverses[word]; known {
			return token{}, &SyntaxError{text, start, fmt.Sprintf("formulas with %s are not computed", word)}
		}
	}
	return token{tokenWord, text[start:end], start, end}, nil
}

// scanSuperscript reads raised digits.
func scanSuperscript(text string, i int) (token, int) {
	var digits strings.Builder
	for i < len(text) {
		r, size := utf8.DecodeRuneInString(text[i:])
		if decimal.Raised[r] == 0 {
			break
		}
		digits.WriteRune(decimal.Raised[r])
		i += size
	}
	return token{kind: tokenPower, text: digits.String()}, i
}

// scanName goes over letters, inner hyphens between letters, and subscripts.
func scanName(text string, i int) int {
	for i < len(text) {
		r, size := utf8.DecodeRuneInString(text[i:])
		next, _ := utf8.DecodeRuneInString(text[i+size:])
		switch {
		case r == 'π':
			return i
		case unicode.IsLetter(r), strings.ContainsRune("₀₁₂₃₄₅₆₇₈₉_'’", r), r >= '0' && r <= '9':
		case r == '-' && unicode.IsLower(next):
		default:
			return i
		}
		i += size
	}
	return i
}
