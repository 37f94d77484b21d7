package writer

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// A table that says what things are like is asked cell by cell, row against row, and by
// what is true of one row alone.

// chart is a table with things as its rows.
type chart struct {
	term
	what string // the kind of thing: "rock"
	by   []string
	rows [][]string // each begins with the thing
}

// chartOf turns the table of a comparison so that its rows are things.
func (m *Material) chartOf(t term) (chart, bool) {
	rows := t.passage.Rows
	if len(rows) < 3 {
		return chart{}, false
	}
	if corner := strings.ToLower(strings.TrimSpace(rows[0][0])); corner == "" || aspects[language.Singular(corner)] { // the columns are things
		turned := make([][]string, len(rows[0]))
		for c := range rows[0] {
			for _, row := range rows {
				if c < len(row) {
					turned[c] = append(turned[c], row[c])
				}
			}
		}
		rows = turned
	}
	c := chart{term: t, what: strings.TrimSpace(rows[0][0]), by: rows[0]}
	if aspects[language.Singular(strings.ToLower(c.what))] {
		c.what = ""
	}
	for _, row := range rows[1:] {
		c.rows = append(c.rows, slices.Clone(row))
	}
	for _, row := range c.rows {
		if len(row) != len(c.by) || strings.TrimSpace(row[0]) == "" {
			return c, false
		}
		for i := range row {
			row[i] = strings.TrimSpace(row[i])
		}
	}
	return c, len(c.by) > 2 || len(c.rows) > 2
}

// aspects are heads of a first column that names what is compared, not what is.
var aspects = language.WordSet(`feature property aspect characteristic criterion point attribute quality item respect parameter comparison basis`)

// asksFor is how a column is asked for of a thing: "the grain of", "the main minerals of";
// empty where the column's head is no noun group.
func (c chart) asksFor(column int) string {
	head := realise.Lower(strings.TrimSpace(c.by[column]), nil)
	if i := strings.IndexAny(head, "(/"); i > 0 {
		head = strings.TrimSpace(head[:i])
	}
	name, ok := language.Single(head)
	if !ok || strings.ContainsAny(head, "?:;,") {
		return ""
	}
	for i, t := range name.Tokens {
		if !(t.Noun() || t.Tag == "JJ" || t.Tag == "JJS" || t.Tag == "VBG" || t.Lower == "of" || t.Lower == "in" || t.Lower == "for" || t.Lower == "at" || t.Lower == "per") || i == len(name.Tokens)-1 && !t.Noun() {
			return ""
		}
	}
	return head
}

// chartIdeas are what a table can be asked.
func (m *Material) chartIdeas(t term) []*idea {
	c, ok := m.chartOf(t)
	if !ok {
		return nil
	}
	var out []*idea
	add := func(k question.Kind, l question.Level, frame, subject string, write func(*rand.Rand, Brief) (question.Question, error)) {
		out = append(out, &idea{level: l, kind: k, topic: t.topic, source: t.src.ID, passage: t.Passage, subject: subject, frame: frame, score: 0.85, write: write})
	}
	for col := 1; col < len(c.by); col++ {
		what := c.asksFor(col)
		distinct := map[string]bool{}
		for _, row := range c.rows {
			distinct[strings.ToLower(row[col])] = true
		}
		for row := range c.rows {
			subject := fmt.Sprint(t.Passage, "row", row)
			if what != "" && len(distinct) >= 3 && c.rows[row][col] != "" {
				add(question.Choice, question.Easy, "cell", subject, func(r *rand.Rand, b Brief) (question.Question, error) { return m.cellOf(c, row, col, what, b, r) })
			}
			if what != "" && len(c.rows) >= 3 && c.count(col, c.rows[row][col]) == 1 {
				add(question.Choice, question.Easy, "whose cell", subject, func(r *rand.Rand, b Brief) (question.Question, error) { return m.whoseCell(c, row, col, what, b, r) })
			}
			for two := col + 1; two < len(c.by); two++ {
				if other := c.asksFor(two); what != "" && other != "" && c.count(col, c.rows[row][col]) > 1 && c.count(two, c.rows[row][two]) > 1 && c.both(col, two, row) == 1 {
					add(question.Choice, question.Hard, "two cells", subject, func(r *rand.Rand, b Brief) (question.Question, error) { return m.twoCells(c, row, col, two, b, r) })
				}
			}
		}
		if what != "" && len(distinct) >= 3 {
			add(question.Match, question.Medium, "match", fmt.Sprint(t.Passage, "column", col), func(r *rand.Rand, b Brief) (question.Question, error) { return m.matchColumn(c, col, what, r) })
		}
	}
	if len(c.rows) >= 2 && len(c.by) >= 3 {
		for n := range min(2, len(c.rows)/2) {
			add(question.Grid, question.Easy, "grid", fmt.Sprint(t.Passage, "grid", n), func(r *rand.Rand, b Brief) (question.Question, error) { return m.gaps(c, r) })
		}
	}
	for a := range c.rows {
		for b := range c.rows {
			if len(c.rows) <= 4 && len(c.by) >= 5 && a != b {
				for col := 1; col < len(c.by); col++ {
					if c.sets(a, b, col) {
						add(question.Choice, question.Medium, "contrast", fmt.Sprint(t.Passage, "pair", col), func(r *rand.Rand, br Brief) (question.Question, error) { return m.setsApart(c, a, b, col, br, r) })
					}
				}
			}
		}
		for b := a + 1; b < len(c.rows); b++ {
			if col, ok := c.agree(a, b); ok && len(c.by) >= 5 {
				add(question.Choice, question.Medium, "agree", fmt.Sprint(t.Passage, "pair"), func(r *rand.Rand, br Brief) (question.Question, error) { return m.agreeIn(c, a, b, col, br, r) })
			}
		}
	}
	return out
}

func (c chart) count(col int, cell string) int {
	n := 0
	for _, row := range c.rows {
		if like(row[col], cell) {
			n++
		}
	}
	return n
}

// like says whether two cells could both be taken for what is asked: one has all words of
// the other.
func like(a, b string) bool {
	if strings.EqualFold(a, b) {
		return true
	}
	x, y := language.Stems(a), language.Stems(b)
	return len(x) > 0 && len(y) > 0 && !figures.MatchString(a+b) && (covers(x, y) || covers(y, x))
}

func (c chart) both(one, two, at int) int {
	n := 0
	for _, row := range c.rows {
		if like(row[one], c.rows[at][one]) && like(row[two], c.rows[at][two]) {
			n++
		}
	}
	return n
}

// agree is the one column in which two rows say the same.
func (c chart) agree(a, b int) (int, bool) {
	at := 0
	for col := 1; col < len(c.by); col++ {
		switch {
		case strings.EqualFold(c.rows[a][col], c.rows[b][col]) && c.rows[a][col] != "":
			if at > 0 {
				return 0, false
			}
			at = col
		case like(c.rows[a][col], c.rows[b][col]):
			return 0, false
		}
	}
	return at, at > 0
}

func (m *Material) cellQuestion(c chart, row int, title, stem string, because ...string) question.Question {
	cite := c.cite()
	cite.Quote = strings.Join(c.rows[row], " | ")
	if !strings.Contains(c.passage.Text, cite.Quote) {
		cite.Quote = c.Quote
	}
	var says []string
	for i := 1; i < len(c.by); i++ {
		if c.rows[row][i] != "" {
			says = append(says, c.by[i]+": "+c.rows[row][i])
		}
	}
	return question.Question{Title: shorten(title, 60), Stem: stem, Cites: []question.Cite{cite}, LevelBecause: because, Explanation: c.rows[row][0] + " – " + strings.Join(says, "; ") + "."}
}

// thing is how a row is named within a sentence.
func (m *Material) rowName(c chart, row int) string { return m.lore.within(c.rows[row][0]) }

func (m *Material) cellOf(c chart, row, col int, what string, b Brief, r *rand.Rand) (question.Question, error) {
	is := "is"
	if language.Plural(lastWord(strings.Split(what, " of ")[0])) {
		is = "are"
	}
	q := m.cellQuestion(c, row, what+" of "+m.rowName(c, row), fmt.Sprintf("What %s the %s of %s?", is, what, m.rowName(c, row)))
	var wrong []question.Option
	for _, k := range r.Perm(len(c.rows)) {
		if cell := c.rows[k][col]; k != row && cell != "" && !like(cell, c.rows[row][col]) {
			wrong = append(wrong, question.Option{Text: realise.Upper(cell), Slip: "cell-of-another-row", Why: fmt.Sprintf("That stands for %s.", m.rowName(c, k))})
		}
	}
	return offer(q, realise.Upper(c.rows[row][col]), wrong, min(b.Options, max(3, len(wrong)+1)), r)
}

func (m *Material) whoseCell(c chart, row, col int, what string, b Brief, r *rand.Rand) (question.Question, error) {
	is := "is"
	if language.Plural(lastWord(strings.Split(what, " of ")[0])) {
		is = "are"
	}
	q := m.cellQuestion(c, row, c.by[col]+": "+c.rows[row][col], fmt.Sprintf("For which of these %s the %s “%s”?", is, what, m.lore.within(c.rows[row][col])))
	var wrong []question.Option
	for _, k := range r.Perm(len(c.rows)) {
		if k != row {
			wrong = append(wrong, question.Option{Text: realise.Upper(c.rows[k][0]), Slip: "row-of-another-cell", Why: fmt.Sprintf("There it is “%s”.", m.lore.within(c.rows[k][col]))})
		}
	}
	return offer(q, realise.Upper(c.rows[row][0]), wrong, min(b.Options, len(wrong)+1), r)
}

func (m *Material) twoCells(c chart, row, one, two int, b Brief, r *rand.Rand) (question.Question, error) {
	q := m.cellQuestion(c, row, c.by[one]+" and "+c.by[two], fmt.Sprintf("For which of these are both true: %s “%s” and %s “%s”?",
		c.asksFor(one), m.lore.within(c.rows[row][one]), c.asksFor(two), m.lore.within(c.rows[row][two])), "two facts", "data")
	var wrong []question.Option
	for _, k := range r.Perm(len(c.rows)) {
		if k == row {
			continue
		}
		miss := two
		if !like(c.rows[k][one], c.rows[row][one]) {
			miss = one
		}
		wrong = append(wrong, question.Option{Text: realise.Upper(c.rows[k][0]), Slip: "one-condition-overlooked", Why: fmt.Sprintf("There %s is “%s”.", c.asksFor(miss), m.lore.within(c.rows[k][miss]))})
	}
	// Those that meet one of the two tempt most.
	sortBy(wrong, func(o question.Option) float64 {
		for k := range c.rows {
			if strings.EqualFold(c.rows[k][0], o.Text) && (like(c.rows[k][one], c.rows[row][one]) || like(c.rows[k][two], c.rows[row][two])) {
				return 0
			}
		}
		return 1
	})
	return offer(q, realise.Upper(c.rows[row][0]), wrong, min(b.Options, len(wrong)+1), r)
}

func (m *Material) matchColumn(c chart, col int, what string, r *rand.Rand) (question.Question, error) {
	var rows []int
	for _, k := range r.Perm(len(c.rows)) {
		if len(rows) < 4 && c.rows[k][col] != "" && !slices.ContainsFunc(rows, func(o int) bool { return like(c.rows[o][col], c.rows[k][col]) }) {
			rows = append(rows, k)
		}
	}
	if len(rows) < 3 {
		return question.Question{}, fmt.Errorf("Too few rows of this table differ in %s.", what)
	}
	slices.Sort(rows)
	q := m.cellQuestion(c, rows[0], "Which "+what+" belongs to which", "Match each with its "+what+".", "contrast")
	if c.what != "" {
		q.Stem = fmt.Sprintf("Match each %s with its %s.", m.lore.within(language.Singular(c.what)), what)
		if strings.ContainsAny(c.what, " /(") {
			q.Stem = "Match each with its " + what + "."
		}
	}
	q.Cites[0].Quote = c.Quote
	q.Explanation = ""
	places := r.Perm(len(rows))
	q.Matches = make([]question.Option, len(rows))
	for i, k := range rows {
		id, to := question.Letter(i), fmt.Sprint(places[i]+1)
		q.Options = append(q.Options, question.Option{ID: id, Text: realise.Upper(c.rows[k][0])})
		q.Matches[places[i]] = question.Option{ID: to, Text: realise.Upper(c.rows[k][col])}
		q.Key.Pairs = append(q.Key.Pairs, []string{id, to})
		q.Explanation += c.rows[k][0] + ": " + c.rows[k][col] + ". "
	}
	q.Explanation = strings.TrimSpace(q.Explanation)
	return q, nil
}

// gaps leaves out some cells of a table.
func (m *Material) gaps(c chart, r *rand.Rand) (question.Question, error) {
	q := question.Question{Title: "What belongs in the table", Stem: "Fill in what is missing in this table.", Key: question.Key{Cells: map[string]string{}}, Cites: []question.Cite{c.cite()}}
	kept := r.Perm(len(c.rows))[:min(4, len(c.rows))]
	slices.Sort(kept)
	cols := []int{0}
	for _, k := range r.Perm(len(c.by) - 1)[:min(3, len(c.by)-1)] {
		cols = append(cols, k+1)
	}
	slices.Sort(cols)
	pick := func(row []string) []string {
		var out []string
		for _, k := range cols {
			out = append(out, row[k])
		}
		return out
	}
	q.Rows = append(q.Rows, pick(c.by))
	for _, k := range kept {
		q.Rows = append(q.Rows, pick(c.rows[k]))
	}
	for _, at := range r.Perm(len(kept) * (len(cols) - 1)) {
		row, col := at/(len(cols)-1)+1, at%(len(cols)-1)+1
		cell := q.Rows[row][col]
		if len(q.Key.Cells) >= 2 || cell == "" || len(strings.Fields(cell)) > 3 || strings.ContainsAny(cell, ",;/(") || c.count(cols[col], cell) > 1 {
			continue
		}
		q.Key.Cells[fmt.Sprintf("r%dc%d", row+1, col+1)] = cell
		q.Rows[row] = slices.Clone(q.Rows[row])
		q.Rows[row][col] = ""
		q.Explanation += q.Rows[row][0] + " – " + q.Rows[0][col] + ": " + cell + ". "
	}
	if len(q.Key.Cells) == 0 {
		return q, fmt.Errorf("No cell of this table is short enough to be filled in.")
	}
	q.Explanation = strings.TrimSpace(q.Explanation)
	return q, nil
}

func (m *Material) agreeIn(c chart, a, b, col int, br Brief, r *rand.Rand) (question.Question, error) {
	q := m.cellQuestion(c, a, "In what they agree", fmt.Sprintf("In which of these do %s and %s agree?", m.rowName(c, a), m.rowName(c, b)), "comparison")
	q.Cites[0].Quote = c.Quote
	q.Explanation = fmt.Sprintf("Both have “%s” under %s.", m.lore.within(c.rows[a][col]), m.lore.within(c.by[col]))
	var wrong []question.Option
	for k := 1; k < len(c.by); k++ {
		if k != col {
			wrong = append(wrong, question.Option{Text: realise.Upper(c.by[k]), Slip: "difference-overlooked", Why: fmt.Sprintf("There %s has “%s” and %s “%s”.", m.rowName(c, a), m.lore.within(c.rows[a][k]), m.rowName(c, b), m.lore.within(c.rows[b][k]))})
		}
	}
	return offer(q, realise.Upper(c.by[col]), wrong, min(br.Options, len(wrong)+1), r)
}

// sets says whether a column sets two rows apart.
func (c chart) sets(a, b, col int) bool {
	return c.rows[a][col] != "" && c.rows[b][col] != "" && !like(c.rows[a][col], c.rows[b][col])
}

// setsApart asks what is true of one row and not of another.
func (m *Material) setsApart(c chart, a, b, col int, br Brief, r *rand.Rand) (question.Question, error) {
	says := func(row, col int) string { return realise.Upper(c.by[col]) + ": " + m.lore.within(c.rows[row][col]) }
	q := m.cellQuestion(c, a, c.rows[a][0]+" and "+c.rows[b][0], fmt.Sprintf("Which of these is true of %s and not of %s?", m.rowName(c, a), m.rowName(c, b)), "contrast")
	q.Cites[0].Quote = c.Quote
	q.Explanation = fmt.Sprintf("%s: %s – %s; %s – %s.", c.by[col], m.rowName(c, a), m.lore.within(c.rows[a][col]), m.rowName(c, b), m.lore.within(c.rows[b][col]))
	var wrong []question.Option
	for _, k := range r.Perm(len(c.by) - 1) {
		if k+1 != col && c.sets(a, b, k+1) {
			wrong = append(wrong, question.Option{Text: says(b, k+1), Slip: "true-of-the-other", Why: fmt.Sprintf("That is true of %s.", m.rowName(c, b))})
		}
	}
	return offer(q, says(a, col), wrong, br.Options, r)
}
