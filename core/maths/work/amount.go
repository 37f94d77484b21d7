package work

import (
	"errors"
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/units"
)

// amounts is a task in words with its amounts set apart: the words with N for a
// number, P for a percentage and R for a ratio, and what each is.
type amounts struct {
	text   string
	values []string // as mathematics: numbers and percentages without their signs, in the order of the text
	kinds  string   // N, P or R each
	money  string   // the sign of a currency, where there is one
}

var (
	moneySign = regexp.MustCompile(`[$£€]`)
	plainly   = regexp.MustCompile(`^[-−]?[\d.,/ ½¼¾⅓⅔]+$|^\\frac`)
	ratioOf   = regexp.MustCompile(`^[-−]?[\d.,]+(?:\s*:\s*[$£€]?\s*[\d.,]+)+$`)
)

var (
	numerals = map[string]int{"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11, "twelve": 12}
	timeUnit = map[string]bool{"year": true, "years": true, "month": true, "months": true}
)

// amountsOf sets the amounts of a task apart; ok is false where it holds mathematics
// that is no amount.
func amountsOf(pieces []phrase.Piece) (out amounts, ok bool) {
	var words []string
	for i, p := range pieces {
		switch p.Kind {
		case phrase.Word, phrase.Stop:
			if n := numerals[p.Text]; n > 0 && i+1 < len(pieces) && timeUnit[pieces[i+1].Text] { // "for eight months"
				out.values, out.kinds = append(out.values, strconv.Itoa(n)), out.kinds+"N"
				words = append(words, "N")
				break
			}
			words = append(words, p.Text)
		case phrase.Math:
			text := strings.TrimSpace(strings.TrimRight(p.Text, "= "))
			if sign := moneySign.FindString(text); sign != "" {
				if out.money != "" && out.money != sign {
					return out, false
				}
				out.money = sign
				text = strings.TrimSpace(strings.ReplaceAll(text, sign, ""))
			}
			kind := "N"
			if bare, percent := strings.CutSuffix(text, "%"); percent {
				kind, text = "P", strings.TrimSpace(bare)
			} else if ratioOf.MatchString(text) {
				kind = "R"
			}
			if kind != "R" && !plainly.MatchString(text) {
				return out, false
			}
			out.values, out.kinds = append(out.values, text), out.kinds+kind
			words = append(words, kind)
		case phrase.Aside: // "(divide by n - 1)"
			words = append(words, "(")
			for _, q := range p.Parts {
				words = append(words, strings.ToLower(q.Text))
			}
			words = append(words, ")")
		default:
			return out, false
		}
	}
	out.text = " " + strings.Join(words, " ") + " "
	return out, len(out.values) > 0
}

// askingFor is what may stand before the name of what is computed.
const askingFor = `^(?: (?:which|number|find|work|out|calculate|what|is|are|the|determine|compute|evaluate|state|give|write|down|population|sample|for|following|data|numbers|of|:|\.|,))*?`

// Words that say in which direction something changes.
const (
	upward   = `increas\w*|rais\w*|ris\w*|rose|grow\w*|grew|gain\w*|appreciat\w*|markup|profit|more`
	downward = `decreas\w*|reduc\w*|discount\w*|fall\w*|fell|drop\w*|los\w*|lowered|depreciat\w*|shrink\w*|shrank|declin\w*|cut|off|sale`
)

var (
	goesUp      = regexp.MustCompile(` (?:` + upward + `) `)
	goesDown    = regexp.MustCompile(` (?:` + downward + `) `)
	changing    = regexp.MustCompile(`^ (?:the )?(?:value of |result of |number |amount |price of )?(?:(?:` + upward + `|` + downward + `) (?:the )?(?:\w+ ){0,2}N by P|N (?:is |was )?(?:then )?(?:` + upward + `|` + downward + `) by P)(?: is)?[ .?,]*$`)
	backwards   = regexp.MustCompile(` (?:find|calculate|work out|what is|what was|determine|how much was) (?:the )?(?:sum|principal|rate|time|original|initial|first|number|amount invested|amount that was|deposit) | how (?:many|long) | becomes | amounts to | grows to | to (?:come to|become|reach|have|get|grow|amount) | (?:has|have|had|must|should|needs) (?:to )?be (?:put|invested|paid|deposited) `)
	asksGain    = regexp.MustCompile(`(?: (?:find|calculate|work out|determine|what is|what was|how much|compute|evaluate|give) (?:the )?(?:total )?(?:amount of )?(?:(?:simple|compound) )?interest |^ (?:the )?(?:total )?(?:simple|compound) interest (?:on|at|earned|for|of) )`)
	asksTotal   = regexp.MustCompile(` (?:come|comes|grow|grows|amount|amounts) to [.?]* ?$| (?:value|worth|amount|total|balance|population|how much|how many) `)
	taxed       = regexp.MustCompile(` (?:vat|gst|tax|sales tax) `)
	netFirst    = regexp.MustCompile(` (?:net|before (?:vat|tax)|excluding (?:vat|tax)|without (?:vat|tax)) .*N.* (?:gross|including|with (?:vat|tax)|total|after (?:vat|tax)) | N (?:net|before (?:vat|tax)|excluding|plus) .*(?:gross|including|total) `)
	grossGiven  = regexp.MustCompile(` (?:gross|including (?:vat|tax)|incl\.? vat) .*N.* (?:net|before (?:vat|tax)|excluding (?:vat|tax)|without (?:vat|tax)) `)
	forward     = regexp.MustCompile(` N (?:\w+ ){0,5}(?:` + upward + `|` + downward + `) (?:in \w+ )?by P | P (?:discount|reduction|increase|rise|off|markup|loss|profit) (?:\w+ ){0,4}N | (?:` + upward + `|` + downward + `) (?:\w+ ){0,4}N by P `)
	changeOf    = regexp.MustCompile(` (?:find|calculate|work out|what is|what was|determine|how much is) (?:the )?(?:\w+ )?(?:increase|decrease|discount|reduction|rise|fall|saving|profit|loss|tax|vat|tip|commission|deposit) | by how much | how much (?:more|less|cheaper|is saved|do you save|does \w+ save|is taken off|is added) `)
	choosing    = regexp.MustCompile(` how many (?:\w+ ){0,6}N (?:\w+ ){0,4}(?:chosen|selected|picked|formed|made) (?:from|out of) (?:\w+ ){0,4}N `)
	asPercent   = regexp.MustCompile(`^ (?:\w+ )?N (?:as|to|in|into) a percentage [.?]* ?$`)
	arranging   = regexp.MustCompile(` how many (?:different )?ways can N (?:\w+ ){1,3}be arranged (?:in a (?:row|line|queue) |on a shelf )?[.?]* ?$`)
	lessPercent = regexp.MustCompile(` N (?:\w+ )?(?:less|minus) (?:a |an )?P `)
	plusPercent = regexp.MustCompile(` N (?:\w+ )?plus (?:a |an )?P (?:tip|vat|tax|gst|service|charge|interest|for) .*(?:how much|total|altogether|come|comes|pay|cost|bill)`)
	earlier     = regexp.MustCompile(` (?:before|originally|original|initially|initial|usual|normally|normal|first|previous|previously|old) `)
	fromTo      = regexp.MustCompile(` from N to N | (?:bought|buys|cost|costs) (?:\w+ ){0,3}N (?:\w+ |, |\. ){0,5}(?:sold|sells|resold|selling) (?:\w+ ){0,4}N `)
	percentBy   = regexp.MustCompile(` percentage (?:increase|decrease|change|rise|fall|profit|loss|gain|reduction|drop|growth|discount) | by what (?:percentage|percent|per cent) `)
	asking      = regexp.MustCompile(` (?:what|find|calculate|work out|determine|how much|compute) `)
	afterwards  = regexp.MustCompile(` (?:after|following) (?:an? |the )?P `)
	losing      = regexp.MustCompile(` (?:lose|loses|lost|loss|gain|gains|gained|increase|decrease|rise|fall|drop|depreciation|growth|saved) `)
	perYear     = regexp.MustCompile(` (?:a|per|each|every) (?:year|annum|month) | annual | annually | yearly | p\.a\.? | compound `)
	yearsOf     = regexp.MustCompile(` N (?:years?|months?) `)
	often       = regexp.MustCompile(` (?:compounded )?(yearly|annually|half-yearly|semi-annually|quarterly|monthly|daily) `)
	shareOf     = regexp.MustCompile(`P of (?:the )?(?:number )?N `)
	whichPart   = regexp.MustCompile(` N (?:is )?as (?:a )?percentage of N | what (?:percentage|percent|per cent) is N of N `)
	wholeOf     = regexp.MustCompile(` what (?:percentage|percent|per cent) of N is N `)
	sharing     = regexp.MustCompile(`(?: (?:share|divide|split|divided|shared) (?:up )?N (?:\w+ ){0,6}in (?:the )?ratio R| N (?:is |are )?(?:shared|divided|split) (?:\w+ ){0,6}in (?:the )?ratio R)(?: [.?])*(?: (?:how much|what) (?:does|do|will) (?:each|they|both)(?: \w+){0,3}(?: [.?])*)? ?$`)
	simplest    = regexp.MustCompile(` ratio (?:of )?(?:R|N to N) |^ (?:simplify|cancel) (?:down )?R [.?]* ?$`)
	common      = regexp.MustCompile(askingFor + ` (hcf|gcd|gcf|highest common factor|greatest common divisor|greatest common factor|lcm|lowest common multiple|least common multiple) (?:of |for )?(?:(?:the|these|numbers|following|:) )*(?:N (?:, |and |; )*)+[.?, ]*$`)
	average     = regexp.MustCompile(askingFor + ` (mean|average|median|mode|range|sum|standard deviation|variance) (?:\( [^()]* \) )?(?:(?:of|for) )?(?:(?:the|these|this|numbers|values|data|set|list|following|:) )*((?:N (?:, |and |; )*)+)[.?, ]*$`)
	weighing    = regexp.MustCompile(askingFor + ` weighted (?:mean|average) of ((?:N (?:, |and |; )*)+)(?:with|by) (?:the )?weights (?:: )?((?:N (?:, |and |; )*)+)[.?, ]*$`)
)

var periodsAYear = map[string]string{"": "1", "yearly": "1", "annually": "1", "half-yearly": "2", "semi-annually": "2", "quarterly": "4", "monthly": "12", "daily": "365"}

// unsettling are words that change what amounts mean in ways that are not read.
var unsettling = set(strings.Fields("not except twice half double remaining rest left another both further additional extra triple less fewer than only per-cent average first second third fourth last final failed difference larger smaller largest smallest more"))

// outcome is what a task in words comes to.
type outcome struct {
	values []string // expressions; several for shares of a ratio
	unit   string   // "%", or the sign of a currency
	doubt  string
}

// inWords reads tasks on percentages, interest, shares, common factors and data.
func inWords(a amounts) (out outcome, ok bool) {
	v := func(kind byte, nth int) string {
		for i := range a.kinds {
			if a.kinds[i] == kind {
				if nth == 0 {
					return "(" + a.values[i] + ")"
				}
				nth--
			}
		}
		return ""
	}
	numbers, percents := strings.Count(a.kinds, "N"), strings.Count(a.kinds, "P")
	t := a.text
	one := func(unit, format string, args ...any) (outcome, bool) {
		return outcome{values: []string{fmt.Sprintf(format, args...)}, unit: unit}, true
	}
	sign := "+"
	if goesDown.MatchString(t) {
		sign = "-"
	}
	clear := goesUp.MatchString(t) != goesDown.MatchString(t)
	question := t // from the last verb that asks on
	if at := asking.FindAllStringIndex(t, -1); len(at) > 0 {
		question = t[at[len(at)-1][0]:]
	}
	list := func() []string {
		var out []string
		for i := range a.kinds {
			out = append(out, "("+a.values[i]+")")
		}
		return out
	}
	switch m := average.FindStringSubmatch(t); {
	case weighing.MatchString(t):
		n := strings.Count(weighing.FindStringSubmatch(t)[1], "N")
		if numbers != 2*n || len(a.kinds) != numbers {
			return out, false
		}
		all := list()
		var top []string
		for i := range n {
			top = append(top, all[i]+"*"+all[n+i])
		}
		return one(a.money, "(%s)/(%s)", strings.Join(top, "+"), strings.Join(all[n:], "+"))
	case m != nil && strings.Count(m[2], "N") == numbers && len(a.kinds) == numbers && numbers > 1:
		return data(m[1], t, list(), a.money)
	case common.MatchString(t) && len(a.kinds) == numbers && numbers > 1:
		name := "hcf"
		if strings.HasPrefix(common.FindStringSubmatch(t)[1], "l") {
			name = "lcm"
		}
		return one("", "%s(%s)", name, strings.Join(list(), ", "))
	case sharing.MatchString(t) && a.kinds == "NR":
		return shares(v('N', 0), strings.Trim(v('R', 0), "()"), a.money)
	case simplest.MatchString(t) && (a.kinds == "R" || a.kinds == "NN"):
		terms := strings.Split(strings.Trim(v('R', 0), "()"), ":")
		if a.kinds == "NN" {
			terms = list()
		}
		return lowest(terms)
	}
	switch {
	case percents == 1 && numbers == 1 && lessPercent.MatchString(t):
		return one(a.money, "%s*(1-%s/100)", v('N', 0), v('P', 0))
	case percents == 1 && numbers == 1 && plusPercent.MatchString(t):
		return one(a.money, "%s*(1+%s/100)", v('N', 0), v('P', 0))
	}
	for word := range strings.FieldsSeq(t) {
		if unsettling[word] {
			return out, false
		}
	}
	switch {
	case percents == 0 && numbers == 1 && asPercent.MatchString(t):
		return one("%", "%s*100", v('N', 0))
	case percents == 0 && numbers == 1 && arranging.MatchString(t):
		return one("", "%s!", v('N', 0))
	case percents == 0 && numbers == 2 && whichPart.MatchString(t):
		return one("%", "%s/%s*100", v('N', 0), v('N', 1))
	case percents == 0 && numbers == 2 && wholeOf.MatchString(t):
		return one("%", "%s/%s*100", v('N', 1), v('N', 0))
	case percents == 0 && numbers == 2 && fromTo.MatchString(t) && percentBy.MatchString(t):
		if goesDown.MatchString(t) && !goesUp.MatchString(t) {
			return one("%", "(%s-%s)/%[1]s*100", v('N', 0), v('N', 1))
		}
		if strings.Contains(t, " change ") && !goesUp.MatchString(t) {
			return outcome{}, false
		}
		return one("%", "(%[2]s-%[1]s)/%[1]s*100", v('N', 0), v('N', 1))
	case percents == 1 && numbers == 1 && changing.MatchString(t):
		return one(a.money, "%s*(1%s%s/100)", v('N', 0), sign, v('P', 0))
	case percents == 0 && numbers == 2 && choosing.MatchString(t) && !strings.Contains(t, " order ") && !strings.Contains(t, " row "):
		return one("", "choose(%s, %s)", v('N', 1), v('N', 0))
	case percents == 1 && numbers == 1 && taxed.MatchString(t) && netFirst.MatchString(t) && !grossGiven.MatchString(t):
		return one(a.money, "%s*(1+%s/100)", v('N', 0), v('P', 0))
	case percents == 1 && numbers == 1 && taxed.MatchString(t) && grossGiven.MatchString(t) && !netFirst.MatchString(t):
		return one(a.money, "%s/(1+%s/100)", v('N', 0), v('P', 0))
	case percents == 1 && numbers == 1 && forward.MatchString(t) && !earlier.MatchString(question) && !afterwards.MatchString(t) && clear:
		if changeOf.MatchString(t) {
			return one(a.money, "%s/100*%s", v('P', 0), v('N', 0))
		}
		return one(a.money, "%s*(1%s%s/100)", v('N', 0), sign, v('P', 0))
	case percents == 1 && numbers == 1 && shareOf.MatchString(t) && len(strings.Fields(strings.Trim(t, " .?"))) <= 8:
		return one(a.money, "%s/100*%s", v('P', 0), v('N', 0))
	case percents == 1 && numbers == 1 && clear && earlier.MatchString(question) && !regexp.MustCompile(` (?:original|usual|normal|old|initial) (?:\w+ ){1,3}N `).MatchString(t):
		return one(a.money, "%s/(1%s%s/100)", v('N', 0), sign, v('P', 0))
	case percents == 1 && numbers == 2 && yearsOf.MatchString(t) && !backwards.MatchString(t):
		return interest(a, t, question, sign)
	}
	return out, false
}

// interest is what an amount comes to that changes by a percentage each year.
func interest(a amounts, t, question, sign string) (outcome, bool) {
	var principal, years string
	rate := ""
	words := strings.Fields(t)
	at := 0
	for i, w := range words {
		switch w {
		case "N":
			if i+1 < len(words) && (strings.HasPrefix(words[i+1], "year") || strings.HasPrefix(words[i+1], "month")) {
				years = "(" + a.values[at] + ")"
				if strings.HasPrefix(words[i+1], "month") {
					years += "/12"
				}
			} else {
				principal = "(" + a.values[at] + ")"
			}
			at++
		case "P":
			rate = "(" + a.values[at] + ")"
			at++
		}
	}
	if principal == "" || years == "" || rate == "" {
		return outcome{}, false
	}
	n := ""
	if m := often.FindStringSubmatch(t); m != nil {
		n = m[1]
	}
	simple := strings.Contains(t, " simple ")
	out := outcome{unit: a.money}
	compound := strings.Contains(t, " compound") || n != "" || !strings.Contains(t, " interest ") && perYear.MatchString(t) && (goesUp.MatchString(t) != goesDown.MatchString(t))
	switch {
	case simple && compound, !simple && !compound && !strings.Contains(t, " interest "):
		return outcome{}, false
	case !simple && !compound:
		out.doubt = "the interest can be simple or compound"
	}
	onlyInterest := strings.Contains(t, " interest ") && asksGain.MatchString(t)
	if !onlyInterest && (!asksTotal.MatchString(question) || losing.MatchString(question)) {
		return outcome{}, false
	}
	if simple {
		gain := principal + "*" + rate + "/100*" + years
		if !onlyInterest {
			gain = principal + "+" + gain
		}
		out.values = []string{gain}
		return out, true
	}
	if strings.Contains(t, " interest ") {
		sign = "+"
	}
	p := periodsAYear[n]
	total := principal + "*(1" + sign + rate + "/100/" + p + ")^(" + years + "*" + p + ")"
	if onlyInterest {
		total += "-" + principal
	}
	out.values = []string{total}
	return out, true
}

// data are statistics of a list.
func data(what, t string, list []string, money string) (outcome, bool) {
	if what == "mode" {
		count, best := map[string]int{}, ""
		for _, v := range list {
			if count[v]++; count[v] > count[best] {
				best = v
			}
		}
		for v, n := range count {
			if v != best && n == count[best] {
				return outcome{}, false // more than one
			}
		}
		return outcome{values: []string{best}, unit: money}, true
	}
	name := map[string]string{"mean": "mean", "average": "mean", "median": "median", "range": "range", "sum": "sum", "standard deviation": "pstdev", "variance": "pvariance"}[what]
	if name == "" {
		return outcome{}, false
	}
	out := outcome{unit: money}
	if what == "standard deviation" || what == "variance" {
		sample := strings.Contains(t, " sample ") || strings.Contains(t, "n − 1") || strings.Contains(t, "n - 1")
		whole := strings.Contains(t, " population ")
		switch {
		case sample && !whole:
			name = strings.TrimPrefix(name, "p")
		case !sample && !whole:
			out.doubt = "a " + what + " can be that of a sample or of a population"
		case sample:
			return out, false
		}
	}
	out.values = []string{name + "(" + strings.Join(list, ", ") + ")"}
	return out, true
}

// shares are the parts of an amount in a ratio.
func shares(amount, ratio, money string) (outcome, bool) {
	terms := strings.Split(ratio, ":")
	out := outcome{unit: money}
	for _, t := range terms {
		out.values = append(out.values, amount+"*("+t+")/("+strings.Join(terms, "+")+")")
	}
	return out, true
}

// lowest is a ratio in its lowest terms.
func lowest(terms []string) (outcome, bool) {
	var out outcome
	for _, t := range terms {
		out.values = append(out.values, "("+t+")/hcf("+strings.Join(terms, ", ")+")")
	}
	return out, true
}

// Amount is what a stem on percentages, interest, ratios or data comes to, with how, and
// whether it is such a stem and asks for one amount.
func Amount(stem string) (units.Quantity, string, bool) {
	a, ok := amountsOf(phrase.Read(stem).Pieces)
	if !ok {
		return units.Quantity{}, "", false
	}
	c, ok := inWords(a)
	if !ok || c.doubt != "" || len(c.values) != 1 {
		return units.Quantity{}, "", false
	}
	n, err := maths.ReadExpression(c.values[0], maths.Notation{})
	if err != nil {
		return units.Quantity{}, "", false
	}
	unit, ok := units.Parse(c.unit)
	if !ok {
		return units.Quantity{}, "", false
	}
	calc := algebra.New(algebra.DefaultBudget)
	f, err := calc.Form(n)
	if err != nil {
		return units.Quantity{}, "", false
	}
	v, ok := f.Rational()
	if !ok {
		if v, ok = calc.Decimal(f, 30); !ok {
			return units.Quantity{}, "", false
		}
	}
	return units.Quantity{Value: v, Unit: unit}, n.String(), true
}

// amount does a task in words, if it is one that is read.
func (w *worker) amount(r phrase.Reading) (bool, error) {
	a, ok := amountsOf(r.Pieces)
	if !ok {
		return false, nil
	}
	c, ok := inWords(a)
	if !ok {
		return false, nil
	}
	if c.doubt != "" {
		w.undecided(errors.New(c.doubt))
		return true, nil
	}
	var nodes []maths.Node
	for _, v := range c.values {
		n, err := maths.ReadExpression(v, w.how)
		if err != nil {
			return false, nil
		}
		nodes = append(nodes, n)
	}
	w.unit = c.unit
	if len(nodes) == 1 {
		if !w.round.Asked && currencies[c.unit] != nil && !w.inCents(nodes[0]) {
			w.round = phrase.Rounding{Asked: true, Places: 2} // there are no smaller coins
		}
		return true, w.number(nodes[0], nil)
	}
	return true, w.several(nodes)
}

// inCents says whether an amount is a whole number of cents.
func (w *worker) inCents(n maths.Node) bool {
	v, err := maths.Evaluate(n, nil)
	return err == nil && new(big.Rat).Mul(v, big.NewRat(100, 1)).IsInt()
}

// several finds several values in their order, as the parts of a ratio.
func (w *worker) several(nodes []maths.Node) error {
	calc := algebra.New(w.budget)
	forms, err := calc.Forms(nodes...)
	if err != nil {
		w.undecided(err)
		return nil
	}
	for _, f := range forms {
		w.out.Values = append(w.out.Values, exact(calc, f))
	}
	w.out.Expression = strings.Join(w.out.Values, " : ")
	w.against = func(text string) {
		a := phrase.ReadAnswer(strings.ReplaceAll(w.unpriced(text), ":", ","), nil, nil)
		if len(a.Unread) > 0 || a.Says != phrase.Mathematics {
			w.claim(text, Unproven, "the parts were expected")
			return
		}
		r, err := maths.Read(a.Math, w.how)
		if err != nil {
			w.claim(text, Unproven, "%s", err)
			return
		}
		found, ok := elements(r.Statement, "")
		if !ok || len(r.Doubts) > 0 {
			w.claim(text, Unproven, "the parts were expected")
			return
		}
		if len(found) != len(forms) {
			w.claim(text, Wrong, "it is %s", w.out.Expression)
			return
		}
		for i, e := range found {
			f, err := calc.Form(e.node)
			if err != nil {
				w.claim(text, Unproven, "%s", err)
				return
			}
			if ok, decided := w.meets(calc, e, f, forms[i]); !decided {
				w.claim(text, Unproven, "it can't be decided whether this is %s", w.out.Expression)
				return
			} else if !ok {
				w.claim(text, Wrong, "it is %s", w.out.Expression)
				return
			}
		}
		w.claim(text, Right, "")
	}
	return nil
}

var currencies = map[string][]string{"£": {"£", "pounds", "pound", "GBP"}, "$": {"$", "dollars", "dollar", "USD"}, "€": {"€", "euros", "euro", "EUR"}}

// unpriced is a claim without the unit that is asked for: the sign or the name of the
// currency, or the percent sign.
func (w *worker) unpriced(text string) string {
	if w.unit == "%" {
		text = strings.NewReplacer(`\%`, "", "%", "", "per cent", "", "percent", "").Replace(text)
	}
	switch w.unit {
	case "rad":
		return sayRadians.ReplaceAllString(text, "")
	case "°":
		return sayDegrees.ReplaceAllString(text, "")
	}
	for _, name := range currencies[w.unit] {
		if at := strings.Index(text, name); at >= 0 && !slices.Contains([]string{"$"}, name) || name == "$" && strings.Count(text, "$") == 1 {
			text = strings.ReplaceAll(text, name, "")
		}
	}
	return text
}
