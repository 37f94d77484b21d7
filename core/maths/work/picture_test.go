package work

import (
	"testing"

	"zincowl/core/maths/algebra"
)

// TestPictures answers what is asked of figures from their descriptions; the answers
// were worked by hand.
func TestPictures(t *testing.T) {
	for _, c := range []struct{ text, want string }{
		// Rectangles and what is put together of them.
		{"A rectangle with a width of 8 m and a height of 5 m. What is the area of the rectangle, in m²?", "40"},
		{"A rectangle with a width of 8 m and a height of 5 m. What is the perimeter of the rectangle, in m?", "26"},
		{"A rectangle with a width of 8 m and a height of 50 cm. What is the area of the rectangle, in m²?", "4"},
		{"A rectangle with a width of 8 m and a height of 5 m. What is the area of the rectangle, in cm²?", "400000"},
		{"A rectangle with a width of 8 m and an unknown height. The area of the rectangle is 24 m². What is the height of the rectangle, in m?", "3"},
		{"A rectangle with a width of 8 m and an unknown height. The perimeter of the rectangle is 22 m. What is the area of the rectangle, in m²?", "24"},
		{"A rectangle has a width of 3 m and a height of 4 m. How long is the diagonal of the rectangle, in m?", "5"},
		{"A rectangle with a width of 9 m and a height of 6 m, from one corner of which a rectangle with a width of 4 m and a height of 2 m is cut out. What is the area of the figure, in m²?", "46"},
		{"A rectangle with a width of 4 m and a height of 3 m, and a half circle on its upper side. What is the area of the figure, in m²?", "2*pi + 12"},
		{"A trapezium with a lower side of 9 m, an upper side of 5 m and a height of 4 m. What is the area of the trapezium, in m²?", "28"},
		{"A trapezium with a lower side of 9 m, an unknown upper side and a height of 4 m. The area of the trapezium is 28 m². What is the upper side of the trapezium, in m?", "5"},
		// Triangles.
		{"A triangle ABC with side BC of 4 m, side AC of 3 m, an unknown side AB and a right angle at C. How long is the side AB, in m?", "5"},
		{"A triangle ABC with side BC of 5 m, an unknown side AC, side AB of 13 m and a right angle at C. How long is the side AC, in m?", "12"},
		{"A triangle ABC with side BC of 5 m, side AB of 13 m and a right angle at C. What is the area of the triangle, in m²?", "30"},
		{"A triangle ABC with an unknown side BC, side AC of 5 m, side AB of 8 m and angle A of 60°. How long is the side BC, in m?", "7"},
		{"A triangle ABC with side BC of 4 m, an unknown side AC, angle A of 30° and angle B of 90°. How long is the side AC, in m?", "8"},
		{"A triangle ABC with angle A of 59°, angle B of 52° and an unknown angle C. How large is the angle C, in degrees?", "69"},
		{"A triangle ABC with side AC of 6 m, side AB of 5 m and angle A of 30°. What is the area of the triangle, in m²?", "15/2"},
		{"A triangle ABC with side BC of 2 m, side AC of 3 m and side AB of 4 m. What is the cosine of the angle A?", "7/8"},
		{"A triangle ABC with side AB of 9 m and a height of 4 m from C to AB. What is the area of the triangle, in m²?", "18"},
		// Circles.
		{"A circle with a radius of 3 m. What is the area of the circle, in m²?", "9*pi"},
		{"A circle with a diameter of 6 m. What is the circumference of the circle, in m?", "6*pi"},
		{"A ring between two circles, with an outer radius of 5 m and an inner radius of 3 m. What is the area of the ring, in m²?", "16*pi"},
		{"A sector of a circle with a radius of 6 m and an angle of 60°. How long is the arc of the sector, in m?", "2*pi"},
		{"A sector of a circle with a radius of 6 m and an angle of 60°. What is the perimeter of the sector, in m?", "2*pi + 12"},
		// Solids.
		{"A cylinder with a radius of 2 m and a height of 5 m. What is the volume of the cylinder, in m³?", "20*pi"},
		{"A cylinder with a radius of 2 m and a height of 5 m. What is the whole surface of the cylinder, in m²?", "28*pi"},
		{"A tank in the form of a cylinder with a diameter of 8 m, a height of 3 m and a depth of water of 2 m. What is the volume of the water in the tank, in m³?", "32*pi"},
		{"A tank in the form of a cylinder with a diameter of 8 m, a height of 3 m and a depth of water of 2 m. How much more water fits into the tank, in m³?", "16*pi"},
		{"A cone with a radius of 3 m, a height of 4 m and an unknown slant height. What is the curved surface of the cone, in m²?", "15*pi"},
		{"A cone with a radius of 3 m and a slant height of 5 m. What is the volume of the cone, in m³?", "12*pi"},
		{"A box with a length of 6 m, a width of 4 m and a height of 3 m. What is the surface of the box, in m²?", "108"},
		{"A tank in the form of a box with a length of 12 m, a width of 4 m, a height of 3 m and a depth of water of 2 m. How much more water fits into the tank, in m³?", "48"},
		{"A box with a length of 6 m, a width of 4 m and a height of 3 m. What is the volume of the box, in L?", "72000"},
		// Vectors, number lines, graphs and charts.
		{"On a grid of squares of side 1, arrows from one point: the vector u = (3, 1), the vector v = (−1, 3) and an unknown vector u + v. How long is u + v?", "2*sqrt(5)"},
		{"On a grid of squares of side 1, arrows from one point: the vector u = (3, 1) and the vector v = (−1, 3). What is the second component of 2u − 3v?", "-7"},
		{"On a grid of squares of side 1, arrows from one point: the vector u = (3, 1) and the vector v = (−1, 3). What is the scalar product of u and v?", "0"},
		{"A number line on which all numbers from −2 (not included) to 3 (included) are marked. How many whole numbers are marked?", "5"},
		{"A number line on which all numbers up to −1 (not included) and all numbers from 4 (included) on are marked. How many whole numbers are not marked?", "5"},
		{"A number line on which all numbers from −2 (included) to 3 (not included) are marked. Where is the middle of the marked stretch?", "1/2"},
		{"A graph with a straight line through (0, −1) and (4, 7) marked on it. What is the gradient of the line?", "2"},
		{"A graph with a straight line through (1, 1) and (4, 7) marked on it. The line goes on straight. At which y does it meet the y axis?", "-1"},
		{"A graph with a straight line through (0, 1) and (1, 2), and a straight line through (0, 5) and (1, 4) marked on it. Both lines go on straight. At which x do the lines meet?", "2"},
		{"A graph with a parabola through (1, 0), (3, 0) and (0, 3) marked on it. At which y is the vertex of the parabola?", "-1"},
		{"A bar chart of the flow in m³/h: Mon 420, Tue 380, Wed 510, Thu 490. What is the mean of the values?", "450"},
		{"A bar chart of the flow in m³/h: Mon 400, Tue 380, Wed 500, Thu 490. By how many per cent is Wed above Mon?", "25"},
		{"A line chart of the hours a pump ran: Mon 8, Tue 7, Wed unknown. The mean of all values is 9. What is the missing value?", "12"},
	} {
		r, err := Do(Task{Task: "evaluate", Statement: c.text, Claims: []string{c.want}}, algebra.DefaultBudget)
		if err != nil || r.Claims[0].Verdict != Right {
			t.Errorf("%s\n  is %q, want %s: %v %+v", c.text, r.Expression, c.want, err, r.Claims)
		}
		if !Asks(c.text) {
			t.Errorf("%s is not taken for a question", c.text)
		}
	}
}

// TestPicturesThatSayTooLittle must answer nothing.
func TestPicturesThatSayTooLittle(t *testing.T) {
	for _, text := range []string{
		"A rectangle with a width of 8 m and an unknown height. What is the area of the rectangle, in m²?",
		"A rectangle with a width of 8 m and a height of 5 kg. What is the area of the rectangle, in m²?",
		"A rectangle with a width of 8 m and a height of 5 m. It is painted. What is the area of the rectangle, in m²?",
		"A rectangle with a width of 8 m and a height of 5 m. What does it cost?",
		"A triangle ABC with side BC of 4 m and side AC of 3 m. How long is the side AB, in m?",
		"A circle with a radius of 3 m. What is the volume of the circle, in m³?",
		"A bar chart of the flow in m³/h: Mon 400, Tue unknown. What is the mean of the values?",
		"A bar chart of the flow in m³/h: Mon 400, Tue 380. By how much is Fri above Mon?",
		"A number line on which all numbers from 4 (included) on are marked. How many whole numbers are marked?",
		"On a grid of squares of side 1, arrows from one point: the vector u = (3, 1). How long is u + w?",
	} {
		if Asks(text) {
			t.Errorf("%s is answered", text)
		}
	}
}
