package split

import (
	"fmt"
	"hash/fnv"
	"reflect"
	"slices"
	"strconv"

	"zincowl/core/question"
)

// Choice is how a person says that a whole paper is laid out, as the Ways of its Parts
// name it; "" leaves a part to what is likeliest.
type Choice struct {
	Questions string `json:"questions,omitempty" required:"false" maxLength:"40"`
	Options   string `json:"options,omitempty" required:"false" maxLength:"40"`
	Keys      string `json:"keys,omitempty" required:"false" maxLength:"40"`
}

// with is a choice with another way for one part.
func (c Choice) with(part, as string) Choice {
	switch part {
	case ofQuestions:
		c.Questions = as
	case ofOptions:
		c.Options = as
	case ofKeys:
		c.Keys = as
	}
	return c
}

// of is the choice for one part.
func (c Choice) of(part string) string {
	return map[string]string{ofQuestions: c.Questions, ofOptions: c.Options, ofKeys: c.Keys}[part]
}

// The parts of a layout.
const (
	ofQuestions = "questions"
	ofOptions   = "options"
	ofKeys      = "keys"
)

// Part is one part of how a paper was taken to be laid out, and how else it may be.
type Part struct {
	Of   string `json:"of" enum:"questions,options,keys"`
	Says string `json:"says" doc:"a part of the sentence that tells the layout"`
	Ways []Way  `json:"ways" nullable:"false" doc:"the likelier first"`
}

// Way is another way to read one part in the whole paper.
type Way struct {
	As        Choice `json:"as" doc:"asks for it, and leaves the other parts as they stand"`
	Says      string `json:"says" doc:"that part of the sentence, were it read so"`
	Questions int    `json:"questions" doc:"how many there would be"`
	From      int    `json:"from" doc:"the first line that is taken for something else; 0 where only keys differ"`
	Close     bool   `json:"close" doc:"looks about as much like a paper as the reading that stands"`
}

// Doubt is a question that a reading of the whole paper which looks as likely has
// otherwise.
type Doubt struct {
	Of      string              `json:"of" doc:"the id under which its lines stand"`
	Line    int                 `json:"line" doc:"the first one that is read otherwise"`
	Hints   []Hint              `json:"hints" nullable:"false" doc:"what is to be told of its lines to have it so"`
	Instead []question.Question `json:"instead" nullable:"false" doc:"what would stand there"`
}

// What another reading may lack to be named, and to be called close.
const (
	likely   = 0.4
	asLikely = 0.06
	mostWays = 3
)

// mostDoubts is how many questions are offered in two readings; where more differ it is
// the layout that is in doubt.
const mostDoubts = 12

// What may be told of options besides the marks they stand behind, and of keys.
const (
	onLines   = "lines"
	inStrokes = "strokes"
	inCommas  = "commas"
	noOptions = "none"
	apartNot  = "beside"
	inStems   = "stems"
)

// name names a form, so that it can be asked for.
func (f form) name() string {
	h := fnv.New32a()
	fmt.Fprint(h, f)
	return strconv.FormatUint(uint64(h.Sum32()), 36)
}

// unlike are readings of the whole paper that differ from the one that stands in one
// part of its layout: they begin questions otherwise, take something else for the
// options, or look for keys elsewhere.
func (p *paper) unlike(part string, stands *paper) []*paper {
	var names []string
	switch part {
	case ofQuestions:
		c := p.clone()
		c.choice.Questions = ""
		all := slices.DeleteFunc(c.readings(), func(r *paper) bool { return r.name == stands.name })
		for _, r := range all {
			r.choice.Questions = r.name
		}
		return all
	case ofOptions:
		if stands.habits == nil {
			return nil
		}
		usual, _, _ := stands.usualOffer()
		for _, f := range sortedForms(stands.habits.count) {
			if stands.habits.count[f] >= 2 && f != usual.form {
				names = append(names, f.name())
			}
		}
		names = append(names, onLines, inStrokes, inCommas, noOptions)
	case ofKeys:
		names = []string{apartNot, inStems}
	}
	if p.choice.of(part) != "" {
		names = append(names, "") // back to what is likeliest
	}
	var out []*paper
	for _, as := range names {
		c := p.clone()
		c.choice = p.choice.with(ofQuestions, stands.name).with(part, as)
		out = append(out, c.readings()[0])
	}
	return out
}

// saysOf is what a reading says of one part of its layout.
func (p *paper) saysOf(part string, out Paper) string {
	switch part {
	case ofQuestions:
		return p.begun(out)
	case ofOptions:
		if says := p.offered(); says != "" {
			return says
		}
		return "no options"
	}
	return p.keyed(out)
}

// parts say how the paper was read, part by part, and how else it may be. A long paper
// is read in other ways only where that is asked for, as each takes as long again.
func (p *paper) parts(stands *paper, out Paper, told Told) (all []Part, others []reading) {
	for _, of := range []string{ofQuestions, ofOptions, ofKeys} {
		part := Part{Of: of, Says: stands.saysOf(of, out), Ways: []Way{}}
		if len(p.lines) <= sample || told.Others && len(p.lines) <= mostLines {
			said := map[string]bool{part.Says: true}
			for _, c := range p.unlike(of, stands) {
				if c.worth < stands.worth-likely || len(part.Ways) == mostWays {
					continue
				}
				other := c.finish(told.Keys)
				says := c.saysOf(of, other)
				if len(other.Questions) == 0 || said[says] || withKeys(other) == 0 && withKeys(out) > 0 || reflect.DeepEqual(other.Questions, out.Questions) {
					continue
				}
				said[says] = true
				w := Way{As: c.choice, Says: says, Questions: len(other.Questions), From: parting(out.Lines, other.Lines)}
				if of == ofOptions && w.From == 0 {
					continue // the same options behind another part of their marks
				}
				w.Close = of == ofQuestions && c.worth > stands.worth-asLikely
				if of == ofQuestions {
					others = append(others, reading{c, other})
				}
				part.Ways = append(part.Ways, w)
			}
		}
		all = append(all, part)
	}
	return all, others
}

// reading is a paper read in one way, and what came of it.
type reading struct {
	*paper
	out Paper
}

// between is how much some lines look like questions; what is left over looks like none.
func (r reading) between(first, last int) float64 {
	total, weight := 0.0, 0
	for _, it := range r.items {
		if len(it.out) > 0 && it.out[0].Origin.Line >= first && it.out[0].Origin.Line <= last {
			total, weight = total+float64(len(it.lines))*r.value(it), weight+len(it.lines)
		}
	}
	for _, l := range r.out.Lines {
		if l.Of == "" && l.Line >= first && l.Line <= last {
			weight++
		}
	}
	return total / float64(max(1, weight))
}

// withKeys is how many questions have keys.
func withKeys(out Paper) int {
	n := 0
	for _, q := range out.Questions {
		if !q.Key.Empty() {
			n++
		}
	}
	return n
}

// mostLines is the longest paper that is read in further ways.
const mostLines = 20_000

// parting is the first line that two readings take for different things.
func parting(a, b []Ending) int {
	for i := range min(len(a), len(b)) {
		if a[i].Line != b[i].Line || a[i].As != b[i].As {
			return min(a[i].Line, b[i].Line)
		}
	}
	return 0
}

// doubts are the questions that another reading has otherwise, where it looks as likely
// there, or as a whole, and they are few. What is to be told of their lines is tried: it
// has to bring that reading about.
func (p *paper) doubts(stands, other reading, told Told) []Doubt {
	out := stands.out
	if len(other.out.Lines) != len(out.Lines) {
		return nil
	}
	var found []Doubt
	spans := map[string][2]int{} // from which to which place in out.Lines
	questions := 0
	for i := 0; i < len(out.Lines); {
		if out.Lines[i].As != Start {
			i++
			continue
		}
		d := Doubt{Of: out.Lines[i].Of, Hints: []Hint{}}
		questions++
		from := i
		for i++; i < len(out.Lines) && out.Lines[i].As != Start && out.Lines[i].As != Section && out.Lines[i].As != Given; i++ {
			if out.Lines[i].As != other.out.Lines[i].As && d.Line == 0 {
				d.Line = out.Lines[i].Line
			}
			if d.Line > 0 {
				d.Hints = append(d.Hints, Hint{Line: out.Lines[i].Line, As: other.out.Lines[i].As})
			}
		}
		if d.Line > 0 {
			found = append(found, d)
			spans[d.Of] = [2]int{from, i - 1}
		}
	}
	if len(found) > mostDoubts || 3*len(found) > max(3, questions) {
		return nil
	}
	return slices.DeleteFunc(found, func(d Doubt) bool {
		span := spans[d.Of]
		first, last := out.Lines[span[0]].Line, out.Lines[span[1]].Line
		return other.between(first, last) < stands.between(first, last)+betterBy || !p.settles(d, out, other.out, told, span)
	})
}

// betterBy is how much better some lines have to look in another reading to be offered so.
const betterBy = 0.05

// settles reads the paper with what is told of a doubt, and says whether its lines are
// then as the other reading has them, and all others as they were.
func (p *paper) settles(d Doubt, out, other Paper, told Told, span [2]int) bool {
	got := p.withHints(d.Hints).finish(told.Keys)
	if len(got.Lines) != len(out.Lines) {
		return false
	}
	for i, l := range got.Lines {
		want := out.Lines[i].As
		if i >= span[0] && i <= span[1] {
			want = other.Lines[i].As
		}
		if l.As != want {
			return false
		}
	}
	return true
}

// withHints is the paper as it is read when something more is told of its lines.
func (p *paper) withHints(hints []Hint) *paper {
	c := p.clone()
	for _, h := range hints {
		for _, l := range c.lines {
			if l.n == h.Line {
				l.hint = h.As
			}
		}
	}
	return c.readings()[0]
}

// instead are the questions that stand where a doubt is, once it is settled.
func (p *paper) instead(d Doubt, out Paper, told Told) []question.Question {
	last := d.Hints[len(d.Hints)-1].Line
	got := p.withHints(d.Hints).finish(told.Keys)
	begin := 0
	for _, l := range out.Lines {
		if l.Line <= d.Line && l.As == Start {
			begin = l.Line
		}
	}
	return slices.DeleteFunc(got.Questions, func(q question.Question) bool { return q.Origin.Line < begin || q.Origin.Line > last })
}
