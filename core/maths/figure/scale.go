package figure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// number writes a value on a scale.
func number(v float64) string {
	return strings.Replace(strconv.FormatFloat(v, 'f', -1, 64), "-", "−", 1)
}

// Stretch is a part of a number line; an end that is open does not belong to it, and
// one at infinity goes on.
type Stretch struct {
	From, To         float64
	OpenFrom, OpenTo bool
}

// NumberLine shows stretches of the whole numbers from low to high.
func NumberLine(low, high int, shown ...Stretch) Figure {
	c := &canvas{}
	const y = 60
	x := func(v float64) float64 { return 24 + (v-float64(low))/float64(high-low)*(width-48) }
	c.put(Arrow, Axis, [2]float64{8, y}, [2]float64{width - 6, y})
	every := max(1, int(math.Ceil(float64(high-low)/12)))
	for v := low; v <= high; v++ {
		c.put(Line, Axis, [2]float64{x(float64(v)), y - 4}, [2]float64{x(float64(v)), y + 4})
		if v%every == 0 {
			c.write([2]float64{x(float64(v)), y + 22}, number(float64(v)), Mark, "")
		}
	}
	var told []string
	for _, s := range shown {
		from, to := [2]float64{8, y}, [2]float64{width - 6, y}
		if !math.IsInf(s.From, 0) {
			from[0] = x(s.From)
		}
		if !math.IsInf(s.To, 0) {
			to[0] = x(s.To)
		}
		c.put(Line, Marked, from, to)
		for _, end := range []struct {
			v    float64
			open bool
		}{{s.From, s.OpenFrom}, {s.To, s.OpenTo}} {
			if math.IsInf(end.v, 0) {
				continue
			}
			look := Edge
			if end.open {
				look = Open
			}
			c.put(Dot, look, [2]float64{x(end.v), y})
		}
		told = append(told, s.said())
	}
	return c.figure("A number line on which all numbers %s are marked.", strings.Join(told, " and all numbers "))
}

func (s Stretch) said() string {
	end := func(v float64, open bool) string {
		if open {
			return number(v) + " (not included)"
		}
		return number(v) + " (included)"
	}
	switch {
	case math.IsInf(s.From, 0):
		return "up to " + end(s.To, s.OpenTo)
	case math.IsInf(s.To, 0):
		return "from " + end(s.From, s.OpenFrom) + " on"
	}
	return "from " + end(s.From, s.OpenFrom) + " to " + end(s.To, s.OpenTo)
}

// Curve is the graph of a function with the points of it that are marked.
type Curve struct {
	At     func(x float64) float64
	Points [][2]float64
	Name   string // "straight line", "parabola": how it is told
	// Between is true of a curve that is drawn no further than between its first
	// and its last point.
	Between bool
}

// Graph draws curves over whole numbers from low to high on both axes.
func Graph(lowX, highX, lowY, highY int, curves ...Curve) Figure {
	c := &canvas{}
	const left, right, top, bottom = 22.0, width - 14.0, 10.0, height - 14.0
	place := func(x, y float64) [2]float64 {
		return [2]float64{left + (x-float64(lowX))/float64(highX-lowX)*(right-left), bottom - (y-float64(lowY))/float64(highY-lowY)*(bottom-top)}
	}
	c.scale(lowX, highX, func(v int) {
		c.put(Line, gridOrAxis(v), place(float64(v), float64(lowY)), place(float64(v), float64(highY)))
	}, func(v int) {
		p := place(float64(v), 0)
		c.write([2]float64{p[0], math.Min(p[1], bottom) + 13}, number(float64(v)), Mark, "")
	})
	c.scale(lowY, highY, func(v int) {
		c.put(Line, gridOrAxis(v), place(float64(lowX), float64(v)), place(float64(highX), float64(v)))
	}, func(v int) {
		p := place(0, float64(v))
		c.write([2]float64{p[0] - 5, p[1] + 4}, number(float64(v)), Mark, "end")
	})
	var told []string
	for _, curve := range curves {
		var line [][2]float64
		flush := func() {
			if len(line) > 1 {
				c.put(Line, Edge, line...)
			}
			line = nil
		}
		const steps = 160
		for i := range steps + 1 {
			x := float64(lowX) + float64(highX-lowX)*float64(i)/steps
			y := curve.At(x)
			if n := len(curve.Points); curve.Between && n > 1 && (x < curve.Points[0][0] || x > curve.Points[n-1][0]) {
				flush()
				continue
			}
			if math.IsNaN(y) || y < float64(lowY) || y > float64(highY) {
				flush()
				continue
			}
			line = append(line, place(x, y))
		}
		flush()
		var through []string
		for _, p := range curve.Points {
			c.put(Dot, Edge, place(p[0], p[1]))
			through = append(through, fmt.Sprintf("(%s, %s)", number(p[0]), number(p[1])))
		}
		told = append(told, "a "+curve.Name+" through "+with(through...))
	}
	return c.figure("A graph with %s marked on it.", strings.Join(told, ", and "))
}

// scale draws a line for each whole number, or for every second, fifth or tenth.
func (c *canvas) scale(low, high int, line, write func(v int)) {
	every := 1
	for _, n := range []int{1, 2, 5, 10, 20, 50, 100} {
		if every = n; (high-low)/n <= 11 {
			break
		}
	}
	for v := low; v <= high; v++ {
		if v%every == 0 {
			line(v)
			if v != 0 {
				write(v)
			}
		}
	}
}

// Bars is a chart of values under names. What they are is said in a title ("flow in
// m³/h"). A value that is not a number is unknown.
func Bars(title string, names []string, values []float64) Figure {
	return chart("bar", title, names, values)
}

// Readings is a chart of values one after the other, joined by lines.
func Readings(title string, names []string, values []float64) Figure {
	return chart("line", title, names, values)
}

func chart(kind, title string, names []string, values []float64) Figure {
	c := &canvas{}
	high := 0.0
	for _, v := range values {
		if !math.IsNaN(v) {
			high = math.Max(high, v)
		}
	}
	step := nice(high / 5)
	top := math.Ceil(high/step) * step
	const left, right, up, down = 44.0, width - 8.0, 26.0, height - 26.0
	y := func(v float64) float64 { return down - v/top*(down-up) }
	for v := 0.0; v <= top+step/2; v += step {
		look := Grid
		if v == 0 {
			look = Axis
		}
		c.put(Line, look, [2]float64{left, y(v)}, [2]float64{right, y(v)})
		c.write([2]float64{left - 6, y(v) + 4}, number(math.Round(v*1000)/1000), Mark, "end")
	}
	c.write([2]float64{left, 13}, title, Mark, "start")
	slot := (right - left) / float64(len(values))
	var told []string
	var line [][2]float64
	for i, v := range values {
		mid := left + slot*(float64(i)+0.5)
		c.write([2]float64{mid, down + 16}, names[i], Mark, "")
		if math.IsNaN(v) {
			c.write([2]float64{mid, down - 8}, "?", Unknown, "")
			told = append(told, names[i]+" unknown")
			continue
		}
		told = append(told, names[i]+" "+number(v))
		if kind == "bar" {
			w := math.Min(slot*0.62, 34)
			bar := [][2]float64{{mid - w/2, down}, {mid - w/2, y(v)}, {mid + w/2, y(v)}, {mid + w/2, down}}
			c.put(Area, Fill, bar...)
			c.put(Line, Edge, bar...)
		} else {
			line = append(line, [2]float64{mid, y(v)})
		}
		at := y(v) - 7
		if kind == "line" && below(values, i) {
			at = y(v) + 17
		}
		c.write([2]float64{mid, at}, number(v), Known, "")
	}
	if len(line) > 0 {
		c.put(Line, Edge, line...)
		c.put(Dot, Edge, line...)
	}
	return c.figure("A %s chart of the %s: %s.", kind, title, strings.Join(told, ", "))
}

// below says whether a reading lies below what comes before and after it, so that
// there is more room under it.
func below(values []float64, i int) bool {
	around, n := 0.0, 0.0
	for _, j := range []int{i - 1, i + 1} {
		if j >= 0 && j < len(values) && !math.IsNaN(values[j]) {
			around, n = around+values[j], n+1
		}
	}
	return n > 0 && values[i] < around/n
}

// nice is the next of 1, 2 and 5 times a power of ten.
func nice(v float64) float64 {
	if v <= 0 {
		return 1
	}
	p := math.Pow(10, math.Floor(math.Log10(v)))
	for _, n := range []float64{1, 2, 5, 10} {
		if n*p >= v {
			return n * p
		}
	}
	return 10 * p
}
