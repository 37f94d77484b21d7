package split

import (
	"encoding/csv"
	"regexp"
	"strconv"
	"strings"

	"zincowl/core/question"
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

var columnNames = map[column]*regexp.Regexp{
	numberColumn: regexp.MustCompile(`(?i)^(?:#|no\.?|nr\.?|number|q|item|id)$`),
	stemColumn:   regexp.MustCompile(`(?i)^(?:question|stem|question text|prompt|item text|task)$`),
	optionColumn: regexp.MustCompile(`(?i)^(?:(?:option|choice|answer)\s*)?(?:[a-h]|[1-8])$`),
	keyColumn:    regexp.MustCompile(`(?i)^(?:answer|correct(?: answer| option)?|key|solution|right)$`),
	whyColumn:    regexp.MustCompile(`(?i)^(?:explanation|rationale|reason|why|comment|feedback)$`),
}

// table reads a paper that is a table with a question a row, and says whether
// it is one.
func (p *paper) table() bool {
	head := 0
	for head < len(p.lines) && p.lines[head].text == "" {
		head++
	}
	if head == len(p.lines) {
		return false
	}
	cut := cutter(p.lines[head].raw)
	names := cut(p.lines[head].raw)
	kinds := make([]column, len(names))
	stems, keys := 0, 0
	for i, name := range names {
		for kind, pattern := range columnNames {
			if pattern.MatchString(strings.TrimSpace(name)) {
				kinds[i] = kind
			}
		}
		switch kinds[i] {
		case stemColumn:
			stems++
		case keyColumn:
			keys++
		}
	}
	if stems != 1 || keys > 1 || len(names) < 2 {
		return false
	}
	p.lines[head].as, p.lines[head].why = Left, "the heading of the table"
	for _, l := range p.lines[head+1:] {
		if l.text == "" {
			continue
		}
		cells := cut(l.raw)
		if ruleLine.MatchString(l.text) || len(cells) > len(names) || len(cells) < 2 {
			l.as, l.why = Left, "has not the columns of the table"
			continue
		}
		p.tableRow(l, cells, kinds)
	}
	return true
}

func (p *paper) tableRow(l *line, cells []string, kinds []column) {
	it := &item{id: "q" + strconv.Itoa(len(p.items)+1), lines: []*line{l}}
	q := &question.Question{ID: it.id, Level: question.Medium, Origin: question.Origin{By: "import", Line: l.n}}
	key, why := "", ""
	for i, cell := range cells {
		cell = strings.TrimSpace(cell)
		switch kinds[i] {
		case numberColumn:
			q.Number = cell
			it.number, _ = strconv.Atoi(strings.Trim(cell, ".) "))
		case stemColumn:
			q.Stem = cell
		case optionColumn:
			if cell != "" {
				q.Options = append(q.Options, question.Option{ID: question.Letter(len(q.Options)), Text: cell})
			}
		case keyColumn:
			key = cell
		case whyColumn:
			why = cell
		}
	}
	if q.Stem == "" {
		l.as, l.why = Left, "has no question in its column"
		return
	}
	q.Explanation = joined(setKey(q, key), []string{why})
	it.out = []*question.Question{q}
	l.as, l.of = Start, it
	p.items = append(p.items, it)
}

// cutter is how the rows of a table are parted.
func cutter(head string) func(string) []string {
	if strings.Count(head, "|") >= 2 {
		return func(row string) []string {
			row = strings.TrimSpace(row)
			row = strings.TrimSuffix(strings.TrimPrefix(row, "|"), "|")
			return strings.Split(row, "|")
		}
	}
	comma := ','
	switch {
	case strings.Contains(head, "\t"):
		comma = '\t'
	case strings.Count(head, ";") > strings.Count(head, ","):
		comma = ';'
	}
	return func(row string) []string {
		r := csv.NewReader(strings.NewReader(row))
		r.Comma, r.LazyQuotes, r.FieldsPerRecord = comma, true, -1
		cells, err := r.Read()
		if err != nil {
			return nil
		}
		return cells
	}
}
