package figure

import (
	"fmt"
	"math"
	"strings"
)

// Rectangle has a width and a height.
func Rectangle(w, h Size) Figure {
	c := &canvas{}
	a, b, in := c.box(w.Value, h.Value)
	c.beside([2]float64{a[0], b[1]}, b, in, w)
	c.beside([2]float64{b[0], a[1]}, b, in, h)
	return c.figure("A rectangle with %s.", with(w.optional("width"), h.optional("height")))
}

// box draws a rectangle in the middle of the frame and says where it lies.
func (c *canvas) box(w, h float64) (a, b, middle [2]float64) {
	x, y := fit(w, h, width-3*edge, height-2*edge)
	a = [2]float64{(width - x) / 2, (height - y) / 2}
	b = [2]float64{a[0] + x, a[1] + y}
	corners := [][2]float64{a, {b[0], a[1]}, b, {a[0], b[1]}}
	c.put(Area, Fill, corners...)
	c.put(Line, Edge, append(corners, a)...)
	return a, b, [2]float64{width / 2, height / 2}
}

// Corner is a rectangle with a smaller one cut out of its upper right corner.
func Corner(w, h, cutW, cutH Size) Figure {
	c := &canvas{}
	x, y := fit(w.Value, h.Value, width-3*edge, height-2*edge)
	x0, y0 := (width-x)/2, (height-y)/2
	cx, cy := x*cutW.Value/w.Value, y*cutH.Value/h.Value
	p := [][2]float64{{x0, y0}, {x0 + x - cx, y0}, {x0 + x - cx, y0 + cy}, {x0 + x, y0 + cy}, {x0 + x, y0 + y}, {x0, y0 + y}}
	c.put(Area, Fill, p...)
	c.put(Line, Edge, append(p, p[0])...)
	in := [2]float64{x0 + x/3, y0 + y*2/3}
	c.beside(p[5], p[4], in, w)
	c.beside(p[5], p[0], in, h)
	c.beside(p[2], p[3], [2]float64{p[2][0], p[5][1]}, cutW)
	c.beside(p[1], p[2], in, cutH)
	return c.figure("A rectangle with %s, from one corner of which a rectangle with %s is cut out.", with(w.optional("width"), h.optional("height")), with(cutW.optional("width"), cutH.optional("height")))
}

// Arch is a rectangle with a half circle on its upper side.
func Arch(w, h Size) Figure {
	c := &canvas{}
	x, y := fit(w.Value, h.Value+w.Value/2, width-4*edge, height-2*edge)
	r := x / 2
	y0 := (height-y)/2 + r
	x0, y1 := (width-x)/2, (height+y)/2
	centre := [2]float64{width / 2, y0}
	outline := append([][2]float64{{x0, y1}}, arc(centre, r, r, 180, 360)...)
	outline = append(outline, [2]float64{x0 + x, y1})
	c.put(Area, Fill, outline...)
	c.put(Line, Edge, append(outline, outline[0])...)
	c.put(Line, Hidden, [2]float64{x0, y0}, [2]float64{x0 + x, y0})
	c.beside([2]float64{x0, y1}, [2]float64{x0 + x, y1}, centre, w)
	c.beside([2]float64{x0 + x, y0}, [2]float64{x0 + x, y1}, centre, h)
	return c.figure("A rectangle with %s, and a half circle on its upper side.", with(w.optional("width"), h.optional("height")))
}

// Trapezium has two parallel sides and a height between them.
func Trapezium(lower, upper, h Size) Figure {
	c := &canvas{}
	x, y := fit(math.Max(lower.Value, upper.Value), h.Value, width-3*edge, height-2*edge)
	s := x / math.Max(lower.Value, upper.Value)
	low, up := lower.Value*s, upper.Value*s
	x0, y0 := (width-x)/2, (height-y)/2
	shift := (x - up) / 3
	p := [][2]float64{{x0 + (x-low)/3, y0 + y}, {x0 + (x-low)/3 + low, y0 + y}, {x0 + shift + up, y0}, {x0 + shift, y0}}
	c.put(Area, Fill, p...)
	c.put(Line, Edge, append(p, p[0])...)
	foot := p[3][0] + up/2
	c.put(Line, Mark, [2]float64{foot, y0}, [2]float64{foot, y0 + y})
	in := [2]float64{width / 2, height / 2}
	c.beside(p[0], p[1], in, lower)
	c.beside(p[3], p[2], in, upper)
	c.write([2]float64{foot + 7, height/2 + 4}, h.Text, h.look(), "start")
	return c.figure("A trapezium with %s.", with(lower.optional("lower side"), upper.optional("upper side"), h.optional("height")))
}

// Triangle has the corners A, B and C with the sides a, b and c opposite to them and
// the angles at them, in degrees. Only what has a text is written and told; the
// values of the sides and the angle at C, which lies on top, give its form.
type Triangle struct {
	A, B, C Size    // angles
	Sides   [3]Size // opposite to A, B and C
	Height  Size    // from C to the opposite side; drawn where it has a text
	Right   bool    // the angle at C is right, and marked as such
}

// Figure draws the triangle. Angles or sides that contradict each other are the
// caller's fault; the sides win.
func (t Triangle) Figure() Figure {
	c := &canvas{}
	sa, sb, sc := t.Sides[0].Value, t.Sides[1].Value, t.Sides[2].Value
	// A to the left, B to the right of the base c; C above.
	x := (sb*sb + sc*sc - sa*sa) / (2 * sc)
	y := math.Sqrt(math.Max(0, sb*sb-x*x))
	left, right := math.Min(0, x), math.Max(sc, x)
	w, h := fit(right-left, y, width-3*edge, height-2*edge-6)
	s := w / (right - left)
	x0, y1 := (width-w)/2-left*s, (height+h)/2
	A, B, C := [2]float64{x0, y1}, [2]float64{x0 + sc*s, y1}, [2]float64{x0 + x*s, y1 - h}
	c.put(Area, Fill, A, B, C)
	c.put(Line, Edge, A, B, C, A)
	in := [2]float64{(A[0] + B[0] + C[0]) / 3, (A[1] + B[1] + C[1]) / 3}
	c.beside(B, C, in, t.Sides[0])
	c.beside(A, C, in, t.Sides[1])
	if t.Sides[2].Text != "" {
		c.write([2]float64{(A[0] + B[0]) / 2, y1 + 17}, t.Sides[2].Text, t.Sides[2].look(), "")
	}
	for i, corner := range [][2]float64{A, B, C} {
		c.corner(corner, in, string(rune('A'+i)))
	}
	c.angle(A, B, C, t.A)
	c.angle(B, C, A, t.B)
	c.angle(C, A, B, t.C)
	if t.Right {
		c.square(C, A, B)
	}
	if t.Height.Text != "" {
		foot := [2]float64{C[0], y1}
		c.put(Line, Mark, C, foot)
		c.write([2]float64{C[0] + 6, (C[1]+y1)/2 + 4}, t.Height.Text, t.Height.look(), "start")
	}
	var told []string
	for i, name := range []string{"side BC", "side AC", "side AB"} {
		told = append(told, t.Sides[i].optional(name))
	}
	for i, s := range []Size{t.A, t.B, t.C} {
		told = append(told, s.optional("angle "+string(rune('A'+i))))
	}
	if t.Right {
		told = append(told, "a right angle at C")
	}
	if t.Height.Text != "" {
		told = append(told, t.Height.said("height")+" from C to AB")
	}
	return c.figure("A triangle ABC with %s.", with(told...))
}

// corner writes the name of a corner outside of it.
func (c *canvas) corner(p, in [2]float64, name string) {
	dx, dy := p[0]-in[0], p[1]-in[1]
	l := math.Hypot(dx, dy)
	c.write([2]float64{p[0] + dx/l*13, p[1] + dy/l*11 + 4}, name, Mark, "")
}

// angle marks the angle at a corner between the ways to two others.
func (c *canvas) angle(at, to, from [2]float64, s Size) {
	if s.Text == "" {
		return
	}
	a := math.Atan2(to[1]-at[1], to[0]-at[0]) * 180 / math.Pi
	b := math.Atan2(from[1]-at[1], from[0]-at[0]) * 180 / math.Pi
	for b-a > 180 {
		b -= 360
	}
	for b-a < -180 {
		b += 360
	}
	const r = 22
	c.put(Line, Mark, arc(at, r, r, a, b)...)
	mid := (a + b) / 2 * math.Pi / 180
	c.write([2]float64{at[0] + 38*math.Cos(mid), at[1] + 34*math.Sin(mid) + 4}, s.Text, s.look(), "")
}

// square marks a right angle.
func (c *canvas) square(at, to, from [2]float64) {
	const r = 11
	unit := func(p [2]float64) [2]float64 {
		dx, dy := p[0]-at[0], p[1]-at[1]
		l := math.Hypot(dx, dy)
		return [2]float64{dx / l * r, dy / l * r}
	}
	u, v := unit(to), unit(from)
	c.put(Line, Mark, [2]float64{at[0] + u[0], at[1] + u[1]}, [2]float64{at[0] + u[0] + v[0], at[1] + u[1] + v[1]}, [2]float64{at[0] + v[0], at[1] + v[1]})
}

// Circle has a radius, or a diameter if across is set.
func Circle(r Size, across bool) Figure {
	c := &canvas{}
	const radius = height/2 - 24
	centre := [2]float64{width / 2, height / 2}
	c.round(centre, radius)
	name := "radius"
	from := centre
	if across {
		name, from = "diameter", [2]float64{centre[0] - radius, centre[1]}
	}
	c.put(Line, Mark, from, [2]float64{centre[0] + radius, centre[1]})
	c.put(Dot, Mark, centre)
	c.write([2]float64{(from[0] + centre[0] + radius) / 2, centre[1] - 7}, r.Text, r.look(), "")
	return c.figure("A circle with %s.", r.said(name))
}

func (c *canvas) round(centre [2]float64, r float64) {
	p := arc(centre, r, r, 0, 360)
	c.put(Area, Fill, p...)
	c.put(Line, Edge, p...)
}

// Ring lies between two circles around one centre.
func Ring(outer, inner Size) Figure {
	c := &canvas{}
	const radius = height/2 - 24
	centre := [2]float64{width / 2, height / 2}
	small := radius * math.Min(0.85, math.Max(0.3, inner.Value/outer.Value))
	c.round(centre, radius)
	hole := arc(centre, small, small, 0, 360)
	c.put(Area, Hole, hole...)
	c.put(Line, Edge, hole...)
	c.put(Dot, Mark, centre)
	up := [2]float64{centre[0] + radius*math.Cos(-0.9), centre[1] + radius*math.Sin(-0.9)}
	c.put(Line, Mark, centre, up)
	c.write([2]float64{up[0] + 6, up[1] - 4}, outer.Text, outer.look(), "start")
	c.put(Line, Mark, centre, [2]float64{centre[0] - small, centre[1]})
	c.write([2]float64{centre[0] - small/2, centre[1] + 15}, inner.Text, inner.look(), "")
	return c.figure("A ring between two circles, with %s.", with(outer.said("outer radius"), inner.said("inner radius")))
}

// Sector is a part of a circle between two radii.
func Sector(r, angle Size) Figure {
	c := &canvas{}
	const radius = 118
	half := angle.Value / 2
	p := arc([2]float64{}, radius, radius, -90-half, -90+half)
	top, bottom, side := 0.0, 0.0, 0.0
	for _, q := range p {
		top, bottom, side = math.Min(top, q[1]), math.Max(bottom, q[1]), math.Max(side, q[0])
	}
	s := math.Min(1, (height-2*edge)/(bottom-top))
	centre := [2]float64{width / 2, (height - (bottom+top)*s) / 2}
	p = arc(centre, radius*s, radius*s, -90-half, -90+half)
	outline := append([][2]float64{centre}, p...)
	c.put(Area, Fill, outline...)
	c.put(Line, Edge, append(outline, centre)...)
	c.angle(centre, p[0], p[len(p)-1], Size{Text: " "})
	c.shapes = c.shapes[:len(c.shapes)-1] // the arc alone; wide angles are written below
	c.write([2]float64{centre[0], centre[1] - 28}, angle.Text, angle.look(), "")
	last := p[len(p)-1]
	c.beside(centre, last, [2]float64{centre[0], centre[1] - 20}, r)
	return c.figure("A sector of a circle with %s.", with(r.said("radius"), angle.said("angle")))
}

// Vectors are arrows from one point on a grid, each with its name and components.
// A name that ends in "?" is an unknown one, whose components are not told.
func Vectors(names []string, to [][2]int) Figure {
	c := &canvas{}
	lowX, highX, lowY, highY := 0, 0, 0, 0
	for _, v := range to {
		lowX, highX = min(lowX, v[0]), max(highX, v[0])
		lowY, highY = min(lowY, v[1]), max(highY, v[1])
	}
	lowX, lowY, highX, highY = lowX-1, lowY-1, highX+1, highY+1
	s := math.Min(float64(width-20)/float64(highX-lowX), float64(height-16)/float64(highY-lowY))
	place := func(x, y float64) [2]float64 {
		return [2]float64{width/2 + (x-float64(lowX+highX)/2)*s, height/2 - (y-float64(lowY+highY)/2)*s}
	}
	for x := lowX; x <= highX; x++ {
		c.put(Line, gridOrAxis(x), place(float64(x), float64(lowY)), place(float64(x), float64(highY)))
	}
	for y := lowY; y <= highY; y++ {
		c.put(Line, gridOrAxis(y), place(float64(lowX), float64(y)), place(float64(highX), float64(y)))
	}
	c.write([2]float64{place(1, 0)[0], place(1, 0)[1] + 13}, "1", Mark, "")
	c.write([2]float64{place(0, 1)[0] - 5, place(0, 1)[1] + 4}, "1", Mark, "end")
	var told []string
	for i, v := range to {
		name, unknown := strings.CutSuffix(names[i], "?")
		look, end := Edge, place(float64(v[0]), float64(v[1]))
		if unknown {
			look = Unknown
			told = append(told, "an unknown vector "+name)
		} else {
			told = append(told, fmt.Sprintf("the vector %s = (%s, %s)", name, number(float64(v[0])), number(float64(v[1]))))
		}
		c.put(Arrow, look, place(0, 0), end)
		mid := place(float64(v[0])/2, float64(v[1])/2)
		l := math.Hypot(float64(v[0]), float64(v[1]))
		c.write([2]float64{mid[0] + float64(v[1])/l*11, mid[1] + float64(v[0])/l*11 + 4}, name, look, "")
	}
	return c.figure("On a grid of squares of side 1, arrows from one point: %s.", with(told...))
}

func gridOrAxis(at int) Look {
	if at == 0 {
		return Axis
	}
	return Grid
}
