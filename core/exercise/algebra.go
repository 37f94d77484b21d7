package exercise

func init() { families = append(families, algebraFamilies...) }

// algebraFamilies rewrite expressions.
var algebraFamilies = []Family{
	{ID: "expand-brackets", Title: "Brackets multiplied out", Skills: []string{"multiply out brackets", "expand brackets", "distributive law"}, task: "expand",
		because: [3]string{"a bracket and what stands beside it", "two brackets to be joined", "nested brackets or fractions"},
		levels: [3][]form{{
			func(d *draw) string { return f("%d(x %+d)", d.n(2, 9), d.nz(-9, 9)) },
			func(d *draw) string { return f("%d(x %+d) %+dx", d.n(2, 9), d.nz(-9, 9), d.nz(-9, 9)) },
			func(d *draw) string { return f("%d(x + %d) + %d(x + %d)", d.n(2, 5), d.n(1, 6), d.n(2, 5), d.n(1, 6)) },
		}, {
			func(d *draw) string {
				return f("%d(x %+d) - %d(x %+d)", d.n(2, 6), d.nz(-6, 6), d.n(2, 6), d.nz(-6, 6))
			},
			func(d *draw) string { return f("%dx(x %+d)", d.n(2, 6), d.nz(-6, 6)) },
			func(d *draw) string { return f("x(x %+d) + (x %+d)(x %+d)", d.nz(-6, 6), d.nz(-5, 5), d.n(6, 9)) },
		}, {
			func(d *draw) string { return f("%d(%d(x %+d) - x)", d.n(2, 5), d.n(2, 5), d.nz(-5, 5)) },
			func(d *draw) string { return f("(x %+d)(x^2 %+dx + 1)", d.nz(-4, 4), d.nz(-4, 4)) },
			func(d *draw) string { return f("%dx(x %+d)(x %+d)", d.n(2, 4), d.nz(-4, 4), d.n(5, 7)) },
			func(d *draw) string { return f("(x %+d)^2 - (x %+d)^2", d.nz(-4, 4), d.n(5, 7)) },
		}}},
	{ID: "expand-binomials", Title: "Product of binomials", Skills: []string{"expand binomial products", "multiply binomials", "special products"}, task: "expand",
		because: [3]string{"two binomials", "coefficients or a special product", "a cube, two letters, or three factors"},
		levels: [3][]form{{
			func(d *draw) string { return f("(x %+d)(x %+d)", d.nz(-6, 6), d.n(7, 9)) },
			func(d *draw) string { return f("(x %+d)^2", d.nz(-9, 9)) },
			func(d *draw) string { a := d.n(2, 9); return f("(x + %d)(x - %d)", a, a) },
		}, {
			func(d *draw) string { return f("(%dx %+d)(%dx %+d)", d.n(2, 5), d.nz(-6, 6), d.n(2, 4), d.n(7, 9)) },
			func(d *draw) string { return f("(%dx %+d)^2", d.n(2, 5), d.nz(-7, 7)) },
			func(d *draw) string { a, b := d.n(2, 5), d.n(2, 9); return f("(%dx + %d)(%dx - %d)", a, b, a, b) },
		}, {
			func(d *draw) string { return f("(x %+d)^3", d.nz(-4, 4)) },
			func(d *draw) string { return f("(%dx %+dy)^2", d.n(2, 4), d.nz(-5, 5)) },
			func(d *draw) string { return f("%d(x %+d)(x %+d)", d.n(2, 4), d.nz(-5, 5), d.n(6, 8)) },
			func(d *draw) string { return f("(x %+d)^2 + (x %+d)(x %+d)", d.nz(-4, 4), d.nz(-4, 4), d.n(5, 7)) },
		}}},
	{ID: "factor-common", Title: "Common factor", Skills: []string{"take out a common factor", "factor out", "common factors"}, task: "factor",
		because: [3]string{"one common factor", "numbers and letters in common", "a second factoring follows"},
		levels: [3][]form{{
			func(d *draw) string { a := d.n(2, 9); return f("%dx %+d", a, a*d.pick(2, 3, 5, 7, -2, -3)) },
			func(d *draw) string { return f("x^2 %+dx + %dx", d.n(2, 5), d.n(1, 4)) },
			func(d *draw) string { a, b := d.n(2, 5), d.n(2, 9); return f("x(x + %d) - %d(x + %d)", b, a, b) },
		}, {
			func(d *draw) string { a := d.n(2, 5); return f("%dx^3 %+dx^2", a, a*d.pick(2, 3, -2, -3, 5)) },
			func(d *draw) string { a := d.n(2, 5); return f("%dx^2 - %dx + %dx", a, a*d.n(5, 7), a*d.n(1, 3)) },
			func(d *draw) string { a, b := d.n(2, 4), d.n(1, 6); return f("%dx^2 - %d", a, a*b*b) },
		}, {
			func(d *draw) string {
				a, b, c := d.n(2, 4), d.nz(-5, 5), d.n(6, 8)
				return f("%dx^2 %+dx %+d", a, a*(b+c), a*b*c)
			},
			func(d *draw) string { a, b := d.n(2, 5), d.n(2, 5); return f("%dx^3 - %dx", a, a*b*b) },
			func(d *draw) string { a, b := d.n(2, 4), d.nz(-5, 5); return f("%dx^2 %+dx + %d", a, 2*a*b, a*b*b) },
			func(d *draw) string { a, b := d.n(2, 4), d.nz(-4, 4); return f("x^3 %+dx^2 %+dx %+d", a, b, a*b) },
		}}},
	{ID: "factor-trinomials", Title: "Trinomial", Skills: []string{"factor trinomials", "factor quadratics", "factorise quadratic expressions"}, task: "factor",
		because: [3]string{"a leading coefficient of 1", "a square or terms to be joined", "a leading coefficient or a higher power"},
		levels: [3][]form{{
			func(d *draw) string { a, b := d.n(1, 6), d.n(7, 9); return f("x^2 %+dx + %d", a+b, a*b) },
			func(d *draw) string { a := d.n(2, 9); return f("x^2 %+dx + %d", 2*a*d.sign(), a*a) },
			func(d *draw) string { a, b := d.n(1, 5), d.n(6, 9); return f("x^2 %+dx + %d - %d", b-a, 20, 20+a*b) },
		}, {
			func(d *draw) string { a, b := d.n(1, 5), d.n(6, 9); return f("x(x %+d) - %d", b-a, a*b) },
			func(d *draw) string {
				a, b, k := d.n(1, 4), d.n(5, 8), d.n(2, 4)
				return f("%dx^2 %+dx + %d", k, k*(a+b), k*a*b)
			},
			func(d *draw) string {
				a, b := d.n(2, 5), d.n(2, 7)
				return f("%dx^2 %+dx + %d", a*a, 2*a*b*d.sign(), b*b)
			},
		}, {
			func(d *draw) string {
				p, a, b := d.pick(2, 3, 5), d.nz(-3, 3), d.pick(1, -1, 7, -7)
				return f("%dx^2 %+dx %+d", p, p*b+a, a*b)
			},
			func(d *draw) string {
				a, b := d.pick(2, 3, 5), d.pick(6, 7, 8)
				return f("x^4 %+dx^2 + %d", -(a + b), a*b)
			},
			func(d *draw) string {
				k, p, a, b := d.n(2, 3), d.pick(2, 3), d.pick(1, -1), d.pick(5, 7)
				return f("%dx^2 %+dx %+d", k*p, k*(p*b+a), k*a*b)
			},
		}}},
	{ID: "factor-special", Title: "Special forms", Skills: []string{"difference of squares", "sum of cubes", "factor special forms"}, task: "factor",
		because: [3]string{"one special form", "coefficients or a common factor first", "a form within a form"},
		levels: [3][]form{{
			func(d *draw) string { a := d.n(2, 12); return f("x^2 - %d", a*a) },
			func(d *draw) string { a := d.n(2, 9); return f("x^2 %+dx + %d", 2*a*d.sign(), a*a) },
			func(d *draw) string { a := d.n(1, 4); return f("x^3 %+d", a*a*a*d.sign()) },
		}, {
			func(d *draw) string { a, b := d.pick(2, 3, 5), d.pick(7, 4, 11); return f("%dx^2 - %d", a*a, b*b) },
			func(d *draw) string { k, a := d.n(2, 5), d.n(2, 7); return f("%dx^2 - %d", k, k*a*a) },
			func(d *draw) string {
				k, a := d.n(2, 5), d.n(2, 7)
				return f("%dx^2 %+dx + %d", k, 2*k*a*d.sign(), k*a*a)
			},
		}, {
			func(d *draw) string { a := d.n(2, 4); return f("x^4 - %d", a*a*a*a) },
			func(d *draw) string {
				a, b := d.pick(1, 2), d.pick(3, 5)
				return f("x^4 - %dx^2 + %d", a*a+b*b, a*a*b*b)
			},
			func(d *draw) string { a, b := d.n(1, 4), d.n(5, 7); return f("(x + %d)^2 - %d", a, b*b) },
			func(d *draw) string { a := d.n(2, 4); return f("x^3 %+dx^2 - %dx %+d", a, 9, -9*a) },
		}}},
	{ID: "simplify-fractions", Title: "Algebraic fraction", Skills: []string{"simplify rational expressions", "simplify algebraic fractions", "cancel"}, task: "simplify",
		because: [3]string{"one factor cancels", "a sum over a common denominator", "factor, join and cancel"},
		levels: [3][]form{{
			func(d *draw) string { a, b := d.n(1, 5), d.n(6, 9); return f("(x^2 %+dx + %d)/(x + %d)", a+b, a*b, a) },
			func(d *draw) string { a, b := d.n(3, 5), d.n(1, 2); return f("%dx^%d/(%dx^%d)", 2*a, a, 2, b) },
			func(d *draw) string { a := d.n(2, 5); return f("x/%d + x/%d", a, a+1) },
		}, {
			func(d *draw) string { a, b := d.n(1, 5), d.n(6, 9); return f("1/(x + %d) + 1/(x + %d)", a, b) },
			func(d *draw) string {
				a, b := d.n(1, 5), d.n(6, 9)
				return f("(x^2 - %d)/(x^2 %+dx + %d)", a*a, a+b, a*b)
			},
			func(d *draw) string {
				a, b, c := d.n(1, 5), d.n(2, 4), d.n(2, 5)
				return f("(x^%d*x^%d)/x^%d + x*%d", a+1, b+c, c, a)
			},
		}, {
			func(d *draw) string { a := d.n(1, 6); return f("x/(x - %d) - %d/(x - %d)", a, a, a) },
			func(d *draw) string { a := d.n(1, 6); return f("1/(x - %d) - 1/(x + %d)", a, a) },
			func(d *draw) string { a := d.n(2, 6); return f("(x^2 - %d)/(x - %d) - %d", a*a, a, a) },
			func(d *draw) string {
				a, b := d.n(1, 4), d.n(5, 8)
				return f("(x^2 %+dx + %d)/(x + %d) + (x^2 - %d)/(x - %d)", a+b, a*b, b, b*b, b)
			},
		}}},
	{ID: "simplify-surds", Title: "Surds", Skills: []string{"simplify surds", "square roots", "rationalise denominators", "rationalize"}, task: "simplify",
		because: [3]string{"one square comes out", "roots to be joined", "a root below the line, or brackets"},
		levels: [3][]form{{
			func(d *draw) string { a, b := d.n(2, 7), d.pick(2, 3, 5, 7); return f("sqrt(%d)", a*a*b) },
			func(d *draw) string {
				a, b := d.pick(2, 3, 5), d.pick(6, 10, 15, 21)
				return f("sqrt(%d)*sqrt(%d)", a, b)
			},
			func(d *draw) string { a, b := d.pick(2, 3, 5), d.n(2, 6); return f("sqrt(%d)/sqrt(%d)", a*b*b, a) },
		}, {
			func(d *draw) string {
				a, b, c := d.n(2, 4), d.n(5, 6), d.pick(2, 3, 5)
				return f("sqrt(%d) + sqrt(%d)", a*a*c, b*b*c)
			},
			func(d *draw) string { return f("%d/sqrt(%d)", d.n(1, 9), d.pick(2, 3, 5, 7)) },
			func(d *draw) string {
				a, c := d.n(2, 4), d.pick(2, 3, 5)
				return f("sqrt(%d)*sqrt(%d) - %d", a*c, c, d.n(1, 5))
			},
		}, {
			func(d *draw) string { return f("%d/(%d + sqrt(%d))", d.n(1, 5), d.n(1, 4), d.pick(2, 3, 5, 7)) },
			func(d *draw) string {
				a, c := d.n(2, 4), d.pick(2, 3, 5)
				return f("sqrt(%d) + %d/sqrt(%d)", a*a*c, c*d.n(1, 4), c)
			},
			func(d *draw) string {
				a, b, c := d.n(2, 4), d.n(2, 3), d.pick(2, 3, 5)
				return f("%d*sqrt(%d) - sqrt(%d) + sqrt(%d)*sqrt(%d)", a, 4*c, b*b*c, c, 9)
			},
		}}},
	{ID: "laws-of-powers", Title: "Laws of powers", Skills: []string{"laws of exponents", "index laws", "laws of indices", "simplify powers"}, task: "simplify",
		because: [3]string{"one law", "two laws", "three laws or a negative exponent"},
		levels: [3][]form{{
			func(d *draw) string { return f("x^%d*x^%d", d.n(2, 6), d.n(2, 6)) },
			func(d *draw) string { a := d.n(2, 5); return f("x^%d/x^%d", a+d.n(1, 5), a) },
			func(d *draw) string { return f("(x^%d)^%d", d.n(2, 5), d.n(2, 5)) },
		}, {
			func(d *draw) string { return f("(%dx^%d)^%d", d.n(2, 3), d.n(2, 4), d.n(2, 3)) },
			func(d *draw) string { a, b := d.n(2, 5), d.n(2, 5); return f("(x^%d*x^%d)/x^%d", a, b+2, b) },
			func(d *draw) string { a, b := d.n(2, 4), d.n(2, 3); return f("(x^%d)^%d*x^%d", a, b, d.n(2, 5)) },
		}, {
			func(d *draw) string {
				a, b, c := d.n(2, 4), d.n(2, 3), d.n(2, 4)
				return f("(x^%d)^%d/(x^%d*x^%d)", a+3, b, c, 2)
			},
			func(d *draw) string { a, b := d.n(2, 4), d.n(2, 3); return f("(x^%d*y^%d)^%d/(x^%d*y)", a, b, 2, a) },
			func(d *draw) string { a, b := d.n(2, 3), d.n(2, 4); return f("(%dx^%d)^%d/(%dx^%d)", a, b, 2, a, 1+b) },
		}}},
	{ID: "numeric-powers", Title: "Powers of numbers", Skills: []string{"negative exponents", "fractional exponents", "evaluate powers"}, task: "evaluate",
		because: [3]string{"one power", "a fractional or negative exponent", "both, or two powers joined"},
		levels: [3][]form{{
			func(d *draw) string { return f("%d^%d + %d", d.n(2, 5), d.n(2, 3), d.n(1, 9)) },
			func(d *draw) string { return f("%d*%d^%d", d.n(2, 5), d.n(2, 4), d.n(2, 3)) },
			func(d *draw) string { return f("%d^2", d.n(6, 15)) },
		}, {
			func(d *draw) string { b, n := d.pick(2, 3, 4, 5), d.pick(2, 3); return f("%d^(1/%d)", power(b, n), n) },
			func(d *draw) string { return f("%d*%d^(-%d)", d.n(2, 7), d.n(2, 5), d.n(1, 2)) },
			func(d *draw) string {
				b, n, m := d.pick(2, 3), d.pick(2, 3), d.n(2, 3)
				return f("%d^(%d/%d) - %d", power(b, n), m, n, d.n(1, 5))
			},
		}, {
			func(d *draw) string { b, n := d.pick(2, 3, 4), d.pick(2, 3); return f("%d^(-1/%d)", power(b, n), n) },
			func(d *draw) string { b := d.n(2, 4); return f("%d^(1/2)*%d^(-2) + %d", b*b, b, d.n(1, 3)) },
			func(d *draw) string { b, n := d.pick(2, 3), 3; return f("(%d/%d)^(-2)/%d", b, b+1, n) },
			func(d *draw) string { return f("(%d^(-1) + %d^(-1))^(-1)", d.n(2, 4), d.n(5, 6)) },
		}}},
	{ID: "laws-of-logarithms", Title: "Laws of logarithms", Skills: []string{"laws of logarithms", "simplify logarithms", "evaluate logarithms"}, task: "simplify",
		because: [3]string{"one law", "two laws", "three terms or an unknown base"},
		levels: [3][]form{{
			func(d *draw) string { b, n := d.pick(2, 3, 5), d.n(2, 4); return f("log_%d(%d)", b, power(b, n)) },
			func(d *draw) string { a := d.pick(2, 4, 5, 20, 25, 50); return f("log(%d) + log(%d)", a, 100/a) },
			func(d *draw) string {
				b, k := d.pick(2, 3), d.n(2, 6)
				return f("log_%d(%d) - log_%d(%d)", b, k*b*b, b, k)
			},
			func(d *draw) string { return f("ln(e^%d) + %d", d.n(2, 9), d.n(1, 9)) },
		}, {
			func(d *draw) string { b, k := d.pick(2, 3), d.n(2, 3); return f("%d*log_%d(%d)", k, b, b*b) },
			func(d *draw) string { return f("ln(x^%d) + ln(x^%d)", d.n(2, 5), d.n(2, 5)) },
			func(d *draw) string { b := d.pick(2, 3, 5); return f("log_%d(%d) + log_%d(1/%d)", b, b*b*b, b, b) },
		}, {
			func(d *draw) string { b := d.pick(2, 3); return f("%d*log_%d(%d) - log_%d(%d)", 2, b, 2*b, b, 4*b) },
			func(d *draw) string { return f("ln(x^%d) - %d*ln(x)", d.n(4, 7), d.n(2, 3)) },
			func(d *draw) string { a := d.pick(4, 5, 20); return f("log(%d) + log(%d) - log(%d)", a, 1000/a, 10) },
			func(d *draw) string {
				b := d.pick(4, 8, 9, 27)
				return f("log_%d(%d)", b, map[int]int{4: 8, 8: 4, 9: 27, 27: 9}[b])
			},
		}}},
}

func init() { families = append(families, calculusFamilies...) }

// calculusFamilies differentiate and integrate.
var calculusFamilies = []Family{
	{ID: "power-rule", Title: "Derivative of a polynomial", Skills: []string{"differentiate polynomials", "power rule", "derivative of a polynomial"}, task: "differentiate",
		because: [3]string{"whole powers", "a root or a negative power", "brackets or a quotient by a number first"},
		levels: [3][]form{{
			func(d *draw) string { return f("%dx^%d", d.n(2, 9), d.n(2, 6)) },
			func(d *draw) string { return f("x^%d %+dx", d.n(3, 6), d.nz(-9, 9)) },
			func(d *draw) string {
				return f("x^%d %+dx^2 %+dx %+d", d.n(3, 5), d.nz(-6, 6), d.nz(-6, 6), d.nz(-9, 9))
			},
			func(d *draw) string { return f("x^%d", d.n(3, 9)) },
		}, {
			func(d *draw) string { return f("%d*sqrt(x)", d.n(2, 8)) },
			func(d *draw) string { return f("x^%d + x^(-%d)", d.n(2, 4), d.n(1, 4)) },
			func(d *draw) string { return f("x^(%d/%d) %+dx", d.pick(3, 5), 2, d.nz(-6, 6)) },
			func(d *draw) string { return f("%d/x^%d", d.n(2, 6), d.n(1, 3)) },
		}, {
			func(d *draw) string { return f("x^%d*(x %+d)", d.n(2, 3), d.nz(-6, 6)) },
			func(d *draw) string { return f("(x^3 %+dx)/%d - sqrt(x)", d.nz(-6, 6), d.n(2, 5)) },
			func(d *draw) string { return f("%d*x^%d - %d/x", d.n(2, 5), d.n(3, 5), d.n(2, 7)) },
		}}},
	{ID: "product-rule", Title: "Derivative of a product", Skills: []string{"use the product rule", "derivative of a product"}, task: "differentiate",
		because: [3]string{"a power times a function", "a sum as a factor", "three factors or an inner function"},
		levels: [3][]form{{
			func(d *draw) string { return f("x^%d*%s(x)", d.n(2, 4), d.of("sin", "cos")) },
			func(d *draw) string { return f("x*%s", d.of("e^x", "ln(x)", "sin(x)")) },
			func(d *draw) string { return f("e^x*%s(x)", d.of("sin", "cos")) },
			func(d *draw) string { return f("x^%d*ln(x)", d.n(2, 4)) },
		}, {
			func(d *draw) string { return f("(x^2 %+d)*%s(x)", d.nz(-6, 6), d.of("sin", "cos")) },
			func(d *draw) string { return f("(x %+d)*e^x", d.nz(-9, 9)) },
			func(d *draw) string { return f("(%dx %+d)*ln(x)", d.n(2, 5), d.nz(-6, 6)) },
		}, {
			func(d *draw) string { return f("x*e^(%dx)", d.n(2, 5)) },
			func(d *draw) string { return f("x^2*e^x*%s(x)", d.of("sin", "cos")) },
			func(d *draw) string { return f("(x^2 %+d)*%s(%dx)", d.nz(-5, 5), d.of("sin", "cos"), d.n(2, 4)) },
			func(d *draw) string { return f("x^%d*(%dx + 1)^%d", d.n(2, 3), d.n(2, 4), d.n(3, 5)) },
		}}},
	{ID: "quotient-rule", Title: "Derivative of a quotient", Skills: []string{"use the quotient rule", "derivative of a quotient"}, task: "differentiate",
		because: [3]string{"linear terms", "a function above or below", "an inner function as well"},
		levels: [3][]form{{
			func(d *draw) string { return f("x/(x %+d)", d.nz(-6, 6)) },
			func(d *draw) string { return f("(x %+d)/(x %+d)", d.nz(-5, 5), d.n(6, 9)) },
			func(d *draw) string { return f("%d/(x %+d)", d.n(2, 9), d.nz(-6, 6)) },
			func(d *draw) string { return f("x^2/(x %+d)", d.nz(-6, 6)) },
		}, {
			func(d *draw) string { return f("%s(x)/x", d.of("sin", "ln")) },
			func(d *draw) string { return f("e^x/(x^2 + %d)", d.n(1, 6)) },
			func(d *draw) string { return f("(x^2 + %d)/(x - %d)", d.n(1, 6), d.n(1, 6)) },
			func(d *draw) string { return f("x/%s(x)", d.of("cos", "ln")) },
		}, {
			func(d *draw) string { return f("e^(%dx)/x", d.n(2, 5)) },
			func(d *draw) string { return f("x/sqrt(x^2 + %d)", d.n(1, 9)) },
			func(d *draw) string { return f("%s(%dx)/(x^2 + %d)", d.of("sin", "cos"), d.n(2, 4), d.n(1, 5)) },
			func(d *draw) string { return f("(x*%s(x))/(x + %d)", d.of("sin", "cos"), d.n(1, 5)) },
		}}},
	{ID: "chain-rule", Title: "Derivative of a composition", Skills: []string{"use the chain rule", "chain rule", "derivative of a composite function"}, task: "differentiate",
		because: [3]string{"one inner function", "an inner polynomial", "two layers"},
		levels: [3][]form{{
			func(d *draw) string { return f("(%dx %+d)^%d", d.n(2, 6), d.nz(-6, 6), d.n(3, 6)) },
			func(d *draw) string { return f("%s(%dx)", d.of("sin", "cos"), d.n(2, 7)) },
			func(d *draw) string { return f("%d*e^(%dx)", d.n(2, 6), d.n(2, 6)) },
			func(d *draw) string { return f("x + %s(%dx)", d.of("sin", "cos", "ln"), d.n(2, 6)) },
		}, {
			func(d *draw) string { return f("(x^2 %+dx)^%d", d.nz(-5, 5), d.n(2, 4)) },
			func(d *draw) string { return f("%s(x^%d)", d.of("sin", "cos"), d.n(2, 4)) },
			func(d *draw) string { return f("%d*sqrt(x^2 + %d)", d.n(2, 6), d.n(1, 9)) },
			func(d *draw) string { return f("e^(x^2 %+dx)", d.nz(-5, 5)) },
		}, {
			func(d *draw) string { return f("%s(%dx)^%d", d.of("sin", "cos"), d.n(2, 4), d.n(2, 3)) },
			func(d *draw) string { return f("ln(%s(x)^2 + %d)", d.of("sin", "cos"), d.n(1, 5)) },
			func(d *draw) string { return f("e^(%d*%s(%dx))", d.n(2, 3), d.of("sin", "cos"), d.n(2, 4)) },
			func(d *draw) string { return f("x*sqrt(%dx^2 + %d)", d.n(2, 4), d.n(1, 5)) },
		}}},
	{ID: "exponential-derivatives", Title: "Derivative of exponentials and logarithms", Skills: []string{"differentiate exponential functions", "differentiate logarithms"}, task: "differentiate",
		because: [3]string{"plain exponentials and logarithms", "an inner linear term", "products and other bases"},
		levels: [3][]form{{
			func(d *draw) string { return f("%d*e^x %+d", d.n(2, 9), d.nz(-9, 9)) },
			func(d *draw) string { return f("%d*ln(x)", d.n(2, 9)) },
			func(d *draw) string { return f("e^x %+dx^%d", d.nz(-5, 5), d.n(2, 4)) },
			func(d *draw) string { return f("x - ln(x)") + f(" + %d*e^x", d.n(2, 6)) },
		}, {
			func(d *draw) string { return f("e^(%dx) %+dx", d.nz(-5, -2), d.nz(-5, 5)) },
			func(d *draw) string { return f("ln(%dx^2 + %d)", d.n(1, 4), d.n(1, 5)) },
			func(d *draw) string { return f("%d^x", d.pick(2, 3, 5, 10)) },
		}, {
			func(d *draw) string { return f("x*%d^x", d.pick(2, 3, 5)) },
			func(d *draw) string { return f("log_%d(%dx + 1)", d.pick(2, 3), d.n(2, 5)) },
			func(d *draw) string { return f("ln(x)^%d", d.n(2, 4)) },
			func(d *draw) string { return f("e^(%dx)*ln(x)", d.n(2, 4)) },
		}}},
	{ID: "trigonometric-derivatives", Title: "Derivative of trigonometric functions", Skills: []string{"differentiate trigonometric functions", "derivative of sine and cosine"}, task: "differentiate",
		because: [3]string{"sines and cosines alone", "a multiple angle or a power", "a product or another function"},
		levels: [3][]form{{
			func(d *draw) string { return f("%d*sin(x) %+d*cos(x)", d.n(2, 6), d.nz(-6, 6)) },
			func(d *draw) string { return f("x^2 - %d*%s(x)", d.n(2, 6), d.of("sin", "cos")) },
			func(d *draw) string { return f("%d*%s(x)", d.n(2, 9), d.of("sin", "cos", "tan")) },
		}, {
			func(d *draw) string { return f("%d*%s(%dx)", d.n(2, 5), d.of("sin", "cos"), d.n(2, 5)) },
			func(d *draw) string { return f("%s(x)^2", d.of("sin", "cos", "tan")) },
			func(d *draw) string { return f("sin(%dx) + x*cos(x)", d.n(2, 5)) },
		}, {
			func(d *draw) string { return f("sin(x)*cos(%dx)", d.n(2, 4)) },
			func(d *draw) string { return f("tan(%dx)/x", d.n(2, 4)) },
			func(d *draw) string { return f("x*%s(x)^2", d.of("sin", "cos")) },
			func(d *draw) string { return f("arctan(%dx)", d.n(2, 5)) },
		}}},
	{ID: "power-integrals", Title: "Integral of a polynomial", Skills: []string{"integrate polynomials", "antiderivative of powers"}, task: "integrate",
		because: [3]string{"whole powers", "roots, negative powers or a fraction", "multiplied out first"},
		levels: [3][]form{{
			func(d *draw) string { return f("x^%d", d.n(2, 6)) },
			func(d *draw) string { return f("%dx^%d", d.n(2, 9), d.n(2, 5)) },
			func(d *draw) string { return f("x^%d %+dx", d.n(2, 5), d.nz(-9, 9)) },
		}, {
			func(d *draw) string { return f("%d*sqrt(x)", d.n(2, 9)) },
			func(d *draw) string { return f("1/x^%d", d.n(2, 5)) },
			func(d *draw) string { return f("x^%d %+d/x", d.n(2, 4), d.nz(-6, 6)) },
		}, {
			func(d *draw) string { return f("x(x %+d)", d.nz(-6, 6)) },
			func(d *draw) string { return f("(x %+d)(x %+d)", d.nz(-5, 5), d.n(6, 8)) },
			func(d *draw) string { return f("(x^2 + %d)/x", d.n(2, 9)) },
		}}},
	{ID: "linear-integrals", Title: "Integral by a linear substitution", Skills: []string{"integrate by substitution", "integrate exponentials", "integrate sine and cosine"}, task: "integrate",
		because: [3]string{"a plain function", "a multiple of the variable inside", "a linear term inside, and a factor"},
		levels: [3][]form{{
			func(d *draw) string { return f("%s(x)", d.of("sin", "cos")) },
			func(d *draw) string { return f("%d*e^x", d.n(2, 9)) },
			func(d *draw) string { return f("e^x %+d*%s(x)", d.nz(-5, 5), d.of("sin", "cos")) },
			func(d *draw) string { return f("%d/x", d.n(2, 9)) + f(" + %d", d.n(1, 5)) },
		}, {
			func(d *draw) string { return f("e^(%dx)", d.n(2, 7)) },
			func(d *draw) string { return f("%d*%s(%dx)", d.n(2, 7), d.of("sin", "cos"), d.n(2, 6)) },
			func(d *draw) string { return f("1/(x %+d)", d.nz(-6, 6)) },
			func(d *draw) string { return f("(x %+d)^%d", d.nz(-6, 6), d.n(3, 5)) },
		}, {
			func(d *draw) string { return f("%d*(%dx %+d)^%d", d.n(2, 6), d.n(2, 5), d.nz(-6, 6), d.n(3, 5)) },
			func(d *draw) string { return f("%d/(%dx %+d)", d.n(2, 6), d.n(2, 5), d.nz(-6, 6)) },
			func(d *draw) string { return f("sqrt(%dx + %d)", d.n(2, 6), d.n(1, 9)) },
			func(d *draw) string { return f("e^(%dx) - %s(%dx)", d.n(2, 5), d.of("sin", "cos"), d.n(2, 5)) },
		}}},
}
