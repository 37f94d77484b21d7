package exercise

import "fmt"

// f writes a statement; numbers that may be negative are written with %+d after
// a term, and tidied when the statement is read.
func f(format string, args ...any) string { return fmt.Sprintf(format, args...) }

// families are all there are, by what they practise.
var families = []Family{
	// Equations.
	{ID: "linear-equations", Title: "Linear equation", Skills: []string{"solve linear equations", "first degree equations", "simple equations"}, task: "solve",
		because: [3]string{"one or two inverse operations", "the unknown stands more than once", "fractions with the unknown, or no single solution"},
		Rates:   Rates{None: 0.08, Identity: 0.08},
		levels: [3][]form{{
			func(d *draw) string {
				a, b, x := d.n(2, 9), d.nz(-9, 9), d.n(-9, 9)
				return f("%dx %+d = %d", a, b, a*x+b)
			},
			func(d *draw) string {
				a, b, x := d.n(2, 9), d.n(1, 9), d.n(-9, 9)
				return f("x/%d - %d = %d", a, b, x-b)
			},
			func(d *draw) string {
				a, b, x := d.n(2, 9), d.n(1, 9), d.n(-9, 9)
				return f("%d(x + %d) = %d", a, b, a*(x+b))
			},
			func(d *draw) string { a, x := d.n(2, 12), d.nz(-9, 9); return f("%dx = %d", a, a*x) },
		}, {
			func(d *draw) string {
				a, c, b, x := d.n(5, 9), d.n(2, 4), d.nz(-9, 9), d.n(-9, 9)
				return f("%dx %+d = %dx %+d", a, b, c, (a-c)*x+b)
			},
			func(d *draw) string {
				a, b, c, x := d.n(2, 6), d.nz(-6, 6), d.n(2, 9), d.n(-9, 9)
				return f("%d(x %+d) + %dx = %d", a, b, c, a*(x+b)+c*x)
			},
			func(d *draw) string {
				a, b, c, x := d.n(2, 6), d.nz(-6, 6), d.n(7, 9), d.n(-9, 9)
				return f("%d(x %+d) = %dx %+d", a, b, c, a*(x+b)-c*x)
			},
			func(d *draw) string {
				a, b, c, x := d.n(2, 9), d.n(2, 9), d.nz(-9, 9), d.n(-9, 9)
				return f("%dx + %dx %+d = %d", a, b, c, (a+b)*x+c)
			},
		}, {
			func(d *draw) string {
				p, x := d.n(2, 5), d.n(-5, 5)
				q := p + d.n(1, 3)
				return f("x/%d + x/%d = %d", p, q, (p+q)*x)
			},
			func(d *draw) string {
				a, b, p := d.nz(-6, 6), d.nz(-6, 6), d.n(2, 6)
				return f("(x %+d)/%d = (x %+d)/%d", a, p, b, p+d.n(1, 3))
			},
			func(d *draw) string {
				a, b, c := d.n(2, 6), d.nz(-6, 6), d.n(1, 9)
				return f("%d(x %+d) = %dx %+d", a, b, a, a*b+c) // no solution
			},
			func(d *draw) string {
				a, b, c := d.n(2, 6), d.nz(-6, 6), d.n(2, 6)
				return f("%d(x %+d) + %dx = %dx %+d", a, b, c, a+c, a*b) // every number
			},
			func(d *draw) string {
				a, b, c, e, x := d.n(2, 5), d.nz(-5, 5), d.n(2, 5), d.nz(-5, 5), d.n(-6, 6)
				return f("%d(x %+d) - %d(x %+d) = %dx %+d", a+c, b, c, e, a+3, (a+c)*(x+b)-c*(x+e)-(a+3)*x)
			},
			func(d *draw) string {
				a, b, p := d.n(1, 5), d.n(2, 7), d.n(2, 5)
				return f("x/%d - (x - %d)/%d = %d", p, b, p+1, a)
			},
			func(d *draw) string {
				a, b, c, x := d.n(2, 4), d.n(2, 5), d.nz(-5, 5), d.n(-6, 6)
				return f("%d(%d(x %+d) - x) = %d", a, b, c, a*(b*(x+c)-x))
			},
		}}},
	{ID: "quadratics-by-factors", Title: "Quadratic equation", Skills: []string{"solve quadratic equations by factoring", "quadratic equations with factors", "zero product"}, task: "solve",
		because: [3]string{"ready to be factored or rooted", "has to be brought to zero first", "a leading coefficient or several brackets"},
		levels: [3][]form{{
			func(d *draw) string { a, b := d.nz(-9, 9), d.nz(-9, 9); return f("x^2 %+dx %+d = 0", a+b, a*b) },
			func(d *draw) string { a := d.n(2, 12); return f("x^2 = %d", a*a) },
			func(d *draw) string { a, b := d.n(1, 9), d.nz(-9, 9); return f("(x - %d)(x %+d) = 0", a, b+10) },
			func(d *draw) string { a, b := d.nz(-6, 6), d.n(2, 7); return f("(x %+d)^2 = %d", a, b*b) },
		}, {
			func(d *draw) string { a, b := d.nz(-7, 7), d.n(8, 9); return f("x^2 %+dx = %d", a+b, -a*b) },
			func(d *draw) string { a := d.nz(-9, 9); return f("x^2 = %dx", a) },
			func(d *draw) string { a, b := d.nz(-7, 7), d.nz(-7, 7); return f("x(x %+d) = %d", a+b, -a*b) },
			func(d *draw) string { a, k := d.n(2, 9), d.n(2, 5); return f("%dx^2 - %d = 0", k, k*a*a) },
		}, {
			func(d *draw) string {
				p, a, b := d.n(2, 4), d.nz(-5, 5), d.nz(-5, 5)
				return f("%dx^2 %+dx %+d = 0", p, p*b+a, a*b)
			},
			func(d *draw) string { a, b := d.n(1, 6), d.n(1, 6); return f("(x + %d)^2 = %dx + %d", a, 2*a, a*a+b*b) },
			func(d *draw) string { a, b := d.nz(-5, 5), d.n(6, 9); return f("(x %+d)(x %+d) = x %+d", a, b, a*b) },
			func(d *draw) string { a, b := d.n(1, 4), d.n(5, 8); return f("x^4 - %dx^2 + %d = 0", a*a+b*b, a*a*b*b) },
			func(d *draw) string { a, b := d.nz(-6, 6), d.n(2, 4); return f("%dx^2 = %dx", b, a*b) },
		}}},
	{ID: "quadratic-formula", Title: "Quadratic equation", Skills: []string{"use the quadratic formula", "solve quadratic equations", "discriminant"}, task: "solve",
		because: [3]string{"coefficients to be put in", "brought to zero first", "a leading coefficient, or no real root"},
		Rates:   Rates{None: 0.15},
		levels: [3][]form{{
			func(d *draw) string { b, c := d.n(3, 9), d.n(1, 2); return f("x^2 %+dx + %d = 0", 2*d.sign()*b, c) },
			func(d *draw) string { a, b := d.nz(-6, 6), d.pick(2, 3, 5, 6, 7, 10); return f("(x %+d)^2 = %d", a, b) },
			func(d *draw) string { return f("x^2 = %d", d.pick(2, 3, 5, 6, 7, 10, 11, 12, 18, 20)) },
			func(d *draw) string { return f("x^2 - %d = 0", d.pick(2, 3, 5, 6, 7, 8, 10, 12)) },
		}, {
			func(d *draw) string { b, c := d.n(2, 9), d.n(1, 9); return f("x^2 = %dx + %d", b, c) },
			func(d *draw) string { b, c := d.n(5, 9), d.n(1, 4); return f("x(x + %d) = %d", b, c) },
			func(d *draw) string { k, b := d.n(2, 5), d.pick(2, 3, 5, 7); return f("%dx^2 = %d", k, k*b) },
			func(d *draw) string { a, b := d.nz(-5, 5), d.pick(2, 3, 5, 6); return f("%d(x %+d)^2 = %d", 3, a, 3*b) },
		}, {
			func(d *draw) string { a, b := d.n(2, 4), d.n(5, 9); return f("%dx^2 %+dx + 1 = 0", a, d.sign()*b) },
			func(d *draw) string { a, b := d.n(1, 5), d.n(7, 12); return f("x^2 %+dx + %d = 0", d.sign()*a, b) }, // no real root
			func(d *draw) string {
				a, b, c := d.n(2, 5), d.n(1, 4), d.n(1, 5)
				return f("(x + %d)(x - %d) = %d", a, b, c)
			},
			func(d *draw) string {
				a, b := d.pick(2, 3, 5, 7), d.pick(6, 10, 11, 13)
				return f("x^4 - %dx^2 + %d = 0", a+b, a*b)
			},
			func(d *draw) string { a, b := d.n(2, 4), d.n(5, 9); return f("%dx^2 = %dx - 1", a, b) },
		}}},
	{ID: "polynomial-equations", Title: "Polynomial equation", Skills: []string{"solve cubic equations", "solve polynomial equations", "higher degree"}, task: "solve",
		because: [3]string{"one power, or ready factors", "a common factor or a substitution", "a root has to be found first"},
		levels: [3][]form{{
			func(d *draw) string { a := d.nz(-5, 5); return f("x^3 = %d", a*a*a) },
			func(d *draw) string { a, b := d.n(1, 6), d.n(1, 6); return f("x(x - %d)(x + %d) = 0", a, b) },
			func(d *draw) string { a := d.n(2, 9); return f("x^3 - %dx = 0", a*a) },
			func(d *draw) string { a := d.n(2, 4); return f("x^4 = %d", a*a*a*a) },
		}, {
			func(d *draw) string { a, b := d.nz(-6, 6), d.nz(-6, 6); return f("x^3 %+dx^2 %+dx = 0", a+b, a*b) },
			func(d *draw) string { a, b := d.n(1, 3), d.n(4, 6); return f("x^4 - %dx^2 + %d = 0", a*a+b*b, a*a*b*b) },
			func(d *draw) string { a := d.n(2, 6); return f("x^3 + %d = %d", a, a-27) },
			func(d *draw) string {
				a, b := d.n(1, 3), d.n(4, 5)
				return f("x^6 - %dx^3 + %d = 0", a*a*a+b*b*b, a*a*a*b*b*b)
			},
		}, {
			func(d *draw) string {
				a, b, c := d.nz(-4, 4), d.nz(-4, 4), d.nz(-4, 4)
				return f("x^3 %+dx^2 %+dx %+d = 0", a+b+c, a*b+b*c+a*c, a*b*c)
			},
			func(d *draw) string {
				a, b := d.nz(-5, 5), d.n(2, 6)
				return f("x^3 %+dx^2 - %dx %+d = 0", a, b*b, -a*b*b)
			},
			func(d *draw) string { a, b := d.n(2, 5), d.pick(2, 3, 5); return f("x^4 = %dx^2 + %d", a*a-b, a*a*b) },
			func(d *draw) string { a := d.nz(-4, 4); return f("(x %+d)^3 = %d(x %+d)", a, 4, a) },
		}}},
	{ID: "rational-equations", Title: "Equation with fractions", Skills: []string{"solve rational equations", "equations with algebraic fractions"}, task: "solve",
		because: [3]string{"one fraction", "two fractions or a quadratic", "a root that has to be excluded"},
		Rates:   Rates{Extraneous: 0.5, None: 0.5},
		levels: [3][]form{{
			func(d *draw) string { a, x := d.n(2, 9), d.nz(-6, 6); return f("%d/x = %d", a*x, a) },
			func(d *draw) string {
				a, b, k := d.n(2, 6), d.nz(-6, 6), d.n(2, 6)
				return f("%d/(x %+d) = %d", a*k, b, a)
			},
			func(d *draw) string { a, b := d.n(1, 6), d.n(2, 6); return f("x/(x - %d) = %d", a, b) },
			func(d *draw) string { a, b := d.n(2, 9), d.n(2, 9); return f("%d/x + %d = %d", a, b, b+1) },
		}, {
			func(d *draw) string {
				a, b, c, e := d.n(2, 6), d.nz(-5, 5), d.n(7, 9), d.n(6, 9)
				return f("%d/(x %+d) = %d/(x %+d)", a, b, c, e)
			},
			func(d *draw) string { a, b := d.n(1, 6), d.n(2, 7); return f("x + %d/x = %d", a*b, a+b) },
			func(d *draw) string { a, b := d.n(2, 6), d.n(2, 5); return f("1/x + 1/%d = 1/%d", a+b, a) },
			func(d *draw) string {
				a, b, c := d.n(2, 9), d.n(2, 9), d.n(2, 5)
				return f("%d/x + %d/(2x) = %d", a, 2*b, c)
			},
		}, {
			func(d *draw) string { a := d.n(2, 7); return f("(x^2 - %d)/(x - %d) = %d", a*a, a, 2*a) },
			func(d *draw) string { a := d.n(1, 5); return f("1/(x - %d) = %d/(x^2 - %d)", a, 2*a, a*a) },
			func(d *draw) string {
				a, b := d.n(1, 5), d.n(2, 5)
				return f("x/(x - %d) = %d + %d/(x - %d)", a, b, a, a)
			},
			func(d *draw) string {
				a, b, c := d.n(1, 4), d.n(5, 8), d.n(1, 3)
				return f("%d/(x - %d) + %d/(x - %d) = 1", c, a, c+1, b)
			},
			func(d *draw) string { a, b := d.n(1, 4), d.n(2, 6); return f("1/x + 1/(x + %d) = 1/%d", a, b) },
		}}},
	{ID: "radical-equations", Title: "Equation with roots", Skills: []string{"solve radical equations", "equations with square roots"}, task: "solve",
		because: [3]string{"one root alone", "a root has to be isolated", "a root that may have to be excluded, or two roots"},
		Rates:   Rates{Extraneous: 0.4},
		levels: [3][]form{{
			func(d *draw) string { a, b := d.nz(-9, 9), d.n(2, 9); return f("sqrt(x %+d) = %d", a, b) },
			func(d *draw) string { a, b := d.n(2, 5), d.n(1, 5); return f("sqrt(%dx) = %d", a, a*b) },
			func(d *draw) string { a, b := d.nz(-4, 4), d.nz(-9, 9); return f("root(x %+d, 3) = %d", b, a) },
			func(d *draw) string { a, b := d.n(2, 5), d.n(2, 6); return f("%d*sqrt(x) = %d", a, a*b) },
		}, {
			func(d *draw) string {
				a, b, c := d.nz(-6, 6), d.n(2, 7), d.n(1, 9)
				return f("sqrt(x %+d) + %d = %d", a, c, b+c)
			},
			func(d *draw) string {
				a, b, c := d.n(2, 4), d.n(2, 6), d.nz(-6, 6)
				return f("%d*sqrt(x %+d) - %d = %d", a, c, b, a*b-b)
			},
			func(d *draw) string {
				a, b := d.n(2, 5), d.n(1, 9)
				return f("sqrt(%dx + %d) = sqrt(x + %d)", a, b, b+6*(a-1))
			},
			func(d *draw) string { a, b := d.n(1, 9), d.n(1, 9); return f("sqrt(x + %d) + %d = %d", a, b+3, b) }, // no solution
		}, {
			func(d *draw) string { a := d.n(1, 6); return f("sqrt(x + %d) = x", a*(a+1)) },
			func(d *draw) string { a, b := d.n(2, 6), d.nz(-4, 4); return f("sqrt(x %+d) = x %+d", a*a-a-b, -b) },
			func(d *draw) string {
				a, k := d.n(1, 5), d.n(1, 4)
				return f("sqrt(x + %d) + sqrt(x) = %d", (a+k)*(a+k)-a*a, 2*a+k)
			},
			func(d *draw) string { a := d.n(2, 5); return f("x - %d*sqrt(x) = %d", a-1, a) },
			func(d *draw) string { a, b := d.n(2, 4), d.n(5, 7); return f("x - %d*sqrt(x) + %d = 0", a+b, a*b) },
		}}},
	{ID: "absolute-equations", Title: "Equation with absolute values", Skills: []string{"solve absolute value equations", "equations with modulus"}, task: "solve",
		because: [3]string{"one absolute value", "it has to be isolated", "cases that may have to be excluded"},
		Rates:   Rates{Extraneous: 0.15, None: 0.15},
		levels: [3][]form{{
			func(d *draw) string { a, b := d.nz(-9, 9), d.n(1, 9); return f("|x %+d| = %d", a, b) },
			func(d *draw) string { a, b := d.n(2, 5), d.n(1, 9); return f("|%dx| = %d", a, a*b) },
			func(d *draw) string {
				a, b, c := d.n(2, 4), d.nz(-9, 9), d.n(1, 9)
				return f("|%dx %+d| = %d", a, b, c)
			},
			func(d *draw) string { a := d.n(1, 9); return f("|x - %d| = 0", a) },
		}, {
			func(d *draw) string {
				a, b, c := d.n(2, 5), d.nz(-6, 6), d.n(1, 6)
				return f("%d|x %+d| = %d", a, b, a*c)
			},
			func(d *draw) string {
				a, b, c := d.nz(-6, 6), d.n(1, 9), d.n(1, 6)
				return f("|x %+d| + %d = %d", a, b, b+c)
			},
			func(d *draw) string { a, b := d.nz(-6, 6), d.n(1, 9); return f("|x %+d| + %d = %d", a, b+2, b) }, // no solution
			func(d *draw) string { a, b := d.n(1, 5), d.n(6, 9); return f("|x - %d| = |x + %d|", a, b) },
		}, {
			func(d *draw) string { a, b := d.n(2, 4), d.n(1, 9); return f("|%dx - %d| = x + %d", a, b, d.n(1, 6)) },
			func(d *draw) string { a := d.n(1, 5); return f("|2x + %d| = x - %d", a, d.n(1, 6)) }, // both excluded
			func(d *draw) string {
				a, b := d.n(1, 4), d.n(5, 9)
				return f("|x - %d| + |x + %d| = %d", a, b, a+b+2*d.n(1, 4))
			},
			func(d *draw) string { a, b := d.n(1, 4), d.n(5, 8); return f("x^2 - %d|x| + %d = 0", a+b, a*b) },
			func(d *draw) string { a, b := d.n(2, 4), d.n(1, 6); return f("|x^2 - %d| = %d", a*a, b) },
		}}},
	{ID: "exponential-equations", Title: "Exponential equation", Skills: []string{"solve exponential equations", "equations with powers of the unknown"}, task: "solve",
		because: [3]string{"both sides are powers of one number", "logarithms are needed", "a substitution, or two bases"},
		Rates:   Rates{None: 0.1},
		levels: [3][]form{{
			func(d *draw) string { b, n := d.pick(2, 3, 5), d.n(2, 4); return f("%d^x = %d", b, power(b, n)) },
			func(d *draw) string {
				b, n, a := d.pick(2, 3), d.n(2, 4), d.nz(-5, 5)
				return f("%d^(x %+d) = %d", b, a, power(b, n))
			},
			func(d *draw) string { b, n := d.pick(2, 3), d.n(2, 3); return f("%d^(2x) = %d", b, power(b, 2*n)) },
			func(d *draw) string {
				b, n, c := d.pick(2, 3, 5, 10), d.n(1, 3), d.n(1, 9)
				return f("%d^x + %d = %d", b, c, power(b, n)+c)
			},
		}, {
			func(d *draw) string { b := d.pick(2, 3, 5); return f("%d^x = %d", b, d.pick(7, 11, 13, 14)) },
			func(d *draw) string { a, b := d.n(2, 6), d.n(2, 9); return f("%d*e^x = %d", a, a*b) },
			func(d *draw) string { a, b := d.n(2, 5), d.n(2, 9); return f("e^(%dx) = %d", a, b) },
			func(d *draw) string { b, c := d.pick(2, 3), d.n(1, 9); return f("%d^x + %d = %d", b, c, c-d.n(1, 5)) }, // none
			func(d *draw) string {
				a, b, n := d.n(2, 5), d.pick(2, 3), d.n(2, 4)
				return f("%d*%d^x - 1 = %d", a, b, a*power(b, n)-1)
			},
		}, {
			func(d *draw) string { a, b := d.n(1, 4), d.n(5, 8); return f("e^(2x) - %d*e^x + %d = 0", a+b, a*b) },
			func(d *draw) string { b := d.pick(2, 3); return f("%d^(x + %d) = %d^x", b, d.n(1, 4), b+2) },
			func(d *draw) string {
				n, m := d.n(1, 3), d.n(1, 2)
				return f("4^x - %d*2^x + %d = 0", power(2, n)+power(2, n+m), power(2, 2*n+m))
			},
			func(d *draw) string { a, b := d.n(2, 6), d.n(1, 5); return f("e^(2x) + %d*e^x - %d = 0", a, b*(a+b)) },
			func(d *draw) string { return f("2^(2x - 1) = 4^(x + %d)*2^x", d.n(1, 5)) },
			func(d *draw) string { a, b := d.n(1, 4), d.n(1, 4); return f("e^(2x) + %d*e^x + %d = 0", a+b, a*b) }, // no solution
		}}},
	{ID: "logarithmic-equations", Title: "Logarithmic equation", Skills: []string{"solve logarithmic equations", "equations with logarithms"}, task: "solve",
		because: [3]string{"one logarithm alone", "it has to be isolated or two are equal", "several have to be joined, and a root may be excluded"},
		Rates:   Rates{Extraneous: 0.4},
		levels: [3][]form{{
			func(d *draw) string { b, n := d.pick(2, 3, 5), d.n(2, 4); return f("log_%d(x) = %d", b, n) },
			func(d *draw) string {
				b, n, a := d.pick(2, 3), d.n(2, 4), d.nz(-7, 7)
				return f("log_%d(x %+d) = %d", b, a, n)
			},
			func(d *draw) string { n, a := d.n(1, 3), d.n(2, 5); return f("log(%dx) = %d", a, n) },
			func(d *draw) string { return f("ln(x) = %d", d.nz(-3, 4)) },
		}, {
			func(d *draw) string {
				a, b, n := d.n(2, 5), d.n(1, 9), d.n(1, 3)
				return f("%d*log(x) + %d = %d", a, b, a*n+b)
			},
			func(d *draw) string {
				b, a, c, k := d.pick(2, 3), d.n(2, 5), d.n(1, 6), d.n(1, 6)
				return f("log_%d(%dx + %d) = log_%d(x + %d)", b, a, c, b, c+(a-1)*k)
			},
			func(d *draw) string { b, k := d.pick(2, 3), d.n(2, 3); return f("log_%d(x^2) = %d", b, 2*k) },
			func(d *draw) string {
				b, n, k := d.pick(2, 3), d.n(2, 3), d.n(2, 5)
				return f("log_%d(x) + log_%d(%d) = %d", b, b, k, n)
			},
		}, {
			func(d *draw) string {
				a := d.n(1, 3)
				return f("log_2(x) + log_2(x - %d) = %d", power(2, a+1)-power(2, a), 2*a+1)
			},
			func(d *draw) string { a := d.pick(3, 9); return f("log(x) + log(x - %d) = 1", a) },
			func(d *draw) string { a, b := d.n(1, 4), d.n(2, 4); return f("ln(x + %d) - ln(x) = ln(%d)", a, b) },
			func(d *draw) string {
				a, b := d.n(-1, 1), d.n(2, 3)
				return f("ln(x)^2 %+d*ln(x) %+d = 0", -(a + b), a*b)
			},
			func(d *draw) string { a := d.n(2, 6); return f("2*log(x) = log(%d) + log(x)", a) },
			func(d *draw) string { return f("log_3(x + %d) + log_3(x) = %d", d.pick(6, 8), d.n(2, 3)) },
		}}},
	{ID: "trigonometric-equations", Title: "Trigonometric equation", Skills: []string{"solve trigonometric equations", "equations with sine and cosine"}, task: "solve", tail: ", 0 <= x < 2π",
		because: [3]string{"one known value", "a multiple angle or a factor", "an identity is needed first"},
		levels: [3][]form{{
			func(d *draw) string { return f("sin(x) = %s", d.of("1/2", "-1/2", "sqrt(2)/2", "-sqrt(3)/2")) },
			func(d *draw) string { return f("tan(x) = %s", d.of("1", "-1", "sqrt(3)")) },
			func(d *draw) string { return f("%dcos(x) %+d = 0", 2, d.pick(1, -1)) },
			func(d *draw) string { return f("%s(x) = %d", d.of("sin", "cos"), d.pick(0, 1, -1)) },
		}, {
			func(d *draw) string { return f("%s(2x) = %s", d.of("sin", "cos"), d.of("1/2", "0", "-1/2")) },
			func(d *draw) string { return f("sin(x)*(2cos(x) %+d) = 0", d.pick(1, -1)) },
			func(d *draw) string { return f("%d%s(x)^2 = %d", 4, d.of("sin", "cos"), d.pick(1, 3)) },
			func(d *draw) string { return f("sin(x) = %s", d.of("cos(x)", "-cos(x)", "sqrt(3)*cos(x)")) },
		}, {
			func(d *draw) string { return f("2cos(x)^2 %+dsin(x) - 1 = 0", d.pick(1, -1)) },
			func(d *draw) string { return f("sin(2x) = %s", d.of("sin(x)", "cos(x)", "-sin(x)")) },
			func(d *draw) string { return f("2%s(x)^2 %+d*%s(x) - 2 = 0", "sin", d.pick(3, -3), "sin") },
			func(d *draw) string { return f("cos(2x) = %s", d.of("cos(x)", "sin(x)", "-cos(x)")) },
			func(d *draw) string { return f("sin(x) %+d*cos(x) = %d", d.pick(1, -1), d.pick(1, -1)) },
		}}},
	{ID: "linear-systems", Title: "Linear system", Skills: []string{"solve systems of linear equations", "simultaneous equations"}, task: "solve", variable: "x, y",
		because: [3]string{"one unknown stands alone", "an equation has to be solved first", "fractions, no solution, or three unknowns"},
		levels: [3][]form{{
			func(d *draw) string {
				a, x, y := d.n(2, 5), d.n(-6, 6), d.n(-6, 6)
				return f("y = %dx %+d; x + y = %d", a, y-a*x, x+y)
			},
			func(d *draw) string { x, y := d.n(-6, 6), d.n(-6, 6); return f("x + y = %d; x - y = %d", x+y, x-y) },
			func(d *draw) string {
				a, b, x, y := d.n(2, 6), d.n(2, 6), d.n(-6, 6), d.n(-6, 6)
				return f("%dx = %d; %dy + x = %d", a, a*x, b, b*y+x)
			},
		}, {
			func(d *draw) string {
				a, b, c, e, x, y := d.n(2, 4), d.n(2, 5), d.n(5, 6), d.n(2, 5), d.n(-5, 5), d.n(-5, 5)
				return f("%dx + %dy = %d; %dx - %dy = %d", a, b, a*x+b*y, c, e, c*x-e*y)
			},
			func(d *draw) string {
				a, b, x, y := d.n(2, 5), d.n(2, 5), d.n(-5, 5), d.n(-5, 5)
				return f("%dx - y = %d; x + %dy = %d", a, a*x-y, b, x+b*y)
			},
			func(d *draw) string {
				a, b, x, y := d.n(2, 5), d.n(2, 5), d.n(-5, 5), d.n(-5, 5)
				return f("%d(x + y) = %d; x - %dy = %d", a, a*(x+y), b, x-b*y)
			},
		}, {
			func(d *draw) string {
				a, b, c := d.n(1, 3), d.n(2, 4), d.n(1, 9)
				return f("x + %dy = %d; %dx + %dy = %d", a, c, b, a*b, b*c+d.n(1, 5))
			},
			func(d *draw) string {
				a, b, x, y := d.n(2, 4), d.n(2, 4), d.n(-4, 4), d.n(-4, 4)
				return f("x/%d + y = %d; x - y/%d = %d", a, x+b*y, b, a*x-y)
			},
			func(d *draw) string {
				x, y := d.nz(-5, 5), d.nz(-5, 5)
				return f("x^2 + y^2 = %d; x + y = %d", x*x+y*y, x+y)
			},
			func(d *draw) string { x, y := d.n(1, 6), d.n(1, 6); return f("x*y = %d; x + y = %d", x*y, x+y) },
		}}},
	{ID: "rearranging", Title: "Formula turned round", Skills: []string{"rearrange formulas", "change the subject", "literal equations"}, task: "rearrange", variable: "t",
		because: [3]string{"one inverse operation", "two inverse operations", "the unknown under a root, in a power, or twice"},
		levels: [3][]form{{
			func(d *draw) string { return f("%s = %s*t", d.of("s", "V", "Q"), d.of("v", "q", "r")) },
			func(d *draw) string { return f("%s = %s/t", d.of("v", "q", "P"), d.of("s", "V", "W")) },
			func(d *draw) string {
				return f("%s = t %s %s", d.of("T", "S", "u"), d.of("+", "-"), d.of("a", "b", "k"))
			},
			func(d *draw) string { return f("%s = t/%s", d.of("n", "m", "p"), d.of("a", "b", "k")) },
		}, {
			func(d *draw) string { return f("v = u %s a*t", d.of("+", "-")) },
			func(d *draw) string { return f("%s = (t %s b)/%d", d.of("m", "y", "w"), d.of("+", "-"), d.n(2, 5)) },
			func(d *draw) string { return f("A = %d*(t + b)*h", d.n(2, 5)) },
			func(d *draw) string { return f("p = k/(t %s b)", d.of("+", "-")) },
		}, {
			func(d *draw) string { return f("y = %s(t + %d)", d.of("ln", "log"), d.n(1, 5)) },
			func(d *draw) string { return f("N = a*e^(%s*t)", d.of("k", "b", "r")) },
			func(d *draw) string { return f("y = (t + %d)/(t - %d)", d.n(1, 5), d.n(6, 9)) },
			func(d *draw) string { return f("A = p*(1 + r*t/%d)", d.pick(10, 100, 12)) },
			func(d *draw) string { return f("1/f = 1/t + 1/%s", d.of("b", "g", "h")) },
		}}},
	// Inequalities.
	{ID: "linear-inequalities", Title: "Linear inequality", Skills: []string{"solve linear inequalities"}, task: "solve", relation: true,
		because: [3]string{"one or two operations", "the sign turns, or the unknown on both sides", "a double inequality or fractions"},
		levels: [3][]form{{
			func(d *draw) string {
				a, b, x := d.n(2, 9), d.nz(-9, 9), d.n(-6, 6)
				return f("%dx %+d %s %d", a, b, d.order(), a*x+b)
			},
			func(d *draw) string {
				a, b, x := d.n(2, 6), d.nz(-6, 6), d.n(-6, 6)
				return f("%d(x %+d) %s %d", a, b, d.order(), a*(x+b))
			},
			func(d *draw) string { a, x := d.n(2, 6), d.n(-6, 6); return f("x/%d %s %d", a, d.order(), x) },
			func(d *draw) string { a, x := d.n(2, 9), d.n(-6, 6); return f("%dx %s %d", a, d.order(), a*x) },
		}, {
			func(d *draw) string {
				a, b, x := d.n(2, 9), d.nz(-9, 9), d.n(-6, 6)
				return f("%d - %dx %s %d", b+10, a, d.order(), b+10-a*x)
			},
			func(d *draw) string {
				a, b, c, x := d.n(5, 9), d.nz(-9, 9), d.n(2, 4), d.n(-6, 6)
				return f("%dx %+d %s %dx %+d", c, b, d.order(), a, b+(c-a)*x)
			},
			func(d *draw) string {
				a, b, x := d.n(2, 5), d.n(1, 6), d.n(-6, 6)
				return f("-%d(x + %d) %s %d", a, b, d.order(), -a*(x+b))
			},
			func(d *draw) string {
				a, b, x := d.n(2, 5), d.n(1, 6), d.n(-6, 6)
				return f("%d - x/%d %s %d", b, a, d.order(), b-x)
			},
		}, {
			func(d *draw) string {
				a, b, x := d.n(2, 4), d.nz(-6, 6), d.n(-4, 4)
				return f("%d < %dx %+d <= %d", a*x+b, a, b, a*(x+d.n(2, 6))+b)
			},
			func(d *draw) string {
				a, b := d.n(2, 4), d.n(1, 6)
				return f("x/%d - %d %s x/%d + %d", a, b, d.order(), a+1, d.n(1, 4))
			},
			func(d *draw) string {
				a, b, x := d.n(2, 4), d.n(1, 6), d.n(-4, 4)
				return f("%d(x - %d) - %d(x + 1) %s %d", a, b, a+3, d.order(), a*(x-b)-(a+3)*(x+1))
			},
			func(d *draw) string {
				a, b := d.n(2, 5), d.n(1, 9)
				return f("%d(x + %d) %s %dx + %d", a, b, d.order(), a, a*b+d.nz(-5, 5))
			},
		}}},
	{ID: "quadratic-inequalities", Title: "Quadratic inequality", Skills: []string{"solve quadratic inequalities"}, task: "solve", relation: true,
		because: [3]string{"factors or a single square", "has to be brought to zero", "surds, a negative square, or no change of sign"},
		levels: [3][]form{{
			func(d *draw) string { a, b := d.n(1, 6), d.n(1, 6); return f("(x - %d)(x + %d) %s 0", a, b, d.order()) },
			func(d *draw) string { a := d.n(2, 9); return f("x^2 %s %d", d.order(), a*a) },
			func(d *draw) string { a := d.n(2, 9); return f("x^2 - %dx %s 0", a, d.order()) },
		}, {
			func(d *draw) string { a, b := d.nz(-6, 6), d.n(7, 9); return f("x^2 %+dx %s %d", a+b, d.order(), -a*b) },
			func(d *draw) string { a, b := d.nz(-6, 6), d.n(7, 9); return f("x(x %+d) %s %d", a+b, d.order(), -a*b) },
			func(d *draw) string { a, k := d.n(2, 6), d.n(2, 4); return f("%dx^2 %s %d", k, d.order(), k*a*a) },
		}, {
			func(d *draw) string { return f("x^2 - %dx %s %d", 2*d.n(1, 4), d.order(), d.pick(1, 2, 4)) },
			func(d *draw) string { a, b := d.n(1, 4), d.n(5, 8); return f("%dx - x^2 %s %d", a+b, d.order(), a*b) },
			func(d *draw) string { a := d.n(1, 5); return f("x^2 + %dx + %d %s 0", 2*a, a*a+d.n(0, 3), d.order()) },
			func(d *draw) string {
				a, b, c := d.n(1, 3), d.n(4, 6), d.n(1, 6)
				return f("(x - %d)(x - %d)(x + %d) %s 0", a, b, c, d.order())
			},
		}}},
	{ID: "rational-inequalities", Title: "Inequality with fractions", Skills: []string{"solve rational inequalities"}, task: "solve", relation: true,
		because: [3]string{"a fraction against zero", "a fraction against a number", "two fractions or squares"},
		levels: [3][]form{{
			func(d *draw) string {
				a, b := d.n(1, 6), d.n(1, 6)
				return f("(x - %d)/(x + %d) %s 0", a, b, d.order())
			},
			func(d *draw) string { a, b := d.n(1, 6), d.n(1, 6); return f("%d/(x - %d) %s 0", a, b, d.order()) },
			func(d *draw) string { a := d.n(1, 6); return f("%d/(x + %d) %s 1", d.n(2, 9), a, d.order()) },
			func(d *draw) string { a, b := d.n(1, 6), d.n(2, 5); return f("(%dx - %d)/x %s 0", b, a*b, d.order()) },
		}, {
			func(d *draw) string { a := d.n(2, 6); return f("%d/x %s %d", a*d.n(1, 4), d.order(), a) },
			func(d *draw) string { a, b := d.n(1, 6), d.n(2, 4); return f("x/(x - %d) %s %d", a, d.order(), b) },
			func(d *draw) string {
				a, b := d.n(1, 4), d.n(5, 9)
				return f("(x + %d)/(x - %d) %s 1", b, a, d.order())
			},
			func(d *draw) string {
				a, b := d.n(2, 5), d.n(1, 5)
				return f("%d/(x + %d) + %d %s 0", a*b, a, b, d.order())
			},
		}, {
			func(d *draw) string {
				a, b := d.n(1, 4), d.n(1, 4)
				return f("1/(x - %d) %s 1/(x + %d)", a, d.order(), b)
			},
			func(d *draw) string { a, b := d.n(1, 4), d.n(5, 8); return f("x + %d/x %s %d", a*b, d.order(), a+b) },
			func(d *draw) string {
				a, b := d.n(1, 3), d.n(4, 6)
				return f("(x^2 - %d)/(x - %d) %s 0", a*a, b, d.order())
			},
		}}},
	{ID: "absolute-inequalities", Title: "Inequality with absolute values", Skills: []string{"solve absolute value inequalities"}, task: "solve", relation: true,
		because: [3]string{"one distance", "it has to be isolated", "two distances, or always or never true"},
		levels: [3][]form{{
			func(d *draw) string { a, b := d.nz(-9, 9), d.n(1, 9); return f("|x %+d| %s %d", a, d.order(), b) },
			func(d *draw) string { a, b := d.n(2, 5), d.n(1, 6); return f("|%dx| %s %d", a, d.order(), a*b) },
			func(d *draw) string { return f("|x| %s %d", d.order(), d.n(1, 9)) },
		}, {
			func(d *draw) string {
				a, b, c := d.nz(-6, 6), d.n(1, 6), d.n(1, 9)
				return f("|x %+d| + %d %s %d", a, c, d.order(), b+c)
			},
			func(d *draw) string {
				a, b, c := d.n(2, 4), d.nz(-6, 6), d.n(1, 9)
				return f("|%dx %+d| %s %d", a, b, d.order(), c)
			},
			func(d *draw) string {
				a, b, c := d.n(2, 4), d.nz(-6, 6), d.n(1, 6)
				return f("%d|x %+d| %s %d", a, b, d.order(), a*c)
			},
		}, {
			func(d *draw) string { a, b := d.n(1, 5), d.n(1, 5); return f("|x - %d| %s |x + %d|", a, d.order(), b) },
			func(d *draw) string { a, b := d.nz(-6, 6), d.n(1, 6); return f("|x %+d| %s -%d", a, d.order(), b) },
			func(d *draw) string {
				a, b := d.n(2, 4), d.n(1, 5)
				return f("|%dx - %d| %s x + %d", a, b, d.order(), d.n(1, 5))
			},
			func(d *draw) string { a := d.n(2, 5); return f("|x^2 - %d| %s %d", a*a, d.order(), a) },
		}}},
}

func power(b, n int) int {
	out := 1
	for range n {
		out *= b
	}
	return out
}
