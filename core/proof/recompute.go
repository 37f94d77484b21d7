package proof

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/phrase"
	"zincowl/core/maths/school"
	"zincowl/core/maths/sheet"
	"zincowl/core/maths/story"
	"zincowl/core/maths/units"
	"zincowl/core/maths/work"
	"zincowl/core/question"
)

// recompute works a quantitative question out again. It takes the givens from
// the words of the stem and the formulas from the sources, never from the
// question's own model or steps, and compares what comes out with the key and
// with every option. Where givens are known by their units alone, agreement shows
// the key right, but disagreement leaves it open.
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
	if solved.told && !x.comparable(solved.value.Unit) {
		return nil
	}
	mend := x.mend
	out := x.compareOptions
	if kind.Answers(x.Question) == kind.Amount {
		out = x.compareTyped
	}
	f := out(solved)
	if len(solved.taken) > 0 {
		f.Says += " Taken by their units: " + strings.Join(solved.taken, ", ") + "."
	}
	if (len(solved.taken) > 0 || solved.told) && f.Verdict == Fail {
		f.Verdict, f.Title, x.mend = Unsure, "Another answer came out", mend
	}
	return []Finding{f}
}

// comparable says whether the key is told in a unit of the kind of one that was found.
func (x *examination) comparable(u units.Unit) bool {
	q, ok := amount(kind.KeyText(x.Question))
	return ok && (q.Unit.Text == "" || q.Unit.Same(u) && (u.Text != "" || q.Unit.Text == "%"))
}

// timesAsMuch are changes told without a number.
var timesAsMuch = regexp.MustCompile(`(?i)\b(?:doubles?|doubled|trebles?|trebled|triples?|tripled|halves|halved)\b`)

// quantitative says whether the answer is a number with givens in the stem.
func (x *examination) quantitative() bool {
	told := incomplete.ReplaceAllString(x.Stem, "") // a sentence with a number left out gives nothing to compute with
	if len(units.Find(told)) == 0 && !timesAsMuch.MatchString(told) {
		return false
	}
	switch kind.Answers(x.Question) {
	case kind.Amount:
		return true
	case kind.OneOption:
		return !slices.ContainsFunc(kind.Claims(x.Question), func(c kind.Claim) bool {
			_, ok := amount(c.Text)
			return !ok
		})
	}
	return false
}

// solution is a stem worked out.
type solution struct {
	by      []formula // in the order they are worked
	value   units.Quantity
	working []string
	taken   []string // what is known by its unit alone
	told    bool     // by what the words of the stem make of its numbers
}

func (s *solution) text() string { return s.value.Text(3) }

// says is the working as a sentence.
func (s *solution) says() string { return strings.Join(s.working, "; then ") }

func (x *examination) evidenceOf(s *solution) []Evidence {
	var out []Evidence
	for _, f := range s.by {
		out = append(out, x.library.evidence(f.entry, "")...)
	}
	return out
}

// solve answers the stem once for all checks that ask.
func (x *examination) solve() (*solution, string) {
	if !x.looked {
		x.solved, x.open = x.answer()
		x.looked = true
	}
	return x.solved, x.open
}

// answer finds which formulas of the sources answer the stem. Those that the question
// cites are tried first. Where nothing answers it, or several answers are equally
// well founded and disagree, it says why.
func (x *examination) answer() (*solution, string) {
	if len(x.library.formulas) == 0 {
		return x.taught(), ""
	}
	cited := map[at]bool{}
	for _, c := range x.Cites {
		p, _ := x.library.cited(c)
		cited[p.at()] = true
	}
	all := x.library.sheet.Answers(x.Stem)
	var near []sheet.Answer
	for _, a := range all {
		if !slices.ContainsFunc(a.Formulas, func(i int) bool { return !cited[x.library.formulas[i].at()] }) {
			near = append(near, a)
		}
	}
	for _, found := range [][]sheet.Answer{near, all} {
		if len(found) == 0 {
			continue
		}
		best := found[0]
		s := &solution{value: best.Value, working: best.Working, taken: best.Taken}
		for _, i := range best.Formulas {
			s.by = append(s.by, x.library.formulas[i])
		}
		for _, other := range found[1:] {
			if other.Rivals(best) && !other.Equal(best) {
				return nil, fmt.Sprintf("The stem can be worked in two ways that disagree: %s by “%s”, and %s by “%s”.",
					best.Value.Text(3), s.by[len(s.by)-1].Text, other.Value.Text(3), x.library.formulas[other.Formulas[len(other.Formulas)-1]].Text)
			}
		}
		if best.Sure == sheet.Possible {
			return nil, fmt.Sprintf("It may come to %s (%s), but the stem tells more than that rests on; check what else matters.", best.Value.Text(3), s.says())
		}
		return s, ""
	}
	if s := x.taught(); s != nil {
		return s, ""
	}
	return nil, "No formula of the sources, and no two or three of them together, fit the givens of this stem; check that each is stated once, with its name and unit."
}

// taught answers a stem by what every school teaches: the formulas of its sheet, and how
// percentages, interest, ratios and data are computed. The sources' own formulas come
// before.
func (x *examination) taught() *solution {
	if a, ok := school.Solve(x.Stem); ok {
		return &solution{value: a.Value, working: []string{fmt.Sprintf("By %s, which every school teaches, %s", a.Formula, strings.Join(a.Working, "; then "))}}
	}
	if q, how, ok := work.Amount(x.Stem); ok {
		return &solution{value: q, working: []string{how + " = " + q.Text(6)}}
	}
	if a, ok := story.Solve(x.Stem); ok && x.Given == nil && x.Stimulus == "" && !x.doTask().decides() {
		return &solution{value: a.Value, working: []string{a.How}, told: true}
	}
	return nil
}

// compareOptions holds every option against the value that was found.
func (x *examination) compareOptions(s *solution) Finding {
	out := Finding{Check: "recompute", At: "key", Expected: s.text(), Evidence: x.evidenceOf(s)}
	var right []question.Option
	for _, o := range x.Options {
		if agrees(o.Text, s.value) {
			right = append(right, o)
		}
	}
	if r := phrase.Read(x.Stem).Rounding; len(right) > 1 && r.Asked { // as many digits as are asked for
		right = slices.DeleteFunc(right, func(o question.Option) bool { return !r.Fits(o.Text) })
	}
	if exact := slices.DeleteFunc(slices.Clone(right), func(o question.Option) bool {
		q, ok := amount(o.Text)
		return !ok || q.In(s.value.Unit).Cmp(s.value.Value) != 0
	}); len(exact) == 1 {
		right = exact // another one is only near, as it shows fewer digits
	}
	key, _ := x.KeyOption()
	switch {
	case len(right) == 1 && right[0].ID == key.ID:
		out.Verdict, out.shows = Pass, true
		out.Title, out.Says = "Recomputed", s.says()+"."
	case len(right) == 1:
		out.Verdict, out.Title = Fail, "The key is wrong"
		out.Says = fmt.Sprintf("%s, not %s.", s.says(), key.Text)
		x.mend = x.mended(kind.Found{Option: right[0].ID})
		x.mend.Worked = s.working
	case len(right) == 0:
		out.Verdict, out.Title = Fail, "The right answer is in none of the options"
		out.Says = fmt.Sprintf("%s, and no option says so.", s.says())
		q := x.Question
		q.Options = append([]question.Option(nil), q.Options...)
		for i := range q.Options {
			if q.Options[i].ID == key.ID {
				q.Options[i].Text = s.text()
			}
		}
		q.Worked = s.working
		x.mend = &q
	default:
		out.Verdict, out.Title = Fail, "More than one option is right"
		out.Says = fmt.Sprintf("%s, and both “%s” and “%s” say so.", s.says(), right[0].Text, right[1].Text)
	}
	return out
}

// compareTyped holds the value of the key against the value that was found.
func (x *examination) compareTyped(s *solution) Finding {
	out := Finding{Check: "recompute", At: "key", Expected: s.text(), Evidence: x.evidenceOf(s)}
	unit, ok := units.Parse(x.Key.Unit)
	if ok && agrees(units.With(x.Key.Value, unit), s.value) {
		out.Verdict, out.shows = Pass, true
		out.Title, out.Says = "Recomputed", s.says()+"."
		return out
	}
	out.Verdict, out.Title = Fail, "The key is wrong"
	out.Says = fmt.Sprintf("%s, not %s.", s.says(), kind.KeyText(x.Question))
	q := x.Question
	number, _ := decimal.Text(s.value.Value, 3)
	q.Key = question.Key{Value: number, Unit: s.value.Unit.Text, Tolerance: x.Key.Tolerance}
	q.Worked = s.working
	x.mend = &q
	return out
}

// agrees says whether a shown quantity is the value, at the precision shown. A
// number without unit is taken to be in the unit asked for.
func agrees(text string, value units.Quantity) bool {
	q, ok := units.ParseQuantity(text)
	if !ok {
		q, ok := amount(text)
		return ok && q.Unit.Same(value.Unit) && maths.Alike(q.In(value.Unit), value.Value)
	}
	if q.Unit.Text == "" {
		return decimal.Agrees(q.Shown, value.Value)
	}
	if !q.Unit.Same(value.Unit) {
		return false
	}
	v := new(big.Rat).Set(value.In(q.Unit))
	return decimal.Agrees(q.Shown, v)
}
