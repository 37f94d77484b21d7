// Package syllabus holds a course's outline: topics with their share of the
// marks, and which topic a passage belongs to.
package syllabus

import (
	"zincowl/core/language"
	"zincowl/core/source"
)

// Topic is a node of the outline. Weight is its share of the marks, in per
// cent.
type Topic struct {
	ID     string  `json:"id"`
	Title  string  `json:"title"`
	Weight float64 `json:"weight"`
}

// certain is the least score at which a passage is given a topic.
const certain = 1.0

// Assign gives each passage the topic it belongs to, by id, or leaves it out.
// A heading that shares words with a topic's title decides for what stands
// below it; without one, the words of the passage itself count, then the topic
// of the passage before it. Words that occur in several titles count for less.
func Assign(passages []source.Passage, topics []Topic) map[string]string {
	titles := make([]map[string]bool, len(topics))
	shared := map[string]int{}
	for i, t := range topics {
		titles[i] = language.Stems(t.Title)
		for s := range titles[i] {
			shared[s]++
		}
	}
	best := func(stems map[string]bool) (int, float64) {
		at, score := -1, 0.0
		for i := range topics {
			sum := 0.0
			for s := range titles[i] {
				for have := range stems {
					if have == s || related(have, s) {
						sum += 1 / float64(shared[s])
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
	out := map[string]string{}
	last := -1
	for _, p := range passages {
		at := -1
		path := p.Locator.Heading
		if p.Kind == source.Heading {
			path = append(append([]string(nil), path...), p.Text)
		}
		for i := len(path) - 1; i >= 0 && at < 0; i-- {
			if found, score := best(language.Stems(path[i])); found >= 0 && score >= certain {
				at = found
			}
		}
		if at < 0 {
			if found, score := best(language.Stems(p.Text)); found >= 0 && score >= certain {
				at = found
			} else if len(path) > 1 || len(topics) == 1 {
				at = last
			}
		}
		if at < 0 && len(topics) == 1 {
			at = 0
		}
		if at >= 0 {
			out[p.ID] = topics[at].ID
			last = at
		}
	}
	return out
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
