package writer

import (
	"fmt"
	"maps"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// What is said of a thing is asked for from both ends: what it is true of, and what is
// true of it and not of another of its kind.

// saying is a proposition about a thing that stands by itself.
type saying struct {
	*said
	clause realise.Clause
	name   string // of the thing, without its article
	plural bool
	says   map[string]bool // the stems of what is said
}

var predicating = map[fact.Type]bool{fact.Property: true, fact.Kind: true, fact.Parts: true, fact.Cause: true, fact.Rule: true, fact.Amount: true, fact.Purpose: true}

// sayings are the propositions about things, each with nothing to rest on: those of the
// facts, and sentences that are one plain clause.
func (m *Material) sayings() []saying {
	var out []saying
	met := map[*said]bool{}
	for s, f := range m.lore.facts() {
		if x, ok := m.sayingOf(s, f); ok {
			met[s] = true
			out = append(out, x)
		}
	}
	for _, s := range m.lore.said {
		if met[s] || !s.alone || s.Hedged || s.told > 0 || doubled.MatchString(s.text) {
			continue
		}
		c, ok := m.lore.clauseIn(s.text, s.tokens)
		if !ok || strings.ContainsAny(s.text, ";:()–—") || strings.Contains(s.text, ", and ") || strings.Contains(s.text, ", but ") || strings.Contains(s.text, ", so ") {
			continue
		}
		if x, ok := m.stating(s, c); ok {
			out = append(out, x)
		}
	}
	return out
}

func (m *Material) sayingOf(s *said, f fact.Fact) (saying, bool) {
	if !predicating[f.Type] || f.Under != "" || f.Hedged || f.Object == "" || f.Confidence < 0.75 || f.Negated && !strings.Contains(f.Predicate, "not") {
		return saying{}, false
	}
	if f.For != "" && f.ForSure < sureEnough || strings.Contains(f.Object, ",") || !wholly(s.Quote, f) {
		return saying{}, false
	}
	subject := m.lore.subjectOf(f)
	return m.stating(s, realise.Clause{Subject: subject, Verb: f.Predicate, Rest: strings.TrimRight(f.Object, ".,; ")})
}

// stating is a clause as a proposition about a thing; it is not ok where the thing is no one
// thing, or where the clause gives it away or needs more around it.
func (m *Material) stating(s *said, c realise.Clause) (saying, bool) {
	x := saying{said: s, clause: c, name: trimArticle(c.Subject)}
	if x.name == "" || strings.ContainsAny(x.name+c.Rest, ";:()?–—") || strings.Contains(x.name, ",") || realise.Core(x.name) != x.name || doubled.MatchString(c.Rest) || len(strings.Fields(x.name)) > 5 || len(strings.Fields(c.Rest)) > 14 || len(strings.Fields(c.Rest)) < 2 {
		return x, false
	}
	if passing.MatchString(" "+c.Verb+" "+c.Rest) || strings.Contains(" "+strings.ToLower(x.name)+" ", " and ") || strings.Contains(strings.ToLower(x.name), " or ") {
		return x, false
	}
	first := strings.ToLower(strings.Fields(x.name)[0])
	if first == "only" || first == "even" || first == "not" || leaning[first] || unnamed[first] || vague[realise.Head(x.name)] {
		return x, false
	}
	var ok bool
	if x.plural, ok = x.clause.Plural(); !ok || !m.lore.clear(x.clause.Statement(), s.before) {
		return x, false
	}
	if _, behind, ok := strings.Cut(c.Rest, ", "); ok {
		if parsed, _ := language.Single(behind); ownSubject(parsed.Tokens) {
			return x, false // another statement follows
		}
	}
	x.says = language.Stems(c.Verb + " " + c.Rest)
	for st := range language.Stems(x.name) {
		if x.says[st] {
			return x, false // it gives itself away
		}
	}
	return x, len(x.says) >= 2
}

// unnamed are words that begin a subject that names no one thing.
var unnamed = language.WordSet(`no nobody nothing anyone anything somebody all some most many every each its their it you`)

// sayingIdeas ask what something is true of, and set things of one kind against each
// other.
func (m *Material) sayingIdeas() []*idea {
	all := m.sayings()
	by := map[string][]saying{}
	for _, x := range all {
		k := nameKey(x.name)
		by[k] = append(by[k], x)
	}
	out := m.pairedSayings(all)
	for _, x := range all {
		others := m.lore.siblings(x.name, x.plural, 12)
		var fit []*thing
		for _, o := range others {
			if !m.lore.maybeTrue(language.Stems(o.name), x.says) && !x.stems[language.Stem(o.head)] {
				fit = append(fit, o)
			}
		}
		if len(fit) >= 3 {
			out = append(out, x.idea(question.Choice, question.Easy, "which", func(r *rand.Rand, b Brief) (question.Question, error) { return m.whichIsIt(x, fit, b, r) }))
		}
		out = append(out, m.openIdeas(x)...)
		for _, o := range others {
			if theirs := by[nameKey(o.name)]; len(theirs) >= 2 && o.plural == x.plural {
				i := x.idea(question.Choice, question.Medium, "contrast", func(r *rand.Rand, b Brief) (question.Question, error) { return m.trueOfOne(x, o, by, b, r) })
				i.score += 0.1
				out = append(out, i)
			}
		}
		if mine := by[nameKey(x.name)]; len(mine) >= 2 {
			i := x.idea(question.Choice, question.Hard, "also", func(r *rand.Rand, b Brief) (question.Question, error) { return m.alsoTrue(x, mine, others, by, b, r) })
			out = append(out, i)
		}
	}
	return out
}

// openIdeas ask for the subject or the object of a proposition in words of one's own.
func (m *Material) openIdeas(x saying) []*idea {
	level, because := question.Easy, []string(nil)
	for _, f := range x.facts {
		if why, ok := connects[f.Type]; ok && f.Subject != "" && strings.HasSuffix(x.clause.Rest, strings.TrimRight(f.Object, ".,; ")) {
			level, because = question.Medium, []string{why}
		}
	}
	var out []*idea
	padded := " " + strings.ToLower(x.clause.Verb+" "+x.clause.Rest) + " "
	if x.told > 0 || contents(x.says) < 3 || strings.Contains(padded, " their ") || strings.Contains(padded, " its ") || strings.Contains(padded, " also ") || strings.Contains(padded, " then ") || quantified.MatchString(x.clause.Subject) {
		return nil
	}
	add := func(frame, stem, answer string) {
		out = append(out, x.idea(question.Short, level, frame, func(*rand.Rand, Brief) (question.Question, error) {
			return shortly(x.said, shorten(stem, 56), stem, []string{realise.Upper(answer)}, because), nil
		}))
	}
	wh := "what"
	if somebody(realise.Head(x.name)) && !figures.MatchString(x.name) {
		wh = "who"
	}
	// What is asked for has to be the one thing that the sources say this of, and to have a name.
	th := m.lore.things[nameKey(x.name)]
	if named := strings.Contains(x.name, " ") || !strings.HasPrefix(strings.ToLower(x.clause.Subject), "the ") || th != nil && (th.defined || th.upper); !named {
		// "the equation" answers nothing
	} else if stem, ok := x.clause.Which(wh, false); ok && m.lore.speaks(slices.Sorted(maps.Keys(x.says))...) == 1 && !strings.HasPrefix(x.clause.Verb, "is") && !strings.HasPrefix(x.clause.Verb, "are") {
		add("what does it", stem, x.clause.Subject)
	}
	verb := strings.Fields(x.clause.Verb)
	base := ""
	for _, f := range language.VerbForms(strings.ToLower(verb[len(verb)-1])) {
		base = f.Base
		break
	}
	if passive.MatchString(x.clause.Verb) || asksObject[base] || base == "" || language.VerbTakes(base).Object < 7 || !nominal(x.clause.Rest) {
		return out
	}
	c := x.clause
	c.Rest = ""
	if stem, ok := c.Ask("what"); ok {
		add("what is done to", stem, x.clause.Rest)
	}
	return out
}

// somebody says whether a noun is asked for with "who": it names a person, and stands in the
// company of words for persons rather than machines.
func somebody(noun string) bool {
	if persons[noun] || language.NounKind(noun) != "person" {
		return persons[noun]
	}
	near := max(language.Near(noun, "person"), language.Near(noun, "woman"))
	return near == 0 || near >= 0.14 && near >= language.Near(noun, "machine")
}

// quantified begins a subject that speaks of each or of some.
var quantified = regexp.MustCompile(`(?i)^(?:(?:a|one) single|each|every|all|any|some|no|most|many|few|several|both|only)\b`)

// passive is a verb group that has no object.
var passive = regexp.MustCompile(`\b(?:is|are|was|were|be|been|being)\b`)

// asksObject are verbs whose object is no answer to "what": "what does mica have?" asks for
// anything.
var asksObject = language.WordSet(`have be do make get take give go come keep let mean show say call need want see find use become remain seem`)

// nominal says whether a phrase is one noun group, perhaps with what tells it apart.
func nominal(phrase string) bool {
	said, ok := language.Single(phrase)
	if !ok || len(strings.Fields(phrase)) > 9 || strings.ContainsAny(phrase, ",;:()") {
		return false
	}
	first := said.Tokens[0]
	if !(first.Tag == "DT" || first.Tag == "JJ" || first.Noun() || first.Tag == "CD") {
		return false
	}
	nouns := false
	if tokens := said.Tokens; len(tokens) > 1 && first.Tag == "CD" && !tokens[1].Noun() && tokens[1].Tag != "JJ" {
		return false // "two that meet"
	}
	for _, t := range said.Tokens {
		nouns = nouns || t.Noun()
		if finite(t) || t.Tag == "TO" || t.Tag == "RB" || t.Tag == "PRP" || strings.HasSuffix(t.Lower, "ly") && !t.Noun() {
			return false
		}
	}
	return nouns
}

// whichIsIt asks what something is true of.
func (m *Material) whichIsIt(x saying, others []*thing, b Brief, r *rand.Rand) (question.Question, error) {
	wh := "which of these"
	same := 0
	head := realise.Head(x.name)
	for _, o := range others[:min(3, len(others))] {
		if o.head == head && len(strings.Fields(x.name)) > 1 {
			same++
		}
	}
	plural := false
	if same == 3 && x.plural {
		words := strings.Fields(x.name)
		wh, plural = "which "+words[len(words)-1], true
	}
	stem, ok := x.clause.Which(wh, plural)
	if !ok {
		return question.Question{}, fmt.Errorf("“%s” can't be turned into a question.", shorten(x.text, 60))
	}
	q := question.Question{Title: "What it is true of: " + shorten(x.clause.Rest, 40), Stem: stem, Cites: []question.Cite{x.cite()}, Explanation: sentence(x.Quote)}
	var wrong []question.Option
	for _, o := range others {
		wrong = append(wrong, question.Option{Text: realise.Upper(o.name), Slip: "thing-of-the-same-kind", Why: fmt.Sprintf("The source says this of %s, not of %s.", x.clause.Subject, o.name)})
	}
	n := min(len(wrong), 5)
	r.Shuffle(n, func(i, j int) { wrong[i], wrong[j] = wrong[j], wrong[i] })
	return offer(q, realise.Upper(x.name), wrong, b.Options, r)
}

// pronoun says a proposition of "it" or "they".
func (x saying) pronoun() (string, bool) {
	if x.plural {
		return x.clause.Of("they", true)
	}
	return x.clause.Of("it", false)
}

// trueOfOne asks what is true of one thing and not of another of its kind.
func (m *Material) trueOfOne(x saying, other *thing, by map[string][]saying, b Brief, r *rand.Rand) (question.Question, error) {
	key, ok := x.pronoun()
	q := question.Question{LevelBecause: []string{"contrast"}}
	if !ok || m.lore.maybeTrue(language.Stems(other.name), x.says) {
		return q, fmt.Errorf("It is not certain that this sets %s apart.", x.name)
	}
	q.Title = shorten(realise.Upper(x.name)+" and "+other.name, 60)
	q.Stem = fmt.Sprintf("Which of these is true of %s and not of %s?", x.clause.Subject, other.name)
	if strings.HasPrefix(strings.ToLower(x.clause.Subject), "a ") || strings.HasPrefix(strings.ToLower(x.clause.Subject), "an ") {
		q.Stem = fmt.Sprintf("Which of these is true of %s and not of %s?", x.clause.Subject, withIndefinite(other.name))
	} else if strings.HasPrefix(strings.ToLower(x.clause.Subject), "the ") {
		q.Stem = fmt.Sprintf("Which of these is true of %s and not of the %s?", x.clause.Subject, other.name)
	}
	q.Explanation = sentence(x.Quote)
	q.Cites = []question.Cite{x.cite()}
	var wrong []question.Option
	for _, o := range by[nameKey(other.name)] {
		said, ok := o.pronoun()
		if !ok || overlap(o.says, x.says) > 0.5 || m.lore.maybeTrue(language.Stems(x.name), o.says) {
			continue
		}
		wrong = append(wrong, question.Option{Text: strings.TrimRight(said, "."), Slip: "true-of-the-other", Why: "This is true of " + other.name + ": “" + sentence(o.Quote) + "”"})
	}
	wrong = append(wrong, m.changedSayings(by[nameKey(x.name)], x, r)...)
	return offer(q, strings.TrimRight(key, "."), wrong, b.Options, r)
}

// changedSayings are what is said of a thing with one thing changed, as options.
func (m *Material) changedSayings(list []saying, not saying, r *rand.Rand) []question.Option {
	var out []question.Option
	for _, o := range list {
		said, ok := o.pronoun()
		if !ok || o.Quote == not.Quote {
			continue
		}
		out = append(out, m.changed(o.term, said, plainlyWrong, 1, r)...)
	}
	return out
}

// plainlyWrong is the weight from which a change makes a sentence plainly wrong.
const plainlyWrong = 0.75

// changed are what a sentence, or a piece of one, becomes with one thing changed that is
// worth at least so much, as options; at most most.
func (m *Material) changed(t term, text string, least float64, most int, r *rand.Rand) []question.Option {
	parsed, ok := language.Single(text)
	if !ok {
		return nil
	}
	var out []question.Option
	for _, f := range m.lore.falsehoods(&said{term: t, text: text, tokens: parsed.Tokens, stems: language.Stems(text)}, r) {
		if f.weight < least || len(out) == most {
			break
		}
		out = append(out, question.Option{Text: strings.TrimRight(f.text, "."), Slip: f.slip, Why: f.why()})
	}
	return out
}

// alsoTrue names a thing by one of the things that are said of it, and asks for another:
// two places have to be known.
func (m *Material) alsoTrue(x saying, mine []saying, others []*thing, by map[string][]saying, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{LevelBecause: []string{"two facts"}}
	refuse := fmt.Errorf("Too little is said of things like %s.", x.name)
	var second *saying
	for i := range mine {
		if o := &mine[i]; o.Passage != x.Passage && overlap(o.says, x.says) < 0.3 {
			second = o
		}
	}
	words := strings.Fields(x.name)
	var rivals []*thing
	for _, o := range others {
		if len(by[nameKey(o.name)]) > 0 {
			rivals = append(rivals, o)
		}
	}
	if second == nil || len(rivals) == 0 {
		return q, refuse
	}
	noun := "thing"
	if len(words) > 1 && rivals[0].head == realise.Head(x.name) {
		noun = words[len(words)-1]
	}
	if noun == "thing" {
		return q, refuse
	}
	that, ok := x.clause.Of("that", x.plural)
	if !ok {
		return q, refuse
	}
	article := "the " + noun + " "
	q.Stem = "What else is true of " + article + strings.TrimRight(m.lore.within(that), ".") + "?"
	q.Title = "What else is true of " + shorten(noun, 40)
	key, _ := second.pronoun()
	q.Cites = []question.Cite{x.cite(), second.cite()}
	q.Explanation = sentence(x.Quote) + " " + sentence(second.Quote)
	var wrong []question.Option
	for _, o := range rivals {
		for _, theirs := range by[nameKey(o.name)] {
			said, ok := theirs.pronoun()
			if ok && theirs.plural == x.plural && overlap(theirs.says, second.says) < 0.5 && !m.lore.maybeTrue(language.Stems(x.name), theirs.says) {
				wrong = append(wrong, question.Option{Text: strings.TrimRight(said, "."), Slip: "true-of-another", Why: "This is true of " + o.name + ": “" + sentence(theirs.Quote) + "”"})
			}
		}
	}
	wrong = append(wrong, m.changed(second.term, key, plainlyWrong, 1, r)...)
	return offer(q, strings.TrimRight(key, "."), wrong, b.Options, r)
}

// counting is a number with the noun or unit that it counts, in front of what is said or
// behind a preposition.
var counting = regexp.MustCompile(`^((?:at|within|by|for|after|in|over|to|from|every|up to|on) )?((?:at least|at most|no more than|not more than|more than|less than|up to|about|around|only|roughly|some) )?(\d+(?:[.,]\d+)*) ?(°C|°F|%|[a-zA-Zµ³²/]+)(?: (.*))?$`)

// amountIdeas ask how much or how many.
func (m *Material) amountIdeas() []*idea {
	var out []*idea
	for s, f := range m.lore.facts() {
		if f.Under != "" || f.Hedged || f.Confidence < 0.85 || f.Type == fact.Event {
			continue
		}
		found := counting.FindStringSubmatch(strings.TrimRight(f.Object, ". "))
		if found == nil || strings.ContainsAny(f.Object, ",;:()") {
			continue
		}
		prep, hedge, number, unit, rest := found[1], found[2], found[3], found[4], found[5]
		if figures.MatchString(rest) || hedge == "about " || hedge == "around " || hedge == "roughly " || hedge == "some " || strings.HasPrefix(rest, "to ") {
			continue
		}
		subject := m.lore.subjectOf(f)
		c := realise.Clause{Subject: subject, Verb: f.Predicate}
		if strings.ContainsAny(subject, ",;:()") || !m.lore.clear(c.Statement(), s.before) || !wholly(s.Quote, f) || !counts(unit, f.Object) {
			continue
		}
		wh := ""
		switch unit {
		case "°C", "°F":
			wh = strings.TrimSpace(prep + "what temperature")
			c.Rest = rest
		case "%":
			wh = strings.TrimSpace(prep+"what percentage") + " " + rest
		default:
			if strings.TrimSpace(prep) == "in" || strings.TrimSpace(prep) == "to" || !language.Plural(strings.ToLower(unit)) && len(unit) > 3 {
				continue
			}
			wh = strings.TrimSpace(prep + "how many " + unit)
			if strings.HasPrefix(rest, "of ") || strings.HasPrefix(rest, "an ") || strings.HasPrefix(rest, "per ") || strings.HasPrefix(rest, "a ") {
				wh += " " + rest
			} else {
				c.Rest = rest
			}
		}
		switch strings.TrimSpace(hedge) {
		case "at least", "no less than":
			wh += " at least"
		case "at most", "no more than", "not more than", "up to":
			wh += " at most"
		case "more than", "less than":
			continue
		}
		if strings.HasPrefix(f.Predicate, "is") || strings.HasPrefix(f.Predicate, "are") {
			if prep == "" {
				continue // "the steps are 3"
			}
		}
		stem, ok := c.Ask(strings.TrimSpace(wh))
		if !ok {
			continue
		}
		out = append(out, s.idea(question.Choice, question.Easy, "how many", func(r *rand.Rand, b Brief) (question.Question, error) {
			return m.howMany(s, stem, number, unit, b, r)
		}))
	}
	return out
}

// howMany asks for a number among others of like size.
func (m *Material) howMany(s *said, stem, number, unit string, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{Title: shorten(stem, 50), Stem: stem, Cites: []question.Cite{s.cite()}, Explanation: sentence(s.Quote)}
	shown := func(n string) string {
		if unit == "°C" || unit == "°F" {
			return n + " " + unit
		}
		if unit == "%" {
			return n + "%"
		}
		return n
	}
	var wrong []question.Option
	for range 12 {
		n, ok := m.lore.otherNumber(s, number, r)
		if ok {
			wrong = append(wrong, question.Option{Text: shown(n), Slip: "number-of-another-size", Why: "The source says " + shown(number) + "."})
		}
	}
	return offer(q, shown(number), wrong, b.Options, r)
}

// counts says whether a word is what a number counts: a unit or a noun.
func counts(unit, object string) bool {
	if _, ok := units.Parse(unit); ok || unit == "%" {
		return true
	}
	said, _ := language.Single(object)
	for _, t := range said.Tokens {
		if t.Text == unit {
			return t.Noun() && language.Plural(t.Lower)
		}
	}
	return false
}
