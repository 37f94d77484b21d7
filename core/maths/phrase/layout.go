package phrase

import (
	"regexp"
	"strings"
)

// Commands that only lay a text out, or that have a sign of their own. What says
// something else is left to the reader of mathematics.
var (
	aligned = regexp.MustCompile(`\\(?:begin|end)\{[a-z]+\*?\}(?:\{[lcr|]*\})?`)
	written = regexp.MustCompile(`\\(?:text|textbf|textit|textrm|mathrm|mathbf|mathit|operatorname|mbox)\s*\{([^{}]*)\}`)
	systems = regexp.MustCompile(`\\left\s*\\?[{.]|\\right\s*(?:\\}|\.)`)
	command = regexp.MustCompile(`\\[a-zA-Z]+`)
	spacing = regexp.MustCompile(`\\[,;:! ]|~`)
	numbers = regexp.MustCompile(`\\mathbb\s*\{?\s*([RZNQC])\s*\}?`)
	fences  = regexp.MustCompile(`\\[()\[\]]`)
)

var sets = map[string]string{"R": "ℝ", "Z": "ℤ", "N": "ℕ", "Q": "ℚ", "C": "ℂ"}

var signs = map[string]string{
	`\quad`: " ", `\qquad`: " ", `\displaystyle`: "", `\limits`: "", `\nolimits`: "", `\big`: "", `\Big`: "", `\bigl`: "", `\bigr`: "", `\Bigl`: "", `\Bigr`: "",
	`\leqslant`: "≤", `\geqslant`: "≥", `\leq`: "≤", `\geq`: "≥", `\le`: "≤", `\ge`: "≥", `\lt`: "<", `\gt`: ">", `\neq`: "≠", `\ne`: "≠", `\approx`: "≈",
	`\setminus`: "∖", `\backslash`: "∖", `\mid`: "|", `\colon`: ":", `\implies`: "⇒", `\Rightarrow`: "⇒", `\Longrightarrow`: "⇒", `\iff`: "⇔", `\Leftrightarrow`: "⇔",
	`\therefore`: " so ", `\because`: " since ", `\forall`: " for all ", `\prime`: "'", `\in`: "∈", `\pm`: "±", `\mp`: "∓", `\cup`: "∪", `\infty`: "∞",
	`\emptyset`: "∅", `\varnothing`: "∅", `\circ`: "°", `\degree`: "°", `\lbrace`: "{", `\rbrace`: "}", `\vert`: "|", `\ldots`: "…", `\dots`: "…",
	`\pounds`: "£", `\euro`: "€", `\cdotp`: "·", `\int`: "∫", `\dfrac`: `\frac`, `\tfrac`: `\frac`, `\cfrac`: `\frac`, `\dbinom`: `\binom`, `\tbinom`: `\binom`,
}

var glyphs = strings.NewReplacer(
	"\u00a0", " ", "\u2009", " ", "\u202f", " ", "\u200b", "", "\u2061", "", "\r", "",
	"′", "'", "’", "'", "‘", "'", "″", "''", "”", `"`, "“", `"`, "⟹", "⇒", "⟺", "⇔", "⇔", "⇔", "⩽", "≤", "⩾", "≥", "⁄", "/", "∕", "/", "∙", "·", "•", "·",
	"⋅", "·", "✓", "", "✔", "", "∄", " no solution ", "—", " ; ", " – what", " ; what", " – find", " ; find", "＝", "=", "∖", "∖", "∶", ":", "∴", " so ", "∵", " since ", "∀", " for all ", "ⅇ", "e",
)

// laid is a text without what only lays it out: dollar signs, environments and
// commands that are signs.
func laid(text string) string {
	text = recurring(glyphs.Replace(text))
	for _, m := range marks {
		text = m.find.ReplaceAllString(text, m.by)
	}
	text = plural.ReplaceAllString(text, "${1}s")
	text = removed.ReplaceAllString(text, "$1∖{")
	for _, c := range counts {
		text = c.find.ReplaceAllStringFunc(text, func(m string) string {
			p := c.find.FindStringSubmatch(m)
			name := "choose"
			if p[2] == "P" {
				name = "arrange"
			}
			return " " + name + "(" + flat.Replace(p[1]) + ", " + flat.Replace(p[3]) + ") "
		})
	}
	if strings.Contains(text, `\`) {
		text = aligned.ReplaceAllString(text, " ")
		text = systems.ReplaceAllStringFunc(text, func(m string) string {
			if strings.HasSuffix(m, `\{`) || strings.HasSuffix(m, ".") || strings.HasSuffix(m, `\}`) {
				return " "
			}
			return m
		})
		text = numbers.ReplaceAllStringFunc(text, func(m string) string { return sets[numbers.FindStringSubmatch(m)[1]] })
		text = fences.ReplaceAllString(text, " ")
		text = strings.ReplaceAll(text, `\\`, "\n")
		text = written.ReplaceAllStringFunc(text, func(m string) string {
			inner := written.FindStringSubmatch(m)[1]
			if len(inner) == 1 {
				return inner
			}
			return " " + inner + " "
		})
		text = spacing.ReplaceAllString(text, " ")
		text = strings.NewReplacer(`\{`, "{", `\}`, "}", `\%`, "%", `\$`, "$", `\|`, "|", "&", " ").Replace(text)
		text = command.ReplaceAllStringFunc(text, func(m string) string {
			if s, ok := signs[m]; ok {
				return s
			}
			return m
		})
		text = degrees.ReplaceAllString(text, "°")
	}
	return undollared(text)
}

// marks are signs of other ways to write, with what they say here.
var marks = []struct {
	find *regexp.Regexp
	by   string
}{
	{regexp.MustCompile(`\*\*(\pL[^*\n]*)\*\*`), "$1"}, // set in bold
	{regexp.MustCompile("`"), " "},
	{regexp.MustCompile(`(?i)<sup>([^<]*)</sup>`), "^($1)"},
	{regexp.MustCompile(`(?i)<sub>([^<]*)</sub>`), "_{$1}"},
	{regexp.MustCompile(`(?i)</?(?:p|b|i|em|strong|span|br) ?/?>`), " "},
	{regexp.MustCompile(`(?i)\b(what|that|it|let|here)'s\b`), "$1 is"},
	{regexp.MustCompile(`\\right\s*\|\s*_\s*\{?([a-z]\s*=\s*[^{}\s]+)\}?|\|_\{([a-z]\s*=\s*[^{}]+)\}`), " at $1$2 "},
	{regexp.MustCompile(`(?:∫|\\int)\s*\(\s*(?:from )?([^\s()]+) to ([^\s()]+)\s*\)`), "∫_{$1}^{$2} "},
	{regexp.MustCompile(`((?:∫|\\int)\S*)\s*d([a-z])\s*/\s*(\S+)`), "$1 1/($3) d$2 "},
	{regexp.MustCompile(`((?:∫|\\int)\S*)\s*\\frac\{\s*d([a-z])\s*\}\{((?:[^{}]|\{[^{}]*\})*)\}`), "$1 1/($3) d$2 "},
	{regexp.MustCompile(`\bD_\{?([a-z])\}?\s*([\[(])`), "d/d$1 $2"},
}

// plural is a word that may be one or several: "value(s)".
var plural = regexp.MustCompile(`(\pL{3,})\((?:s|es)\)`)

// removed is a set without some of its elements: ℝ \ {0}.
var removed = regexp.MustCompile(`(ℝ|\bR|\\mathbb\s*\{?R\}?|\\R)\s*(?:\\|\\setminus|\\backslash|∖)\s*\\?\{`)

var degrees = regexp.MustCompile(`\^\s*\{?\s*°\s*\}?`)

// counts are ways to write the number of combinations and of arrangements.
var counts = []struct{ find *regexp.Regexp }{
	{regexp.MustCompile(`(?:\{\}\s*)?\^?\{?\b(\d+)\}?\s*([CP])\s*_?\s*\{?(\d+)\b\}?`)},
	{regexp.MustCompile(`([⁰¹²³⁴⁵⁶⁷⁸⁹]+)\s?([CP])\s?([₀₁₂₃₄₅₆₇₈₉]+|\d+)`)},
	{regexp.MustCompile(`\\[dt]?binom\s*\{\s*(\d+)\s*\}()\s*\{\s*(\d+)\s*\}`)},
	{regexp.MustCompile(`\b(\d+)\s+choose()\s+(\d+)\b`)},
}

var (
	label  = regexp.MustCompile(`(?i)^\s*(?:(?:q|question|ex|exercise|problem|task|no)\.?\s*\d+[a-z]?\s*[.):]?\s+|\d+\s*[.)]\s+(\pL{3})|\(?[a-hivx]{1,3}\)\s+(\pL{3}))`)
	points = regexp.MustCompile(`(?i)[\[(]\s*\d+\s*(?:marks?|pts?|points?)\s*[\])]`)
)

// unlabelled is a task without its number and its marks.
func unlabelled(text string) string {
	return points.ReplaceAllString(label.ReplaceAllString(text, "$1$2"), " ")
}

// undollared drops the dollar signs around mathematics and keeps those of money: one
// that has no partner, or whose partner stands before an amount.
func undollared(text string) string {
	at := []int{}
	for i := range len(text) {
		if text[i] == '$' {
			at = append(at, i)
		}
	}
	if len(at)%2 != 0 {
		return text
	}
	for i := 1; i < len(at); i += 2 {
		if next := at[i] + 1; next < len(text) && text[next] >= '0' && text[next] <= '9' {
			return text
		}
	}
	return strings.ReplaceAll(text, "$", " ")
}
