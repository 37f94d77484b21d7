package split

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/question"
	"zincowl/core/source"
)

// item is one numbered question while it is read, with its parts.
type item struct {
	id      string
	number  int    // 0 where it has none
	label   string // as the paper prints it
	printed string // the same with what stands around it
	section string
	sti     *stimulus
	lines   []*line // the first without its label
	rest    []*line // of them, what was no part of it
	picture []*line // where its pictures stand
	matched bool    // left and right sides are to be joined
	counted bool    // its rows are numbered as questions are
	rows    int     // the number of the last row of a match
	runs    []run   // that its lines have
	offered int     // how many options were found

	out []*question.Question // one, or one for each of its parts
}

// offer is an option while it is read.
type offer struct {
	letter string
	text   string
	dress  string // how it is set apart from the others
	state  string // what stands in its box
}

// draft gathers what one question consists of.
type draft struct {
	of     *item
	h      *habits
	stem   []string
	offers []offer
	form   form
	key    string
	why    []string
	binary bool
	marks  float64
	rest   []*line // behind the question, and no part of it
}

var (
	marksAt    = regexp.MustCompile(`(?i)\s*(?:[(\[]\s*(\d{1,2}(?:\.5)?)\s*(?:marks?|points?|pts?\.?|m|punkte?|puntos?)\s*[)\]]|\[\s*(\d{1,2})\s*\])\s*$`)
	marksHead  = regexp.MustCompile(`(?i)^[(\[]\s*(\d{1,2}(?:\.5)?)\s*(?:marks?|points?|pts?\.?)\s*[)\]]\s*[.:]?\s*`)
	marksLine  = regexp.MustCompile(`(?i)^(?:pts|points?|marks?)\s*[:.]?\s*(\d{1,2}(?:\.5)?)$`)
	answerEnd  = regexp.MustCompile(`(?i)\s*[(\[]\s*(?:ans(?:wer)?|key|correct)\s*[:.=]\s*([^()\[\]]+?)\s*[)\]]\s*$|\s+(?:ans(?:wer)?|key)\s*[:=]\s*(\S.*)$`)
	bracketEnd = regexp.MustCompile(`\s*[\[(]\s*([^\[\]()]{1,24})\s*[\])]\s*$`)
	tagHead    = regexp.MustCompile(`^[(\[][^()\[\]]{1,30}[)\]]\s*`)
	choiceEnd  = regexp.MustCompile(`(?i)\s*(?:[(\[]\s*)?\b(?:T\s*(?:/|or)\s*F|true\s*(?:/|or)\s*false|true\s{2,}false|T\s{2,}F|verdadero\s*/\s*falso|richtig\s*/\s*falsch|yes\s*/\s*no|vrai\s*/\s*faux)\b\s*\??(?:\s*[)\]])?\s*[.:?]?\s*$`)
	choiceTop  = regexp.MustCompile(`(?i)^\s*[(\[]?(?:true\s*(?:/|or)\s*false|T\s*(?:/|or)\s*F)\s*[)\]]?\s*[:.?–—-]*\s*`)
	asks       = regexp.MustCompile(`(?i)^(?:define|calculate|compute|state|explain|describe|list|name|find|give|determine|estimate|sketch|draw|outline|compare|discuss|show|prove|identify|how|what|why|when|where|which|who|write|work out|suggest|convert|express|evaluate|justify|comment|say|advise|put|match|choose|select|complete|translate|in what|at what|by how|for how)\b`)
	letterOnly = regexp.MustCompile(`^(?:[(\[]([A-Ha-h])[)\]]|([A-Ha-h]))\.?$`)
)

// read takes the lines of one question apart.
func (d *draft) read(lines []*line, all []run) {
	const (
		inStem = iota
		inOptions
		inAnswer
	)
	h := d.h
	r, offered := h.chosen(lines, all)
	marked := map[int][]int{} // of a line, which options begin on it
	if offered {
		d.form = r.form
		d.offers = make([]offer, len(r.spots))
		for i, s := range r.spots {
			marked[s.line] = append(marked[s.line], i)
			d.offers[i] = offer{letter: question.Letter(i), state: s.state}
		}
		for _, on := range marked {
			slices.SortFunc(on, func(a, b int) int { return r.spots[a].at - r.spots[b].at })
		}
	}
	in, open, begun := inStem, -1, 0
	awaited := ""
	known := func(value string) bool { return d.knows(value, offered, r) }
	var before *line
	for i, l := range lines {
		if l.picture != "" {
			continue
		}
		text, from := l.text, 0
		put := func(piece string) {
			piece = strings.TrimSpace(piece)
			switch {
			case piece == "":
			case l.hint == Stem:
				d.stem = append(d.stem, piece)
			case awaited == "key":
				d.key, awaited = piece, ""
				l.as = Key
			case awaited == "why":
				d.why = append(d.why, piece)
				l.as = Explanation
			case in == inStem:
				d.stem = append(d.stem, piece)
			case in == inOptions && open >= 0:
				d.offers[open].text = join(d.offers[open].text, piece)
			default:
				d.why = append(d.why, piece)
				l.as = Explanation
			}
		}
		switch l.hint {
		case Key:
			if got, ok := h.keyAt(text, 0, known); ok && got.at == 0 {
				text = text[got.end:]
			}
			d.key, in, awaited = strings.TrimSpace(text), inAnswer, ""
			l.as = Key
			continue
		case Explanation:
			if got, ok := whyAt(text, 0); ok && got.at == 0 {
				text = text[got.end:]
			}
			d.why, in, awaited = append(d.why, text), inAnswer, ""
			l.as = Explanation
			continue
		case Option:
			if len(marked[i]) == 0 {
				d.offers = append(d.offers, offer{letter: question.Letter(len(d.offers)), text: text})
				open, in = len(d.offers)-1, inOptions
				l.as = Option
				before = l
				continue
			}
		}
		if m := marksLine.FindStringSubmatch(text); m != nil && i > 0 && l.hint == "" {
			d.marks, _ = strconv.ParseFloat(m[1], 64)
			l.as = Key
			continue
		}
		// A line with no option on it, behind the first: does it go on, or is it
		// something else?
		if i > 0 && len(marked[i]) == 0 && l.hint == "" {
			all := begun == len(d.offers)
			got, isKey := h.keyAt(text, 0, known)
			reason, isWhy := whyAt(text, 0)
			switch {
			case yourAnswer.MatchString(text):
				l.as = Key // what somebody answered, which says nothing of what is right
				before = l
				continue
			case awaited == "why" && in == inAnswer && !isKey && (!l.blank || len(d.why) == 0):
				d.why, l.as = append(d.why, text), Explanation
				before = l
				continue
			case isWhy && reason.at == 0 && (in != inStem || d.key != "" || d.keyed()):
				in, open = inAnswer, -1
				l.as, awaited = Explanation, "why"
				if !reason.alone && strings.TrimSpace(text[reason.end:]) != "" {
					d.why = append(d.why, strings.TrimSpace(text[reason.end:]))
				}
				before = l
				continue
			case isKey && got.at == 0 && (in != inStem || d.answers(text, got, i)):
				// below
			case awaited == "key" && !l.blank || awaited == "key" && d.key == "":
				// below
			case in == inOptions && open >= 0 && d.offers[open].text == "" && !(all && isKey && got.at == 0):
				l.as = Option // its letter stands alone on the line above
			case in == inStem && (len(d.rest) > 0 || !offered && d.beyond(l, isKey)):
				d.rest = append(d.rest, l)
				continue
			case in == inStem && !offered && d.key == "" && !h.bare && len(d.stem) > 0 && dressed(text):
				clean, _ := undressed(text)
				d.key, in, l.as = clean, inAnswer, Key
				before = l
				continue
			case in == inStem && !offered && d.key == "" && d.stated(text):
				_, value, _ := strings.Cut(text, ":")
				clean, _ := undressed(value)
				d.key, in, l.as = clean, inAnswer, Key
				before = l
				continue
			case in == inOptions && all && d.key == "" && letterOnly.MatchString(text) && known(text):
				d.key, in, l.as = text, inAnswer, Key
				before = l
				continue
			case in == inOptions && open >= 0 && before != nil && (h.continues(before, l, indentOf(lines, r, open)) && !recased(d.offers[open].text, text) || offered && open > 0 && open < len(r.spots) && r.spots[open].place < apart && !l.blank):
				if isFurniture(h, text) {
					l.as, l.why = Left, "repeats on the pages"
					d.rest = append(d.rest, l)
					continue
				}
				l.as = Option
			case in == inOptions && !all:
				if l.blank && len(text) < 60 && !strings.ContainsAny(text, ".") || isFurniture(h, text) {
					d.rest = append(d.rest, l) // a page ends between two options
					continue
				}
				d.why, l.as = append(d.why, text), Explanation
				continue
			case in == inOptions || in == inAnswer:
				if isFurniture(h, text) || l.blank && !h.explains(l, d) || l.speaks != "" || len(d.rest) > 0 {
					d.rest = append(d.rest, l)
					in = inAnswer
					continue
				}
				open, in = -1, inAnswer
				if d.key == "" && len(d.why) == 0 && d.quotes(text) {
					d.key, l.as = text, Key
					before = l
					continue
				}
				d.why, l.as = append(d.why, strings.Trim(text, "*_ ")), Explanation
				before = l
				continue
			}
		}
		role := Stem
		if in == inOptions {
			role = Option
		} else if in == inAnswer {
			role = Explanation
		}
		// Cut the line at its options, its key and its explanation.
		for _, k := range marked[i] {
			s := r.spots[k]
			if s.at < from {
				continue
			}
			piece := text[from:s.at]
			if in == inOptions || in == inStem && k > 0 {
				piece = strings.TrimRight(piece, " ;,|\t*")
			}
			put(piece)
			if s.at > 0 && strings.HasSuffix(strings.TrimRight(text[:s.at], " "), "*") && strings.TrimSpace(strings.TrimLeft(text[from:s.at], "*")) == "" || strings.HasPrefix(text[s.at:], "*") && !strings.HasPrefix(text[s.at:], "**") {
				d.offers[k].dress = "*"
			}
			if d.offers[k].dress == "" {
				d.offers[k].dress = frontDress(text[from:s.at])
			}
			if strings.HasPrefix(text[s.at:], "**") && !strings.Contains(text[s.at+2:s.end], "**") {
				d.offers[k].text = "**"
			}
			in, open, from, role = inOptions, k, s.end, Option
			begun++
		}
		piece := text[from:]
		if got, ok := h.keyAt(text, from, known); ok && got.at >= from && (i > 0 || got.at > 0) && (got.at > 0 || in != inStem || d.answers(text, got, i)) && (begun == len(d.offers) || !offered) {
			put(text[from:got.at])
			value := text[got.end:]
			if reason, ok := whyAt(value, 0); ok && !reason.alone {
				d.why = append(d.why, strings.TrimSpace(value[reason.end:]))
				value = value[:reason.at]
			}
			in, open = inAnswer, -1
			if value = strings.TrimSpace(strings.Trim(strings.TrimSpace(value), "*")); value == "" {
				awaited = "key"
			} else if d.key == "" {
				d.key = value
			} else {
				d.why = append(d.why, value)
			}
			if i > 0 {
				l.as = Key
			}
			before = l
			continue
		}
		if reason, ok := whyAt(text, from); ok && reason.at > from && in != inStem && begun == len(d.offers) {
			put(text[from:reason.at])
			d.why = append(d.why, strings.TrimSpace(text[reason.end:]))
			in, open = inAnswer, -1
			before = l
			continue
		}
		put(piece)
		if i > 0 && l.as == "" {
			l.as = role
		}
		before = l
	}
}

// yourAnswer is what somebody answered who took the paper.
var yourAnswer = regexp.MustCompile(`(?i)^(?:your|my|their|given|chosen|selected|submitted|student'?s?|you) (?:answer(?:ed)?|response|choice|selection|chose|selected|option)\b`)

// recased says whether a line begins with a capital below an option that begins
// with a small letter: it is another sentence.
func recased(option, next string) bool {
	a, _ := utf8.DecodeRuneInString(strings.TrimLeft(option, "*_ "))
	b, _ := utf8.DecodeRuneInString(next)
	return unicode.IsLower(a) && unicode.IsUpper(b) && strings.HasSuffix(next, ".")
}

// indentOf is where the label of an option stands.
func indentOf(lines []*line, r run, open int) int {
	if open < len(r.spots) {
		s := r.spots[open]
		return lines[s.line].indent + s.at
	}
	return 0
}

// frontDress is the sign that stands before a label.
func frontDress(before string) string {
	before = strings.TrimSpace(before)
	if before == "" || len(before) > 4 {
		return ""
	}
	if r := []rune(before); len(r) == 1 && (sign(r[0]) || r[0] == '>') {
		return dressOf(r[0])
	}
	return ""
}

func dressed(text string) bool {
	_, dress := undressed(text)
	return dress == "tick" || dress == "word" || dress == "bold"
}

// isFurniture says whether a line repeats on the pages.
func isFurniture(h *habits, text string) bool { return h.said[folded(text)] >= 2 }

// explains says whether a line behind a blank one explains what stands above.
func (h *habits) explains(l *line, d *draft) bool {
	if len(d.why) > 0 && !sectionHead.MatchString(l.text) && d.rest == nil && l.hint == "" && h.after {
		return true
	}
	if m := wrappedIn(l.text); m != nil && m[1] == m[3] {
		return true
	}
	return h.after && !sectionHead.MatchString(l.text) && !instruction.MatchString(l.text) && !given.MatchString(l.text)
}

// beyond says whether a line below a stem without options belongs to it no more.
func (d *draft) beyond(l *line, isKey bool) bool {
	h := d.h
	switch {
	case isFurniture(h, l.text) && d.asked() && !unicode.IsLower(runeAt(l.text, 0)):
		return true
	case l.blank && (h.bare && len(d.stem) == h.usual+1 || d.keyed()):
		return true
	}
	return !isKey && (h.commas && byComma.MatchString(d.stemEnd()) || l.blank && !h.broken && d.asked())
}

// stemEnd is the last line of the stem so far.
func (d *draft) stemEnd() string {
	if len(d.stem) == 0 {
		return ""
	}
	return d.stem[len(d.stem)-1]
}

// keyed says whether the stem ends with the key in brackets, as all of them do.
func (d *draft) keyed() bool { return d.h.stemKeys && bracketEnd.MatchString(d.stemEnd()) }

// asked says whether the stem is whole: a sentence that ended.
func (d *draft) asked() bool {
	last := strings.TrimSpace(marksAt.ReplaceAllString(d.stemEnd(), ""))
	return strings.HasSuffix(last, "?") || strings.HasSuffix(last, ".") || d.h.stemKeys && bracketEnd.MatchString(last)
}

// answers says whether a line of the stem that reads like "Answer …" says the key.
func (d *draft) answers(text string, got lead, i int) bool {
	if i == 0 || strings.HasSuffix(text, "?") {
		return false
	}
	value := text[got.end:]
	head := strings.TrimSpace(text[:got.end])
	return got.alone || strings.ContainsAny(head, ":=→⇒>") || strings.HasPrefix(strings.ToLower(head), "ans") && (len(strings.Fields(value)) <= 4 || strings.HasSuffix(head, "-") || strings.HasSuffix(head, "–") || strings.HasSuffix(head, ".")) || len(strings.Fields(value)) == 1 || len(d.stem) > 0 && (d.h.leads[strings.ToLower(strings.Trim(head, " :."))] || strings.HasSuffix(strings.TrimSpace(d.stemEnd()), "?"))
}

// stated says whether a line below a question says its answer behind a name of
// its own: "Typed in: 180 mg".
func (d *draft) stated(text string) bool {
	name, value, ok := strings.Cut(text, ":")
	if !ok || !strings.HasSuffix(strings.TrimSpace(d.stemEnd()), "?") {
		return false
	}
	words, said := len(strings.Fields(name)), len(strings.Fields(value))
	return words >= 1 && words <= 3 && said >= 1 && said <= 5 && !strings.ContainsAny(value, "?_") && !strings.Contains(value, "...")
}

// quotes says whether a text is one of the options again.
func (d *draft) quotes(text string) bool {
	for _, o := range d.offers {
		if clean, _ := undressed(o.text); same(clean, text) {
			return true
		}
	}
	return false
}

// knows says whether a text may be the key of the question: a letter that it has,
// an option again, true or false.
func (d *draft) knows(value string, offered bool, r run) bool {
	value = strings.TrimSpace(strings.Trim(strings.TrimSpace(value), "*"))
	first, _, _ := strings.Cut(value, " ")
	if !offered && oneKey.MatchString(value) || offered && r.names(strings.Trim(first, ",;:()[].")) {
		return true
	}
	if twoValue.MatchString(value) && len(strings.Fields(value)) <= 6 {
		return true
	}
	return offered && len(value) > 1 && d.quotes(value)
}

// join puts two pieces of a text together, of which the first may end in a word
// that was cut.
func join(a, b string) string {
	a, b = strings.TrimSpace(a), strings.TrimSpace(b)
	if a == "" {
		return b
	}
	if strings.HasSuffix(a, "-") && len(a) > 2 && b != "" && b[0] >= 'a' && b[0] <= 'z' && a[len(a)-2] != ' ' {
		return mended(a, b)
	}
	return a + " " + b
}

// same says whether two texts are one but for case, blanks and end marks.
func same(a, b string) bool { return plainly(a) == plainly(b) }

func plainly(text string) string {
	return strings.Trim(strings.ToLower(source.Fold(text)), " .;,:*")
}
