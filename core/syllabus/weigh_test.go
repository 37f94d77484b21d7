package syllabus

import (
	"math"
	"testing"
)

func given(v float64, u Unit) *Weight { return &Weight{v, u} }

func TestWeigh(t *testing.T) {
	paper := func(title string, marks map[string]float64) Paper {
		p := Paper{Title: title}
		for topic, m := range marks {
			p.Questions = append(p.Questions, Asked{Topic: topic, Marks: m})
		}
		return p
	}
	for name, c := range map[string]struct {
		topics []Topic
		papers []Paper
		own    []float64
		basis  []Basis
	}{
		"in proportion": {
			[]Topic{{Given: given(3, Marks)}, {Given: given(1, Marks)}}, nil, []float64{75, 25}, []Basis{Given, Given},
		},
		"sub-topics divide": {
			[]Topic{{Given: given(60, Percent)}, {Depth: 1, Given: given(1, Stars)}, {Depth: 1, Given: given(2, Stars)}, {Given: given(40, Percent)}}, nil,
			[]float64{0, 20, 40, 40}, []Basis{Given, Given, Given, Given},
		},
		"a parent keeps what its sub-topics leave": {
			[]Topic{{Given: given(60, Percent)}, {Depth: 1, Given: given(20, Percent)}, {Depth: 1, Given: given(10, Percent)}, {Given: given(40, Percent)}}, nil,
			[]float64{30, 20, 10, 40}, []Basis{Given, Given, Given, Given},
		},
		"a parent is the sum of its sub-topics": {
			[]Topic{{}, {Depth: 1, Given: given(10, Marks)}, {Depth: 1, Given: given(20, Marks)}, {Given: given(30, Marks)}}, nil,
			[]float64{0, 100.0 / 6, 100.0 / 3, 50}, []Basis{Given, Given, Given, Given},
		},
		"nothing is known": {[]Topic{{}, {}, {Depth: 1}}, nil, []float64{50, 0, 50}, []Basis{Equal, Equal, Equal}},
		"missing per cent share the rest": {
			[]Topic{{Given: given(70, Percent)}, {}, {}}, nil, []float64{70, 15, 15}, []Basis{Given, Equal, Equal},
		},
		"of a hundred nothing is left": {
			[]Topic{{Given: given(70, Percent)}, {Given: given(30, Percent)}, {}}, nil, []float64{70, 30, 0}, []Basis{Given, Given, Equal},
		},
		"missing marks are as the mean": {
			[]Topic{{Given: given(10, Marks)}, {Given: given(30, Marks)}, {}}, nil, []float64{100.0 / 6, 50, 100.0 / 3}, []Basis{Given, Given, Equal},
		},
		"papers say": {
			[]Topic{{ID: "a"}, {ID: "b"}}, []Paper{paper("2024", map[string]float64{"a": 30, "b": 10, "elsewhere": 9})},
			// 1600/1000 = 1.6 questions of effect: (1.6·0.75 + 0.5)/2.6
			[]float64{100 * 1.7 / 2.6, 100 * 0.9 / 2.6}, []Basis{Estimated, Estimated},
		},
		"papers say what is missing": {
			[]Topic{{ID: "a", Given: given(80, Percent)}, {ID: "b"}, {ID: "c"}}, []Paper{paper("2024", map[string]float64{"b": 1, "c": 1})},
			[]float64{80, 10, 10}, []Basis{Given, Estimated, Estimated},
		},
	} {
		for i := range c.topics {
			if c.topics[i].ID == "" {
				c.topics[i].ID = string(rune('p' + i))
			}
		}
		for i, s := range Weigh(c.topics, c.papers) {
			if math.Abs(s.Own-c.own[i]) > 1e-9 || s.Basis != c.basis[i] {
				t.Errorf("%s: topic %d is %+v, want %g %s", name, i, s, c.own[i], c.basis[i])
			}
			if s.Basis == Estimated && (len(s.Papers) != 1 || s.Low > s.Total || s.High < s.Total) {
				t.Errorf("%s: topic %d is %+v", name, i, s)
			}
		}
	}
}

// More questions make the interval narrower, and it holds the truth as often as
// it says.
func TestWeighIsHonest(t *testing.T) {
	topics := []Topic{{ID: "a"}, {ID: "b"}, {ID: "c"}}
	state := uint64(7)
	draw := func() float64 {
		state = state*6364136223846793005 + 1442695040888963407
		return float64(state>>11) / (1 << 53)
	}
	held, runs, last := 0, 2000, 101.0
	for _, n := range []int{10, 40, 160} {
		width := 0.0
		for range runs {
			var p Paper
			for range n {
				topic := "a"
				if u := draw(); u > 0.8 {
					topic = "b"
				} else if u > 0.5 {
					topic = "c"
				}
				p.Questions = append(p.Questions, Asked{Topic: topic, Marks: float64(1 + int(3*draw()))})
			}
			s := Weigh(topics, []Paper{p})[0]
			width += (s.High - s.Low) / float64(runs)
			if s.Low <= 50 && 50 <= s.High {
				held++
			}
		}
		if width >= last {
			t.Errorf("with %d questions the interval is %g wide, before it was %g", n, width, last)
		}
		last = width
	}
	if share := float64(held) / float64(3*runs); share < 0.76 || share > 0.86 {
		t.Errorf("the interval holds the true share in %.3f of the cases", share)
	}
}

func TestWeighStatements(t *testing.T) {
	topics := []Topic{{ID: "a", CanDo: []Statement{{ID: "s1"}, {ID: "s2"}}}}
	if got := WeighStatements(topics, nil); len(got) != 0 {
		t.Errorf("without papers it is %v", got)
	}
	got := WeighStatements(topics, []Paper{{Questions: []Asked{{Topic: "a", Statement: "s1", Marks: 1}, {Topic: "a", Marks: 3}}}})
	if s := got["s1"]; s.Share != 25 || s.Low >= 25 || s.High <= 25 {
		t.Errorf("s1 is %+v", s)
	}
	if s := got["s2"]; s.Share != 0 || s.Low != 0 || s.High <= 0 {
		t.Errorf("s2 is %+v", s)
	}
}
