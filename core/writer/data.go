package writer

import (
	"fmt"
	"math/big"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language/realise"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/question"
	"zincowl/core/source"
)

// A table of readings is not known by heart: it is shown, and what follows from it is asked.
// All questions on one table are a set.

// data is a table of amounts, one row for each of some things.
type data struct {
	src     *Source
	passage source.Passage
	topic   string
	rows    [][]string // that are shown, the heads first
	columns []column
}

// column is a column of amounts.
type column struct {
	name   string // "flow"
	unit   string
	values []*big.Rat // by row, the heads left out
	texts  []string
}

// mostRows is how many rows of a table are shown.
const mostRows = 12

// dataOf reads a passage as a table of amounts; it is not ok where its rows have no names of
// their own or no column is one of amounts throughout.
func dataOf(src *Source, p source.Passage) (data, bool) {
	d := data{src: src, passage: p, topic: src.Topics[p.ID]}
	if p.Kind != source.Table || len(p.Rows) < 4 || len(p.Rows) > mostRows+1 || len(p.Rows[0]) < 2 {
		return d, false
	}
	named := map[string]bool{}
	for i, row := range p.Rows {
		if len(row) != len(p.Rows[0]) || strings.TrimSpace(row[0]) == "" && i > 0 || named[strings.ToLower(row[0])] {
			return d, false
		}
		named[strings.ToLower(row[0])] = true
		d.rows = append(d.rows, row)
	}
	for c := 1; c < len(p.Rows[0]); c++ {
		head, unit, bracketed := strings.Cut(p.Rows[0][c], "(")
		col := column{name: realise.Lower(strings.TrimSpace(head), nil)}
		if bracketed {
			col.unit = strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(unit), ")"))
		} else if before, after, ok := strings.Cut(head, ","); ok {
			if _, known := units.Parse(strings.TrimSpace(after)); known {
				col.name, col.unit = realise.Lower(strings.TrimSpace(before), nil), strings.TrimSpace(after)
			}
		}
		for _, row := range p.Rows[1:] {
			cell := strings.ReplaceAll(strings.TrimSpace(row[c]), ",", "")
			if v, ok := decimal.Parse(cell); ok {
				col.values = append(col.values, v)
				col.texts = append(col.texts, cell)
			}
		}
		if len(col.values) == len(p.Rows)-1 && nominal(col.name) && !strings.ContainsAny(col.name, ":;?/") {
			d.columns = append(d.columns, col)
		}
	}
	return d, len(d.columns) > 0
}

// row is how a row is spoken of: "pump H1" where its name is a mere sign.
func (d data) row(i int) string {
	name, sort := strings.TrimSpace(d.rows[i+1][0]), realise.Lower(strings.TrimSpace(d.rows[0][0]), nil)
	if sign.MatchString(name) && nominal(sort) && !strings.Contains(sort, " ") {
		return sort + " " + name
	}
	return name
}

// sign is a name that tells nothing by itself.
var sign = regexp.MustCompile(`^(?:[A-Z]{0,3}-?\d+[a-z]?|[A-Z])$`)

// extreme is the row with the greatest or the least value of a column; it is not ok where two
// share it.
func (c column) extreme(most bool) (int, bool) {
	at, ties := 0, 0
	for i, v := range c.values {
		cmp := v.Cmp(c.values[at])
		if !most {
			cmp = -cmp
		}
		switch {
		case i == 0 || cmp > 0:
			at, ties = i, 0
		case cmp == 0:
			ties++
		}
	}
	return at, ties == 0
}

// finding is a statement on a table, and whether it holds.
type finding struct {
	text, why string
	holds     bool
}

// findings are what can be said of a table in one sentence.
func (d data) findings(r *rand.Rand) []finding {
	var out []finding
	for _, c := range d.columns {
		for _, most := range []bool{true, false} {
			word := map[bool]string{true: "highest", false: "lowest"}[most]
			at, ok := c.extreme(most)
			if !ok {
				continue
			}
			why := fmt.Sprintf("The %s %s is that for %s: %s.", word, c.name, d.row(at), c.value(at))
			for _, i := range r.Perm(len(c.values))[:3] {
				out = append(out, finding{fmt.Sprintf("%s has the %s %s.", realise.Upper(d.row(i)), word, c.name), why, i == at})
			}
			out = append(out, finding{fmt.Sprintf("%s has the %s %s.", realise.Upper(d.row(at)), word, c.name), why, true})
		}
		for range 4 {
			p := r.Perm(len(c.values))
			a, b := p[0], p[1]
			if cmp := c.values[a].Cmp(c.values[b]); cmp != 0 {
				out = append(out, finding{fmt.Sprintf("The %s for %s is greater than that for %s.", c.name, d.row(a), d.row(b)),
					fmt.Sprintf("It is %s for %s and %s for %s.", c.value(a), d.row(a), c.value(b), d.row(b)), cmp > 0})
			}
		}
	}
	for i, one := range d.columns {
		for _, two := range d.columns[i+1:] {
			high, ok := one.extreme(true)
			for _, most := range []bool{true, false} {
				at, good := two.extreme(most)
				if ok && good {
					word := map[bool]string{true: "highest", false: "lowest"}[most]
					out = append(out, finding{fmt.Sprintf("What has the highest %s has the %s %s as well.", one.name, word, two.name),
						fmt.Sprintf("The highest %s is that for %s, the %s %s that for %s.", one.name, d.row(high), word, two.name, d.row(at)), at == high})
				}
			}
		}
	}
	return out
}

func (c column) value(i int) string { return strings.TrimSpace(c.texts[i] + " " + c.unit) }

// ask is a question on the table that is shown.
func (d data) ask(title, stem string, because ...string) question.Question {
	given := &question.Stimulus{ID: "s" + d.passage.ID, Kind: "table", Rows: d.rows}
	if h := d.passage.Locator.Heading; len(h) > 0 {
		given.Text = h[len(h)-1]
	}
	return question.Question{Title: title, Stem: stem, Stimulus: given.ID, Given: given, LevelBecause: because,
		Cites: []question.Cite{{Source: d.src.ID, Passage: d.passage.ID, Quote: d.passage.Text, Locator: d.passage.Locator}}}
}

// dataIdeas are what the tables of readings bear out.
func (m *Material) dataIdeas(sources []Source) []*idea {
	var out []*idea
	for i := range sources {
		for _, p := range sources[i].Doc.Passages {
			d, ok := dataOf(&sources[i], p)
			if !ok || sources[i].Doc.Language != "" && sources[i].Doc.Language != "en" {
				continue
			}
			add := func(l question.Level, part string, write func(*rand.Rand, Brief) (question.Question, error)) {
				out = append(out, &idea{level: l, kind: question.Choice, topic: d.topic, source: d.src.ID, passage: p.ID, subject: "data " + p.ID + part, frame: "data", score: 0.85, set: 3, write: write})
			}
			for _, stem := range []string{"Which of these does the table bear out?", "Which of these statements follows from the table?"} {
				add(question.Hard, stem, func(r *rand.Rand, b Brief) (question.Question, error) { return d.bearsOut(stem, b, r) })
			}
			for _, c := range d.columns {
				add(question.Medium, c.name, func(r *rand.Rand, b Brief) (question.Question, error) { return d.difference(c, b, r) })
			}
		}
	}
	return out
}

// bearsOut asks which of several statements the table bears out.
func (d data) bearsOut(stem string, b Brief, r *rand.Rand) (question.Question, error) {
	q := d.ask("What the table bears out", stem, "an inference from data")
	all := d.findings(r)
	r.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	sortBy(all, func(f finding) float64 { return float64(b.used[told+d.passage.ID+f.text]) })
	var right finding
	var wrong []question.Option
	for _, f := range all {
		switch {
		case f.holds && right.text == "":
			right = f
		case !f.holds && !slices.ContainsFunc(wrong, func(o question.Option) bool { return o.Text == f.text }):
			wrong = append(wrong, question.Option{Text: f.text, Slip: "table-misread", Why: f.why})
		}
	}
	if right.text == "" {
		return q, fmt.Errorf("Nothing can be told apart in the table of %s.", d.row(0))
	}
	if b.used != nil {
		b.used[told+d.passage.ID+right.text]++
	}
	q.Explanation = right.why
	return offer(q, right.text, wrong, b.Options, r)
}

// difference asks how far two rows lie from each other.
func (d data) difference(c column, b Brief, r *rand.Rand) (question.Question, error) {
	p := r.Perm(len(c.values))
	high, low := p[0], p[1]
	if c.values[high].Cmp(c.values[low]) < 0 {
		high, low = low, high
	}
	decimals := 0
	for _, t := range c.texts {
		if _, after, ok := strings.Cut(t, "."); ok {
			decimals = max(decimals, len(after))
		}
	}
	show := func(v *big.Rat) string { return strings.TrimSpace(v.FloatString(decimals) + " " + c.unit) }
	minus := func(i, j int) *big.Rat { return new(big.Rat).Sub(c.values[i], c.values[j]) }
	q := d.ask("How far apart two rows are", fmt.Sprintf("By how much does the %s for %s exceed that for %s?", c.name, d.row(high), d.row(low)), "two readings compared")
	by := minus(high, low)
	if by.Sign() == 0 {
		return q, fmt.Errorf("The %s is the same for %s and %s.", c.name, d.row(high), d.row(low))
	}
	q.Explanation = fmt.Sprintf("%s − %s = %s", c.value(high), c.value(low), show(by))
	wrong := []question.Option{
		{Text: show(new(big.Rat).Add(c.values[high], c.values[low])), Slip: "added-instead", Why: "That is the sum of the two."},
		{Text: show(c.values[low]), Slip: "reading-taken-for-difference", Why: "That is the reading for " + d.row(low) + "."},
		{Text: show(c.values[high]), Slip: "reading-taken-for-difference", Why: "That is the reading for " + d.row(high) + "."},
	}
	for _, k := range p[2:] {
		if other := minus(high, k); other.Sign() > 0 && other.Cmp(by) != 0 {
			wrong = append([]question.Option{{Text: show(other), Slip: "row-taken-for-another", Why: "That compares with " + d.row(k) + "."}}, wrong...)
		}
	}
	return offer(q, show(by), wrong, b.Options, r)
}
