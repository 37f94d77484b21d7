package split

import (
	"maps"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"zincowl/core/question"
)

var (
	matchWord   = regexp.MustCompile(`(?i)\bmatch(?:ing)?\b`)
	stimuliWord = regexp.MustCompile(`(?i)\b(?:questions?|items?|nos?|numbers|q|qs|fragen|aufgaben|preguntas|problems|exercises)\b`)
	labelBehind = regexp.MustCompile(`^([^\w\s]{1,3}|[^\w]*\pL[\pL .']{0,18}?)\s*[:=.–-]*\s*[(\[]?([A-Ha-h]|[ivxIVX]{1,4}|[1-8])[)\]]?\.?$`)
)

// listed takes the answers that stand apart out of the blocks, and says which
// blocks are left and which lines the answers are.
func (p *paper) listed(blocks []*block) ([]*block, []*line) {
	if p.choice.Keys == apartNot {
		return blocks, nil
	}
	k := newList(numbered(blocks))
	var region []*line
	var out []*block
	seen := map[string]bool{}
	in := false
	for i, b := range blocks {
		label, _ := b.label()
		if in {
			if !b.real(seen[label]) {
				region = append(region, b.whole()...)
				continue
			}
			in = false
			if n := len(out); n > 0 { // a heading of the next section
				at := len(region)
				for at > 0 && !labelledLine(region[at-1].text) && !k.several(region[at-1].text) && (sectionHead.MatchString(region[at-1].text) || kindHead.MatchString(region[at-1].text) || instruction.MatchString(region[at-1].text)) {
					at--
				}
				out[n-1].lines = append(out[n-1].lines, region[at:]...)
				region = region[:at]
			}
		}
		if b.again && seen[label] && (answersFrom(blocks[i:]) && !answersFrom(blocks[:i]) || echoes(blocks[:i], blocks[i:])) {
			in = true
			region = append(region, b.whole()...)
			continue
		}
		seen[label] = true
		out = append(out, b)
		matched := (&item{lines: b.lines}).matching()
		for j, l := range b.lines {
			if l.hint != "" || matched && !headsKey(l) || j == 0 && (b.mark.form.sort != named || !headsKey(l)) {
				continue
			}
			if offersAt(l) || strings.HasSuffix(l.text, "?") {
				continue
			}
			if k.begins(b.lines[j:], blocks[i+1:], i == len(blocks)-1) {
				in = true
				region = append(region, b.lines[j:]...)
				b.lines = b.lines[:j]
				break
			}
		}
		if in && len(b.lines) == 0 {
			out = out[:len(out)-1]
		}
	}
	return out, region
}

// answersAhead takes out of the lines above the first question those that answer several
// of them.
func answersAhead(blocks []*block, heads []*line) (rest, answers []*line) {
	k := newList(numbered(blocks))
	for _, l := range heads {
		if l.hint == "" && len(blocks) > 2 && (k.several(l.text) || len(k.grouped(l.text)) > 1 && len(answers) > 0) {
			answers = append(answers, l)
			continue
		}
		rest = append(rest, l)
	}
	return rest, answers
}

// numbered is a paper that has the labels of blocks and nothing else.
func numbered(blocks []*block) *paper {
	p := &paper{}
	for _, b := range blocks {
		p.items = append(p.items, newItem(p, b))
	}
	return p
}

// begins says whether answers begin with the first of some lines: below a
// heading, or as a row of them.
func (k *list) begins(lines []*line, blocks []*block, end bool) bool {
	l := lines[0]
	next := ""
	if len(lines) > 1 {
		next = lines[1].text
	}
	if headsKey(l) || reasonHead.MatchString(l.text) {
		switch {
		case len(lines) > 2 && k.grid(next, lines[2].text) != nil, runOfKeys.MatchString(next), len(k.reversed(next)) >= 2:
			return true
		case len(k.grouped(next)) > 0 && len(lines) > 2 && (len(k.grouped(lines[2].text)) > 0 || len(k.grouped(next)) > 1):
			return true
		case next != "":
			ok := false
			for _, l := range lines[1:min(4, len(lines))] { // a table of answers has a head of its own
				text := strings.Trim(l.text, "| ")
				_, labelled := k.labelled(text, 0)
				ok = ok || labelled && (text == next || strings.Contains(l.text, "|")) || k.told(text) != nil
			}
			return ok || len(k.row(next)) > 1 || keyHead.MatchString(next) || reasonHead.MatchString(next) || sectionHead.MatchString(next) || kindHead.MatchString(next)
		}
		return len(blocks) > 0 && !blocks[0].real(true)
	}
	if next != "" && k.grid(l.text, next) != nil {
		return true
	}
	if next != "" && (len(k.grouped(l.text)) > 1 || len(k.grouped(next)) > 1) && len(k.grouped(l.text)) > 0 && len(k.grouped(next)) > 0 {
		return true
	}
	if !k.several(l.text) {
		return false
	}
	row := k.row(l.text)
	if runOfKeys.MatchString(l.text) || len(row) == 0 {
		return true
	}
	letters := 0
	for i, f := range row {
		to := len(l.text)
		if i+1 < len(row) {
			to = row[i+1].begin
		}
		if v := strings.Trim(l.text[f.end:to], " ,;|·•–-()."); letterOnly.MatchString(v) || twoValue.MatchString(v) {
			letters++
		}
	}
	lead := keyFirst.FindString(l.text) != "" || keyHead.MatchString(strings.SplitN(l.text, ":", 2)[0])
	return lead || letters*3 >= len(row)*2 && (end || letters == len(row))
}

// whole are the lines of a block with its label put back.
func (b *block) whole() []*line {
	if len(b.lines) == 0 || b.mark.value == nil {
		return b.lines
	}
	l := b.lines[0]
	l.text = b.mark.label() + closing(b.mark.form) + " " + l.text
	return b.lines
}

func closing(f form) string {
	if f.close == "" || f.close == "-" {
		return " "
	}
	return f.close
}

// real says whether a block is a question, and no answer to one of its label.
func (b *block) real(seen bool) bool {
	for _, l := range b.lines {
		if strings.HasSuffix(l.text, "?") {
			return true
		}
	}
	for _, r := range runs(b.lines) {
		if len(r.spots) >= 3 && r.spots[0].place >= apart && r.form.sort.letters() {
			return true
		}
	}
	return !seen && len(b.text()) > 60
}

func (b *block) text() string {
	var out strings.Builder
	for _, l := range b.lines {
		out.WriteString(l.text + " ")
	}
	return strings.TrimSpace(out.String())
}

// answersFrom says whether most blocks up to the next beginning of the count are
// bare answers.
func answersFrom(blocks []*block) bool {
	bare, n := 0, 0
	for i, b := range blocks {
		if b.again && i > 0 {
			break
		}
		n++
		if text := b.text(); bareAnswer(text) && len(b.lines) <= 2 {
			bare++
		}
	}
	return n > 1 && bare*10 >= n*7
}

// echoes says whether blocks whose count began again say what the ones of the same labels
// have among their options, most of those that have any.
func echoes(asked, blocks []*block) bool {
	by := map[string]string{}
	for _, b := range asked {
		label, _ := b.label()
		if by[label] == "" {
			by[label] = wordsAlone(b.text())
		}
	}
	n, said := 0, 0
	for i, b := range blocks {
		label, _ := b.label()
		text := b.text()
		if b.again && i > 0 || strings.HasSuffix(text, "?") {
			break
		}
		n++
		first := text
		if at := strings.IndexAny(text, "~(;–—="); at > 1 {
			first = text[:at]
		}
		if p := wordsAlone(first); p != "" && len(p) < len(by[label]) && strings.Contains(" "+by[label]+" ", " "+p+" ") {
			said++
		}
	}
	return n >= 3 && said*2 >= n
}

// wordsAlone are the words and numbers of a text, with one blank between them.
func wordsAlone(text string) string {
	return strings.Join(strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) && r != '.' }), " ")
}

// bareAnswer says whether a text is an answer and no question: a letter, or a
// word or two, whatever explains it.
func bareAnswer(text string) bool {
	return !strings.HasSuffix(text, "?") && (len(strings.Fields(text)) <= 3 || letterKey.MatchString(text) && !articled.MatchString(text) || len(text) < 60 && binaryKey.MatchString(text))
}

// articled is a text that begins with the article.
var articled = regexp.MustCompile(`^[Aa]\s+[a-z]`)

// compose makes items of the blocks, and gives each what stands above it.
func (p *paper) compose(blocks []*block, heads []*line) {
	pending := p.preamble(heads)
	var open *stimulus
	blocks = slices.DeleteFunc(blocks, func(b *block) bool { return len(b.lines) == 0 })
	for i, b := range blocks {
		var next *block
		if i+1 < len(blocks) {
			next = blocks[i+1]
		}
		at := len(b.lines)
		for j := 1; j < len(b.lines); j++ {
			if p.heading(b, j, next) {
				at = j
				break
			}
		}
		tail := b.lines[at:]
		b.lines = b.lines[:at]
		if n := len(p.items); n > 0 && p.items[n-1].counted && len(pending) == 0 && len(b.mark.value) == 1 && b.mark.value[0] == p.items[n-1].rows+1 && len(b.lines) > 0 && len(sides(b.lines[0])) == 2 {
			it := p.items[n-1]
			it.rows++
			it.take(b.lines)
			pending = tail
			continue
		}
		it := newItem(p, b)
		p.items = append(p.items, it)
		if len(pending) > 0 {
			open = p.above(it, pending)
		}
		it.section = p.section
		if open != nil {
			if open.covers(it.number) {
				it.sti = open
			} else {
				open = nil
			}
		}
		shown := p.pictures(it, b)
		if b.over != nil {
			b.over.as, b.over.of = Section, it
		}
		it.take(b.lines)
		if len(it.lines) > 0 && matchWord.MatchString(it.section) && len(sides(it.lines[0])) == 2 && it.number > 0 {
			it.matched, it.counted, it.rows = true, true, it.number
		} else {
			it.matched = it.matching()
		}
		pending = append(shown, tail...)
	}
	for _, l := range pending {
		l.as, l.why = Left, "a heading or an instruction with no question below it"
		if l.picture != "" {
			l.why = "a picture with no question below it"
		}
	}
}

// pictures gives an item the pictures of its block, but for those that stand
// below what is whole already: they belong to the next one.
func (p *paper) pictures(it *item, b *block) []*line {
	var next []*line
	whole := false
	for i, l := range b.lines {
		if l.picture == "" {
			whole = false
			continue
		}
		for _, r := range runs(b.lines[:i]) {
			whole = whole || len(r.spots) >= 2
		}
		if whole && l.hint == "" {
			next = append(next, l)
		} else {
			it.show(l)
		}
	}
	b.lines = slices.DeleteFunc(b.lines, func(l *line) bool { return slices.Contains(next, l) })
	return next
}

// matching says whether two columns are to be joined.
func (it *item) matching() bool {
	if len(it.lines) == 0 {
		return false
	}
	rows := 0
	for _, l := range it.lines {
		if paired(l) {
			rows++
		}
	}
	if rows >= 3 && rows*2 >= len(it.lines)-1 {
		return true
	}
	for i, l := range it.lines {
		if i < 4 && matchWord.MatchString(l.text) {
			return true
		}
	}
	return false
}

// paired says whether a line has two entries to be joined, one numbered and one
// lettered.
func paired(l *line) bool {
	text := strings.TrimSpace(l.raw)
	if !strings.Contains(text, "  ") && !strings.ContainsAny(text, "\t|") {
		return false
	}
	s := sides(l)
	return len(s) == 2 && s[0].label != "" && s[1].label != "" && s[0].text != "" && s[1].text != "" && (s[0].label[0] <= '9') != (s[1].label[0] <= '9')
}

// matchRows finds the rows of a match whose numbers are not those of questions:
// they begin again below a question that has a number itself.
func (p *paper) matchRows() {
	for i := 0; i < len(p.lines); i++ {
		n := 0
		for i+n < len(p.lines) {
			if l := p.lines[i+n]; !paired(l) || sides(l)[0].label != strconv.Itoa(n+1) {
				break
			}
			n++
		}
		if n >= 3 && i > 0 && labelledLine(p.lines[i-1].text) {
			for _, l := range p.lines[i : i+n] {
				l.row = true
			}
			i += n - 1
		}
	}
}

// preamble sorts what stands before the first question: from the first heading
// or instruction on it belongs to the questions.
func (p *paper) preamble(heads []*line) []*line {
	for i, l := range heads {
		if l.hint == Section || l.hint == Given || sectionHead.MatchString(l.text) || kindHead.MatchString(l.text) || instruction.MatchString(l.text) || stimulates(l.text) {
			return heads[i:]
		}
		if l.picture != "" {
			l.as, l.why = Left, "a picture with no question below it"
			return heads[i:]
		}
		l.as, l.why = Left, "stands before the first question"
	}
	return nil
}

// stimulates says whether a line announces what several questions are asked about.
func stimulates(text string) bool {
	return len(text) < 400 && !strings.HasSuffix(text, "?") && (given.MatchString(text) || fromTo.MatchString(text) && len(text) < 120)
}

// heading says whether what belongs to the next question begins on a line of a
// block.
func (p *paper) heading(b *block, j int, next *block) bool {
	l := b.lines[j]
	switch l.hint {
	case Section, Given:
		return true
	case "":
	default:
		return false
	}
	if next != nil && len(next.mark.value) == 2 && next.mark.value[1] == 1 && l.blank {
		for _, m := range l.marks {
			if m.at == 0 && m.form.sort == decimal && m.value[0] == next.mark.value[0] && (next.mark.form.sort == suffix || next.mark.form.sort == path) {
				return true
			}
		}
	}
	numbers := strings.ContainsAny(l.text, "0123456789")
	if !l.blank && (!numbers || !(stimuliWord.MatchString(l.text) || sectionHead.MatchString(l.text))) && !(len(l.text) < 80 && sectionHead.MatchString(l.text)) {
		return false
	}
	if m := fromTo.FindStringSubmatch(l.text); m != nil && next != nil && stimulates(l.text) && (l.blank || m[1] == next.mark.label()) {
		return true
	}
	if !l.blank && !(sectionHead.MatchString(l.text) && len(l.text) < 80) {
		return false
	}
	for _, r := range runs(b.lines[j:]) {
		if len(r.spots) >= 2 && r.spots[0].place >= apart && r.form.sort != capital && r.form.sort != roman {
			return false
		}
	}
	return stimulates(l.text) || sectionHead.MatchString(l.text) || kindHead.MatchString(l.text) || instruction.MatchString(l.text) && len(l.text) < 300
}

// above gives an item the lines above it: headings, and what it is asked about.
func (p *paper) above(it *item, lines []*line) *stimulus {
	p.section = ""
	var sti *stimulus
	for _, l := range lines {
		switch {
		case l.picture != "" && sti == nil:
			it.show(l)
		case l.hint == Section || l.hint != Given && sti == nil && !stimulates(l.text):
			l.as, l.of = Section, it
			p.section = strings.TrimSpace(p.section + " " + l.text)
		default:
			if sti == nil {
				sti = p.stimulus(l)
			} else if stimulates(l.text) {
				sti.reach(l.text)
			}
			if l.picture != "" {
				sti.File = l.picture
			}
			l.as, l.sti = Given, sti
			sti.lines = append(sti.lines, l)
		}
	}
	if sti != nil {
		sti.build()
	}
	return sti
}

// sampled is how many questions are read to see habits that only reading shows.
const sampled = 150

// survey finds out what this paper does again and again.
func (p *paper) survey() *habits {
	h := &habits{blocks: len(p.items), count: map[form]int{}, leads: map[string]bool{}, said: map[string]int{}, told: p.choice.Options}
	h.width = p.pageWidth()
	lines := map[string]int{}
	for _, it := range p.items {
		had := map[form]bool{}
		it.runs = runs(it.lines)
		for _, r := range it.runs {
			if !had[r.form] {
				had[r.form] = true
				h.count[r.form]++
			}
		}
		for i, l := range it.lines {
			if i > 0 && len(l.text) > 2 && len(strings.Fields(l.text)) <= 8 && !strings.HasSuffix(l.text, "?") && !labelledLine(l.text) && !leads(l.text) && !labelBehind.MatchString(l.text) {
				lines[folded(l.text)]++
			}
		}
	}
	if !slices.Contains([]string{onLines, inStrokes, inCommas, noOptions}, h.told) && !slices.ContainsFunc(sortedForms(h.count), func(f form) bool { return f.name() == h.told }) {
		h.told = ""
	}
	sizes, bare, strokes, tags, brackets := map[int]int{}, map[int]int{}, 0, map[string]int{}, 0
	offered, broken, commas, said := 0, 0, 0, map[string]bool{}
	for i, it := range p.items {
		if len(it.lines) == 0 {
			continue
		}
		first := it.lines[0].text
		if m := tagHead.FindString(first); m != "" && !marksHead.MatchString(first) {
			tags[folded(m)]++
		}
		r, ok := h.chosen(it.lines, it.runs)
		if ok {
			offered++
			sizes[len(r.spots)]++
			at := slices.MinFunc(r.spots, func(a, b spot) int { return (a.line-b.line)*100000 + a.at - b.at })
			if m := bracketEnd.FindStringSubmatch(strings.TrimSpace(textBefore(it.lines, at))); m != nil && r.names(m[1]) {
				said[m[1]] = true
				brackets++
			}
			p.candidates(h, it, r)
			continue
		}
		if i < len(p.items)-1 && slices.ContainsFunc(it.lines[1:], func(l *line) bool { return l.blank && l.picture == "" }) {
			broken++
		}
		if n := len(it.lines) - 1; n >= 2 && n <= 6 {
			bare[n]++
		}
		if slices.ContainsFunc(it.lines, func(l *line) bool { return len(listed(l.text)) >= 3 }) {
			commas++
		}
		if slices.ContainsFunc(it.lines, func(l *line) bool { return stroke.MatchString(l.text) || bracketed.MatchString(l.text) }) {
			strokes++
		}
	}
	h.usual = mode(sizes)
	if n := mode(bare); bare[n] >= 2 && bare[n]*3 >= len(p.items)-offered && offered < len(p.items) {
		h.bare = true
		if h.usual == 0 {
			h.usual = n
		}
	}
	h.slashes = strokes >= 2 && strokes*3 >= len(p.items)-offered
	h.broken = broken >= 2
	h.commas = commas >= 2 && commas*2 >= len(p.items)-offered
	h.stemKeys = brackets >= 2 && len(said) >= 2 && brackets*2 >= offered
	switch h.told {
	case onLines:
		if h.bare = true; h.usual == 0 {
			h.usual = mode(bare)
		}
	case inStrokes:
		h.slashes = true
	case inCommas:
		h.commas = true
	case noOptions:
		h.bare, h.slashes, h.commas = false, false, false
	}
	switch p.choice.Keys {
	case inStems:
		h.stemKeys = true
	case apartNot:
		h.stemKeys = false
	}
	for _, n := range tags {
		h.tagged = h.tagged || n >= 3 && n*10 >= len(p.items)*6
	}
	for text, n := range lines {
		switch {
		case n >= 3 && n*10 >= len(p.items)*6 && len(strings.Fields(text)) <= 3 && !strings.Contains(text, "#"):
			h.leads[text] = true // the head of what stands below it, in each question
		case n >= 2 && n*10 <= len(p.items)*6+10:
			h.said[text] = n
		}
	}
	// What stands behind a blank line below the options shows when the questions were
	// read once.
	after := 0
	for _, it := range p.items[:min(len(p.items), sampled)] {
		before := roleOf(it.lines)
		it.build(h)
		if len(it.rest) > 0 && it.rest[0].blank && it.offered > 0 && len(it.rest[0].text) >= 20 {
			after++
		}
		restore(it.lines, before)
	}
	h.after = after >= 2 && after*4 >= offered
	for lead, n := range h.maybe {
		if n >= 3 && n*2 >= offered {
			h.leads[lead] = true
		}
	}
	return h
}

func roleOf(lines []*line) []Role {
	out := make([]Role, len(lines))
	for i, l := range lines {
		out[i] = l.as
	}
	return out
}

func restore(lines []*line, roles []Role) {
	for i, l := range lines {
		l.as = roles[i]
	}
}

// candidates notes what stands before a letter that may be the key.
func (p *paper) candidates(h *habits, it *item, r run) {
	if h.maybe == nil {
		h.maybe = map[string]int{}
	}
	last := r.spots[len(r.spots)-1]
	had := map[string]bool{}
	var options []string
	for _, s := range r.spots {
		if o := strings.TrimSpace(it.lines[s.line].text[s.end:]); len(o) > 2 {
			options = append(options, o)
		}
	}
	note := func(text string) {
		text = strings.TrimSpace(text)
		if m := labelBehind.FindStringSubmatch(text); m != nil && r.names(m[2]) {
			had[strings.ToLower(strings.TrimSpace(m[1]))] = true
			return
		}
		for _, o := range options {
			if lead, ok := strings.CutSuffix(text, o); ok && lead != "" && len(lead) <= 24 {
				had[strings.ToLower(strings.TrimRight(lead, " :.=\t-–"))] = true
			}
		}
	}
	for i := last.line; i < len(it.lines); i++ {
		text := it.lines[i].text
		if i == last.line {
			cells := columns(text)
			if text = cells[len(cells)-1]; len(cells) == 1 {
				continue
			}
		}
		note(text)
	}
	for lead := range had {
		if lead != "" {
			h.maybe[lead]++
		}
	}
}

// middle is the median of counted numbers.
func middle(counts map[int]int, all int) int {
	seen := 0
	for _, n := range slices.Sorted(maps.Keys(counts)) {
		if seen += counts[n]; seen*2 >= all {
			return n
		}
	}
	return 0
}

// mode is the commonest of some numbers, of equals the greater.
func mode(counts map[int]int) int {
	best := 0
	for n, c := range counts {
		if c > counts[best] || c == counts[best] && n > best {
			best = n
		}
	}
	return best
}

// pageWidth is how wide the page is for which lines were broken.
func (p *paper) pageWidth() int {
	var widths []int
	for _, l := range p.lines {
		if !l.header {
			widths = append(widths, l.width())
		}
	}
	if len(widths) == 0 {
		return 0
	}
	slices.Sort(widths)
	return widths[len(widths)*97/100]
}

// leftovers takes what the questions left: it heads the next one, or belongs to
// none.
func (p *paper) leftovers() {
	for i, it := range p.items {
		for _, l := range it.rest {
			l.of = nil
			l.as, l.why = Left, "stands between two questions"
			if i == len(p.items)-1 {
				l.why = "stands behind the last question"
			}
		}
		for _, l := range it.lines {
			if l.as == "" {
				l.as = Stem
			}
		}
	}
}

// answers reads the answers that stand apart.
func (p *paper) answers(region []*line) {
	if len(region) == 0 {
		return
	}
	k := newList(p)
	for _, l := range region {
		l.apart = true
	}
	k.read(region)
	for _, l := range k.pending {
		if l.of == nil {
			l.as, l.why = Left, "an answer to a question that is not there"
		}
	}
}

// rate says how much the reading looks like a paper: what its lines belong to,
// and how much the questions look like some.
func (p *paper) rate() {
	sizes := map[int]int{}
	for _, it := range p.items {
		if it.offered > 0 {
			sizes[it.offered]++
		}
	}
	p.usual = mode(sizes)
	total, weight := 0.0, 0.0
	lengths := map[int]int{}
	for _, it := range p.items {
		lengths[len(it.lines)]++
	}
	// Questions of one paper are alike in length: what goes far beyond is not read.
	limit := max(12, 4*middle(lengths, len(p.items)))
	for _, it := range p.items {
		n := float64(min(len(it.lines), limit*max(1, len(it.out))))
		weight += float64(len(it.lines)) - n
		total += n * p.value(it)
		weight += n
	}
	for _, l := range p.lines {
		switch {
		case l.header:
		case l.apart:
			if weight++; l.of != nil {
				total++
			}
		case l.as == Left && l.of == nil:
			weight++
		case !l.used && l.as != Start && l.as != Option && l.as != Section && l.sti == nil && unread(l):
			total -= 0.6 // what looks like a label was read as text
		case l.as == Key && l.of != nil:
			total += 0.3
		}
	}
	if weight > 0 {
		p.worth = total / weight
	}
}

// value says how much what an item holds looks like questions.
func (p *paper) value(it *item) float64 {
	worth := 0.0
	for _, q := range it.out {
		worth += p.looks(q, p.usual)
	}
	if len(it.out) > 0 {
		worth /= float64(len(it.out))
	}
	asking := 0
	for _, l := range it.lines {
		if strings.HasSuffix(l.text, "?") && l.as != Option {
			asking++
		}
	}
	worth -= 0.3 * float64(max(0, asking-max(1, len(it.out)))) // more than one question in one
	return worth
}

// looks says how much a question looks like one, from about -1 to 2.
func (p *paper) looks(q *question.Question, usual int) float64 {
	worth := 0.0
	words := len(strings.Fields(q.Stem))
	switch {
	case words == 0:
		worth -= 1
	case words >= 3:
		worth += 0.4
	}
	if endsStem(strings.TrimSpace(q.Stem)) || gap.MatchString(q.Stem) || asks.MatchString(q.Stem) || strings.Contains(q.Stem, "?") {
		worth += 0.2
	}
	if words > 150 {
		worth -= 0.5
	}
	switch n := len(q.Options); {
	case q.Kind == question.TrueFalse:
		worth += 0.4
	case n >= 2 && n <= 6:
		worth += 0.4
		if n == usual {
			worth += 0.2
		}
	case n > most:
		worth -= 0.5
	}
	long := 0
	for _, o := range q.Options {
		if o.Text == "" {
			worth -= 0.3
		}
		if strings.Contains(o.Text, "?") || len(strings.Fields(o.Text)) > 30 {
			worth -= 0.3
		}
		probe := &line{text: o.Text}
		probe.scan()
		for _, m := range probe.marks {
			if m.value != nil && m.at > 0 && m.form.close != "" {
				long++
			}
		}
	}
	worth -= 0.3 * float64(long)
	for i, part := range strings.Split(q.Stem, "\n") {
		if counts(part) {
			worth -= 0.3
			if i == 0 {
				worth -= 0.4
			}
		}
	}
	for _, o := range q.Options {
		if counts(o.Text) {
			worth -= 0.5
		}
	}
	if len(q.Options) == 0 && listsOptions(q.Stem) {
		worth -= 0.5
	}
	if listsOptions(q.Explanation) {
		worth -= 1
	}
	if !q.Key.Empty() {
		worth += 0.3
		if len(q.Options) > 0 && q.Key.Reference != "" {
			worth -= 0.3
		}
	}
	return worth
}

// listsOptions says whether options stand in a text, not read as such.
func listsOptions(text string) bool {
	if text == "" {
		return false
	}
	l := &line{text: strings.ReplaceAll(text, "\n", "  ")}
	l.scan()
	return len(upward(lettersOf(l))) >= 3
}

// counts says whether a text begins with what numbers a question.
func counts(text string) bool {
	l := &line{text: text}
	l.marksAt(0, first)
	for _, m := range l.marks {
		if m.form.word != "" && m.value != nil || !m.guess && (m.form.sort == decimal || m.form.sort == path || m.form.sort == joint || m.form.sort == suffix) && (m.form.close == "." || m.form.close == ")") && m.end < len(text) && text[m.end-1] == ' ' {
			return true
		}
	}
	return false
}

// unread says whether a line begins with a label: a number or a letter that is
// closed, or stands apart.
func unread(l *line) bool {
	for _, m := range l.marks {
		if m.at > 0 {
			break
		}
		apart := m.end >= 2 && m.end < len(l.text) && strings.HasSuffix(l.text[:m.end], "  ")
		if m.value != nil && !m.guess && !furnitureWords[m.form.word] && (m.form.close != "" || m.form.word != "" || m.form.sort == path || apart) {
			return true
		}
	}
	return false
}

// lettersOf are the lettered marks of a line.
func lettersOf(l *line) []spot {
	var out []spot
	for _, m := range l.marks {
		if m.form.sort.letters() && m.form.close != "" {
			out = append(out, spot{0, m})
		}
	}
	return out
}
