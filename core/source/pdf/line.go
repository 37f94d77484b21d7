package pdf

import (
	"cmp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/source"
)

// line is a line of one column.
type line struct {
	page                     int // counted from 1
	left, top, right, bottom float64
	column                   span // where its column begins and ends
	text                     string
	cells                    []cell // its parts where wide gaps stand between them
	size                     float64
	bold                     bool
	cut                      hyphen
	sure                     float64 // of recognised text, in per cent
}

// indent is how far a line begins behind its column.
func (l line) indent() float64 { return l.left - l.column.left }

// hyphen is what ends a line whose last word may go on in the next.
type hyphen int

const (
	none   hyphen = iota
	maybe         // a hyphen, of the line's end or of the word's own
	broken        // marked as being there for the line's end alone
)

type span struct{ left, right float64 }

// cell is a part of a line between wide gaps.
type cell struct {
	left, right float64
	text        string
}

// lines finds the lines of a page in reading order: where a gutter parts the
// page, the left column before the right one, between what spans both. A page
// with too little on it to tell follows the page before, whose gutter is given.
func (p page) lines(number int, before span) ([]line, span) {
	gutter, ok := p.gutter()
	if !ok && p.keepsTo(before) {
		gutter, ok = before, true
	}
	if !ok {
		return p.column(number, p.runs, p.extent(p.runs)), span{}
	}
	return p.columns(number, gutter), gutter
}

// keepsTo says whether a page that is not full keeps to a gutter.
func (p page) keepsTo(gutter span) bool {
	if gutter.right <= gutter.left || len(p.runs) == 0 {
		return false
	}
	left, right, across := p.parted(gutter)
	return len(left) > 2 && len(right) > 2 && len(across)*4 < len(left)+len(right) && p.sideBySide(gutter)
}

// parted sorts the runs of a page by the side of a gutter they stand on.
func (p page) parted(gutter span) (left, right, across []run) {
	for _, r := range p.runs {
		switch {
		case r.right <= gutter.right && r.left < gutter.left:
			left = append(left, r)
		case r.left >= gutter.left:
			right = append(right, r)
		default:
			across = append(across, r)
		}
	}
	return left, right, across
}

func (p page) columns(number int, gutter span) []line {
	left, right, wide := p.parted(gutter)
	across := p.column(number, wide, p.extent(wide))
	l, r := p.column(number, left, p.extent(left)), p.column(number, right, p.extent(right))
	var out []line
	for _, w := range append(across, line{top: p.height + 1, page: 0}) {
		l, out = until(l, out, w.top)
		r, out = until(r, out, w.top)
		if w.page > 0 {
			out = append(out, w)
		}
	}
	return out
}

// until moves the lines above a height from one list to another.
func until(from, to []line, top float64) ([]line, []line) {
	n := 0
	for n < len(from) && from[n].top < top {
		n++
	}
	return from[n:], append(to, from[:n]...)
}

func (p page) extent(runs []run) span {
	out := span{p.width, 0}
	for _, r := range runs {
		out.left, out.right = min(out.left, r.left), max(out.right, r.right)
	}
	return out
}

// gutter finds the empty strip between two columns: near the middle, with text
// on both sides of it over much of the page and little that crosses.
func (p page) gutter() (span, bool) {
	const step = 1.0
	if len(p.runs) < 12 {
		return span{}, false
	}
	p.runs = segments(p.runs)
	cells := int(p.width/step) + 1
	crossed := make([]float64, cells)
	for _, r := range p.runs {
		for i := max(0, int(r.left/step)); i <= min(cells-1, int(r.right/step)); i++ {
			crossed[i] += r.bottom - r.top
		}
	}
	extent := p.extent(p.runs)
	width := extent.right - extent.left
	area := func(runs []run) (sum float64) {
		for _, r := range runs {
			sum += (r.bottom - r.top) * (r.right - r.left)
		}
		return sum
	}
	// The emptiest strip first: in one that may be crossed often, the lines of a
	// short column would be lost.
	for _, share := range []float64{0.01, 0.04, 0.12} {
		best := span{}
		for i := int((extent.left + width*0.35) / step); i < int((extent.left+width*0.65)/step); i++ {
			j := i
			for j < cells && crossed[j] < p.height*share && float64(j)*step < extent.left+width*0.7 {
				j++
			}
			if found := (span{float64(i) * step, float64(j) * step}); found.right-found.left > best.right-best.left {
				best = found
			}
			i = max(i, j)
		}
		if best.right-best.left < 7 {
			continue
		}
		left, right, across := p.parted(best)
		l, r := area(left), area(right)
		total := l + r + area(across)
		if l > 0.12*total && r > 0.12*total && p.sideBySide(best) {
			return best, true
		}
	}
	return span{}, false
}

// segments joins the runs that follow each other on a line: the spaces between
// them are no part of a gutter.
func segments(runs []run) []run {
	runs = slices.Clone(runs)
	slices.SortStableFunc(runs, func(a, b run) int { return cmp.Compare(a.top+a.bottom, b.top+b.bottom) })
	var out []run
	for from := 0; from < len(runs); {
		to := from + 1
		for to < len(runs) && overlap(runs[to-1:to], runs[to]) > 0.5 {
			to++
		}
		row := runs[from:to]
		slices.SortStableFunc(row, func(a, b run) int { return cmp.Compare(a.left, b.left) })
		for i, r := range row {
			if n := len(out); i > 0 && r.left-out[n-1].right < wide*max(r.size, out[n-1].size) {
				last := &out[n-1]
				last.top, last.right, last.bottom = min(last.top, r.top), max(last.right, r.right), max(last.bottom, r.bottom)
			} else {
				out = append(out, r)
			}
		}
		from = to
	}
	return out
}

// sideBySide says whether the text left of a strip runs on in lines of its own:
// in a table or a list of contents most lines have a part on either side that
// belongs to them.
func (p page) sideBySide(gutter span) bool {
	full, short := 0.0, 0.0 // widths, so that cells and headings count for little
	extent := p.extent(p.runs)
	width, right := 0.0, 0
	for _, r := range p.runs {
		if r.left >= gutter.left {
			width, right = width+r.right-r.left, right+1
		}
		if r.right <= gutter.right {
			if gutter.left-r.right < 30 {
				full += r.right - r.left
			} else {
				short += r.right - r.left
			}
		}
	}
	return full >= short && width > 0.4*float64(right)*(extent.right-gutter.right) // cells of a table are narrower
}

// column makes lines of runs that stand in one column: first of those as tall
// as text is, then each raised or small one joins the line it overlaps most.
func (p page) column(number int, runs []run, extent span) []line {
	runs = slices.Clone(runs)
	slices.SortStableFunc(runs, func(a, b run) int { return cmp.Compare(a.top+a.bottom, b.top+b.bottom) })
	usual := usualSize(runs)
	var rows [][]run
	var small []run
	for _, r := range runs {
		n := len(rows)
		switch {
		case r.size < 0.88*usual || r.bottom-r.top < 0.4*r.size:
			small = append(small, r)
		case n > 0 && overlap(rows[n-1], r) > 0.5:
			rows[n-1] = append(rows[n-1], r)
		default:
			rows = append(rows, []run{r})
		}
	}
	for _, r := range small {
		best, most := -1, 0.3
		for i, row := range rows {
			if o := overlap(row, r); o > most {
				best, most = i, o
			}
		}
		if best >= 0 {
			rows[best] = append(rows[best], r)
		} else {
			rows = append(rows, []run{r})
		}
	}
	out := make([]line, 0, len(rows))
	for _, row := range rows {
		if l, ok := newLine(number, row, extent); ok {
			out = append(out, l)
		}
	}
	slices.SortStableFunc(out, func(a, b line) int { return cmp.Compare(a.top+a.bottom, b.top+b.bottom) })
	return out
}

// usualSize is the size of the middle letter.
func usualSize(runs []run) float64 {
	if len(runs) == 0 {
		return 0
	}
	bySize := slices.Clone(runs)
	slices.SortFunc(bySize, func(a, b run) int { return cmp.Compare(a.size, b.size) })
	total := 0
	for _, r := range bySize {
		total += len(r.text)
	}
	n := 0
	for _, r := range bySize {
		if n += len(r.text); 2*n >= total {
			return r.size
		}
	}
	return bySize[0].size
}

// overlap is how much of a run's height, or of the lowest of a row's, lies
// beside the other.
func overlap(row []run, r run) float64 {
	best := 0.0
	for _, o := range row {
		common := min(o.bottom, r.bottom) - max(o.top, r.top)
		best = max(best, common/max(0.1, min(o.bottom-o.top, r.bottom-r.top)))
	}
	return best
}

func newLine(number int, row []run, extent span) (line, bool) {
	slices.SortStableFunc(row, func(a, b run) int { return cmp.Compare(a.left, b.left) })
	l := line{page: number, left: row[0].left, top: row[0].top, bottom: row[0].bottom, column: extent}
	bySize := map[float64]int{}
	bold, all := 0, 0
	for _, r := range row {
		n := utf8.RuneCountInString(strings.TrimSpace(r.text))
		bySize[r.size] += n
		all += n
		if r.bold {
			bold += n
		}
		l.top, l.bottom, l.right = min(l.top, r.top), max(l.bottom, r.bottom), max(l.right, r.right)
	}
	most := 0
	for size, n := range bySize {
		if n > most || n == most && size > l.size {
			l.size, most = size, n
		}
	}
	l.bold = bold*10 > all*7
	top, bottom := mainExtent(row, l.size)
	var text strings.Builder
	start := row[0].left
	flush := func(right float64) {
		if t := source.Fold(text.String()); t != "" {
			l.cells = append(l.cells, cell{start, right, t})
		}
		text.Reset()
	}
	for i, r := range row {
		if i > 0 {
			gap := r.left - row[i-1].right
			switch {
			case gap > wide*l.size:
				flush(row[i-1].right)
				start = r.left
			case gap > between(row[i-1], r, l.size) && !strings.HasSuffix(row[i-1].text, " ") && !strings.HasPrefix(r.text, " ") && (gap > 0.4*l.size || !closes(r.text)):
				text.WriteByte(' ')
			}
		}
		text.WriteString(placed(r, l.size, top, bottom))
	}
	flush(l.right)
	if len(l.cells) == 0 {
		return line{}, false
	}
	var parts []string
	for i := range l.cells {
		l.cells[i].text, l.cut = endOf(l.cells[i].text)
		parts = append(parts, l.cells[i].text)
	}
	l.text = strings.Join(parts, " ")
	return l, true
}

// between is the room between two runs of a line from which on there is a space:
// behind raised and lowered figures a little is left that is none.
func between(a, b run, size float64) float64 {
	if a.size < 0.88*size || b.size < 0.88*size {
		return 0.19 * size
	}
	return 0.12 * size
}

// within is what becomes of marked hyphens inside a line: a soft one is not
// shown.
var within = strings.NewReplacer(string(soft), "", string(cut), "-")

// endOf takes the marks of hyphens out of a text and says how it ends. A hyphen
// that may be the word's own stays: join decides.
func endOf(text string) (string, hyphen) {
	end := none
	switch {
	case strings.HasSuffix(text, string(soft)), strings.HasSuffix(text, string(soft)+"-"), strings.HasSuffix(text, string(soft)+string(cut)), strings.HasSuffix(text, string(cut)+"-"):
		end = broken
	case strings.HasSuffix(text, string(cut)), strings.HasSuffix(text, "-") && len(text) > 1:
		end = maybe
	}
	text = within.Replace(text)
	if end == broken {
		text = strings.TrimRight(text, "-")
	}
	return text, end
}

// mainExtent is where the runs of a line's own size stand.
func mainExtent(row []run, size float64) (top, bottom float64) {
	first := true
	for _, r := range row {
		if r.size < 0.9*size {
			continue
		}
		if first {
			top, bottom, first = r.top, r.bottom, false
		}
		top, bottom = min(top, r.top), max(bottom, r.bottom)
	}
	return top, bottom
}

// placed is the text of a run, raised or lowered where it stands so.
func placed(r run, size, top, bottom float64) string {
	if r.size > 0.88*size || bottom <= top {
		return r.text
	}
	middle := (r.top + r.bottom) / 2
	switch at := (middle - top) / (bottom - top); {
	case at < 0.42:
		return source.Raised(r.text, true)
	case at > 0.62:
		return source.Raised(r.text, false)
	}
	return r.text
}

// last is the last letter of a text.
func last(text string) rune {
	r, _ := utf8.DecodeLastRuneInString(strings.TrimRight(text, "”\"’)"))
	return r
}

func startsLower(text string) bool {
	r, _ := utf8.DecodeRuneInString(text)
	return unicode.IsLower(r)
}
