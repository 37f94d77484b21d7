package writer

import (
	"bytes"
	"os"
	"slices"
	"testing"
)

// The weights in use are what the judgements give, and tell what is kept of a text that they
// were not fitted on better than chance, and better than a score by hand.
func TestFit(t *testing.T) {
	f, err := os.Open("testdata/judged.jsonl")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	judged, err := Judgements(f)
	if err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	if err := WriteWeights(&out, Fit(judged)); err != nil {
		t.Fatal(err)
	}
	if out.String() != weightLines {
		t.Error("weights.tsv is not what the judgements give; go run ./tools/writerfit core/writer/testdata/judged.jsonl > core/writer/weights.tsv")
	}
	var texts []string
	for _, j := range judged {
		if !slices.Contains(texts, j.Text) {
			texts = append(texts, j.Text)
		}
		if !j.Kept && j.Reason == "" {
			t.Errorf("%q is rejected without a reason", j.Stem)
		}
	}
	var unseen, byHand, kept []float64
	for _, text := range texts {
		weights := Fit(slices.DeleteFunc(slices.Clone(judged), func(j Judgement) bool { return j.Text == text }))
		for _, j := range judged {
			if j.Text != text {
				continue
			}
			unseen = append(unseen, likely(weights, j.traits()))
			byHand = append(byHand, 0.6*j.Central+0.4*j.Sure-0.02*max(0, float64(j.Words-18))-j.Told)
			kept = append(kept, map[bool]float64{true: 1}[j.Kept])
		}
	}
	fit, hand := ranks(unseen, kept), ranks(byHand, kept)
	t.Logf("%d judged, kept before rejected in %.0f of 100 pairs, by hand in %.0f", len(judged), 100*fit, 100*hand)
	if fit < 0.5 || fit < hand {
		t.Errorf("the fit tells kept from rejected in %.2f of all pairs, by hand it is %.2f", fit, hand)
	}
}

// ranks is the share of pairs of a kept and a rejected question in which the kept one has the
// higher score.
func ranks(scores, kept []float64) float64 {
	won, all := 0.0, 0.0
	for i := range scores {
		for k := range scores {
			if kept[i] > kept[k] {
				all++
				switch {
				case scores[i] > scores[k]:
					won++
				case scores[i] == scores[k]:
					won += 0.5
				}
			}
		}
	}
	return won / all
}
