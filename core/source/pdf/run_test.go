package pdf

import (
	"strings"
	"testing"

	"github.com/klippa-app/go-pdfium/responses"
)

// set sets a text letter by letter, each as wide as it says, in a font.
func set(text string, name string, at, size float64, widths map[rune]float64) ([]*responses.GetPageTextStructuredChar, []*font) {
	var chars []*responses.GetPageTextStructuredChar
	var fonts []*font
	f := &font{name: name, size: size, fixed: fixedPitch(strings.ToLower(name)), symbols: symbolFont(name)}
	for _, r := range text {
		advance, box := 0.5*size, 0.45*size
		if w, ok := widths[r]; ok {
			advance, box = w*size, w*size
		}
		if r == '|' { // room for a space without one
			at += 0.3 * size
			continue
		}
		chars = append(chars, &responses.GetPageTextStructuredChar{Text: string(r), PointPosition: responses.CharPosition{Left: at, Right: at + box, Bottom: 100, Top: 100 + size}})
		fonts = append(fonts, f)
		at += advance
	}
	return chars, fonts
}

func TestSpacesAreWhereThereIsRoom(t *testing.T) {
	for _, c := range []struct{ name, text, font, want string }{
		{"written", "a weir", "Serif", "a weir"},
		{"left out", "leaves|a|works", "Serif", "leaves a works"},
		{"fixed pitch", "select|.list", "InconsolataMono", "select.list"},
		{"before a full stop", "2031|.", "Serif", "2031."},
		{"between letters", "rate", "Serif", "rate"},
	} {
		chars, fonts := set(c.text, c.font, 50, 10, nil)
		var got []string
		for _, r := range runsOf(chars, fonts, 800) {
			got = append(got, r.text)
		}
		if strings.Join(got, "¦") != c.want {
			t.Errorf("%s: %q is read as %q", c.name, c.text, got)
		}
	}
	// A space that kerning left no room for is none.
	chars, fonts := set("ev ery", "Serif", 50, 10, map[rune]float64{' ': 0})
	if got := runsOf(chars, fonts, 800); len(got) != 1 || got[0].text != "ev ery" && got[0].text != "every" {
		t.Errorf("read %+v", got)
	}
}

// The letters of a ligature share one wide box; a space written where a font ends
// is kept.
func TestLigaturesAndSpacesBetweenFonts(t *testing.T) {
	chars, fonts := set("if", "Serif-Bold", 50, 10, nil)
	more, others := set(" file", "Serif-Italic", 60, 10, nil)
	more[1].PointPosition = responses.CharPosition{Left: 60.8, Right: 67, Bottom: 100, Top: 110}
	more[2].PointPosition = more[1].PointPosition
	more[3].PointPosition.Left, more[3].PointPosition.Right = 67.3, 70
	more[4].PointPosition.Left, more[4].PointPosition.Right = 70.4, 74
	var got []string
	for _, r := range runsOf(append(chars, more...), append(append(fonts, fonts[0]), others[1:]...), 800) {
		got = append(got, r.text)
	}
	if strings.Join(got, "¦") != "if¦ file" {
		t.Errorf("read as %q", got)
	}
}

func TestSymbolsOfATypesetter(t *testing.T) {
	chars, fonts := set("\x0f", "ABCDEF+CMSY10", 50, 10, nil)
	if got := runsOf(chars, fonts, 800); len(got) != 1 || got[0].text != "•" {
		t.Errorf("a bullet is read as %+v", got)
	}
	chars, fonts = set("\x0f", "Serif", 50, 10, nil)
	if got := runsOf(chars, fonts, 800); len(got) != 0 {
		t.Errorf("a control character is read as %+v", got)
	}
}

// columnOf sets lines of words from a place on, down the page.
func columnOf(left, width, top float64, lines int) []run {
	var out []run
	for i := range lines {
		y := top + 12*float64(i)
		out = append(out, run{left: left, right: left + width, top: y, bottom: y + 9, size: 10, text: "words of a line"})
	}
	return out
}

func TestGutters(t *testing.T) {
	of := func(runs ...[]run) page {
		p := page{width: 595, height: 842}
		for _, r := range runs {
			p.runs = append(p.runs, r...)
		}
		return p
	}
	for _, c := range []struct {
		name string
		page page
		two  bool
	}{
		{"two columns, ten points apart", of(columnOf(72, 220, 100, 40), columnOf(302, 220, 100, 40)), true},
		{"a short second column", of(columnOf(72, 220, 100, 40), columnOf(302, 220, 100, 9)), true},
		{"a title across both", of(columnOf(72, 450, 60, 1), columnOf(72, 220, 100, 40), columnOf(302, 220, 100, 40)), true},
		{"one column", of(columnOf(72, 450, 100, 40)), false},
		{"words of one column in two fonts", of(columnOf(72, 222, 100, 40), columnOf(297, 220, 100, 40)), false},
		{"a list of contents", of(columnOf(72, 90, 100, 30), columnOf(480, 20, 100, 30)), false},
		{"little on the page", of(columnOf(72, 220, 100, 3), columnOf(302, 220, 100, 3)), false},
	} {
		if _, ok := c.page.gutter(); ok != c.two {
			t.Errorf("%s: two columns is %v", c.name, ok)
		}
	}
}

func TestStripsOfAPicture(t *testing.T) {
	got := whole([]drawing{{left: 10, top: 10, right: 100, bottom: 30}, {left: 10, top: 31, right: 100, bottom: 50}, {left: 10, top: 49, right: 100, bottom: 70}, {left: 300, top: 10, right: 350, bottom: 60}})
	if len(got) != 2 || got[0].bottom != 70 || got[1].left != 300 {
		t.Errorf("joined they are %+v", got)
	}
}

func TestUnitsAndHyphensAreJoined(t *testing.T) {
	for _, c := range []struct {
		text string
		end  hyphen
		next string
		cuts bool
		want string
	}{
		{"must not exceed 4 kg/", none, "m² in an hour", false, "must not exceed 4 kg/m² in an hour"},
		{"either /", none, "or", false, "either / or"},
		{"sounds, be-", maybe, "cause bars", false, "sounds, because bars"},
		{"a well-", maybe, "known river", false, "a well-known river"},
		{"the filtra", broken, "tion rate", false, "the filtration rate"},
	} {
		if got := join(c.text, c.end, c.next, c.cuts); got != c.want {
			t.Errorf("%q and %q make %q", c.text, c.next, got)
		}
	}
}
