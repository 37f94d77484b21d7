package syllabus

import (
	"errors"
	"math"
	"regexp"
	"strconv"
	"strings"

	"zincowl/core/source"
)

// Outline is an outline as it was read.
type Outline struct {
	Title     string
	Topics    []Topic
	Leftovers []Leftover
}

// Leftover is a line that became no topic and no statement.
type Leftover struct {
	Line int // counted from 1
	Text string
	Why  string
}

// MaxTopics is how many topics an outline may have; larger ones are documents
// about the subject, not outlines of it.
const MaxTopics = 600

// ErrNoOutline is what Read and FromTable say of a text that has no topic.
var ErrNoOutline = errors.New("no topic was found")

// Read reads an outline as people paste it: numbered, indented, headed or
// bulleted lines, a weight at the end or the beginning of some, statements
// that begin with what the candidate does. A table with named columns is read
// by those. What became no topic and no statement is among the leftovers, but
// for lines that only say what the next ones are.
func Read(text string) (Outline, error) {
	lines := strings.Split(strings.ReplaceAll(strings.ReplaceAll(text, "\r\n", "\n"), "\r", "\n"), "\n")
	if rows := cells(lines); rows != nil {
		if o, err := FromTable(rows); err == nil {
			return o, nil
		}
	}
	r := outliner{}
	for i, raw := range lines {
		r.line(i+1, raw)
	}
	return r.finish()
}

// FromDocument reads an outline out of a document: its tables, where one has a
// column of topics, else its headings and items.
func FromDocument(doc source.Document) (Outline, error) {
	var rows [][]string
	for _, p := range doc.Passages {
		if p.Kind == source.Table {
			rows = append(rows, p.Rows...)
		}
	}
	if len(rows) > 0 {
		if o, err := FromTable(rows); err == nil {
			return o, nil
		}
	}
	var text strings.Builder
	for _, p := range doc.Passages {
		switch p.Kind {
		case source.Heading:
			text.WriteString(strings.Repeat("#", len(p.Locator.Heading)+1) + " " + p.Text + "\n")
		case source.Item:
			text.WriteString("  - " + p.Text + "\n")
		default:
			text.WriteString(p.Text + "\n")
		}
	}
	return Read(text.String())
}

// mark is the sort of thing a line begins with; those of one sort stand at one
// depth.
type mark struct {
	sort   string // "#", "1.", "A.", "a.", "I.", "i.", "unit", "-", ""
	parts  int    // of a dotted number, or level of a heading
	indent int
}

type outliner struct {
	outline Outline
	stack   []mark // of the topics that are open
	doing   bool   // after "the candidate can:"
	under   mark   // the mark of that line
}

var (
	heading   = regexp.MustCompile(`^(#{1,6})\s+`)
	dotted    = regexp.MustCompile(`^(\d{1,3}(?:\.\d{1,3})*)(?:[.):]\s*|\s+[-–—:]\s+|\s+)`)
	lettered  = regexp.MustCompile(`^\(?([A-Za-z])[.)]\s+|^([A-Z])\s+[-–—:]\s+`)
	romans    = regexp.MustCompile(`^\(?([IVXLivxl]{1,6})[.)]\s+`)
	unit      = regexp.MustCompile(`(?i)^(unit|module|section|chapter|topic|part|domain|area|theme|block)\s+([0-9]{1,3}(?:\.[0-9]{1,3})*|[A-Z]|[IVX]{1,5})\s*(?:[.:)\-–—]\s*|\s+|$)`)
	bullet    = regexp.MustCompile(`^[-*•·–▪◦‣○●□–—+]\s+`)
	checkbox  = regexp.MustCompile(`^\[[ xX]?\]\s+`)
	leaders   = regexp.MustCompile(`(?:\s*\.){3,}\s*\d+$|\s*…+\s*\d+$`)
	weighed   = regexp.MustCompile(`(?i)[\s:,–—-]*[(\[]?\s*(?:weight(?:ing)?|worth|about|approx\.?|ca\.?|~)?\s*:?\s*(\d{1,4}(?:[.,]\d+)?)(?:\s*(?:-|–|—|to)\s*(\d{1,4}(?:[.,]\d+)?))?\s*(%|per\s?cent|marks?|points?|pts?\.?|questions?|items?)(?:\s+of\s+(?:the\s+)?(?:exam|marks|paper|total|test))?\s*[)\]]?\s*[.;]?$`)
	plainNum  = regexp.MustCompile(`\s*[(\[]\s*(\d{1,3})\s*[)\]]$`)
	stars     = regexp.MustCompile(`[\s:,–—(-]*([★⭐*✱]{1,5})([☆]{0,4})\)?$`)
	ahead     = regexp.MustCompile(`(?i)^[(\[]?(\d{1,3}(?:[.,]\d+)?(?:\s*[-–—]\s*\d{1,3})?)\s*(%|marks?|points?)[)\]]?\s*[-–—:]?\s+`)
	weightRow = regexp.MustCompile(`(?i)^(?:weight(?:ing)?|share|marks)\s*[:=]?\s*(\d{1,4}(?:[.,]\d+)?)\s*(%|per\s?cent|marks?|points?)?\.?$`)
	total     = regexp.MustCompile(`(?i)^(?:total|sum|overall|all)\b.{0,20}?\d`)
	furniture = regexp.MustCompile(`(?i)^(?:page|p\.)\s*\d+(?:\s*(?:of|/)\s*\d+)?$|^\d{1,4}$|^(?:table of )?contents$`)
	leadIn    = regexp.MustCompile(`(?i)(?:\b(?:candidates?|learners?|students?|you|operators?)\b.{0,40}?\b(?:can|able to|will|should|must)\b.*|learning outcomes|can-do statements|outcomes|objectives|able to)\s*:?$`)
	canLead   = regexp.MustCompile(`(?i)^(?:the\s+)?(?:(?:candidates?|learners?|students?|you|i|operators?)\s+)?(?:(?:can|(?:(?:should|must|will)\s+)?be able to|is able to|are able to)\s+|to\s+)`)
)

// line takes one line in.
func (r *outliner) line(n int, raw string) {
	text := strings.TrimSpace(strings.Map(printable, raw))
	if text == "" {
		return
	}
	leave := func(why string) { r.outline.Leftovers = append(r.outline.Leftovers, Leftover{n, text, why}) }
	if furniture.MatchString(text) {
		leave("This looks like a page number or a heading of the list.")
		return
	}
	if m := weightRow.FindStringSubmatch(text); m != nil && len(r.outline.Topics) > 0 {
		last := &r.outline.Topics[len(r.outline.Topics)-1]
		if last.Given == nil {
			last.Given = weightOf(m[1], "", m[2])
			return
		}
	}
	if total.MatchString(text) {
		leave("This looks like a total, not like a topic.")
		return
	}
	at, rest := begin(text, indentOf(raw))
	title, given := strip(rest)
	if title == "" {
		leave("Nothing is left of this line but its number or weight.")
		return
	}
	if given == nil && leadIn.MatchString(title) {
		if len(r.outline.Topics) == 0 {
			leave("It introduces a list, but no topic stands above it.")
			return
		}
		r.doing, r.under = true, at
		return
	}
	words := len(strings.Fields(title))
	if r.doing {
		// The list ends where a line stands as the topics do.
		if at.sort == "#" || at.sort == "unit" || at == r.at() || (at.sort == "1." && at != r.under && r.opened(at)) || (given != nil && !act(title)) {
			r.doing = false
		} else if words <= 60 {
			r.state(title)
			return
		}
	}
	if len(r.outline.Topics) > 0 && given == nil && act(title) && at.sort != "#" && at.sort != "unit" && r.within(at) {
		r.state(title)
		return
	}
	if words > 24 || (words > 10 && strings.HasSuffix(title, ".") && at.sort == "") {
		leave("This reads like a sentence, not like a topic.")
		return
	}
	if len(r.outline.Topics) >= MaxTopics {
		leave("There are more topics than an outline may have.")
		return
	}
	depth := r.place(at)
	r.outline.Topics = append(r.outline.Topics, Topic{Title: title, Depth: depth, Given: given})
}

// indentOf is how far in a line begins, in columns.
func indentOf(raw string) int {
	indent := 0
	for _, c := range raw {
		switch c {
		case '\t':
			indent += 4
		case ' ', '\u00a0':
			indent++
		default:
			return indent
		}
	}
	return indent
}

func printable(c rune) rune {
	switch {
	case c == '\u00a0' || c == '\t':
		return ' '
	case c < ' ' || c == '\ufeff' || c == '\u200b' || c == '\u00ad':
		return -1
	}
	return c
}

// at is the mark of the last topic.
func (r *outliner) at() mark {
	if len(r.stack) == 0 {
		return mark{}
	}
	return r.stack[len(r.stack)-1]
}

// opened says whether a topic that is open has such a mark.
func (r *outliner) opened(at mark) bool {
	for _, m := range r.stack {
		if m.sort == at.sort && m.parts >= at.parts {
			return true
		}
	}
	return false
}

// within says whether a line with this mark would stand below the last topic,
// or beside statements of it.
func (r *outliner) within(at mark) bool {
	last := r.outline.Topics[len(r.outline.Topics)-1]
	if len(last.CanDo) > 0 || at.sort == "-" {
		return true
	}
	top := r.at()
	return at != top && (at.indent > top.indent || at.sort == "1." && at.parts > top.parts || at.sort != top.sort && !r.opened(at))
}

// state adds a statement to the last topic.
func (r *outliner) state(text string) {
	last := &r.outline.Topics[len(r.outline.Topics)-1]
	last.CanDo = append(last.CanDo, Statement{Text: text})
}

// begin takes off what a line begins with.
func begin(text string, indent int) (mark, string) {
	if m := heading.FindString(text); m != "" {
		rest := text[len(m):]
		level := strings.Count(m, "#")
		if d := dotted.FindString(rest); d != "" {
			rest = rest[len(d):]
		} else if u := unit.FindString(rest); u != "" && len(u) < len(rest) {
			rest = rest[len(u):]
		}
		return mark{sort: "#", parts: level}, rest
	}
	if m := unit.FindString(text); m != "" {
		if rest := strings.TrimSpace(text[len(m):]); rest != "" {
			return mark{sort: "unit", indent: indent}, rest
		}
		return mark{sort: "unit", indent: indent}, text
	}
	if m := bullet.FindString(text); m != "" {
		rest := checkbox.ReplaceAllString(text[len(m):], "")
		// A number after a bullet says more than the bullet.
		if d := dotted.FindStringSubmatch(rest); d != nil && strings.Contains(d[1], ".") {
			return mark{sort: "1.", parts: strings.Count(d[1], ".") + 1}, rest[len(d[0]):]
		}
		return mark{sort: "-", indent: indent}, rest
	}
	if m := ahead.FindString(text); m != "" {
		// The weight stands first: it is read at the end.
		return mark{indent: indent}, strings.TrimSpace(text[len(m):]) + " (" + strings.Trim(strings.TrimSpace(m), "()[]-–—: ") + ")"
	}
	if m := dotted.FindStringSubmatch(text); m != nil {
		parts := strings.Count(m[1], ".") + 1
		at := mark{sort: "1.", parts: parts}
		if parts == 1 {
			at.indent = indent
		}
		return at, text[len(m[0]):]
	}
	if m := romans.FindStringSubmatch(text); m != nil && len(m[1]) > 1 || m != nil && strings.ContainsAny(m[1], "IiVvXx") {
		sort := "i."
		if m[1] == strings.ToUpper(m[1]) {
			sort = "I."
		}
		return mark{sort: sort, indent: indent}, text[len(m[0]):]
	}
	if m := lettered.FindStringSubmatch(text); m != nil {
		sort := "a."
		if c := m[1] + m[2]; c == strings.ToUpper(c) {
			sort = "A."
		}
		return mark{sort: sort, indent: indent}, text[len(m[0]):]
	}
	return mark{indent: indent}, text
}

// place finds the depth of a topic and opens it there.
func (r *outliner) place(at mark) int {
	for i, m := range r.stack {
		if m == at || (m.sort == at.sort && m.sort == "1." && m.parts == at.parts && at.parts > 1) {
			r.stack = r.stack[:i+1]
			return i
		}
	}
	for len(r.stack) > 0 && !at.deeper(r.stack[len(r.stack)-1]) {
		r.stack = r.stack[:len(r.stack)-1]
	}
	r.stack = append(r.stack, at)
	return len(r.stack) - 1
}

// deeper says whether a line with this mark, met for the first time, stands
// below a topic with another.
func (at mark) deeper(than mark) bool {
	switch {
	case at.sort == "#" && than.sort == "#":
		return at.parts > than.parts
	case at.sort == "#":
		return false
	case at.sort == "unit" && than.sort != "#":
		return at.indent > than.indent && than.sort == "unit"
	case at.sort == "1." && than.sort == "1." && (at.parts > 1 || than.parts > 1):
		return at.parts > than.parts
	case at.sort == than.sort:
		return at.indent > than.indent
	case at.indent != than.indent && at.parts < 2 && than.parts < 2:
		return at.indent > than.indent
	}
	return true // another sort of mark at the same indent
}

// strip takes the weight and the dots of a table of contents off a title.
func strip(text string) (string, *Weight) {
	text = strings.TrimSpace(strings.TrimRight(leaders.ReplaceAllString(text, ""), " "))
	text = strings.TrimSpace(strings.ReplaceAll(strings.TrimSuffix(strings.TrimPrefix(text, "**"), "**"), "**", ""))
	var given *Weight
	if m := weighed.FindStringSubmatchIndex(text); m != nil {
		part := func(k int) string {
			if m[2*k] < 0 {
				return ""
			}
			return text[m[2*k]:m[2*k+1]]
		}
		if w := weightOf(part(1), part(2), part(3)); w != nil {
			given, text = w, text[:m[0]]
		}
	} else if m := stars.FindStringSubmatchIndex(text); m != nil && m[0] > 0 {
		given = &Weight{float64(len([]rune(text[m[2]:m[3]]))), Stars}
		text = text[:m[0]]
	} else if m := plainNum.FindStringSubmatchIndex(text); m != nil && m[0] > 0 {
		given, text = weightOf(text[m[2]:m[3]], "", "marks"), text[:m[0]]
	}
	return strings.TrimSpace(strings.Trim(strings.TrimSpace(text), ":;,–—|")), given
}

// weightOf reads a weight; of a range it is the middle.
func weightOf(low, high, unit string) *Weight {
	v, err := strconv.ParseFloat(strings.Replace(low, ",", ".", 1), 64)
	if err != nil {
		return nil
	}
	if h, err := strconv.ParseFloat(strings.Replace(high, ",", ".", 1), 64); high != "" && err == nil && h > v {
		v = (v + h) / 2
	}
	if math.IsNaN(v) || v < 0 || v > 100_000 {
		return nil
	}
	u := Marks
	if unit == "%" || strings.HasPrefix(strings.ToLower(unit), "per") {
		u = Percent
	}
	return &Weight{v, u}
}

// verbs are what can-do statements begin with.
var verbs = func() map[string]bool {
	out := map[string]bool{}
	for _, v := range strings.Fields(`adjust analyse analyze apply appraise argue arrange assess balance build calculate calibrate carry categorise categorize check choose cite
		classify collect combine compare complete compute conclude configure construct contrast convert correct decide deduce define demonstrate derive describe design
		detect determine develop diagnose differentiate discuss distinguish draw employ ensure establish estimate evaluate examine execute explain express find follow
		formulate give handle identify illustrate implement indicate inspect infer interpret justify keep list locate maintain manage match measure monitor name
		operate organise organize outline perform plan plot predict prepare present prevent produce prove read recall recognise recognize recommend record relate
		report respond review rewrite say select set show simplify sketch solve sort start state stop suggest summarise summarize take tell trace translate
		troubleshoot understand use verify work write`) {
		out[v] = true
	}
	return out
}()

// act says whether a text tells what somebody does: "explain why …", "can name
// …". A verb that is a noun here ("use of pumps", "state law") is none.
func act(text string) bool {
	lead := canLead.FindString(text)
	first, rest, ok := strings.Cut(text[len(lead):], " ")
	if lead != "" && !strings.EqualFold(strings.TrimSpace(lead), "to") {
		return ok
	}
	if !ok || !verbs[strings.ToLower(strings.Trim(first, ",;"))] {
		return false
	}
	second, _, _ := strings.Cut(strings.ToLower(rest), " ")
	return second != "of" && second != "in" && len(strings.Fields(rest)) > 0
}

// finish lifts the topics out of a title that stands above all of them.
func (r *outliner) finish() (Outline, error) {
	o := r.outline
	if len(o.Topics) > 2 && len(children(o.Topics, -1)) == 1 && o.Topics[0].Given == nil && len(o.Topics[0].CanDo) == 0 && len(children(o.Topics, 0)) > 1 {
		o.Title, o.Topics = o.Topics[0].Title, o.Topics[1:]
		for i := range o.Topics {
			o.Topics[i].Depth--
		}
	}
	Straighten(o.Topics)
	if len(o.Topics) == 0 {
		return o, ErrNoOutline
	}
	return o, nil
}
