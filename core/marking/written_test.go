package marking

import (
	"os"
	"slices"
	"strings"
	"testing"
)

// asked is a question with its key and answers of three sorts: full ones, such as lack something,
// and such as are worth nothing.
type asked struct {
	*Points
	answers map[string][]string
}

func askedIn(t *testing.T) []asked {
	t.Helper()
	data, err := os.ReadFile("testdata/answers.txt")
	if err != nil {
		t.Fatal(err)
	}
	var out []asked
	for part := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n\n") {
		lines := strings.Split(part, "\n")
		reference := ""
		var points []string
		a := asked{answers: map[string][]string{}}
		for _, line := range lines[1:] {
			switch {
			case strings.HasPrefix(line, "= "):
				reference = line[2:]
			case strings.HasPrefix(line, ". "):
				points = append(points, line[2:])
			default:
				sort, text, _ := strings.Cut(line, ": ")
				a.answers[sort] = append(a.answers[sort], text)
			}
		}
		a.Points = NewPoints(lines[0], reference, points, nil)
		out = append(out, a)
	}
	return out
}

// Answers that nothing was fitted to: what is full earns most of it, what only sounds like it
// little.
func TestWrittenAnswers(t *testing.T) {
	sum, n := map[string]int{}, map[string]int{}
	for _, a := range askedIn(t) {
		for sort, answers := range a.answers {
			for _, text := range answers {
				points, percent := a.Judge(text)
				if len(points) != len(a.texts) || percent < 0 || percent > 100 {
					t.Errorf("%q: %d%%, %+v", text, percent, points)
				}
				sum[sort] += percent
				n[sort]++
				t.Logf("%-8s %3d  %s", sort, percent, text)
			}
		}
	}
	full, half, nothing := sum["full"]/n["full"], sum["half"]/n["half"], sum["nothing"]/n["nothing"]
	t.Logf("on average: full %d, half %d, nothing %d", full, half, nothing)
	if full < 75 || half < 25 || half > 75 || nothing > 25 {
		t.Errorf("on average full answers get %d, half ones %d, worthless ones %d", full, half, nothing)
	}
}

// What is found, missing and contradicted adds up to the points, and what is said fits the mark.
func TestWrittenResult(t *testing.T) {
	a := askedIn(t)[0]
	for _, text := range slices.Concat(a.answers["full"], a.answers["half"], a.answers["nothing"]) {
		out := NewResult("the key")
		out.Written(a.Points, text)
		if n := len(out.Found) + len(out.Missing) + len(out.Contradicted); n != len(a.texts) {
			t.Errorf("%q has %d points of %d: %+v", text, n, len(a.texts), out)
		}
		if all := len(out.Found) == len(a.texts); all != (out.Feedback == "All of it is there.") || all && out.Percent < 60 {
			t.Errorf("%q: %d%%, %q", text, out.Percent, out.Feedback)
		}
	}
	for _, text := range []string{"", " ", "?!", "7", "the of and"} {
		if _, percent := a.Judge(text); percent != 0 {
			t.Errorf("%q is worth %d%%", text, percent)
		}
	}
	one, first := a.Judge(a.answers["full"][0])
	two, second := NewPoints("", "", a.texts, nil).Judge(a.answers["full"][0])
	if first == 0 || len(one) != len(two) || second < 0 {
		t.Errorf("with a key %d%%, without the rest of it %d%%", first, second)
	}
}

// Outside English stems and numbers count, and a person is asked to look.
func TestWrittenAbroad(t *testing.T) {
	p := NewPoints("¿Por qué se lava el filtro con agua?", "El filtro se lava porque los poros se llenan de barro y el agua no pasa.", []string{"Los poros del filtro se llenan de barro", "El agua ya no pasa por la arena"}, nil)
	for text, want := range map[string]int{
		"Porque los poros del filtro se llenan con el barro y el agua no pasa ya por la arena.": 100,
		"Porque los poros se llenan de barro.":                                                  50,
		"Por el ruido de la bomba.":                                                             0,
	} {
		out := NewResult("")
		out.Written(p, text)
		if out.Percent != want || !out.Doubtful {
			t.Errorf("%q is worth %d%%, want %d%%; doubtful %v", text, out.Percent, want, out.Doubtful)
		}
	}
}

// Slips of the pen and abbreviations are read as the words of the key that they stand for, and
// words of their own are not.
func TestMended(t *testing.T) {
	key := map[string]bool{"charge": true, "particles": true, "concentration": true, "water": true, "form": true, "living": true, "layer": true}
	for said, want := range map[string]string{
		"the charg of particels": "the charge of particles", "conc rises": "concentration rises", "from wter": "from water",
		"he left": "he left", "warmer, later": "warmer, later", "livng layr!": "living layer!", "": "", "naïve": "naïve",
	} {
		if got := mended(said, key); got != want {
			t.Errorf("%q is read as %q, want %q", said, got, want)
		}
	}
}

func BenchmarkWritten(b *testing.B) {
	points := []string{"It takes away the charge of the particles", "So they can stick together", "It reacts within a second, so it must be spread through all the water quickly"}
	for b.Loop() {
		NewPoints("What does a coagulant do, and why is it mixed in fast?", strings.Join(points, ". "), points, nil).Judge("the fine bits all carry the same electricity and push each other off. the chemical cancels that and then they clump. you have to stir hard since it is used up almost at once")
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/float64(b.N)/100_000, "of-limit") // 100 ms
}
