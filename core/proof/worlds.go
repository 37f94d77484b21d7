package proof

import (
	"maps"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
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
		amount, ok := decimal(row[0])
		result, good := decimal(row[2])
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
		if v, ok := decimal(n); ok {
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
			by, _ := decimal(values[0])
			against, _ := decimal(values[1])
			first, second, head := amount, way, heads[0]
			if amount.Cmp(way) < 0 {
				first, second, head = way, amount, heads[1]
			}
			if by.Cmp(first) == 0 && against.Cmp(second) == 0 && strings.Contains(strings.ToLower(o.Text), head) {
				right = append(right, o.ID)
			}
		}
	case e != nil:
		at, ok := decimal(e[1])
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
		for _, o := range x.Options {
			if v, ok := maths.ParseDecimal(numbers.FindString(o.Text)); ok && v.Cmp(want) == 0 {
				right = append(right, o.ID)
			}
		}
	case bearing.MatchString(x.Stem):
		for _, o := range x.Options {
			so, known := t.holds(o.Text)
			if !known {
				return nil
			}
			if so {
				right = append(right, o.ID)
			}
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
	if len(x.Given.Rows) > 0 {
		return x.trialled()
	}
	return x.caused()
}
