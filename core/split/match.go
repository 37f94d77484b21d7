package split

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"zincowl/core/question"
)

// side is one entry of a match.
type side struct {
	label string
	text  string
}

var sideLabel = regexp.MustCompile(`^(?:_{2,}|\(\s*\)|\[\s*\])?\s*(?:\(?(\d{1,2}|[A-Za-z])[.):](?:\s+|$)|(\d{1,2}|[A-Za-z])\s{2,})(.*)$`)

// sides reads the left and right entries of a row of a match, or the one that
// it has.
func sides(l *line) []side {
	cells := columns(l.raw)
	if len(cells) == 1 {
		if i := strings.Index(cells[0], "  "); i > 0 {
			cells = []string{cells[0][:i], strings.TrimSpace(cells[0][i:])}
		}
	}
	if len(cells) > 2 { // a label stood in a column of its own
		var joined []string
		for i := 0; i < len(cells); i++ {
			if len(strings.Trim(cells[i], "().")) <= 2 && i+1 < len(cells) && sideLabel.MatchString(strings.Trim(cells[i], "().")+". x") {
				joined = append(joined, strings.Trim(cells[i], "().")+". "+cells[i+1])
				i++
				continue
			}
			if strings.Trim(cells[i], "_() ") != "" {
				joined = append(joined, cells[i])
			}
		}
		cells = joined
	}
	var out []side
	for _, c := range cells {
		if m := sideLabel.FindStringSubmatch(c); m != nil {
			out = append(out, side{strings.ToLower(m[1] + m[2]), strings.TrimSpace(m[3])})
		} else {
			out = append(out, side{"", c})
		}
	}
	return out
}

// match reads the item as two columns to be joined.
func (it *item) match(h *habits) bool {
	var stem []string
	var left, right []side
	d := &draft{h: h}
	var roles []*line
	for i, l := range it.lines {
		text := l.text
		if i == 0 && !it.counted {
			stem = append(stem, text)
			continue
		}
		if got, ok := d.h.keyAt(text, 0, pairsAlone); ok && got.at == 0 && !got.alone {
			d.key, l.as = text[got.end:], Key
			continue
		}
		if got, ok := whyAt(text, 0); ok && got.at == 0 && len(left) > 0 {
			d.why, l.as = append(d.why, text[got.end:]), Explanation
			continue
		}
		s := sides(l)
		switch {
		case len(s) == 2 && (s[0].label != "" || s[1].label != "" || len(left) > 0 || len(stem) > 0):
			if heads(s) && len(left) == 0 {
				stem = append(stem, text)
				continue
			}
			left, right = append(left, s[0]), append(right, s[1])
		case len(s) == 1 && s[0].label != "" && s[0].label[0] <= '9':
			left = append(left, s[0])
		case len(s) == 1 && s[0].label != "":
			right = append(right, s[0])
		case len(left) > 0 && len(s) == 1 && (len(right) == 0 || columnHead.MatchString(text)):
			stem = append(stem, text) // a heading of the second column
			continue
		default:
			stem = append(stem, text)
			continue
		}
		roles = append(roles, l)
	}
	if len(left) < 2 || len(right) < 2 {
		return false
	}
	for _, l := range roles {
		if l != it.lines[0] {
			l.as = Option
		}
	}
	q := &question.Question{ID: it.id, Kind: question.Match, Number: it.label, Level: question.Medium, Stem: strings.TrimSpace(strings.Join(stem, "\n")),
		Explanation: strings.Join(d.why, "\n"), Origin: question.Origin{By: "import", Line: it.lines[0].n}}
	if it.counted {
		q.Stem = it.section
		if n := len(left); n > 1 {
			q.Number = fmt.Sprintf("%d–%d", it.number, it.number+n-1)
		}
	}
	if it.sti != nil {
		q.Stimulus = it.sti.ID
	}
	for i, s := range left {
		if s.label == "" {
			s.label = strconv.Itoa(i + 1)
		}
		q.Options = append(q.Options, question.Option{ID: s.label, Text: s.text})
	}
	for i, s := range right {
		if s.label == "" {
			s.label = question.Letter(i)
		}
		q.Matches = append(q.Matches, question.Option{ID: s.label, Text: s.text})
	}
	if d.key != "" {
		setKey(q, d.key)
	}
	it.out = []*question.Question{q}
	return true
}

var columnHead = regexp.MustCompile(`(?i)^(?:column|list|group|term|terms|definition|definitions|meaning|meanings|description)\b.{0,30}$`)

// heads says whether a row is the headings of the columns.
func heads(s []side) bool {
	return s[0].label == "" && s[1].label == "" && columnHead.MatchString(s[0].text)
}

// pairsAlone says whether a text is a list of pairs.
func pairsAlone(value string) bool { return len(pairKey.FindAllString(value, -1)) >= 2 }
