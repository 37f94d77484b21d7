package fact

import (
	"regexp"
	"strings"

	"zincowl/core/language"
	"zincowl/core/maths"
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
		f, ok := ReadFormula(quote)
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
					f, ok = ReadFormula(quote)
				}
			} else {
				f, ok = ReadFormula(strings.TrimRight(strings.TrimSpace(quote), ".:,") + " where " + strings.TrimPrefix(strings.ReplaceAll(list, ", where", ","), ", "))
			}
		}
		if !ok {
			continue
		}
		subject := f.Subject()
		out = append(out, finish(Fact{
			Type: Formula, Quote: quote, Subject: subject.Meaning, Predicate: "=", Object: f.Expr.String(), Equation: &f,
		}, p))
	}
	return out
}

var (
	unitInBrackets = regexp.MustCompile(`\(([^()]{1,12})\)`)
	whereWord      = regexp.MustCompile(`(?i)[,;:.]?\s*\b(?:where|in which|with)\b:?\s+`)
	clauseCut      = regexp.MustCompile(`\s*[;,]\s*(?:and\s+)?|\s+and\s+`)
	clauseShape    = regexp.MustCompile(`^(?:the\s+)?(.+?)(?:\s+(?:is|are|stands for|means)\s+|\s*[=:–]\s*)(.*)$`)
	unitTail       = regexp.MustCompile(`(?:^|[\s,]+)(?:\(|(?:measured |given |expressed )?in\s+)([^()]+?)\)?$`)
	leadIn         = regexp.MustCompile(`(?i)^.*(?:: |\b(?:from|by|use|is found as|as)\s+)`)
)

// ReadFormula reads an equation with the list of what its names mean: "mass =
// dose × volume / available fraction, where the mass is in kg, the dose in mg/L
// and the volume in ML". The result is false where it is no equation, or where
// a name is left without meaning or unit.
func ReadFormula(text string) (maths.Formula, bool) {
	text = strings.TrimSpace(strings.TrimRight(strings.TrimSpace(text), "."))
	equation, list := text, ""
	if at := whereWord.FindStringIndex(text); at != nil && at[0] > strings.Index(text, "=") {
		equation, list = text[:at[0]], text[at[1]:]
	}
	if strings.Count(equation, "=") != 1 || len(text) > 800 {
		return maths.Formula{}, false
	}
	left, right, _ := strings.Cut(equation, "=")
	units := map[string]maths.Unit{}
	left, right = takeUnits(left, units), takeUnits(right, units)
	left = strings.TrimSpace(leadIn.ReplaceAllString(strings.TrimSpace(left), ""))
	for _, article := range []string{"The ", "the ", "A ", "An "} {
		left = strings.TrimPrefix(left, article)
	}
	clauses := readClauses(list)
	subject, err := maths.Parse(left)
	if err != nil {
		return maths.Formula{}, false
	}
	name, ok := subject.(maths.Name)
	if !ok {
		return maths.Formula{}, false
	}
	expr, err := maths.Parse(right)
	if err != nil {
		return maths.Formula{}, false
	}
	if !allKnown(maths.Names(expr), clauses, units) { // "DV/a": letters side by side
		var names []string
		for _, c := range clauses {
			names = append(names, c.name)
		}
		if expr, err = maths.Parse(right, names...); err != nil || len(names) == 0 {
			return maths.Formula{}, false
		}
	}
	if _, constant := expr.(maths.Number); constant || len(maths.Names(expr)) == 0 {
		return maths.Formula{}, false
	}
	f := maths.Formula{Text: strings.TrimSpace(left) + " = " + strings.TrimSpace(right), Expr: expr}
	for i, n := range append([]string{string(name)}, maths.Names(expr)...) {
		v, ok := variable(n, clauses, units)
		if !ok {
			return maths.Formula{}, false
		}
		if i == 0 && len([]rune(v.Name)) > 1 {
			v.Name = lowerFirst(v.Name)
		}
		f.Variables = append(f.Variables, v)
	}
	return f, true
}

// takeUnits removes "(m³/h)" after names and remembers it as their unit.
func takeUnits(side string, units map[string]maths.Unit) string {
	for {
		at := unitInBrackets.FindStringSubmatchIndex(side)
		if at == nil {
			return side
		}
		u, ok := maths.ParseUnit(side[at[2]:at[3]])
		name := strings.TrimSpace(side[strings.LastIndexAny(side[:at[0]], "+-*/×÷·(−")+1 : at[0]])
		if i := strings.LastIndexFunc(side[:at[0]], func(r rune) bool { return strings.ContainsRune("+*/×÷·(−", r) }); i >= 0 {
			_, name, _ = strings.Cut(side[i:at[0]], " ")
			name = strings.TrimSpace(name)
		}
		if !ok || name == "" {
			return side
		}
		units[name] = u
		side = side[:at[0]] + side[at[1]:]
	}
}

// clause is one entry of a "where" list.
type clause struct {
	name, meaning string
	unit          maths.Unit
	hasUnit       bool
}

// readClauses reads a "where" list. A piece that can't stand alone belongs to
// the one before it ("the flow of water and wastewater").
func readClauses(list string) []clause {
	if list == "" {
		return nil
	}
	var out []clause
	for _, piece := range clauseCut.Split(strings.TrimRight(list, ". "), -1) {
		piece = strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(piece), "and "))
		if piece == "" {
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

func readClause(piece string) (clause, bool) {
	c := clause{unit: maths.One}
	if at := unitTail.FindStringSubmatchIndex(piece); at != nil {
		text := strings.TrimPrefix(strings.TrimSpace(piece[at[2]:at[3]]), "in ")
		if u, ok := maths.ParseUnit(text); ok {
			c.unit, c.hasUnit = u, true
			piece = strings.TrimSpace(piece[:at[0]])
		} else if text == "a decimal" || text == "as a decimal" || text == "no unit" {
			c.hasUnit = true
			piece = strings.TrimSpace(piece[:at[0]])
		}
	}
	piece = strings.TrimSuffix(strings.TrimSpace(piece), " is")
	if m := clauseShape.FindStringSubmatch(piece); m != nil {
		c.name, c.meaning = strings.TrimSpace(m[1]), strings.TrimSpace(m[2])
	} else if first, rest, ok := strings.Cut(piece, " "); ok && len([]rune(first)) == 1 && first != "a" {
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
	if strings.HasPrefix(c.meaning, "decimal") || strings.HasPrefix(c.meaning, "number without") {
		c.meaning = ""
		c.hasUnit = true
	}
	return c, c.name != "" && len(strings.Fields(c.name)) <= 5 && (c.hasUnit || c.meaning != "")
}

func allKnown(names []string, clauses []clause, units map[string]maths.Unit) bool {
	for _, n := range names {
		if _, ok := variable(n, clauses, units); !ok {
			return false
		}
	}
	return true
}

// variable finds what a name of the equation means: the clause of the same
// name, or one whose name is its last words ("rate" for "wash rate").
func variable(name string, clauses []clause, units map[string]maths.Unit) (maths.Variable, bool) {
	phrase := name
	if len([]rune(name)) > 1 {
		phrase = lowerFirst(name)
	}
	if u, ok := units[name]; ok {
		return maths.Variable{Name: name, Meaning: phrase, Unit: u}, true
	}
	for _, match := range []func(c clause) bool{
		func(c clause) bool { return c.name == name },
		func(c clause) bool { return len(name) > 1 && strings.EqualFold(c.name, name) },
		func(c clause) bool {
			return len(c.name) > 1 && strings.HasSuffix(strings.ToLower(name), " "+strings.ToLower(c.name))
		},
		func(c clause) bool {
			return len(c.name) > 1 && strings.HasPrefix(strings.ToLower(name), strings.ToLower(c.name)+" ")
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
			return maths.Variable{Name: name, Meaning: meaning, Unit: c.unit}, true
		}
	}
	return maths.Variable{}, false
}
