package figure

import (
	"math"
	"strings"
	"testing"
)

func m(v float64, text string) Size { return Size{v, text} }

// all are drawings of every kind, each with what it must not tell.
func all() map[string]Figure {
	return map[string]Figure{
		"rectangle": Rectangle(m(8, "8 m"), Asked(5)), "corner": Corner(m(9, "9 m"), m(6, "6 m"), m(4, "4 m"), m(2, "2 m")),
		"arch": Arch(m(6, "6 m"), m(4, "4 m")), "trapezium": Trapezium(m(9, "9 m"), m(5, "5 m"), Asked(4)),
		"right triangle": Triangle{Sides: [3]Size{m(4, "4 m"), m(3, "3 m"), Asked(5)}, Right: true}.Figure(),
		"triangle":       Triangle{Sides: [3]Size{Asked(7), m(5, "5 m"), m(8, "8 m")}, A: m(60, "60°"), Height: m(4.3, "h")}.Figure(),
		"circle":         Circle(m(3, "3 m"), false), "ring": Ring(m(5, "5 m"), m(3, "3 m")),
		"sector": Sector(m(6, "6 m"), m(240, "240°")), "cylinder": Cylinder(m(2, "2 m"), m(5, "5 m"), false, Size{}),
		"tank": Cylinder(m(8, "8 m"), m(3, "3 m"), true, m(2, "2 m")), "cone": Cone(m(3, "3 m"), m(4, "4 m"), Asked(5)),
		"box": Box(m(12, "12 m"), m(4, "4 m"), m(3, "3 m"), m(2, "2 m")), "vectors": Vectors([]string{"u", "v", "u + v?"}, [][2]int{{3, 1}, {-1, 3}, {2, 4}}),
		"number line": NumberLine(-5, 6, Stretch{-2, 3, true, false}, Stretch{4, math.Inf(1), false, false}),
		"graph":       Graph(-3, 7, -6, 8, Curve{At: func(x float64) float64 { return x*x - 4*x + 3 }, Points: [][2]float64{{1, 0}, {3, 0}}, Name: "parabola"}),
		"bars":        Bars("flow in m³/h", []string{"Mon", "Tue"}, []float64{420, math.NaN()}), "readings": Readings("turbidity in NTU", []string{"1 h", "2 h"}, []float64{0.2, 0.4}),
	}
}

func TestFiguresAreWhole(t *testing.T) {
	for name, f := range all() {
		if err := f.Validate(); err != nil {
			t.Errorf("%s: %v", name, err)
		}
		for _, s := range f.Shapes {
			for _, p := range s.At {
				if math.IsNaN(p[0]) || math.IsNaN(p[1]) || p[0] < 0 || p[1] < 0 || p[0] > float64(f.Width) || p[1] > float64(f.Height) {
					t.Errorf("%s: %s %q lies outside at %v", name, s.Draw, s.Text, p)
				}
			}
		}
		for _, text := range f.Written() {
			if !strings.Contains(f.Alt, text) {
				t.Errorf("%s: %q is drawn and not said in %q", name, text, f.Alt)
			}
		}
	}
}

func TestTheUnknownIsMarkedAndNotTold(t *testing.T) {
	for _, c := range []struct {
		f     Figure
		value string
	}{
		{Rectangle(m(8, "8 m"), Asked(5)), "5"}, {Trapezium(m(9, "9 m"), m(6, "6 m"), Asked(4)), "4"},
		{Triangle{Sides: [3]Size{m(4, "4 m"), m(3, "3 m"), Asked(5)}, Right: true}.Figure(), "5"},
		{Cone(m(3, "3 m"), m(4, "4 m"), Asked(5)), "5"}, {Bars("flow", []string{"Mon", "Tue"}, []float64{42, math.NaN()}), "NaN"},
		{Vectors([]string{"u", "w?"}, [][2]int{{3, 1}, {7, 5}}), "7"},
	} {
		marked := false
		for _, s := range c.f.Shapes {
			marked = marked || s.Look == Unknown
			if s.Look != Mark && strings.Contains(s.Text, c.value) {
				t.Errorf("%q gives %s away", s.Text, c.value)
			}
		}
		if !marked || strings.Contains(c.f.Alt, c.value) || !strings.Contains(c.f.Alt, "unknown") {
			t.Errorf("%q does not keep %s back", c.f.Alt, c.value)
		}
	}
}

func TestTrianglesHaveTheirForm(t *testing.T) {
	f := Triangle{Sides: [3]Size{m(4, ""), m(3, ""), m(5, "")}, Right: true}.Figure()
	p := f.Shapes[0].At // A, B, C
	length := func(i, j int) float64 { return math.Hypot(p[i][0]-p[j][0], p[i][1]-p[j][1]) }
	scale := length(0, 1) / 5
	if math.Abs(length(1, 2)/scale-4) > 0.02 || math.Abs(length(0, 2)/scale-3) > 0.02 {
		t.Errorf("a triangle of 3, 4 and 5 is drawn with %.2f, %.2f and 5", length(0, 2)/scale, length(1, 2)/scale)
	}
	flat := Rectangle(m(400, "400 m"), m(1, "1 m")).Shapes[0].At
	if flat[2][1]-flat[0][1] < 20 {
		t.Error("a long rectangle is drawn as a line")
	}
}

func TestForeignFiguresAreChecked(t *testing.T) {
	line := Shape{Draw: Line, At: [][2]float64{{0, 0}, {1, 1}}}
	for says, f := range map[string]Figure{
		"each side":      {Width: 0, Height: 10, Alt: "a", Shapes: []Shape{line}},
		"no description": {Width: 10, Height: 10, Shapes: []Shape{line}},
		"is a line":      {Width: 10, Height: 10, Alt: "a", Shapes: []Shape{{Draw: "script", At: line.At}}},
		"Shape 2":        {Width: 10, Height: 10, Alt: "a", Shapes: []Shape{line, {Draw: Area, At: line.At}}},
		"The text":       {Width: 10, Height: 10, Alt: "a", Shapes: []Shape{{Draw: Text, At: line.At, Text: strings.Repeat("x", 99)}}},
		"0 shapes":       {Width: 10, Height: 10, Alt: "a"},
	} {
		if err := f.Validate(); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%+v: %v, want one that says %q", f, err, says)
		}
	}
}
