package solve

import (
	"fmt"
	"math/big"
	"math/rand/v2"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/interval"
)

// drawn writes a random equation of one of the kinds that are solved.
func drawn(r *rand.Rand) string {
	n := func() int { return r.IntN(9) + 1 }
	switch r.IntN(8) {
	case 0:
		return fmt.Sprintf("%dx^3 - %dx^2 + %dx - %d = 0", n(), n(), n(), n())
	case 1:
		return fmt.Sprintf("%d/(x-%d) + %d/(x+%d) = %d", n(), n(), n(), n(), n())
	case 2:
		return fmt.Sprintf("sqrt(%dx+%d) = x - %d", n(), n(), n())
	case 3:
		return fmt.Sprintf("|%dx-%d| = %d - x", n(), n(), n())
	case 4:
		return fmt.Sprintf("%d^(2x) - %d*%d^x + %d = 0", 3, n(), 3, n())
	case 5:
		return fmt.Sprintf("log(x-%d) + log(x+%d) = 1", n(), n())
	case 6:
		return fmt.Sprintf("%dx^4 - %dx^2 + 1 = 0", n(), n()+4)
	}
	return fmt.Sprintf("%dsin(x)^2 - %dsin(x) + 1 = 0, 0 <= x <= 7", n(), n())
}

// TestRootsSatisfyTheirEquation puts each solution back by enclosures alone, and
// looks for changes of sign where no solution was found.
func TestRootsSatisfyTheirEquation(t *testing.T) {
	const prec = 100
	r := rand.New(rand.NewPCG(1, 8))
	for range 160 {
		text := drawn(r)
		read, err := maths.Read(text, maths.Notation{})
		if err != nil {
			t.Fatal(err)
		}
		s, err := Solve(read.Statement, []string{"x"}, algebra.DefaultBudget)
		if err != nil {
			t.Fatalf("%s: %v", text, err)
		}
		relations, _ := flatten(read.Statement)
		eq := relations[0]
		difference := maths.Binary{Op: '-', X: eq.left, Y: eq.right}
		calc := algebra.New(algebra.DefaultBudget)
		for _, f := range s.Line.Points() {
			x, err := calc.Enclose(f, nil, prec)
			if err != nil {
				t.Fatal(err)
			}
			v, err := algebra.Value(difference, map[string]interval.Interval{"x": x}, prec)
			if err != nil {
				continue // on the edge of the domain
			}
			if v.Lo.Sign() > 0 || v.Hi.Sign() < 0 {
				t.Errorf("%s: %s does not satisfy it", text, maths.Typed(calc.Node(f)))
			}
		}
		before := 0
		for k := -20; k <= 80; k++ { // a root between two points of a grid changes the sign
			x := interval.Int(int64(k), prec)
			x, _ = x.Quo(interval.Int(8, prec))
			v, err := algebra.Value(difference, map[string]interval.Interval{"x": x}, prec)
			sign, ok := v.Sign()
			if err != nil || !ok || len(Conditions(difference)) > 0 && before == 0 {
				before = 0
				if err == nil && ok {
					before = sign
				}
				continue
			}
			if before*sign < 0 && !s.near(t, x) && len(relations) == 1 {
				t.Errorf("%s changes its sign before %.4g, and no solution is there", text, x.Lo)
			}
			before = sign
		}
	}
}

// near says whether a solution or a pole lies within a step below x.
func (s Solution) near(t *testing.T, x interval.Interval) bool {
	calc := algebra.New(algebra.DefaultBudget)
	step, _ := interval.Int(1, 100).Quo(interval.Int(7, 100))
	for _, f := range s.Line.Points() {
		v, err := calc.Enclose(f, nil, 100)
		if err != nil {
			t.Fatal(err)
		}
		if d := x.Sub(v); d.Hi.Sign() >= 0 && d.Sub(step).Lo.Sign() <= 0 {
			return true
		}
	}
	for k := int64(-10); k <= 10; k++ { // the poles of the rational kind
		if d := x.Sub(interval.Int(k, 100)); d.Hi.Sign() >= 0 && d.Sub(step).Lo.Sign() <= 0 {
			return true
		}
	}
	return false
}

// drawnInequality writes a random inequality.
func drawnInequality(r *rand.Rand) string {
	n := func() int { return r.IntN(7) + 1 }
	op := []string{"<", "<=", ">", ">="}[r.IntN(4)]
	return fmt.Sprintf([]string{
		"ln(x+%d) %s %d - 3", "2^x - %d %s %d", "sqrt(x+%d) %s x - %d", "|x-%d| %s 2x - %d", "x^2 - %dx %s %d", "(x-%d)/(x^2-9) %s %d - 3",
		"|x^2 - %d| %s %d", "log_2(x) + log_2(x+%d) %s %d - 1", "x^3 - %dx %s %d", "1/(x-%d) %s x - %d", "sqrt(9-x^2) + %d %s %d", "e^x + %d %s e^(2x) - %d",
		"x*|x| - %d %s %d", "(x^2-4)/(x+%d) %s %d",
	}[r.IntN(14)], n(), op, n())
}

// TestInequalitiesPointByPoint compares solutions with what enclosures say of the
// inequality at many points.
func TestInequalitiesPointByPoint(t *testing.T) {
	const prec = 100
	r := rand.New(rand.NewPCG(4, 8))
	decided := 0
	for range 400 {
		text := drawnInequality(r)
		read, err := maths.Read(text, maths.Notation{})
		if err != nil {
			t.Fatal(err)
		}
		s, err := Solve(read.Statement, []string{"x"}, algebra.DefaultBudget)
		if err != nil {
			continue
		}
		decided++
		relations, _ := flatten(read.Statement)
		rel := relations[0]
		v := &solver{unknowns: []string{"x"}, budget: algebra.DefaultBudget}
		for k := int64(-61); k <= 85; k += 3 {
			q := big.NewRat(2*k+1, 14)
			at := map[string]interval.Interval{"x": interval.Rat(q, prec)}
			a, err1 := algebra.Value(rel.left, at, prec)
			b, err2 := algebra.Value(rel.right, at, prec)
			holds := false
			if err1 == nil && err2 == nil {
				sign, sure := a.Sub(b).Sign()
				if !sure {
					continue
				}
				holds = map[string]bool{"<": sign < 0, "≤": sign <= 0, ">": sign > 0, "≥": sign >= 0}[rel.op]
			}
			in, err := v.in(algebra.Rational(q), s.whole())
			if err != nil {
				t.Fatal(err)
			}
			if in != holds {
				t.Errorf("%s is solved by %s, which is wrong at %s", text, s.Line.Text("x"), q.RatString())
				break
			}
		}
	}
	if decided < 320 {
		t.Errorf("only %d of 400 were decided", decided)
	}
}

// Systems built from chosen points: all of them are found, and no other.
func TestSystemsOfTheSecondDegree(t *testing.T) {
	for a := int64(1); a <= 5; a++ {
		for b := int64(1); b <= 5; b++ {
			for text, want := range map[string][][2]int64{
				fmt.Sprintf("x^2 + y^2 = %d; x*y = %d", a*a+b*b, a*b):           {{a, b}, {b, a}, {-a, -b}, {-b, -a}},
				fmt.Sprintf("x^2 + y^2 = %d; x^2 - y^2 = %d", a*a+b*b, a*a-b*b): {{a, b}, {a, -b}, {-a, b}, {-a, -b}},
				fmt.Sprintf("x + y = %d; x*y = %d", a+b, a*b):                   {{a, b}, {b, a}},
				fmt.Sprintf("x*y = %d; x*y + x = %d", a*b, a*b+a):               {{a, b}},
			} {
				r, err := maths.Read(text, maths.Notation{})
				if err != nil {
					t.Fatal(err)
				}
				s, err := Solve(r.Statement, []string{"x", "y"}, algebra.DefaultBudget)
				if err != nil {
					t.Errorf("%s: %v", text, err)
					continue
				}
				found := map[[2]int64]bool{}
				for _, p := range s.Points {
					x, ok1 := p[0].Rational()
					y, ok2 := p[1].Rational()
					if ok1 && ok2 && x.IsInt() && y.IsInt() {
						found[[2]int64{x.Num().Int64(), y.Num().Int64()}] = true
					}
				}
				distinct := map[[2]int64]bool{}
				for _, p := range want {
					distinct[p] = true
					if !found[p] {
						t.Errorf("%s: %v is not found", text, p)
					}
				}
				if len(s.Points) != len(distinct) {
					t.Errorf("%s: %d points, not %d", text, len(s.Points), len(distinct))
				}
			}
		}
	}
}
