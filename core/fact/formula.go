package fact

import (
	"errors"
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths"
	"zincowl/core/maths/units"
	"zincowl/core/source"
)

// formulas reads the equations of a passage. What its names mean stands in the
// same sentence after "where", or in the items and short paragraphs that follow.
func formulas(p source.Passage, following []source.Passage) []Fact {
	var out []Fact
	for _, s := range language.Split(p.Text) {
		if !strings.Contains(s.Text, "=") {
			continue
		}
		quote := s.Text
		written := quote
		f, ok := ReadFormula(written)
		if !ok {
			list := ""
			for _, next := range following {
				if next.Kind != source.Item && !strings.HasPrefix(strings.ToLower(next.Text), "where") || len(next.Text) > 200 {
					break
				}
				list += ", " + strings.TrimRight(next.Text, ".;,")
			}
			if list == "" {
				if rest := p.Text[s.End:]; strings.HasPrefix(strings.TrimSpace(strings.ToLower(rest)), "where") {
					quote = p.Text[s.Start:]
					written = quote
					f, ok = ReadFormula(written)
				}
			} else {
				written = strings.TrimRight(strings.TrimSpace(quote), ".:,") + " where " + strings.TrimPrefix(strings.ReplaceAll(list, ", where", ","), ", ")
				f, ok = ReadFormula(written)
			}
		}
		if !ok {
			continue
		}
		subject := f.Subject()
		out = append(out, finish(Fact{
			Type: Formula, Quote: quote, Subject: subject.Meaning, Predicate: "=", Object: f.Expr.String(), Written: written, Equation: &f,
		}, p))
	}
	return out
}

var (
	unitInBrackets = regexp.MustCompile(`\(([^()]{1,12})\)`)
	whereWord      = regexp.MustCompile(`(?i)[,;:.]?\s*\b(?:where|in which|with)\b:?\s+`)
	clauseCut      = regexp.MustCompile(`\s*(?:;|,\s)\s*(?:and\s+)?|\s+and\s+`)
	clauseShape    = regexp.MustCompile(`^(?:the\s+)?(.+?)(?:\s+(?:is|are|stands for|means)\s+|\s*[=:–]\s*)(.*)$`)
	inBrackets     = regexp.MustCompile(`^(.*?)[\s,]+\(\s*([^()]+?)\s*\)$`)
	measured       = regexp.MustCompile(` (?:measured|given|expressed)$`)
	leadIn         = regexp.MustCompile(`(?i)^.*(?:: |\b(?:from|by|use|is|equals|as)\s+)`)
)

// ReadFormula reads an equation with the list of what its names mean: "mass =
// dose × volume / available fraction, where the mass is in kg, the dose in mg/L
// and the volume in ML". The result is false where it is no equation, or where
// a name is left without meaning or unit.
func ReadFormula(text string) (maths.Formula, bool) {
	f, err := TypedFormula(text)
	return f, err == nil
}

// TypedFormula is ReadFormula for a formula that somebody types: the error says in one
// sentence what is missing, and how to write it.
func TypedFormula(text string) (maths.Formula, error) {
	none := maths.Formula{}
	text = strings.TrimSpace(strings.TrimRight(strings.TrimSpace(text), "."))
	if len(text) > maxFormula {
		return none, fmt.Errorf("The formula is longer than %d characters; write one formula, and after “where” what its names mean.", maxFormula)
	}
	equation, list := text, ""
	if at := whereWord.FindStringIndex(text); at != nil && at[0] > strings.Index(text, "=") {
		equation, list = text[:at[0]], text[at[1]:]
	}
	switch strings.Count(equation, "=") {
	case 0:
		return none, errors.New("There is no equals sign; write the formula as “mass = dose × volume”.")
	case 1:
	default:
		return none, errors.New("There is more than one equals sign before “where”; write one formula at a time.")
	}
	left, right, _ := strings.Cut(equation, "=")
	unitOf := map[string]units.Unit{}
	left, right = takeUnits(left, unitOf), takeUnits(right, unitOf)
	left = strings.TrimSpace(leadIn.ReplaceAllString(strings.TrimSpace(left), ""))
	for _, article := range []string{"The ", "the ", "A ", "An "} {
		left = strings.TrimPrefix(left, article)
	}
	clauses := readClauses(list)
	subject, err := maths.Parse(left)
	name, ok := subject.(maths.Name)
	if err != nil || !ok {
		return none, fmt.Errorf("Before the equals sign stands “%s”; the one quantity that is computed has to stand there alone.", left)
	}
	if _, known := variable(string(name), clauses, unitOf); !known { // "time constant τ = RC"
		if _, last, ok := cutLast(left, " "); ok {
			if _, known := variable(last, clauses, unitOf); known {
				name, left = maths.Name(last), last
			}
		}
	}
	expr, err := maths.Parse(right)
	if err != nil {
		return none, fmt.Errorf("What follows the equals sign can't be read: %w.", err)
	}
	if !allKnown(maths.Names(expr), clauses, unitOf) && len(clauses) > 0 { // "DV/a": letters side by side
		var names []string
		for _, c := range clauses {
			names = append(names, c.name)
		}
		if apart, err := maths.Parse(right, names...); err == nil {
			expr = apart
		}
	}
	if _, ok := variable("e", clauses, unitOf); !ok {
		expr = exponential(expr)
	}
	if len(maths.Names(expr)) == 0 {
		return none, errors.New("Nothing stands after the equals sign that could be put in; write the formula with the names of its quantities.")
	}
	f := maths.Formula{Text: strings.TrimSpace(left) + " = " + strings.TrimSpace(right), Expr: expr}
	var unknown []string
	for i, n := range append([]string{string(name)}, maths.Names(expr)...) {
		v, ok := variable(n, clauses, unitOf)
		if !ok {
			unknown = append(unknown, n)
			continue
		}
		if i == 0 && len([]rune(v.Name)) > 1 {
			v.Name = lowerFirst(v.Name)
		}
		f.Variables = append(f.Variables, v)
	}
	if len(unknown) > 0 {
		return none, fmt.Errorf("What %s is measured in is not said; add “where %s is the … in …”, or “a number” for what has no unit.", inWords(unknown), unknown[0])
	}
	return f, nil
}

// exponential takes e under a power for the number that it is.
func exponential(n maths.Node) maths.Node {
	parts := slices.Clone(maths.Parts(n))
	for i := range parts {
		parts[i] = exponential(parts[i])
	}
	if b, ok := n.(maths.Binary); ok && b.Op == '^' && b.X == maths.Name("e") {
		parts[0] = maths.E
	}
	return maths.WithParts(n, parts)
}

// maxFormula bounds the text of a formula with the list of its names.
const maxFormula = 800

// inWords joins names as a sentence does.
func inWords(names []string) string {
	if len(names) == 1 {
		return names[0]
	}
	return strings.Join(names[:len(names)-1], ", ") + " and " + names[len(names)-1]
}

// takeUnits removes "(m³/h)" after names and remembers it as their unit.
func takeUnits(side string, unitOf map[string]units.Unit) string {
	for {
		at := unitInBrackets.FindStringSubmatchIndex(side)
		if at == nil {
			return side
		}
		u, ok := units.Parse(side[at[2]:at[3]])
		name := strings.TrimSpace(side[strings.LastIndexAny(side[:at[0]], "+-*/×÷·(−")+1 : at[0]])
		if i := strings.LastIndexFunc(side[:at[0]], func(r rune) bool { return strings.ContainsRune("+*/×÷·(−", r) }); i >= 0 {
			_, name, _ = strings.Cut(side[i:at[0]], " ")
			name = strings.TrimSpace(name)
		}
		if !ok || name == "" || !plainName.MatchString(name) {
			return side
		}
		if _, function := maths.FormulaFunction(name[strings.LastIndex(name, " ")+1:]); function {
			return side // the bracket holds its argument
		}
		unitOf[name] = u
		side = side[:at[0]] + side[at[1]:]
	}
}

// plainName is a name in letters and words.
var plainName = regexp.MustCompile(`^[\pL\pM\d_'’₀-₉ -]+$`)

// legend is one entry of a "where" list.
type legend struct {
	name, meaning string
	unit          units.Unit
	hasUnit       bool
	value         *big.Rat // of a constant
}

// readClauses reads a "where" list. A piece that can't stand alone belongs to
// the one before it ("the flow of water and wastewater").
func readClauses(list string) []legend {
	if list == "" {
		return nil
	}
	var out []legend
	for _, piece := range clauseCut.Split(strings.TrimRight(list, ". "), -1) {
		piece = strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(piece), "and "))
		if piece == "" {
			continue
		}
		if q, ok := units.ParseQuantity(piece); ok && len(out) > 0 { // "g is the acceleration of gravity, 9.81 m/s²"
			last := &out[len(out)-1]
			last.unit, last.hasUnit, last.value = q.Unit, true, q.Value
			continue
		}
		c, ok := readClause(piece)
		if !ok {
			continue
		}
		out = append(out, c)
	}
	return out
}

func readClause(piece string) (legend, bool) {
	c := legend{unit: units.One}
	if before, text, ok := unitAtTheEnd(piece); ok {
		if u, ok := units.Parse(text); ok {
			c.unit, c.hasUnit, piece = u, true, before
		} else if bareNumber(text) {
			c.hasUnit, piece = true, before
		}
	}
	piece = strings.TrimSuffix(strings.TrimSuffix(strings.TrimSpace(piece), " is"), " are")
	if m := clauseShape.FindStringSubmatch(piece); m != nil {
		c.name, c.meaning = strings.TrimSpace(m[1]), strings.TrimSpace(m[2])
	} else if first, rest, ok := strings.Cut(piece, " "); ok && len([]rune(first)) == 1 && (first != "a" || strings.HasPrefix(rest, "the ")) {
		c.name, c.meaning = first, rest // "m the mass of product"
	} else {
		c.name = strings.TrimPrefix(piece, "the ")
	}
	for _, article := range []string{"the ", "a ", "an "} {
		c.meaning = strings.TrimPrefix(c.meaning, article)
		if len(c.name) > 2 {
			c.name = strings.TrimPrefix(c.name, article)
		}
	}
	c.meaning = strings.TrimRight(c.meaning, ", ")
	if at := strings.IndexAny(c.meaning, "0123456789"); at >= 0 && !c.hasUnit { // "9.81 m/s²", "gravity (9.81 m/s²)"
		lead, value := strings.TrimRight(c.meaning[:at], " ,"), c.meaning[at:]
		if bare, ok := strings.CutSuffix(lead, "("); ok {
			lead, value = strings.TrimRight(bare, " ,"), strings.TrimSuffix(value, ")")
		}
		if q, ok := units.ParseQuantity(value); ok {
			c.meaning, c.unit, c.hasUnit, c.value = lead, q.Unit, true, q.Value
		}
	}
	if strings.HasPrefix(c.meaning, "decimal") || bareNumber(c.meaning) || strings.HasPrefix(c.meaning, "number without") {
		c.meaning = ""
		c.hasUnit = true
	}
	return c, c.name != "" && len(strings.Fields(c.name)) <= 5 && (c.hasUnit || c.meaning != "")
}

// unitAtTheEnd parts a clause from what it is measured in: "the flow in m³/s", "the flow
// (m³/s)".
func unitAtTheEnd(piece string) (before, unit string, ok bool) {
	if before, unit, ok = cutLast(piece, " in "); ok && !strings.HasSuffix(before, "(") {
		return measured.ReplaceAllString(before, ""), unit, true
	}
	m := inBrackets.FindStringSubmatch(piece)
	if m == nil {
		return piece, "", false
	}
	return m[1], strings.TrimPrefix(m[2], "in "), true
}

// cutLast is strings.Cut at the last place.
func cutLast(s, sep string) (before, after string, found bool) {
	at := strings.LastIndex(s, sep)
	if at < 0 {
		return s, "", false
	}
	return s[:at], s[at+len(sep):], true
}

// constantNamed is what a constant is called of which only the value is said.
func constantNamed(name string, u units.Unit) string {
	if g, _ := units.Parse("m/s²"); name == "g" && u.Same(g) {
		return "acceleration due to gravity"
	}
	if len([]rune(name)) > 1 {
		return name
	}
	return "constant " + name
}

// bareNumber says whether words in the place of a unit say that there is none.
func bareNumber(text string) bool {
	switch text {
	case "a decimal", "as a decimal", "no unit", "a number", "number", "a ratio", "without unit", "no units", "dimensionless":
		return true
	}
	return false
}

func allKnown(names []string, clauses []legend, unitOf map[string]units.Unit) bool {
	for _, n := range names {
		if _, ok := variable(n, clauses, unitOf); !ok {
			return false
		}
	}
	return true
}

// variable finds what a name of the equation means: the clause of the same
// name, or one whose name is its last words ("rate" for "wash rate").
func variable(name string, clauses []legend, unitOf map[string]units.Unit) (maths.Variable, bool) {
	phrase := name
	if len([]rune(name)) > 1 {
		phrase = lowerFirst(name)
	}
	if u, ok := unitOf[name]; ok {
		return maths.Variable{Name: name, Meaning: phrase, Unit: u}, true
	}
	words := func(c legend) bool { return len([]rune(c.name)) > 1 }
	for _, match := range []func(c legend) bool{
		func(c legend) bool { return c.name == name },
		func(c legend) bool { return len(name) > 1 && strings.EqualFold(c.name, name) },
		func(c legend) bool {
			return words(c) && strings.HasSuffix(strings.ToLower(name), " "+strings.ToLower(c.name))
		},
		func(c legend) bool {
			return words(c) && strings.HasPrefix(strings.ToLower(name), strings.ToLower(c.name)+" ")
		},
	} {
		for _, c := range clauses {
			if !match(c) {
				continue
			}
			meaning := c.meaning
			if meaning == "" {
				meaning = phrase
			}
			if c.value != nil && meaning == name {
				meaning = constantNamed(name, c.unit)
			}
			return maths.Variable{Name: name, Meaning: meaning, Unit: c.unit, Value: c.value}, true
		}
	}
	return maths.Variable{}, false
}
