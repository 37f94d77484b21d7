package pdf

import (
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"zincowl/core/language"
	"zincowl/core/source"
)

// layout makes a document of pages: lines in reading order, without what is
// printed on every page, gathered into passages.
func layout(origin string, pages []page) source.Document {
	all := make([][]line, len(pages))
	gutter := span{}
	for i, p := range pages {
		all[i], gutter = p.lines(i+1, gutter)
		for j := range all[i] {
			all[i][j].sure = p.sure
		}
	}
	drop := running(pages, all)
	f := &former{b: source.NewBuilder(origin, "pdf"), cuts: cutsWords(all)}
	f.body, f.bold = body(all)
	f.levels = headings(all, f.body)
	f.gaps = usualGaps(all)
	for i, lines := range all {
		var kept []line
		for j, l := range lines {
			if !drop[[2]int{i, j}] {
				kept = append(kept, l)
			}
		}
		f.page(kept, i+1, pages[i].pictures)
	}
	f.flush()
	return f.b.Document()
}

// body is the size in which most of the text is set, and whether that is bold.
func body(all [][]line) (size float64, bold bool) {
	bySize, boldly := map[float64]int{}, map[float64]int{}
	for _, lines := range all {
		for _, l := range lines {
			key := half(l.size)
			bySize[key] += len(l.text)
			if l.bold {
				boldly[key] += len(l.text)
			}
		}
	}
	most := 0
	for key, n := range bySize {
		if n > most || n == most && key < size {
			size, most = key, n
		}
	}
	return size, boldly[size]*2 > most
}

// half rounds a size to half points, so that sizes that mean the same are.
func half(size float64) float64 { return math.Round(size*2) / 2 }

// headings ranks the sizes larger than the text's: the largest is level 1.
func headings(all [][]line, size float64) map[float64]int {
	seen := map[float64]bool{}
	for _, lines := range all {
		for _, l := range lines {
			if half(l.size) >= size+1 && letters(l.text) > 1 {
				seen[half(l.size)] = true
			}
		}
	}
	var sizes []float64
	for s := range seen {
		sizes = append(sizes, s)
	}
	slices.Sort(sizes)
	slices.Reverse(sizes)
	out := map[float64]int{}
	for i, s := range sizes {
		out[s] = min(i+1, 5)
	}
	return out
}

func letters(text string) int {
	n := 0
	for _, r := range text {
		if unicode.IsLetter(r) {
			n++
		}
	}
	return n
}

var (
	digitsRun  = regexp.MustCompile(`\d+|\b[ivxlc]+\b`)
	pageNumber = regexp.MustCompile(`(?i)^(page |p\. ?)?[-–—( ]*(\d{1,4}|[ivxlc]{1,7})[-–—) ]*((of|/) ?\d{1,4})?$`)
)

// endNumber is a page number at one end of a running header.
var endNumber = regexp.MustCompile(`^(\d{1,4})\s+\D.*$|^.*\D\s+(\d{1,4})$`)

// running finds lines at the top or foot of pages that repeat there, but for
// numbers, or are a page number; by page and line.
func running(pages []page, all [][]line) map[[2]int]bool {
	type place struct {
		text string
		foot bool
	}
	where := map[place][][2]int{}
	numbered := map[int][][2]int{} // by how far the number at an end lies from the count of pages
	out := map[[2]int]bool{}
	for i, lines := range all {
		top, bottom := pages[i].height, 0.0 // of all that stands on the page
		for _, l := range lines {
			top, bottom = min(top, l.top), max(bottom, l.bottom)
		}
		for j, l := range lines {
			foot := l.bottom > pages[i].height*0.9
			near := foot || l.top <= pages[i].height*0.1
			edge := l.top <= top && l.bottom < pages[i].height*0.15 || l.bottom >= bottom && l.top > pages[i].height*0.85
			if (near || edge) && pageNumber.MatchString(l.text) {
				out[[2]int{i, j}] = true
				continue
			}
			if !near {
				continue
			}
			key := place{digitsRun.ReplaceAllString(strings.ToLower(l.text), "#"), foot}
			where[key] = append(where[key], [2]int{i, j})
			if m := endNumber.FindStringSubmatch(l.text); m != nil && len(l.text) < 100 {
				n, _ := strconv.Atoi(m[1] + m[2])
				numbered[i-n] = append(numbered[i-n], [2]int{i, j})
			}
		}
	}
	for _, list := range numbered {
		if len(list) >= 3 {
			for _, at := range list {
				out[at] = true
			}
		}
	}
	for _, list := range where {
		both := len(pages) == 2 && len(list) == 2 && list[0][0] != list[1][0] && math.Abs(all[list[0][0]][list[0][1]].top-all[list[1][0]][list[1][1]].top) < 1
		if both || len(list) >= 3 && len(list)*12 >= min(len(pages), 60) {
			for _, at := range list {
				out[at] = true
			}
		}
	}
	return out
}

// former gathers lines into passages.
type former struct {
	b      *source.Builder
	levels map[float64]int
	body   float64
	bold   bool
	cuts   bool // the document cuts words at the ends of lines
	gaps   map[float64]float64
	block  []line // of the passage under way
	item   bool

	announced bool // the passage before ended with a colon, or items since then
}

// bullets are the signs before an item.
const bullets = `[•◦▪‣●○■∙·–—*-]`

var bullet = regexp.MustCompile(`^(?:` + bullets + `|\[\w{1,4}\]|\(?\d{1,3}[.)]|\(?[a-z][.)]|\([ivx]+\))\s+(\S.*)$`)

// alone is a bullet without its text.
var alone = regexp.MustCompile(`^` + bullets + `$`)

// page takes the lines of one page. A passage may go on from the page before.
func (f *former) page(lines []line, number int, pictures []drawing) {
	show := func(d drawing) {
		f.flush()
		f.b.AtPage(number)
		f.b.Recognised(0)
		f.b.Picture(d.data, "")
	}
	page := usualGap(lines)
	for i := 0; i < len(lines); i++ {
		pictures = slices.DeleteFunc(pictures, func(d drawing) bool {
			if !d.before(lines[i]) {
				return false
			}
			show(d)
			return true
		})
		gap := page
		if known := f.gaps[half(lines[i].size)]; known > 0 {
			gap = known
		}
		if n := tableAt(lines[i:]); n > 0 {
			f.flush()
			f.table(lines[i : i+n])
			i += n - 1
			continue
		}
		l := lines[i]
		if i+1 < len(lines) && alone.MatchString(l.text) && lines[i+1].left > l.left && math.Abs(lines[i+1].top-l.top) < 1.5*l.size {
			next := lines[i+1] // a bullet that stands a little higher or lower than its text
			next.text, next.left = l.text+" "+next.text, l.left
			l = next
			i++
		}
		if len(f.block) > 0 && !f.goesOn(l, gap) {
			f.flush()
		}
		if len(f.block) == 0 {
			f.item = bullet.MatchString(l.text) && !f.heading(l)
		}
		f.block = append(f.block, l)
	}
	for _, d := range pictures {
		show(d)
	}
}

// usualGaps are the spaces from one line to the next inside paragraphs, by the
// size of the text: the commonest ones after lines that fill their column.
func usualGaps(all [][]line) map[float64]float64 {
	type gap struct{ size, space float64 }
	seen := map[gap]int{}
	for _, lines := range all {
		for i := 1; i < len(lines); i++ {
			a, b := lines[i-1], lines[i]
			d := b.top - a.top
			if half(a.size) != half(b.size) || d <= 0 || d > 3*b.size || a.right-a.column.left < 0.75*(a.column.right-a.column.left) {
				continue
			}
			seen[gap{half(b.size), half(d)}]++
		}
	}
	out, most := map[float64]float64{}, map[float64]int{}
	for g, n := range seen {
		if n > most[g.size] || n == most[g.size] && g.space < out[g.size] {
			out[g.size], most[g.size] = g.space, n
		}
	}
	for size, n := range most {
		if n < 3 {
			delete(out, size)
		}
	}
	return out
}

// usualGap is the space from one line of a page to the next.
func usualGap(lines []line) float64 {
	var gaps []float64
	for i := 1; i < len(lines); i++ {
		if d := lines[i].top - lines[i-1].top; d > 0 && d < 3*lines[i].size {
			gaps = append(gaps, d)
		}
	}
	if len(gaps) == 0 {
		return 0
	}
	slices.Sort(gaps)
	return gaps[len(gaps)/2]
}

// heading says whether a line looks like one: larger than the text, or bold
// where the text is not, and short.
func (f *former) heading(l line) bool {
	if len(l.text) > 120 || letters(l.text) < 2 || leads(l.text) {
		return false
	}
	if f.levels[half(l.size)] > 0 {
		return true
	}
	return l.bold && !f.bold && len(l.text) < 80 && !strings.ContainsRune(".,;:", last(l.text)) && half(l.size) >= f.body-0.5
}

// goesOn says whether a line belongs to the passage under way.
func (f *former) goesOn(l line, gap float64) bool {
	before := f.block[len(f.block)-1]
	if leads(before.text) || half(before.size) != half(l.size) || f.heading(before) != f.heading(l) || before.bold != l.bold && f.heading(l) {
		return false
	}
	moved := l.page != before.page || l.top < before.top // another page or column
	if f.heading(l) {
		return !moved && l.top-before.top < 1.6*l.size && len(f.block) < 4
	}
	if bullet.MatchString(l.text) && (f.item || l.left-l.column.left < 4*l.size) {
		return false
	}
	ended := strings.ContainsRune(".!?:;", last(before.text))
	short := before.right < before.column.right-0.12*(before.column.right-before.column.left)-l.size
	if moved {
		return before.cut != none || !ended && startsLower(l.text)
	}
	d := l.top - before.top
	switch {
	case gap > 0 && d > 1.35*gap && d > 1.3*l.size:
		return before.cut != none
	case f.item && len(f.block) > 1 && l.indent() < before.indent()-0.4*l.size:
		return false // back at the margin, after lines that hung below the item's text
	case f.item:
		return l.left >= f.block[0].left-1 && !(ended && short && l.left <= f.block[0].left+1)
	case l.left > before.left+0.8*l.size && l.left > l.column.left+0.8*l.size && ended:
		return false // the first line of a paragraph is set in
	case ended && short:
		return false
	}
	return true
}

// flush makes a passage of the lines gathered.
func (f *former) flush() {
	if len(f.block) == 0 {
		return
	}
	first := f.block[0]
	text := f.block[0].text
	for i := 1; i < len(f.block); i++ {
		text = join(text, f.block[i-1].cut, f.block[i].text, f.cuts)
	}
	f.b.AtPage(first.page)
	f.b.Recognised(int(first.sure + 0.5))
	switch {
	case f.heading(first):
		level := f.levels[half(first.size)]
		if level == 0 {
			level = min(len(f.levels)+1, 6)
		}
		f.b.Heading(level, text, 0)
	case f.item:
		f.b.Text(source.Item, bullet.FindStringSubmatch(text)[1], 0)
	case f.announced && len(text) < 200 && first.indent() > 1.2*first.size:
		f.b.Text(source.Item, text, 0) // its bullet is drawn, not written
		f.block = nil
		return
	default:
		if leads(text) {
			text = leaders.ReplaceAllString(text, " … ")
		}
		f.b.Text(source.Paragraph, text, 0)
	}
	f.announced = strings.HasSuffix(text, ":")
	f.block, f.item = nil, false
}

// leaders are the dots that lead to a page number.
var leaders = regexp.MustCompile(`\s*(?:\.\s?){5,}`)

// leads says whether there are such dots. Most lines have no five dots at all,
// which is seen faster than by the pattern.
func leads(text string) bool { return strings.Count(text, ".") >= 5 && leaders.MatchString(text) }

// join puts a line after the text before it. A word that was cut at the end is
// made whole; a hyphen of its own is put back. Where a word could be either, it
// matters whether the document cuts words at all.
func join(text string, end hyphen, next string, cutsWords bool) string {
	if end == none {
		if unit := len(text) - 1; unit > 0 && text[unit] == '/' && text[unit-1] != ' ' {
			return text + next // "kg/" goes on with its "m²"
		}
		return text + " " + next
	}
	first, second := parts(text, next)
	text = strings.TrimSuffix(text, "-")
	switch {
	case end == broken:
		return text + next
	case !startsLower(next), !cutsWords && !known(first+second) && known(second) && (known(first) || len(first) > 3):
		return text + "-" + next
	}
	return text + next
}

// parts are the pieces of a word on both sides of the end of a line.
func parts(text, next string) (first, second string) {
	text = strings.TrimSuffix(text, "-")
	first = strings.ToLower(strings.Trim(text[strings.LastIndexAny(text, " -")+1:], "(“\""))
	second, _, _ = strings.Cut(next, " ")
	return first, strings.ToLower(strings.Trim(second, ".,;:!?)”\"’"))
}

// cutsWords says whether a document cuts words at the ends of lines: some of
// what follows a hyphen there is no word by itself.
func cutsWords(all [][]line) bool {
	n := 0
	for _, lines := range all {
		for i := 1; i < len(lines); i++ {
			if lines[i-1].cut == none || !startsLower(lines[i].text) {
				continue
			}
			if first, second := parts(lines[i-1].text, lines[i].text); !known(second) || !known(first) && known(first+second) {
				n++
			}
		}
	}
	return n >= 2
}

func known(word string) bool {
	return language.Known(word) || language.Known(language.Singular(word)) || len(word) > 1 && !language.Content(word)
}

// tableAt says how many lines from the first on form a table: three or more
// with the same number of parts, set below each other.
func tableAt(lines []line) int {
	first := lines[0]
	if len(first.cells) < 2 || len(first.cells) > 12 {
		return 0
	}
	n := 1
	for n < len(lines) && lines[n].page == first.page && lines[n].top > lines[n-1].top && len(lines[n].cells) == len(first.cells) && aligned(first, lines[n]) {
		n++
	}
	if n < 3 || leads(first.text) || listed(lines[:n]) {
		return 0
	}
	return n
}

// marker is what stands before an item of a list, apart from its text.
var marker = regexp.MustCompile(`^(?:` + bullets + `|[\[(]?\w{1,4}[\])]|\w{1,3}\.)$`)

// listed says whether lines of two parts are a list with its markers set apart.
func listed(lines []line) bool {
	for _, l := range lines {
		if len(l.cells) != 2 || !marker.MatchString(l.cells[0].text) {
			return false
		}
	}
	return true
}

// aligned says whether the parts of two lines stand below each other, at their
// left or right ends or their middles.
func aligned(a, b line) bool {
	for i := range a.cells {
		x, y := a.cells[i], b.cells[i]
		near := func(p, q float64) bool { return math.Abs(p-q) < 6 }
		if !near(x.left, y.left) && !near(x.right, y.right) && !near(x.left+x.right, y.left+y.right) {
			return false
		}
	}
	return true
}

func (f *former) table(lines []line) {
	rows := make([][]string, len(lines))
	for i, l := range lines {
		for _, c := range l.cells {
			rows[i] = append(rows[i], c.text)
		}
	}
	f.b.AtPage(lines[0].page)
	f.b.Recognised(int(lines[0].sure + 0.5))
	f.b.Table(rows, 0)
}
