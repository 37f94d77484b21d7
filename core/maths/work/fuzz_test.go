package work

import (
	"testing"

	"zincowl/core/maths/algebra"
	"zincowl/tools/mangle"
)

func FuzzDo(f *testing.F) {
	for _, s := range []string{"x^2 = 2", "log(x-1)+log(x+2) = 1", "|x| < 3", "sin x = 1/2, 0 <= x < 7", "x + y = 3; x - y = 1", "15% of 80", "60 km/h in m/s", "e^(x^2)/x", "x = 2 or 3", "mean of 2, 3",
		"A box with a length of 6 m, a width of 4 m and a height of 3 m. What is the volume of the box, in L?", "A graph with a straight line through (0, −1) and (4, 7) marked on it. What is the gradient of the line?",
		"A bar chart of the flow: Mon 4, Tue 3. What is the mean of the values?", "A number line on which all numbers from −2 (not included) to 3 (included) are marked. How many whole numbers are marked?",
		"On a grid of squares of side 1, arrows from one point: the vector u = (3, 1). How long is 2u − u?"} {
		for _, task := range []string{"solve", "evaluate", "differentiate", "simplify"} {
			mangle.Add(f, 30, task, s, "x = 2")
		}
	}
	f.Fuzz(func(t *testing.T, task, statement, claim string) {
		r, err := Do(Task{Task: task, Statement: statement, Claims: []string{claim}}, algebra.Budget{Work: 20_000})
		if err == nil && task != "steps" && len(r.Claims) > 1 {
			t.Errorf("%s %q: one claim got %d verdicts", task, statement, len(r.Claims))
		}
	})
}
