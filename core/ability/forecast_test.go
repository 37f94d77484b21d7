package ability

import (
	"math"
	"math/rand/v2"
	"testing"
)

func some(r *rand.Rand) []Topic {
	var out []Topic
	total := 0.0
	for range 1 + r.IntN(12) {
		n := r.IntN(60)
		t := Topic{Weight: 0.1 + r.Float64(), Answered: Answered{Count: n, Weight: float64(n), Right: float64(n) * r.Float64()}}
		total += t.Weight
		out = append(out, t)
	}
	for i := range out {
		out[i].Weight *= 100 / total
	}
	return out
}

// The likely score is what the estimates of the gaps come to, the curve is a distribution with that mean,
// and more is passed where less is asked.
func TestForecastAgreesWithTheGaps(t *testing.T) {
	for seed := range uint64(200) {
		topics := some(rand.New(rand.NewPCG(seed, 1)))
		f := Foresee(topics, 60, 60)
		weighted := 0.0
		for _, g := range Gaps(topics) {
			weighted += g.Weight * g.Estimate.Share
		}
		sum, mean := 0.0, 0.0
		for score, p := range f.Curve {
			if p < 0 {
				t.Fatalf("seed %d: %v at %d", seed, p, score)
			}
			sum += p
			mean += p * float64(score)
		}
		if math.Abs(f.Likely-weighted) > 1e-9 || math.Abs(sum-1) > 1e-6 || math.Abs(mean-f.Likely) > 0.6 {
			t.Errorf("seed %d: likely %v, estimates %v, curve of %v with mean %v", seed, f.Likely, weighted, sum, mean)
		}
		if f.Low > f.Likely || f.High < f.Likely || f.Pass < 0 || f.Pass > 1 {
			t.Errorf("seed %d: %+v", seed, f)
		}
		if Foresee(topics, 50, 60).Pass < f.Pass || Foresee(topics, 0, 60).Pass < 1-1e-9 {
			t.Errorf("seed %d: a lower pass mark is harder", seed)
		}
	}
}

// Of candidates whose shares are as uncertain as their answers say, so many pass as is forecast, and as
// many scores lie in the interval as it says.
func TestForecastIsCalibrated(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 3))
	expected, passed, within, n := 0.0, 0.0, 0.0, 0.0
	for range 1500 {
		var topics []Topic
		score := 0.0
		for range 5 {
			p, asked := r.Float64(), 1+r.IntN(20)
			right := 0
			for range asked {
				if r.Float64() < p {
					right++
				}
			}
			topics = append(topics, Topic{Weight: 20, Answered: Answered{Count: asked, Weight: float64(asked), Right: float64(right)}})
			for range 12 {
				if r.Float64() < p {
					score += 20.0 / 12
				}
			}
		}
		f := Foresee(topics, 50, 60)
		n++
		expected += f.Pass
		if score >= 50-1e-9 {
			passed++
		}
		if score >= f.Low && score <= f.High {
			within++
		}
	}
	if math.Abs(expected-passed)/n > 0.03 || math.Abs(within/n-Coverage) > 0.06 {
		t.Errorf("%.3f are forecast to pass and %.3f do; %.3f lie in the interval", expected/n, passed/n, within/n)
	}
}

// With nothing answered all is open; with much answered little is.
func TestForecastWidth(t *testing.T) {
	none := Foresee([]Topic{{Weight: 100}}, 60, 60)
	much := Foresee([]Topic{{Weight: 100, Answered: Answered{Count: 5000, Weight: 5000, Right: 4000}}}, 60, 60)
	if none.High-none.Low < 70 || math.Abs(none.Likely-50) > 1e-9 {
		t.Errorf("nothing answered: %+v", none)
	}
	if much.High-much.Low > 16 || much.Pass < 0.99 {
		t.Errorf("much answered: %v to %v, %v", much.Low, much.High, much.Pass)
	}
	if empty := Foresee(nil, 60, 60); empty.Likely != 0 || len(empty.Curve) != 101 {
		t.Errorf("no topics: %+v", empty)
	}
}

func BenchmarkForesee(b *testing.B) {
	r := rand.New(rand.NewPCG(1, 1))
	var topics []Topic
	for range 60 {
		n := float64(r.IntN(50))
		topics = append(topics, Topic{Weight: 100.0 / 60, Answered: Answered{Count: int(n), Weight: n, Right: n * r.Float64()}})
	}
	for b.Loop() {
		Foresee(topics, 60, 60)
	}
	b.ReportMetric(b.Elapsed().Seconds()/float64(b.N)/0.05, "of-limit") // 50 ms
}
