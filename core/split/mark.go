package split

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// mark is a label that a line may have somewhere: a number, a letter, a bullet.
// Whether it is one, what stands around it decides.
type mark struct {
	at, end int   // in bytes of the line's text: where it begins, and where what it labels does
	form    form  // marks of one form look alike
	value   []int // what it counts: 3, or 1 and 2 for "1.2"; of a bullet nil
	place   place
	state   string // of a box: what stands in it
	guess   bool   // a letter was read as a digit
}

// form is how a mark looks, apart from its value.
type form struct {
	word  string // "question", "q", in small letters
	open  string
	sort  sort
	close string
}

// sort is what a mark counts with.
type sort byte

const (
	decimal sort = 'n' // 3
	path    sort = 'p' // 1.2
	joint   sort = 'j' // A1
	suffix  sort = 's' // 1a
	upper   sort = 'A'
	lower   sort = 'a'
	roman   sort = 'i' // iv
	capital sort = 'I' // IV
	bullet  sort = '*'
	named   sort = 'w' // a word alone: "Q:", "Front:"
)

// place is where in its line a mark stands.
type place byte

const (
	inline place = iota // after a blank
	ended               // after the end of a sentence
	apart               // after a wide gap
	first               // at the beginning of the line
)

// letters says whether a mark counts with letters.
func (s sort) letters() bool { return s == upper || s == lower }

// label is a mark as a paper prints it, without what is around it.
func (m mark) label() string {
	switch m.form.sort {
	case path:
		parts := make([]string, len(m.value))
		for i, v := range m.value {
			parts[i] = strconv.Itoa(v)
		}
		return strings.Join(parts, ".")
	case joint:
		return string(rune('A'+m.value[0]-1)) + strconv.Itoa(m.value[1])
	case suffix:
		return strconv.Itoa(m.value[0]) + string(rune('a'+m.value[1]-1))
	case upper:
		return string(rune('A' + m.value[0] - 1))
	case lower:
		return string(rune('a' + m.value[0] - 1))
	case roman:
		return numeral(m.value[0])
	case capital:
		return strings.ToUpper(numeral(m.value[0]))
	case decimal:
		return strconv.Itoa(m.value[0])
	}
	return ""
}

// numeral writes a number in Roman figures.
func numeral(n int) string {
	var out strings.Builder
	for _, r := range []struct {
		v int
		s string
	}{{50, "l"}, {40, "xl"}, {10, "x"}, {9, "ix"}, {5, "v"}, {4, "iv"}, {1, "i"}} {
		for n >= r.v {
			out.WriteString(r.s)
			n -= r.v
		}
	}
	return out.String()
}

// fromNumeral reads Roman figures up to 59; 0 where they are none.
func fromNumeral(s string) int {
	n, last := 0, 0
	for i := len(s) - 1; i >= 0; i-- {
		v := map[byte]int{'i': 1, 'v': 5, 'x': 10, 'l': 50}[s[i]]
		if v == 0 {
			return 0
		}
		if v < last {
			n -= v
		} else {
			n, last = n+v, v
		}
	}
	if numeral(n) != s {
		return 0
	}
	return n
}

// writeFirst is what is there to be written on before a number.
var writeFirst = regexp.MustCompile(`^(?:_{2,}|\.{4,})\s*`)

// bullets are the signs that set off one of several things.
const bulletSigns = "-–—•◦○●◯□☐■☑☒✓✔*·▪▸►➢o+"

// scan finds the marks of a line. Those in the middle of a long line are looked
// for as well, since a paper may have lost its line breaks.
func (l *line) scan() {
	if l.picture != "" {
		return
	}
	t := l.text
	at := place(first)
	begin := len(writeFirst.FindString(t))
	for i := begin; i < len(t); {
		l.marksAt(i, at)
		if i == begin {
			for k := range l.marks {
				l.marks[k].at = 0 // the line to write on is a part of the label
			}
		}
		if n := len(l.marks); n > 0 && l.marks[n-1].form.sort == bullet && (l.marks[n-1].at == i || i == begin) && l.marks[n-1].end < len(t) {
			// A letter behind a bullet or in a box: "- A. …", "[x] b) …".
			box := l.marks[n-1]
			l.marksAt(box.end, at)
			l.marks = slices.DeleteFunc(l.marks, func(m mark) bool { return m.at == box.end && m.form.close == "" && m.form.open == "" })
			for k := n; k < len(l.marks); k++ {
				l.marks[k].at, l.marks[k].state = box.at, box.state
			}
		}
		// On to what stands behind the next blank.
		j := i
		if n := len(l.marks); n > 0 && l.marks[n-1].at == i && l.marks[n-1].form.word != "" {
			j = max(i, l.marks[n-1].end-1)
		}
		for j < len(t) && t[j] != ' ' && t[j] != '\t' && t[j] != '|' {
			j++
		}
		k := j
		for k < len(t) && (t[k] == ' ' || t[k] == '\t' || t[k] == '|') {
			k++
		}
		if k == j {
			break
		}
		at = inline
		if strings.ContainsAny(t[j:k], "\t|") || k-j >= 2 {
			at = apart
		} else if strings.ContainsAny(t[j-1:j], ".?!:") {
			at = ended
		}
		i = k
	}
}

// maxWord is how long the word before a number may be.
const maxWord = 12

// marksAt reads what stands at a byte of the text as marks.
func (l *line) marksAt(at int, where place) {
	t := l.text
	i := at
	for i < len(t) && strings.ContainsRune("*_", rune(t[i])) && i-at < 2 {
		i++ // emphasis
	}
	emphasis := t[at:i]
	for _, x := range bulletsAt(t, at, where) {
		l.marks = append(l.marks, x)
	}
	word := ""
	j := i
	for j < len(t) && j-i <= maxWord {
		r, n := utf8.DecodeRuneInString(t[j:])
		if !unicode.IsLetter(r) {
			break
		}
		j += n
	}
	if j > i+1 && j-i <= maxWord || j == i+1 && j < len(t) && strings.ContainsRune(".-:# 0123456789", rune(t[j])) && strings.ContainsRune("qQ", rune(t[i])) {
		k := j
		for k < len(t) && k-j < 3 && strings.ContainsRune(".-:#° ", rune(t[k])) {
			k++
		}
		m := k
		for m < len(t) && t[m] >= '0' && t[m] <= '9' {
			m++
		}
		if m > k && m-k <= 4 && (where == first || questionWords[strings.ToLower(t[i:j])]) {
			word, i = strings.ToLower(t[i:j]), k
		}
	}
	l.counters(at, i, where, word, emphasis)
}

// questionWords are words that number a question, in the languages that are met.
var questionWords = map[string]bool{"question": true, "q": true, "item": true, "problem": true, "exercise": true, "task": true, "no": true, "nr": true, "frage": true, "aufgabe": true,
	"pregunta": true, "ejercicio": true, "questão": true, "pergunta": true, "domanda": true, "vraag": true, "exercice": true, "nro": true, "num": true}

// counters reads a counter at i of a mark that begins at at.
func (l *line) counters(at, i int, where place, word, emphasis string) {
	t := l.text
	open := ""
	if i < len(t) && strings.ContainsRune("([{#<", rune(t[i])) {
		open = t[i : i+1]
		i++
		for i < len(t) && t[i] == ' ' && open != "#" && i < at+4 {
			i++
		}
	}
	j := i
	for j < len(t) && j-i < 8 && (t[j] >= '0' && t[j] <= '9' || t[j]|0x20 >= 'a' && t[j]|0x20 <= 'z') {
		j++
	}
	if j == i || j-i >= 8 {
		return
	}
	body := t[i:j]
	type reading struct {
		sort  sort
		value []int
		guess bool
	}
	var readings []reading
	figures := strings.TrimLeft(body, "0123456789")
	head := body[:len(body)-len(figures)]
	switch {
	case figures == "" && (len(body) <= 3 || len(body) == 4 && where == first):
		n, _ := strconv.Atoi(body)
		readings = append(readings, reading{sort: decimal, value: []int{n}})
		// 1.2 and 1.2.3
		value, k := []int{n}, j
		for k+1 < len(t) && t[k] == '.' && t[k+1] >= '0' && t[k+1] <= '9' && len(value) < 3 {
			m := k + 1
			for m < len(t) && t[m] >= '0' && t[m] <= '9' {
				m++
			}
			if m-k > 3 {
				break
			}
			v, _ := strconv.Atoi(t[k+1 : m])
			value, k = append(value, v), m
		}
		if len(value) > 1 {
			readings, j = []reading{{sort: path, value: value}}, k
		}
	case head != "" && len(head) <= 2 && len(figures) == 1 && figures[0] >= 'a' && figures[0] <= 'j':
		n, _ := strconv.Atoi(head)
		readings = append(readings, reading{sort: suffix, value: []int{n, int(figures[0]-'a') + 1}})
		if figures == "l" {
			readings = append(readings, reading{sort: decimal, value: []int{10*n + 1}, guess: true})
		}
	case head == "" && len(body) > 1 && body[0] >= 'A' && body[0] <= 'Z' && strings.Trim(body[1:], "0123456789") == "" && len(body) <= 3:
		n, _ := strconv.Atoi(body[1:])
		readings = append(readings, reading{sort: joint, value: []int{int(body[0]-'A') + 1, n}})
	default:
		if len(body) == 1 && body[0] >= 'a' {
			readings = append(readings, reading{sort: lower, value: []int{int(body[0]-'a') + 1}})
		} else if len(body) == 1 && body[0] >= 'A' && body[0] <= 'Z' {
			readings = append(readings, reading{sort: upper, value: []int{int(body[0]-'A') + 1}})
		}
		if n := fromNumeral(strings.ToLower(body)); n > 0 {
			if body == strings.ToLower(body) {
				readings = append(readings, reading{sort: roman, value: []int{n}})
			} else if body == strings.ToUpper(body) {
				readings = append(readings, reading{sort: capital, value: []int{n}})
			}
		}
		if where == first && len(body) <= 3 && strings.Trim(body, "0123456789lIO") == "" {
			n, _ := strconv.Atoi(strings.NewReplacer("l", "1", "I", "1", "O", "0").Replace(body))
			if n > 0 {
				readings = append(readings, reading{sort: decimal, value: []int{n}, guess: true})
			}
		}
	}
	if len(readings) == 0 {
		return
	}
	k := j
	if word != "" || open == "#" {
		k = ofMany(t, k)
	}
	k += len(emphasisAt(t[k:], emphasis))
	// What closes it: signs, perhaps behind a blank.
	closeAt := k
	if k+1 < len(t) && t[k] == ' ' && strings.ContainsRune(").", rune(t[k+1])) && (k+2 == len(t) || t[k+2] == ' ') {
		closeAt = k + 1
	}
	m := closeAt
	for m < len(t) && m-closeAt < 3 && strings.ContainsRune(".):]}>/-–—=", runeAt(t, m)) {
		_, n := utf8.DecodeRuneInString(t[m:])
		m += n
	}
	closing := t[closeAt:m]
	end := m
	if closing == "" {
		end, m = k, k
	}
	end += len(emphasisAt(t[end:], emphasis))
	gap := 0
	for end+gap < len(t) && (t[end+gap] == ' ' || t[end+gap] == '\t') {
		gap++
	}
	wide := gap >= 2 || gap > 0 && t[end] == '\t'
	// "A - warm": a dash behind a blank closes as well.
	if closing == "" && gap == 1 && end+2 < len(t) && strings.ContainsRune("-–—:", runeAt(t, end+1)) {
		_, n := utf8.DecodeRuneInString(t[end+1:])
		if end+1+n < len(t) && t[end+1+n] == ' ' {
			closing, end = "-", end+1+n
			for gap = 0; end+gap < len(t) && t[end+gap] == ' '; gap++ {
			}
		}
	}
	closing = closer(closing)
	for _, r := range readings {
		if !l.fits(r.sort, word, open, closing, where, gap, wide, at, end, j-i, r.guess) {
			continue
		}
		l.marks = append(l.marks, mark{at: at, end: end + gap, form: form{word, open, r.sort, closing}, value: r.value, place: where, guess: r.guess})
	}
}

func runeAt(t string, i int) rune {
	r, _ := utf8.DecodeRuneInString(t[i:])
	return r
}

// emphasisAt is the emphasis that closes at the beginning of a text.
func emphasisAt(t, opened string) string {
	if opened != "" && strings.HasPrefix(t, opened) {
		return opened
	}
	return ""
}

// closer is what several ways to close a label come to.
func closer(s string) string {
	switch {
	case strings.Contains(s, ")"):
		return ")"
	case strings.Contains(s, "]"):
		return "]"
	case strings.Contains(s, "/"):
		return "/"
	case strings.HasPrefix(s, "."):
		return "."
	case strings.HasPrefix(s, ":"):
		return ":"
	case s != "":
		return "-"
	}
	return ""
}

// ofMany goes on behind "of 12" or "/12".
func ofMany(t string, i int) int {
	rest := t[i:]
	for _, by := range []string{" of ", "/", " / ", " von ", " de "} {
		if strings.HasPrefix(rest, by) {
			j := len(by)
			for j < len(rest) && rest[j] >= '0' && rest[j] <= '9' {
				j++
			}
			if j > len(by) {
				return i + j
			}
		}
	}
	return i
}

// fits says whether a counter with what is around it may be a label.
func (l *line) fits(s sort, word, open, closing string, where place, gap int, wide bool, at, end, length int, guess bool) bool {
	t := l.text
	alone := end >= len(t)
	if open == "(" && closing != ")" || open == "[" && closing != "]" || open == "{" || open == "<" && closing != "-" {
		return false
	}
	if word != "" && (s == lower || s == upper || s == roman || s == capital) {
		return false
	}
	if gap == 0 && !alone {
		// "a)acid", "a.cuticle" and "1.What", and never "1.5" or "e.g.".
		r := runeAt(t, end)
		switch {
		case closing == ")" || closing == "]":
		case closing == "." && s == decimal && unicode.IsUpper(r), closing == "." && s == lower && unicode.IsLetter(r) && !strings.HasPrefix(t[end+1:], "."), closing == ":" && unicode.IsLetter(r):
		case word == "" || closing == "":
			return false
		}
	}
	if guess {
		return closing != "" && closing != "-" && open == "" && (length > 1 || closing == "." || closing == ")")
	}
	if closing != "" || open != "" || word != "" {
		if closing == "-" && s != decimal && where != first && where != apart && gap == 0 {
			return false
		}
		if open == "#" {
			return s == decimal
		}
		if where == inline && closing == "-" {
			return false
		}
		return true
	}
	// A bare counter: only where it stands out, and not behind another label.
	if n := len(l.marks); n > 0 && l.marks[n-1].end == at && l.marks[n-1].at < at {
		return false
	}
	if alone {
		return where == first && length <= 3 && s != lower
	}
	switch s {
	case decimal, path, joint, suffix:
		return where == first || where == apart
	case roman, capital:
		return (where == first || where == apart) && (wide || length > 1)
	}
	return where == first || where == apart
}

// bulletsAt reads a bullet or a box at a byte of a text.
func bulletsAt(t string, at int, where place) []mark {
	rest := t[at:]
	if box := boxAt(rest); box != "" {
		state := strings.TrimSpace(box[1 : len(box)-1])
		gap := len(box)
		for gap < len(rest) && rest[gap] == ' ' {
			gap++
		}
		if gap == len(box) && gap < len(rest) {
			return nil
		}
		return []mark{{at: at, end: at + gap, form: form{open: box[:1], sort: bullet}, place: where, state: state}}
	}
	r, n := utf8.DecodeRuneInString(rest)
	if !strings.ContainsRune(bulletSigns, r) {
		return nil
	}
	gap := n
	for gap < len(rest) && (rest[gap] == ' ' || rest[gap] == '\t') {
		gap++
	}
	if gap == n || gap == len(rest) || r == 'o' && gap < n+2 && where != first || r == '*' && where != first {
		return nil
	}
	sign, state := string(r), ""
	switch r {
	case '☑', '☒', '■', '●', '✓', '✔':
		sign, state = map[rune]string{'☑': "☐", '☒': "☐", '■': "□", '●': "○", '✓': "✓", '✔': "✓"}[r], "x"
	case '◯':
		sign = "○"
	}
	return []mark{{at: at, end: at + gap, form: form{open: sign, sort: bullet}, place: where, state: state}}
}

// boxAt is a box with what is ticked in it, as "[ ]", "(x)" or "[3]".
func boxAt(t string) string {
	if t == "" || t[0] != '[' && t[0] != '(' {
		return ""
	}
	closing := map[byte]string{'[': "]", '(': ")"}[t[0]]
	i := strings.Index(t, closing)
	if i < 1 || i > 6 {
		return ""
	}
	in := strings.TrimSpace(t[1:i])
	if in == "" && i >= 2 || slices.Contains([]string{"x", "X", "✓", "✔", "*", "√"}, in) {
		return t[:i+1]
	}
	if t[0] == '[' && len(in) == 1 && in[0] >= '1' && in[0] <= '9' {
		return t[:i+1]
	}
	return ""
}
