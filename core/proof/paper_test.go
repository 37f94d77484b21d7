package proof

import (
	"context"
	"encoding/json"
	"fmt"
	"math/big"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"zincowl/core/question"
	"zincowl/core/split"
)

// objects says whether a check objects to a question, among others.
func objects(check string, q question.Question, beside ...question.Question) bool {
	if q.ID == "" {
		q.ID = "q"
	}
	r, _ := ExamineBeside(context.Background(), q, NewLibrary(nil), NewBatch(append(beside, q)))
	return slices.ContainsFunc(r.Findings, func(f Finding) bool {
		return f.Check == check && (f.Verdict == Fail || f.Verdict == Unsure)
	})
}

// choice is a question on its options, the key first.
func choice(stem string, options ...string) question.Question {
	q := question.Question{ID: "q", Kind: question.Choice, Stem: stem, Key: question.Key{Options: []string{"a"}}, Origin: question.Origin{By: "import"}, Level: question.Medium, Title: "A question"}
	for i, o := range options {
		q.Options = append(q.Options, question.Option{ID: question.Letter(i), Text: o})
	}
	return q
}

func short(stem string) question.Question {
	return question.Question{ID: "q", Kind: question.Short, Stem: stem, Key: question.Key{Reference: "the log"}, Origin: question.Origin{By: "import"}, Level: question.Medium, Title: "A question"}
}

// What a stem does by itself, and its sound neighbours: each pair differs in one
// place.
func TestStemsByThemselves(t *testing.T) {
	for _, c := range []struct{ check, faulty, sound string }{
		{"negation", "Which of these is not unlikely to clog a filter?", "Which of these is not likely to clog a filter?"},
		{"negation", "Which pump does not fail to lift without priming?", "Which pump does not lift by itself?"},
		{"negation", "What can't be done unless the valve is not shut?", "What is done when the valve is shut?"},
		{"negation", "Is it not wrong not to log a reading?", "Is it wrong not only in a hurry to skip a reading?"},
		{"absent", "Look at the photo. Which valve is open?", "Look at the valve. Which way does it turn?"},
		{"absent", "Which letter in the diagram marks the weir?", "Which letter in the alphabet stands for the weir?"},
		{"absent", "Use the graph printed above to find the flow at noon.", "Use the flow measured at noon to find the volume."},
		{"absent", "What does the round sign shown on the right mean?", "What does a round sign mean on the right bank?"},
		{"absent", "Read the letter in the Appendix and advise the operator.", "Read out a letter and advise the operator to answer."},
		{"absent", "The balance sheet shown above comes to", "The stock of the works above the weir comes to"},
		{"dangling", "How often should it be washed?", "How often should the filter be washed?"},
		{"dangling", "Why are they chained?", "Why are cylinders chained?"},
		{"possible", "The probability that the pump stops is 1.3. What is the probability that it runs?", "The probability that the pump stops is 0.3. What is the probability that it runs?"},
		{"possible", "A motor has an efficiency of 120 %. How much does it give out?", "A motor has an efficiency of 80 %. How much does it give out?"},
		{"possible", "A probe in the freezer reads –290 °C. How cold is that?", "A probe in the freezer reads –29 °C. How cold is that?"},
		{"possible", "A triangular plate has angles of 80°, 60° and 50°. Which is the largest?", "A triangular plate has angles of 80°, 60° and 40°. Which is the largest?"},
		{"possible", "A 2 litre can was full. We used 2500 ml out of it. How much is left?", "A 2 litre can was full. We used 500 ml out of it. How much is left?"},
		{"possible", "The humidity in the store is 130 %. Is that dry?", "The humidity in the store is 30 %. Is that dry?"},
	} {
		if !objects(c.check, short(c.faulty)) {
			t.Errorf("%s: nothing is said of %q", c.check, c.faulty)
		}
		if objects(c.check, short(c.sound)) {
			t.Errorf("%s: %q is held", c.check, c.sound)
		}
	}
}

// Sums of explanations, made by chance: one that is right is never called wrong,
// and one with another result always is.
func TestSumsOfExplanations(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	for range 2000 {
		a, b := 2+r.IntN(900), 2+r.IntN(90)
		sign, result := "×", a*b
		switch r.IntN(4) {
		case 1:
			sign, result = "+", a+b
		case 2:
			sign, result = "−", a-b
		case 3:
			sign, result, a = "÷", a, a*b
		}
		unit := []string{"", " kg", " m³", " L/s", " min"}[r.IntN(5)]
		frame := []string{"%s", "Take %s of it.", "That makes %s, as was to be shown.", "First %s; then it is rounded."}[r.IntN(4)]
		q := short("How much is it?")
		q.Explanation = fmt.Sprintf(frame, fmt.Sprintf("%d %s %d = %d%s", a, sign, b, result, unit))
		if objects("sums", q) {
			t.Fatalf("%q is called wrong", q.Explanation)
		}
		wrong := result + 1 + r.IntN(40)
		if agreesAtAnyScale(fmt.Sprint(wrong), mustEvaluate(fmt.Sprintf("%d %s %d", a, sign, b))) {
			continue
		}
		q.Explanation = fmt.Sprintf(frame, fmt.Sprintf("%d %s %d = %d%s", a, sign, b, wrong, unit))
		if !objects("sums", q) {
			t.Fatalf("%q is not called wrong", q.Explanation)
		}
	}
}

// mustEvaluate works a chain of numbers out.
func mustEvaluate(text string) *big.Rat {
	v, _ := evaluate(text)
	return v
}

// Products and quotients of quantities, made by chance: the right one with its unit
// is not objected to, the same figures with another unit are.
func TestUnitsOfKeys(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 6))
	for range 300 {
		a, b := 2+r.IntN(40), 2+r.IntN(40)
		for _, c := range []struct{ stem, right, slipped string }{
			{fmt.Sprintf("A pump lifts %d m³/h for %d h. How much water is that?", a, b), fmt.Sprintf("%d m³", a*b), fmt.Sprintf("%d L", a*b)},
			{fmt.Sprintf("A motor of %d kW runs for %d h. How much energy does it use?", a, b), fmt.Sprintf("%d kWh", a*b), fmt.Sprintf("%d kW", a*b)},
			{fmt.Sprintf("A plate of %d m² carries %d N. What is the pressure?", a, a*b), fmt.Sprintf("%d Pa", b), fmt.Sprintf("%d kPa", b)},
			{fmt.Sprintf("A sample of %d g has a volume of %d cm³. What is its density?", a*b, a), fmt.Sprintf("%d g/cm³", b), fmt.Sprintf("%d kg/cm³", b)},
			{fmt.Sprintf("%d bags of %d kg each are stacked. What do they weigh?", a, b), fmt.Sprintf("%d kg", a*b), fmt.Sprintf("%d g", a*b)},
		} {
			typed := func(key string) question.Question {
				number, unit, _ := strings.Cut(key, " ")
				return question.Question{ID: "q", Kind: question.Numeric, Stem: c.stem, Key: question.Key{Value: number, Unit: unit}, Origin: question.Origin{By: "import"}, Level: question.Medium, Title: "A question"}
			}
			if objects("reckon", typed(c.right)) {
				t.Fatalf("%s %s is objected to", c.stem, c.right)
			}
			if !objects("reckon", typed(c.slipped)) && !objects("recompute", typed(c.slipped)) {
				t.Fatalf("%s %s is not objected to", c.stem, c.slipped)
			}
		}
	}
}

// What the stem, its grammar or another question says.
func TestAnswersGivenAway(t *testing.T) {
	for _, c := range []struct {
		faulty, sound question.Question
		beside        []question.Question
	}{
		{faulty: choice("Cylinders are moved with an", "upright trolley", "plank", "rope", "crane"), sound: choice("Cylinders are moved with a(n)", "upright trolley", "plank", "rope", "crane")},
		{
			faulty: choice("A weir measures flow by the height of the water over its crest. By what does a weir measure flow?", "the height of the water", "the colour of the sand", "the age of the pipe"),
			sound:  choice("A weir stands across a channel. By what does a weir measure flow?", "the height of the water", "the colour of the sand", "the age of the pipe"),
		},
		{
			faulty: choice("A penstock is there to", "shut a channel", "measure turbidity", "lift sludge"), sound: choice("A rake is there to", "lift rubbish", "measure turbidity", "shut doors"),
			beside: []question.Question{{ID: "other", Kind: question.Short, Stem: "A penstock can shut a channel. Who may do that?", Key: question.Key{Reference: "the operator"}}},
		},
	} {
		if !objects("giveaway", c.faulty, c.beside...) {
			t.Errorf("nothing is said of %q", c.faulty.Stem)
		}
		if objects("giveaway", c.sound, c.beside...) {
			t.Errorf("%q is held", c.sound.Stem)
		}
	}
}

// Questions that are another one of their paper again.
func TestRepeatsInAPaper(t *testing.T) {
	first := choice("A tank holds 900 m³ and 300 m³/h flow through it. How long does the water stay?", "3 h", "2 h", "4 h")
	first.ID = "first"
	again := choice("A tank holds 640 m³ and 80 m³/h flow through it. How long does the water stay?", "8 h", "2 h", "4 h")
	other := choice("A pump of 40 kW runs for two hours. How much energy does it use?", "80 kWh", "20 kWh", "42 kWh")
	if !objects("repeat", again, first) || objects("repeat", other, first) || objects("repeat", first) {
		t.Error("the same with other numbers is not told from another question")
	}
	named := choice("What is the living layer of a slow filter called?", "schmutzdecke", "underdrain", "floc blanket")
	named.ID = "named"
	if q := choice("The film on a sand bed that eats germs is the", "schmutzdecke", "launder", "weir"); !objects("repeat", q, named) {
		t.Error("the same answer to another wording is not seen")
	}
}

// TestStrangersFaults proofs papers by people who never saw the proof, as they are
// split, and counts the planted faults that are found and the sound questions that
// are held. What only a source could show wrong is left out.
func TestStrangersFaults(t *testing.T) {
	names, err := filepath.Glob("../split/testdata/strangers/*.txt")
	if err != nil || len(names) < 20 {
		t.Fatalf("%d papers, %v", len(names), err)
	}
	known := []string{"wrong-key", "answer-not-in-options", "two-correct-options"}
	caught, faults, held, sound := 0, 0, 0, 0
	for _, name := range names {
		text, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		data, err := os.ReadFile(strings.TrimSuffix(name, ".txt") + ".truth.json")
		if err != nil {
			t.Fatal(err)
		}
		var truth struct {
			Questions []struct {
				Fault string `json:"fault"`
				Quant bool   `json:"quant"`
			} `json:"questions"`
		}
		if err := json.Unmarshal(data, &truth); err != nil {
			t.Fatal(err)
		}
		paper, err := split.Text(string(text), nil, nil)
		if err != nil || len(paper.Questions) != len(truth.Questions) {
			t.Fatalf("%s: %d questions of %d, %v", name, len(paper.Questions), len(truth.Questions), err)
		}
		beside, library := NewBatch(paper.Questions), NewLibrary(nil)
		for i, q := range paper.Questions {
			r, err := ExamineBeside(context.Background(), q, library, beside)
			if err != nil {
				t.Fatal(err)
			}
			objected := r.Verdict == Held || r.Verdict == Faulted
			switch w := truth.Questions[i]; {
			case w.Fault == "":
				if sound++; objected {
					held++
					t.Logf("%s %d is held: %q", filepath.Base(name), i+1, q.Stem)
				}
			case slices.Contains(known, w.Fault) && !w.Quant:
			default:
				if faults++; objected {
					caught++
				}
			}
		}
	}
	t.Logf("%d of %d faults found, %d of %d sound questions held", caught, faults, held, sound)
	if caught*10 < faults*7 || held*20 > sound {
		t.Error("fewer than seven faults of ten are found, or more than one sound question of twenty is held")
	}
}

// Explanations that complete the stem with another option while they speak against the
// key, and sound ones in the same words.
func TestExplanationsForAnotherOption(t *testing.T) {
	things := []string{"trash rack", "timber boom", "tilting weir", "float valve", "rubber flap", "drum screen"}
	r := rand.New(rand.NewPCG(4, 4))
	for range 60 {
		p := r.Perm(len(things))
		key, other, third := things[p[0]], things[p[1]], things[p[2]]
		q := choice("Which part keeps drifting branches out of the intake channel?", "the "+key, "the "+other, "the "+third)
		for explanation, wrong := range map[string]bool{
			fmt.Sprintf("The %s would only slow the water here; branches are kept out of the channel by the %s.", key, other):         true,
			fmt.Sprintf("It leaves the %s alone, it only depends on the %s.", key, other):                                             true,
			fmt.Sprintf("The %s does not hold anything back. Drifting branches are caught by the %s in the channel.", key, other):     true,
			fmt.Sprintf("The %s keeps branches out of the channel; the %s only measures the flow.", key, other):                       false,
			fmt.Sprintf("A %s only measures the flow, so branches are kept out by the %s.", other, key):                               false,
			fmt.Sprintf("A %s would let branches into the channel, and a %s is no help either.", other, third):                        false,
			fmt.Sprintf("Only the %s keeps drifting branches out of the channel; neither the %s nor the %s does.", key, other, third): false,
		} {
			q.Explanation = explanation
			if objects("explanation", q) != wrong {
				t.Errorf("key %s: %q: objected to %v", key, explanation, !wrong)
			}
		}
	}
}
