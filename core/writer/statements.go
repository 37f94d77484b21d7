package writer

import (
	"fmt"
	"maps"
	"math"
	"math/rand/v2"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/fact"
	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/maths"
	"zincowl/core/question"
)

// What a sentence states can be asked as it stands: whether it is so, what stands in its
// blank, and which of several sentences hold.

// connects are the types of facts that connect one thing with another: to know one is
// more than to recall a single thing.
var connects = map[fact.Type]string{fact.Cause: "cause", fact.Condition: "condition", fact.Purpose: "purpose", fact.Contrast: "contrast", fact.Exception: "exception", fact.Comparison: "comparison"}

// level is what recalling a sentence demands, and why.
func (s *said) level() (question.Level, []string) {
	own := s.text[s.since:]
	for _, f := range s.facts {
		if why, ok := connects[f.Type]; ok && (f.Under == "" || strings.Contains(own, f.Under)) {
			return question.Medium, []string{why}
		}
	}
	if found := joining.FindStringSubmatch(own); found != nil {
		return question.Medium, []string{joins[strings.ToLower(found[1])]}
	}
	return question.Easy, nil
}

// joining are words that connect two statements, and joins is what they connect them by.
var (
	joining = regexp.MustCompile(`(?i)\b(because|since|if|unless|whereas|although|so that|while|therefore|the more|the less|unlike)\b`)
	joins   = map[string]string{"because": "cause", "since": "cause", "therefore": "cause", "if": "condition", "unless": "condition", "so that": "purpose", "whereas": "contrast", "although": "contrast", "while": "contrast", "unlike": "contrast", "the more": "cause", "the less": "cause"}
)

// worth is how good a sentence is to ask about: how central it is, how sure, how short.
func (s *said) worth() float64 {
	sure := s.Confidence
	if sure == 0 {
		sure = 0.9
	}
	words := len(s.tokens)
	if s.since > 0 {
		words += 4 // it takes two sentences to ask
	}
	long := 0.0
	if words > 18 {
		long = 0.02 * float64(words-18)
	}
	return 0.6*s.Weight + 0.4*sure - long - s.told
}

// partOf says which part of a sentence the questions of a frame ask for: no batch asks
// twice for the same one.
var partOf = map[string]string{"complete": "number", "limit": "number", "how many": "number", "why": "rests", "purpose": "rests", "when": "rests", "openly reason": "rests", "openly condition": "rests", "openly purpose": "rests",
	"complete reason": "rests", "complete condition": "rests", "complete purpose": "rests", "what follows": "follows", "openly after a condition": "follows", "complete after a condition": "follows", "openly after a reason": "follows"}

// idea is an idea on a sentence.
func (s *said) idea(k question.Kind, l question.Level, frame string, write func(r *rand.Rand, b Brief) (question.Question, error)) *idea {
	return &idea{from: s, part: partOf[frame], level: l, kind: k, topic: s.topic, source: s.src.ID, passage: s.Passage, subject: s.Quote, frame: frame, score: s.worth(), write: write}
}

// statementIdeas are what can be asked of sentences as they stand.
func (m *Material) statementIdeas() []*idea {
	var out []*idea
	all := slices.Concat(m.lore.said, m.lore.backed)
	mistakable := make([]bool, len(all))
	each(len(all), func(i int) {
		s := all[i]
		mistakable[i] = s.alone && !s.Hedged && len(m.lore.falsehoods(s, source32(0, s.Quote))) > 0
	})
	for at, s := range all {
		if !s.alone || s.Hedged {
			continue
		}
		level, because := s.level()
		whether := s.idea(question.TrueFalse, level, "", func(r *rand.Rand, b Brief) (question.Question, error) { return m.isItSo(s, because, b, r) })
		if mistakable[at] {
			whether.score += 0.15 // what can be got wrong is worth asking
		}
		out = append(out, whether)
		if at, ok := numberIn(s); ok {
			blank := s.idea(question.Blanks, level, "", func(*rand.Rand, Brief) (question.Question, error) { return blanked(s, at[0], at[1], because), nil })
			blank.part = "number"
			out = append(out, blank)
			out = append(out, s.idea(question.Choice, level, "complete", func(r *rand.Rand, b Brief) (question.Question, error) { return m.complete(s, at, because, b, r) }))
		}
	}
	return out
}

// isItSo asks whether a statement is true: the source's own, or one with one thing changed.
func (m *Material) isItSo(s *said, because []string, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{
		Title: "Whether it is so: " + shorten(s.text, 40), Options: kind.Truths(), Key: question.Key{Options: []string{"true"}},
		Stem: s.text, Cites: []question.Cite{s.cite()}, Explanation: sentence(s.Quote), LevelBecause: because,
	}
	false_ := m.lore.falsehoods(s, r)
	if len(false_) == 0 && s.Type == fact.Statement {
		return q, fmt.Errorf("Nothing in “%s” can be changed so that it is plainly wrong.", shorten(s.text, 60))
	}
	if len(false_) == 0 || r.IntN(20) < 9 || b.used[wronged+s.Quote] > 0 {
		return q, nil
	}
	if b.used != nil {
		b.used[wronged+s.Quote]++
	}
	f := false_[0]
	q.Stem = f.text
	q.Key = question.Key{Options: []string{"false"}}
	q.Options[0].Slip, q.Options[0].Why = f.slip, f.why()
	return q, nil
}

// numberIn is where the one number of a sentence stands that can be asked for.
func numberIn(s *said) ([]int, bool) {
	found := slices.DeleteFunc(figures.FindAllStringIndex(s.text, -1), func(at []int) bool { return at[0] < s.since })
	if len(found) != 1 || !apart(s.text, found[0][0], found[0][1]) || found[0][0] == 0 {
		return nil, false
	}
	if s.Type == fact.Event || vaguely.MatchString(s.text[:found[0][0]]) || strings.HasPrefix(s.text[found[0][1]:], " per cent or so") {
		return nil, false
	}
	return found[0], true
}

// vaguely ends with a word that makes the number behind it a rough one.
var vaguely = regexp.MustCompile(`(?i)\b(?:about|around|roughly|some|approximately|approx\.?|nearly|almost|perhaps|ca\.?) $`)

// blanked takes words out of a sentence.
func blanked(s *said, from, to int, because []string) question.Question {
	return question.Question{
		Title:       "What is missing: " + shorten(s.text[:from], 40),
		Stem:        s.text[:from] + question.BlankMark(1) + s.text[to:],
		Key:         question.Key{Blanks: [][]string{{s.text[from:to]}}},
		Explanation: sentence(s.Quote), Cites: []question.Cite{s.cite()}, LevelBecause: because,
	}
}

// complete asks which number belongs into a sentence.
func (m *Material) complete(s *said, at []int, because []string, b Brief, r *rand.Rand) (question.Question, error) {
	q := blanked(s, at[0], at[1], because)
	q.Stem, q.Key = "Which number is missing here? “"+strings.Replace(q.Stem, question.BlankMark(1), "…", 1)+"”", question.Key{}
	number := s.text[at[0]:at[1]]
	var wrong []question.Option
	for range 12 {
		if n, ok := m.lore.otherNumber(s, number, r); ok {
			wrong = append(wrong, question.Option{Text: n, Slip: "number-of-another-size", Why: "The source says " + number + "."})
		}
	}
	return offer(q, number, wrong, b.Options, r)
}

// boundaries are phrases before a number that bind, and whether they bind from above.
var boundaries = []struct {
	words *regexp.Regexp
	upper bool
}{
	{regexp.MustCompile(`(?i)\b(?:no more than|not more than|at most|up to|not exceed|no longer than|no later than|no higher than|no closer than|maximum of) $`), true},
	{regexp.MustCompile(`(?i)\b(?:at least|no less than|not less than|no fewer than|minimum of|not fall below) $`), false},
}

// limitCases apply a limit to amounts inside and outside of it.
func (m *Material) limitCases() []*idea {
	var out []*idea
	for _, s := range m.lore.said {
		at, ok := numberIn(s)
		if !ok || !s.alone || s.Hedged || !obliging.MatchString(s.text) {
			continue
		}
		for _, b := range boundaries {
			if !b.words.MatchString(s.text[:at[0]]) || b.upper && strings.Contains(s.text, "no closer than") {
				continue
			}
			out = append(out, s.idea(question.Choice, question.Hard, "limit", func(r *rand.Rand, br Brief) (question.Question, error) { return m.outside(s, at, b.upper, br, r) }))
		}
	}
	return out
}

// obliging says that something has to be so.
var obliging = regexp.MustCompile(`(?i)\b(?:must|shall|may|has to|have to|is to be|are to be|required|allowed|permitted|forbidden|prohibited|keeps?|kept)\b`)

// outside asks which amount breaks a limit, the limit itself among those that do not.
func (m *Material) outside(s *said, at []int, upper bool, b Brief, r *rand.Rand) (question.Question, error) {
	number := s.text[at[0]:at[1]]
	v, err := strconv.ParseFloat(strings.ReplaceAll(number, ",", ""), 64)
	if err != nil || v <= 0 {
		return question.Question{}, fmt.Errorf("“%s” is no amount.", number)
	}
	step := func(f float64) string {
		if !strings.Contains(number, ".") && v <= 12 {
			return strconv.Itoa(int(v) + map[bool]int{true: 1, false: -1}[f > 1]*max(1, int(4*math.Abs(f-1))))
		}
		return shaped(v*f, number)
	}
	beyond, inside := step(1.25), []float64{0.75, 0.5, 0.25}
	if !upper {
		beyond, inside = step(0.75), []float64{1.25, 1.5, 2}
	}
	q := blanked(s, at[0], at[1], []string{"a rule applied"})
	q.Stem = "This is a rule of the course: “" + strings.Replace(q.Stem, question.BlankMark(1), "…", 1) + "” Which of these amounts would break it?"
	q.Key = question.Key{}
	unit, _, _ := strings.Cut(strings.TrimSpace(s.text[at[1]:]), " ")
	unit = strings.Trim(unit, ".,;")
	if _, ok := maths.ParseUnit(unit); !ok && unit != "%" && !language.Plural(unit) {
		unit = ""
	}
	shown := func(n string) string { return strings.TrimSpace(n + " " + unit) }
	wrong := []question.Option{{Text: shown(number), Slip: "limit-taken-as-outside", Why: "That is the limit itself, which is still allowed."}}
	for _, f := range inside {
		n := step(f)
		if x, err := strconv.ParseFloat(strings.ReplaceAll(n, ",", ""), 64); err == nil && x > 0 && n != number && n != beyond {
			wrong = append(wrong, question.Option{Text: shown(n), Slip: "limit-overlooked", Why: "That keeps to the limit of " + shown(number) + "."})
		}
	}
	if beyond == number || strings.HasPrefix(beyond, "0") && !strings.Contains(beyond, ".") || strings.HasPrefix(beyond, "-") {
		return q, fmt.Errorf("No amount beyond “%s” can be told.", number)
	}
	return offer(q, shown(beyond), wrong, min(b.Options, len(wrong)+1), r)
}

// differIdeas ask how two things differ that a sentence sets against each other.
func (m *Material) differIdeas() []*idea {
	var out []*idea
	for _, s := range m.lore.said {
		for _, f := range s.facts {
			one, two := trimArticle(m.lore.within(f.Subject)), trimArticle(m.lore.within(f.Object))
			x, y := m.lore.things[nameKey(one)], m.lore.things[nameKey(two)]
			if f.Type != fact.Comparison || !s.alone || x == nil || y == nil || x == y || x.plural != y.plural {
				continue
			}
			stem := fmt.Sprintf("How do %s and %s differ?", m.named(one, x), m.named(two, y))
			out = append(out, s.idea(question.Short, question.Medium, "differ", func(*rand.Rand, Brief) (question.Question, error) {
				return shortly(s, shorten(stem, 56), stem, []string{strings.TrimRight(s.text, ".")}, []string{"contrast"}), nil
			}))
			break
		}
	}
	return out
}

// focus is something that several sentences speak of.
type focus struct {
	thing *thing
	said  []*said
}

// verbAt is where the first finite verb of a sentence stands.
func (s *said) verbAt() int {
	for _, t := range s.tokens {
		if finite(t) {
			return t.Start
		}
	}
	return len(s.text)
}

// focuses are the things that at least four sentences speak of that can be asked about, in
// two passages or more.
func (m *Material) focuses() []focus {
	by := map[string][]*said{}
	for _, s := range m.lore.said {
		if !s.alone || s.Hedged || len(s.tokens) > 28 {
			continue
		}
		seen := map[string]bool{}
		for n := 3; n >= 1; n-- {
			for i := 0; i+n <= len(s.tokens); i++ {
				last := s.tokens[i+n-1]
				if !last.Noun() {
					continue
				}
				k := nameKey(s.text[s.tokens[i].Start:last.End])
				if th := m.lore.things[k]; th != nil && !seen[k] && last.End <= s.verbAt() && (th.defined || th.count >= 4 && language.Rank(th.head) > 300) {
					seen[k] = true
					by[s.src.ID+"\x00"+k] = append(by[s.src.ID+"\x00"+k], s)
				}
			}
		}
	}
	var out []focus
	for _, at := range slices.Sorted(maps.Keys(by)) {
		list := by[at]
		passages := map[string]bool{}
		for _, s := range list {
			passages[s.Passage] = true
		}
		if _, k, _ := strings.Cut(at, "\x00"); len(list) >= 4 && len(passages) > 1 {
			out = append(out, focus{m.lore.things[k], list})
		}
	}
	return out
}

// several are the ways to ask which of some statements hold.
var severalHold = []string{"Which of these statements about %s are correct?", "Which of the following hold for %s?", "Select all that is true of %s.", "What is right about %s? Select all that apply."}

// oneWrong are the ways to ask for the one statement that does not hold.
var oneWrong = []string{"Three of these statements about %s are correct. Which one is NOT?", "Which statement about %s is NOT correct?"}

// mixedIdeas ask which of several statements on one thing hold: to tell, several places
// must be known.
func (m *Material) mixedIdeas() []*idea {
	var out []*idea
	for _, f := range m.focuses() {
		rounds := min(3, len(f.said)/3)
		for n := range rounds {
			first := f.said[(n*3)%len(f.said)]
			way := severalHold[n%len(severalHold)]
			i := first.idea(question.Choices, question.Hard, way, func(r *rand.Rand, b Brief) (question.Question, error) { return m.whichHold(f, way, 2+n%2, b, r) })
			i.subject, i.score = "about "+f.thing.name, 0.75
			out = append(out, i)
			if n < 2 {
				way := oneWrong[n%len(oneWrong)]
				i := first.idea(question.Choice, question.Hard, way, func(r *rand.Rand, b Brief) (question.Question, error) { return m.whichHold(f, way, 3, b, r) })
				i.subject, i.score = "about "+f.thing.name, 0.7
				out = append(out, i)
			}
		}
	}
	for n, f := range m.neighbourhoods() {
		way := plainly[n%len(plainly)]
		k, right := question.Choices, 2+n%2
		switch {
		case strings.Contains(way, "NOT"):
			k, right = question.Choice, 3
		case strings.Contains(way, "is correct"):
			k, right = question.Choice, 1
		}
		i := f.said[0].idea(k, question.Hard, way, func(r *rand.Rand, b Brief) (question.Question, error) { return m.whichHold(f, way, right, b, r) })
		i.subject, i.score = fmt.Sprint("around ", f.said[0].Passage, n), 0.6
		out = append(out, i)
	}
	return out
}

// plainly are the ways to ask which statements hold that have no one thing in common.
var plainly = []string{"Which of these statements are correct?", "Three of these statements are correct. Which one is NOT?", "Select all statements that are correct.", "Which of the following is NOT correct?", "Which of the following are true?", "Which of these statements is correct?", "All but one of these statements are correct. Which one is NOT?"}

// around is how many sentences each way are looked through for those that speak of the same.
const around = 30

// neighbourhoods are groups of sentences that stand near each other and speak of the same,
// from two passages or more.
func (m *Material) neighbourhoods() []focus {
	var list []*said
	for _, s := range m.lore.said {
		if s.alone && !s.Hedged && len(s.tokens) <= 32 {
			list = append(list, s)
		}
	}
	var out []focus
	taken := map[*said]int{}
	for at, seed := range list {
		if taken[seed] > 1 {
			continue
		}
		type neighbour struct {
			*said
			likeness float64
		}
		var found []neighbour
		for _, o := range list[max(0, at-around):min(len(list), at+around)] {
			if o == seed || o.src != seed.src || taken[o] > 2 {
				continue
			}
			if n := (neighbour{o, m.lore.likeness(seed, o)}); n.likeness > 0.1 {
				found = append(found, n)
			}
		}
		sortBy(found, func(n neighbour) float64 { return -n.likeness })
		near := []*said{seed}
		for _, n := range found[:min(6, len(found))] {
			near = append(near, n.said)
		}
		passages := map[string]bool{}
		for _, s := range near {
			passages[s.Passage] = true
		}
		if len(near) < 4 || len(passages) < 2 {
			continue
		}
		for _, s := range near {
			taken[s]++
		}
		out = append(out, focus{nil, near})
	}
	return out
}

// tellsApart is the weight from which a change tells who knows from who does not.
const tellsApart = 0.8

// wronged is before a sentence that a batch has told with something wrong in it.
const wronged = "wronged: "

// whichHold asks which statements on a thing hold; right says how many do.
func (m *Material) whichHold(f focus, way string, right int, b Brief, r *rand.Rand) (question.Question, error) {
	name, own := "", ""
	if f.thing != nil {
		name, own = f.thing.name, nameKey(f.thing.name)
	}
	if f.thing != nil {
		name = m.named(name, f.thing)
	}
	notRight := strings.Contains(way, "NOT")
	q := question.Question{Stem: way, Title: "Which statements hold: " + shorten(f.said[0].text, 36), LevelBecause: []string{"several places"}}
	if f.thing != nil {
		q.Stem, q.Title = fmt.Sprintf(way, name), "What holds for "+shorten(name, 44)
	}
	total := 4
	order := r.Perm(len(f.said))
	var options []question.Option
	var truth []bool
	passages := map[string]bool{}
	used := map[string]bool{}
	take := func(s *said, text string, true_ bool, slip, why string) {
		options = append(options, question.Option{Text: text, Slip: slip, Why: why})
		truth = append(truth, true_)
		used[s.Quote] = true
		passages[s.Passage] = true
		q.Cites = append(q.Cites, s.cite())
	}
	wrong := total - right
	for _, at := range order {
		s := f.said[at]
		if used[s.Quote] || wrong == 0 || b.used[wronged+s.Quote] > 0 {
			continue
		}
		if false_ := m.lore.falsehoods(s, r); len(false_) > 0 && false_[0].weight >= tellsApart && !strings.EqualFold(nameKey(trimArticle(false_[0].was)), own) {
			slip := false_[0].slip
			if notRight {
				slip = ""
			}
			take(s, false_[0].text, false, slip, false_[0].why())
			wrong--
		}
	}
	for _, at := range order {
		s := f.said[at]
		if used[s.Quote] || right == 0 {
			continue
		}
		why := "The source says so."
		slip := ""
		if notRight {
			slip = "true-statement-taken-for-false"
		}
		take(s, s.text, true, slip, why)
		right--
	}
	if b.used != nil && wrong == 0 && right == 0 {
		for i, t := range truth {
			if !t { // no batch says the same wrong thing twice
				b.used[wronged+q.Cites[i].Quote]++
			}
		}
	}
	if wrong > 0 || right > 0 || len(passages) < 2 {
		return q, fmt.Errorf("Too few statements beside “%s” can be told apart.", shorten(f.said[0].text, 50))
	}
	places := r.Perm(total)
	for to, from := range places {
		o := options[from]
		o.ID = question.Letter(to)
		q.Options = append(q.Options, o)
		if truth[from] != notRight {
			q.Key.Options = append(q.Key.Options, o.ID)
		}
	}
	quotes := make([]string, 0, total)
	for _, c := range q.Cites {
		quotes = append(quotes, sentence(c.Quote))
	}
	q.Explanation = strings.Join(quotes, " ")
	return q, nil
}

// named is how a thing is spoken of in general.
func (m *Material) named(name string, t *thing) string {
	if !t.plural && m.lore.indefinite[t.head] > 0 && !m.lore.name(strings.Fields(name)[0]) {
		return withIndefinite(name)
	}
	return name
}

// shortly asks for something in words of one's own, with the points that an answer has to
// make.
func shortly(s *said, title, stem string, points []string, because []string) question.Question {
	reference := realise.Sentence(strings.Join(points, "; "))
	return question.Question{
		Title: title, Stem: stem, Key: question.Key{Reference: reference, Points: points},
		Explanation: sentence(s.Quote), Cites: []question.Cite{s.cite()}, LevelBecause: because,
	}
}

// options builds a question with one right option out of texts.
func offer(q question.Question, right string, wrong []question.Option, n int, r *rand.Rand) (question.Question, error) {
	options := []question.Option{{Text: right, Why: "This is what the source says."}}
	for _, o := range wrong {
		if len(options) == n {
			break
		}
		if !slices.ContainsFunc(options, func(x question.Option) bool { return strings.EqualFold(x.Text, o.Text) }) {
			options = append(options, o)
		}
	}
	if len(options) < n {
		return q, fmt.Errorf("Too little of the same kind as “%s” stands in the sources.", shorten(right, 50))
	}
	return arrange(q, options, r), nil
}
