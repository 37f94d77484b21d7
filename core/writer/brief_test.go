package writer

import (
	"math"
	"strings"
	"testing"

	"zincowl/core/question"
)

func TestApportion(t *testing.T) {
	for _, c := range []struct {
		shares map[question.Kind]float64
		n      int
		want   map[question.Kind]int
	}{
		{map[question.Kind]float64{question.Choice: 0.7, question.Blanks: 0.15, question.Numeric: 0.15}, 20, map[question.Kind]int{question.Choice: 14, question.Blanks: 3, question.Numeric: 3}},
		{map[question.Kind]float64{question.Choice: 1, question.Numeric: 1}, 5, map[question.Kind]int{question.Choice: 3, question.Numeric: 2}},
		{map[question.Kind]float64{question.Numeric: 2}, 4, map[question.Kind]int{question.Numeric: 4}},
		{map[question.Kind]float64{question.Numeric: -1}, 3, map[question.Kind]int{question.Choice: 3}},
		{nil, 2, map[question.Kind]int{question.Choice: 2}},
	} {
		got := map[question.Kind]int{}
		for _, k := range kindsFor(c.shares, c.n) {
			got[k]++
		}
		for k, n := range c.want {
			if got[k] != n {
				t.Errorf("%d by %v: %v, want %v", c.n, c.shares, got, c.want)
				break
			}
		}
	}
}

func TestSlotsKeepLevelsAndKinds(t *testing.T) {
	b := Brief{Count: 20, Levels: map[question.Level]int{question.Hard: 5, question.Medium: 4}, Seed: 3}.withDefaults()
	levels, kinds := map[question.Level]int{}, map[question.Kind]int{}
	for _, s := range slots(b) {
		levels[s.level]++
		kinds[s.kind]++
		if s.kind == question.Blanks && (s.level == question.Hard || s.level == question.Medium) {
			t.Errorf("a blank is to be %s", s.level)
		}
	}
	if levels[question.Hard] != 5 || levels[question.Medium] != 4 || levels[""] != 11 || kinds[question.Choice] != 9 {
		t.Errorf("%v, %v", levels, kinds)
	}
}

func TestBriefsAreBounded(t *testing.T) {
	share := func(x float64) *float64 { return &x }
	for says, b := range map[string]Brief{
		"1 to 500 questions":     {},
		"asks for -3":            {Count: -3},
		"asks for 501":           {Count: 501},
		"can't be written":       {Count: 5, Levels: map[question.Level]int{question.Easy: 1 << 62, question.Medium: 1 << 62, question.Hard: 1 << 62}},
		"-1 hard":                {Count: 5, Levels: map[question.Level]int{question.Hard: -1}},
		"add up to 6":            {Count: 5, Levels: map[question.Level]int{question.Hard: 3, question.Easy: 3}},
		"no level \"trivial\"":   {Count: 5, Levels: map[question.Level]int{"trivial": 1}},
		"no kind of question":    {Count: 5, Kinds: map[question.Kind]float64{"riddle": 1}},
		"share of choice":        {Count: 5, Kinds: map[question.Kind]float64{question.Choice: math.Inf(1)}},
		"share of numeric":       {Count: 5, Kinds: map[question.Kind]float64{question.Numeric: -1}},
		"share of blanks":        {Count: 5, Kinds: map[question.Kind]float64{question.Blanks: math.NaN()}},
		"2 to 10 options":        {Count: 5, Options: 1 << 40},
		"share of word problems": {Count: 5, WordProblems: share(1.5)},
		"names 1001 topics":      {Count: 5, Topics: make([]string, 1001)},
	} {
		err := b.Check()
		if err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%+v: %v, want %q", b, err, says)
		}
		if _, drafted := Draft(t.Context(), Study(nil), b, nil); err == nil || drafted == nil || drafted.Error() != err.Error() {
			t.Errorf("%+v is drafted: %v", b, drafted)
		}
	}
	if err := (Brief{Count: MaxCount, Levels: map[question.Level]int{question.Hard: MaxCount}, Kinds: map[question.Kind]float64{question.Short: 0.2, question.Choice: 0.8}, Options: 5}).Check(); err != nil {
		t.Error(err)
	}
}
