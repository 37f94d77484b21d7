package syllabus

import (
	"math"
	"slices"

	"zincowl/core/ability"
)

// Basis says where a topic's share comes from.
type Basis string

// Where shares come from.
const (
	Given     Basis = "given"
	Estimated Basis = "estimated" // from past papers
	Equal     Basis = "equal"     // nothing is known: as much as its neighbours
)

// Share is a topic's part of the marks, in per cent of the whole exam.
type Share struct {
	Own    float64  `json:"own" doc:"without the topics below it"`
	Total  float64  `json:"total" doc:"with them"`
	Basis  Basis    `json:"basis" enum:"given,estimated,equal"`
	Low    float64  `json:"low" doc:"where the total may lie, of an estimate"`
	High   float64  `json:"high"`
	Papers []string `json:"papers,omitempty" doc:"that the estimate rests on"`
}

// Paper is a past paper: the marks of each of its questions.
type Paper struct {
	Title     string
	Questions []Asked
}

// Asked is a past question with what it was asked about, by id, or "".
type Asked struct {
	Topic     string
	Statement string
	Marks     float64
}

// Weigh gives the share of each topic. Weights that are given count as they
// are, sub-topics divide what their topic has; a topic without one gets its
// part of the marks in the past papers, or, without papers, as much as the
// mean of its neighbours.
//
// The interval of an estimate holds the true share 8 times in 10, taking the
// questions as drawn one by one: it is that of a share with Jeffreys' prior at
// Kish's effective number of questions, (Σm)²/Σm² for marks m (Kish, Survey
// Sampling, 1965), so that a few heavy questions count as few.
func Weigh(topics []Topic, papers []Paper) []Share {
	w := weigher{topics: topics, shares: make([]Share, len(topics)), papers: papers}
	w.divide(-1, 100)
	return w.shares
}

type weigher struct {
	topics []Topic
	papers []Paper
	shares []Share
}

// value is what is given for a topic; for one without a weight whose
// sub-topics all have one that adds up, their sum.
func (w *weigher) value(i int) (Weight, bool) {
	if g := w.topics[i].Given; g != nil {
		return *g, true
	}
	var sum Weight
	for _, c := range children(w.topics, i) {
		v, ok := w.value(c)
		if !ok || v.Unit == Stars || (sum.Unit != "" && sum.Unit != v.Unit) {
			return Weight{}, false
		}
		sum = Weight{sum.Value + v.Value, v.Unit}
	}
	return sum, sum.Unit != ""
}

// divide gives the topics directly below one their parts of its share.
func (w *weigher) divide(parent int, total float64) {
	group := children(w.topics, parent)
	if parent >= 0 {
		w.shares[parent].Total, w.shares[parent].Own = total, total
	}
	if len(group) == 0 {
		return
	}
	values := make([]Weight, len(group))
	known := make([]bool, len(group))
	sum, missing, unit := 0.0, 0, Unit("")
	for k, i := range group {
		if values[k], known[k] = w.value(i); known[k] {
			sum += values[k].Value
			unit = values[k].Unit
		} else {
			missing++
		}
	}
	// What the weights are parts of: of the parent's own, where that is given in
	// the same unit and they don't exceed it.
	whole, ofWhole := 0.0, false
	switch {
	case parent < 0 && unit == Percent:
		whole, ofWhole = 100, true
	case parent >= 0 && w.topics[parent].Given != nil && w.topics[parent].Given.Unit == unit && unit != Stars:
		whole, ofWhole = w.topics[parent].Given.Value, true
	}
	spent := ofWhole && sum >= whole*0.995 // nothing is left for those without a weight
	ofWhole = ofWhole && !spent
	parts := make([]float64, len(group))
	marks := w.marks(group)
	var open []int // those without a weight
	for k, i := range group {
		if !known[k] {
			open = append(open, i)
		}
	}
	rest := 1.0   // what they come to together
	mine := marks // what is asked about them
	nth := w.nth(group, open)
	switch {
	case missing == 0 && ofWhole && parent >= 0:
		for k := range group {
			parts[k] = values[k].Value / whole
		}
	case missing == 0 && sum > 0:
		for k := range group {
			parts[k] = values[k].Value / sum
		}
	default:
		if missing == 0 || sum == 0 { // nothing is known, or all that is is nought
			open, known = group, make([]bool, len(group))
			nth = w.nth(group, open)
		}
		mine = w.marks(open)
		switch {
		case len(open) == len(group):
		case ofWhole:
			rest = 1 - sum/whole
		case spent:
			rest = 0
		case marks.total > 0:
			rest = 0
			for k := range group {
				if !known[k] {
					rest += marks.share(k)
				}
			}
			rest = min(rest, 0.9)
		default:
			rest = float64(missing) / float64(len(group))
		}
		for k := range group {
			if known[k] {
				parts[k] = (1 - rest) * values[k].Value / sum
			} else {
				parts[k] = rest * mine.share(nth[k])
			}
		}
	}
	left := 1.0
	for k, i := range group {
		left -= parts[k]
		s := &w.shares[i]
		switch {
		case known[k] && sum > 0:
			s.Basis = Given
		case mine.total > 0:
			s.Basis = Estimated
			s.Papers = mine.papers
			e := interval(mine.of[nth[k]]/mine.total, mine.effective)
			s.Low, s.High = total*min(rest*e.Low, parts[k]), total*max(rest*e.High, parts[k])
		default:
			s.Basis = Equal
		}
		w.divide(i, total*parts[k])
	}
	if parent >= 0 {
		w.shares[parent].Own = math.Max(0, total*left)
		if w.shares[parent].Own < 1e-9 {
			w.shares[parent].Own = 0
		}
	}
}

// nth says which of the open topics each of a group is.
func (*weigher) nth(group, open []int) []int {
	out := make([]int, len(group))
	for k, i := range group {
		out[k] = slices.Index(open, i)
	}
	return out
}

// asked is what the past papers ask about a group of topics.
type asked struct {
	of        []float64 // marks, by topic
	total     float64
	effective float64 // number of questions
	papers    []string
}

// share is the part of a topic, drawn towards equal parts as one more question
// would.
func (a asked) share(k int) float64 {
	prior := 1 / float64(len(a.of))
	if a.total == 0 {
		return prior
	}
	return (a.effective*a.of[k]/a.total + prior) / (a.effective + 1)
}

// marks adds up what the papers ask about the topics of a group and what is
// below them.
func (w *weigher) marks(group []int) asked {
	out := asked{of: make([]float64, len(group))}
	belongs := map[string]int{}
	for k, i := range group {
		for j := i; j < below(w.topics, i); j++ {
			if w.topics[j].ID != "" {
				belongs[w.topics[j].ID] = k
			}
		}
	}
	squares := 0.0
	for _, p := range w.papers {
		asks := false
		for _, q := range p.Questions {
			k, ok := belongs[q.Topic]
			if !ok || q.Marks <= 0 {
				continue
			}
			asks = true
			out.of[k] += q.Marks
			out.total += q.Marks
			squares += q.Marks * q.Marks
		}
		if asks {
			out.papers = append(out.papers, p.Title)
		}
	}
	out.effective = effective(out.total, squares)
	return out
}

// effective is the number of questions that marks of this sum, and of squares of
// this sum, count as.
func effective(sum, squares float64) float64 {
	if squares == 0 {
		return 0
	}
	return sum * sum / squares
}

// interval is where a share of the marks may lie that n questions, in effect,
// tell.
func interval(share, n float64) ability.Estimate {
	return ability.Of(ability.Answered{Right: n * share, Weight: n})
}

// Asks is how much of the past papers' marks a statement had, in per cent, with
// its interval.
type Asks struct {
	Share float64 `json:"share"`
	Low   float64 `json:"low"`
	High  float64 `json:"high"`
}

// WeighStatements estimates what the can-do statements of an outline are worth
// from the past papers' marks; statements that no paper asks for get the
// interval of none. It is empty without papers.
func WeighStatements(topics []Topic, papers []Paper) map[string]Asks {
	by := map[string]float64{}
	total, squares := 0.0, 0.0
	for _, p := range papers {
		for _, q := range p.Questions {
			by[q.Statement] += q.Marks
			total += q.Marks
			squares += q.Marks * q.Marks
		}
	}
	out := map[string]Asks{}
	if total == 0 {
		return out
	}
	n := effective(total, squares)
	for _, t := range topics {
		for _, s := range t.CanDo {
			share := by[s.ID] / total
			e := interval(share, n)
			out[s.ID] = Asks{100 * share, 100 * e.Low, 100 * e.High}
		}
	}
	return out
}
