package exercise

import (
	"fmt"
	"maps"
	"math/big"
	"slices"
	"strings"
	"sync"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/interval"
	"zincowl/core/question"
)

const prec = 160

// points are values at which statements are tried; none is special.
var points = []*big.Rat{
	big.NewRat(-37, 3), big.NewRat(-71, 10), big.NewRat(-31, 7), big.NewRat(-13, 6), big.NewRat(-11, 10), big.NewRat(-3, 7), big.NewRat(1, 9), big.NewRat(5, 11),
	big.NewRat(9, 8), big.NewRat(17, 8), big.NewRat(22, 7), big.NewRat(37, 9), big.NewRat(51, 10), big.NewRat(62, 9), big.NewRat(91, 10), big.NewRat(131, 9), big.NewRat(301, 10),
}

func at(x interval.Interval) map[string]interval.Interval {
	return map[string]interval.Interval{"x": x}
}

// relationAt says whether a relation may hold at a point: false where a side has
// no value, or where enclosures show that it does not hold.
func relationAt(r maths.Relation, env map[string]interval.Interval) bool {
	for i, op := range r.Ops {
		a, err1 := algebra.Value(r.Terms[i], env, prec)
		b, err2 := algebra.Value(r.Terms[i+1], env, prec)
		if err1 != nil || err2 != nil {
			return false
		}
		sign, sure := a.Sub(b).Sign()
		if !sure {
			sign = 0
		}
		ok := map[string]bool{"=": sign == 0, "≠": sign != 0, "<": sign < 0, "≤": sign <= 0, ">": sign > 0, "≥": sign >= 0}[op]
		if !ok {
			return false
		}
	}
	return true
}

// member says whether a typed set of solutions holds at a point.
func member(t *testing.T, typed string, env map[string]interval.Interval) bool {
	switch typed {
	case "no solution":
		return false
	case "all real numbers":
		return true
	}
	for _, alternative := range strings.Split(typed, " or ") {
		all := true
		for _, part := range strings.Split(alternative, " and ") {
			r, err := maths.Read(part, maths.Notation{})
			if err != nil {
				t.Fatalf("%q: %v", part, err)
			}
			switch s := r.Statement.(type) {
			case maths.Relation:
				all = all && relationAt(s, env)
			case maths.Pair:
				all = all && relationAt(maths.Relation{Terms: []maths.Node{maths.Name("x"), s.A}, Ops: []string{"="}}, env) &&
					relationAt(maths.Relation{Terms: []maths.Node{maths.Name("y"), s.B}, Ops: []string{"="}}, env)
			default:
				t.Fatalf("%q is no relation", part)
			}
		}
		if all {
			return true
		}
	}
	return false
}

// valuesIn are the numbers that stand in a typed set, as enclosures.
func valuesIn(typed string) []map[string]interval.Interval {
	var out []map[string]interval.Interval
	for _, alternative := range strings.Split(strings.ReplaceAll(typed, " and ", " or "), " or ") {
		r, err := maths.Read(alternative, maths.Notation{})
		if err != nil {
			continue
		}
		switch s := r.Statement.(type) {
		case maths.Relation:
			for _, n := range s.Terms {
				if x, err := algebra.Value(n, nil, prec); err == nil {
					out = append(out, at(x))
				}
			}
		case maths.Pair:
			x, err1 := algebra.Value(s.A, nil, prec)
			y, err2 := algebra.Value(s.B, nil, prec)
			if err1 == nil && err2 == nil {
				out = append(out, map[string]interval.Interval{"x": x, "y": y})
			}
		}
	}
	return out
}

// resolved checks a posed choice by enclosures alone: the key is right, and each
// other option is wrong at some point.
func resolved(t *testing.T, f Family, q Posed) {
	typed := map[string]string{} // by what is shown
	for _, s := range q.Slips {
		for _, o := range q.Options {
			if o.Slip == s.ID && o.Why == s.Why && typed[o.Text] == "" && shownOf(f, s.Value) == o.Text {
				typed[o.Text] = s.Value
			}
		}
	}
	r, err := maths.Read(q.Task.Statement, maths.Notation{})
	if err != nil {
		t.Fatalf("%s: %v", q.Task.Statement, err)
	}
	if f.task == "solve" {
		resolvedSet(t, q, relationsOf(r.Statement), typed)
		return
	}
	if f.task == "rearrange" {
		resolvedFormula(t, q, r.Statement.(maths.Relation), typed)
		return
	}
	n, _ := r.Expression()
	for text, slip := range typed {
		if differs, compared := apart(t, f, n, slip); !differs || compared == 0 {
			t.Errorf("%s %s: the option %s may be right", f.ID, q.Task.Statement, text)
		}
	}
	if differs, compared := apart(t, f, n, q.right); differs || compared == 0 {
		t.Errorf("%s %s: the key %s is not shown to be right (%d points)", f.ID, q.Task.Statement, q.right, compared)
	}
}

func shownOf(f Family, typed string) string {
	if f.task == "solve" || f.task == "rearrange" {
		return shownStatement(typed).shown
	}
	return shownExpression(typed).shown
}

// apart compares an answer with what is asked of an expression, at points where
// both have a value; derivatives and integrals by differences.
func apart(t *testing.T, f Family, n maths.Node, typed string) (differs bool, compared int) {
	m, err := maths.ReadExpression(strings.TrimSuffix(typed, " + C"), maths.Notation{})
	if err != nil {
		t.Fatalf("%q: %v", typed, err)
	}
	h := big.NewRat(1, 1<<40)
	slope := func(n maths.Node, x *big.Rat) (interval.Interval, error) {
		a, err := algebra.Value(n, at(interval.Rat(new(big.Rat).Add(x, h), 240)), 240)
		if err != nil {
			return a, err
		}
		b, err := algebra.Value(n, at(interval.Rat(new(big.Rat).Sub(x, h), 240)), 240)
		if err != nil {
			return b, err
		}
		return a.Sub(b).Quo(interval.Rat(new(big.Rat).Add(h, h), 240))
	}
	for i, x := range points {
		env := at(interval.Rat(x, prec))
		env["y"] = interval.Rat(points[(i*5+3)%len(points)], prec)
		value := func(n maths.Node) (interval.Interval, error) { return algebra.Value(n, env, prec) }
		var a, b interval.Interval
		var err1, err2 error
		switch f.task {
		case "differentiate":
			a, err1 = slope(n, x)
			b, err2 = value(m)
		case "integrate":
			a, err1 = value(n)
			b, err2 = slope(m, x)
		case "evaluate":
			plain, err := maths.ReadExpression(typed, maths.Notation{})
			if err != nil {
				t.Fatal(err)
			}
			return sampled(n, plain)
		default:
			a, err1 = value(n)
			b, err2 = value(m)
		}
		if err1 != nil || err2 != nil {
			continue
		}
		compared++
		gap, scale := a.Sub(b).Abs(), a.Abs()
		limit := new(big.Float).Mul(new(big.Float).Add(scale.Hi, big.NewFloat(1)), big.NewFloat(1e-15))
		differs = differs || gap.Hi.Cmp(limit) > 0
	}
	return differs, compared
}

// sampled compares two numbers. Statistics have no enclosures: they are computed
// here from their definitions.
func sampled(n, m maths.Node) (differs bool, compared int) {
	a, err1 := algebra.Value(defined(n), nil, prec)
	b, err2 := algebra.Value(defined(m), nil, prec)
	if err1 != nil || err2 != nil {
		return false, 0
	}
	return a.Disjoint(b), 1
}

// defined writes statistics out.
func defined(n maths.Node) maths.Node {
	n = maths.MapParts(n, defined)
	c, ok := n.(maths.Call)
	if !ok {
		return n
	}
	parts := c.Args
	count := maths.Int(int64(len(parts)))
	total := parts[0]
	for _, p := range parts[1:] {
		total = bin('+', total, p)
	}
	sorted := slices.Clone(parts)
	slices.SortFunc(sorted, func(a, b maths.Node) int {
		x, _ := number(a)
		y, _ := number(b)
		if x == nil || y == nil {
			return 0
		}
		return x.Cmp(y)
	})
	squares := maths.Node(maths.Int(0))
	for _, p := range parts {
		squares = bin('+', squares, bin('^', bin('-', p, bin('/', total, count)), maths.Int(2)))
	}
	half := len(sorted) / 2
	switch c.Func {
	case "mean":
		return bin('/', total, count)
	case "median":
		if len(sorted)%2 == 1 {
			return sorted[half]
		}
		return bin('/', bin('+', sorted[half-1], sorted[half]), maths.Int(2))
	case "max":
		return sorted[len(sorted)-1]
	case "min":
		return sorted[0]
	case "pvariance":
		return bin('/', squares, count)
	case "stdev":
		return sqrt(bin('/', squares, maths.Int(int64(len(parts)-1))))
	case "pstdev":
		return sqrt(bin('/', squares, count))
	case "variance":
		return bin('/', squares, maths.Int(int64(len(parts)-1)))
	}
	return n
}

func resolvedSet(t *testing.T, q Posed, relations []maths.Relation, typed map[string]string) {
	truth := func(env map[string]interval.Interval) bool {
		for _, r := range relations {
			if !relationAt(r, env) {
				return false
			}
		}
		return true
	}
	var tried []map[string]interval.Interval
	for _, text := range append([]string{q.right}, slices.Collect(valuesOf(typed))...) {
		tried = append(tried, valuesIn(text)...)
	}
	for i, x := range points {
		tried = append(tried, map[string]interval.Interval{"x": interval.Rat(x, prec), "y": interval.Rat(points[(3*i+1)%len(points)], prec)})
	}
	for _, env := range tried {
		if truth(env) != member(t, q.right, env) {
			t.Errorf("%s: the key %s is wrong at %.6g", q.Task.Statement, q.right, env["x"].Lo)
			break
		}
	}
	for text, slip := range typed {
		if !slices.ContainsFunc(tried, func(env map[string]interval.Interval) bool { return truth(env) != member(t, slip, env) }) {
			t.Errorf("%s: the option %s agrees with the statement everywhere it was tried", q.Task.Statement, text)
		}
	}
}

func valuesOf(m map[string]string) func(func(string) bool) {
	return func(yield func(string) bool) {
		for _, v := range m {
			if !yield(v) {
				return
			}
		}
	}
}

// resolvedFormula puts numbers into a formula that was turned round.
func resolvedFormula(t *testing.T, q Posed, r maths.Relation, typed map[string]string) {
	right := func(statement string) bool {
		_, value, _ := strings.Cut(statement, " = ")
		n, err := maths.ReadExpression(value, maths.Notation{})
		if err != nil {
			t.Fatal(err)
		}
		compared := 0
		for k := range 8 {
			env := map[string]interval.Interval{}
			for i, name := range maths.Names(bin('+', r.Terms[0], r.Terms[1])) {
				env[name] = interval.Rat(big.NewRat(int64(5*i+2*k+3), int64(i+k+2)), prec)
			}
			x, err := algebra.Value(n, env, prec)
			if err != nil {
				continue
			}
			env[q.Task.Variable] = x
			if _, err := algebra.Value(bin('-', r.Terms[0], r.Terms[1]), env, prec); err != nil {
				continue
			}
			compared++
			if !relationAt(r, env) {
				return false
			}
		}
		return compared > 1
	}
	if !right(q.right) {
		t.Errorf("%s: the key %s is wrong", q.Task.Statement, q.right)
	}
	for text, slip := range typed {
		if right(slip) {
			t.Errorf("%s: the option %s is right", q.Task.Statement, text)
		}
	}
}

// counted is what was drawn of a family at a level.
type counted struct{ questions, resolved, steps, sequences, most int }

// TestDrawnQuestions draws 50 questions of each family at each level and solves
// 2,106 of them again by enclosures. Options are all different with one right;
// the worked steps have at least three different sequences of rules, none in more
// than half; harder levels take more steps. Families with the same sequences
// count once.
func TestDrawnQuestions(t *testing.T) {
	var mu sync.Mutex
	table := map[string]*[3]counted{}
	kinds := map[string]bool{}
	t.Run("families", func(t *testing.T) {
		for _, f := range families {
			t.Run(f.ID, func(t *testing.T) {
				t.Parallel()
				rows := &[3]counted{}
				all := map[string]bool{}
				for l, level := range question.Levels {
					rows[l] = drawnAt(t, f, level, all)
				}
				mu.Lock()
				defer mu.Unlock()
				table[f.ID] = rows
				kinds[fmt.Sprint(slices.Sorted(maps.Keys(all)))] = true
			})
		}
	})
	var out strings.Builder
	fmt.Fprintf(&out, "%-26s %9s %14s %17s %14s %14s\n", "family", "drawn", "solved again", "steps e/m/h", "sequences", "most of 50")
	var total counted
	var steps [3]int
	for _, f := range families {
		rows := table[f.ID]
		if rows == nil {
			continue
		}
		var c [4][]string
		drawn, resolved := 0, 0
		for l, r := range rows {
			drawn, resolved = drawn+r.questions, resolved+r.resolved
			steps[l] += r.steps
			c[0] = append(c[0], fmt.Sprintf("%.1f", float64(r.steps)/float64(max(1, r.questions))))
			c[1] = append(c[1], fmt.Sprint(r.sequences))
			c[2] = append(c[2], fmt.Sprint(r.most))
		}
		total.questions, total.resolved = total.questions+drawn, total.resolved+resolved
		fmt.Fprintf(&out, "%-26s %9d %14d %17s %14s %14s\n", f.ID, drawn, resolved, strings.Join(c[0], "/"), strings.Join(c[1], "/"), strings.Join(c[2], "/"))
	}
	t.Log(out.String())
	if len(kinds) < 40 {
		t.Errorf("only %d families differ in their sequences of rules", len(kinds))
	}
	if total.resolved < 2000 || steps[0] >= steps[1] || steps[1] >= steps[2] {
		t.Errorf("%d questions solved again, with %v steps at the three levels", total.resolved, steps)
	}
}

// again is how many of the 50 are solved again.
const again = 13

func drawnAt(t *testing.T, f Family, level question.Level, all map[string]bool) (out counted) {
	sequences := map[string]int{}
	for seed := range uint64(50) {
		q, err := f.Question(seeded(seed, 1000), level, question.Choice, 4)
		if err != nil {
			t.Errorf("%v", err)
			continue
		}
		out.questions++
		out.steps += len(q.Rules)
		rules := strings.Join(q.Rules, ", ")
		sequences[rules]++
		all[rules] = true
		if q.Level != level || len(q.LevelBecause) == 0 || len(q.Options) != 4 || len(q.Worked) == 0 {
			t.Errorf("%s: %+v is not complete", f.ID, q.Question)
		}
		texts := map[string]bool{}
		for _, o := range q.Options {
			if texts[o.Text] {
				t.Errorf("%s: two options say %s", q.Task.Statement, o.Text)
			}
			texts[o.Text] = true
		}
		if seed < again {
			resolved(t, f, q)
			out.resolved++
		}
	}
	for _, n := range sequences {
		out.most = max(out.most, n)
	}
	if out.sequences = len(sequences); out.sequences < 3 || out.most > 25 {
		t.Errorf("%s, %s: %d sequences of rules, one of them %d times in 50", f.ID, level, out.sequences, out.most)
	}
	return out
}

// TestRates draws hard questions of the families that promise special cases.
func TestRates(t *testing.T) {
	for _, f := range families {
		if f.Rates == (Rates{}) {
			continue
		}
		t.Run(f.ID, func(t *testing.T) {
			t.Parallel()
			var got Rates
			const n = 80
			for seed := range uint64(n) {
				q, err := f.Question(seeded(seed, 9), question.Hard, question.Choice, 4)
				if err != nil {
					t.Fatal(err)
				}
				switch q.right {
				case "no solution":
					got.None += 1.0 / n
				case "all real numbers":
					got.Identity += 1.0 / n
				}
				if q.Explanation != "" {
					got.Extraneous += 1.0 / n
				}
			}
			if got.None < f.Rates.None || got.Identity < f.Rates.Identity || got.Extraneous < f.Rates.Extraneous {
				t.Errorf("%s: %.2f, promised %.2f", f.ID, got, f.Rates)
			}
		})
	}
}

// TestSameSeedSameQuestion draws twice, and many versions of one question.
func TestSameSeedSameQuestion(t *testing.T) {
	for _, f := range families {
		ids := map[string]bool{}
		for seed := range uint64(12) {
			a, err1 := f.Question(seeded(seed, 5), question.Medium, question.Choice, 4)
			b, err2 := f.Question(seeded(seed, 5), question.Medium, question.Choice, 4)
			if err1 != nil || err2 != nil || a.ID != b.ID || a.Stem != b.Stem {
				t.Errorf("%s, seed %d: %s and %s, %v, %v", f.ID, seed, a.Stem, b.Stem, err1, err2)
			}
			ids[a.ID] = true
		}
		if len(ids) < 6 {
			t.Errorf("%s: only %d different versions of 12", f.ID, len(ids))
		}
	}
}
