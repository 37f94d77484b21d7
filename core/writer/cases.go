package writer

import (
	"cmp"
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// A rule is known by who can tell what keeps to it and what does not. What must be, and what
// must not be, is told as something that is done, by an invented person where the rule speaks
// to the reader; where a rule has a limit, the amount lies on the one side of it or the other.

// duty is a sentence that obliges, told as cases.
type duty struct {
	*said
	clause    realise.Clause
	subject   string // "" where it is whoever reads it
	plural    bool
	forbidden bool
	limit     *limit
}

// limit is the amount of a rule: the words that bind it, and where both stand in its clause.
type limit struct {
	boundary
	number   string
	from, to int // the words and the number, in the clause's rest
}

// rules are the sentences that oblige to one thing, or forbid it.
func (m *Material) rules() []duty {
	var out []duty
	taken := map[*said]bool{}
	add := func(s *said, c realise.Clause) {
		c.Rest, _, _ = strings.Cut(c.Rest, ", since ")
		c.Rest, _, _ = strings.Cut(c.Rest, ", because ")
		r := duty{said: s, clause: c, subject: c.Subject}
		if taken[s] || twofold.MatchString(c.Rest) || c.Rest == "" || fronting[strings.ToLower(lastWord(c.Rest))] || endless.MatchString(c.Subject) || joined(c.Rest) || strings.ContainsAny(c.Subject+c.Rest, ";:()?–—“") {
			return
		}
		if strings.EqualFold(c.Subject, "you") {
			r.subject = ""
		} else if plural, known := c.Plural(); known {
			r.plural = plural
		} else if r.plural, known = realise.Several(c.Subject); !known {
			return
		}
		said, forbidden, ok := c.Done(cmp.Or(r.subject, "somebody"), r.plural)
		if !ok || yours.MatchString(said) && r.subject != "" || leaning[strings.ToLower(strings.Fields(said)[0])] {
			return
		}
		r.forbidden = forbidden
		if r.subject == "" && r.plural {
			return
		}
		if found := figures.FindAllStringIndex(c.Rest, -1); len(found) == 1 && !forbidden {
			for _, b := range boundaries {
				if at := b.words.FindStringIndex(c.Rest[:found[0][0]]); at != nil && !b.supposing {
					r.limit = &limit{b, c.Rest[found[0][0]:found[0][1]], at[0], found[0][1]}
					break
				}
			}
		}
		taken[s] = true
		out = append(out, r)
	}
	for s, f := range m.lore.facts() {
		if !s.alone || s.Hedged || f.Hedged || f.Object == "" && f.Under == "" {
			continue
		}
		link, _, _ := strings.Cut(strings.ToLower(f.Under), " ")
		if f.Under != "" && !reasonLinks[link] && link != "to" && !strings.HasPrefix(strings.ToLower(f.Under), "so that") {
			continue // only then
		}
		if wholly(s.Quote, f) {
			add(s, realise.Clause{Subject: m.lore.subjectOf(f), Verb: f.Predicate, Rest: strings.TrimRight(f.Object, ".,; ")})
		}
	}
	for _, s := range m.lore.said {
		if !s.alone || s.Hedged || doubled.MatchString(s.text) {
			continue
		}
		text, _, _ := strings.Cut(s.text, ";")
		if c, ok := m.lore.clauseOf(realise.Sentence(text)); ok {
			add(s, c)
		}
	}
	return out
}

var (
	// twofold is in a rule of which a case would be more than one thing, or none.
	twofold = regexp.MustCompile(`(?i)\b(?:only|either|or|at all|even|except|unless|until|otherwise|first|whichever|any|need|must|may|shall)\b`)
	// endless stands in a noun group whose number its last word does not tell.
	endless = regexp.MustCompile(`\w \w+ing\b`)
	joints  = regexp.MustCompile(`(?:,|\band|\bbut) (\w+)`)
	yours   = regexp.MustCompile(`(?i)\byou(?:r|rs|rself)?\b`)
)

// joined says whether another verb goes on from the first one: its form would have to follow.
func joined(rest string) bool {
	for _, j := range joints.FindAllStringSubmatch(rest, -1) {
		for _, f := range language.VerbForms(strings.ToLower(j[1])) {
			if f.Tag == "VB" || f.Tag == "VBP" {
				return true
			}
		}
	}
	return false
}

// invented are those that cases tell of, where a rule speaks to whoever reads it.
var invented = []string{"Ida Morrow", "Tomas Reil", "Hanne Voss", "Piet Calder", "Rosa Lindqvist", "Emil Tarn"}

// told is a rule as a case that keeps to it, or breaks it; it is not ok where the rule has no
// such case.
func (r duty) told(keeps bool, person string) (string, bool) {
	c := r.clause
	switch {
	case r.limit != nil:
		n, ok := r.limit.amount(keeps)
		if !ok {
			return "", false
		}
		c.Rest = strings.Join(strings.Fields(c.Rest[:r.limit.from]+" "+n+c.Rest[r.limit.to:]), " ")
	case keeps == r.forbidden:
		return "", false
	}
	subject := r.subject
	if subject == "" {
		subject = person
		c.Rest = yours.ReplaceAllStringFunc(c.Rest, func(w string) string {
			if strings.EqualFold(w, "your") {
				return "their"
			}
			return "them"
		})
	}
	said, _, ok := c.Done(subject, r.plural)
	return said, ok
}

// amount is a number that keeps to a limit, or does not.
func (l limit) amount(keeps bool) (string, bool) {
	v, err := strconv.ParseFloat(strings.ReplaceAll(l.number, ",", ""), 64)
	if err != nil || v <= 0 {
		return "", false
	}
	factor := 0.75
	if keeps != l.upper {
		factor = 1.25
	}
	out := shaped(v*factor, l.number)
	if !strings.Contains(l.number, ".") && v <= 12 {
		step := 1
		if factor < 1 {
			step = -1
		}
		out = strconv.Itoa(int(v) + step)
	}
	return out, out != l.number && !strings.HasPrefix(out, "-") && out != "0"
}

// ruleIdeas ask which of several cases breaks a rule, or keeps to one while the others do not.
func (m *Material) ruleIdeas() []*idea {
	rules := m.rules()
	var out []*idea
	for at, r := range rules {
		for _, breaks := range []bool{true, false} {
			if _, ok := r.told(!breaks, invented[0]); !ok {
				continue
			}
			others := 0
			for k, o := range rules {
				if _, ok := o.told(breaks, invented[0]); ok && k != at && o.src == r.src {
					others++
				}
			}
			if others < 3 {
				continue
			}
			out = append(out, r.idea(question.Choice, question.Hard, "case", func(rnd *rand.Rand, b Brief) (question.Question, error) {
				return m.whichBreaks(r, rules, breaks, b, rnd)
			}))
		}
	}
	return out
}

// whichBreaks asks which of several cases breaks a rule, or keeps to one.
func (m *Material) whichBreaks(r duty, rules []duty, breaks bool, b Brief, rnd *rand.Rand) (question.Question, error) {
	stem, title, slip := "Four things are seen on one day. Which of them breaks a rule?", "What breaks a rule", "rule-taken-as-broken"
	if !breaks {
		stem, title, slip = "Four things are seen on one day. Which of them alone keeps to the rules?", "What keeps to the rules", "breach-overlooked"
	}
	q := question.Question{Title: title + ": " + shorten(r.text, 40), Stem: stem, LevelBecause: []string{"a rule applied", "several places"}, Cites: []question.Cite{r.cite()}}
	names := rnd.Perm(len(invented))
	key, ok := r.told(!breaks, invented[names[0]])
	if !ok {
		return q, fmt.Errorf("“%s” gives no such case.", shorten(r.text, 60))
	}
	options := []question.Option{{Text: key, Why: "The rule is: " + sentence(r.Quote)}}
	// Rules that stand near and speak of the same tempt most.
	near := slices.Clone(rules)
	rnd.Shuffle(len(near), func(i, j int) { near[i], near[j] = near[j], near[i] })
	sortBy(near, func(o duty) float64 { return float64(b.used[told+o.Quote]) - m.lore.likeness(r.said, o.said) })
	for _, o := range near {
		if o.Quote == r.Quote || o.src != r.src || len(options) == b.Options {
			continue
		}
		if text, ok := o.told(breaks, invented[names[len(options)]]); ok && overlap(language.Stems(text), language.Stems(key)) < 0.6 {
			options = append(options, question.Option{Text: text, Slip: slip, Why: "The rule is: " + sentence(o.Quote)})
			q.Cites = append(q.Cites, o.cite())
		}
	}
	if len(options) < b.Options {
		return q, fmt.Errorf("Too few rules stand beside “%s”.", shorten(r.text, 60))
	}
	q.Stem = strings.Replace(q.Stem, "Four", realise.Upper(counted(len(options))), 1)
	for _, c := range q.Cites {
		if b.used != nil {
			b.used[told+c.Quote]++
		}
		q.Explanation = strings.TrimSpace(q.Explanation + " " + sentence(c.Quote))
	}
	return arrange(q, options, rnd), nil
}
