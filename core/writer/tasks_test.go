package writer

import (
	"math/big"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/question"
	"zincowl/core/source"
)

// sheet are formulas of one source and topic.
func sheet(t testing.TB, texts ...string) []equation {
	t.Helper()
	src := &Source{ID: "notes"}
	var out []equation
	for _, text := range texts {
		e := formula(t, text)
		e.src, e.topic, e.passage = src, "all", source.Passage{ID: "p"}
		out = append(out, e)
	}
	return out
}

const (
	rate   = "wash rate = wash flow / bed area, where the wash rate is in m/h, the wash flow is in m³/h and the bed area is in m²"
	volume = "wash volume = wash flow × duration, where the wash volume is in m³, the wash flow is in m³/h and the duration is in h"
	power  = "water power = flow × pressure, where the water power is in W, the flow is in m³/s and the pressure is in Pa"
	drawn  = "power drawn = water power / efficiency, where the power drawn is in kW, the water power is in kW and the efficiency is a decimal"
)

func TestChainsJoinWhatIsOneQuantity(t *testing.T) {
	all := sheet(t, rate, volume, power, drawn)
	link := func(i int, name string) maths.Variable {
		v, ok := all[i].Variable(name)
		if !ok {
			t.Fatalf("%s is not in %s", name, all[i].Text)
		}
		return v
	}
	p, ok := chained(all[0], all[1], link(1, "wash flow"))
	if !ok || p.Expr.String() != "wash rate × bed area × duration" {
		t.Errorf("the flow from the rate gives %v, %v", p.Expr, ok)
	}
	p, ok = chained(all[2], all[3], link(3, "water power"))
	if !ok || p.Expr.String() != "flow × pressure ÷ 1000 ÷ efficiency" {
		t.Errorf("watts carried over into kilowatts give %v, %v", p.Expr, ok)
	}
	if first, second := p.inTurn("pressure"); first.Text != all[3].Text || second.Text != all[2].Text {
		t.Errorf("for the pressure %q is worked before %q", first.Text, second.Text)
	}
	// What both need besides the link may cancel out.
	shared := sheet(t, rate, "covered = wash flow × bed area / length, where the covered is in m³·m/h, the wash flow is in m³/h, the bed area is in m² and the length is in m")
	if _, ok := chained(shared[0], shared[1], shared[1].Variables[1]); ok {
		t.Error("formulas that share more than their link were joined")
	}
}

func TestDrawnChainsAreWorkedInTwoSteps(t *testing.T) {
	ideas := chains(sheet(t, rate, volume, power, drawn), learned{})
	if len(ideas) == 0 {
		t.Fatal("there is no chain")
	}
	for n, i := range ideas {
		for seed := range uint64(12) {
			q, err := i.write(rand.New(rand.NewPCG(seed, uint64(n))), Brief{}.withDefaults())
			if err != nil {
				continue
			}
			if len(q.Worked) < 4 || len(q.Model.Formulas) != 2 || len(q.Cites) != 2 || !slices.Equal(q.LevelBecause, []string{"chain"}) {
				t.Errorf("%s is worked as %q by %q", q.Stem, q.Worked, q.Model.Formulas)
			}
			for _, v := range []string{"water power is", "wash flow is"} {
				if strings.Count(strings.ToLower(q.Stem), v) > 0 && strings.Contains(q.Worked[0], strings.TrimSuffix(v, " is")+" =") {
					t.Errorf("%s gives what has to be found first: %q", q.Stem, q.Worked)
				}
			}
		}
	}
}

func TestChangesComeToWhatTheySay(t *testing.T) {
	p := sheet(t, rate)[0].alone()
	seen := map[asking]int{}
	for seed := range uint64(120) {
		task, err := p.drawChange(rand.New(rand.NewPCG(seed, 3)), []string{"wash flow", "bed area"}[seed%2], learned{})
		if err != nil {
			t.Error(err)
			continue
		}
		c := task.change
		seen[c.asks]++
		inverse := c.is(-1)
		if inverse != (c.of.Name == "bed area") || c.up != (c.to.Value.Cmp(c.from.Value) > 0) || c.rises != (c.up != inverse) {
			t.Errorf("%s goes up: %v, the rate: %v, inverse: %v", c.of.Name, c.up, c.rises, inverse)
		}
		want := distance(c.later, c.before)
		switch c.asks {
		case forValue:
			want = c.later
		case forShare:
			want.Quo(want, c.before).Mul(want, big.NewRat(100, 1))
		}
		if task.answer.Cmp(want) != 0 {
			t.Errorf("the answer is %s, not %s", task.answer.FloatString(4), want.FloatString(4))
		}
		stem := task.stem(rand.New(rand.NewPCG(seed, 4)), Brief{}, true)
		if strings.Contains(stem, "{") || strings.Contains(stem, "  ") || !strings.HasSuffix(stem, "?") {
			t.Errorf("the stem is %q", stem)
		}
		if c.asks == forShare && c.told == byPercent && !inverse {
			t.Errorf("%q gives its answer away", stem)
		}
	}
	for a := forDifference; a <= forShare; a++ {
		if seen[a] < 10 {
			t.Errorf("asked in the manner %d only %d times", a, seen[a])
		}
	}
}

func TestProportion(t *testing.T) {
	for _, c := range []struct{ formula, name, power string }{
		{"a*b", "b", "1"}, {"a/b", "b", "-1"}, {"a/(b/c)", "c", "1"}, {"a/(b*c)", "c", "-1"}, {"a + b", "b", ""},
		{"a*b^2", "b", "2"}, {"(a + b)*c", "c", "1"}, {"(a + b)*c", "a", ""}, {"a/b*c", "c", "1"},
		{"π × a² × b", "a", "2"}, {"√(2 × a × b)", "b", "1/2"}, {"a / √(b)", "b", "-1/2"}, {"a^(2/3)", "a", "2/3"}, {"1 / a³", "a", "-3"}, {"(a × b)²", "b", "2"},
		{"√(a² + b²)", "a", ""}, {"a^b", "b", ""}, {"log(a)", "a", ""}, {"a × a", "a", ""}, {"b", "a", ""}, {"a^0", "a", ""},
	} {
		n, err := maths.Parse(c.formula)
		if err != nil {
			t.Fatal(err)
		}
		got := ""
		if p := proportion(n, c.name); p != nil {
			got = p.RatString()
		}
		if got != c.power {
			t.Errorf("%s is in proportion to the power %q of %s, want %q", c.formula, got, c.name, c.power)
		}
	}
}

// Changes of a power are asked and worked with the power of the change.
func TestChangesOfPowers(t *testing.T) {
	for _, c := range []struct{ formula, name string }{
		{"V = πr²h, where V is the volume in m³, r is the radius in m and h is the depth in m", "r"},
		{"v = √(2gh), where v is the speed in m/s, g is 9.81 m/s² and h is the head in m", "h"},
		{"E = ½mv², where E is the energy in J, m is the mass in kg and v is the speed in m/s", "v"},
	} {
		p := formula(t, c.formula).alone()
		seen := map[asking]int{}
		for seed := range uint64(60) {
			task, err := p.drawChange(rand.New(rand.NewPCG(seed, 9)), c.name, learned{})
			if err != nil {
				t.Errorf("%s: %v", c.formula, err)
				continue
			}
			seen[task.change.asks]++
			before, later := task.change.before, task.change.later
			if ratio := new(big.Rat).Quo(later, before); maths.Settled(ratio).Cmp(maths.Settled(task.change.scale())) != 0 {
				t.Errorf("%s: from %s to %s is not %s times as much", c.formula, decimal.Exact(before), decimal.Exact(later), decimal.Exact(task.change.scale()))
			}
			stem := task.stem(rand.New(rand.NewPCG(seed, 4)), Brief{}, false)
			number, exact := decimal.Show(task.answer, digits)
			steps := task.worked(units.With(number, task.asked.Unit), exact)
			if strings.Contains(stem, "{") || len(steps) < 3 || !strings.HasSuffix(steps[len(steps)-1], units.With(number, task.asked.Unit)) {
				t.Errorf("%s\n  %q", stem, steps)
			}
			ids := map[string]bool{}
			for _, s := range task.slips() {
				ids[s.id] = true
			}
			if task.change.asks == forShare && !ids["percentage-carried-over"] || task.change.asks == forValue && !ids["power-of-the-change-forgotten"] {
				t.Errorf("%s has the slips %v", stem, ids)
			}
		}
		if seen[forValue] < 5 || seen[forShare] < 5 {
			t.Errorf("%s is asked %v", c.formula, seen)
		}
	}
}

func TestChoicesNeedOneOfTwoFormulas(t *testing.T) {
	all := sheet(t, rate, volume, power)
	ideas := all[0].choices(all, learned{})
	if len(ideas) == 0 {
		t.Fatal("there is no choice")
	}
	if more := all[2].choices(all, learned{}); len(more) != 0 {
		t.Error("a formula that shares nothing has a rival")
	}
	for seed := range uint64(40) {
		q, err := ideas[0].write(rand.New(rand.NewPCG(seed, 8)), Brief{}.withDefaults())
		if err != nil {
			t.Error(err)
			continue
		}
		if !strings.Contains(q.Stem, "duration") || strings.Contains(strings.Join(q.Worked, " "), " h ") || len(q.Model.Stages[0].Givens) != 3 {
			t.Errorf("%s is worked as %q", q.Stem, q.Worked)
		}
	}
}

func TestSlipsOfChangesAndChains(t *testing.T) {
	all := sheet(t, rate, volume, power, drawn)
	found := map[string]bool{}
	collect := func(q question.Question) {
		for _, s := range q.Slips {
			found[s.ID] = true
			if s.Why == "" || !strings.HasSuffix(s.Why, ".") {
				t.Errorf("the slip %s has the reason %q", s.ID, s.Why)
			}
			if s.Value == kind.KeyText(q) {
				t.Errorf("%s: the slip %s is the key", q.Stem, s.ID)
			}
		}
	}
	for n, i := range quantitative(all, learned{}) {
		for seed := range uint64(25) {
			if i.kind != question.Numeric {
				continue
			}
			if q, err := i.write(rand.New(rand.NewPCG(seed, uint64(n))), Brief{}.withDefaults()); err == nil {
				collect(q)
			}
		}
	}
	for _, id := range []string{
		"ratio-turned-over", "factor-forgotten", "power-of-ten", "unit-not-converted", "conversion-turned-over", "factor-of-lengths", "sixties-as-hundredths", "formula-not-turned-round",
		"wrong-formula", "wrong-given", "step-left-out", "unit-between-steps", "rounded-too-early", "rest-for-share", "multiplied-for-divided", "divided-for-multiplied", "added-for-multiplied",
		"change-missed", "new-value-for-change", "change-alone", "percent-taken-for-added", "change-turned-round", "percentage-carried-over", "percentage-of-the-new-value", "ratio-for-change", "percent-of-the-answer",
	} {
		if !found[id] {
			t.Errorf("nothing leads to the slip %s", id)
		}
	}
}

func TestNoOtherUnknown(t *testing.T) {
	no := false
	qs, _ := draft(t, Study(course(t)), Brief{Count: 60, Seed: 2, OtherUnknown: &no, Kinds: map[question.Kind]float64{question.Numeric: 1}, Levels: map[question.Level]int{question.Hard: 60}})
	if len(qs) < 50 {
		t.Errorf("only %d drafted", len(qs))
	}
	for _, q := range qs {
		if slices.Contains(q.LevelBecause, "another unknown") {
			t.Errorf("%s asks for another unknown", q.Stem)
		}
	}
}

// TestVersionsOfAQuestion writes each idea for a class of candidates: the seeds give
// different questions of one level and feature.
func TestVersionsOfAQuestion(t *testing.T) {
	for _, i := range quantitative(sheet(t, rate, volume, power, drawn), learned{}) {
		versions := map[string]bool{}
		var because []string
		written := 0
		for seed := range uint64(40) {
			q, err := i.write(rand.New(rand.NewPCG(seed, 6)), Brief{}.withDefaults())
			if err != nil {
				continue
			}
			if written++; written > 1 && !slices.Equal(q.LevelBecause, because) {
				t.Errorf("%s is hard by %q, another version by %q", q.Stem, q.LevelBecause, because)
			}
			because = q.LevelBecause
			versions[kind.Identify(q)] = true
		}
		if written < 20 || 10*len(versions) < 9*written {
			t.Errorf("%s: %d different versions of %d written by 40 seeds", i.subject, len(versions), written)
		}
	}
}
