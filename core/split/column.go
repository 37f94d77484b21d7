package split

import (
	"slices"
	"strings"
	"unicode/utf8"
)

// untangle reads pages of two columns, as they are copied line by line, down the
// left column and then down the right one. There are two where a river of blanks
// runs down the lines and numbers stand on both sides of it.
func (p *paper) untangle() {
	for from := 0; from < len(p.lines); {
		to, at := p.river(from)
		if to == 0 {
			from++
			continue
		}
		var left, right []*line
		for _, l := range p.lines[from:to] {
			a, b := l.halves(at)
			left, right = append(left, a), append(right, b)
		}
		p.lines = append(append(append(append([]*line(nil), p.lines[:from]...), left...), right...), p.lines[to:]...)
		from += len(left) + len(right)
	}
}

// leastColumn is how many lines two columns have at least that stand side by side.
const leastColumn = 6

// river finds lines from one on that are parted by blanks at one place: up to
// which line, and where the right column begins. None begins with a line that is
// not.
func (p *paper) river(from int) (to, at int) {
	if from > 0 && p.lines[from-1].text != "" && len(rivers(p.lines[from])) == 0 {
		return 0, 0
	}
	for _, at := range rivers(p.lines[from]) {
		both, end := 0, from
		var leftCount, rightCount count
		for i := from; i < len(p.lines); i++ {
			l := p.lines[i]
			if l.picture != "" {
				break
			}
			if l.text == "" {
				continue
			}
			if !l.parts(at) {
				break
			}
			a, b := l.halves(at)
			if a.text != "" && b.text != "" {
				both++
			}
			leftCount.take(a.text)
			rightCount.take(b.text)
			end = i + 1
		}
		if both >= leastColumn && leftCount.before(rightCount) {
			return end, at
		}
	}
	return 0, 0
}

// count is how a column is numbered.
type count map[form][]int

// take notes the number that a line of the column begins with.
func (c *count) take(text string) {
	if *c == nil {
		*c = count{}
	}
	l := &line{text: text}
	l.marksAt(0, first)
	for _, m := range l.marks {
		if len(m.value) == 1 && m.form.sort == decimal && !m.guess && (m.form.close != "" || m.form.word != "") && m.end < len(text) {
			(*c)[m.form] = append((*c)[m.form], m.value[0])
		}
	}
}

// before says whether two columns count in one form, each upwards, and the right
// one from a greater number.
func (c count) before(right count) bool {
	for f, a := range c {
		b := right[f]
		if len(a) >= 2 && len(b) >= 2 && slices.IsSorted(a) && slices.IsSorted(b) && a[0] < b[0] && a[len(a)-1] < b[len(b)-1] {
			return true
		}
	}
	return false
}

// rivers are the places at which a line has wide gaps, in columns.
func rivers(l *line) []int {
	var out []int
	raw := []rune(strings.TrimRight(l.spread(), " "))
	blanks := 0
	for i, r := range raw {
		if r == ' ' {
			blanks++
			continue
		}
		if blanks >= 3 && i > blanks {
			out = append(out, i)
		}
		blanks = 0
	}
	return out
}

// spread is a line as it came, with blanks for its tabs.
func (l *line) spread() string { return strings.ReplaceAll(l.raw, "\t", "        ") }

// parts says whether nothing of a line runs across a place: blanks stand before it.
func (l *line) parts(at int) bool {
	raw := []rune(l.spread())
	return len(raw) < at || raw[at-1] == ' ' && (raw[at-2] == ' ' || strings.TrimSpace(string(raw[:at])) == "")
}

// halves are the parts of a line on both sides of a place.
func (l *line) halves(at int) (*line, *line) {
	raw := l.spread()
	cut := len(raw)
	if utf8.RuneCountInString(raw) > at {
		cut = len(string([]rune(raw)[:at]))
	}
	a, b := *l, *l
	a.put(raw[:cut])
	b.put(raw[cut:])
	return &a, &b
}
