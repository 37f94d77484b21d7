package phrase

import (
	"regexp"
	"slices"
	"strings"
)

// Says is what an answer says in words alone.
type Says int

// What words can say.
const (
	Mathematics Says = iota // what they say stands in the mathematics beside them
	None                    // that there is no solution
	Every                   // that every number is one, but for what is said beside
	Infinite                // that there are infinitely many
	Undefined               // that there is no value
)

// Answer is an answer taken apart.
type Answer struct {
	Says     Says
	Math     string   // with "and", "or" and commas between its parts
	Sign     string   // what "all positive numbers" are to 0: ">"
	Except   string   // what "all but" leaves out
	Names    []string // that run over whole numbers or all numbers
	Repeated []string // values that are said to be repeated roots
	Reasons  []string // mathematics that is said to be why
	Degrees  bool
	Radians  bool
	About    bool // said to be approximate
	Unread   []string
}

// remarks are words that say nothing of what is right: why a value was left out, how
// sure somebody is.
var remarks = fill(`works also both valid work rejected reject extraneous discard discarded invalid ignored ignore excluded not allowed possible valid admissible inadmissible
	repeated double triple twice multiplicity must base lies outside inside negative positive length cannot undefined defined`)

// denials are words that say there is nothing.
var denials = fill(`no none never not nothing empty impossible isn't aren't doesn't don't can't inconsistent parallel contradiction contradict contradicts contradictory`)

// quantified are the words of "all real numbers except 0", "k any integer".
var quantified = fill(`all any every each always everything identity free arbitrary other infinitely infinite many except excluding but other apart integer integers whole natural
	works work satisfies satisfy fits positive negative non-negative nonnegative non-positive nonpositive non-zero nonzero true no such exist exists undefined defined real imaginary intersection intersections contradiction`)

// amounts are words behind an amount.
var amounts = fill(`degrees degree radians radian rad pounds pound euros euro dollars dollar pence cents per`)

var (
	builder   = regexp.MustCompile(`\{\s*([a-zθ])\s*(?:∈\s*[ℝR]\s*)?[:|]\s*([^{}]*)\}`)
	turned    = regexp.MustCompile(`([\[\]])([^\[\](){}]+[,;][^\[\](){}]+)([\[\]])`)
	less      = regexp.MustCompile(`(?:ℝ|\bR|\breals|\breal numbers)\s*(?:∖|\\|-|−|without)\s*\{([^{}]*)\}`)
	members   = regexp.MustCompile(`^((?:[a-z](?:\s*,\s*)?)+)\s*(?:∈|\bin\b)\s*(?:ℤ|ℕ|ℝ|ℚ|Z|N|R)(?:\b|$|[₀⁺*^+])`)
	lone      = regexp.MustCompile(`^[a-zA-Zθ](?:_?\d)?$`)
	numbered  = regexp.MustCompile(`(^|[^\pL\d_\\])([a-zθ])_?\{?[1-9₁₂₃₄₅₆₇₈₉]\}?(\s*(?:=|≈|∈))`)
	titled    = regexp.MustCompile(`^\s*[A-Z]\s*=\s*(\{)`)
	braced    = regexp.MustCompile(`^\s*\{\s*(\(.*\))\s*\}\s*$`)
	endless   = regexp.MustCompile(`(\d\s*[<≤]\s*[a-z])\s*<\s*\+?∞|[-−]∞\s*<\s*([a-z]\s*[<≤])`)
	multiples = regexp.MustCompile(`(?i)^\s*(?:all|any|every|the)?\s*(?:integer|integral|whole|whole-number)?\s*multiples? of\s+(\S+)\s*$`)
	apart     = regexp.MustCompile(`(=[^,;=]*[^,;=\s])\s+([a-z]\s*=)`)
	spelt     = regexp.MustCompile(`\ball\s+over\b`)
	pointwise = regexp.MustCompile(`^\(\s*([a-z](?:\s*,\s*[a-z])+)\s*\)\s*(?:=|∈)\s*`)
)

// ReadAnswer takes an answer apart. The names are the unknowns in their order, the
// others further names of the task.
func ReadAnswer(text string, names, others []string) Answer {
	text, _ = rounding(laid(text))
	out := Answer{}
	text = builder.ReplaceAllString(text, " $2 ")
	text = turned.ReplaceAllStringFunc(text, func(m string) string {
		p := turned.FindStringSubmatch(m)
		if p[1] == "[" && p[3] == "]" {
			return m
		}
		return map[string]string{"]": "(", "[": "["}[p[1]] + p[2] + map[string]string{"[": ")", "]": "]"}[p[3]]
	})
	text = titled.ReplaceAllString(text, "$1")
	text = strings.ReplaceAll(text, "&", " and ")
	text = braced.ReplaceAllString(text, "$1")
	text = endless.ReplaceAllString(text, "$1$2")
	if m := multiples.FindStringSubmatch(text); m != nil && len(names) == 1 {
		text = names[0] + " = n*(" + m[1] + ")"
	}
	if len(names) > 1 {
		text = apart.ReplaceAllString(text, "$1, $2")
	}
	text = less.ReplaceAllString(text, " all except $1 ")
	text = numbered.ReplaceAllString(text, "$1$2$3")
	if m := spelt.FindStringIndex(text); m != nil { // "a + b all over c"
		text = "(" + text[:m[0]] + ")/(" + text[m[1]:] + ")"
	}
	ps := pieces(text, append(slices.Clone(names), others...))
	unknown := ""
	if len(names) == 1 {
		unknown = names[0]
	}
	ps = spoken(ps, true, unknown)
	ps = out.takeAsides(ps)
	ps = out.takeReasons(ps)
	out.read(ps, names)
	return out
}

// takeAsides takes remarks in brackets away, with what they say of repeated roots.
func (a *Answer) takeAsides(ps []Piece) []Piece {
	var out []Piece
	for _, p := range ps {
		if p.Kind != Aside {
			out = append(out, p)
			continue
		}
		a.Unread = append(a.Unread, Unread(p.Parts, remarks)...)
		for _, w := range p.Parts {
			switch w.Text {
			case "double", "repeated", "twice", "triple":
				if n := len(out); n > 0 && out[n-1].Kind == Math {
					a.Repeated = append(a.Repeated, out[n-1].Text)
				}
			case "degrees":
				a.Degrees = true
			case "radians":
				a.Radians = true
			}
		}
	}
	return out
}

// takeReasons cuts what begins with "since" or "because".
func (a *Answer) takeReasons(ps []Piece) []Piece {
	for i, p := range ps {
		if p.Kind == Word && (p.Text == "since" || p.Text == "because") && i > 0 {
			for _, q := range ps[i+1:] {
				if q.Kind == Math {
					a.Reasons = append(a.Reasons, q.Text)
				}
			}
			a.Unread = append(a.Unread, Unread(ps[i+1:], remarks)...)
			return ps[:i]
		}
	}
	return ps
}

// signsOf are the words that say how numbers compare with 0.
var signsOf = map[string]string{
	"positive": ">", "negative": "<", "non-negative": "≥", "nonnegative": "≥", "non-positive": "≤", "nonpositive": "≤", "non-zero": "≠", "nonzero": "≠",
}

// read tells words and mathematics apart.
func (a *Answer) read(ps []Piece, names []string) {
	words := Reading{Pieces: ps}
	every := words.Has("all", "any", "every", "each", "always", "everything", "identity", "arbitrary", "free")
	a.Degrees = a.Degrees || words.Has("degrees", "degree", "deg")
	a.Radians = a.Radians || words.Has("radians", "radian", "rad")
	a.About = words.Has("approximately", "about", "roughly")
	denied, infinite, undefined := false, false, words.Has("undefined", "not defined", "not real", "not a real number", "no value", "no real value", "does not exist")
	except := false
	var out strings.Builder
	put := func(text string) {
		if out.Len() > 0 {
			out.WriteByte(' ')
		}
		out.WriteString(text)
	}
	join := ""
	related := false // a relation or a value stands in the answer
	sloped := false  // the derivative that the answer is said to be was met
	for i, p := range ps {
		switch p.Kind {
		case Word:
			w := p.Text
			switch {
			case denials[w]:
				denied = true
			case w == "infinitely" || w == "infinite":
				infinite = true
			case (w == "except" || w == "excluding" || w == "but" || w == "other" || w == "apart") && every:
				except = true
			case signsOf[w] != "" && every:
				a.Sign = signsOf[w]
			case w == "and" || w == "or":
				join = w
			case !vocabulary[w] && !quantified[w] && !amounts[w] && !labelled(ps[i:]):
				a.Unread = append(a.Unread, w)
			case w == "integer" || w == "integers" || w == "whole" || w == "natural":
				if every && !named(ps) && (i+1 >= len(ps) || ps[i+1].Kind != Math) {
					a.Unread = append(a.Unread, w) // all whole numbers, not all numbers
				}
			}
		case Stop:
			switch p.Text {
			case ",", ";", "\n":
				if join == "" {
					join = p.Text
				}
			}
		case Derivative:
			if !sloped && i+1 < len(ps) && strings.HasPrefix(ps[i+1].Text, "=") {
				sloped = true
				continue
			}
			a.Unread = append(a.Unread, p.Text)
		case Integral, Differential:
			a.Unread = append(a.Unread, p.Text)
		case Math:
			text := strings.TrimSpace(p.Text)
			if m := members.FindStringSubmatch(text); m != nil && i > 0 {
				for _, n := range strings.FieldsFunc(m[1], func(r rune) bool { return r == ',' || r == ' ' }) {
					a.Names = append(a.Names, n)
				}
				continue
			}
			if except {
				a.Except = strings.TrimSpace(a.Except + " " + text)
				if i+1 < len(ps) && ps[i+1].Kind != Math {
					a.Except += ", "
				}
				continue
			}
			if lone.MatchString(text) && (quantifies(ps, i) || denied) {
				if !denied && len(ps) > 1 {
					a.Names = append(a.Names, text)
				}
				continue
			}
			if (text == "R" || text == "ℝ" || text == "Z" || text == "ℤ") && i > 1 && ps[i-1].Text == "in" {
				continue
			}
			if m := pointwise.FindStringSubmatch(text); m != nil && strings.Join(strings.FieldsFunc(m[1], func(r rune) bool { return r == ',' || r == ' ' }), ",") == strings.Join(names, ",") {
				text = text[len(m[0]):]
			}
			if strings.HasPrefix(text, "=") && !related {
				text = strings.TrimSpace(strings.TrimPrefix(text, "="))
			}
			if related || join != "" && out.Len() > 0 {
				if join == "" {
					join = ","
				}
				if join == "," || join == ";" || join == "\n" {
					out.WriteString(strings.ReplaceAll(join, "\n", ";"))
				} else {
					put(join)
				}
			}
			put(text)
			related, join = true, ""
		}
	}
	a.Math = out.String()
	switch {
	case infinite:
		a.Says = Infinite
	case undefined && !related:
		a.Says = Undefined
	case denied && !related:
		a.Says = None
	case denied:
		a.Unread = append(a.Unread, "no")
	case every && !related, words.Has("true") && !related:
		a.Says = Every
	}
}

// quantifies says whether the name at i is said to stand for any number: "for all x",
// "x arbitrary", "any real t".
func quantifies(ps []Piece, i int) bool {
	for k := i - 1; k >= 0 && ps[k].Kind == Word; k-- {
		switch ps[k].Text {
		case "all", "any", "every", "each", "for":
			return true
		}
	}
	for k := i + 1; k < len(ps) && ps[k].Kind == Word; k++ {
		switch ps[k].Text {
		case "any", "arbitrary", "free", "can", "integer", "integers", "whole":
			return true
		}
	}
	return false
}

// named says whether a name is quantified somewhere.
func named(ps []Piece) bool {
	for i, p := range ps {
		if p.Kind == Math && lone.MatchString(p.Text) && quantifies(ps, i) {
			return true
		}
	}
	return false
}

// labelled says whether words before a sign of equality name what it is: "mean = 18".
func labelled(ps []Piece) bool {
	for _, p := range ps {
		if p.Kind == Math {
			return strings.HasPrefix(p.Text, "=") || strings.HasPrefix(p.Text, "≈")
		}
		if p.Kind == Stop {
			return false
		}
	}
	return false
}
