package syllabus

import (
	"encoding/csv"
	"regexp"
	"strings"
)

// column is what a column of an outline's table holds.
type column int

const (
	noColumn column = iota
	numberColumn
	topicColumn
	subColumn
	weightColumn
	statementColumn
)

// columns are tried in this order, so that "Subtopic" is no topic.
var columns = []struct {
	is    column
	named *regexp.Regexp
}{
	{subColumn, regexp.MustCompile(`(?i)^(?:sub[- ]?(?:topic|section|area|unit|domain)|element)s?$`)},
	{weightColumn, regexp.MustCompile(`(?i)^(?:weight(?:ing|age)?|share|marks?|points?|stars?|importance|per ?cent|percentage|%)\b`)},
	{statementColumn, regexp.MustCompile(`(?i)can[- ]do|statement|outcome|objective|criteri|skill|able to|competenc`)},
	{topicColumn, regexp.MustCompile(`(?i)^(?:topics?|subject|title|name|area|domain|section|unit|module|chapter|theme|content)(?: (?:area|title|name))?$`)},
	{numberColumn, regexp.MustCompile(`(?i)^(?:no\.?|nr\.?|number|ref(?:erence)?\.?|code|id|#)$`)},
}

// totalRow is the name of a row that adds up the others, with a number behind it.
var totalRow = regexp.MustCompile(`(?i)^(?:total|sum|overall)\b.{0,20}?\d`)

// cells parts lines at a delimiter, where the first line names columns that an
// outline has; nil where it does not.
func cells(lines []string) [][]string {
	text := strings.TrimSpace(strings.Join(lines, "\n"))
	first, _, _ := strings.Cut(text, "\n")
	for _, d := range []rune{'\t', ';', '|', ','} {
		if !strings.ContainsRune(first, d) {
			continue
		}
		named := 0
		for _, name := range strings.FieldsFunc(first, func(r rune) bool { return r == d }) {
			if columnOf(name) != noColumn {
				named++
			}
		}
		if named < 2 {
			continue
		}
		r := csv.NewReader(strings.NewReader(text))
		r.Comma, r.LazyQuotes, r.FieldsPerRecord, r.TrimLeadingSpace = d, true, -1, d != '\t'
		if rows, err := r.ReadAll(); err == nil {
			return rows
		}
	}
	return nil
}

func columnOf(name string) column {
	name = strings.Trim(strings.TrimSpace(name), `"`)
	for _, c := range columns {
		if c.named.MatchString(name) {
			return c.is
		}
	}
	return noColumn
}

// FromTable reads an outline from rows under a header that names them: topics,
// sub-topics, weights, statements, in any order. A topic named again, or left
// empty, goes on. A dotted number says how deep its topic stands.
func FromTable(rows [][]string) (Outline, error) {
	var o Outline
	if len(rows) < 2 {
		return o, ErrNoOutline
	}
	at := map[column]int{}
	percent, starred := false, false
	for i, name := range rows[0] {
		c := columnOf(name)
		if _, had := at[c]; c == noColumn || had {
			continue
		}
		at[c] = i
		if c == weightColumn {
			lower := strings.ToLower(name)
			percent = strings.Contains(lower, "%") || strings.Contains(lower, "cent") || strings.Contains(lower, "share")
			starred = strings.Contains(lower, "star") || strings.Contains(lower, "importance")
		}
	}
	if _, ok := at[topicColumn]; !ok {
		return o, ErrNoOutline
	}
	cell := func(row []string, c column) string {
		if i, ok := at[c]; ok && i < len(row) {
			return strings.Join(strings.Fields(row[i]), " ")
		}
		return ""
	}
	topic, sub := "", ""
	for n, row := range rows[1:] {
		leave := func(why string) {
			o.Leftovers = append(o.Leftovers, Leftover{n + 2, strings.Join(strings.Fields(strings.Join(row, " ")), " "), why})
		}
		name, below, states := cell(row, topicColumn), cell(row, subColumn), cell(row, statementColumn)
		if name == "" && below == "" && states == "" {
			if strings.TrimSpace(strings.Join(row, "")) != "" {
				leave("This row names no topic.")
			}
			continue
		}
		if totalRow.MatchString(name + " 0") {
			leave("This looks like a total, not like a topic.")
			continue
		}
		given := tableWeight(cell(row, weightColumn), percent, starred)
		depth := 0
		if m := dotted.FindStringSubmatch(cell(row, numberColumn) + " "); m != nil {
			depth = strings.Count(strings.TrimRight(m[1], "."), ".")
		} else if m := dotted.FindStringSubmatch(name); m != nil {
			depth, name = strings.Count(m[1], "."), name[len(m[0]):]
		}
		if len(o.Topics) >= MaxTopics {
			leave("There are more topics than an outline may have.")
			continue
		}
		if name != "" && !strings.EqualFold(name, topic) {
			topic, sub = name, ""
			o.Topics = append(o.Topics, Topic{Title: name, Depth: depth})
			if below == "" {
				o.Topics[len(o.Topics)-1].Given = given
			}
		}
		if below != "" && !strings.EqualFold(below, sub) && topic != "" {
			sub = below
			o.Topics = append(o.Topics, Topic{Title: below, Depth: depth + 1, Given: given})
		}
		if len(o.Topics) == 0 {
			leave("No topic stands above this row.")
			continue
		}
		last := &o.Topics[len(o.Topics)-1]
		if last.Given == nil && states != "" && given != nil && len(last.CanDo) == 0 {
			last.Given = given
		}
		for _, text := range strings.FieldsFunc(states, func(r rune) bool { return r == ';' || r == '•' }) {
			if text = strings.TrimSpace(text); text != "" {
				last.CanDo = append(last.CanDo, Statement{Text: text})
			}
		}
	}
	Straighten(o.Topics)
	if len(o.Topics) == 0 {
		return o, ErrNoOutline
	}
	return o, nil
}

func tableWeight(cell string, percent, starred bool) *Weight {
	if cell == "" {
		return nil
	}
	if _, w := strip("x " + cell); w != nil {
		return w
	}
	unit := "marks"
	if percent {
		unit = "%"
	}
	low, high, _ := strings.Cut(strings.NewReplacer("–", "-", "—", "-").Replace(cell), "-")
	w := weightOf(strings.TrimSpace(low), strings.TrimSpace(high), unit)
	if w != nil && starred {
		w.Unit = Stars
	}
	return w
}
