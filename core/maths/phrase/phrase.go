// Package phrase reads what people write around mathematics: "Work out x when
// (x + 2)/3 = 4, giving your answer to 2 d.p.", "x = 3 only, since x > 0".
//
// The model: a text is cut into pieces, which are words, mathematics or stops
// (piece.go). A run of letters is mathematics where it names a function or a
// constant, is a single letter, or stands as a product of letters must: joined to
// digits, signs or powers. Everything else is a word, and the letters of a word are
// never variables. Words that carry nothing for the task are in the vocabulary;
// whoever reads a text says which others are understood there. Where a word is left
// over (Unread), the text is not understood.
package phrase

import (
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/units"
)

// Rounding is to how many places after the point or significant figures an answer
// is asked.
type Rounding struct {
	Asked   bool
	Places  int // after the point
	Figures int // significant; 0 where places count
}

// Reading is a text taken apart.
type Reading struct {
	Text     string // without what only lays it out, and without the rounding
	Pieces   []Piece
	Rounding Rounding
}

// Words are all words of the reading, in lower case, with spaces around them, so that
// a phrase can be looked for.
func (r Reading) Words() string {
	var out strings.Builder
	out.WriteByte(' ')
	for _, p := range r.Pieces {
		if p.Kind == Word {
			out.WriteString(p.Text)
		} else {
			out.WriteByte('·')
		}
		out.WriteByte(' ')
	}
	return out.String()
}

// Has says whether one of some phrases stands in the words of the reading.
func (r Reading) Has(phrases ...string) bool {
	words := r.Words()
	for _, p := range phrases {
		if strings.Contains(words, " "+p+" ") {
			return true
		}
	}
	return false
}

// Read takes a text apart. The names are variables of more than one letter, or those
// that the task speaks of.
func Read(text string, names ...string) Reading {
	text = laid(unlabelled(text))
	var out Reading
	text, out.Rounding = rounding(text)
	out.Text, out.Pieces = text, spoken(pieces(text, names), false, "")
	return out
}

// Unread are the words of pieces that are not understood, nor among those that
// whoever reads them allows.
func Unread(pieces []Piece, allowed map[string]bool) []string {
	var out []string
	for i, p := range pieces {
		if p.Kind == Word && !vocabulary[p.Text] && !allowed[p.Text] && !methodical(pieces, i) {
			out = append(out, p.Text)
		}
		if p.Kind == Aside {
			out = append(out, Unread(p.Parts, allowed)...)
		}
	}
	return out
}

// Bearing are the words of pieces that change what is asked, and are not among those
// that whoever reads them allows; a noun that nobody knows and that is what is asked
// for is one of them. Other words that nobody knows tell the story around.
func Bearing(pieces []Piece, allowed map[string]bool) []string {
	var out []string
	for i, p := range pieces {
		for _, b := range bearings {
			if begins(pieces[i:], strings.Fields(b)) && !allowed[b] {
				out = append(out, b)
			}
		}
		switch {
		case p.Kind == Aside:
			out = append(out, Bearing(p.Parts, allowed)...)
		case p.Kind != Word || allowed[p.Text]:
		case bearing[p.Text]:
			if !methodical(pieces, i) {
				out = append(out, p.Text)
			}
		case askers[p.Text]:
			out = append(out, askedFor(pieces[i+1:], allowed)...)
		}
	}
	return out
}

// begins says whether pieces begin with some words.
func begins(pieces []Piece, words []string) bool {
	for k, w := range words {
		if k >= len(pieces) || pieces[k].Kind != Word || pieces[k].Text != w {
			return false
		}
	}
	return true
}

// askedFor are the words that nobody knows up to the next stop; none where mathematics
// comes before it, which they name.
func askedFor(pieces []Piece, allowed map[string]bool) []string {
	for i, p := range pieces {
		switch p.Kind {
		case Word:
		case Stop:
			return Unread(pieces[:i], allowed)
		default:
			return nil
		}
	}
	return Unread(pieces, allowed)
}

// methodical says whether a word with its neighbour names a method.
func methodical(pieces []Piece, i int) bool {
	for _, m := range methods {
		if begins(pieces[i:], strings.Fields(m)) {
			return true
		}
	}
	return false
}

// Worded says whether a text that is said to be mathematics has words in it, other
// than those that join two statements.
func Worded(text string) bool {
	for _, p := range Read(text).Pieces {
		if p.Kind == Aside || p.Kind == Word && joins[p.Text] == "" {
			return true
		}
	}
	return false
}

// Named says whether mathematics does something with a variable, rather than being a
// letter or an amount with its unit.
func Named(text string) bool {
	if lone.MatchString(strings.TrimSpace(text)) {
		return false
	}
	if len(units.Find(text)) == 1 {
		if _, ok := units.ParseQuantity(strings.TrimSpace(text)); ok {
			return false
		}
	}
	r, err := maths.Read(text, maths.Notation{})
	if err != nil {
		return false
	}
	rel, ok := r.Statement.(maths.Relation)
	return ok && slices.ContainsFunc(rel.Terms, func(n maths.Node) bool { return len(maths.Names(n)) > 0 })
}

// Subject is the name that a text asks to solve for, or to make the subject; "" where
// there is none.
func Subject(text string) string {
	ps := Read(text).Pieces
	for i, p := range ps {
		if p.Kind != Math || i == 0 || !lone.MatchString(strings.TrimSpace(p.Text)) {
			continue
		}
		switch ps[i-1].Text {
		case "make", "for", "isolate":
			if ps[i-1].Kind == Word {
				return strings.TrimSpace(p.Text)
			}
		}
	}
	return ""
}
