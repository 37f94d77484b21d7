package maths

import (
	"regexp"
	"slices"
	"strings"
)

// Statement is what mathematics says: a relation, several of them, or a set.
// String prints it as text that is read back to an equal statement.
type Statement interface {
	String() string
	statement()
}

// Relation joins expressions by signs: Terms[0] Ops[0] Terms[1] …. Without
// signs it is a bare expression.
type Relation struct {
	Terms []Node
	Ops   []string // = ≠ < ≤ > ≥ ≈ ⇒
}

// Any holds where one of its statements does: x = 2 or x = -3.
type Any []Statement

// All holds where all of its statements do: x > 2 and x < 5, or a system.
type All []Statement

// Finite is a set by its elements: {2, -3}. An element may be a point.
type Finite []Node

// Pair is (a, b), [a, b) or the like. Where both ends are open it may be a point
// as well as an interval.
type Pair struct {
	A, B         Node // nil for an infinite end, which makes it an interval
	OpenA, OpenB bool
}

// Tuple is a point of three or more coordinates.
type Tuple []Node

// Member says that a name lies in a set: x ∈ (2, 5].
type Member struct {
	Name Name
	In   Statement
}

// Nothing is the empty set: "no solution".
type Nothing struct{}

// Everything is all real numbers, but for some.
type Everything struct{ Except []Node }

func (Relation) statement()   {}
func (Any) statement()        {}
func (All) statement()        {}
func (Finite) statement()     {}
func (Pair) statement()       {}
func (Tuple) statement()      {}
func (Member) statement()     {}
func (Nothing) statement()    {}
func (Everything) statement() {}

// Reading is a text understood, with what in it can be read two ways.
type Reading struct {
	Statement
	Doubts []string
}

// Expression is the reading where it is a bare expression.
func (r Reading) Expression() (Node, bool) {
	rel, ok := r.Statement.(Relation)
	if !ok || len(rel.Ops) > 0 {
		return nil, false
	}
	return rel.Terms[0], true
}

func (r Relation) String() string   { return r.print(Node.String) }
func (s Any) String() string        { return joined(s, " or ") }
func (s All) String() string        { return joined(s, " and ") }
func (s Finite) String() string     { return "{" + list(s) + "}" }
func (s Tuple) String() string      { return "(" + list(s) + ")" }
func (s Member) String() string     { return string(s.Name) + " ∈ " + s.In.String() }
func (s Nothing) String() string    { return "no solution" }
func (s Everything) String() string { return s.text() }

func (s Everything) text() string {
	if len(s.Except) == 0 {
		return "all real numbers"
	}
	return "all real numbers except " + list(s.Except)
}

func (s Pair) String() string {
	open, shut, a, b := "[", "]", "-∞", "∞"
	if s.OpenA {
		open = "("
	}
	if s.OpenB {
		shut = ")"
	}
	if s.A != nil {
		a = s.A.String()
	}
	if s.B != nil {
		b = s.B.String()
	}
	return open + a + ", " + b + shut
}

func (r Relation) print(text func(Node) string) string {
	var out strings.Builder
	for i, t := range r.Terms {
		if i > 0 {
			out.WriteString(" " + r.Ops[i-1] + " ")
		}
		out.WriteString(text(t))
	}
	return out.String()
}

func joined(parts []Statement, by string) string {
	var out []string
	for _, p := range parts {
		out = append(out, p.String())
	}
	return strings.Join(out, by)
}

func list(nodes []Node) string {
	var out []string
	for _, n := range nodes {
		out = append(out, n.String())
	}
	return strings.Join(out, ", ")
}

// TypedRelation prints a relation with the characters of a keyboard.
func TypedRelation(r Relation) string { return r.print(Typed) }

var (
	nothing    = regexp.MustCompile(`^(?:there (?:is|are) )?(?:no (?:real )?(?:solutions?|roots?|values?(?: of [a-z])?)|none|no [a-z]|never(?: true)?|\{ *\}|∅|the empty set|empty set|impossible)(?: exists?)?$`)
	everything = regexp.MustCompile(`^(?:(?:true |holds )?for )?(?:(?:all|any|every|each) (?:real )?(?:numbers?|reals?|x|values?(?: of [a-z])?)|all reals|ℝ|[a-z] ∈ ℝ|always(?: true)?|identity)(?: (?:except|but|other than|without)(?: for)?:? *(?:[a-z] *= *)?(.+))?$`)
	leading    = regexp.MustCompile(`^(?:(?:the )?(?:solutions?|answers?|roots?|solution set)(?: (?:is|are)|:)|solve(?: for [a-z])?:?|so|hence|therefore|thus|then|∴)\s+`)
	wrapped    = regexp.MustCompile(`\\(?:text|mathrm|operatorname)\{([^{}]*)\}`)
)

// Read understands mathematics as it is typed, pasted or set in LaTeX: an
// expression, a relation or chain of them, "x = 2 or x = -3", a set, an
// interval, "no solution", "all real numbers except 0". Errors are *SyntaxError.
func Read(text string, how Notation) (Reading, error) {
	text = wrapped.ReplaceAllStringFunc(text, func(m string) string {
		inner := m[strings.IndexByte(m, '{')+1 : len(m)-1]
		return strings.Repeat(" ", len(m)-len(inner)-1) + inner + " "
	})
	plain := strings.TrimRight(strings.Trim(strings.TrimSpace(text), "$"), ".! ")
	lower := strings.ToLower(plain)
	if len(text) > maxFormula {
		lower = ""
	}
	if m := leading.FindString(lower); m != "" && len(lower) == len(plain) {
		return Read(plain[len(m):], how)
	}
	if nothing.MatchString(lower) {
		return Reading{Statement: Nothing{}}, nil
	}
	if m := everything.FindStringSubmatch(lower); m != nil {
		if m[1] == "" {
			return Reading{Statement: Everything{}}, nil
		}
		r, err := Read(m[1], how)
		if err != nil {
			return Reading{}, err
		}
		out, ok := Excepted(r.Statement)
		if !ok {
			return Reading{}, &SyntaxError{text, 0, "after “except” the numbers that are left out were expected"}
		}
		return Reading{Everything{out}, r.Doubts}, nil
	}
	s := &scanner{text: text, how: how}
	if err := s.scan(); err != nil {
		return Reading{}, err
	}
	p := &parser{text: text, tokens: s.out, maths: true, doubts: s.doubts}
	out, err := p.statement()
	if err != nil {
		return Reading{}, err
	}
	if t := p.peek(); t.kind != tokenEnd {
		return Reading{}, p.fail(t, "an operator was expected before %q", p.text[t.at:t.end])
	}
	return Reading{out, p.doubts}, nil
}

// ReadExpression understands a bare expression. Errors are *SyntaxError, also
// for a text that is something else.
func ReadExpression(text string, how Notation) (Node, error) {
	r, err := Read(text, how)
	if err != nil {
		return nil, err
	}
	n, ok := r.Expression()
	if !ok {
		return nil, &SyntaxError{text, 0, "an expression was expected, not a relation or a set"}
	}
	return n, nil
}

// Excepted are the elements of what follows "except".
func Excepted(s Statement) ([]Node, bool) {
	switch s := s.(type) {
	case Relation:
		if len(s.Ops) == 0 {
			return s.Terms, true
		}
		if len(s.Ops) == 1 && s.Ops[0] == "=" {
			return s.Terms[1:], true
		}
	case Finite:
		return s, true
	case All:
		var out []Node
		for _, part := range s {
			nodes, ok := Excepted(part)
			if !ok {
				return nil, false
			}
			out = append(out, nodes...)
		}
		return out, true
	case Any:
		return Excepted(All(s))
	}
	return nil, false
}

// statement = all { "or" all }
func (p *parser) statement() (Statement, error) {
	var out Any
	for {
		s, err := p.all()
		if err != nil {
			return nil, err
		}
		out = append(out, s)
		if !p.is(tokenJoin, "or") {
			break
		}
		p.next++
	}
	if len(out) == 1 {
		return out[0], nil
	}
	return p.named(out), nil
}

// named gives bare expressions the name of the equation before them: "x = 2 or
// -3".
func (p *parser) named(parts Any) Statement {
	var bare []Node
	for _, part := range parts {
		if r, ok := part.(Relation); ok && len(r.Ops) == 0 {
			bare = append(bare, r.Terms[0])
		}
	}
	if len(bare) == len(parts) {
		return Finite(bare)
	}
	first, ok := parts[0].(Relation)
	if !ok || len(first.Ops) != 1 || first.Ops[0] != "=" && first.Ops[0] != "≈" {
		return parts
	}
	out := slices.Clone(parts)
	for i, part := range out {
		if r, ok := part.(Relation); ok && len(r.Ops) == 0 {
			out[i] = Relation{[]Node{first.Terms[0], r.Terms[0]}, first.Ops}
		}
	}
	return out
}

// all = item { ("and" | ";" | ",") item }
func (p *parser) all() (Statement, error) {
	var out []Statement
	for {
		for p.peek().kind == tokenSemicolon {
			p.next++
		}
		if p.peek().kind == tokenEnd && len(out) > 0 {
			break
		}
		s, err := p.item()
		if err != nil {
			return nil, err
		}
		out = append(out, s)
		t := p.peek()
		if t.kind != tokenComma && t.kind != tokenSemicolon && !(t.kind == tokenJoin && t.text == "and") {
			break
		}
		p.next++
		if p.is(tokenJoin, "and") { // ", and"
			p.next++
		} else if t.kind == tokenComma && p.is(tokenJoin, "or") { // "2, or 3"
			break
		}
	}
	if len(out) == 1 {
		return out[0], nil
	}
	return p.listed(out), nil
}

// listed understands a list: bare expressions are a set, equations for one name
// are alternatives, those for several names hold together. "x = 1 and x = 2"
// lists alternatives as well.
func (p *parser) listed(parts []Statement) Statement {
	first, ok := parts[0].(Relation)
	bare, points, same := ok, true, ok && len(first.Ops) == 1
	for _, part := range parts {
		r, ok := part.(Relation)
		bare = bare && ok && len(r.Ops) == 0
		if !ok || len(r.Ops) > 0 {
			if _, pair := part.(Pair); !pair {
				points = false
			}
		} else {
			points = false
		}
		same = same && ok && (len(r.Ops) == 0 || len(r.Ops) == 1 && r.Ops[0] == first.Ops[0] && Equal(r.Terms[0], first.Terms[0]))
	}
	switch name, isName := firstName(first, ok); {
	case bare:
		var out Finite
		for _, part := range parts {
			out = append(out, part.(Relation).Terms[0])
		}
		return out
	case points:
		return Any(parts)
	case same && isName && name != "" && (first.Ops[0] == "=" || first.Ops[0] == "≈"):
		return p.named(parts)
	}
	return All(parts)
}

func firstName(r Relation, ok bool) (string, bool) {
	if !ok {
		return "", false
	}
	name, is := r.Terms[0].(Name)
	return string(name), is
}

// item = set | interval | point | name "∈" item | expr { relation expr }
func (p *parser) item() (Statement, error) {
	t := p.peek()
	switch {
	case t.kind == tokenNothing:
		p.next++
		return Nothing{}, nil
	case t.kind == tokenEverything:
		p.next++
		return Everything{}, nil
	case t.kind == tokenOpen:
		start, doubts := p.next, p.doubts
		s, err := p.set(t)
		if err == nil && s != nil {
			return s, nil
		}
		p.next, p.doubts = start, doubts
		if t.text == `\{` && err != nil {
			return nil, err
		}
	case t.kind == tokenWord && p.second().kind == tokenIn:
		p.next += 2
		in, err := p.item()
		return Member{Name(t.text), in}, err
	}
	return p.relation()
}

func (p *parser) relation() (Statement, error) {
	x, err := p.sum(0)
	if err != nil {
		return nil, err
	}
	out := Relation{Terms: []Node{x}}
	for p.peek().kind == tokenRelation {
		op := p.peek().text
		p.next++
		x, err := p.sum(0)
		if err != nil {
			return nil, err
		}
		out.Terms, out.Ops = append(out.Terms, x), append(out.Ops, op)
	}
	return out, nil
}

// set reads {a, b}, (a, b], (a, b, c); nil where the bracket is a plain one.
func (p *parser) set(open token) (Statement, error) {
	p.next++
	var nodes []Node
	infinite := false
	for {
		n, inf, err := p.end()
		if err != nil {
			return nil, err
		}
		infinite = infinite || inf
		nodes = append(nodes, n)
		if k := p.peek().kind; k != tokenComma && k != tokenSemicolon {
			break
		}
		p.next++
	}
	shut := p.peek()
	if shut.kind != tokenClose {
		return nil, p.fail(shut, "a closing bracket was expected")
	}
	p.next++
	switch {
	case open.text == "{" || open.text == `\{`:
		if next := p.peek().kind; next != tokenEnd && next != tokenJoin && next != tokenComma && next != tokenSemicolon || infinite {
			return nil, nil
		}
		return Finite(nodes), nil
	case len(nodes) == 2:
		return Pair{nodes[0], nodes[1], open.text == "(", shut.text == ")"}, nil
	case len(nodes) > 2 && !infinite:
		return Tuple(nodes), nil
	}
	return nil, nil
}

// end reads an expression, or an infinity as nil.
func (p *parser) end() (Node, bool, error) {
	start := p.next
	if t := p.peek(); t.kind == tokenOp && (t.text == "-" || t.text == "+") {
		p.next++
	}
	if p.peek().kind == tokenInfinity {
		p.next++
		return nil, true, nil
	}
	p.next = start
	n, err := p.sum(0)
	return n, false, err
}

// Signs gives every reading of an expression with ± in it: all with +, then all
// with −. An expression without ± is the only one.
func Signs(n Node) []Node {
	found := false
	Walk(n, func(n Node) {
		if _, ok := n.(Either); ok {
			found = true
		}
	})
	if !found {
		return []Node{n}
	}
	return []Node{signed(n, false), signed(n, true)}
}

func signed(n Node, negative bool) Node {
	parts := slices.Clone(Parts(n))
	for i := range parts {
		parts[i] = signed(parts[i], negative)
	}
	if _, ok := n.(Either); ok {
		if negative {
			return Negative{parts[0]}
		}
		return parts[0]
	}
	if b, ok := n.(Binary); ok && b.Op == '+' && negative {
		if _, ok := b.Y.(Either); ok {
			return Binary{'-', parts[0], signed(b.Y.(Either).X, true)}
		}
	}
	return WithParts(n, parts)
}

// Choices gives every reading of an expression in which each ± is chosen by itself.
func Choices(n Node) []Node {
	if e, ok := n.(Either); ok {
		var out []Node
		for _, x := range Choices(e.X) {
			out = append(out, x, Negative{x})
		}
		return out
	}
	parts := Parts(n)
	if len(parts) == 0 {
		return []Node{n}
	}
	out := [][]Node{nil}
	for _, part := range parts {
		var longer [][]Node
		for _, before := range out {
			for _, x := range Choices(part) {
				longer = append(longer, append(slices.Clone(before), x))
			}
		}
		if out = longer; len(out) > 64 {
			return nil
		}
	}
	var all []Node
	for _, chosen := range out {
		all = append(all, WithParts(n, chosen))
	}
	return all
}
