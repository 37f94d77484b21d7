package fact

import (
	"regexp"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/clause"
	"zincowl/core/source"
)

// The types of what a clause states.
const (
	Property  Type = "property"  // what something is like or does
	Kind      Type = "kind"      // what something is one of
	Parts     Type = "parts"     // what something consists of, or belongs to
	Cause     Type = "cause"     // what comes of what
	Condition Type = "condition" // what holds when, or unless, something else does
	Purpose   Type = "purpose"   // what something is for
	Rule      Type = "rule"      // what must, may or must not be
	Order     Type = "order"     // what comes before or after what
	Contrast  Type = "contrast"  // what differs from what
	Event     Type = "event"     // what happened, when
	Amount    Type = "amount"    // how much or many
	Exception Type = "exception" // to what something does not apply
	Note      Type = "note"      // a line of notes: a term and what is put behind a mark
	Row       Type = "row"       // a row of a table
	Statement Type = "statement" // a sentence that is taken as a whole, as its parts are not certain
)

var (
	causing   = language.WordSet(`cause lead result produce trigger prevent reduce increase raise lower weaken strengthen allow enable stop slow speed drive kill damage destroy improve worsen provoke induce promote inhibit`)
	partly    = language.WordSet(`consist comprise contain include belong possess divide split`)
	served    = language.WordSet(`use employ need require add fit install apply make build design keep hold put place take give`)
	obliges   = language.WordSet(`must mustn't may should shall cannot can't needn't ought`)
	causes    = language.WordSet(`because since as for so`)
	frames    = language.WordSet(`in at on under during within between among after before for with without above below inside outside near by`)
	opposing  = language.WordSet(`whereas while although though but yet`)
	timely    = language.WordSet(`before after until till once when`)
	dated     = regexp.MustCompile(`\b(?:1[0-9]{3}|20[0-9]{2})\b|\b(?:January|February|March|April|May|June|July|August|September|October|November|December)\b|\bcentury\b`)
	number    = regexp.MustCompile(`(?i)\d|\b(?:two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|twenty|thirty|forty|fifty|sixty|hundred|thousand|million|half|third|quarter|tenth|twice)\b`)
	excepts   = regexp.MustCompile(`(?i)\b(?:except|unless|apart from|other than|excluding|exception)\b`)
	timeOfDay = regexp.MustCompile(`\b\d{1,2}:\d{2}\b`)
	// marked is a line of notes: a term, a mark, and what belongs to it.
	marked = regexp.MustCompile(`^\W*([^\s:=→—–;.][^:=→—–;.]{0,60}?)\s*(:|=|→|—|\s–\s|\s-\s)\s*(\S.*)$`)
)

var (
	auxiliary = regexp.MustCompile(`(?i)\b(?:be|is|are|was|were|been|being|am|get|gets|got)\b|[’'](?:s|re)\b`)
	cleft     = regexp.MustCompile(`(?i)\bit (?:is|was) .{2,60}\b(?:that|who|whom|which)\b`)
)

// tidy is how much of a sentence may be left over of which parts are taken.
const tidy = 0.4

// states draws what a sentence states from its clauses. Where none is certain, the
// sentence is taken as a whole.
func states(s language.Sentence, r clause.Reading) []Fact {
	var out []Fact
	for i, c := range r.Clauses {
		if !c.Certain || !(c.Asserted || c.Imperative) || r.Left > tidy {
			continue
		}
		switch c.Kind {
		case clause.Main:
		case clause.Adverbial:
			if !concedes[strings.ToLower(c.Link)] { // "when it rains" is supposed
				continue
			}
		case clause.Relative:
			if !addsOn(r, c) {
				continue
			}
		default:
			continue
		}
		if c.Imperative && i > 0 && !r.Clauses[i-1].Imperative && c.Of < 0 && c.At.From > 0 {
			continue // "solids, it should be remembered, do not burn" orders nothing
		}
		if f, ok := ofClause(s, r, i); ok {
			out = append(out, f)
		}
	}
	if len(out) == 0 {
		out = append(out, saying(s))
	}
	return out
}

// concedes are conjunctions whose clause is stated along with the main one.
var concedes = language.WordSet(`because since as although though whereas while so for but and yet`)

// addsOn says that a relative clause says something more of its noun: one without a comma
// before it only says which is meant.
func addsOn(r clause.Reading, c clause.Clause) bool {
	before := strings.TrimRight(r.Text[:c.Whole.From], " ")
	return !strings.EqualFold(c.Link, "that") && (strings.HasSuffix(before, ",") || strings.HasSuffix(before, "–") || strings.HasSuffix(before, "—") || strings.HasSuffix(before, "("))
}

// whole is a noun group with the clause behind it that says which one is meant.
func whole(r clause.Reading, span clause.Span) clause.Span {
	for again := true; again && !span.Empty(); {
		again = false
		for _, o := range r.Clauses {
			if (o.Kind == clause.Relative || o.Kind == clause.Participle) && o.Whole.From >= span.To && o.Whole.To > span.To && strings.TrimSpace(r.Text[span.To:o.Whole.From]) == "" {
				span.To, again = o.Whole.To, true
			}
		}
	}
	return span
}

// joined is what stands between clauses that go on with "and".
var joined = regexp.MustCompile(`^\s*,?\s*(?:and|or)?\s*$`)

// around is the part of a sentence between semicolons, colons and dashes in which a piece
// of it stands.
func around(text string, at clause.Span) string {
	from := strings.LastIndexAny(text[:at.From], ";:—–") + 1
	to := len(text)
	if i := strings.IndexAny(text[at.To:], ";:—–"); i >= 0 {
		to = at.To + i
	}
	return text[from:to]
}

// hinges is a condition that a sentence makes somewhere.
var hinges = regexp.MustCompile(`(?i)\b(?:if|unless|when|whenever|provided|as long as|as soon as|until)\b`)

// saying is the statement of a sentence as a whole: that it says what it says.
func saying(s language.Sentence) Fact {
	return Fact{Type: Statement, Quote: s.Text, Subject: s.Text, Predicate: "says", Object: s.Text, Confidence: 0.5}
}

// ofClause makes a fact of the i-th clause, with the clauses that hang on it.
func ofClause(s language.Sentence, r clause.Reading, i int) (Fact, bool) {
	c := r.Clauses[i]
	f := Fact{Type: Property, Quote: s.Text, Subject: r.Of(whole(r, c.Subject)), Predicate: r.Of(c.At), Negated: c.Negated, Confidence: 0.9}
	f.Object = rest(r, i)
	if denied, ok := strings.CutPrefix(f.Object, "not "); ok {
		f.Object, f.Negated = denied, true
	}
	if anaphoric(f.Subject) && !c.Imperative {
		f.Confidence = 0.6
	}
	switch subject := strings.ToLower(f.Subject); {
	case subject == "you" || subject == "one" || subject == "those" || subject == "most" || subject == "some" || strings.HasPrefix(subject, "what ") || strings.HasPrefix(subject, "where "):
		return f, false
	case c.Kind == clause.Relative && f.Object == "", c.Passive && !auxiliary.MatchString(f.Predicate):
		return f, false
	}
	switch strings.ToLower(c.Modal) {
	case "may", "might", "could":
		f.Hedged = strings.ToLower(c.Modal) != "may" || !c.Passive
	}
	for _, a := range c.Adverbs {
		switch a {
		case "usually", "often", "generally", "normally", "typically", "mostly", "sometimes", "probably", "ordinarily", "rarely", "seldom":
			f.Hedged = true
		}
	}
	modal := strings.ToLower(c.Modal)
	switch {
	case c.Imperative, obliges[strings.Fields(modal + " -")[0]] && modal != "can" && modal != "might", strings.HasSuffix(modal, " to"):
		f.Type = Rule
	case partly[c.Base]:
		f.Type = Parts
	case c.Base == "be" && !c.Complement.Empty() && nounLike(r.Of(c.Complement)):
		f.Type = Kind
	case causing[c.Base]:
		f.Type = Cause
	}
	if number.MatchString(f.Object) && (f.Type == Property || f.Type == Kind) {
		f.Type = Amount
	}
	if c.Past && dated.MatchString(r.Of(c.Whole)) && (f.Type == Property || f.Type == Amount) {
		f.Type = Event
	}
	for k, o := range r.Clauses {
		if o.Of != i || k == i {
			continue
		}
		link := strings.ToLower(o.Link)
		supposed := link == "if" || strings.HasSuffix(link, " if") || link == "unless" || link == "once" || link == "until" || link == "before" || link == "so that" || strings.HasPrefix(link, "provid") || strings.HasSuffix(link, "long as") || strings.HasSuffix(link, "soon as")
		switch {
		case o.Kind == clause.Adverbial && !o.Asserted && !supposed:
			continue // "not because …"
		case o.Kind == clause.Infinitive && f.Type == Property && c.Passive && served[c.Base]:
			f.Type, f.Under = Purpose, r.Of(o.Whole)
		case o.Kind != clause.Adverbial:
			continue
		case link == "so that" || link == "in order that":
			f.Type, f.Under = Purpose, r.Of(o.Whole)
		case causes[link]:
			f.Type, f.Under = Cause, r.Of(o.Whole)
		case opposing[link]:
			if f.Under == "" {
				f.Type, f.Under = Contrast, r.Of(o.Whole)
			}
		case timely[link]:
			if f.Type == Property {
				f.Type = Order
			}
			f.Under = r.Of(o.Whole)
		default:
			if f.Type != Rule {
				f.Type = Condition
			}
			if f.Under == "" {
				f.Under = r.Of(o.Whole)
			}
		}
		// "when the seed soaks up water and splits": what goes on with "and" goes on under it.
		if k > 0 && r.Clauses[k-1].Of == i && r.Clauses[k-1].Kind == clause.Adverbial && o.Kind == clause.Adverbial && f.Under == r.Of(o.Whole) {
			if first := r.Clauses[k-1].Whole; first.To <= o.Whole.From && joined.MatchString(r.Text[first.To:o.Whole.From]) {
				f.Under = r.Text[first.From:o.Whole.To]
			}
		}
	}
	if f.Object == "" && f.Under == "" && !complete(r, i) {
		return f, false
	}
	// "In dry places, …": where or when it holds.
	for _, p := range c.Preps {
		if f.Under == "" && !c.Subject.Empty() && p.Object.To <= c.Subject.From && frames[p.Word] && !anaphoric(r.Of(p.Object)) {
			if at := strings.LastIndex(strings.ToLower(r.Text[:p.Object.From]), p.Word); at >= 0 && p.Object.From-at < len(p.Word)+4 {
				f.Under = r.Text[at:p.Object.To]
			}
		}
	}
	// A condition that nothing shows to belong elsewhere may belong here.
	if f.Under == "" && c.Kind == clause.Main && hinges.MatchString(around(r.Text, c.At)) && !hinges.MatchString(f.Subject+" "+f.Object) || len(hinges.FindAllString(f.Under, 2)) > 1 {
		return f, false
	}
	for k, o := range r.Clauses {
		if k != i && o.Kind == clause.Main && o.At.From >= c.Subject.From && o.At.To <= c.Subject.To {
			return f, false // a verb in the subject that belongs to no clause of it
		}
	}
	if f.Negated && strings.Contains(f.Object, " but ") {
		return f, false // "not the flames but the smoke"
	}
	if strings.EqualFold(f.Subject, "it") && c.Base == "be" && cleft.MatchString(s.Text) {
		return f, false
	}
	if excepts.MatchString(r.Of(c.Whole)) && f.Type != Rule {
		f.Type = Exception
	}
	return f, true
}

// complete says that nothing hangs on a clause that its verb needs: what is said, asked
// or wished.
func complete(r clause.Reading, i int) bool {
	for k, o := range r.Clauses {
		if o.Of == i && k != i && (o.Kind == clause.Content || o.Kind == clause.Infinitive || o.Kind == clause.Gerund || o.Kind == clause.Nominal) {
			return false
		}
	}
	return true
}

// rest is what stands behind the verb of a clause: all of it where nothing hangs on it,
// else up to that; what is said, begun or allowed ("intend it to settle") is part of it.
func rest(r clause.Reading, i int) string {
	c := r.Clauses[i]
	from, to, hangs := -1, -1, false
	take := func(s clause.Span) {
		if s.Empty() || s.From < c.At.To {
			return
		}
		if from < 0 || s.From < from {
			from = s.From
		}
		to = max(to, s.To)
	}
	take(whole(r, c.Object))
	take(whole(r, c.Complement))
	for _, p := range c.Preps {
		take(whole(r, p.Object))
	}
	for k, o := range r.Clauses {
		if o.Of != i || k == i {
			continue
		}
		hangs = true
		switch {
		case o.Kind == clause.Infinitive && !(c.Passive && served[c.Base]), o.Kind == clause.Content, o.Kind == clause.Nominal:
			take(o.Whole)
		}
	}
	if from >= 0 && !hangs && c.Whole.To > to && c.Whole.To-c.At.To < 120 {
		to = c.Whole.To
	}
	if from < 0 {
		if tail := strings.TrimRight(strings.TrimSpace(r.Text[c.At.To:max(c.At.To, c.Whole.To)]), "."); !hangs && tail != "" && len(strings.Fields(tail)) < 4 && !strings.ContainsAny(tail, ",;:(") {
			return tail // "always come first"
		}
		return ""
	}
	if manner := adverbBehind.FindString(r.Text[to:]); manner != "" {
		to += len(manner)
	}
	if between := strings.TrimSpace(r.Text[c.At.To:from]); between != "" && len(between) < 40 && !strings.ContainsAny(between, ".;:") {
		from = c.At.To
	}
	return strings.TrimSpace(r.Text[from:to])
}

// adverbBehind is an adverb that stands behind all else and closes a clause.
var adverbBehind = regexp.MustCompile(`^ (?:\pL+ly|first|last|together|alone|again|apart)\b`)

func nounLike(phrase string) bool {
	first, _, _ := strings.Cut(strings.ToLower(phrase), " ")
	return first == "a" || first == "an" || first == "the" || first == "one"
}

// anaphoric says that a subject points to what was said before.
func anaphoric(subject string) bool {
	first, rest, _ := strings.Cut(strings.ToLower(subject), " ")
	switch first {
	case "it", "they", "he", "she", "those", "both":
		return rest == ""
	case "this", "these", "that", "such":
		return true
	case "the":
		return rest == "former" || rest == "latter"
	}
	return false
}

// note reads a line of notes, matched by marked: a term, a mark, and what belongs to it.
func note(s language.Sentence, line []string) (Fact, bool) {
	term, mark, says := strings.TrimSpace(line[1]), strings.TrimSpace(line[2]), strings.TrimSpace(line[3])
	words := strings.Fields(term)
	if strings.Trim(term, "0123456789 .,") == "" || strings.Trim(says, "0123456789 .,:") == "" || timeOfDay.MatchString(s.Text) {
		return Fact{}, false
	}
	if mark != "=" && mark != "→" {
		for _, t := range language.Split(term) {
			for _, c := range clause.Read(t).Clauses {
				if c.Kind == clause.Main && !c.Subject.Empty() {
					return Fact{}, false // "It falls as the load grows: …" is a sentence
				}
			}
		}
	}
	if len(words) == 0 || len(words) > 8 || len(strings.Fields(says)) < 1 {
		return Fact{}, false
	}
	f := Fact{Type: Note, Quote: s.Text, Subject: term, Predicate: mark, Object: says, Confidence: 0.8}
	if strings.Contains(s.Text, "→") {
		f.Type = Cause
	}
	return f, true
}

// rows are the rows of a table, each with the heads of its columns.
func rows(p source.Passage) []Fact {
	var out []Fact
	if len(p.Rows) < 2 || len(p.Rows[0]) < 2 {
		return nil
	}
	head := p.Rows[0]
	for _, row := range p.Rows[1:] {
		if len(row) == 0 || strings.TrimSpace(row[0]) == "" {
			continue
		}
		var says []string
		for i := 1; i < len(row) && i < len(head); i++ {
			if cell := strings.TrimSpace(row[i]); cell != "" {
				says = append(says, strings.TrimSpace(head[i])+": "+cell)
			}
		}
		if len(says) > 0 {
			out = append(out, Fact{Type: Row, Quote: strings.Join(row, " | "), Subject: strings.TrimSpace(row[0]), Predicate: "has", Object: strings.Join(says, "; "), Confidence: 0.9})
		}
	}
	return out
}
