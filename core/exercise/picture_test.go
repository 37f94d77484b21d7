package exercise

import (
	"fmt"
	"math/big"
	"regexp"
	"slices"
	"strings"
	"testing"

	"zincowl/core/maths/algebra"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/maths/work"
)

// picture is what a figure shows, read from its description, with what is asked of
// it.
type picture struct {
	kind     string
	sizes    map[string]string // by name: "radius", "side AB", "angle A"; angles in degrees
	points   [][2]string
	vectors  map[string][2]string
	names    []string // of a chart
	values   []string // "" where unknown
	stretch  []stretch
	question string
	unit     units.Unit
	in       bool
}

type stretch struct {
	from, to         *big.Rat
	openFrom, openTo bool
}

var (
	drawn = []struct {
		words *regexp.Regexp
		kind  string
	}{
		{regexp.MustCompile(`^A rectangle (?:with|has) (.+), from one corner of which a rectangle with (.+) is cut out\.`), "corner"},
		{regexp.MustCompile(`^A rectangle (?:with|has) (.+), and a half circle on its upper side\.`), "arch"},
		{regexp.MustCompile(`^A rectangle (?:with|has) (.+?)\.(?: |$)`), "rectangle"},
		{regexp.MustCompile(`^A trapezium (?:with|has) (.+?)\.(?: |$)`), "trapezium"},
		{regexp.MustCompile(`^A triangle ABC (?:with|has) (.+?)\.(?: |$)`), "triangle"},
		{regexp.MustCompile(`^A circle (?:with|has) (.+?)\.(?: |$)`), "circle"},
		{regexp.MustCompile(`^A ring between two circles, with (.+?)\.(?: |$)`), "ring"},
		{regexp.MustCompile(`^A sector of a circle (?:with|has) (.+?)\.(?: |$)`), "sector"},
		{regexp.MustCompile(`^A (?:tank in the form of a )?cylinder (?:with|has) (.+?)\.(?: |$)`), "cylinder"},
		{regexp.MustCompile(`^A cone (?:with|has) (.+?)\.(?: |$)`), "cone"},
		{regexp.MustCompile(`^A (?:tank in the form of a )?box (?:with|has) (.+?)\.(?: |$)`), "box"},
		{regexp.MustCompile(`^On a grid of squares of side 1, arrows from one point: (.+?)\.(?: |$)`), "vectors"},
		{regexp.MustCompile(`^A number line on which all numbers (.+?) are marked\.`), "number line"},
		{regexp.MustCompile(`^A graph with (.+) marked on it\.`), "graph"},
		{regexp.MustCompile(`^A (?:bar|line) chart of the [^:]+: (.+?)\.(?: |$)`), "chart"},
	}
	parted      = regexp.MustCompile(`,? and |, `)
	sized       = regexp.MustCompile(`^(?:an? )?([a-zA-Z ]+?) of ([\d.,]*\d)\s?(°|[^\s,°]*)(?: from C to AB)?$`)
	stated      = regexp.MustCompile(`^(?:The )?([a-z ]+?)(?: of (?:the|all) [a-z ]+)? is ([\d.,]*\d)\s?([^\s,]*)$`)
	vector      = regexp.MustCompile(`the vector ([a-z]) = \(([−\d]+), ([−\d]+)\)`)
	pointAt     = regexp.MustCompile(`\(([−\d.]+), ([−\d.]+)\)`)
	reaching    = regexp.MustCompile(`(?:from ([−\d.]+) \((not )?included\) )?(?:(?:up )?to ([−\d.]+) \((not )?included\)|on)`)
	sentenceEnd = regexp.MustCompile(`[.?](?: |$)`)
	inUnit      = regexp.MustCompile(`, in ([^,?]+)$`)
	heldBy      = regexp.MustCompile(`(\S(?:[^,]*\S)?) ([−\d.]+|unknown)(?:, |$)`)
)

// readPicture answers what is asked of a figure whose description stands before the
// question.
func readPicture(text string) (string, bool) {
	text = strings.TrimSuffix(strings.TrimSpace(text), "Give the answer to three significant figures.")
	p, ok := seen(strings.TrimSpace(text))
	if !ok {
		return "", false
	}
	expression := ""
	for _, answer := range []func() string{p.plane, p.triangle, p.solid, p.arrows, p.line, p.graph, p.chart} {
		if expression = answer(); expression != "" {
			break
		}
	}
	if expression == "" {
		return "", false
	}
	return strings.ReplaceAll(expression, "−", "-"), true
}

// seen reads the description and the question.
func seen(text string) (picture, bool) {
	p := picture{sizes: map[string]string{}, vectors: map[string][2]string{}}
	for _, d := range drawn {
		m := d.words.FindStringSubmatch(text)
		if m == nil {
			continue
		}
		p.kind = d.kind
		for i, part := range m[1:] {
			if !p.read(part, map[bool]string{true: "cut ", false: ""}[i > 0]) {
				return p, false
			}
		}
		rest := strings.TrimSpace(text[len(m[0]):])
		for rest != "" {
			end := sentenceEnd.FindStringIndex(rest)
			if end == nil {
				return p, false
			}
			sentence := rest[:end[0]]
			switch s := stated.FindStringSubmatch(sentence); {
			case rest[end[0]] == '?':
				p.question = sentence
			case s != nil:
				if !p.size(strings.TrimPrefix(s[1], "the "), s[2], s[3]) {
					return p, false
				}
			case sentence == "The line goes on straight", sentence == "Both lines go on straight":
			default:
				return p, false
			}
			rest = strings.TrimSpace(rest[end[1]:])
		}
		if m := inUnit.FindStringSubmatch(p.question); m != nil {
			if p.unit, p.in = units.Parse(m[1]); !p.in && m[1] != "degrees" && m[1] != "per cent" {
				return p, false
			}
			p.question = strings.TrimSuffix(p.question, m[0])
		}
		return p, p.question != ""
	}
	return p, false
}

// read takes what a description tells.
func (p *picture) read(part, prefix string) bool {
	switch p.kind {
	case "vectors":
		for _, m := range vector.FindAllStringSubmatch(part, -1) {
			p.vectors[m[1]] = [2]string{"(" + m[2] + ")", "(" + m[3] + ")"}
		}
		return len(p.vectors) > 0
	case "graph":
		if strings.Count(part, "straight line")+strings.Count(part, "parabola") == 0 {
			return false
		}
		for _, m := range pointAt.FindAllStringSubmatch(part, -1) {
			p.points = append(p.points, [2]string{"(" + m[1] + ")", "(" + m[2] + ")"})
		}
		if strings.Contains(part, "parabola") {
			p.kind = "parabola"
		}
		return true
	case "number line":
		for _, s := range strings.Split(part, " and all numbers ") {
			m := reaching.FindStringSubmatch(s)
			if m == nil || m[0] != s {
				return false
			}
			var st stretch
			if m[1] != "" {
				st.from, _ = decimal.Parse(m[1])
			}
			if m[3] != "" {
				st.to, _ = decimal.Parse(m[3])
			}
			st.openFrom, st.openTo = m[2] != "", m[4] != ""
			p.stretch = append(p.stretch, st)
		}
		return true
	case "chart":
		for _, m := range heldBy.FindAllStringSubmatch(part, -1) {
			p.names = append(p.names, m[1])
			if m[2] == "unknown" {
				m[2] = ""
			}
			p.values = append(p.values, m[2])
		}
		return len(p.values) > 1
	}
	for _, s := range parted.Split(part, -1) {
		m := sized.FindStringSubmatch(s)
		switch {
		case s == "a right angle at C":
			p.sizes["right"] = "90"
		case m != nil && p.size(prefix+m[1], m[2], m[3]):
		case !strings.HasPrefix(s, "an unknown "):
			return false
		}
	}
	return true
}

// size keeps a size in the unit that all lengths are in.
func (p *picture) size(name, number, unit string) bool {
	v, ok := decimal.Parse(number)
	if !ok {
		return false
	}
	if unit == "°" || unit == "" {
		p.sizes[name] = decimal.Exact(v)
		return true
	}
	u, ok := units.Parse(unit)
	if !ok {
		return false
	}
	metre, _ := units.Parse("m")
	power := 0
	for _, k := range []int{1, 2, 3} {
		dim := metre.Dim
		for i := range dim {
			dim[i] *= int8(k)
		}
		if u.Dim == dim {
			power = k
		}
	}
	if power == 0 {
		return false
	}
	// Everything is told in metres.
	p.sizes[name] = decimal.Exact(v)
	if u.Factor.Cmp(big.NewRat(1, 1)) != 0 {
		p.sizes[name] = "(" + decimal.Exact(v) + "*" + u.Factor.RatString() + ")"
	}
	return true
}

// fill puts the sizes into a formula; it is empty where one is not known. The result
// is given in the unit that is asked for.
func (p picture) fill(formula string) string {
	for {
		open := strings.IndexByte(formula, '{')
		if open < 0 {
			break
		}
		end := strings.IndexByte(formula, '}')
		v, ok := p.sizes[formula[open+1:end]]
		if !ok {
			return ""
		}
		formula = formula[:open] + v + formula[end+1:]
	}
	if p.in && p.unit.Factor.Cmp(big.NewRat(1, 1)) != 0 {
		formula = "(" + formula + ")/(" + p.unit.Factor.RatString() + ")"
	}
	return formula
}

// first is the first formula of which all sizes are known.
func (p picture) first(formulas ...string) string {
	for _, f := range formulas {
		if out := p.fill(f); out != "" {
			return out
		}
	}
	return ""
}

func (p picture) asks(words ...string) bool {
	return slices.ContainsFunc(words, func(w string) bool { return strings.Contains(p.question, w) })
}

func (p picture) plane() string {
	area, around := p.asks("the area"), p.asks("the perimeter", "the circumference", "the way around")
	switch p.kind {
	case "rectangle":
		switch {
		case area:
			return p.first("{width}*{height}", "{width}*({perimeter}/2-{width})", "{height}*({perimeter}/2-{height})")
		case around:
			return p.first("2*({width}+{height})", "2*({width}+{area}/{width})", "2*({height}+{area}/{height})")
		case p.asks("the diagonal"):
			return p.fill("sqrt({width}^2+{height}^2)")
		case p.asks("the height"):
			return p.first("{area}/{width}", "{perimeter}/2-{width}")
		case p.asks("the width"):
			return p.first("{area}/{height}", "{perimeter}/2-{height}")
		}
	case "corner":
		switch {
		case area:
			return p.fill("{width}*{height}-{cut width}*{cut height}")
		case around:
			return p.fill("2*({width}+{height})")
		}
	case "arch":
		switch {
		case area:
			return p.fill("{width}*{height}+pi*({width}/2)^2/2")
		case around:
			return p.fill("{width}+2*{height}+pi*{width}/2")
		}
	case "trapezium":
		switch {
		case area:
			return p.fill("({lower side}+{upper side})/2*{height}")
		case p.asks("the height"):
			return p.fill("2*{area}/({lower side}+{upper side})")
		case p.asks("the upper side"):
			return p.fill("2*{area}/{height}-{lower side}")
		}
	case "circle":
		switch {
		case area:
			return p.first("pi*{radius}^2", "pi*({diameter}/2)^2", "{circumference}^2/(4*pi)")
		case around:
			return p.first("2*pi*{radius}", "pi*{diameter}")
		}
	case "ring":
		switch {
		case area:
			return p.fill("pi*{outer radius}^2-pi*{inner radius}^2")
		case around:
			return p.fill("2*pi*{outer radius}+2*pi*{inner radius}")
		}
	case "sector":
		switch {
		case area:
			return p.fill("{angle}/360*pi*{radius}^2")
		case p.asks("the arc"):
			return p.fill("{angle}/360*2*pi*{radius}")
		case around:
			return p.fill("2*{radius}+{angle}/360*2*pi*{radius}")
		}
	}
	return ""
}

func (p picture) solid() string {
	switch p.kind {
	case "box":
		switch {
		case p.asks("volume of the water"):
			return p.fill("{length}*{width}*{depth of water}")
		case p.asks("more water fits"):
			return p.fill("{length}*{width}*({height}-{depth of water})")
		case p.asks("the volume"):
			return p.fill("{length}*{width}*{height}")
		case p.asks("the surface"):
			return p.fill("2*({length}*{width}+{length}*{height}+{width}*{height})")
		case p.asks("the height", "the depth of water"):
			return p.fill("{volume}/({length}*{width})")
		}
	case "cylinder":
		r := "{radius}"
		if _, ok := p.sizes["diameter"]; ok {
			r = "({diameter}/2)"
		}
		round := func(f string) string { return p.fill(strings.ReplaceAll(f, "R", r)) }
		switch {
		case p.asks("volume of the water"):
			return round("pi*R^2*{depth of water}")
		case p.asks("more water fits"):
			return round("pi*R^2*({height}-{depth of water})")
		case p.asks("the volume"):
			return round("pi*R^2*{height}")
		case p.asks("the curved surface"):
			return round("2*pi*R*{height}")
		case p.asks("the whole surface"):
			return round("2*pi*R^2+2*pi*R*{height}")
		case p.asks("the height"):
			return round("{volume}/(pi*R^2)")
		}
	case "cone":
		slant := "{slant height}"
		if _, ok := p.sizes["slant height"]; !ok {
			slant = "sqrt({radius}^2+{height}^2)"
		}
		switch {
		case p.asks("the volume"):
			return p.first("pi*{radius}^2*{height}/3", "pi*{radius}^2*sqrt({slant height}^2-{radius}^2)/3")
		case p.asks("the slant height"):
			return p.fill(slant)
		case p.asks("the curved surface"):
			return p.fill("pi*{radius}*" + slant)
		case p.asks("the whole surface"):
			return p.fill("pi*{radius}^2+pi*{radius}*" + slant)
		case p.asks("the height"):
			return p.first("sqrt({slant height}^2-{radius}^2)", "3*{volume}/(pi*{radius}^2)")
		}
	}
	return ""
}

// triangle knows the sides a, b and c opposite to the angles at A, B and C.
func (p picture) triangle() string {
	if p.kind != "triangle" {
		return ""
	}
	side, angle := map[byte]string{}, map[byte]string{}
	for corner, name := range map[byte]string{'A': "BC", 'B': "AC", 'C': "AB"} {
		side[corner], angle[corner] = p.sizes["side "+name], p.sizes["angle "+string(corner)]
	}
	if p.sizes["right"] != "" {
		angle['C'] = "90"
	}
	corners := []byte("ABC")
	for _, x := range corners { // what is left of 180°
		y, z := others(x)
		if angle[x] == "" && angle[y] != "" && angle[z] != "" {
			angle[x] = "(180-" + angle[y] + "-" + angle[z] + ")"
		}
	}
	of := func(f, a string) string { return f + "((" + a + ")°)" }
	length := func(x byte) string {
		y, z := others(x)
		switch {
		case side[x] != "":
			return side[x]
		case side[y] != "" && side[z] != "" && angle[x] != "":
			return "sqrt(" + side[y] + "^2+" + side[z] + "^2-2*" + side[y] + "*" + side[z] + "*" + of("cos", angle[x]) + ")"
		}
		for _, k := range []byte{y, z} {
			o := y + z - k
			switch {
			case side[k] != "" && angle[k] != "" && angle[x] != "":
				return side[k] + "*" + of("sin", angle[x]) + "/" + of("sin", angle[k])
			case angle[k] == "90" && side[k] != "" && side[o] != "":
				return "sqrt(" + side[k] + "^2-" + side[o] + "^2)"
			}
		}
		return ""
	}
	out := ""
	switch {
	case p.asks("the area"):
		if p.sizes["height"] != "" && side['C'] != "" {
			return p.fill(side['C'] + "*{height}/2")
		}
		for _, x := range corners {
			y, z := others(x)
			if a, b := length(y), length(z); out == "" && angle[x] != "" && a != "" && b != "" {
				out = "(" + a + ")*(" + b + ")*" + of("sin", angle[x]) + "/2"
			}
		}
	case p.asks("the height"):
		if p.sizes["area"] != "" && side['C'] != "" {
			return p.fill("2*{area}/" + side['C'])
		}
		if a, b, c := length('A'), length('B'), length('C'); angle['C'] == "90" && a != "" && b != "" && c != "" {
			out = "(" + a + ")*(" + b + ")/(" + c + ")"
		}
	case p.asks("the perimeter"):
		if a, b, c := length('A'), length('B'), length('C'); a != "" && b != "" && c != "" {
			out = a + "+" + b + "+" + c
		}
	case p.asks("the cosine of the angle"):
		x := p.question[len(p.question)-1]
		if x < 'A' || x > 'C' {
			return ""
		}
		y, z := others(x)
		if a, b, c := length(x), length(y), length(z); a != "" && b != "" && c != "" {
			return "((" + b + ")^2+(" + c + ")^2-(" + a + ")^2)/(2*(" + b + ")*(" + c + "))"
		}
	case p.asks("is the angle"):
		if x := p.question[len(p.question)-1]; x >= 'A' && x <= 'C' {
			return angle[x]
		}
	default:
		for corner, name := range map[byte]string{'A': "BC", 'B': "AC", 'C': "AB"} {
			if strings.HasSuffix(p.question, "the side "+name) {
				out = length(corner)
			}
		}
	}
	if out == "" {
		return ""
	}
	return p.fill(out)
}

// others are the corners of a triangle beside one.
func others(x byte) (y, z byte) {
	switch x {
	case 'A':
		return 'B', 'C'
	case 'B':
		return 'C', 'A'
	}
	return 'A', 'B'
}

var combined = regexp.MustCompile(`(^|[+−-])\s*(\d*)([a-z])\s*`)

// arrows answers what is asked of sums and multiples of vectors.
func (p picture) arrows() string {
	if p.kind != "vectors" {
		return ""
	}
	at := func(name string) ([2]string, bool) {
		var out [2]string
		rest := name
		for rest != "" {
			m := combined.FindStringSubmatch(rest)
			if m == nil || !strings.HasPrefix(rest, m[0]) || m[1] == "" && rest != name {
				return out, false
			}
			v, ok := p.vectors[m[3]]
			if !ok {
				return out, false
			}
			times := m[2]
			if times == "" {
				times = "1"
			}
			sign := "+"
			if m[1] == "−" || m[1] == "-" {
				sign = "-"
			}
			for i := range out {
				out[i] += sign + times + "*" + v[i]
			}
			rest = rest[len(m[0]):]
		}
		for i := range out {
			out[i] = "(0" + out[i] + ")"
		}
		return out, true
	}
	for _, ask := range []struct{ before, formula string }{
		{"What is the first component of ", "%s+0*%s"}, {"What is the second component of ", "0*%s+%s"}, {"How long is ", "sqrt(%s^2+%s^2)"},
	} {
		if name, ok := strings.CutPrefix(p.question, ask.before); ok {
			if v, ok := at(name); ok {
				return fmt.Sprintf(ask.formula, v[0], v[1])
			}
		}
	}
	if names, ok := strings.CutPrefix(p.question, "What is the scalar product of "); ok {
		a, b, _ := strings.Cut(names, " and ")
		u, ok1 := at(a)
		v, ok2 := at(b)
		if ok1 && ok2 {
			return u[0] + "*" + v[0] + "+" + u[1] + "*" + v[1]
		}
	}
	return ""
}

// line counts whole numbers on a number line, marked or not.
func (p picture) line() string {
	if p.kind != "number line" {
		return ""
	}
	count := func(from, to *big.Rat, openFrom, openTo bool) string {
		if from == nil || to == nil || !from.IsInt() || !to.IsInt() {
			return ""
		}
		n := new(big.Rat).Sub(to, from)
		n.Add(n, big.NewRat(1, 1))
		for _, open := range []bool{openFrom, openTo} {
			if open {
				n.Sub(n, big.NewRat(1, 1))
			}
		}
		return n.RatString()
	}
	var parts []string
	switch {
	case p.asks("whole numbers are marked"):
		for _, s := range p.stretch {
			parts = append(parts, count(s.from, s.to, s.openFrom, s.openTo))
		}
	case p.asks("whole numbers are not marked") && len(p.stretch) == 2 && p.stretch[0].from == nil && p.stretch[1].to == nil:
		a, b := p.stretch[0], p.stretch[1]
		parts = append(parts, count(a.to, b.from, !a.openTo, !b.openFrom))
	case p.asks("the middle of the marked stretch") && len(p.stretch) == 1 && p.stretch[0].from != nil && p.stretch[0].to != nil:
		return "(" + p.stretch[0].from.RatString() + "+" + p.stretch[0].to.RatString() + ")/2"
	case p.asks("long is the marked stretch", "long are the marked stretches"):
		for _, s := range p.stretch {
			if s.from == nil || s.to == nil {
				return ""
			}
			parts = append(parts, new(big.Rat).Sub(s.to, s.from).RatString())
		}
	}
	if len(parts) == 0 || slices.Contains(parts, "") {
		return ""
	}
	return strings.Join(parts, "+")
}

var atPlace = regexp.MustCompile(`the value at x = ([−\d]+)$`)

// graph reads straight lines off two points each, and a parabola off its zeros and a
// third point.
func (p picture) graph() string {
	switch {
	case p.kind == "graph" && len(p.points) == 2:
		a, b := p.points[0], p.points[1]
		slope := "((" + b[1] + "-" + a[1] + ")/(" + b[0] + "-" + a[0] + "))"
		switch m := atPlace.FindStringSubmatch(p.question); {
		case m != nil:
			return a[1] + "+" + slope + "*((" + m[1] + ")-" + a[0] + ")"
		case p.asks("the gradient"):
			return slope
		case p.asks("the y axis"):
			return a[1] + "-" + slope + "*" + a[0]
		case p.asks("the x axis"):
			return a[0] + "-" + a[1] + "/" + slope
		}
	case p.kind == "graph" && len(p.points) == 4 && p.asks("At which x do the lines meet"):
		line := func(a, b [2]string) (slope, start string) {
			slope = "((" + b[1] + "-" + a[1] + ")/(" + b[0] + "-" + a[0] + "))"
			return slope, "(" + a[1] + "-" + slope + "*" + a[0] + ")"
		}
		m1, c1 := line(p.points[0], p.points[1])
		m2, c2 := line(p.points[2], p.points[3])
		return "(" + c2 + "-" + c1 + ")/(" + m1 + "-" + m2 + ")"
	case p.kind == "parabola" && len(p.points) == 3 && p.points[0][1] == "(0)" && p.points[1][1] == "(0)":
		a, b, c := p.points[0][0], p.points[1][0], p.points[2]
		factor := "(" + c[1] + "/((" + c[0] + "-" + a + ")*(" + c[0] + "-" + b + ")))"
		at := func(x string) string { return factor + "*((" + x + ")-" + a + ")*((" + x + ")-" + b + ")" }
		middle := "(" + a + "+" + b + ")/2"
		switch m := atPlace.FindStringSubmatch(p.question); {
		case m != nil:
			return at(m[1])
		case p.asks("x is the vertex"):
			return middle
		case p.asks("y is the vertex"):
			return at(middle)
		case p.asks("the y axis"):
			return at("0")
		}
	}
	return ""
}

var (
	howMuchHigher = regexp.MustCompile(`^By how much is (.+) above (.+)$`)
	percentAbove  = regexp.MustCompile(`^By how many per cent is (.+) above (.+)$`)
	shareOfAll    = regexp.MustCompile(`^How many per cent of the total is (.+)$`)
)

// chart computes with the values of a chart.
func (p picture) chart() string {
	if p.kind != "chart" {
		return ""
	}
	value := func(name string) string {
		if i := slices.Index(p.names, name); i >= 0 && p.values[i] != "" {
			return p.values[i]
		}
		return ""
	}
	known := slices.DeleteFunc(slices.Clone(p.values), func(v string) bool { return v == "" })
	all, total := strings.Join(known, ", "), "("+strings.Join(known, "+")+")"
	two := func(m []string, formula string) string {
		a, b := value(m[1]), value(m[2])
		if a == "" || b == "" {
			return ""
		}
		return strings.NewReplacer("A", a, "B", b).Replace(formula)
	}
	if len(known) == len(p.values)-1 {
		for name, formula := range map[string]string{"mean": fmt.Sprintf("%d*{mean}-", len(p.values)), "total": "{total}-"} {
			if _, ok := p.sizes[name]; ok && p.asks("the missing value") {
				return p.fill(formula + total)
			}
		}
		return ""
	}
	if p.question == "By how many per cent is the highest value above the mean" && len(p.sizes) == 0 {
		return "(max(" + all + ")-mean(" + all + "))/mean(" + all + ")*100"
	}
	if m := howMuchHigher.FindStringSubmatch(p.question); m != nil {
		return two(m, "A-B")
	}
	if m := percentAbove.FindStringSubmatch(p.question); m != nil {
		return two(m, "(A-B)/B*100")
	}
	if m := shareOfAll.FindStringSubmatch(p.question); m != nil && value(m[1]) != "" {
		return value(m[1]) + "/" + total + "*100"
	}
	switch {
	case len(p.sizes) > 0:
		return ""
	case p.asks("the mean of the values"):
		return "mean(" + all + ")"
	case p.asks("the median of the values"):
		return "median(" + all + ")"
	case p.asks("the total"):
		return total
	case p.asks("between the highest and the lowest"):
		return "max(" + all + ")-min(" + all + ")"
	}
	return ""
}

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
		asks, ok := readPicture(c.text)
		if !ok {
			t.Errorf("%s is not taken for a question", c.text)
			continue
		}
		r, err := work.Do(work.Task{Task: "evaluate", Statement: asks, Claims: []string{c.want}}, algebra.DefaultBudget)
		if err != nil || r.Claims[0].Verdict != work.Right {
			t.Errorf("%s\n  is %q, want %s: %v %+v", c.text, r.Expression, c.want, err, r.Claims)
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
		if _, ok := readPicture(text); ok {
			t.Errorf("%s is answered", text)
		}
	}
}
