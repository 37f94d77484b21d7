package story

import (
	"fmt"
	"math/big"
	"math/rand/v2"
	"testing"

	"zincowl/core/maths/units"
)

// Stems by chance, each with its value worked out here.
func TestStems(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 3))
	for range 150 {
		a, b, c := 2+r.IntN(20), 2+r.IntN(20), 2+r.IntN(9)
		p := 5 * (1 + r.IntN(12))
		for stem, want := range map[string]string{
			fmt.Sprintf("How many minutes are %d hours?", a): fmt.Sprintf("%d min", 60*a),
			fmt.Sprintf("Convert %d kg to grams.", a):        fmt.Sprintf("%d g", 1000*a),
			fmt.Sprintf("A pump of the works needs %d litres of oil for %d days. How much oil does it need for %d days?", a*b, b, c):  fmt.Sprintf("%d litres", a*c),
			fmt.Sprintf("%d bags of lime cost %d euros. What do %d bags cost?", a, a*b, c):                                            fmt.Sprintf("%d euros", b*c),
			fmt.Sprintf("%d workers need %d days for a ditch. How long do %d workers need?", a, c*b, c):                               fmt.Sprintf("%d days", a*b),
			fmt.Sprintf("The price of sand rose from %d dollars to %d dollars. By how many per cent did it rise?", 100*a, 100*a+p*a):  fmt.Sprintf("%d%%", p),
			fmt.Sprintf("%d of %d samples were cloudy. What percentage is that?", p*a/5, 20*a):                                        fmt.Sprintf("%d%%", p),
			fmt.Sprintf("%d ml of alum are mixed with %d ml of water. What percentage of the mixture is alum?", p*a, (100-p)*a):       fmt.Sprintf("%d%%", p),
			fmt.Sprintf("What is %d %% of %d m³?", p, 100*a):                                                                          fmt.Sprintf("%d m³", p*a),
			fmt.Sprintf("A pump costs %d euros and is reduced by %d %%. What is the new price?", 100*a, p):                            fmt.Sprintf("%d euros", (100-p)*a),
			fmt.Sprintf("The flow of %d m³/h rises by %d %%. What is it then worth in m³/h?", 100*a, p):                               "",
			fmt.Sprintf("%d dollars bear %d %% simple interest a year. How much interest is that in %d years?", 100*a, p, c):          fmt.Sprintf("%d dollars", a*p*c),
			fmt.Sprintf("A box holds %d red and %d blue valves. One is taken out. What is the probability that it is red?", a, b):     share(a, a+b),
			fmt.Sprintf("A box holds %d red and %d blue valves. One is taken out. What is the probability that it is not red?", a, b): share(b, a+b),
			fmt.Sprintf("A die is thrown. What is the probability of a number greater than %d?", c%6):                                 share(6-c%6, 6),
			fmt.Sprintf("What is the mean of %d, %d and %d?", a, a+b, a+2*b):                                                          fmt.Sprint(a + b),
			fmt.Sprintf("Find the median of %d, %d, %d, %d and %d.", a+9*b, a, a+b, a+2*b, a+4*b):                                     fmt.Sprint(a + 2*b),
			fmt.Sprintf("Give the range of the readings %d, %d, %d and %d mg/L.", a+b, a, a+3*b, a+2*b):                               fmt.Sprintf("%d mg/L", 3*b),
			fmt.Sprintf("Two angles of a triangle are %d° and %d°. How large is the third?", 20+a, 30+b):                              fmt.Sprint(130 - a - b),
			fmt.Sprintf("Share %d kg of sand in the ratio %d : %d. How much is the larger part?", (a+a+b)*c, a, a+b):                  fmt.Sprintf("%d kg", (a+b)*c),
			fmt.Sprintf("Cement, sand and gravel are mixed in the ratio 1 : %d : %d. How much sand is in %d kg?", a, b, (1+a+b)*c):    fmt.Sprintf("%d kg", a*c),
			fmt.Sprintf("On a map of scale 1 : 20,000 two wells are %d cm apart. How far apart are they really?", a):                  fmt.Sprintf("%d m", 200*a),
			fmt.Sprintf("A basin is %d m by %d m. The floor is painted. What is the area of the floor?", a, b):                        "",
			fmt.Sprintf("A lawn is %d m by %d m. How long is a fence around it?", a, b):                                               fmt.Sprintf("%d m", 2*(a+b)),
			fmt.Sprintf("How many bags of 25 kg are in %d tonnes?", a):                                                                fmt.Sprint(40 * a),
			fmt.Sprintf("A meter is bought for %d euros and sold for %d euros. How much profit is made?", 10*a, 10*a+b):               fmt.Sprintf("%d euros", b),
		} {
			got, ok := Solve(stem)
			if want == "" {
				continue
			}
			q, _ := units.ParseQuantity(want)
			switch {
			case !ok:
				t.Errorf("%s: nothing, not %s", stem, want)
			case got.Value.Text(4) == want, q.Unit.Text != "" && got.Value.Unit.Same(q.Unit) && got.Value.In(q.Unit).Cmp(q.Value) == 0:
			default:
				t.Errorf("%s: %s, not %s", stem, got.Value.Text(4), want)
			}
		}
	}
}

// share is a fraction as it is shown.
func share(a, b int) string { return units.Quantity{Value: ratio(a, b), Unit: units.One}.Text(4) }

// A word that changes what is asked, or a number with no place, leaves a stem alone.
func TestStemsLeftAlone(t *testing.T) {
	for _, stem := range []string{
		"A phone costs 240 euros including 20 % VAT. What is the price without VAT?",
		"3 pumps and 4 valves cost 90 euros. What do 7 pumps cost?",
		"A tank of 1,200 litres is filled at 40 litres a minute and loses 10 litres a minute. How long does it take?",
		"The mean of five readings is 14. Another reading is 20. What is the mean now?",
		"The readings 2, 5, 7 and x have a mean of 6. What is x?",
		"Two dice are thrown. What is the probability of a total of 12?",
		"A box holds 3 red and 5 blue valves. Two are taken out. What is the probability that both are red?",
		"A box holds 3 red and 5 blue valves. One red one is lost. One is taken out. What is the probability that it is red?",
		"Two numbers are in the ratio 3 : 5 and differ by 16. What is the larger?",
		"The flow rises by 10 % and then falls by 10 %. It was 200 m³/h. What is it?",
		"After a reduction of 25 % a pump costs 45 euros. What was the original price?",
		"Of 40 samples 15 were cloudy and 5 coloured. What percentage was clear?",
		"1,000 euros bear 4 % interest. How much is that in 3 years?",
		"A basin of 4 m by 3 m has a path of 1 m around it. What is the area of the path?",
		"An isosceles triangle has an angle of 40° at the top. How large is another angle?",
		"3 workers dig 12 m in 4 days. How many metres do 5 workers dig in 6 days?",
		"How many seconds is a third of 2 minutes?",
		"A road is 4 km long. It is twice as long as another. How many metres is that?",
		"A bag weighs 25 kg, a crate 40 kg. How heavy are both?",
		"",
	} {
		if a, ok := Solve(stem); ok {
			t.Errorf("%s comes to %s by %s", stem, a.Value.Text(4), a.How)
		}
	}
}

// Number words become figures, and nothing else does.
func TestInFigures(t *testing.T) {
	for text, want := range map[string]string{
		"twenty-five pumps":             "25 pumps",
		"half an hour, two hours":       "0.5 hour, 2 hours",
		"Three and a dozen":             "3 and 12",
		"one of them, someone, tenant":  "one of them, someone, tenant",
		"two hours and a half":          "2.5 hours",
		"1 200 L, 5 per cent":           "1200 L, 5 %",
		"well-known, forty-niner, -two": "well-known, forty-niner, -2",
	} {
		if got := InFigures(text); got != want {
			t.Errorf("%q is %q, not %q", text, got, want)
		}
	}
}

func ratio(a, b int) *big.Rat { return big.NewRat(int64(a), int64(b)) }

// Nothing breaks it, and what it says it says again.
func FuzzSolve(f *testing.F) {
	for _, stem := range []string{"What is 5 % of 60 m³?", "Share 12 kg in the ratio 1 : 2.", "400 g hold 5 %", "1:0", "A die shows 3 or more; probability?", "°%$ 2 and 3 of 4"} {
		f.Add(stem)
	}
	f.Fuzz(func(t *testing.T, stem string) {
		a, ok := Solve(stem)
		b, again := Solve(stem)
		if ok != again || ok && a.Value.Value.Cmp(b.Value.Value) != 0 {
			t.Errorf("%q comes to %v %v and then to %v %v", stem, a, ok, b, again)
		}
	})
}
