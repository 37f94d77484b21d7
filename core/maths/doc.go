// Package maths reads and prints mathematics, and computes formulas of quantities
// exactly.
//
// The pieces, from the bottom up: lex.go and scan.go cut text into tokens, the
// one for formulas in words ("dose × volume"), the other for mathematics as it
// is typed or set in LaTeX; parse.go makes a tree of Nodes of either, and
// statement.go relations, sets and intervals; expr.go is that tree and print.go
// writes it; evaluate.go computes it with rationals; isolate.go turns a formula
// round for another variable; measure.go follows units through it; formula.go
// joins an equation with the list of what its letters mean. Numbers are *big.Rat
// throughout: no rounding happens before a value is shown, and package decimal is
// the only place where it does.
//
// What is needed below the tree and what computes with it stand in packages of their
// own: decimal has numbers as they are shown and units what measures them; interval
// encloses values, polynomial factors and isolates roots, algebra decides equality and
// simplifies, calculus differentiates and integrates, solve has sets of solutions,
// derive the steps; phrase reads the words that people write around mathematics, work
// does what they ask, and sheet and school work stems out by formulas.
package maths
