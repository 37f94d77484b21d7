package fact

import (
	"encoding/json"
	"os"
	"reflect"
	"strings"
	"testing"

	"zincowl/core/maths/decimal"
	"zincowl/core/source"
	"zincowl/core/source/markdown"
	"zincowl/tools/mangle"
)

// paragraph is a text as one passage.
func paragraph(text string) source.Passage {
	return source.Passage{ID: "p1", Kind: source.Paragraph, Text: text}
}

func TestDefinitions(t *testing.T) {
	for _, c := range []struct{ text, term, article, meaning, head string }{
		{"A bar screen is a row of parallel bars that catches floating rubbish.", "bar screen", "a", "a row of parallel bars that catches floating rubbish", "row"},
		{"Hardness is a property of water that comes from dissolved calcium.", "hardness", "", "a property of water that comes from dissolved calcium", "property"},
		{"Mudballs are lumps of floc and sand that form when a bed is not washed hard enough.", "mudballs", "", "lumps of floc and sand that form when a bed is not washed hard enough", "lump"},
		{"The schmutzdecke is a living layer that forms on the top of a slow sand filter.", "schmutzdecke", "the", "a living layer that forms on the top of a slow sand filter", "layer"},
		{"A wall that holds the content of a leaking tank is called a bund.", "bund", "a", "a wall that holds the content of a leaking tank", "wall"},
		{"A clearwell is a covered tank that stores finished water, and it is cleaned every year.", "clearwell", "a", "a covered tank that stores finished water", "tank"},
		{"Breakpoint chlorination is the addition of chlorine until all ammonia has been destroyed.", "breakpoint chlorination", "", "the addition of chlorine until all ammonia has been destroyed", "addition"},
		{"Available chlorine means the share of a product that acts as chlorine.", "available chlorine", "", "the share of a product that acts as chlorine", "share"},
		{"A gauge is a tube that shows a level, and one way to think of it is as a window.", "gauge", "a", "a tube that shows a level", "tube"},
		{"Wet well: a chamber that holds raw water before it is pumped.", "wet well", "", "a chamber that holds raw water before it is pumped", "chamber"},
	} {
		facts := Read([]source.Passage{paragraph(c.text)})
		if len(facts) != 1 || facts[0].Type != Definition {
			t.Errorf("%q yields %+v", c.text, facts)
			continue
		}
		f := facts[0]
		if f.Subject != c.term || f.Object != c.meaning || f.Head != c.head || f.Article != c.article {
			t.Errorf("%q yields %q (%q) is %q (%q)", c.text, f.Subject, f.Article, f.Object, f.Head)
		}
	}
}

// A wrong fact costs trust: these say nothing that a question could ask for.
func TestNoDefinition(t *testing.T) {
	for _, text := range []string{
		"It is a tank that stores water.",
		"This is the reason that the bed is washed slowly.",
		"The first step is the opening of the valve by hand.",
		"A filter is dirty.",
		"What is a filter that works mostly at the surface?",
		"The operator is at the works every day of the week.",
		"The two are the same thing in different words.",
		"Water is pumped to the tower by two machines.",
		"The dose is the sum of the two.",
		"Note: a valve must be closed slowly by hand.",
		"Listing 2-4: a loop that ends when the tank is full.",
		"Filename: a list of the readings of one day.",
		"Figure 3: the path of the water through the filter.",
		"Everything is a compromise between cost and safety in the end.",
		"A slice is a kind of reference.",
		"The first line is the request that the pump has received.",
		"The new valve is a gate that opens to the left.",
		"A tank is a vessel we fill with water every morning.",
		"A gate is a door that lets your water out.",
		"A seal is a ring that does just this at the shaft.",
		"A lock is a part of a lock that keeps it shut.",
		"The pump’s wheel is a disc that carries curved vanes.",
		"Binding: the function is called so because of its port.",
		"Moves: has named fields like a drawer of a desk.",
	} {
		for _, f := range Read([]source.Passage{paragraph(text)}) {
			if f.Type == Definition {
				t.Errorf("%q yields %q is %q", text, f.Subject, f.Object)
			}
		}
	}
}

func TestLimits(t *testing.T) {
	for _, c := range []struct{ text, number, unit, phrase string }{
		{"The residual at the last tap of a zone must be at least 0.2 mg/L.", "0.2", "mg/L", "at least"},
		{"Lead at the tap must not exceed 0.01 mg/L.", "0.01", "mg/L", "not exceed"},
		{"Samples for bacteria must reach the laboratory within 24 hours.", "24", "hours", "within"},
		{"The bed must be expanded by at least 20% to be cleaned well.", "20", "%", "at least"},
	} {
		facts := Read([]source.Passage{paragraph(c.text)})
		if len(facts) != 1 || facts[0].Type != Limit {
			t.Errorf("%q yields %+v", c.text, facts)
			continue
		}
		f := facts[0]
		if f.Quantity.Value != c.number || f.Quantity.Unit != c.unit || f.Predicate != c.phrase {
			t.Errorf("%q yields %v %q", c.text, *f.Quantity, f.Predicate)
		}
		if got := f.Quote[f.At : f.At+len(c.number)]; got != c.number {
			t.Errorf("%q: the number is said to stand at %q", c.text, got)
		}
	}
	for _, text := range []string{
		"It must not exceed 0.3 NTU.",
		"The works treats 6.4 ML/d and the jar test asks for 22 mg/L of alum.",
		"A log must be kept by at least two people.",
		"The province has at least 3 rivers.",
	} {
		for _, f := range Read([]source.Passage{paragraph(text)}) {
			if f.Type == Limit {
				t.Errorf("%q yields the limit %q", text, f.Object)
			}
		}
	}
}

func TestReadFormula(t *testing.T) {
	for _, c := range []struct {
		text, latex string
		units       []string
	}{
		{"mass = dose × volume / available fraction, where the mass is in kg, the dose is in mg/L, the volume is in ML and the available fraction is a decimal",
			`\text{mass} = \frac{\text{dose} \times \text{volume}}{\text{available fraction}}`, []string{"kg", "mg/L", "ML", ""}},
		{"Wash rate = flow / area, where the rate is in m/h, the flow in m³/h and the area in m².", `\text{wash rate} = \frac{\text{flow}}{\text{area}}`, []string{"m/h", "m³/h", "m²"}},
		{"m = DV/a, where m is the mass in kg, D is the dose in mg/L, V is the volume in ML and a is the available fraction", `m = \frac{DV}{a}`, []string{"kg", "mg/L", "ML", ""}},
		{"flow (m³/h) = area (m²) × velocity (m/h)", `\text{flow} = \text{area} \times \text{velocity}`, []string{"m³/h", "m²", "m/h"}},
	} {
		f, ok := ReadFormula(c.text)
		if !ok {
			t.Errorf("%q is not read", c.text)
			continue
		}
		if f.LaTeX() != c.latex {
			t.Errorf("%q reads as %s", c.text, f.LaTeX())
		}
		for i, v := range f.Variables {
			if v.Unit.Text != c.units[i] {
				t.Errorf("%q: %s is in %q, want %q", c.text, v.Name, v.Unit.Text, c.units[i])
			}
		}
		if err := f.CheckUnits(); err != nil {
			t.Errorf("%q: %v", c.text, err)
		}
	}
	for _, text := range []string{
		"The feed rate is 22 × 6.4 = 140.8 kg/d",
		"a = b = c, where a is in kg",
		"mass = dose × volume, where the mass is in kg", // dose and volume are left open
		"= dose × volume",
		"pressure = 5",
	} {
		if f, ok := ReadFormula(text); ok {
			t.Errorf("%q reads as %s", text, f.LaTeX())
		}
	}
}

func TestFormulaWithItsListBelow(t *testing.T) {
	passages := []source.Passage{
		{ID: "p1", Kind: source.Formula, Text: "Feed rate = dose × flow"},
		{ID: "p2", Kind: source.Item, Text: "the feed rate is in kg/d"},
		{ID: "p3", Kind: source.Item, Text: "the dose is in mg/L"},
		{ID: "p4", Kind: source.Item, Text: "the flow is in ML/d"},
	}
	facts := Read(passages)
	if len(facts) == 0 || facts[0].Type != Formula || facts[0].Equation.Variables[2].Unit.Text != "ML/d" {
		t.Errorf("%+v", facts)
	}
}

func TestGlossaryTable(t *testing.T) {
	facts := Read([]source.Passage{{ID: "t", Kind: source.Table, Rows: [][]string{
		{"Term", "Meaning"}, {"Bund", "a low wall around a tank that holds its content"}, {"Weir", "a notched plate over which water flows off"},
	}}})
	if len(facts) != 2 || facts[0].Subject != "bund" || facts[1].Head != "plate" {
		t.Errorf("%+v", facts)
	}
}

func TestQuotesStandInTheirPassages(t *testing.T) {
	text := "A weir is a notched plate over which settled water flows off. Sludge must be drawn off before it is deeper than 0.5 m, or gas lifts it. The log must be kept for at least 10 years."
	for _, f := range Read([]source.Passage{paragraph(text)}) {
		found := false
		for i := range text {
			if i+len(f.Quote) <= len(text) && text[i:i+len(f.Quote)] == f.Quote {
				found = true
			}
		}
		if !found {
			t.Errorf("%q does not stand in the passage", f.Quote)
		}
	}
}

func FuzzReadFormula(f *testing.F) {
	mangle.Add(f, 200, "m = DV/a, where m is the mass in kg, D the dose (mg/L)")
	mangle.Add(f, 200, "a (m) = b (m²) / c (m)")
	f.Fuzz(func(t *testing.T, text string) {
		if formula, ok := ReadFormula(text); ok {
			_ = formula.CheckUnits()
			_ = formula.LaTeX()
		}
	})
}

func FuzzRead(f *testing.F) {
	mangle.Add(f, 300, "A weir is a plate that holds water. It must be at least 3 m high: x = y.")
	f.Fuzz(func(t *testing.T, text string) {
		Read([]source.Passage{paragraph(text)})
	})
}

// TestTypedFormula reads formulas as people type them, with what their names mean.
func TestTypedFormula(t *testing.T) {
	for _, c := range []struct{ text, expr, variables string }{
		{"V = πr²h, where V is the volume in m3, r is the radius in m and h is the height in m", "π × r^2 × h", "V|volume|m³ r|radius|m h|height|m"},
		{"v = √(2gh), where v is the speed in m/s, g is 9.81 m/s² and h is the head in m", "sqrt(2 × g × h)", "v|speed|m/s g|acceleration due to gravity|m/s²=9.81 h|head|m"},
		{"v = sqrt(2*g*h) where v is the speed in m/s, g is the pull, 9.81 m/s2, and h is the head in m", "sqrt(2 × g × h)", "v|speed|m/s g|pull|m/s²=9.81 h|head|m"},
		{"v = sqrt(2*g*h) where v is the speed in m/s; g the pull (9.81 m/s2); h the head in m", "sqrt(2 × g × h)", "v|speed|m/s g|pull|m/s²=9.81 h|head|m"},
		{"E = mc^2, where E is the energy in J, m is the mass in kg and c is 299,792,458 m/s", "m × c^2", "E|energy|J m|mass|kg c|constant c|m/s=299792458"},
		{"pH = -log10(c) where c is the concentration in mol/L and pH is a number", "-log(c)", "pH|pH| c|concentration|mol/L"},
		{"N = N0*exp(-k*t), where N is the number left, N0 is the number at first, k is the rate in 1/h and t is the time in h", "N0 × e^(-k × t)", "N|number left| N0|number at first| k|rate|per h t|time|h"},
		{"A = Pe^(rt), where A is the amount in $, P is the sum put in in $, r is the interest and t is the number of years", "P × e^(r × t)", "A|amount|$ P|sum put in|$ r|interest| t|number of years|"},
		{"N = a × e^(−k × t) where N is the count, a is the first count, k is a number and t is the time in d", "a × e^(-k × t)", "N|count| a|first count| k|k| t|time|d"},
		{"m = D*V/a where m is the mass in kg, D the dose in mg/L, V the volume in ML, a the available fraction (a number)", "D × V ÷ a", "m|mass|kg D|dose|mg/L V|volume|ML a|available fraction|"},
		{"P = ρ g Q H / η, where P is the power in W, ρ is the density in kg/m³, g is 9.81 m/s², Q is the flow in m³/s, H is the head in m and η is the efficiency", "ρ × g × Q × H ÷ η", "P|power|W ρ|density|kg/m³ g|acceleration due to gravity|m/s²=9.81 Q|flow|m³/s H|head|m η|efficiency|"},
		{"Q = mcΔT, where Q is the heat in kJ, m is the mass in kg, c is the heat capacity in kJ/(kg·K) and ΔT is the warming in K", "m × c × ΔT", "Q|heat|kJ m|mass|kg c|heat capacity|kJ/(kg·K) ΔT|warming|K"},
		{"Strain ε = ΔL/L, where ε is the strain, ΔL is the extension in mm and L is the length in mm", "ΔL ÷ L", "ε|strain| ΔL|extension|mm L|length|mm"},
		{"T = 2π√(L/g) where T is the period in s, L is the length in m and g is 9.81 m/s²", "2 × π × sqrt(L ÷ g)", "T|period|s L|length|m g|acceleration due to gravity|m/s²=9.81"},
		{"Break-even quantity = fixed costs / (price - unit cost), where the break-even quantity is a number, the fixed costs are in $, the price is in $ and the unit cost is in $", "fixed costs ÷ (price − unit cost)", "break-even quantity|break-even quantity| fixed costs|fixed costs|$ price|price|$ unit cost|unit cost|$"},
		{"velocity (m/s) = flow (m³/s) / area (m²)", "flow ÷ area", "velocity|velocity|m/s flow|flow|m³/s area|area|m²"},
	} {
		f, err := TypedFormula(c.text)
		if err != nil {
			t.Errorf("%s: %v", c.text, err)
			continue
		}
		var got []string
		for _, v := range f.Variables {
			text := v.Name + "|" + v.Meaning + "|" + v.Unit.Text
			if v.Value != nil {
				text += "=" + decimal.Exact(v.Value)
			}
			got = append(got, text)
		}
		if all := strings.Join(got, " "); f.Expr.String() != c.expr || all != c.variables {
			t.Errorf("%s\n  reads as %s with %s,\n  want     %s with %s", c.text, f.Expr, all, c.expr, c.variables)
		}
	}
}

// TestTypedFormulaSaysWhatIsMissing wants one sentence that says what to do.
func TestTypedFormulaSaysWhatIsMissing(t *testing.T) {
	for text, says := range map[string]string{
		"":                "no equals sign",
		"mass of product": "no equals sign",
		"a = b = c":       "more than one equals sign",
		"a + b = c":       "“a + b”; the one quantity that is computed",
		"a = 3":           "Nothing stands after the equals sign that could be put in",
		"a = (b":          "a closing bracket was expected",
		"Q = CiA":         "What Q and CiA is measured in is not said; add “where Q is the … in …”",
		"t = V/Q, where V is the volume in m³ and Q is the flow in m³/h": "What t is measured in is not said",
		"d = 2*sin(a) where d is the distance in m and a is the angle":   "formulas with sin are not computed",
		"a = " + strings.Repeat("b + ", 400) + "b":                       "longer than 800 characters",
	} {
		f, err := TypedFormula(text)
		if err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%.60s reads as %v, %v, want %q", text, f.Expr, err, says)
		}
	}
}

// What is stored of a fact is read back as the same fact, with its equation.
func TestFactsAreStored(t *testing.T) {
	kinds := map[Type]int{}
	for _, name := range []string{"dosing-handbook.md", "disinfection-notes.md", "plant-and-rules.md"} {
		data, err := os.ReadFile("../../demo/sources/" + name)
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range Read(markdown.Read(name, data).Passages) {
			stored, err := json.Marshal(f)
			if err != nil {
				t.Fatal(err)
			}
			var back Fact
			if err := json.Unmarshal(stored, &back); err != nil {
				t.Fatal(err)
			}
			if !reflect.DeepEqual(f, back) {
				t.Errorf("%s is read back as %+v", stored, back)
			}
			kinds[f.Type]++
		}
	}
	if kinds[Formula] == 0 || kinds[Limit] == 0 || kinds[Definition] == 0 {
		t.Errorf("only %v were stored", kinds)
	}
}
