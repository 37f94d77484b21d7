package writer

import (
	"fmt"
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
	"zincowl/core/maths/units"
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

// worth is how good it is to ask about a sentence in a frame: how likely a strict reader keeps
// that, how central it is, and whether it tells what holds always.
func (s *said) worth(frame string) float64 {
	sure := s.Confidence
	if sure == 0 {
		sure = 0.9
	}
	return likely(fitted(), traits(frame, s.Weight, sure, len(s.tokens), s.since > 0, 0)) + centre*(s.Weight-0.5) - s.told
}

// centre is how much more what is central is worth than what is not.
const centre = 0.3

// partOf says which part of a sentence the questions of a frame ask for: no batch asks
// twice for the same one.
var partOf = map[string]string{"what does it": "ends", "what is done to": "ends", "complete": "number", "limit": "number", "how many": "number", "why": "rests", "purpose": "rests", "when": "rests", "openly reason": "rests", "openly condition": "rests", "openly purpose": "rests",
	"complete reason": "rests", "complete condition": "rests", "complete purpose": "rests", "what follows": "follows", "openly after a condition": "follows", "complete after a condition": "follows", "openly after a reason": "follows"}

// idea is an idea on a sentence.
func (s *said) idea(k question.Kind, l question.Level, frame string, write func(r *rand.Rand, b Brief) (question.Question, error)) *idea {
	return &idea{from: s, part: partOf[frame], level: l, kind: k, topic: s.topic, source: s.src.ID, passage: s.Passage, subject: s.Quote, frame: frame, score: s.worth(frame), write: write}
}

// statementIdeas are what can be asked of sentences as they stand.
func (m *Material) statementIdeas() []*idea {
	var out []*idea
	all := slices.Concat(m.lore.said, m.lore.backed)
	mistakable, missing := make([]bool, len(all)), make([]*inner, len(all))
	each(len(all), func(i int) {
		if s := all[i]; s.alone && !s.Hedged {
			mistakable[i] = len(m.lore.falsehoods(s, source32(0, s.Quote))) > 0
			missing[i] = m.lore.askable(s)
		}
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
		if in := missing[at]; in != nil {
			i := s.idea(question.Choice, level, "missing term", func(r *rand.Rand, b Brief) (question.Question, error) { return m.missingTerm(s, *in, because, b, r) })
			i.part = "the " + in.thing.key
			out = append(out, i)
		}
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
	q := question.Question{Title: "Whether it is so: " + shorten(s.text, 40), Cites: []question.Cite{s.cite()}, Explanation: sentence(s.Quote), LevelBecause: because}
	return b.whether(q, s.text, m.lore.falsehoods(s, r), s.Type != fact.Statement, falsehood.why, r)
}

// whether asks if a statement is true, as it is or with something wrong; a batch has about as many
// of the one as of the other, and says nothing wrong twice. Plain says that it may be told as it is
// where nothing in it can be told wrong.
func (b Brief) whether(q question.Question, text string, wrongly []falsehood, plain bool, why func(falsehood) string, r *rand.Rand) (question.Question, error) {
	q.Stem, q.Options, q.Key = text, kind.Truths(), question.Key{Options: []string{"true"}}
	wrongly = slices.DeleteFunc(wrongly, func(f falsehood) bool { return b.used[wronged+f.text] > 0 })
	right, wrong := b.used[truths+"true"], b.used[truths+"false"]
	switch {
	case len(wrongly) == 0 && !plain:
		return q, fmt.Errorf("Nothing in “%s” can be changed so that it is plainly wrong.", shorten(text, 60))
	case len(wrongly) == 0 && right > wrong+mostTrue:
		return q, fmt.Errorf("More statements would be true than false; nothing in “%s” can be changed so that it is plainly wrong.", shorten(text, 60))
	case len(wrongly) == 0, right <= wrong && r.IntN(2) == 0:
		return q, nil
	}
	f := wrongly[0]
	if b.used != nil {
		b.used[wronged+f.text]++
	}
	q.Stem = f.text
	q.Key = question.Key{Options: []string{"false"}}
	q.Options[0].Slip, q.Options[0].Why = f.slip, why(f)
	return q, nil
}

// truths is before "true" and "false" where the statements of a batch are counted, and mostTrue is
// how many more of them may be true than false: who always says "true" must not do well.
const (
	truths   = "is "
	mostTrue = 3
)

// numberIn is where the one number of a sentence stands that can be asked for.
func numberIn(s *said) ([]int, bool) {
	found := slices.DeleteFunc(figures.FindAllStringIndex(s.text, -1), func(at []int) bool { return at[0] < s.since })
	if len(found) != 1 || s.exemplary(found[0][0]) || !apart(s.text, found[0][0], found[0][1]) || found[0][0] == 0 {
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

// askable is the first thing of a sentence that can be asked for among three others; nil where
// there is none.
func (l *lore) askable(s *said) *inner {
	for in := range l.inside(s) {
		if len(in.others) >= 3 && (in.thing.words > 1 || in.thing.defined || language.Rank(in.thing.head) >= commonplace) {
			return &in
		}
	}
	return nil
}

// missingTerm asks what belongs into a sentence, among other things of the kind.
func (m *Material) missingTerm(s *said, in inner, because []string, b Brief, r *rand.Rand) (question.Question, error) {
	from, _ := s.put(in, in.thing)
	q := question.Question{
		Title: "What is missing: " + shorten(s.text[:from], 40), Stem: "What is missing here? “" + s.text[:from] + "…" + s.text[in.to:] + "”",
		Cites: []question.Cite{s.cite()}, Explanation: sentence(s.Quote), LevelBecause: because,
	}
	var wrong []question.Option
	for _, o := range in.others[:min(len(in.others), 5)] {
		_, name := s.put(in, o)
		wrong = append(wrong, question.Option{Text: name, Slip: "thing-of-the-same-kind", Why: "The source says this of " + in.thing.name + ", not of " + o.name + "."})
	}
	r.Shuffle(len(wrong), func(i, j int) { wrong[i], wrong[j] = wrong[j], wrong[i] })
	return offer(q, s.text[from:in.to], wrong, b.Options, r)
}

// boundary is how a phrase before a number binds.
type boundary struct {
	words     *regexp.Regexp
	upper     bool // it binds from above
	itself    bool // the number itself keeps to it
	supposing bool // it is a condition, under which something holds
}

// more and less are words that compare with the number behind them.
const (
	more = `over|above|(?:more|longer|older|larger|greater|higher|deeper|steeper|heavier|faster) than`
	less = `under|below|(?:less|fewer|shorter|younger|smaller|lower|lighter|slower) than`
)

var boundaries = []boundary{
	{words: regexp.MustCompile(`(?i)\b(?:no more than|not more than|at most|up to|not exceed|no longer than|no later than|no higher than|maximum of) $`), upper: true, itself: true},
	{words: regexp.MustCompile(`(?i)\b(?:at least|no less than|not less than|no fewer than|minimum of|not fall below) $`), itself: true},
	{words: regexp.MustCompile(`(?i)\b(?:exceeds?|exceeded|` + more + `) $`), supposing: true},
	{words: regexp.MustCompile(`(?i)\b(?:` + less + `) $`), upper: true, supposing: true},
	{words: regexp.MustCompile(`(?i)\b(?:at least|no less than|not less than|reaches|reached) $`), itself: true, supposing: true},
	{words: regexp.MustCompile(`(?i)\b(?:at most|no more than|not more than|up to) $`), upper: true, itself: true, supposing: true},
}

// limitCases apply a limit to amounts inside and outside of it.
func (m *Material) limitCases() []*idea {
	var out []*idea
	for _, s := range m.lore.said {
		at, ok := numberIn(s)
		if !ok || !s.alone || s.Hedged {
			continue
		}
		front := s.text[:at[0]]
		under := supposing.FindString(front)
		if strings.HasPrefix(strings.ToLower(under), "unless") || strings.Contains(under, " not ") || ranged.MatchString(s.text[at[1]:]) {
			continue
		}
		for _, b := range boundaries {
			if b.supposing != (under != "") || !b.supposing && !obliging.MatchString(s.text) || !b.words.MatchString(front) || !b.itself && denied.MatchString(front) {
				continue
			}
			out = append(out, s.idea(question.Choice, question.Hard, "limit", func(r *rand.Rand, br Brief) (question.Question, error) { return m.outside(s, at, b, br, r) }))
			break
		}
	}
	return out
}

// denied ends with a comparison that is denied: "no closer than", "not more than".
var denied = regexp.MustCompile(`(?i)\b(?:no|not) (?:` + more + `|` + less + `|closer than) $`)

// obliging says that something has to be so.
var obliging = regexp.MustCompile(`(?i)\b(?:must|shall|may|has to|have to|is to be|are to be|required|allowed|permitted|forbidden|prohibited|keeps?|kept)\b`)

// outside asks which amount breaks a limit, or meets a condition, the limit itself among the
// others where it does not.
func (m *Material) outside(s *said, at []int, limit boundary, b Brief, r *rand.Rand) (question.Question, error) {
	number := s.text[at[0]:at[1]]
	v, err := strconv.ParseFloat(strings.ReplaceAll(number, ",", ""), 64)
	if err != nil || v <= 0 {
		return question.Question{}, fmt.Errorf("“%s” is no amount.", number)
	}
	step := func(f float64) string {
		if !strings.Contains(number, ".") && v <= 12 {
			return strconv.Itoa(int(v) + map[bool]int{true: 1, false: -1}[f > 1]*max(1, int(8*math.Abs(f-1)+0.5)))
		}
		return shaped(v*f, number)
	}
	// What is asked for lies above the number where that bound is broken, or where such a
	// condition is met.
	above := limit.upper != limit.supposing
	// What is far off is told without knowing the limit.
	over, under := []float64{1.15, 1.25, 1.5, 2}, []float64{0.85, 0.75, 0.65, 0.5, 0.25}
	if !above {
		over, under = under, over
	}
	right := number
	for _, f := range over {
		if right = step(f); right != number {
			break
		}
	}
	q := blanked(s, at[0], at[1], []string{"a rule applied"})
	ask, keeps := "Which of these amounts would break it?", "keeps to the limit of "
	if limit.supposing {
		ask, keeps = "To which of these amounts does it apply?", "does not meet the condition: the limit is "
	}
	q.Stem = "This is a rule of the course: “" + strings.Replace(q.Stem, question.BlankMark(1), "…", 1) + "” " + ask
	q.Key = question.Key{}
	unit, _, _ := strings.Cut(strings.TrimSpace(s.text[at[1]:]), " ")
	unit = strings.Trim(unit, ".,;")
	if _, ok := units.Parse(unit); !ok && unit != "%" && !language.Plural(unit) {
		unit = ""
	}
	shown := func(n string) string { return strings.TrimSpace(n + " " + unit) }
	var wrong []question.Option
	switch {
	case !limit.supposing:
		wrong = append(wrong, question.Option{Text: shown(number), Slip: "limit-taken-as-outside", Why: "That is the limit itself, which is still allowed."})
	case !limit.itself:
		wrong = append(wrong, question.Option{Text: shown(number), Slip: "limit-taken-as-outside", Why: "That is the limit itself, to which it does not apply yet."})
	}
	for _, f := range under {
		n := step(f)
		if x, err := strconv.ParseFloat(strings.ReplaceAll(n, ",", ""), 64); err == nil && x > 0 && n != number && n != right && !slices.ContainsFunc(wrong, func(o question.Option) bool { return o.Text == shown(n) }) {
			wrong = append(wrong, question.Option{Text: shown(n), Slip: "limit-overlooked", Why: "That " + keeps + shown(number) + "."})
		}
	}
	if len(wrong) < 2 || right == number || strings.HasPrefix(right, "0") && !strings.Contains(right, ".") || strings.HasPrefix(right, "-") {
		return q, fmt.Errorf("No amount beyond “%s” can be told.", number)
	}
	return offer(q, shown(right), wrong, min(b.Options, len(wrong)+1), r)
}

// differIdeas ask how two things differ that a sentence sets against each other.
func (m *Material) differIdeas() []*idea {
	var out []*idea
	for _, s := range m.lore.said {
		for _, f := range s.facts {
			one, two := trimArticle(m.lore.within(f.Subject)), trimArticle(m.lore.within(f.Object))
			x, y := m.lore.things[nameKey(one)], m.lore.things[nameKey(two)]
			if f.Type != fact.Comparison || !s.alone || x == nil || y == nil || x == y || x.plural != y.plural || x.head != y.head && !x.together[y.key] && !(x.defined && y.defined) && f.Predicate != "against" {
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
