package split

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"
)

// fewestGlued is how many labels stand in a line without a blank before them at least, in a
// text that lost what parted its lines.
const fewestGlued = 6

var (
	gluedOption = regexp.MustCompile(`([^\s(\[])([(\[]?[A-H][.)\]])(\S)`)
	gluedWord   = regexp.MustCompile(`(\S)((?:Answer|Answers|Correct answer|Right answer|Solution|Key|Explanation|Reason|Rationale|Comment|Feedback)\s?:)\s?(\S)`)
)

// gluedKey is a letter that answers, with what comes after it.
var gluedKey = regexp.MustCompile(`((?:Answer|answer|Solution|Key)\s?: [A-H])(\pL)`)

// spaced puts the blanks back that a text lost between its parts when its lines were
// joined: before the labels of options, which come again and again, before the numbers
// of questions as they count up, and around the words that tell keys.
func spaced(text string) string {
	if len(text) < 300 || len(gluedOption.FindAllString(text, fewestGlued)) < fewestGlued {
		return text
	}
	for range 2 { // the answer between two words is the end of one and the beginning of another
		text = gluedWord.ReplaceAllString(text, "$1 $2 $3")
	}
	text = gluedKey.ReplaceAllString(text, "$1 $2")
	var out strings.Builder
	next, from := 1, 0
	for {
		label := fmt.Sprintf("%d.", next)
		at := -1
		for i := from; i < len(text); i++ {
			k := strings.Index(text[i:], label)
			if k < 0 {
				break
			}
			i += k
			after := runeAt(text, i+len(label))
			if before := lastRune(text[:i]); (unicode.IsUpper(after) || after == ' ') && !unicode.IsDigit(before) {
				at = i
				break
			}
		}
		if at < 0 || next > 1 && at-from > 4000 {
			break
		}
		out.WriteString(strings.TrimRight(text[from:at], " ") + " " + label + " ")
		from = at + len(label)
		next++
	}
	if next < 3 {
		return text
	}
	out.WriteString(text[from:])
	text = out.String()
	for gluedOption.MatchString(text) {
		text = gluedOption.ReplaceAllString(text, "$1 $2 $3")
	}
	return text
}

func lastRune(text string) rune {
	r := []rune(text[max(0, len(text)-4):])
	if len(r) == 0 {
		return ' '
	}
	return r[len(r)-1]
}

// fewestPairs is how many lines have two options behind bare letters at least.
const fewestPairs = 4

// bareLetters gives the letters of options marks that stand in a line with nothing behind
// them, "A Saturn B Venus" above "C Mars D Uranus", where that is how the paper has them.
func (p *paper) bareLetters() {
	type pair struct {
		line  *line
		marks []mark
	}
	var found []pair
	begins, next := 0, byte(0)
	for _, l := range p.lines {
		if l.header || len(l.text) < 5 || l.text[0] < 'A' || l.text[0] > 'G' || l.text[1] != ' ' || strings.ContainsRune("-–—:.)=/ ", runeAt(l.text, 2)) && !unicode.IsDigit(runeAt(l.text[2:], utf8.RuneLen(runeAt(l.text, 2)))) {
			continue
		}
		var marks []mark
		at := 0
		for letter := l.text[0]; ; letter++ {
			marks = append(marks, mark{at: at, end: at + 2, form: form{sort: upper}, value: []int{int(letter-'A') + 1}, place: apart})
			k := strings.Index(l.text[at+2:], fmt.Sprintf(" %c ", letter+1))
			if k < 1 {
				break
			}
			at += 2 + k + 1
		}
		if len(marks) < 2 || l.text[0] != 'A' && l.text[0] != next {
			continue
		}
		if l.text[0] == 'A' {
			begins++
		}
		marks[0].place = first
		found = append(found, pair{l, marks})
		next = l.text[0] + byte(len(marks))
	}
	if len(found) < fewestPairs || begins < 2 {
		return
	}
	for _, f := range found {
		kept := f.line.marks[:0]
		for _, m := range f.line.marks {
			if m.form.sort != upper || m.form.close != "" || m.form.open != "" {
				kept = append(kept, m)
			}
		}
		f.line.marks = append(kept, f.marks...)
		slices.SortStableFunc(f.line.marks, func(a, b mark) int { return a.at - b.at })
	}
}

// parted gives marks to the letters of options that signs part within a line, "… A sand; B
// lime; C air", where that is how the paper has them.
func (p *paper) partedLetters() {
	found := map[*line][]mark{}
	for _, l := range p.lines {
		at := strings.Index(l.text, " A ")
		if at < 8 {
			continue
		}
		marks := []mark{{at: at + 1, end: at + 3, form: form{sort: upper}, value: []int{1}, place: apart}}
		rest := at + 3
		for letter := 'B'; letter <= 'F'; letter++ {
			k := -1
			for _, sign := range []string{"; ", ", ", ";", " / "} {
				if i := strings.Index(l.text[rest:], fmt.Sprintf("%s%c ", sign, letter)); i > 0 && (k < 0 || i+len(sign) < k) {
					k = i + len(sign)
				}
			}
			if k < 0 {
				break
			}
			marks = append(marks, mark{at: rest + k, end: rest + k + 2, form: form{sort: upper}, value: []int{int(letter-'A') + 1}, place: apart})
			rest += k + 2
		}
		if len(marks) >= 3 {
			found[l] = marks
		}
	}
	if len(found) < 3 {
		return
	}
	for l, marks := range found {
		l.marks = slices.DeleteFunc(l.marks, func(m mark) bool { return m.form == form{sort: upper} })
		l.marks = append(l.marks, marks...)
		slices.SortStableFunc(l.marks, func(a, b mark) int { return a.at - b.at })
	}
}

// face is one side of a card, as it is headed: "Card 3 / back".
type face struct {
	line   int
	number int
}

var facing = regexp.MustCompile(`^\D{0,24}?(\d{1,4})\D{0,24}$`)

// faces finds the headings of cards with two sides, of which one asks and the other
// answers: two headings that take turns and count together. The first becomes the label
// of a question, the second the word that tells its key.
func (p *paper) faces() {
	by := map[string][]face{}
	var order []string
	for i, l := range p.lines {
		m := facing.FindStringSubmatch(l.text)
		if m == nil || strings.ContainsAny(l.text, "?=") || len(strings.Fields(l.text)) > 5 || !strings.ContainsFunc(l.text, unicode.IsLetter) {
			continue
		}
		key := strings.ToLower(digits.ReplaceAllString(l.text, "#"))
		if by[key] == nil {
			order = append(order, key)
		}
		n := 0
		fmt.Sscan(m[1], &n)
		by[key] = append(by[key], face{i, n})
	}
	for _, asks := range order {
		for _, answers := range order {
			a, b := by[asks], by[answers]
			if asks == answers || len(a) < 3 || len(a) != len(b) {
				continue
			}
			turns := true
			for i := range a {
				turns = turns && a[i].number == b[i].number && a[i].line+1 < b[i].line && (i+1 == len(a) || b[i].line < a[i+1].line)
			}
			if !turns {
				continue
			}
			for i := range a {
				p.lines[a[i].line].text = fmt.Sprintf("%d.", a[i].number)
				p.lines[b[i].line].text = "Answer:"
			}
			return
		}
	}
}
