package exercise

import (
	"strings"
	"testing"
)

// TestFind reads can-do statements as syllabuses word them: the families that practise
// them come first, and none that is far from them comes at all.
func TestFind(t *testing.T) {
	for _, c := range []struct{ statement, families string }{
		{"Solve linear equations", "linear-equations"},
		{"Can solve quadratic equations by factoring", "quadratics-by-factors"},
		{"Solve logarithmic equations", "logarithmic-equations"},
		{"Solve exponential equations", "exponential-equations"},
		{"Solve rational equations", "rational-equations"},
		{"Solve radical equations", "radical-equations"},
		{"Solve absolute value equations", "absolute-equations"},
		{"Solve simultaneous equations", "linear-systems"},
		{"Solve systems of linear equations in three unknowns", "linear-systems"},
		{"Solve trigonometric equations", "trigonometric-equations"},
		{"Solve quadratic inequalities", "quadratic-inequalities"},
		{"Expand binomial products", "expand-binomials"},
		{"Factorise quadratic expressions", "factor-trinomials"},
		{"Factor the difference of two squares", "factor-special"},
		{"Simplify surds", "simplify-surds"},
		{"Rationalise the denominator", "simplify-surds"},
		{"Simplify rational expressions", "simplify-fractions"},
		{"Apply the laws of indices", "laws-of-powers"},
		{"Apply the laws of logarithms", "laws-of-logarithms"},
		{"Use the chain rule", "chain-rule"},
		{"Use the product rule", "product-rule"},
		{"Use the quotient rule", "quotient-rule"},
		{"Differentiate polynomials", "power-rule"},
		{"Integrate polynomials", "power-integrals"},
		{"Evaluate definite integrals", "definite-integrals"},
		{"Use the sine rule", "oblique-triangles"},
		{"Use the cosine rule", "oblique-triangles"},
		{"Find the area of a circle", "circles"},
		{"Find the volume of a cylinder", "solids"},
		{"Evaluate trigonometric functions", "known-angles"},
		{"Work with percentages", "percentages"},
		{"Calculate compound interest", "interest"},
		{"Find the mean and median of readings", "averages"},
		{"Find the probability of simple events", "probability"},
		{"Change the subject of a formula", "rearranging"},
		{"Read bar charts", "charts"},
		{"Add vectors", "vectors"},
		{"Use scientific notation", "scientific-notation"},
		{"Describe coagulation", ""},
		{"Explain why chlorine fades", ""},
		{"Explain the water cycle", ""},
		{"Keep a log of the works", ""},
		{"State the rule for backwashing", ""},
	} {
		var got []string
		for _, f := range Find(c.statement) {
			got = append(got, f.ID)
		}
		if all := strings.Join(got, " "); all != c.families {
			t.Errorf("%s is practised by %q, want %q", c.statement, all, c.families)
		}
	}
}

// Every skill that a family names finds the family itself.
func TestEverySkillFindsItsFamily(t *testing.T) {
	for _, f := range families {
		for _, s := range append(f.Skills, f.Title) {
			found := false
			for _, g := range Find(s) {
				found = found || g.ID == f.ID
			}
			if !found {
				t.Errorf("%q does not find %s", s, f.ID)
			}
		}
	}
}
