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
	name    string
	size    float64
	bold    bool
	fixed   bool // all letters are as wide
	symbols bool // it shows signs for codes that mean nothing as letters
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
	var open run
	var letters []byte // of the open run; none where none is open
	name := ""
	space := false // one is written before the next letter
	apart := false // the same, where a run ended there
	end := func() {
		apart = space
		if text := string(letters); strings.TrimSpace(text) != "" {
			open.text = ligatures.Replace(text)
			out = append(out, open)
		}
		letters, space = letters[:0], false
	}
	for i, c := range chars {
		f := fonts[i]
		text := c.Text
		if len(text) != 1 || text[0] <= ' ' || text[0] > '~' {
			if strings.ContainsAny(text, "\r\n") && !f.symbols {
				end()
				continue
			}
			sign, ok := "", false
			if f.symbols {
				sign, ok = symbols[text]
			}
			if text = plain(text); ok {
				text = sign
			}
		}
		switch text {
		case "":
			continue
		case " ":
			space = len(letters) > 0
			continue
		}
		next := run{left: c.PointPosition.Left, top: height - c.PointPosition.Top, right: c.PointPosition.Right, bottom: height - c.PointPosition.Bottom, bold: f.bold}
		if next.size = f.size; next.size <= 0 {
			next.size = next.bottom - next.top
		}
		// The letters of a ligature share its place.
		joined := i > 0 && c.PointPosition == chars[i-1].PointPosition
		if len(letters) > 0 && !joined && (f.name != name || math.Abs(next.size-open.size) > 0.2 || !follows(open, next)) {
			end()
		}
		if len(letters) == 0 {
			open, name = next, f.name
			if n := len(out); apart && n > 0 && next.left > out[n-1].right && overlap(out[n-1:], next) > 0.3 {
				letters = append(letters, ' ')
			}
			apart = false
			letters = append(letters, text...)
			continue
		}
		if gap := next.left - open.right; space && gap > 0.04*open.size || gap > 0.25*open.size && gap > room(f, letters, text)*open.size {
			letters = append(letters, ' ')
		}
		space = false
		letters = append(letters, text...)
		open.left, open.top = min(open.left, next.left), min(open.top, next.top)
		open.right, open.bottom = max(open.right, next.right), max(open.bottom, next.bottom)
	}
	end()
	return out
}

// room is how far two letters stand apart, in letter sizes, where there is a
// space between them that is not written: typesetting leaves words apart without
// one, and kerning writes some that are none.
func room(f *font, before []byte, next string) float64 {
	switch r, _ := utf8.DecodeLastRune(before); {
	case f.fixed:
		return 0.7 // every letter stands in the width of an m
	case unicode.IsDigit(r) || closes(next):
		return 0.4 // a 1 stands in the width of an 8
	}
	return 0.25
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

// fixedPitch says whether all letters of a font are as wide, by its name in small
// letters.
func fixedPitch(font string) bool {
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
