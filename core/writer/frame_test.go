package writer

import (
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"zincowl/core/question"
)

func TestFrames(t *testing.T) {
	for _, l := range question.Levels {
		frames := storyFrames[l]
		if len(frames) < 12 {
			t.Errorf("%s has only %d stories", l, len(frames))
		}
		for _, f := range append(frames, plainFrames...) {
			givens := strings.Count(f, "{are}") + strings.Count(f, "{of}")
			if givens != 1 || strings.Count(f, "{ask}") != 1 || !strings.HasSuffix(f, "?") && !strings.HasSuffix(f, ".") {
				t.Errorf("%q tells its givens %d times", f, givens)
			}
			text := fill(f, []string{"the dose is 2 mg/L", "the volume is 3 ML"}, []string{"a dose of 2 mg/L", "a volume of 3 ML"}, "", "mass in kg", Brief{Setting: "a pump house"})
			if strings.ContainsAny(text, "{}") || strings.Count(text, "mg/L") != 1 || text[:1] != strings.ToUpper(text[:1]) {
				t.Errorf("%q is filled as %q", f, text)
			}
		}
	}
}

func TestFramesOfChanges(t *testing.T) {
	if len(changeStories) < 12 {
		t.Errorf("only %d stories tell a change", len(changeStories))
	}
	for _, f := range slices.Concat(changeFrames, changeStories, stillFrames) {
		text := fill(f, []string{"the area is 36 m²"}, nil, "flow rises by 20%", "By how much does the rate rise, in m/h?", Brief{})
		if strings.ContainsAny(text, "{}") || strings.Count(text, "20%") != 1 || !strings.HasSuffix(text, "?") || text[:1] != strings.ToUpper(text[:1]) {
			t.Errorf("%q is filled as %q", f, text)
		}
	}
}

func TestShareOfStories(t *testing.T) {
	for _, share := range []float64{0, 0.33, 1} {
		b := Brief{WordProblems: &share, Setting: "a pump house"}
		for _, l := range question.Levels {
			told := 0
			for seed := range uint64(300) {
				if strings.Contains(frame(rand.New(rand.NewPCG(seed, 2)), l, b, true), "{place}") {
					told++
				}
			}
			if got := float64(told) / 300; got < share-0.08 || got > share+0.08 {
				t.Errorf("%s: %.2f of the questions are stories, asked for %.2f", l, got, share)
			}
		}
	}
}

// A batch tells no story twice while another has not been told.
func TestStoriesTakeTurns(t *testing.T) {
	all := 1.0
	b := Brief{Count: 12, Seed: 21, WordProblems: &all, Setting: "the works", Levels: map[question.Level]int{question.Easy: 12}, Kinds: map[question.Kind]float64{question.Numeric: 1}}
	begun := map[string]int{}
	for _, q := range drafted(t, jet, b) {
		_, story, _ := strings.Cut(q.Stem, "9.81 m/s². ")
		begun[strings.Join(strings.Fields(story)[:3], " ")]++
	}
	for story, n := range begun {
		if n > 2 { // two of them begin alike
			t.Errorf("%q is told %d times in a batch of 12", story, n)
		}
	}
	if len(begun) < 10 {
		t.Errorf("only %d stories are told: %v", len(begun), begun)
	}
}
