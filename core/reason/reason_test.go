package reason_test

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"testing"

	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/reason"
)

func source(seed uint64) *rand.Rand { return rand.New(rand.NewPCG(seed, 7)) }

func all(t *testing.T) []reason.Skill {
	t.Helper()
	out := append(reason.Find("Reason about causes and effects"), reason.Find("Interpret the results of a trial")...)
	if len(out) != 2 {
		t.Fatalf("%d skills", len(out))
	}
	return out
}

func TestWhatAsksForConclusions(t *testing.T) {
	for statement, want := range map[string]int{
		"Trace chains of cause and effect":          1,
		"Interpret data from tables":                1,
		"Draw conclusions from experiments":         1,
		"Solve linear equations":                    0,
		"State what causes corrosion":               0,
		"Work out a dose":                           0,
		"Evaluate evidence and reason about causes": 2,
		"Judge what follows from a chain of events": 1,
	} {
		if got := reason.Find(statement); len(got) != want {
			t.Errorf("%q asks for %d skills", statement, len(got))
		}
	}
}

// Every set of many seeds has one right answer a question by the proof, which rebuilds the
// world from what is given and shares no code with the package; any other key is found wrong.
func TestSetsAreProofed(t *testing.T) {
	library := proof.NewLibrary(nil)
	for _, k := range all(t) {
		for _, level := range k.Levels() {
			for seed := range uint64(150) {
				set := k.Set(source(seed), level)
				if len(set) == 0 {
					t.Fatalf("%s %s: seed %d gives no set", k.ID, level, seed)
				}
				for _, q := range set {
					q.ID, q.Origin.By = "q", "writer"
					for _, o := range q.Options {
						keyed := q
						keyed.Key = question.Key{Options: []string{o.ID}}
						want := proof.Faulted
						if slices.Contains(q.Key.Options, o.ID) {
							want = proof.Cleared
						} else if o.Why == "" || o.Slip == "" {
							t.Errorf("%q has no reason", o.Text)
						}
						if r := proof.Examine(keyed, library); r.Verdict != want {
							t.Fatalf("%s %s, seed %d: %s\n%v\n%s\n%q as key is %s: %+v", k.ID, level, seed, q.Given.Text, q.Given.Rows, q.Stem, o.Text, r.Verdict, r.Findings)
						}
					}
				}
			}
		}
	}
}

func TestSetsAreTheSameForASeed(t *testing.T) {
	for _, k := range all(t) {
		if a, b := k.Set(source(4), question.Hard), k.Set(source(4), question.Hard); !reflect.DeepEqual(a, b) {
			t.Errorf("%s: two sets of one seed differ", k.ID)
		}
		met := map[string]bool{}
		for seed := range uint64(60) {
			q := k.Set(source(seed), question.Hard)[0]
			met[q.Given.Text+fmt.Sprint(q.Given.Rows)] = true
		}
		if len(met) < 58 {
			t.Errorf("%s: 60 seeds give %d worlds", k.ID, len(met))
		}
	}
}
