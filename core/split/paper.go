package split

import (
	"slices"
	"strings"

	"zincowl/core/question"
	"zincowl/core/source"
)

// paper is a past paper while it is read.
type paper struct {
	lines   []*line
	items   []*item
	stimuli []*stimulus
	keys    []entry
	main    style // how most of its questions are numbered
	plain   bool  // its questions are not numbered
}

// item is one question while it is read.
type item struct {
	id       string
	number   int // 0 where it has none
	label    string
	rest     string // of its first line, behind the number
	asked    bool   // it begins with "Q:", so that its answer begins with "A:"
	main     style  // how the paper's questions are numbered
	section  string
	sti      *stimulus
	lines    []*line // its first line and what follows
	pictures []*line // where its pictures stand
	matched  bool    // left and right sides are to be joined
	counted  bool    // its rows are numbered as questions are
	rows     int     // the number of the last row of a match
	offers   int     // lines that are options, so far
	solved   bool    // an answer stands in it

	out []*question.Question // one, or one for each of its parts
}

func newPaper(raw []string, hints []Hint) *paper {
	p := &paper{}
	for i, text := range raw {
		p.lines = append(p.lines, newLine(i+1, text))
	}
	for _, h := range hints {
		if h.Line >= 1 && h.Line <= len(p.lines) && slices.Contains(roles, h.As) {
			p.lines[h.Line-1].hint = h.As
		}
	}
	p.headers()
	p.numbering()
	return p
}

// pageLines is how many lines a page has at least.
const pageLines = 6

// headers finds lines that repeat on pages, but for their numbers, and page
// numbers. What could be a part of a question never is one.
func (p *paper) headers() {
	seen, where, close := map[string]int{}, map[string]int{}, map[string]bool{}
	all := make([]string, len(p.lines))
	for i, l := range p.lines {
		if l.text != "" {
			text := folded(l.text)
			all[i] = text
			seen[text]++
			close[text] = close[text] || seen[text] > 1 && l.n-where[text] < pageLines
			where[text] = l.n
		}
	}
	for i, l := range p.lines {
		if l.text == "" {
			continue
		}
		text := all[i]
		offered := false
		if seen[text] >= 3 {
			_, offered = option(l.text)
		}
		switch {
		case pageLine.MatchString(l.text):
			l.header = true
		case seen[text] >= 2 && strings.Contains(strings.ToLower(l.text), "page ") && digits.MatchString(l.text):
			l.header = true
		case seen[text] >= 3 && !close[text] && !offered && len(l.text) > 12 && len(l.numbered) == 0 &&
			!answerLine.MatchString(l.text) && !reasonLine.MatchString(l.text) && !instruction.MatchString(l.text) && !strings.ContainsAny(l.text, "?_"):
			l.header = true
		}
	}
}

// most is how many options a question has at most.
const most = 6

// numbering finds how most questions are numbered: the style with the longest
// count upwards.
func (p *paper) numbering() {
	best := 0
	for s := range styles {
		chain, longest, begun := map[int]int{}, 0, 0
		for _, l := range p.lines {
			for _, x := range l.numbered {
				if x.style == s {
					chain[x.n] = max(1, chain[x.n-1]+1)
					longest = max(longest, chain[x.n])
					if x.n == 1 {
						begun++
					}
				}
			}
		}
		count := 10 * (longest - 1)
		switch {
		case s == worded:
			count *= 10 // nobody writes "Question 5" for anything else
		case begun >= 3 && longest <= most:
			count /= 5 // rather the options of each question
		}
		if count > best {
			best, p.main = count, s
		}
	}
	if best < 10 {
		first := 0
		for _, l := range p.lines {
			if len(l.numbered) > 0 && l.numbered[0].style < bare {
				if first++; first == 1 {
					p.main = l.numbered[0].style
				}
			}
		}
		p.plain = first == 0 || first == 1 && !p.one()
	}
}

// one says whether the single number of a paper begins it.
func (p *paper) one() bool {
	for _, l := range p.lines {
		if l.text != "" {
			return len(l.numbered) > 0 || sectionHead.MatchString(l.text) || p.lines[0].hint != ""
		}
	}
	return false
}

// finish takes the questions apart, gives each its key and makes the result.
func (p *paper) finish(corrected map[int]string) Paper {
	out := Paper{Questions: []question.Question{}, Stimuli: []question.Stimulus{}, Leftovers: []Leftover{}, Lines: []Ending{}}
	for _, s := range p.stimuli {
		s.build()
	}
	for _, it := range p.items {
		if it.out == nil {
			it.build()
		}
		p.depicted(it)
	}
	for _, s := range p.stimuli {
		out.Stimuli = append(out.Stimuli, s.Stimulus)
	}
	p.applyKeys()
	for _, it := range p.items {
		for _, q := range it.out {
			if key, ok := corrected[q.Origin.Line]; ok {
				q.Key = question.Key{}
				setKey(q, key)
			}
			finishKind(q, it)
			out.Questions = append(out.Questions, *q)
		}
	}
	for _, l := range p.lines {
		if l.text == "" && strings.TrimSpace(l.raw) == "" {
			continue
		}
		place := Ending{Line: l.n, As: l.as}
		switch {
		case l.of != nil:
			place.Of = l.of.id
		case l.sti != nil:
			place.Of = l.sti.ID
		default:
			place.As = Left
			if l.why == "" {
				l.why = "could not be understood"
			}
			out.Leftovers = append(out.Leftovers, Leftover{l.raw, source.Locator{Line: l.n}, l.why})
		}
		out.Lines = append(out.Lines, place)
	}
	return out
}
