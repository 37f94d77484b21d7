package work

import (
	"testing"

	"zincowl/core/maths/algebra"
)

func TestQuestionsInWords(t *testing.T) {
	for _, c := range []struct{ asked, want string }{
		{"What percentage of 80 is 12?", "15"},
		{"After a rise of 25% an amount is 500. What was it before?", "400"},
		{"An amount of 1,200 falls by 15%. What is it now?", "1020"},
		{"The mean of 5 readings is 12. A reading of 18 is added. What is the mean now?", "13"},
		{"The deviations of four values from their mean are 2, -2, 4 and -4. What is the population variance?", "10"},
		{"600 lie at 5% compound interest for 2 years. What do they come to? Give it exactly.", "1323/2"},
		{"A box holds 3 brass and 7 steel fittings. Two are taken blindly and kept. How likely are both brass?", "1/15"},
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
