package split

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"
)

// region is which part of a paper a line stands in.
type region int

const (
	body region = iota
	keys
	reasons
)

// walker goes through a paper line by line.
type walker struct {
	*paper
	in      region
	cur     *item
	sti     *stimulus
	open    bool // the stimulus goes on
	pending []*line
	section string
	restart bool // numbers may begin again
	last    int
	blank   bool
	entry   *entry  // the reason under way
	shown   []*line // pictures that wait for the next question
}

func (p *paper) walk() {
	w := &walker{paper: p}
	for i, l := range p.lines {
		if l.text == "" {
			w.blank = true
			continue
		}
		w.take(i, l)
		w.blank = false
	}
	for _, l := range w.pending {
		l.as, l.why = Left, "a heading or an instruction with no question below it"
	}
}

func (w *walker) take(i int, l *line) {
	if l.picture != "" {
		w.picture(l)
		return
	}
	if l.hint != "" {
		w.told(l)
		return
	}
	switch {
	case l.header:
		l.as, l.why = Left, "repeats on the pages, or is a page number"
		return
	case ruleLine.MatchString(l.text) && !strings.Contains(l.text, "___"):
		w.rule(l)
		return
	case w.in == body && w.keyBegins(i, l):
		w.in, w.cur, w.open = keys, nil, false
		if len(pairs(l.text)) > 0 {
			w.answer(l)
		} else {
			w.pending = append(w.pending, l)
		}
		return
	case w.in != body && reasonHead.MatchString(l.text), w.in == body && len(w.items) > 0 && reasonHead.MatchString(l.text) && w.outside(i):
		w.in, w.cur, w.open, w.entry = reasons, nil, false, nil
		w.pending = append(w.pending, l)
		return
	}
	if w.in != body {
		if w.bodyAgain(i, l) {
			w.in, w.cur, w.entry = body, nil, nil
		} else {
			w.answer(l)
			return
		}
	}
	w.question(i, l)
}

// rule takes a line drawn across the page: it ends a stimulus that has begun,
// and belongs to what it stands in.
func (w *walker) rule(l *line) {
	switch {
	case w.open && w.sti != nil:
		w.toStimulus(l)
	case w.cur != nil:
		l.as, l.of = Stem, w.cur
	case w.in != body:
		l.as = Key
		w.pending = append(w.pending, l)
	default:
		l.as, l.why = Left, "a line drawn across the page"
	}
}

// told takes a line as the person said.
func (w *walker) told(l *line) {
	switch l.hint {
	case Start:
		x := label{rest: l.text, n: 0}
		if len(l.numbered) > 0 {
			x = l.numbered[0]
		}
		w.in = body
		w.begin(l, x)
	case Given:
		w.in = body
		if !w.open || w.sti == nil {
			w.stimulus(l)
		} else {
			w.toStimulus(l)
		}
	case Section:
		w.heading(l)
	case Left:
		l.as, l.why = Left, "set aside by hand"
	default:
		if w.cur == nil && len(w.items) > 0 {
			w.cur = w.items[len(w.items)-1]
		}
		if w.cur == nil {
			l.as, l.why = Left, "stands before the first question"
			return
		}
		w.open = false
		w.add(l)
	}
}

// keyBegins says whether a key that stands apart begins: a heading, a line of
// many answers, or a grid of them.
func (w *walker) keyBegins(i int, l *line) bool {
	if len(w.items) == 0 {
		return false
	}
	if keyHead.MatchString(l.text) || reasonHead.MatchString(l.text) && strings.Contains(strings.ToLower(l.text), "answer") {
		return w.outside(i)
	}
	n := len(pairs(l.text))
	if w.cur != nil && w.cur.matched && !w.cur.counted && n == w.cur.rows {
		return false // the pairs of a match
	}
	return n >= 3 && len(l.text) < 400
}

// outside says whether a heading is one: what follows is no plain word of an
// answer on the next line that ends the question.
func (w *walker) outside(i int) bool {
	for _, l := range w.lines[i+1:] {
		if l.text == "" || ruleLine.MatchString(l.text) {
			continue
		}
		return len(l.numbered) > 0 || len(pairs(l.text)) > 0 || grid(l.text) || len(columns(l.raw)) > 1 || keyHead.MatchString(l.text) || reasonHead.MatchString(l.text) || sectionHead.MatchString(l.text) || kindHead.MatchString(l.text)
	}
	return true
}

// bodyAgain says whether questions go on behind a key.
func (w *walker) bodyAgain(i int, l *line) bool {
	if sectionHead.MatchString(l.text) || kindHead.MatchString(l.text) {
		// A key may be parted as the paper is.
		for _, next := range w.lines[i+1:] {
			if next.text == "" {
				continue
			}
			if len(pairs(next.text)) > 0 || grid(next.text) {
				return false
			}
			if e, ok := single(next); ok {
				return !e.short() || w.questionAhead(i+1)
			}
			return true
		}
		return false
	}
	if len(l.numbered) == 0 || w.in == reasons {
		return false
	}
	return w.offersFollow(i) && w.fresh(l)
}

// fresh says whether a number is not that of a question that was read.
func (w *walker) fresh(l *line) bool {
	for _, it := range w.items {
		if it.number == l.numbered[0].n {
			return false
		}
	}
	return true
}

func (w *walker) offersFollow(i int) bool {
	n := 0
	for _, next := range w.lines[i+1:] {
		if next.text == "" {
			continue
		}
		if _, ok := option(next.text); ok {
			return true
		}
		if n++; n == 4 || len(next.numbered) > 0 {
			return false
		}
	}
	return false
}

func (w *walker) questionAhead(i int) bool {
	for _, next := range w.lines[i:min(len(w.lines), i+8)] {
		if strings.HasSuffix(next.text, "?") {
			return true
		}
		if _, ok := option(next.text); ok {
			return true
		}
	}
	return false
}

// question takes a line of the body.
func (w *walker) question(i int, l *line) {
	if w.cur != nil && w.cur.matched && w.row(l) {
		w.add(l)
		return
	}
	if x, ok := w.starts(i, l); ok {
		w.begin(l, x)
		return
	}
	if w.plain && asked.MatchString(l.text) {
		w.begin(l, label{rest: l.text})
		return
	}
	offered := w.cur.offered(l.text)
	solves := answerLine.MatchString(l.text) || answerAlone.MatchString(l.text) || reasonLine.MatchString(l.text)
	within := w.cur != nil && !w.blank && w.cur.offers == 0 && !w.cur.solved && !sectionHead.MatchString(l.text)
	switch {
	case offered && w.cur != nil, solves && w.cur != nil:
		w.add(l)
	case !within && !offered && given.MatchString(l.text) && len(l.text) < 400 && !strings.HasSuffix(l.text, "?"):
		w.stimulus(l)
	case !within && !offered && (sectionHead.MatchString(l.text) || kindHead.MatchString(l.text) || instruction.MatchString(l.text) && len(l.text) < 300):
		w.heading(l)
	case w.open && w.sti != nil:
		w.toStimulus(l)
	case w.plain && !offered && !solves && w.done():
		w.begin(l, label{rest: l.text})
	case w.cur != nil && len(w.pending) == 0:
		w.add(l)
	case len(w.pending) > 0 && !offered:
		w.heading(l)
	case len(w.items) == 0:
		l.as, l.why = Left, "stands before the first question"
	default:
		l.as, l.why = Left, "stands between two questions"
	}
}

// done says whether an unnumbered question that has begun is whole, so that the
// next plain line begins another.
func (w *walker) done() bool {
	if w.cur == nil {
		return true
	}
	if w.cur.solved {
		return true
	}
	return w.blank && w.cur.offers > 0
}

// starts says whether a question begins with a line, and what its number is.
func (w *walker) starts(i int, l *line) (label, bool) {
	if w.plain {
		return label{}, false
	}
	for _, x := range l.numbered {
		if x.style != w.main && (w.main == worded || x.style == bare) {
			continue
		}
		if x.style != w.main && x.style == worded {
			continue
		}
		if w.cur != nil && x.style != w.main && x.style != blankd && !w.blank && w.cur.offers == 0 && !w.cur.solved {
			continue
		}
		if x.style != w.main && w.cur != nil && x.n == w.cur.offers+1 && x.n <= most && (w.cur.offers > 0 || x.n == 1) {
			continue // a numbered option
		}
		switch {
		case x.n == w.last+1:
			if x.style == bare && w.last > 0 && !w.complete() && !w.blank {
				continue
			}
			return x, true
		case w.last == 0 && (x.n == 1 || w.ahead(i, x.n+1)):
			return x, true
		case x.n == 1 && w.last > 0 && (w.restart || w.complete()) && w.ahead(i, 2):
			return x, true
		case x.n > w.last+1 && x.n <= w.last+4 && x.style == w.main && !w.ahead(i, w.last+1):
			return x, true
		case x.style == worded && x.n > w.last && x.n < w.last+50:
			return x, true
		case w.restart && x.n > w.last && x.style == w.main && w.ahead(i, x.n+1):
			return x, true
		}
	}
	return label{}, false
}

// complete says whether the question under way has what ends one.
func (w *walker) complete() bool {
	return w.cur == nil || w.cur.offers > 0 || w.cur.solved || w.cur.rows > 1
}

// near is how many lines ahead the next number is looked for.
const near = 60

// ahead says whether a number in the paper's style follows.
func (w *walker) ahead(i, n int) bool {
	for _, l := range w.lines[i+1 : min(len(w.lines), i+near)] {
		if keyHead.MatchString(l.text) {
			return false
		}
		for _, x := range l.numbered {
			if x.n == n && x.style == w.main {
				return true
			}
		}
	}
	return false
}

var (
	matchWord = regexp.MustCompile(`(?i)\bmatch(?:ing)?\b`)
	numberRow = regexp.MustCompile(`^\s*(?:_{2,}\s*|\(\s*\)\s*)?(?:\(?(\d{1,2})[.)]|\(?([A-Ja-j])[.)])\s*\S`)
)

// row says whether a line is a row of the match under way.
func (w *walker) row(l *line) bool {
	m := numberRow.FindStringSubmatch(l.text)
	if m == nil {
		return len(columns(l.raw)) == 2 && !answerLine.MatchString(l.text) && len(l.numbered) == 0
	}
	if m[1] == "" {
		return true
	}
	n, _ := strconv.Atoi(m[1])
	if n == w.cur.rows+1 {
		w.cur.rows++
		if w.cur.counted {
			w.last = n
		}
		return true
	}
	return false
}

// begin opens a question.
func (w *walker) begin(l *line, x label) {
	it := &item{id: fmt.Sprintf("q%d", len(w.items)+1), number: x.n, rest: x.rest, section: w.section, main: w.main}
	if m := asked.FindStringSubmatch(it.rest); m != nil && x.n == 0 {
		it.rest, it.asked = m[1], true
	}
	if x.n > 0 {
		it.label = strconv.Itoa(x.n)
		w.last = x.n
	}
	if matchWord.MatchString(w.section) && len(sides(l)) == 2 {
		it.matched, it.counted, it.rows = true, true, x.n
	} else {
		it.matched = matchWord.MatchString(x.rest)
	}
	if w.sti != nil {
		if w.sti.covers(x.n) {
			it.sti = w.sti
		} else {
			w.sti = nil
		}
	}
	for _, s := range w.pending {
		s.as, s.of = Section, it
	}
	w.pending = nil
	for _, s := range w.shown {
		it.show(s)
	}
	w.shown = nil
	w.items = append(w.items, it)
	w.cur, w.open, w.restart = it, false, false
	l.as, l.of = Start, it
	it.lines = append(it.lines, l)
	if _, several := options(x.rest, "a"); len(several) > 1 {
		it.offers += len(several)
	}
}

// add puts a line into the question under way.
func (w *walker) add(l *line) {
	it := w.cur
	l.of, l.as = it, Stem
	if it.as(l) {
		it.solved = true
	} else if it.offered(l.text) {
		it.offers++
	} else if _, several := options(l.text, "a"); len(several) > 1 {
		it.offers += len(several)
	}
	if it.matched = it.matched || it.offers == 0 && len(it.lines) < 4 && matchWord.MatchString(l.text); it.matched && it.rows == 0 {
		w.row(l)
	}
	it.lines = append(it.lines, l)
}

// as says whether a line states the answer.
func (it *item) as(l *line) bool {
	return answerLine.MatchString(l.text) || answerAlone.MatchString(l.text) || l.hint == Key || it.asked && answered.MatchString(l.text)
}

// asked and answered are a question and an answer as on the two sides of a card.
var (
	asked    = regexp.MustCompile(`^(?:Q|Question|Frage|Pregunta)\s*[:.]\s+(\S.*)$`)
	answered = regexp.MustCompile(`^(?:A|Ans|Answer|Antwort|Respuesta)\s*[:.]\s+(\S.*)$`)
)

// offered says whether a line may be an option of the question.
func (it *item) offered(text string) bool {
	if _, ok := option(text); ok {
		return it == nil || !it.asked || !answered.MatchString(text)
	}
	if it == nil {
		return false
	}
	_, ok := numberedOption(text, it.main, it.offers+1)
	return ok
}

// heading takes a heading or an instruction, to go with the next question.
func (w *walker) heading(l *line) {
	if len(w.pending) == 0 {
		w.section = ""
	}
	w.pending = append(w.pending, l)
	w.section = strings.TrimSpace(w.section + " " + l.text)
	w.cur, w.open, w.sti, w.restart = nil, false, nil, true
}
