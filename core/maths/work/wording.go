package work

import (
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/maths/phrase"
)

// names are the variables that the task names.
func (w *worker) names() []string {
	return strings.FieldsFunc(strings.NewReplacer(" and ", ",", "(", ",", ")", ",").Replace(w.Variable), func(r rune) bool { return r == ',' || r == ' ' || r == ';' })
}

// unknowns are the variables that are solved for, as mathematics spells them.
func (w *worker) unknowns() []string {
	var out []string
	for _, n := range w.names() {
		if name, err := maths.ReadExpression(n, w.how); err == nil {
			if read, ok := name.(maths.Name); ok {
				n = string(read)
			}
		}
		out = append(out, n)
	}
	return out
}

// unread is the error of a text whose words are not understood.
func unread(words []string) error {
	return fmt.Errorf("“%s” is not understood here", strings.Join(words, " "))
}

// sentence is a task taken apart: what is stated, what is written without being
// stated, and what is asked of a derivative or an integral.
type sentence struct {
	phrase.Reading
	relations []maths.Statement // that hold together
	calls     []call            // f(x) = …
	written   []written         // expressions, in the order of the text
	asked     []phrase.Piece    // derivatives and integrals
	doubts    []string
}

// call is a function by its name, its variable and its value.
type call struct {
	name, of string
	value    maths.Node
}

// written is an expression with the word before it.
type written struct {
	node  maths.Node
	text  string
	after string
	asked bool // it stands where what is asked for does: "find k", "values of k"
}

// take reads the words of a task. The allowed words are those that mean nothing more
// than what the task says already.
func (w *worker) take(text string, allowed ...string) (*sentence, error) {
	return w.takeReading(text, phrase.Read(text, w.names()...), allowed...)
}

// takeReading is take of a text that is read already.
func (w *worker) takeReading(text string, r phrase.Reading, allowed ...string) (*sentence, error) {
	s := &sentence{Reading: r}
	if s.Rounding.Asked {
		w.round = s.Rounding
	}
	pieces := afterStory(s.Pieces)
	if left := phrase.Bearing(pieces, set(allowed)); len(left) > 0 {
		return nil, unread(left)
	}
	w.story = len(phrase.Unread(pieces, set(allowed))) > 0
	w.degrees = w.degrees || markedDegrees(text) || s.Has("degrees", "in degrees") || asideHas(pieces, "degrees")
	return s, w.gather(s, pieces)
}

// markedDegrees says whether an angle of the text carries the mark of degrees.
func markedDegrees(text string) bool {
	return strings.Contains(text, "°") || strings.Contains(text, `\circ`)
}

func set(words []string) map[string]bool {
	out := map[string]bool{}
	for _, w := range words {
		out[w] = true
	}
	return out
}

func asideHas(pieces []phrase.Piece, word string) bool {
	return slices.ContainsFunc(pieces, func(p phrase.Piece) bool {
		return p.Kind == phrase.Aside && (phrase.Reading{Pieces: p.Parts}).Has(word)
	})
}

// afterStory leaves away what leads to an equation in words that are not understood:
// "A field is x long …, so x(x + 3) = 40".
func afterStory(pieces []phrase.Piece) []phrase.Piece {
	for i, p := range pieces {
		if p.Kind == phrase.Word && (p.Text == "so" || p.Text == "therefore" || p.Text == "hence") && i > 0 &&
			len(phrase.Unread(pieces[:i], nil)) > 0 && len(phrase.Unread(pieces[i:], nil)) == 0 {
			return pieces[i+1:]
		}
	}
	return pieces
}

// gather sorts the mathematics of a sentence.
func (w *worker) gather(s *sentence, pieces []phrase.Piece) error {
	before, asking := "", false
	either := -1 // the relation that an "or" goes on from
	for i, p := range pieces {
		switch p.Kind {
		case phrase.Word:
			if p.Text == "or" && i > 0 && i+1 < len(pieces) && pieces[i-1].Kind == phrase.Math && pieces[i+1].Kind == phrase.Math && len(s.relations) > 0 {
				either = len(s.relations) - 1
			}
			asking = slices.Contains([]string{"find", "determine", "calculate", "for", "subject"}, p.Text) || p.Text == "of" && (before == "value" || before == "values")
			before = p.Text
		case phrase.Stop:
			if p.Text != "," {
				before = ""
			}
		case phrase.Aside:
			if err := w.gather(s, p.Parts); err != nil {
				return err
			}
		case phrase.Derivative, phrase.Integral, phrase.Differential:
			s.asked = append(s.asked, p)
		case phrase.Math:
			if strings.Trim(p.Text, "= ") == "" {
				break // "f'(x) = ?"
			}
			if hinted(pieces[i:]) {
				break // "given that x = 1 is a root"
			}
			read, err := maths.Read(proportion.ReplaceAllString(strings.TrimSuffix(strings.TrimSpace(p.Text), "="), "($1)/($2) = ($3)/($4)"), w.how)
			if err != nil {
				return err
			}
			s.doubts = append(s.doubts, read.Doubts...)
			if before == "substitution" || before == "substituting" {
				before = ""
				break // how to go about it
			}
			if c, ok := called(p.Text, read.Statement); ok {
				s.calls = append(s.calls, c)
				before = ""
				break
			}
			switch m := read.Statement.(type) {
			case maths.Relation:
				if end, ok := limitOf(m); ok && (before == "from" || before == "between" || before == "to" || before == "and" && s.between() != nil) {
					s.written = append(s.written, written{end, p.Text, before, false}) // "from x = 0 to x = 2"
					break
				}
				if len(m.Ops) == 0 {
					s.written = append(s.written, written{m.Terms[0], p.Text, before, asking})
					break
				}
				s.state(m, &either)
				for _, name := range s.listedBefore(pieces[:i]) { // "a, b ≥ 0"
					other := maths.Relation{Terms: append([]maths.Node{maths.Name(name)}, m.Terms[1:]...), Ops: m.Ops}
					if _, lone := m.Terms[0].(maths.Name); lone && m.Ops[0] != "=" {
						s.state(other, &either)
					}
				}
			case maths.Pair:
				if !slices.Contains([]string{"on", "in", "over", "interval", "range", "domain", "within", "from"}, before) {
					return fmt.Errorf("“%s” is no equation", p.Text)
				}
				s.state(w.restricted(m), &either)
			case maths.Everything:
			case maths.Member:
				if _, all := m.In.(maths.Everything); !all {
					s.state(m, &either)
				}
			default:
				s.state(m, &either)
			}
			before = ""
		}
	}
	return nil
}

// proportion is a pair of equal ratios: x : 4 = 6 : 8.
var proportion = regexp.MustCompile(`^([^\s:=]+)\s*:\s*([^\s:=]+)\s*=\s*([^\s:=]+)\s*:\s*([^\s:=]+)$`)

// hinted says whether what begins some pieces is only said to be one of the solutions.
func hinted(pieces []phrase.Piece) bool {
	if len(pieces) < 4 || pieces[1].Text != "is" {
		return false
	}
	return (pieces[2].Text == "a" || pieces[2].Text == "one") && slices.Contains([]string{"root", "solution", "zero"}, pieces[3].Text)
}

// limitOf is the value in "x = 2".
func limitOf(r maths.Relation) (maths.Node, bool) {
	if _, lone := r.Terms[0].(maths.Name); !lone || len(r.Ops) != 1 || r.Ops[0] != "=" || len(maths.Names(r.Terms[1])) > 0 {
		return nil, false
	}
	return r.Terms[1], true
}

// between is the last expression after "between" or "from".
func (s *sentence) between() *written {
	if n := len(s.written); n > 0 && (s.written[n-1].after == "between" || s.written[n-1].after == "from") {
		return &s.written[n-1]
	}
	return nil
}

// stretch takes "between 0 and 2π" or "from 0 to 2π" out of what is written, as a
// condition on a name.
func (s *sentence) stretch(name string) (maths.Statement, bool) {
	for i := range len(s.written) - 1 {
		a, b := s.written[i], s.written[i+1]
		if a.after == "between" && b.after == "and" || a.after == "from" && b.after == "to" {
			s.written = slices.Delete(s.written, i, i+2)
			return maths.Relation{Terms: []maths.Node{a.node, maths.Name(name), b.node}, Ops: []string{"≤", "≤"}}, true
		}
	}
	return nil, false
}

// listedBefore are names that stand before the last piece, with commas between.
func (s *sentence) listedBefore(pieces []phrase.Piece) []string {
	var out []string
	for i := len(pieces) - 2; i >= 0 && pieces[i+1].Text == "," && pieces[i].Kind == phrase.Math; i -= 2 {
		n, err := maths.ReadExpression(pieces[i].Text, maths.Notation{})
		name, ok := n.(maths.Name)
		if err != nil || !ok {
			break
		}
		out = append(out, string(name))
	}
	return out
}

// called reads f(x) = ….
func called(text string, s maths.Statement) (call, bool) {
	m := calling.FindStringSubmatch(text)
	r, ok := s.(maths.Relation)
	if m == nil || !ok || len(r.Ops) != 1 || r.Ops[0] != "=" {
		return call{}, false
	}
	return call{m[1], m[2], r.Terms[1]}, true
}

var calling = regexp.MustCompile(`^\s*([a-zA-Z])\s*\(\s*([a-zA-Zθ])\s*\)\s*=`)

func (s *sentence) state(m maths.Statement, either *int) {
	if at := *either; at >= 0 {
		s.relations[at] = maths.Any{s.relations[at], m}
		*either = -1
		return
	}
	s.relations = append(s.relations, m)
}

// restricted makes an interval a condition on the unknown.
func (w *worker) restricted(p maths.Pair) maths.Statement {
	name := "x"
	if u := w.unknowns(); len(u) > 0 {
		name = u[0]
	}
	return maths.Member{Name: maths.Name(name), In: p}
}

// alone is a text that is mathematics, with no word but "and" and "or" in it.
func alone(pieces []phrase.Piece) (string, bool) {
	var out strings.Builder
	for i, p := range pieces {
		switch p.Kind {
		case phrase.Math:
			out.WriteString(p.Text)
		case phrase.Word:
			if p.Text != "and" && p.Text != "or" {
				return "", false
			}
			out.WriteString(" " + p.Text + " ")
		case phrase.Stop:
			if p.Text == "." || p.Text == "?" || i+1 == len(pieces) {
				if i+1 < len(pieces) {
					return "", false
				}
				continue
			}
			if p.Text != "," && p.Text != ";" && p.Text != "\n" {
				return "", false
			}
			out.WriteString(p.Text + " ")
		default:
			return "", false
		}
	}
	return out.String(), true
}

// readStatement reads what is to be solved, with its restriction.
func (w *worker) readStatement(text string) (maths.Statement, []string, error) {
	r := phrase.Read(text, w.names()...)
	if short, ok := alone(r.Pieces); ok && !slices.ContainsFunc(r.Pieces, func(p phrase.Piece) bool { return p.Text == "\n" }) {
		w.degrees = w.degrees || markedDegrees(text)
		if r.Rounding.Asked {
			w.round = r.Rounding
		}
		m, err := maths.Read(short, w.how)
		if any, ok := m.Statement.(maths.Any); ok && err == nil && w.Task.Task == "solve" && !strings.Contains(short, " or ") && !strings.Contains(short, "∨") && len(unique(statementNames(any))) > 1 {
			m.Statement = maths.All(any) // "y = x², y = 2 - x" are two equations
		}
		return m.Statement, m.Doubts, err
	}
	if a := phrase.ReadAnswer(text, w.names(), nil); len(a.Unread) == 0 && a.Math == "" && (a.Says == phrase.None || a.Says == phrase.Every) {
		name := append(w.unknowns(), "x")[:1]
		return w.said(a, name)
	}
	s, err := w.takeReading(text, r, signWords...)
	if err != nil {
		return nil, nil, err
	}
	names := w.unknowns()
	more, err := s.signed(names)
	if err != nil {
		return nil, nil, err
	}
	s.relations = append(s.relations, more...)
	if len(names) == 1 {
		if r, ok := s.stretch(names[0]); ok {
			s.relations = append(s.relations, r)
			ends := r.(maths.Relation).Terms
			w.ends = []maths.Node{ends[0], ends[2]}
		}
	}
	if len(s.asked) > 0 {
		return nil, nil, errors.New("a derivative or an integral is no part of an equation here")
	}
	for _, e := range s.written {
		if e.after == "form" || e.after == "forms" {
			continue // "in the form a + b√2"
		}
		if name, ok := e.node.(maths.Name); ok && e.asked && len(names) > 0 && !slices.Contains(names, string(name)) {
			return nil, nil, fmt.Errorf("%s is asked for, not %s", name, strings.Join(names, ", "))
		} else if !ok && len(s.relations) > 0 || ok && len(names) > 0 && !slices.Contains(names, string(name)) && !slices.Contains(statementNames(s.relations), string(name)) {
			return nil, nil, fmt.Errorf("what “%s” is for is not understood", e.text)
		}
	}
	if len(names) > 0 { // that a letter which is not asked for is not zero goes without saying
		s.relations = slices.DeleteFunc(s.relations, func(m maths.Statement) bool {
			r, ok := m.(maths.Relation)
			return ok && len(r.Ops) == 1 && r.Ops[0] == "≠" && !slices.ContainsFunc(statementNames([]maths.Statement{m}), func(n string) bool { return slices.Contains(names, n) })
		})
	}
	switch len(s.relations) {
	case 0:
		if len(s.written) > 0 {
			return maths.Relation{Terms: []maths.Node{s.written[0].node}}, s.doubts, nil
		}
		return nil, nil, fmt.Errorf("“%s” has no equation or inequality", strings.TrimSpace(text))
	case 1:
		return s.relations[0], s.doubts, nil
	}
	return maths.All(s.relations), s.doubts, nil
}

func unique(names []string) []string { return slices.Compact(slices.Sorted(slices.Values(names))) }

// statementNames are the names of statements, as often as they stand there.
func statementNames(parts []maths.Statement) []string {
	var out []string
	for _, p := range parts {
		switch p := p.(type) {
		case maths.Relation:
			for _, t := range p.Terms {
				out = append(out, maths.Names(t)...)
			}
		case maths.Any:
			out = append(out, statementNames(p)...)
		case maths.All:
			out = append(out, statementNames(p)...)
		case maths.Member:
			out = append(out, string(p.Name))
		case maths.Tuple:
			for _, n := range p {
				out = append(out, maths.Names(n)...)
			}
		case maths.Pair:
			for _, n := range []maths.Node{p.A, p.B} {
				if n != nil {
					out = append(out, maths.Names(n)...)
				}
			}
		}
	}
	return out
}
