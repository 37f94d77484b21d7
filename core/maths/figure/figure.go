// Package figure draws what a question is about: triangles, circles, rectangles and
// what is put together of them, solids, vectors, number lines, graphs and charts.
//
// The model: a drawing is a list of lines, areas, dots and texts in a frame of
// given size, with y growing downwards as in SVG; how each looks is said in a word,
// which whoever shows it gives a colour. Every builder takes numbers and what is
// written beside them. What is asked for is marked as unknown and is drawn, but its
// value is written nowhere: neither in the drawing nor in its text. The text
// alternative says in words all that the drawing shows, so that the question can be
// answered, and proofed, from it alone. Drawings are not to scale where sizes
// differ so much that one would vanish.
package figure

import (
	"fmt"
	"math"
	"strings"
)

// Figure is a drawing.
type Figure struct {
	Width  int     `json:"width"`
	Height int     `json:"height"`
	Alt    string  `json:"alt"`
	Shapes []Shape `json:"shapes"`
}

// Shape is a part of a drawing.
type Shape struct {
	Draw   Draw         `json:"draw"`
	Look   Look         `json:"look"`
	At     [][2]float64 `json:"at"`
	Text   string       `json:"text,omitempty"`
	Anchor string       `json:"anchor,omitempty"` // start or end; the middle unless said
}

// Draw is what a shape is.
type Draw string

// What is drawn.
const (
	Line  Draw = "line"  // through all points
	Area  Draw = "area"  // within all points
	Arrow Draw = "arrow" // from the first point to the second
	Dot   Draw = "dot"   // at each point
	Text  Draw = "text"  // at the point
)

// Look is how a shape looks.
type Look string

// The looks.
const (
	Edge    Look = "edge"    // what the figure is made of
	Hidden  Look = "hidden"  // an edge that lies behind
	Mark    Look = "mark"    // arcs of angles, heights, dimensions
	Grid    Look = "grid"    // what helps to read values off
	Axis    Look = "axis"    // a scale
	Fill    Look = "fill"    // the inside
	Hole    Look = "hole"    // cut out of the inside
	Known   Look = "known"   // what is given
	Unknown Look = "unknown" // what is asked for
	Open    Look = "open"    // an end that does not belong to it
	Marked  Look = "marked"  // what is marked of a scale
)

// Size is a length or an angle with what is written beside it: its value with its
// unit, or a name, or "?" for what is asked for; nothing is written if it is empty.
type Size struct {
	Value float64
	Text  string
}

// Asked marks a size as what is asked for.
func Asked(value float64) Size { return Size{value, "?"} }

func (s Size) look() Look {
	if s.Text == "?" {
		return Unknown
	}
	return Known
}

// said is a size in words: "a height of 5 m", "an unknown height", "side AB of 4 m".
func (s Size) said(name string) string {
	article := "a "
	if last := name[len(name)-1]; last >= 'A' && last <= 'Z' {
		article = ""
	} else if strings.ContainsRune("aeiou", rune(name[0])) {
		article = "an "
	}
	if s.Text == "?" {
		return "an unknown " + name
	}
	return article + name + " of " + s.Text
}

// with lists sizes in words; those with nothing written are left out.
func with(parts ...string) string {
	var out []string
	for _, p := range parts {
		if p != "" {
			out = append(out, p)
		}
	}
	if len(out) < 2 {
		return strings.Join(out, "")
	}
	return strings.Join(out[:len(out)-1], ", ") + " and " + out[len(out)-1]
}

func (s Size) optional(name string) string {
	if s.Text == "" {
		return ""
	}
	return s.said(name)
}

// The size of the usual frame, and the space left for what is written.
const (
	width, height = 320, 200
	edge          = 34
)

// canvas collects the shapes of a drawing.
type canvas struct{ shapes []Shape }

func rounded(p [2]float64) [2]float64 {
	return [2]float64{math.Round(p[0]*10) / 10, math.Round(p[1]*10) / 10}
}

func (c *canvas) put(d Draw, l Look, points ...[2]float64) {
	at := make([][2]float64, len(points))
	for i, p := range points {
		at[i] = rounded(p)
	}
	c.shapes = append(c.shapes, Shape{Draw: d, Look: l, At: at})
}

// write puts a text in the middle of a point, or beside it where anchor is start or
// end.
func (c *canvas) write(at [2]float64, text string, l Look, anchor string) {
	if text == "" {
		return
	}
	c.shapes = append(c.shapes, Shape{Draw: Text, Look: l, At: [][2]float64{rounded(at)}, Text: text, Anchor: anchor})
}

// beside writes a size along an edge from a to b, on the side away from inside.
func (c *canvas) beside(a, b, inside [2]float64, s Size) {
	mid := [2]float64{(a[0] + b[0]) / 2, (a[1] + b[1]) / 2}
	n := [2]float64{b[1] - a[1], a[0] - b[0]}
	length := math.Hypot(n[0], n[1])
	if length == 0 {
		return
	}
	n[0], n[1] = n[0]/length, n[1]/length
	if n[0]*(inside[0]-mid[0])+n[1]*(inside[1]-mid[1]) > 0 {
		n[0], n[1] = -n[0], -n[1]
	}
	at := [2]float64{mid[0] + n[0]*13, mid[1] + n[1]*13 + 4}
	anchor := ""
	if n[0] > 0.5 {
		anchor, at[0] = "start", mid[0]+n[0]*8
	} else if n[0] < -0.5 {
		anchor, at[0] = "end", mid[0]+n[0]*8
	}
	c.write(at, s.Text, s.look(), anchor)
}

// figure closes the drawing: the frame is drawn in around what there is.
func (c *canvas) figure(alt string, args ...any) Figure {
	low, high := [2]float64{math.Inf(1), math.Inf(1)}, [2]float64{math.Inf(-1), math.Inf(-1)}
	for _, s := range c.shapes {
		for _, p := range s.At {
			before, after, above, below := 4.0, 4.0, 4.0, 4.0
			if s.Draw == Text {
				const letter = 7.5
				w := letter * float64(len([]rune(s.Text)))
				before, after, above, below = w/2, w/2, 12, 4
				switch s.Anchor {
				case "start":
					before, after = 0, w
				case "end":
					before, after = w, 0
				}
			}
			low[0], high[0] = math.Min(low[0], p[0]-before), math.Max(high[0], p[0]+after)
			low[1], high[1] = math.Min(low[1], p[1]-above), math.Max(high[1], p[1]+below)
		}
	}
	const rim = 2
	for i := range c.shapes {
		for j, p := range c.shapes[i].At {
			c.shapes[i].At[j] = rounded([2]float64{p[0] - low[0] + rim, p[1] - low[1] + rim})
		}
	}
	return Figure{
		Width: int(math.Ceil(high[0]-low[0])) + 2*rim, Height: int(math.Ceil(high[1]-low[1])) + 2*rim,
		Alt: fmt.Sprintf(alt, args...), Shapes: c.shapes,
	}
}

// arc are points of an ellipse around a centre, from one angle to another in degrees,
// counted as the hand of a clock goes from the right.
func arc(centre [2]float64, rx, ry, from, to float64) [][2]float64 {
	const step = 5
	n := int(math.Max(2, math.Ceil(math.Abs(to-from)/step)))
	var out [][2]float64
	for i := range n + 1 {
		a := (from + (to-from)*float64(i)/float64(n)) * math.Pi / 180
		out = append(out, [2]float64{centre[0] + rx*math.Cos(a), centre[1] + ry*math.Sin(a)})
	}
	return out
}

// steepest is the largest ratio of two sizes that is drawn to scale.
const steepest = 3.2

// fit scales sizes into the frame, and gives up the scale where they differ too much.
func fit(w, h, maxW, maxH float64) (float64, float64) {
	if w <= 0 || h <= 0 {
		return maxW, maxH
	}
	if w/h > steepest {
		h = w / steepest
	} else if h/w > steepest {
		w = h / steepest
	}
	s := math.Min(maxW/w, maxH/h)
	return w * s, h * s
}

// The limits of a drawing that comes from elsewhere.
const (
	maxSide   = 2000
	maxShapes = 600
	maxPoints = 20000
	maxText   = 80
	maxAlt    = 2000
)

// Validate says in one sentence why a figure can't be drawn, or returns nil.
func (f Figure) Validate() error {
	if f.Width < 1 || f.Height < 1 || f.Width > maxSide || f.Height > maxSide {
		return fmt.Errorf("The figure is %d by %d; each side has to lie between 1 and %d.", f.Width, f.Height, maxSide)
	}
	if strings.TrimSpace(f.Alt) == "" || len(f.Alt) > maxAlt {
		return fmt.Errorf("The figure has no description, or one of more than %d characters; say in words what it shows.", maxAlt)
	}
	points := 0
	for i, s := range f.Shapes {
		points += len(s.At)
		least := map[Draw]int{Line: 2, Area: 3, Arrow: 2, Dot: 1, Text: 1}[s.Draw]
		if least == 0 || len(s.At) < least {
			return fmt.Errorf("Shape %d of the figure is %q with %d points; it is a line, an area, an arrow, a dot or a text with enough of them.", i+1, s.Draw, len(s.At))
		}
		if s.Draw == Text && (s.Text == "" || len(s.Text) > maxText) {
			return fmt.Errorf("The text of shape %d of the figure is empty or longer than %d characters.", i+1, maxText)
		}
	}
	if len(f.Shapes) == 0 || len(f.Shapes) > maxShapes || points > maxPoints {
		return fmt.Errorf("The figure has %d shapes with %d points; it may have 1 to %d, with %d.", len(f.Shapes), points, maxShapes, maxPoints)
	}
	return nil
}

// Written lists what is written into a figure as given, beside scales and names.
func (f Figure) Written() []string {
	var out []string
	for _, s := range f.Shapes {
		if s.Draw == Text && s.Look == Known {
			out = append(out, s.Text)
		}
	}
	return out
}
