package clause

import (
	"strings"

	"zincowl/core/language"
)

// part is a clause while it is read, in words.
type part struct {
	kind       Kind
	verbs      verbs
	subject    run
	object     run
	complement run
	preps      []prep
	link       string
	of         int
	supposed   bool // under if, unless, whether …
	wished     bool
	imperative bool
	doubt      bool
	negated    bool
	whole      run
	base       string
	takes      language.Takes
	objects    int
}

type prep struct {
	word   run
	object run
}

type parser struct {
	w        []word
	i        int
	text     string
	cost     float64
	out      []*part
	question bool
	depth    int
	pending  int // subjects whose verb has not come
}

// state is what reading a piece changes, to be put back.
type state struct {
	i    int
	cost float64
	n    int
}

func (p *parser) mark() state      { return state{p.i, p.cost, len(p.out)} }
func (p *parser) back(s state)     { p.i, p.cost, p.out = s.i, s.cost, p.out[:s.n] }
func (p *parser) here() word       { return p.at(p.i) }
func (p *parser) is(w string) bool { return p.here().lower == w }

// skipBrackets goes behind the bracket that closes, or to the end.
func (p *parser) skipBrackets() {
	for p.i < len(p.w) && !p.is(")") {
		p.i++
	}
	p.i = min(p.i+1, len(p.w))
}

// deepest bounds how clauses nest.
const deepest = 12

// add begins a clause.
func (p *parser) add(kind Kind, v verbs, link string, of int) *part {
	c := &part{kind: kind, verbs: v, link: link, of: of, negated: v.negated}
	c.base = p.w[v.main].base()
	c.takes = language.VerbTakes(c.base)
	c.whole = run{v.a, v.b}
	p.out = append(p.out, c)
	return c
}

func (p *parser) index(c *part) int {
	for i, o := range p.out {
		if o == c {
			return i
		}
	}
	return -1
}

// all reads a whole sentence.
func (p *parser) all() {
	if n := len(p.w); n > 0 && p.w[n-1].text == "?" {
		p.question = true
	}
	for p.i < len(p.w) {
		start := p.i
		p.statement()
		if p.i == start {
			if !isPunct(p.here()) {
				p.cost += 1
			}
			p.i++
		}
	}
}

// ends says whether nothing of a clause can stand at i.
func (p *parser) ends(i int) bool {
	switch p.at(i).text {
	case "", ".", "!", "?", ";", ":", "—", "–", "→", "=", "•", "|", "-", "⇒", "←", "->":
		return true
	}
	return false
}

// statement reads a clause that stands by itself, with what leads it in.
func (p *parser) statement() {
	for p.i < len(p.w) && (isPunct(p.here()) || p.here().lower == "&") {
		p.i++
	}
	if p.i >= len(p.w) {
		return
	}
	link := ""
	if w := p.here(); w.tag == "CC" || w.lower == "yet" || w.lower == "nor" {
		if p.i > 0 || w.lower != "and" {
			link = w.text
		}
		if w.lower == "and" || w.lower == "or" {
			link = ""
		}
		p.i++
		if w.lower == "nor" {
			p.inverted(true)
			return
		}
		if (w.lower == "either" || w.lower == "neither") && p.clauseAhead(p.i) {
			link = ""
		}
	}
	first := len(p.out)
	var fronted []prep
	begin := p.i
	for range 8 {
		if p.ends(p.i) {
			return
		}
		if p.is(",") || p.is("(") || p.is(")") {
			p.i++
			continue
		}
		if (p.is("neither") || p.is("nor") || p.is("so")) && p.inverted(p.here().lower != "so") {
			return
		}
		if p.subordinate(-1, true) {
			continue
		}
		if j, neg := p.adverbs(p.i); j > p.i && !neg && !p.beginsNoun(p.i) {
			p.i = j
			continue
		}
		if pr, ok := p.prepositional(-1); ok {
			if !pr.object.empty() {
				fronted = append(fronted, pr)
			}
			continue
		}
		if p.leading() {
			continue
		}
		if e, _, ok := p.base(p.i); ok && p.timeSpan(run{p.i, e}) && p.clauseAhead(e) && !p.finiteAt(e) { // "Last week we talked"
			p.i = e
			continue
		}
		break
	}
	if begin > 0 && begin < len(p.w) && !isPunct(p.w[begin-1]) && p.w[begin-1].tag != "CC" && p.w[begin-1].lower != "yet" && p.w[begin-1].lower != "nor" {
		p.cost += 1
	}
	main := p.clause(Main, link, -1)
	if main == nil {
		for _, c := range p.out[first:] { // what leads in leads to nothing
			if c.of < 0 {
				c.doubt = true
				p.cost += 0.5
			}
		}
		p.leaveFragment(begin)
		return
	}
	if begin > 0 && p.at(begin-1).lower == "or" {
		for _, c := range p.out[p.index(main):] {
			c.wished = true // one of two
		}
	}
	for _, c := range p.out[first:] {
		if c.kind == Adverbial && strings.EqualFold(c.link, "if") && c.verbs.past {
			main.wished = main.wished || main.verbs.modal != ""
		}
	}
	if begin > 0 && p.at(begin-1).text == "," && p.w[main.verbs.a].tag == "VBD" && main.verbs.a == main.verbs.main && !irregularPast(p.w[main.verbs.main]) {
		main.doubt = true // "…, a process called X"
	}
	main.preps = append(fronted, main.preps...)
	main.whole.a = min(main.whole.a, begin)
	at := p.index(main)
	for _, c := range p.out[first:at] { // what led in hangs on it
		if c.of < 0 && (c.kind != Main) {
			c.of = at
			if (c.kind == Participle || c.kind == Gerund || c.kind == Infinitive) && c.subject.empty() {
				if main.verbs.passive && c.kind != Participle {
					c.doubt = true
				} else {
					c.subject = main.subject
				}
			}
		}
	}
}

// irregularPast says that a form is the past and no participle: "broke".
func irregularPast(w word) bool {
	for _, f := range w.forms {
		if f.Tag == "VBN" {
			return false
		}
	}
	return true
}

// beginsNoun says that an adverb at i belongs to a noun group: "only a fifth".
func (p *parser) beginsNoun(i int) bool {
	_, _, ok := p.base(i)
	return ok
}

// leaveFragment goes to the end of what has no verb.
func (p *parser) leaveFragment(begin int) {
	n := 0
	verbal := conjunctions[p.at(begin).lower] && !prepositions[p.at(begin).lower]
	for p.i < len(p.w) && !p.ends(p.i) && !(p.is(",") && p.clauseAhead(p.i+1)) {
		w := p.here()
		verbal = verbal || w.verb() || w.tag == "MD" || n > 0 && (w.tag == "PRP" || w.tag == "DT" && !p.leadsToNoun(p.i+1))
		p.i++
		n++
	}
	if verbal {
		p.cost += 1.1
	}
	if n > 0 || p.i > begin {
		p.cost += 0.4
		if p.is(".") || p.is(";") { // a note has no full stop
			p.cost += 1
		}
	}
}

// leading reads a participle or infinitive before the clause that it hangs on.
func (p *parser) leading() bool {
	w := p.here()
	if w.tag != "VBG" && w.tag != "VBN" && w.tag != "TO" {
		if kind, n := p.lead(p.i); kind == "TO" {
			s := p.mark()
			p.i += n - 1
			if p.infinitive(nil, -1) && (p.is(",") || p.clauseAhead(p.i)) {
				return true
			}
			p.back(s)
		}
		return false
	}
	s := p.mark()
	v, ok := p.verbsAt(p.i)
	if !ok {
		return false
	}
	kind := Participle
	link := ""
	if w.tag == "TO" {
		kind, link = Infinitive, "to"
	}
	c := p.add(kind, v, link, -1)
	c.verbs.passive = w.tag == "VBN" || v.passive
	c.wished = kind == Infinitive
	p.i = v.b
	p.complements(c)
	if p.is(",") && p.clauseAhead(p.i+1) {
		p.i++
		c.supposed = w.tag == "VBN" // "lifted too soon, it …"
		return true
	}
	p.back(s)
	return false
}

// inverted reads "neither is an agreement", "so does the other".
func (p *parser) inverted(negated bool) bool {
	s := p.mark()
	if p.is("neither") || p.is("nor") || p.is("so") {
		p.i++
	}
	w := p.here()
	if w.tag != "MD" && w.base() != "be" && w.base() != "do" && w.base() != "have" {
		p.back(s)
		return false
	}
	v := verbs{run: run{p.i, p.i + 1}, main: p.i, finite: true, negated: negated}
	p.i++
	subject, ok := p.subject()
	if !ok {
		p.back(s)
		return false
	}
	if w.tag == "MD" || w.base() != "be" {
		if next, ok := p.verbsAt(p.i); ok && !next.finite || ok && p.here().tag == "VB" {
			if w.tag == "MD" {
				v.modal = w.text
			}
			v.main, v.b = next.main, next.b
			v.passive = next.passive
			p.i = next.b
		}
	}
	c := p.add(Main, v, "", -1)
	c.subject, c.doubt = subject, true
	p.complements(c)
	return true
}

// clause reads a subject with its verb and what follows. The cursor stands at the
// subject. It gives nothing, and stays, where there is no verb.
func (p *parser) clause(kind Kind, link string, of int) *part {
	if p.depth++; p.depth > deepest {
		p.depth--
		return nil
	}
	defer func() { p.depth-- }()
	s := p.mark()
	// "Should the pump stop, …" supposes.
	if w := p.here(); kind == Main && !p.question && (w.lower == "should" || w.lower == "had" || w.lower == "were") && p.clauseOrBase(p.i+1) {
		if c := p.supposition(); c != nil {
			return p.clause(Main, "", -1)
		}
		p.back(s)
	}
	begin := p.i
	first := len(p.out)
	subject, ok := p.subject()
	inner := len(p.out)
	if !ok {
		// An order: a bare verb.
		if v, ok := p.verbsAt(p.i); ok && kind == Main && (v.finite && v.modal == "" && !v.past && !v.passive && !p.thirdPerson(v)) {
			c := p.add(Main, v, link, of)
			c.imperative, c.wished = true, true
			p.i = v.b
			p.complements(c)
			p.joined(c)
			return c
		}
		if v, ok := p.verbsAt(p.i); ok && kind == Main && v.finite { // "Beats the chart": the subject is left out
			c := p.add(Main, v, link, of)
			c.doubt = true
			p.cost += 1
			p.i = v.b
			p.complements(c)
			p.joined(c)
			return c
		}
		p.back(s)
		return nil
	}
	// What stands between subject and verb between commas.
	if p.is(",") {
		at := p.mark()
		p.i++
		j, _ := p.adverbs(p.i)
		switch {
		case inner > first && j == p.i && p.finiteAt(p.i):
		case j > p.i && p.at(j).text == ",":
			p.i = j + 1
		default:
			if _, ok := p.prepositional(-1); ok && p.is(",") {
				p.i++
			} else {
				p.back(at)
			}
		}
	}
	if j, _ := p.adverbs(p.i); p.at(j).text == "," && j > p.i && p.finiteAt(j+1) {
		p.i = j + 1
	}
	v, ok := p.verbsAt(p.i)
	if !ok || !v.finite {
		p.back(s)
		return nil
	}
	c := p.add(kind, v, link, of)
	// Clauses that describe the subject come after it.
	if len(p.out)-1 > inner-1 && inner > first {
		p.out = append(p.out[:first:first], append([]*part{c}, p.out[first:inner]...)...)
		for _, o := range p.out[first+1:] {
			if o.of >= first {
				o.of++
			}
			if o.of < 0 {
				o.of = first
			}
		}
	}
	c.subject = subject
	c.whole.a = begin
	c.negated = v.negated || p.denies(subject)
	p.agreement(c)
	p.i = v.b
	if p.is("(") {
		p.skipBrackets()
	}
	p.complements(c)
	p.joined(c)
	return c
}

// thirdPerson says that a verb group is in the form that goes with "it".
func (p *parser) thirdPerson(v verbs) bool {
	for k := v.a; k < v.b; k++ {
		if p.w[k].verb() {
			return p.w[k].tag == "VBZ"
		}
	}
	return false
}

// clauseOrBase says that a subject and a base verb follow, as behind "should".
func (p *parser) clauseOrBase(i int) bool {
	e, _, ok := p.group(i, false)
	if !ok {
		return false
	}
	e, _ = p.adverbs(e)
	w := p.at(e)
	return w.tag == "VB" || w.tag == "VBP" || w.tag == "VBN" || w.tag == "VBD" || p.baseVerb(e) || w.base() == "be"
}

// supposition reads "Should the pump stop," up to its comma.
func (p *parser) supposition() *part {
	s := p.mark()
	modal := p.here().text
	p.i++
	subject, ok := p.subject()
	if !ok {
		p.back(s)
		return nil
	}
	j, neg := p.adverbs(p.i)
	if !p.baseVerb(j) && p.at(j).tag != "VBN" && p.at(j).tag != "VBD" {
		p.back(s)
		return nil
	}
	v := verbs{run: run{p.i, j + 1}, main: j, modal: modal, negated: neg, finite: true}
	c := p.add(Adverbial, v, modal, -1)
	c.subject, c.supposed = subject, true
	p.i = v.b
	p.complements(c)
	p.joined(c)
	if !p.is(",") {
		p.back(s)
		return nil
	}
	p.i++
	return c
}

// denies says whether a noun group denies what is said of it: "no pump", "nothing".
func (p *parser) denies(r run) bool {
	if r.empty() {
		return false
	}
	first := p.w[r.a].lower
	if r.a > 0 && p.w[r.a-1].lower == "neither" { // "neither the driver nor the owner"
		return true
	}
	return first == "no" || first == "nobody" || first == "nothing" || first == "none" || first == "neither" || first == "noone"
}

// agreement adds to the cost where subject and verb do not agree in number.
func (p *parser) agreement(c *part) {
	w := p.w[c.verbs.a]
	for k := c.verbs.a; k < c.verbs.b; k++ {
		if finiteTag(p.w[k].tag) || p.w[k].tag == "MD" {
			w = p.w[k]
			break
		}
	}
	if c.subject.empty() || w.tag == "MD" || w.tag == "VBD" && w.lower != "was" && w.lower != "were" {
		return
	}
	_, head, ok := p.base(c.subject.a)
	if !ok || head >= c.subject.b {
		return
	}
	h := p.w[head]
	plural := h.tag == "NNS" || h.tag == "NNPS" || h.lower == "they" || h.lower == "we" || h.lower == "you" || h.lower == "these" || h.lower == "those" || h.lower == "i" || h.lower == "both" || h.lower == "many" || h.lower == "few"
	singular := h.tag == "NN" || h.lower == "it" || h.lower == "he" || h.lower == "she" || h.lower == "this"
	for k := c.subject.a; k < c.subject.b; k++ {
		if p.w[k].lower == "and" || h.tag == "CD" || p.w[k].lower == "or" || p.w[k].tag == "CD" {
			return // together they are several
		}
		switch p.w[k].lower {
		case "all", "most", "some", "number", "half", "none", "any", "majority", "pair", "series", "police", "people", "data", "staff", "cattle":
			return
		}
	}
	switch {
	case plural && (w.tag == "VBZ" || w.lower == "was") && h.lower != "there":
		p.cost += 1.2
		c.doubt = true
	case singular && (w.tag == "VBP" || w.tag == "VB" || w.lower == "were" && !c.supposed) && h.lower != "i" && w.lower != "be":
		p.cost += 1.2
		c.doubt = true
	}
}

// subject reads a noun group that is to be a subject, with what describes it.
func (p *parser) subject() (run, bool) {
	p.pending++
	defer func() { p.pending-- }()
	from := p.i
	w := p.here()
	switch {
	case w.lower == "what" || w.lower == "whatever" || w.lower == "whoever" || w.lower == "how" || w.lower == "why" || w.lower == "where" || w.lower == "whether" || w.lower == "whichever":
		s := p.mark()
		if p.nominal(-1) && p.finiteAt(p.i) {
			return run{from, p.i}, true
		}
		p.back(s)
		return run{}, false
	case w.tag == "VBG":
		s := p.mark()
		if v, ok := p.verbsAt(p.i); ok {
			c := p.add(Gerund, v, "", -1)
			c.wished, c.doubt = true, true
			p.i = v.b
			p.complements(c)
			if p.finiteAt(p.i) {
				p.out = p.out[:s.n] // the subject is the whole of it
				return run{from, p.i}, true
			}
		}
		p.back(s)
	}
	end, head, ok := p.group(p.i, false)
	if !ok {
		return run{}, false
	}
	if w := p.w[head]; w.tag == "PRP" {
		switch w.lower {
		case "him", "them", "me", "us":
			return run{}, false
		}
	}
	p.i = end
	described := run{from, end}
	for range 6 {
		at := p.i
		w := p.here()
		switch {
		case w.text == "(":
			p.skipBrackets()
		case w.tag == "PRP" && (strings.HasSuffix(w.lower, "self") || strings.HasSuffix(w.lower, "selves")): // "the tip itself"
			p.i++
		case w.lower == "so" && p.at(p.i+1).tag == "JJ" && described.b == p.i: // "a smell so faint that"
			p.i += 2
			described.b = p.i
			if p.is("that") {
				p.i++
				if c := p.clause(Content, "that", -1); c == nil {
					p.i--
				}
			}
		case (prepositions[w.lower] || w.lower == "of") && w.tag != "RB" && !p.finiteAt(p.i):
			e, _, ok := p.group(p.i+1, false)
			if governsClause(p.at(p.i + 1)) {
				return described, true
			}
			if !ok {
				if p.at(p.i+1).tag == "VBG" { // "the cost of sending it"
					v, _ := p.verbsAt(p.i + 1)
					c := p.add(Gerund, v, w.lower, -1)
					c.wished, c.doubt = true, true
					p.i = v.b
					p.complements(c)
					described.b = p.i
					continue
				}
				return described, true
			}
			p.i = e
			described.b = e
		case p.relative(described):
		case (w.tag == "VBN" || w.tag == "VBG") && !p.finiteAt(p.i):
			p.reduced(described)
		case w.tag == "TO" && !described.empty():
			if !p.infinitive(nil, -1) {
				return described, true
			}
		case w.tag == "JJR" && described.b == p.i && p.at(p.i+1).lower == "than": // "ramps steeper than 10 %"
			e, _, ok := p.group(p.i+2, false)
			if !ok {
				return described, true
			}
			p.i, described.b = e, e
		case w.tag == "JJ" && described.b == p.i && !p.at(p.i+1).noun() && (p.at(p.i+1).tag == "IN" || p.at(p.i+1).tag == "TO") && !p.finiteAt(p.i): // "the person responsible for it"
			p.i++
		case w.text == ",":
			if !p.between(&described) {
				return described, true
			}
		default:
			return described, true
		}
		if p.i == at {
			return described, true
		}
	}
	return described, true
}

// between reads what is put between commas behind a subject: a relative clause, another
// name for it, a participle. It reads nothing unless a verb follows.
func (p *parser) between(described *run) bool {
	s := p.mark()
	p.i++
	switch w := p.here(); {
	case p.relative(*described):
	case (w.tag == "VBN" || w.tag == "VBG") && !p.finiteAt(p.i):
		p.reduced(*described)
	case w.lower == "or" || w.lower == "and" || w.lower == "such" || w.lower == "including" || w.lower == "like" || prepositions[w.lower]:
		if w.lower == "such" {
			p.i++
		}
		e, _, ok := p.group(p.i+1, false)
		if !ok {
			p.back(s)
			return false
		}
		p.i = e
		if w.lower == "or" || w.lower == "and" {
			described.b = e
		}
	default:
		e, _, ok := p.group(p.i, false)
		if !ok {
			p.back(s)
			return false
		}
		if w.tag == "NN" || w.tag == "NNS" {
			p.cost += 0.5 // another name has an article
		}
		p.i = e
		for p.is("of") || prepositions[p.here().lower] && p.here().tag == "IN" {
			e, _, ok := p.group(p.i+1, false)
			if !ok {
				break
			}
			p.i = e
		}
		if p.is(",") && p.finiteAt(p.i+1) {
			described.b = p.i
		}
	}
	if p.is(",") && p.finiteAt(p.i+1) {
		p.i++
		return true
	}
	if p.is(",") && p.verbAfterAdverbs(p.i+1) {
		p.i++
		return true
	}
	p.back(s)
	return false
}

func (p *parser) verbAfterAdverbs(i int) bool {
	j, _ := p.adverbs(i)
	if j > i && p.at(j).text == "," {
		j++
	}
	return p.finiteAt(j)
}

// reduced reads a participle that describes a noun.
func (p *parser) reduced(noun run) {
	v, ok := p.verbsAt(p.i)
	if !ok {
		return
	}
	c := p.add(Participle, v, "", -1)
	c.subject = noun
	c.verbs.passive = v.form == "en" || v.passive
	p.i = v.b
	p.complements(c)
}

// relative reads a relative clause that describes a noun, or the whole of what was
// said where the noun is empty.
func (p *parser) relative(noun run) bool {
	if p.depth > deepest {
		return false
	}
	s := p.mark()
	begin := p.i
	var governed run
	w := p.here()
	if (prepositions[w.lower] || w.lower == "of") && (p.at(p.i+1).lower == "which" || p.at(p.i+1).lower == "whom") {
		governed = run{p.i, p.i + 1}
		p.i++
		w = p.here()
	}
	switch w.lower {
	case "who", "which", "that", "whom":
		if w.lower == "that" && w.tag == "DT" && p.leadsToNoun(p.i+1) && !p.finiteAt(p.i+1) {
			p.back(s)
			return false
		}
		p.i++
		if governed.empty() && w.lower != "whom" {
			if v, ok := p.verbsAt(p.i); ok && v.finite {
				c := p.add(Relative, v, w.text, -1)
				c.subject = noun
				c.whole.a = begin
				c.negated = v.negated
				for k := noun.a; k < noun.b; k++ { // which of several is described
					c.doubt = c.doubt || p.w[k].tag == "CC"
				}
				if noun.empty() {
					c.doubt = c.doubt || w.lower != "which"
				} else {
					p.agreement(c)
				}
				p.i = v.b
				p.complements(c)
				p.joined(c)
				return true
			}
		}
		if c := p.clause(Relative, w.text, -1); c != nil {
			c.whole.a = begin
			switch {
			case !governed.empty():
				c.preps = append(c.preps, prep{governed, noun})
			case c.object.empty() && !c.verbs.passive && c.complement.empty() && c.takes.Object > 0:
				c.object = noun
			case noun.empty():
			case w.lower == "that": // "the fact that …"
				c.kind = Content
				c.doubt = true
			default:
				c.doubt = true
			}
			return true
		}
	case "whose":
		p.i++
		e, _, ok := p.group(p.i, false)
		if !ok {
			break
		}
		subject := run{p.i, e}
		if v, ok := p.verbsAt(e); ok && v.finite {
			c := p.add(Relative, v, w.text, -1)
			c.subject = subject
			c.whole.a = begin
			p.agreement(c)
			p.i = v.b
			p.complements(c)
			p.joined(c)
			return true
		}
	case "where", "when":
		if noun.empty() || w.lower == "when" && !p.timely(noun) {
			break
		}
		p.i++
		if c := p.clause(Relative, w.text, -1); c != nil {
			c.whole.a = begin
			return true
		}
	default: // "the tools you need", "the lime a works buys"
		if !noun.empty() && governed.empty() && w.tag == "DT" && p.pending > 0 && p.at(p.i-1).text != "," && p.clauseAhead(p.i) && p.finitesAhead(p.i) > 1 {
			if c := p.clause(Relative, "", -1); c != nil && c.object.empty() && c.takes.Object > 3 && !c.verbs.passive && c.complement.empty() && len(c.preps) == 0 && p.finiteAt(p.i) {
				c.object = noun
				return true
			}
			p.back(s)
			return false
		}
		if !noun.empty() && governed.empty() && w.tag == "PRP" && subjects[w.lower] && p.finiteAt(p.i+1) && p.at(p.i-1).text != "," {
			if c := p.clause(Relative, "", -1); c != nil {
				if c.object.empty() && c.takes.Object > 0 && !c.verbs.passive && c.complement.empty() {
					c.object = noun
					return true
				}
				p.back(s)
				return false
			}
		}
	}
	p.back(s)
	return false
}

func (p *parser) timely(noun run) bool {
	for k := noun.a; k < noun.b; k++ {
		switch p.w[k].lower {
		case "time", "day", "moment", "year", "date", "month", "point", "period", "days", "years", "moments":
			return true
		}
	}
	return false
}

// supposes are the conjunctions under which nothing is stated.
var supposes = language.WordSet(`if unless whether lest provided providing once until till before`)

// subordinate reads a clause with a conjunction, and a comma behind it where it leads
// in.
func (p *parser) subordinate(of int, leads bool) bool {
	s := p.mark()
	begin := p.i
	link, supposed, n := "", false, 1
	kind, words := p.lead(p.i)
	w := p.here()
	switch {
	case kind == "S":
		n = words
		link = p.text[w.from:p.w[p.i+n-1].to]
		l := strings.ToLower(link)
		supposed = strings.HasSuffix(l, " if") || l == "so that" || l == "in order that" || l == "as if" || l == "as though" || l == "as long as" || l == "so long as" || l == "provided that" || l == "in case" || l == "only when"
	case w.lower == "not" && p.at(p.i+1).lower == "because":
		link, n = p.at(p.i+1).text, 2
	case conjunctions[w.lower] && kind == "":
		link, supposed = w.text, supposes[w.lower]
	case (w.lower == "only" || w.lower == "even" || w.lower == "but" || w.lower == "especially" || w.lower == "particularly") && conjunctions[p.at(p.i+1).lower]:
		p.i++
		if p.subordinate(of, leads) {
			return true
		}
		p.back(s)
		return false
	default:
		return false
	}
	if p.pending > 0 && p.finitesAhead(p.i+n) < 2 {
		return false // the only verb that follows is the subject's
	}
	p.i += n
	first := len(p.out)
	for p.is(",") {
		p.i++
	}
	var fronted []prep
	for range 3 {
		if p.clauseAhead(p.i) {
			break
		}
		pr, ok := p.prepositional(-1)
		if !ok {
			break
		}
		fronted = append(fronted, pr)
		if p.is(",") {
			p.i++
		}
	}
	if j, neg := p.adverbs(p.i); j > p.i && !neg && !p.beginsNoun(p.i) {
		p.i = j
	}
	c := p.clause(Adverbial, link, of)
	if c == nil {
		p.back(s)
		return p.elliptic(n, link, supposed, of)
	}
	c.preps = append(fronted, c.preps...)
	c.whole.a = begin
	for _, o := range p.out[first:] {
		if o.kind == Adverbial && o != c && o.link != link || o.kind != Adverbial && o.kind != Main {
			continue
		}
		o.supposed = o.supposed || supposed
	}
	c.supposed = c.supposed || supposed
	// "When A and B, …": more under the same conjunction.
	if leads {
		for p.is("and") || p.is("or") || p.is(",") && (p.at(p.i+1).lower == "and" || p.at(p.i+1).lower == "or") {
			again := p.mark()
			p.i++
			if p.is("and") || p.is("or") {
				p.i++
			}
			more := p.clause(Adverbial, link, of)
			if more == nil || !p.is(",") {
				p.back(again)
				break
			}
			more.supposed = supposed
		}
		if p.is(",") {
			p.i++
		}
	}
	return true
}

// elliptic reads "when opened", "if possible", "while running".
func (p *parser) elliptic(n int, link string, supposed bool, of int) bool {
	s := p.mark()
	if kind, _ := p.lead(p.i); kind != "S" && prepositions[p.here().lower] {
		return false // "after opening it" is a preposition with a gerund
	}
	p.i += n
	j, _ := p.adverbs(p.i)
	w := p.at(j)
	switch {
	case w.tag == "VBN" || w.tag == "VBG" || w.tag == "VBD":
		v, ok := p.verbsAt(p.i)
		if !ok || p.at(v.b).noun() { // "treated water" is no participle by itself
			p.back(s)
			return false
		}
		c := p.add(Participle, v, link, of)
		c.verbs.passive = w.tag != "VBG"
		c.supposed, c.doubt = supposed, true
		p.i = v.b
		p.complements(c)
	case w.tag == "JJ":
		p.i = j + 1
	default:
		p.back(s)
		return false
	}
	if p.is(",") && of < 0 {
		p.i++
	}
	return true
}

// prepositional reads a preposition with what it governs. The object is empty where
// that is a clause.
func (p *parser) prepositional(of int) (prep, bool) {
	w := p.here()
	n := 1
	switch kind, words := p.lead(p.i); {
	case kind == "P":
		n = words
	case kind != "":
		return prep{}, false
	case w.tag == "TO" && !p.baseVerbAhead(p.i+1):
	case w.tag == "TO":
		return prep{}, false
	case (w.lower == "about" || w.lower == "around") && p.at(p.i+1).tag == "CD" && of >= 0 && p.out[of].object.empty() && p.out[of].takes.Object > 3:
		return prep{}, false
	case !prepositions[w.lower] || (w.tag == "RB" || w.tag == "RP") && !p.governs(p.i+1):
		return prep{}, false
	case w.tag == "VBG" && w.lower != "including" && w.lower != "regarding" && w.lower != "concerning" && w.lower != "excluding":
		return prep{}, false
	}
	s := p.mark()
	word := run{p.i, p.i + n}
	at := p.i + n
	if next := p.at(at); next.tag == "VBG" {
		v, ok := p.verbsAt(at)
		if !ok {
			return prep{}, false
		}
		c := p.add(Gerund, v, p.text[w.from:p.w[at-1].to], of)
		c.wished, c.doubt = true, of < 0
		c.negated = c.negated || w.lower == "without"
		if of >= 0 {
			c.subject = p.out[of].subject
			c.doubt = p.out[of].verbs.passive || !p.out[of].object.empty() || p.out[of].doubt
		}
		p.i = v.b
		p.complements(c)
		return prep{word: word}, true
	}
	p.i = at
	if l := p.here().lower; l == "what" || l == "how" || l == "where" || l == "why" || l == "whether" || l == "whatever" {
		if p.nominal(of) {
			return prep{word: word}, true
		}
	}
	e, _, ok := p.group(at, true)
	if ok && governsClause(p.here()) {
		ok = false
	}
	if !ok {
		if p.here().tag == "JJ" && w.lower == "as" { // "as comfortable"
			p.i++
			return prep{word, run{at, at + 1}}, true
		}
		if p.here().tag == "RB" && (w.lower == "from" || w.lower == "until" || w.lower == "since") {
			p.i++
			return prep{word, run{at, at + 1}}, true
		}
		p.back(s)
		return prep{}, false
	}
	object := run{at, e}
	p.i = e
	if w.lower == "for" && p.here().tag == "TO" && p.baseVerb(p.i+1) { // "for something to burn"
		n := len(p.out)
		if p.infinitive(nil, of) {
			p.out[n].subject, p.out[n].doubt = object, false
			return prep{word: word}, true
		}
	}
	p.describing(&object)
	return prep{word, object}, true
}

func (p *parser) baseVerbAhead(i int) bool {
	i, _ = p.adverbs(i)
	w := p.at(i)
	return w.tag == "VB" || w.tag == "VBP" || w.noun() && p.baseVerb(i) && !determiners[p.at(i-1).lower] && (p.at(i+1).tag == "DT" || p.at(i+1).tag == "PRP" || p.at(i+1).tag == "PRP$")
}

// governs says that a word that may be an adverb governs a noun.
func (p *parser) governs(i int) bool {
	_, _, ok := p.base(i)
	return ok && !p.at(i).verb()
}

// describing reads what follows a noun that is no subject: relative clauses and
// participles.
func (p *parser) describing(noun *run) {
	for range 3 {
		at := p.i
		switch w := p.here(); {
		case w.text == "(":
			p.skipBrackets()
		case p.relative(*noun):
			return
		case w.lower == "of" && p.at(p.i+1).tag == "VBG":
			v, ok := p.verbsAt(p.i + 1)
			if !ok {
				return
			}
			c := p.add(Gerund, v, "of", -1)
			c.wished, c.doubt = true, true
			p.i = v.b
			p.complements(c)
			noun.b = p.i
		case p.indefinite(*noun) && prepositions[w.lower] && w.tag == "IN": // "everything round it"
			e, _, ok := p.group(p.i+1, true)
			if !ok {
				return
			}
			p.i, noun.b = e, e
		case w.text == "," && (p.at(p.i+1).lower == "who" || p.at(p.i+1).lower == "whose" || p.at(p.i+1).lower == "which" || (prepositions[p.at(p.i+1).lower] || p.at(p.i+1).lower == "of") && p.at(p.i+2).lower == "which"):
			p.i++
			if !p.relative(*noun) {
				p.i = at
				return
			}
			return
		case (w.tag == "VBN" || w.tag == "VBG") && p.at(p.i-1).text != "," && !p.finiteAt(p.i) && p.w[noun.b-1].tag != "PRP":
			p.reduced(*noun)
			return
		case w.text == "," && p.apposition(noun):
		default:
			return
		}
		if p.i == at {
			return
		}
	}
}

// indefinite says that a noun group is "everything", "nothing" and the like.
func (p *parser) indefinite(r run) bool {
	switch p.w[r.b-1].lower {
	case "something", "anything", "nothing", "everything", "someone", "anyone", "everyone", "nobody", "those":
		return true
	}
	return false
}

// apposition reads another name behind a comma: "the foreman, Ana Pell".
func (p *parser) apposition(noun *run) bool {
	next := p.at(p.i + 1)
	if next.tag != "NNP" && next.tag != "DT" || p.clauseAhead(p.i+1) {
		return false
	}
	e, _, ok := p.group(p.i+1, true)
	if !ok || !(p.ends(e) || p.at(e).text == "," && !p.finiteAt(e+1)) {
		return false
	}
	noun.b = e
	p.i = e
	return true
}

// factive are verbs of which what they say holds.
var factive = language.WordSet(`know show prove mean reveal discover learn remember demonstrate confirm establish notice realise realize recall forget regret`)

// copulas take what the subject is.
var copulas = language.WordSet(`be become remain seem appear look feel stay turn grow sound smell taste prove get go keep stand lie fall run come`)

// complements reads what follows a verb.
func (p *parser) complements(c *part) {
	if p.depth++; p.depth > deepest {
		p.depth--
		return
	}
	defer func() { p.depth-- }()
	defer func() {
		c.whole.b = max(c.whole.b, p.i)
		if w := p.here(); !p.ends(p.i) && !isPunct(w) && w.tag != "CC" && w.lower != "yet" && w.lower != "nor" && !p.finiteAt(p.i) && !conjunctions[w.lower] {
			c.doubt = true // something is left over
		}
		if c.base == "be" && c.complement.empty() && len(c.preps) == 0 && c.objects == 0 && !c.verbs.passive {
			c.doubt = true
		}
		for _, r := range []run{c.object, c.complement} {
			if !r.empty() {
				switch p.w[r.a].lower {
				case "neither", "either", "both":
					c.doubt = c.doubt || r.b-r.a > 2
				}
			}
		}
	}()
	copula := (c.base == "be" || copulas[c.base] || c.takes.Adjective && c.takes.Object < 6) && !c.verbs.passive
	for range 24 {
		at := p.i
		if p.ends(at) || !p.step(c, copula) {
			break
		}
		if p.i == at {
			return
		}
	}
	if c.object.empty() && c.takes.Object >= 9 && !c.verbs.passive && c.kind != Relative && c.objects == 0 && c.base != "be" && c.base != "have" {
		p.cost += 0.8
	}
	if c.object.empty() && c.takes.Object >= 8 && !c.verbs.passive && c.objects == 0 && c.base != "be" && c.verbs.form == "" && len(c.preps) == 0 {
		c.doubt = true
	}
	if !c.object.empty() && c.takes.Object <= 2 && !c.verbs.passive && !c.takes.That && c.kind != Relative {
		c.doubt = true
	}
	for k := p.index(c) + 1; k < len(p.out); k++ { // what describes its nouns hangs on it
		if o := p.out[k]; o.of < 0 && o.kind != Main && k != p.index(c) {
			o.of = p.index(c)
		}
	}
	if !c.object.empty() && c.takes.Object == 0 && !c.verbs.passive && !c.takes.That && !c.takes.Complement {
		p.cost += 0.5
	}
}

// step reads one thing behind a verb, and says whether there was one.
func (p *parser) step(c *part, copula bool) bool {
	w := p.here()
	if w.text == "(" {
		p.skipBrackets()
		return true
	}
	if w.text == "," {
		return p.afterComma(c)
	}
	if w.tag == "CC" || w.lower == "nor" || w.lower == "yet" {
		return p.contrast(c)
	}
	self := p.index(c)
	open := c.object.empty() && c.complement.empty() && c.objects == 0
	if !c.object.empty() && c.complement.empty() && (c.takes.Complement || c.base == "make") && (w.tag == "RBR" || w.tag == "JJR") && !p.nounAhead(p.i) {
		c.complement = run{p.i, p.i + 1}
		p.i++
		return true
	}
	// Adverbs, and the particles of verbs.
	if j, neg := p.adverbs(p.i); j > p.i && !p.numberLead(p.i) {
		for k := p.i; k < j && open && copula; k++ {
			if l := p.w[k].lower; l == "there" || l == "here" || (p.w[k].tag == "RBR" && k == j-1 && (p.ends(j) || p.at(j).text == "," || p.at(j).tag == "CC" || c.base == "be" && prepositions[p.at(j).lower])) {
				c.complement = run{k, k + 1}
			}
		}
		if copula && open && (p.at(j).tag == "JJ" || p.at(j).tag == "JJR" || p.at(j).tag == "JJS" || p.at(j).tag == "VBN" && !p.nounAhead(j)) {
			c.negated = c.negated || neg
			return p.adjective(c)
		}
		if neg {
			if p.at(j).lower == "because" || p.at(j).tag == "IN" || p.at(j).tag == "TO" || conjunctions[p.at(j).lower] {
				return p.denied(c, j)
			}
			if open {
				c.negated = true
			} else {
				c.doubt = true
			}
		}
		for k := p.i; k < j; k++ {
			c.verbs.adverbs = append(c.verbs.adverbs, p.w[k].lower)
		}
		p.i = j
		return true
	}
	if c.base == "be" && open && !c.verbs.passive && (w.tag == "RP" || w.tag == "RB" || prepositions[w.lower]) && (p.ends(p.i+1) || p.at(p.i+1).text == ",") {
		c.complement = run{p.i, p.i + 1}
		p.i++
		return true
	}
	if w.tag == "RP" || (w.lower == "up" || w.lower == "out" || w.lower == "off" || w.lower == "away" || w.lower == "down" || w.lower == "on" || w.lower == "back" || w.lower == "over") && (!p.governs(p.i+1) || p.at(p.i+1).tag == "IN") {
		p.i++
		return true
	}
	if p.subordinate(self, false) {
		return true
	}
	switch {
	case w.lower == "that" && (w.tag == "IN" || w.tag == "WDT" || w.tag == "DT") && p.clauseAhead(p.i+1):
		begin := p.i
		p.i++
		if o := p.clause(Content, "that", self); o != nil {
			o.whole.a = begin
			p.content(c, o)
			if c.base == "be" && !c.subject.empty() && p.w[c.subject.a].lower == "it" && (c.complement.empty() || p.w[c.complement.b-1].noun()) {
				o.doubt = true // "it was there that …" asks what belongs where
			}
			c.objects++
			return true
		}
		p.i--
	case w.lower == "what" || w.lower == "how" || w.lower == "why" || w.lower == "who" || w.lower == "whatever" || w.lower == "whether" || w.lower == "which" && open:
		from := p.i
		if p.nominal(self) {
			span := run{from, p.i}
			switch {
			case c.verbs.passive || !open:
			case copula && c.base == "be":
				c.complement = span
			case w.lower == "what" || w.lower == "how" || w.lower == "why" || w.lower == "whatever":
				c.object = span
			default:
				c.objects++
			}
			return true
		}
	}
	if kind, n := p.lead(p.i); kind == "TO" {
		p.i += n - 1
		return p.infinitive(c, self)
	}
	if w.tag == "TO" && p.baseVerbAhead(p.i+1) {
		return p.infinitive(c, self)
	}
	if pr, ok := p.prepositional(self); ok {
		if !pr.object.empty() {
			if !c.object.empty() && len(c.preps) == 0 && p.unsure(c, pr) {
				c.doubt = true
			}
			c.preps = append(c.preps, pr)
		}
		return true
	}
	if open && (copula && w.tag == "VBN" || (copula || c.verbs.passive && (c.takes.Complement || c.takes.Adjective) || c.takes.Object < 4) && (w.tag == "JJ" || w.tag == "JJR" || w.tag == "JJS")) && !p.nounAhead(p.i) {
		return p.adjective(c)
	}
	if e, _, ok := p.group(p.i, true); ok {
		return p.noun(c, e, copula)
	}
	// "make the flocs settle", "leave it open"
	if !c.object.empty() && c.complement.empty() && (w.tag == "JJ" || w.tag == "VBN" || w.tag == "JJR" || w.tag == "RBR") {
		c.complement = run{p.i, p.i + 1}
		p.i++
		return true
	}
	if !c.object.empty() && (c.base == "make" || c.base == "let" || c.base == "help" || c.base == "have" || c.base == "see") && (w.tag == "VB" || w.tag == "VBP") {
		v, ok := p.verbsAt(p.i)
		if !ok {
			return false
		}
		o := p.add(Infinitive, v, "", self)
		o.subject = c.object
		o.wished = c.base != "make"
		p.i = v.b
		p.complements(o)
		return true
	}
	if w.tag == "VBG" && (open || !c.object.empty()) {
		v, ok := p.verbsAt(p.i)
		if !ok {
			return false
		}
		o := p.add(Participle, v, "", self)
		o.subject, o.doubt = c.subject, true
		if open {
			o.kind, o.wished = Gerund, true
			c.objects++
			c.doubt = c.doubt || c.takes.Object > 4 // the gerund is what is done to
		}
		p.i = v.b
		p.complements(o)
		return true
	}
	if w.tag == "VBN" && open && !c.verbs.passive && copula {
		return p.adjective(c)
	}
	if copula && open && w.tag == "CD" {
		c.complement = run{p.i, p.i + 1}
		p.i++
		return true
	}
	return false
}

func (p *parser) numberLead(i int) bool {
	e, _, ok := p.base(i)
	if !ok {
		return false
	}
	j, _ := p.adverbs(i)
	return j < e
}

// nounAhead says that an adjective at i belongs to a noun.
func (p *parser) nounAhead(i int) bool {
	e, head, ok := p.base(i)
	return ok && e > i+1 && p.w[head].noun()
}

// unsure says that a prepositional phrase behind an object may belong to either.
func (p *parser) unsure(c *part, pr prep) bool {
	switch p.w[pr.word.a].lower {
	case "to", "from", "on", "over", "in", "at":
		if c.takes.Preposition && p.w[pr.object.a].tag != "PRP" {
			return false
		}
	case "into", "by", "until", "before", "after", "within", "during", "through", "onto", "towards", "than", "as", "via", "per":
		return false
	}
	return c.object.b-c.object.a <= pr.object.b-pr.object.a+1
}

// adjective reads "safe", "much too weak to supply a tree", "wet, sweaty or cut".
func (p *parser) adjective(c *part) bool {
	from := p.i
	for p.at(from).lower == "not" || p.at(from).lower == "never" || p.at(from).lower == "n't" {
		from++
	}
	j, _ := p.adverbs(p.i)
	p.i = j + 1
	if p.at(j).lower == "worth" && p.here().tag == "VBG" {
		p.i++
	}
	for {
		k := p.i
		switch {
		case p.at(k).text == "," && (p.at(k+1).tag == "JJ" || p.at(k+1).tag == "VBN" || p.at(k+1).noun() && language.Can(p.at(k+1).lower, 'a')) && (!p.nounAhead(k+1) || p.at(k+2).text == "," || p.at(k+2).tag == "CC"):
			p.i = k + 2
		case p.at(k).tag == "CC" || p.at(k).text == "," && p.at(k+1).tag == "CC":
			if p.at(k).text == "," {
				k++
			}
			j, neg := p.adverbs(k + 1)
			if w := p.at(j); !neg && (w.tag == "JJ" || w.tag == "JJR" || w.tag == "VBN" || language.Can(w.lower, 'a') && (!w.noun() && !p.beginsNoun(j) || p.ends(j+1) || p.at(j+1).text == ",")) && !p.nounAhead(j) && p.at(k).lower != "but" {
				p.i = j + 1
				continue
			}
			fallthrough
		default:
			if p.at(k).lower == "as" && p.at(j-1).lower == "as" { // "as hard as corundum"
				if e, _, ok := p.group(k+1, true); ok && !p.finiteAt(e) {
					p.i = e
				}
			}
			c.complement = run{from, p.i}
			return true
		}
	}
}

// noun reads a noun group behind a verb.
func (p *parser) noun(c *part, e int, copula bool) bool {
	span := run{p.i, e}
	open := c.object.empty() && c.complement.empty() && c.objects == 0
	w := p.here()
	// A clause that nothing joins: "he said it stops".
	if p.clauseAhead(p.i) {
		e2, _, _ := p.group(p.i, true)
		if p.finiteAt(e2) && p.pending > 0 {
			c.doubt = c.doubt || c.takes.That
		} else if p.finiteAt(e2) && (open && c.takes.That && !c.verbs.passive && c.base != "be" || !open || c.verbs.passive) {
			if !open || !c.takes.That {
				return false
			}
			if o := p.clause(Content, "", p.index(c)); o != nil {
				p.content(c, o)
				c.objects++
				return true
			}
		}
	}
	switch {
	case c.verbs.passive:
		switch {
		case c.complement.empty() && (c.takes.Complement || c.base == "call" || c.base == "name" || c.base == "term" || c.base == "make" || c.base == "take") && !c.takes.TwoObjects || c.base == "call":
			c.complement = span
		case c.takes.TwoObjects && c.object.empty():
			c.object = span
		case p.measured(span):
		default:
			if w.tag == "PRP" || !c.complement.empty() {
				return false
			}
			c.doubt = true
			c.complement = span
			p.cost += 0.5
		}
	case open && p.existential(c):
		c.subject = span
		c.negated = c.negated || p.denies(span)
		c.objects++
	case copula && open && p.measured(span) && p.at(e).lower == "as" && (p.at(e+1).tag == "JJ" || p.at(e+1).tag == "RB"): // "four times as hard as"
		from := p.i
		p.i = e
		p.adjective(c)
		c.complement.a = from
		return true
	case c.base == "be" || copula && open && c.takes.Object == 0 && !p.measured(span) && (c.base == "become" || c.base == "remain" || c.base == "seem"):
		if !c.complement.empty() || !c.object.empty() {
			if p.measured(span) {
				break
			}
			return false
		}
		c.complement = span
		c.negated = c.negated || p.denies(span)
	case open:
		if c.takes.Object == 0 && p.timeSpan(span) {
			p.i = e
			return true
		}
		c.object = span
		if p.denies(span) || p.w[span.a].lower == "hardly" {
			c.negated = true
		}
	case c.complement.empty() && !c.object.empty() && c.takes.TwoObjects && len(c.preps) == 0 && p.w[c.object.a].tag == "PRP":
		c.object = span
	case c.complement.empty() && !c.object.empty() && len(c.preps) == 0 && p.w[c.object.a].tag == "PRP" && !c.takes.Complement && !p.measured(span):
		c.object, c.doubt = span, true
	case c.complement.empty() && !c.object.empty() && (c.takes.Complement || c.base == "call" || c.base == "name" || c.base == "declare") && len(c.preps) == 0:
		c.complement = span
	case c.takes.TwoObjects && c.complement.empty() && len(c.preps) == 0 && p.at(p.i).tag != "PRP":
		c.object = span
		c.doubt = true
	case p.measured(span):
	default:
		return false
	}
	p.i = e
	switch {
	case c.complement == span:
		p.describing(&c.complement)
	case c.object == span:
		if w := p.here(); w.tag == "VBN" && c.base == "have" {
			c.doubt = true
		}
		if w := p.here(); (c.takes.Complement || c.base == "have" || c.base == "leave" || c.base == "keep") && (w.tag == "VBN" || w.tag == "JJ") && !p.nounAhead(p.i) {
			c.complement = run{p.i, p.i + 1}
			p.i++
			break
		}
		p.describing(&c.object)
	case c.subject == span:
		p.describing(&c.subject)
	}
	return true
}

// existential says that a clause begins with "there", so that its subject follows.
func (p *parser) existential(c *part) bool {
	return c.subject.b-c.subject.a == 1 && p.w[c.subject.a].tag == "EX" && (c.base == "be" || c.takes.Object < 3)
}

// measured says that a noun group is a time or an amount, which may stand by itself.
func (p *parser) measured(r run) bool { return p.timeSpan(r) || p.w[r.a].tag == "CD" }

var times = language.WordSet(`time times second seconds minute minutes hour hours day days week weeks month months year years morning evening night century decade today yesterday tomorrow monday tuesday wednesday thursday friday saturday sunday moment way`)

func (p *parser) timeSpan(r run) bool { return times[p.w[r.b-1].lower] }

// content settles whether what is said, known or meant is stated.
func (p *parser) content(c, o *part) {
	c.whole.b = max(c.whole.b, o.whole.b)
	stated := factive[c.base] && !c.negated && c.verbs.modal == "" && !c.wished
	if c.base == "be" && !c.negated && c.verbs.modal == "" { // "it is clear that"
		stated = false
		for k := c.complement.a; k < c.complement.b; k++ {
			switch p.w[k].lower {
			case "clear", "true", "certain", "known", "reason", "result", "rule", "point", "fact", "advantage", "drawback", "difference", "consequence":
				stated = true
			}
		}
	}
	if !stated {
		o.wished = true
	}
}

// nominal reads "what it holds", "how much flows", "whether it stops".
func (p *parser) nominal(of int) bool {
	s := p.mark()
	w := p.here()
	begin := p.i
	p.i++
	if w.lower == "how" {
		for p.here().tag == "JJ" || p.here().tag == "RB" || p.here().lower == "much" || p.here().lower == "many" || p.here().tag == "NNS" && p.at(p.i-1).lower == "many" {
			p.i++
		}
	}
	if w.lower == "what" || w.lower == "which" || w.lower == "whatever" {
		if e, _, ok := p.base(p.i); ok && p.at(p.i).noun() && !p.finiteAt(p.i) && (p.finiteAt(e) || p.clauseAhead(e)) {
			p.i = e
		}
	}
	word := run{begin, p.i}
	link := p.text[p.w[begin].from:p.w[p.i-1].to]
	if v, ok := p.verbsAt(p.i); ok && v.finite && w.lower != "whether" {
		c := p.add(Nominal, v, link, of)
		c.subject, c.wished = word, true
		c.whole.a = begin
		p.i = v.b
		p.complements(c)
		p.joined(c)
		return true
	}
	if c := p.clause(Nominal, link, of); c != nil {
		c.wished = true
		c.whole.a = begin
		if c.object.empty() && c.complement.empty() && !c.verbs.passive && (w.lower == "what" || w.lower == "whatever") {
			c.object = word
		}
		return true
	}
	p.i = word.b
	if p.here().tag == "TO" && p.infinitive(nil, of) {
		return true
	}
	p.back(s)
	return false
}

// infinitive reads "to" with a verb and what follows.
func (p *parser) infinitive(c *part, of int) bool {
	s := p.mark()
	v, ok := p.verbsAt(p.i)
	if !ok {
		return false
	}
	o := p.add(Infinitive, v, "to", of)
	o.wished = true
	if c != nil {
		switch {
		case !c.object.empty() && !c.verbs.passive && (c.takes.ObjectTo || c.base == "allow" || c.base == "enable" || c.base == "require" || c.base == "force"):
			o.subject = c.object
		case c.verbs.passive && !(c.takes.ObjectTo || c.takes.That || c.takes.Infinitive):
		case c.verbs.passive && c.base == "use":
		case p.i > 0 && !c.takes.Infinitive && c.verbs.form == "" && (c.complement.b == s.i && p.w[s.i-1].noun() || c.object.b == s.i):
			o.doubt = true // it may belong to the noun
		default:
			o.subject = c.subject
			o.doubt = !c.object.empty() || c.verbs.passive
		}
		if c.takes.Infinitive && c.object.empty() {
			c.objects++
		}
		o.doubt = o.doubt || c.doubt
	} else {
		o.doubt = true
	}
	p.i = v.b
	p.complements(o)
	p.joined(o)
	if p.i == s.i {
		p.back(s)
		return false
	}
	return true
}

// denied reads "not" with what it denies: a reason or place that is not the one.
func (p *parser) denied(c *part, j int) bool {
	s := p.mark()
	p.i = j
	self := p.index(c)
	n := len(p.out)
	if p.subordinate(self, false) {
		for _, o := range p.out[n:] {
			o.doubt, o.wished = true, true
		}
		return true
	}
	if _, ok := p.prepositional(self); ok {
		c.doubt = c.doubt || len(c.preps) == 0
		return true
	}
	p.back(s)
	return false
}

// contrast reads "but" and the like within a clause: "not X but Y".
func (p *parser) contrast(c *part) bool {
	s := p.mark()
	if !p.is("but") {
		// "is missing or unknown"
		if w := p.at(p.i + 1); (p.is("or") || p.is("and")) && (w.tag == "JJ" || w.tag == "VBN") && !p.nounAhead(p.i+1) && !p.beginsNoun(p.i+1) && p.w[c.verbs.a].base() == "be" {
			p.i += 2
			c.doubt = true
			return true
		}
		// "and" with a preposition of the same kind: "in part and in full"
		if (p.is("and") || p.is("or")) && len(c.preps) > 0 {
			p.i++
			if p.clauseAhead(p.i) {
				p.back(s)
				return false
			}
			if pr, ok := p.prepositional(p.index(c)); ok && !pr.object.empty() && !p.finiteAt(p.i) && !p.is(",") && p.here().tag != "VBG" {
				c.preps = append(c.preps, pr)
				return true
			}
			p.back(s)
		}
		return false
	}
	p.i++
	if p.clauseAhead(p.i) {
		p.back(s)
		return false
	}
	self := p.index(c)
	if p.subordinate(self, false) {
		return true
	}
	if pr, ok := p.prepositional(self); ok {
		c.preps = append(c.preps, pr)
		c.doubt = true
		return true
	}
	if c.negated && c.base == "be" && !c.complement.empty() {
		if e, _, ok := p.group(p.i, true); ok {
			o := p.add(c.kind, c.verbs, c.link, c.of)
			o.subject, o.complement = c.subject, run{p.i, e}
			o.negated = false
			p.i = e
			p.describing(&o.complement)
			p.complementsAfter(o)
			return true
		}
	}
	if e, _, ok := p.group(p.i, true); ok && c.negated && !c.object.empty() {
		o := p.add(c.kind, c.verbs, c.link, c.of)
		o.subject, o.object = c.subject, run{p.i, e}
		o.negated = false
		p.i = e
		p.describing(&o.object)
		p.complementsAfter(o)
		return true
	}
	p.back(s)
	return false
}

func (p *parser) complementsAfter(o *part) {
	o.objects++
	p.complements(o)
}

// afterComma decides what a comma behind a verb's complements leads to.
func (p *parser) afterComma(c *part) bool {
	s := p.mark()
	self := p.index(c)
	p.i++
	w := p.here()
	switch {
	case w.lower == "which" && !p.clauseNoun(c).empty(), w.lower == "who", w.lower == "whose":
		noun := p.clauseNoun(c)
		if p.relative(noun) {
			last := p.out[s.n]
			last.of = self
			last.doubt = last.doubt || w.lower == "which"
			return true
		}
	case w.lower == "which" || prepositions[w.lower] && p.at(p.i+1).lower == "which":
		if p.relative(run{}) {
			p.out[s.n].of = self
			return true
		}
	case w.tag == "CC" || w.lower == "yet" || w.lower == "nor":
		p.back(s)
		return false
	case p.subordinate(self, false):
		return true
	case (w.tag == "VBG" || w.tag == "VBN") && !p.finiteAt(p.i):
		v, ok := p.verbsAt(p.i)
		if !ok {
			break
		}
		o := p.add(Participle, v, "", self)
		o.subject = c.subject
		o.verbs.passive = v.form == "en" || v.passive
		o.doubt = w.tag == "VBN"
		p.i = v.b
		p.complements(o)
		return true
	case p.clauseAhead(p.i):
		p.back(s)
		return false
	}
	p.back(s)
	p.i++
	if j, neg := p.adverbs(p.i); j > p.i && (p.at(j).text == "," || p.ends(j)) {
		if neg {
			c.doubt = true
		}
		p.i = j
		if p.is(",") && !p.clauseAhead(j+1) && p.at(j+1).tag != "CC" {
			p.i++
		}
		return true
	} else if neg {
		if e, _, ok := p.group(j, true); ok && !p.finiteAt(e) && (p.ends(e) || p.at(e).text == "," || p.at(e).tag == "CC") { // ", not a list" only sets off
			p.i = e
			return true
		}
		if p.denied(c, j) {
			return true
		}
		p.back(s)
		return false
	}
	if pr, ok := p.prepositional(self); ok && !p.clauseAhead(p.i) && !p.finiteAt(p.i) {
		if !pr.object.empty() {
			c.preps = append(c.preps, pr)
		}
		return true
	}
	p.back(s)
	return false
}

// clauseNoun is the last noun of a clause, which a relative behind a comma describes.
func (p *parser) clauseNoun(c *part) run {
	last := c.object
	if c.complement.b > last.b {
		last = c.complement
	}
	for _, pr := range c.preps {
		if pr.object.b > last.b {
			last = pr.object
		}
	}
	if last.b != p.i-1 { // not right before the comma
		return run{}
	}
	return last
}

// joined reads further verbs of the same subject: "opened, drained and rinsed it".
func (p *parser) joined(c *part) {
	last := c
	for range 6 {
		s := p.mark()
		comma := false
		if p.is(",") {
			p.i++
			comma = true
		}
		word := p.here()
		if word.tag == "CC" || word.lower == "yet" || word.lower == "nor" {
			p.i++
		} else if !comma {
			return
		}
		if comma && word.tag != "CC" && word.lower != "yet" && !p.listOfVerbs(p.i) {
			p.back(s)
			return
		}
		if l := p.here().lower; l == "so" || l == "neither" || l == "nor" { // "and so does the other"
			if w := p.at(p.i + 1); w.tag == "MD" || w.base() == "do" || w.base() == "be" || w.base() == "have" {
				p.back(s)
				return
			}
		}
		if a, _ := p.adverbs(p.i); p.at(a).text == "," && p.finiteAt(a+1) {
			p.i = a + 1
		}
		v, ok := p.verbsAt(p.i)
		if !ok {
			p.back(s)
			return
		}
		same := v.finite && last.verbs.finite && c.kind != Infinitive
		bare := (p.w[v.main].tag == "VB" || p.w[v.main].tag == "VBP") && (last.verbs.modal != "" || last.verbs.form == "to" || p.supported(last))
		part := v.form == "en" && last.verbs.passive
		if bare && v.form == "" && v.modal == "" {
			v.modal, v.finite, v.form = last.verbs.modal, last.verbs.finite, last.verbs.form
			v.negated = v.negated || last.negated && word.lower != "but"
			same = true
		}
		if part {
			v.passive, v.finite, v.modal = true, last.verbs.finite, last.verbs.modal
			v.negated = v.negated || last.negated && word.lower != "but"
			same = true
		}
		if v.form == "ing" && last.verbs.form == "ing" || v.form == "to" && last.verbs.form == "to" {
			same = true
		}
		if word.lower == "nor" {
			v.negated = true
		}
		if !same || v.a == v.main && p.beginsNoun(v.a) && !bare && p.w[v.main].noun() {
			p.back(s)
			return
		}
		link, of := c.link, c.of
		if word.lower == "but" || word.lower == "yet" {
			link = word.text
		}
		o := p.add(c.kind, v, link, of)
		o.subject, o.supposed, o.wished, o.imperative = c.subject, c.supposed, c.wished, c.imperative
		o.negated = o.negated || p.denies(c.subject)
		o.doubt = c.kind == Relative || c.kind == Content || c.kind == Nominal
		p.agreement(o)
		p.i = v.b
		p.complements(o)
		last = o
	}
}

// supported says that a verb stands with "do", which a further one shares.
func (p *parser) supported(c *part) bool {
	for k := c.verbs.a; k < c.verbs.main; k++ {
		if p.w[k].base() == "do" {
			return true
		}
	}
	return c.imperative
}

// listOfVerbs says that the verbs behind a comma are one of a list that ends with
// "and".
func (p *parser) listOfVerbs(i int) bool {
	if _, ok := p.verbsAt(i); !ok {
		return false
	}
	for k := i; k < len(p.w) && !p.ends(k); k++ {
		if p.w[k].lower == "and" || p.w[k].lower == "or" {
			j, _ := p.adverbs(k + 1)
			_, ok := p.verbsAt(j)
			return ok
		}
	}
	return false
}
