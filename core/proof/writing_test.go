package proof

import (
	"testing"

	"zincowl/core/question"
)

// Each way of writing that gives an answer away or hides what is asked, beside a sound
// question that differs in that alone. The key stands first.
func TestWritingOfItems(t *testing.T) {
	for name, c := range map[string]struct{ faulty, sound question.Question }{
		"absolutes": {
			choice("What does a rising turbidity tell the operator?", "the filter may be near its end", "the pump must have failed", "no water is ever safe", "every valve is shut"),
			choice("What does a rising turbidity tell the operator?", "the filter may be near its end", "the pump may have failed", "the water may be hard", "the valve may be shut"),
		},
		"summed up": {
			choice("Which of these is dosed before the filters?", "alum", "lime", "ferric chloride", "all of the above"),
			choice("Which of these is dosed before the filters?", "alum", "lime", "ferric chloride", "sand"),
		},
		"convergence": {
			choice("How are drums of chlorine kept?", "chained, upright and dry", "chained, lying and dry", "chained, upright and wet", "loose, upright and dry"),
			choice("Which way does the float move, and which the valve?", "float up, valve down", "float up, valve up", "float down, valve down", "float down, valve up"),
		},
		"longest": {
			choice("Why is a sample kept cool?", "because bacteria go on growing in warm water, unless they are killed by a chemical", "to save ice", "to please the lab", "to look clear"),
			choice("Why is a sample kept cool?", "because bacteria go on growing", "because ice is cheap enough", "because the lab is warm", "because it looks clearer"),
		},
		"overlapping": {
			choice("In which range does alum work best?", "5 to 7", "6 to 8", "7 to 9", "9 to 11"),
			choice("In which range does alum work best?", "5 to 7", "8 to 9", "10 to 11", "12 to 13"),
		},
		"asks nothing": {
			choice("Which statement is correct?", "Alum lowers the pH", "Sand floats on water", "Lime is a gas", "Weirs pump sludge"),
			choice("Which statement on alum is correct?", "Alum lowers the pH", "Alum floats on water", "Alum is a gas", "Alum pumps sludge"),
		},
		"small negative": {
			choice("Which of these is not a coagulant?", "sand", "alum", "ferric chloride", "polyaluminium chloride"),
			choice("Which of these is NOT a coagulant?", "sand", "alum", "ferric chloride", "polyaluminium chloride"),
		},
		"vague": {
			choice("How frequently does a filter run end in summer?", "often", "seldom", "now and then", "fairly rarely"),
			choice("How frequently does a filter run end in summer?", "daily", "weekly", "monthly", "yearly"),
		},
		"repeated word": {
			choice("What keeps drifting branches out of the penstock chamber?", "a rack before the penstock", "a hopper", "a launder", "a weir"),
			choice("What keeps drifting branches out of the penstock chamber?", "a rack before the inlet", "a hopper", "a launder", "a weir"),
		},
		"grammar": {
			choice("Before a pump is started, an operator will", "open the suction valve", "closing the drain", "has primed the tank", "the pressure gauge"),
			choice("Before a pump is started, an operator will", "open the suction valve", "close the drain", "prime the tank", "read the gauge"),
		},
	} {
		for _, q := range []*question.Question{&c.faulty, &c.sound} {
			q.Origin.By = "person"
		}
		if !objects("writing", c.faulty) {
			t.Errorf("%s: nothing is said of %q", name, c.faulty.Stem)
		}
		if objects("writing", c.sound) {
			t.Errorf("%s: %q is held", name, c.sound.Stem)
		}
		asked := c.faulty
		asked.Origin.By = "import"
		if objects("writing", asked) {
			t.Errorf("%s: a past paper's question is held for how it was asked", name)
		}
	}
}
