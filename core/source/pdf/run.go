package pdf

import (
	"math"
	"strings"
	"unicode"
	"unicode/utf8"

	"github.com/klippa-app/go-pdfium/responses"
)

// page is the text of one page as PDFium gives it. Lengths are in points, 1/72
// inch; places are measured from the top left corner.
type page struct {
	width, height float64
	runs          []run
	pictures      []drawing
	sure          float64 // how sure recognised text is, in per cent; 0 for text of the file
}

// run is a piece of a line in one font.
type run struct {
	left, top, right, bottom float64
	text                     string
	size                     float64
	bold                     bool
}

// font is what letters are set in; its size is in points, as it appears on the
// page.
type font struct {
	name string
	size float64
	bold bool
}

// cut is how PDFium marks a hyphen at the end of a line, and soft how we mark
// one that the file says is there for the line's end alone.
const (
	cut  = '\x02'
	soft = '\x01'
)

// runsOf gathers the letters of a page into runs: as long as they follow each
// other on a line in one font. There is a font for each letter.
func runsOf(chars []*responses.GetPageTextStructuredChar, fonts []*font, height float64) []run {
	var out []run
	var open *run
	name := ""
	space := false
	end := func() {
		if open != nil && strings.TrimSpace(open.text) != "" {
			open.text = ligatures.Replace(open.text)
			out = append(out, *open)
		}
		open, space = nil, false
	}
	for i, c := range chars {
		text := plain(c.Text)
		if sign, ok := symbols[c.Text]; ok && symbolFont(fonts[i].name) {
			text = sign
		}
		switch {
		case strings.ContainsAny(c.Text, "\r\n"):
			end()
		case text == "":
		case text == " ":
			space = open != nil
		default:
			next := run{left: c.PointPosition.Left, top: height - c.PointPosition.Top, right: c.PointPosition.Right, bottom: height - c.PointPosition.Bottom, text: text}
			next.size, next.bold = next.bottom-next.top, fonts[i].bold
			if fonts[i].size > 0 {
				next.size = fonts[i].size
			}
			if open != nil && (fonts[i].name != name || math.Abs(next.size-open.size) > 0.2 || !follows(*open, next)) {
				end()
			}
			if open == nil {
				open, name = &next, fonts[i].name
				continue
			}
			// A space is where there is room for one: kerning writes some that are
			// none, and typesetting leaves words apart without writing any.
			room := 0.25
			switch {
			case fixedPitch(name):
				room = 0.7 // every letter stands in the width of an m
			case unicode.IsDigit(last(open.text)) || closes(text):
				room = 0.4 // a 1 stands in the width of an 8
			}
			if gap := next.left - open.right; gap > room*open.size || space && gap > 0.04*open.size {
				open.text += " "
			}
			space = false
			open.text += text
			open.left, open.top = min(open.left, next.left), min(open.top, next.top)
			open.right, open.bottom = max(open.right, next.right), max(open.bottom, next.bottom)
		}
	}
	end()
	return out
}

// wide is a space wider than those between words, in letter sizes: what stands
// behind it may be another part of a table's row.
const wide = 0.8

// symbols are what a typesetting system's font of symbols shows for codes that
// mean nothing as letters.
var symbols = map[string]string{"\x00": "−", "\x01": "·", "\x02": "×", "\x03": "∗", "\x04": "÷", "\x06": "±", "\x0f": "•", "\x14": "≤", "\x15": "≥", "\x18": "∼", "\x19": "≈"}

// symbolFont says whether a font is of that sort (its name may begin with the
// mark of a subset).
func symbolFont(name string) bool {
	if _, rest, ok := strings.Cut(name, "+"); ok {
		name = rest
	}
	return strings.HasPrefix(strings.ToUpper(name), "CMSY")
}

// fixedPitch says whether all letters of a font are as wide, by its name.
func fixedPitch(font string) bool {
	font = strings.ToLower(font)
	for _, part := range []string{"mono", "courier", "consol", "cmtt", "typewriter", "fixed", "code"} {
		if strings.Contains(font, part) {
			return true
		}
	}
	return false
}

// closes says whether a text begins with a mark that no space stands before.
func closes(text string) bool {
	first, _ := utf8.DecodeRuneInString(text)
	return strings.ContainsRune(".,;:)]’”", first)
}

// follows says whether a letter stands on a run's line, a word's space or less
// behind it.
func follows(r, next run) bool {
	middle := (next.top + next.bottom) / 2
	return middle > r.top-0.45*r.size && middle < r.bottom+0.45*r.size && next.left > r.right-0.6*r.size && next.left < r.right+wide*r.size
}

// plain is a letter without what is no text.
func plain(letter string) string {
	return strings.Map(func(c rune) rune {
		switch {
		case c == cut:
			return c
		case c == '\u00ad':
			return soft
		case c == '\u2010' || c == '\u2011':
			return '-'
		case unicode.IsSpace(c):
			return ' '
		case unicode.IsControl(c) || c == '\ufeff' || c == '\ufffe' || c == '\uffff' || c == '\ufffd':
			return -1
		}
		return c
	}, letter)
}

// ligatures are written out, so that words can be looked up.
var ligatures = strings.NewReplacer("ﬀ", "ff", "ﬁ", "fi", "ﬂ", "fl", "ﬃ", "ffi", "ﬄ", "ffl", "ﬅ", "st", "ﬆ", "st")
