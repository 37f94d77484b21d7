package split

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"zincowl/core/question"
)

// entry is an answer that stands apart from its question.
type entry struct {
	at     int    // the place of its question among all
	part   string // of "12 (a)(i)", without brackets: "a.i"
	value  string
	why    []string
	lines  []*line
	reason bool // it explains an answer given elsewhere
}

// list reads what stands apart from the questions: rows of answers, answers one
// below the other, a row of numbers above a row of letters, explanations.
type list struct {
	p       *paper
	labels  map[string][]int // where questions with a label are, in small letters
	at      int              // the question that was answered last
	pending []*line
	reasons bool
	decimal bool // every label has a figure
}

var (
	entryLabel = regexp.MustCompile(`^(?:\*\*)?(?i:question|q|no|nr|item|answer|ans|frage|zu)?[ .#]{0,2}[(\[]?((?i:[a-z]?\d{1,4}(?:\.\d{1,2})*[a-j]?|[ivxl]{1,6}))(\s?[.):\-–=/\]]{1,2}|)(?:\*\*)?`)
	partLabels = regexp.MustCompile(`^\s*((?:\(\s?(?:[a-h]|[ivx]{1,4})\s?\)\s*)+|[a-h][.)]\s+)`)
	partLabel  = regexp.MustCompile(`[a-h]\b|[ivx]+`)
	runOfKeys  = regexp.MustCompile(`^\W*(\d{1,4})\s*(?:-|–|—|to|\.\.\.?|…)\s*(\d{1,4})\s*[.:)=]?\s+([A-Ha-hTF](?:[\s,;]*[A-Ha-hTF]\b?)*)\W*$`)
	turned     = regexp.MustCompile(`(?:^|[\s,;|])([A-Ha-h]|\d{1,6}(?:[.,]\d+)?)\s?[-–:=.)/]\s?(\d{1,4})`)
	letter     = regexp.MustCompile(`[A-Ha-hTF]`)
	gridGap    = regexp.MustCompile(`[\s|]+`)
	pointMark  = regexp.MustCompile(`\s*\(\d\)(?:\s+|$)`)
	wideSplit  = regexp.MustCompile(`\s{3,}|\t+`)
)

// newList prepares the reading of answers to the questions of a paper.
func newList(p *paper) *list {
	k := &list{p: p, labels: map[string][]int{}, at: -1}
	plain := false
	for i, it := range p.items {
		if it.label != "" {
			k.labels[strings.ToLower(it.label)] = append(k.labels[strings.ToLower(it.label)], i)
			plain = plain || it.number > 0
		}
		if it.counted {
			for n := it.number + 1; n <= it.rows; n++ {
				k.labels[strconv.Itoa(n)] = append(k.labels[strconv.Itoa(n)], i)
			}
		}
	}
	k.decimal = true
	for label := range k.labels {
		k.decimal = k.decimal && strings.ContainsAny(label, "0123456789")
	}
	if !plain {
		for i := range p.items { // by their order, where they have no numbers
			if s := strconv.Itoa(i + 1); len(k.labels[s]) == 0 {
				k.labels[s] = []int{i}
			}
		}
	}
	return k
}

// found is an answer in a line: its label, and where it stands.
type found struct {
	at         int // the question
	begin, end int // the label
	closing    string
	label      string
}

// barred writes the rows of a table as lines with gaps.
func barred(lines []*line) {
	for _, l := range lines {
		if strings.Count(l.text, "|") >= 2 {
			l.text = strings.TrimSpace(strings.ReplaceAll(l.text, "|", "    "))
		}
	}
}

// labelled reads a label of a question at a byte of a text.
func (k *list) labelled(text string, i int) (found, bool) {
	m := entryLabel.FindStringSubmatchIndex(text[i:])
	if m == nil {
		return found{}, false
	}
	name := strings.ToLower(text[i+m[2] : i+m[3]])
	closing := closer(strings.TrimSpace(text[i+m[4] : i+m[5]]))
	end := i + m[1]
	if strings.Contains("([", text[i:i+1]) && closing == "" {
		return found{}, false
	}
	if _, ok := k.labels[name]; !ok {
		// "12b": a number with the letter that answers it.
		if n := len(name); n > 1 && name[n-1] >= 'a' && name[n-1] <= 'h' && k.labels[name[:n-1]] != nil {
			name, end, closing = name[:n-1], i+m[3]-1, "letter"
		} else if name = strings.TrimLeft(name, "0"); k.labels[name] == nil {
			return found{}, false
		}
	}
	if end < len(text) && closing == "" && !strings.ContainsRune(" \t", rune(text[end])) && !(text[end]|0x20 >= 'a' && text[end]|0x20 <= 'z') {
		return found{}, false
	}
	if closing == "" && end < len(text) && text[end] != ' ' && text[end] != '\t' {
		closing = "letter"
	}
	if closing == "." && end < len(text) && text[end] >= '0' && text[end] <= '9' {
		return found{}, false
	}
	return found{k.pick(name), i, end, closing, name}, true
}

// pick is which question of a label is meant: the first behind the last one, or
// the first of all.
func (k *list) pick(name string) int {
	at := k.labels[name]
	for _, i := range at {
		if i > k.at {
			return i
		}
	}
	return at[len(at)-1]
}

// row finds the answers of a line.
func (k *list) row(text string) []found {
	start := 0
	if i := strings.Index(text, ":"); i > 0 && i < 40 && i+1 < len(text) {
		if _, ok := k.labelled(strings.TrimSpace(text), 0); !ok {
			start = i + 1
		}
	}
	var out []found
	saved := k.at
	defer func() { k.at = saved }()
	for i := start; i < len(text); i++ {
		if i > start && !strings.ContainsRune(" \t,;|(", rune(text[i-1])) && !strings.HasSuffix(text[:i], "·") || text[i] == ' ' || text[i] == '\t' || text[i] == '(' && i > start && text[i-1] != ' ' {
			continue
		}
		f, ok := k.labelled(text, i)
		if !ok {
			continue
		}
		if len(out) == 0 {
			if strings.Trim(text[start:i], " \t|*-•") != "" && !keyHead.MatchString(strings.Trim(text[:i], " \t:–-")) {
				return nil
			}
		} else {
			last := out[len(out)-1]
			step := f.at - last.at
			if step == 0 || (step > 1 || step < -1) && (f.closing == "" || f.closing == "letter" || step > 3 || step < -3) || f.closing != last.closing || strings.Trim(text[last.end:i], " \t,;·•|–-(") == "" {
				continue
			}
			if len(out) > 1 && (step > 0) != (out[1].at > out[0].at) {
				continue
			}
		}
		out = append(out, f)
		k.at = f.at
		i = f.end - 1
	}
	return out
}

// several says whether a line holds several bare answers.
func (k *list) several(text string) bool {
	if k.decimal && !strings.ContainsAny(text, "0123456789") {
		return false
	}
	if runOfKeys.MatchString(text) || len(k.reversed(text)) >= 3 {
		return true
	}
	row := k.row(text)
	if len(row) < 3 {
		return false
	}
	for i, f := range row {
		end := len(text)
		if i+1 < len(row) {
			end = row[i+1].begin
		}
		if len(strings.Fields(text[f.end:end])) > 8 {
			return false
		}
	}
	return true
}

var (
	groupedKeys = regexp.MustCompile(`^\W*([A-Ha-h])\)?\s*(?:[:=–—-]+|is right in|is correct in|for|in)\s*((?:(?:questions?|nos?\.?)\s*)?\d{1,3}(?:\s*(?:,|;|\s|and|&)\s*\d{1,3})*)\W*$`)
	toldKey     = regexp.MustCompile(`(?i)^(?:in |for |to |with |the )?(?:(?:correct |right )?(?:answer|solution|key) (?:to|for|of|in) )?(?:question|number|no\.?|item|q)?\s*(?:number |no\.? )?(\d{1,3})\s*(?:,|:|–|-)?\s*(?:(?:the )?(?:correct |right )?(?:answer|option|choice|one)\s*)?(?:it )?(?:is|was|=)?\s*(?:option |choice |answer )?[(\[]?([a-h])[)\]]?(?:(?: is| was)?(?: the)? (?:correct|right|true|answer|one))?(?:\s*[.,;:]+\s*|\s+because\s+|\s*$)(.*)$`)
)

// grouped reads "B: 2, 5 and 7": the questions that one letter answers.
func (k *list) grouped(text string) []entry {
	m := groupedKeys.FindStringSubmatch(text)
	if m == nil || !k.decimal {
		return nil
	}
	var out []entry
	for _, n := range digits.FindAllString(m[2], -1) {
		at := k.labels[n]
		if at == nil {
			return nil
		}
		out = append(out, entry{at: at[0], value: m[1]})
	}
	return out
}

// told reads a sentence that says what is right: "In question 3, (c) is correct. It …".
func (k *list) told(text string) *entry {
	m := toldKey.FindStringSubmatch(text)
	if m == nil || k.labels[m[1]] == nil || len(strings.Fields(text)) < 3 {
		return nil
	}
	e := entry{at: k.pick(m[1]), value: m[2]}
	if why := strings.TrimSpace(m[3]); why != "" {
		e.why = []string{why}
	}
	return &e
}

// reversed reads answers that stand before the numbers of their questions.
func (k *list) reversed(text string) []entry {
	var out []entry
	letters := 0
	for _, m := range turned.FindAllStringSubmatch(text, -1) {
		at, ok := k.labels[m[2]]
		if !ok {
			return nil
		}
		if letterOnly.MatchString(m[1]) {
			letters++
		}
		out = append(out, entry{at: at[0], value: m[1]})
	}
	if strings.Trim(turned.ReplaceAllString(text, ""), " ,;|.\t") != "" || letters < 2 || letters*2 < len(out) {
		return nil
	}
	return out
}

// grid reads a row of labels above a row of answers.
func (k *list) grid(a, b string) []entry {
	labels, values := gridGap.Split(strings.Trim(a, " |\t"), -1), gridGap.Split(strings.Trim(b, " |\t"), -1)
	cut := func(cells []string, is func(string) bool) []string {
		for len(cells) > 0 && !is(cells[0]) {
			cells = cells[1:]
		}
		return cells
	}
	name := func(s string) string {
		s = strings.ToLower(strings.Trim(s, ".)"))
		if k.labels[s] == nil {
			s = strings.TrimLeft(s, "0")
		}
		return s
	}
	labels = cut(labels, func(s string) bool { return k.labels[name(s)] != nil })
	values = cut(values, func(s string) bool { return letter.MatchString(s) && len(strings.Trim(s, "().")) == 1 })
	for i := 0; i+1 < len(values) && len(values) > len(labels); i++ { // "4 h" is one answer
		if digits.MatchString(values[i]) && unicode.IsLower(runeAt(values[i+1], 0)) {
			values = slices.Replace(values, i, i+2, values[i]+" "+values[i+1])
		}
	}
	if len(labels) < 3 || len(values) != len(labels) {
		return nil
	}
	var out []entry
	saved := k.at
	defer func() { k.at = saved }()
	for i := range labels {
		at := name(labels[i])
		if k.labels[at] == nil || len(strings.Trim(values[i], "().")) > 5 {
			return nil
		}
		k.at = k.pick(at)
		out = append(out, entry{at: k.at, value: values[i]})
	}
	return out
}

// read takes the lines of a list.
func (k *list) read(lines []*line) {
	barred(lines)
	var open *entry
	for i := 0; i < len(lines); i++ {
		l := lines[i]
		l.as = Key
		if k.reasons {
			l.as = Explanation
		}
		k.pending = append(k.pending, l)
		text := l.text
		if reasonHead.MatchString(l.text) && !strings.Contains(strings.ToLower(l.text), "answer") {
			k.reasons, open, k.at = true, nil, -1
			continue
		}
		if headsKey(l) {
			open = nil
			continue
		}
		if m := runOfKeys.FindStringSubmatch(text); m != nil {
			if values := k.sequence(m); values != nil {
				k.keep(values)
				open = nil
				continue
			}
		}
		if i+1 < len(lines) {
			if values := k.grid(l.text, lines[i+1].text); values != nil {
				lines[i+1].as = l.as
				k.pending = append(k.pending, lines[i+1])
				k.keep(values)
				i++
				open = nil
				continue
			}
		}
		if values := k.grouped(text); len(values) > 0 && !k.reasons {
			k.keep(values)
			open = nil
			continue
		}
		if e := k.told(text); e != nil && !k.reasons {
			k.at = e.at
			k.keep([]entry{*e})
			open = &k.p.keys[len(k.p.keys)-1]
			continue
		}
		if values := k.reversed(text); len(values) >= 2 {
			k.keep(values)
			open = nil
			continue
		}
		if row := k.row(text); len(row) > 1 {
			values := make([]entry, len(row))
			for j, f := range row {
				end := len(text)
				if j+1 < len(row) {
					end = row[j+1].begin
				}
				values[j] = entry{at: f.at, value: strings.Trim(text[f.end:end], ",;|·•–- \t")}
			}
			k.keep(values)
			open = nil
			continue
		}
		if f, ok := k.labelled(text, 0); ok && !(k.reasons && open != nil && f.closing == "") {
			value := strings.TrimSpace(text[f.end:])
			if f.closing == "letter" || !(value != "" && f.closing == "" && open != nil && f.at < k.at && !l.blank) {
				e := k.single(f.at, value)
				k.keep([]entry{e})
				open = &k.p.keys[len(k.p.keys)-1]
				continue
			}
		}
		if open != nil {
			if m := partLabels.FindString(text); m != "" && k.p.items[open.at].parted() {
				e := k.single(open.at, text)
				if !strings.Contains(e.part, ".") && romanPart(e.part) {
					e.part = strings.Split(open.part, ".")[0] + "." + e.part
				}
				k.keep([]entry{e})
				open = &k.p.keys[len(k.p.keys)-1]
				continue
			}
			if got, ok := whyAt(text, 0); ok && got.at == 0 {
				text = strings.TrimSpace(text[got.end:])
			}
			if open.value == "" {
				open.value = text
			} else if text != "" {
				open.why = append(open.why, text)
			}
			k.settle(open)
			continue
		}
		if e := k.unlabelled(text); e != nil {
			k.keep([]entry{*e})
		}
	}
}

func isNumber(text string) bool {
	_, _, ok := number(text)
	return ok
}

func romanPart(s string) bool { return s != "" && strings.Trim(s, "ivx") == "" }

// single is the answer of one question; parts are said first.
func (k *list) single(at int, value string) entry {
	e := entry{at: at, reason: k.reasons}
	if k.p.items[at].parted() {
		if m := partLabels.FindString(value); m != "" {
			e.part, value = strings.Join(partLabel.FindAllString(m, -1), "."), strings.TrimSpace(value[len(m):])
		}
	}
	value = strings.Trim(value, " \t,;")
	if m := pointMark.FindAllString(value, -1); len(m) > 0 && k.p.items[at].offered == 0 {
		value = strings.TrimSpace(pointMark.ReplaceAllString(value, "   "))
		if parts := wideSplit.Split(value, -1); len(parts) > 1 && (strings.ContainsAny(parts[0], "=×÷") || isNumber(parts[len(parts)-1]) && !isNumber(parts[0])) {
			if last := strings.TrimSpace(parts[len(parts)-1]); last != "" { // the working stands before what it comes to
				e.value, e.why = last, []string{strings.TrimSpace(strings.Join(parts[:len(parts)-1], "; "))}
				return e
			}
		}
	}
	if parts := wideSplit.Split(value, 2); len(parts) == 2 && strings.TrimSpace(parts[1]) != "" {
		value, e.why = parts[0], []string{strings.TrimSpace(parts[1])}
	} else if i := strings.Index(value, "  "); i > 0 && len(strings.Fields(value[:i])) <= 4 {
		value, e.why = value[:i], []string{strings.TrimSpace(value[i:])}
	}
	e.value = strings.TrimSpace(value)
	return e
}

// sequence reads "1-5: BADCA".
func (k *list) sequence(m []string) []entry {
	from, _ := strconv.Atoi(m[1])
	to, _ := strconv.Atoi(m[2])
	letters := letter.FindAllString(m[3], -1)
	if to-from+1 != len(letters) {
		return nil
	}
	var out []entry
	for i, v := range letters {
		at := k.labels[strconv.Itoa(from+i)]
		if at == nil {
			return nil
		}
		out = append(out, entry{at: at[0], value: v})
	}
	return out
}

// unlabelled gives a line without a label to the one question that has no answer.
func (k *list) unlabelled(text string) *entry {
	has := map[int]bool{}
	for _, e := range k.p.keys {
		has[e.at] = true
	}
	last := len(k.p.items) - 1
	if last < 1 || len(has) != last || has[last] || len(k.p.items[last].out) != 1 || !k.p.items[last].out[0].Key.Empty() {
		return nil
	}
	if i := strings.Index(text, ":"); i > 0 && i < 40 {
		text = text[i+1:]
	}
	return &entry{at: last, value: strings.TrimSpace(text)}
}

// keep adds entries, with the lines that wait for them.
func (k *list) keep(values []entry) {
	for i := range values {
		values[i].reason = k.reasons
	}
	values[0].lines = append(k.pending, values[0].lines...)
	k.pending = nil
	k.p.keys = append(k.p.keys, values...)
	k.at = values[len(values)-1].at
}

// settle gives the lines that wait to an entry.
func (k *list) settle(e *entry) {
	e.lines = append(e.lines, k.pending...)
	k.pending = nil
}

func (it *item) parted() bool { return len(it.out) > 1 }

// applyKeys gives each question the answer that stands apart from it.
func (p *paper) applyKeys() {
	for _, e := range p.keys {
		it := p.items[e.at]
		for _, l := range e.lines {
			l.of = it
		}
		q := it.part(e.part)
		if q == nil {
			continue
		}
		if q.Kind == question.Match && it.counted {
			// A row of a match: number and letter are a pair.
			if v := strings.ToLower(strings.Trim(e.value, " .()")); len(v) == 1 {
				q.Key.Pairs = append(q.Key.Pairs, []string{e.row(p), v})
			}
			continue
		}
		value := e.value
		if e.part != "" && !it.parted() {
			value = strings.TrimSpace(e.part + ". " + value) // the letter is the answer
		}
		if e.reason {
			if q.Key.Empty() {
				value = setKey(q, value)
			} else if rest, ok := repeats(*q, value); ok {
				value = rest
			}
		} else {
			value = setKey(q, value)
		}
		q.Explanation = joined(q.Explanation, append([]string{value}, e.why...))
	}
}

// row is the number of the row of a counted match that an entry answers.
func (e entry) row(p *paper) string {
	it, n := p.items[e.at], 0
	for _, other := range p.keys {
		if other.at == e.at {
			if slices.Equal(other.lines, e.lines) && other.value == e.value {
				break
			}
			n++
		}
	}
	return strconv.Itoa(it.number + n)
}

// part is the question of a part of an item, "a" or "b.ii".
func (it *item) part(name string) *question.Question {
	if len(it.out) == 1 {
		return it.out[0]
	}
	want := strings.ReplaceAll(name, ".", "")
	for _, q := range it.out {
		if q.ID == it.id+want {
			return q
		}
	}
	return nil
}

func joined(text string, more []string) string {
	for _, m := range more {
		text = strings.TrimSpace(text + "\n" + strings.TrimSpace(m))
	}
	return text
}
