package interval

import (
	"math"
	"math/big"
	"math/rand/v2"
	"testing"
)

// holds says whether an interval lies around a float64 that is right to about
// 12 digits after the point, or 13 in all; the sines of math are no better, as
// their arguments are rounded.
func holds(x Interval, want float64) bool {
	slack := math.Abs(want)*1e-13 + 1e-12
	lo, _ := x.Lo.Float64()
	hi, _ := x.Hi.Float64()
	return lo <= want+slack && hi >= want-slack && hi-lo <= math.Abs(want)*1e-12+1e-25
}

func TestElementaryFunctions(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 6))
	for range 3000 {
		v := big.NewRat(int64(r.IntN(4000)-2000), int64(1+r.IntN(300)))
		f, _ := v.Float64()
		x := Rat(v, 120)
		check := func(name string, got Interval, err error, want float64) {
			if err != nil || !holds(got, want) {
				t.Errorf("%s(%v) is in [%v, %v], %v; want %v", name, v, got.Lo, got.Hi, err, want)
			}
		}
		if f < 300 {
			got, err := x.Exp()
			check("exp", got, err, math.Exp(f))
		}
		if math.Abs(math.Sin(f)) > 1e-3 {
			got, err := x.Sin()
			check("sin", got, err, math.Sin(f))
		}
		if math.Abs(math.Cos(f)) > 1e-3 {
			got, err := x.Cos()
			check("cos", got, err, math.Cos(f))
		}
		check("atan", x.Atan(), nil, math.Atan(f))
		if f > 0 {
			got, err := x.Ln()
			if math.Abs(f-1) > 1e-3 {
				check("ln", got, err, math.Log(f))
			}
			got, err = x.Sqrt()
			check("sqrt", got, err, math.Sqrt(f))
			got, err = x.Root(5)
			check("root", got, err, math.Pow(f, 0.2))
		}
		if f != 0 {
			y, _ := Int(1, 120).Quo(Int(1, 120).Add(x.Abs()))
			got, err := y.Asin()
			check("asin", got, err, math.Asin(1/(1+math.Abs(f))))
		}
	}
}

// TestIdentitiesHold checks functions against each other at precisions that no
// float64 reaches.
func TestIdentitiesHold(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 8))
	tiny := new(big.Float).SetMantExp(big.NewFloat(1), -250)
	for range 300 {
		x := Rat(big.NewRat(int64(1+r.IntN(5000)), int64(1+r.IntN(97))), 300)
		zero := func(name string, y Interval) {
			if y.Lo.Sign() > 0 || y.Hi.Sign() < 0 || new(big.Float).Sub(y.Hi, y.Lo).Cmp(tiny) > 0 {
				t.Fatalf("%s is in [%.5g, %.5g] for %.10g", name, y.Lo, y.Hi, x.Lo)
			}
		}
		l, _ := x.Ln()
		e, _ := l.Exp()
		q, _ := e.Quo(x)
		zero("exp(ln x)/x - 1", q.Sub(Int(1, 300)))
		s, _ := x.Sin()
		c, _ := x.Cos()
		zero("sin² + cos² - 1", s.Mul(s).Add(c.Mul(c)).Sub(Int(1, 300)))
		a := x.Atan()
		sa, _ := a.Sin()
		ca, _ := a.Cos()
		zero("sin(atan x) - x cos(atan x)", sa.Sub(x.Mul(ca)))
	}
	five, _ := Pi(300).Sin()
	if five.Lo.Sign() > 0 || five.Hi.Sign() < 0 {
		t.Errorf("sin π is in [%g, %g]", five.Lo, five.Hi)
	}
}

func TestUndefinedAndTooLarge(t *testing.T) {
	minus := Int(-1, 80)
	around := minus.Add(Int(1, 80)).Sub(Int(0, 80))
	for name, err := range map[string]error{
		"√-1":     second(minus.Sqrt()),
		"ln -1":   second(minus.Ln()),
		"1/0":     second(Int(1, 80).Quo(around)),
		"e^1e9":   second(Int(1e9, 80).Exp()),
		"asin 2":  second(Int(2, 80).Asin()),
		"9^99999": second(Int(9, 80).Pow(999999)),
	} {
		if err == nil {
			t.Errorf("%s has a value", name)
		}
	}
}

func second(_ Interval, err error) error { return err }
