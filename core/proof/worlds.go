package proof

import (
	"maps"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths/decimal"
)

// What follows from a text of causes, or from the table of a trial, is worked out from what is
// given: the text is read link by link, the table row by row, and each option is held against
// what comes of it.

// effect is what a sentence says of two things.
type effect int

const (
	brings effect = iota
	hinders
	requires
)

// effects are the ways to say that one thing brings about, hinders or is required for another:
// which of the two names stands first, the one that acts or the one it acts on.
var effects = []struct {
	effect
	words   *regexp.Regexp
	actsOn1 bool // the first name is what is acted on
}{
	{hinders, regexp.MustCompile(`(?i)^where(?:ver)? there is (\S+), no (\S+) (?:forms|appears|is formed)`), false},
	{brings, regexp.MustCompile(`(?i)^where(?:ver)? there is (\S+), (\S+) (?:forms|appears|is formed)`), false},
	{requires, regexp.MustCompile(`(?i)^without (\S+), no (\S+) (?:forms|appears|is formed)`), false},
	{requires, regexp.MustCompile(`(?i)^(\S+) (?:does not|can't|cannot) (?:form|appear) (?:without|unless there is) (\S+)`), true},
	{requires, regexp.MustCompile(`(?i)^(\S+) (?:needs|requires) (\S+)`), true},
	{requires, regexp.MustCompile(`(?i)^(\S+) (?:forms|appears) only (?:if|when|where) (?:there is )?(\S+)`), true},
	{hinders, regexp.MustCompile(`(?i)^(\S+) (?:does not|can't|cannot) (?:form|appear) (?:in the presence of|where there is|beside) (\S+)`), true},
	{hinders, regexp.MustCompile(`(?i)^(\S+) (?:keeps|stops|prevents|blocks|hinders|inhibits) (?:the (?:forming|formation) of )?(\S+)`), false},
	{hinders, regexp.MustCompile(`(?i)^(\S+) is (?:blocked|prevented|hindered|inhibited|stopped) by (\S+)`), true},
	{brings, regexp.MustCompile(`(?i)^(?:the presence of )?(\S+) (?:gives rise to|leads to|brings about|makes|produces|causes|forms|yields) (\S+)`), false},
	{brings, regexp.MustCompile(`(?i)^(\S+) is (?:made|produced|caused|formed|brought about) (?:by|from) (\S+)`), true},
}

// tie is one link that was read.
type tie struct {
	effect
	from, to string
}

var (
	closed  = regexp.MustCompile(`(?i)\bnothing (?:else )?(?:forms|happens|comes about) in any other way\b`)
	begins  = regexp.MustCompile(`(?i)\bthere (?:is|are) only ([^.,?]+?)(?:,|\.|\?| and (\S+) is (?:taken away|removed))`)
	removed = regexp.MustCompile(`(?i)\b(\S+) is (?:taken away|removed)\b`)
)

// bareName is a word without the marks around it.
func bareName(w string) string { return strings.ToLower(strings.Trim(w, ".,;:?!")) }

// links reads a text of causes; it is not ok where a sentence of it is not understood, or where
// the text does not say that nothing else matters.
func links(text string) (out []tie, names map[string]bool, ok bool) {
	names = map[string]bool{}
	if !closed.MatchString(text) {
		return nil, nil, false
	}
	sentences := strings.SplitAfter(text, ". ")
	unread := 0
	for _, s := range sentences {
		found := false
		for _, e := range effects {
			if m := e.words.FindStringSubmatch(strings.TrimSpace(s)); m != nil {
				a, b := bareName(m[1]), bareName(m[2])
				if e.actsOn1 {
					a, b = b, a
				}
				out, found = append(out, tie{e.effect, a, b}), true
				names[a], names[b] = true, true
				break
			}
		}
		if !found && !closed.MatchString(s) {
			unread++
		}
	}
	return out, names, len(out) > 2 && unread <= 1 // the sentence that leads in
}

// settledOn is what there is in the end: everything is looked at again until nothing changes.
func settledOn(ties []tie, names, first, gone map[string]bool) (map[string]bool, bool) {
	there := map[string]bool{}
	for range 4 * len(names) {
		next := map[string]bool{}
		for n := range names {
			made, against := false, false
			for _, t := range ties {
				if t.to != n {
					continue
				}
				made = made || t.effect == brings && there[t.from]
				against = against || t.effect == hinders && there[t.from] || t.effect == requires && !there[t.from]
			}
			if (first[n] || made && !against) && !gone[n] {
				next[n] = true
			}
		}
		if maps.Equal(next, there) {
			return there, true
		}
		there = next
	}
	return nil, false
}

// namesIn are the names that a text speaks of.
func namesIn(text string, names map[string]bool) map[string]bool {
	out := map[string]bool{}
	for w := range strings.FieldsSeq(text) {
		if n := bareName(w); names[n] {
			out[n] = true
		}
	}
	return out
}

// caused asks what there is in the end, by a text of causes.
func (x *examination) caused() []Finding {
	ties, names, ok := links(x.Given.Text)
	m := begins.FindStringSubmatch(x.Stem)
	if !ok || m == nil || !strings.Contains(x.Stem, "What else") {
		return nil
	}
	start, _, _ := strings.Cut(x.Stem, "What else")
	gone := map[string]bool{}
	if r := removed.FindStringSubmatch(start); r != nil {
		gone[bareName(r[1])] = true
		start = start[:strings.Index(start, r[0])]
	}
	first := namesIn(start, names)
	there, ok := settledOn(ties, names, first, gone)
	if !ok || len(first) == 0 {
		return nil
	}
	maps.DeleteFunc(there, func(n string, _ bool) bool { return first[n] })
	var right []string
	for _, o := range x.Options {
		if said := namesIn(o.Text, names); maps.Equal(said, there) {
			right = append(right, o.ID)
		}
	}
	return x.settled(right, "Worked out from the text", "The links of the text were followed one by one; they come to the key and to no other option.")
}

// results is the table of a trial: two conditions and what came of them.
type results struct {
	amounts []*big.Rat // in order
	ways    []string
	cells   map[[2]int]*big.Rat
}

// trialIn reads a table whose rows are an amount, a way and a result each, all pairs once.
func trialIn(rows [][]string) (results, bool) {
	out := results{cells: map[[2]int]*big.Rat{}}
	if len(rows) < 5 || len(rows[0]) != 3 {
		return out, false
	}
	for _, row := range rows[1:] {
		if len(row) != 3 {
			return out, false
		}
		amount, ok := decimalIn(row[0])
		result, good := decimalIn(row[2])
		if !ok || !good {
			return out, false
		}
		i := slices.IndexFunc(out.amounts, func(a *big.Rat) bool { return a.Cmp(amount) == 0 })
		if i < 0 {
			i = len(out.amounts)
			out.amounts = append(out.amounts, amount)
		}
		k := slices.Index(out.ways, fold(row[1]))
		if k < 0 {
			k = len(out.ways)
			out.ways = append(out.ways, fold(row[1]))
		}
		out.cells[[2]int{i, k}] = result
	}
	return out, len(out.ways) == 2 && len(out.cells) == len(rows)-1 && len(out.cells) == 2*len(out.amounts) && slices.IsSortedFunc(out.amounts, (*big.Rat).Cmp)
}

// amountsIn are the amounts that a text names, by their places in the table, in the text's order.
func (t results) amountsIn(text string) []int {
	var out []int
	for _, n := range numbers.FindAllString(text, -1) {
		if v, ok := decimalIn(n); ok {
			if i := slices.IndexFunc(t.amounts, func(a *big.Rat) bool { return a.Cmp(v) == 0 }); i >= 0 {
				out = append(out, i)
			}
		}
	}
	return out
}

// waysIn are the ways that a text names, in order.
func (t results) waysIn(text string) []int {
	type met struct{ at, way int }
	var all []met
	low := strings.ToLower(text)
	for k, w := range t.ways {
		for from := 0; ; {
			i := strings.Index(low[from:], w)
			if i < 0 {
				break
			}
			all = append(all, met{from + i, k})
			from += i + len(w)
		}
	}
	slices.SortFunc(all, func(a, b met) int { return a.at - b.at })
	var out []int
	for _, m := range all {
		out = append(out, m.way)
	}
	return out
}

// moved is how far one result lies from another.
func (t results) moved(a, b [2]int) *big.Rat {
	d := new(big.Rat).Sub(t.cells[a], t.cells[b])
	return d.Abs(d)
}

var (
	rising   = regexp.MustCompile(`(?i)\b(?:rises|increases|grows) (?:each time|whenever|as|with)\b`)
	falling  = regexp.MustCompile(`(?i)\b(?:falls|decreases|shrinks|drops) (?:each time|whenever|as|with)\b`)
	greater  = regexp.MustCompile(`(?i)\b(?:greater|higher|larger|longer|more) (?:with|under|for)\b.*\bthan\b`)
	changing = regexp.MustCompile(`(?i)\bchanges more from\b.*\bthan from\b`)
	matters  = regexp.MustCompile(`(?i)\bmatters more at\b.*\bthan at\b`)
)

// holds says whether a claim is so by a trial; it is not known where the claim is not read.
func (t results) holds(claim string) (so, known bool) {
	at, ways := t.amountsIn(claim), t.waysIn(claim)
	cmp := func(a, b [2]int) int { return t.cells[a].Cmp(t.cells[b]) }
	switch {
	case matters.MatchString(claim) && len(at) == 2:
		return t.moved([2]int{at[0], 0}, [2]int{at[0], 1}).Cmp(t.moved([2]int{at[1], 0}, [2]int{at[1], 1})) > 0, true
	case changing.MatchString(claim) && len(at) == 4 && len(ways) == 1:
		k := ways[0]
		return t.moved([2]int{at[0], k}, [2]int{at[1], k}).Cmp(t.moved([2]int{at[2], k}, [2]int{at[3], k})) > 0, true
	case greater.MatchString(claim) && len(at) == 1 && len(ways) == 2:
		return cmp([2]int{at[0], ways[0]}, [2]int{at[0], ways[1]}) > 0, true
	case (rising.MatchString(claim) || falling.MatchString(claim)) && len(ways) == 1 && len(at) == 0:
		want := 1
		if falling.MatchString(claim) {
			want = -1
		}
		for i := 1; i < len(t.amounts); i++ {
			if cmp([2]int{i, ways[0]}, [2]int{i - 1, ways[0]}) != want {
				return false, true
			}
		}
		return true, true
	}
	return false, false
}

var (
	bearing = regexp.MustCompile(`(?i)\b(?:bear out|bears out|support|supports|show|shows|follow|follows)\b`)
	moving  = regexp.MustCompile(`(?i)^begin at (.+?) with (.+?)\. which .*\bmore: going to (.+?), or changing to (.+?)\?`)
	evenly  = regexp.MustCompile(`(?i)\bchanges evenly between\b.*\bat ([0-9.,]+)[^?]* with ([^?]+)\?`)
)

// bornOut are the options that hold; it is not ok where one of them is not read.
func (x *examination) bornOut(holds func(claim string) (so, known bool)) (right []string, ok bool) {
	for _, o := range x.Options {
		so, known := holds(o.Text)
		if !known {
			return nil, false
		}
		if so {
			right = append(right, o.ID)
		}
	}
	return right, true
}

// amountTo are the options whose first number is an amount.
func (x *examination) amountTo(want *big.Rat) (right []string) {
	for _, o := range x.Options {
		if v, ok := decimalIn(numbers.FindString(o.Text)); ok && v.Cmp(want) == 0 {
			right = append(right, o.ID)
		}
	}
	return right
}

// trialled asks what the table of a trial bears out.
func (x *examination) trialled() []Finding {
	t, ok := trialIn(x.Given.Rows)
	if !ok {
		return nil
	}
	var right []string
	title, says := "Worked out from the table", "The rows were compared as the question asks; they come to the key and to no other option."
	switch m, e := moving.FindStringSubmatch(x.Stem), evenly.FindStringSubmatch(x.Stem); {
	case m != nil:
		from, to, one, other := t.amountsIn(m[1]), t.amountsIn(m[3]), t.waysIn(m[2]), t.waysIn(m[4])
		if len(from) != 1 || len(to) != 1 || len(one) != 1 || len(other) != 1 {
			return nil
		}
		begin := [2]int{from[0], one[0]}
		amount, way := t.moved(begin, [2]int{to[0], one[0]}), t.moved(begin, [2]int{from[0], other[0]})
		heads := [2]string{headOf(x.Given.Rows[0][0]), headOf(x.Given.Rows[0][1])}
		for _, o := range x.Options {
			values := numbers.FindAllString(strings.TrimPrefix(o.Text, "The change of "), -1)
			if len(values) != 2 {
				return nil
			}
			by, _ := decimalIn(values[0])
			against, _ := decimalIn(values[1])
			first, second, head := amount, way, heads[0]
			if amount.Cmp(way) < 0 {
				first, second, head = way, amount, heads[1]
			}
			if by.Cmp(first) == 0 && against.Cmp(second) == 0 && strings.Contains(strings.ToLower(o.Text), head) {
				right = append(right, o.ID)
			}
		}
	case e != nil:
		at, ok := decimalIn(e[1])
		ways := t.waysIn(e[2])
		if !ok || len(ways) != 1 {
			return nil
		}
		i := slices.IndexFunc(t.amounts, func(a *big.Rat) bool { return a.Cmp(at) > 0 })
		if i < 1 {
			return nil
		}
		low, high := t.amounts[i-1], t.amounts[i]
		share := new(big.Rat).Quo(new(big.Rat).Sub(at, low), new(big.Rat).Sub(high, low))
		a, b := t.cells[[2]int{i - 1, ways[0]}], t.cells[[2]int{i, ways[0]}]
		want := new(big.Rat).Add(a, share.Mul(share, new(big.Rat).Sub(b, a)))
		right = x.amountTo(want)
	case bearing.MatchString(x.Stem):
		if right, ok = x.bornOut(t.holds); !ok {
			return nil
		}
	default:
		return nil
	}
	return x.settled(right, title, says)
}

// headOf is what a column's head names, without its unit.
func headOf(head string) string {
	name, _, _ := strings.Cut(head, "(")
	return strings.ToLower(strings.TrimSpace(name))
}

// worlds asks of questions on something given what follows from it alone.
func (x *examination) worlds() []Finding {
	if x.Given == nil || len(x.Options) == 0 || len(x.Key.Options) != 1 {
		return nil
	}
	var found []Finding
	if len(x.Given.Rows) == 0 {
		if found = x.compared(); found == nil {
			found = x.caused()
		}
	} else if found = x.trialled(); found == nil {
		found = x.tabled()
	}
	for _, f := range found {
		x.said = x.said || f.shows
	}
	return found
}

// readings is a table of amounts whose rows have names.
type readings struct {
	sort        string   // what a row is: "pump"
	rows, heads []string // the heads without their units
	cells       [][]*big.Rat
}

func readingsIn(rows [][]string) readings {
	out := readings{sort: fold(rows[0][0])}
	for _, h := range rows[0][1:] {
		name, _, _ := strings.Cut(headOf(h), ",")
		out.heads = append(out.heads, name)
	}
	for _, row := range rows[1:] {
		var cells []*big.Rat
		for _, cell := range row[1:] {
			v, _ := decimal.Parse(strings.ReplaceAll(strings.TrimSpace(cell), ",", ""))
			cells = append(cells, v)
		}
		out.rows, out.cells = append(out.rows, fold(row[0])), append(out.cells, cells)
	}
	return out
}

// named is how a row is called in the table: "pump H1" stands there as "H1".
func (t readings) named(row string) string {
	row = fold(row)
	if bare, ok := strings.CutPrefix(row, t.sort+" "); ok && t.sort != "" && slices.Contains(t.rows, bare) {
		return bare
	}
	return row
}

// at is the amount in a row and a column, by their names; nil where there is none.
func (t readings) at(row, head string) *big.Rat {
	i, c := slices.Index(t.rows, t.named(row)), slices.Index(t.heads, strings.ToLower(head))
	if i < 0 || c < 0 || c >= len(t.cells[i]) {
		return nil
	}
	return t.cells[i][c]
}

// first is the one row with the greatest value of a column, or the least; "" where several
// share it or a cell is no amount.
func (t readings) first(head string, most bool) string {
	best, name, ties := (*big.Rat)(nil), "", false
	for _, row := range t.rows {
		v := t.at(row, head)
		if v == nil {
			return ""
		}
		cmp := 1
		if best != nil {
			cmp = v.Cmp(best)
			if !most {
				cmp = -cmp
			}
		}
		switch {
		case cmp > 0:
			best, name, ties = v, row, false
		case cmp == 0:
			ties = true
		}
	}
	if ties {
		return ""
	}
	return name
}

const (
	mostWords  = `highest|greatest|largest|most`
	leastWords = `lowest|smallest|least`
)

var (
	both     = regexp.MustCompile(`(?i)^what(?:ever)? has the (` + mostWords + `|` + leastWords + `) (.+?) has the (` + mostWords + `|` + leastWords + `) (.+?)(?: as well| too)?\.?$`)
	hasMost  = regexp.MustCompile(`(?i)^(.+?) has the (` + mostWords + `|` + leastWords + `) (.+?)\.?$`)
	than     = regexp.MustCompile(`(?i)^the (.+?) (?:for|of|at|in|on) (.+?) is (greater|higher|larger|smaller|lower|less) than (?:that|it is) (?:for|of|at|in|on) (.+?)\.?$`)
	exceeds  = regexp.MustCompile(`(?i)by how much does the (.+?) (?:for|of|at|in|on) (.+?) exceed that (?:for|of|at|in|on) (.+?)\?`)
	greatest = regexp.MustCompile(`(?i)^(?:` + mostWords + `)$`)
	grown    = regexp.MustCompile(`(?i)^(?:greater|higher|larger)$`)
)

// holds says whether a claim is so by a table of readings; it is not known where the claim is
// not read.
func (t readings) holds(claim string) (so, known bool) {
	if m := both.FindStringSubmatch(claim); m != nil {
		one, two := t.first(m[2], greatest.MatchString(m[1])), t.first(m[4], greatest.MatchString(m[3]))
		return one == two, one != "" && two != ""
	}
	if m := than.FindStringSubmatch(claim); m != nil {
		a, b := t.at(m[2], m[1]), t.at(m[4], m[1])
		if a == nil || b == nil {
			return false, false
		}
		return a.Cmp(b) > 0 == grown.MatchString(m[3]) && a.Cmp(b) != 0, true
	}
	if m := hasMost.FindStringSubmatch(claim); m != nil {
		first := t.first(m[3], greatest.MatchString(m[2]))
		return first == t.named(m[1]), first != "" && slices.Contains(t.rows, t.named(m[1]))
	}
	return false, false
}

// tabled asks what a table of readings bears out, and whether it is the source's where one is
// named.
func (x *examination) tabled() []Finding {
	t := readingsIn(x.Given.Rows)
	var right []string
	if m := exceeds.FindStringSubmatch(x.Stem); m != nil {
		a, b := t.at(m[2], m[1]), t.at(m[3], m[1])
		if a == nil || b == nil {
			return nil
		}
		right = x.amountTo(new(big.Rat).Sub(a, b))
	} else if bearing.MatchString(x.Stem) {
		var ok bool
		if right, ok = x.bornOut(t.holds); !ok {
			return nil
		}
	} else {
		return nil
	}
	for _, c := range x.Cites {
		if at, ok := x.library.cited(c); ok && len(at.passage.Rows) > 0 && !slices.EqualFunc(at.passage.Rows, x.Given.Rows, slices.Equal) {
			return []Finding{{Check: "stated", Verdict: Unsure, At: "stimulus", Title: "The table is not the source's", Says: "The table that is shown and the one in the source differ; compare them.", Evidence: x.quoted()}}
		}
	}
	return x.settled(right, "Worked out from the table", "The readings were compared as the question asks; they come to the key and to no other option.")
}

var (
	twoTexts    = regexp.MustCompile(`(?is)^first passage:(.*?)\n\s*second passage:(.*)$`)
	saidInOne   = regexp.MustCompile(`(?i)\b(?:said|stated|made|found) (?:in|by) the (first|second) passage (?:and not in|but not in|alone|only)`)
	saidNowhere = regexp.MustCompile(`(?i)\b(?:said|stated|made|found) (?:in|by) neither\b`)
)

// compared asks in which of two passages what the options say is said.
func (x *examination) compared() []Finding {
	m := twoTexts.FindStringSubmatch(x.Given.Text)
	one, nowhere := saidInOne.FindStringSubmatch(x.Stem), saidNowhere.MatchString(x.Stem)
	if m == nil || one == nil && !nowhere {
		return nil
	}
	own := 0
	if one != nil && strings.EqualFold(one[1], "second") {
		own = 1
	}
	var right []string
	for _, o := range x.Options {
		var said [2]bool
		known := false
		for half, text := range m[1:3] {
			for _, s := range language.Split(text) {
				same, c, ok := against(o.Text, s.Text)
				said[half] = said[half] || ok && same
				known = known || ok && (same || c.otherwise())
			}
		}
		if !known {
			return nil
		}
		if nowhere && !said[0] && !said[1] || one != nil && said[own] && !said[1-own] {
			right = append(right, o.ID)
		}
	}
	return x.settled(right, "Each statement was looked for in both passages", "The key alone is said where the question asks for it.")
}
