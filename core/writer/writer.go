// Package writer turns facts into questions.
//
// The model: Study reads the facts of the sources once. Each fact bears a
// number of ideas, an idea being one thing that can be asked at one level in one
// kind (define.go, numeric.go). Draft picks ideas for the slots of a
// brief, spreading them over topics and passages, and lets each idea write its
// question with a random source of its own, in sentences that the batch has used
// least, so that the same seed gives the same batch. A slot that no idea can fill is declined
// with the reason.
package writer

import (
	"cmp"
	"container/heap"
	"context"
	"errors"
	"fmt"
	"hash/fnv"
	"math/rand/v2"
	"slices"
	"strings"
	"time"

	"zincowl/core/fact"
	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/question"
	"zincowl/core/source"
)

// Source is a document with its id, the topic of each of its passages, and how
// much it counts where sources disagree.
type Source struct {
	ID       string
	Title    string
	Doc      source.Document
	Facts    []fact.Fact       // that were read of it before; nil where they are to be read
	Topics   map[string]string // passage id to topic id
	Standing source.Standing
	Dated    time.Time
}

// Material is what a batch may be drawn from: the facts of all sources, ready
// to be asked about. It does not change and may be shared.
type Material struct {
	terms    []term  // every definition
	lore     *lore   // what the sources say, sentence by sentence
	tables   []term  // tables of things, and sequences
	pictures []term  // with labels
	ideas    []*idea // in the order of the sources
	facts    map[Place]int
}

// term is a definition with where it stands.
type term struct {
	fact.Fact
	src     *Source
	passage source.Passage
	topic   string
}

// place is where a sentence stands.
type place struct {
	Place
	quote string
}

func (t term) place() place { return place{Place{t.src.ID, t.Passage}, t.Quote} }

// idea is one thing that can be asked.
type idea struct {
	level question.Level
	kind  question.Kind
	// many is true of an idea that yields another question with each draw.
	many     bool
	topic    string
	source   string
	also     string // another source it is drawn from
	passage  string
	subject  string   // questions on one subject are spread over a batch
	language string   // that it asks in; English where it is empty
	formula  string   // that it works with
	turned   bool     // a formula is asked for another unknown
	from     *said    // the sentence that it is about, where it is one
	about    *term    // else the fact, where it is one
	part     string   // of its subject, what it asks for
	parts    []string // what it asks for of several, as asks says it
	frame    string   // how it asks, where many questions ask so; no frame may fill a batch
	score    float64
	set      int // how many questions it asks on one stimulus, where it does; they count as one
	write    func(r *rand.Rand, b Brief) (question.Question, error)
}

// asks names the part of its subject that an idea asks for; "" where it asks for no part.
func (i *idea) asks() string {
	if i.part == "" {
		return ""
	}
	return i.subject + "\x00" + i.part
}

// words are the stems of what an idea is about.
func (i *idea) words() map[string]bool {
	if i.from != nil {
		return i.from.stems
	}
	return language.Stems(i.subject)
}

// Study reads the sources and finds everything that can be asked of them.
func Study(sources []Source) *Material {
	m, _ := StudyContext(context.Background(), sources) // which does not end
	return m
}

// StudyContext studies the sources as long as somebody waits for it; the error is
// the context's.
func StudyContext(ctx context.Context, sources []Source) (*Material, error) {
	m := &Material{facts: map[Place]int{}}
	var equations []equation
	var limits, claimed, drawn, elsewhere []term
	var claims []fact.Claim
	ranges := learned{}
	for i := range sources {
		src := &sources[i]
		byID := make(map[string]source.Passage, len(src.Doc.Passages))
		for _, p := range src.Doc.Passages {
			byID[p.ID] = p
			if len(labelled(p)) > 0 {
				m.pictures = append(m.pictures, term{Fact: fact.Fact{Passage: p.ID, Quote: p.Text}, src: src, passage: p, topic: src.Topics[p.ID]})
			}
		}
		facts := src.Facts
		if facts == nil {
			facts = fact.ReadParts(ctx, src.Doc.Passages, nil)
		}
		for _, f := range facts {
			m.facts[Place{src.ID, f.Passage}]++
			t := term{Fact: f, src: src, passage: byID[f.Passage], topic: src.Topics[f.Passage]}
			if src.Doc.Language == "" || src.Doc.Language == "en" {
				drawn = append(drawn, t)
			} else {
				elsewhere = append(elsewhere, t)
			}
			switch f.Type {
			case fact.Definition:
				if src.Doc.Language != "" && src.Doc.Language != "en" {
					break // questions are written in English
				}
				if noted.MatchString(t.Quote) && states(t.Object) {
					break // a line of notes on it, which is no meaning
				}
				m.terms = append(m.terms, t)
			case fact.Formula, fact.Limit:
				claims = append(claims, fact.Claim{Fact: f, Source: src.ID, Standing: src.Standing, Dated: src.Dated})
				claimed = append(claimed, t)
			}
		}
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		ranges.learn(src.Doc.Passages)
	}
	overruled, equal := fact.Settle(claims)
	disputed := map[int]bool{}
	for _, pair := range equal {
		disputed[pair[0]], disputed[pair[1]] = true, true
	}
	lostQuotes := map[place]bool{}
	for i, t := range claimed {
		switch _, lost := overruled[i]; {
		case lost, disputed[i]: // nothing is drawn from what another source overrules or disputes
			lostQuotes[t.place()] = true
		case t.Type == fact.Formula:
			equations = append(equations, equation{t, *t.Equation})
		default:
			limits = append(limits, t)
		}
	}
	drawn = slices.DeleteFunc(drawn, func(t term) bool { return lostQuotes[t.place()] })
	m.lore = loreOf(ctx, sources, drawn)
	m.ideas = append(m.ideas, m.abroad(elsewhere)...)
	m.ideas = append(m.ideas, m.spanishIdeas(elsewhere)...)
	for i := range m.terms {
		m.ideas = append(m.ideas, m.definitionIdeas(i)...)
	}
	for _, t := range limits {
		m.ideas = append(m.ideas, m.limitIdea(t))
	}
	m.ideas = append(m.ideas, m.meaningIdeas()...)
	m.ideas = append(m.ideas, m.pairIdeas()...)
	m.ideas = append(m.ideas, m.apartIdeas()...)
	m.ideas = append(m.ideas, m.statementIdeas()...)
	m.ideas = append(m.ideas, m.mixedIdeas()...)
	m.ideas = append(m.ideas, m.bondIdeas()...)
	m.ideas = append(m.ideas, m.limitCases()...)
	m.ideas = append(m.ideas, m.ruleIdeas()...)
	m.ideas = append(m.ideas, m.differIdeas()...)
	m.ideas = append(m.ideas, m.halfIdeas()...)
	m.ideas = append(m.ideas, m.sayingIdeas()...)
	m.ideas = append(m.ideas, m.amountIdeas()...)
	m.ideas = append(m.ideas, m.listIdeas()...)
	m.ideas = append(m.ideas, m.noteIdeas()...)
	m.ideas = append(m.ideas, m.eventIdeas()...)
	for _, t := range drawn {
		switch {
		case t.Type == fact.Comparison && len(t.passage.Rows) > 0:
			m.tables = append(m.tables, t)
			m.ideas = append(m.ideas, m.chartIdeas(t)...)
		case t.Type == fact.Sequence:
			m.tables = append(m.tables, t)
			m.ideas = append(m.ideas, m.stepIdeas(t)...)
		}
	}
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	m.ideas = append(m.ideas, m.dataIdeas(sources)...)
	m.ideas = append(m.ideas, m.essayIdeas()...)
	m.ideas = append(m.ideas, quantitative(equations, ranges)...)
	for _, s := range m.lore.said {
		if !s.alone { // nothing is written from its words any more
			s.tokens = nil
		}
	}
	return m, ctx.Err()
}

// Facts says how many facts were read from a passage of a source.
func (m *Material) Facts(source, passage string) int { return m.facts[Place{source, passage}] }

// Bears says how many questions the material can bear for a topic and a level that ask for
// different things, and whether some of them can be asked again and again with other
// numbers. Those are counted once.
func (m *Material) Bears(topic string, level question.Level) (n int, many bool) {
	on := map[string]int{}
	for _, i := range m.ideas {
		if i.topic != topic || i.level != level {
			continue
		}
		if on[i.subject]++; i.many {
			many = true
			on[i.subject] = 1
		}
	}
	for _, k := range on {
		n += min(k, mostOfSubject)
	}
	return n, many
}

// Declined says why a slot of the brief stayed empty.
type Declined struct {
	Slot string `json:"slot"`
	Why  string `json:"why"`
}

// ErrTaken is what emit returns of a question that was written elsewhere in the
// meantime; another is written in its place.
var ErrTaken = errors.New("this question was written elsewhere")

// ErrUnsound is what emit returns of a question that the proof does not clear; another is
// written in its place.
var ErrUnsound = errors.New("the proof does not clear this question")

// Draft writes the questions of a brief and hands each to emit as soon as it is
// written. It stops when the context ends or emit returns an error, and returns
// that error, or that of Check. Questions whose ids the brief avoids are not written.
func Draft(ctx context.Context, m *Material, b Brief, emit func(question.Question) error) ([]Declined, error) {
	if err := b.Check(); err != nil {
		return nil, err
	}
	b = b.withDefaults()
	b.used = map[string]int{}
	b.fits = m.lore.speaks(language.Stem("operator")) > 1 && m.lore.speaks(language.Stem("works")) > 1
	p := newPicker(m, b)
	var declined []Declined
	given := map[string]bool{}
	for _, id := range b.Avoid {
		given[id] = true
	}
	all := slots(b)
	for n := len(all) - 1; n >= 0; n-- { // the hard ones first: few ideas serve them
		slot := all[n]
		if err := ctx.Err(); err != nil {
			return declined, err
		}
		filled, err := p.fill(ctx, slot, n, given, emit)
		if err != nil {
			return declined, err
		}
		if !filled {
			declined = append(declined, Declined{slot.String(), p.why(slot)})
		}
	}
	return declined, nil
}

// slot is one place of a batch.
type slot struct {
	level question.Level // "" means any
	kind  question.Kind
}

func (s slot) String() string {
	if s.level == "" {
		return string(s.kind)
	}
	return string(s.level) + " " + string(s.kind)
}

// slots lays out the places of a batch: the kinds by their shares, the levels
// dealt over them.
func slots(b Brief) []slot {
	var levels []question.Level
	for _, l := range question.Levels {
		for range b.Levels[l] {
			levels = append(levels, l)
		}
	}
	for len(levels) < b.Count {
		levels = append(levels, "")
	}
	dealt := kindsFor(b.Kinds, b.Count)
	out := make([]slot, b.Count)
	r := source32(b.Seed, "slots")
	r.Shuffle(len(dealt), func(i, j int) { dealt[i], dealt[j] = dealt[j], dealt[i] })
	for i := range out {
		out[i] = slot{levels[i], dealt[i]}
	}
	// Blanks are recalled facts: where hard ones are wanted, other kinds go there.
	for i := range out {
		if out[i].kind != question.Blanks || out[i].level == question.Easy || out[i].level == "" {
			continue
		}
		for j := range out {
			if out[j].kind != question.Blanks && (out[j].level == question.Easy || out[j].level == "") {
				out[i].kind, out[j].kind = out[j].kind, out[i].kind
				break
			}
		}
	}
	return out
}

// kinds are those that are drafted.
var kinds = []question.Kind{question.Choice, question.Short, question.Essay, question.Numeric, question.Blanks, question.TrueFalse, question.Choices, question.Match, question.Order, question.Grid, question.Expression, question.Solution}

// kindsFor deals n places to kinds by their shares; without any they are choices.
func kindsFor(shares map[question.Kind]float64, n int) []question.Kind {
	out := apportion(kinds, shares, n)
	for len(out) < n {
		out = append(out, question.Choice)
	}
	return out
}

// apportion deals n places by shares, largest remainder first, those alike in the order given;
// it deals none where no share is above zero.
func apportion[K comparable](order []K, shares map[K]float64, n int) []K {
	total := 0.0
	for _, k := range order { // in one order: sums of fractions depend on it
		total += max(0, shares[k])
	}
	type part struct {
		of    K
		whole int
		rest  float64
	}
	var parts []part
	left := n
	for _, k := range order {
		if shares[k] <= 0 {
			continue
		}
		exact := float64(n) * shares[k] / total
		parts = append(parts, part{k, int(exact), exact - float64(int(exact))})
		left -= int(exact)
	}
	slices.SortStableFunc(parts, func(a, b part) int { return cmp.Compare(b.rest, a.rest) })
	var out []K
	for i, p := range parts {
		if i < left {
			p.whole++
		}
		for range p.whole {
			out = append(out, p.of)
		}
	}
	return out
}

// picker chooses ideas. It prefers the idea whose topic, passage and subject
// have been asked least so far; ties are broken by the seed.
type picker struct {
	brief    Brief
	ideas    []*idea
	order    []uint32
	uses     []int
	behind   []int // by idea, how many others that the brief leans on come first
	topics   map[string]int
	passages map[Place]int
	subjects map[string]int
	failures map[string]string
	stems    map[string]bool // asked in this batch, in whatever kind
	frames   map[string]int
	formulas map[string]int
	asked    map[string]bool // by subject, the parts of it that were asked for
	mixed    bool            // there is more to ask about than formulas

	practised int // how many questions practise a skill
}

func newPicker(m *Material, b Brief) *picker {
	p := &picker{brief: b, topics: map[string]int{}, passages: map[Place]int{}, subjects: map[string]int{}, failures: map[string]string{}, stems: map[string]bool{}, frames: map[string]int{}, formulas: map[string]int{}, asked: map[string]bool{}}
	for _, i := range m.ideas {
		if len(b.Only) > 0 && !slices.Contains(b.Only, Place{i.source, i.passage}) {
			continue
		}
		if b.wantsTopic(i.topic) && b.wantsSource(i.source) && (i.also == "" || b.wantsSource(i.also)) && (!i.turned || b.turnsRound()) {
			p.ideas = append(p.ideas, i)
		}
	}
	for _, s := range b.Skills {
		if b.wantsTopic(s.Topic) && len(b.From) == 0 && len(b.Only) == 0 {
			p.ideas = append(p.ideas, s.ideas()...)
			if comparesTexts(s.Statement) {
				p.ideas = append(p.ideas, m.comparisons(s.Topic)...)
			}
		}
	}
	r := source32(b.Seed, "ideas")
	p.order = make([]uint32, len(p.ideas))
	for i := range p.order {
		p.order[i] = r.Uint32()
	}
	p.uses = make([]int, len(p.ideas))
	p.behind = make([]int, len(p.ideas))
	lean := language.Stems(b.Lean)
	for n, i := range p.ideas {
		if len(b.Near) > 0 && !slices.Contains(b.Near, Place{i.source, i.passage}) {
			p.behind[n]++
		}
		if len(lean) > 0 && !speaksOf(i.words(), lean) {
			p.behind[n]++
		}
	}
	p.like(b.Like)
	others := 0
	for _, i := range p.ideas {
		if i.formula == "" && b.Kinds[i.kind] > 0 && b.wantsLevel(i.level) {
			others++
		}
	}
	p.mixed = others > b.Count/2
	return p
}

// tries bounds how many ideas are asked for one slot.
const tries = 400

// fill writes a question for a slot and hands it to emit, and says whether there
// was one. What emit says is taken is passed over as what the brief avoids is, so
// that a batch that is written again after a stop goes the same way.
func (p *picker) fill(ctx context.Context, s slot, n int, given map[string]bool, emit func(question.Question) error) (bool, error) {
	wanted := []question.Kind{s.kind}
	for _, k := range kinds {
		if k != s.kind && p.brief.Kinds[k] > 0 {
			wanted = append(wanted, k) // where the kind can't be had at this level, another serves
		}
	}
	for _, kind := range wanted {
		queue := p.queue(slot{s.level, kind})
		for try := 0; try < tries && len(queue) > 0; try++ {
			if err := ctx.Err(); err != nil {
				return false, err
			}
			at := queue.pop()
			i := p.ideas[at]
			p.uses[at]++
			q, err := i.write(source32(p.brief.Seed, fmt.Sprintf("%d/%d/%s", n, try, kind)), p.brief)
			if err != nil {
				p.failures[s.String()] = err.Error()
				p.uses[at] += 1000
				continue
			}
			q = finish(q, i)
			if given[q.ID] || p.stems[q.Asks()] {
				if standing, ok := p.standing(at); ok && i.many {
					queue.push(standing)
				}
				continue
			}
			given[q.ID] = true
			if err := emit(q); errors.Is(err, ErrTaken) || errors.Is(err, ErrUnsound) {
				if standing, ok := p.standing(at); ok && i.many {
					queue.push(standing)
				}
				continue
			} else if err != nil {
				return false, err
			}
			p.stems[q.Asks()] = true
			if q.Kind == question.TrueFalse && len(q.Key.Options) == 1 {
				p.brief.used[truths+q.Key.Options[0]]++
			}
			p.topics[i.topic]++
			p.passages[Place{i.source, i.passage}]++
			p.subjects[i.subject]++
			p.frames[i.frame]++
			if i.source == "" {
				p.practised++
			}
			for _, part := range append(i.parts, i.asks()) {
				p.asked[part] = part != ""
			}
			p.formulas[i.formula]++
			return true, nil
		}
	}
	return false, nil
}

// standing is where an idea stands among those for a slot: what was asked least first, the
// better ones before the others.
type standing struct {
	score [8]int
	at    int
}

// waiting is a heap of ideas, the one to try next on top.
type waiting []standing

func (w waiting) Len() int           { return len(w) }
func (w waiting) Less(i, j int) bool { return slices.Compare(w[i].score[:], w[j].score[:]) < 0 }
func (w waiting) Swap(i, j int)      { w[i], w[j] = w[j], w[i] }
func (w *waiting) Push(x any)        { *w = append(*w, x.(standing)) }
func (w *waiting) Pop() any {
	last := (*w)[len(*w)-1]
	*w = (*w)[:len(*w)-1]
	return last
}

func (w *waiting) push(s standing) { heap.Push(w, s) }
func (w *waiting) pop() int        { return heap.Pop(w).(standing).at }

// queue are the ideas for a slot.
func (p *picker) queue(s slot) waiting {
	var out waiting
	for n, i := range p.ideas {
		if s.level != "" && i.level != s.level || i.kind != s.kind {
			continue
		}
		if standing, ok := p.standing(n); ok {
			out = append(out, standing)
		}
	}
	heap.Init(&out)
	return out
}

// standing scores an idea; it is not ok where the batch has had enough of it.
func (p *picker) standing(n int) (standing, bool) {
	i := p.ideas[n]
	switch {
	case p.uses[n] > 0 && !i.many, p.uses[n] > tries/4:
		return standing{}, false
	case i.frame != "" && i.set == 0 && p.frames[i.frame] >= max(1, p.brief.Count*mostOfFrame/100):
		return standing{}, false
	case p.asked[i.asks()], slices.ContainsFunc(i.parts, func(part string) bool { return p.asked[part] }):
		return standing{}, false
	case !i.many && p.subjects[i.subject] >= mostOfSubject:
		return standing{}, false
	case i.formula != "" && p.mixed && p.formulas[i.formula] >= max(fewOfFormula, p.brief.Count*mostOfFormula/100):
		return standing{}, false
	}
	poor := 0
	if i.score > 0 && i.score < poorest {
		poor = 1
	}
	set := max(1, i.set)
	behind := p.behind[n]
	// Skills that the brief names share the batch with what the sources say.
	if len(p.brief.CanDo) > 0 && (i.source == "") != (p.practised < (p.brief.Count+1)/2) {
		behind++
	}
	return standing{[8]int{behind, p.uses[n] / set, p.subjects[i.subject] / set, poor, p.topics[i.topic], p.passages[Place{i.source, i.passage}], -int(10 * i.score), int(p.order[n] >> 1)}, n}, true
}

const (
	// mostOfFormula is how many in a hundred questions of a mixed batch one formula gives, and
	// fewOfFormula how many of a small one.
	mostOfFormula = 10
	fewOfFormula  = 3
	// mostOfSubject is how many questions of a batch may rest on one sentence.
	mostOfSubject = 2
	// poorest is the score below which an idea is taken after all others.
	poorest = 0.5
)

// mostOfFrame is how many in a hundred questions of a batch may ask in the same frame.
const mostOfFrame = 12

func (p *picker) why(s slot) string {
	if f := p.failures[s.String()]; f != "" {
		return f
	}
	return fmt.Sprintf("Nothing is left in these sources for another %s question.", strings.TrimSpace(s.String()))
}

func finish(q question.Question, i *idea) question.Question {
	q.Kind, q.Level, q.Topic = i.kind, i.level, i.topic
	q.Marks, q.Language = cmp.Or(q.Marks, 1), cmp.Or(i.language, "en")
	q.Origin.By = "writer"
	q.ID = kind.Identify(q)
	return q
}

// source32 is a random source of its own for one purpose within a seed.
func source32(seed uint64, purpose string) *rand.Rand {
	h := fnv.New64a()
	h.Write([]byte(purpose))
	return rand.New(rand.NewPCG(seed, h.Sum64()))
}

// cite is the evidence of a fact.
func (t term) cite() question.Cite {
	return question.Cite{Source: t.src.ID, Passage: t.Passage, Quote: t.Quote, Locator: t.passage.Locator}
}
