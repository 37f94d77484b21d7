package question

import (
	"strings"
	"testing"
)

func choice() Question {
	return Question{
		Kind: Choice, Level: Easy, Stem: "What is a weir?",
		Options: []Option{{ID: "a", Text: "a plate"}, {ID: "b", Text: "a pipe"}, {ID: "c", Text: "a pump"}}, Key: Key{Options: []string{"b"}},
	}
}

func TestValidate(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*Question)
		says   string
	}{
		"whole":              {func(*Question) {}, ""},
		"no stem":            {func(q *Question) { q.Stem = " " }, "stem is empty"},
		"long stem":          {func(q *Question) { q.Stem = strings.Repeat("x", MaxText+1) }, "longer than"},
		"no level":           {func(q *Question) { q.Level = "" }, "none of easy, medium and hard"},
		"no kind":            {func(q *Question) { q.Kind = "riddle" }, "is not known"},
		"one option":         {func(q *Question) { q.Options = q.Options[:1] }, "two to 8 options"},
		"empty option":       {func(q *Question) { q.Options[1].Text = "" }, "Option b is empty"},
		"twice the same id":  {func(q *Question) { q.Options[1].ID = "a" }, "share the id"},
		"key of no option":   {func(q *Question) { q.Key.Options = []string{"z"} }, "names an option that is not there"},
		"two keys":           {func(q *Question) { q.Key.Options = []string{"a", "b"} }, "more than one"},
		"number without key": {func(q *Question) { q.Kind = Numeric }, "no value"},
		"number":             {func(q *Question) { q.Kind, q.Key = Numeric, Key{Value: "4.5", Unit: "kg"} }, ""},
		"no blank":           {func(q *Question) { q.Kind, q.Key = Blanks, Key{Blanks: [][]string{{"x"}}} }, "0 blanks and the key has 1"},
		"blank":              {func(q *Question) { q.Kind, q.Stem, q.Key = Blanks, "A <<1>> holds.", Key{Blanks: [][]string{{"bund"}}} }, ""},
		"blank without answer": {func(q *Question) { q.Kind, q.Stem, q.Key = Blanks, "A <<1>> holds.", Key{Blanks: [][]string{{" "}}} },
			"Blank 1 has no answer"},
		"blanks out of order": {func(q *Question) {
			q.Kind, q.Stem, q.Key = Blanks, "<<2>> <<1>>", Key{Blanks: [][]string{{"x"}, {"y"}}}
		},
			"not numbered in order"},
	} {
		q := choice()
		c.change(&q)
		err := q.Validate()
		if c.says == "" && err != nil || c.says != "" && (err == nil || !strings.Contains(err.Error(), c.says)) {
			t.Errorf("%s: %v, want %q", name, err, c.says)
		}
	}
}

func TestKeyText(t *testing.T) {
	for _, c := range []struct {
		q    Question
		want string
	}{
		{choice(), "a pipe"},
		{Question{Kind: Numeric, Key: Key{Value: "4.5", Unit: "kg"}}, "4.5 kg"},
		{Question{Kind: Numeric, Key: Key{Value: "65", Unit: "%"}}, "65%"},
		{Question{Kind: Blanks, Key: Key{Blanks: [][]string{{"bund", "wall"}, {"15"}}}}, "bund, 15"},
	} {
		if got := c.q.KeyText(); got != c.want {
			t.Errorf("%q, want %q", got, c.want)
		}
	}
}

func TestIdentifyIsOfWhatIsAskedAndRight(t *testing.T) {
	a, b := choice(), choice()
	b.Title, b.Explanation = "other", "other"
	if Identify(a) != Identify(b) {
		t.Error("a title changes the id")
	}
	b.Key.Options[0] = "c"
	if Identify(a) == Identify(b) {
		t.Error("another key has the same id")
	}
}
