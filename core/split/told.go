package split

import (
	"fmt"
	"strings"

	"zincowl/core/question"
)

// says tells in a sentence how the paper is laid out, as far as its questions
// show: how they are numbered, how their options stand and where the keys are.
func (p *paper) says(out Paper) string {
	n := len(out.Questions)
	if n == 0 {
		return ""
	}
	parts := []string{p.begun(out)}
	if o := p.offered(); o != "" {
		parts = append(parts, o)
	}
	return strings.Join(append(parts, p.keyed(out)), ", ")
}

// begun says how many questions there are and how they begin.
func (p *paper) begun(out Paper) string {
	if n := len(out.Questions); n != 1 {
		return fmt.Sprintf("%d questions, %s", n, p.numbered())
	}
	return "1 question, " + p.numbered()
}

// numbered says how the questions are labelled.
func (p *paper) numbered() string {
	var first, last *item
	for _, it := range p.items {
		if it.printed == "" {
			continue
		}
		if first == nil {
			first = it
		}
		last = it
	}
	switch {
	case first == nil:
		return "not numbered"
	case first == last:
		return "numbered “" + first.printed + "”"
	}
	return "numbered “" + first.printed + "” to “" + last.printed + "”"
}

// fashion is how the options of a question are set apart.
type fashion struct {
	form form
	one  bool // several stand on one line
}

// usualOffer is how most options are set apart, in how many questions, and how many have
// options without marks.
func (p *paper) usualOffer() (best fashion, marked, plain int) {
	count := map[fashion]int{}
	for _, it := range p.items {
		if it.offered == 0 || p.habits == nil || len(it.out) > 0 && it.out[0].Kind == question.TrueFalse {
			continue
		}
		r, ok := p.habits.chosen(it.lines, it.runs)
		if !ok {
			plain++
			continue
		}
		count[fashion{r.form, len(r.spots) > 1 && r.spots[0].line == r.spots[1].line}]++
	}
	for w, c := range count {
		if c > count[best] || c == count[best] && fmt.Sprint(w) > fmt.Sprint(best) {
			best = w
		}
	}
	return best, count[best], plain
}

// offered says how most options are set apart.
func (p *paper) offered() string {
	best, marked, plain := p.usualOffer()
	if marked < plain || marked == 0 {
		if plain > 0 {
			return "options without letters"
		}
		return ""
	}
	said := ""
	switch f := best.form; {
	case f.sort != bullet:
		at := func(v int) string { return f.open + mark{form: f, value: []int{v}}.label() + f.close }
		said = "options “" + at(1) + "” to “" + at(max(2, p.habits.usual)) + "”"
	case f.open == "[" || f.open == "(" || f.open == "☐" || f.open == "□" || f.open == "○":
		said = "options in boxes"
	default:
		said = "options behind “" + f.open + "”"
	}
	if best.one {
		said += " on one line"
	}
	return said
}

// keyed says where most keys stand.
func (p *paper) keyed(out Paper) string {
	with, apart, beside := withKeys(out), len(p.keys), 0
	for _, it := range p.items {
		for _, l := range it.lines {
			if l.as == Key {
				beside++
				break
			}
		}
	}
	switch {
	case with == 0:
		return "no keys"
	case apart*2 >= with:
		return "keys in a list of their own"
	case beside*2 >= with:
		return "keys below each question"
	case p.habits != nil && p.habits.stemKeys:
		return "keys at the end of each stem"
	}
	return "keys marked at the options or beside them"
}
