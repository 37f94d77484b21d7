package exercise

import "fmt"

func init() { families = append(families, numberFamilies...) }

// numberFamilies compute with numbers. What is asked may be told in words; the
// statement behind it is what is computed.
var numberFamilies = []Family{
	{ID: "order-of-operations", Title: "Order of operations", Skills: []string{"order of operations", "evaluate numerical expressions"}, task: "evaluate",
		because: [3]string{"two operations", "brackets or a power", "nested brackets and a fraction"},
		levels: [3][]form{{
			func(d *draw) string { return f("%d + %d*%d", d.n(2, 20), d.n(2, 9), d.n(2, 9)) },
			func(d *draw) string { a := d.n(2, 9); return f("%d - %d/%d", d.n(20, 40), a*d.n(2, 9), a) },
			func(d *draw) string { return f("%d*%d - %d", d.n(3, 9), d.n(3, 9), d.n(2, 9)) },
			func(d *draw) string {
				a := d.n(2, 6)
				return f("%d/%d*%d", a*d.n(2, 9), a, d.n(2, 5)) + f(" + %d", d.n(1, 9))
			},
		}, {
			func(d *draw) string { return f("(%d + %d)*%d - %d^2", d.n(2, 9), d.n(2, 9), d.n(2, 6), d.n(2, 5)) },
			func(d *draw) string { return f("-%d^2 + %d*%d", d.n(2, 6), d.n(2, 9), d.n(2, 9)) },
			func(d *draw) string { return f("%d - %d*(%d - %d)", d.n(20, 40), d.n(2, 5), d.n(2, 5), d.n(6, 9)) },
		}, {
			func(d *draw) string { a := d.n(2, 5); return f("(%d - %d*%d)/(%d - %d)", a*10+12, 2, 6, a+3, 3) },
			func(d *draw) string { return f("%d*(%d - (%d - %d)^2)", d.n(2, 5), d.n(2, 9), d.n(2, 5), d.n(6, 9)) },
			func(d *draw) string {
				a, b := d.n(2, 6), d.n(2, 6)
				return f("(%d^2 - %d^2)/(%d + %d) + %d*%d", a+b, b, a, 2*b, d.n(2, 4), d.n(2, 4))
			},
			func(d *draw) string { return f("sqrt(%d^2 + %d^2) - %d/%d", 3*d.pick(1, 2, 3), 4, d.n(2, 9), 2) },
		}}},
	{ID: "fractions", Title: "Fractions", Skills: []string{"add fractions", "multiply and divide fractions", "fraction arithmetic"}, task: "evaluate",
		because: [3]string{"one operation", "a mixed number or two operations", "a fraction of a fraction"},
		levels: [3][]form{{
			func(d *draw) string { return f("%d/%d + %d/%d", d.n(1, 2), d.pick(3, 5, 7), d.n(1, 3), d.pick(4, 8)) },
			func(d *draw) string { return f("(%d/%d)*(%d/%d)", d.n(1, 5), d.n(6, 9), d.n(1, 5), d.n(6, 9)) },
			func(d *draw) string { return f("(%d/%d)/(%d/%d)", d.n(1, 4), d.n(5, 7), d.n(1, 4), d.n(5, 9)) },
		}, {
			func(d *draw) string { return f("%d 1/%d - 2/%d", d.n(2, 5), d.n(2, 4), d.n(5, 7)) },
			func(d *draw) string {
				return f("1/%d + (%d/%d)*(%d/%d)", d.n(2, 5), d.n(1, 3), d.n(4, 5), d.n(1, 5), d.n(6, 7))
			},
			func(d *draw) string {
				return f("%d/%d - %d/%d + 1/%d", d.n(3, 4), d.pick(5, 7), d.n(1, 2), 3, d.n(4, 6))
			},
		}, {
			func(d *draw) string { return f("(1/%d + 1/%d)/(1/%d)", d.n(2, 4), d.n(5, 6), d.n(7, 9)) },
			func(d *draw) string { return f("(1/%d - 1/%d)*(%d/%d)", d.n(2, 4), d.n(5, 7), d.n(2, 5), d.n(7, 9)) },
			func(d *draw) string { return f("(%d/%d)^2 - 1/%d", d.n(1, 3), d.n(4, 5), d.n(6, 9)) },
		}}},
	{ID: "percentages", Title: "Percentage", Skills: []string{"percentages", "percentage of an amount", "percentage change"}, task: "evaluate",
		because: [3]string{"a share of an amount", "an amount changed by a share", "the amount before the change, or two changes"},
		levels: [3][]form{{
			func(d *draw) string {
				p, n := d.n(1, 18)*5, d.n(2, 20)*20
				d.say("What is %d%% of %d?", p, n)
				return f("%d%%*%d", p, n)
			},
			func(d *draw) string {
				p, n := d.n(2, 9), d.n(10, 90)
				d.say("What percentage of %d is %d?", n*10, n*p/1)
				return f("%d/%d*100", n*p, n*10)
			},
			func(d *draw) string {
				p, n := d.pick(10, 20, 25, 50), d.n(3, 30)
				d.say("%d is %d%% of which number?", n, p)
				return f("%d/%d%%", n, p)
			},
		}, {
			func(d *draw) string {
				p, n := d.n(1, 9)*5, d.n(2, 30)*20
				d.say("An amount of %d rises by %d%%. What is it now?", n, p)
				return f("%d*(1 + %d/100)", n, p)
			},
			func(d *draw) string {
				p, n := d.n(1, 9)*5, d.n(2, 30)*20
				d.say("An amount of %d falls by %d%%. What is it now?", n, p)
				return f("%d - %d%%*%d", n, p, n)
			},
			func(d *draw) string {
				a, p := d.n(2, 20)*20, d.n(1, 9)*5
				d.say("A reading goes from %d to %d. By how many per cent does it rise?", a, a+a*p/100)
				return f("(%d - %d)/%d*100", a+a*p/100, a, a)
			},
		}, {
			func(d *draw) string {
				p, n := d.pick(10, 20, 25, 50), d.n(4, 30)*20
				d.say("After a rise of %d%% an amount is %d. What was it before?", p, n*(100+p)/100)
				return f("%d/(1 + %d/100)", n*(100+p)/100, p)
			},
			func(d *draw) string {
				p, q, n := d.pick(10, 20, 25), d.pick(10, 20, 50), d.n(2, 20)*40
				d.say("An amount of %d rises by %d%% and then falls by %d%%. What is it in the end?", n, p, q)
				return f("%d*(1 + %d/100)*(1 - %d/100)", n, p, q)
			},
			func(d *draw) string {
				p, q := d.pick(10, 20, 30), d.pick(15, 25, 40)
				d.say("A value rises by %d%%, then by %d%%. By how many per cent in all?", p, q)
				return f("((1 + %d/100)*(1 + %d/100) - 1)*100", p, q)
			},
		}}},
	{ID: "scientific-notation", Title: "Powers of ten", Skills: []string{"scientific notation", "standard form", "powers of ten"}, task: "evaluate",
		because: [3]string{"one product", "a quotient or a sum", "a power of a power of ten"},
		levels: [3][]form{{
			func(d *draw) string { return f("%d*10^%d*%d*10^%d", d.n(2, 4), d.n(2, 4), d.n(2, 4), d.n(1, 3)) },
			func(d *draw) string { return f("%d*10^%d + %d*10^%d", d.n(2, 4), 3, d.n(2, 4), 2) },
			func(d *draw) string { return f("%d*10^%d", d.n(12, 98), d.n(2, 5)) },
		}, {
			func(d *draw) string {
				a := d.n(2, 4)
				return f("(%d*10^%d)/(%d*10^%d)", a*d.n(2, 4), d.n(5, 7), a, d.n(1, 3))
			},
			func(d *draw) string { return f("%d*10^%d - %d*10^%d", d.n(5, 9), 4, d.n(2, 9), 3) },
			func(d *draw) string {
				return f("%d*10^(-%d)*%d*10^%d", d.n(2, 9), d.n(1, 3), d.n(2, 9), d.n(4, 6)) + "/10"
			},
		}, {
			func(d *draw) string { return f("(%d*10^%d)^2", d.n(2, 3), d.n(2, 3)) },
			func(d *draw) string { return f("sqrt(%d*10^%d)", d.pick(4, 9, 16, 25), d.pick(4, 6)) },
			func(d *draw) string {
				return f("(%d*10^(-%d) + %d*10^(-%d))/10^(-%d)", d.n(2, 9), 2, d.n(2, 9), 3, d.n(4, 5))
			},
		}}},
	{ID: "averages", Title: "Averages", Skills: []string{"mean and median", "averages", "weighted mean"}, task: "evaluate",
		because: [3]string{"one average", "weights or an even number of values", "a value missing, or two groups joined"},
		levels: [3][]form{{
			func(d *draw) string {
				v := d.list(4, 2, 20)
				d.say("What is the mean of %s?", v)
				return f("(%s)/4", d.sum(v))
			},
			func(d *draw) string {
				v := d.list(5, 2, 30)
				d.say("What is the median of %s?", v)
				return f("median(%s)", v)
			},
			func(d *draw) string {
				v := d.list(6, 2, 40)
				d.say("What is the range of %s?", v)
				return f("max(%s) - min(%s)", v, v)
			},
		}, {
			func(d *draw) string {
				a, b, m, n := d.n(20, 60), d.n(61, 95), d.n(2, 4), d.n(5, 8)
				d.say("A mark of %d counts %d times and one of %d counts %d times. What is the weighted mean?", a, m, b, n)
				return f("(%d*%d + %d*%d)/(%d + %d)", m, a, n, b, m, n)
			},
			func(d *draw) string {
				v := d.list(6, 2, 30)
				d.say("What is the median of %s?", v)
				return f("median(%s)", v)
			},
			func(d *draw) string {
				v := d.list(5, 2, 20)
				d.say("By how much does the mean of %s differ from their median? Give mean less median.", v)
				return f("mean(%s) - median(%s)", v, v)
			},
		}, {
			func(d *draw) string {
				n, m := d.n(4, 6), d.n(10, 40)
				a := d.n(5, 30)
				d.say("The mean of %d readings is %d. A reading of %d is added. What is the mean now?", n, m, a)
				return f("(%d*%d + %d)/(%d + 1)", n, m, a, n)
			},
			func(d *draw) string {
				n, m := d.n(4, 6), d.n(10, 40)
				k := d.n(2, 9)
				d.say("The mean of %d readings is %d. What must one more reading be to make the mean %d?", n, m, m+k)
				return f("(%d + 1)*%d - %d*%d", n, m+k, n, m)
			},
			func(d *draw) string {
				a, b, x, y := d.n(3, 6), d.n(7, 9), d.n(10, 20), d.n(21, 40)
				d.say("%d readings have the mean %d and %d others the mean %d. What is the mean of all?", a, x, b, y)
				return f("(%d*%d + %d*%d)/(%d + %d)", a, x, b, y, a, b)
			},
		}}},
	{ID: "spread", Title: "Standard deviation", Skills: []string{"standard deviation", "variance", "measures of spread"}, task: "evaluate",
		because: [3]string{"squares of given deviations", "from the values", "of a sample, or after a change"},
		levels: [3][]form{{
			func(d *draw) string {
				a := d.n(1, 4)
				d.say("The deviations of four values from their mean are %d, %d, %d and %d. What is the population variance?", a, -a, a+2, -a-2)
				return f("(%d^2 + (-%d)^2 + %d^2 + (-%d)^2)/4", a, a, a+2, a+2)
			},
			func(d *draw) string {
				v := d.n(2, 9)
				d.say("A variance is %d. What is the standard deviation?", v*v)
				return f("sqrt(%d)", v*v)
			},
			func(d *draw) string {
				a, b := d.n(1, 5), d.n(6, 9)
				d.say("What is the population variance of %d and %d?", a, a+2*b)
				return f("((%d - %d)/2)^2", a+2*b, a)
			},
		}, {
			func(d *draw) string {
				m, a, b := d.n(10, 20), d.n(1, 3), d.n(4, 6)
				d.say("What is the population standard deviation of %d, %d, %d and %d?", m-b, m-a, m+a, m+b)
				return f("sqrt((%d^2 + %d^2 + %d^2 + %d^2)/4)", b, a, a, b)
			},
			func(d *draw) string {
				v := d.list(5, 2, 12)
				d.say("What is the population variance of %s?", v)
				return f("pvariance(%s)", v)
			},
			func(d *draw) string {
				m, a := d.n(10, 20), d.n(2, 6)
				d.say("What is the sample variance of %d, %d and %d?", m-a, m, m+a)
				return f("((-%d)^2 + 0^2 + %d^2)/(3 - 1)", a, a)
			},
		}, {
			func(d *draw) string {
				s, k := d.n(2, 6), d.n(2, 5)
				d.say("Values have the standard deviation %d. Each is multiplied by %d and then raised by 10. What is their variance now?", s, k)
				return f("(%d*%d)^2", k, s)
			},
			func(d *draw) string {
				v := d.list(5, 2, 12)
				d.say("What is the sample standard deviation of %s?", v)
				return f("stdev(%s)", v)
			},
			func(d *draw) string {
				m, s, k := d.n(40, 60), d.n(2, 6), d.n(2, 3)
				d.say("A mean is %d and the standard deviation %d. How many standard deviations above the mean is %d?", m, s, m+k*s)
				return f("(%d - %d)/%d", m+k*s, m, s)
			},
		}}},
	{ID: "interest", Title: "Interest", Skills: []string{"simple interest", "compound interest"}, task: "evaluate",
		because: [3]string{"simple interest of whole years", "months, the amount, or a rate to be found", "compound interest, or what has to be put in"},
		levels: [3][]form{{
			func(d *draw) string {
				p, r, t := d.n(2, 30)*100, d.n(2, 8), d.n(2, 6)
				d.say("What simple interest do %d earn at %d%% a year in %d years?", p, r, t)
				return f("%d*%d/100*%d", p, r, t)
			},
			func(d *draw) string {
				p, r := d.n(2, 30)*100, d.n(2, 8)
				d.say("%d lie for one year at %d%%. What do they come to?", p, r)
				return f("%d + %d%%*%d", p, r, p)
			},
			func(d *draw) string {
				p, r, t := d.n(2, 30)*100, d.n(2, 8), d.n(2, 6)
				d.say("In %d years an amount of %d earns %d of simple interest. What is the interest of one year?", t, p, p*r*t/100)
				return f("%d/%d", p*r*t/100, t)
			},
		}, {
			func(d *draw) string {
				p, r, m := d.n(2, 30)*100, d.n(2, 8), d.pick(3, 6, 9)
				d.say("What simple interest do %d earn at %d%% a year in %d months?", p, r, m)
				return f("%d*%d/100*(%d/12)", p, r, m)
			},
			func(d *draw) string {
				p, r, t := d.n(2, 30)*100, d.n(2, 8), d.n(2, 6)
				d.say("%d lie at %d%% simple interest for %d years. What do they come to?", p, r, t)
				return f("%d*(1 + %d/100*%d)", p, r, t)
			},
			func(d *draw) string {
				p, r, t := d.n(2, 30)*100, d.n(2, 8), d.n(2, 6)
				d.say("%d earn %d of simple interest in %d years. At how many per cent a year?", p, p*r*t/100, t)
				return f("%d/(%d*%d)*100", p*r*t/100, p, t)
			},
		}, {
			func(d *draw) string {
				p, r, t := d.n(2, 30)*100, d.n(2, 8), d.n(2, 3)
				d.say("%d lie at %d%% compound interest for %d years. What do they come to? Give it exactly.", p, r, t)
				return f("%d*(1 + %d/100)^%d", p, r, t)
			},
			func(d *draw) string {
				p, r := d.n(2, 30)*100, d.n(2, 8)
				d.say("How much more than simple interest does compound interest bring on %d at %d%% in 2 years?", p, r)
				return f("%d*(1 + %d/100)^2 - %d - %d*%d/100*2", p, r, p, p, r)
			},
			func(d *draw) string {
				p, r := d.n(2, 20)*100, d.pick(5, 10, 20)
				d.say("What has to be put in at %d%% simple interest to come to %d in 2 years?", r, p*(100+2*r)/100)
				return f("%d/(1 + 2*%d/100)", p*(100+2*r)/100, r)
			},
		}}},
	{ID: "probability", Title: "Probability", share: true, Skills: []string{"probability of simple events", "simple probability"}, task: "evaluate",
		because: [3]string{"one draw", "one of two events, or the opposite", "two draws without putting back"},
		levels: [3][]form{{
			func(d *draw) string {
				a, b := d.n(2, 6), d.n(7, 11)
				d.say("A box holds %d brass and %d steel fittings. One is taken blindly. How likely is it brass?", a, b)
				return f("%d/(%d + %d)", a, a, b)
			},
			func(d *draw) string {
				a := d.n(2, 9)
				d.say("Of 20 sample bottles %d are cracked. How likely is a bottle taken blindly to be whole?", a)
				return f("1 - %d/20", a)
			},
			func(d *draw) string {
				a := d.n(2, 4)
				d.say("A fair die is thrown. How likely is at most %d?", a)
				return f("%d/6", a)
			},
		}, {
			func(d *draw) string {
				a, b, c := d.n(2, 5), d.n(2, 5), d.n(6, 9)
				d.say("A box holds %d red, %d blue and %d grey caps. How likely is a cap taken blindly to be red or blue?", a, b, c)
				return f("%d/%d + %d/%d", a, a+b+c, b, a+b+c)
			},
			func(d *draw) string {
				a, b := d.pick(2, 4, 5), d.pick(3, 10)
				d.say("One pump starts with probability 1/%d, another, whatever the first does, with 1/%d. How likely do both start?", a, b)
				return f("(1/%d)*(1/%d)", a, b)
			},
			func(d *draw) string {
				a, b := d.pick(2, 4, 5), d.pick(3, 10)
				d.say("One alarm fails with probability 1/%d, another, whatever the first does, with 1/%d. How likely does at least one work?", a, b)
				return f("1 - (1/%d)*(1/%d)", a, b)
			},
		}, {
			func(d *draw) string {
				a, b := d.n(2, 5), d.n(6, 9)
				d.say("A box holds %d brass and %d steel fittings. Two are taken blindly and kept. How likely are both brass?", a, b)
				return f("(%d/%d)*(%d/%d)", a, a+b, a-1, a+b-1)
			},
			func(d *draw) string {
				a, b := d.n(2, 5), d.n(6, 9)
				d.say("A box holds %d brass and %d steel fittings. Two are taken blindly and kept. How likely is one of each?", a, b)
				return f("2*(%d/%d)*(%d/%d)", a, a+b, b, a+b-1)
			},
			func(d *draw) string {
				n := d.n(2, 4)
				d.say("A valve sticks one time in ten. How likely does it not stick in %d tries in a row?", n)
				return f("(1 - 1/10)^%d", n)
			},
		}}},
	{ID: "known-angles", Title: "Known angles", Skills: []string{"exact values of sine and cosine", "trigonometric values", "evaluate trigonometric functions"}, task: "evaluate",
		because: [3]string{"an angle of the first quarter turn", "another quarter turn or a product", "squares, sums or radians"},
		levels: [3][]form{{
			func(d *draw) string { return f("%s(%d°)", d.of("sin", "cos"), d.pick(30, 45, 60)) },
			func(d *draw) string { return f("%d*%s(%d°)", d.n(2, 8), d.of("sin", "cos"), d.pick(30, 60)) },
			func(d *draw) string { return f("%d + tan(%d°)", d.n(1, 5), d.pick(45, 60)) },
		}, {
			func(d *draw) string { return f("%s(%d°)", d.of("sin", "cos"), d.pick(120, 135, 150, 210, 300)) },
			func(d *draw) string { return f("%d*sin(%d°)*cos(%d°)", d.n(2, 6), d.pick(30, 60), d.pick(30, 45)) },
			func(d *draw) string { return f("sin(%d°) + cos(%d°)", d.pick(30, 150), d.pick(60, 120, 240)) },
		}, {
			func(d *draw) string { return f("sin(%d°)^2 + tan(%d°)", d.pick(30, 45, 60), d.pick(45, 135)) },
			func(d *draw) string { return f("cos(%dπ/%d)", d.pick(2, 5, 7), d.pick(3, 6)) },
			func(d *draw) string {
				return f("(sin(%d°) - %d)/cos(%d°)", d.pick(30, 150), d.n(1, 3), d.pick(60, 120))
			},
		}}},
	{ID: "definite-integrals", Title: "Definite integral", Skills: []string{"definite integrals", "area under a curve"}, task: "evaluate",
		because: [3]string{"one power from zero", "a sum of powers", "a difference of curves"},
		levels: [3][]form{{
			func(d *draw) string {
				n, b := d.n(2, 4), d.n(2, 4)
				d.say(`What is $\int_0^{%d} x^{%d}\,dx$?`, b, n)
				return f("%d^%d/%d", b, n+1, n+1)
			},
			func(d *draw) string {
				a, b := d.n(2, 6), d.n(2, 5)
				d.say(`What is $\int_0^{%d} %dx\,dx$?`, b, a)
				return f("%d*%d^2/2", a, b)
			},
			func(d *draw) string {
				a, b, c := d.n(2, 6), d.n(1, 3), d.n(4, 7)
				d.say(`What is $\int_{%d}^{%d} %d\,dx$?`, b, c, a)
				return f("%d*(%d - %d)", a, c, b)
			},
		}, {
			func(d *draw) string {
				a, b := d.n(1, 5), d.n(2, 4)
				d.say(`What is $\int_0^{%d} (x^2 + %d)\,dx$?`, b, a)
				return f("%d^3/3 + %d*%d", b, a, b)
			},
			func(d *draw) string {
				a, b := d.n(1, 3), d.n(4, 6)
				d.say(`What is $\int_{%d}^{%d} x\,dx$?`, a, b)
				return f("(%d^2 - %d^2)/2", b, a)
			},
			func(d *draw) string {
				a := d.n(2, 5)
				d.say(`What is $\int_{-%d}^{%d} x^2\,dx$?`, a, a)
				return f("%d^3/3 - (-%d)^3/3", a, a)
			},
		}, {
			func(d *draw) string {
				a := d.n(2, 5)
				d.say("What area do $y = %dx$ and $y = x^2$ enclose?", a)
				return f("%d*%d^2/2 - %d^3/3", a, a, a)
			},
			func(d *draw) string {
				a := d.n(2, 4)
				d.say("What area does $y = %d - x^2$ enclose with the $x$ axis?", a*a)
				return f("2*(%d*%d - %d^3/3)", a*a, a, a)
			},
			func(d *draw) string {
				b := d.pick(4, 9, 16)
				d.say(`What is $\int_0^{%d} \sqrt{x}\,dx$?`, b)
				return f("2/3*sqrt(%d)^3", b)
			},
		}}},
	{ID: "values-of-functions", Title: "Value of a function", Skills: []string{"evaluate functions", "function notation", "substitute values"}, task: "evaluate",
		because: [3]string{"a value put in", "a negative value or a fraction", "a function of a function"},
		levels: [3][]form{{
			func(d *draw) string {
				a, b, x := d.n(2, 6), d.nz(-9, 9), d.n(2, 6)
				d.say("What is $f(%d)$ for $f(x) = %s$?", x, tidyLaTeX(f("%dx %+d", a, b)))
				return f("%d*%d %+d", a, x, b)
			},
			func(d *draw) string {
				a, x := d.nz(-9, 9), d.n(2, 6)
				d.say("What is $f(%d)$ for $f(x) = %s$?", x, tidyLaTeX(f("x^2 %+d", a)))
				return f("%d^2 %+d", x, a)
			},
			func(d *draw) string {
				a, x := d.n(1, 5), d.n(2, 6)
				d.say("What is $f(%d)$ for $f(x) = %s$?", x, tidyLaTeX(f("%d/(x + %d)", 12, a)))
				return f("12/(%d + %d)", x, a)
			},
		}, {
			func(d *draw) string {
				a, b, x := d.n(2, 5), d.nz(-6, 6), d.n(2, 5)
				d.say("What is $f(-%d)$ for $f(x) = %s$?", x, tidyLaTeX(f("%dx^2 %+dx", a, b)))
				return f("%d*(-%d)^2 %+d*(-%d)", a, x, b, x)
			},
			func(d *draw) string {
				a, x := d.nz(-6, 6), d.n(2, 4)
				d.say("What is $f(1/%d)$ for $f(x) = %s$?", x, tidyLaTeX(f("x^2 %+dx", a)))
				return f("(1/%d)^2 %+d*(1/%d)", x, a, x)
			},
			func(d *draw) string {
				a, x := d.n(1, 9), d.n(2, 5)
				d.say("What is $f(-%d)$ for $f(x) = |x - %d|$?", x, a)
				return f("abs(-%d - %d)", x, a)
			},
		}, {
			func(d *draw) string {
				a, b, x := d.n(2, 4), d.nz(-5, 5), d.n(2, 5)
				d.say("What is $g(f(%d))$ for $f(x) = %s$ and $g(x) = x^2$?", x, tidyLaTeX(f("%dx %+d", a, b)))
				return f("(%d*%d %+d)^2", a, x, b)
			},
			func(d *draw) string {
				a, b, x := d.n(2, 4), d.nz(-5, 5), d.n(2, 5)
				d.say("What is $f(f(%d))$ for $f(x) = %s$?", x, tidyLaTeX(f("%dx %+d", a, b)))
				return f("%d*(%d*%d %+d) %+d", a, a, x, b, b)
			},
			func(d *draw) string {
				a, x := d.n(1, 5), d.n(2, 5)
				d.say("What is $\\frac{f(%d) - f(%d)}{%d - %d}$ for $f(x) = %s$?", x+2, x, x+2, x, tidyLaTeX(f("x^2 + %dx", a)))
				return f("((%d^2 + %d*%d) - (%d^2 + %d*%d))/(%d - %d)", x+2, a, x+2, x, a, x, x+2, x)
			},
		}}},
}

// list draws n different values and writes them in a row.
func (d *draw) list(n, lo, hi int) string {
	seen := map[int]bool{}
	out := ""
	for len(seen) < n {
		v := d.n(lo, hi)
		if seen[v] {
			continue
		}
		seen[v] = true
		if out != "" {
			out += ", "
		}
		out += fmt.Sprint(v)
	}
	return out
}

// sum writes a row of values as a sum.
func (d *draw) sum(list string) string {
	out := ""
	for _, r := range list {
		switch r {
		case ',':
			out += " +"
		default:
			out += string(r)
		}
	}
	return out
}
