package syllabus

import (
	"maps"
	"math"
	"slices"

	"zincowl/core/language"
	"zincowl/core/source"
)

// Place is where a text belongs in the outline. Sure is the estimated
// probability that the topic is right, from 0 to 1.
type Place struct {
	Topic     string
	Statement string // "" where none of the topic's statements fits
	Sure      float64
}

// Example is a text that a person gave a topic.
type Example struct{ Text, Topic string }

// Sorter says what texts belong to which topic.
//
// It is a multinomial naive Bayes classifier over word stems (Manning, Raghavan
// and Schütze, Introduction to Information Retrieval, 2008, chapter 13), taught
// by the titles and statements of the topics, by what persons decided, and by
// itself: the passages whose headings name a topic teach it the words of that
// topic. Words of one text are not independent, so that the evidence of n of
// them is taken to be that of √n. A text that is no likelier in any topic than in
// all of them together belongs to none. It remembers headings and is not for use by
// several at once.
type Sorter struct {
	topics []Topic
	titles []map[string]bool
	shared map[string]int // in how many titles a stem stands

	counts []map[string]float64 // by topic, then stem
	sums   []float64
	known  map[string]float64 // by stem, over all topics
	total  float64

	statements []statement

	headings map[string]int // the topic that each heading met so far names
}

type statement struct {
	topic int
	id    string
	stems map[string]bool
}

// How much a mention teaches.
const (
	titleTeaches     = 6.0
	statementTeaches = 2.0
	exampleTeaches   = 3.0
	passageTeaches   = 1.0
)

// headingOdds is how much likelier a topic is that the heading names, and
// titleOdds one whose whole title the text itself names; certain is the least score
// at which one is named.
const (
	headingOdds = 60.0
	titleOdds   = 12.0
	certain     = 1.0
)

// noneOdds is how likely a text is beforehand to belong to no topic, against one
// of them.
const noneOdds = 0.2

// enough is the probability from which on a text is given a topic.
const enough = 0.5

// NewSorter learns the topics of an outline from their words, from what persons
// decided, and from the passages that the sources' headings place.
func NewSorter(topics []Topic, decided []Example, documents ...[]source.Passage) *Sorter {
	s := &Sorter{topics: topics, titles: make([]map[string]bool, len(topics)), shared: map[string]int{}, counts: make([]map[string]float64, len(topics)), sums: make([]float64, len(topics)), known: map[string]float64{}, headings: map[string]int{}}
	at := map[string]int{}
	for i, t := range topics {
		at[t.ID] = i
		s.counts[i] = map[string]float64{}
		s.titles[i] = language.Stems(t.Title)
		for stem := range s.titles[i] {
			s.shared[stem]++
		}
		s.teach(i, s.titles[i], titleTeaches)
		for _, c := range t.CanDo {
			stems := language.Stems(c.Text)
			s.statements = append(s.statements, statement{i, c.ID, stems})
			s.teach(i, stems, statementTeaches)
		}
	}
	for _, e := range decided {
		if i, ok := at[e.Topic]; ok {
			s.teach(i, language.Stems(e.Text), exampleTeaches)
		}
	}
	for _, passages := range documents {
		for _, p := range passages {
			if i := s.headed(p); i >= 0 && p.Kind != source.Heading {
				s.teach(i, language.Stems(p.Text), passageTeaches)
			}
		}
	}
	return s
}

func (s *Sorter) teach(topic int, stems map[string]bool, weight float64) {
	for stem := range stems {
		s.counts[topic][stem] += weight
		s.known[stem] += weight
	}
	s.sums[topic] += weight * float64(len(stems))
	s.total += weight * float64(len(stems))
}

// headed finds the topic that the headings above a passage name, the nearest
// first; -1 where none does.
func (s *Sorter) headed(p source.Passage) int {
	if p.Kind == source.Heading {
		if i := s.heading(p.Text); i >= 0 {
			return i
		}
	}
	for i := len(p.Locator.Heading) - 1; i >= 0; i-- {
		if found := s.heading(p.Locator.Heading[i]); found >= 0 {
			return found
		}
	}
	return -1
}

func (s *Sorter) heading(text string) int {
	at, met := s.headings[text]
	if !met {
		i, score := s.named(language.Stems(text))
		if score < certain {
			i = -1
		}
		at = i
		s.headings[text] = at
	}
	return at
}

// named finds the topic whose title shares most words with a text. Words that
// occur in several titles count for less.
func (s *Sorter) named(stems map[string]bool) (int, float64) {
	at, score := -1, 0.0
	for i := range s.topics {
		sum := 0.0
		for title := range s.titles[i] {
			if stems[title] {
				sum += 1 / float64(s.shared[title])
				continue
			}
			for have := range stems {
				if related(have, title) {
					sum += 1 / float64(s.shared[title])
					break
				}
			}
		}
		switch {
		case sum > score:
			at, score = i, sum
		case sum == score:
			at = -1 // two titles fit equally well
		}
	}
	return at, score
}

// related says whether two stems are forms of one word that the stemmer keeps
// apart: "dose" and "dosing", "filter" and "filtration".
func related(a, b string) bool {
	n := 0
	for n < len(a) && n < len(b) && a[n] == b[n] {
		n++
	}
	return n >= 4 && n >= min(len(a), len(b))-2 && max(len(a), len(b))-n <= 5
}

// evidence adds to each topic's log odds what the words of a text say. Stems
// that no topic has say nothing.
func (s *Sorter) evidence(odds []float64, stems map[string]bool, weight float64) {
	var told []string
	for stem := range stems {
		if s.known[stem] > 0 {
			told = append(told, stem)
		}
	}
	if len(told) == 0 {
		return
	}
	slices.Sort(told) // sums in one order, so that the same text gets the same figure
	weight /= math.Sqrt(float64(len(told)))
	words := float64(len(s.known))
	priors := make([]float64, len(told)) // how common each stem is in all topics
	for k, stem := range told {
		priors[k] = (s.known[stem] + 1) / (s.total + words)
	}
	for i := range s.topics {
		sum := 0.0
		for k, stem := range told {
			sum += math.Log((s.counts[i][stem] + 8*priors[k]) / (s.sums[i] + 8) / priors[k]) // smoothed towards that
		}
		odds[i] += weight * sum
	}
}

// Sort places the passages of a document, by id. What belongs to no topic is
// left out.
func (s *Sorter) Sort(passages []source.Passage) map[string]Place {
	out := map[string]Place{}
	if len(s.topics) == 0 {
		return out
	}
	for from := 0; from < len(passages); {
		to := from + 1
		for to < len(passages) && passages[to].Kind != source.Heading {
			to++
		}
		section := make([]float64, len(s.topics))
		stems, all := make([]map[string]bool, to-from), map[string]bool{}
		for i, p := range passages[from:to] {
			stems[i] = language.Stems(p.Text)
			maps.Copy(all, stems[i])
		}
		s.evidence(section, all, 0.5)
		for k, p := range passages[from:to] {
			odds := slices.Clone(section)
			if i := s.headed(p); i >= 0 {
				odds[i] += math.Log(headingOdds)
			}
			if place, ok := s.decide(odds, stems[k]); ok {
				out[p.ID] = place
			}
		}
		from = to
	}
	return out
}

// Of places a text that stands alone, such as a question.
func (s *Sorter) Of(text string) (Place, bool) {
	if len(s.topics) == 0 {
		return Place{}, false
	}
	return s.decide(make([]float64, len(s.topics)), language.Stems(text))
}

func (s *Sorter) decide(odds []float64, stems map[string]bool) (Place, bool) {
	s.evidence(odds, stems, 1)
	if i, score := s.named(stems); i >= 0 && score >= certain {
		odds[i] += math.Log(titleOdds) * min(1, score/float64(len(s.titles[i])))
	}
	best, sum := 0, 0.0
	for i, o := range odds {
		if o > odds[best] {
			best = i
		}
	}
	for _, o := range odds {
		sum += math.Exp(o - odds[best])
	}
	sure := 1 / (sum + noneOdds*math.Exp(-odds[best])) // against all of them, and against none
	if len(odds) == 1 {
		sure = 1
	}
	if sure < enough {
		return Place{}, false
	}
	return Place{s.topics[best].ID, s.stated(best, stems), sure}, true
}

// Statement finds the statement of a topic, by id, that a text is about; "" where
// none fits.
func (s *Sorter) Statement(topic, text string) string {
	i := slices.IndexFunc(s.topics, func(t Topic) bool { return t.ID == topic })
	if i < 0 {
		return ""
	}
	return s.stated(i, language.Stems(text))
}

// stated finds the statement of a topic that a text is about: the one that
// shares most words with it, a third of its own at least, and two.
func (s *Sorter) stated(topic int, stems map[string]bool) string {
	best, most := "", 0.0
	for _, c := range s.statements {
		if c.topic != topic {
			continue
		}
		same := 0.0
		for stem := range c.stems {
			if stems[stem] {
				same++
			}
		}
		if share := same / float64(len(c.stems)); same >= 2 && share >= 1.0/3 && share > most {
			best, most = c.id, share
		}
	}
	return best
}
