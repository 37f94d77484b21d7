package phrase

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"zincowl/core/maths"
)

// shown writes pieces as w:word m:mathematics s:stop a:(…) d:derivative i:integral x:dx.
func shown(ps []Piece) string {
	var out []string
	for _, p := range ps {
		text := p.Text
		if p.Kind == Aside {
			text = "(" + shown(p.Parts) + ")"
		}
		out = append(out, string("wmsadix"[p.Kind])+":"+text)
	}
	return strings.Join(out, " ")
}

func TestPieces(t *testing.T) {
	for text, want := range map[string]string{
		"Work out x when (x+2)/3 = 4":                      "w:work w:out m:x w:when m:(x+2)/3 = 4",
		"v = u + at, find a":                               "m:v = u + at s:, w:find m:a",
		"From v^2 = u^2 + 2as get s":                       "w:from m:v^2 = u^2 + 2as w:get m:s",
		"Give a solution at x = 4":                         "w:give w:a w:solution w:at m:x = 4",
		"Find a and b if a + b = 3":                        "w:find m:a w:and m:b w:if m:a + b = 3",
		"dy/dx at x = 2":                                   "d:dy/dx w:at m:x = 2",
		`\frac{d}{dx}\left(3x^2\right)`:                    `d:\frac{d}{dx} m:\left(3x^2\right)`,
		"∫₀^π sin x dx":                                    "i:∫₀^π m:sin x x:dx",
		"f'(x) = 2x":                                       "d:f'(x) m:= 2x",
		"x = 5 (x = -8 is not possible)":                   "m:x = 5 a:(m:x = -8 w:is w:not w:possible)",
		"non-negative x - y":                               "w:non-negative m:x - y",
		"After a 20% rise it costs £84.":                   "w:after w:a m:20% w:rise w:it w:costs m:£84 s:.",
		`Solve \(x^4 + 4 = 0\), \(x \in \mathbb{R}\).`:     "w:solve m:x^4 + 4 = 0 s:, m:x ∈ ℝ s:.",
		"Share £60 in the ratio 2 : 3":                     "w:share m:£60 w:in w:the w:ratio m:2 : 3",
		"3 km/h to m/s":                                    "m:3 km/h w:to m:m/s",
		"x is at least 3":                                  "m:x ≥ 3",
		"**Solve** x**2 = 4":                               "w:solve m:x**2 = 4",
		"Q7. Solve 4x = 8 [3 marks]":                       "w:solve m:4x = 8",
		"The mean of 4, 8 and 15":                          "w:the w:mean w:of m:4 s:, m:8 w:and m:15",
		`\begin{cases} x + y = 1 \\ x - y = 3 \end{cases}`: "m:x + y = 1 s:\n m:x - y = 3",
	} {
		if got := shown(Read(text).Pieces); got != want {
			t.Errorf("%q\n is  %s\nnot %s", text, got, want)
		}
	}
}

// The letters of a word are never mathematics, whatever stands around it.
func TestWordsAreNoProducts(t *testing.T) {
	for word := range vocabulary {
		if len(word) < 3 || strings.Contains(word, "'") || maths.IsFunction(word) {
			continue
		}
		for _, frame := range []string{"%s x = 3", "x = 3 %s", "Find x, %s, if x = 3", "x = 3 %s y = 4", "%s: x² = 4", "so %s 2x + 1 > 3"} {
			for _, p := range Read(fmt.Sprintf(frame, word)).Pieces {
				if p.Kind == Math && slices.Contains(strings.FieldsFunc(p.Text, func(r rune) bool { return r < 'a' || r > 'z' }), word) && !ambiguous[word] {
					t.Errorf("%q stands in the mathematics of "+frame, word, word)
				}
			}
		}
	}
}

func TestRoundings(t *testing.T) {
	for text, want := range map[string]Rounding{
		"to 2 d.p.": {true, 2, 0}, "(3 s.f.)": {true, 0, 3}, "correct to one decimal place": {true, 1, 0}, "to the nearest penny": {true, 2, 0}, "to the nearest whole number": {true, 0, 0},
		"to the nearest cm²": {true, 0, 0}, "to the nearest ten": {true, -1, 0}, "to 4 significant figures": {true, 0, 4}, "exactly": {},
	} {
		if got := Read("Find 2x " + text).Rounding; got != want {
			t.Errorf("%q asks for %v, not %v", text, got, want)
		}
	}
}

func TestWhatBearsMeaning(t *testing.T) {
	for text, bears := range map[string]bool{
		"Solve x² = 4 by factorising":            false,
		"A field is x m wide. Solve x² = 4":      false,
		"Find the sum of the roots of x² = 4":    true,
		"Use the product rule on x sin x":        false,
		"Find the number of solutions of x² = 4": true,
		"A square has side x. Find the diagonal": true,
		"Find the velocity ds/dt":                false,
		"Expand (1 + x)^5 up to x²":              true,
	} {
		if got := len(Bearing(Read(text).Pieces, nil)) > 0; got != bears {
			t.Errorf("%q: %v", text, Bearing(Read(text).Pieces, nil))
		}
	}
}

func TestAnswers(t *testing.T) {
	for _, c := range []struct {
		text string
		says Says
		math string
	}{
		{"x = 3 only", Mathematics, "x = 3"},
		{"no real solutions", None, ""},
		{"The line and the curve do not meet.", None, ""},
		{"true for every x", Every, ""},
		{"all x with x ≥ 2", Mathematics, "x ≥ 2"},
		{"infinitely many solutions", Infinite, ""},
		{"x = 3 or x = -2 (double root)", Mathematics, "x = 3 or x = -2"},
		{"{x : x ≤ -4}", Mathematics, "x ≤ -4"},
		{"]-2, 4]", Mathematics, "(-2, 4]"},
		{"x₁ = 3, x₂ = 1", Mathematics, "x = 3, x = 1"},
		{"x = 0.1666…", Mathematics, "x = (1/6)"},
		{`0.\overline{3}`, Mathematics, "(1/3)"},
		{"mean = 18", Mathematics, "18"},
		{"undefined", Undefined, ""},
	} {
		a := ReadAnswer(c.text, []string{"x"}, nil)
		if a.Says != c.says || strings.TrimSpace(a.Math) != c.math || len(a.Unread) > 0 {
			t.Errorf("%q: %d %q, %q unread", c.text, a.Says, a.Math, a.Unread)
		}
	}
	if a := ReadAnswer("bananas x = 3", []string{"x"}, nil); len(a.Unread) == 0 {
		t.Error("a word that nobody knows is passed over")
	}
}

func TestTasksByTheirWords(t *testing.T) {
	for text, want := range map[string]string{
		"Differentiate x²": "differentiate", "y = x². Find dy/dx": "differentiate", "∫ x dx": "integrate", "Make x the subject of y = 2x": "rearrange", "Factorise x² − 9": "factor",
		"Multiply out (x + 1)(x + 2)": "expand", "Simplify 2x + 3x": "simplify", "What value of p satisfies p + 4 = 9?": "solve", "Work out 3 × 4": "evaluate", "Who is there?": "",
	} {
		if got := Asks(text); got != want {
			t.Errorf("%q asks to %q, not %q", text, got, want)
		}
	}
}

func FuzzRead(f *testing.F) {
	for _, s := range []string{"Solve $x^2 = 4$, x > 0", `\left\{ \begin{aligned} x &= 1 \end{aligned} \right.`, "∫₀^{π} dx", "f'(x) = ?", "((((", "0.3̇ … \\frac", "x'''''(", "d/d"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		if len(text) > 2000 {
			return
		}
		Read(text, "x")
		ReadAnswer(text, []string{"x", "y"}, []string{"a"})
		Asks(text)
		Subject(text)
	})
}
