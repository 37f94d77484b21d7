package language

import (
	"math"
	"testing"
)

// Directions have length 1, and words of one field point more alike than others.
func TestDirections(t *testing.T) {
	of := func(w string) *Direction { d := DirectionOf(w); return &d }
	if n := of("pump").Dot(of("pump")); math.Abs(n-1) > 1e-4 {
		t.Errorf("a word is %v like itself", n)
	}
	if n := of("xqzzw").Dot(of("pump")); n != 0 {
		t.Errorf("a word that nobody knows is %v like another", n)
	}
	for _, c := range [][3]string{{"pump", "valve", "poem"}, {"kitchen", "oven", "treaty"}, {"customer", "buyer", "river"}} {
		if near, far := of(c[0]).Dot(of(c[1])), of(c[0]).Dot(of(c[2])); near < far+0.15 {
			t.Errorf("%s is %.2f like %s and %.2f like %s", c[0], near, c[1], far, c[2])
		}
	}
	both := Toward([]Direction{*of("pump"), *of("poem")}, []float64{3, 1})
	if near, far := both.Dot(of("pump")), both.Dot(of("poem")); near < far || far <= 0 {
		t.Errorf("the two together are %.2f like the one that counts more and %.2f like the other", near, far)
	}
}

// Opposites are seen also through words near them.
func TestPoles(t *testing.T) {
	of := func(w string) Pole { return PoleOf(w, DirectionOf(w)) }
	for _, c := range []struct {
		a, b        string
		least, most float64
	}{
		{"rise", "fall", 1, 1}, {"forward", "backward", 1, 1}, {"crowded", "empty", 0.3, 0.99}, {"add", "remove", 0.3, 1},
		{"pump", "valve", 0, 0.2}, {"water", "water", 0, 0.2}, {"xqzzw", "rise", 0, 0},
	} {
		if got := of(c.a).Against(of(c.b)); got < c.least || got > c.most {
			t.Errorf("%s against %s is %.2f, want %v to %v", c.a, c.b, got, c.least, c.most)
		}
		if x, y := of(c.a).Against(of(c.b)), of(c.b).Against(of(c.a)); math.Abs(x-y) > 1e-9 {
			t.Errorf("%s and %s: %v one way and %v the other", c.a, c.b, x, y)
		}
	}
}
