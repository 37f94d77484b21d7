package writer

import (
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// What connects one thing with another is asked for by what it is: why, when, what
// follows, what for.

// bond is a proposition with what it rests on.
type bond struct {
	*said
	clause realise.Clause
	link   string // "because", "if" …
	rests  string // the rest of what it rests on: "the water is cold"
	kind   string // reason, condition, purpose
}

var (
	reasonLinks    = language.WordSet(`because since`)
	conditionLinks = language.WordSet(`if when once whenever where before after`)
)

// bonds are the propositions of which it is said why, when or what for they hold.
func (m *Material) bonds() []bond {
	var out []bond
	for s, f := range m.lore.facts() {
		if b, ok := m.bondOf(s, f); ok {
			out = append(out, b)
		}
	}
	for _, c := range m.lore.followed {
		if c.plain {
			out = append(out, bond{said: c.said, clause: c.clause, link: "because", rests: c.reason, kind: "reason"})
		}
	}
	return out
}

var doubled = regexp.MustCompile(`(?i)\b(?:because|since|if|when|unless|although|whereas|while|so that)\b`)

func (m *Material) bondOf(s *said, f fact.Fact) (bond, bool) {
	b := bond{said: s}
	if f.Under == "" || f.Hedged || f.Confidence < 0.6 || f.Negated && !strings.Contains(f.Predicate, "not") {
		return b, false
	}
	link, rests, ok := strings.Cut(strings.TrimSpace(f.Under), " ")
	link = strings.ToLower(link)
	switch {
	case !ok:
		return b, false
	case f.Type == fact.Purpose && (link == "to" || link == "so" && strings.HasPrefix(rests, "that ") && purposive(f.Predicate, rests)):
		b.kind = "purpose"
	case reasonLinks[link] && f.Type == fact.Cause:
		b.kind = "reason"
	case conditionLinks[link]:
		b.kind = "condition"
	default:
		return b, false
	}
	subject := m.lore.subjectOf(f)
	object := strings.TrimRight(f.Object, ".,; ")
	if first, _, _ := strings.Cut(strings.ToLower(subject), " "); first == "each" || first == "both" || first == "all" || first == "some" {
		return b, false
	}
	if subject == "" || strings.Contains(object, f.Under) || strings.Contains(subject, ",") || doubled.MatchString(object+" "+rests) || strings.ContainsAny(object+rests, ";:()?") {
		return b, false
	}
	b.clause = realise.Clause{Subject: subject, Verb: f.Predicate, Rest: object}
	b.link, b.rests = link, strings.TrimRight(turning.ReplaceAllString(rests, ""), ".,; ")
	if n := len(strings.Fields(b.rests)); n < 2 || n > 16 || len(strings.Fields(subject)) > 9 || len(strings.Fields(object)) > 14 {
		return b, false
	}
	if object == "" && needsObject(f.Predicate) {
		return b, false
	}
	main := b.clause.Statement()
	if !m.lore.clear(main, s.before) || !wholly(s.Quote, f) {
		return b, false
	}
	// What it rests on may speak of what the clause names, and of nothing else.
	return b, m.lore.clear(strings.TrimRight(main, ".")+" "+b.under(), s.before)
}

func (b bond) under() string { return b.link + " " + b.rests }

// clear says whether some words refer to nothing outside of themselves.
func (l *lore) clear(text string, before map[string]bool) bool {
	parsed, ok := language.Single(text)
	return ok && l.leans(parsed.Tokens, text, before) == ""
}

// bondIdeas ask for what a proposition rests on, and for what follows.
func (m *Material) bondIdeas() []*idea {
	all := m.bonds()
	var out []*idea
	for _, b := range all {
		add := func(k question.Kind, frame string, write func(*rand.Rand, Brief) (question.Question, error)) {
			i := b.idea(k, question.Medium, frame, write)
			i.score += 0.15
			out = append(out, i)
		}
		switch b.kind {
		case "reason":
			if stem, ok := b.clause.Ask("why"); ok {
				add(question.Short, "why", func(*rand.Rand, Brief) (question.Question, error) {
					return shortly(b.said, "Why "+shorten(b.clause.Statement(), 44), stem, []string{realise.Upper(b.rests)}, []string{"cause"}), nil
				})
				add(question.Choice, "why", func(r *rand.Rand, brief Brief) (question.Question, error) {
					return m.restsOn(b, all, "Why "+shorten(b.clause.Statement(), 44), stem, "because", brief, r)
				})
			}
		case "purpose":
			if stem, ok := b.clause.Ask("for what purpose"); ok {
				add(question.Short, "purpose", func(*rand.Rand, Brief) (question.Question, error) {
					return shortly(b.said, "What for: "+shorten(b.clause.Statement(), 44), stem, []string{realise.Upper(b.under())}, []string{"purpose"}), nil
				})
				add(question.Choice, "purpose", func(r *rand.Rand, brief Brief) (question.Question, error) {
					return m.restsOn(b, all, "What for: "+shorten(b.clause.Statement(), 44), stem, b.link, brief, r)
				})
			}
		case "condition":
			// What rests on a condition alone is asked for without it.
			if stem, ok := b.clause.Ask(conditional(b.link)); ok && !strings.Contains(b.rests, " it ") {
				add(question.Choice, "when", func(r *rand.Rand, brief Brief) (question.Question, error) {
					return m.restsOn(b, all, "When "+shorten(b.clause.Statement(), 44), stem, b.link, brief, r)
				})
				add(question.Short, "when", func(*rand.Rand, Brief) (question.Question, error) {
					return shortly(b.said, "When "+shorten(b.clause.Statement(), 44), stem, []string{realise.Upper(b.under())}, []string{"condition"}), nil
				})
			}
			if b.link != "where" && b.link != "before" && m.lore.clear("X "+b.under(), b.before) {
				add(question.Choice, "what follows", func(r *rand.Rand, brief Brief) (question.Question, error) { return m.whatFollows(b, all, brief, r) })
			}
		}
	}
	return out
}

// conditional is how a condition is asked for.
func conditional(link string) string {
	if link == "if" || link == "where" {
		return "in which case"
	}
	return "when"
}

// restsOn asks for what a proposition rests on, among what others rest on and what it
// would be with one thing changed.
func (m *Material) restsOn(b bond, all []bond, title, stem, link string, brief Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{Title: title, Stem: stem, Cites: []question.Cite{b.cite()}, Explanation: sentence(b.Quote), LevelBecause: []string{b.kind}}
	say := func(rests string) string { return realise.Upper(strings.TrimSpace(link + " " + rests)) }
	wrong := m.changed(b.term, realise.Upper(b.rests), plainlyWrong, 1, r)
	for i := range wrong {
		wrong[i].Text = say(m.lore.within(wrong[i].Text))
	}
	wrong = append(wrong, m.others(b, all, func(o bond) (string, string, string) {
		return say(o.rests), "rests-on-of-another", "That is said of something else: “" + sentence(o.Quote) + "”"
	}, r)...)
	return offer(q, say(b.rests), wrong, brief.Options, r)
}

// whatFollows asks what holds under a condition.
func (m *Material) whatFollows(b bond, all []bond, brief Brief, r *rand.Rand) (question.Question, error) {
	ask := "What happens "
	if b.Type == fact.Rule || strings.HasPrefix(b.clause.Verb, "must") || strings.HasPrefix(b.clause.Verb, "should") {
		ask = "What applies "
	}
	if strings.HasPrefix(b.clause.Verb, "is ") || strings.HasPrefix(b.clause.Verb, "are ") || b.clause.Verb == "is" || b.clause.Verb == "are" {
		ask = "What is the case "
	}
	stem := ask + b.under() + "?"
	q := question.Question{Title: realise.Upper(b.under()), Stem: stem, Cites: []question.Cite{b.cite()}, Explanation: sentence(b.Quote), LevelBecause: []string{"condition"}}
	key := strings.TrimRight(b.clause.Statement(), ".")
	wrong := append(m.changed(b.term, key+".", plainlyWrong, 1, r), m.others(b, all, func(o bond) (string, string, string) {
		return strings.TrimRight(o.clause.Statement(), "."), "follows-from-something-else", "That holds " + o.under() + "."
	}, r)...)
	return offer(q, key, wrong, brief.Options, r)
}

// others are the options that other bonds of the same kind give, those nearest in the
// sources first, of about the same length.
func (m *Material) others(b bond, all []bond, say func(bond) (text, slip, why string), r *rand.Rand) []question.Option {
	own, _, _ := say(b)
	stems := language.Stems(own)
	var list []tempting
	for _, o := range all {
		if o.kind != b.kind || o.Quote == b.Quote || (o.kind == "purpose" && o.link != b.link) {
			continue
		}
		text, slip, why := say(o)
		theirs := language.Stems(text)
		if !speaksOf(theirs, b.stems) && !(o.src == b.src && o.Passage == b.Passage) || overlap(stems, theirs) > 0.5 || !near(len(text), len(own)) || !m.lore.clear(text, o.before) || m.lore.maybeTrue(theirs, language.Stems(b.clause.Subject)) {
			continue
		}
		score := m.lore.likeness(b.said, o.said) + 0.1*r.Float64()
		list = append(list, tempting{question.Option{Text: text, Slip: slip, Why: why}, score})
	}
	return mostTempting(list)
}

// tempting is an option with how near it stands to the right one.
type tempting struct {
	question.Option
	score float64
}

// mostTempting are the options of a list, the nearest first.
func mostTempting(list []tempting) []question.Option {
	sortBy(list, func(t tempting) float64 { return -t.score })
	var out []question.Option
	for _, t := range list {
		out = append(out, t.Option)
	}
	return out
}

// speaksOf says whether some words have one that tells something in common with others.
func speaksOf(words, others map[string]bool) bool {
	for s := range words {
		if others[s] && !pale[s] {
			return true
		}
	}
	return false
}

// purposive says whether "so that" tells what something is for and not what comes of it: what is
// done has to be done, is done by somebody, or what it brings about is wanted.
func purposive(main, aim string) bool {
	return wanted.MatchString(aim) || obliging.MatchString(main) || passive.MatchString(main)
}

// wanted is in a clause that tells an aim.
var wanted = regexp.MustCompile(`(?i)\b(?:can|could|may|might|will|would|cannot|no|not|nothing|nobody|never|always|easily)\b`)

// wholly says whether a fact has all that its clause says in the quote: nothing but a stop, a
// conjunction or what the clause rests on stands before its subject and behind its object.
func wholly(quote string, f fact.Fact) bool {
	core := strings.TrimSpace(f.Predicate + " " + f.Object)
	at := strings.Index(quote, core)
	if at < 0 {
		return false
	}
	if !edges(quote[at+len(core):], true) && !strings.HasPrefix(strings.TrimSpace(quote[at+len(core):]), f.Under) {
		return false
	}
	before := strings.LastIndex(quote[:at], f.Subject)
	if before < 0 || strings.TrimSpace(quote[before+len(f.Subject):at]) != "" && !strings.HasPrefix(strings.TrimSpace(quote[before+len(f.Subject):at]), f.Under) {
		return false
	}
	front := strings.TrimSpace(quote[:before])
	if adjunct := strings.TrimSpace(front[strings.LastIndexAny(front, ".;:")+1:]); strings.HasSuffix(adjunct, ",") && !strings.HasPrefix(strings.ToLower(adjunct), strings.ToLower(f.Under)+",") {
		if first, _, _ := strings.Cut(strings.ToLower(adjunct), " "); fronting[first] || clausal[first] {
			return false // "in a tree of a hundred nodes, …"
		}
	}
	if order, ok := strings.CutSuffix(front, " and"); ok { // "leave it, and it spoils": only then
		if parsed, _ := parse(order); !slices.ContainsFunc(parsed.Tokens, finite) {
			return false
		}
	}
	return edges(front, false) || f.Under != "" && strings.HasSuffix(strings.TrimRight(front, ", "), strings.TrimRight(f.Under, ", "))
}

// behindClause and beforeClause are what may stand at the edges of a clause.
var (
	behindClause = regexp.MustCompile(`^(?:\s*$|\s*[.;,:)–—]|\s+(?:and|but|or|while|whereas|although|because|since|so|as|if|when|unless)\b)`)
	beforeClause = regexp.MustCompile(`(?i)(?:^|[;,:(–—]|\b(?:and|but|or|while|whereas|although|because|since|so|yet|that|thus|hence))\s*$`)
)

func edges(text string, behind bool) bool {
	if behind {
		return behindClause.MatchString(text)
	}
	return beforeClause.MatchString(text)
}

// needsObject says whether a verb that stands alone has lost what it is done to.
func needsObject(verb string) bool {
	words := strings.Fields(strings.ToLower(verb))
	if len(words) == 0 || slices.ContainsFunc(words, func(w string) bool { return being[w] || w == "been" || w == "be" }) {
		return false
	}
	for _, f := range language.VerbForms(words[len(words)-1]) {
		return language.VerbTakes(f.Base).Object >= 8
	}
	return true
}
