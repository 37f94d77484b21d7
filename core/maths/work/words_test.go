package work

import (
	"testing"

	"zincowl/core/maths/algebra"
)

func TestIntegralsFunctionsAndAreas(t *testing.T) {
	for _, c := range []struct{ asked, want string }{
		{`\int_0^{3} (x^2 + 1)\,dx`, "12"},
		{`\int_{-1}^{1} 1/x\,dx`, ""},
		{"f(3) for f(x) = x^2 - 4", "5"},
		{"g(f(2)) for f(x) = 3x - 1 and g(x) = x^2", "25"},
		{"area between 4x and x^2", "32/3"},
		{"area between x and x^3", ""},
	} {
		r, err := Do(Task{Task: "evaluate", Statement: c.asked}, algebra.DefaultBudget)
		if err != nil {
			r = Unread(Task{}, err)
		}
		if r.Expression != c.want {
			t.Errorf("%s is %q (%s), want %q", c.asked, r.Expression, r.Why, c.want)
		}
	}
}
