package writer

import (
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// What has parts and what is done in steps is asked for whole.

var parting = regexp.MustCompile(`,\s+(?:and|or)\s+|,\s+|\s+and\s+|\s+or\s+`)

// items are the parts of a list in a sentence: "a lens, a knife and a bottle". There are
// none where a part is more than a noun group.
func items(text string) []string {
	text = strings.TrimRight(text, ".;: ")
	if !strings.Contains(text, ",") || strings.ContainsAny(text, ";:()–—") {
		return nil
	}
	var out []string
	for _, part := range parting.Split(text, -1) {
		part = strings.TrimSpace(part)
		if n := len(strings.Fields(part)); n == 0 || n > 6 {
			return nil
		}
		out = append(out, part)
	}
	if len(out) < 3 || len(out) > 7 {
		return nil
	}
	return out
}

var preposed = regexp.MustCompile(`^(of|into|in|from|by|with) (.+)$`)

// listIdeas ask for the members of a list.
func (m *Material) listIdeas() []*idea {
	var out []*idea
	for s, f := range m.lore.facts() {
		if f.Type != fact.Parts && f.Type != fact.Kind && f.Type != fact.Property || f.Under != "" || f.Hedged || f.Confidence < 0.85 || strings.HasPrefix(f.Predicate, ":") {
			continue
		}
		object, prep := f.Object, ""
		if found := preposed.FindStringSubmatch(object); found != nil {
			prep, object = found[1], found[2]
		}
		list := items(object)
		subject := m.lore.subjectOf(f)
		c := realise.Clause{Subject: subject, Verb: f.Predicate, Rest: prep}
		if list == nil || !wholly(s.Quote, f) || strings.HasPrefix(strings.ToLower(subject), "no ") || strings.ContainsAny(subject, ",;:()") || !m.lore.clear(c.Statement(), s.before) || f.Predicate == "is" || f.Predicate == "are" {
			continue
		}
		stem, ok := c.Ask("what")
		if !ok {
			continue
		}
		stem = strings.TrimSuffix(stem, "?") + fmt.Sprintf("? Name all %s.", counted(len(list)))
		points := make([]string, len(list))
		for i, p := range list {
			points[i] = realise.Upper(p)
		}
		out = append(out, s.idea(question.Short, question.Easy, "list", func(*rand.Rand, Brief) (question.Question, error) {
			return shortly(s, shorten(stem, 56), stem, points, nil), nil
		}))
	}
	return out
}

// counted is a small number in words.
func counted(n int) string {
	return []string{"none", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"}[n]
}

// stepIdeas ask for the order of steps.
func (m *Material) stepIdeas(t term) []*idea {
	var steps []string
	for _, s := range t.Steps {
		s = strings.TrimRight(strings.TrimSpace(s), ".;,")
		if s == "" || len(s) > 160 || leanStep.MatchString(s) {
			return nil
		}
		steps = append(steps, realise.Upper(s))
	}
	if len(steps) < 3 || t.Hedged {
		return nil
	}
	name := m.lore.within(strings.TrimRight(strings.TrimSpace(t.Subject), ".:"))
	if first, _, _ := strings.Cut(strings.ToLower(name), " "); len(strings.Fields(name)) > 12 || strings.ContainsAny(name, ".?!:;") || ordinal[first] || strings.EqualFold(name, m.lore.within(steps[0])) {
		return nil // nothing says what the steps lead to
	}
	var out []*idea
	add := func(k question.Kind, l question.Level, frame string, write func(*rand.Rand, Brief) (question.Question, error)) {
		out = append(out, &idea{level: l, kind: k, topic: t.topic, source: t.src.ID, passage: t.Passage, subject: t.Quote, frame: frame, score: 0.8, write: write})
	}
	stem := "Put these steps in the right order: " + name + "."
	add(question.Order, question.Medium, "order", func(r *rand.Rand, _ Brief) (question.Question, error) { return stepsInOrder(t, stem, steps, r) })
	if len(steps) >= 4 {
		for at := range len(steps) - 1 {
			add(question.Choice, question.Easy, "next step", func(r *rand.Rand, b Brief) (question.Question, error) { return nextStep(t, name, steps, at, b, r) })
		}
	}
	return out
}

// leanStep is a step that points to another one.
var leanStep = regexp.MustCompile(`(?i)^(?:then|next|finally|after (?:that|this)|it|this|these|they)\b`)

func stepsInOrder(t term, stem string, steps []string, r *rand.Rand) (question.Question, error) {
	q := question.Question{Title: "The order of steps: " + shorten(t.Subject, 40), Stem: stem, LevelBecause: []string{"order"}}
	n := min(len(steps), 6)
	from := 0
	if len(steps) > n {
		from = r.IntN(len(steps) - n + 1)
	}
	part := steps[from : from+n]
	q.Cites = []question.Cite{t.cite()}
	q.Explanation = strings.Join(part, " → ") + "."
	return ordered(q, part, r), nil
}

func nextStep(t term, name string, steps []string, at int, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{
		Title: "The next step: " + shorten(steps[at], 40), Stem: fmt.Sprintf("%s: which step comes directly after “%s”?", realise.Upper(name), steps[at]),
		Cites: []question.Cite{t.cite()}, Explanation: strings.Join(steps, " → ") + ".",
	}
	var wrong []question.Option
	for k, s := range steps {
		if k == at || k == at+1 {
			continue
		}
		why := "That comes later."
		if k < at {
			why = "That comes before."
		}
		wrong = append(wrong, question.Option{Text: s, Slip: "step-of-another-place", Why: why})
	}
	r.Shuffle(len(wrong), func(i, j int) { wrong[i], wrong[j] = wrong[j], wrong[i] })
	return offer(q, steps[at+1], wrong, min(b.Options, len(wrong)+1), r)
}

// namesKind says whether a term names a kind of thing: a noun group that is no single
// person, place or letter of a formula.
func namesKind(t term) bool {
	name, ok := language.Single(t.Subject)
	if !ok || len(t.Subject) < 3 {
		return false
	}
	capitals := 0
	for i, w := range name.Tokens {
		if w.Word() && unicode.IsUpper([]rune(w.Text)[0]) && len(w.Text) > 1 && w.Text != strings.ToUpper(w.Text) {
			capitals++
		}
		if w.Tag == "PRP" || w.Tag == "PRP$" || w.Tag == "DT" || w.Tag == "RB" && i == len(name.Tokens)-1 || w.Tag == "MD" {
			return false
		}
	}
	first, _, _ := strings.Cut(strings.ToLower(t.Object), " ")
	return capitals < 2 && first != "whatever" && first != "what" && first != "whoever"
}

// pairIdeas ask which meaning belongs to which term, of terms that could be taken for each
// other.
func (m *Material) pairIdeas() []*idea {
	var terms []term
	seen := map[string]bool{}
	for _, t := range m.terms {
		if k := nameKey(t.Subject); !t.Hedged && namesKind(t) && !seen[k] && len(strings.Fields(t.Object)) <= 22 && len(strings.Fields(t.Object)) > 2 && !givesAway(t.Subject, t.Object) && m.lore.clear(t.Object, m.lore.before[t.Quote]) {
			seen[k] = true
			terms = append(terms, t)
		}
	}
	var out []*idea
	for at := 0; at+3 <= len(terms); at += 4 {
		group := terms[at:min(len(terms), at+4)]
		if len(group) < 3 || group[0].src != group[len(group)-1].src {
			continue
		}
		first := group[0]
		out = append(out, &idea{level: question.Medium, kind: question.Match, topic: first.topic, source: first.src.ID, passage: first.Passage, subject: "pairs of " + first.Subject, frame: "pairs", score: 0.8,
			write: func(r *rand.Rand, _ Brief) (question.Question, error) { return pairTerms(group, r) }})
	}
	return out
}

func pairTerms(terms []term, r *rand.Rand) (question.Question, error) {
	q := question.Question{Title: shorten("Which meaning belongs to which: "+terms[0].Subject+", "+terms[1].Subject, 60), Stem: "Match each term with what it means."}
	var pairs []pair
	for _, t := range terms {
		pairs = append(pairs, pair{t.Subject, t.Object, t})
	}
	return matched(q, pairs, r), nil
}

// pair is a thing with what is to be found for it, and where the source says so.
type pair struct {
	left, right string
	from        term
}

// matched asks which right side belongs to which left side.
func matched(q question.Question, pairs []pair, r *rand.Rand) question.Question {
	q.LevelBecause = []string{"contrast"}
	places := r.Perm(len(pairs))
	q.Matches = make([]question.Option, len(pairs))
	var quotes []string
	for i, p := range pairs {
		id, to := question.Letter(i), fmt.Sprint(places[i]+1)
		q.Options = append(q.Options, question.Option{ID: id, Text: realise.Upper(p.left)})
		q.Matches[places[i]] = question.Option{ID: to, Text: realise.Upper(p.right)}
		q.Key.Pairs = append(q.Key.Pairs, []string{id, to})
		q.Cites = append(q.Cites, p.from.cite())
		quotes = append(quotes, sentence(p.from.Quote))
	}
	q.Explanation = strings.Join(quotes, " ")
	return q
}

// meaningIdeas ask for the meaning of a term in one's own words.
func (m *Material) meaningIdeas() []*idea {
	var out []*idea
	for _, t := range m.terms {
		if t.Hedged || !namesKind(t) || len(language.Stems(t.Object)) < 2 || !m.lore.clear(t.Object, m.lore.before[t.Quote]) {
			continue
		}
		stem := fmt.Sprintf("What is meant by “%s”?", t.Subject)
		out = append(out, &idea{level: question.Easy, kind: question.Short, topic: t.topic, source: t.src.ID, passage: t.Passage, subject: strings.ToLower(t.Subject), frame: "meaning", score: 0.8,
			write: func(*rand.Rand, Brief) (question.Question, error) {
				return question.Question{
					Title: "What “" + t.Subject + "” means", Stem: stem, Key: question.Key{Reference: realise.Sentence(t.Object), Points: []string{realise.Upper(t.Object)}},
					Explanation: sentence(t.Quote), Cites: []question.Cite{t.cite()},
				}, nil
			}})
	}
	return out
}

// apartIdeas ask how two terms differ that could be taken for each other: those with one head,
// named together, or defined close to each other as things of one kind.
func (m *Material) apartIdeas() []*idea {
	var out []*idea
	asked := map[string]bool{}
	for i, a := range m.terms {
		if a.Hedged || !namesKind(a) || !m.lore.clear(a.Object, m.lore.before[a.Quote]) || asked[a.Quote] || len(strings.Fields(a.Object)) > 24 {
			continue
		}
		for _, b := range m.terms[i+1 : min(len(m.terms), i+8)] {
			if b.Hedged || b.src != a.src || b.Quote == a.Quote || asked[b.Quote] || !namesKind(b) || !m.confusable(a, b) || !m.lore.clear(b.Object, m.lore.before[b.Quote]) || len(strings.Fields(b.Object)) > 24 {
				continue
			}
			asked[a.Quote], asked[b.Quote] = true, true
			stem := fmt.Sprintf("What is the difference between “%s” and “%s”?", a.Subject, b.Subject)
			out = append(out, &idea{level: question.Medium, kind: question.Short, topic: a.topic, source: a.src.ID, passage: a.Passage, subject: "difference of " + a.Subject, frame: "difference", score: 0.85,
				write: func(*rand.Rand, Brief) (question.Question, error) {
					points := []string{realise.Upper(a.Subject) + ": " + a.Object, realise.Upper(b.Subject) + ": " + b.Object}
					return question.Question{
						Title: shorten(realise.Upper(a.Subject)+" and "+b.Subject, 56), Stem: stem, Key: question.Key{Reference: realise.Sentence(points[0]) + " " + realise.Sentence(points[1]), Points: points},
						Explanation: sentence(a.Quote) + " " + sentence(b.Quote), Cites: []question.Cite{a.cite(), b.cite()}, LevelBecause: []string{"contrast"},
					}, nil
				}})
			break
		}
	}
	return out
}

// confusable says whether two terms could be taken for each other.
func (m *Material) confusable(a, b term) bool {
	one, two := nameKey(a.Subject), nameKey(b.Subject)
	x := m.lore.things[one]
	if strings.Contains(one, two) || strings.Contains(two, one) {
		return false
	}
	near := a.Head != "" && (a.Head == b.Head || a.Passage == b.Passage && language.Near(a.Head, b.Head) > 0.5)
	return near || x != nil && x.together[two] || strings.Contains(one, " ") && realise.Head(a.Subject) == realise.Head(b.Subject)
}

// pairedSayings ask what is true of which, of things of which different things are said.
func (m *Material) pairedSayings(all []saying) []*idea {
	var out []*idea
	taken := map[*said]bool{}
	for i, first := range all {
		if taken[first.said] || !first.alone || len(first.says) < 3 {
			continue
		}
		group := []saying{first}
		for _, x := range all[i+1:] {
			if taken[x.said] || !x.alone || x.src != first.src || x.plural != first.plural || len(x.says) < 3 || !near(len(x.clause.Rest), len(first.clause.Rest)) || x.kindOf() != first.kindOf() {
				continue
			}
			if !slices.ContainsFunc(group, func(o saying) bool { return m.mixable(o, x) }) {
				group = append(group, x)
			}
			if len(group) == 4 {
				break
			}
		}
		if len(group) < 3 {
			continue
		}
		for _, x := range group {
			taken[x.said] = true
		}
		idea := first.idea(question.Match, question.Medium, "true of which", func(r *rand.Rand, _ Brief) (question.Question, error) { return pairSayings(group, r) })
		idea.subject = "true of " + first.Quote
		out = append(out, idea)
	}
	return out
}

// kindOf is the broad kind of what is spoken of: a person is not taken for a tank.
func (x saying) kindOf() bool { return somebody(realise.Head(x.name)) }

// mixable says whether what is said of one of two things may be true of the other, or gives it
// away.
func (m *Material) mixable(a, b saying) bool {
	one, two := language.Stems(a.name), language.Stems(b.name)
	return nameKey(a.name) == nameKey(b.name) || speaksOf(one, two) || speaksOf(one, b.says) || speaksOf(two, a.says) || overlap(a.says, b.says) > 0.4 || m.lore.maybeTrue(one, b.says) || m.lore.maybeTrue(two, a.says)
}

func pairSayings(group []saying, r *rand.Rand) (question.Question, error) {
	q := question.Question{Stem: "Match each of these with what is true of it.", Title: shorten("What is true of which: "+group[0].name+", "+group[1].name, 60)}
	if group[0].plural {
		q.Stem = "Match these with what is true of them."
	}
	var pairs []pair
	for _, x := range group {
		pairs = append(pairs, pair{x.name, x.clause.Verb + " " + x.clause.Rest, x.term})
	}
	return matched(q, pairs, r), nil
}
