package work

import (
	"regexp"
	"strings"

	"zincowl/core/maths"
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

// phrases are read before anything else; each says one thing only.
var phrases = []phrase{
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

// inPhrase reads a question in words. The list of deviations is squared here, as
// no function does that.
func (w *worker) inPhrase(text string) (maths.Node, bool) {
	text = strings.TrimSpace(text)
	for _, p := range phrases {
		m := p.words.FindStringSubmatchIndex(text)
		if m == nil {
			continue
		}
		as := p.as
		for i := len(m)/2 - 1; i > 0; i-- {
			values := fields(text[m[2*i]:m[2*i+1]])
			for k := range values {
				values[k] = strings.ReplaceAll(values[k], ",", "")
			}
			list := strings.Join(values, ", ")
			squares := "(" + strings.Join(values, ")^2, (") + ")^2"
			number := string(rune('0' + i))
			as = strings.ReplaceAll(as, "squares($"+number+")", squares)
			as = strings.ReplaceAll(as, "$"+number, list)
		}
		if n, err := maths.ReadExpression(as, w.how); err == nil {
			return n, true
		}
	}
	return nil, false
}

// Asks says whether a text is a question in words that is read here.
func Asks(text string) bool {
	w := &worker{}
	if _, ok := w.inPhrase(text); ok {
		return true
	}
	if _, ok := w.inPicture(text); ok {
		return true
	}
	_, _, ok := w.inWords(plain(text))
	return ok
}
