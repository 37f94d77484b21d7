package pdf

import (
	"math"
	"strings"
	"unicode"

	"github.com/klippa-app/go-pdfium/responses"
)

// page is the text of one page as PDFium gives it. Lengths are in points, 1/72
// inch; places are measured from the top left corner.
type page struct {
	width, height float64
	runs          []run
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
		switch text := plain(c.Text); {
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
			if space {
				open.text += " "
				space = false
			}
			open.text += text
			open.left, open.top = min(open.left, next.left), min(open.top, next.top)
			open.right, open.bottom = max(open.right, next.right), max(open.bottom, next.bottom)
		}
	}
	end()
	return out
}

// follows says whether a letter stands on a run's line, a word's space or less
// behind it.
func follows(r, next run) bool {
	middle := (next.top + next.bottom) / 2
	return middle > r.top-0.45*r.size && middle < r.bottom+0.45*r.size && next.left > r.right-0.6*r.size && next.left < r.right+0.9*r.size
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
