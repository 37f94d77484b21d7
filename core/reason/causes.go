package reason

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// things are made up, so that nobody knows beforehand what they do.
var things = []string{"Arvol", "Benit", "Corlan", "Dusk", "Eskar", "Fenol", "Garne", "Holt", "Irsin", "Juve", "Kelm", "Lorit", "Mardel", "Nesk", "Oprin", "Pell"}

// relation is what a link says of two things.
type relation int

const (
	makes  relation = iota // where there is the one, the other forms
	blocks                 // where there is the one, the other does not form
	needs                  // the other does not form without the one
)

// link says that one thing makes or blocks another, or is needed for it.
type link struct {
	relation
	from, to int
}

// model is a set of links between things; those with a higher number never act on lower ones,
// so that what comes of it can be told.
type model struct {
	names []string
	links []link
}

// sentences are the ways to tell a link: {a} acts on {b}.
var sentences = map[relation][]string{
	makes:  {"Wherever there is {a}, {b} forms.", "{a} gives rise to {b}.", "{b} is made by {a}.", "The presence of {a} leads to {b}."},
	blocks: {"{a} keeps {b} from forming.", "Where there is {a}, no {b} forms.", "{b} can't form in the presence of {a}.", "{a} blocks the forming of {b}."},
	needs:  {"{b} does not form without {a}.", "Without {a}, no {b} forms.", "{b} needs {a} as well in order to form.", "{b} forms only if {a} is there too."},
}

func (m model) tell(l link, r *rand.Rand) string {
	all := sentences[l.relation]
	return strings.NewReplacer("{a}", m.names[l.from], "{b}", m.names[l.to]).Replace(all[r.IntN(len(all))])
}

// says is a link in plain words, for after the answer.
func (m model) says(l link) string {
	return fmt.Sprintf([]string{"%s makes %s", "%s blocks %s", "%s is needed for %s"}[l.relation], m.names[l.from], m.names[l.to])
}

// yields is what is there in the end: what was there at first, and what is made, not blocked
// and has all it needs. What is taken away as soon as it forms is gone, with what it would do.
func yields(links []link, n int, first, gone map[int]bool) []bool {
	there := make([]bool, n)
	for i := range there {
		made, blocked, lacks := first[i], false, false
		for _, l := range links {
			if l.to != i {
				continue
			}
			switch l.relation {
			case makes:
				made = made || there[l.from]
			case blocks:
				blocked = blocked || there[l.from]
			case needs:
				lacks = lacks || !there[l.from]
			}
		}
		there[i] = (first[i] || made && !blocked && !lacks) && !gone[i]
	}
	return there
}

// comes names what has formed beside what was there.
func (m model) comes(there []bool, first map[int]bool) string {
	var names []string
	for i, is := range there {
		if is && !first[i] {
			names = append(names, m.names[i])
		}
	}
	slices.Sort(names)
	if len(names) == 0 {
		return "Nothing else"
	}
	return realise.List(names)
}

// causes is a set on one model: what comes of two beginnings, and of one with something taken
// away on the way.
func causes(r *rand.Rand, level question.Level) ([]question.Question, bool) {
	m := model{}
	n := 6
	if level == question.Hard {
		n = 8
	}
	for _, at := range r.Perm(len(things))[:n] {
		m.names = append(m.names, things[at])
	}
	has := map[[2]int]bool{}
	add := func(rel relation, from, to int) {
		if from < to && !has[[2]int{from, to}] {
			has[[2]int{from, to}] = true
			m.links = append(m.links, link{rel, from, to})
		}
	}
	for to := 2; to < n; to++ { // everything but what can be there at first is made by something
		add(makes, r.IntN(to), to)
	}
	add(blocks, r.IntN(3), 3+r.IntN(n-3))
	if level == question.Hard {
		add(needs, r.IntN(4), 4+r.IntN(n-4))
		add(blocks, r.IntN(4), 4+r.IntN(n-4))
	}
	told := make([]string, len(m.links))
	for i, l := range m.links {
		told[i] = m.tell(l, r)
	}
	r.Shuffle(len(told), func(i, j int) { told[i], told[j] = told[j], told[i] })
	about := &question.Stimulus{Kind: "case", Text: "In a made-up process these things are known to happen, told in no order. " + strings.Join(told, " ") + " Nothing forms in any other way, and nothing is used up."}

	var out []question.Question
	seen := map[string]bool{}
	ask := func(first, gone map[int]bool, stem, title string) {
		there := yields(m.links, n, first, gone)
		key := m.comes(there, first)
		matter := 0
		answers := []answer{{key, "", "That is what the links come to."}}
		for i, l := range m.links {
			without := slices.Delete(slices.Clone(m.links), i, i+1)
			if got := m.comes(yields(without, n, first, gone), first); got != key {
				matter++
				answers = append(answers, answer{got, "link-overlooked", fmt.Sprintf("That follows if it is overlooked that %s.", m.says(l))})
			}
			turned := slices.Clone(m.links)
			if l.relation == blocks {
				turned[i].relation = makes
			} else if l.relation == makes {
				turned[i].relation = blocks
			} else {
				continue
			}
			if got := m.comes(yields(turned, n, first, gone), first); got != key {
				answers = append(answers, answer{got, "link-taken-for-its-opposite", fmt.Sprintf("That follows if “%s” is taken for its opposite.", m.says(l))})
			}
		}
		if len(gone) > 0 {
			answers = append(answers, answer{m.comes(yields(m.links, n, first, nil), first), "removal-overlooked", "That would be so if nothing were taken away."})
		}
		if matter < 2 || len(m.links)-matter < 2 || key == "Nothing else" || seen[key] {
			return
		}
		r.Shuffle(len(answers)-1, func(i, j int) { answers[i+1], answers[j+1] = answers[j+1], answers[i+1] })
		q := question.Question{Title: title, Level: level, LevelBecause: []string{"a chain"}, Stem: stem, Given: about}
		if level == question.Medium {
			q.LevelBecause = []string{"one connection"}
		}
		q.Explanation = m.explain(there, first, gone)
		if q, ok := offered(q, answers, r); ok {
			seen[key] = true
			out = append(out, q)
		}
	}
	names := func(set map[int]bool) string {
		var all []string
		for i := range n {
			if set[i] {
				all = append(all, m.names[i])
			}
		}
		return realise.List(all)
	}
	for range 12 {
		first := map[int]bool{r.IntN(2): true, r.IntN(3): true, r.IntN(4): true}
		is := "is only"
		if len(first) > 1 {
			is = "are only"
		}
		if len(out) < 2 {
			ask(first, nil, fmt.Sprintf("At first there %s %s. What else is there in the end?", is, names(first)), "What comes of "+names(first))
			continue
		}
		var formed []int
		for i, there := range yields(m.links, n, first, nil) {
			if there && !first[i] {
				formed = append(formed, i)
			}
		}
		if len(formed) > 1 {
			gone := formed[r.IntN(len(formed))]
			ask(first, map[int]bool{gone: true}, fmt.Sprintf("At first there %s %s, and %s is taken away as soon as it forms. What else is there in the end?", is, names(first), m.names[gone]), "What comes of "+names(first)+" without "+m.names[gone])
		}
		if len(out) == 3 {
			return out, true
		}
	}
	return nil, false
}

// explain tells thing by thing why it is there, or is not although something makes it.
func (m model) explain(there []bool, first, gone map[int]bool) string {
	var out []string
	for i := range there {
		if first[i] {
			continue
		}
		var by []string
		against := ""
		for _, l := range m.links {
			switch {
			case l.to != i:
			case l.relation == makes && there[l.from]:
				by = append(by, m.names[l.from])
			case l.relation == blocks && there[l.from]:
				against = m.names[l.from] + " blocks it"
			case l.relation == needs && !there[l.from]:
				against = m.names[l.from] + " is lacking"
			}
		}
		switch {
		case len(by) == 0:
		case gone[i]:
			out = append(out, fmt.Sprintf("%s forms and is taken away.", m.names[i]))
		case against != "":
			out = append(out, fmt.Sprintf("%s would form from %s, but %s.", m.names[i], realise.List(by), against))
		default:
			out = append(out, fmt.Sprintf("%s forms from %s.", m.names[i], realise.List(by)))
		}
	}
	return strings.Join(out, " ")
}
