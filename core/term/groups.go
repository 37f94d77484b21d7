package term

import (
	"math"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths/units"
	"zincowl/core/source"
)

// groups counts noun groups.
type groups struct {
	count  map[string]int
	first  map[string]Place
	shown  map[string]string          // by key, as it is written
	within map[string]map[string]bool // by key, the longer groups that hold it
}

// longest is how many words a noun group may have to be a term.
const longest = 4

// pale are words that make no term by themselves, nor at the beginning of one.
var pale = language.WordSet(`first second third last next other same new old own such many few several more most less least main whole different various certain particular own only
	large small big little great long short high low good bad early late recent present previous following common general usual normal typical simple single double additional further total full
	way thing part kind type sort case number lot amount piece set group series example point fact reason result use place time day year people person man woman end side top bottom middle rest question answer
	something anything everything nothing one ones today tomorrow week month hour minute second morning evening need want matter course page chapter figure table section`)

// read counts the noun groups of a passage.
func (g *groups) read(p source.Passage, code string, at Place) {
	if code != "en" && code != "" || p.Kind == source.Picture {
		return
	}
	sentences := language.Split(p.Text)
	language.Tag(sentences)
	for _, s := range sentences {
		for i := 0; i < len(s.Tokens); {
			n := 0
			for i+n < len(s.Tokens) && n < 6 && inGroup(s.Tokens[i+n], n == 0) {
				n++
			}
			end := i + n
			for end > i && !s.Tokens[end-1].Noun() {
				end--
			}
			if end > i && !(i > 0 && s.Tokens[i-1].Tag == "CD" && len(s.Tokens[i].Text) < 4) { // a unit
				g.take(s, i, end, at)
			}
			i += max(1, n)
		}
	}
}

func inGroup(t language.Token, first bool) bool {
	if !t.Word() || strings.ContainsAny(t.Text, ".’'_") || len(t.Lower) < 2 {
		return false
	}
	switch {
	case pale[t.Lower]:
		return false
	case t.Noun():
		return true
	case t.Tag == "JJ" && language.Content(t.Lower):
		return true
	case t.Tag == "VBN" && first, t.Tag == "VBG" && first:
		return language.Content(t.Lower)
	}
	return false
}

// take counts a group and all that it ends with.
func (g *groups) take(s language.Sentence, from, to int, at Place) {
	var longer string
	for i := max(from, to-longest); i < to; i++ {
		if (s.Tokens[i].Tag == "VBN" || s.Tokens[i].Tag == "VBG") && i > from {
			continue
		}
		k := key(s.Span(i, to))
		g.count[k]++
		if _, known := g.first[k]; !known {
			g.first[k] = at
			g.shown[k] = shown(s, i, to)
		}
		if longer != "" {
			if g.within[k] == nil {
				g.within[k] = map[string]bool{}
			}
			g.within[k][longer] = true
		}
		longer = k
	}
}

// shown is a group as it is named: small at the beginning of a sentence, in the singular.
func shown(s language.Sentence, from, to int) string {
	words := strings.Fields(s.Span(from, to))
	if len(words) == 0 {
		return ""
	}
	if from == 0 && words[0] != strings.ToUpper(words[0]) {
		words[0] = strings.ToLower(words[0])
	}
	if last := words[len(words)-1]; last == strings.ToLower(last) {
		words[len(words)-1] = language.Singular(last)
	}
	return strings.Join(words, " ")
}

// propose takes the groups that recur as terms.
func (g *groups) propose(c *collection) {
	keys := make([]string, 0, len(g.count))
	for k := range g.count {
		keys = append(keys, k)
	}
	slices.Sort(keys)
	for _, k := range keys {
		words := strings.Fields(k)
		if c.find(k) != nil || g.count[k] < fewest {
			continue
		}
		// What stands in a longer group counts for that one.
		sum, n := 0, 0
		for longer := range g.within[k] {
			sum += g.count[longer]
			n++
		}
		free := float64(g.count[k])
		if n > 0 {
			free -= float64(sum) / float64(n)
		}
		value := math.Log2(float64(len(words))+1) * free
		least := float64(fewest)
		if len(words) == 1 {
			switch rank := language.Rank(k); {
			case rank < rare:
				continue
			case rank < rarest:
				least++
			}
		}
		if _, unit := units.Parse(g.shown[k]); unit || value < least {
			continue
		}
		c.add(g.shown[k], g.first[k])
	}
}
