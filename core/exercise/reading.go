package exercise

import (
	"math"
	"strings"

	"zincowl/core/maths/figure"
)

func init() { families = append(families, readingFamilies...) }

// minus writes a number as drawings do.
func minus(n int) string { return strings.Replace(f("%d", n), "-", "−", 1) }

// straight is a straight line through two points.
func straight(x1, y1, x2, y2 int) figure.Curve {
	m := float64(y2-y1) / float64(x2-x1)
	return figure.Curve{
		At:     func(x float64) float64 { return float64(y1) + m*(x-float64(x1)) },
		Points: [][2]float64{{float64(x1), float64(y1)}, {float64(x2), float64(y2)}}, Name: "straight line",
	}
}

// between is a straight line that is drawn between its two points alone.
func between(x1, y1, x2, y2 int) figure.Curve {
	c := straight(x1, y1, x2, y2)
	c.Between = true
	return c
}

// line draws a straight line with a whole gradient, or one in halves, through two
// points.
func (d *draw) line(double bool) (x1, y1, x2, y2 int) {
	m := d.nz(-3, 3)
	x1, y1 = d.n(-3, 1), d.n(-4, 4)
	run := d.n(2, 4)
	rise := m * run
	if double {
		run = 2 * d.n(1, 2)
		rise = (2*d.n(0, 2) + 1) * d.sign() * run / 2
	}
	return x1, y1, x1 + run, y1 + rise
}

func graphOf(curves ...figure.Curve) figure.Figure {
	lowX, highX, lowY, highY := -2, 3, -2, 3
	for _, c := range curves {
		for _, p := range c.Points {
			lowX, highX = min(lowX, int(p[0])-1), max(highX, int(p[0])+1)
			lowY, highY = min(lowY, int(p[1])-1), max(highY, int(p[1])+1)
		}
	}
	return figure.Graph(lowX, highX, lowY, highY, curves...)
}

var (
	days  = []string{"Mon", "Tue", "Wed", "Thu", "Fri", "Sat"}
	works = []struct {
		title     string
		low, high int
		step      int
	}{
		{"flow in m³/h", 20, 60, 10}, {"hours a pump ran", 3, 18, 1}, {"samples taken", 4, 30, 1}, {"product used in kg", 8, 40, 2}, {"energy used in kWh", 12, 60, 5},
	}
)

// chart draws values for so many days; the last is left out of the drawing where it
// is asked for.
func (d *draw) chart(n int, hide bool) []int {
	w := works[d.r.IntN(len(works))]
	values, shown := make([]int, n), make([]float64, n)
	for i := range values {
		for again := true; again; {
			values[i] = w.step * d.n(w.low, w.high)
			again = false
			for _, v := range values[:i] {
				again = again || v == values[i]
			}
		}
		shown[i] = float64(values[i])
	}
	if hide {
		shown[n-1] = math.NaN()
	}
	if d.r.IntN(2) == 0 {
		d.show(figure.Bars(w.title, days[:n], shown))
	} else {
		d.show(figure.Readings(w.title, days[:n], shown))
	}
	return values
}

// until draws again until a part is a readable percentage of a whole.
func (d *draw) until(values func() (part, whole int)) {
	for range 200 {
		if part, whole := values(); part*200%whole == 0 {
			return
		}
	}
}

func joined(values []int, by string) string {
	var parts []string
	for _, v := range values {
		parts = append(parts, f("%d", v))
	}
	return strings.Join(parts, by)
}

// readingFamilies read numbers off a scale, a graph, a chart or arrows on a grid.
var readingFamilies = []Family{
	{ID: "vectors", Title: "Vectors", Skills: []string{"add vectors", "length of a vector", "components of vectors", "scalar product of vectors"}, task: "evaluate", signed: true,
		because: [3]string{"one vector, or one component of a sum", "the length of a sum, or a multiple", "a scalar product, or the length of a combination"},
		levels: [3][]form{{
			func(d *draw) string {
				u := d.arrow()
				d.show(figure.Vectors([]string{"u"}, [][2]int{u}))
				d.ask("", "How long is u")
				d.wrong("components-added", "The components were added without squaring them.", "%d + %d", abs(u[0]), abs(u[1]))
				d.wrong("root-forgotten", "The root of the sum was not taken.", "(%d)^2 + (%d)^2", u[0], u[1])
				return d.by("length² = sum of the squares of the components", f("sqrt((%d)^2 + (%d)^2)", u[0], u[1]))
			},
			func(d *draw) string {
				u, v := d.arrows()
				d.show(figure.Vectors([]string{"u", "v"}, [][2]int{u, v}))
				d.ask("", "What is the first component of u + v")
				d.wrong("second-component-taken", "This is the second component.", "(%d) + (%d)", u[1], v[1])
				d.wrong("vectors-subtracted", "The vectors were taken from each other.", "(%d) - (%d)", u[0], v[0])
				return d.by("component by component", f("(%d) + (%d)", u[0], v[0]))
			},
			func(d *draw) string {
				u, v := d.arrows()
				d.show(figure.Vectors([]string{"u", "v"}, [][2]int{u, v}))
				d.ask("", "What is the second component of u − v")
				d.wrong("vectors-added", "The vectors were added.", "(%d) + (%d)", u[1], v[1])
				d.wrong("order-turned", "They were taken from each other the other way round.", "(%d) - (%d)", v[1], u[1])
				return d.by("component by component", f("(%d) - (%d)", u[1], v[1]))
			},
		}, {
			func(d *draw) string {
				u, v := d.arrows()
				d.show(figure.Vectors([]string{"u", "v", "u + v?"}, [][2]int{u, v, {u[0] + v[0], u[1] + v[1]}}))
				d.ask("", "How long is u + v")
				d.wrong("lengths-added", "The lengths were added; that holds only for arrows in one direction.", "sqrt((%d)^2 + (%d)^2) + sqrt((%d)^2 + (%d)^2)", u[0], u[1], v[0], v[1])
				d.wrong("vectors-subtracted", "The vectors were taken from each other.", "sqrt((%d)^2 + (%d)^2)", u[0]-v[0], u[1]-v[1])
				return d.by("add component by component, then take the length", f("sqrt((%d + (%d))^2 + (%d + (%d))^2)", u[0], v[0], u[1], v[1]))
			},
			func(d *draw) string {
				u, v := d.arrows()
				w := d.arrow()
				d.show(figure.Vectors([]string{"u", "v", "w"}, [][2]int{u, v, w}))
				d.ask("", "What is the first component of u + v − w")
				d.wrong("vectors-added", "All three were added.", "(%d) + (%d) + (%d)", u[0], v[0], w[0])
				d.wrong("second-component-taken", "This is the second component.", "(%d) + (%d) - (%d)", u[1], v[1], w[1])
				return d.by("component by component", f("(%d) + (%d) - (%d)", u[0], v[0], w[0]))
			},
			func(d *draw) string {
				u, v := d.arrows()
				d.show(figure.Vectors([]string{"u", "v"}, [][2]int{u, v}))
				d.ask("", "What is the scalar product of u and v")
				d.wrong("sum-for-difference", "The second product was taken away.", "(%d)*(%d) - (%d)*(%d)", u[0], v[0], u[1], v[1])
				d.wrong("crossed-over", "First and second components were multiplied crosswise.", "(%d)*(%d) + (%d)*(%d)", u[0], v[1], u[1], v[0])
				return d.by("first × first + second × second", f("(%d)*(%d) + (%d)*(%d)", u[0], v[0], u[1], v[1]))
			},
		}, {
			func(d *draw) string {
				u, v := d.arrows()
				d.show(figure.Vectors([]string{"u", "v"}, [][2]int{u, v}))
				d.ask("", "How long is 2u − v")
				d.wrong("vectors-added", "v was added.", "sqrt((%d)^2 + (%d)^2)", 2*u[0]+v[0], 2*u[1]+v[1])
				d.wrong("factor-forgotten", "u was not doubled.", "sqrt((%d)^2 + (%d)^2)", u[0]-v[0], u[1]-v[1])
				return d.by("combine component by component, then take the length", f("sqrt((2*(%d) - (%d))^2 + (2*(%d) - (%d))^2)", u[0], v[0], u[1], v[1]))
			},
			func(d *draw) string {
				u, v := d.arrows()
				d.show(figure.Vectors([]string{"u", "v"}, [][2]int{u, v}))
				d.ask("", "What is the scalar product of u + v and v")
				d.wrong("part-forgotten", "This is the scalar product of u and v.", "(%d)*(%d) + (%d)*(%d)", u[0], v[0], u[1], v[1])
				return d.by("combine component by component; first × first + second × second", f("((%d) + (%d))*(%d) + ((%d) + (%d))*(%d)", u[0], v[0], v[0], u[1], v[1], v[1]))
			},
			func(d *draw) string {
				u, v := d.arrows()
				d.show(figure.Vectors([]string{"u", "v"}, [][2]int{u, v}))
				k := d.n(2, 4)
				d.ask("", "What is the second component of %du − %dv", k, k+1)
				d.wrong("sign-turned", "The second vector was added.", "%d*(%d) + %d*(%d)", k, u[1], k+1, v[1])
				return d.by("component by component", f("%d*(%d) - %d*(%d)", k, u[1], k+1, v[1]))
			},
		}}},
	{ID: "number-lines", Title: "Number line", Skills: []string{"number lines", "intervals on a number line", "read intervals"}, task: "evaluate", signed: true,
		because: [3]string{"both ends belong to it", "an end that does not belong to it", "what is left between, or two stretches"},
		levels: [3][]form{{
			func(d *draw) string {
				a, b := d.ends()
				d.show(figure.NumberLine(a-2, b+2, figure.Stretch{From: float64(a), To: float64(b)}))
				d.ask("", "How many whole numbers are marked")
				d.wrong("one-end-missed", "One end was not counted.", "%d - (%d)", b, a)
				return d.by("last − first + 1, both ends being marked", f("%d - (%d) + 1", b, a))
			},
			func(d *draw) string {
				a, b := d.ends()
				d.show(figure.NumberLine(a-2, b+2, figure.Stretch{From: float64(a), To: float64(b), OpenTo: true}))
				d.ask("", "How long is the marked stretch")
				d.wrong("numbers-counted", "The numbers were counted; the stretch is as long as its ends are apart.", "%d - (%d) + 1", b, a)
				return d.by("the distance of the ends", f("%d - (%d)", b, a))
			},
			func(d *draw) string {
				a, b := d.ends()
				c := b + d.n(2, 4)
				e := c + d.n(1, 3)
				d.show(figure.NumberLine(a-1, e+1, figure.Stretch{From: float64(a), To: float64(b)}, figure.Stretch{From: float64(c), To: float64(e)}))
				d.ask("", "How many whole numbers are marked")
				d.wrong("part-forgotten", "The second stretch was left out.", "%d - (%d) + 1", b, a)
				d.wrong("one-end-missed", "One end of each stretch was not counted.", "%d - (%d) + %d - %d", b, a, e, c)
				return d.by("each stretch: last − first + 1", f("(%d - (%d) + 1) + (%d - %d + 1)", b, a, e, c))
			},
		}, {
			func(d *draw) string {
				a, b := d.ends()
				d.show(figure.NumberLine(a-2, b+2, figure.Stretch{From: float64(a), To: float64(b), OpenFrom: true}))
				d.ask("", "How many whole numbers are marked")
				d.wrong("open-end-counted", "The open end does not belong to it.", "%d - (%d) + 1", b, a)
				return d.by("the first number marked is one after the open end", f("%d - (%d + 1) + 1", b, a))
			},
			func(d *draw) string {
				a, b := d.ends()
				d.show(figure.NumberLine(a-2, b+2, figure.Stretch{From: float64(a), To: float64(b), OpenFrom: true, OpenTo: true}))
				d.ask("", "Where is the middle of the marked stretch")
				d.wrong("half-length-taken", "This is half of its length.", "(%d - (%d))/2", b, a)
				d.wrong("half-forgotten", "The ends were added and not halved.", "%d + (%d)", b, a)
				return d.by("half of the sum of the ends", f("(%d + (%d))/2", b, a))
			},
			func(d *draw) string {
				a, b := d.ends()
				c := b + d.n(2, 3)
				e := c + d.n(2, 3)
				d.show(figure.NumberLine(a-1, e+1, figure.Stretch{From: float64(a), To: float64(b)}, figure.Stretch{From: float64(c), To: float64(e), OpenFrom: true}))
				d.ask("", "How long are the marked stretches together")
				d.wrong("gap-counted", "The gap between them was counted too.", "%d - (%d)", e, a)
				return d.by("the distances of the ends", f("(%d - (%d)) + (%d - (%d))", b, a, e, c))
			},
			func(d *draw) string {
				a, b := d.ends()
				d.show(figure.NumberLine(a-2, b+2, figure.Stretch{From: float64(a), To: float64(b), OpenFrom: true, OpenTo: true}))
				d.ask("", "How many whole numbers are marked")
				d.wrong("open-ends-counted", "The open ends do not belong to it.", "%d - (%d) + 1", b, a)
				d.wrong("one-open-end-counted", "One of the open ends was counted.", "%d - (%d)", b, a)
				return d.by("last − first − 1, both ends being open", f("%d - (%d) - 1", b, a))
			},
		}, {
			func(d *draw) string {
				a, b := d.ends()
				d.show(figure.NumberLine(a-3, b+3, figure.Stretch{From: math.Inf(-1), To: float64(a)}, figure.Stretch{From: float64(b), To: math.Inf(1)}))
				d.ask("", "How many whole numbers are not marked")
				d.wrong("ends-counted", "The ends are marked.", "%d - (%d) + 1", b, a)
				return d.by("the numbers strictly between the ends", f("(%d - 1) - (%d + 1) + 1", b, a))
			},
			func(d *draw) string {
				a, b := d.ends()
				d.show(figure.NumberLine(a-3, b+3, figure.Stretch{From: math.Inf(-1), To: float64(a), OpenTo: true}, figure.Stretch{From: float64(b), To: math.Inf(1)}))
				d.ask("", "How many whole numbers are not marked")
				d.wrong("open-end-missed", "The open end is not marked.", "%d - (%d) - 1", b, a)
				d.wrong("ends-counted", "One of the ends is marked.", "%d - (%d) + 1", b, a)
				return d.by("from the open end, which is not marked, to the last before the other", f("(%d - 1) - (%d) + 1", b, a))
			},
			func(d *draw) string {
				a, b := d.ends()
				c := b + d.n(2, 3)
				e := c + d.n(2, 3)
				d.show(figure.NumberLine(a-1, e+1, figure.Stretch{From: float64(a), To: float64(b), OpenTo: true}, figure.Stretch{From: float64(c), To: float64(e)}))
				d.ask("", "How many whole numbers are marked")
				d.wrong("open-end-counted", "The open end does not belong to it.", "(%d - (%d) + 1) + (%d - (%d) + 1)", b, a, e, c)
				d.wrong("gap-counted", "The numbers between were counted too.", "%d - (%d) + 1", e, a)
				return d.by("a stretch with one open end has last − first numbers", f("(%d - (%d)) + (%d - (%d) + 1)", b, a, e, c))
			},
		}}},
	{ID: "graphs", Title: "Graph", Skills: []string{"read graphs", "gradient of a line", "graphs of functions", "straight line graphs", "vertex of a parabola"}, task: "evaluate", signed: true,
		because: [3]string{"two points of a straight line", "a point that is not marked", "two lines, or a parabola"},
		levels: [3][]form{{
			func(d *draw) string {
				x1, y1, x2, y2 := d.line(false)
				d.show(graphOf(straight(x1, y1, x2, y2)))
				d.ask("", "What is the gradient of the line")
				d.wrong("ratio-turned-over", "The run was divided by the rise.", "(%d - (%d))/(%d - (%d))", x2, x1, y2, y1)
				d.wrong("rise-alone", "This is the rise alone.", "%d - (%d)", y2, y1)
				return d.by("gradient = rise ÷ run", f("(%d - (%d))/(%d - (%d))", y2, y1, x2, x1))
			},
			func(d *draw) string {
				x1, y1, x2, y2 := d.line(true)
				d.show(graphOf(straight(x1, y1, x2, y2)))
				d.ask("", "What is the gradient of the line")
				d.wrong("ratio-turned-over", "The run was divided by the rise.", "(%d - (%d))/(%d - (%d))", x2, x1, y2, y1)
				return d.by("gradient = rise ÷ run", f("(%d - (%d))/%d", y2, y1, x2-x1))
			},
			func(d *draw) string {
				m, c, x2 := d.nz(-3, 3), d.nz(-4, 4), d.n(1, 3)
				d.show(graphOf(straight(0, c, x2, m*x2+c)))
				d.ask("", "At which y does the line cross the y axis")
				d.wrong("gradient-taken", "This is the gradient.", "%d", m)
				return d.by("the value at x = 0", f("%d - %d*(%d)", m*x2+c, x2, m))
			},
		}, {
			func(d *draw) string {
				x1, y1, x2, y2 := d.line(false)
				m, x := (y2-y1)/(x2-x1), x2+d.n(2, 6)
				d.show(graphOf(between(x1, y1, x2, y2)))
				d.ask("", "The line goes on straight. What is the value at x = %s", minus(x))
				d.wrong("start-left-out", "The value at the first point was left out.", "%d*(%d)", m, x-x1)
				return d.by("value = first value + gradient × way along x", f("%d + (%d)*(%d - (%d))", y1, m, x, x1))
			},
			func(d *draw) string {
				x1, y1, x2, y2 := d.line(false)
				m := (y2 - y1) / (x2 - x1)
				x1, x2 = x1+4, x2+4 // to the right of the axis
				d.show(graphOf(between(x1, y1, x2, y2)))
				d.ask("", "The line goes on straight. At which y does it meet the y axis")
				d.wrong("sign-turned", "It was followed in the wrong direction.", "%d + (%d)*(%d)", y1, m, x1)
				return d.by("back to x = 0: value − gradient × x", f("%d - (%d)*(%d)", y1, m, x1))
			},
			func(d *draw) string {
				x1, y1, x2, y2 := d.line(false)
				m := (y2 - y1) / (x2 - x1)
				if low := min(y1, y2); low <= 0 { // above the axis
					y1, y2 = y1+1-low, y2+1-low
				}
				d.show(graphOf(between(x1, y1, x2, y2)))
				d.ask("", "The line goes on straight. At which x does it meet the x axis")
				d.wrong("sign-turned", "It was followed in the wrong direction.", "%d + %d/(%d)", x1, y1, m)
				return d.by("as far along x as the value is of the gradient", f("%d - (%d)/(%d)", x1, y1, m))
			},
		}, {
			func(d *draw) string {
				x, y, m, k := d.n(1, 4), d.n(1, 5), d.n(1, 2), -d.n(1, 2)
				d.show(graphOf(between(x-3, y-3*m, x-1, y-m), between(x-3, y-3*k, x-1, y-k)))
				d.ask("", "Both lines go on straight. At which x do the lines meet")
				d.wrong("y-for-x", "This is the y at which they meet.", "%d", y)
				return d.by("the starts differ by as much as the gradients make up", f("((%d) - (%d))/((%d) - (%d))", y-k*x, y-m*x, m, k))
			},
			func(d *draw) string {
				a, b, k := d.zeros()
				d.show(parabola(a, b, k))
				d.ask("", "At which x is the vertex of the parabola")
				d.wrong("distance-for-middle", "This is half the distance of the zeros.", "(%d - (%d))/2", b, a)
				return d.by("half-way between the zeros", f("(%d + (%d))/2", a, b))
			},
			func(d *draw) string {
				a, b, k := d.zeros()
				d.show(parabola(a, b, k))
				d.ask("", "At which y is the vertex of the parabola")
				d.wrong("value-at-zero", "This is the value at x = 0.", "%d", k*a*b)
				return d.by("the value half-way between the zeros", f("%d*((%d + (%d))/2 - (%d))*((%d + (%d))/2 - (%d))", k, a, b, a, a, b, b))
			},
			func(d *draw) string {
				a, b, k := d.zeros()
				x := b + d.n(1, 3)
				d.show(parabola(a, b, k))
				d.ask("", "What is the value at x = %s", minus(x))
				d.wrong("factor-forgotten", "The factor before the brackets was left out.", "(%d - (%d))*(%d - (%d))", x, a, x, b)
				return d.by("value = factor × (x − first zero) × (x − second zero)", f("%d*(%d - (%d))*(%d - (%d))", k, x, a, x, b))
			},
		}}},
	{ID: "charts", Title: "Chart", Skills: []string{"read charts", "bar charts", "line charts", "data in charts and tables"}, task: "evaluate",
		because: [3]string{"two values compared, or a total", "a mean or a percentage", "a value that is missing, or a percentage of a mean"},
		levels: [3][]form{{
			func(d *draw) string {
				v := d.chart(4, false)
				i, j := d.two(v)
				d.ask("", "By how much is %s above %s", days[i], days[j])
				d.wrong("values-added", "The values were added.", "%d + %d", v[i], v[j])
				return d.by("the difference of the two values", f("%d - %d", v[i], v[j]))
			},
			func(d *draw) string {
				v := d.chart(4, false)
				d.ask("", "What is the total")
				d.wrong("part-forgotten", "The last value was left out.", "%s", joined(v[:3], " + "))
				return d.by("the sum of all values", joined(v, " + "))
			},
			func(d *draw) string {
				v := d.chart(5, false)
				d.ask("", "How far is it between the highest and the lowest value")
				d.wrong("ends-taken", "The first and the last value were taken.", "abs(%d - %d)", v[4], v[0])
				return d.by("highest − lowest", f("max(%s) - min(%s)", joined(v, ", "), joined(v, ", ")))
			},
		}, {
			func(d *draw) string {
				v := d.chart(5, false)
				d.ask("", "What is the mean of the values")
				d.wrong("median-for-mean", "This is the median.", "median(%s)", joined(v, ", "))
				return d.by("mean = sum ÷ number of values", f("(%s)/5", joined(v, " + ")))
			},
			func(d *draw) string {
				var v []int
				var i, j int
				d.until(func() (int, int) {
					v = d.chart(4, false)
					i, j = d.two(v)
					return v[i] - v[j], v[j]
				})
				d.ask("", "By how many per cent is %s above %s", days[i], days[j])
				d.unit = "%"
				d.wrong("percentage-of-the-new-value", "It was compared with the higher value.", "(%d - %d)/%d*100", v[i], v[j], v[i])
				d.wrong("ratio-for-change", "This is what the one is in per cent of the other.", "%d/%d*100", v[i], v[j])
				return d.by("the difference in per cent of the lower value", f("(%d - %d)/%d*100", v[i], v[j], v[j]))
			},
			func(d *draw) string {
				var v []int
				d.until(func() (int, int) {
					v = d.chart(4, false)
					return v[1], v[0] + v[1] + v[2] + v[3]
				})
				d.ask("", "How many per cent of the total is %s", days[1])
				d.unit = "%"
				d.wrong("rest-for-whole", "It was compared with the others alone.", "%d/(%d + %d + %d)*100", v[1], v[0], v[2], v[3])
				return d.by("the value in per cent of the sum", f("%d/(%s)*100", v[1], joined(v, " + ")))
			},
			func(d *draw) string {
				v := d.chart(5, false)
				d.ask("", "What is the median of the values")
				d.wrong("middle-one-taken", "The value in the middle of the chart was taken, without putting them in order.", "%d", v[2])
				return d.by("the values in order; the one in the middle", f("median(%s)", joined(v, ", ")))
			},
		}, {
			func(d *draw) string {
				v := d.chart(4, true)
				total := v[0] + v[1] + v[2] + v[3]
				v[3] += (4 - total%4) % 4
				total += (4 - total%4) % 4
				d.ask("", "The mean of all values is %d. What is the missing value", total/4)
				d.wrong("mean-taken", "This is the mean itself.", "%d", total/4)
				d.wrong("number-of-values", "The mean was multiplied by the number of known values.", "3*%d - %d", total/4, v[0]+v[1])
				return d.by("all values together are mean × number of values", f("4*%d - (%s)", total/4, joined(v[:3], " + ")))
			},
			func(d *draw) string {
				v := d.chart(5, true)
				total := v[0] + v[1] + v[2] + v[3] + v[4]
				d.ask("", "The total of all values is %d. What is the missing value", total)
				d.wrong("part-forgotten", "One of the known values was not taken away.", "%d - (%s)", total, joined(v[:3], " + "))
				return d.by("what the known values leave of the total", f("%d - (%s)", total, joined(v[:4], " + ")))
			},
			func(d *draw) string {
				var v []int
				d.until(func() (int, int) {
					v = d.chart(4, false)
					total := v[0] + v[1] + v[2] + v[3]
					return 4*max(v[0], v[1], v[2], v[3]) - total, total
				})
				d.ask("", "By how many per cent is the highest value above the mean")
				d.unit = "%"
				d.wrong("percentage-of-the-new-value", "It was compared with the highest value.", "(max(%s) - (%s)/4)/max(%s)*100", joined(v, ", "), joined(v, " + "), joined(v, ", "))
				return d.by("the difference in per cent of the mean", f("(max(%s) - mean(%s))/mean(%s)*100", joined(v, ", "), joined(v, ", "), joined(v, ", ")))
			},
		}}},
}

func abs(n int) int { return max(n, -n) }

// arrow is a vector that fits on a grid and is not too simple.
func (d *draw) arrow() [2]int {
	for {
		v := [2]int{d.n(-4, 5), d.n(-3, 4)}
		if v[0] != 0 && v[1] != 0 {
			return v
		}
	}
}

// arrows are two that point in different directions.
func (d *draw) arrows() (u, v [2]int) {
	for u[0]*v[1] == u[1]*v[0] {
		u, v = d.arrow(), d.arrow()
	}
	return u, v
}

// ends are those of a stretch of a number line.
func (d *draw) ends() (a, b int) {
	a = d.n(-6, 1)
	return a, a + d.n(3, 6)
}

// two are the places of two values, the higher first.
func (d *draw) two(v []int) (i, j int) {
	i = d.r.IntN(len(v))
	j = (i + 1 + d.r.IntN(len(v)-1)) % len(v)
	if v[i] < v[j] {
		return j, i
	}
	return i, j
}

// zeros are those of a parabola with its factor.
func (d *draw) zeros() (a, b, k int) {
	a = d.n(-4, 0)
	return a, a + 2*d.n(1, 3), d.pick(-1, 1, 2)
}

// parabola draws k(x − a)(x − b), with its zeros and the point after the first.
func parabola(a, b, k int) figure.Figure {
	at := func(x float64) float64 { return float64(k) * (x - float64(a)) * (x - float64(b)) }
	x := float64(a + 1)
	c := figure.Curve{At: at, Points: [][2]float64{{float64(a), 0}, {float64(b), 0}, {x, at(x)}}, Name: "parabola"}
	vertex := int(math.Ceil(math.Abs(at(float64(a+b) / 2))))
	low, high := -vertex-1, 3
	if k < 0 {
		low, high = -3, vertex+1
	}
	return figure.Graph(min(a-1, -1), max(b+1, 1), low, high, c)
}
