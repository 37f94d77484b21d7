package split

import (
	"regexp"
	"strings"
	"unicode"

	"zincowl/core/source"
)

// line is a line of the paper with what it may be by itself.
type line struct {
	n      int    // counted from 1
	raw    string // as it came
	text   string // without marks of emphasis and white space at its ends
	indent int    // in columns
	bold   bool   // all of it is emphasised
	hint   Role   // what a person said it is

	numbered []label // what it may be numbered as, the likeliest first
	header   bool    // repeats on other pages, or is a page number
	picture  string  // the name of the picture that stands here

	as  Role
	of  *item
	sti *stimulus
	why string
}

// label is a number that a line begins with.
type label struct {
	n     int
	style style
	rest  string
}

// style is how a paper numbers its questions.
type style int

// The styles, the more telling ones first.
const (
	worded style = iota // "Question 5", "Q5."
	dotted              // "5."
	closed              // "5)"
	boxed               // "(5)", "[5]", "#5"
	bare                // "5 What …"
	dashed              // "5 - …"
	blankd              // "____ 5. …", where an answer is to be written before the number
	styles
)

var (
	emphasis = regexp.MustCompile(`^(\*\*|__)(.+?)(\*\*|__)$`)
	escaped  = regexp.MustCompile(`\\([.()*_#\[\]-])`)
	hashes   = regexp.MustCompile(`^#{1,6}\s+`)
	quoted   = regexp.MustCompile(`^>\s?`)
)

func newLine(n int, raw string) *line {
	l := &line{n: n, raw: raw}
	if m := pictureLine.FindStringSubmatch(raw); m != nil {
		l.text, l.picture = strings.TrimSpace(raw), m[1]
		return l
	}
	text := strings.Map(func(r rune) rune {
		switch {
		case r == '\t':
			return '\t'
		case r == '\u200b' || r == '\ufeff' || unicode.IsControl(r):
			return -1
		case unicode.IsSpace(r):
			return ' '
		}
		return r
	}, raw)
	for _, r := range text {
		if r == '\t' {
			l.indent += 4
		} else if r == ' ' {
			l.indent++
		} else {
			break
		}
	}
	text = strings.TrimSpace(text)
	text = quoted.ReplaceAllString(text, "")
	text = strings.TrimSpace(hashes.ReplaceAllString(text, ""))
	if m := emphasis.FindStringSubmatch(text); m != nil && !strings.Contains(m[2], m[1]) && strings.Trim(m[2], "_ ") != "" {
		text, l.bold = strings.TrimSpace(m[2]), true
	}
	l.text = escaped.ReplaceAllString(text, "$1")
	l.numbered = labels(l.text)
	return l
}

var numberings = [styles]*regexp.Regexp{
	worded: regexp.MustCompile(`(?i)^(?:\*\*)?(?:question|q|item|problem|frage|pregunta|questão|domanda)\s*(?:no\.?|number|#|№)?\s*\.?\s*([0-9lO]{1,4})(?:\s*(?:of|/)\s*\d{1,3})?\s*(?:\*\*)?\s*(?:[.):\-–—]|$|(?:\s+))(?:\*\*)?\s*(.*)$`),
	dotted: regexp.MustCompile(`^(?:\*\*)?([0-9lIO]{1,4})\s?[.](?:\*\*)?(?:\s+|$|([A-Z(“"]))(.*)$`),
	closed: regexp.MustCompile(`^(?:\*\*)?([0-9lIO]{1,4})\s?\)(?:\*\*)?\s*(.*)$`),
	boxed:  regexp.MustCompile(`^(?:\*\*)?[(\[#]\s?([0-9]{1,4})\s?[)\]]?(?:\*\*)?[.:]?\s+(.*)$`),
	bare:   regexp.MustCompile(`^([0-9]{1,4})(?:\s*[:\-–—|]\s*|\s+|\t)([A-Z“"¿(].*)$`),
	dashed: regexp.MustCompile(`^([0-9]{1,4})\s+[-–—]\s+(\S.*)$`),
	blankd: regexp.MustCompile(`^(?:_{2,}|\(\s*\)|\[\s*\]|\.{4,})\s*([0-9]{1,4})\s?[.)]\s+(.*)$`),
}

// labels lists what a line may be numbered as.
func labels(text string) []label {
	var out []label
	for s, pattern := range numberings {
		m := pattern.FindStringSubmatch(text)
		if m == nil {
			continue
		}
		n, sure := 0, false
		for _, r := range m[1] {
			switch {
			case r >= '0' && r <= '9':
				n, sure = 10*n+int(r-'0'), true
			case r == 'l' || r == 'I':
				n = 10*n + 1 // recognised text mistakes it for a one
			default:
				n *= 10
			}
		}
		if !sure && strings.Trim(m[1], "l") != "" || n == 0 {
			continue
		}
		out = append(out, label{n, style(s), strings.TrimSpace(strings.Join(m[2:], ""))})
	}
	return out
}

// offer is an option that a line holds.
type offer struct {
	letter string // "a", or "" for one behind a bullet
	text   string
	right  bool // it is marked as the right one
}

var (
	lettered = regexp.MustCompile(`^([*✓✔√→>]{0,2}\s*)(?:[-•◦○●]\s+)?(?:\*\*)?(?:[(\[]\s?([A-Ha-h])\s?[)\]]|([A-Ha-h])\s?[.):\]]|([A-H])\s?[-–—]\s|([a-h])\s?[-–—]\s)(?:\*\*)?\s*(.*)$`)
	spaced   = regexp.MustCompile(`^([*✓✔√]?\s*)([A-H])(?:\s{2,}|\t+)(\S.*)$`)
	bulleted = regexp.MustCompile(`^(\*?)([-•◦○●◯□☐■☑☒✓✔*·]|\(\s*[xX✓*]?\s*\)|\[\s*[xX✓*]?\s*\])\s+(\S.*)$`)
	ticked   = regexp.MustCompile(`[xX✓✔☑☒■●*]`)
	praised  = regexp.MustCompile(`(?i)\s*(?:\(\s*(?:correct|right|answer|correct answer)\s*\)|\[\s*(?:correct|right|answer)\s*\]|(?:<|←|⟵|<-)+-*\s*(?:correct|right|answer)\b.*|[✓✔√]|\*{1,3}|\(\*\))\s*$`)
	wrapped  = regexp.MustCompile(`^(\*\*|__)(.+?)(\*\*|__)$`)
)

// option reads a line as one option.
func option(text string) (offer, bool) {
	if m := lettered.FindStringSubmatch(text); m != nil {
		o := offer{letter: strings.ToLower(m[2] + m[3] + m[4] + m[5]), text: m[6], right: strings.TrimSpace(m[1]) != ""}
		return praise(o, text), true
	}
	if m := spaced.FindStringSubmatch(text); m != nil {
		return praise(offer{letter: strings.ToLower(m[2]), text: m[3], right: strings.TrimSpace(m[1]) != ""}, text), true
	}
	if m := bulleted.FindStringSubmatch(text); m != nil {
		tick := m[2] == "☑" || m[2] == "☒" || m[2] == "✓" || m[2] == "✔" || m[2] == "■" || len(m[2]) > 1 && m[2][0] != '\xe2' && m[2][0] != '\xc2' && ticked.MatchString(m[2])
		if o, ok := option(m[3]); ok && (o.letter != "" || strings.HasPrefix(m[3], "[")) {
			o.right = o.right || tick || m[1] != ""
			return o, true
		}
		return praise(offer{text: m[3], right: tick || m[1] != ""}, text), true
	}
	return offer{}, false
}

// praise takes the marks of the right option off its text.
func praise(o offer, all string) offer {
	if m := praised.FindStringIndex(o.text); m != nil && m[0] > 0 {
		o.text, o.right = o.text[:m[0]], true
	}
	if m := wrapped.FindStringSubmatch(strings.TrimSpace(o.text)); m != nil && !strings.Contains(m[2], m[1]) {
		o.text, o.right = m[2], true
	} else if strings.HasPrefix(all, "**") && strings.HasSuffix(o.text, "**") {
		o.text, o.right = strings.TrimSuffix(o.text, "**"), true
	}
	o.text = source.Fold(o.text)
	return o
}

var inline = regexp.MustCompile(`(^|[\s;,|])(\*?)(?:\(\s?([A-Ha-h])\s?\)|\[\s?([A-Ha-h])\s?\]|([A-Ha-h])\s?[.):])\s*`)

// options reads a line as several options, or a stem followed by them: letters
// in order from the one expected on. What stands before the first is returned
// as well.
func options(text, first string) (before string, out []offer) {
	want := first[0]
	var starts, ends []int
	var right []bool
	for _, m := range inline.FindAllStringSubmatchIndex(text, -1) {
		letter := byte(0)
		for g := 6; g <= 10; g += 2 {
			if m[g] >= 0 {
				letter = text[m[g]] | 0x20
			}
		}
		if letter != want {
			continue
		}
		starts, ends, right = append(starts, m[2]), append(ends, m[1]), append(right, m[4] < m[5])
		want++
	}
	if len(starts) < 2 {
		return byColumns(text, first)
	}
	for i := range starts {
		end := len(text)
		if i+1 < len(starts) {
			end = starts[i+1]
		}
		o := offer{letter: string(first[0] + byte(i)), text: strings.TrimRight(strings.TrimSpace(text[ends[i]:end]), ";|"), right: right[i]}
		out = append(out, praise(o, o.text))
	}
	return strings.TrimSpace(text[:starts[0]]), out
}

var letterCell = regexp.MustCompile(`^(\*?)([A-Ha-h])\s+(\S.*)$`)

// byColumns reads options that stand beside each other behind bare letters.
func byColumns(text, first string) (string, []offer) {
	if !strings.Contains(text, "  ") && !strings.ContainsAny(text, "\t|") {
		return text, nil
	}
	cells := columns(text)
	var out []offer
	for i, c := range cells {
		m := letterCell.FindStringSubmatch(c)
		if m == nil || m[2][0]|0x20 != first[0]+byte(i) {
			return text, nil
		}
		out = append(out, praise(offer{letter: strings.ToLower(m[2]), text: m[3], right: m[1] != ""}, c))
	}
	if len(out) < 2 {
		return text, nil
	}
	return "", out
}

// numberedOption reads a line as the option of a number, where questions are
// numbered otherwise.
func numberedOption(text string, main style, n int) (offer, bool) {
	for _, x := range labels(text) {
		if x.n == n && n <= most && x.style != main && (x.style == closed || x.style == boxed) {
			return praise(offer{letter: string(rune('a' + n - 1)), text: x.rest}, text), true
		}
	}
	return offer{}, false
}

var (
	answerLine  = regexp.MustCompile(`(?i)^\W{0,3}(?:(?:the )?(?:correct |right |model |sample |suggested )?(?:answers?|ans|key|response|option|solution|antwort|respuesta|réponse|lösung)(?: key)?(?: is)?|correct)\s*(?:\*\*)?\s*(?:[:.=\-–—]+|\s)\s*(?:\*\*)?\s*(\S.*)$`)
	answerAlone = regexp.MustCompile(`(?i)^\W{0,3}(?:(?:the )?(?:correct |model |sample |suggested )?(?:answer|ans|key|solution))\s*:?\W{0,3}$`)
	letterAlone = regexp.MustCompile(`^(?:[(\[]([A-Ha-h])[)\]]|([A-Ha-h]))\.?$`)
	marksLine   = regexp.MustCompile(`(?i)^(?:pts|points?|marks?)\s*[:.]?\s*(\d{1,2}(?:\.5)?)$`)
	reasonLine  = regexp.MustCompile(`(?i)^\W{0,3}(?:explanation|rationale|reason(?:ing)?|why|feedback|comment|working|worked(?: solution)?|because|note)\s*(?:\*\*)?\s*[:.–—-]\s*(?:\*\*)?\s*(.*)$`)
	keyHead     = regexp.MustCompile(`(?i)^\W*(?:(?:part|section) \w+\W+)?(?:the )?(?:answers?|answer keys?|key|keys|solutions?|marking (?:guide|scheme)|mark scheme|correct answers?|key to (?:the )?(?:questions|paper|section \w+))(?: (?:to|for|of) .{1,50})?(?:\s*\(.{1,40}\))?\W*$`)
	reasonHead  = regexp.MustCompile(`(?i)^\W*(?:(?:answers?|key|solutions?) (?:and|&|with) (?:explanations?|rationales?|reasons|comments|workings?)|explanations?|rationales?|worked (?:solutions?|answers?)|detailed (?:answers?|solutions?|explanations?)|commentary|reasons|notes on the answers)(?: (?:to|for|of) .{1,50})?\W*$`)
	sectionHead = regexp.MustCompile(`(?i)^\W*(?:part|section|paper|teil|parte|partie|unit|module|chapter|block)\s+(?:[a-z]|[ivx]{1,4}|\d{1,2}|one|two|three|four|five|six)\b\W{0,3}(.{0,80})$`)
	kindHead    = regexp.MustCompile(`(?i)^\W*(?:multiple[- ]choice|true[ /-](?:or )?false|fill[- ]in(?:[- ]the)?[- ]blanks?|matching|short[- ]answers?|essays?|numerical|calculations?|problems|word problems|completion)(?: (?:questions|items|problems))?\b.{0,60}$`)
	instruction = regexp.MustCompile(`(?i)^\W*(?:(?:for|in) (?:each|the following|questions?|items?)\b|(?:choose|select|circle|tick|mark|pick|write|indicate|state|decide|say) (?:the|one|true|whether|if|all|t or f|t for|a letter|each|only)\b|(?:answer|attempt|complete) (?:all|any|each|the|both|every)\b|fill in\b|match (?:the|each|every|items|terms|column)\b|directions?\b|instructions?\b|each (?:question|item|correct)\b|are the following|true or false\b|time(?: allowed)?:|total(?: marks)?:|name:|date:|candidate(?:'s)? (?:name|number)|calculators? )`)
	given       = regexp.MustCompile(`(?i)(?:\b(?:use|refer to|read|study|consider|based on|look at|using)\b.{0,80}\b(?:passage|text|table|data|information|figure|graph|case|scenario|extract|readings|log|following|below)\b.{0,80}\b(?:questions?|items?|answer)\b|\b(?:questions?|items?) \d{1,3}\b.{0,20}(?:-|–|to|and|through).{0,4}\d{1,3}\b.{0,60}\b(?:refer|relate|(?:are )?based|use|are about|concern|following|passage|table|case|below)\b|^(?:passage|case|scenario|table|extract|data)(?: [A-Z0-9]{1,3})?\s*(?:[:.]|$)|^(?:read|study) (?:the|this) .{0,40}(?:passage|text|table|case|extract|log|readings)\b)`)
	fromTo      = regexp.MustCompile(`(?i)\b(?:questions?|items?|nos?\.?|numbers)\s*\(?(\d{1,3})\s*(?:-|–|—|to|through|and|,)\s*(?:\d{1,3}\s*(?:,|and)\s*)*(\d{1,3})\b`)
	nextFew     = regexp.MustCompile(`(?i)\bnext (two|three|four|five|six|\d) (?:questions|items)\b`)
	pageLine    = regexp.MustCompile(`(?i)^(?:page|p\.|seite|página)\s*\d{1,3}(?:\s*(?:of|/|von|de)\s*\d{1,3})?\W*$|^[-–— ]*\d{1,3}[-–— ]*$|^\d{1,3}\s*(?:of|/)\s*\d{1,3}$|(?i)^\W*(?:show answer|reveal answer|turn over|please turn over|end of (?:paper|test|exam|questions|section.*)|continued(?: on next page)?|over|this page is (?:intentionally )?(?:left )?blank)\W*$`)
	ruleLine    = regexp.MustCompile(`^[-=_*~·.\s|+:]{3,}$`)
	digits      = regexp.MustCompile(`\d+`)
)

// folded is a line as running headers are compared: without numbers and case.
func folded(text string) string {
	return digits.ReplaceAllString(strings.ToLower(source.Fold(text)), "#")
}

// columns parts a line at its wide gaps, tabs or upright strokes.
func columns(raw string) []string {
	raw = strings.Trim(strings.TrimSpace(raw), "|")
	parts := regexpColumns.Split(raw, -1)
	var out []string
	for _, p := range parts {
		if p = strings.TrimSpace(p); p != "" {
			out = append(out, p)
		}
	}
	return out
}

var regexpColumns = regexp.MustCompile(`\s{3,}|\t+|\s*\|\s*`)
