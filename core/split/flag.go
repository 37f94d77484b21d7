package split

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// What tells the right option from the others may be any two signs: of several lines one
// below the other, one has the one and all others have the other, question by question.
// And numbers may be told in words. Both are written here as the rest of the reader
// knows them; the lines themselves stay as they came.

var (
	flagBefore = regexp.MustCompile(`^([(\[]\s*[^()\[\]\s]{1,8}\s*[)\]]|[+\-–*✓✗✘×!?#~=^]|[A-Za-z]{1,7}\s*[:>])\s+(\S.*)$`)
	flagBehind = regexp.MustCompile(`^(.*\S)\s+([(\[][^()\[\]]{1,12}[)\]]|[✓✗✘×+–-]|\d{1,3}\s?%)$`)
)

// fewestFlagged is how many questions show it at least.
const fewestFlagged = 3

// flags finds two signs of which one stands at one option of each question and the other
// at all others, before the options or behind them, and ticks the boxes so.
func (p *paper) flags() {
	for _, way := range []struct {
		pattern    *regexp.Regexp
		sign, text int
	}{{flagBefore, 1, 2}, {flagBehind, 2, 1}} {
		type flagged struct {
			line       *line
			sign, text string
		}
		var groups [][]flagged
		open := false
		for _, l := range p.lines {
			m := way.pattern.FindStringSubmatch(l.text)
			if m == nil || l.picture != "" || l.hint != "" {
				open = false
				continue
			}
			f := flagged{l, strings.ToLower(strings.Join(strings.Fields(m[way.sign]), "")), m[way.text]}
			if !open {
				groups = append(groups, nil)
			}
			groups[len(groups)-1] = append(groups[len(groups)-1], f)
			open = true
		}
		groups = slices.DeleteFunc(groups, func(g []flagged) bool { return len(g) < 3 })
		if len(groups) < fewestFlagged {
			continue
		}
		// A third sign may stand before each question.
		lead := groups[0][0].sign
		if !slices.ContainsFunc(groups, func(g []flagged) bool {
			return len(g) < 4 || g[0].sign != lead || slices.ContainsFunc(g[1:], func(f flagged) bool { return f.sign == lead })
		}) {
			signs := map[string]bool{}
			for _, f := range groups[0] {
				signs[f.sign] = true
			}
			if len(signs) == 3 {
				for i := range groups {
					groups[i][0].line.text = groups[i][0].text
					groups[i] = groups[i][1:]
				}
			}
		}
		first := map[string]bool{}
		for _, f := range groups[0] {
			first[f.sign] = true
		}
		if len(first) != 2 {
			continue
		}
		var right, wrong string
		for s := range first {
			n := 0
			for _, f := range groups[0] {
				if f.sign == s {
					n++
				}
			}
			if n == 1 {
				right = s
			} else {
				wrong = s
			}
		}
		holds := right != "" && wrong != "" && !boxed(right) && !boxed(wrong)
		for _, g := range groups {
			n := 0
			for _, f := range g {
				holds = holds && (f.sign == right || f.sign == wrong)
				if f.sign == right {
					n++
				}
			}
			holds = holds && n == 1
		}
		if !holds {
			continue
		}
		for _, g := range groups {
			for _, f := range g {
				switch {
				case way.sign == 1 && f.sign == right:
					f.line.text = "[x] " + f.text
				case way.sign == 1:
					f.line.text = "[ ] " + f.text
				case f.sign == right:
					f.line.text = f.text + " ✓"
				default:
					f.line.text = f.text
				}
			}
		}
		return
	}
}

// boxed says whether a sign is one that the reader knows as a box or a tick.
func boxed(sign string) bool { return boxAt(sign) != "" || strings.ContainsAny(sign, "✓✔☑") }

var (
	inWords    = []string{"one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve", "thirteen", "fourteen", "fifteen", "sixteen", "seventeen", "eighteen", "nineteen", "twenty"}
	ordinals   = []string{"first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth", "eleventh", "twelfth"}
	spelledOut = regexp.MustCompile(`(?i)^(\W{0,2})(?:(the )?(` + strings.Join(ordinals, "|") + `) (question|item|problem|card|task)|(?:(question|number|no\.?|item|problem|card|task|answer) )?(` + strings.Join(inWords, "|") + `))\b[.:)]?(\s*)`)
	spokenPart = regexp.MustCompile(`\b((?i)option|choice|possibility|alternative) ((?i)one|two|three|four|five|six|[1-6]\b|[A-H][:.)])[:.)]?`)
)

// fewestSpelled is how many lines begin so at least.
const fewestSpelled = 3

// spelled writes numbers in figures that label questions in words, "Question one", and
// options so, "Option two: sand", where they count up line by line.
func (p *paper) spelled() {
	type label struct {
		line *line
		n    int
		rest string
	}
	var found []label
	steps := 0
	for _, l := range p.lines {
		m := spelledOut.FindStringSubmatch(l.text)
		if m == nil {
			continue
		}
		n := slices.Index(inWords, strings.ToLower(m[6])) + 1
		if m[3] != "" {
			n = slices.Index(ordinals, strings.ToLower(m[3])) + 1
		}
		if m[5] == "" && m[3] == "" && !strings.ContainsAny(l.text[:len(m[0])], ".:)") { // "One of these" is no label
			continue
		}
		if len(found) > 0 && n == found[len(found)-1].n+1 {
			steps++
		}
		found = append(found, label{l, n, l.text[len(m[0]):]})
	}
	if len(found) >= fewestSpelled && steps >= fewestSpelled-1 {
		for _, f := range found {
			f.line.text = strconv.Itoa(f.n) + ". " + f.rest
			if strings.TrimSpace(f.rest) == "" {
				f.line.text = strconv.Itoa(f.n) + "."
			}
		}
	}
	parts := 0
	for _, l := range p.lines {
		parts += len(spokenPart.FindAllString(l.text, -1))
	}
	if parts < 2*fewestSpelled {
		return
	}
	for _, l := range p.lines {
		l.text = spokenPart.ReplaceAllStringFunc(l.text, func(s string) string {
			word := strings.ToLower(spokenPart.FindStringSubmatch(s)[2])
			n := slices.Index(inWords, word)
			if word[0] >= 'a' && word[0] <= 'h' && len(word) == 2 {
				n = int(word[0] - 'a')
			} else if n < 0 {
				n, _ = strconv.Atoi(word)
				n--
			}
			return fmt.Sprintf("%c)", 'A'+n)
		})
	}
}
