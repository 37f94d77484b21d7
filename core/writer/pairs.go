package writer

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/question"
)

// Two passages that speak of the same are set beside each other, and it is asked what the one
// says and the other does not, and what neither says. They are written where a can-do
// statement asks for it.

// comparesTexts says whether a can-do statement asks that texts be compared.
func comparesTexts(statement string) bool {
	said := language.Stems(statement)
	return speaksOf(said, language.Stems("compare contrast weigh")) && speaksOf(said, language.Stems("passage text source author account document"))
}

// excerpt is a passage with the sentences of it that can be asked about.
type excerpt struct {
	src  *Source
	text string
	said []*said
	on   map[string]bool
}

const (
	// fewestSaid is how many sentences of a passage have to stand by themselves, and shortest
	// and longest how many words it has.
	fewestSaid        = 2
	shortest, longest = 25, 160
	// shared is how much of the rarer words of one passage the other has to have as well.
	shared = 0.12
)

// excerpts are the passages that can stand beside another.
func (m *Material) excerpts() []excerpt {
	var out []excerpt
	for _, s := range m.lore.said {
		if !s.alone || s.Hedged || s.since > 0 || !strings.Contains(s.passage.Text, s.text) {
			continue
		}
		if n := len(strings.Fields(s.passage.Text)); n < shortest || n > longest {
			continue
		}
		if last := len(out) - 1; last >= 0 && out[last].src == s.src && out[last].text == s.passage.Text {
			out[last].said = append(out[last].said, s)
			continue
		}
		e := excerpt{src: s.src, text: s.passage.Text, said: []*said{s}, on: map[string]bool{}}
		for stem := range language.Stems(s.passage.Text) {
			if n := len(m.lore.holds[stem]); n > 1 && n < 12 && !pale[stem] {
				e.on[stem] = true
			}
		}
		out = append(out, e)
	}
	return slices.DeleteFunc(out, func(e excerpt) bool { return len(e.said) < fewestSaid })
}

// comparisons are the sets on two passages, for a topic.
func (m *Material) comparisons(topic string) []*idea {
	all := m.excerpts()
	var out []*idea
	for i := range all {
		best, at := shared, -1
		for k := i + 1; k < min(len(all), i+around); k++ {
			if o := overlap(all[i].on, all[k].on); o > best {
				best, at = o, k
			}
		}
		if at < 0 {
			continue
		}
		for n, ask := range []string{"first", "second", "neither"} {
			one, two := all[i], all[at]
			out = append(out, &idea{level: question.Medium, kind: question.Choice, topic: topic, subject: fmt.Sprint("compared ", one.said[0].Quote, n), frame: "compared " + ask, score: 0.9, set: 3,
				write: func(r *rand.Rand, b Brief) (question.Question, error) { return m.compared(one, two, ask, b, r) }})
		}
	}
	return out
}

// compared asks what one of two passages says and the other does not, or what neither says.
func (m *Material) compared(one, two excerpt, ask string, b Brief, r *rand.Rand) (question.Question, error) {
	given := &question.Stimulus{Kind: "passages", Text: "First passage: " + one.text + "\n\nSecond passage: " + two.text}
	given.ID = stimulusID(*given)
	q := question.Question{Title: "Two passages compared: " + shorten(one.said[0].text, 30), Given: given, Stimulus: given.ID, LevelBecause: []string{"comparison"}}
	pick := func(e excerpt) *said {
		s := e.said[r.IntN(len(e.said))]
		q.Cites = append(q.Cites, s.cite())
		return s
	}
	wrongly := func(e excerpt) (falsehood, bool) {
		for _, at := range r.Perm(len(e.said)) {
			if f := m.lore.falsehoods(e.said[at], r); len(f) > 0 && f[0].weight >= tellsApart && b.used[wronged+f[0].text] == 0 {
				q.Cites = append(q.Cites, e.said[at].cite())
				return f[0], true
			}
		}
		return falsehood{}, false
	}
	says := func(e excerpt, which, slip string) question.Option {
		s := pick(e)
		return question.Option{Text: s.text, Slip: slip, Why: "The " + which + " passage says so: “" + sentence(s.Quote) + "”"}
	}
	own, other, first, second := one, two, "first", "second"
	if ask == "second" {
		own, other, first, second = two, one, second, first
	}
	var right string
	var wrong []question.Option
	if ask == "neither" {
		q.Stem = "Which of these is said in neither of the two passages?"
		f, ok := wrongly(one)
		if !ok {
			return q, fmt.Errorf("Nothing in these passages can be told wrong in one place.")
		}
		right, q.Explanation = f.text, f.why()
		wrong = []question.Option{says(one, "first", "said-in-one-of-them"), says(two, "second", "said-in-one-of-them"), says(two, "second", "said-in-one-of-them"), says(one, "first", "said-in-one-of-them")}
	} else {
		q.Stem = fmt.Sprintf("Which of these is said in the %s passage and not in the %s?", first, second)
		s := pick(own)
		right, q.Explanation = s.text, sentence(s.Quote)
		wrong = []question.Option{says(other, second, "said-in-the-other")}
		for _, e := range []excerpt{own, other} {
			if f, ok := wrongly(e); ok && f.text != right {
				wrong = append(wrong, question.Option{Text: f.text, Slip: "said-in-neither", Why: f.why()})
			}
		}
		wrong = append(wrong, says(other, second, "said-in-the-other"), says(other, second, "said-in-the-other"))
	}
	return offer(q, right, wrong, b.Options, r)
}
