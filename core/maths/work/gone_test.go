package work

import (
	"context"
	"errors"
	"testing"

	"zincowl/core/maths/algebra"
)

// hostile are statements that take as much work as anything that may be typed.
var hostile = []Task{
	{Task: "simplify", Statement: "(a+b+c+d+f+g)^30 (a-b-c-d-f-g)^30", Claims: []string{"1"}},
	{Task: "expand", Statement: "(a+b+c+d+f+g+h+k+l+m+n)^12", Claims: []string{"1"}},
	{Task: "factor", Statement: "x^120 - 1 + (x^7+3x+1)^16", Claims: []string{"x"}},
	{Task: "solve", Statement: "(x^7+3x+1)^16 = 3^200", Claims: []string{"x = 2"}},
	{Task: "solve", Statement: "x^9 + sqrt(2) x^8 + pi x^7 + e^x + 1 = 0", Claims: []string{"x = 2"}},
	{Task: "solve", Statement: "sqrt(x+1)+sqrt(x+2)+sqrt(x+3)+sqrt(x+4)+sqrt(x+5) = 7", Claims: []string{"x = 2"}},
	{Task: "solve", Statement: "sin(x)+sin(2x)+sin(3x)+sin(5x)+sin(7x)+sin(11x) = 1/7", Claims: []string{"x = 2"}},
	{Task: "evaluate", Statement: "9^9^9", Claims: []string{"1"}},
	{Task: "evaluate", Statement: "sqrt(2)+sqrt(3)+sqrt(5)+sqrt(7)+sqrt(11)+sqrt(13)+sqrt(17)+sqrt(19)+sqrt(23)", Claims: []string{"22"}},
	{Task: "evaluate", Statement: "(1+sqrt(2)+sqrt(3)+sqrt(5)+sqrt(7)+sqrt(11)+sqrt(13))^20", Claims: []string{"22"}},
	{Task: "integrate", Statement: "x^9 sin(x)^9 e^(3x)", Variable: "x", Claims: []string{"1"}},
	{Task: "integrate", Statement: "1/(x^12+x^5+3x^3+1)", Variable: "x", Claims: []string{"1"}},
	{Task: "differentiate", Statement: "((x^2+1)^9/(x^3-1)^8)^(x^x)", Variable: "x", Claims: []string{"1"}},
	{Task: "rearrange", Statement: "(a+b+c)^9 x^5 + (a-b)^7 x + c^9 = 0", Variable: "x", Claims: []string{"x = 1"}},
	{Task: "solve", Statement: "x^5 + y^5 + x y = 3; x^4 y - y^3 + 2 x = 1; x + y + z^3 = 1", Variable: "x, y, z", Claims: []string{"x = 1"}},
}

// leaving is a context that ends once it has been looked at so many times.
type leaving struct {
	context.Context
	looks, stays int
}

func (l *leaving) Err() error {
	if l.looks++; l.looks > l.stays {
		return context.Canceled
	}
	return nil
}

// Work is looked after about every millisecond, so what counts is how often it is
// looked after once nobody waits: each calculator that is still asked may look once.
func TestDoStopsWhenNobodyWaits(t *testing.T) {
	stopped := 0
	for _, task := range hostile {
		for _, stays := range []int{0, 1, 5, 40} {
			l := &leaving{Context: t.Context(), stays: stays}
			_, err := Do(task, algebra.DefaultBudget.For(l))
			if l.looks <= stays {
				continue // done before anybody left
			}
			stopped++
			if !errors.Is(err, context.Canceled) {
				t.Errorf("%s %s, left after %d looks: %v", task.Task, task.Statement, stays, err)
			}
			if after := l.looks - stays; after > 60 {
				t.Errorf("%s %s went on for %d looks after nobody waited", task.Task, task.Statement, after)
			}
		}
	}
	if stopped < 30 {
		t.Errorf("only %d of the tasks were long enough to be left", stopped)
	}
}
