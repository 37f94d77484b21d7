package writer

import (
	"fmt"
	"math/rand/v2"
	"strings"

	"zincowl/core/question"
)

// An essay brings together what a chapter says in several places: its stem sets the questions
// that it has to answer, and their points are its points.

// mostAsked is how many questions an essay has to answer, and leastAsked how many where a
// chapter has no more.
const mostAsked, leastAsked = 3, 2

// essayIdeas put what can be asked in words of one's own about one chapter together, what
// connects things before what is only recalled.
func (m *Material) essayIdeas() []*idea {
	type chapter struct {
		name string
		asks []*idea
	}
	var chapters []*chapter
	by := map[string]*chapter{}
	for _, i := range m.ideas {
		if i.kind != question.Short || i.from == nil || i.language != "" || len(i.from.passage.Locator.Heading) == 0 {
			continue
		}
		if q, err := i.write(source32(0, i.subject), Brief{}); err != nil || !strings.HasSuffix(q.Stem, "?") {
			continue // it says more than it asks
		}
		heading := i.from.passage.Locator.Heading
		at := i.source + "\x00" + strings.Join(heading, "\x00")
		c := by[at]
		if c == nil {
			c = &chapter{name: m.lore.topic(heading[len(heading)-1])}
			by[at] = c
			chapters = append(chapters, c)
		}
		c.asks = append(c.asks, i)
	}
	var out []*idea
	for _, c := range chapters {
		sortBy(c.asks, func(i *idea) float64 {
			if i.level == question.Easy {
				return 1 - i.score
			}
			return -i.score
		})
		for from := 0; from+leastAsked <= len(c.asks); {
			var group []*idea
			sentences := map[string]bool{}
			for from < len(c.asks) && len(group) < mostAsked {
				if i := c.asks[from]; !sentences[i.subject] {
					sentences[i.subject] = true
					group = append(group, i)
				}
				from++
			}
			if len(group) >= leastAsked && group[1].level != question.Easy {
				out = append(out, m.essay(c.name, group))
			}
		}
	}
	return out
}

// essay is the idea of one that answers some questions.
func (m *Material) essay(on string, asks []*idea) *idea {
	lead := "Write a short essay that answers these questions:"
	title := "Essay: " + shorten(asks[0].from.text, 50)
	if on != "" && nominal(on) {
		lead, title = fmt.Sprintf("Write a short essay on %s that answers these questions:", on), "Essay: "+shorten(on, 50)
	}
	i := asks[0].from.idea(question.Essay, question.Hard, "essay", func(r *rand.Rand, b Brief) (question.Question, error) {
		q := question.Question{Title: title, Stem: lead, LevelBecause: []string{"several places"}}
		for n, ask := range asks {
			part, err := ask.write(r, b)
			if err != nil {
				return q, err
			}
			q.Stem += fmt.Sprintf("\n%d. %s", n+1, part.Stem)
			q.Key.Points = append(q.Key.Points, part.Key.Points...)
			q.Key.Reference = strings.TrimSpace(q.Key.Reference + " " + part.Key.Reference)
			q.Cites = append(q.Cites, part.Cites...)
			q.Explanation = strings.TrimSpace(q.Explanation + " " + part.Explanation)
		}
		q.Marks = float64(len(q.Key.Points))
		return q, nil
	})
	for _, ask := range asks {
		i.parts = append(i.parts, ask.asks())
	}
	return i
}
