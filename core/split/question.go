package split

import (
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"zincowl/core/language"
	"zincowl/core/question"
	"zincowl/core/source"
)

// build makes the questions of an item: one, or one for each of its parts.
func (it *item) build(h *habits) {
	it.out, it.rest = nil, nil
	if it.matched && it.match(h) {
		return
	}
	if parts := it.parts(h, it.lines, it.runs, it.id, it.label, nil); len(parts) > 1 {
		it.out = parts
		return
	}
	d := &draft{of: it, h: h}
	d.read(it.lines, it.runs)
	it.rest = d.rest
	it.out = []*question.Question{d.question(it.id, it.label, it.lines[0].n)}
}

// parts takes lines apart whose lettered lines are questions of their own; what
// stands above them all is said in each of them.
func (it *item) parts(h *habits, lines []*line, all []run, id, label string, shared []string) []*question.Question {
	for _, r := range all {
		if r.form.sort != lower && r.form.sort != roman || len(r.spots) < 2 {
			continue
		}
		asking := 0
		var pieces [][]*line
		var labels []*line
		ok := true
		for i, s := range r.spots {
			end := len(lines)
			if i+1 < len(r.spots) {
				end = r.spots[i+1].line
			}
			if end <= s.line || s.place != first && (s.line > 0 || i > 0) || len(lines[s.line].text) == s.end {
				ok = false
				break
			}
			_, begin := lines[s.line].cut(s.end)
			labels = append(labels, lines[s.line])
			piece := append([]*line{begin}, lines[s.line+1:end]...)
			pieces = append(pieces, piece)
			if tasked(piece) {
				asking++
			}
		}
		if !ok || asking*3 < len(pieces)*2 {
			continue
		}
		above := append([]string(nil), shared...)
		for _, l := range lines[:r.spots[0].line] {
			above = append(above, l.text)
		}
		if head := strings.TrimSpace(lines[r.spots[0].line].text[:r.spots[0].at]); head != "" {
			above = append(above, head)
		}
		for _, l := range labels {
			l.used = true
		}
		var out []*question.Question
		for i, piece := range pieces {
			letter := r.spots[i].label()
			within := runs(piece)
			if inner := it.parts(h, piece, within, id+letter, label+" ("+letter+")", above); len(inner) > 1 {
				out = append(out, inner...)
				continue
			}
			d := &draft{of: it, h: h}
			d.read(piece, within)
			q := d.question(id+letter, strings.TrimSpace(label+" ("+letter+")"), piece[0].n)
			if stem := strings.TrimSpace(flowing(above)); stem != "" {
				q.Stem = stem + "\n\n" + q.Stem
			}
			it.rest = append(it.rest, d.rest...)
			for _, l := range piece[1:] {
				if l.as == "" {
					l.as = Stem
				}
			}
			out = append(out, q)
		}
		return out
	}
	return nil
}

// tasked says whether lines set a task: they ask, or say how many marks it has,
// or leave lines to write on.
func tasked(lines []*line) bool {
	for i, l := range lines {
		if strings.HasSuffix(l.text, "?") || marksOf(l.text) != nil || i == 0 && asks.MatchString(l.text) {
			return true
		}
	}
	return false
}

// question makes the question of what was gathered.
func (d *draft) question(id, label string, at int) *question.Question {
	it, h := d.of, d.h
	q := &question.Question{ID: id, Number: label, Level: question.Medium, Marks: d.marks, Origin: question.Origin{By: "import", Line: at}}
	if it.sti != nil {
		q.Stimulus = it.sti.ID
	}
	for i := range d.stem {
		if wrappedIn(d.stem[i]) == nil { // what is set apart as a whole may be the right option
			d.stem[i] = unmarked(d.stem[i])
		}
	}
	d.stem = slices.DeleteFunc(d.stem, func(s string) bool { return s == "" })
	if len(d.stem) > 0 {
		if m := marksHead.FindStringSubmatch(d.stem[0]); m != nil {
			q.Marks, _ = strconv.ParseFloat(m[1], 64)
			d.stem[0] = strings.TrimSpace(d.stem[0][len(m[0]):])
		}
		if h.tagged {
			d.stem[0] = tagHead.ReplaceAllString(d.stem[0], "")
		}
	}
	d.spaces()
	if len(d.offers) == 0 {
		d.parted()
	}
	d.bareOptions()
	stem := unmarked(flowing(d.stem))
	stem = d.ending(q, stem)
	if len(d.offers) > 0 && d.key == "" {
		last := &d.offers[len(d.offers)-1]
		if m := answerEnd.FindStringSubmatch(last.text); m != nil {
			d.key, last.text = m[1]+m[2], strings.TrimSpace(last.text[:len(last.text)-len(m[0])])
		}
	}
	if len(d.offers) > 0 {
		last := &d.offers[len(d.offers)-1]
		if m := marksOf(last.text); m != nil && (m[1] != "" || strings.Contains(m[0], "m")) {
			q.Marks, _ = strconv.ParseFloat(m[1]+m[2], 64)
			last.text = strings.TrimSpace(last.text[:len(last.text)-len(m[0])])
		}
	}
	if len(d.offers) == 0 {
		if m := choiceTop.FindString(stem); m != "" && len(m) < len(stem) {
			d.binary = true
		} else if m := choiceEnd.FindString(stem); m != "" && len(m) < len(stem) {
			stem, d.binary = strings.TrimSpace(stem[:len(stem)-len(m)]), true
		}
		d.binary = d.binary || trueFalseHead.MatchString(it.section) && !strings.HasSuffix(stem, "?") && !gap.MatchString(stem) && !asks.MatchString(stem)
	}
	if d.form.sort == decimal || d.form.sort == roman {
		q.Tags = append(q.Tags, numberedTag)
	}
	if d.form.sort == bullet && len(d.offers) > 1 && d.inOrder(q) {
		q.Stem = stem
		q.Explanation = flowing(d.why)
		return q
	}
	q.Stem = stem
	right := d.right()
	for i, o := range d.offers {
		q.Options = append(q.Options, question.Option{ID: question.Letter(i), Text: d.offerText(i)})
		if o.dress != "" && o.dress == right || right == "box" && ticked(o.state) {
			q.Key.Options = append(q.Key.Options, question.Letter(i))
		}
	}
	if len(q.Options) == 2 && isTrue(q.Options[0].Text) && isFalse(q.Options[1].Text) {
		d.twofold(q)
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
	it.offered = len(q.Options)
	return q
}

// ending takes what stands behind the stem off it: how many marks there are, and
// the key.
func (d *draft) ending(q *question.Question, stem string) string {
	for range 3 {
		if m := marksOf(stem); m != nil && (m[1] != "" || !d.h.stemKeys) {
			q.Marks, _ = strconv.ParseFloat(m[1]+m[2], 64)
			stem = strings.TrimSpace(stem[:len(stem)-len(m[0])])
		} else if m := answerEnd.FindStringSubmatch(stem); d.key == "" && m != nil {
			d.key, stem = m[1]+m[2], strings.TrimSpace(stem[:len(stem)-len(m[0])])
		} else if m := bracketEnd.FindStringSubmatch(stem); m != nil && d.key == "" && d.h.stemKeys {
			d.key, stem = m[1], strings.TrimSpace(stem[:len(stem)-len(m[0])])
		} else {
			break
		}
	}
	return stem
}

// twofold makes a statement of a question whose options are true and false.
func (d *draft) twofold(q *question.Question) {
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

// offerText is the text of an option without what sets it apart.
func (d *draft) offerText(i int) string {
	text, dress := undressed(d.offers[i].text)
	if dress != "" {
		d.offers[i].dress = dress
	}
	return strings.TrimRight(text, " |")
}

// right says by which dress the right options are told from the others: one that
// some of them have and not all.
func (d *draft) right() string {
	count, boxes := map[string]int{}, 0
	d.boxed()
	for i, o := range d.offers {
		d.offerText(i)
		if dress := d.offers[i].dress; dress != "" {
			count[dress]++
		}
		if ticked(o.state) {
			boxes++
		}
	}
	if boxes > 0 && boxes < len(d.offers) {
		return "box"
	}
	for _, dress := range []string{"tick", "word", "bold", "*", "slanted"} {
		if n := count[dress]; n > 0 && n < len(d.offers) {
			return dress
		}
	}
	return ""
}

// boxed takes boxes behind the letters off the options' texts.
func (d *draft) boxed() {
	for _, o := range d.offers {
		if boxAt(o.text) == "" {
			return
		}
	}
	for i, o := range d.offers {
		box := boxAt(o.text)
		d.offers[i].state, d.offers[i].text = strings.TrimSpace(box[1:len(box)-1]), strings.TrimSpace(o.text[len(box):])
	}
}

func ticked(state string) bool { return state != "" && !strings.ContainsAny(state, "123456789") }

// marksOf reads how many marks a text ends with.
func marksOf(text string) []string {
	if !strings.HasSuffix(text, ")") && !strings.HasSuffix(text, "]") {
		return nil
	}
	return marksAt.FindStringSubmatch(text)
}

// inOrder makes the question one of putting in order, where its boxes are numbered.
func (d *draft) inOrder(q *question.Question) bool {
	at := make([]string, len(d.offers))
	for i, o := range d.offers {
		n, err := strconv.Atoi(o.state)
		if err != nil || n < 1 || n > len(at) || at[n-1] != "" {
			return false
		}
		at[n-1] = question.Letter(i)
	}
	for i := range d.offers {
		q.Options = append(q.Options, question.Option{ID: question.Letter(i), Text: d.offerText(i)})
	}
	q.Kind, q.Key.Order = question.Order, at
	d.of.offered = len(q.Options)
	return true
}

// numberedTag marks, while a paper is read, a question whose options are
// numbered: its key is a number.
const numberedTag = "numbered options"

var (
	trailing  = regexp.MustCompile(`([.?!:)])\s*(?:_{3,}|\.{5,}|…{2,})\s*$`)
	writeLine = regexp.MustCompile(`(?:\.{5,}|_{5,}|…{3,})`)
)

// unmarked takes the marks of emphasis out of a text.
func unmarked(text string) string {
	return strings.TrimSpace(strings.ReplaceAll(text, "**", ""))
}

// spaces takes out of the stem what is there to be written on.
func (d *draft) spaces() {
	var out []string
	for i, text := range d.stem {
		if !strings.ContainsAny(text, "._…") {
			out = append(out, text)
			continue
		}
		if m := marksOf(text); m != nil && writeLine.MatchString(text) {
			d.marks, _ = strconv.ParseFloat(m[1]+m[2], 64)
			if !d.h.stemKeys {
				text = strings.TrimSpace(text[:len(text)-len(m[0])])
			}
		}
		if loc := writeLine.FindStringIndex(text); loc != nil && i > 0 {
			words := strings.Fields(text[:loc[0]])
			rest := strings.Trim(writeLine.ReplaceAllString(text[loc[1]:], ""), " .")
			last := strings.TrimSpace(d.stem[i-1])
			if len(words) <= 4 && len(strings.Fields(rest)) <= 2 && (len(words) == 0 || strings.HasSuffix(strings.TrimSpace(text[:loc[0]]), "=") || strings.HasSuffix(strings.TrimSpace(text[:loc[0]]), ":")) && last != "" && (strings.ContainsAny(last[len(last)-1:], ".?!):") || writeLine.MatchString(last)) {
				continue
			}
		}
		out = append(out, trailing.ReplaceAllString(text, "$1"))
	}
	d.stem = out
}

// ownLine is what begins a line of its own within a stem.
var ownLine = regexp.MustCompile(`^(?:\(?(?:[IVX]{1,4}|[ivx]{1,4}|\d{1,2})(?:[.)]|\s{2,})|[-•*])\s*`)

// emptyBox is a box in a sentence that is to be filled in.
var emptyBox = regexp.MustCompile(`\[\s{2,}\]|\(\s{3,}\)`)

// flowing joins lines that were broken to fit the page; what was on a line of
// its own stays so.
func flowing(lines []string) string {
	out := ""
	for i, l := range lines {
		l = source.Fold(emptyBox.ReplaceAllString(l, "____"))
		if i == 0 {
			out = l
			continue
		}
		before := strings.TrimSpace(lines[i-1])
		ended := before == "" || strings.ContainsAny(before[len(before)-1:], ".?!:;") || len(before) < 30 && !strings.HasSuffix(before, "-") && !unicode.IsLower(runeAt(l, 0))
		if ownLine.MatchString(l) || ended {
			out += "\n" + l
		} else {
			out = join(out, l)
		}
	}
	return out
}

// mended puts a word together that was cut at the end of a line; one that is
// written with a hyphen keeps it.
func mended(a, b string) string {
	head := a[strings.LastIndexAny(a, " \n(")+1 : len(a)-1]
	tail := b
	if i := strings.IndexAny(b, " \n,.;:?!)"); i >= 0 {
		tail = b[:i]
	}
	whole := strings.ToLower(head + tail)
	if language.Known(whole) || !language.Known(strings.ToLower(head)) || !language.Known(strings.ToLower(tail)) {
		return a[:len(a)-1] + b
	}
	return a + b
}

var trueFalseHead = regexp.MustCompile(`(?i)\btrue\b.{0,14}\bfalse\b|\bT\b\s*(?:/|or)\s*\bF\b|\bverdadero\b.{0,14}\bfalso\b|\brichtig\b.{0,14}\bfalsch\b`)

func isTrue(text string) bool  { return trueWord.MatchString(strings.Trim(text, " .")) }
func isFalse(text string) bool { return falseWord.MatchString(strings.Trim(text, " .")) }

// longOption is the length of a line above which it is no option without a
// letter, in bytes.
const longOption = 140

// bareOptions finds options that stand on lines of their own with no letter:
// below a stem that ends as a question does, and with the answer among them
// where there is one; or where this is how the paper has them.
func (d *draft) bareOptions() {
	if len(d.offers) > 0 || len(d.stem) < 3 {
		return
	}
	at := 0
	for i, s := range d.stem {
		if endsStem(strings.TrimSpace(marksAt.ReplaceAllString(s, ""))) {
			at = i + 1
		}
	}
	if n := d.h.usual; d.h.bare && at == 0 && len(d.stem) > n {
		at = len(d.stem) - n
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
		if len(s) > longOption {
			return
		}
		found = found || d.key != "" && same(s, d.key)
	}
	head := strings.TrimSpace(marksAt.ReplaceAllString(d.stem[at-1], ""))
	asked := strings.HasSuffix(head, "?") || strings.HasSuffix(head, ":")
	letter := len(d.key) == 1 && d.key[0]|0x20 >= 'a' && int(d.key[0]|0x20-'a') < len(tail)
	if !found && !(asked && (d.key == "" && len(tail) >= 3 || letter)) && !(d.h.bare && (len(tail) == d.h.usual || len(tail) >= 3 && len(tail) < d.h.usual)) {
		return
	}
	for _, s := range tail {
		d.offers = append(d.offers, offer{text: s})
	}
	d.stem = d.stem[:at]
}

// endsStem says whether a line ends as what is asked does.
func endsStem(s string) bool {
	return strings.HasSuffix(s, "?") || strings.HasSuffix(s, ":") || strings.HasSuffix(s, "…") || strings.HasSuffix(s, "...") || strings.HasSuffix(strings.TrimRight(s, " ."), "___")
}

var (
	stroke     = regexp.MustCompile(`\s+[/|]\s+`)
	strokeOpen = regexp.MustCompile(`(?:\s{2,}|\t|[?:…]\s+|\n)`)
	orAmong    = regexp.MustCompile(`^([\s\S]*\?)\s+(?:(?i:is|are|was|were|does|do) (?:it|they|this|that|these)\s+)?([^?]+(?:, | or )[^?]+)\?$`)
	bracketed  = regexp.MustCompile(`[(\[]\s*([^()\[\]]*?\S\s*/\s*\S[^()\[\]]*?)\s*[)\]]`)
	commaOr    = regexp.MustCompile(`\s*[,;]\s+(?:or\s+)?|\s+or\s+`)
	byComma    = regexp.MustCompile(`[(\[]([^()\[\]]+)[)\]]\s*[.?]?\s*$`)
)

// parted finds options that stand in a line with strokes between them: behind a
// gap or a question mark, on a line of their own, or in brackets, where they may
// stand for what is missing in a sentence.
func (d *draft) parted() {
	if len(d.stem) == 0 || choiceEnd.MatchString(strings.TrimSpace(strings.Join(d.stem, "\n"))) {
		return
	}
	text := strings.Join(d.stem, "\n")
	if stem, parts := suggested(text); len(parts) > 1 && d.offer(parts) {
		d.stem = strings.Split(stem, "\n")
		return
	}
	if m := orAmong.FindStringSubmatch(text); m != nil && d.key != "" {
		if parts := commaOr.Split(m[2], -1); slices.ContainsFunc(parts, func(p string) bool { return same(p, d.key) }) && d.offer(parts) {
			d.stem = strings.Split(m[1], "\n")
			return
		}
	}
	if m := bracketed.FindStringSubmatchIndex(text); m != nil {
		parts := regexp.MustCompile(`\s*/\s*`).Split(text[m[2]:m[3]], -1)
		spaced := stroke.MatchString(text[m[2]:m[3]])
		if (len(parts) >= 3 || spaced || d.h.slashes) && d.offer(parts) {
			before, after := strings.TrimSpace(text[:m[0]]), text[m[1]:]
			if strings.Trim(after, " .?!\n") != "" && !gap.MatchString(text) {
				before += " ____"
			} else if strings.Trim(after, " .?!\n") == "" {
				after = strings.TrimSpace(after)
			}
			d.stem = strings.Split(before+after, "\n")
			return
		}
	}
	at := stroke.FindStringIndex(text)
	if at == nil {
		if m := byComma.FindStringSubmatchIndex(text); m != nil && d.h.commas {
			if parts := listed(text); len(parts) >= 2 && d.offer(parts) {
				d.stem = strings.Split(strings.TrimSpace(text[:m[0]]), "\n")
			}
		}
		return
	}
	opens := strokeOpen.FindAllStringIndex(text[:at[0]], -1)
	if len(opens) == 0 {
		if !d.h.slashes {
			return
		}
		d.within(text)
		return
	}
	open := opens[len(opens)-1]
	end := len(text)
	if i := strings.Index(text[at[1]:], "\n"); i >= 0 && !strings.Contains(text[at[1]+i:], " / ") {
		end = at[1] + i
	}
	parts := stroke.Split(text[open[1]:end], -1)
	if !d.offer(parts) {
		return
	}
	stem := text[:open[1]]
	if end < len(text) {
		stem += text[end:]
	}
	d.stem = strings.Split(strings.TrimSpace(stem), "\n")
}

// suggested are the answers that a question suggests by asking again: "Which needle suits
// jersey? a sharp one? a ballpoint?"
func suggested(text string) (stem string, parts []string) {
	if strings.Count(text, "?") < 3 || !strings.HasSuffix(text, "?") {
		return "", nil
	}
	asks := strings.Split(strings.TrimSuffix(text, "?"), "?")
	for _, a := range asks[1:] {
		a = strings.TrimSpace(a)
		if r := runeAt(a, 0); a == "" || !unicode.IsLower(r) && !unicode.IsDigit(r) || len(strings.Fields(a)) > 6 {
			return "", nil
		}
		parts = append(parts, a)
	}
	return asks[0] + "?", parts
}

// within takes options out of the middle of a sentence: the first and the last of
// them have as many words as those between.
func (d *draft) within(text string) {
	parts := stroke.Split(text, -1)
	between := parts[1 : len(parts)-1]
	if len(between) == 0 {
		between = parts[1:]
	}
	n := 0
	for _, p := range between {
		n += len(strings.Fields(p))
	}
	mean := float64(n) / float64(len(between))
	n = max(1, (n+len(between)/2)/len(between))
	head, tail := strings.Fields(parts[0]), strings.Fields(parts[len(parts)-1])
	if len(head) <= n {
		return
	}
	if len(parts) > 2 && len(tail) <= n+3 {
		n = opening(head, between, mean)
	}
	parts[0] = strings.Join(head[len(head)-n:], " ")
	stem := strings.Join(head[:len(head)-n], " ")
	if len(parts) > 2 && len(tail) > n {
		parts[len(parts)-1] = strings.Join(tail[:n], " ")
		stem += " ____ " + strings.Join(tail[n:], " ")
	}
	if d.offer(parts) {
		d.stem = []string{stem}
	}
}

// opening is how many words at the end of a stem are its first option: one that begins as
// the others do, is about as long, and stands behind a word that leads to it.
func opening(head, others []string, mean float64) int {
	verbs, plain, figures := 0, 0, 0
	for _, o := range others {
		first := strings.ToLower(strings.Trim(strings.Fields(o)[0], "_*"))
		if language.Verb(first) {
			verbs++
		}
		if strings.IndexAny(first, "0123456789") == 0 {
			figures++
		}
		if !language.Content(first) {
			plain++
		}
	}
	if sign := head[len(head)-1][len(head[len(head)-1])-1:]; sign == "_" || sign == "*" { // it is marked as the right one
		for n := 1; n < len(head) && n <= 14; n++ {
			if strings.HasPrefix(head[len(head)-n], sign) {
				return n
			}
		}
	}
	best, top := 1, math.Inf(-1)
	for n := 1; n < len(head) && n <= 12; n++ {
		first, before := strings.ToLower(strings.Trim(head[len(head)-n], "_*,")), head[len(head)-n-1]
		worth := -0.5 * math.Abs(float64(n)-mean)
		if language.Verb(first) == (2*verbs > len(others)) {
			worth++
		}
		if (strings.IndexAny(first, "0123456789") == 0) == (2*figures > len(others)) {
			worth++
		}
		if language.Content(first) == (2*plain < len(others)) {
			worth++
		}
		if last := before[len(before)-1]; last == '?' || last == ':' {
			worth += 4
		} else if !language.Content(strings.ToLower(before)) {
			worth++
		}
		if worth > top {
			best, top = n, worth
		}
	}
	return best
}

// listed are the entries of a list in brackets at the end of a text.
func listed(text string) []string {
	m := byComma.FindStringSubmatch(text)
	if m == nil {
		return nil
	}
	return commaOr.Split(strings.TrimSpace(m[1]), -1)
}

// offer takes texts as the options, if they may be.
func (d *draft) offer(parts []string) bool {
	if len(parts) < 2 || len(parts) > most {
		return false
	}
	for _, p := range parts {
		if n := len(strings.Fields(p)); n == 0 || n > 14 || strings.Contains(p, "?") {
			return false
		}
	}
	for _, p := range parts {
		d.offers = append(d.offers, offer{text: p})
	}
	return true
}
