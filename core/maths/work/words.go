package work

import (
	"regexp"
	"strings"

	"zincowl/core/maths"
)

// The ways in which statistics, percentages and interest are asked for in words.
var (
	statisticOf  = regexp.MustCompile(`(?i)^(?:the )?(mean|average|median|mode|range|sum|(?:sample |population )?(?:standard deviation|variance))(?: of)?:?\s*[({\[]?([-−\d][^a-zA-Z]*?)[)}\]]?\s*$`)
	weightedMean = regexp.MustCompile(`(?i)^(?:the )?weighted (?:mean|average) of\s*:?\s*([^a-zA-Z]+?)\s*(?:,|;)?\s*(?:with|by) (?:the )?weights\s*:?\s*([^a-zA-Z]+)$`)
	percentOf    = regexp.MustCompile(`(?i)^([\d.,]+)\s*(?:%|per ?cent) of (\S.*)$`)
	changedBy    = regexp.MustCompile(`(?i)^(?:the value of )?(\S+) (?:is )?(increased|raised|decreased|reduced|lowered) by ([\d.,]+)\s*(?:%|per ?cent)$`)
	whatPercent  = regexp.MustCompile(`(?i)^(?:what )?(?:percentage|percent|per cent) (?:of (\S+) is (\S+)|is (\S+) of (\S+))$`)
	percentFrom  = regexp.MustCompile(`(?i)^(?:the )?percent(?:age)? (?:change|increase|decrease) from (\S+) to (\S+)$`)
	beforeChange = regexp.MustCompile(`(?i)^(?:the )?(?:original )?(?:value|price|amount|number) (?:before|that) (?:an? )?(?:(increase|decrease|rise|fall|reduction|discount) of )?([\d.,]+)\s*(?:%|per ?cent)(?: (increase|decrease|rise|fall|reduction|discount))? (?:gave|gives|giving|left|is|to|made it) (\S+)$`)
	interestOn   = regexp.MustCompile(`(?i)^(?:the )?(simple interest|compound interest|compound amount|amount|value|total) (?:on|of|from) ([$€£]?[\d.,]+) (?:invested )?(?:at|for) ([\d.,]+)\s*(?:%|per ?cent)(?: (simple|compound)(?: interest)?)?(?: (?:a|per|each) year| p\.?a\.?| annually)? ?(?:compounded (yearly|annually|half-yearly|semi-annually|quarterly|monthly|daily))?,? ?(?:for|over|after) ([\d.,]+) (years?|months?)(?:,? ?(?:compounded (yearly|annually|half-yearly|semi-annually|quarterly|monthly|daily)))?$`)
)

var periodsAYear = map[string]string{"": "1", "yearly": "1", "annually": "1", "half-yearly": "2", "semi-annually": "2", "quarterly": "4", "monthly": "12", "daily": "365"}

// inWords reads statistics, percentages and interest asked for in words as an
// expression. The doubts say where words can mean two things.
func (w *worker) inWords(text string) (n maths.Node, doubts []string, ok bool) {
	text = strings.TrimSpace(strings.TrimRight(text, "."))
	expression, doubt := "", ""
	switch {
	case weightedMean.MatchString(text):
		m := weightedMean.FindStringSubmatch(text)
		values, weights := fields(m[1]), fields(m[2])
		if len(values) != len(weights) || len(values) == 0 {
			return nil, nil, false
		}
		var top []string
		for i := range values {
			top = append(top, "("+values[i]+")*("+weights[i]+")")
		}
		expression = "(" + strings.Join(top, "+") + ")/(" + strings.Join(weights, "+") + ")"
	case statisticOf.MatchString(text):
		m := statisticOf.FindStringSubmatch(text)
		name := map[string]string{
			"mean": "mean", "average": "mean", "median": "median", "range": "range", "sum": "sum",
			"standard deviation": "pstdev", "variance": "pvariance", "population standard deviation": "pstdev", "population variance": "pvariance",
			"sample standard deviation": "stdev", "sample variance": "variance",
		}[strings.ToLower(m[1])]
		if name == "" {
			return nil, nil, false
		}
		if strings.EqualFold(m[1], "standard deviation") || strings.EqualFold(m[1], "variance") {
			doubt = "a " + strings.ToLower(m[1]) + " can be that of a sample or of a population"
		}
		expression = name + "(" + strings.Join(fields(m[2]), ", ") + ")"
	case percentOf.MatchString(text):
		m := percentOf.FindStringSubmatch(text)
		expression = m[1] + "/100*(" + m[2] + ")"
	case changedBy.MatchString(text):
		m := changedBy.FindStringSubmatch(text)
		expression = m[1] + "*(1" + sign(m[2]) + m[3] + "/100)"
	case whatPercent.MatchString(text):
		m := whatPercent.FindStringSubmatch(text)
		whole, part := m[1]+m[4], m[2]+m[3]
		expression = part + "/" + whole + "*100"
	case percentFrom.MatchString(text):
		m := percentFrom.FindStringSubmatch(text)
		expression = "(" + m[2] + "-" + m[1] + ")/" + m[1] + "*100"
	case beforeChange.MatchString(text):
		m := beforeChange.FindStringSubmatch(text)
		expression = m[4] + "/(1" + sign(m[1]+m[3]) + m[2] + "/100)"
	case interestOn.MatchString(text):
		expression, doubt = interest(interestOn.FindStringSubmatch(text))
	default:
		return nil, nil, false
	}
	n, err := maths.ReadExpression(strings.NewReplacer("$", "", "€", "", "£", "").Replace(expression), w.how)
	if err != nil {
		return nil, nil, false
	}
	if doubt != "" {
		doubts = []string{doubt}
	}
	return n, doubts, true
}

// fields are the entries of a list: parted by commas and spaces, or by spaces.
func fields(list string) []string {
	list = strings.NewReplacer("−", "-", " and ", ", ", ";", ",").Replace(list)
	var out []string
	for _, f := range strings.FieldsFunc(list, func(r rune) bool { return r == ' ' || r == '\t' }) {
		for _, g := range splitComma(f) {
			out = append(out, g)
		}
	}
	return out
}

// splitComma splits "2,4,9" but keeps "1,620".
func splitComma(f string) []string {
	f = strings.Trim(f, ",")
	if v, ok := maths.ParseDecimal(f); ok && v != nil && strings.Count(f, ",") == 1 && len(f)-strings.IndexByte(f, ',') == 4 {
		return []string{f}
	}
	var out []string
	for _, g := range strings.Split(f, ",") {
		if g != "" {
			out = append(out, g)
		}
	}
	return out
}

func sign(word string) string {
	switch strings.ToLower(word) {
	case "increased", "raised", "increase", "rise":
		return "+"
	}
	return "-"
}

// interest writes what is asked of money at interest.
func interest(m []string) (expression, doubt string) {
	what, principal, rate, kind, time, unit := strings.ToLower(m[1]), m[2], m[3], strings.ToLower(m[4]), m[6], strings.ToLower(m[7])
	often := strings.ToLower(m[5] + m[8])
	principal = strings.TrimLeft(principal, "$€£")
	if strings.HasPrefix(unit, "month") {
		time = time + "/12"
	}
	compound := kind == "compound" || strings.HasPrefix(what, "compound") || often != ""
	if !compound && kind != "simple" && !strings.HasPrefix(what, "simple") {
		doubt = "the interest can be simple or compound"
	}
	if !compound {
		gain := principal + "*" + rate + "/100*" + time
		if what == "simple interest" {
			return gain, doubt
		}
		return principal + "+" + gain, doubt
	}
	n := periodsAYear[often]
	amount := principal + "*(1+" + rate + "/100/" + n + ")^(" + time + "*" + n + ")"
	if what == "compound interest" {
		return amount + "-" + principal, doubt
	}
	return amount, doubt
}
