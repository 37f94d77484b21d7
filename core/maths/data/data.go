// Package data answers what questions ask of a small table: totals, means, shares,
// differences, the largest and the smallest.
//
// The model: a table holds series, each a name with values by label (Read). A question
// asks for one thing of one series; it names the thing by the trade's word for it and
// the labels as they stand in the table (Series.Answer). What it asks beyond that is
// not understood, and nothing is said.
package data

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths/units"
)

// Series is a row or a column of numbers with what each is the number of.
type Series struct {
	Name   string
	Labels []string
	Values []*big.Rat
	Unit   units.Unit
}

// Read finds the series of a table: its columns, or its rows where each is one.
// Cells that aren't numbers make a series none.
func Read(rows [][]string) []Series {
	if len(rows) == 0 || len(rows) > 60 {
		return nil
	}
	for _, row := range rows {
		if len(row) != len(rows[0]) {
			return nil
		}
	}
	across := len(rows[0]) > len(rows) || len(rows[0]) > 2 && numbers(rows[0][1:]) == 0 && len(rows) == 2
	if !across {
		rows = turned(rows)
	}
	labels := rows[0]
	head := 0
	if len(rows[0]) > 2 && len(rows) > 1 { // does every series begin with its name?
		head = 1
		for _, row := range rows[1:] {
			if _, ok := quantity(row[0]); ok {
				head = 0
			}
		}
	}
	var out []Series
	for _, row := range rows[1:] {
		s := Series{Labels: labels[head:]}
		if head == 1 {
			s.Name = row[0]
		}
		for _, cell := range row[head:] {
			q, ok := quantity(cell)
			if !ok || len(s.Values) > 0 && q.Unit.Text != s.Unit.Text {
				break
			}
			s.Values, s.Unit = append(s.Values, q.Value), q.Unit
		}
		if len(s.Values) == len(s.Labels) && len(s.Values) > 1 {
			out = append(out, s)
		}
	}
	return out
}

// turned makes rows of columns.
func turned(rows [][]string) [][]string {
	out := make([][]string, len(rows[0]))
	for i := range out {
		for _, row := range rows {
			out[i] = append(out[i], strings.TrimSpace(row[i]))
		}
	}
	return out
}

func numbers(cells []string) int {
	n := 0
	for _, c := range cells {
		if _, ok := quantity(c); ok {
			n++
		}
	}
	return n
}

func quantity(cell string) (units.Found, bool) {
	return units.ParseQuantity(strings.TrimSpace(cell))
}

// Answer is what a question asks of a series: a value, or the labels that have it.
type Answer struct {
	Value  units.Quantity
	Share  bool     // the value is a part of a whole, told as a fraction or in per cent
	Labels []string // where it is asked which; then there is no value
	How    string   // the working
}

// asks are what can be asked, by the words for it, the particular ones first.
var asks = []struct {
	what  string
	words *regexp.Regexp
}{
	{"angle", regexp.MustCompile(`(?i)\bangle\b.*\b(?:pie|sector|circle)|\b(?:pie|sector|circle)\b.*\bangle\b`)},
	{"most", regexp.MustCompile(`(?i)\b(?:which|what|who|when|on which)\b.*\b(?:most|highest|largest|greatest|biggest|longest|busiest|modal)\b`)},
	{"least", regexp.MustCompile(`(?i)\b(?:which|what|who|when|on which)\b.*\b(?:least|fewest|lowest|smallest|shortest|quietest)\b`)},
	{"median", regexp.MustCompile(`(?i)\bmedian\b`)},
	{"mode", regexp.MustCompile(`(?i)\bmode\b`)},
	{"range", regexp.MustCompile(`(?i)\brange\b`)},
	{"mean", regexp.MustCompile(`(?i)\b(?:mean|average)\b`)},
	{"share", regexp.MustCompile(`(?i)\bper ?cent(?:age)?\b|\bprobability\b|\bchance\b|\bfraction\b|\bproportion\b|\bshare\b`)},
	{"difference", regexp.MustCompile(`(?i)\b(?:how many|how much) (?:more|fewer|less|higher|lower|longer|shorter)\b|\bdifference\b|\bby how (?:much|many)\b`)},
	{"total", regexp.MustCompile(`(?i)\btotal\b|\bin all\b|\baltogether\b|\bsum\b|\btogether\b`)},
	{"value", regexp.MustCompile(`(?i)\bhow (?:many|much|long|high|large|deep|far)\b|\bwhat (?:is|was|are|were)\b`)},
}

// beyond are words for what is not computed here.
var beyond = regexp.MustCompile(`(?i)\b(?:not|without|except|but|both|neither|weighted|deviation|variance|quartiles?|interquartile|cumulative|median class|estimate|expected|if|would|rose|fell|growth|increase|decrease|change|change[sd]|rises?|falls?|at least|at most|more than|less than|fewer than|over|under|given that|two|second|third|next|ratio|correlation|per|times|exceed\w*|by what|as an? (?:percentage|fraction|share|proportion) of|than the (?:mean|average|median))\b`)

// comparing are words in which "than" only says what is compared.
var comparing = regexp.MustCompile(`(?i)\b(?:more|fewer|less|higher|lower|longer|shorter) [^.?]*\bthan\b|\bper ?cent\w*`)

// Answer works out what a question asks of a series. The title of a table is no part of
// the question. It is not ok where something else is asked, or nothing that is known.
func (s Series) Answer(question string) (Answer, bool) {
	if beyond.MatchString(comparing.ReplaceAllString(question, "")) {
		return Answer{}, false
	}
	named, together := s.named(question)
	total := new(big.Rat)
	for _, v := range s.Values {
		total.Add(total, v)
	}
	some, parts := new(big.Rat), []string{}
	for _, i := range named {
		some.Add(some, s.Values[i])
		parts = append(parts, s.shown(s.Values[i]))
	}
	all := make([]string, len(s.Values))
	for i, v := range s.Values {
		all[i] = s.shown(v)
	}
	sorted := slices.Clone(s.Values)
	slices.SortFunc(sorted, (*big.Rat).Cmp)
	least, most := sorted[0], sorted[len(sorted)-1]
	value := func(v *big.Rat, how string) (Answer, bool) {
		q := units.Quantity{Value: v, Unit: s.Unit}
		return Answer{Value: q, How: how + " = " + q.Text(4)}, true
	}
	for _, a := range asks {
		if !a.words.MatchString(question) {
			continue
		}
		switch n := len(named); {
		case (a.what == "most" || a.what == "least") && n == 0:
			extreme := most
			if a.what == "least" {
				extreme = least
			}
			out := Answer{How: "The " + map[string]string{"most": "largest", "least": "smallest"}[a.what] + " value is " + s.shown(extreme)}
			for i, v := range s.Values {
				if v.Cmp(extreme) == 0 {
					out.Labels = append(out.Labels, s.Labels[i])
				}
			}
			return out, len(out.Labels) == 1
		case n > 1 && a.what != "difference" && !together:
		case a.what == "angle" && n > 0 && total.Sign() > 0:
			v := new(big.Rat).Quo(new(big.Rat).Mul(some, big.NewRat(360, 1)), total)
			degree := units.Quantity{Value: v, Unit: units.One}
			return Answer{Value: degree, How: fmt.Sprintf("%s ÷ %s × 360° = %s°", strings.Join(parts, " + "), s.shown(total), degree.Text(4))}, true
		case a.what == "share" && n > 0 && total.Sign() > 0 && least.Sign() >= 0:
			q := units.Quantity{Value: new(big.Rat).Quo(some, total), Unit: units.One}
			return Answer{Value: q, Share: true, How: fmt.Sprintf("%s of %s is %s", strings.Join(parts, " + "), s.shown(total), q.Text(4))}, true
		case s.distribution() && (a.what == "median" || a.what == "mode" || a.what == "range" || a.what == "mean"):
			return Answer{}, false // the numbers say how often each label is met
		case a.what == "median" && n == 0:
			half := len(sorted) / 2
			v := new(big.Rat).Set(sorted[half])
			if len(sorted)%2 == 0 {
				v.Add(v, sorted[half-1]).Quo(v, big.NewRat(2, 1))
			}
			return value(v, "The middle of the ordered values")
		case a.what == "mode" && n == 0:
			v, once := mode(sorted)
			if !once {
				return Answer{}, false
			}
			return value(v, "The most frequent value")
		case a.what == "range" && n == 0:
			return value(new(big.Rat).Sub(most, least), s.shown(most)+" − "+s.shown(least))
		case a.what == "mean" && n == 0:
			return value(new(big.Rat).Quo(total, big.NewRat(int64(len(s.Values)), 1)), fmt.Sprintf("(%s) ÷ %d", strings.Join(all, " + "), len(all)))
		case a.what == "difference" && n == 2:
			v := new(big.Rat).Sub(s.Values[named[0]], s.Values[named[1]])
			return value(v.Abs(v), "The difference of "+strings.Join(parts, " and "))
		case a.what == "total" && n == 0:
			return value(total, strings.Join(all, " + "))
		case a.what == "total" && n > 1:
			return value(some, strings.Join(parts, " + "))
		case a.what == "value" && n == 1:
			return value(some, "The table at "+s.Labels[named[0]])
		}
		return Answer{}, false
	}
	return Answer{}, false
}

var aYear = regexp.MustCompile(`^(?:1[5-9]|20)\d\d$`)

// distribution says whether labels are amounts or stretches of them, as in a table of
// how often each was met. Years are names.
func (s Series) distribution() bool {
	return !slices.ContainsFunc(s.Labels, func(l string) bool { return !strings.ContainsAny(l, "0123456789") || aYear.MatchString(l) })
}

// mode is the value that stands most often; once is false where several do.
func mode(sorted []*big.Rat) (value *big.Rat, once bool) {
	best := 0
	for i := 0; i < len(sorted); {
		j := i
		for j < len(sorted) && sorted[j].Cmp(sorted[i]) == 0 {
			j++
		}
		switch {
		case j-i > best:
			value, best, once = sorted[i], j-i, true
		case j-i == best:
			once = false
		}
		i = j
	}
	return value, once && best > 1
}

func (s Series) shown(v *big.Rat) string { return units.Quantity{Value: v, Unit: s.Unit}.Text(6) }

// named are the labels that a question names, in its order, and whether they stand in one
// list, "North, South or Weir". A short label has to stand as it is written in the table.
func (s Series) named(question string) (labels []int, together bool) {
	type at struct{ label, place int }
	var found []at
	taken := make([]bool, len(question))
	order := make([]int, len(s.Labels))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return len(s.Labels[b]) - len(s.Labels[a]) })
	for _, i := range order {
		label := strings.TrimSpace(s.Labels[i])
		if label == "" {
			continue
		}
		flags := "(?i)"
		if len([]rune(label)) < 3 {
			flags = ""
		}
		for _, m := range regexp.MustCompile(flags+`(?:^|[^\pL\d])(`+regexp.QuoteMeta(label)+`)(?:e?s|day)?(?:$|[^\pL\d])`).FindAllStringSubmatchIndex(question, -1) {
			if taken[m[2]] || label == "A" && strings.HasPrefix(strings.TrimSpace(question), "A ") && m[2] <= 1 {
				continue
			}
			for k := m[2]; k < m[3]; k++ {
				taken[k] = true
			}
			found = append(found, at{i, m[2]})
			break
		}
	}
	slices.SortFunc(found, func(a, b at) int { return a.place - b.place })
	together = true
	for i, f := range found {
		labels = append(labels, f.label)
		if i > 0 {
			before := found[i-1]
			together = together && listed.MatchString(question[before.place+len(strings.TrimSpace(s.Labels[before.label])):f.place])
		}
	}
	return labels, together
}

// listed is what stands between the members of a list.
var listed = regexp.MustCompile(`(?i)^s?(?:,|,? (?:and|or)(?: (?:at|on|from|in|for|of|group|the))?) ?$`)

// Answers asks a question of the series of a table that it is about: the only one, or
// the one whose name it shares words with.
func Answers(rows [][]string, question string) (Answer, bool) {
	all := Read(rows)
	if len(all) > 1 {
		about := slices.DeleteFunc(slices.Clone(all), func(s Series) bool { return !speaksOf(question, s.Name) })
		all = about
	}
	if len(all) != 1 {
		return Answer{}, false
	}
	return all[0].Answer(question)
}

// speaksOf says whether a question has a word of a name, whatever its ending.
func speaksOf(question, name string) bool {
	question = " " + strings.ToLower(question)
	return slices.ContainsFunc(strings.Fields(strings.ToLower(name)), func(w string) bool {
		w = strings.Trim(w, "().,:")
		return len(w) > 3 && strings.Contains(question, " "+w[:min(len(w), 6)])
	})
}
