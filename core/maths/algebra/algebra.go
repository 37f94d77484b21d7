// Package algebra decides whether expressions are equal, and simplifies,
// expands and factors them.
//
// The model: every expression is brought to a Form, a quotient of two sums. A
// sum has rational coefficients before products of kernels; a kernel is what
// the rational operations can't take apart: a variable, π, a root, an
// exponential, a logarithm, a sine. Kernels are chosen so that the laws of
// powers, logarithms and angles hold by themselves: 4^x is the square of the
// kernel 2^x, ln x² is twice ln|x|, sin 2x is written with sin x and cos x as
// soon as both angles are met, √2·√6 is 2√3. So two expressions that are equal
// by those laws have the same Form, and the difference of two equal ones is a
// quotient without terms above.
//
// A Form speaks of the points where the expression it came from has a value, and
// of nothing else: x/x is 1. Which points those are is told by Conditions. What
// can't be decided by rewriting is decided by enclosures of the values
// (interval), or left open; nothing is ever decided by a rounded number.
//
// The values at which a Form may be zero are found by undoing what stands around the
// unknown (roots.go), each kind of equation in a file of its own: univariate.go,
// absolute.go, radical.go, exponential.go, logarithmic.go, trigonometric.go. They are
// candidates: package solve puts each back and says which are extraneous.
package algebra

import (
	"context"
	"errors"
	"math/big"

	"zincowl/core/maths"
)

// Errors of all operations.
var (
	// ErrBudget says that the work allowed is used up.
	ErrBudget = errors.New("this takes more work than is allowed for it")
	// ErrUndefined says that an expression has no value anywhere.
	ErrUndefined = errors.New("this has no value")
	// ErrBeyond says that an expression is of a kind that is not computed here.
	ErrBeyond = errors.New("this is beyond what is computed here")
)

// Calculator computes with Forms and counts the work that it does. It is not
// safe for use by several goroutines.
type Calculator struct {
	budget    Budget
	left      int64
	look      int64               // what is left when the context is looked at again
	keepSines bool                // sin² stays and cos² becomes 1 - sin², not the other way
	angles    map[string]*big.Rat // the largest part that all multiples of an angle share
	signs     map[string]int      // sums known to be positive or negative where all has a value
	env       map[string]*Form    // values of names
	factored  map[string]factorisation
}

// Budget is how much work may be done, and for how long somebody waits for it.
type Budget struct {
	Work    int64           // a unit is about the product of two small terms
	Context context.Context // where it ends, so does the work; nil never ends
}

// DefaultBudget is work for about a second.
var DefaultBudget = Budget{Work: 2_000_000}

// For is the same work for somebody who waits as long as ctx lasts.
func (b Budget) For(ctx context.Context) Budget {
	b.Context = ctx
	return b
}

// Gone is the context's error once nobody waits any more, else nil.
func (b Budget) Gone() error {
	if b.Context == nil {
		return nil
	}
	return b.Context.Err()
}

// New is a calculator that may do so much work.
func New(budget Budget) *Calculator {
	return &Calculator{budget: budget, left: budget.Work, look: budget.Work, angles: map[string]*big.Rat{}, signs: map[string]int{}, env: map[string]*Form{}, factored: map[string]factorisation{}}
}

// fault is what is thrown to the nearest exported operation.
type fault struct{ err error }

func (c *Calculator) spend(n int) {
	if c.left -= int64(n); c.left < 0 {
		panic(fault{ErrBudget})
	}
	if c.left < c.look {
		c.look = c.left - 2_000 // about a millisecond
		if err := c.budget.Gone(); err != nil {
			panic(fault{err})
		}
	}
}

func raise(err error) { panic(fault{err}) }

// catch turns a fault into the error of the operation that defers it.
func catch(err *error) {
	switch r := recover().(type) {
	case nil:
	case fault:
		*err = r.err
	default:
		panic(r)
	}
}

// With gives names a value for what follows, and returns a function that takes
// it back.
func (c *Calculator) With(values map[string]*Form) func() {
	before := c.env
	c.env = make(map[string]*Form, len(before)+len(values))
	for k, v := range before {
		c.env[k] = v
	}
	for k, v := range values {
		c.env[k] = v
	}
	return func() { c.env = before }
}

// Form is an expression as a quotient of sums of products of kernels. It is
// immutable.
type Form struct{ num, den sum }

// Forms brings expressions to Forms that can be compared with each other.
func (c *Calculator) Forms(nodes ...maths.Node) (out []*Form, err error) {
	defer catch(&err)
	for _, n := range nodes {
		c.survey(n)
	}
	for _, n := range nodes {
		out = append(out, c.read(n))
	}
	for i := range out {
		out[i] = c.settle(out[i])
	}
	return out, nil
}

// Form brings one expression to a Form.
func (c *Calculator) Form(n maths.Node) (*Form, error) {
	forms, err := c.Forms(n)
	if err != nil {
		return nil, err
	}
	return forms[0], nil
}

// Rational is a number as a Form.
func Rational(v *big.Rat) *Form { return &Form{constant(v), one} }

// Variable is a name as a Form.
func Variable(name string) *Form { return kernelForm(variableKernel(name)) }

// Add is f + g.
func (c *Calculator) Add(f, g *Form) (out *Form, err error) {
	defer catch(&err)
	return c.add(f, g), nil
}

// Sub is f - g.
func (c *Calculator) Sub(f, g *Form) (out *Form, err error) {
	defer catch(&err)
	return c.sub(f, g), nil
}

// Mul is f · g.
func (c *Calculator) Mul(f, g *Form) (out *Form, err error) {
	defer catch(&err)
	return c.mul(f, g), nil
}

// Quo is f / g; ErrUndefined where g is zero.
func (c *Calculator) Quo(f, g *Form) (out *Form, err error) {
	defer catch(&err)
	return c.quo(f, g), nil
}

// Same says whether two Forms are the same, which makes the expressions equal
// wherever both have a value. Two that are not the same may be equal all the
// same.
func (c *Calculator) Same(f, g *Form) bool {
	same := false
	var err error
	func() {
		defer catch(&err)
		same = len(c.settle(c.sub(f, g)).num) == 0
	}()
	return err == nil && same
}

// Rational is the value of a Form that is a rational number.
func (f *Form) Rational() (*big.Rat, bool) {
	if !f.den.isOne() || len(f.num) > 1 {
		return nil, false
	}
	if len(f.num) == 0 {
		return new(big.Rat), true
	}
	if len(f.num[0].m) > 0 {
		return nil, false
	}
	return f.num[0].c, true
}

// Names lists the variables of a Form, in order.
func (f *Form) Names() []string { return union(f.num.names(), f.den.names()) }

// Parts are the sums above and below the line of a Form.
func (f *Form) Parts() []*Form { return []*Form{{f.num, one}, {f.den, one}} }

// Int is a whole number as a Form.
func Int(n int64) *Form { return Rational(big.NewRat(n, 1)) }
