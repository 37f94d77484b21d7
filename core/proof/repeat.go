package proof

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// Batch is questions that are asked together, as those of one paper: what one
// says may give another away, and one may be another again.
type Batch struct {
	all       []*batched
	elsewhere int            // how many of the first are not asked with the others, but stand in the bank
	grows     bool           // it came about question by question: the last one is held against those before it
	often     map[string]int // in how many stems a word stands
}

// batched is a question of a batch with what others are held against.
type batched struct {
	question.Question
	skeleton []string
	stems    map[string]bool
	keys     map[string]bool
	said     []meantWord // the words of stem and key
	answers  []meantWord // those of the key
	exercise bool        // its stem is mathematics with words that only set the task
	typed    string      // its answer, where that is typed in a few words

	own map[string]map[string]bool // the telling words of each option, once somebody asked
}

func inBatch(q question.Question) *batched {
	return &batched{Question: q, skeleton: skeleton(q.Stem), stems: language.Stems(q.Stem), keys: keyStems(q),
		said: meantWords(q.Stem + " " + kind.KeyText(q)), answers: meantWords(kind.KeyText(q)), exercise: isExercise(q.Stem), typed: typedAnswer(q)}
}

// NewBatch puts questions together.
func NewBatch(questions []question.Question) *Batch { return NewBatchAmong(nil, questions) }

// NewBatchAmong puts questions together, among others that stand in the bank: these may be
// the same, and give nothing away.
func NewBatchAmong(bank, questions []question.Question) *Batch {
	b := &Batch{elsewhere: len(bank), often: map[string]int{}}
	for _, q := range slices.Concat(bank, questions) {
		b.add(inBatch(q))
	}
	return b
}

func (b *Batch) add(q *batched) {
	b.all = append(b.all, q)
	for s := range q.stems {
		b.often[s]++
	}
}

// With is the batch with one question more, among others that stand in the bank; what was
// made of those before is used again. The batch itself stays as it is.
func (b *Batch) With(bank []question.Question, q question.Question) *Batch {
	out := NewBatchAmong(bank, nil)
	out.grows = true
	for _, o := range b.all[b.elsewhere:] {
		out.add(o)
	}
	out.add(inBatch(q))
	return out
}

// isExercise says whether a stem is mathematics with words around it that only set the
// task. Of those there are to be many of one form, whose answers look alike.
func isExercise(stem string) bool {
	if strings.Contains(stem, "$") {
		return true
	}
	if phrase.Asks(stem) == "" {
		return false
	}
	pieces := phrase.Read(stem).Pieces
	return len(phrase.Unread(pieces, nil)) <= 2 && slices.ContainsFunc(pieces, func(p phrase.Piece) bool {
		return p.Kind == phrase.Derivative || p.Kind == phrase.Integral || p.Kind == phrase.Math && (mathematical.MatchString(p.Text) || phrase.Named(p.Text))
	})
}

// isExercise is asked by many checks, and answered once.
func (x *examination) isExercise() bool {
	if x.exercise == nil {
		is := isExercise(x.Stem)
		x.exercise = &is
	}
	return *x.exercise
}

// keyStems are the content words of the key.
func keyStems(q question.Question) map[string]bool {
	text := kind.KeyText(q)
	if _, amount := units.ParseQuantity(text); amount {
		return nil
	}
	if generic.MatchString(text) || startsWithDigit.MatchString(text) {
		return nil
	}
	return language.Stems(text)
}

// startsWithDigit are keys that are amounts, whatever they count.
var startsWithDigit = regexp.MustCompile(`^\s*[-−–]?\d`)

// generic are keys that many questions have.
var generic = regexp.MustCompile(`(?i)^(?:all|none|both|neither|true|false|yes|no|always|never|one|two|three)\b.{0,24}$`)

var numberToken = regexp.MustCompile(`(?i)^[\d.,:/%°]+\pL{0,3}$|^(?:half|quarter|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|twenty|thirty|forty|fifty|hundred)$`)

// skeleton is the words of a stem, with "#" for its numbers.
func skeleton(stem string) []string {
	var out []string
	for _, w := range strings.Fields(strings.ToLower(stem)) {
		w = strings.Trim(w, ".,;:?!()“”\"'")
		switch {
		case w == "":
		case numberToken.MatchString(w) || strings.ContainsAny(w, "0123456789"):
			if len(out) == 0 || out[len(out)-1] != "#" {
				out = append(out, "#")
			}
		default:
			out = append(out, w)
		}
	}
	return out
}

// alike is the share of words that two skeletons have in common, in order.
func alike(x, y []string) float64 {
	if len(x) == 0 || len(y) == 0 {
		return 0
	}
	row := make([]int, len(y)+1)
	for _, w := range x {
		last := 0
		for j, v := range y {
			keep := row[j+1]
			if w == v {
				row[j+1] = last + 1
			} else {
				row[j+1] = max(row[j+1], row[j])
			}
			last = keep
		}
	}
	return 2 * float64(row[len(y)]) / float64(len(x)+len(y))
}

const (
	sameButNumbers = 0.74 // two stems are one with other numbers
	fewestWords    = 4    // of a stem that can be compared so
)

// before are the questions of a batch that stand before one.
func (b *Batch) before(q question.Question) int {
	if b == nil {
		return 0
	}
	return max(0, b.elsewhere+slices.IndexFunc(b.all[b.elsewhere:], func(o *batched) bool { return o.ID == q.ID }))
}

// repeat asks whether the question is another one of its batch again: with other
// numbers, in the same words, or with the same answer in others.
func (x *examination) repeat() []Finding {
	n := x.batch.before(x.Question)
	if n == 0 {
		return nil
	}
	b := x.batch
	here := b.all[n]
	own, key := here.skeleton, here.keys
	for i := range n {
		other := b.all[i]
		if here.exercise || other.exercise {
			if fold(x.Stem) == fold(other.Stem) && x.Stimulus == other.Stimulus && sameDrawing(x.Question, other.Question) && sameOptions(x.Question, other.Question) {
				return []Finding{{Check: "repeat", Verdict: Unsure, At: "stem", Title: "It is asked twice", Says: fmt.Sprintf("“%s” is asked before in the same words.", clipped(other.Stem))}}
			}
			continue
		}
		family := (b.grows || i < b.elsewhere) && other.Origin.By == "writer" // which drafts one formula with many numbers
		if !family && len(own) >= fewestWords && len(other.skeleton) >= fewestWords && slices.Contains(own, "#") && slices.Contains(other.skeleton, "#") && alike(own, other.skeleton) >= sameButNumbers && numbersOf(x.Stem) != numbersOf(other.Stem) {
			return []Finding{{Check: "repeat", Verdict: Unsure, At: "stem", Title: "The same with other numbers",
				Says: fmt.Sprintf("“%s” is asked before with other numbers; keep one, or say that both are wanted.", clipped(other.Stem))}}
		}
		anew := family && numbersOf(x.Stem) != numbersOf(other.Stem) // drawn with other numbers, on purpose
		if !anew && len(own) >= fewestWords && alike(own, other.skeleton) >= 0.9 && x.Stimulus == other.Stimulus && sameDrawing(x.Question, other.Question) && sameOptions(x.Question, other.Question) {
			return []Finding{{Check: "repeat", Verdict: Unsure, At: "stem", Title: "It is asked twice",
				Says: fmt.Sprintf("“%s” is asked before in nearly the same words.", clipped(other.Stem))}}
		}
		if a, c := keyNumbers(x.Question), keyNumbers(other.Question); len(a) > 1 && slices.Equal(a, c) && common(here.stems, other.stems) > 0 && x.Stimulus == other.Stimulus {
			return []Finding{{Check: "repeat", Verdict: Unsure, At: "key", Title: "Another question has the same answer",
				Says: fmt.Sprintf("“%s” is answered by the same numbers, “%s”; make sure that it is not the same question in other words.", clipped(other.Stem), kind.KeyText(other.Question))}}
		}
		if len(key) > 0 && len(key) == len(other.keys) && common(key, other.keys) == len(key) && x.Stimulus == other.Stimulus {
			return []Finding{{Check: "repeat", Verdict: Unsure, At: "key", Title: "Another question has the same answer",
				Says: fmt.Sprintf("“%s” is answered by “%s” as well; make sure that it is not the same question in other words.", clipped(other.Stem), kind.KeyText(other.Question))}}
		}
	}
	for i := range n {
		if b.inOtherWords(n, i) && x.Stimulus == b.all[i].Stimulus {
			return []Finding{{Check: "repeat", Verdict: Unsure, At: "stem", Title: "It seems to be asked twice",
				Says: fmt.Sprintf("“%s”, answered by “%s”, asks much the same in other words; keep one, or set this aside.", clipped(b.all[i].Stem), kind.KeyText(b.all[i].Question))}}
		}
	}
	return nil
}

// meantWord is a content word with how much it tells.
type meantWord struct {
	word, stem string
	weight     float64
}

// meantWords are the content words of a text.
func meantWords(text string) []meantWord {
	var out []meantWord
	for _, w := range strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return r < 'a' || r > 'z' }) {
		if len(w) > 2 && language.Content(w) {
			out = append(out, meantWord{w, language.Stem(w), math.Log(float64(2 + language.Rank(w)))})
		}
	}
	return out
}

// meant is how much of what some words mean others mean as well, both ways: each word is
// held against the nearest of the others, and rare words count more (Mihalcea, Corley and
// Strapparava, 2006).
func meant(a, b []meantWord) float64 {
	one := func(a, b []meantWord) float64 {
		sum, weight := 0.0, 0.0
		for _, x := range a {
			best := 0.0
			for _, y := range b {
				if x.stem == y.stem {
					best = 1
					break
				}
				best = max(best, language.Near(x.word, y.word))
			}
			sum, weight = sum+x.weight*best, weight+x.weight
		}
		return sum / weight
	}
	if len(a) == 0 || len(b) == 0 {
		return 0
	}
	return (one(a, b) + one(b, a)) / 2
}

// How much two questions have to mean the same, with their keys and in these alone.
const (
	sameMeaning = 0.62
	sameAnswer  = 0.5
	sameAsked   = 0.66 // where the answers are the same number

	usualPaper = 16 // questions
)

// inOtherWords says whether two questions with one answer, neither of which is to be reckoned, ask the
// same in other words. Two that share no word are not compared.
func (b *Batch) inOtherWords(n, i int) bool {
	q, o := b.all[n], b.all[i]
	if len(q.Cites) > 0 && len(o.Cites) > 0 || len(q.Key.Options) > 1 || len(o.Key.Options) > 1 {
		return false // what was drawn from sources is told apart by its quotes
	}
	if q.exercise || o.exercise || len(units.Find(q.Stem)) > 1 || len(units.Find(o.Stem)) > 1 || common(q.stems, o.stems) == 0 {
		return false
	}
	if a, c := strings.TrimSpace(kind.KeyText(q.Question)), strings.TrimSpace(kind.KeyText(o.Question)); startsWithDigit.MatchString(a) || startsWithDigit.MatchString(c) {
		return a == c && len(a) > 1 && meant(q.said, o.said) >= sameAsked
	}
	// The more pairs there are, the more are alike by chance.
	needed := sameMeaning + 0.02*math.Log2(max(1, float64(len(b.all))/usualPaper))
	return len(q.answers) > 0 && len(o.answers) > 0 && meant(q.said, o.said) >= needed && meant(q.answers, o.answers) >= sameAnswer
}

// keyNumbers are the numbers of an answer that has several, in order.
func keyNumbers(q question.Question) []string {
	var out []string
	for _, f := range units.Find(strings.ReplaceAll(kind.KeyText(q), ":", " : ")) {
		out = append(out, f.Shown)
	}
	slices.Sort(out)
	return out
}

// numbersOf are the numbers of a stem, one after the other.
func numbersOf(stem string) string {
	var out []string
	for _, q := range units.Find(stem) {
		out = append(out, q.Shown)
	}
	return strings.Join(out, " ")
}

// typedAnswer is the answer of a question that is typed in a few words; "" of any other.
func typedAnswer(q question.Question) string {
	answer := fold(kind.KeyText(q))
	if n := len(strings.Fields(answer)); len(q.Options) > 0 || n < 2 || n > 8 || len(units.Find(answer)) > 0 {
		return ""
	}
	return words(answer)
}

// standsIn says whether a stem holds the typed answer of a question word for word, which its
// own does not.
func standsIn(stem, answer string, q question.Question) bool {
	return strings.Contains(stem, " "+answer+" ") && !strings.Contains(" "+words(q.Stem)+" ", " "+answer+" ")
}

// says finds another question of the batch whose stem holds the typed answer of
// one word for word.
func (b *Batch) says(q question.Question) (question.Question, bool) {
	answer := typedAnswer(q)
	if b == nil || answer == "" {
		return question.Question{}, false
	}
	for _, other := range b.all[b.elsewhere:] {
		if other.ID != q.ID && standsIn(" "+words(other.Stem)+" ", answer, q) {
			return other.Question, true
		}
	}
	return question.Question{}, false
}

// sameDrawing says whether two questions show the same drawing, by all that it shows, or none.
func sameDrawing(a, b question.Question) bool {
	if a.Figure == nil || b.Figure == nil {
		return a.Figure == b.Figure
	}
	return a.Figure.Alt == b.Figure.Alt
}

func sameOptions(a, b question.Question) bool {
	if len(a.Options) != len(b.Options) {
		return false
	}
	for i := range a.Options {
		if fold(a.Options[i].Text) != fold(b.Options[i].Text) {
			return false
		}
	}
	return true
}

// tells finds another question of the batch that says what one asks, together
// with the telling words of its key: rare words of its stem stand there as well.
func (b *Batch) tells(q question.Question, own map[string]map[string]bool, key question.Option) (question.Question, bool) {
	if b == nil || len(own[key.ID]) == 0 {
		return question.Question{}, false
	}
	stems := language.Stems(q.Stem)
	for i, other := range b.all {
		if i < b.elsewhere || other.ID == q.ID || q.Stimulus != "" && q.Stimulus == other.Stimulus {
			continue
		}
		if b.toldBy(other, stems, own, key.ID) {
			return other.Question, true
		}
	}
	return question.Question{}, false
}

// toldBy says whether the stem of one question has rare words of what another asks and the
// telling words of its key.
func (b *Batch) toldBy(other *batched, stems map[string]bool, own map[string]map[string]bool, key string) bool {
	rare := 0
	for s := range stems {
		if other.stems[s] && b.often[s] == 2 {
			rare++
		}
	}
	return rare > 0 && (rare > 1 || len(own[key]) > 1) && tells(other.stems, own, key, 0.6)
}

// told finds a question before the last of a growing batch whose answer the last one says.
func (b *Batch) told(q question.Question) (question.Question, bool) {
	if b == nil || !b.grows {
		return question.Question{}, false
	}
	last := b.all[len(b.all)-1]
	stem := " " + words(q.Stem) + " "
	for _, other := range b.all[b.elsewhere : len(b.all)-1] {
		if q.Stimulus != "" && q.Stimulus == other.Stimulus {
			continue
		}
		if other.typed != "" && standsIn(stem, other.typed, other.Question) {
			return other.Question, true
		}
		if other.own == nil {
			other.own = tellings(other.Options)
		}
		if key, ok := other.KeyOption(); ok && chosenOf(other.Question) && b.toldBy(last, other.stems, other.own, key.ID) {
			return other.Question, true
		}
	}
	return question.Question{}, false
}
