package split

import (
	"regexp"
	"slices"
	"strings"
)

// ways are the ways in which the questions of a paper may begin: at the marks of
// a count, at counts that follow one another, at a word that recurs, or, where
// nothing counts, behind what ends a question.
func (p *paper) ways() [][]spot {
	counted := p.counted()
	out := slices.Clone(counted)
	for i, a := range counted {
		for _, b := range counted[i+1:] {
			if len(a) > 1 && len(b) > 1 && !b[0].form.sort.letters() {
				if a[len(a)-1].line < b[0].line {
					out = append(out, slices.Concat(a, b))
				} else if b[len(b)-1].line < a[0].line {
					out = append(out, slices.Concat(b, a))
				}
			}
		}
	}
	for _, c := range counted[:min(2, len(counted))] {
		if filled := p.filled(c); len(filled) > len(c) {
			out = append(out, filled)
		}
	}
	if w := p.worded(); w != nil {
		out = append(out, w)
	}
	for _, w := range p.uncounted() {
		out = append(out, w)
		// The questions before or behind those that are counted may have no numbers.
		for _, c := range counted[:min(2, len(counted))] {
			var mixed []spot
			for _, s := range w {
				if s.line < c[0].line {
					mixed = append(mixed, s)
				}
			}
			if len(mixed) > 1 {
				out = append(out, slices.Concat(mixed, c))
			}
		}
	}
	var different [][]spot
	for _, w := range out {
		if len(w) > 0 && !slices.ContainsFunc(different, func(o []spot) bool { return len(o) == len(w) && sameSpots(o, w) }) {
			different = append(different, w)
		}
	}
	return different
}

// filled is a count whose gaps are filled with what begins there without a number: as many
// lines as numbers are missing that stand behind the end of one question and look like
// the beginning of another.
func (p *paper) filled(count []spot) []spot {
	out := []spot{}
	for i, s := range count {
		out = append(out, s)
		end, missing := len(p.lines), 1 // a last one may follow the last that has a number
		if i+1 < len(count) {
			next := count[i+1]
			if next.form.sort != s.form.sort || len(next.value) != len(s.value) {
				continue
			}
			end, missing = next.line, next.value[len(next.value)-1]-s.value[len(s.value)-1]-1
		}
		var found []spot
		for k := s.line + 2; k < end; k++ {
			if l := p.lines[k]; l.header || offersAt(l) || ends(l) || !offersAt(p.lines[k-1]) && !ends(p.lines[k-1]) {
				continue
			}
			if k+1 < end && (offersAt(p.lines[k+1]) || ends(p.lines[k+1])) || i+1 < len(count) && (strings.HasSuffix(p.lines[k].text, "?") || asks.MatchString(p.lines[k].text)) {
				found = append(found, spot{k, mark{form: form{sort: named}, place: first}})
			}
		}
		if missing > 0 && len(found) == missing {
			out = append(out, found...)
		}
	}
	return out
}

// dashed are the lines with options within that begin with the bullet that most of them
// begin with.
func (p *paper) dashed() []spot {
	by := map[form][]spot{}
	for i, l := range p.lines {
		for _, m := range l.marks {
			if m.at == 0 && m.form.sort == bullet && stroke.MatchString(l.text) {
				by[m.form] = append(by[m.form], spot{i, mark{end: m.end, form: form{sort: named}, place: first}})
			}
		}
	}
	var best []spot
	for _, f := range sortedForms(by) {
		if len(by[f]) > len(best) {
			best = by[f]
		}
	}
	return best
}

// ends says whether a line tells the key or a reason, as at the end of a question.
func ends(l *line) bool {
	return keyFirst.MatchString(l.text) && !strings.HasSuffix(l.text, "?") && (len(l.text) < 60 || strings.Contains(l.text[:20], ":")) || whyFirst.MatchString(l.text) || strings.HasPrefix(l.text, "→")
}

var wordLead = regexp.MustCompile(`^(?:\*\*)?(\pL[\pL ]{0,18}?)\s*:(?:\*\*)?(?:\s+|$)`)

// worded are the beginnings of questions at a word that recurs, as "Q:" or
// "Front:", or alone on its line; of the words that take turns it is the first.
func (p *paper) worded() []spot {
	count, at := map[string]int{}, map[string]int{}
	lead := func(l *line) (string, int) {
		if m := wordLead.FindStringSubmatch(l.text); m != nil {
			return strings.ToLower(m[1]), len(m[0])
		}
		if loneWord.MatchString(l.text) {
			return strings.ToLower(l.text), len(l.text)
		}
		return "", 0
	}
	for i, l := range p.lines {
		if w, _ := lead(l); w != "" {
			if count[w]++; count[w] == 1 {
				at[w] = i
			}
		}
	}
	best := ""
	for w, n := range count {
		if n < 2 || keyFirst.MatchString(w+": x") || whyFirst.MatchString(w+": x") || len(w) == 1 && w != "q" || isTrue(w) || isFalse(w) {
			continue
		}
		if best == "" || at[w] < at[best] {
			best = w
		}
	}
	if best == "" {
		return nil
	}
	var out []spot
	for i, l := range p.lines {
		if w, end := lead(l); w == best {
			if end == len(l.text) && i+1 < len(p.lines) { // what it heads stands below
				out = append(out, spot{i + 1, mark{form: form{word: best, sort: named}, place: first, state: below}})
				continue
			}
			out = append(out, spot{i, mark{end: end, form: form{word: best, sort: named}, place: first}})
		}
	}
	return out
}

// below is the state of a mark whose word stands on the line above.
const below = "below"

var loneWord = regexp.MustCompile(`^\pL{3,14}$`)

// uncounted are the beginnings of questions without numbers: behind blank lines,
// behind what ends a question, or on every line.
func (p *paper) uncounted() [][]spot {
	var groups, runs, lines []spot
	plain := mark{form: form{sort: named}, place: first}
	ended, striped := true, 0
	for i, l := range p.lines {
		if l.header || l.picture != "" {
			continue
		}
		offers := offersAt(l)
		says := ends(l)
		if !offers && !says {
			if l.blank || i == 0 {
				groups = append(groups, spot{i, plain})
			}
			if ended {
				runs = append(runs, spot{i, plain})
			}
		}
		ended = offers || says
		if stroke.MatchString(l.text) || len(inlineOffers(l)) >= 2 {
			striped++
		}
		lines = append(lines, spot{i, plain})
	}
	var out [][]spot
	if len(groups) > 0 {
		out = append(out, p.asking(groups))
	}
	if len(runs) > 0 {
		out = append(out, runs)
	}
	if striped >= 2 && striped*2 >= len(lines) {
		if dashed := p.dashed(); len(dashed)*10 >= 7*len(lines) {
			lines = dashed // the others are remarks
		}
		out = append(out, lines)
	}
	return out
}

// offersAt says whether a line begins with the mark of an option. A line of which a part
// was taken away may have marks that are not there any more.
func offersAt(l *line) bool {
	for _, m := range l.marks {
		if m.at == 0 && m.end <= len(l.text) && (m.form.sort == bullet || m.form.sort.letters() && m.value[0] <= most && (m.form.close != "" || strings.HasSuffix(l.text[:m.end], "  ") || strings.HasSuffix(l.text[:m.end], "\t"))) {
			return true
		}
	}
	return false
}

// inlineOffers are the lettered marks within a line.
func inlineOffers(l *line) []spot { return upward(lettersOf(l)) }

// asking leaves out of groups of lines those that are no questions: that neither
// ask, nor have options, nor as many lines as most.
func (p *paper) asking(groups []spot) []spot {
	size := map[int]int{}
	length := func(k int) (from, to int) {
		from, to = groups[k].line, len(p.lines)
		if k+1 < len(groups) {
			to = groups[k+1].line
		}
		return from, to
	}
	for k := range groups {
		from, to := length(k)
		size[to-from]++
	}
	delete(size, 1)
	usual := mode(size)
	var out []spot
	for k, g := range groups {
		from, to := length(k)
		ok := to-from == usual && usual > 2
		for _, l := range p.lines[from:to] {
			ok = ok || offersAt(l) || strings.HasSuffix(l.text, "?") || len(inlineOffers(l)) >= 2 || stroke.MatchString(l.text)
		}
		ok = ok || asks.MatchString(p.lines[from].text) && !instruction.MatchString(p.lines[from].text) || gap.MatchString(p.lines[from].text)
		if ok || keyHead.MatchString(p.lines[from].text) { // a key ends the last question

			out = append(out, g)
		}
	}
	return out
}
