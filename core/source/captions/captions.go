// Package captions reads what was said: WebVTT, SubRip, TTML and pasted text
// with times ("0:42 and now the filter"), joined into paragraphs that know from
// when to when they were spoken.
//
// Rolling captions, which repeat what was just shown, are unrolled. Fillers and
// words said twice in a row are set aside, with a warning that counts them; no
// word is added and no other is taken away.
package captions

import (
	"errors"
	"fmt"
	"regexp"
	"strings"
	"time"

	"github.com/asticode/go-astisub"

	"zincowl/core/source"
)

const (
	// pause ends a paragraph.
	pause = 2 * time.Second
	// full is how many words a paragraph may have before it ends with the next
	// sentence, or without one at twice as many.
	full = 80
)

var (
	subRip  = regexp.MustCompile(`(?m)^\d\d:\d\d:\d\d[,.]\d{3} --> \d\d:\d\d:\d\d[,.]\d{3}`)
	pasted  = regexp.MustCompile(`^\s*[\[(]?((?:\d{1,2}:)?\d{1,2}:\d{2})[\])]?\s*[-–:]?\s*(.*)$`)
	markup  = regexp.MustCompile(`<[^<>]*>|\{\\[^{}]*\}`)
	sounds  = regexp.MustCompile(`[\[(♪][^\[\]()♪]{0,40}[\])♪]`)
	fillers = regexp.MustCompile(`(?i)(^|[\s,])(?:u+m+|u+h+|uhm|er+m?|hm+|mm+)([,.…]?)(\s|$)`)
	ends    = regexp.MustCompile(`[.!?]["”’)]?$`)
)

// Is says whether a text is captions of one of the formats read here.
func Is(text string) bool {
	start := strings.TrimSpace(text[:min(len(text), 2000)])
	if strings.HasPrefix(start, "WEBVTT") || subRip.MatchString(start) || isTTML(start) {
		return true
	}
	times, words := 0, 0
	for line := range strings.SplitSeq(text[:min(len(text), 8000)], "\n") {
		if m := pasted.FindStringSubmatch(line); m != nil {
			times++
		} else if strings.TrimSpace(line) != "" {
			words++
		}
	}
	return times >= 3 && times*2 >= words
}

func isTTML(start string) bool {
	return strings.HasPrefix(start, "<") && strings.Contains(start, "http://www.w3.org/ns/ttml")
}

// cue is something shown for a while.
type cue struct {
	start, end time.Duration
	text       string
}

// Read makes a document of captions.
func Read(origin, text string) (source.Document, error) {
	cues, err := cuesOf(text)
	if err != nil {
		return source.Document{}, source.Bad("These captions can't be read (%v); export them again as WebVTT or SubRip.", err)
	}
	set := 0
	cues = unrolled(cues)
	for i := range cues {
		var n int
		cues[i].text, n = fluent(cues[i].text)
		set += n
	}
	b := source.NewBuilder(origin, "captions")
	var words []string
	var from, to time.Duration
	flush := func() {
		if len(words) > 0 {
			b.Spoken(strings.Join(words, " "), clock(from), clock(to))
		}
		words = nil
	}
	for _, c := range cues {
		if c.text == "" {
			continue
		}
		sentence := len(words) > 0 && ends.MatchString(words[len(words)-1])
		if len(words) > 0 && (c.start-to >= pause || len(words) >= full && sentence || len(words) >= 2*full) {
			flush()
		}
		if len(words) == 0 {
			from = c.start
		}
		words = append(words, strings.Fields(c.text)...)
		to = max(to, c.end)
	}
	flush()
	doc := b.Document()
	if set > 0 {
		doc.Warnings = append(doc.Warnings, source.Warning{Says: fmt.Sprintf("%d fillers and words said twice were set aside.", set)})
	}
	return doc, nil
}

func cuesOf(text string) (out []cue, err error) {
	defer func() { // the library trusts that a cue's times are whole
		if broken := recover(); broken != nil {
			out, err = nil, errors.New("a cue breaks off")
		}
	}()
	start := strings.TrimSpace(text[:min(len(text), 2000)])
	var subs *astisub.Subtitles
	switch {
	case strings.HasPrefix(start, "WEBVTT"):
		subs, err = astisub.ReadFromWebVTT(strings.NewReader(text))
	case isTTML(start):
		subs, err = astisub.ReadFromTTML(strings.NewReader(text))
	case subRip.MatchString(start):
		subs, err = astisub.ReadFromSRT(strings.NewReader(text))
	default:
		return pastedCues(text), nil
	}
	if err != nil {
		return nil, err
	}
	for _, item := range subs.Items {
		var lines []string
		for _, l := range item.Lines {
			var parts []string
			for _, part := range l.Items {
				parts = append(parts, part.Text)
			}
			lines = append(lines, strings.Join(parts, ""))
		}
		out = append(out, cue{item.StartAt, item.EndAt, cleaned(strings.Join(lines, "\n"))})
	}
	return out, nil
}

// pastedCues reads lines with a time before the words, or on a line of its own
// above them. What stands before the first time begins at nought.
func pastedCues(text string) []cue {
	var out []cue
	for line := range strings.SplitSeq(text, "\n") {
		if m := pasted.FindStringSubmatch(line); m != nil {
			at := seconds(m[1])
			if n := len(out); n > 0 && at >= out[n-1].start {
				out[n-1].end = at
			}
			out = append(out, cue{at, at, cleaned(m[2])})
			continue
		}
		if strings.TrimSpace(line) == "" {
			continue
		}
		if len(out) == 0 {
			out = append(out, cue{})
		}
		last := &out[len(out)-1]
		last.text = strings.TrimSpace(last.text + " " + cleaned(line))
	}
	return out
}

func seconds(text string) time.Duration {
	total := 0
	for part := range strings.SplitSeq(text, ":") {
		n := 0
		for _, c := range part {
			n = 10*n + int(c-'0')
		}
		total = 60*total + n
	}
	return time.Duration(total) * time.Second
}

// cleaned takes away marks that are no words: styles, sounds in brackets, the
// arrows before a new speaker. Lines stay apart.
func cleaned(text string) string {
	text = markup.ReplaceAllString(text, "")
	text = sounds.ReplaceAllString(text, " ")
	var lines []string
	for line := range strings.SplitSeq(text, "\n") {
		line = strings.TrimLeft(line, ">- ")
		if line = source.Fold(line); line != "" {
			lines = append(lines, line)
		}
	}
	return strings.Join(lines, "\n")
}

// unrolled takes away from each cue the lines that the cue before it ended
// with.
func unrolled(cues []cue) []cue {
	var before []string
	for i := range cues {
		lines := strings.Split(cues[i].text, "\n")
		again := 0
		for n := min(len(lines), len(before)); n > 0; n-- {
			if equal(before[len(before)-n:], lines[:n]) && (n > 1 || len(strings.Fields(lines[0])) > 1) {
				again = n
				break
			}
		}
		before = lines
		cues[i].text = strings.Join(lines[again:], " ")
	}
	return cues
}

func equal(a, b []string) bool {
	for i := range a {
		if a[i] != b[i] || a[i] == "" {
			return false
		}
	}
	return true
}

// fluent sets fillers aside, and words said twice in a row ("the the filter"),
// and says how many.
func fluent(text string) (string, int) {
	n := 0
	for {
		next := fillers.ReplaceAllString(text, "$1$3")
		if next == text {
			break
		}
		text = next
		n++
	}
	var out []string
	for _, w := range strings.Fields(strings.TrimLeft(text, " ,")) {
		if len(out) > 0 && strings.EqualFold(out[len(out)-1], w) && stutters[strings.ToLower(w)] {
			n++
			continue
		}
		out = append(out, w)
	}
	return strings.ReplaceAll(strings.Join(out, " "), " ,", ","), n
}

// stutters are small words that nobody means to say twice.
var stutters = map[string]bool{
	"the": true, "a": true, "an": true, "and": true, "to": true, "of": true, "in": true, "is": true, "it": true, "i": true, "we": true, "you": true,
	"on": true, "at": true, "for": true, "with": true, "if": true, "so": true, "but": true, "they": true, "this": true,
}

// clock is a time as it stands beside a passage: "0:42", "1:02:05".
func clock(d time.Duration) string {
	s := int(d / time.Second)
	if s >= 3600 {
		return fmt.Sprintf("%d:%02d:%02d", s/3600, s/60%60, s%60)
	}
	return fmt.Sprintf("%d:%02d", s/60, s%60)
}
