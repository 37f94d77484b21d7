package exercise

import (
	"regexp"
	"strings"
	"testing"

	"zincowl/core/maths/algebra"
	"zincowl/core/maths/work"
	"zincowl/core/question"
)

// phrase is a question in words with the expression that answers it; $1, $2 …
// are the numbers and lists that stand in it.
type phrase struct {
	words *regexp.Regexp
	as    string
}

// ask makes a phrase: N stands for a number, L for a list of numbers.
func ask(words, as string) phrase {
	words = strings.NewReplacer("N", `([\d.,]*\d)`, "L", `([-−\d][-−\d., and]*\d)`).Replace(words)
	return phrase{regexp.MustCompile(`(?i)^` + words + `[?.]?$`), as}
}

// phrasings are the questions of families that are told in words; each says one
// thing only.
var phrasings = []phrase{
	// Percentages.
	ask(`what percentage of N is N`, "$2/$1*100"),
	ask(`N is N(?:%| per ?cent) of (?:which|what) number`, "$1/($2/100)"),
	ask(`(?:an amount|a price|a value|a reading) of N (?:rises|grows|increases) by N(?:%| per ?cent)\. what is it now`, "$1*(1+$2/100)"),
	ask(`(?:an amount|a price|a value|a reading) of N (?:falls|drops|decreases) by N(?:%| per ?cent)\. what is it now`, "$1*(1-$2/100)"),
	ask(`a (?:reading|price|value) goes from N to N\. by how many (?:%|per ?cent) does it rise`, "($2-$1)/$1*100"),
	ask(`after a rise of N(?:%| per ?cent) an amount is N\. what was it before`, "$2/(1+$1/100)"),
	ask(`after a fall of N(?:%| per ?cent) an amount is N\. what was it before`, "$2/(1-$1/100)"),
	ask(`an amount of N rises by N(?:%| per ?cent) and then falls by N(?:%| per ?cent)\. what is it in the end`, "$1*(1+$2/100)*(1-$3/100)"),
	ask(`a value rises by N(?:%| per ?cent), then by N(?:%| per ?cent)\. by how many per ?cent in all`, "((1+$1/100)*(1+$2/100)-1)*100"),
	// Averages.
	ask(`a mark of N counts N times and one of N counts N times\. what is the weighted mean`, "($1*$2+$3*$4)/($2+$4)"),
	ask(`by how much does the mean of L differ from their median\? give mean less median`, "mean($1)-median($1)"),
	ask(`the mean of N readings is N\. a reading of N is added\. what is the mean now`, "($1*$2+$3)/($1+1)"),
	ask(`the mean of N readings is N\. what must one more reading be to make the mean N`, "($1+1)*$3-$1*$2"),
	ask(`N readings have the mean N and N others the mean N\. what is the mean of all`, "($1*$2+$3*$4)/($1+$3)"),
	// Spread.
	ask(`the deviations of (?:four|five|three|\d) values from their mean are L\. what is the population variance`, "mean(squares($1))"),
	ask(`a variance is N\. what is the standard deviation`, "sqrt($1)"),
	ask(`what is the population variance of L`, "pvariance($1)"),
	ask(`what is the population standard deviation of L`, "pstdev($1)"),
	ask(`what is the sample variance of L`, "variance($1)"),
	ask(`what is the sample standard deviation of L`, "stdev($1)"),
	ask(`values have the standard deviation N\. each is multiplied by N and then raised by N\. what is their variance now`, "($1*$2)^2+0*$3"),
	ask(`a mean is N and the standard deviation N\. how many standard deviations above the mean is N`, "($3-$1)/$2"),
	// Interest.
	ask(`what simple interest do N earn at N% a year in N years`, "$1*$2/100*$3"),
	ask(`what simple interest do N earn at N% a year in N months`, "$1*$2/100*$3/12"),
	ask(`N lie for one year at N%\. what do they come to`, "$1*(1+$2/100)"),
	ask(`in N years an amount of N earns N of simple interest\. what is the interest of one year`, "$3/$1+0*$2"),
	ask(`N lie at N% simple interest for N years\. what do they come to`, "$1*(1+$2/100*$3)"),
	ask(`N earn N of simple interest in N years\. at how many per ?cent a year`, "$2/($1*$3)*100"),
	ask(`N lie at N% compound interest for N years\. what do they come to\? give it exactly`, "$1*(1+$2/100)^$3"),
	ask(`how much more than simple interest does compound interest bring on N at N% in N years`, "$1*(1+$2/100)^$3-$1-$1*$2/100*$3"),
	ask(`what has to be put in at N% simple interest to come to N in N years`, "$2/(1+$3*$1/100)"),
	// Probability.
	ask(`a box holds N brass and N steel fittings\. one is taken blindly\. how likely is it brass`, "$1/($1+$2)"),
	ask(`of N sample bottles N are cracked\. how likely is a bottle taken blindly to be whole`, "($1-$2)/$1"),
	ask(`a fair die is thrown\. how likely is at most N`, "$1/6"),
	ask(`a box holds N red, N blue and N grey caps\. how likely is a cap taken blindly to be red or blue`, "($1+$2)/($1+$2+$3)"),
	ask(`one pump starts with probability 1/N, another, whatever the first does, with 1/N\. how likely do both start`, "1/$1*1/$2"),
	ask(`one alarm fails with probability 1/N, another, whatever the first does, with 1/N\. how likely does at least one work`, "1-1/$1*1/$2"),
	ask(`a box holds N brass and N steel fittings\. two are taken blindly and kept\. how likely are both brass`, "$1*($1-1)/(($1+$2)*($1+$2-1))"),
	ask(`a box holds N brass and N steel fittings\. two are taken blindly and kept\. how likely is one of each`, "2*$1*$2/(($1+$2)*($1+$2-1))"),
	ask(`a valve sticks one time in ten\. how likely does it not stick in N tries in a row`, "(9/10)^$1"),
}

// readPhrase reads a question in words as an expression. The list of deviations is squared here, as
// no function does that.
func readPhrase(text string) (string, bool) {
	text = strings.TrimSpace(text)
	for _, p := range phrasings {
		m := p.words.FindStringSubmatchIndex(text)
		if m == nil {
			continue
		}
		as := p.as
		for i := len(m)/2 - 1; i > 0; i-- {
			values := strings.FieldsFunc(strings.NewReplacer("−", "-", " and ", " ").Replace(text[m[2*i]:m[2*i+1]]), func(r rune) bool { return r == ' ' })
			for k := range values {
				values[k] = strings.ReplaceAll(strings.TrimSuffix(values[k], ","), ",", "")
			}
			list := strings.Join(values, ", ")
			squares := "(" + strings.Join(values, ")^2, (") + ")^2"
			number := string(rune('0' + i))
			as = strings.ReplaceAll(as, "squares($"+number+")", squares)
			as = strings.ReplaceAll(as, "$"+number, list)
		}
		return as, true
	}
	return "", false
}

// TestWordsAskForTheTask reads every question that is told in words, or about a figure,
// by readers that know nothing of the statement behind it, and works it anew: words and
// figure have to ask for what the statement computes.
func TestWordsAskForTheTask(t *testing.T) {
	told := 0
	for _, f := range families {
		if f.task != "evaluate" {
			continue
		}
		for _, l := range question.Levels {
			for seed := range uint64(5) {
				q, err := f.Question(seeded(seed, 5), l, question.Choice, 4)
				if err != nil || q.Figure == nil && strings.Contains(q.Stem, "$") {
					continue
				}
				told++
				asks, ok := readPhrase(q.Stem)
				if q.Figure != nil {
					asks, ok = readPicture(q.Asks())
				}
				if !ok { // as anybody would ask it
					asks = strings.TrimSuffix(strings.TrimPrefix(q.Stem, "What is "), "?")
				}
				r, err := work.Do(work.Task{Task: "evaluate", Statement: asks, Claims: []string{q.right}}, algebra.DefaultBudget)
				if err != nil || r.Claims[0].Verdict != work.Right {
					t.Errorf("%s: %s comes to %s, not to %s: %v", f.ID, q.Asks(), r.Expression, q.right, err)
				}
			}
		}
	}
	if told < 180 {
		t.Errorf("only %d questions in words and about figures were drawn", told)
	}
}

func TestPhrasings(t *testing.T) {
	for _, c := range []struct{ asked, want string }{
		{"What percentage of 80 is 12?", "15"},
		{"After a rise of 25% an amount is 500. What was it before?", "400"},
		{"An amount of 1,200 falls by 15%. What is it now?", "1020"},
		{"The mean of 5 readings is 12. A reading of 18 is added. What is the mean now?", "13"},
		{"The deviations of four values from their mean are 2, -2, 4 and -4. What is the population variance?", "10"},
		{"600 lie at 5% compound interest for 2 years. What do they come to? Give it exactly.", "1323/2"},
		{"A box holds 3 brass and 7 steel fittings. Two are taken blindly and kept. How likely are both brass?", "1/15"},
	} {
		asks, ok := readPhrase(c.asked)
		if r, err := work.Do(work.Task{Task: "evaluate", Statement: asks}, algebra.DefaultBudget); !ok || err != nil || r.Expression != c.want {
			t.Errorf("%s is %s, want %s: %v", c.asked, r.Expression, c.want, err)
		}
	}
}
