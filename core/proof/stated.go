package proof

import (
	"fmt"
	"maps"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths/decimal"
	"zincowl/core/question"
)

// What the sources say in words is held against what a question says in words: a statement
// is so where the words quoted say it, and not so where they say it with something else in
// one place. Nothing here knows how the question came about.

// widest is how many words a statement may have otherwise than the source, in one place.
const widest = 6

// passing are words that may be left out of a statement without changing what it says.
var passing = language.WordSet(`also likewise nevertheless therefore thus then however moreover furthermore indeed but and so yet hence lastly finally first secondly you must too well as by contrast in turn of course for example instance`)

// comparable are the words of a text as statements are compared: small, without what only
// leads on.
func comparable(text string) []string {
	all := strings.Fields(words(language.Unnumbered(text)))
	return all
}

// change is what a statement has in another place than the source, in words.
type change struct{ says, source string }

// against holds a statement against words quoted: whether they say it; else the one change
// that makes it what they say. It is not ok where neither can be told.
func against(statement, quote string) (same bool, c change, ok bool) {
	s, q := comparable(statement), comparable(quote)
	if len(s) > 3 && len(q) > 1 && s[0] == "you" && s[1] == "must" && q[0] == s[2] { // an order, told as a rule
		s = s[2:]
	}
	if same, c, ok = held(s, q); ok {
		return same, c, ok
	}
	return held(withoutLinks(s), withoutLinks(q))
}

// withoutLinks are words without those that only link a sentence to the one before it.
func withoutLinks(words []string) []string {
	return slices.DeleteFunc(slices.Clone(words), func(w string) bool { return linking[w] })
}

// linking are words by which a sentence goes on from the one before it, wherever they stand.
var linking = language.WordSet(`also likewise nevertheless therefore thus then however moreover furthermore indeed hence too accordingly`)

// held holds the words of a statement against those quoted.
func held(s, q []string) (same bool, c change, ok bool) {
	if len(s) < 3 || len(q) == 0 {
		return false, c, false
	}
	if within(s, q) {
		return true, c, true
	}
	best, uneven := -1, 0
	for start := range q {
		front := 0
		for front < len(s) && start+front < len(q) && s[front] == q[start+front] {
			front++
		}
		if front == 0 && start > widest {
			continue
		}
		// What is said otherwise, and where the source goes on as the statement does.
		for k := 0; k <= widest && front+k <= len(s); k++ {
			rest := s[front+k:]
			for m := 0; m <= widest && start+front+m+len(rest) <= len(q); m++ {
				if k+m == 0 || len(rest)+front < max(2, len(s)*6/10) || !slices.Equal(rest, q[start+front+m:start+front+m+len(rest)]) {
					continue
				}
				if front == 0 && start != 0 && m > 0 || front+len(rest) < best || front+len(rest) == best && max(k-m, m-k) >= uneven {
					continue
				}
				best, uneven = front+len(rest), max(k-m, m-k)
				c = change{strings.Join(s[front:front+k], " "), strings.Join(q[start+front:start+front+m], " ")}
			}
		}
	}
	if best >= 0 {
		if onlyPassing(c.says) && onlyPassing(c.source) {
			return true, change{}, true
		}
		return false, c, true
	}
	if one, two, ok := exchanged(s, q); ok {
		return false, change{two + " … " + one, one + " … " + two}, true
	}
	return false, c, false
}

func onlyPassing(text string) bool {
	for w := range strings.FieldsSeq(text) {
		if !passing[w] {
			return false
		}
	}
	return true
}

// within says whether some words stand in others one after the other, but for words that
// only lead on.
func within(s, q []string) bool {
	for start := range q {
		i, k := 0, start
		for i < len(s) && k < len(q) {
			switch {
			case s[i] == q[k]:
				i, k = i+1, k+1
			case passing[q[k]] && k > start:
				k++
			case passing[s[i]]:
				i++
			default:
				k = len(q)
			}
		}
		if i == len(s) {
			return true
		}
	}
	return false
}

// exchanged finds that a statement has two groups of words of the source in each other's
// place.
func exchanged(s, q []string) (one, two string, ok bool) {
	if len(s) > len(q) {
		return "", "", false
	}
	for start := 0; start+len(s) <= len(q); start++ {
		w := q[start : start+len(s)]
		var differ []int
		for i := range s {
			if s[i] != w[i] {
				differ = append(differ, i)
			}
		}
		if len(differ) == 0 || len(differ) > 2*widest || len(differ) > len(s)*6/10 {
			continue
		}
		// The words that differ are the same ones in another order.
		a, b := make([]string, 0, len(differ)), make([]string, 0, len(differ))
		for _, i := range differ {
			a, b = append(a, s[i]), append(b, w[i])
		}
		first, last := strings.Join(b[:len(b)/2], " "), strings.Join(b[len(b)/2:], " ")
		slices.Sort(a)
		slices.Sort(b)
		if slices.Equal(a, b) {
			return first, last, true
		}
	}
	return "", "", false
}

// otherwise says whether a change makes a statement another one: what it has instead is no
// other word for the same.
func (c change) otherwise() bool {
	if c.says == "" || c.source == "" || onlyPassing(c.says) && onlyPassing(c.source) {
		return c.says == "need not" || denies(c.says) != denies(c.source)
	}
	a, b := strings.Fields(c.says), strings.Fields(c.source)
	if len(a) == 1 && len(b) == 1 {
		return language.Opposite(a[0], b[0]) || language.Alike(language.Singular(a[0]), language.Singular(b[0])) < 0.9
	}
	return true
}

func denies(text string) bool {
	for w := range strings.FieldsSeq(text) {
		if w == "not" || w == "no" || w == "never" || w == "nor" {
			return true
		}
	}
	return false
}

// judgement is what the words quoted say of a statement.
type judgement struct {
	known, so bool
	quote     string
	change    change
}

// judge holds a statement against all that a question quotes.
func (x *examination) judge(statement string) judgement {
	out := judgement{}
	for _, c := range x.Cites {
		same, ch, ok := against(statement, c.Quote)
		switch {
		case !ok:
		case same:
			return judgement{known: true, so: true, quote: c.Quote}
		case ch.otherwise() && !out.known:
			out = judgement{known: true, quote: c.Quote, change: ch}
		}
	}
	return out
}

// says tells what was found, in a sentence.
func (j judgement) says() string {
	if j.so {
		return fmt.Sprintf("The source says “%s”.", j.quote)
	}
	return fmt.Sprintf("The source says “%s”, so “%s” is wrong.", j.quote, j.change.says)
}

// incomplete is a sentence in a stem with something left out of it.
var incomplete = regexp.MustCompile(`[“«]([^”»]*…[^”»]*)[”»]`)

// stated asks of questions in words whether the words quoted show the key right.
func (x *examination) stated() []Finding {
	if x.Model != nil || x.Task != nil || len(x.Cites) == 0 || x.said {
		return nil
	}
	var found []Finding
	switch kind.Answers(x.Question) {
	case kind.Truth:
		found = x.statedTruth()
	case kind.OneOption, kind.SomethingElse, kind.Prose:
		switch {
		case len(x.Key.Options) > 0:
			found = x.statedOptions()
		case len(x.Key.Points) > 0:
			found = x.statedPoints()
		case len(x.Key.Pairs) > 0 || len(x.Key.Cells) > 0:
			found = x.statedInTable()
		case len(x.Key.Order) > 0:
			found = x.statedOrder()
		}
	case kind.Words:
		if len(x.Key.Blanks) == 1 {
			if j := x.judge(x.filled(x.Key.Blanks[0][0])); j.known && j.so {
				found = x.shown("The sentence stands in the source", j.says())
			}
		}
	}
	for _, f := range found {
		x.said = x.said || f.shows
	}
	return found
}

func (x *examination) shown(title, says string) []Finding {
	return []Finding{{Check: "stated", Verdict: Pass, At: "key", Title: title, Says: says, shows: true}}
}

// statedTruth asks whether a statement is so.
func (x *examination) statedTruth() []Finding {
	j := x.judge(x.Stem)
	if !j.known {
		return nil
	}
	truth := "false"
	if j.so {
		truth = "true"
	}
	key, _ := x.KeyOption()
	if key.ID == truth {
		return x.shown("The statement is "+truth, j.says())
	}
	x.mend = x.mended(kind.Found{Option: truth})
	return []Finding{{Check: "stated", Verdict: Fail, At: "key", Title: "The key is wrong", Says: j.says(), Expected: truth}}
}

// statedOptions asks which options are so, where they are statements or complete one, and
// else which of them the source names beside what the stem says.
func (x *examination) statedOptions() []Finding {
	if found := x.statedInTable(); found != nil {
		return found
	}
	whole := func(o question.Option) string { return o.Text }
	if found := x.beyond(); found != nil {
		return found
	}
	if found := x.dated(); found != nil {
		return found
	}
	if found := x.cases(); found != nil {
		return found
	}
	if found := x.statedStep(); found != nil {
		return found
	}
	if m := incomplete.FindStringSubmatch(x.Stem); m != nil {
		whole = func(o question.Option) string { return strings.Replace(m[1], "…", " "+o.Text+" ", 1) }
	} else if _, stem, ok := strings.Cut(x.Stem, "? "); ok && strings.HasSuffix(stem, "…") {
		whole = func(o question.Option) string { return strings.TrimSuffix(stem, "…") + " " + o.Text }
	}
	want := !turned.MatchString(incomplete.ReplaceAllString(x.Stem, ""))
	var right []string
	for _, o := range x.Options {
		j := x.judge(whole(o))
		if !j.known {
			return x.beside()
		}
		if j.so == want {
			right = append(right, o.ID)
		}
	}
	if len(right) == 0 {
		if !want || len(x.Key.Options) != 1 {
			return nil
		}
		key, _ := x.KeyOption()
		j := x.judge(whole(key))
		if _, number := decimal.Parse(j.change.source); number && incomplete.MatchString(x.Stem) {
			x.mend = x.mended(kind.Found{Expression: j.change.source}) // the key's text becomes it
		}
		return []Finding{{Check: "stated", Verdict: Fail, At: "key", Title: "No option is right", Says: j.says(), Expected: j.change.source, Evidence: x.quoted()}}
	}
	return x.settled(right, "Each option was held against the source", "What the key names is what the words quoted say; the others have something else in one place.")
}

// bound is what words before a number say of other numbers.
type bound struct {
	words         *regexp.Regexp
	above, itself bool // what is more than the number, and the number, is as they say
}

// breaking asks for what does not keep to a limit, and applying for what meets a condition. The
// others are words before a number that bind it: whether what is more or less than it, and
// whether the number itself, is on their side.
var (
	breaking = regexp.MustCompile(`(?i)\b(?:break|breaks|violate|violates|not keep to)\b`)
	applying = regexp.MustCompile(`(?i)\b(?:apply|applies|hold|holds|meet|meets)\b`)
	binding  = []bound{
		{regexp.MustCompile(`(?i)\b(?:no more than|not more than|at most|up to|not exceed|no longer than|no later than|no higher than|maximum of)\s*…`), false, true},
		{regexp.MustCompile(`(?i)\b(?:at least|no less than|not less than|no fewer than|minimum of|not fall below|reaches|reached)\s*…`), true, true},
		{regexp.MustCompile(`(?i)\b(?:more|over|above|exceeds?|exceeded|longer|older|larger|greater|higher|deeper|steeper|heavier|faster)(?: than)?\s*…`), true, false},
		{regexp.MustCompile(`(?i)\b(?:less|fewer|under|below|shorter|younger|smaller|lower|lighter|slower)(?: than)?\s*…`), false, false},
	}
)

// beyond asks which amounts do not keep to the limit, or meet the condition, that the words
// quoted give for a sentence with its number left out.
func (x *examination) beyond() []Finding {
	m := incomplete.FindStringSubmatch(x.Stem)
	asked := incomplete.ReplaceAllString(x.Stem, "")
	breaks := breaking.MatchString(asked)
	if m == nil || !breaks && !applying.MatchString(asked) {
		return nil
	}
	at := slices.IndexFunc(binding, func(b bound) bool { return b.words.MatchString(m[1]) })
	if at < 0 || len(x.Options) == 0 {
		return nil
	}
	var limit *big.Rat
	for _, c := range x.Cites {
		for _, n := range numbers.FindAllString(c.Quote, -1) {
			if same, _, ok := against(strings.Replace(m[1], "…", " "+n+" ", 1), c.Quote); ok && same {
				limit, _ = decimalIn(n)
			}
		}
	}
	if limit == nil {
		return nil
	}
	var right []string
	for _, o := range x.Options {
		v, ok := decimalIn(numbers.FindString(o.Text))
		if !ok {
			return nil
		}
		c := v.Cmp(limit)
		if keeps := c == 0 && binding[at].itself || c > 0 && binding[at].above || c < 0 && !binding[at].above; keeps != breaks {
			right = append(right, o.ID)
		}
	}
	return x.settled(right, "Held against the limit", "The words quoted give the limit; the key alone is on the side of it that is asked for.")
}

var numbers = regexp.MustCompile(`\d+(?:[.,]\d+)*`)

// settled holds the options that were found right against the key.
func (x *examination) settled(right []string, title, says string) []Finding {
	if slices.Equal(slices.Sorted(slices.Values(right)), slices.Sorted(slices.Values(x.Key.Options))) {
		return x.shown(title, says)
	}
	f := Finding{Check: "stated", Verdict: Fail, At: "key", Title: "The key is wrong", Says: "The words quoted say something else than the key.", Evidence: x.quoted()}
	if len(right) == 1 && len(x.Key.Options) == 1 {
		o, _ := x.Option(right[0])
		key, _ := x.KeyOption()
		f.Expected, f.Says = o.Text, fmt.Sprintf("By the words quoted “%s” is right, not “%s”.", o.Text, key.Text)
		x.mend = x.mended(kind.Found{Option: right[0]})
	}
	return []Finding{f}
}

// quoted is the evidence that a question names.
func (x *examination) quoted() []Evidence {
	var out []Evidence
	for _, c := range x.Cites {
		if at, ok := x.library.cited(c); ok {
			out = append(out, Evidence{Source: at.source, Passage: c.Passage, Title: x.library.titles[at.source], Quote: c.Quote, Locator: at.passage.Locator})
		}
	}
	return out
}

// beside asks whether one option alone stands in the words quoted that say most of what the
// stem says.
func (x *examination) beside() []Finding {
	key, one := x.KeyOption()
	asked := language.Stems(x.Stem)
	for s := range language.Stems("which these what true term stands name meant following applies happens case belong") {
		delete(asked, s)
	}
	if len(x.Key.Options) == 0 || len(asked) == 0 {
		return nil
	}
	for _, c := range x.Cites {
		quote := language.Stems(c.Quote)
		if turnsOn(x.Stem, c.Quote) || 10*common(x.placed(c, quote), asked) < 7*len(asked) {
			continue
		}
		var right []string
		for _, o := range x.Options {
			if theirs := language.Stems(o.Text); len(theirs) > 0 && 10*common(quote, theirs) >= 8*len(theirs) {
				right = append(right, o.ID)
			}
		}
		// "Chlorine" stands wherever "chlorine dioxide" does.
		right = slices.DeleteFunc(right, func(id string) bool {
			o, _ := x.Option(id)
			return slices.ContainsFunc(right, func(other string) bool {
				p, _ := x.Option(other)
				less, more := language.Stems(o.Text), language.Stems(p.Text)
				return len(less) < len(more) && common(more, less) == len(less)
			})
		})
		switch {
		case one && len(right) == 1:
			return x.settled(right, "One option stands in the source", fmt.Sprintf("“%s” has what the stem says and, of the options, “%s” alone.", c.Quote, key.Text))
		case !one && len(right) > 1:
			return x.settled(right, "These options stand in the source", fmt.Sprintf("“%s” has what the stem says and, of the options, those of the key alone.", c.Quote))
		}
	}
	return nil
}

// turnsOn says whether a stem asks for what is not so: a denial stands in it that the words
// quoted do not have in the same place.
func turnsOn(stem, quote string) bool {
	asked, said := words(stem), " "+words(quote)+" "
	for _, at := range turned.FindAllStringIndex(asked, -1) {
		next, _, _ := strings.Cut(strings.TrimSpace(asked[at[1]:]), " ")
		if next == "" || !strings.Contains(said, " "+asked[at[0]:at[1]]+" "+next+" ") {
			return true
		}
	}
	return false
}

// placed are the stems of words quoted and of the headings that they stand under.
func (x *examination) placed(c question.Cite, quote map[string]bool) map[string]bool {
	at, ok := x.library.cited(c)
	if !ok || len(at.passage.Locator.Heading) == 0 {
		return quote
	}
	all := maps.Clone(quote)
	maps.Copy(all, language.Stems(strings.Join(at.passage.Locator.Heading, " ")))
	return all
}

// statedPoints asks whether the points of a written answer stand in the words quoted beside
// what the stem speaks of.
func (x *examination) statedPoints() []Finding {
	all := map[string]bool{}
	for _, c := range x.Cites {
		maps.Copy(all, language.Stems(c.Quote))
	}
	for _, p := range x.Key.Points {
		stems := language.Stems(p)
		if len(stems) == 0 || common(all, stems) < len(stems)*9/10 {
			return nil
		}
	}
	asked := language.Stems(x.Stem)
	for s := range language.Stems("meant so purpose condition hold follows case name all why what when which how many explain give reason difference differ describe discuss compare write short essay say set out true each other rule apply figure go bring come exception depend belong qué entiende por désigne que was bedeutet entende che cosa intende") {
		delete(asked, s)
	}
	for _, c := range x.Cites {
		all = x.placed(c, all)
	}
	if common(all, asked)*10 < len(asked)*7 {
		return nil
	}
	return x.shown("The points stand in the source", fmt.Sprintf("“%s”", x.Cites[0].Quote))
}

// statedPairs asks whether the two sides of each pair stand in one of the quotes, and no
// other entry beside them.
func (x *examination) statedPairs() []Finding {
	for _, p := range x.Key.Pairs {
		left, ok := x.Option(p[0])
		i := slices.IndexFunc(x.Matches, func(o question.Option) bool { return o.ID == p[1] })
		if !ok || i < 0 {
			return nil
		}
		one, two := language.Stems(left.Text), language.Stems(x.Matches[i].Text)
		beside := false
		for _, c := range x.Cites {
			quote := language.Stems(c.Quote)
			if len(one) > 0 && common(quote, one) == len(one) && common(quote, two)*10 >= len(two)*9 {
				beside = true
			}
		}
		if !beside {
			return nil
		}
	}
	return x.shown("Each pair stands in the source", "The two sides of each pair stand in one of the sentences quoted.")
}

// statedInTable asks the cited table for what the key says.
func (x *examination) statedInTable() []Finding {
	if len(x.Key.Pairs) > 1 && len(x.Cites) > 1 {
		return x.statedPairs()
	}
	for _, c := range x.Cites {
		at, ok := x.library.cited(c)
		if !ok || len(at.passage.Rows) < 2 {
			continue
		}
		rows := at.passage.Rows
		switch {
		case len(x.Key.Pairs) > 0:
			for _, p := range x.Key.Pairs {
				left, ok1 := x.Option(p[0])
				i := slices.IndexFunc(x.Matches, func(o question.Option) bool { return o.ID == p[1] })
				if !ok1 || i < 0 || !meet(rows, left.Text, x.Matches[i].Text) {
					return nil
				}
			}
			return x.shown("The table says so", "Each pair stands in one row or column of the table.")
		case len(x.Key.Cells) > 0:
			for name, text := range x.Key.Cells {
				row, column, ok := kind.CellAt(x.Rows, name)
				if !ok || !meet(rows, x.Rows[row][0], text) || !meet(rows, x.Rows[0][column], text) {
					return nil
				}
			}
			return x.shown("The table says so", "What is missing stands in the table where it is asked for.")
		}
		if _, ok := x.KeyOption(); !ok || turned.MatchString(strings.Replace(x.Stem, "and not of", "", 1)) {
			return nil
		}
		stem := " " + words(x.Stem) + " "
		var said []string // the cells and heads that the stem speaks of
		for _, row := range rows {
			for _, cell := range row {
				if w := words(cell); w != "" && strings.Contains(stem, " "+w+" ") && !slices.Contains(said, w) {
					said = append(said, w)
				}
			}
		}
		if len(said) < 2 {
			return nil
		}
		slices.SortFunc(said, func(a, b string) int { return strings.Index(stem, " "+a+" ") - strings.Index(stem, " "+b+" ") })
		var right []string
		for _, o := range x.Options {
			if answers(rows, said, o.Text) {
				right = append(right, o.ID)
			}
		}
		if len(right) == 0 {
			return nil
		}
		return x.settled(right, "The table says so", "Of the options, the key alone stands with what the stem names.")
	}
	return nil
}

// answers says whether an option stands in a table as what a stem names asks for: a cell
// where two heads meet; a head whose cells are those that are named; the head in whose
// cells two things agree; or a head and a cell, joined by a colon, that are true of the
// first thing named and not of the second.
func answers(rows [][]string, said []string, option string) bool {
	if feature, value, ok := strings.Cut(option, ": "); ok && len(said) == 2 {
		return cellOf(rows, said[0], words(feature)) == words(value) && cellOf(rows, said[1], words(feature)) != words(value)
	}
	text := words(option)
	var heads, cells []string
	for _, w := range said {
		if isHead(rows, w) {
			heads = append(heads, w)
		} else {
			cells = append(cells, w)
		}
	}
	switch {
	case len(cells) > 0 && isHead(rows, text):
		for _, c := range cells {
			if !slices.ContainsFunc(heads, func(h string) bool { return cellOf(rows, text, h) == c }) {
				return false
			}
		}
		return true
	case len(cells) == 0 && len(heads) == 2 && isHead(rows, text):
		one := cellOf(rows, heads[0], text)
		return one != "" && one == cellOf(rows, heads[1], text)
	case len(cells) == 0 && len(heads) == 2:
		return cellOf(rows, heads[0], heads[1]) == text
	}
	return false
}

// isHead says whether a text heads a row or a column.
func isHead(rows [][]string, text string) bool {
	for _, cell := range rows[0] {
		if words(cell) == text {
			return true
		}
	}
	return slices.ContainsFunc(rows, func(row []string) bool { return len(row) > 0 && words(row[0]) == text })
}

// meet says whether two texts stand in one row or in one column of a table.
func meet(rows [][]string, a, b string) bool {
	a, b = words(a), words(b)
	if a == b {
		return true
	}
	holds := func(cells []string, w string) bool {
		return slices.ContainsFunc(cells, func(c string) bool { return words(c) == w })
	}
	for _, row := range rows {
		if holds(row, a) && holds(row, b) {
			return true
		}
	}
	for col := range rows[0] {
		var column []string
		for _, row := range rows {
			if col < len(row) {
				column = append(column, row[col])
			}
		}
		if (words(column[0]) == a || words(column[0]) == b) && holds(column, a) && holds(column, b) {
			return true
		}
	}
	return false
}

// cellOf is the cell where a row and a column meet, or a column and a row, in words; empty
// where they do not.
func cellOf(rows [][]string, a, b string) string {
	for r, row := range rows {
		for c := range row {
			if r > 0 && c > 0 && c < len(rows[0]) && (words(row[0]) == a && words(rows[0][c]) == b || words(row[0]) == b && words(rows[0][c]) == a) {
				return words(row[c])
			}
		}
	}
	return ""
}

// besideStep asks for the step right behind or before another.
var besideStep = regexp.MustCompile(`(?i)\bcomes? (?:directly|immediately|right|straight) (after|before) “([^”]+)”`)

// statedStep asks which option stands right beside the step that a stem names.
func (x *examination) statedStep() []Finding {
	m := besideStep.FindStringSubmatch(x.Stem)
	if m == nil {
		return nil
	}
	at, ok := x.library.cited(x.Cites[0])
	if !ok {
		return nil
	}
	text, step := x.library.after(at), words(m[2])
	i := strings.Index(text, step)
	if i < 0 {
		return nil
	}
	before, behind := strings.TrimSpace(text[:i]), strings.TrimSpace(text[i+len(step):])
	var right []string
	for _, o := range x.Options {
		if w := words(o.Text); strings.EqualFold(m[1], "after") && strings.HasPrefix(behind, w) || strings.EqualFold(m[1], "before") && strings.HasSuffix(before, w) {
			right = append(right, o.ID)
		}
	}
	if len(right) == 0 {
		return nil
	}
	return x.settled(right, "The order is that of the source", "The key stands right beside that step in the source, and no other option does.")
}

// statedOrder asks whether the steps stand in the source in the order of the key.
func (x *examination) statedOrder() []Finding {
	if found := x.dated(); found != nil {
		return found
	}
	at, ok := x.library.cited(x.Cites[0])
	if !ok {
		return nil
	}
	text := x.library.after(at)
	from := 0
	for _, id := range x.Key.Order {
		o, _ := x.Option(id)
		i := strings.Index(text[from:], words(o.Text))
		if i < 0 {
			return nil
		}
		from += i + len(words(o.Text))
	}
	return x.shown("The order is that of the source", "The steps stand in the source one after the other as the key has them.")
}

// reach is how many passages a list of steps is looked for in.
const reach = 40

// after is the text of a passage and of those behind it in its source, in words.
func (l *Library) after(p place) string {
	order := l.order[p.source]
	first := slices.Index(order, p.passage.ID)
	if first < 0 {
		return ""
	}
	var b strings.Builder
	for _, id := range order[first:min(len(order), first+reach)] {
		b.WriteString(words(l.passages[at{p.source, id}].passage.Text))
		b.WriteByte(' ')
	}
	return b.String()
}
