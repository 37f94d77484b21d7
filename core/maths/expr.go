package maths

import (
	"fmt"
	"math/big"
	"strings"
)

// Node is an expression. String prints it as text that Parse reads back to an
// equal tree.
type Node interface {
	String() string
	latex(out *strings.Builder, outer int)
}

// Number is a constant, exact.
type Number struct{ Value *big.Rat }

// Name is a variable.
type Name string

// Negative is an expression with its sign turned.
type Negative struct{ X Node }

// Binary joins two expressions with one of + - * / ^.
type Binary struct {
	Op   byte
	X, Y Node
}

// strength is how tightly a node holds its parts together when printed.
func strength(n Node) int {
	switch n := n.(type) {
	case Negative:
		return 2
	case Binary:
		switch n.Op {
		case '+', '-':
			return 1
		case '*', '/':
			return 2
		default:
			return 3
		}
	case Number:
		if n.Value.Sign() < 0 {
			return 2
		}
		if !n.Value.IsInt() && !terminates(n.Value) {
			return 2 // printed as a quotient
		}
	}
	return 4
}

func inner(n Node, at int) string {
	if strength(n) < at {
		return "(" + n.String() + ")"
	}
	return n.String()
}

// String prints the exact value as a decimal where it terminates.
func (n Number) String() string { return Exact(n.Value) }

func (n Name) String() string { return string(n) }

func (n Negative) String() string { return "-" + inner(n.X, 3) }

var signs = map[byte]string{'+': " + ", '-': " − ", '*': " × ", '/': " ÷ ", '^': "^"}

func (n Binary) String() string {
	at := strength(n)
	left, right := at, at+1
	if n.Op == '^' {
		left, right = at+1, at+1
	}
	return inner(n.X, left) + signs[n.Op] + inner(n.Y, right)
}

// LaTeX writes an expression for typesetting; names of more than one letter
// stand upright.
func LaTeX(n Node) string {
	var out strings.Builder
	n.latex(&out, 0)
	return out.String()
}

func wrap(out *strings.Builder, n Node, at, outer int, body func()) {
	if at < outer {
		out.WriteString(`\left(`)
		body()
		out.WriteString(`\right)`)
		return
	}
	body()
}

func (n Number) latex(out *strings.Builder, outer int) {
	wrap(out, n, strength(n), outer, func() { out.WriteString(strings.ReplaceAll(n.String(), ",", "{,}")) })
}

func (n Name) latex(out *strings.Builder, _ int) {
	if len([]rune(string(n))) == 1 {
		out.WriteString(string(n))
		return
	}
	fmt.Fprintf(out, `\text{%s}`, latexText.Replace(string(n)))
}

var latexText = strings.NewReplacer(`\`, "", "{", "", "}", "", "$", `\$`, "%", `\%`, "_", `\_`, "#", `\#`, "&", `\&`, "^", "", "~", "")

func (n Negative) latex(out *strings.Builder, outer int) {
	wrap(out, n, 2, outer, func() {
		out.WriteString("-")
		n.X.latex(out, 3)
	})
}

func (n Binary) latex(out *strings.Builder, outer int) {
	at := strength(n)
	if n.Op == '/' {
		out.WriteString(`\frac{`)
		n.X.latex(out, 0)
		out.WriteString(`}{`)
		n.Y.latex(out, 0)
		out.WriteString(`}`)
		return
	}
	wrap(out, n, at, outer, func() {
		if n.Op == '^' {
			n.X.latex(out, at+1)
			out.WriteString("^{")
			n.Y.latex(out, 0)
			out.WriteString("}")
			return
		}
		n.X.latex(out, at)
		out.WriteString(map[byte]string{'+': " + ", '-': " - ", '*': ` \times `}[n.Op])
		n.Y.latex(out, at+1)
	})
}

// Walk calls f for every node of an expression, the outer ones first.
func Walk(n Node, f func(Node)) {
	f(n)
	switch n := n.(type) {
	case Negative:
		Walk(n.X, f)
	case Binary:
		Walk(n.X, f)
		Walk(n.Y, f)
	}
}

// Names lists the variables of an expression in the order of their first use.
func Names(n Node) []string {
	var out []string
	seen := map[string]bool{}
	Walk(n, func(n Node) {
		if name, ok := n.(Name); ok && !seen[string(name)] {
			seen[string(name)] = true
			out = append(out, string(name))
		}
	})
	return out
}

// Equal says whether two trees are the same, node by node.
func Equal(a, b Node) bool {
	switch a := a.(type) {
	case Number:
		b, ok := b.(Number)
		return ok && a.Value.Cmp(b.Value) == 0
	case Name:
		b, ok := b.(Name)
		return ok && a == b
	case Negative:
		b, ok := b.(Negative)
		return ok && Equal(a.X, b.X)
	case Binary:
		b, ok := b.(Binary)
		return ok && a.Op == b.Op && Equal(a.X, b.X) && Equal(a.Y, b.Y)
	}
	return false
}
