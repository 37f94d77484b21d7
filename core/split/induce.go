package split

import (
	"regexp"
	"slices"
	"strings"
	"unicode"

	"zincowl/core/question"
)

// Where most questions have options and no key was understood, what tells the keys is
// induced from the paper itself: something that is the same in each question, but for what
// it names; or a run of numbers and letters somewhere apart that answers each question
// once.

// induced says how a key was found: the question, the options and what stands behind it.
type induced struct {
	item   *item
	option int
	line   *line // that told it
}

// induce gives keys to questions that have none, if most with options have none.
func (p *paper) induce() {
	var open []*item
	with := 0
	for _, it := range p.items {
		if len(it.out) != 1 || len(it.out[0].Options) < 2 || it.out[0].Kind == question.Order || it.out[0].Kind == question.TrueFalse {
			continue
		}
		if it.out[0].Key.Empty() {
			open = append(open, it)
		} else {
			with++
		}
	}
	if len(open) < fewestFlagged || with > len(open) {
		return
	}
	for _, way := range []func([]*item) []induced{p.byFrame, p.byPattern, p.bySweep} {
		found := way(open)
		if len(found)*10 < len(open)*8 {
			continue
		}
		for _, f := range found {
			q := f.item.out[0]
			q.Key = question.Key{Options: []string{q.Options[f.option].ID}}
			if f.line == nil {
				continue
			}
			if text := f.line.text; len(strings.Fields(text)) <= 8 && strings.Contains(q.Stem, text) && q.Stem != text {
				q.Stem = strings.TrimSpace(strings.Replace(q.Stem, text, "", 1))
			}
			if f.line.of = f.item; f.line.as != Start {
				f.line.as = Key
			}
		}
		return
	}
}

var tag = regexp.MustCompile(`(?i)^<(\w{1,8})>(.*)</\w{1,8}>$`)

// frames are what may set one option apart: a tag around it, signs before it or behind
// it, capitals.
var frames = []func(text string) (frame, bare string){
	func(text string) (string, string) {
		if m := tag.FindStringSubmatch(text); m != nil {
			return strings.ToLower(m[1]), m[2]
		}
		return "", text
	},
	func(text string) (string, string) {
		bare := strings.TrimLeftFunc(text, func(r rune) bool { return unicode.IsSymbol(r) || strings.ContainsRune("!#*?~^=>", r) || r == ' ' })
		return strings.TrimSpace(text[:len(text)-len(bare)]), bare
	},
	func(text string) (string, string) {
		bare := strings.TrimRightFunc(text, func(r rune) bool { return unicode.IsSymbol(r) || strings.ContainsRune("!#*~^=<", r) || r == ' ' })
		return strings.TrimSpace(text[len(bare):]), bare
	},
	func(text string) (string, string) {
		if letters := strings.Map(func(r rune) rune {
			if unicode.IsLetter(r) {
				return r
			}
			return -1
		}, text); len(letters) >= 3 && letters == strings.ToUpper(letters) {
			return "capitals", text
		}
		return "", text
	},
}

// byFrame finds a frame that one option of each question has, and no other.
func (p *paper) byFrame(open []*item) []induced {
	for _, frame := range frames {
		var found []induced
		count := map[string]int{}
		kind := map[*item]string{}
		for _, it := range open {
			at, n, own := -1, 0, ""
			for i, o := range it.out[0].Options {
				if f, _ := frame(o.Text); f != "" {
					at, n, own = i, n+1, f
				}
			}
			if n == 1 {
				found = append(found, induced{item: it, option: at})
				count[own]++
				kind[it] = own
			}
		}
		usual := ""
		for f, n := range count {
			if n > count[usual] {
				usual = f
			}
		}
		found = slices.DeleteFunc(found, func(f induced) bool { return kind[f.item] != usual })
		if len(found)*10 >= len(open)*8 {
			for _, f := range found {
				o := &f.item.out[0].Options[f.option]
				_, o.Text = frame(o.Text)
			}
			return found
		}
	}
	return nil
}

var optionName = regexp.MustCompile(`(?:^|[^\pL\pN])([A-Ha-h])(?:$|[^\pL\pN])`)

// byPattern finds words and signs around the name of an option, or around its text, that
// are the same in each question.
func (p *paper) byPattern(open []*item) []induced {
	type hit struct {
		induced
		times int
	}
	by := map[string]map[*item]hit{}
	note := func(pattern string, it *item, option int, l *line) {
		if len(strings.Trim(pattern, "@# ")) < 2 {
			return
		}
		if by[pattern] == nil {
			by[pattern] = map[*item]hit{}
		}
		h := by[pattern][it]
		by[pattern][it] = hit{induced{it, option, l}, h.times + 1}
	}
	for _, it := range open {
		q := it.out[0]
		last := 0
		for _, l := range it.lines {
			if l.n == last {
				continue // another part of the same line
			}
			last = l.n
			raw := digits.ReplaceAllString(strings.TrimSpace(l.raw), "#")
			if len(raw) > 160 {
				continue
			}
			for _, m := range optionName.FindAllStringSubmatchIndex(raw, -1) {
				if i := int(raw[m[2]] | 0x20 - 'a'); i < len(q.Options) && l.as != Option {
					note(around(raw, m[2], m[3]), it, i, l)
				}
			}
			for i, o := range q.Options {
				text := digits.ReplaceAllString(o.Text, "#")
				if lead, ok := strings.CutSuffix(strings.TrimRight(raw, ". "), text); ok && lead != "" && len(text) > 2 && l.as != Option {
					note(lead+"@", it, i, l)
				}
			}
		}
	}
	var best map[*item]hit
	top := ""
	for pattern, hits := range by {
		if len(hits) > len(best) || len(hits) == len(best) && pattern < top {
			best, top = hits, pattern
		}
	}
	var out []induced
	for _, it := range open {
		if h, ok := best[it]; ok && h.times == 1 {
			out = append(out, h.induced)
		}
	}
	return out
}

// around is what stands beside a name, up to a few words on each side.
func around(text string, from, to int) string {
	before, after := strings.Fields(text[:from]), strings.Fields(text[to:])
	left, right := "", ""
	if n := len(before); n > 0 {
		left = strings.Join(before[max(0, n-3):], " ")
	}
	if len(after) > 0 {
		right = after[0]
	}
	return strings.ToLower(left + "@" + right)
}

var answered = regexp.MustCompile(`(\d{1,3})[^\pL\pN]{0,24}([A-Ha-h])(?:$|[^\pL\pN])`)

// bySweep looks through what is left over for numbers with letters behind them that
// answer each question once, in whatever they are written.
func (p *paper) bySweep(open []*item) []induced {
	by := map[string]*item{}
	for _, it := range open {
		by[strings.TrimLeft(strings.ToLower(it.label), "0")] = it
	}
	if len(by) != len(open) {
		return nil
	}
	var found []induced
	seen := map[*item]bool{}
	for _, l := range p.lines {
		if l.of != nil && l.as != Explanation && l.as != Key || l.sti != nil {
			continue
		}
		for _, m := range answered.FindAllStringSubmatch(l.raw, -1) {
			it := by[strings.TrimLeft(m[1], "0")]
			if it == nil {
				continue
			}
			option := int(m[2][0] | 0x20 - 'a')
			if seen[it] || option >= len(it.out[0].Options) {
				return nil
			}
			seen[it] = true
			f := induced{item: it, option: option}
			if l.of == nil {
				f.line = l
			}
			found = append(found, f)
		}
	}
	return found
}
