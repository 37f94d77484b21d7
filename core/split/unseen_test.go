package split

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"
)

var spelled = []string{"one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"}

func title(s string) string { return strings.ToUpper(s[:1]) + s[1:] }

func TestUnseen(t *testing.T) {
	L := func(k int) string { return string(rune('A' + k)) }
	layouts := map[string]func(r *rand.Rand, all []stock) string{
		"letters alone": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "Question %d\n%s\n", i+1, q.stem)
				for k, x := range q.options {
					fmt.Fprintf(&o, "%s\n%s\n", L(k), x)
				}
				fmt.Fprintf(&o, "Correct answer\n%s\n\n", L(q.right))
			}
			return o.String()
		},
		"spelled numbers": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "Question %s: %s\n", title(spelled[i]), q.stem)
				for k, x := range q.options {
					fmt.Fprintf(&o, "  %s) %s\n", strings.ToLower(L(k)), x)
				}
			}
			o.WriteString("\nAnswers\n")
			for i, q := range all {
				fmt.Fprintf(&o, "%s: %s\n", title(spelled[i]), strings.ToLower(L(q.right)))
			}
			return o.String()
		},
		"semicolons": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "%d. %s A %s; B %s; C %s; D %s\n", i+1, q.stem, q.options[0], q.options[1], q.options[2], q.options[3])
			}
			o.WriteString("Answers: ")
			for i, q := range all {
				fmt.Fprintf(&o, "%d%s, ", i+1, L(q.right))
			}
			return strings.TrimSuffix(o.String(), ", ") + "\n"
		},
		"grouped key": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			by := map[int][]string{}
			for i, q := range all {
				fmt.Fprintf(&o, "%d) %s\n", i+1, q.stem)
				for k, x := range q.options {
					fmt.Fprintf(&o, "   %s. %s\n", L(k), x)
				}
				by[q.right] = append(by[q.right], fmt.Sprint(i+1))
			}
			o.WriteString("\nKey\n")
			for k := range 4 {
				if len(by[k]) > 0 {
					fmt.Fprintf(&o, "%s: %s\n", L(k), strings.Join(by[k], ", "))
				}
			}
			return o.String()
		},
		"flags": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "%d. %s\n", i+1, q.stem)
				for k, x := range q.options {
					f := "F"
					if k == q.right {
						f = "T"
					}
					fmt.Fprintf(&o, "   [%s] %s\n", f, x)
				}
				o.WriteString("\n")
			}
			return o.String()
		},
		"plus and minus": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "%d. %s\n", i+1, q.stem)
				for k, x := range q.options {
					f := "-"
					if k == q.right {
						f = "+"
					}
					fmt.Fprintf(&o, "%s %s\n", f, x)
				}
				o.WriteString("\n")
			}
			return o.String()
		},
		"arrow behind": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "%d. %s\n", i+1, q.stem)
				for k, x := range q.options {
					f := ""
					if k == q.right {
						f = "  <- this one"
					}
					fmt.Fprintf(&o, "%s. %s%s\n", strings.ToLower(L(k)), x, f)
				}
				o.WriteString("\n")
			}
			return o.String()
		},
		"answers first": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			o.WriteString("Answers: ")
			for i, q := range all {
				fmt.Fprintf(&o, "%d-%s ", i+1, strings.ToLower(L(q.right)))
			}
			o.WriteString("\n\n")
			for i, q := range all {
				fmt.Fprintf(&o, "%d. %s\n", i+1, q.stem)
				for k, x := range q.options {
					fmt.Fprintf(&o, "%s) %s\n", strings.ToLower(L(k)), x)
				}
				o.WriteString("\n")
			}
			return o.String()
		},
		"transcript": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "Number %s. %s Option one: %s. Option two: %s. Option three: %s. Option four: %s. The answer is option %s.\n", spelled[i], q.stem, q.options[0], q.options[1], q.options[2], q.options[3], spelled[q.right])
			}
			return o.String()
		},
		"sentences": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "%d. %s\n", i+1, q.stem)
				for k, x := range q.options {
					fmt.Fprintf(&o, "(%s) %s\n", strings.ToLower(L(k)), x)
				}
			}
			o.WriteString("\nSolutions\n")
			for i, q := range all {
				fmt.Fprintf(&o, "In question %d, (%s) is correct. %s\n", i+1, strings.ToLower(L(q.right)), q.why)
			}
			return o.String()
		},
		"pipes": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "%d | %s | %s | %s\n", i+1, q.stem, strings.Join(q.options, " ; "), q.options[q.right])
			}
			return o.String()
		},
		"percent": func(r *rand.Rand, all []stock) string {
			var o strings.Builder
			for i, q := range all {
				fmt.Fprintf(&o, "Q%d (1 point)\n%s\n", i+1, q.stem)
				for k, x := range q.options {
					f := "0%"
					if k == q.right {
						f = "100%"
					}
					fmt.Fprintf(&o, "%s  %s (%s)\n", L(k), x, f)
				}
				fmt.Fprintf(&o, "Feedback: %s\n\n", q.why)
			}
			return o.String()
		},
	}
	for name, set := range layouts {
		right, all := 0, 0
		for seed := range 20 {
			r := rand.New(rand.NewPCG(uint64(seed), 21))
			want := dealt(r, 7)
			n := exact(t, set(r, want), want)
			right, all = right+n, all+len(want)
			if seed == 0 && n < len(want) {
				p, _ := Text(set(r, want), nil, nil)
				q := p.Questions[0]
				t.Logf("%s: %d of %d; %s\n%q %v %+v", name, n, len(want), p.Layout, q.Stem, q.Options, q.Key)
			}
		}
		t.Logf("== %s: %d of %d", name, right, all)
	}
}
