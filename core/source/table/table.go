// Package table reads comma- and tab-separated values. A long table becomes
// several passages, each with the header, so that a question can lead to its
// rows.
package table

import (
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"path"
	"strings"

	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/source"
)

// rowsEach is how many rows one passage holds.
const rowsEach = 30

// Is says whether a text is a table: every line has the same number of fields,
// two or more, and one of the delimiters parts them.
func Is(name, text string) bool {
	switch strings.ToLower(path.Ext(name)) {
	case ".csv", ".tsv":
		return true
	case ".md", ".txt", ".html", ".htm":
		return false
	}
	_, ok := delimiter(text)
	return ok
}

// delimiter finds what parts the fields, looking at the first lines.
func delimiter(text string) (rune, bool) {
	head := text[:min(len(text), 20_000)]
	if len(head) < len(text) {
		head = head[:strings.LastIndexByte(head, '\n')+1]
	}
	for _, d := range []rune{'\t', ';', ','} {
		rows, err := parse(head, d)
		if err != nil || len(rows) < 3 || len(rows[0]) < 2 {
			continue
		}
		same, long := true, 0
		for _, r := range rows {
			same = same && len(r) == len(rows[0])
			for _, cell := range r {
				if len(strings.Fields(cell)) > 12 {
					long++
				}
			}
		}
		if same && long == 0 {
			return d, true
		}
	}
	return ',', false
}

// commonest is the delimiter that parts the most fields, for tables whose rows
// are uneven.
func commonest(text string) rune {
	best, most := ',', -1
	for _, d := range []rune{',', ';', '\t'} {
		if n := strings.Count(text, string(d)); n > most {
			best, most = d, n
		}
	}
	return best
}

func parse(text string, d rune) ([][]string, error) {
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.LazyQuotes, r.FieldsPerRecord, r.TrimLeadingSpace = d, true, -1, d != '\t'
	var rows [][]string
	for {
		row, err := r.Read()
		if errors.Is(err, io.EOF) {
			return rows, nil
		}
		if err != nil {
			return nil, err
		}
		for i := range row {
			row[i] = source.Fold(row[i])
		}
		if strings.Join(row, "") != "" {
			rows = append(rows, row)
		}
	}
}

// Read makes a document of a table. Rows shorter than the others are filled up,
// with a warning that names the first.
func Read(origin, text string) (source.Document, error) {
	d, found := delimiter(text)
	if !found {
		d = commonest(text)
	}
	rows, err := parse(text, d)
	if err != nil {
		return source.Document{}, source.Bad("This table can't be read (%v); save it again as CSV and bring it.", err)
	}
	if len(rows) == 0 {
		return source.Document{}, source.Bad("There is no row in this table; choose another file.")
	}
	b := source.NewBuilder(origin, "table")
	uneven := Add(b, rows)
	doc := b.Document()
	if uneven > 0 {
		doc.Warnings = append(doc.Warnings, source.Warning{Locator: source.Locator{Row: uneven}, Says: fmt.Sprintf("Row %d has fewer fields than others; what is missing was left empty.", uneven)})
	}
	return doc, nil
}

// Add adds a table to a document under way and gives the first row that had
// fewer fields than others, counted from 1, or 0. Rows are filled up in place.
func Add(b *source.Builder, rows [][]string) (uneven int) {
	width := 0
	for _, r := range rows {
		width = max(width, len(r))
	}
	for i := range rows {
		if len(rows[i]) < width && uneven == 0 {
			uneven = i + 1
		}
		for len(rows[i]) < width {
			rows[i] = append(rows[i], "")
		}
	}
	if len(rows) == 0 {
		return 0
	}
	header, body, first := rows[0], rows[1:], 2
	if !isHeader(rows) {
		header, body, first = make([]string, width), rows, 1
		for i := range header {
			header[i] = fmt.Sprintf("column %d", i+1)
		}
	}
	for len(body) > 0 {
		n := min(rowsEach, len(body))
		b.TableAt(append([][]string{header}, body[:n]...), first)
		body, first = body[n:], first+n
	}
	return uneven
}

// isHeader says whether the first row names the columns: it holds no number
// where the rows below it do, or no number at all.
func isHeader(rows [][]string) bool {
	if len(rows) < 2 {
		return false
	}
	for i, cell := range rows[0] {
		if number(cell) {
			return false
		}
		if cell == "" && i > 0 {
			return false
		}
	}
	return true
}

func number(cell string) bool {
	if _, ok := decimal.Parse(cell); ok {
		return true
	}
	_, ok := units.ParseQuantity(cell)
	return ok
}
