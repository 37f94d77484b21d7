package ground

import (
	"strings"
	"testing"

	"zincowl/core/source/plain"
)

// A sentence repeated with one thing changed is never supported, whatever the thing is:
// opposites, and things of one kind, contradict. What is dropped, or another word for the
// same, changes nothing.
func TestEdited(t *testing.T) {
	const text = `A rapid filter holds particles through the whole depth of its bed.
The operator must close the inlet valve before the bed is drained.
Chlorine reacts with ammonia in the water and forms chloramines within a few minutes.
Warm water holds less oxygen than cold water at the same pressure.
The reservoir above the town supplies the eastern district during the dry months.
Lime raises the hardness of the finished water and protects the iron pipes.
The inspectors of the province visit every works at least once in a year.
Small flocs settle slowly because they weigh hardly more than the water around them.`
	sentences := strings.Split(text, "\n")
	x := New([]Source{{ID: "s", Doc: plain.Read("notes.txt", strings.ReplaceAll(text, "\n", "\n\n"))}})
	for _, s := range sentences {
		if j := x.Judge(s); j.Verdict != Supported {
			t.Errorf("%q is %s", s, j.Verdict)
		}
	}
	for _, c := range []struct {
		was, is string
		want    Verdict // "" where only support is wrong
	}{
		{"particles", "gases", ""}, {"a rapid filter", "A slow filter", ""}, {"close", "open", Contradicted}, {"before", "after", Contradicted},
		{"inlet", "outlet", Contradicted}, {"operator", "clerk", ""}, {"ammonia", "nitrogen", Contradicted}, {"minutes", "days", Contradicted},
		{"less", "more", Contradicted}, {"oxygen", "hydrogen", Contradicted}, {"pressure", "depth", ""}, {"eastern", "western", Contradicted},
		{"dry", "wet", Contradicted}, {"reservoir", "spring", ""}, {"raises", "lowers", Contradicted}, {"hardness", "softness", Contradicted},
		{"iron", "copper", Contradicted}, {"at least", "at most", Contradicted}, {"year", "month", Contradicted}, {"slowly", "quickly", Contradicted},
		{"hardly", "much", ""}, {"inspectors", "teachers", ""}, {"small", "Large", Contradicted}, {"lime", "Salt", ""},
	} {
		made := 0
		for _, s := range sentences {
			at := strings.Index(strings.ToLower(s), c.was)
			if at < 0 {
				continue
			}
			made++
			said := s[:at] + c.is + s[at+len(c.was):]
			j := x.Judge(said)
			if j.Verdict == Supported || c.want != "" && j.Verdict != c.want {
				t.Errorf("%q is %s (%.2f, %s)", said, j.Verdict, j.Sure, j.Why)
			}
		}
		if made == 0 {
			t.Errorf("no sentence has %q", c.was)
		}
	}
	for was, is := range map[string]string{" holds ": " does not hold ", " must close ": " must not close ", " raises ": " never raises ", " settle ": " do not settle ", " visit ": " do not visit "} {
		for _, s := range sentences {
			if said := strings.Replace(s, was, is, 1); said != s {
				if j := x.Judge(said); j.Verdict != Contradicted {
					t.Errorf("%q is %s (%.2f)", said, j.Verdict, j.Sure)
				}
			}
		}
	}
	for was, is := range map[string]string{"visit": "inspect", "the eastern district": "the eastern part", " during the dry months": "", " of the province": ""} {
		for _, s := range sentences {
			if said := strings.Replace(s, was, is, 1); said != s {
				if j := x.Judge(said); j.Verdict == Contradicted {
					t.Errorf("%q is contradicted: %s", said, j.Why)
				}
			}
		}
	}
}
