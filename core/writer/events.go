package writer

import (
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

// What happened when is asked for by its year, and by what came before what: the years stand in
// several places.

// event is something that happened in a year.
type event struct {
	*said
	what string // without the time
	year int
}

var (
	// atStart and atEnd tell when something happened, at one point in time.
	atStart = regexp.MustCompile(`^(?:In|On) (?:(?:the )?(?:early |late )?(?:spring|summer|autumn|winter|year)(?: of)? )?(?:\d{1,2} )?(?:(?:January|February|March|April|May|June|July|August|September|October|November|December) )?(1\d{3}|20\d{2}),? `)
	atEnd   = regexp.MustCompile(` (?:in|on) (?:(?:the )?(?:early |late )?(?:spring|summer|autumn|winter|year)(?: of)? )?(?:\d{1,2} )?(?:(?:January|February|March|April|May|June|July|August|September|October|November|December) )?(1\d{3}|20\d{2})\.$`)
	years   = regexp.MustCompile(`\b(?:1\d{3}|20\d{2})\b`)
)

// events are the sentences that tell what happened in a year, and in no other.
func (m *Material) events() []event {
	var out []event
	for _, s := range m.lore.said {
		if !s.alone || s.Hedged || len(s.tokens) > 32 || len(years.FindAllString(s.text, -1)) != 1 {
			continue
		}
		what, year := "", ""
		if at := atStart.FindStringSubmatchIndex(s.text); at != nil {
			what, year = s.text[at[1]:], s.text[at[2]:at[3]]
		} else if at := atEnd.FindStringSubmatchIndex(s.text); at != nil {
			what, year = s.text[:at[0]]+".", s.text[at[2]:at[3]]
		}
		if what == "" || !m.lore.clear(realise.Sentence(what), s.before) {
			continue
		}
		parsed, ok := parse(realise.Sentence(what))
		if !ok || !slices.ContainsFunc(parsed.Tokens, func(t language.Token) bool { return t.Tag == "VBD" }) || figures.MatchString(what) && len(figures.FindAllString(what, -1)) > 2 {
			continue
		}
		n, _ := strconv.Atoi(year)
		out = append(out, event{s, strings.TrimRight(realise.Sentence(what), "."), n})
	}
	return out
}

// eventIdeas ask when something happened and what came first.
func (m *Material) eventIdeas() []*idea {
	all := m.events()
	var out []*idea
	for _, e := range all {
		c, ok := m.lore.clauseOf(e.what)
		if stem, asked := c.Ask("in which year"); ok && asked && len(all) >= 4 {
			i := e.idea(question.Choice, question.Easy, "year", func(r *rand.Rand, b Brief) (question.Question, error) { return inWhichYear(e, stem, all, b, r) })
			i.part = "number"
			out = append(out, i)
		}
	}
	const most = 5
	for n := range len(all) / 3 {
		var group []event // those of some stretch, each with a year of its own
		for _, e := range slices.Concat(all[n*3:], all[:n*3]) {
			if len(group) < most && e.src == all[n*3].src && !slices.ContainsFunc(group, func(o event) bool { return o.year == e.year }) {
				group = append(group, e)
			}
		}
		if len(group) < 4 {
			continue
		}
		first := group[0]
		add := func(k question.Kind, l question.Level, frame string, write func(r *rand.Rand, b Brief) (question.Question, error)) {
			i := first.idea(k, l, frame, write)
			i.subject, i.score = frame+" around "+first.Quote, 0.8
			out = append(out, i)
		}
		add(question.Order, question.Hard, "events", func(r *rand.Rand, _ Brief) (question.Question, error) { return eventsInOrder(group, r) })
		add(question.Choice, question.Medium, "first event", func(r *rand.Rand, b Brief) (question.Question, error) { return firstEvent(group, n%2 == 1, b, r) })
	}
	return out
}

// inWhichYear asks for the year of an event, among those of others.
func inWhichYear(e event, stem string, all []event, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{Title: shorten(stem, 56), Stem: stem, Cites: []question.Cite{e.cite()}, Explanation: sentence(e.Quote)}
	var wrong []question.Option
	for _, at := range r.Perm(len(all)) {
		if o := all[at]; o.year != e.year {
			wrong = append(wrong, question.Option{Text: strconv.Itoa(o.year), Slip: "year-of-another", Why: fmt.Sprintf("In that year: %s.", o.what)})
		}
	}
	return offer(q, strconv.Itoa(e.year), wrong, b.Options, r)
}

// citedEvents puts the evidence of several events and what they say into a question.
func citedEvents(q question.Question, group []event) question.Question {
	var said []string
	for _, e := range group {
		q.Cites = append(q.Cites, e.cite())
		said = append(said, fmt.Sprintf("%d: %s.", e.year, e.what))
	}
	q.Explanation, q.LevelBecause = strings.Join(said, " "), []string{"order"}
	return q
}

// sorted are events by their years.
func sorted(group []event) []event {
	out := slices.Clone(group)
	sortBy(out, func(e event) float64 { return float64(e.year) })
	return out
}

func eventsInOrder(group []event, r *rand.Rand) (question.Question, error) {
	group = sorted(group)
	q := citedEvents(question.Question{Title: "What came first: " + shorten(group[0].what, 40), Stem: "Put these events in the order in which they happened, the earliest first."}, group)
	var texts []string
	for _, e := range group {
		texts = append(texts, e.what)
	}
	return ordered(q, texts, r), nil
}

// firstEvent asks what happened first, or last.
func firstEvent(group []event, last bool, b Brief, r *rand.Rand) (question.Question, error) {
	group = sorted(group)
	which, q := 0, question.Question{Stem: "Which of these happened first?", Title: "What happened first: " + shorten(group[0].what, 36)}
	if last {
		which, q.Stem, q.Title = len(group)-1, "Which of these happened last?", "What happened last: "+shorten(group[len(group)-1].what, 36)
	}
	q = citedEvents(q, group)
	var wrong []question.Option
	for i, e := range group {
		if i != which {
			wrong = append(wrong, question.Option{Text: e.what, Slip: "order-of-events", Why: fmt.Sprintf("That was in %d.", e.year)})
		}
	}
	r.Shuffle(len(wrong), func(i, j int) { wrong[i], wrong[j] = wrong[j], wrong[i] })
	return offer(q, group[which].what, wrong, b.Options, r)
}
