package proof

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"zincowl/core/question"
)

// Questions that are nearly the same share a band, also with other numbers; others rarely
// share one.
func TestBands(t *testing.T) {
	near := [][2]string{
		{"A pump lifts 3 m³ a minute. How long does it need for 45 m³?", "A pump lifts 7 m³ a minute. How long does it need for 84 m³?"},
		{"Which things are held back by the coarse screen of a works?", "Which things are held back by the coarse screen?"},
		{"How often is the free chlorine tested by the operator?", "How often does the operator test the free chlorine?"},
	}
	for _, c := range near {
		if a, b := Bands(short(c[0])), Bands(short(c[1])); !sharedBand(a, b) {
			t.Errorf("%q and %q share no band", c[0], c[1])
		}
	}
	met, all := 0, 0
	var list []question.Question
	for _, name := range subjectNames {
		_, posed := posedIn(t, name)
		for _, p := range posed[:12] {
			list = append(list, p.Question)
		}
	}
	for i, a := range list {
		own := Bands(a)
		if len(own) != bands || !slices.Equal(own, Bands(a)) {
			t.Fatalf("%q has the bands %v", a.Stem, own)
		}
		for _, b := range list[:i] {
			all++
			if sharedBand(own, Bands(b)) {
				met++
			}
		}
	}
	if met*50 > all {
		t.Errorf("%d of %d pairs of different questions share a band", met, all)
	}
	if len(Bands(question.Question{Kind: question.Essay})) != 0 {
		t.Error("a question without words has bands")
	}
}

func sharedBand(a, b []int64) bool {
	return slices.ContainsFunc(a, func(x int64) bool { return slices.Contains(b, x) })
}

// A question of the bank may be the same again, and gives nothing away.
func TestAmongTheBank(t *testing.T) {
	had := choice("Which things are held back by the coarse screen?", "leaves", "clay", "salt")
	had.ID = "had"
	again := choice("Which things does the coarse screen hold back?", "leaves", "silt", "iron")
	again.ID = "again"
	says := choice("Who cleans the coarse screen, which holds back leaves?", "the keeper", "the owner", "the town")
	says.ID = "says"
	l := NewLibrary(nil)
	for _, c := range []struct {
		bank, asked question.Question
		held        bool
	}{{had, again, true}, {says, again, false}} {
		r, err := ExamineBeside(t.Context(), c.asked, l, NewBatchAmong([]question.Question{c.bank}, []question.Question{c.asked}))
		if err != nil {
			t.Fatal(err)
		}
		if (r.Verdict == Held) != c.held {
			t.Errorf("%q beside %q of the bank: %s %+v", c.asked.Stem, c.bank.Stem, r.Verdict, r.Findings)
		}
	}
}

// lookUpLimit is what looking for repeats in a bank of a hundred thousand may take.
const lookUpLimit = 2 * time.Millisecond

// BenchmarkLookUp looks one question up among a hundred thousand, in memory as an index
// does. Reported is the time as a share of the limit.
func BenchmarkLookUp(b *testing.B) {
	r := rand.New(rand.NewPCG(1, 2))
	var words []string
	for range 4000 {
		w := make([]byte, 4+r.IntN(6))
		for i := range w {
			w[i] = byte('a' + r.IntN(26))
		}
		words = append(words, string(w))
	}
	stem := func() string {
		s := "What"
		for range 6 + r.IntN(8) {
			s += " " + words[r.IntN(len(words))]
		}
		return s + fmt.Sprintf(" %d?", r.IntN(100))
	}
	index := map[int64][]int32{}
	for i := range 100_000 {
		for _, band := range Bands(short(stem())) {
			index[band] = append(index[band], int32(i))
		}
	}
	q := short(stem())
	for b.Loop() {
		found := 0
		for _, band := range Bands(q) {
			found += len(index[band])
		}
		if found > 1000 {
			b.Fatalf("%d share a band by chance", found)
		}
	}
	b.ReportMetric(float64(b.Elapsed())/float64(b.N)/float64(lookUpLimit), "of-limit")
}
