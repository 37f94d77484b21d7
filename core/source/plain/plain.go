// Package plain reads typed notes: paragraphs parted by blank lines, short
// lines that stand alone as headings, bulleted and numbered items.
package plain

import (
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/source"
)

var (
	bullet    = regexp.MustCompile(`^\s*(?:[-*•–]|\(?\d{1,3}[.)]|\(?[a-z][.)])\s+(\S.*)$`)
	underline = regexp.MustCompile(`^\s*(={3,}|-{3,})\s*$`)
	numbered  = regexp.MustCompile(`^(\d+(?:\.\d+)*)\.?\s+\p{Lu}`)
)

// Read makes a document of text that is known to be valid UTF-8. It has no bad
// input: whatever is not understood is a paragraph.
func Read(origin, text string) source.Document {
	b := source.NewBuilder(origin, "text")
	lines := strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n")
	var block []string
	start := 0
	kind := source.Paragraph
	flush := func() {
		if len(block) > 0 {
			b.Text(kind, strings.Join(block, " "), start)
		}
		block, kind = nil, source.Paragraph
	}
	headed := false
	typed := !wrapped(lines)
	for i := 0; i < len(lines); i++ {
		line := strings.TrimSpace(lines[i])
		switch {
		case line == "":
			flush()
		case i+1 < len(lines) && underline.MatchString(lines[i+1]) && len(block) == 0:
			level := 1
			if strings.Contains(lines[i+1], "-") {
				level = 2
			}
			b.Heading(level, line, i+1)
			headed = true
			i++
		case bullet.MatchString(line) && !isNumberedHeading(lines, i, typed):
			flush()
			kind, start = source.Item, i+1
			block = append(block, bullet.FindStringSubmatch(line)[1])
		case len(block) == 0 && isHeading(lines, i, typed):
			level := 2
			if !headed {
				level = 1
			}
			if m := numbered.FindStringSubmatch(line); m != nil {
				level = 1 + strings.Count(m[1], ".") + 1
			}
			b.Heading(level, line, i+1)
			headed = true
		case len(block) > 0 && kind == source.Paragraph && (source.StatesFormula(line) || source.StatesFormula(block[0])) && !continues(lines[i]):
			flush()
			i-- // read the line again as the start of a block of its own
		case typed && len(block) > 0 && !continues(lines[i]) && (kind == source.Paragraph || lines[i][0] != ' ' && lines[i][0] != '\t'):
			flush()
			i--
		default:
			if len(block) == 0 {
				start = i + 1
			}
			block = append(block, line)
		}
	}
	flush()
	return b.Document()
}

// wrapped says whether lines end because the next word would not have fitted, as an
// editor or a mail breaks them, and not where somebody pressed Enter.
func wrapped(lines []string) bool {
	var lengths []int
	for _, line := range lines {
		if n := utf8.RuneCountInString(strings.TrimRight(line, " \t\r")); n > 0 {
			lengths = append(lengths, n)
		}
	}
	if len(lengths) == 0 {
		return true
	}
	slices.Sort(lengths)
	width := lengths[min(len(lengths)-1, len(lengths)*95/100)]
	forced, free := 0, 0
	for i := 0; i+1 < len(lines); i++ {
		line, next := strings.TrimRight(lines[i], " \t\r"), strings.Fields(lines[i+1])
		if strings.TrimSpace(line) == "" || len(next) == 0 || bullet.MatchString(lines[i+1]) || underline.MatchString(lines[i+1]) {
			continue
		}
		if noted.MatchString(lines[i+1]) {
			free++ // a line of notes of its own
		} else if utf8.RuneCountInString(line)+1+utf8.RuneCountInString(next[0]) > width {
			forced++
		} else {
			free++
		}
	}
	return forced >= free
}

// noted begins a line of notes: a few words and a mark, or a colon.
var noted = regexp.MustCompile(`^\s*\p{Lu}\S*(?: \S+){0,4}(?: [—–=-] |: )`)

// continues says whether a line goes on with the sentence before it.
func continues(line string) bool {
	r, _ := utf8.DecodeRuneInString(strings.TrimSpace(line))
	return unicode.IsLower(r)
}

func isNumberedHeading(lines []string, i int, typed bool) bool {
	return numbered.MatchString(strings.TrimSpace(lines[i])) && isHeading(lines, i, typed)
}

// isHeading takes a short line that stands between blank lines, begins with a
// capital or a digit and doesn't end as a sentence does. Typed says that lines end where
// somebody pressed Enter.
func isHeading(lines []string, i int, typed bool) bool {
	line := strings.TrimSpace(lines[i])
	if shouts(lines, i, typed) {
		return true
	}
	if len(line) > 80 || len(strings.Fields(line)) > 10 || source.StatesFormula(line) {
		return false
	}
	first, _ := utf8.DecodeRuneInString(line)
	last, _ := utf8.DecodeLastRuneInString(line)
	if !unicode.IsUpper(first) && !unicode.IsDigit(first) || strings.ContainsRune(".,;:!?=", last) {
		return false
	}
	before := i == 0 || strings.TrimSpace(lines[i-1]) == ""
	after := i+1 < len(lines) && strings.TrimSpace(lines[i+1]) == ""
	if strings.Contains(line, ": ") {
		return false // "term: meaning"
	}
	return before && after || before && i+1 < len(lines) && strings.ToUpper(line) == line && len(line) > 3
}

// shouts says whether a line heads those right below it by beginning in capitals, with more
// behind them that is no sentence: "TOO DRY = FVD (fluid volume deficit)".
func shouts(lines []string, i int, typed bool) bool {
	line := strings.TrimSpace(lines[i])
	words := strings.Fields(line)
	if len(words) < 2 || len(words) > 8 || i+1 == len(lines) || i > 0 && strings.TrimSpace(lines[i-1]) != "" || strings.ContainsRune(".;:!?", rune(line[len(line)-1])) {
		return false
	}
	next := strings.TrimSpace(lines[i+1])
	if next == "" || continues(next) || !bullet.MatchString(next) && !typed {
		return false
	}
	first := strings.TrimRight(words[0], ",")
	if strings.ContainsFunc(first, func(r rune) bool { return !unicode.IsUpper(r) }) {
		return false
	}
	return len(first) > 4 || strings.ToUpper(words[1]) == words[1] && strings.ContainsFunc(words[1], unicode.IsUpper)
}
