package story

import (
	"os"
	"strings"
	"testing"
)

// Problems that were not fitted, in twos that differ in a word or two: the option changes
// with them.
func TestLikely(t *testing.T) {
	for _, c := range []struct{ stem, want, others string }{
		{"A works has 640 filters and shuts 35 of them down. How many are left?", "605", "675; 18; 35"},
		{"A crate holds 18 valves. How many valves are in 25 crates?", "450", "43; 7; 0.72"},
		{"7 valves cost 63 crowns. What do 11 valves cost?", "99 crowns", "40.09 crowns; 67 crowns; 693 crowns"},
		{"A tank of 400 L loses 15 % of its water. How much is left?", "340 L", "60 L; 385 L; 460 L"},
		{"A flow of 400 L/s is raised by 15 %. What is it then?", "460 L/s", "340 L/s; 415 L/s; 60 L/s"},
		{"Of 250 samples 35 were bad. What share is that?", "14 %", "35 %; 86 %; 7 %"},
		{"Readings of 4, 9, 11 and 16 mg were taken. What is their mean?", "10 mg", "40 mg; 9 mg; 11 mg"},
		{"A pump lifts 3 m³ a minute. How long does it need for 45 m³?", "15 minutes", "135 minutes; 42 minutes; 48 minutes"},
	} {
		share := Likely(c.stem, append([]string{c.want}, strings.Split(c.others, "; ")...))
		if share == nil {
			t.Errorf("%q: nothing is said", c.stem)
			continue
		}
		for i, s := range share[1:] {
			if s >= share[0] {
				t.Errorf("%q: option %d is as likely as %s: %v", c.stem, i+1, c.want, share)
			}
		}
	}
}

func TestLikelySaysNothing(t *testing.T) {
	for stem, options := range map[string][]string{
		"Who counts the cash box?":                                        {"The owner", "The clerk"},
		"A train leaves at 08:10 and needs 40 minutes. When is it there?": {"08:50", "08:40"},
		"Solve x^2 = 9.": {"3", "9"},
		"A die is thrown. What is the probability of a six?": {"1/6", "1/2"},
	} {
		for _, s := range Likely(stem, options) {
			if s >= 0.9 {
				t.Errorf("%q: %v", stem, Likely(stem, options))
			}
		}
	}
}

// The problems that the weights were fitted to have to come out at least as often as they
// did when they were left out.
func TestSolved(t *testing.T) {
	data, err := os.ReadFile("testdata/solved.txt")
	if err != nil {
		t.Fatal(err)
	}
	sure, wrong := 0, 0
	for line := range strings.Lines(string(data)) {
		f := strings.Split(strings.TrimSpace(line), " | ")
		for i, s := range Likely(f[0], f[1:]) {
			if s >= 0.9 {
				sure++
				if i != 0 {
					wrong++
					t.Logf("%s: %s", f[0], f[1+i])
				}
			}
		}
	}
	t.Logf("%d sure, %d of them wrong", sure, wrong)
	if sure < 150 || wrong > 3 {
		t.Errorf("%d sure, %d of them wrong", sure, wrong)
	}
}

func FuzzLikely(f *testing.F) {
	f.Add("A tank of 400 L loses 15 %. How much is left?", "340 L", "60 L")
	f.Add("1 : 2 : 0 of 0 %", "0", "1/0")
	f.Fuzz(func(t *testing.T, stem, a, b string) {
		if len(stem)+len(a)+len(b) < 400 {
			Likely(stem, []string{a, b})
		}
	})
}

func BenchmarkLikely(b *testing.B) {
	for b.Loop() {
		Likely("Four crates of 18 valves weigh 36 kg at 0.5 kg each. What do 7 weigh?", []string{"63 kg", "20.6 kg", "72 kg", "9 kg"})
	}
}
