package split

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
)

// dealt are some questions in an order by chance, with their options and the right one.
func dealt(r *rand.Rand, n int) []stock {
	out := slices.DeleteFunc(slices.Clone(stocks), func(s stock) bool { return len(s.options) != 4 })
	r.Shuffle(len(out), func(i, j int) { out[i], out[j] = out[j], out[i] })
	return out[:n]
}

// exact counts the questions that were read as they were set.
func exact(t *testing.T, text string, want []stock) int {
	t.Helper()
	p, err := Text(text, nil, nil)
	if err != nil {
		t.Fatal(err)
	}
	n := 0
	for i, w := range want {
		if i < len(p.Questions) && (told1{stem: w.stem, options: w.options, key: string(rune('a' + w.right))}).reads(p.Questions[i]) == "" {
			n++
		}
	}
	return n
}

// The same questions in layouts that part their questions otherwise: without any line
// breaks, as cards with two sides, with options behind bare letters two by two, with a
// second list that says the answers in full, and as lines with strokes.
func TestFurtherLayouts(t *testing.T) {
	layouts := map[string]func(r *rand.Rand, all []stock) string{
		"joined": func(r *rand.Rand, all []stock) string {
			var out strings.Builder
			word := []string{"Answer:", "Correct answer:", "Key:"}[r.IntN(3)]
			mark := []string{"%c.", "%c)", "(%c)"}[r.IntN(3)]
			out.WriteString("Online revision")
			for i, q := range all {
				fmt.Fprintf(&out, "%d.%s", i+1, q.stem)
				for k, o := range q.options {
					fmt.Fprintf(&out, mark+"%s", 'A'+k, o)
				}
				fmt.Fprintf(&out, "%s%c", word, 'A'+q.right)
			}
			return out.String()
		},
		"cards": func(r *rand.Rand, all []stock) string {
			sides := [][2]string{{"Card %d / front", "Card %d / back"}, {"FRONT %d", "BACK %d"}, {"Side one of card %d", "Side two of card %d"}, {"Question no. %d", "Solution no. %d"}}[r.IntN(4)]
			var out strings.Builder
			for i, q := range all {
				fmt.Fprintf(&out, sides[0]+"\n%s\n", i+1, q.stem)
				for k, o := range q.options {
					fmt.Fprintf(&out, "%c) %s\n", 'a'+k, o)
				}
				fmt.Fprintf(&out, sides[1]+"\n%c\n\n", i+1, 'a'+q.right)
			}
			return out.String()
		},
		"two by two": func(r *rand.Rand, all []stock) string {
			var out strings.Builder
			label := []string{"Item %02d ", "%d. ", "Q%d "}[r.IntN(3)]
			for i, q := range all {
				o := q.options
				fmt.Fprintf(&out, label+"%s\nA %s B %s\nC %s D %s\n", i+1, q.stem, o[0], o[1], o[2], o[3])
			}
			out.WriteString("\nAnswers\n")
			for i, q := range all {
				fmt.Fprintf(&out, "%d %c\n", i+1, 'A'+q.right)
			}
			return out.String()
		},
		"echoed": func(r *rand.Rand, all []stock) string {
			var out strings.Builder
			sign := []string{"-", ")", "."}[r.IntN(3)]
			for i, q := range all {
				fmt.Fprintf(&out, "%d%s %s (%s)\n", i+1, sign, q.stem, strings.Join(q.options, ", "))
			}
			out.WriteString("\nOna wrote, Monday 8:05\nthese are the right ones\n")
			for i, q := range all {
				fmt.Fprintf(&out, "%d%s %s\n", i+1, sign, q.options[q.right])
			}
			return out.String()
		},
		"strokes": func(r *rand.Rand, all []stock) string {
			var out strings.Builder
			out.WriteString("from my phone, the right one is between underscores\n\n")
			for _, q := range all {
				o := slices.Clone(q.options)
				o[q.right] = "_" + o[q.right] + "_"
				fmt.Fprintf(&out, "- %s %s\n", q.stem, strings.Join(o, " / "))
			}
			return out.String()
		},
	}
	for name, set := range layouts {
		right, all := 0, 0
		for seed := range 40 {
			r := rand.New(rand.NewPCG(uint64(seed), 11))
			want := dealt(r, 8)
			if name == "echoed" { // a comma parts options there
				want = slices.DeleteFunc(want, func(s stock) bool { return strings.Contains(strings.Join(s.options, ""), ",") })
			}
			n := exact(t, set(r, want), want)
			if right, all = right+n, all+len(want); n < len(want)-1 && testing.Verbose() {
				t.Logf("%s, seed %d: %d of %d of\n%s", name, seed, n, len(want), set(rand.New(rand.NewPCG(uint64(seed), 11)), want))
			}
		}
		t.Logf("%s: %d of %d read exactly", name, right, all)
		if right*100 < all*85 {
			t.Errorf("%s: only %d of %d are read exactly", name, right, all)
		}
	}
}
