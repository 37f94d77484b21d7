package kind

import (
	"encoding/json"
	"reflect"
	"testing"

	"zincowl/core/marking"
	"zincowl/core/question"
)

var weir = question.Question{
	Kind: question.Choice, Level: question.Easy, Stem: "What is a weir?", Key: question.Key{Options: []string{"b"}},
	Options: []question.Option{{ID: "a", Text: "a pipe", Slip: "meaning-of-another-term", Why: "This is what a drain is."}, {ID: "b", Text: "a plate"}},
}

var mass = question.Question{
	Kind: question.Numeric, Level: question.Easy, Stem: "…", Key: question.Key{Value: "6.92", Unit: "kg", Tolerance: "0.5%"},
	Slips: []question.Slip{{ID: "factor-forgotten", Value: "4.5 kg", Why: "It was not divided by the fraction."}},
}

var blank = question.Question{
	Kind: question.Blanks, Level: question.Easy, Stem: "A <<1>> is kept <<2>> minutes.", Key: question.Key{Blanks: [][]string{{"detention tank"}, {"15", "fifteen"}}},
}

func TestMark(t *testing.T) {
	text := func(s string) marking.Response { return marking.Response{Text: s} }
	for _, c := range []struct {
		name    string
		q       question.Question
		r       marking.Response
		percent int
		slip    string
	}{
		{"the key", weir, marking.Response{Options: []string{"b"}}, 100, ""},
		{"a slip", weir, marking.Response{Options: []string{"a"}}, 0, "meaning-of-another-term"},
		{"an id typed", weir, text("B"), 100, ""},
		{"its text typed", weir, text("a plate"), 100, ""},
		{"two options", weir, marking.Response{Options: []string{"a", "b"}}, 0, ""},
		{"no such option", weir, marking.Response{Options: []string{"q"}}, 0, ""},
		{"nothing", weir, marking.Response{}, 0, ""},
		{"the number", mass, text("6.92 kg"), 100, ""},
		{"without unit", mass, text("6.92"), 100, ""},
		{"in another unit", mass, text("6920 g"), 100, ""},
		{"rounded within the tolerance", mass, text("6.9"), 100, ""},
		{"rounded too far", mass, text("7"), 0, ""},
		{"thousands off by unit", mass, text("6.92 g"), 0, ""},
		{"a slip's number", mass, text("4.5"), 0, "factor-forgotten"},
		{"another dimension", mass, text("6.92 h"), 0, "unit-of-another-kind"},
		{"no number", mass, text("heavy"), 0, ""},
		{"two numbers", mass, text("6.92 or 7"), 0, ""},
		{"both blanks", blank, marking.Response{Blanks: []string{"Detention tanks", "fifteen"}}, 100, ""},
		{"one blank", blank, marking.Response{Blanks: []string{"the detention-tank", "20"}}, 50, ""},
		{"a number by value", blank, marking.Response{Blanks: []string{"detention tank", "15.0"}}, 100, ""},
		{"neither", blank, marking.Response{Blanks: []string{"weir", ""}}, 0, ""},
		{"too few", blank, marking.Response{Blanks: []string{"detention tank"}}, 50, ""},
	} {
		got := Mark(c.q, c.r)
		if got.Percent != c.percent || got.Slip != c.slip {
			t.Errorf("%s: %d%%, slip %q, want %d%%, %q", c.name, got.Percent, got.Slip, c.percent, c.slip)
		}
		if got.Feedback == "" || got.Found == nil || got.Missing == nil || got.Contradicted == nil {
			t.Errorf("%s: %+v", c.name, got)
		}
	}
}

func TestResponseReadsEitherShape(t *testing.T) {
	for in, want := range map[string]marking.Response{
		`"6.92 kg"`:                       {Text: "6.92 kg"},
		`{"options":["b"]}`:               {Options: []string{"b"}},
		`{"value":"4.5","unit":"kg"}`:     {Text: "4.5 kg"},
		`{"blanks":[["15","x"],["y"]]}`:   {Blanks: []string{"15", "y"}},
		`{"blanks":["15",null]}`:          {Blanks: []string{"15", ""}},
		`{"text":"written out in words"}`: {Text: "written out in words"},
	} {
		var got marking.Response
		if err := json.Unmarshal([]byte(in), &got); err != nil || !reflect.DeepEqual(got, want) {
			t.Errorf("%s reads as %+v, %v", in, got, err)
		}
		data, err := json.Marshal(got)
		var again marking.Response
		if err != nil || json.Unmarshal(data, &again) != nil || !reflect.DeepEqual(again, got) {
			t.Errorf("%s is written as %s", in, data)
		}
	}
	var r marking.Response
	if err := json.Unmarshal([]byte(`[1]`), &r); err == nil {
		t.Error("a list was read as a response")
	}
}
