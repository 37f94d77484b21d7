package split

import (
	"cmp"
	"fmt"
	"hash/fnv"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/question"
	"zincowl/core/source"
)

// paper is a past paper while it is read in one way.
type paper struct {
	lines   []*line
	empty   []*line // on which only a quote sign stands
	items   []*item
	stimuli []*stimulus
	keys    []entry
	habits  *habits
	section string
	choice  Choice  // what a person said of the whole of it
	name    string  // of the way it is read in
	usual   int     // how many options most of its questions have
	worth   float64 // how much the reading looks like a paper, up to about 1
}

func newPaper(raw []string, hints []Hint) *paper {
	p := &paper{}
	for i, text := range raw {
		p.lines = append(p.lines, newLine(i+1, text))
	}
	for _, h := range hints {
		if h.Line >= 1 && h.Line <= len(p.lines) && slices.Contains(roles, h.As) {
			p.lines[h.Line-1].hint = h.As
		}
	}
	p.faces()
	p.spelled()
	p.flags()
	p.headers()
	p.untangle()
	blank := false
	var kept []*line
	for _, l := range p.lines {
		if l.text == "" {
			if blank = true; strings.TrimSpace(l.raw) != "" {
				p.empty = append(p.empty, l)
			}
			continue
		}
		if !l.header {
			l.blank, blank = blank, false
		}
		kept = append(kept, l)
	}
	p.lines = kept
	for _, l := range p.lines {
		l.scan()
	}
	p.bareLetters()
	p.partedLetters()
	p.matchRows()
	return p
}

// belowLead says whether a line stands right below words that come again and again, as
// what they head does: "Right answer", and the number of an option below.
func (p *paper) belowLead(i int, folds []string, seen map[string]int) bool {
	return i > 0 && p.lines[i-1].text != "" && seen[folds[i-1]] >= 3 && len(strings.Fields(folds[i-1])) <= 3 && !strings.ContainsAny(folds[i-1], "#0123456789")
}

// pageLines is how many lines a page has at least.
const pageLines = 6

// headers finds lines that repeat on pages, but for their numbers, and page
// numbers. What could be a part of a question never is one.
func (p *paper) headers() {
	seen, where, close := map[string]int{}, map[string]int{}, map[string]bool{}
	all := make([]string, len(p.lines))
	for i, l := range p.lines {
		if l.text != "" {
			text := folded(l.text)
			all[i] = text
			seen[text]++
			close[text] = close[text] || seen[text] > 1 && l.n-where[text] < pageLines
			where[text] = l.n
		}
	}
	for i, l := range p.lines {
		if l.text == "" || l.hint != "" || l.picture != "" {
			continue
		}
		text := all[i]
		switch {
		case pageLine.MatchString(l.text) && !p.amongAlike(i) && !p.belowLead(i, all, seen):
			l.header = true
		case ruleLine.MatchString(l.text) && (!strings.Contains(l.text, "___") || seen[text] >= 2):
			l.header = true
		case seen[text] >= 2 && strings.Contains(strings.ToLower(l.text), "page ") && digits.MatchString(l.text):
			l.header = true
		case seen[text] >= 3 && counting(text) && !strings.Contains(text, "question"):
			l.header = true
		case seen[text] >= 3 && !close[text] && len(l.text) > 12 && !labelledLine(l.text) && !leads(l.text) && !labelBehind.MatchString(l.text) && !instruction.MatchString(l.text) && !strings.ContainsAny(l.text, "?_"):
			l.header = true
		}
	}
}

// amongAlike says whether a bare number is no page number: numbers of its sort
// stand closer together than pages end, or it is one of several things in a list.
func (p *paper) amongAlike(i int) bool {
	if !loneNumber.MatchString(p.lines[i].text) {
		return false
	}
	free := func(j int) bool { return j < 0 || j >= len(p.lines) || p.lines[j].text == "" }
	isolated := free(i-1) && free(i+1)
	n, _ := strconv.Atoi(digits.FindString(p.lines[i].text))
	for j := max(0, i-leastPage); j < min(len(p.lines), i+leastPage); j++ {
		if j == i || !loneNumber.MatchString(p.lines[j].text) {
			continue
		}
		if m, _ := strconv.Atoi(digits.FindString(p.lines[j].text)); (m == n+1) == (j > i) && (m == n+1 || m == n-1) {
			return true
		}
	}
	if isolated {
		return false
	}
	for j, l := range p.lines {
		if loneNumber.MatchString(l.text) {
			if m, _ := strconv.Atoi(digits.FindString(l.text)); m == n+1 && j > i || m == n-1 && j < i {
				return false
			}
		}
	}
	return true
}

// leastPage is how many lines apart page numbers stand at least.
const leastPage = 18

var loneNumber = regexp.MustCompile(`^[-–— ]*\d{1,3}[-–— ]*$`)

// counting says whether a line is nothing but a word that numbers pages, and a
// number.
func counting(folded string) bool {
	word, rest, ok := strings.Cut(folded, " ")
	return ok && furnitureWords[strings.Trim(word, "-–—.")] && strings.Trim(rest, "# of/-–—.:") == ""
}

// labelledLine says whether a line begins with a label or a bullet.
func labelledLine(text string) bool {
	l := &line{text: text}
	l.marksAt(0, first)
	return len(l.marks) > 0
}

// clone copies a paper, so that it can be read in another way.
func (p *paper) clone() *paper {
	c := &paper{lines: make([]*line, len(p.lines)), empty: p.empty, choice: p.choice}
	for i, l := range p.lines {
		copied := *l
		c.lines[i] = &copied
	}
	return c
}

// uncount is what it costs to leave numbers of lines aside that count up.
const uncount = 0.3

// sample is how many lines of a long paper are read in each way, to see which
// ways are worth reading all of it in; tries is how many those are.
const (
	sample = 400
	tries  = 2
)

// near is how much worse than the best a way may look and still be tried.
const near = 0.2

// chosen reads a paper in each way that its marks allow and keeps the best, or the one
// that is asked for, with what else it may be.
func (p *paper) chosen(told Told) Paper {
	p.choice = told.As
	stands := p.readings()[0]
	out := stands.finish(told.Keys)
	if len(out.Questions) == 0 {
		return out
	}
	parts, others := p.parts(stands, out, told)
	out.Parts, out.Misread = parts, misread(p.lines)
	for _, other := range others {
		for _, d := range p.doubts(reading{stands, out}, other, told) {
			if !slices.ContainsFunc(out.Doubts, func(o Doubt) bool { return o.Of == d.Of }) {
				d.Instead = p.instead(d, out, told)
				out.Doubts = append(out.Doubts, d)
			}
		}
	}
	return out
}

// nameOf names a way of reading by the forms of the marks that questions begin with.
func nameOf(starts []spot) string {
	var forms []string
	for _, s := range starts {
		if f := fmt.Sprint(s.mark.form); !slices.Contains(forms, f) {
			forms = append(forms, f)
		}
	}
	h := fnv.New32a()
	h.Write([]byte(strings.Join(forms, "|")))
	return strconv.FormatUint(uint64(h.Sum32()), 36)
}

// readings are the paper in each way that its marks allow, the likeliest first, or only
// in the one that is asked for.
func (p *paper) readings() []*paper {
	ways := p.ways()
	if len(ways) == 0 {
		ways = [][]spot{nil}
	}
	counted := slices.ContainsFunc(ways, plainCount)
	names := make([]string, len(ways))
	order := make([]int, len(ways))
	for i, w := range ways {
		order[i], names[i] = i, nameOf(w)
		if slices.Contains(names[:i], names[i]) {
			names[i] += "-" + strconv.Itoa(i)
		}
	}
	if asked := slices.Index(names, p.choice.Questions); asked >= 0 {
		order = []int{asked}
	} else if len(p.lines) > sample {
		order = p.promising(ways, counted)
	}
	var out []*paper
	best := 0
	for n, i := range order {
		c := p.readAs(ways[i], counted)
		c.name = names[i]
		if out = append(out, c); c.worth > out[best].worth+1e-9 {
			best = n
		}
	}
	out[0], out[best] = out[best], out[0]
	slices.SortStableFunc(out[1:], func(a, b *paper) int { return cmp.Compare(b.worth, a.worth) })
	return out
}

// readAs reads a copy of the paper in one way.
func (p *paper) readAs(starts []spot, counted bool) *paper {
	c := p.clone()
	c.read(starts)
	if counted && !plainCount(starts) {
		c.worth -= uncount
	}
	c.worth -= unfilled * float64(gaps(starts))
	return c
}

// unfilled is what it costs where numbers are missing from a count.
const unfilled = 0.06

// gaps is how many numbers a count leaves out with nothing in their place.
func gaps(starts []spot) int {
	n, between := 0, 0
	var last []int
	for _, s := range starts {
		if len(s.value) == 0 {
			between++
			continue
		}
		if k := len(s.value) - 1; len(last) == k+1 && slices.Equal(last[:k], s.value[:k]) {
			if s.value[k] < last[k] && s.value[k] > 1 {
				return 0 // columns that were copied block by block
			}
			n += max(0, s.value[k]-last[k]-1-between)
		}
		last, between = s.value, 0
	}
	return n
}

// promising are the ways in which the beginning of a long paper reads best.
func (p *paper) promising(ways [][]spot, counted bool) []int {
	head := &paper{lines: p.lines[:sample], choice: p.choice}
	worth := map[int]float64{}
	order := make([]int, 0, len(ways))
	for i, w := range ways {
		n := 0
		for n < len(w) && w[n].line < sample {
			n++
		}
		if n == 0 {
			continue
		}
		worth[i] = head.readAs(w[:n], counted).worth
		order = append(order, i)
	}
	if len(order) == 0 {
		return []int{0}
	}
	slices.SortStableFunc(order, func(a, b int) int {
		return cmp.Or(cmp.Compare(worth[b], worth[a]), cmp.Compare(len(ways[b]), len(ways[a])))
	})
	most := worth[order[0]]
	return slices.DeleteFunc(order[:min(tries, len(order))], func(i int) bool { return worth[i] <= most-near })
}

// read reads a paper whose questions begin at the given marks.
func (p *paper) read(starts []spot) {
	starts = p.told(starts)
	blocks, heads := p.blocks(starts)
	blocks, region := p.listed(blocks)
	heads, ahead := answersAhead(blocks, heads)
	region = append(region, ahead...)
	p.compose(blocks, heads)
	p.habits = p.survey()
	for _, it := range p.items {
		it.build(p.habits)
	}
	p.leftovers()
	p.answers(region)
	p.applyKeys()
	p.induce()
	p.rate()
}

// told applies what a person said of lines to where questions begin.
func (p *paper) told(starts []spot) []spot {
	var out []spot
	for _, s := range starts {
		if l := p.lines[s.line]; !l.header && (l.hint == "" || l.hint == Start) {
			out = append(out, s)
		}
	}
	for i, l := range p.lines {
		if l.hint == Start && !slices.ContainsFunc(out, func(s spot) bool { return s.line == i }) {
			s := spot{i, mark{form: form{sort: named}}}
			for _, m := range l.marks {
				if m.at == 0 && m.value != nil && m.form.sort != bullet {
					s.mark = m
					break
				}
			}
			out = append(out, s)
		}
	}
	slices.SortStableFunc(out, func(a, b spot) int {
		if a.line != b.line {
			return a.line - b.line
		}
		return a.at - b.at
	})
	return out
}

// block is the lines from one start to the next.
type block struct {
	mark  mark
	lines []*line
	again bool  // its count began again
	over  *line // the word above that begins it
}

// blocks cuts the lines at the starts; what stands before the first comes back
// as well.
func (p *paper) blocks(starts []spot) ([]*block, []*line) {
	var out []*block
	var heads, cut []*line
	next := 0
	for i, l := range p.lines {
		rest, shift := l, 0
		for next < len(starts) && starts[next].line == i {
			s := starts[next]
			next++
			if at := s.at - shift; at > 0 {
				var front *line
				front, rest = rest.cut(at)
				shift = s.at
				cut = append(cut, front)
				if len(out) == 0 {
					heads = append(heads, front)
				} else {
					out[len(out)-1].lines = append(out[len(out)-1].lines, front)
				}
			}
			again := len(out) > 0 && len(s.value) > 0 && allOne(s.value) && len(out[len(out)-1].mark.value) > 0
			var over *line
			if s.state == below {
				if n := len(out); n > 0 && len(out[n-1].lines) > 0 {
					over, out[n-1].lines = out[n-1].lines[len(out[n-1].lines)-1], out[n-1].lines[:len(out[n-1].lines)-1]
				} else if n == 0 && len(heads) > 0 {
					over, heads = heads[len(heads)-1], heads[:len(heads)-1]
				}
			}
			out = append(out, &block{mark: s.mark, again: again, over: over})
			if end := s.end - shift; end > 0 {
				_, body := rest.cut(min(end, len(rest.text)))
				shift = s.end
				rest = body
				rest.blank, rest.indent = l.blank, l.indent
			}
		}
		cut = append(cut, rest)
		switch {
		case l.header:
			rest.as, rest.why = Left, "repeats on the pages, or is a page number"
		case l.hint == Left:
			rest.as, rest.why = Left, "set aside by hand"
		case len(out) == 0:
			heads = append(heads, rest)
		default:
			out[len(out)-1].lines = append(out[len(out)-1].lines, rest)
		}
	}
	p.lines = cut
	return out, heads
}

// finish makes the result.
func (p *paper) finish(corrected map[int]string) Paper {
	out := Paper{Questions: []question.Question{}, Stimuli: []question.Stimulus{}, Leftovers: []Leftover{}, Lines: []Ending{}, Parts: []Part{}, Doubts: []Doubt{}, Misread: []Misread{}}
	for _, it := range p.items {
		p.depicted(it)
	}
	for _, s := range p.stimuli {
		out.Stimuli = append(out.Stimuli, s.Stimulus)
	}
	for _, it := range p.items {
		for _, q := range it.out {
			if key, ok := corrected[q.Origin.Line]; ok {
				q.Key = question.Key{}
				setKey(q, key)
			}
			finishKind(q, it)
			out.Questions = append(out.Questions, *q)
		}
	}
	ended := map[int]bool{}
	for _, l := range p.lines {
		if ended[l.n] || strings.TrimSpace(l.raw) == "" {
			continue
		}
		ended[l.n] = true
		place := Ending{Line: l.n, As: l.as}
		switch {
		case l.of != nil:
			place.Of = l.of.id
		case l.sti != nil:
			place.Of = l.sti.ID
		default:
			place.As = Left
			if l.why == "" {
				l.why = "could not be understood"
			}
			out.Leftovers = append(out.Leftovers, Leftover{l.raw, source.Locator{Line: l.n}, l.why})
		}
		out.Lines = append(out.Lines, place)
	}
	for _, l := range p.empty {
		if ended[l.n] {
			continue // the other column has text
		}
		ended[l.n] = true
		out.Lines = append(out.Lines, Ending{Line: l.n, As: Left})
		out.Leftovers = append(out.Leftovers, Leftover{l.raw, source.Locator{Line: l.n}, "nothing but a sign"})
	}
	out.Layout = p.says(out)
	slices.SortStableFunc(out.Lines, func(a, b Ending) int { return a.Line - b.Line })
	slices.SortStableFunc(out.Leftovers, func(a, b Leftover) int { return a.Locator.Line - b.Locator.Line })
	return out
}

// label is how a question is named.
func (b *block) label() (string, int) {
	if b.mark.form.sort == decimal {
		return b.mark.label(), b.mark.value[0]
	}
	return b.mark.label(), 0
}

func (it *item) take(lines []*line) {
	for i, l := range lines {
		l.of = it
		if l.as == "" && i == 0 {
			l.as = Start
		}
	}
	it.lines = append(it.lines, lines...)
}

func newItem(p *paper, b *block) *item {
	it := &item{id: fmt.Sprintf("q%d", len(p.items)+1)}
	it.label, it.number = b.label()
	if f := b.mark.form; it.label != "" {
		word := f.word
		if word != "" {
			word = strings.ToUpper(word[:1]) + word[1:] + " "
		}
		it.printed = word + f.open + it.label + f.close
	}
	return it
}
