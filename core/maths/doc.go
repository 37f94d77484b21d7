// Package maths reads formulas, computes with exact numbers and carries units.
//
// The pieces, from the bottom up: lex.go cuts text into tokens; parse.go makes
// a tree of Nodes; expr.go is that tree and prints itself back; evaluate.go
// computes it with rationals; isolate.go turns a formula round for another
// variable; unit.go and quantity.go carry units; formula.go joins an equation
// with the list of what its letters mean. Numbers are *big.Rat throughout: no
// rounding happens before a value is shown, and decimal.go is the only place
// where it does.
package maths
