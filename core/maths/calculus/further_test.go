package calculus

import (
	"math/rand/v2"
	"strconv"
	"strings"
	"testing"

	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
)

// Integrands that need a method are found, with numbers by chance; what is found gives
// the integrand back, since Integral differentiates it before it says so.
func TestFurther(t *testing.T) {
	r := rand.New(rand.NewPCG(9, 2))
	for _, form := range []string{
		"x*e^(Ax)", "x^2*e^(-Ax)", "x*sin(Ax)", "x^2*cos(Ax)", "ln(Ax)", "x^B*ln(x)", "Ax/(x^2 + B)", "x*(x^2 + A)^B", "x*sqrt(x^2 + A)",
		"sin(Ax)^2", "cos(Ax)^2", "sin(x)*cos(x)", "sin(x)^3", "sin(x)*cos(x)^B", "e^x/(e^x + A)", "ln(x)^B/x", "1/(x^2 + A)", "1/sqrt(A - x^2)", "x/(x + A)", "x*sqrt(x + A)",
		"(x + A)/sqrt(x)", "sec(Ax)^2", "arctan(x)", "x^3*e^(x^2)",
	} {
		for range 3 {
			text := strings.NewReplacer("A", strconv.Itoa(1+r.IntN(6)), "B", strconv.Itoa(2+r.IntN(3))).Replace(form)
			n, err := maths.ReadExpression(text, maths.Notation{})
			if err != nil {
				t.Fatalf("%s: %v", text, err)
			}
			f, steps, err := Integral(n, "x", algebra.DefaultBudget)
			if err != nil {
				t.Errorf("∫ %s dx is not found: %v", text, err)
				continue
			}
			back, _, err := Derivative(f, "x")
			if err != nil || algebra.Equivalent(back, n, algebra.DefaultBudget).Verdict != algebra.True || len(steps) == 0 {
				t.Errorf("∫ %s dx is said to be %s", text, maths.Typed(f))
			}
		}
	}
}
