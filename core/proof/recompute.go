package proof

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/maths"
	"zincowl/core/question"
)

// recompute works a quantitative question out again. It takes the givens from
// the words of the stem and the formula from the sources, never from the
// question's own model or steps, and compares what comes out with the key and
// with every option.
func (x *examination) recompute() []Finding {
	if !x.quantitative() {
		return nil
	}
	solved, says := x.solve()
	if solved == nil {
		if says == "" {
			return nil
		}
		return []Finding{{Check: "recompute", Verdict: Unsure, At: "stem", Title: "Could not be recomputed", Says: says}}
	}
	if x.Kind == question.Numeric {
		return []Finding{x.compareTyped(solved)}
	}
	return []Finding{x.compareOptions(solved)}
}

// quantitative says whether the answer is a number with givens in the stem.
func (x *examination) quantitative() bool {
	if len(maths.FindQuantities(x.Stem)) == 0 {
		return false
	}
	if x.Kind == question.Numeric {
		return true
	}
	if x.Kind != question.Choice {
		return false
	}
	for _, o := range x.Options {
		if _, ok := maths.ParseQuantity(o.Text); !ok {
			return false
		}
	}
	return true
}

// solution is a stem worked out.
type solution struct {
	formula formula
	asked   maths.Variable
	value   maths.Quantity // in the unit asked for
	working string
}

func (s *solution) text() string { return s.value.Text(3) }

// solve finds the one formula of the sources whose names and units account for
// every quantity of the stem and leave one variable to ask for. Formulas that
// the question cites are tried first. Where there is none, or several that
// disagree, it says why.
func (x *examination) solve() (*solution, string) {
	cited := map[string]bool{}
	for _, c := range x.Cites {
		cited[c.Passage] = true
	}
	var near, all []*solution
	for _, f := range x.library.formulas {
		s := x.fit(f)
		if s == nil {
			continue
		}
		all = append(all, s)
		if cited[f.Passage] {
			near = append(near, s)
		}
	}
	for _, found := range [][]*solution{near, all} {
		if len(found) == 0 {
			continue
		}
		for _, other := range found[1:] {
			if other.value.Unit.Dim != found[0].value.Unit.Dim || other.value.In(found[0].value.Unit).Cmp(found[0].value.Value) != 0 {
				return nil, fmt.Sprintf("Two formulas fit these givens and disagree: “%s” and “%s”.", found[0].formula.Text, other.formula.Text)
			}
		}
		return found[0], ""
	}
	if len(x.library.formulas) == 0 {
		return nil, ""
	}
	return nil, "No formula of the sources fits the givens of this stem; check that each is stated once, with its name and unit."
}

// mention is a variable's name or meaning where it stands in the stem.
type mention struct {
	name  string
	start int
	end   int
}

// fit reads the stem by one formula: which quantity is which variable, and
// which variable is asked for.
func (x *examination) fit(f formula) *solution {
	found := maths.FindQuantities(x.Stem)
	if len(found) != len(f.Variables)-1 {
		return nil
	}
	mentions := x.mentions(f)
	givens := map[string]maths.Quantity{}
	for _, q := range found {
		name := claim(q, mentions, f, givens)
		if name == "" {
			return nil
		}
		given := q.Quantity
		if v, _ := f.Variable(name); given.Unit.Text == "" {
			given.Unit = v.Unit
		}
		givens[name] = given
	}
	var asked *maths.Variable
	for i, v := range f.Variables {
		if _, ok := givens[v.Name]; !ok {
			asked = &f.Variables[i]
		}
	}
	if asked == nil || !slices.ContainsFunc(mentions, func(m mention) bool { return m.name == asked.Name }) {
		return nil
	}
	value, err := f.Compute(asked.Name, givens)
	if err != nil {
		return nil
	}
	if u, ok := askedUnit(x.Stem); ok && u.Same(asked.Unit) {
		value = maths.Quantity{Value: value.In(u), Unit: u}
	}
	s := &solution{formula: f, asked: *asked, value: value}
	s.working = working(f, *asked, givens, value)
	return s
}

// mentions finds where the formula's variables are named in the stem. A longer
// name hides a shorter one inside it.
func (x *examination) mentions(f formula) []mention {
	stem := strings.ToLower(x.Stem)
	var out []mention
	for _, v := range f.Variables {
		for _, phrase := range []string{strings.ToLower(v.Meaning), strings.ToLower(v.Name)} {
			if len([]rune(phrase)) < 2 {
				continue
			}
			for from := 0; ; {
				i := strings.Index(stem[from:], phrase)
				if i < 0 {
					break
				}
				start := from + i
				from = start + len(phrase)
				if wordAt(stem, start, from) {
					out = append(out, mention{v.Name, start, from})
				}
			}
		}
	}
	return slices.DeleteFunc(out, func(m mention) bool {
		return slices.ContainsFunc(out, func(o mention) bool {
			return o.end-o.start > m.end-m.start && o.start <= m.start && o.end >= m.end
		})
	})
}

func wordAt(s string, start, end int) bool {
	letter := func(c byte) bool { return c >= 'a' && c <= 'z' || c >= 0x80 }
	return (start == 0 || !letter(s[start-1])) && (end == len(s) || !letter(s[end]))
}

// claim finds which variable a quantity gives: the one named closest before it,
// or right after it ("2.5 mg/L dose"), of those whose unit has its dimension.
func claim(q maths.Found, mentions []mention, f formula, taken map[string]maths.Quantity) string {
	best, gap := "", 1<<30
	for _, m := range mentions {
		v, _ := f.Variable(m.name)
		if _, gone := taken[m.name]; gone || !q.Unit.Same(v.Unit) && q.Unit.Text != "" || q.Unit.Text == "" && v.Unit.Text != "" {
			continue
		}
		distance := q.Start - m.end
		if distance < 0 {
			distance = (m.start - q.End) * 4 // a name after its number must be close
		}
		if distance >= 0 && distance < gap {
			best, gap = m.name, distance
		}
	}
	if gap > 60 {
		return ""
	}
	return best
}

var asksIn = regexp.MustCompile(`(?i)\b(?:what|which|how|find|work out|calculate|give)\b[^.?]*?\bin ([^\s,.?]+(?:(?: per | a )[^\s,.?]+)?)`)

// askedUnit is the unit the stem asks for: "what is the mass in kg".
func askedUnit(stem string) (maths.Unit, bool) {
	for _, m := range asksIn.FindAllStringSubmatch(stem, -1) {
		text := m[1]
		for text != "" {
			if u, ok := maths.ParseUnit(text); ok && text != "a" {
				return u, true
			}
			cut := strings.LastIndexByte(text, ' ')
			if cut < 0 {
				break
			}
			text = text[:cut]
		}
	}
	return maths.One, false
}

func working(f formula, asked maths.Variable, givens map[string]maths.Quantity, value maths.Quantity) string {
	expr, err := f.For(asked.Name)
	if err != nil {
		return ""
	}
	shown := map[string]string{}
	for name, q := range givens {
		v, _ := f.Variable(name)
		shown[name] = maths.Quantity{Value: q.In(v.Unit), Unit: v.Unit}.Text(5)
	}
	sign := "="
	if maths.Significant(value.Value) > 3 {
		sign = "≈"
	}
	return maths.Substituted(expr, shown) + " " + sign + " " + value.Text(3)
}

// compareOptions holds every option against the value that was found.
func (x *examination) compareOptions(s *solution) Finding {
	out := Finding{Check: "recompute", At: "key", Expected: s.text(), Evidence: x.library.evidence(s.formula.entry, "")}
	var right []question.Option
	for _, o := range x.Options {
		if agrees(o.Text, s.value) {
			right = append(right, o)
		}
	}
	key, _ := x.KeyOption()
	switch {
	case len(right) == 1 && right[0].ID == key.ID:
		out.Verdict, out.shows = Pass, true
		out.Title, out.Says = "Recomputed", s.working+"."
	case len(right) == 1:
		out.Verdict, out.Title = Fail, "The key is wrong"
		out.Says = fmt.Sprintf("%s, not %s.", s.working, key.Text)
		x.mend = x.rekey(right[0].ID)
		x.mend.Worked = []string{s.working}
	case len(right) == 0:
		out.Verdict, out.Title = Fail, "The right answer is in none of the options"
		out.Says = fmt.Sprintf("%s, and no option says so.", s.working)
		q := x.Question
		q.Options = append([]question.Option(nil), q.Options...)
		for i := range q.Options {
			if q.Options[i].ID == key.ID {
				q.Options[i].Text = s.text()
			}
		}
		q.Worked = []string{s.working}
		x.mend = &q
	default:
		out.Verdict, out.Title = Fail, "More than one option is right"
		out.Says = fmt.Sprintf("%s, and both “%s” and “%s” say so.", s.working, right[0].Text, right[1].Text)
	}
	return out
}

// compareTyped holds the value of the key against the value that was found.
func (x *examination) compareTyped(s *solution) Finding {
	out := Finding{Check: "recompute", At: "key", Expected: s.text(), Evidence: x.library.evidence(s.formula.entry, "")}
	unit, ok := maths.ParseUnit(x.Key.Unit)
	if ok && agrees(maths.WithUnit(x.Key.Value, unit), s.value) {
		out.Verdict, out.shows = Pass, true
		out.Title, out.Says = "Recomputed", s.working+"."
		return out
	}
	out.Verdict, out.Title = Fail, "The key is wrong"
	out.Says = fmt.Sprintf("%s, not %s.", s.working, x.KeyText())
	q := x.Question
	number, _ := maths.Show(s.value.Value, 3)
	q.Key = question.Key{Value: strings.ReplaceAll(number, ",", ""), Unit: s.value.Unit.Text, Tolerance: x.Key.Tolerance}
	q.Worked = []string{s.working}
	x.mend = &q
	return out
}

// agrees says whether a shown quantity is the value, at the precision shown. A
// number without unit is taken to be in the unit asked for.
func agrees(text string, value maths.Quantity) bool {
	q, ok := maths.ParseQuantity(text)
	if !ok {
		return false
	}
	if q.Unit.Text == "" {
		return maths.Agrees(q.Shown, value.Value)
	}
	if !q.Unit.Same(value.Unit) {
		return false
	}
	v := new(big.Rat).Set(value.In(q.Unit))
	return maths.Agrees(q.Shown, v)
}
