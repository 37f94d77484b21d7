package split

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/question"
)

// stimulus is what several questions are asked about, while it is read.
type stimulus struct {
	question.Stimulus
	lines    []*line
	from, to int // the questions it is for; 0 where it does not say
	left     int // for how many questions more, where it says so; -1 for no end
}

// stimulus opens what the next questions are asked about.
func (p *paper) stimulus(l *line) *stimulus {
	s := &stimulus{left: 1}
	s.ID, s.Line = fmt.Sprintf("s%d", len(p.stimuli)+1), l.n
	s.reach(l.text)
	p.stimuli = append(p.stimuli, s)
	return s
}

// reach reads for which questions a stimulus is, where a line says it.
func (s *stimulus) reach(text string) {
	if m := fromTo.FindStringSubmatch(text); m != nil {
		s.from, _ = strconv.Atoi(m[1])
		s.to, _ = strconv.Atoi(m[2])
	} else if m := nextFew.FindStringSubmatch(text); m != nil {
		s.left = howMany(m[1])
	} else if strings.Contains(strings.ToLower(text), "questions") || namedText.MatchString(text) {
		s.left = -1
	}
}

// namedText is the heading of a text that goes on being asked about.
var namedText = regexp.MustCompile(`(?i)^(?:passage|case|scenario|extract)(?: [A-Z0-9]{1,3})?\s*(?:[:.]|$)`)

func howMany(word string) int {
	if n := slices.Index([]string{"two", "three", "four", "five", "six"}, strings.ToLower(word)); n >= 0 {
		return n + 2
	}
	n, _ := strconv.Atoi(word)
	return n
}

// build makes the text of a stimulus, or its table.
func (s *stimulus) build() {
	var rows [][]string
	var text []string
	for i, l := range s.lines {
		if l.picture != "" {
			continue
		}
		if cells := columns(l.raw); i > 0 && len(cells) > 1 && !ruleLine.MatchString(l.text) {
			rows = append(rows, cells)
		}
		if !ruleLine.MatchString(l.text) {
			text = append(text, l.text)
		}
	}
	s.Kind, s.Text = "passage", strings.Join(text, "\n")
	switch {
	case len(rows) >= 2 && len(rows)*2 >= len(text):
		s.Kind, s.Rows = "table", rows
	case strings.Contains(strings.ToLower(s.lines[0].text), "case") || strings.Contains(strings.ToLower(s.lines[0].text), "scenario"):
		s.Kind = "case"
	}
}

// covers says whether a stimulus is for the question of a number, and counts it.
func (s *stimulus) covers(n int) bool {
	switch {
	case s.to > 0:
		return n >= s.from && n <= s.to
	case s.left > 0:
		s.left--
		return true
	}
	return s.left < 0
}
