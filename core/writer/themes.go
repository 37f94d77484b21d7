package writer

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// Which of several statements hold can be told only by who knows several places. What they have
// in common is their theme: one thing, or two that some sentence names together.

// theme is what some sentences speak of.
type theme struct {
	name string
	own  []string // the keys of the things that it names
	said []*said
}

// mentions are the things that a sentence speaks of.
func (l *lore) mentions(s *said) []*thing {
	tokens, text := s.tokens, s.text
	var out []*thing
	for n := 3; n >= 1; n-- {
		for i := 0; i+n <= len(tokens); i++ {
			last := tokens[i+n-1]
			if !last.Noun() {
				continue
			}
			if th := l.things[nameKey(text[tokens[i].Start:last.End])]; th != nil && !slices.Contains(out, th) {
				out = append(out, th)
			}
		}
	}
	return out
}

// ways are the ways to ask which statements on a theme hold, each with how many do; of the last,
// one does not.
var ways = []struct {
	stem  string
	right int
}{
	{"Which of these statements on %s are correct?", 2},
	{"Three of these statements on %s are correct. Which one is NOT?", 3},
	{"Select all statements on %s that are correct.", 3},
	{"Which of the following statements on %s is NOT correct?", 3},
	{"Which of the following statements on %s are true?", 2},
	{"All but one of these statements on %s are correct. Which one is NOT?", 3},
}

// fewest is how many sentences a theme needs.
const fewest = 4

// themes are what sentences that can be asked about have in common, in two passages or more.
func (m *Material) themes() []theme {
	var list []*said
	on := map[*thing][]int{} // the sentences that speak of a thing
	var pairs [][2]*thing
	for _, s := range m.lore.said {
		if !s.alone || s.Hedged || len(s.tokens) > 30 {
			continue
		}
		var here []*thing
		for _, th := range m.lore.mentions(s) {
			if m.themed(th) {
				on[th] = append(on[th], len(list))
				here = append(here, th)
			}
		}
		for i, one := range here {
			for _, two := range here[i+1:] {
				if !strings.Contains(one.key, two.key) && !strings.Contains(two.key, one.key) {
					pairs = append(pairs, [2]*thing{one, two})
				}
			}
		}
		list = append(list, s)
	}
	var out []theme
	add := func(name string, at []int, things ...*thing) {
		slices.Sort(at)
		at = slices.Compact(at)
		t := theme{name: name}
		passages := map[string]bool{}
		for _, i := range at {
			if s := list[i]; s.src == list[at[0]].src && len(t.said) < mostOfTheme {
				t.said = append(t.said, s)
				passages[s.Passage] = true
			}
		}
		for _, th := range things {
			t.own = append(t.own, th.key)
		}
		if len(t.said) >= fewest && len(passages) > 1 {
			out = append(out, t)
		}
	}
	under := map[string][]int{}
	var headings []string
	for i, s := range list {
		if h := s.passage.Locator.Heading; len(h) > 1 {
			at := s.src.ID + "\x00" + h[len(h)-1]
			if under[at] == nil {
				headings = append(headings, at)
			}
			under[at] = append(under[at], i)
		}
	}
	for _, at := range headings {
		_, heading, _ := strings.Cut(at, "\x00")
		if name := m.lore.topic(heading); name != "" && nominal(name) {
			add(name, under[at])
		}
	}
	for _, th := range m.lore.order {
		if len(on[th]) >= fewest {
			add(m.several(th), on[th], th)
		}
	}
	seen := map[[2]*thing]bool{}
	for _, p := range pairs {
		one, two := p[0], p[1]
		if seen[p] || seen[[2]*thing{two, one}] || len(on[one]) < 2 || len(on[two]) < 2 || len(on[one])+len(on[two]) > 4*mostOfTheme {
			continue
		}
		seen[p] = true
		add(m.several(one)+" and "+m.several(two), slices.Concat(on[one], on[two]), one, two)
	}
	sortBy(out, func(t theme) float64 { return float64(len(t.own)) - 0.01*float64(len(t.said)) })
	return out
}

// around is how many sentences each way are looked through for those that speak of the same.
const around = 30

// neighbourhoods are groups of sentences that stand near each other and speak of the same,
// from two passages or more.
func (m *Material) neighbourhoods() []theme {
	var list []*said
	for _, s := range m.lore.said {
		if s.alone && !s.Hedged && len(s.tokens) <= 32 {
			list = append(list, s)
		}
	}
	var out []theme
	taken := map[*said]int{}
	for at, seed := range list {
		if taken[seed] > 1 {
			continue
		}
		type neighbour struct {
			*said
			likeness float64
		}
		var found []neighbour
		for _, o := range list[max(0, at-around):min(len(list), at+around)] {
			if o == seed || o.src != seed.src || taken[o] > 2 {
				continue
			}
			if n := (neighbour{o, m.lore.likeness(seed, o)}); n.likeness > 0.1 {
				found = append(found, n)
			}
		}
		sortBy(found, func(n neighbour) float64 { return -n.likeness })
		near := []*said{seed}
		for _, n := range found[:min(6, len(found))] {
			near = append(near, n.said)
		}
		passages := map[string]bool{}
		for _, s := range near {
			passages[s.Passage] = true
		}
		if len(near) < 4 || len(passages) < 2 {
			continue
		}
		for _, s := range near {
			taken[s]++
		}
		out = append(out, theme{said: near})
	}
	return out
}

// mostOfTheme bounds the sentences of a theme.
const mostOfTheme = 24

// themed says whether a thing can be what statements are about: its name tells something.
func (m *Material) themed(th *thing) bool {
	if th.count < 2 || vague[th.head] || announced[th.head] || hollowNouns[th.head] || th.words == 1 && !th.defined && language.Rank(th.head) < commonplace {
		return false
	}
	if _, unit := units.Parse(th.name); unit && !th.defined {
		return false
	}
	noun, verb, adjective, _ := language.Met(th.head)
	return th.words > 1 || noun+verb+adjective == 0 || noun > verb+adjective
}

// commonplace is the rank up to which a word is met everywhere.
const commonplace = 1200

// several is a thing as what statements are about: in the plural where there can be several.
func (m *Material) several(th *thing) string {
	name := m.lore.within(th.name)
	if small := strings.ToLower(name); strings.ToUpper(name) == name && m.lore.small[small] {
		name = small // set in capitals somewhere
	} else if upper := realise.Upper(name); m.lore.name(upper) {
		return upper
	}
	if th.plural || th.upper || m.lore.indefinite[th.head] == 0 && !m.lore.plurals[th.head] {
		return name
	}
	return realise.Third(name) // nouns take their endings as verbs do
}

// mixedIdeas ask which of several statements on one theme hold.
func (m *Material) mixedIdeas() []*idea {
	var out []*idea
	n := 0
	add := func(t theme, score float64) {
		way := ways[n%len(ways)]
		n++
		k := question.Choices
		if strings.Contains(way.stem, "NOT") {
			k = question.Choice
		}
		i := t.said[n%len(t.said)].idea(k, question.Hard, way.stem, func(r *rand.Rand, b Brief) (question.Question, error) {
			return m.whichHold(t, way.stem, way.right, b, r)
		})
		i.subject, i.score = "on "+t.name, score
		if t.name == "" {
			i.subject = fmt.Sprint("around ", t.said[0].Quote)
		}
		out = append(out, i)
	}
	for _, t := range m.themes() {
		for range min(3, len(t.said)/3) {
			add(t, 0.75)
		}
	}
	for _, t := range m.neighbourhoods() {
		add(t, 0.6)
	}
	return out
}

// tellsApart is the weight from which a change tells who knows from who does not.
const tellsApart = 0.8

// wronged is before a sentence that a batch has told with something wrong in it, and told before
// one that it has told at all among others.
const (
	wronged = "wronged: "
	told    = "told: "
)

// whichHold asks which statements on a thing hold; right says how many do.
func (m *Material) whichHold(t theme, way string, right int, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{Stem: fmt.Sprintf(way, t.name), Title: "What holds for " + shorten(t.name, 44)}
	if t.name == "" {
		q.Stem, q.Title = strings.Replace(way, " on %s", "", 1), "Which statements hold: "+shorten(t.said[0].text, 36)
	}
	var all []statement
	for _, s := range t.said {
		all = append(all, statement{term: s.term, text: s.text, why: "The source says so.", wrong: func(r *rand.Rand) (falsehood, string, bool) {
			false_ := m.lore.falsehoods(s, r)
			if len(false_) == 0 || false_[0].weight < tellsApart || slices.Contains(t.own, nameKey(trimArticle(false_[0].was))) {
				return falsehood{}, "", false
			}
			return false_[0], false_[0].why(), true
		}})
	}
	return b.among(q, all, right, strings.Contains(way, "NOT"), r)
}

// statement is a sentence that can be told among others, as it is or with something wrong.
type statement struct {
	term
	text  string
	why   string // for after the answer, where it is told as it is
	wrong func(r *rand.Rand) (f falsehood, why string, ok bool)
}

// among asks which of four statements hold, or which one does not; right says how many do. What
// was told least in this batch comes first, and no batch tells a sentence wrong twice.
func (b Brief) among(q question.Question, all []statement, right int, notRight bool, r *rand.Rand) (question.Question, error) {
	const total = 4
	q.LevelBecause = []string{"several places"}
	order := r.Perm(len(all))
	sortBy(order, func(at int) float64 { return float64(b.used[told+all[at].Quote]) })
	var options []question.Option
	var truth []bool
	passages := map[string]bool{}
	used := map[string]bool{}
	take := func(s statement, text string, true_ bool, slip, why string) {
		options = append(options, question.Option{Text: text, Slip: slip, Why: why})
		truth = append(truth, true_)
		used[s.Quote] = true
		passages[s.Passage] = true
		q.Cites = append(q.Cites, s.cite())
	}
	wrong := total - right
	for _, at := range order {
		s := all[at]
		if used[s.Quote] || wrong == 0 || b.used[wronged+s.Quote] > 0 {
			continue
		}
		if f, why, ok := s.wrong(r); ok {
			slip := f.slip
			if notRight {
				slip = ""
			}
			take(s, f.text, false, slip, why)
			wrong--
		}
	}
	for _, at := range order {
		s := all[at]
		if used[s.Quote] || right == 0 {
			continue
		}
		slip := ""
		if notRight {
			slip = "true-statement-taken-for-false"
		}
		take(s, s.text, true, slip, s.why)
		right--
	}
	if b.used != nil && wrong == 0 && right == 0 {
		for i, holds := range truth {
			b.used[told+q.Cites[i].Quote]++
			if !holds {
				b.used[wronged+q.Cites[i].Quote]++
				b.used[wronged+options[i].Text]++
			}
		}
	}
	if wrong > 0 || right > 0 || len(passages) < 2 {
		return q, fmt.Errorf("Too few statements beside “%s” can be told apart.", shorten(all[0].text, 50))
	}
	q = dealt(q, options, func(i int) bool { return truth[i] != notRight }, r)
	quotes := make([]string, 0, total)
	for _, c := range q.Cites {
		quotes = append(quotes, sentence(c.Quote))
	}
	q.Explanation = strings.Join(quotes, " ")
	return q, nil
}
