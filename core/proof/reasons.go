package proof

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/story"
	"zincowl/core/maths/units"
	"zincowl/core/question"
	"zincowl/core/source"
)

// sum is a chain of numbers with operators and what it is said to come to:
// "4.8 ÷ 8 = 0.8 kg".
var sum = regexp.MustCompile(`((?:\d[\d.,]*(?:\s*%)?)(?:\s*\pL{1,4}[²³]?)?(?:\s*[×x·*÷/:+−–-]\s*\d[\d.,]*(?:\s*%)?(?:\s*\pL{1,4}[²³]?)?)+)\s*(?:=|makes|is|gives|are|comes to)\s*([−–-]?\d[\d.,]*)(\s*%)?`)

var (
	operand  = regexp.MustCompile(`(\d[\d.,]*)(\s*%)?|([×x·*÷/:+−–-])`)
	fraction = regexp.MustCompile(`(?i)\bone (half|third|quarter|fourth|fifth|sixth|seventh|eighth|ninth|tenth|eleventh|twelfth|twentieth|hundredth) of (\d[\d.,]*)\s*\pL{0,4}[²³]? (?:is|=|makes) (\d[\d.,]*)`)
	parts    = map[string]int64{"half": 2, "third": 3, "quarter": 4, "fourth": 4, "fifth": 5, "sixth": 6, "seventh": 7, "eighth": 8, "ninth": 9, "tenth": 10, "eleventh": 11, "twelfth": 12, "twentieth": 20, "hundredth": 100}
)

// sums works out again what explanation and steps say that numbers come to.
func (x *examination) sums() []Finding {
	var out []Finding
	look := func(at, text string) {
		text = inSigns(text)
		out = append(out, x.restated(at, text)...)
		for _, m := range sum.FindAllStringSubmatchIndex(text, -1) {
			if m[0] > 0 && strings.ContainsAny(text[m[0]-1:m[0]], ".,0123456789)²³^/×÷*=+−-") || strings.HasSuffix(strings.TrimRight(text[:m[0]], " "), "(") || touched(text, m[0]) {
				continue // only a part of a longer one
			}
			if clockTime.MatchString(text[m[2]:m[5]]) {
				continue // points in time are looked at elsewhere
			}
			if m[1] < len(text) && continues(text[m[1]:]) {
				continue
			}
			said := text[m[4]:m[5]]
			want, ok := evaluate(text[m[2]:m[3]])
			if !ok {
				continue
			}
			if m[6] >= 0 {
				want.Mul(want, big.NewRat(100, 1))
			}
			if agreesAtAnyScale(said, want) {
				continue
			}
			shown, _ := decimal.Show(want, 6)
			if m[6] >= 0 {
				shown += "%"
			}
			x.correct(at, text[m[2]:m[3]], strings.Trim(said, "., "), strings.TrimSuffix(shown, "%"))
			out = append(out, Finding{Check: "sums", Verdict: Fail, At: at, Title: "A sum is wrong", Expected: shown,
				Says: fmt.Sprintf("%s is %s, not %s.", strings.TrimSpace(text[m[2]:m[3]]), shown, strings.Trim(said, "., "))})
		}
		for _, m := range fraction.FindAllStringSubmatch(text, -1) {
			of, ok := decimal.Parse(strings.TrimRight(m[2], ".,"))
			if !ok {
				continue
			}
			want := new(big.Rat).Quo(of, big.NewRat(parts[strings.ToLower(m[1])], 1))
			if agreesAtAnyScale(m[3], want) {
				continue
			}
			shown, _ := decimal.Show(want, 6)
			out = append(out, Finding{Check: "sums", Verdict: Fail, At: at, Title: "A sum is wrong", Expected: shown,
				Says: fmt.Sprintf("One %s of %s is %s, not %s.", strings.ToLower(m[1]), m[2], shown, m[3])})
		}
	}
	look("explanation", x.Explanation)
	for i, step := range x.Worked {
		look(fmt.Sprintf("worked.%d", i), step)
	}
	return out
}

// correct mends the result of a sum where it stands, in the explanation or a step.
func (x *examination) correct(at, sum, said, is string) {
	put := func(text string) string {
		i := strings.Index(text, sum)
		if i < 0 {
			return text // told in words
		}
		i += len(sum)
		if j := strings.Index(text[i:], said); j >= 0 {
			return text[:i+j] + is + text[i+j+len(said):]
		}
		return text
	}
	x.touch(func(q *question.Question) {
		if at == "explanation" {
			q.Explanation = put(q.Explanation)
		}
		for i := range q.Worked {
			if at == fmt.Sprintf("worked.%d", i) {
				q.Worked[i] = put(q.Worked[i])
			}
		}
	})
}

var signWords = []struct {
	words *regexp.Regexp
	sign  string
}{
	{regexp.MustCompile(`(?i)(\d%?) divided by (\d)`), "$1 ÷ $2"}, {regexp.MustCompile(`(?i)(\d%?) (?:times|multiplied by) (\d)`), "$1 × $2"},
	{regexp.MustCompile(`(?i)(\d%?) plus (\d)`), "$1 + $2"}, {regexp.MustCompile(`(?i)(\d%?) minus (\d)`), "$1 − $2"},
}

// inSigns writes sums that are told in words with figures and signs: "four times seven
// is 28".
func inSigns(text string) string {
	text = story.InFigures(text)
	for _, w := range signWords {
		text = w.words.ReplaceAllString(text, w.sign)
	}
	return text
}

var (
	equates     = regexp.MustCompile(`(?i)^\s*(?:=|is|are|equals?|makes?|means)\s*$`)
	percentIs   = regexp.MustCompile(`(?i)(\d[\d.]*)\s*%(?: of (?:it|that|this|the \pL+))?\s*(?:=|is|are|makes?|gives?|comes? to)\s*(\d[\d.,]*)`)
	stepsBefore = regexp.MustCompile(`[×÷·*/+−^]\s*$|\b(?:by|of|per|from|to|and|with|at)\s*$`)
)

// restated asks of what an explanation says to be the same in another unit, and of
// percentages of the one number that a stem tells, whether it is.
func (x *examination) restated(at, text string) []Finding {
	found := units.Find(text)
	for i := 1; i < len(found); i++ {
		a, b := found[i-1], found[i]
		if a.Unit.Text == "" || b.Unit.Text == "" || a.Unit.Text == b.Unit.Text || !a.Unit.Same(b.Unit) || a.Unit.Zero != nil || a.Unit.Text == "%" || b.Unit.Text == "%" || !equates.MatchString(text[a.End:b.Start]) || stepsBefore.MatchString(text[:a.Start]) || continues(text[b.End:]) {
			continue
		}
		if v := a.In(b.Unit); !decimal.Agrees(b.Shown, v) {
			q := units.Quantity{Value: v, Unit: b.Unit}
			x.correct(at, text[a.Start:a.End], strings.TrimSpace(text[b.Start:b.End]), q.Text(6))
			return []Finding{{Check: "sums", Verdict: Fail, At: at, Title: "A unit is converted wrongly", Expected: q.Text(6), Says: fmt.Sprintf("%s are %s, not %s.", strings.TrimSpace(text[a.Start:a.End]), q.Text(6), strings.TrimSpace(text[b.Start:b.End]))}}
		}
	}
	said := percentIs.FindAllStringSubmatch(text, -1)
	for _, q := range units.Find(x.Stem) {
		right, wrong := 0, ""
		for _, m := range said {
			rate, ok := decimal.Parse(m[1])
			if !ok || q.Unit.Text == "%" {
				continue
			}
			if v := new(big.Rat).Quo(new(big.Rat).Mul(rate, q.Value), big.NewRat(100, 1)); decimal.Agrees(strings.TrimRight(m[2], ".,"), v) {
				right++
			} else {
				shown, _ := decimal.Show(v, 6)
				wrong = fmt.Sprintf("%s%% of %s are %s, not %s.", m[1], q.Shown, shown, strings.TrimRight(m[2], ".,"))
			}
		}
		if right > 0 && wrong != "" && right+1 == len(said) {
			return []Finding{{Check: "sums", Verdict: Fail, At: at, Title: "A percentage is wrong", Says: wrong}}
		}
	}
	return nil
}

// touched says whether an operator or an opening stands before a sum, so that it
// is not all of it.
func touched(text string, at int) bool {
	before := strings.TrimRight(text[:at], " ")
	for _, s := range []string{"×", "÷", "·", "−", "–", "+", "-", "*", "/", "^", "√", "x"} {
		if strings.HasSuffix(before, s) {
			return s != "x" || len(before) > 1 && (before[len(before)-2] == ' ' || before[len(before)-2] == ')')
		}
	}
	return false
}

// continues says whether a result goes on as a sum of its own.
func continues(rest string) bool {
	rest = strings.TrimLeft(rest, " ")
	for _, s := range []string{"×", "÷", "·", "^", "²", "³", "/", "*"} {
		if strings.HasPrefix(rest, s) {
			return true
		}
	}
	return false
}

// evaluate works a chain of numbers out: products before sums.
func evaluate(text string) (*big.Rat, bool) {
	var values []*big.Rat
	var ops []string
	for _, m := range operand.FindAllStringSubmatch(text, -1) {
		if m[3] != "" {
			ops = append(ops, m[3])
			continue
		}
		v, ok := decimal.Parse(strings.TrimRight(m[1], ".,"))
		if !ok {
			return nil, false
		}
		v = new(big.Rat).Set(v)
		if m[2] != "" {
			v.Quo(v, big.NewRat(100, 1))
		}
		values = append(values, v)
	}
	if len(values) != len(ops)+1 || len(values) < 2 {
		return nil, false
	}
	terms, signs := []*big.Rat{values[0]}, []bool{false}
	for i, op := range ops {
		last := terms[len(terms)-1]
		switch op {
		case "×", "x", "·", "*":
			last.Mul(last, values[i+1])
		case "÷", "/", ":":
			if values[i+1].Sign() == 0 {
				return nil, false
			}
			last.Quo(last, values[i+1])
		default:
			terms, signs = append(terms, values[i+1]), append(signs, op != "+")
		}
	}
	out := new(big.Rat)
	for i, t := range terms {
		if signs[i] {
			out.Sub(out, t)
		} else {
			out.Add(out, t)
		}
	}
	return out, true
}

// agreesAtAnyScale says whether a shown number is a value as far as its digits go,
// in whatever multiple of a thousand, since a step may change the unit.
func agreesAtAnyScale(shown string, value *big.Rat) bool {
	shown = strings.NewReplacer("−", "-", "–", "-").Replace(strings.Trim(shown, "., "))
	if _, ok := decimal.Parse(shown); !ok {
		return true
	}
	for _, scale := range []*big.Rat{big.NewRat(1, 1), big.NewRat(1000, 1), big.NewRat(1, 1000), big.NewRat(60, 1), big.NewRat(1, 60), big.NewRat(3600, 1), big.NewRat(1, 3600), big.NewRat(1_000_000, 1), big.NewRat(1, 1_000_000)} {
		if decimal.Agrees(shown, new(big.Rat).Mul(value, scale)) {
			return true
		}
	}
	return false
}

// explained is the key of a question of words whose explanation may speak for another
// of its options.
func (x *examination) explained() (question.Option, bool) {
	key, ok := x.KeyOption()
	return key, ok && x.Explanation != "" && len(x.Options) >= 3 && kind.Answers(x.Question) == kind.OneOption && !x.quantitative() && !turned.MatchString(x.asking())
}

// concluding is a number, a fraction or a point in time, as a working ends with one.
var (
	concluding  = regexp.MustCompile(`[-−]?\d[\d,]*(?:[.:]\d+)?(?:/\d+)?`)
	amountAlone = regexp.MustCompile(`^[$£€]?\s?[-−]?\d[\d,]*(?:[.:]\d+)?(?:/\d+)?\s?[^\s\d]{0,8}(?:\s\pL+){0,3}\.?$`)
	endsWithIt  = regexp.MustCompile(`(?:=|≈)\s*[$£€]?[-−]?\d[\d,]*(?:\.\d+)?(?:/\d+)?\s?[^\s=≈+×÷]{0,12}(?:\s\pL{1,12})?\.?\s*$`)
)

// figures are the numbers of a text as they are written, without what parts thousands.
func figures(text string) []string {
	found := concluding.FindAllString(text, -1)
	for i, f := range found {
		found[i] = strings.ReplaceAll(strings.TrimRight(strings.ReplaceAll(f, "−", "-"), ","), ",", "")
	}
	return found
}

// concluded asks whether a working ends at the key: where its last number is that of
// another option, or that of none, and the key's stands nowhere in it, it does not.
func (x *examination) concluded() []Finding {
	key, ok := x.KeyOption()
	if !ok || x.proven || x.Explanation == "" || len(x.Options) < 3 || kind.Answers(x.Question) != kind.OneOption || x.isExercise() {
		return nil
	}
	if slices.ContainsFunc(x.Options, func(o question.Option) bool { return !amountAlone.MatchString(o.Text) }) {
		return nil
	}
	if f := x.unitOfWorking(key); f != nil {
		return f
	}
	said, own := figures(x.Explanation), figures(key.Text)
	if len(said) < 2 || len(own) != 1 || slices.Contains(said, own[0]) {
		return nil
	}
	at := concluding.FindAllStringIndex(x.Explanation, -1)
	if len(strings.Fields(x.Explanation[at[len(at)-1][1]:])) > 2 {
		return nil // it goes on in words
	}
	last := said[len(said)-1]
	same := func(o question.Option) bool {
		f := figures(o.Text)
		if len(f) != 1 {
			return false
		}
		v, plain := decimal.Parse(last)
		return f[0] == last || plain && agreesAtAnyScale(f[0], v) && !strings.ContainsAny(f[0], ":/") || plain && agreesInPercent(f[0], v)
	}
	if same(key) {
		return nil
	}
	for _, o := range x.Options {
		if len(figures(o.Text)) != 1 {
			return nil
		}
		if o.ID != key.ID && same(o) {
			return []Finding{{Check: "explanation", Verdict: Unsure, At: "explanation", Title: "The working ends at another option", Expected: o.Text,
				Says: fmt.Sprintf("It comes to “%s”, and the key is “%s”.", o.Text, key.Text)}}
		}
	}
	if endsWithIt.MatchString(x.Explanation) {
		return []Finding{{Check: "explanation", Verdict: Unsure, At: "explanation", Title: "The working ends at none of the options",
			Says: fmt.Sprintf("Its last number, %s, is not that of any option.", last)}}
	}
	return nil
}

// unitOfWorking asks whether the working ends at the figure of the key in another unit.
func (x *examination) unitOfWorking(key question.Option) []Finding {
	found := units.Find(x.Explanation)
	q, ok := units.ParseQuantity(key.Text)
	if !ok || len(found) == 0 || q.Unit.Text == "" {
		return nil
	}
	last := found[len(found)-1]
	if last.Unit.Text == "" || last.Value.Cmp(q.Value) != 0 || last.Unit.Same(q.Unit) && last.Unit.Factor.Cmp(q.Unit.Factor) == 0 || strings.Trim(x.Explanation[last.End:], " .") != "" {
		return nil
	}
	return []Finding{{Check: "explanation", Verdict: Unsure, At: "explanation", Title: "The unit slipped",
		Says: fmt.Sprintf("The working ends at %s, and the key says %s.", strings.TrimSpace(x.Explanation[last.Start:last.End]), key.Text)}}
}

func agreesInPercent(shown string, v *big.Rat) bool {
	return decimal.Agrees(shown, new(big.Rat).Mul(v, big.NewRat(100, 1)))
}

// speaksFor asks of which option an explanation speaks when it is read as a source.
func (x *examination) speaksFor() []Finding {
	key, ok := x.explained()
	if !ok || x.isExercise() || numbersOnly(x.Options) || strings.ContainsAny(x.Explanation, "=<>+≈") {
		return nil
	}
	said := alone(source.Passage{ID: "explanation", Kind: source.Paragraph, Text: x.Explanation})
	for i, a := range said.Choose(x.Stem, optionTexts(x.Question)) {
		if o := x.Options[i]; o.ID != key.ID && a.Share >= surely {
			return []Finding{{Check: "explanation", Verdict: Unsure, At: "explanation", Title: "The explanation speaks for another option",
				Says: fmt.Sprintf("What it says fits “%s” better than “%s”, which is the key.", o.Text, key.Text)}}
		}
	}
	return nil
}

// surely is how much of a short text has to speak for one option; less is said by chance.
const surely = 0.9

// another asks whether the explanation speaks for another option than the key.
func (x *examination) another() []Finding {
	key, ok := x.explained()
	if !ok {
		return nil
	}
	told := language.Stems(x.Explanation)
	own := tellings(x.Options)
	if len(own[key.ID]) == 0 || common(told, own[key.ID]) > 0 {
		return nil
	}
	for _, o := range x.Options {
		words := own[o.ID]
		if o.ID == key.ID || len(words) == 0 || common(told, words) < len(words) || ruledOut(x.Explanation, words) {
			continue
		}
		return []Finding{{Check: "explanation", Verdict: Unsure, At: "explanation", Title: "The explanation speaks for another option",
			Says: fmt.Sprintf("It names “%s” and not “%s”, which is the key.", o.Text, key.Text)}}
	}
	return nil
}

// ruledOut says whether a sentence that names some words denies or contrasts them.
func ruledOut(text string, words map[string]bool) bool {
	for _, s := range language.Split(text) {
		stems := language.Stems(s.Text)
		if common(stems, words) < len(words) {
			continue
		}
		if n, _ := denied(s.Text); n > 0 || contrasting.MatchString(s.Text) {
			return true
		}
	}
	return false
}

var contrasting = regexp.MustCompile(`(?i)\b(?:but|while|whereas|instead|rather than|than|would|called|other|others|however|unlike|only|too|if|slower|faster)\b`)

// clauseEnd parts the clauses of an explanation.
var clauseEnd = regexp.MustCompile(`[.;:!?]+\s*|,\s+(?:and|but|so|it|they|this|that|he|she)\s+|\s+(?:but|whereas|while)\s+`)

// dismissed says whether a clause says of some words that they don't matter.
func dismissed(text string, words map[string]bool) bool {
	return slices.ContainsFunc(clauseEnd.Split(text, -1), func(clause string) bool {
		return spared.MatchString(clause) && common(language.Stems(clause), words) > 0
	})
}

var (
	exclusive = regexp.MustCompile(`(?i)\b(?:only|solely|just)\b`)
	spared    = regexp.MustCompile(`(?i)\bleav(?:es?|ing)\b.*\balone\b|\bspares?\b|\bnothing to do\b`)
)

// completed asks whether a clause of the explanation says of another option what the
// stem asks for, while the key is only spoken against.
func (x *examination) completed() []Finding {
	key, ok := x.explained()
	if !ok {
		return nil
	}
	asked := language.Stems(x.Stem)
	own := tellings(x.Options)
	for _, words := range own {
		for w := range words {
			if asked[w] {
				delete(words, w)
			}
		}
	}
	if len(own[key.ID]) == 0 {
		return nil
	}
	found, against := question.Option{}, false
	usual, saysNot := denied(x.Stem) // "keeps out" is what is asked, and no denial of it
	for _, clause := range clauseEnd.Split(x.Explanation, -1) {
		stems := language.Stems(clause)
		n, not := denied(clause)
		alone := exclusive.MatchString(clause)
		turnedAway := n > usual || not && !saysNot || spared.MatchString(clause) || contrasting.MatchString(exclusive.ReplaceAllString(clause, ""))
		if common(stems, own[key.ID]) > 0 {
			if !turnedAway && !alone {
				return nil
			}
			against = against || turnedAway
			continue
		}
		for _, o := range x.Options {
			words := own[o.ID]
			if o.ID != key.ID && len(words) > 0 && !turnedAway && 2*common(stems, words) >= len(words) && (common(stems, asked) >= 2 || alone) {
				found = o
			}
		}
	}
	if found.ID == "" && dismissed(x.Explanation, own[key.ID]) {
		return []Finding{{Check: "explanation", Verdict: Unsure, At: "explanation", Title: "The explanation speaks against the key",
			Says: fmt.Sprintf("It says that “%s” has nothing to do with it, and this is the key.", key.Text)}}
	}
	if found.ID == "" || !against {
		return nil
	}
	return []Finding{{Check: "explanation", Verdict: Unsure, At: "explanation", Title: "The explanation speaks for another option",
		Says: fmt.Sprintf("It says of “%s” what is asked, and speaks against “%s”, which is the key.", found.Text, key.Text)}}
}
