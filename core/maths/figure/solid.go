package figure

// Cylinder stands upright. A diameter is drawn in the place of the radius if across
// is set. Filled says how high water stands in it; a tank is a cylinder with water.
func Cylinder(r, h Size, across bool, filled Size) Figure {
	c := &canvas{}
	span := 2 * r.Value
	if across {
		span = r.Value
	}
	x, y := fit(span, h.Value, 150, height-2*edge-24)
	rx := x / 2
	ry := rx * 0.28
	top, bottom := (height-y)/2, (height+y)/2
	centre := [2]float64{width / 2, top}
	outline := append(arc(centre, rx, ry, 180, 360), arc([2]float64{width / 2, bottom}, rx, ry, 0, 180)...)
	if filled.Text == "" {
		c.put(Area, Fill, outline...)
	} else {
		level := bottom - y*filled.Value/h.Value
		water := append(arc([2]float64{width / 2, level}, rx, ry, 180, 360), arc([2]float64{width / 2, bottom}, rx, ry, 0, 180)...)
		c.put(Area, Fill, water...)
		c.put(Line, Mark, arc([2]float64{width / 2, level}, rx, ry, 0, 360)...)
		c.put(Line, Mark, [2]float64{width/2 - rx - 8, level}, [2]float64{width/2 - rx - 8, bottom})
		c.write([2]float64{width/2 - rx - 13, (level+bottom)/2 + 4}, filled.Text, filled.look(), "end")
	}
	c.put(Line, Edge, arc(centre, rx, ry, 0, 360)...)
	c.put(Line, Hidden, arc([2]float64{width / 2, bottom}, rx, ry, 180, 360)...)
	c.put(Line, Edge, arc([2]float64{width / 2, bottom}, rx, ry, 0, 180)...)
	for _, side := range []float64{-rx, rx} {
		c.put(Line, Edge, [2]float64{width/2 + side, top}, [2]float64{width/2 + side, bottom})
	}
	c.write([2]float64{width/2 + rx + 8, height/2 + 4}, h.Text, h.look(), "start")
	from, name := centre, "radius"
	if across {
		from, name = [2]float64{width/2 - rx, top}, "diameter"
	}
	c.put(Line, Mark, from, [2]float64{width/2 + rx, top})
	c.write([2]float64{(from[0] + width/2 + rx) / 2, top - ry - 6}, r.Text, r.look(), "")
	if filled.Text != "" {
		return c.figure("A tank in the form of a cylinder with %s.", with(r.said(name), h.optional("height"), filled.said("depth of water")))
	}
	return c.figure("A cylinder with %s.", with(r.said(name), h.said("height")))
}

// Cone stands on its base. The slant is the way from the tip to the rim.
func Cone(r, h, slant Size) Figure {
	c := &canvas{}
	x, y := fit(2*r.Value, h.Value, 170, height-2*edge-16)
	rx := x / 2
	ry := rx * 0.25
	tip, base := [2]float64{width / 2, (height - y) / 2}, [2]float64{width / 2, (height + y) / 2}
	outline := append(arc(base, rx, ry, 0, 180), tip)
	c.put(Area, Fill, outline...)
	c.put(Line, Hidden, arc(base, rx, ry, 180, 360)...)
	c.put(Line, Edge, arc(base, rx, ry, 0, 180)...)
	c.put(Line, Edge, [2]float64{width/2 - rx, base[1]}, tip, [2]float64{width/2 + rx, base[1]})
	c.put(Line, Mark, base, [2]float64{width/2 + rx, base[1]})
	c.write([2]float64{width/2 + rx/2, base[1] + 15}, r.Text, r.look(), "")
	if h.Text != "" {
		c.put(Line, Mark, tip, base)
		c.write([2]float64{width/2 - 6, (tip[1]+base[1])/2 + 14}, h.Text, h.look(), "end")
	}
	c.beside(tip, [2]float64{width/2 + rx, base[1]}, base, slant)
	return c.figure("A cone with %s.", with(r.said("radius"), h.optional("height"), slant.optional("slant height")))
}

// Box has a length, a width and a height. Filled says how high water stands in it.
func Box(l, w, h, filled Size) Figure {
	c := &canvas{}
	x, y := fit(l.Value, h.Value, 150, 92)
	depth := 18 + 34*w.Value/(w.Value+l.Value)
	dx, dy := depth, depth*0.62
	x0, y1 := (width-x-dx)/2, (height+y+dy)/2
	a, b := [2]float64{x0, y1}, [2]float64{x0 + x, y1}
	cc, d := [2]float64{x0 + x + dx, y1 - dy}, [2]float64{x0 + dx, y1 - dy}
	up := func(p [2]float64, by float64) [2]float64 { return [2]float64{p[0], p[1] - by} }
	level := y
	if filled.Text != "" {
		level = y * filled.Value / h.Value
	}
	c.put(Area, Fill, a, b, cc, up(cc, level), up(d, level), up(a, level))
	if filled.Text != "" {
		c.put(Line, Mark, up(a, level), up(b, level), up(cc, level), up(d, level), up(a, level))
		c.put(Line, Mark, [2]float64{a[0] - 8, a[1]}, [2]float64{a[0] - 8, a[1] - level})
		c.write([2]float64{a[0] - 13, a[1] - level/2 + 4}, filled.Text, filled.look(), "end")
	}
	c.put(Line, Hidden, a, d, cc)
	c.put(Line, Hidden, d, up(d, y))
	c.put(Line, Edge, a, b, up(b, y), up(a, y), a)
	c.put(Line, Edge, b, cc, up(cc, y), up(d, y), up(a, y))
	c.put(Line, Edge, up(b, y), up(cc, y))
	in := [2]float64{x0 + x/2, y1 - y/2}
	c.beside(a, b, in, l)
	c.beside(b, cc, in, w)
	c.beside(cc, up(cc, y), in, h)
	what := "A box"
	if filled.Text != "" {
		what = "A tank in the form of a box"
	}
	return c.figure("%s with %s.", what, with(l.optional("length"), w.optional("width"), h.optional("height"), filled.optional("depth of water")))
}
