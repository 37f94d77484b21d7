package kind

import (
	"strings"
	"testing"

	"zincowl/core/question"
)

func plain() question.Question {
	return question.Question{
		Kind: question.Choice, Level: question.Easy, Stem: "What is a weir?",
		Options: []question.Option{{ID: "a", Text: "a plate"}, {ID: "b", Text: "a pipe"}, {ID: "c", Text: "a pump"}}, Key: question.Key{Options: []string{"b"}},
	}
}

func TestValidate(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*question.Question)
		says   string
	}{
		"whole":              {func(*question.Question) {}, ""},
		"no stem":            {func(q *question.Question) { q.Stem = " " }, "stem is empty"},
		"long stem":          {func(q *question.Question) { q.Stem = strings.Repeat("x", question.MaxText+1) }, "longer than"},
		"no level":           {func(q *question.Question) { q.Level = "" }, "none of easy, medium and hard"},
		"no kind":            {func(q *question.Question) { q.Kind = "riddle" }, "is not known"},
		"one option":         {func(q *question.Question) { q.Options = q.Options[:1] }, "two to 8 options"},
		"empty option":       {func(q *question.Question) { q.Options[1].Text = "" }, "Option b is empty"},
		"twice the same id":  {func(q *question.Question) { q.Options[1].ID = "a" }, "share the id"},
		"key of no option":   {func(q *question.Question) { q.Key.Options = []string{"z"} }, "names an option that is not there"},
		"two keys":           {func(q *question.Question) { q.Key.Options = []string{"a", "b"} }, "more than one"},
		"number without key": {func(q *question.Question) { q.Kind = question.Numeric }, "no value"},
		"number":             {func(q *question.Question) { q.Kind, q.Key = question.Numeric, question.Key{Value: "4.5", Unit: "kg"} }, ""},
		"no blank":           {func(q *question.Question) { q.Kind, q.Key = question.Blanks, question.Key{Blanks: [][]string{{"x"}}} }, "0 blanks and the key has 1"},
		"blank": {func(q *question.Question) {
			q.Kind, q.Stem, q.Key = question.Blanks, "A <<1>> holds.", question.Key{Blanks: [][]string{{"bund"}}}
		}, ""},
		"blank without answer": {func(q *question.Question) {
			q.Kind, q.Stem, q.Key = question.Blanks, "A <<1>> holds.", question.Key{Blanks: [][]string{{" "}}}
		},
			"Blank 1 has no answer"},
		"blanks out of order": {func(q *question.Question) {
			q.Kind, q.Stem, q.Key = question.Blanks, "<<2>> <<1>>", question.Key{Blanks: [][]string{{"x"}, {"y"}}}
		},
			"not numbered in order"},
	} {
		q := plain()
		c.change(&q)
		err := Validate(q)
		if c.says == "" && err != nil || c.says != "" && (err == nil || !strings.Contains(err.Error(), c.says)) {
			t.Errorf("%s: %v, want %q", name, err, c.says)
		}
	}
}

func TestKeyText(t *testing.T) {
	for _, c := range []struct {
		q    question.Question
		want string
	}{
		{plain(), "a pipe"},
		{question.Question{Kind: question.Numeric, Key: question.Key{Value: "4.5", Unit: "kg"}}, "4.5 kg"},
		{question.Question{Kind: question.Numeric, Key: question.Key{Value: "65", Unit: "%"}}, "65%"},
		{question.Question{Kind: question.Blanks, Key: question.Key{Blanks: [][]string{{"bund", "wall"}, {"15"}}}}, "bund, 15"},
	} {
		if got := KeyText(c.q); got != c.want {
			t.Errorf("%q, want %q", got, c.want)
		}
	}
}

func TestIdentifyIsOfWhatIsAskedAndRight(t *testing.T) {
	a, b := plain(), plain()
	b.Title, b.Explanation = "other", "other"
	if Identify(a) != Identify(b) {
		t.Error("a title changes the id")
	}
	b.Key.Options[0] = "c"
	if Identify(a) == Identify(b) {
		t.Error("another key has the same id")
	}
}
