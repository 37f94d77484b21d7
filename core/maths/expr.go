package maths

import (
	"math/big"
	"slices"
)

// Node is an expression. String prints it as text that is read back to an equal
// tree.
type Node interface {
	String() string
	node()
}

// Number is a constant, exact.
type Number struct{ Value *big.Rat }

// Name is a variable.
type Name string

// Constant is one of the numbers that have a name: Pi, E.
type Constant string

// The constants.
const (
	Pi Constant = "π"
	E  Constant = "e"
)

// Negative is an expression with its sign turned.
type Negative struct{ X Node }

// Either is an expression taken with both signs: ±2.
type Either struct{ X Node }

// Binary joins two expressions with one of + - * / ^.
type Binary struct {
	Op   byte
	X, Y Node
}

// Call is a function of its arguments, by one of the names of functions.go:
// sqrt x, root(x, 3), log(x, 2), sin x, mean(3, 5, 9).
type Call struct {
	Func string
	Args []Node
}

// Suffix is an expression with a sign after it: 15%, 30°, 5!.
type Suffix struct {
	X  Node
	Op string
}

func (Number) node()   {}
func (Name) node()     {}
func (Constant) node() {}
func (Negative) node() {}
func (Either) node()   {}
func (Binary) node()   {}
func (Call) node()     {}
func (Suffix) node()   {}

// Int is a whole number as an expression.
func Int(n int64) Node { return Number{big.NewRat(n, 1)} }

// Walk calls f for every node of an expression, the outer ones first.
func Walk(n Node, f func(Node)) {
	f(n)
	for _, part := range Parts(n) {
		Walk(part, f)
	}
}

// Parts are the expressions right below a node.
func Parts(n Node) []Node {
	switch n := n.(type) {
	case Negative:
		return []Node{n.X}
	case Either:
		return []Node{n.X}
	case Suffix:
		return []Node{n.X}
	case Binary:
		return []Node{n.X, n.Y}
	case Call:
		return n.Args
	}
	return nil
}

// WithParts is the node with other expressions in the place of its parts.
func WithParts(n Node, parts []Node) Node {
	switch n := n.(type) {
	case Negative:
		return Negative{parts[0]}
	case Either:
		return Either{parts[0]}
	case Suffix:
		return Suffix{parts[0], n.Op}
	case Binary:
		return Binary{n.Op, parts[0], parts[1]}
	case Call:
		return Call{n.Func, parts}
	}
	return n
}

// MapParts is the node with f applied to each of its parts.
func MapParts(n Node, f func(Node) Node) Node {
	parts := slices.Clone(Parts(n))
	for i := range parts {
		parts[i] = f(parts[i])
	}
	return WithParts(n, parts)
}

// Replace puts expressions in the place of names.
func Replace(n Node, by map[string]Node) Node {
	if name, ok := n.(Name); ok {
		if r, ok := by[string(name)]; ok {
			return r
		}
		return n
	}
	return MapParts(n, func(part Node) Node { return Replace(part, by) })
}

// Put replaces every part of an expression that is the same as one by another.
func Put(n, part, by Node) Node {
	if Equal(n, part) {
		return by
	}
	return MapParts(n, func(inner Node) Node { return Put(inner, part, by) })
}

// Names lists the variables of an expression in the order of their first use.
func Names(n Node) []string {
	var out []string
	Walk(n, func(n Node) {
		if name, ok := n.(Name); ok && !slices.Contains(out, string(name)) {
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
	case Name, Constant:
		return a == b
	case Negative:
		b, ok := b.(Negative)
		return ok && Equal(a.X, b.X)
	case Either:
		b, ok := b.(Either)
		return ok && Equal(a.X, b.X)
	case Suffix:
		b, ok := b.(Suffix)
		return ok && a.Op == b.Op && Equal(a.X, b.X)
	case Binary:
		b, ok := b.(Binary)
		return ok && a.Op == b.Op && Equal(a.X, b.X) && Equal(a.Y, b.Y)
	case Call:
		b, ok := b.(Call)
		return ok && a.Func == b.Func && slices.EqualFunc(a.Args, b.Args, Equal)
	}
	return false
}
