package ability

import (
	"math"
	"math/rand/v2"
	"testing"
)

func TestOf(t *testing.T) {
	// The tenth and ninetieth percentiles of Beta(right + ½, wrong + ½), by the
	// midpoint rule on x = sin² t with 20,000 steps.
	for _, c := range []struct {
		right, n, share, low, high float64
	}{
		{0, 0, 0.5, 0, 1},
		{5, 10, 0.5, 0.30989, 0.69011},
		{0, 5, 0.08333, 0, 0.22672},
		{5, 5, 0.91667, 0.77328, 1},
		{61, 100, 0.60891, 0.54633, 0.67055},
	} {
		e := Of(Answered{Count: int(c.n), Right: c.right, Weight: c.n})
		for _, v := range [][2]float64{{e.Share, c.share}, {e.Low, c.low}, {e.High, c.high}} {
			if math.Abs(v[0]-v[1]) > 0.00001 {
				t.Errorf("%v of %v: %+v", c.right, c.n, e)
				break
			}
		}
	}
}

// The interval has to hold the true share about as often as it says, whatever
// the share and however few the answers.
func TestIntervalCovers(t *testing.T) {
	r := rand.New(rand.NewPCG(9, 9))
	worst, sum, n := 1.0, 0.0, 0
	for _, answers := range []int{3, 5, 10, 30} {
		intervals := make([]Estimate, answers+1)
		for right := range intervals {
			intervals[right] = Of(Answered{Right: float64(right), Weight: float64(answers)})
		}
		for p := 0.05; p < 1; p += 0.05 {
			held := 0
			const trials = 1500
			for range trials {
				right := 0
				for range answers {
					if r.Float64() < p {
						right++
					}
				}
				if e := intervals[right]; e.Low <= p && p <= e.High {
					held++
				}
			}
			share := float64(held) / trials
			worst, sum, n = min(worst, share), sum+share, n+1
		}
	}
	if mean := sum / float64(n); mean < Coverage-0.03 || worst < 0.55 {
		t.Errorf("the interval holds the share %.3f of the time on average and %.3f at worst", mean, worst)
	}
}

func TestGapsAreByMarksAtStake(t *testing.T) {
	got := Gaps([]Topic{
		{"strong", 50, Answered{40, 38, 40}},
		{"weak", 30, Answered{40, 10, 40}},
		{"unseen", 20, Answered{}},
	})
	if got[0].Topic != "weak" || got[1].Topic != "unseen" || got[2].Topic != "strong" {
		t.Errorf("%+v", got)
	}
	if g := got[1]; g.AtStake != 10 || g.Estimate.Low != 0 || g.Estimate.High != 1 {
		t.Errorf("unseen: %+v", g)
	}
}

func TestDeal(t *testing.T) {
	gaps := []Gap{{Topic: "a", AtStake: 6}, {Topic: "b", AtStake: 3}, {Topic: "c", AtStake: 1}, {Topic: "d"}}
	for _, c := range []struct {
		n         int
		available map[string]int
		want      map[string]int
	}{
		{10, map[string]int{"a": 99, "b": 99, "c": 99}, map[string]int{"a": 6, "b": 3, "c": 1}},
		{10, map[string]int{"a": 2, "b": 99, "c": 99}, map[string]int{"a": 2, "b": 6, "c": 2}},
		{5, map[string]int{"d": 9}, map[string]int{"d": 5}},
		{5, map[string]int{"a": 1, "b": 1}, map[string]int{"a": 1, "b": 1}},
		{5, nil, map[string]int{}},
	} {
		got := Deal(c.n, gaps, c.available)
		for topic, want := range c.want {
			if got[topic] != want {
				t.Errorf("Deal(%d, %v) = %v, want %v", c.n, c.available, got, c.want)
				break
			}
		}
	}
}
