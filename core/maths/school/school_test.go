package school

import (
	"fmt"
	"math/rand/v2"
	"testing"
)

func TestTableIsRead(t *testing.T) {
	all, err := topics()
	if err != nil || len(all) < 15 {
		t.Fatalf("%d topics, %v", len(all), err)
	}
}

// Stems by chance, each with its value worked out here.
func TestStems(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 1))
	for range 200 {
		a, b := 2+r.IntN(30), 2+r.IntN(30)
		for stem, want := range map[string]string{
			fmt.Sprintf("A rectangle is given. Its length is %d cm and its width is %d cm. Find its area.", a, b): fmt.Sprintf("%d cm²", a*b),
			fmt.Sprintf("Find the perimeter of a square with side %d m.", a):                                      fmt.Sprintf("%d m", 4*a),
			fmt.Sprintf("A car travels %d km in %d h. What is its average speed in km/h?", a*b, b):                fmt.Sprintf("%d km/h", a),
			fmt.Sprintf("How far does a train go in %d h at a speed of %d km/h?", a, b):                           fmt.Sprintf("%d km", a*b),
			fmt.Sprintf("A force of %d N acts on an area of %d m². Find the pressure.", a*b, b):                   fmt.Sprintf("%d Pa", a),
			fmt.Sprintf("A current of %d A flows through a resistance of %d Ω. What is the voltage?", a, b):       fmt.Sprintf("%d V", a*b),
			fmt.Sprintf("How much energy in kWh does a %d kW pump use in %d h?", a, b):                            fmt.Sprintf("%d kWh", a*b),
			fmt.Sprintf("A heater of %d Ω carries a current of %d A. What is its power?", a, b):                   fmt.Sprintf("%d W", a*b*b),
			fmt.Sprintf("A wave has a frequency of %d Hz and a wavelength of %d m. What is its speed?", a, b):     fmt.Sprintf("%d m/s", a*b),
			fmt.Sprintf("A trolley with a mass of %d kg has a velocity of %d m/s. What is its momentum?", a, b):   fmt.Sprintf("%d kg·m/s", a*b),
			fmt.Sprintf("A spring constant of %d N/m and an extension of %d m are given. Find the force.", a, b):  fmt.Sprintf("%d N", a*b),
			fmt.Sprintf("%d g of salt are dissolved in %d L of water. What is the concentration?", a*b, b):        fmt.Sprintf("%d g/L", a),
		} {
			got, ok := Solve(stem)
			if !ok || got.Value.Text(6) != want && got.Value.Text(6) != grouped(want) {
				t.Errorf("%s %v %q, not %s", stem, ok, got.Value.Text(6), want)
			}
		}
	}
}

// grouped parts thousands as they are shown.
func grouped(s string) string {
	for i := range s {
		if s[i] == ' ' && i > 3 {
			return s[:i-3] + "," + s[i-3:]
		}
	}
	return s
}

func TestHypotenuse(t *testing.T) {
	a, ok := Solve("A right-angled triangle has legs 3 cm and 4 cm. How long is the hypotenuse?")
	if !ok || a.Value.Text(3) != "5 cm" {
		t.Errorf("%v %s", ok, a.Value.Text(3))
	}
	for _, stem := range []string{
		"A right-angled triangle has a hypotenuse of 5 cm and a leg of 4 cm. Find the other leg.",
		"A circle and a square have the same area. The radius is 3 cm. Find the side.",
		"A train travels 60 km at 40 km/h and then 60 km at 60 km/h. Find its average speed.",
		"Find the volume of a cone.",
		"A car accelerates from rest to 20 m/s in 5 s. Find the distance travelled.",
		"A stone is dropped and falls for 3 s at a final speed of 29 m/s. How far does it fall?",
		"A circle of radius 3 cm is cut out of a square of side 10 cm. Find the area that is left.",
		"Find the area of half a circle of radius 4 cm.",
		"A box is 2 m long, 50 cm wide and 30 cm high. Find its volume.",
	} {
		if a, ok := Solve(stem); ok {
			t.Errorf("%s comes to %s", stem, a.Value.Text(3))
		}
	}
}
