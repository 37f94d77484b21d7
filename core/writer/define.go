package writer

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// definitionIdeas are the questions a definition bears: from the meaning to the
// term, from the term to the meaning, and the defining sentence with a blank.
func (m *Material) definitionIdeas(at int) []*idea {
	t := m.terms[at]
	if t.Hedged || !namesKind(t) {
		return nil
	}
	base := idea{level: question.Easy, topic: t.topic, source: t.src.ID, passage: t.Passage, subject: strings.ToLower(t.Subject)}
	var out []*idea
	add := func(kind question.Kind, write func(*rand.Rand, Brief) (question.Question, error)) {
		i := base
		i.kind, i.write = kind, write
		out = append(out, &i)
	}
	add(question.Choice, func(r *rand.Rand, b Brief) (question.Question, error) { return m.meaningOf(at, r, b) })
	add(question.TrueFalse, func(r *rand.Rand, b Brief) (question.Question, error) { return m.statement(at, r) })
	if !givesAway(t.Subject, t.Object) {
		add(question.Choice, func(r *rand.Rand, b Brief) (question.Question, error) { return m.termFor(at, r, b) })
		if t.Article != "a" && t.Article != "an" && t.Predicate != "means" && m.lore.clear(t.Quote, m.lore.before[t.Quote]) {
			add(question.Blanks, func(r *rand.Rand, b Brief) (question.Question, error) { return termBlank(t) })
		}
	}
	return out
}

// meaningOf asks what a term means.
func (m *Material) meaningOf(at int, r *rand.Rand, b Brief) (question.Question, error) {
	t := m.terms[at]
	plural := t.Predicate == "are" || language.Plural(lastWord(t.Subject)) && t.Article == ""
	verb := "is"
	if plural {
		verb = "are"
	}
	q := question.Question{
		Title: "What " + withArticle(t) + " " + verb,
		Stem:  fmt.Sprintf("What %s %s?", verb, withArticle(t)),
		Cites: []question.Cite{t.cite()},
	}
	others := m.alike(at, r, func(o term) bool {
		return language.Plural(firstNoun(o)) == language.Plural(firstNoun(t)) && !mentions(o.Object, t.Subject) && !givesAway(o.Subject, o.Object)
	})
	if len(others) < b.Options-1 {
		return q, fmt.Errorf("Too few terms of the same kind as “%s” are explained in the sources.", t.Subject)
	}
	options := []question.Option{{Text: t.Object, Why: "This is how the source explains it."}}
	for _, o := range others[:b.Options-1] {
		options = append(options, question.Option{
			Text: o.Object, Slip: "meaning-of-another-term",
			Why: fmt.Sprintf("This is what %s %s.", withArticle(o), be(o)),
		})
	}
	q.Explanation = sentence(t.Quote)
	return arrange(q, options, r), nil
}

// statement says of a term what it means, or what another of the same kind means, and
// asks whether that is so.
func (m *Material) statement(at int, r *rand.Rand) (question.Question, error) {
	t := m.terms[at]
	says := func(meaning string) string { return realise.Upper(withArticle(t)) + " " + be(t) + " " + meaning + "." }
	q := question.Question{
		Title: "Whether it is " + withArticle(t), Options: kind.Truths(), Key: question.Key{Options: []string{"true"}},
		Stem: says(t.Object), Cites: []question.Cite{t.cite()}, Explanation: sentence(t.Quote),
	}
	if r.IntN(2) == 0 {
		return q, nil
	}
	others := m.alike(at, r, func(o term) bool {
		return language.Plural(firstNoun(o)) == language.Plural(firstNoun(t)) && !mentions(o.Object, t.Subject) && !givesAway(t.Subject, o.Object)
	})
	if len(others) == 0 {
		return q, fmt.Errorf("Too few terms of the same kind as “%s” are explained in the sources.", t.Subject)
	}
	o := others[0]
	q.Stem = says(o.Object)
	q.Key = question.Key{Options: []string{"false"}}
	q.Options[0].Slip, q.Options[0].Why = "meaning-of-another-term", fmt.Sprintf("This is what %s %s.", withArticle(o), be(o))
	return q, nil
}

// termFor asks which term a meaning belongs to.
func (m *Material) termFor(at int, r *rand.Rand, b Brief) (question.Question, error) {
	t := m.terms[at]
	frames := []string{"Which term stands for this: %s?", "What is the name for %s?", "%s: which term is meant?"}
	frame := frames[r.IntN(len(frames))]
	meaning := t.Object
	if strings.HasPrefix(frame, "%s") {
		meaning = realise.Upper(meaning)
	}
	q := question.Question{
		Title: "The name for " + shorten(t.Object, 44),
		Stem:  fmt.Sprintf(frame, meaning),
		Cites: []question.Cite{t.cite()},
	}
	plural := language.Plural(lastWord(t.Subject))
	others := m.alike(at, r, func(o term) bool {
		return language.Plural(lastWord(o.Subject)) == plural && !mentions(t.Object, o.Subject)
	})
	var wrong []question.Option
	for _, o := range others {
		wrong = append(wrong, question.Option{
			Text: o.Subject, Slip: "term-of-another-meaning",
			Why: fmt.Sprintf("%s %s %s.", realise.Upper(withArticle(o)), be(o), o.Object),
		})
	}
	wrong = wrong[:min(len(wrong), b.Options-1)]
	// Where too few are explained, other things of the kind that the sources speak of serve.
	means := language.Stems(t.Object)
	for _, o := range m.lore.siblings(t.Subject, plural, 8) {
		if !mentions(t.Object, o.name) && !m.lore.maybeTrue(language.Stems(o.name), means) {
			wrong = append(wrong, question.Option{Text: o.name, Slip: "term-of-another-meaning", Why: "The source calls something else so."})
		}
	}
	q.Explanation = sentence(t.Quote)
	return offer(q, t.Subject, wrong, b.Options, r)
}

// alike lists other terms of the same kind, the likest first: same head, then
// same broad kind, then other things that can be touched; within these, same
// topic and like length. Of terms equally like, the seed decides.
// Terms that could be defended as right are left out: those whose own meaning
// shares most of its words with t's, and other names of the same thing.
func (m *Material) alike(at int, r *rand.Rand, fits func(term) bool) []term {
	t := m.terms[at]
	own := language.Stems(t.Object)
	type candidate struct {
		term
		score, order int
	}
	var list []candidate
	seen := map[string]bool{strings.ToLower(t.Subject): true}
	for i, o := range m.terms {
		name := strings.ToLower(o.Subject)
		if i == at || len(name) < 3 || seen[name] || !fits(o) || overlap(own, language.Stems(o.Object)) > 0.6 {
			continue
		}
		if mentions(t.Subject, o.Subject) || mentions(o.Subject, t.Subject) && o.Head == t.Head {
			continue // "filter" beside "rapid filter": both may be defended
		}
		score := 0
		switch {
		case o.Head == t.Head:
			score = 5
		case group(o.Kind) == group(t.Kind) && t.Kind != "":
			score = 4
		case concrete[group(o.Kind)] && concrete[group(t.Kind)]:
			score = 2
		default:
			continue // an option of another kind is no temptation
		}
		if o.topic == t.topic {
			score++
		}
		if near(len(o.Object), len(t.Object)) {
			score++
		}
		seen[name] = true
		list = append(list, candidate{o, score, r.Int()})
	}
	slices.SortFunc(list, func(a, b candidate) int {
		if a.score != b.score {
			return b.score - a.score
		}
		return a.order - b.order
	})
	// Not always the very nearest: the seed picks among the nearest five that are
	// about as near as the third.
	n := 0
	for n < min(len(list), 5) && list[n].score >= list[min(len(list), 3)-1].score-1 {
		n++
	}
	nearest := list[:n]
	r.Shuffle(len(nearest), func(i, j int) { nearest[i], nearest[j] = nearest[j], nearest[i] })
	out := make([]term, len(list))
	for i, c := range list {
		out[i] = c.term
	}
	return out
}

// group joins broad kinds that stand for each other in technical prose.
func group(kind string) string {
	switch kind {
	case "attribute", "quantity", "time", "shape", "possession", "relation":
		return "quantity"
	case "process", "event":
		return "process"
	case "substance", "object", "food":
		return "substance"
	case "artefact", "body":
		return "artefact"
	case "idea", "communication", "document":
		return "document"
	case "animal", "plant", "person", "organism":
		return "organism"
	}
	return kind
}

// concrete are the groups of things that can be touched.
var concrete = map[string]bool{"artefact": true, "substance": true, "group": true}

// termBlank takes the term out of the sentence that defines it.
func termBlank(t term) (question.Question, error) {
	at := strings.Index(strings.ToLower(t.Quote), strings.ToLower(t.Subject))
	if at < 0 || strings.Contains(t.Quote, "|") || strings.Count(strings.ToLower(t.Quote), strings.ToLower(t.Subject)) > 1 {
		return question.Question{}, fmt.Errorf("“%s” can't be taken out of its sentence.", t.Subject)
	}
	accepted := []string{t.Subject}
	return question.Question{
		Title:       "The missing term: " + shorten(t.Object, 40),
		Stem:        t.Quote[:at] + question.BlankMark(1) + t.Quote[at+len(t.Subject):],
		Key:         question.Key{Blanks: [][]string{accepted}},
		Explanation: sentence(t.Quote),
		Cites:       []question.Cite{t.cite()},
	}, nil
}

// limitIdea asks for the number of a rule.
func (m *Material) limitIdea(t term) *idea {
	return &idea{
		level: question.Easy, kind: question.Blanks, topic: t.topic, source: t.src.ID, passage: t.Passage, subject: t.Quote, part: "number",
		write: func(*rand.Rand, Brief) (question.Question, error) {
			if !m.lore.clear(t.Quote, m.lore.before[t.Quote]) {
				return question.Question{}, fmt.Errorf("“%s” can't be understood by itself.", shorten(t.Quote, 60))
			}
			number := t.Quantity.Value
			front := language.Unnumbered(t.Quote[:t.At])
			return question.Question{
				Title:       "The limit: " + shorten(front, 46),
				Stem:        realise.Upper(front) + question.BlankMark(1) + t.Quote[t.At+len(number):],
				Key:         question.Key{Blanks: [][]string{{number}}},
				Explanation: sentence(t.Quote),
				Cites:       []question.Cite{t.cite()},
			}, nil
		},
	}
}

// arrange shuffles the options, the first of which is right, names them and
// sets the key.
func arrange(q question.Question, options []question.Option, r *rand.Rand) question.Question {
	right := options[0].Text
	r.Shuffle(len(options), func(i, j int) { options[i], options[j] = options[j], options[i] })
	for i := range options {
		options[i].ID = question.Letter(i)
		if options[i].Text == right {
			q.Key = question.Key{Options: []string{options[i].ID}}
		}
	}
	q.Options = options
	return q
}

// dealt puts options into an order drawn by chance; right says of each, as they came, whether it
// belongs to the key.
func dealt(q question.Question, options []question.Option, right func(i int) bool, r *rand.Rand) question.Question {
	for to, from := range r.Perm(len(options)) {
		o := options[from]
		o.ID = question.Letter(to)
		q.Options = append(q.Options, o)
		if right(from) {
			q.Key.Options = append(q.Key.Options, o.ID)
		}
	}
	return q
}

// ordered asks for the order in which some texts are given.
func ordered(q question.Question, texts []string, r *rand.Rand) question.Question {
	places := r.Perm(len(texts))
	q.Options, q.Key.Order = make([]question.Option, len(texts)), make([]string, len(texts))
	for i, text := range texts {
		id := question.Letter(places[i])
		q.Options[places[i]] = question.Option{ID: id, Text: text}
		q.Key.Order[i] = id
	}
	return q
}

// givesAway says whether a meaning holds a content word of its own term.
func givesAway(subject, meaning string) bool {
	own := language.Stems(meaning)
	for s := range language.Stems(subject) {
		if own[s] {
			return true
		}
	}
	return false
}

// mentions says whether a text holds a term as a whole word.
func mentions(text, subject string) bool {
	return strings.Contains(" "+strings.ToLower(text)+" ", " "+strings.ToLower(subject)+" ")
}

// overlap is the share of the smaller set of stems that is in the other too.
func overlap(a, b map[string]bool) float64 {
	if len(a) == 0 || len(b) == 0 {
		return 0
	}
	n := 0
	for s := range a {
		if b[s] {
			n++
		}
	}
	return float64(n) / float64(min(len(a), len(b)))
}

func near(a, b int) bool { return a < 2*b && b < 2*a }

// withArticle is a term as it stands within a sentence: "a clearwell".
func withArticle(t term) string {
	if t.Article == "" {
		return t.Subject
	}
	return t.Article + " " + t.Subject
}

func be(t term) string {
	if t.Predicate == "are" {
		return "are"
	}
	return "is"
}

// firstNoun is the head of a meaning as it is written there, for its number.
func firstNoun(t term) string {
	for _, w := range strings.Fields(t.Object) {
		if strings.EqualFold(language.Singular(strings.Trim(w, ",.;")), t.Head) {
			return strings.Trim(w, ",.;")
		}
	}
	return t.Head
}

func lastWord(s string) string {
	f := strings.Fields(s)
	if len(f) == 0 {
		return ""
	}
	return f[len(f)-1]
}

// sentence is a quote as the explanation after an answer.
func sentence(quote string) string {
	if strings.Contains(quote, " | ") {
		return strings.Replace(quote, " | ", ": ", 1)
	}
	return quote
}

// shorten cuts a text at a blank so that it is no longer than n characters.
func shorten(s string, n int) string {
	r := []rune(s)
	if len(r) <= n {
		return strings.TrimRight(s, ".")
	}
	cut := string(r[:n])
	if i := strings.LastIndexByte(cut, ' '); i > 0 {
		cut = cut[:i]
	}
	return strings.TrimRight(cut, ",.;:") + "…"
}
