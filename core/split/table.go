package split

import (
	"encoding/csv"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"zincowl/core/source"
)

// column is what a column of a table of questions holds.
type column int

const (
	other column = iota
	numberColumn
	stemColumn
	optionColumn
	keyColumn
	whyColumn
)

// columnNames are what heads of columns say. What they do not say shows in what
// the column holds.
var columnNames = map[column]*regexp.Regexp{
	numberColumn: regexp.MustCompile(`(?i)^(?:#|no\.?|nr\.?|number|q|item|id|n°)$`),
	stemColumn:   regexp.MustCompile(`(?i)^(?:question|stem|question text|prompt|item text|task|frage|pregunta)$`),
	optionColumn: regexp.MustCompile(`(?i)^(?:(?:option|choice|answer|antwort|opción)\s*)?(?:[a-h]|[1-8])$`),
	keyColumn:    regexp.MustCompile(`(?i)^(?:answer|correct(?: answer| option)?|key|sol(?:ution|\.)?|right|lösung|respuesta)$`),
	whyColumn:    regexp.MustCompile(`(?i)^(?:explanation|rationale|reason|why|comment|feedback|begründung|explicación|note)$`),
}

// row is a row of a table.
type row struct {
	line  *line
	cells []string
}

// leastRows is how many rows a table of questions has at least, with its head.
const leastRows = 3

// table reads a paper that is a table with a question a row, and says whether
// it is one.
func (p *paper) table() bool {
	rows, width := p.rows()
	if len(rows) < leastRows-1 || width < 2 {
		return false
	}
	kinds := make([]column, width)
	headed := 0
	for i, name := range rows[0].cells {
		for kind, pattern := range columnNames {
			if i < width && pattern.MatchString(strings.TrimSpace(name)) {
				kinds[i] = kind
				headed++
			}
		}
	}
	body := rows
	if headed >= 2 && slices.Contains(kinds, stemColumn) {
		rows[0].line.as, rows[0].line.why = Left, "the heading of the table"
		body = rows[1:]
	} else {
		if len(rows) < leastRows {
			return false
		}
		kinds = make([]column, width)
	}
	if !infer(kinds, body[min(1, len(body)-1):]) {
		return false
	}
	if number := slices.Index(kinds, numberColumn); len(body) == len(rows) && number >= 0 && number < len(body[0].cells) && digits.FindString(body[0].cells[number]) == "" {
		body[0].line.as, body[0].line.why = Left, "the heading of the table"
		body = body[1:]
	}
	for _, l := range p.lines {
		if l.as == "" && l.text != "" {
			l.as, l.why = Left, "has not the columns of the table"
		}
	}
	p.habits = &habits{}
	counted := numberedKeys(kinds, body)
	for _, r := range body {
		p.tableRow(r, kinds, counted)
	}
	return len(p.items) > 0
}

// rows are the lines that one sign parts into columns, and how many columns most
// of them have.
func (p *paper) rows() ([]row, int) {
	var best []row
	bestWidth, all := 0, 0
	for _, l := range p.lines {
		if l.text != "" {
			all++
		}
	}
	for _, sign := range []rune{'\t', '|', ';', ','} {
		widths := map[int]int{}
		var found []row
		for _, l := range p.lines {
			if l.text == "" || ruleLine.MatchString(l.text) || !strings.ContainsRune(l.raw, sign) {
				continue
			}
			cells := cells(l.raw, sign)
			found = append(found, row{l, cells})
			widths[len(cells)]++
		}
		width := mode(widths)
		if width < 2 || (sign == ',' || sign == ';') && width < 4 {
			continue
		}
		fit := slices.DeleteFunc(found, func(r row) bool { return len(r.cells) > width || filled(r.cells) < 2 || len(r.cells) < 2 })
		lettered := 0
		for _, r := range fit {
			if second := strings.TrimSpace(r.cells[1]); len(second) > 2 && (second[0] == 'B' || second[0] == 'b') && strings.ContainsAny(second[1:2], " ).:") {
				lettered++
			}
		}
		if lettered*2 > len(fit) {
			continue // options behind letters on one line
		}
		if widths[width]*10 >= all*6 && len(fit) > len(best) {
			best, bestWidth = fit, width
		}
	}
	return best, bestWidth
}

func filled(cells []string) int {
	n := 0
	for _, c := range cells {
		if strings.TrimSpace(c) != "" {
			n++
		}
	}
	return n
}

// cells parts a row.
func cells(text string, sign rune) []string {
	if sign == '|' {
		text = strings.TrimSpace(text)
		return strings.Split(strings.TrimSuffix(strings.TrimPrefix(text, "|"), "|"), "|")
	}
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.LazyQuotes, r.FieldsPerRecord = sign, true, -1
	out, err := r.Read()
	if err != nil {
		return strings.Split(text, string(sign))
	}
	return out
}

// infer finds what the columns hold that no head says: the number counts up, the
// stem is the first long text, the key names options or is one of them, options
// stand between stem and key.
func infer(kinds []column, body []row) bool {
	column := func(i int) []string {
		var out []string
		for _, r := range body {
			if i < len(r.cells) {
				if c := strings.TrimSpace(r.cells[i]); c != "" {
					out = append(out, c)
				}
			}
		}
		return out
	}
	for i := range kinds {
		if values := column(i); kinds[i] == other && ascends(values) {
			kinds[i] = numberColumn
		}
	}
	for i := range kinds {
		if kinds[i] == other && inOneCell(column(i)) {
			kinds[i] = optionColumn
		}
	}
	stem := slices.Index(kinds, stemColumn)
	if stem < 0 {
		longest := 0
		for i := range kinds {
			if kinds[i] != other {
				continue
			}
			if n := meanLength(column(i)); n > longest && n >= 12 {
				longest = n
			}
		}
		for i := range kinds {
			if kinds[i] == other && longest > 0 && meanLength(column(i))*10 >= longest*7 {
				stem, kinds[i] = i, stemColumn
				break
			}
		}
	}
	if stem < 0 {
		return false
	}
	if !slices.Contains(kinds, keyColumn) {
		best, top := -1, 0
		for i := range kinds {
			if kinds[i] != other || i < stem && i > 0 {
				continue
			}
			if n := keyed(body, i, stem); n > top {
				best, top = i, n
			}
		}
		if best >= 0 && top*10 >= len(body)*5 {
			kinds[best] = keyColumn
		}
	}
	if !slices.Contains(kinds, optionColumn) {
		for i := stem + 1; i < len(kinds) && kinds[i] == other; i++ {
			values := column(i)
			if repeatsItself(values, len(body)) {
				continue
			}
			kinds[i] = optionColumn
		}
	}
	if key := slices.Index(kinds, keyColumn); key >= 0 && !slices.Contains(kinds, whyColumn) {
		for i := key + 1; i < len(kinds); i++ {
			if kinds[i] == other && meanLength(column(i)) >= 8 {
				kinds[i] = whyColumn
				break
			}
		}
	}
	return slices.Contains(kinds, optionColumn) || slices.Contains(kinds, keyColumn)
}

// cellParts parts options that stand in one cell.
var cellParts = regexp.MustCompile(`\s*(?:;|\s/\s|\|)\s*`)

// inOneCell says whether a column holds all options of each question, parted by signs.
func inOneCell(values []string) bool {
	n := 0
	for _, v := range values {
		if len(cellParts.Split(v, -1)) >= 3 {
			n++
		}
	}
	return n >= 2 && n*10 >= len(values)*6
}

// ascends says whether values are numbers that count up.
func ascends(values []string) bool {
	last, n := 0, 0
	for _, v := range values {
		x, err := strconv.Atoi(strings.Trim(v, ".)# "))
		if err != nil {
			continue
		}
		if x <= last {
			return false
		}
		last = x
		n++
	}
	return n >= 2 && n*10 >= len(values)*8 && last <= 3*n+20
}

func meanLength(values []string) int {
	n := 0
	for _, v := range values {
		n += utf8.RuneCountInString(v)
	}
	return n / max(1, len(values))
}

// keyed counts in how many rows a column names an option, or says one again.
func keyed(body []row, at, stem int) int {
	n := 0
	for _, r := range body {
		if at >= len(r.cells) {
			continue
		}
		v := strings.TrimSpace(r.cells[at])
		if v == "" {
			continue
		}
		if m := letterOnly.FindStringSubmatch(v); m != nil || digitKey.MatchString(v) && len(v) == 1 || digitKeys.MatchString(v) || twoValue.MatchString(v) && len(v) < 12 {
			n++
			continue
		}
		for i, c := range r.cells {
			if i != at && i != stem && (same(c, v) || slices.ContainsFunc(cellParts.Split(c, -1), func(part string) bool { return same(part, v) })) {
				n++
				break
			}
		}
	}
	return n
}

// repeatsItself says whether a column has few different values, as the kind of the
// question.
func repeatsItself(values []string, rows int) bool {
	distinct := map[string]bool{}
	for _, v := range values {
		distinct[strings.ToLower(v)] = true
	}
	return len(values) >= 4 && len(values)*10 >= rows*9 && len(distinct)*3 <= len(values)
}

// numberedKeys says whether keys are the numbers of options.
func numberedKeys(kinds []column, body []row) bool {
	key := slices.Index(kinds, keyColumn)
	if key < 0 {
		return false
	}
	digits, all := 0, 0
	for _, r := range body {
		if key < len(r.cells) {
			if v := strings.TrimSpace(r.cells[key]); v != "" {
				all++
				if digitKey.MatchString(v) && len(v) == 1 || digitKeys.MatchString(v) {
					digits++
				}
			}
		}
	}
	return digits*2 > all
}

func (p *paper) tableRow(r row, kinds []column, counted bool) {
	it := &item{id: "q" + strconv.Itoa(len(p.items)+1), lines: []*line{r.line}}
	d := &draft{of: it, h: p.habits}
	if counted {
		d.form.sort = decimal
	}
	why := ""
	for i, cell := range r.cells {
		cell = strings.TrimSpace(cell)
		if cell == "" {
			continue
		}
		switch kinds[i] {
		case numberColumn:
			it.label = strings.Trim(cell, ".)# ")
			it.number, _ = strconv.Atoi(it.label)
		case stemColumn:
			d.stem = []string{cell}
		case optionColumn:
			if parts := cellParts.Split(cell, -1); len(parts) >= 3 {
				for _, part := range parts {
					d.offers = append(d.offers, offer{text: part})
				}
				break
			}
			d.offers = append(d.offers, offer{text: cell})
		case keyColumn:
			d.key = cell
		case whyColumn:
			why = cell
		}
	}
	if len(d.stem) == 0 || len(d.offers) == 0 && d.key == "" && why == "" && filled(r.cells) < 3 {
		r.line.as, r.line.why = Left, "has no question in its columns"
		return
	}
	q := d.question(it.id, it.label, r.line.n)
	q.Explanation = source.Fold(joined(q.Explanation, []string{why}))
	it.out = append(it.out, q)
	r.line.as, r.line.of = Start, it
	p.items = append(p.items, it)
}
