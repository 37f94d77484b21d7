package split

import (
	"cmp"
	"fmt"
	"math/rand/v2"
	"os"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/question"
)

// stock is a question with what it is to be read as, however it is set.
type stock struct {
	stem    string
	options []string
	right   int    // of the options
	value   string // where there are none
	why     string
}

// stocks are questions that nobody set yet.
var stocks = []stock{
	{"Which instrument measures how cloudy water is?", []string{"a turbidimeter", "a manometer", "a hydrometer", "a pyrometer"}, 0, "", "It measures light scattered by particles."},
	{"A bed of 36 m² is washed with 1,620 m³/h. What is the wash rate in m/h?", []string{"0.022", "45", "4.5", "58,320"}, 1, "", "1,620 ÷ 36 gives the rate."},
	{"The purpose of a jar test is to find", []string{"the dose of coagulant", "the age of the pipes", "the hardness of the water", "the colour of the sand"}, 0, "", "Jars with rising doses are compared."},
	{"Where should the chlorine residual be measured last?", []string{"at the intake", "in the clear well", "at the far end of the network", "in the laboratory sink"}, 2, "", "It fades on its way through the pipes."},
	{"How is a chlorine cylinder stored?", []string{"upright and chained", "on its side in the sun", "upside down", "in the pump pit"}, 0, "", "An upright cylinder gives gas."},
	{"Which of these lowers the pH of water?", []string{"lime", "soda ash", "carbon dioxide", "caustic soda"}, 2, "", "It forms a weak acid in water."},
	{"What is the daily mean of 4, 6 and 11 mg/L?", []string{"6 mg/L", "7 mg/L", "10.5 mg/L", "21 mg/L"}, 1, "", "The sum is divided by three."},
	{"Cavitation in a pump is caused by", []string{"too low a pressure at the suction", "too much grease", "a cold motor", "an open discharge valve"}, 0, "", "Vapour bubbles form and collapse."},
	{"What does a check valve do?", []string{"it measures flow", "it lets water pass in one direction only", "it adds chlorine", "it removes air"}, 1, "", "It closes when the flow turns round."},
	{"A tank holds 900 m³ and 1,620 m³/h flow through it. How long does the water stay?", []string{"0.56 min", "33.3 min", "54 min", "180 min"}, 1, "", "Volume over flow, times sixty."},
	{"In which unit is turbidity given?", []string{"NTU", "bar", "m³/h"}, 0, "", "It counts scattered light."},
	{"A sludge blanket that rises in the clarifier is a sign of", []string{"too high a flow", "too little light", "a clean filter"}, 0, "", "The upward speed carries flocs along."},
	{"Two pumps of 40 L/s each run side by side for half an hour. How much do they lift?", []string{"72 m³", "120 m³", "144 m³", "2,400 m³"}, 2, "", "Eighty litres a second for 1,800 seconds."},
	{"Before anyone enters a manhole, what has to be done first?", []string{"testing the air", "painting the ladder", "closing the gate", "calling the office"}, 0, "", "Gas gathers at the bottom."},
	{"Alum works best between which values of pH?", []string{"2 and 3", "5.5 and 7.5", "9 and 10", "11 and 12"}, 1, "", "Its hydroxide hardly dissolves there."},
	{"Someone finds the turbidity at 0.6 NTU where 0.3 is allowed. What comes next?", []string{"run the filter to waste", "go home", "raise the flow", "add sand"}, 0, "", "Nothing that fails goes to the clear well."},
	{"How many grams are there in 2.5 kg of lime?", nil, 0, "2500", "A kilogram has a thousand grams."},
	{"What does a flow of 20 L/s come to in an hour?", nil, 0, "72 m³", "Twenty litres for 3,600 seconds."},
	{"Name the layer that lives on a slow sand filter.", nil, 0, "schmutzdecke", "It is alive."},
	{"How much chlorine is needed for 3 ML at 2 mg/L?", nil, 0, "6 kg", "Two grams for each cubic metre."},
}

// setting is how a paper is set: one value for each dimension.
type setting map[string]string

// dimensions are what papers differ in, each with its values.
var dimensions = []struct {
	name   string
	values []string
}{
	{"number", []string{"1.", "1)", "(1)", "1", "Q1.", "Q.1", "Question 1", "Question 1 of N", "#1", "No. 1", "01", "1.1", "A1", "i.", "1:", "Q-1/", "1.)", "[1]", "Item 1:", "none"}},
	{"below", []string{"no", "no", "no", "no", "yes"}}, // the number stands on a line of its own
	{"option", []string{"a)", "A.", "(a)", "A -", "a", "[ ]", "( )", "•", "-", "1)", "(i)", "A:", "o", "☐", "a/", "A)", "*", "none"}},
	{"place", []string{"lines", "lines", "lines", "row", "tabs", "pairs", "stem", "grid"}},
	{"indent", []string{"0", "3", "6"}},
	{"key", []string{"line", "line", "behind", "marked", "stem", "list", "rows", "grid", "range", "columns", "text", "none"}},
	{"word", []string{"Answer:", "Ans.", "Key", "Correct answer:", "Solution:", "→", "Answer is", "ANS:", "Right answer:", "Correct:", "Lösung:"}},
	{"tick", []string{"✓", "* ", "(correct)", "bold", "CORRECT", "<-- correct", "✅ ", "_", "✔"}},
	{"why", []string{"none", "none", "Explanation:", "Why?", "Rationale:", "Because", "plain", "Note:"}},
	{"page", []string{"none", "none", "none", "feet", "adverts", "slides", "turn over"}},
	{"around", []string{"none", "none", "none", "quoted", "chat", "trailing", "bold numbers"}},
	{"width", []string{"none", "none", "60", "42"}},
	{"section", []string{"none", "none", "heads", "restart"}},
	{"gap", []string{"one", "one", "none", "two"}},
	{"title", []string{"none", "title", "title and rules"}},
	{"end", []string{"none", "none", "greeting"}},
	{"skip", []string{"no", "no", "no", "yes"}},
	{"missing", []string{"no", "no", "no", "yes"}},
	{"marks", []string{"none", "none", "none", "[2]", "(2 marks)"}},
	{"open", []string{"no", "no", "yes"}}, // some questions have no options
}

// draw chooses a setting that a person could read: what tells neither where a
// question begins nor where its options do is drawn again.
func draw(r *rand.Rand) setting {
	for {
		s := setting{}
		for _, d := range dimensions {
			s[d.name] = d.values[r.IntN(len(d.values))]
		}
		lettered := slices.Contains([]string{"a)", "A.", "(a)", "A -", "a", "A:", "a/", "A)"}, s["option"])
		numbered := lettered || s["option"] == "1)" || s["option"] == "(i)"
		listed := slices.Contains([]string{"list", "rows", "grid", "range", "columns"}, s["key"])
		fault := s["number"] == "none" && (s["gap"] == "none" || s["skip"] == "yes" || s["section"] != "none" || s["below"] == "yes" || s["around"] == "chat" || listed || s["page"] == "slides") ||
			s["option"] == "none" && (s["place"] != "lines" || s["key"] != "line" && s["key"] != "none" && s["key"] != "text" && s["key"] != "marked" || s["width"] != "none" || s["open"] == "yes" || s["why"] == "plain" || s["key"] == "none" && s["why"] != "none") ||
			s["place"] != "lines" && s["place"] != "stem" && s["width"] != "none" ||
			(s["place"] == "grid" || s["place"] == "pairs" || s["place"] == "row" || s["place"] == "tabs") && !lettered ||
			s["place"] == "stem" && !(lettered && s["option"] != "a" && s["option"] != "A -" || s["option"] == "•") ||
			s["option"] == "a" && s["place"] == "stem" ||
			s["option"] == "1)" && slices.Contains([]string{"1.", "1)", "(1)", "1.)", "[1]", "1:"}, s["number"]) ||
			s["option"] == "(i)" && s["number"] == "i." ||
			!numbered && (s["key"] == "line" || s["key"] == "behind" || s["key"] == "stem" || listed) && s["option"] != "none" ||
			s["key"] == "marked" && (s["tick"] == "_" || s["tick"] == "* ") && s["option"] == "*" ||
			(s["option"] == "[ ]" || s["option"] == "( )" || s["option"] == "☐") && s["place"] != "lines" ||
			s["key"] == "range" && (s["open"] == "yes" || s["missing"] == "yes" || s["skip"] == "yes" || s["section"] != "none" || !lettered || s["number"] == "1.1" || s["number"] == "A1") ||
			s["key"] == "grid" && (s["open"] == "yes" || s["missing"] == "yes" || !lettered) ||
			listed && s["section"] == "restart" && s["number"] != "1.1" && s["number"] != "A1" ||
			(s["number"] == "1.1" || s["number"] == "A1") && s["section"] != "restart" ||
			listed && s["why"] == "plain" ||
			s["around"] == "chat" && (s["key"] == "grid" || s["page"] == "feet" || s["width"] != "none") ||
			s["why"] == "plain" && (s["gap"] == "none" && s["number"] == "none" || s["key"] == "marked" && s["place"] == "stem" || s["key"] == "none" || s["key"] == "stem") ||
			s["marks"] == "[2]" && (s["key"] == "stem" || s["number"] == "[1]" || s["option"] == "[ ]") || s["marks"] != "none" && s["place"] == "stem" ||
			s["open"] == "yes" && s["key"] == "marked" ||
			s["key"] == "stem" && s["place"] == "stem" ||
			s["around"] == "bold numbers" && slices.Contains([]string{"none", "1", "01", "#1", "i.", "Question 1 of N", "Q-1/", "[1]", "(1)"}, s["number"]) ||
			s["end"] == "greeting" && s["gap"] == "none" ||
			s["title"] != "none" && s["number"] == "none" && s["gap"] == "none" ||
			s["key"] == "none" && s["why"] != "none" ||
			s["number"] == "i." && s["key"] == "rows" && !lettered ||
			s["key"] == "text" && s["word"] == "Key" && s["place"] != "lines" ||
			s["width"] == "42" && s["place"] == "stem" && s["gap"] == "none" ||
			s["key"] == "line" && s["word"] == "Answer is" && s["gap"] == "none" && s["number"] == "none"
		if !fault {
			return s
		}
	}
}

// printed is a paper that was set, with what it holds.
type printed struct {
	text string
	want []told1
}

// told1 is a question as it is to be read.
type told1 struct {
	stem    string
	options []string
	key     string // a letter, or a text
}

// label writes the n-th number.
func (s setting) label(n, section, in int) string {
	switch style := s["number"]; style {
	case "none":
		return ""
	case "01":
		return fmt.Sprintf("%02d", n)
	case "1.1":
		return fmt.Sprintf("%d.%d", section, in)
	case "A1":
		return fmt.Sprintf("%c%d.", 'A'+section-1, in)
	case "i.":
		return numeral(n) + "."
	case "Question 1 of N":
		return fmt.Sprintf("Question %d of 12", n)
	default:
		return strings.Replace(style, "1", strconv.Itoa(n), 1)
	}
}

// bare is a label as keys that stand apart name it.
func (s setting) bare(n, section, in int) string {
	switch s["number"] {
	case "1.1":
		return fmt.Sprintf("%d.%d", section, in)
	case "A1":
		return fmt.Sprintf("%c%d", 'A'+section-1, in)
	case "i.":
		return numeral(n)
	}
	return strconv.Itoa(n)
}

// offer writes the label of the i-th option.
func (s setting) offer(i int) string {
	letter := string(rune('a' + i))
	switch style := s["option"]; style {
	case "none":
		return ""
	case "1)":
		return fmt.Sprintf("%d) ", i+1)
	case "(i)":
		return "(" + numeral(i+1) + ") "
	case "a":
		return letter + "  "
	default:
		style = strings.Replace(style, "a", letter, 1)
		return strings.Replace(style, "A", strings.ToUpper(letter), 1) + " "
	}
}

// letter names an option in a key.
func (s setting) letter(i int) string {
	switch s["option"] {
	case "1)":
		return strconv.Itoa(i + 1)
	case "(i)":
		return numeral(i + 1)
	case "A.", "A -", "A:", "A)":
		return string(rune('A' + i))
	}
	return string(rune('a' + i))
}

// set prints a paper in a setting.
func (s setting) set(r *rand.Rand) printed {
	var out []string
	var want []told1
	put := func(lines ...string) { out = append(out, lines...) }
	count := 8 + r.IntN(4)
	order := r.Perm(len(stocks))
	var chosen []stock
	for _, i := range order {
		if q := stocks[i]; len(chosen) < count && (len(q.options) > 0 || s["open"] == "yes" && s["option"] != "none") {
			chosen = append(chosen, q)
		}
	}
	switch s["title"] {
	case "title":
		put("LARKMERE WATER BOARD, REVISION PAPER", "")
	case "title and rules":
		put("Larkmere Water Board    Class II paper", "Time allowed: 40 minutes. Pencil only.", "")
	}
	if s["title"] == "none" && s["around"] == "chat" {
		put("ok here they are")
	}
	var list []string // the keys that stand apart
	var labels, letters []string
	n, section, in := 0, 1, 0
	if s["section"] != "none" {
		put("Section A   General", "")
	}
	skipped, without := -1, -1
	if s["skip"] == "yes" {
		skipped = 3 + r.IntN(3)
	}
	if s["missing"] == "yes" {
		without = 1 + r.IntN(count-2)
	}
	page := 0
	for i, q := range chosen {
		n++
		in++
		if i == skipped {
			n++
			in++
		}
		if s["section"] != "none" && i == count/2 {
			section++
			if s["section"] == "restart" {
				in = 1
				if s["number"] != "1.1" && s["number"] != "A1" {
					n = 1
				}
			}
			put("", "Section B   Plant", "")
		}
		w := told1{stem: q.stem, options: q.options}
		key, keyText := q.value, q.value
		if len(q.options) > 0 {
			key, keyText, w.key = s.letter(q.right), q.options[q.right], string(rune('a'+q.right))
		} else {
			w.key = q.value
		}
		apart := slices.Contains([]string{"list", "rows", "grid", "range", "columns"}, s["key"])
		told := i != without && s["key"] != "none"
		if len(q.options) == 0 && s["key"] == "stem" && strings.Contains(q.value, " ") {
			told = false
		}
		if s["key"] == "marked" && len(q.options) == 0 {
			told = false
		}
		if !told {
			w.key = ""
		}
		want = append(want, w)
		// The stem.
		stem := q.stem
		if s["marks"] != "none" {
			stem += " " + s["marks"]
		}
		if s["key"] == "stem" && told {
			stem += " [" + key + "]"
		}
		label := s.label(n, section, in)
		if s["around"] == "bold numbers" {
			label = "**" + label + "**"
		}
		if s["page"] == "slides" {
			put(fmt.Sprintf("Slide %d", i+2))
		}
		var offers []string
		for j, o := range q.options {
			text := o
			label := s.offer(j)
			if s["key"] == "marked" && told && j == q.right {
				switch {
				case s["option"] == "[ ]":
					label = "[x] "
				case s["option"] == "( )":
					label = "(x) "
				case s["tick"] == "bold":
					text = "**" + text + "**"
				case s["tick"] == "_":
					text = "_" + text + "_"
				case s["tick"] == "* ":
					label = "*" + label
				case s["tick"] == "✅ ":
					text = "✅ " + text
				default:
					text += " " + s["tick"]
				}
			}
			offers = append(offers, label+text)
		}
		indent := strings.Repeat(" ", map[string]int{"0": 0, "3": 3, "6": 6}[s["indent"]])
		head := strings.TrimSpace(label + " " + stem)
		if s["below"] == "yes" {
			put(label)
			head = stem
		}
		keyLine := s["word"] + " " + key
		if s["key"] == "text" {
			keyLine = s["word"] + " " + keyText
			if s["word"] == "Answer is" || s["word"] == "Key" || s["word"] == "Ans." {
				keyLine = "Answer: " + keyText
			}
		}
		if len(offers) == 0 {
			put(s.wrap(head, 0)...)
		} else {
			switch s["place"] {
			case "lines":
				put(s.wrap(head, 0)...)
				for _, o := range offers {
					put(s.wrap(indent+o, len(indent)+4)...)
				}
			case "row":
				put(head, indent+strings.Join(offers, "   "))
			case "tabs":
				put(head, strings.Join(offers, "\t"))
			case "pairs":
				put(head)
				for j := 0; j < len(offers); j += 2 {
					put(indent + strings.Join(offers[j:min(j+2, len(offers))], "   "))
				}
			case "stem":
				put(s.wrap(head+" "+strings.Join(offers, " "), 0)...)
			case "grid":
				put(head)
				half := (len(offers) + 1) / 2
				for j := range half {
					line := indent + fmt.Sprintf("%-50s", offers[j])
					if j+half < len(offers) {
						line += offers[j+half]
					}
					put(strings.TrimRight(line, " "))
				}
			}
		}
		if told {
			switch s["key"] {
			case "line", "text":
				put(keyLine)
			case "behind":
				if len(out) > 0 && len(offers) > 0 {
					out[len(out)-1] += "   " + keyLine
				} else {
					put(keyLine)
				}
			case "list", "rows", "grid", "range", "columns":
				entry := s.bare(n, section, in)
				labels, letters = append(labels, entry), append(letters, key)
				switch s["key"] {
				case "list":
					list = append(list, entry+". "+key)
				case "columns":
					list = append(list, entry+"\t"+key)
				case "rows":
					list = append(list, entry+") "+key)
				}
			}
		}
		if told && !apart && s["why"] != "none" {
			why := q.why
			switch s["why"] {
			case "Because":
				why = "Because " + strings.ToLower(why[:1]) + why[1:]
			case "plain":
			default:
				why = s["why"] + " " + why
			}
			put(s.wrap(why, 0)...)
		}
		switch s["gap"] {
		case "one":
			put("")
		case "two":
			put("", "")
		}
		if i%3 == 2 && i < count-1 {
			page++
			switch s["page"] {
			case "feet":
				put("", fmt.Sprintf("Larkmere Water Board   form K   page %d of 4", page), "")
			case "adverts":
				put("Advertisement")
			case "turn over":
				put("Turn over", "")
			}
		}
	}
	switch s["key"] {
	case "list", "columns":
		put("", "ANSWERS", "")
		put(list...)
	case "rows":
		put("", "Answers")
		for len(list) > 0 {
			k := min(4, len(list))
			put(strings.Join(list[:k], "   "))
			list = list[k:]
		}
	case "grid":
		put("", "KEY", strings.Join(labels, "   "), strings.Join(letters, "   "))
	case "range":
		put("", "KEY")
		for j := 0; j < len(letters); j += 5 {
			k := min(j+5, len(letters))
			put(fmt.Sprintf("%d-%d: %s", j+1, k, strings.ToUpper(strings.Join(letters[j:k], ""))))
		}
	}
	if s["end"] == "greeting" {
		put("", "That is all I remember, good luck!")
	}
	for i, l := range out {
		switch s["around"] {
		case "quoted":
			out[i] = strings.TrimRight("> "+l, " ")
		case "trailing":
			out[i] = l + "  "
		case "chat":
			if labelled := regexp.MustCompile(`^(?:\*\*)?(?:\d|\(\d|\[\d|Q|#|No\.|Item|[A-Z]\d|[ivx]+\.)`).MatchString(l); labelled || i == 0 {
				out[i] = fmt.Sprintf("[19:%02d] Ona: %s", i%60, l)
			}
		}
	}
	return printed{strings.Join(out, "\n") + "\n", want}
}

// wrap breaks a line where the page ends.
func (s setting) wrap(text string, hang int) []string {
	width, err := strconv.Atoi(s["width"])
	if err != nil {
		return []string{text}
	}
	lead := text[:len(text)-len(strings.TrimLeft(text, " "))]
	var out []string
	line := ""
	for _, w := range strings.Fields(text) {
		if line != "" && len([]rune(line))+1+len([]rune(w)) > width {
			out = append(out, line)
			line = strings.Repeat(" ", hang) + w
			continue
		}
		if line == "" {
			line = lead + w
		} else {
			line += " " + w
		}
	}
	return append(out, line)
}

var notWord = regexp.MustCompile(`[^\pL\pN]+`)

// plainWords is a text as it is compared: its words and numbers.
func plainWords(text string) string {
	return strings.TrimSpace(notWord.ReplaceAllString(strings.ToLower(text), " "))
}

// reads says whether a question was read as it was printed, and else how not.
func (w told1) reads(q question.Question) string {
	if plainWords(q.Stem) != plainWords(w.stem) {
		return fmt.Sprintf("stem %q", q.Stem)
	}
	if len(q.Options) != len(w.options) {
		return fmt.Sprintf("%d options", len(q.Options))
	}
	for i, o := range w.options {
		if plainWords(q.Options[i].Text) != plainWords(o) {
			return fmt.Sprintf("option %q", q.Options[i].Text)
		}
	}
	key := kind.KeyText(q)
	if len(w.options) > 0 {
		key = strings.Join(q.Key.Options, "")
		if q.Key.Reference != "" {
			key = q.Key.Reference
		}
	}
	if plainWords(key) != plainWords(w.key) {
		return fmt.Sprintf("key %q", key)
	}
	return ""
}

// shownLayouts is how many faults are shown.
const shownLayouts = 60

// layouts is how many papers are set, each in another setting.
const layouts = 240

// TestLayouts sets questions in thousands of layouts, each composed by chance of
// what papers differ in, and counts how many are read exactly.
func TestLayouts(t *testing.T) {
	n := layouts
	if v, err := strconv.Atoi(os.Getenv("LAYOUTS")); err == nil {
		n = v
	}
	type tally struct{ right, all int }
	by := map[string]map[string]*tally{}
	right, all, shown := 0, 0, 0
	for seed := range n {
		r := rand.New(rand.NewPCG(uint64(seed), 17))
		s := draw(r)
		paper := s.set(r)
		got, err := Text(paper.text, nil, nil)
		if err != nil {
			t.Fatal(err)
		}
		good, fault := 0, ""
		for i, w := range paper.want {
			how := "missing"
			if i < len(got.Questions) {
				how = w.reads(got.Questions[i])
			}
			if how == "" {
				good++
			} else if fault == "" {
				fault = fmt.Sprintf("question %d of %d (%d read): %s, where %q", i+1, len(paper.want), len(got.Questions), how, w.stem)
			}
		}
		right, all = right+good, all+len(paper.want)
		for d, v := range s {
			if by[d] == nil {
				by[d] = map[string]*tally{}
			}
			if by[d][v] == nil {
				by[d][v] = &tally{}
			}
			by[d][v].right += good
			by[d][v].all += len(paper.want)
		}
		if good < len(paper.want) && shown < shownLayouts {
			shown++
			t.Logf("seed %d, %v: %s", seed, s, fault)
		}
		if os.Getenv("SEED") == strconv.Itoa(seed) {
			t.Log("\n" + paper.text)
			for _, q := range got.Questions {
				t.Logf("%s %s %q %v %+v", q.Number, q.Kind, q.Stem, q.Options, q.Key)
			}
		}
	}
	for _, d := range dimensions {
		var parts []string
		for v, c := range by[d.name] {
			parts = append(parts, fmt.Sprintf("%s %.0f%% of %d", v, 100*float64(c.right)/float64(c.all), c.all))
		}
		slices.SortFunc(parts, func(a, b string) int { return cmp.Compare(a, b) })
		t.Logf("%s: %s", d.name, strings.Join(slices.Compact(parts), "; "))
	}
	share := float64(right) / float64(all)
	t.Logf("%d of %d questions of %d papers read exactly (%.1f%%)", right, all, n, 100*share)
	if share < 0.97 {
		t.Error("fewer than 97% of the questions are exactly right")
	}
}
