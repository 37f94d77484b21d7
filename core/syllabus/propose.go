package syllabus

import (
	"maps"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/source"
)

// most is how many topics are proposed: more would be a table of contents.
const most = 40

// general are headings that say what a part is for, not what it is about.
var general = regexp.MustCompile(`(?i)^(?:(?:an? )?(?:introduction|preface|foreword|overview|summary|conclusions?|contents|index|glossary|references|bibliography|further reading|acknowledg\w+|appendi\w+|exercises?|questions?|answers?|examples?|notes?|about (?:this|the)\b.*|copyright|licen[cs]e|how to use\b.*|learning (?:outcomes|objectives)|objectives|key (?:terms|points)|review|abstract|figures?|tables?)|(?:chapter|part|unit|section|module|lecture|week|day) [0-9ivxlc]+)\s*\d*$`)

// Propose makes an outline of the headings of the sources, where the exam
// board gives none: of each the outermost two levels that part it, with
// headings left out that only say what a part is for. The same matter in two
// sources is one topic.
func Propose(docs []source.Document) []Topic {
	var out []Topic
	seen := map[string]bool{}
	for _, d := range docs {
		level := parting(d)
		if level < 0 {
			continue
		}
		var mine []Topic
		under := map[int]bool{} // whether the topic at a depth was taken
		for _, p := range d.Passages {
			depth := len(p.Locator.Heading) - level
			if p.Kind != source.Heading || depth < 0 || depth > 1 {
				continue
			}
			_, title := begin(p.Text, 0)
			title = strings.TrimSpace(strings.TrimRight(title, ".:"))
			key := stemmed(title)
			under[depth] = false
			if key == "" || seen[key] || general.MatchString(title) || len(strings.Fields(title)) > 12 {
				continue
			}
			seen[key] = true
			if depth == 1 && !under[0] {
				depth = 0
			} else {
				under[depth] = true
			}
			mine = append(mine, Topic{Title: title, Depth: depth})
		}
		out = append(out, mine...)
	}
	if len(out) > most {
		var top []Topic
		for _, t := range out {
			if t.Depth == 0 {
				top = append(top, t)
			}
		}
		out = top[:min(len(top), most)]
	}
	Straighten(out)
	return out
}

// parting is the outermost level of headings of which a document has two or
// more; -1 where it has none.
func parting(d source.Document) int {
	count := map[int]int{}
	for _, p := range d.Passages {
		if p.Kind == source.Heading {
			count[len(p.Locator.Heading)]++
		}
	}
	for level := range 6 {
		if count[level] > 1 {
			return level
		}
	}
	return -1
}

func stemmed(title string) string {
	return strings.Join(slices.Sorted(maps.Keys(language.Stems(title))), " ")
}
