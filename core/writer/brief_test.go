package writer

import (
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
		for _, k := range apportion(c.shares, c.n) {
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
	if levels[question.Hard] != 5 || levels[question.Medium] != 4 || levels[""] != 11 || kinds[question.Choice] != 14 {
		t.Errorf("%v, %v", levels, kinds)
	}
	if n := len(slots(Brief{Count: 9000}.withDefaults())); n != MaxCount {
		t.Errorf("a batch of %d", n)
	}
}
