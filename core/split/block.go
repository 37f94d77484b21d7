package split

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"zincowl/core/question"
	"zincowl/core/source"
)

var (
	marksAt   = regexp.MustCompile(`(?i)\s*(?:[(\[]\s*(\d{1,2}(?:\.5)?)\s*(?:marks?|points?|pts?\.?|m)\s*[)\]]|\[\s*(\d{1,2})\s*\])\s*$`)
	marksHead = regexp.MustCompile(`(?i)^[(\[]\s*(\d{1,2}(?:\.5)?)\s*(?:marks?|points?|pts?\.?)\s*[)\]]\s*[.:]?\s*`)
	answerEnd = regexp.MustCompile(`(?i)\s*[(\[]\s*(?:ans(?:wer)?|key|correct)\s*[:.=]\s*([^()\[\]]+?)\s*[)\]]\s*$|\s+(?:ans(?:wer)?|key)\s*[:=]\s*(\S.*)$`)
	choiceEnd = regexp.MustCompile(`(?i)\s*(?:[(\[]\s*)?\b(?:T\s*(?:/|or)\s*F|true\s*(?:/|or)\s*false|true\s{2,}false|T\s{2,}F)\b\s*\??(?:\s*[)\]])?\s*[.:?]?\s*$`)
	choiceTop = regexp.MustCompile(`(?i)^\s*[(\[]?(?:true\s*(?:/|or)\s*false|T\s*/\s*F)\s*[)\]]?\s*[:.?–—-]?\s*`)
	asks      = regexp.MustCompile(`(?i)^(?:define|calculate|compute|state|explain|describe|list|name|find|give|determine|estimate|sketch|draw|outline|compare|discuss|show|prove|identify|how|what|why|when|where|which|who|write|work out|suggest|convert|express|evaluate|justify|comment)\b`)
)

// draft gathers what one question consists of.
type draft struct {
	of      *item
	stem    []string
	offers  []offer
	last    *line // of the last option
	key     string
	why     []string
	binary  bool // true or false is asked
	counted bool // the options are numbered
	marks   float64
}

// build takes the item apart into its question, or one for each of its parts.
func (it *item) build() {
	if it.matched && it.match() {
		return
	}
	if it.parted() {
		return
	}
	d := &draft{of: it}
	d.read(it.rest, it.lines)
	it.out = []*question.Question{d.question(it, it.id, it.label, it.lines[0].n)}
}

// parted takes an item apart whose lettered lines are questions of their own:
// what stands above them all becomes their stimulus.
func (it *item) parted() bool {
	type part struct {
		letter string
		lines  []*line
		rest   string
	}
	var parts []part
	var shared []*line
	asking := 0
	want := byte('a')
	for i, l := range it.lines {
		text := l.text
		if i == 0 {
			text = it.rest
		}
		o, ok := option(text)
		if ok && o.letter == string(want) && !o.right {
			want++
			parts = append(parts, part{o.letter, []*line{l}, o.text})
			if strings.HasSuffix(o.text, "?") || marksAt.MatchString(o.text) || asks.MatchString(o.text) {
				asking++
			}
			continue
		}
		if len(parts) == 0 {
			shared = append(shared, l)
			continue
		}
		parts[len(parts)-1].lines = append(parts[len(parts)-1].lines, l)
	}
	if len(parts) < 2 || asking*3 < len(parts)*2 {
		return false
	}
	var above []string
	for i, l := range shared {
		if text := l.text; i == 0 {
			above = append(above, it.rest)
		} else {
			above = append(above, text)
		}
	}
	stem := strings.TrimSpace(strings.Join(above, "\n"))
	for _, p := range parts {
		d := &draft{of: it}
		d.read(p.rest, p.lines)
		q := d.question(it, it.id+p.letter, strings.TrimSpace(it.label+" ("+p.letter+")"), p.lines[0].n)
		if stem != "" {
			q.Stem = stem + "\n\n" + q.Stem
		}
		it.out = append(it.out, q)
	}
	return true
}

// read goes through the lines of one question, the first of which holds its
// stem's beginning.
func (d *draft) read(first string, lines []*line) {
	const (
		inStem = iota
		inOptions
		inAnswer
	)
	in, awaited := inStem, false // whether the answer stands on the next line
	first, flowed := flow(first, lines)
	for i, l := range lines {
		if flowed[l] {
			l.as = Option
			continue
		}
		text := l.text
		if i == 0 {
			if m := marksHead.FindStringSubmatch(first); m != nil {
				d.marks, _ = strconv.ParseFloat(m[1], 64)
				first = strings.TrimSpace(first[len(m[0]):])
			}
			text = first
		}
		if text == "" {
			continue
		}
		blank := i > 0 && l.n > lines[i-1].n+1
		forced := l.hint
		if i > 0 && (forced == Key || forced == "" && (answerLine.MatchString(text) && (d.isAnswer(text) || in != inStem) || d.of.asked && answered.MatchString(text))) {
			value := text
			if m := answered.FindStringSubmatch(text); m != nil && d.of.asked {
				value = m[1]
			} else if m := answerLine.FindStringSubmatch(text); m != nil {
				value = m[1]
			}
			d.key, in = strings.TrimSpace(strings.Trim(value, "*")), inAnswer
			l.as = Key
			continue
		}
		if i > 0 && forced == "" && answerAlone.MatchString(text) {
			in, awaited = inAnswer, true
			l.as = Key
			continue
		}
		if m := letterAlone.FindStringSubmatch(text); m != nil && forced == "" && len(d.offers) >= 2 && d.key == "" && int((m[1] + m[2])[0]|0x20-'a') < len(d.offers) {
			d.key, in = m[1]+m[2], inAnswer
			l.as = Key
			continue
		}
		if m := marksLine.FindStringSubmatch(text); m != nil && forced == "" && i > 0 {
			d.marks, _ = strconv.ParseFloat(m[1], 64)
			l.as = Key
			continue
		}
		if awaited && d.key == "" && forced == "" {
			d.key, awaited = text, false
			l.as = Key
			continue
		}
		if m := reasonLine.FindStringSubmatch(text); i > 0 && (forced == Explanation || forced == "" && m != nil && (in != inStem || d.key != "")) {
			if m != nil {
				text = m[1]
			}
			d.why, in = append(d.why, text), inAnswer
			l.as = Explanation
			continue
		}
		if forced == "" || forced == Option {
			if d.offer(text, l, forced == Option) {
				in = inOptions
				if i > 0 {
					l.as = Option
				}
				continue
			}
		}
		switch {
		case in == inStem || forced == Stem:
			d.stem = append(d.stem, text)
		case in == inOptions && (!blank || l.indent > d.last.indent+1) && len(d.offers) > 0:
			at := &d.offers[len(d.offers)-1]
			more := praise(offer{text: text}, text)
			at.text, at.right = strings.TrimSpace(at.text+" "+source.Fold(more.text)), at.right || more.right
			l.as = Option
		case in == inAnswer && (!blank || len(d.why) > 0):
			d.why = append(d.why, text)
			l.as = Explanation
		default:
			l.of, l.as, l.why = nil, Left, "stands behind the options of a question"
		}
	}
}

// flow joins the lines of a stem within which the options stand as in a sentence,
// and says which lines went into the first.
func flow(first string, lines []*line) (string, map[*line]bool) {
	joined, gone := first, map[*line]bool{}
	if !inlineFirst.MatchString(first) {
		return first, nil
	}
	for i := 1; i < len(lines) && lines[i].n == lines[i-1].n+1 && lines[i].hint == ""; i++ {
		if answerLine.MatchString(lines[i].text) || reasonLine.MatchString(lines[i].text) {
			break
		}
		joined += " " + lines[i].text
		gone[lines[i]] = true
	}
	if _, several := options(joined, "a"); len(several) < 2 {
		return first, nil
	}
	return joined, gone
}

// inlineFirst is the first option in the middle of a line.
var inlineFirst = regexp.MustCompile(`\S\s+(?:\(\s?[Aa]\s?\)|\[\s?[Aa]\s?\]|[Aa]\))\s*\S`)

// isAnswer says whether a line that reads like "Answer …" is one, and no stem
// that speaks of answers.
func (d *draft) isAnswer(text string) bool {
	m := answerLine.FindStringSubmatch(text)
	lower := strings.ToLower(text)
	colon := strings.IndexAny(text, ":=")
	return m != nil && !strings.HasSuffix(text, "?") && (colon > 0 && colon < 32 || strings.HasPrefix(lower, "ans") && len(strings.Fields(m[1])) <= 4 || len(strings.Fields(m[1])) == 1)
}

// offer takes a line as one or more options, if it is.
func (d *draft) offer(text string, l *line, forced bool) bool {
	want := string(rune('a' + len(d.offers)))
	if before, several := options(text, want); len(several) > 1 && (before == "" || len(d.offers) == 0) {
		if before != "" {
			d.stem = append(d.stem, before)
		}
		d.offers, d.last = append(d.offers, several...), l
		return true
	}
	o, ok := option(text)
	if !ok {
		if o, ok := numberedOption(text, d.of.main, len(d.offers)+1); ok && len(d.stem) > 0 {
			d.offers, d.last, d.counted = append(d.offers, o), l, true
			return true
		}
		if forced {
			d.offers, d.last = append(d.offers, offer{text: text}), l
		}
		return forced
	}
	switch {
	case forced:
	case o.letter == "":
		if len(d.offers) > 0 && d.offers[0].letter != "" || len(d.stem) == 0 {
			return false
		}
	case o.letter < want || o.letter[0] > want[0]+2 || len(d.offers) == 0 && o.letter != "a":
		return false
	case len(d.offers) > 0 && d.offers[0].letter == "":
		return false
	case len(d.stem) == 0 && len(d.offers) == 0:
		return false // a stem that begins "A. …"
	}
	o.right = o.right || l.bold && !allBold(l)
	d.offers, d.last = append(d.offers, o), l
	return true
}

// allBold says whether emphasis tells nothing, because the lines around have it
// too.
func allBold(*line) bool { return false }

// question makes the question of what was gathered.
func (d *draft) question(it *item, id, label string, at int) *question.Question {
	q := &question.Question{ID: id, Number: label, Level: question.Medium, Marks: d.marks, Origin: question.Origin{By: "import", Line: at}}
	if it.sti != nil {
		q.Stimulus = it.sti.ID
	}
	d.bareOptions()
	stem := strings.TrimSpace(flowing(d.stem))
	if m := marksAt.FindStringSubmatch(stem); m != nil {
		q.Marks, _ = strconv.ParseFloat(m[1]+m[2], 64)
		stem = strings.TrimSpace(stem[:len(stem)-len(m[0])])
	}
	if m := answerEnd.FindStringSubmatch(stem); m != nil && d.key == "" {
		d.key, stem = m[1]+m[2], strings.TrimSpace(stem[:len(stem)-len(m[0])])
	}
	if len(d.offers) > 0 && d.key == "" {
		last := &d.offers[len(d.offers)-1]
		if m := answerEnd.FindStringSubmatch(last.text); m != nil {
			d.key, last.text = m[1]+m[2], strings.TrimSpace(last.text[:len(last.text)-len(m[0])])
		}
	}
	if len(d.offers) == 0 {
		if m := choiceTop.FindString(stem); m != "" && len(m) < len(stem) {
			stem, d.binary = stem[len(m):], true
		} else if m := choiceEnd.FindString(stem); m != "" && len(m) < len(stem) {
			stem, d.binary = strings.TrimSpace(stem[:len(stem)-len(m)]), true
		}
		d.binary = d.binary || trueFalseHead.MatchString(it.section) && !strings.HasSuffix(stem, "?") && !gap.MatchString(stem) && !asks.MatchString(stem)
	}
	if d.counted {
		q.Tags = append(q.Tags, numberedTag)
	}
	q.Stem = stem
	rights := 0
	for i, o := range d.offers {
		q.Options = append(q.Options, question.Option{ID: question.Letter(i), Text: o.text})
		if o.right {
			rights++
		}
	}
	if rights < len(d.offers) { // where all are marked, the mark says nothing
		for i, o := range d.offers {
			if o.right {
				q.Key.Options = append(q.Key.Options, question.Letter(i))
			}
		}
	}
	if m := choiceTop.FindString(q.Stem); m != "" && len(m) < len(q.Stem) && len(q.Options) == 2 {
		q.Stem = q.Stem[len(m):]
	}
	if len(q.Options) == 2 && isTrue(q.Options[0].Text) && isFalse(q.Options[1].Text) {
		key := ""
		if len(q.Key.Options) == 1 {
			key = map[string]string{"a": "true", "b": "false"}[q.Key.Options[0]]
		}
		q.Key = question.Key{}
		d.binary = true
		if key != "" {
			q.Key.Options = []string{key}
		}
		switch strings.ToLower(strings.Trim(d.key, " .()")) {
		case "a":
			d.key = "true"
		case "b":
			d.key = "false"
		}
	}
	if d.binary {
		q.Kind = question.TrueFalse
		q.Options = []question.Option{{ID: "true", Text: "True"}, {ID: "false", Text: "False"}}
	}
	q.Explanation = flowing(d.why)
	if d.key != "" {
		if rest := setKey(q, d.key); rest != "" {
			q.Explanation = strings.TrimSpace(rest + "\n" + q.Explanation)
		}
	}
	return q
}

// numberedTag marks, while a paper is read, a question whose options are
// numbered: its key is a number.
const numberedTag = "numbered options"

// ownLine is what begins a line of its own within a stem.
var ownLine = regexp.MustCompile(`^(?:\(?(?:[IVX]{1,4}|[ivx]{1,4}|\d{1,2})[.)]|[-•*])\s`)

// flowing joins lines that were broken to fit the page; what was on a line of
// its own stays so.
func flowing(lines []string) string {
	var out strings.Builder
	for i, l := range lines {
		if i > 0 {
			before := strings.TrimSpace(lines[i-1])
			ended := before == "" || strings.ContainsAny(before[len(before)-1:], ".?!:;") || len(before) < 30
			if ownLine.MatchString(l) || ended {
				out.WriteString("\n")
			} else {
				out.WriteString(" ")
			}
		}
		out.WriteString(l)
	}
	return out.String()
}

var trueFalseHead = regexp.MustCompile(`(?i)\btrue\b.{0,12}\bfalse\b|\bT\b\s*(?:/|or)\s*\bF\b`)

func isTrue(text string) bool  { return trueWord.MatchString(strings.Trim(text, " .")) }
func isFalse(text string) bool { return falseWord.MatchString(strings.Trim(text, " .")) }

// longOption is the length of a line above which it is no option without a
// letter, in bytes.
const longOption = 140

// bareOptions finds options that stand on lines of their own with no letter:
// below a stem that ends as a question does, and with the answer among them
// where there is one.
func (d *draft) bareOptions() {
	if len(d.offers) > 0 || len(d.stem) < 3 {
		return
	}
	at := 0
	for i, s := range d.stem {
		if strings.HasSuffix(s, "?") || strings.HasSuffix(s, ":") || strings.HasSuffix(s, "…") || strings.HasSuffix(s, "...") || strings.HasSuffix(strings.TrimRight(s, " ."), "___") {
			at = i + 1
		}
	}
	if at == 0 {
		at = 1
	}
	tail := d.stem[at:]
	if len(tail) < 2 || len(tail) > 6 {
		return
	}
	found := false
	for _, s := range tail {
		if len(s) > longOption || len(labels(s)) > 0 && labels(s)[0].style < bare {
			return
		}
		found = found || d.key != "" && same(s, d.key)
	}
	asked := strings.HasSuffix(d.stem[at-1], "?") || strings.HasSuffix(d.stem[at-1], ":")
	letter := len(d.key) == 1 && d.key[0]|0x20 >= 'a' && int(d.key[0]|0x20-'a') < len(tail)
	if !found && !(asked && (d.key == "" && len(tail) >= 3 || letter)) {
		return
	}
	for _, s := range tail {
		d.offers = append(d.offers, praise(offer{text: s}, s))
	}
	d.stem = d.stem[:at]
}

// same says whether two texts are one but for case, blanks and end marks.
func same(a, b string) bool { return plainly(a) == plainly(b) }

func plainly(text string) string {
	return strings.Trim(strings.ToLower(source.Fold(text)), " .;,:*")
}

// side is one entry of a match.
type side struct {
	label string
	text  string
}

var sideLabel = regexp.MustCompile(`^(?:_{2,}|\(\s*\)|\[\s*\])?\s*(?:\(?(\d{1,2}|[A-Ja-j])[.)]|(\d{1,2}|[A-J])\s{2,})\s*(.*)$`)

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
func (it *item) match() bool {
	var stem []string
	var left, right []side
	d := &draft{}
	var roles []*line
	for i, l := range it.lines {
		text := l.text
		if i == 0 && !it.counted {
			stem = append(stem, it.rest)
			continue
		}
		if answerLine.MatchString(text) {
			d.key = answerLine.FindStringSubmatch(text)[1]
			l.as = Key
			continue
		}
		if m := reasonLine.FindStringSubmatch(text); m != nil && len(left) > 0 {
			d.why = append(d.why, m[1])
			l.as = Explanation
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
