package proof

import (
	"os"
	"strings"
	"testing"
)

// TestProblems proofs word problems with a fault or none; what each is said to have
// stands in testdata/problems.
func TestProblems(t *testing.T) {
	data, err := os.ReadFile("testdata/problems/problems.txt")
	if err != nil {
		t.Fatal(err)
	}
	set, faults, found, sound, objected := "", 0, 0, 0, 0
	report := func() {
		if set != "" {
			t.Logf("%s: %d of %d faults found, %d of %d sound ones objected to", set, found, faults, objected, sound)
		}
		if found*5 < faults*4 || objected > 0 {
			t.Errorf("%s: too few faults are found, or sound problems are objected to", set)
		}
		faults, found, sound, objected = 0, 0, 0, 0
	}
	for line := range strings.Lines(string(data)) {
		if line = strings.TrimSpace(line); strings.HasPrefix(line, "#") {
			if strings.HasSuffix(line, "set") {
				report()
				set = line[2:]
			}
			continue
		}
		f := strings.Split(line, " | ")
		if len(f) < 4 {
			t.Fatalf("%q", line)
		}
		q := choice(f[1], strings.Split(f[2], "; ")...)
		q.Key.Options = []string{strings.ToLower(strings.Trim(f[3], " |"))}
		if len(f) > 4 {
			q.Explanation = f[4]
		}
		r := Examine(q, NewLibrary(nil))
		bad := r.Verdict == Held || r.Verdict == Faulted
		switch {
		case f[0] != "ok":
			if faults++; bad {
				found++
			} else if r.Verdict != Unproven {
				t.Logf("%s: %s is %s", f[0], f[1], r.Verdict)
			}
		default:
			if sound++; bad {
				objected++
				t.Logf("objected to: %s %+v", f[1], r.Findings)
			}
		}
	}
	report()
}
