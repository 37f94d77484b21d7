package maths

import (
	"testing"

	"zincowl/tools/mangle"
)

func TestReadStatements(t *testing.T) {
	for _, c := range []struct{ in, want string }{
		{"2x(x+1)", "2 × x × (x + 1)"},
		{"x²", "x^2"},
		{"√(x+3)", "sqrt(x + 3)"},
		{"sqrt x", "sqrt(x)"},
		{"log_2(x)", "log_2(x)"},
		{"log2 x", "log_2(x)"},
		{"log₂(x)", "log_2(x)"},
		{"ln x", "ln(x)"},
		{"|x-3|", "abs(x − 3)"},
		{"||x|-3| = 2", "abs(abs(x) − 3) = 2"},
		{`\frac{a}{b}`, "a ÷ b"},
		{`\sqrt[3]{x}`, "root(x, 3)"},
		{`\left(x-1\right)^{2} \le 4`, "(x − 1)^2 ≤ 4"},
		{`\log_{2}\left(x\right)`, "log_2(x)"},
		{`x_{1} + \pi`, "x_1 + π"},
		{"3·x", "3 × x"},
		{"3 × 10^4", "3 × 10^4"},
		{"1.5e3", "1500"},
		{"2 1/2", "2 + 1 ÷ 2"},
		{"15%", "15%"},
		{"15% of 80", "15% × 80"},
		{"sin^2 x", "sin(x)^2"},
		{"sin² x + cos² x = 1", "sin(x)^2 + cos(x)^2 = 1"},
		{"sin^-1 (1/2)", "arcsin(1 ÷ 2)"},
		{"sin 2x cos x", "sin(2 × x) × cos(x)"},
		{"sin 30°", "sin(30°)"},
		{"2πr", "2 × π × r"},
		{"e^(2x)", "e^(2 × x)"},
		{"exp(x)", "e^x"},
		{"−3²", "-3^2"},
		{"1/2x", "1 ÷ 2 × x"},
		{"a = b = c", "a = b = c"},
		{"x = 2 or x = -3", "x = 2 or x = -3"},
		{"x = 2 or -3", "x = 2 or x = -3"},
		{"x = 2, x = -3", "x = 2 or x = -3"},
		{"x = 2, y = -3", "x = 2 and y = -3"},
		{"x + y = 3; x - y = 1", "x + y = 3 and x − y = 1"},
		{"x + y = 3, x - y = 1", "x + y = 3 and x − y = 1"},
		{"no solution", "no solution"},
		{"No real solutions.", "no solution"},
		{"∅", "no solution"},
		{"all real numbers", "all real numbers"},
		{"all real numbers except 0", "all real numbers except 0"},
		{"all real numbers except x = 0 and x = 1", "all real numbers except 0, 1"},
		{"{2, -3}", "{2, -3}"},
		{"2, -3", "{2, -3}"},
		{"±√2", "±sqrt(2)"},
		{"x = 1 ± √2", "x = 1 ± sqrt(2)"},
		{"x > 3", "x > 3"},
		{"-2 < x <= 3", "-2 < x ≤ 3"},
		{"(2, -1)", "(2, -1)"},
		{"(-∞, 2] ∪ (3, ∞)", "(-∞, 2] or (3, ∞)"},
		{"x ∈ [1, 2)", "x ∈ [1, 2)"},
		{"(x+1)(x-2) = 0", "(x + 1) × (x − 2) = 0"},
		{"(1, 2, 3)", "(1, 2, 3)"},
		{"mean(2, 4, 9)", "mean(2, 4, 9)"},
		{"x != 3", "x ≠ 3"},
		{"5! / 3!", "5! ÷ 3!"},
		{"½x", "1 ÷ 2 × x"},
		{"--x - --2", "x − 2"},
		{"log(x, 2)", "log_2(x)"},
	} {
		r, err := Read(c.in, Notation{})
		if err != nil {
			t.Errorf("Read(%q): %v", c.in, err)
			continue
		}
		if got := r.Statement.String(); got != c.want {
			t.Errorf("Read(%q) is %q, want %q", c.in, got, c.want)
		}
		again, err := Read(c.want, Notation{})
		if err != nil || again.Statement.String() != c.want {
			t.Errorf("%q is read back as %v, %v", c.want, again.Statement, err)
		}
	}
}

func FuzzRead(f *testing.F) {
	for _, s := range []string{"2x(x+1)", `\frac{a}{\sqrt[3]{x}}`, "|x|-3| = |", "(-∞, 2] ∪ {3}", "x = 2 or -3", "log2x^2", "1.5e3 2 1/2", "±√2", "all real numbers except", "sin^-1 x/2", "1.5e352 1/2", "2e-399", "7e998"} {
		mangle.Add(f, 200, s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		r, err := Read(s, Notation{})
		if err != nil || r.Statement == nil {
			return
		}
		text := r.Statement.String()
		if _, err := Read(text, Notation{}); err != nil && len(text) < 1000 {
			t.Errorf("%q reads as %q, which can't be read: %v", s, text, err)
		}
		if n, ok := r.Expression(); ok {
			LaTeX(n)
			Words(n)
			Typed(n)
		}
	})
}
