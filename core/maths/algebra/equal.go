package algebra

import (
	"math/big"

	"zincowl/core/maths"
	"zincowl/core/maths/interval"
)

// Verdict is what is known of a claim.
type Verdict int

// The verdicts.
const (
	Unproven Verdict = iota
	True
	False
)

// Comparison is whether two expressions are equal wherever both have a value,
// and, where they are not, a point at which they differ.
type Comparison struct {
	Verdict Verdict
	At      map[string]*big.Rat
}

// samples are values that names are given to tell expressions apart; none of
// them is special to common functions.
var samples = []*big.Rat{
	big.NewRat(7, 3), big.NewRat(5, 8), big.NewRat(-13, 7), big.NewRat(19, 5), big.NewRat(-3, 11), big.NewRat(1, 17), big.NewRat(41, 3),
	big.NewRat(-37, 5), big.NewRat(9, 10), big.NewRat(-8, 9), big.NewRat(113, 7), big.NewRat(-211, 11),
}

// Equivalent compares two expressions: by their Forms first, then by certified
// values at some points. Equal values at points prove nothing.
func Equivalent(a, b maths.Node, budget Budget) Comparison {
	c := New(budget)
	if forms, err := c.Forms(a, b); err == nil && c.Same(forms[0], forms[1]) {
		if definedSomewhere(a, b) {
			return Comparison{Verdict: True}
		}
		return Comparison{}
	} else if err == nil && len(forms[0].Names()) == 0 && len(forms[1].Names()) == 0 {
		if s, err := c.Compare(forms[0], forms[1]); err == nil && s != 0 {
			if _, err := values(a, b, nil); err == nil {
				return Comparison{Verdict: False, At: map[string]*big.Rat{}}
			}
		}
	}
	var out Comparison
	eachSample(a, b, func(at map[string]*big.Rat, x [2]interval.Interval) bool {
		if x[0].Disjoint(x[1]) {
			out = Comparison{False, at}
			return true
		}
		return false
	})
	return out
}

// definedSomewhere says whether both expressions have a value at one of the
// points that are tried, or can't be valued at all (as statistics can't).
func definedSomewhere(a, b maths.Node) bool {
	found := false
	eachSample(a, b, func(map[string]*big.Rat, [2]interval.Interval) bool { found = true; return true })
	if found || len(maths.Names(a))+len(maths.Names(b)) == 0 {
		return true
	}
	return false
}

// eachSample calls f with certified values of both expressions at points where
// they have them, until it says that is enough.
func eachSample(a, b maths.Node, f func(map[string]*big.Rat, [2]interval.Interval) bool) {
	names := maths.Names(maths.Binary{Op: '+', X: a, Y: b})
	for try := range 2 * len(samples) {
		at := map[string]*big.Rat{}
		for i, name := range names {
			v := samples[(try*(2*i+1)+5*i)%len(samples)]
			if try >= len(samples) { // closer to zero, all positive
				v = new(big.Rat).Abs(new(big.Rat).Quo(v, big.NewRat(int64(20+i), 1)))
			}
			at[name] = v
		}
		x, err := values(a, b, at)
		if err == nil && f(at, x) {
			return
		}
		if len(names) == 0 {
			return
		}
	}
}

func values(a, b maths.Node, at map[string]*big.Rat) (out [2]interval.Interval, err error) {
	const prec = 128
	env := map[string]interval.Interval{}
	for name, v := range at {
		env[name] = interval.Rat(v, prec)
	}
	for i, n := range []maths.Node{a, b} {
		if out[i], err = Value(n, env, prec); err != nil {
			return out, err
		}
	}
	return out, nil
}
