// Package maths reads and prints mathematics, computes with exact numbers and
// carries units.
//
// The pieces, from the bottom up: lex.go and scan.go cut text into tokens, the
// one for formulas in words ("dose × volume"), the other for mathematics as it
// is typed or set in LaTeX; parse.go makes a tree of Nodes of either, and
// statement.go relations, sets and intervals; expr.go is that tree and print.go
// writes it; evaluate.go computes it with rationals; isolate.go turns a formula
// round for another variable; unit.go and quantity.go carry units; formula.go
// joins an equation with the list of what its letters mean. Numbers are *big.Rat
// throughout: no rounding happens before a value is shown, and decimal.go is the
// only place where it does.
//
// What computes with the tree stands in packages of its own: interval encloses
// values, polynomial factors and isolates roots, algebra decides equality and
// simplifies, calculus differentiates and integrates.
package maths
