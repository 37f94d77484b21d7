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
}

// run is a piece of a line in one font.
type run struct {
	left, top, right, bottom float64
	text                     string
	size                     float64
	bold                     bool
}

// cut is how PDFium marks a hyphen at the end of a line, and soft how we mark
// one that the file says is there for the line's end alone.
const (
	cut  = '\x02'
	soft = '\x01'
)

// runsOf gathers the letters of a page into runs: as long as they follow each
// other on a line in one font.
func runsOf(chars []*responses.GetPageTextStructuredChar, height float64) []run {
	var out []run
	var open *run
	font := ""
	space := false
	end := func() {
		if open != nil && strings.TrimSpace(open.text) != "" {
			open.text = ligatures.Replace(open.text)
			out = append(out, *open)
		}
		open, space = nil, false
	}
	for _, c := range chars {
		switch text := plain(c.Text); {
		case strings.ContainsAny(c.Text, "\r\n"):
			end()
		case text == "":
		case text == " ":
			space = open != nil
		default:
			next := run{left: c.PointPosition.Left, top: height - c.PointPosition.Top, right: c.PointPosition.Right, bottom: height - c.PointPosition.Bottom, text: text}
			name := ""
			next.size = next.bottom - next.top
			if f := c.FontInformation; f != nil {
				if f.RenderedSize > 0 {
					next.size = f.RenderedSize
				}
				name = f.Name
				lower := strings.ToLower(f.Name)
				next.bold = f.Weight >= 600 || strings.Contains(lower, "bold") || strings.Contains(lower, "black") || strings.HasPrefix(lower, "cmbx")
			}
			if open != nil && (name != font || math.Abs(next.size-open.size) > 0.2 || !follows(*open, next)) {
				end()
			}
			if open == nil {
				open, font = &next, name
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
