package split

import (
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/question"
)

// entry is an answer that stands apart from its question.
type entry struct {
	number int
	part   string // of "12 (a)"
	value  string
	why    []string
	lines  []*line
	reason bool // it explains an answer given elsewhere
}

// short says whether an entry is a bare answer.
func (e entry) short() bool { return len(strings.Fields(e.value)) <= 4 }

var (
	// pair is a number with a letter: "1. B", "1-B", "(1) b".
	pair       = regexp.MustCompile(`(?:^|[\s,;|(])\(?(\d{1,4})\s?[.):\-–=]?\s?\(?([A-Ha-h](?:\s?(?:,|&|and)\s?[A-Ha-h]\b)*|[TF]|[Tt]rue|[Ff]alse|TRUE|FALSE|\([1-6])\)?`)
	singly     = regexp.MustCompile(`(?i)^(?:\*\*)?(?:question|q|no|item|answer|ans)?\s*\.?\s*\(?(\d{1,4})\s?[.)]?\s?(?:\(([a-h])\)|([a-h])[.)])?\s*[.):\-–—=]?\s*(?:\*\*)?\s*(.*)$`)
	partOnly   = regexp.MustCompile(`^\(?([a-h])[.)]\s*(.*)$`)
	gridNumber = regexp.MustCompile(`^\|?\s*(?:(?i:q|question|no|nr|item)\.?s?\s*[:|]?\s*)?(\d{1,4}(?:[.)]?[\s|]+\d{1,4}[.)]?){2,})\s*\|?$`)
	gridLetter = regexp.MustCompile(`^\|?\s*(?:(?i:ans|answer|key)s?\.?\s*[:|]?\s+|A\s*[:|]\s*)?((?:[A-Ha-h]|[TF])(?:[\s|]+(?:[A-Ha-h]|[TF])){2,})\s*\|?$`)
	letterOnly = regexp.MustCompile(`[A-Ha-hTF]`)
	trueWord   = regexp.MustCompile(`(?i)^(?:t|true|correct|right|richtig|verdadero|vrai)$`)
	falseWord  = regexp.MustCompile(`(?i)^(?:f|false|incorrect|wrong|falsch|falso|faux)$`)
)

// pairs reads a line as a row of numbers with letters; nil where it is not made
// of them alone.
func pairs(text string) []entry {
	found := pair.FindAllStringSubmatchIndex(text, -1)
	var out []entry
	covered, rest := 0, ""
	for _, m := range found {
		if m[1] < len(text) && !strings.ContainsRune(" ,;.|)\t", rune(text[m[1]])) {
			continue
		}
		n, _ := strconv.Atoi(text[m[2]:m[3]])
		out = append(out, entry{number: n, value: strings.Trim(text[m[4]:m[5]], "(")})
		rest += text[covered:m[0]]
		covered = m[1]
	}
	rest = strings.Join(strings.Fields(rest+text[covered:]), "")
	if len(out) < 2 || len(rest) > 2*len(out)+10 || digits.MatchString(rest) {
		return nil
	}
	return out
}

var (
	wideGap  = regexp.MustCompile(`\s{2,}|\t+|\s*[|;]\s*`)
	numbered = regexp.MustCompile(`^\(?(\d{1,4})(?:\s?[.):–=-]\s?|\s+)(\S.*)$`)
)

// apart reads a line as several answers of any sort with wide gaps between them,
// numbered one after the other: "3 P1   4 220 m³   5 45".
func apart(raw string) []entry {
	var out []entry
	for _, cell := range wideGap.Split(strings.Trim(strings.TrimSpace(raw), "|;"), -1) {
		m := numbered.FindStringSubmatch(strings.TrimSpace(cell))
		if m == nil {
			return nil
		}
		n, _ := strconv.Atoi(m[1])
		if len(out) > 0 && n != out[len(out)-1].number+1 {
			return nil
		}
		out = append(out, entry{number: n, value: m[2]})
	}
	if len(out) < 2 {
		return nil
	}
	return out
}

// grid says whether a line is the numbers above a row of letters.
func grid(text string) bool { return gridNumber.MatchString(text) }

// single reads a line as one answer.
func single(l *line) (entry, bool) {
	if cells := columns(l.raw); len(cells) >= 2 && len(cells) <= 4 && digits.FindString(cells[0]) != "" {
		if m := singly.FindStringSubmatch(cells[0]); m != nil && m[4] == "" {
			n, _ := strconv.Atoi(m[1])
			e := entry{number: n, part: strings.ToLower(m[2] + m[3]), value: cells[1]}
			if len(cells) > 2 {
				e.why = []string{strings.Join(cells[2:], " ")}
			}
			return e, true
		}
	}
	m := singly.FindStringSubmatch(l.text)
	if m == nil || m[4]+m[2]+m[3] == "" {
		return entry{}, false
	}
	n, _ := strconv.Atoi(m[1])
	return entry{number: n, part: strings.ToLower(m[2] + m[3]), value: m[4]}, n > 0
}

// answer takes a line of a key or of the explanations.
func (w *walker) answer(l *line) {
	l.as = Key
	if w.in == reasons {
		l.as = Explanation
	}
	w.pending = append(w.pending, l)
	if w.entry != nil && w.entry.number == -1 { // the letters below a row of numbers
		if m := gridLetter.FindStringSubmatch(l.text); m != nil {
			letters := letterOnly.FindAllString(m[1], -1)
			numbers := digits.FindAllString(w.entry.value, -1)
			if len(letters) == len(numbers) {
				for i := range letters {
					n, _ := strconv.Atoi(numbers[i])
					w.keep(entry{number: n, value: letters[i]}, nil)
				}
				w.settle(len(numbers))
				w.entry = nil
				return
			}
		}
		w.entry = nil
	}
	if m := gridNumber.FindStringSubmatch(l.text); m != nil {
		w.entry = &entry{number: -1, value: m[1]}
		return
	}
	several := pairs(l.text)
	if several == nil {
		several = apart(l.raw)
	}
	if len(several) > 0 {
		for _, e := range several {
			w.keep(e, nil)
		}
		w.settle(len(several))
		w.entry = nil
		return
	}
	e, ok := single(l)
	if ok && w.entry != nil && w.in == reasons && !w.known(e.number) {
		ok = false // a number that begins a line of prose
	}
	switch {
	case ok:
		w.keep(e, l)
		w.settle(1)
	case w.entry != nil && w.entry.number > 0:
		if m := partOnly.FindStringSubmatch(l.text); m != nil && w.hasParts(w.entry.number) {
			w.keep(entry{number: w.entry.number, part: m[1], value: m[2]}, l)
			w.settle(1)
			return
		}
		if m := reasonLine.FindStringSubmatch(l.text); m != nil {
			w.entry.why = append(w.entry.why, m[1])
		} else {
			w.entry.why = append(w.entry.why, l.text)
		}
		w.settle(1)
	}
}

func (w *walker) known(n int) bool {
	for _, it := range w.items {
		if it.number == n {
			return true
		}
	}
	return false
}

func (w *walker) hasParts(n int) bool {
	for _, it := range w.items {
		if it.number == n {
			if it.out == nil {
				it.build()
			}
			return len(it.out) > 1
		}
	}
	return false
}

// keep adds an entry; one with a line can go on below it.
func (w *walker) keep(e entry, l *line) {
	e.reason = w.in == reasons
	w.keys = append(w.keys, e)
	w.entry = nil
	if l != nil {
		w.entry = &w.keys[len(w.keys)-1]
	}
}

// settle gives the lines that wait to the last entries.
func (w *walker) settle(n int) {
	if len(w.keys) == 0 {
		return
	}
	e := &w.keys[max(0, len(w.keys)-n)]
	e.lines = append(e.lines, w.pending...)
	w.pending = nil
}

// applyKeys gives each question the answer that stands apart from it. Where
// numbers begin again, the first question of a number that has no answer yet is
// meant.
func (p *paper) applyKeys() {
	keyed, reasoned := map[*question.Question]bool{}, map[*question.Question]bool{}
	for _, e := range p.keys {
		done := keyed
		if e.reason {
			done = reasoned
		}
		it, q := p.find(&e, done)
		for _, l := range e.lines {
			if it != nil {
				l.of = it
				if l.as == "" || l.as == Section {
					l.as = Key
				}
			} else {
				l.as, l.of, l.why = Left, nil, "an answer to a question that is not there"
			}
		}
		if q == nil {
			continue
		}
		done[q] = true
		text := e.value
		if e.reason {
			if q.Key.Empty() {
				text = setKey(q, e.value)
			} else if rest, ok := repeats(*q, e.value); ok {
				text = rest
			}
			q.Explanation = joined(q.Explanation, append([]string{text}, e.why...))
			continue
		}
		q.Explanation = joined(q.Explanation, append([]string{setKey(q, text)}, e.why...))
	}
}

func joined(text string, more []string) string {
	for _, m := range more {
		text = strings.TrimSpace(text + "\n" + strings.TrimSpace(m))
	}
	return text
}

// find is the question that an entry answers.
func (p *paper) find(e *entry, done map[*question.Question]bool) (*item, *question.Question) {
	var last *item
	for _, it := range p.items {
		if it.number != e.number && !(it.counted && e.number >= it.number && e.number <= it.rows) {
			continue
		}
		if it.counted && len(it.out) == 1 && it.out[0].Kind == question.Match {
			// A row of a match: number and letter are a pair.
			q := it.out[0]
			if p := strings.ToLower(strings.Trim(e.value, " .()")); len(p) == 1 {
				q.Key.Pairs = append(q.Key.Pairs, []string{strconv.Itoa(e.number), p})
			}
			return it, nil
		}
		last = it
		for i, q := range it.out {
			if len(it.out) > 1 && e.part != question.Letter(i) {
				continue
			}
			if !done[q] {
				if e.part != "" && len(it.out) == 1 {
					e.value = strings.TrimSpace(e.part + ". " + e.value) // the letter is the answer
				}
				return it, q
			}
		}
	}
	return last, nil
}

var (
	letterKey = regexp.MustCompile(`^(?i)(?:option|answer|choice)?\s*[(\[]?([a-h])[)\]]?((?:\s*(?:,|;|/|&|\+|and|or)?\s*[(\[]?[a-h][)\]]?)*)\s*($|[.):,;–—=]+\s*|\s-+\s+|\s+because\b|\s+\()(.*)$`)
	digitKey  = regexp.MustCompile(`^\(?([1-6])\)?(?:[.):,;]|\s|$)\s*(.*)$`)
	oneLetter = regexp.MustCompile(`(?i)[a-h]`)
	binaryKey = regexp.MustCompile(`(?i)^(true|false|t|f|correct|incorrect|right|wrong)\b\s*[.,;:–—-]*\s*(.*)$`)
	pairKey   = regexp.MustCompile(`(\d{1,2}|[A-Ja-j])\s*[-–—:=.)→>]+\s*([A-Ja-j]|\d{1,2})\b`)
)

// setKey writes an answer, as a list of answers states it, into the key of a
// question, and returns what stands behind it.
func setKey(q *question.Question, text string) string {
	text = strings.TrimSpace(strings.Trim(strings.TrimSpace(text), "*"))
	if text == "" {
		return ""
	}
	switch {
	case q.Kind == question.Match:
		q.Key.Pairs = nil
		for _, m := range pairKey.FindAllStringSubmatch(text, -1) {
			q.Key.Pairs = append(q.Key.Pairs, []string{strings.ToLower(m[1]), strings.ToLower(m[2])})
		}
		return ""
	case q.Kind == question.TrueFalse:
		m := binaryKey.FindStringSubmatch(text)
		if m == nil {
			return text
		}
		q.Key = question.Key{Options: []string{"false"}}
		if isTrue(m[1]) {
			q.Key.Options[0] = "true"
		}
		return m[2]
	case len(q.Options) > 0:
		return setOptions(q, text)
	}
	if m := binaryKey.FindStringSubmatch(text); m != nil && (len(m[1]) > 1 || m[2] == "") && !strings.Contains(q.Stem, "__") && !strings.HasSuffix(q.Stem, "?") {
		q.Kind = question.TrueFalse
		q.Options = []question.Option{{ID: "true", Text: "True"}, {ID: "false", Text: "False"}}
		return setKey(q, text)
	}
	q.Key = question.Key{Reference: text}
	return ""
}

// setOptions finds the options that an answer names, by letter or by text.
func setOptions(q *question.Question, text string) string {
	for _, o := range q.Options {
		if same(o.Text, text) {
			q.Key = question.Key{Options: []string{o.ID}}
			return ""
		}
	}
	if m := digitKey.FindStringSubmatch(text); m != nil && slices.Contains(q.Tags, numberedTag) {
		text = string('a'+m[1][0]-'1') + ". " + m[2]
	}
	if m := letterKey.FindStringSubmatch(text); m != nil {
		ids := []string{strings.ToLower(m[1])}
		if !strings.Contains(m[2], "or") {
			for _, x := range oneLetter.FindAllString(strings.NewReplacer("and", "", "AND", "").Replace(m[2]), -1) {
				ids = append(ids, strings.ToLower(x))
			}
		}
		for _, id := range ids {
			if _, ok := q.Option(id); !ok {
				return text
			}
		}
		q.Key = question.Key{Options: ids}
		rest := strings.TrimSpace(m[4])
		if strings.HasSuffix(m[3], "(") {
			rest = strings.TrimSuffix(rest, ")")
		}
		if o, _ := q.Option(ids[0]); len(ids) == 1 && strings.HasPrefix(plainly(rest), plainly(o.Text)) && len(rest) >= len(o.Text) {
			rest = strings.TrimLeft(rest[len(o.Text):], " .,;:–—-") // the option's text, said again
		}
		return rest
	}
	for _, o := range q.Options {
		if p := plainly(o.Text); p != "" && strings.HasPrefix(plainly(text), p+" ") {
			q.Key = question.Key{Options: []string{o.ID}}
			return text
		}
	}
	return text
}

// repeats says whether a reason begins by repeating the key, and gives the rest.
func repeats(q question.Question, text string) (string, bool) {
	probe := q
	probe.Key = question.Key{}
	rest := setKey(&probe, text)
	if kind.KeyText(probe) == kind.KeyText(q) && !probe.Key.Empty() && probe.Key.Reference == "" {
		return rest, true
	}
	return text, false
}
