package split

import (
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"
)

// line is a line of the paper, or a part of one where a page has two columns or
// a question begins in the middle.
type line struct {
	n       int    // of the paper, counted from 1
	raw     string // as it came
	text    string // from its first letter to its last; gaps stay as they came
	indent  int    // in columns
	blank   bool   // nothing is on the line above
	speaks  string // who begins to speak here, in a conversation
	hint    Role   // what a person said it is
	picture string // the name of the picture that stands here
	header  bool   // repeats on other pages, or is a page number
	row     bool   // of a match, with a number of its own
	marks   []mark // what it may be numbered or lettered as, by place

	used bool // the label it begins with was understood

	apart bool // of a list of answers

	as  Role
	of  *item
	sti *stimulus
	why string
}

var (
	hashes = regexp.MustCompile(`^#{1,6}\s+`)
	quoted = regexp.MustCompile(`^(?:>\s?)+`)
	// stamped is how a line of a conversation begins: the time, then who speaks,
	// or the other way round.
	stamped = regexp.MustCompile(`^(?:[\[(]?\d{1,2}[:.]\d{2}(?:[:.]\d{2})?(?:\s?[ap]m)?[\])]?,?\s*(?:[-–—]\s*)?(\pL[\pL .'-]{0,24}):\s+|(\pL[\pL .'-]{0,24})\s*[\[(]\d{1,2}[:.]\d{2}(?:\s?[ap]m)?[\])]:?\s*)`)
	escaped = regexp.MustCompile(`\\([.()*_#\[\]-])`)
)

func newLine(n int, raw string) *line {
	l := &line{n: n, raw: raw}
	if m := pictureLine.FindStringSubmatch(raw); m != nil {
		l.text, l.picture = strings.TrimSpace(raw), m[1]
		return l
	}
	text := strings.Map(func(r rune) rune {
		switch {
		case r == '\t':
			return '\t'
		case r == '\u200b' || r == '\ufeff' || unicode.IsControl(r):
			return -1
		case unicode.IsSpace(r):
			return ' '
		}
		return r
	}, raw)
	text = text[len(quoted.FindString(strings.TrimLeft(text, " ")))+leading(text, strings.TrimLeft(text, " ")):]
	l.put(text)
	if m := stamped.FindStringSubmatch(l.text); m != nil {
		l.speaks = strings.TrimSpace(m[1] + m[2])
		l.put(l.text[len(m[0]):])
	}
	l.text = spaced(escaped.ReplaceAllString(strings.TrimSpace(hashes.ReplaceAllString(l.text, "")), "$1"))
	return l
}

// leading is how many bytes stand before a text at whose left blanks were taken
// away; none where no quote sign follows them.
func leading(text, trimmed string) int {
	if strings.HasPrefix(trimmed, ">") {
		return len(text) - len(trimmed)
	}
	return 0
}

// put sets the text of a line, with its indent.
func (l *line) put(text string) {
	l.indent = 0
	for _, r := range text {
		if r == '\t' {
			l.indent += 4
		} else if r == ' ' {
			l.indent++
		} else {
			break
		}
	}
	l.text = strings.TrimSpace(text)
}

// width is how many columns a line takes.
func (l *line) width() int { return l.indent + utf8.RuneCountInString(l.text) }

// cut parts a line before a byte of its text.
func (l *line) cut(at int) (*line, *line) {
	a, b := *l, *l
	a.text, b.text = strings.TrimRight(l.text[:at], " \t"), l.text[at:]
	b.indent, b.blank, b.speaks = l.indent+at, false, ""
	a.marks, b.marks = nil, nil
	for _, m := range l.marks {
		if m.at < at {
			a.marks = append(a.marks, m)
		} else {
			m.at, m.end = m.at-at, m.end-at
			b.marks = append(b.marks, m)
		}
	}
	return &a, &b
}

// columns parts a line at its wide gaps, tabs or upright strokes.
func columns(raw string) []string {
	raw = strings.Trim(strings.TrimSpace(raw), "|")
	parts := regexpColumns.Split(raw, -1)
	var out []string
	for _, p := range parts {
		if p = strings.TrimSpace(p); p != "" {
			out = append(out, p)
		}
	}
	return out
}

var regexpColumns = regexp.MustCompile(`\s{3,}|\t+|\s*\|\s*`)
