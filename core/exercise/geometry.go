package exercise

import (
	"math"

	"zincowl/core/maths/figure"
)

func init() { families = append(families, figureFamilies...) }

// show puts a drawing beside the question.
func (d *draw) show(f figure.Figure) { d.figure = &f }

// wrong is a slip of this question alone, with the statement it comes to.
func (d *draw) wrong(id, why, format string, args ...any) {
	d.wrongs = append(d.wrongs, mistake{id, why, f(format, args...)})
}

// metres is a length that is written on a drawing.
func metres(n int) figure.Size { return figure.Size{Value: float64(n), Text: f("%d m", n)} }

func degrees(n int) figure.Size { return figure.Size{Value: float64(n), Text: f("%d°", n)} }

// bare is a length that is drawn without being told.
func bare(v float64) figure.Size { return figure.Size{Value: v} }

func rad(deg int) float64 { return float64(deg) * math.Pi / 180 }

// pythagorean are right triangles with whole sides.
var pythagorean = [][3]int{{3, 4, 5}, {5, 12, 13}, {8, 15, 17}, {7, 24, 25}, {6, 8, 10}, {9, 12, 15}, {20, 21, 29}, {12, 16, 20}, {10, 24, 26}}

func (d *draw) right() (a, b, c int) {
	t := pythagorean[d.r.IntN(len(pythagorean))]
	if d.r.IntN(2) == 0 {
		return t[0], t[1], t[2]
	}
	return t[1], t[0], t[2]
}

// rightTriangle draws a triangle with the legs a = BC and b = AC.
func rightTriangle(a, b, c figure.Size) figure.Figure {
	return figure.Triangle{Sides: [3]figure.Size{a, b, c}, Right: true}.Figure()
}

// figureFamilies ask about a drawing: what is given stands in it alone.
var figureFamilies = []Family{
	{ID: "areas", Title: "Area and perimeter", Skills: []string{"area of a rectangle", "areas of plane figures", "perimeter", "composite shapes", "area of a trapezium"}, task: "evaluate",
		because: [3]string{"one formula", "two parts put together or taken away", "found backwards from the area or the perimeter"},
		levels: [3][]form{{
			func(d *draw) string {
				w, h := d.n(3, 14), d.n(2, 9)
				d.show(figure.Rectangle(metres(w), metres(h)))
				d.ask("m²", "What is the area of the rectangle")
				d.wrong("perimeter-for-area", "This is the perimeter.", "2*(%d + %d)", w, h)
				return d.by("area = width × height", f("%d*%d", w, h))
			},
			func(d *draw) string {
				w, h := d.n(3, 14), d.n(2, 9)
				d.show(figure.Rectangle(metres(w), metres(h)))
				d.ask("m", "What is the perimeter of the rectangle")
				d.wrong("area-for-perimeter", "This is the area.", "%d*%d", w, h)
				d.wrong("half-way-round", "Each side was counted once; there are two of each.", "%d + %d", w, h)
				return d.by("perimeter = 2 × (width + height)", f("2*(%d + %d)", w, h))
			},
			func(d *draw) string {
				c, h := d.n(4, 14), 2*d.n(1, 5)
				d.show(figure.Triangle{Sides: [3]figure.Size{bare(math.Hypot(float64(c)*0.6, float64(h))), bare(math.Hypot(float64(c)*0.4, float64(h))), metres(c)}, Height: metres(h)}.Figure())
				d.ask("m²", "What is the area of the triangle")
				d.wrong("half-forgotten", "A triangle is half of the rectangle around it.", "%d*%d", c, h)
				return d.by("area = base × height ÷ 2", f("%d*%d/2", c, h))
			},
		}, {
			func(d *draw) string {
				w, h := d.n(7, 14), d.n(5, 9)
				x, y := d.n(2, 4), d.n(1, 3)
				d.show(figure.Corner(metres(w), metres(h), metres(x), metres(y)))
				d.ask("m²", "What is the area of the figure")
				d.wrong("part-added-for-taken", "The corner was added; it is cut out.", "%d*%d + %d*%d", w, h, x, y)
				d.wrong("part-forgotten", "The corner was not taken away.", "%d*%d", w, h)
				return d.by("the whole rectangle less the corner that is cut out", f("%d*%d - %d*%d", w, h, x, y))
			},
			func(d *draw) string {
				a, b, h := d.n(7, 14), d.n(3, 6), 2*d.n(1, 4)
				d.show(figure.Trapezium(metres(a), metres(b), metres(h)))
				d.ask("m²", "What is the area of the trapezium")
				d.wrong("half-forgotten", "The two sides were added; their mean is needed.", "(%d + %d)*%d", a, b, h)
				d.wrong("longer-side-alone", "The lower side alone was taken.", "%d*%d", a, h)
				return d.by("area = mean of the parallel sides × height", f("(%d + %d)/2*%d", a, b, h))
			},
			func(d *draw) string {
				w, h := 2*d.n(2, 6), d.n(3, 9)
				d.show(figure.Arch(metres(w), metres(h)))
				d.ask("m²", "What is the area of the figure")
				d.wrong("whole-circle", "There is half a circle, not a whole one.", "%d*%d + pi*%d^2", w, h, w/2)
				d.wrong("diameter-for-radius", "The width is the diameter of the half circle, not its radius.", "%d*%d + pi*%d^2/2", w, h, w)
				return d.by("the rectangle and half a circle, whose radius is half of the width", f("%d*%d + %d^2/2*pi", w, h, w/2))
			},
			func(d *draw) string {
				w, h := 2*d.n(2, 6), d.n(3, 9)
				d.show(figure.Arch(metres(w), metres(h)))
				d.ask("m", "What is the perimeter of the figure")
				d.wrong("inner-edge-counted", "The line between rectangle and half circle lies inside.", "2*%d + 2*%d + pi*%d/2", w, h, w)
				d.wrong("whole-circle", "There is half a circle, not a whole one.", "%d + 2*%d + pi*%d", w, h, w)
				return d.by("the base, two sides and half of a circumference", f("%d + 2*%d + %d/2*pi", w, h, w))
			},
		}, {
			func(d *draw) string {
				w, h := d.n(6, 14), d.n(2, 5)
				d.show(figure.Rectangle(metres(w), figure.Asked(float64(h))))
				d.ask("m", "The perimeter of the rectangle is %d m. What is the height of the rectangle", 2*(w+h))
				d.wrong("half-forgotten", "Only one width was taken off, and what is left belongs to more than one height.", "%d - %d", 2*(w+h), w)
				return d.by("height = half of the perimeter − width", f("%d/2 - %d", 2*(w+h), w))
			},
			func(d *draw) string {
				w, h := d.n(6, 14), d.n(2, 5)
				d.show(figure.Rectangle(metres(w), figure.Asked(float64(h))))
				d.ask("m", "The area of the rectangle is %d m². What is the perimeter of the rectangle", w*h)
				d.wrong("half-way-round", "Each side was counted once; there are two of each.", "%d + %d/%d", w, w*h, w)
				return d.by("the height is area ÷ width; perimeter = 2 × (width + height)", f("2*(%d + %d/%d)", w, w*h, w))
			},
			func(d *draw) string {
				a, b, h := 2*d.n(4, 7), 2*d.n(1, 3), 2*d.n(2, 4)
				d.show(figure.Trapezium(metres(a), figure.Asked(float64(b)), metres(h)))
				d.ask("m", "The area of the trapezium is %d m². What is the upper side of the trapezium", (a+b)/2*h)
				d.wrong("factor-forgotten", "The area was not doubled first.", "%d/%d", (a+b)/2*h, h)
				return d.by("the two parallel sides together are twice the area ÷ height", f("2*%d/%d - %d", (a+b)/2*h, h, a))
			},
			func(d *draw) string {
				a, b, h := d.n(7, 12), d.n(3, 6), 2*d.n(2, 4)
				d.show(figure.Trapezium(metres(a), metres(b), figure.Asked(float64(h))))
				d.ask("m", "The area of the trapezium is %d m². What is the height of the trapezium", (a+b)*h/2)
				d.wrong("factor-forgotten", "The area was not doubled first.", "%d/(%d + %d)", (a+b)*h/2, a, b)
				return d.by("height = twice the area ÷ sum of the parallel sides", f("2*%d/(%d + %d)", (a+b)*h/2, a, b))
			},
		}}},
	{ID: "right-triangles", Title: "Right triangle", Skills: []string{"right triangles", "theorem of Pythagoras", "sides of a right triangle"}, task: "evaluate",
		because: [3]string{"the longest side from the other two", "a shorter side, or a diagonal", "an area, a height or a perimeter by way of a side"},
		levels: [3][]form{{
			func(d *draw) string {
				a, b, c := d.right()
				d.show(rightTriangle(metres(a), metres(b), figure.Asked(float64(c))))
				d.ask("m", "How long is the side AB")
				d.wrong("legs-added", "The two sides were added without squaring them.", "%d + %d", a, b)
				d.wrong("root-forgotten", "The root of the sum was not taken.", "%d^2 + %d^2", a, b)
				return d.by("AB² = BC² + AC²", f("sqrt(%d^2 + %d^2)", a, b))
			},
			func(d *draw) string {
				a, b := d.n(1, 4), d.n(5, 7)
				d.show(rightTriangle(metres(a), metres(b), figure.Asked(math.Hypot(float64(a), float64(b)))))
				d.ask("m", "How long is the side AB")
				d.wrong("legs-added", "The two sides were added without squaring them.", "%d + %d", a, b)
				d.wrong("leg-formula-taken", "The squares were taken from each other; that finds a shorter side.", "sqrt(%d^2 - %d^2)", b, a)
				return d.by("AB² = BC² + AC²", f("sqrt(%d^2 + %d^2)", a, b))
			},
			func(d *draw) string {
				a, b, _ := d.right()
				d.show(rightTriangle(metres(a), metres(b), bare(math.Hypot(float64(a), float64(b)))))
				d.ask("m²", "What is the area of the triangle")
				d.wrong("half-forgotten", "A triangle is half of the rectangle around it.", "%d*%d", a, b)
				return d.by("the legs are base and height: area = BC × AC ÷ 2", f("%d*%d/2", a, b))
			},
			func(d *draw) string {
				a, b, c := d.right()
				d.show(rightTriangle(metres(a), metres(b), metres(c)))
				d.ask("m", "What is the perimeter of the triangle")
				return d.by("perimeter = sum of the sides", f("%d + %d + %d", a, b, c))
			},
		}, {
			func(d *draw) string {
				a, b, c := d.right()
				d.show(rightTriangle(metres(a), figure.Asked(float64(b)), metres(c)))
				d.ask("m", "How long is the side AC")
				d.wrong("hypotenuse-formula-taken", "The squares were added; the longest side is given.", "sqrt(%d^2 + %d^2)", c, a)
				d.wrong("sides-subtracted", "The sides were taken from each other without squaring them.", "%d - %d", c, a)
				return d.by("AC² = AB² − BC²", f("sqrt(%d^2 - %d^2)", c, a))
			},
			func(d *draw) string {
				w, h := d.n(3, 9), d.n(2, 8)
				d.show(figure.Rectangle(metres(w), metres(h)))
				d.ask("m", "How long is the diagonal of the rectangle")
				d.wrong("legs-added", "The two sides were added without squaring them.", "%d + %d", w, h)
				return d.by("diagonal² = width² + height²", f("sqrt(%d^2 + %d^2)", w, h))
			},
			func(d *draw) string {
				a := d.pick(30, 60)
				c := 2 * d.n(2, 9)
				d.show(figure.Triangle{Sides: [3]figure.Size{figure.Asked(float64(c) * math.Sin(rad(a))), bare(float64(c) * math.Cos(rad(a))), metres(c)}, A: degrees(a), Right: true}.Figure())
				d.ask("m", "How long is the side BC")
				d.wrong("sine-for-cosine", "The cosine was taken; the side lies opposite to the angle.", "%d*cos(%d°)", c, a)
				return d.by("BC lies opposite to A: BC = AB × sine of A", f("%d*sin(%d°)", c, a))
			},
			func(d *draw) string {
				a := d.n(20, 70)
				d.show(figure.Triangle{Sides: [3]figure.Size{bare(math.Sin(rad(a))), bare(math.Cos(rad(a))), bare(1)}, A: degrees(a), B: figure.Asked(float64(90 - a)), Right: true}.Figure())
				d.ask("degrees", "How large is the angle B")
				d.wrong("straight-angle-taken", "The angles were taken to add up to 180° without the right one.", "180 - %d", a)
				return d.by("the angles add up to 180°", f("180 - 90 - %d", a))
			},
		}, {
			func(d *draw) string {
				a, b, c := d.right()
				d.show(rightTriangle(metres(a), bare(float64(b)), metres(c)))
				d.ask("m²", "What is the area of the triangle")
				d.wrong("longest-side-as-base", "The longest side was taken as the other leg.", "%d*%d/2", a, c)
				return d.by("AC² = AB² − BC², then area = BC × AC ÷ 2", f("%d*sqrt(%d^2 - %d^2)/2", a, c, a))
			},
			func(d *draw) string {
				a, b, c := d.right()
				d.show(rightTriangle(metres(a), metres(b), bare(float64(c))))
				d.ask("m", "What is the perimeter of the triangle")
				d.wrong("legs-added", "The third side was taken to be the sum of the two.", "2*(%d + %d)", a, b)
				return d.by("AB² = BC² + AC², then the sides are added", f("%d + %d + sqrt(%d^2 + %d^2)", a, b, a, b))
			},
			func(d *draw) string {
				a, b, c := d.right()
				t := figure.Triangle{Sides: [3]figure.Size{metres(a), metres(b), bare(float64(c))}, Right: true, Height: figure.Asked(float64(a*b) / float64(c))}
				d.show(t.Figure())
				d.ask("m", "How long is the height of the triangle")
				d.wrong("half-kept", "The half of the area was kept on one side alone.", "%d*%d/2/sqrt(%d^2 + %d^2)", a, b, a, b)
				return d.by("twice the area is BC × AC, and also AB × height", f("%d*%d/sqrt(%d^2 + %d^2)", a, b, a, b))
			},
		}}},
	{ID: "oblique-triangles", Title: "Oblique triangle", Skills: []string{"oblique triangles", "sine rule", "cosine rule", "angles of a triangle", "triangles with the law of sines"}, task: "evaluate",
		because: [3]string{"what the angles add up to, or one formula", "the rule of sines or of cosines", "an area or an angle by way of another part"},
		levels: [3][]form{{
			func(d *draw) string {
				a, b := d.n(35, 70), d.n(35, 70)
				d.show(figure.Triangle{Sides: sines(a, b), A: degrees(a), B: degrees(b), C: figure.Asked(float64(180 - a - b))}.Figure())
				d.ask("degrees", "How large is the angle C")
				d.wrong("angles-added", "The two angles were added; the third is what is left of 180°.", "%d + %d", a, b)
				return d.by("the angles add up to 180°", f("180 - %d - %d", a, b))
			},
			func(d *draw) string {
				b, c, a := 2*d.n(2, 6), d.n(5, 12), d.pick(30, 60, 120, 150)
				d.show(figure.Triangle{Sides: [3]figure.Size{bare(facing(b, c, a)), metres(b), metres(c)}, A: degrees(a)}.Figure())
				d.ask("m²", "What is the area of the triangle")
				d.wrong("half-forgotten", "The half was left out.", "%d*%d*sin(%d°)", b, c, a)
				d.wrong("sine-for-cosine", "The cosine was taken for the sine.", "%d*%d*cos(%d°)/2", b, c, a)
				return d.by("area = AC × AB × sine of A ÷ 2", f("%d*%d*sin(%d°)/2", b, c, a))
			},
			func(d *draw) string {
				a, b := d.n(5, 9), d.n(5, 9)
				c := d.n(6, a+b-2)
				d.show(figure.Triangle{Sides: [3]figure.Size{metres(a), metres(b), metres(c)}}.Figure())
				d.ask("m", "What is the perimeter of the triangle")
				return d.by("perimeter = sum of the sides", f("%d + %d + %d", a, b, c))
			},
		}, {
			func(d *draw) string {
				b, c, a := d.n(3, 9), d.n(4, 10), d.pick(60, 120)
				d.show(figure.Triangle{Sides: [3]figure.Size{figure.Asked(facing(b, c, a)), metres(b), metres(c)}, A: degrees(a)}.Figure())
				d.ask("m", "How long is the side BC")
				d.wrong("sign-turned", "The part with the cosine was added where it has to be taken away, or the other way about.", "sqrt(%d^2 + %d^2 + 2*%d*%d*cos(%d°))", b, c, b, c, a)
				d.wrong("taken-for-right-angle", "The angle was taken to be right.", "sqrt(%d^2 + %d^2)", b, c)
				return d.by("BC² = AC² + AB² − 2 × AC × AB × cosine of A", f("sqrt(%d^2 + %d^2 - 2*%d*%d*cos(%d°))", b, c, b, c, a))
			},
			func(d *draw) string {
				a := 2 * d.n(2, 8)
				A, B := 30, d.pick(45, 60, 90, 120)
				if d.r.IntN(2) == 0 {
					A, B = d.pick(45, 60), 30
				}
				s := float64(a) / math.Sin(rad(A))
				d.show(figure.Triangle{Sides: [3]figure.Size{metres(a), figure.Asked(s * math.Sin(rad(B))), bare(s * math.Sin(rad(180-A-B)))}, A: degrees(A), B: degrees(B)}.Figure())
				d.ask("m", "How long is the side AC")
				d.wrong("ratio-turned-over", "The two sines were put the wrong way round.", "%d*sin(%d°)/sin(%d°)", a, A, B)
				d.wrong("angles-for-sines", "The side was taken to grow with the angle, not with its sine.", "%d*%d/%d", a, B, A)
				return d.by("AC ÷ sine of B = BC ÷ sine of A", f("%d*sin(%d°)/sin(%d°)", a, B, A))
			},
			func(d *draw) string {
				t := [][3]int{{2, 3, 4}, {4, 5, 6}, {3, 5, 7}, {5, 6, 7}, {7, 8, 9}, {3, 7, 8}, {5, 7, 8}}[d.r.IntN(7)]
				d.show(figure.Triangle{Sides: [3]figure.Size{metres(t[0]), metres(t[1]), metres(t[2])}, A: figure.Size{Text: "?"}}.Figure())
				d.ask("", "What is the cosine of the angle A")
				d.wrong("sign-turned", "The square of the opposite side was added.", "(%d^2 + %d^2 + %d^2)/(2*%d*%d)", t[1], t[2], t[0], t[1], t[2])
				d.wrong("factor-forgotten", "The factor 2 under the line was left out.", "(%d^2 + %d^2 - %d^2)/(%d*%d)", t[1], t[2], t[0], t[1], t[2])
				return d.by("cosine of A = (AC² + AB² − BC²) ÷ (2 × AC × AB)", f("(%d^2 + %d^2 - %d^2)/(2*%d*%d)", t[1], t[2], t[0], t[1], t[2]))
			},
		}, {
			func(d *draw) string {
				b, c, a := d.n(3, 8), d.n(4, 9), d.pick(60, 120)
				d.show(figure.Triangle{Sides: [3]figure.Size{bare(facing(b, c, a)), metres(b), metres(c)}, A: degrees(a)}.Figure())
				d.ask("m", "What is the perimeter of the triangle")
				d.wrong("taken-for-right-angle", "The angle was taken to be right.", "%d + %d + sqrt(%d^2 + %d^2)", b, c, b, c)
				return d.by("BC by the rule of cosines, then the sides are added", f("%d + %d + sqrt(%d^2 + %d^2 - 2*%d*%d*cos(%d°))", b, c, b, c, b, c, a))
			},
			func(d *draw) string {
				a, A, B := 2*d.n(2, 8), 30, d.pick(30, 60, 90)
				C := 180 - A - B
				s := float64(a) / math.Sin(rad(A))
				d.show(figure.Triangle{Sides: [3]figure.Size{metres(a), bare(s * math.Sin(rad(B))), figure.Asked(s * math.Sin(rad(C)))}, A: degrees(A), B: degrees(B)}.Figure())
				d.ask("m", "How long is the side AB")
				d.wrong("other-angle-taken", "The angle at B does not lie opposite to this side.", "%d*sin(%d°)/sin(%d°)", a, B, A)
				return d.by("C is what is left of 180°; AB ÷ sine of C = BC ÷ sine of A", f("%d*sin(180° - %d° - %d°)/sin(%d°)", a, A, B, A))
			},
			func(d *draw) string {
				a, A, B := 2*d.n(2, 8), 30, d.pick(60, 90)
				C := 180 - A - B
				s := float64(a) / math.Sin(rad(A))
				d.show(figure.Triangle{Sides: [3]figure.Size{metres(a), bare(s * math.Sin(rad(B))), bare(s * math.Sin(rad(C)))}, A: degrees(A), B: degrees(B)}.Figure())
				d.ask("m²", "What is the area of the triangle")
				d.wrong("half-forgotten", "The half was left out.", "%d*%d*sin(%d°)/sin(%d°)*sin(%d°)", a, a, B, A, C)
				return d.by("AC by the rule of sines, then area = BC × AC × sine of C ÷ 2", f("%d*(%d*sin(%d°)/sin(%d°))*sin(%d°)/2", a, a, B, A, C))
			},
		}}},
	{ID: "circles", Title: "Circle", Skills: []string{"circumference of a circle", "area of a circle", "arcs and sectors", "circles"}, task: "evaluate",
		because: [3]string{"one formula", "a diameter, a ring or a part of the circle", "found backwards, or of two parts"},
		levels: [3][]form{{
			func(d *draw) string {
				r := d.n(2, 12)
				d.show(figure.Circle(metres(r), false))
				d.ask("m²", "What is the area of the circle")
				d.wrong("circumference-for-area", "This is the circumference.", "2*pi*%d", r)
				d.wrong("power-forgotten", "The radius was not squared.", "pi*%d", r)
				return d.by("area = radius² × π", f("%d^2*pi", r))
			},
			func(d *draw) string {
				r := d.n(2, 12)
				d.show(figure.Circle(metres(r), false))
				d.ask("m", "What is the circumference of the circle")
				d.wrong("area-for-circumference", "This is the area.", "pi*%d^2", r)
				d.wrong("radius-for-diameter", "The radius was taken for the diameter.", "pi*%d", r)
				return d.by("circumference = 2 × radius × π", f("2*%d*pi", r))
			},
			func(d *draw) string {
				r := d.n(2, 12)
				d.show(figure.Circle(metres(2*r), true))
				d.ask("m", "What is the circumference of the circle")
				d.wrong("diameter-for-radius", "The diameter was taken for the radius.", "2*pi*%d", 2*r)
				return d.by("circumference = diameter × π", f("%d*pi", 2*r))
			},
		}, {
			func(d *draw) string {
				r := d.n(2, 9)
				d.show(figure.Circle(metres(2*r), true))
				d.ask("m²", "What is the area of the circle")
				d.wrong("diameter-for-radius", "The diameter was taken for the radius.", "pi*%d^2", 2*r)
				return d.by("the radius is half of the diameter; area = radius² × π", f("(%d/2)^2*pi", 2*r))
			},
			func(d *draw) string {
				r := d.n(2, 6)
				R := r + d.n(1, 5)
				d.show(figure.Ring(metres(R), metres(r)))
				d.ask("m²", "What is the area of the ring")
				d.wrong("difference-squared", "The radii were taken from each other before squaring.", "pi*(%d - %d)^2", R, r)
				d.wrong("part-forgotten", "The inner circle was not taken away.", "pi*%d^2", R)
				return d.by("area = (outer radius² − inner radius²) × π", f("(%d^2 - %d^2)*pi", R, r))
			},
			func(d *draw) string {
				r, a := 3*d.n(1, 5), d.pick(40, 60, 90, 120, 150, 240)
				d.show(figure.Sector(metres(r), degrees(a)))
				d.ask("m²", "What is the area of the sector")
				d.wrong("arc-for-area", "This is the length of the arc.", "%d/360*2*pi*%d", a, r)
				d.wrong("rest-for-share", "The rest of the circle was taken.", "(1 - %d/360)*pi*%d^2", a, r)
				return d.by("the share of the circle that the angle is of 360°", f("%d/360*%d^2*pi", a, r))
			},
			func(d *draw) string {
				r, a := 3*d.n(1, 5), d.pick(40, 60, 90, 120, 150, 240)
				d.show(figure.Sector(metres(r), degrees(a)))
				d.ask("m", "How long is the arc of the sector")
				d.wrong("radius-for-diameter", "The radius was taken for the diameter.", "%d/360*pi*%d", a, r)
				return d.by("the share of the circumference that the angle is of 360°", f("%d/360*2*%d*pi", a, r))
			},
		}, {
			func(d *draw) string {
				r, a := 3*d.n(1, 5), d.pick(40, 60, 90, 120, 150, 240)
				d.show(figure.Sector(metres(r), degrees(a)))
				d.ask("m", "What is the perimeter of the sector")
				d.wrong("part-forgotten", "The two radii were left out.", "%d/360*2*pi*%d", a, r)
				return d.by("two radii and the arc", f("2*%d + %d/360*2*%d*pi", r, a, r))
			},
			func(d *draw) string {
				r := d.n(2, 6)
				R := r + d.n(1, 5)
				d.show(figure.Ring(metres(R), metres(r)))
				d.ask("m", "What is the perimeter of the ring, inside and outside together")
				d.wrong("difference-for-sum", "The two circles were taken from each other.", "2*pi*%d - 2*pi*%d", R, r)
				return d.by("both circumferences together", f("2*(%d + %d)*pi", R, r))
			},
			func(d *draw) string {
				c := 2 * d.n(3, 12)
				d.show(figure.Circle(figure.Asked(float64(c)/6), false))
				d.ask("m²", "The circumference of the circle is %d m. What is the area of the circle", c)
				d.wrong("power-forgotten", "The circumference was not squared.", "%d/(4*pi)", c)
				d.wrong("radius-for-diameter", "The circumference was divided by π alone to find the radius.", "pi*(%d/pi)^2", c)
				return d.by("radius = circumference ÷ 2 ÷ π; area = radius² × π", f("(%d/2/pi)^2*pi", c))
			},
		}}},
	{ID: "solids", Title: "Solid", Skills: []string{"volume of a cylinder", "volumes of solids", "surface of a solid", "volume of a tank", "cones"}, task: "evaluate",
		because: [3]string{"one formula", "a surface, a diameter or a tank that is not full", "found backwards, or by way of another length"},
		levels: [3][]form{{
			func(d *draw) string {
				r, h := d.n(2, 6), d.n(3, 9)
				d.show(figure.Cylinder(metres(r), metres(h), false, figure.Size{}))
				d.ask("m³", "What is the volume of the cylinder")
				d.wrong("power-forgotten", "The radius was not squared.", "pi*%d*%d", r, h)
				d.wrong("surface-for-volume", "This is the curved surface.", "2*pi*%d*%d", r, h)
				return d.by("volume = radius² × π × height", f("%d^2*%d*pi", r, h))
			},
			func(d *draw) string {
				l, w, h := d.n(5, 12), d.n(2, 5), d.n(2, 6)
				d.show(figure.Box(metres(l), metres(w), metres(h), figure.Size{}))
				d.ask("m³", "What is the volume of the box")
				d.wrong("surface-for-volume", "This is the surface.", "2*(%d*%d + %d*%d + %d*%d)", l, w, l, h, w, h)
				d.wrong("edges-added", "The edges were added.", "%d + %d + %d", l, w, h)
				return d.by("volume = length × width × height", f("%d*%d*%d", l, w, h))
			},
			func(d *draw) string {
				r, h := d.n(2, 6), 3*d.n(1, 4)
				d.show(figure.Cone(metres(r), metres(h), figure.Size{}))
				d.ask("m³", "What is the volume of the cone")
				d.wrong("third-forgotten", "A cone is a third of the cylinder around it.", "pi*%d^2*%d", r, h)
				d.wrong("half-for-third", "It was halved; a cone is a third of the cylinder around it.", "pi*%d^2*%d/2", r, h)
				return d.by("volume = radius² × π × height ÷ 3", f("%d^2*%d/3*pi", r, h))
			},
		}, {
			func(d *draw) string {
				l, w, h := d.n(6, 12), d.n(2, 5), d.n(3, 6)
				d.show(figure.Box(metres(l), metres(w), metres(h), figure.Size{}))
				d.ask("m²", "What is the surface of the box")
				d.wrong("half-counted", "Each face was counted once; there are two of each.", "%d*%d + %d*%d + %d*%d", l, w, l, h, w, h)
				d.wrong("volume-for-surface", "This is the volume.", "%d*%d*%d", l, w, h)
				return d.by("two of each face", f("2*(%d*%d + %d*%d + %d*%d)", l, w, l, h, w, h))
			},
			func(d *draw) string {
				r, h := d.n(2, 6), d.n(4, 8)
				depth := d.n(1, h-2)
				d.show(figure.Cylinder(metres(2*r), metres(h), true, metres(depth)))
				d.ask("m³", "What is the volume of the water in the tank")
				d.wrong("diameter-for-radius", "The diameter was taken for the radius.", "pi*%d^2*%d", 2*r, depth)
				d.wrong("wrong-given", "The height of the tank was taken for the depth of the water.", "pi*(%d/2)^2*%d", 2*r, h)
				return d.by("the radius is half of the diameter; volume = radius² × π × depth", f("(%d/2)^2*%d*pi", 2*r, depth))
			},
			func(d *draw) string {
				l, w, h := d.n(6, 14), d.n(2, 5), d.n(3, 6)
				depth := d.n(1, h-1)
				d.show(figure.Box(metres(l), metres(w), metres(h), metres(depth)))
				d.ask("m³", "How much more water fits into the tank")
				d.wrong("part-taken-for-rest", "This is the water that is in it.", "%d*%d*%d", l, w, depth)
				d.wrong("whole-taken-for-rest", "This is the whole tank.", "%d*%d*%d", l, w, h)
				return d.by("length × width × what is left of the height", f("%d*%d*(%d - %d)", l, w, h, depth))
			},
			func(d *draw) string {
				r, h := d.n(2, 6), d.n(3, 9)
				d.show(figure.Cylinder(metres(r), metres(h), false, figure.Size{}))
				d.ask("m²", "What is the curved surface of the cylinder")
				d.wrong("volume-for-surface", "This is the volume.", "pi*%d^2*%d", r, h)
				d.wrong("radius-for-diameter", "The radius was taken for the diameter.", "pi*%d*%d", r, h)
				return d.by("curved surface = circumference × height", f("2*%d*%d*pi", r, h))
			},
		}, {
			func(d *draw) string {
				a, b, c := d.right()
				d.show(figure.Cone(metres(a), metres(b), figure.Asked(float64(c))))
				d.ask("m²", "What is the curved surface of the cone")
				d.wrong("height-for-slant", "The height was taken for the way down the side.", "pi*%d*%d", a, b)
				return d.by("curved surface = radius × slant height × π", f("%d*sqrt(%d^2 + %d^2)*pi", a, a, b))
			},
			func(d *draw) string {
				r, h := d.n(2, 6), d.n(3, 9)
				d.show(figure.Cylinder(metres(r), metres(h), false, figure.Size{}))
				d.ask("m²", "What is the whole surface of the cylinder")
				d.wrong("part-forgotten", "Only one of the two ends was counted.", "pi*%d^2 + 2*pi*%d*%d", r, r, h)
				d.wrong("ends-forgotten", "The two ends were left out.", "2*pi*%d*%d", r, h)
				return d.by("two ends and the curved surface", f("(2*%d^2 + 2*%d*%d)*pi", r, r, h))
			},
			func(d *draw) string {
				l, w, h := d.n(5, 12), d.n(2, 5), d.n(2, 6)
				d.show(figure.Box(metres(l), metres(w), figure.Asked(float64(h)), figure.Size{}))
				d.ask("m", "The volume of the box is %d m³. What is the height of the box", l*w*h)
				d.wrong("factor-forgotten", "It was divided by the length alone.", "%d/%d", l*w*h, l)
				d.wrong("sum-for-product", "Length and width were added before dividing.", "%d/(%d + %d)", l*w*h, l, w)
				return d.by("height = volume ÷ (length × width)", f("%d/(%d*%d)", l*w*h, l, w))
			},
			func(d *draw) string {
				a, b, c := d.right()
				d.show(figure.Cone(metres(a), figure.Size{Value: float64(b)}, metres(c)))
				d.ask("m³", "What is the volume of the cone")
				d.wrong("slant-for-height", "The way down the side was taken for the height.", "pi*%d^2*%d/3", a, c)
				d.wrong("third-forgotten", "A cone is a third of the cylinder around it.", "pi*%d^2*sqrt(%d^2 - %d^2)", a, c, a)
				return d.by("height² = slant height² − radius²; volume = radius² × π × height ÷ 3", f("%d^2*sqrt(%d^2 - %d^2)/3*pi", a, c, a))
			},
		}}},
}

// facing is the side opposite to an angle between two others.
func facing(b, c, angle int) float64 {
	x, y := float64(b), float64(c)
	return math.Sqrt(x*x + y*y - 2*x*y*math.Cos(rad(angle)))
}

// sines are sides of a triangle with two given angles, without a text.
func sines(a, b int) [3]figure.Size {
	return [3]figure.Size{bare(math.Sin(rad(a))), bare(math.Sin(rad(b))), bare(math.Sin(rad(180 - a - b)))}
}
