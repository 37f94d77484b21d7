package work

import "testing"

func FuzzDo(f *testing.F) {
	for _, s := range []string{"x^2 = 2", "log(x-1)+log(x+2) = 1", "|x| < 3", "sin x = 1/2, 0 <= x < 7", "x + y = 3; x - y = 1", "15% of 80", "60 km/h in m/s", "e^(x^2)/x", "x = 2 or 3", "mean of 2, 3"} {
		for _, task := range []string{"solve", "evaluate", "differentiate", "simplify"} {
			f.Add(task, s, "x = 2")
		}
	}
	f.Fuzz(func(t *testing.T, task, statement, claim string) {
		r, err := Do(Task{Task: task, Statement: statement, Claims: []string{claim}}, 20_000)
		if err == nil && task != "steps" && len(r.Claims) > 1 {
			t.Errorf("%s %q: one claim got %d verdicts", task, statement, len(r.Claims))
		}
	})
}
