package ground

import (
	"math"
	"regexp"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/source"
)

// A question with answers to choose from is easier to judge than a statement: what counts
// is not whether the sources say an answer, but which one they say rather than the others
// (after Richardson, Burges and Renshaw, “MCTest”, 2013, who found how far words and their
// distance lead). Each answer is measured, and a conditional logit (McFadden, 1974), fitted
// by tools/groundfit, makes shares of the measures.

// Answer is how much the sources speak for one of several answers to a question.
type Answer struct {
	Share   float64 // of all that speaks for any, from 0 to 1
	Covers  float64 // how much of the question the sources speak of where they say it, from 0 to 1
	Source  string
	Passage string
	Quote   string // the sentence that says most
	Locator source.Locator
}

// answerWeights are those of the measures: how likely the statement that question and
// answer make is supported, by its logarithm; how much of both stands in one sentence or two neighbours;
// how much of the answer stands where the question's words do; that it stands there
// verbatim; how close to them; that a clause has them in the same places, and a part
// together; that its amount stands there; how much of the statement is covered.
var answerWeights = [9]float64{0.813, 2.211, 1.659, 2.085, 2.480, 1.124, 0.590, 2.919, 2.449}

var (
	tellsACase  = regexp.MustCompile(`(?i)^(?:if|suppose|assume|imagine|given|let)\b`)
	asksWhatNot = regexp.MustCompile(`\b(?:NOT|EXCEPT|LEAST|FALSE|INCORRECT|NEVER)\b|(?i)\b(?:not|except|false|incorrect|untrue|wrong|cannot|never|neither|none|least)\b|n['’]t\b`)
)

// strange is how much of a question's words may have nothing like them in the sources
// before these are taken to speak of something else.
const (
	strange = 0.45
	known   = 0.7 // how alike a word has to be to one of the sources
)

// least is how much a question must say for its answers to be looked up.
const least = 0.8

// Choose says how much the sources speak for each of several answers to a question. It
// says nothing, nil, of a question that tells a case, that asks what is not so, that says
// too little to be found, or that speaks of what the sources never name.
func (x *Index) Choose(question string, answers []string) []Answer {
	if len(language.Split(question)) != 1 || tellsACase.MatchString(question) || asksWhatNot.MatchString(question) || len(answers) < 2 || len(x.sentences) == 0 {
		return nil
	}
	stem := x.asked(question)
	if stem.total < least || stem.strangeness() > strange {
		return nil
	}
	measures, best, covers := x.answers(question, stem, answers)
	out := make([]Answer, len(answers))
	for i, share := range Shares(answerWeights, measures) {
		out[i].Share, out[i].Covers = share, covers[i]
		if best[i] >= 0 {
			s := x.sentences[best[i]]
			out[i].Source, out[i].Passage, out[i].Quote, out[i].Locator = s.source, s.passage, s.text, s.locator
		}
	}
	return out
}

// Shares are the probabilities of answers by the weights of their measures.
func Shares(weights [9]float64, measures [][9]float64) []float64 {
	out := make([]float64, len(measures))
	most, sum := math.Inf(-1), 0.0
	for i, m := range measures {
		for k, w := range weights {
			out[i] += w * m[k]
		}
		most = max(most, out[i])
	}
	for i := range out {
		out[i] = math.Exp(out[i] - most)
		sum += out[i]
	}
	for i := range out {
		out[i] /= sum
	}
	return out
}

// strangeness is how much of the words has nothing like it in the sources.
func (w wanted) strangeness() float64 {
	unmet, all := 0.0, 0.0
	for i, t := range w.terms {
		best := 0.0
		for _, a := range w.alike[i] {
			best = max(best, a)
		}
		if best < known {
			unmet += t.weight
		}
		all += t.weight
	}
	return unmet / max(all, 0.01)
}

// asked is what is looked for of a question.
func (x *Index) asked(question string) wanted {
	return x.want(read(question, false, tongueOf(question, x.languages)), nil)
}

// MeasureAnswers are the measures of each answer, for fitting the weights; nil of a
// question that says too little.
func (x *Index) MeasureAnswers(question string, answers []string) [][9]float64 {
	stem := x.asked(question)
	if stem.total < least {
		return nil
	}
	measures, _, _ := x.answers(question, stem, answers)
	return measures
}

// answers measures each answer, and says which sentence says most of it, and how much of
// the question that covers.
func (x *Index) answers(question string, stem wanted, answers []string) (measures [][9]float64, best []int, covers []float64) {
	tongue := tongueOf(question, x.languages)
	in := map[string]bool{}
	for _, t := range stem.terms {
		in[t.lemma] = true
	}
	says := x.covered(stem)
	most := x.best(says)
	for _, answer := range answers {
		var v [9]float64
		v[0] = math.Log(0.01)
		if c := x.compare(realise.Told(question, answer)); c.best >= 0 {
			v[0] = math.Log(trained().Probabilities(c.Features())[0] + 0.01)
			v[5], v[6], v[8] = c.values["straight"], c.values["together"], c.values["cover"]
		}
		r := read(answer, false, tongue)
		own := x.want(r, in)
		if own.total == 0 {
			own = x.want(r, nil)
		}
		has := x.covered(own)
		words := " " + onlyWords(answer) + " "
		at := -1
		for s, much := range has {
			if joint := much * x.near(says, s); joint > v[1] || joint == v[1] && s < at {
				v[1], at = joint, s
			}
			if q := says[s]; q > v[3] && len(words) > 2 && strings.Contains(x.sentences[s].plain, words) {
				v[3] = q
			}
			if says[s] > 0.2 && much > 0.3 {
				v[4] = max(v[4], much*says[s]*own.close(stem, x.sentences[s].reading))
			}
		}
		if most >= 0 {
			v[2] = x.near(has, most)
		}
		for _, a := range own.amounts {
			for _, s := range x.with[a.value.RatString()] {
				v[7] = max(v[7], x.near(says, s))
			}
		}
		measures, best, covers = append(measures, v), append(best, at), append(covers, x.near(says, at))
	}
	return measures, best, covers
}

// best is the sentence that has most; of equal ones the first.
func (x *Index) best(much map[int]float64) int {
	at := -1
	for s, v := range much {
		if at < 0 || v > much[at] || v == much[at] && s < at {
			at = s
		}
	}
	return at
}

// near is how much a sentence and its better neighbour have.
func (x *Index) near(much map[int]float64, s int) float64 {
	if s < 0 {
		return 0
	}
	best := much[s]
	for _, k := range []int{s - 1, s + 1} {
		if k >= 0 && k < len(x.sentences) && x.sentences[k].run == x.sentences[s].run {
			best = max(best, 0.7*much[k]+0.3*much[s])
		}
	}
	return best
}

// wanted are the words and amounts of a text, as they are looked for.
type wanted struct {
	terms   []term
	alike   []map[string]float64
	amounts []amount
	total   float64
}

// want is what is looked for of a text, but for some words.
func (x *Index) want(r reading, but map[string]bool) wanted {
	w := wanted{amounts: r.amounts, total: float64(len(r.amounts))}
	for _, t := range r.terms {
		if !but[t.lemma] {
			w.terms = append(w.terms, t)
			w.alike = append(w.alike, x.likeTo(t.lemma, r.tongue.Code))
			w.total += t.weight
		}
	}
	return w
}

// covered is how much of what is wanted stands in each sentence that has any of it.
func (x *Index) covered(w wanted) map[int]float64 {
	out := map[int]float64{}
	room := x.room()
	defer x.rooms.Put(room)
	best := room.best // of which all is 0 between words
	var met []int
	for i, t := range w.terms {
		met = met[:0]
		for word, a := range w.alike[i] {
			for _, s := range x.in[word] {
				if best[s] == 0 {
					met = append(met, s)
				}
				best[s] = max(best[s], a)
			}
		}
		for _, s := range met {
			out[s] += best[s] * t.weight
			best[s] = 0
		}
	}
	for _, a := range w.amounts {
		for _, s := range x.with[a.value.RatString()] {
			out[s] += sameUnit(a, x.sentences[s].amounts)
		}
	}
	for s := range out {
		out[s] /= w.total
	}
	return out
}

// sameUnit is how well an amount is found among others that have its value.
func sameUnit(a amount, among []amount) float64 {
	best := 0.0
	for _, b := range among {
		if b.value.Cmp(a.value) != 0 {
			continue
		}
		if a.unit == b.unit || a.unit == "" || b.unit == "" || language.Alike(a.unit, b.unit) > 0.5 {
			return 1
		}
		best = 0.4
	}
	return best
}

// close is how close the words of an answer stand to those of the question in a sentence:
// 1 where each stands beside one.
func (w wanted) close(stem wanted, r reading) float64 {
	mine, theirs := w.places(r), stem.places(r)
	if len(theirs) == 0 {
		return 0
	}
	sum := 0.0
	for _, a := range theirs {
		gap := 30.0
		for _, b := range mine {
			if a != b {
				gap = min(gap, math.Abs(float64(a-b)))
			}
		}
		sum += 1 / (1 + gap/3)
	}
	return sum / float64(len(theirs))
}

// places are where what is wanted stands in a sentence, by token.
func (w wanted) places(r reading) []int {
	var out []int
	for _, t := range r.terms {
		for i := range w.terms {
			if w.alike[i][t.lemma] >= known {
				out = append(out, t.at)
				break
			}
		}
	}
	for _, b := range r.amounts {
		for _, a := range w.amounts {
			if a.value.Cmp(b.value) == 0 {
				out = append(out, b.at)
			}
		}
	}
	return out
}

// onlyWords is a text in small letters with single spaces between its words and no marks.
func onlyWords(text string) string {
	return strings.Join(strings.FieldsFunc(strings.ToLower(text), func(r rune) bool {
		return !(r >= 'a' && r <= 'z' || r >= '0' && r <= '9' || r > 127)
	}), " ")
}
